"""Everything to buy for one job or several: every cloth laid, what is cut on the bias, and the
small things.

Jobs that share a cloth are laid on it together, and beside that each by itself, so that what it
saves is known.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace

from wickel.cloth import Cloth, OnShelf, stock_of
from wickel.draft import THREAD, Notion, full_options, notions, thread_of
from wickel.geometry import Outline
from wickel.job.job import Job
from wickel.job.laying import (
    alone_ways,
    cloths_in_use,
    lays_on,
    never_fits,
)
from wickel.job.work import (
    DraftedGarment,
    drafted_job,
    garment_style,
    with_number,
)
from wickel.lay import (
    CutPiece,
    KeptLay,
    Lay,
    LayRefused,
    LayReport,
    Search,
    cut_from,
    flat_copies,
    lays_alike,
    taken_up,
)
from wickel.wording import Text, words_of
from wickel.yardage import (
    Need,
    StripPlan,
    from_square,
    from_what_is_left,
    need,
    need_in_lengths,
    off_the_shelf,
)

BUY_EFFORT = 400


@dataclass(frozen=True, slots=True, kw_only=True)
class ClothLine:
    """A cloth to buy: the jobs that are cut from it, its lay, or one for each fixed length that it
    is sold in.

    ``apart_mm`` is what would be bought were each job laid by itself, None for a single job. A
    cloth that cannot be laid has a ``refusal``. ``unlike`` says what keeps it from being one with
    another cloth of its name on the list.
    """

    cloth: Cloth
    jobs: tuple[str, ...]
    lays: tuple[Lay, ...] = ()
    need: Need | None = None
    apart_mm: float | None = None
    refusal: Text = ""
    unlike: str = ""

    @property
    def saved_mm(self) -> float:
        """What laying the jobs together saves of the length to buy."""
        return (
            0.0
            if self.apart_mm is None or self.need is None
            else max(0.0, self.apart_mm - self.need.buy_mm)
        )


@dataclass(frozen=True, slots=True, kw_only=True)
class NotionLine:
    """A small thing to buy for a garment of a job, or a binding with the plans for cutting it by
    itself.

    A binding is laid with the pieces as one strip; it can be cut from ``square`` instead, or from
    what the lay leaves.
    """

    job: str
    garment: str
    notion: Notion
    square: StripPlan | None = None
    left: StripPlan | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class BuyingList:
    """All of it: the cloths in the order in which the jobs name them, then the small things."""

    cloths: tuple[ClothLine, ...]
    notions: tuple[NotionLine, ...]

    @property
    def cost(self) -> float | None:
        """What the cloths cost together, as far as their prices are known; None when none is."""
        known = [
            line.need.cost
            for line in self.cloths
            if line.need is not None and line.need.cost is not None
        ]
        return math.fsum(known) if known else None

    @property
    def priced(self) -> bool:
        """Whether every cloth has its price."""
        return all(line.need is not None and line.need.cost is not None for line in self.cloths)


@dataclass(frozen=True, slots=True)
class _Drafted:
    """A job with its pieces and the lays it has taken; all ids are those of the list, or, of a job
    without a ``number``, its own."""

    number: int
    name: str
    garments: tuple[DraftedGarment, ...]
    pieces: tuple[CutPiece, ...]
    taken: Mapping[str, KeptLay]

    def piece_id(self, garment: str, piece: str) -> str:
        """The id of a piece of a garment in the lays of the list."""
        own = f"{garment}/{piece}"
        return f"{self.number}:{own}" if self.number else own


def bought_for(
    job: Job,
    drafts: Sequence[DraftedGarment],
    lays: Sequence[Lay],
    shelf: Sequence[OnShelf] = (),
) -> BuyingList:
    """What there is to buy for one job whose lays are known, beside what is reserved for it on the
    shelf: nothing is searched for."""
    lines = [
        _beside_shelf(
            ClothLine(cloth=lay.cloth, jobs=(job.name,), lays=(lay,), need=need(lay)), [job], shelf
        )
        for lay in lays
    ]
    made = _Drafted(number=0, name=job.name, garments=tuple(drafts), pieces=(), taken={})
    small = [line for done in drafts for line in _notion_lines(made, done, lines)]
    return BuyingList(cloths=tuple(lines), notions=_one_thread(small))


def buying_list(
    jobs: Sequence[Job],
    *,
    shelf: Sequence[OnShelf] = (),
    search: Search = Search(effort=BUY_EFFORT),
    report: LayReport | None = None,
    found: Callable[[ClothLine], None] = lambda _: None,
    counted: Callable[[int], None] = lambda _: None,
) -> BuyingList:
    """Lay everything that is cut for some jobs and add up what there is to buy.

    Cloths of one name that are alike in all that matters to a lay and a purse are one. ``counted``
    hears how many there are, ``found`` of every one as soon as it is laid; a search that ``report``
    stops gives the best so far. Thread is counted for all garments together. What is reserved for
    the jobs on the ``shelf`` is not bought.

    Raises:
        JobRefused, DraftRefused: a job cannot be cut from its cloths, or drafted.
    """
    bolts: list[Cloth] = []
    made = [_drafted(job, k, bolts) for k, job in enumerate(jobs, 1)]
    counted(len(bolts))
    lines = []
    for cloth in bolts:
        own = [job for job in made if cut_from(job.pieces, cloth)]
        line = replace(_line(cloth, own, search, report), unlike=_unlike(cloth, bolts))
        line = _beside_shelf(line, [jobs[job.number - 1] for job in own], shelf)
        found(line)
        lines.append(line)
    small = [
        line for job in made for done in job.garments for line in _notion_lines(job, done, lines)
    ]
    return BuyingList(cloths=tuple(lines), notions=_one_thread(small))


def _beside_shelf(line: ClothLine, jobs: Sequence[Job], shelf: Sequence[OnShelf]) -> ClothLine:
    """The line with what there is of its cloth on the shelf, and how much of that is reserved."""
    if line.need is None:
        return line
    ids = {job.book_id for job in jobs if job.book_id}
    needed = off_the_shelf(line.need, stock_of(shelf, line.cloth.shown_name, ids))
    return replace(line, need=needed, apart_mm=None if needed.is_reserved else line.apart_mm)


def _one_thread(lines: list[NotionLine]) -> tuple[NotionLine, ...]:
    """The small things with the thread of all garments as one line."""
    threads = [line for line in lines if line.notion.kind == THREAD]
    if len(threads) < 2:
        return tuple(lines)
    long = math.fsum(line.notion.long_mm or 0.0 for line in threads)
    jobs = ", ".join(dict.fromkeys(line.job for line in threads))
    whole = NotionLine(job=jobs, garment=f"{len(threads)} garments", notion=thread_of(long))
    return (*(line for line in lines if line.notion.kind != THREAD), whole)


_SAID_OF: tuple[tuple[str, str], ...] = (
    ("usable_width_mm", "usable width"),
    ("print", "the way of its print"),
    ("design", "what is on it"),
    ("price", "price"),
    ("step_mm", "how it is sold"),
    ("sold_length_mm", "how it is sold"),
    ("least_length_mm", "how it is sold"),
    ("shrink_along", "shrinkage"),
    ("shrink_across", "shrinkage"),
    ("length_at_hand_mm", "the length at hand"),
    ("flaws", "flaws"),
    ("remnant", "the shape of a remnant"),
    ("reserve_mm", "what is kept free at the selvages"),
)


def _unlike(cloth: Cloth, bolts: list[Cloth]) -> str:
    """In what a cloth differs from another of its name on the list; empty when there is none."""
    other = next(
        (bolt for bolt in bolts if bolt is not cloth and bolt.shown_name == cloth.shown_name), None
    )
    if other is None:
        return ""
    said = dict.fromkeys(
        words for name, words in _SAID_OF if getattr(cloth, name) != getattr(other, name)
    )
    return ", ".join(said) or "its card"


def _drafted(job: Job, number: int, bolts: list[Cloth]) -> _Drafted:
    """A job with pieces of its own names, cut from the cloths of the list; new cloths are put on
    that."""
    garments, pieces = drafted_job(job)
    ids: dict[str, str] = {}
    for cloth in cloths_in_use(job, pieces):
        same = next((bolt for bolt in bolts if _same(bolt, cloth)), None)
        if same is None:
            same = replace(cloth, id=f"{cloth.id}-{len(bolts) + 1}", name=cloth.shown_name)
            bolts.append(same)
        ids[cloth.id] = same.id
    renamed = tuple(
        replace(
            piece, orders=tuple(replace(order, cloth=ids[order.cloth]) for order in piece.orders)
        )
        for piece in with_number(pieces, number)
    )
    taken = {
        ids[id]: _renamed(own.lay, number)
        for id, own in job.on.items()
        if own.lay is not None and id in ids
    }
    return _Drafted(number, job.name or f"Job {number}", garments, renamed, taken)


def _renamed(lay: KeptLay, number: int) -> KeptLay:
    """A kept lay with its pieces under the names that they have on the list."""
    placements = (
        replace(placement, id=f"{number}:{placement.id}", piece=f"{number}:{placement.piece}")
        for placement in lay.placements
    )
    return replace(lay, placements=tuple(placements))


def _same(one: Cloth, other: Cloth) -> bool:
    """Whether two cloths are one to buy."""
    bought = all(
        getattr(one, name) == getattr(other, name)
        for name in ("price", "step_mm", "least_length_mm", "sold_length_mm", "length_at_hand_mm")
    )
    return (
        bought
        and one.shown_name == other.shown_name
        and lays_alike(replace(one, id=other.id), other)
    )


def _line(
    cloth: Cloth, jobs: list[_Drafted], search: Search, report: LayReport | None
) -> ClothLine:
    names = tuple(job.name for job in jobs)
    together = tuple(piece for job in jobs for piece in job.pieces)
    never = never_fits(together, cloth)
    if never:
        return ClothLine(cloth=cloth, jobs=names, refusal=never)
    try:
        apart = None
        if len(jobs) > 1:
            apart = math.fsum(_laid_alone(job, cloth, search, report)[1].buy_mm for job in jobs)
            lays, needed = _laid(together, cloth, search, report)
        else:
            lays, needed = _laid_alone(jobs[0], cloth, search, report)
    except LayRefused as reason:
        return ClothLine(cloth=cloth, jobs=names, refusal=words_of(reason))
    return ClothLine(cloth=cloth, jobs=names, lays=lays, need=needed, apart_mm=apart)


def _laid_alone(
    job: _Drafted, cloth: Cloth, search: Search, report: LayReport | None
) -> tuple[tuple[Lay, ...], Need]:
    """What one job needs of a cloth: the lay that it has taken, when that is complete, else one
    searched for now."""
    own = job.taken.get(cloth.id)
    lay = (
        None
        if own is None or cloth.sold_length_mm is not None
        else taken_up(own, job.pieces, cloth)
    )
    return (
        _laid(job.pieces, cloth, search, report)
        if lay is None or lay.broken
        else ((lay,), need(lay))
    )


def _laid(
    pieces: tuple[CutPiece, ...], cloth: Cloth, search: Search, report: LayReport | None
) -> tuple[tuple[Lay, ...], Need]:
    lays = lays_on(pieces, cloth, alone_ways(), report=report, search=search)
    if cloth.sold_length_mm is None:
        return lays, need(lays[0])
    complete = all(lay.complete for lay in lays)
    return lays, need_in_lengths([lay.lay_length_mm for lay in lays], cloth, complete=complete)


# --- the small things --------------------------------------------------------------------------


def notions_of(done: DraftedGarment) -> tuple[Notion, ...]:
    """The small things of one garment."""
    garment = done.garment
    options = full_options(garment_style(garment), garment.options)
    return notions(garment.style, done.pattern, garment.body, options)


def _notion_lines(job: _Drafted, done: DraftedGarment, lines: list[ClothLine]) -> list[NotionLine]:
    garment, style = done.garment, garment_style(done.garment)
    found = []
    for notion in notions_of(done):
        name = garment.name or style.name
        if done.count > 1:
            name = f"{name} × {done.count}"
            notion = replace(notion, count=notion.count * done.count)
        line = NotionLine(job=job.name, garment=name, notion=notion)
        if notion.kind == "binding" and notion.long_mm is not None and notion.wide_mm is not None:
            needed, strip = (
                notion.count * notion.long_mm,
                job.piece_id(garment.id, notion.piece),
            )
            lays = (
                lay
                for line in lines
                for lay in line.lays
                if any(piece.id == strip for piece in lay.pieces)
            )
            plans = (_out_of(lay, strip, notion.wide_mm, needed) for lay in lays)
            line = replace(
                line,
                square=from_square(needed, notion.wide_mm),
                left=next((plan for plan in plans if plan is not None), None),
            )
        found.append(line)
    return found


def _out_of(lay: Lay, strip: str, wide_mm: float, needed_mm: float) -> StripPlan | None:
    """The plan for a binding out of what a lay leaves free, the place of the binding's own strip
    included."""
    width, long = lay.cloth.lay_width_mm, lay.lay_length_mm
    cloth: Outline = ((0.0, 0.0), (long, 0.0), (long, width), (0.0, width))
    taken = [
        copy.outline
        for placement in lay.placements
        if placement.piece != strip
        for copy in flat_copies(placement, lay.piece(placement.piece), lay.zone(placement))
    ]
    return from_what_is_left(needed_mm, wide_mm, cloth, taken)
