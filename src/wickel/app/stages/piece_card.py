"""The card of a piece: whether it is cut, how often, from which cloth, how it lies, and what is
left at its edges."""

from __future__ import annotations

import math
from collections.abc import Mapping
from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QDialog,
    QFormLayout,
    QHBoxLayout,
    QLineEdit,
    QSpinBox,
    QVBoxLayout,
    QWidget,
)

from wickel.app.session import Session
from wickel.app.widgets.cards import Form, closing_row, fill_box, label, relabelled, scrolling
from wickel.app.widgets.dialogs import take_room
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.length_edit import KeptLength, LengthEdit
from wickel.draft import DraftRefused
from wickel.job import Card
from wickel.job.cards import card_of, with_cards
from wickel.job.edits import with_piece_card, with_shared_allowances
from wickel.job.job import Backing, CardGrain, Centre, End
from wickel.lay import Place
from wickel.pattern import EdgeKind, Pattern, Piece
from wickel.studio import with_materials
from wickel.units import Unit
from wickel.wording import tr

_GRAINS = {
    "": tr("as the style says"),
    CardGrain.STRAIGHT.value: tr("along the cloth"),
    CardGrain.CROSS.value: tr("across the cloth"),
    CardGrain.BIAS.value: tr("on the bias"),
}
_CENTRES = {
    "": tr("as the style says"),
    Centre.FOLD.value: tr("on the fold"),
    Centre.HALVES.value: tr("two halves with a seam"),
    Centre.WHOLE.value: tr("whole"),
}
_PLACES = {
    Place.USUAL.value: tr("shared where the lay is no longer"),
    Place.SHARED.value: tr("shared wherever it can be"),
    Place.ALONE.value: tr("its own"),
}
_AS_IT_IS, _NONE, _WHOLE = "", "none", "whole"
_MOST_COPIES = 99
_GAP_PX, _ROW_GAP_PX = 24, 7
_MOST_DEG = 360.0
_STRIP_MM = 50.0
"""How deep a strip is at first."""


def _fill(box: QComboBox, names: Mapping[str, str], chosen: str) -> None:
    """Fill a box with the names of what can be chosen."""
    fill_box(box, ((words, id) for id, words in names.items()), chosen)


