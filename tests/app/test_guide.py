"""The guide: F1 opens the page of the place, words find pages, links lead on."""

import re

import pytest
from PySide6.QtCore import Qt, QUrl
from PySide6.QtGui import QKeySequence
from PySide6.QtWidgets import QDialog

from tests.app.test_window import BUY, CLOTH, CTRL, DRAFT, JOBS, LAY, go, type_into
from wickel.app.stages.gallery import Gallery
from wickel.app.widgets.guide import Guide, page_names, page_of, page_text
from wickel.app.widgets.keys_sheet import keys_of


def opened_guide(window):
    (guide,) = window.findChildren(Guide)
    return guide


@pytest.mark.parametrize(
    ("stage", "page", "words"),
    [
        (JOBS, "jobs", "One more like it"),
        (CLOTH, "cloth", "selvages"),
        (LAY, "lay", "Solid line: cut"),
    ],
)
def test_f1_opens_the_page_of_the_stage(window, qtbot, stage, page, words):
    go(qtbot, window, stage)
    window.setFocus()
    qtbot.keyClick(window, Qt.Key.Key_F1)
    guide = opened_guide(window)
    assert guide.isVisible()
    assert guide.page == page
    assert words in guide.browser.toPlainText()
    assert guide.pages.currentItem().text() == page_text(page).split("\n")[0].removeprefix("# ")


def test_a_part_of_a_stage_has_a_page_of_its_own(window):
    assert page_of(window.cloth.spoilt.corners, "cloth") == "flaws"
    assert page_of(window.draft.options, "draft") == "allowances"
    assert page_of(window.cloth.name, "cloth") == "cloth"


def test_f1_opens_the_guide_in_a_dialog_too(window, qtbot):
    gallery = Gallery(window, "Which garment?", window.book)
    qtbot.addWidget(gallery)
    gallery.open()
    qtbot.keyClick(gallery, Qt.Key.Key_F1)
    guide = opened_guide(gallery)
    assert guide.page == "draft"
    gallery.done(QDialog.DialogCode.Rejected)


def test_words_find_pages_and_the_first_comes_into_sight(window, qtbot):
    qtbot.keyClick(window, Qt.Key.Key_F1)
    guide = opened_guide(window)
    qtbot.keyClicks(guide.search, "sweetheart")
    left = [k for k in range(guide.pages.count()) if not guide.pages.item(k).isHidden()]
    assert len(left) == 1
    assert guide.page == "styles"
    guide.search.clear()
    assert not any(guide.pages.item(k).isHidden() for k in range(guide.pages.count()))


def test_a_link_leads_to_its_page_and_back(window, qtbot):
    qtbot.keyClick(window, Qt.Key.Key_F1)
    guide = opened_guide(window)
    guide.show_page("lay")
    guide.browser.setSource(guide.browser.source().resolved(QUrl("ways.md")))
    assert guide.page == "ways"
    assert guide.pages.currentItem().text() == "Ways to lay the cloth"
    guide.browser.backward()
    assert guide.page == "lay"


@pytest.mark.long
def test_every_page_can_be_shown_with_its_pictures(window, qtbot):
    qtbot.keyClick(window, Qt.Key.Key_F1)
    guide = opened_guide(window)
    for name in page_names():
        guide.show_page(name)
        assert guide.page == name
        assert len(guide.browser.toPlainText()) > 100
        for link in re.findall(r"!\[[^\]]*\]\(([^)]+)\)", page_text(name)):
            assert not guide.browser.loadResource(2, QUrl(link)).isNull(), link


def test_every_key_that_the_guide_names_is_one_of_the_menus(window):
    known = {keys for keys, _ in keys_of(window.menuBar())}
    named = {
        QKeySequence(keys).toString()
        for name in page_names()
        for keys in re.findall(r"\b(?:Ctrl|Alt|Shift)\+[\w+]*[\w]", page_text(name))
    }
    by_hand = {"Ctrl+Del", "Shift+Tab", "Ctrl+Alt+Plus", "Ctrl+Shift+H"}
    strange = sorted(key for key in named - known - by_hand if key)
    assert strange == []


def test_a_price_is_of_a_yard_in_inches(window, session, qtbot):
    go(qtbot, window, CLOTH)
    type_into(qtbot, window.cloth.price, "14.50")
    assert session.cloth.price == 14.5
    qtbot.keyClick(window, Qt.Key.Key_I, CTRL)
    assert window.cloth.price.accessibleName() == "Price of a yard"
    assert window.cloth.price.text() == "13.26"  # 14.50 · 0.9144
    type_into(qtbot, window.cloth.price, "20")
    assert session.cloth.price == pytest.approx(20 / 0.9144)
    assert window.cloth.price.text() == "20.00"


def test_both_units_stand_side_by_side_when_asked(window, session, qtbot):
    go(qtbot, window, LAY)
    assert "in)" not in window.ticket.needed.word.text()
    qtbot.keyClick(window, Qt.Key.Key_I, CTRL | Qt.KeyboardModifier.ShiftModifier)
    assert session.job.both_units
    assert window.ticket.needed.word.text().endswith("in)")
    assert window.ticket.buy.word.text().endswith("yd)")
    go(qtbot, window, DRAFT)
    go(qtbot, window, BUY)
    qtbot.keyClick(window, Qt.Key.Key_Z, CTRL)
    assert not session.job.both_units
    assert "in)" not in window.ticket.needed.word.text()
