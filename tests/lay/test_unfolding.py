"""A lay opened out lies on the flat cloth as its plies say, and the exact check finds it right
there too."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon

from tests.lay.shapes import ELL, HALF, four_kinds, job, piece
from tests.lay.test_lay import EVERY_WAY, jobs
from tests.lay.test_slant import quarter
from wickel.files import job_of
from wickel.job import JobRefused, cut_pieces, lay_job
from wickel.lay import LayRefused, Level, Search, exact_check, flat_copies, on_table, unfolded_lay


def laid(record, way):
    a_job = job_of(record)
    (lay,) = lay_job(a_job, cut_pieces(a_job), fold=way, search=Search(effort=2))
    return lay


def held(lay):
    """The opened lay, after checking that its placements are the copies and that nothing is broken
    anew."""
    opened = unfolded_lay(lay)
    copies = [
        copy
        for placed in lay.placements
        for copy in flat_copies(
            placed, lay.piece(placed.piece), lay.spread.sections[placed.section].zones[placed.zone]
        )
    ]
    assert len(copies) == len(opened.placements) == len({placed.id for placed in opened.placements})
    for copy, placed in zip(copies, opened.placements, strict=True):
        there = Polygon(on_table(placed, opened.piece(placed.piece)).outline)
        assert there.symmetric_difference(Polygon(copy.outline)).area < 0.05
        assert copy.hand in (0, -1 if placed.mirrored else 1)
    before = {finding.code for finding in lay.findings if finding.level is Level.BROKEN}
    assert {finding.code for finding in exact_check(opened)} <= before | (
        {"print"} if before else set()
    )
    return opened


@pytest.mark.parametrize("way", EVERY_WAY)
def test_the_four_kinds_lie_flat_as_their_plies_say(way):
    lay = laid(four_kinds(), way)
    opened = held(lay)
    assert opened.lay_length_mm == pytest.approx(lay.lay_length_mm)
    assert (
        len(opened.placements) == 1 + 1 + 2 + 3
    )  # a whole front, an ell, two sleeves, three patches
    assert {placed.cut_plies for placed in opened.placements} == {(0,)}


@pytest.mark.long
@given(jobs(), st.sampled_from(EVERY_WAY))
@settings(max_examples=40)
def test_any_lay_is_right_opened_out(record, way):
    try:
        lay = laid(record, way)
    except (LayRefused, JobRefused):
        return
    held(lay)


def test_a_half_on_the_low_fold_lies_over_the_middle_of_the_flat_cloth():
    opened = held(
        laid(job(piece("front", HALF, fold=[[0, 0], [600, 0]]), width=1400), "lengthwise")
    )
    (front,) = opened.placements
    ys = [y for _, y in on_table(front, opened.piece("front")).outline]
    assert (min(ys), max(ys)) == pytest.approx((700 - 260, 700 + 260))


def test_heads_on_the_upper_ply_of_a_crosswise_fold_point_to_the_end():
    opened = held(
        laid(job(piece("ell", ELL, 2, mirror=True), print_="any", width=300), "crosswise")
    )
    assert {placed.turn_deg for placed in opened.placements} == {0.0, 180.0}


def test_a_panel_on_the_slanting_fold_is_opened_to_a_quarter():
    opened = held(laid(job(quarter(), width=1100), "diagonal"))
    (panel,) = opened.placements
    box = Polygon(on_table(panel, opened.piece("panel")).outline).bounds
    assert (box[2] - box[0], box[3] - box[1]) == pytest.approx((600, 600), abs=1)
