"""The studio as one zip of open files, and a client as one file: written, and read into an empty or
a filled studio, what is there already recognised."""

from __future__ import annotations

import contextlib
import io
import json
import struct
import zipfile
import zlib
from collections import Counter
from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import asdict, dataclass, field
from functools import partial
from pathlib import Path
from typing import Any, TypeVar

from pydantic import TypeAdapter

from wickel.body import Client
from wickel.cloth import OnShelf
from wickel.draft import School
from wickel.files import (
    UnreadableFile,
    client_of,
    client_record,
    free_path,
    job_of,
    job_record,
    job_text,
    json_text,
    on_shelf_of,
    on_shelf_record,
    parsed_json,
    plain_text,
    private_folder,
    read_job,
    save_file,
    save_job,
    school_of,
    school_record,
)
from wickel.files.reading import plain_file
from wickel.job import Job
from wickel.studio.book.book import Book
from wickel.studio.book.entries import LogEntry
from wickel.studio.book.kept import Fact, Kept
from wickel.studio.book.taking_over import with_new_days
from wickel.studio.folder import ENDING, PLACES, StudioFolder
from wickel.wording import say, words_of

FORMAT, VERSION = "wickel-studio", 1
MOST_FILES, MOST_BYTES = 20_000, 2_000_000_000
MOST_OF_ONE = {"photos": 40_000_000, "styles": 12_000_000, "jobs": 12_000_000}
MOST_OF_ROWS = 32_000_000
"""How large one file of a zip may be once it is unpacked, by where it lies; what is written into
a zip says so before it is unpacked."""
_PACKED_AT_MOST, _PACKED_FROM = 50.0, 4_000_000
"""A photo is packed already: one that shrinks by more, from so many bytes on, is none."""
_STYLES, _PHOTOS = "styles", "photos"
_T = TypeVar("_T")


def entry_record(entry: LogEntry) -> dict[str, Any]:
    """An entry of the log as files write it."""
    return asdict(entry)


_ENTRY = TypeAdapter(LogEntry)


def entry_of(value: Mapping[str, Any]) -> LogEntry:
    """The entry of a record. Raises ``ValueError``."""
    return _ENTRY.validate_json(json.dumps(value), strict=True)


# --- out ---------------------------------------------------------------------------------------


def studio_zip(book: Book, folder: StudioFolder) -> bytes:
    """The whole studio as a zip of open files: jobs, clients, shelf, schools, styles, log, photos.

    Raises:
        BookTrouble: the book cannot be read.
        OSError: a file cannot be read.
    """
    made = io.BytesIO()
    with zipfile.ZipFile(made, "w", zipfile.ZIP_DEFLATED) as packed:
        for name, text in _texts(book):
            packed.writestr(name, text)
        for place in PLACES:
            for path in folder.jobs(place):
                inside = "/".join(part for part in ("jobs", place, path.name) if part)
                packed.writestr(inside, path.read_bytes())
        for name in (_STYLES, _PHOTOS):
            for path in sorted((folder.path / "book" / name).glob("*")):
                if path.is_file():
                    packed.writestr(f"{name}/{path.name}", path.read_bytes())
    return made.getvalue()


def _texts(book: Book) -> Iterator[tuple[str, str]]:
    yield "studio.json", json_text({"format": FORMAT, "version": VERSION})
    rows: tuple[tuple[str, Iterable[Mapping[str, Any]]], ...] = (
        ("clients", map(client_record, book.clients.all())),
        ("shelf", map(on_shelf_record, book.shelf.all())),
        ("schools", map(school_record, book.schools.all())),
        ("log", map(entry_record, book.log.entries())),
        ("facts", ({"key": f.key, "value": dict(f.value)} for f in book.facts.all())),
    )
    for name, records in rows:
        yield f"{name}.json", json_text({name: list(records)})


