"""From pieces and a cloth to a finished lay: parts, nesting, exact check, rules."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from time import perf_counter

from wickel.cloth import Cloth, spread
from wickel.geometry import area
from wickel.lay.demand import CutPiece
from wickel.lay.nest import Candidate, Item, Problem, Solution, search
from wickel.lay.parts import LayRefused, Part, parts_for
from wickel.lay.placement import Lay, Placement
from wickel.lay.rules import findings

DEFAULT_EFFORT = 120

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
    """Lay all pieces of one cloth one way, checked.

    The same pieces, cloth, way, seed and effort give the same lay unless ``report`` stops the
    search. ``report`` runs after every order tried.

    Raises:
        LayRefused: the way cannot hold a piece.
        KeyError: no such way.
    """
    started = perf_counter()
    wanted = tuple(p for p in pieces if any(order.cloth == cloth.id for order in p.orders))
    probe = spread(way, cloth.lay_width_mm, 1.0, cloth.reserve_mm).sections[0]
    parts = parts_for(wanted, cloth, probe)
    if not parts:
        raise LayRefused(f"Nothing is cut from {cloth.shown_name}.")
    problem = Problem(items=_items(parts), seed=seed, effort=effort)

    def finished(solution: Solution) -> Lay:
        return _lay(wanted, cloth, way, parts, solution, seed, effort, perf_counter() - started)

    def relay(progress: float, best: Solution | None) -> None:
        if report is not None:
            report(progress, None if best is None else lambda: finished(best))

    return finished(search(problem, relay))


def _items(parts: tuple[Part, ...]) -> tuple[Item, ...]:
    """The parts as items of the nesting; parts with the same poses share one kind and its outlines."""
    made: dict[tuple[Candidate, ...], Item] = {}
    items = []
    for part in parts:
        candidates = tuple(
            Candidate(outline=pose.outline, low_mm=pose.low_mm, high_mm=pose.high_mm) for pose in part.poses
        )
        if candidates not in made:
            made[candidates] = Item(kind=str(len(made)), candidates=candidates, area_mm2=area(part.poses[0].outline))
        items.append(made[candidates])
    return tuple(items)


def _lay(
    pieces: tuple[CutPiece, ...],
    cloth: Cloth,
    way: str,
    parts: tuple[Part, ...],
    solution: Solution,
    seed: int,
    effort: int,
    seconds: float,
) -> Lay:
    length = max(
        spot.x + max(x for x, _ in part.poses[spot.candidate].outline)
        for part, spot in zip(parts, solution.spots, strict=True)
    )
    the_spread = spread(way, cloth.lay_width_mm, length, cloth.reserve_mm)
    placements = []
    copies_mm2 = 0.0
    for part, spot in zip(parts, solution.spots, strict=True):
        pose = part.poses[spot.candidate]
        placements.append(
            Placement(
                id=part.id,
                piece=part.piece,
                shape=pose.shape,
                section=0,
                zone=pose.zone,
                turn_deg=pose.turn_deg,
                mirrored=pose.mirrored,
                x_mm=spot.x + pose.shift_x_mm,
                y_mm=spot.y + pose.shift_y_mm,
                cut_plies=pose.cut_plies,
                on_fold=pose.on_fold,
                yields=part.yields,
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
