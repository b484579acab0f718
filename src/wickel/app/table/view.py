"""A view that zooms and pans: wheel, keys, middle button, and fitting everything in."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence

from PySide6.QtCore import QPointF, QRect, QRectF, Qt, Signal
from PySide6.QtGui import (
    QColor,
    QFontMetricsF,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPainterPath,
    QPaintEvent,
    QPen,
    QResizeEvent,
    QWheelEvent,
)
from PySide6.QtWidgets import QGraphicsItem, QGraphicsScene, QGraphicsView

from wickel.app.table.leaders import Leader, leaders
from wickel.app.table.told import Teller, Told
from wickel.app.theme import palette, text_font
from wickel.geometry import Outline
from wickel.wording import tr

_ZOOM = 1.2
_MOST, _LEAST = 12.0, 0.02


class ZoomView(QGraphicsView):
    """Shows a scene in mm. While untouched it keeps everything in sight; zooming by hand ends
    that."""

    def __init__(self) -> None:
        super().__init__()
        self.setScene(QGraphicsScene(self))
        self.setRenderHint(QPainter.RenderHint.Antialiasing)
        self.setTransformationAnchor(QGraphicsView.ViewportAnchor.AnchorUnderMouse)
        self.setViewportUpdateMode(QGraphicsView.ViewportUpdateMode.FullViewportUpdate)
        self.setDragMode(QGraphicsView.DragMode.ScrollHandDrag)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setVerticalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.viewport().setCursor(Qt.CursorShape.ArrowCursor)
        self.fitted = True
        self.leaders_known: tuple[object, list[Leader]] = (None, [])
        self._pressed_at = QPointF()

    def content(self) -> QRectF:
        """What is to be kept in sight, in scene mm."""
        return self.scene().itemsBoundingRect()

    def margins(self) -> tuple[float, float, float, float]:
        """Pixels kept free at left, top, right, bottom when fitting."""
        return (24.0, 24.0, 24.0, 24.0)

    def fit(self) -> None:
        """Bring everything into sight."""
        self.fitted = True
        box = self.content()
        if box.isEmpty():
            return
        left, top, right, bottom = self.margins()
        wide = max(1.0, self.viewport().width() - left - right)
        high = max(1.0, self.viewport().height() - top - bottom)
        scale = min(wide / box.width(), high / box.height())
        self.resetTransform()
        self.scale(scale, scale)
        around = box.adjusted(-left / scale, -top / scale, right / scale, bottom / scale)
        far = 4000.0
        self.setSceneRect(around.adjusted(-far, -far, far, far))
        self.centerOn(around.center())

    def refit(self) -> None:
        """Bring into sight what is to be seen while nobody has zoomed: everything."""
        self.fit()

    def zoom(self, factor: float) -> None:
        """Zoom by a factor, within bounds."""
        scale = self.transform().m11() * factor
        if _LEAST <= scale <= _MOST:
            self.fitted = False
            self.scale(factor, factor)
            self.viewport().update()

    def zoom_in(self) -> None:
        """One step closer."""
        self.zoom(_ZOOM)

    def zoom_out(self) -> None:
        """One step farther."""
        self.zoom(1 / _ZOOM)

    def picked_at(self, scene_point: QPointF) -> None:
        """Called on a click that was no drag."""

    def wheelEvent(self, event: QWheelEvent) -> None:
        self.zoom(_ZOOM ** (event.angleDelta().y() / 120))
        event.accept()

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self._pressed_at = event.position()
        super().mousePressEvent(event)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        super().mouseReleaseEvent(event)
        self.viewport().setCursor(Qt.CursorShape.ArrowCursor)
        moved = event.position() - self._pressed_at
        if moved.manhattanLength() < 5:
            if event.button() == Qt.MouseButton.LeftButton:
                self.picked_at(self.mapToScene(event.position().toPoint()))
        else:
            self.fitted = False

    def keyPressEvent(self, event: QKeyEvent) -> None:
        keys = {
            Qt.Key.Key_Plus: self.zoom_in,
            Qt.Key.Key_Equal: self.zoom_in,
            Qt.Key.Key_Minus: self.zoom_out,
            Qt.Key.Key_0: self.fit,
        }
        act = keys.get(Qt.Key(event.key()))
        if act is not None and not event.modifiers() & Qt.KeyboardModifier.ControlModifier:
            act()
        else:
            super().keyPressEvent(event)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        if self.fitted:
            self.refit()


class PickView(ZoomView):
    """A zoom view of items with ids, one of which may be in hand. ``picked`` carries its id, or
    none."""

    picked = Signal(str)

    def __init__(self) -> None:
        super().__init__()
        self.setToolTip(
            tr("Wheel or + and −: zoom · 0: all in sight · drag: move · Page Down: next piece")
        )
        self.items_by_id: dict[str, PickItem] = {}
        self.chosen = ""
        self.words_of: Callable[[str], str] | None = None
        self._teller = Teller(self.viewport(), self.told, self._in_pixels, self._press)

    def told(self) -> Iterator[Told]:
        """What is there, for those who do not see it; ``words_of`` gives what there is to say of an
        item, by its id."""
        for id, item in self.items_by_id.items():
            name, _, more = item.toolTip().partition(": ")
            words = more if self.words_of is None else self.words_of(id)
            yield Told(id, name, words, item.mapToScene(item.cut_path).boundingRect(), item.chosen)

    def _in_pixels(self, place: QRectF) -> QRect:
        """A place of the scene as it is seen."""
        return self.mapFromScene(place).boundingRect()

    def _press(self, id: str) -> None:
        """Whoever reads the screen has pressed an item."""
        self.choose(id)

    def paintEvent(self, event: QPaintEvent) -> None:
        super().paintEvent(event)
        self._teller.note()

    def order(self) -> list[str]:
        """The ids in the order in which Page Down takes them."""
        return list(self.items_by_id)

    def choose(self, id: str) -> None:
        """Take an item in hand; an empty id puts it down."""
        changed = id != self.chosen
        self.chosen = id
        for own, item in self.items_by_id.items():
            item.mark(chosen=own == id)
        if changed:
            self.picked.emit(id)

    def step(self, by: int) -> None:
        """Take the next or the previous item in hand."""
        order = self.order()
        if order:
            at = order.index(self.chosen) + by if self.chosen in order else (0 if by > 0 else -1)
            self.choose(order[at % len(order)])

    def picked_at(self, scene_point: QPointF) -> None:
        items = self.items_by_id.items()
        found = [id for id, item in items if item.cut_path.contains(item.mapFromScene(scene_point))]
        self.choose(found[-1] if found else "")

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_PageDown:
            self.step(1)
        elif event.key() == Qt.Key.Key_PageUp:
            self.step(-1)
        elif event.key() == Qt.Key.Key_Escape:
            self.choose("")
        else:
            super().keyPressEvent(event)


class PickItem(QGraphicsItem):
    """An item with a cut line by which it is picked."""

    def __init__(self, cut_path: QPainterPath) -> None:
        super().__init__()
        self.cut_path = cut_path
        self.chosen = False

    def mark(self, *, chosen: bool) -> None:
        """Have it in hand, or not; one that stays as it is keeps its picture."""
        if chosen != self.chosen:
            self.chosen = chosen
            self.setZValue(1 if chosen else 0)
            self.update()

    def boundingRect(self) -> QRectF:
        return self.cut_path.boundingRect().adjusted(-10, -10, 10, 10)

    def shape(self) -> QPainterPath:
        return self.cut_path


def scene_path(outline: Outline, *, closed: bool) -> QPainterPath:
    """A painter path of points that are already in scene coordinates."""
    path = QPainterPath(QPointF(*outline[0]))
    for x, y in outline[1:]:
        path.lineTo(x, y)
    if closed:
        path.closeSubpath()
    return path


def paint_leaders(
    painter: QPainter,
    wanted: Sequence[tuple[PickItem, str]],
    items: Sequence[PickItem],
    view: ZoomView,
    room: QRectF,
    written: Sequence[QRectF] = (),
) -> None:
    """Write names beside their items, each with a line to it; the painter paints pixels of the
    view.

    What is ``written`` in the view already is left clear.
    """
    if not wanted:
        return
    to_pixels = view.viewportTransform()
    painter.setFont(text_font(12, bold=True))
    metrics = QFontMetricsF(painter.font())
    asked = []
    for item, text in wanted:
        at = to_pixels.map(item.mapToScene(item.cut_path.boundingRect().center()))
        if room.contains(at):
            asked.append((text, at, metrics.horizontalAdvance(text) + 8, metrics.height() + 2))
    key = (
        to_pixels,
        room,
        tuple(map(id, items)),
        tuple((text, wide) for text, _, wide, _ in asked),
    )
    if view.leaders_known[0] != key:
        taken = [to_pixels.map(item.mapToScene(item.cut_path)) for item in items]
        for box in written:
            path = QPainterPath()
            path.addRect(box)
            taken.append(path)
        view.leaders_known = (key, leaders(asked, taken, room))
    colours = palette()
    ground = QColor(colours.paper)
    ground.setAlpha(225)
    for leader in view.leaders_known[1]:
        end = QPointF(
            min(max(leader.at.x(), leader.box.left()), leader.box.right()),
            min(max(leader.at.y(), leader.box.top()), leader.box.bottom()),
        )
        painter.setPen(QPen(QColor(colours.ink), 1.0))
        painter.drawLine(leader.at, end)
        painter.setBrush(QColor(colours.ink))
        painter.drawEllipse(leader.at, 2.2, 2.2)
        painter.fillRect(leader.box, ground)
        painter.drawText(leader.box, Qt.AlignmentFlag.AlignCenter, leader.text)
