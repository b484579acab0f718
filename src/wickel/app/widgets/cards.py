"""Plain building blocks: cards, headings, labels, scroll columns, the foot of a dialog."""

from __future__ import annotations

from collections.abc import Iterable

from PySide6.QtCore import QEvent, QObject, QSize, Qt, Signal
from PySide6.QtGui import QFocusEvent, QKeyEvent, QMouseEvent
from PySide6.QtWidgets import (
    QComboBox,
    QDialog,
    QFormLayout,
    QFrame,
    QHBoxLayout,
    QLabel,
    QLayout,
    QPushButton,
    QScrollArea,
    QStyle,
    QStyleOptionComboBox,
    QVBoxLayout,
    QWidget,
)

from wickel.app.theme import TARGET_PX, scaled
from wickel.wording import tr


def label(text: str = "", kind: str = "", *, wrap: bool = False) -> QLabel:
    """A label of a kind that the style sheet knows: title, heading, figure, soft, broken, held."""
    made = QLabel(text)
    made.setObjectName(kind)
    made.setWordWrap(wrap)
    made.setTextFormat(Qt.TextFormat.PlainText)
    return made


class Figure(QLabel):
    """A large figure, read aloud with what it is of."""

    def __init__(self, words: str, text: str = "–") -> None:
        super().__init__()
        self._words = words
        self.setObjectName("figure")
        self.setTextFormat(Qt.TextFormat.PlainText)
        self.setText(text)

    def setText(self, text: str) -> None:
        super().setText(text)
        self.setAccessibleName(f"{self._words}: {text}")


def card(kind: str = "card") -> tuple[QFrame, QVBoxLayout]:
    """A paper card and its column."""
    frame = QFrame()
    frame.setObjectName(kind)
    column = QVBoxLayout(frame)
    column.setContentsMargins(14, 12, 14, 12)
    column.setSpacing(7)
    return frame, column


class Form(QFormLayout):
    """Fields below each other, each with its words beside it."""

    def add(self, words: str, field: QWidget | QLayout) -> None:
        """Add a field, and its words in the middle of its height."""
        text = QLabel(words)
        text.setMinimumHeight(TARGET_PX)
        if isinstance(field, QWidget):
            text.setBuddy(field)
        self.addRow(text, field)


def form_below(column: QVBoxLayout) -> Form:
    """A form at the end of a card's column."""
    form = Form()
    form.setHorizontalSpacing(18)
    form.setVerticalSpacing(8)
    form.setFieldGrowthPolicy(QFormLayout.FieldGrowthPolicy.AllNonFixedFieldsGrow)
    form.setRowWrapPolicy(QFormLayout.RowWrapPolicy.WrapLongRows)
    column.addLayout(form)
    return form


class TakenCard(QFrame):
    """A card that is taken by a click, Enter or the space bar. ``taken`` carries its id.

    The arrow keys go to the next card of the same column, Home and End to its first and last one.
    """

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
        step = _STEPS.get(Qt.Key(event.key()))
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space):
            self.taken.emit(self._id)
        elif step is not None:
            self._go(step)
        else:
            super().keyPressEvent(event)

    def focusInEvent(self, event: QFocusEvent) -> None:
        super().focusInEvent(event)
        self._light(True)

    def focusOutEvent(self, event: QFocusEvent) -> None:
        super().focusOutEvent(event)
        self._light(False)

    def _light(self, yes: bool) -> None:
        self.setProperty("lit", yes)
        self.style().unpolish(self)
        self.style().polish(self)

    def _go(self, step: int) -> None:
        """Give the focus to a card further on in the column, or across rows of cards."""
        parent = self.parentWidget()
        if parent is None:
            return
        cards = [card for card in parent.findChildren(TakenCard) if card.isVisibleTo(parent)]
        cards.sort(key=lambda each: (each.y(), each.x()))
        across = sum(card.y() == cards[0].y() for card in cards)
        here = cards.index(self)
        by = step if abs(step) != _ROW else across * (1 if step > 0 else -1)
        cards[max(0, min(len(cards) - 1, here + by))].setFocus(Qt.FocusReason.TabFocusReason)


_ROW, _ALL = 1000, 10_000
_STEPS = {
    Qt.Key.Key_Right: 1,
    Qt.Key.Key_Left: -1,
    Qt.Key.Key_Down: _ROW,
    Qt.Key.Key_Up: -_ROW,
    Qt.Key.Key_Home: -_ALL,
    Qt.Key.Key_End: _ALL,
}
"""How many cards on an arrow key goes; up and down by a row of cards."""


