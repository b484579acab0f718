"""The yardage table: for every size of a garment and every width of its cloth a real lay, the
shortest of all ways."""

from __future__ import annotations

import hashlib
from collections.abc import Iterable
from dataclasses import dataclass, replace
from itertools import pairwise

from wickel import __version__
from wickel.body import CHARTS, Body, size_body
from wickel.cloth import BadCloth, Cloth
from wickel.draft import DraftRefused
from wickel.job.job import Garment, Job, JobRefused
from wickel.job.laying import alone_ways, never_fits
from wickel.job.work import cut_pieces, garment_style
from wickel.lay import (
    NO_LABOUR,
    CutPiece,
    KeptLay,
    Labour,
    Lay,
    LayRefused,
    LayReport,
    Search,
    WayFound,
    cut_from,
    for_laying,
    kept_lay_of,
    labour_of,
    lay_again,
    lay_ways,
    lays_in_lengths,
    length_without,
    matching_cost,
    rank,
    room_mm,
    share_of,
    wishes,
)
from wickel.units import Unit
from wickel.wording import Text, say, words_of
from wickel.yardage import Need, need_in_lengths, need_of

WIDTHS_MM = (1100.0, 1140.0, 1400.0, 1500.0)
"""The usable widths that cloth is mostly sold in."""

CELL_EFFORT = 400
"""Steps of the search for a cell: some three seconds for all ways of a dress on one core."""

_SAME_MM, WORTH = 1e-6, 1.02
"""Lengths as good as one; how much more than the next wider cloth a cell must need to be looked at
again."""

_ENGINE = 4
"""Goes up when the search finds other lays for the same pieces: cells kept before are then filled
anew."""


@dataclass(frozen=True, slots=True, kw_only=True)
class WayLine:
    """One way of a cell: its length and what it takes, or why there is none. ``least_mm`` is below
    every lay of it."""

    way: str
    length_mm: float | None = None
    used_share: float = 0.0
    labour: Labour = NO_LABOUR
    complete: bool = False
    least_mm: float = 0.0
    refusal: Text = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Cell:
    """A size on a width: the shortest lay of all ways, every way's line, or why it cannot be laid.

    ``key`` is that of all it depends on (``cell_key``); ``unmatched_mm`` the length without what is
    asked of the print, None where nothing is. On cloth sold in fixed lengths a lay that is longer
    than one of them is parted: ``each`` are then the lays, ``each_mm`` their lengths.
    """

    size: str
    width_mm: float
    key: str = ""
    refusal: Text = ""
    ways: tuple[WayLine, ...] = ()
    laid: KeptLay | None = None
    unmatched_mm: float | None = None
    each: tuple[KeptLay, ...] = ()
    each_mm: tuple[float, ...] = ()

    @property
    def best(self) -> WayLine | None:
        """The line of the shortest way."""
        lines = [way for way in self.ways if way.length_mm is not None]
        return min(lines, key=lambda each: (not each.complete, each.length_mm), default=None)

    def need(self, cloth: Cloth) -> Need | None:
        """What its shortest way needs of a cloth; None when it cannot be laid."""
        best = self.best
        if best is None or best.length_mm is None or self.refusal:
            return None
        if self.each_mm:
            return need_in_lengths(self.each_mm, cloth, complete=best.complete)
        matching = matching_cost(best.length_mm, self.unmatched_mm)
        return need_of(best.length_mm, cloth, complete=best.complete, matching_mm=matching)


# --- what is asked -------------------------------------------------------------------------------


def bodies_for(job: Job) -> dict[str, Body]:
    """The rows of the table: the body the job is for when it was measured, then every size of its
    chart.

    Raises:
        JobRefused: the job has no garment.
    """
    garment = _garment(job)
    if garment_style(garment).one_size:
        return {garment.size or str(say("table.as-drawn")): garment.body}
    sizes = {size: size_body(size) for chart in _charts(garment) for size in chart}
    own = garment.body
    return (
        sizes if garment.size in sizes else {job.client or own.name or "as measured": own} | sizes
    )


