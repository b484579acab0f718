"""What all commands share: the application, how a job is opened, how a refusal is said."""

from __future__ import annotations

import os
import sys
from collections.abc import Iterable
from dataclasses import replace
from pathlib import Path
from typing import Annotated, NoReturn

import typer

from wickel.draft import DraftRefused
from wickel.files import UnreadableFile, read_job, save_file
from wickel.job import Job, JobRefused, cut_pieces, layable
from wickel.job.figures import read_settings
from wickel.lay import CutPiece, ready_or_begun
from wickel.typed import UnreadableLength, parsed_length
from wickel.units import Unit
from wickel.wording import show_in

app = typer.Typer(
    name="wickel",
    help="From body measurements to a cut plan and an exact length of cloth.",
    no_args_is_help=False,
    add_completion=False,
    pretty_exceptions_enable=False,
    rich_markup_mode=None,
)

REFUSED, UNUSABLE = 1, 2
MOST_SECONDS, ENDLESS = 30.0, 10_000_000
"""How long a search of the usual effort may take at most, and the steps of one that only its time
ends."""

JobPath = Annotated[Path, typer.Argument(metavar="JOB", help="A job file, *.wickel.json.")]
AsJson = Annotated[bool, typer.Option("--json", help="Print the result as JSON.")]


def fail(sentence: object, code: int) -> NoReturn:
    """End with one sentence on standard error."""
    print(f"wickel: {sentence}", file=sys.stderr)
    raise typer.Exit(code)


def length_or_fail(text: str, unit: Unit) -> float | None:
    """A length that was typed, in mm, None where nothing was; ends the command where it is none."""
    if not text:
        return None
    try:
        return parsed_length(text, unit)
    except UnreadableLength as reason:
        fail(reason, UNUSABLE)


def read_job_or_fail(path: Path) -> Job:
    """The job of a file that can be read; ends otherwise."""
    try:
        job = read_job(path)
    except UnreadableFile as reason:
        fail(reason, UNUSABLE)
    show_in(job.unit, both=job.both_units)
    return job


def open_job(
    path: Path, *, to_lay: bool = False, settings: tuple[str, ...] = (), anyway: bool = False
) -> tuple[Job, tuple[CutPiece, ...]]:
    """The job of a file and all its pieces, drafted and checked; ends when they cannot be.

    When they are ``to_lay`` each must fit onto its cloth in some way. ``settings`` give figures;
    ``anyway``: they are drafted although a check cannot hold.
    """
    job = read_job_or_fail(path)
    if to_lay:
        ready_to_lay()
    try:
        job = read_settings(settings, job)
    except ValueError as reason:
        fail(reason, UNUSABLE)
    if anyway:
        job = replace(job, garments=tuple(replace(g, anyway=True) for g in job.garments))
    try:
        pieces = cut_pieces(job)
        return job, layable(pieces, job) if to_lay else pieces
    except (JobRefused, DraftRefused) as reason:
        fail(reason, UNUSABLE)


def ready_to_lay() -> None:
    """Have the loops of the search ready, or say that they are being compiled meanwhile."""
    if not ready_or_begun():
        print(
            "wickel: the search is being made ready for this computer, once; until that is done "
            "it goes more slowly.",
            file=sys.stderr,
        )


def apart(inputs: Iterable[Path], outputs: Iterable[Path]) -> None:
    """Make sure that nothing that is read is written over, and nothing written twice; ends
    otherwise."""
    taken = {os.path.realpath(path): "that is read" for path in inputs}
    for path in outputs:
        real = os.path.realpath(path)
        if real in taken:
            fail(
                f"{path.name} is the file {taken[real]}: give what is written another name.",
                UNUSABLE,
            )
        taken[real] = "that another output is written to"


def write_file(path: Path, content: str | bytes) -> None:
    """Write a file whole; ends when it cannot be written."""
    try:
        save_file(path, content)
    except OSError as reason:
        fail(f"{path.name} cannot be written: {reason.strerror}.", REFUSED)
