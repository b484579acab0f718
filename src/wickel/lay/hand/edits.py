"""Lays made from lays by hand. Every one is looked at anew by all rules; none is refused: what is
broken is said."""

from __future__ import annotations

import math
from collections.abc import Collection, Iterable, Mapping
from dataclasses import replace

from wickel.cloth import WAYS, BadWay, Print, Section, SectionPlan, Spreading
from wickel.geometry import area, bounds
from wickel.lay.demand import CutOrder, CutPiece, allowed_turns, garment_turns
from wickel.lay.finished import with_findings
from wickel.lay.hand.bound import Shift
from wickel.lay.kept import kept_lay_of, respread, taken_up
from wickel.lay.parts import Lies, ways_to_lie
from wickel.lay.placement import Lay, Placement
from wickel.lay.planning import whole_lengths
from wickel.lay.pose import flat_copies, on_table


def moved(lay: Lay, shifts: Mapping[str, Shift]) -> Lay:
    """The lay with some placements, by their ids, moved along and across, mm."""
    return with_placements(lay, (_shifted(p, shifts.get(p.id, (0.0, 0.0))) for p in lay.placements))


def _shifted(placement: Placement, by: Shift) -> Placement:
    if by == (0.0, 0.0):
        return placement
    return replace(placement, x_mm=placement.x_mm + by[0], y_mm=placement.y_mm + by[1])


def taken_off(lay: Lay, ids: Collection[str]) -> Lay:
    """The lay without some placements: their copies are to be laid again."""
    return with_placements(lay, (p for p in lay.placements if p.id not in ids))


def put_on(lay: Lay, piece_id: str, section: int, lies: Lies, at: Shift) -> tuple[Lay, str]:
    """The lay with one more placement of a piece, its outline's least x and its height at a place
    of the table, and the id of that placement."""
    placement = placed(lay, piece_id, section, lies, at)
    return with_placements(lay, (*lay.placements, placement)), placement.id


def placed(lay: Lay, piece_id: str, section: int, lies: Lies, at: Shift) -> Placement:
    """A placement of a piece in a pose, at a place of the table (``put_on``); it has an id that the
    lay does not have yet."""
    pose = lies.pose
    taken = {p.id for p in lay.placements}
    number = next(n for n in range(1, len(taken) + 2) if f"{piece_id}/{n}" not in taken)
    return Placement(
        id=f"{piece_id}/{number}",
        piece=piece_id,
        shape=pose.shape,
        section=section,
        zone=pose.zone,
        turn_deg=pose.turn_deg,
        mirrored=pose.mirrored,
        x_mm=at[0] + pose.shift_x_mm,
        y_mm=at[1] + pose.shift_y_mm,
        cut_plies=pose.cut_plies,
        on_fold=pose.on_fold,
        yields=sum(lies.gives),
        fold=pose.fold,
    )


def lacking(lay: Lay, piece_id: str, without: Collection[str] = ()) -> tuple[int, int]:
    """The copies of a piece that are still to be laid, as drawn and mirrored; those of placements
    named in ``without`` count as not laid."""
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
            max(0, order.copies // 2 - sum(hand == sign for hand in hands)) for sign in (1, -1)
        )
        return (drawn, mirrored)
    return (max(0, order.copies - len(hands)), 0)


def order_of(lay: Lay, piece: CutPiece) -> CutOrder:
    """The order by which a piece is cut from the cloth of a lay."""
    return next(order for order in piece.orders if order.cloth == lay.cloth.id)


def poses_of(
    lay: Lay, piece_id: str, section: int, without: Collection[str] = ()
) -> tuple[Lies, ...]:
    """Every pose on a section in which a piece may be put down by hand, for the copies that are
    still to be laid (``lacking``)."""
    piece = lay.piece(piece_id)
    turns = allowed_turns(piece, lay.cloth.print_or_assumed, _head_turn(lay, piece, without))
    left = lacking(lay, piece_id, without)
    return ways_to_lie(piece, order_of(lay, piece), lay.spread.sections[section], turns, left)


def _head_turn(lay: Lay, piece: CutPiece, without: Collection[str]) -> float:
    """The direction of a garment's pieces: that of those that lie already, on cloth that shades."""
    usual = garment_turns(lay.pieces, lay.cloth)[piece.garment]
    laid = (
        p.turn_deg
        for p in lay.placements
        if p.id not in without and lay.piece(p.piece).garment == piece.garment
    )
    there = next((turn for turn in laid if turn in (0.0, 180.0)), usual)
    shades = lay.cloth.print_or_assumed is Print.PER_GARMENT
    return there if shades else usual


def folded_to(lay: Lay, section: int, depths_mm: tuple[float, ...]) -> Lay | None:
    """The lay with the folds of a section to other depths: what lies as it lay stays, and what does
    not hold is not laid. None where the cloth cannot be folded so, or nothing holds."""
    plans = list(lay.spread.exact_way.sections)
    if section >= len(plans) or plans[section].way.depths != len(depths_mm):
        return None
    plans[section] = SectionPlan(way=plans[section].way, depths_mm=depths_mm)
    way = Spreading.of(*plans)
    try:
        return taken_up(replace(kept_lay_of(lay), way=way, exact_way=way), lay.pieces, lay.cloth)
    except BadWay:
        return None


def cut_short(lay: Lay, end_mm: float) -> Lay:
    """The lay without what reaches beyond a length on the table."""
    beyond = {p.id for p in lay.placements if _reach(lay, p) > end_mm + _SAME_MM}
    return taken_off(lay, beyond)


_SAME_MM = 1e-6


def _reach(lay: Lay, placement: Placement) -> float:
    return bounds(on_table(placement, lay.piece(placement.piece)).outline).max_x


def with_placements(lay: Lay, placements: Iterable[Placement]) -> Lay:
    """The lay with these placements instead, as long as they need it, every rule looked at."""
    made = tuple(placements)
    lengths = _lengths(lay, made)
    starts = [section.x_mm for section in lay.spread.sections]
    there = lay.spread
    if lengths != [section.length_mm for section in there.sections]:
        there = respread(lay, lengths)
        made = tuple(
            _shifted(p, (there.sections[p.section].x_mm - starts[p.section], 0.0)) for p in made
        )
    copies_mm2 = math.fsum(area(p.shape.outline, p.shape.holes) * len(p.cut_plies) for p in made)
    whole_mm2 = lay.cloth.lay_width_mm * there.cloth_mm
    return with_findings(
        replace(lay, spread=there, placements=made, used_share=copies_mm2 / whole_mm2, findings=())
    )


def _lengths(lay: Lay, placements: tuple[Placement, ...]) -> list[float]:
    """How long every section must be on the table: as far as what lies on it reaches, in whole
    repeats where the print hangs on that; a slanting one as it is."""
    whole = whole_lengths(lay.pieces, lay.cloth, lay.spread.exact_way.sections)
    lengths = []
    for k, (section, each) in enumerate(zip(lay.spread.sections, whole, strict=True)):
        own = [p for p in placements if p.section == k]
        if WAYS[section.way].slanting or not own:
            lengths.append(section.length_mm)
            continue
        reach = max(_reach(lay, p) for p in own) - section.x_mm
        lengths.append(_rounded(max(reach, _LEAST_MM), each, section))
    return lengths


_LEAST_MM = 1.0


def _rounded(length_mm: float, each_mm: float | None, section: Section) -> float:
    """A length in whole repeats; the section's own where it is that, but for the last bit."""
    length = length_mm if each_mm is None else math.ceil(length_mm / each_mm - 1e-9) * each_mm
    return section.length_mm if abs(length - section.length_mm) < _SAME_MM else length
