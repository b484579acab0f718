"""The chalk list as an editor: a maker writes a piece with formulas, and it is drawn while
typing."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QKeySequence, QShortcut
from PySide6.QtWidgets import (
    QAbstractItemView,
    QComboBox,
    QFrame,
    QHBoxLayout,
    QHeaderView,
    QLineEdit,
    QPushButton,
    QSpinBox,
    QTableWidget,
    QVBoxLayout,
    QWidget,
)

from wickel.app.book import StudioBook
from wickel.app.session import Session
from wickel.app.theme import TARGET_PX, scaled
from wickel.app.widgets.cards import NarrowBox, label, relabelled
from wickel.app.widgets.columns import TableColumns
from wickel.app.widgets.dialogs import asked_text
from wickel.app.widgets.field import Field
from wickel.app.widgets.guide import PAGE
from wickel.body import MEASUREMENTS
from wickel.draft import DraftRefused
from wickel.draft.formulas import FUNCTIONS
from wickel.draft.own import LINES, OWN_ROLES, OwnOption, OwnPiece, OwnPoint, OwnStyle
from wickel.files import slug
from wickel.job import Garment, drafted
from wickel.job.edits import with_own
from wickel.pattern import MATERIALS
from wickel.typed import UnreadableLength, parsed_length
from wickel.units import Unit, shown_length
from wickel.wording import tr

_GRAINS = {0.0: tr("along the piece"), 90.0: "across", 45.0: tr("on the bias")}
_CUTS = {"pair": tr("in pairs"), "single": tr("all alike")}
_LINE_WORDS = {
    "straight": "straight",
    "curve": "curve",
    "across-down": tr("across, down"),
    "down-across": tr("down, across"),
}
_COLUMNS = (tr("point, edge"), tr("down, across"), tr("then, allowance"))

_ROW_PX, _ROW_GAP_PX = 64, 8


class OwnEditor(QFrame):
    """Rows of points of the piece in hand. ``piece_made`` names a piece that was just added."""

    piece_made = Signal(str)

    def __init__(self, session: Session, book: StudioBook) -> None:
        super().__init__()
        self.setProperty(PAGE, "formulas")
        self.setObjectName("card")
        self._session, self._book = session, book
        self._own: OwnStyle | None = None
        self._piece: OwnPiece | None = None
        self._filling = False
        self.fields: list[dict[str, QLineEdit | QComboBox]] = []
        column = QVBoxLayout(self)
        column.setContentsMargins(14, 12, 14, 12)
        column.setSpacing(5)
        column.addLayout(self._head())
        column.addLayout(self._cut_row())
        self.table = QTableWidget(0, len(_COLUMNS))
        self.table.setAccessibleName(tr("Points of the piece, with formulas"))
        self.table.setHorizontalHeaderLabels(list(_COLUMNS))
        self.table.setSelectionMode(QAbstractItemView.SelectionMode.NoSelection)
        self.table.setTabKeyNavigation(False)
        self.table.setShowGrid(False)
        self.table.verticalHeader().setFixedWidth(24)
        header = self.table.horizontalHeader()
        for k, wide in enumerate((130, 208, 104)):
            header.setSectionResizeMode(k, QHeaderView.ResizeMode.Interactive)
            self.table.setColumnWidth(k, wide)
        header.setStretchLastSection(True)
        self.columns = TableColumns("points", header)
        column.addWidget(self.table, 1)
        self.said = label("", "held", wrap=True)
        column.addWidget(self.said)
        names = ", ".join(FUNCTIONS)
        self.help = label(
            (
                tr(
                    "Measurements and lengths: bust/4 + 2 cm, waist_to_knee - 1 1/2 in. "
                    "Functions: {names}.",
                    names=names,
                )
            ),
            "soft",
        )
        self.help.setWordWrap(True)
        self.help.setToolTip(tr("Measurements: ") + ", ".join(MEASUREMENTS))
        column.addWidget(self.help)
        column.addLayout(self._buttons())

    def _head(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.name = Field()
        self.name.setAccessibleName(tr("Name of the piece"))
        self.name.setToolTip(tr("What this piece is called"))
        self.name.textEdited.connect(lambda _: self._edited(tr("Name of a piece")))
        row.addWidget(self.name, 1)
        self.add_piece = QPushButton(tr("+ piece"))
        self.add_piece.setToolTip(tr("Add a piece to this style"))
        self.add_piece.clicked.connect(self._new_piece)
        self.drop_piece = QPushButton(tr("− piece"))
        self.drop_piece.setToolTip(tr("Take this piece out of the style"))
        self.drop_piece.clicked.connect(self._remove_piece)
        row.addWidget(self.add_piece)
        row.addWidget(self.drop_piece)
        return row

    def _cut_row(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.copies = QSpinBox()
        self.copies.setRange(1, 99)
        self.copies.setAccessibleName(tr("How many copies"))
        self.copies.setToolTip(tr("How many finished copies are cut"))
        self.copies.valueChanged.connect(lambda _: self._edited("Copies"))
        self.cut, self.material, self.grain = (
            self._box(tr("How the copies are cut"), _CUTS),
            self._box("Material", {name: name for name in MATERIALS}),
            self._box("Grain", _GRAINS),
        )
        for words, field in (
            ("cut", self.copies),
            ("", self.cut),
            ("of", self.material),
            ("grain", self.grain),
        ):
            if words:
                row.addWidget(label(words, "soft"))
            row.addWidget(field, 0 if field is self.copies else 1)
        return row

    def _box(self, name: str, choices: dict[str, str] | dict[float, str]) -> QComboBox:
        box = NarrowBox()
        box.setMinimumContentsLength(5)
        box.setAccessibleName(name)
        box.setToolTip(name)
        for id, words in choices.items():
            box.addItem(words, id)
        box.activated.connect(lambda _: self._edited(name))
        return box

    def _buttons(self) -> QHBoxLayout:
        row = QHBoxLayout()
        for text, tip, act in (
            ("+ point", tr("A point after the one in hand (Ins)"), self._add_point),
            ("− point", tr("Take the point in hand out (Ctrl+Del)"), self._remove_point),
            (
                tr("Ask a length…"),
                tr("A length that this style asks for, to use in formulas"),
                self._ask_length,
            ),
            (
                tr("Keep style"),
                tr("Keep this as a style of the studio: it is then in the gallery"),
                self._keep,
            ),
        ):
            button = QPushButton(text)
            button.setToolTip(tip)
            button.clicked.connect(act)
            row.addWidget(button)
        for keys, act in (("Ins", self._add_point), ("Ctrl+Del", self._remove_point)):
            QShortcut(
                QKeySequence(keys), self, act, context=Qt.ShortcutContext.WidgetWithChildrenShortcut
            )
        return row

    # --- showing -----------------------------------------------------------------------------

    def show_piece(self, own_style: OwnStyle, id: str) -> None:
        """Show a piece of a style; what is being typed into it is left alone."""
        piece = next(
            (piece for piece in own_style.pieces if piece.id == id),
            own_style.pieces[0] if own_style.pieces else None,
        )
        if own_style == self._own and piece == self._piece:
            return
        same_rows = (
            piece is not None and self._piece is not None and piece == self._read(self._piece)
        )
        self._own, self._piece = own_style, piece
        self.drop_piece.setEnabled(len(own_style.pieces) > 1)
        self.setEnabled(piece is not None)
        if piece is not None and not same_rows:
            self._fill(piece)

    def _fill(self, piece: OwnPiece) -> None:
        self._filling = True
        self.name.refill(piece.name)
        self.copies.setValue(piece.copies)
        self.cut.setCurrentIndex(self.cut.findData("pair" if piece.pair else "single"))
        self.material.setCurrentIndex(max(0, self.material.findData(piece.material)))
        self.grain.setCurrentIndex(max(0, self.grain.findData(piece.grain_deg)))
        self.table.setRowCount(0)
        row_px = max(2 * TARGET_PX, round(scaled(_ROW_PX))) + _ROW_GAP_PX
        self.table.verticalHeader().setDefaultSectionSize(row_px)
        self.table.setRowCount(len(piece.points))
        self.fields = []
        for k, row in enumerate(piece.points):
            made: dict[str, QLineEdit | QComboBox] = {
                "name": self._line("name", k, row.name),
                "edge": self._line("edge", k, row.edge),
                "down": self._line("down", k, row.down),
                "across": self._line("across", k, row.across),
                "then": self._choice(tr("line to the next point"), k, LINES, row.then, _LINE_WORDS),
                "role": self._choice("allowance", k, OWN_ROLES, row.role, {}),
            }
            self.fields.append(made)
            for column, (upper, lower) in enumerate(
                (("name", "edge"), ("down", "across"), ("then", "role"))
            ):
                self.table.setCellWidget(k, column, _stacked(made[upper], made[lower]))
        self._filling = False
        relabelled(
            self.said,
            tr("Edges of two pieces with one name are sewn together and checked by tape."),
            "soft",
        )

    def _line(self, what: str, row: int, text: str) -> QLineEdit:
        field = QLineEdit(text)
        field.setCursorPosition(0)
        field.setAccessibleName(tr("Point {row}, {what}", row=row + 1, what=what))
        field.setToolTip(tr("Point {row}, {what}", row=row + 1, what=what))
        field.textEdited.connect(
            lambda _, row=row, what=what: self._edited(f"Point {row + 1}, {what}")
        )
        return field

    def _choice(
        self, what: str, row: int, choices: Mapping[str, str], chosen: str, short: Mapping[str, str]
    ) -> QComboBox:
        box = NarrowBox()
        box.setMinimumContentsLength(2)
        box.setAccessibleName(tr("Point {row}, {what}", row=row + 1, what=what))
        for id, words in choices.items():
            box.addItem(short.get(id, words), id)
            box.setItemData(box.count() - 1, words, Qt.ItemDataRole.ToolTipRole)
        box.setToolTip(choices[chosen])
        box.setCurrentIndex(box.findData(chosen))
        box.activated.connect(
            lambda _, row=row, what=what: self._edited(f"Point {row + 1}, {what}")
        )
        return box

    # --- reading and taking ---------------------------------------------------------------------

    def _cell(self, row: int, key: str) -> str:
        widget = self.fields[row][key]
        return str(widget.currentData()) if isinstance(widget, QComboBox) else widget.text()

    def _read(self, piece: OwnPiece) -> OwnPiece:
        """The piece as the fields have it now."""
        points = tuple(self._read_point(k, own) for k, own in enumerate(piece.points))
        return replace(
            piece,
            name=self.name.text().strip() or piece.id,
            points=points,
            copies=self.copies.value(),
            pair=self.cut.currentData() == "pair",
            material=str(self.material.currentData()),
            grain_deg=float(self.grain.currentData()),
        )

    def _read_point(self, row: int, own: OwnPoint) -> OwnPoint:
        """A point as its row has it now. What has no field stays; an allowance of its own as long
        as the kind of its edge does."""
        role = self._cell(row, "role")
        return replace(
            own,
            name=self._cell(row, "name").strip() or f"point {row + 1}",
            down=self._cell(row, "down"),
            across=self._cell(row, "across"),
            then=self._cell(row, "then"),
            edge=self._cell(row, "edge").strip() or "edge",
            role=role,
            allowance_mm=own.allowance_mm if role == own.role else None,
        )

    def _edited(self, what: str) -> None:
        if not self._filling and self._piece is not None:
            self._take(self._read(self._piece), what)

    def _take(self, piece: OwnPiece, what: str) -> bool:
        """Make the piece the style's, if it can be drafted; else say why and leave the drawing as
        it was."""
        assert self._own is not None
        pieces = tuple(piece if old.id == piece.id else old for old in self._own.pieces)
        return self._take_style(replace(self._own, pieces=pieces), what)

    def _take_style(self, own_style: OwnStyle, what: str) -> bool:
        garment = self._session.garment
        if garment is None:
            return False
        job = with_own(self._session.job, garment, own_style)
        try:
            drafted(_first(job.garments, garment.id))
        except DraftRefused as refusal:
            relabelled(self.said, str(refusal), "broken")
            return False
        relabelled(self.said, tr("Drawn."), "held")
        self._session.apply(job, what, merge_key=f"own:{what}")
        return True

    # --- buttons -----------------------------------------------------------------------------

    def _row_in_hand(self) -> int:
        focus = self.focusWidget()
        return next(
            (k for k, row in enumerate(self.fields) if focus in row.values()), len(self.fields) - 1
        )

    def _add_point(self) -> None:
        """A point halfway to the next one, on the same edge."""
        if self._piece is None:
            return
        piece, k = self._read(self._piece), self._row_in_hand()
        here, there = piece.points[k], piece.points[(k + 1) % len(piece.points)]
        made = replace(
            here,
            name=f"{here.name}, on",
            down=f"({here.down} + {there.down})/2",
            across=f"({here.across} + {there.across})/2",
        )
        points = (*piece.points[: k + 1], made, *piece.points[k + 1 :])
        if self._take(replace(piece, points=points), tr("Point after {k}", k=k + 1)):
            self.fields[k + 1]["down"].setFocus()

    def _remove_point(self) -> None:
        if self._piece is None:
            return
        piece, k = self._read(self._piece), self._row_in_hand()
        if self._take(
            replace(piece, points=(*piece.points[:k], *piece.points[k + 1 :])),
            tr("Point {k} out", k=k + 1),
        ):
            self.fields[max(0, k - 1)]["down"].setFocus()

    def _new_piece(self) -> None:
        if self._own is None or self._piece is None:
            return
        taken = {piece.id for piece in self._own.pieces}
        number = next(n for n in range(1, 200) if f"piece-{n}" not in taken)
        rows = tuple(
            OwnPoint(
                name=f"corner {k + 1}", down=down, across=across, edge=f"edge {k + 1}", role="band"
            )
            for k, (down, across) in enumerate(
                (("0", "0"), ("0", "10 cm"), ("20 cm", "10 cm"), ("20 cm", "0"))
            )
        )
        made = OwnPiece(id=f"piece-{number}", name=f"Piece {number}", points=rows)
        if self._take_style(
            replace(self._own, pieces=(*self._own.pieces, made)),
            tr("New piece {number}", number=number),
        ):
            self.piece_made.emit(made.id)

    def _remove_piece(self) -> None:
        if self._own is not None and self._piece is not None and len(self._own.pieces) > 1:
            kept = tuple(piece for piece in self._own.pieces if piece.id != self._piece.id)
            name = self._piece.name
            if self._take_style(replace(self._own, pieces=kept), f"{name} out"):
                self.piece_made.emit(kept[0].id)

    def _ask_length(self) -> None:
        if self._own is None:
            return
        unit = self._session.job.unit
        question = asked_text(
            self.window(), tr("Ask a length"), tr("What shall the style ask? (Length of the skirt)")
        )
        text = question and asked_text(
            self.window(),
            tr("Ask a length"),
            tr("{question}, when nobody says:", question=question),
            shown_length(101.6 if unit is Unit.INCH else 100.0, unit),
        )
        if text:
            self.add_option(question, text)

    def add_option(self, question: str, default: str) -> None:
        """Let the style ask a length; its name in formulas is said."""
        assert self._own is not None
        try:
            mm = parsed_length(default, self._session.job.unit)
        except UnreadableLength as reason:
            relabelled(self.said, str(reason), "broken")
            return
        id = slug(question).replace("-", "_")[:50].lstrip("0123456789_") or "length"
        if id in MEASUREMENTS or any(option.id == id for option in self._own.options):
            relabelled(
                self.said, tr("“{id}” is taken already: ask it in other words.", id=id), "broken"
            )
            return
        option = OwnOption(id=id, question=question, default_mm=mm)
        if self._take_style(
            replace(self._own, options=(*self._own.options, option)), f"Ask: {question}"
        ):
            relabelled(self.said, tr("Write {id} in a formula to use it.", id=id), "held")

    def _keep(self) -> None:
        if self._own is not None and self._book.keep_style(self._own):
            relabelled(
                self.said,
                tr("{own} is kept: find it in the gallery (Ctrl+T).", own=self._own.name),
                "held",
            )


def _first(garments: tuple[Garment, ...], id: str) -> Garment:
    return next(garment for garment in garments if garment.id == id)


def _stacked(upper: QWidget, lower: QWidget) -> QWidget:
    """Two fields under each other in one cell."""
    made = QWidget()
    column = QVBoxLayout(made)
    column.setContentsMargins(3, 2, 3, 2)
    column.setSpacing(3)
    column.addWidget(upper)
    column.addWidget(lower)
    return made
