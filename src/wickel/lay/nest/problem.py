"""The nesting problem and its answer, in the strip's own terms."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from wickel.geometry import Outline


@dataclass(frozen=True, slots=True, kw_only=True)
class Candidate:
    """One way for an item to lie: an outline with least x 0, movable in y from ``low`` to ``high`` mm.

    Zones side by side share the strip: each is a range of y. A fold edge is a range of no height.
    """

    outline: Outline
    low_mm: float
    high_mm: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Item:
    """One thing to place, in one of its candidates. Items of one ``kind`` have the same candidates."""

    kind: str
    candidates: tuple[Candidate, ...]
    area_mm2: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Problem:
    """Items to place from x = 0 on, none overlapping, with the least greatest x.

    ``effort`` is the number of orders tried; with ``seed`` it decides the answer.
    """

    items: tuple[Item, ...]
    seed: int = 1
    effort: int = 120


@dataclass(frozen=True, slots=True)
class Spot:
    """Where an item lies: its candidate, moved by (x, y) mm."""

    candidate: int
    x: float
    y: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Solution:
    """A spot for each item, in the order of the problem, and the length they take in mm."""

    spots: tuple[Spot, ...]
    length_mm: float


class Stopped(Exception):
    """Raised by a report to end the search; it returns the best so far."""


Report = Callable[[float, Solution | None], None]
"""``report(progress 0..1, best so far)``, called often; may raise ``Stopped``."""
