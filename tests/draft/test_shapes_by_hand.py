"""Upper parts, necks and drapes with figures worked out by hand: where a seam begins, what it takes
in, how long what is drawn up was before."""

import math

import pytest

from tests.draft.test_builder import BODY, STYLE, drafted, full, made_of
from tests.draft.test_parts_by_hand import at, bought, with_figures
from wickel.draft import DraftRefused
from wickel.draft.builder import PARTS, Slot
from wickel.draft.builder.making import BARE_TOP, NO_SHOULDERS, PANELS, half_neck_mm
from wickel.draft.notions import notions
from wickel.geometry import crossing, length
from wickel.pattern import edge_length, sewn_length
from wickel.wording import words_of

PLAIN = {"shape": "plain", "sleeve": "none", "pockets": "none", "lower": "in-one"}
COWL = {**PLAIN, "neck": "cowl", "neck_width_mm": 110.0, "back_neck_mm": 50.0, "closing": "none"}


def across(piece, edge, down):
    met = crossing(piece.edge(edge).path, 0, down)
    return met[0][-1].end[1]


# --- panels ------------------------------------------------------------------------------------


def test_panel_seams_from_the_neck_leave_the_shoulder_to_the_side_and_part_the_neck():
    pattern = drafted(shape="neck", sleeve="none")
    whole = drafted(sleeve="none").piece("front")
    centre, side = pattern.piece("front-centre"), pattern.piece("front-side")
    parts = edge_length(centre, "neck") + edge_length(side, "neck")
    assert parts == pytest.approx(edge_length(whole, "neck"))
    assert edge_length(centre, "neck") == pytest.approx(0.55 * parts)
    assert edge_length(side, "shoulder") == pytest.approx(edge_length(whole, "shoulder"))
    assert {edge.name for edge in centre.edges} == {"neck", "panel seam", "hem", "centre"}


@pytest.mark.parametrize("shape", ["close", "strapless-close"])
def test_panels_close_under_the_bust_take_in_there_what_the_figure_says(shape):
    pattern = drafted(shape=shape, sleeve="none", pockets="none")
    level = BODY["neck_to_under_bust"]
    inner = across(pattern.piece("front-centre"), "panel seam", level)
    outer = across(pattern.piece("front-side"), "panel seam", level)
    taken = pattern.figure("under.intake.front")
    assert outer - inner == pytest.approx(taken, abs=0.01)
    # a straight side from chest to waist would leave so much of the room there
    chest, waist = (BODY["bust"] + 60) / 4, (BODY["waist"] + 60) / 4
    waist += pattern.figure("dart.wide.front")
    top, low = pattern.figure("chest.down.front"), pattern.figure("waist.down.front")
    there = chest + (waist - chest) * (level - top) / (low - top)
    assert taken == pytest.approx(there - (BODY["under_bust"] + 60) / 4)


def test_each_seam_has_its_own_intake_at_waist_under_bust_and_hip():
    figures = {"under.intake.back": 31.0, "dart.wide.back": 22.0, "hip.intake.back": 8.0}
    pattern = with_figures(figures, **{**PLAIN, "shape": "close"}, below_waist_mm=300.0)
    centre, side = pattern.piece("back-centre"), pattern.piece("back-side")
    for level, taken in (
        (pattern.figure("under.down.back"), 31.0),
        (pattern.figure("waist.down.back"), 22.0),
        (pattern.figure("dart.foot.back"), 8.0),
        (pattern.figure("dart.foot.back") + 90, 8.0),
    ):
        between = across(side, "panel seam", level) - across(centre, "panel seam", level)
        assert between == pytest.approx(taken, abs=0.01)
    # at the front each seam keeps its own
    assert pattern.figure("under.intake.front") != 31.0


