"""The whole book of a studio, open."""

from __future__ import annotations

from pathlib import Path

from wickel.studio.book.jobs import JobIndex
from wickel.studio.book.kept import CLIENTS, FACTS, SCHOOLS, SHELF, Kept
from wickel.studio.book.log import Log
from wickel.studio.book.store import Store, open_store
from wickel.studio.book.taking_over import take_over
from wickel.wording import say


class Book:
    """What the studio alone knows: its log, its clients, what stands on its shelf, its schools,
    single facts, and where its jobs are."""

    def __init__(self, store: Store) -> None:
        self.store = store
        self.log, self.jobs = Log(store), JobIndex(store)
        self.clients, self.shelf = Kept(store, CLIENTS), Kept(store, SHELF)
        self.schools, self.facts = Kept(store, SCHOOLS), Kept(store, FACTS)


def open_book(folder: Path, today: str) -> tuple[Book, tuple[object, ...]]:
    """The book of a folder, with what the studio kept in files before it taken over; and why a file
    of those could not be read.

    Raises:
        BookTrouble: it is damaged, locked, newer than this program, or cannot be written.
    """
    store = open_store(folder, today)
    if store.only_look:
        return Book(store), (say("book.network", name=store.path.name),)
    return Book(store), take_over(store)
