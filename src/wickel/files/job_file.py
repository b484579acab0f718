"""Job files ``*.wickel.json`` (FORMATS §5): records as written, and the job they describe.

The records stand apart from the core's dataclasses: reading makes a record, checks it, and only
then builds the job. Unknown keys are left alone, so that newer files can still be read.
"""

from __future__ import annotations

import re
from base64 import b64decode, b64encode
from pathlib import Path
from typing import Annotated, Any, Literal

from pydantic import AfterValidator, Field, ValidationError, model_validator

from wickel.cloth import (
    BadCloth,
    BadWay,
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
    planned,
)
from wickel.files.own_file import OwnStyleRecord, own_style, own_style_record
from wickel.files.reading import UnreadableFile, first_fault, read_json
from wickel.files.records import (
    AllowanceRecord,
    BodyRecord,
    ChangeRecord,
    FileRecord,
    FinePositive,
    Name,
    Number,
    Text,
    allowance_record,
    allowances_of,
    body_of,
    body_record,
    change_of,
    change_record,
)
from wickel.files.saving import dumped, saved
from wickel.geometry import Outline, Point
from wickel.job import BEST, AskedOfPrint, Garment, Job
from wickel.lay import Axes, CutOrder, CutPiece, Grain, Mark, OnPrint
from wickel.units import Unit

FORMAT = "wickel-job"
VERSION = 1
MOST_POINTS = 20_000
MOST_POINTS_IN_ALL = 120_000
MOST_PIECES = 1_000
MOST_COPIES = 1_000
MOST_PICTURE = 2_000_000
PointRecord = Annotated[list[Number], Field(min_length=2, max_length=2)]
OutlineRecord = Annotated[list[PointRecord], Field(min_length=3, max_length=MOST_POINTS)]
FoldRecord = Annotated[list[PointRecord], Field(min_length=2, max_length=2)]


class CutRecord(FileRecord):
    """One entry of a piece's ``cuts``."""

    cloth: Name
    copies: Annotated[int, Field(ge=1, le=MOST_COPIES)] = 1
    pair: bool = False
    mirror: bool = False
    fold_edge_mm: FoldRecord | None = None
    fold_edges_mm: list[FoldRecord] | None = None
    single: bool = True


class PieceRecord(FileRecord):
    """A piece as a plain outline."""

    id: Name | None = None
    name: Name | None = None
    cut_line_mm: OutlineRecord
    holes_mm: list[OutlineRecord] = []
    net_line_mm: OutlineRecord | None = None
    grain_deg: Number = 0.0
    grain: Literal["straight", "cross", "bias", "none"] = "straight"
    tilt_deg: Annotated[float, Field(ge=0, le=45)] = 0.0
    turns_deg: Annotated[list[Number], Field(min_length=1, max_length=360)] | None = None
    mirror: bool = False
    fold_edge_mm: FoldRecord | None = None
    fold_edges_mm: list[FoldRecord] | None = None
    directions: list[Any] = []
    garment: Text = ""
    size: Text = ""
    border_edge_mm: Annotated[list[PointRecord], Field(min_length=2, max_length=500)] | None = None
    meets: Annotated[list[MarkRecord], Field(max_length=100)] = []
    centre_mm: PointRecord | None = None
    cuts: Annotated[list[CutRecord], Field(min_length=1, max_length=50)]

    @model_validator(mode="after")
    def _named_once_per_cloth(self) -> PieceRecord:
        if not (self.id or self.name):
            raise ValueError("a piece needs an id or a name")
        cloths = [cut.cloth for cut in self.cuts]
        if len(set(cloths)) != len(cloths):
            raise ValueError("a piece names one cloth twice in its cuts")
        return self


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


class MarkRecord(FileRecord):
    """Where a piece meets others in the repeat."""

    seam: Name
    at_mm: PointRecord
    axes: Literal["along", "across", "both"] = "along"


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
    step_mm: FinePositive = 100.0
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
    high_selvage_mm: Number | None = None
    heads_at_end: bool = False
    figure: Name = "plain"
    motif: MotifRecord | None = None
    picture_png: Annotated[str, Field(max_length=MOST_PICTURE)] = ""


def _known_fold(text: str) -> str:
    if text != BEST:
        try:
            planned(text)
        except BadWay as reason:
            raise ValueError(f"{reason} Or {BEST}") from None
    return text


class OnPrintRecord(FileRecord):
    """What a garment asks of the print: piece ids and seam names."""

    border: list[Name] = []
    seams: list[Name] = []
    centred: list[Name] = []


