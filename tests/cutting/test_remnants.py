"""What is kept of a cloth becomes cloth for the shelf: shapes by hand."""

import pytest

from tests.cutting.jobs import box, by_hand, placed
from wickel.cutting import left_pieces
from wickel.cutting.remnants import remnants_of
from wickel.geometry import area, bounds
from wickel.job.job import Rest


def kept(work, which=0):
    (lay,) = work.lays
    return remnants_of(lay, Rest(cloth="main", outline=left_pieces(lay)[which].outline, kept=True))


def test_of_open_cloth_it_is_one_piece():
    piece = box("panel", 500.0, 700.0)
    (cloth,) = kept(by_hand("open", 500.0, (piece,), placed(piece, 0.0, 0.0, (0,))))
    assert (cloth.length_at_hand_mm, cloth.usable_width_mm) == pytest.approx(
        (500.0, 700.0), abs=0.1
    )
    box_of = bounds(cloth.remnant)
    assert (box_of.min_x, box_of.min_y) == pytest.approx((0.0, 0.0), abs=1e-6)
    assert area(cloth.remnant) == pytest.approx(350_000.0, rel=1e-3)


def test_of_two_plies_away_from_the_fold_it_is_two():
    piece = box("panel", 500.0, 200.0)
    found = kept(by_hand("lengthwise", 500.0, (piece,), placed(piece, 0.0, 0.0, (0, 1))))
    assert len(found) == 2
    assert all(cloth.usable_width_mm == pytest.approx(500.0, abs=0.1) for cloth in found)


def test_along_the_fold_both_plies_are_one():
    piece = box("panel", 500.0, 200.0)
    (cloth,) = kept(by_hand("lengthwise", 500.0, (piece,), placed(piece, 0.0, 500.0, (0, 1))))
    assert cloth.usable_width_mm == pytest.approx(1000.0, abs=0.1)
    assert area(cloth.remnant) == pytest.approx(500_000.0, rel=1e-3)


def test_what_was_cut_out_of_the_middle_is_gone():
    piece = box("panel", 200.0, 200.0)
    (cloth,) = kept(by_hand("open", 600.0, (piece,), placed(piece, 200.0, 600.0, (0,))))
    (hole,) = cloth.cut_away
    assert area(hole) == pytest.approx(40_000.0, rel=1e-3)


def test_it_is_washed_and_can_be_laid_on():
    from dataclasses import replace

    piece = box("panel", 500.0, 700.0)
    work = by_hand("open", 500.0, (piece,), placed(piece, 0.0, 0.0, (0,)))
    (lay,) = work.lays
    shrinks = replace(lay.cloth, shrink_along=0.05, selvage_mm=10.0)
    outline = left_pieces(lay)[0].outline
    (cloth,) = remnants_of(
        replace(lay, cloth=shrinks), Rest(cloth="main", outline=outline, kept=True)
    )
    assert (cloth.shrink_along, cloth.selvage_mm) == (0.0, 0.0)
    assert cloth.at_hand_mm == pytest.approx(500.0, abs=0.1)
    from wickel.lay import Search, make_lay

    small = box("pocket", 150.0, 150.0)
    laid = make_lay((small,), replace(cloth, id="main"), "open", search=Search(effort=2))
    assert laid.complete


def test_of_a_web_of_strips_its_largest_rectangle_is_offered():
    # 500 of a cloth 1400 wide, all but a strip of 100 beside the piece and one of 100 past it
    wide = by_hand(
        "open", 500.0, (own := box("panel", 400.0, 1200.0),), placed(own, 0.0, 0.0, (0,))
    )
    (lay,) = wide.lays
    width = lay.cloth.lay_width_mm
    (rest,) = left_pieces(lay)
    assert rest.of_web
    assert sorted((rest.long_mm, rest.broad_mm)) == pytest.approx([100.0, width], abs=10.0)
    assert rest.mm2 == pytest.approx(rest.long_mm * rest.broad_mm)
    assert "the largest rectangle of a web of strips" in str(rest.words)
    (cloth,) = kept(wide)
    assert area(cloth.remnant) == pytest.approx(rest.mm2, rel=1e-3)
    # what fills half of its box and more is kept as it is
    small = by_hand(
        "open", 500.0, (own := box("panel", 200.0, 700.0),), placed(own, 0.0, 0.0, (0,))
    )
    assert not left_pieces(small.lays[0])[0].of_web
