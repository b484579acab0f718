"""Full size over several pages: the pieces, or the lay, tiled with overlap, so that only pages that
carry something are printed.

A sheet is one large drawing in mm. Page (row, column) shows the rectangle of it that begins at
(column · step, row · step) and is as large as a page's printable area; neighbours overlap, and at
the middle of the overlap they are cut and put together. Pieces are packed onto few pages by the
same search that lays them on cloth, turned by quarters, on paper so many pages wide.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace

import shapely
from shapely.geometry import LineString, box

from wickel.cloth import Cloth, Kind, Print
from wickel.cutting.to_cut import ToCut
from wickel.drawing import Drawing, Layer, Stroke, lay_drawing
from wickel.drawing.full_size import (
    full_size_piece,
    full_size_plain,
    joined_drawings,
    moved_drawing,
)
from wickel.geometry import Bounds, Outline, reflection, translation
from wickel.job.laid import shown_garment
from wickel.job.work import COPY
from wickel.lay import CutOrder, CutPiece, Grain, Lay, LayRefused, OnPrint, Search, table_map
from wickel.lay.make import make_lay
from wickel.wording import say

OVERLAP_MM = 15.0
PACK_EFFORT = 24
"""Steps of the search by which pieces are packed onto paper."""
GAP_MM = 6.0
_MOST_ROWS = 5
_SAME_MM = 1e-6


@dataclass(frozen=True, slots=True, kw_only=True)
class Tiling:
    """The printable area of a page, and how far pages overlap, in mm."""

    wide_mm: float
    high_mm: float
    overlap_mm: float = OVERLAP_MM

    @property
    def step_x_mm(self) -> float:
        """From the beginning of a page to that of the next one beside it."""
        return self.wide_mm - self.overlap_mm

    @property
    def step_y_mm(self) -> float:
        """From the beginning of a page to that of the next one above it."""
        return self.high_mm - self.overlap_mm

    @property
    def lying(self) -> Tiling:
        """The same pages turned by a quarter."""
        return replace(self, wide_mm=self.high_mm, high_mm=self.wide_mm)

    def across(self, rows: int) -> float:
        """How much room so many rows of pages give, in mm."""
        return rows * self.step_y_mm + self.overlap_mm


@dataclass(frozen=True, slots=True, kw_only=True)
class Tile:
    """One page: its row from below and its column from the left, from 0, and the rectangle of the
    sheet that it shows."""

    row: int
    column: int
    shows: Bounds

    @property
    def name(self) -> str:
        """What it is called on the map: A1 is the lowest at the left."""
        return f"{row_name(self.row)}{self.column + 1}"


def row_name(row: int) -> str:
    """A, B, … Z, AA, AB for the rows of a map."""
    name = ""
    row += 1
    while row:
        row, rest = divmod(row - 1, 26)
        name = chr(ord("A") + rest) + name
    return name


@dataclass(frozen=True, slots=True, kw_only=True)
class Tiled:
    """A sheet, the pages it is cut into, and their size; ``columns`` and ``rows`` count the empty
    pages too."""

    drawing: Drawing
    tiling: Tiling
    tiles: tuple[Tile, ...]
    columns: int
    rows: int


def tiled(drawing: Drawing, tiling: Tiling) -> Tiled:
    """A sheet cut into pages; those that carry no line are left out."""
    corner = drawing.box
    columns = _count(corner.width, tiling.wide_mm, tiling.step_x_mm)
    rows = _count(corner.height, tiling.high_mm, tiling.step_y_mm)
    lines = shapely.STRtree([_line(stroke) for stroke in drawing.strokes])
    tiles = []
    for row in range(rows):
        for column in range(columns):
            x = corner.min_x + column * tiling.step_x_mm
            y = corner.min_y + row * tiling.step_y_mm
            shows = Bounds(x, y, x + tiling.wide_mm, y + tiling.high_mm)
            # what lies in an overlap only is on the neighbour too
            own = _own_part(shows, row, column, (rows, columns), tiling)
            if len(lines.query(own, predicate="intersects")):
                tiles.append(Tile(row=row, column=column, shows=shows))
    return Tiled(drawing=drawing, tiling=tiling, tiles=tuple(tiles), columns=columns, rows=rows)


def _own_part(
    shows: Bounds, row: int, column: int, count: tuple[int, int], tiling: Tiling
) -> shapely.Polygon:
    """What of a page is on no other one once it is trimmed at the middle of its overlaps."""
    half = tiling.overlap_mm / 2
    rows, columns = count
    return box(
        shows.min_x + (half if column else 0.0),
        shows.min_y + (half if row else 0.0),
        shows.max_x - (half if column < columns - 1 else 0.0),
        shows.max_y - (half if row < rows - 1 else 0.0),
    )


def _count(long_mm: float, page_mm: float, step_mm: float) -> int:
    """How many pages a length takes."""
    return max(1, math.ceil((long_mm - page_mm) / step_mm - _SAME_MM) + 1)


def _line(stroke: Stroke) -> LineString:
    points = stroke.points
    return LineString((*points, points[0]) if stroke.closed else points)


def clipped(stroke: Stroke, shows: Bounds) -> Iterator[Outline]:
    """What of a stroke is on a page, as lines through points of the sheet, mm."""
    room = box(shows.min_x, shows.min_y, shows.max_x, shows.max_y)
    inside = _line(stroke).intersection(room)
    for part in getattr(inside, "geoms", (inside,)):
        if isinstance(part, LineString) and part.length > 0:
            yield tuple((float(x), float(y)) for x, y in part.coords)


# --- what is printed --------------------------------------------------------------------------


def lay_sheet(lay: Lay, work: ToCut) -> Drawing:
    """A lay at full size: each piece as its paper has it, at its place; both sides of a half that
    is laid whole."""
    whole = lay_drawing(lay)
    papers = {piece.id: _drawing_of(piece, "", work) for piece in lay.pieces}
    strokes = [stroke for stroke in whole.strokes if stroke.layer in _OF_THE_LAY]
    labels = list(whole.labels)
    for placement in lay.placements:
        piece = lay.piece(placement.piece)
        there = table_map(placement, piece)
        folds = next((order.fold_edges for order in piece.orders if order.fold_edges), ())
        maps = [there]
        if folds and not placement.on_fold:
            maps.append(there.after(reflection(*folds[0])))
        for by in maps:
            moved = moved_drawing(papers[piece.id], by)
            strokes += [stroke for stroke in moved.strokes if stroke.layer in _OF_A_PIECE]
            labels += [label for label in moved.labels if label.text.isdigit()]
    return Drawing(box=whole.box, strokes=tuple(strokes), labels=tuple(labels))


_OF_THE_LAY = (Layer.CLOTH, Layer.SELVAGE, Layer.FOLD, Layer.CUT, Layer.LATER)
_OF_A_PIECE = (Layer.NET, Layer.INNER, Layer.NOTCH, Layer.GRAIN)


def _drawing_of(piece: CutPiece, words: str, work: ToCut) -> Drawing:
    """A piece at full size as its paper has it, with some words to its name."""
    drafted = work.drafted(piece)
    if drafted is None or work.is_later(piece):
        return full_size_plain(piece, words or piece.name)
    return full_size_piece(drafted.piece, words or piece.name)


def piece_drawings(work: ToCut) -> tuple[tuple[CutPiece, Drawing], ...]:
    """Every piece of a job at full size with its name, size and copies, once, whatever cloths it is
    cut from; of several garments alike only the first one's."""
    found: dict[str, tuple[CutPiece, Drawing]] = {}
    for lay in work.lays:
        marks = work.marks(lay)
        for piece in lay.pieces:
            if piece.id in found or COPY in piece.garment:
                continue
            drawing = _drawing_of(piece, _words(piece, work, marks[piece.garment]), work)
            found[piece.id] = (piece, drawing)
    return tuple(found.values())


