"""Units, and lengths as they are shown: ``3 5/8``, ``92 cm``, ``1 yd 24 in``.

The program stores millimetres (float); what a maker types is read in ``wickel.typed``. What is
shown is rounded, never what is stored.
"""

from __future__ import annotations

import math
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


FILE_UNITS_MM = {
    "mm": 1.0,
    "cm": 10.0,
    "m": 1000.0,
    "in": MM_PER_INCH,
    "pt": MM_PER_INCH / 72.0,
    "px": MM_PER_INCH / 96.0,
}
"""The units that a drawing from elsewhere may be in, in mm."""
IMPERIAL = (Unit.INCH, Unit.FOOT, Unit.YARD)

MM_PER: dict[Unit, float] = {
    Unit.MM: 1.0,
    Unit.CM: 10.0,
    Unit.M: 1000.0,
    Unit.INCH: MM_PER_INCH,
    Unit.FOOT: 12 * MM_PER_INCH,
    Unit.YARD: 36 * MM_PER_INCH,
}


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
        text = f"{size / MM_PER[unit]:.{_DECIMALS[unit]}f}"
        if unit is Unit.CM and text.endswith(".0"):
            text = text[:-2]
    if not text.strip("0. ") and "/" not in text:
        sign = ""
    return f"{sign}{text}{' ' + unit.value if with_unit else ''}"


def shown_difference(one_mm: float, other_mm: float, unit: Unit, *, with_unit: bool = True) -> str:
    """Write by how much two lengths differ that are shown beside it: the difference of what is
    shown.

    >>> shown_difference(254.6, 253.4, Unit.CM)
    '0.2 cm'
    """
    one, other = (_as_shown(mm, unit) for mm in (one_mm, other_mm))
    return shown_length(one - other, unit, with_unit=with_unit)


def _as_shown(mm: float, unit: Unit) -> float:
    """A length rounded as it is shown, in mm."""
    if unit in (Unit.INCH, Unit.YARD):
        return round(mm / MM_PER_INCH * 8) * MM_PER_INCH / 8
    return float(f"{mm / MM_PER[unit]:.{_DECIMALS[unit]}f}") * MM_PER[unit]


_DECIMALS = {Unit.MM: 1, Unit.CM: 1, Unit.M: 2, Unit.FOOT: 2}


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


def priced_in(unit: Unit) -> Unit:
    """The unit of cloth that a price is of: a yard for inch makers, else a metre."""
    return Unit.YARD if unit in IMPERIAL else Unit.M


def price_each(a_metre: float, of: Unit) -> float:
    """The price of a metre as that of another unit of cloth."""
    return a_metre * MM_PER[of] / MM_PER[Unit.M]


def price_a_metre(price: float, of: Unit) -> float:
    """The price of a unit of cloth as that of a metre, which is what is stored."""
    return price * MM_PER[Unit.M] / MM_PER[of]


def rounded_up(mm: float, step_mm: float) -> float:
    """The next whole number of steps that is not short: ``step · ceil((mm − 0.01) / step)``.

    A hundredth of a millimetre over a step is no reason to buy one more.
    """
    return step_mm * max(0, math.ceil((mm - 0.01) / step_mm))
