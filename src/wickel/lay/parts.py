"""Parts: what is placed on one spread to get the copies that were asked for.

How many placements a piece needs, which plies each is cut from, and how it may be turned and
mirrored follow from the ply maps of the zone and from nothing else.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass
from enum import IntEnum

from wickel.cloth import WAYS, Cloth, Print, Section, Zone
from wickel.geometry import Outline, area, bounds, placing
from wickel.lay.demand import (
    CutOrder,
    CutPiece,
    allowed_turns,
    garment_turns,
    hand_is_free,
)
from wickel.lay.placement import Shape
from wickel.lay.posing import (
    FIT_MM,
    Pose,
    Stance,
    Want,
    distinct,
    fold_poses,
    free_pose,
    on_fold_shapes,
    table_turns,
    unfolded_whole,
    upright_plies,
)
from wickel.wording import Text, say


class LayRefused(ValueError):
    """Parts that a spread cannot hold. The message is one sentence with a way out; ``pieces`` names
    them."""

    def __init__(self, sentence: Text, *pieces: str, too_wide_mm: float = 0.0) -> None:
        super().__init__(sentence)
        self.pieces = pieces
        self.too_wide_mm = too_wide_mm


class LayStopped(LayRefused):
    """A search that was stopped before it had anything to show."""

    def __init__(self) -> None:
        super().__init__(say("parts.stopped"))


@dataclass(frozen=True, slots=True, kw_only=True)
class Part:
    """One thing to place, with every pose allowed for it. All poses yield the same copies, of the
    piece's ``order`` of that number."""

    id: str
    piece: str
    poses: tuple[Pose, ...]
    yields: int
    order: int = 0


class Manner(IntEnum):
    """How an order is cut: as it is, its halves on a fold; each copy singly from one ply; or its
    halves unfolded and cut whole from as many plies as there are copies."""

    USUAL = 0
    SINGLE = 1
    WHOLE = 2


@dataclass(frozen=True, slots=True)
class Home:
    """Where an order is cut: in which section, and how."""

    section: int
    manner: Manner = Manner.USUAL


_SMALL_SHARE = 0.25
"""A half is small where its whole is no more than this of the largest whole: facings, collars,
yokes."""

