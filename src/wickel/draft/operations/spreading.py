"""Slash and spread: numbered cuts through a piece, opened in parallel (gathers) or fanned (flare,
drape)."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from itertools import pairwise

from wickel.draft.operations.spots import (
    SAME_MM,
    Spot,
    Stretch,
    across_from,
    chain,
    in_one,
    known_edge,
    mapped_stretch,
    part,
    remade,
    spot_point,
    stay_within,
    whole,
    with_ends,
)
from wickel.draft.style import DraftRefused
from wickel.geometry import (
    Affine,
    Cubic,
    Line,
    Point,
    length,
    map_path,
    point_at,
    rotation,
    translation,
)
from wickel.pattern import ConstructionPoint, EdgeKind, InnerLine, LineKind, Piece, sewn_length
from wickel.wording import say

MOST_CUTS = 40


@dataclass(frozen=True, slots=True, kw_only=True)
class Opening:
    """How a piece is slashed and spread: so many cuts, each opened by so much at the edge they
    begin at and at the one they run to.

    The cuts are spread evenly over the share ``between`` of the edge, and over the same share of
    the opposite one, or ``between_opposite`` of it, counted from the same end of the piece. Equal
    openings are parallel; an opening of 0 on one side fans about that end.
    A ``gathered`` edge remembers the length it comes back to.
    """

    cuts: int
    open_mm: float
    open_opposite_mm: float = 0.0
    gathered: bool = False
    gathered_opposite: bool = False
    between: tuple[float, float] = (0.0, 1.0)
    between_opposite: tuple[float, float] | None = None

    @property
    def shares(self) -> list[float]:
        """Where along the edge the cuts begin."""
        return self._spread_over(self.between)

    @property
    def opposite_shares(self) -> list[float]:
        """Where along the opposite edge, from its end, they run to."""
        return self._spread_over(self.between_opposite or self.between)

    def _spread_over(self, between: tuple[float, float]) -> list[float]:
        low, high = between
        return [low + (high - low) * (k + 1) / (self.cuts + 1) for k in range(self.cuts)]


def slash_and_spread(
    piece: Piece, edge: str, opposite: str, opening: Opening, *, marked: bool = True
) -> Piece:
    """Cut a piece from one edge to another and open each cut.

    The strips are numbered by the marks of the cuts, from the start of the edge; where gathers are
    spread evenly there is nothing to mark (``marked``). A fold stays where it is.

    Raises:
        DraftRefused: too many cuts, edges that are one, or a spread that would cross itself.
    """
    _check_cuts(piece, edge, opposite, opening.cuts)
    maps, cut_lines, marks = _opened(piece, edge, opposite, opening)
    mine, theirs = whole(piece, edge), whole(piece, opposite)
    one_mm, other_mm = length(mine.edge.path), length(theirs.edge.path)
    front = _spread(mine, [share * one_mm for share in (0.0, *opening.shares, 1.0)], maps)
    places = (0.0, *opening.opposite_shares, 1.0)
    behind = _spread(theirs, [(1 - share) * other_mm for share in reversed(places)], maps[::-1])
    if opening.gathered:
        front = _gathered(front, sewn_length(piece, edge))
    if opening.gathered_opposite:
        behind = _gathered(behind, sewn_length(piece, opposite))
    far = (mapped_stretch(s, maps[-1]) for s in _after(piece, edge, opposite))
    near = (mapped_stretch(s, maps[0]) for s in _after(piece, opposite, edge))
    lines = [_carried(mark, cut_lines, maps) for mark in piece.inner_lines]
    lines += marks if marked else ()
    points = tuple(_carried_point(point, cut_lines, maps) for point in piece.points)
    return remade(
        replace(piece, points=points),
        (front, *far, behind, *near),
        inner_lines=tuple(lines),
    )


def slash(
    piece: Piece,
    first: Spot,
    last: Spot,
    opening: tuple[float, float],
    *,
    gathered: bool = False,
    marked: bool = True,
) -> Piece:
    """Cut a piece in any direction, from one place on its net line to another, and open the cut by
    so much at both ends: alike, or fanned about the end that stays shut.

    What lies on the fold stays where it is; otherwise what lies before the first place does.
    ``gathered``: the first edge comes back to the length it had. ``marked``: both sides of the
    opening are drawn.

    Raises:
        DraftRefused: the cut runs to a fold, to its own edge or outside the piece, or the opening
        would make the piece cross itself.
    """
    _check_cuts(piece, first.edge, last.edge, 1)
    a, b = spot_point(piece, first), spot_point(piece, last)
    stay_within(piece, (Line(a, b),), say("spreading.cut-outside", piece=piece.name))
    moving, staying = chain(piece, first, last), chain(piece, last, first)
    beyond = point_at(moving[0].edge.path, length(moving[0].edge.path) / 100)
    gap = _opening(a, b, beyond, *opening)
    maps = [Affine(), gap]
    if any(stretch.edge.kind is EdgeKind.FOLD for stretch in moving):
        maps = [gap.inverse(), Affine()]
    moved = [mapped_stretch(stretch, maps[1]) for stretch in moving]
    still = [mapped_stretch(stretch, maps[0]) for stretch in staying]
    ring = _over_the_gap(_over_the_gap([*still, *moved], len(still), first.edge), 0, last.edge)
    backs = {first.edge: opening[0], last.edge: opening[1]}
    ring = [
        replace(
            stretch,
            edge=replace(
                stretch.edge,
                comes_back_to_mm=_comes_back(
                    piece, name, backs[name], gathered=gathered and name == first.edge
                ),
            ),
        )
        if (name := stretch.edge.name) in backs
        else stretch
        for stretch in ring
    ]
    cuts = [(a, b, beyond)]
    lines = tuple(_carried(mark, cuts, maps) for mark in piece.inner_lines)
    points = tuple(_carried_point(point, cuts, maps) for point in piece.points)
    marks = tuple(
        _cut_open(name, (a, b), by)
        for name, by in zip(("cut", "cut, opened"), maps, strict=True)
        if marked
    )
    return remade(replace(piece, points=points), ring, inner_lines=(*lines, *marks))


def _comes_back(piece: Piece, name: str, opened_mm: float, *, gathered: bool) -> float | None:
    """What an edge comes back to after it was opened; None: it is as long as it is drawn."""
    sewn = sewn_length(piece, name)
    if gathered:
        return sewn
    return None if known_edge(piece, name).comes_back_to_mm is None else sewn + opened_mm


def _over_the_gap(ring: list[Stretch], at: int, edge: str) -> list[Stretch]:
    """The ring with a straight line over the gap before one of its stretches, as part of the edge
    that was opened there."""
    before, after = ring[at - 1], ring[at]
    ends = before.edge.path[-1].end, after.edge.path[0].start
    line = (Line(*ends),) if math.dist(*ends) > SAME_MM else ()
    if before.edge.name == after.edge.name:
        both = in_one(before, after, line)
        rest = [stretch for k, stretch in enumerate(ring) if k not in (at, (at - 1) % len(ring))]
        return [*rest, both] if at == 0 else [*ring[: at - 1], both, *ring[at + 1 :]]
    ring = list(ring)
    if before.edge.name == edge:
        ring[at - 1] = with_ends(before, (), line)
    else:
        ring[at] = with_ends(after, line, ())
    return ring


def pivot(piece: Piece, first: Spot, about: Spot, until_mm: float) -> Piece:
    """Cut from an edge to a place on another and turn the part beyond the cut about that place,
    until the edge has a length: a neck made long enough to drape.

    Raises:
        DraftRefused: the edge is longer already, or what ``slash`` refuses.
    """
    now = sewn_length(piece, first.edge)
    if until_mm <= now:
        raise DraftRefused(
            say("spreading.longer-already", piece=piece.name, edge=first.edge, now=now), piece.id
        )
    return slash(piece, first, about, (until_mm - now, 0.0))


def spread_for(piece: Piece, at: Spot, by_mm: float) -> tuple[Piece, Spot]:
    """A piece opened by so much, alike at both ends, along the straight line that runs inward from
    a place square to its edge; and the middle of the opening, as a place on the new edge.

    Raises:
        DraftRefused: what ``slash`` refuses.
    """
    opened = slash(piece, at, across_from(piece, at), (by_mm, by_mm), marked=False)
    old, new = (length(known_edge(each, at.edge).path) for each in (piece, opened))
    return opened, Spot(edge=at.edge, share=(at.share * old + by_mm / 2) / new)


def _check_cuts(piece: Piece, edge: str, opposite: str, cuts: int) -> None:
    """Raises ``DraftRefused`` for too many cuts, and for cuts that run to a fold or nowhere."""
    if not 1 <= cuts <= MOST_CUTS:
        raise DraftRefused(
            say("spreading.cuts-cannot-made-can", piece=piece.name, cuts=cuts, most_cuts=MOST_CUTS),
            piece.id,
        )
    kinds = (known_edge(piece, edge).kind, known_edge(piece, opposite).kind)
    if edge == opposite or EdgeKind.FOLD in kinds:
        raise DraftRefused(say("spreading.cuts-run-from-one-seam", piece=piece.name), piece.id)


_Cuts = list[tuple[Point, Point, Point]]
"""Cuts from point to point, each with a point beyond it on the edge it begins at."""


def _opened(
    piece: Piece, edge: str, opposite: str, opening: Opening
) -> tuple[list[Affine], _Cuts, list[InnerLine]]:
    """How each strip moves, the cuts as they were, and their marks as they lie afterwards."""
    maps = [Affine()]
    marks: list[InnerLine] = []
    cut_lines: _Cuts = []
    ends = zip(opening.shares, opening.opposite_shares, strict=True)
    for k, (share, other) in enumerate(ends, 1):
        a = spot_point(piece, Spot(edge=edge, share=share))
        b = spot_point(piece, Spot(edge=opposite, share=1.0 - other))
        beyond = spot_point(piece, Spot(edge=edge, share=min(1.0, share + 0.01)))
        cut_lines.append((a, b, beyond))
        gap = _opening(a, b, beyond, opening.open_mm, opening.open_opposite_mm)
        opened = maps[-1].after(gap)
        marks += [
            _cut_open(f"cut {k}", (a, b), maps[-1]),
            _cut_open(f"cut {k}, opened", (a, b), opened),
        ]
        maps.append(opened)
    if any(s.edge.kind is EdgeKind.FOLD for s in _after(piece, edge, opposite)):
        home = maps[-1].inverse()  # the fold stays: the strips on the other side move
        maps = [home.after(by) for by in maps]
        marks = [replace(mark, path=map_path(mark.path, home)) for mark in marks]
    return maps, cut_lines, marks


def _gathered(stretch: Stretch, to_mm: float) -> Stretch:
    return replace(stretch, edge=replace(stretch.edge, comes_back_to_mm=to_mm))


def _strip(at: Point, cuts: _Cuts) -> int:
    """The number of the strip a point lies in: how many cuts it lies beyond."""
    return sum(_beside(at, a, b) * _beside(beyond, a, b) > 0 for a, b, beyond in cuts)


def _beside(at: Point, a: Point, b: Point) -> float:
    return (b[0] - a[0]) * (at[1] - a[1]) - (b[1] - a[1]) * (at[0] - a[0])


def _cut_open(name: str, ends: tuple[Point, Point], by: Affine) -> InnerLine:
    """A line along which a piece was cut and opened, where it lies now."""
    return InnerLine(name=name, path=map_path((Line(*ends),), by), kind=LineKind.CUT_OPEN)


def _carried(mark: InnerLine, cuts: _Cuts, maps: list[Affine]) -> InnerLine:
    """An inner line moved with the strips that its points lie in."""

    def at(point: Point) -> Point:
        return maps[_strip(point, cuts)](point)

    path = tuple(
        Line(at(s.start), at(s.end))
        if isinstance(s, Line)
        else Cubic(at(s.start), at(s.control1), at(s.control2), at(s.end))
        for s in mark.path
    )
    return replace(mark, path=path)


def _carried_point(point: ConstructionPoint, cuts: _Cuts, maps: list[Affine]) -> ConstructionPoint:
    here = (point.down_mm, point.across_mm)
    down, across = maps[_strip(here, cuts)](here)
    return replace(point, down_mm=down, across_mm=across)


def _opening(a: Point, b: Point, beyond: Point, at_a: float, at_b: float) -> Affine:
    """Where the strip beyond the cut a–b goes: turned about b, then moved square to the cut."""
    size = math.dist(a, b)
    if abs(at_a - at_b) >= 2 * size:
        raise DraftRefused(say("spreading.cut-cannot-opened-wider"))
    ux, uy = (b[0] - a[0]) / size, (b[1] - a[1]) / size
    side = math.copysign(1.0, ux * (beyond[1] - a[1]) - uy * (beyond[0] - a[0]))
    angle = 2 * math.asin((at_a - at_b) / (2 * size)) * -side
    middle = math.radians(90.0) * side + angle / 2
    nx, ny = (
        ux * math.cos(middle) - uy * math.sin(middle),
        ux * math.sin(middle) + uy * math.cos(middle),
    )
    turn = translation(*b).after(rotation(math.degrees(angle)).after(translation(-b[0], -b[1])))
    return translation(nx * at_b, ny * at_b).after(turn)


def _spread(stretch: Stretch, places: list[float], maps: list[Affine]) -> Stretch:
    """The parts of an edge, each under its map, with straight lines over the gaps."""
    found: Stretch | None = None
    for (begin, end), by in zip(pairwise(places), maps, strict=True):
        piece_of = part(stretch, begin, end)
        if piece_of is None:
            continue
        laid = mapped_stretch(piece_of, by)
        if found is None:
            found = laid
            continue
        gap = (found.edge.path[-1].end, laid.edge.path[0].start)
        found = in_one(found, laid, (Line(*gap),) if math.dist(*gap) > 1e-6 else ())
    assert found is not None  # an edge is never without length
    return found


def _after(piece: Piece, first: str, second: str) -> tuple[Stretch, ...]:
    """The net line from the end of one edge to the start of another."""
    return chain(piece, Spot(edge=first, share=1.0), Spot(edge=second, share=0.0))
