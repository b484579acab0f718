"""A sentence as code and values, and the making of its words."""

from __future__ import annotations

import math
import string
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from wickel.units import IMPERIAL, MM_PER, Unit, shown_cloth_length, shown_length, shown_short
from wickel.wording.english import ENGLISH
from wickel.wording.language import counted, translated


class _Shown:
    """The unit in which the process shows lengths: that of the job in hand, as a locale is that of
    its reader."""

    unit = Unit.CM
    both = False
    currency = ""


def show_in(unit: Unit, *, both: bool = False) -> None:
    """Show the lengths of all sentences in a unit from now on; of ``both`` kinds of units, with the
    other one beside it."""
    _Shown.unit, _Shown.both = unit, both


def beside(mm: float, unit: Unit, show: Callable[[float, Unit], str] = shown_length) -> str:
    """A length in the other unit, in brackets, where the maker asked for both; else nothing."""
    if not _Shown.both:
        return ""
    return f" ({show(mm, Unit.CM if unit in IMPERIAL else Unit.INCH)})"


def show_money_in(currency: str) -> None:
    """Show what something costs in a currency from now on: its sign or its letters, or nothing."""
    _Shown.currency = currency.strip()


def shown_money(cost: float) -> str:
    """What something costs, in the currency of the studio."""
    return f"{cost:.2f} {_Shown.currency}".rstrip()


def shown_unit() -> Unit:
    """The unit in which lengths are shown."""
    return _Shown.unit


@dataclass(frozen=True, slots=True, eq=False)
class Sentence:
    """Something to say: its code in the catalogue, and values by name.

    Values are words, numbers, lengths in mm, or sentences. ``str()`` makes the words in the unit
    that is shown.
    """

    code: str
    values: Mapping[str, object]

    def in_unit(self, unit: Unit) -> str:
        """The words, with every length in ``unit``."""
        words = translated(self.code, ENGLISH[self.code])
        return _Maker(unit).vformat(words, (), self.values)

    def __str__(self) -> str:
        return self.in_unit(_Shown.unit)

    def __eq__(self, other: object) -> bool:
        if not isinstance(other, Sentence):
            return NotImplemented
        return (self.code, dict(self.values)) == (other.code, dict(other.values))

    def __hash__(self) -> int:
        return hash((self.code, tuple(sorted(self.values))))


Text = Sentence | str
"""Something to show: a sentence, or words that have no unit and come from outside the program, like
a name."""


def say(code: str, **values: object) -> Sentence:
    """The sentence of a code.

    Raises:
        KeyError: there is no such code.
    """
    if code not in ENGLISH:
        raise KeyError(code)
    return Sentence(code, values)


def in_words(text: Text, unit: Unit) -> str:
    """What is shown of a text, with lengths in ``unit``."""
    return text.in_unit(unit) if isinstance(text, Sentence) else text


def renamed(text: Text, old: str, new: str) -> Text:
    """The text with a name in it changed."""
    if isinstance(text, str):
        return text.replace(old, new)
    return Sentence(
        text.code, {key: new if value == old else value for key, value in text.values.items()}
    )


def words_of(reason: Exception) -> Text:
    """What an exception says, not yet put into words where it can still be a sentence."""
    first = reason.args[0] if reason.args else ""
    return first if isinstance(first, Sentence) else str(reason)


class _Maker(string.Formatter):
    """Puts values into a sentence of the catalogue.

    Lengths are in mm: ``{x:length}`` is shown in the unit, ``{x:up}`` rounded up to what is shown,
    ``{x:fine}`` a small one, in millimetres or sixteenths of an inch, ``{x:cloth}`` one of cloth,
    in metres or yards, and ``{x:whole}`` in whole ones, rounded up; ``{x:area}`` is an area in mm²,
    ``{x:money}`` what something costs, ``{x:of ply|plies}`` a number of things.
    Everything else is Python's.
    """

    def __init__(self, unit: Unit) -> None:
        self._unit = unit

    def format_field(self, value: Any, format_spec: str) -> str:
        if isinstance(value, Sentence):
            return value.in_unit(self._unit)
        if format_spec == "money":
            return shown_money(value)
        of_things = counted(value, format_spec)
        if of_things is not None:
            return of_things
        make = _LENGTHS.get(format_spec)
        if make is None:
            return str(super().format_field(value, format_spec))
        if not math.isfinite(value):
            return f"{value:g}"
        mm = float(value)
        return make(mm, self._unit) + beside(mm, self._unit, make)


def _fine(mm: float, unit: Unit) -> str:
    if unit in IMPERIAL:
        return shown_length(mm, Unit.INCH, denominator=16)
    return f"{mm:.1f}".removesuffix(".0") + " mm"


def _whole(mm: float, unit: Unit) -> str:
    if unit in IMPERIAL:
        return f"{math.ceil(mm / MM_PER[Unit.YARD] - 1e-6)} yd"
    return f"{math.ceil(mm / MM_PER[Unit.M] - 1e-6)} m"


def _area(mm2: float, unit: Unit) -> str:
    inches = unit in IMPERIAL
    size = float(f"{mm2 / MM_PER[Unit.INCH if inches else Unit.CM] ** 2:.3g}")
    return f"{size:.10g} {'sq in' if inches else 'cm²'}"


_LENGTHS: dict[str, Callable[[float, Unit], str]] = {
    "length": shown_length,
    "cloth": shown_cloth_length,
    "up": shown_short,
    "fine": _fine,
    "whole": _whole,
    "area": _area,
}
