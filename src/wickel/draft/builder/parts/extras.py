"""What is sewn on besides: straps, a bow, epaulettes, bones, loops for a belt."""

from __future__ import annotations

import math
from dataclasses import replace

from wickel.body import Body
from wickel.draft.builder.making import (
    BARE_TOP,
    NO_SHOULDERS,
    PANELS,
    Making,
    Part,
    Slot,
    half_edge_mm,
    upper_half,
)
from wickel.draft.checks import TapeCheck
from wickel.draft.fastenings import tie
from wickel.draft.ledger import SIDES
from wickel.draft.parts import Strip, edges, line, point, rectangle
from wickel.draft.style import Options
from wickel.geometry import Line, Point, crossing
from wickel.pattern import Cut, InnerLine, LineKind, Pattern, Piece, PieceRole
from wickel.wording import say, tr


def _straps(making: Making) -> Making:
    """Two straps, as long as from their point on the front over the shoulder to that behind."""
    ledger = making.ledger
    ledger.at("Straps")
    at = ledger.both("strap.across", "bust_span/2", "Strap from the centre", (30, 200))
    hung = [_top_at(making.piece(making.inner(side)), at.of(side)) for side in SIDES]
    ledger.know("strap_drop", math.fsum(hung))
    long = ledger.length(
        "strap.long", "strap_drop + 2 cm", "Length of a strap, with what is sewn in", (150, 900)
    )
    wide = ledger.length("strap.wide", "1.2 cm", "Finished width of a strap", (4, 90))
    strap = tie("strap", "Strap", long, wide, making.allow)
    return making.with_pieces(replace(strap, role=PieceRole.STRAP))


def _top_at(piece: Piece, across: float) -> float:
    """How far below the neck point the top of a piece lies so far from the centre; where it ends
    before, at its end."""
    top = piece.edge("top").path
    met = crossing(top, 1, across)
    ends = max(top[0].start, top[-1].end, key=lambda end: end[1])
    return ends[0] if met is None else met[0][-1].end[0]


def _strap_checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    if not half_edge_mm(pattern.pieces, "front", "top"):
        return ()
    (strap,) = (piece for piece in pattern.pieces if piece.id == "strap")
    hung = [
        _top_at(next(p for p in pattern.pieces if p.id in (side, f"{side}-centre")), at)
        for side in SIDES
        for at in (pattern.figure(f"strap.across.{side}"),)
    ]
    long = strap.edge("join").path[0]
    return (
        TapeCheck(
            name="Straps",
            one="strap",
            one_mm=math.dist(long.start, long.end),
            other="from front to back over the shoulder",
            other_mm=math.fsum(hung),
            least_mm=0.0,
            most_mm=120.0,
            way_out=say("builder.cut-straps"),
        ),
    )


def _bow(making: Making) -> Making:
    """A bow: a doubled rectangle, and a strip round its middle."""
    ledger = making.ledger
    ledger.at("Bow")
    wide = ledger.length("bow.wide", "18 cm", "Width of the bow", (50, 500))
    high = ledger.length("bow.high", "9 cm", "Height of the bow", (20, 300))
    knot = ledger.length("bow.knot", "3 cm", "Width of its knot", (8, 80))
    one = (Cut(material="main", copies=1),)
    return making.with_pieces(
        rectangle(
            Strip(
                id="bow",
                name="Bow",
                part=PieceRole.BOW,
                long_mm=2 * wide,
                high_mm=2 * high,
                cuts=one,
            ),
            making.allow,
        ),
        rectangle(
            Strip(
                id="bow-knot",
                name="Knot of the bow",
                part=PieceRole.BOW,
                long_mm=high,
                high_mm=2 * knot,
                cuts=one,
            ),
            making.allow,
        ),
    )


