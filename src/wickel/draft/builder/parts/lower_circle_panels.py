"""A part of a circle at the waist in equal panels, their middles straight or on the bias."""

from __future__ import annotations

from dataclasses import replace

from wickel.body import Body
from wickel.draft.builder.lower import (
    BELOW_KNEE,
    called_panel,
    check_long,
    long_rule,
    of_lower,
    waist_check,
    with_waist_seam,
)
from wickel.draft.builder.making import EQUAL_PANELS, WAIST_SEAM, ZIP_GOES_ON, Making, Part, Slot
from wickel.draft.builder.zips import ZIP_KINDS, zip_notch
from wickel.draft.checks import TapeCheck
from wickel.draft.circles import CIRCLE, FRACTIONS, GRAIN, Circle, circle_panel, ring_below
from wickel.draft.style import ChoiceOption, Options
from wickel.draft.usual_checks import AT_ZIP, LOWER_ZIP, alike, other_zip_end, passes
from wickel.pattern import Pattern, edge_length
from wickel.wording import say, tr

_ASKED = (
    CIRCLE,
    ChoiceOption(
        id="panels",
        question="In how many panels?",
        default="4",
        choices={str(n): str(n) for n in range(2, 9)},
    ),
    GRAIN,
)


def _add(making: Making) -> Making:
    ledger = making.ledger
    ledger.at("Skirt")
    joined = making.joined_mm()
    ledger.know("joined_round", 2 * (joined.front + joined.back))
    count = int(ledger.choice("panels"))
    round_mm = ledger.length("skirt.round", "joined_round", "Skirt at the waist seam")
    long = ledger.length("skirt.down", long_rule(making), "Length of the skirt", (120, 1400))
    check_long(long)
    panel = circle_panel(
        *called_panel(making),
        Circle(round_mm, FRACTIONS[ledger.choice("circle")], count, long),
        making.allow,
        bias=ledger.options.get("grain") == "bias",
    )
    if making.zip_mm is not None:
        down = min(making.zip_mm, 0.8 * long)
        ends = (
            zip_notch(making, "side", down),
            other_zip_end("other side", long - down),
        )
        panel = replace(panel, notches=ends)
    return with_waist_seam(making.with_pieces(panel), panel.id)


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    panel, count = of_lower(pattern, "panel"), int(options["panels"])
    return (
        alike("Side seams", panel, panel, "side", other_edge="other side"),
        waist_check(pattern, f"{count} panels", count * edge_length(panel, "waist")),
        *(
            passes(body, "hip", ring_below(panel, count, notch.at_mm), AT_ZIP, LOWER_ZIP)
            for notch in panel.notches
            if notch.kind in ZIP_KINDS and "hip" in body.measurements_mm
        ),
    )


PARTS = (
    Part(
        id="circle-panels",
        slot=Slot.LOWER,
        found_by=tr("flared, swinging"),
        name=tr("a part of a circle in panels"),
        add=_add,
        options=(BELOW_KNEE, *_ASKED),
        required=("waist_to_knee",),
        needs=frozenset({WAIST_SEAM, ZIP_GOES_ON}),
        checks=_checks,
        against={(Slot.CLOSING, "front"): say("builder.panels-not-in-front")},
        traits=frozenset({EQUAL_PANELS}),
        roles=("curved_hem",),
        place=14,
    ),
)
