"""Job files ``*.wickel.json`` (docs/formats.md): records as written, and the job they describe.

The records stand apart from the core's dataclasses: reading makes a record, checks it, and only
then builds the job. Keys that are not known are kept, at every level, and written again
(``files.foreign``).

Version 2 is written once a job holds what version 1 has no place for: lays, quantities, cards,
notes, pictures.
"""

from __future__ import annotations

import errno
import json
import re
from base64 import b64decode, b64encode
from dataclasses import replace
from pathlib import Path
from typing import Annotated, Any, Literal

from pydantic import AfterValidator, Field, ValidationError, model_validator

from wickel.cloth import BadCloth, BadWay, Spreading
from wickel.files.at_table_file import AtTableRecord, at_table_of, at_table_record
from wickel.files.cloth_file import ClothRecord, cloth_of, cloth_record
from wickel.files.draft_records import (
    MOST_COPIES,
    AllowedRecord,
    CardRecord,
    FigureRecord,
    GiverRecord,
    allowed_of,
    allowed_record,
    card_of,
    card_record,
    figure_now,
    figure_of,
    figure_record,
    giver_record,
)
from wickel.files.foreign import foreign_of, put_back
from wickel.files.kept_file import KeptLayRecord, kept_lay, kept_lay_record
from wickel.files.names import plain_lines
from wickel.files.own_file import OwnStyleRecord, own_style, own_style_record
from wickel.files.reading import MOST_BYTES, UnreadableFile, first_fault, read_json
from wickel.files.records import (
    MOST_POINTS,
    AllowanceRecord,
    BodyRecord,
    ChangeRecord,
    FileRecord,
    FoldRecord,
    Name,
    Number,
    OutlineRecord,
    PointRecord,
    Text,
    allowance_record,
    allowances_of,
    body_of,
    body_record,
    change_of,
    change_record,
    outline_of,
    pairs,
    point_of,
)
from wickel.files.said_file import Said, said_of, said_record
from wickel.files.saving import json_text, save_file
from wickel.job import BEST, AskedOfPrint, Garment, Job, NamedLay, OnCloth, Picture, Tried
from wickel.job.job import NOT_AT_TABLE, Giver, Layer
from wickel.job.state import State
from wickel.lay import Axes, CutOrder, CutPiece, Grain, Mark, OnPrint, Place, Waived
from wickel.units import Unit
from wickel.wording import say

FORMAT = "wickel-job"
VERSION = 2
MOST_PICTURE = 3_000_000
MOST_POINTS_IN_ALL = 120_000
MOST_PIECES = 1_000


class CutRecord(FileRecord):
    """One entry of a piece's ``cuts``."""

    cloth: Name
    copies: Annotated[int, Field(ge=1, le=MOST_COPIES)] = 1
    pair: bool = False
    mirror: bool = False
    fold_edge_mm: FoldRecord | None = None
    fold_edges_mm: list[FoldRecord] | None = None
    single: bool = True
    cut: Annotated[int, Field(ge=0, le=MOST_COPIES)] = 0


LineRecord = Annotated[list[PointRecord], Field(min_length=2, max_length=MOST_POINTS)]


class PieceRecord(FileRecord):
    """A piece as a plain outline."""

    id: Name | None = None
    name: Name | None = None
    cut_line_mm: OutlineRecord
    holes_mm: list[OutlineRecord] = []
    net_line_mm: OutlineRecord | None = None
    inner_lines_mm: Annotated[list[LineRecord], Field(max_length=500)] = []
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
    waive: list[Literal["print", "match", "grain"]] = []
    place: Literal["", "alone", "shared"] = ""
    cuts: Annotated[list[CutRecord], Field(min_length=1, max_length=50)]

    @model_validator(mode="after")
    def _named_once_per_cloth(self) -> PieceRecord:
        if not (self.id or self.name):
            raise ValueError(say("job_file.piece-without-name"))
        cloths = [cut.cloth for cut in self.cuts]
        if len(set(cloths)) != len(cloths):
            raise ValueError(say("job_file.cloth-named-twice"))
        return self


