"""The box dress, worked out by hand and at every size."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from wickel.body import WOMEN, Body, size_body, with_measurement
from wickel.draft import PRESETS, STYLES, Allowances, DraftRefused, draft, full_options, tape_checks
from wickel.geometry import simple_outline
from wickel.pattern import cut_line, edge_length, length_between, net_line
from wickel.units import Unit, shown_length

STYLE = STYLES["box-dress"]


def drafted(size="92", options=None, allowances=None):
    return draft(STYLE, size_body(size), options or {}, allowances or Allowances())


def points(piece):
    return {p.name: (p.down_mm, p.across_mm) for p in piece.points}


def test_points_of_size_92_by_hand():
    # shoulder 398, neck width 78, slope 22: the shoulder line runs (22, 121), 122.984 long,
    # so its direction is (0.17889 down, 0.98387 across).
    # sleeve 200 beyond the shoulder point (22, 199): (57.78, 395.77)
    # half the sleeve (288 + 110) / 2 = 199, square to it: (57.78 + 195.79, 395.77 − 35.60) =
    # (253.57, 360.17) side: hip 990 / 4 + ease 120 / 4 = 277.5 the sleeve's underarm line meets it
    # (360.17 − 277.5) / 0.98387 = 84.03 further in, at 253.57 − 15.03 = 238.54 underarm 80 below
    # that: 318.54, deeper than the chest line 920/6 + 38.1 = 191.4 hem: 1010 − 40 = 970
    at = points(drafted().piece("front"))
    assert at["shoulder at neck"] == pytest.approx((0, 78))
    assert at["shoulder point"] == pytest.approx((22, 199))
    assert at["sleeve end, top"] == pytest.approx((57.78, 395.77), abs=0.05)
    assert at["sleeve end, under"] == pytest.approx((253.57, 360.17), abs=0.05)
    assert at["underarm"] == pytest.approx((318.54, 277.5), abs=0.05)
    assert at["hem at the side"] == pytest.approx((970, 277.5))
    assert at["neck centre"] == pytest.approx((85, 0))


def test_seam_lengths_of_size_92_by_hand():
    pattern = drafted()
    front = pattern.piece("front")
    assert edge_length(front, "shoulder") == pytest.approx(122.984 + 200, abs=0.01)
    assert edge_length(front, "sleeve end") == pytest.approx(199, abs=0.01)
    assert edge_length(front, "hem") == pytest.approx(277.5)
    assert edge_length(front, "centre") == pytest.approx(970 - 85)
    # turn-up: both halves of the sleeve 398, and 6 longer
    assert edge_length(pattern.piece("turn-up"), "join") == pytest.approx(404, abs=0.01)
    # the neck is close to a quarter of an ellipse of 85 by 78, by Ramanujan 128.07
    assert edge_length(front, "neck") == pytest.approx(128.07, abs=0.3)


def test_both_schools_of_ease():
    whole = points(drafted(options={"ease_mm": 120.0, "ease_school": "whole"}).piece("front"))
    quarter = points(drafted(options={"ease_mm": 30.0, "ease_school": "quarter"}).piece("front"))
    assert whole["hem at the side"] == quarter["hem at the side"]


@pytest.mark.parametrize("size", WOMEN.sizes)
@pytest.mark.parametrize("preset", PRESETS)
def test_defaults_hold_every_check_at_every_size(size, preset):
    body = size_body(size)
    pattern = draft(STYLE, body, {}, Allowances(preset=preset))
    assert all(check.held for check in tape_checks(STYLE, pattern, body, {}))
    for piece in pattern.pieces:
        simple_outline(net_line(piece))
        simple_outline(cut_line(piece))


def test_every_piece_says_what_to_cut():
    cuts = {p.id: (p.cuts[0].copies, p.cuts[0].pair, p.cuts[0].on_fold) for p in drafted().pieces}
    assert cuts == {
        "front": (1, False, True),
        "back": (1, False, True),
        "front-facing": (1, False, True),
        "back-facing": (1, False, True),
        "pocket": (4, True, False),
        "turn-up": (2, False, False),
    }


def test_the_slit_is_on_the_front_and_its_facing_reaches_three_inches_below():
    pattern = drafted(options={"slit_mm": 100.0})
    (slit,) = pattern.piece("front").inner_lines
    assert (slit.path[0].start, slit.path[0].end) == ((85, 0), (185, 0))
    assert points(pattern.piece("front-facing"))["outer, centre"][0] == pytest.approx(185 + 76.2)
    assert pattern.piece("back").inner_lines == ()


def test_without_a_slit_it_does_not_go_over_the_head_and_says_what_to_do():
    options = {"slit_mm": 0.0}
    body = size_body("92")
    checks = tape_checks(STYLE, draft(STYLE, body, options, Allowances()), body, options)
    (over_head,) = [check for check in checks if not check.held]
    assert over_head.name == "Over the head"
    missing = body["head"] + 20 - over_head.one_mm
    assert shown_length(missing / 4, Unit.CM) in str(over_head.way_out)


def test_the_pocket_opening_is_as_long_on_the_dress_as_on_the_bag():
    pattern = drafted()
    for piece in ("front", "back", "pocket"):
        assert length_between(pattern.piece(piece), "pocket top", "pocket bottom") == pytest.approx(
            160
        )


@pytest.mark.parametrize(
    ("changes", "options", "concerns"),
    [
        ({}, {"sleeve_mm": 60.0, "ease_mm": 400.0}, "sleeve_mm"),
        ({"shoulder": 205}, {"neck_width_mm": 100.0}, "neck_width_mm"),
        ({}, {"below_knee_mm": -350.0, "slit_mm": 260.0, "front_neck_mm": 220.0}, "below_knee_mm"),
        ({}, {"sleeve_ease_mm": 400.0, "below_knee_mm": -350.0}, "below_knee_mm"),
        ({}, {"neck_width_mm": 197.0}, "neck_width_mm"),
        ({}, {"ease_school": "both"}, "ease_school"),
        ({}, {"colour": "red"}, "colour"),
        ({}, {"ease_mm": math.nan}, "ease_mm"),
        ({}, {"ease_mm": "much"}, "ease_mm"),
        ({"bust": 92}, {}, "bust"),
    ],
)
def test_what_cannot_be_drafted_is_refused_by_name(changes, options, concerns):
    body = size_body("92")
    for measurement, mm in changes.items():
        body = with_measurement(body, measurement, mm)
    with pytest.raises(DraftRefused) as refusal:
        draft(STYLE, body, options, Allowances())
    assert concerns in refusal.value.concerns
    assert str(refusal.value).endswith(".")


def test_a_missing_measurement_is_named():
    some = {k: v for k, v in size_body("92").measurements_mm.items() if k not in ("hip", "bust")}
    with pytest.raises(DraftRefused, match="not measured yet: bust, hip"):
        draft(STYLE, Body(name="", measurements_mm=some), {}, Allowances())


@given(
    st.sampled_from(list(WOMEN.sizes)),
    st.fixed_dictionaries(
        {
            option.id: st.floats(option.least, option.most)
            for option in STYLE.options
            if hasattr(option, "least")
        }
    ),
)
def test_any_options_draft_simple_pieces_or_refuse(size, options):
    body = size_body(size)
    try:
        pattern = draft(STYLE, body, options, Allowances(preset="let-out"))
    except DraftRefused:
        return
    for piece in pattern.pieces:
        simple_outline(net_line(piece))
        simple_outline(cut_line(piece))
    checks = tape_checks(STYLE, pattern, body, options)
    assert all(check.held for check in checks if not check.name.startswith("Over"))


def test_a_facing_that_would_cross_itself_is_refused_by_name():
    options = {"neck_width_mm": 139.0, "front_neck_mm": 183.0, "back_neck_mm": 8.0}
    options |= {"slope_mm": 5.0, "slit_mm": 1.0, "facing_mm": 40.0, "yoke_mm": 60.0}
    options |= {"below_knee_mm": 0.0, "ease_mm": 0.0, "sleeve_mm": 60.0, "sleeve_ease_mm": 20.0}
    with pytest.raises(DraftRefused, match="Front facing cannot be drawn so"):
        draft(STYLE, size_body("80"), options, Allowances(preset="let-out"))


def test_own_allowances_stand_over_the_preset():
    allowances = Allowances(preset="classic", own_mm={"hem": 60.0})
    assert (allowances["hem"], allowances["neck"], allowances["side"]) == (60, 10, 15)
    assert drafted(allowances=allowances).piece("front").edge("hem").allowance_mm == 60


BAD_ALLOWANCES = [
    {"preset": "none"},
    {"own_mm": {"hat": 1}},
    {"own_mm": {"hem": -1}},
    {"own_mm": {"hem": math.inf}},
]


@pytest.mark.parametrize("bad", BAD_ALLOWANCES)
def test_bad_allowances_are_refused(bad):
    with pytest.raises(ValueError):
        Allowances(**bad)


def test_full_options_fill_in_the_defaults():
    options = full_options(STYLE, {"slit_mm": 100})
    assert options["slit_mm"] == 100.0
    assert options["ease_school"] == "whole"
