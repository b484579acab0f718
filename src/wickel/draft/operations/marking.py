"""What is marked on a piece without changing its net line: darts, pleats, drill marks; and what a
dart becomes when it is not sewn as one."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import shapely

from wickel.draft.operations.darts import dart_marks
from wickel.draft.operations.spots import Spot, fresh_mark, known_edge
from wickel.draft.operations.spreading import spread_for
from wickel.draft.parts import dart_width
from wickel.draft.style import DraftRefused
from wickel.geometry import Cubic, Line, Path, Point, length, point_at, polygon
from wickel.pattern import EdgeKind, InnerLine, LineKind, Piece, net_line
from wickel.wording import say

PLEAT_LINE_MM = 60.0
"""How far a pleat is marked into the piece."""
DRILL_MM = 4.0
"""Half the width of the cross of a drill mark."""
_LEAST_MM = 1.0


def make_dart(piece: Piece, at: Spot, width_mm: float, deep_mm: float) -> Piece:
    """A dart whose mouth takes so much of an edge, its middle at a place, its tip so deep inside,
    square to the mouth. The net line stays: the edge is shorter when the dart is sewn.

    Raises:
        DraftRefused: the mouth reaches past the edge, or the tip lies outside the piece.
    """
    left, right = _mouth(piece, at, width_mm)
    middle = ((left[0] + right[0]) / 2, (left[1] + right[1]) / 2)
    wide = math.dist(left, right)
    ux, uy = (right[0] - left[0]) / wide, (right[1] - left[1]) / wide
    area = polygon(net_line(piece))
    # of both sides of the edge, the one that lies within the piece
    tips = [
        (middle[0] + side * uy * deep_mm, middle[1] - side * ux * deep_mm) for side in (1.0, -1.0)
    ]
    inside = [tip for tip in tips if area.contains(shapely.Point(tip))]
    if deep_mm < _LEAST_MM or not inside:
        raise DraftRefused(say("marking.tip-outside", piece=piece.name, deep=deep_mm), piece.id)
    tip = inside[0]
    mark = InnerLine(
        name=fresh_mark(piece, "dart"),
        path=(Line(left, tip), Line(tip, right)),
        kind=LineKind.DART,
    )
    return replace(piece, inner_lines=(*piece.inner_lines, mark))


def inner_dart(piece: Piece, top: Point, bottom: Point, wide_mm: float) -> Piece:
    """A dart with two tips inside a piece, from one place to another, so wide at its middle.

    Raises:
        DraftRefused: it reaches outside the piece, or both places are one.
    """
    far = math.dist(top, bottom)
    if far < _LEAST_MM or wide_mm < _LEAST_MM:
        raise DraftRefused(say("marking.no-inner-dart", piece=piece.name), piece.id)
    middle = ((top[0] + bottom[0]) / 2, (top[1] + bottom[1]) / 2)
    nx, ny = (top[1] - bottom[1]) / far * wide_mm / 2, (bottom[0] - top[0]) / far * wide_mm / 2
    one, two = (middle[0] + nx, middle[1] + ny), (middle[0] - nx, middle[1] - ny)
    legs: Path = (Line(top, one), Line(one, bottom), Line(bottom, two), Line(two, top))
    drawn = shapely.LineString([top, one, bottom, two, top])
    if not polygon(net_line(piece)).covers(drawn):
        raise DraftRefused(say("marking.inner-dart-outside", piece=piece.name), piece.id)
    mark = InnerLine(name=fresh_mark(piece, "inner dart"), path=legs, kind=LineKind.DART)
    return replace(piece, inner_lines=(*piece.inner_lines, mark))


def _mouth(piece: Piece, at: Spot, width_mm: float) -> tuple[Point, Point]:
    """Where so much of an edge, about a place, begins and ends. Raises ``DraftRefused``."""
    edge = known_edge(piece, at.edge)
    whole = length(edge.path)
    middle = at.share * whole
    if edge.kind is EdgeKind.FOLD:
        raise DraftRefused(say("marking.not-on-fold", piece=piece.name, edge=edge.name), piece.id)
    if width_mm < _LEAST_MM or middle - width_mm / 2 < 0 or middle + width_mm / 2 > whole:
        raise DraftRefused(
            say("marking.past-the-edge", piece=piece.name, edge=edge.name, width=width_mm), piece.id
        )
    return point_at(edge.path, middle - width_mm / 2), point_at(edge.path, middle + width_mm / 2)


def _dart(piece: Piece, name: str) -> InnerLine:
    for mark in dart_marks(piece):
        if mark.name == name:
            return mark
    known = ", ".join(mark.name for mark in dart_marks(piece)) or "none"
    raise DraftRefused(
        say("darts.no-open-dart-one-edge", piece=piece.name, dart=name, known=known), piece.id
    )


def _edge_of(piece: Piece, mark: InnerLine) -> tuple[str, float]:
    """The edge that a dart's mouth lies on, and how much of it that takes. Raises
    ``DraftRefused``: the mouth lies across a corner."""
    for edge in piece.edges:
        width = dart_width(piece, edge.name, name=mark.name)
        if width > 0:
            return edge.name, width
    raise DraftRefused(say("darts.dart-mouth-cannot-lie-corner", piece=piece.name), piece.id)


def curve_dart(piece: Piece, dart: str, by_mm: float) -> Piece:
    """The legs of a dart bent by so much at their middle: outward, so that the dart takes more
    there (above 0), or inward. Both stay equally long.

    Raises:
        DraftRefused: no such dart.
    """
    mark = _dart(piece, dart)
    (first, tip), last = (mark.path[0].start, mark.path[0].end), mark.path[-1].end
    axis = ((first[0] + last[0]) / 2, (first[1] + last[1]) / 2)
    legs = (_bent(first, tip, axis, by_mm), _bent(tip, last, axis, by_mm))
    bent = tuple(replace(line, path=legs) if line is mark else line for line in piece.inner_lines)
    return replace(piece, inner_lines=bent)


def _bent(start: Point, end: Point, axis: Point, by_mm: float) -> Cubic:
    """A leg bent away from the dart's axis. A cubic whose handles stand off by d has its middle
    off by 3/4 d."""
    size = math.dist(start, end)
    nx, ny = (end[1] - start[1]) / size, (start[0] - end[0]) / size
    middle = ((start[0] + end[0]) / 2, (start[1] + end[1]) / 2)
    # away from the middle of the mouth
    if (axis[0] - middle[0]) * nx + (axis[1] - middle[1]) * ny > 0:
        nx, ny = -nx, -ny
    off = by_mm * 4 / 3
    one, two = (
        (
            start[0] + share * (end[0] - start[0]) + nx * off,
            start[1] + share * (end[1] - start[1]) + ny * off,
        )
        for share in (1 / 3, 2 / 3)
    )
    return Cubic(start, one, two, end)


def dart_to_fullness(piece: Piece, dart: str, *, as_pleat: bool) -> Piece:
    """A dart that is not sewn to its tip: what it takes of its edge is gathered or eased in, or
    folded as a pleat.

    Raises:
        DraftRefused: no such dart.
    """
    mark = _dart(piece, dart)
    edge, width = _edge_of(piece, mark)
    bare = replace(piece, inner_lines=tuple(line for line in piece.inner_lines if line is not mark))
    if as_pleat:
        tip = mark.path[0].end
        ends = (mark.path[0].start, mark.path[-1].end)
        deep = min(PLEAT_LINE_MM, *(math.dist(end, tip) for end in ends))
        return _with_pleat(bare, edge, ends, tip, (width, deep))
    return _taken_in(bare, edge, width)


def add_pleat(piece: Piece, at: Spot, takes_mm: float, deep_mm: float) -> Piece:
    """A pleat that folds so much of an edge away, its middle at a place; marked so deep. The net
    line stays: spread the piece first where the pleat is to add.

    Raises:
        DraftRefused: it reaches past the edge.
    """
    left, right = _mouth(piece, at, takes_mm)
    middle = ((left[0] + right[0]) / 2, (left[1] + right[1]) / 2)
    centroid = polygon(net_line(piece)).centroid
    wide = math.dist(left, right)
    normal = ((right[1] - left[1]) / wide, (left[0] - right[0]) / wide)
    inward = (centroid.x - middle[0]) * normal[0] + (centroid.y - middle[1]) * normal[1]
    side = 1.0 if inward > 0 else -1.0
    towards = (
        middle[0] + side * normal[0] * 1000.0,
        middle[1] + side * normal[1] * 1000.0,
    )
    return _with_pleat(piece, at.edge, (left, right), towards, (takes_mm, deep_mm))


@dataclass(frozen=True, slots=True, kw_only=True)
class Pleats:
    """Pleats or tucks on an edge: how many, one every so much, what each takes, how deep it is
    marked, and whether the piece is spread for them or they take what is there."""

    count: int = 1
    every_mm: float = 0.0
    takes_mm: float
    deep_mm: float
    spread: bool = False


def add_pleats(piece: Piece, at: Spot, pleats: Pleats) -> Piece:
    """Pleats beside each other, the middle of the first at a place, the others on along the edge.

    Raises:
        DraftRefused: they do not go into the edge, or lie over each other.
    """
    size = length(known_edge(piece, at.edge).path)
    takes = 0.0 if pleats.spread else pleats.takes_mm
    if pleats.count > 1 and pleats.every_mm < max(takes, _LEAST_MM):
        raise DraftRefused(say("marking.pleats-over", piece=piece.name), piece.id)
    places = [at.share + k * pleats.every_mm / size for k in range(pleats.count)]
    if places[-1] > 1.0:
        raise DraftRefused(
            say("marking.past-the-edge", piece=piece.name, edge=at.edge, width=pleats.takes_mm),
            piece.id,
        )
    # from the last to the first: what is spread later lies beyond what is spread before
    for share in reversed(places):
        now = length(known_edge(piece, at.edge).path)
        spot = Spot(edge=at.edge, share=share * size / now)
        if pleats.spread:
            piece, spot = spread_for(piece, spot, pleats.takes_mm)
        piece = add_pleat(piece, spot, pleats.takes_mm, pleats.deep_mm)
    return piece


def _with_pleat(
    piece: Piece,
    edge: str,
    ends: tuple[Point, Point],
    towards: Point,
    size: tuple[float, float],
) -> Piece:
    """The piece with both lines of a pleat, parallel, from the edge inward; ``size``: what it takes
    of the edge, and how deep it is marked."""
    takes, deep = size
    middle = ((ends[0][0] + ends[1][0]) / 2, (ends[0][1] + ends[1][1]) / 2)
    far = math.dist(middle, towards)
    ux, uy = (towards[0] - middle[0]) / far, (towards[1] - middle[1]) / far
    name = _fresh_pleat(piece)
    lines = tuple(
        InnerLine(
            name=f"{name} {word}",
            path=(Line(end, (end[0] + ux * deep, end[1] + uy * deep)),),
            kind=LineKind.PLEAT,
        )
        for word, end in zip(("from", "to"), ends, strict=True)
    )
    return _taken_in(replace(piece, inner_lines=(*piece.inner_lines, *lines)), edge, takes)


def _fresh_pleat(piece: Piece) -> str:
    names = {mark.name.removesuffix(" from") for mark in piece.inner_lines}
    number = 1
    while f"pleat {number}" in names:
        number += 1
    return f"pleat {number}"


def _taken_in(piece: Piece, name: str, by_mm: float) -> Piece:
    """The piece with so much less of an edge when it is sewn."""
    edge = known_edge(piece, name)
    before = length(edge.path) if edge.comes_back_to_mm is None else edge.comes_back_to_mm
    if before - by_mm < _LEAST_MM:
        raise DraftRefused(
            say("marking.past-the-edge", piece=piece.name, edge=name, width=by_mm), piece.id
        )
    edges = tuple(
        replace(other, comes_back_to_mm=before - by_mm) if other is edge else other
        for other in piece.edges
    )
    return replace(piece, edges=edges)


def drill_mark(piece: Piece, down_mm: float, across_mm: float, name: str = "") -> Piece:
    """A cross where a drill mark goes, down from the start line and across from the centre.

    Raises:
        DraftRefused: it lies outside the piece.
    """
    if not polygon(net_line(piece)).contains(shapely.Point(down_mm, across_mm)):
        raise DraftRefused(
            say("marking.drill-outside", piece=piece.name, down=down_mm, across=across_mm), piece.id
        )
    x, y, d = down_mm, across_mm, DRILL_MM
    cross: Path = (
        Line((x - d, y), (x + d, y)),
        Line((x + d, y), (x, y)),
        Line((x, y), (x, y - d)),
        Line((x, y - d), (x, y + d)),
    )
    mark = InnerLine(name=fresh_mark(piece, name or "drill mark"), path=cross, kind=LineKind.DRILL)
    return replace(piece, inner_lines=(*piece.inner_lines, mark))
