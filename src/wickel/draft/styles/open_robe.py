"""The open robe: grown-on sleeves with bands, a band all along the open front, a belt and its
loops.

It is put together from parts (``draft.builder``): here stand its questions, which parts its answers
name, and the rules that are its own.
"""

from __future__ import annotations

from wickel.draft.builder import Chosen, Recipe, Slot, as_asked, without_others
from wickel.draft.style import LengthOption, Options, Style

OPTIONS = (
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=150,
        least=-250,
        most=450,
    ),
    *as_asked(Slot.CLOSING, "banded", "front", "opening_mm"),
    LengthOption(id="ease_mm", question="Ease", default=200, least=60, most=500),
    LengthOption(
        id="sleeve_mm", question="Sleeve from the shoulder point", default=320, least=120, most=480
    ),
    LengthOption(
        id="sleeve_ease_mm",
        question="Room in the sleeve, all round",
        default=200,
        least=60,
        most=400,
    ),
    LengthOption(
        id="neck_width_mm", question="Neck width from the centre", default=78, least=60, most=130
    ),
    LengthOption(id="back_neck_mm", question="Back neck depth", default=22, least=8, most=80),
    LengthOption(id="slope_mm", question="Shoulder slope", default=22, least=5, most=60),
    LengthOption(
        id="band_mm", question="Finished width of the bands", default=60, least=25, most=120
    ),
    LengthOption(
        id="belt_mm", question="Belt longer than the waist by", default=900, least=400, most=1500
    ),
)

_RULES = {
    "neck.down": "back_neck",
    "hem.down": "neck_to_knee + below_knee",
    "opening.down": "opening",
    "band.wide": "band",
    "belt.long": "waist + belt",
    "belt.wide": "band_wide",
    "loop.count": "2",
    "loop.long": "11 cm",
    "loop.wide": "2 cm",
}


def _parts(options: Options) -> Chosen:
    return without_others(
        {
            Slot.UPPER: "plain",
            Slot.SLEEVE: "grown-on",
            Slot.CLOSING: "banded",
            Slot.BELT: "tied",
            Slot.EXTRA: "loops",
        }
    )


_MADE = Recipe(style="open-robe", parts=_parts, rules=lambda _: _RULES)


STYLE = Style(
    id="open-robe",
    name="Open robe",
    summary=(
        "Grown-on sleeves with bands, a band along the open front, shaped or straight; belt "
        "and loops."
    ),
    charts=("women", "men"),
    required=("bust", "waist", "hip", "shoulder", "upper_arm", "neck_to_knee"),
    options=OPTIONS,
    materials=("main",),
    roles=("shoulder", "side", "hem", "sleeve_end", "band"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
)
