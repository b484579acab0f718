"""Pictures of each main view, from the demo data, without a screen."""

from __future__ import annotations

import os
import sys
import tempfile
from collections.abc import Callable
from dataclasses import replace
from pathlib import Path
from typing import TYPE_CHECKING

from wickel.app.stage import Stage
from wickel.draft import Formula, Plus

_GLANCES_MS = 6000

if TYPE_CHECKING:
    from PySide6.QtGui import QImage

    from wickel.app.stages.cut_papers import Pages
    from wickel.app.window import MainWindow


def write_shots(folder: Path) -> int:
    """Write one PNG a view into the folder; the exit code."""
    os.environ["QT_QPA_PLATFORM"] = "offscreen"
    from PySide6.QtWidgets import QApplication

    from wickel.app.runners import InlineRunner
    from wickel.app.start import make_window
    from wickel.app.theme import DARK, apply_theme, dress
    from wickel.app.window import USUAL_SIZE

    app = QApplication.instance() or QApplication([sys.argv[0]])
    assert isinstance(app, QApplication)
    folder.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as home:
        window = make_window(app, Path(home), InlineRunner(most_effort=40), demo=True, season=True)
        window.resize(*USUAL_SIZE)
        window.show()
        window.book.open_now()
        while window.book.is_looking:
            _turn(50)
        jobs = sorted((Path(home) / "demo-studio").glob("*.wickel.json"))

        def shot(name: str, stage: int) -> None:
            window.show_stage(stage)
            _turn(400)  # until a page that is new in sight has settled
            window.grab().save(str(folder / f"{name}.png"))
            print(f"{name}.png")

        window.body.compared.setCurrentIndex(window.body.compared.count() - 1)
        window.body._show_beside()
        for name, stage in (
            ("body", Stage.BODY),
            ("draft", Stage.DRAFT),
            ("lay-open", Stage.LAY),
        ):
            shot(name, stage)
        _studio_shots(window, folder, shot)
        _draft_shots(window, jobs, folder, shot)
        _folded_shot(window, jobs, shot)
        window.open_path(jobs[1])
        _hand_shot(window, folder)
        _outfit_shot(window, jobs, shot)
        _buy_shot(window, jobs, app.processEvents, shot)
        _cut_shots(window, jobs, folder)
        _log_shot(window, jobs, shot)
        _import_shot(window, jobs, folder)
        apply_theme(app, DARK)
        dress(window)
        window.slip.dress()
        window.open_path(jobs[2])
        shot("lay-dark-inches", Stage.LAY)
        window.close()
    return 0


def _hand_shot(window: MainWindow, folder: Path) -> None:
    """A piece in hand over the cloth, with its distances, others in the tray, prints on."""
    from PySide6.QtCore import Qt
    from PySide6.QtTest import QTest

    window.show_stage(Stage.LAY)
    QTest.qWait(250)
    session, view, work = window.session, window.lay.view, window.lay.work
    assert session.lay is not None
    names = {p.piece.rpartition("/")[2]: p.id for p in session.lay.placements}
    for name in ("turn-up", "front-facing"):
        view.choose(names[name])
        work.to_tray()
    work.seen.see_print()
    view.choose(names["pocket"])
    box = view.items_by_id[view.chosen].cut_path.boundingRect()
    at = (box.center().x(), -box.center().y())
    view.pick_up(at)
    view.carry((at[0] + 240.0, at[1] - 60.0), Qt.KeyboardModifier.NoModifier)
    QTest.qWait(250)  # until what it is near to is measured
    window.grab().save(str(folder / "lay-by-hand.png"))
    print("lay-by-hand.png")
    view.cancel()
    work.seen.see_print()
    while session.undo_words:
        session.undo()


def _buy_shot(
    window: MainWindow,
    jobs: list[Path],
    events: Callable[[], None],
    shot: Callable[[str, int], None],
) -> None:
    """The yardage table of a dress, full, with a cell opened."""
    window.open_path(jobs[0])
    window.show_stage(Stage.BUY)
    window.buy.fill_or_stop()
    while window.buy.fill.working:
        events()
    window.buy.table.setCurrentCell(4, 3)
    shot("buy", Stage.BUY)


