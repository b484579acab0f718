"""PDF out at 1:1: a drawing on one page as large as it takes, on several where it is longer than a
page can be."""

from __future__ import annotations

import math
from io import BytesIO

from reportlab.lib.colors import HexColor
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from wickel.drawing import Drawing, Label, Layer
from wickel.files.names import plain_text
from wickel.files.papers.sheet import INK, PENS, REGULAR, PaperCanvas, draw_stroke, register_fonts
from wickel.geometry import Point

MOST_PAGE_MM = 5000.0
"""No page is larger: the format ends at 200 inches."""
_MARGIN_MM = 5.0
_NOTCH_PEN: tuple[str, float, tuple[float, ...]] = ("#26272e", 0.6, ())


def full_pdf(drawing: Drawing, title: str) -> bytes:
    """The drawing at full size. What is longer than a page runs on over the next ones, without
    overlap.

    Raises:
        ValueError: it is wider than a page can be.
    """
    box = drawing.box
    wide, high = box.width + 2 * _MARGIN_MM, box.height + 2 * _MARGIN_MM
    if high > MOST_PAGE_MM:
        raise ValueError(f"a page is at most {MOST_PAGE_MM / 1000:g} m high")
    register_fonts()
    buffer = BytesIO()
    pages = max(1, math.ceil(wide / MOST_PAGE_MM))
    each = wide / pages
    canvas = PaperCanvas(buffer, pagesize=(each * mm, high * mm))
    canvas.setTitle(plain_text(title))
    for page in range(pages):
        canvas.setPageSize((each * mm, high * mm))
        left = box.min_x - _MARGIN_MM + page * each
        _page(canvas, drawing, left, box.min_y - _MARGIN_MM)
        canvas.showPage()
    canvas.save()
    return buffer.getvalue()


def _page(canvas: Canvas, drawing: Drawing, left: float, low: float) -> None:
    def there(point: Point) -> Point:
        return ((point[0] - left) * mm, (point[1] - low) * mm)

    for stroke in drawing.strokes:
        colour, width, dashes = PENS.get(stroke.layer, _NOTCH_PEN)
        canvas.setStrokeColor(HexColor(colour))
        canvas.setLineWidth(width)
        canvas.setDash(list(dashes))
        draw_stroke(canvas, stroke, there)
    canvas.setFillColor(INK)
    for label in drawing.labels:
        if label.layer is Layer.NAME:
            _name(canvas, label, there(label.at))


def _name(canvas: Canvas, label: Label, at: Point) -> None:
    canvas.saveState()
    canvas.translate(*at)
    if label.upright:
        canvas.rotate(90)
    canvas.setFont(REGULAR, label.height_mm * mm)
    canvas.drawCentredString(0, -0.35 * label.height_mm * mm, plain_text(label.text))
    canvas.restoreState()
