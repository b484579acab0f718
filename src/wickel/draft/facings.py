"""Facings that follow the edges of a drafted piece, with refusals in the words of a style's own
questions."""

from __future__ import annotations

from wickel.draft.allowances import Allowances
from wickel.draft.operations import facing
from wickel.draft.style import DraftRefused
from wickel.pattern import Piece
from wickel.wording import words_of


def edge_facing(
    piece: Piece,
    edges: tuple[str, ...],
    width_mm: float,
    allow: Allowances,
    *,
    option: str = "facing_mm",
) -> Piece:
    """The facing along some edges of a piece, called after it.

    ``option`` is the style's option that its width came from.

    Raises:
        DraftRefused: it does not fit; concerns the width of the facings and the neck.
    """
    try:
        return facing(
            piece,
            edges,
            width_mm,
            id=f"{piece.id}-facing",
            name=f"{piece.name} facing",
            allowance_mm=allow["facing"],
        )
    except DraftRefused as refusal:
        raise DraftRefused(words_of(refusal), option, "neck_width_mm") from None
