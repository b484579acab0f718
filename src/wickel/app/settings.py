"""What the window remembers between starts: how it is dressed, what is usual in the studio, the job
last open, its size, place and stage."""

from __future__ import annotations

import contextlib
import json
from collections.abc import Mapping
from dataclasses import asdict, dataclass, field, fields
from pathlib import Path
from typing import Any

from wickel.cloth import STEP_MM
from wickel.draft import DEFAULT_PRESET
from wickel.files import UnreadableFile, read_json, save_file
from wickel.files.saving import PRIVATE_FILE
from wickel.job import WIDTHS_MM
from wickel.lay import USUAL_RATES, CuttingRates


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
    contrast: bool = False
    still: bool = False
    inches: bool = False
    both_units: bool = False
    preset: str = DEFAULT_PRESET
    school: str = ""
    widths_mm: tuple[float, ...] = WIDTHS_MM
    step_mm: float = STEP_MM
    section_min: float = USUAL_RATES.section_min
    fold_min: float = USUAL_RATES.fold_min
    placement_min: float = USUAL_RATES.placement_min
    line_mm_a_min: float = USUAL_RATES.line_mm_a_min
    currency: str = ""
    paper: str = "A4"
    studio: str = ""
    begun: bool = False
    columns: Mapping[str, tuple[float, ...]] = field(default_factory=dict)

    @property
    def rates(self) -> CuttingRates:
        """How fast cutting goes by what the studio says."""
        return CuttingRates(
            section_min=self.section_min,
            fold_min=self.fold_min,
            placement_min=self.placement_min,
            line_mm_a_min=self.line_mm_a_min,
        )


MOST_WIDTHS = 24
"""So many widths a table has at most: each of its cells is laid."""

WITHIN = {
    "text": (0.5, 3.0),
    "table_mm": (0.0, 100_000.0),
    "cutting_hours": (0.0, 168.0),
    "step_mm": (5.0, 20_000.0),
    "section_min": (0.0, 120.0),
    "fold_min": (0.0, 120.0),
    "placement_min": (0.0, 60.0),
    "line_mm_a_min": (100.0, 100_000.0),
}
"""What a number of the settings can be."""


def _shares(value: object) -> dict[str, tuple[float, ...]]:
    """How columns share the width, by their name, as far as it can be understood."""
    rows = value.items() if isinstance(value, dict) else ()
    return {
        str(name): tuple(float(share) for share in shares)
        for name, shares in rows
        if isinstance(shares, list)
        and all(isinstance(share, int | float) and 0 <= share <= 1 for share in shares)
    }


def _can_be(name: str, value: object) -> bool:
    """Whether a setting may have a value: a number within its bounds (what is no number is not), a
    text without the null character, which no path of this system holds."""
    if isinstance(value, str):
        return "\0" not in value
    if name in WITHIN and isinstance(value, int | float):
        least, most = WITHIN[name]
        return least <= value <= most
    return True


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
        known = {own.name: own for own in fields(Settings)}
        right: dict[str, Any] = {
            name: own
            for name, own in value.items()
            if name in known and type(own) is type(known[name].default)
        }
        right = {name: own for name, own in right.items() if _can_be(name, own)}
        recent = value.get("recent")
        if isinstance(recent, list):
            right["recent"] = tuple(path for path in recent if isinstance(path, str))
        widths = value.get("widths_mm")
        if isinstance(widths, list) and widths:
            right["widths_mm"] = (
                tuple(
                    float(mm) for mm in widths if isinstance(mm, int | float) and 100 <= mm <= 6000
                )
                or WIDTHS_MM
            )[:MOST_WIDTHS]
        right["columns"] = _shares(value.get("columns"))
        return Settings(**right)

    def remember(self, values: Settings) -> None:
        """Remember changed values; a folder that cannot be written costs only the memory."""
        self.values = values
        with contextlib.suppress(OSError):
            save_file(self._path, json.dumps(asdict(self.values)))
            self._path.chmod(PRIVATE_FILE)  # names of clients stand in those of jobs
