"""The exact check: each rule broken by hand, beside one that just holds."""

from dataclasses import replace

import pytest

from tests.lay.shapes import BOX, ELL, HALF, WEDGE, job, piece
from wickel.cloth import Cloth, Print, spread
from wickel.files import job_of
from wickel.job import cut_pieces
from wickel.lay import Lay, Placement, Search, Shape, exact_check, make_lay


def single(*placements, record, way="open", length=1000.0, print_=Print.ANY):
    """A lay made by hand."""
    a_job = job_of(record)
    pieces = cut_pieces(a_job)
    cloth = Cloth(id="main", usable_width_mm=1400, print=print_)
    return Lay(
        cloth=cloth,
        spread=spread(way, 1400, length),
        pieces=pieces,
        placements=placements,
        findings=(),
        used_share=0,
        seed=1,
        effort=1,
        seconds=0,
    )


def put(id, outline, x, y, *, turn=0.0, mirrored=False, plies=(0,), on_fold=False):
    return Placement(
        id=f"{id}/1",
        piece=id,
        shape=Shape(outline=tuple(map(tuple, outline))),
        section=0,
        zone=0,
        turn_deg=turn,
        mirrored=mirrored,
        x_mm=x,
        y_mm=y,
        cut_plies=plies,
        on_fold=on_fold,
        yields=1,
    )


def codes(lay):
    return sorted({finding.code for finding in exact_check(lay)})


TWO = job(piece("a", BOX), piece("b", ELL))


def test_touching_is_no_overlap_and_a_hair_more_is():
    assert codes(single(put("a", BOX, 0, 0), put("b", ELL, 200, 0), record=TWO)) == []
    assert codes(single(put("a", BOX, 0, 0), put("b", ELL, 199.999, 0), record=TWO)) == ["overlap"]


def test_on_the_selvage_is_inside_and_beyond_is_not():
    assert codes(single(put("a", BOX, 0, 1280), put("b", ELL, 300, 0), record=TWO)) == []
    assert codes(single(put("a", BOX, 0, 1280.1), put("b", ELL, 300, 0), record=TWO)) == ["outside"]
    assert codes(single(put("a", BOX, -0.1, 0), put("b", ELL, 300, 0), record=TWO)) == ["outside"]


def test_the_reserve_is_kept_free():
    lay = single(put("a", BOX, 0, 0), put("b", ELL, 300, 10), record=TWO)
    lay = replace(lay, spread=spread("open", 1400, 1000, reserve_mm=5))
    assert codes(lay) == ["outside"]


def test_too_few_and_too_many_copies():
    assert codes(single(put("a", BOX, 0, 0), record=TWO)) == ["copies"]
    lay = single(put("a", BOX, 0, 0), put("a", BOX, 0, 300), put("b", ELL, 300, 0), record=TWO)
    assert codes(lay) == ["copies"]


def test_a_spare_copy_on_double_cloth_is_never_silent():
    lay = single(put("b", ELL, 0, 0, plies=(0, 1)), record=job(piece("b", ELL)), way="lengthwise")
    (finding,) = exact_check(lay)
    assert (finding.code, "1 too many" in str(finding.text)) == ("copies", True)


def test_the_wrong_hand_is_found():
    record = job(piece("b", ELL))
    assert codes(single(put("b", ELL, 0, 200, mirrored=True), record=record)) == ["hand"]
    # on the second ply of a fold the mirrored one is right and the plain one wrong
    assert (
        codes(
            single(
                put("b", ELL, 0, 200, mirrored=True, plies=(1,)), record=record, way="lengthwise"
            )
        )
        == []
    )
    assert codes(single(put("b", ELL, 0, 0, plies=(1,)), record=record, way="lengthwise")) == [
        "hand"
    ]


def test_two_left_sleeves_are_no_pair():
    record = job(piece("s", WEDGE, 2, pair=True))
    assert codes(single(put("s", WEDGE, 0, 0), put("s", WEDGE, 300, 0), record=record)) == ["hand"]
    assert (
        codes(
            single(put("s", WEDGE, 0, 0), put("s", WEDGE, 300, 180, mirrored=True), record=record)
        )
        == []
    )


