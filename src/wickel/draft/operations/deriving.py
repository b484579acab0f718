"""Pieces made from others: facing, lining, interfacing, and a partner cut with the first as
template."""

from __future__ import annotations

import math
from dataclasses import replace
from itertools import pairwise

import numpy as np
import numpy.typing as npt
import shapely
from shapely.geometry import LineString, Polygon

from wickel.draft.operations.reshaping import extend, lengthen
from wickel.draft.operations.seams import NewSeam
from wickel.draft.operations.splitting import mapped_piece, split
from wickel.draft.operations.spots import (
    Spot,
    Stretch,
    chain,
    known_edge,
    redrawn,
    remade,
    seam_stretch,
    spot_point,
    straight_on,
)
from wickel.draft.style import DraftRefused
from wickel.geometry import (
    MIRROR,
    Cubic,
    Line,
    Path,
    Point,
    Segment,
    backwards,
    bounds,
    flatten,
    length,
    map_path,
    outline_of,
    parted_at,
    point_at,
    rotation,
    signed_area,
    translation,
)
from wickel.pattern import Cut, Edge, EdgeKind, Layer, Piece, net_line
from wickel.wording import say

LINING_SHORTER_MM = 50.0
"""A lining is usually 2 in (5 cm) shorter."""

_STEP_MM = 2.0
_PARTS = 160


def facing(
    piece: Piece,
    edges: tuple[str, ...],
    width_mm: float,
    *,
    id: str,
    name: str,
    allowance_mm: float,
) -> Piece:
    """A strip inside the piece along some edges that follow each other, as wide as asked.

    It shares those edges with the piece to the letter, allowances included, and ends on the edges
    before and after them. It is cut as often as the piece.

    Raises:
        DraftRefused: the edges do not follow each other, or the facing would be as large as the
        piece.
    """
    start, end, outer = _along(piece, edges, width_mm)
    made = remade(
        piece,
        (*chain(piece, start, end), seam_stretch("outer", outer, allowance_mm)),
        id=id,
        name=name,
        inner_lines=(),
    )
    folded = any(edge.kind is EdgeKind.FOLD for edge in made.edges)
    notches = tuple(n for n in made.notches if n.edge in edges)
    cuts = (_as_often(piece.cuts[0], folded=folded),)
    return replace(made, cuts=cuts, notches=notches, layer=Layer.FACING, of=piece.id)


def _along(piece: Piece, edges: tuple[str, ...], width_mm: float) -> tuple[Spot, Spot, Path]:
    """Where a strip along some edges begins and ends on the net line, and its inner boundary from
    its end back to its start. Raises ``DraftRefused``, as ``facing``."""
    first, last = Spot(edge=edges[0], share=0.0), Spot(edge=edges[-1], share=1.0)
    along = _following(piece, edges)
    rest = chain(piece, last, first)
    covered = LineString([p for s in along for p in flatten(s.edge.path)])
    before = _within(
        tuple(segment for s in reversed(rest) for segment in _back(s.edge.path)), covered, width_mm
    )
    after = _within(tuple(segment for s in rest for segment in s.edge.path), covered, width_mm)
    around = sum(length(s.edge.path) for s in rest)
    if before + after > around - 2 * _STEP_MM:
        raise DraftRefused(
            say("deriving.too-small-facing-wide", piece=piece.name, width=width_mm), piece.id
        )
    end = _spot_along(piece, rest, after)
    start = _spot_along(piece, rest, around - before)
    outer = _outer(piece, covered, width_mm, _at(rest, after), _at(rest, around - before))
    return start, end, outer


def strip_off(piece: Piece, edge: str, width_mm: float, seam: NewSeam) -> tuple[Piece, Piece]:
    """A piece in two: the strip along an edge, so wide, and what is left of it, with a seam between
    them.

    Raises:
        DraftRefused: as ``facing``.
    """
    start, end, outer = _along(piece, (edge,), width_mm)
    return split(piece, start, end, seam, through=backwards(outer))


