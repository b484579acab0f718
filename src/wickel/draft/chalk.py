"""Chalk lists: a piece as a maker chalks it, point by point round the net line.

From the start line *down*, from the centre *across*, then *straight* or *curve* to the next. A curve has
as many points in between as it takes to chalk it within 3 mm by joining them.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from wickel.geometry import Cubic, Point
from wickel.pattern import ConstructionPoint, Piece

CHALK_MM = 3.0
_SAME_MM = 0.5


@dataclass(frozen=True, slots=True, kw_only=True)
class ChalkRow:
    """One point. ``number`` counts the corners from 1 and is 0 for points in between on a curve.

    ``then`` is how the line runs on to the next row: ``straight``, ``curve``, or empty for a point that
    is marked on a line and not a corner.
    """

    number: int
    name: str
    down_mm: float
    across_mm: float
    then: str
    rule: str = ""


def chalk_list(piece: Piece) -> tuple[ChalkRow, ...]:
    """The rows round the net line from its first edge on, then the points that are marked on its lines."""
    rows: list[ChalkRow] = []
    used: set[str] = set()
    number = 0
    for edge in piece.edges:
        for segment in edge.path:
            number += 1
            known = _known(piece, segment.start)
            name = known.name if known is not None else f"{edge.name}, on"
            used.add(name)
            curve = isinstance(segment, Cubic)
            rows.append(
                ChalkRow(
                    number=number,
                    name=name,
                    down_mm=segment.start[0],
                    across_mm=segment.start[1],
                    then="curve" if curve else "straight",
                    rule=known.rule if known is not None else f"where the {edge.name} changes",
                )
            )
            rows += [
                ChalkRow(number=0, name="on the curve", down_mm=x, across_mm=y, then="curve")
                for x, y in segment.flattened(CHALK_MM)[1:-1]
            ]
    for point in piece.points:
        if point.name not in used:
            number += 1
            rows.append(
                ChalkRow(
                    number=number,
                    name=point.name,
                    down_mm=point.down_mm,
                    across_mm=point.across_mm,
                    then="",
                    rule=point.rule,
                )
            )
    return tuple(rows)


def _known(piece: Piece, at: Point) -> ConstructionPoint | None:
    near = [p for p in piece.points if math.dist((p.down_mm, p.across_mm), at) < _SAME_MM]
    return near[0] if near else None
