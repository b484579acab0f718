"""Pieces as they look when they are worn: what is drawn up along a side or a panel seam hangs as
long as that is sewn, its hem under the middle of the garment."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import replace
from itertools import pairwise

from wickel.draft.parts import drawn_up
from wickel.geometry import Line, Outline, Path, Point, flatten
from wickel.pattern import Edge, EdgeRole, Piece, edge_length


def as_worn(piece: Piece, sewn_to: Piece | None = None) -> Piece:
    """The piece with its drawn-up edges as long as they are sewn; any other piece as it is. What is
    drawn up on one side alone hangs with the sides of the back that it is sewn to."""
    drawn = drawn_up(piece)
    if not drawn:
        return piece
    if sewn_to is not None and _takes_sides_of(piece, sewn_to, drawn):
        return _with_sides_of(piece, sewn_to)
    up = _drawn_up(piece, drawn)
    straight = _under_the_middle(piece, drawn, up)
    return replace(
        piece,
        edges=tuple(replace(edge, path=_mapped(edge.path, straight)) for edge in piece.edges),
        inner_lines=tuple(
            replace(mark, path=_mapped(mark.path, straight)) for mark in piece.inner_lines
        ),
        points=tuple(
            replace(point, down_mm=down, across_mm=across)
            for point in piece.points
            for down, across in (straight((point.down_mm, point.across_mm)),)
        ),
    )


def _takes_sides_of(piece: Piece, back: Piece, drawn: list[Edge]) -> bool:
    sides = piece.edges_of(EdgeRole.SIDE)
    from_above = drawn[0] in sides[:1] and drawn[0].start[0] < drawn[0].end[0]
    whole = len(drawn) == 1 and len(sides) > 1 and piece.has(EdgeRole.HEM) and from_above
    return whole and not drawn_up(back) and back.has(EdgeRole.SIDE)


def _with_sides_of(piece: Piece, back: Piece) -> Piece:
    """A piece that is cut whole, its sides below the underarm those of a back, its hem level."""
    side = flatten(back.edges_of(EdgeRole.SIDE)[0].path)
    own, opposite = piece.edges_of(EdgeRole.SIDE)[:2]
    start = own.start
    down, across = start[0] - side[0][0], start[1] - side[0][1]
    points = [(x + down, y + across) for x, y in side]
    other = [(x, -y) for x, y in reversed(points)]
    paths = {
        own.name: _lines(points),
        piece.edges_of(EdgeRole.HEM)[0].name: _lines([points[-1], other[0]]),
        opposite.name: _lines(other),
    }
    return replace(
        piece,
        edges=tuple(replace(edge, path=paths.get(edge.name, edge.path)) for edge in piece.edges),
    )


def folds_from(edge: Outline) -> Iterator[Outline]:
    """Short folds from an edge that is drawn up toward the middle of the garment, (across, down)
    in mm."""
    (x, y), (a, b) = edge[0], edge[-1]
    for k in range(1, _FOLDS + 1):
        share = _FOLDED_TO * k / _FOLDS
        share = share if b > y else 1.0 - share
        at = edge[round(share * (len(edge) - 1))] if len(edge) > _FOLDS else None
        across, down = at or (x + share * (a - x), y + share * (b - y))
        yield ((across, down), ((1.0 - _FOLD_LONG) * across, down + 0.04 * abs(b - y)))


_FOLDS, _FOLDED_TO, _FOLD_LONG = 7, 0.7, 0.45
"""How many folds are drawn, over which part of an edge, and how far toward the middle."""


def _along(edge: Edge, at: Point) -> float:
    """How far along an edge a point lies, by its level: from 0, where the piece stays as it was
    drafted, to 1, from where on it is moved as a whole."""
    long = edge.end[0] - edge.start[0]
    return min(1.0, max(0.0, (at[0] - edge.start[0]) / long)) if long else 0.0


def _drawn_up(piece: Piece, drawn: list[Edge]) -> Callable[[Point], Point]:
    """Points move along by what their level is drawn up; less and less toward a side that is
    not."""
    edge = drawn[0]
    share = 1.0 - (edge.comes_back_to_mm or 0.0) / edge_length(piece, edge.name)
    one_sided = len(drawn) == 1 and _opposite(piece, edge) is not None

    def moved(at: Point) -> Point:
        toward = 0.5 + 0.5 * at[1] / edge.start[1] if one_sided else 1.0
        by = min(1.0, max(0.0, toward)) * share * (edge.end[0] - edge.start[0])
        return (at[0] - by * _along(edge, at), at[1])

    return moved


def _opposite(piece: Piece, edge: Edge) -> Edge | None:
    """The edge of the other side of a piece that is cut whole."""
    return next((own for own in piece.edges_of(edge.role) if own is not edge), None)


def _under_the_middle(
    piece: Piece, drawn: list[Edge], up: Callable[[Point], Point]
) -> Callable[[Point], Point]:
    """Beside that, what was cut whole hangs straight down."""
    edge, opposite = drawn[0], _opposite(piece, drawn[0])
    lean = 0.0 if opposite is None else (edge.end[1] + opposite.start[1]) / 2

    def moved(at: Point) -> Point:
        down, across = up(at)
        return (down, across - lean * _along(edge, at))

    return moved


def _mapped(path: Path, by: Callable[[Point], Point]) -> Path:
    return _lines([by(at) for at in flatten(path)])


def _lines(points: list[Point]) -> Path:
    return tuple(Line(one, other) for one, other in pairwise(points))
