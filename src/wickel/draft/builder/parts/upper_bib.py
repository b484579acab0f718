"""A bib in front and a low back, hung from straps through loops.

Points are (down, across) in mm from the upper edge and the centre.
"""

from __future__ import annotations

import math
from dataclasses import replace

from wickel.body import Body
from wickel.draft.builder.making import NO_SHOULDERS, Making, Part, Slot
from wickel.draft.builder.parts.uppers import EASE, centre_role
from wickel.draft.checks import TapeCheck
from wickel.draft.facings import edge_facing
from wickel.draft.fastenings import tie
from wickel.draft.ledger import SIDES
from wickel.draft.parts import edges, line, point
from wickel.draft.style import DraftRefused, LengthOption, Options
from wickel.draft.torso import half_cut
from wickel.geometry import Cubic, Path, Point
from wickel.pattern import Notch, Pattern, Piece, PieceRole, Seam, View, edge_length
from wickel.wording import say, tr

LEAST_SIDE_MM, LEAST_ARMHOLE_MM, LEAST_BESIDE_MM = 50.0, 15.0, 25.0
"""What must be left of the side, of the armhole's depth, and beside the strap."""
MEASURED = (
    "bust",
    "hip",
    "bust_span",
    "armhole",
    "neck_to_bust",
    "neck_to_waist",
    "nape_to_waist",
)
BIB_STRAP = LengthOption(
    id="bib_strap_mm", question="Finished width of the straps", default=30, least=15, most=60
)


def _add(making: Making) -> Making:
    made = making.with_pieces(
        *_tops(making),
        seams=(Seam(name="side seam", one=("front", "side"), other=("back", "side")),),
    )
    ledger = making.ledger
    ledger.at("Facings")
    tops = [made.piece(side) for side in SIDES]
    facings = []
    for top in tops:
        made, wide = made.with_facing(top.id)
        facings.append(edge_facing(top, ("neck", "armhole"), wide, making.allow))
    return made.with_pieces(*facings, *_straps(tops, making))


def _straps(tops: list[Piece], making: Making) -> list[Piece]:
    """The straps, as long as from top to top over the shoulder with their loops, and the loops."""
    ledger = making.ledger
    ledger.at("Straps")
    hung = (top.edge("side").end[0] - top.edge("neck").end[0] for top in tops)
    ledger.know("hung", math.fsum(hung))
    loop = ledger.length("loop.long", "9 cm", "Length of a loop, with what is sewn in", (30, 200))
    loop_wide = ledger.length("loop.wide", "1.2 cm", "Finished width of a loop", (4, 50))
    long = ledger.length(
        "strap.long", "neck_to_waist + nape_to_waist - hung + loop_long", "Length of a strap"
    )
    wide = ledger.length("strap.wide", "bib_strap", "Finished width of the straps", (8, 90))
    return [
        replace(tie("strap", "Strap", long, wide, making.allow), role=PieceRole.STRAP),
        replace(tie("loop", "Loop", loop, loop_wide, making.allow), role=PieceRole.LOOP),
    ]


def _tops(making: Making) -> list[Piece]:
    """The bib in front and the low back. Points are down from the upper edge at the strap.

    Raises:
        DraftRefused: there is no side between armhole and waist.
    """
    ledger = making.ledger
    ledger.at("Top")
    wide = ledger.both(
        "top.across", "(max(hip, waist) + ease)/4", "A quarter of the top at the waist"
    )
    chest = ledger.both("chest.across", "(max(bust, hip) + ease)/4", "A quarter at the underarm")
    strap_at = ledger.both(
        "strap.across", "bust_span/2 + bib_strap/2 + 0.6 cm", "Strap from the centre", (40, 240)
    )
    level = ledger.both(
        "top.level", ("neck_to_waist", "nape_to_waist"), "Waist below neck point or nape"
    )
    armhole = ledger.both(
        "armhole.level",
        ("armhole/2 + 1.5 cm", "armhole/2 + 1.5 cm - (neck_to_waist - nape_to_waist)"),
        "Underarm below neck point or nape",
    )
    rise = ledger.both(
        "top.rise",
        ("0.58*neck_to_bust", "armhole_level - 4 cm"),
        "Upper edge below neck point or nape",
    )
    dip = ledger.both("top.dip", ("0.6 cm", "0 cm"), "Upper edge lower at the centre by", (0, 80))
    strap_mm = float(ledger.options.get("bib_strap_mm", ledger.options.get("strap_mm", 0.0)))
    made = []
    for side in SIDES:
        under = (armhole.of(side) - rise.of(side), chest.of(side))
        waist = (level.of(side) - rise.of(side), wide.of(side))
        strap = (0.0, strap_at.of(side))
        if (
            waist[0] - under[0] < LEAST_SIDE_MM
            or under[0] < LEAST_ARMHOLE_MM
            or under[1] < strap[1] + LEAST_BESIDE_MM
        ):
            raise DraftRefused(
                say("jumpsuit.armhole-reach-down-waist-lies", under=under[0], waist=waist[0]),
                "armhole",
                "neck_to_waist",
                "bust",
            )
        top = _top(side, (dip.of(side), 0.0), (strap, under, waist), making)
        at = max(0.0, edge_length(top, "neck") - strap_mm / 2)
        made.append(replace(top, notches=(Notch(name="strap", edge="neck", at_mm=at),)))
    return made


