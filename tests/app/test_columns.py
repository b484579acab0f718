"""Edges between the columns of a stage are moved by mouse and keys, stay where they were put, and
are there again at the next start."""

import pytest
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from tests.app.detector import faults
from wickel.app.settings import Settings, SettingsFile
from wickel.app.stage import Stage
from wickel.app.start import make_window
from wickel.app.widgets.columns import Columns
from wickel.studio import FERRY_APRON

LEFT = Qt.MouseButton.LeftButton


@pytest.fixture
def body(window, qtbot):
    """The columns of Body: the measurements and the figure."""
    window.resize(1280, 800)
    window.show_stage(Stage.BODY)
    QApplication.processEvents()
    return window.body.findChild(Columns)


def drag(edge, by):
    QTest.mousePress(edge, LEFT, pos=edge.rect().center())
    QTest.mouseMove(edge, edge.rect().center() + QPoint(by, 0))
    QTest.mouseRelease(edge, LEFT, pos=edge.rect().center())
    QApplication.processEvents()


def test_every_stage_with_columns_has_an_edge_to_move(window):
    names = {own.name for own in window.findChildren(Columns)}
    assert names == {"jobs", "body", "draft", "cloth", "lay", "buy", "log"}


@pytest.mark.long
def test_an_edge_is_dragged_and_is_there_again_at_the_next_start(
    window, body, qtbot, runner, tmp_path
):
    before = body.sizes()
    drag(body.handle(1), -60)
    after = body.sizes()
    assert after[0] == pytest.approx(before[0] - 60, abs=6)
    assert sum(after) == sum(before)
    shares = window._settings.values.columns["body"]
    assert shares[0] == pytest.approx(after[0] / sum(after), abs=0.001)
    window.close()
    again = make_window(QApplication.instance(), tmp_path / "home", runner, demo=True)
    qtbot.addWidget(again)
    again.show()
    again.resize(1280, 800)
    again.show_stage(Stage.BODY)
    QApplication.processEvents()
    assert again.body.findChild(Columns).sizes() == pytest.approx(after, abs=2)


def test_shares_are_kept_when_the_window_changes_its_size(window, body):
    drag(body.handle(1), -60)
    share = body.sizes()[0] / sum(body.sizes())
    window.resize(1500, 800)
    QApplication.processEvents()
    assert body.sizes()[0] / sum(body.sizes()) == pytest.approx(share, abs=0.005)


def test_an_edge_is_moved_by_keys_and_put_back(window, body, qtbot):
    before, edge = body.sizes(), body.handle(1)
    edge.setFocus()
    assert edge.hasFocus()
    qtbot.keyClick(edge, Qt.Key.Key_Left)
    qtbot.keyClick(edge, Qt.Key.Key_Left)
    assert body.sizes()[0] == before[0] - 48
    qtbot.keyClick(edge, Qt.Key.Key_Right)
    assert body.sizes()[0] == before[0] - 24
    qtbot.keyClick(edge, Qt.Key.Key_Backspace)
    assert body.sizes() == before
    assert "body" not in window._settings.values.columns
    drag(edge, -60)
    qtbot.mouseDClick(edge, LEFT, pos=edge.rect().center())
    assert body.sizes() == before


@pytest.mark.parametrize("shares", [(0.2, 0.3, 0.5), (0.0, 0.0), ()])
def test_shares_that_do_not_fit_the_columns_are_those_of_the_stage(window, body, shares):
    before = body.sizes()
    body.take({"body": shares})
    assert body.sizes() == before
    drag(body.handle(1), 40)  # and an edge can be moved from there
    assert body.sizes()[0] == pytest.approx(before[0] + 40, abs=6)


def test_no_column_is_made_so_narrow_that_words_are_cut(window, body, qtbot):
    for by in (-2000, 2000):
        drag(body.handle(1), by)
        qtbot.waitUntil(lambda: not faults(window), timeout=3000)
        assert min(body.sizes()) > 100


def test_formulas_have_a_width_of_their_own_and_their_columns_stay(window, qtbot):
    window.show_stage(Stage.DRAFT)
    QApplication.processEvents()
    columns = window.draft.columns
    usual = columns.sizes()
    window.draft.take_style(FERRY_APRON)
    QApplication.processEvents()
    assert columns.name == "formulas"
    assert columns.sizes()[2] > usual[2]
    header = window.draft.editor.table.horizontalHeader()
    edge = QPoint(header.sectionSize(0) - 1, header.height() // 2)
    QTest.mousePress(header.viewport(), LEFT, pos=edge)
    QTest.mouseMove(header.viewport(), edge + QPoint(30, 0))
    wide = header.sectionSize(0)
    QTest.mouseRelease(header.viewport(), LEFT, pos=edge + QPoint(30, 0))
    shares = window._settings.values.columns["points"]
    assert shares[0] == pytest.approx(wide / header.width(), abs=0.01)


def test_shares_that_cannot_be_understood_are_forgotten(tmp_path):
    path = tmp_path / "settings.json"
    path.write_text('{"columns": {"body": [0.5, 0.5], "lay": [2], "draft": "wide", "x": ["a"]}}')
    assert SettingsFile(path).values == Settings(columns={"body": (0.5, 0.5)})
    path.write_text('{"columns": [1, 2]}')
    assert SettingsFile(path).values == Settings()
