"""Where shapes in hand may be pushed to: on a grid of shifts, which of them are clear for certain.

Both the shapes in hand and what lies still are drawn on cells, every cell that one so much as
touches; where no cells meet after a shift, nothing overlaps. The nearest clear shift of every one
is found by a distance transform. A push ends exactly by contact afterwards (``contact``).
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray
from scipy import fft, ndimage

from wickel.lay.hand.bound import Shift
from wickel.lay.hand.contact import Floats, Sides

Flags = NDArray[np.bool_]
_CELL_MM = 8.0
_MOST_CELLS = 160_000
_FIT_MM = 1e-6


@dataclass(frozen=True, slots=True)
class Walls:
    """Straight walls: what is in hand may be pushed towards ``normal`` (n, 2) by ``slack`` (n) mm
    and no further."""

    normal: Floats
    slack: Floats

    def stop(self, at: Shift, by: Shift) -> tuple[float, tuple[float, float] | None]:
        """The share of a push that the walls let pass, and the normal of the wall that stops it,
        out of it."""
        if not len(self.slack):
            return 1.0, None
        into = self.normal @ np.array(by)
        left = np.maximum(0.0, self.slack - self.normal @ np.array(at))
        meets = into > 1e-12
        if not meets.any():
            return 1.0, None
        share = np.where(meets, left / np.where(meets, into, 1.0), np.inf)
        first = int(np.argmin(share))
        if share[first] >= 1.0:
            return 1.0, None
        out = -self.normal[first]
        return float(share[first]), (float(out[0]), float(out[1]))

    def hold(self, at: Shift) -> bool:
        """Whether a shift stays within all walls."""
        return bool((self.normal @ np.array(at) <= self.slack + _FIT_MM).all())


@dataclass(frozen=True, slots=True)
class Meeting:
    """Shapes in hand, and what lies still that they may meet: sides of both."""

    moving: Sides
    still: Sides


class Clear:
    """The clear shifts of what is in hand, on a grid around where it was picked up.

    ``low`` and ``high`` are how far it could be pushed at all.
    """

    def __init__(
        self, meetings: tuple[Meeting, ...], walls: Walls, low: Shift, high: Shift
    ) -> None:
        area = (high[0] - low[0] + _CELL_MM) * (high[1] - low[1] + _CELL_MM)
        self.cell = max(_CELL_MM, math.sqrt(area / _MOST_CELLS))
        self._first = (math.floor(low[0] / self.cell), math.floor(low[1] / self.cell))
        self._size = tuple(
            math.ceil(mm / self.cell) - first + 1
            for mm, first in zip(high, self._first, strict=True)
        )
        self._clear = self._free(meetings) & self._within(walls)

    @cached_property
    def _nearest(self) -> NDArray[np.int32]:
        """For every shift the grid place of the nearest clear one."""
        _, indices = ndimage.distance_transform_edt(~self._clear, return_indices=True)
        return np.asarray(indices, dtype=np.int32)

    def nearest(self, to: Shift) -> Shift | None:
        """The clear shift nearest to one; None where there is none at all."""
        if not self._clear.any():
            return None
        i, j = (
            min(max(round(mm / self.cell) - first, 0), size - 1)
            for mm, first, size in zip(to, self._first, self._size, strict=True)
        )
        return self._shift(int(self._nearest[0, i, j]), int(self._nearest[1, i, j]))

    def nearest_level(self, along_mm: float) -> Shift | None:
        """The clear shift nearest to one, of those that only push along."""
        j = -self._first[1]
        if not 0 <= j < self._size[1] or not self._clear[:, j].any():
            return None
        columns = np.flatnonzero(self._clear[:, j])
        off = np.abs(columns + self._first[0] - along_mm / self.cell)
        return self._shift(int(columns[int(np.argmin(off))]), j)

    def places(self, most: int) -> list[Shift]:
        """Places apart from each other where it could lie: of every room that hangs together the
        shift nearest to the start of the cloth, the largest rooms first."""
        rooms, count = ndimage.label(self._clear)
        sizes = np.bincount(rooms.ravel(), minlength=count + 1)[1:]
        found = []
        for number in np.argsort(-sizes, kind="stable")[:most] + 1:
            i, j = np.nonzero(rooms == number)
            first = int(np.lexsort((j, i))[0])
            found.append(self._shift(int(i[first]), int(j[first])))
        return found

    def _shift(self, i: int, j: int) -> Shift:
        return ((i + self._first[0]) * self.cell, (j + self._first[1]) * self.cell)

    def _within(self, walls: Walls) -> Flags:
        x, y = (
            (np.arange(size) + first) * self.cell
            for first, size in zip(self._first, self._size, strict=True)
        )
        inside = np.ones(self._size, dtype=np.bool_)
        for (nx, ny), slack in zip(walls.normal, walls.slack, strict=True):
            inside &= nx * x[:, None] + ny * y[None, :] <= slack + _FIT_MM
        return inside

    def _free(self, meetings: tuple[Meeting, ...]) -> Flags:
        free = np.ones(self._size, dtype=np.bool_)
        for meeting in meetings:
            if len(meeting.still.start):
                free &= ~self._met(meeting)
        return free

    def _met(self, meeting: Meeting) -> Flags:
        """The shifts at which cells of both meet."""
        own, (i0, j0) = drawn(meeting.moving, self.cell)
        rows, columns = own.shape
        wide, high = self._size
        # what lies still, as far as it can be reached
        low = (i0 + self._first[0], j0 + self._first[1])
        shape = (rows + wide - 1, columns + high - 1)
        still = drawn_within(meeting.still, self.cell, low, shape)
        size = [fft.next_fast_len(n, real=True) for n in shape]
        both = fft.rfft2(still.astype(np.float32), size) * np.conj(
            fft.rfft2(own.astype(np.float32), size)
        )
        met: Flags = fft.irfft2(both, size)[:wide, :high] > 0.5
        return met


def drawn(sides: Sides, cell: float) -> tuple[Flags, tuple[int, int]]:
    """All cells that closed outlines touch, and which cell the first one is."""
    low_x, low_y, high_x, high_y = sides.box()
    low = (math.floor(low_x / cell), math.floor(low_y / cell))
    shape = (math.floor(high_x / cell) - low[0] + 1, math.floor(high_y / cell) - low[1] + 1)
    return drawn_within(sides, cell, low, shape), low


def drawn_within(sides: Sides, cell: float, low: tuple[int, int], shape: tuple[int, int]) -> Flags:
    """The cells of a window, from the cell ``low`` on, that closed outlines touch: those that their
    edges run through, and those whose middles they hold."""
    start = sides.start / cell - np.array(low)
    end = sides.end / cell - np.array(low)
    cells = _along_edges(start, end, shape)
    # along rows of middles: even and odd crossings, summed up from left to right
    (ax, ay), (bx, by) = start.T, end.T
    first = np.ceil(np.minimum(ay, by) - 0.5).astype(np.int64)
    last = np.ceil(np.maximum(ay, by) - 0.5).astype(np.int64)
    first, last = np.clip(first, 0, shape[1]), np.clip(last, 0, shape[1])
    count = last - first
    edge = np.repeat(np.arange(len(count)), count)
    row = (
        np.repeat(first, count)
        + np.arange(int(count.sum()))
        - np.repeat(np.cumsum(count) - count, count)
    )
    x = ax[edge] + (bx[edge] - ax[edge]) * (row + 0.5 - ay[edge]) / (by[edge] - ay[edge])
    column = np.clip(np.ceil(x - 0.5).astype(np.int64), 0, shape[0])
    change = np.zeros((shape[0] + 1, shape[1]), dtype=np.int32)
    # outlines run counter-clockwise: an edge that runs down has its inside on the right
    np.add.at(change, (column, row), np.where(by[edge] < ay[edge], 1, -1))
    return cells | (np.cumsum(change, axis=0)[:-1] > 0)


def _along_edges(start: Floats, end: Floats, shape: tuple[int, int]) -> Flags:
    """The cells that edges run through, by points close to each other on them."""
    cells = np.zeros(shape, dtype=np.bool_)
    size = np.abs(end - start).max(axis=1)
    count = np.ceil(size / 0.45).astype(np.int64) + 1
    edge = np.repeat(np.arange(len(count)), count)
    k = np.arange(int(count.sum())) - np.repeat(np.cumsum(count) - count, count)
    points = start[edge] + (end - start)[edge] * (k / count[edge])[:, None]
    i, j = np.floor(points).astype(np.int64).T
    there = (i >= 0) & (i < shape[0]) & (j >= 0) & (j < shape[1])
    cells[i[there], j[there]] = True
    return cells
