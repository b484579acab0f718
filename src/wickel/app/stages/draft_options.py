"""The left side of the Draft stage: the style, its school, its questions, the allowances, changes
made by hand."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from functools import partial
from typing import Any

from PySide6.QtCore import Signal
from PySide6.QtWidgets import (
    QComboBox,
    QFrame,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from wickel.app.book import StudioBook
from wickel.app.session import Session
from wickel.app.stages.figures_panel import FiguresPanel
from wickel.app.widgets.cards import NarrowBox, emptied, label, scrolling
from wickel.app.widgets.dialogs import asked_text
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.length_edit import LengthEdit
from wickel.app.widgets.reason import mark_concerned
from wickel.draft import (
    PRESETS,
    ROLES,
    Allowances,
    ChoiceOption,
    Option,
    Style,
    asked,
    school_of,
    unusual_answers,
)
from wickel.files import slug
from wickel.job import Garment, garment_style
from wickel.job.edits import (
    bare_card,
    with_allowances,
    with_allowed,
    with_changes_by_hand,
    with_piece_card,
    with_school,
)
from wickel.job.named import FROM_PARTS
from wickel.studio import with_answers
from wickel.wording import term, tr

_DRAWN = {"added": tr("added at cutting"), "drawn": tr("drawn into the draft")}


class OptionsPanel(QFrame):
    """Questions of the style; each answer is one edit. ``another_asked``, ``change_asked``: buttons
    that lead on."""

    another_asked = Signal()
    change_asked = Signal()
    parts_asked = Signal()

    def __init__(self, session: Session, book: StudioBook) -> None:
        super().__init__()
        self.setProperty(PAGE, "allowances")
        self.setObjectName("card")
        self._session, self._book = session, book
        self._style: Style | None = None
        self.fields: dict[str, LengthEdit | QComboBox] = {}
        self.allowances: dict[str, LengthEdit] = {}
        column = QVBoxLayout(self)
        column.setContentsMargins(14, 12, 6, 8)
        column.setSpacing(7)
        self.style_name = label("", "heading", wrap=True)
        self.summary = label("", "soft", wrap=True)
        head = QHBoxLayout()
        self.another = QPushButton(tr("Another…"))
        self.another.setToolTip(tr("Choose another style (Ctrl+T)"))
        self.another.clicked.connect(self.another_asked)
        head.addWidget(self.style_name, 1)
        head.addWidget(self.another)
        column.addLayout(head)
        column.addWidget(self.summary)
        inner = QWidget()
        self._column = QVBoxLayout(inner)
        self._column.setContentsMargins(0, 0, 8, 0)
        self._column.setSpacing(5)
        pages = QHBoxLayout()
        self.questions_page = QPushButton(tr("Questions"))
        self.questions_page.setToolTip(tr("What the style asks, its allowances, changes by hand"))
        self.figures_page = QPushButton(tr("Figures"))
        self.figures_page.setToolTip(
            tr("Every figure of the draft, level by level, to be given as you like (Ctrl+F)")
        )
        for k, button in enumerate((self.questions_page, self.figures_page)):
            button.setCheckable(True)
            button.setAutoExclusive(True)
            button.clicked.connect(partial(self.show_page, k))
            pages.addWidget(button, 1)
        column.addLayout(pages)
        self.figures = FiguresPanel()
        self._pages = QStackedWidget()
        self._pages.addWidget(scrolling(inner))
        self._pages.addWidget(self.figures)
        column.addWidget(self._pages, 1)
        self.show_page(0)
        book.changed.connect(self._fill_schools)

    def show_page(self, index: int) -> None:
        """Show the questions (0) or the figures (1)."""
        self._pages.setCurrentIndex(index)
        for k, button in enumerate((self.questions_page, self.figures_page)):
            button.setChecked(k == index)
        self.summary.setVisible(index == 0)

    # --- made once for a style -----------------------------------------------------------------

    def show_garment(self, garment: Garment, style: Style) -> None:
        """Show a garment's answers."""
        if style != self._style:
            self._make_fields(style)
        self._show_values(garment, style)
        self._show_changes(garment)
        session = self._session
        doubts = unusual_answers(style, garment.options) if style.steps is not None else {}
        for id, field in self.fields.items():
            mark_concerned(field, session.refusal if id in session.refusal_concerns else "")
            self.doubts[id].setText(str(doubts.get(id, "")))
            self.doubts[id].setVisible(id in doubts)

    def _make_fields(self, style: Style) -> None:
        self._style = style
        self.style_name.setText(term(style.name))
        self.summary.setText(term(style.summary))
        emptied(self._column)
        self.fields, self.allowances = {}, {}
        self._column.addLayout(self._school_row())
        self.doubts: dict[str, QLabel] = {}
        self._rows: dict[str, QWidget] = {}
        self.exchange = QPushButton(tr("Exchange parts…"))
        self.exchange.setToolTip(tr("Neck, sleeves, skirt and all else, beside a sketch of it"))
        self.exchange.clicked.connect(self.parts_asked)
        self._column.addWidget(self.exchange)
        self.exchange.setVisible(style.id == FROM_PARTS or style.apart is not None)
        for option in style.options:
            self._rows[option.id] = self._question(option)
            self._column.addWidget(self._rows[option.id])
            self.doubts[option.id] = label("", "broken", wrap=True)
            self._column.addWidget(self.doubts[option.id])
        self._column.addSpacing(8)
        self._column.addWidget(label(tr("Allowances"), "heading"))
        self.drawn = _choice_box(
            tr("Allowances are added at cutting, or drawn into the draft"), _DRAWN
        )
        self.drawn.setToolTip(
            tr(
                "Added: the net line is chalked. Drawn in: the cut line is chalked. Both are "
                "always shown."
            )
        )
        self.drawn.activated.connect(self._take_drawn)
        self._column.addWidget(self.drawn)
        self.preset = _choice_box(
            tr("Preset of allowances"), {p.id: p.name for p in PRESETS.values()}
        )
        self.preset.setToolTip(tr("A school of allowances; each can be changed below"))
        self.preset.activated.connect(self._take_preset)
        self._column.addWidget(self.preset)
        for role, name in ROLES.items():
            if role in style.roles:
                field = LengthEdit(f"Allowance: {name}")
                field.entered.connect(partial(self._enter_allowance, role))
                self.allowances[role] = field
                self._column.addLayout(_row(name, field))
        self._column.addSpacing(8)
        self._column.addWidget(label(tr("Changed by hand"), "heading"))
        self._changes = QVBoxLayout()
        self._changes.setSpacing(3)
        self._column.addLayout(self._changes)
        self.change = QPushButton(tr("Change a piece…"))
        self.change.setToolTip(tr("Split, spread, lengthen, move a dart, make a facing … (Ctrl+H)"))
        self.change.clicked.connect(self.change_asked)
        self._column.addWidget(self.change)
        self._column.addStretch()

    def _school_row(self) -> QVBoxLayout:
        column = QVBoxLayout()
        column.setSpacing(2)
        words = label(tr("Drafted by the school"))
        self.school = NarrowBox()
        self.school.setAccessibleName(tr("School to draft by"))
        self.school.setToolTip(
            tr(
                "Sets chest line, neck, cap, ease and allowances together; each can be changed "
                "below"
            )
        )
        self.school.activated.connect(self._take_school)
        words.setBuddy(self.school)
        self.keep_school = QPushButton(tr("Keep…"))
        self.keep_school.setToolTip(tr("Keep the answers as they are now as a school of your own"))
        self.keep_school.clicked.connect(self._keep_school)
        row = QHBoxLayout()
        row.addWidget(self.school, 1)
        row.addWidget(self.keep_school)
        column.addWidget(words)
        column.addLayout(row)
        self._fill_schools()
        return column

    def _fill_schools(self) -> None:
        if self._style is None:
            return
        self.school.clear()
        self.school.addItem(tr("as answered below"), "")
        for school in self._book.schools:
            self.school.addItem(school.name, school.id)

    def _question(self, option: Option) -> QWidget:
        """The row of a question: its words and its field."""
        row = QWidget()
        layout = self._field_of(option)
        layout.setContentsMargins(0, 0, 0, 0)
        row.setLayout(layout)
        return row

    def _field_of(self, option: Option) -> QHBoxLayout | QVBoxLayout:
        if isinstance(option, ChoiceOption):
            box = _choice_box(term(option.question), option.choices)
            box.activated.connect(
                lambda _, option=option, box=box: self._enter(option.id, box.currentData())
            )
            self.fields[option.id] = box
            column = QVBoxLayout()
            column.setSpacing(2)
            text = label(term(option.question), wrap=True)
            text.setBuddy(box)
            column.addWidget(text)
            column.addWidget(box)
            return column
        field = LengthEdit(term(option.question))
        field.entered.connect(partial(self._enter, option.id))
        self.fields[option.id] = field
        return _row(term(option.question), field)

    # --- shown at every change -----------------------------------------------------------------

    def _show_values(self, garment: Garment, style: Style) -> None:
        unit = self._session.job.unit
        answers = {option.id: option.default for option in style.options} | dict(garment.options)
        applies = asked(style.options, answers)
        for option in style.options:
            # what does not apply is not shown
            self._rows[option.id].setVisible(option.id in applies)
            field, value = self.fields[option.id], answers[option.id]
            if isinstance(field, LengthEdit):
                field.show_length(float(value), unit)
            else:
                field.setCurrentIndex(field.findData(value))
        self.drawn.setCurrentIndex(
            self.drawn.findData("drawn" if garment.allowances.drawn_in else "added")
        )
        self.preset.setCurrentIndex(self.preset.findData(garment.allowances.preset))
        self.school.setCurrentIndex(
            max(0, self.school.findData(self._school_in_use(garment, style)))
        )
        for role, field in self.allowances.items():
            field.show_length(garment.allowances[role], unit)

    def _school_in_use(self, garment: Garment, style: Style) -> str:
        """The school whose every answer the garment has, or none."""
        for school in self._book.schools:
            known = {option.id: option.default for option in style.options}
            said = {id: value for id, value in school.options.items() if id in known}
            if (
                said
                and garment.allowances == school.allowances
                and all(garment.options.get(id, known[id]) == value for id, value in said.items())
            ):
                return school.id
        return ""

    def _show_changes(self, garment: Garment) -> None:
        emptied(self._changes)
        cards = {id: card for id, card in garment.cards.items() if bare_card(card) != card}
        if not garment.changes and not cards and not garment.allowed:
            self._changes.addWidget(label(tr("nothing yet"), "soft"))
        for k, change in enumerate(garment.changes):
            self._add_mine(
                f"{k + 1}  {change.title}: {change.piece}",
                tr("Take change {k} out: {name}", k=k + 1, name=change.title),
                tr("Take this change out again"),
                partial(self._drop_change, k),
            )
        for id in cards:
            self._add_mine(
                tr("Card: {piece}", piece=id),
                tr("Take the card of {piece} away", piece=id),
                tr("This piece as the style says again"),
                partial(self._drop_card, id),
            )
        for check in garment.allowed:
            self._add_mine(
                tr("It may differ: {check}", check=check),
                tr("{check} as the style says again", check=check),
                tr("It may differ as the style says again"),
                partial(self._drop_allowed, check),
            )

    def _add_mine(self, words: str, name: str, tip: str, drop: Callable[[], None]) -> None:
        """A line of what is the maker's own, with a way back."""
        row = QHBoxLayout()
        row.addWidget(label(words, "soft", wrap=True), 1)
        out = QPushButton("×")
        out.setObjectName("chip")
        out.setAccessibleName(name)
        out.setToolTip(tip)
        out.clicked.connect(lambda _=False: drop())
        row.addWidget(out)
        self._changes.addLayout(row)

    def _drop_allowed(self, check: str) -> None:
        garment = self._session.garment
        if garment is not None:
            job = with_allowed(self._session.job, garment, check, None)
            self._session.apply(job, tr("It may differ: {check}", check=check))

    # --- edits -------------------------------------------------------------------------------

    def _enter(self, option: str, value: float | str) -> None:
        garment = self._session.garment
        if garment is not None:
            text = garment_style(garment).option(option).question
            self._session.apply(with_answers(self._session.job, garment, {option: value}), text)

    def _take_school(self) -> None:
        garment, id = self._session.garment, str(self.school.currentData())
        school = next((school for school in self._book.schools if school.id == id), None)
        if garment is not None and school is not None:
            self._session.apply(
                with_school(self._session.job, garment, school),
                tr("School: {school}", school=school.name),
            )

    def _keep_school(self) -> None:
        name = asked_text(self.window(), tr("Keep as a school"), tr("What shall it be called?"))
        garment = self._session.garment
        if name and garment is not None:
            style = garment_style(garment)
            school = school_of(
                (f"own-{slug(name)}", name),
                style,
                garment.options,
                garment.allowances,
                garment.figures,
            )
            if self._book.keep_school(school):
                self._show_values(garment, style)

    def _take_drawn(self) -> None:
        self._apply_allowances(drawn_in=self.drawn.currentData() == "drawn")

    def _take_preset(self) -> None:
        self._apply_allowances(preset=str(self.preset.currentData()), own_mm={})

    def _enter_allowance(self, role: str, mm: float) -> None:
        garment = self._session.garment
        if garment is not None:
            own = {**garment.allowances.own_mm, role: mm}
            self._apply_allowances(
                own_mm=own, text=tr("Allowance at the {lower}", lower=ROLES[role].lower())
            )

    def _apply_allowances(self, *, text: str = "Allowances", **changes: Any) -> None:
        garment = self._session.garment
        if garment is None:
            return
        old = garment.allowances
        values: dict[str, Any] = {
            "preset": old.preset,
            "own_mm": old.own_mm,
            "drawn_in": old.drawn_in,
            **changes,
        }
        try:
            made = Allowances(**values)
        except ValueError as reason:
            self._session.trouble.emit(f"{str(reason)[:1].upper()}{str(reason)[1:]}.")
            self._show_values(garment, garment_style(garment))
            return
        self._session.apply(with_allowances(self._session.job, garment, made), text)

    def _drop_card(self, piece: str) -> None:
        garment = self._session.garment
        if garment is not None:
            card = bare_card(garment.cards[piece])
            job = with_piece_card(self._session.job, garment, piece, card)
            self._session.apply(job, tr("Card of {piece} away", piece=piece))

    def _drop_change(self, which: int) -> None:
        garment = self._session.garment
        if garment is not None:
            kept = tuple(change for k, change in enumerate(garment.changes) if k != which)
            self._session.apply(
                with_changes_by_hand(self._session.job, garment, kept), tr("Change taken out")
            )


def _choice_box(name: str, choices: Mapping[str, str]) -> QComboBox:
    box = NarrowBox()
    box.setAccessibleName(name)
    box.setToolTip(name)
    for id, words in choices.items():
        box.addItem(term(words), id)
    return box


def _row(question: str, field: LengthEdit) -> QHBoxLayout:
    row = QHBoxLayout()
    text = label(question, wrap=True)
    text.setBuddy(field)
    row.addWidget(text, 1)
    row.addWidget(field)
    return row
