"""Places on the net line and operations on it: properties over many places, and what is refused
with its reason."""

import math
from dataclasses import replace

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from tests.draft.test_operations import darted, panel, size_of
from wickel.draft import DraftRefused
from wickel.draft.operations import (
    NewSeam,
    Spot,
    dart_to_seam,
    extend,
    facing,
    fold,
    lengthen,
    move_dart,
    split,
    unfold,
    with_notch,
)
from wickel.draft.operations.spots import chain, part, spot_near, spot_point, whole
from wickel.geometry import Line, length
from wickel.pattern import EdgeKind, InnerLine, edge_length

EDGES = ("waist", "side", "hem", "centre")
ROUND = 2 * (600 + 300)
shares = st.floats(0.05, 0.95)
spots = st.builds(lambda edge, share: Spot(edge=edge, share=share), st.sampled_from(EDGES), shares)


def along(spot):
    """How far round the panel a place is, by hand."""
    long = {"waist": 300, "side": 600, "hem": 300, "centre": 600}
    return (
        sum(long[name] for name in EDGES[: EDGES.index(spot.edge)]) + spot.share * long[spot.edge]
    )


# --- places -----------------------------------------------------------------------------------


@given(spots)
def test_a_place_is_found_again_by_its_point(spot):
    found = spot_near(panel(), spot_point(panel(), spot))
    assert found.edge == spot.edge
    assert found.share == pytest.approx(spot.share, abs=1e-6)


@given(spots, spots)
def test_the_ways_from_one_place_to_another_and_back_make_up_the_whole_round(one, other):
    assume(abs(along(one) - along(other)) > 1)
    there, back = (
        sum(length(s.edge.path) for s in chain(panel(), a, b))
        for a, b in ((one, other), (other, one))
    )
    assert there + back == pytest.approx(ROUND)
    assert there == pytest.approx((along(other) - along(one)) % ROUND)


@given(st.floats(0, 590), st.floats(0.1, 600))
def test_a_part_of_an_edge_keeps_its_notches_where_they_are(start, long):
    hip = whole(panel(), "side")
    own = part(hip, start, start + long)
    assert own is not None
    assert length(own.edge.path) == pytest.approx(min(600, start + long) - start)
    places = [start + notch.at_mm for notch in own.notches]
    assert places == pytest.approx([200.0] if start <= 200 <= start + long else [], abs=1e-6)


def test_a_part_of_a_gathered_edge_comes_back_to_its_share():
    gathered = replace(
        whole(panel(), "waist"), edge=replace(panel().edge("waist"), comes_back_to_mm=150.0)
    )
    assert part(gathered, 100, 200).edge.comes_back_to_mm == pytest.approx(50)
    assert part(gathered, 299.995, 400) is None


# --- what every operation keeps ---------------------------------------------------------------


@given(shares, shares)
def test_a_split_from_edge_to_edge_loses_no_cloth(one, other):
    parts = split(
        panel(), Spot(edge="side", share=one), Spot(edge="centre", share=other), NewSeam(10)
    )
    assert sum(map(size_of, parts)) == pytest.approx(600 * 300, rel=1e-6)
    seams = [edge_length(own, "seam") for own in parts]
    assert seams[0] == pytest.approx(seams[1])
    rise = 600 * one - 600 * (1 - other)
    assert seams[0] == pytest.approx(math.hypot(300, rise))


@given(st.floats(-200, 400))
def test_lengthening_adds_its_length_to_both_sides_and_its_area(mm):
    made = lengthen(panel(), 0.5, mm)
    assert edge_length(made, "side") == pytest.approx(600 + mm)
    assert edge_length(made, "centre") == pytest.approx(600 + mm)
    assert (edge_length(made, "waist"), edge_length(made, "hem")) == pytest.approx((300, 300))
    assert size_of(made) == pytest.approx((600 + mm) * 300)


@given(shares, st.floats(0.05, 0.95))
def test_a_dart_takes_its_angle_wherever_it_is_moved(side, hem):
    for edge, share in (("side", side), ("hem", hem)):
        try:
            made = move_dart(darted(), "dart", Spot(edge=edge, share=share))
        except DraftRefused:
            continue  # it would cross the piece's own edge there
        (mark,) = made.inner_lines
        legs = [length((segment,)) for segment in mark.path]
        assert legs[0] == pytest.approx(legs[1])
        mouth = math.dist(mark.path[0].start, mark.path[1].end)
        assert 2 * math.asin(mouth / 2 / legs[0]) == pytest.approx(2 * math.atan2(20, 120))
        assert edge_length(made, "waist") == pytest.approx(260)


@given(shares)
def test_unfolding_doubles_and_folding_halves(share):
    marked = with_notch(panel(notches=()), "m", Spot(edge="side", share=share))
    whole_one = unfold(marked)
    assert size_of(whole_one) == pytest.approx(2 * size_of(marked))
    assert len(whole_one.notches) == 2
    again = fold(whole_one)
    assert size_of(again) == pytest.approx(size_of(marked))
    assert any(edge.kind is EdgeKind.FOLD for edge in again.edges)


# --- what is refused, and why -----------------------------------------------------------------


def slanted_dart():
    """A dart whose legs are of different length."""
    legs = (Line((0.0, 130.0), (120.0, 150.0)), Line((120.0, 150.0), (0.0, 200.0)))
    return panel(inner_lines=(InnerLine(name="dart", path=legs),))


@pytest.mark.parametrize(
    ("act", "says"),
    [
        (lambda: move_dart(darted(), "dart", Spot(edge="waist", share=0.5)), "own mouth or tip"),
        (lambda: move_dart(panel(), "dart", Spot(edge="side", share=0.5)), "it has none"),
        (lambda: move_dart(darted(), "tuck", Spot(edge="side", share=0.5)), "it has dart"),
        (
            lambda: dart_to_seam(slanted_dart(), "dart", Spot(edge="hem", share=0.5), NewSeam(10)),
            "true the dart",
        ),
        (lambda: with_notch(panel(), "n", Spot(edge="side", share=1.2)), "between the ends"),
        (lambda: with_notch(panel(), "n", Spot(edge="brim", share=0.2)), "no edge “brim”"),
        (
            lambda: facing(
                panel(), ("waist", "hem"), width_mm=60.0, allowance_mm=10, id="f", name="F"
            ),
            "do not follow each other",
        ),
        (
            lambda: facing(panel(), ("waist",), width_mm=5000.0, allowance_mm=10, id="f", name="F"),
            "too small for a facing 500 cm wide",
        ),
        (
            lambda: facing(panel(), ("brim",), width_mm=60.0, allowance_mm=10, id="f", name="F"),
            "no edge “brim”",
        ),
        (lambda: unfold(unfold(panel())), "fold"),
        (lambda: lengthen(panel(), 0.5, -700.0), "Panel"),
        (lambda: extend(panel(), "brim", 20.0), "no edge “brim”"),
    ],
)
def test_what_cannot_be_done_is_refused_with_its_reason(act, says):
    with pytest.raises(DraftRefused, match=says) as refused:
        act()
    assert str(refused.value).endswith(".")
    assert "panel" in refused.value.concerns
