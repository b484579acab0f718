"""The gathered or pleated skirt: two straight panels drawn in at the waist, with a waistband.

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
        id="drawn_in",
        question="The waist is drawn in",
        default="gathered",
        choices={"gathered": "by gathers", "pleated": "by pleats"},
    ),
    ChoiceOption(
        id="fullness",
        question="Hem wider than the waist, times",
        default="2",
        choices={"1.5": "1 1/2", "2": "2", "2.5": "2 1/2", "3": "3"},
    ),
    LengthOption(id="pleat_mm", question="A pleat lies over, about", default=30, least=10, most=80),
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=50,
        least=-350,
        most=500,
    ),
    LengthOption(id="waist_ease_mm", question="Ease at the waist", default=15, least=0, most=80),
    *BAND_OPTIONS,
)


def _rules(ledger: Ledger) -> Mapping[str, str]:
    return {
        "skirt.times": ledger.choice("fullness"),
        "pleat.wide": "pleat",
        "band.overlap": "overlap",
        "zip.below": "min(18 cm, 0.8*(waist_to_knee + below_knee))",
    }


def _parts(options: Options) -> Chosen:
    return without_others(
        {Slot.UPPER: "none", Slot.CLOSING: "side", Slot.LOWER: str(options["drawn_in"])}
    )


_MADE = Recipe(style="gathered-skirt", parts=_parts, rules=_rules)

STYLE = Style(
    id="gathered-skirt",
    name="Gathered or pleated skirt",
    summary=(
        "Two straight panels on the fold, drawn in at the waist by gathers or pleats, "
        "straight waistband."
    ),
    charts=("women", "children"),
    required=("waist", "hip", "waist_to_knee"),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("waist", "side", "hem", "closing", "band"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
)
