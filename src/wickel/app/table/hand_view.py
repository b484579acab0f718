"""The lay under the maker's hands: pieces picked up, pushed with contact, lifted over others,
dropped; several at once; the fold and the end of the cloth drawn to another place.

The view computes nothing: ``lay.hand`` says where what is in hand can lie. While something is in
hand the rest stands still as a picture, so that a move paints only what moves.
"""

from __future__ import annotations

from collections.abc import Callable, Collection
from dataclasses import replace

from PySide6.QtCore import QPoint, QPointF, QRect, QRectF, Qt, QTimer, Signal
from PySide6.QtGui import (
    QContextMenuEvent,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPixmap,
    QTransform,
)
from PySide6.QtWidgets import QStyleOptionGraphicsItem

from wickel.app.table.held import Held, paint_held, paint_slip
from wickel.app.table.ink import dashed
from wickel.app.table.lay_view import LayView, PlacementItem, dye, flip_outline
from wickel.app.table.lines import Line, line_near, paint_line
from wickel.app.table.seeing import (
    Measure,
    Seeing,
    is_of_ply,
    most_plies,
    paint_measure,
    paint_table_ends,
    paint_waste,
    ply_words,
    snapped,
)
from wickel.app.table.tape import THICK
from wickel.app.table.view import scene_path
from wickel.app.theme import palette
from wickel.geometry import Outline, Point, bounds
from wickel.lay import Lay, Placement, on_table
from wickel.lay.hand import (
    Grip,
    Snapped,
    Stance,
    elsewhere,
    flush,
    hovering,
    made_ready,
    pushed_on,
    stances,
)

_DRAG_PX = 4
_SNAP_PX = 7.0
_HANDLE_PX = 6.0
_GAPS_AFTER_MS = 35
LIFT, NO_SNAP = Qt.KeyboardModifier.ControlModifier, Qt.KeyboardModifier.ShiftModifier


