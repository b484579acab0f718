"""A style of the house taken apart: the same garment as one from parts, so that a part of it can be
exchanged."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import replace

from wickel.body import CHARTS, Body
from wickel.draft import (
    STYLES,
    Allowances,
    ChoiceOption,
    DraftRefused,
    Formula,
    Length,
    OptionValue,
    Own,
    draft,
    full_options,
)
from wickel.draft.style import Options, Style
from wickel.job.named import FROM_PARTS, choice_words
from wickel.job.version import Version

_NUMBER = re.compile(r"[0-9.]+")


def can_be_taken_apart(version: Version) -> bool:
    """Whether parts of a garment can be exchanged."""
    if version.own is not None:
        return False
    return version.style == FROM_PARTS or (version.base.apart is not None and not version.changes)


def taken_apart(version: Version) -> Version:
    """A version of a style as one of a garment from parts: its parts, its answers where a garment
    from parts asks the same, its own rules as figures, what the maker gave before these.

    Raises:
        ValueError: it cannot be taken apart.
    """
    if version.style == FROM_PARTS:
        return version
    style, whole = version.base, STYLES[FROM_PARTS]
    if style.apart is None:
        raise ValueError(version.style)
    body = _body_of(style)
    answers = full_options(style, version.options)
    parts, rules, called, asked = style.apart(body, answers)
    known = {option.id for option in whole.options}
    same = {asked.get(id, id): value for id, value in answers.items()}
    options = {id: value for id, value in same.items() if _may_be(whole, id, value)} | dict(parts)
    names = {own: id for id, own in called.items()}
    apart = replace(
        version,
        style=FROM_PARTS,
        options=options,
        figures={},
        cards={names.get(id, id): card for id, card in version.cards.items()},
    )
    given = _as_figures(rules, answers, known) | dict(version.figures)
    return replace(apart, figures=_of_the_draft(given, whole, body, options))


def _may_be(whole: Style, id: str, value: OptionValue) -> bool:
    """Whether a garment from parts asks so, and may be answered so."""
    option = next((option for option in whole.options if option.id == id), None)
    if isinstance(option, ChoiceOption):
        return value in option.choices
    return option is not None


def in_words(version: Version) -> str:
    """What a version is put together from, in words; nothing where it is not."""
    if version.style == FROM_PARTS:
        return choice_words(version)
    style = version.base
    if version.own is not None or style.apart is None:
        return ""
    parts = style.apart(_body_of(style), full_options(style, version.options)).parts
    return choice_words(replace(version, style=FROM_PARTS, options=dict(parts)))


def _body_of(style: Style) -> Body:
    """A body in the middle of a style's chart."""
    chart = CHARTS[style.charts[0]]
    return chart.body(list(chart.sizes)[len(chart.sizes) // 2])


def _as_figures(
    rules: Mapping[str, str | tuple[str, str]], answers: Options, known: set[str]
) -> dict[str, Own]:
    """Rules as figures of the maker's: what only the style asks for stands as its answer."""
    asked = {
        id.removesuffix("_mm"): float(value)
        for id, value in answers.items()
        if id.endswith("_mm") and id not in known
    }

    def own(rule: str) -> Own:
        if _NUMBER.fullmatch(rule):
            return Length(float(rule))
        return Formula(_NAME.sub(lambda m: _said(m[0], asked), rule))

    found: dict[str, Own] = {}
    for id, rule in rules.items():
        if isinstance(rule, str):
            found[id] = own(rule)
        else:
            found |= {f"{id}.front": own(rule[0]), f"{id}.back": own(rule[1])}
    return found


_NAME = re.compile(r"[a-z][a-z0-9_]*")


def _said(name: str, asked: Mapping[str, float]) -> str:
    """A name of a rule, or the length that it stands for."""
    return f"{asked[name] / 10:g} cm" if name in asked else name


def _of_the_draft(
    given: Mapping[str, Own], whole: Style, body: Body, options: Options
) -> dict[str, Own]:
    """Those of some figures that a garment from parts has."""
    try:
        drafted = draft(whole, body, options, Allowances())
    except DraftRefused:
        return dict(given)
    ids = {id for figure in drafted.figures for id in (figure.id, figure.base)}
    return {id: own for id, own in given.items() if id in ids}
