"""Background work: lays are searched in a worker process, since the search holds the interpreter.

``ProcessRunner`` keeps one worker, throttles its pictures, drops stale results and leaves no process
behind. ``InlineRunner`` does the same work at once, for tests and screenshots.
"""

from __future__ import annotations

import multiprocessing
import threading
from collections.abc import Callable
from contextlib import suppress
from dataclasses import dataclass, replace
from multiprocessing.connection import Connection
from multiprocessing.sharedctypes import Synchronized
from queue import SimpleQueue
from time import perf_counter

from PySide6.QtCore import QObject, QTimer, Signal

from wickel.body import Body
from wickel.cloth import STACKED, Cloth
from wickel.draft import DraftRefused
from wickel.job import Cell, Job, JobRefused, buying_list, cell_of, out_of_bolt
from wickel.lay import (
    CutPiece,
    KeptLay,
    Lay,
    LayRefused,
    LayReport,
    LayStopped,
    Placement,
    Stopped,
    WayFound,
    Wish,
    lay_ways,
    length_without,
    make_lay,
    stacked_lays,
    warm_in_background,
)

PICTURES_A_SECOND, _PAUSE = 20, 5
"""How many pictures of a search are shown at the most; each is followed by a pause so many times as long as it took."""


@dataclass(frozen=True, slots=True, kw_only=True)
class LayTask:
    """Pieces to lay on a cloth in several ways, one after another.

    ``pile``: the two cloths of a stack, lower first. ``held``: placements that stay in the lay of the only way; the
    way then says how deep its folds are.
    """

    pieces: tuple[CutPiece, ...]
    cloth: Cloth
    ways: tuple[str, ...]
    pile: tuple[Cloth, Cloth] | None = None
    held: tuple[Placement, ...] = ()
    effort: int
    seed: int = 1
    workers: int = 1


@dataclass(frozen=True, slots=True, kw_only=True)
class CellTask:
    """A cell of the yardage table to fill, from its narrower neighbour, or to improve from what is ``known``."""

    size: str
    pieces: tuple[CutPiece, ...]
    cloth: Cloth
    narrower: Cell | None = None
    known: Cell | None = None
    like: KeptLay | None = None
    effort: int
    seed: int = 1
    workers: int = 1


@dataclass(frozen=True, slots=True, kw_only=True)
class PriceTask:
    """What keeping to the print costs: lays, in any of the ways, without each of some sets of wishes."""

    pieces: tuple[CutPiece, ...]
    cloth: Cloth
    ways: tuple[str, ...]
    left_out: tuple[frozenset[Wish], ...]
    effort: int
    seed: int = 1
    workers: int = 1


@dataclass(frozen=True, slots=True, kw_only=True)
class BuyTask:
    """Everything to buy for some jobs."""

    jobs: tuple[Job, ...]
    effort: int
    workers: int = 1


@dataclass(frozen=True, slots=True, kw_only=True)
class BoltTask:
    """How many garments of some sizes come out of a bolt of a job's cloth."""

    job: Job
    cloth_id: str
    asked: tuple[tuple[str, Body], ...]
    bolt_mm: float
    effort: int
    workers: int = 1


Task = LayTask | CellTask | PriceTask | BuyTask | BoltTask
Tell = Callable[[str, str, object], None]
"""``tell(kind, way, value)``: improved with a lay, refused with a sentence, set aside with a length, finished."""


def _until(stopped: Callable[[], bool]) -> LayReport:
    """The report that ends a search when its task is stopped."""

    def report(_progress: float, _best: object) -> None:
        if stopped():
            raise Stopped

    return report


def run_cell(task: CellTask, tell: Tell, stopped: Callable[[], bool]) -> None:
    """Fill a cell and tell of it; one that is stopped before it is done is not told of, unless it was known."""

    report = _until(stopped)
    cell = cell_of(
        task.size,
        task.pieces,
        task.cloth,
        narrower=task.narrower,
        known=task.known,
        like=task.like,
        effort=task.effort,
        seed=task.seed,
        workers=task.workers,
        report=report,
    )
    if not stopped() or task.known is not None:
        tell("cell", "", cell)
    tell("finished", "", None)


