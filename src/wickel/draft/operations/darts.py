"""Darts: move one to another place, close it into a seam. A dart is an inner line of two legs that
meet at its tip; its mouth lies on one edge of the piece."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from wickel.draft.operations.seams import NewSeam
from wickel.draft.operations.spots import (
    SAME_MM,
    Spot,
    Stretch,
    chain,
    in_one,
    mapped_stretch,
    remade,
    seam_stretch,
    spot_near,
    spot_point,
    straight_on,
)
from wickel.draft.parts import dart_width
from wickel.draft.style import DraftRefused
from wickel.geometry import (
    Affine,
    Cubic,
    Line,
    Path,
    Point,
    length,
    map_path,
    nearest_distance,
    parted_at,
    point_at,
    rotation,
    translation,
)
from wickel.pattern import EdgeKind, InnerLine, LineKind, Piece
from wickel.wording import say

_ON_EDGE_MM = 0.6
_LEGS_MM = 3.0
SMOOTHED_MM = 40.0
"""So far on both sides of a closed dart its edge is drawn anew."""
_LOOK_MM = 0.5


def dart_marks(piece: Piece) -> tuple[InnerLine, ...]:
    """The darts of a piece whose mouths lie on its net line: those that can be moved or closed."""
    return tuple(mark for mark in piece.inner_lines if _is_dart(piece, mark))


def _is_dart(piece: Piece, mark: InnerLine) -> bool:
    if "dart" not in mark.name or len(mark.path) != 2:
        return False
    return all(
        min(nearest_distance(edge.path, at)[1] for edge in piece.edges) < _ON_EDGE_MM
        for at in (mark.path[0].start, mark.path[1].end)
    )


def sewn_out_mm(piece: Piece, edge: str) -> float:
    """How much of an edge, in mm along it, is in the mouths of open darts."""
    return sum(
        dart_width(piece, edge, name=name)
        for name in {mark.name for mark in piece.inner_lines if "dart" in mark.name}
    )


def _legs(piece: Piece, dart: str) -> tuple[InnerLine, Spot, Point, Spot]:
    """A dart's mark, its mouth's first and last place in the direction of the net line, and its
    tip."""
    for mark in piece.inner_lines:
        if mark.name == dart and _is_dart(piece, mark):
            tip = mark.path[0].end
            ends = [spot_near(piece, at) for at in (mark.path[0].start, mark.path[1].end)]
            if ends[0].edge != ends[1].edge:
                break
            first, last = sorted(ends, key=lambda spot: spot.share)
            return mark, first, tip, last
    known = ", ".join(mark.name for mark in dart_marks(piece)) or "none"
    raise DraftRefused(
        say("darts.no-open-dart-one-edge", piece=piece.name, dart=dart, known=known), piece.id
    )


@dataclass(frozen=True, slots=True)
class _Closed:
    """A dart closed, or a share of it: the net line from its last leg on to the new place and from
    there on to its first leg, one of them turned by ``by``; both sides of the new place; what is
    left of the old mouth, from leg to leg; and the stretches that have turned, as they were."""

    after: tuple[Stretch, ...]
    before: tuple[Stretch, ...]
    place: tuple[Point, Point]
    mouth: tuple[Point, Point]
    by: Affine
    turned: tuple[Stretch, ...]


def _close_dart(piece: Piece, dart: str, to: Spot, share: float) -> _Closed:
    """A dart closed over a share of it. What lies on the fold stays. Raises ``DraftRefused``."""
    _, first, tip, last = _legs(piece, dart)
    place = spot_point(piece, to)
    after, before = chain(piece, last, to), chain(piece, to, first)
    in_mouth = to.edge == first.edge and first.share <= to.share <= last.share
    if in_mouth or not after or not before or math.dist(place, tip) < 5.0:
        raise DraftRefused(say("darts.dart-cannot-moved-into", piece=piece.name), piece.id)
    a, b = spot_point(piece, first), spot_point(piece, last)
    if any(s.edge.kind is EdgeKind.FOLD for s in before):
        by = _about(tip, b, a, share)
        moved = tuple(mapped_stretch(s, by) for s in after)
        return _Closed(moved, before, (by(place), place), (a, by(b)), by, after)
    by = _about(tip, a, b, share)
    moved = tuple(mapped_stretch(s, by) for s in before)
    return _Closed(after, moved, (place, by(place)), (by(a), b), by, before)


def move_dart(
    piece: Piece, dart: str, to: Spot, *, share: float = 1.0, smooth: bool = False
) -> Piece:
    """Close a dart, or a ``share`` of it, and open it from another place on the net line to the
    same tip.

    The part between the two places turns about the tip by the dart's angle; a fold stays where it
    is. ``smooth``: the edge is drawn anew over the closed mouth, without a kink.

    Raises:
        DraftRefused: no such dart, no share of it, or the new place lies in the dart or cannot be
        opened.
    """
    if not 0 < share <= 1:
        raise DraftRefused(say("darts.no-share", piece=piece.name), piece.id)
    mark, _, tip, _ = _legs(piece, dart)
    closed = _close_dart(piece, dart, to, share)
    # …after, up to the new place; the new mouth; before, from the new place to where the old mouth
    # was
    if closed.after[-1].edge.name != closed.before[0].edge.name:
        raise DraftRefused(say("darts.dart-mouth-cannot-lie-corner", piece=piece.name), piece.id)
    opened = in_one(closed.after[-1], closed.before[0], (Line(*closed.place),))
    # what is left of a dart that is moved in part keeps its mouth, straight from leg to leg; legs
    # that differ leave a step where the whole of it was
    stays, step = share < 1, math.dist(*closed.mouth) > SAME_MM
    between = (*closed.after[:-1], opened, *closed.before[1:])
    if smooth and not stays:
        between = _smoothed(between)
    ring = _closed_mouth(between, (Line(*closed.mouth),) if step else ())
    others = tuple(
        _turned_mark(piece, other, closed.by, closed.turned)
        for other in piece.inner_lines
        if other.name != mark.name
    )
    left = (_dart_mark(dart, closed.mouth, tip),) if stays else ()
    new = _dart_mark(f"{dart}, shared" if stays else dart, closed.place, tip)
    return remade(piece, ring, inner_lines=(*others, *left, new))


def _dart_mark(name: str, mouth: tuple[Point, Point], tip: Point) -> InnerLine:
    path = (Line(mouth[0], tip), Line(tip, mouth[1]))
    return InnerLine(name=name, path=path, kind=LineKind.DART)


def _closed_mouth(ring: tuple[Stretch, ...], mouth: Path) -> tuple[Stretch, ...]:
    """The ring with its last and first stretch, the two sides of a mouth, made one edge again over
    what is left of the mouth."""
    if len(ring) == 1 or ring[0].edge.name != ring[-1].edge.name:
        return ring
    return (*ring[1:-1], in_one(ring[-1], ring[0], mouth))


def _smoothed(ring: tuple[Stretch, ...]) -> tuple[Stretch, ...]:
    """The ring with the edge on both sides of a closed mouth, its end and its beginning, drawn anew
    near it: in the direction in which it comes and goes. Notches there keep their share of it."""
    last, first = ring[-1], ring[0]
    if len(ring) == 1 or last.edge.name != first.edge.name:
        return ring
    sizes = length(last.edge.path), length(first.edge.path)
    near, far = (min(SMOOTHED_MM, size / 2) for size in sizes)
    kept, _ = parted_at(last.edge.path, sizes[0] - near)
    _, rest = parted_at(first.edge.path, far)
    start, end = kept[-1].end, rest[0].start
    reach = math.dist(start, end) / 3
    before = point_at(last.edge.path, sizes[0] - near - _LOOK_MM)
    after = point_at(first.edge.path, far + _LOOK_MM)
    curve = Cubic(start, straight_on(before, start, reach), straight_on(after, end, reach), end)
    size = length((curve,))
    here = tuple(
        n
        if n.at_mm <= sizes[0] - near
        else replace(n, at_mm=sizes[0] - near + (n.at_mm - sizes[0] + near) / near * size / 2)
        for n in last.notches
    )
    moved = tuple(
        replace(n, at_mm=sizes[0] - near + size / 2 * (1 + n.at_mm / far))
        for n in first.notches
        if n.at_mm < far
    )
    there = tuple(replace(n, at_mm=n.at_mm - far) for n in first.notches if n.at_mm >= far)
    one = Stretch(edge=replace(last.edge, path=(*kept, curve)), notches=(*here, *moved))
    other = Stretch(edge=replace(first.edge, path=rest), notches=there)
    return (other, *ring[1:-1], one)


def _about(tip: Point, a: Point, b: Point, share: float) -> Affine:
    """The turn about the tip that brings the leg to a onto the leg to b, or a share of the way."""
    here, there = (math.atan2(leg[1] - tip[1], leg[0] - tip[0]) for leg in (a, b))
    angle = math.degrees(math.remainder(there - here, math.tau))
    return translation(*tip).after(rotation(share * angle).after(translation(-tip[0], -tip[1])))


def _turned_mark(
    piece: Piece, mark: InnerLine, by: Affine, turning: tuple[Stretch, ...]
) -> InnerLine:
    """An inner line, turned along when it begins on the part that turns."""
    start = mark.path[0].start
    here = min(nearest_distance(s.edge.path, start)[1] for s in turning)
    everywhere = min(nearest_distance(edge.path, start)[1] for edge in piece.edges)
    return replace(mark, path=map_path(mark.path, by)) if here <= everywhere + 1e-6 else mark


def dart_to_seam(piece: Piece, dart: str, to: Spot, seam: NewSeam) -> tuple[Piece, Piece]:
    """Split a piece along a dart and on from its tip to another place; what the dart took falls
    out.

    Raises:
        DraftRefused: no such dart, its legs differ, or the seam would run outside the piece.
    """
    _, first, tip, last = _legs(piece, dart)
    place, a, b = spot_point(piece, to), spot_point(piece, first), spot_point(piece, last)
    if abs(math.dist(a, tip) - math.dist(b, tip)) > _LEGS_MM:
        raise DraftRefused(
            say("darts.legs-differ-true-dart", piece=piece.name, dart=dart), piece.id
        )
    if math.dist(place, tip) < 5.0:
        raise DraftRefused(say("darts.seam-must-run-from-dart", piece=piece.name), piece.id)
    marks = tuple(mark for mark in piece.inner_lines if mark.name != dart)
    paths = (Line(place, tip), Line(tip, b)), (Line(a, tip), Line(tip, place))
    mine, theirs = (seam_stretch(seam.name, path, seam.allowance_mm) for path in paths)
    parts = ((*chain(piece, last, to), mine), (*chain(piece, to, first), theirs))
    one, other = (
        remade(piece, stretches, id=id, name=name, inner_lines=marks)
        for stretches, (id, name) in zip(parts, seam.parts(piece), strict=True)
    )
    return one, other
