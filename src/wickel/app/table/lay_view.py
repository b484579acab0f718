"""The cloth as it lies on the table: plies, fold, selvages, print, and the pieces on it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from PySide6.QtCore import QPointF, QRect, QRectF, Qt, Signal
from PySide6.QtGui import QBrush, QColor, QLinearGradient, QPainter, QPainterPath
from PySide6.QtWidgets import QGraphicsItem, QStyleOptionGraphicsItem, QWidget

from wickel.app.table.ink import arrow, dashed, mixed_colour, name_in, pen
from wickel.app.table.print_paint import has_figure, paint_print, to_picture
from wickel.app.table.tape import THICK, Tape, paint_tape
from wickel.app.table.view import PickItem, PickView, paint_leaders, scene_path
from wickel.app.theme import palette, text_font
from wickel.cloth import (
    STACKED,
    WAYS,
    Cloth,
    FoldEdge,
    Print,
    Section,
    Spread,
    Spreading,
    Zone,
)
from wickel.drawing import copies_text, is_covered, lines_cut_later, name_room
from wickel.files import ground_of
from wickel.geometry import Outline, bounds
from wickel.lay import Lay, Placement, flaws_on_table, marks_on_table, on_table
from wickel.units import Unit
from wickel.wording import tr

_BELOW = 34.0
_MOST_PIXELS = 250_000
"""The picture of a piece is kept up to this size."""
_LONG = 5.5
"""A lay is long that is more than so many times as long as it is wide on the table."""
_BEYOND_MM = 700.0


def flip_outline(outline: Outline) -> Outline:
    """From the spread frame (y up) to the scene (y down)."""
    return tuple((x, -y) for x, y in outline)


def dye(index: int) -> str:
    """A dye for the pieces of a garment; the garment's name goes with it, never colour alone."""
    colours = palette()
    return (colours.madder, colours.moss, colours.woad, colours.walnut, colours.weld)[index % 5]


