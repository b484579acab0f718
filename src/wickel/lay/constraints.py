"""What pieces ask of the print, as places where their poses may stand: fixed heights, and lattices
of the repeat.

Worked out from the ply maps: a pose may stand only where every ply it is cut from has the print as
asked. A ply whose place on the cloth depends on the length of the lay can promise that too, when
what it is asked for comes again along the cloth: sections are then made whole repeats long
(``whole_repeat_mm``). What lies on other plies is left to the rules to judge.

Heights: a hem on a border along a selvage lies at one depth of it for all pieces. Lattices: along,
the pieces of a garment whose seams meet have their places in the repeat tied to its longest piece,
which may begin the lay, or to the one that has a motif in its middle; across, marks lie as far from
the cloth's middle as whole repeats, so that a fold brings both hands of a pair to meet.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace

from wickel.cloth import BorderAt, Cloth, Design, Ply, Repeat, Section
from wickel.geometry import Affine, Outline, Point, bounds, outline_of, placing, rotation
from wickel.lay.demand import Axes, CutPiece, Waived
from wickel.lay.nest import NEVER_AGAIN_MM, Lattice
from wickel.lay.parts import LayRefused, Part
from wickel.lay.pose import spoilt
from wickel.lay.posing import Pose
from wickel.wording import say

_ALIKE_MM = 0.25

Plies = frozenset[tuple[int, int]]
"""Plies of a section, each as (zone, ply)."""


@dataclass(frozen=True, slots=True)
class Obstacle:
    """A spoilt place on the table, and the zone and ply it is in."""

    outline: Outline
    zone: int
    ply: int


def steady_plies(probe: Section, longer: Section) -> Plies:
    """The plies, as (zone, ply), that lie on the same cloth however long the section is."""
    return frozenset(
        (z, k)
        for z, (zone, other) in enumerate(zip(probe.zones, longer.zones, strict=True))
        for k, (ply, again) in enumerate(zip(zone.plies, other.plies, strict=True))
        if ply == again
    )


def whole_repeat_mm(pieces: tuple[CutPiece, ...], design: Design) -> float | None:
    """The repeat along that sections are made whole numbers of, so that all their plies have the
    print alike.

    None where nothing is asked that depends on it.
    """
    along = None if design.repeat is None else design.repeat.along_mm
    asked = any(piece.on_print.marks or piece.on_print.centre is not None for piece in pieces)
    return along if asked else None


def alike_plies(probe: Section, longer: Section, whole_mm: float | None) -> Plies:
    """The plies, as (zone, ply), that have the same print however many whole repeats longer the
    section is.

    Without a repeat along those that only move along: for stripes along and borders that is as good
    as steady.
    """
    found = set()
    for z, (zone, other) in enumerate(zip(probe.zones, longer.zones, strict=True)):
        for k, (ply, again) in enumerate(zip(zone.plies, other.plies, strict=True)):
            one, two = ply.map, again.map
            moved = two.c - one.c
            if whole_mm is not None and abs(moved - round(moved / whole_mm) * whole_mm) > 1e-6:
                continue
            if (one.a, one.b, one.d, one.e, one.f) == (two.a, two.b, two.d, two.e, two.f):
                found.add((z, k))
    return frozenset(found)


def obstacles_on(cloth: Cloth, section: Section, steady: Plies) -> tuple[Obstacle, ...]:
    """The flaws of a cloth where they lie on the table, in every ply that lies steady."""
    found = []
    for spot in spoilt(cloth):
        corners = outline_of(spot)
        for z, k in sorted(steady):
            outline = section.zones[z].plies[k].map.inverse().all(corners)
            low, high = (
                bounds(section.zones[z].outline).min_y,
                bounds(section.zones[z].outline).max_y,
            )
            box = bounds(outline)
            if box.min_y < high and box.max_y > low and box.max_x > 0:
                found.append(Obstacle(outline, z, k))
    return tuple(found)


@dataclass(frozen=True, slots=True)
class Laid:
    """A section and its parts. It is whole repeats long; ``steady`` plies lie on one place of the
    cloth however long it is, ``alike`` ones have the same print."""

    parts: tuple[Part, ...]
    section: Section
    steady: Plies
    alike: Plies


def constrained(
    sections: tuple[Laid, ...], pieces: tuple[CutPiece, ...], cloth: Cloth
) -> tuple[tuple[Part, ...], ...]:
    """The parts of every section with their poses held to what their pieces ask of the print.

    Raises:
        LayRefused: a piece that can have none of its poses; says what would help.
    """
    design = cloth.lay_design
    if design.border is None and design.repeat is None and design.motif is None:
        return tuple(section.parts for section in sections)
    by_id = {piece.id: piece for piece in pieces}
    depth = max(
        common_border_depth(section.parts, by_id, cloth, section.section) for section in sections
    )
    origins = _origins(
        pieces, tuple(part for section in sections for part in section.parts), design
    )
    made = []
    for own in sections:
        made.append(
            tuple(_held(part, by_id[part.piece], own, cloth, depth, origins) for part in own.parts)
        )
    return tuple(made)


def _held(
    part: Part,
    piece: CutPiece,
    laid: Laid,
    cloth: Cloth,
    depth: float,
    origins: Mapping[str, float],
) -> Part:
    """The part with its poses held; those on plies that can promise nothing stay as they are."""
    asked = piece.on_print
    if Waived.MATCH in piece.waive or not (asked.border_edge or asked.marks or asked.centre):
        return part
    poses = []
    sure = laid.steady if _only_once(piece, cloth.lay_design) else laid.alike
    for pose in part.poses:
        held: Pose | None = pose
        # a ply whose print nobody can promise (its selvage is not known) is not held to it
        if all((pose.zone, ply) in sure for ply in pose.cut_plies):
            plies = [laid.section.zones[pose.zone].plies[k] for k in pose.cut_plies]
            held = on_border(pose, piece, cloth, plies, depth)
            held = (
                None
                if held is None
                else on_repeat(held, piece, cloth, plies, origins.get(piece.id))
            )
        if held is not None:
            poses.append(held)
    if not poses:
        raise LayRefused(
            say("constraints.cannot-lie-this-fold", piece=piece.name, cloth=cloth.shown_name),
            piece.id,
        )
    return replace(part, poses=tuple(poses))


def _only_once(piece: CutPiece, design: Design) -> bool:
    """Whether what a piece asks for is at one place along the cloth only, or is counted from its
    start."""
    wish = piece.on_print
    across = (
        design.border is not None and design.border.at is BorderAt.ACROSS and bool(wish.border_edge)
    )
    comes_again = design.repeat is not None and design.repeat.along_mm is not None
    return across or (wish.centre is not None and design.motif is not None and not comes_again)


# --- borders ---------------------------------------------------------------------------------


def _in_pose(points: Iterable[Point], piece: CutPiece, pose: Pose) -> Outline:
    """Points of the piece in the frame of its pose's outline."""
    to_table = placing(
        grain_deg=piece.grain_deg,
        turn_deg=pose.turn_deg,
        mirrored=pose.mirrored,
        dx=pose.shift_x_mm,
        dy=pose.shift_y_mm,
    )
    return to_table.all(points)


