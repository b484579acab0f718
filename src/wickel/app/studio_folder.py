"""The folder in which the studio's jobs are kept, one file each."""

from __future__ import annotations

import shutil
from pathlib import Path

from wickel.files import UnreadableFile, plain_text, private_folder, read_json, save_job, slug
from wickel.studio import orders


class StudioFolder:
    """A folder of job files."""

    def __init__(self, path: Path) -> None:
        self.path = path

    def orders(self) -> tuple[Path, ...]:
        """The job files, by name."""
        return tuple(sorted(self.path.glob("*.wickel.json")))

    def title(self, path: Path) -> str:
        """What a job file is called in a menu."""
        try:
            value = read_json(path, "job")
        except UnreadableFile:
            return path.name
        name, client = value.get("name"), value.get("client")
        return " · ".join(plain_text(str(word)) for word in (name or path.name, client) if word)

    def path_for(self, name: str) -> Path:
        """A path for a new job that no other job has."""
        number = len(self.orders()) + 1
        while list(self.path.glob(f"{number:02}-*")):
            number += 1
        return self.path / f"{number:02}-{slug(name)}.wickel.json"

    def fill_with_demo(self, *, fresh: bool) -> None:
        """Put the demo studio's orders here, those that are not there yet; ``fresh`` begins anew."""
        if fresh:
            shutil.rmtree(self.path, ignore_errors=True)
        private_folder(self.path)
        for number, job in enumerate(orders(), start=1):
            path = self.path / f"{number:02}-{slug(job.name)}.wickel.json"
            if not path.exists():
                save_job(job, path)