def test_bones_lie_in_every_panel_and_their_channel_is_as_long_as_all_of_them():
    chosen = {"shape": "shoulder", "extra": "bones", "sleeve": "none", "pockets": "none"}
    pattern = drafted(**chosen)
    bones = [
        length(mark.path)
        for piece in pattern.pieces
        for mark in piece.inner_lines
        if mark.name == "bone"
    ]
    assert len(bones) == 4
    assert pattern.figure("bone.round") == pytest.approx(2 * sum(bones) / 4)
    listed = [n for n in notions(STYLE.id, pattern, BODY, full(chosen)) if n.kind == "boning"]
    assert [notion.count for notion in listed] == [2, 2, 2, 2]
    assert [notion.long_mm for notion in listed] == pytest.approx(bones)


# --- necks -------------------------------------------------------------------------------------


def test_a_split_neck_is_cut_8_cm_below_a_round_one_and_meets_it_three_tenths_out():
    neck = drafted(neck="split").piece("front").edge("neck").path
    assert neck[0].start == pytest.approx((82 + 80, 0.0))
    assert neck[0].end[1] == pytest.approx(0.3 * 72)
    plain = drafted().piece("front").edge("neck").path
    met = crossing(plain, 1, 0.3 * 72)
    assert neck[0].end == pytest.approx(met[0][-1].end)
    assert length(neck[1:]) == pytest.approx(length(met[1]))


def test_a_neck_to_one_side_has_its_point_3_cm_beside_the_centre():
    pattern = drafted(neck="aside", sleeve="none", edges="faced")
    front = pattern.piece("front")
    assert made_of(pattern)["front"] == "1"
    assert at(front, "neck point") == pytest.approx((82.0, 30.0))
    by_hand = math.hypot(82, 72 + 30) + math.hypot(82, 72 - 30)
    assert edge_length(front, "neck") == pytest.approx(by_hand)
    assert edge_length(pattern.piece("front-facing"), "neck") == pytest.approx(by_hand)
    # the hem runs on over the centre: the skirt is sewn to half of it on each side
    half = drafted(neck="v", sleeve="none").piece("front")
    assert edge_length(front, "hem") == pytest.approx(2 * edge_length(half, "hem"))


def test_a_point_of_the_neck_beyond_the_shoulder_is_refused_with_its_figure():
    with pytest.raises(DraftRefused) as refusal:
        with_figures({"neck.aside": 62.0}, neck="aside")
    assert refusal.value.concerns == ("neck.aside",)
    assert "6.2 cm" in str(words_of(refusal.value))


def test_pleats_lengthen_the_shoulder_of_a_cowl_and_are_laid_into_what_it_was():
    plain, pleated = drafted(**COWL), with_figures({"cowl.pleats": 60.0}, **COWL)
    before = edge_length(plain.piece("front"), "shoulder")
    front = pleated.piece("front")
    assert edge_length(front, "shoulder") == pytest.approx(before + 60)
    assert sewn_length(front, "shoulder") == pytest.approx(before)


def test_pleats_in_the_neck_of_a_cowl_are_marked_on_it_and_laid_in_before_its_collar():
    figures = {"cowl.neck_pleats": 60.0}
    plain, pleated = drafted(**COWL), with_figures(figures, **COWL)
    before = half_neck_mm(plain)
    # the neck is swung 6 cm further out, and comes back by as much: all round it is the same
    (fold,) = [m for m in pleated.piece("front").inner_lines if m.name == "neck, fold line"]
    (was,) = [m for m in plain.piece("front").inner_lines if m.name == "neck, fold line"]
    assert length(fold.path) == pytest.approx(length(was.path) + 60)
    assert half_neck_mm(pleated) == pytest.approx(before)
    # two pleats of 3 cm: each pair of marks lies so far apart
    marks = {m.name: m.path[0].start[1] for m in pleated.piece("front").inner_lines}
    for k in (1, 2):
        assert marks[f"pleat {k} to"] - marks[f"pleat {k} from"] == pytest.approx(30.0)
    collared = with_figures(figures, **COWL, collar="stand")
    front = collared.piece("front")
    assert edge_length(front, "neck") - sewn_length(front, "neck") == pytest.approx(60.0)
    assert 2 * edge_length(collared.piece("collar"), "neck") == pytest.approx(2 * before, abs=0.5)


