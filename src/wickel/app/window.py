"""The main window: thread, ticket, stages, slip, and the menu of every action."""

from __future__ import annotations

import sys
from collections.abc import Callable
from dataclasses import replace
from functools import partial
from pathlib import Path

from PySide6.QtCore import QByteArray, QProcess, Qt, QTimer
from PySide6.QtGui import QAction, QCloseEvent, QKeySequence, QResizeEvent
from PySide6.QtWidgets import (
    QApplication,
    QFileDialog,
    QHBoxLayout,
    QMainWindow,
    QMenu,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from wickel import __version__
from wickel.app.book import StudioBook, fill_book
from wickel.app.errand import Errand
from wickel.app.exchange.bringing import Bringing
from wickel.app.exports import Exports
from wickel.app.files_taken import FilesTaken
from wickel.app.fill import TableFill
from wickel.app.first_start import FirstStart, Walk
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
from wickel.app.table.cut_view import Put
from wickel.app.theme import (
    apply_theme,
    desktop_text_scale,
    dress,
    keep_still,
    palette_for,
    set_text_scale,
    text_scale,
)
from wickel.app.usual import as_usual
from wickel.app.widgets.guide import show_guide
from wickel.app.widgets.keys_sheet import KeysSheet
from wickel.app.widgets.slip import Slip
from wickel.app.widgets.thread import Knot, Thread
from wickel.app.widgets.ticket import Ticket
from wickel.body import doubts
from wickel.cloth import WAYS, OnShelf
from wickel.files import save_job
from wickel.job import Job
from wickel.job.edits import without_garment
from wickel.lay import WAIVED_NAMES
from wickel.studio import new_order, with_another
from wickel.studio.folder import StudioFolder
from wickel.studio.ordering import Chosen
from wickel.units import Unit
from wickel.wording import show_money_in, tr

_WAY_KEYS = {
    "open": "O",
    "lengthwise": "H",
    "partial": "D",
    "to-middle": "M",
    "crosswise": "C",
    "turned": "T",
    "four": "F",
    "two-folds": "N",
    "lengthwise-twice": "A",
    "crosswise-twice": "X",
    "diagonal": "K",
    "stacked": "P",
}
"""The letter that takes a way to fold, with Ctrl+Shift."""

TROUBLE_MS = 9000
"""How long what went wrong stays in the slip before what is next takes its place."""

TITLE_BAR, NARROW_BELOW, TEXT_STEP = 40, 1180, 1.125
LEAST_TEXT, MOST_TEXT = 0.8, 2.0
LEAST_SIZE, USUAL_SIZE = (940, 600), (1280, 800)
"""The least size of the window, and its size at first, where the screen has room for it."""


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
        self._exports = Exports(session, self.buy, folder.path, self)
        self.bringing = Bringing(session, book, self)
        self.files = FilesTaken(self)
        self.desk = StudioDesk(session, book, folder, self)
        self.lay.view.seeing.table_mm = settings.values.table_mm
        self.lay.work.seen.table_said.connect(self._keep_table)
        self.lay.work.told.connect(self._tell_hand)
        self._take_usual()
        self._build()
        self._build_menu()
        self._connect(session, book, fill)
        self._connect_files()
        self.show_stage(Stage.LAY)

    def _connect(self, session: Session, book: StudioBook, fill: TableFill) -> None:
        """Have the window follow what happens."""
        self.thread_bar.chosen.connect(self.show_stage)
        self.slip.asked.connect(self.show_stage)
        session.lays_changed.connect(self._follow)
        session.at_table_changed.connect(self._follow)
        session.searching_changed.connect(lambda _: self._follow())
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
        self.jobs.new_asked.connect(self._new_job)
        self.jobs.last_asked.connect(self.desk.new_from_last)
        self.jobs.quick.job_asked.connect(self._start)
        self.jobs.demo_asked.connect(self._fill_with_demo)
        self.buy.csv_asked.connect(self._exports.table_csv)
        self.buy.pdf_asked.connect(self._exports.table_pdf)

    def _connect_files(self) -> None:
        """Have the window follow what comes in and goes out."""
        self._exports.said.connect(self.slip.say)
        self._exports.refused.connect(self._opening.refuse)
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
    def begun(self) -> bool:
        """Whether the maker has begun a studio of their own."""
        return self._settings.values.begun

    @property
    def book(self) -> StudioBook:
        """The studio's book."""
        return self._book

    # --- menu --------------------------------------------------------------------------------

    def _build_menu(self) -> None:
        bar = self.menuBar()
        self._build_job_menu(bar.addMenu(tr("&Job")))
        self._build_edit_menu(bar.addMenu(tr("&Edit")))
        go = bar.addMenu(tr("&Go to"))
        for stage in Stage:
            self._action(
                go, f"&{stage.title}", f"Ctrl+{stage + 1}", partial(self.show_stage, stage)
            )
        self._build_lay_menu(bar.addMenu(tr("&Lay")))
        self.lay.work.fill(bar.addMenu(tr("By h&and")))
        self._build_buy_menu(bar.addMenu(tr("&Buy")))
        self._build_cut_menu(bar.addMenu(tr("&Cut")))
        self._build_log_menu(bar.addMenu(tr("L&og")))
        self._build_studio_menu(bar.addMenu(tr("&Studio")))
        self._build_view_menu(bar.addMenu(tr("&View")))
        about = bar.addMenu(tr("&Help"))
        self._action(about, tr("&Guide"), "F1", self._show_guide)
        self._action(about, tr("&Keys and mouse"), "Shift+F1", self._show_keys)
        self._action(about, tr("A &walk through the stages"), "Ctrl+Shift+Q", self.start_walk)
        self._action(about, tr("&About Wickel"), "", self._show_about)

    def _build_job_menu(self, job: QMenu) -> None:
        self._orders = QMenu(tr("&Orders of the studio"), self)
        self._orders.aboutToShow.connect(self._fill_orders)
        job.addMenu(self._orders)
        self._recent = QMenu(tr("&Recent jobs"), self)
        self._recent.aboutToShow.connect(self._fill_recent)
        job.addMenu(self._recent)
        self._action(job, tr("&New job…"), "Ctrl+N", self._new_job)
        self._action(
            job, tr("New for a client, from their &last…"), "Ctrl+Alt+M", self.desk.new_from_last
        )
        self._action(job, tr("One more li&ke the open one"), "Ctrl+Alt+N", self._one_more)
        self._action(job, tr("&A quick question"), "Ctrl+Alt+Q", self._quick_question)
        self._action(job, tr("A step &further"), "Ctrl+Alt+F", self.jobs.open_job.go_on)
        self._action(job, tr("&Open a job file…"), "Ctrl+O", self._open)
        self._action(job, tr("&Save"), "Ctrl+S", self._save)
        self._action(job, tr("Save a &copy as…"), "Ctrl+Shift+S", self._exports.copy)
        self._action(job, tr("&Bring pieces in (SVG, DXF, PDF)…"), "Ctrl+Alt+A", self.bringing.ask)
        self._action(job, tr("Send pieces and lays ou&t, or plot…"), "Ctrl+Alt+U", self._send_out)
        job.addSeparator()
        self._of_a_lay = [
            self._action(job, tr("Lay as &SVG at 1:1…"), "Ctrl+E", self._exports.svg),
            self._action(job, tr("Lay on one page (&PDF)…"), "Ctrl+P", self._exports.pdf),
            self._action(job, tr("&Lay file…"), "Ctrl+Shift+E", self._exports.lay),
        ]
        job.addSeparator()
        self._action(job, tr("&Quit"), "Ctrl+Q", self.close)

    def _build_edit_menu(self, edit: QMenu) -> None:
        self._undo = self._action(edit, tr("Undo"), "Ctrl+Z", self._session.undo)
        self._redo = self._action(edit, tr("Redo"), "", self._session.redo)
        self._redo.setShortcuts([QKeySequence("Ctrl+Shift+Z"), QKeySequence("Ctrl+Y")])
        self._session.steps_changed.connect(self._show_steps)
        self._show_steps()
        edit.addSeparator()
        self._action(edit, tr("Another &garment…"), "Ctrl+G", self._another_garment)
        self._action(edit, tr("Take this garment &out"), "Ctrl+Shift+Del", self._garment_out)
        self._action(edit, tr("The &next garment"), "Ctrl+PgDown", self._next_garment)
        self._action(edit, tr("The ne&xt cloth"), "Ctrl+Shift+PgDown", self._next_cloth)
        edit.addSeparator()
        self._action(edit, tr("Another &style…"), "Ctrl+T", self.draft.choose_style)
        self._action(edit, tr("&Figures of the draft"), "Ctrl+F", self._show_figures)
        self._action(edit, tr("Card of the p&iece"), "Ctrl+Alt+C", self._open_card)
        self._action(edit, tr("Keep as my &version…"), "Ctrl+Alt+V", self._keep_version)
        self._action(edit, tr("C&hange a piece…"), "Ctrl+H", self.draft.change_piece)
        self._action(edit, tr("&Rewrite with formulas…"), "Ctrl+R", self.draft.keeping.make_own)
        self._action(edit, tr("Reference &pictures"), "Ctrl+Alt+P", self._show_pictures)
        self._action(edit, tr("&Keep these measurements"), "Ctrl+K", self.body.keep)
        edit.addSeparator()
        self._action(edit, tr("Copy a picture of &what is shown"), "Ctrl+Alt+W", self._copy_picture)
        self._action(edit, tr("&Settings…"), "Ctrl+,", self._show_settings)

    def _build_view_menu(self, view: QMenu) -> None:
        self._action(view, tr("Zoom &in"), "Ctrl++", lambda: self._zoom("zoom_in"))
        self._action(view, tr("Zoom &out"), "Ctrl+-", lambda: self._zoom("zoom_out"))
        self._action(view, tr("&All in sight"), "Ctrl+0", lambda: self._zoom("fit"))
        view.addSeparator()
        self._inches = self._action(
            view, tr("Measure in &inches"), "Ctrl+I", self._toggle_inches, checkable=True
        )
        self._both = self._action(
            view, tr("&Both units"), "Ctrl+Shift+I", self._toggle_both, checkable=True
        )
        self._dark = self._action(view, tr("&Dark"), "Ctrl+D", self._toggle_dark, checkable=True)
        self._dark.setChecked(self._settings.values.dark)
        self._action(view, tr("&Larger text"), "Ctrl+Alt++", lambda: self._text_by(TEXT_STEP))
        self._action(view, tr("&Smaller text"), "Ctrl+Alt+-", lambda: self._text_by(1 / TEXT_STEP))

    def _show_steps(self) -> None:
        """Say in the menu what would be taken back, and what done again."""
        for action, word, words in (
            (self._undo, "Undo", self._session.undo_words),
            (self._redo, "Redo", self._session.redo_words),
        ):
            action.setText(f"{word}: {words}" if words else word)
            action.setEnabled(bool(words))

    def _build_buy_menu(self, buy: QMenu) -> None:
        for k, (words, keys) in enumerate(
            (
                ("&Lengths", "Ctrl+Shift+1"),
                (tr("&Everything to buy"), "Ctrl+Shift+2"),
                (tr("From a &bolt"), "Ctrl+Shift+3"),
            )
        ):
            self._action(buy, words, keys, partial(self._show_buy, k))
        buy.addSeparator()
        self._action(buy, tr("&Fill the table, or stop"), "Ctrl+Shift+L", self._fill_table)
        self._action(buy, tr("&Work out the list, or stop"), "Ctrl+Shift+W", self._work_out)
        self._action(buy, tr("Lay garments on a bol&t, or stop"), "Ctrl+Shift+U", self._lay_bolt)
        buy.addSeparator()
        self._action(buy, tr("&Copy what is shown"), "Ctrl+Shift+Y", self._copy_table)
        self._action(
            buy,
            tr("What is shown as C&SV…"),
            "Ctrl+Shift+V",
            partial(self._write_table, self._exports.table_csv),
        )
        self._action(
            buy,
            tr("What is shown as &PDF…"),
            "Ctrl+Shift+R",
            partial(self._write_table, self._exports.table_pdf),
        )

    def _build_cut_menu(self, cut: QMenu) -> None:
        self.cut.fill(cut)
        cut.addSeparator()
        self._of_a_lay += [
            self._action(cut, tr("Pa&pers for the table…"), "Ctrl+Alt+R", self.printing.papers),
            self._action(cut, tr("At &full size…"), "Ctrl+Alt+L", self.printing.full_size),
        ]
        cut.addSeparator()
        self._rotary = self._action(
            cut,
            tr("We cut with a &rotary cutter"),
            "Ctrl+Alt+O",
            self._toggle_rotary,
            checkable=True,
        )
        self._rotary.setChecked(self._settings.values.rotary)

    def _build_log_menu(self, log: QMenu) -> None:
        self._action(log, tr("&Put this job into the log"), "Ctrl+Alt+G", self._into_log)
        self._action(log, tr("What is kept onto the &shelf"), "Ctrl+Alt+S", self._onto_shelf)
        self._action(log, tr("Figures over &time"), "Ctrl+Alt+T", self._show_over_time)

    def _build_studio_menu(self, studio: QMenu) -> None:
        desk, out = self.desk, self.desk.going_out
        self._action(studio, tr("The &whole shelf…"), "Ctrl+Alt+H", desk.show_shelf)
        self._action(studio, tr("Car&d of the client…"), "Ctrl+Alt+D", desk.show_client)
        studio.addSeparator()
        self._action(studio, tr("Everything as &CSV…"), "Ctrl+Alt+E", out.sheets)
        self._action(studio, tr("The studio as one &zip…"), "Ctrl+Alt+Z", out.zip)
        self._action(studio, tr("&Bring a studio's zip in…"), "Ctrl+Alt+I", out.bring)
        studio.addSeparator()
        self._action(studio, tr("C&opies of the book…"), "Ctrl+Alt+Y", desk.show_copies)

    def _into_log(self) -> None:
        self.show_stage(Stage.LOG)
        self.log.put_in()

    def _onto_shelf(self) -> None:
        self.show_stage(Stage.LOG)
        self.log.put_on_shelf()

    def _build_lay_menu(self, lay: QMenu) -> None:
        self._action(lay, tr("&Find a better lay, or stop"), "Ctrl+L", self.lay.find_or_stop)
        self._action(
            lay, tr("&Hold the piece in hand, or let it go"), "Ctrl+B", self.lay.hand.hold_or_let_go
        )
        self._action(lay, tr("This piece is &cut"), "Ctrl+Alt+X", self.lay.hand.mark_cut)
        let_be = QMenu(tr("This piece need &not keep to"), self)
        for k, (rule, name) in enumerate(WAIVED_NAMES.items(), start=1):
            self._action(
                let_be,
                name[0].upper() + name[1:],
                f"Ctrl+Alt+{k}",
                partial(self.lay.hand.let_be, rule),
            )
        lay.addMenu(let_be)
        self._action(lay, tr("&Keep this lay…"), "Ctrl+Alt+K", self.lay.ways.keep_lay)
        lay.addSeparator()
        for way, key in _WAY_KEYS.items():
            name = WAYS[way].name
            self._action(lay, name, f"Ctrl+Shift+{key}", partial(self.lay.take_way, way))
        self._action(lay, tr("&Sections…"), "Ctrl+Shift+G", self.lay.choose_sections)
        self._action(lay, tr("&Unfolded, or as it lies"), "Ctrl+U", self.lay.opened.toggle)
        self._action(lay, tr("Every piece as it is c&ut"), "Ctrl+J", self.lay.as_cut.toggle)
        self._action(
            lay,
            tr("&Put together, or apart"),
            "Ctrl+Shift+J",
            lambda: self.lay.put_or_apart(Put.UNROLLED),
        )
        self._action(
            lay,
            tr("Front and bac&k, or apart"),
            "Ctrl+Alt+J",
            lambda: self.lay.put_or_apart(Put.SEEN),
        )
        self._action(
            lay, tr("The shortest &way"), "Ctrl+Shift+B", lambda: self.lay.take_way("best")
        )

    def _action(
        self,
        menu: QMenu,
        text: str,
        keys: str,
        act: Callable[[], object],
        *,
        checkable: bool = False,
    ) -> QAction:
        action = QAction(text, self)
        action.setCheckable(checkable)
        if keys:
            action.setShortcut(QKeySequence(keys))
        action.setToolTip(text.replace("&", ""))
        action.triggered.connect(lambda *_: act())
        menu.addAction(action)
        return action

    def _titled(self) -> tuple[tuple[Path, str], ...]:
        """The studio's jobs with their titles."""
        return tuple((path, self._folder.title(path)) for path in self._folder.orders())

    def _fill_orders(self) -> None:
        self._orders.clear()
        for path in self._folder.orders():
            action = self._orders.addAction(self._folder.title(path))
            action.triggered.connect(partial(self.open_path, path))

    def _fill_recent(self) -> None:
        """The jobs opened last, of whatever folder; those that are gone are left out."""
        self._recent.clear()
        for path in map(Path, self._settings.values.recent):
            if path.is_file():
                action = self._recent.addAction(f"{self._folder.title(path)}  ({path.parent.name})")
                action.triggered.connect(partial(self.open_path, path))
        if not self._recent.actions():
            self._recent.addAction(tr("None yet")).setEnabled(False)

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
                Knot(name=tr("Cut"), tied=session.job.at_table.step == "after:done"),
                Knot(name=tr("Log"), tied=self._book.has_entry(session.job.book_id)),
            )
        )
        self.setWindowTitle(
            tr("{job} · Wickel", job=session.job.name) if session.job.name else tr("Wickel")
        )
        self._inches.setChecked(session.job.unit is Unit.INCH)
        self._both.setChecked(session.job.both_units)
        for action in self._of_a_lay:
            action.setEnabled(session.lay is not None)

    def _say_trouble(self, sentence: str) -> None:
        """Say something that went wrong, for long enough to be read."""
        self._trouble = sentence
        self._trouble_timer.start()
        self.slip.say(sentence)

    def _forget_trouble(self) -> None:
        self._trouble = ""
        self._follow()

    def _zoom(self, how: str) -> None:
        view = {Stage.DRAFT: self.draft.paper, Stage.LAY: self.lay.in_sight}.get(
            Stage(self.stack.currentIndex())
        )
        if view is not None:
            getattr(view, how)()

    def _tell_hand(self, sentence: str) -> None:
        """Say in the slip what there is to say of what is in hand."""
        if sentence:
            self.slip.say(sentence)
        else:
            self._follow()

    def _keep_table(self, mm: float) -> None:
        self._settings.remember(replace(self._settings.values, table_mm=mm))

    def _copy_picture(self) -> None:
        """Put a picture of what the stage shows on the clipboard."""
        stage = self.stack.currentWidget()
        view = {
            Stage.DRAFT: self.draft.paper,
            Stage.LAY: self.lay.in_sight,
            Stage.CUT: self.cut.view,
        }
        shown = view.get(Stage(self.stack.currentIndex()), stage)
        QApplication.clipboard().setPixmap(shown.grab())
        self.slip.say(tr("The picture is on the clipboard."))

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
        sheet.finished.connect(lambda _: self._new_job())
        sheet.open()

    def start_walk(self) -> Walk:
        """Lead through the stages."""
        parts: dict[Stage, QWidget] = {
            Stage.JOBS: self.jobs.rail,
            Stage.BODY: self.body.person,
            Stage.DRAFT: self.draft.paper,
            Stage.CLOTH: self.cloth,
            Stage.LAY: self.lay.ways.area,
            Stage.BUY: self.buy,
            Stage.CUT: self.cut,
        }
        walk = Walk(self, self.stack, parts, self.show_stage)
        walk.go(0)
        return walk

    def _show_settings(self) -> None:
        sheet = SettingsSheet(self._settings, self._book.schools, self._folder.path, self)
        sheet.changed.connect(self._follow_settings)
        sheet.open()

    def _follow_settings(self) -> None:
        """Have the window follow what was chosen in the settings."""
        values = self._settings.values
        show_money_in(values.currency)
        self._rotary.setChecked(values.rotary)
        self._dark.setChecked(values.dark)
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

    def _toggle_rotary(self) -> None:
        self._settings.remember(replace(self._settings.values, rotary=self._rotary.isChecked()))
        self.cut.keep_up()

    def _toggle_dark(self) -> None:
        self._settings.remember(replace(self._settings.values, dark=self._dark.isChecked()))
        self._dress_anew()

    def _text_by(self, factor: float) -> None:
        """Make all text larger or smaller."""
        own = max(LEAST_TEXT, min(MOST_TEXT, self._settings.values.text * factor))
        self._settings.remember(replace(self._settings.values, text=own))
        self._dress_anew()

    def _dress_anew(self) -> None:
        app = QApplication.instance()
        assert isinstance(app, QApplication)
        values = self._settings.values
        set_text_scale(values.text * desktop_text_scale(app))
        apply_theme(app, palette_for(dark=values.dark, contrast=values.contrast))
        keep_still(app, on=values.still)
        dress(self)
        self.slip.dress()
        self._fit_thread()
        self._session.show_again()
        for widget in self.findChildren(QWidget):
            widget.updateGeometry()
            widget.update()

    def _toggle_inches(self) -> None:
        unit = Unit.INCH if self._inches.isChecked() else Unit.CM
        self._session.apply(replace(self._session.job, unit=unit), tr("Unit of length"))

    def _toggle_both(self) -> None:
        both = replace(self._session.job, both_units=self._both.isChecked())
        self._session.apply(both, tr("Both units"))

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

    def _open(self) -> None:
        name, _ = QFileDialog.getOpenFileName(
            self, tr("Open a job file"), str(self._folder.path), tr("Jobs (*.wickel.json)")
        )
        if name:
            self.open_path(Path(name))

    def _show_pictures(self) -> None:
        """Show the reference pictures beside the draft, or put them away."""
        self.show_stage(Stage.DRAFT)
        self.draft.pictures.toggle()

    def _take_picture(self, path: Path) -> None:
        """Put a picture beside the draft."""
        self.show_stage(Stage.DRAFT)
        self.draft.references.take(path)
        self.draft.pictures.setChecked(True)

    def _another_garment(self) -> None:
        gallery = Gallery(self, tr("One more garment: which?"), self._book)
        gallery.chosen.connect(self.add_garment)
        gallery.open()

    def add_garment(self, style: Chosen) -> None:
        """Put one more garment of a style into the job and take it in hand."""
        job = with_another(self._session.job, style)
        self._session.apply(job, tr("One more garment: {name}", name=job.garments[-1].name))
        self._session.take_garment(job.garments[-1].id)

    def _garment_out(self) -> None:
        """Take the garment in hand out of the job, when there is something else in it."""
        session = self._session
        garment = session.garment
        if garment is None or (len(session.job.garments) < 2 and not session.job.pieces):
            session.trouble.emit(
                tr("A job has at least one garment: take another style for it, or begin a new job.")
            )
            return
        session.apply(
            without_garment(session.job, garment), tr("{it} out", it=garment.name or garment.style)
        )

    def _next_garment(self) -> None:
        ids = [garment.id for garment in self._session.job.garments]
        if self._session.garment is not None:
            self._session.take_garment(ids[(ids.index(self._session.garment.id) + 1) % len(ids)])

    def _next_cloth(self) -> None:
        ids = [cloth.id for cloth in self._session.cloths]
        if self._session.cloth is not None and self._session.cloth.id in ids:
            self._session.take_cloth(ids[(ids.index(self._session.cloth.id) + 1) % len(ids)])

    def _new_job(self) -> None:
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

    def _send_out(self) -> None:
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
        values = self._settings.values
        unit = Unit.INCH if values.inches else Unit.CM
        self._start(replace(job, unit=unit, both_units=values.both_units))
        self.show_stage(Stage.DRAFT)

    def _one_more(self) -> None:
        """A new job like the open one."""
        if self._session.path is not None:
            self.show_stage(Stage.JOBS)
            self.jobs.duplicate(self._session.path)

    def _quick_question(self) -> None:
        self.show_stage(Stage.JOBS)
        self.jobs.quick.take_hand()

    def _take_off_shelf(self, own: OnShelf) -> None:
        self.show_stage(Stage.CLOTH)
        self.cloth.take_off_shelf(own)

    def _show_over_time(self) -> None:
        self.show_stage(Stage.LOG)
        self.log.show_page(1)

    def _save(self) -> None:
        """Save at once; the job is saved by itself after every change too."""
        if self._session.path is None:
            self._exports.copy()
        elif self._session.save_now():
            self.slip.say(tr("Saved: {path}", path=self._session.path.name))

    def _show_buy(self, page: int) -> None:
        self.show_stage(Stage.BUY)
        self.buy.show_page(page)

    def _fill_table(self) -> None:
        self._show_buy(0)
        self.buy.fill_or_stop()

    def _work_out(self) -> None:
        self._show_buy(1)
        self.buy.list.work_or_stop()

    def _lay_bolt(self) -> None:
        self._show_buy(2)
        self.buy.bolt.work_or_stop()

    def _copy_table(self) -> None:
        self.show_stage(Stage.BUY)
        self.buy.copy()
        self.slip.say(tr("It is on the clipboard."))

    def _write_table(self, write: Callable[[], None]) -> None:
        """Write what Buy shows, in sight."""
        self.show_stage(Stage.BUY)
        write()

    # --- help -----------------------------------------------------------------------------------

    def _show_figures(self) -> None:
        """Open the figures of the draft."""
        self.show_stage(Stage.DRAFT)
        self.draft.show_figures()

    def _keep_version(self) -> None:
        self.show_stage(Stage.DRAFT)
        self.draft.keeping.keep_version()

    def _open_card(self) -> None:
        """Open the card of the piece in hand on Draft."""
        self.show_stage(Stage.DRAFT)
        self.draft.open_card()

    def _show_guide(self) -> None:
        """Open the guide at the page of the place one is in."""
        stage = Stage(self.stack.currentIndex())
        show_guide(QApplication.focusWidget() or self, _PAGES[stage])

    def _show_keys(self) -> None:
        sheet = KeysSheet(self.menuBar(), self)
        sheet.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        sheet.open()

    def _show_about(self) -> None:
        self._opening.refuse(
            tr("About Wickel"),
            tr(
                "Wickel {version}\nFrom body measurements to a cut plan and an exact length of "
                "cloth.\nMIT licence. Typeface: Lato, SIL Open Font License 1.1.",
                version=__version__,
            ),
        )

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
