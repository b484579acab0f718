"""The studio's book as the window uses it: clients, schools and styles of the studio, kept in files beside the jobs."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from typing import TypeVar

from PySide6.QtCore import QObject, Signal

from wickel.body import Body, Client, with_body, with_client, without_day
from wickel.draft import SCHOOLS, School
from wickel.draft.own import OwnStyle
from wickel.files import (
    UnreadableFile,
    read_clients,
    read_schools,
    read_style,
    save_clients,
    save_schools,
    save_style,
    slug,
)
from wickel.studio import DEMO_CLIENTS, FERRY_APRON

_Kept = TypeVar("_Kept")
_STYLE_ENDING = ".wickel-style.json"


class StudioBook(QObject):
    """Reads what the studio keeps when first asked, writes it at once when it changes.

    A file that cannot be read is said once and never written over.
    """

    changed = Signal()
    trouble = Signal(str)

    def __init__(self, folder: Path, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._folder = folder / "book"
        self._clients: tuple[Client, ...] | None = None
        self._schools: tuple[School, ...] | None = None
        self._unreadable: set[str] = set()

    # --- clients ---------------------------------------------------------------------------

    @property
    def clients(self) -> tuple[Client, ...]:
        """The studio's clients, by name."""
        if self._clients is None:
            self._clients = self._read("clients.json", read_clients)
        return self._clients

    def client(self, name: str) -> Client | None:
        """The client of that name."""
        return next((client for client in self.clients if client.name == name), None)

    def keep_body(self, name: str, body: Body) -> bool:
        """Keep a client's body under the day it was taken."""
        client = self.client(name) or Client(name=name)
        return self._keep_clients(with_client(self.clients, with_body(client, body)))

    def drop_day(self, name: str, taken: str) -> bool:
        """Take a day's measurements out of a client's history."""
        client = self.client(name)
        return client is not None and self._keep_clients(with_client(self.clients, without_day(client, taken)))

    def _keep_clients(self, clients: tuple[Client, ...]) -> bool:
        if not self._wrote("clients.json", lambda path: save_clients(clients, path)):
            return False
        self._clients = clients
        self.changed.emit()
        return True

    # --- schools ---------------------------------------------------------------------------

    @property
    def schools(self) -> tuple[School, ...]:
        """The schools of the house and the studio's own."""
        if self._schools is None:
            self._schools = self._read("schools.json", read_schools)
        return (*SCHOOLS.values(), *self._schools)

    def keep_school(self, school: School) -> bool:
        """Keep a school of the studio's own, in the place of one of that id."""
        own = [old for old in self.schools if old.id not in SCHOOLS and old.id != school.id]
        made = (*own, school)
        if not self._wrote("schools.json", lambda path: save_schools(made, path)):
            return False
        self._schools = made
        self.changed.emit()
        return True

    # --- styles ----------------------------------------------------------------------------

    def styles(self) -> tuple[OwnStyle, ...]:
        """The studio's own styles, by name; one that cannot be read is left out and said."""
        found = []
        for path in sorted((self._folder / "styles").glob(f"*{_STYLE_ENDING}")):
            try:
                found.append(read_style(path))
            except UnreadableFile as reason:
                self.trouble.emit(str(reason))
        return tuple(sorted(found, key=lambda own: own.name.casefold()))

    def keep_style(self, own: OwnStyle) -> bool:
        """Keep a style of the studio's own."""
        made = self._wrote(f"styles/{slug(own.id)}{_STYLE_ENDING}", lambda path: save_style(own, path))
        if made:
            self.changed.emit()
        return made

    def _read(self, name: str, read: Callable[[Path], tuple[_Kept, ...]]) -> tuple[_Kept, ...]:
        try:
            return read(self._folder / name)
        except UnreadableFile as reason:
            self._unreadable.add(name)
            self.trouble.emit(str(reason))
            return ()

    def _wrote(self, name: str, write: Callable[[Path], None]) -> bool:
        if name in self._unreadable:
            self.trouble.emit(f"{name} cannot be read and is not written over: mend it or move it away first.")
            return False
        try:
            write(self._folder / name)
        except OSError as reason:
            self.trouble.emit(f"{name} could not be saved: {reason.strerror}.")
            return False
        return True


def fill_book(book: StudioBook) -> None:
    """Put the demo studio's clients and its own style into an empty book."""
    if not book.clients:
        for client in DEMO_CLIENTS:
            for body in client.bodies:
                book.keep_body(client.name, body)
        book.keep_style(FERRY_APRON)
