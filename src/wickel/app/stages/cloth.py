"""The Cloth stage: the shelf, the card of the cloth in hand, and how its print runs up the body."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QLineEdit, QPushButton, QVBoxLayout, QWidget

from wickel.app.edits import with_cloth, with_shelf_cloth
from wickel.app.session import Session
from wickel.app.widgets.cards import TakenCard, card, emptied, label, relabelled, scrolling
from wickel.app.widgets.length_edit import LengthEdit
from wickel.app.widgets.swatch import PrintOnPiece, Swatch
from wickel.cloth import PRINT_NAMES, BadCloth, Cloth, Print
from wickel.studio import SHELF
from wickel.units import Unit, shown_length

_LENGTHS: tuple[tuple[str, str], ...] = (
    ("usable_width_mm", "Usable width, between the selvages"),
    ("reserve_mm", "Kept free at each selvage"),
    ("squaring_mm", "Trimmed at each end for squaring"),
    ("step_mm", "Sold in steps of"),
)


class ShelfCard(TakenCard):
    """A cloth on the shelf: its swatch, name, width, print and price."""

    def __init__(self, cloth: Cloth, unit: Unit) -> None:
        super().__init__(cloth.id, f"{cloth.shown_name} on the shelf", "Cut from this cloth (Enter)")
        self.cloth = cloth
        row = QHBoxLayout(self)
        row.setContentsMargins(10, 9, 10, 9)
        row.addWidget(Swatch(cloth))
        words = QVBoxLayout()
        words.setSpacing(1)
        words.addWidget(label(cloth.shown_name, "heading"))
        words.addWidget(label(f"{shown_length(cloth.usable_width_mm, unit)} usable", "soft"))
        words.addWidget(label(PRINT_NAMES[cloth.print_or_assumed], "soft"))
        row.addLayout(words, 1)


class ClothStage(QWidget):
    """Take a cloth off the shelf, or change the one in hand."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.setObjectName("stage")
        self._session = session
        self.shelf: dict[str, ShelfCard] = {}
        self.fields: dict[str, LengthEdit] = {}
        self.print_buttons: dict[Print, QPushButton] = {}
        self._unit: Unit | None = None
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(14)
        row.addWidget(self._shelf_column(), 3)
        row.addWidget(self._cloth_card(), 4)
        row.addWidget(self._print_card(), 3)
        session.job_changed.connect(self.refresh)

    def _shelf_column(self) -> QWidget:
        frame, column = card()
        column.addWidget(label("On the shelf", "heading"))
        inner = QWidget()
        self._shelf = QVBoxLayout(inner)
        self._shelf.setContentsMargins(0, 0, 6, 0)
        self._shelf.setSpacing(8)
        column.addWidget(scrolling(inner), 1)
        return frame

    def _cloth_card(self) -> QWidget:
        frame, column = card()
        column.addWidget(label("The cloth in hand", "heading"))
        self.name = QLineEdit()
        self.name.setAccessibleName("Name of the cloth")
        self.name.setToolTip("Name of the cloth")
        self.name.editingFinished.connect(self._rename)
        column.addWidget(self.name)
        column.addSpacing(4)
        column.addWidget(label("Which way up may pieces lie?", "heading"))
        buttons = QGridLayout()
        for k, way in enumerate((Print.ANY, Print.TWO_WAY, Print.ONE_WAY)):
            button = QPushButton(PRINT_NAMES[way])
            button.setCheckable(True)
            button.setToolTip(f"The print: {PRINT_NAMES[way]}")
            button.clicked.connect(partial(self._take_print, way))
            self.print_buttons[way] = button
            buttons.addWidget(button, k, 0)
        column.addLayout(buttons)
        self.print_said = label("", "soft", wrap=True)
        column.addWidget(self.print_said)
        column.addSpacing(4)
        grid = QGridLayout()
        grid.setVerticalSpacing(6)
        for k, (attribute, text) in enumerate(_LENGTHS):
            self._add_field(grid, k, attribute, text)
        for k, (attribute, text) in enumerate(
            (("shrink_along", "Shrinks along, of 100"), ("shrink_across", "Shrinks across, of 100")), len(_LENGTHS)
        ):
            field = QLineEdit()
            field.setFixedWidth(96)
            field.setAccessibleName(text)
            field.setToolTip("How many of 100 are lost in the wash")
            field.editingFinished.connect(partial(self._enter_share, attribute, field))
            setattr(self, attribute, field)
            self._place(grid, k, text, field)
        column.addLayout(grid)
        self.trouble = label("", "broken", wrap=True)
        column.addWidget(self.trouble)
        column.addStretch()
        return frame

    def _add_field(self, grid: QGridLayout, row: int, attribute: str, text: str) -> None:
        field = LengthEdit(text)
        field.entered.connect(partial(self._enter, attribute))
        self.fields[attribute] = field
        self._place(grid, row, text, field)

    def _place(self, grid: QGridLayout, row: int, text: str, field: QWidget) -> None:
        name = label(text, wrap=True)
        name.setBuddy(field)
        grid.addWidget(name, row, 0)
        grid.addWidget(field, row, 1)
        grid.setColumnStretch(0, 1)

    def _print_card(self) -> QWidget:
        frame, column = card()
        column.addWidget(label("How it will be worn", "heading"))
        self.worn = PrintOnPiece()
        column.addWidget(self.worn, 1)
        self.worn_words = label("", "soft", wrap=True)
        column.addWidget(self.worn_words)
        return frame

    # --- showing -----------------------------------------------------------------------------

    def refresh(self) -> None:
        """Show the shelf and the cloth in hand as they are now."""
        cloth, unit = self._session.cloth, self._session.job.unit
        if unit is not self._unit:
            self._fill_shelf(unit)
        if cloth is None:
            return
        for own in self.shelf.values():
            own.mark(replace(own.cloth, id=cloth.id) == cloth)
        self.name.setText(cloth.shown_name)
        for attribute, field in self.fields.items():
            field.show_length(getattr(cloth, attribute), unit)
        for attribute in ("shrink_along", "shrink_across"):
            getattr(self, attribute).setText(f"{getattr(cloth, attribute) * 100:g}")
        for way, button in self.print_buttons.items():
            button.setChecked(way is cloth.print)
        said = "Nobody has said yet: it counts as one-way." if cloth.print is None else ""
        self.print_said.setText(said)
        self.print_said.setVisible(bool(said))
        relabelled(self.trouble, "", "broken")
        front = self._session.pieces[0] if self._session.pieces else None
        self.worn.show_piece(front, cloth)
        worn = {
            Print.ANY: "The cloth has no way up: pieces may be turned to save length.",
            Print.TWO_WAY: "Up and down look alike: pieces may be turned upside down.",
            Print.ONE_WAY: "Every piece is cut head up: the print runs from head to hem.",
            Print.PER_GARMENT: "The whole garment is cut one way, up or down.",
        }[cloth.print_or_assumed]
        self.worn_words.setText(worn)

    def _fill_shelf(self, unit: Unit) -> None:
        self._unit = unit
        emptied(self._shelf)
        self.shelf = {}
        for cloth in SHELF:
            own = ShelfCard(cloth, unit)
            own.taken.connect(self._take)
            self.shelf[cloth.id] = own
            self._shelf.addWidget(own)
        self._shelf.addStretch()

    # --- edits -------------------------------------------------------------------------------

    def _take(self, id: str) -> None:
        cloth = self._session.cloth
        if cloth is not None:
            taken = self.shelf[id].cloth
            self._session.apply(with_shelf_cloth(self._session.job, cloth, taken), f"Cloth: {taken.shown_name}")

    def _change(self, text: str, **changes: object) -> None:
        cloth = self._session.cloth
        if cloth is None:
            return
        try:
            made = replace(cloth, **changes)
        except BadCloth as reason:
            self.refresh()
            relabelled(self.trouble, str(reason), "broken")
            return
        self._session.apply(with_cloth(self._session.job, made), text)

    def _rename(self) -> None:
        cloth, name = self._session.cloth, self.name.text().strip()
        if cloth is not None and name and name != cloth.shown_name:
            self._change("Name of the cloth", name=name)

    def _take_print(self, way: Print) -> None:
        self._change(f"Print: {PRINT_NAMES[way]}", print=way)
        self.refresh()

    def _enter(self, attribute: str, mm: float) -> None:
        changes: dict[str, object] = {attribute: mm}
        cloth = self._session.cloth
        if attribute == "usable_width_mm" and cloth is not None and cloth.full_width_mm is not None:
            changes["full_width_mm"] = mm + (cloth.full_width_mm - cloth.usable_width_mm)
        self._change(dict(_LENGTHS)[attribute], **changes)

    def _enter_share(self, attribute: str, field: QLineEdit) -> None:
        cloth, text = self._session.cloth, field.text().strip().rstrip("%").replace(",", ".")
        if cloth is None or text == f"{getattr(cloth, attribute) * 100:g}":
            return
        try:
            share = float(text) / 100
        except ValueError:
            self.refresh()
            relabelled(self.trouble, f"“{text}” is not a number: write how many of 100 are lost, like 4.", "broken")
            return
        self._change("Shrinkage", **{attribute: share})