def test_a_collar_on_a_cowl_is_as_long_as_its_neck_and_takes_the_place_of_its_facing():
    pattern = drafted(**COWL, collar="stand")
    names = {edge.name for edge in pattern.piece("front").edges}
    assert "neck" in names
    assert "facing edge" not in names
    assert 2 * edge_length(pattern.piece("collar"), "neck") == pytest.approx(
        2 * half_neck_mm(pattern), abs=0.5
    )


# --- one shoulder, and none --------------------------------------------------------------------


def test_one_shoulder_is_cut_whole_front_and_back_and_has_one_armhole():
    pattern = drafted(**{**PLAIN, "shape": "one-shoulder"}, closing="side")
    assert made_of(pattern) == {
        "front": "1", "back": "1", "front-facing": "1", "back-facing": "1", "armhole-binding": "1",
    }  # fmt: skip
    front, back = pattern.piece("front"), pattern.piece("back")
    # seen from behind its shoulder lies on the other side of the centre
    assert front.edge("shoulder").end[1] > 0 > back.edge("shoulder").end[1]
    once = edge_length(front, "armhole") + edge_length(back, "armhole")
    # once round, and one join and the ends of a strip four times 8 mm wide
    assert edge_length(pattern.piece("armhole-binding"), "join") == pytest.approx(once + 2 * 32)


def test_a_skirt_under_one_shoulder_is_as_wide_as_all_of_its_waist():
    pattern = drafted(shape="one-shoulder", closing="side", lower="gathered", pockets="none")
    half = edge_length(pattern.piece("front"), "hem") / 2
    assert sewn_length(pattern.piece("skirt-front"), "waist") == pytest.approx(half)


def test_off_the_shoulder_bodice_and_sleeve_are_cut_off_alike_and_held_by_elastic():
    chosen = {"shape": "off-shoulder", "closing": "side", "pockets": "none"}
    pattern = drafted(**chosen)
    sleeve = pattern.piece("sleeve")
    for where, edge in (("front", "cap"), ("back", "cap, on")):
        assert edge_length(pattern.piece(where), "armhole") == pytest.approx(
            edge_length(sleeve, edge), abs=0.01
        )
    assert edge_length(sleeve, "hem") - sewn_length(sleeve, "hem") == pytest.approx(140, abs=1)
    listed = notions(STYLE.id, pattern, BODY, full(chosen))
    (top,) = (notion for notion in listed if notion.name == "Elastic for the top")
    arms = BODY["across_front"] + BODY["across_back"] + 2 * BODY["upper_arm"] / math.pi
    assert top.long_mm == pytest.approx(0.9 * arms + 20)


def test_what_may_go_with_an_upper_part_follows_from_what_it_says_of_itself():
    uppers = PARTS[Slot.UPPER]
    straps, bones = PARTS[Slot.EXTRA]["straps"], PARTS[Slot.EXTRA]["bones"]
    placket = PARTS[Slot.CLOSING]["placket"]
    for part in uppers.values():
        assert bool(straps.refuses(part)) == (BARE_TOP not in part.traits)
        assert bool(bones.refuses(part)) == (PANELS not in part.traits)
        assert bool(placket.refuses(part)) == (NO_SHOULDERS in part.traits)


# --- drawn up ----------------------------------------------------------------------------------


@pytest.mark.parametrize("shape", ["plain", "one-shoulder"])
@pytest.mark.parametrize(("drape", "edge"), [("side", "side"), ("other-side", "other side")])
def test_one_side_is_16_cm_longer_and_drawn_up_to_what_it_was(shape, drape, edge):
    chosen = {**PLAIN, "shape": shape, "closing": "side"}
    before = drafted(**chosen).piece("front")
    front = drafted(**chosen, drape=drape).piece("front")
    assert edge_length(front, edge) == pytest.approx(edge_length(before, "side") + 160, abs=0.01)
    assert sewn_length(front, edge) == pytest.approx(edge_length(before, "side"), abs=0.01)
    other = "side" if edge == "other side" else "other side"
    assert edge_length(front, other) == pytest.approx(edge_length(before, "side"), abs=0.01)


