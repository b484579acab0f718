"""Lines, curves and maps."""

import math
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from wickel.geometry import (
    MIRROR,
    Affine,
    Cubic,
    Line,
    backwards,
    flatten,
    length,
    map_path,
    placing,
    point_at,
    reflection,
    rotation,
    translation,
)

coordinate = st.floats(-1000, 1000)
point = st.tuples(coordinate, coordinate)
cubics = st.builds(Cubic, point, point, point, point)
K = 4 / 3 * math.tan(math.pi / 8)  # control length of a quarter circle of radius 1


def quarter(radius):
    return Cubic((radius, 0), (radius, K * radius), (K * radius, radius), (0, radius))


def test_quarter_circle_has_the_length_of_one():
    # the cubic keeps to a circle within 0.03 %: 100 · π/2 = 157.08
    assert length((quarter(100),)) == pytest.approx(157.08, abs=0.05)


def test_flattening_a_circle_stays_within_a_tenth():
    points = flatten((quarter(300),))
    for a, b in pairwise(points):
        middle = math.hypot((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
        assert 300 - middle <= 0.1 + 300 * 0.0003


@given(cubics)
def test_flattened_curve_begins_and_ends_with_the_curve(curve):
    points = flatten((curve,))
    assert points[0] == curve.start
    assert points[-1] == curve.end


@given(cubics, st.floats(0, 360))
def test_mirror_and_rotation_keep_lengths(curve, deg):
    before = length((curve,))
    assert length(map_path((curve,), MIRROR)) == pytest.approx(before, abs=0.02)
    assert length(map_path((curve,), rotation(deg))) == pytest.approx(before, abs=0.02)


@given(cubics)
def test_backwards_is_as_long(curve):
    assert length(backwards((curve,))) == pytest.approx(length((curve,)), abs=0.01)


def test_point_at_a_distance_along_two_lines():
    path = (Line((0, 0), (30, 0)), Line((30, 0), (30, 40)))
    assert point_at(path, 50) == pytest.approx((30, 20))
    with pytest.raises(ValueError):
        point_at(path, 71)
    with pytest.raises(ValueError):
        point_at(path, -1)


maps = st.builds(
    lambda g, t, m, x, y: placing(grain_deg=g, turn_deg=t, mirrored=m, dx=x, dy=y),
    st.floats(0, 360),
    st.floats(0, 360),
    st.booleans(),
    coordinate,
    coordinate,
)


@given(maps, point)
def test_a_map_and_its_inverse_bring_a_point_home(by, p):
    assert by.inverse()(by(p)) == pytest.approx(p, abs=1e-6)


@given(maps, maps, point)
def test_after_is_one_map_and_then_the_other(second, first, p):
    assert second.after(first)(p) == pytest.approx(second(first(p)), abs=1e-6)


def test_placing_follows_the_formula_by_hand():
    # grain at 90° in the piece: R(−90)·(0, 10) = (10, 0); mirrored keeps it; turn 180 → (−10, 0)
    assert placing(grain_deg=90, turn_deg=180, mirrored=True)((0, 10)) == pytest.approx((-10, 0))
    # (5, 0): R(−90) → (0, −5); M → (0, 5); R(180) → (0, −5); + (100, 50)
    by = placing(grain_deg=90, turn_deg=180, mirrored=True, dx=100, dy=50)
    assert by((5, 0)) == pytest.approx((100, 45))


def test_quarter_turns_are_exact():
    assert rotation(270)((1.0, 0.0)) == (0.0, -1.0)


def test_reflection_keeps_its_line_and_swaps_the_sides():
    over = reflection((0, 10), (10, 20))
    assert over((0, 10)) == pytest.approx((0, 10))
    assert over((10, 10)) == pytest.approx((0, 20))
    assert over.determinant == pytest.approx(-1)


def test_identity_is_the_default():
    assert Affine()((3, 4)) == (3, 4)
    assert translation(1, 2)((3, 4)) == (4, 6)
