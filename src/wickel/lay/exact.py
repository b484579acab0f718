"""The exact check of a lay, on the flat cloth, by code of its own.

It shares nothing with the placing: turning and mirroring are done here with complex numbers, whole
pieces are unfolded here, and everything is judged on the cloth itself. It reads what
the lay says, the ply maps, and the pieces as they were asked for.
"""

from __future__ import annotations

import cmath
import math
from collections import Counter
from dataclasses import dataclass, field

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry import Polygon
from shapely.geometry.base import BaseGeometry

from wickel.cloth.cloth import Print
from wickel.cloth.spread import FoldEdge, Zone
from wickel.geometry import Outline
from wickel.lay.demand import CutOrder, CutPiece, Grain, Waived
from wickel.lay.placement import Finding, Lay, Level, Placement
from wickel.wording import Text, say

OVERLAP_MM2 = 0.01
FOLD_MM = 0.01
EDGE_MM = 0.001
PRECISION_MM = 1e-6
SHAPE_MM2 = 0.05
ANGLE_DEG = 1e-6

Points = NDArray[np.complex128]


@dataclass(slots=True)
class _Copy:
    """One finished copy on the flat cloth."""

    placement: Placement
    shape: BaseGeometry
    hand: int


@dataclass(slots=True)
class _Findings:
    found: list[Finding] = field(default_factory=list)

    def broken(self, code: str, text: Text, *pieces: str, way_out: Text = "") -> None:
        self.found.append(
            Finding(level=Level.BROKEN, code=code, text=text, pieces=pieces, way_out=way_out)
        )

    def broken_at(self, code: str, text: Text, *at: Placement, way_out: Text = "") -> None:
        """A rule that single placements break."""
        pieces, ids = tuple(placed.piece for placed in at), tuple(placed.id for placed in at)
        self.found.append(
            Finding(
                level=Level.BROKEN,
                code=code,
                text=text,
                pieces=pieces,
                way_out=way_out,
                placements=ids,
            )
        )


def exact_check(lay: Lay) -> tuple[Finding, ...]:
    """Every rule of geometry and number that the lay breaks; empty when it is good."""
    out = _Findings()
    copies: list[_Copy] = []
    pieces = {piece.id: piece for piece in lay.pieces}
    orders = {piece.id: _order(piece, lay.cloth.id) for piece in lay.pieces}
    for placement in lay.placements:
        piece, order = pieces.get(placement.piece), orders.get(placement.piece)
        if piece is None or order is None:
            out.broken_at(
                "stray", say("exact.lies-cloth-but-not-asked", piece=placement.piece), placement
            )
            continue
        zone = lay.zone(placement)
        copies += _copies(placement, piece, order, zone, out)
        _check_direction(placement, piece, zone, lay, out)
    _check_garments(lay, out)
    _check_inside(copies, lay, out)
    _check_overlaps(copies, out)
    for piece in lay.pieces:
        _check_count(piece, orders[piece.id], copies, out)
    return tuple(out.found)


def _order(piece: CutPiece, cloth: str) -> CutOrder:
    found = [order for order in piece.orders if order.cloth == cloth]
    if len(found) == 1:
        return found[0]
    return CutOrder(
        cloth=cloth,
        copies=sum(order.copies for order in found),
        pair=all(order.pair for order in found),
        mirror=any(order.mirror for order in found),
        fold_edges=found[0].fold_edges if found else (),
    )


def _points(outline: object) -> Points:
    flat = np.asarray(outline, dtype=np.float64)
    return flat[:, 0] + 1j * flat[:, 1]


def _polygon(points: Points, holes: list[Points]) -> Polygon:
    return Polygon(
        np.column_stack((points.real, points.imag)),
        [np.column_stack((h.real, h.imag)) for h in holes],
    )


