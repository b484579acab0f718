"""How to fold, as pictures on paper: one a step, with what to do below it."""

from __future__ import annotations

import math
from xml.sax.saxutils import escape

from reportlab.lib.colors import HexColor, white
from reportlab.lib.styles import ParagraphStyle
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, Paragraph

from wickel.cloth import Face, Panel, fold_panels, fold_words
from wickel.cloth.folding import LENGTH_MM, WIDTH_MM
from wickel.files.papers.sheet import BOLD, INK, REGULAR
from wickel.geometry import Point

_HIGHEST, _GAP = 130.0, 16.0
_HATCH_PT = 5.0
_RIGHT = HexColor("#e9e4d8")


class FoldFigure(Flowable):
    """The pictures of one way to fold, side by side: right side plain, wrong side hatched, folds
    thick, what is folded next dashed, with an arrow."""

    def __init__(self, way: str, shares: tuple[float, ...], *, cut_off: bool) -> None:
        super().__init__()
        self._panels = fold_panels(way, shares, cut_off=cut_off)
        words = fold_words(way, len(self._panels), cut_off=cut_off)
        style = ParagraphStyle("step", fontName=REGULAR, fontSize=9.5, leading=12, textColor=INK)
        self._words = [
            Paragraph(f"<b>{k}</b>  {escape(text)}" if len(words) > 1 else escape(text), style)
            for k, text in enumerate(words, start=1)
        ]

    def wrap(self, wide: float, high: float) -> tuple[float, float]:
        """As wide as there is room."""
        count = len(self._panels)
        self._each = min(250.0, (wide - _GAP * (count - 1)) / count)
        below = max(words.wrap(self._each, high)[1] for words in self._words)
        self._scale = min((self._each - 20) / LENGTH_MM, _HIGHEST / WIDTH_MM)
        self._below = below + 6
        self.width, self.height = wide, WIDTH_MM * self._scale + 22 + self._below
        return self.width, self.height

    def draw(self) -> None:
        """One picture after the other."""
        canvas: Canvas = self.canv
        for k, (panel, words) in enumerate(zip(self._panels, self._words, strict=True)):
            left = k * (self._each + _GAP)
            self._draw_panel(canvas, panel, left + 4, self._below + 8)
            words.drawOn(canvas, left, self._below - 6 - words.height)

    def _draw_panel(self, canvas: Canvas, panel: Panel, left: float, base: float) -> None:
        def there(point: Point) -> Point:
            return (left + point[0] * self._scale, base + point[1] * self._scale)

        for face in panel.faces:
            self._draw_face(canvas, face, [there(point) for point in face.outline])
        for (start, end), colour, wide, dashes in (
            *((line, INK, 3.2, []) for line in panel.folds),
            *((line, INK, 1.2, [5, 3]) for line in panel.fold_at),
            *((line, INK, 1.4, [8, 2, 1.5, 2]) for line in panel.cut_at),
        ):
            canvas.setStrokeColor(colour)
            canvas.setLineWidth(wide)
            canvas.setDash(dashes)
            canvas.line(*there(start), *there(end))
        canvas.setDash([])
        for start, end in panel.moves:
            _arrow(canvas, there(start), there(end))

    @staticmethod
    def _draw_face(canvas: Canvas, face: Face, corners: list[Point]) -> None:
        path = canvas.beginPath()
        path.moveTo(*corners[0])
        for corner in corners[1:]:
            path.lineTo(*corner)
        path.close()
        canvas.setStrokeColor(INK)
        canvas.setLineWidth(0.9)
        canvas.setFillColor(white if face.wrong_side else _RIGHT)
        canvas.drawPath(path, stroke=1, fill=1)
        xs, ys = [x for x, _ in corners], [y for _, y in corners]
        if face.wrong_side:
            canvas.saveState()
            canvas.clipPath(path, stroke=0)
            canvas.setLineWidth(0.35)
            high = max(ys) - min(ys)
            x = min(xs) - high
            while x < max(xs):
                canvas.line(x, min(ys), x + high, max(ys))
                x += _HATCH_PT
            canvas.restoreState()
        middle = (sum(xs) / len(xs), sum(ys) / len(ys))
        canvas.setFillColor(white)
        canvas.circle(*middle, 7.5, stroke=1, fill=1)
        canvas.setFillColor(INK)
        canvas.setFont(BOLD, 9)
        canvas.drawCentredString(middle[0], middle[1] - 3.2, str(face.plies))


def _arrow(canvas: Canvas, start: Point, end: Point) -> None:
    """A bent arrow from one place to another."""
    (ax, ay), (bx, by) = start, end
    rise = 0.22
    cx, cy = (ax + bx) / 2 - rise * (by - ay), (ay + by) / 2 + rise * (bx - ax)
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(1.0)
    path = canvas.beginPath()
    path.moveTo(ax, ay)
    path.curveTo(cx, cy, cx, cy, bx, by)
    canvas.drawPath(path, stroke=1, fill=0)
    turn = math.atan2(by - cy, bx - cx)
    for side in (2.7, -2.7):
        canvas.line(bx, by, bx + 6 * math.cos(turn + side), by + 6 * math.sin(turn + side))
