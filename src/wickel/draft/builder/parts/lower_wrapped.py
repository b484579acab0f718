"""A skirt of two fronts that cross, caught in the waist seam of what is closed otherwise."""

from __future__ import annotations

from dataclasses import replace

from wickel.draft.builder.lower import BELOW_KNEE, WRAP_OVER, called, lower_checks
from wickel.draft.builder.making import (
    HANGS_CLOSE,
    OPEN_ALL_DOWN,
    WAIST_SEAM,
    ZIP_GOES_ON,
    Making,
    Part,
    Slot,
)
from wickel.draft.builder.parts.lower_close import HEMS, close_below
from wickel.draft.facings import edge_facing
from wickel.draft.operations import extend
from wickel.pattern import Notch
from wickel.wording import say, tr

_EDGE = "wrap edge"


def _add(making: Making) -> Making:
    made, facing = close_below(HEMS["a-line"][0], making).with_facing("front")
    ledger = making.ledger
    ledger.at("Wrap")
    ledger.know("front_wide", making.joined_mm().front)
    words = tr("Each front of the skirt crosses the centre by")
    over = ledger.length(WRAP_OVER, "0.8*front_wide", words, (60, 400))
    half = made.piece(called(making, "front")[0])
    front = extend(half, "centre", over, name=_EDGE, allowance_mm=making.allow["facing"])
    mark = Notch(name="centre front", edge="waist", at_mm=over)
    strip = edge_facing(front, (_EDGE,), facing, making.allow)
    return made.with_pieces(
        replace(front, notches=(*front.notches, mark)), replace(strip, notches=())
    )


PARTS = (
    Part(
        id="wrapped-skirt",
        slot=Slot.LOWER,
        name=tr("two fronts that cross, flared from the hip"),
        found_by=tr("wrapped skirt, flared"),
        add=_add,
        options=(BELOW_KNEE,),
        required=("waist_to_knee", "hip", "waist_to_hip"),
        needs=frozenset({WAIST_SEAM, ZIP_GOES_ON, HANGS_CLOSE}),
        checks=lower_checks,
        against={
            (Slot.UPPER, "none"): say("builder.wrapped-skirt-alone"),
            **{(Slot.CLOSING, id): say("builder.wrapped-skirt-behind") for id in OPEN_ALL_DOWN},
        },
        roles=("hem", "facing"),
        place=8,
    ),
)
