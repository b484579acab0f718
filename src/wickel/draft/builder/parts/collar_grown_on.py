"""A collar in one with the front: it runs on over the shoulder, lies round the back neck and is
joined behind.

The neck of the front is where it rolls. Points are (down, across) in mm, as those of the front.
"""

from __future__ import annotations

import math
from dataclasses import replace

from wickel.body import Body
from wickel.draft.builder.making import Making, Part, Slot, half_edge_mm
from wickel.draft.checks import TapeCheck
from wickel.draft.collars import COLLAR_OPTIONS
from wickel.draft.facings import edge_facing
from wickel.draft.parts import edges, line, point
from wickel.draft.style import Options
from wickel.geometry import Cubic, Point
from wickel.pattern import InnerLine, LineKind, Pattern, Piece, Seam, edge_length
from wickel.wording import say, tr

_OUTER, _BEHIND, _SEAM = "collar edge", "collar behind", "collar neck"
_FACED_MORE_MM = 20.0
"""The facing is so much wider than the collar."""


def _add(making: Making) -> Making:
    ledger = making.ledger
    ledger.at("Collar")
    behind = half_edge_mm(making.pieces, "back", "neck")
    ledger.know("back_neck_seam", behind)
    wide = ledger.length("collar.wide", "2*collar", "Width of the collar, behind", (30, 200))
    long = ledger.length("collar.long", "back_neck_seam", "Collar on from the shoulder")
    front = _grown_on(making.piece("front"), wide, long, making)
    along = ("front edge", _OUTER, _BEHIND)
    strip = edge_facing(front, along, wide + _FACED_MORE_MM, making.allow)
    seams = (
        Seam(name="back neck", one=("front", _SEAM), other=("back", "neck")),
        Seam(name="collar behind", one=("front", _BEHIND), other=("front", _BEHIND)),
    )
    made = making.with_pieces(front, replace(strip, notches=()), seams=seams)
    return made.finished("neck")


def _grown_on(front: Piece, wide: float, long: float, making: Making) -> Piece:
    """A front whose edge runs on round a collar up from where it rolls, along the line of its
    neck."""
    neck = front.edge("neck")
    low, base = neck.start, neck.end
    size = math.dist(low, base)
    up = ((base[0] - low[0]) / size, (base[1] - low[1]) / size)
    inner: Point = (base[0] + long * up[0], base[1] + long * up[1])
    # square to that line, away from the shoulder
    outer: Point = (inner[0] - wide * up[1], inner[1] + wide * up[0])
    reach = 0.45 * size
    edge = Cubic(
        low,
        (low[0] - reach, low[1]),
        (outer[0] - 0.5 * long * up[0], outer[1] - 0.5 * long * up[1]),
        outer,
    )
    new = edges(
        making.allow,
        (_OUTER, (edge,), "facing"),
        (_BEHIND, line(outer, inner), "neck"),
        (_SEAM, line(inner, base), "neck"),
    )
    at = next(k for k, own in enumerate(front.edges) if own.name == "neck")
    return replace(
        front,
        edges=(*front.edges[:at], *new, *front.edges[at + 1 :]),
        notches=tuple(notch for notch in front.notches if notch.edge != "neck"),
        inner_lines=(
            *front.inner_lines,
            InnerLine(name="roll line", path=line(low, base), kind=LineKind.FOLD),
        ),
        points=(
            *front.points,
            point("collar, joined behind", inner, "the back neck on from the shoulder"),
            point("collar, its edge behind", outer, "its width, square to that", "collar.wide"),
        ),
    )


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    front = pattern.piece("front")
    return (
        TapeCheck(
            name="Collar to back neck",
            one="collar, from the shoulder",
            one_mm=edge_length(front, _SEAM),
            other="back neck",
            other_mm=half_edge_mm(pattern.pieces, "back", "neck"),
            way_out=say("collars.draw-collar"),
        ),
    )


PARTS = (
    Part(
        id="grown-on",
        slot=Slot.COLLAR,
        name=tr("in one with the front, joined behind"),
        add=_add,
        options=COLLAR_OPTIONS[1:],
        checks=_checks,
        only_beside={
            Slot.NECK: (("v",), say("builder.shawl-from-v")),
            Slot.UPPER: (("darts", "plain"), say("builder.shawl-in-one-piece")),
            Slot.CLOSING: (("front", "edge"), say("builder.shawl-in-front")),
            Slot.YOKE: (("none", "back"), say("builder.shawl-in-one-piece")),
            Slot.DART: (("side", "armhole", "shoulder"), say("builder.shawl-in-one-piece")),
        },
        roles=("neck", "facing"),
        place=14,
    ),
)
