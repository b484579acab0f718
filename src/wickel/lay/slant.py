"""Placing on a slanting fold: parts slide along it, one after another, as near its start as they fit."""

from __future__ import annotations

import math

from shapely import affinity
from shapely.geometry import Polygon

from wickel.cloth import Section
from wickel.lay.nest import Solution, Spot
from wickel.lay.parts import LayRefused, Part

STEP_MM = 2.0
_OVERLAP_MM2 = 0.005


def placed_on_slant(parts: tuple[Part, ...], section: Section) -> Solution:
    """Every part at its first free place along the fold, the longest first.

    Spots are moves of the pose's outline from the fold's start.

    Raises:
        LayRefused: the fold is too short for all of them.
    """
    (zone,) = section.zones
    (fold,) = zone.folds
    long = math.dist(fold.start, fold.end)
    ux, uy = (fold.end[0] - fold.start[0]) / long, (fold.end[1] - fold.start[1]) / long
    room = Polygon(zone.usable).buffer(1e-6, join_style="mitre")
    taken: list[Polygon] = []
    spots: dict[int, Spot] = {}
    for index in sorted(range(len(parts)), key=lambda k: -Polygon(parts[k].poses[0].outline).area):
        spot = None
        for step in range(int(long / STEP_MM) + 1):
            dx, dy = step * STEP_MM * ux, step * STEP_MM * uy
            for candidate, pose in enumerate(parts[index].poses):
                shape = affinity.translate(Polygon(pose.outline), dx, dy)
                if room.covers(shape) and all(shape.intersection(own).area < _OVERLAP_MM2 for own in taken):
                    spot = Spot(candidate, dx, dy)
                    taken.append(shape)
                    break
            if spot is not None:
                break
        if spot is None:
            raise LayRefused(
                f"{parts[index].piece} finds no place on the slanting fold: take wider cloth, or lay it open.",
                parts[index].piece,
            )
        spots[index] = spot
    return Solution(spots=tuple(spots[k] for k in range(len(parts))), length_mm=section.length_mm)
