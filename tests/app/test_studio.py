"""The studio in the window: figures over time, rules of thumb, photos; tables, the whole of it as a
zip; copies of the book put back; a season in the demo."""

import csv
import shutil
import subprocess
import sys
from dataclasses import replace

import pytest
from PySide6.QtCore import Qt
from PySide6.QtGui import QImage
from PySide6.QtWidgets import QApplication, QFileDialog

from tests.app.test_log_stage import opened
from tests.app.test_window import CTRL, JOBS, LAY, LEFT, LOG, go, type_into
from tests.studio.test_book_store import ENTRY
from wickel.app.book import StudioBook
from wickel.app.stages.copies_sheet import CopiesSheet
from wickel.app.start import make_window
from wickel.app.widgets.dialogs import Notice
from wickel.lay import labour_of
from wickel.studio.folder import StudioFolder
from wickel.studio.season import CLIENTS, ENTRIES
from wickel.studio.season import JOBS as SEASON_JOBS

ALT = Qt.KeyboardModifier.AltModifier


def notice(window):
    return next(own for own in window.findChildren(Notice) if own.isVisible())


def picture(path, colour=Qt.GlobalColor.blue):
    image = QImage(1800, 900, QImage.Format.Format_RGB32)
    image.fill(colour)
    image.save(str(path))
    return path


def test_a_rule_of_thumb_is_typed_once_a_style_and_says_what_is_saved(window, session, qtbot):
    log = opened(qtbot, window)
    qtbot.mouseClick(log.put, LEFT)
    type_into(qtbot, log.rule, "2.6 m")
    assert window.book.rule_mm("Box dress") == pytest.approx(2600.0)
    assert log.entry.rule_mm == pytest.approx(2600.0)
    assert log.rule_said.text().startswith("saves ")
    type_into(qtbot, log.used, "2.9 m")
    log.refresh()
    assert log.rule_said.text() == "takes 0.30 m more"
    window.open_path(next(p for p in window._folder.orders() if "heron" in p.name))
    opened(qtbot, window)
    assert log.rule.text() == "260 cm"  # the same style in another job


def test_photos_are_kept_small_shown_large_and_taken_out(window, qtbot, tmp_path):
    log = opened(qtbot, window)
    qtbot.mouseClick(log.put, LEFT)
    log.photos.added.emit(picture(tmp_path / "front.png"))
    log.photos.added.emit(picture(tmp_path / "back.png"))
    assert len(log.entry.photos) == 2
    assert len(log.photos.photos) == 2
    first = log.entry.photos[0]
    kept = QImage(str(window.book.photos / first))
    assert (kept.width(), kept.height()) == (900, 450)
    log.photos.show_large(first)
    log.photos.dropped.emit(first)
    assert log.entry.photos == window.book.entry(log.entry.id).photos
    assert first not in log.photos.photos
    (tmp_path / "bad.png").write_text("no")
    log.photos.added.emit(tmp_path / "bad.png")
    assert "no picture" in window.slip.sentence.text()