class ClothItem(QGraphicsItem):
    """The cloth under the pieces: its colour, the way of its print, folds and selvages."""

    def __init__(self, cloth: Cloth, spread: Spread) -> None:
        super().__init__()
        self._cloth = cloth
        self._sections = spread.sections
        self._flaws = [
            scene_path(flip_outline(outline), closed=True)
            for outline, _ in flaws_on_table(cloth, spread)
        ]
        outlines = [zone.outline for section in spread.sections for zone in section.zones]
        box = bounds([point for outline in outlines for point in flip_outline(outline)])
        self.box = QRectF(box.min_x, box.min_y, box.width, box.height)
        self._shape = QPainterPath()
        for outline in outlines:
            self._shape.addPath(scene_path(flip_outline(outline), closed=True))

    def boundingRect(self) -> QRectF:
        return self.box.united(self._beyond)

    @property
    def _beyond(self) -> QRectF:
        """Where the cloth goes on past the end of the lay."""
        last = self._sections[-1]
        if WAYS[last.way].slanting:
            return self.box
        box = bounds([p for zone in last.zones for p in flip_outline(zone.outline)])
        return QRectF(box.max_x, box.min_y, _BEYOND_MM, box.height)

    def _paint_beyond(self, painter: QPainter, ground: QColor) -> None:
        """The cloth past the end of the lay, fading: there is more of it on the roll."""
        beyond = self._beyond
        if beyond == self.box:
            return
        near, far = QColor(ground), QColor(ground)
        near.setAlphaF(0.55)
        far.setAlphaF(0.0)
        fade = QLinearGradient(beyond.topLeft(), beyond.topRight())
        fade.setColorAt(0.0, near)
        fade.setColorAt(1.0, far)
        painter.fillRect(beyond, fade)

    def paint(
        self, painter: QPainter, option: QStyleOptionGraphicsItem, widget: QWidget | None = None
    ) -> None:
        colours = palette()
        scale = painter.worldTransform().m11()
        ground = mixed_colour(
            ground_of(self._cloth), colours.paper, 0.5 if not colours.dark else 0.35
        )
        painter.setPen(Qt.PenStyle.NoPen)
        self._paint_beyond(painter, ground)
        painter.setBrush(ground)
        painter.drawPath(self._shape)
        if has_figure(self._cloth):
            self._paint_figure(painter)
        else:
            self._paint_print(painter, ground)
        for section in self._sections:
            self._paint_edges(painter, section, scale)
        for path in self._flaws:
            painter.setPen(pen(colours.madder, 2.0))
            painter.setBrush(QBrush(QColor(colours.madder), Qt.BrushStyle.DiagCrossPattern))
            painter.drawPath(path)

    def _paint_figure(self, painter: QPainter) -> None:
        """The print as the lowest ply shows it, faint, so that the pieces stand out from it."""
        for zone in (zone for section in self._sections for zone in section.zones):
            painter.save()
            painter.setOpacity(0.5)
            painter.setClipPath(
                scene_path(flip_outline(zone.outline), closed=True), Qt.ClipOperation.IntersectClip
            )
            lowest = zone.plies[0].map
            painter.setTransform(to_picture(lowest.inverse()), combine=True)
            box = bounds(lowest.all(zone.outline))
            paint_print(painter, self._cloth, QRectF(box.min_x, box.min_y, box.width, box.height))
            painter.restore()

    def _paint_print(self, painter: QPainter, ground: QColor) -> None:
        """Faint marks in rows: one arrowhead for one-way, two for two-way, a weave for any."""
        painter.save()
        world = painter.worldTransform()
        frame = world.mapRect(self.box)
        painter.setClipPath(self._shape)
        painter.resetTransform()
        faint = ground.darker(126) if not palette().dark else ground.lighter(150)
        painter.setPen(pen(faint, 1.3))
        way = self._cloth.print_or_assumed
        step_x, step_y = 46.0, 30.0
        for row in range(int(frame.height() / step_y) + 2):
            for column in range(int(frame.width() / step_x) + 2):
                at = QPointF(
                    frame.left() + column * step_x + (step_x / 2 if row % 2 else 0),
                    frame.top() + row * step_y + 12,
                )
                if way is Print.ANY:
                    painter.drawLine(at - QPointF(3, 0), at + QPointF(3, 0))
                    painter.drawLine(at - QPointF(0, 3), at + QPointF(0, 3))
                    continue
                arrow(painter, at, self._cloth.head_turn, 20)
                if way is Print.TWO_WAY:
                    arrow(painter, at, 180, 20)
        painter.restore()

    def _paint_edges(self, painter: QPainter, section: Section, scale: float) -> None:
        colours = palette()
        for zone in section.zones:
            box = bounds(flip_outline(zone.outline))
            painter.setPen(dashed(colours.ink, 2.2, 1, 3))
            for side in zone.selvages:
                painter.drawPath(scene_path(flip_outline(side), closed=False))
            for fold in zone.folds:
                painter.setPen(pen(colours.indigo, 4))
                painter.drawLine(
                    QPointF(fold.start[0], -fold.start[1]), QPointF(fold.end[0], -fold.end[1])
                )
                painter.setPen(pen(colours.paper, 1.2))
                painter.drawLine(
                    QPointF(fold.start[0], -fold.start[1]), QPointF(fold.end[0], -fold.end[1])
                )
            usable = bounds(flip_outline(zone.usable))
            if len(zone.usable) == 4 and usable.height < box.height - 1e-6:
                painter.setPen(dashed(colours.soft, 1, 3, 3))
                for y in (usable.min_y, usable.max_y):
                    if abs(y - box.min_y) > 1e-6 and abs(y - box.max_y) > 1e-6:
                        painter.drawLine(QPointF(box.min_x, y), QPointF(box.max_x, y))
        painter.setPen(pen(colours.soft, 1))
        folded = {max(fold.start[0], fold.end[0]) for fold in _end_folds(section)}
        ends = {section.x_mm} | ({section.x_mm + section.length_mm} - folded)
        for x in ends:
            painter.drawLine(QPointF(x, self.box.top()), QPointF(x, self.box.bottom()))


