"""From pieces and a cloth to a finished lay: parts, nesting, exact check, rules."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Mapping
from contextlib import suppress
from dataclasses import replace
from time import perf_counter

from shapely.geometry import Polygon, box

from wickel.cloth import Cloth, SectionPlan, Spread, depth_fits, planned, spread
from wickel.geometry import Outline, area, bounds, cover, moved, outline_of
from wickel.lay.constraints import Laid, Obstacle, alike_plies, constrained, obstacles_on, steady_plies, whole_repeat_mm
from wickel.lay.demand import CutPiece, cut_from
from wickel.lay.nest import (
    MANY_CANDIDATES,
    ORDERS,
    VERY_MANY_CANDIDATES,
    Candidate,
    Item,
    NoPlace,
    Problem,
    Report,
    Solution,
    Spot,
    Stopped,
    Tick,
    quick_length,
    search,
)
from wickel.lay.parts import (
    Home,
    LayRefused,
    LayStopped,
    Options,
    OrderKey,
    Part,
    Pose,
    options_for,
    parts_at,
    parts_for,
)
from wickel.lay.placement import Finding, Lay, Level, Placement, better, rank
from wickel.lay.rules import findings
from wickel.lay.slant import placed_on_slant, without_place

DEFAULT_EFFORT = 1000
_DEPTHS_TRIED, _DEPTHS_KEPT, _DEPTH_EFFORT = 10, 3, 30
"""How many depths of a fold are looked at quickly, and of these how many again, with so many steps."""

RIVAL_EFFORT = 2000
"""Steps at most for a simpler way that is searched first, so that time is left for the way itself."""

_MOST_LOOKS, _FEWER_LOOKS = 24, 6
"""How many times an order is tried in another section; how many times with many candidates, each look being slow."""

_FIRST_STEPS, _TIMES = ORDERS + 20, 3
"""With several sections each gets a first lay of so many steps, then all go on with so many times as many."""

_SETTLED_WITHIN, _SETTLING_EFFORT = 8, 200
"""How often lengths are set anew around what is spoilt, and with how many steps each is searched."""

_MOST_CORNERS = 800
"""An outline of more corners is nested by one that covers it: what is too fine to lie in is closed."""

Held = tuple[Placement, ...]
"""Placements of an earlier lay that are to stay where they are."""

LayReport = Callable[[float, Callable[[], Lay] | None], None]
"""``report(progress 0..1, best lay so far on demand)``; may raise ``Stopped``."""

PLANNING = -1.0
"""The progress of a search that only plans yet: depths of folds, what is cut singly. Stopped then, it goes on to the
first lay with what it knows, and asks its report again."""


def make_lay(
    pieces: tuple[CutPiece, ...],
    cloth: Cloth,
    way: str,
    *,
    seed: int = 1,
    effort: int = DEFAULT_EFFORT,
    workers: int = 1,
    report: LayReport | None = None,
    held: Held = (),
) -> Lay:
    """Lay all pieces of one cloth one way (``cloth.planned``), checked.

    ``held`` are placements of a lay of these pieces that stay where they are; a fold's depth must then be given.

    The same pieces, cloth, way, seed and effort give the same lay with one worker unless ``report`` stops the
    search. ``report`` runs many times a second. Sections one after another are laid one after another,
    their lengths add up.

    Raises:
        LayStopped: the report stopped it before there was any lay.
        LayRefused: the way cannot hold a piece, or has a section that nothing needs, or cannot lie so around what
            is held.
        BadWay: no such way.
    """
    laying = Laying(pieces, cloth, way, seed=seed, workers=workers, alone=bool(held), held=held, tick=ticking(report))
    return laying.go_on(effort, report)


def ticking(report: LayReport | None) -> Tick:
    """What is called while a search is still planned and has nothing to show: it may raise ``Stopped``."""
    return (lambda: None) if report is None else (lambda: report(PLANNING, None))


class Laying:
    """The search for a lay of one way, which can be gone on with.

    Which orders are cut double and which singly is looked into unless it is not to ``settle`` that. One that is not
    ``alone`` looks at the simpler ways beside it, which it must not be longer than. ``like`` are the placements of a
    lay of pieces much alike, one section, which is tried too. ``tick`` is called often while it is made.

    Raises:
        LayRefused, BadWay: as ``make_lay``, when it is made.
    """

    def __init__(
        self,
        pieces: tuple[CutPiece, ...],
        cloth: Cloth,
        way: str,
        *,
        seed: int = 1,
        workers: int = 1,
        alone: bool = False,
        settle: bool = True,
        held: Held = (),
        like: Held = (),
        tick: Tick = lambda: None,
    ) -> None:
        self._tick = tick
        self._shown: tuple[tuple[Solution | None, ...], Lay] | None = None
        self._held = {placement.id: placement for placement in held}
        self.way, self._cloth, self._seed, self._workers = way, cloth, seed, workers
        self._seconds, self._effort, self._stopped = 0.0, 0, False
        self._pieces = cut_from(pieces, cloth)
        if not self._pieces:
            raise LayRefused(f"Nothing is cut from {cloth.shown_name}.")
        asked = planned(way)
        if asked[0].way.takes_two:
            raise LayRefused(f"{cloth.shown_name} lies alone here: two cloths of one width are needed to stack them.")
        self._plans = tuple(_with_depth(plan, self._pieces, cloth, seed, tick) for plan in asked)
        width, reserve = cloth.lay_width_mm, cloth.reserve_mm
        self._probes = tuple(spread(_text((plan,)), width, 1.0, reserve).sections[0] for plan in self._plans)
        options = options_for(self._pieces, cloth, self._probes)
        asked_for = parts_at(options, {}, len(self._probes))
        several = len(self._plans) > 1 or (settle and self._probes[0].mixed)
        if any(plan.way.slanting for plan in self._plans):
            asked_for = self._only_needed(self._off_full_folds(asked_for))
        elif several:
            asked_for = self._only_needed(self._moved_about(options, asked_for))
        whole = whole_repeat_mm(self._pieces, cloth.lay_design)
        short, long = (
            [spread(_text((plan,)), width, times * (whole or 1.0), reserve).sections[0] for plan in self._plans]
            for times in (1, 2)
        )
        # only the first section knows where on the cloth it lies, however long the others are
        steady = [frozenset() if k else steady_plies(short[0], long[0]) for k in range(len(short))]
        alike = [alike_plies(one, other, whole) for one, other in zip(short, long, strict=True)]
        for k in range(1, len(short)):
            if any(plan.way.slanting for plan in self._plans[:k]):
                alike[k] = frozenset()  # a slanting fold is as long as the cloth is wide
        # a section is whole repeats long where plies of its own or what comes after it hang on its length
        last = len(short) - 1
        self._whole_mm = tuple(
            whole if k < last or alike[k] - steady_plies(short[k], long[k]) else None for k in range(len(short))
        )
        self._parts = constrained(tuple(map(Laid, asked_for, short, steady, alike)), self._pieces, cloth)
        self._obstacles = [obstacles_on(cloth, probe, plies) for probe, plies in zip(self._probes, steady, strict=True)]
        plies = [{(z, p) for z, zone in enumerate(own.zones) for p in range(len(zone.plies))} for own in self._probes]
        self._may_settle = not held and any(every - sure for every, sure in zip(plies, steady, strict=True))
        self._guess = self._guessed(like)
        self._locked = tuple(self._locked_of(own, k) for k, own in enumerate(self._parts))
        self._done: list[Solution | None] = [None] * len(self._parts)
        self._rivals = () if alone else tuple(self._beside(asked))

    def _locked_of(self, parts: tuple[Part, ...], section: int) -> dict[int, Spot]:
        """The spots of the parts, by their numbers, that are to stay where an earlier lay has them.

        Raises ``LayRefused`` for one that cannot lie there any more.
        """
        spots: dict[int, Spot] = {}
        for k, part in enumerate(parts):
            placement = self._held.get(part.id)
            if placement is None:
                continue
            spot = _spot_of(part, placement)
            if spot is None or placement.section != section or len(self._parts) > 1:
                raise LayRefused(
                    f"{part.id} cannot be held where it lies: hold pieces in a lay of one section, of the same way.",
                    part.piece,
                )
            spots[k] = spot
        return spots

    def _guessed(self, like: Held) -> tuple[Spot, ...]:
        """The spots that the placements of another lay give the parts; none when they are not of one kind."""
        known = {placement.id: placement for placement in like}
        (own, *more) = self._parts
        if more or not known or {part.id for part in own} != set(known):
            return ()
        spots = [_spot_of(part, known[part.id]) for part in own]
        return () if None in spots else tuple(spot for spot in spots if spot is not None)

    def _beside(self, asked: tuple[SectionPlan, ...]) -> Iterator[Laying]:
        """Simpler ways that this one must not be longer than: each section's alone, and half for a depth not asked."""
        half = self._cloth.lay_width_mm / 2
        if any(plan.way.slanting for plan in asked):
            return  # what was put on the slanting fold was put there on purpose
        plans = {plan: None for plan in asked} if len(asked) > 1 else {}
        if (
            len(asked) == 1
            and asked[0].way.takes_depth
            and asked[0].depth_mm is None
            and self._plans[0].depth_mm != half
        ):
            plans[replace(asked[0], depth_mm=half)] = None
        for plan in plans:
            try:
                yield Laying(
                    self._pieces,
                    self._cloth,
                    _text((plan,)),
                    seed=self._seed,
                    workers=self._workers,
                    alone=True,
                    tick=self._tick,
                )
            except LayRefused:
                continue

    def _moved_about(self, options: Options, parts: tuple[tuple[Part, ...], ...]) -> tuple[tuple[Part, ...], ...]:
        """The parts with orders moved to other sections, or cut singly, while quick lays get shorter by it."""
        chosen = {order: next(iter(homes)) for order, homes in options.items()}
        shapes = sum(len(part.poses) for own in parts for part in own)
        most = 0 if shapes > VERY_MANY_CANDIDATES else _FEWER_LOOKS if shapes > MANY_CANDIDATES else _MOST_LOOKS
        looks, won = 0, most > 0
        with suppress(Stopped):
            best = sum(self._quick_mm(k, own) for k, own in enumerate(parts)) if most else 0.0
            while won:
                won = False
                for order, homes in options.items():
                    for other in homes:
                        if other == chosen[order] or looks >= most:
                            continue
                        looks += 1
                        tried = parts_at(options, {**chosen, order: other}, len(self._probes))
                        length = sum(self._quick_mm(k, own) for k, own in enumerate(tried))
                        if length < best - 0.5:
                            best, parts, won = length, tried, True
                            chosen[order] = other
        return parts

    def _only_needed(self, parts: tuple[tuple[Part, ...], ...]) -> tuple[tuple[Part, ...], ...]:
        """The parts of the sections that have any; the others are left out."""
        kept = [k for k, own in enumerate(parts) if own]
        self._plans = tuple(self._plans[k] for k in kept)
        self._probes = tuple(self._probes[k] for k in kept)
        return tuple(parts[k] for k in kept)

    def _off_full_folds(self, parts: tuple[tuple[Part, ...], ...]) -> tuple[tuple[Part, ...], ...]:
        """The parts with those copies put into other sections for which a slanting fold has no room.

        Raises ``LayRefused`` where there is no other section for one.
        """
        pieces = self._pieces
        elsewhere: dict[OrderKey, Home] = {}
        while True:
            left_over = [
                (k, part)
                for k, own in enumerate(parts)
                if self._plans[k].way.slanting
                for part in without_place(own, self._probes[k])[:1]
            ]
            if not left_over:
                return parts
            (k, part) = left_over[0]
            number, pieces = _one_copy_apart(pieces, part, self._cloth, elsewhere)
            options = options_for(pieces, self._cloth, self._probes)
            homes = [h for h in options[part.piece, number] if not self._plans[h.section].way.slanting]
            if not homes:
                placed_on_slant(parts[k], self._probes[k])  # says what is in the way
            elsewhere[part.piece, number] = homes[0]
            parts = parts_at(options, elsewhere, len(self._probes))

    def _quick_mm(self, k: int, parts: tuple[Part, ...]) -> float:
        """The cloth that a quick lay of some parts takes in one section."""
        probe = self._probes[k]
        if not parts:
            return 0.0
        if self._plans[k].way.slanting:
            return probe.cloth_length_mm
        items = items_of(parts, self._cloth.margin_mm)
        return quick_length(Problem(items=items), self._tick) * probe.cloth_length_mm / probe.length_mm

    @property
    def least_mm(self) -> float:
        """A length of cloth that no lay of this way can go below: area by width, longest part, what lies on a fold.

        What lies on a fold counts only where nothing could be laid elsewhere: not with a depth, nor in sections.
        """
        if any(plan.way.slanting for plan in self._plans):
            return self._probes[0].cloth_length_mm if len(self._plans) == 1 else 0.0
        everything = [part for own in self._parts for part in own]
        each = min(probe.cloth_length_mm / probe.length_mm for probe in self._probes)
        copies = sum(area(part.poses[0].outline) * len(part.poses[0].cut_plies) for part in everything)
        longest = max(min(bounds(pose.outline).width for pose in part.poses) for part in everything)
        folds: dict[str, float] = {}
        if len(self._plans) == 1 and not self._plans[0].way.takes_depth:
            for part in everything:
                names = {pose.fold for pose in part.poses}
                if len(names) == 1 and "" not in names:
                    (name,) = names
                    folds[name] = folds.get(name, 0.0) + min(_on_fold_mm(pose) for pose in part.poses)
        return max(copies / self._cloth.lay_width_mm, each * max(longest, *folds.values(), 0.0))

    def go_on(self, effort: int, report: LayReport | None = None) -> Lay:
        """Search for so many more steps, from the best lay so far when there is one; the best lay.

        Raises:
            LayStopped: the report stopped it before there was any lay, now or before.
            LayRefused: a piece has no place where the print is as it is asked.
        """
        simpler: list[Lay] = []
        for rival in self._rivals:
            try:
                simpler.append(rival.go_on(min(effort, RIVAL_EFFORT), report))
            except LayStopped:
                break
        self._search(effort, report)
        if None in self._done:
            if not simpler:
                raise LayStopped
            lay, simpler = simpler[0], simpler[1:]
            lay = replace(lay, spread=replace(lay.spread, way=self.way))
        else:
            lay = self._lay(self._done)
            if self._may_settle and any(finding.code in ("flaw", "remnant") for finding in lay.findings):
                lay = min(lay, self._around_spoilt(effort, report) or lay, key=rank)
        for other in simpler:
            if better(other, lay):
                lay = replace(other, spread=replace(other.spread, way=self.way))
        return lay

    def _search(self, effort: int, report: LayReport | None) -> None:
        """Search every section for so many more steps; one that is stopped may leave sections without a solution."""
        started, self._stopped = perf_counter(), False
        spent = 0
        while spent < effort and not self._stopped:
            steps = effort - spent
            if len(self._parts) > 1:  # none waits for its first lay until another is done
                steps = min(steps, max(_FIRST_STEPS, (_TIMES - 1) * spent))
            for k in range(len(self._parts)):
                if not self._stopped:
                    self._search_section(k, steps, self._seed + self._effort + spent, report)
            spent += steps
        self._seconds += perf_counter() - started
        found_at = max((own.effort for own in self._done if own is not None), default=0)
        self._effort = max(self._effort, found_at) if self._stopped else self._effort + effort

    def _search_section(self, k: int, steps: int, seed: int, report: LayReport | None) -> None:
        own = self._parts[k]
        if self._plans[k].way.slanting:
            self._done[k] = self._done[k] or placed_on_slant(own, self._probes[k])
            return
        problem = self._problem(k, self._obstacles[k], steps, seed)
        problem = replace(problem, start=self._done[k], guess=self._guess)
        try:
            self._done[k] = search(problem, self._relay(k, report))
        except Stopped:
            self._stopped = True
        except NoPlace as where:
            piece = next(p for p in self._pieces if p.id == own[where.item].piece)
            raise LayRefused(
                f"{piece.name} has no place in this fold where the print of {self._cloth.shown_name} is as it is "
                "asked: open the cloth, or ask less.",
                piece.id,
            ) from None

    def _problem(self, k: int, obstacles: tuple[Obstacle, ...], steps: int, seed: int) -> Problem:
        """The parts of a section as items to be placed around some obstacles."""
        items = items_of(self._parts[k], self._cloth.margin_mm, obstacles)
        return Problem(
            items=tuple(replace(item, locked=self._locked[k].get(number)) for number, item in enumerate(items)),
            obstacles=obstacle_outlines(obstacles, self._cloth.margin_mm),
            seed=seed,
            effort=steps,
            workers=self._workers,
        )

    def _around_spoilt(self, effort: int, report: LayReport | None) -> Lay | None:
        """A lay around the spoilt places of plies whose place on the cloth hangs on the length of the sections.

        The lengths are set first, which says where these places come to lie; where the parts then need more, the
        lengths grow and it is tried again. None where that leads nowhere, or is stopped.
        """
        solutions = [solution for solution in self._done if solution is not None]
        lengths = [section.length_mm for section in self._spread_for(solutions).sections]
        for attempt in range(_SETTLED_WITHIN):
            the_spread = spread(_text(self._plans), self._cloth.lay_width_mm, lengths, self._cloth.reserve_mm)
            found: list[Solution] = []
            for k, section in enumerate(the_spread.sections):
                if self._plans[k].way.slanting:
                    return None
                every = frozenset((z, p) for z, zone in enumerate(section.zones) for p in range(len(zone.plies)))
                obstacles = tuple(
                    replace(own, outline=moved(-section.x_mm, 0.0).all(own.outline))
                    for own in obstacles_on(self._cloth, section, every)
                )
                steps = min(effort, _SETTLING_EFFORT)
                problem = self._problem(k, obstacles, steps, self._seed + self._effort + attempt)
                try:
                    found.append(search(problem, lambda *_: self._ask(report)))
                except (Stopped, NoPlace):
                    return None
            needed = self._lengths_for(found)
            if all(need <= length + 1e-6 for need, length in zip(needed, lengths, strict=True)):
                return self._made(found, the_spread)
            lengths = [max(need, length) for need, length in zip(needed, lengths, strict=True)]
        return None

    def _ask(self, report: LayReport | None) -> None:
        """Ask a report whether to stop, with nothing to show."""
        if report is not None:
            report(1.0, None)

    @property
    def quick_mm(self) -> float:
        """About the length of cloth, by a quick look."""
        return sum(self._quick_mm(k, own) for k, own in enumerate(self._parts))

    def length_after(self, effort: int) -> float:
        """The length of cloth after so many more steps, without looking at the rules."""
        self._search(effort, lambda *_: self._tick())
        if self._stopped:
            raise Stopped
        done = [solution for solution in self._done if solution is not None]
        return self._spread_for(done).cloth_mm

    def _relay(self, k: int, report: LayReport | None) -> Report:
        """A report of the search of one section as one of the whole lay, once all its sections have one."""

        def relay(progress: float, best: Solution | None) -> None:
            if report is None:
                return
            so_far = [*self._done[:k], best, *self._done[k + 1 :]]
            whole = None if None in so_far else lambda: self._lay(so_far)
            try:
                report((k + progress) / len(self._parts), whole)
            except Stopped:
                self._stopped = True
                raise

        return relay

    def _lay(self, solutions: list[Solution | None]) -> Lay:
        if self._shown is not None and all(a is b for a, b in zip(self._shown[0], solutions, strict=True)):
            return replace(self._shown[1], effort=self._effort, seconds=self._seconds)
        placed = [
            solution if plan.way.slanting or self._obstacles[k] or self._held else to_start(own, solution)
            for k, (plan, own, solution) in enumerate(zip(self._plans, self._parts, solutions, strict=True))
            if solution is not None
        ]
        lay = self._made(placed, self._spread_for(placed))
        self._shown = (tuple(solutions), lay)
        return lay

    def _made(self, placed: list[Solution], the_spread: Spread) -> Lay:
        """The lay of some solutions on a spread, with every rule looked at."""
        lay = lay_of(
            self._pieces,
            self._cloth,
            replace(the_spread, way=self.way),
            self._parts,
            placed,
            self._seed,
            self._effort,
            self._seconds,
        )
        return replace(lay, findings=(*lay.findings, *self._too_short(lay)))

    def _spread_for(self, solutions: list[Solution]) -> Spread:
        """The spread as long as the solutions need it, in whole repeats where the print hangs on that."""
        return spread(
            _text(self._plans), self._cloth.lay_width_mm, self._lengths_for(solutions), self._cloth.reserve_mm
        )

    def _lengths_for(self, solutions: list[Solution]) -> list[float]:
        """How long each section must be on the table."""
        return [
            self._cloth.lay_width_mm if plan.way.slanting else _whole(length_of(own, solution), whole)
            for plan, own, solution, whole in zip(self._plans, self._parts, solutions, self._whole_mm, strict=True)
        ]

    def _too_short(self, lay: Lay) -> Iterator[Finding]:
        """Whether the length at hand is too short: proved when even the least length is, else only not found."""
        cloth = self._cloth
        if cloth.at_hand_mm is None:
            return
        room = cloth.at_hand_mm * (1 - cloth.shrink_along) - 2 * cloth.squaring_mm
        over = lay.lay_length_mm - room
        if over <= 0.01:
            return
        proved = self.least_mm > room + 0.01
        lacking = math.ceil(over / (1 - cloth.shrink_along) - 1e-6) / 10  # cm of the cloth as it is bought
        yield Finding(
            level=Level.STRAINED,
            code="short",
            text=f"The length of {cloth.shown_name} at hand is {lacking:g} cm too short for this lay: "
            + ("it cannot fit this way." if proved else "a shorter one was not found with this effort."),
            way_out="Try the other ways, or buy more." if proved else "Search on, try the other ways, or buy more.",
        )


