"""In one with an upper part whose sleeves are grown on: a square whose corners hang down.

From the waist the same length is measured down and out to the side, so that front and back lie on
each other as squares.
"""

from __future__ import annotations

from dataclasses import replace

from wickel.body import Body
from wickel.draft.builder.making import GROWN_ON, NO_SHOULDERS, SQUARE, Making, Part, Slot
from wickel.draft.checks import TapeCheck
from wickel.draft.ledger import SIDES
from wickel.draft.parts import edges, line, point
from wickel.draft.style import DraftRefused, LengthOption, Options
from wickel.geometry import Line, Path, length
from wickel.pattern import Notch, Pattern, Piece, edge_length
from wickel.wording import say, tr

LEAST_ABOVE_WAIST_MM = 20.0
"""What must be left of the side between underarm and waist."""
SKIRT = LengthOption(
    id="skirt_mm",
    question="From the waist down, and out to the side",
    default=400,
    least=200,
    most=700,
)


def _add(making: Making) -> Making:
    ledger = making.ledger
    ledger.at("Skirt")
    waist = ledger.both("waist.down", "neck_to_waist", "Waist below the neck point")
    skirt = ledger.both("skirt.long", "hem_down - waist_down", "From the waist down, and out")
    halves = (_hung(making.piece(side), waist.of(side), skirt.of(side), making) for side in SIDES)
    return making.with_pieces(*halves)


def _hung(half: Piece, waist: float, skirt: float, making: Making) -> Piece:
    """A half whose side runs straight down from the underarm to the waist, and out from there.

    Raises:
        DraftRefused: there is no room between underarm and waist.
    """
    old = half.edge("side").path
    top = old[-1].start
    if top[0] > waist - LEAST_ABOVE_WAIST_MM:
        raise DraftRefused(
            say(
                "handkerchief_dress.underarm-lies-down-waist-room",
                side_top=top[0],
                waist=waist,
            ),
            "sleeve_ease_mm",
            "neck_to_waist",
        )
    at_waist = (waist, top[1])
    out, corner = (waist, top[1] + skirt), (waist + skirt, top[1] + skirt)
    low = (waist + skirt, 0.0)
    side: Path = (*old[:-1], Line(top, at_waist), Line(at_waist, out))
    new_side, side_hem, hem = edges(
        making.allow,
        ("side", side, "side"),
        ("side hem", line(out, corner), "curved_hem"),
        ("hem", line(corner, low), "curved_hem"),
    )
    centre = half.edge("centre")
    turned = replace(centre, path=line(low, centre.end))
    kept = [edge for edge in half.edges if edge.name not in ("side", "hem", "centre")]
    return replace(
        half,
        edges=(*kept, new_side, side_hem, hem, turned),
        notches=(Notch(name="waist", edge="side", at_mm=length(side[:-1])),),
        points=(
            *(p for p in half.points if not p.name.startswith("hem")),
            point("waist", at_waist, "neck to waist, straight down from the underarm"),
            point("side of the square", out, "out from the waist by the length of the skirt"),
            point("corner", corner, "down by the same length: it hangs lowest"),
            point("hem at the centre", low, "down from the waist by the length of the skirt"),
        ),
    )


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """Along the edges, so that it holds however the front is opened and turned."""
    front = pattern.piece("front")
    (waist,) = (notch.at_mm for notch in front.notches if notch.name == "waist")
    return (
        TapeCheck(
            name="Square",
            one="down from the waist",
            one_mm=edge_length(front, "side hem"),
            other="out to the side",
            other_mm=edge_length(front, "side") - waist,
            way_out=say("handkerchief_dress.measure-same-length-down-out"),
        ),
    )


PARTS = (
    Part(
        id="square-in-one",
        slot=Slot.LOWER,
        name=tr("a square in one with the upper part, its corners hanging"),
        add=_add,
        options=(SKIRT,),
        required=("neck_to_waist",),
        needs=frozenset({SQUARE}),
        checks=_checks,
        only_beside={
            Slot.SLEEVE: ((GROWN_ON,), say("builder.square-grown-on")),
            Slot.OPENING: (("none",), say("builder.square-hem")),
            Slot.POCKETS: (("none", "patch", "welt", "one-patch"), say("builder.square-pockets")),
            Slot.HEM: (("turned",), say("builder.square-hem")),
            Slot.YOKE: (("none", "laid-on"), say("builder.square-grown-on")),
            Slot.DRAPE: (("none", "neck"), say("builder.no-front-to-drape")),
            Slot.CLOSING: (
                ("none", "back", "side", "placket", "slit-behind", "seam-behind", "laced"),
                say("builder.square-grown-on"),
            ),
        },
        against={
            (Slot.UPPER, NO_SHOULDERS): say("builder.square-grown-on"),
        },
        roles=("curved_hem",),
        place=16,
    ),
)
