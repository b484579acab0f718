"""Writing files so that they are either wholly new or untouched, and JSON one line per leaf."""

from __future__ import annotations

import contextlib
import csv
import errno
import fcntl
import io
import json
import os
import re
import stat
import tempfile
import time
from collections.abc import Iterable, Iterator
from pathlib import Path

from wickel.files.names import safe_cell

_SAVING = ".saving-"
_LEFT_BEHIND = re.compile(r"\.saving-.+|\..+\.(json|bak|svg|pdf|csv)\.[a-z0-9_]{8}")
"""Names of files that a killed save leaves behind, now and before 2026-11-28."""

_YOUNG_S = 2.0
PRIVATE_FILE, PRIVATE_FOLDER = 0o600, 0o700


def save_file(path: Path, content: str | bytes, *, backup: bool = False) -> None:
    """Write a file by way of a temporary one in the same folder: fsync, then replace.

    A symbolic link is followed: what it points to is replaced. A file that is replaced keeps its
    permissions; a new one in a private folder (``private_folder``) is private too. With ``backup``
    the file that was there is kept beside it with ``.bak`` added.

    Raises:
        OSError: the folder cannot be written, or something other than a plain file has the name;
        all is then as it
            was.
    """
    data = content.encode(errors="replace") if isinstance(content, str) else content
    path = Path(os.path.realpath(path))
    path.parent.mkdir(parents=True, exist_ok=True)
    mode = _mode_for(path)
    handle, temporary = tempfile.mkstemp(prefix=_SAVING, dir=path.parent)
    try:
        with os.fdopen(handle, "wb") as file:
            with contextlib.suppress(
                OSError
            ):  # where nothing can be locked nothing is swept either
                fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
            file.write(data)
            file.flush()
            os.fsync(file.fileno())
            os.fchmod(file.fileno(), mode)
            if backup and path.exists():
                save_file(path.with_name(path.name + ".bak"), path.read_bytes())
            os.replace(temporary, path)
    except BaseException:
        with contextlib.suppress(OSError):
            os.unlink(temporary)
        raise


def _mode_for(path: Path) -> int:
    """The permissions that a file is to have. Raises ``OSError`` where something stands that is no
    plain file."""
    try:
        there = path.stat()
    except FileNotFoundError:
        mask = os.umask(0)
        os.umask(mask)
        shared = stat.S_IMODE(path.parent.stat().st_mode) & 0o077
        return 0o666 & ~mask if shared else PRIVATE_FILE
    if not stat.S_ISREG(there.st_mode):
        raise OSError(errno.EINVAL, "it is not a plain file")
    return stat.S_IMODE(there.st_mode)


def private_folder(folder: Path) -> None:
    """Make a folder that only its owner can look into, and everything in it private.

    Raises:
        OSError: it cannot be made.
    """
    folder.mkdir(parents=True, exist_ok=True, mode=PRIVATE_FOLDER)
    for path in (folder, *folder.rglob("*")):
        with contextlib.suppress(OSError):
            there = path.lstat()
            wanted = PRIVATE_FOLDER if stat.S_ISDIR(there.st_mode) else PRIVATE_FILE
            plain = stat.S_ISDIR(there.st_mode) or stat.S_ISREG(there.st_mode)
            if plain and stat.S_IMODE(there.st_mode) & 0o077:
                path.chmod(wanted)


def sweep(folder: Path) -> tuple[Path, ...]:
    """Throw away what killed saves have left in a folder and below it; those whose writer still
    holds them stay."""
    gone = []
    for path in folder.rglob(".*"):
        with contextlib.suppress(OSError):
            if not _LEFT_BEHIND.fullmatch(path.name) or not stat.S_ISREG(path.lstat().st_mode):
                continue
            if time.time() - path.stat().st_mtime < _YOUNG_S:
                continue  # its writer may not have locked it yet
            with path.open("rb") as file:
                fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)  # held by its writer: left alone
                path.unlink()
            gone.append(path)
    return tuple(gone)


@contextlib.contextmanager
def folder_lock(folder: Path) -> Iterator[None]:
    """Alone in a folder among all that ask for it so: for reading, changing and writing what is
    kept there.

    Raises:
        OSError: the folder cannot be written.
    """
    folder.mkdir(parents=True, exist_ok=True)
    with (folder / ".lock").open("a") as file:
        fcntl.flock(file, fcntl.LOCK_EX)
        yield


def csv_text(rows: Iterable[Iterable[object]], between: str = ",") -> str:
    """Rows as text for a sheet, values quoted where they need it, none of them a formula."""
    made = io.StringIO()
    writer = csv.writer(made, delimiter=between, lineterminator="\n")
    writer.writerows([safe_cell(value) for value in row] for row in rows)
    return made.getvalue()


def json_text(value: object, indent: int = 0) -> str:
    """JSON with stable key order, nested objects on lines of their own, lists of plain values on
    one.

    Files written so can be compared line by line.
    """
    inner = " " * (indent + 1)
    if isinstance(value, dict) and value:
        rows = [
            f"{inner}{json.dumps(key)}: {json_text(item, indent + 1)}"
            for key, item in value.items()
        ]
        return "{\n" + ",\n".join(rows) + "\n" + " " * indent + "}"
    if isinstance(value, list) and any(isinstance(item, dict) for item in value):
        rows = [inner + json_text(item, indent + 1) for item in value]
        return "[\n" + ",\n".join(rows) + "\n" + " " * indent + "]"
    return json.dumps(value, ensure_ascii=False, allow_nan=False)
