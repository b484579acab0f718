"""The off-shoulder dress: a fitted bodice without shoulders, sleeves on elastic, a circle skirt.

It is put together from parts (``draft.builder``): here stand its questions, which parts its answers
name, and the rules that are its own.
"""

from __future__ import annotations

import math
from collections.abc import Mapping

from wickel.draft.builder import Chosen, Recipe, Slot, as_asked, without_others
from wickel.draft.circles import FRACTIONS
from wickel.draft.ledger import Ledger, Rule
from wickel.draft.style import ChoiceOption, LengthOption, Option, Options, Style
from wickel.draft.torso import CHEST_DEPTH, CHEST_LINE, MEASURED

_OWN = {
    "drop_mm": "off_drop_mm",
    "sleeve_mm": "off_sleeve_mm",
    "arm_ease_mm": "off_arm_ease_mm",
    "fullness_mm": "off_fullness_mm",
}
"""Questions that its upper part asks under another id."""
OPTIONS: tuple[Option, ...] = (
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=0,
        least=-300,
        most=400,
    ),
    ChoiceOption(
        id="circle",
        question="The skirt is",
        default="half",
        choices={
            "half": "half a circle",
            "three-quarter": "three quarters",
            "full": "a full circle",
        },
    ),
    ChoiceOption(
        id="panels",
        question="in how many panels?",
        default="2",
        choices={"2": "2", "4": "4", "8": "8"},
    ),
    LengthOption(id="ease_mm", question="Ease at bust and waist", default=40, least=10, most=120),
    *as_asked(Slot.UPPER, "off-shoulder", *_OWN.values(), called=_OWN),
    CHEST_LINE,
    CHEST_DEPTH,
)


def _rules(ledger: Ledger) -> Mapping[str, Rule]:
    """Its zip ends where the ring below it goes over the hip, which grows by 2 · π · f of what it
    lies further out."""
    grows = 2 * math.pi * FRACTIONS[ledger.choice("circle")]
    needed = f"max(15 cm, (hip + 2 cm - waist - ease)/{grows!r})"
    return {
        "top.drop": "drop",
        "sleeve.across": "upper_arm + arm_ease",
        "sleeve.down": "sleeve",
        "sleeve.fullness": "fullness",
        "zip.below": f"min({needed}, 0.8*(waist_to_knee + below_knee))",
    }


_CALLED = {"skirt-panel": "skirt"}


def _parts(options: Options) -> Chosen:
    return without_others(
        {
            Slot.UPPER: "off-shoulder",
            Slot.CLOSING: "side",
            Slot.LOWER: "circle-panels",
        }
    )


_MADE = Recipe(style="off-shoulder-dress", parts=_parts, rules=_rules, called=_CALLED)


STYLE = Style(
    id="off-shoulder-dress",
    name="Off-shoulder dress",
    summary=(
        "A fitted bodice without shoulders, gathered sleeves on elastic, a circle skirt; zip "
        "in the side."
    ),
    charts=("women",),
    required=(*MEASURED, "upper_arm", "waist_to_knee"),
    options=OPTIONS,
    materials=("main",),
    roles=("side", "neck", "waist", "armhole", "hem", "curved_hem", "closing"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
)
