"""Places on a piece and the parts of its net line between them: what every operation is made of.

A place is named by its edge and the share of the edge's length, so that it means the same at every
size.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

import shapely
from shapely.geometry import LineString, Polygon
from shapely.geometry.base import BaseGeometry

from wickel.draft.style import DraftRefused
from wickel.geometry import (
    Affine,
    Line,
    Path,
    Point,
    flatten,
    length,
    map_path,
    nearest_distance,
    parted_at,
    point_at,
    signed_area,
)
from wickel.pattern import Cut, Edge, EdgeKind, EdgeRole, InnerLine, Notch, Piece, Wider, net_line
from wickel.pattern.edge_words import HOUSE_ROLES
from wickel.wording import Sentence, say

SAME_MM = 1e-6
STRAIGHT_MM = 0.05
"""An edge that is longer than its ends lie apart by no more than this is straight."""
_NEAR_MM = 0.5
_SLIVER_MM = 0.01
_FAR_MM = 5000.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Spot:
    """A place on the net line: an edge by name and a share 0..1 of its length from its start."""

    edge: str
    share: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Stretch:
    """An edge or a part of one, with the notches on it."""

    edge: Edge
    notches: tuple[Notch, ...] = ()


def known_edge(piece: Piece, name: str) -> Edge:
    """The edge of that name.

    Raises:
        DraftRefused: there is none.
    """
    for edge in piece.edges:
        if edge.name == name:
            return edge
    names = ", ".join(edge.name for edge in piece.edges)
    raise DraftRefused(say("spots.no-edge", piece=piece.name, name=name, names=names), piece.id)


def spot_point(piece: Piece, spot: Spot) -> Point:
    """Where a place is. Raises ``DraftRefused``."""
    path = known_edge(piece, spot.edge).path
    return point_at(path, spot.share * length(path))


def spot_near(piece: Piece, at: Point) -> Spot:
    """The place on the net line nearest to a point."""
    best, found = math.inf, Spot(edge=piece.edges[0].name, share=0.0)
    for edge in piece.edges:
        along, off = nearest_distance(edge.path, at)
        if off < best:
            best, found = off, Spot(edge=edge.name, share=min(1.0, along / length(edge.path)))
    return found


def whole(piece: Piece, name: str) -> Stretch:
    """An edge with its notches."""
    return Stretch(
        edge=known_edge(piece, name),
        notches=tuple(notch for notch in piece.notches if notch.edge == name),
    )


def part(stretch: Stretch, from_mm: float, to_mm: float) -> Stretch | None:
    """The part of a stretch between two distances, None when nothing is left.

    A part of a gathered edge comes back to its share of the length.
    """
    full = length(stretch.edge.path)
    from_mm, to_mm = max(0.0, from_mm), min(full, to_mm)
    if to_mm - from_mm < _SLIVER_MM:
        return None
    kept = parted_at(parted_at(stretch.edge.path, to_mm)[0], from_mm)[1]
    back, left, end = (
        stretch.edge.comes_back_to_mm,
        stretch.edge.allowance_mm,
        stretch.edge.allowance_end_mm,
    )
    grows = 0.0 if end is None else (end - left) / full
    return Stretch(
        edge=replace(
            stretch.edge,
            path=kept,
            allowance_mm=left + grows * from_mm,
            allowance_end_mm=None if end is None else left + grows * to_mm,
            comes_back_to_mm=None if back is None else back * (to_mm - from_mm) / full,
            wider=_shifted(stretch.edge.wider, -from_mm, to_mm - from_mm),
        ),
        notches=tuple(
            replace(notch, at_mm=notch.at_mm - from_mm)
            for notch in stretch.notches
            if from_mm - SAME_MM <= notch.at_mm <= to_mm + SAME_MM
        ),
    )


def _shifted(wider: Wider | None, by_mm: float, within_mm: float = math.inf) -> Wider | None:
    """What is wider of an edge where it now begins elsewhere, as far as it lies within its length;
    None when nothing does."""
    if wider is None:
        return None
    start, end = max(0.0, wider.from_mm + by_mm), min(within_mm, wider.to_mm + by_mm)
    return replace(wider, from_mm=start, to_mm=end) if end - start > _SLIVER_MM else None


def chain(piece: Piece, first: Spot, last: Spot) -> tuple[Stretch, ...]:
    """The net line from one place on to another, in the direction of the piece's edges."""
    names = [edge.name for edge in piece.edges]
    known_edge(piece, first.edge), known_edge(piece, last.edge)
    i, j = names.index(first.edge), names.index(last.edge)
    start, end = whole(piece, first.edge), whole(piece, last.edge)
    begin, stop = first.share * length(start.edge.path), last.share * length(end.edge.path)
    if i == j and begin < stop:
        parts = [part(start, begin, stop)]
    else:
        parts = [part(start, begin, math.inf)]
        k = (i + 1) % len(names)
        while k != j:
            parts.append(whole(piece, names[k]))
            k = (k + 1) % len(names)
        parts.append(part(end, 0.0, stop))
    return tuple(p for p in parts if p is not None)