class MarkRecord(FileRecord):
    """Where a piece meets others in the repeat."""

    seam: Name
    at_mm: PointRecord
    axes: Literal["along", "across", "both"] = "along"


def _known_fold(text: str) -> str:
    if text != BEST:
        try:
            Spreading(text)
        except BadWay as reason:
            raise ValueError(say("job_file.no-such-way", reason=reason, best=BEST)) from None
    return text


class NamedLayRecord(KeptLayRecord):
    """A lay that is kept under a name."""

    name: Name


class TriedRecord(FileRecord):
    """What a search knows of one way to spread a cloth."""

    way: Name
    lay: KeptLayRecord | None = None
    refusal: Said = ""
    least_mm: Number = 0.0
    set_aside: bool = False


class JobClothRecord(ClothRecord):
    """A cloth of a job, with what was decided of it."""

    spread: Annotated[Name, AfterValidator(_known_fold)] | None = None
    lay: KeptLayRecord | None = None
    kept: Annotated[list[NamedLayRecord], Field(max_length=100)] = []
    tried: Annotated[list[TriedRecord], Field(max_length=100)] = []


class PictureRecord(FileRecord):
    """A reference picture: a PNG or JPEG in base64."""

    name: Text = ""
    data_base64: Annotated[str, Field(max_length=MOST_PICTURE)]


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
    quantity: Annotated[
        dict[Annotated[str, Field(max_length=50)], Annotated[int, Field(ge=0, le=500)]],
        Field(max_length=100),
    ] = {}
    cards: Annotated[dict[Name, CardRecord], Field(max_length=500)] = {}
    figures: Annotated[dict[Name, FigureRecord], Field(max_length=1000)] = {}
    allowed: Annotated[dict[Name, AllowedRecord], Field(max_length=200)] = {}
    given_by: Annotated[dict[Name, GiverRecord], Field(max_length=1000)] = {}
    anyway: bool = False


class JobRecord(FileRecord):
    """A whole job file."""

    format: Literal["wickel-job"]
    version: int
    name: Text = ""
    client: Text = ""
    due: Text = ""
    state: Literal[
        "asked", "measured", "cloth-bought", "cut", "sewing", "fitting", "done", "handed-over"
    ] = "asked"
    waits_for: Text = ""
    unit: Literal["cm", "in"] = "cm"
    both_units: bool = False
    fold: Annotated[Name, AfterValidator(_known_fold)] = BEST
    notes: Annotated[str, Field(max_length=20_000), AfterValidator(plain_lines)] = ""
    pictures: Annotated[list[PictureRecord], Field(max_length=20)] = []
    garments: Annotated[list[GarmentRecord], Field(max_length=200)] = []
    cloths: Annotated[list[JobClothRecord], Field(min_length=1, max_length=200)]
    pieces: Annotated[list[PieceRecord], Field(max_length=MOST_PIECES)] = []
    at_table: AtTableRecord | None = None
    book_id: Annotated[str, Field(max_length=64)] = ""


def read_job(path: Path) -> Job:
    """Read a job file.

    Raises:
        UnreadableFile: with one sentence; nothing is half-read.
    """
    return job_of(read_json(path, "job"), path.name)


