"""A drafted piece as on paper."""

from __future__ import annotations

import math

import shapely
from shapely.geometry import Polygon

from wickel.drawing.names import arrow, grain_size, inside_point, name_label
from wickel.drawing.strokes import Drawing, Layer, Stroke, through
from wickel.geometry import Outline, Point, bounds
from wickel.pattern import EdgeKind, Piece, cut_line, net_line, notch_point

_NOTCH_MM = 6.0


def piece_drawing(piece: Piece) -> Drawing:
    """A drafted piece as on paper: cut and net line, notches, inner lines, grain, name."""
    cut = cut_line(piece)
    net = tuple(segment for edge in piece.edges for segment in edge.path)
    strokes = [
        through(Layer.CUT, cut, closed=True, of=piece.id),
        Stroke(layer=Layer.NET, path=net, closed=True, of=piece.id),
    ]
    strokes += [
        Stroke(layer=Layer.FOLD, path=edge.path, of=piece.id)
        for edge in piece.edges
        if edge.kind is EdgeKind.FOLD
    ]
    strokes += [
        Stroke(layer=Layer.INNER, path=line.path, of=piece.id) for line in piece.inner_lines
    ]
    strokes += [
        through(Layer.NOTCH, notch_tick(piece, notch_point(piece, notch)), of=piece.id)
        for notch in piece.notches
    ]
    box = bounds(cut)
    for line in arrow(inside_point(cut), piece.grain_deg, grain_size(cut, piece.grain_deg)):
        strokes.append(through(Layer.GRAIN, line, of=piece.id))
    order = piece.cuts[0]
    what = "on fold" if order.on_fold else f"× {order.copies}{', in pairs' if order.pair else ''}"
    label = name_label(f"{piece.name} {what}", cut, piece.id)
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
