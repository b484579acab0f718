"""Work that takes a while, as tasks and what is told of them: for the window's worker, and for any
other caller.

A task is plain data; ``run_task`` does it and tells typed messages. It knows neither window nor
processes.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from contextlib import suppress
from dataclasses import dataclass, replace
from time import perf_counter
from typing import TypeVar

from wickel.body import Body
from wickel.cloth import STACKED, Cloth, OnShelf
from wickel.draft import AsFar, DraftRefused
from wickel.geometry import Outline
from wickel.job.as_far import found_as_far
from wickel.job.at_hand import Bolt, out_of_bolt
from wickel.job.buying import BuyingList, ClothLine, buying_list
from wickel.job.job import Job, JobRefused
from wickel.job.on_remnants import OnRemnants, tried_on_remnants
from wickel.job.table import Cell, CellTask, cell_of
from wickel.lay import (
    Comparison,
    CutPiece,
    Lay,
    LayRefused,
    LayReport,
    LayStopped,
    Placement,
    Search,
    Stopped,
    WayFound,
    Wish,
    length_across,
    length_without,
    make_lay,
    stacked_lays,
)
from wickel.lay.hand import Deed, gone_on_with
from wickel.wording import Text, say, words_of

PICTURES_A_SECOND, _PAUSE = 20, 5
"""How many pictures of a search are shown at the most; each is followed by a pause so many times as
long as it took."""


# --- what is asked ----------------------------------------------------------------------------


@dataclass(frozen=True, slots=True, kw_only=True)
class LayTask:
    """Pieces to lay on a cloth in several ways, one after another.

    ``pile``: the two cloths of a stack, lower first. ``held``: placements that stay in the lay of
    the only way; the way then says how deep its folds are.
    """

    pieces: tuple[CutPiece, ...]
    cloth: Cloth
    ways: tuple[str, ...]
    pile: tuple[Cloth, Cloth] | None = None
    held: tuple[Placement, ...] = ()
    search: Search = Search()


@dataclass(frozen=True, slots=True, kw_only=True)
class PriceTask:
    """What keeping to the print costs: lays, in any of the ways, without each of some sets of
    wishes."""

    pieces: tuple[CutPiece, ...]
    cloth: Cloth
    ways: tuple[str, ...]
    left_out: tuple[frozenset[Wish], ...]
    search: Search = Search()


@dataclass(frozen=True, slots=True, kw_only=True)
class AcrossTask:
    """What is saved by pieces with their grain across: lays, in any of the ways, with each of some
    groups of pieces turned so, by their ids."""

    pieces: tuple[CutPiece, ...]
    cloth: Cloth
    ways: tuple[str, ...]
    groups: tuple[frozenset[str], ...]
    search: Search = Search()


@dataclass(frozen=True, slots=True, kw_only=True)
class BuyTask:
    """Everything to buy for some jobs, beside what is on the shelf for them."""

    jobs: tuple[Job, ...]
    shelf: tuple[OnShelf, ...] = ()
    search: Search = Search()


@dataclass(frozen=True, slots=True, kw_only=True)
class BoltTask:
    """How many garments of some sizes come out of a bolt of a job's cloth."""

    job: Job
    cloth_id: str
    asked: tuple[tuple[str, Body], ...]
    bolt_mm: float
    search: Search = Search()


@dataclass(frozen=True, slots=True, kw_only=True)
class ReachTask:
    """How far the cloth lets the figures of a job go that are to go as far as it does."""

    job: Job
    search: Search = Search()


@dataclass(frozen=True, slots=True, kw_only=True)
class RemnantTask:
    """Which small pieces of a job remnants of its cloth hold, and what that saves of its lay."""

    job: Job
    lay: Lay
    remnants: tuple[Cloth, ...]
    search: Search = Search()


@dataclass(frozen=True, slots=True, kw_only=True)
class HandTask:
    """A lay made by hand to be gone on with, around the placements that ``stay`` and what lies
    ``beside``, outlines on the table."""

    lay: Lay
    deed: Deed
    stay: frozenset[str] = frozenset()
    beside: tuple[Outline, ...] = ()
    search: Search = Search()