@pytest.mark.long
def test_figures_over_time_are_drawn_from_the_log(window, session, qtbot):
    for k in range(12):
        window.book.keep_entry(
            replace(
                ENTRY,
                id=f"e{k}",
                day=f"2026-{k % 6 + 1:02}-10",
                rule_mm=2000.0,
                used_mm=1500.0,
                planned_minutes=20.0,
                minutes=30.0,
                way="open" if k % 2 else "lengthwise",
                used_share=0.8 if k % 2 else 0.7,
            )
        )
    qtbot.keyClick(window, Qt.Key.Key_T, CTRL | ALT)
    assert window.stack.currentIndex() == LOG
    page = window.log.learnt
    assert page.isVisible()
    qtbot.waitUntil(lambda: bool(page.figures))
    assert page.figures["saved against the rule of thumb"] == "6.00 m"
    assert page.figures["of the cloth is used"] == "75%"
    assert page.figures["cutting, times as planned"] == "1.50"
    assert page.plots["ways"].accessibleDescription() == "Open, one ply: 80%; Folded in half: 70%"
    assert page.plots["saved"].accessibleDescription().startswith("2026-01: 1.00; 2026-02: 1.00")
    assert page.plots["minutes"].accessibleDescription() == "12 jobs"
    # and minutes are scaled by it everywhere
    go(qtbot, window, LAY)
    minutes = round(labour_of(session.lay).minutes() * 1.5)
    assert f"≈\u00a0{minutes}" in window.lay.ways.cards[session.way].used.text().replace(
        "⁠", ""
    ) or (str(minutes) in window.lay.ways.cards[session.way].used.text())
    qtbot.keyClick(window, Qt.Key.Key_I, CTRL)
    qtbot.keyClick(window, Qt.Key.Key_T, CTRL | ALT)
    qtbot.waitUntil(lambda: page.figures["saved against the rule of thumb"] == "6 yd 20 1/4 in")
    qtbot.mouseClick(window.log.page_buttons[0], LEFT)
    assert not page.isVisible()


def test_everything_is_written_as_tables(window, qtbot, tmp_path, monkeypatch):
    window.book.keep_entry(ENTRY)
    monkeypatch.setattr(QFileDialog, "getExistingDirectory", lambda *_: str(tmp_path / "out"))
    qtbot.keyClick(window, Qt.Key.Key_E, CTRL | ALT)
    names = sorted(path.name for path in (tmp_path / "out").iterdir())
    assert names == ["clients.csv", "jobs.csv", "log.csv", "shelf.csv"]
    rows = list(csv.reader((tmp_path / "out" / "jobs.csv").read_text().splitlines()))
    assert len(rows) == 1 + len(window._folder.all())
    (tmp_path / "file").write_text("")
    window.desk.going_out.write_sheets(tmp_path / "file")
    assert "cannot be written" in notice(window).windowTitle()


def test_the_studio_goes_out_and_into_another_one(window, qtbot, tmp_path, runner):
    window.book.keep_entry(ENTRY)
    path = tmp_path / "all.zip"
    window.desk.going_out.write_zip(path)
    qtbot.waitUntil(lambda: path.exists() and not window.desk.going_out.work.working)
    assert "whole studio is in all.zip" in window.slip.sentence.text()
    other = make_window(QApplication.instance(), tmp_path / "other", runner, demo=False)
    other.book.open_now()
    qtbot.addWidget(other)
    other.show()
    other.desk.going_out.read_zip(path)
    qtbot.waitUntil(lambda: not other.desk.going_out.work.working)
    lines = notice(other).lines
    assert f"{len(window._folder.all())} jobs" in lines
    assert [own.id for own in other.book.entries()] == ["a1"]
    notice(other).accept()
    go(qtbot, other, JOBS)
    assert len(other.jobs.rail.paths) == len(window._folder.orders())
    (tmp_path / "bad.zip").write_text("no zip")
    other.desk.going_out.read_zip(tmp_path / "bad.zip")
    qtbot.waitUntil(lambda: not other.desk.going_out.work.working)
    assert "no zip of a studio" in notice(other).sentence.text()
    other.close()


def test_a_copy_of_the_book_is_looked_into_and_put_back(window, qtbot, answering):
    window.book.keep_entry(ENTRY)
    folder = window.book.folder
    name = next(path.name for path in folder.glob("book-*.sqlite"))
    qtbot.keyClick(window, Qt.Key.Key_Y, CTRL | ALT)
    (sheet,) = [own for own in window.findChildren(CopiesSheet) if own.isVisible()]
    assert set(sheet.cards) == {name}
    with answering("") as seen:
        qtbot.mouseClick(sheet.cards[name], LEFT)
    assert "becomes as it was" in seen[0].sentence.text()
    assert window.book.entries() == ()
    assert "is kept as book-" in window.slip.sentence.text()
    assert len(list(folder.glob("book-*.sqlite"))) == 2
    assert window.book.keep_entry(ENTRY)