def _hem_depth(pose: Pose, piece: CutPiece, cloth: Cloth, ply: Ply, y: float) -> float | None:
    """How deep in the border the hem's outermost point lies when the pose stands at y; None at the
    wrong selvage."""
    border = cloth.lay_design.border
    assert border is not None
    across = [
        ply.map((x, own + y))[1] for x, own in _in_pose(piece.on_print.border_edge, piece, pose)
    ]
    whole = [ply.map((x, own + y))[1] for x, own in pose.outline]
    at_low = min(across) - min(whole) < max(whole) - max(across)
    if at_low:
        return None if border.at is BorderAt.HIGH else min(across) - border.distance_mm
    return (
        None if border.at is BorderAt.LOW else cloth.lay_width_mm - border.distance_mm - max(across)
    )


def common_border_depth(
    parts: tuple[Part, ...], by_id: Mapping[str, CutPiece], cloth: Cloth, section: Section
) -> float:
    """The least depth of the border at which every hem that is asked to lie on it can."""
    border = cloth.lay_design.border
    if border is None or border.at is BorderAt.ACROSS:
        return 0.0
    deepest = 0.0
    for part in parts:
        piece = by_id[part.piece]
        if not piece.on_print.border_edge:
            continue
        # the shallowest that this piece can lie in any pose; the deepest of these is common to all
        least = [
            max(depths)
            for pose in part.poses
            for y in (pose.low_mm, pose.high_mm)
            if (
                depths := border_depths(
                    pose,
                    piece,
                    cloth,
                    [section.zones[pose.zone].plies[k] for k in pose.cut_plies],
                    y,
                )
            )
        ]
        if least:
            deepest = max(deepest, min(least))
    return deepest


def border_depths(
    pose: Pose, piece: CutPiece, cloth: Cloth, plies: list[Ply], y: float
) -> list[float]:
    """The depth of the hem on every ply, empty when one of them has it at a selvage without a
    border."""
    found = [_hem_depth(pose, piece, cloth, ply, y) for ply in plies]
    return [] if None in found else [depth for depth in found if depth is not None]


