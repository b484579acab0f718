"""Where the bust dart of a front with darts is taken from, or its shares: it is turned about its
tip."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from functools import partial

from wickel.draft.builder.making import Making, Part, Slot
from wickel.draft.operations import Spot, move_dart
from wickel.draft.operations.spots import fresh_mark
from wickel.draft.parts import BUST_DART
from wickel.draft.style import DraftRefused
from wickel.pattern import Piece
from wickel.wording import say, tr

_SIDE_DART = "side dart"
_SAME = 1e-6
_PLACES = {"shoulder": 0.5, "armhole": 0.55, "neck": 0.6}
"""Where its middle lies on an edge, from that end of the edge at which it begins."""
_SHARES = {
    "shoulder": (0.5, tr("How much of the bust dart lies in the shoulder (1: all)")),
    "armhole": (0.0, tr("How much of the bust dart lies in the armhole")),
    "neck": (0.0, tr("How much of the bust dart lies in the neck")),
}
"""What of the side dart is usually turned to other edges where it is parted."""


def _whole(edge: str, making: Making) -> Making:
    """The side dart closed, and opened from another edge."""
    return _turned(making, {edge: 1.0})


def _parted(making: Making) -> Making:
    """Shares of the side dart turned to other edges; what is left of it stays in the side.

    Raises:
        DraftRefused: the shares are more than the dart.
    """
    ledger = making.ledger
    ledger.at("Darts")
    shares = {
        edge: ledger.number(f"bust_dart.{edge}", usual, words, (0.0, 1.0))
        for edge, (usual, words) in _SHARES.items()
    }
    if sum(shares.values()) > 1 + _SAME:
        raise DraftRefused(say("builder.darts-more-than-one"), *(f"bust_dart.{e}" for e in shares))
    return _turned(making, shares)


def _turned(making: Making, shares: Mapping[str, float]) -> Making:
    """A front that has no side dart stays."""
    front, left = making.piece("front"), 1.0
    if not any(mark.name == _SIDE_DART for mark in front.inner_lines):
        return making
    for edge, share in shares.items():
        if share > _SAME:
            to = Spot(edge=edge, share=_PLACES[edge])
            all_of_it = share > left - _SAME
            front = _called(
                move_dart(front, _SIDE_DART, to, share=1.0 if all_of_it else share / left)
            )
            left -= share
    return making.with_pieces(front)


def _called(front: Piece) -> Piece:
    """The front whose dart that was opened last has a name of its own."""
    *others, opened = front.inner_lines
    return replace(front, inner_lines=(*others, replace(opened, name=fresh_mark(front, BUST_DART))))


_ONLY_DARTS = {Slot.UPPER: (("darts",), say("builder.only-darts-move"))}
_NAMES = {
    "shoulder": tr("in the shoulder"),
    "armhole": tr("in the armhole"),
    "neck": tr("in the neck"),
}

PARTS = (
    Part(id="side", slot=Slot.DART, name=tr("in the side"), place=0),
    *(
        Part(
            id=edge,
            slot=Slot.DART,
            name=name,
            add=partial(_whole, edge),
            only_beside=_ONLY_DARTS,
            place=place,
        )
        for place, (edge, name) in enumerate(_NAMES.items(), 1)
    ),
    Part(
        id="parted",
        slot=Slot.DART,
        name=tr("in several places, shared out"),
        add=_parted,
        only_beside=_ONLY_DARTS,
        place=4,
    ),
)
