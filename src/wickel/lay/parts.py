"""Parts: what is placed on one spread to get the copies that were asked for.

How many placements a piece needs, which plies each is cut from, and how it may be turned and
mirrored follow from the ply maps of the zone and from nothing else.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from wickel.cloth import Cloth, FoldEdge, Section, Zone
from wickel.geometry import Outline, bounds, placing, unfolded
from wickel.lay.demand import (
    CutOrder,
    CutPiece,
    FoldSegment,
    allowed_turns,
    fold_lines,
    garment_turns,
    hand_is_free,
    print_turns,
)
from wickel.lay.placement import Shape

_FIT_MM = 1e-6


class LayRefused(ValueError):
    """Parts that a spread cannot hold. The message is one sentence with a way out; ``pieces`` names them."""

    def __init__(self, sentence: str, *pieces: str, too_wide_mm: float = 0.0) -> None:
        super().__init__(sentence)
        self.pieces = pieces
        self.too_wide_mm = too_wide_mm


@dataclass(frozen=True, slots=True, kw_only=True)
class Pose:
    """One way for a part to lie in a zone, as its outline moved so that its least x is 0.

    On a fold ``low_mm`` = ``high_mm``: the part slides along it only. Otherwise the least y of the
    outline is 0 and may be moved to anything from ``low_mm`` to ``high_mm``.
    """

    zone: int
    turn_deg: float
    mirrored: bool
    cut_plies: tuple[int, ...]
    shape: Shape
    on_fold: bool
    outline: Outline
    shift_x_mm: float
    shift_y_mm: float
    low_mm: float
    high_mm: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Part:
    """One thing to place, with every pose allowed for it. All poses yield the same copies."""

    id: str
    piece: str
    poses: tuple[Pose, ...]
    yields: int


def parts_for(pieces: tuple[CutPiece, ...], cloth: Cloth, section: Section) -> tuple[Part, ...]:
    """The parts that give every copy asked of one cloth on one section's zones.

    Raises:
        LayRefused: a piece fits no zone in any allowed turn; says by how much and what would help.
    """
    turns = garment_turns(pieces, cloth.id, cloth.print_or_assumed)
    parts: list[Part] = []
    for piece in pieces:
        counter = 0
        for order in piece.orders:
            if order.cloth != cloth.id:
                continue
            for poses, yields in _placements(piece, order, cloth, section, turns.get(piece.garment, 0.0)):
                counter += 1
                parts.append(Part(id=f"{piece.id}/{counter}", piece=piece.id, poses=poses, yields=yields))
    return tuple(parts)


def _placements(
    piece: CutPiece, order: CutOrder, cloth: Cloth, section: Section, garment_turn: float
) -> Iterator[tuple[tuple[Pose, ...], int]]:
    """The placements of one order, each as its poses and what they yield."""
    turns = allowed_turns(piece, cloth.print_or_assumed, garment_turn)
    arrows = print_turns(cloth.print_or_assumed, garment_turn)
    zone_index, zone = 0, section.zones[0]
    if order.fold_edges:
        on_fold = _fold_poses(piece, order, zone, zone_index, turns)
        if on_fold:
            each = len(on_fold[0].cut_plies) // 2
            full, rest = divmod(order.copies, each)
            for _ in range(full):
                yield on_fold, each
            if rest:
                raise LayRefused(f"{piece.name} comes out {each} at a time on this fold.", piece.id)
            return
        outline, holes = _whole(piece, order)
        shape, free = Shape(outline=outline, holes=holes), True
        wanted = next(_on_fold_shapes(piece, order))[1] if zone.folds else shape
    else:
        shape = wanted = Shape(outline=piece.cut_line, holes=piece.holes)
        free = hand_is_free(piece, order, piece.cut_line, turns)
    for takes in _takes(order, zone, free):
        poses = tuple(
            pose
            for turn in turns
            for mirrored, plies in takes
            if _heads_allowed(turn, plies, zone, arrows)
            for pose in _free_pose(piece, shape, zone, zone_index, turn, mirrored, plies)
        )
        if not poses:
            raise _too_wide(piece, wanted, cloth, section, turns)
        yield _distinct(poses), len(takes[0][1])


def _takes(order: CutOrder, zone: Zone, free: bool) -> Iterator[list[tuple[bool, tuple[int, ...]]]]:
    """Placement by placement: the alternatives (mirrored, plies cut), which all give the same copies."""
    plus = [k for k, ply in enumerate(zone.plies) if ply.map.determinant > 0]
    minus = [k for k, ply in enumerate(zone.plies) if ply.map.determinant < 0]
    if free and not order.pair:
        left = order.copies
        while left > 0:
            plies = tuple(range(len(zone.plies)))[: min(left, len(zone.plies))]
            yield [(False, plies), (True, plies)]
            left -= len(plies)
        return
    wanted = (order.copies // 2, order.copies // 2) if order.pair else (order.copies, 0)
    while wanted != (0, 0):
        options = []
        for mirrored, ups, downs in ((False, plus, minus), (True, minus, plus)):
            taken = (ups[: wanted[0]], downs[: wanted[1]])
            options.append((mirrored, tuple(sorted([*taken[0], *taken[1]])), (len(taken[0]), len(taken[1]))))
        best = max(options, key=lambda option: sum(option[2]))
        yield [(mirrored, plies) for mirrored, plies, gives in options if gives == best[2]]
        wanted = (wanted[0] - best[2][0], wanted[1] - best[2][1])


def _heads_allowed(turn: float, plies: tuple[int, ...], zone: Zone, arrows: tuple[float, ...] | None) -> bool:
    """Whether the grain arrow on every cut ply points a way that the print allows."""
    if arrows is None:
        return True
    x, y = math.cos(math.radians(turn)), math.sin(math.radians(turn))
    for ply in plies:
        dx, dy = zone.plies[ply].map.direction((x, y))
        deg = math.degrees(math.atan2(dy, dx)) % 360.0
        if not any(abs((deg - arrow + 180.0) % 360.0 - 180.0) < 1e-6 for arrow in arrows):
            return False
    return True


def _free_pose(
    piece: CutPiece,
    shape: Shape,
    zone: Zone,
    zone_index: int,
    turn: float,
    mirrored: bool,
    plies: tuple[int, ...],
) -> Iterator[Pose]:
    """The pose away from any fold, if it fits across the zone."""
    outline = placing(grain_deg=piece.grain_deg, turn_deg=turn, mirrored=mirrored).all(shape.outline)
    box, room = bounds(outline), bounds(zone.usable)
    slack = room.height - box.height
    if slack < -_FIT_MM:
        return
    yield Pose(
        zone=zone_index,
        turn_deg=turn,
        mirrored=mirrored,
        cut_plies=plies,
        shape=shape,
        on_fold=False,
        outline=tuple((x - box.min_x, y - box.min_y) for x, y in outline),
        shift_x_mm=-box.min_x,
        shift_y_mm=-box.min_y,
        low_mm=room.min_y,
        high_mm=room.min_y + max(0.0, slack),
    )


def _fold_poses(
    piece: CutPiece, order: CutOrder, zone: Zone, zone_index: int, turns: tuple[float, ...]
) -> tuple[Pose, ...]:
    """Every pose with the piece's fold edge on a fold of the zone, the piece inside the cloth."""
    poses = []
    for kept, shape in _on_fold_shapes(piece, order):
        for turn in turns:
            for mirrored in (False, True):
                for fold in zone.folds:
                    pose = _fold_pose(piece, shape, kept, zone, zone_index, turn, mirrored, fold)
                    if pose is not None:
                        poses.append(pose)
    return _distinct(tuple(poses))


