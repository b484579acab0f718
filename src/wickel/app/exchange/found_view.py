"""A drawing of another program as it was found: its lines faint, its pieces over them, the one in
hand with its edges; a bar as long as it is at the table."""

from __future__ import annotations

import math
from collections.abc import Iterable
from itertools import pairwise

from PySide6.QtCore import QPointF, QRect, QRectF, Qt, Signal
from PySide6.QtGui import QColor, QPainter, QPainterPath
from PySide6.QtWidgets import QGraphicsPathItem, QStyleOptionGraphicsItem, QWidget

from wickel.app.table.ink import arrow, dashed, mixed_colour, name_in, pen
from wickel.app.table.view import PickItem, PickView, scene_path
from wickel.app.theme import palette, text_font
from wickel.drawing.found import FoundDrawing, FoundLine
from wickel.geometry import Outline, Point, bounds, flatten
from wickel.job.importing import FoundEdge, ReadPiece
from wickel.pattern import EdgeKind
from wickel.units import Unit, shown_length
from wickel.wording import tr

_GROUND_ALPHA = 150
_NEAR_PX, _ARROW_PX, _BAR_PX = 9.0, 46.0, 130.0
_BARS_MM = (5.0, 10.0, 20.0, 50.0, 100.0, 200.0, 500.0, 1000.0, 2000.0)


def _turned_over(points: Outline) -> Outline:
    return tuple((x, -y) for x, y in points)


def _whole(lines: Iterable[FoundLine], mm_per_unit: float) -> QPainterPath:
    """Lines of a drawing as one path of the scene."""
    path = QPainterPath()
    for line in lines:
        points = flatten(line.path, 0.3 / mm_per_unit)
        path.moveTo(points[0][0] * mm_per_unit, -points[0][1] * mm_per_unit)
        for x, y in points[1:]:
            path.lineTo(x * mm_per_unit, -y * mm_per_unit)
    return path


class FoundItem(PickItem):
    """One piece; an edge of it may be in hand."""

    def __init__(self, piece: ReadPiece, *, takes_part: bool) -> None:
        super().__init__(scene_path(_turned_over(piece.outline), closed=True))
        self.piece, self.takes_part = piece, takes_part
        self.edge = ""
        self.setToolTip(piece.name)

    def paint(
        self, painter: QPainter, option: QStyleOptionGraphicsItem, widget: QWidget | None = None
    ) -> None:
        colours, piece = palette(), self.piece
        wrong = piece.drawn is None and self.takes_part
        tint = colours.madder if wrong else colours.undyed if self.takes_part else colours.table
        ground = mixed_colour(tint, colours.paper, 0.35 if self.takes_part else 0.2)
        ground.setAlpha(_GROUND_ALPHA)
        painter.setBrush(ground)
        line = colours.ink if self.takes_part else colours.soft
        painter.setPen(pen(colours.madder if self.chosen else line, 2.2 if self.chosen else 1.3))
        painter.drawPath(self.cut_path)
        if wrong:
            painter.setBrush(Qt.BrushStyle.BDiagPattern)
            painter.drawPath(self.cut_path)
        painter.setBrush(Qt.BrushStyle.NoBrush)
        if piece.net and self.takes_part:
            painter.setPen(dashed(colours.ink, 1.0, 6, 4))
            painter.drawPath(scene_path(_turned_over(piece.net), closed=True))
        for edge in piece.edges:
            self._edge(painter, edge)
        self._words(painter)

    def _edge(self, painter: QPainter, edge: FoundEdge) -> None:
        colours = palette()
        path = scene_path(_turned_over(edge.points), closed=False)
        if edge.kind is EdgeKind.FOLD:
            painter.setPen(dashed(colours.indigo, 3.0, 6, 2))
            painter.drawPath(path)
        elif edge.kind is EdgeKind.HEM:
            painter.setPen(pen(colours.walnut, 3.0))
            painter.drawPath(path)
        if self.chosen and edge.name == self.edge:
            painter.setPen(pen(colours.weld, 5.0))
            painter.drawPath(path)

    def _words(self, painter: QPainter) -> None:
        """The name in the middle, and the arrow of the grain beside it."""
        colours = palette()
        painter.save()
        there = painter.worldTransform().mapRect(self.cut_path.boundingRect())
        painter.resetTransform()
        painter.translate(there.center())
        box = QRectF(-there.width() / 2, -there.height() / 2, there.width(), there.height())
        words = tuple(word for word in (self.piece.name, self.piece.size) if word)
        name_in(painter, box, QPointF(0, 0), words, colours.ink, QColor(colours.paper))
        if self.takes_part and self.piece.grains_deg:
            painter.setPen(pen(colours.ink, 1.4))
            long = min(_ARROW_PX, 0.3 * max(there.width(), there.height()))
            arrow(painter, QPointF(0, 26), self.piece.grains_deg[0], long)
        painter.restore()


