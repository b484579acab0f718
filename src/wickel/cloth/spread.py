"""How cloth lies on the table: sections, zones, plies, fold edges (docs/formats.md).

Which copies a placement gives, their hand and direction, and how much cloth there is, all follow
from the ply maps kept here. To add a way to spread: one function and one line in ``WAYS``.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

from wickel.catalogue import Catalogue
from wickel.geometry import Affine, Outline, Point, bounds, translation
from wickel.wording import Sentence, say


@dataclass(frozen=True, slots=True, kw_only=True)
class Ply:
    """One layer of a zone, with its map from the spread frame to the flat cloth, and what may be
    cut of it where that is less than of other plies of its zone: its selvage lies where they run on
    into a fold."""

    map: Affine
    usable: Outline | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class FoldEdge:
    """A fold along a zone's edge, from start to end in the spread frame.

    ``joins`` names the pairs of plies that run into each other around the fold.
    """

    name: str
    start: Point
    end: Point
    joins: tuple[tuple[int, int], ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class Zone:
    """A part of a section with the same plies all over.

    ``outline`` is the cloth, ``usable`` what may be cut of it (the reserve at the free edges is
    left out; of single plies it may be less, see ``room``), both in the spread frame. ``stack`` are
    the numbers of the plies from the table up where that is not their own order; neighbours in it
    lie face to face.
    """

    outline: Outline
    usable: Outline
    plies: tuple[Ply, ...]
    folds: tuple[FoldEdge, ...] = ()
    stack: tuple[int, ...] = ()

    def room(self, plies: Iterable[int]) -> Outline:
        """What may be cut of some of the plies at once: the least of theirs."""
        rooms = [room for k in plies if (room := self.plies[k].usable) is not None]
        return min(rooms, key=lambda room: bounds(room).height, default=self.usable)

    @property
    def from_table_up(self) -> tuple[int, ...]:
        """The numbers of the plies, the lowest first."""
        return self.stack or tuple(range(len(self.plies)))

    @property
    def selvages(self) -> tuple[tuple[Point, Point], ...]:
        """The sides of the zone that run along the cloth and are not folded."""
        folded = {fold.start[1] for fold in self.folds if fold.start[1] == fold.end[1]}
        sides = zip(self.outline, (*self.outline[1:], self.outline[0]), strict=True)
        return tuple((a, b) for a, b in sides if a[1] == b[1] and a[1] not in folded)


@dataclass(frozen=True, slots=True, kw_only=True)
class Section:
    """One stretch of the table: ``x_mm``..``x_mm + length_mm``, cut from ``cloth_length_mm`` of
    cloth.

    ``depths_mm`` are the depths of folds that do not go to the middle, from the low edge on.
    """

    way: str
    x_mm: float
    length_mm: float
    cloth_x_mm: float
    cloth_length_mm: float
    zones: tuple[Zone, ...]
    depths_mm: tuple[float, ...] = ()

    @property
    def mixed(self) -> bool:
        """Whether cloth of different plies lies side by side."""
        return len({len(zone.plies) for zone in self.zones}) > 1


@dataclass(frozen=True, slots=True, kw_only=True)
class Spread:
    """The sections along the table, and how the whole is called. ``width_mm`` is the width of the
    flat cloth."""

    way: Spreading
    width_mm: float
    sections: tuple[Section, ...]

    @property
    def table_mm(self) -> float:
        """Length on the table."""
        return sum(section.length_mm for section in self.sections)

    @property
    def cloth_mm(self) -> float:
        """Length of cloth."""
        return sum(section.cloth_length_mm for section in self.sections)

    @property
    def depths_mm(self) -> tuple[float, ...]:
        """The depths of the folds that do not go to the middle, of the first section that has
        such; none."""
        return next((section.depths_mm for section in self.sections if section.depths_mm), ())

    @property
    def exact_way(self) -> Spreading:
        """The way of every section, with the depth that its fold has here."""
        return Spreading.of(
            *(
                SectionPlan(way=WAYS[section.way], depths_mm=section.depths_mm)
                for section in self.sections
            )
        )


Depths = tuple[float, ...]
"""The depths of the folds of a way that takes such, in mm, from the low edge on; empty: as is
usual."""


def _box(length: float, low: float, high: float) -> Outline:
    return ((0.0, low), (length, low), (length, high), (0.0, high))


def _zone(
    length: float, whole: tuple[float, float], usable: tuple[float, float], *maps: Affine
) -> Zone:
    return Zone(
        outline=_box(length, *whole),
        usable=_box(length, *usable),
        plies=tuple(Ply(map=by) for by in maps),
    )


def _fold(name: str, length: float, y: float, *joins: tuple[int, int]) -> FoldEdge:
    return FoldEdge(name=name, start=(0.0, y), end=(length, y), joins=joins)


def _end_fold(length: float, high: float, *joins: tuple[int, int]) -> FoldEdge:
    return FoldEdge(name="end", start=(length, 0.0), end=(length, high), joins=joins)


def _section(
    way: str, length: float, cloth: float, *zones: Zone, depths: tuple[float, ...] = ()
) -> Section:
    return Section(
        way=way,
        x_mm=0,
        length_mm=length,
        cloth_x_mm=0,
        cloth_length_mm=cloth,
        zones=zones,
        depths_mm=depths,
    )


def _open(width: float, length: float, reserve: float, depths: Depths) -> Section:
    return _section(
        "open", length, length, _zone(length, (0, width), (reserve, width - reserve), Affine())
    )


def _lengthwise(width: float, length: float, reserve: float, depths: Depths) -> Section:
    half = width / 2
    zone = _zone(length, (0, half), (0, half - reserve), Affine(f=half), Affine(e=-1.0, f=half))
    return _section(
        "lengthwise", length, length, replace(zone, folds=(_fold("low", length, 0.0, (0, 1)),))
    )


def _partial(width: float, length: float, reserve: float, depths: Depths) -> Section:
    (d,) = depths or (width / 3,)
    double = _zone(length, (0, d), (0, d - reserve), Affine(f=d), Affine(e=-1.0, f=d))
    single = _zone(length, (d, width - d), (d, width - d - reserve), Affine(f=d))
    double = replace(double, folds=(_fold("low", length, 0.0, (0, 1)),))
    zones = (
        (double, single) if width - 2 * d > 1e-6 else (double,)
    )  # folded in half nothing lies beside it
    return _section("partial", length, length, *zones, depths=(d,))


def _to_middle(width: float, length: float, reserve: float, depths: Depths) -> Section:
    q = width / 4
    low = _zone(length, (0, q), (0, q - reserve), Affine(f=q), Affine(e=-1.0, f=q))
    high = _zone(length, (q, 2 * q), (q + reserve, 2 * q), Affine(f=q), Affine(e=-1.0, f=5 * q))
    return _section(
        "to-middle",
        length,
        length,
        replace(low, folds=(_fold("low", length, 0.0, (0, 1)),)),
        replace(high, folds=(_fold("high", length, 2 * q, (0, 1)),)),
    )


def _crosswise(width: float, length: float, reserve: float, depths: Depths) -> Section:
    zone = _zone(
        length, (0, width), (reserve, width - reserve), Affine(), Affine(a=-1.0, c=2 * length)
    )
    return _section(
        "crosswise", length, 2 * length, replace(zone, folds=(_end_fold(length, width, (0, 1)),))
    )


def _turned(width: float, length: float, reserve: float, depths: Depths) -> Section:
    zone = _zone(
        length, (0, width), (reserve, width - reserve), Affine(), Affine(c=length, e=-1.0, f=width)
    )
    return _section("turned", length, 2 * length, zone)


def _four(width: float, length: float, reserve: float, depths: Depths) -> Section:
    half, far = width / 2, 2 * length
    zone = _zone(
        length,
        (0, half),
        (0, half - reserve),
        Affine(f=half),
        Affine(e=-1.0, f=half),
        Affine(a=-1.0, c=far, f=half),
        Affine(a=-1.0, c=far, e=-1.0, f=half),
    )
    folds = (_fold("low", length, 0.0, (0, 1), (2, 3)), _end_fold(length, half, (0, 2), (1, 3)))
    return _section("four", length, far, replace(zone, folds=folds, stack=(0, 1, 3, 2)))


def _lengthwise_twice(width: float, length: float, reserve: float, depths: Depths) -> Section:
    q = width / 4
    zone = _zone(
        length,
        (0, q),
        (0, q),
        Affine(f=q),
        Affine(e=-1.0, f=q),
        Affine(e=-1.0, f=3 * q),
        Affine(f=3 * q),
    )
    # at the far edge the first and the third ply run on into each other; the others end there
    short = _box(length, 0, q - reserve)
    plies = tuple(
        replace(ply, usable=short) if k in (1, 3) else ply for k, ply in enumerate(zone.plies)
    )
    folds = (_fold("low", length, 0.0, (0, 1), (2, 3)), _fold("high", length, q, (0, 2)))
    return _section(
        "lengthwise-twice",
        length,
        length,
        replace(zone, plies=plies, folds=folds, stack=(0, 1, 3, 2)),
    )


def _crosswise_twice(width: float, length: float, reserve: float, depths: Depths) -> Section:
    far = 2 * length
    zone = _zone(
        length,
        (0, width),
        (reserve, width - reserve),
        Affine(),
        Affine(a=-1.0, c=far),
        Affine(c=far),
        Affine(a=-1.0, c=2 * far),
    )
    start = FoldEdge(name="start", start=(0.0, 0.0), end=(0.0, width), joins=((1, 2),))
    folds = (_end_fold(length, width, (0, 1), (2, 3)), start)
    return _section(
        "crosswise-twice", length, 2 * far, replace(zone, folds=folds, stack=(0, 3, 2, 1))
    )


def _two_folds(width: float, length: float, reserve: float, depths: Depths) -> Section:
    d, e = depths or (width / 4, width / 5)
    top = width - d - e
    inner = top - e
    low = _zone(length, (0, d), (0, d - reserve), Affine(f=d), Affine(e=-1.0, f=d))
    single = _zone(length, (d, inner), (d, inner), Affine(f=d))
    far = 2 * width - 2 * e - d
    high = _zone(length, (inner, top), (inner + reserve, top), Affine(f=d), Affine(e=-1.0, f=far))
    low = replace(low, folds=(_fold("low", length, 0.0, (0, 1)),))
    high = replace(high, folds=(_fold("high", length, top, (0, 1)),))
    # folded so that the selvages meet nothing lies between them
    zones = (low, single, high) if inner - d > 1e-6 else (low, high)
    return _section("two-folds", length, length, *zones, depths=(d, e))


def _diagonal(width: float, length: float, reserve: float, depths: Depths) -> Section:
    far = width - reserve
    zone = Zone(
        outline=((0.0, 0.0), (width, 0.0), (0.0, width)),
        usable=((reserve, reserve), (far, reserve), (reserve, far)),
        plies=(Ply(map=Affine()), Ply(map=Affine(a=0.0, b=-1.0, c=width, d=-1.0, e=0.0, f=width))),
        folds=(FoldEdge(name="diagonal", start=(width, 0.0), end=(0.0, width), joins=((0, 1),)),),
    )
    return _section("diagonal", width, width, zone)


def _stacked(width: float, length: float, reserve: float, depths: Depths) -> Section:
    zone = _zone(length, (0, width), (reserve, width - reserve), Affine(), Affine(e=-1.0, f=width))
    return _section("stacked", length, length, zone)


@dataclass(frozen=True, slots=True, kw_only=True)
class Way:
    """A way to spread: its name in files, what a maker calls it, how it is folded, and how it makes
    a section.

    ``section`` takes the width of the flat cloth, the length on the table, the reserve at free
    edges and the depths of as many folds as ``depths`` says, in mm; it gives a section that starts
    at 0.
    ``steps`` say how to fold. A ``slanting`` way is as long as the cloth is wide, and holds only
    what lies on its fold. One that ``takes_two`` lays two cloths on each other: its plies are the
    lower and the upper cloth.
    """

    id: str
    name: str
    summary: str
    steps: tuple[str, ...]
    section: Callable[[float, float, float, Depths], Section]
    depths: int = 0
    slanting: bool = False
    takes_two: bool = False

    @property
    def takes_depth(self) -> bool:
        """Whether it has a fold to a depth."""
        return self.depths > 0


STACKED = "stacked"

WAYS: Catalogue[Way] = Catalogue(
    (
        Way(
            id="open",
            name="Open, one ply",
            summary="right side up, every piece cut singly",
            steps=("Lay the cloth out flat, right side up, its start at the left.",),
            section=_open,
        ),
        Way(
            id="lengthwise",
            name="Folded in half",
            summary="lengthwise, selvage to selvage; everything comes out double",
            steps=(
                "Lay the cloth out flat, right side up.",
                "Bring the near selvage over to the far one, right sides together.",
                "The fold lies near you, both selvages at the far edge.",
            ),
            section=_lengthwise,
        ),
        Way(
            id="partial",
            name="Folded to a depth",
            summary="two plies as deep as the pieces need, one ply beside them",
            steps=(
                "Lay the cloth out flat, right side up.",
                "Measure twice the depth from the near selvage and mark it in three places.",
                "Bring the near selvage over to the marks: two plies near you, one ply beyond.",
            ),
            section=_partial,
            depths=1,
        ),
        Way(
            id="to-middle",
            name="Selvages to the middle",
            summary="both selvages meet in the middle: two folds, two plies",
            steps=(
                "Lay the cloth out flat, right side up, and mark its middle.",
                "Bring the near selvage to the middle, then the far one.",
                "There is a fold near you and one at the far edge; the selvages meet between them.",
            ),
            section=_to_middle,
        ),
        Way(
            id="two-folds",
            name="Two folds to depths",
            summary="each selvage folded in as deep as its pieces need, one ply between them",
            steps=(
                "Lay the cloth out flat, right side up.",
                "Measure twice the first depth from the near selvage and mark it in three places: "
                "bring the near selvage over to the marks.",
                "Do the same at the far selvage with the second depth.",
                "There is a fold near you and one at the far edge; between the selvages lies one "
                "ply.",
            ),
            section=_two_folds,
            depths=2,
        ),
        Way(
            id="lengthwise-twice",
            name="Folded lengthwise twice",
            summary="selvages to the middle, then along the middle: four plies on both folds",
            steps=(
                "Lay the cloth out flat, right side up, and mark its middle.",
                "Bring both selvages to the middle, right sides together.",
                "Bring the far fold over onto the near one: both folds lie together near you.",
                "Smooth and pin all four plies: the upper two creep.",
            ),
            section=_lengthwise_twice,
        ),
        Way(
            id="crosswise",
            name="Folded crosswise",
            summary="end to end, over the whole width; turns the print over on the upper ply",
            steps=(
                "Lay the cloth out flat, right side up.",
                "Bring the far end over to the start, right sides together.",
                "On the upper ply everything runs the other way: not for a one-way print.",
            ),
            section=_crosswise,
        ),
        Way(
            id="turned",
            name="Cut across and turned",
            summary="two lengths, the upper one turned face down with its head at the same end",
            steps=(
                "Cut the cloth across into two equal lengths.",
                "Lay the first right side up.",
                (
                    "Lay the second on it face down, its start on the start of the first: every "
                    "head points the same way."
                ),
            ),
            section=_turned,
        ),
        Way(
            id="four",
            name="Folded in four",
            summary="lengthwise and crosswise: four plies, two of them the other way up",
            steps=(
                "Fold the cloth in half lengthwise, right sides together.",
                "Bring the far end over to the start.",
                "Smooth and pin all four plies: the upper two creep.",
            ),
            section=_four,
        ),
        Way(
            id="crosswise-twice",
            name="Folded crosswise twice",
            summary="end to end and once more: four plies over the whole width, two of them turned",
            steps=(
                "Lay the cloth out flat, right side up.",
                "Bring the far end over to the start, right sides together.",
                "Bring the fold over to the start as well.",
                "Smooth and pin all four plies: the upper two creep. On two of them everything "
                "runs the other way: not for a one-way print.",
            ),
            section=_crosswise_twice,
        ),
        Way(
            id="diagonal",
            name="Corner folded over",
            summary=(
                "a square folded corner to corner: for circle panels with their middle on the bias"
            ),
            steps=(
                "Lay the cloth out flat, right side up.",
                "Measure a square, as long as the cloth is wide: bring its far corner at the end "
                "over to its near corner at the start.",
                (
                    "The fold slants at 45°, wrong side up: cut what lies on it through both "
                    "plies, and what lies beside it from one."
                ),
            ),
            section=_diagonal,
            slanting=True,
        ),
        Way(
            id=STACKED,
            name="Two cloths stacked",
            summary="two cloths of one width face to face: halves in two prints are cut at once",
            steps=(
                "Lay the first cloth out flat, right side up.",
                "Lay the second on it, right side down, start on start: the two faces meet.",
                (
                    "Pin both plies: what is cut comes out once of each cloth, one the mirror of "
                    "the other."
                ),
            ),
            section=_stacked,
            takes_two=True,
        ),
    )
)

JOINED = "+"
"""Sections of different ways one after another are written with this between them."""

COMBINED = ("lengthwise+open",)
"""Sections that are tried besides the plain ways."""

MOST_SECTIONS = 6
_SAME_MM = 1e-6


def _number(mm: float) -> str:
    """A length as ways write it: whole millimetres without a point, others to the last bit."""
    return f"{mm:.0f}" if mm == int(mm) else repr(mm)


@dataclass(frozen=True, slots=True, kw_only=True)
class SectionPlan:
    """How one section is to be spread; depths that are not said are found by the lay."""

    way: Way
    depths_mm: tuple[float, ...] = ()

    @property
    def written(self) -> str:
        """As files and the command line name it, its depths whole."""
        depths = ",".join(_number(mm) for mm in self.depths_mm)
        return f"{self.way.id}:{depths}" if depths else self.way.id

    @property
    def open_depths(self) -> bool:
        """Whether it has folds whose depths are still to be found."""
        return self.way.depths != len(self.depths_mm)


class BadWay(ValueError):
    """A way to spread that does not exist. The message is one sentence."""


class Spreading(str):
    """A way to spread a cloth, with its sections: ``open``, ``partial:520``, ``lengthwise+open``.

    It is its own text, so that it can be a key, be compared and be written; it is parsed once, when
    it is made.

    Raises:
        BadWay: no such way, or a depth that is none.

    >>> [plan.way.id for plan in Spreading("lengthwise+open").sections]
    ['lengthwise', 'open']
    """

    sections: tuple[SectionPlan, ...]

    def __new__(cls, text: str) -> Spreading:
        if isinstance(text, Spreading):
            return text
        made = super().__new__(cls, text)
        made.sections = _parsed(text)
        return made

    @classmethod
    def of(cls, *plans: SectionPlan) -> Spreading:
        """The way of some sections, their depths written whole."""
        return cls(JOINED.join(plan.written for plan in plans))

    @property
    def name(self) -> str:
        """What a maker calls it, with its sections one after another."""
        return ", then ".join(str(_named(plan)) for plan in self.sections)

    @property
    def takes_depth(self) -> bool:
        """Whether one of its sections has a fold to a depth."""
        return any(plan.way.takes_depth for plan in self.sections)


def _named(plan: SectionPlan) -> Sentence | str:
    """What a maker calls a section, with its depths."""
    if len(plan.depths_mm) > 1:
        one, other = plan.depths_mm
        return say("spread.to-depths", way=plan.way.name, one=one, other=other)
    if plan.depths_mm:
        return say("spread.to-depth", way=plan.way.name, depth=plan.depths_mm[0])
    return plan.way.name


@lru_cache(maxsize=1000)
def _parsed(text: str) -> tuple[SectionPlan, ...]:
    """The sections that a text names. Raises ``BadWay``."""
    plans = []
    words = text.split(JOINED)
    if len(words) > MOST_SECTIONS:
        raise BadWay(say("spread.too-many-sections", words=len(words), most_sections=MOST_SECTIONS))
    for word in words:
        id, _, depths = word.partition(":")
        way = WAYS.get(id)
        if way is None:
            raise BadWay(say("spread.no-such-way", id=id, join=", ".join(WAYS)))
        if way.takes_two and len(words) > 1:
            raise BadWay(say("spread.stack-alone"))
        plans.append(SectionPlan(way=way, depths_mm=_depths(way, depths) if depths else ()))
    return tuple(plans)


def _depths(way: Way, text: str) -> tuple[float, ...]:
    """The depths that follow the name of a way. Raises ``BadWay``."""
    if not way.takes_depth:
        raise BadWay(say("spread.depth-not-taken", way=way.id))
    words = text.split(",")
    if len(words) != way.depths:
        raise BadWay(say("spread.so-many-depths", way=way.id, count=way.depths))
    depths = []
    for word in words:
        try:
            mm = float(word)
        except ValueError:
            mm = -1.0
        if not 0 < mm < 1e5:
            raise BadWay(say("spread.no-depth", depth=word))
        depths.append(mm)
    return tuple(depths)


def depths_fit(depths_mm: Sequence[float], width_mm: float, reserve_mm: float) -> bool:
    """Whether folds of those depths, one from each selvage, leave double cloth and do not meet."""
    return (
        all(mm > reserve_mm + 1.0 for mm in depths_mm) and 2 * sum(depths_mm) <= width_mm + _SAME_MM
    )


def spread(
    way: str, width_mm: float, lengths_mm: float | Sequence[float], reserve_mm: float = 0.0
) -> Spread:
    """A cloth of one width spread over lengths of table, one for each section.

    Raises:
        BadWay: no such way, or a depth beyond the middle of the cloth.
    """
    way = Spreading(way)
    plans = way.sections
    lengths = (
        [float(lengths_mm)]
        if isinstance(lengths_mm, int | float)
        else [float(mm) for mm in lengths_mm]
    )
    if len(lengths) != len(plans):
        raise ValueError("there is one length for each section")
    sections: list[Section] = []
    x = cloth_x = 0.0
    for plan, length in zip(plans, lengths, strict=True):
        if not depths_fit(plan.depths_mm, width_mm, reserve_mm):
            raise BadWay(say("spread.too-deep", depth=sum(plan.depths_mm), width=width_mm))
        section = plan.way.section(width_mm, length, reserve_mm, plan.depths_mm)
        sections.append(_placed(section, x, cloth_x))
        x, cloth_x = x + section.length_mm, cloth_x + section.cloth_length_mm
    return Spread(way=way, width_mm=width_mm, sections=tuple(sections))


def of_one_cloth(stacked: Spread, which: int) -> Spread:
    """What one of two stacked cloths sees of their spread: the same zones, with its own ply
    only."""
    sections = tuple(
        replace(
            s, zones=tuple(replace(zone, plies=(zone.plies[which],), stack=()) for zone in s.zones)
        )
        for s in stacked.sections
    )
    return replace(stacked, sections=sections)


def _placed(section: Section, x: float, cloth_x: float) -> Section:
    """A section moved along the table and the cloth."""
    if x == 0 and cloth_x == 0:
        return section
    along, back = translation(x, 0.0), translation(-x, 0.0)
    zones = tuple(
        Zone(
            outline=along.all(zone.outline),
            usable=along.all(zone.usable),
            plies=tuple(
                Ply(
                    map=translation(cloth_x, 0.0).after(ply.map.after(back)),
                    usable=None if ply.usable is None else along.all(ply.usable),
                )
                for ply in zone.plies
            ),
            folds=tuple(
                replace(fold, start=along(fold.start), end=along(fold.end)) for fold in zone.folds
            ),
            stack=zone.stack,
        )
        for zone in section.zones
    )
    return replace(section, x_mm=x, cloth_x_mm=cloth_x, zones=zones)
