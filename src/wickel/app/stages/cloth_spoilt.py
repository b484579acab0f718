"""The part of a cloth's card that says what of it cannot be cut: its flaws, and what a remnant
lacks."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import replace
from functools import partial

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QGridLayout, QPushButton, QVBoxLayout, QWidget

from wickel.app.widgets.cards import emptied, label
from wickel.app.widgets.field import Field
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.length_edit import LengthEdit
from wickel.cloth import Cloth, Flaw
from wickel.geometry import Outline
from wickel.typed import UnreadableLength, parsed_length
from wickel.units import Unit, shown_length
from wickel.wording import tr

_FLAW_FIELDS = (
    ("x_mm", tr("from the start")),
    ("y_mm", tr("from the low selvage")),
    ("length_mm", "long"),
    ("width_mm", "wide"),
)

ENTERED: dict[str, Callable[[Flaw, float], Flaw]] = {
    "x_mm": lambda flaw, mm: replace(flaw, x_mm=mm),
    "y_mm": lambda flaw, mm: replace(flaw, y_mm=mm),
    "length_mm": lambda flaw, mm: replace(flaw, length_mm=mm),
    "width_mm": lambda flaw, mm: replace(flaw, width_mm=mm),
}
"""How a flaw becomes another when one of its fields is typed."""


class SpoiltPart(QWidget):
    """Fields for flaws and for the corners of a remnant. ``changed`` carries words and the edit of
    the cloth, a function from one to the next."""

    changed = Signal(str, object)
    trouble = Signal(str)

    def __init__(self) -> None:
        super().__init__()
        self.setProperty(PAGE, "flaws")
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.addWidget(label(tr("Flaws"), "heading"))
        self._flaws = QGridLayout()
        self._flaws.setVerticalSpacing(4)
        self.flaw_fields: list[dict[str, LengthEdit]] = []
        column.addLayout(self._flaws)
        self.add_flaw = QPushButton(tr("Mark a flaw"))
        self.add_flaw.setToolTip(
            tr(
                "A spoiled place: no piece may be cut over it. Without a width it goes right "
                "across."
            )
        )
        self.add_flaw.clicked.connect(self._add_flaw)
        column.addWidget(self.add_flaw)
        column.addWidget(label(tr("Shape of a remnant"), "heading"))
        self.corners = Field()
        self.corners.setAccessibleName(tr("Corners of a remnant"))
        self.corners.setPlaceholderText(tr("a whole cloth"))
        self.corners.setToolTip(
            tr(
                "Its corners one after another, along × across, like 0×0; 120×0; 90×140; 0×140. "
                "Empty for a whole cloth."
            )
        )
        self.corners.editingFinished.connect(self._enter_corners)
        column.addWidget(self.corners)
        self._cloth: Cloth | None = None
        self._unit, self._shown = Unit.CM, ""

    def show_cloth(self, cloth: Cloth, unit: Unit) -> None:
        """Show the flaws and the corners of a cloth."""
        self._cloth, self._unit = cloth, unit
        shown = (
            tuple(shown_length(mm, unit, with_unit=False) for mm in corner)
            for corner in cloth.remnant
        )
        self._shown = "; ".join("×".join(corner) for corner in shown)
        self.corners.refill(self._shown)
        emptied(self._flaws)
        self.flaw_fields = []
        if cloth.flaws:
            for column, (_, words) in enumerate(_FLAW_FIELDS):
                self._flaws.addWidget(label(words, "soft", wrap=True), 0, column)
        for k, flaw in enumerate(cloth.flaws):
            row: dict[str, LengthEdit] = {}
            for column, (attribute, words) in enumerate(_FLAW_FIELDS):
                field = LengthEdit(f"Flaw {k + 1}: {words}")
                field.setFixedWidth(74)
                field.show_length(getattr(flaw, attribute), unit)
                field.entered.connect(partial(self._enter_flaw, k, attribute))
                row[attribute] = field
                self._flaws.addWidget(field, k + 1, column)
            out = QPushButton("×")
            out.setObjectName("chip")
            out.setAccessibleName(tr("Take flaw {k} away", k=k + 1))
            out.setToolTip(tr("This place is good after all"))
            out.clicked.connect(partial(self.drop_flaw, k))
            self._flaws.addWidget(out, k + 1, len(_FLAW_FIELDS))
            self.flaw_fields.append(row)

    def _add_flaw(self) -> None:
        if self._cloth is not None:
            made = Flaw(
                x_mm=500.0, length_mm=50.0, y_mm=self._cloth.usable_width_mm / 2, width_mm=50.0
            )
            self._say(tr("Flaw"), (*self._cloth.flaws, made))

    def _say(self, words: str, flaws: tuple[Flaw, ...]) -> None:
        self.changed.emit(words, lambda cloth: replace(cloth, flaws=flaws))

    def _enter_flaw(self, which: int, attribute: str, mm: float) -> None:
        if self._cloth is not None:
            flaws = list(self._cloth.flaws)
            flaws[which] = ENTERED[attribute](flaws[which], mm)
            self._say(tr("Flaw"), tuple(flaws))

    def drop_flaw(self, which: int) -> None:
        """Say that a place is good after all."""
        if self._cloth is not None:
            kept = tuple(flaw for k, flaw in enumerate(self._cloth.flaws) if k != which)
            self._say(tr("Flaw away"), kept)

    def _enter_corners(self) -> None:
        text = self.corners.text().strip()
        if self._cloth is None or text == self._shown:
            return
        try:
            corners = read_corners(text, self._unit)
        except UnreadableLength as reason:
            self.trouble.emit(str(reason))
            return
        words = tr("Shape of the remnant")
        self.changed.emit(words, lambda cloth: replace(cloth, remnant=corners))


def read_corners(text: str, unit: Unit) -> Outline:
    """Corners as a maker writes them, ``along × across`` one after another, in mm.

    Raises:
        UnreadableLength: says which corner cannot be read.
    """
    corners = []
    for words in (part.strip() for part in re.split(r"[;\n]", text)):
        if not words:
            continue
        numbers = re.split(r"\s*[×x*]\s*", words)
        if len(numbers) != 2:
            raise UnreadableLength(
                tr(
                    "“{words}” is no corner of a remnant: write along × across, like 120×0.",
                    words=words,
                )
            )
        along, across = (parsed_length(number, unit) for number in numbers)
        corners.append((along, across))
    return tuple(corners)
