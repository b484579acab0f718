"""What a garment asks of the print, said for each of its pieces: hems on a border, seams that meet,
motifs.

Where the maker has not said, it is what the eye looks for: stripes that meet at the centre and
level at the sides.

Where the meeting point of a seam is: at a notch that both its edges have, else at the foot of both.
"""

from __future__ import annotations

from collections.abc import Mapping

from wickel.cloth import Cloth, Figure
from wickel.geometry import Point, flatten, length
from wickel.job.job import AskedOfPrint, Garment, Job
from wickel.lay import Axes, Mark, OnPrint
from wickel.pattern import (
    COLLARS,
    Edge,
    EdgeKind,
    EdgeRole,
    Layer,
    Pattern,
    Piece,
    PieceRole,
    Seam,
    View,
    all_seams,
    notch_point,
)

MOTIF_DOWN_SHARE = 1 / 3
"""How far down its middle line a piece has its motif: a third, on a bodice between the bust points
and the waist."""


def seams_that_may_meet(pattern: Pattern) -> tuple[Seam, ...]:
    """The seams of a pattern, those of pieces cut in pairs that are sewn together at their centre,
    and those of a whole front to the sides of its back."""
    named = len(pattern.seams)
    return (
        *pattern.seams,
        *(seam for seam in all_seams(pattern)[named:] if _is_seen(seam, pattern)),
    )


def _is_seen(seam: Seam, pattern: Pattern) -> bool:
    """Whether a seam that goes without saying is one of the outer cloth, at a centre or a side."""
    one, other = (pattern.piece(id) for id, _ in (seam.one, seam.other))
    role = one.edge(seam.one[1]).role
    if one.layer is not Layer.OUTER or one.role is PieceRole.POCKET:
        return False
    across = (one.view, other.view) == (View.FRONT, View.BACK)
    return (role is EdgeRole.CENTRE and one is other) or (role is EdgeRole.SIDE and across)


STRIPED = (Figure.STRIPE_ALONG, Figure.STRIPE_ACROSS, Figure.CHECK, Figure.UNEVEN_CHECK)
"""Figures that the eye follows from piece to piece."""

_USUAL_EDGES = (EdgeRole.CENTRE, EdgeRole.SIDE)
_EASED_SHARE = 0.05
"""So much longer one edge may be to be eased into the other."""


def asked_by(garment: Garment, pattern: Pattern, job: Job) -> AskedOfPrint:
    """What a garment asks of the print: what its maker said, else what is usual on the cloths it is
    cut from."""
    if garment.on_print is not None:
        return garment.on_print
    cloths = {cloth.id: cloth for cloth in job.cloths}
    cut_from: dict[str, tuple[Cloth, ...]] = {}
    for piece in pattern.pieces:
        used = (job.cloth_named(cut.material, garment) for cut in piece.cuts)
        cut_from[piece.id] = tuple(cloths[id] for id in used if id in cloths)
    return usually_asked(pattern, cut_from)


def usually_asked(pattern: Pattern, cut_from: Mapping[str, tuple[Cloth, ...]]) -> AskedOfPrint:
    """What is asked of the print where nobody said: ``cut_from`` gives the cloths of every piece,
    by its id.

    On stripes and checks the pieces meet at the centre and, at one level, at the sides; a collar
    and a back on the fold each have a stripe in the middle, so that they meet. What nobody sees,
    facings and linings, runs free, and so do draped and gathered edges.
    """
    striped = {
        piece.id: {
            cloth.id for cloth in cut_from.get(piece.id, ()) if cloth.design.figure in STRIPED
        }
        for piece in pattern.pieces
        if piece.layer is Layer.OUTER
    }
    if not any(striped.values()):
        return AskedOfPrint()
    seams = dict.fromkeys(
        seam.name
        for seam in seams_that_may_meet(pattern)
        if all(edge.role in _USUAL_EDGES for edge in _both(seam, pattern))
        and striped.get(seam.one[0], set()) & striped.get(seam.other[0], set())
        and _lie_flat(*_both(seam, pattern))
    )
    folded = [piece for piece in pattern.pieces if _on_fold_along_its_grain(piece)]
    collars = [piece.id for piece in folded if striped.get(piece.id) and piece.role in COLLARS]
    backs = [
        piece.id
        for piece in folded
        if striped.get(piece.id) and (piece.role, piece.view) == (PieceRole.BODICE, View.BACK)
    ]
    return AskedOfPrint(seams=tuple(seams), centred=(*backs, *collars) if collars and backs else ())


