"""Bias binding: the strips for it, cut from the least square of cloth, or along the bias of what a
lay leaves.

A square is cut along its diagonals' direction into strips of one width, beginning at the diagonal
and going to both corners. Every strip is a trapezoid whose ends run along the cloth's edges, at 45°
to it; one end of each is trimmed so that both slant alike, and strips are joined at those slants. A
strip with a long side ``a`` and a width ``w`` so gives ``a − w``, and every join takes the slant of
its two seam allowances, 2 · √2 · ``JOIN_MM``. The corners that are left over are the triangles that
nobody can use.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from shapely import affinity
from shapely.geometry import MultiPolygon, Polygon, box
from shapely.ops import unary_union

from wickel.geometry import Outline

JOIN_MM = 6.0
"""The seam allowance at a join of two strips."""

SQUARE_STEP_MM = 10.0
LEAST_STRIP_MM = 150.0
"""Shorter strips are not worth a join."""

_OFFSETS = 6


@dataclass(frozen=True, slots=True, kw_only=True)
class StripPlan:
    """Strips of one width: how long each is along its middle, and what they are cut from.

    ``square_mm`` is the side of the square of cloth, None when they come out of what is left of a
    lay. ``length_mm`` is what they give when they are joined.
    """

    width_mm: float
    strips_mm: tuple[float, ...]
    square_mm: float | None = None

    @property
    def joins(self) -> int:
        """How many joins there are."""
        return max(0, len(self.strips_mm) - 1)

    @property
    def length_mm(self) -> float:
        """The length of the joined strips."""
        return joined_mm(self.strips_mm)

    @property
    def waste_mm2(self) -> float:
        """What of the square is left over: triangles at its corners, trimmed ends, a remainder too
        short or narrow."""
        if self.square_mm is None:
            return 0.0
        return self.square_mm**2 - self.width_mm * math.fsum(self.strips_mm)


def joined_mm(strips_mm: Sequence[float]) -> float:
    """The length of strips when they are joined on the slant: each join takes √2 · 2 · ``JOIN_MM``
    along them."""
    return math.fsum(strips_mm) - max(0, len(strips_mm) - 1) * math.sqrt(2) * 2 * JOIN_MM


def strips_of_square(side_mm: float, width_mm: float) -> tuple[float, ...]:
    """How long the strips of one width are that a square gives, the longest first.

    From the diagonal, √2 · side long, each strip to either corner is 2 · width shorter; a strip of
    long side a gives a − width.
    """
    strips: list[float] = []
    long_side = math.sqrt(2) * side_mm
    while long_side - width_mm >= LEAST_STRIP_MM and long_side - 2 * width_mm >= 0:
        strips += [long_side - width_mm] * 2
        long_side -= 2 * width_mm
    return tuple(strips)


def from_square(length_mm: float, width_mm: float) -> StripPlan:
    """The plan for so much binding from the least square, in whole centimetres.

    Only as many strips are cut as are needed, the longest first.

    Raises:
        ValueError: a length or width that is not above 0.
    """
    if not (length_mm > 0 and width_mm > 0):
        raise ValueError("binding has a length and a width above 0")
    side = SQUARE_STEP_MM * math.ceil(math.sqrt(length_mm * width_mm) / SQUARE_STEP_MM)
    while joined_mm(strips_of_square(side, width_mm)) < length_mm - 1e-9:
        side += SQUARE_STEP_MM
    return StripPlan(
        width_mm=width_mm,
        strips_mm=_enough(strips_of_square(side, width_mm), length_mm),
        square_mm=side,
    )


def _enough(strips_mm: Sequence[float], length_mm: float) -> tuple[float, ...]:
    """The first of the strips that are enough."""
    for count in range(1, len(strips_mm) + 1):
        if joined_mm(strips_mm[:count]) >= length_mm - 1e-9:
            return tuple(strips_mm[:count])
    return tuple(strips_mm)


def from_what_is_left(
    length_mm: float, width_mm: float, cloth: Outline, taken: Sequence[Outline]
) -> StripPlan | None:
    """The plan for so much binding along the bias of what copies leave of a flat cloth, or None
    where it is not enough.

    The free cloth is cut into bands at 45° one way or the other, and each band gives the strips on
    which it is free over its whole width.
    """
    free = Polygon(cloth).difference(unary_union([Polygon(outline).buffer(0) for outline in taken]))
    best: list[float] = []
    for turn in (45.0, -45.0):
        turned = affinity.rotate(free, turn, origin=(0.0, 0.0))
        for k in range(_OFFSETS):
            strips = sorted(_strips_in(turned, width_mm, k * width_mm / _OFFSETS), reverse=True)
            if joined_mm(strips) > joined_mm(best):
                best = strips
    if joined_mm(best) < length_mm - 1e-9:
        return None
    return StripPlan(width_mm=width_mm, strips_mm=_enough(best, length_mm))


def _strips_in(free: Polygon | MultiPolygon, width_mm: float, offset_mm: float) -> Iterator[float]:
    """The lengths of the strips that lie in level bands of a shape."""
    low_x, low_y, high_x, high_y = free.bounds
    y = low_y + offset_mm
    while y + width_mm <= high_y + 1e-9:
        band = box(low_x - 1.0, y, high_x + 1.0, y + width_mm)
        covered = band.difference(free)
        parts = covered.geoms if hasattr(covered, "geoms") else (covered,)
        at = None
        for left, right in sorted(
            (part.bounds[0], part.bounds[2]) for part in parts if not part.is_empty
        ):
            if at is not None and left - at >= LEAST_STRIP_MM:
                yield left - at
            at = right if at is None else max(at, right)
        y += width_mm
