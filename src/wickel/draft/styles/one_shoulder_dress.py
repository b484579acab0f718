"""The one-shoulder dress: the neck runs from one shoulder under the other arm, one side ruched.

It is put together from parts (``draft.builder``): here stand its questions, which parts its answers
name, and the rules that are its own.
"""

from __future__ import annotations

from wickel.draft.builder import Chosen, Recipe, Slot, without_others
from wickel.draft.style import ChoiceOption, LengthOption, Option, Options, Style
from wickel.draft.torso import CHEST_DEPTH, CHEST_LINE, MEASURED

OPTIONS: tuple[Option, ...] = (
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=-60,
        least=-300,
        most=400,
    ),
    LengthOption(id="ease_mm", question="Ease", default=60, least=20, most=180),
    LengthOption(
        id="flare_mm", question="Wider at the hem, each quarter", default=10, least=0, most=150
    ),
    ChoiceOption(
        id="ruched",
        question="Ruched is",
        default="side",
        choices={"side": "the side under the shoulder", "other": "the other side", "none": "none"},
    ),
    LengthOption(
        id="ruche_mm", question="Gathers of the ruched side", default=160, least=40, most=320
    ),
    CHEST_LINE,
    CHEST_DEPTH,
    LengthOption(
        id="neck_width_mm", question="Neck width from the centre", default=80, least=60, most=110
    ),
    LengthOption(id="slope_mm", question="Shoulder slope", default=38, least=10, most=60),
    LengthOption(id="facing_mm", question="Width of the facings", default=50, least=35, most=80),
)

_RULES = {
    "hem.down": "waist_to_knee + below_knee",
}
_CALLED = {"armhole-binding": "binding"}


def _parts(options: Options) -> Chosen:
    drawn = {"side": "side", "other": "other-side", "none": "none"}[str(options["ruched"])]
    return without_others(
        {
            Slot.UPPER: "one-shoulder",
            Slot.CLOSING: "side",
            Slot.EDGES: "faced",
            Slot.DRAPE: drawn,
        }
    )


_MADE = Recipe(style="one-shoulder-dress", parts=_parts, rules=lambda _: _RULES, called=_CALLED)


STYLE = Style(
    id="one-shoulder-dress",
    name="One-shoulder dress",
    summary=(
        "The neck runs from one shoulder under the other arm; one side ruched or plain; faced "
        "and bound."
    ),
    charts=("women",),
    required=(*MEASURED, "waist_to_knee"),
    options=OPTIONS,
    materials=("main",),
    roles=("shoulder", "side", "neck", "armhole", "hem", "closing", "facing", "band"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
)
