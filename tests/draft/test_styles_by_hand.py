"""Figures of more styles worked out by hand from the rules, at size 92.

Its body, in mm: bust 920, under bust 780, waist 740, hip 990, armhole 425, upper arm 288, wrist
162, shoulder 398, bust span 188, neck to bust 272, to under bust 346, to waist 440, to floor 1450,
nape to waist 412, waist to hip 205, waist to knee 590.
"""

import math
from itertools import pairwise

import pytest

from wickel.body import WOMEN, size_body
from wickel.draft import STYLES, Allowances, DraftRefused, draft, full_options, tape_checks
from wickel.draft.cowl import Cowl, cowl_front
from wickel.draft.ledger import Ledger
from wickel.draft.style import lengths
from wickel.draft.torso import TorsoCut, torso_by
from wickel.geometry import bounds, crossing
from wickel.pattern import edge_length, net_line, sewn_length

COWL_OPTIONS = lengths(full_options(STYLES["cowl-top"], {}))


def drafted(style, options=None, size="92"):
    return draft(STYLES[style], size_body(size), options or {}, Allowances())


def at(piece):
    return {p.name: (p.down_mm, p.across_mm) for p in piece.points}


def test_corset():
    # waist less 40 drawn in and a gap of 40: 660, half of it 330, in five panels 66 each; levels
    # from the bust: under bust 346 − 272 = 74, waist 440 − 272 = 168; centre front from −30 to 168
    # + 110 + 35 = 313
    pattern = drafted("corset")
    panels = [pattern.piece(f"panel-{k}") for k in range(1, 6)]
    assert all(at(panel)["waist right"] == pytest.approx((168, 66)) for panel in panels)
    assert edge_length(panels[0], "centre front") == pytest.approx(343)
    # at the bust all panels together are (920 − 40) / 2 wide
    wide = 0.0
    for panel in panels:
        sides = [
            crossing(edge.path, 0, 0.0) for edge in panel.edges if edge.name not in ("top", "hem")
        ]
        across = [met[0][-1].end[1] for met in sides if met is not None]
        wide += max(across) - min(across)
    assert wide == pytest.approx(440)


@pytest.mark.parametrize("count", ["3", "4", "5", "6"])
def test_every_seam_of_a_corset_is_as_long_on_both_its_panels(count):
    for size in WOMEN.sizes:
        pattern = drafted("corset", {"panels": count, "top": "under"}, size)
        for seam in pattern.seams:
            one, other = (
                edge_length(pattern.piece(piece), edge) for piece, edge in (seam.one, seam.other)
            )
            assert one == pytest.approx(other, abs=1e-6)


def test_handkerchief_dress():
    # side a quarter of hip and ease, (990 + 120) / 4 = 277.5; waist 440 down; 400 down and out from
    # there
    points = at(drafted("handkerchief-dress").piece("front"))
    assert points["waist"] == pytest.approx((440, 277.5))
    assert points["corner"] == pytest.approx((840, 677.5))
    assert math.dist(points["waist"], points["corner"]) == pytest.approx(math.sqrt(2) * 400)


def test_wrap_dress():
    # waist level 22 + 412 = 434; the neck runs straight from (0, 72) to 150 over the centre
    pattern = drafted("wrap-dress")
    front = pattern.piece("front")
    assert at(front)["wrap point"] == pytest.approx((434, -150))
    assert edge_length(front, "neck") == pytest.approx(math.hypot(434, 222))
    assert edge_length(pattern.piece("long-tie"), "join") == pytest.approx(740 + 550)


def test_wrapped_behind_it_is_the_back_that_crosses():
    pattern = drafted("wrap-dress", {"wraps": "back"})
    assert {edge.name for edge in pattern.piece("back").edges} >= {"wrap edge"}
    assert pattern.piece("front").cuts[0].on_fold


def test_jacket_and_waistcoat():
    # jacket: (920 + 100) / 4 = 255 at half the armhole, 212.5; waist 210 and a dart of half of 45
    side = at(drafted("jacket").piece("front-side"))
    assert side["side waist"] == pytest.approx((434, 232.5))
    # a waistcoat's chest line lies 20 deeper: 232.5; (920 + 90) / 4 = 252.5
    assert at(drafted("waistcoat").piece("front"))["underarm"] == pytest.approx((232.5, 252.5))


def test_coat():
    # (990 + 190) / 4 + 30 of flare = 325, 590 − 60 below the waist at 434; the hip is 205 below it,
    # so 325 above the hem, and the side seam swings out by 30 on that length: √(325² − 30²) =
    # 323.61 down
    assert at(drafted("coat").piece("back"))["hem at the side"] == pytest.approx(
        (962.61, 325), abs=0.01
    )


