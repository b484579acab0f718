"""What follows from a job at once: its garments drafted, its pieces as they are cut, or why not."""

from __future__ import annotations

from dataclasses import dataclass

from wickel.draft import DraftRefused
from wickel.job import DraftedGarment, Job, JobRefused, drafted_series, pieces_of
from wickel.lay import CutPiece
from wickel.wording import Text, words_of


@dataclass(frozen=True, slots=True, kw_only=True)
class Drafts:
    """The garments and the pieces of a job; with a ``refusal`` no pieces, and ``concerns`` says
    what it is about. ``last`` are then the garments as they were last drafted, those that are
    refused now among them."""

    job: Job
    garments: tuple[DraftedGarment, ...] = ()
    pieces: tuple[CutPiece, ...] = ()
    refusal: Text = ""
    concerns: tuple[str, ...] = ()
    last: tuple[DraftedGarment, ...] = ()


def drafts_of(job: Job, before: Drafts | None = None) -> Drafts:
    """The drafts of a job. What nothing has changed for since ``before`` is taken from there."""
    if before is not None and _alike(job, before.job):
        return Drafts(
            job=job,
            garments=before.garments,
            pieces=before.pieces,
            refusal=before.refusal,
            concerns=before.concerns,
            last=before.last,
        )
    made: tuple[DraftedGarment, ...] = ()
    try:
        for garment in job.garments:
            made += _series_before(garment.id, job, before) or drafted_series(garment, job)
        return Drafts(job=job, garments=made, pieces=pieces_of(made, job))
    except (DraftRefused, JobRefused) as reason:
        return Drafts(
            job=job,
            garments=made,
            refusal=words_of(reason),
            concerns=reason.concerns if isinstance(reason, DraftRefused) else ("cloth",),
            last=() if before is None else before.last or before.garments,
        )


def _alike(one: Job, other: Job) -> bool:
    return (
        one.garments == other.garments and one.pieces == other.pieces and one.cloths == other.cloths
    )


def _series_before(id: str, job: Job, before: Drafts | None) -> tuple[DraftedGarment, ...]:
    """The drafts of one garment as they were, when neither it nor the cloths have changed."""
    if before is None or job.cloths != before.job.cloths:
        return ()
    then = next((garment for garment in before.job.garments if garment.id == id), None)
    if then != job.garment(id):
        return ()
    own = [
        done
        for done in before.garments
        if done.garment.id == id or done.garment.id.startswith(f"{id}:")
    ]
    return tuple(own)
