"""The box dress: pulled over the head, straight from chest to hem, sleeves grown on.

Front and back on the fold, front and back neck facings with a slit for the head, pocket bags in
the side seams, and a turn-up band at each sleeve. Points are (down, across) in mm: down from the
neck end of the shoulder, across from the centre fold. The rules are the quarter system.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import UNBOUNDED, TapeCheck
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Style
from wickel.geometry import Cubic, Line, Path, Point, length, smooth
from wickel.pattern import (
    ConstructionPoint,
    Cut,
    Edge,
    EdgeKind,
    InnerLine,
    Notch,
    Pattern,
    Piece,
    Seam,
    edge_length,
    length_between,
)

CHEST_SIXTH_PLUS_MM = 38.1  # 1 1/2 in: chest line = bust/6 + 1 1/2 in below the shoulder
LEAST_UNDERARM_MM = 10.0  # what must be left of the sleeve outside the side seam
SLIT_FACING_HALF_MM = 45.0
SLIT_FACING_BELOW_MM = 76.2  # 3 in below the slit
POCKET_OPENING_MM = 160.0
POCKET_END_MM = 15.0
POCKET_ABOVE_HIP_MM = 130.0
OVER_HEAD_EASE_MM = 20.0
OVER_BODY_EASE_MM = 20.0

OPTIONS = (
    LengthOption(id="below_knee_mm", question="Length below the knee (above: −)", default=-40, least=-350, most=450),
    LengthOption(id="sleeve_mm", question="Sleeve from the shoulder point", default=200, least=60, most=480),
    LengthOption(id="sleeve_ease_mm", question="Room in the sleeve, all round", default=110, least=20, most=400),
    LengthOption(id="turn_up_mm", question="Finished depth of the turn-up", default=50, least=20, most=120),
    LengthOption(id="turn_up_ease_mm", question="Turn-up longer than the sleeve by", default=6, least=0, most=12),
    LengthOption(id="ease_mm", question="Ease", default=120, least=0, most=500),
    ChoiceOption(
        id="ease_school",
        question="Ease is added",
        default="whole",
        choices={"whole": "to the whole girth", "quarter": "to each quarter"},
    ),
    LengthOption(id="neck_width_mm", question="Neck width from the centre", default=78, least=55, most=140),
    LengthOption(id="front_neck_mm", question="Front neck depth", default=85, least=40, most=220),
    LengthOption(id="back_neck_mm", question="Back neck depth", default=22, least=8, most=120),
    LengthOption(id="slope_mm", question="Shoulder slope", default=22, least=5, most=60),
    LengthOption(id="slit_mm", question="Slit for the head", default=140, least=0, most=260),
    LengthOption(id="facing_mm", question="Width of the facings", default=65, least=40, most=110),
)


@dataclass(frozen=True, slots=True, kw_only=True)
class _Frame:
    """What front and back share: the points from the shoulder to the hem."""

    neck: Point
    shoulder: Point
    sleeve_end: Point
    sleeve_under: Point
    curve_start: Point
    side_top: Point
    corner: Point
    hem_side: Point
    hem_centre: Point
    chest_mm: float

    @property
    def overarm(self) -> Point:
        """Unit vector from the neck point along the shoulder line."""
        size = math.dist(self.neck, self.sleeve_end)
        return (
            (self.sleeve_end[0] - self.neck[0]) / size,
            (self.sleeve_end[1] - self.neck[1]) / size,
        )

    def side(self) -> Path:
        """The side seam from the sleeve end, round the underarm, to the hem."""
        curve = smooth(self.curve_start, self.corner, self.corner, self.side_top)
        straight = Line(self.side_top, self.hem_side)
        if math.dist(self.sleeve_under, self.curve_start) < 1e-6:
            return (curve, straight)
        return (Line(self.sleeve_under, self.curve_start), curve, straight)


def drafted(body: Body, options: Mapping[str, float | str], allow: Allowances) -> Pattern:
    """Draft the box dress. Raises ``DraftRefused`` when body and options disagree."""
    o = {id: value for id, value in options.items() if isinstance(value, float)}
    frame = _frame(body, o, str(options["ease_school"]))
    front_neck = _neck_curve(o["front_neck_mm"], o["neck_width_mm"])
    back_neck = _neck_curve(o["back_neck_mm"], o["neck_width_mm"])
    slit_end = o["front_neck_mm"] + o["slit_mm"]
    if slit_end + SLIT_FACING_BELOW_MM > frame.hem_side[0]:
        raise DraftRefused(
            f"The slit facing ends {(slit_end + SLIT_FACING_BELOW_MM) / 10:.1f} cm down, below the hem at "
            f"{frame.hem_side[0] / 10:.1f} cm: make the slit shorter or the dress longer.",
            "slit_mm",
            "below_knee_mm",
        )
    slit = (InnerLine(name="slit", path=(Line((o["front_neck_mm"], 0.0), (slit_end, 0.0)),)),)
    has_slit = o["slit_mm"] > 0
    pocket_top = _pocket_top(body, frame)
    opening = 2 * math.dist(frame.sleeve_end, frame.sleeve_under)
    pieces = (
        _main("front", "Front", frame, front_neck, o, allow, pocket_top, slit if has_slit else ()),
        _main("back", "Back", frame, back_neck, o, allow, pocket_top, ()),
        _facing("front-facing", "Front facing", frame, front_neck, o, allow, slit_end if has_slit else None, slit),
        _facing("back-facing", "Back facing", frame, back_neck, o, allow, None, ()),
        _pocket(allow),
        _turn_up(opening + o["turn_up_ease_mm"], 2 * o["turn_up_mm"], allow),
    )
    return Pattern(style="box-dress", pieces=pieces, seams=_SEAMS)


def _frame(body: Body, o: Mapping[str, float], ease_school: str) -> _Frame:
    half_shoulder = body["shoulder"] / 2
    neck: Point = (0.0, o["neck_width_mm"])
    shoulder: Point = (o["slope_mm"], half_shoulder)
    if half_shoulder - o["neck_width_mm"] < 30:
        raise DraftRefused(
            f"The neck is {o['neck_width_mm'] / 10:.1f} cm wide from the centre but half the shoulder is only "
            f"{half_shoulder / 10:.1f} cm: make the neck narrower or measure the shoulder again.",
            "neck_width_mm",
            "shoulder",
        )
    along = math.dist(neck, shoulder)
    u = ((shoulder[0] - neck[0]) / along, (shoulder[1] - neck[1]) / along)
    sleeve_end = (shoulder[0] + u[0] * o["sleeve_mm"], shoulder[1] + u[1] * o["sleeve_mm"])
    half_opening = (body["upper_arm"] + o["sleeve_ease_mm"]) / 2
    sleeve_under = (sleeve_end[0] + u[1] * half_opening, sleeve_end[1] - u[0] * half_opening)
    ease = o["ease_mm"] / 4 if ease_school == "whole" else o["ease_mm"]
    widest = max(("bust", "hip"), key=lambda m: body[m])
    side_across = body[widest] / 4 + ease
    if sleeve_under[1] < side_across + LEAST_UNDERARM_MM:
        short = side_across + LEAST_UNDERARM_MM - sleeve_under[1]
        raise DraftRefused(
            f"The sleeve ends inside the body: at its {o['sleeve_mm'] / 10:.1f} cm the underarm lies "
            f"{short / 10:.1f} cm short of the side seam (a quarter of the {widest} and ease): "
            f"lengthen the sleeve by {math.ceil(short / u[1] / 10)} cm or take out ease.",
            "sleeve_mm",
            widest,
            "ease_mm",
        )
    # the sleeve's underarm line runs back parallel to the shoulder until it meets the side seam
    reach = (sleeve_under[1] - side_across) / u[1]
    corner = (sleeve_under[0] - u[0] * reach, side_across)
    chest = body["bust"] / 6 + CHEST_SIXTH_PLUS_MM
    round_mm = min(80.0, reach)
    side_top = (max(corner[0] + 80.0, chest), side_across)
    curve_start = (corner[0] + u[0] * round_mm, corner[1] + u[1] * round_mm)
    full = body["neck_to_knee"] + o["below_knee_mm"]
    if full < side_top[0] + 150:
        raise DraftRefused(
            f"The dress would end {full / 10:.1f} cm down, too close to the underarm at {side_top[0] / 10:.1f} cm: "
            "make it longer, or take room out of the sleeve.",
            "below_knee_mm",
            "sleeve_ease_mm",
            "neck_to_knee",
        )
    return _Frame(
        neck=neck,
        shoulder=shoulder,
        sleeve_end=sleeve_end,
        sleeve_under=sleeve_under,
        curve_start=curve_start,
        side_top=side_top,
        corner=corner,
        hem_side=(full, side_across),
        hem_centre=(full, 0.0),
        chest_mm=chest,
    )


def _neck_curve(depth: float, width: float) -> Cubic:
    """A round neck: square to the centre at its depth, square to the start line at the shoulder."""
    return smooth((depth, 0.0), (depth, width), (depth, width), (0.0, width), fullness=0.55)


def _pocket_top(body: Body, frame: _Frame) -> float:
    """Distance of the pocket opening along the side seam, from the sleeve end."""
    path = frame.side()
    to_side_top = length(path[:-1])
    top_down = max(body["neck_to_hip"] - POCKET_ABOVE_HIP_MM, frame.side_top[0] + 20)
    lowest = frame.hem_side[0] - POCKET_OPENING_MM - POCKET_END_MM - 20
    if top_down > lowest:
        raise DraftRefused(
            "The dress is too short for pockets in the side seams: lengthen it by "
            f"{math.ceil((top_down - lowest) / 10)} cm.",
            "below_knee_mm",
        )
    return to_side_top + top_down - frame.side_top[0]


def _main(
    id: str,
    name: str,
    frame: _Frame,
    neck: Cubic,
    o: Mapping[str, float],
    allow: Allowances,
    pocket_top: float,
    slit: tuple[InnerLine, ...],
) -> Piece:
    depth = neck.start[0]
    return Piece(
        id=id,
        name=name,
        edges=(
            Edge(name="neck", path=(neck,), allowance_mm=allow["neck"]),
            Edge(name="shoulder", path=(Line(frame.neck, frame.sleeve_end),), allowance_mm=allow["shoulder"]),
            Edge(
                name="sleeve end",
                path=(Line(frame.sleeve_end, frame.sleeve_under),),
                allowance_mm=allow["sleeve_end"],
            ),
            Edge(name="side", path=frame.side(), allowance_mm=allow["side"]),
            Edge(
                name="hem",
                path=(Line(frame.hem_side, frame.hem_centre),),
                allowance_mm=allow["hem"],
                kind=EdgeKind.HEM,
            ),
            Edge(
                name="centre",
                path=(Line(frame.hem_centre, neck.start),),
                allowance_mm=0.0,
                kind=EdgeKind.FOLD,
            ),
        ),
        cuts=(Cut(material="main", copies=1, on_fold=True),),
        notches=(
            Notch(name="pocket top", edge="side", at_mm=pocket_top),
            Notch(name="pocket bottom", edge="side", at_mm=pocket_top + POCKET_OPENING_MM),
        ),
        inner_lines=slit,
        points=(
            _point("neck centre", (depth, 0.0), f"{name.lower()} neck depth, on the fold"),
            _point("shoulder at neck", frame.neck, "start line; neck width from the centre"),
            _point("shoulder point", frame.shoulder, "half the shoulder across, the slope down"),
            _point("sleeve end, top", frame.sleeve_end, "on along the shoulder line by the sleeve length"),
            _point("sleeve end, under", frame.sleeve_under, "square to the shoulder line by half the sleeve"),
            _point("curve begins", frame.curve_start, "back along the sleeve, parallel to the shoulder"),
            _point("underarm", frame.side_top, "quarter of bust or hip and ease, below the chest line"),
            _point("hem at the side", frame.hem_side, "straight down to the length"),
            _point("hem at the centre", frame.hem_centre, "square to the fold"),
        ),
    )


def _facing(
    id: str,
    name: str,
    frame: _Frame,
    neck: Cubic,
    o: Mapping[str, float],
    allow: Allowances,
    slit_end: float | None,
    slit: tuple[InnerLine, ...],
) -> Piece:
    """A facing that follows the neck edge; with a slit it runs on down the centre, 3 in past it."""
    u, width, depth = frame.overarm, o["facing_mm"], neck.start[0]
    outer_top = (frame.neck[0] + u[0] * width, frame.neck[1] + u[1] * width)
    outer: Path
    if slit_end is None:
        bottom = (depth + width, 0.0)
        outer = (smooth(outer_top, (bottom[0], outer_top[1]), (bottom[0], outer_top[1]), bottom, 0.55),)
    else:
        lowest = slit_end + SLIT_FACING_BELOW_MM
        knee = (min(depth + width + 30.0, lowest - 20.0), SLIT_FACING_HALF_MM)
        foot, bottom = (lowest, SLIT_FACING_HALF_MM), (lowest, 0.0)
        bend = (knee[0] - 0.55 * (knee[0] - outer_top[0]), SLIT_FACING_HALF_MM)
        outer = (
            Cubic(outer_top, (outer_top[0] + 0.55 * (knee[0] - outer_top[0]), outer_top[1]), bend, knee),
            Line(knee, foot),
            Line(foot, bottom),
        )
    return Piece(
        id=id,
        name=name,
        edges=(
            Edge(name="neck", path=(neck,), allowance_mm=allow["neck"]),
            Edge(name="shoulder", path=(Line(frame.neck, outer_top),), allowance_mm=allow["shoulder"]),
            Edge(name="outer", path=outer, allowance_mm=allow["facing"]),
            Edge(name="centre", path=(Line(bottom, neck.start),), allowance_mm=0.0, kind=EdgeKind.FOLD),
        ),
        cuts=(Cut(material="main", copies=1, on_fold=True),),
        inner_lines=slit if slit_end is not None else (),
        points=(
            _point("neck centre", neck.start, "as on the garment"),
            _point("shoulder at neck", frame.neck, "as on the garment"),
            _point("outer, at the shoulder", outer_top, "facing width along the shoulder"),
            _point("outer, at the centre", bottom, "facing width, or 3 in below the slit"),
        ),
    )


def _pocket(allow: Allowances) -> Piece:
    """A bag as deep as a hand, its opening on the side seam."""
    mouth = POCKET_OPENING_MM + 2 * POCKET_END_MM
    top, below = (0.0, 0.0), (mouth, 0.0)
    tip, back = (mouth + 105.0, 85.0), (mouth - 20.0, 160.0)
    return Piece(
        id="pocket",
        name="Pocket bag",
        edges=(
            Edge(name="opening", path=(Line(top, below),), allowance_mm=allow["side"]),
            Edge(
                name="bag",
                path=(
                    Cubic(below, (mouth + 45.0, 0.0), (tip[0], 35.0), tip),
                    Cubic(tip, (tip[0], 135.0), (mouth + 50.0, back[1]), back),
                    Cubic(back, (mouth - 110.0, back[1]), (0.0, 95.0), top),
                ),
                allowance_mm=allow["pocket"],
            ),
        ),
        cuts=(Cut(material="main", copies=4, pair=True),),
        notches=(
            Notch(name="pocket top", edge="opening", at_mm=POCKET_END_MM),
            Notch(name="pocket bottom", edge="opening", at_mm=POCKET_END_MM + POCKET_OPENING_MM),
        ),
        points=(
            _point("top of the opening", top, "start of the bag"),
            _point("end of the opening", below, "opening and both its ends"),
            _point("finger tip", tip, "a hand's length below the opening"),
            _point("back of the bag", back, "a hand's width from the seam"),
        ),
    )


def _turn_up(long_mm: float, high_mm: float, allow: Allowances) -> Piece:
    """A straight band, folded along its middle, sewn to the sleeve end."""
    a, b, c, d = (0.0, 0.0), (long_mm, 0.0), (long_mm, high_mm), (0.0, high_mm)
    band = allow["band"]
    return Piece(
        id="turn-up",
        name="Turn-up",
        edges=(
            Edge(name="join", path=(Line(a, b),), allowance_mm=allow["sleeve_end"]),
            Edge(name="end", path=(Line(b, c),), allowance_mm=band),
            Edge(name="inside", path=(Line(c, d),), allowance_mm=band),
            Edge(name="other end", path=(Line(d, a),), allowance_mm=band),
        ),
        cuts=(Cut(material="main", copies=2),),
        inner_lines=(InnerLine(name="fold line", path=(Line((0.0, high_mm / 2), (long_mm, high_mm / 2)),)),),
        points=(
            _point("first corner", a, "start"),
            _point("along", b, "sleeve opening all round and a little"),
            _point("across", c, "twice the finished depth"),
        ),
    )


def _point(name: str, at: Point, rule: str) -> ConstructionPoint:
    return ConstructionPoint(name=name, down_mm=at[0], across_mm=at[1], rule=rule)


_SEAMS = (
    Seam(name="side seam", one=("front", "side"), other=("back", "side")),
    Seam(name="shoulder", one=("front", "shoulder"), other=("back", "shoulder")),
    Seam(name="front neck", one=("front", "neck"), other=("front-facing", "neck")),
    Seam(name="back neck", one=("back", "neck"), other=("back-facing", "neck")),
    Seam(name="sleeve end", one=("turn-up", "join"), other=("front", "sleeve end")),
)


def checked(pattern: Pattern, body: Body, options: Mapping[str, float | str]) -> tuple[TapeCheck, ...]:
    """The tape checks of a box dress."""
    front, back = pattern.piece("front"), pattern.piece("back")
    front_facing, back_facing = pattern.piece("front-facing"), pattern.piece("back-facing")
    slit = float(options["slit_mm"])
    neck_round = 2 * (edge_length(front, "neck") + edge_length(back, "neck"))
    opening = neck_round + 2 * slit
    short = body["head"] + OVER_HEAD_EASE_MM - opening
    sleeve = edge_length(front, "sleeve end") + edge_length(back, "sleeve end")
    girth = 4 * front.edge("hem").start[1]
    widest = max(body["bust"], body["hip"])
    return (
        _same("Side seam", ("front", edge_length(front, "side")), ("back", edge_length(back, "side"))),
        _same("Shoulder", ("front", edge_length(front, "shoulder")), ("back", edge_length(back, "shoulder"))),
        _same(
            "Front neck to facing",
            ("neck", edge_length(front, "neck")),
            ("facing", edge_length(front_facing, "neck")),
        ),
        _same(
            "Back neck to facing",
            ("neck", edge_length(back, "neck")),
            ("facing", edge_length(back_facing, "neck")),
        ),
        TapeCheck(
            name="Turn-up to sleeve",
            one="turn-up",
            one_mm=edge_length(pattern.piece("turn-up"), "join"),
            other="sleeve opening",
            other_mm=sleeve,
            least_mm=0.0,
            most_mm=12.0,
            way_out="Cut the turn-up as long as the sleeve is round, or a little longer.",
        ),
        _same(
            "Pocket opening",
            ("side seam", length_between(front, "pocket top", "pocket bottom")),
            ("bag", length_between(pattern.piece("pocket"), "pocket top", "pocket bottom")),
        ),
        TapeCheck(
            name="Over the head",
            one="neck opening with slit",
            one_mm=opening,
            other="head",
            other_mm=body["head"],
            least_mm=OVER_HEAD_EASE_MM,
            most_mm=UNBOUNDED,
            way_out=f"Deepen the slit by {max(0.0, short) / 2 / 10:.1f} cm, or widen the neck.",
        ),
        TapeCheck(
            name="Over bust and hip",
            one="dress all round",
            one_mm=girth,
            other="widest girth",
            other_mm=widest,
            least_mm=OVER_BODY_EASE_MM,
            most_mm=UNBOUNDED,
            way_out=f"Add {max(0.0, widest + OVER_BODY_EASE_MM - girth) / 10:.1f} cm of ease all round.",
        ),
    )


def _same(name: str, one: tuple[str, float], other: tuple[str, float]) -> TapeCheck:
    return TapeCheck(
        name=name,
        one=one[0],
        one_mm=one[1],
        other=other[0],
        other_mm=other[1],
        way_out="Draft both edges from the same points.",
    )


STYLE = Style(
    id="box-dress",
    name="Box dress",
    summary="Pulled over the head, grown-on sleeves with turn-ups, faced neck with a slit, pockets in the seams.",
    charts=("women",),
    required=("bust", "hip", "shoulder", "upper_arm", "head", "neck_to_hip", "neck_to_knee"),
    options=OPTIONS,
    materials=("main",),
    roles=("shoulder", "side", "neck", "hem", "sleeve_end", "facing", "pocket", "band"),
    drafted=drafted,
    checked=checked,
)
