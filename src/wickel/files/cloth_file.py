"""Cloths as job files and the studio's shelf have them: records as written, and the cloths they
describe."""

from __future__ import annotations

import re
from base64 import b64decode, b64encode
from typing import Annotated, Any, Literal

from pydantic import Field, ValidationError

from wickel.cloth import (
    STEP_MM,
    BadCloth,
    Border,
    BorderAt,
    Cloth,
    Design,
    Figure,
    Flaw,
    Kind,
    Motif,
    Print,
    Repeat,
)
from wickel.files.records import (
    FileRecord,
    FinePositive,
    Name,
    Number,
    OutlineRecord,
    Text,
    outline_of,
    pairs,
)
from wickel.wording import say

MOST_PICTURE = 2_000_000


class StretchRecord(FileRecord):
    """How far a cloth stretches, as shares of 1."""

    along: Number = 0.0
    across: Number = 0.0


class RepeatRecord(FileRecord):
    """How far apart the same figure comes again."""

    along: FinePositive | None = None
    across: FinePositive | None = None
    offset: Number = 0.0


class BorderRecord(FileRecord):
    """A border along a selvage, along both, or across the cloth."""

    at: Literal["low", "high", "both", "across"]
    width_mm: FinePositive
    distance_mm: Number = 0.0


class MotifRecord(FileRecord):
    """A large motif: the middle of the first one, and its size."""

    x_mm: Number
    y_mm: Number
    length_mm: FinePositive
    width_mm: FinePositive


class FlawRecord(FileRecord):
    """A spoiled place; without a width it goes over the whole width."""

    x_mm: Number
    length_mm: FinePositive
    y_mm: Number = 0.0
    width_mm: FinePositive | None = None


class ClothRecord(FileRecord):
    """A cloth."""

    id: Name
    name: Text = ""
    usable_width_mm: FinePositive
    full_width_mm: FinePositive | None = None
    print: Literal["any", "two-way", "per-garment", "one-way"] | None = None
    selvage_mm: Number = 0.0
    reserve_mm: Number = 0.0
    shrink_along: Number = 0.0
    shrink_across: Number = 0.0
    squaring_mm: Number = 25.0
    step_mm: FinePositive = STEP_MM
    length_at_hand_mm: FinePositive | None = None
    price: Annotated[float, Field(ge=0, le=1e6, allow_inf_nan=False)] | None = None
    colour: Annotated[str, Field(max_length=200)] = ""
    kind: Literal["woven", "knit", "non-woven"] = "woven"
    fibre: Text = ""
    stretch: StretchRecord | None = None
    nap: bool = False
    see_through: bool = False
    frays: bool = False
    least_length_mm: Number = 0.0
    sold_length_mm: FinePositive | None = None
    margin_mm: Number = 0.0
    flaws: Annotated[list[FlawRecord], Field(max_length=500)] = []
    remnant: OutlineRecord | None = None
    cut_away_mm: Annotated[list[OutlineRecord], Field(max_length=5000)] = []
    high_selvage_mm: Number | None = None
    heads_at_end: bool = False
    figure: Name = "plain"
    motif: MotifRecord | None = None
    picture_png: Annotated[str, Field(max_length=MOST_PICTURE)] = ""


_CLOTH_BY_HAND = {
    "cut_away_mm",
    "print",
    "kind",
    "stretch",
    "flaws",
    "remnant",
    "figure",
    "motif",
    "picture_png",
    "colour",
}
"""Keys of a cloth that do not stand in the core under the same name with the same value."""


def cloth_of(record: ClothRecord) -> Cloth:
    """The cloth of a record. Raises ``BadCloth``."""
    own = record.model_dump(include=set(ClothRecord.model_fields) - _CLOTH_BY_HAND)
    stretch = record.stretch or StretchRecord()
    design, unheeded = _design(record)
    colour = _colour(record.colour)
    return Cloth(
        **own,
        print=None if record.print is None else Print(record.print),
        kind=Kind(record.kind),
        stretch_along=stretch.along,
        stretch_across=stretch.across,
        flaws=tuple(
            Flaw(**flaw.model_dump(include=set(FlawRecord.model_fields))) for flaw in record.flaws
        ),
        remnant=outline_of(record.remnant or []),
        cut_away=tuple(outline_of(hole) for hole in record.cut_away_mm),
        design=design,
        colour=colour or "",
        unheeded=unheeded if colour is not None else (*unheeded, "colour"),
    )


_COLOUR = re.compile(r"#[0-9a-fA-F]{6}")
_SHORT_COLOUR = re.compile(r"#([0-9a-fA-F])([0-9a-fA-F])([0-9a-fA-F])")


