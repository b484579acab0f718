"""The search: a first lay by many orders, then shorter and shorter ones by taking overlaps out,
each pushed together.

The stages: ``tables`` (where candidates overlap, on a grid), ``kernels.place_all`` (first lays),
``separation`` (shorter lays on the grid), ``compaction`` (off the grid, pushed together). Work is
done in threads of its own, so that a report that raises ``Stopped`` is heard at once, whatever is
going on.
"""

from __future__ import annotations

import threading
from dataclasses import replace
from queue import Empty, SimpleQueue

import numpy as np

from wickel.geometry import bounds
from wickel.lay.nest.arrays import Ints
from wickel.lay.nest.compaction import Shapes, compact
from wickel.lay.nest.locked import unlocked
from wickel.lay.nest.problem import ORDERS, NoPlace, Problem, Report, Solution, Spot, Stopped
from wickel.lay.nest.separation import FEW_ITEMS, Another, GridLay, Separation
from wickel.lay.nest.tables import (
    MANY_ITEMS,
    VERY_MANY_ITEMS,
    Tables,
    Tick,
    grid_for,
    loops,
    with_other_slack,
)

FINE, MIDDLING, COARSE, COARSEST = (10.0, 5.0, 1), (14.0, 7.0, 1), (20.0, 10.0, 1), (30.0, 15.0, 1)
"""Cells along and across in mm, and bands a row.

First lays are exact on their grid and want a fine one. Overlaps are taken out on a coarser one, the
middling one when there are few items, the coarsest when there are very many: more can be tried
there, and pushing the lay apart makes it exact.
"""

MANY_CANDIDATES, VERY_MANY_CANDIDATES = 150, 320
FIRST_COARSE = 70
"""From so many candidates on a first lay is made on the coarse grid while the fine tables are still
to come."""

PUSHED_WITHIN = 1.03
"""Grid lays up to this much longer than the best one are worth pushing together."""

SHARED_BELOW = 0.99
"""A worker goes on from another's lay when that is so much shorter than its own."""

GUESS_ROOM, GUESS_SWEEPS = 1.03, 240
"""A guess may become so much longer when its overlaps are taken out, in so many sweeps at the
most."""

_PUSHES, _STILL_MM = 30, 0.05
"""A lay is pushed together at most so often, until nothing moves any farther than this."""
SEARCHER, COMPILER = "wickel-nest", "wickel-compile"
"""What the threads of a search are called, and the one that compiles its loops."""

_SWEEPS_AT_ONCE = 8
_LISTEN_S = 0.01


def search(problem: Problem, report: Report) -> Solution:
    """Place all items; with one worker the same problem gives the same answer.

    ``report`` is called with the progress and the best solution so far, several times a second, and
    may raise ``Stopped``; the best so far is then returned.

    Raises:
        Stopped: the report stopped it before there was any solution.
        NoPlace: an item can lie nowhere.
    """
    rest = unlocked(problem)
    if rest is not None:
        return rest.whole(
            search(
                rest.problem,
                lambda done, best: report(done, None if best is None else rest.whole(best)),
            )
        )
    if not problem.items:
        return Solution(spots=(), length_mm=0.0)
    return _Search(problem).run(report)


def push_together(problem: Problem, solution: Solution) -> Solution:
    """A solution without overlap pushed together along the strip, in the order it has; at worst as
    it is. It is pushed again for as long as anything moves."""
    shapes = Shapes()
    for _ in range(_PUSHES):
        pushed = compact(problem, solution, shapes) or solution
        far = max(
            (
                max(abs(a.x - b.x), abs(a.y - b.y))
                for a, b in zip(pushed.spots, solution.spots, strict=True)
            ),
            default=0.0,
        )
        solution = pushed
        if far < _STILL_MM:
            break
    return solution


def quick_length(problem: Problem, tick: Tick = lambda: None) -> float:
    """The length of the best of a few orders on the coarse grid, in some milliseconds; to compare
    problems by.

    Infinite when an item has no place. ``tick`` is called often and may raise ``Stopped``, which
    ends it.
    """
    own = _Search(problem)
    try:
        tables = Tables(problem, grid_for(problem, *COARSE), tick)
    except NoPlace:
        return float("inf")
    best = np.inf
    for order in own._orders():
        tick()
        best = min(best, _placed(tables, order, best)[1])
    return float(best)


class _Board:
    """What the workers share: the best solution, the best lay on the grid, and whether to stop."""

    def __init__(self) -> None:
        self.lock = threading.Lock()
        self.best: Solution | None = None
        self.grid_best: GridLay | None = None
        self.stopped = False
        self.done = 0

    def tick(self) -> None:
        """Raise ``Stopped`` when the search is to end."""
        if self.stopped:
            raise Stopped

    def offer(self, solution: Solution) -> None:
        """Keep a solution when it is the best."""
        with self.lock:
            if self.best is None or solution.length_mm < self.best.length_mm - 1e-6:
                self.best = solution


