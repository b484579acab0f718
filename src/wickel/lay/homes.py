"""In which section each order of a lay is cut, and whether singly: by quick lays, and off folds
that are full."""

from __future__ import annotations

import math
from collections.abc import Mapping
from contextlib import suppress
from dataclasses import dataclass, replace

from wickel.cloth import Cloth, Section, SectionPlan
from wickel.lay.demand import CutPiece
from wickel.lay.items import items_of
from wickel.lay.nest import (
    MANY_CANDIDATES,
    VERY_MANY_CANDIDATES,
    Problem,
    Stopped,
    Tick,
    quick_length,
)
from wickel.lay.parts import Home, Options, OrderKey, Part, options_for, parts_at
from wickel.lay.slant import placed_on_slant, without_place
from wickel.lay.together import together

_SAME_MM = 0.5
_MOST_LOOKS, _FEWER_LOOKS = 24, 6
"""How many times an order is tried in another section; how many times with many candidates, each
look being slow."""

Parts = tuple[tuple[Part, ...], ...]
"""The parts of every section."""


@dataclass(frozen=True, slots=True)
class Sections:
    """Sections to be filled."""

    pieces: tuple[CutPiece, ...]
    cloth: Cloth
    plans: tuple[SectionPlan, ...]
    probes: tuple[Section, ...]

    def quick_mm(self, parts: Parts, tick: Tick) -> float:
        """The cloth that quick lays of some parts take."""
        sections = zip(self.plans, self.probes, parts, strict=True)
        return math.fsum(
            quick_mm(plan, probe, own, self.cloth, tick) for plan, probe, own in sections
        )

    def moved_about(self, options: Options, parts: Parts, tick: Tick) -> Parts:
        """The parts with orders moved to other sections, or cut singly, while quick lays get
        shorter by it."""
        # hill climbing: one order at a time to another home, as long as a quick lay gets shorter
        chosen = {order: next(iter(homes)) for order, homes in options.items()}
        shapes = sum(len(part.poses) for cells in parts for part in cells)
        most = (
            0
            if shapes > VERY_MANY_CANDIDATES
            else _FEWER_LOOKS
            if shapes > MANY_CANDIDATES
            else _MOST_LOOKS
        )
        looks, won = 0, most > 0
        with suppress(Stopped):
            best = self.quick_mm(parts, tick) if most else 0.0
            while won:
                won = False
                for order, homes in options.items():
                    for other in homes:
                        if other == chosen[order] or looks >= most:
                            continue
                        looks += 1
                        tried = parts_at(options, {**chosen, order: other}, len(self.probes))
                        length = self.quick_mm(tried, tick)
                        if length < best - 0.5:
                            best, parts, won = length, tried, True
                            chosen[order] = other
        return parts

    def shared(self, parts: Parts, tick: Tick) -> Parts:
        """The parts with those put together that can share a place, unless a quick lay of them is
        longer than one of the parts as they are."""
        made = tuple(
            together(own, probe, self.pieces, self.cloth)
            for own, probe in zip(parts, self.probes, strict=True)
        )
        if made == parts:
            return parts
        with suppress(Stopped):
            if self.quick_mm(made, tick) > self.quick_mm(parts, tick) + _SAME_MM:
                return parts
        return made

    def off_full_folds(self, parts: Parts) -> Parts:
        """The parts with those copies put into other sections for which a slanting fold has no
        room.

        Raises ``LayRefused`` where there is no other section for one.
        """
        pieces = self.pieces
        elsewhere: dict[OrderKey, Home] = {}
        while True:
            left_over = [
                (k, part)
                for k, own in enumerate(parts)
                if self.plans[k].way.slanting
                for part in without_place(own, self.probes[k])[:1]
            ]
            if not left_over:
                return parts
            (k, part) = left_over[0]
            number, pieces = _one_copy_apart(pieces, part, self.cloth, elsewhere)
            options = options_for(pieces, self.cloth, self.probes)
            homes = [
                h for h in options[part.piece, number] if not self.plans[h.section].way.slanting
            ]
            if not homes:
                placed_on_slant(parts[k], self.probes[k])  # says what is in the way
            elsewhere[part.piece, number] = homes[0]
            parts = parts_at(options, elsewhere, len(self.probes))


def quick_mm(
    plan: SectionPlan, probe: Section, parts: tuple[Part, ...], cloth: Cloth, tick: Tick
) -> float:
    """The cloth that a quick lay of some parts takes in one section."""
    if not parts:
        return 0.0
    if plan.way.slanting:
        return probe.cloth_length_mm
    items = items_of(parts, cloth.margin_mm)
    return quick_length(Problem(items=items), tick) * probe.cloth_length_mm / probe.length_mm


def _one_copy_apart(
    pieces: tuple[CutPiece, ...], part: Part, cloth: Cloth, elsewhere: Mapping[OrderKey, Home]
) -> tuple[int, tuple[CutPiece, ...]]:
    """The pieces with what one placement of a part yields asked for in an order of its own, and
    that order's number.

    An order that lies ``elsewhere`` already takes it on when there is one.
    """
    (k,) = (k for k, own in enumerate(pieces) if own.id == part.piece)
    orders = list(pieces[k].orders)
    first = next(
        n for n, o in enumerate(orders) if o.cloth == cloth.id and (part.piece, n) not in elsewhere
    )
    number = next((n for n in range(len(orders)) if (part.piece, n) in elsewhere), None)
    if orders[first].copies == part.yields and number is None:
        return first, pieces
    if number is None:
        number = len(orders)
        orders.append(replace(orders[first], copies=0))
    orders[number] = replace(orders[number], copies=orders[number].copies + part.yields)
    orders[first] = replace(orders[first], copies=orders[first].copies - part.yields)
    if orders[first].copies == 0:
        # all of it lies elsewhere: the order itself goes there
        orders[first], number = orders[number], first
        del orders[-1]
    return number, (*pieces[:k], replace(pieces[k], orders=tuple(orders)), *pieces[k + 1 :])
