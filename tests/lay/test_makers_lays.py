"""Garments as a maker folds for them, each with a length worked out by hand that its lay, in the
way that is named, must not exceed; judged by code that shares nothing with the placing."""

import json
import math

import pytest

from tests.lay.judge import judged
from tests.lay.shapes import job, piece
from wickel.files import job_of, lay_record
from wickel.job import cut_pieces
from wickel.lay import LayRefused, Search, make_lay
from wickel.lay.together import sharing


def half(id, long, wide, neck=0.0, copies=1):
    """Half a body piece, its fold along the grain, at its head a neck twice as deep as wide."""
    line = [[neck, 0], [long, 0], [long, wide], [0, wide], *([[0, neck / 2]] if neck else [])]
    return piece(id, line, copies, fold=[[neck, 0], [long, 0]])


def rectangle(id, long, wide, copies=1, **more):
    line = [[0, 0], [long, 0], [long, wide], [0, wide]]
    return piece(id, line, copies, symmetric=True, **more)


def quarter_ring(id, inner, outer, copies):
    """A quarter of a ring as its half, the middle on the fold and on the bias."""
    arcs = [(outer, range(0, 46, 3)), (inner, range(45, -1, -3))]
    line = [
        [r * math.cos(math.radians(deg)), r * math.sin(math.radians(deg))]
        for r, degs in arcs
        for deg in degs
    ]
    return piece(id, line, copies, fold=[[inner, 0], [outer, 0]], grain_deg=45)


def laid(record, way, effort=60):
    made = job_of(record)
    lay = make_lay(cut_pieces(made), made.cloths[0], way, search=Search(effort=effort))
    assert judged(record, json.loads(json.dumps(lay_record((lay,))))) == []
    assert lay.complete
    return lay


def test_a_sack_dress_in_four_plies_with_two_necks():
    # 1.40 m wide, four quarters of 35 cm; both bodies are 34 cm by 1.10 m and differ in the neck
    # only: chalked once, the dress is as long as one of them
    dress = job(half("front", 1100, 340, 120), half("back", 1100, 340, 40), width=1400)
    lay = laid(dress, "lengthwise-twice")
    assert lay.lay_length_mm <= 1100 + 0.1
    assert len(sharing(lay.placements, lay.pieces)) == 1


def test_a_narrow_front_with_a_wide_back_on_two_folds():
    # the front is 30 cm deep, the back 40: twice both is the width of 1.40 m, with nothing between;
    # in the middle they would have 35 cm each, which the back does not fit
    dress = job(half("front", 1000, 300, 100), half("back", 1000, 400, 30), width=1400)
    lay = laid(dress, "two-folds")
    assert lay.lay_length_mm <= 1000 + 0.1
    assert sorted(lay.spread.depths_mm) == pytest.approx([300, 400])


def test_a_short_wide_robe_across_the_cloth():
    # 1.90 m from wrist to wrist and 70 cm long, a T: across, front and back lie side by side on
    # 1.50 m, 1.90 m long. Along the cloth they would need a seam, and four halves of 70 cm: 2.80 m
    robe = [
        [0, 0], [300, 0], [300, 450], [700, 450], [700, 1450], [300, 1450], [300, 1900], [0, 1900],
    ]  # fmt: skip
    record = job(piece("body", robe, 2, grain="cross"), width=1500)
    assert laid(record, "open").lay_length_mm <= 1900 + 0.1


def test_a_half_circle_in_two_panels_on_cloth_of_their_width():
    # radius and length are 90 cm together, the cloth is 90 cm wide: the corner is folded over, the
    # panel cut, the corner folded over again: twice 90 cm
    lay = laid(job(quarter_ring("panel", 180, 900, 2), width=900), "diagonal+diagonal")
    assert lay.lay_length_mm <= 1800 + 0.1
    assert [placed.yields for placed in lay.placements] == [1, 1]


