"""Compiling hot loops where that is possible; without it the same work is done with NumPy, slower."""

from __future__ import annotations

import os
from collections.abc import Callable
from typing import Any, TypeVar, cast

OFF = "WICKEL_NO_JIT"
"""Set to anything, this environment variable keeps Wickel from compiling."""

Loop = TypeVar("Loop", bound=Callable[..., Any])

COMPILED = False
if not os.environ.get(OFF):
    try:
        import numba

        COMPILED = True
    except Exception:  # noqa: BLE001 - whatever is wrong with the compiler, the program works without it
        COMPILED = False


def compiled(loop: Loop) -> Loop:
    """The loop compiled, kept on disk, and free of the interpreter's lock; unchanged where there is no compiler."""
    if not COMPILED:
        return loop
    try:
        return cast(Loop, numba.njit(cache=True, nogil=True)(loop))
    except RuntimeError:  # nowhere to keep what is compiled
        return cast(Loop, numba.njit(nogil=True)(loop))