@pytest.mark.long
def test_the_demo_has_a_season_behind_it(qtbot, tmp_path, runner, demo_home):
    home = tmp_path / "home"
    shutil.copytree(demo_home, home)
    window = make_window(QApplication.instance(), home, runner, demo=True, season=True)
    qtbot.addWidget(window)
    window.show()
    window.book.open()
    qtbot.waitUntil(lambda: window.book.is_open and not window.book.is_looking)
    assert len(StudioFolder(window._folder.path).all()) == SEASON_JOBS
    qtbot.waitUntil(lambda: len(window.book.entries()) == ENTRIES)
    assert len(window.book.clients) == CLIENTS
    go(qtbot, window, JOBS)
    qtbot.waitUntil(lambda: len(window.jobs.rail.paths) > 30)
    qtbot.waitUntil(lambda: window.session.minutes_factor > 1.1)
    window.close()


def test_a_studio_on_a_network_disk_is_looked_at_and_its_jobs_go_on(
    qtbot, tmp_path, runner, demo_home, monkeypatch
):
    home = tmp_path / "home"
    shutil.copytree(demo_home, home)
    monkeypatch.setattr("wickel.studio.book.store.is_on_network", lambda _: True)
    window = make_window(QApplication.instance(), home, runner, demo=True)
    qtbot.addWidget(window)
    with qtbot.waitExposed(window):
        window.show()
    window.book.open_now()
    assert "opened to look at only" in window.slip.sentence.text()
    assert window.book.only_look
    log = opened(qtbot, window)
    assert not log.put.isEnabled()
    go(qtbot, window, JOBS)
    assert len(window.jobs.rail.paths) == 5
    assert len(window.book.clients) == 3
    assert not window.book.keep_cloth(window.session.cloth)
    type_into(qtbot, window.jobs.open_job.name, "Still here")
    assert window.session.save_now()
    window.close()
    window.book.close()


STARTED = """
import sys
from pathlib import Path
from PySide6.QtWidgets import QApplication
from wickel.app.runners import InlineRunner
from wickel.app.start import make_window
app = QApplication([])
window = make_window(app, Path(sys.argv[1]), InlineRunner(most_effort=1), demo=False, season=True)
window.show()
app.processEvents()
print([name for name in ("sqlalchemy", "alembic", "pyqtgraph") if name in sys.modules])
"""


@pytest.mark.long
def test_the_window_is_there_before_a_database_is_loaded(tmp_path):
    done = subprocess.run(
        [sys.executable, "-c", STARTED, str(tmp_path / "home")],
        capture_output=True,
        text=True,
        timeout=100,
        check=True,
    )
    assert done.stdout.splitlines()[-1] == "[]"


@pytest.mark.long
def test_many_jobs_are_read_in_the_background_and_listed_when_they_are_known(
    qtbot, tmp_path, runner, demo_home, monkeypatch
):
    monkeypatch.setattr("wickel.app.book.MOST_READ_AT_ONCE", 2)
    home = tmp_path / "home"
    shutil.copytree(demo_home, home)
    window = make_window(QApplication.instance(), home, runner, demo=True)
    qtbot.addWidget(window)
    with qtbot.waitExposed(window):
        window.show()
    window.show_stage(JOBS)
    assert window.jobs.rail.paths == ()
    window.book.open_now()
    qtbot.waitUntil(lambda: len(window.jobs.rail.paths) == 5)
    assert not window.jobs.nothing.isVisible()
    window.close()


def test_a_clash_on_an_entry_is_kept_apart_by_its_fields(window, qtbot):
    log = opened(qtbot, window)
    qtbot.mouseClick(log.put, LEFT)
    other = StudioBook(window._folder.path)
    seen = other.entry(log.entry.id)
    assert other.keep_entry(replace(seen, who="Wren"), seen)
    log.next_time["longer"].click()
    kept = other.entry(seen.id)
    assert (kept.who, kept.next_time) == ("Wren", ("longer",))
    other.close()
