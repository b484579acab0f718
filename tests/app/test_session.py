"""The session without a window: lays that stay, searches that answer at awkward moments, jobs
closed and opened."""

import os
import time
from dataclasses import replace

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from PySide6.QtCore import QCoreApplication

from tests.app.conftest import KnownRunner
from tests.lay.shapes import BOX, ELL, WEDGE, piece
from wickel.app.runners import ProcessRunner
from wickel.app.session import Session
from wickel.cloth import Cloth, Design, Print
from wickel.files import job_of, read_job, save_job
from wickel.job import BEST, Job
from wickel.job.edits import (
    with_cloth,
    with_garment,
    with_material_on,
    with_option,
    with_own_measure,
    with_quantity,
    with_size,
)
from wickel.job.laid import is_held, with_kept, with_lay, with_spread
from wickel.job.tasks import Failed, Finished, run_task
from wickel.lay import exact_check, kept_lay_of, not_laid
from wickel.studio import orders, shelf_cloth, with_another


class AwkwardRunner(KnownRunner):
    """Works tasks out at once and tells what it has found only when it is told to, message by
    message."""

    heard = {}

    def __init__(self):
        super().__init__(most_effort=2, most_ways=2)
        self.started = []
        self.waiting = []

    def another(self):
        return AwkwardRunner()

    def start(self, task):
        self.started.append(task)
        name = repr(task)
        if name not in self.heard:
            messages = []
            run_task(self.lessened(task), messages.append, lambda: False)
            self.heard[name] = messages
        self.waiting = list(self.heard[name])

    def tell(self, count):
        """Tell the next messages of the task in work."""
        for _ in range(count):
            if self.waiting:
                self.told.emit(self.waiting.pop(0))

    def cancel(self):
        self.waiting = []

    def stop(self):
        self.waiting = self.waiting[-1:]
        self.tell(1)

    @property
    def searches(self):
        return [task for task in self.started if hasattr(task, "pile")]


def finish(runner):
    while runner.waiting:
        runner.tell(1)


def opened(job, path=None, runner=None):
    session = Session(runner or AwkwardRunner())
    session.open(job, path)
    return session


def turn():
    for _ in range(30):
        QCoreApplication.processEvents()


def outfit():
    """Three garments on two cloths."""
    job = with_another(orders()[0], "knit-top")
    job = with_another(job, "pencil-skirt")
    job = with_quantity(job, job.garments[1], {"": 1, "92": 1})
    job = replace(job, cloths=(*job.cloths, replace(shelf_cloth("ember-poplin"), id="poplin")))
    return with_material_on(job, job.garments[2], "main", "poplin")


def pictures(session):
    """What is to be seen of every cloth: placements, findings, lengths of every way."""
    seen = {}
    for cloth in session.cloths:
        session.take_cloth(cloth.id)
        turn()
        lays = {
            way: (lay.placements, lay.findings, lay.lay_length_mm, lay.used_share)
            for way, lay in session.lays.items()
        }
        seen[cloth.id] = (session.way, lays, session.lay_refusals, session.set_aside, session.need)
    return seen


# --- closed and opened again ------------------------------------------------------------------


def test_a_job_closed_in_the_middle_of_a_search_is_the_same_when_it_is_opened_again(qapp, tmp_path):
    path = tmp_path / "outfit.wickel.json"
    save_job(outfit(), path)
    runner = AwkwardRunner()
    session = opened(read_job(path), path, runner)
    finish(runner)
    main = session.cloths[0]
    session.take_cloth(main.id)
    session.apply(with_kept(session.job, main.id, "second"), "kept")
    other = next(own for own in session.lays.values() if own.way != session.way)
    session.apply(with_lay(session.job, main.id, kept_lay_of(other)), "another")
    session.search(1000)
    runner.tell(1)  # and it goes on
    assert session.searching
    before, job = pictures(session), session.job
    session.shut()
    assert len(before) >= 2
    again = AwkwardRunner()
    there = opened(read_job(path), path, again)
    assert there.job == job
    assert pictures(there) == before
    assert again.searches == []  # nothing is searched
    assert [own.name for own in there.job.on_cloth(main.id).kept] == ["second"]


def test_a_job_of_version_1_is_searched_and_kept_from_then_on(qapp, tmp_path):
    path = tmp_path / "old.wickel.json"
    save_job(orders()[0], path)
    runner = AwkwardRunner()
    session = opened(read_job(path), path, runner)
    assert len(runner.searches) == 1
    finish(runner)
    session.shut()
    there = opened(read_job(path), path, AwkwardRunner())
    assert there.lay.complete
    assert there._runner.searches == []


