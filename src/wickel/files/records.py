"""Records that several files share: bodies, allowances, changes made by hand; and what they
describe.

Records stand apart from the core's dataclasses: reading makes a record, checks it, and only then
builds the value.
"""

from __future__ import annotations

from typing import Annotated, Any

from pydantic import AfterValidator, BaseModel, ConfigDict, Field

from wickel.body import MEASUREMENTS, Body
from wickel.draft import DEFAULT_PRESET, Allowances
from wickel.draft.operations import OPERATIONS, Change, Spot, questions
from wickel.files.names import plain_text
from wickel.geometry import Outline, Point
from wickel.wording import say

FARTHEST_MM = 1e5
MOST_POINTS = 20_000

Number = Annotated[
    float,
    Field(allow_inf_nan=False, ge=-FARTHEST_MM, le=FARTHEST_MM),
    AfterValidator(lambda v: v if abs(v) > 1e-12 else 0.0),
]


def _named(text: str) -> str:
    if not text.strip():
        raise ValueError(say("records.no-character"))
    return text


Text = Annotated[str, Field(max_length=2000), AfterValidator(plain_text)]
"""Words: what cannot be shown or written again (control characters, lone surrogates) is left
out."""

Name = Annotated[
    str, Field(min_length=1, max_length=200), AfterValidator(plain_text), AfterValidator(_named)
]
FinePositive = Annotated[float, Field(gt=0, le=FARTHEST_MM, allow_inf_nan=False)]


PointRecord = Annotated[list[Number], Field(min_length=2, max_length=2)]
OutlineRecord = Annotated[list[PointRecord], Field(min_length=3, max_length=MOST_POINTS)]
FoldRecord = Annotated[list[PointRecord], Field(min_length=2, max_length=2)]


class FileRecord(BaseModel):
    """Strict in its values; keys it does not know are left alone, so that newer files can be
    read."""

    model_config = ConfigDict(strict=True, extra="allow")


class BodyRecord(FileRecord):
    """A body: a snapshot of measurements."""

    name: Text = ""
    taken: Text = ""
    measurements_mm: dict[Name, FinePositive] = {}
    estimated: list[Name] = []


class AllowanceRecord(FileRecord):
    """Allowances: a preset and the maker's own values per kind of edge; drawn into the draft or
    added at cutting."""

    preset: Name = DEFAULT_PRESET
    edges_mm: dict[Name, Number] = {}
    drawn_in: bool = False


class SpotRecord(FileRecord):
    """A place on the net line: an edge and a share of its length."""

    edge: Name
    share: Annotated[float, Field(ge=0, le=1, allow_inf_nan=False)]


class ChangeRecord(FileRecord):
    """A change made by hand to a drafted piece; which keys count depends on the operation."""

    operation: Name
    piece: Name
    other: Text = ""
    edge: Text = ""
    other_edge: Text = ""
    mark: Text = ""
    first: SpotRecord | None = None
    last: SpotRecord | None = None
    mm: Number = 0.0
    other_mm: Number = 0.0
    third_mm: Number = 0.0
    fourth_mm: Number = 0.0
    fifth_mm: Number = 0.0
    share: Number = 0.5
    other_share: Number = 0.5
    third_share: Number = 0.5
    fourth_share: Number = 0.5
    count: Annotated[int, Field(ge=1, le=100)] = 1
    yes: bool = False


def body_of(record: BodyRecord) -> Body:
    """The body of a record. Raises ``ValueError``: an unknown measurement."""
    unknown = [id for id in record.measurements_mm if id not in MEASUREMENTS]
    if unknown:
        raise ValueError(say("records.unknown-measurement", unknown=unknown[0]))
    return Body(
        name=record.name,
        taken=record.taken,
        measurements_mm=record.measurements_mm,
        estimated=frozenset(record.estimated),
    )


def body_record(body: Body) -> dict[str, Any]:
    """A body as files write it."""
    return {
        "name": body.name,
        "taken": body.taken,
        "measurements_mm": dict(body.measurements_mm),
        "estimated": sorted(body.estimated),
    }


def change_of(record: ChangeRecord) -> Change:
    """The change of a record; answers that its operation does not ask for are left aside.

    Raises:
        ValueError: no such operation.
    """
    kind = OPERATIONS.get(record.operation)
    if kind is None:
        raise ValueError(
            say("records.no-such-operation", operation=record.operation, join=", ".join(OPERATIONS))
        )
    answers: dict[str, Any] = {}
    for question in questions(kind):
        if question.key not in record.model_fields_set:
            continue
        said = getattr(record, question.key)
        answers[question.field] = (
            Spot(edge=said.edge, share=said.share) if isinstance(said, SpotRecord) else said
        )
    return kind(piece=record.piece, **answers)


def change_record(change: Change) -> dict[str, Any]:
    """A change without what it leaves at its default."""
    record: dict[str, Any] = {"operation": change.id, "piece": change.piece}
    for question in questions(type(change)):
        value = getattr(change, question.field)
        if value != question.default:
            record[question.key] = (
                {"edge": value.edge, "share": value.share} if isinstance(value, Spot) else value
            )
    order = list(ChangeRecord.model_fields)
    return dict(sorted(record.items(), key=lambda item: order.index(item[0])))


def allowances_of(record: AllowanceRecord) -> Allowances:
    """The allowances of a record. Raises ``ValueError``: a preset, an edge or a length that is not
    known."""
    return Allowances(preset=record.preset, own_mm=record.edges_mm, drawn_in=record.drawn_in)


def allowance_record(allowances: Allowances) -> dict[str, Any]:
    """Allowances as files write them."""
    return {
        "preset": allowances.preset,
        "edges_mm": dict(allowances.own_mm),
        "drawn_in": allowances.drawn_in,
    }


def outline_of(points: list[PointRecord]) -> Outline:
    """The outline of its points."""
    return tuple(point_of(point) for point in points)


def point_of(record: PointRecord) -> Point:
    """The point of a pair of numbers."""
    return (float(record[0]), float(record[1]))


def pairs(points: tuple[tuple[float, float], ...]) -> list[list[float]]:
    """Points as files write them."""
    return [[x, y] for x, y in points]
