"""PDF out: the lay of one cloth on one A4 sheet, with its figures and what to watch."""

from __future__ import annotations

from collections.abc import Callable
from io import BytesIO

from reportlab.lib.colors import HexColor
from reportlab.lib.pagesizes import A4, landscape
from reportlab.lib.units import mm
from reportlab.lib.utils import simpleSplit
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

from wickel.assets import FONT_BOLD, FONT_REGULAR, font_bytes
from wickel.cloth import PRINT_NAMES, way_name
from wickel.files.drawing import Drawing, Layer, lay_drawing
from wickel.geometry import Point
from wickel.lay import Lay, Level
from wickel.units import Unit, shown_cloth_length, shown_length
from wickel.yardage import need, shown_buy

REGULAR, BOLD = "Wickel", "Wickel-Bold"
_MARGIN = 12 * mm
INK, SOFT, _MADDER = HexColor("#26272e"), HexColor("#5d564c"), HexColor("#a63d40")
_LINES: dict[Layer, tuple[str, float, tuple[float, ...]]] = {
    # colour, width in points, dashes in points
    Layer.CLOTH: ("#6f675c", 0.6, ()),
    Layer.SELVAGE: ("#6f675c", 1.2, (1, 2)),
    Layer.FOLD: ("#2f3e63", 1.8, (9, 3)),
    Layer.CUT: ("#26272e", 0.9, ()),
    Layer.NET: ("#26272e", 0.4, (3, 2)),
    Layer.INNER: ("#a63d40", 0.5, ()),
    Layer.GRAIN: ("#26272e", 0.5, ()),
}


def lay_pdf(lay: Lay, title: str, unit: Unit) -> bytes:
    """One page: title, the four figures, the lay to scale, its findings, and the first step of cutting."""
    register_fonts()
    buffer = BytesIO()
    width, height = landscape(A4)
    canvas = Canvas(buffer, pagesize=(width, height), invariant=1)
    canvas.setTitle(title)
    top = _header(canvas, lay, title, unit, width, height)
    foot = _footer(canvas, lay, unit, width)
    drawing = lay_drawing(lay)
    room_wide, room_high = width - 2 * _MARGIN, top - foot - 14 * mm
    scale = min(room_wide / drawing.box.width, room_high / drawing.box.height)
    left, base = _MARGIN, foot + 8 * mm + (room_high - drawing.box.height * scale) / 2

    def there(point: Point) -> Point:
        return (left + (point[0] - drawing.box.min_x) * scale, base + (point[1] - drawing.box.min_y) * scale)

    _draw(canvas, drawing, there, scale)
    canvas.setFont(REGULAR, 8)
    canvas.setFillColor(SOFT)
    canvas.drawString(left, base - 11, "start of the cloth")
    fold = any(zone.folds for section in lay.spread.sections for zone in section.zones)
    canvas.drawRightString(
        left + drawing.box.width * scale,
        base - 11,
        ("fold along this edge" if fold else "selvage along this edge") + f" · scale 1:{mm / scale:.1f}",
    )
    canvas.showPage()
    canvas.save()
    return buffer.getvalue()


def register_fonts() -> None:
    """Make our typeface known to the paper."""
    if REGULAR not in pdfmetrics.getRegisteredFontNames():
        pdfmetrics.registerFont(TTFont(REGULAR, BytesIO(font_bytes(FONT_REGULAR))))
        pdfmetrics.registerFont(TTFont(BOLD, BytesIO(font_bytes(FONT_BOLD))))


def _header(canvas: Canvas, lay: Lay, title: str, unit: Unit, width: float, height: float) -> float:
    """Draw the head of the page and return where it ends."""
    needed = need(lay)
    y = height - _MARGIN - 14
    canvas.setFillColor(INK)
    canvas.setFont(BOLD, 18)
    canvas.drawString(_MARGIN, y, title)
    canvas.setFont(REGULAR, 10)
    canvas.setFillColor(SOFT)
    cloth = lay.cloth
    about = (
        f"{cloth.shown_name} · {shown_length(cloth.lay_width_mm, unit)} usable · "
        f"{PRINT_NAMES[cloth.print_or_assumed]} · {way_name(lay.way).lower()}"
    )
    canvas.drawString(_MARGIN, y - 16, about)
    least = "at least " if needed.at_least else ""
    figures = (
        (least + shown_cloth_length(lay.lay_length_mm, unit), "lay"),
        (least + shown_cloth_length(needed.need_mm, unit), "needed"),
        (shown_buy(needed, cloth, unit), "to buy"),
        (f"{lay.used_share:.0%}", "used"),
    )
    x = width - _MARGIN
    for value, label in reversed(figures):
        canvas.setFillColor(_MADDER if label == "to buy" else INK)
        canvas.setFont(BOLD, 18)
        canvas.drawRightString(x, y, value)
        canvas.setFillColor(SOFT)
        canvas.setFont(REGULAR, 9)
        canvas.drawRightString(x, y - 14, label)
        x -= max(pdfmetrics.stringWidth(value, BOLD, 18), 40) + 18
    return float(y - 26)


def _footer(canvas: Canvas, lay: Lay, unit: Unit, width: float) -> float:
    """Draw findings and the first step, and return where they end."""
    first = (
        "Before cutting: measure the usable width in three places. It must be at least "
        f"{shown_length(lay.cloth.lay_width_mm, unit)} everywhere. Square the start of the cloth."
    )
    rows = [(first, INK)]
    for finding in lay.findings:
        text = f"{finding.text} {finding.way_out}".strip()
        rows += [
            (line, _MADDER if finding.level is Level.BROKEN else SOFT)
            for line in simpleSplit(text, REGULAR, 9, width - 2 * _MARGIN)
        ]
    y = _MARGIN + 12 * (min(len(rows), 8) - 1)
    highest = y + 12
    canvas.setFont(REGULAR, 9)
    for text, colour in rows[:8]:
        canvas.setFillColor(colour)
        canvas.drawString(_MARGIN, y, text)
        y -= 12
    return float(highest)


def _draw(canvas: Canvas, drawing: Drawing, there: Callable[[Point], Point], scale: float) -> None:
    for layer, (colour, wide, dashes) in _LINES.items():
        canvas.setStrokeColor(HexColor(colour))
        canvas.setLineWidth(wide)
        canvas.setDash(*([list(dashes)] if dashes else [[]]))
        for stroke in drawing.strokes:
            if stroke.layer is not layer:
                continue
            path = canvas.beginPath()
            path.moveTo(*there(stroke.points[0]))
            for point in stroke.points[1:]:
                path.lineTo(*there(point))
            if stroke.closed:
                path.close()
            canvas.drawPath(path, stroke=1, fill=0)
    canvas.setDash([])
    canvas.setFillColor(INK)
    for label in drawing.labels:
        canvas.setFont(REGULAR, max(4.0, min(11.0, label.height_mm * scale)))
        canvas.saveState()
        canvas.translate(*there(label.at))
        canvas.rotate(90 if label.upright else 0)
        canvas.drawCentredString(0, 0, label.text)
        canvas.restoreState()
