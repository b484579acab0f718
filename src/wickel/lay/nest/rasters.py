"""No-fit rasters: for two outlines, the offsets on a grid at which they would overlap.

Strict: an outline is widened to its full x-extent in each band of the grid, so an offset that the
raster calls free is exactly free. See NESTING.md §5.1 for the idea (bands and difference arrays).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry import Polygon

from wickel.geometry import bounds
from wickel.lay.nest.problem import Candidate

_EDGE_MM = 1e-6


@dataclass(frozen=True, slots=True)
class Grid:
    """Cell sizes in mm: along the strip and across it."""

    dx: float
    dy: float


@dataclass(frozen=True, slots=True)
class Bands:
    """A candidate on the grid: x-extents per band, and the rows it may take.

    ``row`` (int), ``left``, ``right`` (mm): shape (n,), one entry per stretch of outline in a band.
    Rows count from the bottom of the candidate at its lowest place. ``base`` is the row of that
    place, ``offset`` its height above the row's line, ``steps`` how many rows up it may go.
    """

    row: NDArray[np.int64]
    left: NDArray[np.float64]
    right: NDArray[np.float64]
    width: float
    base: int
    offset: float
    steps: int


@dataclass(frozen=True, slots=True)
class Raster:
    """Forbidden offsets of B against A: ``cells[row - row0, column - column0]``."""

    cells: NDArray[np.bool_]
    row0: int
    column0: int


def banded(candidate: Candidate, grid: Grid) -> Bands:
    """Cut a candidate into the grid's bands at its lowest place."""
    box = bounds(candidate.outline)
    low = candidate.low_mm + box.min_y
    base = math.floor(low / grid.dy + 1e-9)
    offset = max(0.0, low - base * grid.dy)
    rows = max(1, math.ceil((offset + box.height) / grid.dy - 1e-9))
    shape = shapely.make_valid(Polygon(candidate.outline))
    starts = (np.arange(rows) * grid.dy - offset) + box.min_y
    slabs = shapely.box(box.min_x - 1, starts + _EDGE_MM, box.max_x + 1, starts + grid.dy - _EDGE_MM)
    pieces, index = shapely.get_parts(shapely.intersection(shape, slabs), return_index=True)
    extent = shapely.bounds(pieces)
    rows_of, left, right = _merged(index, extent[:, 0], extent[:, 2])
    steps = max(0, math.floor((candidate.high_mm - candidate.low_mm) / grid.dy + 1e-9))
    return Bands(rows_of, left, right, box.max_x, base, offset, steps)


def _merged(
    row: NDArray[np.int64], left: NDArray[np.float64], right: NDArray[np.float64]
) -> tuple[NDArray[np.int64], NDArray[np.float64], NDArray[np.float64]]:
    """Join stretches of one band that touch or overlap."""
    rows: list[int] = []
    lefts: list[float] = []
    rights: list[float] = []
    for k in np.lexsort((left, row)):
        if rows and rows[-1] == row[k] and left[k] <= rights[-1] + _EDGE_MM:
            rights[-1] = max(rights[-1], float(right[k]))
        else:
            rows.append(int(row[k]))
            lefts.append(float(left[k]))
            rights.append(float(right[k]))
    return np.array(rows, dtype=np.int64), np.array(lefts), np.array(rights)


def raster(a: Bands, b: Bands, grid: Grid) -> Raster:
    """The offsets (rows, columns) at which B, moved from A's place, would overlap A.

    Rows are counted between the lines that the two candidates' bottoms stand above.
    """
    row = (a.row[:, None] - b.row[None, :]).ravel()
    first = np.floor((a.left[:, None] - b.right[None, :]).ravel() / grid.dx + 1e-9).astype(np.int64) + 1
    last = np.ceil((a.right[:, None] - b.left[None, :]).ravel() / grid.dx - 1e-9).astype(np.int64) - 1
    some = first <= last
    row, first, last = row[some], first[some], last[some]
    if row.size == 0:
        return Raster(np.zeros((0, 0), dtype=np.bool_), 0, 0)
    row0, column0 = int(row.min()), int(first.min())
    rows, columns = int(row.max()) - row0 + 1, int(last.max()) - column0 + 2
    at = (row - row0) * columns
    size = rows * columns
    change = np.bincount(at + first - column0, minlength=size) - np.bincount(at + last + 1 - column0, minlength=size)
    cells = np.cumsum(change.reshape(rows, columns), axis=1)[:, :-1] > 0
    return Raster(cells, row0, column0)


class RasterTable:
    """Rasters of all pairs of candidates, made when first asked for."""

    def __init__(self, candidates: list[Candidate], grid: Grid) -> None:
        self.grid = grid
        self.bands = [banded(candidate, grid) for candidate in candidates]
        self._made: dict[tuple[int, int], Raster] = {}

    def between(self, a: int, b: int) -> Raster:
        """The raster of candidate b against candidate a."""
        found = self._made.get((a, b))
        if found is None:
            twin = self._made.get((b, a))
            if twin is None:
                found = raster(self.bands[a], self.bands[b], self.grid)
            else:  # N(B, A) is N(A, B) turned about
                rows, columns = twin.cells.shape
                found = Raster(twin.cells[::-1, ::-1], -(twin.row0 + rows - 1), -(twin.column0 + columns - 1))
            self._made[a, b] = found
        return found
