"""The collars, sewn into a round, V or slit neck."""

from __future__ import annotations

from functools import partial

from wickel.body import Body
from wickel.draft.builder.making import (
    OPENS_BEHIND,
    Making,
    Part,
    Slot,
    half_neck_mm,
    stand_mm,
)
from wickel.draft.checks import TapeCheck
from wickel.draft.collars import (
    COLLAR_OPTIONS,
    COLLARS,
    collar_by,
    collar_checks,
    collar_pieces,
)
from wickel.draft.necklines import KINDS
from wickel.draft.style import Options
from wickel.geometry import length
from wickel.pattern import Pattern
from wickel.wording import say

_NONE = "none"
_NECKS = ("round", "v", "slit", "keyhole")
OTHER_NECKS = {
    (Slot.NECK, kind): say("builder.collar-neck", neck=name)
    for kind, name in KINDS.items()
    if kind not in _NECKS
}


def _add(kind: str, making: Making) -> Making:
    """The collar for the whole neck, which it finishes."""
    if kind == _NONE:
        return making
    assert making.necklines is not None, "a collar needs a neck"
    making.ledger.at("Collar")
    pieces = collar_pieces(
        kind,
        sum(length(neck.path) for neck in making.necklines),
        making.stand_mm,
        collar_by(making.ledger, kind, level=OPENS_BEHIND in making.needs),
        making.allow,
        opens_behind=OPENS_BEHIND in making.needs,
    )
    return making.with_pieces(*pieces).finished("neck")


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    stand = stand_mm(pattern)
    return tuple(collar_checks(pattern, half_neck_mm(pattern) - stand, stand))


PARTS = tuple(
    Part(
        id=kind,
        slot=Slot.COLLAR,
        name=name,
        add=partial(_add, kind),
        options=() if kind == _NONE else COLLAR_OPTIONS[1:],
        checks=_checks,
        against={} if kind == _NONE else OTHER_NECKS,
        place=place,
    )
    for place, (kind, name) in enumerate(COLLARS.items())
)
