"""How far a job is at the cutting table: the step it stands at, what was ticked, what is cut, how
long it took, what is left."""

from __future__ import annotations

import hashlib
from collections.abc import Iterable
from dataclasses import replace

from wickel.job.job import AtTable, Checked, Job, Rest
from wickel.lay import Lay, on_table


def with_at_table(job: Job, at: AtTable) -> Job:
    """The job with another state at the table."""
    return replace(job, at_table=at)


def at_step(job: Job, step: str) -> Job:
    """The job at a step of the guide."""
    return with_at_table(job, replace(job.at_table, step=step))


def with_begun(job: Job, cloth_id: str) -> Job:
    """The job with work begun on a cloth: no search takes another lay in the place of its own."""
    at = job.at_table
    return with_at_table(job, replace(at, begun=at.begun | {cloth_id}))


def begun_anew(job: Job) -> Job:
    """The job as before it came to the table, but for what was measured; nothing is cut."""
    at = job.at_table
    for cloth_id, ids in at.cut.items():
        job = with_placements_cut(job, cloth_id, ids, cut=False)
    return with_at_table(job, AtTable(measured=at.measured, planned_mm=at.planned_mm))


def lay_mark(lay: Lay) -> str:
    """A mark of a lay by which it is seen whether anything of it has changed: outlines on the
    table, plies, sections, width. To a hundredth of a millimetre."""
    seen = hashlib.sha256()
    seen.update(f"{lay.spread.exact_way} {lay.spread.width_mm:.2f}".encode())
    for placement in sorted(lay.placements, key=lambda placement: placement.id):
        shape = on_table(placement, lay.piece(placement.piece))
        rings = [shape.outline, *shape.holes]
        points = " ".join(f"{x:.2f},{y:.2f}" for ring in rings for x, y in ring)
        seen.update(f"{placement.id} {placement.cut_plies} {points}".encode())
    return seen.hexdigest()[:16]


def ticked(job: Job, lay: Lay) -> frozenset[str]:
    """What was ticked of a lay as it is now."""
    own = job.at_table.checked.get(lay.cloth.id)
    return own.ids if own is not None and own.lay == lay_mark(lay) else frozenset()


def with_tick(job: Job, lay: Lay, id: str, *, on: bool) -> Job:
    """The job with a check of a lay ticked, or not."""
    before = ticked(job, lay)
    ids = before | {id} if on else before - {id}
    at = job.at_table
    checked = {**at.checked, lay.cloth.id: Checked(lay=lay_mark(lay), ids=ids)}
    return with_at_table(job, replace(at, checked=checked))


def is_cut(job: Job, cloth_id: str, placement: str) -> bool:
    """Whether a placement of a cloth's lay is cut."""
    return placement in job.at_table.cut.get(cloth_id, frozenset())


def with_placements_cut(job: Job, cloth_id: str, ids: Iterable[str], *, cut: bool = True) -> Job:
    """The job with placements of a cloth's lay cut: they stay where they lie, whatever is laid
    beside them. Or not cut after all."""
    ids = frozenset(ids)
    at = job.at_table
    before = at.cut.get(cloth_id, frozenset())
    now = before | ids if cut else before - ids
    job = with_at_table(job, replace(at, cut={**at.cut, cloth_id: now}))
    on = job.on_cloth(cloth_id)
    if on.lay is None:
        return job
    own = {placement.id for placement in on.lay.placements}
    locked = on.lay.locked | (ids & own) if cut else on.lay.locked - ids
    return job.with_on(cloth_id, replace(on, lay=replace(on.lay, locked=locked)))


def with_seconds(job: Job, part: str, seconds: float) -> Job:
    """The job with so much more time spent at a part of the guide."""
    at = job.at_table
    spent = {**at.seconds, part: at.seconds.get(part, 0.0) + seconds}
    return with_at_table(job, replace(at, seconds=spent))


def with_what_stays(job: Job, other: Job) -> Job:
    """The job with what is not taken back of another state of it: the time that was spent at the
    table, and what the studio's book knows it by."""
    at = replace(job.at_table, seconds=other.at_table.seconds)
    return replace(job, at_table=at, book_id=other.book_id)


def with_rest(job: Job, rest: Rest) -> Job:
    """The job with a piece of cloth that is left, to be kept or not, in the place of the same
    one."""
    at = job.at_table
    others = tuple(own for own in at.left if (own.cloth, own.outline) != (rest.cloth, rest.outline))
    return with_at_table(job, replace(at, left=(*others, rest)))


def minutes_taken(job: Job) -> float:
    """How many minutes were worked at the table in all."""
    return sum(job.at_table.seconds.values()) / 60.0


def planned_mm(job: Job, lay: Lay) -> float:
    """How long a lay was planned, in mm: before its cloth was measured, where it was."""
    return job.at_table.planned_mm.get(lay.cloth.id, lay.lay_length_mm)
