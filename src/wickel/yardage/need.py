"""Length to buy: from the lay to the shop's step."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from wickel.cloth import Cloth, Stock
from wickel.lay import Lay
from wickel.units import Unit, rounded_up, shown_bought, shown_sold

SHORT_MM = 0.01
"""What a length at hand falls short by rounding is not short: the tolerance of ``rounded_up``."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Need:
    """What a lay needs, all in mm along the cloth as it is bought.

    ``need_mm`` = (lay + squaring at both ends) / (1 − shrinkage along); ``buy_mm`` is that rounded
    up to the shop's step, and no less than the least it sells; ``squaring_mm``, ``shrinkage_mm``
    and ``rounding_mm`` are what each adds. ``matching_mm`` is what of the lay keeping to the print
    costs, None when that is not known or nothing is asked. ``lengths`` is how many of the fixed
    lengths that a cloth is sold in make up what is bought, None by the step. ``at_least`` says that
    the lay is not complete, so that every figure is a lower one. ``short_mm`` is how much the
    length at hand falls short, 0 when it does or none is known. ``stock`` is what the studio has of
    the cloth, None where it has none or nobody has looked.
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
    lengths: int | None = None
    stock: Stock | None = None

    @property
    def is_reserved(self) -> bool:
        """Whether all of it is reserved on the shelf, so that nothing is to be bought."""
        return (
            self.stock is not None
            and not self.at_least
            and self.stock.reserved_mm >= self.need_mm - SHORT_MM
        )


def shown_buy(needed: Need, cloth: Cloth, unit: Unit) -> str:
    """The length to buy as the shop sells it, with *at least* before it while a figure is a lower
    one."""
    least = "at least " if needed.at_least else ""
    if cloth.sold_length_mm is not None and needed.lengths is not None:
        return f"{least}{needed.lengths} × {shown_sold(cloth.sold_length_mm, unit)}"
    return least + shown_bought(needed.buy_mm, unit)


def need(lay: Lay) -> Need:
    """The length a lay needs and the length to buy for it."""
    return need_of(lay.lay_length_mm, lay.cloth, complete=lay.complete, matching_mm=lay.matching_mm)


def need_of(
    lay_mm: float, cloth: Cloth, *, complete: bool, matching_mm: float | None = None
) -> Need:
    """The length that so much lay needs on a cloth, and the length to buy for it.

    On cloth that is sold in fixed lengths one lay must fit on one of them: a longer lay says *at
    least* so many, until there is a lay for each (``need_in_lengths``).
    """
    squaring = 2 * cloth.squaring_mm
    squared = lay_mm + squaring
    needed = squared / (1 - cloth.shrink_along)
    count = None
    if cloth.sold_length_mm is None:
        buy = max(rounded_up(needed, cloth.step_mm), cloth.least_length_mm)
    else:
        buy = rounded_up(needed, cloth.sold_length_mm)
        count = round(buy / cloth.sold_length_mm)
    short = 0.0 if cloth.at_hand_mm is None else needed - cloth.at_hand_mm
    short = short if short > SHORT_MM else 0.0
    return Need(
        lay_mm=lay_mm,
        squaring_mm=squaring,
        shrinkage_mm=needed - squared,
        rounding_mm=buy - needed,
        need_mm=needed,
        buy_mm=buy,
        short_mm=short,
        at_least=not complete or (count or 1) > 1,
        cost=None if cloth.price is None else cloth.price * buy / 1000,
        matching_mm=matching_mm,
        lengths=count,
    )


def off_the_shelf(needed: Need, stock: Stock | None) -> Need:
    """The need where the studio has cloth of it: nothing is bought where all of it is reserved.

    A lay takes one length: less than all of it saves nothing of what is bought.
    """
    known = replace(needed, stock=stock)
    if not known.is_reserved:
        return known
    cost = None if needed.cost is None else 0.0
    return replace(known, buy_mm=0.0, rounding_mm=0.0, cost=cost, lengths=None)


def need_in_lengths(lays_mm: Sequence[float], cloth: Cloth, *, complete: bool) -> Need:
    """What lays on fixed lengths of a cloth need, one lay on each.

    Raises ``ValueError`` when a lay is longer than its length of cloth holds.
    """
    each = [need_of(mm, cloth, complete=complete) for mm in lays_mm]
    if any(need.lengths != 1 for need in each):
        raise ValueError("a lay is longer than the length of cloth it lies on")
    costs = [need.cost for need in each if need.cost is not None]
    return Need(
        lay_mm=math.fsum(need.lay_mm for need in each),
        squaring_mm=math.fsum(need.squaring_mm for need in each),
        shrinkage_mm=math.fsum(need.shrinkage_mm for need in each),
        rounding_mm=math.fsum(need.rounding_mm for need in each),
        need_mm=math.fsum(need.need_mm for need in each),
        buy_mm=math.fsum(need.buy_mm for need in each),
        short_mm=0.0,
        at_least=not complete,
        cost=math.fsum(costs) if costs else None,
        lengths=len(each),
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class Tally:
    """What several lays need together. ``at_least``: a lay is missing, or a figure is a lower
    one."""

    lay_mm: float
    need_mm: float
    buy_mm: float
    used_share: float
    at_least: bool
    cost: float | None


def tally(lays: Sequence[Lay | None], need: Callable[[Lay], Need] = need) -> Tally:
    """What the lays of several cloths need together, each as ``need`` says; one that is missing
    makes every figure a lower one."""
    there = [lay for lay in lays if lay is not None]
    needs = [need(lay) for lay in there]
    costs = [need.cost for need in needs if need.cost is not None]
    cloth = math.fsum(lay.cloth.lay_width_mm * lay.lay_length_mm for lay in there)
    used = math.fsum(lay.used_share * lay.cloth.lay_width_mm * lay.lay_length_mm for lay in there)
    return Tally(
        lay_mm=math.fsum(need.lay_mm for need in needs),
        need_mm=math.fsum(need.need_mm for need in needs),
        buy_mm=math.fsum(need.buy_mm for need in needs),
        used_share=used / cloth if cloth else 0.0,
        at_least=len(there) < len(lays) or any(need.at_least for need in needs),
        cost=math.fsum(costs) if costs and len(costs) == len(needs) else None,
    )
