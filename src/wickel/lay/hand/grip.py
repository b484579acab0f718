"""Pieces in hand: pushed over the cloth with contact, and followed to the nearest place where they
can lie.

What is in hand moves as one. It stops at what lies on the same plies, at the edges of its cloth and
at what is spoilt; it slides along them; what lies on a fold slides along that, and what the print
binds moves in the print's steps. Nothing here judges a lay: ``lay.rules`` does, after every move.
"""

from __future__ import annotations

import math
from collections.abc import Collection, Iterable, Iterator
from dataclasses import dataclass
from functools import cached_property

import numpy as np
import shapely
from shapely.geometry import Polygon

from wickel.cloth import WAYS
from wickel.geometry import OVERLAY_GRID_MM, Bounds, Outline, Point, bounds
from wickel.lay.hand.bound import Shift, common, rails_of, steps_of
from wickel.lay.hand.contact import Floats, Touch, pushed, ring_of, sides_of_rings
from wickel.lay.hand.room import Clear, Meeting, Walls
from wickel.lay.kept import respread
from wickel.lay.placement import Lay, Placement
from wickel.lay.pose import flaws_on_table, on_table

OVERLAP_MM2 = 0.004
"""What overlaps by no more than this only touches; the exact check lets a little more pass."""
_SLIDES, _HALVINGS = 24, 24
_SAME_MM = 1e-6
_FAR_MM = 20_000.0
_FAR_ENOUGH_MM = 5_000.0
_STEADY = ("open", "lengthwise", "partial", "to-middle", "two-folds", "lengthwise-twice", "stacked")
"""The ways whose plies lie on one place of the cloth, however long they are."""
_BEYOND_MM = 600.0
"""So far past the end of the cloth a piece may be carried: the lay grows."""


FOUR_WAYS: tuple[Point, ...] = ((-1.0, 0.0), (1.0, 0.0), (0.0, -1.0), (0.0, 1.0))
"""Back to the start, on to the end, to the low edge, to the high edge."""


@dataclass(frozen=True, slots=True)
class Gap:
    """How far what is in hand lies from what is next to it one way: from a piece, or from the edge
    of its cloth, mm."""

    way: Point
    far_mm: float
    to_piece: bool


@dataclass(frozen=True, slots=True)
class _Layer:
    """What is in hand on the same plies of a zone, and what lies still there, as shapes."""

    meeting: Meeting
    moving: tuple[Polygon, ...]
    still: tuple[Polygon, ...]
    names: tuple[str, ...]


OTHER_CLOTH = "other cloth"
"""What a grip calls what lies in the other of two stacked cloths."""


