"""A lay kept without its pieces and its cloth, and taken up again on pieces and a cloth as they are
then.

What still fits stays, what has changed its outline stays at its grain point if it can, the rest is
not laid.
"""

from __future__ import annotations

from collections.abc import Collection, Iterator
from dataclasses import dataclass, replace

from wickel.cloth import (
    STACKED,
    WAYS,
    BadWay,
    Cloth,
    Section,
    Spread,
    Spreading,
    Zone,
    of_one_cloth,
    spread,
)
from wickel.geometry import area
from wickel.lay.demand import CutOrder, CutPiece, FoldSegment
from wickel.lay.finished import with_findings
from wickel.lay.placement import NO_SHAPE, Lay, Placement, Shape
from wickel.lay.pose import on_table, table_map
from wickel.lay.posing import laid_shapes


@dataclass(frozen=True, slots=True, kw_only=True)
class KeptLay:
    """A lay in few words: how the cloth is spread, and where everything lies.

    Ways are words here, which need not be understood: ``way`` is as asked for, ``exact_way`` with
    the depths of its folds. Lengths are the sections' on the table. ``stack_ply`` says which of two
    stacked cloths it is on, 0 for the lower one. ``locked`` are ids of placements that stay where
    they are; ``by_hand`` says that a hand has moved something.
    """

    way: str
    exact_way: str
    lay_width_mm: float
    lengths_mm: tuple[float, ...]
    placements: tuple[Placement, ...]
    seed: int
    effort: int
    stack_ply: int | None = None
    unmatched_mm: float | None = None
    locked: frozenset[str] = frozenset()
    by_hand: bool = False


def kept_lay_of(lay: Lay) -> KeptLay:
    """What of a lay is kept."""
    return KeptLay(
        way=lay.way,
        exact_way=lay.spread.exact_way,
        lay_width_mm=lay.spread.width_mm,
        lengths_mm=tuple(section.length_mm for section in lay.spread.sections),
        placements=tuple(replace(placement, shape=NO_SHAPE) for placement in lay.placements),
        seed=lay.seed,
        effort=lay.effort,
        stack_ply=_stack_ply(lay),
        unmatched_mm=lay.unmatched_mm,
    )


def _stack_ply(lay: Lay) -> int | None:
    """Which ply of a stack a lay is on: the upper cloth lies face down."""
    if lay.way != STACKED:
        return None
    return 0 if lay.spread.sections[0].zones[0].plies[0].map.determinant > 0 else 1


def lay_again(kept_lay: KeptLay, pieces: tuple[CutPiece, ...], cloth: Cloth) -> Lay | None:
    """A kept lay of these pieces on a cloth at least as wide; None when anything of it breaks a
    rule there."""
    if {placement.piece for placement in kept_lay.placements} != {piece.id for piece in pieces}:
        return None
    lay = _as_kept(kept_lay, pieces, cloth)
    return lay if lay is not None and lay.complete else None


def taken_up(
    kept_lay: KeptLay, pieces: tuple[CutPiece, ...], cloth: Cloth, changed: Collection[str] = ()
) -> Lay | None:
    """A kept lay carried over to the pieces and the cloth as they are now, every rule looked at
    anew.

    Placements that break a rule there are left out, and of two that overlap one whose piece has
    ``changed``; the lay then lacks copies and says so (``not_laid``). None when the cloth cannot be
    spread so any more, or nothing stays.
    """
    lay = _as_kept(kept_lay, pieces, cloth)
    if lay is not None and kept_lay.by_hand and not kept_lay.placements:
        return lay  # emptied on purpose
    while lay is not None and lay.placements:
        off = _worst(lay, changed)
        if off is None:
            return lay
        left = tuple(placement for placement in lay.placements if placement.id not in off)
        lay = _made(kept_lay, lay.pieces, lay.cloth, left, lay.spread)
    return None


def _worst(lay: Lay, changed: Collection[str]) -> frozenset[str] | None:
    """The placements to be taken off a lay next, None when all may stay.

    First what breaks a rule by itself; then, of two that overlap, the one whose piece has changed,
    else the smaller.
    """
    found = [finding for finding in lay.broken if finding.placements]
    alone = frozenset(finding.placements[0] for finding in found if len(finding.placements) == 1)
    if alone:
        return alone
    by_id = {placement.id: placement for placement in lay.placements}

    def weight(id: str) -> tuple[bool, float]:
        return (by_id[id].piece not in changed, area(by_id[id].shape.outline))

    pairs = [finding for finding in found if len(finding.placements) == 2]
    if pairs:
        return frozenset((min(pairs[0].placements, key=weight),))
    many = next(_too_many(lay), None)
    return None if many is None else frozenset((many,))


def _too_many(lay: Lay) -> Iterator[str]:
    """Placements of which there are more than copies are wanted, the last first."""
    for piece in lay.pieces:
        own = [placement for placement in lay.placements if placement.piece == piece.id]
        wanted = sum(order.copies for order in piece.orders if order.cloth == lay.cloth.id)
        while own and sum(placement.yields for placement in own) > wanted:
            yield own.pop().id


def not_laid(lay: Lay) -> dict[str, int]:
    """How many copies of each piece, by its id, the lay lacks; pieces that lack none are left
    out."""
    lacking = {}
    for piece in lay.pieces:
        wanted = sum(order.copies for order in piece.orders if order.cloth == lay.cloth.id)
        there = sum(placement.yields for placement in lay.placements if placement.piece == piece.id)
        if there < wanted:
            lacking[piece.id] = wanted - there
    return lacking


