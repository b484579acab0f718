"""The Jobs stage: the studio's jobs in hand, set aside and in the bin, and the open one's name,
date and notes."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from functools import partial
from pathlib import Path

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QFocusEvent, QShowEvent
from PySide6.QtWidgets import (
    QGridLayout,
    QHBoxLayout,
    QLineEdit,
    QPlainTextEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from wickel.app.session import Session
from wickel.app.studio_folder import Listing, StudioFolder
from wickel.app.widgets.cards import TakenCard, card, emptied, label, scrolling
from wickel.app.widgets.dialogs import ask_yes
from wickel.app.widgets.flow import flow_bar
from wickel.app.widgets.ticket import shown_date
from wickel.files import UnreadableFile
from wickel.job import Job
from wickel.wording import tr

_COLUMNS = 2


class JobCard(TakenCard):
    """A job of the studio: its name, whom it is for, when it is due, its garments."""

    def __init__(self, listing: Listing, *, chosen: bool) -> None:
        super().__init__(
            str(listing.path), listing.title, tr("Open {listing} (Enter)", listing=listing.name)
        )
        column = QVBoxLayout(self)
        column.setContentsMargins(14, 10, 14, 10)
        column.setSpacing(2)
        head = QHBoxLayout()
        head.addWidget(label(listing.name, "heading", wrap=True), 1)
        if listing.due:
            head.addWidget(
                label(tr("due {shown_date}", shown_date=shown_date(listing.due)), "soft"),
                0,
                Qt.AlignmentFlag.AlignTop,
            )
        column.addLayout(head)
        if listing.trouble:
            column.addWidget(label(listing.trouble, "broken", wrap=True))
        else:
            who = f"for {listing.client}" if listing.client else tr("for nobody yet")
            column.addWidget(label(" · ".join((who, *listing.garments)), "soft", wrap=True))
        self.foot, self._chips = flow_bar(6)
        column.addWidget(self.foot)
        self.mark(chosen)

    def add_chip(self, words: str, tip: str, act: Callable[[], object]) -> None:
        """A button on the card."""
        chip = QPushButton(words)
        chip.setObjectName("chip")
        chip.setToolTip(tip)
        chip.clicked.connect(lambda *_: act())
        self._chips.addWidget(chip)


_WRITTEN: dict[str, Callable[[Job, str], Job]] = {
    "name": lambda job, text: replace(job, name=text),
    "client": lambda job, text: replace(job, client=text),
    "due": lambda job, text: replace(job, due=text),
}


class _Notes(QPlainTextEdit):
    """Notes that are taken when the field is left."""

    left = Signal()

    def focusOutEvent(self, event: QFocusEvent) -> None:
        super().focusOutEvent(event)
        self.left.emit()


class JobsStage(QWidget):
    """Lists of jobs; ``open_asked`` carries the file of one that is to be opened, ``new_asked``
    asks for a new one."""

    open_asked = Signal(object)
    new_asked = Signal()
    demo_asked = Signal()

    def __init__(self, session: Session, folder: StudioFolder) -> None:
        super().__init__()
        self.setObjectName("stage")
        self._session, self._folder = session, folder
        self.cards: dict[Path, JobCard] = {}
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(14)
        row.addWidget(self._list_card(), 5)
        row.addWidget(self._open_card(), 3)
        session.job_changed.connect(self._show_open)
        session.file.path_changed.connect(self.refresh)

    def _list_card(self) -> QWidget:
        frame, column = card()
        head = QHBoxLayout()
        head.addWidget(label(tr("Jobs of the studio"), "title"), 1)
        self.new = QPushButton(tr("New job…"))
        self.new.setObjectName("main")
        self.new.setToolTip(tr("Begin a job: which garment? (Ctrl+N)"))
        self.new.clicked.connect(self.new_asked)
        head.addWidget(self.new)
        column.addLayout(head)
        inner = QWidget()
        self._lists = QVBoxLayout(inner)
        self._lists.setContentsMargins(0, 0, 8, 0)
        self._lists.setSpacing(8)
        column.addWidget(scrolling(inner), 1)
        return frame

    def _open_card(self) -> QWidget:
        frame, column = card()
        column.addWidget(label(tr("The open job"), "heading"))
        grid = QGridLayout()
        grid.setVerticalSpacing(8)
        self.name = self._line("Name", tr("What the job is called"), "name")
        self.client = self._line(
            "Client", tr("Whom it is for; a client's measurements are taken on Body"), "client"
        )
        self.due = self._line("Due", tr("The day it is due, as 2026-12-24"), "due")
        for k, (words, field) in enumerate(
            (("Name", self.name), ("For", self.client), ("Due", self.due))
        ):
            text = label(words, "soft")
            text.setBuddy(field)
            grid.addWidget(text, k, 0)
            grid.addWidget(field, k, 1)
        column.addLayout(grid)
        self.due_said = label("", "soft", wrap=True)
        column.addWidget(self.due_said)
        column.addWidget(label(tr("Notes"), "soft"))
        self.notes = _Notes()
        self.notes.setAccessibleName(tr("Notes"))
        self.notes.setToolTip(tr("What is to be remembered of this job"))
        self.notes.setTabChangesFocus(True)
        self.notes.left.connect(self._take_notes)
        column.addWidget(self.notes, 1)
        self.holds = label("", "soft", wrap=True)
        column.addWidget(self.holds)
        return frame

    def _line(self, name: str, tip: str, attribute: str) -> QLineEdit:
        field = QLineEdit()
        field.setAccessibleName(tr("{name} of the job", name=name))
        field.setToolTip(tip)
        field.editingFinished.connect(partial(self._take, attribute, field))
        return field

    # --- showing -----------------------------------------------------------------------------

    def showEvent(self, event: QShowEvent) -> None:
        super().showEvent(event)
        self.refresh()

    def refresh(self) -> None:
        """Show the lists and the open job as they are now."""
        if not self.isVisible():
            return
        emptied(self._lists)
        self.cards = {}
        folder = self._folder
        self._list("", folder.orders(), self._chips_of_open)
        if not folder.orders():
            self._lists.addWidget(
                label(tr("No jobs yet. Begin one, or look round in the demo studio."), wrap=True)
            )
            demo = QPushButton(tr("Open the demo studio's jobs"))
            demo.setToolTip(
                tr(
                    "Put the jobs of a made-up studio here, to try things out; the bin takes them "
                    "away again"
                )
            )
            demo.clicked.connect(self.demo_asked)
            self._lists.addWidget(demo, 0, Qt.AlignmentFlag.AlignLeft)
        self._list(tr("Set aside"), folder.set_aside(), self._chips_of_aside)
        self._list(tr("In the bin"), folder.binned(), self._chips_of_binned)
        if folder.binned():
            empty = QPushButton(tr("Empty the bin…"))
            empty.setToolTip(tr("Throw away for good what is in the bin"))
            empty.clicked.connect(self.empty_bin)
            self._lists.addWidget(empty, 0, Qt.AlignmentFlag.AlignLeft)
        self._lists.addStretch()
        self._show_open()

    def _list(
        self, title: str, paths: tuple[Path, ...], chips: Callable[[JobCard, Path], None]
    ) -> None:
        if not paths:
            return
        if title:
            self._lists.addWidget(label(f"{title} ({len(paths)})", "heading"))
        holder = QWidget()
        grid = QGridLayout(holder)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setSpacing(8)
        for k, path in enumerate(paths):
            own = JobCard(self._folder.listing(path), chosen=path == self._session.path)
            own.taken.connect(lambda id: self.open_asked.emit(Path(id)))
            chips(own, path)
            self.cards[path] = own
            grid.addWidget(own, k // _COLUMNS, k % _COLUMNS)
        for k in range(_COLUMNS):
            grid.setColumnStretch(k, 1)
        self._lists.addWidget(holder)

    def _chips_of_open(self, job_card: JobCard, path: Path) -> None:
        job_card.add_chip(
            "Duplicate",
            tr("The same job once more, under a name of its own"),
            partial(self.duplicate, path),
        )
        job_card.add_chip(
            tr("Set aside"), tr("Out of the way until it is needed"), partial(self.put_aside, path)
        )
        job_card.add_chip(
            tr("To the bin"),
            tr("It can be brought back until the bin is emptied"),
            partial(self.put_into_bin, path),
        )

    def _chips_of_aside(self, job_card: JobCard, path: Path) -> None:
        job_card.add_chip(
            tr("Bring back"), tr("Among the jobs in hand again"), partial(self.take_back, path)
        )
        job_card.add_chip(
            tr("To the bin"),
            tr("It can be brought back until the bin is emptied"),
            partial(self.put_into_bin, path),
        )

    def _chips_of_binned(self, job_card: JobCard, path: Path) -> None:
        job_card.add_chip(
            tr("Bring back"), tr("Among the jobs in hand again"), partial(self.take_back, path)
        )

    def _show_open(self) -> None:
        job = self._session.job
        for field, text in ((self.name, job.name), (self.client, job.client), (self.due, job.due)):
            if field.text() != text:
                field.setText(text)
        if self.notes.toPlainText() != job.notes:
            self.notes.setPlainText(job.notes)
        self.due_said.setText(
            "" if not job.due or shown_date(job.due) == job.due else shown_date(job.due)
        )
        names = [garment.name or garment.style for garment in job.garments]
        kept = sum(len(laid.kept) for laid in job.on.values())
        holds = [", ".join(names)] if names else []
        holds += [tr("{pieces} plain pieces", pieces=len(job.pieces))] if job.pieces else []
        holds += [f"{len(job.cloths)} cloths" if len(job.cloths) != 1 else "1 cloth"]
        holds += (
            [tr("{kept} lays kept", kept=kept) if kept != 1 else tr("1 lay kept")] if kept else []
        )
        self.holds.setText(" · ".join(holds))

    # --- what is done ------------------------------------------------------------------------

    def _take(self, attribute: str, field: QLineEdit) -> None:
        text = field.text().strip()
        job = self._session.job
        if text != getattr(job, attribute):
            words = {"name": tr("Name of the job"), "client": "Client", "due": tr("Due date")}[
                attribute
            ]
            self._session.apply(_WRITTEN[attribute](job, text), words)

    def _take_notes(self) -> None:
        text = self.notes.toPlainText().strip()
        if text != self._session.job.notes:
            self._session.apply(replace(self._session.job, notes=text), tr("Notes"))

    def _do(self, act: Callable[[], object]) -> None:
        """Do something with files, and say why not."""
        try:
            act()
        except (OSError, UnreadableFile) as reason:
            words = reason.strerror if isinstance(reason, OSError) else str(reason)
            self._session.trouble.emit(
                tr("That could not be done: {words}", words=words).rstrip(".") + "."
            )
        self.refresh()

    def duplicate(self, path: Path) -> None:
        """Write a job once more and open that."""
        self._session.file.settle()
        self._do(lambda: self.open_asked.emit(self._folder.duplicate(path)))

    def put_aside(self, path: Path) -> None:
        """Set a job aside; the open one stays open there."""
        self._move(path, self._folder.put_aside)

    def put_into_bin(self, path: Path) -> None:
        """Put a job into the bin; the open one stays open there until another is opened."""
        self._move(path, self._folder.put_into_bin)

    def take_back(self, path: Path) -> None:
        """Bring a job back."""
        self._move(path, self._folder.take_back)

    def _move(self, path: Path, move: Callable[[Path], Path]) -> None:
        own = self._session.path == path

        def moved() -> None:
            if own:
                self._session.file.settle()
            there = move(path)
            if own:
                self._session.file.take(there)
                self._session.file.path_changed.emit()

        self._do(moved)

    def empty_bin(self) -> None:
        """Throw away what is in the bin, if the maker says so."""
        binned = [path for path in self._folder.binned() if path != self._session.path]
        names = [self._folder.title(path) for path in self._folder.binned()]
        sentence = tr("These jobs are thrown away for good. Nothing brings them back.")
        if len(binned) < len(names):
            self._session.trouble.emit(
                tr("The open job is in the bin: open another, or bring it back, first.")
            )
        elif ask_yes(self.window(), tr("Empty the bin"), sentence, names, tr("Throw them away")):
            self._do(self._folder.empty_bin)
