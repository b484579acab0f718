"""The worker process: results in the GUI thread, stop, stale results, no process left."""

import os
from dataclasses import replace

import pytest

from tests.lay.shapes import four_kinds, job, piece
from wickel.app.errand import Errand
from wickel.app.fill import TableFill
from wickel.app.runners import InlineRunner, ProcessRunner
from wickel.files import TableStore, job_of
from wickel.job import cut_pieces
from wickel.job.tasks import (
    BuyTask,
    Counted,
    Finished,
    Improved,
    LayTask,
    Listed,
    ListMade,
    NoLay,
    Priced,
    PriceTask,
)
from wickel.lay import Search, make_lay, wishes
from wickel.studio import new_order, orders


def task(effort=3, ways=("open", "lengthwise"), **cloth):
    a_job = job_of(four_kinds(**cloth))
    return LayTask(
        pieces=cut_pieces(a_job), cloth=a_job.cloths[0], ways=ways, search=Search(effort=effort)
    )


@pytest.fixture
def runner(qapp):
    made = ProcessRunner()
    yield made
    made.shut()


def alive(pid):
    try:
        os.kill(pid, 0)
    except ProcessLookupError:
        return False
    return True


def told_by(runner, kind=Improved):
    """What a runner tells of one kind from now on."""
    heard = []
    runner.told.connect(
        lambda message: heard.append(message) if isinstance(message, kind) else None
    )
    return heard


def the_end(runner, qtbot, timeout=90_000):
    """Wait in a ``with`` block for the end of what is begun in it."""
    return qtbot.waitSignal(
        runner.told, timeout=timeout, check_params_cb=lambda own: isinstance(own, Finished)
    )


def test_lays_arrive_from_the_other_process_and_are_those_of_the_core(runner, qtbot):
    heard = told_by(runner)
    with the_end(runner, qtbot):
        runner.start(task())
    lays = {own.lay.way: own.lay for own in heard}
    assert set(lays) == {"open", "lengthwise"}
    expected = make_lay(task().pieces, task().cloth, "open", search=Search(effort=3))
    assert lays["open"].placements == expected.placements


@pytest.mark.long
def test_refusals_arrive_too(runner, qtbot):
    said = told_by(runner, NoLay)
    with the_end(runner, qtbot, 90_000):
        wide = job_of(job(piece("wide", [[0, 0], [300, 0], [300, 800], [20, 800]])))
        runner.start(
            LayTask(
                pieces=cut_pieces(wide),
                cloth=wide.cloths[0],
                ways=("open", "lengthwise"),
                search=Search(effort=1),
            )
        )
    assert [own.way for own in said] == ["lengthwise"]


@pytest.mark.long
def test_stop_ends_a_long_search_with_the_best_so_far(runner, qtbot):
    lays = told_by(runner)
    runner.start(task(effort=1_000_000, ways=("open",)))
    qtbot.waitUntil(lambda: bool(lays), timeout=90_000)
    with the_end(runner, qtbot, 10_000):
        runner.stop()
    assert lays[-1].lay.complete


def test_a_new_task_drops_the_old_one(runner, qtbot):
    lays = told_by(runner)
    runner.start(task(effort=1_000_000, ways=("open",)))
    qtbot.waitUntil(lambda: bool(lays), timeout=90_000)
    lays.clear()
    with the_end(runner, qtbot, 90_000):
        runner.start(task(ways=("lengthwise",)))
    assert {own.lay.way for own in lays} == {"lengthwise"}


def test_no_process_is_left_behind(qapp, qtbot):
    runner = ProcessRunner()
    pid = runner.process_id
    runner.start(task(effort=1_000_000))
    qtbot.wait(300)
    runner.shut()
    assert not alive(pid)


def test_the_inline_runner_tells_the_same(qapp):
    runner = InlineRunner(most_effort=2)
    told = told_by(runner, object)
    runner.start(task())
    assert isinstance(told[-1], Finished)
    assert {own.lay.way for own in told[:-1]} == {"open", "lengthwise"}


