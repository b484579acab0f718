"""Labels on common sheets: what is written on every piece as soon as it is cut."""

from __future__ import annotations

from dataclasses import dataclass

from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable

from wickel.cutting import Label, ToCut, labels
from wickel.files.names import plain_text
from wickel.files.papers.sheet import BOLD, INK, REGULAR, SOFT, Paper
from wickel.units import MM_PER_INCH
from wickel.wording import Text, in_words, say

_INCH = MM_PER_INCH * mm


@dataclass(frozen=True, slots=True, kw_only=True)
class _Grid:
    """How labels lie on a sheet: their size, how many beside and below each other, and where the
    first begins, in points."""

    wide: float
    high: float
    columns: int
    rows: int
    left: float
    top: float
    gap: float = 0.0


_GRIDS: dict[Paper, _Grid] = {
    Paper.A4: _Grid(wide=70 * mm, high=37 * mm, columns=3, rows=8, left=0, top=0.5 * mm),
    Paper.A3: _Grid(wide=70 * mm, high=37 * mm, columns=4, rows=11, left=8.5 * mm, top=6.5 * mm),
    Paper.A2: _Grid(wide=70 * mm, high=37 * mm, columns=6, rows=16, left=0, top=1 * mm),
    Paper.LETTER: _Grid(
        wide=2.625 * _INCH,
        high=1.0 * _INCH,
        columns=3,
        rows=10,
        left=0.1875 * _INCH,
        top=0.5 * _INCH,
        gap=0.125 * _INCH,
    ),
}
"""Sheets that shops sell: 24 on A4, 30 on Letter."""


class LabelSheets:
    """The labels of a job, sheet after sheet."""

    def __init__(self, work: ToCut, paper: Paper) -> None:
        self._labels = [label for lay in work.lays for label in labels(lay, work)]
        self._grid, self._paper, self._work = _GRIDS[paper], paper, work
        self._each = self._grid.columns * self._grid.rows

    @property
    def pages(self) -> int:
        """How many sheets there are."""
        return -(-len(self._labels) // self._each)

    def page(self, number: int) -> Flowable:
        """One sheet."""
        own = self._labels[number * self._each : (number + 1) * self._each]
        return _Sheet(own, self._grid, self._paper, self._work)


class _Sheet(Flowable):
    def __init__(self, own: list[Label], grid: _Grid, paper: Paper, work: ToCut) -> None:
        super().__init__()
        self._labels, self._grid, self._paper, self._work = own, grid, paper, work

    def wrap(self, wide: float, high: float) -> tuple[float, float]:
        """The whole sheet."""
        self.width, self.height = wide, high - 1
        return self.width, self.height

    def draw(self) -> None:
        """The labels from the upper left on."""
        canvas: Canvas = self.canv
        grid = self._grid
        high = self._paper.points[1]
        for k, label in enumerate(self._labels):
            row, column = divmod(k, grid.columns)
            x = grid.left + column * (grid.wide + grid.gap)
            y = high - grid.top - (row + 1) * grid.high - 1
            self._draw_label(canvas, label, x, y)

    def _draw_label(self, canvas: Canvas, label: Label, x: float, y: float) -> None:
        grid, job = self._grid, self._work.job
        canvas.saveState()
        inner = grid.wide - 30
        canvas.setFillColor(INK)
        large = grid.high > 80
        size, step = (10.0, 13.0) if large else (8.5, 10.5)
        top = y + grid.high - (19 if large else 15)
        _fitted(canvas, plain_text(label.name), (x + 10, top), inner, BOLD, 15 if large else 12)
        which = [self._say(label.which), self._say(say("labels.fused")) if label.fused else ""]
        canvas.setFillColor(INK)
        line = top - step - 1
        rows = [
            "  ·  ".join(word for word in which if word),
            "  ·  ".join(
                word for word in (label.garment or job.name, label.size, label.mark) if word
            ),
            *_joined(label, 3 if large else 1, inner, size),
        ]
        for k, text in enumerate(text for text in rows if text):
            canvas.setFillColor(INK if k == 0 else SOFT)
            _fitted(canvas, plain_text(text), (x + 10, line), inner, REGULAR, size)
            line -= step
        canvas.setFillColor(SOFT)
        canvas.setFont(REGULAR, 7)
        canvas.drawString(x + 10, y + 6, self._say(say("labels.wrong-side", cloth=label.cloth)))
        canvas.setStrokeColor(INK)
        canvas.setLineWidth(1.0)
        ax, low, tip = x + grid.wide - 12, y + 9, y + grid.high - 10
        canvas.line(ax, low, ax, tip)
        for side in (-3.5, 3.5):
            canvas.line(ax, tip, ax + side, tip - 6)
        canvas.saveState()
        canvas.translate(ax - 2.5, (low + tip) / 2)
        canvas.rotate(90)
        canvas.setFillColor(INK)
        canvas.setFont(REGULAR, 6.5)
        canvas.drawCentredString(0, 0, self._say(say("labels.top")))
        canvas.restoreState()
        canvas.restoreState()

    def _say(self, text: Text) -> str:
        return plain_text(in_words(text, self._work.job.unit))


def _joined(label: Label, most: int, wide: float, size: float) -> list[str]:
    """What a piece joins to, in so many lines at most."""
    words = [f"{joint.edge} → {joint.piece}" for joint in label.joins]
    lines: list[str] = []
    for word in words:
        longer = f"{lines[-1]}, {word}" if lines else word
        fits = pdfmetrics.stringWidth(longer, REGULAR, size) <= wide
        if lines and (fits or len(lines) == most):
            lines[-1] = longer
        else:
            lines.append(word)
    return lines


def _fitted(
    canvas: Canvas, text: str, at: tuple[float, float], wide: float, font: str, size: float
) -> None:
    """A line of text, smaller where it is too long."""
    while size > 5.5 and pdfmetrics.stringWidth(text, font, size) > wide:
        size -= 0.5
    canvas.setFont(font, size)
    canvas.drawString(*at, text)
