"""The torso split over the bust into a centre and a side panel, from the shoulder, the armhole or
the neck.

Points are (down, across) in mm, down from the neck end of the shoulder, across from the centre.
"""

from __future__ import annotations

import math
from dataclasses import replace

from wickel.draft.allowances import Allowances
from wickel.draft.parts import EdgeRow, bisect, edges, point
from wickel.draft.torso import SLEEVE_NOTCH_MM, Torso, half_cut, torso_points, uncrossed
from wickel.geometry import (
    Affine,
    Cubic,
    Line,
    Path,
    Point,
    length,
    map_path,
    parted_at,
    parted_where,
    point_at,
    rotation,
    translation,
)
from wickel.pattern import Cut, Edge, Notch, Piece, PieceRole, View

_CLEAR_MM = 5.0
"""A dart keeps so far from both ends of its seam."""
_ARMHOLE_SHARE, _NECK_SHARE = 0.48, 0.55
"""Where a panel seam leaves the armhole, from the shoulder on, and the neck, from the centre on."""


def torso_panels(
    half: Torso, seam: str, allow: Allowances, *, centre: str = "fold", lower: str = "hem"
) -> tuple[Piece, Piece]:
    """A half split over the bust into a centre and a side panel, from the shoulder, the armhole or
    the neck.

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
        ("neck", before.get("neck", half.neck.path), "neck"),
        ("shoulder", before["shoulder"], "shoulder"),
        ("armhole", before["armhole"], "armhole"),
        ("panel seam", (upper, *left), "side"),
        ("hem", hem_in, lower),
        ("centre", half.centre(), centre),
    )
    turn, side = _side_panel(half)
    outer = _named(
        (
            "panel seam",
            tuple(s.backwards() for s in reversed((*map_path((upper,), turn), *right))),
            "side",
        ),
        ("neck", map_path(after.get("neck", ()), turn), "neck"),
        ("shoulder", map_path(after["shoulder"], turn), "shoulder"),
        ("armhole", map_path(after["armhole"], turn), "armhole"),
        ("side", side, "side"),
        ("hem", hem_out, lower),
    )
    return (
        uncrossed(_centre_panel(half, edges(allow, *inner), length((upper,)), half_cut(centre))),
        uncrossed(_side_piece(half, edges(allow, *outer), length(right), side)),
    )


def _centre_panel(
    half: Torso, all_edges: tuple[Edge, ...], at_bust: float, cuts: tuple[Cut, ...]
) -> Piece:
    """The panel beside the centre; the bust lies so far along its seam."""
    seam_top = next(e for e in all_edges if e.name == "panel seam").start
    return Piece(
        id=f"{half.where}-centre",
        name=f"{half.where.capitalize()}, centre",
        role=PieceRole.BODICE,
        view=View(half.where),
        edges=all_edges,
        cuts=cuts,
        notches=(Notch(name="bust", edge="panel seam", at_mm=at_bust),),
        inner_lines=half.neck.marks,
        points=tuple(p for p in torso_points(half) if p.across_mm <= seam_top[1] + 1),
    )


def _side_piece(half: Torso, all_edges: tuple[Edge, ...], at_bust: float, side: Path) -> Piece:
    """The panel beside the side; the bust lies so far along its seam."""
    armhole = next(length(e.path) for e in all_edges if e.name == "armhole")
    below = length(half.side()[1:]) if half.side()[1:] else 0.0
    return Piece(
        id=f"{half.where}-side",
        name=f"{half.where.capitalize()}, side",
        role=PieceRole.BODICE,
        view=View(half.where),
        edges=all_edges,
        cuts=(Cut(material="main", copies=2, pair=True),),
        notches=(
            Notch(name="bust", edge="panel seam", at_mm=at_bust),
            Notch(name="sleeve", edge="armhole", at_mm=armhole - SLEEVE_NOTCH_MM),
            Notch(name="waist", edge="side", at_mm=length(side) - below),
        ),
        points=(
            point("bust point", half.bust, "neck to bust down, half the bust span across"),
            *(p for p in torso_points(half) if p.name in ("side waist", "hem at the side")),
        ),
    )


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
        return (
            inner[-1].end,
            {"shoulder": inner, "armhole": ()},
            {"shoulder": outer, "armhole": armhole},
        )
    if seam == "neck":
        inner, outer = parted_at(half.neck.path, _NECK_SHARE * length(half.neck.path))
        return (
            inner[-1].end,
            {"neck": inner, "shoulder": (), "armhole": ()},
            {"neck": outer, "shoulder": shoulder, "armhole": armhole},
        )
    above, below = parted_at(armhole, _ARMHOLE_SHARE * length(armhole))
    return (
        above[-1].end,
        {"shoulder": shoulder, "armhole": above},
        {"shoulder": (), "armhole": below},
    )


def _below_bust(half: Torso) -> tuple[Path, Path, Path, Path]:
    """The panel seams from the bust point down on either side of the dart, and the two parts of the
    lower edge."""
    hem = half.hem()
    left, right = _leg(half, -1.0), _leg(half, 1.0)
    if not half.open_dart:
        within, beyond = (parted_where((hem,), 1, leg[-1].end[1]) for leg in (left, right))
        return left, right, within[1], beyond[0]
    (x, y), (a, b) = left[-1].end, right[-1].end
    centre, side = half.hem_at_centre, half.hem_side
    inner = Cubic((x, y), (x, y * 0.66), (centre[0], y * 0.4), centre)
    outer = Cubic(
        side, (side[0], side[1] - 0.35 * (side[1] - b)), (a, b + 0.3 * (side[1] - b)), (a, b)
    )
    return left, right, (inner,), (outer,)


def _leg(half: Torso, side: float) -> Path:
    """A panel seam from the bust point down, on one side of what it takes in (-1: toward the
    centre): to the waist, over the under bust of a close one, and on to the lower edge."""
    bust, across, hem = half.bust, half.bust[1], half.hem()
    out = across + side * half.hip_intake / 2
    foot = parted_where((hem,), 1, across if half.open_dart else out)[0][-1].end
    mouth = (foot[0] if half.open_dart else half.level, across + side * half.dart / 2)
    start, slant = bust, 0.0
    above: Path = ()
    if half.under is not None and bust[0] < half.under[0] < mouth[0]:
        start = (half.under[0], across + side * half.under[1] / 2)
        slant = (mouth[1] - bust[1]) / (mouth[0] - bust[0])
        down = start[0] - bust[0]
        above = (
            Cubic(
                bust,
                (bust[0] + 0.40 * down, across),
                (start[0] - 0.35 * down, start[1] - 0.35 * down * slant),
                start,
            ),
        )
    down = mouth[0] - start[0]
    legs: Path = (
        Cubic(
            start,
            (start[0] + 0.40 * down, start[1] + 0.40 * down * slant),
            (mouth[0] - 0.35 * down, mouth[1]),
            mouth,
        )
        if half.dart or above
        else Line(start, mouth),
    )
    if half.open_dart:
        return (*above, *legs)
    tip = (half.dart_foot, out)
    back = tip[0] - mouth[0]
    further: Path = (
        Cubic(mouth, (mouth[0] + 0.35 * back, mouth[1]), (tip[0] - 0.35 * back, out), tip)
        if half.dart
        else Line(mouth, tip),
    )
    return (*above, *legs, *further, Line(tip, foot))


def _side_panel(half: Torso) -> tuple[Affine, Path]:
    """The turn that closes the side dart about the bust point, and the side seam with the dart
    closed."""
    side = half.side()
    if not half.side_dart:
        return Affine(), side
    width, whole = half.side_dart, length(side[:1])

    def uneven(middle: float) -> float:
        return math.dist(half.bust, point_at(side, middle + width / 2)) - math.dist(
            half.bust, point_at(side, middle - width / 2)
        )

    middle = bisect(
        uneven, 0.0, width / 2 + _CLEAR_MM, whole - width / 2 - _CLEAR_MM, tolerance_mm=1e-4
    )
    if middle is None:
        middle = (
            width / 2 + _CLEAR_MM
            if uneven(width / 2 + _CLEAR_MM) > 0
            else whole - width / 2 - _CLEAR_MM
        )
    above, _ = parted_at(side, middle - width / 2)
    _, below = parted_at(side, middle + width / 2)
    a, b, tip = above[-1].end, below[0].start, half.bust
    angle = math.degrees(
        math.atan2(b[1] - tip[1], b[0] - tip[0]) - math.atan2(a[1] - tip[1], a[0] - tip[0])
    )
    turn = translation(*tip).after(rotation(angle).after(translation(-tip[0], -tip[1])))
    closed = map_path(above, turn)
    closed = (*closed[:-1], replace(closed[-1], end=b))
    return turn, (*closed, *below)
