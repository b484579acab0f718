"""The handkerchief-hem dress: in one with its sleeves, its skirt a square whose corners hang down.

It is put together from parts (``draft.builder``): here stand its questions, which parts its answers
name, and the rules that are its own.
"""

from __future__ import annotations

from wickel.draft.builder import Chosen, Recipe, Slot, without_others
from wickel.draft.style import ChoiceOption, LengthOption, Option, Options, Style

OPTIONS: tuple[Option, ...] = (
    LengthOption(
        id="skirt_mm",
        question="From the waist down, and out to the side",
        default=400,
        least=200,
        most=700,
    ),
    LengthOption(
        id="sleeve_mm", question="Sleeve from the shoulder point", default=220, least=60, most=450
    ),
    LengthOption(
        id="sleeve_ease_mm",
        question="Room in the sleeve, all round",
        default=140,
        least=40,
        most=400,
    ),
    LengthOption(id="ease_mm", question="Ease", default=120, least=40, most=400),
    LengthOption(
        id="neck_width_mm", question="Neck width from the centre", default=125, least=70, most=160
    ),
    LengthOption(id="front_neck_mm", question="Front neck depth", default=140, least=40, most=220),
    LengthOption(id="back_neck_mm", question="Back neck depth", default=40, least=20, most=140),
    LengthOption(id="slope_mm", question="Shoulder slope", default=24, least=5, most=60),
    LengthOption(id="facing_mm", question="Width of the facings", default=60, least=40, most=100),
    ChoiceOption(id="belt", question="A belt", default="yes", choices={"yes": "yes", "no": "no"}),
)

_RULES = {
    "facing.wide": "min(facing, 0.8*shoulder_across_line)",
    "belt.long": "waist + 70 cm",
    "belt.wide": "3.5 cm",
}


def _parts(options: Options) -> Chosen:
    return without_others(
        {
            Slot.UPPER: "plain",
            Slot.SLEEVE: "grown-on",
            Slot.LOWER: "square-in-one",
            Slot.EDGES: "neck-faced",
            Slot.BELT: "tied" if options["belt"] == "yes" else "none",
        }
    )


_MADE = Recipe(style="handkerchief-dress", parts=_parts, rules=lambda _: _RULES)


STYLE = Style(
    id="handkerchief-dress",
    name="Handkerchief dress",
    summary=(
        "In one with its sleeves, the skirt a square whose corners hang down; faced neck, a belt."
    ),
    charts=("women",),
    required=("bust", "waist", "hip", "shoulder", "upper_arm", "head", "neck_to_waist"),
    options=OPTIONS,
    materials=("main",),
    roles=("shoulder", "side", "neck", "curved_hem", "sleeve_end", "facing", "band"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
)