def _whole(length_mm: float, each_mm: float | None) -> float:
    """A length rounded up to whole repeats, when there are any."""
    return length_mm if each_mm is None else math.ceil(length_mm / each_mm - 1e-9) * each_mm


def _one_copy_apart(
    pieces: tuple[CutPiece, ...], part: Part, cloth: Cloth, elsewhere: Mapping[OrderKey, Home]
) -> tuple[int, tuple[CutPiece, ...]]:
    """The pieces with what one placement of a part yields asked for in an order of its own, and that order's number.

    An order that lies ``elsewhere`` already takes it on when there is one.
    """
    (k,) = (k for k, own in enumerate(pieces) if own.id == part.piece)
    orders = list(pieces[k].orders)
    first = next(n for n, o in enumerate(orders) if o.cloth == cloth.id and (part.piece, n) not in elsewhere)
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


def _spot_of(part: Part, placement: Placement) -> Spot | None:
    """Where a placement of another lay puts a part; None when it lies in none of the part's poses."""
    for c, pose in enumerate(part.poses):
        if _lies_as(pose, placement):
            return Spot(c, placement.x_mm - pose.shift_x_mm, placement.y_mm - pose.shift_y_mm)
    return None


def _lies_as(pose: Pose, placement: Placement) -> bool:
    """Whether a placement lies in a pose, wherever."""
    return (pose.zone, pose.turn_deg, pose.mirrored, pose.cut_plies, pose.on_fold, pose.fold) == (
        placement.zone,
        placement.turn_deg,
        placement.mirrored,
        placement.cut_plies,
        placement.on_fold,
        placement.fold,
    )


