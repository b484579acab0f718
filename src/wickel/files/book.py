"""What a studio keeps beside its jobs, as records and as files: clients with their dated bodies,
cloths on its shelf, its own schools. The book holds the records; the files are what it took over,
and what it hands out."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import asdict
from pathlib import Path
from typing import Annotated, Any, Literal, TypeVar

from pydantic import AfterValidator, BaseModel, Field, ValidationError

from wickel.body import Adjustment, Client
from wickel.cloth import OnShelf, Reserved
from wickel.draft import School
from wickel.files.cloth_file import ClothRecord, cloth_of, cloth_record
from wickel.files.draft_records import FigureRecord, figure_of, figure_record
from wickel.files.names import plain_lines
from wickel.files.reading import UnreadableFile, first_fault, read_json
from wickel.files.records import (
    FARTHEST_MM,
    AllowanceRecord,
    BodyRecord,
    FileRecord,
    FinePositive,
    Name,
    Number,
    Text,
    allowance_record,
    allowances_of,
    body_of,
    body_record,
)
from wickel.files.saving import json_text, save_file

VERSION = 1


class AdjustmentRecord(FileRecord):
    """What a fitting has shown: which change, by how much."""

    change: Name
    mm: Number
    day: Text = ""
    job: Text = ""


class ClientRecord(FileRecord):
    """A client and the bodies measured on different days."""

    name: Name
    bodies: Annotated[list[BodyRecord], Field(max_length=500)] = []
    consent: Text = ""
    notes: Annotated[str, Field(max_length=20_000), AfterValidator(plain_lines)] = ""
    adjustments: Annotated[list[AdjustmentRecord], Field(max_length=200)] = []


class ClientsRecord(FileRecord):
    """The file of the clients."""

    format: Literal["wickel-clients"]
    version: Literal[1]
    clients: Annotated[list[ClientRecord], Field(max_length=10_000)] = []


class SchoolRecord(FileRecord):
    """A school that a maker keeps."""

    id: Name
    name: Name
    options: dict[Name, Number | Text] = {}
    allowances: AllowanceRecord = AllowanceRecord()
    figures: Annotated[dict[Name, FigureRecord], Field(max_length=1000)] = {}


class SchoolsRecord(FileRecord):
    """The file of the maker's own schools."""

    format: Literal["wickel-schools"]
    version: Literal[1]
    schools: Annotated[list[SchoolRecord], Field(max_length=200)] = []


class ReservedRecord(FileRecord):
    """How much of a cloth is kept for which job."""

    job: Name
    name: Text = ""
    mm: FinePositive
    cut: bool = False
    day: Text = ""


class OnShelfRecord(FileRecord):
    """A cloth on the shelf, with its place, and for which jobs it is kept."""

    cloth: ClothRecord
    at_hand_mm: Annotated[float, Field(ge=0, le=FARTHEST_MM, allow_inf_nan=False)] | None = None
    place: Text = ""
    since: Text = ""
    counted: Text = ""
    of: Text = ""
    origin: Text = ""
    care: Text = ""
    notes: Annotated[str, Field(max_length=20_000), AfterValidator(plain_lines)] = ""
    photo: Text = ""
    reserved: Annotated[list[ReservedRecord], Field(max_length=1000)] = []


class ClothsRecord(FileRecord):
    """The file of the cloths on the studio's own shelf: whole rows, or cloths alone in files of
    before 2026-12."""

    format: Literal["wickel-cloths"]
    version: Literal[1]
    cloths: Annotated[list[ClothRecord], Field(max_length=20_000)] = []
    shelf: Annotated[list[OnShelfRecord], Field(max_length=20_000)] = []


_R = TypeVar("_R", bound=BaseModel)
_T = TypeVar("_T")


def _read(path: Path, what: str, model: type[_R]) -> _R | None:
    if not path.exists():
        return None
    try:
        return model.model_validate(read_json(path, what))
    except ValidationError as error:
        raise first_fault(error, path.name) from None


def client_record(client: Client) -> dict[str, Any]:
    """A client as files and the book write it."""
    record: dict[str, Any] = {
        "name": client.name,
        "bodies": [body_record(body) for body in client.bodies],
    }
    more = {
        "consent": client.consent,
        "notes": client.notes,
        "adjustments": [asdict(own) for own in client.adjustments],
    }
    return record | {key: value for key, value in more.items() if value}


