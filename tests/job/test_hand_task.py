"""A lay made by hand gone on with as a task: what is told, and that a stop is heard."""

from dataclasses import replace

import pytest

from tests.lay.test_hand import laid, rectangle
from wickel.job.tasks import CannotBe, Finished, HandTask, Improved, run_task
from wickel.lay import Search, not_laid
from wickel.lay.hand import Deed, lacking, taken_off


def told_of(task, stopped=lambda: False):
    heard = []
    run_task(task, heard.append, stopped)
    return heard


def spread_out():
    pieces = tuple(rectangle(id, 200, 300) for id in "abcd")
    places = tuple((id, (500.0 * k, 0.0)) for k, id in enumerate("abcd"))
    return laid(pieces, places)


@pytest.mark.parametrize("deed", list(Deed))
def test_every_deed_tells_a_lay_that_is_complete_and_no_longer(deed):
    lay = spread_out()
    heard = told_of(HandTask(lay=lay, deed=deed, search=Search(effort=30)))
    assert isinstance(heard[-1], Finished)
    last = [m.lay for m in heard if isinstance(m, Improved)][-1]
    assert last.complete
    assert last.lay_length_mm <= lay.lay_length_mm + 1e-6
    if deed is not Deed.FILL:
        assert last.lay_length_mm < lay.lay_length_mm - 500


def test_the_tray_is_filled_in_and_what_lies_stays():
    lay = taken_off(spread_out(), ["b/1", "d/1"])
    heard = told_of(HandTask(lay=lay, deed=Deed.FILL, search=Search(effort=30)))
    last = [m.lay for m in heard if isinstance(m, Improved)][-1]
    assert not not_laid(last)
    assert set(lay.placements) <= set(last.placements)


def test_a_stop_is_heard_and_the_lay_is_at_worst_as_it_was():
    lay = spread_out()
    heard = told_of(
        HandTask(lay=lay, deed=Deed.BETTER, search=Search(effort=1_000_000)), lambda: True
    )
    assert isinstance(heard[-1], Finished)
    last = [m.lay for m in heard if isinstance(m, Improved)][-1]
    assert last.complete
    assert last.lay_length_mm <= lay.lay_length_mm + 1e-6


def test_what_stays_does_not_move():
    lay = spread_out()
    task = HandTask(lay=lay, deed=Deed.BETTER, stay=frozenset({"c/1"}), search=Search(effort=30))
    last = [m.lay for m in told_of(task) if isinstance(m, Improved)][-1]
    (stays,) = (p for p in lay.placements if p.id == "c/1")
    assert stays in last.placements


def test_a_piece_that_no_fold_can_hold_is_said():
    lay = spread_out()
    piece = lay.piece("a")
    wide = rectangle("a", 1500, 1500)
    assert piece.id == wide.id
    pieces = tuple(wide if p.id == "a" else p for p in lay.pieces)
    off = replace(taken_off(lay, ["a/1"]), pieces=pieces)
    assert sum(lacking(off, "a")) == 1
    (said, _) = told_of(HandTask(lay=off, deed=Deed.FILL, search=Search(effort=5)))
    assert isinstance(said, CannotBe)
    assert "has no place" in str(said.sentence)
