"""The studio's book as the window uses it: clients, schools and styles of the studio, kept in files
beside the jobs."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from datetime import date
from pathlib import Path
from typing import TYPE_CHECKING, TypeVar, cast

from PySide6.QtCore import QObject, Signal

from wickel.app.background import Background
from wickel.body import Body, Client, with_body, with_client, without_day
from wickel.cloth import Cloth
from wickel.draft import SCHOOLS, School
from wickel.draft.own import OwnStyle
from wickel.files import (
    Stamp,
    UnreadableFile,
    folder_lock,
    read_clients,
    read_cloths,
    read_schools,
    read_style,
    save_clients,
    save_cloths,
    save_schools,
    save_style,
    save_version,
    slug,
    stamp,
)
from wickel.job import Version
from wickel.studio import DEMO_CLIENTS, FERRY_APRON
from wickel.wording import tr, words_of

if TYPE_CHECKING:
    from wickel.studio.book import Log, LogEntry

_Kept = TypeVar("_Kept")
_One = TypeVar("_One")
_STYLE_ENDING = ".wickel-style.json"
_CLIENTS, _SCHOOLS, _CLOTHS = "clients.json", "schools.json", "cloths.json"


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
        self._cloths: tuple[Cloth, ...] | None = None
        self._log: Log | None = None
        self._log_refused = False
        self._opening = Background(self)
        self._opening.done.connect(self._opened)
        self._opening.refused.connect(self._not_opened)
        self._unreadable: set[str] = set()
        self._stamps: dict[str, Stamp] = {}

    # --- the log ---------------------------------------------------------------------------

    @property
    def log(self) -> Log | None:
        """The studio's log, opened when it is first asked for; None when it cannot be, which is
        said once."""
        if self._log is None and not self._log_refused:
            from wickel.studio.book import BookTrouble, Log, open_store  # a database loads slowly

            try:
                self._log = Log(open_store(self._folder, f"{date.today():%Y-%m-%d}"))
            except BookTrouble as reason:
                self._log_refused = True
                self.trouble.emit(str(words_of(reason)))
        return self._log

    @property
    def log_is_open(self) -> bool:
        """Whether the log can be read at once, or never can."""
        return self._log is not None or self._log_refused

    def open_log(self) -> None:
        """Have the log opened in the background; ``changed`` tells when it is there."""
        if self.log_is_open or self._opening.working:
            return
        folder, today = self._folder, f"{date.today():%Y-%m-%d}"

        def opened() -> object:
            from wickel.studio.book import Log, open_store  # a database loads slowly

            return Log(open_store(folder, today))

        self._opening.begin(opened)

    def _opened(self, log: object) -> None:
        if self._log is None:
            self._log = cast("Log", log)
        self.changed.emit()

    def _not_opened(self, sentence: str) -> None:
        self._log_refused = True
        self.trouble.emit(sentence)
        self.changed.emit()

    def keep_entry(self, entry: LogEntry) -> bool:
        """Put an entry into the log, or change it."""
        return self._logged(lambda log: log.keep(entry))

    def drop_entry(self, id: str) -> bool:
        """Take an entry out of the log."""
        return self._logged(lambda log: log.drop(id))

    def _logged(self, change: Callable[[Log], None]) -> bool:
        """Change the log; what hinders it is said."""
        log = self.log
        if log is None:
            return False
        try:
            change(log)
        except ValueError as reason:
            self.trouble.emit(str(words_of(reason)))
            return False
        return True

    # --- clients ---------------------------------------------------------------------------

    @property
    def clients(self) -> tuple[Client, ...]:
        """The studio's clients, by name, as they are now: another window may have changed them."""
        if self._clients is None or not self._stamps.get(_CLIENTS, Stamp()).is_still(
            self._folder / _CLIENTS
        ):
            self._clients = self._read(_CLIENTS, read_clients)
        return self._clients

    def client(self, name: str) -> Client | None:
        """The client of that name."""
        return next((client for client in self.clients if client.name == name), None)

    def keep_body(self, name: str, body: Body) -> bool:
        """Keep a client's body under the day it was taken."""

        def kept(clients: tuple[Client, ...]) -> tuple[Client, ...]:
            known = next((client for client in clients if client.name == name), Client(name=name))
            return with_client(clients, with_body(known, body))

        return self._change_clients(kept)

    def drop_day(self, name: str, taken: str) -> bool:
        """Take a day's measurements out of a client's history."""

        def dropped(clients: tuple[Client, ...]) -> tuple[Client, ...]:
            known = next((client for client in clients if client.name == name), None)
            return clients if known is None else with_client(clients, without_day(known, taken))

        return self.client(name) is not None and self._change_clients(dropped)

    def _change_clients(self, change: Callable[[tuple[Client, ...]], tuple[Client, ...]]) -> bool:
        """Change the clients as they are in the file at this moment, while no other window can."""
        made = self._made(_CLIENTS, lambda: change(self.clients), save_clients)
        if made is None:
            return False
        self._clients = made
        self.changed.emit()
        return True

    def _made(
        self,
        name: str,
        make: Callable[[], tuple[_One, ...]],
        save: Callable[[tuple[_One, ...], Path], None],
    ) -> tuple[_One, ...] | None:
        """What a file of the book has now that it was made anew and saved under its lock; None when
        it was not."""
        try:
            with folder_lock(self._folder):
                made = make()
                return made if self._wrote(name, lambda path: save(made, path)) else None
        except OSError as reason:
            self.trouble.emit(
                tr("{name} could not be saved: {strerror}.", name=name, strerror=reason.strerror)
            )
            return None

    # --- schools ---------------------------------------------------------------------------

    @property
    def schools(self) -> tuple[School, ...]:
        """The schools of the house and the studio's own, as they are now."""
        if self._schools is None or not self._stamps.get(_SCHOOLS, Stamp()).is_still(
            self._folder / _SCHOOLS
        ):
            self._schools = self._read(_SCHOOLS, read_schools)
        return (*SCHOOLS.values(), *self._schools)

    def keep_school(self, school: School) -> bool:
        """Keep a school of the studio's own, in the place of one of that id."""

        def kept() -> tuple[School, ...]:
            return (
                *(old for old in self.schools if old.id not in SCHOOLS and old.id != school.id),
                school,
            )

        made = self._made(_SCHOOLS, kept, save_schools)
        if made is None:
            return False
        self._schools = made
        self.changed.emit()
        return True

    # --- cloths ----------------------------------------------------------------------------

    @property
    def cloths(self) -> tuple[Cloth, ...]:
        """The cloths on the studio's own shelf, as they are now."""
        if self._cloths is None or not self._stamps.get(_CLOTHS, Stamp()).is_still(
            self._folder / _CLOTHS
        ):
            self._cloths = self._read(_CLOTHS, read_cloths)
        return self._cloths

    def keep_cloth(self, cloth: Cloth) -> bool:
        """Put a cloth on the shelf, in the place of one of its name."""
        return self._change_cloths(
            lambda kept: (
                replace(cloth, id=f"own-{slug(cloth.shown_name)}"),
                *_others(kept, cloth.shown_name),
            )
        )

    def drop_cloth(self, name: str) -> bool:
        """Take a cloth of the studio's own off the shelf."""
        return self._change_cloths(lambda kept: _others(kept, name))

    def _change_cloths(self, change: Callable[[tuple[Cloth, ...]], tuple[Cloth, ...]]) -> bool:
        made = self._made(_CLOTHS, lambda: change(self.cloths), save_cloths)
        if made is None:
            return False
        self._cloths = made
        self.changed.emit()
        return True

    # --- styles ----------------------------------------------------------------------------

    def styles(self) -> tuple[OwnStyle | Version, ...]:
        """The studio's own styles and versions of styles, by name; one that cannot be read is left
        out and said."""
        found: list[OwnStyle | Version] = []
        for path in sorted((self._folder / "styles").glob(f"*{_STYLE_ENDING}")):
            try:
                found.append(read_style(path))
            except UnreadableFile as reason:
                self.trouble.emit(str(reason))
        return tuple(sorted(found, key=lambda each: each.name.casefold()))

    def keep_style(self, own: OwnStyle | Version) -> bool:
        """Keep a style of the studio's own, or a version of a style."""

        def write(path: Path) -> None:
            if isinstance(own, Version):
                save_version(own, path)
            else:
                save_style(own, path)

        made = self._wrote(f"styles/{slug(own.id)}{_STYLE_ENDING}", write)
        if made:
            self.changed.emit()
        return made

    def _read(self, name: str, read: Callable[[Path], tuple[_Kept, ...]]) -> tuple[_Kept, ...]:
        self._stamps[name] = stamp(self._folder / name)
        try:
            found = read(self._folder / name)
        except UnreadableFile as reason:
            self._unreadable.add(name)
            self.trouble.emit(str(reason))
            return ()
        self._unreadable.discard(name)
        return found

    def _wrote(self, name: str, write: Callable[[Path], None]) -> bool:
        if name in self._unreadable and (self._folder / name).exists():
            self.trouble.emit(
                tr(
                    "{name} cannot be read and is not written over: mend it or move it away first.",
                    name=name,
                )
            )
            return False
        try:
            write(self._folder / name)
        except OSError as reason:
            self.trouble.emit(
                tr("{name} could not be saved: {strerror}.", name=name, strerror=reason.strerror)
            )
            return False
        self._stamps[name] = stamp(self._folder / name)
        return True


def _others(cloths: tuple[Cloth, ...], name: str) -> tuple[Cloth, ...]:
    return tuple(cloth for cloth in cloths if cloth.shown_name != name)


def fill_book(book: StudioBook) -> None:
    """Put the demo studio's clients and its own style into an empty book."""
    if not book.clients:
        for client in DEMO_CLIENTS:
            for body in client.bodies:
                book.keep_body(client.name, body)
        book.keep_style(FERRY_APRON)
