"""Closed lines of paths: open ones are put together where their ends meet, and a ring is parted at
its corners."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

import shapely

from wickel.geometry.outline import Point
from wickel.geometry.path import Cubic, Path, Segment, backwards, flatten

CORNER_DEG = 22.0
"""Where a line turns by more it has a corner."""
_LEAST_STRETCH_MM = 1e-6


@dataclass(frozen=True, slots=True)
class Link:
    """One of the lines of a chain, by its place in what was given, and whether it runs
    backwards."""

    at: int
    back: bool


def chained(
    paths: Sequence[Path], within_mm: float
) -> tuple[tuple[tuple[Link, ...], ...], tuple[tuple[Link, ...], ...]]:
    """Open lines put together where ends lie within a distance of each other: the chains that close
    themselves, and those that do not.

    Where more than two ends meet, the nearest goes on; of several as near the first.
    """
    ends = [point for path in paths for point in (path[0].start, path[-1].end)]
    mates = _mates(ends, within_mm)
    used = [False] * len(paths)
    closed: list[tuple[Link, ...]] = []
    open_ones: list[tuple[Link, ...]] = []
    for first in range(len(paths)):
        if used[first]:
            continue
        after, round_again = _followed(first, False, mates, used)
        if round_again:
            closed.append(tuple(after))
            continue
        before, _ = _followed(first, True, mates, used)
        chain = [Link(link.at, not link.back) for link in reversed(before[1:])] + after
        open_ones.append(tuple(chain))
    return tuple(closed), tuple(open_ones)


def _mates(ends: list[Point], within_mm: float) -> list[int]:
    """For every end the one that it is joined to, or -1: nearest pairs first."""
    mates = [-1] * len(ends)
    if not ends:
        return mates
    spots = shapely.points(ends)
    met = shapely.STRtree(spots).query(spots, predicate="dwithin", distance=within_mm)
    pairs = sorted(
        (math.dist(ends[a], ends[b]), int(a), int(b)) for a, b in met.T.tolist() if a < b
    )
    for _, a, b in pairs:
        if mates[a] < 0 and mates[b] < 0:
            mates[a], mates[b] = b, a
    return mates


def _followed(
    first: int, back: bool, mates: list[int], used: list[bool]
) -> tuple[list[Link], bool]:
    """From a line on from end to end, and whether that comes round again."""
    links = [Link(first, back)]
    used[first] = True
    at, turned = first, back
    while True:
        there = mates[2 * at + (0 if turned else 1)]
        if there < 0:
            return links, False
        at, turned = there // 2, there % 2 == 1
        if at == first:
            return links, True
        if used[at]:
            return links, False
        used[at] = True
        links.append(Link(at, turned))


def joined(paths: Sequence[Path], chain: Sequence[Link]) -> list[Path]:
    """The lines of a chain in its direction, each beginning exactly where the one before ends."""
    made: list[Path] = []
    for link in chain:
        path = backwards(paths[link.at]) if link.back else paths[link.at]
        if made:
            path = (with_start(path[0], made[-1][-1].end), *path[1:])
        made.append(path)
    return made


def with_start(segment: Segment, start: Point) -> Segment:
    """The segment from another start; a curve's handle moves with it."""
    if not isinstance(segment, Cubic):
        return type(segment)(start, segment.end)
    dx, dy = start[0] - segment.start[0], start[1] - segment.start[1]
    handle = (segment.control1[0] + dx, segment.control1[1] + dy)
    return Cubic(start, handle, segment.control2, segment.end)


def _ways(segment: Segment) -> tuple[float, float]:
    """The directions in which a segment leaves its start and comes to its end, in degrees."""
    points = [segment.start, segment.end]
    if isinstance(segment, Cubic):
        points = [segment.start, segment.control1, segment.control2, segment.end]
    kept = [points[0]]
    kept += [b for a, b in pairwise(points) if math.dist(a, b) > _LEAST_STRETCH_MM]
    if len(kept) < 2:
        return 0.0, 0.0
    return _way(kept[0], kept[1]), _way(kept[-2], kept[-1])


def _way(a: Point, b: Point) -> float:
    return math.degrees(math.atan2(b[1] - a[1], b[0] - a[0]))


def turns(ring: Sequence[Segment]) -> list[float]:
    """By how much a ring turns at the start of each of its segments, in degrees, left positive."""
    ways = [_ways(segment) for segment in ring]
    return [(ways[k][0] - ways[k - 1][1] + 180.0) % 360.0 - 180.0 for k in range(len(ways))]


def parted_at_corners(ring: Sequence[Segment], corner_deg: float = CORNER_DEG) -> list[Path]:
    """A closed line parted where it has corners, from one of them on; one without corners is parted
    in two."""
    segments = [own for own in ring if not _is_nothing(own)]
    corners = [k for k, deg in enumerate(turns(segments)) if abs(deg) > corner_deg]
    if len(corners) < 2:
        if len(segments) < 2:
            return [tuple(segments)]
        first = corners[0] if corners else 0
        corners = sorted({first, (first + len(segments) // 2) % len(segments)})
    return [
        tuple(segments[k % len(segments)] for k in range(one, two))
        for one, two in zip(corners, [*corners[1:], corners[0] + len(segments)], strict=True)
    ]


def _is_nothing(segment: Segment) -> bool:
    points = flatten((segment,), 10.0)
    return all(math.dist(point, points[0]) < _LEAST_STRETCH_MM for point in points[1:])
