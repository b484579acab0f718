"""A lay as it lies on the table."""

from __future__ import annotations

from wickel.drawing.copies import copies_text, is_covered, lines_cut_later
from wickel.drawing.names import arrow, inside_point, name_label
from wickel.drawing.strokes import Drawing, Label, Layer, Stroke, through
from wickel.geometry import bounds
from wickel.lay import Lay, Placement, marks_on_table, on_table


def lay_drawing(lay: Lay) -> Drawing:
    """The lay as it lies on the table."""
    strokes: list[Stroke] = []
    labels: list[Label] = []
    for section in lay.spread.sections:
        for zone in section.zones:
            strokes.append(through(Layer.CLOTH, zone.outline, closed=True))
            strokes += [through(Layer.FOLD, (fold.start, fold.end)) for fold in zone.folds]
            strokes += [through(Layer.SELVAGE, side) for side in zone.selvages]
    for placement in lay.placements:
        _draw_placement(placement, lay, strokes, labels)
    for id, lines in lines_cut_later(lay).items():
        strokes += [through(Layer.LATER, line, of=id) for line in lines]
    box = bounds([point for stroke in strokes for point in stroke.points])
    return Drawing(box=box, strokes=tuple(strokes), labels=tuple(labels))


def _draw_placement(
    placement: Placement, lay: Lay, strokes: list[Stroke], labels: list[Label]
) -> None:
    piece = lay.piece(placement.piece)
    shape = on_table(placement, piece)
    net, inner = marks_on_table(placement, piece)
    strokes.append(through(Layer.CUT, shape.outline, closed=True, of=placement.id))
    strokes += [through(Layer.CUT, hole, closed=True, of=placement.id) for hole in shape.holes]
    if net is not None:
        strokes.append(through(Layer.NET, net, closed=True, of=placement.id))
    strokes += [through(Layer.INNER, line, of=placement.id) for line in inner]
    if is_covered(placement, lay):
        return
    at = inside_point(shape.outline)
    box = bounds(shape.outline)
    size = min(160.0, 0.5 * (box.width if placement.turn_deg % 180 == 0 else box.height))
    for line in arrow(at, placement.turn_deg, size):
        strokes.append(through(Layer.GRAIN, line, of=placement.id))
    labels.append(
        name_label(f"{piece.name} {copies_text(placement, lay)}", shape.outline, placement.id)
    )
