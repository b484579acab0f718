"""A lay is given before the loops are compiled and whatever the seconds, and threads end in
order."""

import subprocess
import sys
import threading
import time

import pytest

from tests.lay.shapes import four_kinds
from wickel.cli.making import _until
from wickel.files import job_of
from wickel.job import cut_pieces, lay_job
from wickel.lay import Search, Stopped
from wickel.lay.nest import jit, starting
from wickel.lay.searching import PLANNING


@pytest.fixture
def cold(monkeypatch):
    """A machine on which nothing is compiled yet; what is begun there is collected."""
    begun = []
    monkeypatch.setattr(jit, "COMPILED", True)
    monkeypatch.setattr(jit, "are_kept", lambda: False)
    monkeypatch.setattr(starting.subprocess, "Popen", lambda *given, **_: begun.append(given[0]))
    yield begun
    jit._compiling.clear()


def test_where_nothing_is_compiled_that_is_begun_elsewhere_and_there_is_a_lay_meanwhile(cold):
    assert not starting.ready_or_begun()
    assert [command[0] for command in cold] == [sys.executable]
    assert not jit.ready()
    job = job_of(four_kinds())
    (lay,) = lay_job(job, cut_pieces(job), fold="open", search=Search(effort=2))
    assert lay.complete


def test_kept_loops_are_found(monkeypatch):
    if not jit.COMPILED:
        pytest.skip("there is no compiler here")
    from wickel.lay.nest import warm_up

    warm_up()
    assert jit.are_kept()


def test_time_that_is_over_ends_a_search_with_something_to_show_and_no_other():
    report = _until(time.perf_counter() - 5.0, 1.0)(1.0)
    report(0.5, None)  # nothing yet: it goes on
    with pytest.raises(Stopped):
        report(0.5, object)
    with pytest.raises(Stopped):
        report(PLANNING, None)  # what is only planned is cut short


@pytest.mark.parametrize("fold", ["open", "lengthwise", "partial", "lengthwise+open", "best"])
def test_without_any_time_there_is_a_lay_all_the_same(fold):
    job = job_of(four_kinds())
    until = _until(time.perf_counter(), 0.0)
    lays = lay_job(job, cut_pieces(job), fold=fold, report_until=until, search=Search(effort=10**6))
    assert all(lay.complete for lay in lays)


def test_threads_of_a_search_are_waited_for():
    ended = []

    def work():
        time.sleep(0.3)
        ended.append(True)

    threading.Thread(target=work, name=starting.SEARCHER, daemon=True).start()
    assert starting.settle()
    assert ended


def test_one_that_does_not_end_is_left_after_a_while_and_the_process_ends_with_its_code():
    program = (
        "import threading, time; from wickel.lay.nest import starting;"
        "starting.settle.__defaults__ = (0.1,);"
        "threading.Thread(target=time.sleep, args=(60,), name=starting.SEARCHER).start();"
        "print('said'); starting.leave(7)"
    )
    done = subprocess.run(
        [sys.executable, "-c", program], capture_output=True, text=True, timeout=60, check=False
    )
    assert (done.returncode, done.stdout, done.stderr) == (7, "said\n", "")
