"""The operations as a maker meets them, a class for each."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import ClassVar

from wickel.catalogue import Catalogue
from wickel.draft.operations.by_hand_cuts import (
    AddCasing,
    AddSlit,
    CopyEdge,
    CutOut,
    HalvesOfTwoCloths,
    Pivot,
    SlashLine,
    SlashStrip,
)
from wickel.draft.operations.by_hand_marks import (
    AddPleat,
    AddVent,
    CurveDart,
    DartToFullness,
    DrillMark,
    MakeDart,
    MakeInnerDart,
    RoundCorner,
    SquareCorner,
    Widen,
)
from wickel.draft.operations.change import Asked, Change, ask, fresh_id, piece_of
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
from wickel.draft.operations.seams import NewSeam
from wickel.draft.operations.splitting import join, split
from wickel.draft.operations.spots import Spot
from wickel.draft.operations.spreading import Opening, slash_and_spread
from wickel.draft.style import DraftRefused
from wickel.pattern import Pattern, Piece, Seam
from wickel.wording import say

DEFAULT_SEAM_MM = 10.0
"""The allowance of a new seam where none is given."""

_FACING_EDGE_MM = 6.0
"""The allowance of the outer edge of a facing."""


@dataclass(frozen=True, slots=True, kw_only=True)
class SlashAndSpread(Change):
    """Cuts are opened between two edges."""

    id: ClassVar[str] = "spread"
    title: ClassVar[str] = "Slash and spread"
    does: ClassVar[str] = (
        "Cut from one edge to another and open the cuts: alike for gathers, at one end for flare."
    )
    turns: ClassVar[bool] = True
    edge: str = ask("edge", Asked.EDGE, "Which edge?")
    to_edge: str = ask("other_edge", Asked.EDGE, "To which edge?")
    cuts: int = ask("count", Asked.COUNT, "How many cuts?", offered=3)
    open_mm: float = ask("mm", Asked.LENGTH, "Open each at the first edge by", offered=20.0)
    open_opposite_mm: float = ask("other_mm", Asked.LENGTH, "and at the other by")
    gathered: bool = ask("yes", Asked.YES, "The first edge is gathered back")

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        return (
            slash_and_spread(
                piece,
                self.edge,
                self.to_edge,
                Opening(
                    cuts=self.cuts,
                    open_mm=self.open_mm,
                    open_opposite_mm=self.open_opposite_mm,
                    gathered=self.gathered,
                ),
            ),
        )


@dataclass(frozen=True, slots=True, kw_only=True)
class Split(Change):
    """One piece becomes two with a seam between them."""

    id: ClassVar[str] = "split"
    title: ClassVar[str] = "Split with a seam"
    does: ClassVar[str] = "Cut the piece in two and give both parts a seam allowance."
    parts: ClassVar[bool] = True
    first: Spot | None = ask("first", Asked.SPOT, "From")
    last: Spot | None = ask("last", Asked.SPOT, "to")
    seam_mm: float = ask("other_mm", Asked.LENGTH, "Seam allowance", offered=DEFAULT_SEAM_MM)

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        ends = self.needed(self.first), self.needed(self.last)
        return split(piece, *ends, NewSeam(self.seam_mm or DEFAULT_SEAM_MM))


@dataclass(frozen=True, slots=True, kw_only=True)
class Join(Change):
    """Two pieces become one."""

    id: ClassVar[str] = "join"
    title: ClassVar[str] = "Join two pieces"
    does: ClassVar[str] = "Lay another piece against an edge and leave the seam out."
    edge: str = ask("edge", Asked.EDGE, "Which edge?")
    other: str = ask("other", Asked.OTHER_PIECE, "To which piece?")
    other_edge: str = ask("other_edge", Asked.EDGE_OF_OTHER, "To which of its edges?")
    turned_over: bool = ask("yes", Asked.YES, "Turn the other piece over first")

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        if self.other == self.piece:
            raise DraftRefused(say("changes.piece-cannot-joined-itself"), self.piece)
        other = piece_of(pattern, self.other)
        return (join((piece, self.edge), (other, self.other_edge), turned_over=self.turned_over),)

    @property
    def used_up(self) -> frozenset[str]:
        return frozenset((self.piece, self.other))

    @property
    def heirs(self) -> Mapping[str, str]:
        return {self.piece: self.other}


@dataclass(frozen=True, slots=True, kw_only=True)
class MoveDart(Change):
    """A dart is closed and opened elsewhere."""

    id: ClassVar[str] = "move-dart"
    title: ClassVar[str] = "Move a dart"
    does: ClassVar[str] = "Close a dart, or part of it, and open it elsewhere, to the same tip."
    turns: ClassVar[bool] = True
    dart: str = ask("mark", Asked.DART, "Which dart?")
    to: Spot | None = ask("first", Asked.SPOT, "To")
    share: float = ask("share", Asked.SHARE, "How much of it", offered=1.0, default=1.0)
    smooth: bool = ask("yes", Asked.YES, "Draw the edge smooth over it", offered=True)

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        return (
            move_dart(piece, self.dart, self.needed(self.to), share=self.share, smooth=self.smooth),
        )


@dataclass(frozen=True, slots=True, kw_only=True)
class DartToSeam(Change):
    """A dart becomes a seam that runs on to another edge."""

    id: ClassVar[str] = "dart-to-seam"
    title: ClassVar[str] = "Turn a dart into a seam"
    does: ClassVar[str] = "Split the piece along the dart and on from its tip to another edge."
    parts: ClassVar[bool] = True
    turns: ClassVar[bool] = True
    dart: str = ask("mark", Asked.DART, "Which dart?")
    to: Spot | None = ask("first", Asked.SPOT, "On to")
    seam_mm: float = ask("other_mm", Asked.LENGTH, "Seam allowance", offered=DEFAULT_SEAM_MM)

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        seam = self.seam_mm or DEFAULT_SEAM_MM
        return dart_to_seam(piece, self.dart, self.needed(self.to), NewSeam(seam))


@dataclass(frozen=True, slots=True, kw_only=True)
class Lengthen(Change):
    """A piece is made longer or shorter at a level."""

    id: ClassVar[str] = "lengthen"
    title: ClassVar[str] = "Lengthen or shorten"
    does: ClassVar[str] = "At a line across the piece; a negative length shortens it."
    at: float = ask("share", Asked.SHARE, "At what part of its length?")
    by_mm: float = ask("mm", Asked.LENGTH, "By (shorter: −)", offered=20.0)

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        return (lengthen(piece, self.at, self.by_mm),)


@dataclass(frozen=True, slots=True, kw_only=True)
class Extend(Change):
    """A straight edge is moved outward."""

    id: ClassVar[str] = "extend"
    title: ClassVar[str] = "Extend for a closing"
    does: ClassVar[str] = "Move a straight edge outward; an edge on the fold comes off it."
    edge: str = ask("edge", Asked.EDGE, "Which edge?")
    by_mm: float = ask("mm", Asked.LENGTH, "By", offered=20.0)
    seam_mm: float = ask("other_mm", Asked.LENGTH, "Seam allowance", offered=DEFAULT_SEAM_MM)

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        return (extend(piece, self.edge, self.by_mm, allowance_mm=self.seam_mm or None),)


@dataclass(frozen=True, slots=True, kw_only=True)
class MakeFacing(Change):
    """A facing beside the piece."""

    id: ClassVar[str] = "facing"
    title: ClassVar[str] = "Facing"
    does: ClassVar[str] = "A strip that follows one edge, or two that meet."
    edge: str = ask("edge", Asked.EDGE, "Which edge?")
    and_edge: str = ask("other_edge", Asked.EDGE_OR_NONE, "And on along (or none)")
    width_mm: float = ask("mm", Asked.LENGTH, "Width", offered=60.0)

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        edges = (self.edge, self.and_edge) if self.and_edge else (self.edge,)
        strip = facing(
            piece,
            edges,
            self.width_mm,
            id=fresh_id(pattern, f"{piece.id}-facing"),
            name=f"{piece.name} facing",
            allowance_mm=_FACING_EDGE_MM,
        )
        return (piece, strip)

    def seams(self, piece: Piece, made: tuple[Piece, ...]) -> tuple[Seam, ...]:
        strip = made[1]
        return tuple(
            Seam(name=f"{strip.name}, {edge}", one=(piece.id, edge), other=(strip.id, edge))
            for edge in (self.edge, self.and_edge)
            if edge
        )


@dataclass(frozen=True, slots=True, kw_only=True)
class MakeLining(Change):
    """A lining beside the piece."""

    id: ClassVar[str] = "lining"
    title: ClassVar[str] = "Lining"
    does: ClassVar[str] = "The piece again in lining, shorter at its hem."
    shorter_mm: float = ask("mm", Asked.LENGTH, "Shorter by", offered=50.0)

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        id = fresh_id(pattern, f"{piece.id}-lining")
        return (piece, replace(lining(piece, shorter_mm=self.shorter_mm), id=id))


@dataclass(frozen=True, slots=True, kw_only=True)
class AddInterfacing(Change):
    """The piece is cut in interfacing too."""

    id: ClassVar[str] = "interfacing"
    title: ClassVar[str] = "Interfacing"
    does: ClassVar[str] = "Cut the piece in interfacing too."

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        return (interfacing(piece),)


@dataclass(frozen=True, slots=True, kw_only=True)
class UseAsTemplate(Change):
    """Another piece is made after this one."""

    id: ClassVar[str] = "partner"
    title: ClassVar[str] = "Use as template"
    does: ClassVar[str] = (
        "Another piece with this one as its template, with a closing allowance if you want one."
    )
    edge: str = ask("edge", Asked.EDGE_OR_NONE, "Extended edge (or none)")
    by_mm: float = ask("mm", Asked.LENGTH, "Extended by")
    replaces: str = ask("other", Asked.OTHER_PIECE_OR_NONE, "In the place of (or none)")

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        id, name = fresh_id(pattern, f"{piece.id}-partner"), f"{piece.name}, partner"
        if self.replaces:
            id, name = self.replaces, piece_of(pattern, self.replaces).name
        made = partner(piece, id=id, name=name, closing=self.edge, closing_mm=self.by_mm)
        return (piece, made)

    @property
    def used_up(self) -> frozenset[str]:
        return frozenset((self.piece, self.replaces)) - {""}


@dataclass(frozen=True, slots=True, kw_only=True)
class Unfold(Change):
    """A half on the fold becomes whole."""

    id: ClassVar[str] = "unfold"
    title: ClassVar[str] = "Unfold"
    does: ClassVar[str] = "The half on the fold as one whole piece."

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        return (unfold(piece),)


@dataclass(frozen=True, slots=True, kw_only=True)
class Fold(Change):
    """A symmetric piece becomes a half on the fold."""

    id: ClassVar[str] = "fold"
    title: ClassVar[str] = "Fold"
    does: ClassVar[str] = "A symmetric piece as a half on the fold."

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        return (fold(piece),)


@dataclass(frozen=True, slots=True, kw_only=True)
class AddNotch(Change):
    """A notch is set, or moved."""

    id: ClassVar[str] = "notch"
    title: ClassVar[str] = "Add or move a notch"
    does: ClassVar[str] = "A notch on an edge; one of the same name is moved."
    name: str = ask("mark", Asked.NAME, "Its name")
    at: Spot | None = ask("first", Asked.SPOT, "On")

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        return (with_notch(piece, self.name or "notch", self.needed(self.at)),)


@dataclass(frozen=True, slots=True, kw_only=True)
class TakeNotchOut(Change):
    """A notch less."""

    id: ClassVar[str] = "no-notch"
    title: ClassVar[str] = "Take a notch out"
    does: ClassVar[str] = "A notch less."
    name: str = ask("mark", Asked.NOTCH, "Which notch?")

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        return (without_notch(piece, self.name),)


@dataclass(frozen=True, slots=True, kw_only=True)
class Subject:
    """Operations that belong together, under a heading of the dialog."""

    title: str
    operations: tuple[type[Change], ...]


SUBJECTS: tuple[Subject, ...] = (
    Subject(
        title="Cut and open",
        operations=(Split, Join, SlashAndSpread, SlashStrip, SlashLine, Pivot),
    ),
    Subject(
        title="Darts and pleats",
        operations=(
            MakeDart,
            MakeInnerDart,
            MoveDart,
            CurveDart,
            DartToSeam,
            DartToFullness,
            AddPleat,
        ),
    ),
    Subject(
        title="Length, width, edges",
        operations=(Lengthen, Widen, RoundCorner, SquareCorner, CopyEdge),
    ),
    Subject(
        title="Closings and openings",
        operations=(Extend, AddVent, AddSlit, CutOut, AddCasing),
    ),
    Subject(
        title="More pieces of one",
        operations=(
            MakeFacing,
            MakeLining,
            AddInterfacing,
            UseAsTemplate,
            HalvesOfTwoCloths,
            Unfold,
            Fold,
        ),
    ),
    Subject(title="Marks", operations=(AddNotch, TakeNotchOut, DrillMark)),
)
"""What can be done to a piece by hand, in the order of the dialog."""

OPERATIONS: Catalogue[type[Change]] = Catalogue(
    operation for subject in SUBJECTS for operation in subject.operations
)
"""All operations, by their ids."""