def _colour(text: str) -> str | None:
    """A colour as #rrggbb, or as nothing; None for one that is written in another way."""
    short = _SHORT_COLOUR.fullmatch(text)
    if short:
        return "#" + "".join(2 * digit for digit in short.groups())
    return text if not text or _COLOUR.fullmatch(text) else None


def _design(record: ClothRecord) -> tuple[Design, tuple[str, ...]]:
    """What is on a cloth, and the keys that say it in a way that is not understood."""
    extra = record.model_extra or {}
    repeat, border = _repeat(extra.get("repeat_mm")), _border(extra.get("border"))
    unheeded = [key for key, made in (("repeat_mm", repeat), ("border", border)) if made is False]
    motif = record.motif
    try:
        picture = b64decode(record.picture_png, validate=True)
    except ValueError:
        raise BadCloth(say("cloth_file.picture", id=record.id)) from None
    return (
        Design(
            figure=Figure(record.figure) if record.figure in set(Figure) else Figure.PLAIN,
            repeat=repeat or None,
            border=border or None,
            motif=None
            if motif is None
            else Motif(
                x_mm=motif.x_mm, y_mm=motif.y_mm, length_mm=motif.length_mm, width_mm=motif.width_mm
            ),
            picture=picture,
        ),
        tuple(unheeded),
    )


def _repeat(said: object) -> Repeat | Literal[False] | None:
    """The repeat of a print: a length along, ``[along, across]``, or an object; False when it is
    not understood. 0 says that nothing repeats that way."""
    if not said:
        return None
    plain = said
    if isinstance(said, int | float) and not isinstance(said, bool):
        plain = {"along": said}
    elif isinstance(said, list) and len(said) == 2:
        plain = dict(zip(("along", "across"), said, strict=True))
    if isinstance(plain, dict):
        plain = {key: value for key, value in plain.items() if value}
    try:
        read = RepeatRecord.model_validate(plain)
    except ValidationError:
        return False
    if not (read.along or read.across):
        return False
    return Repeat(along_mm=read.along, across_mm=read.across, offset_mm=read.offset)


def _border(said: object) -> Border | Literal[False] | None:
    """The border of a print; False when it is not understood."""
    if not said:
        return None
    try:
        read = BorderRecord.model_validate(said)
        return Border(at=BorderAt(read.at), width_mm=read.width_mm, distance_mm=read.distance_mm)
    except ValidationError:
        return False


def cloth_record(cloth: Cloth) -> dict[str, Any]:
    """A cloth as files write it."""
    plain = [key for key in ClothRecord.model_fields if key not in _CLOTH_BY_HAND]
    bare = Cloth(id=cloth.id, usable_width_mm=cloth.usable_width_mm)
    record: dict[str, Any] = {
        key: value
        for key in plain
        if (value := getattr(cloth, key)) is not None
        and (key not in _WRITTEN_WHEN_OTHER or value != getattr(bare, key))
    }
    stretch = {"along": cloth.stretch_along, "across": cloth.stretch_across}
    by_hand: dict[str, Any] = {
        "colour": cloth.colour,
        "kind": "" if cloth.kind is Kind.WOVEN else cloth.kind.value,
        "stretch": stretch if any(stretch.values()) else {},
        "flaws": [flaw_record(flaw) for flaw in cloth.flaws],
        "remnant": [list(point) for point in cloth.remnant],
        "cut_away_mm": [pairs(hole) for hole in cloth.cut_away],
        "print": "" if cloth.print is None else cloth.print.value,
    }
    record |= {key: value for key, value in by_hand.items() if value}
    return record | _design_record(cloth.design)


_WRITTEN_WHEN_OTHER = (
    "fibre",
    "nap",
    "see_through",
    "frays",
    "least_length_mm",
    "margin_mm",
    "heads_at_end",
)
"""What an old file does not say: written when it is not as it was then."""


def flaw_record(flaw: Flaw) -> dict[str, Any]:
    """A spoilt place as files write it."""
    return {
        key: value for key in FlawRecord.model_fields if (value := getattr(flaw, key)) is not None
    }


def _design_record(design: Design) -> dict[str, Any]:
    record: dict[str, Any] = {}
    repeat, border, motif = design.repeat, design.border, design.motif
    if design.figure is not Figure.PLAIN:
        record["figure"] = design.figure.value
    if repeat is not None:
        sides = {
            "along": repeat.along_mm,
            "across": repeat.across_mm,
            "offset": repeat.offset_mm or None,
        }
        record["repeat_mm"] = {key: mm for key, mm in sides.items() if mm is not None}
    if border is not None:
        record["border"] = {
            "at": border.at.value,
            "width_mm": border.width_mm,
            "distance_mm": border.distance_mm,
        }
    if motif is not None:
        record["motif"] = {key: getattr(motif, key) for key in MotifRecord.model_fields}
    if design.picture:
        record["picture_png"] = b64encode(design.picture).decode("ascii")
    return record
