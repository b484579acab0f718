"""A peplum at the waist: a short part of a circle in two panels, open where the garment closes."""

from __future__ import annotations

from functools import partial

from wickel.body import Body
from wickel.draft.builder.lower import waist_check, with_waist_seam
from wickel.draft.builder.making import EQUAL_PANELS, WAIST_SEAM, Making, Part, Slot
from wickel.draft.checks import TapeCheck
from wickel.draft.circles import flounce
from wickel.draft.style import LengthOption, Options
from wickel.pattern import Pattern, edge_length
from wickel.wording import tr

_PEPLUM, _PANELS = "peplum", 2
_LONG = LengthOption(
    id="peplum_mm", question="Length of the peplum", default=160, least=60, most=320
)
_PARTS = {
    "peplum-half": (0.5, tr("a peplum, half a circle")),
    "peplum-full": (1.0, tr("a peplum, a full circle")),
}


def _add(fraction: float, making: Making) -> Making:
    ledger = making.ledger
    ledger.at("Peplum")
    joined = making.joined_mm()
    ledger.know("waist_round", 2 * (joined.front + joined.back))
    round_mm = ledger.length("peplum.round", "waist_round", "Peplum at the waist")
    long = ledger.length("peplum.long", "peplum", "Length of the peplum", (40, 400))
    pieces = flounce(_PEPLUM, "Peplum", round_mm, long, fraction, making.allow)
    return with_waist_seam(making.with_pieces(*pieces), _PEPLUM)


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    peplum = _PANELS * edge_length(pattern.piece(_PEPLUM), "waist")
    return (waist_check(pattern, "the peplum", peplum),)


PARTS = tuple(
    Part(
        id=id,
        slot=Slot.LOWER,
        name=name,
        add=partial(_add, fraction),
        options=(_LONG,),
        needs=frozenset({WAIST_SEAM}),
        checks=_checks,
        traits=frozenset({EQUAL_PANELS}),
        roles=("curved_hem",),
        place=place,
    )
    for place, (id, (fraction, name)) in enumerate(_PARTS.items(), 2)
)