class GarmentRecord(FileRecord):
    """A garment to be drafted."""

    id: Name
    name: Text = ""
    style: Name
    size: Text = ""
    body: BodyRecord
    options: dict[Name, Number | Text] = {}
    allowances: AllowanceRecord = AllowanceRecord()
    cloths: dict[Name, Name] = {}
    on_print: OnPrintRecord | None = None
    own: OwnStyleRecord | None = None
    changes: Annotated[list[ChangeRecord], Field(max_length=200)] = []


class JobRecord(FileRecord):
    """A whole job file."""

    format: Literal["wickel-job"]
    version: int
    name: Text = ""
    client: Text = ""
    due: Text = ""
    unit: Literal["cm", "in"] = "cm"
    fold: Annotated[Name, AfterValidator(_known_fold)] = BEST
    garments: Annotated[list[GarmentRecord], Field(max_length=200)] = []
    cloths: Annotated[list[ClothRecord], Field(min_length=1, max_length=200)]
    pieces: Annotated[list[PieceRecord], Field(max_length=MOST_PIECES)] = []


def read_job(path: Path) -> Job:
    """Read a job file.

    Raises:
        UnreadableFile: with one sentence; nothing is half-read.
    """
    return job_of(read_json(path, "job"), path.name)


def job_of(value: dict[str, Any], name: str = "the job") -> Job:
    """The job that a parsed file describes. Raises ``UnreadableFile``."""
    if value.get("format") != FORMAT:
        raise UnreadableFile(f"{name} is no job file: its “format” should be “{FORMAT}”.")
    version = value.get("version")
    if not isinstance(version, int) or isinstance(version, bool) or version < 1:
        raise UnreadableFile(f"{name}: “version” should be the number {VERSION}.")
    if version > VERSION:
        raise UnreadableFile(
            f"{name} was written by a newer Wickel (version {version}, this one reads up to {VERSION}): update Wickel."
        )
    _few_enough(value, name)
    try:
        record = JobRecord.model_validate(value)
    except ValidationError as error:
        raise first_fault(error, name) from None
    return _job(record, name)


def _few_enough(value: dict[str, Any], name: str) -> None:
    """Stop before validating a file that is merely huge."""
    pieces = value.get("pieces")
    total = 0
    for piece in pieces if isinstance(pieces, list) else ():
        line = piece.get("cut_line_mm") if isinstance(piece, dict) else None
        if isinstance(line, list):
            if len(line) > MOST_POINTS:
                label = str(piece.get("id") or piece.get("name") or "")[:60]
                raise UnreadableFile(
                    f"{name}: piece “{label}” has {len(line)} points, "
                    f"{MOST_POINTS} at most are read: simplify its outline."
                )
            total += len(line)
    if total > MOST_POINTS_IN_ALL:
        raise UnreadableFile(f"{name} has {total} points in all, {MOST_POINTS_IN_ALL} at most are read.")


def _job(record: JobRecord, name: str) -> Job:
    ids = [cloth.id for cloth in record.cloths]
    for kind, names in (("cloths", ids), ("garments", [garment.id for garment in record.garments])):
        doubled = next((one for one in names if names.count(one) > 1), None)
        if doubled is not None:
            raise UnreadableFile(f"{name}: two {kind} have the id “{doubled}”.")
    try:
        return Job(
            name=record.name,
            client=record.client,
            due=record.due,
            fold=record.fold,
            unit=Unit(record.unit),
            cloths=tuple(cloth_of(cloth) for cloth in record.cloths),
            garments=tuple(_garment(garment) for garment in record.garments),
            pieces=tuple(_piece(piece) for piece in record.pieces),
        )
    except (BadCloth, ValueError) as reason:
        raise UnreadableFile(f"{name}: {_sentence(str(reason))}") from None


def _sentence(text: str) -> str:
    return text if text.endswith(".") else text + "."


