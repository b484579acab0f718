"""A shaped waistband: a part of a ring, as wide below as the body is there."""

from __future__ import annotations

import math
from dataclasses import replace

from wickel.body import Body
from wickel.draft.builder.lower import LOWER_ROUND
from wickel.draft.builder.making import BAND_HIGH, Making, Part, Slot, waist_round_mm
from wickel.draft.checks import TapeCheck
from wickel.draft.circles import arc
from wickel.draft.ledger import Both
from wickel.draft.parts import edges, line, point
from wickel.draft.style import DraftRefused, Options
from wickel.geometry import backwards
from wickel.pattern import Cut, Pattern, Piece, PieceRole, edge_length
from wickel.wording import say, tr

_MOST_DEG = 340.0


def _add(making: Making) -> Making:
    """The band, of two layers, half of it on the fold; what hangs from it is sewn to its lower
    edge and is shorter by its height.

    Raises:
        DraftRefused: it is no wider below than above, or its ring closes.
    """
    joined = making.joined_mm()
    ledger = making.ledger
    ledger.at("Waistband")
    ledger.know("waist_round", 2 * (joined.front + joined.back + making.stand_mm))
    high = ledger.length("band.high", "band", "Finished height of the waistband", (10, 160))
    upper = ledger.length("band.long", "waist_round", "Upper edge of the waistband")
    lower = ledger.length(
        LOWER_ROUND,
        "band_long + (hip - waist)*min(1, band_high/waist_to_hip)",
        "Lower edge of the waistband",
    )
    if lower <= upper:
        raise DraftRefused(
            say("builder.band-not-wider", upper=upper, lower=lower), LOWER_ROUND, "hip", "waist"
        )
    radius = upper * high / (lower - upper)
    half = math.degrees(upper / 2 / radius)
    if half > _MOST_DEG / 2:
        raise DraftRefused(
            say("builder.band-closes", high=high), LOWER_ROUND, "band_mm", "band.high"
        )
    inner, outer = arc(radius, 0.0, half), arc(radius + high, 0.0, half)
    band = Piece(
        id="waistband",
        name="Waistband",
        role=PieceRole.WAISTBAND,
        edges=edges(
            making.allow,
            ("join", inner, "waist"),
            ("end", line(inner[-1].end, outer[-1].end), "band"),
            ("lower", backwards(outer), "waist"),
            ("centre", line(outer[0].start, inner[0].start), "fold"),
        ),
        cuts=(
            Cut(material="main", copies=2, on_fold=True),
            Cut(material="interfacing", copies=1, on_fold=True),
        ),
        points=(
            point("centre, above", inner[0].start, "the radius of its upper edge", "band.long"),
            point("centre, below", outer[0].start, "its height", "band.high"),
        ),
    )
    share = (lower / upper) * (joined.front + joined.back + making.stand_mm)
    share -= joined.front + joined.back + making.stand_mm
    wider = Both(joined.front + share / 2, joined.back + share / 2)
    ledger.know("above_waist", -high)
    return replace(making.with_pieces(band), quarter=wider, above="above_waist")


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """Its upper edge against the waist that it is sewn to."""
    band = pattern.piece("waistband")
    return (
        TapeCheck(
            name="Waistband to waist",
            one="waistband, upper edge",
            one_mm=2 * edge_length(band, "join"),
            other="waist as drafted",
            other_mm=waist_round_mm(pattern),
            way_out=say("usual_checks.cut-band"),
        ),
    )


PARTS = (
    Part(
        id="shaped-band",
        slot=Slot.WAIST,
        name=tr("a shaped band, wider below"),
        add=_add,
        options=(BAND_HIGH,),
        required=("hip", "waist", "waist_to_hip"),
        checks=_checks,
        against={(Slot.LOWER, "in-one"): say("builder.needs-waist-seam")},
        roles=("band", "waist"),
        materials=("interfacing",),
        place=7,
    ),
)