def _on_fold_mm(pose: Pose) -> float:
    """How much of a fold a pose takes: the length of its outline at its fold."""
    on = [x for x, y in pose.outline if abs(y) < 1e-6]
    return max(on) - min(on) if on else 0.0


def _text(plans: tuple[SectionPlan, ...]) -> str:
    return "+".join(plan.way.id if plan.depth_mm is None else f"{plan.way.id}:{plan.depth_mm!r}" for plan in plans)


def _with_depth(plan: SectionPlan, pieces: tuple[CutPiece, ...], cloth: Cloth, seed: int, tick: Tick) -> SectionPlan:
    """The plan with the depth at which a short search is shortest, when the way takes one and none was given.

    A fold is as deep as one of the pieces that are cut double on it, or goes to the middle. The best few of a quick
    look at all are looked at longer.
    """
    if not plan.way.takes_depth or plan.depth_mm is not None:
        return plan
    width, reserve = cloth.lay_width_mm, cloth.reserve_mm
    depths = {width / 2}
    refusal: LayRefused | None = None
    for cut_double in (replace(plan, depth_mm=width / 2), replace(plan, depth_mm=width / 3)):
        try:
            (parts,) = parts_for(pieces, cloth, spread(_text((cut_double,)), width, 1.0, reserve).sections)
        except LayRefused as reason:
            refusal = reason
            continue
        heights = {bounds(pose.outline).height for part in parts for pose in part.poses if len(pose.cut_plies) > 1}
        each = {round(height, 3): height + reserve for height in heights}
        depths |= {depth for depth in each.values() if depth_fits(depth, width, reserve)}
    layings: dict[float, Laying] = {}
    tried: list[tuple[float, float]] = []
    for depth in sorted(depths, reverse=True)[:_DEPTHS_TRIED]:
        way = _text((replace(plan, depth_mm=depth),))
        try:
            layings[depth] = Laying(pieces, cloth, way, seed=seed, alone=True, settle=False, tick=tick)
        except LayRefused as reason:
            refusal = refusal or reason
            continue
        try:
            tried.append((layings[depth].quick_mm, depth))
        except Stopped:  # the best of those looked at so far, else this one
            return replace(plan, depth_mm=min(tried)[1] if tried else depth)
    if not tried:
        assert refusal is not None, "a depth was tried"
        raise refusal
    best = sorted(tried)[:_DEPTHS_KEPT]
    with suppress(Stopped):
        if len(best) > 1:
            best = sorted((layings[depth].length_after(_DEPTH_EFFORT), depth) for _, depth in best)
    return replace(plan, depth_mm=best[0][1])