class _Search:
    """One search: its problem, its tables once they are made, and the board."""

    def __init__(self, problem: Problem) -> None:
        self.problem = problem
        self.shapes = Shapes()
        self.board = _Board()
        self.areas = np.array([item.area_mm2 for item in problem.items])
        self.effort = max(1, problem.effort)
        self.spent_before = 0 if problem.start is None else problem.start.effort

    def run(self, report: Report) -> Solution:
        """Work in threads of its own and listen to the caller meanwhile."""
        from wickel.lay.nest import jit

        finished: SimpleQueue[BaseException | None] = SimpleQueue()
        compiler = jit.is_compiler()

        def work() -> None:
            jit.as_compiler(compiler)
            try:
                self._work()
                finished.put(None)
            except Stopped:
                finished.put(None)
            except BaseException as fault:  # noqa: BLE001 - raised in the caller's thread
                finished.put(fault)

        threading.Thread(target=work, daemon=True, name=SEARCHER).start()
        board = self.board
        shown: Solution | None = None
        while True:
            try:
                fault = finished.get(timeout=_LISTEN_S)
            except Empty:
                if board.stopped:
                    break  # the thread ends by itself at its next tick
                try:
                    shown = board.best
                    report(min(1.0, board.done / self.effort), shown)
                except Stopped:
                    board.stopped = True
                continue
            if fault is not None:
                raise fault
            break
        best = board.best
        if best is None:
            raise Stopped
        if best is not shown and not board.stopped:
            try:
                report(1.0, best)
            except Stopped:
                return best
        return best

    # --- the work ----------------------------------------------------------------------------

    def _work(self) -> None:
        shapes = len({id(c) for item in self.problem.items for c in item.candidates})
        cells = (
            FINE
            if shapes <= MANY_CANDIDATES
            else COARSE
            if shapes <= VERY_MANY_CANDIDATES
            else COARSEST
        )
        wanted = self._coarser(cells)
        given, tables = self.problem.start, None
        if given is None:
            coarse = None
            if shapes > FIRST_COARSE and cells is FINE:
                coarse = self._tables(COARSE)
                self._first(coarse, orders=2)
            fine = self._tables(cells)
            self._first(fine, ORDERS)
            tables = fine if wanted is cells else coarse if wanted is COARSE else None
            del fine, coarse  # the fine ones are large: they need not stay while the search goes on
        else:
            self.board.offer(given)
        self.board.done = ORDERS
        if self.effort <= ORDERS:
            return
        assert self.board.best is not None, "there is a first lay"
        tables = tables or self._tables(wanted)
        if given is None:
            self._from_guess(tables)
        start = self._on_grid(tables, self.board.best)
        self.board.grid_best = start
        others = [
            threading.Thread(target=self._quietly, args=(tables, start, k), daemon=True)
            for k in range(1, self.problem.workers)
        ]
        for other in others:
            other.start()
        try:
            self._separate(tables, start, self.problem.seed, share=self.problem.workers > 1)
        finally:
            if not self.board.stopped:
                for other in others:
                    other.join()

    def _quietly(self, tables: Tables, start: GridLay, k: int) -> None:
        try:
            if len(self.problem.items) > MANY_ITEMS and k % 2 and not tables.tied:
                tables = Tables(self.problem, with_other_slack(tables.grid), self.board.tick)
            self._separate(tables, start, self.problem.seed + 7919 * k, share=True)
        except Stopped:
            return

    def _tables(self, cells: tuple[float, float, int]) -> Tables:
        return Tables(self.problem, grid_for(self.problem, *cells), self.board.tick)

    def _coarser(self, cells: tuple[float, float, int]) -> tuple[float, float, int]:
        """The cells to take overlaps out on. What is bound to a repeat cannot be pushed, and wants
        the finer ones."""
        items = len(self.problem.items)
        wanted = (
            MIDDLING if items <= FEW_ITEMS else COARSE if items <= VERY_MANY_ITEMS else COARSEST
        )
        return cells if self.problem.tied or wanted[0] <= cells[0] else wanted

    def _first(self, tables: Tables, orders: int) -> None:
        """The best of several orders on the grid, offered at once and then pushed together."""
        n = len(self.problem.items)
        rng = np.random.default_rng(self.problem.seed)
        known = self._orders()
        best: GridLay | None = None
        best_order = known[0]
        lays: list[GridLay] = []
        # orders that are known to do well first, then the best one changed
        for k in range(min(orders, self.effort) if n > 1 else 1):
            self.board.tick()
            order = known[k] if k < len(known) else _changed(best_order, rng)
            spots, length = _placed(
                tables, order, np.inf if best is None else best.length_mm * PUSHED_WITHIN
            )
            if np.isfinite(length):
                lay = GridLay(spots, length)
                lays.append(lay)
                if best is None or length < best.length_mm:
                    best, best_order = lay, order
                    self.board.offer(self._off_grid(tables, lay, k + 1))
            self.board.done = max(self.board.done, k + 1)
        if best is None:
            raise NoPlace(0)
        # pushing takes time: only lays within reach of the best are worth it
        near = sorted(
            (lay for lay in lays if lay.length_mm <= best.length_mm * PUSHED_WITHIN),
            key=lambda each: each.length_mm,
        )
        for lay in near[: 3 if n <= 40 else 1]:
            pushed = self._pushed(tables, lay, min(orders, self.effort))
            if pushed is not None:
                self.board.offer(pushed)

    def _from_guess(self, tables: Tables) -> None:
        """Take the overlaps out of the guess, at about its length, where that is shorter than the
        best lay so far."""
        guess, best = self.problem.guess, self.board.best
        if not guess or best is None or self.problem.tied:
            return
        spots = tuple(
            Spot(
                spot.candidate,
                max(0.0, spot.x),
                min(
                    max(spot.y, item.candidates[spot.candidate].low_mm),
                    item.candidates[spot.candidate].high_mm,
                ),
            )
            for spot, item in zip(guess, self.problem.items, strict=True)
        )
        # the guess overlaps: its length says how long a lay it promises
        wanted = _measured(self.problem, Solution(spots=spots, length_mm=0.0, effort=ORDERS))
        room = wanted.length_mm * GUESS_ROOM
        if room >= best.length_mm:
            return
        own = Separation(
            tables,
            self.areas,
            self._on_grid(tables, wanted),
            room,
            self.problem.seed,
            self._another(tables),
        )
        spent = 0
        while spent < GUESS_SWEEPS:
            self.board.tick()
            done, lay = own.sweep(_SWEEPS_AT_ONCE)
            spent += max(1, done)
            pushed = (
                None if lay is None else self._pushed(tables, lay, ORDERS + spent, best.length_mm)
            )
            if pushed is not None:
                self.board.offer(pushed)
                return
            # nearly free, but pushing could not part it: the sweeping goes on from before
            if lay is not None:
                own.refuse()

    def _another(self, tables: Tables) -> Another:
        """First lays in orders drawn at random, the larger items rather first."""

        def another(rng: np.random.Generator) -> Ints | None:
            key = np.log(self.areas) + rng.normal(0.0, 0.8, len(self.areas))
            spots, length = _placed(tables, np.argsort(-key).astype(np.int64), np.inf)
            return spots if np.isfinite(length) else None

        return another

    def _orders(self) -> list[Ints]:
        """Orders by size, the largest first, in several senses of large."""
        boxes = [bounds(item.candidates[0].outline) for item in self.problem.items]
        long = np.array([box.width for box in boxes])
        high = np.array([box.height for box in boxes])
        fold = np.array(
            [all(c.low_mm == c.high_mm for c in item.candidates) for item in self.problem.items]
        )
        tied = np.array(
            [any(c.lattice is not None for c in item.candidates) for item in self.problem.items]
        )
        first = fold | tied
        keys = (
            self.areas,
            self.areas + first * (self.areas.max() + 1),
            long,
            high,
            long + high,
            long + first * (long.max() + 1),
        )
        orders: list[Ints] = []
        for key in keys:
            order = np.argsort(-key, kind="stable").astype(np.int64)
            if not any((order == known).all() for known in orders):
                orders.append(order)
        return orders

    def _separate(self, tables: Tables, start: GridLay, seed: int, *, share: bool) -> None:
        """Shorter and shorter lays from one start on, until the effort is spent."""
        board = self.board
        assert board.best is not None, "there is a first lay"
        own = Separation(
            tables, self.areas, start, board.best.length_mm, seed, self._another(tables)
        )
        spent = ORDERS
        while spent < self.effort:
            board.tick()
            done, lay = own.sweep(min(_SWEEPS_AT_ONCE, self.effort - spent))
            spent += max(1, done)
            board.done = max(board.done, spent)
            if lay is not None:
                pushed = self._pushed(tables, lay, self.spent_before + spent, own.length_mm)
                if pushed is None:
                    own.refuse()
                    continue
                close = self._on_grid(
                    tables, pushed
                )  # what is gone on from is nearly free, and as short
                own.shorter(close, pushed.length_mm)
                with board.lock:
                    if board.best is None or pushed.length_mm < board.best.length_mm - 1e-6:
                        board.best, board.grid_best = pushed, close
            elif (
                share
                and board.grid_best is not None
                and board.best.length_mm < own.length_mm * SHARED_BELOW
            ):
                own.shorter(board.grid_best, board.best.length_mm)

    def _on_grid(self, tables: Tables, given: Solution) -> GridLay:
        """A given solution at the nearest places of the grid; it may overlap there a little."""
        places = []
        for k, spot in enumerate(given.spots):
            own = tables.owns[tables.first[k] : tables.first[k + 1]]
            c = next((int(c) for c in own if tables.local[c] == spot.candidate), int(own[0]))
            bands, candidate = tables.bands[c], self.problem.items[k].candidates[tables.local[c]]
            lowest = bounds(candidate.outline).min_y
            row = round((spot.y + lowest - bands.above) / tables.grid.dy)
            places.append((c, row, round((spot.x - bands.shift) / tables.grid.dx)))
        return GridLay(np.array(places, dtype=np.int64), given.length_mm, free=False)

    def _off_grid(self, tables: Tables, lay: GridLay, effort: int) -> Solution:
        spots = []
        for item, (c, row, column) in enumerate(lay.places):
            bands, local = tables.bands[c], tables.local[c]
            candidate = self.problem.items[item].candidates[local]
            lowest = bounds(candidate.outline).min_y
            y = (
                bands.base * tables.grid.dy
                + bands.above
                - lowest
                + (int(row) - bands.base) * tables.grid.dy
            )
            y = (
                candidate.low_mm
                if candidate.low_mm == candidate.high_mm
                else min(y, candidate.high_mm)
            )
            spots.append(Spot(local, float(int(column) * tables.grid.dx + bands.shift), float(y)))
        return _measured(self.problem, Solution(spots=tuple(spots), length_mm=0.0, effort=effort))

    def _pushed(
        self, tables: Tables, lay: GridLay, effort: int, below_mm: float = np.inf
    ) -> Solution | None:
        """A lay off the grid and pushed together; one that still overlaps only when it comes out
        shorter."""
        solution = self._off_grid(tables, lay, effort)
        tick = self.board.tick
        return compact(self.problem, solution, self.shapes, tick, free=lay.free, below_mm=below_mm)