def _top(id: str, centre: Point, at: tuple[Point, Point, Point], making: Making) -> Piece:
    """A top from the points of its strap, its underarm and its waist at the side."""
    strap, under, waist = at
    neck: Path = line(centre, strap)
    hollow = Cubic(
        strap,
        (0.6 * under[0], strap[1] + 0.10 * (under[1] - strap[1])),
        (under[0], strap[1] + 0.45 * (under[1] - strap[1])),
        under,
    )
    role = centre_role(making, id)
    return Piece(
        id=id,
        name=f"{id.capitalize()} top",
        role=PieceRole.BODICE,
        view=View(id),
        edges=edges(
            making.allow,
            ("neck", neck, "neck"),
            ("armhole", (hollow,), "armhole"),
            ("side", line(under, waist), "side"),
            ("hem", line(waist, (waist[0], 0.0)), "waist"),
            ("centre", line((waist[0], 0.0), neck[0].start), role),
        ),
        cuts=half_cut(role),
        points=(
            point("top at the centre", neck[0].start, "start", "top.dip"),
            point("strap", strap, "half the bust span, and the strap", "strap.across"),
            point(
                "underarm",
                under,
                "half the armhole; quarter of the wider of bust and hip, and ease",
                "armhole.level",
                "chest.across",
            ),
            point("side waist", waist, "as wide as what hangs there", "top.across", "top.level"),
        ),
    )


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    front, back = (pattern.piece(side) for side in SIDES)
    rise = sum(piece.edge("centre").start[0] for piece in (front, back))
    return (
        TapeCheck(
            name="Side of the top",
            one="front",
            one_mm=edge_length(front, "side"),
            other="back",
            other_mm=edge_length(back, "side"),
            least_mm=-6.0,
            most_mm=6.0,
            way_out=say("jumpsuit.ease-longer-side-lower-armhole"),
        ),
        TapeCheck(
            name="Straps",
            one="tops, straps and loops",
            one_mm=rise + edge_length(pattern.piece("strap"), "join"),
            other="waist to waist over the shoulder",
            other_mm=body["neck_to_waist"] + body["nape_to_waist"],
            least_mm=0.0,
            most_mm=150.0,
            way_out=say("jumpsuit.cut-straps-shorter"),
            if_short=say("jumpsuit.cut-straps-longer"),
        ),
    )


PARTS = (
    Part(
        id="bib",
        slot=Slot.UPPER,
        name=tr("nothing: a bib and a low back on straps"),
        add=_add,
        options=(EASE, BIB_STRAP),
        required=MEASURED,
        without=frozenset(
            {Slot.NECK, Slot.SLEEVE, Slot.COLLAR, Slot.EDGES, Slot.DART, Slot.YOKE, Slot.DRAPE}
        ),
        traits=frozenset({NO_SHOULDERS}),
        only_beside={
            Slot.CLOSING: (("side", "none", "back"), say("builder.bib-closes")),
            Slot.WAIST: (("plain", "elastic", "drawstring", "band"), say("builder.bib-waist")),
            Slot.EXTRA: (("none", "bow"), say("builder.bib-has-straps")),
        },
        against={(Slot.LOWER, "in-one"): say("builder.bib-waist")},
        checks=_checks,
        roles=("side", "neck", "armhole", "waist", "facing", "band"),
        place=24,
    ),
)