def items_of(parts: tuple[Part, ...], margin_mm: float, obstacles: tuple[Obstacle, ...] = ()) -> tuple[Item, ...]:
    """The parts as items of the nesting; parts with the same poses share one kind and its outlines.

    With a margin each outline stands for itself and half the margin around it, but not beyond its fold; it then lies
    half a margin further along than its pose.
    """
    made: dict[tuple[Candidate, ...], Item] = {}
    items = []
    for part in parts:
        candidates = tuple(
            Candidate(
                outline=_with_margin(pose, margin_mm),
                low_mm=pose.low_mm,
                high_mm=pose.high_mm,
                lattice=pose.lattice,
                minds=frozenset(k for k, o in enumerate(obstacles) if o.zone == pose.zone and o.ply in pose.cut_plies),
            )
            for pose in part.poses
        )
        if candidates not in made:
            made[candidates] = Item(kind=str(len(made)), candidates=candidates, area_mm2=area(part.poses[0].outline))
        items.append(made[candidates])
    return tuple(items)


def to_start(parts: tuple[Part, ...], solution: Solution) -> Solution:
    """The solution moved so that the first part begins at 0, margin or not; one that is bound to the print stays."""
    if any(pose.lattice is not None for part in parts for pose in part.poses):
        return solution
    ahead = min(
        spot.x + min(x for x, _ in part.poses[spot.candidate].outline)
        for part, spot in zip(parts, solution.spots, strict=True)
    )
    return (
        solution
        if ahead <= 1e-9
        else replace(solution, spots=tuple(Spot(spot.candidate, spot.x - ahead, spot.y) for spot in solution.spots))
    )


