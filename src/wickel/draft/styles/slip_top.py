"""The slip top: cut on the bias, hung from bias straps, its top edge faced; as a top or as a slip
dress.

It is put together from parts (``draft.builder``): here stand its questions, which parts its answers
name, and the rules that are its own.
"""

from __future__ import annotations

from wickel.draft.builder import Chosen, Recipe, Slot, as_asked, without_others
from wickel.draft.style import ChoiceOption, LengthOption, Options, Style
from wickel.draft.torso import CHEST_DEPTH, CHEST_LINE, MEASURED

OPTIONS = (
    LengthOption(
        id="below_waist_mm", question="Length below the waist", default=200, least=60, most=800
    ),
    LengthOption(id="ease_mm", question="Ease", default=60, least=0, most=200),
    LengthOption(
        id="flare_mm", question="Wider at the hem, each quarter", default=25, least=0, most=160
    ),
    ChoiceOption(
        id="neck", question="The neck is", default="v", choices={"v": "V", "round": "hollow"}
    ),
    *as_asked(Slot.UPPER, "slip", "front_down_mm", "strap_mm"),
    CHEST_LINE,
    CHEST_DEPTH,
    LengthOption(id="facing_mm", question="Width of the facings", default=50, least=35, most=80),
)


def _parts(options: Options) -> Chosen:
    return without_others(
        {
            Slot.UPPER: "slip" if options["neck"] == "v" else "slip-round",
        }
    )


_MADE = Recipe(style="slip-top", parts=_parts)


STYLE = Style(
    id="slip-top",
    name="Bias slip top",
    summary=(
        "Cut on the bias, hung from bias straps, faced at the top; short or as long as a slip "
        "dress."
    ),
    charts=("women",),
    required=MEASURED,
    options=OPTIONS,
    materials=("main",),
    roles=("side", "neck", "armhole", "hem", "facing", "band"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
)
