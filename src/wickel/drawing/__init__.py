"""What is drawn of a piece and of a lay, before any paper or screen: layers of paths and names."""

from wickel.drawing.copies import copies_text, is_covered, lines_cut_later, shared_with, worn_side
from wickel.drawing.lay import lay_drawing
from wickel.drawing.names import arrow, grain_line, inside_point, name_label, name_room
from wickel.drawing.piece import notch_tick, piece_drawing
from wickel.drawing.strokes import Drawing, Label, Layer, Stroke, through

__all__ = [
    "Drawing",
    "Label",
    "Layer",
    "Stroke",
    "arrow",
    "copies_text",
    "grain_line",
    "inside_point",
    "is_covered",
    "lay_drawing",
    "lines_cut_later",
    "name_label",
    "name_room",
    "notch_tick",
    "piece_drawing",
    "shared_with",
    "through",
    "worn_side",
]
