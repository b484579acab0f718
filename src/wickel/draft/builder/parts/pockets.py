"""Pockets: bags in the side seams, or patches sewn on."""

from __future__ import annotations

from wickel.draft.builder.making import Making, Part, Slot
from wickel.draft.pockets import patch, seam_bag, seam_bag_by
from wickel.wording import tr


def _in_seams(making: Making) -> Making:
    making.ledger.at("Pockets")
    return making.with_pieces(seam_bag(making.allow, seam_bag_by(making.ledger)))


def _patches(making: Making) -> Making:
    ledger = making.ledger
    ledger.at("Pockets")
    wide = ledger.length("patch.wide", "14 cm", "Width of a patch pocket", (60, 260))
    high = ledger.length("patch.high", "15 cm", "Height of a patch pocket", (60, 300))
    return making.with_pieces(patch(wide, high, making.allow))


PARTS = (
    Part(id="none", slot=Slot.POCKETS, name=tr("none"), place=0),
    Part(
        id="seams",
        slot=Slot.POCKETS,
        name=tr("in the side seams"),
        add=_in_seams,
        roles=("pocket", "side"),
        place=1,
    ),
    Part(
        id="patch",
        slot=Slot.POCKETS,
        name=tr("sewn on"),
        add=_patches,
        roles=("pocket", "hem"),
        place=2,
    ),
)