@pytest.mark.parametrize("drape", ["sides", "strip"])
def test_both_sides_and_the_middle_are_16_cm_longer_and_the_front_stays_on_the_fold(drape):
    before = drafted(**PLAIN).piece("front")
    pattern = drafted(**PLAIN, drape=drape)
    front = pattern.piece("front")
    assert front.cuts == before.cuts
    for edge in ("side", "centre"):
        assert edge_length(front, edge) == pytest.approx(edge_length(before, edge) + 160, abs=0.01)
    assert sewn_length(front, "side") == pytest.approx(edge_length(before, "side"), abs=0.01)
    if drape == "strip":
        strip = edge_length(pattern.piece("drape-strip"), "join")
        assert strip == pytest.approx(edge_length(before, "centre"))
        assert sewn_length(front, "centre") == pytest.approx(strip)


def test_a_centre_panel_is_drawn_up_to_the_side_panel_that_it_is_sewn_to():
    pattern = drafted(shape="shoulder", sleeve="none", drape="panel", pockets="none")
    centre, side = pattern.piece("front-centre"), pattern.piece("front-side")
    assert edge_length(centre, "panel seam") == pytest.approx(
        edge_length(side, "panel seam") + 160, abs=0.01
    )
    assert sewn_length(centre, "panel seam") == pytest.approx(
        edge_length(side, "panel seam"), abs=0.01
    )


def test_gathers_of_the_neck_are_8_cm_a_half_and_its_facing_is_that_of_the_neck_before():
    before = drafted(**PLAIN)
    pattern = drafted(**PLAIN, drape="neck")
    plain = edge_length(before.piece("front"), "neck")
    assert edge_length(pattern.piece("front"), "neck") == pytest.approx(plain + 80, abs=0.1)
    assert edge_length(pattern.piece("front-facing"), "neck") == pytest.approx(plain)
    wider = edge_length(pattern.piece("front"), "hem") - edge_length(before.piece("front"), "hem")
    assert wider == pytest.approx(80, abs=0.1)


def test_a_front_with_darts_is_not_drawn_up_above_them_but_its_skirt_is():
    with pytest.raises(DraftRefused):
        drafted(lower="in-one", drape="sides", pockets="none")
    pattern = drafted(lower="straight", drape="sides", pockets="none")
    skirt, back = pattern.piece("skirt-front"), pattern.piece("skirt-back")
    assert sewn_length(skirt, "side") == pytest.approx(edge_length(back, "side"), abs=0.01)


# --- waist, skirt, edges, sleeve ---------------------------------------------------------------


def test_a_wrapped_skirt_crosses_by_eight_tenths_of_its_front_and_is_caught_in_the_waist_seam():
    pattern = drafted(lower="wrapped-skirt", pockets="none")
    plain = drafted(lower="a-line", pockets="none")
    front = pattern.piece("skirt-front")
    quarter = pattern.figure("skirt.waist.across.front")
    over = 0.8 * quarter
    before = edge_length(plain.piece("skirt-front"), "waist")
    assert edge_length(front, "waist") == pytest.approx(before + over)
    assert made_of(pattern)["skirt-front"] == "2p"
    facing = pattern.piece("skirt-front-facing")
    assert edge_length(facing, "wrap edge") == pytest.approx(edge_length(front, "wrap edge"))


def test_wings_are_10_cm_at_the_side_4_cm_at_their_ends_and_as_long_as_the_waist():
    wing = drafted(waist="wings").piece("wing")
    assert edge_length(wing, "join") == pytest.approx(100)
    assert edge_length(wing, "end") == pytest.approx(40)
    assert edge_length(wing, "upper edge") == pytest.approx(BODY["waist"])
    assert edge_length(wing, "lower edge") == pytest.approx(math.hypot(60, BODY["waist"]))