def test_off_shoulder_dress():
    # bodice waist 740 + 40, and 0.2 more along its curve; half a circle: 780 / π = 248.28; hem 590
    # further
    skirt = at(drafted("off-shoulder-dress").piece("skirt"))
    assert skirt["middle of the waist"][0] == pytest.approx(248.28, abs=0.1)
    assert skirt["middle of the hem"][0] == pytest.approx(838.28, abs=0.1)


def test_slip_top():
    # straps 95 above the bust point at half the bust span; the top is cut whole, on the bias
    front = drafted("slip-top").piece("front")
    assert at(front)["strap"] == pytest.approx((177, 94))
    assert at(front)["underarm"] == pytest.approx((212.5, 245))
    assert front.grain_deg == 45
    assert not front.cuts[0].on_fold


def test_wrap_skirt():
    # waist 750 / 4 = 187.5, hip 1040 / 4 = 260, dart 0.45 · 72.5 = 32.625; 130 over the centre
    front = drafted("wrap-skirt").piece("front")
    assert edge_length(front, "waist") == pytest.approx(130 + 187.5 + 32.625)
    assert edge_length(drafted("wrap-skirt").piece("waistband"), "join") == pytest.approx(
        750 + 2 * 130
    )


def test_two_cloth_maxi():
    # hem 1450 − 60 = 1390; the vent 400 high and 40 wide, running out over it
    pattern = drafted("two-cloth-maxi")
    corners = [segment.start for segment in pattern.piece("back-right").edge("vent").path]
    assert corners == [pytest.approx(corner) for corner in ((1390, -40), (990, -40))]
    # the halves are each other's mirror image, from different cloths
    left, right = (bounds(net_line(pattern.piece(f"front-{side}"))) for side in ("left", "right"))
    assert (left.min_y, left.max_y) == pytest.approx((-right.max_y, -right.min_y))
    assert [pattern.piece(f"front-{side}").cuts[0].material for side in ("left", "right")] == [
        "main",
        "contrast",
    ]


def test_jumpsuit():
    # a quarter of the hip and ease: (990 + 110) / 4 = 275; strap 94 + 15 + 6 across; legs as
    # trousers' own
    pattern = drafted("jumpsuit")
    assert at(pattern.piece("front"))["underarm"][1] == pytest.approx(275)
    assert at(pattern.piece("front"))["strap"] == pytest.approx((0, 115))
    drafted_mm = sum(edge_length(pattern.piece(f"{id}-leg"), "crotch") for id in ("front", "back"))
    assert drafted_mm == pytest.approx(655 + 20, abs=0.5)


def test_pleated_trousers_close_to_the_waist():
    # (740 + 15) / 4 = 188.75 and a pleat of 32, the most: 0.45 · (262.5 − 188.75) would be 33.2
    front = drafted("trousers", {"waist": "pleats"}).piece("front")
    marks = [mark.path[0].start[1] for mark in front.inner_lines if mark.name.startswith("pleat")]
    assert marks[1] - marks[0] == pytest.approx(32)
    assert edge_length(front, "waist") == pytest.approx(188.75 + 32)


def test_a_slant_pocket_takes_its_corner_from_the_front_and_gives_it_to_the_bag():
    plain, slanted = drafted("trousers").piece("front"), drafted("trousers", {"pockets": "slant"})
    front, behind, bag = (
        slanted.piece("front"),
        slanted.piece("pocket-side"),
        slanted.piece("pocket-bag"),
    )
    # 42 in along the waist and 165 down the side are cut away
    assert edge_length(plain, "waist") - edge_length(front, "waist") == pytest.approx(42, abs=0.05)
    assert edge_length(plain, "side") - edge_length(front, "side") == pytest.approx(165, abs=0.05)
    assert edge_length(front, "pocket edge") == pytest.approx(edge_length(bag, "pocket edge"))
    assert edge_length(behind, "side") == pytest.approx(165 + 30, abs=0.05)


# --- sleeves --------------------------------------------------------------------------------------


@pytest.mark.parametrize(
    "kind", ["short", "long", "gathered", "puffed", "elastic", "bell", "cuffed"]
)
def test_every_kind_of_sleeve_is_sewn_to_the_same_armhole(kind):
    pattern = drafted("bodice", {"sleeve": kind})
    armhole = sum(edge_length(pattern.piece(id), "armhole") for id in ("front", "back"))
    assert sewn_length(pattern.piece("sleeve"), "cap") == pytest.approx(armhole + 15, abs=0.01)


