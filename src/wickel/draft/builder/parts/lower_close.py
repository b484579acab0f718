"""Close over the hip, shaped by a dart and the side: straight, tapered or flared below, or with
godets let into its sides."""

from __future__ import annotations

import math
from dataclasses import replace
from functools import partial

from wickel.draft.builder.lower import (
    BELOW_KNEE,
    added,
    called,
    long_rule,
    lower_checks,
)
from wickel.draft.builder.making import HANGS_CLOSE, WAIST_SEAM, ZIP_GOES_ON, Making, Part, Slot
from wickel.draft.circles import arc
from wickel.draft.close_skirt import CloseHalf, close_halves, close_piece, close_side
from wickel.draft.ledger import SIDES, Ledger
from wickel.draft.parts import edges, line, point
from wickel.draft.style import DraftRefused
from wickel.geometry import length
from wickel.pattern import Cut, Notch, Piece, PieceRole, edge_length
from wickel.wording import say, tr

HEMS = {
    "straight": ("hip_across", tr("straight, close over the hip")),
    "tapered": ("hip_across - 2.5 cm", tr("tapered, close over the hip")),
    "a-line": ("hip_across + 7 cm", tr("flared from the hip, in A-line")),
}
"""The rule of a quarter at the hem, and what a skirt is called that is so wide."""
_GODETS = "godets"


def close_below(hem: str, making: Making) -> Making:
    """Front and back below the waist, as far round there as what they are sewn to."""
    ledger = making.ledger
    ledger.know("joined", making.joined_mm())
    own = making.ledger_of(
        "skirt",
        {
            "hip.across": "(hip + ease)/4",
            "hip.down": long_rule(making, "waist_to_hip"),
            "hem.down": long_rule(making),
            "hem.across": hem,
            "hem.rise": "max(0 cm, (hem_across - hip_across)/12)",
        },
    )
    halves = dict(zip(SIDES, close_halves(own, making.quarter), strict=True))
    if making.has_upper:
        halves = _alike(own, halves)
    pieces = (
        close_piece(halves[side], called(making, side), making.allow, centre=making.centre(side))
        for side in SIDES
    )
    return added(making, *pieces)


def _alike(own: Ledger, halves: dict[str, CloseHalf]) -> dict[str, CloseHalf]:
    """Both halves with sides of one length: where one of them is sewn to a longer waist its side
    runs straighter, and the other's is cut so much shorter at the hem."""
    long = {side: length(close_side(half)) for side, half in halves.items()}
    longer = max(SIDES, key=lambda side: long[side])
    more = own.solved(
        "side.more",
        lambda: max(long.values()) - min(long.values()),
        "Longer of both sides shorter at the hem by",
        of=("waist.across",),
    )
    return halves | {longer: replace(halves[longer], rise=halves[longer].rise + more)}


def _godets(making: Making) -> Making:
    """A wedge of a circle let into each side seam, as high as its radius."""
    made = close_below("hip_across", making)
    ledger = making.ledger
    ledger.at("Godets")
    high = ledger.length("godet.high", "30 cm", "Height of a godet", (100, 600))
    wide = ledger.angle("godet.wide", 60.0, "A godet opens by", (15, 180))
    wedge = _wedge(high, wide, making)
    marked = []
    for side in SIDES:
        piece = made.piece(called(making, side)[0])
        top = edge_length(piece, "side") - high
        if top < 0:
            raise DraftRefused(
                say("builder.godet-too-high", high=high, long=top + high),
                "godet.high",
                "below_knee_mm",
            )
        mark = Notch(name="godet", edge="side", at_mm=top)
        marked.append(replace(piece, notches=(*piece.notches, mark)))
    return made.with_pieces(*marked, wedge)


def _wedge(high: float, wide_deg: float, making: Making) -> Piece:
    """A part of a circle, from its point down."""
    half = math.radians(wide_deg / 2)
    left, right = ((high * math.cos(half), share * high * math.sin(half)) for share in (-1.0, 1.0))
    hem = arc(high, wide_deg / 2, -wide_deg / 2)
    return Piece(
        id="godet",
        name="Godet",
        role=PieceRole.SKIRT,
        edges=edges(
            making.allow,
            ("side", line((0.0, 0.0), right), "side"),
            ("hem", hem, "curved_hem"),
            ("other side", line(left, (0.0, 0.0)), "side"),
        ),
        cuts=(Cut(material="main", copies=2),),
        points=(
            point("point", (0.0, 0.0), "start"),
            point("hem, at the side", right, "the height, at half the angle", "godet.high"),
        ),
    )


PARTS = (
    *(
        Part(
            id=id,
            slot=Slot.LOWER,
            name=name,
            found_by=tr("close, slim") if id != "a-line" else tr("flared"),
            add=partial(close_below, hem),
            options=(BELOW_KNEE,),
            required=("waist_to_knee", "hip", "waist_to_hip"),
            needs=frozenset({WAIST_SEAM, ZIP_GOES_ON, HANGS_CLOSE}),
            checks=lower_checks,
            roles=("hem",),
            place=place,
        )
        for place, (id, (hem, name)) in enumerate(HEMS.items(), 5)
    ),
    Part(
        id=_GODETS,
        slot=Slot.LOWER,
        name=tr("straight, godets let into its sides"),
        add=_godets,
        options=(BELOW_KNEE,),
        required=("waist_to_knee", "hip", "waist_to_hip"),
        needs=frozenset({WAIST_SEAM, ZIP_GOES_ON, HANGS_CLOSE}),
        checks=lower_checks,
        roles=("hem", "curved_hem"),
        place=9,
    ),
)
