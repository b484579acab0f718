"""What of a job is sent to other programs and to a plotter: its pieces beside each other, or a lay
as it lies."""

from __future__ import annotations

from dataclasses import replace

from wickel.cutting.to_cut import ToCut
from wickel.drawing import Drawing, Layer, lay_drawing
from wickel.drawing.to_send import piece_to_send, plain_to_send, side_by_side
from wickel.lay import Lay


def pieces_to_send(work: ToCut) -> tuple[tuple[str, Drawing], ...]:
    """Every piece of a job with its id, drafted ones first; of several garments alike once."""
    made = [
        (f"{done.garment.id}/{piece.id}", done, piece)
        for done in work.drafts
        for piece in done.pattern.pieces
    ]
    drafted = tuple(
        (of, piece_to_send(piece, of, done.garment.id, done.garment.size))
        for of, done, piece in made
    )
    plain = tuple((piece.id, plain_to_send(piece, piece.id)) for piece in work.job.pieces)
    return (*drafted, *plain)


def sheet_to_send(work: ToCut) -> Drawing:
    """All pieces of a job beside each other."""
    return side_by_side(drawing for _, drawing in pieces_to_send(work))


def lay_to_send(lay: Lay) -> Drawing:
    """A lay as it lies on the table; what is cut says which piece it is."""
    drawing = lay_drawing(lay)
    names = {placement.id: lay.piece(placement.piece) for placement in lay.placements}
    strokes = tuple(
        replace(stroke, says=(("name", names[stroke.of].name), ("piece", names[stroke.of].id)))
        if stroke.layer is Layer.CUT and stroke.of in names
        else stroke
        for stroke in drawing.strokes
    )
    return replace(drawing, strokes=strokes)
