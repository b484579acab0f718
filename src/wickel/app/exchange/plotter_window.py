"""The stand-in for a plotter, in a window of its own: what it has drawn, its paper, where it
listens."""

from __future__ import annotations

from PySide6.QtCore import QObject, QPointF, QRectF, Qt, Signal
from PySide6.QtGui import QCloseEvent, QColor, QPainter, QPainterPath, QPaintEvent
from PySide6.QtWidgets import QCheckBox, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from wickel.app.table.ink import pen
from wickel.app.theme import palette, text_font
from wickel.app.widgets.cards import label
from wickel.plotting import StandIn
from wickel.wording import tr

_UNITS_PER_MM, _EDGE_PX = 40.0, 24.0
_REST_S = 0.004


class _Told(QObject):
    """Brings word from the threads of the stand-in into the window's own."""

    changed = Signal()


class PlotPaper(QWidget):
    """The paper: what was drawn, all of it in sight."""

    def __init__(self, plotter: StandIn) -> None:
        super().__init__()
        self._plotter = plotter
        self.setMinimumSize(400, 280)
        self.setAccessibleName(tr("What the plotter has drawn"))

    def paintEvent(self, event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        colours = palette()
        painter.fillRect(self.rect(), QColor("#ffffff" if not colours.dark else colours.paper))
        drawn = list(self._plotter.drawn)
        points = [point for own in drawn for point in own.points]
        if not points:
            painter.setPen(QColor(colours.soft))
            painter.setFont(text_font(15))
            painter.drawText(self.rect(), Qt.AlignmentFlag.AlignCenter, tr("Nothing drawn yet"))
            return
        xs, ys = zip(*points, strict=True)
        wide, high = max(1, max(xs) - min(xs)), max(1, max(ys) - min(ys))
        room = QRectF(self.rect()).adjusted(_EDGE_PX, _EDGE_PX, -_EDGE_PX, -_EDGE_PX)
        scale = min(room.width() / wide, room.height() / high)
        left = room.center().x() - wide * scale / 2
        low = room.center().y() + high * scale / 2

        def there(point: tuple[int, int]) -> QPointF:
            return QPointF(left + (point[0] - min(xs)) * scale, low - (point[1] - min(ys)) * scale)

        for own in drawn:
            painter.setPen(pen(colours.ink if own.pen == 1 else colours.woad, 1.5))
            if own.words:
                painter.setFont(text_font(11))
                painter.drawText(there(own.points[0]), own.words)
                continue
            path = QPainterPath(there(own.points[0]))
            for point in own.points[1:]:
                path.lineTo(there(point))
            painter.drawPath(path)


class PlotterWindow(QWidget):
    """A plotter to try things with."""

    def __init__(self, port: int, *, slowly: bool = True) -> None:
        super().__init__()
        self.setWindowTitle(tr("A plotter to try"))
        self.resize(900, 640)
        self._told = _Told()
        self.plotter = StandIn(
            port, rest_s=_REST_S if slowly else 0.0, changed=self._told.changed.emit
        )
        column = QVBoxLayout(self)
        column.setContentsMargins(16, 14, 16, 14)
        column.setSpacing(10)
        column.addWidget(label(tr("A plotter to try"), "title"))
        self.said = label("", "soft", wrap=True)
        column.addWidget(self.said)
        self.sheet = PlotPaper(self.plotter)
        column.addWidget(self.sheet, 1)
        row = QHBoxLayout()
        self.paper = QCheckBox(tr("There is paper in it"))
        self.paper.setToolTip(tr("Without paper it draws nothing more; with paper it goes on"))
        self.paper.setChecked(True)
        self.paper.toggled.connect(self._paper)
        row.addWidget(self.paper)
        row.addStretch()
        clear = QPushButton(tr("A new sheet"))
        clear.setToolTip(tr("Takes what is drawn away"))
        clear.clicked.connect(self.plotter.clear)
        row.addWidget(clear)
        close = QPushButton(tr("Close"))
        close.setToolTip(tr("Ends the plotter (Esc)"))
        close.setShortcut("Esc")
        close.clicked.connect(self.close)
        row.addWidget(close)
        column.addLayout(row)
        self._told.changed.connect(self._show)
        self._show()

    def _paper(self, there: bool) -> None:
        (self.plotter.give_paper if there else self.plotter.take_paper)()

    def _show(self) -> None:
        own = self.plotter
        words = tr("It listens at 127.0.0.1:{port}.", port=str(own.port))
        if own.done:
            words += " " + tr("{done:of byte is|bytes are} drawn.", done=str(own.done))
        if not own.paper:
            words += " " + tr("It is out of paper.")
        self.said.setText(words)
        self.sheet.update()

    def closeEvent(self, event: QCloseEvent) -> None:
        self._told.changed.disconnect(self._show)
        self.plotter.close()
        super().closeEvent(event)