def length_of(parts: tuple[Part, ...], solution: Solution) -> float:
    return max(
        spot.x + max(x for x, _ in part.poses[spot.candidate].outline)
        for part, spot in zip(parts, solution.spots, strict=True)
    )


def _with_margin(pose: Pose, margin_mm: float) -> Outline:
    """The pose's outline with half the margin all round, moved so that its least x is 0; covered if very fine."""
    if margin_mm == 0 and len(pose.outline) <= _MOST_CORNERS:
        return pose.outline
    grown = Polygon(covering(pose.outline)).buffer(margin_mm / 2, join_style="mitre")
    if pose.on_fold:
        own = bounds(pose.outline)
        low, high = (own.min_y, own.max_y + margin_mm) if own.max_y > 1e-9 else (own.min_y - margin_mm, own.max_y)
        grown = grown.intersection(box(-margin_mm, low, own.max_x + margin_mm, high))
    return tuple((x + margin_mm / 2, y) for x, y in outline_of(grown))


def covering(outline: Outline) -> Outline:
    """The outline itself, or when it has very many corners a plainer one that covers it, at most a little larger."""
    return outline if len(outline) <= _MOST_CORNERS else cover(outline)


def obstacle_outlines(obstacles: tuple[Obstacle, ...], margin_mm: float) -> tuple[Outline, ...]:
    """Obstacles for the nesting, moved as ``items_of`` moves what is placed."""
    return tuple(moved(margin_mm / 2, 0.0).all(covering(obstacle.outline)) for obstacle in obstacles)


