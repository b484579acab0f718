"""Plain building blocks: cards, headings, labels, scroll columns, the foot of a dialog."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QKeyEvent, QMouseEvent
from PySide6.QtWidgets import (
    QComboBox,
    QDialog,
    QFrame,
    QHBoxLayout,
    QLabel,
    QLayout,
    QPushButton,
    QScrollArea,
    QVBoxLayout,
    QWidget,
)


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


class TakenCard(QFrame):
    """A card that is taken by a click, Enter or the space bar. ``taken`` carries its id."""

    taken = Signal(str)

    def __init__(self, id: str, name: str, tip: str) -> None:
        super().__init__()
        self._id = id
        self.setObjectName("card")
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.setAccessibleName(name)
        self.setToolTip(tip)

    def mark(self, chosen: bool) -> None:
        """Show whether this is the one in use."""
        self.setObjectName("chosen" if chosen else "card")
        self.style().unpolish(self)
        self.style().polish(self)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.taken.emit(self._id)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space):
            self.taken.emit(self._id)
        else:
            super().keyPressEvent(event)


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


def narrow(box: QComboBox) -> None:
    """Let a box be narrower than its longest choice."""
    box.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
    box.setMinimumContentsLength(8)


def labelled(row: QHBoxLayout, text: str, field: QWidget, stretch: int = 0) -> None:
    """Put a field into a row, its word before it."""
    words = label(text, "soft")
    words.setBuddy(field)
    row.addWidget(words)
    row.addWidget(field, stretch)


def closing_row(dialog: QDialog, words: str, tip: str) -> tuple[QHBoxLayout, QPushButton]:
    """The buttons at the foot of a dialog: leave it as it is, or do what it is for; and the one that does."""
    leave = QPushButton("Leave it")
    leave.setToolTip("Close without a change (Esc)")
    leave.clicked.connect(dialog.reject)
    do = QPushButton(words)
    do.setObjectName("main")
    do.setDefault(True)
    do.setToolTip(tip)
    do.clicked.connect(dialog.accept)
    row = QHBoxLayout()
    row.addWidget(leave)
    row.addStretch()
    row.addWidget(do)
    return row, do