def _cut_shots(window: MainWindow, jobs: list[Path], folder: Path) -> None:
    """Steps of the guide at the table, its papers before they are printed, and pages of them."""
    from PySide6.QtCore import QEventLoop, QTimer
    from PySide6.QtTest import QTest

    from wickel.app.stages.cut_papers import FullSizeDialog, PapersDialog, PrintedDialog

    window.open_path(jobs[1])
    window.show_stage(Stage.CUT)
    cut = window.cut

    def at(start: str) -> QImage:
        while cut.step is not None and not cut.step.id.startswith(start):
            cut.go_on()
        QTest.qWait(150)
        return window.grab().toImage()

    def ready(dialog: PrintedDialog) -> Pages:
        loop, timer = QEventLoop(), QTimer()
        timer.timeout.connect(lambda: None if dialog.background.working else loop.quit())
        timer.start(10)
        loop.exec()
        assert dialog.pages is not None
        return dialog.pages

    def written(name: str, image: QImage) -> None:
        image.save(str(folder / f"{name}.png"))
        print(f"{name}.png")

    steps = [at("before:measure"), at("fold:")]
    written("cut", at("out:heron-print:dress/back/"))
    steps += [at("check:"), at("cut:heron-print:around:dress/front-facing")]
    written("cut-steps", _side_by_side(steps, 2))
    window.printing.papers()
    papers = window.findChild(PapersDialog)
    assert papers is not None
    pages = ready(papers)
    papers.turn_page(1)
    QTest.qWait(50)
    chosen = [pages.image(k, 1.1) for k in (4, 5, 10, len(pages) - 1)]
    papers.close()
    window.printing.full_size()
    tiles = window.findChild(FullSizeDialog)
    assert tiles is not None
    chosen += [ready(tiles).image(k, 1.1) for k in (0, 1)]
    tiles.close()
    written("cut-pages", _side_by_side(chosen, 3))


def _log_shot(window: MainWindow, jobs: list[Path], shot: Callable[[str, int], None]) -> None:
    """The log of a job that was cut, with what was learnt of others before."""
    window.open_path(jobs[1])
    window.show_stage(Stage.LOG)
    window.log.put_in()
    window.log.next_time["longer"].click()
    window.log.note.setPlainText("The neck sits well. Next time the hem 3 cm longer.")
    window.log.settle()
    window.log.show_page(1)
    while window.log.learnt.work.working:
        _turn(50)
    shot("log-over-time", Stage.LOG)
    window.log.show_page(0)


def _import_shot(window: MainWindow, jobs: list[Path], folder: Path) -> None:
    """The sheet over which pieces of another program come in: those of a job, sent out before."""
    from wickel.cutting import ToCut
    from wickel.cutting.sending import sheet_to_send
    from wickel.files.drawings.dxf_out import dxf_bytes

    window.open_path(jobs[1])
    session = window.session
    drawing = folder / "summer-dress.dxf"
    drawing.write_bytes(dxf_bytes(sheet_to_send(ToCut.of_work(session.job, session.drafts, ()))))
    window.bringing.read(drawing)
    while window.bringing.sheet is None or not window.bringing.sheet.read.pieces:
        _turn(50)
    drawing.unlink()
    sheet = window.bringing.sheet
    _turn(400)
    sheet.grab().save(str(folder / "import.png"))
    print("import.png")
    sheet.reject()