def job_of(value: dict[str, Any], name: str = "the job") -> Job:
    """The job that a parsed file describes. Raises ``UnreadableFile``."""
    if value.get("format") != FORMAT:
        raise UnreadableFile(say("job_file.no-job-file", name=name, format=FORMAT))
    version = value.get("version")
    if not isinstance(version, int) or isinstance(version, bool) or version < 1:
        raise UnreadableFile(say("job_file.version", name=name, version=VERSION))
    if version > VERSION:
        raise UnreadableFile(say("job_file.newer", name=name, version=version, version_2=VERSION))
    _few_enough(value, name)
    try:
        record = JobRecord.model_validate(value)
    except ValidationError as error:
        raise first_fault(error, name) from None
    job = _job(record, name)
    foreign = foreign_of(record, job_record(job))
    return job if foreign is None else replace(job, foreign=foreign)


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
                    say(
                        "job_file.too-many-points",
                        name=name,
                        label=label,
                        line=len(line),
                        most_points=MOST_POINTS,
                    )
                )
            total += len(line)
    if total > MOST_POINTS_IN_ALL:
        raise UnreadableFile(
            say(
                "job_file.too-many-points-in-all",
                name=name,
                total=total,
                most_points_in_all=MOST_POINTS_IN_ALL,
            )
        )


def _job(record: JobRecord, name: str) -> Job:
    ids = [cloth.id for cloth in record.cloths]
    for kind, names in (("cloths", ids), ("garments", [garment.id for garment in record.garments])):
        doubled = next((one for one in names if names.count(one) > 1), None)
        if doubled is not None:
            raise UnreadableFile(
                say("job_file.one-id-twice", name=name, kind=kind, doubled=doubled)
            )
    try:
        return Job(
            name=record.name,
            client=record.client,
            due=record.due,
            state=State(record.state),
            waits_for=record.waits_for,
            fold=record.fold,
            unit=Unit(record.unit),
            both_units=record.both_units,
            notes=record.notes,
            pictures=tuple(
                Picture(name=picture.name, data=_picture(picture)) for picture in record.pictures
            ),
            on={cloth.id: own for cloth in record.cloths if (own := _on_cloth(cloth)) != OnCloth()},
            cloths=tuple(cloth_of(cloth) for cloth in record.cloths),
            garments=tuple(_garment(garment) for garment in record.garments),
            pieces=tuple(_piece(piece) for piece in record.pieces),
            at_table=at_table_of(record.at_table),
            book_id=record.book_id,
        )
    except (BadCloth, ValueError) as reason:
        raise UnreadableFile(f"{name}: {_sentence(str(reason))}") from None


def _picture(record: PictureRecord) -> bytes:
    try:
        return b64decode(record.data_base64, validate=True)
    except ValueError:
        raise ValueError(say("job_file.picture", record=record.name)) from None


def _on_cloth(record: JobClothRecord) -> OnCloth:
    """What was decided of a cloth. Raises ``ValueError``."""
    return OnCloth(
        spread=record.spread or "",
        lay=None if record.lay is None else kept_lay(record.lay),
        kept=tuple(NamedLay(name=named.name, lay=kept_lay(named)) for named in record.kept),
        tried=tuple(
            Tried(
                way=answer.way,
                lay=None if answer.lay is None else kept_lay(answer.lay),
                refusal=said_of(answer.refusal),
                least_mm=answer.least_mm,
                set_aside=answer.set_aside,
            )
            for answer in record.tried
        ),
    )


def _sentence(text: str) -> str:
    return text if text.endswith(".") else text + "."


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
        quantity=record.quantity,
        cards={id: card_of(card) for id, card in record.cards.items()},
        figures={
            figure_now(record.style, id): figure_of(own) for id, own in record.figures.items()
        },
        given_by={
            figure_now(record.style, id): Giver(layer=Layer(giver.layer), name=giver.name)
            for id, giver in record.given_by.items()
        },
        anyway=record.anyway,
        allowed=allowed_of(record.allowed),
    )


