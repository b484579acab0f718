"""A sash: a wide belt with slanting ends, sewn double, tied behind."""

from __future__ import annotations

from wickel.draft.builder.making import Making, Part, Slot
from wickel.draft.parts import edges, line, point
from wickel.pattern import Cut, Piece, PieceRole
from wickel.wording import tr


def _add(making: Making) -> Making:
    ledger = making.ledger
    ledger.at("Sash")
    long = ledger.length("sash.long", "waist + 150 cm", "Length of the sash", (900, 3600))
    wide = ledger.length("sash.wide", "9 cm", "Width of the sash", (30, 400))
    slant = ledger.length("sash.slant", "0.6*sash_wide", "Its ends slant by", (0, 400))
    a, b, c, d = (0.0, 0.0), (long - slant, 0.0), (long, wide), (slant, wide)
    sash = Piece(
        id="sash",
        name="Sash",
        role=PieceRole.BELT,
        edges=edges(
            making.allow,
            ("upper", line(a, b), "band"),
            ("end", line(b, c), "band"),
            ("lower", line(c, d), "band"),
            ("other end", line(d, a), "band"),
        ),
        cuts=(Cut(material="main", copies=2),),
        points=(
            point("end, above", b, "its length less the slant", "sash.long", "sash.slant"),
            point("end, below", c, "its length", "sash.long", "sash.wide"),
        ),
    )
    return making.with_pieces(sash)


PARTS = (
    Part(
        id="sash",
        slot=Slot.BELT,
        name=tr("a wide sash, tied behind"),
        add=_add,
        required=("waist",),
        roles=("band",),
        place=2,
    ),
)
