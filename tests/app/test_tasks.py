"""The worker process: results in the GUI thread, stop, stale results, no process left."""

import os
from dataclasses import replace

import pytest

from tests.lay.shapes import four_kinds, job, piece
from wickel.app.errand import Errand
from wickel.app.fill import TableFill
from wickel.app.runners import InlineRunner, ProcessRunner
from wickel.job.tasks import BuyTask, LayTask, PriceTask
from wickel.files import TableStore, job_of
from wickel.job import cut_pieces
from wickel.lay import Search, make_lay, wishes
from wickel.studio import new_order, orders


def task(effort=3, ways=("open", "lengthwise"), **cloth):
    a_job = job_of(four_kinds(**cloth))
    return LayTask(pieces=cut_pieces(a_job), cloth=a_job.cloths[0], ways=ways, search=Search(effort=effort))


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


def test_lays_arrive_from_the_other_process_and_are_those_of_the_core(runner, qtbot):
    lays = {}
    runner.improved.connect(lambda way, lay: lays.update({way: lay}))
    with qtbot.waitSignal(runner.finished, timeout=30_000):
        runner.start(task())
    assert set(lays) == {"open", "lengthwise"}
    expected = make_lay(task().pieces, task().cloth, "open", search=Search(effort=3))
    assert lays["open"].placements == expected.placements


def test_refusals_arrive_too(runner, qtbot):
    said = []
    runner.refused.connect(lambda way, sentence: said.append((way, sentence)))
    with qtbot.waitSignal(runner.finished, timeout=30_000):
        wide = job_of(job(piece("wide", [[0, 0], [300, 0], [300, 800], [20, 800]])))
        runner.start(
            LayTask(pieces=cut_pieces(wide), cloth=wide.cloths[0], ways=("open", "lengthwise"), search=Search(effort=1))
        )
    assert [way for way, _ in said] == ["lengthwise"]


def test_stop_ends_a_long_search_with_the_best_so_far(runner, qtbot):
    lays = []
    runner.improved.connect(lambda _way, lay: lays.append(lay))
    runner.start(task(effort=1_000_000, ways=("open",)))
    qtbot.waitUntil(lambda: bool(lays), timeout=30_000)
    with qtbot.waitSignal(runner.finished, timeout=10_000):
        runner.stop()
    assert lays[-1].complete


def test_a_new_task_drops_the_old_one(runner, qtbot):
    lays = []
    runner.improved.connect(lambda way, lay: lays.append((way, lay)))
    runner.start(task(effort=1_000_000, ways=("open",)))
    qtbot.waitUntil(lambda: bool(lays), timeout=30_000)
    lays.clear()
    with qtbot.waitSignal(runner.finished, timeout=30_000):
        runner.start(task(ways=("lengthwise",)))
    assert {way for way, _ in lays} == {"lengthwise"}


def test_no_process_is_left_behind(qapp, qtbot):
    runner = ProcessRunner()
    pid = runner.process_id
    runner.start(task(effort=1_000_000))
    qtbot.wait(300)
    runner.shut()
    assert not alive(pid)


def test_the_inline_runner_tells_the_same(qapp):
    told = []
    runner = InlineRunner(most_effort=2)
    runner.improved.connect(lambda way, lay: told.append(way))
    runner.finished.connect(lambda: told.append("finished"))
    runner.start(task())
    assert told[-1] == "finished"
    assert {"open", "lengthwise"} <= set(told)


def test_a_fill_that_is_shut_in_the_middle_leaves_no_process_and_loses_no_cell(runner, qtbot, tmp_path):
    a_job = new_order("circle-skirt")  # few pieces, so that cells are soon filled
    store = TableStore(tmp_path)
    fill = TableFill(runner, store)
    fill.show(a_job, a_job.cloths[0].id, (1400.0, 1500.0))
    fill.fill()
    qtbot.waitUntil(lambda: fill.done[0] >= 3, timeout=60_000)
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


def test_an_errand_works_in_a_process_of_its_own_and_leaves_none(runner, qtbot):
    errand = Errand(runner)
    errand.shut()  # nothing was started: nothing to end
    heard = []
    errand.made.connect(lambda kind, thing: heard.append((kind, thing)))
    errand.start(BuyTask(jobs=orders()[:1], search=Search(effort=1)))
    assert errand.working
    qtbot.waitUntil(lambda: not errand.working, timeout=60_000)
    assert [kind for kind, _ in heard] == ["count", "cloth", "list"]
    assert heard[0][1] == 1
    assert heard[2][1].cloths == (heard[1][1],)
    pid = errand._own.process_id
    errand.start(BuyTask(jobs=orders(), search=Search(effort=1_000_000)))
    qtbot.wait(200)
    errand.shut()
    assert not errand.working
    assert not alive(pid)


def test_a_cloth_that_cannot_be_cut_from_is_refused_on_its_line(qapp):
    job_of_one = orders()[0]
    narrow = replace(job_of_one, cloths=(replace(job_of_one.cloths[0], usable_width_mm=400.0, full_width_mm=None),))
    errand, heard = Errand(InlineRunner(most_effort=1)), []
    errand.made.connect(lambda kind, thing: heard.append((kind, thing)))
    errand.start(BuyTask(jobs=(narrow,), search=Search(effort=1)))
    assert not errand.working
    assert [kind for kind, _ in heard] == ["count", "cloth", "list"]
    assert "no way of folding can hold it" in heard[2][1].cloths[0].refusal


def test_what_matching_costs_is_told_for_all_wishes_and_for_each(runner, qtbot):
    wide = [[0, 0], [600, 0], [600, 900], [0, 900]]
    marks = [{"seam": "side", "at_mm": [0, 0]}]
    record = job(
        piece("a", wide, meets=marks), piece("b", wide, meets=marks), width=1000, print_="one-way", repeat_mm=[1000, 0]
    )
    a_job = job_of(record)
    pieces = cut_pieces(a_job)
    heard = []
    runner.priced.connect(heard.append)
    asked = frozenset(wishes(pieces, a_job.cloths[0]))
    with qtbot.waitSignal(runner.finished, timeout=60_000):
        task = PriceTask(
            pieces=pieces,
            cloth=a_job.cloths[0],
            ways=("open",),
            left_out=(asked, frozenset()),
            search=Search(effort=10),
        )
        runner.start(task)
    (free, kept) = heard
    assert free == (asked, pytest.approx(1200, abs=0.5))
    assert kept == (frozenset(), pytest.approx(1600, abs=0.5))