def _both(seam: Seam, pattern: Pattern) -> tuple[Edge, Edge]:
    """The two edges of a seam."""
    (one, edge), (other, its) = seam.one, seam.other
    return pattern.piece(one).edge(edge), pattern.piece(other).edge(its)


def _lie_flat(one: Edge, other: Edge) -> bool:
    """Whether two edges are sewn together without folds or gathers, which no stripe could
    follow."""
    if one.comes_back_to_mm is not None or other.comes_back_to_mm is not None:
        return False
    lengths = (length(one.path), length(other.path))
    return max(lengths) - min(lengths) <= _EASED_SHARE * max(lengths)


def _on_fold_along_its_grain(piece: Piece) -> bool:
    fold = next((edge for edge in piece.edges if edge.kind is EdgeKind.FOLD), None)
    return (
        fold is not None
        and piece.grain_deg % 180.0 == 0.0
        and abs(fold.start[1] - fold.end[1]) < 1e-6
    )


def hemmed_pieces(pattern: Pattern) -> tuple[Piece, ...]:
    """The pieces that have a hem."""
    return tuple(piece for piece in pattern.pieces if _hem(piece) is not None)


def meeting_seams(pattern: Pattern, asked: AskedOfPrint) -> tuple[Seam, ...]:
    """The seams of a pattern that are asked to meet in the print."""
    if not asked.seams:
        return ()
    return tuple(seam for seam in seams_that_may_meet(pattern) if seam.name in asked.seams)


def asked_of(
    piece: Piece, pattern: Pattern, asked: AskedOfPrint, meeting: tuple[Seam, ...]
) -> OnPrint:
    """What one piece of a pattern asks of the print; ``meeting`` are the seams that are to meet
    there (``meeting_seams``)."""
    hem = _hem(piece) if piece.id in asked.border else None
    marks = []
    for seam in meeting:
        for (id, edge), (other_id, other_edge) in ((seam.one, seam.other), (seam.other, seam.one)):
            if id == piece.id:
                other = pattern.piece(other_id)
                axes = Axes.BOTH if seam.one == seam.other else Axes.ALONG
                marks.append(
                    Mark(seam=seam.name, at=_meeting(piece, edge, other, other_edge), axes=axes)
                )
    return OnPrint(
        border_edge=() if hem is None else tuple(flatten(hem.path)),
        marks=tuple(dict.fromkeys(marks)),
        centre=_middle(piece) if piece.id in asked.centred else None,
    )


def _hem(piece: Piece) -> Edge | None:
    """The lowest hem of a piece, by its end nearest the head."""
    hems = [edge for edge in piece.edges if edge.kind is EdgeKind.HEM]
    return max(
        hems, key=lambda edge: (min(edge.start[0], edge.end[0]), length(edge.path)), default=None
    )


def _meeting(piece: Piece, edge: str, other: Piece, other_edge: str) -> Point:
    theirs = {notch.name for notch in other.notches if notch.edge == other_edge}
    notch = next((n for n in piece.notches if n.edge == edge and n.name in theirs), None)
    if notch is not None:
        return notch_point(piece, notch)
    own = piece.edge(edge)
    return max((own.start, own.end), key=lambda point: point[0])


def _middle(piece: Piece) -> Point:
    """The point of the piece that a motif is centred on: on its fold, else on the middle of its
    width."""
    fold = next((edge for edge in piece.edges if edge.kind is EdgeKind.FOLD), None)
    points = [point for edge in piece.edges for point in flatten(edge.path)]
    across = [y for _, y in points]
    y = fold.start[1] if fold is not None else (min(across) + max(across)) / 2
    down = [x for x, _ in ((fold.start, fold.end) if fold is not None else points)]
    return (min(down) + MOTIF_DOWN_SHARE * (max(down) - min(down)), y)
