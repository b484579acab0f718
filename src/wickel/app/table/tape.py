"""The tape along the edges of the table, in the maker's units."""

from __future__ import annotations

import math
from dataclasses import dataclass

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from wickel.app.theme import palette, text_font
from wickel.units import MM_PER_INCH, Unit

THICK = 26
_LEAST_LABEL_PX = 44
_LEAST_TICK_PX = 5


def steps(unit: Unit, pixels_per_mm: float) -> tuple[float, float, float]:
    """Small tick, large tick and label distance in mm, none closer than the eye can part."""
    choices = (1, 5, 10, 50, 100, 200, 500, 1000) if unit is not Unit.INCH else ()
    if choices:
        small = float(next((s for s in choices if s * pixels_per_mm >= _LEAST_TICK_PX), 1000))
        labels = (10, 50, 100, 200, 500, 1000, 2000)
        text = float(next((s for s in labels if s * pixels_per_mm >= _LEAST_LABEL_PX), 5000))
    else:
        fine = (1 / 8, 1 / 4, 1 / 2, 1, 3, 6, 12, 36)
        small = (
            next((s for s in fine if s * MM_PER_INCH * pixels_per_mm >= _LEAST_TICK_PX), 36)
            * MM_PER_INCH
        )
        labels_in = (1, 2, 6, 12, 36, 72)
        text = (
            next((s for s in labels_in if s * MM_PER_INCH * pixels_per_mm >= _LEAST_LABEL_PX), 144)
            * MM_PER_INCH
        )
    return (small, text / 2, text)


@dataclass(frozen=True, slots=True, kw_only=True)
class Tape:
    """A tape in the units of the maker: from ``zero_px`` on, up to ``length_mm``.

    Lying, it counts to the right; upright, it counts upwards from ``zero_px``.
    """

    zero_px: float
    pixels_per_mm: float
    length_mm: float
    unit: Unit
    upright: bool = False


def paint_tape(painter: QPainter, band: QRectF, tape: Tape) -> None:
    """Paint one tape in a band of pixels."""
    colours = palette()
    painter.fillRect(band, QColor(colours.tape))
    painter.setPen(QPen(QColor(colours.ink), 1))
    painter.setFont(text_font(12))
    small, large, labelled = steps(tape.unit, tape.pixels_per_mm)
    per = MM_PER_INCH if tape.unit is Unit.INCH else 10.0
    for k in range(math.floor(tape.length_mm / small + 1e-6) + 1):
        mm = k * small
        whole, half = _multiple(mm, labelled), _multiple(mm, large)
        size = 11 if whole else 8 if half else 5
        words = f"{round(mm / per, 6):g}" if whole and mm > 0 else ""
        offset = mm * tape.pixels_per_mm
        if tape.upright:
            _paint_mark_upright(painter, band, tape.zero_px - offset, size, words)
        else:
            _paint_mark_lying(painter, band, tape.zero_px + offset, size, words)


def _paint_mark_lying(painter: QPainter, band: QRectF, x: float, size: int, words: str) -> None:
    """One mark of a lying tape, if it is in the band."""
    if band.left() - 2 <= x <= band.right() + 2:
        painter.drawLine(QPointF(x, band.bottom() - size), QPointF(x, band.bottom()))
        box = QRectF(x - 30, band.top() + 1, 60, 14)
        painter.drawText(box, Qt.AlignmentFlag.AlignCenter, words)


def _paint_mark_upright(painter: QPainter, band: QRectF, y: float, size: int, words: str) -> None:
    """One mark of an upright tape, its number along the tape, if it is in the band."""
    if band.top() - 2 <= y <= band.bottom() + 2:
        painter.drawLine(QPointF(band.right() - size, y), QPointF(band.right(), y))
        painter.save()
        painter.translate(band.left() + 7, y)
        painter.rotate(-90)
        painter.drawText(QRectF(-30, -7, 60, 14), Qt.AlignmentFlag.AlignCenter, words)
        painter.restore()


def _multiple(mm: float, of: float) -> bool:
    return abs(mm / of - round(mm / of)) < 1e-6
