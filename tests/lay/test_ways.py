"""The ways compared: who is searched on, who is set aside and why, and what stopping leaves."""

from dataclasses import replace

import pytest

from tests.lay.shapes import HALF, WEDGE, four_kinds, job, piece
from wickel.files import job_of
from wickel.job import alone_ways, cut_pieces
from wickel.lay import Comparison, Finding, Level, Search, Stopped, better, exact_check, make_lay


def compared(record, ways=None, effort=200, **more):
    a_job = job_of(record)
    made = Comparison(cut_pieces(a_job), a_job.cloths[0], Search(effort=effort), **more)
    found = made.run(ways or alone_ways())
    return {own.way: own for own in found}


def test_every_way_has_a_lay_a_reason_or_a_bound():
    known = compared(four_kinds(), effort=60)
    assert set(known) == set(alone_ways())
    for own in known.values():
        assert (own.lay is None) == bool(own.refusal)
        if own.lay is not None:
            assert exact_check(own.lay) == ()
            assert own.least_mm <= own.lay.lay_length_mm + 1e-6


@pytest.mark.long
def test_a_way_is_set_aside_only_when_its_bound_says_so():
    known = compared(four_kinds())
    shortest = min(
        own.lay.lay_length_mm for own in known.values() if own.lay is not None and own.lay.complete
    )
    for own in known.values():
        if own.set_aside:
            assert own.least_mm > shortest - 1e-6
            # and it is no lie: a longer search finds nothing below the bound
            a_job = job_of(four_kinds())
            found = make_lay(cut_pieces(a_job), a_job.cloths[0], own.way, search=Search(effort=300))
            assert found.lay_length_mm >= own.least_mm - 1e-6
    assert any(
        own.set_aside for own in known.values()
    )  # a crosswise fold takes twice its longest piece


def test_the_way_in_hand_is_searched_on_whatever_the_others_give():
    halves = [piece(f"front {k}", HALF, fold=[[0, 0], [600, 0]]) for k in range(3)]
    record = job(*halves, piece("sleeve", WEDGE, 4, pair=True))
    known = compared(record, ("lengthwise", "open"))
    # three halves end to end on one fold are longer than open cloth needs, and still are the ones
    # asked for
    assert known["lengthwise"].least_mm > known["open"].lay.lay_length_mm
    # it is gone on with until no lay of it can be shorter
    inhand = known["lengthwise"]
    assert not inhand.set_aside or inhand.lay.lay_length_mm <= inhand.least_mm + 0.1
    behind = compared(record, ("open", "lengthwise"))
    assert behind["lengthwise"].set_aside
    assert known["lengthwise"].lay.lay_length_mm <= behind["lengthwise"].lay.lay_length_mm + 1e-6


def test_a_lay_as_short_as_its_way_can_be_is_not_searched_on():
    # one box of 60 cm: no lay is shorter than it is long
    told = []
    record = job(piece("box", [[0, 0], [600, 0], [600, 200], [0, 200]]))
    known = compared(record, ("open", "lengthwise"), effort=10**9, found=told.append)
    assert known["open"].lay.lay_length_mm == pytest.approx(known["open"].least_mm)
    assert all(own.set_aside for own in known.values())
    assert sum(own.set_aside for own in told) == 2


def test_what_is_found_is_told_as_it_comes_and_stopping_keeps_it():
    told = []

    def report(_progress, best):
        if best is not None and len(told) >= 2:
            raise Stopped

    known = compared(four_kinds(), report=report, found=told.append, effort=100_000)
    assert len(told) >= 2
    assert {own.way for own in told} <= set(known)
    assert any(own.lay is not None for own in known.values())


def test_complete_lays_come_before_shorter_ones_that_are_not():
    whole = compared(four_kinds(), ("open",))["open"].lay
    broken = replace(
        whole, findings=(Finding(level=Level.BROKEN, code="overlap", text="Two overlap."),)
    )
    assert better(whole, broken)
    assert not better(broken, whole)
    assert not better(whole, whole)
