"""The jumpsuit: a sleeveless top on straps, legs with an elastic waist, pockets; for women and
children. It is stepped into from above: the top goes over the hip.

It is put together from parts (``draft.builder``): here stand its questions, which parts its answers
name, and the rules that are its own.
"""

from __future__ import annotations

from wickel.draft.builder import Chosen, Recipe, Slot, without_others
from wickel.draft.legs import MEASURED, leg_options
from wickel.draft.style import ChoiceOption, LengthOption, Option, Options, Style

OPTIONS: tuple[Option, ...] = (
    *leg_options(hip_ease=110, hem=440, knee=500),
    LengthOption(id="ease_mm", question="Ease of the top", default=110, least=60, most=240),
    LengthOption(
        id="strap_mm", question="Finished width of the straps", default=30, least=15, most=60
    ),
    LengthOption(
        id="casing_mm", question="Height of the waist casing", default=25, least=15, most=50
    ),
    LengthOption(id="facing_mm", question="Width of the facings", default=50, least=35, most=70),
    ChoiceOption(
        id="pockets",
        question="Pockets",
        default="bib",
        choices={"bib": "one on the bib", "none": "none"},
    ),
)

_WAIST, _HIP = "waist/4", "(hip + hip_ease)/4"
_RULES = {
    "top.across": f"{_HIP} - min(1.2 cm, 0.1*({_HIP} - {_WAIST}))",
    "strap.across": "bust_span/2 + strap/2 + 0.6 cm",
    "strap.wide": "strap",
    "casing.high": "casing",
    "leg.hip.across": _HIP,
    "leg.leg.quarter": _WAIST,
}
_CALLED = {"leg-front": "front-leg", "leg-back": "back-leg"}


def _parts(options: Options) -> Chosen:
    return without_others(
        {
            Slot.UPPER: "bib",
            Slot.WAIST: "elastic",
            Slot.LOWER: "trousers-elastic",
            Slot.POCKETS: "one-patch" if options["pockets"] == "bib" else "none",
        }
    )


_MADE = Recipe(style="jumpsuit", parts=_parts, rules=lambda _: _RULES, called=_CALLED)


STYLE = Style(
    id="jumpsuit",
    name="Jumpsuit",
    summary=(
        "A sleeveless top on straps and loops, legs with an elastic waist, a pocket on the bib."
    ),
    charts=("women", "children"),
    required=(
        *MEASURED,
        "bust",
        "bust_span",
        "armhole",
        "neck_to_bust",
        "neck_to_waist",
        "nape_to_waist",
    ),
    options=OPTIONS,
    materials=("main",),
    roles=("waist", "side", "crotch", "hem", "neck", "armhole", "facing", "band", "pocket"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
    once={
        f"leg.{id}": id
        for id in ("hip.", "waist.", "dart.", "crotch.", "leg.", "knee.", "hem.", "crease.")
    },
)