@pytest.mark.long
def test_a_fill_that_is_shut_in_the_middle_leaves_no_process_and_loses_no_cell(
    runner, qtbot, tmp_path
):
    a_job = new_order("circle-skirt")  # few pieces, so that cells are soon filled
    store = TableStore(tmp_path)
    fill = TableFill(runner, store)
    fill.show(a_job, a_job.cloths[0].id, (1400.0, 1500.0))
    fill.fill()
    qtbot.waitUntil(lambda: fill.done[0] >= 2, timeout=60_000)
    ids = [own.process_id for own in fill._runners]
    done = dict(fill.cells)
    fill.shut()
    assert len(ids) == 2
    assert not any(alive(pid) for pid in ids)
    again = TableFill(runner, store)
    again.show(a_job, a_job.cloths[0].id, (1400.0, 1500.0))
    qtbot.waitUntil(lambda: not again._unread)
    assert {place: again.cells[place] for place in done} == done
    again.fill()
    qtbot.waitUntil(lambda: again.done[0] > len(done), timeout=60_000)
    again.stop()
    assert not again.working
    assert {place: again.cells[place] for place in done} == done
    again.shut()


@pytest.mark.long
def test_an_errand_works_in_a_process_of_its_own_and_leaves_none(runner, qtbot):
    errand = Errand(runner)
    errand.shut()  # nothing was started: nothing to end
    heard = []
    errand.told.connect(heard.append)
    errand.start(BuyTask(jobs=orders()[:1], search=Search(effort=1)))
    assert errand.working
    qtbot.waitUntil(lambda: not errand.working, timeout=60_000)
    counted, cloth, whole = heard
    assert (counted, type(cloth), type(whole)) == (Counted(1), Listed, ListMade)
    assert whole.found.cloths == (cloth.line,)
    pid = errand._own.process_id
    errand.start(BuyTask(jobs=orders(), search=Search(effort=1_000_000)))
    qtbot.wait(200)
    errand.shut()
    assert not errand.working
    assert not alive(pid)


def test_a_cloth_that_cannot_be_cut_from_is_refused_on_its_line(qapp):
    job_of_one = orders()[0]
    narrow = replace(
        job_of_one,
        cloths=(replace(job_of_one.cloths[0], usable_width_mm=400.0, full_width_mm=None),),
    )
    errand, heard = Errand(InlineRunner(most_effort=1)), []
    errand.told.connect(heard.append)
    errand.start(BuyTask(jobs=(narrow,), search=Search(effort=1)))
    assert not errand.working
    assert [type(own) for own in heard] == [Counted, Listed, ListMade]
    assert "no way of folding can hold it" in str(heard[2].found.cloths[0].refusal)


@pytest.mark.long
def test_what_matching_costs_is_told_for_all_wishes_and_for_each(runner, qtbot):
    wide = [[0, 0], [600, 0], [600, 900], [0, 900]]
    marks = [{"seam": "side", "at_mm": [0, 0]}]
    record = job(
        piece("a", wide, meets=marks),
        piece("b", wide, meets=marks),
        width=1000,
        print_="one-way",
        repeat_mm=[1000, 0],
    )
    a_job = job_of(record)
    pieces = cut_pieces(a_job)
    heard = told_by(runner, Priced)
    asked = frozenset(wishes(pieces, a_job.cloths[0]))
    with the_end(runner, qtbot, 60_000):
        task = PriceTask(
            pieces=pieces,
            cloth=a_job.cloths[0],
            ways=("open",),
            left_out=(asked, frozenset()),
            search=Search(effort=10),
        )
        runner.start(task)
    (free, kept) = heard
    assert (free.left_out, free.length_mm) == (asked, pytest.approx(1200, abs=0.5))
    assert (kept.left_out, kept.length_mm) == (frozenset(), pytest.approx(1600, abs=0.5))