def _garment(job: Job) -> Garment:
    if not job.garments:
        raise JobRefused(say("table.yardage-table-garment-style"))
    return job.garments[0]


def _charts(garment: Garment) -> list[Iterable[str]]:
    """The sizes of the chart that suits the body, of those the style is made for; of its first
    chart otherwise."""
    style = garment_style(garment)
    known = [CHARTS[id] for id in style.charts if id in CHARTS] or list(CHARTS.values())[:1]
    suits = [chart for chart in known if garment.size in chart.sizes]
    return [chart.sizes for chart in (suits or known)[:1]]


def cell_pieces(
    job: Job, cloth_id: str, size: str, body: Body, width_mm: float
) -> tuple[tuple[CutPiece, ...], Cloth]:
    """The pieces of the job's first garment in a size, and its cloth in a width.

    Raises:
        DraftRefused: the size cannot be drafted.
        JobRefused: a piece can never be cut from a cloth so narrow, or the cloth cannot be so wide.
    """
    garment = replace(_garment(job), body=body, size=size, quantity={}, cards={})
    try:
        cloths = tuple(
            _in_width(bolt, width_mm) if bolt.id == cloth_id else bolt for bolt in job.cloths
        )
    except BadCloth as reason:
        raise JobRefused(words_of(reason)) from None
    sized = replace(job, cloths=cloths, garments=(garment,), pieces=())
    cloth = sized.cloth(cloth_id)
    pieces = cut_from(cut_pieces(sized), cloth)
    never = never_fits(pieces, cloth)
    if never:
        raise JobRefused(never)
    return pieces, cloth


def _in_width(cloth: Cloth, width_mm: float) -> Cloth:
    """The cloth as if it were sold in another usable width; what is at hand of it, spoilt or cut is
    left aside."""
    more = 0.0 if cloth.full_width_mm is None else cloth.full_width_mm - cloth.usable_width_mm
    full = None if cloth.full_width_mm is None else width_mm + more
    return replace(
        cloth,
        usable_width_mm=width_mm,
        full_width_mm=full,
        length_at_hand_mm=None,
        remnant=(),
        flaws=(),
        cut_away=(),
    )


def cell_key(pieces: tuple[CutPiece, ...], cloth: Cloth) -> str:
    """A key of all that a cell depends on: the pieces as they are cut, the cloth, the program's
    version."""
    plain = for_laying(cloth)
    bare = tuple(replace(piece, net_line=None, inner_lines=(), name="") for piece in pieces)
    return hashlib.sha256(
        repr((__version__, _ENGINE, alone_ways(), bare, plain)).encode()
    ).hexdigest()[:32]


# --- the lay of a cell ------------------------------------------------------------------------


def row_of(
    job: Job,
    cloth_id: str,
    size: str,
    body: Body,
    widths_mm: Iterable[float],
    *,
    search: Search = Search(effort=CELL_EFFORT),
) -> tuple[Cell, ...]:
    """The cells of one size, each on what the narrower one found."""
    cells: list[Cell] = []
    made: list[tuple[tuple[CutPiece, ...], Cloth] | None] = []
    # from narrow to wide: what lies on narrow cloth lies on wider cloth too
    for width in sorted(widths_mm):
        try:
            pieces, cloth = cell_pieces(job, cloth_id, size, body, width)
        except (DraftRefused, JobRefused) as reason:
            cells.append(refused_cell(size, width, reason))
            made.append(None)
            continue
        narrower = cells[-1] if cells else None
        cells.append(
            cell_of(
                CellTask(size=size, pieces=pieces, cloth=cloth, narrower=narrower, search=search)
            )
        )
        made.append((pieces, cloth))
    # then back: a narrower cell may learn from the wider one beside it
    for k in range(len(cells) - 2, -1, -1):
        own = made[k]
        if own is not None and worth_another_look(cells[k], cells[k + 1]):
            again = CellTask(size=size, pieces=own[0], cloth=own[1], known=cells[k], search=search)
            cells[k] = cell_of(replace(again, like=cells[k + 1].laid))
    # and once more from narrow to wide, so that no wider cloth is ever the longer one
    for k in range(1, len(cells)):
        own = made[k]
        if own is not None:
            cells[k] = taken_over(cells[k], cells[k - 1], *own)
    return tuple(cells)


