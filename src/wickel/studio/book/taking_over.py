"""The files in which the studio kept clients, cloths and schools before it had a book: taken over
once, with nothing lost."""

from __future__ import annotations

import contextlib
from collections.abc import Callable, Sequence
from functools import partial, reduce
from pathlib import Path
from typing import TypeVar

from wickel.body import Client, with_body
from wickel.files import UnreadableFile, free_path, read_clients, read_schools, read_shelf
from wickel.studio.book.kept import CLIENTS, SCHOOLS, SHELF, Kept, Kind
from wickel.studio.book.store import Store
from wickel.wording import Text, words_of

TAKEN = ".taken-over"
"""What is added to the name of a file whose content the book holds now."""

_T = TypeVar("_T")


def take_over(store: Store) -> tuple[Text, ...]:
    """Take the old files of a book's folder into it; of each that cannot be read, why. Those stay
    and are tried the next time. What the book holds already stands; of a client the days that are
    new are added.

    Raises:
        BookTrouble: the book cannot be written.
    """
    refused = []
    for take in (_clients, _shelf, _schools):
        try:
            take(store)
        except UnreadableFile as reason:
            refused.append(words_of(reason))
    return tuple(refused)


def _clients(store: Store) -> None:
    _taken(store, "clients.json", read_clients, CLIENTS, with_new_days)


def _shelf(store: Store) -> None:
    _taken(store, "cloths.json", read_shelf, SHELF, lambda known, _: known)


def _schools(store: Store) -> None:
    _taken(store, "schools.json", read_schools, SCHOOLS, lambda known, _: known)


def with_new_days(known: Client, old: Client) -> Client:
    days = {body.taken for body in known.bodies}
    return reduce(with_body, (body for body in old.bodies if body.taken not in days), known)


def _taken(
    store: Store,
    name: str,
    read: Callable[[Path], Sequence[_T]],
    kind: Kind[_T],
    joined: Callable[[_T, _T], _T],
) -> None:
    """Take one file into the book, then put it aside under another name.

    Raises:
        UnreadableFile: it cannot be read; it stays.
        BookTrouble: the book cannot be written.
    """
    path = store.path.parent / name
    if not path.exists():
        return
    kept = Kept(store, kind)
    for old in read(path):
        kept.change(kind.key(old), partial(_added, joined, old))
    with contextlib.suppress(OSError):  # what stays is taken over again, to the same end
        path.rename(free_path(path.with_name(name + TAKEN)))


def _added(joined: Callable[[_T, _T], _T], old: _T, known: _T | None) -> _T:
    return old if known is None else joined(known, old)
