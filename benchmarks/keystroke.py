"""How long the window is held by an edit, and how soon there is a lay after it, with the worker
process.

    python -m benchmarks.keystroke

Types into an option of the demo's first job, whose cloth has a picture of 1 MB, while a search
runs. Prints for each edit the milliseconds that applying and repainting took, and those until the
first lay that is whole.
"""

from __future__ import annotations

import os
import statistics
import tempfile
from dataclasses import replace
from pathlib import Path
from time import perf_counter

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from wickel.app.runners import ProcessRunner
from wickel.app.start import make_window
from wickel.job.edits import with_cloth, with_option
from wickel.lay import not_laid

EDITS = 12


def main() -> None:
    app = QApplication([])
    with tempfile.TemporaryDirectory() as home:
        window = make_window(app, Path(home), ProcessRunner(), demo=True)
        window.show()
        session = window.session
        QTest.qWait(4000)  # until the worker is warm
        cloth = session.cloth
        pictured = replace(cloth, design=replace(cloth.design, picture=os.urandom(1_000_000)))
        session.apply(with_cloth(session.job, pictured), "picture")
        QTest.qWait(500)
        for stage, name in ((2, "Draft"), (4, "Lay")):
            window.show_stage(stage)
            QTest.qWait(300)
            held, first, turns = [], [], []
            for k in range(EDITS):
                started = perf_counter()
                longer = with_option(session.job, session.garment, "below_knee_mm", -30.0 + 3 * k)
                session.apply(longer, "length", f"{k}")
                window.repaint()
                held.append(1000 * (perf_counter() - started))
                worst = 0.0
                while session.lay is None or not_laid(session.lay) or not session.lay.complete:
                    turn = perf_counter()
                    app.processEvents()
                    worst = max(worst, perf_counter() - turn)
                    if perf_counter() - started > 5:
                        break
                first.append(1000 * (perf_counter() - started))
                for _ in range(40):
                    turn = perf_counter()
                    app.processEvents()
                    worst = max(worst, perf_counter() - turn)
                    QTest.qWait(5)
                turns.append(1000 * worst)
            print(
                f"{name}: applied and repainted {statistics.median(held):.0f} ms (worst "
                f"{max(held):.0f}), whole lay after {statistics.median(first):.0f} ms (worst "
                f"{max(first):.0f}), longest turn of the window {max(turns):.0f} ms"
            )
        window.close()


if __name__ == "__main__":  # the worker process imports this file again
    main()
