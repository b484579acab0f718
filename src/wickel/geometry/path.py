"""Drawn paths of straight lines and cubic curves: points along them, length, flattening.

A path is open and runs from its start to its end; several of them make the net line of a piece.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise

from wickel.geometry.outline import Outline, Point
from wickel.geometry.transform import Affine

FLATNESS_MM = 0.1
_LENGTH_FLATNESS_MM = 0.0005
_GAUSS = tuple(
    (sign * node, weight)
    for node, weight in (
        (0.1834346424956498, 0.3626837833783620),
        (0.5255324099163290, 0.3137066458778873),
        (0.7966664774136267, 0.2223810344533745),
        (0.9602898564975363, 0.1012285362903763),
    )
    for sign in (-1.0, 1.0)
)


@dataclass(frozen=True, slots=True)
class Line:
    """A straight line."""

    start: Point
    end: Point

    def at(self, t: float) -> Point:
        """The point at parameter t in 0..1."""
        return _between(self.start, self.end, t)

    def mapped(self, by: Affine) -> Line:
        """The line under a map."""
        return Line(by(self.start), by(self.end))

    def backwards(self) -> Line:
        """The line from its end to its start."""
        return Line(self.end, self.start)

    def flattened(self, flatness_mm: float = FLATNESS_MM) -> Outline:
        """Start and end."""
        return (self.start, self.end)


@dataclass(frozen=True, slots=True)
class Cubic:
    """A cubic Bézier curve with its two control points."""

    start: Point
    control1: Point
    control2: Point
    end: Point

    def at(self, t: float) -> Point:
        """The point at parameter t in 0..1."""
        s = 1.0 - t
        w0, w1, w2, w3 = s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t
        return (
            w0 * self.start[0] + w1 * self.control1[0] + w2 * self.control2[0] + w3 * self.end[0],
            w0 * self.start[1] + w1 * self.control1[1] + w2 * self.control2[1] + w3 * self.end[1],
        )

    def mapped(self, by: Affine) -> Cubic:
        """The curve under a map."""
        return Cubic(by(self.start), by(self.control1), by(self.control2), by(self.end))

    def backwards(self) -> Cubic:
        """The curve from its end to its start."""
        return Cubic(self.end, self.control2, self.control1, self.start)

    def flattened(self, flatness_mm: float = FLATNESS_MM) -> Outline:
        """Points on the curve whose chords stay within the flatness.

        The number of equal parameter steps follows from the second differences: a chord of a
        cubic over a step h strays at most h²/8 · max|B''|, and |B''| ≤ 6 · max second difference.
        """
        bend = max(
            math.hypot(a[0] - 2 * b[0] + c[0], a[1] - 2 * b[1] + c[1])
            for a, b, c in (
                (self.start, self.control1, self.control2),
                (self.control1, self.control2, self.end),
            )
        )
        steps = max(1, math.ceil(math.sqrt(6 * bend / (8 * flatness_mm))))
        return _points_on(self, steps)


@lru_cache(maxsize=8192)
def _points_on(curve: Cubic, steps: int) -> Outline:
    """The points at equal steps of the parameter: the same curves are asked for again and again
    while a garment is drafted."""
    inner = tuple(curve.at(k / steps) for k in range(1, steps))
    return (curve.start, *inner, curve.end)


Segment = Line | Cubic
Path = tuple[Segment, ...]


def _between(a: Point, b: Point, t: float) -> Point:
    return (a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t)


def quadratic(start: Point, control: Point, end: Point) -> Cubic:
    """A parabola as a cubic: both of its handles reach two thirds of the way to the control
    point."""
    (ax, ay), (bx, by), (cx, cy) = start, control, end
    return Cubic(
        start,
        (ax + 2 / 3 * (bx - ax), ay + 2 / 3 * (by - ay)),
        (cx + 2 / 3 * (bx - cx), cy + 2 / 3 * (by - cy)),
        end,
    )


QUARTER_REACH = 4 / 3 * (math.sqrt(2) - 1)
"""How far the handles of a quarter of a circle or an ellipse reach as one cubic, in radii."""


def flatten(path: Sequence[Segment], flatness_mm: float = FLATNESS_MM) -> Outline:
    """The path as points, without repeating the joints."""
    points: list[Point] = [path[0].start]
    for segment in path:
        points.extend(segment.flattened(flatness_mm)[1:])
    return tuple(points)


def length(path: Sequence[Segment]) -> float:
    """Length of the path in mm, for smooth curves within about a thousandth of a millimetre."""
    return math.fsum(
        math.dist(segment.start, segment.end)
        if isinstance(segment, Line)
        else _cubic_length(segment)
        for segment in path
    )


@lru_cache(maxsize=8192)
def _cubic_length(curve: Cubic) -> float:
    """The integral of the speed, by Gauss and Legendre's rule of eight points on four stretches."""
    (ax, ay), (bx, by), (cx, cy), (dx, dy) = curve.start, curve.control1, curve.control2, curve.end
    ux, uy, vx, vy, wx, wy = bx - ax, by - ay, cx - bx, cy - by, dx - cx, dy - cy
    total = 0.0
    for stretch in range(4):
        for node, weight in _GAUSS:
            t = (stretch + 0.5 + 0.5 * node) / 4
            s = 1.0 - t
            p, q, r = s * s, 2 * s * t, t * t
            total += weight * math.hypot(p * ux + q * vx + r * wx, p * uy + q * vy + r * wy)
    return 3 * total / 8