_CLOTH_BY_HAND = {"print", "kind", "stretch", "flaws", "remnant", "figure", "motif", "picture_png", "colour"}
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
        flaws=tuple(Flaw(**flaw.model_dump(include=set(FlawRecord.model_fields))) for flaw in record.flaws),
        remnant=_outline(record.remnant or []),
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
    unheeded = []
    repeat, border = None, None
    said = extra.get("repeat_mm")
    if said:
        plain = {"along": said} if isinstance(said, int | float) and not isinstance(said, bool) else said
        if isinstance(plain, list) and len(plain) == 2:  # [along, across]
            plain = dict(zip(("along", "across"), plain, strict=True))
        if isinstance(plain, dict):  # 0 says that nothing repeats that way
            plain = {key: value for key, value in plain.items() if value}
        try:
            own = RepeatRecord.model_validate(plain)
        except ValidationError:
            own = RepeatRecord()
        if own.along or own.across:
            repeat = Repeat(along_mm=own.along, across_mm=own.across, offset_mm=own.offset)
        else:
            unheeded.append("repeat_mm")
    if extra.get("border"):
        try:
            edge = BorderRecord.model_validate(extra["border"])
            border = Border(at=BorderAt(edge.at), width_mm=edge.width_mm, distance_mm=edge.distance_mm)
        except ValidationError:
            unheeded.append("border")
    motif = record.motif
    known = record.figure in set(Figure)
    try:
        picture = b64decode(record.picture_png, validate=True)
    except ValueError:
        raise BadCloth(
            f"Cloth “{record.id}” has a picture that cannot be read: “picture_png” is a PNG in base64."
        ) from None
    return (
        Design(
            figure=Figure(record.figure) if known else Figure.PLAIN,
            repeat=repeat,
            border=border,
            motif=None
            if motif is None
            else Motif(x_mm=motif.x_mm, y_mm=motif.y_mm, length_mm=motif.length_mm, width_mm=motif.width_mm),
            picture=picture,
        ),
        tuple(unheeded),
    )


def _garment(record: GarmentRecord) -> Garment:
    return Garment(
        id=record.id,
        name=record.name,
        style=record.style,
        size=record.size,
        body=body_of(record.body),
        options=record.options,
        allowances=allowances_of(record.allowances),
        cloths=record.cloths,
        on_print=None
        if record.on_print is None
        else AskedOfPrint(
            border=tuple(record.on_print.border),
            seams=tuple(record.on_print.seams),
            centred=tuple(record.on_print.centred),
        ),
        own=None if record.own is None else own_style(record.own),
        changes=tuple(change_of(change) for change in record.changes),
    )


def _piece(record: PieceRecord) -> CutPiece:
    id = record.id or record.name or ""
    return CutPiece(
        id=id,
        name=record.name or id,
        cut_line=_outline(record.cut_line_mm),
        holes=tuple(_outline(hole) for hole in record.holes_mm),
        net_line=None if record.net_line_mm is None else _outline(record.net_line_mm),
        grain_deg=record.grain_deg,
        grain=Grain(record.grain),
        tilt_deg=record.tilt_deg,
        turns_deg=None if record.turns_deg is None else tuple(record.turns_deg),
        opposed=bool(record.directions),
        on_print=OnPrint(
            border_edge=tuple(_point(point) for point in record.border_edge_mm or ()),
            marks=tuple(Mark(seam=own.seam, at=_point(own.at_mm), axes=Axes(own.axes)) for own in record.meets),
            centre=None if record.centre_mm is None else _point(record.centre_mm),
        ),
        garment=record.garment,
        size=record.size,
        orders=tuple(_order(cut, record) for cut in record.cuts),
    )


def _order(cut: CutRecord, piece: PieceRecord) -> CutOrder:
    folds = cut.fold_edges_mm or ([cut.fold_edge_mm] if cut.fold_edge_mm else None)
    if folds is None:
        folds = piece.fold_edges_mm or ([piece.fold_edge_mm] if piece.fold_edge_mm else [])
    return CutOrder(
        cloth=cut.cloth,
        copies=cut.copies,
        pair=cut.pair,
        mirror=cut.mirror or piece.mirror,
        fold_edges=tuple((_point(start), _point(end)) for start, end in folds),
        single=cut.single,
    )


def _outline(points: list[PointRecord]) -> Outline:
    return tuple(_point(point) for point in points)


def _point(record: PointRecord) -> Point:
    return (float(record[0]), float(record[1]))


def job_record(job: Job) -> dict[str, Any]:
    """A job as a job file writes it, with stable key order."""
    return {
        "format": FORMAT,
        "version": VERSION,
        "name": job.name,
        "client": job.client,
        "due": job.due,
        "unit": job.unit.value,
        "fold": job.fold,
        "garments": [_garment_record(garment) for garment in job.garments],
        "cloths": [cloth_record(cloth) for cloth in job.cloths],
        "pieces": [_piece_record(piece) for piece in job.pieces],
    }


def _garment_record(garment: Garment) -> dict[str, Any]:
    return {
        "id": garment.id,
        "name": garment.name,
        "style": garment.style,
        "size": garment.size,
        "body": body_record(garment.body),
        "options": dict(garment.options),
        "allowances": allowance_record(garment.allowances),
        "cloths": dict(garment.cloths),
        **(
            {}
            if garment.on_print is None
            else {
                "on_print": {
                    "border": list(garment.on_print.border),
                    "seams": list(garment.on_print.seams),
                    "centred": list(garment.on_print.centred),
                }
            }
        ),
        **({} if garment.own is None else {"own": own_style_record(garment.own)}),
        **({"changes": [change_record(change) for change in garment.changes]} if garment.changes else {}),
    }


