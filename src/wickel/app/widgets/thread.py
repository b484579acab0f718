"""The thread down the left: one knot per stage, in the order of the work."""

from __future__ import annotations

from dataclasses import dataclass

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import (
    QColor,
    QFocusEvent,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPainterPath,
    QPaintEvent,
    QPen,
    QResizeEvent,
)
from PySide6.QtWidgets import QSizePolicy, QWidget

from wickel.app.table.told import Told, ToldItem
from wickel.app.theme import palette, scaled, text_font
from wickel.wording import tr

WIDTH, NARROW = 124, 66
"""How wide the thread is, and where the window is small: then the words stand below the knots."""
_TOP, _STEP, _LEFT = 64, 88, 30


@dataclass(frozen=True, slots=True, kw_only=True)
class Knot:
    """The state of a stage: tied when it is done, with a count when something needs attention."""

    name: str
    tied: bool = False
    count: int = 0


class Thread(QWidget):
    """A painted list of stages; choose by click, by arrow keys, or by Ctrl and the stage's
    number."""

    chosen = Signal(int)

    def __init__(self, names: tuple[str, ...]) -> None:
        super().__init__()
        self._knots = tuple(Knot(name=name) for name in names)
        self._current = 0
        self._hovered = -1
        self._narrow = False
        self.setFixedWidth(WIDTH)
        self.setSizePolicy(QSizePolicy.Policy.Fixed, QSizePolicy.Policy.Expanding)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMouseTracking(True)
        self.setAccessibleName(tr("Stages of the work"))
        self._told = [
            ToldItem(self, lambda *_, k=k: self.chosen.emit(k)) for k in range(len(names))
        ]
        self._describe()

    def make_narrow(self, yes: bool) -> None:
        """Take less room, with the words below the knots."""
        self._narrow = yes
        self.setFixedWidth(round(scaled(NARROW if yes else WIDTH)))
        self.update()

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._describe()

    def sizeHint(self) -> QSize:
        return QSize(self.width(), _TOP + _STEP * len(self._knots))

    @property
    def _step(self) -> float:
        """From knot to knot: less where the window is low."""
        below = 16.0 + scaled(24) if self._narrow else 30.0
        return min(float(_STEP), (self.height() - _TOP - below) / max(1, len(self._knots) - 1))

    def minimumSizeHint(self) -> QSize:
        return QSize(self.width(), _TOP + 58 * len(self._knots))

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
            state = (
                tr("{count} to look at", count=knot.count)
                if knot.count
                else "done"
                if knot.tied
                else "open"
            )
            words.append(f"{knot.name}: {state}{' (shown)' if k == self._current else ''}")
            ground = self._ground(k)
            shown = k == self._current
            where = ground.toRect().intersected(self.rect())
            self._told[k].show_told(Told("", knot.name, state, ground, shown), where)
        self.setAccessibleDescription(", ".join(words))

    def _centre(self, k: int) -> QPointF:
        return QPointF(self.width() / 2 if self._narrow else _LEFT, _TOP + self._step * k)

    def knot_at(self, y: float) -> int:
        """The knot at a height, or −1."""
        k = round((y - _TOP) / self._step)
        return k if 0 <= k < len(self._knots) and abs(y - (_TOP + self._step * k)) <= 34 else -1

    def mousePressEvent(self, event: QMouseEvent) -> None:
        k = self.knot_at(event.position().y())
        if k >= 0:
            self.chosen.emit(k)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        self._hovered = self.knot_at(event.position().y())
        if self._hovered >= 0:
            self.setToolTip(
                tr(
                    "{name} (Ctrl+{hovered})",
                    name=self._knots[self._hovered].name,
                    hovered=self._hovered + 1,
                )
            )
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
            painter.drawRoundedRect(self._ground(k), 8, 8)
        if self.hasFocus():
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(QPen(QColor(colours.indigo), 2))
            painter.drawRoundedRect(
                self._ground(self._current).adjusted(1, 1, -13 if not self._narrow else -1, -1),
                8,
                8,
            )
        self._paint_thread(painter)
        for k, knot in enumerate(self._knots):
            self._paint_knot(painter, k, knot)
        painter.end()

    def _ground(self, k: int) -> QRectF:
        """The ground behind a knot that is open or pointed at."""
        half = min(30.0, self._step / 2)
        centre = self._centre(k).y()
        if self._narrow:
            return QRectF(4, centre - 18, self.width() - 8, 18 + 11 + scaled(18) + 5)
        return QRectF(8, centre - half, self.width(), 2 * half)

    def _paint_thread(self, painter: QPainter) -> None:
        middle = self._centre(0).x() + (0 if self._narrow else 4)
        path = QPainterPath(QPointF(middle, 0))
        last = QPointF(middle, 0)
        for k in range(len(self._knots)):
            centre = self._centre(k)
            swing = 14 if k % 2 else -14
            path.cubicTo(
                last.x() + swing,
                last.y() + 26,
                centre.x() - swing,
                centre.y() - 26,
                centre.x(),
                centre.y(),
            )
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
                QRectF(centre.x() - 12, centre.y() - 12, 24, 24),
                Qt.AlignmentFlag.AlignCenter,
                str(knot.count),
            )
        elif knot.tied:
            painter.setBrush(madder)
            painter.drawEllipse(centre, 7.5, 7.5)
            painter.setPen(QPen(QColor(colours.paper), 1.6))
            for rise in (-2.5, 2.5):
                bend = QPainterPath(QPointF(centre.x() - 6, centre.y() + rise - 1.5))
                bend.quadTo(
                    centre.x(), centre.y() + rise + 2.5, centre.x() + 6, centre.y() + rise - 1.5
                )
                painter.drawPath(bend)
        else:
            painter.setBrush(QColor(colours.paper))
            painter.drawEllipse(centre, 7.5, 7.5)
        painter.setPen(QColor(colours.ink))
        painter.setFont(text_font(16, bold=k == self._current))
        if self._narrow:
            painter.setFont(text_font(13, bold=k == self._current))
            words = QRectF(0, centre.y() + 11, self.width(), scaled(18))
            painter.fillRect(
                words.adjusted(8, 1, -8, 0),
                QColor(colours.linen if k == self._current else colours.paper),
            )
            painter.drawText(words, Qt.AlignmentFlag.AlignCenter, knot.name)
            return
        painter.drawText(
            QRectF(54, centre.y() - 16, self.width() - 54, 32),
            Qt.AlignmentFlag.AlignVCenter,
            knot.name,
        )
