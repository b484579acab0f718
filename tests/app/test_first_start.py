"""The first start, and the walk through the stages: in the real window."""

import pytest
from PySide6.QtCore import QProcess, Qt
from PySide6.QtWidgets import QApplication, QFrame

from wickel.app.first_start import STEPS, FirstStart
from wickel.app.settings_sheet import SettingsSheet
from wickel.app.stage import Stage
from wickel.app.stages.gallery import Gallery
from wickel.app.start import is_first_start, make_window


@pytest.fixture
def empty(qapp, qtbot, runner, tmp_path):
    window = make_window(qapp, tmp_path / "new", runner, demo=False)
    qtbot.addWidget(window)
    window.show()
    yield window
    window.close()


def test_a_studio_without_a_job_is_a_first_start(empty, window):
    assert is_first_start(empty)
    assert not is_first_start(window)


def test_my_own_studio_asks_what_is_usual_and_for_the_first_job(empty, qtbot):
    empty.welcome()
    (first,) = empty.findChildren(FirstStart)
    assert first.look.isDefault()
    qtbot.mouseClick(first.begin, Qt.MouseButton.LeftButton)
    (sheet,) = empty.findChildren(SettingsSheet)
    sheet.unit.setCurrentIndex(sheet.unit.findData("in"))
    sheet.unit.activated.emit(1)
    sheet.accept()
    qtbot.waitUntil(lambda: bool(empty.findChildren(Gallery)))
    assert empty.begun
    assert not is_first_start(empty)


def test_show_me_goes_on_with_the_demo_studio(empty, qtbot, monkeypatch):
    started = []
    monkeypatch.setattr(QProcess, "startDetached", lambda *given: started.append(given))
    empty.welcome()
    (first,) = empty.findChildren(FirstStart)
    qtbot.keyClick(first.look, Qt.Key.Key_Return)
    assert started[0][1] == ["-m", "wickel", "demo", "--walk"]
    assert not empty.isVisible()


@pytest.mark.long
def test_the_walk_goes_through_the_real_stages_and_ends(window, qtbot):
    walk = window.start_walk()
    seen = []
    for _ in STEPS:
        seen.append(Stage(window.stack.currentIndex()))
        assert walk.card.isVisible()
        assert window.rect().contains(walk.card.geometry())
        qtbot.mouseClick(walk.on, Qt.MouseButton.LeftButton)
    assert seen == [step.stage for step in STEPS]
    assert [stage for stage in seen if stage in (Stage.BODY, Stage.LAY, Stage.BUY, Stage.CUT)] == [
        Stage.BODY,
        Stage.LAY,
        Stage.BUY,
        Stage.CUT,
    ]
    assert not walk.card.isVisible()
    assert not walk.ring.isVisible()


def test_the_ring_lies_around_what_is_spoken_of(window, qtbot):
    walk = window.start_walk()
    walk.go([step.stage for step in STEPS].index(Stage.LAY))
    qtbot.waitUntil(walk.ring.isVisible)
    about = window.lay.ways.area
    corner = about.mapTo(window, about.rect().center())
    assert walk.ring.geometry().contains(corner)
    qtbot.mouseClick(walk.back, Qt.MouseButton.LeftButton)
    assert window.stack.currentIndex() == Stage.CLOTH
    window.show_stage(Stage.LOG)
    assert not walk.ring.isVisible()
    qtbot.mouseClick(walk.end, Qt.MouseButton.LeftButton)
    assert walk.card.isHidden()


@pytest.mark.long
@pytest.mark.own_window
def test_a_walk_begun_again_is_the_same_one(window, qtbot):
    walk = window.start_walk()
    walk.go(3)
    assert window.start_walk() is walk
    assert walk.at == 0
    cards = [own for own in window.findChildren(QFrame) if own.accessibleName() == "The walk"]
    assert cards == [walk.card]
    walk.stop()
    window.start_walk()
    assert walk.card.isVisible()
    window.resize(1100, 700)
    QApplication.processEvents()
    assert window.rect().contains(walk.card.geometry())
