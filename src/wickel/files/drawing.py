"""What is drawn of a piece and of a lay, before any paper: strokes and labels on named layers.

Millimetres, y up, in the piece frame or the spread frame. SVG and PDF turn it over; a test can read
it as it is.
"""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum
from functools import lru_cache

import shapely
from shapely.geometry import Polygon

from wickel.geometry import Bounds, Outline, Point, bounds, flattened, turned
from wickel.lay import Lay, Placement, marks_on_table, on_table
from wickel.pattern import Piece, cut_line, net_line, notch_point


class Layer(StrEnum):
    """What a stroke or label means."""

    CLOTH = "cloth"
    FOLD = "fold"
    SELVAGE = "selvage"
    CUT = "cut"
    NET = "net"
    INNER = "inner"
    NOTCH = "notch"
    GRAIN = "grain"
    NAME = "name"


@dataclass(frozen=True, slots=True, kw_only=True)
class Stroke:
    """A line through points. ``of`` names the placement or piece it belongs to."""

    layer: Layer
    points: Outline
    closed: bool = False
    of: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Label:
    """A text centred on a point, with its height in mm; ``upright`` ones read from below to
    above."""

    layer: Layer
    text: str
    at: Point
    height_mm: float
    upright: bool = False
    of: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Drawing:
    """Strokes and labels within a box."""

    box: Bounds
    strokes: tuple[Stroke, ...]
    labels: tuple[Label, ...]


_NOTCH_MM = 6.0


def inside_point(outline: Outline) -> Point:
    """A point well inside an outline, for its name: the centroid when it lies inside."""
    middle = _middle(Polygon(outline))
    return (float(middle.x), float(middle.y))


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

    room, upwards = _name_room(moved(outline), may_turn, tuple(moved(own) for own in beside))
    return Bounds(room.min_x + x, room.min_y + y, room.max_x + x, room.max_y + y), upwards


@lru_cache(maxsize=2000)
def _name_room(
    outline: Outline, may_turn: bool, beside: tuple[Outline, ...]
) -> tuple[Bounds, bool]:
    shape = _clear_of(Polygon(outline), beside)
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
    parts = [part for part in shapely.get_parts(left) if isinstance(part, Polygon)]
    best = max(parts, key=lambda part: shapely.maximum_inscribed_circle(part).length, default=shape)
    return best if best.area > 0.1 * shape.area else shape


_CLEAR_MM = 6.0


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


def arrow(at: Point, deg: float, size_mm: float) -> tuple[Outline, Outline]:
    """A shaft centred on a point and a head at its end, pointing along ``deg``."""
    turn = turned(deg)
    half, barb = size_mm / 2, min(12.0, size_mm / 5)

    def there(x: float, y: float) -> Point:
        dx, dy = turn((x, y))
        return (at[0] + dx, at[1] + dy)

    return (
        (there(-half, 0), there(half, 0)),
        (there(half - barb, barb / 2), there(half, 0), there(half - barb, -barb / 2)),
    )


def copies_text(placement: Placement, lay: Lay) -> str:
    """Which of a piece's copies a placement gives, as the maker reads it: *on fold*, *1 of 4,
    left*."""
    own = [other for other in lay.placements if other.piece == placement.piece]
    total = sum(other.yields for other in own)
    before = sum(other.yields for other in own[: [other.id for other in own].index(placement.id)])
    which = "" if total == 1 else f"{before + 1} of {total}"
    if placement.yields > 1:
        which = f"{before + 1}–{before + placement.yields} of {total}"
    hands = "" if placement.on_fold else _hands(placement, lay)
    words = [which, "on fold" if placement.on_fold else hands]
    return ", ".join(word for word in words if word) or "× 1"


def _hands(placement: Placement, lay: Lay) -> str:
    """Which hands of a pair a placement gives: *left* and *right* as they are worn where that is
    known.

    A drafted half is seen from its right side with its centre at the left, so that a front as drawn
    is worn on the left and a back on the right; of other pieces it is said whether they are as
    drawn.
    """
    piece = lay.piece(placement.piece)
    if not any(order.pair for order in piece.orders if order.cloth == lay.cloth.id):
        return ""
    zone = lay.zone(placement)
    signs = {
        (zone.plies[ply].map.determinant > 0) != placement.mirrored for ply in placement.cut_plies
    }
    name = piece.id.rpartition("/")[2]
    drawn, other = ("as drawn", "mirrored")
    if piece.garment and name.startswith("front"):
        drawn, other = "left", "right"
    elif piece.garment and name.startswith("back"):
        drawn, other = "right", "left"
    if len(signs) > 1:
        return "left and right"
    return drawn if signs == {True} else other


