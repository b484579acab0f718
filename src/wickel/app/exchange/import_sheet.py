"""The sheet on which a drawing becomes pieces: its unit and its layers at the left, what was found
in the middle, the piece in hand at the right. It asks only what the file does not say."""

from __future__ import annotations

from dataclasses import replace

from PySide6.QtCore import QEvent, QObject, Qt, QTimer, Signal, SignalInstance
from PySide6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QDialog,
    QGridLayout,
    QHBoxLayout,
    QLineEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from wickel.app.background import Background
from wickel.app.exchange.found_view import FoundView
from wickel.app.exchange.piece_said import PieceSaidCard
from wickel.app.widgets.cards import card, label, relabelled, side_column
from wickel.app.widgets.dialogs import Notice, take_room
from wickel.app.widgets.flow import flow_bar
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.length_edit import LengthEdit
from wickel.drawing.found import FoundDrawing
from wickel.job.importing import (
    ImportSaid,
    LayerSaid,
    Meaning,
    PieceSaid,
    ReadDrawing,
    ReadPiece,
    proposed,
    read_pieces,
)
from wickel.units import FILE_UNITS_MM, Unit
from wickel.wording import tr

MEANINGS: dict[Meaning, str] = {
    Meaning.CUT: tr("Cut line"),
    Meaning.NET: tr("Net line"),
    Meaning.BOTH: tr("Net line, cut along it"),
    Meaning.INNER: tr("Marks inside"),
    Meaning.NOTCH: tr("Notches"),
    Meaning.GRAIN: tr("Grain"),
    Meaning.FOLD: tr("Fold"),
    Meaning.NOTHING: tr("Leave out"),
}
UNIT_NAMES = {
    "mm": tr("millimetres"),
    "cm": tr("centimetres"),
    "m": tr("metres"),
    "in": tr("inches"),
    "pt": tr("points, 72 to the inch"),
    "px": tr("pixels, 96 to the inch"),
}
UNITS = tuple((UNIT_NAMES[unit], mm) for unit, mm in FILE_UNITS_MM.items())
_WAIT_MS = 120
_SIDE_PX, _LEFT_MOST_PX, _RIGHT_MOST_PX = 310, 450, 405