def run_price(task: PriceTask, tell: Tell, stopped: Callable[[], bool]) -> None:
    """Tell the length without each set of wishes; one whose search was stopped is not told of."""

    report = _until(stopped)
    for wishes in task.left_out:
        length = length_without(
            task.pieces,
            task.cloth,
            task.ways,
            wishes,
            seed=task.seed,
            effort=task.effort,
            workers=task.workers,
            report=report,
        )
        if stopped():
            break
        if length is not None:
            tell("priced", "", (wishes, length))
    tell("finished", "", None)


def run_errand(task: BuyTask | BoltTask, tell: Tell, stopped: Callable[[], bool]) -> None:
    """Tell the buying list, cloth by cloth and whole, or what comes out of a bolt."""

    report = _until(stopped)
    search = {"effort": task.effort, "workers": task.workers, "report": report}
    try:
        if isinstance(task, BuyTask):
            found = buying_list(
                task.jobs,
                found=lambda line: tell("made", "cloth", line),
                counted=lambda count: tell("made", "count", count),
                **search,
            )
            tell("made", "list", found)
        else:
            tell("made", "bolt", out_of_bolt(task.job, task.cloth_id, task.asked, task.bolt_mm, **search))
    except (JobRefused, DraftRefused) as reason:
        tell("made", "refused", str(reason))
    tell("finished", "", None)


def run_task(task: Task, tell: Tell, stopped: Callable[[], bool]) -> None:
    """Do a task of any kind."""
    if isinstance(task, CellTask):
        run_cell(task, tell, stopped)
    elif isinstance(task, PriceTask):
        run_price(task, tell, stopped)
    elif isinstance(task, BuyTask | BoltTask):
        run_errand(task, tell, stopped)
    else:
        run_lays(task, tell, stopped)


def run_lays(task: LayTask, tell: Tell, stopped: Callable[[], bool]) -> None:
    """Do a task, telling of every better lay (at most 20 a second) and of the end."""
    shown: dict[str, float] = {}
    show_from = 0.0

    def report(_progress: float, best: Callable[[], Lay] | None) -> None:
        nonlocal show_from
        if stopped():
            raise Stopped
        if best is not None and perf_counter() > show_from:
            began = perf_counter()
            lay = best()
            show_from = perf_counter() + max(1 / PICTURES_A_SECOND, _PAUSE * (perf_counter() - began))
            if lay.lay_length_mm < shown.get(lay.way, float("inf")) - 1e-6:
                shown[lay.way] = lay.lay_length_mm
                tell("improved", lay.way, lay)

    def found(own: WayFound) -> None:
        if own.set_aside:
            tell("aside", own.way, own.least_mm)
        elif own.lay is not None:
            tell("improved", own.way, own.lay)
        else:
            tell("refused", own.way, own.refusal)

    alone = tuple(way for way in task.ways if way != STACKED)
    if task.held:
        with suppress(LayStopped):
            found(_around_held(task, report))
    elif alone:
        search = {"seed": task.seed, "effort": task.effort, "workers": task.workers}
        lay_ways(task.pieces, task.cloth, alone, report=report, found=found, **search)
    if STACKED in task.ways and not stopped():
        own = _stacked(task, report)
        if own is not None:
            found(own)
    tell("finished", "", None)


def _around_held(task: LayTask, report: LayReport) -> WayFound:
    """The lay of the only way around what is held."""
    (way,) = task.ways
    search = {"seed": task.seed, "effort": task.effort, "workers": task.workers}
    lay = make_lay(task.pieces, task.cloth, way, held=task.held, report=report, **search)
    return WayFound(way=way, lay=lay)


def _stacked(task: LayTask, report: LayReport) -> WayFound | None:
    """The lay of the cloth in hand stacked with its partner; None when it was stopped before there was one."""

    def quiet(progress: float, best: Callable[[], Lay] | None) -> None:
        report(progress, None)  # half of a pair of lays is no picture

    if task.pile is None:
        return WayFound(way=STACKED, refusal=f"{task.cloth.shown_name} has no second cloth of its width to lie on.")
    try:
        both = stacked_lays(
            task.pieces, *task.pile, seed=task.seed, effort=task.effort, workers=task.workers, report=quiet
        )
    except LayStopped:
        return None
    except LayRefused as reason:
        return WayFound(way=STACKED, refusal=str(reason))
    return WayFound(way=STACKED, lay=both[task.pile.index(task.cloth)])


