"""Parts of garments with figures worked out by hand: where seams lie, how long what is sewn to what
is, what is bought for them."""

import math
from itertools import pairwise

import pytest

from tests.draft.test_builder import BODY, STYLE, drafted, full
from wickel.body import CHARTS
from wickel.draft import Allowances, DraftRefused, Length, draft, is_asked, tape_checks
from wickel.draft.builder import PARTS, Slot, made_to_fit, without_others
from wickel.draft.builder.making import half_neck_mm, lower_edge_mm
from wickel.draft.ledger import Ledger
from wickel.draft.notions import notions
from wickel.geometry import area
from wickel.pattern import EdgeKind, edge_length, net_line, notch_point, sewn_length
from wickel.wording import words_of


def with_figures(figures, **chosen):
    own = {id: Length(mm) for id, mm in figures.items()}
    return draft(STYLE, BODY, chosen, Allowances(), own)


def bought(**chosen):
    pattern = drafted(**chosen)
    return {notion.kind: notion for notion in notions(STYLE.id, pattern, BODY, full(chosen))}


def at(piece, name):
    return next((p.down_mm, p.across_mm) for p in piece.points if p.name == name)


# --- waists ------------------------------------------------------------------------------------


def test_a_seam_under_the_bust_lies_where_it_was_measured():
    pattern = drafted(waist="under-bust", lower="gathered", pockets="none")
    front = pattern.piece("front")
    assert front.edge("side").end[0] == pytest.approx(BODY["neck_to_under_bust"])
    # a quarter of the under bust and its 6 cm, the dart closed
    quarter = (BODY["under_bust"] + 60) / 4
    assert pattern.figure("waist.across.front") == pytest.approx(quarter)
    # the skirt is told from the waist: longer by what the seam lies above that
    above = BODY["nape_to_waist"] + 22 - BODY["neck_to_under_bust"]
    assert edge_length(pattern.piece("skirt-front"), "side") == pytest.approx(
        BODY["waist_to_knee"] + 50 + above
    )


def test_a_lowered_seam_lies_8_cm_below_the_waist_and_the_skirt_is_shorter_by_that():
    pattern = drafted(waist="lowered", lower="gathered", pockets="none")
    low = at(pattern.piece("back"), "hem at the side")[0]
    assert low - at(pattern.piece("back"), "side waist")[0] == pytest.approx(80.0)
    assert edge_length(pattern.piece("skirt-back"), "side") == pytest.approx(
        BODY["waist_to_knee"] + 50 - 80
    )


def test_a_straight_band_set_in_is_as_long_as_the_waist_and_shortens_the_skirt():
    pattern = drafted(waist="band", lower="gathered", band_mm=50.0, pockets="none")
    around = 2 * sum(lower_edge_mm(pattern.pieces, side) for side in ("front", "back"))
    assert edge_length(pattern.piece("waistband"), "join") == pytest.approx(around)
    assert edge_length(pattern.piece("skirt-front"), "side") == pytest.approx(
        BODY["waist_to_knee"] + 50 - 50
    )


def test_a_shaped_band_is_a_part_of_a_ring():
    pattern = with_figures(
        {"waist.quarter": 180.0, "band.high": 60.0, "band.lower": 780.0},
        shape="none",
        lower="gathered",
        waist="shaped-band",
        pockets="none",
    )
    band = pattern.piece("waistband")
    # 72 cm above, 78 cm below, 6 cm high: the radius is 72 · 6 / (78 − 72)
    assert math.hypot(*band.edge("join").start) == pytest.approx(720.0)
    assert 2 * edge_length(band, "join") == pytest.approx(720.0, abs=0.05)
    assert 2 * edge_length(band, "lower") == pytest.approx(780.0, abs=0.05)
    # the skirt is drawn in to its lower edge
    skirt = 2 * sum(sewn_length(pattern.piece(side), "waist") for side in ("front", "back"))
    assert skirt == pytest.approx(780.0)


def test_a_shaped_band_no_wider_below_is_refused():
    with pytest.raises(DraftRefused, match="a shaped one is wider") as refusal:
        with_figures({"band.lower": 600.0}, shape="none", lower="gathered", waist="shaped-band")
    assert "waist" in refusal.value.concerns


def test_what_is_drawn_in_by_elastic_goes_over_the_hip():
    pattern = drafted(
        shape="none", lower="trousers-elastic", waist="elastic", closing="none", pockets="none"
    )
    around = 2 * sum(
        sewn_length(pattern.piece(f"leg-{side}"), "waist") for side in ("front", "back")
    )
    assert around == pytest.approx(BODY["hip"] + 40)
    assert edge_length(pattern.piece("casing"), "join") == pytest.approx(around)


