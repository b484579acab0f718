"""Change a drafted piece by hand: choose what to do, answer what it asks, see it done at once."""

from __future__ import annotations

from typing import Any

from PySide6.QtCore import Qt
from PySide6.QtGui import QStandardItemModel
from PySide6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QDialog,
    QHBoxLayout,
    QSpinBox,
    QVBoxLayout,
    QWidget,
)

from wickel.app.session import Session
from wickel.app.table.paper_view import PaperView
from wickel.app.widgets.cards import Form, closing_row, label, relabelled
from wickel.app.widgets.dialogs import take_room
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.length_edit import KeptLength
from wickel.draft import DraftRefused
from wickel.draft.operations import (
    OPERATIONS,
    SUBJECTS,
    Asked,
    Change,
    Question,
    Spot,
    apply_change,
    dart_marks,
    questions,
)
from wickel.job.edits import with_changes_by_hand
from wickel.pattern import MATERIALS, Pattern, Piece
from wickel.wording import term, tr

_NO_EDGE = "none"
_MOST_CUTS = 40
_ALL_SHOWN = 40


class SpotField(QWidget):
    """A place on the net line: an edge, and how far along it in parts of a hundred."""

    def __init__(self, piece: Piece, question: str) -> None:
        super().__init__()
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        self.edge = QComboBox()
        self.edge.setAccessibleName(tr("{question} edge", question=question))
        self.edge.setToolTip(tr("On which edge"))
        self.edge.addItems([edge.name for edge in piece.edges])
        self.share = QSpinBox()
        self.share.setRange(0, 100)
        self.share.setValue(50)
        self.share.setSuffix(" %")
        self.share.setAccessibleName(tr("{question} part of the edge", question=question))
        self.share.setToolTip(tr("How far along the edge, from its start"))
        row.addWidget(self.edge, 1)
        row.addWidget(self.share)

    def spot(self) -> Spot:
        """The place."""
        return Spot(edge=self.edge.currentText(), share=self.share.value() / 100)


