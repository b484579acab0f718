"""What a style is: its options as plain questions, what it measures, and how it refuses.

A style is drafted by a plain function from a body and options to a pattern; nothing here knows
any one garment.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field, replace
from typing import TYPE_CHECKING, NamedTuple

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.pattern import Pattern
from wickel.wording import Text, say

if TYPE_CHECKING:
    from wickel.draft.ledger import Ledger

MOST_MM = 20_000.0
"""No answer of a maker is a longer length."""

OptionValue = float | str
Options = Mapping[str, OptionValue]


class DraftRefused(ValueError):
    """A draft that cannot be made from this body and these options.

    The message is one sentence that names what disagrees and a way out; ``concerns`` holds the ids
    of the measurements and options it is about.
    """

    def __init__(self, sentence: Text, *concerns: str) -> None:
        super().__init__(sentence)
        self.concerns = concerns


@dataclass(frozen=True, slots=True, kw_only=True)
class LengthOption:
    """An option that is a length in mm within bounds. ``only_with`` names a choice and its answers
    with which alone it is asked."""

    id: str
    question: str
    default: float
    least: float
    most: float
    only_with: tuple[str, tuple[str, ...]] | None = None

    def checked(self, value: object, *, bounded: bool = True) -> float:
        """The value as a length, within bounds where it is to be ``bounded``.

        Raises:
            DraftRefused: it is none.
        """
        if (
            isinstance(value, bool)
            or not isinstance(value, int | float)
            or not math.isfinite(value)
        ):
            raise DraftRefused(
                say("style.not-a-length", question=self.question, value=value), self.id
            )
        if abs(value) > MOST_MM or (bounded and not self.least <= value <= self.most):
            raise DraftRefused(
                say(
                    "style.outside",
                    question=self.question,
                    value=value,
                    least=self.least,
                    most=self.most,
                ),
                self.id,
            )
        return float(value)


@dataclass(frozen=True, slots=True, kw_only=True)
class ChoiceOption:
    """An option that is one of a few named choices (id → what the maker reads). ``only_with`` as of
    a length."""

    id: str
    question: str
    default: str
    choices: Mapping[str, str]
    only_with: tuple[str, tuple[str, ...]] | None = None

    def checked(self, value: object, *, bounded: bool = True) -> str:
        """The value as a choice. Raises ``DraftRefused``."""
        if not isinstance(value, str) or value not in self.choices:
            known = ", ".join(self.choices)
            raise DraftRefused(
                say("style.not-a-choice", question=self.question, known=known, value=value), self.id
            )
        return value


Option = LengthOption | ChoiceOption


def _not_drafted(body: Body, options: Options, allowances: Allowances) -> Pattern:
    """What a style that has steps is drafted by."""
    raise NotImplementedError


def _brings_none(options: Options) -> tuple[str, ...]:
    """What the answers of most styles bring beside their materials."""
    return ()


class Apart(NamedTuple):
    """A style taken apart: the part of each slot of a garment from parts, the rules that are its
    own by the ids of figures, what its pieces are called by what the parts call them, and which of
    the questions of a part each of its own is, where it is called otherwise."""

    parts: Mapping[str, str]
    rules: Mapping[str, str | tuple[str, str]]
    called: Mapping[str, str]
    asked: Mapping[str, str]


@dataclass(frozen=True, slots=True, kw_only=True)
class Style:
    """A garment's drafting function with its options and the measurements it requires.

    A style that takes its figures from a ledger has ``steps`` and no ``drafted``: the maker may
    give any of them, and its questions may be answered outside their usual bounds.

    ``charts`` are the size charts (``body.CHARTS``) at every size of which its defaults hold;
    ``brings`` gives what some answers need beside ``materials``; ``roles`` are the kinds of edge
    (``allowances.ROLES``) that its pieces have. ``once`` is what its figures were called before, by
    what they are called now: whole ids, or how they begin. One of ``one_size`` is the same for
    every body. One that is put together from parts can
    be taken ``apart``.
    """

    id: str
    name: str
    summary: str
    charts: tuple[str, ...]
    required: tuple[str, ...]
    options: tuple[Option, ...]
    materials: tuple[str, ...]
    roles: tuple[str, ...]
    checked: Callable[[Pattern, Body, Mapping[str, float | str]], tuple[TapeCheck, ...]]
    drafted: Callable[[Body, Mapping[str, float | str], Allowances], Pattern] = _not_drafted
    steps: Callable[[Ledger, Allowances], Pattern] | None = None
    brings: Callable[[Options], tuple[str, ...]] = _brings_none
    once: Mapping[str, str] = field(default_factory=dict)
    one_size: bool = False
    apart: Callable[[Body, Options], Apart] | None = None

    def now_called(self, figure: str) -> str:
        """The id of now of a figure of a job that may be from before."""
        for now, then in self.once.items():
            if figure.startswith(then) and not figure.startswith(now):
                return now + figure.removeprefix(then)
        return figure

    def materials_for(self, options: Options) -> tuple[str, ...]:
        """The materials of its pieces, with what some answers bring, such as a lining."""
        answers = {option.id: option.default for option in self.options} | dict(options)
        return tuple(dict.fromkeys((*self.materials, *self.brings(answers))))

    def option(self, id: str) -> Option:
        """The option of that id. Raises ``KeyError``."""
        for option in self.options:
            if option.id == id:
                return option
        raise KeyError(id)


def is_asked(option: Option, options: Options) -> bool:
    """Whether an option is asked, as the choices are answered."""
    if option.only_with is None:
        return True
    choice, answers = option.only_with
    return options.get(choice) in answers


def asked(every: Iterable[Option], options: Options) -> frozenset[str]:
    """The ids of those options that are asked, as the choices are answered: one that goes with a
    choice is not, where that choice itself is not."""
    by_id = {option.id: option for option in every}

    def applies(option: Option) -> bool:
        if not is_asked(option, options):
            return False
        choice = by_id.get(option.only_with[0]) if option.only_with else None
        return choice is None or applies(choice)

    return frozenset(id for id, option in by_id.items() if applies(option))


def unusual_answers(style: Style, options: Options) -> dict[str, Text]:
    """What is unusual about answers that are lengths, by the question."""
    found: dict[str, Text] = {}
    for option in style.options:
        value = options.get(option.id, option.default)
        if not isinstance(option, LengthOption) or not isinstance(value, int | float):
            continue
        if not option.least <= value <= option.most:
            found[option.id] = say(
                "ledger.unusual",
                figure=option.question,
                value=float(value),
                least=option.least,
                most=option.most,
            )
    return found


def lengths(options: Options) -> dict[str, float]:
    """The options that are lengths, in mm."""
    return {id: value for id, value in options.items() if isinstance(value, float)}


def full_options(style: Style, given: Options) -> dict[str, OptionValue]:
    """All options of a style: the given values checked, the others by default.

    Raises:
        DraftRefused: an unknown option or a value out of its bounds.
    """
    known = {option.id for option in style.options}
    for id in given:
        if id not in known:
            raise DraftRefused(
                say("style.no-option", style=style.name, id=id, join=", ".join(sorted(known))), id
            )
    return {
        option.id: option.checked(given.get(option.id, option.default), bounded=style.steps is None)
        for option in style.options
    }


def tape_checks(
    style: Style, pattern: Pattern, body: Body, options: Options
) -> tuple[TapeCheck, ...]:
    """Every pair of lengths that the maker checks by tape before cutting.

    A check against a measurement that was not taken, because no piece needs it, is not measured.
    """
    unknown = dict.fromkeys(style.required, math.nan)
    known = replace(body, measurements_mm={**unknown, **body.measurements_mm})
    return style.checked(pattern, known, full_options(style, options))
