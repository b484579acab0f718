"""The sleeves that are set in."""

from __future__ import annotations

from functools import partial

from wickel.body import Body
from wickel.draft.builder.making import Making, Part, Slot
from wickel.draft.checks import TapeCheck
from wickel.draft.sleeves import (
    MEASURED,
    SLEEVES,
    sleeve_checks,
    sleeve_options,
    sleeve_pieces_by,
    sleeve_seams,
)
from wickel.draft.style import Option, Options, is_asked
from wickel.draft.upper import armhole_mm
from wickel.geometry import length
from wickel.pattern import Pattern
from wickel.wording import tr

_NONE = "none"


def asked_by(kind: str) -> tuple[Option, ...]:
    if kind == _NONE:
        return ()
    return tuple(
        option for option in sleeve_options() if is_asked(option, {Slot.SLEEVE.value: kind})
    )[1:]


def set_in(kind: str, making: Making) -> Making:
    """The garment with a sleeve of a kind in its armhole, with its band or cuff."""
    if kind == _NONE:
        return making
    front, back = making.torso
    armhole = length((front.armhole,)) + length((back.armhole,))
    pieces = sleeve_pieces_by(making.ledger, armhole, front.chest, making.allow, kind)
    seams = sleeve_seams(pieces, making.outer("front"), making.outer("back"))
    return making.with_pieces(*pieces, seams=seams).finished("armhole")


def cap_checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    return tuple(
        sleeve_checks(pattern, armhole_mm(pattern), float(options.get("cap_ease_mm", 0.0)))
    )


PARTS = tuple(
    Part(
        id=kind,
        slot=Slot.SLEEVE,
        name=name,
        add=partial(set_in, kind),
        options=asked_by(kind),
        required=() if kind == _NONE else MEASURED,
        checks=cap_checks,
        roles=() if kind == _NONE else ("band",),
        found_by=tr("no sleeves, sleeveless") if kind == _NONE else "",
        place=place,
    )
    for place, (kind, name) in enumerate(SLEEVES.items())
)
