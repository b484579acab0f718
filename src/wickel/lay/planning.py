"""Planning a lay: how deep its folds are, in which section each order is cut and whether singly,
what lies where.

A plan is made once and then searched (``lay.searching``). It says which parts there are with all
their poses, what is spoilt, how long the sections may be, and a length below which no lay of it can
be.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from contextlib import suppress
from dataclasses import dataclass, replace
from itertools import combinations_with_replacement

from wickel.cloth import (
    WAYS,
    Cloth,
    Depths,
    Section,
    SectionPlan,
    Spread,
    Spreading,
    depths_fit,
    spread,
)
from wickel.geometry import area, bounds
from wickel.lay.constraints import (
    Laid,
    Obstacle,
    Plies,
    alike_plies,
    constrained,
    obstacles_on,
    steady_plies,
    whole_repeat_mm,
)
from wickel.lay.demand import CutPiece, cut_from
from wickel.lay.homes import Parts, Sections, homes_held, quick_mm
from wickel.lay.items import length_of
from wickel.lay.nest import Solution, Stopped, Tick
from wickel.lay.parts import (
    Home,
    LayRefused,
    Manner,
    Part,
    options_for,
    parts_at,
    parts_for,
)
from wickel.lay.placement import Placement
from wickel.lay.posing import Pose
from wickel.wording import say

_ONE_FOLD = "partial"
_DEPTHS_TRIED, _DEPTHS_KEPT, _DEPTH_EFFORT = 10, 3, 30
"""How many depths of a fold are looked at quickly, and of these how many again, with so many
steps."""


@dataclass(frozen=True, slots=True)
class Planner:
    """What planning needs beside the pieces: ``tick``, called often, and a short search of a plan
    for so many steps.

    Which orders are cut double, singly or whole is looked into unless it is not to ``settle`` that;
    pieces share a place unless they are not to lie ``together``. What is ``held`` of an earlier lay
    is cut as it is there.
    """

    tick: Tick
    length_after: Callable[[Plan, int], float]
    settle: bool = True
    together: bool = True
    held: tuple[Placement, ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Plan:
    """How a cloth is to be spread and what is to lie in which section.

    ``asked`` is the way as it was asked for, ``plans`` it with depths, without sections that
    nothing needs; ``probes`` are the sections 1 mm long. ``whole_mm`` is the length that a
    section's is a whole number of, where it is bound to the print. ``maybe_whole`` are the halves
    that may be cut whole, away from a fold. ``unsteady``: some ply's place
    on the cloth hangs on the length of the lay.
    """

    pieces: tuple[CutPiece, ...]
    cloth: Cloth
    way: Spreading
    asked: tuple[SectionPlan, ...]
    plans: tuple[SectionPlan, ...]
    probes: tuple[Section, ...]
    parts: Parts
    maybe_whole: frozenset[str] = frozenset()
    whole_mm: tuple[float | None, ...]
    obstacles: tuple[tuple[Obstacle, ...], ...]
    unsteady: bool

    def spread_at(self, lengths_mm: list[float]) -> Spread:
        """The cloth spread with sections of some lengths on the table."""
        return spread(
            Spreading.of(*self.plans), self.cloth.lay_width_mm, lengths_mm, self.cloth.reserve_mm
        )

    def spread_for(self, solutions: list[Solution]) -> Spread:
        """The spread as long as the solutions need it, in whole repeats where the print hangs on
        that."""
        return self.spread_at(self.lengths_for(solutions))

    def lengths_for(self, solutions: list[Solution]) -> list[float]:
        """How long each section must be on the table."""
        return [
            self.cloth.lay_width_mm
            if plan.way.slanting
            else _whole(length_of(own, solution), whole)
            for plan, own, solution, whole in zip(
                self.plans, self.parts, solutions, self.whole_mm, strict=True
            )
        ]

    def quick_mm(self, tick: Tick) -> float:
        """About the length of cloth, by a quick look."""
        sections = zip(self.plans, self.probes, self.parts, strict=True)
        return math.fsum(
            quick_mm(plan, probe, own, self.cloth, tick) for plan, probe, own in sections
        )

    @property
    def least_mm(self) -> float:
        """A length of cloth that no lay of this way can go below: area by width, longest part, what
        lies on a fold.

        What lies on a fold counts only where nothing could be laid elsewhere: not with a depth, nor
        in sections.
        """
        if any(plan.way.slanting for plan in self.plans):
            return self.probes[0].cloth_length_mm if len(self.plans) == 1 else 0.0
        everything = [part for parts in self.parts for part in parts]
        each = min(probe.cloth_length_mm / probe.length_mm for probe in self.probes)
        copies = sum(
            area(pose.shape.outline) * len(pose.cut_plies)
            for part in everything
            for pose in (part.poses[0], *(rider.pose for rider in part.poses[0].riders))
        )
        longest = max(min(bounds(pose.outline).width for pose in part.poses) for part in everything)
        alone = len(self.plans) == 1 and not self.plans[0].way.takes_depth
        on_folds = _queued_mm(everything, self.maybe_whole) if alone else 0.0
        return max(copies / self.cloth.lay_width_mm, each * max(longest, on_folds))


def plan_lay(pieces: tuple[CutPiece, ...], cloth: Cloth, way: str, planner: Planner) -> Plan:
    """The plan of a lay of all that is cut from a cloth, spread one way.

    Raises:
        LayRefused: the way cannot hold a piece, or has a section that nothing needs.
        BadWay: no such way.
    """
    pieces = cut_from(pieces, cloth)
    if not pieces:
        raise LayRefused(say("planning.nothing-cut-from", cloth=cloth.shown_name))
    spreading = Spreading(way)
    asked = spreading.sections
    if asked[0].way.takes_two:
        raise LayRefused(say("planning.lies-alone-here-two-cloths", cloth=cloth.shown_name))
    plans = tuple(_with_depth(plan, pieces, cloth, planner) for plan in asked)
    probes = tuple(_probe(plan, cloth) for plan in plans)
    options = options_for(pieces, cloth, probes)
    parts = parts_at(options, {}, len(probes))
    draft = Sections(pieces, cloth, plans, probes)
    if any(plan.way.slanting for plan in plans):
        parts = draft.off_full_folds(options, parts, planner.tick)
    elif len(plans) > 1 or planner.settle:
        parts = draft.moved_about(options, homes_held(options, planner.held), planner.tick)
    if planner.together:
        parts = draft.shared(parts, planner.tick)
    needed = [k for k, own in enumerate(parts) if own]
    plan = _on_the_print(
        pieces,
        cloth,
        spreading,
        tuple(plans[k] for k in needed),
        tuple(probes[k] for k in needed),
        [parts[k] for k in needed],
    )
    whole = (piece for (piece, _), homes in options.items() if any(map(_is_whole, homes)))
    return replace(plan, maybe_whole=frozenset(whole))


def _is_whole(home: Home) -> bool:
    """Whether halves are cut whole there, away from a fold."""
    return home.manner is not Manner.USUAL


def _on_the_print(
    pieces: tuple[CutPiece, ...],
    cloth: Cloth,
    way: Spreading,
    plans: tuple[SectionPlan, ...],
    probes: tuple[Section, ...],
    parts: list[tuple[Part, ...]],
) -> Plan:
    """The plan with its parts held to what they ask of the print, and what of the cloth lies where
    for certain."""
    whole = whole_repeat_mm(pieces, cloth.lay_design)
    short, long = _short_and_long(plans, cloth, whole)
    # only the first section knows where on the cloth it lies, however long the others are
    steady = [frozenset() if k else steady_plies(short[0], long[0]) for k in range(len(short))]
    alike = _alike(plans, short, long, whole)
    return Plan(
        pieces=pieces,
        cloth=cloth,
        way=way,
        asked=way.sections,
        plans=plans,
        probes=probes,
        parts=constrained(tuple(map(Laid, parts, short, steady, alike)), pieces, cloth),
        whole_mm=_whole_lengths(short, long, alike, whole),
        obstacles=tuple(
            obstacles_on(cloth, probe, own) for probe, own in zip(probes, steady, strict=True)
        ),
        unsteady=any(_plies(own) - sure for own, sure in zip(probes, steady, strict=True)),
    )


def whole_lengths(
    pieces: tuple[CutPiece, ...], cloth: Cloth, plans: tuple[SectionPlan, ...]
) -> tuple[float | None, ...]:
    """For each section the length that its own is a whole number of, in mm, where the print of its
    plies, or of what comes after it, hangs on its length; None where it does not."""
    whole = whole_repeat_mm(pieces, cloth.lay_design)
    if whole is None:
        return (None,) * len(plans)
    short, long = _short_and_long(plans, cloth, whole)
    return _whole_lengths(short, long, _alike(plans, short, long, whole), whole)


_Sections = list[Section]


def _short_and_long(
    plans: tuple[SectionPlan, ...], cloth: Cloth, whole: float | None
) -> tuple[_Sections, _Sections]:
    """Every section one repeat long, and two."""
    short, long = (
        [_probe(plan, cloth, times * (whole or 1.0)) for plan in plans] for times in (1, 2)
    )
    return short, long


def _alike(
    plans: tuple[SectionPlan, ...], short: _Sections, long: _Sections, whole: float | None
) -> list[Plies]:
    """The plies of every section that have the same print however long it is."""
    return [
        # a slanting fold is as long as the cloth is wide
        frozenset() if any(plan.way.slanting for plan in plans[:k]) else alike_plies(*two, whole)
        for k, two in enumerate(zip(short, long, strict=True))
    ]


def _whole_lengths(
    short: _Sections, long: _Sections, alike: list[Plies], whole: float | None
) -> tuple[float | None, ...]:
    last = len(short) - 1
    return tuple(
        whole if k < last or alike[k] - steady_plies(short[k], long[k]) else None
        for k in range(len(short))
    )


def _plies(section: Section) -> Plies:
    """All plies of a section."""
    return frozenset((z, k) for z, zone in enumerate(section.zones) for k in range(len(zone.plies)))


def _probe(plan: SectionPlan, cloth: Cloth, length_mm: float = 1.0) -> Section:
    """A section by itself, of some length."""
    return spread(Spreading.of(plan), cloth.lay_width_mm, length_mm, cloth.reserve_mm).sections[0]


def _whole(length_mm: float, each_mm: float | None) -> float:
    """A length rounded up to whole repeats, when there are any."""
    return length_mm if each_mm is None else math.ceil(length_mm / each_mm - 1e-9) * each_mm


def _queued_mm(parts: list[Part], maybe_whole: frozenset[str]) -> float:
    """The length of the longest queue of parts that can lie on one fold only, and not elsewhere
    whole."""
    queues: dict[str, float] = {}
    for part in parts:
        names = {pose.fold for pose in part.poses}
        if len(names) == 1 and "" not in names and part.piece not in maybe_whole:
            (name,) = names
            least = min(_on_fold_mm(pose) for pose in part.poses)
            queues[name] = queues.get(name, 0.0) + least
    return max(queues.values(), default=0.0)


def _on_fold_mm(pose: Pose) -> float:
    """How much of a fold a pose takes: the length of its outline at its fold."""
    on = [x for x, y in pose.outline if abs(y) < 1e-6]
    return max(on) - min(on) if on else 0.0


def _with_depth(
    plan: SectionPlan, pieces: tuple[CutPiece, ...], cloth: Cloth, planner: Planner
) -> SectionPlan:
    """The plan with the depths at which a short search is shortest, when the way takes such and
    none were given.

    A fold is as deep as one of the pieces that are cut double on it, or goes to the middle. The
    best few of a quick look at all are looked at longer.
    """
    if not plan.open_depths:
        return plan
    made: dict[Depths, Plan] = {}
    tried: list[tuple[float, Depths]] = []
    depths, refusal = _depths(plan, pieces, cloth)
    for depth in depths[:_DEPTHS_TRIED]:
        way = Spreading.of(replace(plan, depths_mm=depth))
        try:
            made[depth] = plan_lay(pieces, cloth, way, replace(planner, settle=False))
        except LayRefused as reason:
            refusal = refusal or reason
            continue
        try:
            tried.append((made[depth].quick_mm(planner.tick), depth))
        except Stopped:  # the best of those looked at so far, else this one
            return replace(plan, depths_mm=min(tried)[1] if tried else depth)
    if not tried:
        assert refusal is not None, "a depth was tried"
        raise refusal
    best = sorted(tried)[:_DEPTHS_KEPT]
    with suppress(Stopped):
        if len(best) > 1:
            best = sorted(
                (planner.length_after(made[depth], _DEPTH_EFFORT), depth) for _, depth in best
            )
    return replace(plan, depths_mm=best[0][1])


def _depths(
    plan: SectionPlan, pieces: tuple[CutPiece, ...], cloth: Cloth
) -> tuple[list[Depths], LayRefused | None]:
    """The depths, in mm, that the folds of a section may have, the likelier ones first: to the
    middle, and as deep as each piece that is cut double on it; with them the refusal, if at one of
    these depths a piece could not be cut."""
    width, reserve, folds = cloth.lay_width_mm, cloth.reserve_mm, plan.way.depths
    refusal: LayRefused | None = None
    heights: dict[float, bool] = {}
    single = SectionPlan(way=WAYS[_ONE_FOLD])
    for depth in (width / 2, width / 3):
        try:
            (parts,) = parts_for(
                pieces, cloth, (_probe(replace(single, depths_mm=(depth,)), cloth),)
            )
        except LayRefused as reason:
            refusal = reason
            continue
        for pose in (pose for part in parts for pose in part.poses):
            if len(pose.cut_plies) > 1:
                # up, never down: a fold a thousandth too shallow holds the piece no more
                height = math.ceil(bounds(pose.outline).height * 1000) / 1000 + reserve
                heights[height] = heights.get(height, False) or pose.on_fold
    middle = width / (2 * folds)
    found = {
        depths
        for depths in combinations_with_replacement(sorted({middle, *heights}, reverse=True), folds)
        if depths_fit(depths, width, reserve)
    }

    def unlikely(depths: Depths) -> tuple[int, Depths]:
        # of two folds each is for pieces on the fold; one fold may be for all that is double
        off = sum(not heights.get(mm, False) for mm in depths) if folds > 1 else 0
        return off, tuple(-mm for mm in depths)

    return sorted(found, key=unlikely), refusal