def map_path(path: Sequence[Segment], by: Affine) -> Path:
    """The path under a map, in the same order."""
    return tuple(segment.mapped(by) for segment in path)


def backwards(path: Sequence[Segment]) -> Path:
    """The path from its end to its start."""
    return tuple(segment.backwards() for segment in reversed(path))


def point_at(path: Sequence[Segment], distance_mm: float) -> Point:
    """The point at a distance along the path from its start.

    Raises:
        ValueError: the distance is negative or beyond the end by more than 0.01 mm.
    """
    left = distance_mm
    if left < -0.01:
        raise ValueError("a distance along an edge cannot be negative")
    for segment in path:
        size = length((segment,))
        if left <= size and size > 0:
            return segment.at(_parameter_at(segment, max(0.0, left), size))
        left -= size
    if left > 0.01:
        raise ValueError("the distance lies beyond the end of the edge")
    return path[-1].end


def split_segment(segment: Segment, t: float) -> tuple[Segment, Segment]:
    """The two parts of a segment before and after parameter t (de Casteljau's construction)."""
    if isinstance(segment, Line):
        middle = segment.at(t)
        return Line(segment.start, middle), Line(middle, segment.end)
    a, b, c = (
        _between(p, q, t)
        for p, q in (
            (segment.start, segment.control1),
            (segment.control1, segment.control2),
            (segment.control2, segment.end),
        )
    )
    d, e = _between(a, b, t), _between(b, c, t)
    middle = _between(d, e, t)
    return Cubic(segment.start, a, d, middle), Cubic(middle, e, c, segment.end)


def parted_at(path: Sequence[Segment], distance_mm: float) -> tuple[Path, Path]:
    """The path before and after a distance along it; either part is empty at the path's ends."""
    left = distance_mm
    for k, segment in enumerate(path):
        size = length((segment,))
        if left <= 1e-7:
            return tuple(path[:k]), tuple(path[k:])
        if left < size - 1e-7:
            before, after = split_segment(segment, _parameter_at(segment, left, size))
            return (*path[:k], before), (after, *path[k + 1 :])
        left -= size
    return tuple(path), ()


def _parameter_at(segment: Segment, distance_mm: float, size_mm: float) -> float:
    """Where on a segment a distance from its start is reached: false position, kept between its
    bounds."""
    if isinstance(segment, Line):
        return distance_mm / size_mm
    low, high, below, above = 0.0, 1.0, -distance_mm, size_mm - distance_mm
    for _ in range(60):
        if high - low < 1e-11 or above - below < 1e-9:
            break
        share = -below / (above - below)
        t = low + (high - low) * min(0.95, max(0.05, share))
        off = length((split_segment(segment, t)[0],)) - distance_mm
        if abs(off) < 1e-8:
            return t
        if off < 0:
            low, below = t, off
        else:
            high, above = t, off
    return (low + high) / 2


def nearest_distance(path: Sequence[Segment], point: Point) -> tuple[float, float]:
    """How far along the path its nearest place to a point lies, and how far off the point is, in
    mm.

    Of a path or a point that is nowhere (no number) neither can be said: both are NaN.
    """
    if math.isnan(point[0]) or any(math.isnan(segment.start[0]) for segment in path):
        return math.nan, math.nan
    points = flatten(path, _LENGTH_FLATNESS_MM * 4)
    best, along, found = math.inf, 0.0, 0.0
    for a, b in pairwise(points):
        step = math.dist(a, b)
        if step == 0:
            continue
        t = ((point[0] - a[0]) * (b[0] - a[0]) + (point[1] - a[1]) * (b[1] - a[1])) / (step * step)
        t = min(1.0, max(0.0, t))
        off = math.dist(point, _between(a, b, t))
        if off < best:
            best, found = off, along + t * step
        along += step
    return found, best


def parted_where(path: Sequence[Segment], axis: int, value: float) -> tuple[Path, Path]:
    """As ``crossing``, of a path that is known to reach the value. Raises ``ValueError``."""
    met = crossing(path, axis, value)
    if met is None:
        raise ValueError(f"no place of the path lies at {value} mm")
    return met


def crossing(path: Sequence[Segment], axis: int, value: float) -> tuple[Path, Path] | None:
    """The path parted where it first reaches a value of x (axis 0) or y (axis 1), or None where it
    never does."""
    for k, segment in enumerate(path):
        steps = 64 if isinstance(segment, Cubic) else 1
        for n in range(steps):
            low, high = n / steps, (n + 1) / steps
            first, last = segment.at(low)[axis] - value, segment.at(high)[axis] - value
            if first * last > 0:
                continue
            while high - low > 1e-12:
                middle = (low + high) / 2
                if (segment.at(middle)[axis] - value) * first > 0:
                    low = middle
                else:
                    high = middle
            before, after = split_segment(segment, (low + high) / 2)
            return (*path[:k], before), (after, *path[k + 1 :])
    return None


def smooth(start: Point, toward: Point, onto: Point, end: Point, fullness: float = 0.6) -> Cubic:
    """A curve that leaves ``start`` toward one point and arrives at ``end`` from another.

    ``fullness`` 0..1 is how far the control points reach to those points; 0.55 between the sides
    of a right angle comes close to a quarter of an ellipse.
    """
    return Cubic(start, _between(start, toward, fullness), _between(end, onto, fullness), end)