def _posed(points: Points, placement: Placement, piece: CutPiece) -> Points:
    """q = R(turn) · M · R(−grain) · p + t, in complex numbers."""
    along = points * cmath.exp(-1j * math.radians(piece.grain_deg))
    if placement.mirrored:
        along = along.conjugate()
    moved: Points = along * cmath.exp(1j * math.radians(placement.turn_deg)) + complex(
        placement.x_mm, placement.y_mm
    )
    return moved


def _mapped(points: Points, zone: Zone, ply: int) -> Points:
    (a, b, c), (d, e, f) = zone.plies[ply].map.rows
    return (a * points.real + b * points.imag + c) + 1j * (d * points.real + e * points.imag + f)


def _reflected(points: Points, start: complex, end: complex) -> Points:
    unit = (end - start) / abs(end - start)
    mirrored: Points = ((points - start) / unit).conjugate() * unit + start
    return mirrored


def _whole(piece: CutPiece, order: CutOrder) -> BaseGeometry:
    """The finished shape in the piece frame: the cut line, unfolded across every fold line."""
    shape: BaseGeometry = _polygon(_points(piece.cut_line), [_points(hole) for hole in piece.holes])
    done: list[complex] = []
    for start, end in order.fold_edges:
        a, b = complex(*start), complex(*end)
        unit = (b - a) / abs(b - a)
        if any(abs((unit / other).imag) < 0.02 for other in done):
            continue
        done.append(unit)
        mirrored = shapely.transform(
            shape, lambda xy, a=a, b=b: _pairs(_reflected(xy[:, 0] + 1j * xy[:, 1], a, b))
        )
        shape = shapely.union(
            shapely.set_precision(shape, 1e-6), shapely.set_precision(mirrored, 1e-6)
        )
    return shape


def _pairs(points: Points) -> NDArray[np.float64]:
    return np.column_stack((points.real, points.imag))


def _copies(
    placement: Placement, piece: CutPiece, order: CutOrder, zone: Zone, out: _Findings
) -> list[_Copy]:
    """The finished copies of a placement on the flat cloth, checked against the piece asked for."""
    outline = _posed(_points(placement.shape.outline), placement, piece)
    holes = [_posed(_points(hole), placement, piece) for hole in placement.shape.holes]
    if (
        not _in_box(outline, room := zone.room(placement.cut_plies))
        and _beyond(_polygon(outline, holes), room) > EDGE_MM
    ):
        out.broken_at(
            "outside",
            say("exact.lies-partly-outside-usable-cloth", piece=piece.name),
            placement,
            way_out=say("exact.move-inward-out-reserve"),
        )
    whole = _whole(piece, order)
    images = {
        ply: _polygon(_mapped(outline, zone, ply), [_mapped(hole, zone, ply) for hole in holes])
        for ply in placement.cut_plies
    }
    if placement.on_fold:
        return _folded_copies(placement, piece, order, zone, images, out)
    found = []
    for ply, image in images.items():
        hand = _hand(placement, zone, ply)
        expected = _expected(whole, placement, piece, zone, ply)
        # corner by corner is quick and nearly always enough; areas decide what is left
        if (
            not _same_corners(image, expected)
            and shapely.symmetric_difference(image, expected, grid_size=PRECISION_MM).area
            > SHAPE_MM2
        ):
            out.broken_at("shape", say("exact.laid-as-another-shape", piece=piece.name), placement)
        found.append(_Copy(placement, image, hand))
    return found


def _in_box(points: Points, room: Outline) -> bool:
    """Whether all points lie inside a room that is an upright box; False for rooms of other
    shapes."""
    xs, ys = {x for x, _ in room}, {y for _, y in room}
    if len(room) != 4 or len(xs) != 2 or len(ys) != 2:
        return False
    across = bool(
        points.imag.min() >= min(ys) - EDGE_MM / 2 and points.imag.max() <= max(ys) + EDGE_MM / 2
    )
    return across and bool(
        points.real.min() >= min(xs) - EDGE_MM / 2 and points.real.max() <= max(xs) + EDGE_MM / 2
    )


