"""Rules beside the exact check: each with a lay that breaks it and one beside it that just does
not."""

from dataclasses import replace

import pytest

from tests.lay.shapes import BOX, ELL, HALF, job, piece
from tests.lay.test_exact import put, single
from wickel.cloth import BadCloth, Cloth, Flaw, Print
from wickel.lay import Level, flaws_on_table, with_findings


def found(lay, **cloth):
    """Codes of the findings of a lay, on the cloth changed so."""
    changed = replace(lay, cloth=replace(lay.cloth, **cloth))
    return {finding.code: finding for finding in with_findings(changed).findings}


def box_at(x, y, **more):
    return single(put("a", BOX, x, y, **more), record=job(piece("a", BOX)))


def test_a_flaw_under_a_piece_is_found_and_one_beside_it_is_not():
    # the box lies from 100 to 300 along and from 200 to 320 across
    lay = box_at(100, 200)
    under = found(lay, flaws=(Flaw(x_mm=290, length_mm=20, y_mm=310, width_mm=40),))
    assert under["flaw"].level is Level.BROKEN
    assert "29 cm from the start" in str(under["flaw"].text)
    assert "flaw" not in found(lay, flaws=(Flaw(x_mm=300, length_mm=20, y_mm=310, width_mm=40),))
    assert "flaw" in found(lay, flaws=(Flaw(x_mm=250, length_mm=10),))  # a strip right across
    assert "flaw" not in found(lay, flaws=(Flaw(x_mm=310, length_mm=10),))


def test_a_flaw_is_found_on_the_ply_it_is_in_whatever_the_fold():
    record = job(piece("a", BOX, 2))
    # folded in half at 700: the upper ply's place across is 700 − y
    lay = single(put("a", BOX, 0, 100, plies=(0, 1)), record=record, way="lengthwise")
    assert "flaw" in found(lay, flaws=(Flaw(x_mm=50, length_mm=10, y_mm=700 - 150, width_mm=10),))
    assert "flaw" in found(lay, flaws=(Flaw(x_mm=50, length_mm=10, y_mm=700 + 150, width_mm=10),))
    assert "flaw" not in found(
        lay, flaws=(Flaw(x_mm=50, length_mm=10, y_mm=700 - 95, width_mm=90),)
    )
    one_ply = single(
        put("a", BOX, 0, 100, plies=(0,)), record=job(piece("a", BOX)), way="lengthwise"
    )
    assert "flaw" not in found(
        one_ply, flaws=(Flaw(x_mm=50, length_mm=10, y_mm=700 - 150, width_mm=10),)
    )


def test_flaws_are_shown_where_they_lie_on_the_table():
    lay = single(put("a", BOX, 0, 100), record=job(piece("a", BOX)), way="lengthwise")
    cloth = replace(lay.cloth, flaws=(Flaw(x_mm=50, length_mm=10, y_mm=600, width_mm=50),))
    ((outline, ply),) = flaws_on_table(cloth, lay.spread)
    # 600 to 650 on the flat cloth is 50 to 100 from the fold, on the upper ply
    assert ply == 1
    assert (min(y for _, y in outline), max(y for _, y in outline)) == pytest.approx((50, 100))


def test_stretch_must_run_round_the_body():
    assert "stretch" not in found(box_at(0, 0), stretch_across=0.3)
    wrong = found(box_at(0, 0), stretch_along=0.3)
    assert wrong["stretch"].level is Level.STRAINED
    assert "gives along only" in str(wrong["stretch"].text)
    assert "stretch" not in found(box_at(0, 0), stretch_along=0.3, stretch_across=0.3)
    record = job(piece("a", BOX, grain="cross"))
    across = single(put("a", BOX, 300, 0, turn=90.0), record=record)
    assert "stretch" not in found(across, stretch_along=0.3)
    assert "stretch" in found(across, stretch_across=0.3)