def lay_of(
    pieces: tuple[CutPiece, ...],
    cloth: Cloth,
    the_spread: Spread,
    parts: tuple[tuple[Part, ...], ...],
    solutions: list[Solution],
    seed: int,
    effort: int,
    seconds: float,
) -> Lay:
    """The lay of parts at their spots, section by section, with every rule looked at."""
    placements = []
    copies_mm2 = 0.0
    for index, (own, solution) in enumerate(zip(parts, solutions, strict=True)):
        start = the_spread.sections[index].x_mm
        for part, spot in zip(own, solution.spots, strict=True):
            pose = part.poses[spot.candidate]
            placements.append(
                Placement(
                    id=part.id,
                    piece=part.piece,
                    shape=pose.shape,
                    section=index,
                    zone=pose.zone,
                    turn_deg=pose.turn_deg,
                    mirrored=pose.mirrored,
                    x_mm=start + spot.x + pose.shift_x_mm,
                    y_mm=spot.y + pose.shift_y_mm,
                    cut_plies=pose.cut_plies,
                    on_fold=pose.on_fold,
                    yields=part.yields,
                    fold=pose.fold,
                )
            )
            copies_mm2 += area(pose.shape.outline, pose.shape.holes) * len(pose.cut_plies)
    bare = Lay(
        cloth=cloth,
        spread=the_spread,
        pieces=pieces,
        placements=tuple(placements),
        findings=(),
        used_share=copies_mm2 / (cloth.lay_width_mm * the_spread.cloth_mm),
        seed=seed,
        effort=effort,
        seconds=seconds,
    )
    return with_findings(bare)


