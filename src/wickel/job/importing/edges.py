"""Edges of a drawing: where an outline is parted, which edge is the lowest, where a notch lies."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import replace
from itertools import pairwise

import shapely

from wickel.drawing.found import FoundLine
from wickel.geometry import (
    Path,
    Point,
    cut_outline,
    flatten,
    length,
    nearest_distance,
    parted_at_corners,
)
from wickel.geometry.offset import Side
from wickel.pattern import Edge, EdgeKind

Part = tuple[Path, Mapping[str, str]]

_STRAIGHT_MM, _ON_MM, _LOW_DEG, _STEP_MM = 0.3, 0.5, 35.0, 5.0
_BETTER_MM, _MOST_HEMS, _LEAST_HEM_MM = 0.2, 3, 8.0


def parted(parts: Sequence[Part]) -> list[Part]:
    """A ring in its edges: as the file names them, else from corner to corner."""
    if not all("edge" in says for _, says in parts):
        path = tuple(segment for own, _ in parts for segment in own)
        return [(own, {}) for own in parted_at_corners(path)]
    rows: list[Part] = []
    for path, says in parts:
        if rows and rows[-1][1]["edge"] == says["edge"]:
            rows[-1] = ((*rows[-1][0], *path), rows[-1][1])
        else:
            rows.append((path, says))
    if len(rows) > 1 and rows[0][1]["edge"] == rows[-1][1]["edge"]:
        rows = [((*rows[-1][0], *rows[0][0]), rows[0][1]), *rows[1:-1]]
    names = [says["edge"] for _, says in rows]
    if len(set(names)) == len(names):
        return rows
    return [
        (path, {**says, "edge": f"{says['edge']} {k + 1}"}) for k, (path, says) in enumerate(rows)
    ]


def is_straight(path: Path) -> bool:
    """Whether a path is one straight line, in however many parts."""
    points = flatten(path)
    if points[0] == points[-1]:
        return False
    return all(beside(points[0], points[-1], point) < _STRAIGHT_MM for point in points[1:-1])


def beside(a: Point, b: Point, point: Point) -> float:
    """How far a point lies beside the endless line through two others."""
    size = math.dist(a, b)
    if size == 0:
        return math.dist(a, point)
    cross = (b[0] - a[0]) * (point[1] - a[1]) - (b[1] - a[1]) * (point[0] - a[0])
    return abs(cross) / size


def way_deg(path: Path) -> float:
    """The direction of a straight path, in degrees."""
    (ax, ay), (bx, by) = path[0].start, path[-1].end
    return math.degrees(math.atan2(by - ay, bx - ax)) % 360.0


def pointing_down(path: Path) -> float:
    """The direction of a grain line without a head: down, or to the right where it lies level."""
    deg = way_deg(path)
    level = min(deg % 180.0, 180.0 - deg % 180.0) < 1.0
    other = (deg + 180.0) % 360.0
    if level:
        return deg if 90.0 < (deg + 180.0) % 360.0 < 270.0 else other
    return deg if 180.0 < deg < 360.0 else other


def lowest(paths: Sequence[Path], grain_deg: float) -> int:
    """The edge that lies lowest along the arrow and runs about across it; the lowest of all where
    none does."""
    rad = math.radians(grain_deg)
    down = (math.cos(rad), math.sin(rad))

    def low(path: Path) -> float:
        points = flatten(path, 1.0)
        return sum(x * down[0] + y * down[1] for x, y in points) / len(points)

    def across(path: Path) -> bool:
        turned = abs((way_deg(path) - grain_deg) % 180.0 - 90.0)
        return turned < _LOW_DEG

    among = [k for k, path in enumerate(paths) if across(path)] or list(range(len(paths)))
    longest = max(length(paths[k]) for k in among)
    among = [k for k in among if length(paths[k]) > 0.2 * longest]
    return max(among, key=lambda k: low(paths[k]))


def with_hems(edges: list[Edge], cut: shapely.LinearRing) -> list[Edge]:
    """The edges, those for hems whose cut line ends square to them: with them the cut line of the
    file comes out."""
    best, off = edges, _off(edges, cut)
    widest = sorted(
        (k for k, edge in enumerate(edges) if edge.allowance_mm >= _LEAST_HEM_MM),
        key=lambda k: -edges[k].allowance_mm,
    )
    for k in widest[:_MOST_HEMS]:
        if off < _BETTER_MM:
            break
        tried = [
            replace(edge, kind=EdgeKind.HEM) if n == k else edge for n, edge in enumerate(best)
        ]
        now = _off(tried, cut)
        if now < off - _BETTER_MM:
            best, off = tried, now
    return best


def _off(edges: list[Edge], cut: shapely.LinearRing) -> float:
    """How far the cut line of some edges is from another one."""
    try:
        made = cut_outline(
            [
                Side(
                    points=flatten(edge.path),
                    allowance_mm=edge.allowance_mm,
                    square=edge.kind is EdgeKind.HEM,
                    fold=edge.kind is EdgeKind.FOLD,
                    end_mm=edge.allowance_end_mm,
                )
                for edge in edges
            ]
        )
    except ValueError:
        return math.inf
    return apart_mm(cut, shapely.LinearRing(made))


def apart_mm(one: shapely.LinearRing, other: shapely.LinearRing) -> float:
    """How far two outlines are from each other where they are farthest."""
    return float(shapely.hausdorff_distance(one.segmentize(_STEP_MM), other.segmentize(_STEP_MM)))


def notch_on(edge: Edge, line: FoundLine) -> tuple[float, float, str]:
    """How far off an edge a notch lies, where along it, and the edge's name. A notch that crosses
    the edge lies where it does; of another one the nearest place of its line counts."""
    mark = flatten(line.path, 0.1)
    along_edge = flatten(edge.path, 0.01)
    if len(set(mark)) > 1:
        met = shapely.LineString(mark).intersection(shapely.LineString(along_edge))
        if not met.is_empty:
            spot = met.representative_point()
            along, _ = nearest_distance(edge.path, (float(spot.x), float(spot.y)))
            return 0.0, along, edge.name
    found = [nearest_distance(edge.path, point) for point in (*mark, _half(mark))]
    along, off = min(found, key=lambda own: own[1])
    return off, along, edge.name


def _half(points: Sequence[Point]) -> Point:
    (ax, ay), (bx, by) = points[0], points[-1]
    return ((ax + bx) / 2, (ay + by) / 2)


def along_its_longest(path: Path) -> tuple[Point, Point]:
    """A straight edge from end to end along its longest stretch: a small step at a corner is not of
    it."""
    best = max(path, key=lambda own: math.dist(own.start, own.end))
    (ax, ay), (bx, by) = best.start, best.end
    size = math.dist(best.start, best.end)

    def on(point: Point) -> Point:
        share = ((point[0] - ax) * (bx - ax) + (point[1] - ay) * (by - ay)) / size**2
        return (ax + share * (bx - ax), ay + share * (by - ay))

    return on(path[0].start), on(path[-1].end)


def runs_along(line: Path, edge: Path) -> bool:
    """Whether a straight line lies on an edge."""
    if not (is_straight(line) and is_straight(edge)):
        return False
    a, b = edge[0].start, edge[-1].end
    off = max(beside(a, b, point) for point in (line[0].start, line[-1].end))
    long = shapely.LineString([a, b])
    middle = shapely.Point(_half((line[0].start, line[-1].end)))
    return off < _ON_MM and long.distance(middle) < _ON_MM


def points_of(path: Path) -> tuple[Point, ...]:
    """A path as points, fine enough to take allowances off it, none twice."""
    points = flatten(path, 0.02)
    return (points[0], *(b for a, b in pairwise(points) if math.dist(a, b) > 1e-7))
