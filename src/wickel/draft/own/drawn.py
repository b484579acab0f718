"""Pieces of a style that are there as they were drawn, in one size: such as came in from another
program."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from wickel.draft.allowances import ROLES, Allowances
from wickel.pattern import Edge, EdgeKind, Piece, with_allowances


@dataclass(frozen=True, slots=True, kw_only=True)
class DrawnPiece:
    """A piece as it was drawn. ``roles`` are the edges whose allowance is that of their kind
    (``allowances.ROLES``), each as (edge, role); the others keep their own."""

    piece: Piece
    roles: tuple[tuple[str, str], ...] = ()


def drawn_pieces(drawn: Iterable[DrawnPiece], allow: Allowances) -> tuple[Piece, ...]:
    """The pieces with the allowances of their edges."""
    return tuple(
        with_allowances(own.piece, {edge: allow[role] for edge, role in own.roles}) for own in drawn
    )


def role_of(edge: Edge) -> str:
    """The kind of allowance of an edge, as far as its own kind and name tell: ``fold``, ``hem``, a
    role that it is called after, or else that of a side seam."""
    known = edge.name.removeprefix("other ").replace(" ", "_")
    return {EdgeKind.FOLD: "fold", EdgeKind.HEM: "hem"}.get(
        edge.kind, known if known in ROLES else "side"
    )
