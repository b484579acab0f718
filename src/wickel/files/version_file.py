"""Versions of styles as files ``*.wickel-style.json``, version 2: answers, figures, cards, changes
and rows of points, any of them, laid over a style. Version 1 holds rows of points alone
(``own_file``)."""

from __future__ import annotations

from pathlib import Path
from typing import Annotated, Any, Literal

from pydantic import Field, ValidationError

from wickel.draft import STYLES
from wickel.draft.own import OwnStyle
from wickel.files.draft_records import (
    AllowedRecord,
    CardRecord,
    FigureRecord,
    allowed_of,
    allowed_record,
    card_of,
    card_record,
    figure_now,
    figure_of,
    figure_record,
)
from wickel.files.own_file import (
    FORMAT,
    OwnStyleRecord,
    StyleFileRecord,
    own_style,
    own_style_record,
)
from wickel.files.reading import UnreadableFile, first_fault, read_json
from wickel.files.records import (
    AllowanceRecord,
    ChangeRecord,
    FileRecord,
    Name,
    Number,
    Text,
    allowance_record,
    allowances_of,
    change_of,
    change_record,
)
from wickel.files.saving import json_text, save_file
from wickel.job.version import Version
from wickel.wording import say

VERSION = 2


class VersionFileRecord(FileRecord):
    """A version of a style in a file of its own; ``own`` is the style that it is a version of,
    where that is written in the studio."""

    format: Literal["wickel-style"]
    version: Literal[2]
    id: Name
    name: Name
    style: Name
    own: OwnStyleRecord | None = None
    options: dict[Name, Number | Text] = {}
    allowances: AllowanceRecord = AllowanceRecord()
    figures: Annotated[dict[Name, FigureRecord], Field(max_length=1000)] = {}
    cards: Annotated[dict[Name, CardRecord], Field(max_length=500)] = {}
    changes: Annotated[list[ChangeRecord], Field(max_length=200)] = []
    anyway: bool = False
    allowed: Annotated[dict[Name, AllowedRecord], Field(max_length=200)] = {}


def version_of_record(record: VersionFileRecord) -> Version:
    """The version of a record. Raises ``ValueError``: no such style, operation or preset."""
    own = None if record.own is None else own_style(record.own)
    if record.style not in STYLES and (own is None or own.id != record.style):
        raise ValueError(say("version_file.no-such-style", style=record.style))
    return Version(
        id=record.id,
        name=record.name,
        style=record.style,
        own=own,
        options=record.options,
        allowances=allowances_of(record.allowances),
        figures={
            figure_now(record.style, id): figure_of(figure) for id, figure in record.figures.items()
        },
        cards={id: card_of(card) for id, card in record.cards.items()},
        changes=tuple(change_of(change) for change in record.changes),
        anyway=record.anyway,
        allowed=allowed_of(record.allowed),
    )


def version_record(version: Version) -> dict[str, Any]:
    """A version as files write it, with stable key order."""
    own = version.own
    return {
        "format": FORMAT,
        "version": VERSION,
        "id": version.id,
        "name": version.name,
        "style": version.style,
        **({} if own is None else {"own": own_style_record(own)}),
        "options": dict(version.options),
        "allowances": allowance_record(version.allowances),
        "figures": {id: figure_record(figure) for id, figure in version.figures.items()},
        "cards": {id: card_record(card) for id, card in version.cards.items()},
        "changes": [change_record(change) for change in version.changes],
        **({"anyway": True} if version.anyway else {}),
        **({"allowed": allowed_record(version.allowed)} if version.allowed else {}),
    }


def read_style(path: Path) -> OwnStyle | Version:
    """Read a style of the studio's, of either version of its format. Raises ``UnreadableFile``
    with one sentence."""
    value = read_json(path, "style")
    version = value.get("version")
    if isinstance(version, int) and version > VERSION:
        raise UnreadableFile(
            say("job_file.newer", name=path.name, version=version, version_2=VERSION)
        )
    try:
        if version == VERSION:
            return version_of_record(VersionFileRecord.model_validate(value))
        return own_style(StyleFileRecord.model_validate(value))
    except ValidationError as error:
        raise first_fault(error, path.name) from None
    except ValueError as reason:
        raise UnreadableFile(f"{path.name}: {reason}.") from None


def save_version(version: Version, path: Path) -> None:
    """Write a version atomically, keeping the previous one as ``.bak``. Raises ``OSError``."""
    save_file(path, json_text(version_record(version)) + "\n", backup=True)
