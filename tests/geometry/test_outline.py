"""Closed outlines."""

import math

import pytest

from wickel.geometry import (
    BadOutline,
    area,
    bounds,
    counter_clockwise,
    is_mirror_symmetric,
    perimeter,
    signed_area,
    simple_outline,
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
