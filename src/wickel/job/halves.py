"""Pieces on the bias that are their own mirror image, as halves: they may lie with their middle on
a slanting fold, and are laid whole everywhere else."""

from __future__ import annotations

from dataclasses import replace

from shapely.geometry import LineString, MultiLineString, Polygon, box

from wickel.geometry import Outline, bounds, half_above, is_mirror_symmetric
from wickel.lay import CutPiece, Grain, OnPrint

_ALIKE_MM = 1e-3
"""Halves that differ by more are not each other's mirror image."""


def as_half(piece: CutPiece) -> CutPiece:
    """The piece as the half on one side of its middle, its middle on the fold.

    A piece stays as it is that is not on the bias or not its own mirror image about a line along x,
    that has a hand, or keeps to a print.
    """
    if piece.grain is not Grain.BIAS or piece.holes or piece.on_print != OnPrint():
        return piece
    if any(order.fold_edges or order.pair for order in piece.orders):
        return piece
    if not is_mirror_symmetric(piece.cut_line, 0.0, tolerance_mm=_ALIKE_MM):
        return piece
    middle = round(Polygon(piece.cut_line).centroid.y, 6)
    half = half_above(piece.cut_line, middle)
    net = None if piece.net_line is None else half_above(piece.net_line, middle)
    if half is None or (piece.net_line is not None and net is None):
        return piece
    outline, folds = half
    return replace(
        piece,
        cut_line=outline,
        net_line=None if net is None else net[0],
        inner_lines=_above(piece.inner_lines, outline),
        orders=tuple(replace(order, fold_edges=folds) for order in piece.orders),
    )


def _above(lines: tuple[Outline, ...], half: Outline) -> tuple[Outline, ...]:
    """What of some lines lies within the box of a half."""
    room = bounds(half)
    kept: list[Outline] = []
    for line in lines:
        inside = LineString(line).intersection(
            box(room.min_x - 1, room.min_y, room.max_x + 1, room.max_y + 1)
        )
        parts = inside.geoms if isinstance(inside, MultiLineString) else (inside,)
        kept += [
            tuple((x, y) for x, y in part.coords)
            for part in parts
            if isinstance(part, LineString) and part.length > 0
        ]
    return tuple(kept)
