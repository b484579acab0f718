"""Rows that go on to the next line where there is no more room, and words that are cut short."""

from __future__ import annotations

from PySide6.QtCore import QEvent, QPoint, QRect, QSize, Qt
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import (
    QBoxLayout,
    QHBoxLayout,
    QLabel,
    QLayout,
    QLayoutItem,
    QSizePolicy,
    QWidget,
)


class FlowLayout(QLayout):
    """Items from left to right, line after line, each as wide as it wants to be and no wider than
    the line."""

    def __init__(self, parent: QWidget | None = None, *, spacing: int = 8) -> None:
        super().__init__(parent)
        self._items: list[QLayoutItem] = []
        self._heights: dict[int, int] = {}
        self.setSpacing(spacing)
        self.setContentsMargins(0, 0, 0, 0)

    def addItem(self, item: QLayoutItem) -> None:
        self._items.append(item)

    def count(self) -> int:
        return len(self._items)

    def itemAt(self, index: int) -> QLayoutItem | None:
        return self._items[index] if 0 <= index < len(self._items) else None

    def takeAt(self, index: int) -> QLayoutItem | None:
        return self._items.pop(index) if 0 <= index < len(self._items) else None

    def expandingDirections(self) -> Qt.Orientation:
        return Qt.Orientation(0)

    def hasHeightForWidth(self) -> bool:
        return True

    def heightForWidth(self, width: int) -> int:
        if width not in self._heights:
            self._heights[width] = self._placed(QRect(0, 0, width, 0), move=False)
        return self._heights[width]

    def invalidate(self) -> None:
        self._heights = {}
        super().invalidate()

    def setGeometry(self, rect: QRect) -> None:
        super().setGeometry(rect)
        self._placed(rect, move=True)

    def sizeHint(self) -> QSize:
        shown = [item.sizeHint() for item in self._items if not item.isEmpty()]
        wide = sum(size.width() for size in shown) + self.spacing() * max(0, len(shown) - 1)
        return QSize(wide, max((size.height() for size in shown), default=0))

    def minimumSize(self) -> QSize:
        least = QSize(0, 0)
        for item in self._items:
            if not item.isEmpty():
                least = least.expandedTo(item.minimumSize())
        return least

    def _placed(self, rect: QRect, *, move: bool) -> int:
        """Put the items into lines, each in the middle of its line's height; the height of all."""
        lines: list[list[tuple[QLayoutItem, QSize]]] = [[]]
        x = 0
        for item in self._items:
            if item.isEmpty():
                continue
            wanted = item.sizeHint().boundedTo(QSize(max(1, rect.width()), 100_000))
            if lines[-1] and x + wanted.width() > rect.width():
                lines.append([])
                x = 0
            lines[-1].append((item, wanted))
            x += wanted.width() + self.spacing()
        y = rect.y()
        for line in lines:
            high = max((size.height() for _, size in line), default=0)
            x = rect.x()
            for item, size in line:
                if move:
                    item.setGeometry(QRect(QPoint(x, y + (high - size.height()) // 2), size))
                x += size.width() + self.spacing()
            y += high + self.spacing()
        return max(0, y - rect.y() - self.spacing())


class ShortLabel(QLabel):
    """A line of words that ends in … where there is no room for all of it; its tip says all."""

    def __init__(self, kind: str = "") -> None:
        super().__init__()
        self.setObjectName(kind)
        self.setTextFormat(Qt.TextFormat.PlainText)
        self.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Preferred)
        self._whole = ""

    def say(self, text: str) -> None:
        """Show a text."""
        self._whole = text
        self.setToolTip(text)
        self.setAccessibleName(text)
        self._cut()

    @property
    def whole(self) -> str:
        """All of the text."""
        return self._whole

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._cut()

    def changeEvent(self, event: QEvent) -> None:
        super().changeEvent(event)
        if event.type() in (QEvent.Type.FontChange, QEvent.Type.StyleChange):
            self._cut()  # in another face the same words need another room

    def minimumSizeHint(self) -> QSize:
        return QSize(80, super().minimumSizeHint().height())

    def _cut(self) -> None:
        room = max(40, self.width() - 2)
        self.setText(self.fontMetrics().elidedText(self._whole, Qt.TextElideMode.ElideRight, room))


def flow_bar(spacing: int = 8) -> tuple[QWidget, FlowLayout]:
    """A bar of widgets that takes as many lines as it needs, and its layout."""
    bar = QWidget()
    row = FlowLayout(bar, spacing=spacing)
    policy = QSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Minimum)
    policy.setHeightForWidth(True)
    bar.setSizePolicy(policy)
    return bar, row


def with_words(text: str, field: QWidget) -> QWidget:
    """A field with its word before it, kept on one line."""
    both = QWidget()
    row = QHBoxLayout(both)
    row.setContentsMargins(0, 0, 0, 0)
    row.setSpacing(6)
    words = QLabel(text)
    words.setObjectName("soft")
    words.setBuddy(field)
    row.addWidget(words)
    row.addWidget(field, 1)
    return both


_MAY_TURN = (QEvent.Type.Resize, QEvent.Type.LayoutRequest, QEvent.Type.Show)
_TURNING_GAP_PX = 8


class TurningRow(QWidget):
    """Widgets in a ``row`` beside each other, or below each other where there is no room for
    that."""

    def __init__(self) -> None:
        super().__init__()
        self.row = QBoxLayout(QBoxLayout.Direction.LeftToRight, self)
        self.row.setContentsMargins(0, 0, 0, 0)
        self.row.setSpacing(_TURNING_GAP_PX)

    def event(self, event: QEvent) -> bool:
        if event.type() in _MAY_TURN:
            items = [self.row.itemAt(k) for k in range(self.row.count())]
            need = sum(_least_wide(item) + _TURNING_GAP_PX for item in items if item is not None)
            lying = QBoxLayout.Direction.LeftToRight
            standing = QBoxLayout.Direction.TopToBottom
            self.row.setDirection(lying if need <= self.width() else standing)
        return super().event(event)


def _least_wide(item: QLayoutItem) -> int:
    """How wide what stands in a row must be. A least width in the style sheet hides from the layout
    that a widget of fixed width needs more."""
    widget, least = item.widget(), item.minimumSize().width()
    fixed = QSizePolicy.Policy.Fixed
    if widget is not None and widget.sizePolicy().horizontalPolicy() == fixed:
        return max(least, item.sizeHint().width())
    return least
