"""The cells of yardage tables kept on disk, a file each, named by all they depend on.

A file that cannot be read, or is not what it says, counts as not there: the cell is filled anew.
"""

from __future__ import annotations

import contextlib
import json
from dataclasses import asdict
from pathlib import Path

from pydantic import ValidationError

from wickel.files.kept_file import KeptLayRecord, kept_lay, kept_lay_record
from wickel.files.reading import UnreadableFile, read_json
from wickel.files.records import FileRecord
from wickel.files.said_file import Said, SaidRecord, said_of, said_record
from wickel.files.saving import save_file
from wickel.job import Cell, WayLine
from wickel.lay import Labour
from wickel.wording import Text

MOST_FILES = 5000
"""More cells than that are not kept: the oldest go."""


class LabourRecord(FileRecord):
    """What there is to spread, lay and cut."""

    sections: int
    folds: int
    placements: int
    line_mm: float


class WayRecord(FileRecord):
    """One way of a cell."""

    way: str
    length_mm: float | None
    used_share: float
    labour: LabourRecord
    complete: bool
    least_mm: float
    refusal: Said


class CellRecord(FileRecord):
    """A cell without its place in a table, which its key does not know."""

    key: str
    refusal: Said
    ways: list[WayRecord]
    laid: KeptLayRecord | None
    unmatched_mm: float | None
    each: list[KeptLayRecord]
    each_mm: list[float]


def _way_line(record: WayRecord) -> WayLine:
    values = {name: getattr(record, name) for name in WayRecord.model_fields}
    values |= {"labour": Labour(**record.labour.model_dump()), "refusal": said_of(record.refusal)}
    return WayLine(**values)


def _way_record(line: WayLine) -> WayRecord:
    values = {name: getattr(line, name) for name in WayRecord.model_fields}
    values |= {"labour": LabourRecord(**asdict(line.labour)), "refusal": _said(line.refusal)}
    return WayRecord(**values)


def _said(text: Text) -> str | SaidRecord:
    record = said_record(text)
    return record if isinstance(record, str) else SaidRecord.model_validate(record)


class TableStore:
    """A folder of cells."""

    def __init__(self, folder: Path) -> None:
        self._folder = folder

    def find(self, key: str, size: str, width_mm: float) -> Cell | None:
        """The cell of a key, for its place in a table; None when there is none that can be read."""
        try:
            # shared values are tuples in the core and lists in the file: not strict in that
            record = CellRecord.model_validate_json(
                json.dumps(read_json(self._path(key), "cell")), strict=False
            )
        except (UnreadableFile, ValidationError, ValueError):
            return None
        if record.key != key:
            return None
        return Cell(
            size=size,
            width_mm=width_mm,
            key=key,
            refusal=said_of(record.refusal),
            ways=tuple(_way_line(way) for way in record.ways),
            laid=None if record.laid is None else kept_lay(record.laid),
            unmatched_mm=record.unmatched_mm,
            each=tuple(kept_lay(lay) for lay in record.each),
            each_mm=tuple(record.each_mm),
        )

    def keep(self, cell: Cell) -> None:
        """Write a cell.

        Raises:
            OSError: it cannot be written.
        """
        record = CellRecord(
            key=cell.key,
            refusal=_said(cell.refusal),
            ways=[_way_record(way) for way in cell.ways],
            laid=None if cell.laid is None else KeptLayRecord(**kept_lay_record(cell.laid)),
            unmatched_mm=cell.unmatched_mm,
            each=[KeptLayRecord(**kept_lay_record(lay)) for lay in cell.each],
            each_mm=list(cell.each_mm),
        )
        save_file(self._path(cell.key), record.model_dump_json())

    def tidy(self) -> None:
        """Throw the oldest cells away when there are too many."""
        files = sorted(self._folder.glob("*.cell.json"), key=lambda path: path.stat().st_mtime)
        for path in files[: max(0, len(files) - MOST_FILES)]:
            with contextlib.suppress(OSError):
                path.unlink()

    def _path(self, key: str) -> Path:
        return self._folder / f"{key}.cell.json"