def client_of(value: Mapping[str, Any]) -> Client:
    """The client of a record. Raises ``ValueError``."""
    record = ClientRecord.model_validate(value)
    return Client(
        name=record.name,
        bodies=tuple(body_of(body) for body in record.bodies),
        consent=record.consent,
        notes=record.notes,
        adjustments=tuple(
            Adjustment(change=own.change, mm=own.mm, day=own.day, job=own.job)
            for own in record.adjustments
        ),
    )


def on_shelf_record(own: OnShelf) -> dict[str, Any]:
    """A cloth on the shelf as files and the book write it."""
    words = {key: getattr(own, key) for key in _SHELF_WORDS if getattr(own, key)}
    record: dict[str, Any] = {"cloth": cloth_record(own.cloth), **words}
    if own.at_hand_mm is not None:
        record["at_hand_mm"] = own.at_hand_mm
    if own.reserved:
        record["reserved"] = [asdict(kept) for kept in own.reserved]
    return record


_SHELF_WORDS = ("place", "since", "counted", "of", "origin", "care", "notes", "photo")


def on_shelf_of(value: Mapping[str, Any]) -> OnShelf:
    """The cloth on the shelf of a record. Raises ``ValueError``."""
    record = OnShelfRecord.model_validate(value)
    return OnShelf(
        cloth=cloth_of(record.cloth),
        at_hand_mm=record.at_hand_mm,
        reserved=tuple(
            Reserved(job=k.job, name=k.name, mm=k.mm, cut=k.cut, day=k.day) for k in record.reserved
        ),
        **{key: getattr(record, key) for key in _SHELF_WORDS},
    )


def school_record(school: School) -> dict[str, Any]:
    """A school as files and the book write it."""
    return {
        "id": school.id,
        "name": school.name,
        "options": dict(school.options),
        "allowances": allowance_record(school.allowances),
        "figures": {id: figure_record(own) for id, own in school.figures.items()},
    }


def school_of(value: Mapping[str, Any]) -> School:
    """The school of a record. Raises ``ValueError``."""
    school = SchoolRecord.model_validate(value)
    return School(
        id=school.id,
        name=school.name,
        options=school.options,
        allowances=allowances_of(school.allowances),
        figures={id: figure_of(own) for id, own in school.figures.items()},
    )


def read_clients(path: Path) -> tuple[Client, ...]:
    """The clients of a file; none when there is no file yet. Raises ``UnreadableFile``."""
    record = _read(path, "clients", ClientsRecord)
    return () if record is None else _each(path, client_of, record.clients)


def save_clients(clients: Sequence[Client], path: Path) -> None:
    """Write the clients atomically, keeping the previous file as ``.bak``. Raises ``OSError``."""
    _write(path, "wickel-clients", "clients", [client_record(client) for client in clients])


def read_shelf(path: Path) -> tuple[OnShelf, ...]:
    """What stands on the studio's own shelf; nothing when there is no file yet. Raises
    ``UnreadableFile``."""
    record = _read(path, "cloths", ClothsRecord)
    if record is None:
        return ()
    bare = _each(path, lambda value: on_shelf_of({"cloth": value}), record.cloths)
    return (*bare, *_each(path, on_shelf_of, record.shelf))


def save_shelf(shelf: Sequence[OnShelf], path: Path) -> None:
    """Write the shelf atomically, keeping the previous file as ``.bak``. Raises ``OSError``."""
    _write(path, "wickel-cloths", "shelf", [on_shelf_record(own) for own in shelf])


def read_schools(path: Path) -> tuple[School, ...]:
    """The maker's own schools of a file; none when there is no file yet. Raises
    ``UnreadableFile``."""
    record = _read(path, "schools", SchoolsRecord)
    return () if record is None else _each(path, school_of, record.schools)


def save_schools(schools: Sequence[School], path: Path) -> None:
    """Write the schools atomically, keeping the previous file as ``.bak``. Raises ``OSError``."""
    _write(path, "wickel-schools", "schools", [school_record(school) for school in schools])


def _each(
    path: Path, of: Callable[[Mapping[str, Any]], _T], records: Sequence[FileRecord]
) -> tuple[_T, ...]:
    """What the records of a file describe. Raises ``UnreadableFile``."""
    try:
        return tuple(of(record.model_dump(exclude_unset=True)) for record in records)
    except ValueError as reason:
        raise UnreadableFile(f"{path.name}: {reason}".rstrip(".") + ".") from None


def _write(path: Path, format: str, key: str, rows: list[dict[str, Any]]) -> None:
    save_file(
        path, json_text({"format": format, "version": VERSION, key: rows}) + "\n", backup=True
    )
