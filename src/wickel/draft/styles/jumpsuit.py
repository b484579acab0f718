"""The jumpsuit: a sleeveless top on straps, legs with an elastic waist, pockets; for women and
children.

It is stepped into from above: the top goes over the hip. The legs are ``draft.legs``; the top hangs
from straps through loops. Points of the top are (down, across) in mm from its upper edge and the
centre.
"""

from __future__ import annotations

import math
from collections.abc import Mapping

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.facings import edge_facing
from wickel.draft.fastenings import tie
from wickel.draft.ledger import SIDES, Both, Ledger
from wickel.draft.legs import (
    MEASURED,
    leg_checks,
    leg_options,
    leg_piece,
    legs_by,
    waist_line,
)
from wickel.draft.parts import Strip, edges, line, point, rectangle
from wickel.draft.pockets import patch
from wickel.draft.style import (
    ChoiceOption,
    DraftRefused,
    LengthOption,
    Option,
    Style,
)
from wickel.draft.usual_checks import alike, over_body
from wickel.geometry import Cubic, Path, Point, length
from wickel.pattern import Cut, Notch, Pattern, Piece, Seam, edge_length
from wickel.wording import say

LEAST_SIDE_MM, LEAST_ARMHOLE_MM, LEAST_BESIDE_MM = 50.0, 15.0, 25.0
"""What must be left of the side, of the armhole's depth, and beside the strap."""

OPTIONS: tuple[Option, ...] = (
    *leg_options(hip_ease=110, hem=440, knee=500),
    LengthOption(id="ease_mm", question="Ease of the top", default=110, least=60, most=240),
    LengthOption(
        id="strap_mm", question="Finished width of the straps", default=30, least=15, most=60
    ),
    LengthOption(
        id="casing_mm", question="Height of the waist casing", default=25, least=15, most=50
    ),
    LengthOption(id="facing_mm", question="Width of the facings", default=50, least=35, most=70),
    ChoiceOption(
        id="pockets",
        question="Pockets",
        default="bib",
        choices={"bib": "one on the bib", "none": "none"},
    ),
)


def steps(ledger: Ledger, allow: Allowances) -> Pattern:
    """Chalk the jumpsuit: the legs, the bib and the low back on them, facings, casing, straps.

    Raises:
        DraftRefused: body and figures disagree.
    """
    legs = dict(
        zip(SIDES, legs_by(ledger.ruled({"waist.quarter": "waist/4"}), "elastic"), strict=True)
    )
    pieces = [
        leg_piece(f"{side}-leg", f"{side.capitalize()} leg", legs[side], allow) for side in SIDES
    ]
    ledger.know("leg_waist", Both(*(length((waist_line(legs[side]),)) for side in SIDES)))
    tops = _tops(ledger, allow)
    ledger.at("Facings and casing")
    facing = ledger.both("facing.wide", "facing", "Width of the facing", (25, 120))
    facings = [edge_facing(top, ("neck", "armhole"), facing.of(top.id), allow) for top in tops]
    casing = ledger.length(
        "casing.long", "2*leg_waist_front + 2*leg_waist_back", "Length of the casing"
    )
    high = ledger.length("casing.high", "casing", "Height of the waist casing", (10, 80))
    case = Strip(
        id="casing",
        name="Waist casing",
        long_mm=casing,
        high_mm=2 * high,
        cuts=(Cut(material="main", copies=1),),
        fold_line=True,
    )
    small = [rectangle(case, allow), *_straps(ledger, tops, allow)]
    if ledger.choice("pockets") == "bib":
        ledger.at("Pocket")
        wide = ledger.length("patch.wide", "0.16*bust", "Width of the pocket", (40, 300))
        deep = ledger.length("patch.high", "0.15*bust", "Height of the pocket", (40, 300))
        small.append(patch(wide, deep, allow, copies=1))
    return Pattern(
        style="jumpsuit",
        pieces=(*tops, *pieces, *facings, *small),
        seams=(
            Seam(name="side seam", one=("front", "side"), other=("back", "side")),
            Seam(name="leg side", one=("front-leg", "side"), other=("back-leg", "side")),
            Seam(name="inseam", one=("front-leg", "inseam"), other=("back-leg", "inseam")),
            Seam(name="front waist", one=("front", "waist"), other=("front-leg", "waist")),
            Seam(name="back waist", one=("back", "waist"), other=("back-leg", "waist")),
        ),
    )


