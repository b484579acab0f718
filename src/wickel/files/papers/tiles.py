"""Full size on paper: the first page is a map of the others with two test squares; then the pages,
each with what it shows, its name, crosses where it meets its neighbours, and where it is trimmed.

A roll is a page as wide as the roll and as long as it must be, in pieces of at most 5 m.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass
from io import BytesIO
from xml.sax.saxutils import escape

from reportlab.lib.colors import HexColor, white
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Paragraph

from wickel.cutting.tiles import (
    OVERLAP_MM,
    Tile,
    Tiled,
    Tiling,
    clipped,
    lay_sheet,
    pieces_tiled,
    tiled,
)
from wickel.cutting.to_cut import ToCut
from wickel.drawing import Layer
from wickel.files.names import plain_text
from wickel.files.papers.sheet import (
    BOLD,
    INK,
    PENS,
    REGULAR,
    SOFT,
    Paper,
    PaperCanvas,
    register_fonts,
)
from wickel.lay import Lay
from wickel.units import MM_PER_INCH
from wickel.wording import say

PAGE_MARGIN_MM = 10.0
ROLL_LONG_MM = 5000.0
SQUARE_CM_MM, SQUARE_IN_MM = 50.0, 2 * MM_PER_INCH
_CROSS_MM, _FIRST_HIGH_MM = 8.0, 150.0
_THIN = HexColor("#8d8678")
_NOTCH_PEN = ("#26272e", 0.6, ())


@dataclass(frozen=True, slots=True)
class Roll:
    """A roll of paper of a width, in mm."""

    wide_mm: float


def tiles_pdf(work: ToCut, paper: Paper | Roll, title: str, lay: Lay | None = None) -> bytes:
    """The pieces of a job at full size, or one of its lays.

    Raises:
        LayRefused: there is nothing to print, or a piece is wider than the roll.
    """
    made = _tiled(work, paper, lay)
    register_fonts()
    buffer = BytesIO()
    size = _page_mm(made.tiling)
    canvas = PaperCanvas(buffer, pagesize=_first_mm(paper, size))
    canvas.setTitle(plain_text(title))
    _first_page(canvas, made, plain_text(title), _first_mm(paper, size))
    for tile in made.tiles:
        canvas.setPageSize((size[0] * mm, size[1] * mm))
        _page(canvas, made, tile, plain_text(title), size)
    canvas.save()
    return buffer.getvalue()


def _tiled(work: ToCut, paper: Paper | Roll, lay: Lay | None) -> Tiled:
    """The sheet cut into pages, upright or lying, whichever takes fewer."""
    if isinstance(paper, Roll):
        tiling = Tiling(
            wide_mm=ROLL_LONG_MM - 2 * PAGE_MARGIN_MM, high_mm=paper.wide_mm - 2 * PAGE_MARGIN_MM
        )
        if lay is None:
            return _as_long_as_needed(pieces_tiled(work, tiling, either_way=False))
        return _as_long_as_needed(tiled(lay_sheet(lay, work), tiling))
    wide, high = (side / mm - 2 * PAGE_MARGIN_MM for side in paper.points)
    tiling = Tiling(wide_mm=wide, high_mm=high)
    if lay is None:
        return pieces_tiled(work, tiling)
    drawing = lay_sheet(lay, work)
    return min(
        (tiled(drawing, way) for way in (tiling, tiling.lying)), key=lambda own: len(own.tiles)
    )


def _as_long_as_needed(made: Tiled) -> Tiled:
    """On a roll: a page no longer than what is drawn."""
    if made.columns > 1:
        return made
    long = math.ceil(made.drawing.box.width) + 1.0
    return tiled(
        made.drawing, Tiling(wide_mm=long, high_mm=made.tiling.high_mm, overlap_mm=OVERLAP_MM)
    )


def _page_mm(tiling: Tiling) -> tuple[float, float]:
    return tiling.wide_mm + 2 * PAGE_MARGIN_MM, tiling.high_mm + 2 * PAGE_MARGIN_MM


def _first_mm(paper: Paper | Roll, size: tuple[float, float]) -> tuple[float, float]:
    """How large the page with the map is: upright, of a roll as much of it as that takes."""
    if isinstance(paper, Roll):
        return max(_FIRST_HIGH_MM, min(paper.wide_mm, 297.0)), 297.0
    return min(size), max(size)


# --- the first page ---------------------------------------------------------------------------


def _first_page(canvas: Canvas, made: Tiled, title: str, size: tuple[float, float]) -> None:
    """Test squares, what to do, and the map."""
    wide, high = size
    canvas.setPageSize((wide * mm, high * mm))
    left = PAGE_MARGIN_MM + 4.0
    canvas.setFillColor(INK)
    canvas.setFont(BOLD, 16)
    canvas.drawString(left * mm, (high - 20) * mm, title)
    style = ParagraphStyle("how", fontName=REGULAR, fontSize=10.5, leading=14, textColor=INK)
    words = Paragraph(escape(str(say("tiles.how"))), style)
    _, tall = words.wrap((wide - 2 * left) * mm, 200 * mm)
    words.drawOn(canvas, left * mm, (high - 25) * mm - tall)
    top = high - 30 - tall / mm - SQUARE_IN_MM
    for x, side, name in (
        (left, SQUARE_CM_MM, say("tiles.square-cm")),
        (left + SQUARE_CM_MM + 15, SQUARE_IN_MM, say("tiles.square-in")),
    ):
        canvas.setStrokeColor(INK)
        canvas.setLineWidth(0.5)
        canvas.rect(x * mm, top * mm, side * mm, side * mm)
        canvas.setFont(BOLD, 12)
        canvas.drawCentredString((x + side / 2) * mm, (top + side / 2 - 2) * mm, str(name))
    _map(canvas, made, (left, PAGE_MARGIN_MM + 8.0, wide - 2 * left, top - PAGE_MARGIN_MM - 24.0))
    canvas.showPage()


def _map(canvas: Canvas, made: Tiled, room: tuple[float, float, float, float]) -> None:
    """The whole sheet small, with its pages and their names; left out pages are crossed out."""
    left, base, wide, high = room
    tiling = made.tiling
    whole = (
        (made.columns - 1) * tiling.step_x_mm + tiling.wide_mm,
        (made.rows - 1) * tiling.step_y_mm + tiling.high_mm,
    )
    scale = min(wide / whole[0], high / whole[1])
    corner = made.drawing.box

    def there(point: tuple[float, float]) -> tuple[float, float]:
        return (
            (left + (point[0] - corner.min_x) * scale) * mm,
            (base + (point[1] - corner.min_y) * scale) * mm,
        )

    canvas.setFillColor(INK)
    canvas.setFont(BOLD, 12)
    canvas.drawString(
        left * mm,
        (base + whole[1] * scale + 4) * mm,
        f"{say('tiles.map')} · {say('tiles.count', count=len(made.tiles))}",
    )
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.4)
    for stroke in made.drawing.strokes:
        if stroke.layer in (Layer.CUT, Layer.CLOTH, Layer.FOLD):
            path = canvas.beginPath()
            points = [there(point) for point in stroke.points]
            path.moveTo(*points[0])
            for point in points[1:]:
                path.lineTo(*point)
            if stroke.closed:
                path.close()
            canvas.drawPath(path)
    size = max(6.0, min(16.0, 0.3 * scale * min(tiling.step_x_mm, tiling.step_y_mm) * mm))
    for tile in made.tiles:
        x, y = there((tile.shows.min_x, tile.shows.min_y))
        canvas.setStrokeColor(_THIN)
        canvas.setLineWidth(0.6)
        canvas.rect(x, y, tiling.wide_mm * scale * mm, tiling.high_mm * scale * mm)
        middle = there(
            (
                (tile.shows.min_x + tile.shows.max_x) / 2,
                (tile.shows.min_y + tile.shows.max_y) / 2,
            )
        )
        canvas.setFillColor(white)
        canvas.circle(middle[0], middle[1], 0.85 * size, stroke=0, fill=1)
        canvas.setFillColor(INK)
        canvas.setFont(BOLD, size)
        canvas.drawCentredString(middle[0], middle[1] - 0.35 * size, tile.name)


# --- the other pages --------------------------------------------------------------------------


def _page(canvas: Canvas, made: Tiled, tile: Tile, title: str, size: tuple[float, float]) -> None:
    """One page at full size."""
    shows = tile.shows

    def there(point: tuple[float, float]) -> tuple[float, float]:
        return (
            (point[0] - shows.min_x + PAGE_MARGIN_MM) * mm,
            (point[1] - shows.min_y + PAGE_MARGIN_MM) * mm,
        )

    for layer, (colour, wide, dashes) in {**PENS, Layer.NOTCH: _NOTCH_PEN}.items():
        canvas.setStrokeColor(HexColor(colour))
        canvas.setLineWidth(wide)
        canvas.setDash(*([list(dashes)] if dashes else [[]]))
        for stroke in made.drawing.strokes:
            if stroke.layer is layer:
                for line in clipped(stroke, shows):
                    path = canvas.beginPath()
                    path.moveTo(*there(line[0]))
                    for point in line[1:]:
                        path.lineTo(*there(point))
                    canvas.drawPath(path, stroke=1, fill=0)
    canvas.setDash([])
    _names(canvas, made, tile)
    _marks(canvas, made, tile, title, size)
    canvas.showPage()


def _names(canvas: Canvas, made: Tiled, tile: Tile) -> None:
    """The names that begin or end on a page, clipped to it."""
    shows = tile.shows
    canvas.saveState()
    window = canvas.beginPath()
    window.rect(
        PAGE_MARGIN_MM * mm,
        PAGE_MARGIN_MM * mm,
        made.tiling.wide_mm * mm,
        made.tiling.high_mm * mm,
    )
    canvas.clipPath(window, stroke=0)
    canvas.setFillColor(INK)
    for label in made.drawing.labels:
        reach = 0.4 * label.height_mm * len(label.text)
        dx, dy = (label.height_mm, reach) if label.upright else (reach, label.height_mm)
        x, y = label.at
        if x + dx < shows.min_x or x - dx > shows.max_x:
            continue
        if y + dy < shows.min_y or y - dy > shows.max_y:
            continue
        canvas.saveState()
        canvas.translate(
            (x - shows.min_x + PAGE_MARGIN_MM) * mm, (y - shows.min_y + PAGE_MARGIN_MM) * mm
        )
        canvas.rotate(90 if label.upright else 0)
        canvas.setFont(REGULAR, min(label.height_mm, 14.0) * 0.8 * mm)
        canvas.drawCentredString(0, 0, plain_text(label.text))
        canvas.restoreState()
    canvas.restoreState()


def _marks(canvas: Canvas, made: Tiled, tile: Tile, title: str, size: tuple[float, float]) -> None:
    """The page's name, its neighbours', the crosses and the lines to trim at."""
    tiling, half = made.tiling, made.tiling.overlap_mm / 2
    left, low = PAGE_MARGIN_MM, PAGE_MARGIN_MM
    right, top = left + tiling.wide_mm, low + tiling.high_mm
    canvas.setFillColor(SOFT)
    canvas.setFont(BOLD, 11)
    canvas.drawString((left + 1) * mm, (top + 2.5) * mm, tile.name)
    canvas.setFont(REGULAR, 8)
    canvas.drawString((left + 14) * mm, (top + 2.5) * mm, title)
    canvas.drawRightString(right * mm, (low - 6) * mm, f"{size[0]:.0f} × {size[1]:.0f} mm · 100 %")
    canvas.setStrokeColor(_THIN)
    canvas.setLineWidth(0.5)
    canvas.setDash([6, 4])
    if tile.column < made.columns - 1:
        canvas.line((right - half) * mm, low * mm, (right - half) * mm, top * mm)
    if tile.row < made.rows - 1:
        canvas.line(left * mm, (top - half) * mm, right * mm, (top - half) * mm)
    canvas.setDash([])
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.4)
    for x, y in _crosses(made):
        r = _CROSS_MM / 2
        canvas.line((x - r) * mm, y * mm, (x + r) * mm, y * mm)
        canvas.line(x * mm, (y - r) * mm, x * mm, (y + r) * mm)


def _crosses(made: Tiled) -> Iterator[tuple[float, float]]:
    """Where crosses stand on a page, in mm from its corner: in the middle of its overlaps, at both
    their ends and halfway, so that a neighbour has the same ones."""
    tiling, half = made.tiling, made.tiling.overlap_mm / 2
    left, low = PAGE_MARGIN_MM, PAGE_MARGIN_MM
    xs = (left + half, left + tiling.wide_mm / 2, left + tiling.wide_mm - half)
    ys = (low + half, low + tiling.high_mm / 2, low + tiling.high_mm - half)
    for x in (xs[0], xs[2]):
        for y in ys:
            yield (x, y)
    for y in (ys[0], ys[2]):
        yield (xs[1], y)
