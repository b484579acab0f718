"""A job at a glance: its first garment drawn, and how long cutting it takes."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

from wickel.draft import DraftRefused
from wickel.drawing.sketch import Sketch, sketch
from wickel.files import read_job
from wickel.job import JobRefused
from wickel.job.work import drafted_job
from wickel.lay import Lay, cut_from, cutting_minutes, taken_up


@dataclass(frozen=True, slots=True, kw_only=True)
class Glance:
    """``sketch`` is None where there is none of the garment, ``minutes`` where a cloth has no
    lay."""

    sketch: Sketch | None = None
    minutes: float | None = None


def glance(path: Path) -> Glance:
    """A job file at a glance; nothing of one that cannot be drafted. Raises ``UnreadableFile``."""
    job = read_job(path)
    try:
        drafts, pieces = drafted_job(job)
    except (DraftRefused, JobRefused):
        return Glance()
    drawn = sketch(drafts[0].pattern) if drafts else None
    lays: list[Lay | None] = []
    for cloth in job.cloths:
        kept = job.on_cloth(cloth.id).lay
        own = cut_from(pieces, cloth)
        if own:
            lays.append(None if kept is None else taken_up(kept, own, cloth))
    return Glance(sketch=drawn, minutes=minutes_of(lays))


def minutes_of(lays: list[Lay | None]) -> float | None:
    """How long cutting takes; None while a cloth has no lay, or a lay lacks something."""
    known = [lay for lay in lays if lay is not None and not lay.broken]
    if not lays or len(known) < len(lays):
        return None
    return sum(cutting_minutes(lay) for lay in known)
