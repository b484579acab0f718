"""The other way round: for a length at hand which sizes and ways fit, and how many garments come
out of a bolt."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from wickel.body import Body
from wickel.cloth import Cloth
from wickel.job.job import Job
from wickel.job.laying import alone_ways
from wickel.job.table import Cell, cell_pieces
from wickel.job.work import with_number
from wickel.lay import CutPiece, Lay, LayReport, Search, copies_mm2, lay_ways, shortest
from wickel.yardage import SHORT_MM, need_of

BOLT_EFFORT = 200


@dataclass(frozen=True, slots=True, kw_only=True)
class Fit:
    """Whether a cell's garment can be cut from a length at hand: the ways that do, or how much is
    missing at the least.

    ``short_mm`` is 0 when some way fits, None when it cannot be laid at all.
    """

    ways: tuple[str, ...]
    short_mm: float | None


def fit_of(cell: Cell, cloth: Cloth, at_hand_mm: float) -> Fit:
    """How a cell's lays go with a length at hand; only lays without a broken rule count."""
    needs = {
        way.way: need_of(way.length_mm, cloth, complete=True).need_mm
        for way in cell.ways
        if way.length_mm is not None and way.complete
    }
    fitting = sorted((mm, way) for way, mm in needs.items() if mm <= at_hand_mm + SHORT_MM)
    if not needs:
        return Fit(ways=(), short_mm=None)
    short = 0.0 if fitting else min(needs.values()) - at_hand_mm
    return Fit(ways=tuple(way for _, way in fitting), short_mm=short)


@dataclass(frozen=True, slots=True, kw_only=True)
class Bolt:
    """What comes out of a bolt: the sizes, in the order they were laid, those that do not, the lay,
    what is left."""

    sizes: tuple[str, ...]
    left_out: tuple[str, ...]
    lay: Lay | None
    left_mm: float


def out_of_bolt(
    job: Job,
    cloth_id: str,
    asked: Sequence[tuple[str, Body]],
    bolt_mm: float,
    *,
    search: Search = Search(effort=BOLT_EFFORT),
    report: LayReport | None = None,
) -> Bolt:
    """How many of the asked sizes of the job's first garment come out of a bolt, laid together, the
    smallest first.

    A size is left out when the garments before it and it find no lay that fits with this effort;
    smaller ones that could still fit have been tried before.

    Raises:
        JobRefused, DraftRefused: a size cannot be drafted, or not be cut from the cloth at all.
    """
    cloth = replace(job.cloth(cloth_id), length_at_hand_mm=None)
    room = bolt_mm * (1 - cloth.shrink_along) - 2 * cloth.squaring_mm
    made = []
    for k, (size, body) in enumerate(asked):
        pieces, _ = cell_pieces(job, cloth_id, size, body, cloth.usable_width_mm)
        made.append((size, with_number(pieces, k + 1)))
    # the smallest first: so the most garments come out
    made.sort(key=lambda each: copies_mm2(each[1], cloth))
    taken: list[str] = []
    left_out: list[str] = []
    pieces_so_far: tuple[CutPiece, ...] = ()
    best: Lay | None = None
    for size, pieces in made:
        together = (*pieces_so_far, *pieces)
        lay = None
        # more area than cloth needs no search; and after one that did not fit no larger one will
        if not left_out and copies_mm2(together, cloth) / cloth.lay_width_mm <= room + 1e-6:
            found = lay_ways(together, cloth, alone_ways(), report=report, search=search)
            lay = shortest(found)
        if lay is None or not lay.complete or lay.lay_length_mm > room + SHORT_MM:
            left_out.append(size)
            continue
        taken.append(size)
        pieces_so_far, best = together, lay
    needed = 0.0 if best is None else need_of(best.lay_length_mm, cloth, complete=True).need_mm
    return Bolt(sizes=tuple(taken), left_out=tuple(left_out), lay=best, left_mm=bolt_mm - needed)
