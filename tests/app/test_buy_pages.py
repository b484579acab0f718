"""The other pages of the Buy stage: the buying list of one job or several, a bolt, and a length at
hand."""

import json
from io import BytesIO

import pytest
from pypdf import PdfReader
from PySide6.QtCore import Qt
from PySide6.QtGui import QGuiApplication
from PySide6.QtWidgets import QCheckBox, QLabel

from tests.app.conftest import KnownRunner
from tests.app.test_buy_stage import BUY, filled
from tests.app.test_window import CTRL, LEFT, SHIFT, go, type_into
from wickel.files import read_job


class TwoWays(KnownRunner):
    """Who knows of two ways only."""

    kind = "two ways only"


@pytest.fixture
def runner(monkeypatch):
    for room in ("table", "laying", "buying", "at_hand"):
        monkeypatch.setattr(
            f"wickel.job.{room}.alone_ways", lambda: ("open", "lengthwise")
        )  # two are enough here
    return TwoWays(most_effort=2, most_ways=2)


@pytest.fixture
def buy(window, qtbot):
    go(qtbot, window, BUY)
    return window.buy


def words_on(page):
    return [own.text() for own in page.findChildren(QLabel)]


def test_the_list_of_the_open_job_is_worked_out_copied_and_printed(
    buy, window, qtbot, tmp_path, monkeypatch
):
    qtbot.mouseClick(buy.chips[1], LEFT)
    assert buy.list.title.text() == "Nothing worked out yet"
    qtbot.mouseClick(buy.list.start, LEFT)
    assert buy.list.title.text() == "Everything to buy"
    (line,) = buy.list.found.cloths
    assert f"{line.need.buy_mm / 1000:.2f} m" in words_on(buy.list)
    assert any("reels of 100 m" in text for text in words_on(buy.list))
    assert buy.list.cost.text() == f"The cloths cost {line.need.cost:.2f}."
    qtbot.keyClick(window, Qt.Key.Key_Y, CTRL | SHIFT)
    copied = QGuiApplication.clipboard().text().splitlines()
    assert copied[0].split("\t") == ["what", "how much", "for", "to know", "cost"]
    assert copied[1].startswith("Moss linen, 150 cm\t")
    path = tmp_path / "list.pdf"
    monkeypatch.setattr(
        "wickel.app.exports.QFileDialog.getSaveFileName", lambda *_: (str(path), "")
    )
    qtbot.keyClick(window, Qt.Key.Key_R, CTRL | SHIFT)
    text = PdfReader(BytesIO(path.read_bytes())).pages[0].extract_text()
    assert "Moss linen" in text
    assert "Market dress" in text


@pytest.mark.long
def test_other_jobs_come_on_the_list_and_a_change_takes_it_away(buy, window, session, qtbot):
    qtbot.keyClick(window, Qt.Key.Key_2, CTRL | SHIFT)
    (path, tick), *_ = buy.list.ticks.items()
    assert isinstance(tick, QCheckBox)
    tick.click()
    qtbot.keyClick(window, Qt.Key.Key_W, CTRL | SHIFT)
    assert len(buy.list.found.cloths) == 2
    assert {name for line in buy.list.found.cloths for name in line.jobs} == {
        session.job.name,
        read_job(path).name,
    }
    tick.click()
    assert buy.list.found is None
    assert buy.list.title.text() == "Nothing worked out yet"


@pytest.mark.long
def test_a_job_file_that_cannot_be_read_is_said(buy, window, qtbot):
    go(qtbot, window, BUY)
    buy.show_page(1)
    path, tick = next(iter(buy.list.ticks.items()))
    path.write_text("{")
    tick.click()
    qtbot.mouseClick(buy.list.start, LEFT)
    qtbot.waitUntil(
        lambda: any(
            path.name in own.text() for own in buy.list.findChildren(QLabel) if own.isVisible()
        )
    )
    assert len(buy.list.found.cloths) == 1


@pytest.mark.long
def test_what_comes_out_of_a_bolt(buy, window, qtbot):
    qtbot.keyClick(window, Qt.Key.Key_3, CTRL | SHIFT)
    page = buy.bolt
    assert page.sizes.text().startswith("Odile Marrow; 80; 84")
    type_into(qtbot, page.length, "3.2 m")
    type_into(qtbot, page.sizes, "92; 2 × 80")
    qtbot.keyClick(window, Qt.Key.Key_U, CTRL | SHIFT)
    assert page.bolt.sizes[:2] == ("80", "80")
    assert page.said.text() == f"{len(page.bolt.sizes)} of 3 come out of 3.20 m."
    assert "Left over" in page.about.text()
    assert page.picture.isVisible()
    type_into(qtbot, page.length, "20 cm")
    assert page.bolt is None
    qtbot.mouseClick(page.start, LEFT)
    assert page.said.text() == "0 of 3 come out of 0.20 m."
    assert not page.picture.isVisible()


