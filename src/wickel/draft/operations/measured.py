"""The tape laid on pieces as they are after changes by hand: every check is made anew, or says that
it cannot be.

A style reads its checks off pieces and edges by name. After a change a piece may lie in two parts,
unfolded, or gone. ``as_first_named`` puts together again what was parted, folds what was unfolded,
and marks what is not there any more by lengths that are no number (NaN), so that a check that reads
them says that it could not be made.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass, replace
from itertools import pairwise, permutations

from wickel.draft.checks import TapeCheck
from wickel.draft.operations.as_sewn import as_sewn
from wickel.draft.operations.by_hand import DartToSeam, Fold, Join, Unfold
from wickel.draft.operations.change import Change
from wickel.draft.operations.changes import apply_change
from wickel.draft.operations.darts import dart_marks, sewn_out_mm
from wickel.draft.operations.reshaping import fold, unfold
from wickel.draft.operations.splitting import join
from wickel.draft.operations.spots import (
    Spot,
    Stretch,
    chain,
    closed_outline,
    in_one,
    mapped_stretch,
    seam_stretch,
)
from wickel.draft.style import DraftRefused
from wickel.geometry import Line, Point, length, translation
from wickel.pattern import (
    ConstructionPoint,
    Edge,
    InnerLine,
    LineKind,
    Notch,
    Pattern,
    Piece,
    Seam,
    sewn_length,
)
from wickel.wording import say

_NOWHERE = (math.nan, math.nan)
_UNCHANGED_MM = 0.5
_FEWEST = 2
_ON = ", on"
"""What ``closed`` adds to the name of an edge of which there are several."""

Seen = Callable[[Pattern], Piece | None]
"""Finds what has become of a piece, named and whole as it was first; None when it is lost."""


@dataclass(frozen=True, slots=True)
class _Fate:
    """What has become of a piece: how to see it as it was first, and whether it lies turned."""

    seen: Seen
    turned: bool = False


def as_first_named(before: Pattern, after: Pattern, changes: Iterable[Change]) -> Pattern:
    """The pieces that a style has drafted, as they are after changes, under their first names.

    ``after`` is ``before`` with the changes made. Pieces that changes have added are left out.
    """
    fates = {piece.id: _Fate(_itself(piece.id)) for piece in before.pieces}
    at = before
    for change in changes:
        following = apply_change(at, change)
        for id, fate in fates.items():
            fates[id] = _after(fate, change, at, following)
        at = following
    return replace(
        before, pieces=tuple(_complete(piece, fates[piece.id], after) for piece in before.pieces)
    )


def as_house_named(house: Pattern, other: Pattern) -> Pattern:
    """Pieces of another draft, such as a style rewritten with formulas, as a house style's checks
    look for them."""
    return replace(
        house,
        pieces=tuple(_complete(piece, _Fate(_itself(piece.id)), other) for piece in house.pieces),
    )


def _itself(id: str) -> Seen:
    def seen(after: Pattern) -> Piece | None:
        return next((piece for piece in after.pieces if piece.id == id), None)

    return seen


def _after(fate: _Fate, change: Change, at: Pattern, following: Pattern) -> _Fate:
    """A piece's fate after one more change, which is no matter to it when it was made to another
    piece."""
    now = fate.seen(at)
    if now is None or not _concerns(fate, change, at):
        return fate
    turned = fate.turned or change.turns
    if change.parts:
        old = {piece.id for piece in at.pieces}
        parts = [piece.id for piece in following.pieces if piece.id not in old]
        dart = change.dart if isinstance(change, DartToSeam) else ""
        return _Fate(_through(fate, change.piece, _joined(parts[0], parts[1], dart)), turned)
    if isinstance(change, Join):
        return _Fate(lambda _: None)
    if isinstance(change, Unfold | Fold):
        back = fold if isinstance(change, Unfold) else unfold
        return _Fate(
            _through(fate, change.piece, lambda after: _made(back, _itself(change.piece)(after))),
            fate.turned,
        )
    return replace(fate, turned=turned)


def _concerns(fate: _Fate, change: Change, at: Pattern) -> bool:
    """Whether a piece that is changed is a part of this one: without it this one cannot be seen."""
    without = replace(
        at, pieces=tuple(piece for piece in at.pieces if piece.id not in change.used_up)
    )
    return fate.seen(without) is None


def _through(fate: _Fate, id: str, found: Seen) -> Seen:
    """Sees a piece with one of its parts seen in another way than by its id."""

    def seen(after: Pattern) -> Piece | None:
        piece = found(after)
        if piece is None:
            return None
        others = tuple(piece for piece in after.pieces if piece.id != id)
        return fate.seen(replace(after, pieces=(*others, replace(piece, id=id))))

    return seen


def _joined(one: str, other: str, closed_dart: str) -> Seen:
    """Sees two parts as the one that they were; a dart that was closed into their seam takes up
    nothing more."""

    def seen(after: Pattern) -> Piece | None:
        parts = _itself(one)(after), _itself(other)(after)
        if parts[0] is None or parts[1] is None:
            return None
        whole: Piece | None
        try:
            whole = join((parts[0], "seam"), (parts[1], "seam"))
        except DraftRefused:
            whole = _strung(parts[0], parts[1])
        if whole is None or not closed_dart:
            return whole
        at = whole.edges[0].start
        nothing = InnerLine(name=closed_dart, path=(Line(at, at), Line(at, at)), kind=LineKind.DART)
        return replace(whole, inner_lines=(*whole.inner_lines, nothing))

    return seen


def _strung(one: Piece, other: Piece) -> Piece | None:
    """Two parts whose seam does not lie flat any more, such as a closed dart: only lengths on them
    are true.

    Their edges hang on each other in order; a gap closes the ring, and no point is where it was.
    """
    try:
        mine, theirs = (
            [*chain(p, Spot(edge="seam", share=1.0), Spot(edge="seam", share=0.0))]
            for p in (one, other)
        )
    except DraftRefused:
        return None
    if len(theirs) < _FEWEST or dart_marks(one) or dart_marks(other):
        return None
    theirs = [_moved_by(s, theirs[0].edge.start, mine[-1].edge.end) for s in theirs]
    last = _moved_by(theirs[-1], theirs[-1].edge.end, mine[0].edge.start)
    gap = seam_stretch("gap", (Line(theirs[-2].edge.end, last.edge.start),), 0.0)
    edges, notches = closed_outline((*mine, *theirs[:-1], gap, last))
    marks = (*one.inner_lines, *other.inner_lines)
    return replace(one, edges=edges, notches=notches, inner_lines=marks, points=())


def _moved_by(stretch: Stretch, start: Point, to: Point) -> Stretch:
    return mapped_stretch(stretch, translation(to[0] - start[0], to[1] - start[1]))


def _made(make: Callable[[Piece], Piece], piece: Piece | None) -> Piece | None:
    try:
        return None if piece is None else make(piece)
    except DraftRefused:
        return None


# --- everything that was there, or NaN ------------------------------------------------------------


def _complete(first: Piece, fate: _Fate, after: Pattern) -> Piece:
    """A piece as it is now with every name that it had first; what is gone is nowhere."""
    now = fate.seen(after)
    if now is None:
        return replace(
            first,
            edges=tuple(map(_lost_edge, first.edges)),
            notches=tuple(_lost_notch(notch, first) for notch in first.notches),
            inner_lines=tuple(map(_lost_mark, first.inner_lines)),
            points=tuple(map(_lost_point, first.points)),
        )
    if now is first:
        return first
    now = as_sewn(first, _in_whole_edges(now))
    edges = {edge.name for edge in now.edges}
    notches = {notch.name for notch in now.notches}
    points = {} if fate.turned else {point.name: point for point in now.points}
    return replace(
        first,
        edges=(*now.edges, *(_lost_edge(edge) for edge in first.edges if edge.name not in edges)),
        notches=(
            *now.notches,
            *(_lost_notch(n, first) for n in first.notches if n.name not in notches),
        ),
        inner_lines=_whole_marks(first, now),
        points=tuple(points.get(point.name, _lost_point(point)) for point in first.points),
    )


def _whole_marks(first: Piece, now: Piece) -> tuple[InnerLine, ...]:
    """The inner lines that there were first, as they are now, and those that have come since."""
    names = {mark.name for mark in first.inner_lines}
    there = (
        mark
        for one in first.inner_lines
        for mark in _whole_mark(one, [m for m in now.inner_lines if m.name == one.name])
    )
    return (*there, *(mark for mark in now.inner_lines if mark.name not in names))


def _whole_mark(first: InnerLine, now: list[InnerLine]) -> list[InnerLine]:
    """A mark as it is now; one that a split has cut is put together again, or lost with what is
    missing of it."""
    if len(now) <= 1:
        return now or [_lost_mark(first)]
    for order in permutations(now):
        path = tuple(segment for mark in order for segment in mark.path)
        joined = all(
            math.dist(a.path[-1].end, b.path[0].start) < _UNCHANGED_MM for a, b in pairwise(order)
        )
        if joined and abs(length(path) - length(first.path)) < _UNCHANGED_MM:
            return [replace(first, path=path)]
    return [_lost_mark(first)]


def _lost_edge(edge: Edge) -> Edge:
    back = None if edge.comes_back_to_mm is None else math.nan
    return replace(edge, path=(Line(_NOWHERE, _NOWHERE),) * len(edge.path), comes_back_to_mm=back)


def _lost_notch(notch: Notch, piece: Piece) -> Notch:
    return replace(notch, at_mm=math.nan, edge=notch.edge or piece.edges[0].name)


def _lost_mark(mark: InnerLine) -> InnerLine:
    return replace(mark, path=(Line(_NOWHERE, _NOWHERE),) * len(mark.path))


def _lost_point(point: ConstructionPoint) -> ConstructionPoint:
    return replace(point, down_mm=math.nan, across_mm=math.nan)


def _in_whole_edges(piece: Piece) -> Piece:
    """The piece with edges that were parted and follow each other again made one, under the first
    name."""
    ring = [
        Stretch(edge=e, notches=tuple(n for n in piece.notches if n.edge == e.name))
        for e in piece.edges
    ]
    k = 0
    while len(ring) > 1 and k < len(ring):
        following = (k + 1) % len(ring)
        one, other = ring[k], ring[following]
        if _base(one.edge.name) != _base(other.edge.name) or one.edge.kind is not other.edge.kind:
            k += 1
            continue
        backs = (one.edge.comes_back_to_mm, other.edge.comes_back_to_mm)
        both = in_one(one, other)
        back = None if None in backs else sum(mm for mm in backs if mm is not None)
        ring[k] = replace(
            both, edge=replace(both.edge, name=_base(one.edge.name), comes_back_to_mm=back)
        )
        del ring[following]
        k = max(0, k - 1)
    names = [stretch.edge.name for stretch in ring]
    if len(set(names)) != len(names):
        return piece
    return replace(
        piece,
        edges=tuple(stretch.edge for stretch in ring),
        notches=tuple(
            replace(n, edge=stretch.edge.name) for stretch in ring for n in stretch.notches
        ),
    )


def _base(name: str) -> str:
    while name.endswith(_ON):
        name = name.removesuffix(_ON)
    return name


# --- checks ---------------------------------------------------------------------------------------


def checks_after(
    measure: Callable[[Pattern], tuple[TapeCheck, ...]], first: tuple[TapeCheck, ...], seen: Pattern
) -> tuple[TapeCheck, ...]:
    """A style's checks made anew on the pieces as they are seen now.

    Where the style cannot so much as look for what it measures, all its ``first`` checks could not
    be made.
    """
    try:
        return measure(seen)
    except (KeyError, ValueError, IndexError, ZeroDivisionError, StopIteration):
        return tuple(replace(check, one_mm=math.nan) for check in first)


def seam_checks(before: Pattern, after: Pattern, seen: Pattern) -> tuple[TapeCheck, ...]:
    """Seams that changes have made, or have made unequal: the difference may be what it was before.

    ``seen`` is ``after`` under its first names; a seam of which a side is lost could not be
    measured.
    """
    found = []
    for seam in before.seams:
        was, now = _sewn(before, seam), _sewn(seen, seam)
        if was is None or (
            now is not None
            and all(abs(a - b) < _UNCHANGED_MM for a, b in zip(was, now, strict=True))
        ):
            continue
        found.append(_seam_check(seam.name, seen, seam.one[0], seam.other[0], now, was[0] - was[1]))
    for seam in after.seams:
        if seam not in before.seams:
            now = _ends(after, seam)
            found.append(_seam_check(seam.name, after, seam.one[0], seam.other[0], now, 0.0))
    return tuple(found)


def _ends(pattern: Pattern, seam: Seam) -> tuple[float, float] | None:
    """Both edges of a seam, gathers drawn in."""
    try:
        one, other = (sewn_length(pattern.piece(id), edge) for id, edge in (seam.one, seam.other))
    except KeyError:
        return None
    return one, other


def _sewn(pattern: Pattern, seam: Seam) -> tuple[float, float] | None:
    """Both edges of a seam of a style, gathers drawn in and darts closed."""
    ends = _ends(pattern, seam)
    if ends is None:
        return None
    one, other = (
        mm - sewn_out_mm(pattern.piece(id), edge)
        for mm, (id, edge) in zip(ends, (seam.one, seam.other), strict=True)
    )
    return one, other


def _seam_check(
    name: str, pattern: Pattern, one: str, other: str, now: tuple[float, float] | None, meant: float
) -> TapeCheck:
    mine, theirs = now or (math.nan, math.nan)
    return TapeCheck(
        name=f"{name.capitalize()}, changed",
        one=pattern.piece(one).name.lower(),
        one_mm=mine,
        other=pattern.piece(other).name.lower(),
        other_mm=theirs,
        least_mm=meant - 1.0,
        most_mm=meant + 1.0,
        way_out=say("measured.same-change-edge-sewn"),
    )


def without_doubles(checks: Iterable[TapeCheck], more: Iterable[TapeCheck]) -> Iterator[TapeCheck]:
    """The checks, and those of ``more`` that do not measure what one of them has measured."""
    known = list(checks)
    yield from known
    lengths = {frozenset((round(c.one_mm, 1), round(c.other_mm, 1))) for c in known if c.measured}
    for check in more:
        if (
            not check.measured
            or frozenset((round(check.one_mm, 1), round(check.other_mm, 1))) not in lengths
        ):
            yield check
