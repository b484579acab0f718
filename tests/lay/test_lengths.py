"""Cloth sold in fixed lengths: a lay for each, everything once, nothing longer than its length
holds."""

from collections import Counter
from dataclasses import replace

import pytest

from tests.lay.shapes import BOX, ELL, HALF, WEDGE, job, piece
from tests.often import usual
from wickel.cloth import BadCloth, Cloth
from wickel.files import job_of
from wickel.job import cut_pieces, lay_job
from wickel.lay import LayRefused, Search, Stopped, cut_from, lays_in_lengths, room_mm, share_of
from wickel.yardage import need, need_in_lengths, need_of

SQUARE = [[0, 0], [600, 0], [600, 600], [0, 600]]


def laid(*pieces, sold=1000, effort=20, fold="open", **cloth):
    a_job = job_of(job(*pieces, sold_length_mm=sold, **cloth))
    own = cut_pieces(a_job)
    return own, a_job.cloths[0], lay_job(a_job, own, fold=fold, search=Search(effort=effort))


def test_three_squares_on_a_metre_each_take_three_metres():
    # a length of 1000 less 2 · 25 holds 950: one square of 600 along, one across on 1000 of width
    _, cloth, lays = laid(piece("square", SQUARE, 3), width=1000)
    assert len(lays) == 3
    assert [lay.lay_length_mm for lay in lays] == pytest.approx([600] * 3)
    got = need_in_lengths([lay.lay_length_mm for lay in lays], cloth, complete=True)
    assert (got.lengths, got.buy_mm, got.at_least) == (3, 3000, False)
    assert got.squaring_mm == 150


def test_on_wider_cloth_two_lie_side_by_side():
    _, _, lays = laid(piece("square", SQUARE, 3), width=1400)
    assert sorted(len(lay.placements) for lay in lays) == [1, 2]


@pytest.mark.parametrize("fold", usual(("open", "lengthwise", "best"), ("open", "lengthwise")))
def test_every_copy_is_cut_once_and_no_lay_is_too_long(fold):
    pieces, cloth, lays = laid(
        piece("front", HALF, 2, fold=[[0, 0], [600, 0]]),
        piece("ell", ELL, 3),
        piece("sleeve", WEDGE, 4, pair=True),
        piece("patch", BOX, 5, mirror=True),
        sold=760,
        fold=fold,
        width=900,
    )
    assert len(lays) > 1
    assert all(lay.complete and lay.lay_length_mm <= room_mm(cloth) + 1e-6 for lay in lays)
    copies = Counter()
    for lay in lays:
        for placement in lay.placements:
            copies[placement.piece] += placement.yields
    assert copies == {"front": 2, "ell": 3, "sleeve": 4, "patch": 5}
    assert {own.id for lay in lays for own in lay.pieces} == {own.id for own in pieces}
    for lay in lays:  # each asks for what it gives, and can be laid again by that
        assert share_of(pieces, cloth, lay.placements) == tuple(
            own for piece in pieces for own in lay.pieces if own.id == piece.id
        )


def test_of_a_pair_of_which_one_is_cut_the_other_is_laid():
    record = job(piece("sleeve", WEDGE, 4, pair=True), sold_length_mm=760)
    record["pieces"][0]["cuts"][0]["cut"] = 1
    a_job = job_of(record)
    own = cut_pieces(a_job)
    lays = lay_job(a_job, own, fold="open", search=Search(effort=5))
    laid = [placement for lay in lays for placement in lay.placements]
    assert all(lay.complete for lay in lays)
    assert sum(placement.yields for placement in laid) == 3


def test_what_no_length_holds_is_refused_by_name():
    with pytest.raises(
        LayRefused, match=r"long does not fit on a length .* split the piece"
    ) as refusal:
        laid(piece("long", [[0, 0], [1200, 0], [1200, 100], [0, 100]]), print_="one-way")
    assert refusal.value.pieces == ("long",)


def test_one_length_is_bought_whole():
    cloth = Cloth(id="c", usable_width_mm=1100, sold_length_mm=4572, price=10.0)  # 5 yd
    got = need_of(3000, cloth, complete=True)
    assert (got.buy_mm, got.lengths, got.at_least) == (4572, 1, False)
    assert got.cost == pytest.approx(45.72)
    assert got.lay_mm + got.squaring_mm + got.shrinkage_mm + got.rounding_mm == pytest.approx(
        got.buy_mm
    )
    two = need_of(
        4550, cloth, complete=True
    )  # with both ends squared 4600: no length holds it in one
    assert (two.buy_mm, two.lengths, two.at_least) == (9144, 2, True)
    with pytest.raises(ValueError, match="longer than"):
        need_in_lengths([4550], cloth, complete=True)


def test_a_shrinking_length_holds_less():
    cloth = Cloth(id="c", usable_width_mm=1100, sold_length_mm=1000, shrink_along=0.1)
    assert room_mm(cloth) == 850
    assert need_of(850, cloth, complete=True).lengths == 1
    assert need_of(851, cloth, complete=True).lengths == 2


@pytest.mark.parametrize("mm", [0.0, 40.0, float("nan"), 2e5])
def test_lengths_that_cannot_be_are_refused(mm):
    with pytest.raises(BadCloth, match="sold in lengths"):
        Cloth(id="c", usable_width_mm=1100, sold_length_mm=mm)


def test_a_seam_between_two_lengths_is_pointed_out():
    tall = [[0, 0], [600, 0], [600, 900], [0, 900]]
    own, cloth, _ = laid(piece("box", BOX))
    marks = [{"seam": "side", "at_mm": [0, 0]}]
    a_job = job_of(
        job(
            piece("a", tall, meets=marks),
            piece("b", tall, meets=marks),
            width=1000,
            sold_length_mm=700,
            repeat_mm=[100, 0],
        )
    )
    lays = lays_in_lengths(cut_pieces(a_job), a_job.cloths[0], ("open",), search=Search(effort=5))
    assert len(lays) == 2
    assert all("parted-seam" in {f.code for f in lay.findings} for lay in lays)
    assert own == cut_from(own, replace(cloth))


def test_need_of_a_lay_on_a_fixed_length():
    _, _, (lay,) = laid(piece("box", BOX))
    assert need(lay).buy_mm == 1000


def test_a_search_that_is_stopped_at_once_still_gives_lays_that_fit():
    def stop(_progress, best):
        if best is not None:
            raise Stopped

    a_job = job_of(
        job(piece("square", SQUARE, 3), piece("ell", ELL, 4), width=1400, sold_length_mm=1000)
    )
    cloth = a_job.cloths[0]
    lays = lays_in_lengths(
        cut_pieces(a_job), cloth, ("lengthwise", "open"), report=stop, search=Search(effort=1000)
    )
    assert all(lay.complete and lay.lay_length_mm <= room_mm(cloth) + 1e-6 for lay in lays)


def test_a_rule_that_a_part_breaks_is_said_not_its_length():
    over = piece("poncho", BOX, directions=[0, 180])
    with pytest.raises(LayRefused, match="shoulder"):
        laid(over, print_="one-way")
