"""Openings in a piece and what finishes them: a slit with its facing or placket, a round hole with
its casing, a casing grown on to a straight edge."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import shapely

from wickel.draft.allowances import Allowances
from wickel.draft.operations.spots import (
    Spot,
    chain,
    fresh_mark,
    inward,
    is_straight,
    known_edge,
    remade,
    seam_stretch,
    spot_point,
    stay_within,
    with_ends,
)
from wickel.draft.parts import Strip, rectangle
from wickel.draft.style import DraftRefused
from wickel.geometry import QUARTER_REACH, Cubic, Line, Path, Point, length, point_at, polygon
from wickel.pattern import (
    Cut,
    Edge,
    EdgeKind,
    InnerLine,
    Layer,
    LineKind,
    Piece,
    PieceRole,
    net_line,
)
from wickel.wording import say

_ON_FOLD_MM = 0.5
_STEEPEST = 0.3
"""A side that meets an edge flatter than this (sine of the angle) is not mirrored over it."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Finish:
    """What an opening is finished with: the id and the name of the strip, how wide it is when
    sewn, and its allowance all round."""

    id: str
    name: str
    wide_mm: float
    seam_mm: float

    def strip(self, long_mm: float, high_mm: float, cut: Cut, grain_deg: float = 0.0) -> Piece:
        """The strip, so long and so high."""
        made = rectangle(
            Strip(
                id=self.id,
                name=self.name,
                long_mm=long_mm,
                high_mm=high_mm,
                cuts=(cut,),
                grain_deg=grain_deg,
            ),
            Allowances(),
        )
        edges = tuple(replace(edge, allowance_mm=self.seam_mm) for edge in made.edges)
        return replace(made, edges=edges, role=PieceRole.PLACKET)


def add_slit(
    piece: Piece, at: Spot, long_mm: float, finish: Finish, *, placket: bool
) -> tuple[Piece, Piece]:
    """A slit that runs into a piece, square to an edge, and what finishes it: a facing that reaches
    its width beyond the slit on every side, or a placket strip folded over both edges of the slit,
    laid out straight.

    Raises:
        DraftRefused: the slit runs outside the piece, or the finish has no width.
    """
    here, (ux, uy) = spot_point(piece, at), inward(piece, at)
    end = (here[0] + ux * long_mm, here[1] + uy * long_mm)
    if long_mm <= 0 or finish.wide_mm <= 0:
        raise DraftRefused(say("openings.no-size", piece=piece.name), piece.id)
    stay_within(
        piece, (Line(here, end),), say("openings.slit-outside", piece=piece.name, long=long_mm)
    )
    mark = InnerLine(name=fresh_mark(piece, "slit"), path=(Line(here, end),), kind=LineKind.SLIT)
    slit = replace(piece, inner_lines=(*piece.inner_lines, mark))
    cut = _once_each(piece, at_fold=_on_fold(piece, here))
    if placket:
        return slit, finish.strip(2 * long_mm, 2 * finish.wide_mm, cut)
    strip = finish.strip(long_mm + finish.wide_mm, 2 * finish.wide_mm, cut)
    middle = (Line((0.0, finish.wide_mm), (long_mm, finish.wide_mm)),)
    marked = InnerLine(name="slit", path=middle, kind=LineKind.SLIT)
    facing = replace(strip, role=piece.role, view=piece.view, layer=Layer.FACING, of=piece.id)
    return slit, replace(facing, inner_lines=(marked,))


def _on_fold(piece: Piece, at: Point) -> bool:
    """Whether a point lies on the fold of a piece, or on the line that it runs along."""
    for edge in piece.edges:
        if edge.kind is EdgeKind.FOLD:
            (ax, ay), (bx, by) = edge.start, edge.end
            off = (bx - ax) * (at[1] - ay) - (by - ay) * (at[0] - ax)
            if abs(off) / math.dist(edge.start, edge.end) < _ON_FOLD_MM:
                return True
    return False


def _once_each(piece: Piece, *, at_fold: bool) -> Cut:
    """How often a strip is cut for an opening of the piece: once for every opening."""
    cut = piece.cuts[0]
    copies = cut.copies * (2 if cut.on_fold and not at_fold else 1)
    return Cut(material=cut.material, copies=copies)


