"""A job: garments for bodies, plain pieces, the cloths they are cut from, and what was decided of
each cloth.

One self-contained document. Every change makes a new one; nothing that follows from it (drafts,
lays with their findings) is kept in it.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from enum import StrEnum

from wickel.body import Body
from wickel.cloth import Cloth, Flaw
from wickel.draft import Allowances, OptionValue, Own
from wickel.draft.operations import Change
from wickel.draft.own import OwnStyle
from wickel.geometry import Outline
from wickel.job.state import State
from wickel.lay import CutPiece, KeptLay, Place, Waived
from wickel.units import Unit
from wickel.wording import Text, say

MAIN = "main"
BEST = "best"
"""The way to spread that stands for the one of all that takes least cloth."""


class JobRefused(ValueError):
    """A job that contradicts itself or cannot be cut from its cloth. The message is one
    sentence."""


@dataclass(frozen=True, slots=True, kw_only=True)
class AskedOfPrint:
    """What a garment asks of the print of its cloth.

    ``border``: pieces whose hem lies on the border. ``seams``: names of seams at which the repeat
    meets. ``centred``: pieces with a motif, or a stripe, in the middle.
    """

    border: tuple[str, ...] = ()
    seams: tuple[str, ...] = ()
    centred: tuple[str, ...] = ()


class CardGrain(StrEnum):
    """How a maker wants a piece to lie: its arrow along the cloth, across it, or on the bias."""

    STRAIGHT = "straight"
    CROSS = "cross"
    BIAS = "bias"


class Centre(StrEnum):
    """How a piece with a straight centre is cut: a half on the fold, two halves with a seam between
    them, or whole."""

    FOLD = "fold"
    HALVES = "halves"
    WHOLE = "whole"


@dataclass(frozen=True, slots=True, kw_only=True)
class Backing:
    """Interfacing or lining of a piece: ``none``, the whole of it, ``shorter_mm`` at its hem and
    ``smaller_mm`` all round, or only to a depth from one of its edges. Of a whole one the strip
    along ``outer_edge``, ``outer_mm`` deep, is cut from the outer cloth."""

    none: bool = False
    edge: str = ""
    deep_mm: float = 0.0
    shorter_mm: float = 0.0
    smaller_mm: float = 0.0
    outer_edge: str = ""
    outer_mm: float = 0.0


class End(StrEnum):
    """An end of an edge, in the direction of the net line."""

    START = "start"
    END = "end"


@dataclass(frozen=True, slots=True, kw_only=True)
class Card:
    """What a maker has said of one drafted piece.

    ``waive``: what it need not keep to. ``cut``: how many finished copies are cut already, by the
    id of the cloth. ``left_out``: it is drafted, but not cut. ``copies`` are cut instead of as many
    as the style says; ``cloth`` is the id of the cloth that its first material is cut from.
    ``grain`` is how it lies, None as the style says, ``grain_deg`` an angle by which its arrow is
    turned besides; ``allowances_mm`` are its own, by edge, and ``runs_out`` the end at which one
    runs out to nothing; ``spare_mm`` is what is left below its hem besides, so that the lay keeps a
    place for a piece that is cut later; ``place``: whether it may share its place with another;
    ``centre`` how its centre is cut; ``interfacing`` and ``lining`` are None as the style says. Of
    one that is cut ``later`` a place is kept in the lay; ``later_mm`` is how long it is sewn, once
    that is known (``job.later``).
    """

    waive: frozenset[Waived] = frozenset()
    cut: Mapping[str, int] = field(default_factory=dict)
    left_out: bool = False
    copies: int | None = None
    cloth: str = ""
    grain: CardGrain | None = None
    allowances_mm: Mapping[str, float] = field(default_factory=dict)
    note: str = ""
    name: str = ""
    centre: Centre | None = None
    grain_deg: float = 0.0
    interfacing: Backing | None = None
    lining: Backing | None = None
    runs_out: Mapping[str, End] = field(default_factory=dict)
    spare_mm: float = 0.0
    place: Place = Place.USUAL
    later: bool = False
    later_mm: float = 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Allowed:
    """How far two lengths that a check compares may differ, in mm, as the maker has it; without a
    most the one may be longer by any length."""

    least_mm: float
    most_mm: float | None


class Layer(StrEnum):
    """What is laid over a style beside what the maker gives in the job itself."""

    SCHOOL = "school"
    VERSION = "version"
    CLIENT = "client"


@dataclass(frozen=True, slots=True, kw_only=True)
class Giver:
    """What has given a figure: a school, the maker's version of the style, or a client's fittings;
    and its name."""

    layer: Layer
    name: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Garment:
    """One garment, or a small series of it: whose body, which style, with which options and
    allowances.

    ``cloths`` maps the style's materials to cloth ids; ``main`` is cut from the job's first cloth
    when it is not named, any other material must be. ``options`` holds only what differs from the
    style's defaults. ``on_print`` is what the maker asks of the print, None for what is usual on
    its cloths (``job.asked``). ``own`` is the maker's own style, when ``style`` is its id;
    ``changes`` are made to the drafted pieces by hand, in their order. ``quantity`` says how many
    are made in which size of the chart, in the garment's own body under the empty name; nothing in
    it is one in its own body. ``cards`` has what is said of a piece, by its id in the style;
    ``figures`` the maker's own figures of the draft, by their ids (``wickel.draft.ledger``).
    ``given_by`` says of those that a school or a version brought which it was. ``anyway``: it is
    drafted although a check cannot hold; ``allowed`` is how far the lengths of a check may differ,
    by its name.
    """

    id: str
    style: str
    body: Body
    name: str = ""
    size: str = ""
    options: Mapping[str, OptionValue] = field(default_factory=dict)
    allowances: Allowances = field(default_factory=Allowances)
    cloths: Mapping[str, str] = field(default_factory=dict)
    on_print: AskedOfPrint | None = None
    own: OwnStyle | None = None
    changes: tuple[Change, ...] = ()
    quantity: Mapping[str, int] = field(default_factory=dict)
    cards: Mapping[str, Card] = field(default_factory=dict)
    figures: Mapping[str, Own] = field(default_factory=dict)
    given_by: Mapping[str, Giver] = field(default_factory=dict)
    anyway: bool = False
    allowed: Mapping[str, Allowed] = field(default_factory=dict)


@dataclass(frozen=True, slots=True, kw_only=True)
class NamedLay:
    """A lay that the maker keeps beside the one taken."""

    name: str
    lay: KeptLay


@dataclass(frozen=True, slots=True, kw_only=True)
class Tried:
    """What a search knows of one way to spread a cloth: its best lay, why it has none, or below
    what it cannot go."""

    way: str
    lay: KeptLay | None = None
    refusal: Text = ""
    least_mm: float = 0.0
    set_aside: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class OnCloth:
    """What was decided of one cloth of a job.

    ``spread`` is the way that was asked for, empty for the job's own; ``lay`` the lay taken;
    ``kept`` are lays under names of their own; ``tried`` what the search knows of the other ways,
    for these very pieces.
    """

    spread: str = ""
    lay: KeptLay | None = None
    kept: tuple[NamedLay, ...] = ()
    tried: tuple[Tried, ...] = ()


NOTHING_DECIDED = OnCloth()


@dataclass(frozen=True, slots=True, kw_only=True)
class Measured:
    """A cloth as it was measured on the table, washed and pressed, in mm: its usable width in
    several places, its length, what is spoilt, and how far its border is from the near edge; None
    what was not measured."""

    widths_mm: tuple[float, ...] = ()
    length_mm: float | None = None
    flaws: tuple[Flaw, ...] = ()
    border_mm: float | None = None

    @property
    def width_mm(self) -> float | None:
        """The least of the widths: the lay must fit everywhere."""
        return min(self.widths_mm, default=None)


@dataclass(frozen=True, slots=True, kw_only=True)
class Checked:
    """What was ticked before cutting, and the mark of the lay that it was ticked for: on another
    lay it is no check."""

    lay: str
    ids: frozenset[str] = frozenset()


@dataclass(frozen=True, slots=True, kw_only=True)
class Rest:
    """A piece of cloth that is left: of which cloth, its outline on the table in mm, and whether it
    is kept."""

    cloth: str
    outline: Outline
    kept: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class AtTable:
    """How far a job is at the cutting table.

    ``step`` is the step of the guide that it stands at; ``cut`` the placements of each cloth's lay
    that are cut, by the cloth's id; ``seconds`` how long was worked at each part of the guide.
    ``planned_mm`` are the lengths of the lays before their cloths were measured; ``begun`` the
    cloths that are being folded, laid out and cut: their lays stay.
    """

    step: str = ""
    begun: frozenset[str] = frozenset()
    measured: Mapping[str, Measured] = field(default_factory=dict)
    planned_mm: Mapping[str, float] = field(default_factory=dict)
    checked: Mapping[str, Checked] = field(default_factory=dict)
    cut: Mapping[str, frozenset[str]] = field(default_factory=dict)
    seconds: Mapping[str, float] = field(default_factory=dict)
    left: tuple[Rest, ...] = ()


NOT_AT_TABLE = AtTable()


@dataclass(frozen=True, slots=True, kw_only=True)
class Picture:
    """A reference picture: its name, and the file as it is."""

    name: str
    data: bytes


@dataclass(frozen=True, slots=True, kw_only=True)
class Foreign:
    """Keys of a file that are not understood: those of one object, and what is in its children.

    A child stands under its key; one of a list has its place and how it was written, by which it is
    found again.
    """

    keys: Mapping[str, object] = field(default_factory=dict)
    children: Mapping[str, tuple[tuple[int | None, str, Foreign], ...]] = field(
        default_factory=dict
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class Job:
    """What is made, for whom, from which cloths. Bodies and cloths are snapshots, not references.

    ``fold`` is the way of spreading all cloths for which nothing else was decided, or ``best``.
    ``due`` is an ISO date or empty; ``state`` how far it has come, ``waits_for`` what it waits for,
    in the maker's words. ``both_units``: centimetres and inches are shown side by side.
    ``on`` has what was decided of a cloth, by its id; ``at_table`` how far it is at the cutting
    table; ``book_id`` what the studio's book knows it by, empty while it is not in it. ``foreign``
    are the keys of its file that another program has written.
    """

    cloths: tuple[Cloth, ...]
    garments: tuple[Garment, ...] = ()
    pieces: tuple[CutPiece, ...] = ()
    name: str = ""
    client: str = ""
    due: str = ""
    state: State = State.ASKED
    waits_for: str = ""
    fold: str = BEST
    unit: Unit = Unit.CM
    both_units: bool = False
    notes: str = ""
    pictures: tuple[Picture, ...] = ()
    on: Mapping[str, OnCloth] = field(default_factory=dict)
    at_table: AtTable = NOT_AT_TABLE
    book_id: str = ""
    foreign: Foreign | None = None

    def garment(self, id: str) -> Garment:
        """The garment of that id. Raises ``KeyError``."""
        for garment in self.garments:
            if garment.id == id:
                return garment
        raise KeyError(id)

    def on_cloth(self, id: str) -> OnCloth:
        """What was decided of a cloth."""
        return self.on.get(id, NOTHING_DECIDED)

    def spread_of(self, id: str) -> str:
        """The way a cloth is to be spread, or ``best``."""
        return self.on_cloth(id).spread or self.fold

    def with_on(self, id: str, decided: OnCloth) -> Job:
        """The job with something else decided of a cloth."""
        others = {key: own for key, own in self.on.items() if key != id}
        return replace(self, on=others if decided == NOTHING_DECIDED else {**others, id: decided})

    def cloth(self, id: str) -> Cloth:
        """The cloth of that id. Raises ``KeyError``."""
        for cloth in self.cloths:
            if cloth.id == id:
                return cloth
        raise KeyError(id)

    def cloth_named(self, material: str, garment: Garment) -> str | None:
        """The id of the cloth a material is cut from: as the garment says, ``main`` from the first;
        else None."""
        first = self.cloths[0].id if self.cloths and material == MAIN else None
        return garment.cloths.get(material, first)

    def cloth_for(self, material: str, garment: Garment) -> str:
        """The id of the cloth a material is cut from. Raises ``JobRefused`` when the garment does
        not name it."""
        named = self.cloth_named(material, garment)
        if named is None:
            raise JobRefused(
                say("job.garment-pieces-name-cloth", garment=garment.id, material=material)
            )
        return named
