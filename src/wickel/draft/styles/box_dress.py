"""The box dress: pulled over the head, straight from chest to hem, sleeves grown on.

Front and back on the fold, front and back neck facings with a slit for the head, pocket bags in
the side seams, and a turn-up band at each sleeve. Points are (down, across) in mm: down from the
neck end of the shoulder, across from the centre fold. The rules are the quarter system.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.facings import edge_facing
from wickel.draft.grown_on import GrownOn, grown_on, half_on_fold
from wickel.draft.necklines import Neckline, neck_facing, neckline
from wickel.draft.parts import edges, line, point, rectangle
from wickel.draft.pockets import END_MM, OPENING_MM, seam_bag
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Style, lengths
from wickel.draft.usual_checks import (
    OVER_HEAD_EASE_MM,
    Way,
    alike,
    over_body,
    over_head,
    way_within,
)
from wickel.geometry import Cubic, Line, Path, length
from wickel.pattern import (
    Cut,
    InnerLine,
    Notch,
    Pattern,
    Piece,
    Seam,
    edge_length,
    length_between,
)
from wickel.wording import say

SLIT_FACING_HALF_MM = 45.0
SLIT_FACING_BELOW_MM = 76.2  # 3 in below the slit
POCKET_ABOVE_HIP_MM = 130.0
ON_FOLD = Cut(material="main", copies=1, on_fold=True)

OPTIONS = (
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=-40,
        least=-350,
        most=450,
    ),
    LengthOption(
        id="sleeve_mm", question="Sleeve from the shoulder point", default=200, least=60, most=480
    ),
    LengthOption(
        id="sleeve_ease_mm",
        question="Room in the sleeve, all round",
        default=110,
        least=20,
        most=400,
    ),
    LengthOption(
        id="turn_up_mm", question="Finished depth of the turn-up", default=50, least=20, most=120
    ),
    LengthOption(
        id="turn_up_ease_mm",
        question="Turn-up longer than the sleeve by",
        default=6,
        least=0,
        most=12,
    ),
    LengthOption(id="ease_mm", question="Ease", default=120, least=0, most=500),
    ChoiceOption(
        id="ease_school",
        question="Ease is added",
        default="whole",
        choices={"whole": "to the whole girth", "quarter": "to each quarter"},
    ),
    LengthOption(
        id="neck_width_mm", question="Neck width from the centre", default=78, least=55, most=140
    ),
    LengthOption(id="front_neck_mm", question="Front neck depth", default=85, least=40, most=220),
    LengthOption(id="back_neck_mm", question="Back neck depth", default=22, least=8, most=120),
    LengthOption(id="slope_mm", question="Shoulder slope", default=22, least=5, most=60),
    LengthOption(id="slit_mm", question="Slit for the head", default=140, least=0, most=260),
    LengthOption(id="facing_mm", question="Width of the facings", default=65, least=40, most=110),
    ChoiceOption(
        id="yoke",
        question="A yoke laid over the shoulders",
        default="none",
        choices={"none": "no", "contrast": "in a contrast cloth"},
    ),
    LengthOption(
        id="yoke_mm",
        question="Depth of the yoke below neck and shoulder",
        default=120,
        least=60,
        most=170,
    ),
)


def drafted(body: Body, options: Mapping[str, float | str], allow: Allowances) -> Pattern:
    """Draft the box dress. Raises ``DraftRefused`` when body and options disagree."""
    o = lengths(options)
    o["long_mm"] = body["neck_to_knee"] + o["below_knee_mm"]
    frame = grown_on(body, o, ease_school=str(options["ease_school"]))
    front_neck = neckline("round", o["front_neck_mm"], frame.neck)
    back_neck = neckline("round", o["back_neck_mm"], frame.neck)
    slit_end = o["front_neck_mm"] + o["slit_mm"]
    if slit_end + SLIT_FACING_BELOW_MM > frame.hem_side[0]:
        raise DraftRefused(
            say(
                "box_dress.slit-facing-ends-down-below",
                slit_end=slit_end + SLIT_FACING_BELOW_MM,
                hem_side=frame.hem_side[0],
            ),
            "slit_mm",
            "below_knee_mm",
        )
    slit = (InnerLine(name="slit", path=(Line((o["front_neck_mm"], 0.0), (slit_end, 0.0)),)),)
    has_slit = o["slit_mm"] > 0
    pocket_top = _pocket_top(body, frame)
    opening = 2 * math.dist(frame.sleeve_end, frame.sleeve_under)
    front = _main("front", "Front", frame, front_neck, allow, pocket_top, slit if has_slit else ())
    back = _main("back", "Back", frame, back_neck, allow, pocket_top, ())
    yokes = (
        [_yoke(piece, o["yoke_mm"], allow) for piece in (front, back)]
        if options["yoke"] == "contrast"
        else []
    )
    pieces = (
        front,
        back,
        *yokes,
        _slit_facing(frame, front_neck, o["facing_mm"], slit_end, slit, allow)
        if has_slit
        else neck_facing(
            "front-facing",
            "Front facing",
            front_neck,
            frame.overarm,
            o["facing_mm"],
            allow,
            ON_FOLD,
        ),
        neck_facing(
            "back-facing", "Back facing", back_neck, frame.overarm, o["facing_mm"], allow, ON_FOLD
        ),
        seam_bag(allow),
        rectangle(
            "turn-up",
            "Turn-up",
            opening + o["turn_up_ease_mm"],
            2 * o["turn_up_mm"],
            allow,
            (Cut(material="main", copies=2),),
            role="sleeve_end",
            fold_line=True,
        ),
    )
    return Pattern(style="box-dress", pieces=pieces, seams=_SEAMS)


def _yoke(half: Piece, deep_mm: float, allow: Allowances) -> Piece:
    """A strip along neck and shoulder, laid over the half and turned in below."""
    strip = edge_facing(
        half,
        ("neck", "shoulder"),
        deep_mm,
        allow,
        id=f"{half.id}-yoke",
        name=f"{half.name} yoke",
        option="yoke_mm",
    )
    return replace(strip, cuts=(replace(strip.cuts[0], material="contrast"),))


def _pocket_top(body: Body, frame: GrownOn) -> float:
    """Distance of the pocket opening along the side seam, from the sleeve end."""
    path = frame.side()
    to_side_top = length(path[:-1])
    top_down = max(body["neck_to_hip"] - POCKET_ABOVE_HIP_MM, frame.side_top[0] + 20)
    lowest = frame.hem_side[0] - OPENING_MM - END_MM - 20
    if top_down > lowest:
        raise DraftRefused(
            say("box_dress.dress-too-short-pockets-side", short=top_down - lowest),
            "below_knee_mm",
        )
    return to_side_top + top_down - frame.side_top[0]


def _main(
    id: str,
    name: str,
    frame: GrownOn,
    neck: Neckline,
    allow: Allowances,
    pocket_top: float,
    slit: tuple[InnerLine, ...],
) -> Piece:
    return Piece(
        id=id,
        name=name,
        edges=half_on_fold(frame, neck.path, allow),
        cuts=(ON_FOLD,),
        notches=(
            Notch(name="pocket top", edge="side", at_mm=pocket_top),
            Notch(name="pocket bottom", edge="side", at_mm=pocket_top + OPENING_MM),
        ),
        inner_lines=slit,
        points=frame.points(neck.centre),
    )


def _slit_facing(
    frame: GrownOn,
    neck: Neckline,
    width: float,
    slit_end: float,
    slit: tuple[InnerLine, ...],
    allow: Allowances,
) -> Piece:
    """A front facing that follows the neck and runs on down the centre, 3 in past the slit."""
    u, depth = frame.overarm, neck.centre[0]
    outer_top = (frame.neck[0] + u[0] * width, frame.neck[1] + u[1] * width)
    lowest = slit_end + SLIT_FACING_BELOW_MM
    knee = (min(depth + width + 30.0, lowest - 20.0), SLIT_FACING_HALF_MM)
    foot, bottom = (lowest, SLIT_FACING_HALF_MM), (lowest, 0.0)
    bend = (knee[0] - 0.55 * (knee[0] - outer_top[0]), SLIT_FACING_HALF_MM)
    outer: Path = (
        Cubic(
            outer_top, (outer_top[0] + 0.55 * (knee[0] - outer_top[0]), outer_top[1]), bend, knee
        ),
        Line(knee, foot),
        Line(foot, bottom),
    )
    return Piece(
        id="front-facing",
        name="Front facing",
        edges=edges(
            allow,
            ("neck", neck.path, "neck"),
            ("shoulder", line(frame.neck, outer_top), "shoulder"),
            ("outer", outer, "facing"),
            ("centre", line(bottom, neck.centre), "fold"),
        ),
        cuts=(ON_FOLD,),
        inner_lines=slit,
        points=(
            point("neck centre", neck.centre, "as on the garment"),
            point("shoulder at neck", frame.neck, "as on the garment"),
            point("outer, shoulder", outer_top, "facing width along the shoulder"),
            point("outer, centre", bottom, "3 in below the slit"),
        ),
    )


_SEAMS = (
    Seam(name="side seam", one=("front", "side"), other=("back", "side")),
    Seam(name="shoulder", one=("front", "shoulder"), other=("back", "shoulder")),
    Seam(name="front neck", one=("front", "neck"), other=("front-facing", "neck")),
    Seam(name="back neck", one=("back", "neck"), other=("back-facing", "neck")),
    Seam(name="sleeve end", one=("turn-up", "join"), other=("front", "sleeve end")),
)


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a box dress."""
    front, back, pocket = pattern.piece("front"), pattern.piece("back"), pattern.piece("pocket")
    opening = 2 * (edge_length(front, "neck") + edge_length(back, "neck")) + 2 * float(
        options["slit_mm"]
    )
    short = max(0.0, body["head"] + OVER_HEAD_EASE_MM - opening)
    yokes = [piece for piece in pattern.pieces if piece.id.endswith("-yoke")]
    return (
        alike("Side seam", front, back, "side"),
        alike("Shoulder", front, back, "shoulder"),
        alike("Front neck to facing", front, pattern.piece("front-facing"), "neck"),
        alike("Back neck to facing", back, pattern.piece("back-facing"), "neck"),
        TapeCheck(
            name="Turn-up to sleeve",
            one="turn-up",
            one_mm=edge_length(pattern.piece("turn-up"), "join"),
            other="sleeve opening",
            other_mm=edge_length(front, "sleeve end") + edge_length(back, "sleeve end"),
            least_mm=0.0,
            most_mm=12.0,
            way_out=say("box_dress.cut-turn"),
        ),
        TapeCheck(
            name="Pocket opening",
            one="side seam",
            one_mm=length_between(front, "pocket top", "pocket bottom"),
            other="bag",
            other_mm=length_between(pocket, "pocket top", "pocket bottom"),
            way_out=say("box_dress.notch-both-same-length"),
        ),
        over_head(
            body,
            opening,
            way_within(
                OPTIONS,
                options,
                (
                    Way("slit_mm", short / 2, say("necks.deepen-slit", by=short / 2)),
                    Way("neck_width_mm", short / 4, say("necks.widen", by=short / 4)),
                    Way("", 0.0, say("necks.neck-and-slit")),
                ),
            ),
            opening="neck opening with slit",
        ),
        over_body(body, "bust", "hip", garment_mm=4 * front.edge("hem").start[1]),
        *(alike("Yokes at the shoulder", yokes[0], yokes[1], "shoulder") for _ in yokes[:1]),
    )


STYLE = Style(
    id="box-dress",
    name="Box dress",
    summary=(
        "Pulled over the head, grown-on sleeves with turn-ups, faced neck with a slit, "
        "pockets in the seams."
    ),
    charts=("women",),
    required=("bust", "hip", "shoulder", "upper_arm", "head", "neck_to_hip", "neck_to_knee"),
    options=OPTIONS,
    materials=("main", "contrast"),
    roles=("shoulder", "side", "neck", "hem", "sleeve_end", "facing", "pocket", "band"),
    drafted=drafted,
    checked=checked,
)