def test_a_piping_is_as_long_as_the_neck_and_its_cord_is_bought():
    pattern = drafted(edges="piped", sleeve="none", pockets="none")
    piping = pattern.piece("neck-piping")
    assert edge_length(piping, "join") == pytest.approx(2 * half_neck_mm(pattern) + 30)
    assert piping.grain_deg == 45.0
    cord = bought(edges="piped", sleeve="none", pockets="none")["cord"]
    assert cord.long_mm == pytest.approx(2 * half_neck_mm(pattern) + 30)


def test_casings_lie_7_cm_apart_above_the_hem_and_each_has_its_strip_and_its_elastic():
    figures = {"casing.count": 3.0}
    pattern = with_figures(figures, sleeve="elastic", pockets="none")
    sleeve = pattern.piece("sleeve")
    lines = [mark.path[0] for mark in sleeve.inner_lines if mark.name == "casing"]
    low = min(sleeve.edge("hem").start[0], sleeve.edge("hem").end[0])
    assert [line.start[0] for line in lines] == pytest.approx([low - 70, low - 140, low - 210])
    strip = pattern.piece("sleeve-casing")
    assert made_of(pattern)["sleeve-casing"] == "6"
    longest = max(length((line,)) for line in lines)
    assert edge_length(strip, "join") == pytest.approx(longest)
    listed = notions(STYLE.id, pattern, BODY, full({"sleeve": "elastic"}))
    (elastic,) = (notion for notion in listed if notion.kind == "elastic")
    assert elastic.count == 8


def test_casings_that_reach_above_the_underarm_are_refused():
    with pytest.raises(DraftRefused) as refusal:
        with_figures({"casing.count": 6.0, "casing.gap": 120.0}, sleeve="elastic")
    assert refusal.value.concerns == ("casing.count", "casing.gap")


def test_a_centre_back_hollowed_at_the_waist_is_given_back_at_the_side():
    chosen = {"sleeve": "none", "pockets": "none", "lower": "straight"}
    plain = drafted(**chosen)
    hollow = with_figures({"centre.hollow.back": 12.0}, **chosen)
    back = hollow.piece("back")
    assert at(back, "side waist")[1] == pytest.approx(at(plain.piece("back"), "side waist")[1] + 12)
    assert back.edge("centre").start[1] == pytest.approx(12.0)
    assert back.edge("centre").end == plain.piece("back").edge("centre").end
    # a quarter of the waist is what it was, and so is the skirt that hangs from it
    for pattern in (plain, hollow):
        assert pattern.figure("waist.across.back") == pytest.approx((BODY["waist"] + 60) / 4)
    assert edge_length(hollow.piece("skirt-back"), "waist") == pytest.approx(
        edge_length(plain.piece("skirt-back"), "waist"), abs=0.5
    )


def test_a_collar_in_one_with_the_front_goes_on_by_the_back_neck_and_is_as_wide_as_asked():
    chosen = {"neck": "v", "collar": "grown-on", "closing": "edge", "shape": "plain"}
    pattern = drafted(**chosen, lower="in-one", pockets="none", sleeve="none")
    front, back = pattern.piece("front"), pattern.piece("back")
    assert edge_length(front, "collar neck") == pytest.approx(edge_length(back, "neck"))
    assert edge_length(front, "collar behind") == pytest.approx(2 * 40)
    # it rolls along the V, from (82, 0) up to (0, 72), and goes on in that line
    (roll,) = (mark.path[0] for mark in front.inner_lines if mark.name == "roll line")
    assert (roll.start, roll.end) == (pytest.approx((82, 0)), pytest.approx((0, 72)))
    behind, whole = edge_length(back, "neck"), math.hypot(82, 72)
    inner = at(front, "collar, joined behind")
    assert inner == pytest.approx((-behind * 82 / whole, 72 + behind * 72 / whole))
    outer = at(front, "collar, its edge behind")
    assert outer == pytest.approx((inner[0] - 80 * 72 / whole, inner[1] - 80 * 82 / whole))
    # its facing follows all of its edge
    for edge in ("front edge", "collar edge", "collar behind"):
        facing = pattern.piece("front-facing")
        assert edge_length(facing, edge) == pytest.approx(edge_length(front, edge))


