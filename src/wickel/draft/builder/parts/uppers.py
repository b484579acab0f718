"""The upper parts on the torso block: with darts, in panels, or plain."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from wickel.body import Body
from wickel.draft.builder.making import (
    OPENS_BEHIND,
    PANELLED,
    WAIST_SEAM,
    Making,
    Part,
    Slot,
)
from wickel.draft.checks import TapeCheck
from wickel.draft.style import LengthOption, Options
from wickel.draft.torso import AT_THE_WAIST, CHEST_DEPTH, CHEST_LINE, MEASURED, TorsoCut, torso_by
from wickel.draft.torso_checks import torso_checks
from wickel.draft.upper import WHOLE, half_pieces, upper_seams
from wickel.pattern import Pattern
from wickel.wording import tr

PLAIN = "plain"
_NAMES = {
    WHOLE: tr("darts"),
    "shoulder": tr("panel seams from the shoulder"),
    "armhole": tr("panel seams from the armhole"),
    PLAIN: tr("nothing: it hangs plain"),
}
_EASE = LengthOption(
    id="ease_mm", question="Ease at bust, waist and hip", default=60, least=20, most=200
)


def _add(shape: str, making: Making) -> Making:
    """Front and back half, sewn at sides and shoulders, panel seams where it has such."""
    neck, back_neck = making.necks
    seamed = WAIST_SEAM in making.needs
    cut = TorsoCut(
        neck=neck,
        back_neck=back_neck,
        below=AT_THE_WAIST if seamed else "below_waist",
        panels=shape in PANELLED,
        plain=shape == PLAIN,
    )
    front, back = torso_by(making.ledger, cut)
    lower = "waist" if seamed else "hem"
    pieces = [
        piece
        for half in (front, back)
        for piece in half_pieces(
            half,
            making.seamed,
            making.allow,
            centre="closing" if not half.front and OPENS_BEHIND in making.needs else "fold",
            lower=lower,
        )
    ]
    made = replace(making, halves=(front, back))
    made = made.with_pieces(*pieces, seams=upper_seams(making.seamed, ()))
    return replace(
        made,
        bare={
            edge: tuple(
                piece.id for piece in pieces if any(own.name == edge for own in piece.edges)
            )
            for edge in ("neck", "armhole")
        },
    )


def _checks(shape: str, pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    ease = float(options["ease_mm"])
    return tuple(torso_checks(pattern, body, ease, fitted=shape != PLAIN))


PARTS = tuple(
    Part(
        id=shape,
        slot=Slot.UPPER,
        name=name,
        add=partial(_add, shape),
        options=(_EASE, CHEST_LINE, CHEST_DEPTH),
        required=MEASURED,
        checks=partial(_checks, shape),
        roles=("side", "armhole", "waist", "hem", "closing"),
        place=place,
    )
    for place, (shape, name) in enumerate(_NAMES.items())
)