def _beyond(table: Polygon, room: Outline) -> float:
    """The area of what lies outside a room, mm²."""
    wider = Polygon(room).buffer(EDGE_MM, join_style="mitre")
    return float(shapely.difference(table, wider, grid_size=PRECISION_MM).area)


def _same_corners(one: BaseGeometry, other: BaseGeometry) -> bool:
    """Whether two shapes have the same corners in the same order: then they need no comparing of
    areas."""
    a, b = shapely.get_coordinates(one), shapely.get_coordinates(other)
    if a.shape != b.shape or shapely.get_num_interior_rings(one) != shapely.get_num_interior_rings(
        other
    ):
        return False
    return bool(np.abs(a - b).max() < PRECISION_MM)


def _hand(placement: Placement, zone: Zone, ply: int) -> int:
    (a, b, _), (d, e, _) = zone.plies[ply].map.rows
    return (1 if a * e - b * d > 0 else -1) * (-1 if placement.mirrored else 1)


def _expected(
    whole: BaseGeometry, placement: Placement, piece: CutPiece, zone: Zone, ply: int
) -> BaseGeometry:
    return shapely.transform(
        whole,
        lambda xy: _pairs(_mapped(_posed(xy[:, 0] + 1j * xy[:, 1], placement, piece), zone, ply)),
    )


def _folded_copies(
    placement: Placement,
    piece: CutPiece,
    order: CutOrder,
    zone: Zone,
    images: dict[int, Polygon],
    out: _Findings,
) -> list[_Copy]:
    """Copies that grow together across a fold: one for each pair of joined plies."""
    found = []
    whole = _whole(piece, order)
    taken: set[int] = set()
    # each pair of plies joined by a fold gives one whole piece, each ply belongs to one pair
    for fold in _folds_touched(placement, piece, order, zone):
        for pair in fold.joins:
            if not set(pair) <= set(images) or taken & set(pair):
                continue
            taken |= set(pair)
            # rounded to one grid first, so that both halves meet without a sliver
            one, other = (shapely.set_precision(images[ply], PRECISION_MM) for ply in pair)
            copy = shapely.union(one, other)
            expected = _expected(whole, placement, piece, zone, pair[0])
            differs = shapely.symmetric_difference(copy, expected, grid_size=PRECISION_MM)
            if differs.area > SHAPE_MM2:
                out.broken_at(
                    "shape", say("exact.does-not-unfold-whole-piece", piece=piece.name), placement
                )
            found.append(_Copy(placement, copy, 0))
    # a ply that is cut but has no partner in the fold leaves half a piece
    if found and taken != set(images):
        out.broken_at(
            "half",
            say("exact.cut-fold-from-plies", piece=piece.name),
            placement,
            way_out=say("exact.cut-both-plies-fold"),
        )
    if not found:
        out.broken_at(
            "off-fold",
            say("exact.cut-fold-but-fold-edge", piece=piece.name),
            placement,
            way_out=say("exact.slide-onto-fold-lay-unfolded"),
        )
    return found


def _folds_touched(
    placement: Placement, piece: CutPiece, order: CutOrder, zone: Zone
) -> list[FoldEdge]:
    """The folds of the zone that a fold edge of the piece lies on."""
    ends = [_posed(_points(edge), placement, piece) for edge in order.fold_edges]
    found = []
    for fold in zone.folds:
        start, end = complex(*fold.start), complex(*fold.end)
        unit = (end - start) / abs(end - start)
        off = [abs(((points - start) / unit).imag).max() for points in ends]
        if off and min(off) <= FOLD_MM:
            found.append(fold)
    return found


def _check_direction(
    placement: Placement, piece: CutPiece, zone: Zone, lay: Lay, out: _Findings
) -> None:
    """Grain and print: the arrow on every ply that is cut, and the turns the piece allows."""
    plies = _leading_plies(placement, zone)
    for ply in plies:
        _check_grain(placement, piece, _arrow_deg(placement, zone, ply), out)
        if not _print_stands(placement, piece, zone, ply, lay, out):
            break
    for ply in plies if piece.turns_deg is not None else ():
        deg = _arrow_deg(placement, zone, ply)
        if not any(
            _off(deg, 360.0, turn) <= piece.tilt_deg + ANGLE_DEG for turn in piece.turns_deg or ()
        ):
            text = say("exact.turned-cloth", piece=piece.name, deg=deg % 360.0)
            out.broken_at("turn", text, placement)
            break


