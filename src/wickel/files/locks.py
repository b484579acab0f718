"""Which files are open in a window, so that a second one is told; and whether a file changed since
it was read."""

from __future__ import annotations

import contextlib
import fcntl
import hashlib
import os
import tempfile
from dataclasses import dataclass
from pathlib import Path
from typing import IO

from wickel.files.saving import PRIVATE_FOLDER


class OpenMark:
    """Says to other windows of this user that a file is open here, until it is let go or the
    program ends.

    Kept in the system's folder for temporary files, so that nothing is left beside the file.
    """

    def __init__(self) -> None:
        self._held: IO[bytes] | None = None

    def take(self, path: Path) -> bool:
        """Mark a file as open here, in the place of the last one; False when another window has it
        open."""
        self.let_go()
        name = hashlib.sha256(os.path.realpath(path).encode(errors="surrogateescape")).hexdigest()[
            :32
        ]
        folder = Path(tempfile.gettempdir()) / f"wickel-{os.getuid()}"
        try:
            folder.mkdir(exist_ok=True, mode=PRIVATE_FOLDER)
            file = (folder / f"{name}.open").open("ab")
        except OSError:
            return True  # where nothing can be marked the check of changes still holds
        try:
            fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError:
            file.close()
            return False
        self._held = file
        return True

    def let_go(self) -> None:
        """Mark nothing as open here any more."""
        if self._held is not None:
            self._held.close()
            self._held = None


@dataclass(frozen=True, slots=True)
class Stamp:
    """What a file was when it was read or written: when it changed and how long it is, and a digest
    of what it holds.

    All None for a file that is not there.
    """

    changed_ns: int | None = None
    size: int | None = None
    digest: str | None = None

    def is_still(self, path: Path) -> bool:
        """Whether the file holds what it held; one that is not there any more can be written
        without loss."""
        with contextlib.suppress(OSError):
            there = path.stat()
            if (there.st_mtime_ns, there.st_size) == (self.changed_ns, self.size):
                return True
            return stamp(path).digest == self.digest
        return True


def stamp(path: Path) -> Stamp:
    """The stamp of a file as it is now."""
    try:
        there = path.stat()
        return Stamp(
            there.st_mtime_ns, there.st_size, hashlib.sha256(path.read_bytes()).hexdigest()
        )
    except OSError:
        return Stamp()
