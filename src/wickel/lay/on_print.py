"""What a piece asks of the print, and whether a lay keeps to it: borders, repeats that meet at
seams, motifs.

Everything is judged on the flat cloth, through the ply maps: whatever the fold, the print there is
what is sewn.
"""

from __future__ import annotations

import math
from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass

from shapely.geometry import Polygon, box

from wickel.cloth import Design, Motif, Repeat
from wickel.geometry import Affine, Point, beyond_mm2, reflection
from wickel.lay.demand import Axes, CutPiece, Mark
from wickel.lay.placement import Finding, Lay, Level, Placement
from wickel.lay.pose import flat_copies, table_map
from wickel.wording import say

MEET_MM = 0.5
"""Repeats that meet this well at a seam are sewn so that nobody sees it."""

UNDER_MM2 = 1.0


def print_findings(lay: Lay) -> Iterator[Finding]:
    """What the pieces ask of the print and do not get, and what nobody asked for."""
    yield from _borders(lay)
    yield from _repeats(lay)
    yield from _centres(lay)
    yield from _unasked(lay)


@dataclass(frozen=True, slots=True)
class _Image:
    """A copy, or the half of one, on the flat cloth: its piece and the map from the piece frame."""

    piece: CutPiece
    to_cloth: Affine

    @property
    def head_down(self) -> bool:
        """Whether the grain arrow, from head to hem, runs against the cloth."""
        grain = math.radians(self.piece.grain_deg)
        along, across = self.to_cloth.direction((math.cos(grain), math.sin(grain)))
        return along < -1e-9 or (abs(along) <= 1e-9 and across < 0)


def _images(lay: Lay) -> Iterator[tuple[Placement, _Image]]:
    """Every copy of every placement; a whole that is drawn as a half gives both its halves."""
    for placement in lay.placements:
        piece = lay.piece(placement.piece)
        zone = lay.zone(placement)
        to_table = table_map(placement, piece)
        folds = next((order.fold_edges for order in piece.orders if order.fold_edges), ())
        halves = [Affine()]
        if folds and not placement.on_fold:
            halves.append(reflection(*folds[0]))
        for ply in placement.cut_plies:
            for half in halves:
                yield placement, _Image(piece, zone.plies[ply].map.after(to_table.after(half)))


# --- borders ---------------------------------------------------------------------------------


def _borders(lay: Lay) -> Iterator[Finding]:
    """Hems that are to lie on the border and do not, or lie at different depths of it in one
    garment."""
    bands = lay.cloth.lay_design.bands(lay.spread.width_mm, lay.lay_length_mm)
    if not bands:
        return
    depths: dict[str, dict[str, float]] = defaultdict(dict)
    for _, image in _images(lay):
        edge = image.to_cloth.all(image.piece.on_print.border_edge)
        if not edge:
            continue
        # a hem may lie on any of the borders: the first that holds all of it counts
        depth = next(
            (d for band in bands if (d := _depth_in(edge, band, lay.spread.width_mm)) is not None),
            None,
        )
        if depth is None:
            yield Finding(
                level=Level.BROKEN,
                code="border",
                text=say(
                    "on_print.hem-misses-border", piece=image.piece.name, cloth=lay.cloth.shown_name
                ),
                pieces=(image.piece.id,),
                way_out=say("on_print.lay-hem-within-border-side"),
            )
        else:
            depths[image.piece.garment].setdefault(image.piece.id, depth)
    # worn, all hems of a garment are level: so must be their depths in the border
    for by_piece in depths.values():
        low, high = min(by_piece, key=by_piece.__getitem__), max(by_piece, key=by_piece.__getitem__)
        step = by_piece[high] - by_piece[low]
        if step > MEET_MM:
            yield Finding(
                level=Level.BROKEN,
                code="border-step",
                text=say(
                    "on_print.border-step",
                    step=step,
                    name=lay.piece(low).name,
                    name_2=lay.piece(high).name,
                ),
                pieces=(low, high),
                way_out=say("on_print.lay-both-hems-equally-deep"),
            )


