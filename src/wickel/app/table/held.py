"""What is in hand on the cloth, and what is painted of it: where it lies, how far it is from what
lies beside it, along which edges it lies flush."""

from __future__ import annotations

import math
from dataclasses import dataclass, field

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPixmap
from PySide6.QtWidgets import QGraphicsView

from wickel.app.table.ink import dashed, pen
from wickel.app.table.lay_view import PlacementItem
from wickel.app.table.view import scene_path
from wickel.app.theme import palette, text_font
from wickel.geometry import Point
from wickel.lay.hand import Gap, Grip, Shift, Snapped, Stance
from wickel.units import Unit, shown_length
from wickel.wording import tr

_STOPPED_MM, _FLUSH_MM = 2.0, 0.5


@dataclass(slots=True)
class Held:
    """What is in hand: the lay that it is over, its grip, how far it has been pushed, and where on
    the table it was taken hold of. ``fresh`` is a piece from the tray."""

    grip: Grip
    taken_at: Point
    backdrop: QPixmap
    items: list[PlacementItem]
    at: Shift = (0.0, 0.0)
    to: Shift = (0.0, 0.0)
    lifted: bool = False
    fresh: bool = False
    snapped: Snapped = field(default_factory=lambda: Snapped((0.0, 0.0)))
    gaps: tuple[Gap, ...] = ()
    elsewhere: tuple[Shift, ...] | None = None
    others: dict[tuple[int, int, str], Stance] = field(default_factory=dict)

    @property
    def stopped_by(self) -> tuple[str, ...]:
        """What stops it where it is, short of where it was pushed to (``Grip.in_the_way``)."""
        near = math.dist(self.at, self.snapped.at) < _STOPPED_MM
        return () if near or self.lifted else self.grip.in_the_way(self.grip.bound(self.to))

    def look_elsewhere(self) -> None:
        """Look where else it fits: in other gaps, or in the print's next steps."""
        if self.elsewhere is None:
            self.elsewhere = self.grip.places()

    @property
    def next_steps(self) -> tuple[Shift, ...]:
        """The places beside it at which the print comes again; none where every place will do."""
        if self.grip.steps.free:
            return ()
        near = self.grip.steps.near(self.at, 1)
        return tuple(s for s in near if s != self.at and self.grip.clear(self.grip.bound(s)))

    @property
    def may_lie(self) -> bool:
        """Whether it could be let go here."""
        return self.grip.clear(self.at)


def paint_held(painter: QPainter, held: Held, view: QGraphicsView, unit: Unit) -> None:
    """What is measured of what is in hand."""
    to_pixels = view.viewportTransform()
    box = held.grip.box
    low = QPointF(box.min_x + held.at[0], -(box.max_y + held.at[1]))
    frame = to_pixels.mapRect(QRectF(low.x(), low.y(), box.width, box.height))
    may_lie = held.may_lie
    if held.lifted or not may_lie:
        words = tr("lifted") if may_lie else tr("lifted: it cannot lie here")
        paint_slip(painter, frame.topLeft() + QPointF(0, -8), words, view, broken=not may_lie)
    painter.setPen(dashed(palette().indigo, 1.2, 6, 4))
    if not held.lifted:
        _paint_levels(painter, held, view)
    _paint_elsewhere(painter, held, view)
    for gap in held.gaps:
        _paint_gap(painter, frame, gap, view, unit)


def _paint_elsewhere(painter: QPainter, held: Held, view: QGraphicsView) -> None:
    """Faint outlines of where else it fits, or where the print comes again."""
    painter.setPen(dashed(palette().indigo, 1.4, 3, 4))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    to_pixels = view.viewportTransform()
    places = held.next_steps if held.gaps else ()
    for x, y in (*(held.elsewhere or ()), *places):
        for outline in held.grip.outlines:
            there = tuple((px + x, -(py + y)) for px, py in outline)
            painter.drawPath(to_pixels.map(scene_path(there, closed=True)))


def _paint_levels(painter: QPainter, held: Held, view: QGraphicsView) -> None:
    """The lines along which it lies flush."""
    wide, high = view.viewport().width(), view.viewport().height()
    off = [abs(a - b) for a, b in zip(held.at, held.snapped.at, strict=True)]
    for k, (level, upright) in enumerate(((held.snapped.x_mm, True), (held.snapped.y_mm, False))):
        if level is None or off[k] > _FLUSH_MM:
            continue
        at = view.viewportTransform().map(QPointF(level, -level))
        if upright:
            painter.drawLine(QPointF(at.x(), 0), QPointF(at.x(), high))
        else:
            painter.drawLine(QPointF(0, at.y()), QPointF(wide, at.y()))


def _paint_gap(painter: QPainter, frame: QRectF, gap: Gap, view: QGraphicsView, unit: Unit) -> None:
    """A measure from one side of the box of what is in hand to what lies there."""
    pixels = gap.far_mm * view.transform().m11()
    if pixels < _LEAST_PX:
        return
    x, y = gap.way
    middle = frame.center()
    start = QPointF(middle.x() + x * frame.width() / 2, middle.y() - y * frame.height() / 2)
    end = start + QPointF(x * pixels, -y * pixels)
    painter.setPen(pen(palette().ink, 1.4))
    painter.drawLine(start, end)
    across = QPointF(5 * abs(y), 5 * abs(x))
    for at in (start, end):
        painter.drawLine(at - across, at + across)
    paint_slip(painter, (start + end) / 2, shown_length(gap.far_mm, unit), view, middle=True)


_LEAST_PX = 2.0


def paint_slip(
    painter: QPainter,
    at: QPointF,
    words: str,
    view: QGraphicsView,
    *,
    middle: bool = False,
    broken: bool = False,
) -> None:
    """Words on a slip of paper at a pixel of a view: above it, or around it."""
    painter.setFont(text_font(13, bold=True))
    metrics = painter.fontMetrics()
    wide, high = metrics.horizontalAdvance(words) + 10, metrics.height() + 4
    box = QRectF(at.x(), at.y() - high, wide, high)
    if middle:
        box.moveCenter(at)
    box.moveLeft(min(max(box.left(), 2.0), view.viewport().width() - wide - 2.0))
    box.moveTop(min(max(box.top(), 2.0), view.viewport().height() - high - 2.0))
    ground = QColor(palette().paper)
    ground.setAlpha(235)
    painter.fillRect(box, ground)
    painter.setPen(QColor(palette().madder if broken else palette().ink))
    painter.drawText(box, Qt.AlignmentFlag.AlignCenter, words)
