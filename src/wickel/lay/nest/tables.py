"""No-fit tables: for two candidates, the offsets on a grid at which they overlap, and how deep.

Strict: an outline is widened to its full x-extent in each band of the grid, so an offset that a
table calls free is exactly free. Where two only touch, so that a lay rounded to the grid is not
taken for overlapping, it says so.

These are no-fit rasters, the no-fit polygon on a grid (F. Toledo and others, *The dotted-board
model*, International Journal of Production Economics 145, 2013); bands, difference arrays and
depths by run lengths are ours, measured in docs/measured.md.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, replace
from functools import lru_cache, reduce
from types import ModuleType
from typing import TypeGuard

import numpy as np

from wickel.geometry import Outline, bounds, common_measure
from wickel.lay.nest.arrays import Bytes, Floats, Ints
from wickel.lay.nest.problem import NEVER_AGAIN_MM, Candidate, Item, Lattice, NoPlace, Problem

Tick = Callable[[], None]
"""Called often while tables are made; may raise ``Stopped``."""

_PAIRS_AT_ONCE = 60

MANY_ITEMS, VERY_MANY_ITEMS = 40, 100
"""From so many items on a lay is long; from so many on its errors add up."""

SLACK, SLACK_OF_VERY_MANY = 0.25, 0.12
"""Half of what rounding a place to the grid takes or adds, in columns; less where errors add up.

Two whose outer stretches overlap, and not their inner ones, only touch: they came so near by
rounding, and pushing the lay apart undoes it.
"""


def loops() -> ModuleType:
    """The hot loops: compiled, or with NumPy where there is no compiler or it is not done yet."""
    from wickel.lay.nest import (
        jit,
    )  # Numba takes long to load: only a process that searches needs it

    if jit.ready():
        from wickel.lay.nest import kernels

        return kernels
    from wickel.lay.nest import plain

    return plain


@dataclass(frozen=True, slots=True)
class Grid:
    """Cell sizes in mm, along the strip and across it; into how many bands a row is cut; the slack
    in columns."""

    dx: float
    dy: float
    bands: int = 1
    slack: float = SLACK


@dataclass(frozen=True, slots=True)
class Stretches:
    """Stretches of outline: the ``band`` (n) of each and from where to where it goes in mm, (n,
    2)."""

    band: Ints
    reach: Floats


@dataclass(frozen=True, slots=True)
class Bands:
    """A candidate on the grid: x-extents per band, and the rows it may take.

    ``outer``, ``inner``: stretches of outline in bands, counted from the line of the candidate's
    row; the inner ones are what of them counts as overlapping (``SLACK``). ``base`` is the row of
    its lowest place, ``above`` the height of that place above its line, ``steps`` how many rows up
    it may go, ``shift`` how far the outline stands right of its column's line.
    """

    outer: Stretches
    inner: Stretches
    width: float
    base: int
    above: float
    steps: int
    shift: float
    lattice: tuple[int, ...]


MANY_STRETCHES, CLOSED_MM = 2000, 4.0
"""Of more stretches than that those are taken for one that have less than so much between them."""


def _closed(stretches: Stretches) -> Stretches:
    """Stretches of a very finely cut outline without the gaps that nothing of use fits into."""
    if len(stretches.band) <= MANY_STRETCHES:
        return stretches
    far = (
        1.0 + 4.0 * float(np.abs(stretches.reach).max()) + CLOSED_MM
    )  # sets bands apart, so that one pass does for all
    order = np.lexsort((stretches.reach[:, 0], stretches.band))
    band = stretches.band[order]
    left, right = (stretches.reach[order, k] + band * far for k in (0, 1))
    begins = np.flatnonzero(
        np.concatenate(([True], left[1:] > np.maximum.accumulate(right)[:-1] + CLOSED_MM))
    )
    ends = np.maximum.reduceat(right, begins)
    shift = band[begins] * far
    return Stretches(band[begins], np.column_stack((left[begins] - shift, ends - shift)))


@lru_cache(maxsize=512)
def _outer(outline: Outline, above: float, high: float) -> Stretches:
    """In each band of an outline its whole extents."""
    points = np.asarray(outline, dtype=np.float64)
    size = 4 * (len(outline) + 4) + 2 * int((points[:, 1].max() - points[:, 1].min()) / high + 2)
    while True:
        band, left, right = np.empty(size, dtype=np.int64), np.empty(size), np.empty(size)
        xs, ys = np.ascontiguousarray(points[:, 0]), np.ascontiguousarray(points[:, 1])
        found = loops().cut_into_bands(xs, ys, above, high, band, left, right)
        if found >= 0:
            return _closed(
                Stretches(band[:found].copy(), np.column_stack((left[:found], right[:found])))
            )
        size *= 4


@lru_cache(maxsize=512)
def _inner(outline: Outline, above: float, high: float, slack: float) -> Stretches:
    """In each band of an outline its extents at the band's middle, less the slack at both ends."""
    xs, ys = np.asarray(outline, dtype=np.float64).T
    bottom = ys.min() - above
    count = max(1, math.ceil((ys.max() - bottom) / high - 1e-9))
    middles = bottom + (np.arange(count) + 0.5) * high
    below = ys <= middles[:, None]
    band, edge = np.nonzero(below != np.roll(below, -1, axis=1))
    to_x, to_y = np.roll(xs, -1), np.roll(ys, -1)
    x = xs[edge] + (to_x[edge] - xs[edge]) * (middles[band] - ys[edge]) / (to_y[edge] - ys[edge])
    order = np.lexsort((x, band))
    reach = x[order].reshape(-1, 2) + np.array((slack, -slack))
    there = reach[:, 0] < reach[:, 1]
    return _closed(Stretches(band[order][::2][there], reach[there]))


