"""Settings, files that are dropped, pictures on the clipboard: in the real window."""

import json
from dataclasses import replace
from pathlib import Path

import pytest
from PySide6.QtCore import QMimeData, QPoint, QPointF, Qt, QUrl
from PySide6.QtGui import QDragEnterEvent, QDropEvent, QGuiApplication
from PySide6.QtWidgets import QApplication

from tests.files.drawings import drafted, sheet
from wickel.app.exchange.import_sheet import ImportSheet
from wickel.app.settings import MOST_WIDTHS, Settings, SettingsFile
from wickel.app.settings_sheet import SettingsSheet
from wickel.app.stage import Stage
from wickel.app.theme import (
    CONTRAST,
    DARK_CONTRAST,
    keep_still,
    palette,
    set_text_scale,
    text_scale,
)
from wickel.app.widgets.dialogs import Notice
from wickel.files.drawings.dxf_out import dxf_bytes
from wickel.lay import USUAL_RATES, labour_of, make_lay
from wickel.studio.ordering import with_answers, with_materials
from wickel.units import EIGHTH_YARD_MM, Unit
from wickel.wording import show_money_in


@pytest.fixture(autouse=True)
def _as_before():
    yield
    show_money_in("")
    set_text_scale(1.0)
    keep_still(QApplication.instance(), on=False)


@pytest.fixture
def settings(window, qtbot):
    qtbot.keyClick(window, Qt.Key.Key_Comma, Qt.KeyboardModifier.ControlModifier)
    (own,) = window.findChildren(SettingsSheet)
    return own


def choose(box, data):
    box.setCurrentIndex(box.findData(data))
    box.activated.emit(box.currentIndex())


@pytest.mark.long
def test_new_jobs_are_as_is_usual_in_the_studio(window, settings):
    choose(settings.unit, "in")
    settings.both.click()
    choose(settings.preset, "classic")
    settings.accept()
    window.start_job("pencil-skirt")
    job = window.session.job
    assert (job.unit, job.both_units) == (Unit.INCH, True)
    assert job.garments[0].allowances.preset == "classic"


@pytest.mark.long
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


@pytest.mark.long
def test_contrast_and_text_size_dress_the_window_anew(window, settings):
    settings.contrast.click()
    assert palette() == CONTRAST
    choose(settings.dark, "dark")
    assert palette() == DARK_CONTRAST
    choose(settings.text, "1.5")
    assert text_scale() == pytest.approx(1.5)
    assert "#000000" in window.styleSheet()


@pytest.mark.long
def test_the_studio_may_be_kept_elsewhere_from_the_next_start_on(window, settings, tmp_path):
    settings.take_folder(tmp_path / "other")
    assert settings.folder.whole == str(tmp_path / "other")
    assert "from the next start on" in settings.moved.text()
    assert SettingsFile(settings._settings._path).values.studio == str(tmp_path / "other")


@pytest.mark.long
def test_new_cloths_are_sold_in_the_usual_steps(window, settings, qtbot):
    settings.step.setText("1/8 yd")
    settings.step.finish()
    assert settings.step.text() == "1/8 yd"
    settings.accept()
    window.start_job("wrap-dress")
    assert {cloth.step_mm for cloth in window.session.job.cloths} == {EIGHTH_YARD_MM}
    assert window.jobs.quick.step_mm == EIGHTH_YARD_MM
    window.show_stage(Stage.JOBS)
    qtbot.waitUntil(lambda: bool(window.jobs.quick.who.currentText()))
    window.jobs.quick.ask_or_stop()
    assert window.jobs.quick.asked.step_mm == EIGHTH_YARD_MM


@pytest.mark.long
def test_a_cloth_that_a_job_comes_to_need_is_sold_in_steps_like_its_first(window, settings):
    settings.step.setText("25")
    settings.step.finish()
    settings.accept()
    window.start_job("pencil-skirt")
    before = len(window.session.job.cloths)
    options = {"lined": True}
    job, garment = window.session.job, window.session.job.garments[0]
    made = with_materials(with_answers(job, garment, options), garment, ("lining",))
    assert len(made.cloths) > before
    assert {cloth.step_mm for cloth in made.cloths} == {250.0}


