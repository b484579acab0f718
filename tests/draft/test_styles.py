"""Every style: at every size of its charts, with every option at its bounds, and by hand."""

import math

import numpy as np
import pytest

from tests.often import all_or, usual, usually
from wickel.body import CHARTS, WOMEN, Body, doubts, size_body, with_measurement
from wickel.draft import (
    PRESETS,
    ROLES,
    STYLES,
    Allowances,
    DraftRefused,
    asked_measurements,
    draft,
    needed_measurements,
    tape_checks,
)
from wickel.draft.builder import Slot
from wickel.draft.builder.garment import made_to_fit
from wickel.draft.circles import arc, radius
from wickel.draft.parts import bisect, dart_width
from wickel.geometry import area, bounds, length, simple_outline
from wickel.pattern import cut_line, edge_length, net_line, sewn_length


def sized():
    """Every style in every size of its charts, and whether that is usual: the least, the middle
    and the largest of each chart."""
    for style in STYLES.values():
        for chart in style.charts:
            sizes = tuple(CHARTS[chart].sizes)
            often = (sizes[0], sizes[len(sizes) // 2], sizes[-1])
            for size in sizes:
                yield style, size, size in often


PAIRS = tuple(sized())


def drafted(style, body, options=None, **allowances):
    return draft(STYLES[style], body, options or {}, Allowances(**allowances))


def valid(style, body, options):
    """Draft; check outlines; give the tape checks."""
    pattern = draft(style, body, options, Allowances())
    for piece in pattern.pieces:
        simple_outline(net_line(piece))
        cut = simple_outline(cut_line(piece))
        assert area(cut) > area(net_line(piece))
    for seam in pattern.seams:
        for piece, edge in (seam.one, seam.other):
            assert edge_length(pattern.piece(piece), edge) > 0
    return tape_checks(style, pattern, body, options)


@pytest.mark.parametrize(
    ("style", "size"),
    usually([pair[:2] for pair in PAIRS], lambda k: PAIRS[k][2]),
    ids=lambda value: getattr(value, "id", value),
)
def test_defaults_hold_every_check_at_every_size_of_the_chart(style, size):
    assert [check.name for check in valid(style, size_body(size), {}) if not check.held] == []


@pytest.mark.parametrize("style", STYLES.values(), ids=lambda style: style.id)
@pytest.mark.parametrize("preset", usual(PRESETS, tuple(PRESETS)[:1]))
def test_every_preset_gives_clean_cut_lines(style, preset):
    chart = CHARTS[style.charts[0]]
    for size in list(chart.sizes)[:: len(chart.sizes) - 1]:
        pattern = draft(style, chart.body(size), {}, Allowances(preset=preset))
        for piece in pattern.pieces:
            simple_outline(cut_line(piece))


@pytest.mark.parametrize("id", usual(STYLES, set(tuple(STYLES)[::5]) - {"from-parts"}))
def test_a_style_names_just_the_allowances_and_materials_it_uses(id):
    style = STYLES[id]
    used = set()

    class Listening(Allowances):
        def __getitem__(self, role):
            used.add(role)
            return super().__getitem__(role)

    materials = set()
    chart = CHARTS[style.charts[0]]
    named = set(style.materials)
    for size in list(chart.sizes)[:2]:
        for answers in one_by_one(style):
            named |= set(style.materials_for(answers))
            try:
                pattern = draft(style, chart.body(size), answers, Listening())
            except DraftRefused:
                continue
            cut = {cut.material for piece in pattern.pieces for cut in piece.cuts}
            assert cut <= set(style.materials_for(answers))
            materials |= cut
    assert set(style.roles) <= used
    # what is looked up for an edge that another takes the place of changes nothing
    for role in used - set(style.roles):
        usual = draft(style, chart.body(size), {}, Allowances())
        assert draft(style, chart.body(size), {}, Allowances(own_mm={role: 77.0})) == usual
    assert set(style.roles) <= set(ROLES)
    assert materials == named


def one_by_one(style):
    """Each answer by itself; a part of a garment with others that go with it."""
    for option in style.options:
        for value in getattr(option, "choices", [option.default]):
            if style.id == "from-parts" and option.id in {slot.value for slot in Slot}:
                usual_parts = {slot: str(style.option(slot.value).default) for slot in Slot}
                slot = Slot(option.id)
                fitting = made_to_fit(usual_parts | {slot: value}, slot)
                yield {own.value: id for own, id in fitting.items()}
            else:
                yield {option.id: value}


@pytest.mark.parametrize("style", STYLES.values(), ids=lambda style: style.id)
def test_each_missing_measurement_is_named(style):
    whole = CHARTS[style.charts[0]].body(next(iter(CHARTS[style.charts[0]].sizes)))
    needed = needed_measurements(style, whole, {}, Allowances())
    asked = asked_measurements(style, whole, {}, Allowances())
    for id in style.required:
        few = {k: v for k, v in whole.measurements_mm.items() if k != id}
        if id not in needed:
            made = draft(style, Body(name="", measurements_mm=few), {}, Allowances())
            checks = tape_checks(style, made, Body(name="", measurements_mm=few), {})
            # it is asked for where a check looks at it, and only there
            assert (id in asked) == (not all(check.measured for check in checks))
            continue
        with pytest.raises(DraftRefused) as refusal:
            draft(style, Body(name="", measurements_mm=few), {}, Allowances())
        assert refusal.value.concerns == (id,)


# --- circle skirt -----------------------------------------------------------------------------


def test_half_circle_skirt_by_hand():
    # waist 740 + 10 = 750; half: 750 / (2 · π · 0.5) = 238.73; knee 590 − 30 = 560: hem at 798.73
    pattern = drafted("circle-skirt", size_body("92"))
    at = {p.name: (p.down_mm, p.across_mm) for p in pattern.piece("panel").points}
    assert at["middle of the waist"] == pytest.approx((238.73, 0), abs=0.01)
    assert at["middle of the hem"] == pytest.approx((798.73, 0), abs=0.01)
    # two panels of 90°: the corner lies at 45°, 238.73 · √½ = 168.81
    assert at["end of the waist"] == pytest.approx((168.81, 168.81), abs=0.01)
    # the hem of a panel: a quarter of 2 · π · 798.73
    assert edge_length(pattern.piece("panel"), "hem") == pytest.approx(
        math.pi / 2 * 798.73, abs=0.05
    )


@pytest.mark.parametrize("circle", ["quarter", "half", "three-quarter", "full"])
@pytest.mark.parametrize("panels", ["2", "4", "8"])
def test_the_arcs_are_the_waist_at_every_size(circle, panels):
    for chart in ("women", "children"):
        for size in CHARTS[chart].sizes:
            body = size_body(size)
            pattern = drafted("circle-skirt", body, {"circle": circle, "panels": panels})
            arcs = edge_length(pattern.piece("panel"), "waist") * int(panels)
            assert arcs == pytest.approx(body["waist"] + 10, abs=0.1)


def test_the_waist_s_allowance_goes_inside_the_radius():
    panel = drafted("circle-skirt", size_body("92"), own_mm={"waist": 15.0}).piece("panel")
    nearest = min(math.hypot(x, y) for x, y in cut_line(panel))
    assert nearest == pytest.approx(238.73 - 15, abs=0.2)


def test_radius_and_arc():
    assert radius(2 * math.pi * 100, 1.0) == pytest.approx(100)
    assert length(arc(100, -90, 90)) == pytest.approx(100 * math.pi, abs=0.01)
    for segment in arc(250, 0, 90):
        assert math.hypot(*segment.at(0.5)) == pytest.approx(250, abs=0.01)


def test_a_whole_circle_in_one_panel_is_refused():
    with pytest.raises(DraftRefused, match="2 panels or more"):
        drafted("circle-skirt", size_body("92"), {"circle": "full", "panels": "1"})


# --- pencil and panelled skirt ----------------------------------------------------------------


def test_pencil_skirt_by_hand():
    # hip (990 + 40) / 4 = 257.5 at 205; waist (740 + 15) / 4 = 188.75; the dart takes 0.45 · 68.75
    # = 30.94 hem 590 − 20 = 570 down, 257.5 − 25 = 232.5 across
    front = drafted("pencil-skirt", size_body("92")).piece("front")
    at = {p.name: (p.down_mm, p.across_mm) for p in front.points}
    assert at["hip"] == pytest.approx((205, 257.5))
    assert at["hem at the side"] == pytest.approx((570, 232.5))
    assert edge_length(front, "waist") == pytest.approx(188.75 + 30.94, abs=0.01)
    assert dart_width(front, "waist") == pytest.approx(30.94, abs=0.01)


def test_the_waistband_is_the_waist_and_its_overlap():
    band = drafted("pencil-skirt", size_body("92")).piece("waistband")
    assert edge_length(band, "join") == pytest.approx(755 + 30)
    assert edge_length(band, "end") == pytest.approx(70)
    assert [(cut.material, cut.copies) for cut in band.cuts] == [("main", 1), ("interfacing", 1)]


def test_a_waist_wider_than_the_hip_is_refused_by_both_names():
    body = with_measurement(size_body("92"), "waist", 1080)
    for style in ("pencil-skirt", "panelled-skirt", "trousers"):
        with pytest.raises(DraftRefused) as refusal:
            drafted(style, body)
        assert {"waist", "hip"} <= set(refusal.value.concerns)


def test_panelled_skirt_by_hand():
    # six panels: waist 755 / 12 = 62.92, hip (990 + 50) / 12 = 86.67, hem 86.67 + 90; long 590 +
    # 120 = 710
    panel = drafted("panelled-skirt", size_body("92")).piece("panel")
    at = {p.name: (p.down_mm, p.across_mm) for p in panel.points}
    assert at["waist"] == pytest.approx((0, 62.92), abs=0.01)
    assert at["hip"] == pytest.approx((205, 86.67), abs=0.01)
    assert at["flare begins"] == pytest.approx((410, 86.67), abs=0.01)
    # the flare of 90 on the last 300 swings out from the seam: √(300² − 90²) = 286.18 down, so that
    # the hem hangs level
    assert at["hem, at the seam"] == pytest.approx((696.18, 176.67), abs=0.01)
    assert at["hem, in the middle"] == pytest.approx((710, 0), abs=0.01)
    assert panel.cuts[0].copies == 6
    box = bounds(net_line(panel))
    assert box.min_y == pytest.approx(-box.max_y)


# --- what is solved -----------------------------------------------------------------------------


def random_bodies(count, *, seed, ids):
    """Plausible bodies near the women's chart, each measurement a little off on its own."""
    rng = np.random.default_rng(seed)
    while count:
        chart_body = WOMEN.body(str(rng.choice(list(WOMEN.sizes))))
        body = Body(
            name="",
            measurements_mm={
                id: chart_body[id] * (1 + 0.03 * float(rng.standard_normal())) for id in ids
            },
        )
        if not doubts(body):
            count -= 1
            yield body


def test_the_crotch_meets_the_body_for_random_bodies_or_names_what_disagrees():
    style = STYLES["trousers"]
    made, named = 0, []
    for body in random_bodies(all_or(200, 50), seed=11, ids=style.required):
        try:
            pattern = draft(style, body, {}, Allowances())
        except DraftRefused as refusal:
            named.append(set(refusal.concerns))
            continue
        made += 1
        drafted_mm = sum(edge_length(pattern.piece(id), "crotch") for id in ("front", "back"))
        assert drafted_mm == pytest.approx(body["crotch_round"] + 20, abs=0.5)
        inseams = [edge_length(pattern.piece(id), "inseam") for id in ("front", "back")]
        assert inseams[0] == pytest.approx(inseams[1], abs=0.5)
    assert made >= all_or(150, 35)
    assert all({"crotch_round", "body_rise"} <= concerns or "hip" in concerns for concerns in named)


def test_the_cap_fits_the_armhole_for_random_bodies_or_names_what_disagrees():
    style = STYLES["bodice"]
    made, named = 0, []
    for body in random_bodies(all_or(200, 40), seed=12, ids=style.required):
        try:
            pattern = draft(style, body, {}, Allowances())
        except DraftRefused as refusal:
            named.append(refusal.concerns)
            continue
        made += 1
        armhole = sum(edge_length(pattern.piece(id), "armhole") for id in ("front", "back"))
        assert edge_length(pattern.piece("sleeve"), "cap") == pytest.approx(armhole + 15, abs=0.1)
    assert made >= all_or(180, 36)
    assert all(named)


def test_a_crotch_that_no_rise_can_meet_names_both_measurements():
    body = with_measurement(size_body("92"), "crotch_round", 860)
    with pytest.raises(DraftRefused, match="too short even at its bounds") as refusal:
        drafted("trousers", body)
    assert refusal.value.concerns[:2] == ("crotch_round", "body_rise")


def test_a_sleeve_too_wide_for_its_armhole_is_refused():
    body = with_measurement(size_body("92"), "upper_arm", 400)
    with pytest.raises(DraftRefused, match="no cap is flat enough"):
        drafted("bodice", body, {"arm_ease_mm": 160.0})


def test_trousers_of_size_92_by_hand():
    # hip (990 + 60) / 4 = 262.5; front extension a quarter of that, 65.625; body rise 268
    pattern = drafted("trousers", size_body("92"))
    at = {p.name: (p.down_mm, p.across_mm) for p in pattern.piece("front").points}
    assert at["hip"] == pytest.approx((205, 262.5))
    assert at["tip of the crotch"] == pytest.approx((268, -65.625))
    # the crease halves the front at the crotch line: (262.5 − 65.625) / 2 = 98.44; hem 420/2 on it
    assert at["hem outside"] == pytest.approx((955, 98.44 + 105), abs=0.01)
    back = {p.name: (p.down_mm, p.across_mm) for p in pattern.piece("back").points}
    assert back["tip of the crotch"][1] == pytest.approx(-65.625 - 25.4)


def test_bodice_of_size_92_by_hand():
    # bust (920 + 60) / 4 = 245; chest line half the armhole, 212.5; waist (740 + 60) / 4 = 200 and
    # a dart of half of 45 = 22.5; waist level 22 + 412 = 434; hem 170 below, 170/205 of the way to
    # hip 262.5
    front = drafted("bodice", size_body("92")).piece("front")
    at = {p.name: (p.down_mm, p.across_mm) for p in front.points}
    assert at["underarm"] == pytest.approx((212.5, 245))
    assert at["side waist"] == pytest.approx((434, 222.5))
    assert at["centre waist"] == pytest.approx((440, 0))
    assert at["hem at the side"] == pytest.approx((604, 222.5 + 170 / 205 * 40), abs=0.01)


def test_a_long_front_gets_a_side_dart_that_closes_to_the_back():
    body = with_measurement(size_body("92"), "neck_to_waist", 470)
    pattern = drafted("bodice", body)
    names = [inner.name for inner in pattern.piece("front").inner_lines]
    assert "side dart" in names
    # 470 − 434 − 12 = 24 is taken up at the side
    front, back = (edge_length(pattern.piece(id), "side") for id in ("front", "back"))
    assert front - back == pytest.approx(24, abs=1.0)


def test_solving_finds_a_rising_function_s_argument_or_says_none():
    assert bisect(lambda x: x * x, 2.0, 0.0, 2.0) == pytest.approx(math.sqrt(2), abs=1e-5)
    assert bisect(lambda x: x, 5.0, 0.0, 2.0) is None
    assert bisect(lambda x: x, -1.0, 0.0, 2.0) is None


# --- drawn in, grown on -----------------------------------------------------------------------


def test_gathered_skirt_by_hand():
    # waist (740 + 15) / 4 = 188.75, twice that on the fold: 377.5; long 590 + 50
    front = drafted("gathered-skirt", size_body("92")).piece("front")
    assert edge_length(front, "waist") == pytest.approx(377.5)
    assert sewn_length(front, "waist") == pytest.approx(188.75)
    assert edge_length(front, "side") == pytest.approx(640)


def test_pleats_take_up_all_the_fullness():
    # 188.75 to take up, pleats of about 30 on each side of the fold: 188.75 / 60 is about 3 pleats
    # of 62.9
    front = drafted("gathered-skirt", size_body("92"), {"drawn_in": "pleated"}).piece("front")
    at = [inner.path[0].start[1] for inner in front.inner_lines]
    assert [to - start for start, to in zip(at[::2], at[1::2], strict=True)] == pytest.approx(
        [188.75 / 3] * 3
    )
    assert at == sorted(at)
    assert at[-1] < 377.5


def test_a_boat_neck_is_cut_into_the_shoulder_line_and_does_not_change_it():
    # the line runs from (0, 78) to (26, 199); at 150 across it lies 26 · 72 / 121 = 15.47 down
    pattern = drafted("maxi-dress", size_body("92"))
    at = {p.name: (p.down_mm, p.across_mm) for p in pattern.piece("front").points}
    assert at["shoulder at neck"] == pytest.approx((15.47, 150), abs=0.01)
    assert at["shoulder point"] == (26, 199)
    assert at["hem at the centre"] == pytest.approx((1450 - 40, 0))


def test_the_robe_s_bands_go_all_round():
    # shaped: from the hem 1010 + 150 up the centre to 380, then slanting to (0, 78): 780 + √(380² +
    # 78²)
    pattern = drafted("open-robe", size_body("92"))
    front = 780 + math.hypot(380, 78)
    assert edge_length(pattern.piece("front"), "front edge") == pytest.approx(front)
    neck = edge_length(pattern.piece("back"), "neck")
    assert edge_length(pattern.piece("front-band"), "join") == pytest.approx(front + neck)
    assert pattern.piece("front-band").cuts[0].copies == 2
    assert edge_length(pattern.piece("belt"), "join") == pytest.approx(740 + 900)


def test_a_straight_robe_hangs_straight_down_from_the_neck():
    pattern = drafted("open-robe", size_body("92"), {"front": "straight"})
    assert edge_length(pattern.piece("front"), "front edge") == pytest.approx(1160)
