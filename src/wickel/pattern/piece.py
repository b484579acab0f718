"""Piece, edge, notch and seam: one garment's pieces as drafted, with the net line kept apart.

In the piece frame (docs/formats.md) a piece is seen from the right side of the finished garment,
mm, y up. Drafted pieces have x = down (head to hem) and y = across from the centre. The cut line is
never stored: ``cut_line`` makes it from the net line and the allowance of each edge.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from enum import StrEnum
from functools import lru_cache

from wickel.geometry import (
    Outline,
    Path,
    Point,
    Side,
    cut_outline,
    flatten,
    length,
    parted_at,
    point_at,
)
from wickel.pattern.edge_words import OTHER_SIDE
from wickel.pattern.figure import Figure
from wickel.pattern.roles import EdgeRole, Layer, LineKind, NotchKind, PieceRole, View

BIAS_DEG, ACROSS_DEG = 45.0, 90.0
"""How a piece lies on the bias, and across the thread (``Piece.grain_deg``)."""
MATERIALS = ("main", "contrast", "lining", "interfacing")
"""What a piece may be cut from; a job says which cloth each of them is."""


class EdgeKind(StrEnum):
    """What an edge is for; decides how its allowance ends at the corners."""

    SEAM = "seam"
    HEM = "hem"
    FOLD = "fold"


@dataclass(frozen=True, slots=True)
class Wider:
    """A part of an edge, between two distances from its start, with an allowance of its own: along
    a zip, say."""

    from_mm: float
    to_mm: float
    allowance_mm: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Edge:
    """A named part of the net line, with the allowance added outside it when cutting.

    A gathered or pleated edge remembers the length it comes back to when it is sewn. An allowance
    that runs out, or grows, along the edge has another one at its end; a part of one that does not
    may be ``wider``.
    """

    name: str
    path: Path
    allowance_mm: float
    kind: EdgeKind = EdgeKind.SEAM
    comes_back_to_mm: float | None = None
    allowance_end_mm: float | None = None
    wider: Wider | None = None
    role: EdgeRole = EdgeRole.OTHER

    @property
    def allowance_at_end_mm(self) -> float:
        """The allowance at the end of the edge."""
        return self.allowance_mm if self.allowance_end_mm is None else self.allowance_end_mm

    @property
    def start(self) -> Point:
        """Where the edge begins."""
        return self.path[0].start

    @property
    def end(self) -> Point:
        """Where the edge ends."""
        return self.path[-1].end


@dataclass(frozen=True, slots=True, kw_only=True)
class Notch:
    """A mark on an edge, at a distance along it from its start."""

    name: str
    edge: str
    at_mm: float
    kind: NotchKind = NotchKind.MATCH


@dataclass(frozen=True, slots=True, kw_only=True)
class InnerLine:
    """A line inside the piece: a slit, a fold line, a dart leg."""

    name: str
    path: Path
    kind: LineKind = LineKind.OTHER


@dataclass(frozen=True, slots=True, kw_only=True)
class ConstructionPoint:
    """A named point of the draft as a maker chalks it, the rule that gave it, and the ids of the
    figures that put it there, without their sides."""

    name: str
    down_mm: float
    across_mm: float
    rule: str
    figures: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Cut:
    """How often a piece is cut from one material.

    ``pair``: half of the copies of each hand. ``on_fold``: the piece is a half, its fold edge lies
    on a fold.
    """

    material: str
    copies: int
    pair: bool = False
    on_fold: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Piece:
    """One pattern piece: a closed chain of edges, what is marked on it, and what to cut.

    ``of`` is the id of the piece that a facing or a lining was made for, ``binds`` what edges a
    strip is sewn round.
    """

    id: str
    name: str
    edges: tuple[Edge, ...]
    cuts: tuple[Cut, ...]
    grain_deg: float = 0.0
    notches: tuple[Notch, ...] = ()
    inner_lines: tuple[InnerLine, ...] = ()
    points: tuple[ConstructionPoint, ...] = ()
    role: PieceRole = PieceRole.OTHER
    view: View = View.BOTH
    layer: Layer = Layer.OUTER
    of: str = ""
    binds: tuple[EdgeRole, ...] = ()

    def __post_init__(self) -> None:
        names = [edge.name for edge in self.edges]
        if len(set(names)) != len(names):
            raise ValueError(f"{self.id}: two edges have one name")
        for edge, following in zip(self.edges, [*self.edges[1:], self.edges[0]], strict=True):
            if math.dist(edge.end, following.start) > 1e-6:
                raise ValueError(
                    f"{self.id}: {edge.name} does not end where {following.name} begins"
                )

    def edge(self, name: str) -> Edge:
        """The edge of that name. Raises ``KeyError``."""
        for edge in self.edges:
            if edge.name == name:
                return edge
        raise KeyError(f"{self.id} has no edge {name}")

    def edges_of(self, *roles: EdgeRole) -> tuple[Edge, ...]:
        """The edges of some roles, in the order of the net line; what is the mirror image of
        another comes after it."""
        own = (edge for edge in self.edges if edge.role in roles)
        return tuple(sorted(own, key=lambda edge: edge.name.startswith(OTHER_SIDE)))

    def has(self, *roles: EdgeRole) -> bool:
        """Whether an edge has one of some roles."""
        return any(edge.role in roles for edge in self.edges)


@dataclass(frozen=True, slots=True, kw_only=True)
class Seam:
    """Which edge is sewn to which: (piece id, edge name) on both sides."""

    name: str
    one: tuple[str, str]
    other: tuple[str, str]


@dataclass(frozen=True, slots=True, kw_only=True)
class Pattern:
    """The pieces of one garment for one body, the seams between them, and the figures they were
    drafted with, in the order of chalking."""

    style: str
    pieces: tuple[Piece, ...]
    seams: tuple[Seam, ...] = ()
    figures: tuple[Figure, ...] = ()

    def figure(self, id: str) -> float:
        """The value of a figure, in mm where it is a length. Raises ``KeyError``."""
        for figure in self.figures:
            if figure.id == id:
                return figure.value
        raise KeyError(f"no figure {id}")

    def figure_or(self, id: str, usual: float) -> float:
        """The value of a figure, or what is usual where the draft has taken none of that id."""
        return next((figure.value for figure in self.figures if figure.id == id), usual)

    def piece(self, id: str) -> Piece:
        """The piece of that id. Raises ``KeyError``."""
        for piece in self.pieces:
            if piece.id == id:
                return piece
        raise KeyError(f"no piece {id}")


def net_line(piece: Piece) -> Outline:
    """The net line as a closed outline, flattened to 0.1 mm."""
    points: list[Point] = []
    for edge in piece.edges:
        points.extend(flatten(edge.path)[:-1])
    return tuple(points)


@lru_cache(maxsize=256)
def cut_line(piece: Piece) -> Outline:
    """Where the piece is cut: the net line with each edge's allowance outside it.

    Remembered for the pieces last asked for: laying and drawing both need it.
    """
    return cut_outline([side for edge in piece.edges for side in _sides(edge)])


def _sides(edge: Edge) -> Iterator[Side]:
    """An edge as it is cut: in one, or what is wider of it by itself."""
    side = Side(
        points=flatten(edge.path),
        allowance_mm=edge.allowance_mm,
        square=edge.kind is EdgeKind.HEM,
        fold=edge.kind is EdgeKind.FOLD,
        end_mm=edge.allowance_end_mm,
    )
    if edge.wider is None or edge.allowance_end_mm is not None:
        yield side
        return
    before, rest = parted_at(edge.path, edge.wider.from_mm)
    along, after = parted_at(rest, edge.wider.to_mm - edge.wider.from_mm)
    for path, mm in ((before, None), (along, edge.wider.allowance_mm), (after, None)):
        if path:
            points = flatten(path)
            yield replace(side, points=points, allowance_mm=side.allowance_mm if mm is None else mm)


def fold_edges(piece: Piece, outline: Outline) -> tuple[tuple[Point, Point], ...]:
    """The straight edges of the piece's cut line ``outline`` that lie on the fold, each from end to
    end.

    They are longer than the net fold edges by the allowances at their ends.
    """
    found = []
    for edge in piece.edges:
        if edge.kind is not EdgeKind.FOLD:
            continue
        (ax, ay), (bx, by) = edge.start, edge.end
        size = math.dist(edge.start, edge.end)
        ux, uy = (bx - ax) / size, (by - ay) / size
        along = [
            (ux * (x - ax) + uy * (y - ay))
            for x, y in outline
            if abs(ux * (y - ay) - uy * (x - ax)) < 1e-6
        ]
        first, last = min(along), max(along)
        found.append(((ax + ux * first, ay + uy * first), (ax + ux * last, ay + uy * last)))
    return tuple(found)


def edge_length(piece: Piece, name: str) -> float:
    """Net length of an edge in mm."""
    return length(piece.edge(name).path)


def sewn_length(piece: Piece, name: str) -> float:
    """Length of an edge as it is sewn, gathers and pleats drawn in, in mm."""
    back = piece.edge(name).comes_back_to_mm
    return edge_length(piece, name) if back is None else back


def length_between(piece: Piece, first: str, second: str) -> float:
    """Net length along one edge between two notches of it, in mm.

    Raises:
        KeyError: a notch does not exist.
        ValueError: the notches are on different edges.
    """
    by_name = {notch.name: notch for notch in piece.notches}
    a, b = by_name[first], by_name[second]
    if a.edge != b.edge:
        raise ValueError(f"{first} and {second} are on different edges of {piece.id}")
    return abs(b.at_mm - a.at_mm)


def notch_point(piece: Piece, notch: Notch) -> Point:
    """Where a notch is on the net line."""
    return point_at(piece.edge(notch.edge).path, notch.at_mm)


def with_allowances(piece: Piece, allowances: Mapping[str, float]) -> Piece:
    """The piece with other allowances on the named edges (mm); fold edges keep 0."""
    return replace(
        piece,
        edges=tuple(
            replace(edge, allowance_mm=allowances[edge.name], wider=None)
            if edge.name in allowances and edge.kind is not EdgeKind.FOLD
            else edge
            for edge in piece.edges
        ),
    )
