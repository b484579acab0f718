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

from wickel.draft.builder.making import is_lower
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
from wickel.geometry import Outline, Point, flatten
from wickel.pattern import Pattern, Piece, edge_length, net_line, sewn_length

SIDES = ("front", "back")
_SWING, _MOST_SWING, _CLOSE = 0.62, 0.72, 1.5
"""How much of its fullness a hem shows, how far out it swings at most in parts of its length, and
how many times its waist a skirt is round at the hem that hangs close."""
_LEGS_APART_MM = 45.0
"""How far from the centre a leg hangs at its hem."""
_COLLAR_MM, _HOOD_MM, _BAND_MM, _PATCH_MM = 40.0, 230.0, 60.0, 110.0
_GROWN_ON_COLLAR = "collar behind"
_SEAMS = ("panel seam", "yoke seam", "raglan seam")
_MARKS = ("slit", "keyhole", "neck, fold line", "bone")


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
        drawn = _with_panels(_with_halves(pattern), side)
        self.by_id = {
            id: as_worn(piece, drawn.get(id.replace("front", "back")) if "front" in id else None)
            for id, piece in drawn.items()
        }
        ids = (side, f"{side}-centre", f"{side}-side", f"{side}-yoke")
        self.halves = [p for p in self._known(*ids) if not is_lower(p)]
        below = (f"skirt-{side}", f"{side}-leg", f"leg-{side}", "skirt-panel", "panel", "skirt")
        self.lower = [
            piece
            for piece in (*self._known(*below, "peplum"), *self._known(side))
            if is_lower(piece)
        ]

    def _known(self, *ids: str) -> list[Piece]:
        return [self.by_id[id] for id in ids if id in self.by_id]

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
                if edge.name in _SEAMS:
                    yield from on_both_sides(across_down(flatten(edge.path)), Ink.SEAM)
            for mark in piece.inner_lines:
                if "dart" in mark.name or mark.name in _MARKS:
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
            names = [edge.name for edge in piece.edges]
            if "armhole" in names and "shoulder" in names:
                armhole = piece.edge("armhole")
                down, across = min(armhole.start, armhole.end)
                return (across, down)
        across = self.pattern.figure_or(f"shoulder.across.{self.side}", math.nan)
        down = self.pattern.figure_or(f"shoulder.slope.{self.side}", math.nan)
        return None if math.isnan(across + down) else (across, down)

    def _sleeves(self) -> Iterator[Stroke]:
        """Sleeves that are sewn on, with what ends them."""
        sleeves = self._known("sleeve", f"sleeve-{self.side}")
        under, tip = self._point("underarm"), self._shoulder_tip()
        if tip is not None and self._known("cap-sleeve"):
            high = self.pattern.figure_or("cap_sleeve.high", _COLLAR_MM)
            out = (tip[0] + 0.8 * high, tip[1] + 0.7 * high)
            yield from closed_on_both_sides((tip, out, (tip[0] - 20.0, tip[1] + 1.6 * high)))
        if not sleeves or under is None or tip is None:
            return
        sleeve = sleeves[0]
        raglan = sleeve.id != "sleeve"
        hem = "sleeve hem" if raglan else "hem"
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
        if self._known("turn-up"):
            yield long - 35.0
        if self._known("cuff", "sleeve-band"):
            yield long - 4.0

    # --- below the waist --------------------------------------------------------------------------

    def _below(self, wide: float, down: float) -> Iterator[Stroke]:
        """What hangs from the waist, at half so wide and so far down, and the band over it."""
        if not self.lower:
            return
        piece = self.lower[0]
        if any(edge.name == "crotch" for edge in piece.edges):
            yield from _legs(piece, wide, down)
        else:
            yield from self._skirt(piece, wide, down)
        bands = self._known("waistband", "casing", "cord-casing")
        if bands:
            high = min(_BAND_MM, max(y for _, y in net_line(bands[0])))
            top = down if self.halves else down - high
            yield Stroke(((-wide, top), (wide, top), (wide, top + high), (-wide, top + high)))

    def _skirt(self, piece: Piece, wide: float, down: float) -> Iterator[Stroke]:
        tiers = self._known(f"tier-{self.side}")
        last = tiers[0] if tiers else piece
        long = _long(piece) + sum(_long(tier) for tier in tiers)
        hem = _hem_mm(last) * _seen(last) / 2
        out = wide + min(_SWING * max(0.0, hem - wide), _MOST_SWING * long)
        end = down + long
        if any(point.name == "corner" for point in piece.points):
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
            sign = -1.0 if edge.name.startswith("other") else 1.0
            yield from _folded(piece, ((sign * wide, down), (sign * out, end)))
        if piece.edge("waist").comes_back_to_mm is not None and not folds:
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
        if self._known("hood"):
            yield Stroke(arc_points((0.0, y), (1.25 * x, _HOOD_MM), 180.0, 360.0))
        for collar in self._known("collar"):
            yield from self._collar_of(collar.name.lower(), (x, y), top)

    def _folded_over(self) -> bool:
        """Whether a collar that is in one with the front is seen behind."""
        front = self.by_id.get("front")
        return front is not None and any(e.name == _GROWN_ON_COLLAR for e in front.edges)

    def _shawl(self, neck: Point, top: float) -> Iterator[Stroke]:
        """A collar in one with the front, folded over; behind it lies round the neck."""
        x, y = neck
        if self.side == "back":
            low = ((x + 26.0, y + 34.0), (0.0, y + 62.0), (-x - 26.0, y + 34.0))
            yield Stroke(((-x, y), (x, y), *low))
        else:
            broad = (0.55 * x + 52.0, y + 0.55 * (top - y))
            yield from closed_on_both_sides(((x, y), (0.0, top), broad, (x + 34.0, y + 34.0)))

    def _collar_of(self, name: str, neck: Point, top: float) -> Iterator[Stroke]:
        x, y = neck
        up = y - _COLLAR_MM
        if self.side == "back":
            yield Stroke(((-x, y), (x, y), (x - 6.0, up), (6.0 - x, up)))
        elif "bow" in name:
            yield from closed_on_both_sides(((0.0, top), (60.0, top - 28.0), (60.0, top + 28.0)))
            yield from on_both_sides(((4.0, top), (30.0, top + 130.0)), Ink.OUTLINE)
        elif "flat" in name or name == "collar":
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
            yield from buttons(_button_places(self.halves[0], low))
            for placket in self._known("placket")[: int("front" in self.by_id)]:
                long = edge_length(placket, "join")
                yield Stroke(((-14.0, top), (14.0, top), (14.0, top + long), (-14.0, top + long)))
        elif self._known("lacing-strip"):
            for k in range(6):
                y = top + (low - top) * (k + 0.5) / 6
                cross = ((-18.0, y - 10.0), (18.0, y + 10.0))
                yield from on_both_sides(cross, Ink.FINE)

    def _sewn_on(self, body: Polygon) -> Iterator[Stroke]:
        """Pockets, a belt, straps."""
        wide, low = _lower_end(body)
        patches = self._known("patch-pocket") if self.side == "front" else []
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
        if self._known("belt"):
            waist = self._point("side waist") or self._point("waist") or (0.0, 0.62 * low)
            y = low if self.lower else waist[1]
            wide = wide if self.lower or not waist[0] else waist[0] + 3.0
            yield Stroke(((-wide, y - 18), (wide, y - 18), (wide, y + 18), (-wide, y + 18)))
        if self._known("wing"):
            x, y = (self._point("side waist") or (wide, low))[0], min(low, self._waist_level(low))
            tied = ((x, y - 70.0), (x + 70.0, y + 10.0), (x + 70.0, y + 40.0), (x, y))
            yield from closed_on_both_sides(tied)
        if self._known("strap"):
            x = self.pattern.figure_or("strap.across.front", 90.0)
            yield from on_both_sides(((x, top_at(body, x)), (0.8 * x, -10.0)), Ink.OUTLINE)

    def _waist_level(self, low: float) -> float:
        """How far down the waist lies; where it is not known, at the lower edge."""
        waist = self._point("side waist")
        return low if waist is None else waist[1]


