"""Pictures of each main view, from the demo data, without a screen."""

from __future__ import annotations

import os
import sys
import tempfile
from pathlib import Path


def write_shots(folder: Path) -> int:
    """Write one PNG a view into the folder; the exit code."""
    os.environ["QT_QPA_PLATFORM"] = "offscreen"
    from PySide6.QtWidgets import QApplication

    from wickel.app.stages.gallery import Gallery
    from wickel.app.start import make_window
    from wickel.app.tasks import InlineRunner
    from wickel.app.theme import DARK, apply_theme

    app = QApplication.instance() or QApplication([sys.argv[0]])
    assert isinstance(app, QApplication)
    folder.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as home:
        window = make_window(app, Path(home), InlineRunner(most_effort=80), demo=True)
        window.show()
        jobs = sorted((Path(home) / "demo-studio").glob("*.wickel.json"))

        def shot(name: str, stage: int) -> None:
            window.show_stage(stage)
            app.processEvents()
            window.grab().save(str(folder / f"{name}.png"))
            print(f"{name}.png")

        for name, stage in (("body", 0), ("draft", 1), ("cloth", 2), ("lay-open", 3)):
            shot(name, stage)
        window.open_path(jobs[3])
        shot("draft-trousers", 1)
        window.open_path(jobs[4])
        shot("draft-bodice", 1)
        gallery = Gallery(window, "Which garment?", window.draft._book)
        gallery.show()
        gallery.draw_all()
        app.processEvents()
        gallery.grab().save(str(folder / "gallery.png"))
        gallery.close()
        window.open_path(jobs[1])
        shot("lay-folded", 3)
        window.lay.view.step(1)
        shot("lay-piece-in-hand", 3)
        apply_theme(app, DARK)
        window.slip.dress()
        window.open_path(jobs[2])
        shot("lay-dark-inches", 3)
        window.close()
    return 0
