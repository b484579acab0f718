"""Compaction: a lay without overlap is pushed together along the strip by linear programs.

Pairs of convex parts that are near keep to their own sides of a separating line; parts that come to
overlap although no line parts them get one, taken where they still were apart, and the program is
solved again (constraint generation). With new lines it is done again until little more is won.

Source: Z. Li and V. Milenkovic, *Compaction and separation algorithms for non-convex polygons and
their applications*, European Journal of Operational Research 84 (1995); the constraints made on
demand are ours (docs/architecture.md, *The nesting engine*).
"""

from __future__ import annotations

import math
from collections.abc import Callable

import numpy as np

from wickel.geometry import Outline
from wickel.lay.nest.arrays import Floats, Ints
from wickel.lay.nest.convex import Hulls, convex_parts, hulls
from wickel.lay.nest.problem import Problem, Solution, Spot
from wickel.lay.nest.tables import loops

NEAR_MM = 25.0
"""Parts nearer than this are kept apart from the first."""

FARTHEST_MM = 150.0
"""How far a part may move in one program."""

_ROUNDS = 6
_ADDED = 6
_WON_MM = 0.3
_LEFTWARD = 1e-4
_SLACK_MM = 3e-6
_SAME_MM = 1e-9
_HOPE = 1.01
"""What is pushed apart to more than this over the length wanted is not pushed on."""
_MOST_POINTS = 12_000
_AS_IT_IS = {"presolve": False}
"""Presolving takes as long as it saves on programs so small."""


class Shapes:
    """Convex parts of every outline met, made once for each."""

    def __init__(self) -> None:
        self._made: dict[int, tuple[Outline, Hulls]] = {}
        self._cut: dict[int, list[tuple[Floats, tuple[Outline, ...]]]] = {}

    def of(self, outline: Outline) -> Hulls:
        """The convex parts of an outline; one that is another turned or mirrored takes that one's
        parts."""
        key = id(outline)
        if key not in self._made:  # the outline is kept with them, so that its id stays its own
            self._made[key] = (outline, hulls(self._parts(outline)))
        return self._made[key][1]

    def _parts(self, outline: Outline) -> tuple[Outline, ...]:
        points = np.asarray(outline)
        alike = self._cut.setdefault(len(outline), [])
        for known, parts in alike:
            # pieces come in a few turns and hands: the parts of a known one are moved, not made
            # again
            for sx, sy in ((1.0, 1.0), (-1.0, -1.0), (1.0, -1.0), (-1.0, 1.0)):
                turned = known * (sx, sy)
                shift = points[0] - turned[0]
                if np.abs(turned + shift - points).max() < _SAME_MM:
                    dx, dy = (float(mm) for mm in shift)
                    moved = (tuple((sx * x + dx, sy * y + dy) for x, y in part) for part in parts)
                    return tuple(part if sx * sy > 0 else part[::-1] for part in moved)
        parts = convex_parts(outline)
        alike.append((points, parts))
        return parts


def compact(
    problem: Problem,
    solution: Solution,
    shapes: Shapes,
    tick: Callable[[], None] = lambda: None,
    *,
    free: bool = True,
    below_mm: float = math.inf,
) -> Solution | None:
    """The solution pushed together, at worst unchanged. Parts on a fold move along it only,
    obstacles not at all.

    One that is not ``free`` of overlaps is pushed apart first; None when that cannot be, or only at
    ``below_mm`` of length or more. ``tick`` is called between programs and may raise ``Stopped``.
    """
    chosen = [
        item.candidates[s.candidate] for item, s in zip(problem.items, solution.spots, strict=True)
    ]
    if sum(len(candidate.outline) for candidate in chosen) > _MOST_POINTS:
        return solution if free else None
    push = _Push(problem, solution, shapes)
    at = push.start
    length = solution.length_mm if free else math.inf
    for _ in range(_ROUNDS):
        tick()
        step = push.step(at, tick)
        if step is None:
            if math.isinf(length):
                return None
            break
        # a linear program moves as far as its lines between parts allow; its lines are then drawn
        # anew
        shorter = push.length(step)
        if shorter > length + 1e-6:
            break
        at = step
        won, length = length - shorter, shorter
        # it is not worth another program that wins next to nothing, or that has no hope of being
        # short enough
        if won < _WON_MM or length > below_mm * _HOPE:
            break
    if not free and length >= below_mm:
        return None
    spots = tuple(
        Spot(s.candidate, float(x), float(y)) for s, (x, y) in zip(solution.spots, at, strict=False)
    )
    return Solution(spots=spots, length_mm=length, effort=solution.effort)