def test_a_knit_top_with_sleeves_and_cuffs_from_four_plies():
    # quarters of 40 cm. On the near fold front and back in one place (62 cm), after it both sleeves
    # at once (58 cm): 1.20 m. Beside the bodies, 26 cm deep, 14 cm are left over 62 cm: the cuffs,
    # 20 by 12 cm, and a band, 40 by 12, find room there
    top = job(
        half("front", 620, 260, 90),
        half("back", 620, 260, 20),
        half("sleeve", 580, 230, copies=2),
        rectangle("cuff", 200, 120, 2, pair=True),
        rectangle("band", 400, 120, 1),
        width=1600,
    )
    lay = laid(top, "lengthwise-twice")
    assert lay.lay_length_mm <= 1200 + 0.1


def test_four_tiers_as_wide_as_the_cloth_at_once():
    # four tiers of 1.40 by 0.50 m, folded crosswise twice: 50 cm on the table, 2 m of cloth
    tiers = job(rectangle("tier", 500, 1400, 4), width=1400)
    lay = laid(tiers, "crosswise-twice")
    assert lay.table_mm <= 500 + 0.1
    assert lay.lay_length_mm <= 2000 + 0.1
    assert len(lay.placements) == 1


def test_folded_cut_off_and_folded_again():
    # 1 m wide. Folded to 30 cm for the front: 40 cm stay single, for two sleeves of 38 by 50 cm,
    # 1 m in all. Cut off, and the rest folded to 40 cm for the back, 20 cm beside it for two bands
    # of 1 m by 9 cm: 1 m again. Folded in half both bodies queue on the fold (2 m), and the sleeves
    # find no room beside either (20 and 10 cm are left): 2.50 m at the least
    shirt = job(
        half("front", 1000, 300, 90),
        half("back", 1000, 400, 30),
        rectangle("sleeve", 500, 380, 2, pair=True),
        rectangle("band", 1000, 90, 2),
        width=1000,
    )
    lay = laid(shirt, "partial:300+partial:400", effort=100)
    assert lay.lay_length_mm <= 2000 + 0.1
    assert [section.depths_mm for section in lay.spread.sections] == [(300.0,), (400.0,)]
    assert laid(shirt, "lengthwise").lay_length_mm >= 2500 - 0.1


def test_facings_do_not_queue_on_the_one_fold():
    # two bodies of 90 cm fill the fold; a yoke in two layers and a facing, cut whole, lie beside
    # them: 1.80 m. On the fold they would be 20 and 15 cm more
    blouse = job(
        half("front", 900, 300, 90),
        half("back", 900, 300, 30),
        half("yoke", 200, 150, copies=2),
        half("facing", 150, 140, 60),
        width=1400,
    )
    lay = laid(blouse, "lengthwise")
    assert lay.lay_length_mm <= 1800 + 0.1
    whole = {placed.piece for placed in lay.placements if not placed.on_fold}
    assert whole == {"yoke", "facing"}
    assert [p.yields for p in lay.placements if p.piece == "yoke"] == [2]


def test_what_is_held_is_cut_as_it_is_held():
    blouse = job(
        half("front", 900, 300, 90),
        half("back", 900, 300, 30),
        half("facing", 150, 140, 60),
        width=1400,
    )
    made = job_of(blouse)
    pieces, cloth = cut_pieces(made), made.cloths[0]
    lay = laid(blouse, "lengthwise")
    (facing,) = (placed for placed in lay.placements if placed.piece == "facing")
    assert not facing.on_fold
    kept = make_lay(pieces, cloth, "lengthwise", search=Search(effort=5), held=(facing,))
    assert facing in kept.placements
    # held on the fold it stays there, though cut whole it would be shorter
    (on_fold,) = (
        placed
        for placed in laid(job(half("facing", 150, 140, 60), width=1400), "lengthwise").placements
    )
    assert on_fold.on_fold
    again = make_lay(pieces, cloth, "lengthwise", search=Search(effort=5), held=(on_fold,))
    assert on_fold in again.placements
    assert again.lay_length_mm > lay.lay_length_mm + 50


def test_a_half_that_no_fold_can_hold_is_too_wide_as_a_whole():
    # its middle is on the bias: on cloth folded in half it could only lie whole, 60 cm wide on 50
    record = job(quarter_ring("panel", 200, 850, 1), width=1000)
    made = job_of(record)
    with pytest.raises(LayRefused, match=r"panel is \d+(\.\d)? cm too wide for the folded cloth"):
        make_lay(cut_pieces(made), made.cloths[0], "lengthwise", search=Search(effort=1))
