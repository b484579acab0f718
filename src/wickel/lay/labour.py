"""How long a lay takes to cut: a rule of thumb of our own, to tell quick ways from slow ones.

minutes = 3 a section for spreading it, 2 for every fold that is made and pinned, 0.4 a placement
for laying and pinning the paper, and 1 for every 1.5 m of line that is chalked and cut; a line
through more than two plies takes half as long again. No single cutter was timed: read it as
*about*, and compare ways by it.
"""

from __future__ import annotations

import math
from collections.abc import Iterable
from itertools import pairwise

from wickel.cloth import Cloth
from wickel.geometry import Outline
from wickel.lay.demand import CutPiece, opened_out
from wickel.lay.placement import Lay, Placement

SECTION_MIN, FOLD_MIN, PLACEMENT_MIN = 3.0, 2.0, 0.4
CUT_MM_A_MIN, THICK = 1500.0, 1.5


def cutting_minutes(lay: Lay) -> float:
    """About how many minutes it takes to spread, lay and cut a lay."""
    folds = sum(
        len({fold.name for zone in section.zones for fold in zone.folds})
        for section in lay.spread.sections
    )
    spreading = SECTION_MIN * len(lay.spread.sections) + FOLD_MIN * folds
    return spreading + sum(PLACEMENT_MIN + _cutting(placement) for placement in lay.placements)


def minutes_in_one_ply(pieces: Iterable[CutPiece], cloth: Cloth) -> float:
    """About how many minutes it takes to spread a cloth open in one ply, lay all pieces on it and
    cut them: what is known before there is a lay."""
    minutes = SECTION_MIN
    for piece in pieces:
        for order in piece.orders:
            if order.cloth == cloth.id:
                outline, holes = opened_out(piece, order)
                line = _line_mm((outline, *holes))
                minutes += order.copies * (PLACEMENT_MIN + line / CUT_MM_A_MIN)
    return minutes


def _line_mm(rings: Iterable[Outline]) -> float:
    return sum(math.dist(a, b) for ring in rings for a, b in pairwise((*ring, ring[0])))


def _cutting(placement: Placement) -> float:
    shape = placement.shape
    line = _line_mm((shape.outline, *shape.holes))
    return line / CUT_MM_A_MIN * (THICK if len(placement.cut_plies) > 2 else 1.0)
