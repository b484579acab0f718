"""No-fit tables: for two candidates, the offsets on a grid at which they overlap, and how deep.

Strict: an outline is widened to its full x-extent in each band of the grid, so an offset that a table calls free
is exactly free. The idea (bands and difference arrays, depths by run lengths) is NESTING.md §5.1 and §5.2.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache
from types import ModuleType
from typing import TypeGuard

import numpy as np

from wickel.geometry import Outline, bounds
from wickel.lay.nest.arrays import Bytes, Floats, Ints
from wickel.lay.nest.problem import NEVER_AGAIN_MM, Candidate, Item, Lattice, NoPlace, Problem

Tick = Callable[[], None]
"""Called often while tables are made; may raise ``Stopped``."""

_TICK_EVERY = 40


def loops() -> ModuleType:
    """The hot loops: compiled, or with NumPy where there is no compiler."""
    from wickel.lay.nest import jit, kernels, plain

    return kernels if jit.COMPILED else plain


@dataclass(frozen=True, slots=True)
class Grid:
    """Cell sizes in mm, along the strip and across it, and into how many bands a row is cut."""

    dx: float
    dy: float
    bands: int = 1


@dataclass(frozen=True, slots=True)
class Bands:
    """A candidate on the grid: x-extents per band, and the rows it may take.

    ``row`` (int), ``left``, ``right`` (mm): one entry per stretch of outline in a band; bands count from the line of
    the candidate's row. ``base`` is the row of its lowest place, ``above`` the height of that place above its line,
    ``steps`` how many rows up it may go, ``shift`` how far the outline stands right of its column's line.
    """

    row: Ints
    left: Floats
    right: Floats
    width: float
    base: int
    above: float
    steps: int
    shift: float
    lattice: tuple[int, ...]


@lru_cache(maxsize=512)
def _banded(outline: Outline, above: float, high: float) -> tuple[Ints, Floats, Floats]:
    points = np.asarray(outline, dtype=np.float64)
    size = 4 * (len(outline) + 4) + 2 * int((points[:, 1].max() - points[:, 1].min()) / high + 2)
    while True:
        band, left, right = np.empty(size, dtype=np.int64), np.empty(size), np.empty(size)
        xs, ys = np.ascontiguousarray(points[:, 0]), np.ascontiguousarray(points[:, 1])
        found = loops().cut_into_bands(xs, ys, above, high, band, left, right)
        if found >= 0:
            return band[:found].copy(), left[:found].copy(), right[:found].copy()
        size *= 4


def banded(candidate: Candidate, grid: Grid) -> Bands:
    """Cut a candidate into the grid's bands at its lowest place."""
    box = bounds(candidate.outline)
    low = candidate.low_mm + box.min_y
    own = candidate.lattice
    lattice: tuple[int, ...] = (0, 0, 0, 0, 0, 0)
    shift = 0.0
    if own is not None:
        low, shift, lattice = _on_lattice(own, candidate, box.min_y, grid)
    base = math.floor(low / grid.dy + 1e-9)
    above = max(0.0, low - base * grid.dy)
    above = 0.0 if above < 1e-9 else above
    row, left, right = _banded(candidate.outline, above, grid.dy / grid.bands)
    steps = math.floor((candidate.high_mm + box.min_y - low) / grid.dy + 1e-9)
    return Bands(row, left + shift, right + shift, box.max_x + shift, base, above, steps, shift, lattice)


def _on_lattice(own: Lattice, candidate: Candidate, min_y: float, grid: Grid) -> tuple[float, float, tuple[int, ...]]:
    """The lowest place on the lattice, how far right of its column's line the outline stands, and the grid's lattice.

    The grid's cells must go into the repeat a whole number of times (``grid_for``).
    """
    along = 0 if own.along_mm is None else round(own.along_mm / grid.dx)
    column = math.floor(own.x_mm / grid.dx + 1e-9)
    shift = own.x_mm - column * grid.dx if own.along_mm is not None else 0.0
    low, across, offset = candidate.low_mm, 0, 0
    if own.across_mm is not None:
        k = math.ceil((candidate.low_mm - own.y_mm) / own.across_mm - 1e-9)
        low = own.y_mm + k * own.across_mm
        column += round(k * own.offset_mm / grid.dx)
        across, offset = round(own.across_mm / grid.dy), round(own.offset_mm / grid.dx)
    low += min_y
    base = math.floor(low / grid.dy + 1e-9)
    shift = 0.0 if abs(shift) < 1e-9 else shift
    return low, shift, (along, column, across, base, offset, 1)


def grid_for(problem: Problem, dx: float, dy: float, bands: int) -> Grid:
    """A grid of about those cells into which every repeat of the problem goes a whole number of times."""
    lattices = [c.lattice for item in problem.items for c in item.candidates if c.lattice is not None]
    along = [mm for own in lattices for mm in (own.along_mm, abs(own.offset_mm)) if _comes_again(mm)]
    across = [own.across_mm for own in lattices if _comes_again(own.across_mm)]
    return Grid(_dividing(along, dx), _dividing(across, dy), bands)


def _comes_again(mm: float | None) -> TypeGuard[float]:
    return mm is not None and 0 < mm < NEVER_AGAIN_MM


def _dividing(lengths: list[float], near: float) -> float:
    """A step of about ``near`` that goes into all lengths; the lengths' greatest common measure when that is finer."""
    if not lengths:
        return near
    measure = lengths[0]
    for mm in lengths[1:]:
        a, b = measure, mm
        while b > 1e-3:
            a, b = b, math.fmod(a, b)
            b = 0.0 if a - b < 1e-3 else b
        measure = a
    return measure / max(1, round(measure / near))