# --- upper parts -------------------------------------------------------------------------------


def test_a_strapless_top_begins_above_the_bust_and_ends_under_the_arm():
    whole, cut = drafted(sleeve="none"), drafted(shape="strapless")
    front = cut.piece("front")
    assert front.edge("centre").end[0] == pytest.approx(BODY["neck_to_bust"] - 80)
    side = edge_length(whole.piece("front"), "side") - 15
    assert edge_length(front, "side") == pytest.approx(side, abs=0.01)
    # what it is sewn to below has not changed
    assert lower_edge_mm(cut.pieces, "back") == pytest.approx(lower_edge_mm(whole.pieces, "back"))


def test_straps_are_as_long_as_from_top_to_top():
    pattern = drafted(shape="strapless", extra="straps", pockets="none")
    drop = 0.0
    for side in ("front", "back"):
        top = pattern.piece(side).edge("top")
        (x1, y1), (x2, y2) = top.start, top.end
        share = (BODY["bust_span"] / 2 - y1) / (y2 - y1)
        drop += x1 + share * (x2 - x1)
    assert edge_length(pattern.piece("strap"), "join") == pytest.approx(drop + 20, abs=0.5)


def test_no_upper_part_asks_nothing_above_the_waist():
    assert not is_asked(STYLE.option("sleeve"), {"shape": "none"})
    assert not is_asked(STYLE.option("neck"), {"shape": "none"})
    pattern = drafted(shape="none", lower="gathered", pockets="none")
    assert {piece.id for piece in pattern.pieces} == {"front", "back", "waistband"}


def test_sleeves_grown_on_have_no_armhole_and_a_curve_under_the_arm():
    pattern = drafted(shape="plain", sleeve="grown-on", lower="in-one", edges="raw", pockets="none")
    front = pattern.piece("front")
    assert {edge.name for edge in front.edges} == {
        "neck", "shoulder", "sleeve end", "side", "hem", "centre",
    }  # fmt: skip
    assert edge_length(front, "sleeve end") == pytest.approx((BODY["upper_arm"] + 120) / 2)


def test_a_dropped_shoulder_is_4_cm_further_out_and_its_sleeve_so_much_shorter():
    usual, dropped = drafted(sleeve="long"), drafted(sleeve="dropped")
    out = [at(p.piece("front"), "shoulder point")[1] for p in (usual, dropped)]
    assert out[1] - out[0] == pytest.approx(40.0)
    long = [p.figure("sleeve.down") for p in (usual, dropped)]
    assert long[0] - long[1] == pytest.approx(40.0)


def test_a_cap_sleeve_is_as_long_as_the_armhole_down_to_its_ends():
    pattern = drafted(sleeve="cap", edges="bound")
    cap = edge_length(pattern.piece("cap-sleeve"), "cap")
    reach = 0.62 * sum(edge_length(pattern.piece(side), "armhole") for side in ("front", "back"))
    assert cap == pytest.approx(reach, abs=0.01)
    (mark,) = [n for n in pattern.piece("back").notches if n.name == "cap sleeve ends"]
    assert mark.at_mm == pytest.approx(0.62 * edge_length(pattern.piece("back"), "armhole"))


# --- cut otherwise -----------------------------------------------------------------------------


def test_yokes_take_nothing_away():
    whole, cut = drafted(), drafted(yoke="both")
    for side in ("front", "back"):
        parts = [cut.piece(side), cut.piece(f"{side}-yoke")]
        assert sum(area(net_line(p)) for p in parts) == pytest.approx(
            area(net_line(whole.piece(side))), rel=1e-6
        )
    # the back's yoke ends half the armhole's depth down, or 6 cm below the neck
    down = max(22 + 60, 0.5 * BODY["armhole"] / 2)
    assert cut.piece("back-yoke").edge("yoke seam").start[0] == pytest.approx(down)
    assert half_neck_mm(cut) == pytest.approx(half_neck_mm(whole))


def test_what_is_gathered_below_a_yoke_is_6_cm_wider_in_each_half():
    plain, full_below = (
        drafted(shape="plain", yoke=yoke, lower="in-one") for yoke in ("both", "gathered")
    )
    narrow, wide = (edge_length(p.piece("back"), "yoke seam") for p in (plain, full_below))
    assert wide - narrow == pytest.approx(60.0, abs=0.01)
    assert sewn_length(full_below.piece("back"), "yoke seam") == pytest.approx(narrow, abs=0.01)


