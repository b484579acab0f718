"""What all papers share: sizes of paper, typeface, pens, tapes, strokes."""

from __future__ import annotations

import math
from collections.abc import Callable
from datetime import date
from enum import StrEnum
from io import BytesIO
from typing import Any

from reportlab.lib.colors import HexColor
from reportlab.lib.pagesizes import A2, A3, A4, LETTER
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

from wickel import __version__
from wickel.assets import FONT_BOLD, FONT_REGULAR, font_bytes
from wickel.cloth import BorderAt
from wickel.drawing import Layer, Stroke
from wickel.geometry import Cubic, Point
from wickel.lay import Lay
from wickel.units import MM_PER_INCH, Unit


class Paper(StrEnum):
    """A size of paper."""

    A4 = "A4"
    A3 = "A3"
    A2 = "A2"
    LETTER = "Letter"

    @property
    def points(self) -> tuple[float, float]:
        """Width and height upright, in points."""
        wide, high = _SIZES[self]
        return float(wide), float(high)


_SIZES = {Paper.A4: A4, Paper.A3: A3, Paper.A2: A2, Paper.LETTER: LETTER}

REGULAR, BOLD = "Wickel", "Wickel-Bold"
MARGIN = 12 * mm
INK, SOFT, MADDER = HexColor("#26272e"), HexColor("#5d564c"), HexColor("#a63d40")
PENS: dict[Layer, tuple[str, float, tuple[float, ...]]] = {
    # colour, width in points, dashes in points
    Layer.CLOTH: ("#6f675c", 0.6, ()),
    Layer.SELVAGE: ("#6f675c", 1.2, (1, 2)),
    Layer.FOLD: ("#2f3e63", 1.8, (9, 3)),
    Layer.CUT: ("#26272e", 0.9, ()),
    Layer.LATER: ("#a63d40", 1.4, (7, 2, 1.5, 2)),
    Layer.NET: ("#26272e", 0.4, (3, 2)),
    Layer.INNER: ("#a63d40", 0.5, ()),
    Layer.GRAIN: ("#26272e", 0.5, ()),
}


class PaperCanvas(Canvas):
    """A PDF that says what has made it, and on which day: on one day the same words and lines make
    the same file. Its author is nobody's to say but the maker's."""

    def __init__(self, *args: Any, **options: Any) -> None:
        super().__init__(*args, **(options | {"invariant": 1}))
        self.setDateFormatter(lambda *_: f"D:{date.today():%Y%m%d}")

    def save(self) -> None:
        """Write it, with what it says of itself."""
        self.setCreator(f"Wickel {__version__}")
        self.setAuthor("")
        self.setSubject("")
        super().save()


def register_fonts() -> None:
    """Make our typeface known to the paper."""
    if REGULAR not in pdfmetrics.getRegisteredFontNames():
        pdfmetrics.registerFont(TTFont(REGULAR, BytesIO(font_bytes(FONT_REGULAR))))
        pdfmetrics.registerFont(TTFont(BOLD, BytesIO(font_bytes(FONT_BOLD))))


def draw_border(canvas: Canvas, lay: Lay, there: Callable[[Point], Point]) -> None:
    """Where the cloth's border runs along its selvages, shaded, on cloth that lies open."""
    border = lay.cloth.lay_design.border
    if border is None or border.at is BorderAt.ACROSS:
        return
    low = (border.distance_mm, border.distance_mm + border.width_mm)
    high = (lay.cloth.lay_width_mm - low[1], lay.cloth.lay_width_mm - low[0])
    bands = [
        band
        for at, band in ((BorderAt.LOW, low), (BorderAt.HIGH, high))
        if border.at in (at, BorderAt.BOTH)
    ]
    canvas.setFillColor(HexColor("#efe3c4"))
    for section in lay.spread.sections:
        for zone in section.zones:
            back = zone.plies[0].map.inverse()  # the lowest ply: the one that is seen
            xs = [x for x, _ in zone.outline]
            for from_y, to_y in bands:
                ends = [back((section.cloth_x_mm, y))[1] for y in (from_y, to_y)]
                ys = [y for _, y in zone.outline]
                bottom, top = max(min(ends), min(ys)), min(max(ends), max(ys))
                if top > bottom:
                    (ax, ay), (bx, by) = there((min(xs), bottom)), there((max(xs), top))
                    canvas.rect(ax, ay, bx - ax, by - ay, stroke=0, fill=1)


def draw_rulers(
    canvas: Canvas,
    corner: Point,
    size_mm: tuple[float, float],
    scale: float,
    unit: Unit,
    start_mm: float = 0.0,
) -> None:
    """A ruler above the lay, along the cloth, and one at its left, across: every 10 cm, or every 6
    in, from 0; the one along from ``start_mm`` on."""
    step, label = (6 * MM_PER_INCH, 6) if unit is Unit.INCH else (100.0, 10)
    (left, base), (long, across) = corner, size_mm
    top = base + across * scale
    canvas.setStrokeColor(SOFT)
    canvas.setFillColor(SOFT)
    canvas.setLineWidth(0.5)
    canvas.setFont(REGULAR, 7)
    every = max(1, math.ceil(16 / (step * scale)))
    for length, along in ((long, True), (across, False)):
        start = start_mm if along else 0.0
        for k in range(math.ceil(start / step - 1e-9), int((start + length) / step) + 1):
            at = (k * step - start) * scale
            tick = 6 if k % every == 0 else 3
            if along:
                canvas.line(left + at, top + 3, left + at, top + 3 + tick)
            else:
                canvas.line(left - 3, base + at, left - 3 - tick, base + at)
            if k % every == 0:
                text = f"{k * label}"
                if along:
                    canvas.drawCentredString(left + at, top + 11, text)
                else:
                    canvas.drawRightString(left - 10, base + at - 2.5, text)
    canvas.drawString(left + long * scale + 4, top + 11, "in" if unit is Unit.INCH else "cm")


def draw_stroke(canvas: Canvas, stroke: Stroke, there: Callable[[Point], Point]) -> None:
    """Draw a stroke in the pen that is set, its curves as curves."""
    path = canvas.beginPath()
    path.moveTo(*there(stroke.path[0].start))
    for segment in stroke.path:
        if isinstance(segment, Cubic):
            ends = (segment.control1, segment.control2, segment.end)
            path.curveTo(*(xy for point in ends for xy in there(point)))
        else:
            path.lineTo(*there(segment.end))
    if stroke.closed:
        path.close()
    canvas.drawPath(path, stroke=1, fill=0)
