"""A square with a round hole at the waist: its corners hang down."""

from __future__ import annotations

import math

from wickel.draft.builder.lower import BELOW_KNEE, added, called, lower_checks, skirt_figures
from wickel.draft.builder.making import ROUND_PART, WAIST_SEAM, ZIP_GOES_ON, Making, Part, Slot
from wickel.draft.circles import arc, radius
from wickel.draft.ledger import SIDES
from wickel.draft.parts import edges, line, point
from wickel.draft.style import DraftRefused
from wickel.draft.torso import half_cut
from wickel.geometry import Line
from wickel.pattern import Piece, PieceRole
from wickel.wording import say, tr

_QUARTER_DEG = 90.0
_LEAST_ROUND_MM = 5.0


def _add(making: Making) -> Making:
    joined, long = skirt_figures(making)
    return added(making, *(_half(side, joined.of(side), long.of(side), making) for side in SIDES))


def _half(side: str, seam_mm: float, long_mm: float, making: Making) -> Piece:
    """A quarter of the square: the centre runs down its one side, the side seam along its other.

    Raises:
        DraftRefused: the hole leaves no room for its allowance.
    """
    inner = radius(seam_mm, 1 / 4)
    outer = inner + long_mm
    if inner <= making.allow["waist"] + _LEAST_ROUND_MM:
        raise DraftRefused(
            say(
                "circles.drawn-radius-which-leaves",
                name=called(making, side)[1].lower(),
                inner=inner,
                waist=making.allow["waist"],
            ),
            "waist",
        )
    corner = (outer, outer)
    centre = making.centre(side)
    return Piece(
        id=called(making, side)[0],
        name=called(making, side)[1],
        role=PieceRole.SKIRT,
        edges=edges(
            making.allow,
            ("waist", arc(inner, 0.0, _QUARTER_DEG), "waist"),
            ("side", line((0.0, inner), (0.0, outer)), "side"),
            ("hem", (Line((0.0, outer), corner), Line(corner, (outer, 0.0))), "curved_hem"),
            ("centre", line((outer, 0.0), (inner, 0.0)), centre),
        ),
        cuts=half_cut(centre),
        points=(
            point("waist at the centre", (inner, 0.0), "the radius: quarter of the waist / (π/2)"),
            point("corner", corner, f"{math.sqrt(2):.2f} times as far out: it hangs lowest"),
            point("hem at the centre", (outer, 0.0), "the radius and the length"),
        ),
    )


PARTS = (
    Part(
        id="handkerchief",
        slot=Slot.LOWER,
        name=tr("a square, its corners hanging"),
        add=_add,
        options=(BELOW_KNEE,),
        required=("waist_to_knee",),
        needs=frozenset({WAIST_SEAM, ZIP_GOES_ON}),
        checks=lower_checks,
        traits=frozenset({ROUND_PART}),
        roles=("curved_hem",),
        place=15,
    ),
)
