"""How long a large book takes: 2,000 jobs, 500 cloths, 1,000 remnants, 5,000 entries of the log;
listed, searched, and shown in the window.

python -m benchmarks.book
"""

from __future__ import annotations

import json
import os
import tempfile
from collections.abc import Callable
from dataclasses import replace
from datetime import date
from pathlib import Path
from time import perf_counter

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PySide6.QtWidgets import QApplication

from wickel.app.runners import InlineRunner
from wickel.app.stage import Stage
from wickel.app.stages.shelf_sheet import ShelfSheet
from wickel.app.start import make_window
from wickel.files import job_record
from wickel.studio import orders
from wickel.studio.book import open_book
from wickel.studio.folder import StudioFolder
from wickel.studio.season import season
from wickel.units import Unit

JOBS, CLOTHS, REMNANTS, ENTRIES = 2000, 500, 1000, 5000


def fill(home: Path) -> StudioFolder:
    """A studio of that size."""
    folder = StudioFolder(home / "studio")
    folder.path.mkdir(parents=True)
    made = season(date(2026, 12, 1), 0)
    jobs = [*orders(), *made.jobs]
    for k in range(JOBS):
        job = replace(jobs[k % len(jobs)], name=f"Job {k}", book_id=f"j{k}")
        path = folder.path / f"{k:04}-job.wickel.json"
        path.write_text(json.dumps(job_record(job)))
    book, _ = open_book(folder.path / "book", "2026-12-01")
    cloths = [own for own in made.shelf if not own.is_remnant]
    remnants = [own for own in made.shelf if own.is_remnant]
    book.shelf.add_new(
        replace(own, cloth=replace(own.cloth, name=f"{own.name} {k}"))
        for kinds, count in ((cloths, CLOTHS), (remnants, REMNANTS))
        for k, own in ((k, kinds[k % len(kinds)]) for k in range(count))
    )
    book.log.add_new(replace(made.log[k % len(made.log)], id=f"e{k}") for k in range(ENTRIES))
    book.clients.add_new(made.clients)
    book.store.close()
    return folder


def timed(words: str, act: Callable[[], object], times: int = 5) -> None:
    """The least of several times."""
    taken = []
    for _ in range(times):
        began = perf_counter()
        act()
        taken.append(perf_counter() - began)
    print(f"{words}: {1000 * min(taken):.0f} ms (at most {1000 * max(taken):.0f})")


def main() -> None:
    with tempfile.TemporaryDirectory() as home:
        folder = fill(Path(home))
        timed("job files read the first time", lambda: first(folder), times=1)
        book, _ = open_book(folder.path / "book", "2026-12-01")
        paths = folder.jobs()
        timed("jobs listed in a program just started", lambda: book.jobs.listed(paths), times=1)
        timed("jobs listed", lambda: book.jobs.listed(paths))
        timed("shelf read in a program just started", book.shelf.all, times=1)
        timed("shelf searched", lambda: book.shelf.found("twill rack 2"))
        timed("log searched", lambda: book.log.found("longer", 60))
        timed("all of the log read", book.log.entries)
        book.store.close()
        in_the_window(Path(home))


def first(folder: StudioFolder) -> None:
    """Read every job file."""
    book, _ = open_book(folder.path / "book", "2026-12-01")
    book.jobs.listed(folder.jobs())
    book.store.close()


def in_the_window(home: Path) -> None:
    """The same as somebody sees it."""
    app = QApplication([])
    window = make_window(app, home, InlineRunner(most_effort=2), demo=False)
    window.resize(1280, 800)
    window.show()
    window.book.open_now()

    def shown() -> None:
        app.processEvents()

    window.show_stage(Stage.JOBS)
    while window.book.is_looking:
        shown()

    def search(words: str) -> None:
        window.jobs.search.setText(words)
        shown()

    timed(
        "rail shown", lambda: (window.show_stage(Stage.LAY), window.show_stage(Stage.JOBS), shown())
    )
    timed("rail searched", lambda: (search("coat"), search("")))
    sheet = ShelfSheet(window, window.book, Unit.CM)
    sheet.show()
    shown()
    timed("shelf searched in sight", lambda: (sheet.search.setText("linen"), shown()))
    timed("shelf all in sight", lambda: (sheet.search.setText(""), shown()))
    sheet.close()
    window.show_stage(Stage.CLOTH)
    shown()
    timed(
        "shelf beside the cloth searched", lambda: (window.cloth.search.setText("linen"), shown())
    )
    window.cloth.search.clear()
    window.show_stage(Stage.LOG)
    shown()
    timed("log searched in sight", lambda: (window.log.search.setText("longer"), shown()))
    timed("figures over time, first", lambda: (window.log.show_page(1), shown()), times=1)
    window.close()


if __name__ == "__main__":
    main()
