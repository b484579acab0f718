"""Where a placement lies: its outline on the table, and every finished copy on the flat cloth."""

from __future__ import annotations

from dataclasses import dataclass

from shapely.geometry import Polygon, box
from shapely.geometry.base import BaseGeometry

from wickel.cloth import Cloth, Spread, Zone
from wickel.geometry import Affine, Outline, outline_of, placing, reflection, unfold_outline
from wickel.lay.demand import CutPiece
from wickel.lay.placement import Placement, Shape

_NOTHING_MM2 = 1.0
"""What a remnant lacks in parts smaller than that is of rounding."""


@dataclass(frozen=True, slots=True, kw_only=True)
class FlatCopy:
    """One finished copy on the flat cloth. ``hand`` is +1 as drawn, −1 mirrored, 0 for a whole from
    a half.

    ``plies`` are the plies it is cut from.
    """

    outline: Outline
    holes: tuple[Outline, ...]
    hand: int
    plies: tuple[int, ...]


def table_map(placement: Placement, piece: CutPiece) -> Affine:
    """The map from the piece frame to the table."""
    return placing(
        grain_deg=piece.grain_deg,
        turn_deg=placement.turn_deg,
        mirrored=placement.mirrored,
        dx=placement.x_mm,
        dy=placement.y_mm,
    )


def on_table(placement: Placement, piece: CutPiece) -> Shape:
    """The placement's outline and holes in the spread frame."""
    to_table = table_map(placement, piece)
    return Shape(
        outline=to_table.all(placement.shape.outline),
        holes=tuple(to_table.all(hole) for hole in placement.shape.holes),
    )


def flat_copies(placement: Placement, piece: CutPiece, zone: Zone) -> tuple[FlatCopy, ...]:
    """Every finished copy on the flat cloth, in ply order; a half on a fold gives one whole."""
    there = on_table(placement, piece)
    copies = []
    fold = (
        next((f for f in zone.folds if f.name == placement.fold), None)
        if placement.on_fold
        else None
    )
    for ply in placement.cut_plies:
        to_cloth = zone.plies[ply].map
        outline, holes = (
            to_cloth.all(there.outline),
            tuple(to_cloth.all(hole) for hole in there.holes),
        )
        hand = 1 if (to_cloth.determinant > 0) != placement.mirrored else -1
        plies: tuple[int, ...] = (ply,)
        if fold is not None:
            (pair,) = (pair for pair in fold.joins if ply in pair)
            if ply != pair[0]:
                continue  # the second ply of a fold is the other half of the same copy
            outline, holes = unfold_outline(
                outline, (to_cloth(fold.start), to_cloth(fold.end)), holes
            )
            hand, plies = 0, pair
        copies.append(FlatCopy(outline=outline, holes=holes, hand=hand, plies=plies))
    return tuple(copies)


def spoilt(cloth: Cloth) -> tuple[Polygon, ...]:
    """The places of the flat cloth that nothing may be cut from, after shrinking.

    First its flaws, then what is cut away already, then what a remnant lacks. A flaw without a
    width goes right across. What a remnant lacks is given in parts without holes.
    """
    along, across = 1 - cloth.shrink_along, 1 - cloth.shrink_across
    flaws = (
        box(
            f.x_mm * along,
            f.y_mm * across,
            (f.x_mm + f.length_mm) * along,
            (cloth.usable_width_mm if f.width_mm is None else f.y_mm + f.width_mm) * across,
        )
        for f in cloth.flaws
    )
    gone = (Polygon([(x * along, y * across) for x, y in hole]) for hole in cloth.cut_away)
    if not cloth.remnant:
        return (*flaws, *gone)
    left = Polygon([(x * along, y * across) for x, y in cloth.remnant])
    low_x, _, high_x, _ = left.bounds
    middle = (
        low_x + high_x
    ) / 2  # the remnant is in every line across, so each half of what it lacks has no hole
    halves = ((0.0, middle), (middle, high_x))
    lacks = (box(start, 0.0, end, cloth.lay_width_mm).difference(left) for start, end in halves)
    return (
        *flaws,
        *gone,
        *(part for half in lacks for part in _polygons(half) if part.area > _NOTHING_MM2),
    )


def _polygons(shape: BaseGeometry) -> tuple[Polygon, ...]:
    """The polygons that a shape is made of."""
    return tuple(part for part in getattr(shape, "geoms", (shape,)) if isinstance(part, Polygon))


def flaws_on_table(cloth: Cloth, spread: Spread) -> tuple[tuple[Outline, int], ...]:
    """Where the flaws lie in the spread frame, each with the ply it is in; those beyond the lay are
    left out."""
    found = []
    for spot in spoilt(cloth):
        corners = outline_of(spot)
        for zone in (zone for section in spread.sections for zone in section.zones):
            room = Polygon(zone.outline)
            for k, ply in enumerate(zone.plies):
                here = room.intersection(Polygon(ply.map.inverse().all(corners)))
                found += [(outline_of(part), k) for part in _polygons(here) if part.area > 0]
    return tuple(found)


def marks_on_table(
    placement: Placement, piece: CutPiece
) -> tuple[Outline | None, tuple[Outline, ...]]:
    """The net line and the inner lines of a placement in the spread frame.

    A half piece that is laid whole shows the net line unfolded and its inner lines on both sides.
    """
    to_table = table_map(placement, piece)
    net, inner = piece.net_line, list(piece.inner_lines)
    folds = next((order.fold_edges for order in piece.orders if order.fold_edges), ())
    if folds and not placement.on_fold:
        start, end = folds[0]
        if net is not None:
            net, _ = unfold_outline(net, (start, end))
        over = reflection(start, end)
        inner += [over.all(line) for line in piece.inner_lines]
    return (
        None if net is None else to_table.all(net),
        tuple(dict.fromkeys(to_table.all(line) for line in inner)),
    )