class FoundView(PickView):
    """All that was found. ``edge_picked`` carries the name of an edge of the piece in hand."""

    edge_picked = Signal(str)

    def __init__(self) -> None:
        super().__init__()
        self.setAccessibleName(tr("What was found in the file"))
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self._unit = Unit.CM
        self._lines: tuple[FoundDrawing | None, float] = (None, 0.0)
        self._lit: QGraphicsPathItem | None = None

    def show_found(
        self,
        found: FoundDrawing,
        mm_per_unit: float,
        pieces: Iterable[ReadPiece],
        out: frozenset[str],
        unit: Unit,
    ) -> None:
        """Show a drawing, and the pieces that it makes; those that are left ``out`` stand back."""
        self._unit = unit
        chosen = self.chosen
        before = self.items_by_id.get(chosen)
        edge = before.edge if isinstance(before, FoundItem) else ""
        rescaled = self._lines != (found, mm_per_unit)
        self._lines = (found, mm_per_unit)
        self.scene().clear()
        self._lit = None
        self.items_by_id = {}
        self._draw_lines(found, mm_per_unit)
        for piece in pieces:
            item = FoundItem(piece, takes_part=piece.key not in out)
            self.items_by_id[piece.key] = item
            self.scene().addItem(item)
        if chosen in self.items_by_id:
            own = self.items_by_id[chosen]
            assert isinstance(own, FoundItem)
            own.edge = edge
            own.mark(chosen=True)
        if rescaled:
            self.fit()
        self.viewport().update()

    def light_layer(self, name: str) -> None:
        """Have the lines of a layer stand out; an empty name has none."""
        if self._lit is not None:
            self.scene().removeItem(self._lit)
            self._lit = None
        found, k = self._lines
        lines = [] if found is None else [own for own in found.lines if own.layer == name]
        if lines:
            self._lit = QGraphicsPathItem(_whole(lines, k))
            self._lit.setPen(pen(palette().weld, 3.0))
            self._lit.setZValue(3)
            self._lit.setAcceptedMouseButtons(Qt.MouseButton.NoButton)
            self.scene().addItem(self._lit)
        self.viewport().update()

    def _draw_lines(self, found: FoundDrawing, k: float) -> None:
        item = QGraphicsPathItem(_whole(found.lines, k))
        item.setPen(pen(mixed_colour(palette().ink, palette().table, 0.6), 1.0))
        item.setZValue(-1)
        item.setAcceptedMouseButtons(Qt.MouseButton.NoButton)
        self.scene().addItem(item)

    def margins(self) -> tuple[float, float, float, float]:
        return (24.0, 24.0, 24.0, 52.0)

    def take_edge(self, name: str) -> None:
        """Have an edge of the piece in hand marked."""
        own = self.items_by_id.get(self.chosen)
        if isinstance(own, FoundItem) and own.edge != name:
            own.edge = name
            own.update()

    def picked_at(self, scene_point: QPointF) -> None:
        own = self.items_by_id.get(self.chosen)
        if isinstance(own, FoundItem):
            name = self._edge_at(own.piece, (scene_point.x(), -scene_point.y()))
            if name:
                own.edge = name
                own.update()
                self.edge_picked.emit(name)
                return
        super().picked_at(scene_point)

    def _edge_at(self, piece: ReadPiece, at: Point) -> str:
        """The edge of a piece that lies near a place."""
        near = _NEAR_PX / self.transform().m11()
        best, name = near, ""
        for edge in piece.edges:
            for (ax, ay), (bx, by) in pairwise(edge.points):
                size = math.hypot(bx - ax, by - ay) or 1.0
                share = ((at[0] - ax) * (bx - ax) + (at[1] - ay) * (by - ay)) / size**2
                share = min(1.0, max(0.0, share))
                spot = (ax + share * (bx - ax), ay + share * (by - ay))
                off = math.dist(at, spot)
                if off < best:
                    best, name = off, edge.name
        return name

    def true_size(self) -> None:
        """Show it as large as it is, by what the screen says of itself."""
        self.fitted = False
        per_mm = self.screen().physicalDotsPerInch() / 25.4
        self.resetTransform()
        self.scale(per_mm, per_mm)
        own = self.items_by_id.get(self.chosen)
        if own is not None:
            self.centerOn(own)
        self.viewport().update()

    def content(self) -> QRectF:
        boxes = [bounds(item.piece.outline) for item in self._own()]
        if not boxes:
            return super().content()
        left, right = min(b.min_x for b in boxes), max(b.max_x for b in boxes)
        low, high = min(b.min_y for b in boxes), max(b.max_y for b in boxes)
        return QRectF(left, -high, right - left, high - low)

    def _own(self) -> list[FoundItem]:
        return [item for item in self.items_by_id.values() if isinstance(item, FoundItem)]

    def drawForeground(self, painter: QPainter, rect: QRectF | QRect) -> None:
        """The bar in the corner, and how large the piece in hand is."""
        super().drawForeground(painter, rect)
        colours, scale = palette(), self.transform().m11()
        long = max((mm for mm in _BARS_MM if mm * scale <= _BAR_PX), default=_BARS_MM[0])
        painter.save()
        painter.resetTransform()
        painter.setFont(text_font(13, bold=True))
        x, y = 22.0, self.viewport().height() - 22.0
        painter.fillRect(QRectF(x - 8, y - 24, long * scale + 16, 34), QColor(colours.paper))
        painter.setPen(pen(colours.ink, 2.0))
        painter.drawLine(QPointF(x, y), QPointF(x + long * scale, y))
        for at in (x, x + long * scale):
            painter.drawLine(QPointF(at, y - 5), QPointF(at, y + 5))
        painter.drawText(QPointF(x + 4, y - 6), shown_length(long, self._unit))
        own = self.items_by_id.get(self.chosen)
        if isinstance(own, FoundItem):
            box = bounds(own.piece.outline)
            words = (
                f"{shown_length(box.width, self._unit)} × {shown_length(box.height, self._unit)}"
            )
            wide = painter.fontMetrics().horizontalAdvance(words)
            right = self.viewport().width() - wide - 24.0
            painter.fillRect(QRectF(right - 8, y - 20, wide + 16, 30), QColor(colours.paper))
            painter.drawText(QPointF(right, y), words)
        painter.restore()
