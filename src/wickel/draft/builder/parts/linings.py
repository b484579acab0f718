"""A lining: of everything, or of the upper or the lower part alone; or the upper part doubled in
its own cloth."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from wickel.body import Body
from wickel.draft.builder.lower import hemmed, is_below
from wickel.draft.builder.making import Making, Part, Slot, has_edge, upper_half
from wickel.draft.checks import TapeCheck
from wickel.draft.ledger import SIDES
from wickel.draft.operations import lining
from wickel.draft.style import Options
from wickel.draft.torso_checks import side_check
from wickel.draft.usual_checks import alike
from wickel.pattern import EdgeKind, Pattern, Piece
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
    # what is sewn to another part is lined as long as it is
    ends = {piece.id for piece in hemmed(making)}
    ends |= {
        piece.id
        for piece in pieces
        if any(edge.kind is EdgeKind.HEM for edge in piece.edges) and piece.id.startswith("sleeve")
    }
    shorter = 0.0
    if any(piece.id in ends for piece in pieces):
        ledger = making.ledger
        ledger.at("Lining")
        shorter = ledger.length("lining.shorter", "2 cm", "Lining shorter at the hem by", (0, 400))
    return making.with_pieces(
        *(lining(piece, shorter_mm=shorter if piece.id in ends else 0.0) for piece in pieces)
    )


def _back_too(making: Making) -> Making:
    """The upper part lined, and its back cut from the lining as well."""
    made = _add("upper", making)
    backs = (
        replace(piece, cuts=tuple(replace(cut, material=_LINING) for cut in piece.cuts))
        for piece in upper_half(made.pieces, "back")
    )
    return made.with_pieces(*backs)


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """The sides of a lined upper part, and its armholes against those of its lining."""
    by_id = {piece.id: piece for piece in pattern.pieces}
    lined = {
        side: next((p for p in upper_half(pattern.pieces, side) if has_edge(p, "side")), None)
        for side in SIDES
    }
    linings = [by_id.get(f"{p.id}-lining") for p in lined.values() if p is not None]
    if len(linings) < len(SIDES) or None in linings:
        return ()
    front, back = (piece for piece in linings if piece is not None)
    return (
        replace(side_check(front, back), name="Lining sides"),
        *(
            alike(
                f"{side.capitalize()} armhole to its lining",
                own,
                by_id[f"{own.id}-lining"],
                "armhole",
            )
            for side, own in lined.items()
            if own is not None and has_edge(own, "armhole")
        ),
    )


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
            checks=_checks,
            place=place,
        )
        for place, (id, name) in enumerate(_PARTS.items(), 1)
    ),
    Part(
        id="back-too",
        slot=Slot.LINING,
        name=tr("of the upper part, its back cut from it too"),
        add=_back_too,
        materials=(_LINING,),
        checks=_checks,
        place=4,
    ),
    Part(
        id="doubled",
        slot=Slot.LINING,
        name=tr("the same cloth, of the upper part"),
        add=_doubled,
        place=5,
    ),
)
