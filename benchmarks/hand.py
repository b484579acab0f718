"""Laying by hand in the real view: how long picking up takes, and each move of a drag with the
painting of it.

``python -m benchmarks.hand`` lays a hundred curved pieces of two hundred points, open and folded,
and drags one piece after the other along a walk of small steps; milliseconds.
"""

from __future__ import annotations

import math
import os
import sys
from dataclasses import replace
from statistics import median, quantiles
from time import perf_counter

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

import numpy as np
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from wickel.app.table.hand_view import HandView
from wickel.cloth import Cloth, Print
from wickel.lay import CutOrder, CutPiece, Lay, Search, make_lay
from wickel.lay.hand import with_placements
from wickel.units import Unit

PIECES, POINTS, COLUMNS = 100, 200, 20
STEPS, DRAGS, STEP_PX = 60, 12, 6


def blob(seed: int, size: float) -> tuple[tuple[float, float], ...]:
    """A smooth closed curve of so many points, about so large."""
    own = np.random.default_rng(seed)
    waves = [(own.uniform(0.02, 0.09), own.uniform(0, math.tau)) for _ in range(4)]
    points = []
    for k in range(POINTS):
        turn = math.tau * k / POINTS
        reach = (
            size
            / 2
            * (0.8 + sum(a * math.cos((n + 2) * turn + b) for n, (a, b) in enumerate(waves)))
        )
        points.append((reach * math.cos(turn), reach * math.sin(turn)))
    return tuple(points)


def lay_of(way: str) -> Lay:
    """A hundred pieces in rows; folded, each is a pair."""
    folded = way != "open"
    order = CutOrder(cloth="c", copies=2 if folded else 1, pair=folded)
    pieces = tuple(
        CutPiece(id=f"p{k}", name=f"Piece {k}", cut_line=blob(k, 230.0), orders=(order,))
        for k in range(PIECES)
    )
    width = 1500.0 * (2 if folded else 1)
    cloth = Cloth(id="c", usable_width_mm=width, print=Print.TWO_WAY, reserve_mm=0.0)
    lay = make_lay(pieces, cloth, way, search=Search(effort=1))
    rows = (
        replace(p, x_mm=150.0 + 260.0 * (k % COLUMNS), y_mm=150.0 + 280.0 * (k // COLUMNS))
        for k, p in enumerate(lay.placements)
    )
    turned = (replace(p, turn_deg=0.0, mirrored=False) for p in rows)
    return with_placements(lay, turned)


def dragged(view: HandView, id: str, seed: int) -> tuple[float, list[float]]:
    """Milliseconds of picking a piece up, and of every move."""
    own = np.random.default_rng(seed)
    item = view.items_by_id[id]
    at = view.mapFromScene(item.mapToScene(item.cut_path.boundingRect().center()))
    port = view.viewport()
    QTest.mousePress(port, Qt.MouseButton.LeftButton, pos=at)
    began = perf_counter()
    at += QPoint(5, 0)
    QTest.mouseMove(port, at)
    port.repaint()
    picked = (perf_counter() - began) * 1e3
    moves = []
    turn = own.uniform(0, math.tau)
    for _ in range(STEPS):
        turn += own.normal(0, 0.4)
        step = QPoint(round(STEP_PX * math.cos(turn)), round(STEP_PX * math.sin(turn)))
        inside = port.rect().adjusted(40, 40, -20, -40)
        if not inside.contains(at + step):
            turn += math.pi
            continue
        at += step
        began = perf_counter()
        QTest.mouseMove(port, at)
        port.repaint()
        moves.append((perf_counter() - began) * 1e3)
    view.cancel()
    return picked, moves


def main() -> None:
    app = QApplication.instance() or QApplication([sys.argv[0]])
    print("way         picking up: most   a move: median   99 %   most")
    for way in ("open", "lengthwise"):
        view = HandView()
        view.resize(1000, 560)
        view.show()
        view.show_lay(lay_of(way), Unit.CM)
        app.processEvents()
        ids = view.order()[:: PIECES // DRAGS]
        picks, moves = [], []
        for k, id in enumerate(ids):
            picked, own = dragged(view, id, k)
            picks.append(picked)
            moves += own
        late = quantiles(moves, n=100)[-1]
        print(f"{way:12}{max(picks):12.0f}{median(moves):17.1f}{late:9.1f}{max(moves):7.1f}")


if __name__ == "__main__":
    main()
