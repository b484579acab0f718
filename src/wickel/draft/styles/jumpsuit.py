"""The jumpsuit: a sleeveless top on straps, legs with an elastic waist, pockets; for women and
children.

It is stepped into from above: the top goes over the hip. The legs are ``draft.legs``; the top hangs
from straps through loops. Points of the top are (down, across) in mm from its upper edge and the
centre.
"""

from __future__ import annotations

from collections.abc import Mapping

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.facings import edge_facing
from wickel.draft.fastenings import tie
from wickel.draft.legs import (
    MEASURED,
    Leg,
    drafted_legs,
    leg_checks,
    leg_options,
    leg_piece,
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
    choices,
    lengths,
)
from wickel.draft.usual_checks import alike, over_body
from wickel.geometry import Cubic, Path, Point, length
from wickel.pattern import Cut, Notch, Pattern, Piece, Seam, edge_length
from wickel.wording import say

LOOP_MM = (90.0, 12.0)
ABOVE_BUST_SHARE = 0.42
"""The bib rises above the chest by this share of the way from the bust point to the neck."""

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


def drafted(body: Body, options: Mapping[str, float | str], allow: Allowances) -> Pattern:
    """Draft the jumpsuit. Raises ``DraftRefused`` when body and options disagree."""
    o, choice = lengths(options), choices(options)
    halves = drafted_legs(body, {**o, "waist_ease_mm": 0.0}, "elastic")
    legs = [
        leg_piece(f"{id}-leg", f"{id.capitalize()} leg", half, allow)
        for id, half in zip(("front", "back"), halves, strict=True)
    ]
    tops = [
        _top(id, body, half, o, allow) for id, half in zip(("front", "back"), halves, strict=True)
    ]
    facings = [edge_facing(top, ("neck", "armhole"), o["facing_mm"], allow) for top in tops]
    waist = 2 * sum(length((waist_line(half),)) for half in halves)
    high = [top.edge("neck").end for top in tops]
    hung = sum(top.edge("side").end[0] - at[0] for top, at in zip(tops, high, strict=True))
    straps = body["neck_to_waist"] + body["nape_to_waist"] - hung + LOOP_MM[0]
    one = (Cut(material="main", copies=1),)
    small = [
        rectangle(
            Strip(
                id="casing",
                name="Waist casing",
                long_mm=waist,
                high_mm=2 * o["casing_mm"],
                cuts=one,
                fold_line=True,
            ),
            allow,
        ),
        tie("strap", "Strap", straps, o["strap_mm"], allow),
        tie("loop", "Loop", LOOP_MM[0], LOOP_MM[1], allow),
    ]
    if choice["pockets"] == "bib":
        small.append(patch(0.16 * body["bust"], 0.15 * body["bust"], allow, copies=1))
    return Pattern(
        style="jumpsuit",
        pieces=(*tops, *legs, *facings, *small),
        seams=(
            Seam(name="side seam", one=("front", "side"), other=("back", "side")),
            Seam(name="leg side", one=("front-leg", "side"), other=("back-leg", "side")),
            Seam(name="inseam", one=("front-leg", "inseam"), other=("back-leg", "inseam")),
            Seam(name="front waist", one=("front", "waist"), other=("front-leg", "waist")),
            Seam(name="back waist", one=("back", "waist"), other=("back-leg", "waist")),
        ),
    )


def _top(id: str, body: Body, leg: Leg, o: Mapping[str, float], allow: Allowances) -> Piece:
    """The bib in front or the low back, as wide at the waist as its leg."""
    front = id == "front"
    wide = length((waist_line(leg),))
    chest = (max(body["bust"], body["hip"]) + o["ease_mm"]) / 4
    level = body["neck_to_waist"] if front else body["nape_to_waist"]
    armhole = (
        body["armhole"] / 2
        + 15.0
        - (0.0 if front else body["neck_to_waist"] - body["nape_to_waist"])
    )
    rise = (1 - ABOVE_BUST_SHARE) * body["neck_to_bust"] if front else armhole - 40.0
    under: Point = (armhole - rise, chest)
    strap: Point = (0.0, body["bust_span"] / 2 + 0.5 * o["strap_mm"] + 6.0)
    waist: Point = (level - rise, wide)
    if waist[0] - under[0] < 50 or under[0] < 15 or under[1] < strap[1] + 25:
        raise DraftRefused(
            say("jumpsuit.armhole-reach-down-waist-lies", under=under[0], waist=waist[0]),
            "armhole",
            "neck_to_waist",
            "bust",
        )
    neck: Path = line((6.0 if front else 0.0, 0.0), strap)
    hollow = Cubic(
        strap,
        (0.6 * under[0], strap[1] + 0.10 * (chest - strap[1])),
        (under[0], strap[1] + 0.45 * (chest - strap[1])),
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
        notches=(Notch(name="strap", edge="neck", at_mm=length(neck) - 0.5 * o["strap_mm"]),),
        points=(
            point("top at the centre", neck[0].start, "start"),
            point("strap", strap, "half the bust span, and the strap"),
            point(
                "underarm",
                under,
                "half the armhole; quarter of the wider of bust and hip, and ease",
            ),
            point("side waist", waist, "as wide as the leg"),
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
    drafted=drafted,
    checked=checked,
)
