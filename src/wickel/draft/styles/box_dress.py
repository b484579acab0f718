"""The box dress: pulled over the head, straight from chest to hem, sleeves grown on.

It is put together from parts (``draft.builder``): here stand its questions, which parts its answers
name, and the rules that are its own.
"""

from __future__ import annotations

from collections.abc import Mapping

from wickel.draft.builder import Chosen, Recipe, Slot, as_asked, without_others
from wickel.draft.ledger import Ledger, Rule
from wickel.draft.style import ChoiceOption, LengthOption, Options, Style

OPTIONS = (
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=-40,
        least=-350,
        most=450,
    ),
    LengthOption(
        id="sleeve_mm", question="Sleeve from the shoulder point", default=200, least=60, most=480
    ),
    LengthOption(
        id="sleeve_ease_mm",
        question="Room in the sleeve, all round",
        default=110,
        least=20,
        most=400,
    ),
    *as_asked(Slot.SLEEVE, "grown-on-turned", "turn_up_mm", "turn_up_ease_mm"),
    LengthOption(id="ease_mm", question="Ease", default=120, least=0, most=500),
    ChoiceOption(
        id="ease_school",
        question="Ease is added",
        default="whole",
        choices={"whole": "to the whole girth", "quarter": "to each quarter"},
    ),
    LengthOption(
        id="neck_width_mm", question="Neck width from the centre", default=78, least=55, most=140
    ),
    LengthOption(id="front_neck_mm", question="Front neck depth", default=85, least=40, most=220),
    LengthOption(id="back_neck_mm", question="Back neck depth", default=22, least=8, most=120),
    LengthOption(id="slope_mm", question="Shoulder slope", default=22, least=5, most=60),
    LengthOption(id="slit_mm", question="Slit for the head", default=140, least=0, most=260),
    LengthOption(id="facing_mm", question="Width of the facings", default=65, least=40, most=110),
    ChoiceOption(
        id="yoke",
        question="A yoke laid over the shoulders",
        default="none",
        choices={"none": "no", "contrast": "in a contrast cloth"},
    ),
    LengthOption(
        id="yoke_mm",
        question="Depth of the yoke below neck and shoulder",
        default=120,
        least=60,
        most=170,
    ),
)

_RULES: Mapping[str, Rule] = {
    "hem.down": "neck_to_knee + below_knee",
    "neck.slit": "slit",
    "facing.wide": "facing",
    "yoke.deep": "yoke",
    "pocket.down": "max(neck_to_hip - 13 cm, underarm_down_front + 2 cm)",
}
_CALLED = {"front-laid-yoke": "front-yoke", "back-laid-yoke": "back-yoke"}


def _rules(ledger: Ledger) -> Mapping[str, Rule]:
    """By its school ease is added to the whole girth, or to each quarter."""
    if ledger.choice("ease_school") == "whole":
        return _RULES
    return {**_RULES, "side.across": "max(bust, hip)/4 + ease"}


def _parts(options: Options) -> Chosen:
    return without_others(
        {
            Slot.NECK: "slit" if float(options["slit_mm"]) > 0 else "round",
            Slot.UPPER: "plain",
            Slot.SLEEVE: "grown-on-turned",
            Slot.EDGES: "neck-faced",
            Slot.YOKE: "laid-on" if options["yoke"] == "contrast" else "none",
            Slot.POCKETS: "seams",
        }
    )


_MADE = Recipe(style="box-dress", parts=_parts, rules=_rules, called=_CALLED)


STYLE = Style(
    id="box-dress",
    name="Box dress",
    summary=(
        "Pulled over the head, grown-on sleeves with turn-ups, faced neck with a slit, "
        "pockets in the seams."
    ),
    charts=("women",),
    required=("bust", "hip", "shoulder", "upper_arm", "head", "neck_to_hip", "neck_to_knee"),
    options=OPTIONS,
    materials=("main", "contrast"),
    roles=("shoulder", "side", "neck", "hem", "sleeve_end", "facing", "pocket", "band"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
    once={"neck.slit": "slit.long"},
)
