"""The waist: a seam there, above or below, a band set in, a casing for elastic or a drawstring."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from wickel.body import Body
from wickel.draft.builder.making import (
    BAND_HIGH,
    LOWERED,
    OPENS_BEHIND,
    OPENS_IN_FRONT,
    UNDER_BUST,
    Making,
    Part,
    Slot,
    waist_round_mm,
)
from wickel.draft.checks import TapeCheck
from wickel.draft.fastenings import tie
from wickel.draft.parts import Strip, rectangle, waistband
from wickel.draft.style import Options
from wickel.draft.usual_checks import band_to_waist
from wickel.pattern import Cut, Pattern, PieceRole, View
from wickel.wording import say, tr

_OVERLAP = "band.overlap"


def _plain(making: Making) -> Making:
    """A seam; what has no upper part hangs from a band."""
    return making if making.has_upper else _band(making)


def _band(making: Making) -> Making:
    """A straight band: folded double where it is the upper end, else set in between, of two
    layers; what hangs from it is shorter by its height."""
    joined = making.joined_mm()
    ledger = making.ledger
    ledger.at("Waistband")
    ledger.know("waist_round", 2 * (joined.front + joined.back + making.stand_mm))
    high = ledger.length("band.high", "band", "Finished height of the waistband", (10, 160))
    opens = making.needs & {OPENS_BEHIND, OPENS_IN_FRONT} or making.chosen[Slot.CLOSING] == "side"
    if not making.has_upper:
        ledger.length(_OVERLAP, "3 cm" if opens else "0 cm", "Overlap of the waistband")
        long = ledger.length("band.long", "waist_round + band_overlap", "Length of the waistband")
        return making.with_pieces(waistband(long, 0.0, high, making.allow))
    long = ledger.length("band.long", "waist_round", "Length of the waistband")
    strip = Strip(
        id="waistband",
        name="Waistband",
        part=PieceRole.WAISTBAND,
        long_mm=long,
        high_mm=high,
        cuts=(Cut(material="main", copies=2), Cut(material="interfacing", copies=1)),
        role="waist",
    )
    ledger.know("above_waist", -high)
    return replace(making.with_pieces(rectangle(strip, making.allow)), above="above_waist")


def _band_checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    bands = [piece for piece in pattern.pieces if piece.id == "waistband"]
    over = pattern.figure_or(_OVERLAP, 0.0)
    return tuple(band_to_waist(band, over, waist_round_mm(pattern)) for band in bands)


def _casing(behind_only: bool, cord: bool, making: Making) -> Making:
    """A casing as long as the waist, or as its back, for elastic or a cord."""
    joined = making.joined_mm()
    ledger = making.ledger
    ledger.at("Waist")
    long_mm = 2 * (joined.back if behind_only else joined.front + joined.back + making.stand_mm)
    ledger.know("waist_round", long_mm)
    long = ledger.length("casing.long", "waist_round", "Length of the casing")
    high = ledger.length("casing.high", "2.5 cm", "Finished height of the casing", (8, 100))
    strip = Strip(
        id="casing-back" if behind_only else "cord-casing" if cord else "casing",
        name="Casing behind" if behind_only else "Waist casing",
        part=PieceRole.CASING,
        long_mm=long,
        high_mm=2 * high,
        cuts=(Cut(material="main", copies=1),),
        fold_line=True,
    )
    casing = rectangle(strip, making.allow)
    made = making.with_pieces(replace(casing, view=View.BACK if behind_only else View.BOTH))
    if not cord:
        return made
    cord_long = ledger.length("cord.long", "waist_round + 60 cm", "Length of the cord", (300, 3000))
    cord_wide = ledger.length("cord.wide", "1 cm", "Finished width of the cord", (3, 40))
    return made.with_pieces(tie("cord", "Cord", cord_long, cord_wide, making.allow, copies=1))


_NOT_IN_ONE = {(Slot.LOWER, "in-one"): say("builder.needs-waist-seam")}
_NOT_WITHOUT = {**_NOT_IN_ONE, (Slot.UPPER, "none"): say("builder.needs-upper")}

PARTS = (
    Part(
        id="plain",
        slot=Slot.WAIST,
        name=tr("as it is; of a skirt a straight band"),
        add=_plain,
        options=(BAND_HIGH,),
        checks=_band_checks,
        roles=("band",),
        materials=("interfacing",),
        place=0,
    ),
    Part(
        id="band",
        slot=Slot.WAIST,
        name=tr("a straight band set in"),
        add=_band,
        options=(BAND_HIGH,),
        checks=_band_checks,
        against=_NOT_IN_ONE,
        roles=("band",),
        materials=("interfacing",),
        place=1,
    ),
    Part(
        id="under-bust",
        slot=Slot.WAIST,
        name=tr("raised: the seam lies under the bust"),
        options=(BAND_HIGH,),
        needs=frozenset({UNDER_BUST}),
        required=("under_bust", "neck_to_under_bust"),
        against=_NOT_WITHOUT,
        place=2,
    ),
    Part(
        id="lowered",
        slot=Slot.WAIST,
        name=tr("lowered: the seam lies below the waist"),
        options=(BAND_HIGH,),
        needs=frozenset({LOWERED}),
        required=("waist_to_hip",),
        against=_NOT_WITHOUT,
        place=3,
    ),
    Part(
        id="elastic",
        slot=Slot.WAIST,
        name=tr("drawn in by elastic all round"),
        add=partial(_casing, False, False),
        options=(BAND_HIGH,),
        roles=("band",),
        place=4,
    ),
    Part(
        id="elastic-behind",
        slot=Slot.WAIST,
        name=tr("drawn in by elastic behind"),
        add=partial(_casing, True, False),
        options=(BAND_HIGH,),
        roles=("band",),
        place=5,
    ),
    Part(
        id="drawstring",
        slot=Slot.WAIST,
        name=tr("drawn in by a cord in a casing"),
        add=partial(_casing, False, True),
        options=(BAND_HIGH,),
        roles=("band",),
        place=6,
    ),
)
