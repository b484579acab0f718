"""The studio's book as the window uses it: clients, shelf, schools, log, kept in one database
beside the jobs; and the studio's own styles, one file each."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable, Sequence
from dataclasses import replace
from datetime import date
from pathlib import Path
from typing import TYPE_CHECKING, Any, TypeVar, cast

from PySide6.QtCore import QObject, QTimer, Signal

from wickel.app.background import Background
from wickel.app.widgets.pictures import NoPicture, encode_image, no_larger, read_picture
from wickel.body import Adjustment, Body, Client, with_adjustment, with_body, without_day
from wickel.cloth import Cloth, OnShelf, with_cut_off, with_reserved
from wickel.draft import SCHOOLS, School
from wickel.draft.own import OwnStyle
from wickel.files import (
    UnreadableFile,
    private_folder,
    read_style,
    save_file,
    save_style,
    save_version,
    slug,
)
from wickel.job import Job, Version
from wickel.lay import Labour
from wickel.studio import DEMO_CLIENTS, FERRY_APRON
from wickel.studio.folder import PLACES, StudioFolder
from wickel.studio.listing import Listing
from wickel.wording import tr, words_of

if TYPE_CHECKING:
    from wickel.studio.book import Book, BookCopy, Fact, LogEntry
    from wickel.studio.removing import Removed

_T = TypeVar("_T")
_STYLE_ENDING = ".wickel-style.json"
MOST_READ_AT_ONCE = 40
"""So many job files are read while the window waits; more in the background."""
_MOST_PIXELS, _QUALITY = 900, 85
_LOOK_MS = 2000
"""How often it is looked whether another window has changed the book."""


class StudioBook(QObject):
    """The open book: asked at any time, written at once when it changes.

    It is opened when it is first asked for, or in the background by ``open``, if it is to be opened
    ``later``: until then it holds nothing. What hinders it is said once.
    """

    changed = Signal()
    opened = Signal()
    trouble = Signal(str)
    clashed = Signal(object, object)
    """Another window has changed the same; carries the ``Clash`` and what keeps the settled one."""

    def __init__(self, folder: Path, parent: QObject | None = None, *, later: bool = False) -> None:
        super().__init__(parent)
        self.folder = folder / "book"
        self._book: Book | None = None
        self._later, self._refused = later, False
        self._opening = Background(self)
        self._opening.done.connect(self._opened)
        self._opening.refused.connect(self._not_opened)
        self._version = -1
        self._factor = (-1, 1.0)
        self._listed: dict[str, tuple[Listing, ...]] = {}
        self._looking = Background(self)
        self._looking.done.connect(lambda _: self.tell())
        self._looking.refused.connect(self.trouble)
        self._look = QTimer(self, interval=_LOOK_MS)
        self._look.timeout.connect(self._look_for_others)

    # --- opening ---------------------------------------------------------------------------

    @property
    def book(self) -> Book | None:
        """The open book; None when it is opened later, or cannot be, which is said once."""
        if self._book is None and not self._refused and not self._later:
            from wickel.studio.book import BookTrouble, open_book  # a database loads slowly

            try:
                self._take(open_book(self.folder, today()))
            except BookTrouble as reason:
                self._refused = True
                self.trouble.emit(str(words_of(reason)))
        return self._book

    @property
    def only_look(self) -> bool:
        """Whether the book is only to be looked at."""
        return self._book is not None and self._book.store.only_look

    @property
    def is_open(self) -> bool:
        """Whether the book can be read at once, or never can."""
        return self._book is not None or self._refused

    def open_now(self) -> None:
        """Open the book and wait until it is there."""
        self._later = False
        if self.book is not None:
            self.opened.emit()
            self.changed.emit()

    def open(self) -> None:
        """Have the book opened in the background; ``opened`` tells when it is there."""
        if self.is_open or self._opening.working:
            return
        folder, day = self.folder, today()

        def work() -> object:
            from wickel.studio.book import open_book  # a database loads slowly

            made, refused = open_book(folder, day)
            for kept in (made.clients, made.shelf, made.schools):
                kept.all()  # read here, and known when the window asks
            return made, refused

        self._opening.begin(work)

    def _opened(self, made: object) -> None:
        if self._book is None:
            self._take(cast("tuple[Book, tuple[object, ...]]", made))
        self.opened.emit()
        self.changed.emit()

    def _not_opened(self, sentence: str) -> None:
        self._refused = True
        self.trouble.emit(sentence)
        self.changed.emit()

    def _take(self, made: tuple[Book, tuple[object, ...]]) -> None:
        self._book, refused = made
        self._version = self._book.store.version()
        self._look.start()
        for reason in refused:
            self.trouble.emit(str(reason))

    def _look_for_others(self) -> None:
        """Tell when another window has changed the book."""
        if self._book is not None and self._read(lambda book: book.store.version(), -1) not in (
            -1,
            self._version,
        ):
            self.tell()

    def tell(self) -> None:
        """Have everybody look at the book anew."""
        self._version = self._read(lambda book: book.store.version(), self._version)
        self.changed.emit()

    def copies(self) -> tuple[BookCopy, ...]:
        """The dated copies of the book, the last first."""
        from wickel.studio.book import copies  # a database loads slowly

        return copies(self.folder)

    def put_back(self, name: str) -> bool:
        """Put a copy in the place of the book and open that; whether it could be."""
        from wickel.studio.book import put_back  # a database loads slowly

        self.close()
        done = True
        try:
            before = put_back(self.folder, self.folder / name, today())
            self.trouble.emit(tr("The book of now is kept as {name}.", name=before.name))
        except (ValueError, OSError, sqlite3.Error) as reason:
            self.trouble.emit(str(words_of(reason)))
            done = False
        self._refused = False
        self.open_now()
        return done

    def close(self) -> None:
        """Let the book go."""
        self._look.stop()
        if self._book is not None:
            self._book.store.close()
            self._book, self._refused = None, True

    def _read(self, read: Callable[[Book], _T], nothing: _T) -> _T:
        """What the book says; ``nothing`` while it is not open, or when it cannot be read, which is
        said."""
        book = self.book
        if book is None:
            return nothing
        try:
            return read(book)
        except ValueError as reason:
            self.trouble.emit(str(words_of(reason)))
            return nothing

    def _change(
        self, change: Callable[[Book], object], settle: Callable[[Any, Any], object] | None = None
    ) -> bool:
        """Change the book; what hinders it is said, and whether it was changed. Of a clash
        ``settle`` keeps what the maker makes of it, in the place of the other window's."""
        from wickel.studio.book import Clash  # a database loads slowly

        self._later = False  # who changes it waits until it is there
        book = self.book
        if book is None:
            self.trouble.emit(tr("The studio's book is not open: nothing was kept."))
            return False
        try:
            change(book)
        except Clash as clash:
            self.clashed.emit(clash, settle)
            return False
        except ValueError as reason:
            self.trouble.emit(str(words_of(reason)))
            return False
        self.tell()
        return True

    def fill_with_season(self, folder: StudioFolder) -> None:
        """Put the demo studio's season into the book and the folder, in the background, once."""
        book = self.book
        if book is None:
            return

        def work() -> object:
            from wickel.studio.filling import fill_with_season  # a database loads slowly

            return fill_with_season(book, folder, date.today())

        self._looking.begin(work)

    # --- the log ---------------------------------------------------------------------------

    def entry(self, id: str) -> LogEntry | None:
        """The entry of a job; None when it has none."""
        return self._read(lambda book: book.log.entry(id), None) if id else None

    def has_entry(self, id: str) -> bool:
        """Whether a job is in the log."""
        return self._book is not None and self._read(lambda book: book.log.has(id), False)

    def entries(self) -> tuple[LogEntry, ...]:
        """All entries of the log, the last day first."""
        return self._read(lambda book: book.log.entries(), ())

    def entries_with(self, words: str, most: int) -> tuple[LogEntry, ...]:
        """The entries in which every one of the words stands, the last day first."""
        return self._read(lambda book: book.log.found(words, most), ())

    def entries_like(
        self, client: str, styles: Sequence[str], cloths: Sequence[str], most: int
    ) -> tuple[LogEntry, ...]:
        """The entries of the same client, style or cloth that say something for next time."""
        return self._read(
            lambda book: book.log.alike(client=client, styles=styles, cloths=cloths, most=most), ()
        )

    def keep_entry(self, entry: LogEntry, seen: LogEntry | None = None) -> bool:
        """Put an entry into the log, or change what was ``seen`` of it."""
        return self._change(lambda book: book.log.keep(entry, seen), self.keep_entry)

    def drop_entry(self, id: str) -> bool:
        """Take an entry out of the log."""
        return self._change(lambda book: book.log.drop(id))

    # --- jobs ------------------------------------------------------------------------------

    def listed(self, folder: StudioFolder, place: str) -> tuple[Listing, ...]:
        """What a list shows of the jobs of a place. Many that nobody has read yet are read in the
        background: they are listed when ``changed`` has told that they are known."""
        paths = folder.jobs(place)
        if self.book is None:
            few = paths if len(paths) <= MOST_READ_AT_ONCE or self._refused else ()
            return tuple(folder.listing(path) for path in few)
        if self._looking.working:
            return self._listed.get(place, ())
        nothing: tuple[Listing, ...] | None = ()
        found = self._read(lambda book: book.jobs.known(paths, MOST_READ_AT_ONCE), nothing)
        if found is None:
            jobs, every = self.book.jobs, folder.all()
            self._looking.begin(lambda: jobs.listed(every))
        else:
            self._listed[place] = found
        return self._listed.get(place, ())

    def listed_everywhere(self, folder: StudioFolder) -> tuple[Listing, ...]:
        """What a list shows of the jobs of all places."""
        return tuple(own for place in PLACES for own in self.listed(folder, place))

    @property
    def is_looking(self) -> bool:
        """Whether there may be jobs that are not listed yet: the book is being opened, or their
        files are being read."""
        return self._looking.working or self._opening.working

    def note_labour(self, path: Path, labour: Labour) -> None:
        """Keep what there is to cut of a job."""
        book = self.book
        if book is not None and not self._looking.working:
            self._read(lambda book: book.jobs.note_labour(path, labour), None)
            self._version = self._read(lambda book: book.store.version(), self._version)

    # --- figures and single facts ------------------------------------------------------------

    @property
    def minutes_factor(self) -> float:
        """How many times as long as planned cutting takes in this studio."""
        from wickel.studio.learnt import minutes_factor  # a database loads slowly

        if self._book is None:
            return 1.0
        number = self._read(lambda book: book.store.version_of("log"), -1)
        if self._factor[0] != number:
            nothing: tuple[tuple[float, float], ...] = ()
            known = self._read(lambda book: book.log.minutes(), nothing)
            self._factor = (number, minutes_factor(known))
        return self._factor[1]

    def rule_mm(self, style: str) -> float | None:
        """What the studio's old rule of thumb buys for a style, in mm; None where nobody has said
        that."""
        none: Fact | None = None
        fact = self._read(lambda book: book.facts.one(f"rule:{style}"), none)
        return None if fact is None else float(fact.value["mm"])

    def keep_rule(self, style: str, mm: float) -> bool:
        """Keep what the studio's old rule of thumb buys for a style."""
        from wickel.studio.book import Fact  # a database loads slowly

        fact = Fact(key=f"rule:{style}", value={"mm": mm})
        return self._change(lambda book: book.facts.keep(fact))

    def values_by_month(self) -> dict[str, float]:
        """What the shelf was worth in each month that it was looked at, now as it is today."""
        from wickel.studio.learnt import value_on_shelf  # a database loads slowly

        nothing: tuple[Fact, ...] = ()
        facts = self._read(lambda book: book.facts.all(), nothing)
        found = {
            fact.key.removeprefix("value:"): float(fact.value["worth"])
            for fact in facts
            if fact.key.startswith("value:")
        }
        now = value_on_shelf(self.shelf)
        return dict(sorted({**found, today()[:7]: now}.items()))

    def note_value(self) -> None:
        """Keep what the shelf is worth this month."""
        from wickel.studio.book import Fact  # a database loads slowly

        if self.only_look:
            return
        month = today()[:7]
        worth = self.values_by_month()[month]
        fact = Fact(key=f"value:{month}", value={"worth": worth})
        if self._read(lambda book: book.facts.one(fact.key), None) != fact and self.shelf:
            self._change(lambda book: book.facts.keep(fact))

    # --- clients ---------------------------------------------------------------------------

    @property
    def clients(self) -> tuple[Client, ...]:
        """The studio's clients, by name, as they are now: another window may have changed them."""
        return self._read(lambda book: book.clients.all(), ())

    def client(self, name: str) -> Client | None:
        """The client of that name."""
        return next((client for client in self.clients if client.name == name), None)

    def keep_client(self, client: Client, seen: Client | None = None) -> bool:
        """Keep what is said of a client, in the place of what was ``seen`` of them."""
        return self._change(lambda book: book.clients.keep(client, seen), self.keep_client)

    def remove_client(self, folder: StudioFolder, name: str) -> Removed | None:
        """Take a client out of the studio; what came of it, None when it could not be, which is
        said."""
        from wickel.studio.removing import remove_client  # a database loads slowly

        found: list[Removed] = []
        try:
            self._change(lambda book: found.append(remove_client(book, folder, name)))
        except OSError as reason:
            self.trouble.emit(str(reason.strerror))
        return next(iter(found), None)

    def adjust(self, name: str, adjustment: Adjustment) -> bool:
        """Keep what a fitting of a client has shown."""

        def kept(known: Client | None) -> Client:
            return with_adjustment(known or Client(name=name), adjustment)

        return self._change(lambda book: book.clients.change(name, kept))

    def keep_body(self, name: str, body: Body) -> bool:
        """Keep a client's body under the day it was taken."""

        def kept(known: Client | None) -> Client:
            return with_body(known or Client(name=name), body)

        return self._change(lambda book: book.clients.change(name, kept))

    def drop_day(self, name: str, taken: str) -> bool:
        """Take a day's measurements out of a client's history."""

        def dropped(known: Client | None) -> Client | None:
            return None if known is None else without_day(known, taken)

        return self.client(name) is not None and self._change(
            lambda book: book.clients.change(name, dropped)
        )

    # --- schools ---------------------------------------------------------------------------

    @property
    def schools(self) -> tuple[School, ...]:
        """The schools of the house and the studio's own, as they are now."""
        nothing: tuple[School, ...] = ()
        return (*SCHOOLS.values(), *self._read(lambda book: book.schools.all(), nothing))

    def keep_school(self, school: School) -> bool:
        """Keep a school of the studio's own, in the place of one of that id."""
        return self._change(lambda book: book.schools.keep(school))

    # --- the shelf -------------------------------------------------------------------------

    @property
    def shelf(self) -> tuple[OnShelf, ...]:
        """What stands on the studio's own shelf, by name."""
        return self._read(lambda book: book.shelf.all(), ())

    def shelf_with(self, words: str) -> tuple[OnShelf, ...]:
        """What on the shelf has every one of the words, by name."""
        nothing: tuple[OnShelf, ...] = ()
        return self._read(lambda book: book.shelf.found(words), nothing)

    def remnants_of(self, name: str) -> tuple[OnShelf, ...]:
        """The remnants of a cloth of that name."""
        return tuple(own for own in self.shelf if own.is_remnant and own.of == name)

    def whole_of(self, name: str) -> str:
        """The name of the cloth that something on the shelf is left of, its own otherwise."""
        return next((own.of for own in self.shelf if own.name == name and own.of), name)

    @property
    def photos(self) -> Path:
        """Where photos of cloths and of jobs are kept."""
        return self.folder / "photos"

    def reserve(self, name: str, job: Job, mm: float) -> bool:
        """Keep so much of a cloth on the shelf for a job, or let it go with 0."""
        return self._change_shelf(name, lambda own: with_reserved(own, job.book_id, job.name, mm))

    def keep_photo(self, path: Path, name: str) -> str:
        """Keep a picture, made smaller, under a name; the name of its file, empty when it cannot be
        read or kept, which is said."""
        try:
            image = no_larger(read_picture(path), _MOST_PIXELS)
        except NoPicture:
            self.trouble.emit(tr("{name} is no picture that can be read.", name=path.name))
            return ""
        file = f"{slug(name)}.jpg"
        try:
            private_folder(self.photos)
            save_file(self.photos / file, encode_image(image, "JPEG", _QUALITY))
        except OSError as reason:
            why = reason.strerror
            self.trouble.emit(tr("{name} could not be saved: {strerror}.", name=file, strerror=why))
            return ""
        return file

    def cut_off(self, name: str, job: Job, mm: float) -> bool:
        """Take off the shelf what a job has cut of a cloth, the whole of a remnant; with 0 nothing
        was cut after all."""

        def cut(own: OnShelf) -> OnShelf:
            known = own.kept_for(job.book_id)
            taken = mm
            if own.is_remnant and mm:
                there = known.mm if known is not None and known.cut else own.at_hand_mm
                taken = mm if there is None else there
            return with_cut_off(own, job.book_id, job.name, taken, today())

        return self._change_shelf(name, cut)

    def _change_shelf(self, name: str, change: Callable[[OnShelf], OnShelf]) -> bool:
        """Change what stands on the shelf under a name; False when nothing does."""
        known = next((own for own in self.shelf if own.name == name), None)
        if known is None or change(known) == known:
            return False
        return self._change(
            lambda book: book.shelf.change(name, lambda own: None if own is None else change(own))
        )

    @property
    def cloths(self) -> tuple[Cloth, ...]:
        """The cloths on the studio's own shelf, as they are now."""
        return tuple(own.cloth for own in self.shelf)

    def keep_cloth(self, cloth: Cloth, *, of: str = "", origin: str = "") -> bool:
        """Put a cloth on the shelf, in the place of one of its name; a remnant ``of`` a cloth, left
        by the job ``origin``. A length at hand is what is there of it now."""
        there = cloth.at_hand_mm
        named = replace(cloth, id=f"own-{slug(cloth.shown_name)}", length_at_hand_mm=None)

        def kept(known: OnShelf | None) -> OnShelf:
            if known is None:
                known = OnShelf(cloth=named, since=today())
            at_hand = known.at_hand_mm if there is None else there
            return replace(
                known,
                cloth=named,
                at_hand_mm=at_hand,
                of=of or known.of,
                origin=origin or known.origin,
            )

        return self._change(lambda book: book.shelf.change(cloth.shown_name, kept))

    def keep_on_shelf(self, own: OnShelf, seen: OnShelf | None = None) -> bool:
        """Keep what is said of something on the shelf, in the place of what was ``seen``."""
        return self._change(lambda book: book.shelf.keep(own, seen), self.keep_on_shelf)

    def drop_cloth(self, name: str) -> bool:
        """Take a cloth of the studio's own off the shelf."""
        return self._change(lambda book: book.shelf.drop(name))

    # --- styles ----------------------------------------------------------------------------

    def styles(self) -> tuple[OwnStyle | Version, ...]:
        """The studio's own styles and versions of styles, by name; one that cannot be read is left
        out and said."""
        found: list[OwnStyle | Version] = []
        for path in sorted((self.folder / "styles").glob(f"*{_STYLE_ENDING}")):
            try:
                found.append(read_style(path))
            except UnreadableFile as reason:
                self.trouble.emit(str(reason))
        return tuple(sorted(found, key=lambda each: each.name.casefold()))

    def keep_style(self, own: OwnStyle | Version) -> bool:
        """Keep a style of the studio's own, or a version of a style."""
        path = self.folder / "styles" / f"{slug(own.id)}{_STYLE_ENDING}"
        try:
            if isinstance(own, Version):
                save_version(own, path)
            else:
                save_style(own, path)
        except OSError as reason:
            self.trouble.emit(
                tr(
                    "{name} could not be saved: {strerror}.",
                    name=path.name,
                    strerror=reason.strerror,
                )
            )
            return False
        self.changed.emit()
        return True


def today() -> str:
    """Today as an ISO date."""
    return f"{date.today():%Y-%m-%d}"


def fill_book(book: StudioBook) -> None:
    """Put the demo studio's clients and its own style into an empty book, once it is open."""
    if book.book is not None and not book.clients:
        for client in DEMO_CLIENTS:
            book.keep_client(client)
        book.keep_style(FERRY_APRON)
