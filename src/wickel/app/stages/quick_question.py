"""A quick question at the top of Jobs: how much cloth for this style, in this size or for this
client, on cloth so wide. Answered from the kept table or by a lay, without a job."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QCompleter,
    QHBoxLayout,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from wickel.app.book import StudioBook
from wickel.app.errand import Errand
from wickel.app.widgets.cards import Figure, NarrowBox, card, editable, fill_box, label
from wickel.app.widgets.flow import flow_bar, with_words
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.length_edit import LengthEdit
from wickel.cloth import STEP_MM, WAYS, BadCloth
from wickel.draft import STYLES, DraftRefused
from wickel.files import TableStore
from wickel.job import Cell, CellTask, JobRefused
from wickel.job.named import NAMED
from wickel.job.tasks import CannotBe, Filled, Message
from wickel.lay import USUAL_RATES
from wickel.studio.ordering import Chosen
from wickel.studio.quick import Question, Whom, quick_cell, quick_job, who_for
from wickel.units import Unit, shown_cloth_length
from wickel.wording import term, tr, words_of
from wickel.yardage import shown_buy

USUAL_WIDTH_MM = 1400.0
_BOX_PX = 230


class QuickQuestion(QWidget):
    """The question and its answer. ``job_asked`` carries the job that it is to become."""

    job_asked = Signal(object)

    def __init__(self, book: StudioBook, store: TableStore, errand: Errand) -> None:
        super().__init__()
        self.setProperty(PAGE, "jobs")
        self._book, self._store, self._errand = book, store, errand
        self._unit = Unit.CM
        self.rates, self.step_mm = USUAL_RATES, STEP_MM
        self._width_mm = USUAL_WIDTH_MM
        self._styles: dict[str, Chosen] = {}
        self._whom: dict[str, Whom] = {}
        self._task: CellTask | None = None
        self.asked: Question | None = None
        errand.told.connect(self._told)
        errand.trouble.connect(self._say)
        whole = QVBoxLayout(self)
        whole.setContentsMargins(0, 0, 0, 0)
        frame, column = card()
        whole.addWidget(frame)
        column.addWidget(self._question())
        column.addLayout(self._answer())
        self.fill()
        book.changed.connect(self.fill)

    def _question(self) -> QWidget:
        bar, row = flow_bar()
        row.addWidget(label(tr("How much for"), "heading"))
        self.style_box = NarrowBox()
        editable(self.style_box, tr("Style in question"))
        self.style_box.setInsertPolicy(QComboBox.InsertPolicy.NoInsert)
        found = self.style_box.completer()
        assert found is not None  # an editable box has one
        found.setCompletionMode(QCompleter.CompletionMode.PopupCompletion)
        found.setFilterMode(Qt.MatchFlag.MatchContains)
        self.style_box.setToolTip(tr("Type to look for a style"))
        self.who = NarrowBox()
        self.who.setAccessibleName(tr("Size or client in question"))
        self.who.setToolTip(tr("A client as measured last, or a size of the chart"))
        self.style_box.setMinimumWidth(_BOX_PX)
        self.width_edit = LengthEdit(tr("Width of the cloth in question"))
        self.width_edit.entered.connect(self._wide)
        self.one_way = QCheckBox(tr("print one way"))
        self.one_way.setToolTip(tr("Every piece lies the same way up"))
        self.ask_button = QPushButton(tr("How much?"))
        self.ask_button.setObjectName("main")
        self.ask_button.setToolTip(tr("Look it up, or lay it now (Ctrl+Alt+Q)"))
        self.ask_button.clicked.connect(self.ask_or_stop)
        row.addWidget(self.style_box)
        row.addWidget(with_words(tr("in"), self.who))
        row.addWidget(with_words(tr("on cloth"), self.width_edit))
        row.addWidget(self.one_way)
        row.addWidget(self.ask_button)
        self.style_box.currentIndexChanged.connect(lambda _: self._fill_who())
        self.who.currentIndexChanged.connect(lambda _: self._other())
        self.one_way.toggled.connect(lambda _: self._other())
        self._errand.working_changed.connect(self._working)
        return bar

    def _answer(self) -> QHBoxLayout:
        row = QHBoxLayout()
        row.setSpacing(14)
        self.figure = Figure(tr("Answer to the quick question"), "")
        self.said = label("", "soft")
        self.make = QPushButton(tr("Make it a job"))
        self.make.setToolTip(tr("Begin a job with this style, size and cloth"))
        self.make.clicked.connect(self.make_job)
        row.addWidget(self.figure)
        row.addWidget(self.said, 1)
        row.addWidget(self.make)
        self._show_answer("", "")
        return row

    def fill(self) -> None:
        """Offer the styles and clients of now."""
        self._styles = {id: id for id in STYLES}
        names = {style.id: term(style.name) for style in STYLES.values()}
        for named in NAMED:
            self._styles[named.id] = named.version
            names[named.id] = term(named.version.name)
        for own in self._book.styles():
            self._styles[own.id], names[own.id] = own, own.name
        chosen = str(self.style_box.currentData() or next(iter(self._styles)))
        rows = sorted(((name, id) for id, name in names.items()), key=lambda row: row[0].casefold())
        self.style_box.blockSignals(True)
        fill_box(self.style_box, rows, chosen if chosen in names else rows[0][1])
        self.style_box.blockSignals(False)
        self._fill_who()

    def _fill_who(self) -> None:
        style = self._styles.get(str(self.style_box.currentData()))
        if style is None:
            return
        known = {whom.name: whom for whom in who_for(style, self._book.clients)}
        if known == self._whom:
            return
        self._whom = known
        kept = self.who.currentText()
        middle = list(known)[len(known) // 2]
        self.who.blockSignals(True)
        fill_box(
            self.who,
            [(name, name) for name in known],
            kept if kept in known else middle,
        )
        self.who.blockSignals(False)
        self._other()

    def show_unit(self, unit: Unit) -> None:
        """Show lengths in a unit."""
        self._unit = unit
        self.width_edit.show_length(self._width_mm, unit)

    def _wide(self, mm: float) -> None:
        self._width_mm = mm
        self._other()

    def _other(self) -> None:
        """Something else is asked for than what was answered."""
        self._errand.drop()
        self._task, self.asked = None, None
        self._show_answer("", "")

    # --- asking --------------------------------------------------------------------------------

    def ask_or_stop(self) -> None:
        """Answer the question, from what is kept or by a lay; or stop the lay."""
        if self._errand.working:
            self._errand.stop()
            return
        self.width_edit.finish()
        name = self.who.currentText()
        style = self._styles.get(str(self.style_box.currentData()))
        if style is None or name not in self._whom:
            return
        self.asked = Question(
            style=style,
            whom=self._whom[name],
            width_mm=self._width_mm,
            one_way=self.one_way.isChecked(),
            step_mm=self.step_mm,
        )
        try:
            key, self._task = quick_cell(self.asked)
        except (DraftRefused, JobRefused, BadCloth) as reason:
            self._say(str(words_of(reason)))
            return
        known = self._store.find(key, self._task.size, self._width_mm)
        if known is not None:
            self._show_cell(known)
        else:
            self._show_answer("…", tr("being laid in every way"))
            self._errand.start(self._task)

    def _told(self, message: Message) -> None:
        if isinstance(message, Filled):
            self._show_cell(message.cell)
        elif isinstance(message, CannotBe):
            self._say(str(message.sentence))

    def _show_cell(self, cell: Cell) -> None:
        if self._task is not None:
            needed, best = cell.need(self._task.cloth), cell.best
            if needed is None or best is None or best.length_mm is None:
                self._say(str(cell.refusal))
                return
            words = tr(
                "to buy: the lay is {length}, {way}, {minutes:.0f} minutes to cut",
                length=shown_cloth_length(best.length_mm, self._unit),
                way=WAYS[best.way].name.lower(),
                minutes=best.labour.minutes(self.rates),
            )
            self._show_answer(shown_buy(needed, self._task.cloth, self._unit), words)

    def _say(self, sentence: str) -> None:
        self._show_answer("–", sentence)

    def _show_answer(self, figure: str, words: str) -> None:
        self.figure.setText(figure)
        self.said.setText(words)
        self.make.setEnabled(self.asked is not None)
        for widget in (self.figure, self.said, self.make):
            widget.setVisible(bool(figure))

    def _working(self, working: bool) -> None:
        self.ask_button.setText(tr("Stop") if working else tr("How much?"))

    def make_job(self) -> None:
        """Ask for the job that the answer is about."""
        if self.asked is not None:
            self.job_asked.emit(quick_job(self.asked))

    def take_hand(self) -> None:
        """Put the keys on the question."""
        self.style_box.setFocus(Qt.FocusReason.ShortcutFocusReason)

    def shut(self) -> None:
        """Work on nothing any more."""
        self._errand.shut()
