"""From pieces and a cloth to a finished lay of one way: planned, searched, checked."""

from __future__ import annotations

from dataclasses import dataclass, replace

from wickel.cloth import Cloth, SectionPlan, Spreading
from wickel.lay.demand import CutPiece
from wickel.lay.nest import Tick
from wickel.lay.parts import LayRefused
from wickel.lay.placement import Lay
from wickel.lay.planning import Plan, Planner, plan_lay
from wickel.lay.searching import Beside, Held, Laying, LayReport, ticking
from wickel.lay.settings import Search
from wickel.lay.together import sharing


@dataclass(frozen=True, slots=True, kw_only=True)
class Wanted:
    """How a lay is to be begun. One that is not ``alone`` looks at the simpler ways beside it.

    ``held`` placements stay where they are; ``like`` are placements of a lay of pieces much alike,
    tried too.
    """

    alone: bool = False
    held: Held = ()
    like: Held = ()


def make_lay(
    pieces: tuple[CutPiece, ...],
    cloth: Cloth,
    way: str,
    *,
    search: Search = Search(),
    report: LayReport | None = None,
    held: Held = (),
) -> Lay:
    """Lay all pieces of one cloth one way (``cloth.planned``), checked.

    ``held`` are placements of a lay of these pieces that stay where they are; a fold's depth must
    then be given.

    The same pieces, cloth, way, seed and effort give the same lay with one worker unless ``report``
    stops the search. ``report`` runs many times a second. Sections one after another are laid one
    after another, their lengths add up.

    Raises:
        LayStopped: the report stopped it before there was any lay.
        LayRefused: the way cannot hold a piece, or has a section that nothing needs, or cannot lie
        so around what
            is held.
        BadWay: no such way.
    """
    wanted = Wanted(alone=bool(held), held=held)
    return begun(pieces, cloth, way, search, wanted, ticking(report)).go_on(search.effort, report)


def begun(
    pieces: tuple[CutPiece, ...],
    cloth: Cloth,
    way: str,
    search: Search,
    wanted: Wanted,
    tick: Tick = lambda: None,
) -> Laying:
    """The search for a lay, planned and not yet gone on with. ``tick`` is called often meanwhile.

    Raises:
        LayRefused, BadWay: as ``make_lay``.
    """

    def length_after(plan: Plan, steps: int) -> float:
        return Laying(plan, search, Beside(), tick).length_after(steps)

    shared = not wanted.held or bool(sharing(wanted.held, pieces))
    plan = plan_lay(
        pieces, cloth, way, Planner(tick, length_after, together=shared, held=wanted.held)
    )
    rivals = () if wanted.alone else _rivals(plan, search, tick)
    return Laying(plan, search, Beside(held=wanted.held, like=wanted.like, rivals=rivals), tick)


def _rivals(plan: Plan, search: Search, tick: Tick) -> tuple[Laying, ...]:
    """Simpler ways that a lay must not be longer than: each section's alone, and half for a depth
    not asked."""
    asked, half = plan.asked, plan.cloth.lay_width_mm / 2
    if any(request.way.slanting for request in asked):
        return ()  # what was put on the slanting fold was put there on purpose
    simpler: dict[SectionPlan, None] = dict.fromkeys(asked) if len(asked) > 1 else {}
    if len(asked) == 1 and asked[0].open_depths:
        folds = asked[0].way.depths
        to_middle = (half / folds,) * folds
        if plan.plans[0].depths_mm != to_middle:
            simpler[replace(asked[0], depths_mm=to_middle)] = None
    made = []
    for own in simpler:
        try:
            made.append(
                begun(plan.pieces, plan.cloth, Spreading.of(own), search, Wanted(alone=True), tick)
            )
        except LayRefused:
            continue
    return tuple(made)
