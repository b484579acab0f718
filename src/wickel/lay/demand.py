"""What is to be cut: pieces as cut lines with grain, copies, hands and folds (docs/formats.md).

Drafted pieces and plain outlines from other programs both become ``CutPiece``; nothing further
down knows where a piece came from.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum

from wickel.cloth import Cloth, Print
from wickel.geometry import (
    Outline,
    Point,
    area,
    is_mirror_symmetric,
    unfold_outline,
    without_spikes,
)

FoldSegment = tuple[Point, Point]

_SNAP_MM = 0.1


class Grain(StrEnum):
    """How a piece's grain line lies on the cloth."""

    STRAIGHT = "straight"
    CROSS = "cross"
    BIAS = "bias"
    NONE = "none"


GRAIN_TURNS: dict[Grain, tuple[float, ...]] = {
    Grain.STRAIGHT: (0.0, 180.0),
    Grain.CROSS: (90.0, 270.0),
    Grain.BIAS: (0.0, 90.0, 180.0, 270.0),
    Grain.NONE: (0.0, 90.0, 180.0, 270.0),
}
"""The turns tried for each grain. Non-woven may lie at any angle; quarter turns are what is
tried."""


class Waived(StrEnum):
    """What a maker may let be of one piece: the direction of the print, what is to
    meet, the grain."""

    PRINT = "print"
    MATCH = "match"
    GRAIN = "grain"


WAIVED_NAMES = {
    Waived.PRINT: "the direction of the print",
    Waived.MATCH: "what meets at the seams",
    Waived.GRAIN: "the grain",
}


class Axes(StrEnum):
    """Which way the print is to meet at a seam: along the cloth, across it, or both."""

    ALONG = "along"
    ACROSS = "across"
    BOTH = "both"


class Place(StrEnum):
    """Whether a piece may share its place with another: where no lay is longer for it, never, or
    wherever one goes with it."""

    USUAL = ""
    ALONE = "alone"
    SHARED = "shared"


@dataclass(frozen=True, slots=True, kw_only=True)
class Mark:
    """A point of a piece that meets the same-named marks of other pieces at a seam, in mm of the
    piece frame."""

    seam: str
    at: Point
    axes: Axes = Axes.ALONG


@dataclass(frozen=True, slots=True, kw_only=True)
class OnPrint:
    """What a piece asks of the print, in the piece frame.

    ``border_edge``: points of the hem that is to lie on a border. ``marks``: where it meets other
    pieces in the repeat. ``centre``: the point that is to lie in the middle of a motif; where there
    is none across only, in the middle of a stripe.
    """

    border_edge: tuple[Point, ...] = ()
    marks: tuple[Mark, ...] = ()
    centre: Point | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class CutOrder:
    """How often a piece is cut from one cloth: copies, pair, mirror, fold edges (docs/formats.md).

    A pair that may not be cut ``single`` is always cut from two plies at once, so that its halves
    are alike. ``cut`` says how many of the copies are cut already: of a pair the first as drawn.
    """

    cloth: str
    copies: int
    pair: bool = False
    mirror: bool = False
    fold_edges: tuple[FoldSegment, ...] = ()
    single: bool = True
    cut: int = 0

    @property
    def hands(self) -> tuple[int, int]:
        """How many copies are asked for as drawn and mirrored; of a pair of which one is cut, the
        other."""
        half = self.copies // 2
        return (half, self.copies - half) if self.pair else (self.copies, 0)

    @property
    def least_each(self) -> int:
        """The fewest copies that one placement may give: both halves of what is cut double, where
        none of them is cut already."""
        return 2 if self.pair and not self.single and self.copies % 2 == 0 else 1


@dataclass(frozen=True, slots=True, kw_only=True)
class CutPiece:
    """A piece as it is cut. Millimetres in the piece frame; ``net_line`` and ``inner_lines`` are
    for show.

    What the maker lets be of its rules stands in ``waive``; ``place`` is whether it may share its
    place with another piece.
    """

    id: str
    name: str
    cut_line: Outline
    orders: tuple[CutOrder, ...]
    grain_deg: float = 0.0
    grain: Grain = Grain.STRAIGHT
    tilt_deg: float = 0.0
    turns_deg: tuple[float, ...] | None = None
    holes: tuple[Outline, ...] = ()
    garment: str = ""
    size: str = ""
    opposed: bool = False
    net_line: Outline | None = None
    inner_lines: tuple[Outline, ...] = ()
    on_print: OnPrint = OnPrint()
    waive: frozenset[Waived] = frozenset()
    place: Place = Place.USUAL


def cut_from(pieces: tuple[CutPiece, ...], cloth: Cloth) -> tuple[CutPiece, ...]:
    """The pieces of which something is cut from a cloth."""
    return tuple(
        piece for piece in pieces if any(order.cloth == cloth.id for order in piece.orders)
    )


def copies_mm2(pieces: Iterable[CutPiece], cloth: Cloth) -> float:
    """The area of all copies that are cut from a cloth, wholes of halves whole."""
    found = []
    for piece in pieces:
        for order in piece.orders:
            if order.cloth == cloth.id:
                found.append(order.copies * area(*opened_out(piece, order)))
    return math.fsum(found)


def opened_out(piece: CutPiece, order: CutOrder) -> tuple[Outline, tuple[Outline, ...]]:
    """The outline and the holes of a copy as it is when it is cut, halves opened out."""
    outline, holes = piece.cut_line, piece.holes
    for edges in fold_lines(order.fold_edges):
        outline, holes = unfold_outline(outline, edges[0], holes)
    return outline, holes


