"""Styles of the studio as files ``*.wickel-style.json``: points with formulas, as a maker wrote
them."""

from __future__ import annotations

from pathlib import Path
from typing import Annotated, Any, Literal

from pydantic import Field

from wickel.draft.own import LINES, OwnOption, OwnPiece, OwnPoint, OwnStyle
from wickel.draft.own.own_style import MOST_PIECES, MOST_POINTS, OWN_ROLES
from wickel.files.drawn_file import MOST_DRAWN, DrawnPieceRecord, drawn_of, drawn_record
from wickel.files.records import FileRecord, Name, Number, Text
from wickel.files.saving import json_text, save_file
from wickel.wording import say

FORMAT = "wickel-style"
VERSION = 1

Formula = Annotated[str, Field(max_length=300)]


class OwnPointRecord(FileRecord):
    """A point: two formulas, how the line runs on, and the edge that begins there."""

    name: Name
    down: Formula
    across: Formula
    then: Name = "straight"
    edge: Name = "side"
    role: Name = "side"
    allowance_mm: Number | None = None


class OwnPieceRecord(FileRecord):
    """A piece as rows of points, and what to cut."""

    id: Name
    name: Name
    points: Annotated[list[OwnPointRecord], Field(max_length=MOST_POINTS)]
    copies: Annotated[int, Field(ge=1, le=1000)] = 2
    pair: bool = True
    material: Name = "main"
    grain_deg: Number = 0.0


class OwnOptionRecord(FileRecord):
    """A length that the style asks for."""

    id: Annotated[str, Field(pattern=r"^[a-z][a-z0-9_]*$", max_length=60)]
    question: Name
    default_mm: Number


class OwnStyleRecord(FileRecord):
    """A whole style of the studio."""

    id: Name
    name: Name
    options: Annotated[list[OwnOptionRecord], Field(max_length=40)] = []
    pieces: Annotated[list[OwnPieceRecord], Field(max_length=MOST_PIECES)]
    house: Text = ""
    house_options: dict[Name, Number | Text] = {}
    drawn: Annotated[list[DrawnPieceRecord], Field(max_length=MOST_DRAWN)] = []


class StyleFileRecord(OwnStyleRecord):
    """A style in a file of its own."""

    format: Literal["wickel-style"]
    version: Literal[1]


def own_style(record: OwnStyleRecord) -> OwnStyle:
    """The style of a record. Raises ``ValueError``: a line, an allowance or a name that is not
    known or doubled."""
    for piece in record.pieces:
        for row in piece.points:
            if row.then not in LINES:
                raise ValueError(
                    say(
                        "own_file.no-such-line",
                        piece=piece.name,
                        then=row.then,
                        join=", ".join(LINES),
                    )
                )
            if row.role not in OWN_ROLES:
                raise ValueError(
                    say(
                        "own_file.no-such-allowance",
                        piece=piece.name,
                        role=row.role,
                        join=", ".join(OWN_ROLES),
                    )
                )
    ids = [piece.id for piece in record.pieces] + [piece.id for piece in record.drawn]
    if len(set(ids)) != len(ids):
        raise ValueError(say("own_file.piece-id-twice", record=record.name))
    return OwnStyle(
        id=record.id,
        name=record.name,
        house=record.house,
        house_options=tuple(sorted(record.house_options.items())),
        drawn=tuple(drawn_of(piece) for piece in record.drawn),
        options=tuple(
            OwnOption(id=o.id, question=o.question, default_mm=o.default_mm) for o in record.options
        ),
        pieces=tuple(
            OwnPiece(
                **piece.model_dump(
                    include={"id", "name", "copies", "pair", "material", "grain_deg"}
                ),
                points=tuple(
                    OwnPoint(**row.model_dump(include=set(OwnPointRecord.model_fields)))
                    for row in piece.points
                ),
            )
            for piece in record.pieces
        ),
    )


def own_style_record(own: OwnStyle) -> dict[str, Any]:
    """A style as files write it, with stable key order."""
    return {
        "id": own.id,
        "name": own.name,
        "options": [
            {"id": o.id, "question": o.question, "default_mm": o.default_mm} for o in own.options
        ],
        "pieces": [
            {
                "id": piece.id,
                "name": piece.name,
                "copies": piece.copies,
                "pair": piece.pair,
                "material": piece.material,
                "grain_deg": piece.grain_deg,
                "points": [
                    {
                        key: getattr(row, key)
                        for key in OwnPointRecord.model_fields
                        if key != "allowance_mm" or row.allowance_mm is not None
                    }
                    for row in piece.points
                ],
            }
            for piece in own.pieces
        ],
        **({"house": own.house, "house_options": dict(own.house_options)} if own.house else {}),
        **({"drawn": [drawn_record(piece) for piece in own.drawn]} if own.drawn else {}),
    }


def save_style(own: OwnStyle, path: Path) -> None:
    """Write a style file atomically, keeping the previous one as ``.bak``. Raises ``OSError``."""
    save_file(
        path,
        json_text({"format": FORMAT, "version": VERSION, **own_style_record(own)}) + "\n",
        backup=True,
    )
