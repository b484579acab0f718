"""From pieces and a cloth to a finished lay: parts, nesting, exact check, rules."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from time import perf_counter

from shapely.geometry import Polygon, box

from wickel.cloth import Cloth, SectionPlan, Spread, depth_fits, planned, spread
from wickel.geometry import Outline, area, bounds, outline_of
from wickel.lay.demand import CutPiece
from wickel.lay.nest import Candidate, Item, Problem, Solution, Spot, search
from wickel.lay.parts import LayRefused, Part, Pose, parts_for
from wickel.lay.placement import Lay, Placement
from wickel.lay.rules import findings
from wickel.lay.slant import placed_on_slant

DEFAULT_EFFORT = 120
_DEPTHS_TRIED = 5
_DEPTH_EFFORT = 6

LayReport = Callable[[float, Callable[[], Lay] | None], None]
"""``report(progress 0..1, best lay so far on demand)``; may raise ``Stopped``."""


def make_lay(
    pieces: tuple[CutPiece, ...],
    cloth: Cloth,
    way: str,
    *,
    seed: int = 1,
    effort: int = DEFAULT_EFFORT,
    report: LayReport | None = None,
) -> Lay:
    """Lay all pieces of one cloth one way (``cloth.planned``), checked.

    The same pieces, cloth, way, seed and effort give the same lay unless ``report`` stops the
    search. ``report`` runs after every order tried. Sections one after another are laid one after another,
    their lengths add up.

    Raises:
        LayRefused: the way cannot hold a piece, or has a section that nothing needs.
        BadWay: no such way.
    """
    started = perf_counter()
    wanted = tuple(p for p in pieces if any(order.cloth == cloth.id for order in p.orders))
    if not wanted:
        raise LayRefused(f"Nothing is cut from {cloth.shown_name}.")
    asked = planned(way)
    if asked[0].way.takes_two:
        raise LayRefused(f"{cloth.shown_name} lies alone here: two cloths of one width are needed to stack them.")
    plans = tuple(_with_depth(plan, wanted, cloth, seed) for plan in asked)
    width, reserve = cloth.lay_width_mm, cloth.reserve_mm
    probes = tuple(spread(_text((plan,)), width, 1.0, reserve).sections[0] for plan in plans)
    parts = parts_for(wanted, cloth, probes)
    for plan, own in zip(plans, parts, strict=True):
        if not own:
            raise LayRefused(f"Nothing needs a section “{plan.way.name.lower()}”: one way does for all pieces.")

    def finished(solutions: list[Solution]) -> Lay:
        the_spread = _spread_for(cloth, plans, parts, solutions)
        made = lay_of(wanted, cloth, the_spread, parts, solutions, seed, effort, perf_counter() - started)
        return replace(made, spread=replace(made.spread, way=way))

    done: list[Solution] = []
    for k, own in enumerate(parts):
        last = k == len(parts) - 1

        def relay(progress: float, best: Solution | None, k: int = k, last: bool = last) -> None:
            if report is not None:
                whole = None if best is None or not last else lambda: finished([*done, to_start(parts[k], best)])
                report((k + progress) / len(parts), whole)

        if plans[k].way.slanting:
            done.append(placed_on_slant(own, probes[k]))
            continue
        items = items_of(own, cloth.margin_mm)
        done.append(to_start(own, search(Problem(items=items, seed=seed, effort=effort), relay)))
    return finished(done)


def _text(plans: tuple[SectionPlan, ...]) -> str:
    return "+".join(plan.way.id if plan.depth_mm is None else f"{plan.way.id}:{plan.depth_mm!r}" for plan in plans)


def _with_depth(plan: SectionPlan, pieces: tuple[CutPiece, ...], cloth: Cloth, seed: int) -> SectionPlan:
    """The plan with the depth at which a quick lay is shortest, when the way takes one and none was given.

    A fold is as deep as one of the pieces that are cut double on it.
    """
    if not plan.way.takes_depth or plan.depth_mm is not None:
        return plan
    width, reserve = cloth.lay_width_mm, cloth.reserve_mm
    deepest = replace(plan, depth_mm=width / 2)
    half = spread(_text((deepest,)), width, 1.0, reserve).sections
    (parts,) = parts_for(pieces, cloth, half)
    heights = {bounds(pose.outline).height for part in parts for pose in part.poses if len(pose.cut_plies) > 1}
    each = {round(height, 3): height + reserve for height in heights}
    depths = [depth for _, depth in sorted(each.items(), reverse=True) if depth_fits(depth, width, reserve)]
    if not depths:
        raise LayRefused("Nothing is cut double here: lay the cloth open.")
    tried: list[tuple[float, float]] = []
    refusal: LayRefused | None = None
    for depth in depths[:_DEPTHS_TRIED]:
        made = replace(plan, depth_mm=depth)
        try:
            (parts,) = parts_for(pieces, cloth, spread(_text((made,)), width, 1.0, reserve).sections)
        except LayRefused as reason:
            refusal = reason
            continue
        quick = search(
            Problem(items=items_of(parts, cloth.margin_mm), seed=seed, effort=_DEPTH_EFFORT), lambda *_: None
        )
        tried.append((quick.length_mm, depth))
    if not tried:
        assert refusal is not None, "a depth was tried"
        raise refusal
    return replace(plan, depth_mm=min(tried)[1])


def items_of(parts: tuple[Part, ...], margin_mm: float) -> tuple[Item, ...]:
    """The parts as items of the nesting; parts with the same poses share one kind and its outlines.

    With a margin each outline stands for itself and half the margin around it, but not beyond its fold.
    """
    made: dict[tuple[Candidate, ...], Item] = {}
    items = []
    for part in parts:
        candidates = tuple(
            Candidate(outline=_with_margin(pose, margin_mm), low_mm=pose.low_mm, high_mm=pose.high_mm)
            for pose in part.poses
        )
        if candidates not in made:
            made[candidates] = Item(kind=str(len(made)), candidates=candidates, area_mm2=area(part.poses[0].outline))
        items.append(made[candidates])
    return tuple(items)


def to_start(parts: tuple[Part, ...], solution: Solution) -> Solution:
    """The solution moved so that the first part begins at 0, margin or not."""
    ahead = min(
        spot.x + min(x for x, _ in part.poses[spot.candidate].outline)
        for part, spot in zip(parts, solution.spots, strict=True)
    )
    return (
        solution
        if ahead <= 1e-9
        else replace(solution, spots=tuple(Spot(spot.candidate, spot.x - ahead, spot.y) for spot in solution.spots))
    )


def length_of(parts: tuple[Part, ...], solution: Solution) -> float:
    return max(
        spot.x + max(x for x, _ in part.poses[spot.candidate].outline)
        for part, spot in zip(parts, solution.spots, strict=True)
    )


def _with_margin(pose: Pose, margin_mm: float) -> Outline:
    """The pose's outline with half the margin all round, moved so that its least x is 0."""
    if margin_mm == 0:
        return pose.outline
    grown = Polygon(pose.outline).buffer(margin_mm / 2, join_style="mitre")
    if pose.on_fold:
        own = bounds(pose.outline)
        low, high = (own.min_y, own.max_y + margin_mm) if own.max_y > 1e-9 else (own.min_y - margin_mm, own.max_y)
        grown = grown.intersection(box(-margin_mm, low, own.max_x + margin_mm, high))
    return tuple((x + margin_mm / 2, y) for x, y in outline_of(grown))


