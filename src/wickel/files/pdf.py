"""PDF out: the lay of one cloth on one A4 sheet, with its figures and what to watch."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from io import BytesIO

from reportlab.lib.colors import HexColor
from reportlab.lib.pagesizes import A4, landscape
from reportlab.lib.units import mm
from reportlab.lib.utils import simpleSplit
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

from wickel.assets import FONT_BOLD, FONT_REGULAR, font_bytes
from wickel.cloth import PRINT_NAMES, BorderAt
from wickel.drawing import Drawing, Layer, Stroke, lay_drawing, name_room
from wickel.files.names import plain_text
from wickel.geometry import Cubic, Point
from wickel.job import Job
from wickel.lay import Lay, Level
from wickel.units import MM_PER_INCH, Unit, shown_cloth_length, shown_length
from wickel.yardage import need, shown_buy

REGULAR, BOLD = "Wickel", "Wickel-Bold"
_MARGIN, _FRAME, _RULER, _KEY_HIGH = 12 * mm, 6 * mm, 22.0, 22.0
INK, SOFT, _MADDER = HexColor("#26272e"), HexColor("#5d564c"), HexColor("#a63d40")
_LINES: dict[Layer, tuple[str, float, tuple[float, ...]]] = {
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


def sheet_words(job: Job, lay: Lay, printed: str = "") -> tuple[str, ...]:
    """What a sheet says of its job: for whom, in which size, due when, and the day it was
    ``printed``."""
    laid = {piece.garment for piece in lay.pieces}
    garments = [garment for garment in job.garments if garment.id in laid]
    people = dict.fromkeys((job.client, *(garment.body.name for garment in garments)))
    sizes = dict.fromkeys(garment.size for garment in garments if garment.size)
    who = ", ".join(person for person in people if person)
    return tuple(
        words
        for words in (
            f"for {who}" if who else "",
            f"size {', '.join(sizes)}" if sizes else "made to measure" if garments else "",
            f"due {job.due}" if job.due else "",
            f"printed {printed}" if printed else "",
        )
        if words
    )


def lay_pdf(lay: Lay, title: str, unit: Unit, words: Sequence[str] = ()) -> bytes:
    """One page: title, whom it is for, the four figures, the lay to scale between rulers, its
    findings, the first step.

    ``words`` are what ``sheet_words`` says of the job. Names with no room in their pieces stand in
    a key below.
    """
    register_fonts()
    buffer = BytesIO()
    width, height = landscape(A4)
    canvas = Canvas(buffer, pagesize=(width, height), invariant=1)
    canvas.setTitle(title)
    canvas.setStrokeColor(SOFT)
    canvas.setLineWidth(0.8)
    canvas.roundRect(_FRAME, _FRAME, width - 2 * _FRAME, height - 2 * _FRAME, 5)
    top = _header(canvas, lay, title, unit, words)
    foot = _footer(canvas, lay, unit, width)
    drawing = lay_drawing(lay)
    foot += _KEY_HIGH
    room_wide, room_high = width - 2 * _MARGIN - _RULER, top - foot - 14 * mm - _RULER
    scale = min(room_wide / drawing.box.width, room_high / drawing.box.height)
    left, base = _MARGIN + _RULER, foot + 8 * mm + (room_high - drawing.box.height * scale) / 2

    def there(point: Point) -> Point:
        return (
            left + (point[0] - drawing.box.min_x) * scale,
            base + (point[1] - drawing.box.min_y) * scale,
        )

    _draw_border(canvas, lay, there)
    key = _draw(canvas, drawing, there, scale)
    _draw_rulers(canvas, (left, base), (drawing.box.width, drawing.box.height), scale, unit)
    canvas.setFont(REGULAR, 8)
    canvas.setFillColor(INK)
    for k, line in enumerate(simpleSplit("  ·  ".join(key), REGULAR, 8, width - 2 * _MARGIN)[:2]):
        canvas.drawString(_MARGIN, foot - 2 - 10 * k, line)
    canvas.setFillColor(SOFT)
    canvas.drawString(left, base - 11, "start of the cloth")
    fold = any(zone.folds for section in lay.spread.sections for zone in section.zones)
    canvas.drawRightString(
        left + drawing.box.width * scale,
        base - 11,
        ("fold along this edge" if fold else "selvage along this edge")
        + f" · scale 1:{mm / scale:.1f}",
    )
    canvas.showPage()
    canvas.save()
    return buffer.getvalue()


def register_fonts() -> None:
    """Make our typeface known to the paper."""
    if REGULAR not in pdfmetrics.getRegisteredFontNames():
        pdfmetrics.registerFont(TTFont(REGULAR, BytesIO(font_bytes(FONT_REGULAR))))
        pdfmetrics.registerFont(TTFont(BOLD, BytesIO(font_bytes(FONT_BOLD))))


def _header(
    canvas: Canvas,
    lay: Lay,
    title: str,
    unit: Unit,
    words: Sequence[str],
) -> float:
    """Draw the head of the page and return where it ends."""
    needed = need(lay)
    width, height = landscape(A4)
    y = height - _MARGIN - 14
    canvas.setFillColor(INK)
    canvas.setFont(BOLD, 18)
    canvas.drawString(_MARGIN, y, plain_text(title))
    canvas.setFont(REGULAR, 10)
    canvas.setFillColor(SOFT)
    cloth = lay.cloth
    about = (
        f"{cloth.shown_name} · {shown_length(cloth.lay_width_mm, unit)} usable · "
        f"{PRINT_NAMES[cloth.print_or_assumed]} · {lay.way.name.lower()}"
    )
    canvas.drawString(_MARGIN, y - 16, about)
    if words:
        canvas.setFont(BOLD, 10)
        canvas.setFillColor(INK)
        canvas.drawString(_MARGIN, y - 30, "  ·  ".join(words))
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
    return float(y - (40 if words else 26))


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


def _draw_border(canvas: Canvas, lay: Lay, there: Callable[[Point], Point]) -> None:
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


def _draw_rulers(
    canvas: Canvas, corner: Point, size_mm: tuple[float, float], scale: float, unit: Unit
) -> None:
    """A ruler above the lay, along the cloth, and one at its left, across: every 10 cm, or every 6
    in, from 0."""
    step, label = (6 * MM_PER_INCH, 6) if unit is Unit.INCH else (100.0, 10)
    (left, base), (long, across) = corner, size_mm
    top = base + across * scale
    canvas.setStrokeColor(SOFT)
    canvas.setFillColor(SOFT)
    canvas.setLineWidth(0.5)
    canvas.setFont(REGULAR, 7)
    every = max(1, math.ceil(16 / (step * scale)))
    for length, along in ((long, True), (across, False)):
        for k in range(int(length / step) + 1):
            at = k * step * scale
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


def _draw_stroke(canvas: Canvas, stroke: Stroke, there: Callable[[Point], Point]) -> None:
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


def _draw(
    canvas: Canvas, drawing: Drawing, there: Callable[[Point], Point], scale: float
) -> list[str]:
    """Draw all strokes and names; a name with no room in its piece becomes a number, and a line of
    the key."""
    for layer, (colour, wide, dashes) in _LINES.items():
        canvas.setStrokeColor(HexColor(colour))
        canvas.setLineWidth(wide)
        canvas.setDash(*([list(dashes)] if dashes else [[]]))
        for stroke in drawing.strokes:
            if stroke.layer is not layer:
                continue
            _draw_stroke(canvas, stroke, there)
    canvas.setDash([])
    canvas.setFillColor(INK)
    rooms = {
        stroke.of: stroke.points
        for stroke in drawing.strokes
        if stroke.layer is Layer.CUT and stroke.of
    }
    key: list[str] = []
    for label in drawing.labels:
        size = max(6.5, min(11.0, label.height_mm * scale))
        text = plain_text(label.text)
        if label.of in rooms:
            room, _ = name_room(rooms[label.of])
            long = max(room.width, room.height) * scale
            if pdfmetrics.stringWidth(text, REGULAR, size) > long - 2:
                key.append(f"{len(key) + 1} {text}")
                text = str(len(key))
        canvas.setFont(REGULAR, size)
        canvas.saveState()
        canvas.translate(*there(label.at))
        canvas.rotate(90 if label.upright else 0)
        canvas.drawCentredString(0, 0, text)
        canvas.restoreState()
    return key
