"""A job without the person it was made for: its pieces and what was decided of its cloths stay, no
name, no body, no notes about them."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import fields, is_dataclass, replace
from typing import TypeVar

from shapely.geometry import LineString, Polygon

from wickel.draft import DraftRefused
from wickel.drawing.piece import notch_tick
from wickel.geometry import Outline
from wickel.job import DraftedGarment, Job, JobRefused
from wickel.job.job import OnCloth
from wickel.job.work import drafted_job
from wickel.lay import CutPiece, taken_up
from wickel.pattern import notch_point

SOMEBODY = "a client"
"""What stands in the place of a name in words."""

_GRID_MM = 0.01
"""Outlines are rounded to it: none gives a measurement to the last figure."""
_LEAST_WORD = 4
_T = TypeVar("_T")


def without_name(text: str, name: str) -> str:
    """Words with a person's name, and each longer word of it, taken out, whatever their capitals.

    >>> without_name("ODILE's dress, for Odile Marrow", "Odile Marrow")
    "a client's dress, for a client"
    """
    parts = [part for part in name.split() if len(part) >= _LEAST_WORD]
    for own in (name, *parts):
        if own.strip():
            text = re.sub(rf"(?<!\w){re.escape(own)}(?!\w)", SOMEBODY, text, flags=re.IGNORECASE)
    return text


def concerns(job: Job, name: str) -> bool:
    """Whether a job was made for a person."""
    bodies = (garment.body.name for garment in job.garments)
    givers = (g.name for garment in job.garments for g in garment.given_by.values())
    return name in (job.client, *bodies, *givers)


def nameless(job: Job, name: str) -> Job:
    """The job without a person: its garments as the pieces that are cut of them, with stitching
    lines, notches and inner lines, in hundredths of a millimetre; lays that are still whole on
    those stay. Pictures and keys of other programs go, since nobody knows what they show."""
    try:
        drafts, cut = drafted_job(job)
        pieces = tuple(_rounded(_with_notches(piece, drafts)) for piece in cut)
    except (DraftRefused, JobRefused):
        pieces = job.pieces  # what cannot be drafted has no pieces to keep
    made = replace(
        job,
        name=without_name(job.name, name),
        client="",
        notes=without_name(job.notes, name),
        waits_for=without_name(job.waits_for, name),
        garments=(),
        pieces=pieces,
        pictures=(),
        foreign=None,
    )
    return replace(made, on={id: _kept(on, made, id, name) for id, on in job.on.items()})


def _kept(on: OnCloth, job: Job, id: str, name: str) -> OnCloth:
    """What was decided of a cloth, as far as it holds for the pieces of now."""
    cloth = job.cloth(id)
    lay = None if on.lay is None else taken_up(on.lay, job.pieces, cloth)
    whole = lay is not None and lay.complete and not lay.broken
    named = tuple(replace(own, name=without_name(own.name, name)) for own in on.kept)
    return replace(on, lay=on.lay if whole else None, kept=named, tried=())


def _with_notches(piece: CutPiece, drafts: Sequence[DraftedGarment]) -> CutPiece:
    """A piece with the notches of its draft among its inner lines, those of a half on the half."""
    drawn = next(
        (
            own
            for done in drafts
            for own in done.pattern.pieces
            if piece.id == f"{done.garment.id}/{own.id}"
        ),
        None,
    )
    if drawn is None:
        return piece
    half = Polygon(piece.cut_line).buffer(1.0)
    ticks = (notch_tick(drawn, notch_point(drawn, notch)) for notch in drawn.notches)
    ours = tuple(tick for tick in ticks if half.covers(LineString(tick)))
    return replace(piece, inner_lines=(*piece.inner_lines, *ours))


def _rounded(piece: CutPiece) -> CutPiece:
    """A piece with everything that is drawn in it on the grid."""
    return replace(
        piece,
        cut_line=_on_grid(piece.cut_line),
        holes=tuple(_on_grid(hole) for hole in piece.holes),
        net_line=None if piece.net_line is None else _on_grid(piece.net_line),
        inner_lines=tuple(_on_grid(line) for line in piece.inner_lines),
        orders=tuple(_values_on_grid(order) for order in piece.orders),
        on_print=_values_on_grid(piece.on_print),
    )


def _on_grid(outline: Outline) -> Outline:
    return tuple((_near(x), _near(y)) for x, y in outline)


def _near(value: float) -> float:
    return round(round(value / _GRID_MM) * _GRID_MM, 6)


def _values_on_grid(value: _T) -> _T:
    """A value with every number in it on the grid."""
    if isinstance(value, float):
        return _near(value)  # type: ignore[return-value]
    if isinstance(value, tuple):
        return tuple(_values_on_grid(own) for own in value)  # type: ignore[return-value]
    if is_dataclass(value) and not isinstance(value, type):
        changed = {f.name: _values_on_grid(getattr(value, f.name)) for f in fields(value)}
        return type(value)(**changed)
    return value