def smaller(piece: Piece, by_mm: float) -> Piece:
    """The piece cut smaller all round, but on the fold: so much less is left at every edge.

    Raises:
        DraftRefused: less than that is left at an edge.
    """
    for edge in piece.edges:
        left = min(edge.allowance_mm, edge.allowance_at_end_mm)
        if edge.kind is not EdgeKind.FOLD and left < by_mm:
            text = say("deriving.smaller", piece=piece.name, edge=edge.name, left=left, by=by_mm)
            raise DraftRefused(text, piece.id)
    edges = tuple(
        edge
        if edge.kind is EdgeKind.FOLD
        else replace(
            edge,
            allowance_mm=edge.allowance_mm - by_mm,
            allowance_end_mm=None
            if edge.allowance_end_mm is None
            else edge.allowance_end_mm - by_mm,
        )
        for edge in piece.edges
    )
    return replace(piece, edges=edges)


def _as_often(cut: Cut, *, folded: bool) -> Cut:
    """What gives as many copies as ``cut``, on the fold or not."""
    copies = cut.copies if folded or not cut.on_fold else 2 * cut.copies
    pair = cut.pair or (cut.on_fold and not folded)
    return Cut(material="main", copies=copies, pair=pair, on_fold=folded)


def _following(piece: Piece, edges: tuple[str, ...]) -> tuple[Stretch, ...]:
    """Edges that follow each other. Raises ``DraftRefused``: they do not, or are none."""
    for edge in edges:
        known_edge(piece, edge)
    along = chain(piece, Spot(edge=edges[0], share=0.0), Spot(edge=edges[-1], share=1.0))
    if [s.edge.name for s in along] != list(edges):
        raise DraftRefused(
            say("deriving.do-not-follow-each-other", piece=piece.name, join=" and ".join(edges)),
            piece.id,
        )
    return along


def _back(path: Path) -> Path:
    return tuple(segment.backwards() for segment in reversed(path))


def _within(path: Path, covered: LineString, width: float) -> float:
    """How far along a path from its start it stays within the width of the covered edges."""
    full = length(path)
    drawn = np.array(flatten(path, 0.02))
    steps = np.hypot(*np.diff(drawn, axis=0).T)
    reached = np.concatenate(([0.0], np.cumsum(steps)))
    reached *= full / reached[-1]

    def off(along: npt.NDArray[np.float64]) -> npt.NDArray[np.float64]:
        at = np.column_stack([np.interp(along, reached, drawn[:, k]) for k in (0, 1)])
        return np.asarray(shapely.distance(covered, shapely.points(at)))

    places = np.append(np.arange(_STEP_MM, full, _STEP_MM), full)
    beyond = np.flatnonzero(off(places) > width + 1e-9)
    if not len(beyond):
        return full
    high = float(places[beyond[0]])
    low = max(0.0, high - _STEP_MM)
    while high - low > 1e-4:  # a part of the step is looked at in one go, and that part again
        places = np.linspace(low, high, _PARTS + 1)
        beyond = np.flatnonzero(off(places[1:-1]) > width)
        first = int(beyond[0]) if len(beyond) else _PARTS - 1
        low, high = float(places[first]), float(places[first + 1])
    return low


def _at(rest: tuple[Stretch, ...], along: float) -> Point:
    path: Path = tuple(segment for s in rest for segment in s.edge.path)
    return point_at(path, along)


def _spot_along(piece: Piece, rest: tuple[Stretch, ...], along: float) -> Spot:
    """The place a distance along the stretches of the rest of the net line."""
    for stretch in rest:
        edge = stretch.edge
        size = length(edge.path)
        if along <= size:
            return Spot(edge=edge.name, share=along / size)
        along -= size
    raise AssertionError("the distance lies on the net line")


def _outer(piece: Piece, covered: LineString, width: float, start: Point, end: Point) -> Path:
    """The inner boundary of the strip, from where it leaves the net line to where it comes back."""
    area = Polygon(net_line(piece))
    if not area.is_valid:
        raise DraftRefused(
            say("deriving.crosses-itself-change-neck-measure", piece=piece.name), piece.id
        )
    strip = area.intersection(covered.buffer(width, quad_segs=48))
    if strip.geom_type != "Polygon":
        strip = max(strip.geoms, key=lambda g: g.intersection(covered.buffer(1.0)).area)
    ring = list(outline_of(strip.simplify(0.02)))
    i, j = (min(range(len(ring)), key=lambda k: math.dist(ring[k], p)) for p in (start, end))
    one = [ring[(i + k) % len(ring)] for k in range((j - i) % len(ring) + 1)]
    other = [ring[(i - k) % len(ring)] for k in range((i - j) % len(ring) + 1)]

    def touching(points: list[Point]) -> float:
        middle = points[1:-1] or [
            ((points[0][0] + points[-1][0]) / 2, (points[0][1] + points[-1][1]) / 2)
        ]
        return float(shapely.distance(covered, shapely.points(middle)).min())

    best = one if touching(one) > touching(other) else other
    points = [start, *best[1:-1], end]
    return tuple(Line(a, b) for a, b in pairwise(points) if math.dist(a, b) > 1e-9)