@pytest.mark.parametrize("chart", CHARTS)
def test_raglan_seams_are_as_long_on_sleeve_and_body_at_every_size(chart):
    for body in map(CHARTS[chart].body, CHARTS[chart].sizes):
        pattern = drafted(body, yoke="raglan", sleeve="long", lower="in-one")
        overarm = [edge_length(pattern.piece(f"sleeve-{s}"), "overarm") for s in ("front", "back")]
        assert overarm[0] == pytest.approx(overarm[1], abs=0.01)
        for side in ("front", "back"):
            body_mm = edge_length(pattern.piece(side), "raglan seam") + edge_length(
                pattern.piece(side), "armhole"
            )
            sleeve = edge_length(pattern.piece(f"sleeve-{side}"), "raglan seam")
            assert sleeve == pytest.approx(body_mm, abs=0.05)


def test_a_raglan_takes_3_cm_of_the_neck_to_the_sleeve():
    pattern = drafted(yoke="raglan", sleeve="long")
    assert edge_length(pattern.piece("sleeve-back"), "neck") == pytest.approx(30.0, abs=0.01)
    assert half_neck_mm(pattern) == pytest.approx(half_neck_mm(drafted()), abs=0.01)


def test_a_bust_dart_is_moved_where_there_is_one():
    body = CHARTS["women"].body("124")
    side, moved = (drafted(body, bust_dart=place) for place in ("side", "shoulder"))
    assert any(mark.name == "side dart" for mark in side.piece("front").inner_lines)
    front = moved.piece("front")
    (dart,) = [mark for mark in front.inner_lines if mark.name == "bust dart"]
    mouth = math.dist(dart.path[0].start, dart.path[-1].end)
    assert mouth > 2.0
    longer = edge_length(front, "shoulder") - edge_length(side.piece("front"), "shoulder")
    assert longer == pytest.approx(mouth, rel=0.05)


def test_a_bust_dart_is_shared_out_over_the_edges_that_the_maker_names():
    body = CHARTS["women"].body("124")
    whole = drafted(body)
    (side,) = [m for m in whole.piece("front").inner_lines if m.name == "side dart"]
    tip, full_angle = side.path[0].end, opening(side)
    shares = {"bust_dart.shoulder": 0.5, "bust_dart.armhole": 0.2, "bust_dart.neck": 0.3}
    for given in (shares, shares | {"bust_dart.shoulder": 0.25}):
        figures = {id: Length(share) for id, share in given.items()}
        pattern = draft(STYLE, body, {"bust_dart": "parted"}, Allowances(), figures)
        front = pattern.piece("front")
        opened = [m for m in front.inner_lines if "dart" in m.name and m.path[0].end == tip]
        # each takes its share of the angle, and what is left of it stays in the side
        expected = [share * full_angle for share in given.values()]
        rest = full_angle - sum(expected)
        assert sorted(opening(m) for m in opened) == pytest.approx(
            sorted([*expected, *([rest] if rest > 1e-6 else [])]), rel=1e-3
        )
        assert [c.name for c in tape_checks(STYLE, pattern, body, {}) if not c.held] == []


def test_no_more_than_the_whole_bust_dart_is_shared_out():
    body = CHARTS["women"].body("124")
    figures = {"bust_dart.armhole": Length(0.7)}
    with pytest.raises(DraftRefused, match="more than all of it") as refusal:
        draft(STYLE, body, {"bust_dart": "parted"}, Allowances(), figures)
    assert "bust_dart.armhole" in refusal.value.concerns


def opening(dart):
    """The angle between the legs of a dart."""
    (x, y), (a, b), (c, d) = dart.path[0].end, dart.path[0].start, dart.path[-1].end
    return abs(math.remainder(math.atan2(b - y, a - x) - math.atan2(d - y, c - x), math.tau))


# --- below -------------------------------------------------------------------------------------


def test_godets_are_wedges_as_high_as_their_side():
    pattern = drafted(lower="godets", pockets="none")
    wedge = pattern.piece("godet")
    assert edge_length(wedge, "side") == pytest.approx(300.0)
    # a sixth of a circle of 30 cm
    assert edge_length(wedge, "hem") == pytest.approx(2 * math.pi * 300 / 6, abs=0.05)
    front = pattern.piece("skirt-front")
    (mark,) = [notch for notch in front.notches if notch.name == "godet"]
    assert edge_length(front, "side") - mark.at_mm == pytest.approx(300.0)


