"""Closed outlines as tuples of points: area, bounds, winding, simplicity, and the bridge to
Shapely.

An outline is implicitly closed and holds no repeated last point. Millimetres, y up. What is drawn
with curves lives in ``path``; this module knows only points.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import lru_cache

import shapely
from shapely.geometry import MultiPoint, Polygon
from shapely.geometry.base import BaseGeometry
from shapely.validation import explain_validity

from wickel.wording import say

Point = tuple[float, float]
Outline = tuple[Point, ...]


class BadOutline(ValueError):
    """An outline that is no simple closed shape. The message says why, as the end of a sentence."""


@dataclass(frozen=True, slots=True)
class Bounds:
    """An upright box, in mm."""

    min_x: float
    min_y: float
    max_x: float
    max_y: float

    @property
    def width(self) -> float:
        """Extent along x."""
        return self.max_x - self.min_x

    @property
    def height(self) -> float:
        """Extent along y."""
        return self.max_y - self.min_y


def bounds(points: Iterable[Point]) -> Bounds:
    """The upright box around points. Raises ``ValueError`` for none."""
    xs, ys = zip(*points, strict=True)
    return Bounds(min(xs), min(ys), max(xs), max(ys))


def signed_area(outline: Sequence[Point]) -> float:
    """Area in mm², positive when the outline winds counter-clockwise (shoelace formula)."""
    x0, y0 = outline[0]
    return 0.5 * math.fsum(
        (ax - x0) * (by - y0) - (bx - x0) * (ay - y0)
        for (ax, ay), (bx, by) in zip(outline, [*outline[1:], outline[0]], strict=True)
    )


def area(outline: Sequence[Point], holes: Iterable[Sequence[Point]] = ()) -> float:
    """Area in mm² of the outline less its holes, whatever their winding."""
    return abs(signed_area(outline)) - math.fsum(abs(signed_area(hole)) for hole in holes)


def perimeter(outline: Sequence[Point]) -> float:
    """Length of the closed outline in mm."""
    return math.fsum(
        math.dist(a, b) for a, b in zip(outline, [*outline[1:], outline[0]], strict=True)
    )


def counter_clockwise(outline: Sequence[Point]) -> Outline:
    """The same outline wound counter-clockwise."""
    return tuple(outline) if signed_area(outline) >= 0 else tuple(reversed(outline))


def polygon(outline: Sequence[Point], holes: Iterable[Sequence[Point]] = ()) -> Polygon:
    """The Shapely polygon of an outline and its holes."""
    return Polygon(outline, [tuple(hole) for hole in holes])


def outline_of(shape: Polygon) -> Outline:
    """The outer outline of a Shapely polygon, counter-clockwise, without the repeated last
    point."""
    ring = [(float(x), float(y)) for x, y in shape.exterior.coords[:-1]]
    return counter_clockwise(ring)


def holes_of(shape: Polygon) -> tuple[Outline, ...]:
    """The inner outlines of a Shapely polygon."""
    return tuple(
        counter_clockwise([(float(x), float(y)) for x, y in ring.coords[:-1]])
        for ring in shape.interiors
    )


_NOTHING_MM = 1e-12


def without_repeats(points: Sequence[Point], tolerance_mm: float = 1e-9) -> Outline:
    """The outline without points that repeat their neighbour, the closing one included.

    A coordinate nearer to 0 than any cutter sees is 0: numbers such as 1e-78 lead the geometry
    library astray.
    """
    kept: list[Point] = []
    for x, y in points:
        point = (x if abs(x) > _NOTHING_MM else 0.0, y if abs(y) > _NOTHING_MM else 0.0)
        if not kept or math.dist(kept[-1], point) > tolerance_mm:
            kept.append(point)
    while len(kept) > 1 and math.dist(kept[0], kept[-1]) <= tolerance_mm:
        kept.pop()
    return tuple(kept)


def turn_deg(before: Point, here: Point, after: Point) -> float:
    """By how many degrees a chain of points turns at ``here``, to either side.

    >>> turn_deg((0, 0), (1, 0), (1, -5))
    90.0
    """
    ux, uy = here[0] - before[0], here[1] - before[1]
    vx, vy = after[0] - here[0], after[1] - here[1]
    return math.degrees(abs(math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)))


_SPIKE_MM = 1e-5
"""What is narrower is nothing that shears or a plotter could follow."""
_MENDED_MM = 0.01
"""A needle of an outline that comes from elsewhere is rounding up to here, beyond it a mistake."""


def without_spikes(points: Sequence[Point], longest_mm: float = math.inf) -> Outline:
    """The outline without needles: places where it runs out and back within a hundredth of a
    micrometre, up to ``longest_mm`` far, and points so near to their neighbour.

    Uniting and clipping leave such needles where edges coincide but for rounding, and the geometry
    library then takes the outline for one that crosses itself. Winding is kept; what is left of an
    outline that is nothing but a needle has fewer than three points.
    """
    kept = list(without_repeats(points, _SPIKE_MM))
    at = calm = 0
    # round and round until a whole turn has found nothing: taking a needle off may bare another
    while calm < len(kept) > 2:
        at %= len(kept)
        if _is_spike(kept[at - 1], kept[at], kept[(at + 1) % len(kept)], longest_mm):
            del kept[at]
            kept = list(without_repeats(kept, _SPIKE_MM))
            at, calm = at - 1, 0
        else:
            at, calm = at + 1, calm + 1
    return tuple(kept)


def _is_spike(before: Point, point: Point, after: Point, longest_mm: float) -> bool:
    """Whether an outline turns back on itself at a point, the shorter way no longer than
    ``longest_mm``."""
    ux, uy = point[0] - before[0], point[1] - before[1]
    vx, vy = after[0] - point[0], after[1] - point[1]
    short, far = sorted((math.hypot(ux, uy), math.hypot(vx, vy)))
    if ux * vx + uy * vy >= 0 or short > longest_mm:
        return False
    return abs(ux * vy - uy * vx) < _SPIKE_MM * far


def simple_outline(points: Sequence[Point], *, least_area_mm2: float = 1.0) -> Outline:
    """A checked outline: closed, finite, at least three points, not self-crossing.

    Either winding is accepted and kept; a repeated last point is dropped.

    Raises:
        BadOutline: with the reason, ready to follow the piece's name.
    """
    if any(not (math.isfinite(x) and math.isfinite(y)) for x, y in points):
        raise BadOutline(say("outline.not-finite"))
    outline = without_repeats(points)
    if len(outline) < 3:
        raise BadOutline(say("outline.too-few-points"))
    shape = Polygon(outline)
    if not shapely.is_valid(shape) and len(cleaned := without_spikes(outline, _MENDED_MM)) >= 3:
        outline, shape = cleaned, Polygon(cleaned)
    if not shapely.is_valid(shape):
        reason = explain_validity(shape)
        where = reason[reason.find("[") + 1 : reason.find("]")] if "[" in reason else ""
        if not where:
            raise BadOutline(say("outline.crosses-itself"))
        x, y = (float(value) for value in where.split()[:2])
        raise BadOutline(say("outline.crosses-itself-near", x=x, y=y))
    if shape.area < least_area_mm2:
        raise BadOutline(say("outline.encloses-no-area"))
    return outline


@lru_cache(maxsize=64)
def cover(outline: Outline, *, closed_mm: float = 2.0, most_corners: int = 800) -> Outline:
    """A plainer outline, counter-clockwise, that covers another and reaches no farther than its
    box.

    What is narrower than twice ``closed_mm`` is closed (a dilation followed by an erosion), and
    what bends less than 0.1 mm is straightened outwards; up to 1 mm, where that leaves too many
    corners. For outlines of thousands of corners, where no such gap is of use.
    """
    shape = Polygon(outline)
    box = shapely.box(*shape.bounds)
    closed = _filled(outline, closed_mm).buffer(closed_mm)
    for grown_mm in (0.1, 0.3, 1.0):
        plain = shapely.intersection(
            closed.buffer(grown_mm - closed_mm).simplify(0.9 * grown_mm), box
        )
        whole = Polygon(plain.exterior) if isinstance(plain, Polygon) else shape.convex_hull
        found = outline_of(whole if whole.buffer(1e-6).covers(shape) else shape.convex_hull)
        if len(found) <= most_corners:
            break
    return found


def _filled(outline: Outline, reach_mm: float) -> Polygon:
    """The shape with what lies between corners near to each other filled: it covers the shape with
    far fewer corners.

    Corners that follow each other within ``reach_mm`` are a run; the hull of a run covers the line
    through it, and the hulls with the polygon of the runs' first corners cover the shape.
    """
    runs: list[list[Point]] = []
    for point in outline:
        if runs and math.dist(runs[-1][0], point) <= reach_mm:
            runs[-1].append(point)
        else:
            runs.append([point])
    firsts = [run[0] for run in runs]
    if len(firsts) < 3 or len(firsts) == len(outline):
        return Polygon(outline)
    ends = [*firsts[1:], firsts[0]]
    hulls = [
        MultiPoint([*run, end]).convex_hull
        for run, end in zip(runs, ends, strict=True)
        if len(run) > 1
    ]
    whole = shapely.union_all([shapely.make_valid(Polygon(firsts)), *hulls])
    return Polygon(whole.exterior) if isinstance(whole, Polygon) else Polygon(outline)


_QUICK_CORNERS = 64
"""So many corners are looked at before all are."""


OVERLAY_GRID_MM = 1e-6
"""Shapes are compared on a grid so fine: with numbers as they are, the geometry library has been
seen to find nothing in common of a shape and one that lies in it, edge on edge."""


def common_mm2(one: BaseGeometry, other: BaseGeometry) -> float:
    """The area that two shapes have in common, mm²."""
    return float(shapely.intersection(one, other, grid_size=OVERLAY_GRID_MM).area)


def beyond_mm2(shape: BaseGeometry, room: BaseGeometry) -> float:
    """The area of a shape that lies outside another, mm²."""
    return float(shapely.difference(shape, room, grid_size=OVERLAY_GRID_MM).area)


def is_mirror_symmetric(
    outline: Sequence[Point], axis_deg: float, *, tolerance_mm: float = 0.05
) -> bool:
    """Whether the outline is its own mirror image about some line of the given direction.

    The line is the one through the centroid. Every vertex of the mirror image must lie within the
    tolerance of the outline, and every vertex of the outline within it of the mirror image.
    """
    shape = Polygon(outline)
    centre = shape.centroid
    turn = math.radians(2 * axis_deg)
    cos, sin = math.cos(turn), math.sin(turn)
    mirrored = [
        (
            centre.x + cos * (x - centre.x) + sin * (y - centre.y),
            centre.y + sin * (x - centre.x) - cos * (y - centre.y),
        )
        for x, y in outline
    ]
    few = mirrored[:: max(1, len(mirrored) // _QUICK_CORNERS)]
    if shapely.distance(shapely.points(few), shape.exterior).max() > tolerance_mm:
        return False
    return _all_near(mirrored, outline, tolerance_mm) and _all_near(outline, mirrored, tolerance_mm)


def _all_near(points: Sequence[Point], outline: Sequence[Point], within_mm: float) -> bool:
    """Whether every point lies so near to an outline."""
    ends = [*outline[1:], outline[0]]
    sides = shapely.STRtree(shapely.linestrings(list(zip(outline, ends, strict=True))))
    near, _ = sides.query(shapely.points(list(points)), predicate="dwithin", distance=within_mm)
    return len(set(near.tolist())) == len(points)
