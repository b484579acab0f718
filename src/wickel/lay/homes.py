"""In which section each order of a lay is cut, and whether singly: by quick lays, and off folds
that are full."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from contextlib import suppress
from dataclasses import dataclass, replace

from wickel.cloth import Cloth, Section, SectionPlan
from wickel.lay.demand import CutPiece, Place
from wickel.lay.items import items_of, lies_as
from wickel.lay.nest import (
    MANY_CANDIDATES,
    VERY_MANY_CANDIDATES,
    Problem,
    Stopped,
    Tick,
    quick_length,
)
from wickel.lay.parts import (
    Home,
    LayRefused,
    Options,
    OrderKey,
    Part,
    Take,
    options_for,
    parts_at,
)
from wickel.lay.placement import Placement
from wickel.lay.slant import lies_on_fold, without_place
from wickel.lay.together import together
from wickel.wording import say

_SAME_MM = 0.5
_MOST_LOOKS, _FEWER_LOOKS = 24, 6
"""How many times an order is tried in another section; how many times with many candidates, each
look being slow."""

Parts = tuple[tuple[Part, ...], ...]
"""The parts of every section."""

Homes = Mapping[OrderKey, Home]
"""The home of each order, or of some."""


def _looks_at(parts: Parts) -> int:
    """How many times orders are tried elsewhere: the more candidates there are, the slower each
    look."""
    shapes = sum(len(part.poses) for own in parts for part in own)
    if shapes > VERY_MANY_CANDIDATES:
        return 0
    return _FEWER_LOOKS if shapes > MANY_CANDIDATES else _MOST_LOOKS


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

    def moved_about(self, options: Options, start: Homes, tick: Tick) -> Parts:
        """The parts with orders moved to other sections, or cut singly or whole, while quick lays
        get shorter by it. An order that has a home at the ``start`` stays there."""
        chosen = {order: start.get(order, next(iter(homes))) for order, homes in options.items()}
        parts = parts_at(options, chosen, len(self.probes))
        free = {order: homes for order, homes in options.items() if order not in start}
        most = _looks_at(parts)
        if most == 0 or all(len(homes) == 1 for homes in free.values()):
            return parts
        # hill climbing: one order at a time to another home, as long as a quick lay gets shorter
        every = [(order, home) for order, homes in free.items() for home in homes]
        looks, won = 0, True
        with suppress(Stopped):
            best = self.quick_mm(parts, tick)
            while won:
                won = False
                for order, other in every:
                    if other == chosen[order] or looks >= most:
                        continue
                    looks += 1
                    tried = parts_at(options, {**chosen, order: other}, len(self.probes))
                    length = self.quick_mm(tried, tick)
                    if length < best - _SAME_MM:
                        best, parts, won = length, tried, True
                        chosen[order] = other
        return parts

    def shared(self, parts: Parts, tick: Tick) -> Parts:
        """The parts with those put together that can share a place: all of them unless a quick lay
        is longer for it, and anyway those of which the maker asks it."""
        asks = any(piece.place is Place.SHARED for piece in self.pieces)
        asked = self._together(parts, asked=True) if asks else parts
        every = self._together(parts, asked=False)
        if every == asked:
            return asked
        with suppress(Stopped):
            if self.quick_mm(every, tick) > self.quick_mm(asked, tick) + _SAME_MM:
                return asked
        return every

    def _together(self, parts: Parts, *, asked: bool) -> Parts:
        """The parts of every section with those put together that can share a place."""
        return tuple(
            together(own, probe, self.pieces, self.cloth, asked=asked)
            for own, probe in zip(parts, self.probes, strict=True)
        )

    def off_full_folds(self, options: Options, parts: Parts, tick: Tick) -> Parts:
        """The parts with those put into other sections for which one with a slanting fold has no
        room, or on whose fold nothing lies: halves copy by copy, onto a later slanting fold or off
        such folds, whichever is shorter.

        Raises ``LayRefused`` where there is no other section for one.
        """
        again = self._put_off(options, parts, again=True)
        if sum(plan.way.slanting for plan in self.plans) < 2:
            return again
        with suppress(Stopped, LayRefused):
            straight = self._put_off(options, parts, again=False)
            if straight != again and self.quick_mm(straight, tick) < self.quick_mm(again, tick):
                return straight
        return again

    def _put_off(self, options: Options, parts: Parts, *, again: bool) -> Parts:
        """The parts put off full folds, ``again`` onto a slanting one where there is a later one.
        Raises ``LayRefused``."""
        pieces = self.pieces
        elsewhere: dict[OrderKey, Home] = {}
        while (found := self._without_room(parts)) is not None:
            section, lacking = found
            # halves go copy by copy, what lies beside them at once: it had no part in the room
            for part in [own for own in lacking if lies_on_fold(own)][:1] or lacking:
                key = (part.piece, part.order)
                if lies_on_fold(part):
                    key, pieces = _one_placement_apart(pieces, part, self.cloth)
                    options = options_for(pieces, self.cloth, self.probes)
                home = self._home_off(options[key], section, again=again)
                if home is None:
                    self._refuse(part, parts[section])
                else:
                    elsewhere[key] = home
            parts = parts_at(options, elsewhere, len(self.probes))
        return parts

    def _without_room(self, parts: Parts) -> tuple[int, tuple[Part, ...]] | None:
        """The parts that are to go from a section with a slanting fold, and the section."""
        for k, own in enumerate(parts):
            if not own or not self.plans[k].way.slanting:
                continue
            if not any(map(lies_on_fold, own)):
                return k, own
            if lacking := without_place(own, self.probes[k], self.cloth.margin_mm):
                return k, lacking
        return None

    def _home_off(self, homes: dict[Home, list[Take]], section: int, *, again: bool) -> Home | None:
        """Where an order goes for which a section with a slanting fold has no room: where there is
        none, ``again`` before that onto a later such fold; None where there is no such place."""
        later = [
            home
            for home, takes in homes.items()
            if again
            and home.section > section
            and self.plans[home.section].way.slanting
            and takes[0].poses[0].on_fold
        ]
        straight = [home for home in homes if not self.plans[home.section].way.slanting]
        return next(iter((*later, *straight)), None)

    def _refuse(self, part: Part, own: tuple[Part, ...]) -> None:
        """Raises ``LayRefused``: a part that can be laid in no other section."""
        name = next(piece.name for piece in self.pieces if piece.id == part.piece)
        full = any(map(lies_on_fold, own))
        raise LayRefused(
            say("slant.finds-no-place-slanting-fold", piece=name)
            if full
            else say("parts.does-not-lie-slanting-fold", piece=name),
            part.piece,
        )


def homes_held(options: Options, held: Iterable[Placement]) -> Homes:
    """The homes of orders that placements of an earlier lay have: whether on a fold, and from how
    many plies each."""
    found: dict[OrderKey, Home] = {}
    first = {placement.piece: placement for placement in held}
    for (piece, number), homes in options.items():
        placement = first.get(piece)
        if placement is None or number > 0:
            continue
        for home, takes in homes.items():
            if home.section == placement.section and any(
                lies_as(pose, placement) for take in takes for pose in take.poses
            ):
                found[piece, number] = home
                break
    return found


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


def _one_placement_apart(
    pieces: tuple[CutPiece, ...], part: Part, cloth: Cloth
) -> tuple[OrderKey, tuple[CutPiece, ...]]:
    """The order of what one placement of a part yields, and the pieces with that as an order of its
    own."""
    (k,) = (k for k, own in enumerate(pieces) if own.id == part.piece)
    orders = list(pieces[k].orders)
    whole = orders[part.order]
    if whole.copies == part.yields:
        return (part.piece, part.order), pieces
    orders[part.order] = replace(whole, copies=whole.copies - part.yields)
    orders.append(replace(whole, copies=part.yields))
    more = replace(pieces[k], orders=tuple(orders))
    return (part.piece, len(orders) - 1), (*pieces[:k], more, *pieces[k + 1 :])
