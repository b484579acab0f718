"""What entries of the menu do that is not the work of one stage alone: they go where it is done,
and do it in sight."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from typing import TYPE_CHECKING

from PySide6.QtCore import QObject, Qt, Signal
from PySide6.QtWidgets import QApplication

from wickel import __version__
from wickel.app.stage import Stage
from wickel.app.widgets.guide import show_guide
from wickel.app.widgets.keys_sheet import KeysSheet
from wickel.job.edits import without_garment
from wickel.job.work import called
from wickel.units import Unit
from wickel.wording import tr

if TYPE_CHECKING:
    from wickel.app.window import MainWindow

_PAGES = {
    Stage.JOBS: "jobs",
    Stage.BODY: "body",
    Stage.DRAFT: "draft",
    Stage.CLOTH: "cloth",
    Stage.LAY: "lay",
    Stage.BUY: "buy",
    Stage.CUT: "cut",
    Stage.LOG: "log",
}
"""The page of the guide that belongs to a stage, where no part of it has one of its own."""


class Acts(QObject):
    """What is done across the stages. ``told`` carries a title and what there is to say."""

    told = Signal(str, str)

    def __init__(self, window: MainWindow) -> None:
        super().__init__(window)
        self._window, self._session = window, window.session

    def garment_out(self) -> None:
        """Take the garment in hand out of the job, when there is something else in it."""
        session = self._session
        garment = session.garment
        if garment is None or (len(session.job.garments) < 2 and not session.job.pieces):
            session.trouble.emit(
                tr("A job has at least one garment: take another style for it, or begin a new job.")
            )
            return
        session.apply(without_garment(session.job, garment), tr("{it} out", it=called(garment)))

    def next_garment(self) -> None:
        """Take the next garment of the job in hand."""
        ids = [garment.id for garment in self._session.job.garments]
        if self._session.garment is not None:
            self._session.take_garment(ids[(ids.index(self._session.garment.id) + 1) % len(ids)])

    def next_cloth(self) -> None:
        """Take the next cloth of the job in hand."""
        ids = [cloth.id for cloth in self._session.cloths]
        if self._session.cloth is not None and self._session.cloth.id in ids:
            self._session.take_cloth(ids[(ids.index(self._session.cloth.id) + 1) % len(ids)])

    def one_more(self) -> None:
        """A new job like the open one."""
        if self._session.path is not None:
            self._window.show_stage(Stage.JOBS)
            self._window.jobs.duplicate(self._session.path)

    def quick_question(self) -> None:
        """Go to the quick question."""
        self._window.show_stage(Stage.JOBS)
        self._window.jobs.quick.take_hand()

    def show_over_time(self) -> None:
        """Open the figures over time."""
        self._window.show_stage(Stage.LOG)
        self._window.log.show_page(1)

    def show_buy(self, page: int) -> None:
        """Open a page of Buy."""
        self._window.show_stage(Stage.BUY)
        self._window.buy.show_page(page)

    def fill_table(self) -> None:
        """Fill the table of Buy in sight, or stop."""
        self.show_buy(0)
        self._window.buy.fill_or_stop()

    def work_out(self) -> None:
        """Work out the list of Buy in sight, or stop."""
        self.show_buy(1)
        self._window.buy.list.work_or_stop()

    def lay_bolt(self) -> None:
        """Lay garments on a bolt in sight, or stop."""
        self.show_buy(2)
        self._window.buy.bolt.work_or_stop()

    def copy_table(self) -> None:
        """Copy what Buy shows."""
        self._window.show_stage(Stage.BUY)
        self._window.buy.copy()
        self._window.slip.say(tr("It is on the clipboard."))

    def write_table(self, write: Callable[[], None]) -> None:
        """Write what Buy shows, in sight."""
        self._window.show_stage(Stage.BUY)
        write()

    def show_figures(self) -> None:
        """Open the figures of the draft."""
        self._window.show_stage(Stage.DRAFT)
        self._window.draft.show_figures()

    def keep_version(self) -> None:
        """Keep the garment in hand as a version."""
        self._window.show_stage(Stage.DRAFT)
        self._window.draft.keeping.keep_version()

    def open_card(self) -> None:
        """Open the card of the piece in hand on Draft."""
        self._window.show_stage(Stage.DRAFT)
        self._window.draft.open_card()

    def show_pictures(self) -> None:
        """Show the reference pictures beside the draft, or put them away."""
        self._window.show_stage(Stage.DRAFT)
        self._window.draft.pictures.toggle()

    def into_log(self) -> None:
        """Put the job into the log, in sight."""
        self._window.show_stage(Stage.LOG)
        self._window.log.put_in()

    def onto_shelf(self) -> None:
        """Put what is kept onto the shelf, in sight."""
        self._window.show_stage(Stage.LOG)
        self._window.log.put_on_shelf()

    def zoom(self, how: str) -> None:
        """Zoom the paper or the cloth: ``zoom_in``, ``zoom_out`` or ``fit``."""
        view = {Stage.DRAFT: self._window.draft.paper, Stage.LAY: self._window.lay.in_sight}.get(
            Stage(self._window.stack.currentIndex())
        )
        if view is not None:
            getattr(view, how)()

    def copy_picture(self) -> None:
        """Put a picture of what the stage shows on the clipboard."""
        stage = self._window.stack.currentWidget()
        view = {
            Stage.DRAFT: self._window.draft.paper,
            Stage.LAY: self._window.lay.in_sight,
            Stage.CUT: self._window.cut.view,
        }
        shown = view.get(Stage(self._window.stack.currentIndex()), stage)
        QApplication.clipboard().setPixmap(shown.grab())
        self._window.slip.say(tr("The picture is on the clipboard."))

    def take_both(self, *, on: bool) -> None:
        """Show both units, or one."""
        both = replace(self._session.job, both_units=on)
        self._session.apply(both, tr("Both units"))

    def take_inches(self, *, on: bool) -> None:
        """Measure in inches, or in centimetres."""
        unit = Unit.INCH if on else Unit.CM
        self._session.apply(replace(self._session.job, unit=unit), tr("Unit of length"))

    def show_guide(self) -> None:
        """Open the guide at the page of the place one is in."""
        stage = Stage(self._window.stack.currentIndex())
        show_guide(QApplication.focusWidget() or self._window, _PAGES[stage])

    def show_keys(self) -> None:
        """Show all keys."""
        sheet = KeysSheet(self._window.menuBar(), self._window)
        sheet.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        sheet.open()

    def show_about(self) -> None:
        """Say what this is."""
        self.told.emit(
            tr("About Wickel"),
            tr(
                "Wickel {version}\nFrom body measurements to a cut plan and an exact length of "
                "cloth.\nMIT licence. Typeface: Lato, SIL Open Font License 1.1.",
                version=__version__,
            ),
        )
