"""The tape along the edges of the table, in the maker's units."""

from __future__ import annotations

import math

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


def paint_tape(
    painter: QPainter,
    band: QRectF,
    zero_px: float,
    pixels_per_mm: float,
    length_mm: float,
    unit: Unit,
    *,
    upright: bool,
) -> None:
    """Paint one tape in a band of pixels: from ``zero_px`` on, up to ``length_mm``.

    Lying, it counts to the right; upright, it counts upwards from ``zero_px``.
    """
    colours = palette()
    painter.fillRect(band, QColor(colours.tape))
    painter.setPen(QPen(QColor(colours.ink), 1))
    painter.setFont(text_font(12))
    small, large, labelled = steps(unit, pixels_per_mm)
    per = MM_PER_INCH if unit is Unit.INCH else 10.0
    for k in range(math.floor(length_mm / small + 1e-6) + 1):
        mm = k * small
        whole, half = _multiple(mm, labelled), _multiple(mm, large)
        size = 11 if whole else 8 if half else 5
        offset = mm * pixels_per_mm
        if upright:
            y = zero_px - offset
            if not band.top() - 2 <= y <= band.bottom() + 2:
                continue
            painter.drawLine(QPointF(band.right() - size, y), QPointF(band.right(), y))
            if whole and mm > 0:
                painter.save()
                painter.translate(band.left() + 7, y)
                painter.rotate(-90)
                painter.drawText(
                    QRectF(-30, -7, 60, 14), Qt.AlignmentFlag.AlignCenter, f"{mm / per:g}"
                )
                painter.restore()
        else:
            x = zero_px + offset
            if not band.left() - 2 <= x <= band.right() + 2:
                continue
            painter.drawLine(QPointF(x, band.bottom() - size), QPointF(x, band.bottom()))
            if whole and mm > 0:
                painter.drawText(
                    QRectF(x - 30, band.top() + 1, 60, 14),
                    Qt.AlignmentFlag.AlignCenter,
                    f"{round(mm / per, 6):g}",
                )


def _multiple(mm: float, of: float) -> bool:
    return abs(mm / of - round(mm / of)) < 1e-6
