"""The sketch of a garment, front and back, painted to fit."""

from __future__ import annotations

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPaintEvent, QPolygonF
from PySide6.QtWidgets import QWidget

from wickel.app.table.ink import pen
from wickel.app.theme import palette, text_font
from wickel.drawing.sketch import Sketch
from wickel.drawing.sketch_shapes import Ink, Stroke

_WIDTHS = {Ink.OUTLINE: 1.6, Ink.SEAM: 1.0, Ink.FINE: 0.8}
_GAP_PX, _EDGE_PX = 18.0, 6.0
_PALE = 0.35
_LARGEST = 0.5
"""Pixels a millimetre at most: a small thing is not drawn as large as a dress."""


class SketchView(QWidget):
    """Shows a sketch, its front beside its back, in one scale."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._sketch: Sketch | None = None
        self._but = ""

    def show_sketch(self, sketch: Sketch | None) -> None:
        """Show another sketch, or none."""
        self._sketch, self._but = sketch, ""
        self.setAccessibleDescription("")
        self.update()

    def say_but(self, words: str) -> None:
        """Show the sketch pale, and below it in words why it is not what is asked for."""
        self._but = words
        self.setAccessibleDescription(words)
        self.update()

    @property
    def shown(self) -> Sketch | None:
        """The sketch that is shown."""
        return self._sketch

    def paintEvent(self, event: QPaintEvent) -> None:
        if self._sketch is None:
            return
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        room = QRectF(self.rect())
        if self._but:
            words = room.adjusted(_EDGE_PX, 0, -_EDGE_PX, -_EDGE_PX)
            below = Qt.AlignmentFlag.AlignHCenter | Qt.AlignmentFlag.AlignBottom
            wrapped = below | Qt.TextFlag.TextWordWrap
            painter.setFont(text_font(15, bold=True))
            painter.setPen(QColor(palette().madder))
            high = painter.boundingRect(words, wrapped, self._but).height()
            painter.drawText(words, wrapped, self._but)
            room.setBottom(room.bottom() - high - 2 * _EDGE_PX)
            painter.setOpacity(_PALE)
        paint_sketch(painter, self._sketch, room)
        painter.end()


def paint_front(painter: QPainter, sketch: Sketch, into: QRectF) -> None:
    """Paint the front alone in the middle of a rectangle."""
    box = _box(sketch.front)
    scale = min(into.width() / box.width(), into.height() / box.height())
    corner = into.center() - box.center() * scale
    _paint_view(painter, sketch.front, corner, scale)


def _paint_view(painter: QPainter, view: tuple[Stroke, ...], origin: QPointF, scale: float) -> None:
    painter.save()
    painter.translate(origin)
    painter.scale(scale, scale)
    for stroke in view:
        _paint(painter, stroke)
    painter.restore()


def paint_sketch(painter: QPainter, sketch: Sketch, into: QRectF) -> None:
    """Paint both views side by side in the middle of a rectangle."""
    boxes = [_box(view) for view in (sketch.front, sketch.back)]
    top, low = min(box.top() for box in boxes), max(box.bottom() for box in boxes)
    wide = sum(box.width() for box in boxes)
    room = into.adjusted(_EDGE_PX, _EDGE_PX, -_EDGE_PX, -_EDGE_PX)
    scale = min((room.width() - _GAP_PX) / wide, room.height() / (low - top), _LARGEST)
    x = room.center().x() - (wide * scale + _GAP_PX) / 2
    y = room.center().y() - (low - top) * scale / 2
    for view, box in zip((sketch.front, sketch.back), boxes, strict=True):
        _paint_view(painter, view, QPointF(x - box.left() * scale, y - top * scale), scale)
        x += box.width() * scale + _GAP_PX


def _box(view: tuple[Stroke, ...]) -> QRectF:
    points = [point for stroke in view for point in stroke.points]
    (left, right), (top, low) = (
        (min(p[k] for p in points), max(p[k] for p in points)) for k in (0, 1)
    )
    return QRectF(left, top, right - left, low - top)


def _paint(painter: QPainter, stroke: Stroke) -> None:
    painter.setPen(pen(palette().ink, _WIDTHS[stroke.ink]))
    polygon = QPolygonF([QPointF(*point) for point in stroke.points])
    if stroke.closed:
        painter.setBrush(palette().paper)
        painter.drawPolygon(polygon)
    else:
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawPolyline(polygon)
