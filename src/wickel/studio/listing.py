"""What a list of jobs shows of a job file, read without building the job."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import asdict, dataclass
from datetime import date, timedelta
from pathlib import Path
from typing import Any

from wickel.files import UnreadableFile, plain_text, read_json
from wickel.job.state import STATES, State, is_in_work, is_to_cut
from wickel.lay import USUAL_RATES, CuttingRates, Labour
from wickel.wording import tr


@dataclass(frozen=True, slots=True, kw_only=True)
class ListedCloth:
    """A cloth of a job: its name, its colour as ``#rrggbb`` or empty, its usable width in mm."""

    name: str
    colour: str = ""
    width_mm: float = 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Listing:
    """A job file in a list: ``trouble`` says why when it cannot be read.

    ``id`` is what the book knows the job by, empty when it has none; ``laid`` says that a lay is
    kept for each of its cloths. ``labour`` is what there is to cut, None while nobody has worked it
    out; ``rates`` are the studio's.
    """

    path: Path
    name: str
    id: str = ""
    client: str = ""
    due: str = ""
    state: State = State.ASKED
    waits_for: str = ""
    garments: tuple[str, ...] = ()
    cloths: tuple[ListedCloth, ...] = ()
    notes: str = ""
    laid: bool = False
    labour: Labour | None = None
    rates: CuttingRates = USUAL_RATES
    trouble: str = ""

    @property
    def title(self) -> str:
        """The name and the client in one line."""
        return " · ".join(word for word in (self.name, self.client) if word)

    @property
    def minutes(self) -> float | None:
        """About how long cutting takes; None while nobody has worked it out."""
        return None if self.labour is None else self.labour.minutes(self.rates)

    @property
    def words(self) -> str:
        """What is searched of it, without capitals."""
        own = (self.name, self.client, self.waits_for, self.notes, *self.garments)
        return " ".join((*own, *(cloth.name for cloth in self.cloths))).casefold()


def read_listing(path: Path) -> Listing:
    """What is shown of a job file; one that cannot be read says so."""
    try:
        value = read_json(path, "job")
    except UnreadableFile as reason:
        return Listing(path=path, name=path.name, trouble=str(reason))
    cloths = _rows(value, "cloths")
    return Listing(
        path=path,
        name=_word(value, "name") or path.name,
        id=_word(value, "book_id"),
        client=_word(value, "client"),
        due=_word(value, "due"),
        state=_state(value),
        waits_for=_word(value, "waits_for"),
        garments=tuple(
            word
            for row in _rows(value, "garments")
            if (word := _word(row, "name") or _word(row, "style"))
        ),
        cloths=tuple(
            ListedCloth(
                name=_word(row, "name") or _word(row, "id"),
                colour=_word(row, "colour"),
                width_mm=_number(row, "usable_width_mm"),
            )
            for row in cloths
        ),
        notes=_word(value, "notes"),
        laid=bool(cloths) and all(isinstance(row.get("lay"), dict) for row in cloths),
    )


def listing_record(listing: Listing) -> dict[str, Any]:
    """A listing as the book keeps it, but for its path and the studio's rates."""
    record = asdict(listing)
    del record["path"], record["rates"]
    return record


def listing_of(value: Mapping[str, Any], path: Path) -> Listing:
    """The listing of a record. Raises ``KeyError``, ``TypeError``, ``ValueError``."""
    record = dict(value)
    cloths = tuple(ListedCloth(**cloth) for cloth in record.pop("cloths"))
    state, garments = State(record.pop("state")), tuple(record.pop("garments"))
    labour = record.pop("labour")
    return Listing(
        path=path,
        state=state,
        garments=garments,
        cloths=cloths,
        labour=None if labour is None else Labour(**labour),
        **record,
    )


def stamp_of(path: Path) -> str:
    """A file as it is: when it was changed, and how long it is; empty when it is not there."""
    try:
        there = path.stat()
    except OSError:
        return ""
    return f"{there.st_mtime_ns}-{there.st_size}"


def _rows(value: Mapping[str, Any], key: str) -> list[dict[str, Any]]:
    rows = value.get(key)
    return [row for row in rows if isinstance(row, dict)] if isinstance(rows, list) else []