def taken_over(cell: Cell, narrower: Cell, pieces: tuple[CutPiece, ...], cloth: Cloth) -> Cell:
    """The cell with the narrower cloth's lay where that is the shorter one of its way; else the
    cell itself.

    For a narrower cell that was improved after this one was filled.
    """
    best = narrower.best
    if best is None or best.length_mm is None or narrower.laid is None:
        return cell
    line = next((way for way in cell.ways if way.way == best.way), None)
    if line is None or (
        line.length_mm is not None and line.complete and line.length_mm <= best.length_mm + _SAME_MM
    ):
        return cell
    lay = lay_again(narrower.laid, pieces, cloth)
    if lay is None:
        return cell
    mine = _line(WayFound(way=line.way, lay=lay, least_mm=line.least_mm), lay)
    made = replace(cell, ways=tuple(mine if way is line else way for way in cell.ways))
    if made.best is not mine:
        return made
    made = replace(made, laid=kept_lay_of(lay))
    if cloth.sold_length_mm is None or lay.lay_length_mm <= room_mm(cloth):
        return replace(
            made, refusal="", each=(), each_mm=()
        )  # it lies on one length, whatever was parted before
    return made


def worth_another_look(cell: Cell, wider: Cell) -> bool:
    """Whether the next wider cloth takes so much less that its lay may only just fit on this one:
    it is tried then."""
    own, other = cell.best, wider.best
    if (
        own is None
        or other is None
        or own.length_mm is None
        or other.length_mm is None
        or wider.laid is None
    ):
        return False
    return other.complete and own.length_mm > WORTH * other.length_mm


def refused_cell(size: str, width_mm: float, reason: DraftRefused | JobRefused) -> Cell:
    """A cell that cannot be laid."""
    return Cell(size=size, width_mm=width_mm, refusal=words_of(reason))


@dataclass(frozen=True, slots=True, kw_only=True)
class CellTask:
    """A cell of the yardage table to fill, or to improve.

    What the ``narrower`` cell of the same size found is laid on this cloth too, so that a wider
    cloth never needs more; of a cell that is ``known`` nothing is lost; ``like`` is a lay of
    another width or size that is tried too.
    """

    size: str
    pieces: tuple[CutPiece, ...]
    cloth: Cloth
    narrower: Cell | None = None
    known: Cell | None = None
    like: KeptLay | None = None
    search: Search = Search(effort=CELL_EFFORT)


def cell_of(task: CellTask, report: LayReport | None = None) -> Cell:
    """Fill a cell by laying its pieces in every way."""
    pieces, cloth, search, known = task.pieces, task.cloth, task.search, task.known
    found = lay_ways(pieces, cloth, alone_ways(), report=report, like=task.like, search=search)
    lays = _with_earlier(
        task, {answer.way: answer.lay for answer in found if answer.lay is not None}
    )
    unmatched = _unmatched_mm(task, report)
    lines = tuple(_line(answer, lays.get(answer.way)) for answer in found)
    if known is not None:  # a search that was stopped has not come to every way
        lines += tuple(
            line for line in known.ways if all(answer.way != line.way for answer in found)
        )
    best = min(lays.values(), key=rank, default=None)
    refused = (answer.refusal for answer in found if answer.refusal)
    refusal = "" if best is not None else next(refused, say("table.no-way-holds"))
    each: tuple[Lay, ...] = ()
    if best is not None and _longer_than_sold(best):
        try:
            each = lays_in_lengths(pieces, cloth, alone_ways(), report=report, search=search)
        except LayRefused as reason:
            refusal = words_of(reason)
    return Cell(
        size=task.size,
        width_mm=cloth.usable_width_mm,
        key=cell_key(pieces, cloth),
        each=tuple(kept_lay_of(lay) for lay in each),
        each_mm=tuple(lay.lay_length_mm for lay in each),
        refusal=refusal,
        ways=lines,
        laid=None if best is None else kept_lay_of(best),
        unmatched_mm=unmatched,
    )