def cloth_record(cloth: Cloth) -> dict[str, Any]:
    """A cloth as files write it."""
    plain = [key for key in ClothRecord.model_fields if key not in _CLOTH_BY_HAND]
    bare = Cloth(id=cloth.id, usable_width_mm=cloth.usable_width_mm)
    new = ("fibre", "nap", "see_through", "frays", "least_length_mm", "margin_mm", "heads_at_end")
    record: dict[str, Any] = {
        key: getattr(cloth, key)
        for key in plain
        if getattr(cloth, key) is not None and (key not in new or getattr(cloth, key) != getattr(bare, key))
    }
    if cloth.colour:
        record["colour"] = cloth.colour
    if cloth.kind is not Kind.WOVEN:
        record["kind"] = cloth.kind.value
    if cloth.stretch_along or cloth.stretch_across:
        record["stretch"] = {"along": cloth.stretch_along, "across": cloth.stretch_across}
    if cloth.flaws:
        record["flaws"] = [
            {key: getattr(flaw, key) for key in FlawRecord.model_fields if getattr(flaw, key) is not None}
            for flaw in cloth.flaws
        ]
    if cloth.remnant:
        record["remnant"] = [list(point) for point in cloth.remnant]
    if cloth.print is not None:
        record["print"] = cloth.print.value
    return record | _design_record(cloth.design)


def _design_record(design: Design) -> dict[str, Any]:
    record: dict[str, Any] = {}
    repeat, border, motif = design.repeat, design.border, design.motif
    if design.figure is not Figure.PLAIN:
        record["figure"] = design.figure.value
    if repeat is not None:
        sides = {"along": repeat.along_mm, "across": repeat.across_mm, "offset": repeat.offset_mm or None}
        record["repeat_mm"] = {key: mm for key, mm in sides.items() if mm is not None}
    if border is not None:
        record["border"] = {"at": border.at.value, "width_mm": border.width_mm, "distance_mm": border.distance_mm}
    if motif is not None:
        record["motif"] = {key: getattr(motif, key) for key in MotifRecord.model_fields}
    if design.picture:
        record["picture_png"] = b64encode(design.picture).decode("ascii")
    return record


def _piece_record(piece: CutPiece) -> dict[str, Any]:
    record: dict[str, Any] = {"id": piece.id, "name": piece.name, "cut_line_mm": _pairs(piece.cut_line)}
    if piece.holes:
        record["holes_mm"] = [_pairs(hole) for hole in piece.holes]
    if piece.net_line is not None:
        record["net_line_mm"] = _pairs(piece.net_line)
    record |= {"grain_deg": piece.grain_deg, "grain": piece.grain.value, "tilt_deg": piece.tilt_deg}
    if piece.turns_deg is not None:
        record["turns_deg"] = list(piece.turns_deg)
    if piece.opposed:
        record["directions"] = ["opposed"]
    record |= {"garment": piece.garment, "size": piece.size} | _on_print_record(piece.on_print) | {"cuts": []}
    for order in piece.orders:
        cut: dict[str, Any] = {
            "cloth": order.cloth,
            "copies": order.copies,
            "pair": order.pair,
            "mirror": order.mirror,
        }
        if not order.single:
            cut["single"] = False
        if order.fold_edges:
            cut["fold_edges_mm"] = [_pairs(edge) for edge in order.fold_edges]
        record["cuts"].append(cut)
    return record


def _on_print_record(wish: OnPrint) -> dict[str, Any]:
    record: dict[str, Any] = {}
    if wish.border_edge:
        record["border_edge_mm"] = _pairs(wish.border_edge)
    if wish.marks:
        record["meets"] = [{"seam": m.seam, "at_mm": list(m.at), "axes": m.axes.value} for m in wish.marks]
    if wish.centre is not None:
        record["centre_mm"] = list(wish.centre)
    return record


def _pairs(points: tuple[tuple[float, float], ...]) -> list[list[float]]:
    return [[x, y] for x, y in points]


def job_text(job: Job) -> str:
    """A job file's text."""
    return dumped(job_record(job)) + "\n"


def save_job(job: Job, path: Path) -> None:
    """Write a job file atomically, keeping the previous one as ``.bak``. Raises ``OSError``."""
    saved(path, job_text(job), backup=True)
