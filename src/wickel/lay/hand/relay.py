"""A lay gone on with from how it lies: the tray filled in, what is loose laid better around what
stays, or everything pushed together in the order it has.

Each section is searched by itself: what stays are obstacles to it, what is loose keeps its section
and may take every pose that gives the same copies (``stances``).
"""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterable, Iterator
from dataclasses import dataclass, replace
from enum import StrEnum

from shapely import STRtree
from shapely.geometry import Polygon

from wickel.cloth import WAYS
from wickel.geometry import Outline, area, translation
from wickel.lay.constraints import Obstacle
from wickel.lay.finished import placed, with_findings
from wickel.lay.hand.edits import with_placements
from wickel.lay.hand.stances import Stance, lacking, order_of, pose_of, stances
from wickel.lay.items import items_of, obstacle_outlines, spot_of
from wickel.lay.nest import NoPlace, Problem, Report, Solution, Stopped, push_together, search
from wickel.lay.parts import LayRefused, Part
from wickel.lay.placement import Lay, Placement
from wickel.lay.pose import flat_copies, flaws_on_table, on_table
from wickel.lay.posing import Pose
from wickel.lay.searching import LayReport
from wickel.lay.settings import Search
from wickel.wording import say

_OVER_MM2 = 1.0
_QUICK = 60
"""Steps of the quick lay that a lay made by hand is held against."""


class Deed(StrEnum):
    """What is to be done with a lay: the tray filled in, a better lay looked for, or what lies
    pushed together."""

    FILL = "fill"
    BETTER = "better"
    PUSH = "push"


def gone_on_with(
    lay: Lay,
    deed: Deed,
    *,
    stay: Collection[str] = (),
    beside: Iterable[Outline] = (),
    settings: Search = Search(),
    report: LayReport | None = None,
) -> Lay:
    """The lay after a deed; ``stay`` are the placements that keep their places. To fill in, all of
    them do. Nothing comes to lie over what is ``beside``, outlines on the table. Stopped by the
    report, the best so far.

    Raises:
        LayRefused: a piece of the tray has no place on the cloth as it is spread.
    """
    stays = {p.id for p in lay.placements} if deed is Deed.FILL else set(stay) | _shared(lay)
    new = list(_from_tray(lay)) if deed is not Deed.PUSH else []
    still = _Still(frozenset(stays), tuple(beside))
    return _Work(lay, still, tuple(new), settings, report, deed).run()


def _shared(lay: Lay) -> set[str]:
    """The placements that share their place with another, cut from other plies: they stay."""
    shapes = [Polygon(on_table(p, lay.piece(p.piece)).outline) for p in lay.placements]
    tree = STRtree(shapes)
    found: set[str] = set()
    for a, b in tree.query(shapes, predicate="intersects").T:
        if a < b and shapes[a].intersection(shapes[b]).area > _OVER_MM2:
            found |= {lay.placements[a].id, lay.placements[b].id}
    return found


@dataclass(frozen=True, slots=True)
class _New:
    """A copy from the tray, or several cut at once: the section it is to lie in, and how it may
    lie."""

    section: int
    part: Part


def _from_tray(lay: Lay) -> Iterator[_New]:
    """What is in the tray as parts, the largest pieces first: each on a fold where it can be, else
    where one placement gives the most copies."""
    taken = {p.id for p in lay.placements}
    for piece in sorted(lay.pieces, key=lambda own: -area(own.cut_line)):
        left = lacking(lay, piece.id)
        while sum(left):
            found = stances(lay, piece.id, left=left)
            if not found:
                raise LayRefused(
                    say("hand.no-place-in-tray", piece=piece.name, cloth=lay.cloth.shown_name),
                    piece.id,
                )
            best = min(found, key=lambda s: (not s.lies.pose.on_fold, -sum(s.lies.gives)))
            alike = [
                s
                for s in found
                if (s.section, s.lies.gives, s.lies.pose.on_fold)
                == (best.section, best.lies.gives, best.lies.pose.on_fold)
            ]
            number = next(n for n in range(1, len(taken) + 2) if f"{piece.id}/{n}" not in taken)
            taken.add(f"{piece.id}/{number}")
            yield _New(best.section, _part(lay, f"{piece.id}/{number}", piece.id, alike))
            left = (left[0] - best.lies.gives[0], left[1] - best.lies.gives[1])


