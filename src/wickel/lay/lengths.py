"""Cloth that is sold in pieces of one fixed length: which parts are cut from which piece, with a lay for each.

Two pieces of five yards are not ten yards in one: nothing crosses the join, and both ends of each are squared. Parts
are given to pieces the longest first, each to the first piece whose lay still fits, found by real lays; the fewest
pieces that area and length allow are not always reached.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from wickel.cloth import Cloth
from wickel.geometry import bounds, unfolded
from wickel.lay.demand import CutPiece, copies_mm2, cut_from, fold_lines
from wickel.lay.make import LayReport
from wickel.lay.parts import LayRefused
from wickel.lay.placement import Finding, Lay, Level, rank
from wickel.lay.ways import lay_ways

_QUICK = 8
"""Steps of a search that only has to tell whether parts fit."""

_SAME_MM = 1e-6


def room_mm(cloth: Cloth) -> float:
    """The longest lay that one fixed length of a cloth holds: less both ends' squaring, after shrinking."""
    assert cloth.sold_length_mm is not None
    return cloth.sold_length_mm * (1 - cloth.shrink_along) - 2 * cloth.squaring_mm


def units_of(pieces: tuple[CutPiece, ...], cloth: Cloth) -> tuple[CutPiece, ...]:
    """The pieces cut from a cloth as the least that is cut together: a single copy, or one pair.

    What comes apart is numbered after its id, so that the same pieces always give the same units.
    """
    return tuple(unit for piece in cut_from(pieces, cloth) for unit in _units(piece, cloth))


def _units(piece: CutPiece, cloth: Cloth) -> Iterator[CutPiece]:
    own = [order for order in piece.orders if order.cloth == cloth.id]
    each = [(order, 2 if order.pair else 1) for order in own]
    parted = [replace(order, copies=copies) for order, copies in each for _ in range(order.copies // copies)]
    for k, order in enumerate(parted, 1):
        yield replace(piece, id=piece.id if len(parted) == 1 else f"{piece.id}#{k}", orders=(order,))


def lays_in_lengths(
    pieces: tuple[CutPiece, ...],
    cloth: Cloth,
    ways: tuple[str, ...],
    *,
    seed: int = 1,
    effort: int,
    workers: int = 1,
    report: LayReport | None = None,
) -> tuple[Lay, ...]:
    """One lay for each fixed length of a cloth that is needed, each no longer than it holds.

    Raises:
        LayRefused: a part that no fixed length holds, or no way can.
    """
    units = sorted(units_of(pieces, cloth), key=lambda unit: _size(unit, cloth), reverse=True)
    shares: list[Lay] = []
    for unit in units:
        for k, share in enumerate(shares):
            lay = _fitting((*share.pieces, unit), cloth, ways, seed)
            if lay is not None:
                shares[k] = lay
                break
        else:
            shares.append(_alone(unit, cloth, ways, seed))
    lays = []
    for share in shares:
        longer = _shortest(share.pieces, cloth, ways, seed, effort, workers, report)
        lays.append(share if longer is None else min(share, longer, key=rank))  # one that was stopped may be longer
    return tuple(replace(lay, findings=(*lay.findings, *_parted_seams(lay, lays))) for lay in lays)


def _alone(unit: CutPiece, cloth: Cloth, ways: tuple[str, ...], seed: int) -> Lay:
    """The lay of one unit on a length of its own. Raises ``LayRefused`` with what is in its way."""
    lay = _shortest((unit,), cloth, ways, seed, _QUICK, 1, None)
    if lay is not None and lay.broken:
        raise LayRefused(f"{lay.broken[0].text} {lay.broken[0].way_out}".strip(), unit.id)
    if lay is None or lay.lay_length_mm > room_mm(cloth) + _SAME_MM:
        raise LayRefused(
            f"{unit.name} does not fit on a length of {cloth.shown_name} as it is sold: take cloth that is "
            "sold in longer lengths, or split the piece with a seam.",
            unit.id,
        )
    return lay


def _size(unit: CutPiece, cloth: Cloth) -> tuple[float, float]:
    """What units are given out by: how long they lie along the grain, then their area."""
    outline = unit.cut_line
    for edges in fold_lines(unit.orders[0].fold_edges):
        outline, _ = unfolded(outline, edges[0], ())
    box = bounds(outline)
    return (round(max(box.width, box.height), 1), copies_mm2((unit,), cloth))


def _fitting(units: tuple[CutPiece, ...], cloth: Cloth, ways: tuple[str, ...], seed: int) -> Lay | None:
    """A quick lay of some units, in any way, that is no longer than a fixed length holds; None when none is found."""
    if copies_mm2(units, cloth) / cloth.lay_width_mm > room_mm(cloth) + _SAME_MM:
        return None
    lay = _shortest(units, cloth, ways, seed, _QUICK, 1, None)
    fits = lay is not None and lay.complete and lay.lay_length_mm <= room_mm(cloth) + _SAME_MM
    return lay if fits else None


def _shortest(
    units: tuple[CutPiece, ...],
    cloth: Cloth,
    ways: tuple[str, ...],
    seed: int,
    effort: int,
    workers: int,
    report: LayReport | None,
) -> Lay | None:
    found = lay_ways(units, cloth, ways, seed=seed, effort=effort, workers=workers, report=report)
    return min((own.lay for own in found if own.lay is not None), key=rank, default=None)


def _parted_seams(lay: Lay, lays: list[Lay]) -> Iterator[Finding]:
    """Seams that are to meet on the print between pieces of different lengths, which nobody can promise."""
    repeat = lay.cloth.design.repeat
    if repeat is None:
        return
    elsewhere = {m.seam for other in lays if other is not lay for piece in other.pieces for m in piece.on_print.marks}
    parted = sorted({m.seam for piece in lay.pieces for m in piece.on_print.marks} & elsewhere)
    if parted:
        yield Finding(
            level=Level.STRAINED,
            code="parted-seam",
            text=f"The {', the '.join(parted)} joins pieces of different lengths of cloth.",
            way_out="Begin each length at the same place of the print, or let the seam run free.",
        )
