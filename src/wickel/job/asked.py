"""What a garment asks of the print, said for each of its pieces: hems on a border, seams that meet, motifs.

Where the meeting point of a seam is: at a notch that both its edges have, else at the foot of both.
"""

from __future__ import annotations

from wickel.geometry import Point, flattened, length
from wickel.job.job import AskedOfPrint
from wickel.lay import Axes, Mark, OnPrint
from wickel.pattern import Edge, EdgeKind, Pattern, Piece, Seam, notch_point

CENTRE = "centre"
MOTIF_DOWN_SHARE = 1 / 3
"""How far down its middle line a piece has its motif: a third, on a bodice between the bust points and the waist."""


def seams_that_may_meet(pattern: Pattern) -> tuple[Seam, ...]:
    """The seams of a pattern, and those of pieces cut in pairs that are sewn together at their centre."""
    own = [
        Seam(name=f"centre of the {piece.name.lower()}", one=(piece.id, CENTRE), other=(piece.id, CENTRE))
        for piece in pattern.pieces
        if any(cut.pair for cut in piece.cuts) and any(edge.name == CENTRE for edge in piece.edges)
    ]
    return (*pattern.seams, *own)


def hemmed_pieces(pattern: Pattern) -> tuple[Piece, ...]:
    """The pieces that have a hem."""
    return tuple(piece for piece in pattern.pieces if _hem(piece) is not None)


def asked_of(piece: Piece, pattern: Pattern, asked: AskedOfPrint) -> OnPrint:
    """What one piece of a pattern asks of the print."""
    hem = _hem(piece) if piece.id in asked.border else None
    marks = []
    for seam in seams_that_may_meet(pattern):
        if seam.name not in asked.seams:
            continue
        for (id, edge), (other_id, other_edge) in ((seam.one, seam.other), (seam.other, seam.one)):
            if id == piece.id:
                other = pattern.piece(other_id)
                axes = Axes.BOTH if seam.one == seam.other else Axes.ALONG
                marks.append(Mark(seam=seam.name, at=_meeting(piece, edge, other, other_edge), axes=axes))
    return OnPrint(
        border_edge=() if hem is None else tuple(flattened(hem.path)),
        marks=tuple(dict.fromkeys(marks)),
        centre=_middle(piece) if piece.id in asked.centred else None,
    )


def _hem(piece: Piece) -> Edge | None:
    """The lowest hem of a piece, by its end nearest the head."""
    hems = [edge for edge in piece.edges if edge.kind is EdgeKind.HEM]
    return max(hems, key=lambda edge: (min(edge.start[0], edge.end[0]), length(edge.path)), default=None)


def _meeting(piece: Piece, edge: str, other: Piece, other_edge: str) -> Point:
    theirs = {notch.name for notch in other.notches if notch.edge == other_edge}
    notch = next((n for n in piece.notches if n.edge == edge and n.name in theirs), None)
    if notch is not None:
        return notch_point(piece, notch)
    own = piece.edge(edge)
    return max((own.start, own.end), key=lambda point: point[0])


def _middle(piece: Piece) -> Point:
    """The point of the piece that a motif is centred on: on its fold, else on the middle of its width."""
    fold = next((edge for edge in piece.edges if edge.kind is EdgeKind.FOLD), None)
    points = [point for edge in piece.edges for point in flattened(edge.path)]
    across = [y for _, y in points]
    y = fold.start[1] if fold is not None else (min(across) + max(across)) / 2
    down = [x for x, _ in ((fold.start, fold.end) if fold is not None else points)]
    return (min(down) + MOTIF_DOWN_SHARE * (max(down) - min(down)), y)
