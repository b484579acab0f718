"""A neck that is deeper on one side: the front cut whole, the point of its V beside the centre."""

from __future__ import annotations

from dataclasses import replace

from wickel.draft.builder.making import ASIDE, GROWN_ON, WHOLE_FRONT, Making, Part, Slot
from wickel.draft.builder.whole import whole
from wickel.draft.parts import line, point
from wickel.draft.style import DraftRefused
from wickel.draft.torso import shoulder_options
from wickel.pattern import Piece
from wickel.wording import say, tr

_NAME = tr("V, its point to one side")
_USUAL = (-90, 90)
_LEAST_LEFT_MM = 15.0
"""The point of the neck lies at least so far within its ends at the shoulders."""


def _add(making: Making) -> Making:
    return replace(making, necks=("v", "round"))


def aside(half: Piece, making: Making) -> Piece:
    """A front half as one whole piece whose V ends beside the centre.

    Raises:
        DraftRefused: the point lies no longer between the shoulders.
    """
    wide = half.edge("shoulder").start[1]
    deep = half.edge("neck").start[0]
    by = making.ledger.length("neck.aside", "3 cm", "Point of the neck beside the centre", _USUAL)
    if abs(by) > wide - _LEAST_LEFT_MM:
        raise DraftRefused(say("builder.neck-too-far-aside", by=by, wide=wide), "neck.aside")
    front = whole(half)
    old = front.edge("neck")
    path = (*line(old.start, (deep, by)), *line((deep, by), old.end))
    return replace(
        front,
        edges=tuple(replace(edge, path=path) if edge is old else edge for edge in front.edges),
        points=(
            *(own for own in front.points if own.name != "neck centre"),
            point(
                "neck point", (deep, by), "neck depth, beside the centre", "neck.down", "neck.aside"
            ),
        ),
    )


PARTS = (
    Part(
        id="aside",
        slot=Slot.NECK,
        name=_NAME,
        add=_add,
        options=shoulder_options(),
        needs=frozenset({ASIDE}),
        traits=frozenset({WHOLE_FRONT}),
        only_beside={
            Slot.UPPER: (("darts", "plain", "none"), say("builder.aside-in-one-piece")),
            Slot.COLLAR: (
                ("none",),
                say("builder.collar-neck", neck=_NAME),
            ),
            Slot.YOKE: (("none", "back"), say("builder.whole-front-not-parted")),
        },
        against={(Slot.SLEEVE, GROWN_ON): say("builder.aside-in-one-piece")},
        roles=("neck", "shoulder"),
        place=9,
    ),
)