def test_the_corner_of_a_square_hangs_lowest():
    pattern = drafted(lower="handkerchief", below_knee_mm=0.0, pockets="none")
    skirt = pattern.piece("skirt-front")
    radius = pattern.figure("skirt.waist.front") / (math.pi / 2)
    outer = radius + BODY["waist_to_knee"]
    assert at(skirt, "corner") == pytest.approx((outer, outer), abs=0.01)
    assert edge_length(skirt, "hem") == pytest.approx(2 * outer, abs=0.01)


def test_pleats_of_every_kind_take_up_all_the_fullness():
    for kind in ("pleated", "box-pleats", "inverted-pleats"):
        front = drafted(lower=kind, pockets="none").piece("skirt-front")
        marks = [mark.path[0].start[1] for mark in front.inner_lines]
        taken = sum(abs(b - a) for a, b in list(pairwise(marks))[::2])
        assert edge_length(front, "waist") - taken == pytest.approx(sewn_length(front, "waist"))
        assert all(0 <= mark <= edge_length(front, "waist") for mark in marks)


def test_a_frill_is_drawn_in_to_the_hem_all_round():
    pattern = drafted(lower="gathered", hem="frill", pockets="none")
    hem = 2 * sum(edge_length(pattern.piece(f"skirt-{s}"), "hem") for s in ("front", "back"))
    frill = pattern.piece("hem-frill")
    count = frill.cuts[0].copies
    assert count * sewn_length(frill, "join") == pytest.approx(hem)
    assert count * edge_length(frill, "join") == pytest.approx(1.6 * hem)
    assert pattern.piece("skirt-front").edge("hem").kind is EdgeKind.SEAM


def test_the_hem_of_a_bound_garment_has_no_allowance():
    pattern = drafted(lower="half-circle", hem="bound")
    assert pattern.piece("skirt-back").edge("hem").allowance_mm == 0.0
    assert pattern.piece("sleeve").edge("hem").allowance_mm > 0.0
    rolled = drafted(lower="half-circle", hem="rolled")
    assert rolled.piece("skirt-back").edge("hem").allowance_mm == 10.0


def test_slits_in_the_sides_are_marked_from_the_hem_up():
    front = drafted(lower="in-one", opening="sides").piece("front")
    (slit,) = [notch for notch in front.notches if notch.name == "slit"]
    assert edge_length(front, "side") - slit.at_mm == pytest.approx(150.0)


def test_a_lining_is_shorter_at_the_hem_only():
    pattern = drafted(lower="straight", lining="all", pockets="none")
    upper, lower = pattern.piece("front"), pattern.piece("skirt-front")
    lined_upper, lined_lower = (pattern.piece(f"{p.id}-lining") for p in (upper, lower))
    assert edge_length(lined_upper, "side") == pytest.approx(edge_length(upper, "side"))
    assert edge_length(lower, "side") - edge_length(lined_lower, "side") == pytest.approx(
        20, abs=0.1
    )


# --- collars -----------------------------------------------------------------------------------


@pytest.mark.parametrize("closing", ["back", "front", "none"])
def test_collars_that_follow_the_neck_are_as_long_as_it(closing):
    for collar in ("flat", "frill", "bow", "hood"):
        pattern = drafted(
            collar=collar, closing=closing, neck="v" if closing == "none" else "round"
        )
        neck = 2 * half_neck_mm(pattern)
        if collar == "hood":
            assert 2 * edge_length(pattern.piece("hood"), "neck") == pytest.approx(neck, abs=0.01)
            continue
        piece = pattern.piece("collar")
        if collar == "flat":
            long = sum(edge_length(piece, e.name) for e in piece.edges if e.name.startswith("neck"))
            stand = 2 * pattern.figure_or("stand.wide", 0.0)
            assert 2 * long == pytest.approx(neck - stand, abs=0.05)
        else:
            ends = 900.0 if collar == "bow" else 0.0
            assert sewn_length(piece, "join") - ends == pytest.approx(neck, abs=0.01)


# --- what is bought ----------------------------------------------------------------------------


def test_buttons_go_on_down_the_skirt_at_the_same_distance():
    pattern = drafted(closing="front", lower="gathered")
    places = []
    for id in ("front", "skirt-front"):
        piece = pattern.piece(id)
        long = edge_length(piece, "front edge")
        start = 0.0 if id == "front" else edge_length(pattern.piece("front"), "front edge")
        places += sorted(
            start + long - n.at_mm for n in piece.notches if n.name.startswith("button")
        )
    gaps = [b - a for a, b in pairwise(places)]
    assert len(gaps) >= 8
    assert max(gaps) - min(gaps) < 0.01
    assert bought(closing="front", lower="gathered")["buttons"].count == len(places)