def on_border(
    pose: Pose, piece: CutPiece, cloth: Cloth, plies: list[Ply], depth: float
) -> Pose | None:
    """The pose at the height at which its hem lies so deep in a border along a selvage."""
    border = cloth.lay_design.border
    if border is None or not piece.on_print.border_edge:
        return pose
    if border.at is BorderAt.ACROSS:
        return _on_border_across(pose, piece, cloth)
    if pose.turn_deg not in (90.0, 270.0):
        return None
    now = border_depths(pose, piece, cloth, plies, pose.low_mm)
    if not now or max(now) - min(now) > _ALIKE_MM:
        return None
    (_, _, _), (_, e, _) = plies[0].map.rows
    at_low = _hem_depth(pose, piece, cloth, plies[0], pose.low_mm + 1.0 / e)
    rising = (
        at_low is not None and at_low > now[0]
    )  # whether a step up on the cloth is deeper in the border
    y = pose.low_mm + (depth - now[0]) / e * (1.0 if rising else -1.0)
    if not pose.low_mm - 1e-6 <= y <= pose.high_mm + 1e-6:
        return None
    high = max(border_depths(pose, piece, cloth, plies, y) or [math.inf])
    tall = bounds(_in_pose(piece.on_print.border_edge, piece, pose)).height
    if high + tall > border.width_mm + _ALIKE_MM:
        return None
    return replace(pose, low_mm=y, high_mm=y)


def _on_border_across(pose: Pose, piece: CutPiece, cloth: Cloth) -> Pose | None:
    """The pose held to the borders across: its hem at their outer line, or where its own shape
    first allows."""
    design = cloth.lay_design
    assert design.border is not None
    hem = bounds(_in_pose(piece.on_print.border_edge, piece, pose))
    if hem.width > design.border.width_mm + _ALIKE_MM:
        return None
    step = (
        design.repeat.along_mm
        if design.repeat is not None and design.repeat.along_mm
        else NEVER_AGAIN_MM
    )
    x = design.border.distance_mm - hem.min_x
    if x < -_ALIKE_MM:
        if step == NEVER_AGAIN_MM:
            return None
        x %= step
    return replace(pose, lattice=Lattice(along_mm=step, x_mm=max(0.0, x)))


# --- repeats and motifs ----------------------------------------------------------------------


def _along(p: Point, piece: CutPiece) -> float:
    """How far along its grain a point of a piece lies."""
    return rotation(-piece.grain_deg)(p)[0]


def _origins(
    pieces: tuple[CutPiece, ...], parts: tuple[Part, ...], design: Design
) -> dict[str, float]:
    """Where in the repeat along the origin of each piece lies, head up, so that its seams meet.

    From one piece to the next along the seams they share; the first of each garment is the one with
    a motif, else the longest, which then may begin the lay.
    """
    repeat = design.repeat
    if repeat is None or repeat.along_mm is None:
        return {}
    starts = {part.piece: part.poses[0] for part in reversed(parts)}
    asking = [piece for piece in pieces if piece.on_print.marks and piece.id in starts]
    fixed = {p.id for p in asking if p.on_print.centre is not None and design.motif is not None}
    asking.sort(key=lambda p: (p.id not in fixed, -bounds(starts[p.id].outline).width))
    origins: dict[str, float] = {}
    for root in asking:
        if root.id in origins:
            continue
        origins[root.id] = _first_origin(root, starts[root.id], design)
        # from seam to seam through the garment, as one walks a graph
        reached = [root]
        while reached:
            one = reached.pop()
            for other in asking:
                if other.id in origins or other.garment != one.garment:
                    continue
                further = further_along(one, other)
                if further is not None:
                    origins[other.id] = origins[one.id] + further
                    reached.append(other)
    return origins


def _first_origin(piece: CutPiece, pose: Pose, design: Design) -> float:
    """Where the origin of the piece lies that the others follow: so that its middle has the motif,
    or as it lies at the beginning of the lay."""
    centre = piece.on_print.centre
    if centre is not None and design.motif is not None:
        return design.motif.x_mm - _along(centre, piece)
    return pose.shift_x_mm if pose.turn_deg == 0.0 else -pose.shift_x_mm


def further_along(one: CutPiece, other: CutPiece) -> float | None:
    """How much further along the other piece's origin lies when the first seam that they share
    meets; None when they share none that is asked to."""
    for a in one.on_print.marks:
        for b in other.on_print.marks:
            if a.seam == b.seam:
                return _along(a.at, one) - _along(b.at, other)
    return None