def _side_by_side(images: list[QImage], across: int) -> QImage:
    """Pictures in rows, on one ground."""
    from PySide6.QtGui import QColor, QImage, QPainter

    gap = 12
    wide = max(image.width() for image in images)
    high = max(image.height() for image in images)
    rows = -(-len(images) // across)
    made = QImage(
        across * (wide + gap) + gap, rows * (high + gap) + gap, QImage.Format.Format_RGB32
    )
    made.fill(QColor("#8d8678"))
    painter = QPainter(made)
    for k, image in enumerate(images):
        painter.drawImage(
            gap + (k % across) * (wide + gap), gap + (k // across) * (high + gap), image
        )
    painter.end()
    return made


def _folded_shot(window: MainWindow, jobs: list[Path], shot: Callable[[str, int], None]) -> None:
    """A dress on wide cloth folded lengthwise twice, front and back together."""
    from wickel.job.edits import with_cloth

    window.open_path(jobs[0])
    session = window.session
    assert session.cloth is not None
    wide = replace(session.cloth, usable_width_mm=1850.0, full_width_mm=None)
    session.apply(with_cloth(session.job, wide), "wide")
    window.lay.take_way("lengthwise-twice")
    shot("lay-folded", Stage.LAY)
    while session.undo_words:
        session.undo()


def _outfit_shot(window: MainWindow, jobs: list[Path], shot: Callable[[str, int], None]) -> None:
    """Three garments of a job, one of them a small series, on one cloth, a piece cut already."""
    from wickel.job.edits import with_quantity
    from wickel.job.laid import with_cut

    window.open_path(jobs[0])
    session = window.session
    window.add_garment("knit-top")
    session.apply(with_quantity(session.job, session.job.garments[1], {"": 1, "92": 2}), "series")
    window.add_garment("pencil-skirt")
    assert session.lay is not None
    session.apply(with_cut(session.job, session.lay, "dress/back"), "cut")
    shot("lay-outfit", Stage.LAY)
    while session.undo_words:
        session.undo()


def _studio_shots(window: MainWindow, folder: Path, shot: Callable[[str, int], None]) -> None:
    """Jobs on their rails with a quick question answered, a cloth with what a remnant saves, the
    whole shelf."""
    from wickel.app.stages.shelf_sheet import ShelfSheet

    window.show_stage(Stage.JOBS)
    window.jobs.quick.ask_or_stop()
    _turn(_GLANCES_MS)  # until what is in sight is drawn
    shot("jobs", Stage.JOBS)
    window.show_stage(Stage.CLOTH)
    offer = window.cloth.remnants
    for _ in range(100):
        if offer.use.isVisible():
            break
        _turn(100)
    shot("cloth", Stage.CLOTH)
    sheet = ShelfSheet(window, window.book, window.session.job.unit)
    sheet.show()
    _turn(250)
    sheet.grab().save(str(folder / "shelf.png"))
    print("shelf.png")
    sheet.close()


def _turn(ms: int) -> None:
    """Let an event loop turn: threads work meanwhile, which they do not while a test waits."""
    from PySide6.QtCore import QEventLoop, QTimer

    loop = QEventLoop()
    QTimer.singleShot(ms, loop.quit)
    loop.exec()


def _draft_shots(
    window: MainWindow, jobs: list[Path], folder: Path, shot: Callable[[str, int], None]
) -> None:
    """The Draft stage with several styles, with formulas, and the dialogs that belong to it."""
    from PySide6.QtWidgets import QDialog

    from wickel.app.first_start import FirstStart
    from wickel.app.settings_sheet import SettingsSheet
    from wickel.app.stages.draft import HOUSE
    from wickel.app.stages.gallery import Gallery
    from wickel.app.stages.piece_card import PieceCard
    from wickel.studio import FERRY_APRON

    def of_dialog(dialog: QDialog) -> QImage:
        dialog.show()
        _turn(400)  # until it is laid out
        made = dialog.grab().toImage()
        dialog.close()
        return made

    def written(name: str, image: QImage) -> None:
        image.save(str(folder / f"{name}.png"))
        print(f"{name}.png")

    window.open_path(jobs[0])
    window.draft.give_figure("neck.down.back", Formula("neck/16 + 1 cm"))
    window.draft.give_figure("side.across", Plus(5.0))
    window.draft.show_figures()
    window.draft.options.figures.bring(("neck.across",))
    window.draft.over.setCurrentIndex(window.draft.over.findData(HOUSE))
    shot("draft-figures", Stage.DRAFT)
    window.draft.over.setCurrentIndex(0)
    window.session.undo()
    window.session.undo()
    window.draft.options.show_page(0)
    window.draft.take_style(FERRY_APRON)
    window.session.undo()
    assert window.session.draft is not None
    pattern = window.session.draft.pattern
    card = PieceCard(window.session, pattern, "front", window)
    card.lining.which.setCurrentIndex(card.lining.which.findData("whole"))
    card.lining.which.activated.emit(card.lining.which.currentIndex())
    settings = SettingsSheet(window.settings, window.book.schools, Path("~/Wickel"), window)
    sheets = [of_dialog(own) for own in (card, settings, FirstStart(window))]
    written("sheets", _side_by_side(sheets, len(sheets)))
    gallery = Gallery(window, "Which garment?", window.book)
    gallery.draw_all()
    written("gallery", of_dialog(gallery))