def _words(piece: CutPiece, work: ToCut, mark: str) -> str:
    """What stands on a paper piece: name, size, how it is cut."""
    order = piece.orders[0]
    how = (
        say("tiles.on-fold", count=order.copies)
        if order.fold_edges
        else say("tiles.in-pairs", count=order.copies)
        if order.pair
        else say("tiles.copies", count=order.copies)
    )
    garment = shown_garment(piece.garment, work.job) if piece.garment and mark else ""
    words = (piece.name, str(how), piece.size, garment)
    return " · ".join(word for word in words if word)


def pieces_tiled(work: ToCut, tiling: Tiling, *, either_way: bool = True) -> Tiled:
    """All pieces of a job packed onto as few pages as a short search finds, upright or lying; or on
    a roll, which lies as it lies.

    Raises:
        LayRefused: there is no piece.
    """
    own = piece_drawings(work)
    if not own:
        raise LayRefused(say("tiles.nothing"))
    best: Tiled | None = None
    for way in (tiling, tiling.lying) if either_way else (tiling,):
        for sheet in _packings(own, way, several=either_way):
            found = tiled(sheet, way)
            if best is None or len(found.tiles) < len(best.tiles):
                best = found
    if best is None:
        raise LayRefused(say("tiles.too-narrow"))
    return best


def _packings(
    own: tuple[tuple[CutPiece, Drawing], ...], tiling: Tiling, *, several: bool
) -> Iterator[Drawing]:
    """The pieces packed on paper one, two, three … pages high."""
    for rows in range(1, _MOST_ROWS + 1) if several else (1,):
        paper = Cloth(
            id="paper",
            usable_width_mm=tiling.across(rows) if several else tiling.high_mm,
            kind=Kind.NON_WOVEN,
            print=Print.ANY,
            squaring_mm=0.0,
            margin_mm=GAP_MM,
        )
        pieces = tuple(
            replace(
                piece,
                cut_line=_room(drawing),
                holes=(),
                grain=Grain.NONE,
                turns_deg=None,
                tilt_deg=0.0,
                on_print=OnPrint(),
                orders=(CutOrder(cloth="paper", copies=1),),
                garment="",
            )
            for piece, drawing in own
        )
        try:
            lay = make_lay(pieces, paper, "open", search=Search(effort=PACK_EFFORT))
        except LayRefused:
            continue
        yield _sheet(own, lay)


def _room(drawing: Drawing) -> Outline:
    """What a piece takes on paper: its cut line."""
    return next(stroke.points for stroke in drawing.strokes if stroke.layer is Layer.CUT)


def _sheet(own: tuple[tuple[CutPiece, Drawing], ...], lay: Lay) -> Drawing:
    """The packed pieces as one drawing, its corner at 0."""
    drawings = {piece.id: drawing for piece, drawing in own}
    made = joined_drawings(
        tuple(
            moved_drawing(drawings[p.piece], table_map(p, lay.piece(p.piece)))
            for p in lay.placements
        )
    )
    return moved_drawing(made, translation(-made.box.min_x, -made.box.min_y))
