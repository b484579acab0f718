"""Circle skirts: a quarter, a half, three quarters or a whole circle, in one to eight panels.

For a fraction f of a full circle, radius = waist / (2 · π · f); the hem lies the length further
out. It is put together from parts (``draft.builder``): here stand its questions, which parts its
answers name, and the rules that are its own.
"""

from __future__ import annotations

import math
from collections.abc import Mapping

from wickel.draft.builder import Chosen, Recipe, Slot, without_others
from wickel.draft.circles import CIRCLE, FRACTIONS, GRAIN
from wickel.draft.ledger import Ledger
from wickel.draft.parts import BAND_OPTIONS
from wickel.draft.style import ChoiceOption, LengthOption, Options, Style

OPTIONS = (
    CIRCLE,
    ChoiceOption(
        id="panels",
        question="In how many panels?",
        default="2",
        choices={str(n): str(n) for n in range(1, 9)},
    ),
    GRAIN,
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=-30,
        least=-400,
        most=500,
    ),
    LengthOption(id="waist_ease_mm", question="Ease at the waist", default=10, least=0, most=80),
    *BAND_OPTIONS,
)


def _rules(ledger: Ledger) -> Mapping[str, str]:
    """Its zip ends where the ring below it goes over the hip, if that was measured: the ring grows
    by 2 · π · f of what it lies further out."""
    needed = "15 cm"
    if "hip" in ledger.body.measurements_mm:
        grows = 2 * math.pi * FRACTIONS[ledger.choice("circle")]
        needed = f"max(15 cm, (hip + 2 cm - waist - waist_ease)/{grows!r})"
    return {
        "band.overlap": "overlap",
        "zip.below": f"min({needed}, 0.8*(waist_to_knee + below_knee))",
    }


def _parts(options: Options) -> Chosen:
    return without_others({Slot.UPPER: "none", Slot.CLOSING: "side", Slot.LOWER: "circle-panels"})


_MADE = Recipe(style="circle-skirt", parts=_parts, rules=_rules)

STYLE = Style(
    id="circle-skirt",
    name="Circle skirt",
    summary=(
        "A quarter, half, three quarters or all of a circle, in panels, with a straight waistband."
    ),
    charts=("women", "children"),
    required=("waist", "waist_to_knee"),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("waist", "side", "curved_hem", "closing", "band"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
)