def _placed(tables: Tables, order: Ints, give_up_mm: float) -> tuple[Ints, float]:
    """The places of items placed in their order, and the length they take; infinite when it is more
    than wanted."""
    spots = np.zeros((len(order), 3), dtype=np.int64)
    length = loops().place_all(
        order,
        tables.first,
        tables.owns,
        tables.arena,
        tables.where,
        tables.cells,
        tables.widths,
        tables.grid.dx,
        tables.fixed,
        give_up_mm,
        spots,
    )
    return spots, float(length)


def _measured(problem: Problem, solution: Solution) -> Solution:
    """The solution with the length that its spots take."""
    ends = (
        spot.x + bounds(item.candidates[spot.candidate].outline).max_x
        for item, spot in zip(problem.items, solution.spots, strict=True)
    )
    return replace(solution, length_mm=max(ends))


def _changed(order: Ints, rng: np.random.Generator) -> Ints:
    """An order with a few items moved to other places in it."""
    made = list(order)
    for _ in range(int(rng.integers(1, 4))):
        item = made.pop(int(rng.integers(len(made))))
        made.insert(int(rng.integers(len(made) + 1)), item)
    return np.array(made, dtype=np.int64)


def warm_in_background() -> None:
    """Compile or load the loops in a thread of its own; searches work with NumPy until they are
    there."""
    from wickel.lay.nest import jit

    if jit.COMPILED:
        jit.while_compiling(warm_up, COMPILER)


def warm_up() -> None:
    """Compile or load every loop with a little problem, so that the first real search does not wait
    for it."""
    from wickel.lay.nest.problem import Candidate, Item, Lattice

    ell = ((0.0, 0.0), (300.0, 0.0), (300.0, 100.0), (100.0, 100.0), (100.0, 200.0), (0.0, 200.0))
    free = Candidate(outline=ell, low_mm=0.0, high_mm=300.0)
    tied = replace(free, lattice=Lattice(along_mm=100.0))
    items = tuple(
        Item(kind=str(k), candidates=(tied if k else free,), area_mm2=4e4) for k in range(4)
    )
    search(
        Problem(items=items, obstacles=(((900.0, 0.0), (950.0, 0.0), (950.0, 50.0)),), effort=80),
        lambda *_: None,
    )