def cell_lays(cell: Cell, pieces: tuple[CutPiece, ...], cloth: Cloth) -> tuple[Lay, ...]:
    """The lay of a cell, or those on each fixed length of its cloth, laid again on that and checked
    anew."""
    if not cell.each:
        lay = None if cell.laid is None else lay_again(cell.laid, pieces, cloth)
        return () if lay is None else (lay,)
    lays = [lay_again(lay, share_of(pieces, cloth, lay.placements), cloth) for lay in cell.each]
    return tuple(lay for lay in lays if lay is not None)


def _unmatched_mm(task: CellTask, report: LayReport | None) -> float | None:
    """The length without what is asked of the print, the shorter of now and before; None where
    nothing is asked."""
    before = None if task.known is None else task.known.unmatched_mm
    asked = wishes(task.pieces, task.cloth)
    if not asked:
        return before
    free = length_without(
        task.pieces, task.cloth, alone_ways(), asked, report=report, search=task.search
    )
    return min((mm for mm in (before, free) if mm is not None), default=None)


def _with_earlier(task: CellTask, lays: dict[str, Lay]) -> dict[str, Lay]:
    """The lays of each way with those of the narrower cell and of the cell before where they are
    better and can be laid here too."""
    better = dict(lays)
    for other in (task.narrower, task.known):
        if other is None or other.laid is None:
            continue
        lay = lay_again(other.laid, task.pieces, task.cloth)
        if lay is not None and (lay.way not in better or rank(lay) < rank(better[lay.way])):
            better[lay.way] = lay
    return better


def _longer_than_sold(lay: Lay) -> bool:
    """Whether the lay does not go into one of the lengths that its cloth is sold in."""
    return lay.cloth.sold_length_mm is not None and lay.lay_length_mm > room_mm(lay.cloth)


def _line(found: WayFound, lay: Lay | None) -> WayLine:
    if lay is None:
        return WayLine(way=found.way, refusal=found.refusal)
    return WayLine(
        way=found.way,
        length_mm=lay.lay_length_mm,
        used_share=lay.used_share,
        labour=labour_of(lay),
        complete=lay.complete,
        least_mm=found.least_mm,
    )


# --- what stands out --------------------------------------------------------------------------


@dataclass(frozen=True, slots=True, kw_only=True)
class Jump:
    """A step in a column of the table that matters: from a size on a width needs so much more than
    the size before."""

    size: str
    width_mm: float
    more_mm: float

    def sentence(self, unit: Unit) -> str:
        """The step in words."""
        jump = say("table.jump", size=self.size, width=self.width_mm, more=self.more_mm)
        return jump.in_unit(unit)


def jumps(cells: Iterable[Cell], sizes: Iterable[str], least_mm: float = 300.0) -> tuple[Jump, ...]:
    """For every width the sizes from which on it needs more by at least so much, the greatest
    first."""
    by = {
        (cell.size, cell.width_mm): cell.best.length_mm for cell in cells if cell.best is not None
    }
    order = list(sizes)
    found = []
    for width in sorted({width for _, width in by}):
        for before, size in pairwise(order):
            one, other = by.get((before, width)), by.get((size, width))
            if one is not None and other is not None and other - one >= least_mm:
                found.append(Jump(size=size, width_mm=width, more_mm=other - one))
    return tuple(sorted(found, key=lambda each: -each.more_mm))
