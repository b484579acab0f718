"""The Buy stage: the table filled in the background, stopped, gone on with and found again; a cell
opened beside it."""

import json
from dataclasses import replace

import pytest
from PySide6.QtCore import Qt
from PySide6.QtGui import QGuiApplication
from PySide6.QtWidgets import QApplication

from tests.app.conftest import KnownRunner
from tests.app.test_window import CTRL, LEFT, SHIFT, go, type_into
from wickel.app.fill import BETTER_EFFORT
from wickel.app.start import make_window
from wickel.job import CellTask, JobRefused, refused_cell
from wickel.job.edits import with_size
from wickel.lay import exact_check

BUY = 5


class CountingRunner(KnownRunner):
    """Does each cell at once and counts them, in every window that it is given to; a second look is
    not counted."""

    kind = "two ways only"

    def __init__(self, counted=None):
        super().__init__(most_effort=2, most_ways=2)
        self.counted = [] if counted is None else counted

    def another(self):
        return CountingRunner(self.counted)

    def start(self, task):
        if isinstance(task, CellTask) and (
            task.like is None or task.search.effort == BETTER_EFFORT
        ):  # not a second look
            self.counted.append((task.size, task.cloth.usable_width_mm))
        super().start(task)


@pytest.fixture
def runner(monkeypatch):
    monkeypatch.setattr(
        "wickel.job.table.alone_ways", lambda: ("open", "lengthwise")
    )  # two are enough here
    return CountingRunner()


@pytest.fixture
def buy(window, qtbot):
    go(qtbot, window, BUY)
    type_into(qtbot, window.buy.widths, "140; 150")
    qtbot.waitUntil(lambda: not window.buy.fill._unread)
    return window.buy


def filled(qtbot, buy):
    qtbot.mouseClick(buy.start, LEFT)
    qtbot.waitUntil(lambda: not buy.fill.working, timeout=60_000)


def cell_point(buy, row, column):
    return buy.table.visualItemRect(buy.table.item(row, column)).center()


def test_the_table_is_filled_opened_and_copied(buy, session, qtbot, runner):
    assert buy.progress.text() == "0 of 22 cells"
    filled(qtbot, buy)
    assert buy.progress.text() == "22 of 22 cells"
    assert buy.start.text() == "The table is full"
    assert not buy.start.isEnabled()
    assert len(runner.counted) == 22
    qtbot.mouseClick(buy.table.viewport(), LEFT, pos=cell_point(buy, 4, 0))
    assert buy.opened == ("92", 1400.0)
    assert buy.cell.title.text() == "92 on 140 cm"
    (lay,) = buy.fill.lays_at(buy.opened)
    assert exact_check(lay) == ()
    assert buy.cell.pictures[0]._lay == lay
    qtbot.keyClick(buy.table, Qt.Key.Key_Right)
    assert buy.opened == ("92", 1500.0)
    qtbot.keyClick(buy.window(), Qt.Key.Key_Y, CTRL | SHIFT)
    lines = QGuiApplication.clipboard().text().splitlines()
    assert lines[0].split("\t") == ["", "140 cm", "150 cm"]
    assert len(lines) == 12
    assert lines[1].split("\t")[0] == "Odile Marrow"
    assert all(text.endswith(" m") for line in lines[1:] for text in line.split("\t")[1:])
    figure, words, share, chosen = buy.table.item(4, 1).data(Qt.ItemDataRole.UserRole)
    assert figure == lines[5].split("\t")[2]
    assert words == "open, one ply"
    assert chosen
    assert 0 <= share <= 1


@pytest.mark.long
def test_a_fill_is_stopped_and_gone_on_with_and_the_second_look_is_at_once(
    buy, window, session, qtbot, runner, tmp_path
):
    qtbot.mouseClick(buy.start, LEFT)
    qtbot.waitUntil(lambda: buy.fill.done[0] >= 3, timeout=30_000)
    qtbot.mouseClick(buy.start, LEFT)
    assert not buy.fill.working
    done = buy.fill.done[0]
    assert 3 <= done < 22
    QApplication.processEvents()
    assert buy.fill.done[0] == done
    filled(qtbot, buy)
    assert sorted(runner.counted) == sorted(set(runner.counted))
    before = dict(buy.fill.cells)
    window.close()
    again = make_window(QApplication.instance(), tmp_path / "home", runner, demo=True)
    qtbot.addWidget(again)
    with qtbot.waitExposed(again):
        again.show()
    again.buy.widths_mm = (1400.0, 1500.0)
    go(qtbot, again, BUY)
    qtbot.waitUntil(lambda: again.buy.fill.done[0] == 22)
    assert again.buy.fill.cells == before
    assert len(runner.counted) == 22