def client_file(book: Book, jobs: Iterable[Path], name: str) -> str:
    """All that the studio has of a client, as one text: measurements, adjustments, notes, jobs and
    entries of the log.

    Raises:
        KeyError: there is no such client.
        BookTrouble: the book cannot be read.
    """
    client = book.clients.one(name)
    if client is None:
        raise KeyError(name)
    entries = [entry_record(own) for own in book.log.entries() if own.client == name]
    made = [read_job(path) for path in jobs]
    record = {
        "format": "wickel-client",
        "version": 1,
        "client": client_record(client),
        "jobs": [job_record(job) for job in made],
        "log": entries,
    }
    return json_text(record) + "\n"


# --- in ----------------------------------------------------------------------------------------


@dataclass(frozen=True, slots=True, kw_only=True)
class Brought:
    """How many things of each kind came in, how many were there already; and what could not be
    read, each with why."""

    new: Mapping[str, int]
    known: Mapping[str, int]
    left_out: tuple[str, ...] = ()


@dataclass(slots=True)
class _Coming:
    """What a zip holds, all of it read before anything is written."""

    jobs: list[tuple[str, Job]] = field(default_factory=list)
    """Each with its place in the studio's folder."""
    clients: list[Client] = field(default_factory=list)
    shelf: list[OnShelf] = field(default_factory=list)
    schools: list[School] = field(default_factory=list)
    log: list[LogEntry] = field(default_factory=list)
    facts: list[Fact] = field(default_factory=list)
    files: list[tuple[str, bytes]] = field(default_factory=list)
    left_out: list[str] = field(default_factory=list)


def bring_in(data: bytes, book: Book, folder: StudioFolder) -> Brought:
    """Read a studio's zip into a studio. Jobs and entries that are there already, clients and
    cloths of the same name, are recognised: of a client days that are new are added, the rest of
    what is there stands.

    Raises:
        UnreadableFile: it is no zip of a studio; nothing was written.
        BookTrouble, OSError: it cannot be written.
    """
    coming = _read(data)
    new, known = Counter[str](), Counter[str]()
    is_there = _known_jobs(book, folder)
    for place, job in coming.jobs:
        (known if is_there(job) else new)["jobs"] += 1
        if not is_there(job):
            there = folder.path / place
            private_folder(there.parent)
            save_job(job, free_path(there, ENDING))
    for client in coming.clients:
        (new if book.clients.one(client.name) is None else known)["clients"] += 1
        book.clients.change(client.name, partial(_joined, client))
    _put(book.shelf, coming.shelf, lambda own: own.name, ("shelf", new, known))
    _put(book.schools, coming.schools, lambda own: own.id, ("schools", new, known))
    _put(book.facts, coming.facts, lambda own: own.key, ("facts", new, known))
    for entry in coming.log:
        is_new = book.log.entry(entry.id) is None
        (new if is_new else known)["log"] += 1
        if is_new:
            book.log.keep(entry)
    for name, content in coming.files:
        there = folder.path / "book" / name
        (known if there.exists() else new)[name.split("/")[0]] += 1
        if not there.exists():
            save_file(there, content)
    return Brought(new=new, known=known, left_out=tuple(coming.left_out))


def _put(
    kept: Kept[_T],
    rows: Iterable[_T],
    key: Callable[[_T], str],
    counted: tuple[str, Counter[str], Counter[str]],
) -> None:
    """Keep what is not there yet."""
    kind, new, known = counted
    for row in rows:
        is_new = kept.one(key(row)) is None
        (new if is_new else known)[kind] += 1
        if is_new:
            kept.keep(row)


def _joined(old: Client, known: Client | None) -> Client:
    return old if known is None else with_new_days(known, old)


def _known_jobs(book: Book, folder: StudioFolder) -> Callable[[Job], bool]:
    """Whether a job is in the studio already: by its own id, or all it holds."""
    ids, texts = set[str](), set[str]()
    for path in folder.all():
        with contextlib.suppress(UnreadableFile):
            job = read_job(path)
            ids.add(job.book_id)
            texts.add(job_text(job))
    return lambda job: job.book_id in ids if job.book_id else job_text(job) in texts