@pytest.mark.long
def test_sizes_that_cannot_be_are_said(buy, window, qtbot):
    buy.show_page(2)
    for text in ("92; 17", "a × 92", "; ;", "40 × 92"):
        type_into(qtbot, buy.bolt.sizes, text)
        qtbot.mouseClick(buy.bolt.start, LEFT)
        assert "sizes" in window.slip.sentence.text() or "no size" in window.slip.sentence.text()
        assert buy.bolt.bolt is None


@pytest.mark.long
def test_a_length_at_hand_says_in_every_cell_whether_it_fits(
    buy, window, session, qtbot, tmp_path, monkeypatch
):
    type_into(qtbot, buy.widths, "150")
    qtbot.waitUntil(lambda: not buy.fill._unread)
    filled(qtbot, buy)
    needs = {place: cell.need(session.cloth).need_mm for place, cell in buy.fill.cells.items()}
    middle = sorted(needs.values())[len(needs) // 2]
    type_into(qtbot, buy.at_hand, f"{middle / 10 + 0.1:.1f} cm")
    for r, size in enumerate(buy.fill.sizes):
        for c, width in enumerate(buy.fill.widths_mm):
            words = buy.table.item(r, c).data(Qt.ItemDataRole.UserRole)[1]
            assert words.startswith("✓ fits" if needs[size, width] <= buy.at_hand_mm else "short ")
    buy.table.setCurrentCell(0, 0)
    assert buy.cell._ways_title.text().startswith("Ways that fit on")
    type_into(qtbot, buy.at_hand, "0")
    assert buy.at_hand_mm is None
    assert buy.table.item(0, 0).data(Qt.ItemDataRole.UserRole)[1] == "open, one ply"
    path = tmp_path / "table.pdf"
    monkeypatch.setattr(
        "wickel.app.exports.QFileDialog.getSaveFileName", lambda *_: (str(path), "")
    )
    window.exports.table_pdf()
    text = PdfReader(BytesIO(path.read_bytes())).pages[0].extract_text()
    assert "Odile Marrow" in text
    assert "open, one ply" in text


@pytest.mark.long
def test_the_rows_in_sight_are_laid_first(buy, window, qtbot):
    type_into(qtbot, buy.widths, "150")
    qtbot.waitUntil(lambda: not buy.fill._unread)
    window.resize(1100, 680)
    buy.table.verticalScrollBar().setValue(buy.table.verticalScrollBar().maximum())
    qtbot.waitUntil(lambda: "124" in buy.fill.in_sight)
    first = []
    for number in (0, 1):
        buy.fill._runner(number).told.connect(
            lambda own: first.append(own.cell.size) if hasattr(own, "cell") else None
        )
    at_first = buy.fill.in_sight
    assert "Odile Marrow" not in at_first
    filled(qtbot, buy)
    assert set(first[: len(at_first)]) == at_first
    assert first.index("124") < first.index("Odile Marrow")


@pytest.mark.long
def test_steps_and_lengths_are_shown_as_the_shop_sells_them(window, session, qtbot):
    from tests.app.test_window import CLOTH

    go(qtbot, window, CLOTH)
    type_into(qtbot, window.cloth.fields["step_mm"], "1/8 yd")
    assert session.cloth.step_mm == pytest.approx(114.3)
    assert window.cloth.fields["step_mm"].text() == "1/8 yd"
    assert window.ticket.buy.figure.text().endswith(" m")  # the list is in the unit of the job
    window.menus.inches.trigger()
    assert window.ticket.buy.figure.text().endswith(" yd")
    type_into(qtbot, window.cloth.fields["sold_length_mm"], "5 yd")
    assert session.cloth.sold_length_mm == pytest.approx(4572)
    assert window.ticket.buy.figure.text() == "1 × 5 yd"
    type_into(qtbot, window.cloth.fields["sold_length_mm"], "1 yd")
    assert window.ticket.buy.figure.text() == "2 × 1 yd"
    assert window.ticket.buy.word.text() == "to buy, at least"
    assert window.slip.sentence.text().endswith("Buy has a lay for each.")
    type_into(qtbot, window.cloth.fields["sold_length_mm"], "5 yd")
    session.save_now()
    assert json.loads(session.path.read_text())["cloths"][0]["sold_length_mm"] == 4572
    assert read_job(session.path).cloths[0] == session.cloth
    type_into(qtbot, window.cloth.fields["sold_length_mm"], "0")
    assert session.cloth.sold_length_mm is None
