"""What a lay leaves of the cloth: its shapes, and the largest rectangles that could still be cut
from it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry import Polygon
from shapely.geometry.base import BaseGeometry

from wickel.geometry import Bounds, Outline, outline_of
from wickel.lay.placement import Lay
from wickel.lay.pose import on_table

CELL_MM = 10.0
"""Rectangles are found to this; they are never larger than what is free."""
LEAST_MM = 60.0
"""What is narrower than this is no rectangle to cut from."""
_LEAST_MM2 = 2500.0


@dataclass(frozen=True, slots=True)
class LeftOver:
    """A shape of the cloth that nothing lies on, in all plies of its zone: outline and holes on the
    table, mm, and its area."""

    outline: Outline
    holes: tuple[Outline, ...]
    mm2: float


def left_over(lay: Lay) -> tuple[LeftOver, ...]:
    """What is left free of every zone of a lay, the largest first; slivers are left out."""
    found = [
        LeftOver(
            outline_of(part),
            tuple(
                tuple((float(x), float(y)) for x, y in ring.coords[:-1]) for ring in part.interiors
            ),
            float(part.area),
        )
        for rest in _rests(lay)
        for part in _polygons(rest)
        if part.area >= _LEAST_MM2
    ]
    return tuple(sorted(found, key=lambda own: -own.mm2))


def largest_rectangles(lay: Lay, most: int = 3) -> tuple[Bounds, ...]:
    """The largest upright rectangles that nothing lies on, none over another, the largest first."""
    found: list[Bounds] = []
    for rest in _rests(lay):
        found += _rectangles(rest, most)
    found.sort(key=lambda box: -box.width * box.height)
    return tuple(found[:most])


def rectangle_in(rest: LeftOver) -> Bounds | None:
    """The largest upright rectangle of a shape that is left; None where it is too narrow."""
    return next(_rectangles(Polygon(rest.outline, rest.holes), 1), None)


def _rests(lay: Lay) -> Iterator[BaseGeometry]:
    """What is free of each zone."""
    for s, section in enumerate(lay.spread.sections):
        for z, zone in enumerate(section.zones):
            laid = [
                Polygon(on_table(p, lay.piece(p.piece)).outline)
                for p in lay.placements
                if (p.section, p.zone) == (s, z)
            ]
            yield shapely.difference(Polygon(zone.usable), shapely.union_all(laid))


def _polygons(shape: BaseGeometry) -> list[Polygon]:
    return [part for part in getattr(shape, "geoms", (shape,)) if isinstance(part, Polygon)]


def _rectangles(rest: BaseGeometry, most: int) -> Iterator[Bounds]:
    """The largest rectangles of one zone, each taken off before the next."""
    if rest.is_empty:
        return
    low_x, low_y, high_x, high_y = rest.bounds
    wide, high = (int(span // CELL_MM) for span in (high_x - low_x, high_y - low_y))
    if not wide or not high:
        return
    free = _cells(rest, (low_x, low_y), (wide, high))
    for _ in range(most):
        i, j, m, n = _largest(free)
        if min(m, n) * CELL_MM < LEAST_MM:
            return
        free[i : i + m, j : j + n] = False
        x, y = low_x + i * CELL_MM, low_y + j * CELL_MM
        yield Bounds(x, y, x + m * CELL_MM, y + n * CELL_MM)


def _cells(
    rest: BaseGeometry, low: tuple[float, float], size: tuple[int, int]
) -> NDArray[np.bool_]:
    """The cells that are free from corner to corner."""
    x = low[0] + CELL_MM * np.arange(size[0])
    y = low[1] + CELL_MM * np.arange(size[1])
    xs, ys = np.meshgrid(x, y, indexing="ij")
    boxes = shapely.box(xs, ys, xs + CELL_MM, ys + CELL_MM)
    shapely.prepare(rest)
    free: NDArray[np.bool_] = shapely.covers(rest.buffer(1e-3), boxes)
    return free


def _largest(free: NDArray[np.bool_]) -> tuple[int, int, int, int]:
    """The largest rectangle of true cells: where it starts, and how many cells it has along and
    across. By the heights of columns and a stack, row after row."""
    heights = np.zeros(free.shape[0], dtype=np.int64)
    best = (0, 0, 0, 0)
    for j in range(free.shape[1]):
        heights = np.where(free[:, j], heights + 1, 0)
        stack: list[tuple[int, int]] = []
        for i, high in enumerate([*heights.tolist(), 0]):
            start = i
            while stack and stack[-1][1] >= high:
                start, own = stack.pop()
                if own * (i - start) > best[2] * best[3]:
                    best = (start, j - own + 1, i - start, own)
            stack.append((start, high))
    return best