Task = (
    LayTask
    | HandTask
    | CellTask
    | PriceTask
    | AcrossTask
    | BuyTask
    | BoltTask
    | ReachTask
    | RemnantTask
)


# --- what is told -----------------------------------------------------------------------------


@dataclass(frozen=True, slots=True)
class Improved:
    """A lay that is better than what was told of its way before."""

    lay: Lay


@dataclass(frozen=True, slots=True)
class NoLay:
    """Why a way has no lay, in a sentence."""

    way: str
    sentence: Text


@dataclass(frozen=True, slots=True)
class SetAside:
    """A way that is not searched on: no lay of it is shorter than so much."""

    way: str
    least_mm: float


@dataclass(frozen=True, slots=True)
class Filled:
    """A cell of a yardage table."""

    cell: Cell


@dataclass(frozen=True, slots=True)
class Priced:
    """The best length without some wishes."""

    left_out: frozenset[Wish]
    length_mm: float


@dataclass(frozen=True, slots=True)
class LaidAcross:
    """The best length with some pieces across."""

    pieces: frozenset[str]
    length_mm: float


@dataclass(frozen=True, slots=True)
class Counted:
    """How many cloths are to be laid for a buying list."""

    cloths: int


@dataclass(frozen=True, slots=True)
class Listed:
    """One cloth of a buying list."""

    line: ClothLine


@dataclass(frozen=True, slots=True)
class ListMade:
    """A whole buying list."""

    found: BuyingList


@dataclass(frozen=True, slots=True)
class BoltLaid:
    """What comes out of a bolt."""

    bolt: Bolt


@dataclass(frozen=True, slots=True)
class Reached:
    """How far figures go, in mm, by garment and figure, and what each stops at."""

    found_mm: Mapping[tuple[str, str], float]
    stops: Mapping[tuple[str, str], Text]


@dataclass(frozen=True, slots=True)
class TriedOnRemnants:
    """What remnants hold, None when nothing is gained."""

    found: OnRemnants | None


@dataclass(frozen=True, slots=True)
class CannotBe:
    """Why what was asked for cannot be made at all, in a sentence."""

    sentence: Text


@dataclass(frozen=True, slots=True)
class Finished:
    """The task has come to its end, or was stopped."""


@dataclass(frozen=True, slots=True)
class Failed:
    """The task could not be done, in a sentence."""

    sentence: Text


Message = (
    Improved
    | NoLay
    | SetAside
    | Filled
    | Priced
    | LaidAcross
    | Counted
    | Listed
    | ListMade
    | BoltLaid
    | Reached
    | TriedOnRemnants
    | CannotBe
    | Finished
    | Failed
)
Tell = Callable[[Message], None]
Asked = TypeVar("Asked")
IsStopped = Callable[[], bool]


# --- how it is done ---------------------------------------------------------------------------


def run_task(task: Task, tell: Tell, stopped: IsStopped) -> None:
    """Do a task of any kind; the last thing told is that it is finished.

    Raises:
        LayRefused: a cell or a price whose pieces cannot be laid.
    """
    if isinstance(task, CellTask):
        _run_cell(task, tell, stopped)
    elif isinstance(task, PriceTask):
        _run_price(task, tell, stopped)
    elif isinstance(task, AcrossTask):
        _run_across(task, tell, stopped)
    elif isinstance(task, LayTask):
        _run_lays(task, tell, stopped)
    elif isinstance(task, HandTask):
        _run_by_hand(task, tell, stopped)
    else:
        _run_errand(task, tell, stopped)
    tell(Finished())


def _until(stopped: IsStopped) -> LayReport:
    """The report that ends a search when its task is stopped."""

    def report(_progress: float, _best: object) -> None:
        if stopped():
            raise Stopped

    return report


