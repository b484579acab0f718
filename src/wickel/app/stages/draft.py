"""The Draft stage: options on the left, pieces as on paper, tape checks and the chalk list."""

from __future__ import annotations

from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtWidgets import (
    QAbstractItemView,
    QComboBox,
    QHBoxLayout,
    QHeaderView,
    QPushButton,
    QTableWidget,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from wickel.app.edits import with_allowances, with_option
from wickel.app.session import Session
from wickel.app.stages.gallery import Gallery
from wickel.app.table.paper_view import PaperView
from wickel.app.widgets.cards import card, emptied, label, relabelled, scrolling
from wickel.app.widgets.length_edit import LengthEdit
from wickel.body import SIZES, size_body
from wickel.draft import (
    PRESETS,
    ROLES,
    STYLES,
    Allowances,
    ChoiceOption,
    DraftRefused,
    Option,
    TapeCheck,
    chalk_list,
    draft,
)
from wickel.job import Garment
from wickel.pattern import Piece
from wickel.studio import with_style
from wickel.units import Unit, shown_length


class DraftStage(QWidget):
    """Changing an option redraws at once; a piece in hand shows its points."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.setObjectName("stage")
        self._session = session
        self._style = ""
        self.option_fields: dict[str, LengthEdit | QComboBox] = {}
        self.allowance_fields: dict[str, LengthEdit] = {}
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(12)
        row.addWidget(self._options_card())
        self.paper = PaperView()
        self.paper.picked.connect(self._show_chalk_list)
        middle = QVBoxLayout()
        middle.setSpacing(8)
        middle.addLayout(self._over_row())
        middle.addWidget(self.paper, 1)
        row.addLayout(middle, 1)
        row.addWidget(self._checks_card())
        session.job_changed.connect(self.refresh)

    def _options_card(self) -> QWidget:
        frame, column = card()
        frame.setFixedWidth(286)
        column.setContentsMargins(14, 12, 6, 8)
        self.style_name = label("", "heading")
        self.summary = label("", "soft", wrap=True)
        head = QHBoxLayout()
        self.another = QPushButton("Another…")
        self.another.setToolTip("Choose another style (Ctrl+T)")
        self.another.clicked.connect(self.choose_style)
        head.addWidget(self.style_name, 1)
        head.addWidget(self.another)
        column.addLayout(head)
        column.addWidget(self.summary)
        inner = QWidget()
        self._options = QVBoxLayout(inner)
        self._options.setContentsMargins(0, 0, 8, 0)
        self._options.setSpacing(5)
        column.addWidget(scrolling(inner), 1)
        return frame

    def _over_row(self) -> QHBoxLayout:
        row = QHBoxLayout()
        words = label("Lay another size over it", "soft")
        self.over = QComboBox()
        self.over.setAccessibleName("Another size to lay over the pieces")
        self.over.setToolTip("Draws the net line of another size, dotted, over each piece, from the same start")
        self.over.addItem("none", "")
        for size in SIZES:
            self.over.addItem(size, size)
        self.over.activated.connect(lambda _: self.refresh())
        words.setBuddy(self.over)
        self.over_said = label("", "broken")
        row.addWidget(words)
        row.addWidget(self.over)
        row.addWidget(self.over_said, 1)
        return row

    def _others(self, garment: Garment) -> tuple[Piece, ...]:
        """The pieces of the size to lay over, none when it cannot be drafted."""
        self.over_said.setText("")
        size = str(self.over.currentData())
        if not size:
            return ()
        try:
            return draft(STYLES[garment.style], size_body(size), garment.options, garment.allowances).pieces
        except DraftRefused as refusal:
            self.over_said.setText(f"Size {size} cannot be drafted so.")
            self.over_said.setToolTip(str(refusal))
            return ()

    def _checks_card(self) -> QWidget:
        frame, column = card()
        frame.setFixedWidth(312)
        column.setSpacing(4)
        self.checks_title = label("Checked by tape", "heading")
        column.addWidget(self.checks_title)
        self._checks = QVBoxLayout()
        self._checks.setSpacing(3)
        column.addLayout(self._checks)
        column.addSpacing(6)
        self.chalk_title = label("Chalk list", "heading")
        column.addWidget(self.chalk_title)
        column.addWidget(label("down from the start line, across from the centre", "soft"))
        self.chalk = QTableWidget(0, 5)
        self.chalk.setAccessibleName("Chalk list of the piece in hand")
        self.chalk.setHorizontalHeaderLabels(["", "point", "down", "across", "on"])
        self.chalk.verticalHeader().hide()
        self.chalk.setShowGrid(False)
        self.chalk.setWordWrap(False)
        self.chalk.setStyleSheet("font-size: 13px;")
        self.chalk.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self.chalk.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
        self.chalk.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.chalk.setTabKeyNavigation(False)
        header = self.chalk.horizontalHeader()
        header.setSectionResizeMode(QHeaderView.ResizeMode.ResizeToContents)
        header.setSectionResizeMode(1, QHeaderView.ResizeMode.Stretch)
        column.addWidget(self.chalk, 1)
        return frame

    # --- showing -----------------------------------------------------------------------------

    def refresh(self) -> None:
        """Show the draft as it is now."""
        garment = self._session.garment
        self.setEnabled(garment is not None)
        if garment is None:
            self.paper.show_pieces((), self._session.job.unit)
            return
        if garment.style != self._style:
            self._make_fields(garment)
        self._show_values(garment)
        pieces: tuple[Piece, ...] = ()
        checks: tuple[TapeCheck, ...] = ()
        for done in self._session.drafts[:1]:
            pieces, checks = done.pattern.pieces, done.checks
        self.paper.show_pieces(pieces, self._session.job.unit, self._others(garment))
        self._show_checks(checks)
        self._show_chalk_list(self.paper.chosen)

    def _make_fields(self, garment: Garment) -> None:
        self._style = garment.style
        style = STYLES[garment.style]
        self.style_name.setText(style.name)
        self.summary.setText(style.summary)
        emptied(self._options)
        self.option_fields, self.allowance_fields = {}, {}
        for option in style.options:
            self._options.addLayout(self._question(option))
        self._options.addSpacing(8)
        self._options.addWidget(label("Allowances, added at cutting", "heading"))
        self.preset = QComboBox()
        _narrow(self.preset)
        self.preset.setAccessibleName("Preset of allowances")
        self.preset.setToolTip("A school of allowances; each can be changed below")
        for preset in PRESETS.values():
            self.preset.addItem(preset.name, preset.id)
        self.preset.activated.connect(self._take_preset)
        self._options.addWidget(self.preset)
        for role, name in ROLES.items():
            if role not in style.roles:
                continue
            row = QHBoxLayout()
            text = label(name, wrap=True)
            field = LengthEdit(f"Allowance: {name}")
            text.setBuddy(field)
            field.entered.connect(partial(self._enter_allowance, role))
            self.allowance_fields[role] = field
            row.addWidget(text, 1)
            row.addWidget(field)
            self._options.addLayout(row)
        self._options.addStretch()

    def _question(self, option: Option) -> QHBoxLayout | QVBoxLayout:
        text = label(option.question, wrap=True)
        if isinstance(option, ChoiceOption):
            column = QVBoxLayout()
            box = QComboBox()
            _narrow(box)
            box.setAccessibleName(option.question)
            box.setToolTip(option.question)
            for id, name in option.choices.items():
                box.addItem(name, id)
            box.activated.connect(lambda _, option=option, box=box: self._enter(option.id, box.currentData()))
            self.option_fields[option.id] = box
            text.setBuddy(box)
            column.setSpacing(2)
            column.addWidget(text)
            column.addWidget(box)
            return column
        row = QHBoxLayout()
        field = LengthEdit(option.question)
        field.entered.connect(partial(self._enter, option.id))
        self.option_fields[option.id] = field
        text.setBuddy(field)
        row.addWidget(text, 1)
        row.addWidget(field)
        return row

    def _show_values(self, garment: Garment) -> None:
        unit = self._session.job.unit
        for option in STYLES[garment.style].options:
            field, value = self.option_fields[option.id], garment.options.get(option.id, option.default)
            if isinstance(field, LengthEdit):
                field.show_length(float(value), unit)
            else:
                field.setCurrentIndex(field.findData(value))
        self.preset.setCurrentIndex(self.preset.findData(garment.allowances.preset))
        for role, field in self.allowance_fields.items():
            field.show_length(garment.allowances[role], unit)

    def _show_checks(self, checks: tuple[TapeCheck, ...]) -> None:
        emptied(self._checks)
        unit = self._session.job.unit
        if self._session.refusal:
            self._checks.addWidget(label(self._session.refusal, "broken", wrap=True))
        for check in checks:
            row = QHBoxLayout()
            mark = label("✓" if check.held else "✗", "held" if check.held else "broken")
            mark.setFixedWidth(14)
            name = label(check.name)
            name.setToolTip(
                f"{check.one} {shown_length(check.one_mm, unit)}, {check.other} {shown_length(check.other_mm, unit)}"
            )
            row.addWidget(mark)
            row.addWidget(name, 1)
            lengths = (shown_length(mm, unit, with_unit=False) for mm in (check.one_mm, check.other_mm))
            row.addWidget(label(" · ".join(lengths), "soft"))
            difference = label(_signed(check.difference_mm, unit))
            difference.setAlignment(Qt.AlignmentFlag.AlignRight)
            difference.setFixedWidth(52)
            row.addWidget(difference)
            self._checks.addLayout(row)
            if not check.held:
                self._checks.addWidget(label(check.way_out, "broken", wrap=True))
        held = sum(check.held for check in checks)
        relabelled(self.checks_title, f"Checked by tape: {held} of {len(checks)} hold", "heading")

    def _show_chalk_list(self, id: str) -> None:
        unit = self._session.job.unit
        piece = next((p for d in self._session.drafts for p in d.pattern.pieces if p.id == id), None)
        rows = () if piece is None else chalk_list(piece)
        self.chalk_title.setText("Chalk list" if piece is None else f"Chalk list: {piece.name}")
        self.chalk.setRowCount(len(rows))
        for k, row in enumerate(rows):
            cells = (
                str(row.number or "·"),
                row.name,
                shown_length(row.down_mm, unit, with_unit=False),
                shown_length(row.across_mm, unit, with_unit=False),
                {"straight": "—", "curve": "⌒"}.get(row.then, ""),
            )
            for column, text in enumerate(cells):
                item = QTableWidgetItem(text)
                item.setToolTip(f"{row.name}{': ' if row.rule else ''}{row.rule}{_then(row.then)}")
                if column in (2, 3):
                    item.setTextAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
                self.chalk.setItem(k, column, item)
        self.chalk.resizeRowsToContents()

    # --- edits -------------------------------------------------------------------------------

    def choose_style(self) -> None:
        """Open the gallery; the style chosen there is drafted at once."""
        garment = self._session.garment
        if garment is not None:
            gallery = Gallery(self.window(), "Which garment?")
            gallery.chosen.connect(self.take_style)
            gallery.open()

    def take_style(self, style: str) -> None:
        """Make the garment in another style."""
        garment = self._session.garment
        if garment is not None and style != garment.style:
            job = with_style(self._session.job, garment, style)
            self._session.apply(job, f"Style: {STYLES[style].name}")

    def _enter(self, option: str, value: float | str) -> None:
        garment = self._session.garment
        if garment is not None:
            text = STYLES[garment.style].option(option).question
            self._session.apply(with_option(self._session.job, garment, option, value), text)

    def _take_preset(self) -> None:
        garment = self._session.garment
        if garment is not None:
            made = Allowances(preset=str(self.preset.currentData()))
            self._session.apply(with_allowances(self._session.job, garment, made), "Allowances")

    def _enter_allowance(self, role: str, mm: float) -> None:
        garment = self._session.garment
        if garment is None:
            return
        own = {**garment.allowances.own_mm, role: mm}
        try:
            made = Allowances(preset=garment.allowances.preset, own_mm=own)
        except ValueError as reason:
            self._session.trouble.emit(f"{str(reason)[:1].upper()}{str(reason)[1:]}.")
            self._show_values(garment)
            return
        self._session.apply(
            with_allowances(self._session.job, garment, made), f"Allowance at the {ROLES[role].lower()}"
        )


def _then(then: str) -> str:
    return f" · then {then} to the next" if then else " · marked on a line"


def _narrow(box: QComboBox) -> None:
    """Let a box be narrower than its longest choice."""
    box.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
    box.setMinimumContentsLength(8)


def _signed(mm: float, unit: Unit) -> str:
    text = shown_length(mm, unit, with_unit=False)
    return text if text.startswith("−") or text == "0" else f"+{text}"
