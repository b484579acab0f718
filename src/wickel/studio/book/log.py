"""The log of the studio: entries put down, changed, found again."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import fields
from typing import Any

from sqlalchemy import or_, select

from wickel.studio.book.entries import LogEntry
from wickel.studio.book.merging import merged
from wickel.studio.book.store import Store
from wickel.studio.book.tables import LogRow

_LISTS = ("styles", "cloths", "wrong", "next_time", "fitting", "photos")


class Log:
    """The entries of a book."""

    def __init__(self, store: Store) -> None:
        self._store = store
        self._all: tuple[LogEntry, ...] = ()
        self._as_of = -1
        self._ids: frozenset[str] = frozenset()
        self._ids_as_of = -1
        self._alike: tuple[object, tuple[LogEntry, ...]] = (None, ())

    def keep(self, entry: LogEntry, seen: LogEntry | None = None) -> None:
        """Put an entry down, in the place of the same job's; what another window has changed since
        it was ``seen`` stays.

        Raises:
            BookTrouble: the book cannot be written.
            Clash: both windows have changed the same.
        """
        with self._store.change() as session:
            row = session.get(LogRow, entry.id)
            entry = merged(seen, entry, None if row is None else _entry(row))
            values = _values(entry)
            if row is None:
                session.add(LogRow(version=1, **values))
                return
            for name, value in values.items():
                setattr(row, name, value)
            row.version += 1

    def add_new(self, entries: Iterable[LogEntry]) -> int:
        """Put many entries down at once, those of jobs that have none; how many that were. Raises
        ``BookTrouble``."""
        count = 0
        with self._store.change() as session:
            known = set(session.scalars(select(LogRow.id)))
            for entry in entries:
                if entry.id not in known:
                    session.add(LogRow(version=1, **_values(entry)))
                    known.add(entry.id)
                    count += 1
        return count

    def drop(self, id: str) -> None:
        """Take an entry out. Raises ``BookTrouble``."""
        with self._store.change() as session:
            row = session.get(LogRow, id)
            if row is not None:
                session.delete(row)

    def entry(self, id: str) -> LogEntry | None:
        """The entry of a job. Raises ``BookTrouble``."""
        with self._store.look() as session:
            row = session.get(LogRow, id)
            return None if row is None else _entry(row)

    def has(self, id: str) -> bool:
        """Whether a job has an entry. Raises ``BookTrouble``."""
        now = self._store.version_of(LogRow.__tablename__)
        if now != self._ids_as_of:
            with self._store.look() as session:
                self._ids, self._ids_as_of = frozenset(session.scalars(select(LogRow.id))), now
        return id in self._ids

    def entries(self) -> tuple[LogEntry, ...]:
        """All entries, the last day first; read once and again when they have changed. Raises
        ``BookTrouble``."""
        now = self._store.version_of(LogRow.__tablename__)
        if now != self._as_of:
            with self._store.look() as session:
                rows = session.execute(_COLUMNS)  # without an object for each row
                self._all, self._as_of = tuple(map(_made, rows.mappings())), now
        return self._all

    def minutes(self) -> tuple[tuple[float, float], ...]:
        """Minutes planned and taken of all jobs that know both, the last day first. Raises
        ``BookTrouble``."""
        query = select(LogRow.planned_minutes, LogRow.minutes).where(
            LogRow.minutes > 0, LogRow.planned_minutes > 0
        )
        with self._store.look() as session:
            rows = session.execute(query.order_by(LogRow.day.desc(), LogRow.id))
            return tuple((planned, taken or 0.0) for planned, taken in rows)

    def found(self, asked: str, most: int) -> tuple[LogEntry, ...]:
        """The entries in which every word that is asked for stands, the last day first, so many at
        most. Raises ``BookTrouble``."""
        query = _ORDERED
        for word in asked.casefold().split():
            query = query.where(LogRow.words.contains(word, autoescape=True))
        with self._store.look() as session:
            return tuple(map(_entry, session.scalars(query.limit(most))))

    def alike(
        self, *, client: str, styles: Sequence[str], cloths: Sequence[str], most: int
    ) -> tuple[LogEntry, ...]:
        """The entries of the same client, style or cloth that say something for next time, the
        last day first, so many at most. Raises ``BookTrouble``."""
        names = [own.casefold() for own in (client, *styles, *cloths) if own]
        if not names:
            return ()
        number = self._store.version_of(LogRow.__tablename__)
        asked = (number, client, tuple(styles), tuple(cloths), most)
        if self._alike[0] == asked:  # asked again at every change of the open job
            return self._alike[1]
        query = _ORDERED.where(
            or_(*(LogRow.words.contains(name, autoescape=True) for name in names))
        )
        found: list[LogEntry] = []
        with self._store.look() as session:
            for row in session.scalars(query):
                entry = _entry(row)
                if entry.teaches and _is_like(entry, client, styles, cloths):
                    found.append(entry)
                    if len(found) == most:
                        break
        self._alike = (asked, tuple(found))
        return self._alike[1]


_NAMES = tuple(field.name for field in fields(LogEntry))
_ORDERED = select(LogRow).order_by(LogRow.day.desc(), LogRow.id)
_COLUMNS = select(*(getattr(LogRow, name) for name in _NAMES)).order_by(
    LogRow.day.desc(), LogRow.id
)


def _is_like(entry: LogEntry, client: str, styles: Sequence[str], cloths: Sequence[str]) -> bool:
    """Whether an entry is of the same client, style or cloth: the search by words finds names that
    only hold theirs, too."""
    return bool(
        (client and entry.client == client)
        or set(styles) & set(entry.styles)
        or set(cloths) & set(entry.cloths)
    )


def _values(entry: LogEntry) -> dict[str, Any]:
    """An entry as its row has it."""
    values = {field.name: getattr(entry, field.name) for field in fields(LogEntry)}
    return values | {name: list(values[name]) for name in _LISTS} | {"words": entry.words}


def _entry(row: LogRow) -> LogEntry:
    return _made({name: getattr(row, name) for name in _NAMES})


def _made(row: Mapping[Any, Any]) -> LogEntry:
    """The entry of a row's values."""
    values = {name: row[name] for name in _NAMES}
    values |= {name: tuple(values[name]) for name in _LISTS}
    values["fitting"] = tuple((change, mm) for change, mm in values["fitting"])
    return LogEntry(**values)
