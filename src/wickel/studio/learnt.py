"""What the log shows over time: cloth saved against the old rule of thumb, share of the cloth used
by way, remnants used up, minutes planned and taken; and everything as tables for a sheet."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from itertools import accumulate

from wickel.body import Client
from wickel.cloth import OnShelf
from wickel.files import csv_text
from wickel.job.state import STATE_NAMES
from wickel.studio.book.entries import LogEntry
from wickel.studio.listing import Listing

LEAST_JOBS = 10
"""So many jobs with minutes planned and taken must be in the log before it scales anything."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Month:
    """What a month (ISO, as 2026-12) has brought: mm of cloth that the rule of thumb would have
    taken more than was used, and the same from the beginning."""

    month: str
    saved_mm: float
    all_mm: float


def saved_by_month(entries: Iterable[LogEntry]) -> tuple[Month, ...]:
    """Cloth saved against the studio's old rule of thumb, month by month, of the entries that know
    both. What was not measured counts as bought, and where that is not known as planned."""
    months: dict[str, float] = {}
    for entry in sorted(entries, key=lambda own: own.day):
        if entry.rule_mm is not None:
            month = entry.day[:7]
            months[month] = months.get(month, 0.0) + entry.rule_mm - taken_mm(entry)
    sums = accumulate(months.values())
    return tuple(
        Month(month=month, saved_mm=saved, all_mm=whole)
        for (month, saved), whole in zip(months.items(), sums, strict=True)
    )


def taken_mm(entry: LogEntry) -> float:
    """How much cloth a job has taken, as far as it is known."""
    known = (entry.used_mm, entry.bought_mm, entry.planned_mm)
    return next(mm for mm in known if mm is not None)


def share_by_way(entries: Iterable[LogEntry]) -> dict[str, tuple[float, int]]:
    """The mean share of the cloth that was used in each way to spread it, and of how many jobs;
    the best first."""
    found: dict[str, list[float]] = {}
    for entry in entries:
        if entry.way and entry.used_share is not None:
            found.setdefault(entry.way, []).append(entry.used_share)
    means = {way: (sum(shares) / len(shares), len(shares)) for way, shares in found.items()}
    return dict(sorted(means.items(), key=lambda each: -each[1][0]))


def remnants_by_month(shelf: Iterable[OnShelf]) -> dict[str, tuple[int, int]]:
    """How many remnants came onto the shelf in each month, and how many were used up."""
    found: dict[str, tuple[int, int]] = {}
    for own in shelf:
        if not own.is_remnant:
            continue
        if own.since:
            came, went = found.get(own.since[:7], (0, 0))
            found[own.since[:7]] = (came + 1, went)
        for kept in own.reserved:
            if kept.cut and kept.day:
                came, went = found.get(kept.day[:7], (0, 0))
                found[kept.day[:7]] = (came, went + 1)
    return dict(sorted(found.items()))


def minutes_of(entries: Iterable[LogEntry]) -> tuple[tuple[float, float], ...]:
    """Minutes planned and taken of the jobs that know both, the earliest first."""
    return tuple(
        (own.planned_minutes, own.minutes)
        for own in sorted(entries, key=lambda own: own.day)
        if own.minutes and own.planned_minutes > 0
    )


def minutes_factor(known: Sequence[tuple[float, float]]) -> float:
    """How many times as long as planned cutting takes here, by minutes planned and taken: 1 until
    ten jobs are known."""
    if len(known) < LEAST_JOBS:
        return 1.0
    return sum(taken for _, taken in known) / sum(planned for planned, _ in known)


def value_on_shelf(shelf: Iterable[OnShelf]) -> float:
    """What everything on the shelf is worth, as far as it is known."""
    return sum(own.value or 0.0 for own in shelf)


@dataclass(frozen=True, slots=True, kw_only=True)
class Learnt:
    """All of it: cloth saved by month, shares by way and their mean, minutes and what they are
    scaled by, remnants by month, how many are kept and were used up, what the shelf was worth in
    each month and is worth now."""

    saved: tuple[Month, ...]
    ways: Mapping[str, tuple[float, int]]
    share: float
    minutes: tuple[tuple[float, float], ...]
    factor: float
    remnants: Mapping[str, tuple[int, int]]
    kept: int
    used_up: int
    values: Mapping[str, float]
    worth: float


