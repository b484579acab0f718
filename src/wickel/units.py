"""Lengths as makers write them, in and out: ``3 5/8``, ``92 cm``, ``1 yd 24 in``, ``2½ m``.

The program stores millimetres (float). This module is the only place that turns text into
millimetres and millimetres into text. It rounds what is shown and never what is stored.
"""

from __future__ import annotations

import math
import re
from enum import StrEnum
from fractions import Fraction

MM_PER_INCH = 25.4


class Unit(StrEnum):
    """A unit of length that a maker may choose or type."""

    MM = "mm"
    CM = "cm"
    M = "m"
    INCH = "in"
    FOOT = "ft"
    YARD = "yd"


IMPERIAL = (Unit.INCH, Unit.FOOT, Unit.YARD)

MM_PER: dict[Unit, float] = {
    Unit.MM: 1.0,
    Unit.CM: 10.0,
    Unit.M: 1000.0,
    Unit.INCH: MM_PER_INCH,
    Unit.FOOT: 12 * MM_PER_INCH,
    Unit.YARD: 36 * MM_PER_INCH,
}

_SPELLINGS: dict[str, Unit] = {
    **dict.fromkeys(("mm", "millimetre", "millimetres", "millimeter", "millimeters"), Unit.MM),
    **dict.fromkeys(("cm", "centimetre", "centimetres", "centimeter", "centimeters"), Unit.CM),
    **dict.fromkeys(("m", "metre", "metres", "meter", "meters"), Unit.M),
    **dict.fromkeys(("in", "inch", "inches", '"', "″", "”", "''"), Unit.INCH),
    **dict.fromkeys(("ft", "foot", "feet", "'", "′", "’"), Unit.FOOT),
    **dict.fromkeys(("yd", "yds", "yard", "yards"), Unit.YARD),
}

_VULGAR: dict[str, Fraction] = {
    "½": Fraction(1, 2),
    "⅓": Fraction(1, 3),
    "⅔": Fraction(2, 3),
    "¼": Fraction(1, 4),
    "¾": Fraction(3, 4),
    "⅕": Fraction(1, 5),
    "⅛": Fraction(1, 8),
    "⅜": Fraction(3, 8),
    "⅝": Fraction(5, 8),
    "⅞": Fraction(7, 8),
}
_VULGAR_CLASS = "[" + "".join(_VULGAR) + "]"

_QUANTITY = re.compile(
    rf"""\s*
    (?:
        (?P<whole>\d+)\s*(?P<vulgar>{_VULGAR_CLASS})
      | (?P<vulgar_only>{_VULGAR_CLASS})
      | (?P<mixed>\d+)(?:\s+|-)(?P<mixed_over>\d+)\s*[/⁄]\s*(?P<mixed_under>\d+)
      | (?P<over>\d+)\s*[/⁄]\s*(?P<under>\d+)
      | (?P<decimal>\d+(?:[.,]\d+)?|[.,]\d+)
    )
    \s*
    (?P<unit>[^\W\d_]+|''|["″”'′’])?\.?
    """,
    re.VERBOSE,
)

_LONGEST_TEXT = 60
_LARGEST_MM = 1e7  # ten kilometres: more than any bolt, and small enough to format


class UnreadableLength(ValueError):
    """A text that is not a length. The message is one sentence for the maker and quotes the
    text."""


def parsed_length(text: str, default: Unit) -> float:
    """Read a length the way a maker writes it.

    Args:
        text: such as ``3 5/8``, ``3.625"``, ``92``, ``92 cm``, ``1 yd 24 in``, ``2½ m``, ``-1 cm``.
            A decimal comma is read like a decimal point.
        default: the unit of a number that names none.

    Returns:
        Millimetres.

    Raises:
        UnreadableLength: the text is no length, or mixes numbers with and without units.

    >>> parsed_length("1 yd 24 in", Unit.CM)
    1524.0
    """
    body = text.strip()
    if not body:
        raise UnreadableLength("No length was typed.")
    shown = body if len(body) <= _LONGEST_TEXT else body[:_LONGEST_TEXT] + "…"
    if len(body) > _LONGEST_TEXT:
        raise UnreadableLength(f"“{shown}” is too long to be a length.")
    sign = 1.0
    if body[0] in "-−–":
        sign, body = -1.0, body[1:].lstrip()
    quantities = _quantities(body, shown)
    if len(quantities) > 1 and any(unit is None for _, unit in quantities):
        raise UnreadableLength(
            f"“{shown}” mixes numbers with and without a unit: write the unit after each."
        )
    total = math.fsum(float(value) * MM_PER[unit or default] for value, unit in quantities)
    if total > _LARGEST_MM:
        raise UnreadableLength(f"“{shown}” is longer than any cloth.")
    return sign * total


def _quantities(body: str, shown: str) -> list[tuple[Fraction, Unit | None]]:
    found: list[tuple[Fraction, Unit | None]] = []
    at = 0
    while at < len(body):
        match = _QUANTITY.match(body, at)
        if match is None:
            raise UnreadableLength(
                f"“{shown}” is not a length: write it like 92 cm, 3 5/8 in or 1 yd 24 in."
            )
        spelling = match["unit"]
        unit = None
        if spelling is not None:
            unit = _SPELLINGS.get(spelling.lower())
            if unit is None:
                raise UnreadableLength(
                    f"“{shown}” has an unknown unit “{spelling}”: use mm, cm, m, in, ft or yd."
                )
        found.append((_value(match, shown), unit))
        at = match.end()
        while at < len(body) and body[at].isspace():
            at += 1
    if not found:
        raise UnreadableLength(
            f"“{shown}” is not a length: write it like 92 cm, 3 5/8 in or 1 yd 24 in."
        )
    return found


