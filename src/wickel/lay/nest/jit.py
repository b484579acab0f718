"""Compiling hot loops where that is possible; without it the same work is done with NumPy, slower.

Compiled loops are kept on disk. On a new machine compiling takes a quarter of a minute: a program
that shows something meanwhile calls ``while_compiling`` and goes on with NumPy until the loops are
there.
"""

from __future__ import annotations

import os
import threading
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
    except Exception:  # noqa: BLE001 - the program works without a compiler
        COMPILED = False

_compiling = threading.Event()
_own = threading.local()


def compiled(loop: Loop) -> Loop:
    """The loop compiled, kept on disk, and free of the interpreter's lock; unchanged where there is
    no compiler."""
    if not COMPILED:
        return loop
    try:
        return cast(Loop, numba.njit(cache=True, nogil=True)(loop))
    except RuntimeError:  # nowhere to keep what is compiled
        return cast(Loop, numba.njit(nogil=True)(loop))


def are_kept() -> bool:
    """Whether all loops that were made so far are compiled and kept on disk, for this machine and
    as they are now."""
    from wickel.lay.nest import kernels

    loops = [own for own in vars(kernels).values() if hasattr(own, "py_func")]
    try:
        return all(own._cache._cache_file._load_index() for own in loops)
    except (AttributeError, OSError):  # another kind of cache, or none
        return False


def go_without() -> None:
    """Have all searches of this process work with NumPy."""
    _compiling.set()


def ready() -> bool:
    """Whether this thread is to use the compiled loops: there are some, and nobody compiles them
    just now but it."""
    return COMPILED and (not _compiling.is_set() or is_compiler())


def is_compiler() -> bool:
    """Whether this thread is one of those that compile."""
    return bool(getattr(_own, "compiler", False))


def as_compiler(yes: bool) -> None:
    """Say whether this thread is one of those that compile."""
    _own.compiler = yes


def while_compiling(use_all: Callable[[], object], name: str) -> threading.Thread:
    """Compile in a thread of a name by using every loop once; until then all others work with
    NumPy."""
    _compiling.set()

    def work() -> None:
        as_compiler(True)
        try:
            use_all()
        finally:
            _compiling.clear()

    thread = threading.Thread(target=work, daemon=True, name=name)
    thread.start()
    return thread
