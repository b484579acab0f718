"""From the pieces of a job to its lays: which cloths are in use, what never fits, a lay for
each."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import replace

from wickel.cloth import COMBINED, STACKED, WAYS, Cloth, Spreading
from wickel.job.job import BEST, Job, JobRefused
from wickel.lay import (
    CutPiece,
    Lay,
    LayRefused,
    LayReport,
    LayStopped,
    Search,
    cut_from,
    fits_nowhere,
    lay_ways,
    lays_in_lengths,
    length_without,
    make_lay,
    shortest,
    stack_partner,
    stacked_lays,
    wishes,
)
from wickel.wording import Text, say


def never_fits(pieces: tuple[CutPiece, ...], cloth: Cloth) -> Text:
    """Why some piece could not be cut from a cloth in any way, as a sentence; empty when each
    could."""
    for piece in cut_from(pieces, cloth):
        for order in piece.orders:
            reason = fits_nowhere(piece, order, cloth) if order.cloth == cloth.id else None
            if reason is not None:
                return reason
    return ""


def layable(pieces: tuple[CutPiece, ...], job: Job) -> tuple[CutPiece, ...]:
    """The pieces, once it is sure that each could be cut from its cloth.

    Raises:
        JobRefused: one could not, whatever the fold.
    """
    for cloth in cloths_in_use(job, pieces):
        reason = never_fits(pieces, cloth)
        if reason:
            raise JobRefused(reason)
    return pieces


def cloths_in_use(job: Job, pieces: tuple[CutPiece, ...]) -> tuple[Cloth, ...]:
    """The job's cloths that something is cut from."""
    used = {order.cloth for piece in pieces for order in piece.orders}
    return tuple(cloth for cloth in job.cloths if cloth.id in used)


def lay_job(
    job: Job,
    pieces: tuple[CutPiece, ...],
    *,
    fold: str | Mapping[str, str] = BEST,
    search: Search = Search(),
    report_until: Callable[[float], LayReport | None] = lambda _: None,
) -> tuple[Lay, ...]:
    """One lay for each cloth in use, spread as ``fold`` says of its id, or all of them so;
    ``best``: the shortest way.

    A cloth that is sold in fixed lengths has a lay for each length that is needed.

    Two cloths of one width that share pieces can be ``stacked``; the others then lie the shortest
    way. ``report_until`` gives the report for a cloth, told which part of the time that is left
    then is the cloth's. Where something is asked of the print, half of that goes into what it
    costs.

    Raises:
        LayStopped: the report stopped it before there was any lay.
        LayRefused: the way cannot hold a piece, or no way can.
        BadWay: no such way.
    """
    cloths = cloths_in_use(job, pieces)
    ways_asked = {
        cloth.id: fold if isinstance(fold, str) else fold.get(cloth.id, BEST) for cloth in cloths
    }
    piled: dict[str, Lay] = {}
    if STACKED in ways_asked.values():
        piles = (
            stack_partner(pieces, cloth, cloths)
            for cloth in cloths
            if ways_asked[cloth.id] == STACKED
        )
        pile = next((both for both in piles if both is not None), None)
        if pile is None:
            raise LayRefused(say("laying.stacking-takes-two-cloths"))
        report = report_until(min(1.0, 2 / len(cloths)))
        both = stacked_lays(pieces, *pile, report=report, search=search)
        piled = {lay.cloth.id: lay for lay in both}
    lays: list[Lay] = []
    for k, cloth in enumerate(cloths):
        if cloth.id in piled:
            lays.append(piled[cloth.id])
            continue
        asked_way = ways_asked[cloth.id]
        ways = alone_ways() if asked_way in (BEST, STACKED) else (asked_way,)
        # a lay on each of several fixed lengths has no price of matching: their parting hangs on
        # more than that
        asked = () if cloth.sold_length_mm is not None else wishes(pieces, cloth)
        left = len(cloths) - k
        report = report_until(1 / left / (2 if asked else 1))
        own = lays_on(pieces, cloth, ways, report=report, search=search)
        if asked:
            report = report_until(1 / (2 * left - 1))
            free = length_without(own[0].pieces, cloth, ways, asked, report=report, search=search)
            own = (replace(own[0], unmatched_mm=free),)
        lays += own
    return tuple(lays)


def alone_ways() -> tuple[Spreading, ...]:
    """The ways to lay one cloth by itself, the usual combinations of sections among them."""
    return tuple(
        Spreading(id) for id in (*(way.id for way in WAYS.values() if not way.takes_two), *COMBINED)
    )


def lays_on(
    pieces: tuple[CutPiece, ...],
    cloth: Cloth,
    ways: tuple[str, ...],
    *,
    search: Search = Search(),
    report: LayReport | None = None,
) -> tuple[Lay, ...]:
    """What is laid on one cloth: the shortest lay of some ways, or one on each fixed length that it
    is sold in.

    Raises:
        LayRefused: no way can hold every piece; the reason of the last way tried.
    """
    never = never_fits(pieces, cloth)
    if never:
        raise LayRefused(never)
    if cloth.sold_length_mm is not None:
        return lays_in_lengths(pieces, cloth, ways, report=report, search=search)
    if len(ways) == 1:
        return (make_lay(pieces, cloth, ways[0], report=report, search=search),)
    found = lay_ways(pieces, cloth, ways, report=report, search=search)
    best = shortest(found)
    if best is None:
        if not found:
            raise LayStopped
        raise LayRefused(found[-1].refusal)
    return (best,)
