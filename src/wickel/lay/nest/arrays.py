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
