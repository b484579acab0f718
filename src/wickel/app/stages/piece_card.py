"""The card of a piece: whether it is cut, how often, from which cloth, how it lies, and what is
left at its edges."""

from __future__ import annotations

import math
from functools import partial

from PySide6.QtCore import Qt, Signal
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
from wickel.app.widgets.cards import closing_row, label, relabelled, scrolling
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.length_edit import LengthEdit
from wickel.draft import DraftRefused
from wickel.job import Card
from wickel.job.cards import with_cards
from wickel.job.edits import with_piece_card, with_shared_allowances
from wickel.job.job import Backing, CardGrain, Centre
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
_AS_IT_IS, _NONE, _WHOLE = "", "none", "whole"
_MOST_COPIES = 99
_MOST_DEG = 360.0
_STRIP_MM = 50.0
"""How deep a strip of interfacing is at first."""


class BackingRow(QWidget):
    """Interfacing or lining of a piece: as the style says, none, all of it, or a strip along one of
    its edges."""

    changed = Signal()

    def __init__(self, name: str, piece: Piece, backing: Backing | None, unit: Unit) -> None:
        super().__init__()
        self._lining = name == "lining"
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        self.which = QComboBox()
        self.which.setAccessibleName(name.capitalize())
        self.which.addItem(tr("as the style says"), _AS_IT_IS)
        self.which.addItem(tr("none"), _NONE)
        self.which.addItem(tr("all of it"), _WHOLE)
        for edge in piece.edges:
            if edge.kind is not EdgeKind.FOLD:
                self.which.addItem(tr("a strip along: {edge}", edge=edge.name), edge.name)
        self.mm = LengthEdit(tr("How deep the strip is, or how much shorter the lining"))
        self._mm = 0.0
        if backing is not None:
            chosen = _NONE if backing.none else backing.edge or _WHOLE
            index = self.which.findData(chosen)
            self.which.setCurrentIndex(max(0, index))
            self._mm = backing.deep_mm or backing.shorter_mm
        self._unit = unit
        self.mm.show_length(self._mm, unit)
        self.mm.entered.connect(self._enter)
        self.which.activated.connect(lambda _: self._show())
        row.addWidget(self.which, 2)
        row.addWidget(self.mm, 1)
        self._show()

    def _show(self) -> None:
        chosen = self.which.currentData()
        strip = chosen not in (_AS_IT_IS, _NONE, _WHOLE)
        if strip and self._mm == 0:
            self._enter(_STRIP_MM)
        self.mm.setVisible(strip or (self._lining and chosen == _WHOLE))
        self.changed.emit()

    def _enter(self, mm: float) -> None:
        self._mm = mm
        self.mm.show_length(mm, self._unit)
        self.changed.emit()

    def backing(self) -> Backing | None:
        """What is chosen, None as the style says."""
        chosen = str(self.which.currentData())
        if chosen == _AS_IT_IS:
            return None
        if chosen == _NONE:
            return Backing(none=True)
        if chosen == _WHOLE:
            return Backing(shorter_mm=self._mm if self._lining else 0.0)
        return Backing(edge=chosen, deep_mm=self._mm)


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
        card = garment.cards.get(piece, Card())
        self._before = card
        self.setWindowTitle(tr("Card: {piece}", piece=self.piece.name))
        self.resize(460, 700)
        whole = QVBoxLayout(self)
        whole.addWidget(label(card.name or self.piece.name, "heading"))
        form = QFormLayout()
        self._ask_what(form, card)
        self._ask_how(form, card)
        self._ask_backings(form, card)
        self.note = QLineEdit(card.note)
        form.addRow(tr("Note"), self.note)
        whole.addLayout(form)
        whole.addWidget(label(tr("Left at each edge"), "heading"))
        self.shared = QCheckBox(tr("The same on the other side of the seam"))
        self.shared.setToolTip(tr("What is left here is left at the edge that is sewn to it, too"))
        whole.addWidget(self.shared)
        whole.addWidget(scrolling(self._edges(card)), 1)
        self.said = label("", "broken", wrap=True)
        whole.addWidget(self.said)
        buttons, self.do = closing_row(
            self, tr("Do it"), tr("Take this card (Enter); Ctrl+Z takes it back")
        )
        whole.addLayout(buttons)

    def _ask_what(self, form: QFormLayout, card: Card) -> None:
        """What it is called, whether and how often it is cut, and from what."""
        self.name = QLineEdit(card.name)
        self.name.setPlaceholderText(self.piece.name)
        form.addRow(tr("Name"), self.name)
        self.cut = QCheckBox(tr("This piece is cut"))
        self.cut.setChecked(not card.left_out)
        form.addRow(self.cut)
        self.copies = QSpinBox()
        self.copies.setRange(0, _MOST_COPIES)
        self.copies.setToolTip(tr("How many are cut; the arrow keys count"))
        self.copies.setSpecialValueText(tr("as the style says"))
        self.copies.setValue(card.copies or 0)
        form.addRow(tr("Copies"), self.copies)
        self.cloth = QComboBox()
        self.cloth.addItem(tr("as the garment is cut"), "")
        for cloth in self._session.job.cloths:
            self.cloth.addItem(cloth.shown_name, cloth.id)
        self.cloth.setCurrentIndex(max(0, self.cloth.findData(card.cloth)))
        form.addRow(tr("Cloth"), self.cloth)

    def _ask_how(self, form: QFormLayout, card: Card) -> None:
        """How its grain lies, and how its centre is cut."""
        self.grain = QComboBox()
        for id, words in _GRAINS.items():
            self.grain.addItem(words, id)
        self.grain.setCurrentIndex(self.grain.findData(card.grain.value if card.grain else ""))
        form.addRow(tr("It lies"), self.grain)
        self.turned = QLineEdit(f"{card.grain_deg:g}" if card.grain_deg else "")
        self.turned.setPlaceholderText("0")
        self.turned.setToolTip(tr("By how many degrees its grain is turned besides"))
        form.addRow(tr("Grain turned by, °"), self.turned)
        self.centre = QComboBox()
        for id, words in _CENTRES.items():
            self.centre.addItem(words, id)
        chosen = card.centre.value if card.centre else ""
        self.centre.setCurrentIndex(self.centre.findData(chosen))
        form.addRow(tr("Its centre is cut"), self.centre)

    def _ask_backings(self, form: QFormLayout, card: Card) -> None:
        unit = self._session.job.unit
        self.interfacing = BackingRow("interfacing", self.piece, card.interfacing, unit)
        form.addRow(tr("Interfacing"), self.interfacing)
        self.lining = BackingRow("lining", self.piece, card.lining, unit)
        form.addRow(tr("Lining"), self.lining)

    def _edges(self, card: Card) -> QWidget:
        """A field for the allowance of every edge that is not on the fold."""
        inner = QWidget()
        form = QFormLayout(inner)
        self.allowances: dict[str, LengthEdit] = {}
        self.own_mm = dict(card.allowances_mm)
        for edge in self.piece.edges:
            if edge.kind is EdgeKind.FOLD:
                continue
            field = LengthEdit(tr("Left at the {edge}", edge=edge.name))
            shown = self.own_mm.get(edge.name, edge.allowance_mm)
            field.show_length(shown, self._session.job.unit)
            field.entered.connect(partial(self._enter, edge.name))
            self.allowances[edge.name] = field
            form.addRow(edge.name, field)
        return inner

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
        fields = (*self.allowances.values(), self.interfacing.mm, self.lining.mm)
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
