"""What a part is, and the garment in the making that it takes and gives on."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from enum import StrEnum

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.ledger import Both, Ledger
from wickel.draft.parts import dart_width
from wickel.draft.style import Option, Options
from wickel.draft.torso import Torso
from wickel.draft.upper import WHOLE, half_names
from wickel.pattern import Pattern, Piece, Seam, edge_length
from wickel.wording import Text


class Slot(StrEnum):
    """Where a part belongs, in the order in which a garment is put together."""

    NECK = "neck"
    UPPER = "shape"
    SLEEVE = "sleeve"
    CLOSING = "closing"
    COLLAR = "collar"
    LOWER = "lower"
    EDGES = "edges"
    POCKETS = "pockets"
    BELT = "belt"


QUESTIONS = {
    Slot.NECK: "The front neck is",
    Slot.UPPER: "The upper part is shaped by",
    Slot.SLEEVE: "Sleeves",
    Slot.CLOSING: "It closes",
    Slot.COLLAR: "The collar is",
    Slot.LOWER: "The lower part is",
    Slot.EDGES: "Neck and bare armholes are",
    Slot.POCKETS: "Pockets",
    Slot.BELT: "A belt",
}

WAIST_SEAM, ZIP_GOES_ON = "waist seam", "zip goes on"
OPENS_BEHIND, OPENS_IN_FRONT = "opens behind", "opens in front"
"""What a part may need of the others: that the upper part ends at the waist, that its zip goes on
below, that front or back opens at its centre."""


@dataclass(frozen=True, kw_only=True)
class Making:
    """A garment in the making.

    ``chosen`` is the part of each slot, ``needs`` what these need of each other. ``necks`` are the
    kinds of the front and the back neck, ``halves`` the points of both halves; ``stand_mm`` is how
    far the front goes on past its centre, ``facing`` how wide facings are, ``zip_mm`` how far
    a zip goes on below the waist. ``bare`` are the edges that nothing finishes yet, by their names,
    with the ids of their pieces.
    """

    ledger: Ledger
    allow: Allowances
    chosen: Mapping[Slot, str]
    needs: frozenset[str]
    necks: tuple[str, str] = ("round", "round")
    halves: tuple[Torso, Torso] | None = None
    pieces: tuple[Piece, ...] = ()
    seams: tuple[Seam, ...] = ()
    bare: Mapping[str, tuple[str, ...]] = field(default_factory=dict)
    stand_mm: float = 0.0
    facing: Both | None = None
    zip_mm: float | None = None

    @property
    def torso(self) -> tuple[Torso, Torso]:
        """Front and back half. Only for parts after the upper one."""
        assert self.halves is not None, "the upper part comes first"
        return self.halves

    @property
    def seamed(self) -> str:
        """Where the panels of the upper part are seamed; in one piece (``upper.WHOLE``) it has
        none."""
        shape = self.chosen[Slot.UPPER]
        return shape if shape in PANELLED else WHOLE

    def with_pieces(self, *pieces: Piece, seams: tuple[Seam, ...] = ()) -> Making:
        """The garment with more pieces and seams; a piece of an id that it has takes its place."""
        made = {piece.id: piece for piece in self.pieces}
        made |= {piece.id: piece for piece in pieces}
        return replace(self, pieces=tuple(made.values()), seams=(*self.seams, *seams))

    def piece(self, id: str) -> Piece:
        """The piece of that id."""
        return next(piece for piece in self.pieces if piece.id == id)

    def names(self, where: str) -> tuple[str, str]:
        """The ids of the pieces of a half that have its neck and its side."""
        return half_names(self.seamed, where)

    def centre(self, where: str) -> str:
        """The role of the centre of a half below the waist: on the fold, or where it closes."""
        opens = {"front": OPENS_IN_FRONT, "back": OPENS_BEHIND}[where]
        return "closing" if opens in self.needs else "fold"

    def with_facing(self) -> tuple[Making, Both]:
        """The garment with the width of its facings known, and that width."""
        if self.facing is not None:
            return self, self.facing
        ledger = self.ledger
        ledger.at("Facings and closing")
        wide = ledger.both("facing.wide", "facing", "Width of the facing", (25, 140))
        return replace(self, facing=wide), wide

    def finished(self, *edges: str) -> Making:
        """The garment with some edges no longer bare."""
        left = {name: ids for name, ids in self.bare.items() if name not in edges}
        return replace(self, bare=left)

    def joined_mm(self) -> Both:
        """The lower edge of each upper half up to its centre, its darts closed: what a lower part
        is sewn to."""
        front, back = (lower_edge_mm(self.pieces, where) for where in ("front", "back"))
        return Both(front - self.stand_mm, back)


PANELLED = ("shoulder", "armhole")
"""The upper parts that are cut in panels."""


def lower_edge_mm(pieces: tuple[Piece, ...], where: str) -> float:
    """The lower edge of a half of the upper part, its waist dart closed."""
    return sum(
        edge_length(piece, "hem") - dart_width(piece, "hem", name="waist dart")
        for piece in pieces
        if piece.id in (where, f"{where}-centre", f"{where}-side")
    )


def half_neck_mm(pattern: Pattern) -> float:
    """The neck of a front and a back half."""
    return sum(
        edge_length(piece, "neck")
        for piece in pattern.pieces
        if piece.id in ("front", "back", "front-centre", "back-centre")
    )


def stand_mm(pattern: Pattern) -> float:
    """How far the front goes on past its centre, mm; nothing where it does not open there."""
    return pattern.figure_or("stand.wide", 0.0)


Add = Callable[[Making], Making]
Measure = Callable[[Pattern, Body, Options], tuple[TapeCheck, ...]]


def _nothing_measured(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    return ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Part:
    """One choice for a slot of a garment.

    ``add`` puts it to a garment in the making; ``options`` are what it asks, ``required`` what it
    needs measured, ``needs`` what it needs of the other parts (``WAIST_SEAM`` and others),
    ``checks`` what is measured of it. ``against`` says by the id of another part why it does not go
    with it.
    """

    id: str
    slot: Slot
    name: str
    add: Add = lambda making: making
    options: tuple[Option, ...] = ()
    required: tuple[str, ...] = ()
    needs: frozenset[str] = frozenset()
    checks: Measure = _nothing_measured
    against: Mapping[tuple[Slot, str], Text] = field(default_factory=dict)
    roles: tuple[str, ...] = ()
    place: int = 0

    @property
    def key(self) -> tuple[Slot, str]:
        """What it is known by among the parts of all slots."""
        return self.slot, self.id
