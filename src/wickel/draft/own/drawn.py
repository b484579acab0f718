"""Pieces of a style that are there as they were drawn, in one size: such as came in from another
program. Their edges have the allowances that they came with, or those of the garment."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from wickel.draft.allowances import ROLES, Allowances
from wickel.draft.style import ChoiceOption, Options
from wickel.pattern import Edge, EdgeKind, Piece

AS_DRAWN, CHOSEN = "drawn", "chosen"
ALLOWANCES = ChoiceOption(
    id="allowances",
    question="Allowances of the pieces",
    default=AS_DRAWN,
    choices={AS_DRAWN: "as they were drawn", CHOSEN: "those chosen below"},
)
"""What a style that is drawn asks."""


def drawn_pieces(drawn: Iterable[Piece], allow: Allowances, options: Options) -> tuple[Piece, ...]:
    """The pieces with the allowances that they were drawn with, or with those of the garment."""
    if options.get(ALLOWANCES.id, AS_DRAWN) == AS_DRAWN:
        return tuple(drawn)
    return tuple(
        replace(piece, edges=tuple(_allowed(edge, allow) for edge in piece.edges))
        for piece in drawn
    )


def _allowed(edge: Edge, allow: Allowances) -> Edge:
    if edge.kind is EdgeKind.FOLD:
        return edge
    return replace(edge, allowance_mm=allow[role_of(edge)], allowance_end_mm=None, wider=None)


def role_of(edge: Edge) -> str:
    """The kind of allowance of an edge, as far as its own kind and name tell: ``fold``, ``hem``, a
    role that it is called after, or else that of a side seam."""
    known = edge.name.removeprefix("other ").replace(" ", "_")
    return {EdgeKind.FOLD: "fold", EdgeKind.HEM: "hem"}.get(
        edge.kind, known if known in ROLES else "side"
    )
