"""Two cloths stacked on each other, laid by hand: what is cut through both moves in both."""

from __future__ import annotations

from collections.abc import Collection, Iterator
from dataclasses import replace

from shapely.geometry import Polygon

from wickel.geometry import Outline, area, bounds, common_mm2
from wickel.lay.hand.edits import with_placements
from wickel.lay.hand.stances import hovering, middle, stances
from wickel.lay.placement import Lay, Placement
from wickel.lay.pose import on_table

_SAME_SHARE = 1e-3
_NEAR_MM = 0.5


def through_both(lay: Lay, partner: Lay, ids: Collection[str]) -> dict[str, str]:
    """For placements of a lay, by their ids, those of the other cloth that lie right on them and
    are cut with them."""
    found: dict[str, str] = {}
    for p in lay.placements:
        if p.id in ids:
            own = on_table(p, lay.piece(p.piece)).outline
            for other in partner.placements:
                there = on_table(other, partner.piece(other.piece)).outline
                if other.id not in found.values() and _alike(own, there):
                    found[p.id] = other.id
                    break
    return found


def beside(lay: Lay, partner: Lay, ids: Collection[str]) -> tuple[Outline, ...]:
    """What lies in the other cloth and is not cut with those placements: they may not lie over
    it."""
    with_them = set(through_both(lay, partner, ids).values())
    return tuple(
        on_table(p, partner.piece(p.piece)).outline
        for p in partner.placements
        if p.id not in with_them
    )


def carried_along(before: Lay, after: Lay, partner: Lay) -> Lay:
    """The lay of the other cloth after that of one has been changed by hand: what was cut with a
    placement goes where that goes, to the tray too; what is new is laid in both, where the other
    cloth lacks the same shape."""
    pairs = through_both(before, partner, [p.id for p in before.placements])
    now = {p.id: p for p in after.placements}
    was = {p.id: p for p in before.placements}
    gone = {pairs[id] for id in pairs if id not in now}
    left = {p.id: p for p in partner.placements if p.id not in gone}
    for id, other in pairs.items():
        if id in now and now[id] != was[id]:
            moved = _onto(after, now[id], replace(partner, placements=tuple(left.values())), other)
            if moved is None:
                del left[other]
            else:
                left[other] = moved
    for id in now.keys() - was.keys():
        bare = replace(partner, placements=tuple(left.values()))
        new = next(_new_on(after, now[id], bare), None)
        if new is not None:
            left[new.id] = new
    return with_placements(partner, left.values())


def _onto(lay: Lay, placement: Placement, partner: Lay, id: str) -> Placement | None:
    """A placement of the other cloth laid right on one of this; None where it cannot be."""
    own = partner.placement(id)
    found = _fitting(lay, placement, partner, own.piece, (id,))
    return next((replace(p, id=id) for p in found), None)


def _new_on(lay: Lay, placement: Placement, partner: Lay) -> Iterator[Placement]:
    """Placements of pieces that the other cloth lacks, laid right on one of this."""
    shape = area(placement.shape.outline)
    for piece in partner.pieces:
        if abs(area(piece.cut_line) - shape) <= _SAME_SHARE * shape:
            yield from _fitting(lay, placement, partner, piece.id, ())


def _fitting(
    lay: Lay, placement: Placement, partner: Lay, piece: str, without: tuple[str, ...]
) -> Iterator[Placement]:
    own = on_table(placement, lay.piece(placement.piece)).outline
    at = middle(lay, placement)
    for stance in stances(partner, piece, without):
        made = hovering(partner, piece, stance, at, without)
        if _alike(own, on_table(made, partner.piece(piece)).outline):
            yield made


def _alike(one: Outline, other: Outline) -> bool:
    """Whether two outlines lie right on each other."""
    a, b = bounds(one), bounds(other)
    off = max(
        abs(a.min_x - b.min_x),
        abs(a.min_y - b.min_y),
        abs(a.max_x - b.max_x),
        abs(a.max_y - b.max_y),
    )
    if off > _NEAR_MM:
        return False
    size = area(one)
    return size - common_mm2(Polygon(one), Polygon(other)) <= _SAME_SHARE * size