def _depth_in(edge: tuple[Point, ...], band: tuple[Point, Point], width_mm: float) -> float | None:
    """How deep in a border an edge lies at its lowest, from the border's outer line; None when it
    leaves it."""
    (left, low), (right, high) = band
    if not all(
        left - MEET_MM <= x <= right + MEET_MM and low - MEET_MM <= y <= high + MEET_MM
        for x, y in edge
    ):
        return None
    if low <= 0 and high >= width_mm:  # across the cloth
        return min(x for x, _ in edge) - left
    at_low = low + high < width_mm
    return min(y for _, y in edge) - low if at_low else high - max(y for _, y in edge)


# --- repeats that meet at seams --------------------------------------------------------------


@dataclass(frozen=True, slots=True)
class _Met:
    """A mark on the flat cloth as it is worn, head up, and on which side of its piece the seam
    lies."""

    piece: CutPiece
    axes: Axes
    at: Point
    right: bool


def _repeats(lay: Lay) -> Iterator[Finding]:
    """Marks of one seam that do not come to lie at the same place in the repeat."""
    repeat = lay.cloth.lay_design.repeat
    if repeat is None:
        return
    seams: dict[tuple[str, str], list[_Met]] = defaultdict(list)
    for _, image in _images(lay):
        for mark in image.piece.on_print.marks:
            seams[image.piece.garment, mark.seam].append(_met(image, mark))
    for (_, seam), marks in seams.items():
        # every two marks are compared, and only the worst said: one shifted piece breaks many pairs
        worst: tuple[float, str, _Met, _Met] | None = None
        for k, one in enumerate(marks):
            for other in marks[k + 1 :]:
                for way, off in _apart(one, other, repeat):
                    if off > MEET_MM and (worst is None or off > worst[0]):
                        worst = (off, way, one, other)
        if worst is not None:
            off, way, one, other = worst
            yield Finding(
                level=Level.BROKEN,
                code="repeat",
                text=say(
                    "on_print.not-meeting",
                    seam=seam,
                    piece=one.piece.name,
                    piece_2=other.piece.name,
                    off=off,
                    way=way,
                ),
                pieces=tuple(dict.fromkeys((one.piece.id, other.piece.id))),
                way_out=say("on_print.move-one-them-let"),
            )


def _met(image: _Image, mark: Mark) -> _Met:
    x, y = image.to_cloth(mark.at)
    middle = image.to_cloth(_centroid(image.piece))
    sign = -1.0 if image.head_down else 1.0
    return _Met(image.piece, mark.axes, (sign * x, sign * y), right=sign * (y - middle[1]) > 0)


def _centroid(piece: CutPiece) -> Point:
    at = Polygon(piece.cut_line).centroid
    return (float(at.x), float(at.y))


def _apart(one: _Met, other: _Met, repeat: Repeat) -> Iterator[tuple[str, float]]:
    """How far two marks of a seam are from the same place in the repeat, for the axes that were
    asked for.

    Along, every mark of a seam is to lie level. Across, only the two sides that are sewn together
    are compared: the right side of one with the left side of the other, column by column where the
    repeat has an offset.
    """
    asks = {one.axes, other.axes}
    dx, dy = one.at[0] - other.at[0], one.at[1] - other.at[1]
    if asks == {Axes.ALONG}:
        if repeat.level_mm is not None:
            yield "along", abs(dx - round(dx / repeat.level_mm) * repeat.level_mm)
        return
    # two left sides are never sewn together
    if one.right == other.right:
        return
    along, across = repeat.off((dx, dy))
    if Axes.BOTH in asks:
        yield "along", abs(along)
    yield "across", abs(across)


# --- motifs and stripes in the middle of a piece ---------------------------------------------