def lining(
    piece: Piece, *, shorter_mm: float = LINING_SHORTER_MM, material: str = "lining"
) -> Piece:
    """The piece again as a lining, shorter at its hem; without a hem it is as long.

    A hem that hardly bends is moved up with all that lies below a line across the piece; one that
    bends more, as a circle's does, is drawn anew at the same distance all along.

    Raises:
        DraftRefused: the piece is too short for that.
    """
    hems = [
        edge for edge in piece.edges if edge.kind is EdgeKind.HEM or edge.name.startswith("hem")
    ]
    made = piece
    if hems and shorter_mm > 0:
        if any(_bend_deg(edge) > MOST_BEND_DEG for edge in hems):
            for edge in hems:
                made = _cut_back(made, edge, shorter_mm)
        else:
            box = bounds(net_line(piece))
            highest = min(p[0] for edge in hems for p in flatten(edge.path))
            share = max(0.1, min(0.9, (highest - box.min_x - 1.5 * shorter_mm) / box.width))
            made = lengthen(piece, share, -shorter_mm)
    return replace(
        made,
        id=f"{piece.id}-lining",
        name=f"{piece.name} lining",
        cuts=(replace(piece.cuts[0], material=material),),
        layer=Layer.LINING,
        of=piece.id,
    )


MOST_BEND_DEG = 15.0
"""How far a hem may turn from one end to the other that is moved up in one."""


def _bend_deg(edge: Edge) -> float:
    """How far an edge turns between its first and its last direction."""
    points = flatten(edge.path)
    first, last = (
        (b[0] - a[0], b[1] - a[1]) for a, b in ((points[0], points[1]), (points[-2], points[-1]))
    )
    cross, dot = first[0] * last[1] - first[1] * last[0], first[0] * last[0] + first[1] * last[1]
    return abs(math.degrees(math.atan2(cross, dot)))


def _cut_back(piece: Piece, hem: Edge, by_mm: float) -> Piece:
    """The piece with a hem that lies so far inside the old one, all along."""
    names = [edge.name for edge in piece.edges]
    k = names.index(hem.name)
    before, after = names[k - 1], names[(k + 1) % len(names)]
    line = LineString(flatten(hem.path))
    area = Polygon(net_line(piece))
    inward = next(
        (
            strip
            for strip in (line.offset_curve(by_mm), line.offset_curve(-by_mm))
            if area.contains(strip.interpolate(0.5, normalized=True))
        ),
        None,
    )
    known = {edge.name: length(edge.path) for edge in piece.edges}
    if inward is None or by_mm >= min(known[before], known[after]):
        raise DraftRefused(say("deriving.too-short-shorter", piece=piece.name, by=by_mm), piece.id)
    points = [(float(x), float(y)) for x, y in inward.coords]
    if math.dist(points[0], hem.start) > math.dist(points[-1], hem.start):
        points.reverse()
    # the cut runs from the edge before the hem to the one after it, inside the piece
    first = Spot(edge=before, share=1.0 - by_mm / known[before])
    last = Spot(edge=after, share=by_mm / known[after])
    ends = (spot_point(piece, first), *points[1:-1], spot_point(piece, last))
    through = tuple(Line(a, b) for a, b in pairwise(ends) if math.dist(a, b) > 1e-9)
    _, kept = split(piece, first, last, NewSeam(hem.allowance_mm, name="hem line"), through=through)
    edges = tuple(
        replace(edge, name=hem.name, kind=hem.kind, role=hem.role)
        if edge.name == "hem line"
        else edge
        for edge in kept.edges
    )
    return replace(kept, id=piece.id, name=piece.name, edges=edges)


def interfacing(piece: Piece, *, material: str = "interfacing") -> Piece:
    """The piece with the same number of copies in interfacing as in its first material."""
    if any(cut.material == material for cut in piece.cuts):
        return piece
    return replace(piece, cuts=(*piece.cuts, replace(piece.cuts[0], material=material)))


