"""Changes by hand that cut into a piece or open it: slashes, pivots, slits, holes, casings; and
those that take another piece or cloth for it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

from wickel.draft.operations.change import Asked, Change, ask, fresh_id, piece_of
from wickel.draft.operations.deriving import halves, with_edge_of
from wickel.draft.operations.openings import Finish, add_casing, add_slit, cut_out
from wickel.draft.operations.spots import Spot
from wickel.draft.operations.spreading import Opening, pivot, slash, slash_and_spread
from wickel.draft.style import DraftRefused
from wickel.pattern import EdgeKind, Pattern, Piece, Seam
from wickel.wording import say

_SEAM_MM = 10.0


@dataclass(frozen=True, slots=True, kw_only=True)
class SlashStrip(Change):
    """Cuts are opened over a strip of a piece."""

    id: ClassVar[str] = "spread-strip"
    title: ClassVar[str] = "Slash and spread a strip"
    does: ClassVar[str] = (
        "Cuts only over a strip: from a part of one edge to a part of another. The strip runs on "
        "both edges from the same end of the piece."
    )
    turns: ClassVar[bool] = True
    edge: str = ask("edge", Asked.EDGE, "Which edge?")
    begins: float = ask("share", Asked.SHARE, "The strip begins at", offered=0.25)
    ends: float = ask("other_share", Asked.SHARE, "and ends at", offered=0.75)
    to_edge: str = ask("other_edge", Asked.EDGE, "To which edge?")
    to_begins: float = ask("third_share", Asked.SHARE, "where it begins at", offered=0.25)
    to_ends: float = ask("fourth_share", Asked.SHARE, "and ends at", offered=0.75)
    cuts: int = ask("count", Asked.COUNT, "How many cuts?", offered=3)
    open_mm: float = ask("mm", Asked.LENGTH, "Open each at the first edge by", offered=20.0)
    open_opposite_mm: float = ask("other_mm", Asked.LENGTH, "and at the other by")
    gathered: bool = ask("yes", Asked.YES, "The first edge is gathered back")

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        if not (self.begins < self.ends and self.to_begins < self.to_ends):
            raise DraftRefused(say("changes.strip-begins", piece=piece.name), piece.id)
        opening = Opening(
            cuts=self.cuts,
            open_mm=self.open_mm,
            open_opposite_mm=self.open_opposite_mm,
            gathered=self.gathered,
            between=(self.begins, self.ends),
            between_opposite=(self.to_begins, self.to_ends),
        )
        return (slash_and_spread(piece, self.edge, self.to_edge, opening),)


@dataclass(frozen=True, slots=True, kw_only=True)
class SlashLine(Change):
    """One cut in any direction is opened."""

    id: ClassVar[str] = "slash"
    title: ClassVar[str] = "Slash along a line"
    does: ClassVar[str] = (
        "One cut in any direction, from a place on one edge to a place on another, opened alike or "
        "fanned."
    )
    turns: ClassVar[bool] = True
    first: Spot | None = ask("first", Asked.SPOT, "From")
    last: Spot | None = ask("last", Asked.SPOT, "to")
    open_mm: float = ask("mm", Asked.LENGTH, "Open it at the first by", offered=30.0)
    open_last_mm: float = ask("other_mm", Asked.LENGTH, "and at the other by")
    gathered: bool = ask("yes", Asked.YES, "The first edge is gathered back")

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        first, last = self.needed(self.first), self.needed(self.last)
        opening = (self.open_mm, self.open_last_mm)
        return (slash(piece, first, last, opening, gathered=self.gathered),)


@dataclass(frozen=True, slots=True, kw_only=True)
class Pivot(Change):
    """A part turns about a place until an edge has a length."""

    id: ClassVar[str] = "pivot"
    title: ClassVar[str] = "Turn a part until an edge is as long as you say"
    does: ClassVar[str] = (
        "Cut from an edge to a place on another and turn the part beyond about that place: a neck "
        "that drapes, a hem that swings."
    )
    turns: ClassVar[bool] = True
    first: Spot | None = ask("first", Asked.SPOT, "Cut from")
    about: Spot | None = ask("last", Asked.SPOT, "and turn about")
    until_mm: float = ask("mm", Asked.LENGTH, "until the first edge is", offered=400.0)

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        return (pivot(piece, self.needed(self.first), self.needed(self.about), self.until_mm),)


@dataclass(frozen=True, slots=True, kw_only=True)
class AddSlit(Change):
    """A slit with its facing or placket."""

    id: ClassVar[str] = "slit"
    title: ClassVar[str] = "Slit with its facing or placket"
    does: ClassVar[str] = (
        "A slit that runs in from an edge, and a facing for it or a placket strip round both its "
        "edges."
    )
    at: Spot | None = ask("first", Asked.SPOT, "From")
    long_mm: float = ask("mm", Asked.LENGTH, "How long", offered=150.0)
    wide_mm: float = ask("other_mm", Asked.LENGTH, "Facing or placket wide", offered=40.0)
    seam_mm: float = ask("third_mm", Asked.LENGTH, "Seam allowance", offered=_SEAM_MM)
    placket: bool = ask("yes", Asked.YES, "A placket strip, no facing")

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        word = "placket" if self.placket else "slit-facing"
        finish = Finish(
            id=fresh_id(pattern, f"{piece.id}-{word}"),
            name=f"{piece.name} {word.replace('-', ' ')}",
            wide_mm=self.wide_mm,
            seam_mm=self.seam_mm,
        )
        at = self.needed(self.at)
        return add_slit(piece, at, self.long_mm, finish, placket=self.placket)


@dataclass(frozen=True, slots=True, kw_only=True)
class CutOut(Change):
    """A round hole and its casing."""

    id: ClassVar[str] = "cut-out"
    title: ClassVar[str] = "Cut out a round opening"
    does: ClassVar[str] = (
        "A round opening inside the piece, and a bias strip as long as its edge for a casing or "
        "binding."
    )
    down_mm: float = ask("mm", Asked.LENGTH, "Its middle down from the start line", offered=200.0)
    across_mm: float = ask("other_mm", Asked.LENGTH, "and across from the centre")
    high_mm: float = ask("third_mm", Asked.LENGTH, "How high", offered=100.0)
    wide_mm: float = ask("fourth_mm", Asked.LENGTH, "How wide", offered=80.0)
    casing_mm: float = ask("fifth_mm", Asked.LENGTH, "Casing or binding wide", offered=10.0)

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        finish = Finish(
            id=fresh_id(pattern, f"{piece.id}-casing"),
            name=f"{piece.name} casing",
            wide_mm=self.casing_mm,
            seam_mm=_SEAM_MM,
        )
        middle, size = (self.down_mm, self.across_mm), (self.high_mm, self.wide_mm)
        return cut_out(piece, middle, size, finish)


@dataclass(frozen=True, slots=True, kw_only=True)
class AddCasing(Change):
    """A casing grown on to an edge."""

    id: ClassVar[str] = "casing"
    title: ClassVar[str] = "Casing or turn-up, grown on"
    does: ClassVar[str] = (
        "So much more beyond a straight edge, its sides mirrored so that it lies flat when it is "
        "turned down."
    )
    edge: str = ask("edge", Asked.EDGE, "Which edge?")
    wide_mm: float = ask("mm", Asked.LENGTH, "How wide", offered=30.0)
    turned_in_mm: float = ask("other_mm", Asked.LENGTH, "Turned in at its edge", offered=10.0)

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        return (add_casing(piece, self.edge, self.wide_mm, self.turned_in_mm),)


@dataclass(frozen=True, slots=True, kw_only=True)
class HalvesOfTwoCloths(Change):
    """One half is cut from another cloth."""

    id: ClassVar[str] = "two-cloths"
    title: ClassVar[str] = "Halves from two cloths"
    does: ClassVar[str] = (
        "Of a pair, or a piece on the fold, one half is cut from another cloth; on the fold a seam "
        "is left at the centre."
    )
    material: str = ask("mark", Asked.MATERIAL, "The other cloth")
    swapped: bool = ask("yes", Asked.YES, "The other way round")
    seam_mm: float = ask("other_mm", Asked.LENGTH, "Seam allowance", offered=_SEAM_MM)

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        other_id = fresh_id(pattern, f"{piece.id}-other")
        return halves(piece, self.material, other_id, seam_mm=self.seam_mm, swapped=self.swapped)

    def seams(self, piece: Piece, made: tuple[Piece, ...]) -> tuple[Seam, ...]:
        one, other = made
        return tuple(
            Seam(name=f"{piece.name} centre", one=(one.id, edge.name), other=(other.id, edge.name))
            for edge in piece.edges
            if edge.kind is EdgeKind.FOLD
        )


@dataclass(frozen=True, slots=True, kw_only=True)
class CopyEdge(Change):
    """An edge is drawn after one of another piece."""

    id: ClassVar[str] = "copy-edge"
    title: ClassVar[str] = "Copy an edge of another piece"
    does: ClassVar[str] = (
        "Draw an edge with the other's shape and length, or so much longer; the edge after it "
        "begins where it ends."
    )
    edge: str = ask("edge", Asked.EDGE, "Which edge?")
    other: str = ask("other", Asked.OTHER_PIECE, "After which piece?")
    other_edge: str = ask("other_edge", Asked.EDGE_OF_OTHER, "After which of its edges?")
    longer_mm: float = ask("mm", Asked.LENGTH, "Longer by (shorter: −)")

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        other = piece_of(pattern, self.other)
        return (with_edge_of(piece, self.edge, other, self.other_edge, self.longer_mm),)