def test_bands_and_cuffs_go_round_the_arm():
    # band: upper arm 288 + 25; cuff: wrist 162 + 45, and 25 to button over
    assert edge_length(
        drafted("bodice", {"sleeve": "puffed"}).piece("sleeve-band"), "join"
    ) == pytest.approx(313)
    assert edge_length(
        drafted("bodice", {"sleeve": "cuffed"}).piece("cuff"), "join"
    ) == pytest.approx(207 + 25)


def test_a_cap_of_a_given_height_finds_its_width():
    # 0.62 of the depth 212.5 = 131.75 high
    pattern = drafted("bodice", {"cap": "close"})
    points = at(pattern.piece("sleeve"))
    assert points["underarm, front"][0] == pytest.approx(131.75, abs=0.01)
    armhole = sum(edge_length(pattern.piece(id), "armhole") for id in ("front", "back"))
    assert edge_length(pattern.piece("sleeve"), "cap") == pytest.approx(armhole + 15, abs=0.01)


def test_a_neck_of_sixths():
    # neck 365 / 6 = 60.83 wide; deep 60.83 + 12.7 = 73.53
    points = at(drafted("bodice", {"neck_rule": "sixth"}).piece("front"))
    assert points["shoulder at neck"] == pytest.approx((0, 365 / 6))
    assert points["neck centre"] == pytest.approx((365 / 6 + 12.7, 0))


# --- panels, collars, peplum ------------------------------------------------------------------


@pytest.mark.parametrize("shape", ["shoulder", "armhole"])
@pytest.mark.parametrize("size", WOMEN.sizes)
def test_panel_seams_meet_and_the_waist_is_the_body_s(shape, size):
    body, options = size_body(size), {"shape": shape}
    pattern = draft(STYLES["bodice"], body, options, Allowances())
    checks = {check.name: check for check in tape_checks(STYLES["bodice"], pattern, body, options)}
    assert checks["Front panel seam"].difference_mm == pytest.approx(0, abs=0.01)
    assert checks["Waist"].one_mm == pytest.approx(body["waist"] + 60, abs=0.5)


def test_a_peplum_sits_on_the_waist():
    # half a circle on 740 + 60 = 800: 800 / π = 254.65; the lower edge that it is sewn to dips
    # towards the centre, and is 0.2 mm longer for it
    peplum = at(drafted("bodice", {"peplum": "half"}).piece("peplum"))
    assert peplum["middle of the waist"][0] == pytest.approx(800.2 / math.pi, abs=0.02)


def test_a_stand_that_opens_behind_is_a_straight_band_with_its_fold_in_front():
    pattern = drafted("bodice", {"collar": "stand"})
    neck = sum(edge_length(pattern.piece(id), "neck") for id in ("front", "back"))
    assert edge_length(pattern.piece("collar"), "neck") == pytest.approx(neck)
    assert "centre front" in at(pattern.piece("collar"))


def test_buttons_are_spread_evenly_down_the_front():
    front = drafted("bodice", {"closing": "front"}).piece("front")
    places = sorted(notch.at_mm for notch in front.notches if notch.name.startswith("button"))
    gaps = {round(b - a, 3) for a, b in pairwise(places)}
    assert len(places) >= 3
    assert len(gaps) == 1


def test_a_cowl_is_as_wide_as_asked():
    # neck width 105 and 90 more on each side
    front = drafted("cowl-top", {"grain": "straight"}).piece("front")
    assert at(front)["shoulder at neck"][1] == pytest.approx(105 + 90)


def test_a_cowl_too_wide_for_its_shoulder_is_refused():
    front, _ = torso_by(Ledger(size_body("80"), COWL_OPTIONS), TorsoCut(plain=True))
    with pytest.raises(DraftRefused, match="swing the shoulder out") as refusal:
        cowl_front(front, Cowl(hang=160.0), Allowances())
    assert refusal.value.concerns == ("hang_mm", "shoulder")


def test_drapes_and_ruches_come_back_to_the_side_they_are_sewn_to():
    draped = drafted("draped-dress")
    assert (
        edge_length(draped.piece("front"), "side")
        > edge_length(draped.piece("back"), "side") + 5 * 35
    )
    assert sewn_length(draped.piece("front"), "side") == pytest.approx(
        edge_length(draped.piece("back"), "side")
    )
    ruched = drafted("one-shoulder-dress")
    assert edge_length(ruched.piece("front"), "side") - sewn_length(
        ruched.piece("front"), "side"
    ) == pytest.approx(160, abs=12)