def bands_of(candidate: Candidate, grid: Grid) -> Bands:
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
    outer = inner = _outer(candidate.outline, above, grid.dy / grid.bands)
    if lattice[0] == 0:  # what is bound along cannot be pushed there: it must not even touch
        inner = _inner(candidate.outline, above, grid.dy / grid.bands, grid.slack * grid.dx)
    steps = math.floor((candidate.high_mm + box.min_y - low) / grid.dy + 1e-9)
    outer, inner = (Stretches(band.band, band.reach + shift) for band in (outer, inner))
    return Bands(outer, inner, box.max_x + shift, base, above, steps, shift, lattice)


def _on_lattice(
    lattice: Lattice, candidate: Candidate, min_y: float, grid: Grid
) -> tuple[float, float, tuple[int, ...]]:
    """The lowest place on the lattice, how far right of its column's line the outline stands, and
    the grid's lattice.

    The grid's cells must go into the repeat a whole number of times (``grid_for``).
    """
    along = 0 if lattice.along_mm is None else round(lattice.along_mm / grid.dx)
    column = math.floor(lattice.x_mm / grid.dx + 1e-9)
    shift = lattice.x_mm - column * grid.dx if lattice.along_mm is not None else 0.0
    low, across, offset = candidate.low_mm, 0, 0
    if lattice.across_mm is not None:
        k = math.ceil((candidate.low_mm - lattice.y_mm) / lattice.across_mm - 1e-9)
        low = lattice.y_mm + k * lattice.across_mm
        column += round(k * lattice.offset_mm / grid.dx)
        across, offset = round(lattice.across_mm / grid.dy), round(lattice.offset_mm / grid.dx)
    low += min_y
    base = math.floor(low / grid.dy + 1e-9)
    shift = 0.0 if abs(shift) < 1e-9 else shift
    return low, shift, (along, column, across, base, offset, 1)


def grid_for(problem: Problem, dx: float, dy: float, bands: int) -> Grid:
    """A grid of about those cells into which every repeat of the problem goes a whole number of
    times."""
    lattices = [
        c.lattice for item in problem.items for c in item.candidates if c.lattice is not None
    ]
    along = [
        mm
        for lattice in lattices
        for mm in (lattice.along_mm, abs(lattice.offset_mm))
        if _comes_again(mm)
    ]
    across = [lattice.across_mm for lattice in lattices if _comes_again(lattice.across_mm)]
    slack = SLACK if len(problem.items) <= VERY_MANY_ITEMS else SLACK_OF_VERY_MANY
    return Grid(_dividing(along, dx), _dividing(across, dy), bands, slack)


def with_other_slack(grid: Grid) -> Grid:
    """The same grid with the other slack: two that search side by side find more when they differ
    in it."""
    return replace(grid, slack=SLACK if grid.slack == SLACK_OF_VERY_MANY else SLACK_OF_VERY_MANY)


