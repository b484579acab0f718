"""The thread down the left: one knot per stage, in the order of the work."""

from __future__ import annotations

from dataclasses import dataclass

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QFocusEvent, QKeyEvent, QMouseEvent, QPainter, QPainterPath, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QWidget

from wickel.app.theme import palette, text_font

WIDTH = 124
_TOP, _STEP, _LEFT = 64, 88, 30


@dataclass(frozen=True, slots=True, kw_only=True)
class Knot:
    """The state of a stage: tied when it is done, with a count when something needs attention."""

    name: str
    tied: bool = False
    count: int = 0


class Thread(QWidget):
    """A painted list of stages; choose by click, by arrow keys, or by Ctrl and the stage's number."""

    chosen = Signal(int)

    def __init__(self, names: tuple[str, ...]) -> None:
        super().__init__()
        self._knots = tuple(Knot(name=name) for name in names)
        self._current = 0
        self._hovered = -1
        self.setFixedWidth(WIDTH)
        self.setSizePolicy(QSizePolicy.Policy.Fixed, QSizePolicy.Policy.Expanding)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMouseTracking(True)
        self.setAccessibleName("Stages of the work")
        self._describe()

    def sizeHint(self) -> QSize:
        return QSize(WIDTH, _TOP + _STEP * len(self._knots))

    @property
    def knots(self) -> tuple[Knot, ...]:
        """The knots as shown."""
        return self._knots

    def show_knots(self, knots: tuple[Knot, ...]) -> None:
        """Show the state of every stage."""
        self._knots = knots
        self._describe()
        self.update()

    def show_current(self, index: int) -> None:
        """Mark the stage that is open."""
        self._current = index
        self._describe()
        self.update()

    def _describe(self) -> None:
        words = []
        for k, knot in enumerate(self._knots):
            state = f"{knot.count} to look at" if knot.count else "done" if knot.tied else "open"
            words.append(f"{knot.name}: {state}{' (shown)' if k == self._current else ''}")
        self.setAccessibleDescription(", ".join(words))

    def _centre(self, k: int) -> QPointF:
        return QPointF(_LEFT, _TOP + _STEP * k)

    def knot_at(self, y: float) -> int:
        """The knot at a height, or −1."""
        k = round((y - _TOP) / _STEP)
        return k if 0 <= k < len(self._knots) and abs(y - (_TOP + _STEP * k)) <= 34 else -1

    def mousePressEvent(self, event: QMouseEvent) -> None:
        k = self.knot_at(event.position().y())
        if k >= 0:
            self.chosen.emit(k)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        self._hovered = self.knot_at(event.position().y())
        if self._hovered >= 0:
            self.setToolTip(f"{self._knots[self._hovered].name} (Ctrl+{self._hovered + 1})")
        self.update()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        step = {Qt.Key.Key_Down: 1, Qt.Key.Key_Up: -1}.get(Qt.Key(event.key()), 0)
        if step:
            self.chosen.emit(max(0, min(len(self._knots) - 1, self._current + step)))
        else:
            super().keyPressEvent(event)

    def focusInEvent(self, event: QFocusEvent) -> None:
        super().focusInEvent(event)
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        colours = palette()
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.fillRect(self.rect(), QColor(colours.paper))
        for k in {self._current, self._hovered} - {-1}:
            back = QColor(colours.linen if k == self._current else colours.undyed)
            back.setAlpha(255 if k == self._current else 90)
            painter.setBrush(back)
            painter.setPen(Qt.PenStyle.NoPen)
            painter.drawRoundedRect(QRectF(8, _TOP + _STEP * k - 30, WIDTH, 60), 8, 8)
        if self.hasFocus():
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(QPen(QColor(colours.indigo), 2))
            painter.drawRoundedRect(QRectF(9, _TOP + _STEP * self._current - 29, WIDTH - 13, 58), 8, 8)
        self._paint_thread(painter)
        for k, knot in enumerate(self._knots):
            self._paint_knot(painter, k, knot)
        painter.end()

    def _paint_thread(self, painter: QPainter) -> None:
        path = QPainterPath(QPointF(_LEFT + 4, 0))
        last = QPointF(_LEFT + 4, 0)
        for k in range(len(self._knots)):
            centre = self._centre(k)
            swing = 14 if k % 2 else -14
            path.cubicTo(last.x() + swing, last.y() + 26, centre.x() - swing, centre.y() - 26, centre.x(), centre.y())
            last = centre
        path.cubicTo(last.x() + 10, last.y() + 30, last.x(), last.y() + 40, last.x(), self.height())
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.setPen(QPen(QColor(palette().madder), 2.6))
        painter.drawPath(path)

    def _paint_knot(self, painter: QPainter, k: int, knot: Knot) -> None:
        colours = palette()
        centre = self._centre(k)
        madder = QColor(colours.madder)
        painter.setPen(QPen(madder, 3))
        if knot.count:
            painter.setBrush(madder)
            painter.drawEllipse(centre, 12, 12)
            painter.setPen(QColor(colours.paper))
            painter.setFont(text_font(13, bold=True))
            painter.drawText(
                QRectF(centre.x() - 12, centre.y() - 12, 24, 24), Qt.AlignmentFlag.AlignCenter, str(knot.count)
            )
        elif knot.tied:
            painter.setBrush(madder)
            painter.drawEllipse(centre, 7.5, 7.5)
            painter.setPen(QPen(QColor(colours.paper), 1.6))
            for rise in (-2.5, 2.5):
                bend = QPainterPath(QPointF(centre.x() - 6, centre.y() + rise - 1.5))
                bend.quadTo(centre.x(), centre.y() + rise + 2.5, centre.x() + 6, centre.y() + rise - 1.5)
                painter.drawPath(bend)
        else:
            painter.setBrush(QColor(colours.paper))
            painter.drawEllipse(centre, 7.5, 7.5)
        painter.setPen(QColor(colours.ink))
        painter.setFont(text_font(16, bold=k == self._current))
        painter.drawText(QRectF(54, centre.y() - 16, WIDTH - 54, 32), Qt.AlignmentFlag.AlignVCenter, knot.name)
