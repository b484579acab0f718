"""The Cloth stage: the shelf, the card of the cloth in hand, and how its print runs up the body."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtGui import QColor
from PySide6.QtWidgets import (
    QCheckBox,
    QColorDialog,
    QComboBox,
    QGridLayout,
    QHBoxLayout,
    QLineEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from wickel.app.edits import with_cloth, with_shelf_cloth
from wickel.app.session import Session
from wickel.app.stages.cloth_print import DesignPart
from wickel.app.stages.cloth_spoilt import SpoiltPart
from wickel.app.widgets.asked import AskedList
from wickel.app.widgets.cards import TakenCard, card, emptied, label, relabelled, scrolling
from wickel.app.widgets.folding import FoldingPicture
from wickel.app.widgets.length_edit import LengthEdit
from wickel.app.widgets.swatch import PrintOnPiece, Swatch
from wickel.cloth import PRINT_NAMES, WAYS, BadCloth, Cloth, Kind, Print, planned
from wickel.studio import SHELF
from wickel.units import Unit, shown_length, shown_sold, sold_by_the_yard

_LENGTHS: tuple[tuple[str, str], ...] = (
    ("usable_width_mm", "Usable width, between the selvages"),
    ("selvage_mm", "Low selvage, at the fold or near you"),
    ("high_selvage_mm", "High selvage"),
    ("reserve_mm", "Kept free at each selvage"),
    ("squaring_mm", "Trimmed at each end for squaring"),
    ("step_mm", "Sold in steps of, like 10 cm or 1/8 yd"),
    ("least_length_mm", "Least length sold"),
    ("sold_length_mm", "Sold in lengths of, like 5 yd; 0 by the step"),
    ("margin_mm", "Room kept between pieces"),
    ("length_at_hand_mm", "Length at hand, 0 when it is to be bought"),
)
_NONE_AT_0 = ("length_at_hand_mm", "sold_length_mm")
_AS_SOLD = ("step_mm", "sold_length_mm")
_SHARES: tuple[tuple[str, str, str], ...] = (
    ("shrink_along", "Shrinks along, of 100", "How many of 100 are lost in the wash"),
    ("shrink_across", "Shrinks across, of 100", "How many of 100 are lost in the wash"),
    ("stretch_along", "Stretches along, of 100", "How many on 100 it gives along the selvage"),
    ("stretch_across", "Stretches across, of 100", "How many on 100 it gives across"),
)
_KINDS = {Kind.WOVEN: "woven", Kind.KNIT: "knitted", Kind.NON_WOVEN: "non-woven, without grain"}
_TRAITS: tuple[tuple[str, str, str], ...] = (
    ("nap", "has a nap", "A pile that strokes one way: every piece then lies head up"),
    ("heads_at_end", "heads at the end", "The heads of a one-way print lie towards the end of the cloth"),
    ("see_through", "see-through", "Allowances and facings will show"),
    ("frays", "frays", "Give it wider allowances, or overlock it"),
)
_FOLDS_WITHOUT_DEPTH_SHARE = 0.3


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
        whole = QVBoxLayout(self)
        whole.setContentsMargins(0, 0, 0, 0)
        whole.setSpacing(12)
        row = QHBoxLayout()
        row.setSpacing(14)
        row.addWidget(self._shelf_column(), 3)
        row.addWidget(self._cloth_card(), 4)
        row.addWidget(self._print_card(), 3)
        whole.addLayout(row, 1)
        whole.addWidget(self._folding_card())
        session.job_changed.connect(self.refresh)
        session.lays_changed.connect(self._show_folding)
        session.lays_changed.connect(self.asked.show_costs)

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
        frame, whole = card()
        inner = QWidget()
        column = QVBoxLayout(inner)
        column.setContentsMargins(0, 0, 8, 0)
        column.setSpacing(7)
        whole.addWidget(label("The cloth in hand", "heading"))
        whole.addWidget(scrolling(inner), 1)
        self.trouble = label("", "broken", wrap=True)
        whole.addWidget(self.trouble)
        self.name = QLineEdit()
        self.name.setAccessibleName("Name of the cloth")
        self.name.setToolTip("Name of the cloth")
        self.name.editingFinished.connect(self._rename)
        column.addWidget(self.name)
        self._print_part(column)
        self.design = DesignPart()
        self.design.changed.connect(lambda words, design: self._change(words, design=design))
        self.design.trouble.connect(lambda sentence: relabelled(self.trouble, sentence, "broken"))
        column.addWidget(self.design)
        self._figures_part(column)
        self._kind_part(column)
        self.spoilt = SpoiltPart()
        self.spoilt.changed.connect(lambda words, change: self._change(words, **change))
        self.spoilt.trouble.connect(lambda sentence: relabelled(self.trouble, sentence, "broken"))
        column.addWidget(self.spoilt)
        column.addStretch()
        return frame

    def _print_part(self, column: QVBoxLayout) -> None:
        column.addWidget(label("Which way up may pieces lie?", "heading"))
        buttons = QGridLayout()
        buttons.setSpacing(6)
        for k, way in enumerate((Print.ANY, Print.TWO_WAY, Print.PER_GARMENT, Print.ONE_WAY)):
            button = QPushButton(PRINT_NAMES[way])
            button.setObjectName("chip")
            button.setCheckable(True)
            button.setToolTip(f"The print: {PRINT_NAMES[way]}")
            button.clicked.connect(partial(self._take_print, way))
            self.print_buttons[way] = button
            buttons.addWidget(button, k // 2, k % 2)
        column.addLayout(buttons)
        self.print_said = label("", "soft", wrap=True)
        column.addWidget(self.print_said)

    def _figures_part(self, column: QVBoxLayout) -> None:
        grid = QGridLayout()
        grid.setVerticalSpacing(6)
        for k, (attribute, text) in enumerate(_LENGTHS):
            self._add_field(grid, k, attribute, text)
        for k, (attribute, text, tip) in enumerate(_SHARES, len(_LENGTHS)):
            field = QLineEdit()
            field.setFixedWidth(96)
            field.setAccessibleName(text)
            field.setToolTip(tip)
            field.editingFinished.connect(partial(self._enter_share, attribute, text, field))
            setattr(self, attribute, field)
            self._place(grid, k, text, field)
        self.price = QLineEdit()
        self.price.setFixedWidth(96)
        self.price.setAccessibleName("Price of a metre")
        self.price.setToolTip("What a metre costs; empty when it does not matter")
        self.price.editingFinished.connect(self._enter_price)
        self._place(grid, len(_LENGTHS) + len(_SHARES), "Price of a metre", self.price)
        column.addLayout(grid)

    def _kind_part(self, column: QVBoxLayout) -> None:
        self.kind = QComboBox()
        self.kind.setAccessibleName("How the cloth is made")
        self.kind.setToolTip("Woven, knitted, or without a grain")
        for kind, words in _KINDS.items():
            self.kind.addItem(words, kind.value)
        self.kind.activated.connect(lambda _: self._change("Kind of cloth", kind=Kind(str(self.kind.currentData()))))
        self.fibre = QLineEdit()
        self.fibre.setPlaceholderText("linen, wool …")
        self.fibre.setAccessibleName("Fibre")
        self.fibre.setToolTip("What it is made of")
        self.fibre.editingFinished.connect(self._enter_fibre)
        self.colour = QPushButton("Colour…")
        self.colour.setToolTip("The colour of the cloth, as it is drawn")
        self.colour.clicked.connect(self._choose_colour)
        made = QHBoxLayout()
        made.addWidget(self.colour)
        made.addWidget(self.fibre, 1)
        made.addWidget(self.kind, 1)
        column.addLayout(made)
        traits = QGridLayout()
        self.traits: dict[str, QCheckBox] = {}
        for k, (attribute, words, tip) in enumerate(_TRAITS):
            tick = QCheckBox(words)
            tick.setToolTip(tip)
            tick.clicked.connect(lambda on, a=attribute, w=words: self._change(w.capitalize(), **{a: on}))
            self.traits[attribute] = tick
            traits.addWidget(tick, k // 2, k % 2)
        column.addLayout(traits)

    def _folding_card(self) -> QWidget:
        frame, column = card()
        column.setContentsMargins(16, 8, 16, 6)
        head = QHBoxLayout()
        self.folding_title = label("How to fold it", "heading")
        head.addWidget(self.folding_title)
        self.folding_way = QComboBox()
        self.folding_way.setAccessibleName("Which way of folding is shown")
        self.folding_way.setToolTip("Look at another way to fold; the Lay stage takes one")
        for way in WAYS.values():
            self.folding_way.addItem(way.name, way.id)
        self.folding_way.activated.connect(lambda _: self._show_folding_of(str(self.folding_way.currentData())))
        head.addWidget(self.folding_way)
        self.folding_said = label("", "broken")
        head.addWidget(self.folding_said, 1)
        column.addLayout(head)
        self.folding = FoldingPicture()
        column.addWidget(self.folding)
        return frame

    def _show_folding(self) -> None:
        """Show how to fold the cloth the way it is laid."""
        self._show_folding_of(planned(self._session.way)[0].way.id)

    def _show_folding_of(self, way: str) -> None:
        session = self._session
        self.folding_way.setCurrentIndex(self.folding_way.findData(way))
        cloth, lay = session.cloth, session.lays.get(way)
        share = _FOLDS_WITHOUT_DEPTH_SHARE
        if lay is not None and cloth is not None:
            deep = lay.spread.depth_mm
            share = share if deep is None else deep / cloth.lay_width_mm
        self.folding.show_way(way, cloth, share)
        broken = () if lay is None else lay.broken
        self.folding_said.setText(session.lay_refusals.get(way, "") or (broken[0].text if broken else ""))

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
        self.asked = AskedList(self._session)
        self._asked_area = scrolling(self.asked)
        self._asked_area.setFixedHeight(132)
        column.addWidget(self._asked_area)
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
            mm = cloth.selvages_mm[1] if attribute == "high_selvage_mm" else getattr(cloth, attribute)
            if attribute in _AS_SOLD and mm is not None and sold_by_the_yard(mm):
                field.show_text(shown_sold(mm, unit), unit)
            else:
                field.show_length(mm, unit)
        for attribute, _, _ in _SHARES:
            getattr(self, attribute).setText(f"{getattr(cloth, attribute) * 100:g}")
        self.kind.setCurrentIndex(self.kind.findData(cloth.kind.value))
        self.fibre.setText(cloth.fibre)
        self.price.setText(self._price_text(cloth))
        for attribute, tick in self.traits.items():
            tick.setChecked(getattr(cloth, attribute))
        self.spoilt.show_cloth(cloth, unit)
        self.design.show_cloth(cloth, unit)
        self.asked.refresh()
        self._asked_area.setVisible(bool(self.asked.ticks))
        for way, button in self.print_buttons.items():
            button.setChecked(way is cloth.print)
        said = "Nobody has said yet: it counts as one-way." if cloth.print is None else ""
        if cloth.nap and cloth.print is not cloth.print_or_assumed:
            said = "It has a nap: it counts as one-way."
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
        changes: dict[str, object] = {attribute: None if attribute in _NONE_AT_0 and mm == 0 else mm}
        cloth = self._session.cloth
        if cloth is not None and attribute in ("usable_width_mm", "selvage_mm", "high_selvage_mm"):
            wide = {"usable_width_mm": cloth.usable_width_mm, "selvage_mm": cloth.selvages_mm[0]}
            wide |= {"high_selvage_mm": cloth.selvages_mm[1]} | {attribute: mm}
            changes |= {"high_selvage_mm": wide["high_selvage_mm"], "full_width_mm": sum(wide.values())}
        self._change(dict(_LENGTHS)[attribute], **changes)

    def _enter_share(self, attribute: str, name: str, field: QLineEdit) -> None:
        cloth, text = self._session.cloth, field.text().strip().rstrip("%").replace(",", ".")
        if cloth is None or text == f"{getattr(cloth, attribute) * 100:g}":
            return
        try:
            share = float(text) / 100
        except ValueError:
            self.refresh()
            relabelled(self.trouble, f"“{text}” is not a number: write how many of 100, like 4.", "broken")
            return
        self._change(name.partition(",")[0], **{attribute: share})

    def _enter_price(self) -> None:
        cloth, text = self._session.cloth, self.price.text().strip().replace(",", ".")
        if cloth is None or text == self._price_text(cloth):
            return
        try:
            price = float(text) if text else None
        except ValueError:
            price = -1.0
        if price is not None and not 0 <= price < 1e6:
            self.refresh()
            relabelled(self.trouble, f"“{text}” is not a price: write what a metre costs, like 14.50.", "broken")
            return
        self._change("Price", price=price)

    @staticmethod
    def _price_text(cloth: Cloth) -> str:
        return "" if cloth.price is None else f"{cloth.price:.2f}"

    def _choose_colour(self) -> None:
        cloth = self._session.cloth
        if cloth is not None:
            dialog = QColorDialog(QColor(cloth.colour or "#B9C7D1"), self)
            dialog.setOption(QColorDialog.ColorDialogOption.DontUseNativeDialog)
            dialog.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
            dialog.colorSelected.connect(self.take_colour)
            dialog.open()

    def take_colour(self, colour: QColor) -> None:
        """Take another colour for the cloth in hand."""
        self._change("Colour", colour=colour.name().upper())

    def _enter_fibre(self) -> None:
        cloth, fibre = self._session.cloth, self.fibre.text().strip()
        if cloth is not None and fibre != cloth.fibre:
            self._change("Fibre", fibre=fibre)
