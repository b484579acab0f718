"""Names that have no room inside their pieces: written beside them, with a thin line to the
piece."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
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
    paths = list(taken)
    shapes = _boxes([path.boundingRect() for path in paths])
    placed: list[Leader] = []
    for text, at, wide, high in wanted:
        names = _boxes([other.box for other in placed])
        best: tuple[float, QRectF] | None = None
        for radius in _RADII:
            for k in range(_TURNS):
                turn = 2 * math.pi * k / _TURNS
                x = at.x() + (radius + wide / 2) * math.cos(turn)
                y = at.y() + (radius + high / 2) * math.sin(turn)
                box = QRectF(x - wide / 2, y - high / 2, wide, high)
                if not view.contains(box):
                    continue
                over = _common(shapes, box)
                pieces = sum(over[n] for n in np.flatnonzero(over) if paths[n].intersects(box))
                cost = 4.0 * float(_common(names, box).sum()) + float(pieces) + 0.05 * radius
                if best is None or cost < best[0]:
                    best = (cost, box)
            if best is not None and best[0] <= 0.05 * radius + 1e-6:
                break
        if best is not None:
            placed.append(Leader(text, best[1], at))
    return placed


def _boxes(boxes: Sequence[QRectF]) -> NDArray[np.float64]:
    """Boxes as rows of left, top, right, bottom, (n, 4)."""
    rows = [(box.left(), box.top(), box.right(), box.bottom()) for box in boxes]
    return np.array(rows, dtype=np.float64).reshape(-1, 4)


def _common(boxes: NDArray[np.float64], box: QRectF) -> NDArray[np.float64]:
    """The area that each box has in common with one, (n)."""
    wide = np.minimum(boxes[:, 2], box.right()) - np.maximum(boxes[:, 0], box.left())
    high = np.minimum(boxes[:, 3], box.bottom()) - np.maximum(boxes[:, 1], box.top())
    common: NDArray[np.float64] = np.maximum(0.0, wide) * np.maximum(0.0, high)
    return common
