"""A garment as it looks, in front and behind: a sketch put together from the pieces of its draft.

The upper part is drawn as its pieces lie on the block, sleeves hang from the shoulder point, a
skirt swings out as far as its hem is round, legs hang side by side. It is a sketch to choose by:
what is measured is measured on the pieces. Points are (across, down) in mm, across from the middle
of the garment, down from the neck end of the shoulder, or from the waist of what hangs there.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace

import shapely
from shapely.geometry import Polygon

from wickel.draft.parts import drawn_up
from wickel.drawing.sketch_corset import corset
from wickel.drawing.sketch_shapes import (
    Ink,
    Stroke,
    across_down,
    across_sleeve,
    arc_points,
    buttons,
    centre_span,
    closed_on_both_sides,
    largest,
    on_both_sides,
    outline_of,
    shape_of,
    side_by_side,
    sleeve_shape,
    square_half,
    swung_half,
    ticks,
    top_at,
    whole_of,
)
from wickel.drawing.sketch_worn import as_worn, folds_from
from wickel.geometry import Line, Outline, Point, flatten, length, nearest_distance
from wickel.pattern import (
    Edge,
    EdgeRole,
    Layer,
    LineKind,
    NotchKind,
    Pattern,
    Piece,
    PieceRole,
    View,
    edge_length,
    net_line,
    sewn_length,
)

SIDES = ("front", "back")
_SWING, _MOST_SWING, _CLOSE = 0.62, 0.72, 1.5
"""How much of its fullness a hem shows, how far out it swings at most in parts of its length, and
how many times its waist a skirt is round at the hem that hangs close."""
_LEGS_APART_MM = 45.0
"""How far from the centre a leg hangs at its hem."""
_ON_EDGE_MM = 1.0
_MANY_PANELS = 4
"""Of so many equal panels two or more are seen from one side, and a seam between them."""
_COLLAR_MM, _HOOD_MM, _BAND_MM, _PATCH_MM = 40.0, 230.0, 60.0, 110.0
_SEAMS = (EdgeRole.PANEL, EdgeRole.YOKE, EdgeRole.RAGLAN)
_MARKS = (LineKind.DART, LineKind.SLIT, LineKind.FOLD, LineKind.BONE)
_GROWN_ON = (EdgeRole.COLLAR_BEHIND, EdgeRole.COLLAR_SEAM, EdgeRole.COLLAR_EDGE)
"""Edges of a collar that is in one with the front."""


@dataclass(frozen=True, slots=True)
class Sketch:
    """Both views, each from what lies behind to what lies in front."""

    front: tuple[Stroke, ...]
    back: tuple[Stroke, ...]


def sketch(pattern: Pattern) -> Sketch | None:
    """The sketch of a garment; None of one whose pieces are none that it knows."""
    front, back = (tuple(_View(pattern, side).strokes()) for side in SIDES)
    return Sketch(front, back) if front and back else None


class _View:
    """A garment seen from one side."""

    def __init__(self, pattern: Pattern, side: str) -> None:
        self.side, self.pattern = side, pattern
        self._view = View(side)
        outer = [piece for piece in pattern.pieces if piece.layer is Layer.OUTER]
        drawn = _with_panels(_with_halves(outer), self._view)
        self.pieces = [as_worn(piece, _back_of(piece, drawn)) for piece in drawn]
        self.halves = [p for p in self._known(PieceRole.BODICE) if p.view is self._view]
        below = self._known(PieceRole.SKIRT, PieceRole.LEG)
        hung = [piece for piece in below if piece.has(EdgeRole.WAIST)]
        self.lower = sorted(hung, key=lambda piece: piece.view is View.BOTH)

    def _known(self, *roles: PieceRole) -> list[Piece]:
        """The pieces of some roles that are seen from here, in the order of the roles."""
        return [
            piece
            for role in roles
            for piece in self.pieces
            if piece.role is role and piece.view in (self._view, View.BOTH)
        ]

    def strokes(self) -> Iterator[Stroke]:
        """All that is seen, the farthest first."""
        yield from corset(self.pattern, self.side)
        if not self.halves:
            if self.lower:
                yield from self._below(_waist_mm(self.lower[0]) * _seen(self.lower[0]) / 2, 0.0)
            return
        body = side_by_side(shape_of(_seen_from(piece)) for piece in self.halves)
        wide, low = _lower_end(body)
        yield from self._sleeves()
        yield from self._below(wide, low)
        yield from self._upper(body)
        yield from self._collar(centre_span(body)[0])
        yield from self._closing(body)
        yield from self._sewn_on(body)

    # --- the upper part ---------------------------------------------------------------------------

    def _upper(self, body: Polygon) -> Iterator[Stroke]:
        """The body with its seams, darts and slits, and the line along which it opens."""
        if any(_is_whole(piece) for piece in self.halves):
            yield Stroke(outline_of(body))
        else:
            yield from whole_of(body)
        for piece in self.halves:
            for edge in piece.edges:
                if edge.role in _SEAMS:
                    yield from on_both_sides(across_down(flatten(edge.path)), Ink.SEAM)
            for mark in piece.inner_lines:
                if mark.kind in _MARKS:
                    points = across_down(flatten(mark.path))
                    yield from on_both_sides(points, Ink.FINE)
        for piece in self.halves:
            for edge in drawn_up(piece):
                yield from _folded(piece, across_down(flatten(edge.path)))
        if any(_opens(piece) for piece in self.halves):
            top, low = centre_span(body)
            yield Stroke(((0.0, top), (0.0, low)), Ink.SEAM, closed=False)

    def _point(self, name: str) -> Point | None:
        """A construction point of the body, where it is known."""
        named = (p for piece in self.halves for p in piece.points if p.name == name)
        for point in named:
            return (point.across_mm, point.down_mm)
        across = self.pattern.figure_or(f"neck.across.{self.side}", math.nan)
        known = name == "shoulder at neck" and not math.isnan(across)
        return (across, 0.0) if known else None

    def _shoulder_tip(self) -> Point | None:
        """The shoulder point, as the armhole or the figures have it."""
        for piece in self.halves:
            armholes = piece.edges_of(EdgeRole.ARMHOLE)
            if armholes and piece.has(EdgeRole.SHOULDER):
                down, across = min(armholes[0].start, armholes[0].end)
                return (across, down)
        across = self.pattern.figure_or(f"shoulder.across.{self.side}", math.nan)
        down = self.pattern.figure_or(f"shoulder.slope.{self.side}", math.nan)
        return None if math.isnan(across + down) else (across, down)

    def _sleeves(self) -> Iterator[Stroke]:
        """Sleeves that are sewn on, with what ends them."""
        sleeves = self._known(PieceRole.SLEEVE)
        under, tip = self._point("underarm"), self._shoulder_tip()
        if tip is not None and self._known(PieceRole.CAP_SLEEVE):
            high = self.pattern.figure_or("cap_sleeve.high", _COLLAR_MM)
            out = (tip[0] + 0.8 * high, tip[1] + 0.7 * high)
            yield from closed_on_both_sides((tip, out, (tip[0] - 20.0, tip[1] + 1.6 * high)))
        if not sleeves or under is None or tip is None:
            return
        sleeve = sleeves[0]
        raglan = sleeve.has(EdgeRole.RAGLAN)
        hem = sleeve.edges_of(EdgeRole.HEM)[0].name
        whole = edge_length(sleeve, hem) * (1.0 if raglan else 0.5)
        drawn_in = sewn_length(sleeve, hem) * (1.0 if raglan else 0.5)
        top = 0.0 if raglan else min(x for x, _ in net_line(sleeve))
        long = max(sleeve.edge(hem).start[0], sleeve.edge(hem).end[0]) - top
        wide = 0.86 * drawn_in
        shape = sleeve_shape(tip, under, long, wide, 0.5 * (whole - drawn_in))
        neck = self._point("shoulder at neck")
        if raglan and neck is not None:
            cap = shape_of((neck, tip, under, (neck[0], (tip[1] + under[1]) / 2)))
            shape = largest(shapely.union_all([shape, cap]))
        yield from closed_on_both_sides(outline_of(shape))
        for at in self._sleeve_ends(long):
            yield from on_both_sides(across_sleeve(tip, at, wide), Ink.SEAM)

    def _sleeve_ends(self, long: float) -> Iterator[float]:
        """Where a line runs across a sleeve: above its turn-up, at its cuff or band."""
        if self._known(PieceRole.TURN_UP):
            yield long - 35.0
        if self._known(PieceRole.CUFF):
            yield long - 4.0

    # --- below the waist --------------------------------------------------------------------------

    def _below(self, wide: float, down: float) -> Iterator[Stroke]:
        """What hangs from the waist, at half so wide and so far down, and the band over it."""
        if not self.lower:
            return
        piece = self.lower[0]
        if piece.role is PieceRole.LEG:
            yield from _legs(piece, wide, down)
        else:
            yield from self._skirt(piece, wide, down)
        bands = [
            band
            for band in self._known(PieceRole.WAISTBAND, PieceRole.CASING)
            if band.view is View.BOTH
        ]
        if bands:
            high = min(_BAND_MM, max(y for _, y in net_line(bands[0])))
            top = down if self.halves else down - high
            yield Stroke(((-wide, top), (wide, top), (wide, top + high), (-wide, top + high)))

    def _skirt(self, piece: Piece, wide: float, down: float) -> Iterator[Stroke]:
        tiers = self._known(PieceRole.TIER)
        last = tiers[0] if tiers else piece
        long = _long(piece) + sum(_long(tier) for tier in tiers)
        hem = _hem_mm(last) * _seen(last) / 2
        out = wide + min(_SWING * max(0.0, hem - wide), _MOST_SWING * long)
        end = down + long
        if _is_square(piece):
            yield from whole_of(square_half((wide, down), (out, end)))
        elif _waist_mm(piece) * _CLOSE > _hem_mm(piece) and len(self.lower) == 1 and not tiers:
            yield from whole_of(_close_half(piece, wide, down))
        else:
            yield from whole_of(swung_half((wide, down), (out, end)))
        folds = _folds(piece)
        for share in folds:
            line = ((wide * share, down), (out * share, down + 0.97 * long))
            yield from on_both_sides(line, Ink.SEAM)
        for edge in drawn_up(piece):
            sign = -1.0 if edge in piece.edges_of(edge.role)[1:] else 1.0
            yield from _folded(piece, ((sign * wide, down), (sign * out, end)))
        if _waist(piece).comes_back_to_mm is not None and not folds:
            yield from ticks(wide, down)
        if tiers:
            at = _long(piece) / long
            x, y = wide + (out - wide) * at, down + long * at
            yield Stroke(((-x, y), (x, y)), Ink.SEAM, closed=False)
            yield from ticks(x, y)
        yield from _opened(piece, wide, (down, end))

    # --- what is sewn on --------------------------------------------------------------------------

    def _collar(self, top: float) -> Iterator[Stroke]:
        neck = self._point("shoulder at neck")
        if neck is None:
            return
        x, y = neck
        if self._folded_over():
            yield from self._shawl((x, y), top)
        if self._known(PieceRole.HOOD):
            yield Stroke(arc_points((0.0, y), (1.25 * x, _HOOD_MM), 180.0, 360.0))
        for collar in self._known(PieceRole.COLLAR, PieceRole.COLLAR_STAND)[:1]:
            yield from self._collar_of(collar, (x, y), top)

    def _folded_over(self) -> bool:
        """Whether a collar that is in one with the front is seen behind."""
        return any(piece.has(EdgeRole.COLLAR_BEHIND) for piece in self.pieces)

    def _shawl(self, neck: Point, top: float) -> Iterator[Stroke]:
        """A collar in one with the front, folded over; behind it lies round the neck."""
        x, y = neck
        if self.side == "back":
            low = ((x + 26.0, y + 34.0), (0.0, y + 62.0), (-x - 26.0, y + 34.0))
            yield Stroke(((-x, y), (x, y), *low))
        else:
            broad = (0.55 * x + 52.0, y + 0.55 * (top - y))
            yield from closed_on_both_sides(((x, y), (0.0, top), broad, (x + 34.0, y + 34.0)))

    def _collar_of(self, collar: Piece, neck: Point, top: float) -> Iterator[Stroke]:
        x, y = neck
        up = y - _COLLAR_MM
        if self.side == "back":
            yield Stroke(((-x, y), (x, y), (x - 6.0, up), (6.0 - x, up)))
        elif self.pattern.figure_or("bow.end", 0.0):
            yield from closed_on_both_sides(((0.0, top), (60.0, top - 28.0), (60.0, top + 28.0)))
            yield from on_both_sides(((4.0, top), (30.0, top + 130.0)), Ink.OUTLINE)
        elif collar.role is PieceRole.COLLAR:
            tip = (0.62 * x, top + 62.0)
            yield from closed_on_both_sides(((x, y), (0.0, top), tip, (x + 34.0, y + 34.0)))
        else:
            yield Stroke(
                ((-x, y), (0.0, top), (x, y), (x - 8.0, up), (0.0, top - 24.0), (8.0 - x, up))
            )

    def _closing(self, body: Polygon) -> Iterator[Stroke]:
        """Buttons, a placket, a lacing."""
        top, low = centre_span(body)
        if self.side == "front":
            yield from buttons(at for half in self.halves for at in _button_places(half, low))
            for placket in self._known(PieceRole.PLACKET)[: int(len(self.halves) == 1)]:
                long = edge_length(placket, "join")
                yield Stroke(((-14.0, top), (14.0, top), (14.0, top + long), (-14.0, top + long)))
        elif self._known(PieceRole.LACING):
            for k in range(6):
                y = top + (low - top) * (k + 0.5) / 6
                cross = ((-18.0, y - 10.0), (18.0, y + 10.0))
                yield from on_both_sides(cross, Ink.FINE)

    def _sewn_on(self, body: Polygon) -> Iterator[Stroke]:
        """Pockets, a belt, straps."""
        wide, low = _lower_end(body)
        patches = self._known(PieceRole.PATCH) if self.side == "front" else []
        if patches and patches[0].cuts[0].copies == 1:
            half, top = _PATCH_MM / 2, 0.35 * low
            yield Stroke(
                (
                    (-half, top),
                    (half, top),
                    (half, top + 1.1 * _PATCH_MM),
                    (-half, top + 1.1 * _PATCH_MM),
                )
            )
        elif patches:
            size = _PATCH_MM
            x, y = max(50.0, 0.35 * wide), low + 80.0 if self.lower else low - 190.0
            pocket = ((x, y), (x + size, y), (x + size, y + size), (x + size / 2, y + size + 20.0))
            yield from closed_on_both_sides((*pocket, (x, y + size)))
        if self._known(PieceRole.BELT):
            waist = self._point("side waist") or self._point("waist") or (0.0, 0.62 * low)
            y = low if self.lower else waist[1]
            wide = wide if self.lower or not waist[0] else waist[0] + 3.0
            yield Stroke(((-wide, y - 18), (wide, y - 18), (wide, y + 18), (-wide, y + 18)))
        if self._known(PieceRole.WING):
            x, y = (self._point("side waist") or (wide, low))[0], min(low, self._waist_level(low))
            tied = ((x, y - 70.0), (x + 70.0, y + 10.0), (x + 70.0, y + 40.0), (x, y))
            yield from closed_on_both_sides(tied)
        if self._known(PieceRole.STRAP):
            x = self.pattern.figure_or("strap.across.front", 90.0)
            yield from on_both_sides(((x, top_at(body, x)), (0.8 * x, -10.0)), Ink.OUTLINE)

    def _waist_level(self, low: float) -> float:
        """How far down the waist lies; where it is not known, at the lower edge."""
        waist = self._point("side waist")
        return low if waist is None else waist[1]


# --- what pieces say ------------------------------------------------------------------------------


def _with_halves(pieces: list[Piece]) -> list[Piece]:
    """The pieces; of halves that are cut one by one that which is drawn with its side outward
    stands for both."""
    kept = []
    for piece in pieces:
        centre, side = piece.edges_of(EdgeRole.CENTRE), piece.edges_of(EdgeRole.SIDE)
        other = next((own for own in pieces if own is not piece and _as_large(own, piece)), None)
        if not (centre and side) or other is None:
            kept.append(piece)
        elif side[0].start[1] > centre[0].start[1]:
            kept.append(replace(piece, cuts=(replace(piece.cuts[0], copies=2, pair=True),)))
    return kept


def _as_large(one: Piece, other: Piece) -> bool:
    """Whether both are a half of the same part, from its centre to its side."""
    middle = (EdgeRole.CENTRE, EdgeRole.SIDE)
    return (one.role, one.view) == (other.role, other.view) and all(
        piece.has(role) for piece in (one, other) for role in middle
    )


def _with_panels(pieces: list[Piece], view: View) -> list[Piece]:
    """The pieces; panels of a side that are cut one by one stand for as many equal ones."""
    panels = [
        piece
        for piece in pieces
        if piece.role is PieceRole.SKIRT and piece.view is view and piece.has(EdgeRole.WAIST)
    ]
    if len(panels) < 2:
        return pieces
    shown, last = sum(piece.cuts[0].copies for piece in panels), panels[-1]
    cut = replace(last.cuts[0], copies=2 * shown, pair=False)
    one = replace(last, view=View.BOTH, cuts=(cut,))
    return [*(piece for piece in pieces if piece not in panels), one]


def _back_of(piece: Piece, pieces: list[Piece]) -> Piece | None:
    """The back of a front."""
    if piece.view is not View.FRONT:
        return None
    backs = (own for own in pieces if own.view is View.BACK and own.role is piece.role)
    return next(backs, None)


def _seen_from(piece: Piece) -> Outline:
    """The outline of a half as it hangs: the corner of a square that is in one with it falls."""
    outline = across_down(net_line(piece))
    if piece.has(EdgeRole.COLLAR_BEHIND):
        kept = [edge for edge in piece.edges if edge.role not in _GROWN_ON]
        outline = across_down(point for edge in kept for point in flatten(edge.path))
    at = {point.name: (point.across_mm, point.down_mm) for point in piece.points}
    if "corner" not in at or "side of the square" not in at:
        return outline
    (x, y), long = at["waist"], at["hem at the centre"][1] - at["waist"][1]
    out, end = x + 0.55 * long, y + long
    hung = tuple(p for p in outline if p[1] < y - 1.0)
    low = ((x, y), (out, end + 0.1 * long), (0.8 * out, end + 0.32 * long), (0.45 * out, end))
    # from the centre up over the neck and the sleeve, down to the waist, and round the hem
    return (*hung, *low, (0.0, end))


def _is_square(piece: Piece) -> bool:
    """Whether a lower part is a square, its corner hanging: its hem is two straight lines."""
    hem = piece.edges_of(EdgeRole.HEM)[0].path
    return len(hem) == 2 and all(isinstance(segment, Line) for segment in hem)


def _is_whole(piece: Piece) -> bool:
    """Whether a piece is cut once and whole: it looks no different on the other side."""
    cut = piece.cuts[0]
    return cut.copies == 1 and not cut.on_fold


def _opens(piece: Piece) -> bool:
    if piece.has(EdgeRole.OPENING, EdgeRole.WRAP):
        return True
    return piece.has(EdgeRole.CENTRE) and not piece.cuts[0].on_fold


def _folded(piece: Piece, edge: Outline) -> Iterator[Stroke]:
    """Folds from an edge that is drawn up, on both sides of a piece that is a half."""
    for fold in folds_from(edge):
        if _is_whole(piece):
            yield Stroke(fold, Ink.FINE, closed=False)
        else:
            yield from on_both_sides(fold, Ink.FINE)


def _opened(skirt: Piece, wide: float, span: Point) -> Iterator[Stroke]:
    """The line along which a skirt opens or wraps, from its waist to its hem."""
    for role, x in ((EdgeRole.WRAP, 0.5 * wide), (EdgeRole.OPENING, 0.0)):
        if skirt.has(role):
            yield Stroke(tuple((x, y) for y in span), Ink.SEAM, closed=False)
    yield from buttons(_button_places(skirt, span[1]))


def _lower_end(body: Polygon) -> Point:
    """Half the width of the upper part at its lower edge, and how far down that is."""
    low = float(body.bounds[3])
    return (max(float(x) for x, y in body.exterior.coords if y > low - 60.0), low)


def _legs(leg: Piece, wide: float, down: float) -> Iterator[Stroke]:
    """Both legs side by side, what lies beyond the centre left out."""
    points = across_down(net_line(leg))
    (seam, *_), end = leg.edges_of(EdgeRole.CROTCH), max(y for _, y in points)
    crotch = max(seam.start[0], seam.end[0])
    at_waist = max(x for x, y in points if y < 40.0)
    scale = min(1.15, max(0.85, wide / at_waist)) if at_waist else 1.0

    def placed(outline: Outline) -> Outline:
        return tuple((x * scale, y + down) for x, y in outline)

    def apart(x: float, y: float) -> Point:
        """What lies beyond the centre is left out; below the crotch the legs stand apart."""
        return (max(x, _LEGS_APART_MM * max(0.0, y - crotch) / (end - crotch)), y)

    yield from closed_on_both_sides(placed(tuple(apart(x, y) for x, y in points)))
    for mark in leg.inner_lines:
        if mark.kind is LineKind.CREASE:
            yield from on_both_sides(placed(across_down(flatten(mark.path))), Ink.FINE)


def _close_half(piece: Piece, wide: float, down: float) -> Polygon:
    """Half a close skirt as it is cut, as wide at its waist as what it hangs from."""
    points = across_down(net_line(piece))
    top = min(y for _, y in points)
    at_waist = max(x for x, y in points if y < top + 30.0)
    scale = wide / at_waist if at_waist else 1.0
    # its waist dips towards the centre: the side lies under what it hangs from
    dip = _waist(piece).start[0]
    return shape_of((max(0.0, x) * scale, y - dip + down) for x, y in points)


def _folds(piece: Piece) -> list[float]:
    """Where the seams between panels, or pleats, or the waves of a full skirt run, in shares of the
    half width."""
    if piece.view is View.BOTH and piece.cuts[0].copies >= _MANY_PANELS:
        in_front = max(1, piece.cuts[0].copies // 2)
        seams = (2 * k / in_front - 1.0 for k in range(1, in_front))
        return [seam for seam in seams if seam >= 0.0]
    waist = _waist(piece).path
    starts = [mark.path[0].start for mark in piece.inner_lines if mark.kind is LineKind.PLEAT]
    pleats = [at[1] for at in starts if nearest_distance(waist, at)[1] < _ON_EDGE_MM][::2]
    if pleats:
        wide = max(1.0, length(waist))
        return [min(0.98, at / wide) for at in pleats]
    drawn_in = _waist(piece).comes_back_to_mm is not None
    return [0.3, 0.68] if not drawn_in and _hem_mm(piece) > 2.2 * _waist_mm(piece) else []


def _button_places(piece: Piece, foot: float) -> list[float]:
    """How far down buttons lie on a front edge, which runs up from its lower end."""
    return [
        foot - notch.at_mm
        for notch in piece.notches
        if notch.kind is NotchKind.BUTTON and piece.edge(notch.edge).role is EdgeRole.OPENING
    ]


def _long(piece: Piece) -> float:
    """How long a lower part is from its waist to its hem."""
    seam = next(iter((*piece.edges_of(EdgeRole.SIDE), *piece.edges_of(EdgeRole.CENTRE))), None)
    return length((seam or piece.edges[0]).path)


def _waist(piece: Piece) -> Edge:
    """The edge from which a lower part hangs."""
    return piece.edges_of(EdgeRole.WAIST)[0]


def _waist_mm(piece: Piece) -> float:
    return sewn_length(piece, _waist(piece).name)


def _hem_mm(piece: Piece) -> float:
    return sum(length(edge.path) for edge in piece.edges_of(EdgeRole.HEM))


def _seen(piece: Piece) -> float:
    """How often the edges of a piece are seen in one view."""
    cut = piece.cuts[0]
    whole = cut.copies * (2.0 if cut.on_fold else 1.0)
    return whole / 2 if piece.view is View.BOTH else whole
