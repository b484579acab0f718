"""The wrap dress: two fronts that cross, or two backs, a skirt in one with them, a long and a short
tie.

It is put together from parts (``draft.builder``): here stand its questions, which parts its answers
name, and the rules that are its own.
"""

from __future__ import annotations

from wickel.draft.builder import Chosen, Recipe, Slot, without_others
from wickel.draft.sleeves import MEASURED as SLEEVE_MEASURED
from wickel.draft.sleeves import sleeve_options
from wickel.draft.style import ChoiceOption, LengthOption, Options, Style
from wickel.draft.torso import CHEST_DEPTH, CHEST_LINE, MEASURED, shoulder_options

OPTIONS = (
    ChoiceOption(
        id="wraps",
        question="It wraps",
        default="front",
        choices={"front": "in front", "back": "at the back"},
    ),
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=40,
        least=-350,
        most=400,
    ),
    LengthOption(
        id="ease_mm", question="Ease at bust, waist and hip", default=60, least=20, most=180
    ),
    LengthOption(
        id="overlap_mm", question="Crosses the centre by", default=150, least=90, most=185
    ),
    LengthOption(
        id="flare_mm", question="Wider at the hem, each quarter", default=90, least=0, most=260
    ),
    LengthOption(id="facing_mm", question="Width of the facings", default=60, least=40, most=90),
    CHEST_LINE,
    CHEST_DEPTH,
    *sleeve_options("short"),
    *shoulder_options(),
)

_RULES = {
    "hem.down": "waist_to_knee + below_knee",
    "wrap.over": "overlap",
    "tie.short": "55 cm",
}


def _parts(options: Options) -> Chosen:
    in_front = options["wraps"] == "front"
    return without_others(
        {
            Slot.NECK: "v" if in_front else "round",
            Slot.SLEEVE: str(options["sleeve"]),
            Slot.CLOSING: "wrapped" if in_front else "wrapped-behind",
            Slot.EDGES: "neck-faced",
        }
    )


_MADE = Recipe(style="wrap-dress", parts=_parts, rules=lambda _: _RULES)


STYLE = Style(
    id="wrap-dress",
    name="Wrap dress",
    summary=(
        "Two fronts that cross, skirt in one, ties; wrapped in front or behind, with any sleeve."
    ),
    charts=("women",),
    required=(*MEASURED, *SLEEVE_MEASURED, "waist_to_knee"),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("shoulder", "side", "neck", "armhole", "hem", "facing", "band"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
)
