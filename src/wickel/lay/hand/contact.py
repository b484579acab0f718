"""How far shapes may be pushed in one direction before they touch others: contact between outlines.

Seen in the direction of the push, a corner of one meets an edge of the other: the least way over
all corners and edges, both ways round. Only edges that the push goes into count, so that what lies
along an edge slides by. Where a corner meets a corner no edge is entered: so the middles of edges
count as corners, too, and points beside their ends. All lengths in mm.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wickel.geometry import Outline, counter_clockwise

Floats = NDArray[np.float64]

BESIDE_MM = 1e-5
"""A corner that passes an edge's end by so little slides by it."""
WITHIN_MM = 0.05
"""What is no deeper in another than this, by rounding, touches it."""
_BESIDE_CORNER_MM, _LONG_MM = 5e-4, 8.0
_EXACTLY_MM = 1e-7
_LEVEL = 1e-9


@dataclass(frozen=True, slots=True)
class Sides:
    """The edges of some outlines that run counter-clockwise: where each starts and ends, (n, 2)
    each; from which edge on each outline goes, (m + 1), and the boxes of the outlines, (m, 4):
    least x and y, greatest x and y."""

    start: Floats
    end: Floats
    first: NDArray[np.int64]
    boxes: Floats
    points: Floats

    def box(self) -> tuple[float, float, float, float]:
        """Least x and y, greatest x and y of all."""
        low, high = self.boxes[:, :2].min(axis=0), self.boxes[:, 2:].max(axis=0)
        return float(low[0]), float(low[1]), float(high[0]), float(high[1])

    def near(self, low: Floats, high: Floats) -> tuple[Floats, Floats]:
        """The edges whose boxes meet a box: their starts and ends."""
        meet = (self.boxes[:, :2] <= high).all(axis=1) & (self.boxes[:, 2:] >= low).all(axis=1)
        if not meet.any():
            return self.start[:0], self.end[:0]
        some = np.concatenate(
            [np.arange(self.first[k], self.first[k + 1]) for k in np.flatnonzero(meet)]
        )
        start, end = self.start[some], self.end[some]
        there = (np.minimum(start, end) <= high).all(axis=1) & (np.maximum(start, end) >= low).all(
            axis=1
        )
        return start[there], end[there]


def sides_of(outlines: Iterable[Outline]) -> Sides:
    """The sides of some closed outlines."""
    rings = [ring_of(outline) for outline in outlines]
    return sides_of_rings(rings)


def ring_of(outline: Outline) -> Floats:
    """The corners of an outline counter-clockwise, (n, 2)."""
    return np.asarray(counter_clockwise(outline), dtype=np.float64)


def sides_of_rings(rings: Sequence[Floats]) -> Sides:
    """The sides of some rings of corners (``ring_of``)."""
    if not rings:
        empty = np.empty((0, 2))
        return Sides(empty, empty, np.zeros(1, dtype=np.int64), np.empty((0, 4)), empty)
    start = np.vstack(rings)
    end = np.vstack([np.roll(ring, -1, axis=0) for ring in rings])
    return Sides(
        start,
        end,
        np.cumsum([0, *(len(ring) for ring in rings)]),
        np.array([(*ring.min(axis=0), *ring.max(axis=0)) for ring in rings]),
        _points(start, end)[0],
    )


@dataclass(frozen=True, slots=True)
class Touch:
    """How far a push goes, and the unit normal of what stops it, out of that; None where nothing
    does."""

    far_mm: float
    normal: tuple[float, float] | None = None


def pushed(moving: Sides, still: Sides, at: tuple[float, float], by: tuple[float, float]) -> Touch:
    """How far the moving sides, shifted by ``at``, may be pushed on by ``by`` before they touch.

    What touches already, and is pushed into, is stopped at once.
    """
    wanted = math.hypot(*by)
    if wanted == 0.0 or not len(still.start) or not len(moving.start):
        return Touch(wanted)
    u = np.array((by[0] / wanted, by[1] / wanted))
    low, high = _swept(moving, at, by)
    start, end = still.near(low, high)
    if not len(start):
        return Touch(wanted)
    here = np.array(at)
    own_start, own_end = (_turned(points + here, u) for points in (moving.start, moving.end))
    own_points = _turned(moving.points + here, u), 2 * len(moving.start)
    its_start, its_end = _turned(start, u), _turned(end, u)
    first = _first(own_points, its_start, its_end, u, into=True)
    second = _first(_points(its_start, its_end), own_start, own_end, u, into=False)
    found = min((first, second), key=lambda touch: touch.far_mm)
    return found if found.far_mm < wanted else Touch(wanted)


