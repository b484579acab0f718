"""Plain building blocks: cards, headings, labels, scroll columns."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QFrame, QLabel, QLayout, QScrollArea, QVBoxLayout, QWidget


def label(text: str = "", kind: str = "", *, wrap: bool = False) -> QLabel:
    """A label of a kind that the style sheet knows: title, heading, figure, soft, broken, held."""
    made = QLabel(text)
    made.setObjectName(kind)
    made.setWordWrap(wrap)
    made.setTextFormat(Qt.TextFormat.PlainText)
    return made


def card(kind: str = "card") -> tuple[QFrame, QVBoxLayout]:
    """A paper card and its column."""
    frame = QFrame()
    frame.setObjectName(kind)
    column = QVBoxLayout(frame)
    column.setContentsMargins(14, 12, 14, 12)
    column.setSpacing(7)
    return frame, column


def scrolling(content: QWidget) -> QScrollArea:
    """A column that scrolls up and down when it is too long."""
    area = QScrollArea()
    area.setWidget(content)
    area.setWidgetResizable(True)
    area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
    area.setFrameShape(QFrame.Shape.NoFrame)
    return area


def emptied(layout: QLayout) -> None:
    """Take everything out of a layout and let it go."""
    while (item := layout.takeAt(0)) is not None:
        widget, inner = item.widget(), item.layout()
        if widget is not None:
            widget.hide()
            widget.setParent(None)
            widget.deleteLater()
        elif inner is not None:
            emptied(inner)


def relabelled(widget: QLabel, text: str, kind: str) -> None:
    """Change a label's text and kind."""
    widget.setText(text)
    if widget.objectName() != kind:
        widget.setObjectName(kind)
        widget.style().unpolish(widget)
        widget.style().polish(widget)