def test_a_lacing_is_bought_in_pairs_of_eyelets():
    pattern = drafted(closing="laced")
    back = pattern.piece("back")
    marks = [n for n in back.notches if n.name.startswith("eyelet")]
    # one every 2.5 cm, half of that from both ends
    assert len(marks) == math.floor((edge_length(back, "centre") - 25) / 25) + 1
    assert bought(closing="laced")["eyelets"].count == 2 * len(marks)
    assert notch_point(back, marks[0])[1] == pytest.approx(0.0)


@pytest.mark.parametrize(
    ("chosen", "needed"),
    [
        ({"shape": "none", "lower": "gathered", "pockets": "none"}, 180.0),
        ({"shape": "none", "lower": "trousers", "pockets": "none"}, 180.0),
        ({"shape": "none", "lower": "panels-6", "closing": "side", "pockets": "none"}, 180.0),
    ],
)
def test_the_zip_of_a_skirt_alone_is_as_long_as_its_mark(chosen, needed):
    zips = [n for n in notions(STYLE.id, drafted(**chosen), BODY, full(chosen)) if n.kind == "zip"]
    assert [zip.long_mm for zip in zips] == [needed]


def test_elastic_behind_is_half_as_long_as_all_round():
    around, behind = (
        bought(waist=waist, lower="gathered")["elastic"].long_mm
        for waist in ("elastic", "elastic-behind")
    )
    assert around - 20 == pytest.approx(2 * (behind - 20))


# --- the builder -------------------------------------------------------------------------------


def test_what_does_not_fit_is_exchanged_and_what_is_kept_stays():
    usual_parts = {slot: str(STYLE.option(slot.value).default) for slot in Slot}
    chosen = usual_parts | {Slot.CLOSING: "front", Slot.LOWER: "panels-8"}
    fitting = made_to_fit(chosen, Slot.LOWER)
    assert fitting[Slot.LOWER] == "panels-8"
    assert fitting[Slot.CLOSING] == "back"
    assert made_to_fit(fitting, Slot.LOWER) == fitting
    other = made_to_fit(chosen, Slot.CLOSING)
    assert other[Slot.CLOSING] == "front"
    assert other[Slot.LOWER] != "panels-8"


def test_slots_that_are_not_named_add_nothing():
    chosen = without_others({Slot.SLEEVE: "long"})
    assert set(chosen) == set(Slot)
    assert all(chosen[slot] in PARTS[slot] for slot in Slot)
    assert (chosen[Slot.SLEEVE], chosen[Slot.LINING]) == ("long", "none")


def test_figures_of_a_part_are_called_after_it_and_told_so_in_their_rules():
    ledger = Ledger(BODY, {})
    ledger.know("joined", 200.0)
    leg = ledger.within("leg", {"waist.across": "joined + 1 cm"})
    assert leg.length("waist.across", "waist/4", "A quarter of the waist") == 210.0
    assert leg.length("hem.across", "waist_across/2", "Hem") == 105.0
    # outside, the part's figures have its name
    assert ledger.length("other", "leg_hem_across + 1 cm", "Other") == 115.0
    rules = {figure.id: figure.rule for figure in ledger.figures}
    assert rules == {
        "leg.waist.across": "joined + 1 cm",
        "leg.hem.across": "leg_waist_across/2",
        "other": "leg_hem_across + 1 cm",
    }


def test_the_maker_gives_figures_of_a_part_by_its_name():
    ledger = Ledger(BODY, {}, {"leg.hem": Length(150.0)})
    assert ledger.within("leg").both("hem", "20 cm", "Hem").back == 150.0
    assert list(ledger.unused()) == []
    assert list(Ledger(BODY, {}, {"hem": Length(1.0)}).unused()) == ["hem"]


def test_rules_of_a_style_stand_in_the_place_of_those_of_its_parts():
    ledger = Ledger(BODY, {}).ruled({"stand.wide": "2 cm", "neck.down": ("8 cm", "2 cm")})
    assert ledger.length("stand.wide", "1.8 cm", "Stand") == 20.0
    assert ledger.both("neck.down", "5 cm", "Neck").back == 20.0


def test_a_part_that_stands_alone_with_some_says_with_which():
    shape = PARTS[Slot.SLEEVE]["grown-on"]
    reason = words_of(DraftRefused(shape.refuses(PARTS[Slot.UPPER]["darts"])))
    assert "need a front that hangs plain" in str(reason)
    assert shape.refuses(PARTS[Slot.UPPER]["plain"]) == ""
