"""Allowances: from the net line to the cut line."""

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely.geometry import Point, Polygon

from wickel.geometry import Cubic, Side, area, bounds, cut_outline, flatten
from wickel.geometry.outline import without_repeats


def sides(points, allowances, **kinds):
    ring = [*points, points[0]]
    return [
        Side(
            points=(a, b),
            allowance_mm=mm,
            square=k in kinds.get("square", ()),
            fold=k in kinds.get("fold", ()),
        )
        for k, (a, b, mm) in enumerate(zip(ring, ring[1:], allowances, strict=False))
    ]


BOX = ((0, 0), (200, 0), (200, 100), (0, 100))


def test_an_even_allowance_round_a_box_is_a_larger_box():
    outline = cut_outline(sides(BOX, [10] * 4))
    box = bounds(outline)
    assert (box.min_x, box.min_y, box.max_x, box.max_y) == pytest.approx((-10, -10, 210, 110))
    assert area(outline) == pytest.approx(220 * 120)


def test_each_edge_has_its_own_allowance():
    box = bounds(cut_outline(sides(BOX, [10, 20, 30, 0])))
    assert (box.min_x, box.min_y, box.max_x, box.max_y) == pytest.approx((0, -10, 220, 130))


def test_no_allowance_is_the_net_line():
    assert area(cut_outline(sides(BOX, [0] * 4))) == pytest.approx(20_000)


def test_winding_does_not_matter():
    turned = tuple(reversed(BOX))
    assert area(cut_outline(sides(turned, [10, 10, 10, 10]))) == pytest.approx(220 * 120)


def test_nothing_stands_out_beyond_a_fold():
    # a skirt half: centre fold at y = 0, hem sloping outward; the hem allowance stops at the fold
    half = ((0, 0), (300, 0), (330, 150), (0, 80))
    outline = cut_outline(sides(half, [0, 40, 15, 15], fold=(0,), square=(1,)))
    assert bounds(outline).min_y == pytest.approx(0, abs=1e-6)


def test_hem_allowance_is_squared_where_the_skirt_flares():
    # hem along x = 300 from y = 0 to 150, the side seam flares; square to the hem the cut line runs
    # on
    half = ((0, 0), (300, 0), (300, 150), (0, 50))
    squared = Polygon(cut_outline(sides(half, [0, 40, 0, 0], fold=(0,), square=(1,))))
    mitred = Polygon(cut_outline(sides(half, [0, 40, 0, 0], fold=(0,))))
    assert squared.bounds[3] == pytest.approx(150)  # square: no wider than the hem
    assert mitred.bounds[3] == pytest.approx(150 + 40 / 3)  # mitred: on along the flare, 100 in 300


def test_a_very_sharp_point_is_cut_blunt():
    spike = ((0, 0), (400, -8), (400, 8))
    outline = cut_outline(sides(spike, [10, 10, 10]))
    assert bounds(outline).min_x == pytest.approx(
        -30, abs=0.5
    )  # three times the allowance and no more
    assert Polygon(outline).is_valid


def test_a_nearly_straight_corner_with_two_allowances_makes_a_step_not_a_spike():
    # seen in a pocket bag: 15 mm meets 10 mm at an angle of half a degree
    bag = ((0, 0), (190, 0), (400, 2), (300, 150), (50, 150))
    box = bounds(cut_outline(sides(bag, [15, 10, 10, 10, 10])))
    assert box.max_x < 400 + 31
    assert box.min_y == pytest.approx(-15)


def test_a_concave_neck_keeps_its_allowance_everywhere():
    neck = flatten((Cubic((80, 0), (80, 45), (45, 80), (0, 80)),))
    around = [
        Side(points=neck, allowance_mm=10),
        Side(points=((0, 80), (0, 200)), allowance_mm=0),
        Side(points=((0, 200), (300, 200)), allowance_mm=0),
        Side(points=((300, 200), (300, 0)), allowance_mm=0),
        Side(points=((300, 0), (80, 0)), allowance_mm=0, fold=True),
    ]
    outline = Polygon(cut_outline(around))
    for x, y in neck[2:-2]:
        assert outline.exterior.distance(Point(x, y)) == pytest.approx(10, abs=0.15)


def test_a_slit_narrower_than_its_allowances_closes():
    slit = ((0, 0), (200, 0), (200, 48), (100, 49), (100, 51), (200, 52), (200, 100), (0, 100))
    outline = Polygon(cut_outline(sides(slit, [10] * 8)))
    assert outline.is_valid
    assert outline.contains(Point(150, 50))


def test_a_negative_allowance_is_refused():
    with pytest.raises(ValueError, match="allowance"):
        cut_outline(sides(BOX, [-1, 0, 0, 0]))


