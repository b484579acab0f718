"""The fitted bodice: darted, to the waist or below, sleeveless or with a set-in sleeve.

Front on the fold, back in two halves with a closing in the centre, faced neck. Quarter system:
points are (down, across) in mm, down from the neck end of the shoulder, across from the centre.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.grown_on import CHEST_SIXTH_PLUS_MM
from wickel.draft.necklines import KINDS, Neckline, neck_facing, neckline
from wickel.draft.parts import edges, line, neck_within_shoulder, point
from wickel.draft.sleeves import NOTCH_MM, set_in_sleeve
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Style
from wickel.draft.usual_checks import alike, over_body, waist_to_body
from wickel.geometry import Cubic, Line, Path, Point, length
from wickel.pattern import Cut, InnerLine, Notch, Pattern, Piece, Seam, edge_length

BELOW_BUST_POINT_MM = 25.4
MOST_DART_MM = 38.0
MOST_DIP_MM = 12.0

OPTIONS = (
    LengthOption(id="below_waist_mm", question="Length below the waist", default=170, least=0, most=320),
    LengthOption(id="ease_mm", question="Ease at bust, waist and hip", default=60, least=20, most=200),
    ChoiceOption(
        id="chest_line",
        question="The chest line lies",
        default="armhole",
        choices={"armhole": "half the armhole down", "sixth": "bust/6 + 1 1/2 in down"},
    ),
    ChoiceOption(
        id="sleeve", question="Sleeves", default="long", choices={"none": "none", "short": "short", "long": "long"}
    ),
    LengthOption(id="sleeve_mm", question="Length of a short sleeve", default=240, least=120, most=450),
    LengthOption(id="arm_ease_mm", question="Room at the upper arm", default=55, least=20, most=160),
    LengthOption(id="cap_ease_mm", question="Cap longer than the armhole by", default=15, least=0, most=26),
    ChoiceOption(id="neck", question="The front neck is", default="round", choices=KINDS),
    LengthOption(id="neck_width_mm", question="Neck width from the centre", default=72, least=50, most=130),
    LengthOption(id="front_neck_mm", question="Front neck depth", default=82, least=40, most=200),
    LengthOption(id="back_neck_mm", question="Back neck depth", default=22, least=8, most=120),
    LengthOption(id="slope_mm", question="Shoulder slope", default=38, least=10, most=70),
    LengthOption(id="facing_mm", question="Width of the facings", default=60, least=40, most=100),
)


@dataclass(frozen=True, slots=True, kw_only=True)
class _Half:
    """The points of a front or back half."""

    neck: Neckline
    shoulder: Point
    armhole: Cubic
    side_waist: Point
    centre_waist: float
    hem_side: Point
    hem_centre: float
    dart: float
    dart_across: float
    dart_top: float
    dart_foot: float
    side_dart: float
    side_dart_tip: Point

    def side(self) -> Path:
        """From the underarm over the waist to the hem."""
        under, waist, hem = self.armhole.end, self.side_waist, self.hem_side
        upper = Cubic(
            under,
            (under[0] + 0.35 * (waist[0] - under[0]), under[1] + 0.30 * (waist[1] - under[1])),
            (waist[0] - 0.30 * (waist[0] - under[0]), waist[1]),
            waist,
        )
        if hem[0] - waist[0] < 1e-6:
            return (upper,)
        below = hem[0] - waist[0]
        return (
            upper,
            Cubic(
                waist,
                (waist[0] + 0.30 * below, waist[1]),
                (hem[0] - 0.35 * below, hem[1] - 0.15 * (hem[1] - waist[1])),
                hem,
            ),
        )


def drafted(body: Body, options: Mapping[str, float | str], allow: Allowances) -> Pattern:
    """Draft the bodice. Raises ``DraftRefused`` when body and options disagree."""
    o = {id: value for id, value in options.items() if isinstance(value, float)}
    chest = body["armhole"] / 2 if options["chest_line"] == "armhole" else body["bust"] / 6 + CHEST_SIXTH_PLUS_MM
    kind = str(options["neck"])
    front, back = _half(body, o, chest, kind, front=True), _half(body, o, chest, kind, front=False)
    along = math.dist(front.neck.shoulder, front.shoulder)
    overarm = (
        (front.shoulder[0] - front.neck.shoulder[0]) / along,
        (front.shoulder[1] - front.neck.shoulder[1]) / along,
    )
    pieces = [
        _piece("front", "Front", front, allow),
        _piece("back", "Back", back, allow),
        neck_facing(
            "front-facing",
            "Front facing",
            front.neck,
            overarm,
            o["facing_mm"],
            allow,
            Cut(material="main", copies=1, on_fold=True),
        ),
        neck_facing(
            "back-facing",
            "Back facing",
            back.neck,
            overarm,
            o["facing_mm"],
            allow,
            Cut(material="main", copies=2, pair=True),
            centre="closing",
        ),
    ]
    seams = [
        Seam(name="side seam", one=("front", "side"), other=("back", "side")),
        Seam(name="shoulder", one=("front", "shoulder"), other=("back", "shoulder")),
    ]
    if options["sleeve"] != "none":
        short = options["sleeve"] == "short"
        width = body["upper_arm"] + o["arm_ease_mm"]
        pieces.append(
            set_in_sleeve(
                length((front.armhole,)) + length((back.armhole,)),
                o["cap_ease_mm"],
                width,
                chest,
                o["sleeve_mm"] if short else body["sleeve_length"],
                width - 16 if short else max(body["wrist"] + 60, 0.55 * width),
                allow,
            )
        )
        seams.append(Seam(name="armhole", one=("sleeve", "cap"), other=("front", "armhole")))
    return Pattern(style="bodice", pieces=tuple(pieces), seams=tuple(seams))


def _half(body: Body, o: Mapping[str, float], chest: float, kind: str, *, front: bool) -> _Half:
    half_shoulder = body["shoulder"] / 2
    neck_within_shoulder(body, o["neck_width_mm"], least_mm=40.0)
    depth = o["front_neck_mm" if front else "back_neck_mm"]
    neck = neckline(kind if front else "round", depth, (0.0, o["neck_width_mm"]))
    shoulder = (o["slope_mm"], half_shoulder)
    bust = (body["bust"] + o["ease_mm"]) / 4
    hollow = body["across_front" if front else "across_back"] / 2 - (4.0 if front else 0.0)
    if bust < hollow + 15:
        raise DraftRefused(
            f"A quarter of the bust and ease is {bust / 10:.1f} cm, no wider than half across the "
            f"{'front' if front else 'back'}: measure bust and across {'front' if front else 'back'} again.",
            "bust",
            "across_front" if front else "across_back",
        )
    armhole = Cubic(
        shoulder,
        (shoulder[0] + 0.60 * (chest - shoulder[0]), hollow - 6),
        (chest, hollow + 0.22 * (bust - hollow)),
        (chest, bust),
    )
    waist = (body["waist"] + o["ease_mm"]) / 4
    dart = min(MOST_DART_MM, max(0.0, 0.5 * (bust - waist)))
    dart = dart if dart >= 6 else 0.0
    level = o["back_neck_mm"] + body["nape_to_waist"]
    if level < chest + 60:
        raise DraftRefused(
            f"The waist lies {level / 10:.1f} cm down, too close to the chest line at {chest / 10:.1f} cm: "
            "measure nape to waist and the armhole again.",
            "nape_to_waist",
            "armhole",
        )
    extra = max(0.0, body["neck_to_waist"] - level - MOST_DIP_MM) if front else 0.0
    extra = extra if extra >= 6 else 0.0
    centre = max(body["neck_to_waist"], level) if front else level
    side_waist = (level + extra, waist + dart)
    below = o["below_waist_mm"]
    hip = (body["hip"] + o["ease_mm"]) / 4
    share = min(1.0, below / body["waist_to_hip"])
    hem_across = side_waist[1] + share * (hip - side_waist[1])
    point_down, span = body["neck_to_bust"], body["bust_span"] / 2
    return _Half(
        neck=neck,
        shoulder=shoulder,
        armhole=armhole,
        side_waist=side_waist,
        centre_waist=centre,
        hem_side=(side_waist[0] + below, hem_across),
        hem_centre=centre + below,
        dart=dart,
        dart_across=span,
        dart_top=point_down + BELOW_BUST_POINT_MM if front else chest,
        dart_foot=level + min(120.0, max(0.0, below - 20)),
        side_dart=extra,
        side_dart_tip=(point_down + 5, span + BELOW_BUST_POINT_MM),
    )


def _piece(id: str, name: str, half: _Half, allow: Allowances) -> Piece:
    front = id == "front"
    side = half.side()
    hem = Cubic(
        half.hem_side,
        (half.hem_side[0], half.hem_side[1] * 0.6),
        (half.hem_centre, half.hem_side[1] * 0.35),
        (half.hem_centre, 0.0),
    )
    whole = length((half.armhole,))
    return Piece(
        id=id,
        name=name,
        edges=edges(
            allow,
            ("neck", half.neck.path, "neck"),
            ("shoulder", line(half.neck.shoulder, half.shoulder), "shoulder"),
            ("armhole", (half.armhole,), "armhole"),
            ("side", side, "side"),
            ("hem", (hem,), "hem"),
            ("centre", line((half.hem_centre, 0.0), half.neck.centre), "fold" if front else "closing"),
        ),
        cuts=(Cut(material="main", copies=1, on_fold=True) if front else Cut(material="main", copies=2, pair=True),),
        notches=(
            Notch(name="sleeve", edge="armhole", at_mm=whole - NOTCH_MM),
            Notch(name="waist", edge="side", at_mm=length(side[:1])),
        ),
        inner_lines=_darts(half),
        points=(
            point("neck centre", half.neck.centre, "neck depth"),
            point("shoulder at neck", half.neck.shoulder, "start line; neck width from the centre"),
            point("shoulder point", half.shoulder, "half the shoulder across, the slope down"),
            point("underarm", half.armhole.end, "chest line; quarter of bust and ease"),
            point("side waist", half.side_waist, "quarter of waist and ease, and the dart"),
            point("centre waist", (half.centre_waist, 0.0), "measured on the body"),
            point("hem at the side", half.hem_side, "toward the quarter of hip and ease"),
            point("hem at the centre", (half.hem_centre, 0.0), "length below the waist"),
        ),
    )


def _darts(half: _Half) -> tuple[InnerLine, ...]:
    found = []
    level = half.side_waist[0] - half.side_dart
    if half.dart:
        top, foot = (half.dart_top, half.dart_across), (half.dart_foot, half.dart_across)
        left, right = (level, half.dart_across - half.dart / 2), (level, half.dart_across + half.dart / 2)
        legs: list[Line] = [Line(top, left)]
        if foot[0] - level > 1:
            legs += [Line(left, foot), Line(foot, right)]
        else:
            legs += [Line(left, right)]
        found.append(InnerLine(name="waist dart", path=(*legs, Line(right, top))))
    if half.side_dart:
        upper = half.armhole.end[0] + 55.0
        under = half.armhole.end[1]
        mouth = [(upper, under - 2.0), (upper + half.side_dart, under - 3.0)]
        found.append(
            InnerLine(name="side dart", path=(Line(mouth[0], half.side_dart_tip), Line(half.side_dart_tip, mouth[1])))
        )
    return tuple(found)


def _dart_width(piece: Piece, name: str) -> float:
    for inner in piece.inner_lines:
        if inner.name == name == "waist dart":
            acrosses = [segment.start[1] for segment in inner.path]
            return max(acrosses) - min(acrosses)
        if inner.name == name:
            return abs(inner.path[1].end[0] - inner.path[0].start[0])
    return 0.0


def checked(pattern: Pattern, body: Body, options: Mapping[str, float | str]) -> tuple[TapeCheck, ...]:
    """The tape checks of a bodice."""
    front, back = pattern.piece("front"), pattern.piece("back")
    waist = 2 * sum(piece.edge("side").path[0].end[1] - _dart_width(piece, "waist dart") for piece in (front, back))
    bust = 2 * sum(piece.edge("armhole").end[1] for piece in (front, back))
    checks = [
        TapeCheck(
            name="Side, dart closed",
            one="front less side dart",
            one_mm=edge_length(front, "side") - _dart_width(front, "side dart"),
            other="back",
            other_mm=edge_length(back, "side"),
            least_mm=-2.0,
            most_mm=2.0,
            way_out="Change the side dart.",
        ),
        alike("Shoulder", front, back, "shoulder"),
        waist_to_body(body, waist, float(options["ease_mm"]), "bodice"),
        over_body(body, "bust", garment_mm=bust),
        alike("Front neck to facing", front, pattern.piece("front-facing"), "neck"),
        alike("Back neck to facing", back, pattern.piece("back-facing"), "neck"),
    ]
    if options["sleeve"] != "none":
        sleeve, ease = pattern.piece("sleeve"), float(options["cap_ease_mm"])
        checks += [
            TapeCheck(
                name="Cap to armhole",
                one="cap",
                one_mm=edge_length(sleeve, "cap"),
                other=f"armhole and {ease / 10:g} cm ease",
                other_mm=edge_length(front, "armhole") + edge_length(back, "armhole") + ease,
                way_out="Solve the cap height again.",
            ),
            alike("Sleeve seam", sleeve, sleeve, "seam", other_edge="other seam"),
        ]
    return tuple(checks)


STYLE = Style(
    id="bodice",
    name="Fitted bodice",
    summary="Darts, faced neck, closing in the centre back; sleeveless or with a set-in sleeve whose cap is solved.",
    charts=("women",),
    required=(
        "bust",
        "waist",
        "hip",
        "armhole",
        "upper_arm",
        "wrist",
        "shoulder",
        "across_back",
        "across_front",
        "bust_span",
        "neck_to_bust",
        "neck_to_waist",
        "nape_to_waist",
        "waist_to_hip",
        "sleeve_length",
    ),
    options=OPTIONS,
    materials=("main",),
    roles=("shoulder", "side", "neck", "armhole", "hem", "closing", "facing"),
    drafted=drafted,
    checked=checked,
)
