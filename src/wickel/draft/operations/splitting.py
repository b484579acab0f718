"""Split a piece with a seam, and join two pieces along an edge."""

from __future__ import annotations

import math
from dataclasses import replace

import shapely

from wickel.draft.operations.spots import (
    Spot,
    Stretch,
    chain,
    known_edge,
    remade,
    seam_stretch,
    spot_point,
)
from wickel.draft.style import DraftRefused
from wickel.geometry import (
    MIRROR,
    Affine,
    Line,
    Path,
    backwards,
    flattened,
    length,
    mapped,
    moved,
    signed_area,
    turned,
)
from wickel.pattern import ConstructionPoint, EdgeKind, InnerLine, Notch, Piece, net_line
from wickel.wording import say

JOIN_MM = 2.0
"""Edges to be joined may differ by this much in length and lie this far apart."""


def split(
    piece: Piece,
    first: Spot,
    last: Spot,
    *,
    through: Path | None = None,
    allowance_mm: float,
    seam: str = "seam",
    ids: tuple[str, str] | None = None,
    names: tuple[str, str] | None = None,
) -> tuple[Piece, Piece]:
    """Cut a piece in two from one place on its net line to another, each part with a seam allowance
    there.

    ``through`` is the line of the cut from first to last, straight when it is not given. The first
    part is the one that runs on from ``first`` along the net line.

    Raises:
        DraftRefused: both places are one, or a part would cross itself.
    """
    a, b = spot_point(piece, first), spot_point(piece, last)
    if math.dist(a, b) < 5.0:
        raise DraftRefused(
            say("splitting.cannot-split-there-both-ends", piece=piece.name), piece.id
        )
    cut = through or (Line(a, b),)
    _inside(piece, cut)
    ids = ids or (f"{piece.id}-1", f"{piece.id}-2")
    names = names or (f"{piece.name} 1", f"{piece.name} 2")
    one = remade(
        piece,
        (*chain(piece, first, last), seam_stretch(seam, backwards(cut), allowance_mm)),
        id=ids[0],
        name=names[0],
    )
    other = remade(
        piece,
        (*chain(piece, last, first), seam_stretch(seam, cut, allowance_mm)),
        id=ids[1],
        name=names[1],
    )
    return one, other


def _inside(piece: Piece, cut: Path) -> None:
    area = shapely.Polygon(net_line(piece))
    line = shapely.LineString(flattened(cut))
    if line.difference(area.buffer(0.2)).length > 1.0:
        raise DraftRefused(say("splitting.cannot-split-there-seam-run", piece=piece.name), piece.id)


def join(
    one: Piece,
    other: Piece,
    edge: str,
    other_edge: str,
    *,
    turned_over: bool = False,
    id: str = "",
    name: str = "",
) -> Piece:
    """Two pieces as one: the other is laid against an edge of the first and the seam between them
    is gone.

    ``turned_over``: the other is mirrored first, as when two halves drawn from one centre meet at
    the side.

    Raises:
        DraftRefused: the edges differ, or the pieces would overlap.
    """
    if turned_over:
        other = mapped_piece(other, MIRROR)
    mine, theirs = known_edge(one, edge), known_edge(other, other_edge)
    if signed_area(net_line(one)) * signed_area(net_line(other)) < 0:
        other = reversed_piece(other)
        theirs = known_edge(other, other_edge)
    difference = length(mine.path) - length(theirs.path)
    if abs(difference) > JOIN_MM:
        raise DraftRefused(
            say(
                "splitting.differ-they-cannot-joined-flat",
                one=one.name,
                edge=edge,
                other=other.name,
                other_edge=other_edge,
                difference=abs(difference),
            ),
            one.id,
            other.id,
        )
    laid = mapped_piece(other, _onto(theirs.start, theirs.end, mine.end, mine.start))
    theirs = known_edge(laid, other_edge)
    apart = shapely.hausdorff_distance(
        shapely.LineString(flattened(mine.path)), shapely.LineString(flattened(theirs.path))
    )
    if apart > JOIN_MM + 1.0:
        raise DraftRefused(
            say(
                "splitting.curved-differently-apart",
                one=one.name,
                edge=edge,
                other=other.name,
                other_edge=other_edge,
                apart=apart,
            ),
            one.id,
            other.id,
        )
    overlap = shapely.Polygon(net_line(one)).intersection(shapely.Polygon(net_line(laid))).area
    if overlap > JOIN_MM * length(mine.path) + 1.0:
        raise DraftRefused(
            say("splitting.lie-over-each-other-when", one=one.name, other=other.name), one.id
        )
    stretches = (
        *chain(one, Spot(edge=edge, share=1.0), Spot(edge=edge, share=0.0)),
        *chain(laid, Spot(edge=other_edge, share=1.0), Spot(edge=other_edge, share=0.0)),
    )
    both = replace(
        one,
        inner_lines=(*one.inner_lines, *laid.inner_lines),
        points=(
            *one.points,
            *(p for p in laid.points if p.name not in {q.name for q in one.points}),
        ),
    )
    folds = [s for s in stretches if s.edge.kind is EdgeKind.FOLD]
    if len(folds) > 1:
        stretches = tuple(_as_seam(s) if s is folds[1] else s for s in stretches)
    return remade(both, stretches, id=id or one.id, name=name or one.name)


def _as_seam(stretch: Stretch) -> Stretch:
    return replace(stretch, edge=replace(stretch.edge, kind=EdgeKind.SEAM))


def _onto(
    start: tuple[float, float],
    end: tuple[float, float],
    to: tuple[float, float],
    toward: tuple[float, float],
) -> Affine:
    """The turn and move that lays start→end along to→toward, middles together."""
    here = math.degrees(math.atan2(end[1] - start[1], end[0] - start[0]))
    there = math.degrees(math.atan2(toward[1] - to[1], toward[0] - to[0]))
    mid = ((start[0] + end[0]) / 2, (start[1] + end[1]) / 2)
    onto = ((to[0] + toward[0]) / 2, (to[1] + toward[1]) / 2)
    return moved(*onto).after(turned(there - here).after(moved(-mid[0], -mid[1])))


def mapped_piece(piece: Piece, by: Affine) -> Piece:
    """The whole piece under a rigid map; its edges keep their order."""

    def point(p: ConstructionPoint) -> ConstructionPoint:
        down, across = by((p.down_mm, p.across_mm))
        return replace(p, down_mm=down, across_mm=across)

    return replace(
        piece,
        edges=tuple(replace(edge, path=mapped(edge.path, by)) for edge in piece.edges),
        inner_lines=tuple(
            InnerLine(name=mark.name, path=mapped(mark.path, by)) for mark in piece.inner_lines
        ),
        points=tuple(point(p) for p in piece.points),
    )


def reversed_piece(piece: Piece) -> Piece:
    """The same piece with its net line running the other way round."""
    sizes = {edge.name: length(edge.path) for edge in piece.edges}
    return replace(
        piece,
        edges=tuple(replace(edge, path=backwards(edge.path)) for edge in reversed(piece.edges)),
        notches=tuple(
            Notch(name=notch.name, edge=notch.edge, at_mm=sizes[notch.edge] - notch.at_mm)
            for notch in piece.notches
        ),
    )
