"""Two cloths stacked face to face: what both need is cut at once, one copy the mirror of the other.

The lower cloth and the upper one each get a lay of their own with the same outlines on the table,
so that everything that reads a lay reads each of them as any other.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from time import perf_counter

from shapely.geometry import Polygon

from wickel.cloth import STACKED, Cloth, Spread, of_one_cloth, spread
from wickel.geometry import Outline, bounds
from wickel.lay.constraints import obstacles_on
from wickel.lay.demand import CutPiece, cut_from
from wickel.lay.finished import Searched, lay_of
from wickel.lay.items import items_of, length_of, obstacle_outlines, to_start
from wickel.lay.nest import Problem, Solution, Spot, Stopped
from wickel.lay.nest import search as nested
from wickel.lay.parts import LayRefused, LayStopped, Part, parts_for
from wickel.lay.placement import Lay
from wickel.lay.searching import LayReport
from wickel.lay.settings import Search
from wickel.wording import say

WIDTHS_ALIKE_MM = 1.0
SAME_MM = 0.01


@dataclass(frozen=True, slots=True)
class _Pile:
    """One thing to place on the pile: the part it gives of the lower cloth, of the upper one, or of
    both."""

    parts: tuple[Part | None, Part | None]


def stack_partner(
    pieces: tuple[CutPiece, ...], cloth: Cloth, cloths: tuple[Cloth, ...]
) -> tuple[Cloth, Cloth] | None:
    """The lower and the upper cloth of the pile that ``cloth`` belongs in, in the order of
    ``cloths``.

    None when no other cloth of its width and print has anything that could be cut with it.
    """
    for k, lower in enumerate(cloths):
        for upper in cloths[k + 1 :]:
            if cloth in (lower, upper) and _alike(lower, upper):
                try:
                    piles = _piles(pieces, (lower, upper))
                except LayRefused:
                    continue
                if any(None not in pile.parts for pile in piles):
                    return lower, upper
    return None


def _alike(lower: Cloth, upper: Cloth) -> bool:
    same_width = abs(lower.lay_width_mm - upper.lay_width_mm) <= WIDTHS_ALIKE_MM
    return (
        same_width
        and lower.print_or_assumed is upper.print_or_assumed
        and lower.head_turn == upper.head_turn
    )


def stacked_lays(
    pieces: tuple[CutPiece, ...],
    lower: Cloth,
    upper: Cloth,
    *,
    search: Search = Search(),
    report: LayReport | None = None,
) -> tuple[Lay, Lay]:
    """Lay all that is cut from two cloths on both at once: the lay of the lower and of the upper
    one.

    Raises:
        LayStopped: the report stopped it before there was any lay.
        LayRefused: the cloths differ in width or direction, or a piece fits on neither.
    """
    started = perf_counter()
    if not _alike(lower, upper):
        raise LayRefused(
            say(
                "stacked.differ-width-way-their-print",
                lower=lower.shown_name,
                upper=upper.shown_name,
            )
        )
    cloths = (lower, upper)
    piles = _piles(pieces, cloths)
    placed = tuple(_placed(pile) for pile in piles)

    def finished(solution: Solution) -> tuple[Lay, Lay]:
        length = length_of(placed, solution)
        made = Searched(search.seed, search.effort, perf_counter() - started)
        return _lays(pieces, cloths, length, _spots(piles, solution), made)

    def relay(progress: float, best: Solution | None) -> None:
        if report is not None:
            report(progress, None if best is None else lambda: finished(best)[0])

    problem = _problem(cloths, piles, search)
    try:
        solution = nested(problem, relay)
    except Stopped:
        raise LayStopped from None
    return finished(solution if problem.obstacles else to_start(placed, solution))


def _problem(cloths: tuple[Cloth, Cloth], piles: tuple[_Pile, ...], search: Search) -> Problem:
    """What is to be placed on the pile of two cloths: around what is spoilt in either."""
    margin = max(c.margin_mm for c in cloths)
    (section,) = _spread(cloths, 1.0).sections
    spoilt_at = tuple(
        o for k in (0, 1) for o in obstacles_on(cloths[k], section, frozenset(((0, k),)))
    )
    return Problem(
        items=items_of(tuple(map(_through, piles)), margin, spoilt_at),
        obstacles=obstacle_outlines(spoilt_at, margin),
        seed=search.seed,
        effort=search.effort,
        workers=search.workers,
    )


def _spread(cloths: tuple[Cloth, Cloth], length_mm: float) -> Spread:
    """Both cloths on each other, as wide as the narrower one."""
    width, reserve = min(c.lay_width_mm for c in cloths), max(c.reserve_mm for c in cloths)
    return spread(STACKED, width, length_mm, reserve)


def _through(pile: _Pile) -> Part:
    """What is placed, its poses cut from the plies of the cloths that it is of."""
    plies = tuple(k for k in (0, 1) if pile.parts[k] is not None)
    part = _placed(pile)
    return replace(part, poses=tuple(replace(pose, cut_plies=plies) for pose in part.poses))


def _placed(pile: _Pile) -> Part:
    return next(part for part in pile.parts if part is not None)


def _piles(pieces: tuple[CutPiece, ...], cloths: tuple[Cloth, Cloth]) -> tuple[_Pile, ...]:
    """The parts of both cloths, those laid together that have the same outlines on the table."""
    both = _spread(cloths, 1.0)
    own = [parts_for(pieces, cloths[k], of_one_cloth(both, k).sections)[0] for k in (0, 1)]
    left = list(own[1])
    piles = []
    for part in own[0]:
        together = next(
            (pile for other in left if (pile := _together(part, other)) is not None), None
        )
        piles.append(together or _Pile((part, None)))
        if together is not None:
            left = [other for other in left if other.id != _second(together).id]
    return (*piles, *(_Pile((None, part)) for part in left))


def _second(pile: _Pile) -> Part:
    part = pile.parts[1]
    assert part is not None, "the pile has both"
    return part


def _together(one: Part, other: Part) -> _Pile | None:
    """Both parts with the poses in which their outlines on the table are the same, in the same
    order."""
    pairs = []
    for pose in one.poses:
        theirs = next(
            (facing for facing in other.poses if _same(pose.outline, facing.outline)), None
        )
        if theirs is not None:
            pairs.append((pose, theirs))
    if not pairs:
        return None
    return _Pile(
        (
            replace(one, poses=tuple(a for a, _ in pairs)),
            replace(other, poses=tuple(b for _, b in pairs)),
        ),
    )


def _same(one: Outline, other: Outline) -> bool:
    a, b = bounds(one), bounds(other)
    if abs(a.width - b.width) > SAME_MM or abs(a.height - b.height) > SAME_MM:
        return False
    return bool(
        Polygon(one).symmetric_difference(Polygon(other)).area <= SAME_MM * (a.width + a.height)
    )


_Spots = tuple[list[tuple[Part, Spot]], list[tuple[Part, Spot]]]
"""What is placed of the lower and of the upper cloth, and where."""


def _spots(piles: tuple[_Pile, ...], solution: Solution) -> _Spots:
    """A solution of the piles, told apart for the two cloths."""
    each: _Spots = ([], [])
    for pile, spot in zip(piles, solution.spots, strict=True):
        for placed, part in zip(each, pile.parts, strict=True):
            if part is not None:
                placed.append((part, spot))
    return each


def _lays(
    pieces: tuple[CutPiece, ...],
    cloths: tuple[Cloth, Cloth],
    length_mm: float,
    spots: _Spots,
    made: Searched,
) -> tuple[Lay, Lay]:
    """The lays of the lower and of the upper cloth on a pile so long."""
    both = _spread(cloths, length_mm)
    lower, upper = (
        lay_of(
            cut_from(pieces, cloth),
            cloth,
            of_one_cloth(both, k),
            (tuple(part for part, _ in placed),),
            [Solution(spots=tuple(spot for _, spot in placed), length_mm=length_mm)],
            made,
        )
        for k, (cloth, placed) in enumerate(zip(cloths, spots, strict=True))
    )
    return lower, upper
