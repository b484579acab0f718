"""Tiers: a straight gathered one at the waist, and a wider one gathered to it."""

from __future__ import annotations

from dataclasses import replace

from wickel.draft.builder.lower import BELOW_KNEE, added, called, lower_checks, skirt_figures
from wickel.draft.builder.making import DRAWN_IN, WAIST_SEAM, ZIP_GOES_ON, Making, Part, Slot
from wickel.draft.ledger import SIDES
from wickel.draft.skirts import Roles, gathered_half
from wickel.pattern import PieceRole, Seam, View
from wickel.wording import say, tr


def _add(making: Making) -> Making:
    """The upper tier drawn in to the waist, the lower one drawn in to the upper."""
    joined, long = skirt_figures(making)
    ledger = making.ledger
    times = ledger.number("tier.times", 1.5, "Each tier wider than the last, times", (1.1, 3.0))
    wide = ledger.both("skirt.wide", f"skirt_waist*{times!r}", "A quarter of the upper tier")
    second = ledger.both("tier.wide", f"skirt_wide*{times!r}", "A quarter of the lower tier")
    above = ledger.both("tier.down", "skirt_down/2", "Length of the upper tier")
    halves = [
        gathered_half(
            *called(making, side),
            (joined.of(side), wide.of(side), above.of(side)),
            (),
            making.allow,
            Roles(making.centre(side), "waist"),
        )
        for side in SIDES
    ]
    tiers = [
        replace(
            gathered_half(
                f"tier-{side}",
                f"Tier {side}",
                (wide.of(side), second.of(side), long.of(side) - above.of(side)),
                (),
                making.allow,
                Roles(making.centre(side)),
            ),
            notches=(),
            role=PieceRole.TIER,
            view=View(side),
        )
        for side in SIDES
    ]
    making = added(making, *halves)
    seams = [
        Seam(name=f"{side} tier", one=(upper.id, "hem"), other=(f"tier-{side}", "waist"))
        for side, upper in zip(SIDES, halves, strict=True)
    ]
    seams.append(Seam(name="tier side", one=("tier-front", "side"), other=("tier-back", "side")))
    return making.with_pieces(*tiers, seams=tuple(seams))


PARTS = (
    Part(
        id="tiers",
        slot=Slot.LOWER,
        name=tr("two gathered tiers"),
        add=_add,
        options=(BELOW_KNEE,),
        required=("waist_to_knee",),
        needs=frozenset({WAIST_SEAM, ZIP_GOES_ON}),
        checks=lower_checks,
        against={(Slot.CLOSING, "front"): say("builder.tiers-not-in-front")},
        traits=frozenset({DRAWN_IN}),
        roles=("hem",),
        place=40,
    ),
)
