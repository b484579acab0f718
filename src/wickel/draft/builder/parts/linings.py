"""A lining: of everything, or of the upper or the lower part alone; or the upper part doubled in
its own cloth."""

from __future__ import annotations

from functools import partial

from wickel.draft.builder.lower import is_below
from wickel.draft.builder.making import Making, Part, Slot, upper_half
from wickel.draft.ledger import SIDES
from wickel.draft.operations import lining
from wickel.pattern import Piece
from wickel.wording import tr

_LINING = "lining"


def _upper(making: Making) -> list[Piece]:
    return [piece for side in SIDES for piece in upper_half(making.pieces, side)]


def _lower(making: Making) -> list[Piece]:
    return [piece for piece in making.pieces if is_below(piece)]


def _add(lined: str, making: Making) -> Making:
    pieces: list[Piece] = []
    if lined in ("all", "upper"):
        pieces += _upper(making)
        pieces += [piece for piece in making.pieces if piece.id == "sleeve"]
    if lined in ("all", "lower"):
        pieces += _lower(making)
    ledger = making.ledger
    ledger.at("Lining")
    shorter = ledger.length("lining.shorter", "2 cm", "Lining shorter at the hem by", (0, 400))
    return making.with_pieces(*(lining(piece, shorter_mm=shorter) for piece in pieces))


def _doubled(making: Making) -> Making:
    doubled = (lining(piece, shorter_mm=0.0, material="main") for piece in _upper(making))
    return making.with_pieces(*doubled)


_PARTS = {"all": tr("whole"), "upper": tr("of the upper part"), "lower": tr("of the lower part")}

PARTS = (
    Part(id="none", slot=Slot.LINING, name=tr("left out"), place=0),
    *(
        Part(
            id=id,
            slot=Slot.LINING,
            name=name,
            add=partial(_add, id),
            materials=(_LINING,),
            place=place,
        )
        for place, (id, name) in enumerate(_PARTS.items(), 1)
    ),
    Part(
        id="doubled",
        slot=Slot.LINING,
        name=tr("the same cloth, of the upper part"),
        add=_doubled,
        place=5,
    ),
)
