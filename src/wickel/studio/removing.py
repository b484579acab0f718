"""A client is taken out of the studio: out of book, log, shelf and jobs; and what still holds them,
such as older copies, is named."""

from __future__ import annotations

import contextlib
import zipfile
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from pathlib import Path

from wickel.body import Client
from wickel.cloth import OnShelf
from wickel.files import UnreadableFile, free_path, read_job, save_job, slug
from wickel.studio.book.book import Book
from wickel.studio.book.entries import LogEntry
from wickel.studio.folder import ENDING, StudioFolder
from wickel.studio.nameless import concerns, nameless, without_name

_SIDE_FILES = (".bak", ".damaged")


@dataclass(frozen=True, slots=True, kw_only=True)
class Removed:
    """What came of it: jobs that were made nameless, job files that could not be read and were left
    alone, entries of the log that were changed, and files that still hold the person."""

    jobs: tuple[Path, ...] = ()
    unread: tuple[Path, ...] = ()
    entries: int = 0
    copies: tuple[Path, ...] = ()


def remove_client(
    book: Book, folder: StudioFolder, name: str, also: Iterable[Path] = ()
) -> Removed:
    """Take a client out: jobs keep their pieces and figures of cloth, no name, no body. ``also``
    are job files elsewhere. Nothing brings it back but the copies that are named.

    Raises:
        BookTrouble: the book cannot be written; jobs may be nameless already.
        OSError: a job file cannot be written.
    """
    markers = _markers(book.clients.one(name), name)
    jobs, unread = [], []
    for path in dict.fromkeys((*folder.all(), *also)):
        try:
            job = read_job(path)
        except UnreadableFile:
            unread.append(path)
            continue
        if concerns(job, name):
            save_job(nameless(job, name), path)
            for ending in _SIDE_FILES:
                path.with_name(path.name + ending).unlink(missing_ok=True)
            jobs.append(_renamed(path, name))
    entries = _out_of_log(book, name)
    for own in book.shelf.all():
        bare = _shelf_without(own, name)
        if bare != own:
            book.shelf.keep(bare, own)
    book.clients.drop(name)
    book.jobs.forget_missing()
    book.jobs.listed(folder.all())
    book.store.tidy()
    return Removed(
        jobs=tuple(jobs),
        unread=tuple(unread),
        entries=entries,
        copies=tuple(still_holding(folder.path, markers)),
    )


def _renamed(path: Path, name: str) -> Path:
    """The file under a name without the person's, where its name has theirs."""
    stem = path.name.removesuffix(ENDING)
    bare = slug(without_name(stem.replace("-", " "), name)) if _is_in_slug(stem, name) else stem
    if bare == stem:
        return path
    there = free_path(path.with_name(bare + ENDING), ENDING)
    path.rename(there)
    return there


def _is_in_slug(stem: str, name: str) -> bool:
    return without_name(stem.replace("-", " "), name) != stem.replace("-", " ")


def _out_of_log(book: Book, name: str) -> int:
    changed = 0
    photos = book.store.path.parent / "photos"
    for entry in book.log.entries():
        bare = _entry_without(entry, name)
        if bare != entry:
            book.log.keep(bare)
            changed += 1
        for photo in set(entry.photos) - set(bare.photos):
            (photos / Path(photo).name).unlink(missing_ok=True)  # they show the person
    return changed


def _entry_without(entry: LogEntry, name: str) -> LogEntry:
    """An entry without a person; what a fitting asked for goes too, since it tells of a body."""
    theirs = entry.client == name
    return replace(
        entry,
        client="" if theirs else entry.client,
        job=without_name(entry.job, name),
        note=without_name(entry.note, name),
        fitting=() if theirs else entry.fitting,
        photos=() if theirs else entry.photos,
    )


def _shelf_without(own: OnShelf, name: str) -> OnShelf:
    reserved = tuple(replace(kept, name=without_name(kept.name, name)) for kept in own.reserved)
    return replace(
        own,
        reserved=reserved,
        place=without_name(own.place, name),
        origin=without_name(own.origin, name),
        care=without_name(own.care, name),
        notes=without_name(own.notes, name),
    )


# --- what still holds them ---------------------------------------------------------------------


def _markers(client: Client | None, name: str) -> tuple[bytes, ...]:
    """What a person is known by in a file: the name, and every measurement that is no round number
    of millimetres, as text."""
    found = {name.encode(), name.encode("unicode_escape")}
    for body in () if client is None else client.bodies:
        found |= {
            repr(mm).encode() for mm in body.measurements_mm.values() if len(repr(mm)) > _TELLING
        }
    return tuple(own for own in found if own)


_TELLING = 6
"""A number of more characters than that tells of one person."""
_MOST_READ = 400_000_000


def still_holding(folder: Path, markers: Iterable[bytes]) -> Iterator[Path]:
    """The files of a studio in which one of the markers stands, zips looked into."""
    markers = tuple(markers)
    for path in sorted(folder.rglob("*")):
        with contextlib.suppress(OSError, zipfile.BadZipFile):
            if not path.is_file() or path.stat().st_size > _MOST_READ:
                continue
            parts: Iterable[bytes] = (path.read_bytes(),)
            if path.suffix == ".zip":
                with zipfile.ZipFile(path) as packed:
                    parts = [packed.read(own) for own in packed.namelist()]
            if any(marker in data for data in parts for marker in markers):
                yield path
