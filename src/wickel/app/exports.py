"""What is written beside the job: copies, the lay on paper, tables."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import QDate, QObject, Qt, Signal
from PySide6.QtWidgets import QFileDialog, QWidget

from wickel.app.session import Session
from wickel.app.stages.buy import BuyStage
from wickel.files import save_file, save_job
from wickel.wording import tr


class Exports(QObject):
    """Asks for a name and writes. ``said`` tells that it is done, ``refused`` with a title why it
    is not."""

    said = Signal(str)
    refused = Signal(str, str)

    def __init__(self, session: Session, buy: BuyStage, folder: Path, window: QWidget) -> None:
        super().__init__(window)
        self._session, self._buy, self._folder, self._window = session, buy, folder, window

    def copy(self) -> None:
        """The job, under another name."""
        path = self._ask_name(tr("Save a copy as"), ".wickel.json", tr("Jobs (*.wickel.json)"))
        self._write(path, lambda p: save_job(self._session.job, p))

    def pdf(self) -> None:
        """The lay on one page."""
        lay = self._session.lay
        if lay is not None:
            from wickel.files.papers.lay_sheet import lay_pdf, sheet_words

            job = self._session.job
            words = sheet_words(job, lay, QDate.currentDate().toString(Qt.DateFormat.ISODate))
            path = self._ask_name(tr("Lay on one page"), ".pdf", tr("PDF (*.pdf)"))
            self._write(
                path, lambda p: save_file(p, lay_pdf(lay, job.name or "Lay", job.unit, words))
            )

    def table_csv(self) -> None:
        """What Buy shows, as a table."""
        path = self._ask_name(tr("As CSV"), ".csv", tr("Tables (*.csv)"))
        self._write(path, lambda p: save_file(p, self._buy.as_text(",")))

    def table_pdf(self) -> None:
        """What Buy shows, on paper."""
        path = self._ask_name(tr("On paper"), ".pdf", tr("PDF (*.pdf)"))
        self._write(path, lambda p: save_file(p, self._buy.as_pdf()))

    def _ask_name(self, title: str, ending: str, kinds: str) -> Path | None:
        start = self._folder / f"{self._session.job.name or 'job'}{ending}"
        name, _ = QFileDialog.getSaveFileName(self._window, title, str(start), kinds)
        if not name:
            return None
        return Path(name if name.endswith(ending) else name + ending)

    def _write(self, path: Path | None, write: Callable[[Path], None]) -> None:
        if path is None:
            return
        try:
            write(path)
        except OSError as reason:
            self.refused.emit(tr("This file cannot be written"), f"{path.name}: {reason.strerror}.")
            return
        self.said.emit(tr("Written: {path}", path=path.name))
