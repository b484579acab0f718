"""The cut plan as a drawing: the lay between tapes, each piece with its number, its name and how
far the ends of its grain line are from the start and from the fold.

A long lay is drawn in stretches, one below the other on pages of its own. Readable in black and
white: every kind of line has its own width and dash, and says what it is.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass

from reportlab.lib.colors import HexColor, white
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable

from wickel.cutting import From, Laid, ToCut, laid_rows, measured_from
from wickel.drawing import (
    Layer,
    grain_line,
    is_covered,
    lay_drawing,
    name_room,
)
from wickel.files.names import plain_text
from wickel.files.papers.sheet import (
    BOLD,
    INK,
    PENS,
    REGULAR,
    SOFT,
    draw_border,
    draw_rulers,
    draw_stroke,
)
from wickel.geometry import Bounds, Outline, Point
from wickel.lay import Lay, on_table, table_map
from wickel.units import Unit, shown_length
from wickel.wording import in_words, say

_TAPE, _BELOW = 26.0, 30.0
_MOST_RATIO = 3.0
"""A lay that is longer than that many times its width is drawn in stretches."""
_DOT, _BARB, _NUMBER = 1.6, 5.0, 6.5
_LEAST, _MOST_TEXT = 6.5, 10.0
_CAPTION = 8.0


def stretches(lay: Lay) -> tuple[tuple[float, float], ...]:
    """From where to where along the table each page of the plan goes, in mm."""
    box = lay_drawing(lay).box
    count = max(1, math.ceil(box.width / (_MOST_RATIO * box.height)))
    each = box.width / count
    return tuple((box.min_x + k * each, box.min_x + (k + 1) * each) for k in range(count))


@dataclass(frozen=True, slots=True)
class _Frame:
    """Where points of the table are on the paper."""

    left: float
    base: float
    scale: float
    from_x: float
    low_y: float

    def __call__(self, point: Point) -> Point:
        return (
            self.left + (point[0] - self.from_x) * self.scale,
            self.base + (point[1] - self.low_y) * self.scale,
        )


class PlanFigure(Flowable):
    """A stretch of a lay, as large as the room allows."""

    def __init__(self, lay: Lay, work: ToCut, stretch: tuple[float, float], unit: Unit) -> None:
        super().__init__()
        self._lay, self._work, self._stretch, self._unit = lay, work, stretch, unit
        self._drawing = lay_drawing(lay)
        self._scale = 1.0

    def wrap(self, wide: float, high: float) -> tuple[float, float]:
        """As wide as there is room, and as high as the drawing is then."""
        box = self._drawing.box
        long = self._stretch[1] - self._stretch[0]
        room = max(40.0, high - _TAPE - _BELOW - 8.0)
        self._scale = min((wide - 2 * _TAPE) / long, room / box.height)
        self.width, self.height = wide, box.height * self._scale + _TAPE + _BELOW
        return self.width, self.height

    def draw(self) -> None:
        """Draw it: cloth and cut lines, then grain lines with their lengths, then names."""
        canvas: Canvas = self.canv
        box, scale = self._drawing.box, self._scale
        from_x, to_x = self._stretch
        frame = _Frame(_TAPE, _BELOW, scale, from_x, box.min_y)
        long = to_x - from_x
        canvas.saveState()
        window = canvas.beginPath()
        window.rect(_TAPE - 2, _BELOW - 2, long * scale + 4, box.height * scale + 4)
        canvas.clipPath(window, stroke=0)
        draw_border(canvas, self._lay, frame)
        self._draw_lines(canvas, frame)
        self._draw_pieces(canvas, frame)
        canvas.restoreState()
        draw_rulers(canvas, (_TAPE, _BELOW), (long, box.height), scale, self._unit, start_mm=from_x)
        self._draw_edges(canvas, frame, long)

    def _draw_lines(self, canvas: Canvas, there: Callable[[Point], Point]) -> None:
        for layer, (colour, wide, dashes) in PENS.items():
            if layer is Layer.GRAIN:
                continue
            canvas.setStrokeColor(HexColor(colour))
            canvas.setLineWidth(wide)
            canvas.setDash(*([list(dashes)] if dashes else [[]]))
            for stroke in self._drawing.strokes:
                if stroke.layer is layer:
                    draw_stroke(canvas, stroke, there)
        canvas.setDash([])

    def _draw_pieces(self, canvas: Canvas, there: _Frame) -> None:
        rows = laid_rows(self._lay, self._work)
        for row in rows:
            placement = self._lay.placement(row.placement)
            piece = self._lay.piece(placement.piece)
            outline = on_table(placement, piece).outline
            ends = table_map(placement, piece).all(grain_line(piece.cut_line, piece.grain_deg))
            covered = is_covered(placement, self._lay)
            self._draw_grain(canvas, there, row, ends, outline, covered=covered)
            if not covered:
                self._draw_name(canvas, there, _names(row, rows, self._lay), outline)

    def _draw_grain(
        self,
        canvas: Canvas,
        there: _Frame,
        row: Laid,
        ends: Sequence[Point],
        outline: Outline,
        *,
        covered: bool,
    ) -> None:
        """The grain line with a dot at its head end and an arrow at the other, and how far each
        is."""
        head, tail = (there(point) for point in ends)
        canvas.setStrokeColor(INK)
        canvas.setFillColor(INK)
        canvas.setLineWidth(0.7)
        canvas.line(*head, *tail)
        canvas.circle(*head, _DOT, stroke=0, fill=1)
        turn = math.degrees(math.atan2(tail[1] - head[1], tail[0] - head[0]))
        for barb in (turn + 155.0, turn - 155.0):
            x, y = math.cos(math.radians(barb)), math.sin(math.radians(barb))
            canvas.line(*tail, tail[0] + _BARB * x, tail[1] + _BARB * y)
        if not covered:
            self._draw_measures(canvas, [there(point) for point in outline], row, (head, tail))

    def _draw_measures(
        self, canvas: Canvas, room: Sequence[Point], row: Laid, ends: tuple[Point, Point]
    ) -> None:
        """How far both ends of a grain line are, where the piece has room for the figures."""
        head, tail = ends
        inside = Bounds(
            min(x for x, _ in room),
            min(y for _, y in room),
            max(x for x, _ in room),
            max(y for _, y in room),
        )
        canvas.setFont(REGULAR, _LEAST)
        texts = [
            " | ".join(shown_length(mm, self._unit, with_unit=False) for mm in measured)
            for measured in (row.head, row.tail)
        ]
        wide = max(pdfmetrics.stringWidth(text, REGULAR, _LEAST) for text in texts)
        apart = abs(head[0] - tail[0]) > wide + 3 or abs(head[1] - tail[1]) > _LEAST + 3
        if not apart or wide + 4 > inside.width:
            return  # no room: the list has them
        for end, text in zip(ends, texts, strict=True):
            x = min(max(end[0] - wide / 2, inside.min_x + 2), inside.max_x - wide - 2)
            y = max(end[1] - _LEAST - 2.5, inside.min_y + 2)
            canvas.setFillColor(white)
            canvas.rect(x - 1, y - 1.5, wide + 2, _LEAST + 1, stroke=0, fill=1)
            canvas.setFillColor(INK)
            canvas.drawString(x, y, text)

    def _draw_name(
        self, canvas: Canvas, there: _Frame, names: tuple[str, str, str], outline: Outline
    ) -> None:
        """Number and name in the piece; where they have no room, the number alone, large."""
        number, name, more = names
        room, upright = name_room(outline)
        middle = there(((room.min_x + room.max_x) / 2, (room.min_y + room.max_y) / 2))
        long = (room.height if upright else room.width) * there.scale - 6
        high = (room.width if upright else room.height) * there.scale
        text = f"{number}  {name}"
        size = _MOST_TEXT
        while size > _LEAST and pdfmetrics.stringWidth(text, BOLD, size) > long:
            size -= 0.5
        canvas.saveState()
        canvas.translate(*middle)
        canvas.rotate(90 if upright else 0)
        canvas.setFillColor(INK)
        if pdfmetrics.stringWidth(text, BOLD, size) > long:
            canvas.setFont(BOLD, _NUMBER + 1)
            wide = pdfmetrics.stringWidth(number, BOLD, _NUMBER + 1)
            canvas.setFillColor(white)
            canvas.rect(-wide / 2 - 1, 0.5, wide + 2, _NUMBER + 0.5, stroke=0, fill=1)
            canvas.setFillColor(INK)
            canvas.drawCentredString(0, 1.5, number)
        else:
            canvas.setFont(BOLD, size)
            canvas.drawCentredString(0, 3.5, text)
            small = min(size, 7.0)
            if more and high > 3 * size and pdfmetrics.stringWidth(more, REGULAR, small) < long:
                canvas.setFont(REGULAR, small)
                canvas.setFillColor(SOFT)
                canvas.drawCentredString(0, 3.5 + size + 1.0, more)
        canvas.restoreState()

    def _draw_edges(self, canvas: Canvas, there: _Frame, long: float) -> None:
        """What the edges of the table are, in words."""
        canvas.setFont(REGULAR, _CAPTION)
        canvas.setFillColor(SOFT)
        first = self._lay.spread.sections[0].zones[0]
        low = "plan.near-fold" if measured_from(first) is From.FOLD else "plan.near-selvage"
        edge, key = in_words(say(low), self._unit), in_words(say("plan.key"), self._unit)
        ratio = f"1:{2.834645669 / there.scale:.1f}"
        wide = [pdfmetrics.stringWidth(text, REGULAR, _CAPTION) for text in (edge, key, ratio)]
        left, right = there.left, there.left + long * there.scale
        right = max(right, left + wide[0] + _CAPTION + wide[2])
        canvas.drawString(left, _BELOW - 11, edge)
        canvas.drawRightString(right, _BELOW - 11, ratio)
        beside = (right - left - wide[1]) / 2 - _CAPTION
        if beside > max(wide[0], wide[2]):
            canvas.drawCentredString((left + right) / 2, _BELOW - 11, key)
        else:  # a short stretch: the key has a line of its own
            canvas.drawString(left, _BELOW - 11 - 1.2 * _CAPTION, key)


def _names(row: Laid, rows: Sequence[Laid], lay: Lay) -> tuple[str, str, str]:
    """What stands in a piece: its number, with that of a piece that shares its place, its name, and
    which copies come out of which plies."""
    sharing = [
        other
        for other in rows
        if other is not row
        and is_covered(lay.placement(other.placement), lay)
        and other.section == row.section
        and other.fold == row.fold != ""
    ]
    number = str(row.number)
    name = plain_text(row.called)
    if sharing and f"with {sharing[0].name}" in row.copies:
        number = f"{number} + {sharing[0].number}"
        name = f"{name}, {plain_text(sharing[0].called)}"
    words = [row.copies]
    if row.of_plies > 1:
        words.append(str(row.plies_words))
    if row.turned_over:
        words.append(str(row.side_words))
    return number, name, ", ".join(words)