# --- what pieces say ------------------------------------------------------------------------------


def _with_halves(pattern: Pattern) -> dict[str, Piece]:
    """The pieces by their ids; of halves that are cut one by one that which is drawn with its side
    outward stands for front or back."""
    by_id = {piece.id: piece for piece in pattern.pieces}
    for id in ("front", "back", "skirt-front", "skirt-back"):
        half = by_id.get(f"{id}-{'right' if id.endswith('back') else 'left'}")
        if half is not None and id not in by_id:
            pair = replace(half.cuts[0], copies=2, pair=True)
            by_id[id] = replace(half, id=id, cuts=(pair,))
    return by_id


def _with_panels(by_id: dict[str, Piece], side: str) -> dict[str, Piece]:
    """The pieces by their ids; panels of a side that are cut one by one stand for as many equal
    ones."""
    begins = (f"skirt-{side}-", f"panel-{side}-")
    panels = [p for p in by_id.values() if p.id.startswith(begins) and p.id[-1].isdigit()]
    if not panels:
        return by_id
    shown = sum(p.cuts[0].copies for p in panels)
    last = panels[-1]
    one = replace(last, id=f"skirt-{side}")
    if not last.cuts[0].on_fold:
        cut = replace(last.cuts[0], copies=2 * shown, pair=False)
        one = replace(last, id="skirt-panel", cuts=(cut,))
    return {**by_id, one.id: one}


