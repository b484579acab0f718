"""The gallery of styles: each as a small picture of its own draft."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtWidgets import QDialog, QGridLayout, QVBoxLayout, QWidget

from wickel.app.table.ink import pen
from wickel.app.table.paper_view import hung
from wickel.app.table.view import scene_path
from wickel.app.theme import palette
from wickel.app.widgets.cards import TakenCard, label, scrolling
from wickel.body import CHARTS
from wickel.draft import STYLES, Allowances, Style, draft
from wickel.geometry import bounds
from wickel.pattern import net_line

_COLUMNS = 3
_MOST_PIECES = 4
_GAP_MM = 60.0


class Thumbnail(QWidget):
    """The largest pieces of a style, as drafted in the middle size of its chart."""

    def __init__(self, style: Style) -> None:
        super().__init__()
        self.setFixedHeight(112)
        chart = CHARTS[style.charts[0]]
        sizes = list(chart.sizes)
        pattern = draft(style, chart.body(sizes[len(sizes) // 2]), {}, Allowances())
        outlines = sorted(
            (hung(net_line(piece)) for piece in pattern.pieces),
            key=lambda outline: -bounds(outline).width * bounds(outline).height,
        )
        self._outlines = outlines[:_MOST_PIECES]

    def paintEvent(self, event: QPaintEvent) -> None:
        boxes = [bounds(outline) for outline in self._outlines]
        wide = sum(box.width for box in boxes) + _GAP_MM * (len(boxes) - 1)
        high = max(box.height for box in boxes)
        scale = min((self.width() - 8) / wide, (self.height() - 8) / high)
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.translate((self.width() - wide * scale) / 2, (self.height() - high * scale) / 2)
        painter.scale(scale, scale)
        painter.setPen(pen(palette().ink, 1.5))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        x = 0.0
        for outline, box in zip(self._outlines, boxes, strict=True):
            painter.save()
            painter.translate(x - box.min_x, -box.min_y)
            painter.drawPath(scene_path(outline, closed=True))
            painter.restore()
            x += box.width + _GAP_MM
        painter.end()


class Gallery(QDialog):
    """Choose a style. ``chosen`` carries its id."""

    chosen = Signal(str)

    def __init__(self, parent: QWidget | None, title: str) -> None:
        super().__init__(parent)
        self.setWindowTitle(title)
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.resize(980, 720)
        column = QVBoxLayout(self)
        column.setContentsMargins(20, 18, 20, 18)
        column.addWidget(label(title, "title"))
        column.addWidget(label("Click, or Tab and Enter. Esc leaves everything as it is.", "soft"))
        grid = QGridLayout()
        grid.setSpacing(12)
        self.cards: dict[str, TakenCard] = {}
        for k, style in enumerate(STYLES.values()):
            card = TakenCard(style.id, style.name, f"{style.name}: {style.summary} (Enter)")
            words = QVBoxLayout(card)
            words.addWidget(Thumbnail(style))
            words.addWidget(label(style.name, "heading"))
            words.addWidget(label(style.summary, "soft", wrap=True))
            words.addStretch()
            card.taken.connect(self._take)
            self.cards[style.id] = card
            grid.addWidget(card, k // _COLUMNS, k % _COLUMNS)
        inner = QWidget()
        inner.setLayout(grid)
        column.addWidget(scrolling(inner), 1)

    def _take(self, style: str) -> None:
        self.chosen.emit(style)
        self.accept()
