"""The wrap skirt: a back on the fold and two fronts that cross, a waistband, ties, a little flared.

It is put together from parts (``draft.builder``): here stand its questions, which parts its answers
name, and the rules that are its own.
"""

from __future__ import annotations

from wickel.draft.builder import Chosen, Recipe, Slot, without_others
from wickel.draft.style import LengthOption, Option, Options, Style

OPTIONS: tuple[Option, ...] = (
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=60,
        least=-350,
        most=400,
    ),
    LengthOption(
        id="overlap_mm",
        question="Each front crosses the centre by",
        default=130,
        least=60,
        most=170,
    ),
    LengthOption(id="waist_ease_mm", question="Ease at the waist", default=10, least=0, most=60),
    LengthOption(id="hip_ease_mm", question="Ease at the hip", default=50, least=15, most=150),
    LengthOption(
        id="flare_mm", question="Wider at the hem, each quarter", default=70, least=0, most=250
    ),
    LengthOption(
        id="band_mm", question="Finished height of the waistband", default=35, least=15, most=90
    ),
)

_RULES = {
    "hip.across": "(hip + hip_ease)/4",
    "hem.flare": "flare",
    "wrap.over": "overlap",
    "facing.wide": "0 cm",
    "tie.short": "65 cm",
    "tie.long": "65 cm",
    "band.overlap": "0 cm",
}


def _parts(options: Options) -> Chosen:
    return without_others(
        {
            Slot.UPPER: "none",
            Slot.CLOSING: "wrapped",
            Slot.LOWER: "swung",
        }
    )


_MADE = Recipe(style="wrap-skirt", parts=_parts, rules=lambda _: _RULES)


STYLE = Style(
    id="wrap-skirt",
    name="Wrap skirt",
    summary="A back on the fold and two fronts that cross, a waistband with ties, a little flared.",
    charts=("women",),
    required=("waist", "hip", "waist_to_hip", "waist_to_knee"),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("waist", "side", "curved_hem", "facing", "band"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
)
