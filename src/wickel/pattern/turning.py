"""Where a net line turns back on itself, so that no shears could follow it."""

from __future__ import annotations

from wickel.geometry import Point, flatten, turn_deg, without_repeats
from wickel.pattern.piece import Piece

MOST_TURN_DEG = 150.0
"""A curve of a draft turns less at one point: a sweetheart neck by 110 at the most."""
MOST_CORNER_DEG = 178.0
"""A corner between two edges leaves at least so much less than 180 of room: the point of a high
neck, one of the narrowest, 6."""


def turning_back(piece: Piece) -> tuple[str, Point] | None:
    """The first edge on which, or at the end of which, a net line turns back on itself, and the
    point (mm, piece frame); None where it does nowhere."""
    paths = [(edge.name, without_repeats(flatten(edge.path))) for edge in piece.edges]
    runs = [(name, points) for name, points in paths if len(points) > 1]
    for at, (name, points) in enumerate(runs):
        following = runs[(at + 1) % len(runs)][1]
        for before, point, after in zip(points, points[1:], points[2:], strict=False):
            if turn_deg(before, point, after) > MOST_TURN_DEG:
                return name, point
        if turn_deg(points[-2], points[-1], following[1]) > MOST_CORNER_DEG:
            return name, points[-1]
    return None
