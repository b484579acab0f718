"""Allowances taken off again: from a cut line, parted into edges with what is in it along each, the
net line.

The way back of ``offset.cut_outline``: every edge is moved in by its allowance, and two that follow
each other meet where they then cross. What stands at a corner of a cut line and belongs to neither
edge (the turned-up end of a hem, a corner cut blunt) is no edge.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

import shapely
import shapely.ops
from shapely.geometry import LineString
from shapely.geometry import Point as Spot

from wickel.geometry.offset import (
    Side,
    cut_outline,
    moved_out,
    normal_right,
    without_repeats_open,
)
from wickel.geometry.outline import Outline, Point

_MEET_MM = 0.05
_REACH = 4.0
"""A straight stretch at a corner of a cut line is at most so many allowances long."""
_FOUND_AGAIN_MM = 0.3
_BEND_DEG = 45.0


class CannotTakeOff(ValueError):
    """An allowance that cannot be taken off. ``edge`` is the place of its edge."""

    def __init__(self, edge: int) -> None:
        super().__init__(f"edge {edge + 1} has no net line under it")
        self.edge = edge


@dataclass(frozen=True, slots=True, kw_only=True)
class CutEdge:
    """One edge of a cut line, counter-clockwise, with the allowance in it; ``square`` and ``fold``
    as in ``offset.Side``."""

    points: Outline
    allowance_mm: float
    square: bool = False
    fold: bool = False


def taken_off(edges: Sequence[CutEdge]) -> list[Outline | None]:
    """The net edge under each edge of a counter-clockwise cut line; None for what is only the
    corner between two others.

    A short straight stretch is taken for a corner where the cut line is the same without it.

    Raises:
        CannotTakeOff: an edge under which nothing is left.
    """
    corners = {k for k in range(len(edges)) if _may_be_corner(edges, k)}
    while len(edges) - len(corners) < 2 and corners:
        corners.remove(_longest(edges, corners))
    while True:
        try:
            nets = _net_edges(edges, corners)
        except CannotTakeOff:
            if not corners:
                raise
            corners.remove(_longest(edges, corners))
            continue
        wrong = {k for k in corners if not _is_found_again(edges, nets, k)}
        if not wrong:
            return nets
        corners -= wrong


def _may_be_corner(edges: Sequence[CutEdge], at: int) -> bool:
    """Whether a straight stretch is short enough beside the allowances of its neighbours."""
    edge = edges[at]
    if len(edge.points) > 2 or edge.fold or edge.square:
        return False
    beside = (edges[at - 1], edges[(at + 1) % len(edges)])
    most = max(other.allowance_mm for other in beside)
    return math.dist(*edge.points) <= _REACH * max(most, _MEET_MM)


def _longest(edges: Sequence[CutEdge], among: set[int]) -> int:
    return max(sorted(among), key=lambda k: math.dist(*edges[k].points))


def _is_found_again(edges: Sequence[CutEdge], nets: list[Outline | None], at: int) -> bool:
    """Whether the cut line around the net edges comes out along a stretch that was taken for a
    corner."""
    sides = [
        Side(
            points=net,
            allowance_mm=0.0 if edge.fold else edge.allowance_mm,
            square=edge.square,
            fold=edge.fold,
        )
        for edge, net in zip(edges, nets, strict=True)
        if net is not None
    ]
    try:
        ring = shapely.LinearRing(cut_outline(sides))
    except ValueError:  # nothing is left that could be cut
        return False
    return all(ring.distance(Spot(point)) < _FOUND_AGAIN_MM for point in edges[at].points)


def _net_edges(edges: Sequence[CutEdge], corners: set[int]) -> list[Outline | None]:
    """The net edges, their ends where they cross. Raises ``CannotTakeOff``."""
    kept = [k for k in range(len(edges)) if k not in corners]
    size = sum(math.dist(a, b) for edge in edges for a, b in pairwise(edge.points))
    inner = {k: _moved_in(edges[k]) for k in kept}
    ends: dict[tuple[int, int], Point] = {}
    for one, two in zip(kept, [*kept[1:], kept[0]], strict=True):
        bend = _bend(edges[one], edges[two])
        ends[one, two] = bend or _meeting(inner[one], inner[two], min(size, 2000.0))
    made: list[Outline | None] = [None] * len(edges)
    around = zip([kept[-1], *kept[:-1]], kept, [*kept[1:], kept[0]], strict=True)
    for before, own, after in around:
        net = _between(inner[own], ends[before, own], ends[own, after], min(size, 2000.0))
        if net is None:
            raise CannotTakeOff(own)
        made[own] = net
    return made


def _bend(one: CutEdge, two: CutEdge) -> Point | None:
    """Where two edges meet whose cut line turns inward a little while their allowance is the same:
    a curve that bends tighter than its allowance, of which the cut line has a corner only. No place
    of the net line is nearer to that corner than the allowance."""
    mm = one.allowance_mm
    if one.fold or two.fold or one.square or two.square or mm != two.allowance_mm:
        return None
    if math.dist(one.points[-1], two.points[0]) > _MEET_MM:
        return None
    before, after = _left(*one.points[-2:]), _left(*two.points[:2])
    turn = math.degrees(
        math.atan2(
            before[0] * after[1] - before[1] * after[0],
            before[0] * after[0] + before[1] * after[1],
        )
    )
    if not -_BEND_DEG < turn < 0:
        return None
    x, y = before[0] + after[0], before[1] + after[1]
    size = math.hypot(x, y)
    corner = two.points[0]
    far = mm * (0.5 + 0.5 / math.cos(math.radians(turn / 2)))  # between the arc and the point
    return (corner[0] + far * x / size, corner[1] + far * y / size)


def _moved_in(edge: CutEdge) -> Outline:
    """An edge of a counter-clockwise line moved to its left by its allowance."""
    points = without_repeats_open(edge.points)
    mm = 0.0 if edge.fold else edge.allowance_mm
    if mm == 0:
        return points
    normals = [_left(a, b) for a, b in pairwise(points)]
    moved = [moved_out(points[0], normals[0], mm)]
    for point, before, after in zip(points[1:-1], normals, normals[1:], strict=False):
        x, y = before[0] + after[0], before[1] + after[1]
        share = 2.0 * mm / max(0.5, x * x + y * y)
        moved.append((point[0] + share * x, point[1] + share * y))
    moved.append(moved_out(points[-1], normals[-1], mm))
    forward = [moved[0]]
    for (a, b), q in zip(pairwise(points), moved[1:], strict=True):
        p = forward[-1]  # what runs backwards lies in a bend tighter than the allowance
        if (q[0] - p[0]) * (b[0] - a[0]) + (q[1] - p[1]) * (b[1] - a[1]) > 0:
            forward.append(q)
    return tuple(forward) if len(forward) > 1 else (moved[0], moved[-1])


def _left(a: Point, b: Point) -> Point:
    """Unit normal on the left of a→b: inward of a counter-clockwise line."""
    x, y = normal_right(a, b)
    return (-x, -y)


def _longer(points: Outline, by: float) -> LineString:
    """A line run on straight at both ends."""
    (ax, ay), (bx, by_) = points[0], points[1]
    (cx, cy), (dx, dy) = points[-2], points[-1]
    one, two = math.dist(points[0], points[1]), math.dist(points[-2], points[-1])
    start = (ax - (bx - ax) / one * by, ay - (by_ - ay) / one * by)
    end = (dx + (dx - cx) / two * by, dy + (dy - cy) / two * by)
    return LineString([start, *points, end])


def _meeting(one: Outline, two: Outline, reach: float) -> Point:
    """Where an edge that is moved in meets the next one, both run on as far as need be."""
    middle = ((one[-1][0] + two[0][0]) / 2, (one[-1][1] + two[0][1]) / 2)
    if math.dist(one[-1], two[0]) < _MEET_MM:
        return middle
    met = shapely.intersection(_longer(one, reach), _longer(two, reach))
    spots = [part for part in shapely.get_parts(met) if isinstance(part, Spot)]
    if not spots:
        return middle
    best = min(spots, key=lambda spot: spot.distance(Spot(middle)))
    return (float(best.x), float(best.y))


def _between(points: Outline, start: Point, end: Point, reach: float) -> Outline | None:
    """The stretch of a line, run on at both ends, between two points of it; None where it would run
    backwards."""
    line = _longer(points, reach)
    one, two = line.project(Spot(start)), line.project(Spot(end))
    if two - one < _MEET_MM:
        return None
    part = shapely.ops.substring(line, one, two)
    inner = [(float(x), float(y)) for x, y in part.coords][1:-1]
    return without_repeats_open((start, *inner, end))