def _word(value: Mapping[str, Any], key: str) -> str:
    found = value.get(key)
    return plain_text(str(found)) if found else ""


def _number(value: Mapping[str, Any], key: str) -> float:
    found = value.get(key)
    return float(found) if isinstance(found, int | float) else 0.0


def _state(value: Mapping[str, Any]) -> State:
    found = value.get("state")
    return State(found) if found in STATES else State.ASKED


# --- due, late, and the week's work -----------------------------------------------------------


def due_day(listing: Listing) -> date | None:
    """The day a job is due, None where none is said."""
    try:
        return date.fromisoformat(listing.due)
    except ValueError:
        return None


def is_late(listing: Listing, today: date) -> bool:
    """Whether a job should have been done before today."""
    day = due_day(listing)
    return day is not None and day < today and is_in_work(listing.state)


_NOT_YET = {
    State.ASKED: tr("not measured yet"),
    State.MEASURED: tr("its cloth is not bought"),
    State.BOUGHT: tr("not cut yet"),
    State.CUT: tr("not sewn yet"),
    State.SEWING: tr("being sewn"),
    State.FITTING: tr("to be fitted"),
}
"""What is still to be done for a late job that waits for nothing."""


def why_late(listing: Listing, today: date) -> str:
    """By how much a job is late, and why; empty when it is not."""
    day = due_day(listing)
    if day is None or not is_late(listing, today):
        return ""
    days = (today - day).days
    late = tr("{days:of day|days} late", days=days)
    waits = tr("waits for {waits_for}", waits_for=listing.waits_for)
    return f"{late}: {waits if listing.waits_for else _NOT_YET[listing.state]}"


def week_of(day: date) -> tuple[date, date]:
    """The Monday and the Sunday of a day's week."""
    monday = day - timedelta(days=day.weekday())
    return monday, monday + timedelta(days=6)


@dataclass(frozen=True, slots=True, kw_only=True)
class Load:
    """What is to be cut by the end of a week: minutes of so many jobs, and of how many jobs nobody
    knows."""

    minutes: float
    jobs: int
    unknown: int


def load_until(listings: tuple[Listing, ...], last: date) -> Load:
    """What is still to be cut of the jobs that are due until a day, late ones too."""
    due = [
        own
        for own in listings
        if is_to_cut(own.state) and (day := due_day(own)) is not None and day <= last
    ]
    known = [own.minutes for own in due if own.minutes is not None]
    return Load(minutes=sum(known), jobs=len(due), unknown=len(due) - len(known))


def shared_cloths(listings: tuple[Listing, ...]) -> dict[str, tuple[Listing, ...]]:
    """The cloths that several jobs are still to be cut from, by name, most jobs first: the same
    name and the same width."""
    found: dict[tuple[str, float], list[Listing]] = {}
    for own in listings:
        if is_to_cut(own.state):
            for cloth in dict.fromkeys(own.cloths):
                found.setdefault((cloth.name, cloth.width_mm), []).append(own)
    shared = {name: tuple(jobs) for (name, _), jobs in found.items() if len(jobs) > 1}
    return dict(sorted(shared.items(), key=lambda each: (-len(each[1]), each[0])))


def on_rails(
    listings: tuple[Listing, ...], today: date
) -> tuple[tuple[str, tuple[Listing, ...]], ...]:
    """Jobs as they hang: late ones, those of this week, of the next, later ones, those due on no
    day, those that are done; each by day and name, rails with nothing on them left out."""
    this, after = week_of(today)[1], week_of(today)[1] + timedelta(days=7)
    rails: dict[str, list[Listing]] = {
        name: []
        for name in (
            tr("Late"),
            tr("This week"),
            tr("Next week"),
            tr("Later"),
            tr("Due on no day"),
            tr("Done"),
        )
    }
    late, now, soon, later, never, done = rails.values()
    for own in sorted(listings, key=lambda each: (each.due, each.name.casefold(), each.path)):
        day = due_day(own)
        if not is_in_work(own.state) and not own.trouble:
            done.append(own)
        elif day is None:
            never.append(own)
        elif day < today:
            late.append(own)
        else:
            (now if day <= this else soon if day <= after else later).append(own)
    return tuple((name, tuple(jobs)) for name, jobs in rails.items() if jobs)
