"""Where a garment opens: behind, in front with buttons, at the side, or not at all."""

from __future__ import annotations

from dataclasses import replace

from wickel.body import Body
from wickel.draft.builder.making import (
    OPENS_BEHIND,
    OPENS_IN_FRONT,
    ZIP_GOES_ON,
    Making,
    Part,
    Slot,
    half_neck_mm,
)
from wickel.draft.checks import TapeCheck
from wickel.draft.fastenings import button_stand, buttons_by
from wickel.draft.necklines import KINDS, SLIT_MM
from wickel.draft.style import Options
from wickel.draft.usual_checks import over_head
from wickel.pattern import Pattern
from wickel.wording import say, tr


def _buttoned(making: Making) -> Making:
    """The front with its button stand, its edge and neck faced in one."""
    making, facing = making.with_facing()
    ledger = making.ledger
    stand = ledger.length("stand.wide", "1.8 cm", "Button stand beyond the centre", (8, 60))
    front = making.piece(making.names("front")[0])
    opened, strip = button_stand(
        front, stand, facing.front, making.allow, lambda long: buttons_by(ledger, long)
    )
    return replace(making.with_pieces(opened, strip), stand_mm=stand)


def _zipped(making: Making) -> Making:
    """A zip, which goes on below the waist where a skirt is sewn on."""
    if ZIP_GOES_ON not in making.needs:
        return making
    ledger = making.ledger
    ledger.at("Facings and closing")
    down = ledger.length("zip.below", "18 cm", "Zip on below the waist", (80, 300))
    return replace(making, zip_mm=down)


def _over_head(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """Without an opening at the neck it goes over the head, where that was measured."""
    if "head" not in body.measurements_mm:
        return ()
    slit = 2 * pattern.figure_or("neck.slit", SLIT_MM) if options["neck"] == "slit" else 0.0
    opening = slit + 2 * half_neck_mm(pattern)
    way_out = "Close it behind or in front, or take a wider neck or one with a slit."
    return (over_head(body, opening, way_out),)


_NO_STRAIGHT_CENTRE = {
    (Slot.NECK, kind): say("builder.no-straight-centre", neck=KINDS[kind])
    for kind in ("slit", "sweetheart")
}

PARTS = (
    Part(
        id="back",
        slot=Slot.CLOSING,
        name=tr("in the centre back"),
        add=_zipped,
        needs=frozenset({OPENS_BEHIND}),
        roles=("closing",),
        place=1,
    ),
    Part(
        id="front",
        slot=Slot.CLOSING,
        name=tr("with buttons in front"),
        add=_buttoned,
        needs=frozenset({OPENS_IN_FRONT}),
        against=_NO_STRAIGHT_CENTRE,
        roles=("facing",),
        place=2,
    ),
    Part(
        id="side",
        slot=Slot.CLOSING,
        name=tr("with a zip in the side"),
        add=_zipped,
        checks=_over_head,
        place=3,
    ),
    Part(
        id="none",
        slot=Slot.CLOSING,
        name=tr("nowhere: it is pulled on"),
        checks=_over_head,
        place=4,
    ),
)