def mapped_stretch(stretch: Stretch, by: Affine) -> Stretch:
    """The stretch under a rigid map."""
    return replace(stretch, edge=replace(stretch.edge, path=map_path(stretch.edge.path, by)))


def in_one(first: Stretch, second: Stretch, between: Path = ()) -> Stretch:
    """Two stretches that follow each other as one edge with the first's name, what lies between
    included."""
    gap = length(first.edge.path) + (length(between) if between else 0.0)
    return Stretch(
        edge=replace(
            first.edge,
            path=(*first.edge.path, *between, *second.edge.path),
            comes_back_to_mm=None,
            allowance_end_mm=second.edge.allowance_end_mm,
            wider=first.edge.wider or _shifted(second.edge.wider, gap),
        ),
        notches=(
            *first.notches,
            *(replace(notch, at_mm=notch.at_mm + gap) for notch in second.notches),
        ),
    )


def inward(piece: Piece, at: Spot) -> Point:
    """Unit vector into the piece, square to its net line at a place."""
    path = known_edge(piece, at.edge).path
    along, size = at.share * length(path), length(path)
    step = min(0.5, size / 10)
    a, b = point_at(path, max(0.0, along - step)), point_at(path, min(size, along + step))
    far = math.dist(a, b)
    ux, uy = (b[0] - a[0]) / far, (b[1] - a[1]) / far
    # inside lies on the left of a net line that runs counter-clockwise
    return (-uy, ux) if signed_area(net_line(piece)) > 0 else (uy, -ux)


def is_straight(edge: Edge) -> bool:
    """Whether an edge runs straight from its start to its end."""
    return length(edge.path) - math.dist(edge.start, edge.end) <= STRAIGHT_MM


def straight_on(before: Point, at: Point, by_mm: float) -> Point:
    """On from a point, in the direction from the one before it, by so much."""
    far = math.dist(before, at)
    return (
        at[0] + (at[0] - before[0]) / far * by_mm,
        at[1] + (at[1] - before[1]) / far * by_mm,
    )


def fresh_mark(piece: Piece, name: str) -> str:
    """A name that no inner line of the piece has yet."""
    taken = {mark.name for mark in piece.inner_lines}
    number, found = 2, name
    while found in taken:
        found, number = f"{name} {number}", number + 1
    return found


def across_from(piece: Piece, at: Spot) -> Spot:
    """The place where a straight line that runs inward from a place, square to its edge, leaves
    the piece."""
    here, (ux, uy) = spot_point(piece, at), inward(piece, at)
    start, end = ((here[0] + ux * mm, here[1] + uy * mm) for mm in (_NEAR_MM, _FAR_MM))
    ring = LineString((*net_line(piece), net_line(piece)[0]))
    met = ring.intersection(LineString((start, end)))
    found = [p for g in getattr(met, "geoms", [met]) for p in g.coords]
    if not found:
        raise DraftRefused(say("spots.nothing-across", piece=piece.name, edge=at.edge), piece.id)
    x, y = min(found, key=lambda p: math.dist(p, here))
    return spot_near(piece, (float(x), float(y)))


def stay_within(piece: Piece, cut: Path, otherwise: Sentence) -> None:
    """Raises ``DraftRefused`` with a sentence where a cut would run outside the piece."""
    area = Polygon(net_line(piece))
    line = LineString(flatten(cut))
    if line.difference(area.buffer(0.2)).length > 1.0:
        raise DraftRefused(otherwise, piece.id)


def with_ends(stretch: Stretch, before: Path, after: Path) -> Stretch:
    """A stretch made longer by a path before it and one after it; its notches stay where they
    are."""
    gap = length(before) if before else 0.0
    back = stretch.edge.comes_back_to_mm
    more = gap + (length(after) if after else 0.0)
    return Stretch(
        edge=replace(
            stretch.edge,
            path=(*before, *stretch.edge.path, *after),
            comes_back_to_mm=None if back is None else back + more,
            wider=_shifted(stretch.edge.wider, gap),
        ),
        notches=tuple(replace(notch, at_mm=notch.at_mm + gap) for notch in stretch.notches),
    )


