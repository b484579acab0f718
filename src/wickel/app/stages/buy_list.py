"""The buying list: everything there is to buy for the open job, and for other jobs of the studio
with it."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import Qt
from PySide6.QtWidgets import (
    QCheckBox,
    QHBoxLayout,
    QProgressBar,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from wickel.app.errand import Errand
from wickel.app.lay_search import QUICK_EFFORT, WORKERS
from wickel.app.session import Session
from wickel.app.widgets.cards import card, emptied, label, relabelled, scrolling
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.swatch import LayPicture, Swatch
from wickel.files import UnreadableFile, csv_text, read_job
from wickel.job import HEADS, BuyingList, ClothLine, Job, Row, cost_words, shopping_rows
from wickel.job.laid import alike_but_for_lays
from wickel.job.shopping import cloth_row, notion_row
from wickel.job.tasks import BuyTask, CannotBe, Counted, Listed, ListMade, Message
from wickel.lay import Search
from wickel.wording import shown_money, tr

_MOST_PICTURES = 2

Orders = Callable[[], tuple[tuple[Path, str], ...]]
"""The studio's jobs, each as its file and its title."""


class ListPage(QWidget):
    """Which jobs are on the list, and what there is to buy for them."""

    def __init__(self, session: Session, errand: Errand, orders: Orders) -> None:
        super().__init__()
        self.setProperty(PAGE, "list")
        self._session, self.errand, self._orders = session, errand, orders
        self.ticks: dict[Path, QCheckBox] = {}
        self.lines: list[ClothLine] = []
        self.found: BuyingList | None = None
        self.unread: list[str] = []
        self._cloths = 0
        self._asked: tuple[Job, ...] = ()
        self._asked_files: tuple[Path, ...] = ()
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(14)
        row.addWidget(self._list_card(), 1)
        row.addWidget(self._jobs_card())
        errand.told.connect(self._take)
        errand.working_changed.connect(self._show_work)
        errand.trouble.connect(session.trouble)
        session.job_changed.connect(self._forget)

    def _jobs_card(self) -> QWidget:
        frame, column = card()
        frame.setFixedWidth(316)
        column.addWidget(label(tr("For which jobs?"), "title"))
        column.addWidget(
            label(tr("Jobs that share a cloth are laid on it together."), "soft", wrap=True)
        )
        inner = QWidget()
        self._jobs = QVBoxLayout(inner)
        self._jobs.setContentsMargins(0, 0, 6, 0)
        column.addWidget(scrolling(inner), 1)
        self.start = QPushButton(tr("Work out the list"))
        self.start.setObjectName("main")
        self.start.setToolTip(
            tr("Lay every cloth of these jobs and add up all there is to buy (Ctrl+Shift+W)")
        )
        self.start.clicked.connect(self.work_or_stop)
        column.addWidget(self.start)
        return frame

    def _list_card(self) -> QWidget:
        frame, column = card()
        self.title = label(tr("Everything to buy"), "title")
        column.addWidget(self.title)
        inner = QWidget()
        self._rows = QVBoxLayout(inner)
        self._rows.setContentsMargins(0, 0, 8, 0)
        self._rows.setSpacing(10)
        column.addWidget(scrolling(inner), 1)
        self.progress = QProgressBar()
        self.progress.setAccessibleName(tr("How many cloths are laid"))
        self.progress.setTextVisible(True)
        self.progress.setFormat(tr("%v of %m cloths laid"))
        column.addWidget(self.progress)
        self.cost = label("", "heading", wrap=True)
        column.addWidget(self.cost)
        return frame

    # --- what is asked -------------------------------------------------------------------------

    def showEvent(self, event: object) -> None:
        """Offer the studio's other jobs whenever the page comes into sight."""
        known = self.ticked()
        emptied(self._jobs)
        self.ticks = {}
        own = label(
            tr("{it}, the open one", it=self._session.job.name or "This job"), "heading", wrap=True
        )
        self._jobs.addWidget(own)
        for path, title in self._orders():
            if path != self._session.path:
                tick = QCheckBox(title)
                tick.setChecked(path in known)
                tick.setToolTip(tr("Buy for {title} too", title=title))
                tick.clicked.connect(lambda _: self._forget())
                self.ticks[path] = tick
                self._jobs.addWidget(tick)
        self._jobs.addStretch()
        self._show()

    def ticked(self) -> tuple[Path, ...]:
        """The files of the other jobs that are asked for."""
        return tuple(path for path, tick in self.ticks.items() if tick.isChecked())

    def jobs(self) -> tuple[Job, ...]:
        """The jobs on the list; one that cannot be read is said and left out."""
        found = [self._session.job]
        self.unread = []
        for path in self.ticked():
            try:
                found.append(read_job(path))
            except UnreadableFile as reason:
                self.unread.append(str(reason))
        return tuple(found)

    def work_or_stop(self) -> None:
        """Work the list out, or stop and keep the lays so far."""
        if self.errand.working:
            self.errand.stop()
            return
        self._asked, self._asked_files = self.jobs(), self.ticked()
        self.lines, self.found, self._cloths = [], None, 0
        self.errand.start(
            BuyTask(
                jobs=self._asked,
                shelf=self._session.shelf,
                search=Search(effort=QUICK_EFFORT, workers=WORKERS),
            )
        )
        self._show()

    def _forget(self) -> None:
        """The list is of other jobs than are asked for now."""
        if self.found is None and not self.errand.working:
            return
        if (
            alike_but_for_lays(self._session.job, self._asked[0])
            and self.ticked() == self._asked_files
        ):
            return
        self.errand.drop()
        self.lines, self.found = [], None
        self._show()

    # --- what comes -----------------------------------------------------------------------------

    def _take(self, message: Message) -> None:
        if isinstance(message, Listed):
            self.lines.append(message.line)
        elif isinstance(message, ListMade):
            self.lines, self.found = list(message.found.cloths), message.found
        elif isinstance(message, Counted):
            self._cloths = message.cloths
        elif isinstance(message, CannotBe):
            self._session.trouble.emit(str(message.sentence))
        self._show()

    def _show_work(self) -> None:
        self.start.setText(
            tr("Stop, keep what is laid") if self.errand.working else tr("Work out the list")
        )
        self._show()

    def _show(self) -> None:
        emptied(self._rows)
        working, unit = self.errand.working, self._session.job.unit
        words = (
            tr("Everything to buy")
            if self.found
            else tr("Laying every cloth …")
            if working
            else tr("Nothing worked out yet")
        )
        relabelled(self.title, words, "title")
        self.progress.setVisible(working)
        self.progress.setRange(0, self._cloths)
        self.progress.setValue(len(self.lines))
        for sentence in self.unread:
            self._rows.addWidget(
                label(tr("Left out: {sentence}", sentence=sentence), "broken", wrap=True)
            )
        for line in self.lines:
            self._add(cloth_row(line, unit), line)
        small = () if self.found is None else self.found.notions
        if small:
            self._rows.addWidget(label(tr("Small things, and what is cut on the bias"), "soft"))
        for field in small:
            self._add(notion_row(field, unit), None)
        self._rows.addStretch()
        self.cost.setText("" if self.found is None else cost_words(self.found))

    def _add(self, row: Row, line: ClothLine | None) -> None:
        """A line of the list: swatch, what and for whom, a picture of the lay, how much, the
        cost."""
        across = QHBoxLayout()
        across.setSpacing(14)
        if line is not None:
            across.addWidget(Swatch(line.cloth))
        words = QVBoxLayout()
        words.setSpacing(1)
        words.addWidget(label(row.what, "heading"))
        words.addWidget(label(f"{row.use}: {row.note}" if row.note else row.use, "soft", wrap=True))
        across.addLayout(words, 1)
        lays = () if line is None else line.lays
        longest = max((lay.table_mm for lay in lays), default=1.0)
        for lay in lays[:_MOST_PICTURES]:
            picture = LayPicture()
            picture.setFixedSize(120, 54)
            picture.show_lay(lay, longest)
            across.addWidget(picture)
        for text, kind, wide in (
            (row.much, "heading" if line is None else "figure", 190),
            ("" if row.cost is None else shown_money(row.cost), "heading", 64),
        ):
            value = label(text, kind)
            value.setFixedWidth(wide)
            value.setAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
            across.addWidget(value)
        self._rows.addLayout(across)

    def as_text(self, between: str) -> str:
        """The list as lines of text."""
        rows = () if self.found is None else shopping_rows(self.found, self._session.job.unit)
        return csv_text([HEADS, *(row.words for row in rows)], between)

    def as_pdf(self) -> bytes:
        """The list on paper."""
        from wickel.files.papers.table import buying_pdf  # ReportLab takes long to load

        names = ", ".join(job.name or tr("a job without a name") for job in self._asked)
        found = self.found or BuyingList(cloths=(), notions=())
        return buying_pdf(names, found, self._session.job.unit)
