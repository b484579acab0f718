"""The pencil skirt: straight or tapered, darts or none, centre-back closing with a slit, waistband.

It is put together from parts (``draft.builder``): here stand its questions, which parts its answers
name, and the rules that are its own.
"""

from __future__ import annotations

from collections.abc import Mapping

from wickel.draft.builder import Chosen, Recipe, Slot, without_others
from wickel.draft.ledger import Ledger, Rule
from wickel.draft.parts import BAND_OPTIONS
from wickel.draft.style import ChoiceOption, LengthOption, Options, Style

OPTIONS = (
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=-20,
        least=-350,
        most=350,
    ),
    LengthOption(id="waist_ease_mm", question="Ease at the waist", default=15, least=0, most=80),
    LengthOption(id="hip_ease_mm", question="Ease at the hip", default=40, least=15, most=150),
    LengthOption(
        id="taper_mm",
        question="Narrower at the hem, each quarter (wider: −)",
        default=25,
        least=-120,
        most=50,
    ),
    ChoiceOption(
        id="shape",
        question="The waist is shaped",
        default="darts",
        choices={"darts": "by darts", "sides": "at the sides"},
    ),
    LengthOption(id="slit_mm", question="Slit at the centre back", default=180, least=0, most=400),
    *BAND_OPTIONS,
)


def _rules(ledger: Ledger) -> Mapping[str, Rule]:
    rules: dict[str, Rule] = {
        "hip.across": "(hip + hip_ease)/4",
        "hem.across": "hip_across - taper",
        "hem.rise": "0 cm",
        "band.overlap": "overlap",
        "slit.long": "slit",
        "zip.below": "max(20 cm, waist_to_hip)",
    }
    if ledger.choice("shape") == "sides":
        rules["dart.wide"] = "0 cm"
    return rules


def _parts(options: Options) -> Chosen:
    return without_others(
        {
            Slot.UPPER: "none",
            Slot.CLOSING: "back",
            Slot.LOWER: "straight",
            Slot.OPENING: "behind",
        }
    )


_MADE = Recipe(style="pencil-skirt", parts=_parts, rules=_rules)


STYLE = Style(
    id="pencil-skirt",
    name="Pencil skirt",
    summary="Front on the fold, back with zip and slit, darts or none, straight waistband.",
    charts=("women",),
    required=("waist", "hip", "waist_to_hip", "waist_to_knee"),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("waist", "side", "hem", "closing", "band"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
    once={"zip.below": "zip.long"},
)
