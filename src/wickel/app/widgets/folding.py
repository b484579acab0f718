"""Drawn steps of folding: one picture a step, with what to do below it."""

from __future__ import annotations

import math

from PySide6.QtCore import QPointF, QRectF, QSize, QSizeF, Qt
from PySide6.QtGui import QBrush, QColor, QPainter, QPaintEvent, QPolygonF
from PySide6.QtWidgets import QSizePolicy, QWidget

from wickel.app.table.ink import dashed, mixed_colour, pen
from wickel.app.theme import palette, text_font
from wickel.cloth import WAYS, Cloth, Panel, fold_panels, fold_words
from wickel.cloth.folding import LENGTH_MM, WIDTH_MM
from wickel.files import GROUND, ground_of
from wickel.geometry import Outline, Point
from wickel.wording import tr

_USUAL = (13, 220.0, 330.0)
"""How large its words are, and how high and wide one picture is at most, in pixels."""
_SIDE_BY_SIDE_FROM = 170
"""Steps stand below each other where there is less room than that for each."""
_GAP = 26.0


class FoldingPicture(QWidget):
    """The steps of one way to fold. Right side plain, wrong side hatched, folds as thick double
    lines. A ``large`` one is read from across the room."""

    def __init__(self, *, large: bool = False) -> None:
        super().__init__()
        self._text_px, self._highest, self._widest = (20, 420.0, 520.0) if large else _USUAL
        self._way = "open"
        self._shares: tuple[float, ...] = ()
        self._cut_off = False
        self._cloth: Cloth | None = None
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setMinimumSize(140, 120)

    def sizeHint(self) -> QSize:
        return QSize(300, 380)

    def show_way(
        self,
        way: str,
        cloth: Cloth | None,
        depth_shares: tuple[float, ...] = (),
        *,
        cut_off: bool = False,
    ) -> None:
        """Show how to fold a cloth one way, its folds as deep as those shares of the width; with
        ``cut_off`` it is a section that is cut off before the rest is folded anew."""
        self._way, self._cloth, self._shares, self._cut_off = way, cloth, depth_shares, cut_off
        self.setAccessibleName(
            tr(
                "How to fold it: {name}. {join}",
                name=WAYS[way].name,
                join=" ".join(fold_words(way, 1, cut_off=cut_off)),
            )
        )
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        panels = fold_panels(self._way, self._shares, cut_off=self._cut_off)
        words = fold_words(self._way, len(panels), cut_off=self._cut_off)
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        stacked = self.width() < _SIDE_BY_SIDE_FROM * len(panels)
        room = QSizeF(
            self.width()
            if stacked
            else min(self._widest, (self.width() - _GAP * (len(panels) - 1)) / len(panels)),
            (self.height() - _GAP * (len(panels) - 1)) / len(panels)
            if stacked
            else min(self.height(), self._highest),
        )
        for k, (panel, text) in enumerate(zip(panels, words, strict=True)):
            corner = (
                QPointF(0.0, k * (room.height() + _GAP))
                if stacked
                else QPointF(k * (room.width() + _GAP), 0.0)
            )
            said = f"{k + 1}  {text}" if len(panels) > 1 else text
            painter.setFont(text_font(self._text_px))
            flags = Qt.TextFlag.TextWordWrap
            below = painter.boundingRect(QRectF(0, 0, room.width(), 1000), flags, said).height() + 4
            high = max(30.0, room.height() - below)
            scale = min((room.width() - 20) / LENGTH_MM, (high - 20) / WIDTH_MM)
            self._paint_panel(painter, panel, corner + QPointF(8, high - 10), scale)
            painter.setPen(QColor(palette().ink))
            painter.setFont(text_font(self._text_px))
            painter.drawText(
                QRectF(corner.x(), corner.y() + high, room.width(), below), flags, said
            )
        painter.end()

    def _paint_panel(self, painter: QPainter, panel: Panel, origin: QPointF, scale: float) -> None:
        colours = palette()

        def there(p: Point) -> QPointF:
            return QPointF(origin.x() + p[0] * scale, origin.y() - p[1] * scale)

        def shape(outline: Outline) -> QPolygonF:
            return QPolygonF([there(p) for p in outline])

        colour = ground_of(self._cloth) if self._cloth else GROUND
        right, wrong = (
            mixed_colour(colour, colours.paper, 0.62),
            mixed_colour(colour, colours.paper, 0.28),
        )
        for face in panel.faces:
            painter.setPen(pen(colours.ink, 1.4))
            painter.setBrush(wrong if face.wrong_side else right)
            painter.drawPolygon(shape(face.outline))
            if face.wrong_side:
                hatch = QColor(colours.ink)
                hatch.setAlpha(70)
                painter.setBrush(QBrush(hatch, Qt.BrushStyle.BDiagPattern))
                painter.setPen(Qt.PenStyle.NoPen)
                painter.drawPolygon(shape(face.outline))
            self._paint_plies(painter, shape(face.outline).boundingRect(), face.plies)
        for start, end in panel.folds:
            painter.setPen(pen(colours.indigo, 5))
            painter.drawLine(there(start), there(end))
            painter.setPen(pen(colours.paper, 1.4))
            painter.drawLine(there(start), there(end))
        for start, end in panel.fold_at:
            painter.setPen(dashed(colours.indigo, 2.0, 5, 3))
            painter.drawLine(there(start), there(end))
        for start, end in panel.cut_at:
            painter.setPen(dashed(colours.madder, 2.2, 6, 2, 1, 2))
            painter.drawLine(there(start), there(end))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        for start, end in panel.moves:
            _arc_arrow(painter, there(start), there(end))

    def _paint_plies(self, painter: QPainter, box: QRectF, plies: int) -> None:
        painter.setFont(text_font(12, bold=True))
        painter.setPen(QColor(palette().ink))
        words = "1 ply" if plies == 1 else f"{plies} plies"
        # beside cloth that is too narrow for the words
        narrow = box.width() < painter.fontMetrics().horizontalAdvance(words) + 12
        corner = QRectF((box.right() if narrow else box.left()) + 6, box.bottom() - 20, 80, 16)
        painter.drawText(corner, Qt.AlignmentFlag.AlignLeft, words)


def _arc_arrow(painter: QPainter, start: QPointF, end: QPointF) -> None:
    """A bent arrow: the cloth is lifted over, not pushed."""
    along = end - start
    size = math.hypot(along.x(), along.y())
    if size < 6:
        return
    lift = QPointF(-along.y(), along.x()) * (0.22 if along.x() <= 0 else -0.22)
    control = (start + end) / 2 + lift
    painter.setPen(pen(palette().ink, 2.0))
    points = [
        start * (1 - t) ** 2 + control * 2 * t * (1 - t) + end * t * t
        for t in (k / 16 for k in range(17))
    ]
    painter.drawPolyline(QPolygonF(points))
    back = points[-3] - points[-1]
    reach = math.hypot(back.x(), back.y()) or 1.0
    unit = back / reach * 9.0
    side = QPointF(-unit.y(), unit.x()) * 0.5
    painter.drawLine(points[-1], points[-1] + unit + side)
    painter.drawLine(points[-1], points[-1] + unit - side)
