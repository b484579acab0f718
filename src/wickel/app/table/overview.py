"""A strip of the whole lay below one that is too long to be seen at once: what is in sight is
framed, and a click brings another part there."""

from __future__ import annotations

from PySide6.QtCore import QPointF, QRectF, Qt, Signal
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPaintEvent
from PySide6.QtWidgets import QWidget

from wickel.app.table.ink import mixed_colour, pen
from wickel.app.table.lay_view import LayView, dye, flip_outline
from wickel.app.table.view import scene_path
from wickel.app.theme import palette, text_scale
from wickel.files import ground_of
from wickel.lay import on_table
from wickel.wording import tr

_HIGH, _ROOM = 54, 6.0
_STEP = 0.5


class Overview(QWidget):
    """The strip of a lay view."""

    looked = Signal(float)

    def __init__(self, view: LayView) -> None:
        super().__init__()
        self._view = view
        self.setFixedHeight(round(_HIGH * text_scale()))
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        self.setAccessibleName(tr("The whole lay; what is in sight is framed"))
        self.setToolTip(tr("Click or draw to see another part of the lay; Left and Right go on"))
        self.setVisible(False)
        view.seen_changed.connect(self.follow)

    def follow(self) -> None:
        """Show what is in sight; away where the lay is no long one."""
        self.setVisible(self._view.lay is not None and self._view.is_long)
        self.update()

    @property
    def _scale(self) -> float:
        """Pixels a millimetre."""
        lay = self._view.lay
        if lay is None:
            return 1.0
        wide = (self.width() - 2 * _ROOM) / lay.table_mm
        return float(min(wide, (self.height() - 2 * _ROOM) / lay.spread.width_mm))

    def paintEvent(self, event: QPaintEvent) -> None:
        lay = self._view.lay
        if lay is None:
            return
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        colours, scale = palette(), self._scale
        high = max(y for s in lay.spread.sections for z in s.zones for _, y in z.outline)
        top = (self.height() - high * scale) / 2
        ground = mixed_colour(ground_of(lay.cloth), colours.paper, 0.55)
        painter.fillRect(QRectF(_ROOM, top, lay.table_mm * scale, high * scale), ground)
        painter.save()
        painter.translate(QPointF(_ROOM, top + high * scale))
        painter.scale(scale, scale)
        garments = list(dict.fromkeys(piece.garment for piece in lay.pieces))
        for placement in lay.placements:
            piece = lay.piece(placement.piece)
            colour = dye(garments.index(piece.garment))
            painter.setPen(pen(colour, 1.0))
            painter.setBrush(mixed_colour(colour, colours.paper, 0.14))
            outline = on_table(placement, piece).outline
            painter.drawPath(scene_path(flip_outline(outline), closed=True))
        painter.restore()
        start, end = self._view.in_sight_mm()
        frame = QRectF(
            _ROOM + max(0.0, start) * scale,
            top - 3,
            (min(end, lay.table_mm) - max(0.0, start)) * scale,
            high * scale + 6,
        )
        painter.setPen(pen(colours.indigo, 2.4))
        painter.setBrush(QColor(0, 0, 0, 0))
        painter.drawRoundedRect(frame, 3, 3)

    def _look(self, x: float) -> None:
        self.looked.emit((x - _ROOM) / self._scale)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self._look(event.position().x())

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if event.buttons() & Qt.MouseButton.LeftButton:
            self._look(event.position().x())

    def keyPressEvent(self, event: QKeyEvent) -> None:
        start, end = self._view.in_sight_mm()
        step = {Qt.Key.Key_Left: -_STEP, Qt.Key.Key_Right: _STEP}.get(Qt.Key(event.key()))
        if step is None:
            super().keyPressEvent(event)
        else:
            self.looked.emit((start + end) / 2 + step * (end - start))
