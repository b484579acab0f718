"""Where names and arrows stand in an outline, and how large they may be."""

from __future__ import annotations

import math
from collections.abc import Iterable
from functools import lru_cache

import shapely
from shapely.geometry import Polygon

from wickel.drawing.strokes import Label, Layer
from wickel.geometry import Bounds, Outline, Point, bounds, rotation

GRAIN_SHARE = 0.4
"""How long a grain line is on paper, in parts of the length of its piece."""
_INSIDE_SHARE = 0.8
"""How far towards the edge of its piece a grain line may reach."""
_CLEAR_MM = 6.0
"""How far a name keeps from the lines of its piece."""


def inside_point(outline: Outline) -> Point:
    """A point well inside an outline, for its name: the centroid when it lies inside."""
    middle = _middle(_sound(outline))
    return (float(middle.x), float(middle.y))


def _sound(outline: Outline) -> Polygon:
    """The largest sound shape within an outline: what is left of a cloth may touch itself, and
    rounding may make a line cross another. Where there is none, the box around it."""
    whole = Polygon(outline) if len(outline) > 2 else Polygon()
    if whole.is_valid and whole.area > 0:
        return whole
    parts = shapely.get_parts(shapely.make_valid(whole))
    polygons = [part for part in parts if isinstance(part, Polygon) and part.area]
    if polygons:
        return max(polygons, key=lambda part: part.area)
    box = bounds(outline)
    return shapely.box(box.min_x - 1, box.min_y - 1, box.max_x + 1, box.max_y + 1)


def name_room(
    outline: Outline, *, may_turn: bool = True, beside: Iterable[Outline] = ()
) -> tuple[Bounds, bool]:
    """The room for a name inside an outline: a box around ``inside_point``, and whether to write
    upwards.

    The box is what the outline leaves free at the height (or, written upwards, at the breadth) of a
    line or two of text. Lines inside the outline that it is to lie ``beside``, such as darts, are
    left clear. It is worked out to a thousandth of a millimetre, once for outlines that differ in
    their place only.
    """
    x, y = min(p[0] for p in outline), min(p[1] for p in outline)

    def moved(points: Outline) -> Outline:
        return tuple((round(px - x, 3), round(py - y, 3)) for px, py in points)

    room, upwards = _name_room(moved(outline), may_turn, tuple(moved(other) for other in beside))
    return Bounds(room.min_x + x, room.min_y + y, room.max_x + x, room.max_y + y), upwards


@lru_cache(maxsize=2000)
def _name_room(
    outline: Outline, may_turn: bool, beside: tuple[Outline, ...]
) -> tuple[Bounds, bool]:
    shape = _clear_of(_sound(outline), beside)
    middle = _middle(shape)
    x, y = middle.x, middle.y
    box = bounds(outline)
    lying = _free(shape, middle, (box.min_x, y), (box.max_x, y), (0.0, 1.0))
    upright = _free(shape, middle, (x, box.min_y), (x, box.max_y), (1.0, 0.0))
    if may_turn and upright.height > 1.6 * lying.width:
        return upright, True
    return lying, False


def _clear_of(shape: Polygon, lines: Iterable[Outline]) -> Polygon:
    """The largest part of a shape that is clear of some lines; what a closed line encloses is not
    clear either."""
    left = shape
    for line in lines:
        drawn = shapely.LineString(line)
        taken = Polygon(line) if len(line) > 3 and drawn.is_closed else drawn
        left = shapely.difference(left, shapely.buffer(taken, _CLEAR_MM))
    parts = [part for part in shapely.get_parts(left) if isinstance(part, Polygon) and part.area]
    best = max(parts, key=lambda part: shapely.maximum_inscribed_circle(part).length, default=shape)
    return best if best.area > 0.1 * shape.area else shape


def _middle(shape: Polygon) -> shapely.Point:
    """A point well inside a shape: its centroid when that is, else the middle of the largest circle
    inside."""
    centre = shape.centroid
    if shape.contains(centre) and shape.boundary.distance(centre) > 12:
        return centre
    x, y = shapely.maximum_inscribed_circle(shape, 2.0).coords[0]
    return shapely.Point(x, y)


def _free(shape: Polygon, middle: shapely.Point, start: Point, end: Point, aside: Point) -> Bounds:
    """The stretch of start→end around a point that stays in the shape when moved aside a little."""
    half = min(70.0, 0.7 * shape.boundary.distance(middle))
    low, high = math.inf, -math.inf
    for k in (-half, 0.0, half):
        line = shapely.LineString(
            [
                (start[0] + k * aside[0], start[1] + k * aside[1]),
                (end[0] + k * aside[0], end[1] + k * aside[1]),
            ]
        )
        parts = shapely.get_parts(shapely.intersection(shape, line))
        if len(parts) == 0:
            return Bounds(middle.x, middle.y, middle.x, middle.y)
        part = parts[shapely.distance(parts, middle).argmin()].bounds
        here = (part[0], part[2]) if aside[0] == 0 else (part[1], part[3])
        low, high = (
            (here[0], here[1]) if low is math.inf else (max(low, here[0]), min(high, here[1]))
        )
    if aside[0] == 0:
        return Bounds(low, middle.y - half, max(low, high), middle.y + half)
    return Bounds(middle.x - half, low, middle.x + half, max(low, high))


def name_label(text: str, outline: Outline, of: str) -> Label:
    """A name inside an outline, just above (or, written upwards, left of) its grain arrow, as large
    as fits."""
    room, upright = name_room(outline)
    long = room.height if upright else room.width
    height = max(5.0, min(24.0, long / (0.55 * len(text))))
    x, y = (room.min_x + room.max_x) / 2, (room.min_y + room.max_y) / 2
    at = (x - 0.6 * height, y) if upright else (x, y + 0.6 * height)
    return Label(layer=Layer.NAME, text=text, at=at, height_mm=height, upright=upright, of=of)


def grain_line(cut: Outline, grain_deg: float) -> tuple[Point, Point]:
    """The ends of a piece's grain line as it is drawn on paper, in the frame of its cut line: the
    one at the head, from which the arrow runs, and the one at its point.

    It lies round ``inside_point``, and ends well inside the piece.
    """
    at, size = inside_point(cut), grain_size(cut, grain_deg)
    shaft, _ = arrow(at, grain_deg, size)
    return shaft[0], shaft[1]


@lru_cache(maxsize=2000)
def grain_size(cut: Outline, grain_deg: float) -> float:
    """How long the grain line of a piece is drawn."""
    at = inside_point(cut)
    long = GRAIN_SHARE * bounds(cut).width
    shaft, _ = arrow(at, grain_deg, 2 * long)
    crossed = _sound(cut).exterior.intersection(shapely.LineString(shaft))
    room = long if crossed.is_empty else crossed.distance(shapely.Point(at))
    return min(long, 2 * _INSIDE_SHARE * room)


def arrow(at: Point, deg: float, size_mm: float) -> tuple[Outline, Outline]:
    """A shaft centred on a point and a head at its end, pointing along ``deg``."""
    turn = rotation(deg)
    half, barb = size_mm / 2, min(12.0, size_mm / 5)

    def there(x: float, y: float) -> Point:
        dx, dy = turn((x, y))
        return (at[0] + dx, at[1] + dy)

    return (
        (there(-half, 0), there(half, 0)),
        (there(half - barb, barb / 2), there(half, 0), there(half - barb, -barb / 2)),
    )
