"""How a piece may be put down by hand: every pose that the search would allow it, held to the print
beside what lies there, and the place nearest to where it is wanted."""

from __future__ import annotations

import math
from collections.abc import Collection
from dataclasses import dataclass, replace

from wickel.cloth import BorderAt, Print
from wickel.geometry import Point, bounds
from wickel.lay.constraints import (
    border_depths,
    common_border_depth,
    further_along,
    on_border,
    on_repeat,
)
from wickel.lay.demand import CutOrder, CutPiece, Waived, allowed_turns, garment_turns
from wickel.lay.finished import placed
from wickel.lay.hand.bound import Shift
from wickel.lay.hand.grip import Grip
from wickel.lay.nest import NEVER_AGAIN_MM
from wickel.lay.parts import Lies, Part, ways_to_lie
from wickel.lay.placement import Lay, Placement
from wickel.lay.pose import flat_copies, on_table
from wickel.lay.posing import Pose


@dataclass(frozen=True, slots=True)
class Stance:
    """A section, and a pose there with the copies that it gives."""

    section: int
    lies: Lies

    @property
    def where(self) -> tuple[int, int, str]:
        """The section, the zone, and the fold that it lies on, if any."""
        return (self.section, self.lies.pose.zone, self.lies.pose.fold)


def lacking(lay: Lay, piece_id: str, without: Collection[str] = ()) -> tuple[int, int]:
    """The copies of a piece that are still to be laid, as drawn and mirrored; those of placements
    named in ``without`` count as not laid. Of wholes cut on a fold, and of copies whose hand does
    not matter, all count as drawn."""
    piece = lay.piece(piece_id)
    order = order_of(lay, piece)
    hands = [
        copy.hand
        for p in lay.placements
        if p.piece == piece_id and p.id not in without
        for copy in flat_copies(p, piece, lay.zone(p))
    ]
    if order.pair and not order.fold_edges:
        drawn, mirrored = (
            max(0, asked - sum(hand == sign for hand in hands))
            for asked, sign in zip(order.hands, (1, -1), strict=True)
        )
        return (drawn, mirrored)
    return (max(0, order.copies - len(hands)), 0)


def order_of(lay: Lay, piece: CutPiece) -> CutOrder:
    """The order by which a piece is cut from the cloth of a lay."""
    return next(order for order in piece.orders if order.cloth == lay.cloth.id)


def stances(
    lay: Lay,
    piece_id: str,
    without: Collection[str] = (),
    left: tuple[int, int] | None = None,
) -> tuple[Stance, ...]:
    """Every way to put down a piece by hand, section by section, for the copies that are still to
    be laid (``lacking``), or for some of them that are ``left``."""
    piece = lay.piece(piece_id)
    left = lacking(lay, piece_id, without) if left is None else left
    turns = allowed_turns(piece, lay.cloth.print_or_assumed, _head_turn(lay, piece, without))
    order = order_of(lay, piece)
    found = []
    for k, section in enumerate(lay.spread.sections):
        for lies in ways_to_lie(piece, order, section, turns, left):
            held = _on_print(lay, piece, lies.pose, k, without)
            if held is not None:
                found.append(Stance(k, replace(lies, pose=held)))
    return tuple(found)


def _head_turn(lay: Lay, piece: CutPiece, without: Collection[str]) -> float:
    """The direction of a garment's pieces: that of those that lie already, on cloth that shades."""
    usual = garment_turns(lay.pieces, lay.cloth)[piece.garment]
    if lay.cloth.print_or_assumed is not Print.PER_GARMENT:
        return usual
    laid = (
        p.turn_deg
        for p in lay.placements
        if p.id not in without and lay.piece(p.piece).garment == piece.garment
    )
    return next((turn for turn in laid if turn in (0.0, 180.0)), usual)


# --- what the print asks ---------------------------------------------------------------------


def _on_print(
    lay: Lay, piece: CutPiece, pose: Pose, section: int, without: Collection[str]
) -> Pose | None:
    """A pose held to what its piece asks of the print, beside those of its garment that lie there;
    None where it cannot be had so."""
    asked = piece.on_print
    if Waived.MATCH in piece.waive or not (asked.border_edge or asked.marks or asked.centre):
        return pose
    plies = [lay.spread.sections[section].zones[pose.zone].plies[k] for k in pose.cut_plies]
    laid = [p for p in lay.placements if p.id not in without and p.section == section]
    depth = _border_depth(lay, piece, pose, laid)
    held = on_border(pose, piece, lay.cloth, plies, depth)
    if held is None:
        return None
    return on_repeat(held, piece, lay.cloth, plies, _origin(lay, piece, laid))


