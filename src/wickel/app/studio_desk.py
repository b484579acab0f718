"""What the window does with the studio as a whole: clients, shelf, copies of the book, what goes
out and comes in."""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING

from PySide6.QtCore import QObject, Signal
from PySide6.QtWidgets import QDialog, QWidget

from wickel.app.book import StudioBook
from wickel.app.going_out import GoingOut
from wickel.app.session import Session
from wickel.app.stages.client_sheet import ClientSheet
from wickel.app.stages.copies_sheet import CopiesSheet
from wickel.app.stages.from_last import FromLast
from wickel.app.stages.shelf_sheet import ShelfSheet
from wickel.app.widgets.clash import ClashSheet
from wickel.job import Job
from wickel.studio.folder import StudioFolder
from wickel.wording import tr
from wickel.yardage import need

if TYPE_CHECKING:
    from wickel.studio.book import Clash


class StudioDesk(QObject):
    """Opens the sheets of the studio, and keeps the shelf up with what is cut.

    ``open_asked`` carries a job's file, ``begin_asked`` a new job, ``taken`` something of the shelf
    that is to be cut from; ``jobs_changed`` tells that files of jobs are others now.
    """

    open_asked = Signal(object)
    begin_asked = Signal(object)
    taken = Signal(object)
    jobs_changed = Signal()

    def __init__(
        self, session: Session, book: StudioBook, folder: StudioFolder, window: QWidget
    ) -> None:
        super().__init__(window)
        self._session, self._book, self._folder, self._window = session, book, folder, window
        self.going_out = GoingOut(book, folder, window)
        self.going_out.brought.connect(self.jobs_changed)
        book.clashed.connect(self._settle_clash)
        book.changed.connect(self._take_factor)
        book.changed.connect(self._take_shelf)
        book.opened.connect(book.note_value)

    def new_from_last(self) -> None:
        """A new job like the last one of a client, with their figures of now."""
        sheet = FromLast(self._window, self._book, self._folder)
        sheet.chosen.connect(self.begin_asked)
        sheet.open()

    def _settle_clash(self, clash: Clash, settle: Callable[[object, object], object]) -> None:
        """Show what two windows have changed side by side, and keep what the maker takes."""
        sheet = ClashSheet(self._window, clash.mine, clash.theirs, clash.names)
        if sheet.exec() == QDialog.DialogCode.Accepted:
            settle(sheet.settled, clash.theirs)
        sheet.deleteLater()

    def _take_shelf(self) -> None:
        """What is on the shelf need not be bought."""
        shelf = self._book.shelf
        if shelf != self._session.shelf:
            self._session.shelf = shelf
            self._session.lays_changed.emit()

    def _take_factor(self) -> None:
        """Scale minutes by what the log shows."""
        factor = self._book.minutes_factor
        if factor != self._session.minutes_factor:
            self._session.minutes_factor = factor
            self._session.show_again()

    def show_client(self) -> None:
        """Open the card of the client of the garment in hand, or of the job."""
        session = self._session
        garment = session.garment
        name = session.job.client if garment is None or garment.size else garment.body.name
        if self._book.client(name) is None:
            session.trouble.emit(tr("Keep the client's measurements first: then they have a card."))
            return
        session.file.settle()
        sheet = ClientSheet(self._window, self._book, self._folder, name, session.job.unit)
        sheet.open_asked.connect(self.open_asked)
        sheet.removed.connect(self._read_anew)
        sheet.open()

    def _read_anew(self) -> None:
        """Open the job anew after its file was changed beneath it, or where it has gone; what a
        search has found meanwhile is not written, also into no copy."""
        session = self._session
        path = session.path
        if path is not None and not path.exists():
            path = next(iter(self._folder.orders()), None)
        session.file.take(None)
        session.open(Job(cloths=session.job.cloths), None)
        if path is not None:
            self.open_asked.emit(path)
        self.jobs_changed.emit()

    def show_copies(self) -> None:
        """Show the dated copies of the book."""
        CopiesSheet(self._window, self._book).open()

    def show_shelf(self) -> None:
        """Open the whole shelf."""
        sheet = ShelfSheet(self._window, self._book, self._session.job.unit)
        sheet.taken.connect(self.taken)
        sheet.open()

    def cut_off_shelf(self) -> None:
        """Take what was cut off the cloths on the shelf."""
        session = self._session
        for cloth in session.cloths:
            lay = session.lay_of(cloth.id)
            if lay is not None and any(own.name == cloth.shown_name for own in self._book.shelf):
                self._book.cut_off(cloth.shown_name, session.with_id(), need(lay).need_mm)

    def back_onto_shelf(self) -> None:
        """Put back what was taken off the shelf for the job."""
        job = self._session.job
        for own in self._book.shelf:
            kept = own.kept_for(job.book_id) if job.book_id else None
            if kept is not None and kept.cut:
                self._book.cut_off(own.name, job, 0.0)