OrderKey = tuple[str, int]
"""An order: the id of its piece, and its number among the piece's orders."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Take:
    """One placement of an order: its poses, what they yield, and how many plies under it stay
    uncut."""

    poses: tuple[Pose, ...]
    yields: int
    uncut: int


Options = dict[OrderKey, dict[Home, list[Take]]]
"""For each order its homes, the best first, and its placements there."""


def parts_for(
    pieces: tuple[CutPiece, ...], cloth: Cloth, sections: tuple[Section, ...]
) -> tuple[tuple[Part, ...], ...]:
    """The parts that give every copy asked of one cloth, for each section those that lie in it.

    An order goes to where it takes the fewest placements and leaves the fewest plies uncut.

    Raises:
        LayRefused: a piece fits no zone in any allowed turn; says by how much and what would help.
    """
    return parts_at(options_for(pieces, cloth, sections), {}, len(sections))


def options_for(
    pieces: tuple[CutPiece, ...], cloth: Cloth, sections: tuple[Section, ...]
) -> Options:
    """The homes that each order could have, the one it goes to by itself first, with its placements
    there.

    Raises:
        LayRefused: an order that none can hold.
    """
    turns = garment_turns(pieces, cloth)
    cut_here = {
        (piece.id, number): (piece, order)
        for piece in pieces
        for number, order in enumerate(piece.orders)
        if order.cloth == cloth.id
    }
    areas = {key: area(unfolded_whole(*cut)[0]) for key, cut in cut_here.items()}
    small = _SMALL_SHARE * max(areas.values(), default=0.0)
    return {
        key: _options(
            _Asked(piece, order, cloth, turns[piece.garment]), sections, small=areas[key] <= small
        )
        for key, (piece, order) in cut_here.items()
    }


def parts_at(
    options: Options, homes: Mapping[OrderKey, Home], sections: int
) -> tuple[tuple[Part, ...], ...]:
    """The parts of so many sections with each order at the home that ``homes`` names, else at its
    first."""
    parts: list[list[Part]] = [[] for _ in range(sections)]
    counts: Counter[str] = Counter()
    for key, own in options.items():
        piece = key[0]
        home = homes.get(key, next(iter(own)))
        for take in own[home]:
            counts[piece] += 1
            id = f"{piece}/{counts[piece]}"
            parts[home.section].append(
                Part(id=id, piece=piece, poses=take.poses, yields=take.yields, order=key[1])
            )
    return tuple(tuple(part) for part in parts)


@dataclass(frozen=True, slots=True)
class _Asked:
    """An order of a piece, on a cloth on which its garment has one direction."""

    piece: CutPiece
    order: CutOrder
    cloth: Cloth
    head_turn: float


def _options(
    asked: _Asked, sections: tuple[Section, ...], *, small: bool
) -> dict[Home, list[Take]]:
    """The placements of an order in each home that can hold it, the best one first.

    To be cut singly is a home of its own where there is single cloth beside double; to be cut whole
    one for a ``small`` half, wherever there is a fold on which it would queue.
    """
    found: list[tuple[int, int, Home, list[Take]]] = []
    refusal: LayRefused | None = None
    for k, section in enumerate(sections):
        for manner in _manners(asked.order, section, small=small):
            try:
                takes = _takes(asked, section, manner)
            except LayRefused as reason:
                refusal = refusal or reason
                continue
            if manner is Manner.WHOLE and any(takes == other for *_, other in found):
                continue  # it lies on no fold here anyway
            found.append((len(takes), sum(take.uncut for take in takes), Home(k, manner), takes))
    if not found:
        assert refusal is not None, "there is a section"
        raise refusal

    def order_of(each: tuple[int, int, Home, list[Take]]) -> tuple[bool, ...] | tuple[int, ...]:
        placements, uncut, home, _ = each
        # whole only where a quick lay says so; a slanting fold is there for what can lie on it, and
        # what lies beside that costs no cloth
        whole, straight = home.manner is Manner.WHOLE, not WAYS[sections[home.section].way].slanting
        return whole, straight, placements, uncut, home.section, home.manner

    return {home: takes for *_, home, takes in sorted(found, key=order_of)}


def _manners(order: CutOrder, section: Section, *, small: bool) -> Iterator[Manner]:
    """The ways to cut an order in a section."""
    yield Manner.USUAL
    if section.mixed and (order.fold_edges or (order.single and order.copies > 1)):
        yield Manner.SINGLE
    folded = any(zone.folds for zone in section.zones) and not WAYS[section.way].slanting
    if small and order.fold_edges and folded and (order.copies > 1 or not section.mixed):
        yield Manner.WHOLE


def _takes(asked: _Asked, section: Section, manner: Manner) -> list[Take]:
    """The placements of one order on a section, each with every pose that gives the same copies."""
    piece, order, cloth = asked.piece, asked.order, asked.cloth
    turns = allowed_turns(piece, cloth.print_or_assumed, asked.head_turn)
    # on a fold first: what is cut there is whole and costs half the plies
    on_fold = _fold_takes(piece, order, section, turns) if manner is Manner.USUAL else []
    if on_fold:
        return on_fold
    if order.fold_edges:
        outline, holes = unfolded_whole(piece, order)
        shape, free = Shape(outline=outline, holes=holes), True
        folded = any(zone.folds for zone in section.zones)
        wanted = next(on_fold_shapes(piece, order))[1] if folded else shape
    else:
        shape = wanted = Shape(outline=piece.cut_line, holes=piece.holes)
        # of a piece that is its own mirror either hand will do
        free = not order.pair and hand_is_free(piece, order, piece.cut_line, turns)
    # copies that are still to be placed, as drawn and mirrored
    left = order.hands
    takes: list[Take] = []
    made: dict[tuple[int, int], tuple[Take, tuple[int, int]]] = {}
    while left != (0, 0):
        # the same want gives the same poses: made once
        want = _one_of(left) if manner is Manner.SINGLE else left
        if want not in made:
            made[want] = _free_take(piece, shape, section, turns, want, free=free)
        take, gives = made[want]
        if not take.poses:
            # a half whose fold cannot lie on the cloth's is too wide as a whole
            halved = wanted is not shape and _over(piece, wanted, section, turns) <= FIT_MM
            raise _too_wide(piece, shape if halved else wanted, cloth, section, turns)
        if sum(gives) < order.least_each:
            raise LayRefused(say("parts.may-not-cut-single-nothing", piece=piece.name), piece.id)
        takes.append(take)
        left = (left[0] - gives[0], left[1] - gives[1])
    return takes


def _one_of(left: tuple[int, int]) -> tuple[int, int]:
    """One of the copies that are left, as drawn before mirrored."""
    return (1, 0) if left[0] else (0, 1)


def _free_take(
    piece: CutPiece,
    shape: Shape,
    section: Section,
    turns: tuple[float, ...],
    left: tuple[int, int],
    *,
    free: bool,
) -> tuple[Take, tuple[int, int]]:
    """The next placement away from any fold: as many of the copies that are left as one placement
    can give."""
    options = list(_free_poses(piece, shape, section, turns, left, free=free))
    if not options:
        return Take(poses=(), yields=0, uncut=0), (0, 0)
    # as many copies as can be, of all poses that give these
    best = max((gives for gives, _, _ in options), key=lambda gives: (sum(gives), gives))
    same = [(uncut, pose) for gives, uncut, pose in options if gives == best]
    poses = distinct(tuple(pose for _, pose in same))
    return Take(poses=poses, yields=sum(best), uncut=min(uncut for uncut, _ in same)), best


def _free_poses(
    piece: CutPiece,
    shape: Shape,
    section: Section,
    turns: tuple[float, ...],
    left: tuple[int, int],
    *,
    free: bool,
) -> Iterator[tuple[tuple[int, int], int, Pose]]:
    """Every pose away from any fold, with the copies that it gives, as drawn and mirrored, and how
    many plies under it stay uncut."""
    for index, zone in enumerate(section.zones):
        for turn in table_turns(turns, piece.tilt_deg):
            upright = upright_plies(zone, turn, turns, piece.tilt_deg)
            for mirrored in (False, True):
                plies, gives = _cut_plies(zone, upright, left, mirrored=mirrored, free=free)
                if not plies:
                    continue
                stance = Stance(
                    shape=shape, zone=index, turn_deg=turn, mirrored=mirrored, cut_plies=plies
                )
                pose = free_pose(piece, zone, stance)
                if pose is not None:
                    yield gives, len(zone.plies) - len(plies), pose


@dataclass(frozen=True, slots=True)
class Lies:
    """A pose that a maker may choose by hand, and the copies that it gives, as drawn and
    mirrored."""

    pose: Pose
    gives: tuple[int, int]


def ways_to_lie(
    piece: CutPiece,
    order: CutOrder,
    section: Section,
    turns: tuple[float, ...],
    left: tuple[int, int],
) -> tuple[Lies, ...]:
    """Every pose on a section in which one placement gives some of the copies that are ``left``,
    as drawn and mirrored: those on a fold first, then those that give the most.

    The same poses as the search's (``parts_for``), each for as many copies as it can give.
    """
    found = [
        Lies(pose, (len(pose.cut_plies) // 2, 0))
        for index, zone in enumerate(section.zones)
        if order.fold_edges and sum(left)
        for pose in fold_poses(piece, order, zone, index, turns, Want(sum(left)))
    ]
    shape = Shape(outline=piece.cut_line, holes=piece.holes)
    free = not order.pair and hand_is_free(piece, order, piece.cut_line, turns)
    if order.fold_edges:
        outline, holes = unfolded_whole(piece, order)
        shape, free = Shape(outline=outline, holes=holes), True
    options = _free_poses(piece, shape, section, turns, left, free=free)
    apart = [Lies(pose, gives) for gives, _, pose in options if sum(gives) >= order.least_each]
    apart.sort(key=lambda lies: -sum(lies.gives))
    return (*found, *apart)


def _cut_plies(
    zone: Zone, upright: tuple[int, ...], left: tuple[int, int], *, mirrored: bool, free: bool
) -> tuple[tuple[int, ...], tuple[int, int]]:
    """Which of the upright plies one placement is cut from, and how many copies as drawn and
    mirrored it gives."""
    if free:
        plies = upright[: left[0]]
        return plies, (len(plies), 0)
    ups = [k for k in upright if (zone.plies[k].map.determinant > 0) != mirrored]
    downs = [k for k in upright if k not in ups]
    taken = (ups[: left[0]], downs[: left[1]])
    return tuple(sorted([*taken[0], *taken[1]])), (len(taken[0]), len(taken[1]))


def _fold_takes(
    piece: CutPiece, order: CutOrder, section: Section, turns: tuple[float, ...]
) -> list[Take]:
    """The placements of a half on the folds of a section; none when it has no fold edge, or lies on
    none of them."""
    if not order.fold_edges:
        return []
    takes: list[Take] = []
    left = order.copies
    while left > 0:
        poses = [
            pose
            for index, zone in enumerate(section.zones)
            for pose in fold_poses(piece, order, zone, index, turns, Want(left))
        ]
        if not poses:
            return []
        each = max(len(pose.cut_plies) for pose in poses) // 2
        same = distinct(tuple(pose for pose in poses if len(pose.cut_plies) == 2 * each))
        uncut = min(len(section.zones[pose.zone].plies) - 2 * each for pose in same)
        takes.append(Take(poses=same, yields=each, uncut=uncut))
        left -= each
    return takes


def _too_wide(
    piece: CutPiece, shape: Shape, cloth: Cloth, section: Section, turns: tuple[float, ...]
) -> LayRefused:
    """The refusal of a piece that fits across no zone: how much is missing, and what would help."""
    if not turns:
        way = cloth.print_or_assumed.value
        return LayRefused(say("parts.may-not-lie-cloth-any", piece=piece.name, way=way), piece.id)
    over = _over(piece, shape, section, turns)
    whole = cloth.lay_width_mm - 2 * cloth.reserve_mm
    outs = []
    if section.way not in ("open", "crosswise", "turned"):
        outs.append("open the cloth")
        if section.way != "to-middle" and _fits_to_middle(piece, shape, cloth, turns):
            outs.append("fold the selvages to the middle")
    if _least_across(piece, shape.outline, turns) > whole + FIT_MM or not outs:
        outs = ["take wider cloth"]
    outs.append("split the piece with a seam")
    where = (
        cloth.shown_name if section.way in ("open", "crosswise", "turned") else "the folded cloth"
    )
    return LayRefused(
        say(
            "parts.too-wide",
            piece=piece.name,
            over=over,
            where=where,
            join=", ".join(outs[:-1]),
            outs=outs[-1],
        ),
        piece.id,
        too_wide_mm=over,
    )


def _over(piece: CutPiece, shape: Shape, section: Section, turns: tuple[float, ...]) -> float:
    """By how much a shape is too wide for the widest zone of a section in the best of its turns, in
    mm."""
    if not turns:
        return 0.0
    room = max(bounds(zone.usable).height for zone in section.zones)
    return _least_across(piece, shape.outline, turns) - room


def _fits_to_middle(piece: CutPiece, shape: Shape, cloth: Cloth, turns: tuple[float, ...]) -> bool:
    return (
        _least_across(piece, shape.outline, turns)
        <= cloth.lay_width_mm / 4 - cloth.reserve_mm + FIT_MM
    )


def _least_across(piece: CutPiece, outline: Outline, turns: Iterable[float]) -> float:
    """How far across the cloth an outline reaches in the best of its turns, in mm."""
    return min(
        bounds(
            placing(grain_deg=piece.grain_deg, turn_deg=turn, mirrored=False).all(outline)
        ).height
        for turn in turns
    )


def fits_nowhere(piece: CutPiece, order: CutOrder, cloth: Cloth) -> Text | None:
    """Why no way of spreading and no allowed turn could ever hold a piece, or None when one could.

    Whatever the fold, the whole piece lies across the flat cloth in one of its turns.
    """
    ways = (0.0, 180.0) if cloth.print_or_assumed is Print.PER_GARMENT else (cloth.head_turn,)
    turns = {
        turn
        for head_turn in ways
        for turn in allowed_turns(piece, cloth.print_or_assumed, head_turn)
    }
    if not turns:
        way = cloth.print_or_assumed.value
        return say(
            "parts.no-turn",
            piece=piece.name,
            grain=piece.grain.value,
            cloth=cloth.shown_name,
            way=way,
        )
    outline, _ = unfolded_whole(piece, order)
    room = cloth.lay_width_mm - 2 * cloth.reserve_mm
    needs = _least_across(piece, outline, turns)
    if needs > room + 1e-3:
        over = needs - room
        return say(
            "parts.wider-than",
            piece=piece.name,
            needs=needs,
            over=over,
            room=room,
            cloth=cloth.shown_name,
        )
    return None
