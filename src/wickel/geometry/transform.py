"""Plane affine maps: turning, mirroring, moving, and the maps of plies onto the flat cloth."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass

from wickel.geometry.outline import Outline, Point

_QUARTERS = {0.0: (1.0, 0.0), 90.0: (0.0, 1.0), 180.0: (-1.0, 0.0), 270.0: (0.0, -1.0)}


@dataclass(frozen=True, slots=True)
class Affine:
    """The map (x, y) → (a·x + b·y + c, d·x + e·y + f): a 2×3 matrix, millimetres."""

    a: float = 1.0
    b: float = 0.0
    c: float = 0.0
    d: float = 0.0
    e: float = 1.0
    f: float = 0.0

    def __call__(self, point: Point) -> Point:
        """Map one point."""
        x, y = point
        return (self.a * x + self.b * y + self.c, self.d * x + self.e * y + self.f)

    def all(self, points: Iterable[Point]) -> Outline:
        """Map points in their order (a mirroring map therefore turns the winding over)."""
        return tuple(self(point) for point in points)

    def after(self, first: Affine) -> Affine:
        """The map that does ``first`` and then this one."""
        return Affine(
            self.a * first.a + self.b * first.d,
            self.a * first.b + self.b * first.e,
            self.a * first.c + self.b * first.f + self.c,
            self.d * first.a + self.e * first.d,
            self.d * first.b + self.e * first.e,
            self.d * first.c + self.e * first.f + self.f,
        )

    def direction(self, vector: Point) -> Point:
        """Map a direction: the linear part only."""
        x, y = vector
        return (self.a * x + self.b * y, self.d * x + self.e * y)

    @property
    def determinant(self) -> float:
        """Positive when the map keeps the hand, negative when it mirrors."""
        return self.a * self.e - self.b * self.d

    def inverse(self) -> Affine:
        """The map back. Raises ``ZeroDivisionError`` when there is none."""
        k = 1.0 / self.determinant
        a, b, d, e = self.e * k, -self.b * k, -self.d * k, self.a * k
        return Affine(a, b, -(a * self.c + b * self.f), d, e, -(d * self.c + e * self.f))

    @property
    def rows(self) -> tuple[tuple[float, float, float], tuple[float, float, float]]:
        """The 2×3 matrix as rows, as lay files write it."""
        return ((self.a, self.b, self.c), (self.d, self.e, self.f))


def translation(dx: float, dy: float) -> Affine:
    """Translation by (dx, dy) mm."""
    return Affine(c=dx, f=dy)


def rotation(deg: float) -> Affine:
    """Rotation about the origin, counter-clockwise; exact for quarter turns."""
    cos, sin = _QUARTERS.get(deg % 360.0) or (
        math.cos(math.radians(deg)),
        math.sin(math.radians(deg)),
    )
    return Affine(a=cos, b=-sin, d=sin, e=cos)


MIRROR = Affine(e=-1.0)
"""diag(1, −1): mirrors about the x axis, which is the grain arrow at turn 0."""


def placing(
    *, grain_deg: float, turn_deg: float, mirrored: bool, dx: float = 0.0, dy: float = 0.0
) -> Affine:
    """The map of a placed piece: q = R(turn) · M · R(−grain) · p + t (docs/formats.md)."""
    linear = rotation(-grain_deg)
    if mirrored:
        linear = MIRROR.after(linear)
    return translation(dx, dy).after(rotation(turn_deg).after(linear))


def reflection(start: Point, end: Point) -> Affine:
    """Mirroring about the line through two different points."""
    deg = math.degrees(math.atan2(end[1] - start[1], end[0] - start[0]))
    x, y = start
    return translation(x, y).after(
        rotation(deg).after(MIRROR.after(rotation(-deg).after(translation(-x, -y))))
    )
