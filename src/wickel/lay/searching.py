"""The search for a lay of one plan, which can be gone on with: section after section, and around
what is spoilt."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, replace
from time import perf_counter

from wickel.cloth import Spread
from wickel.geometry import translation
from wickel.lay.constraints import Obstacle, obstacles_on
from wickel.lay.finished import Searched, lay_of, with_findings
from wickel.lay.items import items_of, lies_as, obstacle_outlines, spot_of, to_start
from wickel.lay.nest import ORDERS, NoPlace, Problem, Report, Solution, Spot, Stopped, Tick, search
from wickel.lay.parts import LayRefused, LayStopped, Part
from wickel.lay.placement import Finding, Lay, Level, Placement, better, rank
from wickel.lay.planning import Plan
from wickel.lay.settings import Search
from wickel.lay.slant import placed_on_slant
from wickel.wording import say

RIVAL_EFFORT = 2000
"""Steps at most for a simpler way that is searched first, so that time is left for the way
itself."""

_FIRST_STEPS, _TIMES = ORDERS + 20, 3
"""With several sections each gets a first lay of so many steps, then all go on with so many times
as many."""

_SETTLED_WITHIN, _SETTLING_EFFORT = 8, 200
"""How often lengths are set anew around what is spoilt, and with how many steps each is
searched."""

Held = tuple[Placement, ...]
"""Placements of an earlier lay that are to stay where they are."""

LayReport = Callable[[float, Callable[[], Lay] | None], None]
"""``report(progress 0..1, best lay so far on demand)``; may raise ``Stopped``."""

PLANNING = -1.0
"""The progress of a search that only plans yet: depths of folds, what is cut singly. Stopped then,
it goes on to the first lay with what it knows, and asks its report again."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Beside:
    """What a search has beside its plan: placements that stay ``held``, placements of a lay of
    pieces much ``like`` these, and the searches of simpler ways, which it must not be longer
    than."""

    held: Held = ()
    like: Held = ()
    rivals: tuple[Laying, ...] = ()


def ticking(report: LayReport | None) -> Tick:
    """What is called while a search is still planned and has nothing to show: it may raise
    ``Stopped``."""
    return (lambda: None) if report is None else (lambda: report(PLANNING, None))


