"""A corset as it looks: its panels side by side, those of the front half seen in front."""

from __future__ import annotations

from collections.abc import Iterator

from wickel.drawing.sketch_shapes import (
    Ink,
    Stroke,
    across_down,
    closed_on_both_sides,
    on_both_sides,
)
from wickel.geometry import flatten
from wickel.pattern import Layer, Pattern, Piece, PieceRole, net_line

_LOW_MM = 140.0
"""How far down the bust line lies in the sketch."""


def corset(pattern: Pattern, side: str) -> Iterator[Stroke]:
    """The panels from the centre of a side out, each with its bone; nothing where it is none."""
    stays = [p for p in pattern.pieces if p.role is PieceRole.STAY and p.layer is Layer.OUTER]
    if not stays:
        return
    middle = (len(stays) + 1) // 2
    shown = stays[:middle] if side == "front" else stays[middle - 1 :][::-1]
    at = 0.0
    for stay in shown:
        wide = _waist_mm(stay)
        yield from _panel(stay, at, wide, turned=side == "back")
        at += wide


def _panel(stay: Piece, at: float, wide: float, *, turned: bool) -> Iterator[Stroke]:
    """A panel on both sides of the centre, its inner seam so far from it."""

    def placed(x: float, y: float) -> tuple[float, float]:
        return (at + (wide - x if turned else x), y + _LOW_MM)

    yield from closed_on_both_sides(tuple(placed(x, y) for x, y in across_down(net_line(stay))))
    for mark in stay.inner_lines:
        points = tuple(placed(x, y) for x, y in across_down(flatten(mark.path)))
        yield from on_both_sides(points, Ink.FINE)


def _waist_mm(stay: Piece) -> float:
    """How wide a panel is at the waist."""
    return next(point.across_mm for point in stay.points if point.name == "waist right")
