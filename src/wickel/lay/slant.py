"""Placing on a slanting fold: parts slide along it, one after another, as near its start as they
fit."""

from __future__ import annotations

import math

from shapely import affinity
from shapely.geometry import Polygon

from wickel.cloth import Section
from wickel.lay.nest import Solution, Spot
from wickel.lay.parts import LayRefused, Part
from wickel.wording import say

STEP_MM = 2.0
_OVERLAP_MM2 = 0.005


def placed_on_slant(parts: tuple[Part, ...], section: Section) -> Solution:
    """Every part at its first free place along the fold, the longest first.

    Spots are moves of the pose's outline from the fold's start.

    Raises:
        LayRefused: the fold is too short for all of them.
    """
    spots = _spots(parts, section)
    for part, spot in zip(parts, spots, strict=True):
        if spot is None:
            raise LayRefused(
                say("slant.finds-no-place-slanting-fold", piece=part.piece), part.piece
            )
    return Solution(
        spots=tuple(spot for spot in spots if spot is not None), length_mm=section.length_mm
    )


def without_place(parts: tuple[Part, ...], section: Section) -> tuple[Part, ...]:
    """The parts for which the slanting fold is too short."""
    return tuple(
        part for part, spot in zip(parts, _spots(parts, section), strict=True) if spot is None
    )


def _spots(parts: tuple[Part, ...], section: Section) -> list[Spot | None]:
    """For every part its first free place along the fold, the longest parts first; None where there
    is none."""
    (zone,) = section.zones
    (fold,) = zone.folds
    long = math.dist(fold.start, fold.end)
    ux, uy = (fold.end[0] - fold.start[0]) / long, (fold.end[1] - fold.start[1]) / long
    room = Polygon(zone.usable).buffer(1e-6, join_style="mitre")
    taken: list[Polygon] = []
    spots: list[Spot | None] = [None] * len(parts)
    for index in sorted(range(len(parts)), key=lambda k: -Polygon(parts[k].poses[0].outline).area):
        for step in range(int(long / STEP_MM) + 1):
            dx, dy = step * STEP_MM * ux, step * STEP_MM * uy
            for candidate, pose in enumerate(parts[index].poses):
                shape = affinity.translate(Polygon(pose.outline), dx, dy)
                if room.covers(shape) and all(
                    shape.intersection(other).area < _OVERLAP_MM2 for other in taken
                ):
                    spots[index] = Spot(candidate, dx, dy)
                    taken.append(shape)
                    break
            if spots[index] is not None:
                break
    return spots