def _spread_for(
    cloth: Cloth, plans: tuple[SectionPlan, ...], parts: tuple[tuple[Part, ...], ...], solutions: list[Solution]
) -> Spread:
    """The spread as long as the solutions need it."""
    lengths = [
        cloth.lay_width_mm if plan.way.slanting else length_of(own, solution)
        for plan, own, solution in zip(plans, parts, solutions, strict=True)
    ]
    return spread(_text(plans), cloth.lay_width_mm, lengths, cloth.reserve_mm)


def lay_of(
    pieces: tuple[CutPiece, ...],
    cloth: Cloth,
    the_spread: Spread,
    parts: tuple[tuple[Part, ...], ...],
    solutions: list[Solution],
    seed: int,
    effort: int,
    seconds: float,
) -> Lay:
    """The lay of parts at their spots, section by section, with every rule looked at."""
    placements = []
    copies_mm2 = 0.0
    for index, (own, solution) in enumerate(zip(parts, solutions, strict=True)):
        start = the_spread.sections[index].x_mm
        for part, spot in zip(own, solution.spots, strict=True):
            pose = part.poses[spot.candidate]
            placements.append(
                Placement(
                    id=part.id,
                    piece=part.piece,
                    shape=pose.shape,
                    section=index,
                    zone=pose.zone,
                    turn_deg=pose.turn_deg,
                    mirrored=pose.mirrored,
                    x_mm=start + spot.x + pose.shift_x_mm,
                    y_mm=spot.y + pose.shift_y_mm,
                    cut_plies=pose.cut_plies,
                    on_fold=pose.on_fold,
                    yields=part.yields,
                    fold=pose.fold,
                )
            )
            copies_mm2 += area(pose.shape.outline, pose.shape.holes) * len(pose.cut_plies)
    bare = Lay(
        cloth=cloth,
        spread=the_spread,
        pieces=pieces,
        placements=tuple(placements),
        findings=(),
        used_share=copies_mm2 / (cloth.lay_width_mm * the_spread.cloth_mm),
        seed=seed,
        effort=effort,
        seconds=seconds,
    )
    return with_findings(bare)


def with_findings(lay: Lay) -> Lay:
    """The lay with every rule looked at anew, the exact check included."""
    return replace(lay, findings=findings(lay))
