"""Edges that lie flush: a piece near to that is drawn there, lightly."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from wickel.geometry import Bounds, bounds
from wickel.lay.hand.bound import Shift
from wickel.lay.hand.grip import Grip

NEAR_MM = 250.0
"""Only pieces no farther than this from what is in hand have edges that it is drawn to."""


@dataclass(frozen=True, slots=True)
class Snapped:
    """A shift that lies flush, and at which x and y; None where nothing draws."""

    at: Shift
    x_mm: float | None = None
    y_mm: float | None = None


def flush(grip: Grip, to: Shift, within_mm: float) -> Snapped:
    """The shift near to one at which the box of what is in hand lies flush with the edges of its
    cloth, with those of its neighbours or with the repeat, on each axis by itself. What the print
    binds is not drawn."""
    if not grip.steps.free:
        return Snapped(to)
    own = grip.box
    here = Bounds(own.min_x + to[0], own.min_y + to[1], own.max_x + to[0], own.max_y + to[1])
    near = [box for box in grip.beside if _close(box, here)]
    edges = bounds([point for zone in _zones(grip) for point in zone])
    xs = [edges.min_x, *(x for box in near for x in (box.min_x, box.max_x))]
    ys = [edges.min_y, edges.max_y, *(y for box in near for y in (box.min_y, box.max_y))]
    lines_x, lines_y = _repeats(grip, here)
    xs, ys = [*xs, *lines_x], [*ys, *lines_y]
    dx, x = _least((here.min_x, here.max_x), xs, within_mm)
    dy, y = _least((here.min_y, here.max_y), ys, within_mm)
    return Snapped((to[0] + dx, to[1] + dy), x, y)


def _repeats(grip: Grip, here: Bounds) -> tuple[list[float], list[float]]:
    """Where the repeat of the cloth begins again next to the sides of a box, on the ply that is
    cut first: along, and across the table."""
    repeat, (own, *_) = grip.lay.cloth.lay_design.repeat, grip.held
    by = grip.lay.zone(own).plies[own.cut_plies[0]].map
    if repeat is None or by.a == 0.0 or by.e == 0.0:
        return [], []

    def lines(
        step: float | None, scale: float, shift: float, sides: Iterable[float]
    ) -> list[float]:
        if not step:
            return []
        return [(round((scale * mm + shift) / step) * step - shift) / scale for mm in sides]

    return (
        lines(repeat.along_mm, by.a, by.c, (here.min_x, here.max_x)),
        lines(repeat.across_mm, by.e, by.f, (here.min_y, here.max_y)),
    )


def _zones(grip: Grip) -> Iterable[tuple[tuple[float, float], ...]]:
    for p in grip.held:
        yield grip.lay.zone(p).room(p.cut_plies)


def _close(one: Bounds, other: Bounds) -> bool:
    return (
        one.min_x - other.max_x < NEAR_MM
        and other.min_x - one.max_x < NEAR_MM
        and one.min_y - other.max_y < NEAR_MM
        and other.min_y - one.max_y < NEAR_MM
    )


def _least(
    own: tuple[float, float], others: list[float], within_mm: float
) -> tuple[float, float | None]:
    """The least move that brings one of two edges level with one of the others, and to where."""
    off, level = min(
        ((other - edge, other) for edge in own for other in others), key=lambda each: abs(each[0])
    )
    return (off, level) if abs(off) <= within_mm else (0.0, None)
