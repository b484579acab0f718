"""Changes that a maker makes by hand to drafted pieces: records that can be kept, undone and
drafted again.

Places are shares of edges and levels shares of a piece's length, so that a change made in one size
holds in every other.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

from wickel.draft.operations.darts import dart_to_seam, move_dart
from wickel.draft.operations.deriving import facing, interfacing, lining, partner
from wickel.draft.operations.reshaping import (
    extend,
    fold,
    lengthen,
    unfold,
    with_notch,
    without_notch,
)
from wickel.draft.operations.splitting import join, split
from wickel.draft.operations.spots import Spot
from wickel.draft.operations.spreading import slash_and_spread
from wickel.draft.style import DraftRefused
from wickel.pattern import Pattern, Piece, Seam
from wickel.wording import say, words_of

DEFAULT_SEAM_MM = 10.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Change:
    """One operation on one piece, by name, with its answers.

    ``operation`` is one of ``OPERATIONS``; which of the other fields it reads is told there.
    """

    operation: str
    piece: str
    other: str = ""
    edge: str = ""
    other_edge: str = ""
    mark: str = ""
    first: Spot | None = None
    last: Spot | None = None
    mm: float = 0.0
    other_mm: float = 0.0
    share: float = 0.5
    count: int = 1
    yes: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Operation:
    """An operation as a maker meets it: its name, what it does, and what it asks.

    ``asks`` are the fields of ``Change`` it reads, each with its question.
    """

    id: str
    name: str
    does: str
    asks: tuple[tuple[str, str], ...]
    made: Callable[[Pattern, Piece, Change], tuple[Piece, ...]]


def _spot(change: Change, which: str) -> Spot:
    spot: Spot | None = getattr(change, which)
    if spot is None:
        raise DraftRefused(say("changes.say-from-which-edge"), change.piece)
    return spot


def _fresh(pattern: Pattern, id: str) -> str:
    """An id that no piece has yet."""
    known = {piece.id for piece in pattern.pieces}
    made, k = id, 2
    while made in known:
        made, k = f"{id}-{k}", k + 1
    return made


def _seam_mm(change: Change) -> float:
    return change.other_mm or DEFAULT_SEAM_MM


def _split(pattern: Pattern, piece: Piece, change: Change) -> tuple[Piece, ...]:
    return split(
        piece, _spot(change, "first"), _spot(change, "last"), allowance_mm=_seam_mm(change)
    )


def _dart_to_seam(pattern: Pattern, piece: Piece, change: Change) -> tuple[Piece, ...]:
    return dart_to_seam(piece, change.mark, _spot(change, "first"), allowance_mm=_seam_mm(change))


def _facing(pattern: Pattern, piece: Piece, change: Change) -> tuple[Piece, ...]:
    edges = (change.edge, change.other_edge) if change.other_edge else (change.edge,)
    id = _fresh(pattern, f"{piece.id}-facing")
    made = facing(piece, edges, change.mm, id=id, name=f"{piece.name} facing", allowance_mm=6.0)
    return (piece, made)


def _lining(pattern: Pattern, piece: Piece, change: Change) -> tuple[Piece, ...]:
    return (
        piece,
        replace(lining(piece, shorter_mm=change.mm), id=_fresh(pattern, f"{piece.id}-lining")),
    )


def _partner(pattern: Pattern, piece: Piece, change: Change) -> tuple[Piece, ...]:
    id = _fresh(pattern, f"{piece.id}-partner")
    return (
        piece,
        partner(
            piece, id=id, name=f"{piece.name}, partner", closing=change.edge, closing_mm=change.mm
        ),
    )


def _join(pattern: Pattern, piece: Piece, change: Change) -> tuple[Piece, ...]:
    if change.other == change.piece:
        raise DraftRefused(say("changes.piece-cannot-joined-itself"), change.piece)
    other = _piece(pattern, change.other)
    return (join(piece, other, change.edge, change.other_edge, turned_over=change.yes),)


def _spread(pattern: Pattern, piece: Piece, change: Change) -> tuple[Piece, ...]:
    return (
        slash_and_spread(
            piece,
            change.edge,
            change.other_edge,
            cuts=change.count,
            open_mm=change.mm,
            open_opposite_mm=change.other_mm,
            gathered=change.yes,
        ),
    )


_EDGE, _OTHER_EDGE = ("edge", "Which edge?"), ("other_edge", "To which edge?")

OPERATIONS: dict[str, Operation] = {
    op.id: op
    for op in (
        Operation(
            id="spread",
            name="Slash and spread",
            does=(
                "Cut from one edge to another and open the cuts: alike for gathers, at one end "
                "for flare."
            ),
            asks=(
                _EDGE,
                _OTHER_EDGE,
                ("count", "How many cuts?"),
                ("mm", "Open each at the first edge by"),
                ("other_mm", "and at the other by"),
                ("yes", "The first edge is gathered back"),
            ),
            made=_spread,
        ),
        Operation(
            id="split",
            name="Split with a seam",
            does="Cut the piece in two and give both parts a seam allowance.",
            asks=(("first", "From"), ("last", "to"), ("other_mm", "Seam allowance")),
            made=_split,
        ),
        Operation(
            id="join",
            name="Join two pieces",
            does="Lay another piece against an edge and leave the seam out.",
            asks=(
                _EDGE,
                ("other", "To which piece?"),
                ("other_edge", "To which of its edges?"),
                ("yes", "Turn the other piece over first"),
            ),
            made=_join,
        ),
        Operation(
            id="move-dart",
            name="Move a dart",
            does="Close a dart and open it elsewhere, to the same tip.",
            asks=(("mark", "Which dart?"), ("first", "To")),
            made=lambda _, piece, change: (move_dart(piece, change.mark, _spot(change, "first")),),
        ),
        Operation(
            id="dart-to-seam",
            name="Turn a dart into a seam",
            does="Split the piece along the dart and on from its tip to another edge.",
            asks=(("mark", "Which dart?"), ("first", "On to"), ("other_mm", "Seam allowance")),
            made=_dart_to_seam,
        ),
        Operation(
            id="lengthen",
            name="Lengthen or shorten",
            does="At a line across the piece; a negative length shortens it.",
            asks=(("share", "At what part of its length?"), ("mm", "By (shorter: −)")),
            made=lambda _, piece, change: (lengthen(piece, change.share, change.mm),),
        ),
        Operation(
            id="extend",
            name="Extend for a closing",
            does="Move a straight edge outward; an edge on the fold comes off it.",
            asks=(_EDGE, ("mm", "By"), ("other_mm", "Seam allowance")),
            made=lambda _, piece, change: (
                extend(
                    piece,
                    change.edge,
                    change.mm,
                    allowance_mm=change.other_mm if change.other_mm else None,
                ),
            ),
        ),
        Operation(
            id="facing",
            name="Facing",
            does="A strip that follows one edge, or two that meet.",
            asks=(_EDGE, ("other_edge", "And on along (or none)"), ("mm", "Width")),
            made=_facing,
        ),
        Operation(
            id="lining",
            name="Lining",
            does="The piece again in lining, shorter at its hem.",
            asks=(("mm", "Shorter by"),),
            made=_lining,
        ),
        Operation(
            id="interfacing",
            name="Interfacing",
            does="Cut the piece in interfacing too.",
            asks=(),
            made=lambda _, piece, change: (interfacing(piece),),
        ),
        Operation(
            id="partner",
            name="Use as template",
            does=(
                "Another piece with this one as its template, with a closing allowance if you "
                "want one."
            ),
            asks=(("edge", "Extended edge (or none)"), ("mm", "Extended by")),
            made=_partner,
        ),
        Operation(
            id="unfold",
            name="Unfold",
            does="The half on the fold as one whole piece.",
            asks=(),
            made=lambda _, piece, change: (unfold(piece),),
        ),
        Operation(
            id="fold",
            name="Fold",
            does="A symmetric piece as a half on the fold.",
            asks=(),
            made=lambda _, piece, change: (fold(piece),),
        ),
        Operation(
            id="notch",
            name="Add or move a notch",
            does="A notch on an edge; one of the same name is moved.",
            asks=(("mark", "Its name"), ("first", "On")),
            made=lambda _, piece, change: (
                with_notch(piece, change.mark or "notch", _spot(change, "first")),
            ),
        ),
        Operation(
            id="no-notch",
            name="Take a notch out",
            does="A notch less.",
            asks=(("mark", "Which notch?"),),
            made=lambda _, piece, change: (without_notch(piece, change.mark),),
        ),
    )
}


def _piece(pattern: Pattern, id: str) -> Piece:
    for piece in pattern.pieces:
        if piece.id == id:
            return piece
    names = ", ".join(piece.id for piece in pattern.pieces)
    raise DraftRefused(say("changes.there-no-piece-change", id=id, names=names), id)


def changed(pattern: Pattern, change: Change) -> Pattern:
    """The pattern after one change.

    A seam whose edge is gone is gone too; a split or a dart made into a seam adds its own.

    Raises:
        DraftRefused: what cannot be done, and why; the pattern stays as it was.
    """
    operation = OPERATIONS.get(change.operation)
    if operation is None:
        raise DraftRefused(
            say("changes.there-no-operation", operation=change.operation), change.piece
        )
    piece = _piece(pattern, change.piece)
    made = operation.made(pattern, piece, change)
    gone = {change.piece} | ({change.other} if change.operation == "join" else set())
    pieces: list[Piece] = []
    for old in pattern.pieces:
        if old.id == change.piece:
            pieces += made
        elif old.id not in gone:
            pieces.append(old)
    whole = replace(pattern, pieces=tuple(pieces))
    seams = [seam for seam in pattern.seams if _has(whole, seam.one) and _has(whole, seam.other)]
    if change.operation in ("split", "dart-to-seam"):
        seams.append(
            Seam(name=f"{piece.name} seam", one=(made[0].id, "seam"), other=(made[1].id, "seam"))
        )
    return replace(whole, seams=tuple(seams))


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
            pattern = changed(pattern, change)
        except DraftRefused as refusal:
            name = (
                OPERATIONS[change.operation].name
                if change.operation in OPERATIONS
                else change.operation
            )
            raise DraftRefused(
                say("changes.change", number=number, name=name.lower(), refusal=words_of(refusal)),
                *refusal.concerns,
            ) from None
    return pattern