@pytest.mark.long
def test_all_cloths_are_laid_the_one_in_sight_first(qapp):
    runner = AwkwardRunner()
    session = opened(outfit(), None, runner)
    ids = [cloth.id for cloth in session.cloths]
    assert len(ids) >= 3
    assert runner.searches[0].cloth.id == session.cloth.id == ids[0]
    session.take_cloth(ids[-1])  # before the first is done
    assert runner.searches[-1].cloth.id == ids[-1]
    finish(runner)
    assert all(session.lay_of(id).complete for id in ids)
    assert not session.searching
    assert {task.cloth.id for task in runner.searches} == set(ids)


# --- what an edit leaves alone ----------------------------------------------------------------


@pytest.fixture
def laid(qapp):
    runner = AwkwardRunner()
    session = opened(outfit(), None, runner)
    finish(runner)
    runner.started.clear()
    return session


@pytest.mark.parametrize(
    "edit",
    [
        lambda job: replace(job, name="Other", due="2026-12-24", client="Nobody", notes="n"),
        lambda job: with_cloth(
            job, replace(job.cloths[0], name="Linen", price=99.0, colour="#112233", fibre="flax")
        ),
        lambda job: with_cloth(job, replace(job.cloths[0], step_mm=500.0, least_length_mm=900.0)),
        lambda job: with_garment(job, replace(job.garments[0], name="Another name")),
    ],
)
def test_renaming_pricing_or_dating_leaves_every_lay_untouched(laid, edit):
    before = {cloth.id: laid.lay_of(cloth.id) for cloth in laid.cloths}
    on = laid.job.on
    laid.apply(edit(laid.job), "edit")
    assert laid.job.on == on
    for id, lay in before.items():
        after = laid.lay_of(id)
        assert (after.placements, after.lay_length_mm) == (lay.placements, lay.lay_length_mm)
        assert after.cloth == laid.job.cloth(id)
    assert laid._runner.searches == []


def test_an_edit_of_one_cloth_searches_only_that(laid):
    poplin = laid.job.cloth("poplin")
    laid.apply(with_cloth(laid.job, replace(poplin, usable_width_mm=1300.0)), "narrower")
    assert [task.cloth.id for task in laid._runner.searches] == ["poplin"]
    main = laid.cloths[0]
    assert laid.lay_of(main.id).complete


def test_lengthening_keeps_what_holds_and_says_what_is_not_laid_until_it_is(laid):
    before = laid.lay
    laid.apply(with_option(laid.job, laid.garment, "below_knee_mm", -30.0), "longer")
    carried = laid.lay
    places = {p.id: (p.x_mm, p.y_mm) for p in before.placements}
    assert carried.placements
    assert all((p.x_mm, p.y_mm) == places[p.id] for p in carried.placements)
    assert {finding.code for finding in carried.broken} <= {"copies"}
    finish(laid._runner)
    assert laid.lay.complete
    assert not_laid(laid.lay) == {}
    laid.undo()
    assert laid.lay.placements == before.placements  # what was known of it is still there
    assert laid._runner.waiting == []


def test_a_search_goes_on_through_an_edit_that_does_not_concern_it(qapp):
    runner = AwkwardRunner()
    session = opened(outfit(), None, runner)
    runner.tell(1)
    before = len(runner.started)
    session.apply(replace(session.job, notes="meanwhile"), "notes")
    assert len(runner.started) == before
    finish(runner)
    assert session.lay.complete
    assert session.job.notes == "meanwhile"


# --- what a hand has decided stays ------------------------------------------------------------


def test_a_depth_typed_while_a_search_runs_is_laid_before_the_other_ways(qapp):
    runner = AwkwardRunner()
    session = opened(orders()[0], None, runner)
    finish(runner)
    before = session.lay
    session.search(1000)
    asked = len(runner.searches)
    session.apply(
        with_spread(session.job, session.cloth.id, "partial:450", session.lay.way), "deeper"
    )
    assert session.lay is None
    assert len(runner.searches) == asked + 1
    assert runner.searches[-1].ways[0] == "partial:450"
    assert before.way in runner.searches[-1].ways
    runner.tell(1)
    turn()
    assert session.lay.spread.depths_mm == (450.0,)


def test_what_is_locked_stays_while_the_rest_is_searched(laid):
    id = laid.lay.placements[2].id
    there = laid.lay.placements[2]
    laid.hold(id)
    assert laid.held == {id}
    laid.search(500, (laid.way,))
    assert laid._runner.searches[-1].held == (replace(there, shape=type(there.shape)(outline=())),)
    finish(laid._runner)
    assert next(p for p in laid.lay.placements if p.id == id) == there
    assert laid.held == {id}
    laid.undo()
    assert laid.held == frozenset()


