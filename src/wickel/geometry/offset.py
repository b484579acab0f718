"""Allowances: a net outline with its own allowance on each side becomes one cut outline.

The cut shape is the union of the net shape, a strip along every side and a filling at every outer
corner, so it can never cross itself, whatever the corner. Concave corners need no filling.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import accumulate, pairwise

import numpy as np
import shapely
from shapely.geometry import Polygon
from shapely.geometry.base import BaseGeometry

from wickel.geometry.outline import (
    Outline,
    Point,
    outline_of,
    polygon,
    signed_area,
    without_repeats,
    without_spikes,
)

MITRE_LIMIT = 3.0
"""A corner may stand out at most this many times the larger allowance; beyond, it is cut blunt."""

_SLIVER_MM = 1e-6
_CLEANING_MM = 0.005
_GRID_MM = 1e-6
"""Strips that share an edge but for rounding are joined without a slit between them."""

_HALF_PLANE_MM = 1e5


@dataclass(frozen=True, slots=True, kw_only=True)
class Side:
    """One side of a net outline: an open chain of points with one allowance.

    ``square`` ends the strip at right angles to the side (hems: the turned-up part must lie flat on
    what is above it); otherwise corners are mitred. ``fold`` means that nothing is added and that
    nothing may stand out beyond the side's own straight line. ``end_mm`` is what the allowance
    grows or runs out to, evenly, from the side's start to its end; None: it stays.
    """

    points: Outline
    allowance_mm: float
    square: bool = False
    fold: bool = False
    end_mm: float | None = None

    @property
    def at_end(self) -> float:
        """The allowance at the end of the side."""
        return self.allowance_mm if self.end_mm is None else self.end_mm


def cut_outline(sides: Sequence[Side], *, mitre_limit: float = MITRE_LIMIT) -> Outline:
    """The cut line around a closed chain of sides.

    Each side ends where the next begins; either winding. The answer is counter-clockwise and
    contains the net outline. With allowance 0 all round it is the net outline.

    Raises:
        ValueError: an allowance is negative or not finite.
    """
    for side in sides:
        if not all(math.isfinite(mm) and mm >= 0 for mm in (side.allowance_mm, side.at_end)):
            raise ValueError("an allowance is a length of 0 or more")
    return _cut_outline(tuple(sides), mitre_limit)


@lru_cache(maxsize=256)
def _cut_outline(sides: tuple[Side, ...], mitre_limit: float) -> Outline:
    """The cut line around sides that can be; of pieces that an edit leaves as they are it is known
    already."""
    ring = without_repeats([point for side in sides for point in side.points[:-1]])
    if signed_area(ring) < 0:
        sides = tuple(_reversed(side) for side in reversed(sides))
        ring = tuple(reversed(ring))
    # from here on all runs counter-clockwise: outside lies on the right
    net = polygon(ring)
    if all(side.allowance_mm == side.at_end == 0 for side in sides):
        return outline_of(net)
    added: list[BaseGeometry] = [net]
    # a strip along every side and a corner between every two, all united with the net
    for side, following in zip(sides, [*sides[1:], sides[0]], strict=True):
        added += _strip(without_repeats_open(side.points), side.allowance_mm, side.at_end)
        added += _corner(side, following, mitre_limit)
    whole = shapely.union_all(shapely.make_valid(added), grid_size=_GRID_MM)
    for side in sides:
        # on a fold nothing may stand out beyond it: the other half lies there
        if side.fold:
            whole = whole.intersection(_inside_of(side.points[0], side.points[-1]))
    whole = _largest(whole)
    # what cleaning takes off may never come off the net
    cleaned = shapely.union(_largest(whole.simplify(_CLEANING_MM)), net)
    return without_spikes(outline_of(_largest(cleaned)))


def without_repeats_open(points: Sequence[Point]) -> Outline:
    """An open chain without points that repeat their predecessor."""
    kept = [points[0]]
    for point in points[1:]:
        if math.dist(kept[-1], point) > _SLIVER_MM:
            kept.append(point)
    return tuple(kept)


def _reversed(side: Side) -> Side:
    return Side(
        points=tuple(reversed(side.points)),
        allowance_mm=side.at_end,
        square=side.square,
        fold=side.fold,
        end_mm=side.allowance_mm,
    )


def normal_right(a: Point, b: Point) -> Point:
    """Unit normal on the right of a→b: outward of a counter-clockwise outline."""
    size = math.dist(a, b)
    return ((b[1] - a[1]) / size, (a[0] - b[0]) / size)


def moved_out(point: Point, normal: Point, by: float) -> Point:
    """A point moved along a normal."""
    return (point[0] + normal[0] * by, point[1] + normal[1] * by)


def _allowed(points: Outline, start: float, end: float) -> list[float]:
    """The allowance at each point of a side along which it runs from ``start`` to ``end``."""
    if start == end:
        return [start] * len(points)
    along = [0.0, *accumulate(math.dist(a, b) for a, b in pairwise(points))]
    return [start + (end - start) * mm / along[-1] for mm in along]


def _strip(points: Outline, start: float, end: float) -> list[BaseGeometry]:
    """The quads between a side and its cut line, sharing mitred joints inside the side."""
    if start == end == 0 or len(points) < 2:
        return []
    allowed = _allowed(points, start, end)
    normals = [normal_right(a, b) for a, b in pairwise(points)]
    joints = [moved_out(points[0], normals[0], allowed[0])]
    inner = zip(points[1:-1], normals, normals[1:], allowed[1:], strict=False)
    joints += [_joint(point, before, after, mm) for point, before, after, mm in inner]
    joints.append(moved_out(points[-1], normals[-1], allowed[-1]))
    quads = []
    for k, normal in enumerate(normals):
        a, b, q, p = points[k], points[k + 1], joints[k + 1], joints[k]
        forward = (q[0] - p[0]) * (b[0] - a[0]) + (q[1] - p[1]) * (b[1] - a[1])
        if forward <= 0:  # a bend tighter than the allowance: keep the plain rectangle
            p, q = moved_out(a, normal, allowed[k]), moved_out(b, normal, allowed[k + 1])
        quads.append((a, b, q, p))
    return list(shapely.polygons(np.array(quads)))


def _joint(point: Point, before: Point, after: Point, allowance: float) -> Point:
    x, y = before[0] + after[0], before[1] + after[1]
    size2 = x * x + y * y
    if size2 < 0.5:  # a kink of more than 140 degrees inside a side: no mitre
        return moved_out(point, after, allowance)
    return (point[0] + 2 * allowance * x / size2, point[1] + 2 * allowance * y / size2)


def _corner(side: Side, following: Side, limit: float) -> list[BaseGeometry]:
    """What fills the outer corner between the end of one side and the start of the next."""
    here, there = without_repeats_open(side.points), without_repeats_open(following.points)
    corner = here[-1]
    before, after = normal_right(here[-2], here[-1]), normal_right(there[0], there[1])
    a, b = side.at_end, following.allowance_mm
    turn = before[0] * after[1] - before[1] * after[0]
    ahead = before[0] * after[0] + before[1] * after[1]
    if max(a, b) == 0 or turn < -1e-12 or (turn < 1e-12 and ahead > 0):
        return []
    start, end = moved_out(corner, before, a), moved_out(corner, after, b)
    if side.square != following.square:
        return _squared(start, end, side, following)
    meeting = _meeting(start, before, end, after)
    if meeting is None or not _between(start, before, meeting, end, after):
        return [Polygon([corner, start, end])]  # nearly straight, other allowance: a step
    reach = limit * max(a, b)
    if math.dist(corner, meeting) <= reach:
        return [Polygon([corner, start, meeting, end])]
    if ahead > 0:
        return [Polygon([corner, start, end])]
    return _blunt(corner, start, before, end, after, reach)


def _between(start: Point, before: Point, meeting: Point, end: Point, after: Point) -> bool:
    """Whether the meeting lies ahead of the first cut line's end and before the second one's
    start."""
    on = (meeting[0] - start[0]) * -before[1] + (meeting[1] - start[1]) * before[0]
    back = (end[0] - meeting[0]) * -after[1] + (end[1] - meeting[1]) * after[0]
    return on >= -1e-9 and back >= -1e-9


def _squared(start: Point, end: Point, side: Side, following: Side) -> list[BaseGeometry]:
    """The corner of a hem: the neighbour's cut line, of which ``start`` or ``end`` is the point at
    the corner, runs to the hem's net line, then square to it."""
    here, there = without_repeats_open(side.points), without_repeats_open(following.points)
    corner = here[-1]
    before, after = normal_right(here[-2], corner), normal_right(there[0], there[1])
    hem_first = side.square
    hem_normal, hem_mm = (before, side.at_end) if hem_first else (after, following.allowance_mm)
    neighbour, its_normal = (end, after) if hem_first else (start, before)
    foot = _meeting(corner, hem_normal, neighbour, its_normal)
    if foot is None or math.dist(corner, foot) > MITRE_LIMIT * max(
        side.at_end, following.allowance_mm
    ):
        return [Polygon([corner, start, end])]
    toe = moved_out(foot, hem_normal, hem_mm)
    ring = [corner, start, toe, foot, end] if hem_first else [corner, start, foot, toe, end]
    return [Polygon(ring).convex_hull]


