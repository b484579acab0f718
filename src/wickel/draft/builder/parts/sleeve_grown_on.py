"""Sleeves in one with the front and the back."""

from __future__ import annotations

from dataclasses import replace

from wickel.draft.builder.making import (
    GROWN_ON,
    LOWERED,
    UNDER_BUST,
    WAIST_SEAM,
    Making,
    Part,
    Slot,
)
from wickel.draft.builder.parts.uppers import (
    LOWER_BY,
    PLAIN,
    centre_role,
    lower_role,
    with_halves,
    with_seam_moved,
)
from wickel.draft.grown_on import GrownOn, grown_on_by, shoulder_to_side
from wickel.draft.ledger import SIDES
from wickel.draft.necklines import Neckline, neck_size_by, neckline
from wickel.draft.parts import edges, line
from wickel.draft.style import LengthOption
from wickel.draft.torso import half_cut
from wickel.draft.upper import WHOLE
from wickel.geometry import Line
from wickel.pattern import Piece
from wickel.wording import say, tr

_LONG = LengthOption(
    id="sleeve_mm", question="Length of a short sleeve", default=240, least=120, most=450
)
_ROOM = LengthOption(
    id="sleeve_ease_mm",
    question="Sleeve wider than the upper arm by",
    default=120,
    least=40,
    most=400,
)
_WAIST = "back_neck + nape_to_waist"


def _long(making: Making) -> str:
    """The rule of the length of the upper part from the neck point."""
    if WAIST_SEAM not in making.needs:
        return f"{_WAIST} + below_waist"
    if UNDER_BUST in making.needs:
        return "neck_to_under_bust"
    return f"{_WAIST} + {LOWER_BY}" if LOWERED in making.needs else _WAIST


def _add(making: Making) -> Making:
    ledger = making.ledger
    frames = dict(zip(SIDES, grown_on_by(ledger, _long(making)), strict=True))
    sizes = neck_size_by(ledger, making.necks, lambda side: frames[side].neck)
    front, back = (
        neckline(kind, frames[side].neck_down, frames[side].neck, size)
        for side, kind, size in zip(SIDES, making.necks, sizes, strict=True)
    )
    pieces = [
        _half(making, side, frames[side], neck)
        for side, neck in zip(SIDES, (front, back), strict=True)
    ]
    made = replace(making, necklines=(front, back))
    made = with_seam_moved(made, frames["back"].hem_centre[0])
    return with_halves(made, pieces, WHOLE)


def _half(making: Making, side: str, frame: GrownOn, neck: Neckline) -> Piece:
    shoulder, *others = shoulder_to_side(frame)
    centre = centre_role(making, side)
    return Piece(
        id=side,
        name=side.capitalize(),
        edges=edges(
            making.allow,
            ("neck", neck.path, "neck"),
            ("shoulder", (*neck.rise, *shoulder[1]), "shoulder"),
            *others,
            ("hem", (Line(frame.hem_side, frame.hem_centre),), lower_role(making)),
            ("centre", line(frame.hem_centre, neck.centre), centre),
        ),
        cuts=half_cut(centre),
        inner_lines=neck.marks,
        points=frame.points(neck.centre),
    )


PARTS = (
    Part(
        id="grown-on",
        slot=Slot.SLEEVE,
        name=tr("in one with front and back"),
        add=_add,
        options=(_LONG, _ROOM),
        required=("upper_arm", "hip"),
        needs=frozenset({GROWN_ON}),
        only_beside={Slot.UPPER: ((PLAIN,), say("builder.grown-on-plain"))},
        roles=("sleeve_end", "shoulder"),
        place=32,
    ),
)
