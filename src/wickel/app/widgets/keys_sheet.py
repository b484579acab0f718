"""Every key of the window, read off its menus, so that the sheet is never behind them."""

from __future__ import annotations

from collections.abc import Iterator

from PySide6.QtGui import QKeySequence
from PySide6.QtWidgets import (
    QDialog,
    QGridLayout,
    QHBoxLayout,
    QMenu,
    QMenuBar,
    QVBoxLayout,
    QWidget,
)

from wickel.app.widgets.cards import label, scrolling
from wickel.app.widgets.dialogs import take_room
from wickel.app.widgets.guide import PAGE
from wickel.wording import tr

_BY_HAND = (
    (tr("Tab, Shift+Tab"), tr("next and previous field")),
    (tr("Arrows, Enter"), tr("from card to card, take the one in hand")),
    (tr("Page Down, Page Up"), tr("next and previous piece on paper or cloth")),
    ("Esc", tr("put the piece down, close a dialog")),
    ("F2", tr("show what the slip is about")),
    (tr("Wheel, + and −, 0"), tr("nearer, farther, all in sight")),
    ("Drag", tr("move what is in sight")),
)


def keys_of(menu: QMenu | QMenuBar) -> Iterator[tuple[str, str]]:
    """The keys of a menu's entries with what they do, those of its own menus too."""
    for action in menu.actions():
        inner = action.menu()
        if isinstance(inner, QMenu):
            yield from keys_of(inner)
        elif not action.shortcut().isEmpty():
            keys = action.shortcut().toString(QKeySequence.SequenceFormat.NativeText)
            yield keys, action.text().replace("&", "").removesuffix("…")


class KeysSheet(QDialog):
    """A sheet of keys, a block for each menu, two blocks side by side."""

    def __init__(self, bar: QMenuBar, parent: QWidget) -> None:
        super().__init__(parent)
        self.setProperty(PAGE, "keys")
        self.setWindowTitle(tr("Keys and mouse"))
        inner = QWidget()
        columns = QHBoxLayout(inner)
        columns.setSpacing(28)
        blocks = [("Everywhere", list(_BY_HAND))]
        for action in bar.actions():
            menu = action.menu()
            if isinstance(menu, QMenu):
                blocks.append((action.text().replace("&", ""), list(keys_of(menu))))
        blocks = [block for block in blocks if block[1]]
        self.rows = [row for _, rows in blocks for row in rows]
        half = sum(len(rows) + 2 for _, rows in blocks) / 2
        column, high = QVBoxLayout(), 0
        columns.addLayout(column)
        for name, rows in blocks:
            if high > half - 2 and columns.count() == 1:
                column.addStretch()
                column, high = QVBoxLayout(), 0
                columns.addLayout(column)
            column.addWidget(label(name, "heading"))
            grid = QGridLayout()
            grid.setHorizontalSpacing(14)
            for k, (keys, words) in enumerate(rows):
                grid.addWidget(label(keys, "keys"), k, 0)
                grid.addWidget(label(words, wrap=True), k, 1)
            grid.setColumnStretch(1, 1)
            column.addLayout(grid)
            column.addSpacing(10)
            high += len(rows) + 2
        column.addStretch()
        whole = QVBoxLayout(self)
        whole.setContentsMargins(20, 16, 12, 14)
        whole.addWidget(scrolling(inner))
        take_room(self, 860, 640)
