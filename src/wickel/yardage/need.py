"""Length to buy: from the lay to the shop's step (FORMATS §6)."""

from __future__ import annotations

from dataclasses import dataclass

from wickel.cloth import Cloth
from wickel.lay import Lay
from wickel.units import rounded_up


@dataclass(frozen=True, slots=True, kw_only=True)
class Need:
    """What a lay needs, all in mm along the cloth as it is bought.

    ``need_mm`` = (lay + squaring at both ends) / (1 − shrinkage along); ``buy_mm`` is that rounded up to the shop's
    step, and no less than the least it sells; ``squaring_mm``, ``shrinkage_mm`` and ``rounding_mm`` are what each
    adds.
    ``matching_mm`` is what of the lay keeping to the print costs, None when that is not known or nothing is asked.
    ``at_least`` says that the lay is not complete, so that every figure is a lower one.
    ``short_mm`` is how much the length at hand falls short, 0 when it does or none is known.
    """

    lay_mm: float
    squaring_mm: float
    shrinkage_mm: float
    rounding_mm: float
    need_mm: float
    buy_mm: float
    short_mm: float
    at_least: bool
    cost: float | None
    matching_mm: float | None = None


def need(lay: Lay) -> Need:
    """The length a lay needs and the length to buy for it."""
    return need_of(lay.lay_length_mm, lay.cloth, complete=lay.complete, matching_mm=lay.matching_mm)


def need_of(lay_mm: float, cloth: Cloth, *, complete: bool, matching_mm: float | None = None) -> Need:
    """The length that so much lay needs on a cloth, and the length to buy for it."""
    squaring = 2 * cloth.squaring_mm
    squared = lay_mm + squaring
    needed = squared / (1 - cloth.shrink_along)
    buy = max(rounded_up(needed, cloth.step_mm), cloth.least_length_mm)
    short = 0.0 if cloth.at_hand_mm is None else max(0.0, needed - cloth.at_hand_mm)
    return Need(
        lay_mm=lay_mm,
        squaring_mm=squaring,
        shrinkage_mm=needed - squared,
        rounding_mm=buy - needed,
        need_mm=needed,
        buy_mm=buy,
        short_mm=short,
        at_least=not complete,
        cost=None if cloth.price is None else cloth.price * buy / 1000,
        matching_mm=matching_mm,
    )