def redrawn(piece: Piece, edge: Edge, path: Path) -> Stretch:
    """An edge of the piece along another path: its notches, and what it is gathered to, at the same
    share of its length."""
    share = length(path) / length(edge.path)
    back = edge.comes_back_to_mm
    return Stretch(
        edge=replace(
            edge,
            path=path,
            comes_back_to_mm=None if back is None else back * share,
            wider=edge.wider
            and replace(
                edge.wider, from_mm=edge.wider.from_mm * share, to_mm=edge.wider.to_mm * share
            ),
        ),
        notches=tuple(
            replace(notch, at_mm=notch.at_mm * share)
            for notch in piece.notches
            if notch.edge == edge.name
        ),
    )


def turned_edge(edge: Edge, path: Path) -> Edge:
    """An edge run through the other way, along ``path``: what its allowance ends with comes
    first."""
    if edge.wider is not None:
        whole, was = length(path), edge.wider
        turned = replace(was, from_mm=max(0.0, whole - was.to_mm), to_mm=whole - was.from_mm)
        edge = replace(edge, wider=turned)
    if edge.allowance_end_mm is None:
        return replace(edge, path=path)
    left, end = edge.allowance_end_mm, edge.allowance_mm
    return replace(edge, path=path, allowance_mm=left, allowance_end_mm=end)


def seam_stretch(name: str, path: Path, allowance_mm: float) -> Stretch:
    """A new seam edge."""
    role = HOUSE_ROLES.get(name, EdgeRole.OTHER)
    return Stretch(edge=Edge(name=name, path=path, allowance_mm=allowance_mm, role=role))


def closed_outline(stretches: Sequence[Stretch]) -> tuple[tuple[Edge, ...], tuple[Notch, ...]]:
    """Edges and notches of a closed chain, every edge with a name of its own and ends that meet
    exactly."""
    edges: list[Edge] = []
    notches: list[Notch] = []
    used: set[str] = set()
    for k, stretch in enumerate(stretches):
        name = stretch.edge.name
        while name in used:
            name = f"{name}, on"
        used.add(name)
        after = stretches[(k + 1) % len(stretches)].edge.path[0].start
        path = _ending_at(stretch.edge.path, after)
        edges.append(replace(stretch.edge, name=name, path=path))
        notches += [replace(notch, edge=name) for notch in stretch.notches]
    return tuple(edges), tuple(notches)


def _ending_at(path: Path, end: Point) -> Path:
    if path[-1].end == end:
        return path
    if math.dist(path[-1].end, end) > _SLIVER_MM:
        return (*path, Line(path[-1].end, end))
    return (*path[:-1], replace(path[-1], end=end))


def remade(
    piece: Piece,
    stretches: Sequence[Stretch],
    *,
    id: str = "",
    name: str = "",
    inner_lines: Iterable[InnerLine] | None = None,
) -> Piece:
    """The piece with another net line.

    What is marked inside it comes along as far as it lies within; a piece that has lost its fold is
    cut as a pair instead.
    """
    edges, notches = closed_outline(stretches)
    bare = replace(
        piece,
        id=id or piece.id,
        name=name or piece.name,
        edges=edges,
        notches=notches,
        inner_lines=(),
    )
    area = _area(bare)
    marks = piece.inner_lines if inner_lines is None else tuple(inner_lines)
    near = area.buffer(_NEAR_MM)
    made = replace(
        bare,
        inner_lines=tuple(kept for mark in marks for kept in _within(mark, area)),
        points=tuple(p for p in piece.points if near.covers(shapely.Point(p.down_mm, p.across_mm))),
        cuts=piece.cuts
        if any(edge.kind is EdgeKind.FOLD for edge in edges)
        else tuple(_off_fold(cut) for cut in piece.cuts),
    )
    if not area.is_valid or area.area < 1.0:
        raise DraftRefused(say("spots.cross-itself-less-another-place", made=made.name), piece.id)
    return made


def _area(piece: Piece) -> Polygon:
    return Polygon(net_line(piece))


def _off_fold(cut: Cut) -> Cut:
    return replace(cut, copies=2 * cut.copies, pair=True, on_fold=False) if cut.on_fold else cut


def _within(mark: InnerLine, area: Polygon) -> tuple[InnerLine, ...]:
    drawn = LineString(flatten(mark.path))
    room = area.buffer(_NEAR_MM)
    if room.covers(drawn):
        return (mark,)
    if not area.is_valid:
        return ()
    inside: BaseGeometry = drawn.intersection(area)
    lines = [
        g
        for g in getattr(inside, "geoms", [inside])
        if isinstance(g, LineString) and g.length > 1.0
    ]
    if not lines:
        return ()
    longest = max(lines, key=lambda g: g.length)
    points = [(float(x), float(y)) for x, y in longest.coords]
    return (replace(mark, path=tuple(Line(a, b) for a, b in pairwise(points))),)
