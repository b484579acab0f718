"""What holds a placement where it lies: its fold, and the steps in which the print under it comes
again."""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from wickel.cloth import BorderAt, Cloth, Design, Repeat
from wickel.geometry import Point
from wickel.lay.demand import Axes, CutPiece, OnPrint, Waived
from wickel.lay.placement import Lay, Placement

Shift = tuple[float, float]
"""By how much what is in hand has been pushed, along and across, mm."""


@dataclass(frozen=True, slots=True)
class Steps:
    """The shifts that bring the print under a piece again: whole numbers of ``along_mm`` along and
    of ``across_mm`` across, each of those set off by ``offset_mm`` along. None: any; 0: none."""

    along_mm: float | None = None
    across_mm: float | None = None
    offset_mm: float = 0.0

    @property
    def free(self) -> bool:
        """Whether every shift will do."""
        return self.along_mm is None and self.across_mm is None

    def near(self, to: Shift, most: int = 2) -> Iterator[Shift]:
        """The shifts about one that bring the print again, the nearest first; an axis that is free
        keeps what it is asked for."""
        found = []
        rows = [0.0] if self.across_mm is None else list(_around(to[1], self.across_mm, most))
        for row in rows:
            y = to[1] if self.across_mm is None else row * self.across_mm
            ahead = 0.0 if self.across_mm is None else row * self.offset_mm
            if self.along_mm is None:
                found.append((to[0], y))
                continue
            for k in _around(to[0] - ahead, self.along_mm, most):
                found.append((ahead + k * self.along_mm, y))
        yield from sorted(found, key=lambda at: math.dist(at, to))


def _around(mm: float, step_mm: float, most: int) -> Iterator[float]:
    """The whole numbers of steps about a length."""
    if step_mm == 0.0:
        yield 0.0
        return
    middle = round(mm / step_mm)
    yield from (float(middle + k) for k in range(-most, most + 1))


def steps_of(piece: CutPiece, cloth: Cloth) -> Steps:
    """The steps in which a piece that lies as the print asks may be moved."""
    if Waived.MATCH in piece.waive:
        return Steps()
    design, wish = cloth.lay_design, piece.on_print
    return common((_by_border(design, wish), _by_centre(design, wish), _by_marks(design, wish)))


def _by_border(design: Design, wish: OnPrint) -> Steps:
    """A hem stays as deep in its border as it lies."""
    if design.border is None or not wish.border_edge:
        return Steps()
    if design.border.at is not BorderAt.ACROSS:
        return Steps(across_mm=0.0)
    return Steps(along_mm=(design.repeat or Repeat()).along_mm or 0.0)


def _by_centre(design: Design, wish: OnPrint) -> Steps:
    """A middle keeps its motif, or its stripe."""
    repeat = design.repeat or Repeat()
    if wish.centre is None:
        return Steps()
    if design.motif is None:
        return Steps(across_mm=repeat.across_mm)
    return Steps(repeat.along_mm or 0.0, repeat.across_mm or 0.0, repeat.offset_mm)


def _by_marks(design: Design, wish: OnPrint) -> Steps:
    """Seams meet in the repeat, along, across or both."""
    repeat, axes = design.repeat, {mark.axes for mark in wish.marks}
    if repeat is None or not axes:
        return Steps()
    if axes == {Axes.ALONG}:
        return Steps(along_mm=repeat.level_mm)
    along = None if axes == {Axes.ACROSS} else repeat.along_mm
    return Steps(along, repeat.across_mm, repeat.offset_mm)


def common(each: Iterable[Steps]) -> Steps:
    """The steps that several things in hand have in common: on either axis the coarser of two, of
    which the finer is a part."""
    made = Steps()
    for one in each:
        coarse = _coarser(made.along_mm, one.along_mm), _coarser(made.across_mm, one.across_mm)
        made = Steps(*coarse, made.offset_mm or one.offset_mm)
    return made


def _coarser(one: float | None, other: float | None) -> float | None:
    if one is None or other is None:
        return other if one is None else one
    return 0.0 if 0.0 in (one, other) else max(one, other)


def rails_of(placements: Iterable[Placement], lay: Lay) -> tuple[Point, ...]:
    """The directions, unit vectors, of the folds that some placements lie on."""
    found: list[Point] = []
    for placement in placements:
        if placement.on_fold:
            (fold,) = (f for f in lay.zone(placement).folds if f.name == placement.fold)
            size = math.dist(fold.start, fold.end)
            along = ((fold.end[0] - fold.start[0]) / size, (fold.end[1] - fold.start[1]) / size)
            if all(abs(along[0] * y - along[1] * x) > 1e-9 for x, y in found):
                found.append(along)
    return tuple(found)
