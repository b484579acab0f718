"""A half on the fold as one whole piece, for what is different on both of its sides."""

from __future__ import annotations

from dataclasses import replace

from wickel.draft.operations import unfold
from wickel.geometry import length
from wickel.pattern import Cut, Edge, Notch, Piece

_OTHER = "other "


def whole(half: Piece) -> Piece:
    """Both halves of a piece as one that is cut once. Where an edge runs on over the centre it is
    one edge; what lies on the second side is called *other …*.

    Raises:
        DraftRefused: the half has no fold edge, or several.
    """
    opened = unfold(half)
    joined: list[Edge] = []
    notches = list(opened.notches)
    for edge in opened.edges:
        before = joined[-1] if joined else opened.edges[-1]
        if joined and _runs_on(before, edge):
            joined[-1], notches = _joined(
                before, edge, edge.name == f"{_OTHER}{before.name}", notches
            )
        else:
            joined.append(edge)
    first, last = joined[0], joined[-1]
    if len(joined) > 1 and _runs_on(last, first):
        joined[0], notches = _joined(last, first, False, notches)
        joined.pop()
    return replace(
        opened,
        edges=tuple(joined),
        notches=tuple(notches),
        cuts=(Cut(material="main", copies=1),),
    )


def _runs_on(before: Edge, after: Edge) -> bool:
    """Whether two edges are the two halves of one, on both sides of the centre."""
    return before.name.removeprefix(_OTHER) == after.name.removeprefix(_OTHER)


def _joined(
    before: Edge, after: Edge, first_named: bool, notches: list[Notch]
) -> tuple[Edge, list[Notch]]:
    """Two edges as one, called as that which is no other, and all notches on it."""
    own = before if first_named else after
    long = length(before.path)
    shifted = [
        replace(notch, edge=own.name, at_mm=notch.at_mm + (long if notch.edge == after.name else 0))
        if notch.edge in (before.name, after.name)
        else notch
        for notch in notches
    ]
    drawn_in = own.comes_back_to_mm
    both = None if drawn_in is None else 2 * drawn_in
    return replace(own, path=(*before.path, *after.path), comes_back_to_mm=both), shifted
