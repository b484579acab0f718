"""What the window remembers between starts: light or dark, and the job last open."""

from __future__ import annotations

import contextlib
import json
from dataclasses import asdict, dataclass, replace
from pathlib import Path

from wickel.files import UnreadableFile, read_json, saved


@dataclass(frozen=True, slots=True, kw_only=True)
class Settings:
    """The remembered values."""

    dark: bool = False
    last_job: str = ""


class SettingsFile:
    """Settings kept in a small JSON file; an unreadable one is as good as none."""

    def __init__(self, path: Path) -> None:
        self._path = path
        self.values = self._read()

    def _read(self) -> Settings:
        try:
            value = read_json(self._path, "settings")
        except UnreadableFile:
            return Settings()
        dark, last = value.get("dark"), value.get("last_job")
        return Settings(dark=dark is True, last_job=last if isinstance(last, str) else "")

    def change(self, **changes: object) -> None:
        """Remember changed values; a folder that cannot be written costs only the memory."""
        self.values = replace(self.values, **changes)
        with contextlib.suppress(OSError):
            saved(self._path, json.dumps(asdict(self.values)))
