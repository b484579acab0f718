"""The log of the studio: entries put down, changed, found again."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import fields

from sqlalchemy import select

from wickel.studio.book.entries import LogEntry
from wickel.studio.book.store import Store
from wickel.studio.book.tables import LogRow

_LISTS = ("styles", "cloths", "wrong", "next_time")


class Log:
    """The entries of a book."""

    def __init__(self, store: Store) -> None:
        self._store = store

    def keep(self, entry: LogEntry) -> None:
        """Put an entry down, in the place of the same job's. Raises ``BookTrouble``."""
        values = {field.name: getattr(entry, field.name) for field in fields(LogEntry)}
        values |= {name: list(values[name]) for name in _LISTS}
        with self._store.change() as session:
            row = session.get(LogRow, entry.id)
            if row is None:
                session.add(LogRow(version=1, **values))
                return
            for name, value in values.items():
                setattr(row, name, value)
            row.version += 1

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

    def entries(self) -> tuple[LogEntry, ...]:
        """All entries, the last day first. Raises ``BookTrouble``."""
        with self._store.look() as session:
            rows = session.scalars(select(LogRow).order_by(LogRow.day.desc(), LogRow.id))
            return tuple(_entry(row) for row in rows)


def like(
    entries: Iterable[LogEntry], *, client: str, styles: Iterable[str], cloths: Iterable[str]
) -> tuple[LogEntry, ...]:
    """The entries of the same client, style or cloth that say something for next time."""
    wanted_styles, wanted_cloths = set(styles), set(cloths)
    return tuple(
        own
        for own in entries
        if (own.note or own.wrong or own.next_time)
        and (
            (client and own.client == client)
            or wanted_styles & set(own.styles)
            or wanted_cloths & set(own.cloths)
        )
    )


def _entry(row: LogRow) -> LogEntry:
    values = {field.name: getattr(row, field.name) for field in fields(LogEntry)}
    return LogEntry(**{**values, **{name: tuple(values[name]) for name in _LISTS}})
