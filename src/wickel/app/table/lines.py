"""Lines on the cloth that a hand can draw to another place: the end of the lay, and the selvage
of a fold that goes to a depth."""

from __future__ import annotations

from dataclasses import dataclass

from PySide6.QtCore import QPointF, QRectF
from PySide6.QtGui import QPainter

from wickel.app.table.held import paint_slip
from wickel.app.table.ink import pen
from wickel.app.table.view import ZoomView
from wickel.app.theme import palette
from wickel.cloth import WAYS, Section
from wickel.geometry import Point
from wickel.lay import Lay
from wickel.units import Unit, shown_length


@dataclass(frozen=True, slots=True)
class Line:
    """A line that can be drawn to another place: the ``end`` of the lay, or the selvage of a
    ``fold``, of a section and one of its depths; where it is, along or across, mm."""

    kind: str
    section: int
    which: int
    at_mm: float


def high_of(section: Section) -> float:
    """How far across the table a section reaches."""
    return max(y for zone in section.zones for _, y in zone.outline)


def lines_of(lay: Lay) -> list[Line]:
    """The lines of a lay that can be drawn."""
    found = []
    for k, section in enumerate(lay.spread.sections):
        depths = section.depths_mm
        if depths:
            found.append(Line("fold", k, 0, depths[0]))
        if len(depths) > 1:
            found.append(Line("fold", k, 1, high_of(section) - depths[1]))
    last = lay.spread.sections[-1]
    if not WAYS[last.way].slanting:
        end = last.x_mm + last.length_mm
        found.append(Line("end", len(lay.spread.sections) - 1, 0, end))
    return found


def line_near(lay: Lay, at: Point, near_mm: float) -> Line | None:
    """The line of a lay that is near to a point of the table."""
    x, y = at
    for line in lines_of(lay):
        section = lay.spread.sections[line.section]
        on_end = abs(x - line.at_mm) < near_mm and 0 <= y <= high_of(section)
        inside = section.x_mm <= x <= section.x_mm + section.length_mm
        on_fold = inside and abs(y - line.at_mm) < near_mm
        if on_end if line.kind == "end" else on_fold:
            return line
    return None


def paint_line(
    painter: QPainter, line: Line, at_mm: float, box: QRectF, view: ZoomView, unit: Unit
) -> None:
    """A line where it is drawn to, over the cloth in a box of the scene, and where that is."""
    to_pixels = view.viewportTransform()
    painter.setPen(pen(palette().madder, 2.4))
    if line.kind == "end":
        one, other = QPointF(at_mm, box.top()), QPointF(at_mm, box.bottom())
    else:
        one, other = QPointF(box.left(), -at_mm), QPointF(box.right(), -at_mm)
    one, other = to_pixels.map(one), to_pixels.map(other)
    painter.drawLine(one, other)
    words = shown_length(at_mm, unit)
    paint_slip(painter, (one + other) / 2 + QPointF(8, -6), words, view)
