"""The joining card: which edges meet in which order, with their allowances, ease and gathers, and
the darts that are closed before; and the bundles, in the order in which they are sewn.

The order is a usual one: darts, panels, shoulders, neck, sides, sleeves, waist. It goes by the
roles of edges and pieces; a seam of none of them comes before the waist.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass, replace

from wickel.draft.parts import mouth_on
from wickel.job import DraftedGarment
from wickel.pattern import (
    POCKETS,
    ROUND_THE_NECK,
    Edge,
    EdgeRole,
    Layer,
    LineKind,
    Pattern,
    Piece,
    PieceRole,
    Seam,
    all_seams,
    edge_length,
    sewn_length,
)
from wickel.wording import Text, say

_SAME_MM = 0.5
_SLEEVE_ENDS = (PieceRole.CUFF, PieceRole.TURN_UP)
_ORDER: tuple[tuple[PieceRole | Layer | EdgeRole, ...], ...] = (
    (EdgeRole.PANEL,),
    (EdgeRole.YOKE, EdgeRole.RAGLAN),
    POCKETS,
    (EdgeRole.CENTRE,),
    (EdgeRole.SHOULDER,),
    ROUND_THE_NECK,
    (EdgeRole.NECK, EdgeRole.TOP),
    (PieceRole.BAND, Layer.FACING),
    (EdgeRole.OVERARM, EdgeRole.SIDE),
    (EdgeRole.INSEAM, EdgeRole.SLEEVE_SEAM),
    (EdgeRole.CROTCH,),
    (EdgeRole.SLEEVE_END, *_SLEEVE_ENDS),
    (EdgeRole.ARMHOLE, EdgeRole.CAP),
)
"""What makes a seam one of those that are sewn first, second, …: the role of an edge or of a piece,
or its layer; the waist and what hangs below it come last."""
_LAST = (EdgeRole.WAIST, EdgeRole.HEM)


@dataclass(frozen=True, slots=True, kw_only=True)
class Side:
    """One side of a seam: piece, edge, allowance, its length on the pattern and as it is sewn,
    mm, how many ``times`` the garment has it, and the names of its notches."""

    piece: str
    edge: str
    allowance_mm: float
    long_mm: float
    sewn_mm: float
    times: int
    notches: tuple[str, ...]

    @property
    def gathered(self) -> bool:
        """Whether it is drawn in, or its pleats or darts are closed, before it is sewn."""
        return self.long_mm - self.sewn_mm > _SAME_MM


@dataclass(frozen=True, slots=True, kw_only=True)
class Join:
    """One row of the card: an edge and all that is sewn to it, or what is closed in one piece
    before."""

    number: int
    name: str
    one: Side | None = None
    others: tuple[Side, ...] = ()
    notes: tuple[Text, ...] = ()

    @property
    def to(self) -> str:
        """What the edge is sewn to, in words."""
        return "; ".join(f"{other.piece}: {other.edge}" for other in self.others)


def joins(done: DraftedGarment) -> tuple[Join, ...]:
    """The rows of the joining card of a garment, in the order of sewing."""
    pattern = done.pattern
    rows = [*_closed(pattern), *_seams(pattern)]
    return tuple(replace(row, number=k) for k, row in enumerate(rows, start=1))


def sewn_edges(piece: Piece, pattern: Pattern) -> Iterator[tuple[Edge, tuple[str, str]]]:
    """The edges of a piece in their order, each with every piece and edge that it is sewn to, seam
    after seam; ids."""
    seams = all_seams(pattern)
    for edge in piece.edges:
        for seam in seams:
            for here, there in ((seam.one, seam.other), (seam.other, seam.one)):
                if here == (piece.id, edge.name):
                    yield edge, there


def _closed(pattern: Pattern) -> Iterator[Join]:
    """Darts and pleats, which are closed before anything is joined."""
    for piece in pattern.pieces:
        darts = [line.name for line in piece.inner_lines if line.kind is LineKind.DART]
        for name in dict.fromkeys(darts):
            yield Join(number=0, name=str(say("joining.close", what=name, piece=piece.name)))


def _seams(pattern: Pattern) -> Iterator[Join]:
    seams = sorted(all_seams(pattern), key=lambda seam: _rank(seam, pattern))
    often = Counter(end for seam in seams for end in {seam.one, seam.other})
    rows: dict[tuple[str, str], list[Seam]] = {}
    for seam in seams:
        # what is sewn to one edge stands in one row: a cap and both its armholes
        rows.setdefault(max(seam.one, seam.other, key=lambda end: often[end]), []).append(seam)
    for end, own in rows.items():
        one = _side(pattern.piece(end[0]), end[1])
        there = (seam.other if seam.one == end else seam.one for seam in own)
        others = tuple(_side(pattern.piece(id), edge) for id, edge in there)
        notes = tuple(_notes(one, others))
        yield Join(number=0, name=own[0].name, one=one, others=others, notes=notes)


def _rank(seam: Seam, pattern: Pattern) -> int:
    """When a seam is sewn."""
    ends = [(pattern.piece(id), edge) for id, edge in (seam.one, seam.other)]
    pieces = [piece for piece, _ in ends]
    edges = {piece.edge(edge).role for piece, edge in ends}
    parts = {piece.role for piece in pieces}
    if edges & set(_LAST) and not parts & set(_SLEEVE_ENDS):
        return len(_ORDER) + 1
    known = edges | parts | {piece.layer for piece in pieces}
    return next((k for k, what in enumerate(_ORDER) if known & set(what)), len(_ORDER))


def _side(piece: Piece, edge: str) -> Side:
    own = piece.edge(edge)
    return Side(
        piece=piece.name,
        edge=edge,
        allowance_mm=own.allowance_mm,
        long_mm=edge_length(piece, edge),
        sewn_mm=sewn_length(piece, edge) - _darts_on(piece, own),
        times=piece.cuts[0].copies * (2 if piece.cuts[0].on_fold else 1),
        notches=tuple(
            n.name for n in sorted(piece.notches, key=lambda n: n.at_mm) if n.edge == edge
        ),
    )


def _darts_on(piece: Piece, edge: Edge) -> float:
    """What the darts on an edge take up of it, mm."""
    darts = (mark for mark in piece.inner_lines if mark.kind is LineKind.DART)
    mouths = (mouth_on(edge, mark) for mark in darts)
    return sum((abs(mouth[1] - mouth[0]) for mouth in mouths if mouth is not None), 0.0)


def _notes(one: Side, others: tuple[Side, ...]) -> Iterator[Text]:
    """What is to be known of a seam: gathers, ease, lengths and allowances that differ, notches
    that meet."""
    for side in dict.fromkeys((one, *others)):
        if side.gathered:
            yield say("joining.drawn-in", piece=side.piece, long=side.long_mm, sewn=side.sewn_mm)
    yield from _differing(one, others)
    for other in others:
        # what is bound has nothing left at the strip
        both = min(one.allowance_mm, other.allowance_mm) > 0
        if both and abs(one.allowance_mm - other.allowance_mm) > _SAME_MM:
            yield say(
                "joining.allowances",
                one=one.piece,
                one_mm=one.allowance_mm,
                other=other.piece,
                other_mm=other.allowance_mm,
            )
    met = [name for name in one.notches if any(name in other.notches for other in others)]
    if met:
        yield say("joining.notches", names=", ".join(dict.fromkeys(met)))


def _differing(one: Side, others: tuple[Side, ...]) -> Iterator[Text]:
    """That an edge is eased into another, or differs from it. Nothing of what is as long all round,
    as the panels of a skirt are to their band, but for what laps over."""
    sewn = sum(other.sewn_mm for other in others)
    more = one.sewn_mm - sewn
    if abs(more) <= _SAME_MM or one.allowance_mm == 0:
        return
    what = others[0].piece if len(others) == 1 else say("joining.others")
    longer, shorter = (one.piece, what) if more > 0 else (what, one.piece)
    if abs(more) <= _EASED_SHARE * min(one.sewn_mm, sewn):
        yield say("joining.eased", more=abs(more), longer=longer, shorter=shorter)
        return
    whole, all_round = one.times * one.sewn_mm, sum(o.times * o.sewn_mm for o in others)
    if abs(whole - all_round) > _EASED_SHARE * min(whole, all_round):
        yield say("joining.differs", more=abs(more), longer=longer, shorter=shorter)


_EASED_SHARE = 0.12
"""By no more than that share is one edge eased into another; beyond it they meet only in part."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Bundle:
    """Pieces that are put together into one bundle, because they are sewn to each other first."""

    number: int
    pieces: tuple[str, ...]


def bundles(done: DraftedGarment) -> tuple[Bundle, ...]:
    """The pieces of a garment bundled in the order in which they are needed: each piece comes with
    the first seam it is sewn in, pieces without a seam last."""
    pattern = done.pattern
    order: list[list[str]] = []
    placed: set[str] = set()
    for seam in sorted(all_seams(pattern), key=lambda seam: _rank(seam, pattern)):
        new = [id for id in dict.fromkeys((seam.one[0], seam.other[0])) if id not in placed]
        if not new:
            continue
        placed |= set(new)
        joined = next((own for own in order if {seam.one[0], seam.other[0]} & set(own)), None)
        if joined is not None and len(joined) + len(new) <= _MOST_IN_BUNDLE:
            joined += new
        else:
            order.append(new)
    rest = [piece.id for piece in pattern.pieces if piece.id not in placed]
    if rest:
        order.append(rest)
    return tuple(
        Bundle(number=k, pieces=tuple(pattern.piece(id).name for id in ids))
        for k, ids in enumerate(order, start=1)
    )


_MOST_IN_BUNDLE = 4
