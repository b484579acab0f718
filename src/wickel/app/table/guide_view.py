"""The lay as the guide shows it: what is in hand stands out, with how far its grain line is from
the start and from the fold; what is cut is hatched.

It can be turned round, for those who stand at the other side of the table.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from PySide6.QtCore import QPointF, QRectF, QSize, Qt
from PySide6.QtGui import QBrush, QColor, QPainter, QPaintEvent, QPolygonF
from PySide6.QtWidgets import QSizePolicy, QWidget

from wickel.app.table.ink import dashed, mixed_colour, pen
from wickel.app.table.told import Teller, Told
from wickel.app.theme import palette, text_font
from wickel.cutting import Cut, Do, Laid, on_table_again
from wickel.drawing import name_room
from wickel.files import ground_of
from wickel.geometry import Outline, Point, bounds
from wickel.lay import Lay, on_table
from wickel.units import Unit, shown_length
from wickel.wording import tr

_MARGIN_PX, _FOOT_PX = 16.0, 26.0
_DOT_PX, _BARB_PX = 5.0, 11.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Shown:
    """What the guide shows of a lay: the placements that are laid so far, those in hand, those cut,
    the row to measure, the step of cutting, and the pieces of cloth that are left."""

    lay: Lay
    unit: Unit
    laid: frozenset[str] = frozenset()
    in_hand: frozenset[str] = frozenset()
    cut: frozenset[str] = frozenset()
    row: Laid | None = None
    step: Cut | None = None
    left: tuple[Outline, ...] = ()


class GuideView(QWidget):
    """A picture of the table."""

    def __init__(self) -> None:
        super().__init__()
        self._shown: Shown | None = None
        self.turned = False
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setMinimumSize(240, 180)
        self.setAccessibleName(tr("The cloth on the table"))
        self._teller = Teller(self, self._things, QRectF.toAlignedRect, lambda _: None)

    def sizeHint(self) -> QSize:
        return QSize(620, 420)

    def show_lay(self, shown: Shown | None) -> None:
        """Show a lay, or nothing."""
        self._shown = shown
        self.update()

    def turn(self, turned: bool) -> None:
        """Show the table from its other side, or from this one again."""
        self.turned = turned
        self.update()

    def _things(self) -> Iterator[Told]:
        """The pieces on the table, and how far each is."""
        shown = self._shown
        if shown is None:
            return
        there = self._map(shown.lay)
        for placement in shown.lay.placements:
            piece = shown.lay.piece(placement.piece)
            path = QPolygonF([there(point) for point in on_table(placement, piece).outline])
            id = placement.id
            state = (
                tr("cut")
                if id in shown.cut
                else tr("in hand")
                if id in shown.in_hand
                else tr("laid")
                if id in shown.laid
                else tr("not laid yet")
            )
            yield Told(id, piece.name, state, path.boundingRect(), id in shown.in_hand)

    def paintEvent(self, event: QPaintEvent) -> None:
        self._teller.note()
        shown = self._shown
        if shown is None:
            return
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        there = self._map(shown.lay)
        self._paint_cloth(painter, shown.lay, there)
        for placement in shown.lay.placements:
            self._paint_piece(painter, shown, placement.id, there)
        if shown.step is not None:
            self._paint_step(painter, shown.step, there)
        for number, outline in enumerate(shown.left, start=1):
            self._paint_left(painter, number, outline, there)
        if shown.row is not None:
            self._paint_row(painter, shown, shown.row, there)
        painter.end()

    def _map(self, lay: Lay) -> Callable[[Point], QPointF]:
        """From the table to pixels: the start at the left and the near edge below; turned, the
        other way round."""
        box = bounds(
            [p for section in lay.spread.sections for zone in section.zones for p in zone.outline]
        )
        wide = self.width() - 2 * _MARGIN_PX
        high = self.height() - 2 * _FOOT_PX
        scale = min(wide / box.width, high / box.height)
        left = (self.width() - box.width * scale) / 2
        top = (self.height() - box.height * scale) / 2

        def there(point: Point) -> QPointF:
            x, y = point[0] - box.min_x, point[1] - box.min_y
            if self.turned:
                x, y = box.width - x, box.height - y
            return QPointF(left + x * scale, top + (box.height - y) * scale)

        return there

    def _paint_cloth(self, painter: QPainter, lay: Lay, there: Callable[[Point], QPointF]) -> None:
        colours = palette()
        ground = mixed_colour(ground_of(lay.cloth), colours.paper, 0.4)
        for section in lay.spread.sections:
            for zone in section.zones:
                painter.setPen(pen(colours.soft, 1.0))
                painter.setBrush(ground)
                painter.drawPolygon(_polygon(zone.outline, there))
                painter.setPen(dashed(colours.ink, 2.4, 1, 2))
                for start, end in zone.selvages:
                    painter.drawLine(there(start), there(end))
                painter.setPen(pen(colours.indigo, 5.0))
                for fold in zone.folds:
                    painter.drawLine(there(fold.start), there(fold.end))
        box = bounds(
            [p for section in lay.spread.sections for zone in section.zones for p in zone.outline]
        )
        corners = [there((box.min_x, box.min_y)), there((box.max_x, box.max_y))]
        low, high = sorted(point.y() for point in corners)
        left, right = sorted(point.x() for point in corners)
        first = lay.spread.sections[0].zones[0]
        near = tr("fold") if any(f.name == "low" for f in first.folds) else tr("near selvage")
        painter.setPen(QColor(colours.ink))
        painter.setFont(text_font(14, bold=True))
        start_flag = Qt.AlignmentFlag.AlignRight if self.turned else Qt.AlignmentFlag.AlignLeft
        near_y = low - 22 if self.turned else high + 3
        painter.drawText(
            QRectF(left, near_y, right - left, 20),
            start_flag | Qt.AlignmentFlag.AlignVCenter,
            tr("start"),
        )
        painter.drawText(QRectF(left, near_y, right - left, 20), Qt.AlignmentFlag.AlignCenter, near)

    def _paint_piece(
        self, painter: QPainter, shown: Shown, id: str, there: Callable[[Point], QPointF]
    ) -> None:
        colours = palette()
        placement = shown.lay.placement(id)
        shape = on_table(placement, shown.lay.piece(placement.piece))
        outline = _polygon(shape.outline, there)
        if id in shown.in_hand:
            painter.setPen(pen(colours.madder, 3.0))
            fill = mixed_colour(colours.weld, colours.paper, 0.34)
            painter.setBrush(fill)
        elif id in shown.cut:
            painter.setPen(pen(colours.moss, 1.6))
            hatch = QColor(colours.moss)
            painter.setBrush(QBrush(hatch, Qt.BrushStyle.BDiagPattern))
        elif id in shown.laid:
            painter.setPen(pen(colours.ink, 1.4))
            painter.setBrush(QColor(colours.paper))
        else:
            painter.setPen(dashed(colours.soft, 1.0, 4, 4))
            painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawPolygon(outline)
        if id in shown.in_hand or id in shown.laid or id in shown.cut:
            room, _ = name_room(shape.outline, may_turn=False)
            box = QRectF(
                there((room.min_x, room.min_y)), there((room.max_x, room.max_y))
            ).normalized()
            painter.setPen(QColor(colours.ink))
            name = shown.lay.piece(placement.piece).name
            if id in shown.cut and id not in shown.in_hand:
                name = tr("{name}: cut", name=name)
            painter.setFont(text_font(15 if id in shown.in_hand else 12, bold=True))
            if painter.fontMetrics().horizontalAdvance(name) < box.width() - 4:
                above = QRectF(box.left(), box.center().y() - 26, box.width(), 22)
                painter.drawText(above, Qt.AlignmentFlag.AlignCenter, name)

    def _paint_left(
        self, painter: QPainter, number: int, outline: Outline, there: Callable[[Point], QPointF]
    ) -> None:
        """A piece of cloth that is left, with its number."""
        colours = palette()
        painter.setPen(dashed(colours.madder, 2.2, 3, 2))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawPolygon(_polygon(outline, there))
        room, _ = name_room(outline, may_turn=False)
        middle = there(((room.min_x + room.max_x) / 2, (room.min_y + room.max_y) / 2))
        _boxed(painter, middle, str(number))

    def _paint_step(self, painter: QPainter, step: Cut, there: Callable[[Point], QPointF]) -> None:
        """The line that is cut now, thick."""
        colours = palette()
        painter.setBrush(Qt.BrushStyle.NoBrush)
        closed = step.do in (Do.AROUND, Do.LATER)
        painter.setPen(pen(colours.madder, 5.0) if closed else dashed(colours.madder, 5.0, 3, 1.5))
        for line in step.lines:
            points = QPolygonF([there(point) for point in line])
            if closed:
                painter.drawPolygon(points)
            else:
                painter.drawPolyline(points)

    def _paint_row(
        self, painter: QPainter, shown: Shown, row: Laid, there: Callable[[Point], QPointF]
    ) -> None:
        """The grain line of the piece in hand, and to both its ends the lines that are measured."""
        colours = palette()
        lay = shown.lay
        section = lay.spread.sections[row.section]
        zone = lay.zone(lay.placement(row.placement))
        edge_y = _edge_y(row, zone.outline)
        ends = [on_table_again(point, section, zone) for point in (row.head, row.tail)]
        for k, (end, measured) in enumerate(zip(ends, (row.head, row.tail), strict=True)):
            painter.setPen(dashed(colours.indigo, 1.6, 4, 3))
            painter.drawLine(there((section.x_mm, end[1])), there(end))
            painter.drawLine(there((end[0], edge_y)), there(end))
            along = shown_length(measured[0], shown.unit, with_unit=False)
            across = shown_length(measured[1], shown.unit, with_unit=False)
            foot = there((end[0], edge_y))
            start = there((section.x_mm, end[1]))
            tip = there(end)
            middle = QPointF(start.x() + 0.2 * (tip.x() - start.x()), tip.y() + 13)
            if k == 0 or abs(ends[0][1] - ends[1][1]) > 1.0:
                _boxed(painter, middle, along)
            else:
                _boxed(painter, QPointF((there(ends[0]).x() + tip.x()) / 2, middle.y()), along)
            _boxed(painter, QPointF(foot.x(), (foot.y() + tip.y()) / 2), across)
        head, tail = (there(end) for end in ends)
        painter.setPen(pen(colours.ink, 2.6))
        painter.drawLine(head, tail)
        painter.setBrush(QColor(colours.ink))
        painter.drawEllipse(head, _DOT_PX, _DOT_PX)
        way = tail - head
        size = max(1.0, (way.x() ** 2 + way.y() ** 2) ** 0.5)
        ux, uy = way.x() / size, way.y() / size
        for side in (0.5, -0.5):
            painter.drawLine(
                tail,
                tail + QPointF(-ux - side * uy, -uy + side * ux) * _BARB_PX,
            )


def _edge_y(row: Laid, outline: Outline) -> float:
    """Where the edge lies from which is measured across."""
    ys = [y for _, y in outline]
    return max(ys) if row.across.value == "far-fold" else 0.0


def _polygon(outline: Outline, there: Callable[[Point], QPointF]) -> QPolygonF:
    return QPolygonF([there(point) for point in outline])


def _boxed(painter: QPainter, at: QPointF, text: str) -> None:
    """A figure on a ground of its own."""
    colours = palette()
    painter.setFont(text_font(15, bold=True))
    metrics = painter.fontMetrics()
    wide, high = metrics.horizontalAdvance(text) + 10, metrics.height() + 2
    box = QRectF(at.x() - wide / 2, at.y() - high / 2, wide, high)
    painter.setPen(Qt.PenStyle.NoPen)
    ground = QColor(colours.paper)
    ground.setAlpha(235)
    painter.setBrush(ground)
    painter.drawRoundedRect(box, 4, 4)
    painter.setPen(QColor(colours.indigo))
    painter.drawText(box, Qt.AlignmentFlag.AlignCenter, text)
