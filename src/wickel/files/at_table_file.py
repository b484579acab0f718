"""How far a job is at the cutting table, as job files have it (docs/formats.md)."""

from __future__ import annotations

from typing import Annotated, Any

from pydantic import Field

from wickel.cloth import Flaw
from wickel.files.cloth_file import FlawRecord, flaw_record
from wickel.files.records import (
    FileRecord,
    FinePositive,
    Name,
    Number,
    OutlineRecord,
    outline_of,
    pairs,
)
from wickel.job.job import NOT_AT_TABLE, AtTable, Checked, Measured, Rest

_Ids = Annotated[list[Name], Field(max_length=20_000)]
_MOST_CLOTHS = 200


class MeasuredRecord(FileRecord):
    """A cloth as it was measured on the table, washed and pressed."""

    widths_mm: Annotated[list[FinePositive], Field(max_length=20)] = []
    length_mm: FinePositive | None = None
    flaws: Annotated[list[FlawRecord], Field(max_length=500)] = []
    border_mm: Number | None = None


class CheckedRecord(FileRecord):
    """What was ticked, and the mark of the lay that it was ticked for."""

    lay: Annotated[str, Field(max_length=100)]
    ids: _Ids = []


class RestRecord(FileRecord):
    """A piece of cloth that is left."""

    cloth: Name
    outline_mm: OutlineRecord
    kept: bool


class AtTableRecord(FileRecord):
    """How far a job is at the cutting table."""

    step: Annotated[str, Field(max_length=500)] = ""
    begun: Annotated[list[Name], Field(max_length=_MOST_CLOTHS)] = []
    measured: Annotated[dict[Name, MeasuredRecord], Field(max_length=_MOST_CLOTHS)] = {}
    planned_mm: Annotated[dict[Name, Number], Field(max_length=_MOST_CLOTHS)] = {}
    checked: Annotated[dict[Name, CheckedRecord], Field(max_length=_MOST_CLOTHS)] = {}
    cut: Annotated[dict[Name, _Ids], Field(max_length=_MOST_CLOTHS)] = {}
    seconds: Annotated[
        dict[Name, Annotated[float, Field(ge=0, le=1e9, allow_inf_nan=False)]],
        Field(max_length=50),
    ] = {}
    left: Annotated[list[RestRecord], Field(max_length=2000)] = []


def at_table_of(record: AtTableRecord | None) -> AtTable:
    """What a record says of a job at the table; nothing where there is none."""
    if record is None:
        return NOT_AT_TABLE
    return AtTable(
        step=record.step,
        begun=frozenset(record.begun),
        measured={id: _measured(own) for id, own in record.measured.items()},
        planned_mm=record.planned_mm,
        checked={
            id: Checked(lay=own.lay, ids=frozenset(own.ids)) for id, own in record.checked.items()
        },
        cut={id: frozenset(own) for id, own in record.cut.items()},
        seconds=record.seconds,
        left=tuple(
            Rest(cloth=own.cloth, outline=outline_of(own.outline_mm), kept=own.kept)
            for own in record.left
        ),
    )


def _measured(record: MeasuredRecord) -> Measured:
    return Measured(
        widths_mm=tuple(record.widths_mm),
        length_mm=record.length_mm,
        flaws=tuple(
            Flaw(**flaw.model_dump(include=set(FlawRecord.model_fields))) for flaw in record.flaws
        ),
        border_mm=record.border_mm,
    )


def at_table_record(at: AtTable) -> dict[str, Any]:
    """A job at the table as files write it, without what is empty."""
    record: dict[str, Any] = {
        "step": at.step,
        "begun": sorted(at.begun),
        "measured": {id: _measured_record(own) for id, own in at.measured.items()},
        "planned_mm": dict(at.planned_mm),
        "checked": {id: {"lay": own.lay, "ids": sorted(own.ids)} for id, own in at.checked.items()},
        "cut": {id: sorted(own) for id, own in at.cut.items()},
        "seconds": dict(at.seconds),
        "left": [
            {"cloth": own.cloth, "outline_mm": pairs(own.outline), "kept": own.kept}
            for own in at.left
        ],
    }
    return {key: value for key, value in record.items() if value}


def _measured_record(own: Measured) -> dict[str, Any]:
    record: dict[str, Any] = {
        "widths_mm": list(own.widths_mm),
        "length_mm": own.length_mm,
        "flaws": [flaw_record(flaw) for flaw in own.flaws],
        "border_mm": own.border_mm,
    }
    return {key: value for key, value in record.items() if value not in (None, [])}
