"""The draped dress: a cowl or a stand collar, drapery drawn up in one side seam, a slit in the
other.

It is put together from parts (``draft.builder``): here stand its questions, which parts its answers
name, and the rules that are its own.
"""

from __future__ import annotations

from wickel.draft.builder import Chosen, Recipe, Slot, as_asked, without_others
from wickel.draft.style import ChoiceOption, LengthOption, Option, Options, Style
from wickel.draft.torso import CHEST_DEPTH, CHEST_LINE, MEASURED, shoulder_options

OPTIONS: tuple[Option, ...] = (
    ChoiceOption(
        id="neck",
        question="The neck is",
        default="cowl",
        choices={"cowl": "a cowl", "stand": "a stand collar"},
    ),
    LengthOption(
        id="hang_mm", question="The cowl is wider on each side by", default=90, least=20, most=110
    ),
    LengthOption(
        id="collar_mm", question="Height of the stand collar", default=40, least=25, most=70
    ),
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=100,
        least=-200,
        most=500,
    ),
    LengthOption(id="ease_mm", question="Ease", default=70, least=30, most=200),
    LengthOption(
        id="flare_mm", question="Wider at the hem, each quarter", default=20, least=0, most=150
    ),
    *as_asked(Slot.DRAPE, "folds"),
    LengthOption(id="slit_mm", question="Slit in the other side", default=350, least=0, most=600),
    CHEST_LINE,
    CHEST_DEPTH,
    *shoulder_options(neck_width=105, front_neck=90),
    LengthOption(
        id="facing_mm", question="Width of the back facing", default=50, least=35, most=80
    ),
)

_RULES = {
    "hem.down": "waist_to_knee + below_knee",
    "slit.long": "slit",
    "facing.wide": "facing",
}
_CALLED = {"armhole-binding": "binding"}


def _parts(options: Options) -> Chosen:
    return without_others(
        {
            Slot.NECK: "cowl" if options["neck"] == "cowl" else "round",
            Slot.UPPER: "plain",
            Slot.CLOSING: "side" if options["neck"] == "cowl" else "back",
            Slot.COLLAR: "none" if options["neck"] == "cowl" else "stand",
            Slot.OPENING: "one-side",
            Slot.EDGES: "faced",
            Slot.DRAPE: "folds",
        }
    )


_MADE = Recipe(style="draped-dress", parts=_parts, rules=lambda _: _RULES, called=_CALLED)


STYLE = Style(
    id="draped-dress",
    name="Draped dress",
    summary=(
        "A cowl or a stand collar, folds drawn up in one side seam, a slit in the other; "
        "bound armholes."
    ),
    charts=("women",),
    required=(*MEASURED, "waist_to_knee", "head"),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("shoulder", "side", "neck", "armhole", "hem", "closing", "facing", "band"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
)