def _end_folds(section: Section) -> list[FoldEdge]:
    """The folds of a section that run across the table, straight or slanting."""
    return [fold for zone in section.zones for fold in zone.folds if fold.start[1] != fold.end[1]]


_SEEN_THROUGH = 168
_OTHER_PLY = 0.18
"""How faint a piece is that is not cut from the ply that is shown."""


class PlacementItem(PickItem):
    """One piece on the cloth: cut line, net line, inner lines, grain, name and copies."""

    def __init__(
        self,
        placement: Placement,
        lay: Lay,
        colour: str,
        *,
        mark: str = "",
        held: bool = False,
        later: tuple[Outline, ...] = (),
    ) -> None:
        piece = lay.piece(placement.piece)
        shape = on_table(placement, piece)
        path = scene_path(flip_outline(shape.outline), closed=True)
        for hole in shape.holes:
            path.addPath(scene_path(flip_outline(hole), closed=True))
        super().__init__(path)
        self.placement = placement
        self._name = f"{mark} · {piece.name}" if mark else piece.name
        self._colour = colour
        self._held = held
        self.broken = any(
            placement.id in fault.placements
            if fault.placements
            else placement.piece in fault.pieces
            for fault in lay.broken
        )
        net, inner = marks_on_table(placement, piece)
        self._net = None if net is None else scene_path(flip_outline(net), closed=True)
        self._inner = [scene_path(flip_outline(line), closed=False) for line in inner]
        self._copies = copies_text(placement, lay)
        self._covered = is_covered(placement, lay)
        self._later = [scene_path(flip_outline(line), closed=False) for line in later]
        self._cloth = lay.cloth
        self._on_cloth = lay.zone(placement).plies[placement.cut_plies[0]].map
        self.own_print = False
        self.faint = False
        self.named = True
        room, self._upright = name_room(shape.outline)
        self._room = QRectF(room.min_x, -room.max_y, room.width, room.height)
        self.setToolTip(f"{self._name}, {self._copies}")

    def paint(
        self, painter: QPainter, option: QStyleOptionGraphicsItem, widget: QWidget | None = None
    ) -> None:
        colours = palette()
        if self.faint:
            painter.setOpacity(_OTHER_PLY)
        shown = self.own_print and has_figure(self._cloth)
        if shown:
            self._paint_own_print(painter)
        painter.setBrush(Qt.BrushStyle.NoBrush if shown else self._fill())
        painter.setPen(pen(self._colour, 3.2 if self.chosen else 2.0))
        painter.drawPath(self.cut_path)
        painter.setBrush(Qt.BrushStyle.NoBrush)
        if self.broken:
            painter.setBrush(mixed_colour(colours.madder, colours.paper, 0.5))
            painter.drawPath(self.cut_path)
        painter.setPen(dashed(self._colour, 1.1, 5, 3))
        if self._net is not None:
            painter.drawPath(self._net)
        painter.setPen(pen(self._colour, 1.4))
        for line in self._inner:
            painter.drawPath(line)
        painter.setPen(dashed(colours.ink, 3.0, 3, 2))
        for line in self._later:
            painter.drawPath(line)
        if not self._covered:
            self._paint_name(painter)

    def _paint_own_print(self, painter: QPainter) -> None:
        """The print that the piece gets, at full strength, as the ply it is cut from lies."""
        painter.save()
        painter.setClipPath(self.cut_path, Qt.ClipOperation.IntersectClip)
        painter.fillRect(self.cut_path.boundingRect(), QColor(ground_of(self._cloth)))
        painter.setTransform(to_picture(self._on_cloth.inverse()), combine=True)
        box = self.cut_path.boundingRect()
        corners = [
            self._on_cloth((x, -y))
            for x in (box.left(), box.right())
            for y in (box.top(), box.bottom())
        ]
        there = bounds(corners)
        paint_print(
            painter, self._cloth, QRectF(there.min_x, there.min_y, there.width, there.height)
        )
        painter.restore()

    @property
    def title(self) -> str:
        """The name and which copy it is, on one line."""
        return f"{self._name}, {self._copies}"

    def _fill(self) -> QColor:
        colour = mixed_colour(self._colour, palette().paper, 0.28 if self.chosen else 0.10)
        colour.setAlpha(_SEEN_THROUGH)  # the print of the cloth shows through
        return colour

    def _paint_name(self, painter: QPainter) -> None:
        painter.save()
        room = painter.worldTransform().mapRect(self._room)
        painter.resetTransform()
        painter.translate(room.center())
        wide, high = room.width(), room.height()
        if self._upright:
            painter.rotate(-90)
            wide, high = high, wide
        box = QRectF(-wide / 2, -high / 2, wide, max(high, 26.0))
        used = name_in(
            painter, box, QPointF(0, -7), (self._name, self._copies), palette().ink, self._fill()
        )
        self.named = bool(used)
        painter.setPen(pen(palette().ink, 1.4))
        lying = (self.placement.turn_deg % 180 == 0) != self._upright
        length = max(14.0, min(64.0, 0.6 * (wide if lying else high)))
        deg = self.placement.turn_deg - (90 if self._upright else 0)
        at = QPointF(0, used / 2 + 1 if used else 0)
        if used and not lying:  # the arrow stands square to an upright name: beside it
            at = QPointF(-0.42 * wide, 0)
        arrow(painter, at, deg, length, barb=min(7.0, length / 3))
        if self._held:
            self._paint_pin(painter, QPointF(0.4 * wide, -0.3 * high))
        painter.restore()

    def _paint_pin(self, painter: QPainter, at: QPointF) -> None:
        """A dressmaker's pin through the cloth: what is held stays where it lies."""
        foot = at + QPointF(-10, 12)
        painter.setPen(pen(palette().ink, 1.8))
        painter.drawLine(at, foot)
        painter.setBrush(QColor(palette().madder))
        painter.drawEllipse(at, 4.5, 4.5)


