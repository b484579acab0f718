"""The knit top: stretch cloth, no darts, a high collar in one strip, set-in sleeves eased in by
nothing, cuffs.

It is put together from parts (``draft.builder``): here stand its questions, which parts its answers
name, and the rules that are its own.
"""

from __future__ import annotations

from wickel.draft.builder import Chosen, Recipe, Slot, without_others
from wickel.draft.style import ChoiceOption, LengthOption, Option, Options, Style
from wickel.draft.torso import CHEST_DEPTH, CHEST_LINE, MEASURED, shoulder_options

STRETCH = {"25": 1.25, "50": 1.5, "75": 1.75}
OPTIONS: tuple[Option, ...] = (
    LengthOption(
        id="below_waist_mm", question="Length below the waist", default=180, least=60, most=320
    ),
    LengthOption(
        id="ease_mm", question="Ease (narrower than the body: −)", default=-20, least=-120, most=80
    ),
    ChoiceOption(
        id="stretch",
        question="The knit stretches by",
        default="50",
        choices={"25": "a quarter", "50": "a half", "75": "three quarters"},
    ),
    CHEST_LINE,
    CHEST_DEPTH,
    LengthOption(id="arm_ease_mm", question="Room at the upper arm", default=15, least=0, most=80),
    *shoulder_options(neck_width=80, front_neck=100),
    LengthOption(
        id="collar_mm", question="Finished height of the collar", default=90, least=20, most=200
    ),
    LengthOption(
        id="cuff_mm", question="Finished height of the cuffs", default=60, least=20, most=120
    ),
)

_RULES = {
    "cap.ease": "0 cm",
    "collar.high": "collar",
    "cuff.round": "wrist + 2 cm",
}


def _parts(options: Options) -> Chosen:
    return without_others(
        {
            Slot.UPPER: "plain",
            Slot.SLEEVE: "knit",
            Slot.COLLAR: "knit",
        }
    )


_MADE = Recipe(style="knit-top", parts=_parts, rules=lambda _: _RULES)


STYLE = Style(
    id="knit-top",
    name="Knit top",
    summary=(
        "Stretch cloth, no darts, a high collar, set-in sleeves and cuffs; pulled over the head."
    ),
    charts=("women", "children"),
    required=(*MEASURED, "upper_arm", "wrist", "sleeve_length", "head"),
    options=OPTIONS,
    materials=("main",),
    roles=("shoulder", "side", "neck", "armhole", "hem", "band"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
)