def _border_depth(lay: Lay, piece: CutPiece, pose: Pose, laid: list[Placement]) -> float:
    """How deep in the border along a selvage the hems of the garment lie: that of one that lies
    there, else the least that this piece can have."""
    border = lay.cloth.lay_design.border
    if border is None or border.at is BorderAt.ACROSS or not piece.on_print.border_edge:
        return 0.0
    for p in laid:
        other = lay.piece(p.piece)
        if other.garment == piece.garment and other.on_print.border_edge:
            plies = [lay.zone(p).plies[k] for k in p.cut_plies]
            depths = border_depths(pose_of(lay, p), other, lay.cloth, plies, 0.0)
            if depths:
                return max(depths)
    part = Part(id="", piece=piece.id, poses=(pose,), yields=1)
    section = lay.spread.sections[0]
    return common_border_depth((part,), {piece.id: piece}, lay.cloth, section)


def pose_of(lay: Lay, placement: Placement) -> Pose:
    """A placement as a pose that stands where it lies."""
    outline = on_table(placement, lay.piece(placement.piece)).outline
    return Pose(
        zone=placement.zone,
        turn_deg=placement.turn_deg,
        mirrored=placement.mirrored,
        cut_plies=placement.cut_plies,
        shape=placement.shape,
        on_fold=placement.on_fold,
        outline=outline,
        shift_x_mm=placement.x_mm,
        shift_y_mm=placement.y_mm,
        low_mm=0.0,
        high_mm=0.0,
        fold=placement.fold,
    )


def _origin(lay: Lay, piece: CutPiece, laid: list[Placement]) -> float | None:
    """Where in the repeat along the origin of a piece lies so that its seams meet those of pieces
    that lie there, from seam to seam through the garment; None where none of them lies there."""
    origins = {
        p.piece: p.x_mm if p.turn_deg == 0.0 else -p.x_mm
        for p in laid
        if p.turn_deg in (0.0, 180.0)
        and p.piece != piece.id
        and lay.piece(p.piece).garment == piece.garment
        and lay.piece(p.piece).on_print.marks
    }
    asking = [own for own in lay.pieces if own.garment == piece.garment and own.on_print.marks]
    reached = [lay.piece(id) for id in origins]
    while reached and piece.id not in origins:
        one = reached.pop(0)
        for other in asking:
            further = further_along(one, other) if other.id not in origins else None
            if further is not None:
                origins[other.id] = origins[one.id] + further
                reached.append(other)
    return origins.get(piece.id)


# --- putting down ----------------------------------------------------------------------------


def put_down(
    lay: Lay, piece_id: str, stance: Stance, at: Point, without: Collection[str] = ()
) -> Placement | None:
    """A placement of a piece, the middle of its box as near to a point of the table as it can lie;
    None where it can lie nowhere. Placements named in ``without`` are taken off first."""
    placement = hovering(lay, piece_id, stance, at, without)
    kept = tuple(p for p in lay.placements if p.id not in without)
    grip = Grip(replace(lay, placements=(*kept, placement)), [placement.id])
    there = grip.follow((0.0, 0.0), (0.0, 0.0))
    return pushed_on(placement, there) if grip.clear(there) else None


def hovering(
    lay: Lay, piece_id: str, stance: Stance, at: Point, without: Collection[str] = ()
) -> Placement:
    """A placement of a piece over a point of the table, on its fold and in the print's steps, be it
    over other pieces or not."""
    pose = stance.lies.pose
    box = bounds(pose.outline)
    x, y = at[0] - (box.min_x + box.max_x) / 2, at[1] - (box.min_y + box.max_y) / 2
    y = min(max(y, pose.low_mm), pose.high_mm) if pose.high_mm > pose.low_mm else pose.low_mm
    fold = _slanting(lay, stance)
    if fold is not None:
        (ax, ay), (bx, by) = fold
        size = math.dist(*fold)
        ux, uy = (bx - ax) / size, (by - ay) / size
        along = x * ux + (at[1] - (box.min_y + box.max_y) / 2) * uy
        x, y = along * ux, along * uy
    elif pose.lattice is not None:
        x, y = _on_lattice(pose, x, y)
    taken = {p.id for p in lay.placements if p.id not in without}
    number = next(n for n in range(1, len(taken) + 2) if f"{piece_id}/{n}" not in taken)
    part = Part(
        id=f"{piece_id}/{number}", piece=piece_id, poses=(pose,), yields=sum(stance.lies.gives)
    )
    return placed(part, pose, stance.section, (x, y))