def _epaulettes(making: Making) -> Making:
    """Two pointed tabs on the shoulders, doubled."""
    ledger = making.ledger
    ledger.at("Epaulettes")
    long = ledger.length("epaulette.long", "12 cm", "Length of an epaulette", (50, 180))
    wide = ledger.length("epaulette.wide", "4.5 cm", "Width of an epaulette", (20, 100))
    half, tip = wide / 2, 0.3 * wide
    return making.with_pieces(
        Piece(
            id="epaulette",
            name="Epaulette",
            edges=edges(
                making.allow,
                ("end", line((0.0, -half), (0.0, half)), "armhole"),
                ("side", line((0.0, half), (long - tip, half)), "band"),
                (
                    "point",
                    (
                        Line((long - tip, half), (long, 0.0)),
                        Line((long, 0.0), (long - tip, -half)),
                    ),
                    "band",
                ),
                ("other side", line((long - tip, -half), (0.0, -half)), "band"),
            ),
            cuts=(Cut(material="main", copies=4), Cut(material="interfacing", copies=2)),
            points=(point("point", (long, 0.0), "the length", "epaulette.long"),),
        )
    )


def _loops(making: Making) -> Making:
    """Loops for a belt, cut as one strip each."""
    ledger = making.ledger
    ledger.at("Loops")
    count = ledger.number("loop.count", 5, "Loops for the belt", (2, 12))
    long = ledger.length("loop.long", "7 cm", "Length of a loop, with what is sewn in", (30, 160))
    wide = ledger.length("loop.wide", "1 cm", "Finished width of a loop", (4, 40))
    loop = tie("loop", "Belt loop", long, wide, making.allow, copies=max(1, round(count)))
    return making.with_pieces(replace(loop, role=PieceRole.LOOP))


def _bones(making: Making) -> Making:
    """A bone down the middle of every panel of the upper part, in a channel of its own."""
    ledger = making.ledger
    ledger.at("Bones")
    short = ledger.length(
        "bone.short", "1.2 cm", "Bone shorter than its panel at each end", (0, 40)
    )
    wide = ledger.length("bone.channel", "3 cm", "Width of the channel of a bone", (12, 60))
    total = 0.0
    for where in SIDES:
        for panel in upper_half(making.pieces, where):
            upper, lower = _middle(panel)
            top, foot = upper[0] + short, lower[0] - short
            bone = InnerLine(
                name="bone", path=line((top, upper[1]), (foot, upper[1])), kind=LineKind.BONE
            )
            total += 2 * (foot - top)
            making = making.with_pieces(replace(panel, inner_lines=(*panel.inner_lines, bone)))
    ledger.know("bones_long", total)
    strip = Strip(
        id="bone-channel",
        name="Channel of the bones, to be cut to length",
        long_mm=ledger.length("bone.round", "bones_long/4", "Length of a strip of the channel"),
        high_mm=wide,
        cuts=(Cut(material="main", copies=4),),
    )
    return making.with_pieces(rectangle(strip, making.allow))


def _middle(panel: Piece) -> tuple[Point, Point]:
    """Where the line down the middle of a panel meets its outline, above and below."""
    hem = panel.edge("hem")
    across = (hem.start[1] + hem.end[1]) / 2
    met = [
        found[0][-1].end[0]
        for edge in panel.edges
        for found in (crossing(edge.path, 1, across),)
        if found is not None
    ]
    return (min(met), across), (max(met), across)


_HAS_TOP = {Slot.UPPER: ((BARE_TOP,), say("builder.straps-need-top"))}
_SHOULDERS = {(Slot.UPPER, NO_SHOULDERS): say("builder.no-shoulder")}

PARTS = (
    Part(id="none", slot=Slot.EXTRA, name=tr("nothing"), place=0),
    Part(
        id="straps",
        slot=Slot.EXTRA,
        name=tr("straps"),
        add=_straps,
        required=("bust_span",),
        checks=_strap_checks,
        only_beside=_HAS_TOP,
        roles=("band",),
        place=1,
    ),
    Part(id="bow", slot=Slot.EXTRA, name=tr("a bow"), add=_bow, roles=("band",), place=2),
    Part(
        id="epaulettes",
        slot=Slot.EXTRA,
        name=tr("epaulettes"),
        add=_epaulettes,
        against=_SHOULDERS,
        roles=("band",),
        materials=("interfacing",),
        place=3,
    ),
    Part(
        id="bones",
        slot=Slot.EXTRA,
        name=tr("a bone in every panel"),
        add=_bones,
        only_beside={Slot.UPPER: ((PANELS,), say("builder.bones-need-panels"))},
        roles=("band",),
        place=5,
    ),
    Part(
        id="loops",
        slot=Slot.EXTRA,
        name=tr("loops for a belt"),
        add=_loops,
        roles=("band",),
        place=4,
    ),
)