class HandView(LayView):
    """A lay view whose pieces can be moved. ``pushed`` carries by how much each has been, by its
    id; ``put`` a placement that is new or lies in another pose; ``trayed`` ids for the tray;
    ``drawn`` a line and where it was drawn to; ``moving`` that what is in hand has moved;
    ``asked`` where a menu is asked for; ``slid`` the way in which a piece is to slide until it
    touches, as an arrow key is called."""

    pushed = Signal(object)
    put = Signal(object)
    trayed = Signal(object)
    drawn = Signal(object, float)
    moving = Signal()
    asked = Signal(QPoint)
    slid = Signal(str)
    taken_changed = Signal()

    def __init__(self) -> None:
        super().__init__()
        self.hands_on = True
        self.is_off: Callable[[QPoint], bool] = lambda _: False
        self.beside_of: Callable[[Collection[str]], tuple[Outline, ...]] = lambda _: ()
        self.snapping = True
        self.also: frozenset[str] = frozenset()
        self.held: Held | None = None
        self.guesses: tuple[tuple[Placement, ...], ...] = ()
        self._pressed: QPointF | None = None
        self._toggled = False
        self._band: tuple[QPointF, QPointF] | None = None
        self._line: tuple[Line, float] | None = None
        self._gaps_timer = QTimer(self, singleShot=True, interval=_GAPS_AFTER_MS)
        self._gaps_timer.timeout.connect(self._measure_gaps)
        self._ready_timer = QTimer(self, singleShot=True, interval=0)
        self._ready_timer.timeout.connect(self._make_ready)
        self._backdrop_timer = QTimer(self, singleShot=True, interval=0)
        self._backdrop_timer.timeout.connect(self._draw_backdrop)
        self.seen_changed.connect(self._backdrop_timer.start)
        self.seeing = Seeing()
        self.measure: Measure | None = None
        self.measuring = False
        self.setMouseTracking(True)
        self.viewport().setMouseTracking(True)
        self.setToolTip("")

    # --- what is taken -----------------------------------------------------------------------

    @property
    def taken(self) -> frozenset[str]:
        """The ids of all that is in hand: what was taken first, and what was taken besides."""
        return self.also | ({self.chosen} if self.chosen else frozenset())

    def choose(self, id: str) -> None:
        self.take(id, ())

    def take(self, id: str, also: Collection[str]) -> None:
        """Take a piece in hand, and others with it."""
        before = self.taken
        self.also = frozenset(also) & self.items_by_id.keys() - {id}
        self.guesses = ()
        changed, self.chosen = id != self.chosen, id
        for own, item in self.items_by_id.items():
            item.mark(chosen=own in self.taken)
        if changed:
            self.picked.emit(id)
        self.viewport().update()
        if before != self.taken:
            self.taken_changed.emit()

    def toggle(self, id: str) -> None:
        """Take one more in hand, or put it down again."""
        if id in self.taken:
            left = self.taken - {id}
            self.take(next(iter(sorted(left)), ""), left)
        else:
            self.take(self.chosen or id, self.taken | {id})

    def item_at(self, pixel: QPointF) -> str:
        """The id of the piece under a pixel of the view, empty where there is none."""
        point = self.mapToScene(pixel.toPoint())
        found = [
            id
            for id, item in self.items_by_id.items()
            if item.cut_path.contains(item.mapFromScene(point))
        ]
        taken = [id for id in found if id in self.taken]
        return (taken or found or [""])[-1]

    def show_lay(self, *args: object, **more: object) -> None:
        self._let_be()
        also = self.also
        super().show_lay(*args, **more)  # type: ignore[arg-type]
        if self.chosen:
            self.take(self.chosen, also)
        self.see_so()
        self._ready_timer.start()

    def _make_ready(self) -> None:
        if self._lay is not None:
            made_ready(self._lay)

    def see_so(self) -> None:
        """Show what is to be seen (``seeing``)."""
        lay = self._lay
        if lay is not None and self.seeing.ply is not None:
            self.seeing.ply %= most_plies(lay) + 1
            self.seeing.ply = None if self.seeing.ply >= most_plies(lay) else self.seeing.ply
        for id, item in self.items_by_id.items():
            if isinstance(item, PlacementItem) and lay is not None:
                ply = self.seeing.ply
                faint = ply is not None and not is_of_ply(lay, id, ply)
                if (item.own_print, item.faint) != (self.seeing.own_print, faint):
                    item.own_print, item.faint = self.seeing.own_print, faint
                    item.update()
        self.viewport().update()

    def measure_on(self, on: bool) -> None:
        """Have a tape in hand, or put it away."""
        self.measuring, self.measure = on, None
        shape = Qt.CursorShape.CrossCursor if on else Qt.CursorShape.ArrowCursor
        self.viewport().setCursor(shape)
        self.viewport().update()

    def _measured(self, pixel: QPointF) -> Point:
        assert self._lay is not None
        return snapped(self._lay, self.table_point(pixel), self.transform().m11())

    # --- the mouse ---------------------------------------------------------------------------

    def mousePressEvent(self, event: QMouseEvent) -> None:
        if event.button() != Qt.MouseButton.LeftButton or not self.hands_on or self._lay is None:
            super().mousePressEvent(event)
            return
        self._pressed_at = event.position()
        if self.measuring:
            at = self._measured(event.position())
            if self.measure is None or self.measure.set:
                self.measure = Measure(at, at)
            else:
                self.measure.end, self.measure.set = at, True
            self.viewport().update()
            return
        line = self._line_at(event.position())
        id = self.item_at(event.position())
        if line is not None and not id:
            self._line = (line, line.at_mm)
            return
        more = event.modifiers() & Qt.KeyboardModifier.ShiftModifier
        if id:
            if more:
                self._toggled = True
                self.toggle(id)
                return
            if id not in self.taken:
                self.take(id, ())
            self._pressed = event.position()
        elif more:
            self._band = (event.position(), event.position())
        else:
            super().mousePressEvent(event)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self.measuring and self._lay is not None:
            if self.measure is not None and not self.measure.set:
                self.measure.end = self._measured(event.position())
                self.viewport().update()
        elif self.held is not None:
            self.carry(self.table_point(event.position()), event.modifiers())
        elif self._line is not None:
            at = self.table_point(event.position())
            self._line = (self._line[0], at[0] if self._line[0].kind == "end" else at[1])
            self.viewport().update()
        elif self._band is not None:
            self._band = (self._band[0], event.position())
            self.viewport().update()
        elif self._pressed is not None:
            if (event.position() - self._pressed).manhattanLength() >= _DRAG_PX:
                self.pick_up(self.table_point(self._pressed))
                self.carry(self.table_point(event.position()), event.modifiers())
        else:
            self._point_at(event)
            super().mouseMoveEvent(event)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        if self.measuring:
            measure, end = self.measure, self._measured(event.position())
            far = (event.position() - self._pressed_at).manhattanLength()
            if measure is not None and not measure.set and far >= _DRAG_PX:
                measure.end, measure.set = end, True  # drawn from one point to the other
            self.viewport().update()
        elif self.held is not None:
            if self.is_off(event.globalPosition().toPoint()) and not self.held.fresh:
                self.cancel()
                self.trayed.emit(self.taken)
            else:
                self.let_go()
        elif self._line is not None:
            line, at = self._line
            self._line = None
            self.viewport().update()
            if abs(at - line.at_mm) * self.transform().m11() >= _DRAG_PX:
                self.drawn.emit(line, at)
        elif self._band is not None:
            self._take_band(*self._band)
            self._band = None
            self.viewport().update()
        elif self._pressed is None and not self._toggled:
            super().mouseReleaseEvent(event)
        self._pressed, self._toggled = None, False

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        """Slide a piece until it touches, to the side of it that was clicked twice."""
        id = self.item_at(event.position())
        if event.button() != Qt.MouseButton.LeftButton or not id or not self.hands_on:
            super().mouseDoubleClickEvent(event)
            return
        if id not in self.taken:
            self.take(id, ())
        box = self.viewportTransform().mapRect(
            self.items_by_id[id].mapRectToScene(self.items_by_id[id].cut_path.boundingRect())
        )
        x = (event.position().x() - box.center().x()) / max(1.0, box.width())
        y = (box.center().y() - event.position().y()) / max(1.0, box.height())
        along = abs(x) >= abs(y)
        self.slid.emit(("Left" if x < 0 else "Right") if along else ("Down" if y < 0 else "Up"))

    def picked_at(self, scene_point: QPointF) -> None:
        self.choose(self.item_at(QPointF(self.mapFromScene(scene_point))))

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        id = self.item_at(QPointF(event.pos()))
        if id and id not in self.taken:
            self.take(id, ())
        self.asked.emit(event.globalPos())

    def _point_at(self, event: QMouseEvent) -> None:
        """Show by the pointer what could be done there."""
        shape = Qt.CursorShape.ArrowCursor
        if self.hands_on and self._lay is not None and not event.buttons():
            line = self._line_at(event.position())
            if self.item_at(event.position()):
                shape = Qt.CursorShape.OpenHandCursor
            elif line is not None:
                shape = (
                    Qt.CursorShape.SplitHCursor
                    if line.kind == "end"
                    else Qt.CursorShape.SplitVCursor
                )
        self.viewport().setCursor(shape)

    def table_point(self, pixel: QPointF) -> Point:
        """A pixel of the view as a point of the table, mm, y up."""
        inverse, _ = self.viewportTransform().inverted()
        point = inverse.map(pixel)
        return (point.x(), -point.y())

    def _take_band(self, one: QPointF, other: QPointF) -> None:
        box = QRectF(one, other).normalized()
        to_pixels = self.viewportTransform()
        found = [
            id
            for id, item in self.items_by_id.items()
            if to_pixels.map(item.mapToScene(item.cut_path)).intersects(box)
        ]
        found.sort(key=lambda id: self.items_by_id[id].boundingRect().left())
        self.take(found[0] if found else "", found)

    # --- what is in hand -----------------------------------------------------------------------

    def pick_up(self, at: Point) -> None:
        """Pick up all that is taken, by a point of the table."""
        lay = self._lay
        if lay is None or not self.taken:
            return
        items = [self._placed(id) for id in sorted(self.taken)]
        others = {}
        if len(self.taken) == 1:
            others = {s.where: s for s in elsewhere(lay, self.chosen)}
        grip = Grip(lay, self.taken, self.beside_of(self.taken))
        self._hold(grip, at, items, others=others)

    def carry_new(self, piece_id: str, at: Point) -> bool:
        """Pick up a copy of a piece from the tray over a point of the table; False where none is
        left."""
        lay = self._lay
        if lay is None:
            return False
        every: dict[tuple[int, int, str], Stance] = {}
        for stance in stances(lay, piece_id):
            every.setdefault(stance.where, stance)
        if not every:
            return False
        stance = self._stance_at(every, at) or next(iter(every.values()))
        placement = hovering(lay, piece_id, stance, at)
        self._hold_new(placement, at, every)
        return True

    def _hold_new(
        self, placement: Placement, at: Point, others: dict[tuple[int, int, str], Stance]
    ) -> None:
        """Have a placement in hand that the lay does not have so."""
        assert self._lay is not None
        kept = tuple(p for p in self._lay.placements if p.id != placement.id)
        over = replace(self._lay, placements=(*kept, placement))
        garments = list(dict.fromkeys(piece.garment for piece in over.pieces))
        colour = dye(garments.index(over.piece(placement.piece).garment))
        item = PlacementItem(placement, over, colour)
        item.chosen = True
        grip = Grip(over, [placement.id], self.beside_of([placement.id]))
        self._hold(grip, at, [item], fresh=True, others=others)

    def _hold(
        self,
        grip: Grip,
        at: Point,
        items: list[PlacementItem],
        *,
        fresh: bool = False,
        others: dict[tuple[int, int, str], Stance],
    ) -> None:
        self.guesses = ()
        grip.make_ready()
        self.held = Held(grip, at, QPixmap(), items, fresh=fresh, others=others)
        self._draw_backdrop()
        self.viewport().setCursor(Qt.CursorShape.ClosedHandCursor)
        self.moving.emit()

    def _placed(self, id: str) -> PlacementItem:
        item = self.items_by_id[id]
        assert isinstance(item, PlacementItem)
        return item

    def carry(self, at: Point, modifiers: Qt.KeyboardModifier) -> None:
        """Follow the pointer to a point of the table."""
        if self.held is None:
            return
        self._change_zone(at)
        held = self.held
        assert held is not None
        to = (at[0] - held.taken_at[0], at[1] - held.taken_at[1])
        held.lifted = bool(modifiers & LIFT)
        held.snapped = Snapped(to)
        if held.lifted:
            held.to, held.at = to, held.grip.bound(to)
        else:
            if self.snapping and not modifiers & NO_SNAP:
                held.snapped = flush(held.grip, to, _SNAP_PX / self.transform().m11())
            held.to = to
            held.at = held.grip.follow(held.at, held.snapped.at)
        held.gaps = ()
        self._gaps_timer.start()
        self.viewport().update()
        self.moving.emit()

    def _change_zone(self, at: Point) -> None:
        """Take what is in hand over to the zone under the pointer, where it can lie there."""
        held, lay = self.held, self._lay
        if held is None or lay is None or len(held.grip.held) != 1 or not held.others:
            return
        (own,) = held.grip.held
        stance = self._stance_at(held.others, at)
        if self._zone_at(at) in (None, (own.section, own.zone)) or stance is None:
            return
        others = held.others
        if _where(own) not in others:
            others = {**others, **self._way_back(lay, own)}
        made = hovering(lay, own.piece, stance, at, (own.id,))
        self._hold_new(replace(made, id=own.id), at, others)

    def _way_back(self, lay: Lay, own: Placement) -> dict[tuple[int, int, str], Stance]:
        """The stance in which a piece lay before it was taken over to another zone."""
        mine = [s for s in stances(lay, own.piece, (own.id,)) if s.where == _where(own)]
        mine.sort(key=lambda s: not _as_lies(s, own))
        return {_where(own): mine[0]} if mine else {}

    def _zone_at(self, at: Point) -> tuple[int, int] | None:
        assert self._lay is not None
        for k, section in enumerate(self._lay.spread.sections):
            last = k == len(self._lay.spread.sections) - 1
            for z, zone in enumerate(section.zones):
                box = bounds(zone.outline)
                along = box.min_x <= at[0] and (last or at[0] < box.max_x)
                if along and box.min_y <= at[1] < box.max_y:
                    return (k, z)
        return None

    def _stance_at(self, every: dict[tuple[int, int, str], Stance], at: Point) -> Stance | None:
        """The stance for the zone at a point: there on a fold before off it."""
        zone = self._zone_at(at)
        found = [s for where, s in every.items() if where[:2] == zone]
        return min(found, key=lambda s: (s.lies.pose.fold == "", -sum(s.lies.gives)), default=None)

    def let_go(self) -> None:
        """Put down what is in hand where it lies; where it cannot lie it goes back."""
        held = self.held
        self._let_be()
        if held is None:
            return
        if not held.may_lie:
            self.moving.emit()
            return
        if held.fresh:
            (placement,) = held.grip.held
            self.put.emit(pushed_on(placement, held.at))
        elif held.at != (0.0, 0.0):
            self.pushed.emit(dict.fromkeys(held.grip.ids, held.at))
        else:
            self.moving.emit()

    def _draw_backdrop(self) -> None:
        """The picture of what stands still, anew: the view has become another size, or shows
        another part."""
        held = self.held
        if held is None:
            return
        hidden = [own for id in held.grip.ids if (own := self.items_by_id.get(id)) is not None]
        self.held = None
        for own in hidden:
            own.setVisible(False)
        held.backdrop = self.viewport().grab()
        for own in hidden:
            own.setVisible(True)
        self.held = held
        self.viewport().update()

    def _let_be(self) -> None:
        """Have nothing in hand."""
        self._gaps_timer.stop()
        if self.held is not None:
            self.held = None
            self.viewport().setCursor(Qt.CursorShape.ArrowCursor)
            self.viewport().update()

    def cancel(self) -> bool:
        """Put what is in hand back to where it lay; whether anything was."""
        busy = self.held is not None or self._line is not None or self._band is not None
        self._let_be()
        if self.measuring:
            self.measure_on(False)
            busy = True
        self._line = self._band = self._pressed = None
        self.viewport().update()
        if busy:
            self.moving.emit()
        return busy

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_Escape and self.cancel():
            return
        if event.key() == Qt.Key.Key_Control and self.held is not None:
            self._again(LIFT)
        super().keyPressEvent(event)

    def next_place(self) -> None:
        """Have what is in hand in the next of the places where it fits, from the start of the cloth
        on; let go it lies there."""
        held = self.held
        if held is None:
            return
        held.look_elsewhere()
        places = sorted((*(held.elsewhere or ()), *held.next_steps))
        if places:
            held.at = next((s for s in places if s > held.at), places[0])
            held.lifted, held.gaps = False, held.grip.gaps(held.at)
            self.viewport().update()
            self.moving.emit()

    def keyReleaseEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_Control and self.held is not None:
            self._again(Qt.KeyboardModifier.NoModifier)
        super().keyReleaseEvent(event)

    def _again(self, modifiers: Qt.KeyboardModifier) -> None:
        assert self.held is not None
        own, to = self.held.taken_at, self.held.to
        self.carry((own[0] + to[0], own[1] + to[1]), modifiers)

    def _measure_gaps(self) -> None:
        if self.held is not None and self.held.may_lie:
            self.held.gaps = self.held.grip.gaps(self.held.at)
            self.held.look_elsewhere()
            self.viewport().update()
            self.moving.emit()

    def _line_at(self, pixel: QPointF) -> Line | None:
        """The line under a pixel that can be drawn to another place."""
        near = _HANDLE_PX / self.transform().m11()
        return None if self._lay is None else line_near(self._lay, self.table_point(pixel), near)

    # --- painting ----------------------------------------------------------------------------

    def paintEvent(self, event: QPaintEvent) -> None:
        held = self.held
        if held is None:
            super().paintEvent(event)
            return
        painter = QPainter(self.viewport())
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.drawPixmap(0, 0, held.backdrop)
        to_pixels = self.viewportTransform()
        for item in held.items:
            painter.setTransform(
                QTransform.fromTranslate(held.at[0], -held.at[1]) * to_pixels, combine=False
            )
            if held.lifted:
                painter.setOpacity(0.75)
            item.paint(painter, QStyleOptionGraphicsItem(), None)
            painter.setOpacity(1.0)
        painter.resetTransform()
        paint_held(painter, held, self, self._unit)
        painter.end()

    def drawForeground(self, painter: QPainter, rect: QRectF | QRect) -> None:
        super().drawForeground(painter, rect)
        painter.save()
        painter.resetTransform()
        if self._lay is not None:
            self._paint_seen(painter, self._lay)
        self._paint_guesses(painter)
        if self._line is not None and self._cloth_item is not None:
            paint_line(painter, *self._line, self._cloth_item.box, self, self._unit)
        if self._band is not None:
            painter.setPen(dashed(palette().indigo, 1.4, 4, 3))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawRect(QRectF(*self._band).normalized())
        painter.restore()

    def _paint_seen(self, painter: QPainter, lay: Lay) -> None:
        """What is shown besides the lay."""
        if self.seeing.waste:
            paint_waste(painter, lay, self, self._unit)
        paint_table_ends(painter, lay, self, self.seeing.table_mm)
        if self.seeing.ply is not None:
            words = ply_words(lay, self.seeing.ply)
            at = QPointF(self.viewport().width() - 8.0, THICK + 34.0)
            paint_slip(painter, at, words, self)
        if self.measure is not None:
            paint_measure(painter, self.measure, self, self._unit)

    def _paint_guesses(self, painter: QPainter) -> None:
        """Faint outlines of where else the piece in hand fits."""
        if self._lay is None:
            return
        to_pixels = self.viewportTransform()
        painter.setPen(dashed(palette().indigo, 1.6, 3, 3))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        for placements in self.guesses:
            for p in placements:
                outline = on_table(p, self._lay.piece(p.piece)).outline
                painter.drawPath(to_pixels.map(scene_path(flip_outline(outline), closed=True)))


def _where(placement: Placement) -> tuple[int, int, str]:
    return (placement.section, placement.zone, placement.fold)


def _as_lies(stance: Stance, placement: Placement) -> bool:
    """Whether a stance is that in which a placement lies."""
    pose = stance.lies.pose
    return (pose.turn_deg, pose.mirrored, pose.cut_plies) == (
        placement.turn_deg,
        placement.mirrored,
        placement.cut_plies,
    )
