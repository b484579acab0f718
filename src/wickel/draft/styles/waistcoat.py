"""The waistcoat: V neck, buttons in front, deep armholes, a lined back and patch pockets.

It is put together from parts (``draft.builder``): here stand its questions, which parts its answers
name, and the rules that are its own.
"""

from __future__ import annotations

from collections.abc import Mapping

from wickel.draft.builder import Chosen, Recipe, Slot, without_others
from wickel.draft.ledger import Ledger
from wickel.draft.style import ChoiceOption, LengthOption, Option, Options, Style
from wickel.draft.torso import CHEST_DEPTH, CHEST_LINE, MEASURED, shoulder_options

OPTIONS: tuple[Option, ...] = (
    LengthOption(
        id="below_waist_mm", question="Length below the waist", default=80, least=40, most=220
    ),
    LengthOption(
        id="ease_mm", question="Ease at bust, waist and hip", default=90, least=50, most=200
    ),
    CHEST_LINE,
    CHEST_DEPTH,
    *shoulder_options(neck_width=80, front_neck=240),
    LengthOption(id="facing_mm", question="Width of the facings", default=60, least=40, most=90),
    ChoiceOption(
        id="back",
        question="The back is cut from",
        default="lining",
        choices={"lining": "lining", "main": "main cloth"},
    ),
    ChoiceOption(
        id="pockets",
        question="Pockets",
        default="patch",
        choices={"patch": "patch", "none": "none"},
    ),
)

_RULES = {
    "lining.shorter": "0 cm",
    "patch.wide": "0.115*bust",
    "patch.high": "0.125*bust",
}


def _rules(ledger: Ledger) -> Mapping[str, str]:
    """Its chest line lies 2 cm deeper than half the armhole, to be worn over a shirt."""
    if ledger.choice("chest_line") != "armhole":
        return _RULES
    return {**_RULES, "chest.down": "armhole/2 + 2 cm"}


def _parts(options: Options) -> Chosen:
    return without_others(
        {
            Slot.NECK: "v",
            Slot.CLOSING: "front",
            Slot.LINING: "upper" if options["back"] == "main" else "back-too",
            Slot.POCKETS: str(options["pockets"]),
        }
    )


_MADE = Recipe(style="waistcoat", parts=_parts, rules=_rules)

STYLE = Style(
    id="waistcoat",
    name="Waistcoat",
    summary=(
        "V neck, buttons in front, waist darts, deep armholes; lined, the back of lining or "
        "cloth; patch pockets."
    ),
    charts=("women", "men"),
    required=MEASURED,
    options=OPTIONS,
    materials=("main", "lining"),
    roles=("shoulder", "side", "neck", "armhole", "hem", "facing", "pocket"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
)