def _check_grain(placement: Placement, piece: CutPiece, deg: float, out: _Findings) -> None:
    """The grain, by the direction of the arrow on the cloth."""
    off = {
        Grain.STRAIGHT: _off(deg, 180.0, 0.0),
        Grain.CROSS: _off(deg, 180.0, 90.0),
        Grain.BIAS: _off(deg, 90.0, 0.0),
        Grain.NONE: 0.0,
    }[piece.grain]
    if off <= piece.tilt_deg + ANGLE_DEG:
        return
    if piece.grain is Grain.BIAS:
        text = say("exact.lies-off-bias", piece=piece.name, grain_off=off)
        out.broken_at("bias", text, placement, way_out=say("exact.turn"))
    else:
        text = say("exact.lies-off-grain", piece=piece.name, grain_off=off)
        out.broken_at("grain", text, placement, way_out=say("exact.turn"))


def _print_stands(
    placement: Placement, piece: CutPiece, zone: Zone, ply: int, lay: Lay, out: _Findings
) -> bool:
    """Whether the print stands on a ply as the cloth asks, heads up; what is wrong else is put
    out."""
    deg = _arrow_deg(placement, zone, ply)
    up = 180.0 if lay.cloth.heads_at_end else 0.0
    off = {
        Print.ANY: 0.0,
        Print.TWO_WAY: _off(deg, 180.0, 0.0),
        Print.PER_GARMENT: _off(deg, 180.0, 0.0),
        Print.ONE_WAY: _off(deg, 360.0, up),
    }[lay.cloth.print_or_assumed]
    if off <= piece.tilt_deg + ANGLE_DEG:
        return True
    first = _off(_arrow_deg(placement, zone, 0), 360.0, up)
    if ply > 0 and first <= piece.tilt_deg + ANGLE_DEG:
        out.broken_at(
            "print-fold",
            say(
                "exact.stand-head-ply-which-fold",
                piece=piece.name,
                ply=ply + 1,
                plies=len(zone.plies),
            ),
            placement,
            way_out=say("exact.cut-cloth-across-turn-lay"),
        )
    else:
        out.broken_at(
            "print",
            say("exact.turned-against-print-arrow-stands", piece=piece.name, print_off=off),
            placement,
            way_out=say("exact.turn-head-up"),
        )
    return False


def _leading_plies(placement: Placement, zone: Zone) -> tuple[int, ...]:
    """The plies whose arrow is that of a copy: of a whole across a fold, that of its half on the
    pair's first ply."""
    if not placement.on_fold:
        return placement.cut_plies
    pairs = [pair for fold in zone.folds if fold.name == placement.fold for pair in fold.joins]
    return (
        tuple(pair[0] for pair in pairs if set(pair) <= set(placement.cut_plies))
        or placement.cut_plies
    )


def _arrow_deg(placement: Placement, zone: Zone, ply: int) -> float:
    arrow = cmath.exp(1j * math.radians(placement.turn_deg))
    (a, b, _), (d, e, _) = zone.plies[ply].map.rows
    return math.degrees(
        cmath.phase(complex(a * arrow.real + b * arrow.imag, d * arrow.real + e * arrow.imag))
    )


def _off(deg: float, period: float, target: float) -> float:
    """Angle between ``deg`` and the nearest of target, target ± period, …"""
    return abs((deg - target + period / 2) % period - period / 2)