def lay_drawing(lay: Lay) -> Drawing:
    """The lay as it lies on the table."""
    strokes: list[Stroke] = []
    labels: list[Label] = []
    for section in lay.spread.sections:
        for zone in section.zones:
            strokes.append(Stroke(layer=Layer.CLOTH, points=zone.outline, closed=True))
            strokes += [
                Stroke(layer=Layer.FOLD, points=(fold.start, fold.end)) for fold in zone.folds
            ]
            strokes += [Stroke(layer=Layer.SELVAGE, points=side) for side in zone.selvages]
    for placement in lay.placements:
        _draw_placement(placement, lay, strokes, labels)
    box = bounds([point for stroke in strokes for point in stroke.points])
    return Drawing(box=box, strokes=tuple(strokes), labels=tuple(labels))


def _draw_placement(
    placement: Placement, lay: Lay, strokes: list[Stroke], labels: list[Label]
) -> None:
    piece = lay.piece(placement.piece)
    shape = on_table(placement, piece)
    net, inner = marks_on_table(placement, piece)
    strokes.append(Stroke(layer=Layer.CUT, points=shape.outline, closed=True, of=placement.id))
    strokes += [
        Stroke(layer=Layer.CUT, points=hole, closed=True, of=placement.id) for hole in shape.holes
    ]
    if net is not None:
        strokes.append(Stroke(layer=Layer.NET, points=net, closed=True, of=placement.id))
    strokes += [Stroke(layer=Layer.INNER, points=line, of=placement.id) for line in inner]
    at = inside_point(shape.outline)
    box = bounds(shape.outline)
    size = min(160.0, 0.5 * (box.width if placement.turn_deg % 180 == 0 else box.height))
    for line in arrow(at, placement.turn_deg, size):
        strokes.append(Stroke(layer=Layer.GRAIN, points=line, of=placement.id))
    labels.append(_name(f"{piece.name} {copies_text(placement, lay)}", shape.outline, placement.id))


def _name(text: str, outline: Outline, of: str) -> Label:
    """A name inside an outline, just above (or, written upwards, left of) its grain arrow, as large
    as fits."""
    room, upright = name_room(outline)
    long = room.height if upright else room.width
    height = max(5.0, min(24.0, long / (0.55 * len(text))))
    x, y = (room.min_x + room.max_x) / 2, (room.min_y + room.max_y) / 2
    at = (x - 0.6 * height, y) if upright else (x, y + 0.6 * height)
    return Label(layer=Layer.NAME, text=text, at=at, height_mm=height, upright=upright, of=of)


def piece_drawing(piece: Piece) -> Drawing:
    """A drafted piece as on paper: cut and net line, notches, inner lines, grain, name."""
    cut, net = cut_line(piece), net_line(piece)
    strokes = [
        Stroke(layer=Layer.CUT, points=cut, closed=True, of=piece.id),
        Stroke(layer=Layer.NET, points=net, closed=True, of=piece.id),
    ]
    strokes += [
        Stroke(layer=Layer.FOLD, points=flattened(edge.path), of=piece.id)
        for edge in piece.edges
        if edge.kind.value == "fold"
    ]
    strokes += [
        Stroke(layer=Layer.INNER, points=flattened(line.path), of=piece.id)
        for line in piece.inner_lines
    ]
    for notch in piece.notches:
        strokes.append(
            Stroke(
                layer=Layer.NOTCH, points=notch_tick(piece, notch_point(piece, notch)), of=piece.id
            )
        )
    box = bounds(cut)
    at = inside_point(cut)
    for line in arrow(at, piece.grain_deg, 0.4 * box.width):
        strokes.append(Stroke(layer=Layer.GRAIN, points=line, of=piece.id))
    order = piece.cuts[0]
    what = "on fold" if order.on_fold else f"× {order.copies}{', in pairs' if order.pair else ''}"
    label = _name(f"{piece.name} {what}", cut, piece.id)
    return Drawing(box=box, strokes=tuple(strokes), labels=(label,))


def notch_tick(piece: Piece, at: Point) -> Outline:
    """A short line across the net line at a notch, from the net line outward to the cut line."""
    ring = Polygon(net_line(piece)).exterior
    where = ring.project(shapely.Point(at))
    before, after = ring.interpolate(where - 1), ring.interpolate(where + 1)
    dx, dy = after.x - before.x, after.y - before.y
    size = math.hypot(dx, dy) or 1.0
    nx, ny = -dy / size * _NOTCH_MM, dx / size * _NOTCH_MM
    return ((at[0] - nx, at[1] - ny), (at[0] + nx, at[1] + ny))