def _fold_pose(
    piece: CutPiece,
    shape: Shape,
    kept: FoldSegment,
    zone: Zone,
    zone_index: int,
    turn: float,
    mirrored: bool,
    fold: FoldEdge,
) -> Pose | None:
    to_table = placing(grain_deg=piece.grain_deg, turn_deg=turn, mirrored=mirrored)
    (_, ay), (_, by) = to_table(kept[0]), to_table(kept[1])
    if abs(ay - by) > 1e-6 or fold.start[1] != fold.end[1]:
        return None  # the fold runs along the cloth; this pose's fold edge does not
    outline = to_table.all(shape.outline)
    box, room = bounds(outline), bounds(zone.usable)
    level = fold.start[1]
    inside_above = level <= room.min_y + _FIT_MM
    if abs(ay - (box.min_y if inside_above else box.max_y)) > _FIT_MM:
        return None  # the piece would lie beyond the fold
    if box.height > room.height + _FIT_MM:
        return None
    return Pose(
        zone=zone_index,
        turn_deg=turn,
        mirrored=mirrored,
        cut_plies=tuple(sorted(fold.joins)),
        shape=shape,
        on_fold=True,
        outline=tuple((x - box.min_x, 0.0 if abs(y - ay) < 1e-6 else y - ay) for x, y in outline),
        shift_x_mm=-box.min_x,
        shift_y_mm=-ay,
        low_mm=level,
        high_mm=level,
    )