@pytest.mark.long
def test_pieces_that_come_in_are_cut_from_cloth_in_the_usual_steps(
    window, settings, qtbot, tmp_path
):
    settings.step.setText("25")
    settings.step.finish()
    settings.accept()
    drawing = tmp_path / "skirt.dxf"
    drawing.write_bytes(dxf_bytes(sheet(drafted("pencil-skirt"))))
    window.bringing.read(drawing)
    qtbot.waitUntil(lambda: bool(window.findChildren(ImportSheet)))
    own = window.findChildren(ImportSheet)[-1]
    qtbot.waitUntil(lambda: own.settled() and own.new.isEnabled() and bool(own.read.pieces))
    qtbot.mouseClick(own.new, Qt.MouseButton.LeftButton)
    assert {cloth.step_mm for cloth in window.session.job.cloths} == {250.0}


def test_a_step_that_no_shop_sells_in_is_refused_beside_the_field(window, settings):
    settings.step.setText("1 mm")
    settings.step.finish()
    assert "from 5 mm to 20 m" in settings.step.accessibleDescription()
    assert window._settings.values.step_mm == 100.0


def test_minutes_are_planned_with_the_studio_s_own_rates(window, settings, qtbot):
    qtbot.waitUntil(lambda: window.session.lay is not None)
    labour = labour_of(window.session.lay)
    window.show_stage(Stage.LAY)
    settings.rates.fields["section_min"].setValue(10.0)
    settings.rates.line.setValue(3.0)
    assert "as they stand" in settings.rates.said.text()
    rates = window._settings.values.rates
    assert (rates.section_min, rates.line_mm_a_min) == (10.0, 3000.0)
    hand = 10.0 * labour.sections + 2.0 * labour.folds + 0.4 * labour.placements
    hand += labour.line_mm / 3000.0
    shown = window.lay.ways.cards[window.session.lay.way].used.text()
    assert f"{hand:.0f}\N{NO-BREAK SPACE}min" in shown
    window.show_stage(Stage.LOG)
    assert window.log.entry.planned_minutes == pytest.approx(hand)
    qtbot.mouseClick(settings.rates.as_usual, Qt.MouseButton.LeftButton)
    assert window._settings.values.rates == USUAL_RATES
    assert not settings.rates.as_usual.isEnabled()


def test_own_rates_stand_whatever_the_log_shows(window, settings):
    window.session.minutes_factor = 1.5
    assert window.session.rates == USUAL_RATES.times(1.5)
    settings.rates.fields["fold_min"].setValue(4.0)
    assert window.session.rates == replace(USUAL_RATES, fold_min=4.0)


def test_rates_are_there_again_at_the_next_start_and_impossible_ones_are_not(tmp_path):
    path = tmp_path / "settings.json"
    SettingsFile(path).remember(replace(Settings(), fold_min=4.0, step_mm=50.0))
    assert SettingsFile(path).values.rates == replace(USUAL_RATES, fold_min=4.0)
    path.write_text('{"fold_min": -1.0, "line_mm_a_min": 0.0, "step_mm": 1e9, "still": true}')
    assert SettingsFile(path).values == replace(Settings(), still=True)


def test_with_little_movement_pieces_lie_still_until_a_search_is_over(window, settings, qtbot):
    session = window.session
    qtbot.waitUntil(lambda: session.lay is not None and not session.searching)
    shown = []
    session.lays_changed.connect(lambda: shown.append(True))
    settings.still.click()
    assert QApplication.cursorFlashTime() == 0
    assert not QApplication.isEffectEnabled(Qt.UIEffect.UI_AnimateMenu)
    shown.clear()
    other = next(lay for lay in (make_lay(session.pieces, session.cloth, "lengthwise"),) if lay)
    session.laying.found.emit(session.cloth.id, other)
    qtbot.wait(120)
    assert shown == []  # what a search finds is not shown yet
    session.laying.ended.emit(session.cloth.id)
    assert shown == [True]
    settings.still.click()
    assert QApplication.cursorFlashTime() > 0
    session.laying.found.emit(session.cloth.id, make_lay(session.pieces, session.cloth, "turned"))
    qtbot.waitUntil(lambda: len(shown) > 1)


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


@pytest.mark.long
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


def test_settings_that_cannot_be_are_mended_field_by_field_and_read_by_nobody_else(tmp_path):
    path = tmp_path / "settings.json"
    bad = {"studio": "a\0b", "text": 1e9, "widths_mm": [500.0] * 10_000, "dark": True}
    path.write_text(json.dumps(bad))
    file = SettingsFile(path)
    assert file.values.studio == ""
    assert file.values.text == 1.0
    assert len(file.values.widths_mm) == MOST_WIDTHS
    assert file.values.dark
    file.remember(file.values)
    assert path.stat().st_mode & 0o777 == 0o600
