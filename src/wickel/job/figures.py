"""The maker's own figures in a job: read from words, set, taken back, found on the cloth."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import replace

from wickel.draft import AsFar, DraftRefused, Formula, Length, Own, Plus, draft
from wickel.draft.formulas import names_in
from wickel.draft.ledger import SIDES, spelled
from wickel.geometry import Point
from wickel.job.edits import with_garment
from wickel.job.job import Garment, Job
from wickel.job.turned import net_figures
from wickel.job.work import garment_style
from wickel.pattern import ConstructionPoint, Pattern, Piece
from wickel.typed import UnreadableLength, parsed_length
from wickel.units import Unit, shown_length
from wickel.wording import say

_SIGNED = re.compile(r"^([+\-−–])\s*(?=[\d.,½¼¾⅛⅜⅝⅞⅓⅔⅕])")


_FORMULA = re.compile(r"^[a-z_]{3,}$|[*/()]|[a-z_]{3,}\s*[+−-]|[+−-]\s*[a-z_]{3,}")
"""What looks like a formula: a name alone, or signs that no length has."""


def read_figure(text: str, unit: Unit) -> Own:
    """What a maker writes of a figure: ``23 cm``, ``+1 cm``, ``waist/4 + 2 cm``, ``> 45 cm`` for as
    far as the cloth goes, ``2 3/8 in cut`` for what is chalked, to the cut line. A number alone is
    in ``unit``; ``=-2 cm`` is a length below nothing.

    Raises:
        ValueError: with a sentence; nothing was written, or it is neither a length nor a formula.
    """
    body = text.strip().strip('"“”').strip()
    if not body:
        raise ValueError(say("figures.not-understood", text=text))
    if body.startswith((">", "≥")):
        return AsFar(parsed_length(body.lstrip(">≥= "), unit))
    if body.endswith(" cut"):
        return Length(parsed_length(body.removesuffix("cut").lstrip("= "), unit), cut=True)
    if body.startswith("="):
        return Length(parsed_length(body[1:], unit))
    try:
        if _SIGNED.match(body):
            return Plus(parsed_length(body.lstrip("+ "), unit))
        return Length(parsed_length(body, unit))
    except UnreadableLength:
        if not _FORMULA.search(body):
            raise
    names_in(body)
    return Formula(body)


def shown_own(own: Own, unit: Unit) -> str:
    """What a maker has said of a figure, as it may be typed again."""
    match own:
        case Length(mm, True):
            return f"{shown_length(mm, unit)} cut"
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
    given_by = {key: giver for key, giver in garment.given_by.items() if key != id}
    return with_garment(job, replace(garment, figures=figures, given_by=given_by))


def with_reached(job: Job, found_mm: Mapping[tuple[str, str], float]) -> Job:
    """The job with what was found of figures that go as far as the cloth; of those that do so no
    longer nothing is taken."""
    for (garment_id, id), mm in found_mm.items():
        garment = next((other for other in job.garments if other.id == garment_id), None)
        own = None if garment is None else garment.figures.get(id)
        if garment is not None and isinstance(own, AsFar) and mm >= own.least_mm - 1e-6:
            job = with_figure(job, garment, id, AsFar(own.least_mm, mm))
    return job


def bases_of_piece(pattern: Pattern, piece: str) -> frozenset[str]:
    """The figures, without their sides, that a piece is drawn with: those that its points stand on,
    what their rules name, and those that no point of any piece is known to stand on."""
    rules = _named_by_rules(pattern)
    reached = {made.id: _reached(made, rules) for made in pattern.pieces}
    elsewhere = frozenset[str]().union(*reached.values())
    return frozenset(
        figure.base
        for figure in pattern.figures
        if figure.base in reached.get(piece, ()) or figure.base not in elsewhere
    )


def _named_by_rules(pattern: Pattern) -> dict[str, set[str]]:
    """Of every figure, without its side, those that its rule or the maker's formula names."""
    named = {spelled(id): f.base for f in pattern.figures for id in (f.id, f.base)}
    rules: dict[str, set[str]] = {}
    for figure in pattern.figures:
        texts = (text for text in (figure.own, figure.rule) if text)
        names = {*figure.of, *(name for text in texts for name in names_in(text))}
        rules.setdefault(figure.base, set()).update(
            named[name] for name in map(spelled, names) if name in named
        )
    return rules


