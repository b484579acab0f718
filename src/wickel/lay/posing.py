"""Poses: how a piece may be put down in a zone, away from every fold or with its edge on one.

Nothing here knows how many copies are wanted: which poses make parts is for ``lay.parts`` to say.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass
from itertools import product

from wickel.cloth import FoldEdge, Zone
from wickel.geometry import Affine, Outline, bounds, placing, unfold_outline
from wickel.lay.demand import CutOrder, CutPiece, FoldSegment, fold_lines
from wickel.lay.nest import Lattice
from wickel.lay.placement import Shape

FIT_MM = 1e-6
"""By so much a piece may be larger than its room: the last bit of a number."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Pose:
    """One way for a part to lie in a zone, as its outline moved so that its least x is 0.

    On a fold ``low_mm`` = ``high_mm``: the part slides along it only. Otherwise the least y of the
    outline is 0 and may be moved to anything from ``low_mm`` to ``high_mm``. With ``riders`` its
    outline is that of all that lie in its place.
    """

    zone: int
    turn_deg: float
    mirrored: bool
    cut_plies: tuple[int, ...]
    shape: Shape
    on_fold: bool
    outline: Outline
    shift_x_mm: float
    shift_y_mm: float
    low_mm: float
    high_mm: float
    fold: str = ""
    lattice: Lattice | None = None
    riders: tuple[Rider, ...] = ()

    @property
    def all_plies(self) -> tuple[int, ...]:
        """The plies that it is cut from, with those of what lies in its place."""
        plies = (*self.cut_plies, *(k for rider in self.riders for k in rider.pose.cut_plies))
        return tuple(sorted(plies))


@dataclass(frozen=True, slots=True, kw_only=True)
class Rider:
    """Another part in the place of a pose, cut from other plies (``lay.together``): how it lies,
    its shift counted from the place of the pose."""

    id: str
    piece: str
    yields: int
    pose: Pose


@dataclass(frozen=True, slots=True, kw_only=True)
class Stance:
    """How a piece is put down before it has a place: in which shape, in which zone, turned and
    mirrored how, cut from which plies."""

    shape: Shape
    zone: int
    turn_deg: float
    mirrored: bool
    cut_plies: tuple[int, ...]

    def to_table(self, piece: CutPiece) -> Affine:
        """The map from the piece's frame to the table, without any shift."""
        return placing(grain_deg=piece.grain_deg, turn_deg=self.turn_deg, mirrored=self.mirrored)

    def pose(
        self,
        outline: Outline,
        shift: tuple[float, float],
        heights: tuple[float, float],
        fold: str | None = None,
    ) -> Pose:
        """The pose with this outline: moved by ``shift`` mm from ``to_table``, free to stand from
        the lower to the higher of ``heights`` mm; ``fold`` names the fold it lies on."""
        return Pose(
            zone=self.zone,
            turn_deg=self.turn_deg,
            mirrored=self.mirrored,
            cut_plies=self.cut_plies,
            shape=self.shape,
            on_fold=fold is not None,
            outline=outline,
            shift_x_mm=shift[0],
            shift_y_mm=shift[1],
            low_mm=heights[0],
            high_mm=heights[1],
            fold=fold or "",
        )


def free_pose(piece: CutPiece, zone: Zone, stance: Stance) -> Pose | None:
    """The pose away from any fold, None if it does not fit across the zone."""
    outline = stance.to_table(piece).all(stance.shape.outline)
    box, room = bounds(outline), bounds(zone.room(stance.cut_plies))
    slack = room.height - box.height
    if slack < -FIT_MM:
        return None
    return stance.pose(
        tuple((x - box.min_x, y - box.min_y) for x, y in outline),
        (-box.min_x, -box.min_y),
        (room.min_y, room.min_y + max(0.0, slack)),
    )


@dataclass(frozen=True, slots=True)
class Want:
    """How many copies are wanted of a fold, and the plies that are not to be had."""

    copies: int
    without: frozenset[int] = frozenset()


def fold_poses(
    piece: CutPiece,
    order: CutOrder,
    zone: Zone,
    zone_index: int,
    turns: tuple[float, ...],
    want: Want,
) -> tuple[Pose, ...]:
    """Every pose with the piece's fold edge on a fold of the zone, the piece inside the cloth.

    Of the pairs of plies that the fold joins and that lie upright, as many are cut as copies are
    wanted. The whole has the direction of its half on the first ply of a pair.
    """
    poses = []
    for kept, shape in on_fold_shapes(piece, order):
        for turn in table_turns(turns, 0.0):
            upright = upright_plies(zone, turn, turns, 0.0)
            for mirrored, fold in product((False, True), zone.folds):
                # the half is upright on the first ply of a pair; its mirror image on the other
                # follows
                free = (pair for pair in fold.joins if not want.without.intersection(pair))
                joins = [pair for pair in free if pair[0] in upright][: want.copies]
                plies = tuple(sorted(ply for pair in joins for ply in pair))
                if not plies:
                    continue
                stance = Stance(
                    shape=shape,
                    zone=zone_index,
                    turn_deg=turn,
                    mirrored=mirrored,
                    cut_plies=plies,
                )
                pose = _fold_pose(piece, kept, zone, fold, stance)
                if pose is not None:
                    poses.append(pose)
    return distinct(tuple(poses))


