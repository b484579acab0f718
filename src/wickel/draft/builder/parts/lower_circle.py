"""A part of a circle at the waist, front and back in one piece each."""

from __future__ import annotations

from functools import partial

from wickel.draft.builder.lower import BELOW_KNEE, added, called, lower_checks, skirt_figures
from wickel.draft.builder.making import ROUND_PART, WAIST_SEAM, ZIP_GOES_ON, Making, Part, Slot
from wickel.draft.circles import circle_half
from wickel.draft.ledger import SIDES
from wickel.wording import tr

_PARTS = {
    "quarter-circle": (0.25, tr("a quarter of a circle, sewn on at the waist")),
    "half-circle": (0.5, tr("half a circle, sewn on at the waist")),
    "three-quarter-circle": (0.75, tr("three quarters of a circle, sewn on at the waist")),
    "full-circle": (1.0, tr("a full circle, sewn on at the waist")),
}


def _add(fraction: float, making: Making) -> Making:
    joined, long = skirt_figures(making)
    halves = [
        circle_half(
            *called(making, side),
            joined.of(side),
            (fraction / 4, long.of(side)),
            making.allow,
            centre=making.centre(side),
        )
        for side in SIDES
    ]
    return added(making, *halves)


PARTS = tuple(
    Part(
        id=id,
        slot=Slot.LOWER,
        found_by=tr("flared, swinging"),
        name=name,
        add=partial(_add, fraction),
        options=(BELOW_KNEE,),
        required=("waist_to_knee",),
        needs=frozenset({WAIST_SEAM, ZIP_GOES_ON}),
        checks=lower_checks,
        traits=frozenset({ROUND_PART}),
        roles=("curved_hem",),
        place=place,
    )
    for place, (id, (fraction, name)) in enumerate(_PARTS.items(), 10)
)
