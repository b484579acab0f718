"""Drawings that come in: asked for, read in the background, shown on their sheet, and made a job or
a garment of the open one."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from threading import Event

from PySide6.QtCore import QObject, Qt, Signal
from PySide6.QtWidgets import QFileDialog, QProgressDialog, QWidget

from wickel.app.background import Background
from wickel.app.book import StudioBook
from wickel.app.exchange.import_sheet import ImportSheet
from wickel.app.session import Session
from wickel.drawing.found import FoundDrawing
from wickel.files.drawings.reading_in import ENDINGS, Stopped, read_drawing
from wickel.job import Job
from wickel.job.importing import ImportSaid, ReadDrawing
from wickel.studio.bringing_in import (
    Imported,
    NotImported,
    imported,
    job_of_imported,
    with_imported,
)
from wickel.wording import tr, words_of

_SHOWN_AFTER_MS = 400


class Bringing(QObject):
    """Asks for a drawing and brings it in. ``begin_asked`` carries a new job, ``applied`` says that
    the open one has a garment more, ``refused`` a title and why not."""

    begin_asked = Signal(object)
    applied = Signal()
    refused = Signal(str, str)

    def __init__(self, session: Session, book: StudioBook, window: QWidget) -> None:
        super().__init__(window)
        self._session, self._book, self._window = session, book, window
        self._path = Path()
        self._stop = Event()
        self._waiting: QProgressDialog | None = None
        self.sheet: ImportSheet | None = None
        self.work = Background(self)
        self.work.done.connect(self._show)
        self.work.refused.connect(self._refuse)

    def ask(self) -> None:
        """Ask for a file, and read it."""
        kinds = " ".join(f"*{ending}" for ending in ENDINGS)
        name, _ = QFileDialog.getOpenFileName(
            self._window,
            tr("Pieces from a drawing"),
            str(self._path.parent if self._path.name else Path.home()),
            tr("Drawings ({kinds})", kinds=kinds),
        )
        if name:
            self.read(Path(name))

    def read(self, path: Path) -> None:
        """Read a drawing in the background, then show its sheet."""
        self._path = path
        self._stop = stop = Event()
        waiting = QProgressDialog(
            tr("Reading {name} …", name=path.name), tr("Cancel"), 0, 0, self._window
        )
        waiting.setWindowTitle(tr("Pieces from a drawing"))
        waiting.setWindowModality(Qt.WindowModality.WindowModal)
        waiting.setMinimumDuration(_SHOWN_AFTER_MS)
        waiting.canceled.connect(stop.set)
        self._waiting = waiting
        self.work.begin(_read(path, stop))

    def _done_waiting(self) -> None:
        if self._waiting is not None:
            self._waiting.blockSignals(True)
            self._waiting.close()
            self._waiting.deleteLater()
            self._waiting = None

    def _refuse(self, sentence: str) -> None:
        self._done_waiting()
        self.refused.emit(tr("This drawing cannot come in"), sentence)

    def _show(self, found: object) -> None:
        self._done_waiting()
        if not isinstance(found, FoundDrawing):
            return  # stopped
        sheet = ImportSheet(found, self._path.name, self._session.job.unit, self._window)
        sheet.job_asked.connect(self._as_job)
        sheet.here_asked.connect(self._here)
        self.sheet = sheet
        sheet.open()

    def _as_job(self, read: ReadDrawing, said: ImportSaid) -> None:
        styles = self._styles(read, said)
        if styles:
            self.begin_asked.emit(job_of_imported(styles, self._path.stem))

    def _here(self, read: ReadDrawing, said: ImportSaid) -> None:
        styles = self._styles(read, said)
        if styles:
            job: Job = with_imported(self._session.job, styles)
            words = tr("Pieces from {name}", name=self._path.name)
            self._session.apply(job, words)
            self._session.take_garment(job.garments[-1].id)
            self.applied.emit()

    def _styles(self, read: ReadDrawing, said: ImportSaid) -> tuple[Imported, ...]:
        try:
            styles = imported(read, said, self._path.stem)
        except NotImported as reason:
            self.refused.emit(tr("This drawing cannot come in"), words_of(reason))
            return ()
        if self.sheet is not None and self.sheet.keep.isChecked():
            for own in styles:
                self._book.keep_style(own.style)
        return styles


def _read(path: Path, stop: Event) -> Callable[[], object]:
    def work() -> object:
        try:
            return read_drawing(path, stop.is_set)
        except Stopped:
            return None

    return work
