"""A disk that is full or cannot be written: nothing is lost without a question, and a rescue copy
is kept where there is room."""

import os

import pytest
from PySide6.QtCore import Qt, QTimer
from PySide6.QtWidgets import QApplication, QDialog, QFileDialog, QPushButton

from tests.app.test_window import BODY, LEFT, go, type_into
from wickel.app import job_file
from wickel.files import read_job, rescued
from wickel.files import save_job as really_save


@pytest.fixture
def full_disk(monkeypatch):
    """A disk without room, until it is called."""

    def full(job, path):
        raise OSError(28, os.strerror(28))

    monkeypatch.setattr(job_file, "save_job", full)
    return lambda: monkeypatch.setattr(job_file, "save_job", really_save)


@pytest.fixture
def pressing(qtbot):
    """Presses buttons, by their words, of the questions that come while something is done; Esc for
    an empty word."""
    seen, waiting, came = [], [], set()
    timer = QTimer()

    def press():
        dialog = QApplication.activeModalWidget()
        if not isinstance(dialog, QDialog) or not dialog.isVisible():
            return
        if dialog not in came:  # it is there, and laid out the next time
            came.add(dialog)
            return
        came.discard(dialog)
        seen.append(dialog.windowTitle())
        words = waiting.pop(0) if waiting else ""
        found = [own for own in dialog.findChildren(QPushButton) if own.text() == words]
        if found:
            qtbot.mouseClick(found[0], LEFT)
        else:
            qtbot.keyClick(dialog, Qt.Key.Key_Escape)

    timer.timeout.connect(press)
    timer.start(20)

    def answer(*words):
        seen.clear()
        waiting[:] = words
        return seen

    yield answer
    timer.stop()


def change(window, qtbot, text="58"):
    go(qtbot, window, BODY)
    type_into(qtbot, window.body.fields["head"], text)


@pytest.mark.own_window
def test_closing_with_a_full_disk_asks_and_can_be_called_off(
    window, session, qtbot, full_disk, pressing
):
    change(window, qtbot)
    seen = pressing("")
    window.close()
    assert seen == ["This job is not saved"]
    assert window.isVisible()
    assert session.job.garments[0].body["head"] == 580
    (copy,) = rescued()
    assert read_job(copy).garments[0].body["head"] == 580
    assert oct(copy.stat().st_mode & 0o777) == "0o600"
    full_disk()  # there is room again
    seen = pressing()
    window.close()
    assert seen == []
    assert not window.isVisible()
    assert read_job(session.path).garments[0].body["head"] == 580
    assert rescued() == ()


@pytest.mark.long
@pytest.mark.own_window
def test_it_can_be_saved_elsewhere(
    window, session, qtbot, monkeypatch, full_disk, pressing, tmp_path
):
    change(window, qtbot)
    elsewhere = tmp_path / "stick" / "mine.wickel.json"

    def chosen(*_):
        full_disk()
        return str(elsewhere), ""

    monkeypatch.setattr(QFileDialog, "getSaveFileName", chosen)
    pressing("Save it elsewhere…")
    window.close()
    assert not window.isVisible()
    assert read_job(elsewhere).garments[0].body["head"] == 580


@pytest.mark.own_window
def test_left_unsaved_the_rescue_copy_is_offered_at_the_next_start(
    window, session, qtbot, full_disk, pressing
):
    change(window, qtbot)
    before = session.path
    pressing("Leave it unsaved")
    window.close()
    assert not window.isVisible()
    assert read_job(before).garments[0].body["head"] != 580
    full_disk()
    window.show()
    seen = pressing("Open the rescue copy")
    window.offer_rescued()
    qtbot.waitUntil(lambda: session.path != before)
    assert seen == ["Work that could not be saved"]
    assert session.job.garments[0].body["head"] == 580
    assert rescued() == ()


def test_another_job_is_not_opened_over_one_that_is_not_saved(
    window, session, qtbot, full_disk, pressing
):
    change(window, qtbot)
    other = next(path for path in window._folder.orders() if path != session.path)
    before = session.path
    seen = pressing("Try again", "")
    assert not window.open_path(other)
    assert len(seen) == 2
    assert session.path == before
    assert session.job.garments[0].body["head"] == 580
    pressing("Leave it unsaved")
    assert window.open_path(other)
    assert session.path == other


def test_the_copy_of_a_job_left_unsaved_outlives_the_saving_of_another(
    window, session, qtbot, full_disk, pressing
):
    change(window, qtbot)
    other = next(path for path in window._folder.orders() if path != session.path)
    pressing("Leave it unsaved")
    assert window.open_path(other)
    full_disk()
    change(window, qtbot, "57")
    assert session.save_now()
    (copy,) = rescued()
    assert read_job(copy).garments[0].body["head"] == 580


def test_nothing_is_asked_where_everything_is_saved(window, session, qtbot, pressing):
    change(window, qtbot)
    seen = pressing()
    window.close()
    assert seen == []
    assert read_job(session.path).garments[0].body["head"] == 580


@pytest.mark.own_window
def test_a_rescue_copy_goes_only_when_it_is_thrown_away(window, qtbot, full_disk, pressing):
    change(window, qtbot)
    pressing("Leave it unsaved")
    window.close()
    window.show()
    seen = pressing("")  # Esc: it stays
    window.offer_rescued()
    qtbot.waitUntil(lambda: len(seen) == 1)
    assert len(rescued()) == 1
    pressing("Throw it away")
    window.offer_rescued()
    qtbot.waitUntil(lambda: rescued() == ())
