"""What drafted garments ask of the print, and other things a cloth's card now says."""

from dataclasses import replace

import pytest

from tests.lay.shapes import BOX, ELL, WEDGE, job, piece
from tests.lay.test_exact import put, single
from tests.lay.test_rules import found
from wickel.body import size_body
from wickel.cloth import Border, BorderAt, Cloth, Design, Print, Repeat
from wickel.files import job_of, job_record
from wickel.job import (
    AskedOfPrint,
    Garment,
    Job,
    cut_pieces,
    drafted,
    hemmed_pieces,
    lay_job,
    seams_that_may_meet,
)
from wickel.lay import Axes, Grain, LayRefused, Search


def dress(cloth, **asked):
    return Job(
        cloths=(cloth,),
        garments=(
            Garment(
                id="d", style="box-dress", body=size_body("96"), on_print=AskedOfPrint(**asked)
            ),
        ),
    )


PLAIN = Cloth(id="main", usable_width_mm=1500, print=Print.ANY)
BORDERED = replace(PLAIN, design=Design(border=Border(at=BorderAt.LOW, width_mm=120)))


def by_id(job):
    return {piece.id: piece for piece in cut_pieces(job)}


def test_chosen_hems_lie_on_a_border_along_a_selvage_with_their_grain_across():
    pieces = by_id(dress(BORDERED, border=("front",)))
    assert pieces["d/front"].grain is Grain.CROSS
    hem = pieces["d/front"].on_print.border_edge
    assert len({round(x) for x, _ in hem}) == 1  # a straight hem, at one distance from the neck
    assert pieces["d/back"].grain is Grain.STRAIGHT
    assert pieces["d/back"].on_print.border_edge == ()


def test_on_a_border_across_the_grain_stays_straight():
    across = replace(PLAIN, design=Design(border=Border(at=BorderAt.ACROSS, width_mm=120)))
    assert by_id(dress(across, border=("front",)))["d/front"].grain is Grain.STRAIGHT


def test_a_seam_that_meets_marks_both_its_pieces_at_one_level():
    pieces = by_id(dress(PLAIN, seams=("side seam",)))
    (front,), (back,) = pieces["d/front"].on_print.marks, pieces["d/back"].on_print.marks
    assert front.seam == back.seam == "side seam"
    assert front.axes is Axes.ALONG
    # both pieces are drawn from the same line down: the same level is the same x
    assert front.at[0] == pytest.approx(back.at[0], abs=1.0)


def test_a_piece_cut_in_pairs_can_meet_itself_at_its_centre():
    garment = Garment(id="s", style="pencil-skirt", body=size_body("96"))
    pattern = drafted(garment).pattern
    names = [seam.name for seam in seams_that_may_meet(pattern)]
    assert "centre of the back" in names
    asked = replace(
        garment,
        on_print=AskedOfPrint(seams=("centre of the back",)),
        cloths={"interfacing": "main"},
    )
    pieces = by_id(Job(cloths=(PLAIN,), garments=(asked,)))
    assert {mark.axes for mark in pieces["s/back"].on_print.marks} == {Axes.BOTH}
    assert "front" in {piece.id for piece in hemmed_pieces(pattern)}


def test_the_middle_of_a_piece_on_the_fold_is_on_its_fold():
    centre = by_id(dress(PLAIN, centred=("front",)))["d/front"].on_print.centre
    assert centre is not None
    assert centre[1] == 0.0


def test_a_job_with_all_of_it_is_written_and_read_again():
    design = Design(
        border=Border(at=BorderAt.BOTH, width_mm=90, distance_mm=12),
        repeat=Repeat(along_mm=64, across_mm=32, offset_mm=32),
        picture=b"\x89PNG",
    )
    cloth = replace(PLAIN, design=design, high_selvage_mm=25.0, heads_at_end=True)
    made = dress(cloth, border=("front",), seams=("side seam",), centred=("back",))
    assert job_of(job_record(made)) == made
    record = job(
        piece(
            "a",
            WEDGE,
            border_edge_mm=[[0, 0], [300, 0]],
            centre_mm=[100, 50],
            meets=[{"seam": "side", "at_mm": [10, 0], "axes": "both"}],
        ),
    )
    record["pieces"][0]["cuts"][0]["single"] = False
    (there,) = job_of(record).pieces
    assert job_of(job_record(job_of(record))).pieces == (there,)
    assert there.orders[0].single is False


@pytest.mark.parametrize(
    ("said", "along", "across"),
    [(240, 240, None), ([240, 0], 240, None), ([240, 160], 240, 160), ({"across": 90}, None, 90)],
)
def test_a_repeat_is_read_however_it_is_written(said, along, across):
    (cloth,) = job_of(job(piece("a", BOX), repeat_mm=said)).cloths
    assert cloth.design.repeat == Repeat(along_mm=along, across_mm=across)


def test_heads_at_the_end_turn_every_piece_on_a_one_way_print():
    record = job(piece("a", ELL), print_="one-way", heads_at_end=True)
    a_job = job_of(record)
    (lay,) = lay_job(a_job, cut_pieces(a_job), fold="open", search=Search(effort=2))
    assert lay.complete
    assert {placement.turn_deg for placement in lay.placements} == {180.0}
    up = single(put("a", ELL, 0, 0), record=record, print_=Print.ONE_WAY)
    assert "print" not in found(up)
    assert "print" in found(up, heads_at_end=True)


def test_a_pair_that_may_not_be_cut_single_waits_for_double_cloth():
    record = job(piece("sleeve", WEDGE, 2, pair=True))
    record["pieces"][0]["cuts"][0]["single"] = False
    a_job = job_of(record)
    (lay,) = lay_job(a_job, cut_pieces(a_job), fold="lengthwise", search=Search(effort=2))
    assert [placement.cut_plies for placement in lay.placements] == [(0, 1)]
    with pytest.raises(LayRefused, match="may not be cut single"):
        lay_job(a_job, cut_pieces(a_job), fold="open", search=Search(effort=2))


def test_uneven_selvages_are_said_where_the_cloth_is_folded():
    folded = single(put("a", BOX, 0, 10, plies=(0,)), record=job(piece("a", BOX)), way="lengthwise")
    assert "10 mm and 25 mm wide" in str(
        found(folded, selvage_mm=10, high_selvage_mm=25)["selvages"].text
    )
    assert "selvages" not in found(folded, selvage_mm=10, high_selvage_mm=11)
    opened = single(put("a", BOX, 0, 10), record=job(piece("a", BOX)))
    assert "selvages" not in found(opened, selvage_mm=10, high_selvage_mm=25)