class Runner(QObject):
    """The signals of a runner; results arrive in the GUI thread."""

    improved = Signal(str, object)
    refused = Signal(str, str)
    aside = Signal(str, float)
    cell = Signal(object)
    priced = Signal(object)
    made = Signal(str, object)
    finished = Signal()
    failed = Signal(str)
    said = Signal(str)

    def another(self) -> Runner:
        """One more runner of this kind, for work beside this one's."""
        raise TypeError("a runner says how there are more of it")

    def start(self, task: Task) -> None:
        """Begin a task; one that is running is dropped."""
        raise TypeError("a runner says how it starts")

    def cancel(self) -> None:
        """Drop the running task; nothing more is heard of it."""

    def stop(self) -> None:
        """End the running task; its best lay still arrives."""

    def shut(self) -> None:
        """End for good."""

    def _tell(self, kind: str, way: str, value: object) -> None:
        if kind == "improved":
            self.improved.emit(way, value)
        elif kind == "refused":
            self.refused.emit(way, str(value))
        elif kind == "aside":
            self.aside.emit(way, float(str(value)))
        elif kind == "cell":
            self.cell.emit(value)
        elif kind == "priced":
            self.priced.emit(value)
        elif kind == "made":
            self.made.emit(way, value)
        elif kind == "failed":
            self.failed.emit(str(value))
        else:
            self.finished.emit()


class InlineRunner(Runner):
    """Does each task before ``start`` returns, with ceilings on its effort and on how many ways are tried."""

    def __init__(self, most_effort: int = 12, most_ways: int | None = None) -> None:
        super().__init__()
        self._most = most_effort
        self._ways = most_ways

    def another(self) -> Runner:
        return InlineRunner(self._most, self._ways)

    def start(self, task: Task) -> None:
        less = replace(task, effort=min(task.effort, self._most), workers=1)
        if isinstance(less, LayTask | PriceTask):
            less = replace(less, ways=less.ways[: self._ways])
        run_task(less, self._tell, lambda: False)


ANSWERED_WITHIN_MS = 10_000
"""A worker that does not take up a task, or does not end one that is stopped, in this time is replaced."""

_LOST = "The search ended unexpectedly and was begun again."
_ENDED = "The search did not end by itself and was broken off; the best lay so far stays."
_LOST_AGAIN = "The search ended unexpectedly twice. Change something, or ask for it again."


class _Worker:
    """A worker process and the two threads that talk to it, so that nobody else ever waits for it."""

    def __init__(self, heard: Callable[[_Worker, object], None], target: Callable[..., None]) -> None:
        context = multiprocessing.get_context("spawn")
        self._pipe, theirs = context.Pipe()
        self.wanted = context.Value("q", 0, lock=False)
        self.stopped = context.Value("q", 0, lock=False)
        self._letters: SimpleQueue[object] = SimpleQueue()
        self._heard = heard
        self.process = context.Process(
            target=target, args=(theirs, self.wanted, self.stopped), daemon=True, name="wickel-lay"
        )
        self.process.start()
        theirs.close()
        for work in (self._send, self._receive):
            threading.Thread(target=work, daemon=True, name="wickel-post").start()

    def post(self, letter: object) -> None:
        """Send something as soon as the worker takes it."""
        self._letters.put(letter)

    def end(self, patience_s: float) -> None:
        """End the process, the hard way when it does not hear in time."""
        self._letters.put(None)
        self.process.join(patience_s)
        if self.process.is_alive():
            self.process.kill()
            self.process.join(1.0)

    def _send(self) -> None:
        while True:
            letter = self._letters.get()
            try:
                if letter is None:
                    self._pipe.close()
                    return
                self._pipe.send(letter)
            except (OSError, ValueError):
                return  # the one who listens hears of it too

    def _receive(self) -> None:
        try:
            while True:
                self._heard(self, self._pipe.recv())
        except (EOFError, OSError, TypeError):  # the last when it was closed meanwhile
            self._heard(self, None)


