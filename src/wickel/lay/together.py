"""Front and back together: two pieces on one fold of four plies share a place, each cut from plies
of its own. Chalked once, what both have in common is cut through all plies.

Two parts are put together when the larger outline all but holds the other; the place that both take
is their outlines in one. The search moves them as one part; in the lay they are two placements.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import combinations

from shapely import line_merge
from shapely.geometry import LinearRing, LineString, MultiLineString, Polygon

from wickel.cloth import Cloth, Section, Zone
from wickel.geometry import Outline, area, beyond_mm2, bounds, outline_of, translation
from wickel.lay.demand import CutOrder, CutPiece, OnPrint, Place, allowed_turns, garment_turns
from wickel.lay.parts import Part
from wickel.lay.placement import Placement
from wickel.lay.pose import on_table
from wickel.lay.posing import Pose, Rider, Want, fold_poses

HOLDS_SHARE = 0.02
"""The larger outline holds the other where no more of that stands out, in parts of its area."""
_ALONG_MM, _LEAST_MM = 0.2, 2.0
"""A line runs along another that is no farther than the first of these from it; what does so for
less than the second is no line to cut."""
_LOOKS = 24
"""At so many places along the fold it is looked how one outline lies in another."""


def together(
    parts: tuple[Part, ...],
    section: Section,
    pieces: tuple[CutPiece, ...],
    cloth: Cloth,
    *,
    asked: bool = False,
) -> tuple[Part, ...]:
    """The parts of a section with those put together that can share a place: the largest first,
    each with the largest of those that it holds. With ``asked`` only where the maker asks it of one
    of them."""
    if not any(len(fold.joins) > 1 for zone in section.zones for fold in zone.folds):
        return parts
    guests = {guest.part.id: guest for guest in _guests(parts, pieces, cloth)}
    made: dict[str, Part] = {}
    gone: set[str] = set()
    for one, other in combinations(guests.values(), 2):
        if asked and Place.SHARED not in (one.piece.place, other.piece.place):
            continue
        if {one.part.id, other.part.id} & (made.keys() | gone):
            continue
        poses = tuple(
            pose for host in one.part.poses for pose in other.beside(host, section.zones[host.zone])
        )
        if poses:
            made[one.part.id] = replace(one.part, poses=poses)
            gone.add(other.part.id)
    return tuple(made.get(part.id, part) for part in parts if part.id not in gone)


def _guests(
    parts: tuple[Part, ...], pieces: tuple[CutPiece, ...], cloth: Cloth
) -> Iterator[_Guest]:
    """The parts that may share a place, the largest first."""
    turns = garment_turns(pieces, cloth)
    by_id = {piece.id: piece for piece in pieces}
    for part in sorted(parts, key=lambda part: -area(part.poses[0].outline)):
        piece = by_id[part.piece]
        order = _order(piece, cloth)
        if order is not None and _on_folds_only(part):
            allowed = allowed_turns(piece, cloth.print_or_assumed, turns[piece.garment])
            yield _Guest(part, piece, order, allowed)


def _order(piece: CutPiece, cloth: Cloth) -> CutOrder | None:
    """The only order of a piece from a cloth, where it is one on the fold, may share its place and
    asks nothing of the print."""
    orders = [order for order in piece.orders if order.cloth == cloth.id]
    if len(orders) != 1 or not orders[0].fold_edges:
        return None
    if piece.place is Place.ALONE or piece.on_print != OnPrint():
        return None
    return orders[0]


def _on_folds_only(part: Part) -> bool:
    return all(pose.on_fold and pose.lattice is None for pose in part.poses)


class _Guest:
    """A part that may lie in the place of another."""

    def __init__(
        self, part: Part, piece: CutPiece, order: CutOrder, turns: tuple[float, ...]
    ) -> None:
        self.part, self.piece, self.order, self.turns = part, piece, order, turns

    def beside(self, host: Pose, zone: Zone) -> Iterator[Pose]:
        """The pose of the host with this part in its place, cut from plies that the host leaves;
        none where they do not go together."""
        want = Want(self.part.yields, frozenset(host.cut_plies))
        for pose in fold_poses(self.piece, self.order, zone, host.zone, self.turns, want):
            if pose.fold != host.fold or len(pose.cut_plies) != 2 * self.part.yields:
                continue
            along = _held_at(host, pose)
            if along is None:
                continue
            moved = translation(along, 0.0).all(pose.outline)
            both = Polygon(host.outline).union(Polygon(moved))
            if both.geom_type != "Polygon":
                continue
            # both begin where the first of them does
            ahead = max(0.0, -along)
            rider = Rider(
                id=self.part.id,
                piece=self.part.piece,
                yields=self.part.yields,
                pose=replace(pose, shift_x_mm=pose.shift_x_mm + along + ahead),
            )
            yield replace(
                host,
                outline=translation(ahead, 0.0).all(outline_of(both)),
                shift_x_mm=host.shift_x_mm + ahead,
                riders=(rider,),
            )
            return


def _held_at(host: Pose, guest: Pose) -> float | None:
    """How far along from the beginning of the host the guest is to lie so that least of it stands
    out, a little before it where the guest is longer; None where too much of it does. Both lie on
    one fold."""
    room = bounds(host.outline).width - bounds(guest.outline).width
    outer, inner = Polygon(host.outline), Polygon(guest.outline)
    if inner.area > outer.area:
        return None

    def out(along: float) -> float:
        return beyond_mm2(Polygon(translation(along, 0.0).all(guest.outline)), outer)

    # hems together, or heads; where neither will do, anywhere between
    for looks in ((room, 0.0), tuple(room * k / _LOOKS for k in range(1, _LOOKS))):
        stands_out, along = min((out(along), along) for along in looks)
        if stands_out <= HOLDS_SHARE * inner.area:
            return along
    return None


def sharing(
    placements: Sequence[Placement], pieces: Sequence[CutPiece]
) -> tuple[tuple[Placement, Placement], ...]:
    """The placements that share a place: the larger, and the one that it holds, on one fold and cut
    from other plies."""
    by_id = {piece.id: piece for piece in pieces}
    found: list[tuple[Placement, Placement]] = []
    on_fold = sorted(
        (placement for placement in placements if placement.on_fold),
        key=lambda placement: -area(placement.shape.outline),
    )
    for one, other in combinations(on_fold, 2):
        same = (one.section, one.zone, one.fold) == (other.section, other.zone, other.fold)
        if not same or set(one.cut_plies) & set(other.cut_plies):
            continue
        if any(other in pair or one is pair[1] for pair in found):  # each holds one at most
            continue
        outer, inner = (
            Polygon(on_table(placement, by_id[placement.piece]).outline)
            for placement in (one, other)
        )
        if beyond_mm2(inner, outer) <= 2 * HOLDS_SHARE * inner.area:
            found.append((one, other))
    return tuple(found)


def cut_later(one: Placement, other: Placement, pieces: Sequence[CutPiece]) -> tuple[Outline, ...]:
    """The lines of a piece in the place of another that do not run along the outline of that one:
    they are cut by themselves, once the plies are parted. In mm of the spread frame."""
    by_id = {piece.id: piece for piece in pieces}
    outer, inner = (
        LinearRing(on_table(placement, by_id[placement.piece]).outline)
        for placement in (one, other)
    )
    return lines_off(inner, outer)


def lines_off(own: LinearRing, around: LinearRing) -> tuple[Outline, ...]:
    """The lines of an outline that do not run along another."""
    left = own.difference(around.buffer(_ALONG_MM))
    merged = line_merge(left) if isinstance(left, MultiLineString) else left
    parts = merged.geoms if isinstance(merged, MultiLineString) else (merged,)
    return tuple(
        tuple((x, y) for x, y in part.coords)
        for part in parts
        if isinstance(part, LineString) and part.length >= _LEAST_MM
    )


def lies_above(one: Placement, other: Placement, zone: Zone) -> bool:
    """Whether the plies of the second of two placements in one place lie above those of the first,
    seen from the table up."""
    rank = {ply: k for k, ply in enumerate(zone.from_table_up)}
    return max(rank[k] for k in other.cut_plies) > max(rank[k] for k in one.cut_plies)