def on_repeat(
    pose: Pose, piece: CutPiece, cloth: Cloth, plies: list[Ply], origin: float | None
) -> Pose | None:
    """The pose held to the repeat along and across, as its piece asks."""
    design, wish = cloth.lay_design, piece.on_print
    if pose.turn_deg not in (0.0, 180.0) or (wish.centre is None and not wish.marks):
        return pose
    repeat = design.repeat or Repeat()
    across = repeat.across_mm or NEVER_AGAIN_MM
    try:
        x, along = _place_along(pose, piece, design, plies, origin)
        y = _height(pose, piece, design, plies, cloth.lay_width_mm)
        if y is not None and pose.low_mm == pose.high_mm:
            # on a fold, or on a border: right there or nowhere
            turns = _whole_repeats(pose.low_mm - y, across)
            x, y = None if x is None else x + turns * repeat.offset_mm, None
        x = _first_place(x, along)
    except _Nowhere:
        return None
    if x is None and y is None:
        return pose
    if x is None:
        return replace(pose, lattice=Lattice(across_mm=across, y_mm=y or 0.0))
    if y is None:
        return replace(pose, lattice=Lattice(along_mm=along, x_mm=x))
    lattice = Lattice(along_mm=along, across_mm=across, offset_mm=repeat.offset_mm, x_mm=x, y_mm=y)
    return replace(pose, lattice=lattice)


class _Nowhere(Exception):
    """There is no place for the pose at which the print is as asked on all of its plies."""


def _whole_repeats(distance_mm: float, repeat_mm: float) -> int:
    """How many whole repeats a distance is.

    Raises:
        _Nowhere: it is none, by more than the eye lets pass.
    """
    turns = round(distance_mm / repeat_mm)
    if abs(distance_mm - turns * repeat_mm) > _ALIKE_MM:
        raise _Nowhere
    return turns


def _first_place(x_mm: float | None, along_mm: float) -> float | None:
    """The first place from the beginning of the lay that is as good as ``x_mm``; None if all
    are.

    Raises:
        _Nowhere: the print does not come again, and its one place is before the beginning.
    """
    if x_mm is None:
        return None
    if along_mm == NEVER_AGAIN_MM and x_mm < 0:
        raise _Nowhere
    return x_mm % along_mm


def _place_along(
    pose: Pose, piece: CutPiece, design: Design, plies: list[Ply], origin: float | None
) -> tuple[float | None, float]:
    """A place along of the pose at which the print is as asked, and after how much it is so again.

    None for any place. Heads up or down, a seam's level is the same on a ply that lies turned round
    as on the one below it; a motif need not be.

    Raises:
        _Nowhere: the plies have no such place in common.
    """
    wish, repeat = piece.on_print, design.repeat
    along = NEVER_AGAIN_MM if repeat is None or repeat.along_mm is None else repeat.along_mm
    if wish.centre is not None and design.motif is not None:
        (at,) = _in_pose((wish.centre,), piece, pose)
        return _motif_along(at[0], design.motif.x_mm, plies, along), along
    if origin is None or repeat is None or repeat.level_mm is None:
        return None, along
    if all(mark.axes is Axes.ALONG for mark in wish.marks):
        along = repeat.level_mm
    return (origin if pose.turn_deg == 0.0 else -origin) - pose.shift_x_mm, along


def _motif_along(at_mm: float, motif_mm: float, plies: list[Ply], along_mm: float) -> float:
    """A place along of a pose whose middle lies ``at_mm`` from its origin, so that it has the motif
    on every ply.

    Raises:
        _Nowhere: there is none; none stands upright where warp and weft are swapped.
    """
    if any(ply.map.a == 0 for ply in plies):
        raise _Nowhere
    found = [(motif_mm - ply.map.c) / ply.map.a - at_mm for ply in plies]
    for x in found:
        _whole_repeats(x - found[0], along_mm)
    return found[0]


def _height(
    pose: Pose, piece: CutPiece, design: Design, plies: list[Ply], width_mm: float
) -> float | None:
    """A height of the pose at which the print across is as asked on every ply; None for any.

    Raises:
        _Nowhere: the plies have none in common.
    """
    wish, repeat = piece.on_print, design.repeat
    across = None if repeat is None else repeat.across_mm
    if wish.centre is not None and (design.motif is not None or across is not None):
        point, goal = wish.centre, 0.0 if design.motif is None else design.motif.y_mm
    else:
        mark = next((m for m in wish.marks if m.axes is not Axes.ALONG), None)
        if mark is None or across is None:
            return None
        point, goal = mark.at, (0.5 if pose.turn_deg == 0.0 else -0.5) * width_mm
    step = across or NEVER_AGAIN_MM
    (own,) = _in_pose((point,), piece, pose)
    found = []
    for ply in plies:
        by: Affine = ply.map
        found.append((goal - by.f) / by.e - own[1])
    for y in found:
        _whole_repeats(y - found[0], step)
    return found[0]
