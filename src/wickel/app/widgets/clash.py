"""Two windows have changed the same: both versions side by side, and the maker takes one of either
for each."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import fields
from typing import Any

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QDialog, QGridLayout, QPushButton, QVBoxLayout, QWidget

from wickel.app.widgets.cards import closing_row, label
from wickel.wording import tr

_WORDS: Mapping[str, str] = {
    "adjustments": tr("what fittings have shown"),
    "at_hand_mm": tr("length at hand"),
    "bodies": tr("measurements"),
    "care": tr("care"),
    "cloth": tr("the cloth itself"),
    "consent": tr("consent"),
    "counted": tr("counted on"),
    "note": tr("in your own words"),
    "notes": tr("notes"),
    "place": tr("place"),
    "reserved": tr("reserved"),
    "used_mm": tr("really used"),
    "bought_mm": tr("bought"),
    "who": tr("cut by"),
}
"""Fields by what a maker calls them; others by their own name."""


class ClashSheet(QDialog):
    """What this window and the other one have made of the same, for each field that differs.
    ``settled`` is the whole with what was taken."""

    def __init__(
        self, parent: QWidget | None, mine: Any, theirs: Any, names: tuple[str, ...]
    ) -> None:
        super().__init__(parent)
        self.setWindowTitle(tr("Changed in two windows"))
        self.setMinimumWidth(640)
        self._mine, self._theirs = mine, theirs
        column = QVBoxLayout(self)
        column.setContentsMargins(20, 16, 20, 14)
        column.setSpacing(12)
        sentence = tr(
            "Another window has changed the same meanwhile. Take one of the two for each."
        )
        column.addWidget(label(sentence, wrap=True))
        grid = QGridLayout()
        grid.setHorizontalSpacing(14)
        grid.addWidget(label(tr("here"), "heading"), 0, 1)
        grid.addWidget(label(tr("the other window"), "heading"), 0, 2)
        self.choices: dict[str, tuple[QPushButton, QPushButton]] = {}
        for k, name in enumerate(names, start=1):
            grid.addWidget(label(_WORDS.get(name, name), "soft"), k, 0)
            both = (_choice(getattr(mine, name)), _choice(getattr(theirs, name)))
            both[0].setChecked(True)
            for one, other in (both, both[::-1]):
                one.clicked.connect(lambda *_, one=one, other=other: _take(one, other))
            for at, button in enumerate(both, start=1):
                grid.addWidget(button, k, at)
            self.choices[name] = both
        column.addLayout(grid)
        row, _ = closing_row(self, tr("Keep what is marked"), tr("Keeps it in the book (Enter)"))
        column.addLayout(row)

    @property
    def settled(self) -> Any:
        """The other window's with what is marked of this one's, and this one's other changes."""
        theirs = {name for name, (_, button) in self.choices.items() if button.isChecked()}
        values = {
            field.name: getattr(self._theirs if field.name in theirs else self._mine, field.name)
            for field in fields(self._mine)
        }
        return type(self._mine)(**values)


def _choice(value: Any) -> QPushButton:
    made = QPushButton(_shown(value))
    made.setCheckable(True)
    made.setMinimumWidth(200)
    made.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
    return made


def _take(one: QPushButton, other: QPushButton) -> None:
    one.setChecked(True)
    other.setChecked(False)


def _shown(value: Any) -> str:
    """A value in few words."""
    if value in (None, "", ()):
        return tr("nothing")
    if isinstance(value, tuple):
        return tr("{count} of them", count=len(value))
    return str(value) if len(str(value)) < _MOST else f"{str(value)[:_MOST]}…"


_MOST = 60
