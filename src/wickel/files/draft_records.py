"""What a maker says of a draft, as files write it: figures of their own, and cards of pieces."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import asdict
from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

from wickel.draft import STYLES, AsFar, Formula, Length, Own, Plus
from wickel.draft.formulas import LONGEST_FORMULA
from wickel.files.records import FileRecord, Name, Number, Text
from wickel.job import Card
from wickel.job.cards import MOST_ALLOWANCE_MM, MOST_SPARE_MM
from wickel.job.job import Allowed, Backing, CardGrain, Centre, End, Giver
from wickel.job.later import MOST_LATER_MM
from wickel.lay import Place, Waived
from wickel.wording import say

MOST_COPIES = 1_000


class BackingRecord(FileRecord):
    """Interfacing or lining of a piece."""

    none: bool = False
    edge: Text = ""
    deep_mm: Annotated[Number, Field(ge=0, le=3000)] = 0.0
    shorter_mm: Annotated[Number, Field(ge=0, le=500)] = 0.0
    smaller_mm: Annotated[Number, Field(ge=0, le=100)] = 0.0
    outer_edge: Text = ""
    outer_mm: Annotated[Number, Field(ge=0, le=3000)] = 0.0


class CardRecord(FileRecord):
    """What is said of one drafted piece; ``cut``: copies that are cut already, by cloth."""

    waive: list[Literal["print", "match", "grain"]] = []
    left_out: bool = False
    copies: Annotated[int, Field(ge=1, le=MOST_COPIES)] | None = None
    cloth: Text = ""
    grain: Literal["straight", "cross", "bias"] | None = None
    allowances_mm: dict[Name, Annotated[Number, Field(ge=0, le=MOST_ALLOWANCE_MM)]] = {}
    note: Text = ""
    name: Text = ""
    centre: Literal["fold", "halves", "whole"] | None = None
    grain_deg: Annotated[Number, Field(ge=-360, le=360)] = 0.0
    interfacing: BackingRecord | None = None
    lining: BackingRecord | None = None
    runs_out: dict[Name, Literal["start", "end"]] = {}
    spare_mm: Annotated[Number, Field(ge=0, le=MOST_SPARE_MM)] = 0.0
    place: Literal["", "alone", "shared"] = ""
    later: bool = False
    later_mm: Annotated[Number, Field(ge=0, le=MOST_LATER_MM)] = 0.0
    cut: dict[Name, Annotated[int, Field(ge=0, le=MOST_COPIES)]] = {}


class FigureRecord(FileRecord):
    """A figure of the maker's own: one of these keys says how."""

    length_mm: Number | None = None
    cut: bool = False
    plus_mm: Number | None = None
    formula: Annotated[str, Field(max_length=LONGEST_FORMULA)] | None = None
    at_least_mm: Number | None = None
    found_mm: Number | None = None

    @model_validator(mode="after")
    def _one(self) -> FigureRecord:
        said = (self.length_mm, self.plus_mm, self.formula, self.at_least_mm)
        if sum(value is not None for value in said) != 1:
            raise ValueError(say("job_file.figure"))
        return self


class AllowedRecord(FileRecord):
    """How far the two lengths of a check may differ; without a most by any length more."""

    least_mm: Number
    most_mm: Number | None = None

    @model_validator(mode="after")
    def _in_order(self) -> AllowedRecord:
        if self.most_mm is not None and self.least_mm > self.most_mm:
            raise ValueError(say("job_file.allowed"))
        return self


def allowed_of(records: Mapping[str, AllowedRecord]) -> dict[str, Allowed]:
    """What checks are allowed, of records by their names."""
    return {
        name: Allowed(least_mm=record.least_mm, most_mm=record.most_mm)
        for name, record in records.items()
    }


def allowed_record(allowed: Mapping[str, Allowed]) -> dict[str, dict[str, float]]:
    """What checks are allowed, as files write it."""
    return {
        name: {key: mm for key, mm in asdict(said).items() if mm is not None}
        for name, said in allowed.items()
    }


class GiverRecord(FileRecord):
    """The school or the version that has given a figure."""

    layer: Literal["school", "version", "client"]
    name: Text = ""


def giver_record(giver: Giver) -> dict[str, str]:
    """What has given a figure, as files write it."""
    return {"layer": giver.layer.value, "name": giver.name}


def figure_now(style: str, id: str) -> str:
    """The id that a figure of a style has now; in older files some are called otherwise."""
    known = STYLES.get(style)
    return id if known is None else known.now_called(id)


def figure_of(record: FigureRecord) -> Own:
    """The figure of a record."""
    if record.length_mm is not None:
        return Length(record.length_mm, record.cut)
    if record.plus_mm is not None:
        return Plus(record.plus_mm)
    if record.formula is not None:
        return Formula(record.formula)
    assert record.at_least_mm is not None
    return AsFar(record.at_least_mm, record.found_mm)


def figure_record(own: Own) -> dict[str, Any]:
    """A figure as files write it."""
    match own:
        case Length(mm, cut):
            return {"length_mm": mm} | ({"cut": True} if cut else {})
        case Plus(mm):
            return {"plus_mm": mm}
        case Formula(text):
            return {"formula": text}
        case AsFar(least, None):
            return {"at_least_mm": least}
        case AsFar(least, found):
            return {"at_least_mm": least, "found_mm": found}


def card_of(record: CardRecord) -> Card:
    """The card of a record."""
    return Card(
        waive=frozenset(map(Waived, record.waive)),
        cut=record.cut,
        left_out=record.left_out,
        copies=record.copies,
        cloth=record.cloth,
        grain=None if record.grain is None else CardGrain(record.grain),
        allowances_mm=record.allowances_mm,
        note=record.note,
        name=record.name,
        centre=None if record.centre is None else Centre(record.centre),
        grain_deg=record.grain_deg,
        interfacing=_backing_of(record.interfacing),
        lining=_backing_of(record.lining),
        runs_out={edge: End(end) for edge, end in record.runs_out.items()},
        spare_mm=record.spare_mm,
        place=Place(record.place),
        later=record.later,
        later_mm=record.later_mm,
    )


def _backing_of(record: BackingRecord | None) -> Backing | None:
    if record is None:
        return None
    return Backing(
        none=record.none,
        edge=record.edge,
        deep_mm=record.deep_mm,
        shorter_mm=record.shorter_mm,
        smaller_mm=record.smaller_mm,
        outer_edge=record.outer_edge,
        outer_mm=record.outer_mm,
    )


def card_record(card: Card) -> dict[str, Any]:
    """A card as files write it: only what it says."""
    said: dict[str, Any] = {
        "waive": sorted(card.waive),
        "cut": dict(card.cut),
        "left_out": card.left_out,
        "copies": card.copies,
        "cloth": card.cloth,
        "grain": card.grain,
        "allowances_mm": dict(card.allowances_mm),
        "note": card.note,
        "name": card.name,
        "centre": card.centre,
        "grain_deg": card.grain_deg,
        "interfacing": _backing_record(card.interfacing),
        "lining": _backing_record(card.lining),
        "runs_out": {edge: end.value for edge, end in card.runs_out.items()},
        "spare_mm": card.spare_mm,
        "place": card.place.value,
        "later": card.later,
        "later_mm": card.later_mm,
    }
    return {key: value for key, value in said.items() if value}


def _backing_record(backing: Backing | None) -> dict[str, Any]:
    if backing is None:
        return {}
    plain = asdict(Backing())
    said = {key: value for key, value in asdict(backing).items() if value != plain[key]}
    return said or {"none": False}
