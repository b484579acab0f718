"""What the window remembers between starts: how it is dressed, the job last open, its size, place
and stage."""

from __future__ import annotations

import contextlib
import json
from dataclasses import asdict, dataclass, fields
from pathlib import Path
from typing import Any

from wickel.files import UnreadableFile, read_json, save_file


@dataclass(frozen=True, slots=True, kw_only=True)
class Settings:
    """The remembered values."""

    dark: bool = False
    last_job: str = ""
    geometry: str = ""
    stage: int = 4
    text: float = 1.0
    table_mm: float = 0.0
    recent: tuple[str, ...] = ()
    rotary: bool = False
    turned: bool = False
    chalks: bool = False
    cutting_hours: float = 20.0
    plotter: str = ""


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
        known = {field.name: field for field in fields(Settings)}
        right: dict[str, Any] = {
            name: own
            for name, own in value.items()
            if name in known and type(own) is type(known[name].default)
        }
        recent = value.get("recent")
        if isinstance(recent, list):
            right["recent"] = tuple(path for path in recent if isinstance(path, str))
        return Settings(**right)

    def remember(self, values: Settings) -> None:
        """Remember changed values; a folder that cannot be written costs only the memory."""
        self.values = values
        with contextlib.suppress(OSError):
            save_file(self._path, json.dumps(asdict(self.values)))
