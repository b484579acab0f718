"""What a maker sees: nothing is cut off, every piece is named, cards are walked by arrows, lists
say what they do."""

import math
import re
from dataclasses import replace
from io import BytesIO

import pytest
from pypdf import PdfReader
from PySide6.QtCore import QPoint, QPointF, QRect, QRectF, Qt
from PySide6.QtGui import QPainterPath
from PySide6.QtWidgets import QAbstractButton, QApplication, QLabel, QLineEdit, QScrollArea

from tests.app.test_window import BODY, CLOTH, CTRL, DRAFT, JOBS, LAY, LEFT, go
from tests.often import usual
from wickel.app.exchange.send_sheet import SendSheet
from wickel.app.stages.gallery import Gallery
from wickel.app.table.leaders import leaders
from wickel.app.theme import set_text_scale
from wickel.drawing import copies_text
from wickel.files import read_lays
from wickel.files.papers.lay_sheet import lay_pdf, sheet_words
from wickel.units import Unit

ALT = Qt.KeyboardModifier.AltModifier
BUY = 5


def cut_off(page):
    """The buttons and one-line labels on a page of which a part is out of their column or too
    narrow for its words."""
    found = []
    for own in (*page.findChildren(QAbstractButton), *page.findChildren(QLabel)):
        if not own.isVisible() or not own.text() or (isinstance(own, QLabel) and own.wordWrap()):
            continue
        words = re.sub(r"&(?!&)", "", own.text())
        if (
            isinstance(own, QAbstractButton)
            and own.fontMetrics().horizontalAdvance(words) > own.width()
        ):
            found.append(words)
        column = own.parentWidget()
        while column is not None and not isinstance(column, QScrollArea):
            column = column.parentWidget()
        if column is not None:
            right = own.mapTo(column.viewport(), QPoint(own.width(), 0)).x()
            if right > column.viewport().width() + 1:
                found.append(words)
    return found


@pytest.mark.parametrize(
    ("wide", "high", "text"),
    [
        (1024, 700, 1.0),
        pytest.param(1280, 800, 1.0, marks=pytest.mark.long),
        pytest.param(1280, 800, 1.5, marks=pytest.mark.long),
    ],
)
def test_nothing_is_cut_off(window, qtbot, wide, high, text):
    set_text_scale(text)
    try:
        window._dress_anew()
        window.resize(wide, high)
        assert window.minimumWidth() <= 1024
        assert window.minimumHeight() <= 700
        for stage in (JOBS, BODY, DRAFT, CLOTH, LAY, BUY):
            go(qtbot, window, stage)
            page = window.stack.widget(stage)
            qtbot.waitUntil(lambda page=page: cut_off(page) == [])
    finally:
        set_text_scale(1.0)
        window._dress_anew()


def crowded(page):
    """Fields on a page that lie over each other."""
    fields = [own for own in page.findChildren(QLineEdit) if own.isVisible()]
    boxes = [QRect(own.mapTo(page, QPoint(0, 0)), own.size()) for own in fields]
    return [
        own.accessibleName()
        for k, own in enumerate(fields)
        if any(boxes[k].intersects(b) for b in boxes[:k])
    ]


@pytest.mark.parametrize("stage", usual((JOBS, BODY, DRAFT, CLOTH), (DRAFT, CLOTH)))
def test_fields_have_their_room_the_first_time_a_page_is_seen(window, qtbot, stage):
    window.resize(1280, 800)
    window.show_stage(stage)
    qtbot.waitUntil(lambda: crowded(window.stack.widget(stage)) == [])


def test_text_is_made_larger_by_key_and_remembered(window, qtbot):
    before = window.ticket.buy.figure.fontMetrics().height()
    qtbot.keyClick(window, Qt.Key.Key_Plus, CTRL | ALT)
    assert window._settings.values.text > 1.0
    qtbot.waitUntil(lambda: window.ticket.buy.figure.fontMetrics().height() > before)
    qtbot.keyClick(window, Qt.Key.Key_Minus, CTRL | ALT)
    assert window._settings.values.text == pytest.approx(1.0)


# --- names ------------------------------------------------------------------------------------


def test_every_piece_on_the_cloth_is_named_once_with_which_copy_it_is(session):
    words = [
        copies_text(placed, session.lay)
        for placed in session.lay.placements
        if placed.piece == "dress/pocket"
    ]
    assert [own.split(",")[0] for own in words] == ["1 of 4", "2 of 4", "3 of 4", "4 of 4"]
    assert {own.split(", ")[1] for own in words} == {"left", "right"} or {
        own.split(", ")[1] for own in words
    } == {
        "as drawn",
        "mirrored",
    }


