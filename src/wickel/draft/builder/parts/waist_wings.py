"""Wings at the waist: a tapered piece in each side seam that is drawn round and tied."""

from __future__ import annotations

from wickel.draft.builder.making import BAND_HIGH, Making, Part, Slot
from wickel.draft.parts import edges, line, point
from wickel.geometry import Line
from wickel.pattern import Cut, Piece, PieceRole, edge_length
from wickel.wording import say, tr

_ALONG_DEG = 90.0
"""The thread runs along a wing."""


def _add(making: Making) -> Making:
    """Two wings of two layers: broad where they are sewn into the side, narrow where they are
    tied."""
    ledger = making.ledger
    ledger.at("Wings")
    side = making.piece(making.outer("front"))
    ledger.know("side_long", edge_length(side, "side"))
    high = ledger.length("wing.high", "min(10 cm, side_long - 2 cm)", "Wing at the side", (30, 260))
    end = ledger.length("wing.end", "4 cm", "Wing at its end", (10, 120))
    long = ledger.length("wing.long", "waist", "Length of a wing", (250, 1600))
    wing = Piece(
        id="wing",
        name="Wing",
        role=PieceRole.WING,
        edges=edges(
            making.allow,
            ("join", line((0.0, 0.0), (high, 0.0)), "side"),
            ("lower edge", (Line((high, 0.0), (end, long)),), "band"),
            ("end", line((end, long), (0.0, long)), "band"),
            ("upper edge", line((0.0, long), (0.0, 0.0)), "band"),
        ),
        cuts=(Cut(material="main", copies=4, pair=True),),
        grain_deg=_ALONG_DEG,
        points=(
            point("side, below", (high, 0.0), "its height in the side seam", "wing.high"),
            point("end, below", (end, long), "its length and its end", "wing.long", "wing.end"),
        ),
    )
    return making.with_pieces(wing)


PARTS = (
    Part(
        id="wings",
        slot=Slot.WAIST,
        name=tr("taken in by wings in the sides, tied"),
        add=_add,
        options=(BAND_HIGH,),
        required=("waist",),
        against={(Slot.UPPER, "none"): say("builder.needs-upper")},
        roles=("side", "band"),
        place=8,
    ),
)