def _run_cell(task: CellTask, tell: Tell, stopped: IsStopped) -> None:
    """Fill a cell and tell of it; one that is stopped before it is done is not told of, unless it
    was known."""
    cell = cell_of(task, _until(stopped))
    if not stopped() or task.known is not None:
        tell(Filled(cell))


def _run_price(task: PriceTask, tell: Tell, stopped: IsStopped) -> None:
    """Tell the length without each set of wishes."""

    def length_of(wishes: frozenset[Wish], report: LayReport) -> float | None:
        return length_without(
            task.pieces, task.cloth, task.ways, wishes, search=task.search, report=report
        )

    _tell_lengths(task.left_out, length_of, Priced, tell, stopped)


def _run_across(task: AcrossTask, tell: Tell, stopped: IsStopped) -> None:
    """Tell the length with each group across."""

    def length_of(ids: frozenset[str], report: LayReport) -> float | None:
        return length_across(
            task.pieces, task.cloth, task.ways, ids, search=task.search, report=report
        )

    _tell_lengths(task.groups, length_of, LaidAcross, tell, stopped)


def _tell_lengths(
    asked: Iterable[Asked],
    length_of: Callable[[Asked, LayReport], float | None],
    message: Callable[[Asked, float], Message],
    tell: Tell,
    stopped: IsStopped,
) -> None:
    """Tell the length of each of what is asked, where it has one; one whose search was stopped is
    not told of."""
    report = _until(stopped)
    for each in asked:
        length = length_of(each, report)
        if stopped():
            break
        if length is not None:
            tell(message(each, length))


def _run_errand(
    task: BuyTask | BoltTask | ReachTask | RemnantTask, tell: Tell, stopped: IsStopped
) -> None:
    """Tell the buying list, cloth by cloth and whole, what comes out of a bolt, or how far figures
    go."""
    report = _until(stopped)
    try:
        if isinstance(task, BuyTask):
            found = buying_list(
                task.jobs,
                shelf=task.shelf,
                found=lambda line: tell(Listed(line)),
                counted=lambda count: tell(Counted(count)),
                search=task.search,
                report=report,
            )
            tell(ListMade(found))
        elif isinstance(task, RemnantTask):
            with suppress(Stopped, LayStopped):
                tried = tried_on_remnants(
                    task.job, task.lay, task.remnants, search=task.search, report=report
                )
                tell(TriedOnRemnants(tried))
        elif isinstance(task, ReachTask):
            with suppress(Stopped, LayStopped):
                tell(_reached(task, report))
        else:
            bolt = out_of_bolt(
                task.job, task.cloth_id, task.asked, task.bolt_mm, search=task.search, report=report
            )
            tell(BoltLaid(bolt))
    except (JobRefused, DraftRefused, LayRefused) as reason:
        tell(CannotBe(words_of(reason)))


def _reached(task: ReachTask, report: LayReport) -> Reached:
    stops: dict[tuple[str, str], Text] = {}
    job = found_as_far(
        task.job,
        task.search,
        report=report,
        told=lambda garment, figure, why: stops.update({(garment, figure): why}),
    )
    found = {
        (garment.id, id): own.found_mm
        for garment in job.garments
        for id, own in garment.figures.items()
        if isinstance(own, AsFar) and own.found_mm is not None
    }
    return Reached(found, stops)


def _showing(tell: Tell, stopped: IsStopped) -> LayReport:
    """A report that tells of every better lay, at most 20 a second."""
    shown: dict[str, float] = {}
    show_from = 0.0

    def report(_progress: float, best: Callable[[], Lay] | None) -> None:
        nonlocal show_from
        if stopped():
            raise Stopped
        if best is not None and perf_counter() > show_from:
            began = perf_counter()
            lay = best()
            show_from = perf_counter() + max(
                1 / PICTURES_A_SECOND, _PAUSE * (perf_counter() - began)
            )
            if lay.lay_length_mm < shown.get(lay.way, float("inf")) - 1e-6:
                shown[lay.way] = lay.lay_length_mm
                tell(Improved(lay))

    return report


