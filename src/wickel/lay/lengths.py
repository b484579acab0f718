"""Cloth that is sold in pieces of one fixed length: which parts are cut from which piece, with a
lay for each.

Two pieces of five yards are not ten yards in one: nothing crosses the join, and both ends of each
are squared. Parts are given to pieces the longest first, each to the first piece whose lay still
fits, found by real lays; the fewest pieces that area and length allow are not always reached.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import replace
from typing import NamedTuple

from wickel.cloth import Cloth
from wickel.geometry import bounds, unfold_outline
from wickel.lay.demand import CutPiece, copies_mm2, cut_from, fold_lines
from wickel.lay.nest import Stopped
from wickel.lay.parts import LayRefused, LayStopped
from wickel.lay.placement import Finding, Lay, Level, Placement, rank
from wickel.lay.searching import LayReport
from wickel.lay.settings import Search
from wickel.lay.ways import lay_ways, shortest
from wickel.wording import say

_QUICK = 8
"""Steps of a search that only has to tell whether parts fit."""

_SAME_MM = 1e-6


def room_mm(cloth: Cloth) -> float:
    """The longest lay that one fixed length of a cloth holds: less both ends' squaring, after
    shrinking."""
    assert cloth.sold_length_mm is not None
    return cloth.sold_length_mm * (1 - cloth.shrink_along) - 2 * cloth.squaring_mm


class _Unit(NamedTuple):
    """The least of a piece that is cut together: one copy, or one pair, of one of its orders."""

    piece: CutPiece
    order: int
    copies: int


def _units(pieces: tuple[CutPiece, ...], cloth: Cloth) -> Iterator[_Unit]:
    """Everything that is cut from a cloth, unit by unit."""
    for piece in cut_from(pieces, cloth):
        for k, order in enumerate(piece.orders):
            if order.cloth == cloth.id:
                each = 2 if order.pair else 1
                yield from [_Unit(piece, k, each)] * (order.copies // each)
                if order.copies % each:  # the other half of a pair of which one is cut
                    yield _Unit(piece, k, 1)


def _pieces(units: Iterable[_Unit]) -> tuple[CutPiece, ...]:
    """The pieces of some units, each asking for as many copies as there are of it."""
    counts: dict[str, dict[int, int]] = {}
    known: dict[str, CutPiece] = {}
    for unit in units:
        known[unit.piece.id] = unit.piece
        own = counts.setdefault(unit.piece.id, {})
        own[unit.order] = own.get(unit.order, 0) + unit.copies
    return tuple(
        replace(
            piece,
            orders=tuple(replace(piece.orders[k], copies=n) for k, n in sorted(counts[id].items())),
        )
        for id, piece in known.items()
    )


def share_of(
    pieces: tuple[CutPiece, ...], cloth: Cloth, placements: Iterable[Placement]
) -> tuple[CutPiece, ...]:
    """The pieces that are laid by some placements, each asking for as many copies as these give.

    For the lay of one length that was kept; a piece must be cut from the cloth by one order.
    """
    given: dict[str, int] = {}
    for placement in placements:
        given[placement.piece] = given.get(placement.piece, 0) + placement.yields
    return tuple(
        replace(
            piece,
            orders=tuple(
                replace(o, copies=given[piece.id]) for o in piece.orders if o.cloth == cloth.id
            ),
        )
        for piece in pieces
        if piece.id in given
    )


def lays_in_lengths(
    pieces: tuple[CutPiece, ...],
    cloth: Cloth,
    ways: tuple[str, ...],
    *,
    search: Search,
    report: LayReport | None = None,
) -> tuple[Lay, ...]:
    """One lay for each fixed length of a cloth that is needed, each no longer than it holds.

    Raises:
        LayStopped: the report stopped it before every part had its place.
        LayRefused: a part that no fixed length holds, or no way can.
    """
    stopped = False

    def quiet(_progress: float, _best: object) -> None:
        nonlocal stopped
        try:
            if report is not None:
                report(0.0, None)
        except Stopped:
            stopped = True
            raise

    short = Search(seed=search.seed, effort=_QUICK)
    units = sorted(_units(pieces, cloth), key=lambda unit: _size(unit, cloth), reverse=True)
    shares: list[tuple[list[_Unit], Lay]] = []
    for unit in units:
        for k, (own, _) in enumerate(shares):
            lay = _fitting(_pieces((*own, unit)), cloth, ways, short, quiet)
            if stopped:
                raise LayStopped
            if lay is not None:
                shares[k] = ([*own, unit], lay)
                break
        else:
            lay = _shortest(_pieces((unit,)), cloth, ways, short, quiet)
            if stopped:
                raise LayStopped
            shares.append(([unit], _checked(lay, unit, cloth)))
    lays = []
    for own, quick in shares:
        longer = _shortest(_pieces(own), cloth, ways, search, report)
        lays.append(
            quick if longer is None else min(quick, longer, key=rank)
        )  # one that was stopped may be longer
    return tuple(replace(lay, findings=(*lay.findings, *_parted_seams(lay, lays))) for lay in lays)


def _checked(lay: Lay | None, unit: _Unit, cloth: Cloth) -> Lay:
    """The lay of one unit on a length of its own. Raises ``LayRefused`` with what is in its way."""
    if lay is not None and lay.broken:
        raise LayRefused(f"{lay.broken[0].text} {lay.broken[0].way_out}".strip(), unit.piece.id)
    if lay is None or lay.lay_length_mm > room_mm(cloth) + _SAME_MM:
        raise LayRefused(
            say("lengths.does-not-fit-length", piece=unit.piece.name, cloth=cloth.shown_name),
            unit.piece.id,
        )
    return lay


def _size(unit: _Unit, cloth: Cloth) -> tuple[float, float]:
    """What units are given out by: how long they lie along the grain, then their area."""
    outline = unit.piece.cut_line
    for edges in fold_lines(unit.piece.orders[unit.order].fold_edges):
        outline, _ = unfold_outline(outline, edges[0], ())
    box = bounds(outline)
    return (round(max(box.width, box.height), 1), copies_mm2(_pieces((unit,)), cloth))


def _fitting(
    pieces: tuple[CutPiece, ...],
    cloth: Cloth,
    ways: tuple[str, ...],
    search: Search,
    report: LayReport,
) -> Lay | None:
    """A quick lay of some pieces, in any way, that is no longer than a fixed length holds; None
    when none is found."""
    if copies_mm2(pieces, cloth) / cloth.lay_width_mm > room_mm(cloth) + _SAME_MM:
        return None
    lay = _shortest(pieces, cloth, ways, search, report)
    fits = lay is not None and lay.complete and lay.lay_length_mm <= room_mm(cloth) + _SAME_MM
    return lay if fits else None


def _shortest(
    pieces: tuple[CutPiece, ...],
    cloth: Cloth,
    ways: tuple[str, ...],
    search: Search,
    report: LayReport | None,
) -> Lay | None:
    return shortest(lay_ways(pieces, cloth, ways, report=report, search=search))


def _parted_seams(lay: Lay, lays: list[Lay]) -> Iterator[Finding]:
    """Seams that are to meet on the print between pieces of different lengths, which nobody can
    promise."""
    repeat = lay.cloth.design.repeat
    if repeat is None:
        return
    elsewhere = {
        m.seam
        for other in lays
        if other is not lay
        for piece in other.pieces
        for m in piece.on_print.marks
    }
    parted = sorted({m.seam for piece in lay.pieces for m in piece.on_print.marks} & elsewhere)
    if parted:
        yield Finding(
            level=Level.STRAINED,
            code="parted-seam",
            text=say("lengths.joins-pieces-different-lengths-cloth", join=", the ".join(parted)),
            way_out=say("lengths.begin-each-length-same-place"),
        )
