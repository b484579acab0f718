"""How long a lay takes to cut: a rule of thumb of our own, to tell quick ways from slow ones.

minutes = 3 a section for spreading it, 2 for every fold that is made and pinned, 0.4 a placement
for laying and pinning the paper, and 1 for every 1.5 m of line that is chalked and cut; a line
through more than two plies takes half as long again. No single cutter was timed: read it as
*about*, and compare ways by it. A studio may put rates of its own in place of these.
"""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass
from itertools import pairwise

from wickel.cloth import Cloth
from wickel.geometry import Outline
from wickel.lay.demand import CutPiece, opened_out
from wickel.lay.placement import Lay, Placement

THICK = 1.5
"""So many times as long takes a line through more than two plies."""


@dataclass(frozen=True, slots=True, kw_only=True)
class CuttingRates:
    """Minutes for spreading a section, for making and pinning a fold, for laying and pinning a
    piece; mm of line that are chalked and cut in a minute."""

    section_min: float = 3.0
    fold_min: float = 2.0
    placement_min: float = 0.4
    line_mm_a_min: float = 1500.0

    def times(self, factor: float) -> CuttingRates:
        """The rates of one who takes so many times as long."""
        return CuttingRates(
            section_min=self.section_min * factor,
            fold_min=self.fold_min * factor,
            placement_min=self.placement_min * factor,
            line_mm_a_min=self.line_mm_a_min / factor,
        )


USUAL_RATES = CuttingRates()


@dataclass(frozen=True, slots=True, kw_only=True)
class Labour:
    """What there is to do: sections to spread, folds to make, placements to lay, mm of line to cut,
    those through more than two plies half as long again."""

    sections: int = 0
    folds: int = 0
    placements: int = 0
    line_mm: float = 0.0

    def __add__(self, other: Labour) -> Labour:
        return Labour(
            sections=self.sections + other.sections,
            folds=self.folds + other.folds,
            placements=self.placements + other.placements,
            line_mm=self.line_mm + other.line_mm,
        )

    def minutes(self, rates: CuttingRates = USUAL_RATES) -> float:
        """About how many minutes that takes."""
        return (
            rates.section_min * self.sections
            + rates.fold_min * self.folds
            + rates.placement_min * self.placements
            + self.line_mm / rates.line_mm_a_min
        )


NO_LABOUR = Labour()


def labour_of(lay: Lay) -> Labour:
    """What there is to spread, lay and cut in a lay."""
    sections = lay.spread.sections
    return Labour(
        sections=len(sections),
        folds=sum(
            len({fold.name for zone in section.zones for fold in zone.folds})
            for section in sections
        ),
        placements=len(lay.placements),
        line_mm=sum(_cutting_mm(placement) for placement in lay.placements),
    )


def labour_in_one_ply(pieces: Iterable[CutPiece], cloth: Cloth) -> Labour:
    """What there is to do with a cloth that is spread open in one ply and all pieces on it: what is
    known before there is a lay."""
    copies, line = 0, 0.0
    for piece in pieces:
        for order in piece.orders:
            if order.cloth == cloth.id:
                outline, holes = opened_out(piece, order)
                copies += order.copies
                line += order.copies * _line_mm((outline, *holes))
    return Labour(sections=1, placements=copies, line_mm=line)


def _line_mm(rings: Iterable[Outline]) -> float:
    return sum(math.dist(a, b) for ring in rings for a, b in pairwise((*ring, ring[0])))


def _cutting_mm(placement: Placement) -> float:
    shape = placement.shape
    line = _line_mm((shape.outline, *shape.holes))
    return line * (THICK if len(placement.cut_plies) > 2 else 1.0)
