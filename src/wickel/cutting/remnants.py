"""What is kept of a cloth after cutting, as cloth for the shelf: its shape opened out flat, one
remnant for every piece of cloth that comes off the table."""

from __future__ import annotations

from dataclasses import replace

from shapely.geometry import Point, Polygon
from shapely.ops import unary_union

from wickel.cloth import Cloth, Zone
from wickel.geometry import Outline, bounds, outline_of, translation
from wickel.job.job import Rest
from wickel.lay import Lay, on_table

_LEAST_MM2 = 10_000.0


def remnants_of(lay: Lay, rest: Rest) -> tuple[Cloth, ...]:
    """The remnants that a kept piece of a lay gives: every ply by itself, and where a fold runs
    along it both its plies in one. What is cut out of it is cut away; it is washed already.

    The warp stays the warp, and heads stay where they were. A border and flaws are left out: where
    they are on the remnant nobody has measured.
    """
    zone = _zone_of(lay, rest.outline)
    if zone is None:
        return ()
    cut = [
        Polygon(on_table(placement, lay.piece(placement.piece)).outline)
        for placement in lay.placements
        if lay.zone(placement) is zone
    ]
    free = Polygon(rest.outline).difference(unary_union(cut)) if cut else Polygon(rest.outline)
    part = max(getattr(free, "geoms", (free,)), key=lambda own: own.area)
    plies = [
        Polygon(
            ply.map.all(part.exterior.coords),
            [ply.map.all(hole.coords) for hole in part.interiors],
        )
        for ply in zone.plies
    ]
    whole = unary_union([ply.buffer(0.01) for ply in plies])
    return tuple(
        _remnant(lay.cloth, own)
        for own in getattr(whole, "geoms", (whole,))
        if own.area >= _LEAST_MM2
    )


def _zone_of(lay: Lay, outline: Outline) -> Zone | None:
    inside = Polygon(outline).representative_point()
    for section in lay.spread.sections:
        for zone in section.zones:
            if Polygon(zone.outline).covers(Point(inside)):
                return zone
    return None


def _remnant(cloth: Cloth, part: Polygon) -> Cloth:
    """A piece of a cloth as a cloth of its own, its corner at 0."""
    outline = outline_of(part.simplify(0.05))
    box = bounds(outline)
    move = translation(-box.min_x, -box.min_y)
    holes = tuple(
        move.all([(float(x), float(y)) for x, y in hole.coords[:-1]])
        for hole in part.interiors
        if Polygon(hole).area >= _LEAST_MM2 / 100
    )
    return as_remnant(cloth, move.all(outline), holes)


def as_remnant(cloth: Cloth, outline: Outline, holes: tuple[Outline, ...] = ()) -> Cloth:
    """A piece of a cloth, washed, in a shape whose corner is at 0, with what is cut away in it."""
    box = bounds(outline)
    return replace(
        cloth,
        usable_width_mm=box.height,
        full_width_mm=None,
        selvage_mm=0.0,
        high_selvage_mm=None,
        shrink_along=0.0,
        shrink_across=0.0,
        length_at_hand_mm=box.width,
        sold_length_mm=None,
        least_length_mm=0.0,
        flaws=(),
        cut_away=holes,
        remnant=outline,
        design=replace(cloth.design, border=None),
    )
