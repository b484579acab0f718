"""PDF out: the lay of one cloth on one A4 sheet, with its figures and what to watch."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from io import BytesIO

from reportlab.lib.colors import HexColor
from reportlab.lib.pagesizes import A4, landscape
from reportlab.lib.units import mm
from reportlab.lib.utils import simpleSplit
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfgen.canvas import Canvas

from wickel.cloth import PRINT_NAMES
from wickel.drawing import Drawing, Layer, lay_drawing, name_room
from wickel.files.names import plain_text
from wickel.files.papers.sheet import (
    BOLD,
    INK,
    MADDER,
    MARGIN,
    PENS,
    REGULAR,
    SOFT,
    PaperCanvas,
    draw_border,
    draw_rulers,
    draw_stroke,
    register_fonts,
)
from wickel.geometry import Point
from wickel.job import Job
from wickel.lay import Lay, Level
from wickel.units import Unit, shown_cloth_length, shown_length
from wickel.yardage import need, shown_buy

_FRAME, _RULER, _KEY_HIGH = 6 * mm, 22.0, 22.0


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
    canvas = PaperCanvas(buffer, pagesize=(width, height))
    canvas.setTitle(title)
    canvas.setStrokeColor(SOFT)
    canvas.setLineWidth(0.8)
    canvas.roundRect(_FRAME, _FRAME, width - 2 * _FRAME, height - 2 * _FRAME, 5)
    top = _header(canvas, lay, title, unit, words)
    foot = _footer(canvas, lay, unit, width)
    drawing = lay_drawing(lay)
    foot += _KEY_HIGH
    room_wide, room_high = width - 2 * MARGIN - _RULER, top - foot - 14 * mm - _RULER
    scale = min(room_wide / drawing.box.width, room_high / drawing.box.height)
    left, base = MARGIN + _RULER, foot + 8 * mm + (room_high - drawing.box.height * scale) / 2

    def there(point: Point) -> Point:
        return (
            left + (point[0] - drawing.box.min_x) * scale,
            base + (point[1] - drawing.box.min_y) * scale,
        )

    draw_border(canvas, lay, there)
    key = _draw(canvas, drawing, there, scale)
    draw_rulers(canvas, (left, base), (drawing.box.width, drawing.box.height), scale, unit)
    canvas.setFont(REGULAR, 8)
    canvas.setFillColor(INK)
    for k, line in enumerate(simpleSplit("  ·  ".join(key), REGULAR, 8, width - 2 * MARGIN)[:2]):
        canvas.drawString(MARGIN, foot - 2 - 10 * k, line)
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
    y = height - MARGIN - 14
    canvas.setFillColor(INK)
    canvas.setFont(BOLD, 18)
    canvas.drawString(MARGIN, y, plain_text(title))
    canvas.setFont(REGULAR, 10)
    canvas.setFillColor(SOFT)
    cloth = lay.cloth
    about = (
        f"{cloth.shown_name} · {shown_length(cloth.lay_width_mm, unit)} usable · "
        f"{PRINT_NAMES[cloth.print_or_assumed]} · {lay.way.name.lower()}"
    )
    canvas.drawString(MARGIN, y - 16, about)
    if words:
        canvas.setFont(BOLD, 10)
        canvas.setFillColor(INK)
        canvas.drawString(MARGIN, y - 30, "  ·  ".join(words))
    least = "at least " if needed.at_least else ""
    figures = (
        (least + shown_cloth_length(lay.lay_length_mm, unit), "lay"),
        (least + shown_cloth_length(needed.need_mm, unit), "needed"),
        (shown_buy(needed, cloth, unit), "to buy"),
        (f"{lay.used_share:.0%}", "used"),
    )
    x = width - MARGIN
    for value, label in reversed(figures):
        canvas.setFillColor(MADDER if label == "to buy" else INK)
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
            (line, MADDER if finding.level is Level.BROKEN else SOFT)
            for line in simpleSplit(text, REGULAR, 9, width - 2 * MARGIN)
        ]
    y = MARGIN + 12 * (min(len(rows), 8) - 1)
    highest = y + 12
    canvas.setFont(REGULAR, 9)
    for text, colour in rows[:8]:
        canvas.setFillColor(colour)
        canvas.drawString(MARGIN, y, text)
        y -= 12
    return float(highest)


def _draw(
    canvas: Canvas, drawing: Drawing, there: Callable[[Point], Point], scale: float
) -> list[str]:
    """Draw all strokes and names; a name with no room in its piece becomes a number, and a line of
    the key."""
    for layer, (colour, wide, dashes) in PENS.items():
        canvas.setStrokeColor(HexColor(colour))
        canvas.setLineWidth(wide)
        canvas.setDash(*([list(dashes)] if dashes else [[]]))
        for stroke in drawing.strokes:
            if stroke.layer is not layer:
                continue
            draw_stroke(canvas, stroke, there)
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