def _seen_from(piece: Piece) -> Outline:
    """The outline of a half as it hangs: the corner of a square that is in one with it falls."""
    outline = across_down(net_line(piece))
    if any(edge.name == _GROWN_ON_COLLAR for edge in piece.edges):
        kept = [edge for edge in piece.edges if not edge.name.startswith("collar ")]
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


def _is_whole(piece: Piece) -> bool:
    """Whether a piece is cut once and whole: it looks no different on the other side."""
    cut = piece.cuts[0]
    return cut.copies == 1 and not cut.on_fold


def _opens(piece: Piece) -> bool:
    names = {edge.name for edge in piece.edges}
    return bool(names & {"front edge", "wrap edge"}) or (
        "centre" in names and not piece.cuts[0].on_fold
    )


def _folded(piece: Piece, edge: Outline) -> Iterator[Stroke]:
    """Folds from an edge that is drawn up, on both sides of a piece that is a half."""
    for fold in folds_from(edge):
        if _is_whole(piece):
            yield Stroke(fold, Ink.FINE, closed=False)
        else:
            yield from on_both_sides(fold, Ink.FINE)


def _opened(skirt: Piece, wide: float, span: Point) -> Iterator[Stroke]:
    """The line along which a skirt opens or wraps, from its waist to its hem."""
    names = {edge.name for edge in skirt.edges}
    for name, x in (("wrap edge", 0.5 * wide), ("front edge", 0.0)):
        if name in names:
            yield Stroke(tuple((x, y) for y in span), Ink.SEAM, closed=False)
    if "front edge" in names:
        yield from buttons(_button_places(skirt, span[1]))


def _lower_end(body: Polygon) -> Point:
    """Half the width of the upper part at its lower edge, and how far down that is."""
    low = float(body.bounds[3])
    return (max(float(x) for x, y in body.exterior.coords if y > low - 60.0), low)


def _legs(leg: Piece, wide: float, down: float) -> Iterator[Stroke]:
    """Both legs side by side, what lies beyond the centre left out."""
    points = across_down(net_line(leg))
    seam, end = leg.edge("crotch"), max(y for _, y in points)
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
        if mark.name == "crease":
            yield from on_both_sides(placed(across_down(flatten(mark.path))), Ink.FINE)


def _close_half(piece: Piece, wide: float, down: float) -> Polygon:
    """Half a close skirt as it is cut, as wide at its waist as what it hangs from."""
    points = across_down(net_line(piece))
    top = min(y for _, y in points)
    at_waist = max(x for x, y in points if y < top + 30.0)
    scale = wide / at_waist if at_waist else 1.0
    # its waist dips towards the centre: the side lies under what it hangs from
    dip = piece.edge("waist").start[0]
    return shape_of((max(0.0, x) * scale, y - dip + down) for x, y in points)


def _folds(piece: Piece) -> list[float]:
    """Where the seams between panels, or pleats, or the waves of a full skirt run, in shares of the
    half width."""
    if piece.id in ("skirt-panel", "panel"):
        in_front = max(1, piece.cuts[0].copies // 2)
        seams = (2 * k / in_front - 1.0 for k in range(1, in_front))
        return [seam for seam in seams if seam >= 0.0]
    pleats = [mark.path[0].start[1] for mark in piece.inner_lines if mark.name.startswith("pleat")][
        ::2
    ]
    if pleats:
        wide = max(1.0, edge_length(piece, "waist"))
        return [min(0.98, at / wide) for at in pleats]
    drawn_in = piece.edge("waist").comes_back_to_mm is not None
    return [0.3, 0.68] if not drawn_in and _hem_mm(piece) > 2.2 * _waist_mm(piece) else []


def _button_places(piece: Piece, foot: float) -> list[float]:
    """How far down buttons lie on a front edge, which runs up from its lower end."""
    return [
        foot - notch.at_mm
        for notch in piece.notches
        if notch.name.startswith("button") and notch.edge == "front edge"
    ]


def _long(piece: Piece) -> float:
    """How long a lower part is from its waist to its hem."""
    names = [edge.name for edge in piece.edges]
    seam = next((name for name in ("side", "centre") if name in names), names[0])
    return edge_length(piece, seam)


def _waist_mm(piece: Piece) -> float:
    return sewn_length(piece, "waist")


def _hem_mm(piece: Piece) -> float:
    return sum(edge_length(piece, edge.name) for edge in piece.edges if edge.name == "hem")


def _seen(piece: Piece) -> float:
    """How often the edges of a piece are seen in one view."""
    cut = piece.cuts[0]
    whole = cut.copies * (2.0 if cut.on_fold else 1.0)
    of_one_side = "front" in piece.id or "back" in piece.id
    return whole if of_one_side else whole / 2
