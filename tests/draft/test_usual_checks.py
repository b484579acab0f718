"""The tape checks that garments share: held just within what is allowed, broken just beyond."""

import pytest

from wickel.body import size_body
from wickel.draft import Allowances, TapeCheck
from wickel.draft.parts import Strip, hip_curve, rectangle, round_neck, waist_within_hip, waistband
from wickel.draft.sleeves import cap, cap_height
from wickel.draft.style import DraftRefused
from wickel.draft.usual_checks import alike, band_to_waist, over_body, over_head, waist_to_body
from wickel.geometry import length
from wickel.pattern import Cut

BODY = size_body("92")


def strip(name, long_mm):
    return rectangle(
        Strip(
            id=name,
            name=name,
            long_mm=long_mm,
            high_mm=50,
            cuts=(Cut(material="main", copies=1),),
        ),
        Allowances(),
    )


def test_a_check_holds_up_to_its_bounds_and_no_further():
    def check(difference):
        return TapeCheck(
            name="x",
            one="a",
            one_mm=100 + difference,
            other="b",
            other_mm=100,
            least_mm=0,
            most_mm=12,
        )

    assert [check(d).held for d in (-0.1, 0, 12, 12.1)] == [False, True, True, False]
    assert check(5).difference_mm == pytest.approx(5)


def test_edges_alike_to_a_millimetre():
    assert alike("x", strip("front", 500), strip("back", 501), "join").held
    assert not alike("x", strip("front", 500), strip("back", 501.1), "join").held
    both = alike("x", strip("panel", 500), strip("panel", 500), "join", other_edge="inside")
    assert (both.one, both.other) == ("one", "the other")


def test_a_waistband_is_measured_without_its_overlap():
    band = waistband(755, 30, 35, Allowances())
    assert band_to_waist(band, 30, 755).held
    assert not band_to_waist(band, 0, 755).held


def test_the_waist_is_compared_with_its_ease():
    assert waist_to_body(BODY, 755, 15).held
    assert not waist_to_body(BODY, 740, 15).held


def test_over_the_widest_of_several_girths_with_a_way_out_in_figures():
    # hip 990 is wider than bust 920: 1000 is 10 short of 990 and 20 of ease
    check = over_body(BODY, "bust", "hip", garment_mm=1000)
    assert not check.held
    assert str(check.way_out) == "Add 1 cm all round."
    assert over_body(BODY, "bust", garment_mm=1000).held
    assert over_body(BODY, "bust", garment_mm=1000).name == "Over the bust"


def test_over_the_head():
    assert over_head(BODY, 585, "x").held
    assert not over_head(BODY, 584, "x").held


def test_a_hip_curve_arrives_straight_down():
    curve = hip_curve(200, 205, 260)
    assert curve.start == (0, 200)
    assert curve.end == (205, 260)
    assert curve.control2[1] == curve.end[1]


def test_a_neck_that_does_not_come_below_the_shoulder_is_refused():
    assert round_neck(30, (20.0, 150.0)).end == (20, 150)
    with pytest.raises(DraftRefused, match="below where it meets the shoulder"):
        round_neck(24, (20.0, 150.0))


def test_waist_within_hip_names_both():
    waist_within_hip(BODY, 200, 200)
    with pytest.raises(DraftRefused) as refusal:
        waist_within_hip(BODY, 201, 200)
    assert refusal.value.concerns == ("waist", "hip")


def test_a_higher_cap_is_longer_and_the_front_is_hollowed_more():
    lengths = [sum(length((half,)) for half in cap(height, 340)) for height in (60, 90, 120, 150)]
    assert lengths == sorted(lengths)
    front, back = cap(120, 340)
    # halfway down, the front half lies nearer the middle than the back half mirrored
    assert front.at(0.6)[1] > -back.at(0.6)[1]


def test_the_cap_height_is_solved_to_the_armhole_and_its_ease():
    height = cap_height(430, 15, 340, 212)
    assert sum(length((half,)) for half in cap(height, 340)) == pytest.approx(445, abs=1e-3)
    with pytest.raises(DraftRefused, match="high enough"):
        cap_height(900, 15, 340, 212)
