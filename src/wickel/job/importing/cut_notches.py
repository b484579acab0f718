"""Notches that are cut into an outline, or stand out of it: V, U and slit. They are taken out, so
that the line runs on, and become marks."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from wickel.geometry import Line, Path, Point, Segment, flatten, length, turns

MOUTH_MM, DEEPEST_MM, LEAST_DEEP_MM = 10.0, 13.0, 1.5
"""A notch is no wider at its mouth, no deeper, and no less deep: what is larger is a shape."""
_MOST_SIDES, _ON_DEG, _SHUT_MM = 4, 25.0, 0.05
"""It has so few sides, the line goes on behind it about as it came, and a slit is shut."""
_LEAST_TURN_DEG = 15.0
"""The line turns at least so much where a notch begins: 1.5 mm deep, 10 mm wide are 17 degrees."""


@dataclass(frozen=True, slots=True)
class CutNotch:
    """A notch of an outline: from the middle of its mouth to where it ends."""

    mouth: Point
    tip: Point


def without_notches(ring: Path) -> tuple[Path, tuple[CutNotch, ...]]:
    """A closed line without the notches in it, and those."""
    made, found, k, count = list[Segment](), list[CutNotch](), 0, len(ring)
    first = _no_part_of_one(ring)
    turned = (*ring[first:], *ring[:first])
    sharp = turns(turned)
    while k < count:
        sides = _sides_of_one(turned, k) if abs(sharp[k]) > _LEAST_TURN_DEG else 0
        if sides:
            start, end = turned[k].start, turned[k + sides - 1].end
            if math.dist(start, end) > _SHUT_MM:
                made.append(Line(start, end))
            elif made:
                end = made[-1].end
            mouth = ((start[0] + end[0]) / 2, (start[1] + end[1]) / 2)
            points = [point for own in turned[k : k + sides] for point in (own.start, own.end)]
            tip = max(points, key=lambda point: math.dist(point, mouth))
            found.append(CutNotch(mouth, tip))
        else:
            made.append(turned[k])
        k += max(1, sides)
    return (tuple(made), tuple(found)) if found else (ring, ())


def _no_part_of_one(ring: Path) -> int:
    """A segment to begin with: one too long to be a side of a notch."""
    return max(range(len(ring)), key=lambda k: length((ring[k],)))


def _sides_of_one(ring: Sequence[Segment], k: int) -> int:
    """How many segments from one on are the sides of a notch; none where there is none."""
    for sides in range(2, _MOST_SIDES + 1):
        if k == 0 or k + sides > len(ring):
            return 0
        own = ring[k : k + sides]
        start, end = own[0].start, own[-1].end
        mouth = math.dist(start, end)
        if mouth <= MOUTH_MM and _is_deep(own, start, end) and _goes_on(ring, k, sides):
            return sides
    return 0


def _is_deep(own: Sequence[Segment], start: Point, end: Point) -> bool:
    """Whether its sides go away from the mouth and come back, far enough and not too far."""
    points = [point for each in own for point in flatten((each,))]
    way = (end[0] - start[0], end[1] - start[1])
    size = math.hypot(*way)
    if size <= _SHUT_MM:
        deep = max(math.dist(start, point) for point in points)
        return LEAST_DEEP_MM <= deep <= DEEPEST_MM
    away = [((y - start[1]) * way[0] - (x - start[0]) * way[1]) / size for x, y in points]
    deepest, other = max(away, key=abs), min(away, key=abs)
    beside = max(away) - min(away) > abs(deepest) + _SHUT_MM
    return not beside and LEAST_DEEP_MM <= abs(deepest) <= DEEPEST_MM and abs(other) <= _SHUT_MM


def _goes_on(ring: Sequence[Segment], k: int, sides: int) -> bool:
    """Whether the line behind a notch goes on about as it came, over its mouth."""
    before, after = ring[k - 1], ring[(k + sides) % len(ring)]
    start, end = ring[k].start, ring[k + sides - 1].end
    if math.dist(start, end) <= _SHUT_MM:
        row = (before, after)
        return abs(turns(row)[1]) < _ON_DEG
    row_over = (before, Line(start, end), after)
    return all(abs(deg) < _ON_DEG for deg in turns(row_over)[1:])
