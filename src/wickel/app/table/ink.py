"""Drawing in pixels on top of a scene in mm: names and arrows that keep their size at every
zoom."""

from __future__ import annotations

import math

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QFontMetricsF, QPainter, QPen

from wickel.app.theme import text_font


def mixed_colour(one: str, other: str, share: float) -> QColor:
    """A colour between two, with ``share`` of the first."""
    a, b = QColor(one), QColor(other)
    return QColor(
        round(a.red() * share + b.red() * (1 - share)),
        round(a.green() * share + b.green() * (1 - share)),
        round(a.blue() * share + b.blue() * (1 - share)),
    )


def pen(colour: str | QColor, width: float, style: Qt.PenStyle = Qt.PenStyle.SolidLine) -> QPen:
    """A pen whose width is in pixels at every zoom."""
    made = QPen(QColor(colour), width, style, Qt.PenCapStyle.RoundCap, Qt.PenJoinStyle.RoundJoin)
    made.setCosmetic(True)
    return made


def dashed(colour: str | QColor, width: float, *dashes: float) -> QPen:
    """A dashed cosmetic pen; dashes in multiples of the width."""
    made = pen(colour, width)
    made.setCapStyle(Qt.PenCapStyle.FlatCap)
    made.setDashPattern(list(dashes))
    return made


def arrow(painter: QPainter, at: QPointF, deg: float, length: float, barb: float = 6.0) -> None:
    """An arrow centred on a pixel, pointing along ``deg`` counter-clockwise from the right."""
    turn = math.radians(deg)
    along = QPointF(math.cos(turn), -math.sin(turn))
    across = QPointF(-along.y(), along.x())
    tip = at + along * (length / 2)
    painter.drawLine(at - along * (length / 2), tip)
    painter.drawLine(tip, tip - along * barb + across * (barb * 0.55))
    painter.drawLine(tip, tip - along * barb - across * (barb * 0.55))


def name_in(
    painter: QPainter,
    box: QRectF,
    centre: QPointF,
    lines: tuple[str, ...],
    colour: str,
    ground: QColor,
) -> float:
    """Write a name (bold) and what follows in a box of pixels, as large as fits from 15 down to 9.

    A thin coat of the ground is painted behind the words, so that lines under them stand back.

    Returns the height used, 0 when it would not fit; what does not fit is left out.
    """
    coat = QColor(ground)
    coat.setAlpha(170)
    for size in (15, 14, 13, 12, 11, 10, 9):
        fonts = [text_font(size, bold=k == 0) for k in range(len(lines))]
        widths = [
            QFontMetricsF(font).horizontalAdvance(line)
            for font, line in zip(fonts, lines, strict=True)
        ]
        high = (size + 3) * len(lines)
        if max(widths) <= box.width() - 6 and high <= box.height() - 4:
            painter.setPen(QColor(colour))
            y = centre.y() - high / 2
            for font, wide, line in zip(fonts, widths, lines, strict=True):
                painter.fillRect(QRectF(centre.x() - wide / 2 - 2, y + 1, wide + 4, size + 2), coat)
                painter.setFont(font)
                painter.drawText(
                    QRectF(centre.x() - box.width(), y, 2 * box.width(), size + 3),
                    Qt.AlignmentFlag.AlignCenter,
                    line,
                )
                y += size + 3
            return high
    return 0.0 if len(lines) == 1 else name_in(painter, box, centre, lines[:1], colour, ground)
