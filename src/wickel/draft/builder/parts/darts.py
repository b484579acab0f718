"""Where the bust dart of a front with darts is taken from: it is turned about its tip."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from wickel.draft.builder.making import BUST_DART, Making, Part, Slot
from wickel.draft.operations import Spot, move_dart
from wickel.pattern import Piece
from wickel.wording import say, tr

_SIDE_DART = "side dart"
# where its middle lies on an edge, from that end of the edge at which it begins
_PLACES = {
    "shoulder": (tr("in the shoulder"), "shoulder", 0.5),
    "armhole": (tr("in the armhole"), "armhole", 0.55),
    "neck": (tr("in the neck"), "neck", 0.6),
}


def _add(edge: str, share: float, making: Making) -> Making:
    """The side dart closed, and opened from another edge; a front that has none stays."""
    front = making.piece("front")
    if not any(mark.name == _SIDE_DART for mark in front.inner_lines):
        return making
    moved = move_dart(front, _SIDE_DART, Spot(edge=edge, share=share))
    return making.with_pieces(_called(moved))


def _called(front: Piece) -> Piece:
    return replace(
        front,
        inner_lines=tuple(
            replace(mark, name=BUST_DART) if mark.name == _SIDE_DART else mark
            for mark in front.inner_lines
        ),
    )


PARTS = (
    Part(id="side", slot=Slot.DART, name=tr("in the side"), place=0),
    *(
        Part(
            id=id,
            slot=Slot.DART,
            name=name,
            add=partial(_add, edge, share),
            only_beside={Slot.UPPER: (("darts",), say("builder.only-darts-move"))},
            place=place,
        )
        for place, (id, (name, edge, share)) in enumerate(_PLACES.items(), 1)
    ),
)
