"""A pattern after the changes that a maker has made to its pieces."""

from __future__ import annotations

from dataclasses import replace

from wickel.draft.operations.change import Change, piece_of
from wickel.draft.style import DraftRefused
from wickel.pattern import Pattern
from wickel.wording import say, words_of


def apply_change(pattern: Pattern, change: Change) -> Pattern:
    """The pattern after one change.

    A seam whose edge is gone is gone too; a split or a dart made into a seam adds its own.

    Raises:
        DraftRefused: what cannot be done, and why; the pattern stays as it was.
    """
    piece = piece_of(pattern, change.piece)
    made = change.made(pattern, piece)
    pieces = [
        new
        for old in pattern.pieces
        for new in (made if old.id == piece.id else () if old.id in change.used_up else (old,))
    ]
    whole = replace(pattern, pieces=tuple(pieces))
    seams = [seam for seam in pattern.seams if _has(whole, seam.one) and _has(whole, seam.other)]
    return replace(whole, seams=(*seams, *change.seams(piece, made)))


def _has(pattern: Pattern, end: tuple[str, str]) -> bool:
    return any(
        piece.id == end[0] and any(edge.name == end[1] for edge in piece.edges)
        for piece in pattern.pieces
    )


def with_changes(pattern: Pattern, changes: tuple[Change, ...]) -> Pattern:
    """The pattern after all changes, in their order.

    Raises:
        DraftRefused: names the change that cannot be made.
    """
    for number, change in enumerate(changes, 1):
        try:
            pattern = apply_change(pattern, change)
        except DraftRefused as refusal:
            name = change.title.lower()
            raise DraftRefused(
                say("changes.change", number=number, name=name, refusal=words_of(refusal)),
                *refusal.concerns,
            ) from None
    return pattern
