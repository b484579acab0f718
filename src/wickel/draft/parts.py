"""Parts that styles share: rectangles, waistbands, edges from rows, solving for a length.

All points are (down, across) in mm in the piece frame.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.style import DraftRefused, LengthOption
from wickel.geometry import Cubic, Line, Path, Point, nearest_distance, point_at, smooth
from wickel.pattern import (
    ConstructionPoint,
    Cut,
    Edge,
    EdgeKind,
    EdgeRole,
    InnerLine,
    LineKind,
    Piece,
    PieceRole,
)
from wickel.pattern.edge_words import HOUSE_ROLES
from wickel.wording import say

BAND_OPTIONS = (
    LengthOption(
        id="band_mm", question="Finished height of the waistband", default=35, least=15, most=90
    ),
    LengthOption(
        id="overlap_mm", question="Overlap of the waistband", default=30, least=0, most=80
    ),
)
"""What every style with a waistband asks."""

LEAST_NECK_MM = 5.0
"""A neck is at least so much deeper than where it meets the shoulder."""


EdgeRow = tuple[str, Path, str]
"""An edge as (name, path, role of its allowance); the role ``fold`` lies on a fold, ``hem`` is a
hem."""

_SOLVED_MM = 1e-6
ON_EDGE_MM = 0.5
"""What lies no farther from an edge lies on it."""


def edges(
    allow: Allowances, *rows: EdgeRow, roles: Mapping[str, EdgeRole] = HOUSE_ROLES
) -> tuple[Edge, ...]:
    """Edges from rows, each with the allowance of its role; ``roles`` says what edges are of the
    garment, by their names."""
    made = []
    for name, path, role in rows:
        kind = {"fold": EdgeKind.FOLD, "hem": EdgeKind.HEM}.get(role, EdgeKind.SEAM)
        allowance_mm = 0.0 if role == "fold" else allow[role]
        what = roles.get(name, EdgeRole.OTHER)
        made.append(Edge(name=name, path=path, allowance_mm=allowance_mm, kind=kind, role=what))
    return tuple(made)


def line(start: Point, end: Point) -> Path:
    """A path of one straight line."""
    return (Line(start, end),)


def point(name: str, at: Point, rule: str, *figures: str) -> ConstructionPoint:
    """A construction point with the rule that gave it, and the figures that put it there."""
    return ConstructionPoint(name=name, down_mm=at[0], across_mm=at[1], rule=rule, figures=figures)


@dataclass(frozen=True, slots=True, kw_only=True)
class Strip:
    """A straight strip: how long and how high it is, how it is cut, which ``part`` of a garment it
    is, the role of the allowance of the edge that is sewn on, whether it is folded along its
    middle, and how its grain lies to its length."""

    id: str
    name: str
    long_mm: float
    high_mm: float
    cuts: tuple[Cut, ...]
    part: PieceRole = PieceRole.OTHER
    role: str = "band"
    fold_line: bool = False
    grain_deg: float = 0.0


def rectangle(strip: Strip, allow: Allowances) -> Piece:
    """The piece of a strip: edges ``join``, ``end``, ``inside``, ``other end``."""
    long, high = strip.long_mm, strip.high_mm
    a, b, c, d = (0.0, 0.0), (long, 0.0), (long, high), (0.0, high)
    middle = InnerLine(
        name="fold line", path=line((0.0, high / 2), (long, high / 2)), kind=LineKind.FOLD
    )
    return Piece(
        id=strip.id,
        name=strip.name,
        role=strip.part,
        edges=edges(
            allow,
            ("join", line(a, b), strip.role),
            ("end", line(b, c), "band"),
            ("inside", line(c, d), "band"),
            ("other end", line(d, a), "band"),
        ),
        cuts=strip.cuts,
        grain_deg=strip.grain_deg,
        inner_lines=(middle,) if strip.fold_line else (),
        points=(
            point("first corner", a, "start"),
            point("along", b, "the length it is sewn to, and what it overlaps"),
            point("across", c, "its height, twice when it is folded"),
        ),
    )


def waistband(waist_mm: float, overlap_mm: float, height_mm: float, allow: Allowances) -> Piece:
    """A straight waistband: as long as the waist and its overlap, twice its height, folded along
    its middle."""
    band = Strip(
        id="waistband",
        name="Waistband",
        part=PieceRole.WAISTBAND,
        long_mm=waist_mm + overlap_mm,
        high_mm=2 * height_mm,
        cuts=(Cut(material="main", copies=1), Cut(material="interfacing", copies=1)),
        fold_line=True,
    )
    return rectangle(band, allow)


def dart_on(
    path: Path, middle_mm: float, width_mm: float, deep_mm: float, *, name: str = "dart"
) -> InnerLine:
    """A dart whose mouth lies on an edge, ``width_mm`` of it, and whose tip lies ``deep_mm``
    inside.

    The edge runs with the piece on its right (down grows inward from a waist drawn outward from the
    centre). Both legs are equally long.
    """
    left, right = (point_at(path, middle_mm + share * width_mm) for share in (-0.5, 0.5))
    along = math.dist(left, right)
    ux, uy = (right[0] - left[0]) / along, (right[1] - left[1]) / along
    tip = ((left[0] + right[0]) / 2 + uy * deep_mm, (left[1] + right[1]) / 2 - ux * deep_mm)
    return InnerLine(name=name, path=(Line(left, tip), Line(tip, right)), kind=LineKind.DART)


def dart_width(piece: Piece, edge: str, *, name: str = "dart") -> float:
    """How much of an edge the darts of that name on it take up, in mm along the edge; of a piece
    cut whole those of both sides."""
    names = (name, f"other {name}")
    mouths = (mouth_on(piece.edge(edge), mark) for mark in piece.inner_lines if mark.name in names)
    return sum((abs(mouth[1] - mouth[0]) for mouth in mouths if mouth is not None), 0.0)


BUST_DART = "bust dart"
"""What the side dart of a front is called where it has been moved; those it is parted into are
numbered."""


def bust_darts(piece: Piece, edge: str) -> float:
    """How much of an edge the bust darts that were moved there take up, in mm along it."""
    names = {mark.name for mark in piece.inner_lines if mark.name.startswith(BUST_DART)}
    return sum(dart_width(piece, edge, name=name) for name in names)


def mouth_on(edge: Edge, mark: InnerLine) -> tuple[float, float] | None:
    """Where along an edge the two ends of a dart lie, in mm from its start; None where one of them
    lies beside it. Of a dart or an edge that is lost both are no number."""
    along = [nearest_distance(edge.path, at) for at in (mark.path[0].start, mark.path[-1].end)]
    (one, _), (other, _) = along
    on_it = max(off for _, off in along) < ON_EDGE_MM
    return (one, other) if math.isnan(one + other) or on_it else None


def swung_down(long_mm: float, out_mm: float) -> float:
    """How far down a seam so long reaches that swings out so far: √(long² − out²), so that the hem
    hangs level."""
    return math.sqrt(max(0.0, long_mm**2 - out_mm**2))


def level_hem(corner: Point, slant: Point, centre: Point) -> Path:
    """Half a hem, from its corner, square to the seam that runs along ``slant``, to the centre,
    square to that."""
    size = math.hypot(*slant)
    reach = 0.38 * (corner[1] - centre[1])
    down, out = slant[0] / size, slant[1] / size
    return (
        Cubic(
            corner,
            (corner[0] + reach * out, corner[1] - reach * down),
            (centre[0], centre[1] + reach),
            centre,
        ),
    )


def waist_within_hip(body: Body, waist_mm: float, hip_mm: float) -> None:
    """Make sure that the drafted hip (with ease) is no narrower than the drafted waist.

    Raises:
        DraftRefused: it is; names both measurements.
    """
    if hip_mm < waist_mm:
        raise DraftRefused(
            say("parts.waist-ease-wider-than-hip", waist=body["waist"], hip=body["hip"]),
            "waist",
            "hip",
        )


def hip_curve(waist_across: float, level_mm: float, hip_across: float) -> Cubic:
    """A side seam from the waist (down 0) out to the hip at its level, straight down where it
    arrives."""
    return Cubic(
        (0.0, waist_across),
        (0.35 * level_mm, waist_across + 0.55 * (hip_across - waist_across)),
        (0.70 * level_mm, hip_across),
        (level_mm, hip_across),
    )


def bisect(
    value: Callable[[float], float],
    wanted: float,
    least: float,
    most: float,
    *,
    tolerance_mm: float = _SOLVED_MM,
) -> float | None:
    """The argument in ``least``..``most`` at which a rising function takes the wanted value, or
    None.

    Bisection: sure for any rising function, and the few dozen steps cost nothing here.
    """
    low, high = least, most
    if value(low) > wanted + tolerance_mm or value(high) < wanted - tolerance_mm:
        return None
    while high - low > tolerance_mm:
        middle = (low + high) / 2
        if value(middle) < wanted:
            low = middle
        else:
            high = middle
    return (low + high) / 2


def round_neck(depth_mm: float, shoulder: Point) -> Cubic:
    """A round neck: square to the centre at its depth, straight up where it meets the shoulder
    line.

    Raises:
        DraftRefused: the neck is not deeper than where it meets the shoulder.
    """
    down, width = shoulder
    if depth_mm < down + LEAST_NECK_MM:
        raise DraftRefused(
            say("parts.neck-deep-does-not-come", depth=depth_mm, down=down, least=LEAST_NECK_MM),
            "neck_width_mm",
        )
    return smooth((depth_mm, 0.0), (depth_mm, width), (depth_mm, width), shoulder, fullness=0.55)


def comes_back(piece: Piece, edge: str, mm: float) -> Piece:
    """The piece with one of its edges drawn in to a length, mm."""
    return replace(
        piece,
        edges=tuple(replace(e, comes_back_to_mm=mm) if e.name == edge else e for e in piece.edges),
    )


_DRAWN_UP = (EdgeRole.SIDE, EdgeRole.PANEL)


def drawn_up(piece: Piece) -> list[Edge]:
    """The sides and panel seams of a piece that are drawn up."""
    return [
        edge for edge in piece.edges if edge.comes_back_to_mm is not None and edge.role in _DRAWN_UP
    ]