class ProcessRunner(Runner):
    """One worker process, kept warm. A task's number says whether what it sends is still wanted.

    A worker that dies or hangs is replaced, and begins the task again; after a second time it is left.
    """

    _arrived = Signal(object, object)

    def __init__(self, target: Callable[..., None] | None = None) -> None:
        super().__init__()
        self._target = target or _worker
        self._number = 0
        self._task: Task | None = None
        self._lost = 0
        self._arrived.connect(self._take)
        self._patience = QTimer(self, singleShot=True, interval=ANSWERED_WITHIN_MS)
        self._patience.timeout.connect(self._replace)
        self._worker = self._hired()

    def _hired(self) -> _Worker:
        def heard(worker: _Worker, letter: object) -> None:
            with suppress(RuntimeError):  # the window is gone
                self._arrived.emit(worker, letter)

        return _Worker(heard, self._target)

    @property
    def process_id(self) -> int | None:
        """The worker's process id."""
        return self._worker.process.pid

    def another(self) -> Runner:
        return ProcessRunner(self._target)

    def start(self, task: Task) -> None:
        self._lost = 0
        self._begin(task)

    def _begin(self, task: Task) -> None:
        self._number += 1
        self._task = task
        self._worker.wanted.value = self._number
        self._worker.post((self._number, without_pictures(task)))
        self._patience.start()

    def cancel(self) -> None:
        self._number += 1
        self._task = None
        self._patience.stop()
        self._worker.wanted.value = self._number

    def stop(self) -> None:
        self._worker.stopped.value = self._number
        if self._task is not None:
            self._patience.start()

    def shut(self) -> None:
        self.cancel()
        self._arrived.disconnect(self._take)
        self._worker.end(0.3)

    def _take(self, worker: _Worker, letter: tuple[int, str, str, object] | None) -> None:
        if worker is not self._worker:
            return
        if letter is None:
            self._replace()
            return
        number, kind, way, value = letter
        if number != self._number:
            return
        if kind == "begun":
            if self._worker.stopped.value != number:
                self._patience.stop()
            return
        if kind in ("finished", "failed"):
            self._patience.stop()
            self._task = None
        self._tell(kind, way, value)

    def _replace(self) -> None:
        """Take another worker for one that is dead or does not answer."""
        task, stopped = self._task, self._worker.stopped.value == self._number
        threading.Thread(target=self._worker.end, args=(0.0,), daemon=True).start()
        self._worker = self._hired()
        self._patience.stop()
        if task is None:
            return
        self._lost += 1
        if stopped or self._lost > 1:
            self._task = None
            self.failed.emit(_ENDED if stopped else _LOST_AGAIN)
            return
        self.said.emit(_LOST)
        self._begin(task)


def without_pictures(task: Task) -> Task:
    """A task without the pictures of its cloths, which no search looks at: only what is needed goes to the worker."""
    if isinstance(task, BuyTask):
        return replace(task, jobs=tuple(_bare_job(job) for job in task.jobs))
    if isinstance(task, BoltTask):
        return replace(task, job=_bare_job(task.job))
    bare = replace(task, cloth=_bare(task.cloth))
    if isinstance(bare, LayTask) and bare.pile is not None:
        lower, upper = bare.pile
        bare = replace(bare, pile=(_bare(lower), _bare(upper)))
    return bare


def _bare(cloth: Cloth) -> Cloth:
    return replace(cloth, design=replace(cloth.design, picture=b"")) if cloth.design.picture else cloth


def _bare_job(job: Job) -> Job:
    return replace(job, cloths=tuple(_bare(cloth) for cloth in job.cloths))


def _worker(pipe: Connection, wanted: Synchronized, stopped: Synchronized) -> None:
    """Serve tasks until the pipe is closed."""
    import signal

    signal.signal(signal.SIGINT, signal.SIG_IGN)  # Ctrl+C in the terminal is the window's business
    warm_in_background()
    while True:
        try:
            number, task = pipe.recv()
            if number != wanted.value:
                continue
            pipe.send((number, "begun", "", None))
            run_task(
                task,
                lambda kind, way, value, number=number: pipe.send((number, kind, way, value)),
                lambda number=number: wanted.value != number or stopped.value == number,
            )
        except (EOFError, OSError):
            return
        except LayRefused as reason:
            pipe.send((number, "failed", "", str(reason)))
        except Exception as fault:  # noqa: BLE001 - the outermost edge of the worker: report, live on
            pipe.send((number, "failed", "", f"The search stumbled ({type(fault).__name__}: {fault})."))
