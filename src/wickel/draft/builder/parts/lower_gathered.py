"""Straight widths at the waist, drawn in by gathers or pleats of a kind."""

from __future__ import annotations

from functools import partial

from wickel.draft.builder.lower import BELOW_KNEE, added, called, lower_checks, skirt_figures
from wickel.draft.builder.making import WAIST_SEAM, ZIP_GOES_ON, Making, Part, Slot
from wickel.draft.ledger import SIDES
from wickel.draft.skirts import Roles, double_pleat_marks, gathered_half, pleat_marks
from wickel.pattern import InnerLine
from wickel.wording import tr

_PLEATED, _BOX, _INVERTED = "pleated", "box-pleats", "inverted-pleats"


def _marks(kind: str, quarter: float, wide: float, about: float) -> tuple[InnerLine, ...]:
    """The marks of the pleats of a kind; none of gathers."""
    if kind == "gathered":
        return ()
    if kind == _PLEATED:
        return pleat_marks(quarter, wide, about)
    return double_pleat_marks(quarter, wide, about, inverted=kind == _INVERTED)


def _add(kind: str, making: Making) -> Making:
    joined, long = skirt_figures(making)
    ledger = making.ledger
    times = ledger.number("skirt.times", 2.0, "Wider than the waist, times", (1.2, 4.0))
    wide = ledger.both("skirt.wide", f"skirt_waist*{times!r}", "A quarter of the skirt, spread")
    about = (
        ledger.length("pleat.wide", "3 cm", "A pleat lies over, about", (8, 100))
        if kind != "gathered"
        else 0.0
    )
    halves = [
        gathered_half(
            *called(making, side),
            (joined.of(side), wide.of(side), long.of(side)),
            _marks(kind, joined.of(side), wide.of(side), about),
            making.allow,
            Roles(making.centre(side)),
        )
        for side in SIDES
    ]
    return added(making, *halves)


_NAMES = {
    "gathered": tr("straight and gathered"),
    _PLEATED: tr("straight, in knife pleats"),
    _BOX: tr("straight, in box pleats"),
    _INVERTED: tr("straight, in inverted pleats"),
}

PARTS = tuple(
    Part(
        id=kind,
        slot=Slot.LOWER,
        name=name,
        add=partial(_add, kind),
        options=(BELOW_KNEE,),
        required=("waist_to_knee",),
        needs=frozenset({WAIST_SEAM, ZIP_GOES_ON}),
        checks=lower_checks,
        roles=("hem",),
        place=place,
    )
    for place, (kind, name) in enumerate(_NAMES.items(), 20)
)