def _straps(ledger: Ledger, tops: list[Piece], allow: Allowances) -> list[Piece]:
    """The straps, as long as from top to top over the shoulder with their loops, and the loops."""
    ledger.at("Straps")
    hung = (top.edge("side").end[0] - top.edge("neck").end[0] for top in tops)
    ledger.know("hung", math.fsum(hung))
    loop = ledger.length("loop.long", "9 cm", "Length of a loop, with what is sewn in", (30, 200))
    loop_wide = ledger.length("loop.wide", "1.2 cm", "Finished width of a loop", (4, 50))
    long = ledger.length(
        "strap.long", "neck_to_waist + nape_to_waist - hung + loop_long", "Length of a strap"
    )
    wide = ledger.length("strap.wide", "strap", "Finished width of the straps", (8, 90))
    return [
        tie("strap", "Strap", long, wide, allow),
        tie("loop", "Loop", loop, loop_wide, allow),
    ]


def _tops(ledger: Ledger, allow: Allowances) -> list[Piece]:
    """The bib in front and the low back, each as wide at the waist as its leg.

    Points are down from the upper edge at the strap.

    Raises:
        DraftRefused: there is no side between armhole and waist.
    """
    ledger.at("Top")
    wide = ledger.both("top.across", "leg_waist", "A quarter of the top at the waist")
    chest = ledger.both("chest.across", "(max(bust, hip) + ease)/4", "A quarter at the underarm")
    strap_at = ledger.both(
        "strap.across", "bust_span/2 + strap/2 + 0.6 cm", "Strap from the centre", (40, 240)
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
        at = (strap, under, waist)
        made.append(_top(side, (dip.of(side), 0.0), at, float(ledger.options["strap_mm"]), allow))
    return made


def _top(
    id: str, centre: Point, at: tuple[Point, Point, Point], strap_mm: float, allow: Allowances
) -> Piece:
    """A top from the points of its strap, its underarm and its waist at the side."""
    strap, under, waist = at
    neck: Path = line(centre, strap)
    hollow = Cubic(
        strap,
        (0.6 * under[0], strap[1] + 0.10 * (under[1] - strap[1])),
        (under[0], strap[1] + 0.45 * (under[1] - strap[1])),
        under,
    )
    return Piece(
        id=id,
        name=f"{id.capitalize()} top",
        edges=edges(
            allow,
            ("neck", neck, "neck"),
            ("armhole", (hollow,), "armhole"),
            ("side", line(under, waist), "side"),
            ("waist", line(waist, (waist[0], 0.0)), "waist"),
            ("centre", line((waist[0], 0.0), neck[0].start), "fold"),
        ),
        cuts=(Cut(material="main", copies=1, on_fold=True),),
        notches=(Notch(name="strap", edge="neck", at_mm=max(0.0, length(neck) - strap_mm / 2)),),
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
            point("side waist", waist, "as wide as the leg", "top.across", "top.level"),
        ),
    )


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a jumpsuit."""
    front, back, front_leg, back_leg = (
        pattern.piece(id) for id in ("front", "back", "front-leg", "back-leg")
    )
    (hip,) = (p.across_mm for p in back_leg.points if p.name == "hip")
    waist = 2 * (edge_length(front, "waist") + edge_length(back, "waist"))
    rise = sum(piece.edge("centre").start[0] for piece in (front, back))
    return (
        *leg_checks(front_leg, back_leg, body, options, 4 * hip),
        alike("Leg side", front_leg, back_leg, "side"),
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
        alike("Front waist to leg", front, front_leg, "waist"),
        alike("Back waist to leg", back, back_leg, "waist"),
        TapeCheck(
            name="Casing to waist",
            one="casing",
            one_mm=edge_length(pattern.piece("casing"), "join"),
            other="waist as drafted",
            other_mm=waist,
            way_out=say("jumpsuit.cut-casing"),
        ),
        TapeCheck(
            name="Straps",
            one="tops, straps and loops",
            one_mm=rise + edge_length(pattern.piece("strap"), "join"),
            other="waist to waist over the shoulder",
            other_mm=body["neck_to_waist"] + body["nape_to_waist"],
            least_mm=0.0,
            most_mm=150.0,
            way_out=say("jumpsuit.cut-straps-longer"),
        ),
        over_body(body, "hip", garment_mm=waist, least_mm=10.0),
    )


STYLE = Style(
    id="jumpsuit",
    name="Jumpsuit",
    summary=(
        "A sleeveless top on straps and loops, legs with an elastic waist, a pocket on the bib."
    ),
    charts=("women", "children"),
    required=(
        *MEASURED,
        "bust",
        "bust_span",
        "armhole",
        "neck_to_bust",
        "neck_to_waist",
        "nape_to_waist",
    ),
    options=OPTIONS,
    materials=("main",),
    roles=("waist", "side", "crotch", "hem", "neck", "armhole", "facing", "band", "pocket"),
    steps=steps,
    checked=checked,
)
