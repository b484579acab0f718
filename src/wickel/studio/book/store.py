"""The database of the book: opened, brought up to date after a dated backup, and what is said when
it cannot be.

SQLite with a write-ahead log; every change is one transaction, and counts when it is on the disk.
"""

from __future__ import annotations

import contextlib
import shutil
import sqlite3
import tempfile
from collections.abc import Iterator
from pathlib import Path

from sqlalchemy import Connection, Engine, create_engine, event, inspect, text
from sqlalchemy.exc import DatabaseError, OperationalError
from sqlalchemy.orm import Session, sessionmaker

from wickel.files import free_path, private_folder
from wickel.studio.book.place import is_on_network
from wickel.wording import say

NAME = "book.sqlite"
HEAD = "0002"
"""The migration that this program's book stands at."""
COPIES = 14
"""So many dated copies of the book are kept beside it."""
_WAIT_MS, _WRITES = 5000, "wickel_writes"
"""How long a change waits for another window's to end."""


class BookTrouble(ValueError):
    """The book cannot be opened or written. The message is one sentence."""


class Store:
    """An open book."""

    def __init__(
        self,
        path: Path,
        engine: Engine,
        *,
        copied: tempfile.TemporaryDirectory[str] | None = None,
    ) -> None:
        self.path, self._copied = path, copied
        self._engine = engine
        self._sessions = sessionmaker(engine, expire_on_commit=False)
        self._numbers: dict[str, int] = {}
        self._numbers_of = -1
        self._watch: sqlite3.Connection | None = None
        if copied is None:
            self._watch = sqlite3.connect(path, check_same_thread=False, timeout=_WAIT_MS / 1000)

    @property
    def only_look(self) -> bool:
        """Whether it is only to be looked at: it is a copy of a book on a network disk."""
        return self._copied is not None

    @contextlib.contextmanager
    def change(self) -> Iterator[Session]:
        """One change: all of it or nothing. Raises ``BookTrouble``."""
        if self.only_look:
            raise BookTrouble(say("book.network", name=self.path.name))
        try:
            with self._sessions.begin() as session:
                session.connection(execution_options={_WRITES: True})
                yield session
        except DatabaseError as reason:
            raise BookTrouble(_said(self.path, reason)) from None

    @contextlib.contextmanager
    def look(self) -> Iterator[Session]:
        """Look something up. Raises ``BookTrouble``."""
        try:
            with self._sessions() as session:
                yield session
        except DatabaseError as reason:
            raise BookTrouble(_said(self.path, reason)) from None

    def version(self) -> int:
        """A number that is another one whenever the book has changed, by whatever window. Raises
        ``BookTrouble``."""
        try:
            if self._watch is None:
                return 0
            return int(self._watch.execute("PRAGMA data_version").fetchone()[0])
        except sqlite3.Error as reason:
            raise BookTrouble(_said(self.path, reason)) from None

    def version_of(self, table: str) -> int:
        """A number that is another one whenever a table of the book has changed. Raises
        ``BookTrouble``."""
        now = self.version()
        if now != self._numbers_of:
            try:
                with self._engine.connect() as connection:
                    rows = connection.execute(text("SELECT name, number FROM change")).all()
            except DatabaseError as reason:
                raise BookTrouble(_said(self.path, reason)) from None
            self._numbers, self._numbers_of = {name: number for name, number in rows}, now
        return self._numbers.get(table, 0)

    def tidy(self) -> None:
        """Have nothing of what was taken out stay in the file or beside it. Raises
        ``BookTrouble``."""
        try:
            with self._engine.connect() as connection:
                raw = connection.connection.dbapi_connection
                assert raw is not None
                raw.execute("VACUUM")
                raw.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        except (DatabaseError, sqlite3.Error) as reason:
            raise BookTrouble(_said(self.path, reason)) from None

    def close(self) -> None:
        """Let the file go."""
        if self._watch is not None:
            self._watch.close()
        self._engine.dispose()
        if self._copied is not None:
            self._copied.cleanup()


def open_store(folder: Path, today: str) -> Store:
    """The book of a folder, made where there is none, brought up to date where it is older.

    On a network file system it is only to be looked at (``Store.only_look``). Before it is
    brought up to date, and once a day, it is copied beside itself under the day ``today`` (ISO).

    Raises:
        BookTrouble: it is damaged, locked, newer than this program, or cannot be written.
    """
    path = folder / NAME
    if is_on_network(folder):
        return _to_look_at(path)
    try:
        private_folder(folder)
        engine = _engine(path)
        _bring_up_to_date(engine, path, today)
    except (DatabaseError, OSError) as reason:
        raise BookTrouble(_said(path, reason)) from None
    with contextlib.suppress(OSError, sqlite3.Error):  # a copy that fails costs only the copy
        _copy_of_the_day(path, today)
    return Store(path, engine)


