"""The panelled jacket: panel seams over the bust, an open front with buttons and a stand band,
set-in sleeves, lined.

It is put together from parts (``draft.builder``): here stand its questions, which parts its answers
name, and the rules that are its own.
"""

from __future__ import annotations

from wickel.draft.builder import (
    Chosen,
    Recipe,
    Slot,
    without_others,
)
from wickel.draft.sleeves import MEASURED as SLEEVE_MEASURED
from wickel.draft.sleeves import sleeve_options
from wickel.draft.style import ChoiceOption, LengthOption, Options, Style
from wickel.draft.torso import CHEST_DEPTH, CHEST_LINE, MEASURED, shoulder_options
from wickel.draft.upper import SHAPE

KINDS = {id: name for id, name in SHAPE.choices.items() if id != SHAPE.default}

OPTIONS = (
    ChoiceOption(id="shape", question="The panels begin at the", default="armhole", choices=KINDS),
    LengthOption(
        id="below_waist_mm", question="Length below the waist", default=190, least=60, most=360
    ),
    LengthOption(
        id="ease_mm", question="Ease at bust, waist and hip", default=100, least=60, most=240
    ),
    CHEST_LINE,
    CHEST_DEPTH,
    *sleeve_options("long", {"long": "long", "cuffed": "long with a cuff", "bell": "bell-shaped"}),
    *shoulder_options(neck_width=74, front_neck=88),
    LengthOption(id="facing_mm", question="Width of the facings", default=70, least=50, most=100),
    LengthOption(
        id="collar_mm", question="Height of the stand band", default=35, least=20, most=60
    ),
    ChoiceOption(id="lined", question="Lined", default="yes", choices={"yes": "yes", "no": "no"}),
)

_RULES = {"stand.wide": "2 cm"}


def _parts(options: Options) -> Chosen:
    return without_others(
        {
            Slot.UPPER: str(options["shape"]),
            Slot.SLEEVE: str(options["sleeve"]),
            Slot.CLOSING: "front",
            Slot.COLLAR: "stand",
            Slot.LINING: "all" if options["lined"] == "yes" else "none",
        }
    )


_MADE = Recipe(style="jacket", parts=_parts, rules=lambda _: _RULES)

STYLE = Style(
    id="jacket",
    name="Panelled jacket",
    summary=(
        "Panel seams over the bust, buttons in front, a stand band, set-in sleeves; lined or not."
    ),
    charts=("women",),
    required=(*MEASURED, *SLEEVE_MEASURED),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("shoulder", "side", "neck", "armhole", "hem", "facing", "band"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
    brings=_MADE.brings,
)
