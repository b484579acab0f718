"""What is printed for the table: the papers, and the pieces or a lay at full size. Each page is
seen before it is saved or printed."""

from __future__ import annotations

import math
from collections.abc import Callable
from functools import partial
from pathlib import Path

from PySide6.QtCore import QDate, QRectF, QSize, Qt
from PySide6.QtGui import QImage, QKeySequence, QPageLayout, QPageSize, QPainter, QPixmap, QShortcut
from PySide6.QtPrintSupport import QPrintDialog, QPrinter
from PySide6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QDialog,
    QFileDialog,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QSizePolicy,
    QVBoxLayout,
    QWidget,
)

from wickel.app.background import Background
from wickel.app.theme import TARGET_PX
from wickel.app.widgets.cards import card, label, labelled, side_column
from wickel.app.widgets.dialogs import take_room
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.length_edit import KeptLength
from wickel.cutting import Studio, ToCut
from wickel.files import save_file
from wickel.units import Unit
from wickel.wording import tr

_DPI_PRINT, _POINT = 300, 72.0
_MOST_PIXELS = 60e6
"""A page of a roll is printed more coarsely rather than with more memory than there is."""
_ROLL_MM = 900.0
_SIDE_PX, _SIDE_MOST_PX = 300, 460
ROLL = "roll"


class Pages:
    """The pages of a PDF, as pictures of any size."""

    def __init__(self, data: bytes) -> None:
        import pypdfium2  # loaded when something is looked at or printed

        self.data = data
        self._pdf = pypdfium2.PdfDocument(data)

    def __len__(self) -> int:
        return len(self._pdf)

    def close(self) -> None:
        """Let the document go."""
        self._pdf.close()

    def points(self, number: int) -> tuple[float, float]:
        """Width and height of a page, in points."""
        wide, high = self._pdf[number].get_size()
        return float(wide), float(high)

    def image(self, number: int, scale: float) -> QImage:
        """A page, so many pixels to the point."""
        bitmap = self._pdf[number].render(scale=scale, rev_byteorder=True, force_bitmap_format=4)
        array = bytes(bitmap.buffer)
        image = QImage(
            array, bitmap.width, bitmap.height, bitmap.stride, QImage.Format.Format_RGBX8888
        )
        return image.copy()


def print_pages(pages: Pages, printer: QPrinter) -> None:
    """Print all pages at their own size, 100 %."""
    painter = QPainter()
    for number in range(len(pages)):
        wide, high = pages.points(number)
        size = QPageSize(
            QSize(round(min(wide, high)), round(max(wide, high))).toSizeF(), QPageSize.Unit.Point
        )
        printer.setPageSize(size)
        printer.setPageOrientation(
            QPageLayout.Orientation.Landscape if wide > high else QPageLayout.Orientation.Portrait
        )
        printer.setFullPage(True)
        if number == 0:
            painter.begin(printer)
        else:
            printer.newPage()
        dots = printer.resolution() / _POINT
        dots_a_point = min(_DPI_PRINT, printer.resolution()) / _POINT
        largest = math.sqrt(_MOST_PIXELS / (wide * high))
        image = pages.image(number, min(dots_a_point, largest))
        painter.drawImage(QRectF(0, 0, wide * dots, high * dots), image)
    painter.end()


