"""What the log says of a job: planned against bought, used and left, planned against real minutes,
what went wrong, and what to do next time."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from wickel.geometry import area
from wickel.job import Job
from wickel.job.at_table import minutes_taken, planned_mm
from wickel.lay import USUAL_RATES, CuttingRates, Lay, labour_of
from wickel.wording import tr
from wickel.yardage import need

COMMON_WRONG: dict[str, str] = {
    "short": tr("the cloth was short"),
    "waste": tr("much was left over"),
    "cut-wrong": tr("a piece was cut wrong"),
    "print": tr("the print did not meet"),
    "tight": tr("it was too tight"),
    "loose": tr("it was too wide"),
    "length": tr("the length was wrong"),
    "slipped": tr("the cloth slipped"),
}
"""What often goes wrong, by what it is kept as."""

COMMON_NEXT: dict[str, str] = {
    "longer": tr("cut it longer"),
    "shorter": tr("cut it shorter"),
    "wider": tr("give it more width"),
    "narrower": tr("give it less width"),
    "fold": tr("fold it otherwise"),
    "wash": tr("wash the cloth first"),
    "buy-more": tr("buy more"),
    "buy-less": tr("buy less"),
}
"""What is often done otherwise next time."""


@dataclass(frozen=True, slots=True, kw_only=True)
class LogEntry:
    """One job in the log. Lengths in mm of cloth, minutes; None what nobody has said.

    ``id`` is the job's own: a job has one entry. ``styles`` and ``cloths`` are names as shown;
    ``left_mm2`` is what was kept of what was left, of one ply. ``way`` and ``used_share`` are those
    of the longest lay; ``rule_mm`` is what the studio's old rule of thumb would have bought, of all
    garments. ``wrong`` and ``next_time`` are keys of the common ones; ``fitting`` are changes that
    a fitting has asked for, each with its mm (``job.adjusting``); ``photos`` are names of pictures
    in the book's folder; ``note`` is in the maker's words.
    """

    id: str
    day: str
    job: str
    client: str = ""
    who: str = ""
    styles: tuple[str, ...] = ()
    cloths: tuple[str, ...] = ()
    planned_mm: float = 0.0
    bought_mm: float | None = None
    used_mm: float | None = None
    left_mm2: float = 0.0
    planned_minutes: float = 0.0
    minutes: float | None = None
    wrong: tuple[str, ...] = ()
    next_time: tuple[str, ...] = ()
    note: str = ""
    way: str = ""
    used_share: float | None = None
    rule_mm: float | None = None
    fitting: tuple[tuple[str, float], ...] = ()
    photos: tuple[str, ...] = ()

    @property
    def words(self) -> str:
        """What is searched of it, without capitals."""
        named = (self.job, self.client, self.who, self.note, *self.styles, *self.cloths)
        return " ".join(named).casefold()

    @property
    def said(self) -> tuple[str, ...]:
        """What went wrong and what to do next time, in words."""
        wrong = tuple(COMMON_WRONG[key] for key in self.wrong if key in COMMON_WRONG)
        return (*wrong, *(COMMON_NEXT[key] for key in self.next_time if key in COMMON_NEXT))

    @property
    def teaches(self) -> bool:
        """Whether it says something for next time."""
        return bool(self.note or self.wrong or self.next_time or self.fitting)

    @property
    def over_mm(self) -> float | None:
        """What was bought and not used; None when one of them is not known."""
        if self.bought_mm is None or self.used_mm is None:
            return None
        return self.bought_mm - self.used_mm


def drawn_up(
    job: Job, lays: Sequence[Lay], id: str, day: str, rates: CuttingRates = USUAL_RATES
) -> LogEntry:
    """What a job itself knows for its entry: planned lengths and minutes, the time taken at the
    table, what is cut, what is kept. ``rates`` are those that the studio plans with."""
    at = job.at_table
    minutes = minutes_taken(job)
    way, share = _longest(lays)
    return LogEntry(
        id=id,
        day=day,
        job=job.name,
        client=job.client,
        styles=tuple(dict.fromkeys(garment.name or garment.style for garment in job.garments)),
        cloths=tuple(dict.fromkeys(lay.cloth.shown_name for lay in lays)),
        planned_mm=sum(planned_mm(job, lay) for lay in lays),
        bought_mm=sum(need(lay).buy_mm for lay in lays) if lays else None,
        used_mm=sum(lay.lay_length_mm for lay in lays) if lays and _is_cut(job, lays) else None,
        left_mm2=sum(area(rest.outline) for rest in at.left if rest.kept),
        planned_minutes=sum(labour_of(lay).minutes(rates) for lay in lays),
        minutes=minutes if minutes > 0 else None,
        way=way,
        used_share=share,
    )


def _is_cut(job: Job, lays: Sequence[Lay]) -> bool:
    """Whether everything that lies in the lays is cut."""
    cut = job.at_table.cut
    return all(
        {placement.id for placement in lay.placements} <= cut.get(lay.cloth.id, frozenset())
        for lay in lays
    )


def _longest(lays: Sequence[Lay]) -> tuple[str, float | None]:
    """The way of the longest lay, and the share of its cloth that it uses."""
    longest = max(lays, key=lambda lay: lay.lay_length_mm, default=None)
    return ("", None) if longest is None else (longest.way, longest.used_share)


def caught_up(kept: LogEntry, fresh: LogEntry) -> LogEntry:
    """A kept entry with what the job has come to know since: its time at the table, what is kept of
    what is left, and the cloth that is used where nobody has said otherwise."""
    return replace(
        kept,
        minutes=kept.minutes if fresh.minutes is None else fresh.minutes,
        left_mm2=fresh.left_mm2 or kept.left_mm2,
        used_mm=fresh.used_mm if kept.used_mm is None else kept.used_mm,
        rule_mm=kept.rule_mm if fresh.rule_mm is None else fresh.rule_mm,
        way=kept.way or fresh.way,
        used_share=fresh.used_share if kept.used_share is None else kept.used_share,
    )
