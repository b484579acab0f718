"""The card of the open job: its name, whom it is for, when it is due, how far it has come, what it
waits for, notes."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from datetime import date
from functools import partial

from PySide6.QtCore import QDate, QPoint, Qt
from PySide6.QtWidgets import (
    QCalendarWidget,
    QComboBox,
    QGridLayout,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from wickel.app.session import Session
from wickel.app.widgets.cards import card, editable, fill_box, label
from wickel.app.widgets.field import Field
from wickel.app.widgets.notes_edit import NotesEdit
from wickel.app.widgets.reason import mark_wrong
from wickel.app.widgets.ticket import shown_date
from wickel.days import UnreadableDay, parsed_day
from wickel.job import Job
from wickel.job.state import COMMON_WAITS, STATE_NAMES, STATES, State
from wickel.job.work import called
from wickel.wording import tr

_WRITTEN: dict[str, Callable[[Job, str], Job]] = {
    "name": lambda job, text: replace(job, name=text),
    "client": lambda job, text: replace(job, client=text),
    "due": lambda job, text: replace(job, due=text),
    "waits_for": lambda job, text: replace(job, waits_for=text),
}
_WORDS = {
    "name": tr("Name of the job"),
    "client": tr("Client"),
    "due": tr("Due date"),
    "waits_for": tr("What it waits for"),
}


class OpenJobCard(QWidget):
    """What is said of the open job as a whole; every field is taken when it is left."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self._session = session
        whole = QVBoxLayout(self)
        whole.setContentsMargins(0, 0, 0, 0)
        frame, column = card()
        whole.addWidget(frame)
        column.addWidget(label(tr("The open job"), "heading"))
        grid = QGridLayout()
        grid.setVerticalSpacing(8)
        self.name = self._line(tr("What the job is called"), "name")
        self.client = self._line(
            tr("Whom it is for; a client's measurements are taken on Body"), "client"
        )
        self.due = self._line(
            tr("The day it is due: 4.12., next Friday, in 2 weeks, 2026-12-24"),
            "due",
            self._take_due,
        )
        self.day = self._day_button()
        self.state = QComboBox()
        self.state.setAccessibleName(tr("How far the job has come"))
        self.state.setToolTip(tr("How far it has come; a step further with Ctrl+Alt+F"))
        fill_box(self.state, [(STATE_NAMES[own], own.value) for own in STATES], State.ASKED.value)
        self.state.activated.connect(lambda _: self._take_state())
        self.waits = QComboBox()
        self._waiting_for = edit = Field()
        self.waits.setEditable(True)
        self.waits.setLineEdit(edit)
        editable(self.waits, tr("What it waits for"))
        self.waits.addItems(["", *COMMON_WAITS])
        self.waits.setToolTip(tr("What has to come before it can go on; empty when nothing"))
        edit.editingFinished.connect(lambda: self._take("waits_for", self.waits.currentText()))
        self.waits.activated.connect(lambda _: self._take("waits_for", self.waits.currentText()))
        fields = (
            (tr("Name"), self.name),
            (tr("For"), self.client),
            (tr("Due"), self.due),
            (tr("State"), self.state),
            (tr("Waits for"), self.waits),
        )
        for k, (words, field) in enumerate(fields):
            text = label(words, "soft")
            text.setBuddy(field)
            grid.addWidget(text, k, 0)
            grid.addWidget(field, k, 1, 1, 1 if field is self.due else 2)
        grid.addWidget(self.day, fields.index((tr("Due"), self.due)), 2)
        grid.setColumnStretch(1, 1)
        column.addLayout(grid)
        self.due_said = label("", "soft", wrap=True)
        column.addWidget(self.due_said)
        column.addWidget(label(tr("Notes"), "soft"))
        self.notes = NotesEdit()
        self.notes.setAccessibleName(tr("Notes"))
        self.notes.setToolTip(tr("What is to be remembered of this job"))
        self.notes.setTabChangesFocus(True)
        self.notes.left.connect(self._take_notes)
        column.addWidget(self.notes, 1)
        self.holds = label("", "soft", wrap=True)
        column.addWidget(self.holds)

    def _line(self, tip: str, attribute: str, take: Callable[[], object] | None = None) -> Field:
        """A field for something of the job, taken as it is written or in a way of its own."""
        field = Field()
        field.setAccessibleName(_WORDS[attribute])
        field.setToolTip(tip)
        field.editingFinished.connect(take or (lambda: self._take(attribute, field.text())))
        return field

    def refresh(self) -> None:
        """Show the open job as it is now."""
        job = self._session.job
        for field, text in ((self.name, job.name), (self.client, job.client), (self.due, job.due)):
            field.refill(text)
        self.notes.refill(job.notes)
        self.state.setCurrentIndex(self.state.findData(job.state.value))
        self._waiting_for.refill(job.waits_for)
        self.due_said.setText(
            "" if not job.due or shown_date(job.due) == job.due else shown_date(job.due)
        )
        self.due_said.setVisible(bool(self.due_said.text()))
        self.holds.setText(" · ".join(_holds(job)))

    def _take_due(self) -> None:
        try:
            day = parsed_day(self.due.text(), date.today())
        except UnreadableDay as reason:
            mark_wrong(self.due, str(reason))
            return
        mark_wrong(self.due, "")
        self._take("due", day)
        self.due.refill(day)

    def _day_button(self) -> QPushButton:
        button = QPushButton("▾")
        button.setObjectName("chip")
        button.setAccessibleName(tr("Choose the day in a calendar"))
        button.setToolTip(tr("Choose the day in a calendar"))
        button.clicked.connect(self._choose_day)
        return button

    def _choose_day(self) -> None:
        """Show a calendar below the field; the day that is clicked, or taken with Enter, is it."""
        calendar = QCalendarWidget(self.due)
        calendar.setWindowFlags(Qt.WindowType.Popup)
        calendar.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        calendar.setAccessibleName(tr("Calendar"))
        calendar.setFirstDayOfWeek(Qt.DayOfWeek.Monday)
        calendar.setSelectedDate(QDate.fromString(self._session.job.due, "yyyy-MM-dd"))
        calendar.activated.connect(partial(self._take_day, calendar))
        calendar.clicked.connect(partial(self._take_day, calendar))
        calendar.move(self.due.mapToGlobal(QPoint(0, self.due.height())))
        calendar.show()
        calendar.setFocus()

    def _take_day(self, calendar: QCalendarWidget, day: QDate) -> None:
        calendar.close()
        mark_wrong(self.due, "")
        self._take("due", day.toString("yyyy-MM-dd"))

    def _take(self, attribute: str, written: str) -> None:
        text, job = written.strip(), self._session.job
        if text != getattr(job, attribute):
            self._session.apply(_WRITTEN[attribute](job, text), _WORDS[attribute])

    def _take_state(self) -> None:
        self.take_state(State(str(self.state.currentData())))

    def take_state(self, state: State) -> None:
        """Say how far the open job has come."""
        job = self._session.job
        if state is not job.state:
            self._session.apply(replace(job, state=state), STATE_NAMES[state])

    def go_on(self) -> None:
        """Say that the open job has come a step further."""
        at = STATES.index(self._session.job.state)
        self.take_state(STATES[min(at + 1, len(STATES) - 1)])

    def _take_notes(self) -> None:
        text = self.notes.toPlainText().strip()
        if text != self._session.job.notes:
            self._session.apply(replace(self._session.job, notes=text), tr("Notes"))


def _holds(job: Job) -> list[str]:
    """What a job holds, in few words."""
    names = [called(garment) for garment in job.garments]
    kept = sum(len(laid.kept) for laid in job.on.values())
    holds = [", ".join(names)] if names else []
    holds += (
        [tr("{pieces:of plain piece|plain pieces}", pieces=len(job.pieces))] if job.pieces else []
    )
    cloths = len(job.cloths)
    holds.append(tr("{cloths:of cloth|cloths}", cloths=cloths))
    if kept:
        holds.append(tr("{kept:of lay|lays} kept", kept=kept))
    return holds