class Grip:
    """Placements of a lay in hand; ``ids`` name them. All shifts are from where they lie. What lies
    ``beside`` them, outlines on the table, is met in every ply."""

    def __init__(self, lay: Lay, ids: Collection[str], beside: Iterable[Outline] = ()) -> None:
        self.lay = lay
        self._besides = tuple(beside)
        self.ids = frozenset(ids)
        self.held = tuple(p for p in lay.placements if p.id in self.ids)
        self._drawn = {p.id: drawn_of(lay, p) for p in lay.placements}
        self._outlines = {id: own.outline for id, own in self._drawn.items()}
        self.steps = common(steps_of(lay.piece(p.piece), lay.cloth) for p in self.held)
        self.rails = rails_of(self.held, lay)
        self.walls = self._walls()
        self._layers = tuple(self._layers_of())
        self._stood: Shift | None = None

    @property
    def outlines(self) -> tuple[Outline, ...]:
        """The outlines of what is in hand where it was picked up, in the table's frame."""
        return tuple(self._outlines[p.id] for p in self.held)

    @cached_property
    def beside(self) -> tuple[Bounds, ...]:
        """The boxes of what lies still in the zones of what is in hand."""
        zones = {(p.section, p.zone) for p in self.held}
        return tuple(
            self._drawn[p.id].box
            for p in self.lay.placements
            if p.id not in self.ids and (p.section, p.zone) in zones
        )

    @cached_property
    def box(self) -> Bounds:
        """The box of what is in hand where it was picked up."""
        return bounds([point for outline in self.outlines for point in outline])

    # --- asking ------------------------------------------------------------------------------

    def make_ready(self) -> None:
        """Look where it could lie, before it is pushed: the first move is then as quick as any."""
        if self.steps.free and len(self.rails) < 2:
            self._nearest((0.0, 0.0))

    def clear(self, at: Shift) -> bool:
        """Whether it could lie there: within its cloth and over nothing else."""
        return self.walls.hold(at) and all(_apart(layer, at) for layer in self._layers)

    def in_the_way(self, at: Shift) -> tuple[str, ...]:
        """What it would lie over there: the ids of placements, ``flaw`` for what is spoilt,
        ``edge`` for the edge of its cloth or fold, ``OTHER_CLOTH`` for what lies in that."""
        found = [] if self.walls.hold(at) else ["edge"]
        for layer in self._layers:
            found += [layer.names[k] for k in _under(layer, at)]
        return tuple(dict.fromkeys(found))

    def bound(self, to: Shift) -> Shift:
        """A shift as far as folds let it pass: what lies on one slides along it."""
        if len(self.rails) > 1:
            return (0.0, 0.0)
        for ux, uy in self.rails:
            along = to[0] * ux + to[1] * uy
            return (along * ux, along * uy)
        return to

    def slid(self, at: Shift, to: Shift) -> Shift:
        """Where a push from one shift towards another ends: at the first contact, and then along
        what it touches."""
        here = at
        touching: list[Point] = []
        for _ in range(_SLIDES):
            left = self.bound((to[0] - here[0], to[1] - here[1]))
            if touching:
                left = _without(left, touching[-1])
            size = math.hypot(*left)
            # in a corner what slides along one face goes into the other
            if size < _SAME_MM or any(_goes_into(left, face) for face in touching[:-1]):
                break
            touch = self._touch(here, left)
            share = min(1.0, touch.far_mm / size)
            here = (here[0] + share * left[0], here[1] + share * left[1])
            if touch.normal is None or self.rails:
                break  # what slides on a fold goes no other way
            touching = [touch.normal] if touch.far_mm > _SAME_MM else [*touching, touch.normal]
        return here

    def until_touch(self, at: Shift, way: Point) -> Shift:
        """Pushed straight one way until it touches; to the end of the lay where nothing is."""
        by = self.bound((way[0] * _FAR_MM, way[1] * _FAR_MM))
        size = math.hypot(*by)
        if size < _SAME_MM:
            return at
        far = self._touch(at, by).far_mm
        far = min(far, max(0.0, self._to_end(at))) if way[0] > 0 and far >= size else far
        here = (at[0] + by[0] / size * far, at[1] + by[1] / size * far)
        if self.steps.free:
            return self._last_clear(at, here)
        fitting = [s for s in self.steps.near(here, 3) if _ahead(at, s, way) and self.clear(s)]
        return max(fitting, key=lambda s: s[0] * way[0] + s[1] * way[1], default=at)

    def _last_clear(self, at: Shift, to: Shift) -> Shift:
        """The end of a push, or, should it lie over something by a hair, the last place before
        it that does not."""
        if self.clear(to):
            return to
        low, high = 0.0, 1.0
        for _ in range(_HALVINGS):
            middle = (low + high) / 2
            there = (at[0] + middle * (to[0] - at[0]), at[1] + middle * (to[1] - at[1]))
            low, high = (middle, high) if self.clear(there) else (low, middle)
        return (at[0] + low * (to[0] - at[0]), at[1] + low * (to[1] - at[1]))

    def follow(self, at: Shift, to: Shift) -> Shift:
        """The nearest place to a shift where it can lie, as a hand pushes it there from ``at``."""
        to = self.bound(to)
        if not self.steps.free:
            return self._in_steps(at, to)
        if self.clear(to):
            self._stood = to
            return to
        found = [at] if at == self._stood or self.clear(at) else []
        if found:
            found.append(self.slid(at, to))
        jump = self._nearest(to)
        near = min((math.dist(s, to) for s in found), default=math.inf)
        # what has been slid there is as near as the grid can tell, where no other gap is nearer
        if jump is not None and math.dist(jump, to) + 0.5 * self._clear.cell < near:
            found.append(self.slid(jump, to))
        fitting = (s for s in sorted(found, key=lambda s: math.dist(s, to)) if self.clear(s))
        self._stood = next(fitting, at)
        return self._stood

    def gaps(self, at: Shift, within_mm: float = 1500.0) -> tuple[Gap, ...]:
        """How far it lies from what is next to it on all four sides, back, on, low, high; what is
        farther than ``within_mm`` is not looked for."""
        found = []
        for way in FOUR_WAYS:
            by = (way[0] * within_mm, way[1] * within_mm)
            wall = self.walls.stop(at, by)[0] * within_mm
            near, what = wall, ""
            for layer in self._layers:
                touch = pushed(layer.meeting.moving, layer.meeting.still, at, by)
                if touch.normal is not None and touch.far_mm < near:
                    near, what = touch.far_mm, "piece"
            found.append(Gap(way, near, to_piece=bool(what)))
        return tuple(gap for gap in found if gap.far_mm < within_mm)

    def places(self, most: int = 6) -> tuple[Shift, ...]:
        """Some places where it could lie, one in every room that is large enough, pushed to its
        start and low corner."""
        found: list[Shift] = []
        if len(self.rails) > 1:
            return ()
        for place in self._clear.places(2 * most):
            low = self.slid(self.slid(place, (place[0], -_FAR_MM)), (-_FAR_MM, place[1]))
            stop = self.follow(low, low)
            if self.clear(stop) and all(math.dist(stop, s) > self._clear.cell for s in found):
                found.append(stop)
        return tuple(sorted(found[:most]))

    # --- inside ------------------------------------------------------------------------------

    def _in_steps(self, at: Shift, to: Shift) -> Shift:
        """The nearest place of the print's steps that is free; where only one axis is bound it is
        pushed along the other."""
        steps = self.steps
        for near in steps.near(to, 6):
            near = self.bound(near)
            if self.clear(near):
                return near
            if steps.along_mm is not None and steps.across_mm is not None:
                continue
            # one axis is free: come from where it is clear, along that axis alone
            way = (1.0, 0.0) if steps.along_mm is None else (0.0, 1.0)
            start = (at[0], near[1]) if steps.along_mm is None else (near[0], at[1])
            if self.clear(start):
                far = math.dist(start, near)
                sign = (
                    1.0
                    if (near[0] - start[0]) * way[0] + (near[1] - start[1]) * way[1] > 0
                    else -1.0
                )
                touch = self._touch(start, (sign * way[0] * far, sign * way[1] * far))
                stop = (
                    start[0] + sign * way[0] * touch.far_mm,
                    start[1] + sign * way[1] * touch.far_mm,
                )
                if self.clear(stop):
                    return stop
        return at

    def _touch(self, at: Shift, by: Shift) -> Touch:
        """The first contact of a push with walls or what lies still."""
        size = math.hypot(*by)
        share, normal = self.walls.stop(at, by)
        found = Touch(share * size, normal)
        for layer in self._layers:
            touch = pushed(layer.meeting.moving, layer.meeting.still, at, by)
            if touch.normal is not None and touch.far_mm < found.far_mm:
                found = touch
        return found

    @cached_property
    def _clear(self) -> Clear:
        low, high = self._reach()
        return Clear(tuple(layer.meeting for layer in self._layers), self.walls, low, high)

    def _nearest(self, to: Shift) -> Shift | None:
        if not self.rails:
            return self._clear.nearest(to)
        ((_, uy),) = self.rails
        return self._clear.nearest_level(to[0]) if uy == 0.0 else None

    def _reach(self) -> tuple[Shift, Shift]:
        """How far it could be pushed back and low, on and high, by the walls alone."""
        end = max(
            max(x for x, _ in zone.outline)
            for section in self.lay.spread.sections
            for zone in section.zones
        )
        box = bounds([point for outline in self.outlines for point in outline])
        limits = {
            (1.0, 0.0): end + _BEYOND_MM - box.min_x,
            (-1.0, 0.0): box.max_x,
            (0.0, 1.0): self.lay.spread.width_mm,
            (0.0, -1.0): self.lay.spread.width_mm,
        }
        for (nx, ny), slack in zip(self.walls.normal, self.walls.slack, strict=True):
            for way, limit in limits.items():
                if nx * way[0] + ny * way[1] > 1 - 1e-9:
                    limits[way] = min(limit, max(0.0, float(slack)))
        return (
            (-limits[-1.0, 0.0], -limits[0.0, -1.0]),
            (limits[1.0, 0.0], limits[0.0, 1.0]),
        )

    def _to_end(self, at: Shift) -> float:
        """How far it may go on before it sticks out over the end that the others have."""
        ends = [
            max(x for x, _ in self._outlines[p.id])
            for p in self.lay.placements
            if p.id not in self.ids and p.section == self.held[0].section
        ]
        own = max(x for outline in self.outlines for x, _ in outline) + at[0]
        return max(ends, default=own) - own

    def _walls(self) -> Walls:
        normals: list[Point] = []
        slacks: list[float] = []
        for placement in self.held:
            zone = self.lay.zone(placement)
            room = zone.room(placement.cut_plies)
            points = np.asarray(self._outlines[placement.id])
            for normal, level in _faces(room):
                if normal[0] > 1 - 1e-9 and self._open_ended(placement.section):
                    continue
                normals.append(normal)
                slacks.append(level - float((points @ np.array(normal)).max()))
        return Walls(np.array(normals).reshape(-1, 2), np.array(slacks))

    def _open_ended(self, section: int) -> bool:
        """Whether the cloth goes on past the end of a section: the lay grows with what lies
        there."""
        sections = self.lay.spread.sections
        return section == len(sections) - 1 and not WAYS[sections[section].way].slanting

    def _layers_of(self) -> Iterator[_Layer]:
        spoilt = tuple(self._spoilt())
        for place in dict.fromkeys((p.section, p.zone, p.cut_plies) for p in self.held):
            own = [p for p in self.held if (p.section, p.zone, p.cut_plies) == place]
            moving = [self._drawn[p.id] for p in own]
            still = [(self._drawn[p.id], p.id) for p in self._met_by(own[0])]
            plies, where = place[2], place[:2]
            still += [(own, "flaw") for own, at, ply in spoilt if at == where and ply in plies]
            still += [(_Drawn(outline), OTHER_CLOTH) for outline in self._besides]
            shapes = (moving, [own for own, _ in still])
            sides = [sides_of_rings([own.ring for own in each]) for each in shapes]
            yield _Layer(
                Meeting(*sides),
                tuple(own.shape for own in moving),
                tuple(own.shape for own, _ in still),
                tuple(name for _, name in still),
            )

    def _met_by(self, own: Placement) -> Iterator[Placement]:
        """What lies in the zone of a placement, on a ply that it is cut from, and is not in
        hand."""
        for p in self.lay.placements:
            there = (p.section, p.zone) == (own.section, own.zone)
            if there and p.id not in self.ids and set(p.cut_plies) & set(own.cut_plies):
                yield p

    def _spoilt(self) -> Iterator[tuple[_Drawn, tuple[int, int], int]]:
        """What is spoilt: its shape, the section and zone that it lies in, and its ply. What is
        beyond the end of the lay is met, too, since that may grow over it."""
        lengths = [section.length_mm for section in self.lay.spread.sections]
        longer = self.lay.spread
        if self._open_ended(len(lengths) - 1) and longer.sections[-1].way in _STEADY:
            longer = respread(self.lay, [*lengths[:-1], lengths[-1] + _FAR_ENOUGH_MM])
        for outline, ply in flaws_on_table(self.lay.cloth, longer):
            for s, section in enumerate(longer.sections):
                for z, zone in enumerate(section.zones):
                    own = _Drawn(outline)
                    if own.shape.intersection(Polygon(zone.outline)).area > OVERLAP_MM2:
                        yield own, (s, z), ply


