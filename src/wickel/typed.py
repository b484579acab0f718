"""Lengths as makers type them: read to millimetres, or refused with a sentence that quotes them."""

from __future__ import annotations

import math
import re
from fractions import Fraction

from wickel.units import MM_PER, Unit
from wickel.wording import say

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
        raise UnreadableLength(say("typed.nothing"))
    shown = body if len(body) <= _LONGEST_TEXT else body[:_LONGEST_TEXT] + "…"
    if len(body) > _LONGEST_TEXT:
        raise UnreadableLength(say("typed.too-long", shown=shown))
    sign = 1.0
    if body[0] in "-−–":
        sign, body = -1.0, body[1:].lstrip()
    quantities = _quantities(body, shown)
    if len(quantities) > 1 and any(unit is None for _, unit in quantities):
        raise UnreadableLength(say("typed.mixed", shown=shown))
    total = math.fsum(float(value) * MM_PER[unit or default] for value, unit in quantities)
    if total > _LARGEST_MM:
        raise UnreadableLength(say("typed.too-large", shown=shown))
    return sign * total


_UNIT = r"\s*(?:cm|mm|in|\")?\s*"
_PULLED = re.compile(
    rf"([\d.,]+){_UNIT}(?:pulls?|stretch(?:es)?)?\s*(?:to|→|->|:)\s*([\d.,]+){_UNIT}$"
)


def parsed_percent(text: str) -> float:
    """Read a part of a hundred: 4 or 4 % as 0.04.

    Raises:
        UnreadableLength: it is no number.
    """
    try:
        return float(text.strip().rstrip("% ").replace(",", ".")) / 100.0
    except ValueError:
        raise UnreadableLength(say("typed.no-share", text=text.strip()[:_LONGEST_TEXT])) from None


def parsed_stretch(text: str) -> float:
    """Read a part of a hundred, or how far a stretch of cloth pulls, as makers test it.

    >>> parsed_stretch("40 %")
    0.4
    >>> round(parsed_stretch("10 cm pull to 14"), 6)
    0.4

    Raises:
        UnreadableLength: it is neither.
    """
    pulled = _PULLED.match(text.strip())
    if pulled is None:
        return parsed_percent(text)
    start, end = (parsed_percent(part) for part in pulled.groups())
    if start <= 0:
        raise UnreadableLength(say("typed.no-share", text=text.strip()[:_LONGEST_TEXT]))
    return end / start - 1.0


def _quantities(body: str, shown: str) -> list[tuple[Fraction, Unit | None]]:
    found: list[tuple[Fraction, Unit | None]] = []
    at = 0
    while at < len(body):
        match = _QUANTITY.match(body, at)
        if match is None:
            raise UnreadableLength(say("typed.not-a-length", shown=shown))
        spelling = match["unit"]
        unit = None
        if spelling is not None:
            unit = _SPELLINGS.get(spelling.lower())
            if unit is None:
                raise UnreadableLength(say("typed.unknown-unit", shown=shown, spelling=spelling))
        found.append((_value(match, shown), unit))
        at = match.end()
        while at < len(body) and body[at].isspace():
            at += 1
    if not found:
        raise UnreadableLength(say("typed.not-a-length", shown=shown))
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
        raise UnreadableLength(say("typed.divided-by-zero", shown=shown)) from None
