"""Constructive placing: items one after another, each at its left-most free place on the grid."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wickel.lay.nest.rasters import RasterTable


@dataclass(frozen=True, slots=True)
class GridSpot:
    """An item's place on the grid: index into the table's candidates, row and column."""

    candidate: int
    row: int
    column: int


@dataclass(frozen=True, slots=True)
class GridLay:
    """Places on the grid for all items, and the length they take in mm."""

    spots: dict[int, GridSpot]
    length_mm: float


def placed_in_order(
    order: Sequence[int], candidates_of: Sequence[Sequence[int]], table: RasterTable, give_up_mm: float
) -> GridLay | None:
    """Place the items in their order; None as soon as the length passes ``give_up_mm``."""
    spots: dict[int, GridSpot] = {}
    length = 0.0
    for item in order:
        best: tuple[float, int, int, GridSpot] | None = None
        for candidate in candidates_of[item]:
            spot = _left_most(candidate, spots.values(), table, length)
            end = spot.column * table.grid.dx + table.bands[candidate].width
            # ends that do not lengthen the lay are alike: then the more to the left is better
            key = (max(end, length), spot.column, spot.row, spot)
            if best is None or key[:3] < best[:3]:
                best = key
        assert best is not None, "every item has a candidate"
        spots[item] = best[3]
        length = best[0]
        if length >= give_up_mm:
            return None
    return GridLay(spots, length)


def _left_most(candidate: int, placed: Iterable[GridSpot], table: RasterTable, length: float) -> GridSpot:
    bands = table.bands[candidate]
    columns = int(length / table.grid.dx) + 2
    taken: NDArray[np.bool_] = np.zeros((bands.steps + 1, columns), dtype=np.bool_)
    for other in placed:
        raster = table.between(other.candidate, candidate)
        _mark(taken, raster.cells, other.row + raster.row0 - bands.base, other.column + raster.column0)
    free = ~taken
    open_columns = free.any(axis=0)
    column = int(open_columns.argmax())
    row = int(free[:, column].argmax())
    return GridSpot(candidate, row + bands.base, column)


def _mark(taken: NDArray[np.bool_], cells: NDArray[np.bool_], row: int, column: int) -> None:
    """Or ``cells`` into ``taken`` with their first cell at (row, column), clipped."""
    rows, columns = cells.shape
    top, left = max(0, row), max(0, column)
    bottom, right = min(taken.shape[0], row + rows), min(taken.shape[1], column + columns)
    if top < bottom and left < right:
        taken[top:bottom, left:right] |= cells[top - row : bottom - row, left - column : right - column]
