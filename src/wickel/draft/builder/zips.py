"""What is left along a zip: only where it is. Beyond its end the seam is one like any other."""

from __future__ import annotations

from dataclasses import replace

from wickel.draft.builder.making import WAIST_SEAM, Making, Slot, has_edge, upper_half
from wickel.draft.ledger import SIDES
from wickel.draft.usual_checks import zip_at
from wickel.geometry import length
from wickel.pattern import Edge, EdgeRole, Notch, NotchKind, Piece, Wider

ZIP_END = "zip ends"
"""The notch of a skirt where the zip of its garment ends."""
ZIP_KINDS = (NotchKind.ZIP, NotchKind.ZIP_END)
"""The notches at which a zip ends: where a piece says how long the zip is; where it is longer than
that, and on the side that is sewn to it."""
_A_PAIR = 2
"""Of equal panels only one seam has the zip, and all are cut alike: they are left as they are."""


def zip_ends(edge: str, at_mm: float) -> Notch:
    """The notch at which a zip ends that is longer than the piece."""
    return Notch(name=ZIP_END, edge=edge, at_mm=at_mm, kind=NotchKind.ZIP_END)


def zip_notch(making: Making, edge: str, at_mm: float) -> Notch:
    """The notch at which a zip ends: of a garment that begins at the waist it says how long the zip
    is."""
    return zip_ends(edge, at_mm) if making.has_upper else zip_at(edge, at_mm)


def with_room_along_zip(making: Making) -> Making:
    """The garment with the allowance of a closing along its zip, and that of a seam below it."""
    closed = making.with_pieces(*(_along_marks(piece, making) for piece in making.pieces))
    if making.chosen.get(Slot.CLOSING) != "side" or WAIST_SEAM not in making.needs:
        return closed
    # the sides of what a skirt is sewn to are closed by the zip from end to end
    sides = (p for side in SIDES for p in upper_half(closed.pieces, side) if has_edge(p, "side"))
    return closed.with_pieces(*(_all_along(piece, making) for piece in sides))


def _along_marks(piece: Piece, making: Making) -> Piece:
    ends = {notch.edge: notch for notch in piece.notches if notch.kind in ZIP_KINDS}
    if any(cut.copies > _A_PAIR for cut in piece.cuts):
        return piece
    # a seam that opens at its lower end, too, is left as wide all along
    open_below = {notch.edge for notch in piece.notches if notch.kind is NotchKind.SLIT}
    edges = tuple(
        _above(edge, ends[edge.name], making, narrow=edge.name not in open_below)
        if edge.name in ends
        else edge
        for edge in piece.edges
    )
    return replace(piece, edges=edges) if ends else piece


def _above(edge: Edge, end: Notch, making: Making, *, narrow: bool) -> Edge:
    """An edge with what a closing is left from its upper end to the mark, and below it with what a
    seam is left."""
    closing, seam = making.allow["closing"], making.allow["side"]
    if narrow and edge.allowance_mm == closing:
        edge = replace(edge, allowance_mm=seam)
    if edge.allowance_mm >= closing:
        return edge
    down = edge.start[0] < edge.end[0]
    along = (0.0, end.at_mm) if down else (end.at_mm, length(edge.path))
    return replace(edge, wider=Wider(*along, closing))


def _all_along(piece: Piece, making: Making) -> Piece:
    closing = making.allow["closing"]
    return replace(
        piece,
        edges=tuple(
            replace(edge, allowance_mm=max(edge.allowance_mm, closing))
            if edge.role is EdgeRole.SIDE
            else edge
            for edge in piece.edges
        ),
    )
