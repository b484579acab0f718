"""The nesting problem and its answer, in the strip's own terms."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from wickel.geometry import Outline

NEVER_AGAIN_MM = 100_000.0
"""The repeat of what does not come again: longer than any cloth."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Lattice:
    """Where a candidate may stand: x = x_mm + i·along + j·offset and y = y_mm + j·across, i and j
    whole.

    ``along_mm`` None leaves x free, ``across_mm`` None leaves y free; what does not come again does
    so after ``NEVER_AGAIN_MM``.
    """

    along_mm: float | None = None
    across_mm: float | None = None
    offset_mm: float = 0.0
    x_mm: float = 0.0
    y_mm: float = 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Candidate:
    """One way for an item to lie: an outline with least x 0, movable in y from ``low`` to ``high``
    mm.

    Zones side by side share the strip: each is a range of y. A fold edge is a range of no height.
    ``minds`` are the obstacles that it may not lie on, None for all.
    """

    outline: Outline
    low_mm: float
    high_mm: float
    lattice: Lattice | None = None
    minds: frozenset[int] | None = None


@dataclass(frozen=True, slots=True)
class Spot:
    """Where an item lies: its candidate, moved by (x, y) mm."""

    candidate: int
    x: float
    y: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Item:
    """One thing to place, in one of its candidates. Items of one ``kind`` have the same candidates.

    One with a place in ``locked`` stays there, and the others lie around it.
    """

    kind: str
    candidates: tuple[Candidate, ...]
    area_mm2: float
    locked: Spot | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Problem:
    """Items to place from x = 0 on, none overlapping another or an obstacle, with the least
    greatest x.

    ``obstacles`` are outlines at their places on the strip: flaws, what a remnant lacks. A search
    with a ``start`` goes on from it; a ``guess`` says where the items might lie, overlaps and all,
    as in a lay of pieces much alike. ``effort`` counts steps of the search: the first ``ORDERS``
    are orders placed one after another, the others sweeps that take overlaps out of a lay made too
    short. With ``seed`` it decides the answer. ``workers`` search side by side, each with a seed of
    its own; only with one of them is the answer the same every time.
    """

    items: tuple[Item, ...]
    obstacles: tuple[Outline, ...] = ()
    start: Solution | None = None
    guess: tuple[Spot, ...] = ()
    seed: int = 1
    effort: int = 600
    workers: int = 1

    @property
    def tied(self) -> bool:
        """Whether anything is bound to a repeat."""
        return any(
            candidate.lattice is not None for item in self.items for candidate in item.candidates
        )


ORDERS = 30


@dataclass(frozen=True, slots=True, kw_only=True)
class Solution:
    """A spot for each item, in the order of the problem, and the length they take in mm.

    ``effort`` is the number of steps after which it was found.
    """

    spots: tuple[Spot, ...]
    length_mm: float
    effort: int = 0


class NoPlace(Exception):
    """An item, named by its number, has no place at all: what it is bound to lies outside of where
    it may be."""

    def __init__(self, item: int) -> None:
        super().__init__(f"item {item} has no place")
        self.item = item


class Stopped(Exception):
    """Raised by a report to end the search; it returns the best so far."""


Report = Callable[[float, Solution | None], None]
"""``report(progress 0..1, best so far)``, called often; may raise ``Stopped``."""
