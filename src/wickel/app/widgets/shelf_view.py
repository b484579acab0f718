"""The shelf as swatches: cloths as they hang, remnants in their shape, with what is there of them
and what is reserved. Only what is in sight is painted, however much there is."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from PySide6.QtCore import (
    QModelIndex,
    QPointF,
    QRectF,
    QSize,
    Qt,
    Signal,
)
from PySide6.QtGui import QBrush, QColor, QPainter, QPainterPath, QPixmap, QPolygonF
from PySide6.QtWidgets import (
    QStyle,
    QStyledItemDelegate,
    QStyleOptionViewItem,
    QWidget,
)

from wickel.app.table.ink import pen
from wickel.app.theme import palette, text_font, text_scale
from wickel.app.widgets.rows_view import ROW, Index, RowsModel, RowsView
from wickel.app.widgets.swatch import paint_cloth
from wickel.cloth import PRINT_NAMES, Cloth, OnShelf
from wickel.units import Unit, shown_cloth_length, shown_length
from wickel.wording import tr

_TILE, _LINE = QSize(212, 206), 76
_MOST_PICTURES = 600


class ShelfModel(RowsModel[OnShelf]):
    """What stands on the shelf, one after another."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.unit = Unit.CM

    def show_rows(self, rows: tuple[OnShelf, ...], unit: Unit) -> None:
        """Show other things."""
        if (rows, unit) != (self.rows, self.unit):
            with self.resetting():
                self.rows, self.unit = rows, unit

    def data(self, index: Index, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        own = self.rows[index.row()]
        if role == ROW:
            return own
        if role == Qt.ItemDataRole.DisplayRole:
            return own.name
        if role in (Qt.ItemDataRole.AccessibleTextRole, Qt.ItemDataRole.ToolTipRole):
            words = (own.name, size_words(own, self.unit), how_much(own, self.unit), own.place)
            return ", ".join(word for word in words if word)
        return None


def size_words(own: OnShelf, unit: Unit) -> str:
    """How wide a cloth is, or how large a remnant, and which way up it lies."""
    wide = shown_length(own.cloth.usable_width_mm, unit)
    if own.is_remnant and own.cloth.length_at_hand_mm is not None:
        return f"{shown_length(own.cloth.length_at_hand_mm, unit)} × {wide}"
    return f"{wide}, {PRINT_NAMES[own.cloth.print_or_assumed]}"


def how_much(own: OnShelf, unit: Unit) -> str:
    """What is there of a cloth, and what is reserved."""
    kept = [kept for kept in own.reserved if not kept.cut]
    if own.is_remnant:
        return tr("reserved for {name}", name=kept[0].name) if kept else ""
    if own.at_hand_mm is None:
        return ""
    there = tr("{length} here", length=shown_cloth_length(own.at_hand_mm, unit))
    if not kept:
        return there
    if own.free_mm is not None and own.free_mm < 0:
        short = shown_cloth_length(-own.free_mm, unit)
        return f"{there}, " + tr("{length} short for what is reserved", length=short)
    return f"{there}, " + tr("{length} reserved", length=shown_cloth_length(own.reserved_mm, unit))


class ShelfView(RowsView):
    """Shows what stands on the shelf. ``taken`` carries what was clicked, or taken by Enter;
    ``current_changed`` what the keys are on. With ``tiles`` as large swatches side by side, else
    as lines."""

    taken = Signal(object)
    current_changed = Signal(object)

    def __init__(self, photos: Path, *, tiles: bool) -> None:
        super().__init__(tr("Cloths on the shelf"))
        self.tiles, self.photos = tiles, photos
        self.chosen: Cloth | None = None
        self.shelf = ShelfModel(self)
        self.setModel(self.shelf)
        self.setItemDelegate(_ShelfDelegate(self))
        if tiles:
            self.hang_side_by_side()
        self.setUniformItemSizes(True)
        self.clicked.connect(self._take)
        self.activated.connect(self._take)
        self.selectionModel().currentChanged.connect(lambda *_: self._told())

    def show_rows(self, rows: tuple[OnShelf, ...], unit: Unit, chosen: Cloth | None = None) -> None:
        """Show things; what is in hand stays in hand, ``chosen`` is the cloth in use."""
        kept, self.chosen = self.current, chosen
        with self.in_place():
            self.shelf.show_rows(rows, unit)
            if kept is not None:
                self.put_hand_on(kept.name)

    @property
    def current(self) -> OnShelf | None:
        """What the keys are on."""
        index = self.currentIndex()
        return self.shelf.rows[index.row()] if index.isValid() else None

    @property
    def names(self) -> tuple[str, ...]:
        """What is shown, by name."""
        return tuple(own.name for own in self.shelf.rows)

    def put_hand_on(self, name: str) -> bool:
        """Put the keys on something; whether it is there."""
        for k, own in enumerate(self.shelf.rows):
            if own.name == name:
                self.setCurrentIndex(self.shelf.index(k))
                return True
        return False

    def place_of(self, name: str) -> QPointF:
        """The middle of a swatch, in pixels of the view."""
        index = self.shelf.index(self.names.index(name))
        self.scrollTo(index)
        return QPointF(self.visualRect(index).center())

    def _take(self, index: QModelIndex) -> None:
        self.taken.emit(self.shelf.rows[index.row()])

    def _told(self) -> None:
        self.current_changed.emit(self.current)


class _ShelfDelegate(QStyledItemDelegate):
    """Paints a swatch with its words; pictures of cloths are kept."""

    def __init__(self, view: ShelfView) -> None:
        super().__init__(view)
        self._view = view
        self._pictures: dict[tuple[object, ...], QPixmap] = {}

    def sizeHint(self, option: QStyleOptionViewItem, index: Index) -> QSize:
        scale, room = text_scale(), self._view.viewport().width()
        if not self._view.tiles:
            return QSize(max(100, room), round(_LINE * scale))
        wide = round(_TILE.width() * scale)
        across = max(1, room // wide)
        return QSize(max(wide, (room - 2) // across), round(_TILE.height() * scale))

    def paint(self, painter: QPainter, option: QStyleOptionViewItem, index: Index) -> None:
        own: OnShelf = index.data(ROW)
        painter.save()
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        box = QRectF(option.rect).adjusted(3, 3, -5, -3)
        lit = bool(option.state & QStyle.StateFlag.State_HasFocus)
        selected = bool(option.state & QStyle.StateFlag.State_Selected)
        self._card(painter, box, own, lit=lit and selected, taken=selected and self._view.tiles)
        if self._view.tiles:
            self._tile(painter, box, own)
        else:
            self._line(painter, box, own)
        painter.restore()

    def _card(self, p: QPainter, box: QRectF, own: OnShelf, *, lit: bool, taken: bool) -> None:
        colours = palette()
        chosen = self._view.chosen is not None and own.cloth == self._view.chosen
        edge = colours.indigo if chosen or taken else colours.woad if lit else colours.undyed
        p.setPen(pen(edge, 3 if lit else 2 if chosen or taken else 1))
        p.setBrush(QColor(colours.paper))
        p.drawRoundedRect(box, 8, 8)

    def _line(self, p: QPainter, box: QRectF, own: OnShelf) -> None:
        scale = text_scale()
        side = QRectF(box.left() + 9, box.top() + 9, 58 * scale, box.height() - 18)
        self._swatch(p, side, own)
        words = QRectF(side.right() + 9, box.top() + 6, box.right() - side.right() - 16, 19 * scale)
        self._words(p, words, own, step=18 * scale)

    def _tile(self, p: QPainter, box: QRectF, own: OnShelf) -> None:
        scale = text_scale()
        picture = QRectF(box.left() + 10, box.top() + 10, box.width() - 20, 102 * scale)
        self._swatch(p, picture, own)
        words = QRectF(box.left() + 10, picture.bottom() + 6, box.width() - 20, 19 * scale)
        below = self._words(p, words, own, step=18 * scale)
        self._tape(p, QRectF(words.left(), below + 3, words.width(), 9 * scale), own)

    def _words(self, p: QPainter, at: QRectF, own: OnShelf, *, step: float) -> float:
        """Its name, size and how much there is; where the words end."""
        colours, unit = palette(), self._view.shelf.unit
        lines = [(own.name, True), (size_words(own, unit), False)]
        lines += [(word, False) for word in (how_much(own, unit) or own.place,) if word]
        for text, bold in lines:
            p.setFont(text_font(14 if bold else 13, bold=bold))
            p.setPen(QColor(colours.ink if bold else colours.soft))
            metrics = p.fontMetrics()
            short = metrics.elidedText(text, Qt.TextElideMode.ElideRight, int(at.width()))
            p.drawText(at, int(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter), short)
            at = at.translated(0, step)
        return at.top()

    def _tape(self, p: QPainter, box: QRectF, own: OnShelf) -> None:
        """What is there as a strip of tape, a metre a mark; what is reserved is hatched."""
        if own.is_remnant or not own.at_hand_mm:
            return
        colours = palette()
        long = min(1.0, own.at_hand_mm / _WHOLE_TAPE_MM) * box.width()
        strip = QRectF(box.left(), box.top(), long, box.height())
        p.fillRect(strip, QColor(colours.tape))
        kept = min(1.0, own.reserved_mm / own.at_hand_mm) * long
        taken = QRectF(strip.right() - kept, strip.top(), kept, strip.height())
        p.fillRect(taken, QBrush(QColor(colours.ink), Qt.BrushStyle.BDiagPattern))
        p.setPen(pen(colours.soft, 1))
        p.setBrush(Qt.BrushStyle.NoBrush)
        p.drawRect(strip)
        for k in range(1, int(own.at_hand_mm // 1000) + 1):
            x = box.left() + k * 1000 / _WHOLE_TAPE_MM * box.width()
            if x < strip.right():
                p.drawLine(QPointF(x, strip.bottom()), QPointF(x, strip.bottom() - 4))

    def _swatch(self, p: QPainter, box: QRectF, own: OnShelf) -> None:
        """A cloth, by its photo if there is one, or a remnant in its shape."""
        ratio = self._view.devicePixelRatioF()
        dark = palette().dark
        key = (own.cloth, own.photo, round(box.width()), round(box.height()), ratio, dark)
        picture = self._pictures.get(key)
        if picture is None:
            if len(self._pictures) > _MOST_PICTURES:
                self._pictures.clear()
            picture = self._pictures[key] = self._painted(box.size().toSize(), own, ratio)
        p.drawPixmap(box.topLeft(), picture)

    def _painted(self, size: QSize, own: OnShelf, ratio: float) -> QPixmap:
        picture = QPixmap(size * ratio)
        picture.setDevicePixelRatio(ratio)
        picture.fill(Qt.GlobalColor.transparent)
        p = QPainter(picture)
        p.setRenderHint(QPainter.RenderHint.Antialiasing)
        box = QRectF(0, 0, size.width(), size.height())
        shape = QPainterPath()
        if own.is_remnant:
            shape.addPolygon(_shape_in(own.cloth, box.adjusted(4, 4, -4, -4)))
            shape.closeSubpath()
        else:
            shape.addRoundedRect(box, 6, 6)
        p.setClipPath(shape)
        photo = QPixmap(str(self._view.photos / own.photo)) if own.photo else QPixmap()
        if photo.isNull():
            paint_cloth(p, box, own.cloth, deg=0 if own.is_remnant else -90)
        else:
            fill = Qt.AspectRatioMode.KeepAspectRatioByExpanding
            smooth = Qt.TransformationMode.SmoothTransformation
            p.drawPixmap(QPointF(0, 0), photo.scaled(size, fill, smooth))
        p.setClipping(False)
        if own.is_remnant:
            p.setPen(pen(palette().ink, 1.4))
            p.setBrush(Qt.BrushStyle.NoBrush)
            p.drawPath(shape)
        p.end()
        return picture


_WHOLE_TAPE_MM = 10_000.0
"""A strip of tape of the whole width of a tile stands for so much cloth."""


def _shape_in(cloth: Cloth, box: QRectF) -> QPolygonF:
    """The outline of a remnant, its warp from left to right, as large as a box has room for."""
    xs, ys = zip(*cloth.remnant, strict=True)
    wide, high = max(xs) - min(xs), max(ys) - min(ys)
    scale = min(box.width() / wide, box.height() / high)
    left = box.center().x() - wide * scale / 2
    low = box.center().y() + high * scale / 2
    return QPolygonF(
        [
            QPointF(left + (x - min(xs)) * scale, low - (y - min(ys)) * scale)
            for x, y in cloth.remnant
        ]
    )
