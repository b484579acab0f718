"""What a maker may have shown on the cloth besides: what is left over, where the table ends, each
ply by itself, and a tape between two points."""

from __future__ import annotations

import math
from dataclasses import dataclass

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QBrush, QColor, QPainter

from wickel.app.table.held import paint_slip
from wickel.app.table.ink import dashed, pen
from wickel.app.table.lay_view import flip_outline
from wickel.app.table.view import ZoomView, scene_path
from wickel.app.theme import palette
from wickel.geometry import Point, bounds
from wickel.lay import Lay, on_table
from wickel.lay.waste import largest_rectangles, left_over
from wickel.units import Unit, shown_length
from wickel.wording import tr

_SNAP_PX = 9.0
_LEAST_PX = 34.0


@dataclass(slots=True)
class Seeing:
    """What is shown: each piece in its own print, what is left over, one ply alone (its number from
    the table up, None: all), and how long the table is, mm (0: not said)."""

    own_print: bool = False
    waste: bool = False
    ply: int | None = None
    table_mm: float = 0.0


def paint_waste(painter: QPainter, lay: Lay, view: ZoomView, unit: Unit) -> None:
    """What is left over, hatched, with the largest rectangles measured; the painter paints
    pixels."""
    colours = palette()
    to_pixels = view.viewportTransform()
    painter.setPen(pen(colours.walnut, 1.0))
    painter.setBrush(QBrush(QColor(colours.walnut), Qt.BrushStyle.BDiagPattern))
    for rest in left_over(lay):
        path = scene_path(flip_outline(rest.outline), closed=True)
        for hole in rest.holes:
            path.addPath(scene_path(flip_outline(hole), closed=True))
        painter.drawPath(to_pixels.map(path))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.setPen(pen(colours.walnut, 2.2))
    for box in largest_rectangles(lay):
        frame = to_pixels.mapRect(QRectF(box.min_x, -box.max_y, box.width, box.height))
        painter.drawRect(frame)
        words = tr(
            "{along} × {across}",
            along=shown_length(box.width, unit),
            across=shown_length(box.height, unit),
        )
        if frame.width() >= _LEAST_PX:
            painter.save()
            paint_slip(painter, frame.center(), words, view, middle=True)
            painter.restore()


def paint_table_ends(painter: QPainter, lay: Lay, view: ZoomView, table_mm: float) -> None:
    """Where the table ends and the cloth is moved on."""
    if table_mm <= 0.0:
        return
    top = max(y for section in lay.spread.sections for z in section.zones for _, y in z.outline)
    to_pixels = view.viewportTransform()
    for k in range(1, math.ceil(lay.table_mm / table_mm - 1e-9)):
        at = k * table_mm
        painter.setPen(dashed(palette().madder, 1.8, 7, 4))
        painter.drawLine(to_pixels.map(QPointF(at, 0.0)), to_pixels.map(QPointF(at, -top)))
        words = tr("the table ends: move the cloth on")
        paint_slip(painter, to_pixels.map(QPointF(at, -top)) + QPointF(6, 22), words, view)


def ply_words(lay: Lay, ply: int) -> str:
    """A ply in words: its number from the table up, and which side of it is up."""
    for section in lay.spread.sections:
        for zone in section.zones:
            if ply < len(zone.plies):
                own = zone.from_table_up[ply]
                up = zone.plies[own].map.determinant > 0
                side = tr("right side up") if up else tr("wrong side up")
                return tr(
                    "Ply {number} of {count} from the table, {side}",
                    number=ply + 1,
                    count=most_plies(lay),
                    side=side,
                )
    return ""


def most_plies(lay: Lay) -> int:
    """How many plies lie on each other at the most."""
    return max(len(zone.plies) for section in lay.spread.sections for zone in section.zones)


def is_of_ply(lay: Lay, id: str, ply: int) -> bool:
    """Whether a placement is cut from a ply, counted from the table up."""
    placement = lay.placement(id)
    order = lay.zone(placement).from_table_up
    return ply < len(order) and order[ply] in placement.cut_plies


@dataclass(slots=True)
class Measure:
    """A tape between two points of the table; the second follows the pointer until it is set."""

    start: Point
    end: Point
    set: bool = False


def snapped(lay: Lay, at: Point, scale: float) -> Point:
    """A point of the table, drawn to a corner of a piece or onto its thread line where one is
    near; ``scale`` are pixels a millimetre."""
    near, best = _SNAP_PX / scale, at
    far = near
    for placement in lay.placements:
        outline = on_table(placement, lay.piece(placement.piece)).outline
        box = bounds(outline)
        if not (
            box.min_x - near <= at[0] <= box.max_x + near
            and box.min_y - near <= at[1] <= box.max_y + near
        ):
            continue
        middle = ((box.min_x + box.max_x) / 2, (box.min_y + box.max_y) / 2)
        turn = math.radians(placement.turn_deg)
        ux, uy = math.cos(turn), math.sin(turn)
        along = (at[0] - middle[0]) * ux + (at[1] - middle[1]) * uy
        thread = (middle[0] + along * ux, middle[1] + along * uy)
        for corner in outline:
            if math.dist(corner, at) < far:
                far, best = math.dist(corner, at), corner
        if best == at and math.dist(thread, at) < near / 2:
            best = thread
    return best


def paint_measure(painter: QPainter, measure: Measure, view: ZoomView, unit: Unit) -> None:
    """The tape: its length, and how far along and across."""
    to_pixels = view.viewportTransform()
    one, other = (to_pixels.map(QPointF(x, -y)) for x, y in (measure.start, measure.end))
    painter.setPen(pen(palette().ink, 4.5))
    painter.drawLine(one, other)
    painter.setPen(pen(palette().tape, 2.6))
    painter.drawLine(one, other)
    painter.setPen(pen(palette().ink, 1.6))
    painter.setBrush(QColor(palette().paper))
    for at in (one, other):
        painter.drawEllipse(at, 3.4, 3.4)
    far = math.dist(measure.start, measure.end)
    along, across = (abs(b - a) for a, b in zip(measure.start, measure.end, strict=True))
    words = tr(
        "{far}  ({along} along, {across} across)",
        far=shown_length(far, unit),
        along=shown_length(along, unit),
        across=shown_length(across, unit),
    )
    paint_slip(painter, (one + other) / 2 + QPointF(8, -8), words, view)
