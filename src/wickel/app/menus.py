"""The menu: every action of the program, each with its key."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import QObject
from PySide6.QtGui import QAction, QKeySequence
from PySide6.QtWidgets import QMenu

from wickel.app.acts import Acts
from wickel.app.settings import SettingsFile
from wickel.app.stage import Stage
from wickel.app.table.cut_view import Put
from wickel.app.widgets.field import finish_typing
from wickel.cloth import WAYS
from wickel.lay import WAIVED_NAMES
from wickel.studio.folder import StudioFolder
from wickel.units import Unit
from wickel.wording import tr

if TYPE_CHECKING:
    from wickel.app.window import MainWindow

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

TEXT_STEP = 1.125


class Menus(QObject):
    """Fills the menu bar of a window, and keeps its ticks up with the job."""

    def __init__(
        self, window: MainWindow, acts: Acts, folder: StudioFolder, settings: SettingsFile
    ) -> None:
        super().__init__(window)
        self._window, self._acts, self._session = window, acts, window.session
        self._folder, self._settings = folder, settings
        self.of_a_lay: list[QAction] = []
        self._build()

    def follow(self) -> None:
        """Bring ticks, and what needs a lay, up to what the session holds now."""
        job, lay = self._session.job, self._session.lay
        self.inches.setChecked(job.unit is Unit.INCH)
        self.both.setChecked(job.both_units)
        for action in self.of_a_lay:
            action.setEnabled(lay is not None)
        in_sight = self._window.stack.currentIndex() == Stage.LAY
        self._window.lay.work.allow(on=lay is not None and in_sight)

    def _build(self) -> None:
        window, acts = self._window, self._acts
        bar = self._window.menuBar()
        self._build_job_menu(bar.addMenu(tr("&Job")))
        self._build_edit_menu(bar.addMenu(tr("&Edit")))
        go = bar.addMenu(tr("&Go to"))
        for stage in Stage:
            self._action(
                go, f"&{stage.title}", f"Ctrl+{stage + 1}", partial(window.show_stage, stage)
            )
        self._build_lay_menu(bar.addMenu(tr("&Lay")))
        window.lay.work.fill(bar.addMenu(tr("By h&and")))
        self._build_buy_menu(bar.addMenu(tr("&Buy")))
        self._build_cut_menu(bar.addMenu(tr("&Cut")))
        self._build_log_menu(bar.addMenu(tr("L&og")))
        self._build_studio_menu(bar.addMenu(tr("&Studio")))
        self._build_view_menu(bar.addMenu(tr("&View")))
        about = bar.addMenu(tr("&Help"))
        self._action(about, tr("&Guide"), "F1", acts.show_guide)
        self._action(about, tr("&Keys and mouse"), "Shift+F1", acts.show_keys)
        self._action(about, tr("A &walk through the stages"), "Ctrl+Shift+Q", window.start_walk)
        self._action(about, tr("&About Wickel"), "", acts.show_about)

    def _build_job_menu(self, job: QMenu) -> None:
        window, acts = self._window, self._acts
        self.orders = QMenu(tr("&Orders of the studio"), self._window)
        self.orders.aboutToShow.connect(self._fill_orders)
        job.addMenu(self.orders)
        self.recent = QMenu(tr("&Recent jobs"), self._window)
        self.recent.aboutToShow.connect(self._fill_recent)
        job.addMenu(self.recent)
        self._action(job, tr("&New job…"), "Ctrl+N", window.new_job)
        self._action(
            job, tr("New for a client, from their &last…"), "Ctrl+Alt+M", window.desk.new_from_last
        )
        self._action(job, tr("One more li&ke the open one"), "Ctrl+Alt+N", acts.one_more)
        self._action(job, tr("&A quick question"), "Ctrl+Alt+Q", acts.quick_question)
        self._action(job, tr("A step &further"), "Ctrl+Alt+F", window.jobs.open_job.go_on)
        self._action(job, tr("&Open a job file…"), "Ctrl+O", window.open_file)
        self._action(job, tr("&Save"), "Ctrl+S", window.save)
        self._action(job, tr("Save a &copy as…"), "Ctrl+Shift+S", window.exports.copy)
        self._action(
            job, tr("&Bring pieces in (SVG, DXF, PDF)…"), "Ctrl+Alt+A", window.bringing.ask
        )
        self._action(job, tr("Send pieces and lays ou&t, or plot…"), "Ctrl+Alt+U", window.send_out)
        job.addSeparator()
        self.of_a_lay.append(
            self._action(job, tr("Lay on one page (&PDF)…"), "Ctrl+P", window.exports.pdf)
        )
        job.addSeparator()
        self._action(job, tr("&Quit"), "Ctrl+Q", window.close)

    def _build_edit_menu(self, edit: QMenu) -> None:
        window, acts = self._window, self._acts
        self.undo = self._action(edit, tr("Undo"), "Ctrl+Z", self._session.undo)
        self.redo = self._action(edit, tr("Redo"), "", self._session.redo)
        self.redo.setShortcuts([QKeySequence("Ctrl+Shift+Z"), QKeySequence("Ctrl+Y")])
        self._session.steps_changed.connect(self._show_steps)
        self._show_steps()
        edit.addSeparator()
        self._action(edit, tr("Another &garment…"), "Ctrl+G", window.another_garment)
        self._action(edit, tr("Take this garment &out"), "Ctrl+Shift+Del", acts.garment_out)
        self._action(edit, tr("The &next garment"), "Ctrl+PgDown", acts.next_garment)
        self._action(edit, tr("The ne&xt cloth"), "Ctrl+Shift+PgDown", acts.next_cloth)
        edit.addSeparator()
        self._action(edit, tr("Another &style…"), "Ctrl+T", window.draft.choose_style)
        self._action(edit, tr("&Figures of the draft"), "Ctrl+F", acts.show_figures)
        self._action(edit, tr("Card of the p&iece"), "Ctrl+Alt+C", acts.open_card)
        self._action(edit, tr("Keep as my &version…"), "Ctrl+Alt+V", acts.keep_version)
        self._action(edit, tr("C&hange a piece…"), "Ctrl+H", window.draft.change_piece)
        self._action(edit, tr("&Rewrite with formulas…"), "Ctrl+R", window.draft.keeping.make_own)
        self._action(edit, tr("Reference &pictures"), "Ctrl+Alt+P", acts.show_pictures)
        self._action(edit, tr("&Keep these measurements"), "Ctrl+K", window.body.keep)
        edit.addSeparator()
        self._action(edit, tr("Copy a picture of &what is shown"), "Ctrl+Alt+W", acts.copy_picture)
        self._action(edit, tr("&Settings…"), "Ctrl+,", window.show_settings)

    def _build_view_menu(self, view: QMenu) -> None:
        window, acts = self._window, self._acts
        self._action(view, tr("Zoom &in"), "Ctrl++", lambda: acts.zoom("zoom_in"))
        self._action(view, tr("Zoom &out"), "Ctrl+-", lambda: acts.zoom("zoom_out"))
        self._action(view, tr("&All in sight"), "Ctrl+0", lambda: acts.zoom("fit"))
        view.addSeparator()
        self.inches = self._action(
            view,
            tr("Measure in &inches"),
            "Ctrl+I",
            lambda: acts.take_inches(on=self.inches.isChecked()),
            checkable=True,
        )
        self.both = self._action(
            view,
            tr("&Both units"),
            "Ctrl+Shift+I",
            lambda: acts.take_both(on=self.both.isChecked()),
            checkable=True,
        )
        self.dark = self._action(
            view,
            tr("&Dark"),
            "Ctrl+D",
            lambda: window.take_dark(on=self.dark.isChecked()),
            checkable=True,
        )
        self.dark.setChecked(self._settings.values.dark)
        self._action(view, tr("&Larger text"), "Ctrl+Alt++", lambda: window.text_by(TEXT_STEP))
        self._action(view, tr("&Smaller text"), "Ctrl+Alt+-", lambda: window.text_by(1 / TEXT_STEP))

    def _show_steps(self) -> None:
        """Say in the menu what would be taken back, and what done again."""
        for action, word, words in (
            (self.undo, "Undo", self._session.undo_words),
            (self.redo, "Redo", self._session.redo_words),
        ):
            action.setText(f"{word}: {words}" if words else word)
            action.setEnabled(bool(words))

    def _build_buy_menu(self, buy: QMenu) -> None:
        window, acts = self._window, self._acts
        for k, (words, keys) in enumerate(
            (
                ("&Lengths", "Ctrl+Shift+1"),
                (tr("&Everything to buy"), "Ctrl+Shift+2"),
                (tr("From a &bolt"), "Ctrl+Shift+3"),
            )
        ):
            self._action(buy, words, keys, partial(acts.show_buy, k))
        buy.addSeparator()
        self._action(buy, tr("&Fill the table, or stop"), "Ctrl+Shift+L", acts.fill_table)
        self._action(buy, tr("&Work out the list, or stop"), "Ctrl+Shift+W", acts.work_out)
        self._action(buy, tr("Lay garments on a bol&t, or stop"), "Ctrl+Shift+U", acts.lay_bolt)
        buy.addSeparator()
        self._action(buy, tr("&Copy what is shown"), "Ctrl+Shift+Y", acts.copy_table)
        self._action(
            buy,
            tr("What is shown as C&SV…"),
            "Ctrl+Shift+V",
            partial(acts.write_table, window.exports.table_csv),
        )
        self._action(
            buy,
            tr("What is shown as &PDF…"),
            "Ctrl+Shift+R",
            partial(acts.write_table, window.exports.table_pdf),
        )

    def _build_cut_menu(self, cut: QMenu) -> None:
        window = self._window
        window.cut.fill(cut)
        cut.addSeparator()
        self.of_a_lay += [
            self._action(cut, tr("Pa&pers for the table…"), "Ctrl+Alt+R", window.printing.papers),
            self._action(cut, tr("At &full size…"), "Ctrl+Alt+L", window.printing.full_size),
        ]
        cut.addSeparator()
        self.rotary = self._action(
            cut,
            tr("We cut with a &rotary cutter"),
            "Ctrl+Alt+O",
            lambda: window.take_rotary(on=self.rotary.isChecked()),
            checkable=True,
        )
        self.rotary.setChecked(self._settings.values.rotary)

    def _build_log_menu(self, log: QMenu) -> None:
        acts = self._acts
        self._action(log, tr("&Put this job into the log"), "Ctrl+Alt+G", acts.into_log)
        self._action(log, tr("What is kept onto the &shelf"), "Ctrl+Alt+S", acts.onto_shelf)
        self._action(log, tr("Figures over &time"), "Ctrl+Alt+T", acts.show_over_time)

    def _build_studio_menu(self, studio: QMenu) -> None:
        window = self._window
        desk, out = window.desk, window.desk.going_out
        self._action(studio, tr("The &whole shelf…"), "Ctrl+Alt+H", desk.show_shelf)
        self._action(studio, tr("Car&d of the client…"), "Ctrl+Alt+D", desk.show_client)
        studio.addSeparator()
        self._action(studio, tr("Everything as &CSV…"), "Ctrl+Alt+E", out.sheets)
        self._action(studio, tr("The studio as one &zip…"), "Ctrl+Alt+Z", out.zip)
        self._action(studio, tr("&Bring a studio's zip in…"), "Ctrl+Alt+I", out.bring)
        studio.addSeparator()
        self._action(studio, tr("C&opies of the book…"), "Ctrl+Alt+Y", desk.show_copies)

    def _build_lay_menu(self, lay: QMenu) -> None:
        window = self._window
        self._action(lay, tr("&Find a better lay, or stop"), "Ctrl+L", window.lay.find_or_stop)
        self._action(
            lay,
            tr("&Hold the piece in hand, or let it go"),
            "Ctrl+B",
            window.lay.hand.hold_or_let_go,
        )
        self._action(lay, tr("This piece is &cut"), "Ctrl+Alt+X", window.lay.hand.mark_cut)
        let_be = QMenu(tr("This piece need &not keep to"), self._window)
        for k, (rule, name) in enumerate(WAIVED_NAMES.items(), start=1):
            self._action(
                let_be,
                name[0].upper() + name[1:],
                f"Ctrl+Alt+{k}",
                partial(window.lay.hand.let_be, rule),
            )
        lay.addMenu(let_be)
        self._action(lay, tr("&Keep this lay…"), "Ctrl+Alt+K", window.lay.ways.keep_lay)
        lay.addSeparator()
        fold = QMenu(tr("Fo&ld it"), self._window)
        for way, key in _WAY_KEYS.items():
            name = WAYS[way].name
            self._action(fold, name, f"Ctrl+Shift+{key}", partial(window.lay.take_way, way))
        lay.addMenu(fold)
        self._action(lay, tr("&Sections…"), "Ctrl+Shift+G", window.lay.choose_sections)
        self._action(lay, tr("&Unfolded, or as it lies"), "Ctrl+U", window.lay.opened.toggle)
        self._action(lay, tr("Every piece as it is c&ut"), "Ctrl+J", window.lay.as_cut.toggle)
        self._action(
            lay,
            tr("&Put together, or apart"),
            "Ctrl+Shift+J",
            lambda: window.lay.put_or_apart(Put.UNROLLED),
        )
        self._action(
            lay,
            tr("Front and bac&k, or apart"),
            "Ctrl+Alt+J",
            lambda: window.lay.put_or_apart(Put.SEEN),
        )
        self._action(
            lay, tr("The shortest &way"), "Ctrl+Shift+B", lambda: window.lay.take_way("best")
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
        action = QAction(text, self._window)
        action.setCheckable(checkable)
        if keys:
            action.setShortcut(QKeySequence(keys))
        action.setToolTip(text.replace("&", ""))
        action.triggered.connect(lambda *_: finish_typing(self._window))
        action.triggered.connect(lambda *_: act())
        menu.addAction(action)
        return action

    def _fill_orders(self) -> None:
        window = self._window
        self.orders.clear()
        for path in self._folder.orders():
            action = self.orders.addAction(self._folder.title(path))
            action.triggered.connect(partial(window.open_path, path))

    def _fill_recent(self) -> None:
        """The jobs opened last, of whatever folder; those that are gone are left out."""
        window = self._window
        self.recent.clear()
        for path in map(Path, self._settings.values.recent):
            if path.is_file():
                action = self.recent.addAction(f"{self._folder.title(path)}  ({path.parent.name})")
                action.triggered.connect(partial(window.open_path, path))
        if not self.recent.actions():
            self.recent.addAction(tr("None yet")).setEnabled(False)