def _reached(piece: Piece, rules: Mapping[str, set[str]]) -> frozenset[str]:
    """The figures that the points of a piece name, and all that their rules name in turn."""
    found: set[str] = set()
    waiting = [base for point in piece.points for base in point.figures]
    while waiting:
        base = waiting.pop()
        if base not in found:
            found.add(base)
            waiting += rules.get(base, ())
    return frozenset(found)


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


SNAP_MM = {Unit.CM: 5.0, Unit.INCH: 25.4 / 8}
"""What a dragged figure is rounded to: half centimetres, or eighths of an inch."""

_STEP_MM = 1.0
_MOVES = 0.2
"""A figure moves a point along an axis when a millimetre of it is at least so much there."""


def dragged(job: Job, garment: Garment, piece: str, point: str, to: Point) -> Job:
    """The job with the figures that put a point there given as lengths, so that it comes to lie at
    ``to`` (down, across), each figure rounded to what a tape shows.

    Raises:
        ValueError: with a sentence; no figure moves the point, or there is none of that name.
        DraftRefused: it cannot be drafted so.
    """
    before = _drafted(garment)
    start = _point(before, piece, point)
    side = next((side for side in SIDES if piece.startswith(side)), "")
    known = {figure.id: figure for figure in before.figures}
    named = (id for base in start.figures for id in (f"{base}.{side}", base) if id in known)
    slopes: dict[str, Point] = {}
    for id in dict.fromkeys(named):
        nudged = {**garment.figures, id: Length(known[id].value + _STEP_MM)}
        try:
            moved = _point(_drafted(replace(garment, figures=nudged)), piece, point)
        except (DraftRefused, ValueError):
            continue
        slopes[id] = (
            (moved.down_mm - start.down_mm) / _STEP_MM,
            (moved.across_mm - start.across_mm) / _STEP_MM,
        )
    wanted = (to[0] - start.down_mm, to[1] - start.across_mm)
    snap = SNAP_MM[job.unit]
    for id, more in _moves(slopes, wanted).items():
        value = snap * round((known[id].value + more) / snap)
        job = with_figure(job, job.garment(garment.id), id, Length(value))
    _drafted(job.garment(garment.id))
    return job


def _drafted(garment: Garment) -> Pattern:
    style = garment_style(garment)
    figures = net_figures(garment.figures, garment.allowances, garment.cards)
    return draft(style, garment.body, garment.options, garment.allowances, figures)


def _point(pattern: Pattern, piece: str, name: str) -> ConstructionPoint:
    for own in pattern.pieces:
        if own.id == piece:
            for point in own.points:
                if point.name == name:
                    return point
    raise ValueError(say("figures.no-point", point=name))


def _moves(slopes: Mapping[str, Point], wanted: Point) -> dict[str, float]:
    """By how much to change which figure, so that a point moves down and across as wanted: for
    either way the figure that moves it most, of several the one that is named last: it moves the
    least else.

    Raises:
        ValueError: no figure moves it.
    """
    found: dict[str, float] = {}
    for axis in (0, 1):
        best = max(reversed(list(slopes)), key=lambda id: abs(slopes[id][axis]), default="")
        if best and abs(slopes[best][axis]) >= _MOVES and abs(wanted[axis]) > _MOVES:
            found.setdefault(best, wanted[axis] / slopes[best][axis])
    if not found:
        raise ValueError(say("figures.point-stays"))
    return found
