"""A piece, or a lay, as it is drawn at full size: what the paper drawing has, the head end of the
grain line, and the points that a maker chalks."""

from __future__ import annotations

from dataclasses import replace

from wickel.draft import chalk_list
from wickel.drawing.names import arrow, grain_line, grain_size, inside_point, name_label
from wickel.drawing.piece import piece_drawing
from wickel.drawing.strokes import Drawing, Label, Layer, Stroke, through
from wickel.geometry import Affine, Outline, Point, bounds, map_path
from wickel.lay import CutPiece
from wickel.pattern import Piece

_CROSS_MM, _DOT_MM, _NUMBER_MM = 3.0, 2.0, 4.0


def full_size_piece(piece: Piece, words: str) -> Drawing:
    """A drafted piece at full size, with some words to its name."""
    made = piece_drawing(piece)
    (label,) = made.labels
    strokes = [*made.strokes, _head_dot(_cut_of(made), piece.grain_deg, piece.id)]
    labels = [replace(label, text=words)]
    for row in chalk_list(piece):
        if row.number:
            at = (row.down_mm, row.across_mm)
            strokes += _cross(at, piece.id)
            labels.append(
                Label(
                    layer=Layer.NAME,
                    text=str(row.number),
                    at=(at[0] + _NUMBER_MM, at[1] + _NUMBER_MM / 2),
                    height_mm=_NUMBER_MM,
                    of=piece.id,
                )
            )
    return Drawing(box=made.box, strokes=tuple(strokes), labels=tuple(labels))


def full_size_plain(piece: CutPiece, words: str) -> Drawing:
    """A piece that is no draft at full size: its cut line, what else is known of it, its grain."""
    dot = _head_dot(piece.cut_line, piece.grain_deg, piece.id)
    return Drawing(
        box=bounds(piece.cut_line),
        strokes=(*plain_strokes(piece, piece.id), dot),
        labels=(name_label(words, piece.cut_line, piece.id),),
    )


def plain_strokes(piece: CutPiece, of: str) -> tuple[Stroke, ...]:
    """The lines of a piece that is no draft, its cut line first, and its grain."""
    strokes = [through(Layer.CUT, piece.cut_line, closed=True, of=of)]
    strokes += [through(Layer.CUT, hole, closed=True, of=of) for hole in piece.holes]
    if piece.net_line is not None:
        strokes.append(through(Layer.NET, piece.net_line, closed=True, of=of))
    strokes += [through(Layer.INNER, line, of=of) for line in piece.inner_lines]
    folds = (edge for order in piece.orders[:1] for edge in order.fold_edges)
    strokes += [through(Layer.FOLD, edge, of=of) for edge in folds]
    size = grain_size(piece.cut_line, piece.grain_deg)
    grain = arrow(inside_point(piece.cut_line), piece.grain_deg, size)
    strokes += [through(Layer.GRAIN, line, of=of) for line in grain]
    return tuple(strokes)


def _cut_of(drawing: Drawing) -> Outline:
    return next(stroke.points for stroke in drawing.strokes if stroke.layer is Layer.CUT)


def _head_dot(cut: Outline, grain_deg: float, of: str) -> Stroke:
    """A small square standing on its corner at the head end of the grain line."""
    (x, y), _ = grain_line(cut, grain_deg)
    r = _DOT_MM
    corners = ((x - r, y), (x, y + r), (x + r, y), (x, y - r))
    return through(Layer.GRAIN, corners, closed=True, of=of)


def _cross(at: Point, of: str) -> tuple[Stroke, Stroke]:
    x, y = at
    r = _CROSS_MM / 2
    return (
        through(Layer.NOTCH, ((x - r, y), (x + r, y)), of=of),
        through(Layer.NOTCH, ((x, y - r), (x, y + r)), of=of),
    )


def moved_drawing(drawing: Drawing, by: Affine) -> Drawing:
    """A drawing under a map; labels are turned with it by quarters, and are never mirrored."""
    strokes = tuple(replace(stroke, path=map_path(stroke.path, by)) for stroke in drawing.strokes)
    box = drawing.box
    corners = by.all(
        (
            (box.min_x, box.min_y),
            (box.max_x, box.min_y),
            (box.max_x, box.max_y),
            (box.min_x, box.max_y),
        )
    )
    across = abs(by.direction((1.0, 0.0))[1]) > 0.5
    labels = tuple(
        replace(label, at=by(label.at), upright=label.upright != across) for label in drawing.labels
    )
    return Drawing(box=bounds(corners), strokes=strokes, labels=labels)


def joined_drawings(drawings: tuple[Drawing, ...]) -> Drawing:
    """Several drawings in one frame as one."""
    corners = [
        corner
        for drawing in drawings
        for corner in (
            (drawing.box.min_x, drawing.box.min_y),
            (drawing.box.max_x, drawing.box.max_y),
        )
    ]
    return Drawing(
        box=bounds(corners),
        strokes=tuple(stroke for drawing in drawings for stroke in drawing.strokes),
        labels=tuple(label for drawing in drawings for label in drawing.labels),
    )
