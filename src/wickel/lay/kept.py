"""A lay kept without its pieces and its cloth, and built again on a cloth, checked anew."""

from __future__ import annotations

from dataclasses import dataclass, replace

from wickel.cloth import BadWay, Cloth, Section, spread
from wickel.geometry import area
from wickel.lay.demand import CutPiece
from wickel.lay.make import with_findings
from wickel.lay.placement import Lay, Placement


@dataclass(frozen=True, slots=True, kw_only=True)
class KeptLay:
    """``way`` is as asked for, ``exact_way`` with the depths of its folds; lengths are the sections' on the table."""

    way: str
    exact_way: str
    lay_width_mm: float
    lengths_mm: tuple[float, ...]
    placements: tuple[Placement, ...]
    seed: int
    effort: int


def kept(lay: Lay) -> KeptLay:
    """What of a lay is kept."""
    return KeptLay(
        way=lay.way,
        exact_way=lay.spread.exact_way,
        lay_width_mm=lay.spread.width_mm,
        lengths_mm=tuple(own.length_mm for own in lay.spread.sections),
        placements=lay.placements,
        seed=lay.seed,
        effort=lay.effort,
    )


def relaid(own: KeptLay, pieces: tuple[CutPiece, ...], cloth: Cloth) -> Lay | None:
    """A kept lay of these pieces on a cloth at least as wide; None when it breaks a rule there.

    What lies in a zone with a far fold moves across with it. Every rule is looked at, the exact check included.
    """
    if {placement.piece for placement in own.placements} != {piece.id for piece in pieces}:
        return None
    lengths = list(own.lengths_mm)
    try:
        before = spread(own.exact_way, own.lay_width_mm, lengths, cloth.reserve_mm)
        there = spread(own.exact_way, cloth.lay_width_mm, lengths, cloth.reserve_mm)
    except BadWay:
        return None  # the fold is too deep for this cloth
    placements = tuple(
        replace(p, y_mm=p.y_mm + _shift(before.sections[p.section], there.sections[p.section], p.zone))
        for p in own.placements
    )
    copies_mm2 = sum(area(p.shape.outline, p.shape.holes) * len(p.cut_plies) for p in placements)
    lay = with_findings(
        Lay(
            cloth=cloth,
            spread=replace(there, way=own.way),
            pieces=pieces,
            placements=placements,
            findings=(),
            used_share=copies_mm2 / (cloth.lay_width_mm * there.cloth_mm),
            seed=own.seed,
            effort=own.effort,
            seconds=0.0,
        )
    )
    return lay if lay.complete else None


def _shift(before: Section, there: Section, zone: int) -> float:
    """How far what lies in a zone moves across: as far as the zone's far fold does, if it has one."""
    if not any(fold.name == "high" for fold in there.zones[zone].folds):
        return 0.0
    one, other = (max(y for _, y in own.zones[zone].outline) for own in (before, there))
    return other - one
