"""A drawn figure on which the measurement in hand is shown."""

from __future__ import annotations

from itertools import pairwise

from PySide6.QtCore import QPointF, QRectF, QSize, Qt
from PySide6.QtGui import QColor, QPainter, QPainterPath, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QWidget

from wickel.app.theme import palette
from wickel.body import MEASUREMENTS

# half widths of the figure at levels down from the crown, both in parts of its height
_TORSO = (
    (0.128, 0.030),
    (0.150, 0.034),
    (0.172, 0.098),
    (0.200, 0.108),
    (0.255, 0.092),
    (0.300, 0.084),
    (0.365, 0.070),
    (0.420, 0.085),
    (0.475, 0.101),
)
_LEG = ((0.475, 0.101), (0.560, 0.096), (0.640, 0.078), (0.720, 0.060), (0.800, 0.056), (0.930, 0.032), (0.955, 0.034))
_GIRTHS = {
    "bust": (0.255, 0.0, 0.092),
    "waist": (0.365, 0.0, 0.070),
    "hip": (0.475, 0.0, 0.101),
    "neck": (0.140, 0.0, 0.033),
}
_UPPER_ARM = (0.272, 0.1235, 0.024)
_HEAD = (0.062, 0.0, 0.052)


class Figure(QWidget):
    """Front view of a body in our own few lines; girths as bands, lengths as arrows."""

    def __init__(self) -> None:
        super().__init__()
        self._measurement = ""
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setMinimumHeight(260)

    def sizeHint(self) -> QSize:
        return QSize(300, 420)

    def show_measurement(self, measurement: str) -> None:
        """Highlight a measurement."""
        self._measurement = measurement
        self.setAccessibleName(f"Where {MEASUREMENTS[measurement].name.lower()} is measured")
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        high = min(self.height() * 0.98, self.width() * 1.9)
        painter.translate(self.width() / 2, (self.height() - high) / 2)
        painter.scale(high, high)
        self._paint_body(painter)
        self._paint_measurement(painter)
        painter.end()

    def _paint_body(self, painter: QPainter) -> None:
        colours = palette()
        painter.setBrush(QColor(colours.linen))
        painter.setPen(QPen(QColor(colours.walnut), 0.004))
        for side in (-1, 1):
            arm = QPainterPath(QPointF(side * 0.098, 0.176))
            arm.cubicTo(side * 0.140, 0.190, side * 0.140, 0.260, side * 0.152, 0.340)
            arm.cubicTo(side * 0.158, 0.400, side * 0.170, 0.450, side * 0.176, 0.490)
            arm.lineTo(side * 0.150, 0.494)
            arm.cubicTo(side * 0.138, 0.430, side * 0.122, 0.380, side * 0.112, 0.330)
            arm.cubicTo(side * 0.106, 0.290, side * 0.094, 0.262, side * 0.092, 0.250)
            painter.drawPath(arm)
        body = QPainterPath(QPointF(_TORSO[0][1], _TORSO[0][0]))
        _smooth(body, [(x, y) for y, x in (*_TORSO, *_LEG[1:])])
        body.lineTo(0.008, 0.955)
        body.quadTo(0.012, 0.70, 0.004, 0.515)
        body.lineTo(-0.004, 0.515)
        body.quadTo(-0.012, 0.70, -0.008, 0.955)
        body.lineTo(-_LEG[-1][1], _LEG[-1][0])
        _smooth(body, [(-x, y) for y, x in (*reversed(_LEG), *reversed(_TORSO[:-1]))])
        body.closeSubpath()
        painter.drawPath(body)
        painter.drawEllipse(QRectF(-0.047, 0.008, 0.094, 0.124))

    def _paint_measurement(self, painter: QPainter) -> None:
        colours = palette()
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.setPen(QPen(QColor(colours.madder), 0.009, Qt.PenStyle.SolidLine, Qt.PenCapStyle.RoundCap))
        id = self._measurement
        bands = {**_GIRTHS, "upper_arm": _UPPER_ARM, "head": _HEAD}
        if id in bands:
            y, x, half = bands[id]
            painter.drawEllipse(QRectF(x - half, y - 0.012, 2 * half, 0.024))
        elif id == "shoulder":
            painter.drawLine(QPointF(-0.104, 0.176), QPointF(0.104, 0.176))
        elif id in ("neck_to_hip", "neck_to_knee"):
            end = 0.475 if id == "neck_to_hip" else 0.72
            painter.drawLine(QPointF(0.036, 0.155), QPointF(0.052, 0.25))
            painter.drawLine(QPointF(0.052, 0.25), QPointF(0.052, end))
            painter.drawLine(QPointF(0.040, end), QPointF(0.064, end))


def _smooth(path: QPainterPath, points: list[tuple[float, float]]) -> None:
    """Continue a path through points with quadratic joints at their middles."""
    for (ax, ay), (bx, by) in pairwise(points):
        path.quadTo(QPointF(ax, ay), QPointF((ax + bx) / 2, (ay + by) / 2))
    path.lineTo(QPointF(*points[-1]))
