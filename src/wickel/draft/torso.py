"""The torso: neck, shoulder, armhole, shaped side and darts, or plain; ``torso_panels`` splits it.

Shared by every bodice, waistcoat, jacket and fitted dress. Quarter system: points are (down,
across) in mm, down from the neck end of the shoulder, across from the centre.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.necklines import Neckline, neckline
from wickel.draft.parts import (
    chest_line,
    dart_on,
    edges,
    line,
    neck_within_shoulder,
    on_shoulder,
    point,
    swung_down,
)
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Option
from wickel.geometry import (
    Cubic,
    Line,
    Path,
    Point,
    crossing,
    length,
    polygon,
)
from wickel.pattern import ConstructionPoint, Cut, InnerLine, Notch, Piece, net_line
from wickel.wording import say

BELOW_BUST_POINT_MM = 25.4
MOST_DART_MM = 38.0
LEAST_DART_MM = 6.0
HALF_INCH_MM = 12.7
MOST_DIP_MM = 12.0
MOST_PLAIN_MM = 28.0
"""A plain torso is this much narrower at the waist than at the chest, each quarter, at the most."""
OPEN_DART_MM = 40.0
"""A torso that ends less than this below the waist has its dart open down to its lower edge."""
FLARE_LONG = 1.15
"""A seam that swings out is at least so many times as long as it swings."""
SLEEVE_NOTCH_MM = 75.0
"""Cap and armhole are notched at this distance from the underarm."""

MEASURED = (
    "bust",
    "waist",
    "hip",
    "armhole",
    "shoulder",
    "across_back",
    "across_front",
    "bust_span",
    "neck_to_bust",
    "neck_to_waist",
    "nape_to_waist",
    "waist_to_hip",
)
"""What every torso needs measured."""

CHEST_LINE = ChoiceOption(
    id="chest_line",
    question="The chest line lies",
    default="armhole",
    choices={
        "armhole": "half the armhole down",
        "sixth": "bust/6 + 1 1/2 in down",
        "set": "at a depth I give",
    },
)
CHEST_DEPTH = LengthOption(
    id="chest_depth_mm",
    question="Depth of the chest line, if I give it",
    default=215,
    least=120,
    most=330,
)


NECK_RULE = ChoiceOption(
    id="neck_rule",
    question="The neck is drawn",
    default="set",
    choices={"set": "as wide and deep as I give", "sixth": "neck/6 wide, neck/6 + 1/2 in deep"},
)


def neck_of_sixths(body: Body, kind: str) -> dict[str, float]:
    """Width and depths of the neck from the neck's girth; a V keeps the depth it is given.

    Raises:
        DraftRefused: the neck was not measured.
    """
    if "neck" not in body.measurements_mm:
        raise DraftRefused(say("torso.neck-drawn-neck-but-neck"), "neck", "neck_rule")
    sixth = body["neck"] / 6
    found = {"neck_width_mm": sixth}
    return found if kind == "v" else {**found, "front_neck_mm": sixth + HALF_INCH_MM}


def shoulder_options(*, neck_width: float = 72, front_neck: float = 82) -> tuple[Option, ...]:
    """What every torso asks about neck and shoulder, with a garment's own defaults in mm."""
    return (
        NECK_RULE,
        LengthOption(
            id="neck_width_mm",
            question="Neck width from the centre",
            default=neck_width,
            least=50,
            most=150,
        ),
        LengthOption(
            id="front_neck_mm", question="Front neck depth", default=front_neck, least=40, most=260
        ),
        LengthOption(id="back_neck_mm", question="Back neck depth", default=22, least=8, most=150),
        LengthOption(id="slope_mm", question="Shoulder slope", default=38, least=10, most=70),
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class Torso:
    """The points of a front or back half. ``level`` is the waist at the centre line's own
    height."""

    front: bool
    neck: Neckline
    shoulder: Point
    armhole: Cubic
    level: float
    side_waist: Point
    centre_waist: float
    hip: Point
    hem_side: Point
    hem_centre: float
    dart: float
    bust: Point
    dart_top: float
    dart_foot: float
    side_dart: float = 0.0
    flared: bool = False

    @property
    def chest(self) -> float:
        """Depth of the chest line."""
        return self.armhole.end[0]

    @property
    def overarm(self) -> Point:
        """Unit vector from the neck along the shoulder."""
        (a, b), (c, d) = self.neck.shoulder, self.shoulder
        size = math.dist((a, b), (c, d))
        return ((c - a) / size, (d - b) / size)

    def side(self) -> Path:
        """From the underarm over the waist, and over the hip when it reaches so far, to the lower
        edge."""
        under, waist, hem = self.armhole.end, self.side_waist, self.hem_side
        upper = Cubic(
            under,
            (under[0] + 0.35 * (waist[0] - under[0]), under[1] + 0.30 * (waist[1] - under[1])),
            (waist[0] - 0.30 * (waist[0] - under[0]), waist[1]),
            waist,
        )
        if hem[0] - waist[0] < 1e-6:
            return (upper,)
        if hem[0] > self.hip[0] + 1e-6:
            return (upper, _to_hip(waist, self.hip), Line(self.hip, hem))
        return (upper, _to_hip(waist, hem))

    def hem(self) -> Cubic:
        """The lower edge from the side to the centre, square to the centre, and to a side that
        swings out."""
        down, out = 1.0, 0.0
        if self.flared:
            last = self.side()[-1]
            before = last.start if isinstance(last, Line) else last.control2
            down, out = last.end[0] - before[0], last.end[1] - before[1]
        reach = 0.4 * self.hem_side[1] / math.hypot(down, out)
        return Cubic(
            self.hem_side,
            (self.hem_side[0] + reach * out, self.hem_side[1] - reach * down),
            (self.hem_centre, self.hem_side[1] * 0.35),
            (self.hem_centre, 0.0),
        )

    @property
    def open_dart(self) -> bool:
        """Whether the waist dart runs open into the lower edge."""
        return self.hem_side[0] - self.side_waist[0] <= OPEN_DART_MM

    @property
    def reach_mm(self) -> float:
        """A quarter of the garment at the chest."""
        return self.armhole.end[1]

    def closed_waist_mm(self) -> float:
        """A quarter of the garment at the waist, the dart closed."""
        return self.side_waist[1] - self.dart


def _to_hip(waist: Point, end: Point) -> Cubic:
    below = end[0] - waist[0]
    return Cubic(
        waist,
        (waist[0] + 0.30 * below, waist[1]),
        (end[0] - 0.35 * below, end[1] - 0.15 * (end[1] - waist[1])),
        end,
    )


def torso(
    body: Body,
    o: Mapping[str, float],
    rules: Mapping[str, str],
    *,
    neck: str = "round",
    back_neck: str = "round",
    plain: bool = False,
    pulled_on: bool = False,
) -> tuple[Torso, Torso]:
    """Front and back half.

    ``rules`` are the schools chosen: ``chest_line``, and ``neck_rule`` where a style asks it. ``o``
    holds ``ease_mm``, ``below_waist_mm``, ``neck_width_mm``, ``front_neck_mm``, ``back_neck_mm``
    and ``slope_mm``, and may hold ``chest_depth_mm`` and ``flare_mm`` (wider at the lower edge,
    each quarter). ``plain``: no darts, hardly shaped at the waist, front and back on one level, as
    knits and coats are. ``pulled_on``: it has no opening, so that its waist is no narrower than the
    bust that it must pass.

    Raises:
        DraftRefused: two measurements, or a measurement and an option, disagree.
    """
    down = chest_line(body, rules.get("chest_line", "armhole"), o.get("chest_depth_mm", 0.0))
    if rules.get("neck_rule") == "sixth":
        o = {**o, **neck_of_sixths(body, neck)}
    narrowest = body["bust"] / 4 / o.get("give", 1.0) if pulled_on else 0.0
    back = _half(body, o, down, back_neck, front=False, plain=plain, narrowest=narrowest)
    front = _half(body, o, down, neck, front=True, plain=plain, narrowest=narrowest)
    extra = length(front.side()) - length(back.side())
    return replace(front, side_dart=extra if extra > 1.0 else 0.0), back


def _half(
    body: Body,
    o: Mapping[str, float],
    chest: float,
    kind: str,
    *,
    front: bool,
    plain: bool,
    narrowest: float,
) -> Torso:
    where = "front" if front else "back"
    neck_within_shoulder(
        body, o["neck_width_mm"], least_mm=25.0 if o["neck_width_mm"] > 100 else 40.0
    )
    shoulder = (o["slope_mm"], body["shoulder"] / 2)
    neck = neckline(kind, o[f"{where}_neck_mm"], on_shoulder(o["neck_width_mm"], shoulder))
    bust = (body["bust"] + o["ease_mm"]) / 4
    hollow = body[f"across_{where}"] / 2 - (4.0 if front else 0.0)
    if bust < hollow + 15:
        raise DraftRefused(
            say("torso.quarter-bust-ease-no-wider", bust=bust, where=where),
            "bust",
            f"across_{where}",
        )
    if chest < shoulder[0] + 60:
        raise DraftRefused(
            say("torso.chest-line-leaves-no-room", chest=chest, shoulder=shoulder[0]),
            "chest_depth_mm",
            "armhole",
            "slope_mm",
        )
    armhole = Cubic(
        shoulder,
        (shoulder[0] + 0.60 * (chest - shoulder[0]), hollow - 6),
        (chest, hollow + 0.22 * (bust - hollow)),
        (chest, bust),
    )
    waist = (body["waist"] + o["ease_mm"]) / 4
    dart = 0.0 if plain else min(MOST_DART_MM, max(0.0, 0.5 * (bust - waist)))
    dart = dart if dart >= LEAST_DART_MM else 0.0
    if plain:
        waist = max(waist, bust - MOST_PLAIN_MM, min(bust, narrowest))
    level = o["back_neck_mm"] + body["nape_to_waist"]
    if level < chest + 60:
        raise DraftRefused(
            say("torso.waist-lies-down-too-close", level=level, chest=chest),
            "nape_to_waist",
            "armhole",
            "chest_depth_mm",
        )
    centre = max(body["neck_to_waist"], level) if front and not plain else level
    extra = max(0.0, centre - level - MOST_DIP_MM)
    extra = extra if extra >= LEAST_DART_MM else 0.0
    side_waist = (level + extra, waist + dart)
    below = o["below_waist_mm"]
    to_hip = body["waist_to_hip"]
    wide = (body["hip"] + o["ease_mm"]) / 4
    share = min(1.0, below / to_hip)
    hip = (side_waist[0] + to_hip, wide)
    flare = o.get("flare_mm", 0.0)
    hem = (side_waist[0] + below, side_waist[1] + share * (wide - side_waist[1]) + flare)
    if flare > 0 and below > 0:
        hip, hem = _flared(side_waist, hip, hem, below)
    span = body["bust_span"] / 2
    bust_down = body["neck_to_bust"]
    return Torso(
        front=front,
        neck=neck,
        shoulder=shoulder,
        armhole=armhole,
        level=level,
        side_waist=side_waist,
        centre_waist=centre,
        hip=hip,
        hem_side=hem,
        hem_centre=centre + below,
        dart=dart,
        bust=(bust_down, span) if front else (chest + 5.0, span),
        dart_top=bust_down + BELOW_BUST_POINT_MM if front else chest,
        flared=flare > 0 and below > 0,
        dart_foot=level + min(120.0, max(0.0, below - 20)),
    )


def _flared(waist: Point, hip: Point, hem: Point, below: float) -> tuple[Point, Point]:
    """The hip and the hem at the side of a torso that is flared, so that its hem hangs level.

    The seam is as long as the centre, so that it ends higher the further it swings out: from the
    hip where that leaves it long enough, else from the waist, and then the hip is where it ends.

    Raises:
        DraftRefused: the flare is wider than the seam is long.
    """
    straight, out = waist[0] + below - hip[0], hem[1] - hip[1]
    if straight > FLARE_LONG * out:
        return hip, (hip[0] + swung_down(straight, out), hem[1])
    out = hem[1] - waist[1]
    if below <= FLARE_LONG * out:
        raise DraftRefused(
            say("torso.hem-wider-than-waist-each", out=out, below=below),
            "flare_mm",
            "below_waist_mm",
            "below_knee_mm",
        )
    end = (waist[0] + swung_down(below, out), hem[1])
    return end, end


# --- the plain half -----------------------------------------------------------------------------


def torso_piece(
    id: str,
    name: str,
    half: Torso,
    allow: Allowances,
    *,
    centre: str = "fold",
    lower: str = "hem",
    cuts: tuple[Cut, ...] | None = None,
) -> Piece:
    """A half in one piece with its darts: edges ``neck``, ``shoulder``, ``armhole``, ``side``,
    ``hem``, ``centre``.

    ``centre`` is the role of its centre (``fold`` or ``closing``), ``lower`` that of its lower edge
    (``hem``, or ``waist`` when something is sewn to it).
    """
    made = Piece(
        id=id,
        name=name,
        edges=edges(
            allow,
            ("neck", half.neck.path, "neck"),
            ("shoulder", (*half.neck.rise, Line(half.neck.base, half.shoulder)), "shoulder"),
            ("armhole", (half.armhole,), "armhole"),
            ("side", half.side(), "side"),
            ("hem", (half.hem(),), lower),
            ("centre", line((half.hem_centre, 0.0), half.neck.centre), centre),
        ),
        cuts=cuts or half_cut(centre),
        notches=(
            Notch(name="sleeve", edge="armhole", at_mm=length((half.armhole,)) - SLEEVE_NOTCH_MM),
            Notch(name="waist", edge="side", at_mm=length(half.side()[:1])),
        ),
        inner_lines=(*half.neck.marks, *darts(half)),
        points=torso_points(half),
    )
    return uncrossed(made)


def uncrossed(piece: Piece) -> Piece:
    """The piece. Raises ``DraftRefused`` when its net line crosses itself: its neck is cut too far
    into it."""
    if not polygon(net_line(piece)).is_valid:
        raise DraftRefused(
            say("torso.neck-cut-so-wide-deep", piece=piece.name.lower()),
            "neck_width_mm",
            "front_neck_mm",
            "back_neck_mm",
        )
    return piece


def half_cut(centre: str) -> tuple[Cut, ...]:
    if centre == "fold":
        return (Cut(material="main", copies=1, on_fold=True),)
    return (Cut(material="main", copies=2, pair=True),)


def torso_points(half: Torso) -> tuple[ConstructionPoint, ...]:
    """The construction points of a half, in the order of chalking."""
    return (
        point("neck centre", half.neck.centre, "neck depth"),
        point("shoulder at neck", half.neck.shoulder, "start line; neck width from the centre"),
        point("shoulder point", half.shoulder, "half the shoulder across, the slope down"),
        point("underarm", half.armhole.end, "chest line; quarter of bust and ease"),
        point("side waist", half.side_waist, "quarter of waist and ease, and the dart"),
        point("centre waist", (half.centre_waist, 0.0), "measured on the body"),
        point("hem at the side", half.hem_side, "toward the quarter of hip and ease"),
        point("hem at the centre", (half.hem_centre, 0.0), "length below the waist"),
    )


def darts(half: Torso) -> tuple[InnerLine, ...]:
    """The waist dart, open into the lower edge or a lozenge, and the side dart."""
    found = []
    if half.dart:
        across = half.bust[1]
        if half.open_dart:
            hem = half.hem()
            met = crossing((hem,), 1, across)
            assert met is not None, "the lower edge runs from the side to the centre, past the dart"
            middle = length(met[0])
            deep = met[0][-1].end[0] - half.dart_top
            found.append(dart_on((hem,), middle, half.dart, deep, name="waist dart"))
        else:
            top, foot = (half.dart_top, across), (half.dart_foot, across)
            left, right = (half.level, across - half.dart / 2), (half.level, across + half.dart / 2)
            legs = (Line(top, left), Line(left, foot), Line(foot, right), Line(right, top))
            found.append(InnerLine(name="waist dart", path=legs))
    if half.side_dart:
        side = half.side()
        deep = half.armhole.end[1] - half.bust[1] - BELOW_BUST_POINT_MM
        along = min(max(half.bust[0] - half.chest, 40.0), length(side[:1]) - half.side_dart - 20.0)
        found.append(dart_on(side, along, half.side_dart, deep, name="side dart"))
    return tuple(found)
