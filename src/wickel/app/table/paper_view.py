"""Drafted pieces as on paper, head up: net and cut line, grain, notches, names, measures."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass

from PySide6.QtCore import QPointF, QRect, QRectF, Qt, Signal
from PySide6.QtGui import QColor, QFontMetricsF, QMouseEvent, QPainter, QResizeEvent
from PySide6.QtWidgets import QStyleOptionGraphicsItem, QWidget

from wickel.app.table.ink import arrow, dashed, mixed_colour, name_in, pen
from wickel.app.table.told import Told
from wickel.app.table.view import PickItem, PickView, paint_leaders, scene_path
from wickel.app.theme import palette, text_font
from wickel.draft import chalk_list
from wickel.draft.checks import SEWING_TOLERANCE_MM
from wickel.drawing import name_room, notch_tick
from wickel.geometry import Outline, Point, bounds, flatten, length, point_at
from wickel.pattern import (
    ConstructionPoint,
    EdgeKind,
    Pattern,
    Piece,
    cut_line,
    net_line,
    notch_point,
    sewn_length,
)
from wickel.units import Unit, shown_length
from wickel.wording import tr

_GAP_MM = 45.0
_COLUMN_SHARES = (1.0, 1.18, 1.35, 1.5, 1.7, 2.05, 2.2, 2.6, 3.3)
"""How deep columns may be, in parts of the tallest piece."""


_GRIP_PX = 9.0
"""So near a point the mouse takes it; so far it must go to move it."""


def hung(outline: Outline) -> Outline:
    """From the piece frame (x down, y across) to the scene: across to the right, down downwards."""
    return tuple((y, x) for x, y in outline)


def copies_asked(piece: Piece) -> str:
    """What is cut of a piece, as the maker reads it."""
    cut = piece.cuts[0]
    if cut.on_fold:
        return tr("1 on fold") if cut.copies == 1 else tr("{copies} on fold", copies=cut.copies)
    return tr("{copies}, in pairs", copies=cut.copies) if cut.pair else f"× {cut.copies}"


@dataclass(frozen=True, slots=True, kw_only=True)
class EdgeTape:
    """What the tape says along a sewn edge: its length and its partner's as sewn, in mm, at a point
    of the piece."""

    at: Point
    one_mm: float
    other_mm: float
    held: bool


def edge_tapes(pattern: Pattern, piece: Piece, unheld: frozenset[str]) -> tuple[EdgeTape, ...]:
    """The tapes of a piece's edges that are sewn to just one other edge.

    Edges that differ on purpose (a dart, ease, a band that goes on) are left out, unless a check
    that does not hold (its name in ``unheld``) names their seam.
    """
    ends = [end for seam in pattern.seams for end in (seam.one, seam.other)]
    found = []
    for seam in pattern.seams:
        for mine, theirs in ((seam.one, seam.other), (seam.other, seam.one)):
            if mine[0] != piece.id or ends.count(mine) != 1 or ends.count(theirs) != 1:
                continue
            one, other = (sewn_length(pattern.piece(id), edge) for id, edge in (mine, theirs))
            path = piece.edge(mine[1]).path
            at = point_at(path, length(path) / 2)
            held = abs(one - other) <= SEWING_TOLERANCE_MM
            if not held and not any(seam.name.casefold() in name.casefold() for name in unheld):
                continue
            found.append(EdgeTape(at=at, one_mm=one, other_mm=other, held=held))
    return tuple(found)


_PALE = 0.35
"""How much is seen of a drawing that is no longer that of the job."""


class PaperItem(PickItem):
    """One piece on paper. In hand it also shows its points and its length and width."""

    def __init__(
        self, piece: Piece, unit: Unit, other: Piece | None, tapes: tuple[EdgeTape, ...]
    ) -> None:
        cut, net = cut_line(piece), net_line(piece)
        super().__init__(scene_path(hung(cut), closed=True))
        self.piece = piece
        self.made_of = (piece, unit, other, tapes)
        self.unit = unit
        self.tapes = tapes
        self._chalk = chalk_list(piece)
        self._net = scene_path(hung(net), closed=True)
        self._net_box = bounds(hung(net))
        self._other = None if other is None else scene_path(hung(net_line(other)), closed=True)
        self._folds = [
            scene_path(hung(flatten(edge.path)), closed=False)
            for edge in piece.edges
            if edge.kind is EdgeKind.FOLD
        ]
        self._inner = [
            scene_path(hung(flatten(line.path)), closed=False) for line in piece.inner_lines
        ]
        self._notches = [
            scene_path(hung(notch_tick(piece, notch_point(piece, notch))), closed=False)
            for notch in piece.notches
        ]
        self.named = True
        inner = [hung(flatten(line.path)) for line in piece.inner_lines]
        room, _ = name_room(hung(cut), may_turn=False, beside=inner)
        self._room = QRectF(room.min_x, room.min_y, room.width, room.height)
        upright, turned = name_room(hung(cut), beside=inner)
        self._upright = (
            QRectF(upright.min_x, upright.min_y, upright.width, upright.height) if turned else None
        )
        self.setToolTip(f"{piece.name}: {copies_asked(piece)}")

    def boundingRect(self) -> QRectF:
        own = super().boundingRect()
        return own if self._other is None else own.united(self._other.boundingRect())

    def paint(
        self, painter: QPainter, option: QStyleOptionGraphicsItem, widget: QWidget | None = None
    ) -> None:
        colours = palette()
        painter.setBrush(self._fill())
        painter.setPen(pen(colours.ink, 2.2 if self.chosen else 1.6))
        painter.drawPath(self.cut_path)
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.setPen(dashed(colours.ink, 1.2, 5, 3))
        painter.drawPath(self._net)
        if self._other is not None:
            painter.setPen(dashed(colours.weld, 2.0, 1, 2))
            painter.drawPath(self._other)
        painter.setPen(pen(colours.madder, 1.6))
        for line in self._inner:
            painter.drawPath(line)
        painter.setPen(pen(colours.ink, 1.6))
        for line in self._notches:
            painter.drawPath(line)
        for line in self._folds:
            painter.setPen(pen(colours.indigo, 4))
            painter.drawPath(line)
            painter.setPen(pen(colours.paper, 1.2))
            painter.drawPath(line)
        self._paint_words(painter)

    def _fill(self) -> QColor:
        return mixed_colour(palette().woad, palette().paper, 0.16 if self.chosen else 0.0)

    def _paint_words(self, painter: QPainter) -> None:
        colours = palette()
        painter.save()
        world = painter.worldTransform()
        box = world.mapRect(self.cut_path.boundingRect())
        name_box = world.mapRect(self._room)
        middle = name_box.center()
        net = world.mapRect(
            QRectF(
                self._net_box.min_x, self._net_box.min_y, self._net_box.width, self._net_box.height
            )
        )
        painter.resetTransform()
        room = QRectF(0, 0, name_box.width(), max(44.0, name_box.height()))
        words = (self.piece.name, copies_asked(self.piece))
        high = name_in(
            painter, room, QPointF(middle.x(), middle.y() - 10), words, colours.ink, self._fill()
        )
        self.named = bool(high)
        painter.setPen(pen(colours.ink, 1.4))
        if not high and self._upright is not None:
            self.named = self._paint_name_upwards(painter, world.mapRect(self._upright)) > 0
        else:
            shaft = min(60.0, box.height() * 0.3)
            at = QPointF(middle.x(), middle.y() + high / 2 + shaft / 2 - 4)
            arrow(painter, at, self.piece.grain_deg - 90, shaft)
        if self.chosen:
            self._paint_points(painter, world.map)
            self._paint_measures(painter, net)
            self._paint_tapes(painter, world.map, name_box)
        painter.restore()

    def _paint_name_upwards(self, painter: QPainter, box: QRectF) -> float:
        """The grain of a narrow piece at its top, and below it the name, read from below; 0 when it
        has no room."""
        shaft = min(40.0, 0.25 * box.height())
        arrow(
            painter,
            QPointF(box.center().x(), box.top() + shaft / 2 + 4),
            self.piece.grain_deg - 90,
            shaft,
        )
        painter.save()
        painter.translate(box.center().x(), box.center().y() + shaft / 2)
        painter.rotate(-90)
        room = QRectF(0, 0, box.height() - shaft - 8, box.width())
        used = name_in(
            painter, room, QPointF(0, 0), (self.piece.name,), palette().ink, self._fill()
        )
        painter.restore()
        return used

    def _paint_points(self, painter: QPainter, to_pixel: Callable[[QPointF], QPointF]) -> None:
        colours = palette()
        painter.setFont(text_font(12, bold=True))
        written: list[QRectF] = []
        for row in self._chalk:
            at = to_pixel(QPointF(row.across_mm, row.down_mm))
            painter.setPen(Qt.PenStyle.NoPen)
            painter.setBrush(QColor(colours.madder))
            radius = 4.0 if row.number else 2.0
            painter.drawEllipse(at, radius, radius)
            if row.number:
                painter.setPen(QColor(colours.madder))
                wide = painter.fontMetrics().horizontalAdvance(str(row.number)) + 2
                boxes = [
                    QRectF(at.x() + dx, at.y() + dy, wide, 15) for dx, dy in _beside_point(wide)
                ]
                box = next(
                    (box for box in boxes if not any(box.intersects(o) for o in written)), boxes[0]
                )
                written.append(box)
                painter.drawText(box, Qt.AlignmentFlag.AlignLeft, str(row.number))

    def _paint_measures(self, painter: QPainter, net: QRectF) -> None:
        """The net length and width of the piece in hand, on lines beside it."""
        colours = palette()
        painter.setFont(text_font(13, bold=True))
        painter.setPen(pen(colours.woad, 1.4))
        wide = shown_length(self._net_box.width, self.unit)
        tall = shown_length(self._net_box.height, self.unit)
        y = net.bottom() + 18
        painter.drawLine(QPointF(net.left(), y), QPointF(net.right(), y))
        self._on_paper(painter, QPointF(net.center().x(), y), wide)
        x = net.left() - 16
        painter.drawLine(QPointF(x, net.top()), QPointF(x, net.bottom()))
        painter.save()
        painter.translate(x, net.center().y())
        painter.rotate(-90)
        self._on_paper(painter, QPointF(0, 0), tall)
        painter.restore()

    def _paint_tapes(
        self, painter: QPainter, to_pixel: Callable[[QPointF], QPointF], name_box: QRectF
    ) -> None:
        """Along each sewn edge its length and that of the edge it is sewn to, a little inside the
        piece."""
        painter.setFont(text_font(11, bold=True))
        metrics = QFontMetricsF(painter.font())
        inside = name_box.center()
        taken: list[QRectF] = []
        # what does not hold has its place first; the others make room for it
        for tape in sorted(self.tapes, key=lambda tape: tape.held):
            at = to_pixel(QPointF(tape.at[1], tape.at[0]))
            toward = inside - at
            size = math.hypot(toward.x(), toward.y())
            if size < 24:
                continue
            text = (
                f"{shown_length(tape.one_mm, self.unit, with_unit=False)} "
                f"{'=' if tape.held else '≠'} "
            )
            text += shown_length(tape.other_mm, self.unit, with_unit=False)
            wide = metrics.horizontalAdvance(text) + 6
            centre = at + toward * (min(0.5 * size, wide / 2 + 6) / size)
            box = QRectF(centre.x() - wide / 2, centre.y() - 8, wide, 16)
            while any(box.intersects(other) for other in taken):
                box.translate(0.0, 17.0)
            taken.append(box)
            painter.fillRect(box, self._fill())
            painter.setPen(QColor(palette().moss if tape.held else palette().madder))
            painter.drawText(box, Qt.AlignmentFlag.AlignCenter, text)

    def _on_paper(self, painter: QPainter, at: QPointF, text: str) -> None:
        wide = QFontMetricsF(painter.font()).horizontalAdvance(text) + 10
        box = QRectF(at.x() - wide / 2, at.y() - 9, wide, 18)
        painter.fillRect(box, QColor(palette().table))
        painter.setPen(QColor(palette().woad))
        painter.drawText(box, Qt.AlignmentFlag.AlignCenter, text)


def _beside_point(wide: float) -> tuple[tuple[float, float], ...]:
    """Where a point's number may stand from the point, the usual place first."""
    return (
        (5, -17),
        (5, 3),
        (-wide - 5, -17),
        (-wide - 5, 3),
        (9, -7),
        (-wide - 9, -7),
        (5, -32),
        (5, 18),
    )