def _slanting(lay: Lay, stance: Stance) -> tuple[Point, Point] | None:
    """The slanting fold that a stance lies on."""
    pose = stance.lies.pose
    zone = lay.spread.sections[stance.section].zones[pose.zone]
    for fold in zone.folds:
        if fold.name == pose.fold and fold.start[0] != fold.end[0] and fold.start[1] != fold.end[1]:
            return fold.start, fold.end
    return None


def _on_lattice(pose: Pose, x: float, y: float) -> Shift:
    """The place of the print's lattice nearest to one."""
    lattice = pose.lattice
    assert lattice is not None
    ahead = 0.0
    if lattice.across_mm is not None:
        row = _nearest(y, lattice.y_mm, lattice.across_mm)
        while lattice.y_mm + row * lattice.across_mm > pose.high_mm + 1e-6:
            row -= 1
        while lattice.y_mm + row * lattice.across_mm < pose.low_mm - 1e-6:
            row += 1
        y, ahead = lattice.y_mm + row * lattice.across_mm, row * lattice.offset_mm
    if lattice.along_mm is not None:
        first = lattice.x_mm + ahead
        column = _nearest(x, first, lattice.along_mm)
        column += first + column * lattice.along_mm < 0
        x = first + column * lattice.along_mm
    return x, y


def _nearest(mm: float, first: float, step: float) -> int:
    return 0 if step >= NEVER_AGAIN_MM else round((mm - first) / step)


def pushed_on(placement: Placement, by: Shift) -> Placement:
    """A placement moved along and across, mm."""
    return replace(placement, x_mm=placement.x_mm + by[0], y_mm=placement.y_mm + by[1])


def middle(lay: Lay, placement: Placement) -> Point:
    """The middle of a placement's box on the table."""
    box = bounds(on_table(placement, lay.piece(placement.piece)).outline)
    return ((box.min_x + box.max_x) / 2, (box.min_y + box.max_y) / 2)


def stood_otherwise(lay: Lay, id: str, stance: Stance) -> Placement | None:
    """A placement of the same piece in another stance, as near to where it lies as it can; None
    where it can lie nowhere so. Copies that it does not give any more are to be laid again."""
    placement = lay.placement(id)
    made = put_down(lay, placement.piece, stance, middle(lay, placement), (id,))
    return None if made is None else replace(made, id=id)


def other_turns(lay: Lay, id: str) -> tuple[Stance, ...]:
    """The stances of a placement turned otherwise, where it lies, in the order of the turns from
    its own."""
    own = lay.placement(id)
    found = [s for s in _beside(lay, own) if s.lies.pose.turn_deg != own.turn_deg]
    same_side = [s for s in found if s.lies.pose.mirrored == own.mirrored] or found
    return tuple(sorted(same_side, key=lambda s: (s.lies.pose.turn_deg - own.turn_deg) % 360.0))


def other_sides(lay: Lay, id: str) -> tuple[Stance, ...]:
    """The stances of a placement turned over, where it lies."""
    own = lay.placement(id)
    found = [s for s in _beside(lay, own) if s.lies.pose.mirrored != own.mirrored]
    return tuple(sorted(found, key=lambda s: (s.lies.pose.turn_deg - own.turn_deg) % 360.0))


def _beside(lay: Lay, own: Placement) -> list[Stance]:
    """The stances of a placement in the same zone and on the same fold that give as many
    copies."""
    where = (own.section, own.zone, own.fold)
    return [
        s
        for s in stances(lay, own.piece, (own.id,))
        if s.where == where and sum(s.lies.gives) == own.yields
    ]


def elsewhere(lay: Lay, id: str) -> tuple[Stance, ...]:
    """One stance of a placement for every other zone, fold or section that can hold it, as it is
    turned now where that can be; in the order of the table."""
    own = lay.placement(id)
    here = (own.section, own.zone, own.fold)
    best: dict[tuple[int, int, str], Stance] = {}
    for stance in stances(lay, own.piece, (id,)):
        if stance.where != here:
            there = best.get(stance.where)
            if there is None or _unlike(stance, own) < _unlike(there, own):
                best[stance.where] = stance
    return tuple(best[where] for where in sorted(best))


def _unlike(stance: Stance, own: Placement) -> tuple[int, bool, bool]:
    pose = stance.lies.pose
    return (-sum(stance.lies.gives), pose.turn_deg != own.turn_deg, pose.mirrored != own.mirrored)