def _check_garments(lay: Lay, out: _Findings) -> None:
    """On cloth that shades, all pieces of a garment point the same way."""
    if lay.cloth.print_or_assumed is not Print.PER_GARMENT:
        return
    ways: dict[str, set[int]] = {}
    pieces = {piece.id: piece for piece in lay.pieces if Waived.PRINT not in piece.waive}
    for placement in lay.placements:
        zone = lay.zone(placement)
        if placement.piece not in pieces:
            continue
        for ply in _leading_plies(placement, zone):
            down = _off(_arrow_deg(placement, zone, ply), 360.0, 0.0) > 90.0
            ways.setdefault(pieces[placement.piece].garment, set()).add(int(down))
    for garment, directions in ways.items():
        if len(directions) > 1:
            out.broken(
                "nap-mixed", say("exact.pieces-do-not-all-point", garment=garment or "the garment")
            )


def _check_inside(copies: list[_Copy], lay: Lay, out: _Findings) -> None:
    """Every copy inside the flat cloth between the selvages and between the ends of the lay."""
    for copy in copies:
        min_x, min_y, max_x, max_y = copy.shape.bounds
        if (
            min_x < -EDGE_MM
            or min_y < -EDGE_MM
            or max_x > lay.spread.cloth_mm + EDGE_MM
            or max_y > lay.spread.width_mm + EDGE_MM
        ):
            text = say("exact.runs-off-cloth-when-opened", piece=copy.placement.piece)
            out.broken_at("outside", text, copy.placement)


def _check_overlaps(copies: list[_Copy], out: _Findings) -> None:
    shapes = [copy.shape for copy in copies]
    if not shapes:
        return
    tree = shapely.STRtree(shapes)
    for a, b in tree.query(shapes, predicate="intersects").T:
        if a < b:
            # on a fine grid: without one, GEOS at times takes polygons that touch along an edge for
            # one in the other
            common = shapely.intersection(shapes[a], shapes[b], grid_size=PRECISION_MM).area
            if common > OVERLAP_MM2:
                one, other = copies[a].placement, copies[b].placement
                text = say("exact.overlap", one=one.id, other=other.id, common=common)
                out.broken_at("overlap", text, one, other, way_out=say("exact.move-one-them"))


def _check_count(piece: CutPiece, order: CutOrder, copies: list[_Copy], out: _Findings) -> None:
    """As many copies as asked for, of the right hand."""
    hands = Counter(copy.hand for copy in copies if copy.placement.piece == piece.id)
    total = sum(hands.values())
    if total != order.copies:
        what = "too few" if total < order.copies else "too many"
        out.broken(
            "copies",
            say(
                "exact.comes-out-times-wanted",
                piece=piece.name,
                total=total,
                copies=order.copies,
                by=abs(total - order.copies),
                what=what,
            ),
            piece.id,
        )
        return
    # whole pieces have no hand, and of those that may be mirrored either will do
    if order.fold_edges or (order.mirror and not order.pair):
        return
    if order.pair and (hands[1], hands[-1]) != order.hands and not _is_own_mirror(piece):
        out.broken(
            "hand",
            say("exact.comes-out-left-right", piece=piece.name, left=hands[1], right=hands[-1]),
            piece.id,
        )
    elif not order.pair and hands[-1] and not _is_own_mirror(piece):
        out.broken(
            "hand",
            say("exact.come-out-mirrored", count=hands[-1], piece=piece.name),
            piece.id,
            way_out=say("exact.cut-from-other-ply"),
        )


def _is_own_mirror(piece: CutPiece) -> bool:
    """Whether the outline equals its mirror image about the grain, moved and turned by half a turn
    at most."""
    points = _points(piece.cut_line) * cmath.exp(-1j * math.radians(piece.grain_deg))
    shape = _polygon(points, [])
    centre = complex(shape.centroid.x, shape.centroid.y)
    for turned in (points.conjugate(), -points.conjugate()):
        other = _polygon(turned, [])
        shift = centre - complex(other.centroid.x, other.centroid.y)
        if shape.symmetric_difference(_polygon(turned + shift, [])).area <= 0.1 * shape.length:
            return True
    return False
