"""The Body stage: clients of the studio, their dated measurements, what has changed; the drawn
figure."""

import xml.etree.ElementTree as ElementTree

import pytest
from PySide6.QtCore import QDate, Qt

from tests.app.test_window import BODY, CTRL, LEFT, go, type_into
from wickel.app.book import StudioBook
from wickel.app.widgets.figure import figure_with
from wickel.assets import figure_svg
from wickel.body import MEASUREMENTS


def choose(box, index):
    box.setCurrentIndex(index)
    box.activated.emit(index)


def today():
    return QDate.currentDate().toString(Qt.DateFormat.ISODate)


@pytest.mark.long
def test_a_client_of_the_book_is_taken_as_measured_last(window, session, qtbot):
    go(qtbot, window, BODY)
    choose(window.body.clients, window.body.clients.findText("Tamsin Quill"))
    assert session.garment.body == window._book.client("Tamsin Quill").latest
    assert session.job.client == "Tamsin Quill"
    assert "for Tamsin Quill" in window.ticket.about.text()
    qtbot.keyClick(window, Qt.Key.Key_Z, CTRL)
    assert session.job.client == "Odile Marrow"


def test_measurements_are_kept_under_today_s_date_and_can_be_compared(window, session, qtbot):
    go(qtbot, window, BODY)
    assert not window.body.keep_button.isEnabled()  # they are in the book already
    type_into(qtbot, window.body.fields["hip"], "106")
    assert window.body.days.currentText() == "2026-10-30"
    qtbot.mouseClick(window.body.keep_button, LEFT)
    days = [body.taken for body in window._book.client("Odile Marrow").bodies]
    assert days == ["2025-04-12", "2026-10-30", today()]
    beside = StudioBook(window._folder.path)
    assert beside.clients == window._book.clients
    beside.close()
    choose(window.body.compared, window.body.compared.findData("2026-10-30"))
    assert window.body.beside["hip"].text() == "2026-10-30: 104 cm, +2 cm since"
    assert window.body.beside["bust"].text() == "2026-10-30: 96 cm, as now"


def test_another_day_s_measurements_are_taken(window, session, qtbot):
    go(qtbot, window, BODY)
    choose(window.body.days, window.body.days.findData("2025-04-12"))
    assert session.garment.body["hip"] == 1040 - 14
    assert window.body.fields["hip"].text() == "102.6 cm"
    qtbot.keyClick(window, Qt.Key.Key_Z, CTRL)
    assert session.garment.body["hip"] == 1040


def test_a_size_is_not_kept_as_somebody_s_measurements(window, session, qtbot):
    go(qtbot, window, BODY)
    qtbot.mouseClick(window.body.size_buttons["92"], LEFT)
    before = window._book.clients
    qtbot.keyClick(window, Qt.Key.Key_K, CTRL)
    assert window._book.clients == before
    assert "name first" in window.slip.sentence.text()


@pytest.mark.long
def test_a_named_size_is_marked_as_not_measured(window, session, qtbot):
    go(qtbot, window, BODY)
    qtbot.mouseClick(window.body.size_buttons["92"], LEFT)
    type_into(qtbot, window.body.person, "Wenda Pool")
    assert session.garment.body.estimated == set(session.garment.body.measurements_mm)
    assert window.body.beside["bust"].text().startswith("estimated")
    type_into(qtbot, window.body.fields["bust"], "93")
    assert "bust" not in session.garment.body.estimated
    assert "hip" in session.garment.body.estimated


def test_the_figure_has_a_mark_for_every_measurement():
    root = ElementTree.fromstring(figure_svg())
    ids = [group.get("id") for group in root]
    assert sorted(ids) == sorted([*MEASUREMENTS, "body-front", "body-back"])
    shown = ElementTree.fromstring(figure_with("bust"))
    assert [group.get("id") for group in shown] == ["body-front", "body-back", "bust"]


def test_the_mark_follows_the_field_in_hand(window, qtbot):
    go(qtbot, window, BODY)
    figure = window.body.figure
    pictures = set()
    for measurement in ("hip", "upper_arm", "neck_to_knee"):
        qtbot.waitUntil(window.body.fields[measurement].isVisible)
        window.body.fields[measurement].setFocus()
        assert MEASUREMENTS[measurement].name.lower() in figure.accessibleName()
        image = figure.grab().toImage()
        pictures.add(bytes(image.constBits())[::97])
    assert len(pictures) == 3