def test_the_lock_and_the_kept_lay_survive_a_longer_dress(laid):
    cloth = laid.cloth
    laid.apply(with_kept(laid.job, cloth.id, "mine"), "kept")
    before = laid.on.lay
    laid.apply(with_option(laid.job, laid.garment, "below_knee_mm", -30.0), "longer")
    finish(laid._runner)
    assert laid.on.lay == before
    assert {own.way for own in laid.on.tried} >= {
        before.way
    }  # found beside it, for the maker to take
    found = next(own.lay for own in laid.on.tried if own.way == before.way)
    laid.apply(with_lay(laid.job, cloth.id, found), "taken")
    assert laid.lay.complete
    assert laid.on.kept[0].lay == before


# --- walks at random --------------------------------------------------------------------------


def plain_job():
    two = [
        {
            **piece("ell", ELL),
            "cuts": [{"cloth": "main", "copies": 2}, {"cloth": "lining", "copies": 2}],
        },
        piece("box", BOX, 3, symmetric=True),
        piece("wedge", WEDGE, 2, cloth="lining", pair=True),
    ]
    cloths = [
        {"id": id, "usable_width_mm": w, "print": "any"}
        for id, w in (("main", 700.0), ("lining", 900.0))
    ]
    return job_of({"format": "wickel-job", "version": 1, "cloths": cloths, "pieces": two})


def resized(job, factor):
    ell = job.pieces[0]
    return replace(
        job,
        pieces=(
            replace(ell, cut_line=tuple((factor * x, y) for x, y in ell.cut_line)),
            *job.pieces[1:],
        ),
    )


def widened(job, id, width):
    return with_cloth(job, replace(job.cloth(id), usable_width_mm=width))


STEPS = st.one_of(
    st.tuples(st.just("resize"), st.sampled_from([0.8, 1.0, 1.1, 1.3])),
    st.tuples(st.just("width"), st.sampled_from([500.0, 700.0, 720.0])),
    st.tuples(st.just("price"), st.integers(1, 50)),
    st.tuples(st.just("name"), st.text("abc", max_size=2)),
    st.tuples(st.just("spread"), st.sampled_from(["open", "lengthwise", "crosswise", BEST])),
    st.tuples(st.just("keep"), st.sampled_from(["one", "two"])),
    st.tuples(st.just("lock"), st.integers(0, 3)),
    st.tuples(st.just("take"), st.just(0)),
    st.tuples(st.just("undo"), st.just(0)),
    st.tuples(st.just("redo"), st.just(0)),
    st.tuples(st.just("tell"), st.integers(1, 6)),
    st.tuples(st.just("search"), st.just(0)),
    st.tuples(st.just("stop"), st.just(0)),
    st.tuples(st.just("cloth"), st.sampled_from(["main", "lining"])),
    st.tuples(st.just("reopen"), st.just(0)),
)


def step(session, what, value):
    """Do one step as a maker or a worker would."""
    job, cloth, lay = session.job, session.cloth, session.lay
    edits = {
        "resize": lambda: resized(plain_job(), value).pieces,
        "width": lambda: widened(job, "main", value),
        "price": lambda: with_cloth(job, replace(job.cloth("main"), price=float(value))),
        "name": lambda: replace(job, name=value),
        "spread": lambda: with_spread(job, cloth.id, value, session.way),
        "keep": lambda: with_kept(job, cloth.id, value),
    }
    if what == "resize":
        session.apply(replace(job, pieces=edits[what]()), what)
    elif what in edits:
        session.apply(edits[what](), what)
    elif what == "lock" and lay is not None and lay.placements:
        session.hold(lay.placements[value % len(lay.placements)].id)
    elif what == "take" and session.on.kept:
        session.apply(with_lay(job, cloth.id, session.on.kept[0].lay), what)
    elif what in ("undo", "redo"):
        getattr(session, what)()
    elif what == "tell":
        session._runner.tell(value)
    elif what == "search":
        session.search(50, (session.way,))
    elif what == "stop":
        session.stop_search()
    elif what == "cloth":
        session.take_cloth(value)


def judge(session):
    """Nothing shown is false: what is laid breaks no rule but that copies may be missing."""
    for cloth in session.cloths:
        lay = session.lay_of(cloth.id)
        if lay is not None:
            assert {finding.code for finding in exact_check(lay)} <= {"copies", "hand"}
            assert lay.cloth == cloth