def cut_out(
    piece: Piece, middle: Point, size: tuple[float, float], finish: Finish
) -> tuple[Piece, Piece]:
    """A round hole, drawn as an ellipse about a place inside the piece, so high (down the piece)
    and so wide, and a bias strip as long as its edge for a casing or binding of so much when sewn.

    About the fold half of it is drawn, and the strip goes round the whole.

    Raises:
        DraftRefused: it does not lie within the piece.
    """
    (x, y), a, b = middle, size[0] / 2, size[1] / 2
    at_fold = _on_fold(piece, middle)
    if min(a, b) <= 0 or finish.wide_mm <= 0:
        raise DraftRefused(say("openings.no-size", piece=piece.name), piece.id)
    whole = _ellipse((x, y), a, b)
    inner = whole[:2] if at_fold else whole
    drawn = shapely.LineString([p for s in inner for p in s.flattened()])
    if not polygon(net_line(piece)).buffer(_ON_FOLD_MM).covers(drawn):
        raise DraftRefused(say("openings.hole-outside", piece=piece.name), piece.id)
    mark = InnerLine(name=fresh_mark(piece, "cut out"), path=inner)
    holed = replace(piece, inner_lines=(*piece.inner_lines, mark))
    cut = _once_each(piece, at_fold=at_fold)
    return holed, finish.strip(length(whole), 2 * finish.wide_mm, cut, grain_deg=45.0)


def _ellipse(middle: Point, a: float, b: float) -> Path:
    """Four quarters of an ellipse; the first two lie on the side that is farther across."""
    x, y = middle
    corners = ((x - a, y), (x, y + b), (x + a, y), (x, y - b), (x - a, y))
    k = QUARTER_REACH
    handles = (
        ((x - a, y + k * b), (x - k * a, y + b)),
        ((x + k * a, y + b), (x + a, y + k * b)),
        ((x + a, y - k * b), (x + k * a, y - b)),
        ((x - k * a, y - b), (x - a, y - k * b)),
    )
    return tuple(
        Cubic(start, one, two, end)
        for start, (one, two), end in zip(corners, handles, corners[1:], strict=False)
    )


def add_casing(piece: Piece, edge: str, wide_mm: float, turned_in_mm: float) -> Piece:
    """A casing grown on to a straight edge: so much is added beyond it, with the sides mirrored so
    that it lies flat when it is turned down, and the old edge is marked as the line to fold at. The
    new edge keeps the name; its allowance is what is turned in.

    Raises:
        DraftRefused: the edge is curved or on the fold, or the casing has no width.
    """
    old = known_edge(piece, edge)
    if old.kind is EdgeKind.FOLD or not is_straight(old):
        raise DraftRefused(say("openings.no-casing", piece=piece.name, edge=edge), piece.id)
    if wide_mm <= 0:
        raise DraftRefused(say("openings.no-size", piece=piece.name), piece.id)
    names = [each.name for each in piece.edges]
    k = names.index(edge)
    before, after = piece.edges[k - 1], piece.edges[(k + 1) % len(names)]
    into = inward(piece, Spot(edge=edge, share=0.5))
    start = _mirrored(old.start, _leaving(before, at_end=True), into, before, wide_mm)
    end = _mirrored(old.end, _leaving(after, at_end=False), into, after, wide_mm)
    ring = list(chain(piece, Spot(edge=edge, share=1.0), Spot(edge=edge, share=0.0)))
    ring[0] = with_ends(ring[0], (Line(end, old.end),), ())
    ring[-1] = with_ends(ring[-1], (), (Line(old.start, start),))
    made = seam_stretch(edge, (Line(start, end),), turned_in_mm)
    made = replace(made, edge=replace(made.edge, kind=old.kind))
    fold = InnerLine(
        name=fresh_mark(piece, "casing fold"),
        path=(Line(old.start, old.end),),
        kind=LineKind.FOLD,
    )
    return remade(piece, (*ring, made), inner_lines=(*piece.inner_lines, fold))


def _leaving(edge: Edge, *, at_end: bool) -> Point:
    """The direction in which an edge leaves its corner, as a unit vector."""
    size = length(edge.path)
    step = min(1.0, size / 10)
    corner = edge.end if at_end else edge.start
    near = point_at(edge.path, size - step if at_end else step)
    far = math.dist(corner, near)
    return ((near[0] - corner[0]) / far, (near[1] - corner[1]) / far)


def _mirrored(corner: Point, side: Point, into: Point, edge: Edge, by_mm: float) -> Point:
    """Where the side of a casing ends that mirrors the side of the piece; along a fold it runs
    straight on."""
    deep = side[0] * into[0] + side[1] * into[1]
    if deep < _STEEPEST:
        return (corner[0] - into[0] * by_mm, corner[1] - into[1] * by_mm)
    reach = by_mm / deep
    if edge.kind is EdgeKind.FOLD:
        return (corner[0] - side[0] * reach, corner[1] - side[1] * reach)
    # the mirror image of a point on the side at that depth
    x, y = corner[0] + side[0] * reach, corner[1] + side[1] * reach
    return (x - 2 * by_mm * into[0], y - 2 * by_mm * into[1])
