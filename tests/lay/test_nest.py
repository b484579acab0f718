"""The stages of the nesting, each against what it promises."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import affinity
from shapely.geometry import Polygon

from wickel.lay.nest import Candidate, Item, Problem, kernels, plain, search
from wickel.lay.nest.convex import convex_parts, hulls
from wickel.lay.nest.tables import Grid, Tables, loops

ELL = ((0.0, 0.0), (300.0, 0.0), (300.0, 100.0), (100.0, 100.0), (100.0, 200.0), (0.0, 200.0))
GRID = Grid(10.0, 5.0)


def star(draw, least=20, most=200):
    n = draw(st.integers(3, 9))
    points = []
    for k in range(n):
        radius, turn = draw(st.floats(least, most)), 2 * math.pi * k / n
        points.append((radius * math.cos(turn), radius * math.sin(turn)))
    low_x, low_y = min(x for x, _ in points), min(y for _, y in points)
    return tuple((x - low_x, y - low_y) for x, y in points)


stars = st.composite(star)()


def tables(*candidates, grid=GRID, obstacles=()):
    problem = Problem(
        items=tuple(
            Item(kind=str(k), candidates=(c,), area_mm2=1.0) for k, c in enumerate(candidates)
        ),
        obstacles=obstacles,
    )
    return Tables(problem, grid, lambda: None)


@given(
    stars,
    stars,
    st.integers(-40, 40),
    st.integers(-80, 80),
    st.floats(0, 4.9),
    st.sampled_from([1, 2, 3]),
)
def test_where_the_table_is_free_the_outlines_do_not_overlap(a, b, column, row, low, bands):
    grid = Grid(10.0, 5.0, bands)
    made = tables(
        Candidate(outline=a, low_mm=0.0, high_mm=2000.0),
        Candidate(outline=b, low_mm=low, high_mm=2000.0),
        grid=grid,
    )
    if loops().depth_between(0, 0, 0, 1, row, column, made.arena, made.where):
        return
    moved = affinity.translate(
        Polygon(b), column * grid.dx, low + (row - made.bands[1].base) * grid.dy
    )
    assert Polygon(a).intersection(moved).area < 1e-6


@given(stars, stars, st.integers(-40, 40), st.integers(-80, 80))
def test_b_lies_as_deep_in_a_as_a_in_b(a, b, column, row):
    made = tables(*(Candidate(outline=o, low_mm=0.0, high_mm=900.0) for o in (a, b)))
    between = loops().depth_between
    there = between(0, 0, 0, 1, row, column, made.arena, made.where)
    assert there == between(1, row, column, 0, 0, 0, made.arena, made.where)


@given(stars)
def test_convex_parts_are_convex_and_make_up_the_outline(outline):
    parts = [Polygon(part) for part in convex_parts(outline)]
    assert sum(part.area for part in parts) == pytest.approx(Polygon(outline).area, rel=1e-6)
    for part in parts:
        assert part.convex_hull.area - part.area < 1e-6


@given(stars, stars, st.floats(-400, 400), st.floats(-400, 400))
def test_separation_is_positive_just_when_convex_shapes_are_apart(a, b, x, y):
    one, other = (
        tuple(p.exterior.coords[:-1][::-1])
        for p in (Polygon(a).convex_hull, Polygon(b).convex_hull)
    )
    one = one if Polygon(one).exterior.is_ccw else one[::-1]
    other = other if Polygon(other).exterior.is_ccw else other[::-1]
    a, b = hulls((one,)), hulls((other,))
    lines = np.empty((1, 3))
    for run in (kernels, plain):
        run.lines_between(
            np.array([[0, 1, 0, 1]]),
            1,
            np.concatenate((a.corners, b.corners)),
            np.concatenate((a.normals, b.normals)),
            np.concatenate((a.reach, b.reach)),
            np.cumsum([0, *a.sizes, *b.sizes]),
            np.array([[0.0, 0.0], [x, y]]),
            lines,
        )
        check_separation(one, other, x, y, *lines[0])


def check_separation(one, other, x, y, nx, ny, gap):
    assert math.hypot(nx, ny) == pytest.approx(1)
    distance = Polygon(one).distance(affinity.translate(Polygon(other), x, y))
    if gap > 1e-6:
        assert distance >= gap - 1e-6
    else:
        assert distance < 1e-6


def items(*outlines, high=1000.0):
    return tuple(
        Item(
            kind=str(k),
            candidates=(Candidate(outline=o, low_mm=0.0, high_mm=high - max(y for _, y in o)),),
            area_mm2=Polygon(o).area,
        )
        for k, o in enumerate(outlines)
    )


def test_four_boxes_that_fill_the_strip_fill_it():
    box = ((0.0, 0.0), (400.0, 0.0), (400.0, 500.0), (0.0, 500.0))
    solution = search(Problem(items=items(box, box, box, box), effort=10), lambda *_: None)
    assert solution.length_mm == pytest.approx(800, abs=0.01)


def test_compaction_takes_up_what_the_grid_left():
    wedge = ((0.0, 0.0), (333.3, 0.0), (200.7, 777.7))
    upside = tuple((333.3 - x, 777.7 - y) for x, y in wedge)
    pair = items(wedge, upside, high=777.7)
    solution = search(Problem(items=pair, effort=20), lambda *_: None)
    # the two triangles, one turned, close up to a parallelogram; it cannot be shorter than area /
    # height
    assert solution.length_mm >= 333.3
    assert solution.length_mm < 333.3 + 200.7 + 1


def test_an_ell_and_its_half_turn_interlock():
    turned = tuple((300 - x, 200 - y) for x, y in ELL)
    solution = search(Problem(items=items(ELL, turned, high=300.0), effort=30), lambda *_: None)
    assert solution.length_mm == pytest.approx(
        300, abs=0.01
    )  # 2 · 40,000 on 300 of height: 267 at the least


def test_nothing_to_place_takes_no_length():
    assert search(Problem(items=()), lambda *_: None).length_mm == 0
