"""Chalk lists: a piece as a maker chalks it, point by point round the net line.

From the start line *down*, from the centre *across*, then *straight* or *curve* to the next. A
curve has as many points in between as it takes to chalk it within 3 mm by joining them.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass

import shapely

from wickel.geometry import Cubic, Point, Segment, turn_deg
from wickel.pattern import ConstructionPoint, Edge, Piece, cut_line

CHALK_MM = 3.0
MOST_ON_CURVE = 12
"""So many points in between are chalked on one curve at the most."""
_CORNER_DEG = 24.0
_STRAIGHT_MM = 0.5
_ALLOWANCE_REACH_MM = 80.0
_SAME_MM = 0.5


@dataclass(frozen=True, slots=True, kw_only=True)
class ChalkRow:
    """One point. ``number`` counts the corners from 1 and is 0 for points in between on a curve.

    ``then`` is how the line runs on to the next row: ``straight``, ``curve``, or empty for a point
    that is marked on a line and not a corner. ``edge`` is that of the net line which runs on.
    """

    number: int
    name: str
    down_mm: float
    across_mm: float
    then: str
    rule: str = ""
    edge: str = ""


def chalk_list(
    piece: Piece, *, drawn_in: bool = False, every_line: bool = False
) -> tuple[ChalkRow, ...]:
    """The rows round the net line from its first edge on, then the points that are marked on its
    lines.

    ``drawn_in``: round the cut line instead, as a maker chalks who draws the allowances into the
    draft. ``every_line``: with every corner of a curve in many short lines, to write it anew.
    """
    if drawn_in:
        return _cut_rows(piece)
    rows: list[ChalkRow] = []
    used: set[str] = set()
    number = 0
    for edge in piece.edges:
        for start, between in _runs(piece, edge, every_line=every_line):
            number += 1
            known = _known(piece, start)
            name = known.name if known is not None else f"{edge.name}, on"
            used.add(name)
            rows.append(
                ChalkRow(
                    number=number,
                    name=name,
                    down_mm=start[0],
                    across_mm=start[1],
                    then="straight" if between is None else "curve",
                    rule=known.rule if known is not None else f"where the {edge.name} changes",
                    edge=edge.name,
                )
            )
            rows += [
                ChalkRow(
                    number=0,
                    name="on the curve",
                    down_mm=x,
                    across_mm=y,
                    then="curve",
                    edge=edge.name,
                )
                for x, y in between or ()
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


_Run = tuple[Point, tuple[Point, ...] | None]
"""Where a stretch of an edge begins, and the points in between where it is a curve."""


def _runs(piece: Piece, edge: Edge, *, every_line: bool) -> Iterator[_Run]:
    """The stretches of an edge from corner to corner: its curves, its straight lines, and what is a
    curve in many short lines, as where a facing is cut parallel to its edge."""
    path = edge.path
    at = 0
    while at < len(path):
        first = path[at]
        if isinstance(first, Cubic):
            yield first.start, tuple(first.flattened(CHALK_MM)[1:-1])
            at += 1
            continue
        chain = [first.start, first.end]
        at += 1
        while not every_line and at < len(path) and _goes_on(piece, chain, path[at]):
            chain.append(path[at].end)
            at += 1
        yield first.start, _thinned(chain)


def _goes_on(piece: Piece, chain: list[Point], following: Segment) -> bool:
    """Whether a line goes on, without a corner or a point of the draft, into the next."""
    if isinstance(following, Cubic) or _known(piece, following.start) is not None:
        return False
    return turn_deg(chain[-2], chain[-1], following.end) < _CORNER_DEG


def _thinned(chain: list[Point]) -> tuple[Point, ...] | None:
    """The points in between of a chain of lines, as few as it takes to chalk it by joining them;
    None where it is straight."""
    reach = CHALK_MM
    while True:
        kept = tuple(shapely.LineString(chain).simplify(reach).coords)[1:-1]
        if len(kept) <= MOST_ON_CURVE:
            break
        reach *= 1.5
    if not kept and len(chain) > 2 and _sag(chain) > _STRAIGHT_MM:
        middle = chain[len(chain) // 2]
        return (middle,)
    return kept or None


def _sag(chain: list[Point]) -> float:
    """How far a chain of lines lies off the line between its ends, mm."""
    straight = shapely.LineString((chain[0], chain[-1]))
    return max(float(straight.distance(shapely.Point(point))) for point in chain[1:-1])


def _known(piece: Piece, at: Point) -> ConstructionPoint | None:
    near = [p for p in piece.points if math.dist((p.down_mm, p.across_mm), at) < _SAME_MM]
    return near[0] if near else None


def _cut_rows(piece: Piece) -> tuple[ChalkRow, ...]:
    """Round the cut line: its corners numbered, and in between as many points as curves need."""
    outline = cut_line(piece)
    thinned = list(shapely.LinearRing(outline).simplify(CHALK_MM / 2).coords)[:-1]
    rows, number = [], 0
    for k, (down, across) in enumerate(thinned):
        turn = turn_deg(thinned[k - 1], (down, across), thinned[(k + 1) % len(thinned)])
        corner = turn > _CORNER_DEG
        number += corner
        net = _known(piece, _nearest_net(piece, (down, across)))
        name = (
            f"{net.name}, with allowance"
            if corner and net is not None
            else "cut line"
            if corner
            else "on the curve"
        )
        following = turn_deg(
            (down, across), thinned[(k + 1) % len(thinned)], thinned[(k + 2) % len(thinned)]
        )
        bent = following <= _CORNER_DEG or not corner
        rows.append(
            ChalkRow(
                number=number if corner else 0,
                name=name,
                down_mm=down,
                across_mm=across,
                then="curve" if bent else "straight",
                rule="on the cut line: the net point and the allowances of its two edges"
                if corner
                else "",
            )
        )
    return tuple(rows)


def _nearest_net(piece: Piece, at: Point) -> Point:
    """The corner of the net line nearest to a point of the cut line, far away when none is near."""
    corners = [segment.start for edge in piece.edges for segment in edge.path]
    best = min(corners, key=lambda corner: math.dist(corner, at))
    return best if math.dist(best, at) < _ALLOWANCE_REACH_MM else (math.inf, math.inf)
