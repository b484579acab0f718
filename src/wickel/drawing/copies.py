"""Which copies of a piece a placement gives, in a maker's words."""

from __future__ import annotations

from collections.abc import Iterator

from wickel.geometry import Outline
from wickel.lay import CutPiece, Lay, Placement, cut_later


def copies_text(placement: Placement, lay: Lay) -> str:
    """Which of a piece's copies a placement gives, as the maker reads it: *on fold*, *1 of 4,
    left*; and which piece shares its place."""
    own = [other for other in lay.placements if other.piece == placement.piece]
    total = sum(other.yields for other in own)
    before = sum(other.yields for other in own[: [other.id for other in own].index(placement.id)])
    which = "" if total == 1 else f"{before + 1} of {total}"
    if placement.yields > 1:
        which = f"{before + 1}–{before + placement.yields} of {total}"
    hands = "" if placement.on_fold else _hands(placement, lay)
    other = shared_with(placement, lay)
    words = [which, "on fold" if placement.on_fold else hands, f"with {other}" if other else ""]
    return ", ".join(word for word in words if word) or "× 1"


def shared_with(placement: Placement, lay: Lay) -> str:
    """The name of the piece that shares the place of a placement; none where it lies alone."""
    for pair in _pairs(lay):
        if placement.id in pair:
            (other,) = (id for id in pair if id != placement.id)
            return lay.piece(lay.placement(other).piece).name
    return ""


def lines_cut_later(lay: Lay) -> dict[str, tuple[Outline, ...]]:
    """What is cut once the plies are parted, by the ids of the placements it belongs to, in mm of
    the spread frame."""
    by_id = {placement.id: placement for placement in lay.placements}
    return {other: cut_later(by_id[one], by_id[other], lay.pieces) for one, other in _pairs(lay)}


def is_covered(placement: Placement, lay: Lay) -> bool:
    """Whether another piece is drawn over it, in the same place: its name stands there."""
    return any(placement.id == larger for larger, _ in _pairs(lay))


def _pairs(lay: Lay) -> Iterator[tuple[str, str]]:
    """The ids of the placements that share a place, the larger of each two first."""
    for finding in lay.findings:
        if finding.code == "together":
            larger, other = finding.placements
            yield larger, other


def _hands(placement: Placement, lay: Lay) -> str:
    """Which hands of a pair a placement gives: *left* and *right* as they are worn where that is
    known.

    A drafted half is seen from its right side with its centre at the left, so that a front as drawn
    is worn on the left and a back on the right; of other pieces it is said whether they are as
    drawn.
    """
    piece = lay.piece(placement.piece)
    if not any(order.pair for order in piece.orders if order.cloth == lay.cloth.id):
        return ""
    zone = lay.zone(placement)
    signs = {
        (zone.plies[ply].map.determinant > 0) != placement.mirrored for ply in placement.cut_plies
    }
    if len(signs) > 1:
        return "left and right"
    return worn_side(piece, 1 if signs == {True} else -1)


def worn_side(piece: CutPiece, hand: int) -> str:
    """On which side a copy of a pair is worn, or, where that is not known, whether it is as drawn;
    ``hand`` is +1 for a copy as drawn."""
    name = piece.id.rpartition("/")[2]
    drawn, other = ("as drawn", "mirrored")
    if piece.garment and name.startswith("front"):
        drawn, other = "left", "right"
    elif piece.garment and name.startswith("back"):
        drawn, other = "right", "left"
    return drawn if hand > 0 else other
