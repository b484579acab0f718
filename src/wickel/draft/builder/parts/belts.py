"""A belt to tie, or none."""

from __future__ import annotations

from dataclasses import replace

from wickel.draft.builder.making import Making, Part, Slot
from wickel.draft.fastenings import tie
from wickel.pattern import PieceRole
from wickel.wording import tr


def _tied(making: Making) -> Making:
    ledger = making.ledger
    ledger.at("Belt")
    long = ledger.length("belt.long", "waist + 110 cm", "Length of the belt", (700, 3200))
    wide = ledger.length("belt.wide", "3 cm", "Finished width of the belt", (10, 120))
    return making.with_pieces(
        replace(tie("belt", "Belt", long, wide, making.allow, copies=1), role=PieceRole.BELT)
    )


PARTS = (
    Part(id="none", slot=Slot.BELT, name=tr("no"), place=0),
    Part(
        id="tied",
        slot=Slot.BELT,
        name=tr("to tie"),
        add=_tied,
        required=("waist",),
        roles=("band",),
        place=1,
    ),
)
