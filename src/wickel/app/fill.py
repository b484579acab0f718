"""Filling the yardage table in the background: what is kept is read, the rest is laid by two
workers of its own.

Rows are filled one after another, those in sight first, each from its narrowest width up, since a
wider cloth takes over what the narrower one found. A cell that is done is kept on disk at once.
"""

from __future__ import annotations

from collections.abc import Mapping

from PySide6.QtCore import QObject, QTimer, Signal

from wickel.app.runners import Runner
from wickel.body import Body
from wickel.cloth import Cloth
from wickel.draft import DraftRefused
from wickel.files import TableStore
from wickel.job import (
    CELL_EFFORT,
    Cell,
    CellTask,
    Job,
    JobRefused,
    bodies_for,
    cell_key,
    cell_lays,
    cell_pieces,
    refused_cell,
    taken_over,
    worth_another_look,
)
from wickel.job.laid import alike_but_for_lays
from wickel.job.tasks import Failed, Filled, Message
from wickel.lay import CutPiece, Lay, Search
from wickel.wording import tr

BETTER_EFFORT = 6000
"""Steps of the search for a cell that is to be improved."""

Place = tuple[str, float]
"""A size and a width in mm."""


class TableFill(QObject):
    """The cells of the table of one job and cloth, and the work that fills them."""

    changed = Signal()
    working_changed = Signal(bool)
    trouble = Signal(str)

    def __init__(self, runner: Runner, store: TableStore, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self.sizes: tuple[str, ...] = ()
        self.widths_mm: tuple[float, ...] = ()
        self.cells: dict[Place, Cell] = {}
        self.refusal = ""
        self.in_work: dict[int, Place] = {}
        self.in_sight: frozenset[str] = frozenset()
        self._kind, self.store = runner, store
        self._runners: list[Runner] = []
        self._job: Job | None = None
        self._cloth_id = ""
        self._bodies: Mapping[str, Body] = {}
        self._made: dict[Place, tuple[tuple[CutPiece, ...], Cloth]] = {}
        self._waiting: list[Place] = []
        self._looked: set[Place] = set()
        self._unread: list[str] = []
        self._wanted = False
        self._reader = QTimer(self, singleShot=True, interval=0)
        self._reader.timeout.connect(self._read_row)
        self._starter = QTimer(self, singleShot=True, interval=0)
        self._starter.timeout.connect(self._start_more)

    # --- what is asked -----------------------------------------------------------------------

    def show(self, job: Job, cloth_id: str, widths_mm: tuple[float, ...]) -> None:
        """Take up the table of a job; nothing changes when it is the one that is shown."""
        if self.is_of(job, cloth_id) and widths_mm == self.widths_mm:
            return
        self._drop()
        self._job, self._cloth_id, self.widths_mm = job, cloth_id, tuple(sorted(widths_mm))
        self.cells, self._made, self._waiting, self.refusal = {}, {}, [], ""
        self._looked = set()
        try:
            self._bodies = bodies_for(job)
        except JobRefused as reason:
            self._bodies, self.refusal = {}, str(reason)
        self.sizes = tuple(self._bodies)
        self._unread = list(self.sizes)
        self._reader.start()
        self.changed.emit()

    def is_of(self, job: Job, cloth_id: str) -> bool:
        """Whether the table is that of a job's cloth, whatever has been laid on it since."""
        return (
            self._job is not None
            and cloth_id == self._cloth_id
            and alike_but_for_lays(job, self._job)
        )

    def fill(self) -> None:
        """Fill what is not yet filled."""
        self._wanted = True
        self._starter.start()
        self.working_changed.emit(True)

    def stop(self) -> None:
        """Stop; the cells that are done stay, those in work are left."""
        self._drop()
        self._waiting = [place for place in self._made if place not in self.cells]
        self.working_changed.emit(False)
        self.changed.emit()

    def improve(self, place: Place) -> None:
        """Search a cell again, longer."""
        known = self.cells.get(place)
        if known is not None and place in self._made and place not in self.in_work.values():
            self._runner(0).cancel()
            dropped = self.in_work.pop(0, None)
            if dropped is not None and dropped not in self.cells:
                self._waiting.insert(0, dropped)
            self._begin(0, place, known, BETTER_EFFORT)

    def shut(self) -> None:
        """End the workers."""
        self._drop()
        for runner in self._runners:
            runner.shut()
        self._runners = []

    @property
    def working(self) -> bool:
        """Whether cells are being filled or improved."""
        return self._wanted or bool(self.in_work)

    @property
    def done(self) -> tuple[int, int]:
        """How many cells are filled, of how many."""
        return len(self.cells), len(self.sizes) * len(self.widths_mm)

    def lays_at(self, place: Place) -> tuple[Lay, ...]:
        """The lay of a cell, or those on each fixed length of its cloth, built again and
        checked."""
        cell, made = self.cells.get(place), self._made.get(place)
        return () if cell is None or made is None else cell_lays(cell, *made)

    # --- the work --------------------------------------------------------------------------------

    def _read_row(self) -> None:
        """Draft one more size and read what is kept of its row; the window stays awake in
        between."""
        if not self._unread or self._job is None:
            return
        size = self._unread.pop(0)
        for width in self.widths_mm:
            place = (size, width)
            try:
                pieces, cloth = cell_pieces(
                    self._job, self._cloth_id, size, self._bodies[size], width
                )
            except (DraftRefused, JobRefused) as reason:
                self.cells[place] = refused_cell(size, width, reason)
                continue
            self._made[place] = (pieces, cloth)
            known = self.store.find(cell_key(pieces, cloth), size, width)
            if known is not None:
                self.cells[place] = known
            else:
                self._waiting.append(place)
        self.changed.emit()
        self._starter.start()
        if self._unread:
            self._reader.start()

    def _start_more(self) -> None:
        """Give every idle worker a cell, of a row that no other is at."""
        if not self._wanted:
            return
        for number in range(2):
            if number in self.in_work:
                continue
            rows = {size for size, _ in self.in_work.values()}
            free = [entry for entry in self._waiting if entry[0] not in rows]
            place = next((row for row in free if row[0] in self.in_sight), next(iter(free), None))
            if place is None:
                break
            self._waiting.remove(place)
            self._begin(number, place, self.cells.get(place), CELL_EFFORT)
        if not self._waiting and not self._unread and not self.in_work:
            self._wanted = False
            self.store.tidy()
            self.working_changed.emit(False)

    def _begin(self, number: int, place: Place, known: Cell | None, effort: int) -> None:
        pieces, cloth = self._made[place]
        wider, narrower = self._cell_beside(place, 1), self._cell_beside(place, -1)
        self.in_work[number] = place
        self._runner(number).start(
            CellTask(
                size=place[0],
                pieces=pieces,
                cloth=cloth,
                narrower=narrower,
                known=known,
                like=None if wider is None or place not in self._looked else wider.laid,
                search=Search(
                    effort=effort,
                    seed=1
                    if known is None
                    else 1 + (0 if known.laid is None else known.laid.seed + known.laid.effort),
                ),
            )
        )
        self.changed.emit()

    def _beside(self, place: Place, by: int) -> Place | None:
        """The place of the next wider cloth in the row, or by −1 of the next narrower one."""
        k = self.widths_mm.index(place[1]) + by
        return (place[0], self.widths_mm[k]) if 0 <= k < len(self.widths_mm) else None

    def _cell_beside(self, place: Place, by: int) -> Cell | None:
        there = self._beside(place, by)
        return None if there is None else self.cells.get(there)

    def _look_again(self, place: Place) -> None:
        """Have the next narrower cell looked at again where this one's lay may only just fit on
        it."""
        narrower = self._beside(place, -1)
        if (
            narrower is None
            or narrower in self._looked
            or narrower not in self.cells
            or narrower not in self._made
        ):
            return
        if worth_another_look(self.cells[narrower], self.cells[place]):
            self._looked.add(narrower)
            self._waiting.insert(0, narrower)

    def _runner(self, number: int) -> Runner:
        while len(self._runners) <= number:
            made, own = self._kind.another(), len(self._runners)
            made.told.connect(lambda message, own=own: self._told(own, message))
            self._runners.append(made)
        return self._runners[number]

    def _told(self, number: int, message: Message) -> None:
        if isinstance(message, Filled):
            self._filled(number, message.cell)
        elif isinstance(message, Failed):
            self._failed(number, str(message.sentence))
        else:
            self._ended(number)

    def _filled(self, number: int, cell: Cell) -> None:
        place = self.in_work.get(number)
        if place is None:
            return
        known = self.cells.get(place)
        self._keep(place, cell)
        self._look_again(place)
        if known is not None:
            self._pass_on(place)
        self.changed.emit()

    def _keep(self, place: Place, cell: Cell) -> None:
        self.cells[place] = cell
        try:
            self.store.keep(cell)
        except OSError as reason:
            self.trouble.emit(tr("The table cannot be kept: {strerror}.", strerror=reason.strerror))

    def _pass_on(self, place: Place) -> None:
        """Give what was found for a cell to the wider ones of its row, so that none of them needs
        more."""
        there = self._beside(place, 1)
        while there is not None and there in self.cells and there in self._made:
            after = taken_over(self.cells[there], self.cells[place], *self._made[there])
            if after is self.cells[there]:
                return
            self._keep(there, after)
            place, there = there, self._beside(there, 1)

    def _ended(self, number: int) -> None:
        self.in_work.pop(number, None)
        self._starter.start()
        self.working_changed.emit(self.working)
        self.changed.emit()

    def _failed(self, number: int, sentence: str) -> None:
        self._wanted = False
        self._ended(number)
        self.trouble.emit(sentence)

    def _drop(self) -> None:
        """Drop what is being worked on."""
        self._wanted = False
        for runner in self._runners:
            runner.cancel()
        self.in_work = {}
