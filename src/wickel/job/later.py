"""Pieces that are cut later: collar, band or waistband, whose length is known when the edge that
they are sewn to is sewn. Until then the lay keeps a place for them, a box round the piece.

When the length is typed, the piece is drawn again in its place, stretched along its longer side;
where it has become longer than its place, that grows.
"""

from __future__ import annotations

from dataclasses import replace

from wickel.draft import DraftRefused
from wickel.geometry import Affine, Bounds, Outline, bounds, flatten, map_path
from wickel.job.cards import lowest_edges
from wickel.job.job import Card
from wickel.pattern import Piece, cut_line, fold_edges, net_line
from wickel.wording import say, tr

Fold = tuple[tuple[float, float], tuple[float, float]]
MOST_LATER_MM = 20_000.0
_ON_SIDE_MM = 0.1


class Kept:
    """The place that the lay keeps for a piece: its outline, the fold edge of a half, and what is
    drawn in it."""

    def __init__(self, piece: Piece, card: Card) -> None:
        """Raises ``DraftRefused``: it is a half whose fold does not run along its place."""
        drafted = cut_line(piece)
        bare = _without_spare(piece, card.spare_mm)
        self.real = stretched(bare, card.later_mm) if card.later_mm else bare
        real = cut_line(self.real)
        box = bounds((*drafted, *real))
        self.outline: Outline = (
            (box.min_x, box.min_y),
            (box.max_x, box.min_y),
            (box.max_x, box.max_y),
            (box.min_x, box.max_y),
        )
        self.folds = tuple(_side(fold, box, piece) for fold in fold_edges(piece, drafted)[:1])
        self.net: Outline = net_line(self.real)
        inner = tuple(flatten(line.path) for line in self.real.inner_lines)
        self.inner: tuple[Outline, ...] = ((*real, real[0]), *inner) if card.later_mm else inner
        self.name = tr("{name}, cut later", name=piece.name)


def _without_spare(piece: Piece, spare_mm: float) -> Piece:
    """The piece with no more than its allowances: what is spare below it belongs to its place."""
    lowest = lowest_edges(piece) if spare_mm else ()
    return replace(
        piece,
        edges=tuple(
            replace(edge, allowance_mm=max(0.0, edge.allowance_mm - spare_mm))
            if edge.name in lowest
            else edge
            for edge in piece.edges
        ),
    )


def stretched(piece: Piece, long_mm: float) -> Piece:
    """A piece as long as it is sewn, along its longer side; of a half on the fold half of that,
    from its fold on, where the fold lies across it."""
    box = bounds(net_line(piece))
    along = box.width >= box.height
    folds = fold_edges(piece, cut_line(piece))
    across_it = bool(folds) and _across(folds[0]) is along
    wanted = long_mm / 2 if across_it else long_mm
    times = wanted / (box.width if along else box.height)
    start = (
        (folds[0][0][0] if across_it else box.min_x)
        if along
        else (folds[0][0][1] if across_it else box.min_y)
    )
    by = Affine(a=times, c=start * (1 - times)) if along else Affine(e=times, f=start * (1 - times))
    return replace(
        piece,
        edges=tuple(replace(edge, path=map_path(edge.path, by)) for edge in piece.edges),
        inner_lines=tuple(
            replace(line, path=map_path(line.path, by)) for line in piece.inner_lines
        ),
        notches=(),
        points=(),
    )


def _across(fold: Fold) -> bool:
    """Whether a fold edge runs across, and not along, the piece's frame."""
    (ax, ay), (bx, by) = fold
    return abs(bx - ax) < abs(by - ay)


def _side(fold: Fold, box: Bounds, piece: Piece) -> Fold:
    """The whole side of a place on which a fold edge lies. Raises ``DraftRefused``."""
    (ax, ay), (bx, by) = fold
    for x in (box.min_x, box.max_x):
        if max(abs(ax - x), abs(bx - x)) < _ON_SIDE_MM:
            return (x, box.min_y), (x, box.max_y)
    for y in (box.min_y, box.max_y):
        if max(abs(ay - y), abs(by - y)) < _ON_SIDE_MM:
            return (box.min_x, y), (box.max_x, y)
    raise DraftRefused(say("later.fold-not-along-place", piece=piece.name), piece.id)