def _value(match: re.Match[str], shown: str) -> Fraction:
    try:
        if match["vulgar"]:
            return int(match["whole"]) + _VULGAR[match["vulgar"]]
        if match["vulgar_only"]:
            return _VULGAR[match["vulgar_only"]]
        if match["mixed"]:
            return int(match["mixed"]) + Fraction(
                int(match["mixed_over"]), int(match["mixed_under"])
            )
        if match["over"]:
            return Fraction(int(match["over"]), int(match["under"]))
        return Fraction(match["decimal"].replace(",", "."))
    except ZeroDivisionError:
        raise UnreadableLength(f"“{shown}” divides by nothing.") from None


def shown_length(mm: float, unit: Unit, *, denominator: int = 8, with_unit: bool = True) -> str:
    """Write a length in the maker's unit.

    Inches come as whole numbers and fractions of 1/``denominator`` (8 or 16), yards as yards and
    inches, centimetres to the millimetre, metres to the centimetre, millimetres to a tenth.
    The nearest value is shown; round up beforehand what is bought.

    >>> shown_length(92.075, Unit.INCH)
    '3 5/8 in'
    >>> shown_length(915.0, Unit.CM)
    '91.5 cm'
    """
    sign = "−" if mm < 0 else ""
    size = abs(mm)
    if unit is Unit.INCH:
        text = _inches(size, denominator)
    elif unit is Unit.YARD:
        text = _yards(size, denominator, with_unit=with_unit)
        with_unit = False
    else:
        decimals = {Unit.MM: 1, Unit.CM: 1, Unit.M: 2, Unit.FOOT: 2}[unit]
        text = f"{size / MM_PER[unit]:.{decimals}f}"
        if unit is Unit.CM and text.endswith(".0"):
            text = text[:-2]
    if not text.strip("0. ") and "/" not in text:
        sign = ""
    return f"{sign}{text}{' ' + unit.value if with_unit else ''}"


def shown_short(mm: float, unit: Unit) -> str:
    """Write by how much something is too short or too wide, rounded up, so that no lack is shown as
    nothing.

    >>> shown_short(0.3, Unit.INCH)
    '1/8 in'
    >>> shown_short(12.31, Unit.CM)
    '1.3 cm'
    """
    step = MM_PER_INCH / 8 if unit in IMPERIAL else 1.0
    return shown_length(step * math.ceil(mm / step - 1e-9), Unit.INCH if step > 1 else Unit.CM)


def _inches(mm: float, denominator: int) -> str:
    return _mixed(round(mm / MM_PER_INCH * denominator), denominator)


def _yards(mm: float, denominator: int, *, with_unit: bool) -> str:
    steps = round(mm / MM_PER_INCH * denominator)
    yards, rest = divmod(steps, 36 * denominator)
    inches = _inches(rest / denominator * MM_PER_INCH, denominator)
    if not with_unit:
        return f"{yards} {inches}"
    if rest == 0:
        return f"{yards} yd"
    return f"{yards} yd {inches} in" if yards else f"{inches} in"


def shown_cloth_length(mm: float, unit: Unit) -> str:
    """Write a length of cloth: metres for centimetre makers, yards and inches for inch makers."""
    if unit is Unit.INCH:
        return shown_length(mm, Unit.YARD)
    return shown_length(mm, Unit.M)


EIGHTH_YARD_MM = 36 * MM_PER_INCH / 8


def sold_by_the_yard(step_mm: float) -> bool:
    """Whether a shop's step is a number of eighths of a yard."""
    eighths = step_mm / EIGHTH_YARD_MM
    return abs(eighths - round(eighths)) < 1e-6 and round(eighths) >= 1


def shown_bought(mm: float, unit: Unit) -> str:
    """Write a length to buy, rounded up to what is asked for over a counter: eighths of a yard, or
    centimetres.

    >>> shown_bought(1500.0, Unit.INCH)
    '1 3/4 yd'
    >>> shown_bought(2171.7, Unit.CM)
    '2.18 m'
    """
    if unit in IMPERIAL:
        return f"{_mixed(round(rounded_up(mm, EIGHTH_YARD_MM) / EIGHTH_YARD_MM), 8)} yd"
    return shown_cloth_length(rounded_up(mm, 10.0), unit)


def shown_sold(mm: float, unit: Unit) -> str:
    """Write a fixed length that a shop sells: in yards for inch makers when it is a number of their
    eighths."""
    return (
        shown_bought(mm, unit)
        if unit in IMPERIAL and sold_by_the_yard(mm)
        else shown_cloth_length(mm, unit)
    )


def shown_as_sold(mm: float, unit: Unit) -> str:
    """Write a shop's step or fixed length where it is typed: in yards, whatever the unit, when it
    is their eighths."""
    return shown_sold(mm, Unit.INCH if sold_by_the_yard(mm) else unit)


def _mixed(parts: int, of: int) -> str:
    """A number of parts of a whole as a whole number and a fraction."""
    whole, rest = divmod(parts, of)
    if rest == 0:
        return str(whole)
    part = Fraction(rest, of)
    fraction = f"{part.numerator}/{part.denominator}"
    return f"{whole} {fraction}" if whole else fraction


def rounded_up(mm: float, step_mm: float) -> float:
    """The next whole number of steps that is not short: ``step · ceil((mm − 0.01) / step)``
    (FORMATS §6)."""
    return step_mm * max(0, math.ceil((mm - 0.01) / step_mm))
