"""The maker's own figures in a job: read from words, set, taken back, found on the cloth."""

from __future__ import annotations

import re
from dataclasses import replace

from wickel.draft import AsFar, Formula, Length, Own, Plus
from wickel.job.edits import with_garment
from wickel.job.job import Garment, Job
from wickel.typed import UnreadableLength, parsed_length
from wickel.units import Unit, shown_length
from wickel.wording import say

_SIGNED = re.compile(r"^([+\-−–])\s*(?=[\d.,½¼¾⅛⅜⅝⅞⅓⅔⅕])")


def read_figure(text: str, unit: Unit) -> Own:
    """What a maker writes of a figure: ``23 cm``, ``+1 cm``, ``waist/4 + 2 cm``, ``> 45 cm`` for as
    far as the cloth goes. A number alone is in ``unit``; ``=-2 cm`` is a length below nothing.

    Raises:
        ValueError: with a sentence; nothing was written, or a length cannot be read.
    """
    body = text.strip().strip('"“”').strip()
    if not body:
        raise ValueError(say("figures.not-understood", text=text))
    if body.startswith((">", "≥")):
        return AsFar(parsed_length(body.lstrip(">≥= "), unit))
    if body.startswith("="):
        return Length(parsed_length(body[1:], unit))
    if _SIGNED.match(body):
        try:
            return Plus(parsed_length(body.lstrip("+ "), unit))
        except UnreadableLength:
            return Formula(body)
    try:
        return Length(parsed_length(body, unit))
    except UnreadableLength:
        if re.search(r"[A-Za-z_]{3,}|[*/()]", body):
            return Formula(body)
        raise


def shown_own(own: Own, unit: Unit) -> str:
    """What a maker has said of a figure, as it may be typed again."""
    match own:
        case Length(mm):
            return f"= {shown_length(mm, unit)}" if mm < 0 else shown_length(mm, unit)
        case Plus(mm):
            return f"{'+' if mm >= 0 else '−'} {shown_length(abs(mm), unit)}"
        case Formula(text):
            return text
        case AsFar(least, _):
            return f"> {shown_length(least, unit)}"


def with_figure(job: Job, garment: Garment, id: str, own: Own | None) -> Job:
    """The job with a figure of a garment given, or by its rule again where ``own`` is None."""
    figures = {key: value for key, value in garment.figures.items() if key != id}
    if own is not None:
        figures[id] = own
    return with_garment(job, replace(garment, figures=figures))


def read_settings(texts: tuple[str, ...], job: Job) -> Job:
    """The job with figures as the command line sets them: ``[GARMENT:]ID=VALUE``, of the first
    garment where none is named.

    Raises:
        ValueError: with a sentence; no such garment, or a value that cannot be read.
    """
    for text in texts:
        head, sign, value = text.partition("=")
        if not sign:
            raise ValueError(say("figures.not-understood", text=text))
        id, _, figure = head.strip().rpartition(":")
        names = {garment.id: garment for garment in job.garments}
        garment = names.get(id) if id else next(iter(names.values()), None)
        if garment is None:
            join = ", ".join(names)
            raise ValueError(say("figures.no-garment", garment=id, join=join))
        job = with_figure(job, garment, figure, read_figure(value, job.unit))
    return job
