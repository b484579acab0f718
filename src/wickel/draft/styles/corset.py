"""The corset: three to six panels a side, drawn in evenly at every seam, boned, lined and
interfaced.

It is put together from parts (``draft.builder``): here stand its questions, and which part its
answers name.
"""

from __future__ import annotations

from wickel.draft.builder import PARTS, Chosen, Recipe, Slot, as_asked, without_others
from wickel.draft.style import Options, Style

_ASKED = {
    "panels": "corset_panels",
    "top": "corset_top",
    "front": "corset_front",
    "lined": "corset_lined",
    "below_waist_mm": "corset_below_mm",
}
"""The questions of the part that are asked here without calling them a corset's."""
OPTIONS = as_asked(Slot.UPPER, "corset", called=_ASKED)

_CALLED = {f"stay-{k}": f"panel-{k}" for k in range(1, 7)}


def _parts(options: Options) -> Chosen:
    return without_others({Slot.UPPER: "corset"})


_MADE = Recipe(style="corset", parts=_parts, called=_CALLED, asked=_ASKED)

STYLE = Style(
    id="corset",
    name="Corset in panels",
    summary=(
        "Three to six panels a side, drawn in evenly at every seam; boned, lined, interfaced, "
        "bound; laced behind."
    ),
    charts=("women",),
    required=PARTS[Slot.UPPER]["corset"].required,
    options=OPTIONS,
    materials=("main", "interfacing", "lining"),
    roles=("side", "neck", "closing", "band"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
)