def print_turns(cloth_print: Print, head_turn: float = 0.0) -> tuple[float, ...] | None:
    """The directions of the grain arrow that a print allows, or None for any.

    ``head_turn`` is the one direction of a one-way print, or of a garment on cloth that shades.
    """
    return {
        Print.ANY: None,
        Print.TWO_WAY: (0.0, 180.0),
        Print.PER_GARMENT: (head_turn,),
        Print.ONE_WAY: (head_turn,),
    }[cloth_print]


def allowed_turns(piece: CutPiece, cloth_print: Print, head_turn: float = 0.0) -> tuple[float, ...]:
    """The turns of a piece on a cloth: by its grain, cut down by the print and its own wish, less
    what is waived."""
    turns = GRAIN_TURNS[Grain.NONE if Waived.GRAIN in piece.waive else piece.grain]
    if piece.turns_deg is not None:
        wished = tuple(sorted({turn % 360.0 for turn in piece.turns_deg}))
        turns = wished if piece.grain is Grain.NONE else tuple(t for t in turns if t in wished)
    by_print = None if Waived.PRINT in piece.waive else print_turns(cloth_print, head_turn)
    return turns if by_print is None else tuple(t for t in turns if t in by_print)


def garment_turns(pieces: tuple[CutPiece, ...], cloth: Cloth) -> dict[str, float]:
    """For each garment, the one direction all its pieces take: head up on a one-way print.

    On cloth that shades head up where every piece may, else feet up; other prints need none and get
    0.
    """
    chosen: dict[str, float] = {}
    shades = cloth.print_or_assumed is Print.PER_GARMENT
    for piece in cut_from(pieces, cloth):
        up = not shades or 0.0 in allowed_turns(piece, Print.TWO_WAY)
        chosen[piece.garment] = (
            chosen.get(piece.garment, 0.0 if shades else cloth.head_turn) if up else 180.0
        )
    return chosen


def hand_is_free(
    piece: CutPiece, order: CutOrder, outline: Outline, turns: tuple[float, ...]
) -> bool:
    """Whether the hand of a copy does not matter: the outline is its own mirror image, or
    ``mirror`` is set.

    Of pairs half are of each hand: of them ``mirror`` says nothing.
    The mirror line runs along the grain arrow; square to it only where the piece may also be turned
    upside down, since that copy is the piece turned by 180°.
    """
    if order.mirror and not order.pair:
        return True
    if is_mirror_symmetric(outline, piece.grain_deg):
        return True
    return 0.0 in turns and 180.0 in turns and is_mirror_symmetric(outline, piece.grain_deg + 90.0)


def fold_lines(edges: Sequence[FoldSegment]) -> list[list[FoldSegment]]:
    """Fold edges that run the same way together; each group is meant to lie on one line."""
    groups: list[list[FoldSegment]] = []
    for edge in edges:
        group = next((group for group in groups if _same_way(group[0], edge)), None)
        if group is None:
            groups.append([edge])
        else:
            group.append(edge)
    return groups


def _same_way(one: FoldSegment, other: FoldSegment) -> bool:
    (ax, ay), (bx, by) = one
    (cx, cy), (dx, dy) = other
    cross = (bx - ax) * (dy - cy) - (by - ay) * (dx - cx)
    return abs(cross) <= 0.02 * math.dist(*one) * math.dist(*other)


def with_straight_folds(piece: CutPiece) -> CutPiece:
    """The piece with its fold edges exactly straight and, where meant so, exactly along the grain.

    Points within 0.1 mm of a fold edge's line are put on it (files may have them stray so
    far).
    """
    orders = []
    outline, holes = piece.cut_line, piece.holes
    for order in piece.orders:
        folds = []
        for start, end in order.fold_edges:
            start, end = _squared_to_grain(start, end, piece.grain_deg)
            outline = _all_onto(outline, start, end)
            holes = tuple(_all_onto(hole, start, end) for hole in holes)
            folds.append((start, end))
        orders.append(replace(order, fold_edges=tuple(folds)))
    return replace(piece, cut_line=outline, holes=holes, orders=tuple(orders))


def _squared_to_grain(start: Point, end: Point, grain_deg: float) -> FoldSegment:
    """Turn a fold edge that strays less than 0.1 mm from the grain, or from square to it, onto
    it."""
    size = math.dist(start, end)
    deg = math.degrees(math.atan2(end[1] - start[1], end[0] - start[0])) - grain_deg
    exact = round(deg / 90.0) * 90.0
    if deg == exact or abs(math.sin(math.radians(deg - exact))) * size > _SNAP_MM:
        return (start, end)
    angle = math.radians(exact + grain_deg)
    return (start, (start[0] + size * math.cos(angle), start[1] + size * math.sin(angle)))


def _all_onto(outline: Outline, start: Point, end: Point) -> Outline:
    """The outline put on a line where it strays; points that fall together there, or that then lie
    on a needle, go."""
    moved = tuple(_onto(p, start, end) for p in outline)
    return moved if moved == outline else without_spikes(moved)


def _onto(p: Point, start: Point, end: Point) -> Point:
    size = math.dist(start, end)
    ux, uy = (end[0] - start[0]) / size, (end[1] - start[1]) / size
    off = ux * (p[1] - start[1]) - uy * (p[0] - start[0])
    if off == 0.0 or abs(off) > _SNAP_MM:
        return p
    return (p[0] + uy * off, p[1] - ux * off)