class _Drawn:
    """A placement as it lies on the table: its outline, its corners in order, its shape, its box;
    each made when it is asked for, and once."""

    def __init__(self, outline: Outline) -> None:
        self.outline = outline

    @cached_property
    def ring(self) -> Floats:
        """Its corners counter-clockwise, (n, 2)."""
        return ring_of(self.outline)

    @cached_property
    def shape(self) -> Polygon:
        """Its shape."""
        return Polygon(self.outline)

    @cached_property
    def box(self) -> Bounds:
        """Its box."""
        return bounds(self.outline)


_KNOWN: dict[int, tuple[Placement, _Drawn]] = {}
_MOST_KNOWN = 2000


def drawn_of(lay: Lay, placement: Placement) -> _Drawn:
    """A placement of a lay as it lies; known from the last time for the very same one, since a hand
    moves few of many."""
    known = _KNOWN.get(id(placement))
    if known is not None and known[0] is placement:
        return known[1]
    made = _Drawn(on_table(placement, lay.piece(placement.piece)).outline)
    _KNOWN[id(placement)] = (placement, made)
    while len(_KNOWN) > _MOST_KNOWN:
        _KNOWN.pop(next(iter(_KNOWN)))
    return made


def made_ready(lay: Lay) -> None:
    """Have everything of a lay drawn, so that picking up is quick."""
    for placement in lay.placements:
        own = drawn_of(lay, placement)
        _ = (own.ring, own.shape, own.box)


