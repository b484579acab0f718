"""Straight widths at the waist, drawn in by gathers or pleats of a kind."""

from __future__ import annotations

from functools import partial

from wickel.body import Body
from wickel.draft.builder.lower import (
    BELOW_KNEE,
    added,
    called,
    lower_checks,
    of_lower,
    skirt_figures,
)
from wickel.draft.builder.making import (
    DRAWN_IN,
    WAIST_SEAM,
    ZIP_GOES_ON,
    Making,
    Part,
    Slot,
    stand_mm,
)
from wickel.draft.checks import TapeCheck
from wickel.draft.ledger import SIDES
from wickel.draft.skirts import Roles, double_pleat_marks, gathered_half, pleat_marks
from wickel.draft.style import Options
from wickel.pattern import InnerLine, Pattern, edge_length, sewn_length
from wickel.wording import say, tr

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


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """Those of a skirt, and that its pleats take up just its fullness."""
    front = of_lower(pattern, "front")
    at = [mark.path[0].start[1] for mark in front.inner_lines if mark.name.startswith("pleat")]
    taken = sum(abs(to - start) for start, to in zip(at[::2], at[1::2], strict=True))
    checks = lower_checks(pattern, body, options)
    if not at:
        return checks
    pleats = TapeCheck(
        name="Pleats closed",
        one="panel less pleats",
        one_mm=edge_length(front, "waist") - stand_mm(pattern) - taken,
        other="a quarter of the waist",
        other_mm=sewn_length(front, "waist") - stand_mm(pattern),
        way_out=say("gathered_skirt.divide-fullness-among-pleats-again"),
    )
    return (*checks, pleats)


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
        checks=_checks,
        traits=frozenset({DRAWN_IN}),
        roles=("hem",),
        place=place,
    )
    for place, (kind, name) in enumerate(_NAMES.items(), 20)
)
