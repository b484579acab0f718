"""A drawn figure, from the front and from behind, on which the measurement in hand is shown."""

from __future__ import annotations

import xml.etree.ElementTree as ElementTree

from PySide6.QtCore import QByteArray, QRectF, QSize
from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtSvg import QSvgRenderer
from PySide6.QtWidgets import QSizePolicy, QWidget

from wickel.app.theme import palette
from wickel.app.theme.palette import LIGHT
from wickel.assets import figure_svg
from wickel.body import MEASUREMENTS
from wickel.wording import tr

_NAMESPACE = "http://www.w3.org/2000/svg"
_BODIES = ("body-front", "body-back")


def figure_with(measurement: str) -> str:
    """The figure's drawing with the mark of one measurement, or of none, in the colours of the
    theme in use."""
    ElementTree.register_namespace("", _NAMESPACE)
    root = ElementTree.fromstring(figure_svg())
    for group in list(root):
        if group.get("id") not in (*_BODIES, measurement):
            root.remove(group)
    text = ElementTree.tostring(root, encoding="unicode")
    colours = palette()
    for name in ("linen", "undyed", "walnut", "madder"):
        text = text.replace(getattr(LIGHT, name), getattr(colours, name))
    return text


class Figure(QWidget):
    """The figure, as large as there is room."""

    def __init__(self) -> None:
        super().__init__()
        self._measurement = ""
        self._drawn = ("", "")
        self._renderer = QSvgRenderer(self)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setMinimumHeight(260)

    def sizeHint(self) -> QSize:
        return QSize(330, 420)

    def show_measurement(self, measurement: str) -> None:
        """Highlight a measurement."""
        self._measurement = measurement
        self.setAccessibleName(
            tr("Where {name} is measured", name=MEASUREMENTS[measurement].name.lower())
        )
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        wanted = (self._measurement, palette().linen)
        if wanted != self._drawn:
            self._renderer.load(QByteArray(figure_with(self._measurement).encode()))
            self._drawn = wanted
        box = self._renderer.viewBoxF()
        scale = min(self.width() / box.width(), self.height() / box.height())
        wide, high = box.width() * scale, box.height() * scale
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        self._renderer.render(
            painter, QRectF((self.width() - wide) / 2, (self.height() - high) / 2, wide, high)
        )
        painter.end()
