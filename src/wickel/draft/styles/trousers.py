"""Trousers: straight legs, a darted, pleated or elastic waist, pockets; the crotch is solved to the
body.

It is put together from parts (``draft.builder``): here stand its questions, which parts its answers
name, and the rules that are its own.
"""

from __future__ import annotations

from collections.abc import Mapping

from wickel.draft.builder import Chosen, Recipe, Slot, without_others
from wickel.draft.ledger import Ledger, Rule
from wickel.draft.legs import MEASURED, WAISTS, leg_options
from wickel.draft.style import ChoiceOption, LengthOption, Option, Options, Style

OPTIONS: tuple[Option, ...] = (
    *leg_options(),
    LengthOption(id="waist_ease_mm", question="Ease at the waist", default=15, least=0, most=100),
    ChoiceOption(id="waist", question="The waist is", default="darts", choices=WAISTS),
    LengthOption(
        id="band_mm",
        question="Finished height of the band or casing",
        default=35,
        least=15,
        most=90,
    ),
    LengthOption(
        id="overlap_mm", question="Overlap of the waistband", default=30, least=0, most=80
    ),
    ChoiceOption(
        id="pockets",
        question="Pockets",
        default="none",
        choices={"none": "none", "seam": "in the side seams", "slant": "slanted, in front"},
    ),
)


def _rules(ledger: Ledger) -> Mapping[str, Rule]:
    """On elastic its waist is as wide as its hip."""
    elastic = ledger.choice("waist") == "elastic"
    return {
        "hip.across": _HIP,
        "leg.quarter": _WAIST,
        "waist.quarter": f"{_HIP} - min(1.2 cm, 0.1*({_HIP} - {_WAIST}))" if elastic else _WAIST,
        "band.overlap": "overlap",
        "casing.high": "band",
    }


_WAIST, _HIP = "(waist + waist_ease)/4", "(hip + hip_ease)/4"
_CALLED = {"leg-front": "front", "leg-back": "back"}


def _parts(options: Options) -> Chosen:
    waist, pockets = str(options["waist"]), str(options["pockets"])
    elastic = waist == "elastic"
    return without_others(
        {
            Slot.UPPER: "none",
            Slot.CLOSING: "none" if elastic else "fly",
            Slot.WAIST: "elastic" if elastic else "plain",
            Slot.LOWER: {"darts": "trousers"}.get(waist, f"trousers-{waist}"),
            Slot.POCKETS: "seams" if pockets == "seam" else pockets,
        }
    )


_MADE = Recipe(style="trousers", parts=_parts, rules=_rules, called=_CALLED)


STYLE = Style(
    id="trousers",
    name="Trousers",
    summary=(
        "Straight legs with a crease; darts, pleats or elastic; pockets; the crotch meets the body."
    ),
    charts=("women", "men", "children"),
    required=MEASURED,
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("waist", "side", "crotch", "hem", "band", "pocket"),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
    brings=_MADE.brings,
    once={"casing.": "band."},
)
