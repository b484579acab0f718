"""Placing on cloth folded corner to corner: halves slide along the slanting fold, the others lie
beside them in the corner that is left.

The section is as long as the cloth is wide whatever lies in it, so nothing is searched: each part
takes the first place that is free, the largest first.
"""

from __future__ import annotations

import math

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry import Polygon
from shapely.geometry.base import BaseGeometry

from wickel.cloth import Section, Zone
from wickel.geometry import OVERLAY_GRID_MM
from wickel.lay.nest import Solution, Spot, Tick
from wickel.lay.parts import LayRefused, Part
from wickel.lay.posing import FIT_MM, Pose
from wickel.wording import say

ALONG_MM, BESIDE_MM = 2.0, 20.0
"""How far apart the places are that are tried along the fold, and beside it."""

Moves = NDArray[np.float64]
"""Moves to try, in mm: one row of x and y each, the ones to be had first in front."""


def placed_on_slant(
    parts: tuple[Part, ...], section: Section, margin_mm: float, tick: Tick = lambda: None
) -> Solution:
    """Every part at its first free place: those on the fold first, the largest of each kind first.

    Spots are moves of the pose's outline: on the fold from the fold's start. ``tick`` is called
    before each part and may raise ``Stopped``.

    Raises:
        Stopped: the tick has stopped it.
        LayRefused: there is no room for all of them.
    """
    spots = _spots(parts, section, margin_mm, tick)
    for part, spot in zip(parts, spots, strict=True):
        if spot is None:
            raise LayRefused(
                say("slant.finds-no-place-slanting-fold", piece=part.piece), part.piece
            )
    return Solution(
        spots=tuple(spot for spot in spots if spot is not None), length_mm=section.length_mm
    )


def without_place(parts: tuple[Part, ...], section: Section, margin_mm: float) -> tuple[Part, ...]:
    """The parts for which the section has no room."""
    spots = _spots(parts, section, margin_mm)
    return tuple(part for part, spot in zip(parts, spots, strict=True) if spot is None)


def lies_on_fold(part: Part) -> bool:
    """Whether a part is a half on a fold."""
    return part.poses[0].on_fold


def _spots(
    parts: tuple[Part, ...], section: Section, margin_mm: float, tick: Tick = lambda: None
) -> list[Spot | None]:
    """For every part its first free place; None where there is none."""
    (zone,) = section.zones
    along, beside = _along(zone), _beside(zone)
    free: BaseGeometry = Polygon(zone.usable).buffer(FIT_MM, join_style="mitre")
    spots: list[Spot | None] = [None] * len(parts)

    def largest_first(k: int) -> tuple[bool, float]:
        return not lies_on_fold(parts[k]), -Polygon(parts[k].poses[0].outline).area

    for index in sorted(range(len(parts)), key=largest_first):
        tick()
        moves = along if lies_on_fold(parts[index]) else beside
        spot = _first_place(parts[index].poses, moves, free)
        if spot is not None:
            spots[index] = spot
            taken = _moved(parts[index].poses[spot.candidate], np.array([[spot.x, spot.y]]))[0]
            if margin_mm:
                taken = taken.buffer(margin_mm, join_style="mitre")
            free = shapely.difference(free, taken, grid_size=OVERLAY_GRID_MM)
    return spots


def _along(zone: Zone) -> Moves:
    """The moves along the fold, from its start."""
    (fold,) = zone.folds
    start, end = np.array(fold.start), np.array(fold.end)
    long = math.dist(fold.start, fold.end)
    steps = np.arange(0.0, long + ALONG_MM, ALONG_MM) / long
    return np.asarray(steps[:, None] * (end - start))


def _beside(zone: Zone) -> Moves:
    """The moves over the whole zone, those in the corner across from the fold first."""
    corners = np.array(zone.usable)
    (low_x, low_y), (high_x, high_y) = corners.min(axis=0), corners.max(axis=0)
    x, y = np.meshgrid(
        np.arange(low_x, high_x, BESIDE_MM), np.arange(low_y, high_y, BESIDE_MM), indexing="ij"
    )
    moves = np.column_stack((x.ravel(), y.ravel()))
    return np.asarray(moves[np.argsort(moves.sum(axis=1), kind="stable")])


def _first_place(poses: tuple[Pose, ...], moves: Moves, free: BaseGeometry) -> Spot | None:
    """The first move at which one of the poses lies in what is free; None where none does."""
    shapely.prepare(free)
    found: list[tuple[int, int]] = []
    for candidate, pose in enumerate(poses):
        near = np.flatnonzero(_within_box(pose, moves, free))
        inside = near[shapely.covers(free, _moved(pose, moves[near]))]
        if len(inside):
            found.append((int(inside[0]), candidate))
    if not found:
        return None
    first, candidate = min(found)
    return Spot(candidate, float(moves[first, 0]), float(moves[first, 1]))


def _within_box(pose: Pose, moves: Moves, free: BaseGeometry) -> NDArray[np.bool_]:
    """Which of the moves keep the pose within the box of what is free."""
    low_x, low_y, high_x, high_y = free.bounds if not free.is_empty else (0.0, 0.0, -1.0, -1.0)
    corners = np.array(pose.outline)
    low = moves + corners.min(axis=0)
    high = moves + corners.max(axis=0)
    return np.asarray((low >= (low_x, low_y)).all(axis=1) & (high <= (high_x, high_y)).all(axis=1))


def _moved(pose: Pose, moves: Moves) -> NDArray[np.object_]:
    """The outline of the pose at each of the moves."""
    corners = np.array(pose.outline)
    rings = moves[:, None, :] + np.vstack((corners, corners[:1]))[None, :, :]
    return np.asarray(shapely.polygons(rings))