class ChangeDialog(QDialog):
    """One change of one piece. The picture shows what it would make; *Do it* makes it, as one step
    to undo."""

    def __init__(
        self, session: Session, pattern: Pattern, piece: str, parent: QWidget | None
    ) -> None:
        super().__init__(parent)
        self.setProperty(PAGE, "change-a-piece")
        self._session, self._pattern = session, pattern
        self.fields: dict[str, QWidget] = {}
        self.setWindowTitle(tr("Change a piece"))
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        take_room(self, 900, 560)
        whole = QHBoxLayout(self)
        left = QVBoxLayout()
        whole.addLayout(left)
        self.operation = QComboBox()
        self.operation.setAccessibleName(tr("What to do"))
        self.operation.setToolTip(tr("What to do with the piece"))
        self.operation.setMaxVisibleItems(_ALL_SHOWN)
        for subject in SUBJECTS:
            _add_heading(self.operation, term(subject.title))
            for operation in subject.operations:
                self.operation.addItem(term(operation.title), operation.id)
        self.operation.setCurrentIndex(1)
        self.piece = QComboBox()
        self.piece.setAccessibleName(tr("Which piece"))
        self.piece.setToolTip(tr("The piece to change"))
        for known in pattern.pieces:
            self.piece.addItem(known.name, known.id)
        self.piece.setCurrentIndex(max(0, self.piece.findData(piece)))
        head = Form()
        head.add(tr("&What"), self.operation)
        head.add(tr("&Piece"), self.piece)
        left.addLayout(head)
        self.does = label("", "soft", wrap=True)
        self.does.setFixedWidth(310)
        left.addWidget(self.does)
        self._asks = Form()
        left.addLayout(self._asks)
        left.addStretch()
        self.said = label("", "broken", wrap=True)
        self.said.setFixedWidth(310)
        left.addWidget(self.said)
        buttons, self.do = closing_row(
            self, tr("Do it"), tr("Make this change (Enter); Ctrl+Z takes it back")
        )
        left.addLayout(buttons)
        self.paper = PaperView()
        whole.addWidget(self.paper, 1)
        self.operation.currentIndexChanged.connect(lambda _: self._ask())
        self.piece.currentIndexChanged.connect(lambda _: self._ask())
        self._ask()

    def _chosen_piece(self) -> Piece:
        return self._pattern.piece(str(self.piece.currentData()))

    def _ask(self) -> None:
        """Lay out what the operation asks of this piece."""
        operation, piece = self._chosen_operation(), self._chosen_piece()
        while self._asks.rowCount():
            self._asks.removeRow(0)
        self.fields = {}
        self.does.setText(term(operation.does))
        for question in questions(operation):
            field = self._field(question, piece)
            field.setAccessibleName(term(question.words))
            self.fields[question.key] = field
            self._asks.add(term(question.words), field)
        self._try()

    def _chosen_operation(self) -> type[Change]:
        return OPERATIONS[str(self.operation.currentData())]

    def _field(self, question: Question, piece: Piece) -> QWidget:
        match question.kind:
            case Asked.SPOT:
                spot = SpotField(piece, question.words)
                if question.key == "last":
                    spot.edge.setCurrentIndex(min(2, spot.edge.count() - 1))
                spot.edge.currentIndexChanged.connect(lambda _: self._try())
                spot.share.valueChanged.connect(lambda _: self._try())
                return spot
            case Asked.LENGTH:
                length = KeptLength(question.words, question.offered, self._session.job.unit)
                length.taken.connect(self._try)
                return length
            case Asked.COUNT | Asked.SHARE:
                number = QSpinBox()
                count = question.kind is Asked.COUNT
                number.setRange(1 if count else 0, _MOST_CUTS if count else 100)
                number.setValue(question.offered if count else round(100 * question.offered))
                number.setSuffix("" if count else " %")
                number.valueChanged.connect(lambda _: self._try())
                return number
            case Asked.YES:
                box = QCheckBox()
                box.setChecked(bool(question.offered))
                box.toggled.connect(lambda _: self._try())
                return box
        choice = QComboBox()
        choice.addItems(self._names(question, piece))
        if question.kind is Asked.NAME:
            choice.setEditable(True)
            choice.editTextChanged.connect(lambda _: self._try())
        choice.currentIndexChanged.connect(lambda _: self._try())
        return choice

    def _names(self, question: Question, piece: Piece) -> list[str]:
        """What there is to choose from."""
        edges = [edge.name for edge in piece.edges]
        match question.kind:
            case Asked.EDGE if question.key == "other_edge":
                return [*edges[2:], *edges[:2]]  # at first the one across
            case Asked.EDGE:
                return edges
            case Asked.EDGE_OR_NONE:
                return [_NO_EDGE, *edges]
            case Asked.EDGE_OF_OTHER:
                other = self._other_piece()
                return [] if other is None else [edge.name for edge in other.edges]
            case Asked.OTHER_PIECE:
                return self._others(piece)
            case Asked.OTHER_PIECE_OR_NONE:
                return [_NO_EDGE, *self._others(piece)]
            case Asked.MATERIAL:
                return [name for name in MATERIALS if name != piece.cuts[0].material]
            case Asked.DART:
                return [mark.name for mark in dart_marks(piece)]
        return [notch.name for notch in piece.notches]

    def _others(self, piece: Piece) -> list[str]:
        return [known.id for known in self._pattern.pieces if known.id != piece.id]

    def _other_piece(self) -> Piece | None:
        field = self.fields.get("other")
        id = field.currentText() if isinstance(field, QComboBox) else ""
        return next((known for known in self._pattern.pieces if known.id == id), None)

    def change(self) -> Change:
        """The change as answered."""
        operation = self._chosen_operation()
        answers = {
            question.field: _answer(self.fields[question.key], question)
            for question in questions(operation)
        }
        return operation(piece=self._chosen_piece().id, **answers)

    def _try(self) -> None:
        """Show what the change would make, or why it cannot be made."""
        try:
            made = apply_change(self._pattern, self.change())
        except DraftRefused as refusal:
            relabelled(self.said, str(refusal), "broken")
            self.do.setEnabled(False)
            return
        self.do.setEnabled(True)
        before = {piece.id: piece for piece in self._pattern.pieces}
        new = tuple(piece for piece in made.pieces if before.get(piece.id) != piece)
        relabelled(
            self.said,
            tr("Makes: {it}.", it=", ".join(piece.name for piece in new) or "no difference"),
            "held",
        )
        self.paper.show_pieces(new, self._session.job.unit, tuple(before.values()))

    def accept(self) -> None:
        garment = self._session.garment
        if garment is not None and self.do.isEnabled():
            change = self.change()
            job = with_changes_by_hand(self._session.job, garment, (*garment.changes, change))
            self._session.apply(job, f"{change.title}: {self._chosen_piece().name}")
        super().accept()


def _add_heading(choice: QComboBox, text: str) -> None:
    """A line of a list that cannot be chosen: what follows belongs under it."""
    choice.addItem(text)
    model = choice.model()
    assert isinstance(model, QStandardItemModel)
    item = model.item(choice.count() - 1)
    item.setFlags(Qt.ItemFlag.NoItemFlags)
    font = item.font()
    font.setBold(True)
    item.setFont(font)


def _answer(field: QWidget, question: Question) -> Any:
    """What a field answers to its question."""
    if isinstance(field, SpotField):
        return field.spot()
    if isinstance(field, KeptLength):
        return field.mm
    if isinstance(field, QSpinBox):
        return field.value() if question.kind is Asked.COUNT else field.value() / 100
    if isinstance(field, QCheckBox):
        return field.isChecked()
    assert isinstance(field, QComboBox)
    text = field.currentText()
    return "" if text == _NO_EDGE else text
