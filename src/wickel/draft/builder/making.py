"""What a part is, and the garment in the making that it takes and gives on."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field, replace
from enum import StrEnum

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.cowl import FOLD as COWL_FOLD
from wickel.draft.ledger import SIDES, Both, Ledger, Rule
from wickel.draft.necklines import Neckline
from wickel.draft.parts import bust_darts, dart_width
from wickel.draft.style import ChoiceOption, LengthOption, Option, Options
from wickel.draft.torso import Torso
from wickel.geometry import length
from wickel.pattern import Figure, Pattern, Piece, Seam, sewn_length
from wickel.wording import Text


class Slot(StrEnum):
    """Where a part belongs, in the order in which a garment is put together."""

    NECK = "neck"
    UPPER = "shape"
    SLEEVE = "sleeve"
    CLOSING = "closing"
    COLLAR = "collar"
    WAIST = "waist"
    LOWER = "lower"
    OPENING = "opening"
    HEM = "hem"
    EDGES = "edges"
    DART = "bust_dart"
    YOKE = "yoke"
    LINING = "lining"
    DRAPE = "drape"
    CLOTHS = "halves"
    POCKETS = "pockets"
    BELT = "belt"
    EXTRA = "extra"


QUESTIONS = {
    Slot.NECK: "The front neck is",
    Slot.UPPER: "The upper part is shaped by",
    Slot.SLEEVE: "Sleeves",
    Slot.CLOSING: "It closes",
    Slot.COLLAR: "The collar is",
    Slot.WAIST: "The waist is",
    Slot.LOWER: "The lower part is",
    Slot.OPENING: "Below it opens",
    Slot.HEM: "The hem is",
    Slot.EDGES: "Bare edges above are",
    Slot.DART: "A bust dart lies",
    Slot.YOKE: "The top is cut",
    Slot.LINING: "The lining is",
    Slot.DRAPE: "It is drawn up",
    Slot.CLOTHS: "A second cloth is",
    Slot.POCKETS: "Pockets",
    Slot.BELT: "A belt",
    Slot.EXTRA: "Besides",
}

WAIST_SEAM, ZIP_GOES_ON = "waist seam", "zip goes on"
OPENS_BEHIND, OPENS_IN_FRONT = "opens behind", "opens in front"
"""What a part may need of the others: that the upper part ends at the waist, that its zip goes on
below, that front or back opens at its centre."""

UNDER_BUST, LOWERED = "under the bust", "below the waist"
"""Where a waist seam lies, if not at the waist."""
GROWN_ON, DROPPED = "grown on", "dropped"
"""How the upper part is drawn for a sleeve: in one with it, its shoulder longer for it."""
HALVES = "halves"
"""Each half of front and back is a piece of its own: both have a seam in their centre."""
HANGS_CLOSE = "hangs close"
"""A skirt that has a figure of its own for its waist."""
KNIT = "knit"
"""It is made of a knit, which stretches over the body."""
BIAS_FRONT = "front on the bias"
"""The front is cut whole, at 45° to the thread."""
SQUARE, BANDED = "square", "banded"
"""The upper part is drawn on into a square that hangs; its front opens between bands, which lie
over its neck."""
WRAPPED_BEHIND = "wrapped behind"
"""The back is drawn on to where it is wrapped."""
COWL, WRAPPED, ASIDE = "cowl", "wrapped", "aside"
"""The front is drawn wide at the neck; its neck runs on to where it is wrapped; it is cut whole,
the deepest point of its neck beside the centre."""

NO_SHOULDERS, BARE_TOP, WHOLE_FRONT = "no shoulders", "bare top", "whole front"
"""What a part may be, said by itself (its traits): it has no shoulders and no neck; it ends above
in a top edge; its front is cut whole, both sides of it different."""
OPEN_ALL_DOWN = ("front", "edge", "front-zip", "wrapped")
"""The closings that open the whole front, with what hangs from it."""
WHOLE_SLOTS = (Slot.NECK, Slot.UPPER)
"""The slots whose parts may have the front cut whole."""
PANELS = "panels"
"""An upper part in panels."""
EQUAL_PANELS, ROUND_PART, LEGS, DRAWN_IN = "equal panels", "part of a circle", "legs", "drawn in"
"""A lower part without a front and back of its own; one whose sides do not hang straight down; one
with two legs; one that is drawn in at the waist."""

OVER = "wrap.over"
"""The figure of how far what is wrapped goes on past its centre."""
ONE_SLIT = "slit in one side"
"""The notch of a slit that only one side has: of a half it is that of one side alone."""

FACING = LengthOption(
    id="facing_mm", question="Width of the facings", default=60, least=40, most=100
)
WAIST_EASE = LengthOption(
    id="waist_ease_mm", question="Ease at the waist", default=15, least=0, most=80
)
BAND_HIGH = LengthOption(
    id="band_mm", question="Finished height of the waistband", default=35, least=15, most=140
)


STRETCH = {"25": 1.25, "50": 1.5, "75": 1.75}
"""To how many times its width a knit stretches, by the answers of ``STRETCHES``."""
STRETCHES = ChoiceOption(
    id="stretch",
    question="The knit stretches by",
    default="50",
    choices={"25": "a quarter", "50": "a half", "75": "three quarters"},
)


@dataclass(frozen=True, kw_only=True)
class Making:
    """A garment in the making.

    ``chosen`` is the part of each slot, ``needs`` what these need of each other. ``necks`` are the
    kinds of the front and the back neck, ``necklines`` they as they are drawn; ``halves`` are the
    points of both halves of an upper part with shoulders and armholes. ``stand_mm`` is how far the
    front goes on past its centre, ``facings`` how wide those of front and back are, ``zip_mm`` how
    far a zip goes on below the waist. ``bare`` are the edges that nothing finishes yet, by their
    names, with the ids of their pieces; ``quarter`` is a quarter of the waist where there is no
    upper part, ``above`` the rule of how far above the waist the seam lies.
    """

    ledger: Ledger
    allow: Allowances
    chosen: Mapping[Slot, str]
    needs: frozenset[str]
    necks: tuple[str, str] = ("round", "round")
    necklines: tuple[Neckline, Neckline] | None = None
    halves: tuple[Torso, Torso] | None = None
    pieces: tuple[Piece, ...] = ()
    seams: tuple[Seam, ...] = ()
    bare: Mapping[str, tuple[str, ...]] = field(default_factory=dict)
    stand_mm: float = 0.0
    facings: Mapping[str, float] = field(default_factory=dict)
    zip_mm: float | None = None
    quarter: Both | None = None
    above: str = ""

    @property
    def torso(self) -> tuple[Torso, Torso]:
        """Front and back half. Only for parts that need an armhole."""
        assert self.halves is not None, "the upper part comes first"
        return self.halves

    @property
    def has_upper(self) -> bool:
        """Whether there is an upper part."""
        return bool(upper_half(self.pieces, "front"))

    def with_pieces(self, *pieces: Piece, seams: tuple[Seam, ...] = ()) -> Making:
        """The garment with more pieces and seams; a piece of an id that it has takes its place."""
        made = {piece.id: piece for piece in self.pieces}
        made |= {piece.id: piece for piece in pieces}
        return replace(self, pieces=tuple(made.values()), seams=(*self.seams, *seams))

    def without(self, *ids: str) -> Making:
        """The garment without some pieces and what was sewn to them."""
        return replace(
            self,
            pieces=tuple(piece for piece in self.pieces if piece.id not in ids),
            seams=tuple(seam for seam in self.seams if not {seam.one[0], seam.other[0]} & {*ids}),
        )

    def piece(self, id: str) -> Piece:
        """The piece of that id."""
        return next(piece for piece in self.pieces if piece.id == id)

    def has(self, id: str) -> bool:
        """Whether there is a piece of that id."""
        return any(piece.id == id for piece in self.pieces)

    def inner(self, where: str) -> str:
        """The id of the piece of a half that lies at its centre."""
        return next(piece.id for piece in upper_half(self.pieces, where))

    def outer(self, where: str) -> str:
        """The id of the piece of a half that has its side."""
        half = upper_half(self.pieces, where)
        return next(piece.id for piece in half if has_edge(piece, "side"))

    def centre(self, where: str) -> str:
        """The role of the centre of a half below the waist: on the fold, or where it closes."""
        opens = {"front": OPENS_IN_FRONT, "back": OPENS_BEHIND}[where]
        return self.seam_behind if opens in self.needs else "fold"

    @property
    def seam_behind(self) -> str:
        """The role of the centre back that is not on the fold: where it closes, or a seam."""
        return "side" if self.chosen.get(Slot.CLOSING) == "seam-behind" else "closing"

    def with_facing(self, where: str) -> tuple[Making, float]:
        """The garment with the width of the facings of its front or back known, and that width."""
        if where in self.facings:
            return self, self.facings[where]
        ledger = self.ledger
        ledger.at("Facings and closing")
        wide = ledger.both(
            "facing.wide", "facing", "Width of the facing", (0, 140), only=(where,)
        ).of(where)
        return replace(self, facings={**self.facings, where: wide}), wide

    def finished(self, *edges: str) -> Making:
        """The garment with some edges no longer bare."""
        left = {name: ids for name, ids in self.bare.items() if name not in edges}
        return replace(self, bare=left)

    def joined_mm(self) -> Both:
        """What a lower part is sewn to, a quarter of it: the lower edge of each upper half up to
        its centre, its darts closed; of a garment without an upper part, its waist."""
        if self.quarter is not None:
            return self.quarter
        front, back = (lower_edge_mm(self.pieces, where) for where in SIDES)
        return Both(front - self.stand_mm, back)

    @property
    def quarter_id(self) -> str:
        """The id of the figure of a quarter of the waist where there is no upper part: that of the
        skirt itself, if it has one."""
        return "waist.across" if HANGS_CLOSE in self.needs else "waist.quarter"

    def ledger_of(self, part: str, rules: Mapping[str, Rule]) -> Ledger:
        """The ledger of a lower part that is drafted by rules of its own: its figures are called
        after it, unless it begins at the waist and is all there is."""
        return self.ledger.within(part, rules) if self.has_upper else self.ledger.ruled(rules)

    def with_joined(self) -> Making:
        """The garment with the figure of its waist taken, where it has no upper part."""
        if self.has_upper or self.quarter is not None:
            return self
        ledger = self.ledger
        ledger.at("Waist")
        pulled_on = self.chosen[Slot.WAIST] in ("elastic", "elastic-behind", "drawstring")
        rule = "(max(waist, hip) + 4 cm)/4" if pulled_on else "(waist + waist_ease)/4"
        quarter = ledger.both(self.quarter_id, rule, "A quarter of the waist", (100, 400))
        return replace(self, quarter=quarter)


def has_edge(piece: Piece, name: str) -> bool:
    """Whether a piece has an edge of that name."""
    return any(edge.name == name for edge in piece.edges)


def upper_edge(piece: Piece) -> str:
    """The edge of a front or back above: its neck, or the top of what has no shoulders."""
    return "top" if has_edge(piece, "top") else "neck"


def upper_half(pieces: tuple[Piece, ...], where: str) -> tuple[Piece, ...]:
    """The pieces of a half of the upper part: that at its centre, that at its side, its yoke, the
    half of a sleeve that goes on to the neck."""
    by_id = {piece.id: piece for piece in pieces}
    ids = (where, f"{where}-centre", f"{where}-side", f"{where}-yoke", f"sleeve-{where}")
    return tuple(by_id[id] for id in ids if id in by_id and not is_lower(by_id[id]))


def is_lower(piece: Piece) -> bool:
    """Whether a front or back is that of a skirt: its own waist is its upper edge."""
    return has_edge(piece, "waist") and not any(
        has_edge(piece, name) for name in ("neck", "top", "shoulder", "armhole")
    )


_OF_ONE_SIDE = ("armhole", "shoulder", "side")


def share(piece: Piece, edge: str) -> float:
    """What of a half an edge of a piece makes up: all of it, or half where the piece is cut once
    and whole, and the edge runs on over its centre."""
    cut = piece.cuts[0]
    runs_on = cut.copies == 1 and not cut.on_fold and edge not in _OF_ONE_SIDE
    return 0.5 if runs_on else 1.0


def half_edge_mm(pieces: tuple[Piece, ...], where: str, edge: str) -> float:
    """How long an edge is on all the pieces of a half of the upper part together."""
    return sum(
        share(piece, edge) * (sewn_length(piece, edge) - bust_darts(piece, edge))
        for piece in upper_half(pieces, where)
        if has_edge(piece, edge)
    )


def lower_edge_mm(pieces: tuple[Piece, ...], where: str) -> float:
    """The lower edge of a half of the upper part, its waist dart closed."""
    return sum(
        share(piece, "hem")
        * (sewn_length(piece, "hem") - dart_width(piece, "hem", name="waist dart"))
        for piece in upper_half(pieces, where)
        if has_edge(piece, "hem")
    )


def half_neck_mm(pattern: Pattern) -> float:
    """The neck of a front and a back half; that of a cowl is where its facing is folded back."""
    hung = sum(
        length(mark.path) - pattern.figure_or("cowl.neck_pleats", 0.0)
        for piece in pattern.pieces
        for mark in piece.inner_lines
        if mark.name == COWL_FOLD and piece.id == "front"
    )
    return hung + sum(half_edge_mm(pattern.pieces, where, "neck") for where in SIDES)


def waist_round_mm(pattern: Pattern) -> float:
    """How far round the upper part is at its lower edge, or a waist that has none above it, with
    what the front goes on past its centre."""
    if upper_half(pattern.pieces, "front"):
        return 2 * sum(lower_edge_mm(pattern.pieces, side) for side in SIDES)
    return 2 * (quarters_mm(pattern) + stand_mm(pattern))


def quarters_mm(pattern: Pattern) -> float:
    """Half the waist of what has no upper part, as its figures say."""
    return sum(figure.value for figure in _quarters(pattern))


def ruled_quarters_mm(pattern: Pattern) -> float:
    """Half the waist of what has no upper part as it is by the body, whatever the maker has given;
    NaN where the body's was not measured."""
    return sum(figure.ruled for figure in _quarters(pattern))


