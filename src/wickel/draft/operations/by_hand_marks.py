"""Changes by hand that mark or trim a piece: darts, pleats, drill marks, corners, vents."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

from wickel.draft.operations.change import Asked, Change, ask
from wickel.draft.operations.corners import add_vent, round_corner, square_corner, widen
from wickel.draft.operations.marking import (
    PLEAT_LINE_MM,
    Pleats,
    add_pleats,
    curve_dart,
    dart_to_fullness,
    drill_mark,
    inner_dart,
    make_dart,
)
from wickel.draft.operations.spots import Spot
from wickel.pattern import Pattern, Piece


@dataclass(frozen=True, slots=True, kw_only=True)
class MakeDart(Change):
    """A dart is marked anywhere."""

    id: ClassVar[str] = "make-dart"
    title: ClassVar[str] = "Make a dart"
    does: ClassVar[str] = "A dart on any edge: it takes its width of the edge when it is sewn."
    at: Spot | None = ask("first", Asked.SPOT, "Its middle on")
    wide_mm: float = ask("mm", Asked.LENGTH, "Its width", offered=20.0)
    deep_mm: float = ask("other_mm", Asked.LENGTH, "Its length", offered=100.0)

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        return (make_dart(piece, self.needed(self.at), self.wide_mm, self.deep_mm),)


@dataclass(frozen=True, slots=True, kw_only=True)
class CurveDart(Change):
    """The legs of a dart are bent."""

    id: ClassVar[str] = "curve-dart"
    title: ClassVar[str] = "Curve the legs of a dart"
    does: ClassVar[str] = (
        "Bend both legs at their middle: outward takes more there, inward (−) less."
    )
    dart: str = ask("mark", Asked.DART, "Which dart?")
    by_mm: float = ask("mm", Asked.LENGTH, "By", offered=3.0)

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        return (curve_dart(piece, self.dart, self.by_mm),)


@dataclass(frozen=True, slots=True, kw_only=True)
class DartToFullness(Change):
    """A dart becomes ease, gathers or a pleat."""

    id: ClassVar[str] = "dart-to-fullness"
    title: ClassVar[str] = "Turn a dart into gathers or a pleat"
    does: ClassVar[str] = "What the dart took of its edge is gathered or eased in, or folded away."
    dart: str = ask("mark", Asked.DART, "Which dart?")
    as_pleat: bool = ask("yes", Asked.YES, "As a pleat")

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        return (dart_to_fullness(piece, self.dart, as_pleat=self.as_pleat),)


@dataclass(frozen=True, slots=True, kw_only=True)
class MakeInnerDart(Change):
    """A dart with two tips is marked inside."""

    id: ClassVar[str] = "inner-dart"
    title: ClassVar[str] = "Make a dart with two tips"
    does: ClassVar[str] = "A dart inside the piece, from one place to another, widest between."
    down_mm: float = ask("mm", Asked.LENGTH, "Its upper tip down", offered=100.0)
    across_mm: float = ask("other_mm", Asked.LENGTH, "and across", offered=90.0)
    to_down_mm: float = ask("third_mm", Asked.LENGTH, "Its lower tip down", offered=300.0)
    to_across_mm: float = ask("fourth_mm", Asked.LENGTH, "and across", offered=90.0)
    wide_mm: float = ask("fifth_mm", Asked.LENGTH, "Its width", offered=20.0)

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        tips = (self.down_mm, self.across_mm), (self.to_down_mm, self.to_across_mm)
        return (inner_dart(piece, *tips, self.wide_mm),)


@dataclass(frozen=True, slots=True, kw_only=True)
class AddPleat(Change):
    """Pleats are marked."""

    id: ClassVar[str] = "pleat"
    title: ClassVar[str] = "Fold pleats or tucks"
    does: ClassVar[str] = (
        "Two lines that are folded onto each other, once or several times along an edge: out of "
        "what is there, or with the piece spread for them."
    )
    at: Spot | None = ask("first", Asked.SPOT, "The first one's middle on")
    takes_mm: float = ask("mm", Asked.LENGTH, "Each takes", offered=40.0)
    deep_mm: float = ask("other_mm", Asked.LENGTH, "Marked so deep", offered=PLEAT_LINE_MM)
    pleats: int = ask("count", Asked.COUNT, "How many", offered=1)
    every_mm: float = ask("third_mm", Asked.LENGTH, "One every", offered=80.0)
    spread: bool = ask("yes", Asked.YES, "The piece is spread for them")

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        pleats = Pleats(
            count=self.pleats,
            every_mm=self.every_mm,
            takes_mm=self.takes_mm,
            deep_mm=self.deep_mm,
            spread=self.spread,
        )
        return (add_pleats(piece, self.needed(self.at), pleats),)


@dataclass(frozen=True, slots=True, kw_only=True)
class DrillMark(Change):
    """A place is marked inside a piece."""

    id: ClassVar[str] = "drill-mark"
    title: ClassVar[str] = "Drill mark"
    does: ClassVar[str] = "A small cross, as for a pocket's corner or a button."
    name: str = ask("mark", Asked.NAME, "Its name")
    down_mm: float = ask("mm", Asked.LENGTH, "Down from the start line", offered=200.0)
    across_mm: float = ask("other_mm", Asked.LENGTH, "Across from the centre", offered=60.0)

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        return (drill_mark(piece, self.down_mm, self.across_mm, self.name),)


@dataclass(frozen=True, slots=True, kw_only=True)
class RoundCorner(Change):
    """A corner is rounded."""

    id: ClassVar[str] = "round-corner"
    title: ClassVar[str] = "Round a corner"
    does: ClassVar[str] = "The corner at the end of an edge becomes a curve."
    edge: str = ask("edge", Asked.EDGE, "The corner at the end of")
    by_mm: float = ask("mm", Asked.LENGTH, "From so far before it", offered=60.0)

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        return (round_corner(piece, self.edge, self.by_mm),)


@dataclass(frozen=True, slots=True, kw_only=True)
class SquareCorner(Change):
    """A corner is made square."""

    id: ClassVar[str] = "square-corner"
    title: ClassVar[str] = "Square a corner"
    does: ClassVar[str] = "Draw an edge anew near its end, so that it meets the next one square."
    edge: str = ask("edge", Asked.EDGE, "The corner at the end of")
    over_mm: float = ask("mm", Asked.LENGTH, "Drawn anew over", offered=60.0)

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        return (square_corner(piece, self.edge, self.over_mm),)


@dataclass(frozen=True, slots=True, kw_only=True)
class Widen(Change):
    """A piece is made wider or narrower."""

    id: ClassVar[str] = "widen"
    title: ClassVar[str] = "Widen or narrow"
    does: ClassVar[str] = "At a line down the piece; a negative length narrows it."
    at: float = ask("share", Asked.SHARE, "At what part of its width?")
    by_mm: float = ask("mm", Asked.LENGTH, "By (narrower: −)", offered=20.0)

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        return (widen(piece, self.at, self.by_mm),)


@dataclass(frozen=True, slots=True, kw_only=True)
class AddVent(Change):
    """A vent is added to a straight edge."""

    id: ClassVar[str] = "vent"
    title: ClassVar[str] = "Vent"
    does: ClassVar[str] = "The lower part of a straight edge stands out, its upper end slanting."
    edge: str = ask("edge", Asked.EDGE, "Which edge?")
    long_mm: float = ask("mm", Asked.LENGTH, "How long", offered=180.0)
    wide_mm: float = ask("other_mm", Asked.LENGTH, "How wide", offered=50.0)

    def made(self, pattern: Pattern, piece: Piece) -> tuple[Piece, ...]:
        return (add_vent(piece, self.edge, self.long_mm, self.wide_mm),)