def partner(
    piece: Piece, *, id: str, name: str, closing: str = "", closing_mm: float = 0.0
) -> Piece:
    """Another piece cut with this one as the template, if need be with an edge extended for a
    closing.

    Raises:
        DraftRefused: the edge cannot be extended.
    """
    made = replace(piece, id=id, name=name)
    return extend(made, closing, closing_mm, name="closing") if closing else made


def with_edge_of(
    piece: Piece, edge: str, template: Piece, its_edge: str, longer_mm: float = 0.0
) -> Piece:
    """The piece with an edge drawn after one of a template: it begins where it began, runs in the
    direction in which it ran, and has the template's shape and length, or so much more. The edge
    that follows begins where it ends.

    Raises:
        DraftRefused: an edge lies on the fold, or the edge that follows does.
    """
    names = [each.name for each in piece.edges]
    old, model = known_edge(piece, edge), known_edge(template, its_edge)
    following = piece.edges[(names.index(edge) + 1) % len(names)]
    if EdgeKind.FOLD in (old.kind, following.kind, model.kind):
        raise DraftRefused(say("deriving.no-edge-on-fold", piece=piece.name, edge=edge), piece.id)
    same_way = signed_area(net_line(piece)) * signed_area(net_line(template)) > 0
    shape = model.path if same_way else backwards(model.path)
    shape = _longer_by(shape, longer_mm, piece)
    turn = _direction(old.start, old.end) - _direction(shape[0].start, shape[-1].end)
    home = translation(-shape[0].start[0], -shape[0].start[1])
    path = map_path(shape, translation(*old.start).after(rotation(turn).after(home)))
    dx, dy = path[-1].end[0] - old.end[0], path[-1].end[1] - old.end[1]
    first = following.path[0]
    begun = (first.start[0] + dx, first.start[1] + dy)
    if isinstance(first, Line):
        moved: Segment = Line(begun, first.end)
    else:
        handle = (first.control1[0] + dx, first.control1[1] + dy)
        moved = Cubic(begun, handle, first.control2, first.end)
    paths = {old.name: path, following.name: (moved, *following.path[1:])}
    return remade(
        piece, [redrawn(piece, each, paths.get(each.name, each.path)) for each in piece.edges]
    )


def _longer_by(path: Path, mm: float, piece: Piece) -> Path:
    """A path longer by so much in the direction in which it ends, or cut off before its end."""
    size = length(path)
    if mm < 0:
        if size + mm < _STEP_MM:
            raise DraftRefused(
                say("deriving.too-short-shorter", piece=piece.name, by=-mm), piece.id
            )
        return parted_at(path, size + mm)[0]
    if mm == 0:
        return path
    near, end = point_at(path, size - min(1.0, size / 10)), path[-1].end
    return (*path, Line(end, straight_on(near, end, mm)))


def _direction(start: Point, end: Point) -> float:
    return math.degrees(math.atan2(end[1] - start[1], end[0] - start[0]))


def halves(
    piece: Piece, material: str, other_id: str, *, seam_mm: float, swapped: bool
) -> tuple[Piece, Piece]:
    """Both halves of a pair, or of a piece on the fold, as pieces of their own: the other one, the
    mirror image, is cut from another material; ``swapped``: the first one is. A fold becomes a
    seam.

    Raises:
        DraftRefused: the piece is neither a pair nor on the fold.
    """
    cut = piece.cuts[0]
    if not (cut.pair or cut.on_fold):
        raise DraftRefused(say("deriving.no-halves", piece=piece.name), piece.id)
    copies = cut.copies if cut.on_fold else cut.copies // 2
    edges = tuple(
        replace(edge, kind=EdgeKind.SEAM, allowance_mm=seam_mm)
        if edge.kind is EdgeKind.FOLD
        else edge
        for edge in piece.edges
    )
    cloths = (material, cut.material) if swapped else (cut.material, material)
    one = replace(piece, edges=edges, cuts=(Cut(material=cloths[0], copies=copies),))
    other = replace(
        mapped_piece(one, MIRROR),
        id=other_id,
        name=f"{piece.name}, other half",
        grain_deg=-piece.grain_deg,
        cuts=(Cut(material=cloths[1], copies=copies),),
    )
    return one, other
