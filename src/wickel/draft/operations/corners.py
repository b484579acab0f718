"""Corners rounded, pieces widened at a level, vents added."""

from __future__ import annotations

import math
from dataclasses import replace

from wickel.draft.operations.reshaping import lengthen
from wickel.draft.operations.splitting import mapped_piece
from wickel.draft.operations.spots import (
    Spot,
    Stretch,
    chain,
    in_one,
    inward,
    is_straight,
    known_edge,
    part,
    redrawn,
    remade,
    seam_stretch,
    straight_on,
    with_ends,
)
from wickel.draft.operations.spots import whole as whole_edge
from wickel.draft.style import DraftRefused
from wickel.geometry import (
    QUARTER_REACH,
    Cubic,
    Line,
    Path,
    Point,
    length,
    parted_at,
    point_at,
    rotation,
)
from wickel.pattern import EdgeKind, Piece
from wickel.wording import say

VENT_SLANT = 0.35
"""The upper end of a vent runs up by so much of its width."""


def round_corner(piece: Piece, edge: str, by_mm: float) -> Piece:
    """The corner at the end of an edge rounded: it begins and ends so far from it, on this edge and
    on the next. Both edges keep their names; the round belongs to the first.

    Raises:
        DraftRefused: an edge is shorter than that, or one lies on the fold.
    """
    names = [edge.name for edge in piece.edges]
    first = known_edge(piece, edge)
    second = piece.edges[(names.index(edge) + 1) % len(names)]
    if EdgeKind.FOLD in (first.kind, second.kind):
        raise DraftRefused(say("corners.on-fold", piece=piece.name, edge=edge), piece.id)
    if not 0 < by_mm < min(length(first.path), length(second.path)):
        raise DraftRefused(say("corners.too-large", piece=piece.name, by=by_mm), piece.id)
    before, _ = parted_at(first.path, length(first.path) - by_mm)
    _, after = parted_at(second.path, by_mm)
    corner, start, end = first.end, before[-1].end, after[0].start
    # the handles point at the corner: a quarter of a circle where it is square
    one, two = (
        (
            point[0] + QUARTER_REACH * (corner[0] - point[0]),
            point[1] + QUARTER_REACH * (corner[1] - point[1]),
        )
        for point in (start, end)
    )
    curve: Path = (Cubic(start, one, two, end),)
    ring = chain(
        piece,
        Spot(edge=second.name, share=by_mm / length(second.path)),
        Spot(edge=edge, share=1 - by_mm / length(first.path)),
    )
    rounded = Stretch(edge=replace(ring[-1].edge, path=curve), notches=())
    return remade(piece, (*ring[:-1], in_one(ring[-1], rounded)))


def square_corner(piece: Piece, edge: str, over_mm: float) -> Piece:
    """The end of an edge drawn anew over so much of its length, so that it meets the next edge
    square. The corner stays where it is.

    Raises:
        DraftRefused: the edge is shorter than that, or lies on the fold.
    """
    names = [each.name for each in piece.edges]
    old = known_edge(piece, edge)
    following = piece.edges[(names.index(edge) + 1) % len(names)]
    if old.kind is EdgeKind.FOLD:
        raise DraftRefused(say("corners.on-fold", piece=piece.name, edge=edge), piece.id)
    if not 0 < over_mm < length(old.path):
        raise DraftRefused(say("corners.too-large", piece=piece.name, by=over_mm), piece.id)
    kept, left = parted_at(old.path, length(old.path) - over_mm)
    start, corner = kept[-1].end, old.end
    into = inward(piece, Spot(edge=following.name, share=0.0))
    reach = math.dist(start, corner) / 3
    ahead = point_at(left, min(1.0, over_mm / 10))
    one = straight_on(start, ahead, reach - math.dist(start, ahead))
    two = (corner[0] + into[0] * reach, corner[1] + into[1] * reach)
    path: Path = (*kept, Cubic(start, one, two, corner))
    ring = chain(piece, Spot(edge=edge, share=1.0), Spot(edge=edge, share=0.0))
    return remade(piece, (*ring, redrawn(piece, old, path)))


def widen(piece: Piece, at_share: float, by_mm: float) -> Piece:
    """Widen (or with a negative amount narrow) a piece at a line down it, at a share of its width
    from the centre. All that lies outside it moves outward; edges that cross it are drawn anew.

    Raises:
        DraftRefused: the amount is more than there is, or the piece would cross itself.
    """
    turned = mapped_piece(piece, rotation(-90.0))
    return mapped_piece(lengthen(turned, at_share, by_mm), rotation(90.0))


def add_vent(piece: Piece, edge: str, long_mm: float, wide_mm: float) -> Piece:
    """A vent at the lower part of a straight edge: so long from the hem, standing out by so much,
    its upper end slanting up. The edge above it keeps its name; what stands out is called *vent*.

    Raises:
        DraftRefused: the edge is curved or on the fold, or the vent longer than it.
    """
    old = known_edge(piece, edge)
    whole = length(old.path)
    if old.kind is EdgeKind.FOLD or not is_straight(old):
        raise DraftRefused(say("corners.no-vent", piece=piece.name, edge=edge), piece.id)
    if not (wide_mm > 0 and 0 < long_mm + VENT_SLANT * wide_mm < whole):
        raise DraftRefused(
            say("corners.vent-too-long", piece=piece.name, edge=edge, long=long_mm), piece.id
        )
    ux, uy = (old.end[0] - old.start[0]) / whole, (old.end[1] - old.start[1]) / whole
    into = inward(piece, Spot(edge=edge, share=0.5))
    out = (-into[0] * wide_mm, -into[1] * wide_mm)

    def along(mm: float, *, outside: bool = False) -> Point:
        x, y = old.start[0] + ux * mm, old.start[1] + uy * mm
        return (x + out[0], y + out[1]) if outside else (x, y)

    downward = old.end[0] > old.start[0]
    slant = long_mm + VENT_SLANT * wide_mm
    ring = list(chain(piece, Spot(edge=edge, share=1.0), Spot(edge=edge, share=0.0)))
    # the hem goes on below the vent; the upper end runs from the edge out to the vent's own edge
    if downward:
        top, turn, low = (
            along(whole - slant),
            along(whole - long_mm, outside=True),
            along(whole, outside=True),
        )
        upper = _above(piece, edge, 0.0, whole - slant)
        stand = seam_stretch("vent", (Line(top, turn), Line(turn, low)), old.allowance_mm)
        ring[0] = with_ends(ring[0], (Line(low, old.end),), ())
        return remade(piece, (*ring, upper, stand))
    top, turn, low = along(slant), along(long_mm, outside=True), along(0.0, outside=True)
    upper = _above(piece, edge, slant, whole)
    stand = seam_stretch("vent", (Line(low, turn), Line(turn, top)), old.allowance_mm)
    ring[-1] = with_ends(ring[-1], (), (Line(old.start, low),))
    return remade(piece, (*ring, stand, upper))


def _above(piece: Piece, edge: str, from_mm: float, to_mm: float) -> Stretch:
    """What is left of an edge above a vent, with the notches on it.

    Raises:
        DraftRefused: nothing is.
    """
    left = part(whole_edge(piece, edge), from_mm, to_mm)
    if left is None:
        long = max(from_mm, length(known_edge(piece, edge).path) - to_mm)
        raise DraftRefused(
            say("corners.vent-too-long", piece=piece.name, edge=edge, long=long), piece.id
        )
    return left
