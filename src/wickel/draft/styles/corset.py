"""The corset: three to six panels a side, drawn in evenly at every seam, boned, lined and
interfaced.

It is put together from parts (``draft.builder``): here stand its questions, and which part its
answers name.
"""

from __future__ import annotations

from wickel.draft.builder import Chosen, Recipe, Slot, without_others
from wickel.draft.corset import TOPS
from wickel.draft.style import ChoiceOption, LengthOption, Option, Options, Style

OPTIONS: tuple[Option, ...] = (
    ChoiceOption(
        id="panels",
        question="Panels on each side",
        default="5",
        choices={"3": "3", "4": "4", "5": "5", "6": "6"},
    ),
    ChoiceOption(id="top", question="The top runs", default="heart", choices=TOPS),
    LengthOption(id="drawn_mm", question="Drawn in at the waist by", default=40, least=0, most=80),
    LengthOption(
        id="gap_mm", question="Gap for the lacing at the back", default=40, least=0, most=100
    ),
    LengthOption(
        id="below_waist_mm", question="Length below the waist", default=110, least=60, most=180
    ),
    LengthOption(
        id="point_mm", question="Longer at the centre front by", default=35, least=0, most=90
    ),
    ChoiceOption(
        id="front",
        question="In front it",
        default="busk",
        choices={"busk": "opens with a busk", "fold": "is closed"},
    ),
    ChoiceOption(id="lined", question="Lined", default="yes", choices={"yes": "yes", "no": "no"}),
)

_CALLED = {f"stay-{k}": f"panel-{k}" for k in range(1, 7)}


def _parts(options: Options) -> Chosen:
    return without_others({Slot.UPPER: "corset"})


_ASKED = {
    "panels": "corset_panels",
    "top": "corset_top",
    "front": "corset_front",
    "lined": "corset_lined",
    "below_waist_mm": "corset_below_mm",
}
_MADE = Recipe(style="corset", parts=_parts, called=_CALLED, asked=_ASKED)

STYLE = Style(
    id="corset",
    name="Corset in panels",
    summary=(
        "Three to six panels a side, drawn in evenly at every seam; boned, lined, interfaced, "
        "bound; laced behind."
    ),
    charts=("women",),
    required=(
        "bust",
        "under_bust",
        "waist",
        "hip",
        "neck_to_bust",
        "neck_to_under_bust",
        "neck_to_waist",
        "waist_to_hip",
    ),
    options=OPTIONS,
    materials=("main", "interfacing", "lining"),
    roles=("side", "neck", "closing", "band"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
)