def _part(lay: Lay, id: str, piece: str, alike: list[Stance]) -> Part:
    """A part of some stances in one section, places counted from the start of the section."""
    return Part(
        id=id,
        piece=piece,
        poses=tuple(_in_section(lay, s) for s in alike),
        yields=sum(alike[0].lies.gives),
    )


def _in_section(lay: Lay, stance: Stance) -> Pose:
    pose, start = stance.lies.pose, lay.spread.sections[stance.section].x_mm
    if pose.lattice is None or pose.lattice.along_mm is None:
        return pose
    x = (pose.lattice.x_mm - start) % pose.lattice.along_mm
    return replace(pose, lattice=replace(pose.lattice, x_mm=x))


@dataclass(frozen=True, slots=True)
class _Still:
    """What stays: placements by their ids, and outlines that are no placements of the lay."""

    ids: frozenset[str]
    beside: tuple[Outline, ...]


class _Work:
    """One deed, section after section."""

    def __init__(
        self,
        lay: Lay,
        still: _Still,
        new: tuple[_New, ...],
        settings: Search,
        report: LayReport | None,
        deed: Deed,
    ) -> None:
        self.lay, self.still, self.new = lay, still, new
        self.settings, self.deed, self._report = settings, deed, report
        self.done: dict[int, tuple[Placement, ...]] = {}
        self.stopped = False

    def run(self) -> Lay:
        """Every section, the best so far where it is stopped."""
        for k, section in enumerate(self.lay.spread.sections):
            parts = self._parts(k)
            if parts and not self.stopped and not WAYS[section.way].slanting:
                self._section(k, parts)
        return self._made(self.done)

    def _parts(self, k: int) -> list[Part]:
        """What is to be laid in a section: what is loose there, and what is new."""
        loose = [p for p in self.lay.placements if p.section == k and p.id not in self.still.ids]
        return [*map(self._loose, loose), *(own.part for own in self.new if own.section == k)]

    def _loose(self, placement: Placement) -> Part:
        """A placement as a part, with every pose of its section that gives the same copies."""
        lay, piece = self.lay, self.lay.piece(placement.piece)
        hands = [c.hand for c in flat_copies(placement, piece, lay.zone(placement))]
        own = (sum(hand >= 0 for hand in hands), sum(hand < 0 for hand in hands))
        order = order_of(lay, piece)
        gives = own if order.pair and not order.fold_edges else (len(hands), 0)
        found = [
            s
            for s in stances(lay, piece.id, [placement.id], left=gives)
            if s.section == placement.section and s.lies.gives == gives
        ]
        here = [s for s in found if self.deed is not Deed.PUSH or _lies_so(s, placement)]
        part = _part(lay, placement.id, piece.id, here) if here else None
        if part is None or spot_of(part, self._from_start(placement)) is None:
            return replace(
                part or Part(id=placement.id, piece=piece.id, poses=(), yields=placement.yields),
                poses=(self._as_it_lies(placement),),
            )
        return part

    def _as_it_lies(self, placement: Placement) -> Pose:
        """The only pose of what may lie in no other: where it is now."""
        own = pose_of(self.lay, placement)
        low_x = min(x for x, _ in own.outline)
        return replace(
            own,
            outline=tuple((x - low_x, y) for x, y in own.outline),
            shift_x_mm=own.shift_x_mm - low_x,
        )

    def _from_start(self, placement: Placement) -> Placement:
        """A placement with its place counted from the start of its section."""
        start = self.lay.spread.sections[placement.section].x_mm
        return replace(placement, x_mm=placement.x_mm - start)

    def _section(self, k: int, parts: list[Part]) -> None:
        obstacles = tuple(self._obstacles(k))
        margin = self.lay.cloth.margin_mm if self.deed is not Deed.PUSH else 0.0
        problem = Problem(
            items=items_of(tuple(parts), margin, obstacles),
            obstacles=obstacle_outlines(obstacles, margin),
            seed=self.settings.seed,
            effort=self.settings.effort,
            workers=self.settings.workers,
        )
        start = self._start(parts)
        if self.deed is Deed.PUSH:
            assert start is not None, "all of it lies somewhere"
            self._take(k, parts, push_together(problem, start))
            return
        try:
            if start is not None:
                start = self._begun(problem, start)
            found = search(replace(problem, start=start), self._relay(k, parts))
            self._take(k, parts, found)
        except Stopped:
            self.stopped = True
        except NoPlace as where:
            piece = self.lay.piece(parts[where.item].piece)
            raise LayRefused(
                say("hand.no-place-in-tray", piece=piece.name, cloth=self.lay.cloth.shown_name),
                piece.id,
            ) from None

    def _begun(self, problem: Problem, start: Solution) -> Solution:
        """What to go on from: the lay as it lies, pushed together, or a quick lay of its own where
        that is shorter. Raises ``Stopped``."""
        best = push_together(problem, start)
        quick = replace(problem, start=None, effort=min(problem.effort, _QUICK))
        try:
            anew = search(quick, lambda *_: self._tick())
        except NoPlace:
            return best
        return min(best, anew, key=lambda own: own.length_mm)

    def _tick(self) -> None:
        if self._report is not None:
            self._report(0.0, None)

    def _start(self, parts: list[Part]) -> Solution | None:
        """The places that the parts of a section have now; None when one of them is new."""
        by_id = {p.id: self._from_start(p) for p in self.lay.placements}
        spots = [spot_of(part, by_id[part.id]) for part in parts if part.id in by_id]
        if len(spots) < len(parts) or None in spots:
            return None
        there = tuple(spot for spot in spots if spot is not None)
        long = max(
            spot.x + max(x for x, _ in part.poses[spot.candidate].outline)
            for part, spot in zip(parts, there, strict=True)
        )
        return Solution(spots=there, length_mm=long)

    def _obstacles(self, k: int) -> Iterator[Obstacle]:
        """What stays in a section, and what is spoilt there, each for every ply it is in."""
        start = self.lay.spread.sections[k].x_mm
        back = translation(-start, 0.0)
        for p in self.lay.placements:
            if p.section == k and p.id in self.still.ids:
                outline = back.all(on_table(p, self.lay.piece(p.piece)).outline)
                for ply in p.cut_plies:
                    yield Obstacle(outline, p.zone, ply)
        for outline in self.still.beside:
            for z, zone in enumerate(self.lay.spread.sections[k].zones):
                yield from (Obstacle(back.all(outline), z, ply) for ply in range(len(zone.plies)))
        for outline, ply in flaws_on_table(self.lay.cloth, self.lay.spread):
            for z, zone in enumerate(self.lay.spread.sections[k].zones):
                if Polygon(outline).intersection(Polygon(zone.outline)).area > _OVER_MM2:
                    yield Obstacle(back.all(outline), z, ply)

    def _relay(self, k: int, parts: list[Part]) -> Report:
        def relay(progress: float, best: Solution | None) -> None:
            if self._report is None:
                return
            whole: Callable[[], Lay] | None = None
            if best is not None:

                def whole() -> Lay:
                    return self._made({**self.done, k: self._placements(k, parts, best)})

            try:
                self._report((k + progress) / len(self.lay.spread.sections), whole)
            except Stopped:
                self.stopped = True
                raise

        return relay

    def _take(self, k: int, parts: list[Part], solution: Solution) -> None:
        self.done[k] = self._placements(k, parts, solution)

    def _placements(self, k: int, parts: list[Part], solution: Solution) -> tuple[Placement, ...]:
        start = self.lay.spread.sections[k].x_mm
        return tuple(
            placed(part, part.poses[spot.candidate], k, (start + spot.x, spot.y))
            for part, spot in zip(parts, solution.spots, strict=True)
        )

    def _made(self, done: dict[int, tuple[Placement, ...]]) -> Lay:
        """The lay with what is done in some sections."""
        new = {p.id: p for placements in done.values() for p in placements}
        kept = tuple(new.pop(p.id, p) for p in self.lay.placements)
        if not done:
            return with_findings(self.lay)
        return with_placements(self.lay, (*kept, *new.values()))


def _lies_so(stance: Stance, placement: Placement) -> bool:
    pose = stance.lies.pose
    return (pose.zone, pose.turn_deg, pose.mirrored, pose.fold) == (
        placement.zone,
        placement.turn_deg,
        placement.mirrored,
        placement.fold,
    )
