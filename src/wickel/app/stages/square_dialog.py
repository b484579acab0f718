"""A photograph of a cloth squared: its four corners are dragged onto the corners of one repeat."""

from __future__ import annotations

import math

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import (
    QColor,
    QImage,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPolygonF,
    QTransform,
)
from PySide6.QtWidgets import QDialog, QVBoxLayout, QWidget

from wickel.app.table.ink import pen
from wickel.app.theme import palette
from wickel.app.widgets.cards import closing_row, label
from wickel.app.widgets.dialogs import take_room
from wickel.app.widgets.guide import PAGE
from wickel.wording import tr

_HANDLE, _REACH = 9.0, 26.0
_AROUND = 28.0
CORNERS = (tr("upper left"), tr("upper right"), tr("lower right"), tr("lower left"))
_STEPS = {
    Qt.Key.Key_Left: (-1, 0),
    Qt.Key.Key_Right: (1, 0),
    Qt.Key.Key_Up: (0, -1),
    Qt.Key.Key_Down: (0, 1),
}


def square_picture(image: QImage, corners: tuple[QPointF, ...]) -> QImage:
    """What lies between four corners of a picture, in pixels from the upper left clockwise, as a
    rectangle.

    Its sides are the means of opposite sides. Raises ``ValueError`` when the corners do not go
    round.
    """
    quad = QPolygonF(corners)
    (a, b, c, d) = corners
    wide = round((_apart(a, b) + _apart(d, c)) / 2)
    high = round((_apart(a, d) + _apart(b, c)) / 2)
    there = QPolygonF([QPointF(0, 0), QPointF(wide, 0), QPointF(wide, high), QPointF(0, high)])
    onto = QTransform.quadToQuad(quad, there)
    if not isinstance(onto, QTransform) or min(wide, high) < 2 or not _goes_round(corners):
        raise ValueError("the corners do not go round")
    made = QImage(wide, high, QImage.Format.Format_RGB32)
    made.fill(QColor("white"))
    painter = QPainter(made)
    painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
    painter.setTransform(onto)
    painter.drawImage(0, 0, image)
    painter.end()
    return made


def _apart(p: QPointF, q: QPointF) -> float:
    return math.hypot(p.x() - q.x(), p.y() - q.y())


def _goes_round(corners: tuple[QPointF, ...]) -> bool:
    """Whether the corners turn the same way at each, as those of a rectangle seen aslant do."""
    turns = []
    for k, here in enumerate(corners):
        one, other = corners[(k + 1) % 4], corners[(k + 2) % 4]
        ux, uy = one.x() - here.x(), one.y() - here.y()
        vx, vy = other.x() - one.x(), other.y() - one.y()
        turns.append(ux * vy - uy * vx)
    return all(turn > 1.0 for turn in turns)


class CornerPicture(QWidget):
    """A picture with a handle at each of four corners. Tab takes the next corner, arrows move it
    (Shift: by ten)."""

    changed = Signal()

    def __init__(self, image: QImage) -> None:
        super().__init__()
        self.image = image
        w, h = image.width(), image.height()
        self.corners = [QPointF(0, 0), QPointF(w, 0), QPointF(w, h), QPointF(0, h)]
        self.in_hand = 0
        self._dragged = False
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName(tr("Corners of one repeat on the picture"))
        self.setToolTip(
            tr(
                "Drag the corners onto the corners of one repeat; C takes the next corner, arrows "
                "move it"
            )
        )

    def sizeHint(self) -> QSize:
        return QSize(640, 460)

    def _to_screen(self) -> QTransform:
        room = QRectF(self.rect()).adjusted(_AROUND, _AROUND, -_AROUND, -_AROUND)
        scale = min(room.width() / self.image.width(), room.height() / self.image.height())
        x = room.center().x() - scale * self.image.width() / 2
        y = room.center().y() - scale * self.image.height() / 2
        return QTransform(scale, 0, 0, scale, x, y)

    def at(self, corner: int) -> QPointF:
        """Where a corner is on the widget."""
        return self._to_screen().map(self.corners[corner])

    def paintEvent(self, event: QPaintEvent) -> None:
        colours = palette()
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.fillRect(self.rect(), QColor(colours.table))
        painter.setTransform(self._to_screen())
        painter.drawImage(0, 0, self.image)
        painter.resetTransform()
        points = [self.at(k) for k in range(4)]
        painter.setBrush(Qt.BrushStyle.NoBrush)
        for colour, wide in ((colours.paper, 5.0), (colours.madder, 2.4)):
            painter.setPen(pen(colour, wide))
            painter.drawPolygon(QPolygonF(points))
        for k, point in enumerate(points):
            painter.setPen(pen(colours.paper, 2.0))
            painter.setBrush(QColor(colours.indigo if k == self.in_hand else colours.madder))
            painter.drawEllipse(point, _HANDLE, _HANDLE)
        painter.end()

    def _move(self, corner: int, to: QPointF) -> None:
        """Move a corner, within the picture."""
        x = min(max(to.x(), 0.0), float(self.image.width()))
        y = min(max(to.y(), 0.0), float(self.image.height()))
        self.corners[corner] = QPointF(x, y)
        self.changed.emit()
        self.update()

    def mousePressEvent(self, event: QMouseEvent) -> None:
        near = min(range(4), key=lambda k: _apart(self.at(k), event.position()))
        if _apart(self.at(near), event.position()) <= _REACH:
            self.in_hand, self._dragged = near, True
            self.update()

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._dragged:
            back, _ = self._to_screen().inverted()
            self._move(self.in_hand, back.map(event.position()))

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        self._dragged = False

    def keyPressEvent(self, event: QKeyEvent) -> None:
        step = _STEPS.get(Qt.Key(event.key()))
        if step is not None:
            by = 10.0 if event.modifiers() & Qt.KeyboardModifier.ShiftModifier else 1.0
            here = self.corners[self.in_hand]
            self._move(self.in_hand, QPointF(here.x() + by * step[0], here.y() + by * step[1]))
        elif event.key() == Qt.Key.Key_C:
            self.in_hand = (self.in_hand + 1) % 4
            self.update()
        else:
            super().keyPressEvent(event)


class SquareDialog(QDialog):
    """Asks where one repeat is on a picture. ``taken`` carries what lies between the corners, as a
    rectangle."""

    taken = Signal(QImage)

    def __init__(self, image: QImage, parent: QWidget | None) -> None:
        super().__init__(parent)
        self.setProperty(PAGE, "print")
        self.setWindowTitle(tr("One repeat on the picture"))
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        take_room(self, 760, 620)
        column = QVBoxLayout(self)
        column.addWidget(label(tr("Drag the corners onto the corners of one repeat"), "title"))
        column.addWidget(
            label(
                tr("The start of the cloth lies at the left. What is between them is made square."),
                "soft",
            )
        )
        self.picture = CornerPicture(image)
        column.addWidget(self.picture, 1)
        self.trouble = label("", "broken")
        column.addWidget(self.trouble)
        tip = tr("Take what is between the corners as one repeat (Enter)")
        row, self.take = closing_row(self, tr("Take it so"), tip)
        column.addLayout(row)
        self.picture.setFocus()

    def accept(self) -> None:
        try:
            made = square_picture(self.picture.image, tuple(self.picture.corners))
        except ValueError:
            self.trouble.setText(
                tr("The corners have to go round the repeat: put each on its own side.")
            )
            return
        self.taken.emit(made)
        super().accept()