def _on_fold_shapes(piece: CutPiece, order: CutOrder) -> Iterator[tuple[FoldSegment, Shape]]:
    """For each line of fold edges: the shape with every other line unfolded, ready for that fold."""
    lines = [edges[0] for edges in fold_lines(order.fold_edges)]
    for kept in lines:
        outline, holes = piece.cut_line, piece.holes
        for other in lines:
            if other is not kept:
                outline, holes = unfolded(outline, other, holes)
        yield kept, Shape(outline=outline, holes=holes)


def _whole(piece: CutPiece, order: CutOrder) -> tuple[Outline, tuple[Outline, ...]]:
    """The piece unfolded across all its folds."""
    outline, holes = piece.cut_line, piece.holes
    for edges in fold_lines(order.fold_edges):
        outline, holes = unfolded(outline, edges[0], holes)
    return outline, holes


def _distinct(poses: tuple[Pose, ...]) -> tuple[Pose, ...]:
    """Poses that lay different outlines; of those that coincide the first is kept."""
    seen: dict[tuple[object, ...], Pose] = {}
    for pose in poses:
        key = (
            pose.zone,
            pose.low_mm,
            pose.high_mm,
            frozenset((round(x, 3), round(y, 3)) for x, y in pose.outline),
        )
        seen.setdefault(key, pose)
    return tuple(seen.values())


def _too_wide(piece: CutPiece, shape: Shape, cloth: Cloth, section: Section, turns: tuple[float, ...]) -> LayRefused:
    """The refusal of a piece that fits across no zone: how much is missing, and what would help."""
    if not turns:
        way = cloth.print_or_assumed.value
        return LayRefused(f"{piece.name} may not lie on {way} cloth in any of the turns it is allowed.", piece.id)
    room = max(bounds(zone.usable).height for zone in section.zones)
    over = _least_across(piece, shape.outline, turns) - room
    if section.way == "open":
        return LayRefused(
            f"{piece.name} is {_up_cm(over)} cm too wide for {cloth.shown_name}: take wider cloth, or split "
            "the piece with a seam.",
            piece.id,
            too_wide_mm=over,
        )
    return LayRefused(
        f"{piece.name} is {_up_cm(over)} cm too wide for the folded cloth: open the cloth, take wider cloth, "
        "or split the piece with a seam.",
        piece.id,
        too_wide_mm=over,
    )


def _least_across(piece: CutPiece, outline: Outline, turns: Iterable[float]) -> float:
    """How far across the cloth an outline reaches in the best of its turns, in mm."""
    return min(
        bounds(placing(grain_deg=piece.grain_deg, turn_deg=turn, mirrored=False).all(outline)).height for turn in turns
    )


def _up_cm(mm: float) -> str:
    return f"{math.ceil(mm - 1e-6) / 10:g}"


def fits_nowhere(piece: CutPiece, order: CutOrder, cloth: Cloth) -> str | None:
    """Why no way of spreading and no allowed turn could ever hold a piece, or None when one could.

    Whatever the fold, the whole piece lies across the flat cloth in one of its turns.
    """
    turns = {
        turn for garment_turn in (0.0, 180.0) for turn in allowed_turns(piece, cloth.print_or_assumed, garment_turn)
    }
    if not turns:
        return (
            f"{piece.name} asks for a {piece.grain.value} grain and turns that {cloth.shown_name}"
            f" ({cloth.print_or_assumed.value}) does not allow"
        )
    outline, _ = _whole(piece, order)
    room = cloth.lay_width_mm - 2 * cloth.reserve_mm
    needs = _least_across(piece, outline, turns)
    if needs > room + 1e-3:
        return (
            f"{piece.name} is {needs / 10:.1f} cm across, {_up_cm(needs - room)} cm more than the "
            f"{room / 10:.1f} cm of {cloth.shown_name}"
        )
    return None
