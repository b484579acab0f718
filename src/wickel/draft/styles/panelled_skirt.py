"""The panelled skirt: four, six or eight equal panels, close over the hip, flared from the knee.

It is put together from parts (``draft.builder``): here stand its questions, which parts its answers
name, and the rules that are its own.
"""

from __future__ import annotations

from collections.abc import Mapping

from wickel.draft.builder import Chosen, Recipe, Slot, without_others
from wickel.draft.ledger import Ledger
from wickel.draft.parts import BAND_OPTIONS
from wickel.draft.style import ChoiceOption, LengthOption, Options, Style

OPTIONS = (
    ChoiceOption(
        id="panels",
        question="How many panels?",
        default="6",
        choices={"4": "4", "6": "6", "8": "8"},
    ),
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=120,
        least=-350,
        most=500,
    ),
    LengthOption(
        id="flare_above_mm",
        question="Flare begins above the hem by",
        default=300,
        least=80,
        most=700,
    ),
    LengthOption(
        id="flare_mm", question="Flare on each side of a panel", default=90, least=0, most=250
    ),
    LengthOption(id="waist_ease_mm", question="Ease at the waist", default=15, least=0, most=80),
    LengthOption(id="hip_ease_mm", question="Ease at the hip", default=50, least=15, most=150),
    *BAND_OPTIONS,
)


def _rules(ledger: Ledger) -> Mapping[str, str]:
    return {
        "panel.hip": f"(hip + hip_ease)/{2 * int(ledger.choice('panels'))}",
        "panel.flare_above": "flare_above",
        "panel.flare": "flare",
        "band.overlap": "overlap",
        "zip.below": "waist_to_hip",
    }


def _parts(options: Options) -> Chosen:
    return without_others(
        {Slot.UPPER: "none", Slot.CLOSING: "side", Slot.LOWER: f"panels-{options['panels']}"}
    )


_MADE = Recipe(style="panelled-skirt", parts=_parts, rules=_rules)

STYLE = Style(
    id="panelled-skirt",
    name="Panelled skirt",
    summary=(
        "Four, six or eight equal panels, close over the hip and flared below, straight waistband."
    ),
    charts=("women", "children"),
    required=("waist", "hip", "waist_to_hip", "waist_to_knee"),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("waist", "side", "curved_hem", "band"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
)
