"""How a process begins and ends with the search: loops that are compiled elsewhere meanwhile, and
threads that are let come to their end.
"""

from __future__ import annotations

import fcntl
import os
import subprocess
import sys
import tempfile
import threading
from pathlib import Path
from time import monotonic

from wickel.lay.nest.search import COMPILER, SEARCHER, warm_up

_COMPILE = "from wickel.lay.nest.starting import compile_alone; compile_alone()"
_ENDING_S = 3.0
"""A search hears within a few hundredths of a second that it is to end; a busy machine may take
longer."""


def ready_or_begun() -> bool:
    """Whether the compiled loops are kept on disk.

    Where they are not, a process of its own begins to compile them, and this one works with NumPy:
    it has a first lay long before, and nothing to wait for when it ends.
    """
    from wickel.lay.nest import jit  # a compiler loads slowly

    if not jit.COMPILED or jit.are_kept():
        return True
    jit.go_without()
    subprocess.Popen(
        [sys.executable, "-c", _COMPILE],
        stdin=subprocess.DEVNULL,
        stdout=subprocess.DEVNULL,
        stderr=subprocess.DEVNULL,
        start_new_session=True,
    )
    return False


def compile_alone() -> None:
    """Compile every loop, unless another process of this user is at it."""
    path = Path(tempfile.gettempdir()) / f"wickel-compiling-{os.getuid()}"
    with os.fdopen(os.open(path, os.O_RDWR | os.O_CREAT | os.O_NOFOLLOW, 0o600)) as held:
        try:
            fcntl.flock(held, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError:
            return
        warm_up()


def settle(within_s: float = _ENDING_S) -> bool:
    """Let the threads of searches come to their end, and whether they have.

    A library that a thread is in when the interpreter goes ends the whole process with a message of
    its own, after everything was said.
    """
    until = monotonic() + within_s
    for thread in threading.enumerate():
        if thread.name == SEARCHER:
            thread.join(max(0.0, until - monotonic()))
    return not any(own.name in (COMPILER, SEARCHER) for own in threading.enumerate())


def leave(code: int) -> None:
    """End the process with a code, all said and in order: what is still in a library is left there
    and not torn from it."""
    settled = settle()
    sys.stdout.flush()
    sys.stderr.flush()
    if not settled:
        os._exit(code)
