"""From solutions to finished lays, every rule looked at; and lays on cloths that are alike in all
that matters."""

from __future__ import annotations

from dataclasses import replace
from typing import NamedTuple

from wickel.cloth import Cloth, Spread
from wickel.geometry import area
from wickel.lay.demand import CutPiece
from wickel.lay.nest import Solution
from wickel.lay.parts import Part
from wickel.lay.placement import Lay, Placement
from wickel.lay.posing import Pose, Rider
from wickel.lay.rules import findings
from wickel.wording import renamed


class Searched(NamedTuple):
    """How a lay was found: the seed, the steps after which, and the seconds that it took."""

    seed: int
    effort: int
    seconds: float


def lay_of(
    pieces: tuple[CutPiece, ...],
    cloth: Cloth,
    the_spread: Spread,
    parts: tuple[tuple[Part, ...], ...],
    solutions: list[Solution],
    how: Searched,
) -> Lay:
    """The lay of parts at their spots, section by section, with every rule looked at."""
    placements = []
    copies_mm2 = 0.0
    for index, (own, solution) in enumerate(zip(parts, solutions, strict=True)):
        start = the_spread.sections[index].x_mm
        for part, spot in zip(own, solution.spots, strict=True):
            pose = part.poses[spot.candidate]
            place = (start + spot.x, spot.y)
            placements.append(placed(part, pose, index, place))
            copies_mm2 += _copies_mm2(pose)
            for rider in pose.riders:
                placements.append(placed(rider, rider.pose, index, place))
                copies_mm2 += _copies_mm2(rider.pose)
    bare = Lay(
        cloth=cloth,
        spread=the_spread,
        pieces=pieces,
        placements=tuple(placements),
        findings=(),
        used_share=copies_mm2 / (cloth.lay_width_mm * the_spread.cloth_mm),
        seed=how.seed,
        effort=how.effort,
        seconds=how.seconds,
    )
    return with_findings(bare)


def _copies_mm2(pose: Pose) -> float:
    """The area of the copies that a pose gives, halves on a fold counted as halves."""
    return area(pose.shape.outline, pose.shape.holes) * len(pose.cut_plies)


def placed(what: Part | Rider, pose: Pose, section: int, place: tuple[float, float]) -> Placement:
    """A part, or what lies in the place of one, in a pose at a place of the table, mm."""
    return Placement(
        id=what.id,
        piece=what.piece,
        shape=pose.shape,
        section=section,
        zone=pose.zone,
        turn_deg=pose.turn_deg,
        mirrored=pose.mirrored,
        x_mm=place[0] + pose.shift_x_mm,
        y_mm=place[1] + pose.shift_y_mm,
        cut_plies=pose.cut_plies,
        on_fold=pose.on_fold,
        yields=what.yields,
        fold=pose.fold,
    )


def with_findings(lay: Lay) -> Lay:
    """The lay with every rule looked at anew, the exact check included."""
    return replace(lay, findings=findings(lay))


def on_like_cloth(lay: Lay, cloth: Cloth) -> Lay:
    """The lay on a cloth that differs only in what no lay depends on (``lays_alike``): name, price,
    colour, step."""
    old = lay.cloth.shown_name
    if old == cloth.shown_name:
        return replace(lay, cloth=cloth)
    beside = (
        replace(finding, text=renamed(finding.text, old, cloth.shown_name))
        for finding in lay.findings
        if finding.code in _BESIDE_RULES
    )
    named = with_findings(replace(lay, cloth=cloth))
    return replace(named, findings=(*named.findings, *beside))


_BESIDE_RULES = ("short", "parted-seam")
"""Findings of a search that are not found by looking at the lay alone."""


def lays_alike(one: Cloth, other: Cloth) -> bool:
    """Whether everything that a lay depends on is the same of two cloths."""
    return for_laying(one) == for_laying(other)


def for_laying(cloth: Cloth) -> Cloth:
    """The cloth without what no lay depends on: its name, price and looks, and how the shop sells
    it."""
    return replace(
        cloth,
        name="",
        price=None,
        colour="",
        fibre="",
        step_mm=100.0,
        least_length_mm=0.0,
        see_through=False,
        frays=False,
        design=replace(cloth.design, picture=b""),
    )
