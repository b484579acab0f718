"""Drawings of other programs become pieces of a job: what is known of them is taken over, what is
not is asked, and what does not come in is listed."""

from wickel.job.importing.reading import FoundEdge, ReadDrawing, ReadPiece, read_pieces
from wickel.job.importing.said import (
    EdgeSaid,
    ImportSaid,
    LayerSaid,
    Meaning,
    PieceSaid,
    proposed,
)

__all__ = [
    "EdgeSaid",
    "FoundEdge",
    "ImportSaid",
    "LayerSaid",
    "Meaning",
    "PieceSaid",
    "ReadDrawing",
    "ReadPiece",
    "proposed",
    "read_pieces",
]
