"""What every change by hand has: the piece it is made to, and what it asks.

A change is a value that can be kept, undone and made again at another size: places are shares of
edges, and levels shares of a piece's length. Each operation is a class of its own; its fields are
its questions.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import MISSING, dataclass, field, fields
from enum import StrEnum
from typing import Any, ClassVar

from wickel.draft.operations.spots import Spot
from wickel.draft.style import DraftRefused
from wickel.pattern import Pattern, Piece, Seam
from wickel.wording import say


class Asked(StrEnum):
    """What kind of answer a question wants, and so what asks it in a window."""

    EDGE = "edge"
    EDGE_OR_NONE = "edge or none"
    OTHER_PIECE = "other piece"
    OTHER_PIECE_OR_NONE = "other piece or none"
    EDGE_OF_OTHER = "edge of the other piece"
    DART = "dart"
    NOTCH = "notch"
    NAME = "name"
    MATERIAL = "material"
    SPOT = "spot"
    LENGTH = "length"
    SHARE = "share"
    COUNT = "count"
    YES = "yes"


@dataclass(frozen=True, slots=True, kw_only=True)
class Question:
    """One question of an operation: the field it fills, its key in files, and its words.

    ``default`` is what a file need not say; ``offered`` what a window offers at first.
    """

    field: str
    key: str
    kind: Asked
    words: str
    default: Any
    offered: Any


_PLAIN: dict[Asked, Any] = {
    Asked.SPOT: None,
    Asked.LENGTH: 0.0,
    Asked.SHARE: 0.5,
    Asked.COUNT: 1,
    Asked.YES: False,
}


def ask(key: str, kind: Asked, words: str, offered: Any = None, default: Any = None) -> Any:
    """A field of a change that a question fills. ``key`` is its name in job files, where answers of
    one kind have one name whatever the operation. ``default`` is what it is when nothing is said,
    where that is not the usual answer of its kind."""
    default = _PLAIN.get(kind, "") if default is None else default
    said = {"key": key, "kind": kind, "words": words}
    return field(
        default=default, metadata={**said, "offered": default if offered is None else offered}
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class Change:
    """One operation on one piece, with its answers.

    ``id``, ``title`` and ``does`` are the operation's name in files and in a maker's words, and
    what it does. ``parts``: it makes two pieces of the one, sewn to each other. ``turns``: parts of
    the piece lie turned afterwards, so that its points no longer lie across from the centre.
    """

    id: ClassVar[str]
    title: ClassVar[str]
    does: ClassVar[str]
    parts: ClassVar[bool] = False
    turns: ClassVar[bool] = False
    piece: str

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        """The pieces that take the place of ``piece``.

        Raises:
            DraftRefused: what cannot be done, and why.
        """
        raise NotImplementedError

    @property
    def used_up(self) -> frozenset[str]:
        """The pieces that are no longer there by themselves afterwards."""
        return frozenset((self.piece,))

    @property
    def heirs(self) -> Mapping[str, str]:
        """Which piece each of those that it makes had been, or been a part of, before: by their
        ids."""
        return {f"{self.piece}-{part}": self.piece for part in (1, 2)} if self.parts else {}

    def seams(self, piece: Piece, made: tuple[Piece, ...]) -> tuple[Seam, ...]:
        """The seams that it makes between the pieces that it has made of one."""
        if not self.parts:
            return ()
        one, other = ((part.id, "seam") for part in made)
        return (Seam(name=f"{piece.name} seam", one=one, other=other),)

    def needed(self, spot: Spot | None) -> Spot:
        """A place that must have been said. Raises ``DraftRefused``."""
        if spot is None:
            raise DraftRefused(say("changes.say-from-which-edge"), self.piece)
        return spot


def questions(kind: type[Change]) -> Iterator[Question]:
    """What an operation asks, in its order."""
    for entry in fields(kind):
        if entry.metadata:
            assert entry.default is not MISSING
            yield Question(field=entry.name, default=entry.default, **entry.metadata)


def piece_of(pattern: Pattern, id: str) -> Piece:
    """The piece of that id.

    Raises:
        DraftRefused: there is none; names those that there are.
    """
    for piece in pattern.pieces:
        if piece.id == id:
            return piece
    names = ", ".join(piece.id for piece in pattern.pieces)
    raise DraftRefused(say("changes.there-no-piece-change", id=id, names=names), id)


def fresh_id(pattern: Pattern, id: str) -> str:
    """An id that no piece has yet."""
    known = {piece.id for piece in pattern.pieces}
    made, k = id, 2
    while made in known:
        made, k = f"{id}-{k}", k + 1
    return made
