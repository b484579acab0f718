"""The seam that parts a piece in two."""

from __future__ import annotations

from dataclasses import dataclass

from wickel.pattern import Piece


@dataclass(frozen=True, slots=True)
class NewSeam:
    """A seam where there was none: its allowance on both parts, the name of its edges, and what the
    parts are called where that is not the piece and a number."""

    allowance_mm: float
    name: str = "seam"
    ids: tuple[str, str] | None = None
    names: tuple[str, str] | None = None

    def parts(self, piece: Piece) -> tuple[tuple[str, str], tuple[str, str]]:
        """The id and the name of both parts."""
        ids = self.ids or (f"{piece.id}-1", f"{piece.id}-2")
        names = self.names or (f"{piece.name} 1", f"{piece.name} 2")
        return (ids[0], names[0]), (ids[1], names[1])