def zip_bytes_of(path: Path) -> bytes:
    """What stands in the file of a zip. Raises ``UnreadableFile`` for what is no plain file, or far
    too large."""
    if plain_file(path, path.name, "studio") > MOST_BYTES:
        raise UnreadableFile(say("zip.too-large"))
    return path.read_bytes()


def _is_too_large(own: zipfile.ZipInfo) -> bool:
    """Whether a file of a zip is larger, unpacked, than anything that belongs there."""
    first = own.filename.split("/")[0]
    if own.file_size > MOST_OF_ONE.get(first, MOST_OF_ROWS):
        return True
    swells = own.file_size > _PACKED_AT_MOST * max(1, own.compress_size)
    return first == _PHOTOS and own.file_size > _PACKED_FROM and swells


def _read(data: bytes) -> _Coming:
    """What a zip holds. Raises ``UnreadableFile``."""
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as packed:
            every = packed.infolist()
            sizes = {own.filename: own.file_size for own in every}
            if len(every) > MOST_FILES or sum(own.file_size for own in every) > MOST_BYTES:
                raise UnreadableFile(say("zip.too-large"))
            if "studio.json" not in sizes:
                raise UnreadableFile(say("zip.no-studio"))
            if sizes["studio.json"] > MOST_OF_ROWS:
                raise UnreadableFile(say("zip.too-large"))
            head = parsed_json(packed.read("studio.json"), "studio.json", "studio")
            if head.get("format") != FORMAT:
                raise UnreadableFile(say("zip.no-studio"))
            if head.get("version") != VERSION:
                raise UnreadableFile(say("zip.newer"))
            coming = _Coming()
            for own in sorted(every, key=lambda each: each.filename):
                if _is_too_large(own):
                    coming.left_out.append(
                        str(say("zip.one-too-large", name=plain_text(own.filename)))
                    )
                else:
                    _read_one(coming, own.filename, packed.read(own))
            return coming
    except UnreadableFile:
        raise
    # what a damaged zip leads its reader to: offsets before the start, names that are no text
    except (
        zipfile.BadZipFile,
        *(OSError, RuntimeError, NotImplementedError, EOFError, zlib.error),
        *(ValueError, LookupError, struct.error),
    ):
        raise UnreadableFile(say("zip.no-studio")) from None


_ROWS: Mapping[str, Callable[[Mapping[str, Any]], Any]] = {
    "clients": client_of,
    "shelf": on_shelf_of,
    "schools": school_of,
    "log": entry_of,
    "facts": lambda value: Fact(key=str(value["key"]), value=dict(value["value"])),
}


def _read_one(coming: _Coming, name: str, data: bytes) -> None:
    """Read one file of a zip; one that cannot be read is left out and said, one that has no place
    in a studio is not looked at."""
    first, *rest = name.split("/")
    if name.endswith("/") or any(part in ("", ".", "..") for part in (first, *rest)):
        return
    kind = first.removesuffix(".json")
    try:
        if first == "jobs" and name.endswith(ENDING) and "/".join(rest[:-1]) in PLACES:
            job = job_of(parsed_json(data, rest[-1], "job"), rest[-1])
            coming.jobs.append(("/".join(rest), job))
        elif kind in _ROWS and not rest:
            _read_rows(coming, kind, parsed_json(data, first, kind))
        elif first in (_STYLES, _PHOTOS) and len(rest) == 1:
            coming.files.append((name, data))
    except (ValueError, KeyError, TypeError, AttributeError) as reason:
        coming.left_out.append(f"{plain_text(name)}: {words_of(reason)}")


def _read_rows(coming: _Coming, kind: str, value: Mapping[str, Any]) -> None:
    """Read the rows of a file; of one that cannot be read is said which it is."""
    rows = value.get(kind)
    for k, row in enumerate(rows if isinstance(rows, list) else []):
        try:
            getattr(coming, kind).append(_ROWS[kind](row))
        except (ValueError, KeyError, TypeError, AttributeError):
            coming.left_out.append(str(say("zip.row", name=f"{kind}.json", row=k + 1)))
