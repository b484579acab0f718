"""The copies of a lay side by side as they are sewn: unrolled round the body, seen from outside.

Seams that run up the body join the right edge of one copy to the left edge of the next. Every copy
stays upright, so that a print which is level stays so to the eye: the copy that joins is moved so
that the two edges end at one point below. Where the two would lie on each other further up, as
sleeves cut in one do, it is moved aside at the same level.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from shapely import affinity
from shapely.geometry import Polygon
from shapely.ops import unary_union

from wickel.geometry import (
    Affine,
    Bounds,
    Outline,
    Point,
    bounds,
    common_mm2,
    flatten,
    reflection,
    translation,
)
from wickel.job.asked import seams_that_may_meet
from wickel.job.work import DraftedGarment
from wickel.lay import WornCopy
from wickel.pattern import EdgeKind, Layer, Piece, PieceRole, Seam


def is_seen(piece: Piece) -> bool:
    """Whether a piece is seen from outside: it is no facing, no lining and no bag of a pocket."""
    return piece.layer is Layer.OUTER and piece.role is not PieceRole.POCKET


_UP_THE_BODY = 0.3
"""A seam runs up the body when it takes that share of the copy's height: the end of a sleeve cut in
one does not."""

_OVER, _STEP_MM = 0.03, 10.0
"""Copies may lie on each other by that share of the smaller: edges of one seam are not of one
curve."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Sewn:
    """A copy and where it is moved to from its own upright frame."""

    copy: WornCopy
    move: Affine


@dataclass(frozen=True, slots=True)
class _Side:
    """An edge of a copy, from its upper end to its lower, and on which side of the copy it lies.

    ``only`` is the hand of copies that it may join, 0 for either: a sleeve's seam joins no sleeve
    of the other hand.
    """

    seam: str
    end: int
    top: Point
    foot: Point
    right: bool
    hand: int
    only: int


def sewn_rows(
    drafts: Iterable[DraftedGarment], copies: tuple[WornCopy, ...]
) -> tuple[tuple[Sewn, ...], ...]:
    """Rows of copies that hang together, two at least in each, the largest row first; the others
    are left out."""
    rows = []
    for done in drafts:
        sides: dict[str, list[_Side]] = {}
        seams = seams_that_may_meet(done.pattern)
        for copy in copies:
            garment, _, id = copy.piece.partition("/")
            if garment != done.garment.id:
                continue
            piece = done.pattern.piece(id)
            if is_seen(piece):
                sides[copy.id] = list(_sides(copy, piece, seams))
        own = {copy.id: copy for copy in copies if copy.id in sides}
        free = sorted(own, key=lambda id: -_size(own[id]))
        while free:
            row = _row(free[0], own, sides, free)
            free = [id for id in free if id not in {sewn.copy.id for sewn in row}]
            if len(row) > 1:
                rows.append(row)
    return tuple(sorted(rows, key=lambda row: -sum(_size(sewn.copy) for sewn in row)))


def row_bounds(row: Iterable[Sewn]) -> Bounds:
    """What copies that are put together take up."""
    return bounds([point for sewn in row for point in sewn.move.all(sewn.copy.net)])


def _size(copy: WornCopy) -> float:
    box = bounds(copy.net)
    return box.width * box.height


def _sides(copy: WornCopy, piece: Piece, seams: tuple[Seam, ...]) -> Iterator[_Side]:
    """The edges of a copy that are sewn and run up the body; of a whole from a half also their
    mirror images."""
    middle = (bounds(copy.net).min_x + bounds(copy.net).max_x) / 2
    for seam in seams:
        for end, (owner, edge) in enumerate((seam.one, seam.other)):
            if owner != piece.id:
                continue
            for line in _lines(copy, piece, edge):
                top, foot = max(line, key=lambda p: p[1]), min(line, key=lambda p: p[1])
                if top[1] - foot[1] > max(
                    abs(top[0] - foot[0]), _UP_THE_BODY * bounds(copy.net).height
                ):
                    right, hand = (
                        (top[0] + foot[0]) / 2 > middle,
                        1 if copy.from_piece.determinant > 0 else -1,
                    )
                    only = hand if seam.one[0] == seam.other[0] and seam.one != seam.other else 0
                    yield _Side(seam.name, end, top, foot, right, hand, only)


def _lines(copy: WornCopy, piece: Piece, edge: str) -> Iterator[Outline]:
    points = flatten(piece.edge(edge).path)
    yield copy.from_piece.all(points)
    fold = next((edge for edge in piece.edges if edge.kind is EdgeKind.FOLD), None)
    if fold is not None:
        yield copy.from_piece.after(reflection(fold.start, fold.end)).all(points)


def _row(
    start: str, own: dict[str, WornCopy], sides: dict[str, list[_Side]], free: list[str]
) -> tuple[Sewn, ...]:
    """One row, grown from a copy to both sides as long as something joins."""
    moves = {start: Affine()}
    for rightwards in (True, False):
        at = start
        while True:
            found = _next(at, rightwards, sides, [id for id in free if id not in moves])
            if found is None:
                break
            here, id, there = found
            moves[id] = _aside(
                _onto(moves[at], here, there), own[id], moves, own, 1.0 if rightwards else -1.0
            )
            at = id
    order = sorted(moves, key=lambda id: bounds(moves[id].all(own[id].net)).min_x)
    return tuple(Sewn(copy=own[id], move=moves[id]) for id in order)


def _next(
    at: str, rightwards: bool, sides: dict[str, list[_Side]], free: list[str]
) -> tuple[_Side, str, _Side] | None:
    """The longest seam by which a free copy joins a copy at one side."""
    joins = [
        (here, id, there)
        for here in sides[at]
        for id in free
        for there in sides[id]
        if here.seam == there.seam and here.right is rightwards and there.right is not rightwards
        if here.end != there.end and here.only in (0, there.hand)
    ]
    return max(joins, key=lambda join: math.dist(join[0].top, join[0].foot), default=None)


def _onto(move: Affine, here: _Side, there: _Side) -> Affine:
    """The move that brings an edge's lower end onto another's."""
    x, y = move(here.foot)
    return translation(x - there.foot[0], y - there.foot[1])


def _aside(
    move: Affine, copy: WornCopy, moves: dict[str, Affine], own: dict[str, WornCopy], way: float
) -> Affine:
    """The move, further to the right or the left as far as the copy must go to lie on none that is
    there."""
    placed = unary_union([Polygon(there.all(own[id].net)).buffer(0) for id, there in moves.items()])
    shape = Polygon(move.all(copy.net)).buffer(0)
    step = 0.0
    while common_mm2(affinity.translate(shape, step, 0.0), placed) > _OVER * shape.area:
        step += way * _STEP_MM
    return translation(step, 0.0).after(move)
