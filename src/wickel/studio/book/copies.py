"""Dated copies of a book: what is in one, and one put in the place of the book."""

from __future__ import annotations

import contextlib
import os
import re
import shutil
import sqlite3
from dataclasses import dataclass
from pathlib import Path
from urllib.parse import quote

from wickel.studio.book.store import NAME, BookTrouble, backed_up
from wickel.wording import say

_DAY = re.compile(r"^book-(\d{4}-\d{2}-\d{2})(?:-\d+)?\.sqlite$")
_TABLES = ("client", "shelf", "log")


@dataclass(frozen=True, slots=True, kw_only=True)
class BookCopy:
    """A copy of a book, of a day (ISO), and what is in it: how many clients, things on the shelf
    and entries of the log, and the last entry's words. ``trouble`` says why it cannot be read."""

    path: Path
    day: str
    clients: int = 0
    shelf: int = 0
    log: int = 0
    last: str = ""
    trouble: str = ""


def copies(folder: Path) -> tuple[BookCopy, ...]:
    """The dated copies of a folder's book, the last first, each looked into."""
    found = [
        (match[1], path)
        for path in folder.glob("book-*.sqlite")
        if (match := _DAY.match(path.name)) is not None
    ]
    return tuple(looked_into(path, day) for day, path in sorted(found, reverse=True))


def looked_into(path: Path, day: str) -> BookCopy:
    """What is in a copy; nothing of it is changed."""
    try:
        with contextlib.closing(_reading(path)) as book:
            names = {row[0] for row in book.execute("SELECT name FROM sqlite_master")}
            counts = {
                name: int(book.execute(f"SELECT count(*) FROM {name}").fetchone()[0])
                for name in _TABLES
                if name in names
            }
            last = book.execute("SELECT day, job FROM log ORDER BY day DESC, id LIMIT 1").fetchone()
    except sqlite3.Error:
        return BookCopy(path=path, day=day, trouble=str(say("book.damaged", name=path.name)))
    words = "" if last is None else f"{last[0]}, {last[1]}"
    return BookCopy(
        path=path,
        day=day,
        clients=counts.get("client", 0),
        shelf=counts.get("shelf", 0),
        log=counts.get("log", 0),
        last=words,
    )


def put_back(folder: Path, copy: Path, today: str) -> Path:
    """Put a copy in the place of the book, which is kept beside it; where that is. Nobody may have
    the book open here; it is to be opened anew.

    Raises:
        BookTrouble: the copy cannot be read; nothing was changed.
        OSError, sqlite3.Error: the book cannot be written.
    """
    try:
        with contextlib.closing(_reading(copy)) as looked:
            sound = looked.execute("PRAGMA integrity_check").fetchone()[0] == "ok"
            sound = sound and looked.execute("SELECT count(*) FROM log").fetchone() is not None
    except sqlite3.Error:
        sound = False
    if not sound:
        raise BookTrouble(say("book.damaged", name=copy.name))
    path = folder / NAME
    try:
        before = backed_up(path, today)
        with (
            contextlib.closing(_reading(copy)) as source,
            contextlib.closing(sqlite3.connect(path)) as book,
        ):
            source.backup(book)
    except sqlite3.DatabaseError:  # what is damaged cannot be written into: it is put aside
        before = path.with_name(f"{path.name}.damaged-{today}")
        os.replace(path, before)
        for ending in ("-wal", "-shm"):
            path.with_name(path.name + ending).unlink(missing_ok=True)
        shutil.copyfile(copy, path)
    return before


def _reading(path: Path) -> sqlite3.Connection:
    return sqlite3.connect(f"file:{quote(str(path))}?mode=ro&immutable=1", uri=True)
