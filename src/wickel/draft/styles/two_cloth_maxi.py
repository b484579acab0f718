"""The maxi dress in two cloths: grown-on sleeves, centre seams, each half of another cloth, a vent,
lined.

It is put together from parts (``draft.builder``): here stand its questions, which parts its answers
name, and the rules that are its own.
"""

from __future__ import annotations

from wickel.draft.builder import Chosen, Recipe, Slot, without_others
from wickel.draft.style import ChoiceOption, LengthOption, Option, Options, Style

OPTIONS: tuple[Option, ...] = (
    LengthOption(
        id="above_floor_mm", question="Hem above the floor", default=60, least=0, most=450
    ),
    LengthOption(id="vent_mm", question="Vent in the centre back", default=400, least=0, most=700),
    LengthOption(id="ease_mm", question="Ease", default=130, least=40, most=400),
    LengthOption(
        id="sleeve_mm", question="Sleeve from the shoulder point", default=230, least=60, most=450
    ),
    LengthOption(
        id="sleeve_ease_mm",
        question="Room in the sleeve, all round",
        default=150,
        least=40,
        most=400,
    ),
    ChoiceOption(
        id="halves",
        question="The second cloth is on",
        default="side",
        choices={
            "side": "one side, front and back",
            "crossed": "one side in front, the other behind",
        },
    ),
    LengthOption(
        id="neck_width_mm", question="Neck width from the centre", default=125, least=70, most=160
    ),
    LengthOption(id="front_neck_mm", question="Front neck depth", default=150, least=50, most=220),
    LengthOption(id="back_neck_mm", question="Back neck depth", default=40, least=20, most=140),
    LengthOption(id="slope_mm", question="Shoulder slope", default=26, least=5, most=60),
    ChoiceOption(id="lined", question="Lined", default="yes", choices={"yes": "yes", "no": "no"}),
)

_RULES = {
    "hem.down": "neck_to_floor - above_floor",
    "vent.long": "vent",
}


def _parts(options: Options) -> Chosen:
    return without_others(
        {
            Slot.NECK: "v",
            Slot.UPPER: "plain",
            Slot.SLEEVE: "grown-on",
            Slot.CLOSING: "seam-behind",
            Slot.OPENING: "vent" if float(options["vent_mm"]) > 0 else "none",
            Slot.LINING: "all" if options["lined"] == "yes" else "none",
            Slot.CLOTHS: str(options["halves"]),
        }
    )


_MADE = Recipe(style="two-cloth-maxi", parts=_parts, rules=lambda _: _RULES)


STYLE = Style(
    id="two-cloth-maxi",
    name="Maxi dress in two cloths",
    summary=(
        "Grown-on sleeves and centre seams, each half of another cloth, V neck, a vent "
        "behind; lined."
    ),
    charts=("women",),
    required=("bust", "hip", "shoulder", "upper_arm", "head", "neck_to_floor"),
    options=OPTIONS,
    materials=("main", "contrast", "lining"),
    roles=("shoulder", "side", "neck", "hem", "sleeve_end"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
)
