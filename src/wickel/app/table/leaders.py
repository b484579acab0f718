"""Names that have no room inside their pieces: written beside them, with a thin line to the
piece."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass

from PySide6.QtCore import QPointF, QRectF
from PySide6.QtGui import QPainterPath

_RADII = (26.0, 44.0, 66.0, 92.0, 124.0, 164.0, 214.0, 280.0, 360.0)
_TURNS = 16


@dataclass(frozen=True, slots=True)
class Leader:
    """A name to be written in a box, and the point of its piece that the line leads to."""

    text: str
    box: QRectF
    at: QPointF


def leaders(
    wanted: Iterable[tuple[str, QPointF, float, float]], taken: Iterable[QPainterPath], view: QRectF
) -> list[Leader]:
    """A place for each name, near its piece and clear of pieces and of other names.

    ``wanted`` are the names with the points they belong to and the width and height of their words,
    all in pixels of the ``view``; ``taken`` are the pieces there. A name that finds no free place
    is written where it covers least.
    """
    shapes = [(path.boundingRect(), path) for path in taken]
    placed: list[Leader] = []
    for text, at, wide, high in wanted:
        best: tuple[float, QRectF] | None = None
        for radius in _RADII:
            for k in range(_TURNS):
                turn = 2 * math.pi * k / _TURNS
                x = at.x() + (radius + wide / 2) * math.cos(turn)
                y = at.y() + (radius + high / 2) * math.sin(turn)
                box = QRectF(x - wide / 2, y - high / 2, wide, high)
                if not view.contains(box):
                    continue
                names = sum(_common(box, other.box) for other in placed)
                pieces = sum(
                    _common(box, bounds) for bounds, path in shapes if path.intersects(box)
                )
                cost = 4.0 * names + pieces + 0.05 * radius
                if best is None or cost < best[0]:
                    best = (cost, box)
            if best is not None and best[0] <= 0.05 * radius + 1e-6:
                break
        if best is not None:
            placed.append(Leader(text, best[1], at))
    return placed


def _common(one: QRectF, other: QRectF) -> float:
    both = one.intersected(other)
    return max(0.0, both.width()) * max(0.0, both.height())
