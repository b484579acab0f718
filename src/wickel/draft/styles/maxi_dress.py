"""The straight maxi dress: boat neck, short grown-on sleeves, long and straight with slits at the
sides.

It is put together from parts (``draft.builder``): here stand its questions, which parts its answers
name, and the rules that are its own.
"""

from __future__ import annotations

from wickel.draft.builder import Chosen, Recipe, Slot, without_others
from wickel.draft.style import LengthOption, Options, Style

OPTIONS = (
    LengthOption(
        id="above_floor_mm", question="Hem above the floor", default=40, least=0, most=450
    ),
    LengthOption(id="slit_mm", question="Slits at the sides", default=450, least=0, most=750),
    LengthOption(id="ease_mm", question="Ease", default=110, least=20, most=400),
    LengthOption(
        id="sleeve_mm", question="Sleeve from the shoulder point", default=190, least=60, most=450
    ),
    LengthOption(
        id="sleeve_ease_mm",
        question="Room in the sleeve, all round",
        default=130,
        least=40,
        most=400,
    ),
    LengthOption(
        id="neck_width_mm", question="Neck width from the centre", default=150, least=120, most=170
    ),
    LengthOption(id="front_neck_mm", question="Front neck depth", default=55, least=30, most=140),
    LengthOption(id="back_neck_mm", question="Back neck depth", default=40, least=20, most=140),
    LengthOption(id="slope_mm", question="Shoulder slope", default=26, least=5, most=60),
    LengthOption(id="facing_mm", question="Width of the facings", default=60, least=40, most=100),
)

_RULES = {
    "hem.down": "neck_to_floor - above_floor",
    "slit.long": "slit",
    "facing.wide": "min(facing, shoulder_line - 2 cm)",
}


def _parts(options: Options) -> Chosen:
    return without_others(
        {
            Slot.UPPER: "plain",
            Slot.SLEEVE: "grown-on",
            Slot.OPENING: "sides" if float(options["slit_mm"]) > 0 else "none",
            Slot.EDGES: "neck-faced",
        }
    )


_MADE = Recipe(style="maxi-dress", parts=_parts, rules=lambda _: _RULES)

STYLE = Style(
    id="maxi-dress",
    name="Straight maxi dress",
    summary=(
        "Boat neck, short grown-on sleeves, long and straight with slits at the sides; no closing."
    ),
    charts=("women",),
    required=("bust", "hip", "shoulder", "upper_arm", "head", "neck_to_floor"),
    options=OPTIONS,
    materials=("main",),
    roles=("shoulder", "side", "neck", "hem", "sleeve_end", "facing"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
)
