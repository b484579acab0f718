"""Every copy as it comes out of the cloth, head up, seen from its right side: for showing what was
cut of the print."""

from __future__ import annotations

from dataclasses import dataclass

from wickel.geometry import Affine, Outline, rotation
from wickel.lay.placement import Lay
from wickel.lay.pose import marks_on_table, on_table, table_map
from wickel.lay.unfolding import unfolded_lay


@dataclass(frozen=True, slots=True, kw_only=True)
class WornCopy:
    """One copy. ``upright`` turns the flat cloth so that the copy's head is up; outlines are in
    that turned frame.

    ``net`` is the net line, or the cut line of a piece that has none. ``from_piece`` maps the piece
    frame there.
    """

    id: str
    piece: str
    name: str
    upright: Affine
    cut: Outline
    net: Outline
    from_piece: Affine


def worn_copies(lay: Lay) -> tuple[WornCopy, ...]:
    """Every copy of a lay, in the order of its pieces; wholes from a fold are whole."""
    flat = unfolded_lay(lay)
    order = {piece.id: k for k, piece in enumerate(lay.pieces)}
    copies = []
    for placement in sorted(flat.placements, key=lambda each: (order[each.piece], each.id)):
        piece = flat.piece(placement.piece)
        upright = rotation(-90.0 - placement.turn_deg)
        cut = upright.all(on_table(placement, piece).outline)
        net, _ = marks_on_table(placement, piece)
        copies.append(
            WornCopy(
                id=placement.id,
                piece=piece.id,
                name=piece.name,
                upright=upright,
                cut=cut,
                net=cut if net is None else upright.all(net),
                from_piece=upright.after(table_map(placement, piece)),
            )
        )
    return tuple(copies)
