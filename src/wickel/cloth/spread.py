"""How cloth lies on the table: sections, zones, plies, fold edges (FORMATS §3).

Which copies a placement gives, their hand and direction, and how much cloth there is, all follow
from the ply maps kept here. To add a way to spread: one function and one line in ``WAYS``.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from wickel.geometry import Affine, Outline, Point


@dataclass(frozen=True, slots=True, kw_only=True)
class Ply:
    """One layer of a zone, with its map from the spread frame to the flat cloth."""

    map: Affine


@dataclass(frozen=True, slots=True, kw_only=True)
class FoldEdge:
    """A fold along a zone's edge, from start to end in the spread frame.

    ``joins`` names the two plies that run into each other around the fold.
    """

    name: str
    start: Point
    end: Point
    joins: tuple[int, int]


@dataclass(frozen=True, slots=True, kw_only=True)
class Zone:
    """A part of a section with the same plies all over.

    ``outline`` is the cloth, ``usable`` what may be cut of it (the reserve at the free edges is
    left out), both in the spread frame.
    """

    outline: Outline
    usable: Outline
    plies: tuple[Ply, ...]
    folds: tuple[FoldEdge, ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Section:
    """One stretch of the table: ``x_mm``..``x_mm + length_mm``, cut from ``cloth_length_mm`` of cloth."""

    way: str
    x_mm: float
    length_mm: float
    cloth_x_mm: float
    cloth_length_mm: float
    zones: tuple[Zone, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class Spread:
    """The sections along the table. ``width_mm`` is the width of the flat cloth."""

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


def _box(length: float, low: float, high: float) -> Outline:
    return ((0.0, low), (length, low), (length, high), (0.0, high))


def _open(width: float, length: float, reserve: float) -> Section:
    zone = Zone(
        outline=_box(length, 0.0, width),
        usable=_box(length, reserve, width - reserve),
        plies=(Ply(map=Affine()),),
    )
    return Section(way="open", x_mm=0, length_mm=length, cloth_x_mm=0, cloth_length_mm=length, zones=(zone,))


def _lengthwise(width: float, length: float, reserve: float) -> Section:
    half = width / 2
    zone = Zone(
        outline=_box(length, 0.0, half),
        usable=_box(length, 0.0, half - reserve),
        plies=(Ply(map=Affine(f=half)), Ply(map=Affine(e=-1.0, f=half))),
        folds=(FoldEdge(name="low", start=(0.0, 0.0), end=(length, 0.0), joins=(0, 1)),),
    )
    return Section(way="lengthwise", x_mm=0, length_mm=length, cloth_x_mm=0, cloth_length_mm=length, zones=(zone,))


@dataclass(frozen=True, slots=True, kw_only=True)
class Way:
    """A way to spread: its name in files, what a maker calls it, and how it makes a section.

    ``section`` takes the width of the flat cloth, the length on the table, and the reserve at free
    edges, in mm, and gives a section that starts at 0.
    """

    id: str
    name: str
    summary: str
    section: Callable[[float, float, float], Section]


WAYS: dict[str, Way] = {
    way.id: way
    for way in (
        Way(id="open", name="Open, one ply", summary="right side up, every piece cut singly", section=_open),
        Way(
            id="lengthwise",
            name="Folded in half",
            summary="lengthwise, selvage to selvage; everything comes out double",
            section=_lengthwise,
        ),
    )
}


def spread(way: str, width_mm: float, length_mm: float, reserve_mm: float = 0.0) -> Spread:
    """A cloth of one width spread one way over a length of table. Raises ``KeyError`` for another way."""
    return Spread(width_mm=width_mm, sections=(WAYS[way].section(width_mm, length_mm, reserve_mm),))