def with_findings(lay: Lay) -> Lay:
    """The lay with every rule looked at anew, the exact check included."""
    return replace(lay, findings=findings(lay))


def on_like_cloth(lay: Lay, cloth: Cloth) -> Lay:
    """The lay on a cloth that differs only in what no lay depends on (``lays_alike``): name, price, colour, step."""
    old = lay.cloth.shown_name
    if old == cloth.shown_name:
        return replace(lay, cloth=cloth)
    beside = (
        replace(own, text=own.text.replace(old, cloth.shown_name)) for own in lay.findings if own.code in _BESIDE_RULES
    )
    named = with_findings(replace(lay, cloth=cloth))
    return replace(named, findings=(*named.findings, *beside))


_BESIDE_RULES = ("short", "parted-seam")
"""Findings of a search that are not found by looking at the lay alone."""


def lays_alike(one: Cloth, other: Cloth) -> bool:
    """Whether everything that a lay depends on is the same of two cloths."""
    return for_laying(one) == for_laying(other)


def for_laying(cloth: Cloth) -> Cloth:
    """The cloth without what no lay depends on: its name, price and looks, and how the shop sells it."""
    return replace(
        cloth,
        name="",
        price=None,
        colour="",
        fibre="",
        step_mm=100.0,
        least_length_mm=0.0,
        see_through=False,
        frays=False,
        design=replace(cloth.design, picture=b""),
    )