class _Column(QScrollArea):
    """A scroll area that is never narrower than what is in it."""

    def minimumSizeHint(self) -> QSize:
        hint, inner = super().minimumSizeHint(), self.widget()
        if inner is not None:
            hint.setWidth(
                inner.minimumSizeHint().width() + self.verticalScrollBar().sizeHint().width()
            )
        return hint

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        if event.type() is QEvent.Type.LayoutRequest and watched is self.widget():
            self.updateGeometry()
        return super().eventFilter(watched, event)


def scrolling(content: QWidget) -> QScrollArea:
    """A column that scrolls up and down when it is too long."""
    area = _Column()
    area.setWidget(content)
    area.setWidgetResizable(True)
    area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
    area.setFrameShape(QFrame.Shape.NoFrame)
    area.setFocusPolicy(
        Qt.FocusPolicy.NoFocus
    )  # the Tab key goes to what is in it, not to the column itself
    return area


def side_column(content: QWidget, wide: int, most: int) -> QScrollArea:
    """A column at the side that scrolls, so wide, and wider with its text up to a limit; in
    pixels."""
    area = scrolling(content)
    area.setFixedWidth(min(most, round(scaled(wide))))
    return area


def emptied(layout: QLayout) -> None:
    """Take everything out of a layout and let it go."""
    while (item := layout.takeAt(0)) is not None:
        widget, inner = item.widget(), item.layout()
        if widget is not None:
            let_go(widget)
        elif inner is not None:
            emptied(inner)


def let_go(widget: QWidget) -> None:
    """Take a widget out of sight and out of its parent at once, though it is deleted later."""
    widget.hide()
    widget.setParent(None)
    widget.deleteLater()


def seen(widget: QWidget, yes: bool) -> None:
    """Show a widget or hide it; one that is so already is left alone, and its layout with it."""
    if widget.isHidden() == yes:
        widget.setVisible(yes)


def relabelled(widget: QLabel, text: str, kind: str) -> None:
    """Change a label's text and kind."""
    widget.setText(text)
    if widget.objectName() != kind:
        widget.setObjectName(kind)
        widget.style().unpolish(widget)
        widget.style().polish(widget)


def editable(box: QComboBox, name: str) -> None:
    """Let something else be typed into a box; the field in it has the name of the box."""
    box.setEditable(True)
    box.setAccessibleName(name)
    field = box.lineEdit()
    if field is not None:
        field.setAccessibleName(name)


_BESIDE_WORDS_PX = 4


class NarrowBox(QComboBox):
    """A box that may be narrower than its longest choice: what is chosen ends in … where there is
    no room for all of it."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.setMinimumContentsLength(8)

    def initStyleOption(self, option: QStyleOptionComboBox) -> None:
        super().initStyleOption(option)
        option.currentText = self.fontMetrics().elidedText(
            self.currentText(), Qt.TextElideMode.ElideRight, text_room(self, option)
        )


def text_room(box: QComboBox, option: QStyleOptionComboBox) -> int:
    """How wide the words of a box can be, in pixels."""
    control, part = QStyle.ComplexControl.CC_ComboBox, QStyle.SubControl.SC_ComboBoxEditField
    return box.style().subControlRect(control, option, part, box).width() - _BESIDE_WORDS_PX


def fill_box(box: QComboBox, rows: Iterable[tuple[str, str]], chosen: str) -> None:
    """Fill a box with words and what they stand for, one of them chosen; one that has them already
    is not touched."""
    wanted = list(rows)
    if [(box.itemText(k), box.itemData(k)) for k in range(box.count())] != wanted:
        box.clear()
        for words, id in wanted:
            box.addItem(words, id)
    box.setCurrentIndex(box.findData(chosen))


def labelled(row: QHBoxLayout, text: str, field: QWidget, stretch: int = 0) -> None:
    """Put a field into a row, its word before it."""
    words = label(text, "soft")
    words.setBuddy(field)
    row.addWidget(words)
    row.addWidget(field, stretch)


LEAVE = "leave"
"""What the button is called that leaves a dialog without a change."""


def closing_row(dialog: QDialog, words: str, tip: str) -> tuple[QHBoxLayout, QPushButton]:
    """The buttons at the foot of a dialog: leave it as it is, or do what it is for; and the one
    that does."""
    leave = QPushButton(tr("Cancel"))
    leave.setObjectName(LEAVE)
    leave.setToolTip(tr("Close without a change (Esc)"))
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
