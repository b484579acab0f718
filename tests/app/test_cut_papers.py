"""What is printed for the table, looked at in its dialogs, saved, and printed."""

from __future__ import annotations

import pypdfium2 as pdfium
import pytest
from PySide6.QtCore import QEventLoop, Qt, QTimer
from PySide6.QtPrintSupport import QPrinter
from PySide6.QtWidgets import QFileDialog

from wickel.app.stage import Stage
from wickel.app.stages.cut_papers import ROLL, FullSizeDialog, PapersDialog, print_pages


def ready(dialog):
    """Wait in an event loop of its own: that lets the thread work meanwhile."""
    loop, timer = QEventLoop(), QTimer()
    timer.timeout.connect(lambda: None if dialog.background.working else loop.quit())
    timer.start(10)
    QTimer.singleShot(60_000, loop.quit)
    loop.exec()
    assert not dialog.background.working
    return dialog


@pytest.fixture
def papers(window):
    window.show_stage(Stage.CUT)
    window.cut.papers.click()
    dialog = ready(window.findChild(PapersDialog))
    yield dialog
    dialog.close()


def words_on(pages):
    return " ".join(page.get_textpage().get_text_range() for page in pdfium.PdfDocument(pages.data))


@pytest.mark.long
def test_parts_and_paper_are_chosen_and_seen(qtbot, papers):
    every = len(papers.pages)
    assert every > 8
    assert papers.place.text() == f"page 1 of {every}"
    assert not papers.sheet.pixmap().isNull()
    for tick in papers.parts.values():
        tick.setChecked(False)
    assert papers.pages is None
    assert papers.said.text() == "Nothing is chosen."
    assert not papers.print.isEnabled()
    order = next(tick for part, tick in papers.parts.items() if part.value == "order")
    order.setChecked(True)
    ready(papers)
    assert "Order of cutting" in words_on(papers.pages)
    assert "Lay-out list" not in words_on(papers.pages)
    papers.paper.setCurrentIndex(papers.paper.findText("Letter"))
    papers.paper.activated.emit(papers.paper.currentIndex())
    ready(papers)
    assert papers.pages.points(0) == pytest.approx((612.0, 792.0))


def test_pages_are_turned_by_key_and_button(qtbot, papers):
    qtbot.mouseClick(papers.after, Qt.MouseButton.LeftButton)
    assert papers.at == 1
    papers.turn_page(-1)
    assert papers.at == 0
    assert not papers.before.isEnabled()
    papers.turn_page(500)
    assert papers.at == len(papers.pages) - 1
    assert not papers.after.isEnabled()


def test_they_are_saved_whole(qtbot, papers, monkeypatch, tmp_path):
    there = tmp_path / "table"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_: (str(there), ""))
    qtbot.mouseClick(papers.save, Qt.MouseButton.LeftButton)
    assert (tmp_path / "table.pdf").read_bytes() == papers.pages.data
    assert papers.said.text() == "Written: table.pdf"
    monkeypatch.setattr(
        QFileDialog, "getSaveFileName", lambda *_: (str(tmp_path / "no" / "table"), "")
    )
    qtbot.mouseClick(papers.save, Qt.MouseButton.LeftButton)


@pytest.mark.long
def test_they_are_printed_at_their_own_size(papers, tmp_path):
    printer = QPrinter(QPrinter.PrinterMode.ScreenResolution)
    printer.setOutputFormat(QPrinter.OutputFormat.PdfFormat)
    printer.setOutputFileName(str(tmp_path / "printed.pdf"))
    print_pages(papers.pages, printer)
    printed = pdfium.PdfDocument(tmp_path / "printed.pdf")
    assert len(printed) == len(papers.pages)
    for k, page in enumerate(printed):
        assert page.get_size() == pytest.approx(papers.pages.points(k), abs=1.0)


@pytest.mark.long
def test_full_size_on_pages_on_a_roll_and_of_a_lay(qtbot, window):
    window.show_stage(Stage.CUT)
    window.cut.full_size.click()
    dialog = ready(window.findChild(FullSizeDialog))
    on_pages = len(dialog.pages)
    assert on_pages > 5
    assert not dialog.wide.isVisible()
    dialog.paper.setCurrentIndex(dialog.paper.findData(ROLL))
    dialog.paper.activated.emit(dialog.paper.currentIndex())
    ready(dialog)
    assert len(dialog.pages) == 2
    assert dialog.wide.isVisible()
    dialog.what.setCurrentIndex(1)
    dialog.what.activated.emit(1)
    ready(dialog)
    lay = window.session.lay
    assert "moss" in dialog.what.currentText().lower()
    wide = max(dialog.pages.points(1)) / 72 * 25.4
    assert wide > lay.table_mm
    dialog.close()


def test_there_is_nothing_to_print_of_a_lay_that_is_not_whole(qtbot, window):
    window.show_stage(Stage.LAY)
    view = window.lay.view
    view.choose(next(iter(view.items_by_id)))
    window.lay.work.to_tray()
    assert not window.session.lay.complete
    window.show_stage(Stage.CUT)
    window.cut.papers.click()
    assert window.findChild(PapersDialog) is None
    assert "Nothing to print yet" in window.slip.sentence.text()


def test_a_dialog_may_be_closed_while_its_pages_are_drawn(qtbot, window):
    from PySide6.QtCore import QThreadPool

    window.show_stage(Stage.CUT)
    window.cut.papers.click()
    dialog = window.findChild(PapersDialog)
    assert dialog.background.working
    dialog.reject()
    qtbot.waitUntil(lambda: window.findChild(PapersDialog) is None)
    assert QThreadPool.globalInstance().waitForDone(60_000)
    qtbot.wait(20)