def _to_look_at(path: Path) -> Store:
    """A book on a network file system, which is only looked at, as it stands now: SQLite cannot
    keep two writers apart there, so that a copy on this machine is opened. Raises
    ``BookTrouble``."""
    here = tempfile.TemporaryDirectory(prefix="wickel-book-")
    try:
        for ending in ("", "-wal"):
            beside = path.with_name(path.name + ending)
            if not ending or beside.exists():
                shutil.copyfile(beside, Path(here.name) / beside.name)
        engine = _engine(Path(here.name) / path.name)
        with engine.connect() as connection:
            now = _stands_at(connection)
    except (DatabaseError, OSError) as reason:
        here.cleanup()
        raise BookTrouble(_said(path, reason)) from None
    if now != HEAD:
        engine.dispose()
        here.cleanup()
        raise BookTrouble(say("book.network-old", name=path.name))
    return Store(path, engine, copied=here)


def _copy_of_the_day(path: Path, today: str) -> None:
    """A copy of the book for each day it is opened on, the last ones kept."""
    if not path.with_name(f"{path.stem}-{today}{path.suffix}").exists():
        backed_up(path, today)
    copies = sorted(
        (own for own in path.parent.glob(f"{path.stem}-*{path.suffix}") if own != path),
        key=lambda own: own.stat().st_mtime_ns,
    )
    for old in copies[:-COPIES]:
        old.unlink()


def _engine(path: Path) -> Engine:
    engine = create_engine(f"sqlite:///{path}", connect_args={"timeout": _WAIT_MS / 1000})

    @event.listens_for(engine, "connect")
    def set_up(connection: sqlite3.Connection, _: object) -> None:
        connection.isolation_level = None  # transactions are begun below
        for pragma in (
            "journal_mode=WAL",
            "synchronous=FULL",
            "foreign_keys=ON",
            "secure_delete=ON",
            f"busy_timeout={_WAIT_MS}",
        ):
            connection.execute(f"PRAGMA {pragma}")

    @event.listens_for(engine, "begin")
    def begin(connection: Connection) -> None:
        # a change takes its turn at once; who only looks waits for nobody
        writes = connection.get_execution_options().get(_WRITES, False)
        connection.exec_driver_sql("BEGIN IMMEDIATE" if writes else "BEGIN")

    return engine


def _bring_up_to_date(engine: Engine, path: Path, today: str) -> None:
    """Run the migrations that are missing, after a backup. Raises ``BookTrouble``."""
    with engine.connect() as connection:
        answer = connection.execute(text("PRAGMA quick_check")).scalar()
        if answer != "ok":
            raise BookTrouble(say("book.damaged", name=path.name))
        now = _stands_at(connection)
    if now != HEAD:
        from wickel.studio.book.migrating import migrate  # what migrates loads slowly

        migrate(engine, path, now, today)


def _stands_at(connection: Connection) -> str | None:
    """The migration a book stands at, None for an empty one."""
    if not inspect(connection).has_table("alembic_version"):
        return None
    found = connection.execute(text("SELECT version_num FROM alembic_version")).scalar()
    return None if found is None else str(found)


def backed_up(path: Path, today: str) -> Path:
    """A whole copy of the book beside it, under a day; where it is. Raises ``OSError``,
    ``sqlite3.Error``."""
    there = free_path(path.with_name(f"{path.stem}-{today}{path.suffix}"), path.suffix)
    source, copy = sqlite3.connect(path), sqlite3.connect(there)
    try:
        source.backup(copy)
    finally:
        source.close()
        copy.close()
    return there


def _said(path: Path, reason: Exception) -> object:
    """Why the book cannot be used, in one sentence."""
    words = str(reason).lower()
    if "locked" in words or "busy" in words:
        return say("book.locked", name=path.name)
    if "malformed" in words or "not a database" in words or "corrupt" in words:
        return say("book.damaged", name=path.name)
    if "full" in words or "space" in words:
        return say("book.full", name=path.name)
    if isinstance(reason, OperationalError) and "unable to open" in words:
        return say("book.no-place", name=path.name)
    if "readonly" in words or "read-only" in words or isinstance(reason, PermissionError):
        return say("book.read-only", name=path.name)
    why = reason.strerror if isinstance(reason, OSError) else ""
    why = why or type(reason).__name__
    return say("book.trouble", name=path.name, why=why)
