"""A job at a glance: its first garment drawn, and what there is to cut."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

from wickel.draft import DraftRefused
from wickel.drawing.sketch import Sketch, sketch
from wickel.files import read_job
from wickel.job import JobRefused, cloths_in_use
from wickel.job.work import drafted_job
from wickel.lay import NO_LABOUR, Labour, cut_from, labour_in_one_ply, labour_of, taken_up


@dataclass(frozen=True, slots=True, kw_only=True)
class Glance:
    """``sketch`` is None where there is none of the garment, ``labour`` where it cannot be
    drafted."""

    sketch: Sketch | None = None
    labour: Labour | None = None


def glance(path: Path) -> Glance:
    """A job file at a glance; nothing of one that cannot be drafted. The labour is that of the
    lays kept in it, and as for one ply where a cloth has none. Raises ``UnreadableFile``."""
    job = read_job(path)
    try:
        drafts, pieces = drafted_job(job)
    except (DraftRefused, JobRefused):
        return Glance()
    drawn = sketch(drafts[0].pattern) if drafts else None
    labour = NO_LABOUR
    for cloth in cloths_in_use(job, pieces):
        kept, own = job.on_cloth(cloth.id).lay, cut_from(pieces, cloth)
        lay = None if kept is None else taken_up(kept, own, cloth)
        if lay is None or lay.broken:
            labour += labour_in_one_ply(own, cloth)
        else:
            labour += labour_of(lay)
    return Glance(sketch=drawn, labour=labour)
