"""A long sitting leaves nothing behind: edits, undos and sheets give back their widgets and their
memory."""

import gc
from pathlib import Path

import pytest
from PySide6.QtCore import QCoreApplication, QEvent, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QDialog

from tests.often import all_or
from wickel.app.stage import Stage
from wickel.body import size_body
from wickel.job.edits import with_garment, with_option, with_size

LEFT = Qt.MouseButton.LeftButton
TURNS = 25
"""Each turn is eight edits, and as many undos, in all stages."""


def settled():
    for _ in range(4):
        QApplication.processEvents()
        QCoreApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete)
        QTest.qWait(5)


def widgets():
    settled()
    gc.collect()
    return len(QApplication.allWidgets())


def memory_mb():
    return int(Path("/proc/self/statm").read_text().split()[1]) * 4 // 1024


def one_turn(window):
    """In every stage an edit, taken back and done again and taken back."""
    session = window.session
    for k, stage in enumerate(Stage):
        window.show_stage(stage)
        if k % 2:
            job = with_option(session.job, session.garment, "ease_mm", 100.0 + k)
        else:
            job = with_size(session.job, session.garment, "100" if k % 4 else "96")
        session.apply(job, "leak")
        settled()
        session.undo()
        session.redo()
        settled()
        session.undo()
        settled()


@pytest.mark.timeout(600)  # two hundred edits, and what each of them lays
@pytest.mark.long
@pytest.mark.own_window
def test_edits_and_undos_give_back_their_widgets_and_their_memory(window):
    one_turn(window)
    one_turn(window)  # by now everything that is built late is there
    before, used = widgets(), memory_mb()
    for _ in range(TURNS):
        one_turn(window)
    assert widgets() == before
    assert memory_mb() - used < 60
    assert window.session.job.garments[0].body.measurements_mm != size_body("100").measurements_mm


@pytest.mark.long
@pytest.mark.own_window
def test_sheets_give_back_theirs(window, qtbot):
    window.show_stage(Stage.CUT)
    qtbot.waitUntil(lambda: window.session.lay is not None)

    def opened_and_shut():
        qtbot.mouseClick(window.cut.full_size, LEFT)
        (sheet,) = window.findChildren(QDialog)
        qtbot.waitUntil(lambda: not sheet.background.working)
        sheet.close()
        settled()
        assert not window.findChildren(QDialog)

    opened_and_shut()
    opened_and_shut()
    before, used = widgets(), memory_mb()
    for _ in range(20):
        opened_and_shut()
    assert widgets() == before
    assert memory_mb() - used < 60


@pytest.mark.long
def test_a_garment_that_changes_its_style_and_back_leaves_no_field_behind(window):
    session = window.session
    window.show_stage(Stage.DRAFT)

    def there_and_back():
        garment = session.garment
        other = "bodice" if garment.style != "bodice" else "box-dress"
        changed = type(garment)(id=garment.id, style=other, body=garment.body)
        session.apply(with_garment(session.job, changed), "style")
        settled()
        session.undo()
        settled()

    there_and_back()
    there_and_back()
    before = widgets()
    for _ in range(all_or(20, 1)):
        there_and_back()
    assert widgets() == before