def _run_by_hand(task: HandTask, tell: Tell, stopped: IsStopped) -> None:
    """Tell of every better lay on the way, and of the last."""
    report = _showing(tell, stopped)
    try:
        tell(
            Improved(
                gone_on_with(
                    task.lay,
                    task.deed,
                    stay=task.stay,
                    beside=task.beside,
                    settings=task.search,
                    report=report,
                )
            )
        )
    except LayRefused as reason:
        tell(CannotBe(words_of(reason)))


def _run_lays(task: LayTask, tell: Tell, stopped: IsStopped) -> None:
    """Tell of every better lay, at most 20 a second."""
    report = _showing(tell, stopped)

    def found(way_found: WayFound) -> None:
        if way_found.set_aside:
            tell(SetAside(way_found.way, way_found.least_mm))
        elif way_found.lay is not None:
            tell(Improved(way_found.lay))
        else:
            tell(NoLay(way_found.way, way_found.refusal))

    alone = tuple(way for way in task.ways if way != STACKED)
    if task.held:
        with suppress(LayStopped):
            found(_around_held(task, report))
    elif alone:
        Comparison(task.pieces, task.cloth, task.search, report=report, found=found).run(alone)
    if STACKED in task.ways and not stopped():
        own = _stacked(task, report)
        if own is not None:
            found(own)


def _around_held(task: LayTask, report: LayReport) -> WayFound:
    """The lay of the only way around what is held, or why there is none."""
    (way,) = task.ways
    try:
        lay = make_lay(
            task.pieces, task.cloth, way, held=task.held, report=report, search=task.search
        )
    except LayRefused as reason:
        return WayFound(way=way, refusal=words_of(reason))
    return WayFound(way=way, lay=lay)


def _stacked(task: LayTask, report: LayReport) -> WayFound | None:
    """The lay of the cloth in hand stacked with its partner; None when it was stopped before there
    was one."""

    def quiet(progress: float, _best: Callable[[], Lay] | None) -> None:
        report(progress, None)  # half of a pair of lays is no picture

    if task.pile is None:
        return WayFound(
            way=STACKED,
            refusal=say("tasks.no-second-cloth", cloth=task.cloth.shown_name),
        )
    try:
        both = stacked_lays(task.pieces, *task.pile, report=quiet, search=task.search)
    except LayStopped:
        return None
    except LayRefused as reason:
        return WayFound(way=STACKED, refusal=words_of(reason))
    return WayFound(way=STACKED, lay=both[task.pile.index(task.cloth)])


# --- what goes to a worker --------------------------------------------------------------------


def without_pictures(task: Task) -> Task:
    """A task without the pictures of its cloths and jobs, which no search looks at: only what is
    needed is sent."""
    if isinstance(task, BuyTask):
        return replace(task, jobs=tuple(_bare_job(job) for job in task.jobs))
    if isinstance(task, BoltTask | ReachTask):
        return replace(task, job=_bare_job(task.job))
    if isinstance(task, RemnantTask):
        bare_lay = replace(task.lay, cloth=_bare(task.lay.cloth))
        remnants = tuple(_bare(own) for own in task.remnants)
        return replace(task, job=_bare_job(task.job), lay=bare_lay, remnants=remnants)
    if isinstance(task, HandTask):
        return replace(task, lay=replace(task.lay, cloth=_bare(task.lay.cloth)))
    bare = replace(task, cloth=_bare(task.cloth))
    if isinstance(bare, LayTask) and bare.pile is not None:
        lower, upper = bare.pile
        bare = replace(bare, pile=(_bare(lower), _bare(upper)))
    return bare


def _bare(cloth: Cloth) -> Cloth:
    return (
        replace(cloth, design=replace(cloth.design, picture=b"")) if cloth.design.picture else cloth
    )


def _bare_job(job: Job) -> Job:
    return replace(
        job, cloths=tuple(_bare(cloth) for cloth in job.cloths), pictures=(), foreign=None
    )