def _points(start: Floats, end: Floats) -> tuple[Floats, int]:
    """The points of edges that may meet others first: their corners, their middles, and points
    just beside both ends of those that are long; and how many of them are not beside."""
    sizes = _sizes(start, end)
    long = sizes > _LONG_MM
    beside = (end[long] - start[long]) * (_BESIDE_CORNER_MM / sizes[long])[:, None]
    points = np.vstack((start, 0.5 * (start + end), start[long] + beside, end[long] - beside))
    return points, 2 * len(start)


def _sizes(start: Floats, end: Floats) -> Floats:
    sizes: Floats = np.hypot(end[:, 0] - start[:, 0], end[:, 1] - start[:, 1])
    return sizes


def _swept(
    moving: Sides, at: tuple[float, float], by: tuple[float, float]
) -> tuple[Floats, Floats]:
    """The least and the greatest corner of what the moving sides sweep over."""
    low_x, low_y, high_x, high_y = moving.box()
    low = np.array((low_x + at[0] + min(by[0], 0.0), low_y + at[1] + min(by[1], 0.0)))
    high = np.array((high_x + at[0] + max(by[0], 0.0), high_y + at[1] + max(by[1], 0.0)))
    return low - WITHIN_MM, high + WITHIN_MM


def _turned(points: Floats, u: Floats) -> Floats:
    """Points in the frame in which the push goes along x."""
    along, across = points @ u, points @ np.array((-u[1], u[0]))
    return np.column_stack((along, across))


def _first(
    points: tuple[Floats, int], start: Floats, end: Floats, u: Floats, *, into: bool
) -> Touch:
    """The least way, in the push's frame, from corners on to edges that the push goes ``into``, or
    from leading edges on to corners."""
    corners, proper = points
    rises = end[:, 1] - start[:, 1]
    faces = rises < -_LEVEL if into else rises > _LEVEL
    if not faces.any():
        return Touch(math.inf)
    start, end = start[faces], end[faces]
    low, high = np.minimum(start[:, 1], end[:, 1]), np.maximum(start[:, 1], end[:, 1])
    # a point beside a corner lies on an edge of its own shape: as deep in another it means nothing
    within = np.where(np.arange(len(corners)) < proper, WITHIN_MM, _EXACTLY_MM)
    level = (corners[:, 1] > low.min()) & (corners[:, 1] < high.max())
    corners, within = corners[level], within[level]
    order = np.argsort(corners[:, 1], kind="stable")
    heights = corners[order, 1]
    first = np.searchsorted(heights, low + BESIDE_MM, side="right")
    last = np.maximum(first, np.searchsorted(heights, high - BESIDE_MM, side="left"))
    count = last - first
    total = int(count.sum())
    if not total:
        return Touch(math.inf)
    # every edge beside every corner that lies between its ends
    edge = np.repeat(np.arange(len(start)), count)
    corner = order[first[edge] + np.arange(total) - np.repeat(np.cumsum(count) - count, count)]
    (ax, ay), (bx, by) = start[edge].T, end[edge].T
    x = ax + (bx - ax) * (corners[corner, 1] - ay) / (by - ay)
    far = (x - corners[corner, 0]) * (1.0 if into else -1.0)
    # how deep a corner is in, square to the edge
    steep = np.abs(by - ay) / np.hypot(bx - ax, by - ay)
    far = np.where(far * steep >= -within[corner], np.maximum(far, 0.0), math.inf)
    best = int(np.argmin(far))
    if not math.isfinite(far[best]):
        return Touch(math.inf)
    ex, ey = bx[best] - ax[best], by[best] - ay[best]
    size = math.hypot(ex, ey) * (1.0 if into else -1.0)
    nx, ny = ey / size, -ex / size
    # back to the table's frame
    normal = (float(nx * u[0] - ny * u[1]), float(nx * u[1] + ny * u[0]))
    return Touch(float(far[best]), normal)
