"""A lay opened out: the same copies on the same cloth, as if it had been spread open in one ply."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace

from wickel.cloth import Ply, spread
from wickel.geometry import unfold_outline
from wickel.lay.demand import CutPiece
from wickel.lay.placement import Lay, Placement, Shape
from wickel.lay.pose import table_map


def unfolded_lay(lay: Lay) -> Lay:
    """The lay on the flat cloth: every finished copy a placement of its own, cut from one ply.

    Wholes that were halves on a fold lie unfolded. Findings and figures are those of the lay.
    """
    flat = spread("open", lay.spread.width_mm, [lay.lay_length_mm], lay.cloth.reserve_mm)
    placements = tuple(copy for placement in lay.placements for copy in _copies(placement, lay))
    return replace(lay, spread=flat, placements=placements)


def _copies(placement: Placement, lay: Lay) -> Iterator[Placement]:
    piece = lay.piece(placement.piece)
    zone = lay.zone(placement)
    shape, plies = placement.shape, placement.cut_plies
    if placement.on_fold:
        fold = next(fold for fold in zone.folds if fold.name == placement.fold)
        back = table_map(placement, piece).inverse()
        outline, holes = unfold_outline(
            shape.outline, (back(fold.start), back(fold.end)), shape.holes
        )
        shape = Shape(outline=outline, holes=holes)
        lower = {pair[0] for pair in fold.joins}
        plies = tuple(
            ply for ply in plies if ply in lower
        )  # the other ply is the other half of the same copy
    for k, ply in enumerate(plies):
        copy = _on_flat(placement, piece, zone.plies[ply], shape)
        yield replace(copy, id=placement.id if len(plies) == 1 else f"{placement.id}.{k + 1}")


def _on_flat(placement: Placement, piece: CutPiece, ply: Ply, shape: Shape) -> Placement:
    """The copy that one ply gives: its turn, hand and shift through the ply's map."""
    to_cloth = ply.map
    x, y = to_cloth((placement.x_mm, placement.y_mm))
    head = math.radians(placement.turn_deg)
    along, across = to_cloth.direction((math.cos(head), math.sin(head)))
    turn = math.degrees(math.atan2(across, along))
    return replace(
        placement,
        shape=shape,
        section=0,
        zone=0,
        turn_deg=round(turn % 360.0, 9) % 360.0,
        mirrored=placement.mirrored != (to_cloth.determinant < 0),
        x_mm=x,
        y_mm=y,
        cut_plies=(0,),
        on_fold=False,
        yields=1,
        fold="",
    )
