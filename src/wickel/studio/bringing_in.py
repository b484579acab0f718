"""Pieces of a drawing become garments of a job: one for every garment and size that the drawing
has, each a style of the maker's own that is drawn in one size."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace

from wickel.body import SIZES, Body, size_body
from wickel.draft.own import OwnStyle
from wickel.files import slug
from wickel.job import Garment, Job
from wickel.job.importing import ImportSaid, PieceSaid, ReadDrawing, ReadPiece
from wickel.pattern import Piece
from wickel.studio.ordering import new_order, with_another
from wickel.wording import say


@dataclass(frozen=True, slots=True, kw_only=True)
class Imported:
    """A style of a drawing, and the size that it is drawn in, empty where the file has none."""

    style: OwnStyle
    size: str


class NotImported(ValueError):
    """A drawing that cannot come in as it is said to be; the message is one sentence."""


def taken(read: ReadDrawing, said: ImportSaid) -> tuple[ReadPiece, ...]:
    """The pieces that are to come in."""
    return tuple(own for own in read.pieces if said.pieces.get(own.key, PieceSaid()).take)


def imported(read: ReadDrawing, said: ImportSaid, name: str) -> tuple[Imported, ...]:
    """The styles that a drawing holds.

    Raises:
        NotImported: a piece that is to come in cannot, or there is none. Nothing is half imported.
    """
    pieces = taken(read, said)
    if not pieces:
        raise NotImported(say("importing.nothing"))
    groups: dict[tuple[str, str], list[Piece]] = {}
    for own in pieces:
        if own.drawn is None:
            raise NotImported(say("importing.cannot", piece=own.name, reason=own.refusal))
        groups.setdefault((own.garment, own.size), []).append(own.drawn)
    several = len({garment for garment, _ in groups}) > 1
    made = []
    for (garment, size), drawn in groups.items():
        words = [name, garment if several else "", size]
        title = " ".join(word for word in words if word)
        made.append(
            Imported(
                style=OwnStyle(
                    id=f"drawn-{slug(title)}", name=title, pieces=(), drawn=tuple(drawn)
                ),
                size=size,
            )
        )
    return tuple(made)


def with_imported(job: Job, styles: Iterable[Imported]) -> Job:
    """The job with a garment more for each style."""
    for own in styles:
        before = {garment.id for garment in job.garments}
        job = with_another(job, own.style)
        garment = next(garment for garment in job.garments if garment.id not in before)
        job = _in_size(job, garment, own.size)
    return job


def job_of_imported(styles: tuple[Imported, ...], name: str) -> Job:
    """A new job for the styles of a drawing."""
    first, *others = styles
    job = new_order(first.style)
    job = _in_size(job, job.garments[0], first.size)
    return replace(with_imported(job, others), name=name)


def _in_size(job: Job, garment: Garment, size: str) -> Job:
    """The garment in the size that it is drawn in, its body that of the chart where it has one."""
    body = size_body(size) if size in SIZES else Body(name="")
    made = replace(garment, size=size, body=body)
    return replace(
        job, garments=tuple(made if own.id == garment.id else own for own in job.garments)
    )
