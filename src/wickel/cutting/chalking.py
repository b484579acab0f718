"""The chalk list of a piece where it lies on the cloth, for those who chalk straight onto it: every
point from the start of the cloth and from the fold, then what is measured to check it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from wickel.cutting.joining import sewn_edges
from wickel.cutting.lay_out import as_measured
from wickel.cutting.to_cut import ToCut
from wickel.draft import ChalkRow, chalk_list
from wickel.geometry import Affine, Point, bounds, reflection
from wickel.lay import CutPiece, Lay, Placement, table_map
from wickel.pattern import Pattern, Piece, edge_length
from wickel.wording import Sentence, say

_BEYOND_MM = 0.05
_ALIKE_SHARE = 0.12
"""Edges whose lengths differ by more meet only in part, as a sleeve meets the front."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Chalked:
    """A point to chalk: from the start of the section and from the edge measured from, mm. Corners
    are numbered, points between them on a curve are 0; ``then`` is how the line runs on."""

    number: int
    name: str
    at: Point
    then: str


def chalked(placement: Placement, lay: Lay, work: ToCut) -> tuple[Chalked, ...]:
    """The points of a piece where it lies, in the order in which they are drawn: round its net
    line, or round the cut line of what is no draft or is cut later."""
    piece, zone = lay.piece(placement.piece), lay.zone(placement)
    section = lay.spread.sections[placement.section]
    there = table_map(placement, piece)
    room = bounds(zone.outline)
    points = []
    for row, at in _rows(placement, piece, work, there):
        on_cloth = (
            room.min_y - _BEYOND_MM <= at[1] <= room.max_y + _BEYOND_MM
            and room.min_x - _BEYOND_MM <= at[0] <= room.max_x + _BEYOND_MM
        )
        if on_cloth:
            points.append(
                Chalked(
                    number=row.number,
                    name=row.name,
                    at=as_measured(at, section, zone),
                    then=row.then,
                )
            )
    return tuple(points)


def _rows(
    placement: Placement, piece: CutPiece, work: ToCut, there: Affine
) -> Iterator[tuple[ChalkRow, Point]]:
    """The rows of a piece with their places on the table; of a half that is laid whole its mirror
    image after it, backwards."""
    found = work.drafted(piece)
    if found is None or work.is_later(piece):
        for number, point in enumerate(placement.shape.outline, start=1):
            row = ChalkRow(
                number=number,
                name=str(say("chalking.corner")),
                down_mm=point[0],
                across_mm=point[1],
                then="straight",
            )
            yield row, there(point)
        return
    rows = chalk_list(found.piece)
    for row in rows:
        yield row, there((row.down_mm, row.across_mm))
    folds = next((order.fold_edges for order in piece.orders if order.fold_edges), ())
    if folds and not placement.on_fold:
        over = reflection(*folds[0])
        for row in reversed(rows):
            yield row, there(over((row.down_mm, row.across_mm)))


def as_cut_from(piece: Piece, pattern: Pattern) -> Sentence | None:
    """Which edges of a piece that was made from another, such as a facing, are those of the other
    to the letter: along them its paper is laid on. None where none are."""
    for other in pattern.pieces:
        if other.id != piece.of:
            continue
        paths = {edge.path for edge in other.edges}
        shared = [edge.name for edge in piece.edges if edge.path in paths]
        if shared:
            return say("chalking.as-cut-from", edges=", ".join(shared), other=other.name)
    return None


@dataclass(frozen=True, slots=True, kw_only=True)
class Measure:
    """Something to measure on what was chalked: what, and how long it is, mm."""

    words: Sentence
    mm: float


def measures(piece: Piece, pattern: Pattern) -> tuple[Measure, ...]:
    """What is measured on a chalked piece: every edge that is sewn to another, with what it is
    sewn to, then the length and the breadth of the piece."""
    found = []
    for edge, (id, other_edge) in sewn_edges(piece, pattern):
        other = pattern.piece(id)
        own_mm, other_mm = edge_length(piece, edge.name), edge_length(other, other_edge)
        alike = abs(own_mm - other_mm) <= _ALIKE_SHARE * max(own_mm, other_mm)
        met = {"edge": edge.name, "other": other.name, "other_edge": other_edge}
        words = (
            say("chalking.edge-alike", **met, mm=other_mm) if alike else say("chalking.edge", **met)
        )
        found.append(Measure(words=words, mm=own_mm))
    box = bounds([point for edge in piece.edges for point in (edge.start, edge.end)])
    found.append(Measure(words=say("chalking.long"), mm=box.width))
    found.append(Measure(words=say("chalking.broad"), mm=box.height))
    return tuple(found)