class LayView(PickView):
    """The lay on its cloth with tapes along the edges. ``picked`` carries a placement's id, or
    none; ``seen_changed`` says that another part of it is in sight.

    A long lay is seen in its whole width, from its start on, a short one as a whole.
    """

    seen_changed = Signal()

    def __init__(self) -> None:
        super().__init__()
        self.setAccessibleName(tr("The lay on the cloth"))
        self._lay: Lay | None = None
        self._unit = Unit.CM
        self._cloth_item: ClothItem | None = None
        self.across = True

    def refit(self) -> None:
        if self.across and self.is_long:
            self._fit_across()
        else:
            self._fit_all()

    def fit(self) -> None:
        """Bring everything into sight; when it is, and the lay is a long one, its width again."""
        everything = self.fitted and not self.across
        self.across = everything and self.is_long
        self.refit()

    @property
    def is_long(self) -> bool:
        """Whether a lay is so long that all of it would be seen too small; how large the view is
        makes no difference, so that nothing jumps."""
        box = self.content()
        return bool(box.width() > _LONG * box.height() > 0)

    def _fit_all(self) -> None:
        super().fit()
        self.seen_changed.emit()

    def _fit_across(self) -> None:
        """Bring the whole width into sight, from the start of the lay on."""
        self.fitted = True
        box = self.content()
        left, top, right, bottom = self.margins()
        scale = max(1.0, self.viewport().height() - top - bottom) / box.height()
        self.resetTransform()
        self.scale(scale, scale)
        around = box.adjusted(-left / scale, -top / scale, right / scale, bottom / scale)
        far = 4000.0
        self.setSceneRect(around.adjusted(-far, -far, far, far))
        wide = self.viewport().width() / scale
        self.centerOn(around.left() + wide / 2, around.center().y())
        self.seen_changed.emit()

    def look_at(self, along_mm: float) -> None:
        """Bring a place along the lay into the middle."""
        start, end = self.in_sight_mm()
        half = (end - start) / 2
        last = self.content().right() + 30.0 - half
        centre = self.mapToScene(self.viewport().rect().center())
        x = min(max(along_mm, half - THICK / self.transform().m11()), max(last, half))
        self.fitted = False
        self.centerOn(x, centre.y())
        self.seen_changed.emit()

    def in_sight_mm(self) -> tuple[float, float]:
        """From where to where along the table the lay is in sight, mm."""
        edge = self.mapToScene(round(THICK), 0).x()
        return edge, self.mapToScene(self.viewport().width(), 0).x()

    def scrollContentsBy(self, dx: int, dy: int) -> None:
        super().scrollContentsBy(dx, dy)
        self.seen_changed.emit()

    @property
    def lay(self) -> Lay | None:
        """The lay that is shown."""
        return self._lay

    def show_lay(
        self,
        lay: Lay | None,
        unit: Unit,
        held: frozenset[str] = frozenset(),
        marks: Mapping[str, str] | None = None,
    ) -> None:
        """Show a lay, or bare table, pins in what is ``held``, ``marks`` before the names of each
        garment's pieces.

        The piece in hand stays so when it is still there, and as long as one is, the cloth stays
        where it is and as large as it is.
        """
        same_cloth = self._lay is not None and lay is not None and self._lay.way == lay.way
        self._lay, self._unit = lay, unit
        self.scene().clear()
        self.items_by_id, self._cloth_item = {}, None
        if lay is not None:
            self._cloth_item = ClothItem(lay.cloth, lay.spread)
            self.scene().addItem(self._cloth_item)
            garments = list(dict.fromkeys(piece.garment for piece in lay.pieces))
            later = lines_cut_later(lay)
            for placement in lay.placements:
                garment = lay.piece(placement.piece).garment
                mark = (marks or {}).get(garment, "")
                colour = dye(garments.index(garment))
                item = PlacementItem(
                    placement,
                    lay,
                    colour,
                    mark=mark,
                    held=placement.id in held,
                    later=later.get(placement.id, ()),
                )
                self.items_by_id[placement.id] = item
                self.scene().addItem(item)
        in_hand = same_cloth and self.chosen in self.items_by_id
        if not same_cloth or (self.fitted and not in_hand):
            self.across = self.across or not same_cloth
            self.refit()
        self.seen_changed.emit()
        self.choose(self.chosen if self.chosen in self.items_by_id else "")
        self._keep_pictures()

    def _keep_pictures(self) -> None:
        """Keep the picture of every piece that is not drawn very large: it is painted anew only
        when something about it changes."""
        scale = self.transform().m11()
        for item in self.items_by_id.values():
            box = item.boundingRect()
            small = box.width() * box.height() * scale * scale < _MOST_PIXELS
            kept, anew = (
                QGraphicsItem.CacheMode.DeviceCoordinateCache,
                QGraphicsItem.CacheMode.NoCache,
            )
            item.setCacheMode(kept if small else anew)

    def zoom(self, factor: float) -> None:
        super().zoom(factor)
        self._keep_pictures()
        self.seen_changed.emit()

    def content(self) -> QRectF:
        return QRectF() if self._cloth_item is None else self._cloth_item.box

    def margins(self) -> tuple[float, float, float, float]:
        return (THICK + 14.0, THICK + 14.0, 22.0, _BELOW)

    def order(self) -> list[str]:
        """From the start of the cloth on."""
        return sorted(self.items_by_id, key=lambda id: self.items_by_id[id].boundingRect().left())

    def drawForeground(self, painter: QPainter, rect: QRectF | QRect) -> None:
        if self._lay is None or self._cloth_item is None:
            return
        painter.save()
        painter.resetTransform()
        scale = self.transform().m11()
        box = self._cloth_item.box
        start = self.mapFromScene(box.bottomLeft())
        wide, high = self.viewport().width(), self.viewport().height()
        length, across = box.width(), box.height()
        along = Tape(zero_px=start.x(), pixels_per_mm=scale, length_mm=length, unit=self._unit)
        paint_tape(painter, QRectF(0, 0, wide, THICK), along)
        up = replace(along, zero_px=start.y(), length_mm=across, upright=True)
        paint_tape(painter, QRectF(0, THICK, THICK, high), up)
        painter.fillRect(QRectF(0, 0, THICK, THICK), QColor(palette().tape))
        painter.setFont(text_font(11))
        painter.setPen(QColor(palette().ink))
        unit = "in" if self._unit is Unit.INCH else "cm"
        painter.drawText(QRectF(0, 0, THICK, THICK), Qt.AlignmentFlag.AlignCenter, unit)
        self._paint_edge_names(painter, box)
        self._paint_leaders(painter)
        painter.restore()

    def _paint_leaders(self, painter: QPainter) -> None:
        """The names that found no room in their pieces, beside them."""
        items = [item for item in self.items_by_id.values() if isinstance(item, PlacementItem)]
        room = QRectF(
            THICK, THICK, self.viewport().width() - THICK, self.viewport().height() - THICK
        )
        assert self._cloth_item is not None
        below = self.mapFromScene(self._cloth_item.box.bottomLeft())
        words = QRectF(below.x(), below.y() + 4, max(300.0, room.right() - below.x()), 22)
        wanted = [(item, item.title) for item in items if not item.named]
        paint_leaders(painter, wanted, items, self, room, (words,))

    def _paint_edge_names(self, painter: QPainter, box: QRectF) -> None:
        """Below each section what its low edge is; beside its zones how many plies they have."""
        assert self._lay is not None
        spread = self._lay.spread
        for section in spread.sections:
            start = self.mapFromScene(QPointF(section.x_mm, box.bottom()))
            stop = self.mapFromScene(QPointF(section.x_mm + section.length_mm, box.bottom()))
            low = section.zones[0]
            fold = any(f.name == "low" for f in low.folds)
            plies = tr("2 cloths, face to face") if section.way == STACKED else _plies(low)
            words = f"{'fold' if fold else 'selvage'} · {plies}"
            if len(spread.sections) > 1:
                words = f"{Spreading(section.way).name}: {words}"
            painter.setFont(text_font(13, bold=True))
            painter.setPen(QColor(palette().indigo if fold else palette().ink))
            room = (
                float(stop.x() - start.x())
                if section is not spread.sections[-1]
                else float(self.width())
            )
            words = painter.fontMetrics().elidedText(words, Qt.TextElideMode.ElideRight, int(room))
            painter.drawText(
                QRectF(start.x(), start.y() + 6, room, 20), Qt.AlignmentFlag.AlignLeft, words
            )
            for zone in section.zones[1:]:
                beyond = stop.x() if section is spread.sections[-1] else None
                self._paint_zone_name(painter, zone, room, beyond)
        painter.setPen(QColor(palette().soft))
        painter.setFont(text_font(13))
        end = self.mapFromScene(box.bottomRight())
        last = spread.sections[-1]
        if end.x() - self.mapFromScene(QPointF(last.x_mm, 0)).x() > 620:
            words = (
                tr("end of the lay: the fold across") if _end_folds(last) else tr("end of the lay")
            )
            painter.drawText(
                QRectF(end.x() - 300, end.y() + 6, 300, 20), Qt.AlignmentFlag.AlignRight, words
            )

    def _paint_zone_name(
        self, painter: QPainter, zone: Zone, room: float, beyond: int | None
    ) -> None:
        """The plies of a zone that does not lie at the low edge: ``beyond`` the end of the cloth
        where it has room there, else just inside its start."""
        corner = min(zone.outline)
        at = self.mapFromScene(QPointF(corner[0], -corner[1]))
        painter.setFont(text_font(12, bold=True))
        painter.setPen(QColor(palette().ink))
        words = _plies(zone) + (
            tr(", fold at the far edge") if any(f.name == "high" for f in zone.folds) else ""
        )
        start = at.x() + 5
        wide = painter.fontMetrics().horizontalAdvance(words)
        if beyond is not None and beyond + 10 + wide <= self.viewport().width():
            start, room = beyond + 8, wide + 2
        painter.drawText(QRectF(start, at.y() - 18, room, 16), Qt.AlignmentFlag.AlignLeft, words)


def _plies(zone: Zone) -> str:
    """How many plies a zone has, in words."""
    if len(zone.plies) == 1:
        return tr("1 ply, right side up")
    over = any(ply.map.a < 0 for ply in zone.plies)
    return f"{len(zone.plies)} plies{', some the other way up' if over else ''}"
