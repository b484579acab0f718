"""The folder in which the studio's jobs are kept, one file each; what is set aside, and the bin."""

from __future__ import annotations

import contextlib
import shutil
from dataclasses import dataclass, replace
from pathlib import Path
from typing import Any

from wickel.files import (
    UnreadableFile,
    plain_text,
    private_folder,
    read_job,
    read_json,
    save_job,
    slug,
)
from wickel.job.job import NOT_AT_TABLE
from wickel.studio import orders

ENDING = ".wickel.json"
ASIDE, BIN = "set-aside", "bin"
_BESIDE = (".bak", ".damaged")
"""What is kept beside a job file goes where the file goes."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Listing:
    """What a list of jobs shows of a file: ``trouble`` says why when it cannot be read."""

    path: Path
    name: str
    client: str = ""
    due: str = ""
    garments: tuple[str, ...] = ()
    notes: str = ""
    trouble: str = ""

    @property
    def title(self) -> str:
        """The name and the client in one line."""
        return " · ".join(word for word in (self.name, self.client) if word)


class StudioFolder:
    """A folder of job files."""

    def __init__(self, path: Path) -> None:
        self.path = path
        self._listed: dict[Path, tuple[int, Listing]] = {}

    def orders(self) -> tuple[Path, ...]:
        """The job files, by name."""
        return tuple(sorted(self.path.glob(f"*{ENDING}")))

    def set_aside(self) -> tuple[Path, ...]:
        """The jobs that are set aside."""
        return tuple(sorted((self.path / ASIDE).glob(f"*{ENDING}")))

    def binned(self) -> tuple[Path, ...]:
        """The jobs in the bin."""
        return tuple(sorted((self.path / BIN).glob(f"*{ENDING}")))

    def listing(self, path: Path) -> Listing:
        """What is shown of a job file; read again only when it has changed."""
        try:
            changed = path.stat().st_mtime_ns
        except OSError:
            changed = -1
        known = self._listed.get(path)
        if known is None or known[0] != changed:
            self._listed[path] = known = (changed, _listing(path))
        return known[1]

    def title(self, path: Path) -> str:
        """What a job file is called in a menu."""
        return self.listing(path).title

    def path_for(self, name: str) -> Path:
        """A path for a new job that no other job has."""
        number = len(self.orders()) + 1
        while any(
            list(folder.glob(f"{number:02}-*"))
            for folder in (self.path, self.path / ASIDE, self.path / BIN)
        ):
            number += 1
        return self.path / f"{number:02}-{slug(name)}{ENDING}"

    def duplicate(self, path: Path) -> Path:
        """Write a job once more under a name of its own; the new file. Raises ``UnreadableFile``,
        ``OSError``."""
        job = read_job(path)
        name = f"{job.name or path.name.removesuffix(ENDING)}, again"
        made = replace(job, name=name, at_table=NOT_AT_TABLE, book_id="")
        there = self.path_for(made.name)
        save_job(made, there)
        return there

    def put_aside(self, path: Path) -> Path:
        """Set a job aside; where it is now. Raises ``OSError``."""
        return self._moved(path, self.path / ASIDE)

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
        there = folder / path.name
        number = 1
        while there.exists():
            number += 1
            there = folder / f"{path.name.removesuffix(ENDING)}-{number}{ENDING}"
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
            if not any(
                (folder / name).exists()
                for folder in (self.path, self.path / ASIDE, self.path / BIN)
            ):
                save_job(job, self.path / name)


def _listing(path: Path) -> Listing:
    """Read what a list shows of a file, without building the job."""
    try:
        value = read_json(path, "job")
    except UnreadableFile as reason:
        return Listing(path=path, name=path.name, trouble=str(reason))
    garments = value.get("garments")
    rows = (
        [garment for garment in garments if isinstance(garment, dict)]
        if isinstance(garments, list)
        else []
    )
    return Listing(
        path=path,
        name=_word(value, "name") or path.name,
        client=_word(value, "client"),
        due=_word(value, "due"),
        garments=tuple(word for row in rows if (word := _word(row, "name") or _word(row, "style"))),
        notes=_word(value, "notes"),
    )


def _word(value: dict[str, Any], key: str) -> str:
    found = value.get(key)
    return plain_text(str(found)) if found else ""