def _extent(a: Bands, b: Bands, grid: Grid) -> tuple[int, int, int, int]:
    """First row and column, rows and columns of the table of b against a, by their boxes."""
    row0 = math.ceil((int(a.row.min()) - int(b.row.max())) / grid.bands)
    row1 = math.floor((int(a.row.max()) - int(b.row.min())) / grid.bands)
    col0 = math.floor((a.left.min() - b.right.max()) / grid.dx)
    col1 = math.ceil((a.right.max() - b.left.min()) / grid.dx)
    return row0, col0, row1 - row0 + 1, col1 - col0 + 1


class Tables:
    """Tables of all pairs of candidates that could meet, in one arena, and what the loops need beside them.

    See ``kernels`` for the arrays. Obstacles stand behind the candidates, and never against each other.
    Raises ``NoPlace`` for an item without a single place.
    """

    def __init__(self, problem: Problem, grid: Grid, tick: Tick) -> None:
        self.grid = grid
        self.bands: list[Bands] = []
        self.first = np.zeros(len(problem.items) + 1, dtype=np.int64)
        self.local: list[int] = []
        owns: list[int] = []
        kinds: dict[str, list[int]] = {}
        counts: dict[int, int] = {}
        minds: list[frozenset[int] | None] = []
        for k, item in enumerate(problem.items):
            tick()
            if item.kind not in kinds:
                kinds[item.kind] = self._add(item, minds)
                if not kinds[item.kind]:
                    raise NoPlace(k)
            for c in kinds[item.kind]:
                counts[c] = counts.get(c, 0) + 1
            owns.extend(kinds[item.kind])
            self.first[k + 1] = len(owns)
        self.owns = np.array(owns, dtype=np.int64)
        shapes = len(self.bands)
        self._add_obstacles(problem.obstacles)
        self.where = np.zeros((len(self.bands), len(self.bands), 5), dtype=np.int64)
        kind_of = {c: kind for kind, own in kinds.items() for c in own}
        pairs = []
        for a in range(shapes):
            for b in range(a, len(self.bands)):
                if b < shapes and kind_of[a] == kind_of[b] and counts[a] < 2:
                    continue  # candidates of one single item never meet
                mind = minds[a]
                if b >= shapes and mind is not None and (b - shapes) not in mind:
                    continue
                pairs.append((a, b))
        self.arena = self._filled(pairs, tick)
        self.widths = np.array([own.width for own in self.bands])
        rows = [(own.base, own.steps + 1, *own.lattice) for own in self.bands]
        self.cells = np.array(rows, dtype=np.int64).reshape(-1, 8)

    def _add(self, item: Item, minds: list[frozenset[int] | None]) -> list[int]:
        """Add the candidates of an item that have a place on the grid; returns their numbers."""
        made = []
        for local, candidate in enumerate(item.candidates):
            own = banded(candidate, self.grid)
            if own.steps >= 0:
                made.append(len(self.bands))
                self.bands.append(own)
                self.local.append(local)
                minds.append(candidate.minds)
        return made

    def _add_obstacles(self, obstacles: tuple[Outline, ...]) -> None:
        fixed = []
        for outline in obstacles:
            box = bounds(outline)
            column = math.floor(box.min_x / self.grid.dx)
            shift = box.min_x - column * self.grid.dx
            placed = tuple((x - box.min_x, y) for x, y in outline)
            own = banded(Candidate(outline=placed, low_mm=0.0, high_mm=0.0), self.grid)
            fixed.append((len(self.bands), own.base, column))
            self.bands.append(
                Bands(
                    own.row,
                    own.left + shift,
                    own.right + shift,
                    own.width + shift,
                    own.base,
                    own.above,
                    0,
                    shift,
                    own.lattice,
                )
            )
        self.fixed = np.array(fixed, dtype=np.int64).reshape(-1, 3)

    def _filled(self, pairs: list[tuple[int, int]], tick: Tick) -> Bytes:
        """Make the tables of the pairs, both ways round, in one arena: the loops read rows forwards only."""
        run = loops()
        total = 0
        for k, (a, b) in enumerate(pairs):
            if k % _TICK_EVERY == 0:
                tick()
            one, other = self.bands[a], self.bands[b]
            row0, col0, rows, cols = _extent(one, other, self.grid)
            self.where[a, b] = (total, row0, col0, rows, cols)
            total += rows * cols
            if a != b:
                self.where[b, a] = (total, -(row0 + rows - 1), -(col0 + cols - 1), rows, cols)
                total += rows * cols
        arena = np.zeros(total, dtype=np.uint8)
        for k, (a, b) in enumerate(pairs):
            if k % _TICK_EVERY == 0:
                tick()
            at, row0, col0, rows, cols = (int(v) for v in self.where[a, b])
            if rows > 0 and cols > 0:
                one, other = self.bands[a], self.bands[b]
                table = arena[at : at + rows * cols].reshape(rows, cols)
                own = (one.row, one.left, one.right, other.row, other.left, other.right)
                run.fill_table(*own, self.grid.bands, self.grid.dx, self.grid.dy, row0, col0, table)
                if a != b:  # the table of a against b is that of b against a turned about
                    turned = int(self.where[b, a, 0])
                    arena[turned : turned + rows * cols] = arena[at : at + rows * cols][::-1]
        return arena
