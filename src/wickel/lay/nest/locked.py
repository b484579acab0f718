"""Items locked in their places: for the search of the others they are obstacles like flaws."""

from __future__ import annotations

from dataclasses import dataclass, replace

from wickel.geometry import bounds, translation
from wickel.lay.nest.problem import Item, Problem, Solution, Spot


@dataclass(frozen=True, slots=True)
class Unlocked:
    """A problem without its locked items, which lie as obstacles; ``whole`` puts them back into a
    solution."""

    problem: Problem
    everything: tuple[Item, ...]

    def whole(self, solution: Solution) -> Solution:
        """The solution of the whole problem."""
        own = iter(solution.spots)
        spots = tuple(item.locked or next(own) for item in self.everything)
        length = max(
            (
                solution.length_mm,
                *(_end(item, item.locked) for item in self.everything if item.locked),
            )
        )
        return replace(solution, spots=spots, length_mm=length)


def unlocked(problem: Problem) -> Unlocked | None:
    """The problem of the items that may move; None when all may."""
    locked = [(item, item.locked) for item in problem.items if item.locked is not None]
    if not locked:
        return None
    first = len(problem.obstacles)
    more = range(first, first + len(locked))
    held = (
        translation(spot.x, spot.y).all(item.candidates[spot.candidate].outline)
        for item, spot in locked
    )
    start = problem.start
    if start is not None and any(
        item.locked not in (None, s) for item, s in zip(problem.items, start.spots, strict=True)
    ):
        start = None  # it was made with the locked items elsewhere
    if start is not None:
        own = (
            spot
            for item, spot in zip(problem.items, start.spots, strict=True)
            if item.locked is None
        )
        start = replace(start, spots=tuple(own))
    free = (_minding(item, more) for item in problem.items if item.locked is None)
    return Unlocked(
        problem=replace(
            problem, items=tuple(free), obstacles=(*problem.obstacles, *held), start=start, guess=()
        ),
        everything=problem.items,
    )


def _minding(item: Item, more: range) -> Item:
    """An item that also minds some more obstacles."""
    candidates = tuple(
        c if c.minds is None else replace(c, minds=c.minds | set(more)) for c in item.candidates
    )
    return replace(item, candidates=candidates)


def _end(item: Item, spot: Spot) -> float:
    return spot.x + bounds(item.candidates[spot.candidate].outline).max_x
