"""Ply maps, proved by code that shares nothing with the placing."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from wickel.cloth import WAYS, BadCloth, Cloth, Print, spread

lengths = st.floats(100, 9000)
widths = st.floats(300, 3000)


def as_matrix(ply):
    return np.array(ply.map.rows)


@given(st.sampled_from(list(WAYS)), widths, lengths)
def test_all_plies_together_cover_the_cloth_once(way, width, length):
    laid = spread(way, width, length)
    boxes = []
    for section in laid.sections:
        for zone in section.zones:
            corners = np.array([(*p, 1.0) for p in zone.outline])
            for ply in zone.plies:
                flat = corners @ as_matrix(ply).T
                boxes.append((*flat.min(axis=0), *flat.max(axis=0)))
    areas = sum((c - a) * (d - b) for a, b, c, d in boxes)
    assert areas == pytest.approx(width * laid.cloth_mm)
    assert min(b[0] for b in boxes) == pytest.approx(0)
    assert max(b[2] for b in boxes) == pytest.approx(laid.cloth_mm)
    assert min(b[1] for b in boxes) == pytest.approx(0, abs=1e-9)
    assert max(b[3] for b in boxes) == pytest.approx(width)


@given(st.sampled_from(list(WAYS)), widths, lengths, st.floats(0, 1), st.floats(0, 1))
def test_a_point_goes_out_and_comes_back(way, width, length, u, v):
    for section in spread(way, width, length).sections:
        for zone in section.zones:
            (x0, y0), (x1, y1) = zone.outline[0], zone.outline[2]
            p = (x0 + u * (x1 - x0), y0 + v * (y1 - y0))
            for ply in zone.plies:
                assert ply.map.inverse()(ply.map(p)) == pytest.approx(p, abs=1e-6)


@given(st.sampled_from(list(WAYS)), widths, lengths, st.floats(0, 1))
def test_joined_plies_meet_on_their_fold(way, width, length, u):
    for section in spread(way, width, length).sections:
        for zone in section.zones:
            for fold in zone.folds:
                p = tuple(a + u * (b - a) for a, b in zip(fold.start, fold.end, strict=True))
                one, other = (zone.plies[k].map(p) for k in fold.joins)
                assert one == pytest.approx(other, abs=1e-9)
                hands = [np.linalg.det(as_matrix(zone.plies[k])[:, :2]) for k in fold.joins]
                assert hands[0] * hands[1] == pytest.approx(-1)


def test_the_maps_are_those_of_the_contract():
    (open_ply,) = spread("open", 1400, 2000).sections[0].zones[0].plies
    assert open_ply.map.rows == ((1, 0, 0), (0, 1, 0))
    first, second = spread("lengthwise", 1400, 2000).sections[0].zones[0].plies
    assert first.map.rows == ((1, 0, 0), (0, 1, 700))
    assert second.map.rows == ((1, 0, 0), (0, -1, 700))


def test_reserve_is_kept_at_the_selvages_and_not_at_the_fold():
    (zone,) = spread("open", 1400, 2000, reserve_mm=5).sections[0].zones
    assert (zone.usable[0][1], zone.usable[2][1]) == (5, 1395)
    (zone,) = spread("lengthwise", 1400, 2000, reserve_mm=5).sections[0].zones
    assert (zone.usable[0][1], zone.usable[2][1]) == (0, 695)


@pytest.mark.parametrize(
    "bad",
    [
        {"usable_width_mm": -1},
        {"usable_width_mm": float("nan")},
        {"usable_width_mm": 1400, "shrink_along": 0.6},
        {"usable_width_mm": 1400, "shrink_across": -0.1},
        {"usable_width_mm": 1400, "step_mm": 0},
        {"usable_width_mm": 1400, "reserve_mm": -1},
        {"usable_width_mm": 100, "reserve_mm": 50},
        {"usable_width_mm": 1400, "length_at_hand_mm": 0},
        {"usable_width_mm": 1400, "full_width_mm": 1300},
    ],
)
def test_a_cloth_that_cannot_be_is_refused(bad):
    with pytest.raises(BadCloth) as refusal:
        Cloth(id="main", **bad)
    assert str(refusal.value).endswith(".")


def test_a_cloth_that_does_not_say_counts_as_one_way():
    assert Cloth(id="main", usable_width_mm=1400).print_or_assumed is Print.ONE_WAY


def test_the_lay_is_made_on_the_width_left_after_shrinking():
    assert Cloth(id="main", usable_width_mm=1400, shrink_across=0.05).lay_width_mm == pytest.approx(1330)