def test_names_beside_the_pieces_lie_in_the_room_and_not_over_each_other():
    room = QRectF(0, 0, 600, 400)
    wanted = [
        (f"piece {k}", QPointF(200 + 40 * (k % 5), 120 + 50 * (k // 5)), 90.0, 18.0)
        for k in range(8)
    ]
    pieces = []
    for _, at, _, _ in wanted:
        path = QPainterPath()
        path.addRect(QRectF(at.x() - 19, at.y() - 20, 38, 40))
        pieces.append(path)
    placed = leaders(wanted, pieces, room)
    assert [(own.text, own.at) for own in placed] == [(text, at) for text, at, _, _ in wanted]
    boxes = [own.box for own in placed]
    assert len(boxes) == 8
    assert all(room.contains(box) for box in boxes)
    for k, box in enumerate(boxes):
        for other in boxes[:k]:
            both = box.intersected(other)
            assert both.width() * both.height() < 1.0


@pytest.mark.long
def test_the_sheet_says_for_whom_in_which_size_and_by_when(session):
    words = sheet_words(session.job, session.lay, "2026-11-28")
    assert words == (
        "for Odile Marrow",
        "made to measure",
        f"due {session.job.due}",
        "printed 2026-11-28",
    )
    text = (
        PdfReader(BytesIO(lay_pdf(session.lay, "Market dress", Unit.CM, words)))
        .pages[0]
        .extract_text()
    )
    for part in ("Market dress", "Odile Marrow", session.job.due, "Front", "Pocket bag", "100"):
        assert part in text


# --- cards by keyboard ------------------------------------------------------------------------


def test_the_shelf_is_walked_by_arrows_and_taken_by_enter(window, session, qtbot):
    go(qtbot, window, CLOTH)
    shelf = window.cloth.shelf
    shelf.setFocus()
    qtbot.waitUntil(shelf.hasFocus)
    assert shelf.put_hand_on("Moss linen")
    qtbot.keyClick(shelf, Qt.Key.Key_Down)
    assert shelf.current.name == "Heron print cotton"
    qtbot.keyClick(shelf, Qt.Key.Key_Return)
    assert session.cloth.name == "Heron print cotton"


def test_the_ways_are_walked_by_arrows_and_taken_by_enter(window, session, qtbot):
    go(qtbot, window, LAY)
    shown = sorted(window.lay.ways.cards.values(), key=lambda card: card.y())
    shown[0].setFocus()
    qtbot.waitUntil(shown[0].hasFocus)
    qtbot.keyClick(shown[0], Qt.Key.Key_Down)
    assert QApplication.focusWidget() is shown[1]
    way = next(id for id, card in window.lay.ways.cards.items() if card is shown[1])
    qtbot.keyClick(shown[1], Qt.Key.Key_Return)
    assert session.spread == way


@pytest.mark.long
def test_the_way_that_is_taken_by_key_comes_into_sight(window, session, qtbot):
    window.resize(1024, 700)
    go(qtbot, window, LAY)
    qtbot.keyClick(window, Qt.Key.Key_F, CTRL | Qt.KeyboardModifier.ShiftModifier)
    assert session.spread == "four"
    card = window.lay.ways.cards["four"]
    qtbot.waitUntil(lambda: card.visibleRegion().boundingRect().height() == card.height())


def test_the_gallery_is_walked_by_arrows(window, qtbot):
    qtbot.keyClick(window, Qt.Key.Key_T, CTRL)
    (gallery,) = window.findChildren(Gallery)
    first, second = list(gallery.cards.values())[:2]
    first.setFocus()
    qtbot.waitUntil(first.hasFocus)
    qtbot.keyClick(first, Qt.Key.Key_Right)
    assert QApplication.focusWidget() is second
    qtbot.keyClick(second, Qt.Key.Key_Escape)
    assert not gallery.isVisible()


def test_the_table_of_lengths_lets_tab_out(window, qtbot):
    go(qtbot, window, BUY)
    table = window.buy.table
    table.setFocus()
    qtbot.waitUntil(table.hasFocus)
    qtbot.keyClick(table, Qt.Key.Key_Tab)
    assert QApplication.focusWidget() is not table


# --- the buying list --------------------------------------------------------------------------


def test_the_list_is_written_where_it_is_shown(window, session, qtbot, tmp_path, monkeypatch):
    go(qtbot, window, BUY)
    window.buy.show_page(1)
    qtbot.mouseClick(window.buy.list.start, LEFT)
    qtbot.waitUntil(lambda: not window.buy.list.errand.working, timeout=60_000)
    path = tmp_path / "list.csv"
    monkeypatch.setattr(
        "wickel.app.exports.QFileDialog.getSaveFileName", lambda *_: (str(path), "")
    )
    shown = [own for own in window.buy.findChildren(QAbstractButton) if own.isVisible()]
    chip = next(own for own in shown if own.text().startswith("CSV"))
    qtbot.mouseClick(chip, LEFT)
    assert "Moss linen" in path.read_text()
    threads = [
        notion
        for notion in window.buy.list.found.notions
        if notion.notion.name.startswith("Thread")
    ]
    assert len(threads) == 1
    assert threads[0].notion.count == math.ceil(threads[0].notion.long_mm / 100_000)


def test_what_is_written_is_what_is_shown(window, session, tmp_path, qtbot):
    target = tmp_path / "out.lay.json"
    session.apply(replace(session.job, cloths=(replace(session.cloth, price=99.0),)), "price")
    window.send_out()
    (sheet,) = window.findChildren(SendSheet)
    sheet.what.setCurrentIndex(1)
    sheet.write_lay(target)
    qtbot.waitUntil(target.exists)
    assert read_lays(target).lays[0].cloth == session.cloth.id
    assert read_lays(target).lays[0].lay_length_mm == pytest.approx(
        session.lay.lay_length_mm, abs=1e-5
    )
