"""What the book keeps under a name: read as frozen values, changed one at a time, never over what
another window has changed since."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from typing import Any, Generic, TypeVar

from sqlalchemy import select

from wickel.body import Client
from wickel.cloth import OnShelf
from wickel.draft import School
from wickel.files import (
    client_of,
    client_record,
    on_shelf_of,
    on_shelf_record,
    school_of,
    school_record,
)
from wickel.studio.book.merging import merged
from wickel.studio.book.store import BookTrouble, Store
from wickel.studio.book.tables import ClientRow, FactRow, KeptRow, SchoolRow, ShelfRow
from wickel.wording import say

_T = TypeVar("_T")


@dataclass(frozen=True, slots=True)
class Kind(Generic[_T]):
    """How one kind of thing stands in the book: in which table, under which key, as which record,
    and the words by which it is searched."""

    row: type[KeptRow]
    key: Callable[[_T], str]
    record: Callable[[_T], dict[str, Any]]
    of: Callable[[Mapping[str, Any]], _T]
    words: Callable[[_T], Iterable[str]]


@dataclass(frozen=True, slots=True, kw_only=True)
class Fact:
    """A single thing the studio has said."""

    key: str
    value: Mapping[str, Any]


CLIENTS: Kind[Client] = Kind(
    ClientRow, lambda own: own.name, client_record, client_of, lambda own: (own.name, own.notes)
)
SHELF: Kind[OnShelf] = Kind(
    ShelfRow,
    lambda own: own.name,
    on_shelf_record,
    on_shelf_of,
    lambda own: (own.name, own.cloth.fibre, own.place, own.origin, own.care, own.notes),
)
SCHOOLS: Kind[School] = Kind(
    SchoolRow, lambda own: own.id, school_record, school_of, lambda own: (own.name,)
)
FACTS: Kind[Fact] = Kind(
    FactRow,
    lambda own: own.key,
    lambda own: {"key": own.key, "value": dict(own.value)},
    lambda value: Fact(key=value["key"], value=value["value"]),
    lambda own: (),
)


class Kept(Generic[_T]):
    """All of one kind in a book. They are read once and again when the book has changed."""

    def __init__(self, store: Store, kind: Kind[_T]) -> None:
        self._store, self._kind = store, kind
        self._all: tuple[_T, ...] = ()
        self._as_of = -1

    def all(self) -> tuple[_T, ...]:
        """All of them, by name. Raises ``BookTrouble``."""
        now = self._store.version_of(self._kind.row.__tablename__)
        if now != self._as_of:
            with self._store.look() as session:
                rows = session.scalars(select(self._kind.row)).all()
                found = sorted(rows, key=lambda row: row.key.casefold())
            self._all, self._as_of = tuple(map(self._of, found)), now
        return self._all

    def one(self, key: str) -> _T | None:
        """The one of that name. Raises ``BookTrouble``."""
        return next((own for own in self.all() if self._kind.key(own) == key), None)

    def found(self, asked: str) -> tuple[_T, ...]:
        """Those in which every word that is asked for stands, by name. Raises ``BookTrouble``."""
        words = asked.casefold().split()
        return tuple(own for own in self.all() if _holds(self._words(own), words))

    def change(self, key: str, make: Callable[[_T | None], _T | None]) -> _T | None:
        """Make another of what stands under a name at this moment; None takes it out.

        Raises:
            BookTrouble: the book cannot be written.
            Clash: what ``make`` raises when another window has changed the same.
        """
        kind = self._kind
        with self._store.change() as session:
            row = session.get(kind.row, key)
            before = None if row is None else self._of(row)
            now = make(before)
            if row is not None and (now is None or kind.key(now) != key):
                session.delete(row)
                row = None
            if now is None:
                return None
            row = row or session.get(kind.row, kind.key(now))
            if row is None:
                row = kind.row()
                row.key = kind.key(now)
                session.add(row)
            row.value = kind.record(now)
        return now

    def keep(self, mine: _T, seen: _T | None = None) -> None:
        """Put one in the place of what stands under its name; what another window has changed since
        it was ``seen`` stays.

        Raises:
            BookTrouble: the book cannot be written.
            Clash: both windows have changed the same.
        """
        key = self._kind.key(mine if seen is None else seen)
        self.change(key, lambda theirs: merged(seen, mine, theirs))

    def add_new(self, rows: Iterable[_T]) -> int:
        """Put many down at once, those whose names are not there yet; how many that were. Raises
        ``BookTrouble``."""
        kind, count = self._kind, 0
        with self._store.change() as session:
            known = set(session.scalars(select(kind.row.key)))
            for own in rows:
                key = kind.key(own)
                if key not in known:
                    row = kind.row()
                    row.key, row.value = key, kind.record(own)
                    session.add(row)
                    known.add(key)
                    count += 1
        return count

    def drop(self, key: str) -> None:
        """Take one out. Raises ``BookTrouble``."""
        self.change(key, lambda _: None)

    def _of(self, row: KeptRow) -> _T:
        try:
            return self._kind.of(row.value)
        except (ValueError, KeyError, TypeError):
            raise BookTrouble(say("book.row", name=self._store.path.name, key=row.key)) from None

    def _words(self, own: _T) -> str:
        return " ".join(self._kind.words(own)).casefold()


def _holds(text: str, words: Iterable[str]) -> bool:
    return all(word in text for word in words)
