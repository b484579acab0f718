"""Unfolding: a half shape and its mirror image across a fold become one whole shape."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from functools import lru_cache

import shapely
from shapely.geometry import Polygon

from wickel.geometry.outline import (
    Outline,
    Point,
    bounds,
    holes_of,
    outline_of,
    without_spikes,
)
from wickel.wording import say

FOLD_TOLERANCE_MM = 0.1
"""How far a fold edge may stray from the outline it belongs to."""


class BadFold(ValueError):
    """A fold edge that the outline cannot be unfolded across. The message ends a sentence."""


def checked_fold(outline: Sequence[Point], fold_edges: Sequence[tuple[Point, Point]]) -> None:
    """Make sure that the fold edges lie on one line, on the outline, with all of it on one side.

    Raises:
        BadFold: with the reason.
    """
    ring = shapely.linearrings(list(outline))
    for start, end in fold_edges:
        if math.dist(start, end) < 1.0:
            raise BadFold(say("unfold.no-length"))
        # both ends may lie on the outline and the edge not: points along it tell
        along = shapely.points(
            [
                (start[0] + (end[0] - start[0]) * k / 16, start[1] + (end[1] - start[1]) * k / 16)
                for k in range(17)
            ]
        )
        if shapely.distance(along, ring).max() > FOLD_TOLERANCE_MM:
            raise BadFold(say("unfold.not-an-edge", shown=_shown(start), shown_2=_shown(end)))
    start, end = fold_edges[0]
    off = [_beside(point, start, end) for edge in fold_edges for point in edge]
    if max(map(abs, off)) > FOLD_TOLERANCE_MM:
        raise BadFold(say("unfold.not-one-line"))
    # the other half would lie over this one
    sides = [_beside(point, start, end) for point in outline]
    if min(sides) < -FOLD_TOLERANCE_MM and max(sides) > FOLD_TOLERANCE_MM:
        raise BadFold(say("unfold.both-sides", shown=_shown(start), shown_2=_shown(end)))


def unfold_outline(
    outline: Sequence[Point], fold: tuple[Point, Point], holes: Iterable[Sequence[Point]] = ()
) -> tuple[Outline, tuple[Outline, ...]]:
    """The whole shape of a half one: its outline (counter-clockwise) and its holes.

    Points within the fold tolerance of the fold line are put on it, so that the halves join.
    A notch in the fold edge becomes a hole or part of the outline, as the shape has it. Remembered
    for the halves last asked for: planning a lay asks for each of them many times.
    """
    return _unfolded(tuple(outline), fold, tuple(map(tuple, holes)))


@lru_cache(maxsize=256)
def _unfolded(
    outline: Outline, fold: tuple[Point, Point], holes: tuple[Outline, ...]
) -> tuple[Outline, tuple[Outline, ...]]:
    start, end = fold
    size = math.dist(start, end)
    ux, uy = (end[0] - start[0]) / size, (end[1] - start[1]) / size

    def to_line(p: Point) -> Point:
        x, y = p[0] - start[0], p[1] - start[1]
        across = ux * y - uy * x
        return (ux * x + uy * y, 0.0 if abs(across) <= FOLD_TOLERANCE_MM else across)

    def from_line(p: Point) -> Point:
        return (start[0] + ux * p[0] - uy * p[1], start[1] + uy * p[0] + ux * p[1])

    half = [to_line(p) for p in outline]
    inner = [[to_line(p) for p in hole] for hole in holes]
    here = Polygon(half, inner)
    there = Polygon([(x, -y) for x, y in half], [[(x, -y) for x, y in hole] for hole in inner])
    whole = shapely.union(shapely.make_valid(here), shapely.make_valid(there))
    if not isinstance(whole, Polygon):
        whole = max(whole.geoms, key=lambda part: part.area)
    return (
        without_spikes([from_line(p) for p in _without_joints(outline_of(whole))]),
        tuple(
            hole
            for inner in holes_of(whole)
            if len(hole := without_spikes([from_line(p) for p in inner])) > 2
        ),
    )


def half_above(
    outline: Sequence[Point], axis_y: float
) -> tuple[Outline, tuple[tuple[Point, Point], ...]] | None:
    """What of an outline lies above a line along x, and its edges on that line; None where that is
    nothing, several parts, or no edge of a millimetre."""
    box = bounds(outline)
    room = shapely.box(box.min_x - 1, axis_y, box.max_x + 1, max(axis_y, box.max_y) + 1)
    half = Polygon(outline).intersection(room)
    if not isinstance(half, Polygon) or half.is_empty:
        return None
    points = without_spikes(
        [(x, axis_y if abs(y - axis_y) < 1e-9 else y) for x, y in outline_of(half)]
    )
    edges = tuple(
        (one, other)
        for one, other in zip(points, (*points[1:], points[0]), strict=True)
        if one[1] == other[1] == axis_y and math.dist(one, other) >= 1.0
    )
    return (points, edges) if edges else None


def _without_joints(outline: Outline) -> Outline:
    """Drop the points on the fold line that lie straight between their neighbours."""
    kept = [
        point
        for before, point, after in zip(
            (outline[-1], *outline[:-1]), outline, (*outline[1:], outline[0]), strict=True
        )
        if point[1] != 0.0 or abs(_beside(point, before, after)) > 1e-9
    ]
    return tuple(kept)


def _beside(point: Point, start: Point, end: Point) -> float:
    """Signed distance of a point from the line start→end, positive on its left."""
    size = math.dist(start, end) or 1.0
    return (
        (end[0] - start[0]) * (point[1] - start[1]) - (end[1] - start[1]) * (point[0] - start[0])
    ) / size


def _shown(point: Point) -> str:
    return f"[{point[0]:g}, {point[1]:g}]"