class Laying:
    """The search for a lay of a plan. Raises ``LayRefused`` when something cannot lie around what
    is held."""

    def __init__(self, plan: Plan, settings: Search, beside: Beside, tick: Tick) -> None:
        self._held = {placement.id: placement for placement in beside.held}
        self.plan = plan = _with_held_plies(plan, self._held)
        self._settings, self._tick = settings, tick
        self._rivals = beside.rivals
        self._shown: tuple[tuple[Solution | None, ...], Lay] | None = None
        self._simpler: Lay | None = None
        self._seconds, self._effort, self._stopped = 0.0, 0, False
        self._may_settle = plan.unsteady and not beside.held
        self._guess = self._guessed(beside.like)
        self._locked = tuple(self._locked_of(own, k) for k, own in enumerate(plan.parts))
        self._done: list[Solution | None] = [None] * len(plan.parts)

    @property
    def least_mm(self) -> float:
        """A length of cloth that no lay of this plan can go below."""
        return self.plan.least_mm

    def _locked_of(self, parts: tuple[Part, ...], section: int) -> dict[int, Spot]:
        """The spots of the parts, by their numbers, that are to stay where an earlier lay has them.

        Raises ``LayRefused`` for one that cannot lie there any more.
        """
        spots: dict[int, Spot] = {}
        for k, part in enumerate(parts):
            placement = self._held.get(part.id)
            spot = None if placement is None else spot_of(part, placement)
            if placement is None:
                # one that lies in its place may be held instead
                placement, spot = self._held_rider(part)
            if placement is None:
                continue
            if spot is None or placement.section != section or len(self.plan.parts) > 1:
                raise LayRefused(
                    say("searching.cannot-held-where-lies-hold", part=part.id),
                    part.piece,
                )
            spots[k] = spot
        return spots

    def _held_rider(self, part: Part) -> tuple[Placement | None, Spot | None]:
        """What is held of what lies in the place of a part, and where that puts the part."""
        for c, pose in enumerate(part.poses):
            for rider in pose.riders:
                held = self._held.get(rider.id)
                if held is not None and lies_as(rider.pose, held):
                    x, y = held.x_mm - rider.pose.shift_x_mm, held.y_mm - rider.pose.shift_y_mm
                    return held, Spot(c, x, y)
        ids = (rider.id for pose in part.poses for rider in pose.riders)
        return next((self._held[id] for id in ids if id in self._held), None), None

    def _guessed(self, like: Held) -> tuple[Spot, ...]:
        """The spots that the placements of another lay give the parts; none when they are not of
        one kind."""
        known = {placement.id: placement for placement in like}
        (own, *more) = self.plan.parts
        if more or not known or {id for part in own for id in _ids(part)} != set(known):
            return ()
        spots = [spot_of(part, known[part.id]) for part in own]
        return () if None in spots else tuple(spot for spot in spots if spot is not None)

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
        self._simpler = min(simpler, key=rank, default=None)
        self._search(effort, report)
        if None in self._done:
            if not simpler:
                raise LayStopped
            lay, simpler = simpler[0], simpler[1:]
            lay = self._called_so(lay)
        else:
            lay = self._lay(self._done)
            if self._may_settle and any(
                finding.code in ("flaw", "remnant") for finding in lay.findings
            ):
                lay = min(lay, self._around_spoilt(lay, effort, report) or lay, key=rank)
        for other in simpler:
            if better(other, lay):
                lay = self._called_so(other)
        return lay

    def _search(self, effort: int, report: LayReport | None) -> None:
        """Search every section for so many more steps; one that is stopped may leave sections
        without a solution."""
        started, self._stopped = perf_counter(), False
        spent = 0
        while spent < effort and not self._stopped:
            steps = effort - spent
            if len(self.plan.parts) > 1:  # none waits for its first lay until another is done
                steps = min(steps, max(_FIRST_STEPS, (_TIMES - 1) * spent))
            for k in range(len(self.plan.parts)):
                if not self._stopped:
                    self._search_section(
                        k, steps, self._settings.seed + self._effort + spent, report
                    )
            spent += steps
        self._seconds += perf_counter() - started
        found_at = max((result.effort for result in self._done if result is not None), default=0)
        self._effort = max(self._effort, found_at) if self._stopped else self._effort + effort

    def _search_section(self, k: int, steps: int, seed: int, report: LayReport | None) -> None:
        own = self.plan.parts[k]
        if self.plan.plans[k].way.slanting:
            relay = self._relay(k, report)
            try:
                self._done[k] = self._done[k] or placed_on_slant(
                    own, self.plan.probes[k], self.plan.cloth.margin_mm, lambda: relay(0.0, None)
                )
            except Stopped:
                self._stopped = True
            return
        problem = self._problem(k, self.plan.obstacles[k], steps, seed)
        problem = replace(problem, start=self._done[k], guess=self._guess)
        try:
            self._done[k] = search(problem, self._relay(k, report))
        except Stopped:
            self._stopped = True
        except NoPlace as where:
            piece = next(p for p in self.plan.pieces if p.id == own[where.item].piece)
            raise LayRefused(
                say(
                    "searching.no-place-this-fold",
                    piece=piece.name,
                    cloth=self.plan.cloth.shown_name,
                ),
                piece.id,
            ) from None

    def _problem(self, k: int, obstacles: tuple[Obstacle, ...], steps: int, seed: int) -> Problem:
        """The parts of a section as items to be placed around some obstacles."""
        items = items_of(self.plan.parts[k], self.plan.cloth.margin_mm, obstacles)
        return Problem(
            items=tuple(
                replace(item, locked=self._locked[k].get(number))
                for number, item in enumerate(items)
            ),
            obstacles=obstacle_outlines(obstacles, self.plan.cloth.margin_mm),
            seed=seed,
            effort=steps,
            workers=self._settings.workers,
        )

    def _around_spoilt(self, lay: Lay, effort: int, report: LayReport | None) -> Lay | None:
        """A lay around the spoilt places of plies whose place on the cloth hangs on the length of
        the sections; ``lay`` is what there is without it.

        The lengths are set first, which says where these places come to lie; where the parts then
        need more, the lengths grow and it is tried again. None where that leads nowhere, or is
        stopped.
        """
        solutions = [solution for solution in self._done if solution is not None]
        lengths = [section.length_mm for section in self.plan.spread_for(solutions).sections]
        for attempt in range(_SETTLED_WITHIN):
            the_spread = self.plan.spread_at(lengths)
            found: list[Solution] = []
            for k, section in enumerate(the_spread.sections):
                if self.plan.plans[k].way.slanting:
                    return None
                every = frozenset(
                    (z, p) for z, zone in enumerate(section.zones) for p in range(len(zone.plies))
                )
                obstacles = tuple(
                    replace(obstacle, outline=translation(-section.x_mm, 0.0).all(obstacle.outline))
                    for obstacle in obstacles_on(self.plan.cloth, section, every)
                )
                steps = min(effort, _SETTLING_EFFORT)
                problem = self._problem(
                    k, obstacles, steps, self._settings.seed + self._effort + attempt
                )
                try:
                    found.append(search(problem, lambda *_: _ask(report, lay)))
                except (Stopped, NoPlace):
                    return None
            needed = self.plan.lengths_for(found)
            if all(need <= length + 1e-6 for need, length in zip(needed, lengths, strict=True)):
                return self._made(found, the_spread)
            lengths = [max(need, length) for need, length in zip(needed, lengths, strict=True)]
        return None

    def length_after(self, effort: int) -> float:
        """The length of cloth after so many more steps, without looking at the rules."""
        self._search(effort, lambda *_: self._tick())
        if self._stopped:
            raise Stopped
        done = [solution for solution in self._done if solution is not None]
        return self.plan.spread_for(done).cloth_mm

    def _relay(self, k: int, report: LayReport | None) -> Report:
        """A report of the search of one section as one of the whole lay, once all its sections have
        one."""

        def relay(progress: float, best: Solution | None) -> None:
            if report is None:
                return
            so_far = [*self._done[:k], best, *self._done[k + 1 :]]
            # where there is nothing of this way yet a simpler one may have found something
            simpler = self._simpler
            other = None if simpler is None else lambda: simpler
            whole = other if None in so_far else lambda: self._lay(so_far)
            try:
                report((k + progress) / len(self.plan.parts), whole)
            except Stopped:
                self._stopped = True
                raise

        return relay

    def _lay(self, solutions: list[Solution | None]) -> Lay:
        if self._shown is not None and all(
            a is b for a, b in zip(self._shown[0], solutions, strict=True)
        ):
            return replace(self._shown[1], effort=self._effort, seconds=self._seconds)
        placed = [
            solution
            if plan.way.slanting or self.plan.obstacles[k] or self._held
            else to_start(own, solution)
            for k, (plan, own, solution) in enumerate(
                zip(self.plan.plans, self.plan.parts, solutions, strict=True)
            )
            if solution is not None
        ]
        lay = self._made(placed, self.plan.spread_for(placed))
        self._shown = (tuple(solutions), lay)
        return lay

    def _made(self, placed: list[Solution], the_spread: Spread) -> Lay:
        """The lay of some solutions on a spread, with every rule looked at."""
        how = Searched(self._settings.seed, self._effort, self._seconds)
        spread_so = replace(the_spread, way=self.plan.way)
        lay = lay_of(self.plan.pieces, self.plan.cloth, spread_so, self.plan.parts, placed, how)
        return replace(lay, findings=(*lay.findings, *self._too_short(lay)))

    def _called_so(self, simpler: Lay) -> Lay:
        """A lay of a simpler way as one of this plan's: looked at anew, since sections that were
        asked for are not there."""
        lay = with_findings(replace(simpler, spread=replace(simpler.spread, way=self.plan.way)))
        return replace(lay, findings=(*lay.findings, *self._too_short(lay)))

    def _too_short(self, lay: Lay) -> Iterator[Finding]:
        """Whether the length at hand is too short: proved when even the least length is, else only
        not found."""
        cloth = self.plan.cloth
        if cloth.at_hand_mm is None:
            return
        room = cloth.at_hand_mm * (1 - cloth.shrink_along) - 2 * cloth.squaring_mm
        over = lay.lay_length_mm - room
        if over <= 0.01:
            return
        proved = self.least_mm > room + 0.01
        lacking = over / (1 - cloth.shrink_along)  # of the cloth as it is bought
        yield Finding(
            level=Level.STRAINED,
            code="short",
            text=say(
                "searching.cannot-fit" if proved else "searching.none-found",
                cloth=cloth.shown_name,
                lacking=lacking,
            ),
            way_out=say("searching.buy-more" if proved else "searching.search-on"),
        )


def _ask(report: LayReport | None, lay: Lay) -> None:
    """Ask a report whether to stop, with a lay to show that is there in any case."""
    if report is not None:
        report(1.0, lambda: lay)


def _ids(part: Part) -> set[str]:
    """The ids of a part and of what may lie in its place."""
    return {part.id, *(rider.id for pose in part.poses for rider in pose.riders)}


def _with_held_plies(plan: Plan, held: Mapping[str, Placement]) -> Plan:
    """The plan with what is held cut from the plies that it is held on: it may have shared a place
    before, and lie by itself now."""
    if not held:
        return plan
    parts = tuple(
        tuple(
            part if (own := held.get(part.id)) is None else _on_its_plies(part, own)
            for part in section
        )
        for section in plan.parts
    )
    return replace(plan, parts=parts)


def _on_its_plies(part: Part, held: Placement) -> Part:
    """A part cut from the plies of a placement, where that gives as many copies."""
    if spot_of(part, held) is not None:
        return part
    poses = tuple(
        replace(pose, cut_plies=held.cut_plies)
        if len(pose.cut_plies) == len(held.cut_plies) and not pose.riders
        else pose
        for pose in part.poses
    )
    return replace(part, poses=poses)
