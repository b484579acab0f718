"""The fitted torso: neck, shoulder, armhole, shaped side, waist dart; plain or split by panel seams.

Shared by every bodice, waistcoat, jacket and fitted dress. Quarter system: points are (down, across) in
mm, down from the neck end of the shoulder, across from the centre.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.necklines import Neckline, neckline
from wickel.draft.parts import (
    EdgeRow,
    chest_line,
    dart_on,
    edges,
    line,
    neck_within_shoulder,
    on_shoulder,
    point,
    solved,
)
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption
from wickel.geometry import (
    Affine,
    Cubic,
    Line,
    Path,
    Point,
    crossing,
    length,
    mapped,
    moved,
    parted_at,
    point_at,
    polygon,
    turned,
)
from wickel.pattern import ConstructionPoint, Cut, InnerLine, Notch, Piece, net_line

BELOW_BUST_POINT_MM = 25.4
MOST_DART_MM = 38.0
LEAST_DART_MM = 6.0
MOST_DIP_MM = 12.0
OPEN_DART_MM = 40.0
"""A torso that ends less than this below the waist has its dart open down to its lower edge."""
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
    id="chest_depth_mm", question="Depth of the chest line, if I give it", default=215, least=120, most=330
)


def shoulder_options(*, neck_width: float = 72, front_neck: float = 82) -> tuple[LengthOption, ...]:
    """What every torso asks about neck and shoulder, with a garment's own defaults in mm."""
    return (
        LengthOption(id="neck_width_mm", question="Neck width from the centre", default=neck_width, least=50, most=150),
        LengthOption(id="front_neck_mm", question="Front neck depth", default=front_neck, least=40, most=260),
        LengthOption(id="back_neck_mm", question="Back neck depth", default=22, least=8, most=150),
        LengthOption(id="slope_mm", question="Shoulder slope", default=38, least=10, most=70),
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class Torso:
    """The points of a front or back half. ``level`` is the waist at the centre line's own height."""

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
        """From the underarm over the waist, and over the hip when it reaches so far, to the lower edge."""
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
        """The lower edge from the side to the centre, level where it meets the centre."""
        return Cubic(
            self.hem_side,
            (self.hem_side[0], self.hem_side[1] * 0.6),
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
        waist, (waist[0] + 0.30 * below, waist[1]), (end[0] - 0.35 * below, end[1] - 0.15 * (end[1] - waist[1])), end
    )


def torso(
    body: Body, o: Mapping[str, float], *, chest: str = "armhole", neck: str = "round", back_neck: str = "round"
) -> tuple[Torso, Torso]:
    """Front and back half.

    ``o`` holds ``ease_mm``, ``below_waist_mm``, ``neck_width_mm``, ``front_neck_mm``, ``back_neck_mm`` and
    ``slope_mm``, and may hold ``chest_depth_mm`` and ``flare_mm`` (wider at the lower edge, each quarter).

    Raises:
        DraftRefused: two measurements, or a measurement and an option, disagree.
    """
    down = chest_line(body, chest, o.get("chest_depth_mm", 0.0))
    back = _half(body, o, down, back_neck, front=False)
    front = _half(body, o, down, neck, front=True)
    extra = length(front.side()) - length(back.side())
    return replace(front, side_dart=extra if extra > 1.0 else 0.0), back


def _half(body: Body, o: Mapping[str, float], chest: float, kind: str, *, front: bool) -> Torso:
    where = "front" if front else "back"
    neck_within_shoulder(body, o["neck_width_mm"], least_mm=25.0 if o["neck_width_mm"] > 100 else 40.0)
    shoulder = (o["slope_mm"], body["shoulder"] / 2)
    neck = neckline(kind, o[f"{where}_neck_mm"], on_shoulder(o["neck_width_mm"], shoulder))
    bust = (body["bust"] + o["ease_mm"]) / 4
    hollow = body[f"across_{where}"] / 2 - (4.0 if front else 0.0)
    if bust < hollow + 15:
        raise DraftRefused(
            f"A quarter of the bust and ease is {bust / 10:.1f} cm, no wider than half across the {where}: "
            f"measure bust and across {where} again.",
            "bust",
            f"across_{where}",
        )
    if chest < shoulder[0] + 60:
        raise DraftRefused(
            f"The chest line at {chest / 10:.1f} cm leaves no room for an armhole under the shoulder at "
            f"{shoulder[0] / 10:.1f} cm: lower the chest line or take slope out.",
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
    dart = min(MOST_DART_MM, max(0.0, 0.5 * (bust - waist)))
    dart = dart if dart >= LEAST_DART_MM else 0.0
    level = o["back_neck_mm"] + body["nape_to_waist"]
    if level < chest + 60:
        raise DraftRefused(
            f"The waist lies {level / 10:.1f} cm down, too close to the chest line at {chest / 10:.1f} cm: "
            "measure nape to waist and the armhole again.",
            "nape_to_waist",
            "armhole",
            "chest_depth_mm",
        )
    centre = max(body["neck_to_waist"], level) if front else level
    extra = max(0.0, centre - level - MOST_DIP_MM)
    extra = extra if extra >= LEAST_DART_MM else 0.0
    side_waist = (level + extra, waist + dart)
    below = o["below_waist_mm"]
    to_hip = body["waist_to_hip"]
    wide = (body["hip"] + o["ease_mm"]) / 4
    share = min(1.0, below / to_hip)
    hip = (side_waist[0] + to_hip, wide)
    hem_across = side_waist[1] + share * (wide - side_waist[1]) + o.get("flare_mm", 0.0)
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
        hem_side=(side_waist[0] + below, hem_across),
        hem_centre=centre + below,
        dart=dart,
        bust=(bust_down, span) if front else (chest + 5.0, span),
        dart_top=bust_down + BELOW_BUST_POINT_MM if front else chest,
        dart_foot=level + min(120.0, max(0.0, below - 20)),
    )


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
    """A half in one piece with its darts: edges ``neck``, ``shoulder``, ``armhole``, ``side``, ``hem``, ``centre``.

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
        cuts=cuts or _cut(centre),
        notches=(
            Notch(name="sleeve", edge="armhole", at_mm=length((half.armhole,)) - SLEEVE_NOTCH_MM),
            Notch(name="waist", edge="side", at_mm=length(half.side()[:1])),
        ),
        inner_lines=(*half.neck.marks, *darts(half)),
        points=torso_points(half),
    )
    return _uncrossed(made)


def _uncrossed(piece: Piece) -> Piece:
    """The piece. Raises ``DraftRefused`` when its net line crosses itself: its neck is cut too far into it."""
    if not polygon(net_line(piece)).is_valid:
        raise DraftRefused(
            f"The neck is cut so wide or deep that the {piece.name.lower()} crosses itself: make it narrower or "
            "less deep.",
            "neck_width_mm",
            "front_neck_mm",
            "back_neck_mm",
        )
    return piece


def _cut(centre: str) -> tuple[Cut, ...]:
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


# --- panels ---------------------------------------------------------------------------------------

PANEL_SEAMS = {"shoulder": "shoulder", "armhole": "armhole"}
_ARMHOLE_SHARE = 0.48


def torso_panels(
    id: str, name: str, half: Torso, seam: str, allow: Allowances, *, centre: str = "fold", lower: str = "hem"
) -> tuple[Piece, Piece]:
    """A half split over the bust into a centre and a side panel, from the shoulder or the armhole.

    The waist dart falls out between the panels, and so does the side dart: the side panel is turned
    about the bust point above it. Both panels have an edge ``panel seam`` of the same length.
    """
    top, before, after = _seam_top(half, seam)
    bust = half.bust
    upper = Cubic(
        top,
        (top[0] + 0.12 * (bust[0] - top[0]), top[1] + 0.55 * (bust[1] - top[1])),
        (bust[0] - 0.45 * (bust[0] - top[0]), bust[1]),
        bust,
    )
    left, right, hem_in, hem_out = _below_bust(half)
    inner = _named(
        ("neck", half.neck.path, "neck"),
        ("shoulder", before["shoulder"], "shoulder"),
        ("armhole", before["armhole"], "armhole"),
        ("panel seam", (upper, *left), "side"),
        ("hem", hem_in, lower),
        ("centre", line((half.hem_centre, 0.0), half.neck.centre), centre),
    )
    turn, side = _side_panel(half)
    outer = _named(
        ("panel seam", tuple(s.backwards() for s in reversed((*mapped((upper,), turn), *right))), "side"),
        ("shoulder", mapped(after["shoulder"], turn), "shoulder"),
        ("armhole", mapped(after["armhole"], turn), "armhole"),
        ("side", side, "side"),
        ("hem", hem_out, lower),
    )
    cuts = _cut(centre)
    points = torso_points(half)
    pair = (Cut(material="main", copies=2, pair=True),)
    whole_armhole = length((half.armhole,))
    kept = length(before["armhole"]) if before["armhole"] else 0.0
    at_bust = length((upper,))
    below = length(right)
    parts = (
        Piece(
            id=f"{id}-centre",
            name=f"{name}, centre",
            edges=edges(allow, *inner),
            cuts=cuts,
            notches=(Notch(name="bust", edge="panel seam", at_mm=at_bust),),
            inner_lines=half.neck.marks,
            points=tuple(p for p in points if p.across_mm <= top[1] + 1),
        ),
        Piece(
            id=f"{id}-side",
            name=f"{name}, side",
            edges=edges(allow, *outer),
            cuts=pair,
            notches=(
                Notch(name="bust", edge="panel seam", at_mm=below),
                Notch(name="sleeve", edge="armhole", at_mm=whole_armhole - kept - SLEEVE_NOTCH_MM),
                Notch(
                    name="waist",
                    edge="side",
                    at_mm=length(side) - length(half.side()[1:]) if half.side()[1:] else length(side),
                ),
            ),
            points=(
                point("bust point", bust, "neck to bust down, half the bust span across"),
                *(p for p in points if p.name in ("side waist", "hem at the side")),
            ),
        ),
    )
    return _uncrossed(parts[0]), _uncrossed(parts[1])


def _named(*rows: EdgeRow) -> tuple[EdgeRow, ...]:
    """The rows that have a path."""
    return tuple(row for row in rows if row[1])


def _seam_top(half: Torso, seam: str) -> tuple[Point, dict[str, Path], dict[str, Path]]:
    """Where the panel seam begins, and what it leaves of shoulder and armhole on either side."""
    shoulder: Path = (*half.neck.rise, Line(half.neck.base, half.shoulder))
    armhole: Path = (half.armhole,)
    if seam == "shoulder":
        plain = math.dist(half.neck.base, half.shoulder)
        inner, outer = parted_at(shoulder, length(shoulder) - plain / 2)
        return inner[-1].end, {"shoulder": inner, "armhole": ()}, {"shoulder": outer, "armhole": armhole}
    above, below = parted_at(armhole, _ARMHOLE_SHARE * length(armhole))
    return above[-1].end, {"shoulder": shoulder, "armhole": above}, {"shoulder": (), "armhole": below}


def _below_bust(half: Torso) -> tuple[Path, Path, Path, Path]:
    """The panel seams from the bust point down on either side of the dart, and the two parts of the lower edge."""
    bust, across, hem = half.bust, half.bust[1], half.hem()
    met = crossing((hem,), 1, across)
    assert met is not None, "the lower edge runs from the side to the centre, past the dart"
    foot = met[0][-1].end

    def leg(side: float) -> Path:
        mouth_down = foot[0] if half.open_dart else half.level
        mouth = (mouth_down, across + side * half.dart / 2)
        down = mouth[0] - bust[0]
        legs: Path = (
            Cubic(bust, (bust[0] + 0.40 * down, across), (mouth[0] - 0.35 * down, mouth[1]), mouth)
            if half.dart
            else Line(bust, mouth),
        )
        if half.open_dart:
            return legs
        tip = (half.dart_foot, across)
        back = tip[0] - mouth[0]
        if half.dart:
            legs += (Cubic(mouth, (mouth[0] + 0.35 * back, mouth[1]), (tip[0] - 0.35 * back, across), tip),)
        else:
            legs += (Line(mouth, tip),)
        return (*legs, Line(tip, foot))

    left, right = leg(-1.0), leg(1.0)
    if not half.open_dart:
        return left, right, met[1], met[0]
    (x, y), (a, b) = left[-1].end, right[-1].end
    centre, side = (half.hem_centre, 0.0), half.hem_side
    inner = Cubic((x, y), (x, y * 0.66), (centre[0], y * 0.4), centre)
    outer = Cubic(side, (side[0], side[1] - 0.35 * (side[1] - b)), (a, b + 0.3 * (side[1] - b)), (a, b))
    return left, right, (inner,), (outer,)


def _side_panel(half: Torso) -> tuple[Affine, Path]:
    """The turn that closes the side dart about the bust point, and the side seam with the dart closed."""
    side = half.side()
    if not half.side_dart:
        return Affine(), side
    width, whole = half.side_dart, length(side[:1])

    def uneven(middle: float) -> float:
        return math.dist(half.bust, point_at(side, middle + width / 2)) - math.dist(
            half.bust, point_at(side, middle - width / 2)
        )

    middle = solved(uneven, 0.0, width / 2 + 5.0, whole - width / 2 - 5.0, tolerance_mm=1e-4)
    if middle is None:
        middle = width / 2 + 5.0 if uneven(width / 2 + 5.0) > 0 else whole - width / 2 - 5.0
    above, _ = parted_at(side, middle - width / 2)
    _, below = parted_at(side, middle + width / 2)
    a, b, tip = above[-1].end, below[0].start, half.bust
    angle = math.degrees(math.atan2(b[1] - tip[1], b[0] - tip[0]) - math.atan2(a[1] - tip[1], a[0] - tip[0]))
    turn = moved(*tip).after(turned(angle).after(moved(-tip[0], -tip[1])))
    closed = mapped(above, turn)
    closed = (*closed[:-1], replace(closed[-1], end=b))
    return turn, (*closed, *below)
