"""Measurements, sizes, plausibility."""

import pickle

import pytest

from wickel.body import (
    CHARTS,
    MEASUREMENTS,
    SIZES,
    Body,
    chart_of,
    doubts,
    estimate,
    missing,
    nearest_size,
    size_body,
    with_measurement,
)


def test_the_chart_has_at_least_eight_sizes_all_plausible_and_growing():
    for chart in CHARTS.values():
        assert len(chart.sizes) >= 8
        bodies = [chart.body(size) for size in chart.sizes]
        assert all(not doubts(body) for body in bodies)
        for id in MEASUREMENTS:
            values = [body[id] for body in bodies]
            assert values == sorted(values)


def test_sizes_are_named_once_over_all_charts():
    assert len(set(SIZES)) == len(SIZES) == sum(len(chart.sizes) for chart in CHARTS.values())
    assert chart_of("H128").id == "children"


def test_an_estimate_follows_the_chart_and_says_so():
    # hip 1000 is (1000 − 990) / 0.95 = 10.5 of bust above the middle; thigh 572 + 0.60 · 10.5 = 578
    guess = estimate(Body(name="", measurements_mm={"hip": 1000}), "thigh")
    assert guess.mm == 578
    assert str(guess.rule) == "the chart “Women” at hip 100 cm"
    assert estimate(Body(name="", measurements_mm={"head": 560}), "thigh") is None
    assert estimate(size_body("92"), "tail") is None


def test_an_estimated_measurement_is_marked_until_it_is_taken():
    body = with_measurement(size_body("92"), "thigh", 580, estimated=True)
    assert body.estimated == {"thigh"}
    assert with_measurement(body, "thigh", 585).estimated == frozenset()


def test_size_figures_follow_the_documented_steps():
    # hip: 990 at bust 920, growing 0.95 a millimetre: at bust 1000 990 + 0.95 · 80 = 1066
    assert size_body("100")["hip"] == 1066
    assert size_body("92")["shoulder"] == 398
    with pytest.raises(KeyError):
        size_body("93")


def test_what_is_missing_keeps_the_order_asked_for():
    assert missing(Body(name="", measurements_mm={"bust": 900}), ("hip", "bust", "head")) == (
        "hip",
        "head",
    )


@pytest.mark.parametrize("value", [0, -5, float("nan"), float("inf"), 92, 9200])
def test_an_impossible_value_is_explained(value):
    (doubt,) = doubts(with_measurement(size_body("92"), "bust", value))
    assert doubt.impossible
    assert str(doubt.text).startswith("Bust")


def test_two_values_that_disagree_name_both():
    few = {"bust": 920, "upper_arm": 480}
    (doubt,) = doubts(Body(name="", measurements_mm=few))
    assert not doubt.impossible
    assert doubt.measurements == ("upper_arm", "bust")
    assert "measure both again" in str(doubt.text)


def test_a_body_cannot_be_changed_and_travels_whole():
    body = size_body("92")
    with pytest.raises(TypeError):
        body.measurements_mm["bust"] = 1
    assert pickle.loads(pickle.dumps(body)) == body
    assert with_measurement(body, "bust", 930)["bust"] == 930
    with pytest.raises(KeyError):
        with_measurement(body, "tail", 1)


def test_the_nearest_size_goes_by_the_bust():
    assert nearest_size(Body(name="", measurements_mm={"bust": 1043})) == "106"
    assert nearest_size(Body(name="")) == "92"


def test_every_measurement_says_how_it_is_taken():
    assert all(m.how.endswith(".") for m in MEASUREMENTS.values())