class PrintedDialog(QDialog):
    """Choices at the left, the page at the right, and what can be done with it."""

    def __init__(self, title: str, name: str, folder: Path, parent: QWidget | None) -> None:
        super().__init__(parent)
        self.setWindowTitle(title)
        self.setProperty(PAGE, "papers")
        self._name, self._folder = name, folder
        self.pages: Pages | None = None
        self.at = 0
        self.background = Background(self)
        self.background.done.connect(self._made)
        self.background.refused.connect(self._refused)
        self.finished.connect(lambda _: self._let_go())
        take_room(self, 1080, 740)
        column = QVBoxLayout(self)
        row = QHBoxLayout()
        frame, self.choices = card()
        row.addWidget(side_column(frame, _SIDE_PX, _SIDE_MOST_PX))
        row.addLayout(self._preview(), 1)
        column.addLayout(row, 1)
        column.addLayout(self._foot())
        for key, by in (("PgDown", 1), ("PgUp", -1)):
            QShortcut(QKeySequence(key), self).activated.connect(partial(self.turn_page, by))

    def _preview(self) -> QVBoxLayout:
        column = QVBoxLayout()
        self.sheet = QLabel()
        self.sheet.setAlignment(Qt.AlignmentFlag.AlignCenter)
        self.sheet.setMinimumSize(300, 300)
        self.sheet.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Ignored)
        self.sheet.setAccessibleName(tr("The page as it will be printed"))
        column.addWidget(self.sheet, 1)
        row = QHBoxLayout()
        self.before = QPushButton("‹")
        self.before.setAccessibleName(tr("The page before"))
        self.before.setToolTip(tr("The page before (Page Up)"))
        self.before.clicked.connect(partial(self.turn_page, -1))
        self.after = QPushButton("›")
        self.after.setAccessibleName(tr("The next page"))
        self.after.setToolTip(tr("The next page (Page Down)"))
        self.after.clicked.connect(partial(self.turn_page, 1))
        self.place = label("", "heading")
        self.place.setAlignment(Qt.AlignmentFlag.AlignCenter)
        for turn in (self.before, self.after):
            turn.setMinimumWidth(TARGET_PX)
        row.addWidget(self.before)
        row.addWidget(self.place, 1)
        row.addWidget(self.after)
        column.addLayout(row)
        return column

    def _foot(self) -> QHBoxLayout:
        row = QHBoxLayout()
        leave = QPushButton(tr("Close"))
        leave.setToolTip(tr("Close without printing (Esc)"))
        leave.clicked.connect(self.reject)
        row.addWidget(leave)
        self.said = label("", "soft")
        row.addWidget(self.said, 1)
        self.save = QPushButton(tr("Save as PDF…"))
        self.save.setToolTip(tr("Write the pages into a file"))
        self.save.clicked.connect(self.ask_and_save)
        row.addWidget(self.save)
        self.print = QPushButton(tr("Print…"))
        self.print.setObjectName("main")
        self.print.setToolTip(tr("Print the pages at their own size, through the system's dialog"))
        self.print.clicked.connect(self.ask_and_print)
        row.addWidget(self.print)
        return row

    # --- the pages ---------------------------------------------------------------------------

    def work_for(self) -> Callable[[], bytes] | None:
        """What makes the PDF of the choices; None when nothing is chosen."""
        raise NotImplementedError

    def make(self) -> None:
        """Make the pages anew, in the background."""
        work = self.work_for()
        if work is None:
            self._let_go()
            self._show(tr("Nothing is chosen."))
            return
        self._show(tr("Drawing the pages …"))
        self.background.begin(work)

    def _made(self, data: object) -> None:
        assert isinstance(data, bytes)
        self._let_go()
        self.pages = Pages(data)
        self.at = min(self.at, len(self.pages) - 1)
        self._show("")

    def _let_go(self) -> None:
        """Put the pages that were seen away."""
        if self.pages is not None:
            self.pages.close()
            self.pages = None

    def _refused(self, sentence: str) -> None:
        self._let_go()
        self._show(sentence)

    def turn_page(self, by: int) -> None:
        """Show another page."""
        if self.pages is not None:
            self.at = max(0, min(len(self.pages) - 1, self.at + by))
            self._show("")

    def _show(self, words: str) -> None:
        """Show the page in hand, or why there is none."""
        self.said.setText(words)
        there = self.pages is not None and not self.background.working
        for button in (self.save, self.print):
            button.setEnabled(there)
        if self.pages is None:
            self.sheet.clear()
            self.place.setText("")
            return
        self.place.setText(tr("page {number} of {all}", number=self.at + 1, all=len(self.pages)))
        self.before.setEnabled(self.at > 0)
        self.after.setEnabled(self.at < len(self.pages) - 1)
        wide, high = self.pages.points(self.at)
        room = self.sheet.size()
        scale = max(0.05, min(room.width() / wide, room.height() / high))
        ratio = self.devicePixelRatioF()
        pixmap = QPixmap.fromImage(self.pages.image(self.at, scale * ratio))
        pixmap.setDevicePixelRatio(ratio)
        self.sheet.setPixmap(pixmap)

    def resizeEvent(self, event: object) -> None:
        """The page grows with the dialog."""
        super().resizeEvent(event)  # type: ignore[arg-type]
        self._show(self.said.text())

    # --- what is done with them ----------------------------------------------------------------

    def ask_and_save(self) -> None:
        """Ask for a name and write the pages."""
        start = self._folder / f"{self._name}.pdf"
        name, _ = QFileDialog.getSaveFileName(
            self, tr("Save as PDF"), str(start), tr("PDF (*.pdf)")
        )
        if name and self.pages is not None:
            path = Path(name if name.endswith(".pdf") else f"{name}.pdf")
            try:
                save_file(path, self.pages.data)
            except OSError as reason:
                self.said.setText(
                    tr("{path} cannot be written: {why}.", path=path.name, why=reason.strerror)
                )
                return
            self.said.setText(tr("Written: {path}", path=path.name))

    def ask_and_print(self) -> None:
        """Print through the system's dialog."""
        printer = QPrinter(QPrinter.PrinterMode.HighResolution)
        printer.setDocName(self._name)
        dialog = QPrintDialog(printer, self)
        if dialog.exec() == QDialog.DialogCode.Accepted and self.pages is not None:
            print_pages(self.pages, printer)
            self.said.setText(tr("Sent to the printer."))


