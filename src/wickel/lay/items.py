"""Parts as items of the nesting and back: outlines with the room around them, obstacles, where a
solution ends."""

from __future__ import annotations

from dataclasses import replace

from shapely.geometry import Polygon, box

from wickel.geometry import Outline, area, bounds, cover, outline_of, translation
from wickel.lay.constraints import Obstacle
from wickel.lay.nest import Candidate, Item, Solution, Spot
from wickel.lay.parts import Part
from wickel.lay.placement import Placement
from wickel.lay.posing import Pose

_MOST_CORNERS = 800
"""An outline of more corners is nested by one that covers it: what is too fine to lie in is
closed."""


def items_of(
    parts: tuple[Part, ...], margin_mm: float, obstacles: tuple[Obstacle, ...] = ()
) -> tuple[Item, ...]:
    """The parts as items of the nesting; parts with the same poses share one kind and its outlines.

    With a margin each outline stands for itself and half the margin around it, but not beyond its
    fold; it then lies half a margin further along than its pose.
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
                minds=frozenset(
                    k
                    for k, o in enumerate(obstacles)
                    if o.zone == pose.zone and o.ply in pose.all_plies
                ),
            )
            for pose in part.poses
        )
        if candidates not in made:
            made[candidates] = Item(
                kind=str(len(made)), candidates=candidates, area_mm2=area(part.poses[0].outline)
            )
        items.append(made[candidates])
    return tuple(items)


def to_start(parts: tuple[Part, ...], solution: Solution) -> Solution:
    """The solution moved so that the first part begins at 0, margin or not; one that is bound to
    the print stays."""
    if any(pose.lattice is not None for part in parts for pose in part.poses):
        return solution
    ahead = min(
        spot.x + min(x for x, _ in part.poses[spot.candidate].outline)
        for part, spot in zip(parts, solution.spots, strict=True)
    )
    return (
        solution
        if ahead <= 1e-9
        else replace(
            solution,
            spots=tuple(Spot(spot.candidate, spot.x - ahead, spot.y) for spot in solution.spots),
        )
    )


def length_of(parts: tuple[Part, ...], solution: Solution) -> float:
    return max(
        spot.x + max(x for x, _ in part.poses[spot.candidate].outline)
        for part, spot in zip(parts, solution.spots, strict=True)
    )


def _with_margin(pose: Pose, margin_mm: float) -> Outline:
    """The pose's outline with half the margin all round, moved so that its least x is 0; covered if
    very fine."""
    if margin_mm == 0 and len(pose.outline) <= _MOST_CORNERS:
        return pose.outline
    grown = Polygon(covering(pose.outline)).buffer(margin_mm / 2, join_style="mitre")
    if pose.on_fold:
        own = bounds(pose.outline)
        low, high = (
            (own.min_y, own.max_y + margin_mm)
            if own.max_y > 1e-9
            else (own.min_y - margin_mm, own.max_y)
        )
        grown = grown.intersection(box(-margin_mm, low, own.max_x + margin_mm, high))
    return tuple((x + margin_mm / 2, y) for x, y in outline_of(grown))


def covering(outline: Outline) -> Outline:
    """The outline itself, or when it has very many corners a plainer one that covers it, at most a
    little larger."""
    return outline if len(outline) <= _MOST_CORNERS else cover(outline)


def obstacle_outlines(obstacles: tuple[Obstacle, ...], margin_mm: float) -> tuple[Outline, ...]:
    """Obstacles for the nesting, moved as ``items_of`` moves what is placed."""
    return tuple(
        translation(margin_mm / 2, 0.0).all(covering(obstacle.outline)) for obstacle in obstacles
    )


def spot_of(part: Part, placement: Placement) -> Spot | None:
    """Where a placement of another lay puts a part; None when it lies in none of the part's
    poses."""
    for c, pose in enumerate(part.poses):
        if lies_as(pose, placement):
            return Spot(c, placement.x_mm - pose.shift_x_mm, placement.y_mm - pose.shift_y_mm)
    return None


def lies_as(pose: Pose, placement: Placement) -> bool:
    """Whether a placement lies in a pose, wherever."""
    return (pose.zone, pose.turn_deg, pose.mirrored, pose.cut_plies, pose.on_fold, pose.fold) == (
        placement.zone,
        placement.turn_deg,
        placement.mirrored,
        placement.cut_plies,
        placement.on_fold,
        placement.fold,
    )
