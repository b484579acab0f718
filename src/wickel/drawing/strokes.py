"""What a drawing is made of: strokes along paths and labels, on layers that have a meaning.

Millimetres, y up, in the piece frame or the spread frame. Lines and cubics are kept as they were
drafted: who writes them decides whether to flatten them.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise

from wickel.geometry import Bounds, Line, Outline, Path, Point, flatten


class Layer(StrEnum):
    """What a stroke or label means."""

    CLOTH = "cloth"
    FOLD = "fold"
    SELVAGE = "selvage"
    CUT = "cut"
    LATER = "later"
    NET = "net"
    INNER = "inner"
    NOTCH = "notch"
    GRAIN = "grain"
    NAME = "name"


@dataclass(frozen=True, slots=True, kw_only=True)
class Stroke:
    """A line along a path. A ``closed`` one goes back to its start. ``of`` names the placement or
    piece it belongs to; ``says`` is what is known of it besides, as files for other programs have
    it (``drawing.to_send``)."""

    layer: Layer
    path: Path
    closed: bool = False
    of: str = ""
    says: tuple[tuple[str, str], ...] = ()

    @property
    def points(self) -> Outline:
        """The path flattened; of a closed one the last point is not the first again."""
        points = flatten(self.path)
        return points[:-1] if self.closed and points[-1] == points[0] else points


def through(layer: Layer, points: Outline, *, closed: bool = False, of: str = "") -> Stroke:
    """A stroke of straight lines through two points or more."""
    lines = tuple(Line(a, b) for a, b in pairwise(points))
    return Stroke(layer=layer, path=lines, closed=closed, of=of)


@dataclass(frozen=True, slots=True, kw_only=True)
class Label:
    """A text centred on a point, with its height in mm; ``upright`` ones read from below to
    above."""

    layer: Layer
    text: str
    at: Point
    height_mm: float
    upright: bool = False
    of: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Drawing:
    """Strokes and labels within a box."""

    box: Bounds
    strokes: tuple[Stroke, ...]
    labels: tuple[Label, ...]