def _as_kept(kept_lay: KeptLay, pieces: tuple[CutPiece, ...], cloth: Cloth) -> Lay | None:
    """The lay with every placement whose piece is still asked for, in the piece's shape as it is
    now."""
    lengths = list(kept_lay.lengths_mm)
    try:
        before = _spread(kept_lay, kept_lay.lay_width_mm, lengths, cloth)
        there = _spread(kept_lay, cloth.lay_width_mm, lengths, cloth)
    except (BadWay, ValueError):
        return None  # the fold is too deep for this cloth, or the lay is none
    orders = {
        piece.id: (piece, order)
        for piece in pieces
        for order in reversed(piece.orders)
        if order.cloth == cloth.id
    }
    placements = tuple(
        _in_shape(
            replace(
                p,
                y_mm=p.y_mm + _shift(before.sections[p.section], there.sections[p.section], p.zone),
            ),
            *orders[p.piece],
            there.sections[p.section].zones[p.zone],
        )
        for p in kept_lay.placements
        if p.piece in orders and _has_place(p, there)
    )
    return _made(
        kept_lay, tuple(piece for piece in pieces if piece.id in orders), cloth, placements, there
    )


def _has_place(placement: Placement, there: Spread) -> bool:
    """Whether the section, the zone and the plies of a placement are there at all."""
    if placement.section >= len(there.sections) or placement.zone >= len(
        there.sections[placement.section].zones
    ):
        return False
    return max(placement.cut_plies) < len(
        there.sections[placement.section].zones[placement.zone].plies
    )


def _spread(kept_lay: KeptLay, width_mm: float, lengths: list[float], cloth: Cloth) -> Spread:
    """A cloth spread as in a kept lay; a stack of two is as wide as the narrower one was. Raises
    ``BadWay``."""
    if kept_lay.stack_ply is None:
        return spread(kept_lay.exact_way, width_mm, lengths, cloth.reserve_mm)
    both = spread(STACKED, min(width_mm, kept_lay.lay_width_mm), lengths[0], cloth.reserve_mm)
    return of_one_cloth(both, kept_lay.stack_ply)


def respread(lay: Lay, lengths_mm: list[float]) -> Spread:
    """The spread of a lay with its sections of other lengths on the table, mm."""
    there = _spread(kept_lay_of(lay), lay.cloth.lay_width_mm, lengths_mm, lay.cloth)
    return replace(there, way=lay.spread.way)


def _in_shape(placement: Placement, piece: CutPiece, order: CutOrder, zone: Zone) -> Placement:
    """The placement in its piece's shape as it is now; of one with two folds that whose fold edge
    lies on the fold."""
    shapes = laid_shapes(piece, order, on_fold=placement.on_fold)
    fold = next((fold for fold in zone.folds if fold.name == placement.fold), None)
    if not shapes:  # it has no fold any more: the rules will say so
        return replace(placement, shape=Shape(outline=piece.cut_line, holes=piece.holes))
    best = shapes[0][1]
    if fold is not None and len(shapes) > 1:
        to_table = table_map(placement, piece)
        (ax, ay), (bx, by) = fold.start, fold.end

        def off(edge: FoldSegment | None) -> float:
            return max(
                abs((x - ax) * (by - ay) - (y - ay) * (bx - ax))
                for x, y in map(to_table, edge or ())
            )

        best = min(shapes, key=lambda each: off(each[0]))[1]
    return replace(placement, shape=best)


def _made(
    kept_lay: KeptLay,
    pieces: tuple[CutPiece, ...],
    cloth: Cloth,
    placements: tuple[Placement, ...],
    there: Spread,
) -> Lay:
    """The lay of some placements on a spread at least as long as they need, every rule looked
    at."""
    by_id = {piece.id: piece for piece in pieces}
    lengths = [section.length_mm for section in there.sections]
    starts = [section.x_mm for section in there.sections]
    for p in placements:
        reach = max(x for x, _ in on_table(p, by_id[p.piece]).outline) - starts[p.section]
        if reach > lengths[p.section] and not WAYS[there.sections[p.section].way].slanting:
            lengths[p.section] = reach
    if lengths != [section.length_mm for section in there.sections]:
        there = _spread(kept_lay, cloth.lay_width_mm, lengths, cloth)
        placements = tuple(
            replace(p, x_mm=p.x_mm + there.sections[p.section].x_mm - starts[p.section])
            for p in placements
        )
    copies_mm2 = sum(area(p.shape.outline, p.shape.holes) * len(p.cut_plies) for p in placements)
    return with_findings(
        Lay(
            cloth=cloth,
            spread=replace(there, way=_way(kept_lay)),
            pieces=pieces,
            placements=placements,
            findings=(),
            used_share=copies_mm2 / (cloth.lay_width_mm * there.cloth_mm),
            seed=kept_lay.seed,
            effort=kept_lay.effort,
            seconds=0.0,
            unmatched_mm=kept_lay.unmatched_mm,
        )
    )


def _way(kept_lay: KeptLay) -> Spreading:
    """The way of a kept lay as it was asked for, or when that is none, as it is."""
    try:
        return Spreading(kept_lay.way)
    except BadWay:
        return Spreading(kept_lay.exact_way)


def _shift(before: Section, there: Section, zone: int) -> float:
    """How far what lies in a zone moves across: as far as the zone's far fold does, if it has
    one."""
    if not any(fold.name == "high" for fold in there.zones[zone].folds):
        return 0.0
    one, other = (max(y for _, y in each.zones[zone].outline) for each in (before, there))
    return other - one