def learnt(
    entries: Sequence[LogEntry], shelf: Sequence[OnShelf], values: Mapping[str, float]
) -> Learnt:
    """What log and shelf show; ``values`` is what the shelf was worth, by month."""
    minutes, remnants = minutes_of(entries), remnants_by_month(shelf)
    shares = [own.used_share for own in entries if own.used_share is not None]
    return Learnt(
        saved=saved_by_month(entries),
        ways=share_by_way(entries),
        share=sum(shares) / len(shares) if shares else 0.0,
        minutes=minutes,
        factor=minutes_factor(minutes),
        remnants=remnants,
        kept=sum(own.is_remnant for own in shelf),
        used_up=sum(went for _, went in remnants.values()),
        values=values,
        worth=value_on_shelf(shelf),
    )


# --- everything for a sheet ---------------------------------------------------------------------


def tables(
    entries: Sequence[LogEntry],
    clients: Sequence[Client],
    shelf: Sequence[OnShelf],
    jobs: Sequence[Listing],
) -> Mapping[str, str]:
    """Everything as tables for a sheet, by file name. Lengths in mm."""
    return {
        "log.csv": csv_text((_LOG, *map(_log_row, entries))),
        "clients.csv": csv_text((_CLIENTS, *(row for own in clients for row in _client_rows(own)))),
        "shelf.csv": csv_text((_SHELF, *map(_shelf_row, shelf))),
        "jobs.csv": csv_text((_JOBS, *map(_job_row, jobs))),
    }


_LOG = (
    "day",
    "job",
    "client",
    "cut by",
    "styles",
    "cloths",
    "planned mm",
    "bought mm",
    "used mm",
    "rule of thumb mm",
    "kept mm2",
    "way",
    "share used",
    "planned minutes",
    "minutes",
    "went wrong",
    "next time",
    "fitting",
    "note",
)


def _log_row(own: LogEntry) -> tuple[object, ...]:
    return (
        own.day,
        own.job,
        own.client,
        own.who,
        "; ".join(own.styles),
        "; ".join(own.cloths),
        own.planned_mm,
        own.bought_mm,
        own.used_mm,
        own.rule_mm,
        own.left_mm2,
        own.way,
        own.used_share,
        own.planned_minutes,
        own.minutes,
        "; ".join(own.wrong),
        "; ".join(own.next_time),
        "; ".join(f"{change} {mm:g}" for change, mm in own.fitting),
        own.note,
    )


_CLIENTS = ("client", "consent", "day", "what", "mm")


def _client_rows(own: Client) -> Iterable[tuple[object, ...]]:
    for body in own.bodies:
        for measurement, mm in body.measurements_mm.items():
            yield own.name, own.consent, body.taken, measurement, mm
    for adjustment in own.adjustments:
        yield own.name, own.consent, adjustment.day, adjustment.change, adjustment.mm


_SHELF = (
    "name",
    "remnant",
    "at hand mm",
    "width mm",
    "reserved mm",
    "price of a metre",
    "value",
    "place",
    "since",
    "counted",
    "care",
    "notes",
)


def _shelf_row(own: OnShelf) -> tuple[object, ...]:
    cloth = own.cloth
    return (
        own.name,
        "yes" if own.is_remnant else "",
        own.at_hand_mm,
        cloth.usable_width_mm,
        own.reserved_mm,
        cloth.price,
        own.value,
        own.place,
        own.since,
        own.counted,
        own.care,
        own.notes,
    )


_JOBS = ("name", "client", "due", "state", "waits for", "garments", "cloths", "minutes", "file")


def _job_row(own: Listing) -> tuple[object, ...]:
    return (
        own.name,
        own.client,
        own.due,
        STATE_NAMES[own.state],
        own.waits_for,
        "; ".join(own.garments),
        "; ".join(cloth.name for cloth in own.cloths),
        own.minutes,
        own.path.name,
    )
