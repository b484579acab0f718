"""Open lines put together, rings parted at their corners, allowances taken off again."""

import math
from itertools import pairwise

import numpy as np
import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st

from wickel.body import CHARTS
from wickel.draft import STYLES, Allowances, draft
from wickel.geometry import (
    CannotTakeOff,
    Cubic,
    CutEdge,
    Line,
    chained,
    counter_clockwise,
    cut_outline,
    flatten,
    joined,
    parted_at_corners,
    taken_off,
)
from wickel.geometry.offset import Side
from wickel.pattern import EdgeKind, cut_line, net_line


def lines(*points):
    return tuple(Line(a, b) for a, b in pairwise(points))


@given(st.permutations(range(6)), st.lists(st.booleans(), min_size=6, max_size=6))
def test_shuffled_and_turned_lines_make_one_ring(order, turned):
    corners = [(math.cos(k), math.sin(k)) for k in range(6)]
    sides = [(Line(a, b),) for a, b in zip(corners, [*corners[1:], corners[0]], strict=True)]
    given_lines = [
        (Line(sides[k][0].end, sides[k][0].start),) if turned[k] else sides[k] for k in order
    ]
    closed, loose = chained(given_lines, 0.001)
    assert not loose
    (chain,) = closed
    parts = joined(given_lines, chain)
    assert all(a[-1].end == b[0].start for a, b in pairwise(parts))
    assert {part[0].start for part in parts} == set(corners)


def test_what_does_not_meet_stays_open():
    closed, loose = chained([lines((0, 0), (1, 0)), lines((1.0, 0.05), (1, 1))], 0.1)
    assert closed == ()
    assert [len(chain) for chain in loose] == [2]
    assert len(chained([lines((0, 0), (1, 0)), lines((1.0, 0.5), (1, 1))], 0.1)[1]) == 2


def test_a_ring_is_parted_where_it_turns_and_a_smooth_one_in_two():
    quarter = Cubic((100, 0), (100, 55), (55, 100), (0, 100))
    ring = (Line((0, 100), (0, 0)), Line((0, 0), (60, 0)), Line((60, 0), (100, 0)), quarter)
    assert [len(part) for part in parted_at_corners(ring)] == [1, 2, 1]
    circle = tuple(
        Line((math.cos(a), math.sin(a)), (math.cos(b), math.sin(b)))
        for a, b in pairwise(np.linspace(0, 2 * math.pi, 65))
    )
    assert [len(part) for part in parted_at_corners(circle)] == [32, 32]


def test_allowances_come_off_a_rectangle_with_a_turned_up_hem():
    """A hem of 30 ends square, beside seams of 10 that slant: worked out by hand."""
    net = ((0.0, 0.0), (240.0, 0.0), (140.0, 200.0), (100.0, 200.0))
    sides = [
        Side(points=(net[0], net[1]), allowance_mm=30.0, square=True),
        *(
            Side(points=(a, b), allowance_mm=10.0)
            for a, b in ((net[1], net[2]), (net[2], net[3]), (net[3], net[0]))
        ),
    ]
    cut = counter_clockwise(cut_outline(sides))
    parts = [flatten(part) for part in parted_at_corners(lines(*cut, cut[0]))]
    assert len(parts) == 6  # beside the four edges the two ends of the hem
    edges = []
    for points in parts:
        hem = points[0][1] == points[-1][1] and points[0][1] < 0
        edges.append(CutEdge(points=points, allowance_mm=30.0 if hem else 10.0, square=hem))
    found = [made for made in taken_off(edges) if made is not None]
    corners = sorted(made[0] for made in found)
    assert [value for corner in corners for value in corner] == pytest.approx(
        [value for corner in sorted(net) for value in corner], abs=1e-4
    )


def test_an_allowance_that_leaves_nothing_is_refused():
    cut = ((0.0, 0.0), (100.0, 0.0), (100.0, 15.0), (0.0, 15.0))
    edges = [
        CutEdge(points=(a, b), allowance_mm=10.0)
        for a, b in zip(cut, [*cut[1:], cut[0]], strict=True)
    ]
    with pytest.raises(CannotTakeOff):
        taken_off(edges)


@pytest.mark.parametrize("style", STYLES)
def test_what_is_taken_off_every_piece_of_the_house_is_what_was_put_on(style):
    """But for where a curve bends tighter than its allowance: the cut line has a corner there."""
    made = STYLES[style]
    chart = CHARTS[made.charts[0]]
    body = chart.body(list(chart.sizes)[len(chart.sizes) // 2])
    for piece in draft(made, body, {}, Allowances()).pieces:
        if any(edge.wider or edge.allowance_end_mm is not None for edge in piece.edges):
            continue
        cut = counter_clockwise(cut_line(piece))
        edges = [_known(flatten(part), piece) for part in parted_at_corners(lines(*cut, cut[0]))]
        net = [point for own in taken_off(edges) if own for point in own[:-1]]
        off = shapely.hausdorff_distance(
            shapely.LinearRing(net).segmentize(5), shapely.LinearRing(net_line(piece)).segmentize(5)
        )
        assert off < (0.2 if (style, piece.id) not in TIGHT else 0.6), piece.id


TIGHT = {
    ("maxi-dress", "back"),
    ("maxi-dress", "back-facing"),
    ("draped-dress", "back-facing"),
    ("cowl-top", "back"),
    ("cowl-top", "back-facing"),
    ("jacket", "collar"),
    ("waistcoat", "front-facing"),
    ("coat", "collar-stand"),
}


def _known(points, piece):
    """A stretch of a cut line with the allowance of the edge that it belongs to."""
    line = shapely.LineString(points)
    spots = [line.interpolate(share, normalized=True) for share in (0.35, 0.5, 0.65)]

    def fits(edge):
        net = shapely.LineString(flatten(edge.path, 0.02))
        return sum(abs(net.distance(spot) - edge.allowance_mm) for spot in spots)

    edge = min(piece.edges, key=fits)
    return CutEdge(
        points=points,
        allowance_mm=edge.allowance_mm,
        square=edge.kind is EdgeKind.HEM,
        fold=edge.kind is EdgeKind.FOLD,
    )
