"""The card of a piece: whether it is cut, how often, from which cloth, how it lies, and what is
left at its edges."""

from __future__ import annotations

from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QDialog,
    QFormLayout,
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
from wickel.job.edits import with_piece_card
from wickel.job.job import CardGrain
from wickel.pattern import EdgeKind, Pattern, Piece
from wickel.wording import tr

_GRAINS = {
    "": tr("as the style says"),
    CardGrain.STRAIGHT.value: tr("along the cloth"),
    CardGrain.CROSS.value: tr("across the cloth"),
    CardGrain.BIAS.value: tr("on the bias"),
}
_MOST_COPIES = 99


class PieceCard(QDialog):
    """One card; *Do it* takes all of it as one step to undo."""

    def __init__(self, session: Session, pattern: Pattern, piece: str, parent: QWidget) -> None:
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
        self.resize(430, 560)
        whole = QVBoxLayout(self)
        whole.addWidget(label(self.piece.name, "heading"))
        form = QFormLayout()
        self.cut = QCheckBox(tr("This piece is cut"))
        self.cut.setChecked(not card.left_out)
        form.addRow(self.cut)
        self.copies = QSpinBox()
        self.copies.setRange(0, _MOST_COPIES)
        self.copies.setSpecialValueText(tr("as the style says"))
        self.copies.setValue(card.copies or 0)
        form.addRow(tr("Copies"), self.copies)
        self.cloth = QComboBox()
        self.cloth.addItem(tr("as the garment is cut"), "")
        for cloth in session.job.cloths:
            self.cloth.addItem(cloth.shown_name, cloth.id)
        self.cloth.setCurrentIndex(max(0, self.cloth.findData(card.cloth)))
        form.addRow(tr("Cloth"), self.cloth)
        self.grain = QComboBox()
        for id, words in _GRAINS.items():
            self.grain.addItem(words, id)
        self.grain.setCurrentIndex(self.grain.findData(card.grain.value if card.grain else ""))
        form.addRow(tr("It lies"), self.grain)
        self.note = QLineEdit(card.note)
        form.addRow(tr("Note"), self.note)
        whole.addLayout(form)
        whole.addWidget(label(tr("Left at each edge"), "heading"))
        whole.addWidget(scrolling(self._edges(card)), 1)
        self.said = label("", "broken", wrap=True)
        whole.addWidget(self.said)
        buttons, self.do = closing_row(
            self, tr("Do it"), tr("Take this card (Enter); Ctrl+Z takes it back")
        )
        whole.addLayout(buttons)

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
            field.show_length(edge.allowance_mm, self._session.job.unit)
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
        return Card(
            waive=self._before.waive,
            cut=self._before.cut,
            left_out=not self.cut.isChecked(),
            copies=self.copies.value() or None,
            cloth=str(self.cloth.currentData()),
            grain=CardGrain(grain) if grain else None,
            allowances_mm=self.own_mm,
            note=self.note.text().strip(),
        )

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
        if not self._try():
            return
        job = with_piece_card(self._session.job, self._garment, self.piece.id, self.card())
        self._session.apply(job, tr("Card: {piece}", piece=self.piece.name))
        super().accept()