class BackingRow(QWidget):
    """Interfacing or lining of a piece: as the style says, none, all of it, or a strip along one of
    its edges. All of it may be shorter and smaller, and a strip of it cut from the outer cloth."""

    def __init__(self, name: str, piece: Piece, backing: Backing | None, unit: Unit) -> None:
        super().__init__()
        self._unit, said = unit, backing or Backing()
        rows = QVBoxLayout(self)
        rows.setContentsMargins(0, 0, 0, 0)
        edges = [edge.name for edge in piece.edges if edge.kind is not EdgeKind.FOLD]
        self.which = QComboBox()
        self.which.setAccessibleName(name.capitalize())
        self.which.addItem(tr("as the style says"), _AS_IT_IS)
        self.which.addItem(tr("none"), _NONE)
        self.which.addItem(tr("all of it"), _WHOLE)
        for edge in edges:
            self.which.addItem(tr("a strip along: {edge}", edge=edge), edge)
        chosen = _NONE if said.none else said.edge or _WHOLE
        self.which.setCurrentIndex(0 if backing is None else max(0, self.which.findData(chosen)))
        self.deep = self._length(tr("How deep the strip is"), said.deep_mm)
        rows.addLayout(_beside(self.which, self.deep))
        self.shorter = self._length(tr("Shorter at its hem by"), said.shorter_mm)
        self.smaller = self._length(tr("Smaller all round by"), said.smaller_mm)
        self._sizes = QWidget()
        sizes = QHBoxLayout(self._sizes)
        sizes.setContentsMargins(0, 0, 0, 0)
        for words, field in ((tr("shorter by"), self.shorter), (tr("smaller by"), self.smaller)):
            sizes.addWidget(label(words, "soft"))
            sizes.addWidget(field, 1)
        rows.addWidget(self._sizes)
        self.outer = QComboBox()
        self.outer.setAccessibleName(tr("Strip of the outer cloth"))
        self.outer.setToolTip(
            tr("A strip of it is cut from the outer cloth, as behind a front edge")
        )
        self.outer.addItem(tr("no strip of the outer cloth"), "")
        for edge in edges:
            self.outer.addItem(tr("of the outer cloth along: {edge}", edge=edge), edge)
        self.outer.setCurrentIndex(max(0, self.outer.findData(said.outer_edge)))
        self.outer_mm = self._length(tr("How deep that strip is"), said.outer_mm)
        self._outer_row = QWidget()
        self._outer_row.setLayout(_beside(self.outer, self.outer_mm))
        rows.addWidget(self._outer_row)
        for choice in (self.which, self.outer):
            choice.activated.connect(lambda _: self._show())
        self._show()

    @property
    def fields(self) -> tuple[KeptLength, ...]:
        """The lengths that it asks for."""
        return self.deep, self.shorter, self.smaller, self.outer_mm

    def _length(self, words: str, mm: float) -> KeptLength:
        field = KeptLength(words, mm, self._unit)
        field.setToolTip(words)
        return field

    def _show(self) -> None:
        chosen = self.which.currentData()
        strip, whole = chosen not in (_AS_IT_IS, _NONE, _WHOLE), chosen == _WHOLE
        if strip and self.deep.mm == 0:
            self.deep.keep(_STRIP_MM)
        if self.outer.currentData() and self.outer_mm.mm == 0:
            self.outer_mm.keep(_STRIP_MM)
        self.deep.setVisible(strip)
        self._sizes.setVisible(whole)
        self._outer_row.setVisible(whole)
        self.outer_mm.setVisible(bool(self.outer.currentData()))

    def backing(self) -> Backing | None:
        """What is chosen, None as the style says."""
        chosen = str(self.which.currentData())
        deep, shorter, smaller, outer = (field.mm for field in self.fields)
        if chosen == _AS_IT_IS:
            return None
        if chosen == _NONE:
            return Backing(none=True)
        if chosen != _WHOLE:
            return Backing(edge=chosen, deep_mm=deep)
        edge = str(self.outer.currentData())
        return Backing(
            shorter_mm=shorter,
            smaller_mm=smaller,
            outer_edge=edge,
            outer_mm=outer if edge else 0.0,
        )


def _beside(first: QWidget, second: QWidget) -> QHBoxLayout:
    """Two fields in a row, the first twice as wide."""
    row = QHBoxLayout()
    row.setContentsMargins(0, 0, 0, 0)
    row.addWidget(first, 2)
    row.addWidget(second, 1)
    return row


