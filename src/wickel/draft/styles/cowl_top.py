"""The cowl top: a front swung out so that its neck hangs in folds, cut on the bias; a plain back,
no sleeves.

It is put together from parts (``draft.builder``): here stand its questions, which parts its answers
name, and the rules that are its own.
"""

from __future__ import annotations

from wickel.draft.builder import Chosen, Recipe, Slot, without_others
from wickel.draft.style import ChoiceOption, LengthOption, Option, Options, Style
from wickel.draft.torso import CHEST_DEPTH, CHEST_LINE, MEASURED, shoulder_options

OPTIONS: tuple[Option, ...] = (
    LengthOption(
        id="below_waist_mm", question="Length below the waist", default=190, least=60, most=360
    ),
    LengthOption(id="ease_mm", question="Ease", default=50, least=20, most=180),
    LengthOption(
        id="hang_mm", question="The cowl is wider on each side by", default=90, least=20, most=110
    ),
    ChoiceOption(
        id="grain",
        question="The front is cut",
        default="bias",
        choices={"bias": "on the bias", "straight": "straight"},
    ),
    CHEST_LINE,
    CHEST_DEPTH,
    *shoulder_options(neck_width=105, front_neck=90),
    LengthOption(
        id="facing_mm", question="Width of the back facing", default=50, least=35, most=80
    ),
)

_RULES = {
    "waist.across": "max((waist + ease)/4, chest_across - 2.8 cm, min(chest_across, bust/4))",
}
_CALLED = {"armhole-binding": "binding"}


def _parts(options: Options) -> Chosen:
    return without_others(
        {
            Slot.NECK: "cowl-bias" if options["grain"] == "bias" else "cowl",
            Slot.UPPER: "plain",
            Slot.EDGES: "faced",
        }
    )


_MADE = Recipe(style="cowl-top", parts=_parts, rules=lambda _: _RULES, called=_CALLED)


STYLE = Style(
    id="cowl-top",
    name="Cowl top",
    summary=(
        "A front on the bias whose neck hangs in folds, a plain back, bound armholes; pulled "
        "over the head."
    ),
    charts=("women",),
    required=(*MEASURED, "head"),
    options=OPTIONS,
    materials=("main",),
    roles=("shoulder", "side", "neck", "armhole", "hem", "facing", "band"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
)