def test_a_mirrored_copy_of_a_symmetric_piece_is_as_good():
    assert codes(single(put("a", BOX, 0, 120, mirrored=True), record=job(piece("a", BOX)))) == []


def test_off_grain_and_against_the_print():
    record = job(piece("b", ELL))
    assert codes(single(put("b", ELL, 500, 500, turn=1.0), record=record)) == ["grain"]
    upside_down = put("b", ELL, 500, 500, turn=180.0)
    assert codes(single(upside_down, record=record)) == []
    assert codes(single(upside_down, record=record, print_=Print.TWO_WAY)) == []
    assert codes(single(upside_down, record=record, print_=Print.ONE_WAY)) == ["print"]


def test_tilt_is_allowed_as_far_as_it_was_allowed():
    record = job(piece("b", ELL, tilt_deg=2))
    assert codes(single(put("b", ELL, 500, 500, turn=1.9), record=record)) == []
    assert codes(single(put("b", ELL, 500, 500, turn=2.1), record=record)) == ["grain"]


def test_a_piece_s_own_turns_hold():
    record = job(piece("b", ELL, turns_deg=[0]))
    assert codes(single(put("b", ELL, 500, 500, turn=180.0), record=record)) == ["turn"]


def test_nap_mixed_within_a_garment():
    record = job(piece("a", BOX, garment="dress"), piece("b", ELL, garment="dress"))
    mixed = (put("a", BOX, 0, 0), put("b", ELL, 800, 500, turn=180.0))
    assert codes(single(*mixed, record=record, print_=Print.PER_GARMENT)) == ["nap-mixed"]
    record["pieces"][1]["garment"] = "coat"
    assert codes(single(*mixed, record=record, print_=Print.PER_GARMENT)) == []


def test_a_fold_edge_a_fiftieth_off_the_fold_is_found():
    record = job(piece("f", HALF, fold=[[0, 0], [600, 0]]))
    on = put("f", HALF, 0, 0, plies=(0, 1), on_fold=True)
    assert codes(single(on, record=record, way="lengthwise")) == []
    off = replace(on, y_mm=0.02)
    assert "off-fold" in codes(single(off, record=record, way="lengthwise"))


def test_a_half_laid_open_is_another_shape_than_asked_for():
    record = job(piece("f", HALF, fold=[[0, 0], [600, 0]]))
    assert "shape" in codes(single(put("f", HALF, 0, 0), record=record))


def test_a_stranger_on_the_cloth_is_found():
    lay = single(put("a", BOX, 0, 0), put("b", ELL, 300, 0), record=TWO)
    stranger = replace(lay.placements[0], id="x/1", piece="x", x_mm=700)
    assert codes(replace(lay, placements=(*lay.placements, stranger))) == ["stray"]


@pytest.mark.parametrize("way", ["open", "lengthwise"])
def test_moving_any_part_of_a_tight_lay_onto_another_is_found(way):
    record = job(piece("a", BOX, 4), piece("b", ELL, 2))
    a_job = job_of(record)
    lay = make_lay(cut_pieces(a_job), a_job.cloths[0], way, search=Search(effort=4))
    assert exact_check(lay) == ()
    first = lay.placements[0]
    for k, other in enumerate(lay.placements[1:], start=1):
        moved = replace(
            other, x_mm=other.x_mm * 0 + first.x_mm, y_mm=first.y_mm, turn_deg=0.0, mirrored=False
        )
        assert (
            exact_check(
                replace(lay, placements=(*lay.placements[:k], moved, *lay.placements[k + 1 :]))
            )
            != ()
        )


def test_a_pair_of_a_piece_that_is_its_own_mirror_may_be_two_of_one_hand():
    a_job = job_of(job(piece("box", BOX, 2, pair=True), piece("ell", ELL, 2, pair=True)))
    lay = make_lay(cut_pieces(a_job), a_job.cloths[0], "open", search=Search(effort=3))
    assert exact_check(lay) == ()
    alike = tuple(replace(p, mirrored=False) if p.piece == "ell" else p for p in lay.placements)
    assert "hand" in {finding.code for finding in exact_check(replace(lay, placements=alike))}
