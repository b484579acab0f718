"""The arrays that the loops work on, and the unit of depth."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Ints = NDArray[np.int64]
Floats = NDArray[np.float64]
Singles = NDArray[np.float32]
Bytes = NDArray[np.uint8]
Words = NDArray[np.uint64]

DEPTH_MM = 2.5
"""One step of the depth that tables hold."""

TOUCHING = 1
"""What a table holds where two overlap along by no more than their slack, which pushing the lay
apart may undo."""

CANDIDATE, ROW, COLUMN = 0, 1, 2
"""Columns of places: which candidate stands there, in which row and column of the grid."""

BASE, ROWS, EVERY_COLUMN, FIRST_COLUMN, EVERY_ROW, FIRST_ROW, OFFSET, TIED = range(8)
"""Columns of a candidate's cells: its lowest row, how many rows it may take, and the lattice of the
print that it is held to: every so many columns from the first, every so many rows from the first,
by how many columns each such row is set off, and 1 when there is a lattice."""

STARTS, ROW_OFF, COLUMN_OFF, HIGH, WIDE = range(5)
"""Columns of ``where``: where the table of two candidates starts in the arena, the least offset in
rows and columns that it holds, and how many rows and columns it has."""

LEAST, STALE, ENDED, MOST_STALE, STOP_AT, KEPT_AT, MOST_RUNS, RUNS = range(8)
"""Places in ``patience``: the least total depth met, the sweeps since it fell, how the sweeping
ended, how many such sweeps there may be, a depth to stop at, the total depth of the places kept,
how often patience may run out, and how often it has."""