class PapersDialog(PrintedDialog):
    """The papers for the table: parts to choose, and the paper."""

    def __init__(
        self,
        work: ToCut,
        studio: Studio,
        folder: Path,
        parent: QWidget | None = None,
        paper: str = "A4",
    ) -> None:
        super().__init__(tr("Papers for the table"), _named(work, tr("papers")), folder, parent)
        from wickel.files.papers.cut_plan import CUT_PART_NAMES, CutPart  # ReportLab loads slowly
        from wickel.files.papers.sheet import Paper

        self._work, self._studio = work, studio
        self.choices.addWidget(label(tr("Which papers?"), "title"))
        self.parts: dict[CutPart, QCheckBox] = {}
        for part, words in CUT_PART_NAMES.items():
            tick = QCheckBox(words)
            tick.setChecked(True)
            tick.toggled.connect(lambda _: self.make())
            self.parts[part] = tick
            self.choices.addWidget(tick)
        self.paper = _paper_box([own for own in Paper if own is not Paper.A2], paper)
        self.paper.activated.connect(lambda _: self.make())
        row = QHBoxLayout()
        labelled(row, tr("on"), self.paper, 1)
        self.choices.addLayout(row)
        self.choices.addStretch()
        self.make()

    def work_for(self) -> Callable[[], bytes] | None:
        from wickel.files.papers.cut_plan import CutPapers, cut_pdf
        from wickel.files.papers.sheet import Paper

        chosen = tuple(part for part, tick in self.parts.items() if tick.isChecked())
        if not chosen:
            return None
        today = QDate.currentDate().toString(Qt.DateFormat.ISODate)
        papers = CutPapers(
            studio=self._studio,
            paper=Paper(self.paper.currentData()),
            parts=chosen,
            printed=today,
        )
        return partial(cut_pdf, self._work, papers)


class FullSizeDialog(PrintedDialog):
    """The pieces, or the lay of a cloth, at full size: on pages or on a roll."""

    def __init__(
        self, work: ToCut, folder: Path, parent: QWidget | None = None, paper: str = "A4"
    ) -> None:
        super().__init__(tr("At full size"), _named(work, tr("full size")), folder, parent)
        from wickel.files.papers.sheet import Paper  # ReportLab loads slowly

        self._work = work
        self.choices.addWidget(label(tr("At full size"), "title"))
        self.what = QComboBox()
        self.what.setAccessibleName(tr("What is printed"))
        self.what.addItem(tr("the pieces"), "")
        for lay in work.lays:
            self.what.addItem(tr("the lay of {cloth}", cloth=lay.cloth.shown_name), lay.cloth.id)
        self.what.activated.connect(lambda _: self.make())
        self.choices.addWidget(self.what)
        self.paper = _paper_box(list(Paper), paper)
        self.paper.addItem(tr("a roll"), ROLL)
        self.paper.activated.connect(lambda _: self._choose_paper())
        row = QHBoxLayout()
        labelled(row, tr("on"), self.paper, 1)
        self.choices.addLayout(row)
        unit: Unit = work.job.unit
        self.wide = KeptLength(tr("Width of the roll"), _ROLL_MM, unit)
        self.wide.taken.connect(self.make)
        self._wide_row = QWidget()
        wide_row = QHBoxLayout(self._wide_row)
        wide_row.setContentsMargins(0, 0, 0, 0)
        labelled(wide_row, tr("so wide"), self.wide)
        self._wide_row.setVisible(False)
        self.choices.addWidget(self._wide_row)
        self.choices.addWidget(
            label(
                tr(
                    "The first page has a map and two test squares: print at 100 % and measure "
                    "them before you cut paper."
                ),
                "soft",
                wrap=True,
            )
        )
        self.choices.addStretch()
        self.make()

    def _choose_paper(self) -> None:
        self._wide_row.setVisible(self.paper.currentData() == ROLL)
        self.make()

    def work_for(self) -> Callable[[], bytes] | None:
        from wickel.files.papers.sheet import Paper
        from wickel.files.papers.tiles import Roll, tiles_pdf

        paper = self.paper.currentData()
        lay = next(
            (own for own in self._work.lays if own.cloth.id == self.what.currentData()), None
        )
        roll = paper == ROLL
        size = Roll(min(3000.0, max(100.0, self.wide.mm))) if roll else Paper(paper)
        return partial(tiles_pdf, self._work, size, self._work.job.name or self._name, lay)


def _paper_box(papers: list[object], usual: str) -> QComboBox:
    box = QComboBox()
    box.setAccessibleName(tr("Paper"))
    for paper in papers:
        box.addItem(str(paper), paper)
    box.setCurrentIndex(max(0, box.findText(usual)))
    return box


def _named(work: ToCut, what: str) -> str:
    """What a file is called at first."""
    return f"{work.job.name or tr('job')} {what}"
