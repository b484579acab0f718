"""Figures given as they are chalked: a maker who allows for a turned edge types the length to the
cut line, and the draft needs that to the net line."""

from __future__ import annotations

from collections.abc import Mapping

from wickel.draft import Allowances, Length, Own
from wickel.draft.ledger import SIDES
from wickel.job.job import Card

_NECK, _SIDE = ("neck", "neck", 1.0), ("side", "side", -1.0)
TURNED: Mapping[str, tuple[str, str, float]] = {
    "neck.down": _NECK,
    "neck.across": _NECK,
    "hem.down": ("hem", "hem", -1.0),
    "leg.down": ("hem", "hem", -1.0),
    "side.across": _SIDE,
    "chest.across": _SIDE,
    "waist.across": _SIDE,
    "hip.across": _SIDE,
    "hem.across": _SIDE,
    "sleeve.long": ("sleeve end", "sleeve_end", -1.0),
}
"""Of each figure that ends at an edge of front and back: that edge, its kind, and whether the net
line lies further on (an opening: 1) or less far (−1) than the cut line."""


def net_figures(
    figures: Mapping[str, Own], allowances: Allowances, cards: Mapping[str, Card]
) -> dict[str, Own]:
    """The figures with those that are given as they are chalked turned into those of the net line,
    by what is left at the edge they end at: the card's of that piece, else the garment's.

    One that ends at no edge stays as it is, and is refused by the draft.
    """
    net: dict[str, Own] = {}
    for id, own in figures.items():
        if not isinstance(own, Length) or not own.cut:
            net[id] = own
            continue
        base, _, side = id.rpartition(".")
        base, sides = (base, (side,)) if side in SIDES else (id, SIDES)
        if base not in TURNED:
            net[id] = own
            continue
        edge, role, sign = TURNED[base]
        for where in sides:
            card = cards.get(where, Card())
            left = card.allowances_mm.get(edge, allowances[role])
            net[f"{base}.{where}"] = Length(own.mm + sign * left)
    return net