class _Push:
    """The linear programs of one lay. Obstacles stand behind the items and have no moves.

    Each item has a number for its move along and one for its move across, −1 where it may not move
    so.
    """

    def __init__(self, problem: Problem, solution: Solution, shapes: Shapes) -> None:
        chosen = [
            item.candidates[s.candidate]
            for item, s in zip(problem.items, solution.spots, strict=True)
        ]
        self.items = len(chosen)
        parts = [shapes.of(candidate.outline) for candidate in chosen]
        parts += [shapes.of(outline) for outline in problem.obstacles]
        places = [(spot.x, spot.y) for spot in solution.spots] + [(0.0, 0.0)] * len(
            problem.obstacles
        )
        self.start: Floats = np.array(places)
        self.lows = np.array([c.low_mm for c in chosen])
        self.highs = np.array([c.high_mm for c in chosen])
        ignored = [
            (k, self.items + o)
            for k, c in enumerate(chosen)
            if c.minds is not None
            for o in range(len(problem.obstacles))
            if o not in c.minds
        ]
        self.ignored = np.array([i * len(parts) + j for i, j in ignored], dtype=np.int64)
        self.starts = np.cumsum([0, *(len(h.boxes) for h in parts)])
        self.boxes = np.concatenate([h.boxes for h in parts])
        self.item_boxes = np.array(
            [(*h.boxes[:, :2].min(axis=0), *h.boxes[:, 2:].max(axis=0)) for h in parts]
        )
        self.ring = np.cumsum([0, *(size for h in parts for size in h.sizes)])
        self.corners = np.concatenate([h.corners for h in parts])
        self.normals = np.concatenate([h.normals for h in parts])
        self.reach = np.concatenate([h.reach for h in parts])
        self.along = np.full(len(parts), -1)
        self.across = np.full(len(parts), -1)
        self.moves = 0
        for k, candidate in enumerate(chosen):
            own = candidate.lattice
            if own is None or own.along_mm is None:
                self.along[k] = self.moves
                self.moves += 1
            if (own is None or own.across_mm is None) and candidate.low_mm < candidate.high_mm:
                self.across[k] = self.moves
                self.moves += 1
        self._pairs: Ints = np.empty((4096, 4), dtype=np.int64)

    def length(self, at: Floats) -> float:
        """The length that the items take at their places."""
        return float((at[: self.items, 0] + self.item_boxes[: self.items, 2]).max())

    def step(self, at: Floats, tick: Callable[[], None]) -> Floats | None:
        """The places after the best moves, or None when there is no answer."""
        pairs = self._near(at, NEAR_MM)
        lines = self._lines(pairs, at)
        for _ in range(_ADDED):
            moved = self._solved(pairs, lines, at)
            if moved is None:
                return None
            tick()
            touching = self._near(moved, 0.0)
            over = touching[self._lines(touching, moved)[:, 2] < -_SLACK_MM]
            if not len(over):
                return moved
            many = len(self.boxes)
            new = ~np.isin(over[:, 2] * many + over[:, 3], pairs[:, 2] * many + pairs[:, 3])
            if not new.any():
                return None
            pairs = np.concatenate((pairs, over[new]))
            lines = np.concatenate((lines, self._lines(over[new], at)))
        return None

    def _near(self, at: Floats, near: float) -> Ints:
        while True:
            found = loops().near_parts(
                self.starts, self.boxes, self.item_boxes, at, near, self._pairs
            )
            if found >= 0:
                pairs = self._pairs[:found].copy()
                break
            self._pairs = np.empty((4 * len(self._pairs), 4), dtype=np.int64)
        keep = pairs[:, 0] < self.items  # two obstacles are no matter
        if len(self.ignored):
            keep &= ~np.isin(pairs[:, 0] * len(self.along) + pairs[:, 1], self.ignored)
        return pairs[keep]

    def _lines(self, pairs: Ints, at: Floats) -> Floats:
        lines = np.empty((len(pairs), 3))
        loops().lines_between(
            pairs, len(pairs), self.corners, self.normals, self.reach, self.ring, at, lines
        )
        return lines

    def _solved(self, pairs: Ints, lines: Floats, at: Floats) -> Floats | None:
        # SciPy takes half a second to load: only the process that searches needs it
        from scipy.optimize import linprog
        from scipy.sparse import coo_matrix

        strongest = _strongest(pairs, lines)
        pairs, lines = pairs[strongest], lines[strongest]
        n, count = self.items, len(pairs)
        size = self.moves + 1
        # unknowns: the moves, and last the length; n·(dj − di) ≥ −distance
        rows, columns, values = [], [], []
        for item, sign in ((pairs[:, 0], 1.0), (pairs[:, 1], -1.0)):
            for numbers, axis in ((self.along, 0), (self.across, 1)):
                column = numbers[item]
                free = column >= 0
                rows.append(np.flatnonzero(free))
                columns.append(column[free])
                values.append(sign * lines[free, axis])
        free_items = np.flatnonzero(self.along[:n] >= 0)
        rows += [count + free_items, count + np.arange(n)]
        columns += [self.along[free_items], np.full(n, self.moves)]
        values += [np.ones(len(free_items)), -np.ones(n)]
        matrix = coo_matrix(
            (np.concatenate(values), (np.concatenate(rows), np.concatenate(columns))),
            shape=(count + n, size),
        ).tocsr()
        distance = lines[:, 2].copy()
        touching = np.abs(distance) < _SLACK_MM
        distance[touching] = np.maximum(distance[touching], 0.0)
        limits = np.concatenate((distance, -(at[:n, 0] + self.item_boxes[:n, 2])))
        objective = np.concatenate(
            (np.bincount(self.along[free_items], minlength=self.moves) * _LEFTWARD, [1.0])
        )
        answer = linprog(
            objective,
            A_ub=matrix,
            b_ub=limits,
            bounds=self._bounds(at),
            method="highs",
            options=_AS_IT_IS,
        )
        if answer.status != 0:
            return None
        moves = np.append(answer.x[:-1], 0.0)  # the number −1 is no move
        moved: Floats = at + np.column_stack((moves[self.along], moves[self.across]))
        moved[:n, 0] = np.maximum(moved[:n, 0], 0.0)
        inside = self.across[:n] >= 0
        moved[:n, 1][inside] = np.clip(moved[:n, 1], self.lows, self.highs)[inside]
        return moved

    def _bounds(self, at: Floats) -> list[tuple[float, float | None]]:
        low, high = np.full(self.moves, -FARTHEST_MM), np.full(self.moves, FARTHEST_MM)
        for k in range(self.items):
            if self.along[k] >= 0:
                low[self.along[k]] = max(low[self.along[k]], -at[k, 0])
            if self.across[k] >= 0:
                low[self.across[k]] = max(low[self.across[k]], min(0.0, self.lows[k] - at[k, 1]))
                high[self.across[k]] = min(high[self.across[k]], max(0.0, self.highs[k] - at[k, 1]))
        return [*zip(low, high, strict=True), (0.0, None)]


def _strongest(pairs: Ints, lines: Floats) -> Ints:
    """Of the lines between two items that run the same way only the one that leaves least room: the
    others follow."""
    ways = np.round(lines[:, :2] * 1e9).astype(np.int64)
    order = np.lexsort((lines[:, 2], ways[:, 1], ways[:, 0], pairs[:, 1], pairs[:, 0]))
    own = np.column_stack((pairs[:, :2], ways))[order]
    first = np.ones(len(own), dtype=np.bool_)
    first[1:] = (own[1:] != own[:-1]).any(axis=1)
    return order[first]
