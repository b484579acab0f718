"""The tray: the pieces that are not laid yet, as small paper pieces beside each other."""

from __future__ import annotations

from PySide6.QtCore import QPoint, QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPaintEvent
from PySide6.QtWidgets import QFrame, QHBoxLayout, QSizePolicy, QWidget

from wickel.app.table.ink import mixed_colour, pen
from wickel.app.table.lay_view import dye
from wickel.app.table.view import scene_path
from wickel.app.theme import palette, text_font, text_scale
from wickel.app.widgets.cards import emptied, label
from wickel.geometry import bounds
from wickel.lay import Lay, not_laid
from wickel.wording import tr

_WIDE, _HIGH = 108, 58
_DRAG_PX = 5


class TrayPiece(QWidget):
    """One piece of the tray: its shape, its name, how many copies are to be laid. ``taken`` when it
    is clicked or Enter is pressed; ``carried`` and ``dropped`` while it is drawn out of the tray,
    with where on the screen."""

    taken = Signal(str)
    carried = Signal(str, QPoint)
    dropped = Signal(str, QPoint)

    def __init__(self, lay: Lay, piece_id: str, copies: int) -> None:
        super().__init__()
        piece = lay.piece(piece_id)
        self.piece_id, self._words = piece_id, f"{piece.name} × {copies}"
        garments = list(dict.fromkeys(own.garment for own in lay.pieces))
        self._colour = dye(garments.index(piece.garment))
        box = bounds(piece.cut_line)
        self._box = QRectF(0.0, 0.0, box.width, box.height)
        self._path = scene_path(
            tuple((x - box.min_x, box.max_y - y) for x, y in piece.cut_line), closed=True
        )
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        self.setCursor(Qt.CursorShape.OpenHandCursor)
        self.setAccessibleName(tr("{words}, not laid yet", words=self._words))
        self.setToolTip(
            tr(
                "Draw {words} onto the cloth, or press Enter: it lies where it first fits",
                words=self._words,
            )
        )
        self.setSizePolicy(QSizePolicy.Policy.Fixed, QSizePolicy.Policy.Fixed)
        self._pressed: QPoint | None = None
        self._carrying = False

    def sizeHint(self) -> QSize:
        return QSize(round(_WIDE * text_scale()), round(_HIGH * text_scale()))

    def paintEvent(self, event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        colours = palette()
        frame = QRectF(self.rect()).adjusted(1, 1, -1, -1)
        painter.setPen(pen(colours.indigo if self.hasFocus() else colours.undyed, 1.6))
        painter.setBrush(QColor(colours.paper))
        painter.drawRoundedRect(frame, 6, 6)
        words = QRectF(frame.left() + 4, frame.bottom() - 20, frame.width() - 8, 18)
        room = QRectF(frame.left() + 6, frame.top() + 4, frame.width() - 12, frame.height() - 26)
        scale = min(room.width() / self._box.width(), room.height() / self._box.height())
        painter.save()
        painter.translate(
            room.center() - QPointF(self._box.width() * scale / 2, self._box.height() * scale / 2)
        )
        painter.scale(scale, scale)
        painter.setPen(pen(self._colour, 1.4))
        painter.setBrush(mixed_colour(self._colour, colours.paper, 0.16))
        painter.drawPath(self._path)
        painter.restore()
        painter.setFont(text_font(12, bold=True))
        painter.setPen(QColor(colours.ink))
        text = painter.fontMetrics().elidedText(
            self._words, Qt.TextElideMode.ElideMiddle, int(words.width())
        )
        painter.drawText(words, Qt.AlignmentFlag.AlignCenter, text)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        if event.button() == Qt.MouseButton.LeftButton:
            self._pressed = event.position().toPoint()

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._pressed is None:
            return
        off = event.position().toPoint() - self._pressed
        if self._carrying or off.manhattanLength() >= _DRAG_PX:
            self._carrying = True
            self.carried.emit(self.piece_id, event.globalPosition().toPoint())

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        carrying, self._carrying, self._pressed = self._carrying, False, None
        if carrying:
            self.dropped.emit(self.piece_id, event.globalPosition().toPoint())
        elif self.rect().contains(event.position().toPoint()):
            self.taken.emit(self.piece_id)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space):
            self.taken.emit(self.piece_id)
        else:
            super().keyPressEvent(event)


class Tray(QFrame):
    """Below the cloth: what is not laid yet; away when everything is laid. Its signals are those of
    its pieces."""

    taken = Signal(str)
    carried = Signal(str, QPoint)
    dropped = Signal(str, QPoint)

    def __init__(self) -> None:
        super().__init__()
        self.setObjectName("card")
        self.setAccessibleName(tr("The tray: pieces that are not laid yet"))
        row = QHBoxLayout(self)
        row.setContentsMargins(12, 6, 12, 6)
        row.setSpacing(8)
        row.addWidget(label(tr("Tray"), "heading"))
        self._row = QHBoxLayout()
        self._row.setSpacing(8)
        row.addLayout(self._row)
        row.addStretch()
        self.setVisible(False)
        self.pieces: list[TrayPiece] = []
        self._shown: tuple[tuple[str, int], ...] = ()

    def show_lay(self, lay: Lay | None) -> None:
        """Show what a lay lacks."""
        lacking = {} if lay is None else not_laid(lay)
        self.setVisible(bool(lacking))
        shown = tuple(lacking.items())
        if lay is None or shown == self._shown:
            return
        focus = next((own.piece_id for own in self.pieces if own.hasFocus()), "")
        emptied(self._row)
        self._shown, self.pieces = shown, []
        for id, copies in lacking.items():
            own = TrayPiece(lay, id, copies)
            own.taken.connect(self.taken)
            own.carried.connect(self.carried)
            own.dropped.connect(self.dropped)
            self._row.addWidget(own)
            self.pieces.append(own)
        again = next((own for own in self.pieces if own.piece_id == focus), None)
        if focus and self.pieces:
            (again or self.pieces[0]).setFocus(Qt.FocusReason.TabFocusReason)
