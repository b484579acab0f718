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
_GIRTHS = {  # level, middle, half width
    "bust": (0.255, 0.0, 0.092),
    "under_bust": (0.300, 0.0, 0.084),
    "waist": (0.365, 0.0, 0.070),
    "hip": (0.475, 0.0, 0.101),
    "neck": (0.140, 0.0, 0.033),
    "head": (0.062, 0.0, 0.052),
    "upper_arm": (0.272, 0.1235, 0.024),
    "elbow": (0.345, 0.134, 0.020),
    "wrist": (0.478, 0.162, 0.013),
    "thigh": (0.535, 0.053, 0.046),
    "knee": (0.720, 0.034, 0.026),
    "ankle": (0.925, 0.020, 0.013),
}
_LINES = {  # points from start to end
    "shoulder": ((-0.104, 0.176), (0.104, 0.176)),
    "across_back": ((-0.094, 0.215), (0.094, 0.215)),
    "across_front": ((-0.090, 0.220), (0.090, 0.220)),
    "bust_span": ((-0.045, 0.250), (0.045, 0.250)),
    "armhole": ((0.100, 0.176), (0.112, 0.215), (0.096, 0.252)),
    "neck_to_bust": ((0.036, 0.155), (0.046, 0.250)),
    "neck_to_under_bust": ((0.036, 0.155), (0.046, 0.250), (0.046, 0.300)),
    "neck_to_waist": ((0.036, 0.155), (0.046, 0.250), (0.046, 0.365)),
    "neck_to_hip": ((0.036, 0.155), (0.046, 0.250), (0.046, 0.475)),
    "neck_to_knee": ((0.036, 0.155), (0.046, 0.250), (0.046, 0.720)),
    "neck_to_floor": ((0.036, 0.155), (0.046, 0.250), (0.046, 0.970)),
    "nape_to_waist": ((0.0, 0.150), (0.0, 0.365)),
    "nape_to_floor": ((0.0, 0.150), (0.0, 0.970)),
    "waist_to_hip": ((0.086, 0.365), (0.110, 0.475)),
    "waist_to_knee": ((0.086, 0.365), (0.110, 0.475), (0.076, 0.720)),
    "waist_to_ankle": ((0.086, 0.365), (0.110, 0.475), (0.076, 0.720), (0.046, 0.930)),
    "body_rise": ((0.092, 0.365), (0.112, 0.510)),
    "crotch_round": ((-0.006, 0.365), (-0.006, 0.515), (0.006, 0.515), (0.006, 0.365)),
    "inside_leg": ((0.010, 0.515), (0.012, 0.930)),
    "sleeve_length": ((0.106, 0.178), (0.146, 0.340), (0.168, 0.490)),
    "nape_to_sleeve_end": ((0.0, 0.150), (0.106, 0.178), (0.146, 0.340), (0.168, 0.490)),
}


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
        if self._measurement in _GIRTHS:
            y, x, half = _GIRTHS[self._measurement]
            painter.drawEllipse(QRectF(x - half, y - 0.012, 2 * half, 0.024))
            return
        points = [QPointF(*p) for p in _LINES.get(self._measurement, ())]
        for start, end in pairwise(points):
            painter.drawLine(start, end)
        for point in (*points[:1], *points[-1:]):
            painter.drawEllipse(point, 0.006, 0.006)


def _smooth(path: QPainterPath, points: list[tuple[float, float]]) -> None:
    """Continue a path through points with quadratic joints at their middles."""
    for (ax, ay), (bx, by) in pairwise(points):
        path.quadTo(QPointF(ax, ay), QPointF((ax + bx) / 2, (ay + by) / 2))
    path.lineTo(QPointF(*points[-1]))