@st.composite
def stars(draw):
    """Simple outlines around the origin with corners of every kind, and an allowance a side."""
    n = draw(st.integers(3, 12))
    turns = sorted(
        draw(st.lists(st.floats(0, 359), min_size=n, max_size=n, unique_by=lambda d: round(d, 0)))
    )
    points = []
    for deg in turns:
        radius = draw(st.floats(60, 400))
        points.append((radius * math.cos(math.radians(deg)), radius * math.sin(math.radians(deg))))
    allowances = [draw(st.sampled_from([0.0, 6.35, 10.0, 15.0, 40.0])) for _ in points]
    return points, allowances


@given(stars())
def test_whatever_the_corners_the_cut_line_is_simple_and_holds_the_net_line(star):
    points, allowances = star
    net = Polygon(without_repeats(points))
    if not net.is_valid or net.area < 2000:
        return
    cut = Polygon(cut_outline(sides(points, allowances)))
    assert cut.is_valid
    assert net.difference(cut).area < 1e-3
    most = max(allowances)
    # a blunt point stands out three times the allowance, and its two corners lie a little to the
    # sides
    # (a notch between two points is filled: its corner lies deep inside, and is not measured)
    assert max(net.distance(Point(corner)) for corner in cut.exterior.coords) <= 3.25 * most + 0.1
    # area grows by no more than a strip of the largest allowance and a mitre at each corner
    assert (
        net.area - 1e-3
        <= cut.area
        <= net.area + net.length * most + len(points) * 9 * most**2 + 1e-3
    )


@given(stars(), st.floats(0, 360))
def test_rotation_changes_nothing(star, deg):
    points, allowances = star
    if not Polygon(points).is_valid:
        return
    c, s = math.cos(math.radians(deg)), math.sin(math.radians(deg))
    turned = [(c * x - s * y, s * x + c * y) for x, y in points]
    before, after = (area(cut_outline(sides(p, allowances))) for p in (points, turned))
    assert after == pytest.approx(before, rel=1e-4, abs=2)


@given(stars())
def test_a_larger_allowance_gives_a_larger_piece(star):
    points, _ = star
    if not Polygon(points).is_valid:
        return
    areas = [area(cut_outline(sides(points, [mm] * len(points)))) for mm in (0, 5, 10, 20)]
    assert areas == sorted(areas)


def test_an_allowance_that_runs_out_to_nothing_adds_a_wedge():
    made = sides(BOX, [0, 20, 0, 0])
    wedge = [made[0], replace(made[1], end_mm=0.0), *made[2:]]
    outline = cut_outline(wedge)
    assert area(outline) == pytest.approx(200 * 100 + 20 * 100 / 2)
    # from its beginning at (200, 0) to nothing at (200, 100)
    assert bounds(outline).max_x == pytest.approx(220)
    polygon = Polygon(outline)
    assert polygon.covers(Point(209.9, 50))
    assert not polygon.covers(Point(210.1, 50))


def test_an_allowance_may_grow_and_winding_does_not_matter():
    made = sides(BOX, [0, 10, 0, 0])
    grows = [made[0], replace(made[1], end_mm=30.0), *made[2:]]
    assert area(cut_outline(grows)) == pytest.approx(200 * 100 + 20 * 100)
    turned = tuple(reversed(BOX))
    back = sides(turned, [0, 0, 0, 0])
    k = next(i for i, side in enumerate(back) if side.points[0][0] == side.points[1][0] == 200)
    back[k] = replace(back[k], allowance_mm=30.0, end_mm=10.0)
    assert area(cut_outline(back)) == pytest.approx(200 * 100 + 20 * 100)
    both = (Polygon(cut_outline(made)) for made in (back, grows))
    assert next(both).symmetric_difference(next(both)).area < 1e-6


def test_an_allowance_that_runs_out_along_a_curve_stays_outside_it():
    arc = tuple((100 * math.cos(a), 100 * math.sin(a)) for a in np.linspace(0, math.pi / 2, 40))
    half = [
        Side(points=((0.0, 0.0), (100.0, 0.0)), allowance_mm=0.0),
        Side(points=arc, allowance_mm=20.0, end_mm=0.0),
        Side(points=(arc[-1], (0.0, 0.0)), allowance_mm=0.0),
    ]
    outline = cut_outline(half)
    # a ring that narrows evenly: half of it, up to how a wedge bends outward
    assert area(outline) - math.pi * 2500 == pytest.approx(math.pi / 2 * 100 * 10, rel=0.1)
    with pytest.raises(ValueError, match="allowance"):
        cut_outline([half[0], replace(half[1], end_mm=-1.0), half[2]])
