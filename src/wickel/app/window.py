"""The main window: thread, ticket, stages, slip."""

from __future__ import annotations

import sys
from dataclasses import replace
from functools import partial
from pathlib import Path

from PySide6.QtCore import QByteArray, QProcess, QTimer
from PySide6.QtGui import QCloseEvent, QResizeEvent
from PySide6.QtWidgets import (
    QApplication,
    QFileDialog,
    QHBoxLayout,
    QMainWindow,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from wickel.app.acts import Acts
from wickel.app.book import StudioBook, fill_book
from wickel.app.errand import Errand
from wickel.app.exchange.bringing import Bringing
from wickel.app.exports import Exports
from wickel.app.files_taken import FilesTaken
from wickel.app.fill import TableFill
from wickel.app.first_start import FirstStart, Walk
from wickel.app.looks import look_as_set
from wickel.app.menus import Menus
from wickel.app.next_step import next_step
from wickel.app.opening import Opening
from wickel.app.printing import Printing
from wickel.app.runners import Runner
from wickel.app.session import Session
from wickel.app.settings import SettingsFile
from wickel.app.settings_sheet import SettingsSheet
from wickel.app.stage import Stage
from wickel.app.stages.body import BodyStage
from wickel.app.stages.buy import BuyStage
from wickel.app.stages.cloth import ClothStage
from wickel.app.stages.cut import CutStage
from wickel.app.stages.draft import DraftStage
from wickel.app.stages.gallery import Gallery
from wickel.app.stages.jobs import JobsStage
from wickel.app.stages.lay import LayStage
from wickel.app.stages.log import LogStage
from wickel.app.studio_desk import StudioDesk
from wickel.app.theme import (
    dress,
    text_scale,
)
from wickel.app.usual import as_measured_and_sold, as_usual
from wickel.app.widgets.columns import Columns, TableColumns
from wickel.app.widgets.slip import Slip
from wickel.app.widgets.thread import Knot, Thread
from wickel.app.widgets.ticket import Ticket
from wickel.body import doubts
from wickel.cloth import OnShelf
from wickel.cutting import DONE
from wickel.files import save_job
from wickel.job import Job
from wickel.studio import new_order, with_another
from wickel.studio.folder import StudioFolder
from wickel.studio.ordering import Chosen
from wickel.wording import show_money_in, tr

TROUBLE_MS = 9000
"""How long what went wrong stays in the slip before what is next takes its place."""

TITLE_BAR, NARROW_BELOW = 40, 1180
LEAST_TEXT, MOST_TEXT = 0.8, 2.0
LEAST_SIZE, USUAL_SIZE = (940, 600), (1280, 800)
"""The least size of the window, and its size at first, where the screen has room for it."""


class MainWindow(QMainWindow):
    """One window for one job at a time."""

    def __init__(
        self,
        session: Session,
        folder: StudioFolder,
        settings: SettingsFile,
        book: StudioBook,
        fill: TableFill,
        runner: Runner,
    ) -> None:
        super().__init__()
        self.setWindowTitle(tr("Wickel"))
        self.setMinimumSize(*LEAST_SIZE)
        self._session, self._folder, self._settings, self._book = session, folder, settings, book
        self._trouble = ""
        self._trouble_timer = QTimer(self, singleShot=True, interval=TROUBLE_MS)
        self._trouble_timer.timeout.connect(self._forget_trouble)
        self.thread_bar = Thread(tuple(stage.title for stage in Stage))
        self.ticket = Ticket(session)
        self.slip = Slip()
        self.jobs = JobsStage(session, folder, book, fill, settings, runner)
        self.body = BodyStage(session, book)
        self.draft = DraftStage(session, book, Errand(runner, self))
        self.cloth, self.lay, self.buy = (
            ClothStage(session, book, Errand(runner, self)),
            LayStage(session),
            BuyStage(session, fill, runner, self._titled),
        )
        self.cut = CutStage(session, settings)
        self.log = LogStage(session, book)
        self.printing = Printing(session, self.cut, folder.path, settings, self)
        self.stack = QStackedWidget()
        before = (self.jobs, self.body, self.draft, self.cloth)
        for stage in (*before, self.lay, self.buy, self.cut, self.log):
            self.stack.addWidget(stage)
        self._opening = Opening(session, settings, self)
        self._opening.opened.connect(self.jobs.refresh)
        self.exports = Exports(session, self.buy, folder.path, self)
        self.bringing = Bringing(session, book, self)
        self.files = FilesTaken(self)
        self.desk = StudioDesk(session, book, folder, self)
        self.lay.view.seeing.table_mm = settings.values.table_mm
        self.lay.work.seen.table_said.connect(self._keep_table)
        self.lay.work.told.connect(self._tell_hand)
        self._take_usual()
        self._build()
        self.acts = Acts(self)
        self.acts.told.connect(self._opening.refuse)
        self.menus = Menus(self, self.acts, folder, settings)
        self._connect(session, book, fill)
        self._connect_files()
        kept: list[Columns | TableColumns] = [*self.findChildren(Columns)]
        kept += self.findChildren(TableColumns)
        for columns in kept:
            columns.take(settings.values.columns)
            columns.moved.connect(self._keep_columns)
        self.show_stage(Stage.LAY)

    def _connect(self, session: Session, book: StudioBook, fill: TableFill) -> None:
        """Have the window follow what happens."""
        self.thread_bar.chosen.connect(self.show_stage)
        self.slip.asked.connect(self.show_stage)
        session.lays_changed.connect(self._follow)
        session.at_table_changed.connect(self._follow)
        session.searching_changed.connect(self._follow)
        session.trouble.connect(self._say_trouble)
        book.trouble.connect(self._say_trouble)
        self.log.csv_asked.connect(self.desk.going_out.sheets)
        self.body.card_asked.connect(self.desk.show_client)
        self.body.log_asked.connect(partial(self.show_stage, Stage.LOG))
        self.cloth.shelf_asked.connect(self.desk.show_shelf)
        self.cut.finished.connect(self.desk.cut_off_shelf)
        self.cut.undone.connect(self.desk.back_onto_shelf)
        fill.trouble.connect(self._say_trouble)
        fill.working_changed.connect(lambda _: self._follow())
        self.jobs.open_asked.connect(self.open_path)
        self.jobs.new_asked.connect(self.new_job)
        self.jobs.last_asked.connect(self.desk.new_from_last)
        self.jobs.quick.job_asked.connect(self._start)
        self.jobs.demo_asked.connect(self._fill_with_demo)
        self.buy.csv_asked.connect(self.exports.table_csv)
        self.buy.pdf_asked.connect(self.exports.table_pdf)

    def _connect_files(self) -> None:
        """Have the window follow what comes in and goes out."""
        self.exports.said.connect(self.slip.say)
        self.exports.refused.connect(self._opening.refuse)
        self.bringing.begin_asked.connect(self._start_drawn)
        self.bringing.applied.connect(partial(self.show_stage, Stage.DRAFT))
        self.bringing.refused.connect(self._opening.refuse)
        self.desk.open_asked.connect(self.open_path)
        self.desk.begin_asked.connect(self._start)
        self.desk.taken.connect(self._take_off_shelf)
        self.desk.jobs_changed.connect(self.jobs.refresh)
        self.desk.going_out.said.connect(self.slip.say)
        self.desk.going_out.refused.connect(self._opening.refuse)
        self.files.job.connect(self.open_path)
        self.files.drawing.connect(self.bringing.read)
        self.files.picture.connect(self._take_picture)
        self.files.zip.connect(self.desk.going_out.read_zip)

    def _build(self) -> None:
        right = QVBoxLayout()
        right.setContentsMargins(16, 6, 12, 12)
        right.setSpacing(12)
        right.addWidget(self.ticket)
        right.addWidget(self.stack, 1)
        upper = QHBoxLayout()
        upper.setContentsMargins(0, 0, 0, 0)
        upper.setSpacing(0)
        upper.addWidget(self.thread_bar)
        upper.addLayout(right, 1)
        central = QWidget()
        column = QVBoxLayout(central)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        column.addLayout(upper, 1)
        column.addWidget(self.slip)
        self.setCentralWidget(central)

    @property
    def session(self) -> Session:
        """The open job."""
        return self._session

    @property
    def settings(self) -> SettingsFile:
        """What is usual in the studio and on this screen."""
        return self._settings

    @property
    def begun(self) -> bool:
        """Whether the maker has begun a studio of their own."""
        return self._settings.values.begun

    @property
    def book(self) -> StudioBook:
        """The studio's book."""
        return self._book

    def _titled(self) -> tuple[tuple[Path, str], ...]:
        """The studio's jobs with their titles."""
        return tuple((path, self._folder.title(path)) for path in self._folder.orders())

    # --- what is shown -------------------------------------------------------------------------

    def show_stage(self, index: int) -> None:
        """Open a stage."""
        self.stack.setCurrentIndex(index)
        self.thread_bar.show_current(index)
        self._follow()

    def _follow(self) -> None:
        """Bring thread, slip and title up to what the session holds now."""
        session = self._session
        sentence, stage = (self._trouble, None) if self._trouble else next_step(session)
        self.slip.say(sentence, None if stage == self.stack.currentIndex() else stage)
        refused_at = next_step(session)[1] if session.refusal or session.never_fits else None
        implausible = len(doubts(session.garment.body)) if session.garment else 0
        unheld = sum(check.broken for done in session.drafts for check in done.checks)
        broken = len(session.lay.broken) if session.lay else 0
        stuck = session.lay is None and session.way in session.lay_refusals
        at_body, at_draft, at_cloth = (
            int(refused_at is stage) for stage in (Stage.BODY, Stage.DRAFT, Stage.CLOTH)
        )
        self.thread_bar.show_knots(
            (
                Knot(name=tr("Jobs"), tied=session.path is not None),
                Knot(name=tr("Body"), tied=True, count=max(implausible, at_body)),
                Knot(name=tr("Draft"), tied=bool(session.drafts), count=unheld + at_draft),
                Knot(
                    name=tr("Cloth"),
                    tied=session.cloth is not None,
                    count=at_cloth,
                ),
                Knot(name=tr("Lay"), tied=session.lay is not None, count=broken + int(stuck)),
                Knot(name=tr("Buy"), tied=self.buy.fill.done[0] > 0),
                Knot(name=tr("Cut"), tied=session.job.at_table.step == DONE),
                Knot(name=tr("Log"), tied=self._book.has_entry(session.job.book_id)),
            )
        )
        self.setWindowTitle(
            tr("{job} · Wickel", job=session.job.name) if session.job.name else tr("Wickel")
        )
        self.menus.follow()

    def _say_trouble(self, sentence: str) -> None:
        """Say something that went wrong, for long enough to be read."""
        self._trouble = sentence
        self._trouble_timer.start()
        self.slip.say(sentence)

    def _forget_trouble(self) -> None:
        self._trouble = ""
        self._follow()

    def _tell_hand(self, sentence: str) -> None:
        """Say in the slip what there is to say of what is in hand."""
        if sentence:
            self.slip.say(sentence)
        else:
            self._follow()

    def _keep_columns(self, name: str, shares: tuple[float, ...]) -> None:
        others = {id: own for id, own in self._settings.values.columns.items() if id != name}
        columns = others | ({name: shares} if shares else {})
        self._settings.remember(replace(self._settings.values, columns=columns))

    def _keep_table(self, mm: float) -> None:
        self._settings.remember(replace(self._settings.values, table_mm=mm))

    def welcome(self) -> None:
        """At the first start ask how to begin."""
        first = FirstStart(self)
        first.show_me.connect(self._show_demo)
        first.own.connect(self._begin_studio)
        first.open()

    def _show_demo(self) -> None:
        """Go on with the demo studio, in a window of its own, and leave this one."""
        QProcess.startDetached(sys.executable, ["-m", "wickel", "demo", "--walk"])
        self.close()

    def _begin_studio(self) -> None:
        """Ask what is usual in the studio, then for its first job."""
        self._settings.remember(replace(self._settings.values, begun=True))
        schools = self._book.schools
        sheet = SettingsSheet(self._settings, schools, self._folder.path, self, first=True)
        sheet.changed.connect(self._follow_settings)
        sheet.finished.connect(lambda _: self.new_job())
        sheet.open()

    def offer_rescued(self) -> None:
        """Offer work that could not be saved in an earlier sitting, if there is any."""
        self._opening.offer_rescued(self._folder.path)

    def start_walk(self) -> Walk:
        """Lead through the stages, from the first on."""
        parts: dict[Stage, QWidget] = {
            Stage.JOBS: self.jobs.rail,
            Stage.BODY: self.body.person,
            Stage.DRAFT: self.draft.paper,
            Stage.CLOTH: self.cloth,
            Stage.LAY: self.lay.ways.area,
            Stage.BUY: self.buy,
            Stage.CUT: self.cut,
        }
        walk = self.findChild(Walk) or Walk(self, self.stack, parts, self.show_stage)
        walk.go(0)
        return walk

    def show_settings(self) -> None:
        """Open the settings."""
        sheet = SettingsSheet(self._settings, self._book.schools, self._folder.path, self)
        sheet.changed.connect(self._follow_settings)
        sheet.open()

    def _follow_settings(self) -> None:
        """Have the window follow what was chosen in the settings."""
        values = self._settings.values
        show_money_in(values.currency)
        self.menus.rotary.setChecked(values.rotary)
        self.menus.dark.setChecked(values.dark)
        self.cut.keep_up()
        self._take_usual()
        if self.lay.view.seeing.table_mm != values.table_mm:
            self.lay.view.seeing.table_mm = values.table_mm
            self.lay.view.viewport().update()
        self._dress_anew()

    def _take_usual(self) -> None:
        """What is usual in the studio is so on the stages."""
        values = self._settings.values
        self.buy.take_widths(values.widths_mm)
        self.jobs.quick.step_mm = values.step_mm
        self._session.own_rates, self._session.still = values.rates, values.still

    def take_rotary(self, *, on: bool) -> None:
        """The studio cuts with a rotary cutter, or with shears."""
        self._settings.remember(replace(self._settings.values, rotary=on))
        self.cut.keep_up()

    def take_dark(self, *, on: bool) -> None:
        """Linen on ink, or ink on linen."""
        self._settings.remember(replace(self._settings.values, dark=on))
        self._dress_anew()

    def _dress_anew(self) -> None:
        app = QApplication.instance()
        assert isinstance(app, QApplication)
        look_as_set(app, self._settings.values)
        dress(self)
        self.slip.dress()
        self._fit_thread()
        self._session.show_again()
        for widget in self.findChildren(QWidget):
            widget.updateGeometry()
            widget.update()

    # --- files -----------------------------------------------------------------------------------

    def open_path(self, path: Path) -> bool:
        """Open a job file; where it cannot be, why is said."""
        return self._opening.open(path)

    def _fill_with_demo(self) -> None:
        """Put the demo studio's jobs here and open the first."""
        self._folder.fill_with_demo(fresh=False)
        self._book.open_now()
        fill_book(self._book)
        next(filter(self.open_path, self._folder.orders()), None)
        self.jobs.refresh()

    def _take_picture(self, path: Path) -> None:
        """Put a picture beside the draft."""
        self.show_stage(Stage.DRAFT)
        self.draft.references.take(path)
        self.draft.pictures.setChecked(True)

    def add_garment(self, style: Chosen) -> None:
        """Put one more garment of a style into the job and take it in hand."""
        job = with_another(self._session.job, style)
        self._session.apply(job, tr("One more garment: {name}", name=job.garments[-1].name))
        self._session.take_garment(job.garments[-1].id)

    def open_file(self) -> None:
        """Ask for a job file and open it."""
        name, _ = QFileDialog.getOpenFileName(
            self, tr("Open a job file"), str(self._folder.path), tr("Jobs (*.wickel.json)")
        )
        if name:
            self.open_path(Path(name))

    def save(self) -> None:
        """Save at once; the job is saved by itself after every change too."""
        if self._session.path is None:
            self.exports.copy()
        elif self._session.save_now():
            self.slip.say(tr("Saved: {path}", path=self._session.path.name))

    def text_by(self, factor: float) -> None:
        """Make all text larger or smaller."""
        own = max(LEAST_TEXT, min(MOST_TEXT, self._settings.values.text * factor))
        self._settings.remember(replace(self._settings.values, text=own))
        self._dress_anew()

    def another_garment(self) -> None:
        """Ask for one more garment."""
        gallery = Gallery(self, tr("One more garment: which?"), self._book)
        gallery.chosen.connect(self.add_garment)
        gallery.open()

    def new_job(self) -> None:
        """Ask for a garment and begin a job for it."""
        gallery = Gallery(self, tr("A new job: which garment?"), self._book)
        gallery.chosen.connect(self.start_job)
        gallery.open()

    def start_job(self, style: Chosen) -> None:
        """Begin a new job for a garment of a style, in a file of its own."""
        self._start(as_usual(new_order(style), self._settings.values, self._book.schools))

    def _start(self, job: Job) -> None:
        path = self._folder.path_for(job.name)
        try:
            save_job(job, path)
        except OSError as reason:
            self._opening.refuse(
                tr("The new job cannot be written"), f"{path.name}: {reason.strerror}."
            )
            return
        self.open_path(path)
        self.show_stage(Stage.BODY)

    def send_out(self) -> None:
        """Ask what goes out of the open job, and how."""
        from wickel.app.exchange.send_sheet import SendSheet

        work = self.printing.work()
        if work is None:
            return
        sheet = SendSheet(work, self._settings.values.plotter, self._folder.path, self)
        sheet.said.connect(self.slip.say)
        sheet.plotter_said.connect(self._keep_plotter)
        sheet.open()

    def _keep_plotter(self, address: str) -> None:
        self._settings.remember(replace(self._settings.values, plotter=address))

    def _start_drawn(self, job: Job) -> None:
        """Begin a new job with pieces that came in, and look at them."""
        self._start(as_measured_and_sold(job, self._settings.values))
        self.show_stage(Stage.DRAFT)

    def _take_off_shelf(self, own: OnShelf) -> None:
        self.show_stage(Stage.CLOTH)
        self.cloth.take_off_shelf(own)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._fit_thread()

    def _fit_thread(self) -> None:
        self.thread_bar.make_narrow(self.width() < NARROW_BELOW * text_scale())

    def take_place(self) -> None:
        """Take the size, place and stage of the last time; at first what the screen has room
        for."""
        values = self._settings.values
        if not (
            values.geometry
            and self.restoreGeometry(QByteArray.fromBase64(values.geometry.encode()))
        ):
            room = self.screen().availableGeometry()
            wide, high = (
                min(USUAL_SIZE[0], room.width()),
                min(USUAL_SIZE[1], room.height() - TITLE_BAR),
            )
            self.resize(max(wide, LEAST_SIZE[0]), max(high, LEAST_SIZE[1]))
        if 0 <= values.stage < len(Stage):
            self.show_stage(values.stage)

    def closeEvent(self, event: QCloseEvent) -> None:
        if not self._opening.may_leave():
            event.ignore()
            return
        geometry = bytes(self.saveGeometry().toBase64().data()).decode("ascii")
        stage = self.stack.currentIndex()
        values = replace(self._settings.values, geometry=geometry, stage=stage)
        self._settings.remember(values)
        self.cut.shut()
        self.log.settle()
        self.buy.shut()
        self.jobs.shut()
        self.cloth.remnants.shut()
        self.draft.reach.errand.shut()
        self._session.shut()
        super().closeEvent(event)