def _meeting(p: Point, p_normal: Point, q: Point, q_normal: Point) -> Point | None:
    """Where the line through p with its normal meets the line through q with its own."""
    det = p_normal[0] * q_normal[1] - p_normal[1] * q_normal[0]
    if abs(det) < 1e-9:
        return None
    c1 = p_normal[0] * p[0] + p_normal[1] * p[1]
    c2 = q_normal[0] * q[0] + q_normal[1] * q[1]
    return (
        (c1 * q_normal[1] - c2 * p_normal[1]) / det,
        (p_normal[0] * c2 - q_normal[0] * c1) / det,
    )


def _blunt(
    corner: Point, start: Point, before: Point, end: Point, after: Point, reach: float
) -> list[BaseGeometry]:
    """A very sharp corner: both cut lines run on and are cut across at ``reach`` from the point."""
    ahead_before = (-before[1], before[0])  # the way the first side was going
    back_after = (after[1], -after[0])  # the way the second side came from
    bisector = (ahead_before[0] + back_after[0], ahead_before[1] + back_after[1])
    size = math.hypot(*bisector)
    if size < 1e-9:
        return [Polygon([corner, start, end]).convex_hull]
    unit = (bisector[0] / size, bisector[1] / size)
    p, q = (
        _run(start, ahead_before, corner, unit, reach),
        _run(end, back_after, corner, unit, reach),
    )
    return [Polygon([corner, start, p, q, end]).convex_hull]


def _run(start: Point, along: Point, corner: Point, unit: Point, reach: float) -> Point:
    """Follow a cut line from ``start`` until it stands ``reach`` out from the corner."""
    gone = (start[0] - corner[0]) * unit[0] + (start[1] - corner[1]) * unit[1]
    speed = along[0] * unit[0] + along[1] * unit[1]
    return moved_out(start, along, max(0.0, (reach - gone) / speed) if speed > 1e-9 else 0.0)


def _inside_of(a: Point, b: Point) -> Polygon:
    """A very large rectangle on the left of a→b, the inside of a counter-clockwise outline."""
    normal = normal_right(a, b)
    along = (-normal[1], normal[0])
    far = _HALF_PLANE_MM
    p, q = moved_out(a, along, -far), moved_out(b, along, far)
    return Polygon([p, q, moved_out(q, normal, -far), moved_out(p, normal, -far)])


def _largest(shape: BaseGeometry) -> Polygon:
    """The largest polygon of a geometry, its holes closed (a slit narrower than its allowances)."""
    parts = [part for part in getattr(shape, "geoms", [shape]) if isinstance(part, Polygon)]
    return Polygon(max(parts, key=lambda part: part.area).exterior)
