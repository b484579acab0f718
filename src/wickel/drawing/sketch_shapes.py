"""The strokes and shapes that the sketch of a garment is drawn with. Points are (across, down) in
mm, across from the middle of the garment."""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from enum import StrEnum

import shapely
from shapely.geometry import Polygon

from wickel.geometry import Outline, Point

_JOIN_MM, _GAP_MM = 0.5, 14.0
"""Halves that meet at the centre are drawn as one; so are panels that gape no wider."""
_ARM_DEG = 24.0
"""How far a sleeve hangs out from the upright."""
_TICK_MM, _BUTTON_MM = 55.0, 8.0


class Ink(StrEnum):
    """How a line of a sketch is drawn."""

    OUTLINE = "outline"
    SEAM = "seam"
    FINE = "fine"


@dataclass(frozen=True, slots=True)
class Stroke:
    """A line of a sketch; a closed one is a part of the garment and covers what lies behind it."""

    points: Outline
    ink: Ink = Ink.OUTLINE
    closed: bool = True


def across_down(points: Iterable[Point]) -> Outline:
    """Points of a piece, (down, across), as those of a sketch."""
    return tuple((y, x) for x, y in points)


def shape_of(points: Iterable[Point]) -> Polygon:
    """The area within some points; the largest part of one that crosses itself."""
    return largest(shapely.make_valid(Polygon(tuple(points))))


def largest(shape: shapely.Geometry) -> Polygon:
    """The largest polygon of a shape."""
    parts = [part for part in shapely.get_parts(shape) if isinstance(part, Polygon)]
    return max(parts, key=lambda part: part.area, default=Polygon())


def side_by_side(shapes: Iterable[Polygon]) -> Polygon:
    """Panels as one, what gapes between them closed."""
    closed = shapely.union_all([shape.buffer(_GAP_MM / 2) for shape in shapes])
    return largest(closed.buffer(-_GAP_MM / 2))


def outline_of(shape: Polygon) -> Outline:
    """The points round a shape."""
    return tuple((float(x), float(y)) for x, y in shape.exterior.coords)


def mirrored(points: Iterable[Point]) -> Outline:
    """The same on the other side."""
    return tuple((-x, y) for x, y in points)


def on_both_sides(points: Outline, ink: Ink) -> Iterator[Stroke]:
    """A line and its mirror image."""
    yield Stroke(points, ink, closed=False)
    yield Stroke(mirrored(points), ink, closed=False)


def closed_on_both_sides(points: Outline) -> Iterator[Stroke]:
    """A part and its mirror image."""
    yield Stroke(points)
    yield Stroke(mirrored(points))


def whole_of(half: Polygon) -> Iterator[Stroke]:
    """A half and its mirror image as one."""
    other = shapely.transform(half, lambda at: at * [-1.0, 1.0])
    whole = shapely.union_all([half.buffer(_JOIN_MM), other.buffer(_JOIN_MM)])
    for part in shapely.get_parts(whole):
        yield Stroke(outline_of(part))


def centre_span(half: Polygon) -> tuple[float, float]:
    """From where to where a half reaches at the centre."""
    near = [y for x, y in half.exterior.coords if abs(x) < 3.0]
    return (min(near), max(near)) if near else (0.0, half.bounds[3])


def top_at(half: Polygon, across: float) -> float:
    """How far down a half begins, so far from the centre."""
    met = half.intersection(shapely.LineString([(across, -500.0), (across, 2500.0)]))
    return 0.0 if met.is_empty else float(met.bounds[1])


def arc_points(middle: Point, size: tuple[float, float], from_deg: float, to_deg: float) -> Outline:
    """Points on a part of an ellipse, from 0° across over 90° down."""
    steps = 12
    angles = (math.radians(from_deg + (to_deg - from_deg) * k / steps) for k in range(steps + 1))
    return tuple(
        (middle[0] + size[0] * math.cos(t), middle[1] + size[1] * math.sin(t)) for t in angles
    )


def swung_half(top: Point, low: Point) -> Polygon:
    """Half a skirt that swings out from half its waist to half its hem, its hem hanging round."""
    (wide, down), (out, end) = top, low
    sag = 0.05 * out
    middle = (wide + (out - wide) * 0.42, down + 0.5 * (end - down))
    hem = arc_points((0.0, end - sag), (out, sag), 0.0, 90.0)
    return shape_of(((0.0, down), (wide, down), middle, *hem))


def square_half(top: Point, low: Point) -> Polygon:
    """Half a square skirt, whose corner hangs down."""
    (wide, down), (out, end) = top, low
    drop = 0.2 * (end - down)
    hem = ((out, end - drop / 2), (out * 0.8, end + drop), (out * 0.5, end - 10.0), (0.0, end))
    return shape_of(((0.0, down), (wide, down), *hem))


def ticks(wide: float, down: float) -> Iterator[Stroke]:
    """Gathers: short lines down from a seam."""
    for k in range(1, 6):
        x = wide * (k - 0.5) / 5
        long = _TICK_MM * (1.0 if k % 2 else 0.6)
        yield from on_both_sides(((x, down + 3.0), (x * 1.03, down + long)), Ink.FINE)


def buttons(places: Iterable[float]) -> Iterator[Stroke]:
    """Buttons down the centre, so far down."""
    for y in places:
        yield Stroke(arc_points((0.0, y), (_BUTTON_MM, _BUTTON_MM), 0.0, 330.0))


def across_sleeve(tip: Point, at: float, wide: float) -> tuple[Point, Point]:
    """The line across a hanging sleeve, so far down from the shoulder point."""
    deg = math.radians(_ARM_DEG)
    out, down = math.sin(deg), math.cos(deg)
    x, y = tip[0] + out * at, tip[1] + down * at
    return (x, y), (x - down * wide, y + out * wide)


def sleeve_shape(tip: Point, under: Point, long: float, wide: float, swell: float) -> Polygon:
    """A hanging sleeve from the shoulder point to the underarm, half so wide at its end, swelling
    by so much. It goes on under the body, whose armhole is hollow."""
    outer, inner = across_sleeve(tip, long, wide)
    deg = math.radians(_ARM_DEG)
    away = (math.cos(deg), -math.sin(deg))

    def bowed(start: Point, end: Point, by: float) -> Outline:
        return tuple(
            (
                start[0] + share * (end[0] - start[0]) + away[0] * by * math.sin(math.pi * share),
                start[1] + share * (end[1] - start[1]) + away[1] * by * math.sin(math.pi * share),
            )
            for share in (0.0, 0.12, 0.3, 0.5, 0.7, 0.88, 1.0)
        )

    hidden = (min(tip[0], under[0]) - 110.0, (tip[1] + under[1]) / 2)
    return shape_of((*bowed(tip, outer, 12.0 + swell), *bowed(inner, under, -swell), hidden))