class ImportSheet(QDialog):
    """What a file holds, and what it is to become. ``job_asked`` and ``here_asked`` carry the
    drawing as it was read and what was said of it: for a new job, or for the open one."""

    job_asked = Signal(object, object)
    here_asked = Signal(object, object)

    def __init__(
        self, found: FoundDrawing, name: str, unit: Unit, parent: QWidget | None = None
    ) -> None:
        super().__init__(parent)
        self.setProperty(PAGE, "exchange")
        self.setWindowTitle(tr("Pieces from {name}", name=name))
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        take_room(self, 1240, 740)
        self.found, self.unit = found, unit
        self.said: ImportSaid = proposed(found)
        self.read = ReadDrawing(pieces=(), left_out=())
        self._work = Background(self)
        self._work.done.connect(self._take)
        self._timer = QTimer(self, singleShot=True, interval=_WAIT_MS)
        self._timer.timeout.connect(self._begin)
        self.view = FoundView()
        self.card = PieceSaidCard(unit)
        self.card.changed.connect(self._piece_said)
        self.card.edge_taken.connect(self.view.take_edge)
        self.view.picked.connect(self._show_piece)
        self.view.edge_picked.connect(self._edge_picked)
        self._build(name)
        self._begin()

    # --- building ------------------------------------------------------------------------------

    def _build(self, name: str) -> None:
        whole = QVBoxLayout(self)
        whole.setContentsMargins(18, 14, 18, 14)
        whole.setSpacing(10)
        whole.addWidget(label(tr("Pieces from {name}", name=name), "title"))
        row = QHBoxLayout()
        row.setSpacing(14)
        left = QWidget()
        column = QVBoxLayout(left)
        column.setContentsMargins(0, 0, 8, 0)
        column.setSpacing(10)
        column.addWidget(self._unit_card())
        column.addWidget(self._allowance_card())
        column.addWidget(self._layer_card())
        column.addStretch()
        row.addWidget(side_column(left, _SIDE_PX, _LEFT_MOST_PX))
        middle = QVBoxLayout()
        middle.addWidget(self.view, 1)
        self.said_of_all = label("", "soft", wrap=True)
        middle.addWidget(self.said_of_all)
        bar, below = flow_bar()
        self.left = QPushButton("")
        self.left.setToolTip(tr("Shows what of the file does not come in"))
        self.left.clicked.connect(self._show_left)
        below.addWidget(self.left)
        for words, tip, act in (
            (tr("True size"), tr("As large as it is, on this screen"), self.view.true_size),
            (tr("All in sight"), tr("All pieces in sight (0)"), self.view.fit),
        ):
            button = QPushButton(words)
            button.setToolTip(tip)
            button.setAutoDefault(False)
            button.clicked.connect(act)
            below.addWidget(button)
        middle.addWidget(bar)
        row.addLayout(middle, 1)
        row.addWidget(side_column(self.card, _SIDE_PX, _RIGHT_MOST_PX))
        whole.addLayout(row, 1)
        whole.addLayout(self._foot())

    def _unit_card(self) -> QWidget:
        frame, column = card()
        column.addWidget(label(tr("Size"), "heading"))
        per_unit, doubtful = self.found.mm_per_unit, self.found.doubtful
        words = (
            tr("The file does not say its unit.")
            if per_unit is None
            else tr("The file says its unit, but many programs mean another: look at the measures.")
            if doubtful
            else tr("The file says its unit.")
        )
        column.addWidget(label(words, "broken" if per_unit is None else "soft", wrap=True))
        self.unit_box = QComboBox()
        self.unit_box.setAccessibleName(tr("Unit of the file"))
        self.unit_box.setToolTip(tr("How large a unit of the file is"))
        for name, mm in UNITS:
            self.unit_box.addItem(name, mm)
        self.unit_box.addItem(tr("of their own"), 0.0)
        self.unit_box.activated.connect(self._take_unit)
        column.addWidget(self.unit_box)
        column.addWidget(
            label(
                tr("Or take a piece and an edge in hand, and say how long it is:"),
                "soft",
                wrap=True,
            )
        )
        self.known = LengthEdit(tr("How long the edge in hand is"))
        self.known.entered.connect(self._take_known)
        column.addWidget(self.known, 0, Qt.AlignmentFlag.AlignLeft)
        self._show_unit()
        return frame

    def _allowance_card(self) -> QWidget:
        frame, column = card()
        column.addWidget(label(tr("In the cut lines already"), "heading"))
        column.addWidget(
            label(
                tr(
                    "Without a net line in the file this is taken off, so that yours can be put on."
                ),
                "soft",
                wrap=True,
            )
        )
        grid = QGridLayout()
        self.seam = LengthEdit(tr("Allowance in the seams"))
        self.hem = LengthEdit(tr("Allowance in the hems"))
        for k, (words, field, tip) in enumerate(
            (
                (tr("Seams"), self.seam, ""),
                (tr("Hems"), self.hem, tr("Empty: no edge is a hem, until you say so")),
            )
        ):
            text = label(words)
            text.setBuddy(field)
            grid.addWidget(text, k, 0)
            grid.addWidget(field, k, 1)
            field.entered.connect(self._take_allowances)
            if tip:
                field.setPlaceholderText(tr("none"))
        grid.setColumnStretch(2, 1)
        column.addLayout(grid)
        self.seam.show_length(0.0, self.unit)
        return frame

    def _layer_card(self) -> QWidget:
        frame, column = card()
        column.addWidget(label(tr("Layers"), "heading"))
        self.layer_boxes: dict[str, QComboBox] = {}
        self.layer_sizes: dict[str, QLineEdit] = {}
        for name, own in self.said.layers.items():
            count = sum(line.layer == name for line in self.found.lines)
            shown = name or tr("without a name")
            column.addWidget(
                label(tr("{layer} · {count:of line|lines}", layer=shown, count=count), wrap=True)
            )
            row = QHBoxLayout()
            box = QComboBox()
            box.setAccessibleName(tr("What the layer {layer} is", layer=shown))
            box.setToolTip(tr("What the lines of this layer are"))
            for meaning, words in MEANINGS.items():
                box.addItem(words, meaning)
            box.setCurrentIndex(box.findData(own.meaning))
            box.activated.connect(self._take_layers)
            box.installEventFilter(self)
            size = QLineEdit(own.size)
            size.setPlaceholderText(tr("size"))
            size.setAccessibleName(tr("Size of the layer {layer}", layer=shown))
            size.setToolTip(tr("The size that this layer belongs to, where the file has several"))
            size.setMaximumWidth(64)
            size.editingFinished.connect(self._take_layers)
            row.addWidget(box, 1)
            row.addWidget(size)
            column.addLayout(row)
            self.layer_boxes[name], self.layer_sizes[name] = box, size
        return frame

    def _foot(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.keep = QCheckBox(tr("Keep them as a style of the studio too"))
        self.keep.setToolTip(tr("They stand in the gallery then, in this one size"))
        row.addWidget(self.keep)
        row.addStretch()
        cancel = QPushButton(tr("Cancel"))
        cancel.setToolTip(tr("Nothing comes in (Esc)"))
        cancel.setAutoDefault(False)
        cancel.clicked.connect(self.reject)
        self.here = QPushButton(tr("Into this job"))
        self.here.setToolTip(tr("One garment more for the open job; Ctrl+Z takes it back"))
        self.here.setAutoDefault(False)
        self.here.clicked.connect(lambda: self._ask(self.here_asked))
        self.new = QPushButton(tr("As a new job"))
        self.new.setObjectName("main")
        self.new.setToolTip(tr("A new job with these pieces (Ctrl+Enter)"))
        self.new.setShortcut("Ctrl+Return")
        self.new.setAutoDefault(False)
        self.new.clicked.connect(lambda: self._ask(self.job_asked))
        for button in (cancel, self.here, self.new):
            row.addWidget(button)
        return row

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        """The lines of the layer in hand stand out."""
        if event.type() in (QEvent.Type.FocusIn, QEvent.Type.FocusOut):
            names = (name for name, box in self.layer_boxes.items() if box is watched)
            into = event.type() is QEvent.Type.FocusIn
            self.view.light_layer(next(names, "") if into else "")
        return super().eventFilter(watched, event)

    # --- what is said --------------------------------------------------------------------------

    def _say(self, said: ImportSaid) -> None:
        if said != self.said:
            self.said = said
            self._timer.start()

    def _take_unit(self) -> None:
        mm = float(self.unit_box.currentData())
        if mm:
            self._say(replace(self.said, mm_per_unit=mm))
        else:
            self._show_unit()

    def _take_known(self, mm: float) -> None:
        """So long is the edge in hand: the unit follows."""
        edge = self.card.edge_in_hand()
        if edge is not None and edge.long_mm > 0 and mm > 0:
            self._say(replace(self.said, mm_per_unit=self.said.mm_per_unit * mm / edge.long_mm))
            self._show_unit()

    def _show_unit(self) -> None:
        own = self.said.mm_per_unit
        for k, (_, mm) in enumerate(UNITS):
            if abs(own / mm - 1.0) < 1e-6:
                self.unit_box.setCurrentIndex(k)
                return
        self.unit_box.setItemText(len(UNITS), tr("{mm} mm a unit", mm=f"{own:.6g}"))
        self.unit_box.setCurrentIndex(len(UNITS))

    def _take_allowances(self, mm: float) -> None:
        if self.sender() is self.hem:
            self.hem.show_length(mm, self.unit)
            self._say(replace(self.said, hem_mm=mm or None))
        else:
            self.seam.show_length(mm, self.unit)
            self._say(replace(self.said, seam_mm=max(0.0, mm)))

    def _take_layers(self) -> None:
        layers = {
            name: LayerSaid(
                meaning=Meaning(box.currentData()), size=self.layer_sizes[name].text().strip()
            )
            for name, box in self.layer_boxes.items()
        }
        self._say(replace(self.said, layers=layers))

    def _piece_said(self, key: str, own: object) -> None:
        assert isinstance(own, PieceSaid)
        pieces = {id: said for id, said in self.said.pieces.items() if id != key}
        if own != PieceSaid():
            pieces[key] = own
        self._say(replace(self.said, pieces=pieces))

    # --- reading -------------------------------------------------------------------------------

    def _begin(self) -> None:
        found, said = self.found, self.said
        self._work.begin(lambda: (said, read_pieces(found, said)))

    def settled(self) -> bool:
        """Whether all that was said is read."""
        return not self._timer.isActive() and not self._work.working

    def _take(self, made: object) -> None:
        assert isinstance(made, tuple)
        said, read = made
        if said != self.said:
            return
        self.read = read
        out = frozenset(key for key, own in said.pieces.items() if not own.take)
        self.view.show_found(self.found, said.mm_per_unit, read.pieces, out, self.unit)
        if self.view.chosen not in self.view.items_by_id:
            self.view.choose(next(iter(self.view.items_by_id), ""))
        self._show_piece(self.view.chosen)
        self._show_all(out)

    def _show_all(self, out: frozenset[str]) -> None:
        """How many come in, what is doubtful, and whether it can be taken so."""
        pieces = [own for own in self.read.pieces if own.key not in out]
        wrong = [own for own in pieces if own.drawn is None]
        doubts = sum(len(own.doubts) for own in pieces)
        words = tr("{count:of piece comes|pieces come} in.", count=len(pieces))
        if doubts:
            words += " " + tr("{count:of thing|things} to look at.", count=doubts)
        if wrong:
            names = ", ".join(own.name for own in wrong)
            words = tr("Mend or leave out first: {names}.", names=names)
        if not pieces:
            words = tr("No piece: say which layer has the cut lines or the net lines.")
        relabelled(self.said_of_all, words, "broken" if wrong or not pieces else "soft")
        for button in (self.here, self.new):
            button.setEnabled(bool(pieces) and not wrong)
        count = len(self.read.left_out)
        self.left.setText(tr("{count} left out…", count=count))
        self.left.setVisible(count > 0)

    def _show_piece(self, key: str) -> None:
        own: ReadPiece | None = next((one for one in self.read.pieces if one.key == key), None)
        self.card.show_piece(own, self.said)

    def _edge_picked(self, name: str) -> None:
        self.card.take_edge(name)
        edge = self.card.edge_in_hand()
        if edge is not None:
            self.known.show_length(edge.long_mm, self.unit)

    def _show_left(self) -> None:
        Notice(
            self,
            tr("Left out"),
            tr("This of the file does not come in:"),
            tuple(map(str, self.read.left_out)),
        ).open()

    def _ask(self, signal: SignalInstance) -> None:
        if self.settled() and self.new.isEnabled():
            signal.emit(self.read, self.said)
            self.accept()
