"""The search: many orders placed constructively, the best of them pushed together."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from wickel.geometry import bounds
from wickel.lay.nest.compaction import Shapes, compacted
from wickel.lay.nest.constructive import GridLay, placed_in_order
from wickel.lay.nest.problem import Candidate, Problem, Report, Solution, Spot, Stopped
from wickel.lay.nest.rasters import Grid, RasterTable

_FINE = Grid(dx=10.0, dy=5.0)
_COARSE = Grid(dx=20.0, dy=10.0)
_MANY_SHAPES = 90
_PUSHED_WITHIN = 1.03
"""Grid lays up to this much longer than the best one are worth pushing together."""


def search(problem: Problem, report: Report) -> Solution:
    """Place all items; the same problem gives the same answer.

    ``report`` is called with the progress and the best solution so far, at least once per order
    tried, and may raise ``Stopped``; the best so far is then returned, once there is one.
    """
    if not problem.items:
        return Solution(spots=(), length_mm=0.0)
    return _Search(problem, report).run()


class _Search:
    """The state of one search: tables, the best grid lay and the best solution."""

    def __init__(self, problem: Problem, report: Report) -> None:
        self.problem = problem
        self.report = report
        self.rng = np.random.default_rng(problem.seed)
        self.shapes = Shapes()
        self.best: Solution | None = None
        self.best_order: list[int] = []
        self.best_grid_mm = np.inf
        kinds: dict[str, list[int]] = {}
        candidates: list[Candidate] = []
        self.candidates_of: list[list[int]] = []
        for item in problem.items:
            if item.kind not in kinds:
                kinds[item.kind] = list(range(len(candidates), len(candidates) + len(item.candidates)))
                candidates.extend(item.candidates)
            self.candidates_of.append(kinds[item.kind])
        self.first_candidate = [own[0] for own in self.candidates_of]
        self.table = RasterTable(candidates, _FINE if len(candidates) <= _MANY_SHAPES else _COARSE)

    def run(self) -> Solution:
        orders = self._heuristic_orders()
        for k in range(max(1, self.problem.effort)):
            order = orders[k] if k < len(orders) else self._changed_order()
            self._try(order)
            try:
                self.report((k + 1) / max(1, self.problem.effort), self.best)
            except Stopped:
                break
        assert self.best is not None
        return self.best

    def _heuristic_orders(self) -> list[list[int]]:
        boxes = [bounds(item.candidates[0].outline) for item in self.problem.items]
        areas = np.array([item.area_mm2 for item in self.problem.items])
        long = np.array([box.width for box in boxes])
        high = np.array([box.height for box in boxes])
        fold = np.array([all(c.low_mm == c.high_mm for c in i.candidates) for i in self.problem.items])
        keys: list[NDArray[np.float64]] = [
            areas,
            long,
            high,
            areas + fold * (areas.max() + 1),
            long + high,
            long + fold * (long.max() + 1),
        ]
        orders: list[list[int]] = []
        for key in keys:
            order = [int(k) for k in np.argsort(-key, kind="stable")]
            if order not in orders:
                orders.append(order)
        return orders

    def _changed_order(self) -> list[int]:
        """The best order with a few items moved to other places in it."""
        order = list(self.best_order)
        if len(order) < 2:
            return order
        for _ in range(int(self.rng.integers(1, 4))):
            item = order.pop(int(self.rng.integers(len(order))))
            order.insert(int(self.rng.integers(len(order) + 1)), item)
        return order

    def _try(self, order: list[int]) -> None:
        grid_lay = placed_in_order(order, self.candidates_of, self.table, self.best_grid_mm * _PUSHED_WITHIN)
        if grid_lay is None:
            return
        if grid_lay.length_mm <= self.best_grid_mm:
            pushed_before = self.best_grid_mm == grid_lay.length_mm
            self.best_order, self.best_grid_mm = order, grid_lay.length_mm
            if pushed_before and self.rng.random() > 0.25:
                return
        elif self.rng.random() > 0.25:
            return
        solution = compacted(self.problem, self._off_grid(grid_lay), self.shapes)
        if self.best is None or solution.length_mm < self.best.length_mm - 1e-6:
            self.best = solution

    def _off_grid(self, grid_lay: GridLay) -> Solution:
        spots = []
        for k, item in enumerate(self.problem.items):
            spot = grid_lay.spots[k]
            bands = self.table.bands[spot.candidate]
            own = spot.candidate - self.first_candidate[k]
            y = item.candidates[own].low_mm + (spot.row - bands.base) * self.table.grid.dy
            spots.append(Spot(own, spot.column * self.table.grid.dx, y))
        return Solution(spots=tuple(spots), length_mm=grid_lay.length_mm)
