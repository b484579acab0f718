"""Which copies of a piece a placement gives, in a maker's words."""

from __future__ import annotations

from wickel.lay import Lay, Placement


def copies_text(placement: Placement, lay: Lay) -> str:
    """Which of a piece's copies a placement gives, as the maker reads it: *on fold*, *1 of 4,
    left*."""
    own = [other for other in lay.placements if other.piece == placement.piece]
    total = sum(other.yields for other in own)
    before = sum(other.yields for other in own[: [other.id for other in own].index(placement.id)])
    which = "" if total == 1 else f"{before + 1} of {total}"
    if placement.yields > 1:
        which = f"{before + 1}–{before + placement.yields} of {total}"
    hands = "" if placement.on_fold else _hands(placement, lay)
    words = [which, "on fold" if placement.on_fold else hands]
    return ", ".join(word for word in words if word) or "× 1"


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
    name = piece.id.rpartition("/")[2]
    drawn, other = ("as drawn", "mirrored")
    if piece.garment and name.startswith("front"):
        drawn, other = "left", "right"
    elif piece.garment and name.startswith("back"):
        drawn, other = "right", "left"
    if len(signs) > 1:
        return "left and right"
    return drawn if signs == {True} else other