class PieceCard(QDialog):
    """One card; *Do it* takes all of it as one step to undo."""

    def __init__(self, session: Session, pattern: Pattern, piece: str, parent: QWidget) -> None:
        """``pattern`` is the draft without any cards."""
        super().__init__(parent)
        self.setProperty(PAGE, "figures")
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self._session, self._pattern = session, pattern
        self.piece: Piece = pattern.piece(piece)
        garment = session.garment
        assert garment is not None, "there is a draft"
        self._garment = garment
        card = card_of(garment.cards, garment.changes, piece)
        self._before = card
        self.setWindowTitle(tr("Card: {piece}", piece=self.piece.name))
        take_room(self, 900, 720)
        whole = QVBoxLayout(self)
        whole.addWidget(label(card.name or self.piece.name, "heading"))
        columns = QHBoxLayout()
        columns.setSpacing(_GAP_PX)
        whole.addLayout(columns, 1)
        asked = QWidget()
        form = Form(asked)
        form.setContentsMargins(0, 0, 8, 0)
        form.setVerticalSpacing(_ROW_GAP_PX)
        form.setRowWrapPolicy(QFormLayout.RowWrapPolicy.WrapLongRows)
        self._ask_what(form, card)
        self._ask_how(form, card)
        self._ask_backings(form, card)
        self.note = QLineEdit(card.note)
        form.add(tr("Note"), self.note)
        columns.addWidget(scrolling(asked), 1)
        beside = QVBoxLayout()
        beside.setSpacing(_ROW_GAP_PX)
        columns.addLayout(beside, 1)
        beside.addWidget(label(tr("Left at each edge"), "heading"))
        self.shared = QCheckBox(tr("The same on the other side of the seam"))
        self.shared.setToolTip(tr("What is left here is left at the edge that is sewn to it, too"))
        beside.addWidget(self.shared)
        beside.addWidget(scrolling(self._edges(card)), 1)
        self.said = label("", "broken", wrap=True)
        whole.addWidget(self.said)
        buttons, self.do = closing_row(
            self, tr("Do it"), tr("Take this card (Enter); Ctrl+Z takes it back")
        )
        whole.addLayout(buttons)

    def _ask_what(self, form: Form, card: Card) -> None:
        """What it is called, whether and how often it is cut, and from what."""
        self.name = QLineEdit(card.name)
        self.name.setPlaceholderText(self.piece.name)
        form.add(tr("Name"), self.name)
        self.cut = QCheckBox(tr("This piece is cut"))
        self.cut.setChecked(not card.left_out)
        form.addRow(self.cut)
        self.place = QComboBox()
        _fill(self.place, _PLACES, card.place.value)
        self.place.setToolTip(
            tr("On four plies two pieces may be cut together, as front and back: chalked once")
        )
        form.add(tr("Its place on the cloth"), self.place)
        self.copies = QSpinBox()
        self.copies.setRange(0, _MOST_COPIES)
        self.copies.setToolTip(tr("How many are cut; the arrow keys count"))
        self.copies.setSpecialValueText(tr("as the style says"))
        self.copies.setValue(card.copies or 0)
        form.add(tr("Copies"), self.copies)
        self.cloth = QComboBox()
        self.cloth.addItem(tr("as the garment is cut"), "")
        for cloth in self._session.job.cloths:
            self.cloth.addItem(cloth.shown_name, cloth.id)
        self.cloth.setCurrentIndex(max(0, self.cloth.findData(card.cloth)))
        form.add(tr("Cloth"), self.cloth)
        unit = self._session.job.unit
        self.spare = KeptLength(tr("Spare length"), card.spare_mm, unit)
        self.spare.setToolTip(
            tr("Kept below its hem in the lay, for a piece that is cut later, at the fitting")
        )
        form.add(tr("Spare length"), self.spare)
        self.later = QCheckBox(tr("Keep its place, cut it later"))
        self.later.setToolTip(
            tr("A box as large as the piece lies in the lay; cut it when its edge is sewn")
        )
        self.later.setChecked(card.later)
        form.add(tr("Cut later"), self.later)
        self.later_long = KeptLength(tr("Its length, once it is known"), card.later_mm, unit)
        self.later_long.setToolTip(
            tr("Measured on the sewn edge: the piece is drawn so long in its place")
        )
        form.add(tr("Sewn length"), self.later_long)

    def _ask_how(self, form: Form, card: Card) -> None:
        """How its grain lies, and how its centre is cut."""
        self.grain = QComboBox()
        _fill(self.grain, _GRAINS, card.grain.value if card.grain else "")
        form.add(tr("It lies"), self.grain)
        self.turned = QLineEdit(f"{card.grain_deg:g}" if card.grain_deg else "")
        self.turned.setPlaceholderText("0")
        self.turned.setToolTip(tr("By how many degrees its grain is turned besides"))
        form.add(tr("Grain turned by, °"), self.turned)
        self.centre = QComboBox()
        _fill(self.centre, _CENTRES, card.centre.value if card.centre else "")
        form.add(tr("Its centre is cut"), self.centre)

    def _ask_backings(self, form: Form, card: Card) -> None:
        unit = self._session.job.unit
        self.interfacing = BackingRow("interfacing", self.piece, card.interfacing, unit)
        form.add(tr("Interfacing"), self.interfacing)
        self.lining = BackingRow("lining", self.piece, card.lining, unit)
        form.add(tr("Lining"), self.lining)

    def _edges(self, card: Card) -> QWidget:
        """A field for the allowance of every edge that is not on the fold."""
        inner = QWidget()
        form = Form(inner)
        self.allowances: dict[str, LengthEdit] = {}
        self.runs: dict[str, QComboBox] = {}
        self.own_mm = dict(card.allowances_mm)
        for edge in self.piece.edges:
            if edge.kind is EdgeKind.FOLD:
                continue
            field = LengthEdit(tr("Left at the {edge}", edge=edge.name))
            shown = self.own_mm.get(edge.name, edge.allowance_mm)
            field.show_length(shown, self._session.job.unit)
            field.entered.connect(partial(self._enter, edge.name))
            self.allowances[edge.name] = field
            ends = QComboBox()
            ends.setAccessibleName(tr("How it runs at the {edge}", edge=edge.name))
            ends.setToolTip(tr("The same all along, or running out to nothing at one end"))
            before, after = self._neighbours(edge.name)
            ends.addItem(tr("all along"), "")
            ends.addItem(tr("to nothing at: {edge}", edge=before), End.START.value)
            ends.addItem(tr("to nothing at: {edge}", edge=after), End.END.value)
            ends.setCurrentIndex(max(0, ends.findData(card.runs_out.get(edge.name, ""))))
            ends.activated.connect(lambda _: self._try())
            self.runs[edge.name] = ends
            row = QHBoxLayout()
            row.addWidget(field, 1)
            row.addWidget(ends, 1)
            form.add(edge.name, row)
        return inner

    def _neighbours(self, edge: str) -> tuple[str, str]:
        """The edges before and after an edge."""
        names = [known.name for known in self.piece.edges]
        k = names.index(edge)
        return names[k - 1], names[(k + 1) % len(names)]

    def _enter(self, edge: str, mm: float) -> None:
        self.own_mm[edge] = mm
        self.allowances[edge].show_length(mm, self._session.job.unit)
        self._try()

    def card(self) -> Card:
        """The card as it is filled in."""
        grain = str(self.grain.currentData())
        centre = str(self.centre.currentData())
        return Card(
            waive=self._before.waive,
            cut=self._before.cut,
            left_out=not self.cut.isChecked(),
            copies=self.copies.value() or None,
            cloth=str(self.cloth.currentData()),
            grain=CardGrain(grain) if grain else None,
            allowances_mm=self.own_mm,
            note=self.note.text().strip(),
            name=self.name.text().strip(),
            centre=Centre(centre) if centre else None,
            grain_deg=self._degrees(),
            interfacing=self.interfacing.backing(),
            lining=self.lining.backing(),
            runs_out={
                edge: End(str(ends.currentData()))
                for edge, ends in self.runs.items()
                if ends.currentData()
            },
            spare_mm=self.spare.mm,
            later=self.later.isChecked(),
            later_mm=self.later_long.mm,
            place=Place(self.place.currentData()),
        )

    def _degrees(self) -> float:
        """The angle that was typed. Raises ``DraftRefused``: it is no number."""
        text = self.turned.text().strip().rstrip("°").replace(",", ".")
        try:
            degrees = float(text or "0")
        except ValueError:
            degrees = math.nan
        if not abs(degrees) <= _MOST_DEG:
            raise DraftRefused(tr("“{text}” is not an angle: write degrees, like 30.", text=text))
        return degrees

    def _try(self) -> bool:
        """Whether the card can be taken; why not is said."""
        try:
            with_cards(self._pattern, {self.piece.id: self.card()})
        except DraftRefused as refusal:
            relabelled(self.said, str(refusal), "broken")
            return False
        relabelled(self.said, "", "broken")
        return True

    def accept(self) -> None:
        backings = (*self.interfacing.fields, *self.lining.fields)
        fields = (*self.allowances.values(), self.spare, *backings)
        if not all([field.finish() for field in fields]) or not self._try():
            return
        card = self.card()
        job = with_piece_card(self._session.job, self._garment, self.piece.id, card)
        if self.shared.isChecked():
            job = with_shared_allowances(job, self._garment.id, self._pattern, self.piece.id)
        lacking = [
            material
            for material, backing in (("interfacing", card.interfacing), ("lining", card.lining))
            if backing is not None and not backing.none
        ]
        if lacking:
            job = with_materials(job, job.garment(self._garment.id), lacking)
        self._session.apply(job, tr("Card: {piece}", piece=self.piece.name))
        super().accept()