def _comes_again(mm: float | None) -> TypeGuard[float]:
    return mm is not None and 0 < mm < NEVER_AGAIN_MM


def _dividing(lengths: list[float], near: float) -> float:
    """A step of about ``near`` that goes into all lengths; the lengths' greatest common measure
    when that is finer."""
    if not lengths:
        return near
    measure = reduce(common_measure, lengths)
    return measure / max(1, round(measure / near))


class Tables:
    """Tables of all pairs of candidates that could meet, in one arena, and what the loops need
    beside them.

    See ``kernels`` for the arrays. Obstacles stand behind the candidates, and never against each
    other. Raises ``NoPlace`` for an item without a single place.
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
        self.arena = self._filled(
            np.array(pairs, dtype=np.int64).reshape(-1, 2), tick, problem.workers
        )
        self.widths = np.array([band.width for band in self.bands])
        rows = [(band.base, band.steps + 1, *band.lattice) for band in self.bands]
        self.cells = np.array(rows, dtype=np.int64).reshape(-1, 8)
        self.tied = problem.tied

    def _add(self, item: Item, minds: list[frozenset[int] | None]) -> list[int]:
        """Add the candidates of an item that have a place on the grid; returns their numbers."""
        made = []
        for local, candidate in enumerate(item.candidates):
            own = bands_of(candidate, self.grid)
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
            own = bands_of(Candidate(outline=placed, low_mm=0.0, high_mm=0.0), self.grid)
            fixed.append((len(self.bands), own.base, column))
            still = Stretches(own.outer.band, own.outer.reach + shift)
            self.bands.append(
                replace(own, outer=still, inner=still, width=own.width + shift, shift=shift)
            )
        self.fixed = np.array(fixed, dtype=np.int64).reshape(-1, 3)

    def _filled(self, pairs: Ints, tick: Tick, workers: int) -> Bytes:
        """Make the tables of the pairs, both ways round, in one arena: the loops read rows forwards
        only."""
        grid, own = self.grid, self.bands
        lowest, highest = (
            np.array([f(bands.outer.band) for bands in own]) for f in (np.min, np.max)
        )
        nearest, farthest = (
            np.array([f(bands.outer.reach) for bands in own]) for f in (np.min, np.max)
        )
        a, b = pairs[:, 0], pairs[:, 1]
        row0 = -((highest[b] - lowest[a]) // grid.bands)
        rows = (highest[a] - lowest[b]) // grid.bands - row0 + 1
        col0 = np.floor((nearest[a] - farthest[b]) / grid.dx).astype(np.int64)
        cols = np.ceil((farthest[a] - nearest[b]) / grid.dx).astype(np.int64) - col0 + 1
        size = np.maximum(0, rows) * np.maximum(0, cols)
        sizes = np.column_stack((size, np.where(a == b, 0, size))).ravel()
        at = np.concatenate(([0], np.cumsum(sizes)))
        self.where[b, a] = np.column_stack(
            (at[1:-1:2], -(row0 + rows - 1), -(col0 + cols - 1), rows, cols)
        )
        self.where[a, b] = np.column_stack((at[:-1:2], row0, col0, rows, cols))
        arena = np.zeros(int(at[-1]), dtype=np.uint8)

        run = loops()
        outer, inner = (
            _joined([bands.outer for bands in own]),
            _joined([bands.inner for bands in own]),
        )

        def fill(some: Ints) -> None:
            run.fill_tables(some, *outer, *inner, grid.bands, grid.dx, grid.dy, self.where, arena)

        portions = np.array_split(pairs, max(1, len(pairs) // _PAIRS_AT_ONCE))
        with ThreadPoolExecutor(workers) as pool:
            for first in range(0, len(portions), workers):
                tick()
                list(pool.map(fill, portions[first : first + workers]))
        return arena


def _joined(all_stretches: list[Stretches]) -> tuple[Ints, Ints, Floats]:
    """The stretches of all candidates one after another: where those of each begin, their bands,
    their reach."""
    start = np.cumsum([0, *(len(all_stretch.band) for all_stretch in all_stretches)])
    return (
        start,
        np.concatenate([all_stretch.band for all_stretch in all_stretches]),
        np.concatenate([all_stretch.reach for all_stretch in all_stretches]),
    )