_POINT = "point: "


class PaperView(PickView):
    """The pieces of a garment side by side. ``picked`` carries a piece's id, or none.

    A click on a point of the piece in hand asks for its figures (``point_asked``); dragging it asks
    to have it elsewhere (``point_dragged``: piece, point, mm down, mm across).
    """

    point_asked = Signal(str, str)
    point_dragged = Signal(str, str, float, float)

    def __init__(self) -> None:
        super().__init__()
        self.setAccessibleName(tr("The pieces on paper"))
        self._held: ConstructionPoint | None = None
        self._held_at = QPointF()

    def told(self) -> Iterator[Told]:
        """The pieces, and the points of the one in hand with the rules that gave them."""
        yield from super().told()
        item = self.items_by_id.get(self.chosen)
        if not isinstance(item, PaperItem):
            return
        for number, point in enumerate(item.piece.points, start=1):
            at = item.mapToScene(QPointF(point.across_mm, point.down_mm))
            down, across = (shown_length(mm, item.unit) for mm in (point.down_mm, point.across_mm))
            yield Told(
                f"{_POINT}{point.name}",
                tr("Point {number}, {name}", number=number, name=point.name),
                tr(
                    "{down} down, {across} across: {rule}",
                    down=down,
                    across=across,
                    rule=point.rule,
                ),
                QRectF(at, at),
            )

    def _press(self, id: str) -> None:
        if id.startswith(_POINT):
            self.point_asked.emit(self.chosen, id.removeprefix(_POINT))
        else:
            super()._press(id)

    # --- points ------------------------------------------------------------------------------

    def point_at(self, pixel: QPointF) -> ConstructionPoint | None:
        """The point of the piece in hand under the mouse, of those that figures move."""
        item = self.items_by_id.get(self.chosen)
        if not isinstance(item, PaperItem):
            return None
        to_pixel = self.viewportTransform()
        near: list[tuple[float, ConstructionPoint]] = []
        for point in item.piece.points:
            at = to_pixel.map(item.mapToScene(QPointF(point.across_mm, point.down_mm)))
            off = math.hypot(at.x() - pixel.x(), at.y() - pixel.y())
            if point.figures and off <= _GRIP_PX:
                near.append((off, point))
        return min(near, key=lambda each: each[0])[1] if near else None

    def _below(self, pixel: QPointF) -> QPointF:
        """The place on the piece in hand under a pixel: across and down, in mm."""
        return self.items_by_id[self.chosen].mapFromScene(self.mapToScene(pixel.toPoint()))

    def mousePressEvent(self, event: QMouseEvent) -> None:
        held = None
        if event.button() is Qt.MouseButton.LeftButton:
            held = self.point_at(event.position())
        if held is None:
            super().mousePressEvent(event)
            return
        self._held, self._held_at = held, event.position()
        event.accept()

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._held is None:
            over = not event.buttons() and self.point_at(event.position()) is not None
            self.viewport().setCursor(
                Qt.CursorShape.SizeAllCursor if over else Qt.CursorShape.ArrowCursor
            )
            super().mouseMoveEvent(event)
            return
        self._held_at = event.position()
        self.viewport().update()

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        if self._held is None:
            super().mouseReleaseEvent(event)
            return
        held, self._held = self._held, None
        self.viewport().update()
        at = self._below(event.position())
        off = math.hypot(at.x() - held.across_mm, at.y() - held.down_mm) * self.transform().m11()
        if off < _GRIP_PX:
            self.point_asked.emit(self.chosen, held.name)
        else:
            self.point_dragged.emit(self.chosen, held.name, at.y(), at.x())

    def _paint_held(self, painter: QPainter) -> None:
        """The tape from where a point is to where it is dragged."""
        held, item = self._held, self.items_by_id.get(self.chosen)
        if held is None or not isinstance(item, PaperItem):
            return
        start = self.viewportTransform().map(item.mapToScene(QPointF(held.across_mm, held.down_mm)))
        at, colours = self._below(self._held_at), palette()
        painter.setPen(dashed(colours.madder, 2.0, 4, 3))
        painter.drawLine(start, self._held_at)
        painter.setBrush(QColor(colours.madder))
        painter.drawEllipse(self._held_at, 5.0, 5.0)
        unit = item.made_of[1]
        text = tr(
            "{name}: down {down}, across {across}",
            name=held.name,
            down=shown_length(at.y(), unit),
            across=shown_length(at.x(), unit),
        )
        painter.setFont(text_font(13, bold=True))
        wide = QFontMetricsF(painter.font()).horizontalAdvance(text) + 14
        box = QRectF(self._held_at.x() + 12, self._held_at.y() - 30, wide, 22)
        if box.right() > self.viewport().width():
            box.moveRight(self._held_at.x() - 12)
        painter.fillRect(box, QColor(colours.paper))
        painter.setPen(QColor(colours.ink))
        painter.drawText(box, Qt.AlignmentFlag.AlignCenter, text)

    def show_pieces(
        self,
        pieces: tuple[Piece, ...],
        unit: Unit,
        others: tuple[Piece, ...] = (),
        pattern: Pattern | None = None,
        unheld: frozenset[str] = frozenset(),
    ) -> None:
        """Show pieces, each with its like in another size laid over it when there is one.

        With their pattern, the piece in hand also shows what the tape says along its seams.

        The piece in hand stays in hand when it is still there.
        """
        over = {piece.id: piece for piece in others}
        before, self.items_by_id = self.items_by_id, {}
        for piece in pieces:
            tapes = () if pattern is None else edge_tapes(pattern, piece, unheld)
            made_of = (piece, unit, over.get(piece.id), tapes)
            same = before.get(piece.id)
            if isinstance(same, PaperItem) and same.made_of == made_of:
                self.items_by_id[piece.id] = before.pop(piece.id)
            else:
                self.items_by_id[piece.id] = PaperItem(*made_of)
        for item in before.values():
            self.scene().removeItem(item)
        self._arrange()
        for item in self.items_by_id.values():
            if item.scene() is None:
                self.scene().addItem(item)
        if self.fitted:
            self.fit()
        first = pieces[0].id if pieces else ""
        self.choose(self.chosen if self.chosen in self.items_by_id else first)

    def show_pale(self, pale: bool) -> None:
        """Show the pieces pale: they are those that were drawn last."""
        for item in self.items_by_id.values():
            item.setOpacity(_PALE if pale else 1.0)

    def drawForeground(self, painter: QPainter, rect: QRectF | QRect) -> None:
        """The names that found no room in their pieces, beside them."""
        items = [item for item in self.items_by_id.values() if isinstance(item, PaperItem)]
        painter.save()
        painter.resetTransform()
        wanted = [
            (item, f"{item.piece.name}, {copies_asked(item.piece)}")
            for item in items
            if not item.named
        ]
        paint_leaders(painter, wanted, items, self, QRectF(self.viewport().rect()))
        self._paint_held(painter)
        painter.restore()

    def resizeEvent(self, event: QResizeEvent) -> None:
        if self.fitted:
            self._arrange()  # what fills the sheet depends on its shape
        super().resizeEvent(event)

    def _arrange(self) -> None:
        """Columns from left to right, pieces hung under each other so far down as shows them
        largest."""
        boxes = {id: item.boundingRect() for id, item in self.items_by_id.items()}
        tallest = max((box.height() for box in boxes.values()), default=0.0)
        wide, high = max(1, self.viewport().width()), max(1, self.viewport().height())
        layouts = [_hung_in_columns(boxes, share * tallest) for share in _COLUMN_SHARES]
        best = max(
            layouts, key=lambda made: min(wide / max(1.0, made[1]), high / max(1.0, made[2]))
        )
        for id, (x, y) in best[0].items():
            self.items_by_id[id].setPos(x - boxes[id].left(), y - boxes[id].top())


def _hung_in_columns(
    boxes: dict[str, QRectF], deep: float
) -> tuple[dict[str, tuple[float, float]], float, float]:
    """Where each piece hangs in columns no deeper than that, and the width and height of all
    together."""
    at: dict[str, tuple[float, float]] = {}
    x, y, widest, lowest = 0.0, 0.0, 0.0, 0.0
    for id, box in boxes.items():
        if y > 0 and y + box.height() > deep + 1e-6:
            x, y, widest = x + widest + _GAP_MM, 0.0, 0.0
        at[id] = (x, y)
        y += box.height() + _GAP_MM
        widest, lowest = max(widest, box.width()), max(lowest, y - _GAP_MM)
    return at, x + widest, lowest
