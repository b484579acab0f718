"""Work that could not be saved where it belongs is kept wherever there is room, and found again.

A rescue copy is a job file. It is kept in the first place that takes it: the user's own folder for
such things, else the folder for temporary files, which is often another disk.
"""

from __future__ import annotations

import contextlib
import os
import stat
import tempfile
from pathlib import Path

from wickel.files.names import JOB_ENDING, safe_name
from wickel.files.saving import PRIVATE_FOLDER, private_folder, save_file


def state_folder() -> Path:
    """Where the log, reports of faults and rescue copies are: ``$WICKEL_HOME/state``, or the user's
    state folder."""
    own = os.environ.get("WICKEL_HOME")
    if own:
        return Path(own) / "state"
    from platformdirs import user_state_path

    return user_state_path("wickel")


def rescue_folders() -> tuple[Path, ...]:
    """Where rescue copies may be, the first choice first: below the state folder, and below the
    folder for temporary files."""
    return state_folder() / "rescued", Path(tempfile.gettempdir()) / f"wickel-rescued-{os.getuid()}"


def keep_rescue(text: str, name: str) -> Path | None:
    """Keep the text of a job file under a name; the file, or None where no place has room.

    The copy of the same name is replaced, those in later places go.
    """
    kept: Path | None = None
    for folder in rescue_folders():
        path = folder / f"{safe_name(name)}{JOB_ENDING}"
        if kept is not None:
            with contextlib.suppress(OSError):
                path.unlink()
            continue
        with contextlib.suppress(OSError):
            private_folder(folder)
            if not _is_own(folder):
                continue
            save_file(path, text)
            kept = path
    return kept


def let_rescue_go(name: str) -> None:
    """Throw the rescue copies of a name away: the work stands where it belongs."""
    for folder in rescue_folders():
        with contextlib.suppress(OSError):
            if _is_own(folder):
                (folder / f"{safe_name(name)}{JOB_ENDING}").unlink()


def rescued() -> tuple[Path, ...]:
    """The rescue copies that there are, the newest first."""
    found: list[tuple[float, Path]] = []
    for folder in rescue_folders():
        with contextlib.suppress(OSError):
            if folder.is_dir() and _is_own(folder):
                own = [path for path in folder.glob(f"*{JOB_ENDING}") if path.is_file()]
                found += [(path.stat().st_mtime, path) for path in own]
    return tuple(path for _, path in sorted(found, reverse=True))


def _is_own(folder: Path) -> bool:
    """Whether a folder is the user's, and nobody else may write into it: anybody can make one among
    the temporary files."""
    there = folder.lstat()
    plain = stat.S_ISDIR(there.st_mode) and there.st_uid == os.getuid()
    return plain and not stat.S_IMODE(there.st_mode) & ~PRIVATE_FOLDER & 0o077
