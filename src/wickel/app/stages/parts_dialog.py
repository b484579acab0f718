"""Like this one, but …: a garment put together from parts, each to be exchanged, its sketch beside
them."""

from __future__ import annotations

from dataclasses import replace

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import (
    QComboBox,
    QDialog,
    QFormLayout,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from wickel.app.table.sketch_view import SketchView
from wickel.app.widgets.cards import NarrowBox, closing_row, label, relabelled, side_column
from wickel.app.widgets.dialogs import take_room
from wickel.app.widgets.guide import PAGE
from wickel.draft import DraftRefused, asked
from wickel.draft.builder import PARTS, Slot, made_to_fit, parts_chosen
from wickel.draft.builder.making import QUESTIONS
from wickel.drawing.sketch import sketch
from wickel.job import Version, version_pieces
from wickel.job.apart import taken_apart
from wickel.wording import term, tr

_SLOTS_PX, _MOST_PX = 340, 480


class PartsDialog(QDialog):
    """Exchange parts of a garment that can be taken apart. ``chosen`` carries its ``Version``, as
    one from parts."""

    chosen = Signal(object)

    def __init__(self, parent: QWidget | None, version: Version) -> None:
        super().__init__(parent)
        self.setProperty(PAGE, "styles")
        self.setWindowTitle(tr("Like this one, but …"))
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        take_room(self, 1000, 700)
        self._version = self._before = taken_apart(version)
        whole = QHBoxLayout(self)
        whole.setContentsMargins(20, 18, 20, 18)
        whole.setSpacing(24)
        left = QVBoxLayout()
        whole.addLayout(left, 1)
        left.addWidget(label(tr("Like {garment}, but …", garment=term(version.name)), "title"))
        self.picture = SketchView()
        left.addWidget(self.picture, 1)
        self.made = label("", "soft", wrap=True)
        left.addWidget(self.made)
        self.said = label("", "broken", wrap=True)
        left.addWidget(self.said)
        self.fit = QPushButton(tr("Change what does not go with it"))
        self.fit.setToolTip(tr("Exchanges other parts, and keeps those that you have chosen here"))
        self.fit.clicked.connect(self._make_fit)
        self.would = label("", wrap=True)
        left.addWidget(self.would)
        left.addWidget(self.fit, 0, Qt.AlignmentFlag.AlignLeft)
        buttons, self.do = closing_row(
            self, tr("Take it"), tr("Take this garment (Enter); Ctrl+Z takes it back")
        )
        left.addLayout(buttons)
        whole.addWidget(side_column(self._slots(), _SLOTS_PX, _MOST_PX))
        self._mine: list[Slot] = []
        """Where the maker has chosen a part here, the last first."""
        self._fitting: dict[Slot, str] = {}
        self._show()

    def _slots(self) -> QWidget:
        """A box for each part, its question over it."""
        inner = QWidget()
        column = QFormLayout(inner)
        column.setRowWrapPolicy(QFormLayout.RowWrapPolicy.WrapAllRows)
        column.setContentsMargins(0, 0, 12, 0)
        self.boxes: dict[Slot, QComboBox] = {}
        self._rows: dict[Slot, QLabel] = {}
        for slot, own in PARTS.items():
            box = NarrowBox()
            box.setAccessibleName(term(QUESTIONS[slot]))
            box.setToolTip(term(QUESTIONS[slot]))
            box.setMaxVisibleItems(30)
            for part in own.values():
                box.addItem(term(part.name), part.id)
            box.activated.connect(lambda _, slot=slot: self._exchange(slot))
            text = label(term(QUESTIONS[slot]))
            text.setBuddy(box)
            column.addRow(text, box)
            self.boxes[slot], self._rows[slot] = box, text
        return inner

    def _answers(self) -> dict[str, float | str]:
        usual = {option.id: option.default for option in self._version.base.options}
        return usual | dict(self._version.options)

    def _with(self, chosen: dict[Slot, str]) -> None:
        self._version = self._made_of(chosen)
        self._show()

    def _made_of(self, chosen: dict[Slot, str]) -> Version:
        """The version with other parts in some places."""
        answers = dict(self._version.options) | {slot.value: id for slot, id in chosen.items()}
        return replace(self._version, options=answers)

    def _exchange(self, slot: Slot) -> None:
        self._mine = [slot, *(own for own in self._mine if own is not slot)]
        self._with({slot: str(self.boxes[slot].currentData())})

    def _make_fit(self) -> None:
        self._with(self._fitting)

    def _fitted(self) -> dict[Slot, str]:
        """The parts with others in the place of those that do not go together: as many of the
        maker's own choices are kept as can be, the last of them in any case."""
        chosen = parts_chosen(self._answers())
        own = self._mine or [Slot.UPPER]
        for kept in range(len(own), 0, -1):
            fitting = made_to_fit(chosen, *own[:kept])
            if kept == 1 or self._can_be_drawn(fitting):
                return fitting
        return dict(chosen)

    def _can_be_drawn(self, chosen: dict[Slot, str]) -> bool:
        try:
            version_pieces(self._made_of(chosen))
        except DraftRefused:
            return False
        return True

    def _offer_to_fit(self) -> None:
        """Say what would be exchanged, before it is, and offer it where there is anything."""
        chosen = parts_chosen(self._answers())
        self._fitting = self._fitted()
        other = {slot: id for slot, id in self._fitting.items() if id != chosen[slot]}
        lines = [
            tr(
                "{question} {now} instead of {before}",
                question=term(QUESTIONS[slot]),
                now=term(PARTS[slot][id].name),
                before=term(PARTS[slot][chosen[slot]].name),
            )
            for slot, id in other.items()
        ]
        relabelled(self.would, "; ".join(lines), "soft")
        self.fit.setVisible(bool(other))

    def _show(self) -> None:
        """Show the parts, those that apply alone, and the garment that they make."""
        answers = self._answers()
        applies = asked(self._version.base.options, answers)
        for slot, box in self.boxes.items():
            box.setCurrentIndex(box.findData(answers[slot.value]))
            box.setVisible(slot.value in applies)
            self._rows[slot].setVisible(slot.value in applies)
        try:
            pattern = version_pieces(self._version)
        except DraftRefused as refusal:
            relabelled(self.said, str(refusal), "broken")
            relabelled(self.made, "", "soft")
            self.picture.say_but(tr("Before: these parts do not go together"))
            self.do.setEnabled(False)
            self._offer_to_fit()
            return
        relabelled(self.said, "", "broken")
        names = ", ".join(piece.name for piece in pattern.pieces)
        relabelled(self.made, tr("Its pieces: {pieces}", pieces=names), "soft")
        self.picture.show_sketch(sketch(pattern))
        relabelled(self.would, "", "soft")
        self.do.setEnabled(True)
        self.fit.setVisible(False)

    def accept(self) -> None:
        """Hand the garment on: another than it began with is one without a name of its own."""
        made = self._version
        if made.options != self._before.options:
            made = replace(made, name=made.base.name)
        self.chosen.emit(made)
        super().accept()
