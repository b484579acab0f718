"""Drafting: a style, a body and what the maker says of it make a pattern, or a refusal."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import replace

from wickel.body import CHARTS, MEASUREMENTS, Body, doubts, missing
from wickel.draft.allowances import Allowances
from wickel.draft.ledger import Ledger, Own
from wickel.draft.style import (
    DraftRefused,
    Options,
    Style,
    full_options,
    tape_checks,
    unusual_answers,
)
from wickel.geometry import BadOutline, simple_outline
from wickel.pattern import Pattern, net_line, turning_back
from wickel.wording import say, words_of

_NONE: Mapping[str, Own] = {}


def draft(
    style: Style,
    body: Body,
    options: Options,
    allowances: Allowances,
    figures: Mapping[str, Own] = _NONE,
    *,
    anyway: bool = False,
) -> Pattern:
    """Draft a garment for a body, with the maker's own figures where a style takes them.

    What can be sewn although a length that is solved meets its check nowhere, like a cap shorter
    than its armhole, is drafted ``anyway`` when that is asked for; the check is then broken.

    Raises:
        DraftRefused: a measurement is missing or impossible, an option is out of bounds, a figure
            is none of this style's, or what is asked cannot be drawn; the message says which and
            what to do.
    """
    absent = missing(body, style.required)
    if absent and style.steps is not None:
        needed = needed_measurements(style, body, options, allowances, figures)
        absent = tuple(m for m in absent if m in needed)
    if absent:
        names = ", ".join(MEASUREMENTS[m].name.lower() for m in absent)
        raise DraftRefused(
            say("style.cannot-drafted-not-measured-yet", style=style.name, names=names), *absent
        )
    for doubt in doubts(body):
        if doubt.impossible and set(doubt.measurements) & set(style.required):
            raise DraftRefused(doubt.text, *doubt.measurements)
    made = _drawn(style, body, options, allowances, figures, anyway=anyway)
    for piece in made.pieces:
        try:
            simple_outline(net_line(piece))
        except BadOutline as reason:
            text = say("style.no-outline", piece=piece.name, reason=words_of(reason))
            raise DraftRefused(text, piece.id) from None
        turn = turning_back(piece)
        if turn is not None:
            edge, (down, across) = turn
            mine = (figure.id for figure in made.figures if figure.mine)
            raise DraftRefused(
                say("style.turns-back", piece=piece.name, edge=edge, down=down, across=across),
                piece.id,
                *mine,
            )
    return made


def needed_measurements(
    style: Style,
    body: Body,
    options: Options,
    allowances: Allowances,
    figures: Mapping[str, Own] = _NONE,
) -> tuple[str, ...]:
    """What must be measured of a body for a style to be drafted so, of what the style asks for.

    A figure that the maker gives as a length needs no measurement. Where it cannot be found out,
    because the draft is refused, and for a style that has no ledger, it is all that is asked for.
    """
    if style.steps is None:
        return style.required
    ledger = Ledger(_filled(style, body), full_options(style, options), figures, anyway=True)
    try:
        style.steps(ledger, allowances)
    except (DraftRefused, ArithmeticError, ValueError):
        return style.required
    return tuple(m for m in style.required if m in ledger.needed)


def asked_measurements(
    style: Style,
    body: Body,
    options: Options,
    allowances: Allowances,
    figures: Mapping[str, Own] = _NONE,
) -> tuple[str, ...]:
    """What is worth measuring for a style drafted so: what its pieces need, and what its tape
    checks look at, such as the head that a dress goes over."""
    needed = needed_measurements(style, body, options, allowances, figures)
    if set(needed) == set(style.required):
        return style.required
    whole = _filled(style, body)
    try:
        pattern = draft(style, whole, options, allowances, figures, anyway=True)
    except DraftRefused:
        return style.required
    measured = _measured(style, pattern, whole, options)
    looked_at = {
        m
        for m in set(style.required) - set(needed)
        if measured
        != _measured(
            style,
            pattern,
            replace(whole, measurements_mm={**whole.measurements_mm, m: math.nan}),
            options,
        )
    }
    return tuple(m for m in style.required if m in looked_at or m in needed)


def _measured(style: Style, pattern: Pattern, body: Body, options: Options) -> list[bool]:
    return [check.measured for check in tape_checks(style, pattern, body, options)]


def _filled(style: Style, body: Body) -> Body:
    """The body with what was not measured as it is in the middle size of the style's chart."""
    chart = CHARTS[style.charts[0]]
    sizes = list(chart.sizes)
    usual = chart.body(sizes[len(sizes) // 2]).measurements_mm
    return replace(body, measurements_mm={**usual, **body.measurements_mm})


def _drawn(
    style: Style,
    body: Body,
    options: Options,
    allowances: Allowances,
    figures: Mapping[str, Own],
    *,
    anyway: bool,
) -> Pattern:
    """The pattern as the style draws it, with its figures where it has a ledger."""
    full = full_options(style, options)
    if style.steps is None:
        for id in figures:
            raise DraftRefused(say("ledger.none", style=style.name), id)
        return style.drafted(body, full, allowances)
    ledger = Ledger(body, full, figures, anyway=anyway)
    try:
        made = style.steps(ledger, allowances)
    except DraftRefused:
        raise
    except (ArithmeticError, ValueError, LookupError, AssertionError):
        # what is typed beyond all bounds may make points meet or change places
        mine = [figure.id for figure in ledger.figures if figure.mine]
        mine += unusual_answers(style, options)
        if not mine:
            raise
        raise DraftRefused(say("ledger.cannot-be-drawn", style=style.name), *mine) from None
    for id in ledger.unused():
        text = say("ledger.unknown", style=style.name, id=id, style_id=style.id)
        raise DraftRefused(text, id)
    return replace(made, figures=ledger.figures)