@pytest.mark.long
def test_what_changes_is_filled_anew_and_what_comes_back_is_found_again(
    buy, window, session, qtbot, runner
):
    filled(qtbot, buy)
    window.draft.take_style("circle-skirt")
    qtbot.waitUntil(lambda: not buy.fill._unread)
    assert buy.fill.done[0] < 22
    session.undo()
    qtbot.waitUntil(lambda: buy.fill.done[0] == 22)
    assert len(runner.counted) == 22


@pytest.mark.long
def test_a_cell_is_improved_and_never_gets_longer(buy, qtbot, runner):
    filled(qtbot, buy)
    qtbot.mouseClick(buy.table.viewport(), LEFT, pos=cell_point(buy, 2, 1))
    before = buy.fill.cells[buy.opened].best.length_mm
    qtbot.mouseClick(buy.cell.better, LEFT)
    qtbot.waitUntil(lambda: not buy.fill.working)
    assert buy.fill.cells[buy.opened].best.length_mm <= before + 1e-6
    assert runner.counted[-1] == buy.opened


@pytest.mark.long
def test_widths_that_cannot_be_are_said(buy, window, qtbot):
    type_into(qtbot, buy.widths, "140; broad")
    assert "broad" in window.slip.sentence.text()
    type_into(qtbot, buy.widths, "2")
    assert "Usable widths lie between 10 cm and 600 cm" in window.slip.sentence.text()
    type_into(qtbot, buy.widths, "60")
    qtbot.waitUntil(lambda: not buy.fill._unread)
    qtbot.mouseClick(buy.table.viewport(), LEFT, pos=cell_point(buy, 3, 0))
    assert "no way of folding can hold it" in buy.cell.why.text()
    assert buy.cell.why.isVisible()


@pytest.mark.long
def test_a_job_of_plain_pieces_has_no_table(buy, window, session, qtbot):
    from dataclasses import replace

    session.apply(replace(session.job, garments=(), pieces=session.pieces), "plain")
    assert "plain pieces only" in buy.title.text()
    assert buy.progress.text() == "0 of 0 cells"


@pytest.mark.long
def test_the_table_is_written_for_a_sheet(buy, window, qtbot, tmp_path, monkeypatch):
    filled(qtbot, buy)
    path = tmp_path / "table.csv"
    monkeypatch.setattr(
        "wickel.app.exports.QFileDialog.getSaveFileName", lambda *_: (str(path), "")
    )
    window.exports.table_csv()
    assert path.read_text().splitlines()[0] == ",140 cm,150 cm"
    assert window.slip.sentence.text() == "Written: table.csv"
    kept = list((tmp_path / "home" / "table-cells").glob("*.cell.json"))
    assert len(kept) == 22
    assert json.loads(kept[0].read_text())["laid"]["placements"]


@pytest.mark.long
def test_a_fill_that_is_stopped_before_all_is_drafted_lays_every_cell_once(
    buy, session, qtbot, runner
):
    buy.fill.show(session.job, session.cloth.id, (1450.0,))
    buy.fill.fill()
    buy.fill.stop()
    assert buy.fill.done == (0, 11)
    buy.fill.fill()
    qtbot.waitUntil(lambda: not buy.fill.working, timeout=60_000)
    assert buy.fill.done == (11, 11)
    assert len(runner.counted) == 11


def test_out_of_sight_a_table_goes_on_until_it_is_of_another_job(buy, window, session, qtbot):
    buy.fill._wanted = True
    stopped = []
    with pytest.MonkeyPatch.context() as patch:
        patch.setattr(buy.fill, "stop", lambda: stopped.append(buy.fill.done))
        go(qtbot, window, 0)
        session.job_changed.emit()
        assert stopped == []
        session.apply(replace(session.job, notes="for the fair"), "notes")
        session.apply(with_size(session.job, session.garment, "100"), "size")
        assert len(stopped) >= 1
    assert "The table of lengths has stopped at 0 of 22 cells" in window.slip.sentence.text()
    buy.fill._wanted = False


def test_why_a_cell_cannot_be_laid_is_said_below_the_table(buy, qtbot):
    reason = JobRefused("The front is wider than the cloth.")
    for size in ("92", "96"):
        buy.fill.cells[size, 1400.0] = refused_cell(size, 1400.0, reason)
    buy.refresh()
    said = "92 on 140 cm cannot be laid: The front is wider than the cloth."
    assert buy.notes.text() == said  # once, though it is that of two cells
    assert buy.table.item(4, 0).toolTip() == str(reason)
