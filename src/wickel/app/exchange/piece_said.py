"""What is said of one piece of a drawing: whether it comes in, what it is called and cut from, how
its arrow runs, and what each of its edges is."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from typing import TypeVar

from PySide6.QtCore import Signal
from PySide6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QGridLayout,
    QLineEdit,
    QSpinBox,
    QVBoxLayout,
    QWidget,
)

from wickel.app.exchange.role_words import EDGES, PARTS, SIDES
from wickel.app.widgets.cards import Form, NarrowBox, card, emptied, fill_box, label
from wickel.app.widgets.length_edit import LengthEdit
from wickel.job.importing import EdgeSaid, FoundEdge, ImportSaid, PieceSaid, ReadPiece
from wickel.pattern import MATERIALS, EdgeKind, EdgeRole, PieceRole, View
from wickel.units import Unit, shown_length
from wickel.wording import term, tr

KINDS: Mapping[EdgeKind, str] = {
    EdgeKind.SEAM: tr("seam"),
    EdgeKind.HEM: tr("hem"),
    EdgeKind.FOLD: tr("on the fold"),
}
_WAYS: Mapping[float, str] = {
    270.0: tr("down"),
    90.0: tr("up"),
    0.0: tr("to the right"),
    180.0: tr("to the left"),
}
_MOST_COPIES = 200


class PieceSaidCard(QWidget):
    """The card of the piece in hand. ``changed`` carries its key and what is said of it,
    ``edge_taken`` the name of the edge whose row is in hand."""

    changed = Signal(str, object)
    edge_taken = Signal(str)

    def __init__(self, unit: Unit) -> None:
        super().__init__()
        self._unit = unit
        self.piece: ReadPiece | None = None
        self._said = PieceSaid()
        self._edge = ""
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 8, 0)
        column.setSpacing(10)
        column.addWidget(self._facts())
        frame, self._edge_column = card()
        self._edge_column.addWidget(label(tr("Edges"), "heading"))
        self._edge_column.addWidget(
            label(tr("What each is, and what is in the cut line there"), "soft", wrap=True)
        )
        self._grid = QGridLayout()
        self._edge_column.addLayout(self._grid)
        column.addWidget(frame)
        self._doubts = QVBoxLayout()
        column.addLayout(self._doubts)
        column.addStretch()
        self.edge_boxes: dict[str, QComboBox] = {}
        self.edge_fields: dict[str, LengthEdit] = {}
        self.role_boxes: dict[str, QComboBox] = {}
        self._shown_edges: tuple[tuple[str, EdgeKind, float, bool, EdgeRole], ...] = ()

    def _facts(self) -> QWidget:
        frame, column = card()
        self.take = QCheckBox(tr("This piece comes in"))
        self.take.setToolTip(tr("Without it the piece stays out"))
        self.take.clicked.connect(self._take_facts)
        column.addWidget(self.take)
        form = Form()
        self.name = QLineEdit()
        self.name.setAccessibleName(tr("Name of the piece"))
        self.name.editingFinished.connect(self._take_facts)
        self.material = QComboBox()
        self.material.setToolTip(tr("What it is cut from"))
        for material in MATERIALS:
            self.material.addItem(term(material), material)
        self.material.activated.connect(self._take_facts)
        self.copies = QSpinBox()
        self.copies.setRange(1, _MOST_COPIES)
        self.copies.setToolTip(tr("How many are cut"))
        self.copies.setKeyboardTracking(False)
        self.copies.valueChanged.connect(self._take_facts)
        self.pair = QCheckBox(tr("in pairs"))
        self.pair.setToolTip(tr("Half of them mirrored"))
        self.pair.clicked.connect(self._take_facts)
        self.role, self.view = NarrowBox(), NarrowBox()
        self.role.setToolTip(tr("Which part of a garment it is: sketch and joining card go by it"))
        self.view.setToolTip(tr("On which side of the garment it is seen"))
        self.role.activated.connect(self._take_facts)
        self.view.activated.connect(self._take_facts)
        self.grain = QComboBox()
        self.grain.setToolTip(tr("Which way its arrow runs, from head to hem"))
        self.grain.activated.connect(self._take_facts)
        for words, field in (
            (tr("Name"), self.name),
            (tr("It is"), self.role),
            (tr("Seen"), self.view),
            (tr("Material"), self.material),
            (tr("Copies"), self.copies),
            ("", self.pair),
            (tr("Grain"), self.grain),
        ):
            field.setAccessibleName(words or tr("in pairs"))
            form.add(words, field)
        column.addLayout(form)
        return frame

    # --- showing -------------------------------------------------------------------------------

    def show_piece(self, piece: ReadPiece | None, said: ImportSaid) -> None:
        """Show a piece, and what was said of it."""
        self.setEnabled(piece is not None)
        new = piece is None or self.piece is None or piece.key != self.piece.key
        self.piece = piece
        if piece is None:
            return
        self._said = said.pieces.get(piece.key, PieceSaid())
        if new:
            self._edge = ""
        self.take.setChecked(self._said.take)
        if not self.name.hasFocus():
            self.name.setText(piece.name)
        cut = None if piece.drawn is None else piece.drawn.cuts[0]
        self.material.blockSignals(True)
        self.copies.blockSignals(True)
        if cut is not None:
            self.material.setCurrentIndex(self.material.findData(cut.material))
            self.copies.setValue(cut.copies)
            self.pair.setChecked(cut.pair)
            self.pair.setEnabled(cut.copies % 2 == 0 and not cut.on_fold)
        if piece.drawn is not None:
            _fill(self.role, PARTS, piece.drawn.role)
            _fill(self.view, SIDES, piece.drawn.view)
        self.material.blockSignals(False)
        self.copies.blockSignals(False)
        fill_box(
            self.grain,
            [(_way(deg), f"{deg:.6f}") for deg in piece.grains_deg],
            f"{piece.grains_deg[0]:.6f}",
        )
        self._show_edges(piece)
        self._show_doubts(piece)

    def _show_edges(self, piece: ReadPiece) -> None:
        drawn = () if piece.drawn is None else piece.drawn.edges
        roles = {edge.name: edge.role for edge in drawn}
        rows = tuple(
            (
                *(edge.name, edge.kind, edge.allowance_mm, edge.straight),
                roles.get(edge.name, EdgeRole.OTHER),
            )
            for edge in piece.edges
        )
        if rows == self._shown_edges and self.edge_boxes:
            return
        names = [name for name, *_ in rows]
        if names != list(self.edge_boxes):
            self._build_edges(piece)
        self._shown_edges = rows
        for name, kind, mm, straight, role in rows:
            _fill(self.role_boxes[name], EDGES, role)
            choices = [own for own in KINDS if straight or own is not EdgeKind.FOLD]
            box = self.edge_boxes[name]
            fill_box(box, [(KINDS[own], own.value) for own in choices], kind.value)
            field = self.edge_fields[name]
            field.show_length(mm, self._unit)
            field.setVisible(kind is not EdgeKind.FOLD)

    def _build_edges(self, piece: ReadPiece) -> None:
        emptied(self._grid)
        self.edge_boxes, self.edge_fields, self.role_boxes = {}, {}, {}
        for k, edge in enumerate(piece.edges):
            words = tr(
                "{edge}, {long}", edge=edge.name, long=shown_length(edge.long_mm, self._unit)
            )
            box = QComboBox()
            box.setAccessibleName(tr("What {edge} is", edge=edge.name))
            box.setToolTip(tr("Seam, hem, or on the fold"))
            role = NarrowBox()
            role.setAccessibleName(tr("What {edge} is of the garment", edge=edge.name))
            role.setToolTip(tr("Neck, side, hem: seams, sketch and papers go by it"))
            role.activated.connect(lambda _, name=edge.name: self._take_role(name))
            field = LengthEdit(tr("Allowance in {edge}", edge=edge.name))
            box.activated.connect(lambda _, name=edge.name: self._take_kind(name))
            field.entered.connect(lambda mm, name=edge.name: self._take_allowance(name, mm))
            self._grid.addWidget(label(words, wrap=True), 2 * k, 0)
            self._grid.addWidget(role, 2 * k, 1)
            self._grid.addWidget(box, 2 * k + 1, 0)
            self._grid.addWidget(field, 2 * k + 1, 1)
            self.edge_boxes[edge.name], self.edge_fields[edge.name] = box, field
            self.role_boxes[edge.name] = role

    def _show_doubts(self, piece: ReadPiece) -> None:
        emptied(self._doubts)
        if piece.refusal:
            self._doubts.addWidget(label(str(piece.refusal), "broken", wrap=True))
        for doubt in piece.doubts:
            self._doubts.addWidget(label(str(doubt), "broken", wrap=True))

    def take_edge(self, name: str) -> None:
        """Take an edge in hand, as the picture has it."""
        self._edge = name
        box = self.edge_boxes.get(name)
        if box is not None:
            box.setFocus()

    def edge_in_hand(self) -> FoundEdge | None:
        """The edge in hand of the piece."""
        edges = () if self.piece is None else self.piece.edges
        return next((edge for edge in edges if edge.name == self._edge), None)

    # --- what is said --------------------------------------------------------------------------

    def _tell(self, said: PieceSaid) -> None:
        if self.piece is not None and said != self._said:
            self._said = said
            self.changed.emit(self.piece.key, said)

    def _take_facts(self) -> None:
        piece = self.piece
        if piece is None:
            return
        said = replace(self._said, take=self.take.isChecked())
        if self.name.text().strip() and self.name.text().strip() != piece.name:
            said = replace(said, name=self.name.text().strip())
        cut = None if piece.drawn is None else piece.drawn.cuts[0]
        if cut is not None:
            if self.material.currentData() != cut.material:
                said = replace(said, material=str(self.material.currentData()))
            if self.copies.value() != cut.copies:
                said = replace(said, copies=self.copies.value())
            if self.pair.isChecked() != cut.pair:
                said = replace(said, pair=self.pair.isChecked())
        if piece.drawn is not None:
            role, view = PieceRole(self.role.currentData()), View(self.view.currentData())
            said = replace(said, role=role) if role is not piece.drawn.role else said
            said = replace(said, view=view) if view is not piece.drawn.view else said
        deg = float(self.grain.currentData())
        if abs(deg - piece.grains_deg[0]) > 1e-6:
            said = replace(said, grain_deg=deg)
        self._tell(said)

    def _take_kind(self, name: str) -> None:
        self._edge = name
        self.edge_taken.emit(name)
        kind = EdgeKind(self.edge_boxes[name].currentData())
        own = self._said.edges.get(name, EdgeSaid())
        own = replace(own, hem=kind is EdgeKind.HEM, fold=kind is EdgeKind.FOLD)
        self._tell(replace(self._said, edges={**self._said.edges, name: own}))

    def _take_role(self, name: str) -> None:
        self._edge = name
        self.edge_taken.emit(name)
        role = EdgeRole(self.role_boxes[name].currentData())
        own = replace(self._said.edges.get(name, EdgeSaid()), role=role)
        self._tell(replace(self._said, edges={**self._said.edges, name: own}))

    def _take_allowance(self, name: str, mm: float) -> None:
        self._edge = name
        self.edge_taken.emit(name)
        own = replace(self._said.edges.get(name, EdgeSaid()), allowance_mm=max(0.0, mm))
        self._tell(replace(self._said, edges={**self._said.edges, name: own}))


_Role = TypeVar("_Role", PieceRole, View, EdgeRole)


def _fill(box: QComboBox, words: Mapping[_Role, str], chosen: _Role) -> None:
    """Fill a box with what something can be."""
    fill_box(box, [(shown, role.value) for role, shown in words.items()], chosen.value)


def _way(deg: float) -> str:
    """A direction of the arrow in words."""
    for known, words in _WAYS.items():
        if abs((deg - known + 180.0) % 360.0 - 180.0) < 0.05:
            return words
    return f"{deg % 360.0:.1f}°"
