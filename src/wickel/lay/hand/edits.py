"""Lays made from lays by hand. Every one is looked at anew by all rules; none is refused: what is
broken is said."""

from __future__ import annotations

import math
from collections.abc import Collection, Iterable, Mapping
from dataclasses import replace

from wickel.cloth import WAYS, BadWay, Section, SectionPlan, Spreading
from wickel.geometry import area, bounds
from wickel.lay.finished import with_findings
from wickel.lay.hand.bound import Shift
from wickel.lay.hand.stances import middle, pushed_on, put_down, stances
from wickel.lay.kept import kept_lay_of, respread, taken_up
from wickel.lay.placement import Lay, Placement
from wickel.lay.planning import whole_lengths
from wickel.lay.pose import on_table


def moved(lay: Lay, shifts: Mapping[str, Shift]) -> Lay:
    """The lay with some placements, by their ids, moved along and across, mm."""
    return with_placements(
        lay, (pushed_on(p, shifts[p.id]) if p.id in shifts else p for p in lay.placements)
    )


def taken_off(lay: Lay, ids: Collection[str]) -> Lay:
    """The lay without some placements: their copies are to be laid again."""
    return with_placements(lay, (p for p in lay.placements if p.id not in ids))


def put_on(lay: Lay, placement: Placement) -> Lay:
    """The lay with one more placement, or another one in the place of that of its id."""
    others = (p for p in lay.placements if p.id != placement.id)
    return with_placements(lay, (*others, placement))


def swapped(lay: Lay, one: str, other: str) -> Lay | None:
    """The lay with two placements in each other's places, each as near to where the other lay as it
    can; None where one of them can lie nowhere there."""
    first, second = (lay.placement(id) for id in (one, other))
    places = middle(lay, first), middle(lay, second)
    left = replace(lay, placements=tuple(p for p in lay.placements if p.id not in (one, other)))
    # the larger first: the smaller one has more places
    larger = sorted(
        ((first, places[1], second), (second, places[0], first)),
        key=lambda each: -area(each[0].shape.outline),
    )
    for own, at, there in larger:
        found = [
            s
            for s in stances(left, own.piece)
            if s.where[:2] == (there.section, there.zone) and sum(s.lies.gives) == own.yields
        ]
        found.sort(
            key=lambda s: (
                s.lies.pose.turn_deg != own.turn_deg,
                s.lies.pose.mirrored != own.mirrored,
            )
        )
        made = next((p for s in found if (p := put_down(left, own.piece, s, at))), None)
        if made is None:
            return None
        left = replace(left, placements=(*left.placements, replace(made, id=own.id)))
    return with_placements(lay, left.placements)


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
            pushed_on(p, (there.sections[p.section].x_mm - starts[p.section], 0.0)) for p in made
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
