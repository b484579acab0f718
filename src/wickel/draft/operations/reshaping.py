"""Reshape a piece: lengthen or shorten it at a line, extend it for a closing, fold and unfold, add
notches."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import replace

from wickel.draft.operations.spots import (
    STRAIGHT_MM,
    Spot,
    Stretch,
    chain,
    closed_outline,
    inward,
    is_straight,
    known_edge,
    redrawn,
    remade,
    seam_stretch,
    turned_edge,
    with_ends,
)
from wickel.draft.style import DraftRefused
from wickel.geometry import (
    Cubic,
    Line,
    Path,
    Point,
    backwards,
    bounds,
    is_mirror_symmetric,
    length,
    map_path,
    reflection,
    split_segment,
)
from wickel.pattern import Cut, Edge, EdgeKind, EdgeRole, InnerLine, Notch, Piece, net_line
from wickel.wording import say


def lengthen(piece: Piece, at_share: float, by_mm: float) -> Piece:
    """Lengthen (or with a negative amount shorten) a piece at a line across it.

    The line lies at a share of the piece's length, head to hem. All that lies below it moves down,
    and the edges that cross it are drawn anew: straight ones straight, curves smooth.

    Raises:
        DraftRefused: the amount is more than there is, or the piece would cross itself.
    """
    box = bounds(net_line(piece))
    level = box.min_x + at_share * box.width
    if by_mm < 0 and -by_mm > 0.8 * min(level - box.min_x, box.max_x - level):
        raise DraftRefused(
            say("reshaping.cannot-shortened-line-there-too", piece=piece.name, by=-by_mm),
            piece.id,
        )

    def down(p: Point) -> Point:
        return (p[0] + by_mm, p[1]) if p[0] > level else p

    def path(old: Path) -> Path:
        return tuple(
            Line(down(s.start), down(s.end)) if isinstance(s, Line) else _moved(s, down)
            for s in old
        )

    stretches = [redrawn(piece, edge, path(edge.path)) for edge in piece.edges]
    points = tuple(replace(p, down_mm=down((p.down_mm, p.across_mm))[0]) for p in piece.points)
    marks = tuple(replace(mark, path=path(mark.path)) for mark in piece.inner_lines)
    return remade(replace(piece, points=points), stretches, inner_lines=marks)


def _moved(curve: Cubic, down: Callable[[Point], Point]) -> Cubic:
    """A curve whose points move down, or not. One that ran down all along must not run back: where
    its points would change their order it is drawn shorter in one."""
    points = (curve.start, curve.control1, curve.control2, curve.end)
    moved = tuple(map(down, points))
    before, after = ([p[0] for p in own] for own in (points, moved))
    if _runs_one_way(after) or not _runs_one_way(before):
        return Cubic(*moved)
    start, end = before[0], before[-1]
    share = (after[-1] - after[0]) / (end - start)
    return Cubic(*((after[0] + (x - start) * share, y) for x, y in points))


def _runs_one_way(numbers: list[float]) -> bool:
    return numbers in (sorted(numbers), sorted(numbers, reverse=True))


def extend(
    piece: Piece, edge: str, by_mm: float, *, name: str = "", allowance_mm: float | None = None
) -> Piece:
    """Move a straight edge outward, as for a closing or a button stand.

    An edge on the fold comes off it and the piece is cut as a pair; the old line stays as an inner
    line.

    Raises:
        DraftRefused: the edge is curved, or the amount is not above 0.
    """
    old = known_edge(piece, edge)
    if not is_straight(old):
        raise DraftRefused(
            say("reshaping.curved-cannot-extended", piece=piece.name, edge=edge), piece.id
        )
    if not by_mm > 0:
        raise DraftRefused(
            say("reshaping.extend-length-above", piece=piece.name, edge=edge), piece.id
        )
    into = inward(piece, Spot(edge=edge, share=0.5))
    start, end = ((p[0] - into[0] * by_mm, p[1] - into[1] * by_mm) for p in (old.start, old.end))
    allowance = old.allowance_mm if allowance_mm is None else allowance_mm
    ring = list(chain(piece, Spot(edge=edge, share=1.0), Spot(edge=edge, share=0.0)))
    ring[0] = with_ends(ring[0], (Line(end, old.end),), ())
    ring[-1] = with_ends(ring[-1], (), (Line(old.start, start),))
    made = seam_stretch(name or edge, (Line(start, end),), allowance)
    mark = InnerLine(name=f"{edge} line", path=(Line(old.start, old.end),))
    return remade(piece, (*ring, made), inner_lines=(*piece.inner_lines, mark))


def unfold(piece: Piece) -> Piece:
    """A half on the fold as one whole piece; the mirrored edges are called “other …”.

    Raises:
        DraftRefused: it has no fold edge, or several.
    """
    folds = [edge for edge in piece.edges if edge.kind is EdgeKind.FOLD]
    if len(folds) != 1:
        raise DraftRefused(
            say(
                "reshaping.edge-fold", piece=piece.name, word="no" if not folds else "more than one"
            ),
            piece.id,
        )
    (fold,) = folds
    mirror = reflection(fold.start, fold.end)
    ring = chain(piece, Spot(edge=fold.name, share=1.0), Spot(edge=fold.name, share=0.0))
    mirrored = tuple(
        Stretch(
            edge=replace(
                turned_edge(s.edge, backwards(map_path(s.edge.path, mirror))),
                name=f"other {s.edge.name}",
            ),
            notches=tuple(
                replace(notch, at_mm=length(s.edge.path) - notch.at_mm, name=f"other {notch.name}")
                for notch in s.notches
            ),
        )
        for s in reversed(ring)
    )
    edges, notches = closed_outline((*ring, *mirrored))
    return replace(
        piece,
        edges=edges,
        notches=notches,
        inner_lines=(
            *piece.inner_lines,
            *(
                replace(mark, name=f"other {mark.name}", path=map_path(mark.path, mirror))
                for mark in piece.inner_lines
                if not _on_line(mark, fold)
            ),
        ),
        cuts=tuple(replace(cut, on_fold=False) if cut.on_fold else cut for cut in piece.cuts),
    )


def _on_line(mark: InnerLine, fold: Edge) -> bool:
    (ax, ay), (bx, by) = fold.start, fold.end
    size = math.dist(fold.start, fold.end)
    return all(
        abs((bx - ax) * (p[1] - ay) - (by - ay) * (p[0] - ax)) / size < STRAIGHT_MM
        for segment in mark.path
        for p in (segment.start, segment.end)
    )


def fold(piece: Piece, *, name: str = "centre") -> Piece:
    """A piece that is its own mirror image about the line across 0 as a half on the fold.

    Raises:
        DraftRefused: it is not symmetric about that line.
    """
    outline = net_line(piece)
    box = bounds(outline)
    if abs(box.min_y + box.max_y) > 0.1 or not is_mirror_symmetric(outline, 0.0, tolerance_mm=0.1):
        raise DraftRefused(say("reshaping.not-same-both-sides-centre", piece=piece.name), piece.id)
    crossings = [
        (k, along)
        for k, edge in enumerate(piece.edges)
        for along in _on_centre(edge)
        if along < length(edge.path) - 1e-6
    ]
    if len(crossings) != 2:
        raise DraftRefused(say("reshaping.does-not-cross-centre-line", piece=piece.name), piece.id)
    spots = [
        Spot(edge=piece.edges[k].name, share=along / length(piece.edges[k].path))
        for k, along in crossings
    ]
    for first, last in (spots, spots[::-1]):
        half = chain(piece, first, last)
        if (
            sum(p[1] for s in half for segment in s.edge.path for p in (segment.start, segment.end))
            > 0
        ):
            start, end = half[-1].edge.path[-1].end, half[0].edge.path[0].start
            line = Stretch(
                edge=Edge(
                    name=name,
                    path=(Line(start, end),),
                    allowance_mm=0.0,
                    kind=EdgeKind.FOLD,
                    role=EdgeRole.CENTRE,
                )
            )
            half = tuple(_without_other(s) for s in half)
            folded = replace(
                piece,
                cuts=tuple(
                    Cut(material=cut.material, copies=cut.copies, on_fold=True)
                    for cut in piece.cuts
                ),
            )
            return remade(folded, (*half, line))
    raise DraftRefused(say("reshaping.nothing-one-side-centre", piece=piece.name), piece.id)


def _without_other(stretch: Stretch) -> Stretch:
    return replace(
        stretch, edge=replace(stretch.edge, name=stretch.edge.name.removeprefix("other "))
    )


def _on_centre(edge: Edge) -> list[float]:
    """Distances along an edge at which it crosses across = 0, its end left to the next edge."""
    found: list[float] = []
    along = 0.0
    for segment in edge.path:
        size = length((segment,))
        steps = 1 if isinstance(segment, Line) else 32
        for n in range(steps):
            low, high = n / steps, (n + 1) / steps
            a, b = segment.at(low)[1], segment.at(high)[1]
            if abs(a) < 1e-7:
                found.append(along + low * size)
            elif a * b < 0 and abs(b) >= 1e-7:
                while high - low > 1e-12:
                    middle = (low + high) / 2
                    if segment.at(middle)[1] * a > 0:
                        low = middle
                    else:
                        high = middle
                before = (split_segment(segment, low)[0],)
                found.append(along + length(before))
        along += size
    return found


def with_notch(piece: Piece, name: str, at: Spot) -> Piece:
    """The piece with a notch added, or moved when it has one of that name.

    Raises:
        DraftRefused: no such edge, or the edge is on the fold.
    """
    edge = known_edge(piece, at.edge)
    if not 0.0 <= at.share <= 1.0:
        raise DraftRefused(
            say("reshaping.notch-lies-between-ends-edge", piece=piece.name), piece.id
        )
    notch = Notch(name=name, edge=edge.name, at_mm=at.share * length(edge.path))
    return replace(piece, notches=(*(old for old in piece.notches if old.name != name), notch))


def without_notch(piece: Piece, name: str) -> Piece:
    """The piece without a notch.

    Raises:
        DraftRefused: it has none of that name.
    """
    kept = tuple(notch for notch in piece.notches if notch.name != name)
    if len(kept) == len(piece.notches):
        raise DraftRefused(say("reshaping.no-notch", piece=piece.name, name=name), piece.id)
    return replace(piece, notches=kept)
