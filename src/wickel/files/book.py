"""What a studio keeps beside its jobs: clients with their dated bodies, and its own schools. One
small file each."""

from __future__ import annotations

from pathlib import Path
from typing import Annotated, Any, Literal, TypeVar

from pydantic import BaseModel, Field, ValidationError

from wickel.body import Client
from wickel.cloth import Cloth
from wickel.draft import School
from wickel.files.cloth_file import ClothRecord, cloth_of, cloth_record
from wickel.files.draft_records import FigureRecord, figure_of, figure_record
from wickel.files.reading import UnreadableFile, first_fault, read_json
from wickel.files.records import (
    AllowanceRecord,
    BodyRecord,
    FileRecord,
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


class ClientRecord(FileRecord):
    """A client and the bodies measured on different days."""

    name: Name
    bodies: Annotated[list[BodyRecord], Field(max_length=500)] = []


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


class ClothsRecord(FileRecord):
    """The file of the cloths on the studio's own shelf."""

    format: Literal["wickel-cloths"]
    version: Literal[1]
    cloths: Annotated[list[ClothRecord], Field(max_length=2000)] = []


_R = TypeVar("_R", bound=BaseModel)


def _read(path: Path, what: str, model: type[_R]) -> _R | None:
    if not path.exists():
        return None
    try:
        return model.model_validate(read_json(path, what))
    except ValidationError as error:
        raise first_fault(error, path.name) from None


def read_clients(path: Path) -> tuple[Client, ...]:
    """The clients of a file; none when there is no file yet. Raises ``UnreadableFile``."""
    record = _read(path, "clients", ClientsRecord)
    try:
        return (
            ()
            if record is None
            else tuple(
                Client(name=client.name, bodies=tuple(body_of(body) for body in client.bodies))
                for client in record.clients
            )
        )
    except ValueError as reason:
        raise UnreadableFile(f"{path.name}: {reason}.") from None


def save_clients(clients: tuple[Client, ...], path: Path) -> None:
    """Write the clients atomically, keeping the previous file as ``.bak``. Raises ``OSError``."""
    rows = [
        {"name": client.name, "bodies": [body_record(body) for body in client.bodies]}
        for client in clients
    ]
    _write(path, "wickel-clients", "clients", rows)


def read_cloths(path: Path) -> tuple[Cloth, ...]:
    """The cloths on the studio's own shelf; none when there is no file yet. Raises
    ``UnreadableFile``."""
    record = _read(path, "cloths", ClothsRecord)
    try:
        return () if record is None else tuple(cloth_of(cloth) for cloth in record.cloths)
    except ValueError as reason:
        raise UnreadableFile(f"{path.name}: {reason}") from None


def save_cloths(cloths: tuple[Cloth, ...], path: Path) -> None:
    """Write the shelf atomically, keeping the previous file as ``.bak``. Raises ``OSError``."""
    _write(path, "wickel-cloths", "cloths", [cloth_record(cloth) for cloth in cloths])


def read_schools(path: Path) -> tuple[School, ...]:
    """The maker's own schools of a file; none when there is no file yet. Raises
    ``UnreadableFile``."""
    record = _read(path, "schools", SchoolsRecord)
    try:
        return (
            ()
            if record is None
            else tuple(
                School(
                    id=school.id,
                    name=school.name,
                    options=school.options,
                    allowances=allowances_of(school.allowances),
                    figures={id: figure_of(own) for id, own in school.figures.items()},
                )
                for school in record.schools
            )
        )
    except ValueError as reason:
        raise UnreadableFile(f"{path.name}: {reason}.") from None


def save_schools(schools: tuple[School, ...], path: Path) -> None:
    """Write the schools atomically, keeping the previous file as ``.bak``. Raises ``OSError``."""
    rows = [
        {
            "id": school.id,
            "name": school.name,
            "options": dict(school.options),
            "allowances": allowance_record(school.allowances),
            "figures": {id: figure_record(own) for id, own in school.figures.items()},
        }
        for school in schools
    ]
    _write(path, "wickel-schools", "schools", rows)


def _write(path: Path, format: str, key: str, rows: list[dict[str, Any]]) -> None:
    save_file(
        path, json_text({"format": format, "version": VERSION, key: rows}) + "\n", backup=True
    )
