"""Split a piece with a seam, and join two pieces along an edge."""

from __future__ import annotations

import math
from dataclasses import replace

import shapely

from wickel.draft.operations.seams import NewSeam
from wickel.draft.operations.spots import (
    Spot,
    Stretch,
    chain,
    known_edge,
    remade,
    seam_stretch,
    spot_point,
    stay_within,
    turned_edge,
)
from wickel.draft.style import DraftRefused
from wickel.geometry import (
    MIRROR,
    Affine,
    Line,
    Path,
    backwards,
    flatten,
    length,
    map_path,
    rotation,
    signed_area,
    translation,
)
from wickel.pattern import ConstructionPoint, EdgeKind, Piece, net_line
from wickel.wording import say

JOIN_MM = 2.0
"""Edges to be joined may differ by this much in length and lie this far apart."""


def split(
    piece: Piece, first: Spot, last: Spot, seam: NewSeam, *, through: Path | None = None
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
    stay_within(piece, cut, say("splitting.cannot-split-there-seam-run", piece=piece.name))
    stretches = (
        (
            *chain(piece, first, last),
            seam_stretch(seam.name, backwards(cut), seam.allowance_mm),
        ),
        (*chain(piece, last, first), seam_stretch(seam.name, cut, seam.allowance_mm)),
    )
    one, other = (
        remade(piece, part, id=id, name=name)
        for part, (id, name) in zip(stretches, seam.parts(piece), strict=True)
    )
    return one, other


def join(
    one: tuple[Piece, str],
    other: tuple[Piece, str],
    *,
    turned_over: bool = False,
    id: str = "",
    name: str = "",
) -> Piece:
    """Two pieces as one: the other is laid against an edge of the first, each given as piece and
    edge, and the seam between them is gone. It is cut from all that either was cut from.

    ``turned_over``: the other is mirrored first, as when two halves drawn from one centre meet at
    the side.

    Raises:
        DraftRefused: the edges differ, or the pieces would overlap.
    """
    (mine, edge), (laid, other_edge) = one, _laid(one, other, turned_over=turned_over)
    overlap = shapely.Polygon(net_line(mine)).intersection(shapely.Polygon(net_line(laid))).area
    if overlap > JOIN_MM * length(known_edge(mine, edge).path) + 1.0:
        raise DraftRefused(
            say("splitting.lie-over-each-other-when", one=mine.name, other=laid.name), mine.id
        )
    stretches = (
        *chain(mine, Spot(edge=edge, share=1.0), Spot(edge=edge, share=0.0)),
        *chain(laid, Spot(edge=other_edge, share=1.0), Spot(edge=other_edge, share=0.0)),
    )
    names = {point.name for point in mine.points}
    materials = {cut.material for cut in mine.cuts}
    both = replace(
        mine,
        cuts=(*mine.cuts, *(cut for cut in laid.cuts if cut.material not in materials)),
        inner_lines=(*mine.inner_lines, *laid.inner_lines),
        points=(*mine.points, *(point for point in laid.points if point.name not in names)),
    )
    folds = [s for s in stretches if s.edge.kind is EdgeKind.FOLD]
    if len(folds) > 1:
        stretches = tuple(_as_seam(s) if s is folds[1] else s for s in stretches)
    return remade(both, stretches, id=id or mine.id, name=name or mine.name)


def _laid(
    one: tuple[Piece, str], other: tuple[Piece, str], *, turned_over: bool
) -> tuple[Piece, str]:
    """The other piece laid with its edge along the one's.

    Raises:
        DraftRefused: the edges differ in length, or are curved differently.
    """
    (mine, edge), (laid, other_edge) = one, other
    if turned_over:
        laid = mapped_piece(laid, MIRROR)
    if signed_area(net_line(mine)) * signed_area(net_line(laid)) < 0:
        laid = reversed_piece(laid)
    here, there = known_edge(mine, edge), known_edge(laid, other_edge)
    names = {"one": mine.name, "edge": edge, "other": laid.name, "other_edge": other_edge}
    difference = abs(length(here.path) - length(there.path))
    if difference > JOIN_MM:
        text = say("splitting.differ-they-cannot-joined-flat", **names, difference=difference)
        raise DraftRefused(text, mine.id, laid.id)
    laid = mapped_piece(laid, _onto(there.start, there.end, here.end, here.start))
    apart = shapely.hausdorff_distance(
        shapely.LineString(flatten(here.path)),
        shapely.LineString(flatten(known_edge(laid, other_edge).path)),
    )
    if apart > JOIN_MM + 1.0:
        text = say("splitting.curved-differently-apart", **names, apart=apart)
        raise DraftRefused(text, mine.id, laid.id)
    return laid, other_edge


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
    return translation(*onto).after(rotation(there - here).after(translation(-mid[0], -mid[1])))


def mapped_piece(piece: Piece, by: Affine) -> Piece:
    """The whole piece under a rigid map; its edges keep their order."""

    def point(p: ConstructionPoint) -> ConstructionPoint:
        down, across = by((p.down_mm, p.across_mm))
        return replace(p, down_mm=down, across_mm=across)

    return replace(
        piece,
        edges=tuple(replace(edge, path=map_path(edge.path, by)) for edge in piece.edges),
        inner_lines=tuple(
            replace(mark, path=map_path(mark.path, by)) for mark in piece.inner_lines
        ),
        points=tuple(point(p) for p in piece.points),
    )


def reversed_piece(piece: Piece) -> Piece:
    """The same piece with its net line running the other way round."""
    sizes = {edge.name: length(edge.path) for edge in piece.edges}
    return replace(
        piece,
        edges=tuple(turned_edge(edge, backwards(edge.path)) for edge in reversed(piece.edges)),
        notches=tuple(
            replace(notch, at_mm=sizes[notch.edge] - notch.at_mm) for notch in piece.notches
        ),
    )
