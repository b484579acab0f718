"""Compaction: a lay without overlap is pushed together along the strip by a linear program.

Every pair of convex parts that could meet keeps to its own side of a separating line; under these
the greatest x is made least. The lines are taken anew until nothing more is won.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from wickel.geometry import Outline
from wickel.lay.nest.convex import Floats, Hulls, convex_parts, hulls, separations
from wickel.lay.nest.problem import Problem, Solution, Spot

REACH_MM = 30.0
"""How far a part may move in one round; pairs farther apart than twice this cannot meet."""

_ROUNDS = 12
_WON_MM = 0.05
_LEFTWARD = 1e-4
_SLACK_MM = 1e-5
_MOST_POINTS = 6000


class Shapes:
    """Convex parts of every outline met, made once for each."""

    def __init__(self) -> None:
        self._made: dict[int, tuple[Outline, Hulls]] = {}

    def of(self, outline: Outline) -> Hulls:
        """The convex parts of an outline."""
        key = id(outline)
        if key not in self._made:  # the outline is kept with them, so that its id stays its own
            self._made[key] = (outline, hulls(convex_parts(outline)))
        return self._made[key][1]


def compacted(problem: Problem, solution: Solution, shapes: Shapes) -> Solution:
    """The solution pushed together, at worst unchanged. Parts on a fold move along it only."""
    chosen = [item.candidates[s.candidate] for item, s in zip(problem.items, solution.spots, strict=True)]
    if sum(len(candidate.outline) for candidate in chosen) > _MOST_POINTS:
        return solution
    push = _Push(
        parts=[shapes.of(candidate.outline) for candidate in chosen],
        lows=np.array([candidate.low_mm for candidate in chosen]),
        highs=np.array([candidate.high_mm for candidate in chosen]),
    )
    at = np.array([(spot.x, spot.y) for spot in solution.spots])
    length = solution.length_mm
    for _ in range(_ROUNDS):
        step = push.step(at)
        if step is None:
            break
        at = step
        shorter = float((at[:, 0] + push.widths).max())
        won, length = length - shorter, shorter
        if won < _WON_MM:
            break
    spots = tuple(Spot(spot.candidate, float(x), float(y)) for spot, (x, y) in zip(solution.spots, at, strict=True))
    return Solution(spots=spots, length_mm=length)


class _Push:
    """The linear programs of one lay: its parts, and how far each item may move across."""

    def __init__(self, parts: list[Hulls], lows: Floats, highs: Floats) -> None:
        self.parts = parts
        self.lows, self.highs = lows, highs
        self.boxes = np.array([np.concatenate((h.boxes[:, :2].min(axis=0), h.boxes[:, 2:].max(axis=0))) for h in parts])
        self.widths = self.boxes[:, 2]

    def step(self, at: Floats) -> Floats | None:
        """The places after the best moves within reach, or None when there is no answer."""
        # SciPy takes half a second to load: only the process that searches needs it
        from scipy.optimize import linprog
        from scipy.sparse import csr_matrix, vstack

        n = len(self.parts)
        i, j, lines = self._lines(at)
        count = len(lines)
        # unknowns: n moves along, n moves across, the length; n·(dj − di) ≥ −distance
        rows = np.repeat(np.arange(count), 4)
        columns = np.column_stack((i, j, n + i, n + j)).ravel()
        values = np.column_stack((lines[:, 0], -lines[:, 0], lines[:, 1], -lines[:, 1])).ravel()
        apart = csr_matrix((values, (rows, columns)), shape=(count, 2 * n + 1))
        ends = csr_matrix(
            (
                np.concatenate((np.ones(n), -np.ones(n))),
                (np.tile(np.arange(n), 2), np.concatenate((np.arange(n), np.full(n, 2 * n)))),
            ),
            shape=(n, 2 * n + 1),
        )
        answer = linprog(
            np.concatenate((np.full(n, _LEFTWARD), np.zeros(n), [1.0])),
            A_ub=vstack((apart, ends)).tocsr(),
            b_ub=np.concatenate((lines[:, 2], -(at[:, 0] + self.widths))),
            bounds=self._bounds(at),
            method="highs",
        )
        if answer.status != 0:
            return None
        moved: Floats = at + np.column_stack((answer.x[:n], answer.x[n : 2 * n]))
        moved[:, 0] = np.maximum(moved[:, 0], 0.0)
        moved[:, 1] = np.clip(moved[:, 1], self.lows, self.highs)
        return moved

    def _bounds(self, at: Floats) -> list[tuple[float, float | None]]:
        along = [(max(-REACH_MM, -x), REACH_MM) for x in at[:, 0]]
        across = [
            (max(-REACH_MM, min(0.0, low - y)), min(REACH_MM, max(0.0, high - y)))
            for low, high, y in zip(self.lows, self.highs, at[:, 1], strict=True)
        ]
        return [*along, *across, (0.0, None)]

    def _lines(self, at: Floats) -> tuple[NDArray[np.int64], NDArray[np.int64], Floats]:
        """Separating lines of all pairs of parts that could meet: items i and j, and rows (x, y, distance)."""
        near = 2 * REACH_MM
        items_i: list[NDArray[np.int64]] = []
        items_j: list[NDArray[np.int64]] = []
        found: list[Floats] = [np.empty((0, 3))]
        for i, j in zip(*np.triu_indices(len(self.parts), 1), strict=True):
            shift = at[j] - at[i]
            if not _near(self.boxes[i], self.boxes[j], shift, near):
                continue
            a, b = self.parts[i], self.parts[j]
            p, q = np.nonzero(_near_boxes(a.boxes, b.boxes, shift, near))
            lines = separations(a, p, b, q, shift)
            lines = lines[lines[:, 2] < 1.5 * near]
            touching = np.abs(lines[:, 2]) < _SLACK_MM
            lines[touching, 2] = np.maximum(lines[touching, 2], 0.0)
            found.append(lines)
            items_i.append(np.full(len(lines), i))
            items_j.append(np.full(len(lines), j))
        none = np.empty(0, dtype=np.int64)
        return (np.concatenate([none, *items_i]), np.concatenate([none, *items_j]), np.concatenate(found))


def _near(a: Floats, b: Floats, shift: Floats, near: float) -> bool:
    return bool((a[:2] - near < b[2:] + shift).all() and (b[:2] + shift - near < a[2:]).all())


def _near_boxes(a: Floats, b: Floats, shift: Floats, near: float) -> NDArray[np.bool_]:
    """Which pairs of boxes of a (n, 4) and b (m, 4), moved by shift, are near: shape (n, m)."""
    close: NDArray[np.bool_] = (
        (a[:, None, 0] - near < b[None, :, 2] + shift[0])
        & (b[None, :, 0] + shift[0] - near < a[:, None, 2])
        & (a[:, None, 1] - near < b[None, :, 3] + shift[1])
        & (b[None, :, 1] + shift[1] - near < a[:, None, 3])
    )
    return close
