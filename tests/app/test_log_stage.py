"""The log: a job goes from the table into the book, what was learnt comes back, what is left goes
onto the shelf."""

from __future__ import annotations

import shutil

import pytest
from PySide6.QtCore import Qt
from PySide6.QtWidgets import QApplication, QLabel

from tests.app.test_cut_stage import go_to, typed
from wickel.app.stage import Stage
from wickel.app.start import make_window
from wickel.studio.book.store import NAME


def opened(qtbot, window):
    """The Log stage, its book opened in the background."""
    window.show_stage(Stage.LOG)
    qtbot.waitUntil(lambda: window.book.is_open)
    return window.log


@pytest.fixture
def log(qtbot, window):
    return opened(qtbot, window)


def others(log):
    return " | ".join(own.text() for own in log._rows.parentWidget().findChildren(QLabel))


def test_a_job_is_put_in_changed_and_taken_out(qtbot, window, log):
    session = window.session
    assert "not in the log yet" in log.title.text()
    assert not log._body.isEnabled()
    assert log.figures["planned"].text() == f"{session.lay.lay_length_mm / 1000:.2f} m"
    assert log.figures["used"].text() == "–"
    qtbot.mouseClick(log.put, Qt.MouseButton.LeftButton)
    id = session.job.book_id
    assert id
    assert "in the log since" in log.title.text()
    typed(qtbot, log.bought, "1.8 m")
    log.wrong["short"].click()
    log.next_time["longer"].click()
    log.who.setText("Wren")
    log.who.editingFinished.emit()
    log.note.setPlainText("3 cm longer in front")
    log.settle()
    from dataclasses import replace

    session.apply(replace(session.job, notes="x"), "notes")
    session.undo()
    assert session.job.book_id == id  # undo takes no job out of the log
    entry = window.book.entry(id)
    assert entry.bought_mm == pytest.approx(1800.0)
    assert (entry.wrong, entry.next_time) == (("short",), ("longer",))
    assert (entry.who, entry.note) == ("Wren", "3 cm longer in front")
    log.wrong["short"].click()
    assert window.book.entry(id).wrong == ()
    assert window.thread_bar.knots[Stage.LOG].tied
    qtbot.mouseClick(log.out, Qt.MouseButton.LeftButton)
    assert window.book.entry(id) is None


def test_the_table_gives_what_it_knows(qtbot, window):
    window.show_stage(Stage.CUT)
    window.cut._unsaved = 600.0
    go_to(qtbot, window.cut, "after:left")
    from PySide6.QtWidgets import QCheckBox

    window.cut._body.findChildren(QCheckBox)[0].click()
    log = opened(qtbot, window)
    assert log.figures["used"].text() == f"{window.session.lay.lay_length_mm / 1000:.2f} m"
    assert log.figures["minutes"].text().endswith("· 10")
    assert log.figures["left"].text().endswith(" m²")


@pytest.mark.long
def test_a_kept_entry_catches_up_with_the_table(qtbot, window, log):
    log.put_in()
    id = window.session.job.book_id
    assert window.book.entry(id).used_mm is None
    window.show_stage(Stage.CUT)
    window.cut._unsaved = 300.0
    go_to(qtbot, window.cut, "after:done")
    opened(qtbot, window)
    entry = window.book.entry(id)
    assert entry.used_mm == pytest.approx(window.session.lay.lay_length_mm)
    assert entry.minutes == pytest.approx(5.0, abs=0.5)
    typed(qtbot, log.used, "2 m")
    log.refresh()
    assert window.book.entry(id).used_mm == pytest.approx(2000.0)  # what was typed stands


def test_what_was_learnt_comes_back_with_the_same_client_or_style(qtbot, window, log):
    log.put_in()
    log.note.setPlainText("wider at the hip")  # kept although another job is opened at once
    path = window.session.path
    names = [own for own in window._folder.orders() if own != path]
    heron = next(own for own in names if "heron" in own.name)
    window.open_path(heron)  # another client, the same style
    assert "wider at the hip" in others(log)
    log.search.setText("nothing like it")
    assert others(log) == "Nothing is found."
    log.search.setText("marrow")
    assert "wider at the hip" in others(log)


def test_a_copy_of_a_job_is_another_job(qtbot, window, log):
    from wickel.files import read_job

    log.put_in()
    window.session.file.settle()
    assert window.session.save_now()
    again = window._folder.duplicate(window.session.path)
    assert read_job(window.session.path).book_id
    assert read_job(again).book_id == ""


@pytest.mark.long
def test_what_is_kept_goes_onto_the_shelf_and_into_the_next_job(qtbot, window):
    window.show_stage(Stage.CUT)
    go_to(qtbot, window.cut, "after:left")
    from PySide6.QtWidgets import QCheckBox

    window.cut._body.findChildren(QCheckBox)[0].click()
    opened(qtbot, window)
    qtbot.mouseClick(window.log.shelf, Qt.MouseButton.LeftButton)
    assert "1 remnant is on the shelf of Cloth" in window.slip.sentence.text()
    (remnant, *_) = [own for own in window.book.cloths if own.remnant]
    assert "Moss linen, remnant" in remnant.name
    from wickel.job.edits import with_shelf_cloth

    session = window.session
    job = with_shelf_cloth(session.job, session.cloth, remnant)
    assert job.cloths[0].remnant == remnant.remnant


def test_a_book_that_cannot_be_opened_is_said_and_the_stage_stays_usable(
    demo_home, qtbot, runner, tmp_path
):
    home = tmp_path / "home"
    shutil.copytree(demo_home, home)
    (home / "demo-studio" / "book" / NAME).write_bytes(b"no book " * 900)
    window = make_window(QApplication.instance(), home, runner, demo=True)
    qtbot.addWidget(window)
    window.show()
    opened(qtbot, window)
    assert "is damaged" in window.slip.sentence.text()
    assert not window.log.put.isEnabled()
    assert "The log is empty yet." in others(window.log)


def test_a_book_that_is_damaged_while_it_is_open_is_said_and_nothing_breaks(window, qtbot):
    with (window.book.folder / NAME).open("r+b") as file:
        file.write(b"no book " * 900)
    window.book.book.store._engine.dispose()
    opened(qtbot, window)
    window.show_stage(Stage.BODY)
    window.show_stage(Stage.JOBS)
    assert "is damaged" in window.slip.sentence.text()
    assert not window.book.keep_cloth(window.session.cloth)