def _quarters(pattern: Pattern) -> Iterator[Figure]:
    by_id = {figure.id: figure for figure in pattern.figures}
    for side in SIDES:
        found = by_id.get(f"waist.quarter.{side}") or by_id.get(f"waist.across.{side}")
        if found is not None:
            yield found


def stand_mm(pattern: Pattern) -> float:
    """How far the front goes on past its centre, mm; nothing where it does not open there."""
    return pattern.figure_or("stand.wide", pattern.figure_or(OVER, 0.0))


Add = Callable[[Making], Making]
As = Callable[[Pattern], Pattern]
Measure = Callable[[Pattern, Body, Options], tuple[TapeCheck, ...]]


def _nothing_measured(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    return ()


def as_it_is(pattern: Pattern) -> Pattern:
    return pattern


@dataclass(frozen=True, slots=True, kw_only=True)
class Part:
    """One choice for a slot of a garment.

    ``add`` puts it to a garment in the making; ``options`` are what it asks, ``required`` what it
    needs measured, ``needs`` what it needs of the other parts (``WAIST_SEAM`` and others),
    ``without`` the slots that do not apply beside it, ``checks`` what is measured of it,
    ``found_by`` words to look for it by beside its name. ``against`` says by the id, or a trait, of
    another part why it does not go with it, ``only_beside`` by a slot with which of its parts alone
    it goes, by their ids or traits, and why. ``traits`` are what others may ask of it.
    ``measured_as`` is the pattern as the checks of the others find their pieces in it.
    """

    id: str
    slot: Slot
    name: str
    add: Add = lambda making: making
    options: tuple[Option, ...] = ()
    required: tuple[str, ...] = ()
    needs: frozenset[str] = frozenset()
    without: frozenset[Slot] = frozenset()
    checks: Measure = _nothing_measured
    against: Mapping[tuple[Slot, str], Text] = field(default_factory=dict)
    only_beside: Mapping[Slot, tuple[tuple[str, ...], Text]] = field(default_factory=dict)
    traits: frozenset[str] = frozenset()
    measured_as: As = as_it_is
    roles: tuple[str, ...] = ()
    materials: tuple[str, ...] = ()
    found_by: str = ""
    place: int = 0

    @property
    def key(self) -> tuple[Slot, str]:
        """What it is known by among the parts of all slots."""
        return self.slot, self.id

    def refuses(self, other: Part) -> Text:
        """Why it does not go with another part; nothing where it does."""
        called = {other.id, *other.traits}
        beside = self.only_beside.get(other.slot)
        if beside is not None and called.isdisjoint(beside[0]):
            return beside[1]
        reasons = (self.against.get((other.slot, name), "") for name in sorted(called))
        return next((reason for reason in reasons if reason), "")
