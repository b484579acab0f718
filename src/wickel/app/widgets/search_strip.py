"""While a lay is looked for: how long already, how short so far, and a small curve of that beside
the least that it could be."""

from __future__ import annotations

from time import monotonic

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, QTimer
from PySide6.QtGui import QColor, QPainter, QPaintEvent
from PySide6.QtWidgets import QSizePolicy, QWidget

from wickel.app.table.ink import dashed, pen
from wickel.app.theme import palette, text_font, text_scale
from wickel.lay import Lay
from wickel.units import Unit, shown_cloth_length
from wickel.wording import tr

_CURVE_PX, _WORDS_PX, _HIGH = 84, 200, 34
_TICK_MS = 250


class SearchStrip(QWidget):
    """Shown while a search runs; ``note`` tells it of every lay."""

    def __init__(self) -> None:
        super().__init__()
        self._began = 0.0
        self._unit = Unit.CM
        self._found: list[tuple[float, float]] = []
        self._least = 0.0
        self._timer = QTimer(self, interval=_TICK_MS)
        self._timer.timeout.connect(self._tick)
        self.setSizePolicy(QSizePolicy.Policy.Fixed, QSizePolicy.Policy.Fixed)
        self.setVisible(False)

    def sizeHint(self) -> QSize:
        return QSize(round((_CURVE_PX + _WORDS_PX) * text_scale()), round(_HIGH * text_scale()))

    def begin(self, lay: Lay | None, unit: Unit) -> None:
        """A search begins, with a lay or none."""
        self._began, self._unit, self._found, self._least = monotonic(), unit, [], 0.0
        self.note(lay)
        self.setVisible(True)
        self._timer.start()

    def note(self, lay: Lay | None) -> None:
        """A lay as it is now: its length, and the cloth that its pieces alone would take."""
        if lay is not None and lay.complete:
            self._found.append((monotonic() - self._began, lay.lay_length_mm))
            self._least = lay.used_share * lay.lay_length_mm
        self._tick()

    def end(self) -> None:
        """The search is over."""
        self._timer.stop()
        self.setVisible(False)

    @property
    def words(self) -> str:
        """What it says: the seconds, the length so far, the least possible."""
        said = [tr("{seconds:.0f} s", seconds=monotonic() - self._began)]
        if self._found:
            best = min(length for _, length in self._found)
            said.append(shown_cloth_length(best, self._unit))
            said.append(tr("at least {least}", least=shown_cloth_length(self._least, self._unit)))
        return " · ".join(said)

    def _tick(self) -> None:
        self.setAccessibleName(tr("Searching: {words}", words=self.words))
        self.setToolTip(
            tr("How long it has been looked for, the length so far, and what the pieces alone take")
        )
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        colours = palette()
        wide = _CURVE_PX * text_scale()
        curve = QRectF(2, 4, wide - 8, self.height() - 8)
        painter.setFont(text_font(13))
        painter.setPen(QColor(colours.ink))
        words = QRectF(wide, 0, self.width() - wide, self.height())
        painter.drawText(
            words, Qt.AlignmentFlag.AlignVCenter | Qt.AlignmentFlag.AlignLeft, self.words
        )
        painter.setPen(dashed(colours.soft, 1.2, 3, 3))
        painter.drawLine(curve.bottomLeft(), curve.bottomRight())
        if not self._found:
            return
        now = max(0.1, monotonic() - self._began)
        most = max(length for _, length in self._found)
        high = max(1.0, most - self._least)

        def at(seconds: float, length: float) -> QPointF:
            return QPointF(
                curve.left() + seconds / now * curve.width(),
                curve.bottom() - (length - self._least) / high * curve.height(),
            )

        painter.setPen(pen(colours.madder, 2.0))
        last = self._found[0]
        for seconds, length in (*self._found[1:], (now, self._found[-1][1])):
            painter.drawLine(at(*last), at(seconds, last[1]))
            painter.drawLine(at(seconds, last[1]), at(seconds, length))
            last = (seconds, length)
