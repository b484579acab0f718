"""The Jobs stage: a quick question, the studio's jobs hung on rails by the day they are due, the
week's load, and the open job's name, state, date and notes."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from datetime import date
from functools import partial
from pathlib import Path

from PySide6.QtCore import QPoint, Qt, QTimer, Signal
from PySide6.QtGui import QShowEvent
from PySide6.QtWidgets import (
    QComboBox,
    QLineEdit,
    QMenu,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from wickel.app.book import StudioBook
from wickel.app.errand import Errand
from wickel.app.fill import TableFill
from wickel.app.runners import Runner
from wickel.app.session import Session
from wickel.app.settings import SettingsFile
from wickel.app.stages.glances import Glances
from wickel.app.stages.job_card import OpenJobCard
from wickel.app.stages.quick_question import QuickQuestion
from wickel.app.stages.rail import Rail, RailView
from wickel.app.stages.together import Together
from wickel.app.stages.week import Week
from wickel.app.theme import scaled
from wickel.app.widgets.cards import card, fill_box, label, scrolling, seen
from wickel.app.widgets.columns import Columns
from wickel.app.widgets.dialogs import ask_harm
from wickel.app.widgets.flow import flow_bar
from wickel.files import UnreadableFile
from wickel.job.state import STATE_NAMES, State
from wickel.lay import USUAL_RATES, Labour
from wickel.studio.folder import ARCHIVE, ASIDE, BIN, StudioFolder
from wickel.studio.listing import Listing, is_late, on_rails
from wickel.wording import tr

IN_HAND, LATE, WAITING = "in-hand", "late", "waiting"
_NOTED_MS, _SEARCH_PX, _RAIL_PX = 400, 190, 220
"""How long after minutes were worked out they are shown, together with what comes meanwhile."""
_PLACES = (ASIDE, ARCHIVE, BIN)


class JobsStage(QWidget):
    """Jobs on rails; ``open_asked`` carries the file of one that is to be opened, ``new_asked``
    asks for a new one."""

    open_asked = Signal(object)
    new_asked = Signal()
    last_asked = Signal()
    demo_asked = Signal()

    def __init__(
        self,
        session: Session,
        folder: StudioFolder,
        book: StudioBook,
        fill: TableFill,
        settings: SettingsFile,
        runner: Runner,
    ) -> None:
        super().__init__()
        self.setObjectName("stage")
        self._session, self._folder, self._book = session, folder, book
        self._in_hand: tuple[Listing, ...] = ()
        self._among: tuple[tuple[Listing, str], ...] = ()
        self.glances = Glances(self)
        self.glances.worked_out.connect(self._note_labour)
        self._noted = QTimer(self, singleShot=True, interval=_NOTED_MS)
        self._noted.timeout.connect(self.refresh)
        self.quick = QuickQuestion(book, fill.store, Errand(runner, self))
        self.together = Together(Errand(runner, self))
        self.week = Week(settings)
        self.rail = RailView(self.glances)
        self.open_job = OpenJobCard(session)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(10)
        column.addWidget(self.quick)
        columns = (scrolling(self._list_card()), scrolling(self.open_job))
        column.addWidget(Columns("jobs", columns, lambda _: (5.0, 2.0)), 1)
        self.rail.open_asked.connect(self.open_asked)
        self.rail.current_changed.connect(self._show_chips)
        self.rail.menu_asked.connect(self._show_menu)
        session.job_changed.connect(self.open_job.refresh)
        session.file.path_changed.connect(self.refresh)
        session.file.saved.connect(self.refresh)
        book.changed.connect(self.refresh)
        self.week.changed.connect(self.refresh)

    def _list_card(self) -> QWidget:
        frame, column = card()
        head_bar, head = flow_bar()
        self.search = QLineEdit()
        self.search.setAccessibleName(tr("Search the jobs"))
        self.search.setPlaceholderText(tr("search: name, client, cloth, words"))
        self.search.setClearButtonEnabled(True)
        self.search.textChanged.connect(lambda _: self._show_found())
        self.shown = QComboBox()
        self.shown.setAccessibleName(tr("Which jobs are shown"))
        self.shown.currentIndexChanged.connect(lambda _: self.refresh())
        self.new = QPushButton(tr("New job…"))
        self.new.setObjectName("main")
        self.new.setToolTip(tr("Begin a job: which garment? (Ctrl+N)"))
        self.new.clicked.connect(self.new_asked)
        self.last = QPushButton(tr("From a client's last…"))
        self.last.setToolTip(
            tr("A new job like a client's last one, with their figures of now (Ctrl+Alt+M)")
        )
        self.last.clicked.connect(self.last_asked)
        self.search.setMinimumWidth(round(scaled(_SEARCH_PX)))
        head.addWidget(self.search)
        head.addWidget(self.shown)
        head.addWidget(self.last)
        head.addWidget(self.new)
        column.addWidget(head_bar)
        column.addWidget(self.week)
        column.addWidget(self.together)
        self.nothing = label("", wrap=True)
        column.addWidget(self.nothing)
        self.demo = QPushButton(tr("Open the demo studio's jobs"))
        self.demo.setToolTip(
            tr(
                "Put the jobs of a made-up studio here, to try things out; the bin takes them "
                "away again"
            )
        )
        self.demo.clicked.connect(self.demo_asked)
        column.addWidget(self.demo, 0, Qt.AlignmentFlag.AlignLeft)
        self.rail.setMinimumHeight(_RAIL_PX)
        column.addWidget(self.rail, 1)
        bar, self._chips = flow_bar(6)
        self.chips: dict[str, QPushButton] = {}
        for key, (words, tip, act) in self._acts().items():
            chip = QPushButton(words)
            chip.setObjectName("chip")
            chip.setToolTip(tip)
            chip.clicked.connect(lambda *_, act=act: self._on_current(act))
            self._chips.addWidget(chip)
            self.chips[key] = chip
        self.empty = QPushButton(tr("Empty the bin…"))
        self.empty.setObjectName("chip")
        self.empty.setToolTip(tr("Throw away for good what is in the bin"))
        self.empty.clicked.connect(self.empty_bin)
        self._chips.addWidget(self.empty)
        column.addWidget(bar)
        return frame

    def _acts(self) -> dict[str, tuple[str, str, Callable[[Path], object]]]:
        """What can be done with the ticket in hand."""
        bin_tip = tr("It can be brought back until the bin is emptied")
        return {
            "like": (
                tr("One more like it"),
                tr("A new job with the same garments, cloths and lays (Ctrl+Alt+N)"),
                self.duplicate,
            ),
            "aside": (tr("Set aside"), tr("Out of the way until it is needed"), self.put_aside),
            "away": (tr("To the archive"), tr("Handed over, and kept"), self.put_away),
            "bin": (tr("To the bin"), bin_tip, self.put_into_bin),
            "back": (tr("Bring back"), tr("Among the jobs in hand again"), self.take_back),
        }

    # --- showing -----------------------------------------------------------------------------

    def showEvent(self, event: QShowEvent) -> None:
        super().showEvent(event)
        self.refresh()

    def refresh(self) -> None:
        """Show the rails and the open job as they are now."""
        if not self.isVisible():
            return
        self.quick.show_unit(self._session.job.unit)
        self.quick.rates = self._session.rates
        today = date.today()
        in_hand = self._listed("")
        self._fill_shown(in_hand, today)
        chosen = str(self.shown.currentData() or IN_HAND)
        place = chosen if chosen in _PLACES else ""
        found = self._listed(place) if place else in_hand
        if not place:
            found = tuple(own for own in found if _is_shown(own, chosen, today))
        self._in_hand, self._among = in_hand, tuple((own, own.words) for own in found)
        self._show_found()
        self.week.show_load(in_hand, today)
        self.together.show_jobs(in_hand, self._session.job.unit)
        self.open_job.refresh()

    def _show_found(self) -> None:
        """Show those of the jobs in which what is searched stands."""
        asked = self.search.text().casefold().split()
        found = tuple(own for own, words in self._among if all(word in words for word in asked))
        self._hang(found, date.today())
        self._say_nothing(self._in_hand, found)

    def _note_labour(self, path: Path, labour: Labour) -> None:
        self._book.note_labour(path, labour)
        self._noted.start()

    def _listed(self, place: str) -> tuple[Listing, ...]:
        """The jobs of a place, with the rates of this studio."""
        found, rates = self._book.listed(self._folder, place), self._session.rates
        if rates == USUAL_RATES:
            return found
        return tuple(replace(own, rates=rates) for own in found)

    def _fill_shown(self, in_hand: tuple[Listing, ...], today: date) -> None:
        """Offer what can be shown, with how many there are."""
        rows = [(tr("in hand"), IN_HAND, len(in_hand))]
        rows.append((tr("late"), LATE, sum(is_late(own, today) for own in in_hand)))
        rows.append((tr("waiting"), WAITING, sum(bool(own.waits_for) for own in in_hand)))
        for state in State:
            count = sum(own.state is state for own in in_hand)
            rows.append((STATE_NAMES[state], state.value, count))
        names = {ASIDE: tr("set aside"), ARCHIVE: tr("in the archive"), BIN: tr("in the bin")}
        rows += [(names[place], place, len(self._folder.jobs(place))) for place in _PLACES]
        chosen = str(self.shown.currentData() or IN_HAND)
        self.shown.blockSignals(True)
        fill_box(
            self.shown,
            [(f"{name} ({count})", id) for name, id, count in rows if count or id == chosen],
            chosen,
        )
        self.shown.blockSignals(False)

    def _hang(self, found: tuple[Listing, ...], today: date) -> None:
        rows: list[Rail | Listing] = []
        for name, jobs in on_rails(found, today):
            minutes = sum(own.minutes or 0.0 for own in jobs)
            count = tr("{count:of job|jobs}", count=len(jobs))
            cut = tr(", {minutes:.0f} min to cut", minutes=minutes) if minutes else ""
            rows += [Rail(name, f"{count}{cut}"), *jobs]
        self.rail.show_rows(rows, today, self._session.path)

    def _say_nothing(self, in_hand: tuple[Listing, ...], found: tuple[Listing, ...]) -> None:
        words = ""
        if not in_hand and not found:
            words = tr("No jobs yet. Begin one, or look round in the demo studio.")
        elif not found:
            words = tr("No job is like that.")
        if self._book.is_looking and not found:
            words = tr("The studio's jobs are being looked through …")
        self.nothing.setText(words)
        seen(self.nothing, bool(words))
        seen(self.demo, not in_hand and not found and not self._book.is_looking)

    def _show_chips(self, path: Path | None) -> None:
        place = "" if path is None else self._folder.place_of(path)
        for key, chip in self.chips.items():
            seen(chip, path is not None and key in _CHIPS.get(place, _CHIPS[""]))
        seen(self.empty, str(self.shown.currentData()) == BIN)

    def _show_menu(self, path: Path, at: QPoint) -> None:
        menu = QMenu(self)
        menu.addAction(tr("Open"), lambda: self.open_asked.emit(path))
        shown = _CHIPS.get(self._folder.place_of(path), _CHIPS[""])
        for key, (words, _, act) in self._acts().items():
            if key in shown:
                menu.addAction(words, partial(act, path))
        menu.exec(at)

    # --- what is done ------------------------------------------------------------------------

    def _on_current(self, act: Callable[[Path], object]) -> None:
        path = self.rail.current_path
        if path is not None:
            act(path)

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

    def put_away(self, path: Path) -> None:
        """Put a job into the archive; the open one stays open there."""
        self._move(path, self._folder.put_away)

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
        elif ask_harm(self.window(), tr("Empty the bin"), sentence, names, tr("Throw them away")):
            self._do(self._folder.empty_bin)

    def shut(self) -> None:
        """Work on nothing any more."""
        self.glances.shut()
        self.quick.shut()
        self.together.shut()


_CHIPS = {
    "": ("like", "aside", "away", "bin"),
    ASIDE: ("like", "back", "bin"),
    ARCHIVE: ("like", "back", "bin"),
    BIN: ("back",),
}
"""What can be done with a job, by the place it lies in."""


def _is_shown(own: Listing, chosen: str, today: date) -> bool:
    if chosen == IN_HAND:
        return True
    if chosen == LATE:
        return is_late(own, today)
    if chosen == WAITING:
        return bool(own.waits_for)
    return own.state.value == chosen
