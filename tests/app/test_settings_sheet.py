"""Settings, files that are dropped, pictures on the clipboard: in the real window."""

from dataclasses import replace
from pathlib import Path

import pytest
from PySide6.QtCore import QMimeData, QPoint, QPointF, Qt, QUrl
from PySide6.QtGui import QDragEnterEvent, QDropEvent, QGuiApplication
from PySide6.QtWidgets import QApplication

from tests.files.drawings import drafted, sheet
from wickel.app.exchange.import_sheet import ImportSheet
from wickel.app.settings import Settings, SettingsFile
from wickel.app.settings_sheet import SettingsSheet
from wickel.app.stage import Stage
from wickel.app.theme import CONTRAST, DARK_CONTRAST, palette, set_text_scale, text_scale
from wickel.app.widgets.dialogs import Notice
from wickel.files.drawings.dxf_out import dxf_bytes
from wickel.units import Unit
from wickel.wording import show_money_in


@pytest.fixture(autouse=True)
def _as_before():
    yield
    show_money_in("")
    set_text_scale(1.0)


@pytest.fixture
def settings(window, qtbot):
    qtbot.keyClick(window, Qt.Key.Key_Comma, Qt.KeyboardModifier.ControlModifier)
    (own,) = window.findChildren(SettingsSheet)
    return own


def choose(box, data):
    box.setCurrentIndex(box.findData(data))
    box.activated.emit(box.currentIndex())


def test_new_jobs_are_as_is_usual_in_the_studio(window, settings):
    choose(settings.unit, "in")
    settings.both.click()
    choose(settings.preset, "classic")
    settings.accept()
    window.start_job("pencil-skirt")
    job = window.session.job
    assert (job.unit, job.both_units) == (Unit.INCH, True)
    assert job.garments[0].allowances.preset == "classic"


def test_a_school_drafts_new_garments(window, settings):
    school = window.book.schools[0]
    choose(settings.school, school.id)
    settings.accept()
    window.start_job("bodice")
    assert window.session.job.garments[0].allowances == school.allowances


def test_usual_widths_are_the_columns_of_buy(window, settings, qtbot):
    settings.widths.setText("1.2 m; 90")
    settings.widths.editingFinished.emit()
    assert settings.widths.text() == "90 cm; 120 cm"
    assert window.buy.widths_mm == (900.0, 1200.0)
    settings.widths.setText("5; 90")
    settings.widths.editingFinished.emit()
    assert window.buy.widths_mm == (900.0, 1200.0)
    assert "twelve widths" in settings.widths.accessibleDescription()


def test_what_costs_something_has_the_currency(window, settings, qtbot):
    settings.currency.setText("€")
    settings.currency.editingFinished.emit()
    settings.accept()
    qtbot.waitUntil(lambda: window.session.lay is not None)
    window.show_stage(Stage.LAY)
    texts = [own.text() for own in window.lay.findChildren(type(window.buy.list.cost))]
    assert any(text.endswith(" €") for text in texts)


def test_contrast_and_text_size_dress_the_window_anew(window, settings):
    settings.contrast.click()
    assert palette() == CONTRAST
    choose(settings.dark, "dark")
    assert palette() == DARK_CONTRAST
    choose(settings.text, "1.5")
    assert text_scale() == pytest.approx(1.5)
    assert "#000000" in window.styleSheet()


def test_the_studio_may_be_kept_elsewhere_from_the_next_start_on(window, settings, tmp_path):
    settings.take_folder(tmp_path / "other")
    assert "From the next start on" in settings.folder.text()
    assert SettingsFile(settings._settings._path).values.studio == str(tmp_path / "other")


def test_settings_that_cannot_be_understood_are_as_good_as_none(tmp_path):
    path = tmp_path / "settings.json"
    path.write_text('{"widths_mm": [1, "x"], "text": "large", "paper": 3, "currency": "€"}')
    assert SettingsFile(path).values == replace(Settings(), currency="€")


def dropped(window, *paths):
    data = QMimeData()
    data.setUrls([QUrl.fromLocalFile(str(path)) for path in paths])
    how = (
        Qt.DropAction.CopyAction,
        data,
        Qt.MouseButton.LeftButton,
        Qt.KeyboardModifier.NoModifier,
    )
    coming = QDragEnterEvent(QPoint(300, 300), *how)
    QApplication.sendEvent(window, coming)
    event = QDropEvent(QPointF(300, 300), *how)
    QApplication.sendEvent(window, event)
    return coming.isAccepted() and event.isAccepted()


def test_files_dropped_on_the_window_are_taken_as_what_they_are(window, qtbot, tmp_path):
    drawing = tmp_path / "skirt.dxf"
    drawing.write_bytes(dxf_bytes(sheet(drafted("pencil-skirt"))))
    assert dropped(window, drawing)
    qtbot.waitUntil(lambda: bool(window.findChildren(ImportSheet)))
    window.findChildren(ImportSheet)[-1].reject()
    picture = tmp_path / "look.png"
    window.grab().save(str(picture))
    dropped(window, picture)
    assert [own.name for own in window.session.job.pictures] == ["look"]
    other = window._folder.orders()[1]
    dropped(window, other)
    assert window.session.path == other
    dropped(window, tmp_path / "words.txt")
    assert "words.txt" in window.findChildren(Notice)[-1].sentence.text()


def test_a_picture_of_the_stage_goes_to_the_clipboard(window, qtbot):
    window.show_stage(Stage.LAY)
    qtbot.keyClick(
        window, Qt.Key.Key_W, Qt.KeyboardModifier.ControlModifier | Qt.KeyboardModifier.AltModifier
    )
    shown = QGuiApplication.clipboard().pixmap()
    assert shown.size() == window.lay.in_sight.size()


def test_a_job_named_at_the_start_is_opened(window, tmp_path):
    path = Path(window._folder.orders()[1])
    window.files.take(path)
    assert window.session.path == path