@settings(max_examples=25, suppress_health_check=list(HealthCheck))
@given(st.lists(STEPS, min_size=3, max_size=25))
def test_whatever_is_done_no_lay_is_lost_that_should_stay_and_none_kept_that_should_not(
    qapp, tmp_path_factory, walk
):
    path = tmp_path_factory.mktemp("walk") / "job.wickel.json"
    save_job(plain_job(), path)
    session = opened(read_job(path), path)
    for what, value in walk:
        on, kept_before = dict(session.job.on), {id: own.kept for id, own in session.job.on.items()}
        held = {id: own.lay for id, own in session.job.on.items() if is_held(own)}
        if what == "reopen":
            job = session.job
            lays = {cloth.id: session.lay_of(cloth.id) for cloth in session.cloths}
            session.shut()
            session = opened(read_job(path), path)
            assert session.job == job
            for id, lay in lays.items():
                again = session.lay_of(id)
                assert (again and again.placements) == (lay and lay.placements)
            continue
        step(session, what, value)
        judge(session)
        if what in ("tell", "stop", "search"):
            assert {id: own.kept for id, own in session.job.on.items() if own.kept} == {
                id: own for id, own in kept_before.items() if own
            }
            for id, own in held.items():
                now = session.job.on_cloth(id).lay
                locked = {p for p in own.placements if p.id in own.locked}
                assert now == own or (
                    own.locked and locked <= set(now.placements) and now.locked == own.locked
                )
        if what in ("price", "name"):
            assert session.job.on == on
    while session.redo_words:
        session.redo()
    finish(session._runner)
    there = session.job
    while session.undo_words:
        session.undo()
        judge(session)
    while session.redo_words:
        session.redo()
    assert session.job == there
    session.shut()


# --- the window is never held -----------------------------------------------------------------


def deaf(pipe, wanted, stopped):
    """A worker that never reads."""
    time.sleep(600)


def test_a_large_picture_and_edits_during_a_search_never_hold_the_window(qapp, monkeypatch):
    session = opened(plain_job(), None, ProcessRunner(target=deaf))
    cloth = session.cloth
    longest = 0.0
    for k in range(8):
        job = session.job
        picture = os.urandom(1_000_000) if k < 4 else job.cloth(cloth.id).design.picture
        own = replace(
            job.cloth(cloth.id), design=Design(picture=picture), usable_width_mm=700.0 + k
        )
        edited = with_cloth(job, own)
        started = time.perf_counter()
        session.apply(edited, f"edit {k}")
        turn()
        longest = max(longest, time.perf_counter() - started)
    assert session.searching
    assert (
        longest < 0.5
    )  # 50 ms are asked for, ten times that is a guard; measured in docs/measured.md
    session.shut()


def test_a_search_that_fails_is_said_and_the_other_cloths_are_still_laid(qapp):
    runner = AwkwardRunner()
    session = opened(outfit(), None, runner)
    said = []
    session.trouble.connect(said.append)
    runner.waiting = [Failed("The search stumbled.")]
    finish(runner)
    assert said == ["The search stumbled."]
    assert len({task.cloth.id for task in runner.searches}) == len(session.cloths)


def test_a_job_with_no_pieces_searches_nothing(qapp):
    runner = AwkwardRunner()
    session = opened(
        Job(cloths=(Cloth(id="a", usable_width_mm=900, print=Print.ANY),)), None, runner
    )
    assert runner.started == []
    assert session.lay is None
    assert session.refusal


@pytest.mark.long
def test_one_size_and_one_measurement_are_drafted_anew_and_the_others_not(laid):
    before = {done.garment.id: done for done in laid.drafts}
    laid.apply(with_size(laid.job, laid.job.garments[2], "112"), "size")
    after = {done.garment.id: done for done in laid.drafts}
    assert [id for id in after if after[id] is not before[id]] == [laid.job.garments[2].id]
    laid.apply(with_own_measure(laid.job, laid.job.garments[0], "hip", 1100.0), "hip")
    assert laid.drafts[1] is after[laid.drafts[1].garment.id]
    assert isinstance(laid._runner.waiting[-1], Finished)


def test_a_cloth_that_is_given_back_has_what_was_found_on_it_again(laid, tmp_path):
    first = laid.cloth
    found = laid.job.on_cloth(first.id).tried
    assert found
    other = replace(first, name="Narrow cloth", usable_width_mm=first.usable_width_mm - 137)
    laid.apply(with_cloth(laid.job, other), "cloth")
    assert laid.job.on_cloth(first.id).tried != found
    laid.apply(with_cloth(laid.job, first), "cloth")
    assert laid.job.on_cloth(first.id).tried == found
    # it goes into the file, for the next time the program is started
    path = tmp_path / "again.wickel.json"
    save_job(laid.job, path)
    assert {own.way for own in read_job(path).on_cloth(first.id).tried} == {
        own.way for own in found
    }