def _centres(lay: Lay) -> Iterator[Finding]:
    """Pieces that are to have a motif or a stripe at a point of theirs and have it elsewhere, or
    cut through."""
    design = lay.cloth.lay_design
    if design.motif is None and design.repeat is None:
        return
    said: set[str] = set()
    for placement, image in _images(lay):
        piece, centre = image.piece, image.piece.on_print.centre
        if centre is None or piece.id in said:
            continue
        x, y = image.to_cloth(centre)
        along, across = _off_centre((x, y), design)
        if math.hypot(along, across) > MEET_MM:
            said.add(piece.id)
            code = (
                "on_print.stripe-off-centre"
                if design.motif is None
                else "on_print.motif-off-centre"
            )
            by = {} if design.motif is None else {"along": abs(along)}
            yield Finding(
                level=Level.BROKEN,
                code="centre",
                text=say(code, across=abs(across), piece=piece.name, **by),
                pieces=(piece.id,),
                way_out=say("on_print.move"),
            )
        # in the middle it may still reach over an edge: a motif is whole or it is none
        elif design.motif is not None and _cuts(
            lay, placement, (x - along, y - across), design.motif
        ):
            said.add(piece.id)
            yield Finding(
                level=Level.BROKEN,
                code="motif-cut",
                text=say("on_print.motif-cut-through", piece=piece.name),
                pieces=(piece.id,),
                way_out=say("on_print.centre-further-from-edges-smaller"),
            )


def _off_centre(at: Point, design: Design) -> tuple[float, float]:
    """How far a point is from the middle of the nearest motif; without one across only, from the
    middle of a stripe."""
    repeat = design.repeat
    if design.motif is None:
        return 0.0, 0.0 if repeat is None else repeat.off(at)[1]
    move = (at[0] - design.motif.x_mm, at[1] - design.motif.y_mm)
    if repeat is None:
        return move
    along, across = repeat.off(move)
    # a motif that does not come again one way stands where it stands
    return move[0] if repeat.along_mm is None else along, move[
        1
    ] if repeat.across_mm is None else across


def _cuts(lay: Lay, placement: Placement, centre: Point, motif: Motif) -> bool:
    """Whether the motif around a point reaches over the edge of the copy that it lies in."""
    (x, y), half_long, half_wide = centre, motif.length_mm / 2, motif.width_mm / 2
    there = box(x - half_long, y - half_wide, x + half_long, y + half_wide)
    zone = lay.zone(placement)
    copies = (
        Polygon(c.outline, c.holes)
        for c in flat_copies(placement, lay.piece(placement.piece), zone)
    )
    return any(copy.intersects(there) and beyond_mm2(there, copy) > UNDER_MM2 for copy in copies)


def _unasked(lay: Lay) -> Iterator[Finding]:
    """A cloth with a border, a motif or a repeat of which no piece asks anything."""
    design, name = lay.cloth.lay_design, lay.cloth.shown_name
    wishes = [piece.on_print for piece in lay.pieces]
    if design.border is not None and not any(wish.border_edge for wish in wishes):
        yield Finding(
            level=Level.NOTE,
            code="border-unasked",
            text=say("on_print.border-no-hem-asked-lie", name=name),
            way_out=say("on_print.choose-hems-cloth-stage-lay"),
        )
    if design.motif is not None and not any(wish.centre for wish in wishes):
        yield Finding(
            level=Level.NOTE,
            code="motif-unasked",
            text=say("on_print.large-motifs-no-piece-asked", name=name),
            way_out=say("on_print.choose-pieces-cloth-stage"),
        )
    if (
        design.repeat is not None
        and design.motif is None
        and not any(wish.marks or wish.centre for wish in wishes)
    ):
        yield Finding(
            level=Level.NOTE,
            code="repeat-unasked",
            text=say("on_print.repeat-no-seam-asked-meet", name=name),
            way_out=say("on_print.choose-seams-cloth-stage"),
        )