def test_an_edge_along_a_fold_is_said_and_one_a_little_off_it_is_not():
    record = job(piece("a", BOX, 2))
    on = single(put("a", BOX, 0, 0, plies=(0, 1)), record=record, way="lengthwise")
    assert found(on)["edge-on-fold"].level is Level.NOTE
    assert "20 cm of its edge" in str(found(on)["edge-on-fold"].text)
    off = single(put("a", BOX, 0, 1, plies=(0, 1)), record=record, way="lengthwise")
    assert "edge-on-fold" not in found(off)
    one_ply = single(put("a", BOX, 0, 0, plies=(0,)), record=job(piece("a", BOX)), way="lengthwise")
    assert "edge-on-fold" not in found(one_ply)


def test_a_half_on_its_fold_is_no_edge_lost():
    record = job(piece("a", HALF, fold=[[0, 0], [600, 0]]))
    lay = single(
        replace(put("a", HALF, 0, 0, plies=(0, 1), on_fold=True), fold="low"),
        record=record,
        way="lengthwise",
    )
    assert "edge-on-fold" not in found(lay)


def test_four_plies_creep_and_two_do_not():
    record = job(piece("a", BOX, 4, mirror=True))
    four = single(put("a", BOX, 0, 1, plies=(0, 1, 2, 3)), record=record, way="four")
    assert "creep" in found(four)
    two = single(
        put("a", BOX, 0, 1, plies=(0, 1)), record=job(piece("a", BOX, 2, mirror=True)), way="four"
    )
    assert "creep" not in found(two)


def test_bias_is_45_degrees_and_nothing_else():
    record = job(piece("a", BOX, grain="bias", grain_deg=45))
    good = single(put("a", BOX, 300, 300, turn=90.0), record=record)
    assert "bias" not in found(good)
    assert "bias" in found(single(put("a", BOX, 300, 300, turn=44.9), record=record))


def test_a_nap_makes_any_print_one_way():
    assert (
        Cloth(id="a", usable_width_mm=1400, print=Print.ANY, nap=True).print_or_assumed
        is Print.ONE_WAY
    )
    assert (
        Cloth(id="a", usable_width_mm=1400, print=Print.PER_GARMENT, nap=True).print_or_assumed
        is Print.PER_GARMENT
    )
    upside_down = box_at(200, 120, turn=180.0)
    assert "print" not in found(upside_down)
    assert "print" in found(upside_down, nap=True)


def test_an_ell_cut_from_the_ply_a_fold_turns_over_is_named_with_its_ply():
    record = job(piece("a", ELL, 2, mirror=True), print_="one-way")
    lay = single(
        put("a", ELL, 0, 0, plies=(0, 1)), record=record, way="crosswise", print_=Print.ONE_WAY
    )
    assert "on ply 2 of 2, which the fold turns over" in str(found(lay)["print-fold"].text)
    assert "print-fold" not in found(
        single(put("a", ELL, 0, 0, plies=(0, 1)), record=record, way="turned", print_=Print.ONE_WAY)
    )


def test_the_worst_comes_first():
    lay = with_findings(
        replace(box_at(0, 0), cloth=replace(box_at(0, 0).cloth, print=None, stretch_along=0.2))
    )
    levels = [finding.level for finding in lay.findings]
    assert levels == sorted(levels, key=[Level.BROKEN, Level.STRAINED, Level.NOTE].index)


@pytest.mark.parametrize(
    "bad",
    [
        {"stretch_along": -0.1},
        {"stretch_across": 9.0},
        {"least_length_mm": -1.0},
        {"flaws": (Flaw(x_mm=-5, length_mm=10),)},
        {"flaws": (Flaw(x_mm=5, length_mm=0),)},
        {"flaws": (Flaw(x_mm=float("nan"), length_mm=10),)},
    ],
)
def test_a_cloth_that_cannot_be_is_refused(bad):
    with pytest.raises(BadCloth):
        Cloth(id="a", usable_width_mm=1400, **bad)


def test_pieces_nearer_than_the_room_kept_between_them_are_found():
    record = job(piece("a", BOX), piece("b", BOX))
    lay = single(put("a", BOX, 0, 0), put("b", BOX, 208, 0), record=record)  # 8 mm apart
    assert "8 mm apart: 10 mm are kept" in str(found(lay, margin_mm=10.0)["margin"].text)
    assert "margin" not in found(lay, margin_mm=8.0)
    assert "margin" not in found(lay)