def test_a_yoke_may_slant_to_the_armhole():
    figures = {"yoke.down.front": 120.0, "yoke.outer.front": 160.0}
    pattern = with_figures(figures, shape="plain", yoke="front", sleeve="none", pockets="none")
    (seam,) = pattern.piece("front-yoke").edge("yoke seam").path
    assert {round(seam.start[0], 3), round(seam.end[0], 3)} == {120.0, 160.0}


def test_panels_front_and_back_by_themselves_have_their_parts_and_each_seam_its_flare():
    chosen = {"shape": "none", "lower": "panels-apart", "pockets": "none"}
    pattern = with_figures({"flare.front1": 40.0, "flare.side": 100.0}, **chosen)
    quarter = (BODY["waist"] + 15) / 4
    # half the waist in front is on three panels, of which one lies on the fold
    centre, side = pattern.piece("panel-front-1"), pattern.piece("panel-front-2")
    assert edge_length(centre, "waist") == pytest.approx(quarter / 3)
    assert edge_length(side, "waist") == pytest.approx(2 * quarter / 3)
    assert made_of(pattern)["panel-front-1"] == "1f"
    hip = (BODY["hip"] + 60) / 4 / 3
    # a seam swings out by its flare on both of its panels
    assert centre.edge("seam").end[1] == pytest.approx(hip + 40)
    assert side.edge("other seam").start[1] == pytest.approx(-hip - 40)
    assert side.edge("side").end[1] == pytest.approx(hip + 100, abs=1.5)
    back = pattern.piece("panel-back-1")
    assert edge_length(side, "side") == pytest.approx(edge_length(back, "side"), abs=0.01)
    # two panels behind meet in the centre, where the zip is
    assert [(n.name, n.edge) for n in back.notches] == [("zip", "other seam")]


def test_an_odd_number_of_panels_has_no_seam_for_a_zip_behind():
    with pytest.raises(DraftRefused) as refusal:
        drafted(lower="panels-apart", back_panels="3")
    assert refusal.value.concerns == ("back_panels", "closing")


# --- hems --------------------------------------------------------------------------------------


@pytest.mark.parametrize(("lower", "rings"), [("trousers", 2), ("straight", 1)])
def test_a_hem_laid_in_pleats_goes_into_its_band(lower, rings):
    pattern = drafted(shape="none", lower=lower, hem="banded", pockets="none")
    pieces = [p for p in pattern.pieces if any(edge.name == "hem" for edge in p.edges)]
    around = sum(p.cuts[0].copies * (1 + p.cuts[0].on_fold) * edge_length(p, "hem") for p in pieces)
    band = pattern.piece("hem-band")
    assert band.cuts[0].copies == rings
    assert rings * edge_length(band, "join") == pytest.approx(0.6 * around)
    assert edge_length(band, "end") == pytest.approx(80.0)  # folded: 4 cm
    for piece in pieces:
        assert sewn_length(piece, "hem") == pytest.approx(0.6 * edge_length(piece, "hem"))
        folds = {m.name: m.path[0] for m in piece.inner_lines if m.name.startswith("hem pleat")}
        pairs = [
            (folds[f"hem pleat {k} from"], folds[f"hem pleat {k} to"])
            for k in range(1, len(folds) // 2 + 1)
        ]
        taken = sum(math.dist(a.start, b.start) for a, b in pairs)
        assert taken == pytest.approx(0.4 * edge_length(piece, "hem"), rel=0.01)
        assert all(a.end[0] < a.start[0] for pair in pairs for a in pair)


def test_a_band_longer_than_its_hem_is_refused_with_its_figure():
    with pytest.raises(DraftRefused, match="make the band shorter") as refusal:
        with_figures({"hem_band.round": 5000.0}, lower="straight", hem="banded", pockets="none")
    assert refusal.value.concerns == ("hem_band.round",)
