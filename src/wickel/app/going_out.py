"""What of the studio goes out and comes in: tables for a sheet, and all of it as one zip."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date
from pathlib import Path
from typing import cast

from PySide6.QtCore import QObject, Signal
from PySide6.QtWidgets import QFileDialog, QWidget

from wickel.app.background import Background
from wickel.app.book import StudioBook
from wickel.app.widgets.dialogs import Notice
from wickel.files import save_file
from wickel.studio.folder import StudioFolder
from wickel.wording import tr

_KINDS: Mapping[str, str] = {
    "jobs": tr("jobs"),
    "clients": tr("clients"),
    "shelf": tr("cloths and remnants"),
    "schools": tr("schools"),
    "log": tr("entries of the log"),
    "facts": tr("single facts"),
    "styles": tr("styles"),
    "photos": tr("photos"),
}


class GoingOut(QObject):
    """Asks where to, and does it; what takes long in the background. ``said`` carries a sentence,
    ``refused`` a title and why not, ``brought`` tells that something came in."""

    said = Signal(str)
    refused = Signal(str, str)
    brought = Signal()

    def __init__(self, book: StudioBook, folder: StudioFolder, window: QWidget) -> None:
        super().__init__(window)
        self._book, self._folder, self._window = book, folder, window
        self.work = Background(self)
        self.work.done.connect(self._done)
        self.work.refused.connect(lambda why: self.refused.emit(tr("That could not be done"), why))

    def sheets(self) -> None:
        """Ask for a folder and write the tables there."""
        name = QFileDialog.getExistingDirectory(
            self._window, tr("A folder for the tables"), str(Path.home())
        )
        if name:
            self.write_sheets(Path(name))

    def write_sheets(self, folder: Path) -> None:
        """Write log, clients, shelf and jobs as tables into a folder; why it cannot be is said."""
        from wickel.studio.learnt import tables  # a database loads slowly

        book = self._book
        listed = book.listed_everywhere(self._folder)
        made = tables(book.entries(), book.clients, book.shelf, listed)
        try:
            for name, text in made.items():
                save_file(folder / name, text)
        except OSError as reason:
            self.refused.emit(
                tr("The tables cannot be written"), f"{folder.name}: {reason.strerror}."
            )
            return
        self.said.emit(tr("{names} are written.", names=", ".join(made)))

    def zip(self) -> None:
        """Ask for a name and write the whole studio there."""
        name, _ = QFileDialog.getSaveFileName(
            self._window,
            tr("The studio as one zip"),
            str(Path.home() / f"wickel-studio-{date.today():%Y-%m-%d}.zip"),
            tr("Zips (*.zip)"),
        )
        if name:
            self.write_zip(Path(name))

    def write_zip(self, path: Path) -> None:
        """Write the whole studio into one zip, in the background."""
        from wickel.studio.handing_out import studio_zip  # a database loads slowly

        book, folder = self._book.book, self._folder
        if book is None:
            self.refused.emit(tr("That could not be done"), tr("The studio's book is not open."))
            return

        def work() -> object:
            save_file(path, studio_zip(book, folder))
            return tr("The whole studio is in {name}.", name=path.name)

        self.work.begin(work)

    def bring(self) -> None:
        """Ask for a zip and read it into this studio."""
        name, _ = QFileDialog.getOpenFileName(
            self._window, tr("A studio's zip"), str(Path.home()), tr("Zips (*.zip)")
        )
        if name:
            self.read_zip(Path(name))

    def read_zip(self, path: Path) -> None:
        """Read a studio's zip into this one, in the background."""
        from wickel.studio.handing_out import bring_in, zip_bytes_of  # a database loads slowly

        book, folder = self._book.book, self._folder
        if book is None:
            self.refused.emit(tr("That could not be done"), tr("The studio's book is not open."))
            return
        self.work.begin(lambda: bring_in(zip_bytes_of(path), book, folder))

    def _done(self, made: object) -> None:
        if isinstance(made, str):
            self.said.emit(made)
            return
        from wickel.studio.handing_out import Brought  # a database loads slowly

        found = cast("Brought", made)
        lines = [f"{count} {_KINDS.get(kind, kind)}" for kind, count in found.new.items()]
        known = sum(found.known.values())
        self._book.tell()
        self.brought.emit()
        Notice(
            self._window,
            tr("The zip is read"),
            tr("New here is what stands below; {known} were here already.", known=known)
            if lines
            else tr("All of it was here already."),
            (*lines, *found.left_out),
        ).open()
