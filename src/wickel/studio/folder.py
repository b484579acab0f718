"""The folder in which the studio's jobs are kept, one file each; what is set aside, handed over
and put away, and the bin."""

from __future__ import annotations

import contextlib
import os
import shutil
from dataclasses import replace
from pathlib import Path

from wickel.files import JOB_ENDING, free_path, private_folder, read_job, save_job, slug
from wickel.job import Job
from wickel.job.job import NOT_AT_TABLE
from wickel.job.state import State
from wickel.studio.demo import orders
from wickel.studio.listing import Listing, read_listing

ENDING = JOB_ENDING
ASIDE, BIN, ARCHIVE = "set-aside", "bin", "archive"
PLACES = ("", ASIDE, ARCHIVE, BIN)
"""Where a job may lie: in hand, and the folders beside."""
_BESIDE = (".bak", ".damaged")
"""What is kept beside a job file goes where the file goes."""


def data_folder() -> Path:
    """Where the studio keeps its work: ``$WICKEL_HOME``, or the user's data folder."""
    own = os.environ.get("WICKEL_HOME")
    if own:
        return Path(own)
    from platformdirs import user_data_path

    return user_data_path("wickel")


class StudioFolder:
    """A folder of job files."""

    def __init__(self, path: Path) -> None:
        self.path = path
        self._listed: dict[Path, tuple[int, Listing]] = {}

    def jobs(self, place: str = "") -> tuple[Path, ...]:
        """The job files of a place, by name: those in hand, set aside, put away, or in the bin."""
        folder = self.path / place
        try:
            names = sorted(name for name in os.listdir(folder) if name.endswith(ENDING))
        except OSError:
            return ()
        return tuple(folder / name for name in names)

    def orders(self) -> tuple[Path, ...]:
        """The job files in hand, by name."""
        return self.jobs()

    def set_aside(self) -> tuple[Path, ...]:
        """The jobs that are set aside."""
        return self.jobs(ASIDE)

    def binned(self) -> tuple[Path, ...]:
        """The jobs in the bin."""
        return self.jobs(BIN)

    def all(self) -> tuple[Path, ...]:
        """The job files of all places."""
        return tuple(path for place in PLACES for path in self.jobs(place))

    def place_of(self, path: Path) -> str:
        """The place a job file lies in."""
        return path.parent.name if path.parent != self.path else ""

    def listing(self, path: Path) -> Listing:
        """What is shown of a job file; read again only when it has changed."""
        try:
            changed = path.stat().st_mtime_ns
        except OSError:
            changed = -1
        known = self._listed.get(path)
        if known is None or known[0] != changed:
            self._listed[path] = known = (changed, read_listing(path))
        return known[1]

    def title(self, path: Path) -> str:
        """What a job file is called in a menu."""
        return self.listing(path).title

    def path_for(self, name: str) -> Path:
        """A path for a new job that no other job has."""
        number = len(self.orders()) + 1
        while any(list((self.path / place).glob(f"{number:02}-*")) for place in PLACES):
            number += 1
        return self.path / f"{number:02}-{slug(name)}{ENDING}"

    def duplicate(self, path: Path) -> Path:
        """Write a job once more under a name of its own; the new file. Raises ``UnreadableFile``,
        ``OSError``."""
        job = read_job(path)
        name = f"{job.name or path.name.removesuffix(ENDING)}, again"
        made = begun_again(job, name)
        there = self.path_for(made.name)
        save_job(made, there)
        return there

    def put_aside(self, path: Path) -> Path:
        """Set a job aside; where it is now. Raises ``OSError``."""
        return self._moved(path, self.path / ASIDE)

    def put_away(self, path: Path) -> Path:
        """Put a job into the archive; where it is now. Raises ``OSError``."""
        return self._moved(path, self.path / ARCHIVE)

    def put_into_bin(self, path: Path) -> Path:
        """Put a job into the bin; where it is now. Raises ``OSError``."""
        return self._moved(path, self.path / BIN)

    def take_back(self, path: Path) -> Path:
        """Bring back a job that was set aside or binned; where it is now. Raises ``OSError``."""
        return self._moved(path, self.path)

    def empty_bin(self) -> int:
        """Throw away for good what is in the bin; how many jobs that were. Raises ``OSError``."""
        gone = self.binned()
        for path in gone:
            path.unlink()
            for ending in _BESIDE:
                path.with_name(path.name + ending).unlink(missing_ok=True)
        return len(gone)

    def _moved(self, path: Path, folder: Path) -> Path:
        private_folder(folder)
        there = free_path(folder / path.name, ENDING)
        path.rename(there)
        for ending in _BESIDE:
            with contextlib.suppress(OSError):
                path.with_name(path.name + ending).rename(there.with_name(there.name + ending))
        return there

    def fill_with_demo(self, *, fresh: bool) -> None:
        """Put the demo studio's orders here, those that are not there yet; ``fresh`` begins
        anew."""
        if fresh:
            shutil.rmtree(self.path, ignore_errors=True)
        private_folder(self.path)
        for number, job in enumerate(orders(), start=1):
            name = f"{number:02}-{slug(job.name)}{ENDING}"
            if not any((self.path / place / name).exists() for place in PLACES):
                save_job(job, self.path / name)


def begun_again(job: Job, name: str) -> Job:
    """A new job like an old one: the same garments, cloths and lays; nothing is cut, and it is due
    on no day yet."""
    return replace(
        job,
        name=name,
        due="",
        state=State.ASKED,
        waits_for="",
        at_table=NOT_AT_TABLE,
        book_id="",
    )