def _piece(record: PieceRecord) -> CutPiece:
    id = record.id or record.name or ""
    return CutPiece(
        id=id,
        name=record.name or id,
        cut_line=outline_of(record.cut_line_mm),
        holes=tuple(outline_of(hole) for hole in record.holes_mm),
        net_line=None if record.net_line_mm is None else outline_of(record.net_line_mm),
        inner_lines=tuple(outline_of(line) for line in record.inner_lines_mm),
        grain_deg=record.grain_deg,
        grain=Grain(record.grain),
        tilt_deg=record.tilt_deg,
        turns_deg=None if record.turns_deg is None else tuple(record.turns_deg),
        opposed=bool(record.directions),
        on_print=OnPrint(
            border_edge=tuple(point_of(point) for point in record.border_edge_mm or ()),
            marks=tuple(
                Mark(seam=meet.seam, at=point_of(meet.at_mm), axes=Axes(meet.axes))
                for meet in record.meets
            ),
            centre=None if record.centre_mm is None else point_of(record.centre_mm),
        ),
        garment=record.garment,
        size=record.size,
        waive=frozenset(map(Waived, record.waive)),
        place=Place(record.place),
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
        fold_edges=tuple((point_of(start), point_of(end)) for start, end in folds),
        single=cut.single,
        cut=cut.cut,
    )


def job_record(job: Job) -> dict[str, Any]:
    """A job as a job file writes it, with stable key order."""
    record = {
        "format": FORMAT,
        "version": _version_of(job),
        "name": job.name,
        "client": job.client,
        "due": job.due,
        **({"state": job.state.value} if job.state is not State.ASKED else {}),
        **({"waits_for": job.waits_for} if job.waits_for else {}),
        "unit": job.unit.value,
        **({"both_units": True} if job.both_units else {}),
        "fold": job.fold,
        **({"notes": job.notes} if job.notes else {}),
        **(
            {"pictures": [_picture_record(picture) for picture in job.pictures]}
            if job.pictures
            else {}
        ),
        "garments": [_garment_record(garment) for garment in job.garments],
        "cloths": [
            cloth_record(cloth) | _on_record(job.on_cloth(cloth.id)) for cloth in job.cloths
        ],
        "pieces": [_piece_record(piece) for piece in job.pieces],
        **({"at_table": at_table_record(job.at_table)} if job.at_table != NOT_AT_TABLE else {}),
        **({"book_id": job.book_id} if job.book_id else {}),
    }
    return put_back(record, job.foreign)


def _version_of(job: Job) -> int:
    """The least version that has a place for everything in a job."""
    new = (
        job.notes,
        job.pictures,
        job.at_table != NOT_AT_TABLE,
        job.book_id,
        job.state is not State.ASKED,
        job.waits_for,
        *(laid != OnCloth() for laid in job.on.values()),
        *(
            value
            for g in job.garments
            for value in (g.quantity, g.cards, g.figures, g.anyway, g.allowed)
        ),
        *(piece.waive or piece.place for piece in job.pieces),
        *(order.cut for piece in job.pieces for order in piece.orders),
        *(cloth.cut_away for cloth in job.cloths),
    )
    return 2 if any(new) else 1


def _picture_record(picture: Picture) -> dict[str, Any]:
    return {"name": picture.name, "data_base64": b64encode(picture.data).decode("ascii")}


def _on_record(on: OnCloth) -> dict[str, Any]:
    """What was decided of a cloth, beside the cloth's own keys."""
    record: dict[str, Any] = {}
    if on.spread:
        record["spread"] = on.spread
    if on.lay is not None:
        record["lay"] = kept_lay_record(on.lay)
    if on.kept:
        record["kept"] = [{"name": named.name} | kept_lay_record(named.lay) for named in on.kept]
    if on.tried:
        record["tried"] = [_tried_record(answer) for answer in on.tried]
    return record


def _tried_record(tried: Tried) -> dict[str, Any]:
    record: dict[str, Any] = {"way": tried.way}
    if tried.refusal:
        record["refusal"] = said_record(tried.refusal)
    if tried.least_mm:
        record["least_mm"] = tried.least_mm
    if tried.set_aside:
        record["set_aside"] = True
    if tried.lay is not None:
        record["lay"] = kept_lay_record(tried.lay)
    return record


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
        **(
            {"changes": [change_record(change) for change in garment.changes]}
            if garment.changes
            else {}
        ),
        **({"quantity": dict(garment.quantity)} if garment.quantity else {}),
        **(
            {"cards": {id: card_record(card) for id, card in garment.cards.items()}}
            if garment.cards
            else {}
        ),
        **(
            {"figures": {id: figure_record(own) for id, own in garment.figures.items()}}
            if garment.figures
            else {}
        ),
        **(
            {"given_by": {id: giver_record(giver) for id, giver in garment.given_by.items()}}
            if garment.given_by
            else {}
        ),
        **({"anyway": True} if garment.anyway else {}),
        **({"allowed": allowed_record(garment.allowed)} if garment.allowed else {}),
    }