def _apart(layer: _Layer, at: Shift) -> bool:
    """Whether shapes pushed by a shift lie over none that lie still."""
    return next(_under(layer, at), None) is None


def _under(layer: _Layer, at: Shift) -> Iterator[int]:
    """The numbers of the still shapes that the others, pushed by a shift, would lie over."""
    if not layer.still:
        return
    still = np.array(layer.still, dtype=object)
    boxes = shapely.bounds(still)
    for shape in layer.moving:
        low_x, low_y, high_x, high_y = shape.bounds
        near = np.flatnonzero(
            (boxes[:, 0] < high_x + at[0])
            & (boxes[:, 2] > low_x + at[0])
            & (boxes[:, 1] < high_y + at[1])
            & (boxes[:, 3] > low_y + at[1])
        )
        if len(near):
            there = shapely.transform(shape, lambda xy: xy + np.array(at))
            common = shapely.intersection(still[near], there, grid_size=OVERLAY_GRID_MM)
            yield from (int(k) for k in near[shapely.area(common) > OVERLAP_MM2])


def _faces(room: Outline) -> Iterator[tuple[Point, float]]:
    """The faces of a convex room: outward unit normals, and how far out each lies."""
    for (ax, ay), (bx, by) in zip(room, (*room[1:], room[0]), strict=True):
        size = math.hypot(bx - ax, by - ay)
        if size > _SAME_MM:
            normal = ((by - ay) / size, (ax - bx) / size)
            yield normal, normal[0] * ax + normal[1] * ay


def _without(by: Shift, normal: Point) -> Shift:
    """A push without the part of it that goes against a face."""
    into = by[0] * normal[0] + by[1] * normal[1]
    if into >= 0.0:
        return by
    return (by[0] - into * normal[0], by[1] - into * normal[1])


def _goes_into(by: Shift, face: Point) -> bool:
    """Whether a push goes against a face."""
    return by[0] * face[0] + by[1] * face[1] < -1e-9 * math.hypot(*by)


def _ahead(at: Shift, to: Shift, way: Point) -> bool:
    return (to[0] - at[0]) * way[0] + (to[1] - at[1]) * way[1] > -_SAME_MM
