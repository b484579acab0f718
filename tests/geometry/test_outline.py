"""Closed outlines."""

import math

import pytest
from shapely.geometry import Polygon

from wickel.geometry import (
    BadOutline,
    area,
    beyond_mm2,
    bounds,
    common_mm2,
    counter_clockwise,
    is_mirror_symmetric,
    perimeter,
    signed_area,
    simple_outline,
    without_spikes,
)

ELL = ((0, 0), (300, 0), (300, 100), (100, 100), (100, 200), (0, 200))


def test_area_of_an_ell_by_hand():
    assert area(ELL) == 40_000  # 300·100 + 100·100
    assert signed_area(tuple(reversed(ELL))) == -40_000
    assert area(ELL, [((10, 10), (20, 10), (20, 20), (10, 20))]) == 39_900


def test_perimeter_and_bounds():
    assert perimeter(ELL) == 1000
    box = bounds(ELL)
    assert (box.width, box.height) == (300, 200)


def test_counter_clockwise_turns_only_what_is_not():
    assert counter_clockwise(ELL) == ELL
    assert signed_area(counter_clockwise(tuple(reversed(ELL)))) > 0


def test_a_repeated_last_point_is_accepted():
    assert simple_outline((*ELL, ELL[0])) == ELL


@pytest.mark.parametrize(
    ("points", "reason"),
    [
        (((0, 0), (100, 100), (100, 0), (0, 100)), "crosses"),
        (((0, 0), (100, 0)), "three"),
        (((0, 0), (0, 0), (0, 0), (1, 1)), "three"),
        (((0, 0), (100, 0), (math.nan, 5)), "finite"),
        (((0, 0), (100, 0), (200, 0)), "itself|area"),
        (((0, 0), (100, 0), (50, 0), (50, 80)), "itself"),
    ],
)
def test_what_is_no_simple_outline_is_refused(points, reason):
    with pytest.raises(BadOutline, match=reason):
        simple_outline(points)


def test_symmetry_is_about_the_named_direction():
    kite = ((0, 0), (50, -40), (200, 0), (50, 40))
    assert is_mirror_symmetric(kite, 0)
    assert not is_mirror_symmetric(kite, 90)
    assert not is_mirror_symmetric(ELL, 0)
    assert not is_mirror_symmetric(
        ((0, 0), (100, 0), (140, 50), (40, 50)), 0
    )  # a parallelogram has none


def test_symmetry_holds_for_a_turned_shape():
    turn = math.radians(30)
    kite = tuple(
        (x * math.cos(turn) - y * math.sin(turn), x * math.sin(turn) + y * math.cos(turn))
        for x, y in ((0, 0), (50, -40), (200, 0), (50, 40))
    )
    assert is_mirror_symmetric(kite, 30)


def test_a_coordinate_that_is_hardly_above_nothing_is_nothing():
    # with 1e-78 in it, the geometry library finds no overlap of two shapes that are the same
    square = ((85.0, 1.46e-78), (185.0, -3e-200), (185.0, 100.0), (85.0, 100.0))
    assert simple_outline(square) == ((85.0, 0.0), (185.0, 0.0), (185.0, 100.0), (85.0, 100.0))


# a strip that lies on a front, edge on edge along a slanting fold: asked in this order, the
# geometry library finds nothing that these have in common, and a lay was called free
STRIP = (
    (1243.7258300203048, 226.27416997969522),
    (854.1466450523064, 615.8533549476936),
    (842.8329365533216, 604.5396464487088),
    (849.9040045592778, 597.4685784427527),
    (1225.3410537094546, 222.03152929257593),
    (1232.4121215213202, 214.96046148071045),
)
FRONT = (
    (1263.524819893528, 206.4751801064719),
    (733.3838094071593, 736.6161905928407),
    (1074.4609683551978, 96.60728806103494),
    (1062.7043119050218, 5.654672117965617),
)


def test_what_lies_on_another_shape_edge_on_edge_is_found():
    strip, front = Polygon(STRIP), Polygon(FRONT)
    both = strip.area + front.area - front.union(strip).area
    assert both > 5000
    assert common_mm2(strip, front) == pytest.approx(both, rel=1e-6)
    assert common_mm2(front, strip) == pytest.approx(both, rel=1e-6)
    assert beyond_mm2(strip, front) == pytest.approx(strip.area - both, abs=0.01)
    assert beyond_mm2(front, strip) == pytest.approx(front.area - both, abs=0.01)


def test_a_needle_that_rounding_leaves_is_taken_off_and_nothing_else():
    needle = ((0, 0), (100, 0), (100, 80), (100 + 1e-8, 80 + 3e-7), (100, 80), (0, 80))
    assert without_spikes(needle) == ((0, 0), (100, 0), (100, 80), (0, 80))
    assert simple_outline(needle) == ((0, 0), (100, 0), (100, 80), (0, 80))
    assert without_spikes(ELL) == ELL


def test_a_needle_bared_by_another_goes_too():
    """Out to (150, 0), and on to (160, 0) from there: two needles one behind the other."""
    outline = ((0, 0), (150, 0), (160, 0), (150, 1e-9), (100, 0), (100, 80))
    assert len(without_spikes(outline)) == 3
    assert abs(area(without_spikes(outline)) - 4000) < 1e-3


def test_a_sharp_point_stays():
    dart = ((0, 0), (100, 0.01), (0, 0.02))
    assert without_spikes(dart) == dart