def _piece_record(piece: CutPiece) -> dict[str, Any]:
    record: dict[str, Any] = {
        "id": piece.id,
        "name": piece.name,
        "cut_line_mm": pairs(piece.cut_line),
    }
    if piece.holes:
        record["holes_mm"] = [pairs(hole) for hole in piece.holes]
    if piece.net_line is not None:
        record["net_line_mm"] = pairs(piece.net_line)
    if piece.inner_lines:
        record["inner_lines_mm"] = [pairs(line) for line in piece.inner_lines]
    record |= {"grain_deg": piece.grain_deg, "grain": piece.grain.value, "tilt_deg": piece.tilt_deg}
    if piece.turns_deg is not None:
        record["turns_deg"] = list(piece.turns_deg)
    if piece.opposed:
        record["directions"] = ["opposed"]
    if piece.waive:
        record["waive"] = sorted(piece.waive)
    if piece.place:
        record["place"] = piece.place.value
    record |= (
        {"garment": piece.garment, "size": piece.size}
        | _on_print_record(piece.on_print)
        | {"cuts": []}
    )
    for order in piece.orders:
        cut: dict[str, Any] = {
            "cloth": order.cloth,
            "copies": order.copies,
            "pair": order.pair,
            "mirror": order.mirror,
        }
        if not order.single:
            cut["single"] = False
        if order.cut:
            cut["cut"] = order.cut
        if order.fold_edges:
            cut["fold_edges_mm"] = [pairs(edge) for edge in order.fold_edges]
        record["cuts"].append(cut)
    return record


def _on_print_record(wish: OnPrint) -> dict[str, Any]:
    record: dict[str, Any] = {}
    if wish.border_edge:
        record["border_edge_mm"] = pairs(wish.border_edge)
    if wish.marks:
        record["meets"] = [
            {"seam": m.seam, "at_mm": list(m.at), "axes": m.axes.value} for m in wish.marks
        ]
    if wish.centre is not None:
        record["centre_mm"] = list(wish.centre)
    return record


def job_text(job: Job) -> str:
    """A job file's text."""
    return json_text(job_record(job)) + "\n"


def save_job(job: Job, path: Path) -> None:
    """Write a job file atomically, keeping the previous one as ``.bak``.

    Raises:
        OSError: it cannot be written, is larger than what can be read again, or stands where a
        newer program has
            written.
    """
    text = job_text(job)
    if len(text.encode()) > MOST_BYTES:
        raise OSError(
            errno.EFBIG,
            f"the job has more than {MOST_BYTES // 1_000_000} MB: take pictures out of it",
        )
    if _is_newer(path):
        raise OSError(
            errno.EPERM, "a newer Wickel has written that file, and it is not written over"
        )
    save_file(path, text, backup=True)


_A_VERSION = re.compile(rb'"version"\s*:\s*(\d{1,9})')


def _is_newer(path: Path) -> bool:
    """Whether a job file of a version that is not known stands at a path."""
    try:
        with path.open("rb") as file:
            text = file.read(MOST_BYTES)
    except OSError:
        return False
    return (
        any(int(found) > VERSION for found in _A_VERSION.findall(text))
        and _said_version(text) > VERSION
    )


def _said_version(text: bytes) -> int:
    try:
        version = json.loads(text).get("version")
    except (ValueError, AttributeError, RecursionError):
        return 0
    return version if isinstance(version, int) else 0