def _fold_pose(
    piece: CutPiece, kept: FoldSegment, zone: Zone, fold: FoldEdge, stance: Stance
) -> Pose | None:
    """The pose with the edge ``kept`` on the fold, None if the piece would not lie on the cloth."""
    to_table = stance.to_table(piece)
    if fold.start[0] != fold.end[0] and fold.start[1] != fold.end[1]:
        return _slanting_pose(kept, to_table, fold, stance)
    (_, ay), (_, by) = to_table(kept[0]), to_table(kept[1])
    if abs(ay - by) > 1e-6 or fold.start[1] != fold.end[1]:
        # the fold runs along the cloth; this pose's fold edge does not, or the fold runs across
        return None
    outline = to_table.all(stance.shape.outline)
    box, room = bounds(outline), bounds(zone.room(stance.cut_plies))
    level = fold.start[1]
    inside_above = level <= room.min_y + FIT_MM
    if abs(ay - (box.min_y if inside_above else box.max_y)) > FIT_MM:
        return None  # the piece would lie beyond the fold
    if box.height > room.height + FIT_MM:
        return None
    return stance.pose(
        tuple((x - box.min_x, 0.0 if abs(y - ay) < 1e-6 else y - ay) for x, y in outline),
        (-box.min_x, -ay),
        (level, level),
        fold.name,
    )


def _slanting_pose(
    kept: FoldSegment, to_table: Affine, fold: FoldEdge, stance: Stance
) -> Pose | None:
    """The pose with the fold edge on a slanting fold, at its start; where along it is found by
    ``lay.slant``."""
    a, b = to_table(kept[0]), to_table(kept[1])
    size, long = math.dist(a, b), math.dist(fold.start, fold.end)
    ux, uy = (fold.end[0] - fold.start[0]) / long, (fold.end[1] - fold.start[1]) / long
    if abs((b[0] - a[0]) * uy - (b[1] - a[1]) * ux) > 1e-6 * size:
        return None  # the fold edge does not run along the fold in this turn
    first = min((a, b), key=lambda p: p[0] * ux + p[1] * uy)
    dx, dy = fold.start[0] - first[0], fold.start[1] - first[1]
    outline = tuple((x + dx, y + dy) for x, y in to_table.all(stance.shape.outline))
    inside = [(x - fold.start[0]) * -uy + (y - fold.start[1]) * ux for x, y in outline]
    if min(inside) < -FIT_MM:
        return None  # the piece would lie beyond the fold
    return stance.pose(outline, (dx, dy), (0.0, 0.0), fold.name)


def on_fold_shapes(piece: CutPiece, order: CutOrder) -> Iterator[tuple[FoldSegment, Shape]]:
    """For each line of fold edges: the shape with every other line unfolded, ready for that
    fold."""
    lines = [edges[0] for edges in fold_lines(order.fold_edges)]
    for kept in lines:
        outline, holes = piece.cut_line, piece.holes
        for other in lines:
            if other is not kept:
                outline, holes = unfold_outline(outline, other, holes)
        yield kept, Shape(outline=outline, holes=holes)


def laid_shapes(
    piece: CutPiece, order: CutOrder, *, on_fold: bool
) -> tuple[tuple[FoldSegment | None, Shape], ...]:
    """The shapes in which a piece can be laid, each with its edge that lies on the fold; none where
    it has no such."""
    if on_fold:
        return tuple(on_fold_shapes(piece, order))
    outline, holes = unfolded_whole(piece, order)
    return ((None, Shape(outline=outline, holes=holes)),)


def unfolded_whole(piece: CutPiece, order: CutOrder) -> tuple[Outline, tuple[Outline, ...]]:
    """The piece unfolded across all its folds."""
    outline, holes = piece.cut_line, piece.holes
    for edges in fold_lines(order.fold_edges):
        outline, holes = unfold_outline(outline, edges[0], holes)
    return outline, holes


def distinct(poses: tuple[Pose, ...]) -> tuple[Pose, ...]:
    """Poses that lay different outlines; of those that coincide the first is kept."""
    seen: dict[tuple[object, ...], Pose] = {}
    for pose in poses:
        key = (
            pose.zone,
            pose.low_mm,
            pose.high_mm,
            frozenset((round(x, 3), round(y, 3)) for x, y in pose.outline),
        )
        seen.setdefault(key, pose)
    return tuple(seen.values())


def _tilted(turns: tuple[float, ...], tilt_deg: float) -> tuple[float, ...]:
    """The turns, and where the maker allows a tilt each of them with it to either side."""
    if tilt_deg == 0:
        return turns
    return (*turns, *((turn + tilt) % 360.0 for turn in turns for tilt in (tilt_deg, -tilt_deg)))


def table_turns(turns: tuple[float, ...], tilt_deg: float) -> tuple[float, ...]:
    """The turns on the table that may give one of some turns on the flat cloth, whatever a ply
    turns over."""
    images = (sign * turn + half for half in (0.0, 180.0) for sign in (1.0, -1.0) for turn in turns)
    return _tilted(tuple(dict.fromkeys(deg % 360.0 for deg in images)), tilt_deg)


def upright_plies(
    zone: Zone, turn: float, turns: tuple[float, ...], tilt_deg: float
) -> tuple[int, ...]:
    """The plies on whose flat cloth a piece turned so on the table lies in one of the turns that it
    is allowed."""
    x, y = math.cos(math.radians(turn)), math.sin(math.radians(turn))
    found = []
    for k, ply in enumerate(zone.plies):
        dx, dy = ply.map.direction((x, y))
        deg = math.degrees(math.atan2(dy, dx))
        if any(abs((deg - turn + 180.0) % 360.0 - 180.0) < tilt_deg + 1e-6 for turn in turns):
            found.append(k)
    return tuple(found)
