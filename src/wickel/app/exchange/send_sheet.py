"""Pieces and lays go out: as files of open formats, or to a plotter, with how far it is and a
way to stop."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import partial
from pathlib import Path
from threading import Event

from PySide6.QtCore import QObject, Qt, Signal
from PySide6.QtWidgets import (
    QComboBox,
    QDialog,
    QFileDialog,
    QGridLayout,
    QHBoxLayout,
    QLineEdit,
    QProgressBar,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from wickel.app.background import Background
from wickel.app.theme import still
from wickel.app.widgets.cards import card, label, relabelled
from wickel.app.widgets.dialogs import take_room
from wickel.app.widgets.guide import PAGE
from wickel.cutting.sending import lay_to_send, sheet_to_send
from wickel.cutting.to_cut import ToCut
from wickel.drawing import Drawing
from wickel.files import lay_text, safe_name, save_file, svg_text
from wickel.lay import Lay
from wickel.plotting import PlotProgress, address_of, send_plot
from wickel.wording import tr, words_of

ALL_PIECES = "pieces"


@dataclass(frozen=True, slots=True)
class Format:
    """A format to write: what its button says, its ending, and what makes it."""

    words: str
    ending: str
    made: Callable[[Drawing, str], bytes]


def _dxf(drawing: Drawing, title: str) -> bytes:
    from wickel.files.drawings.dxf_out import dxf_bytes  # loads slowly

    return dxf_bytes(drawing)


def _svg(drawing: Drawing, title: str) -> bytes:
    return svg_text(drawing, title).encode()


def _pdf(drawing: Drawing, title: str) -> bytes:
    from wickel.files.drawings.pdf_out import full_pdf  # loads slowly

    return full_pdf(drawing, title)


def _hpgl(drawing: Drawing, title: str) -> bytes:
    from wickel.files.drawings.hpgl_out import hpgl_text

    return hpgl_text(drawing).encode()


SENT_AS = (
    Format(tr("DXF…"), ".dxf", _dxf),
    Format(tr("SVG…"), ".svg", _svg),
    Format(tr("PDF at 1:1…"), ".pdf", _pdf),
    Format(tr("HPGL…"), ".hpgl", _hpgl),
)


class _Told(QObject):
    progress = Signal(object)


class SendSheet(QDialog):
    """What goes out, and how. ``said`` carries a sentence once it has; ``plotter_said`` the address
    of the plotter that was taken."""

    said = Signal(str)
    plotter_said = Signal(str)

    def __init__(
        self, work: ToCut, plotter: str, folder: Path, parent: QWidget | None = None
    ) -> None:
        super().__init__(parent)
        self.setProperty(PAGE, "exchange")
        self.setWindowTitle(tr("Send pieces and lays out"))
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        take_room(self, 640, 430)
        self._work, self._folder = work, folder
        self._stop = Event()
        self._background = Background(self)
        self._background.done.connect(self._done)
        self._background.refused.connect(self._refused)
        self._told = _Told()
        self._told.progress.connect(self._show_progress)
        self._build(plotter)
        self._busy(False)

    # --- building ------------------------------------------------------------------------------

    def _build(self, plotter: str) -> None:
        column = QVBoxLayout(self)
        column.setContentsMargins(20, 16, 20, 14)
        column.setSpacing(12)
        column.addWidget(label(tr("Send pieces and lays out"), "title"))
        row = QHBoxLayout()
        self.what = QComboBox()
        self.what.setAccessibleName(tr("What goes out"))
        self.what.setToolTip(tr("The pieces beside each other, or a lay as it lies"))
        self.what.addItem(tr("All pieces"), ALL_PIECES)
        for lay in self._work.lays:
            self.what.addItem(tr("Lay of {cloth}", cloth=lay.cloth.shown_name), lay.cloth.id)
        words = label(tr("What"))
        words.setBuddy(self.what)
        row.addWidget(words)
        row.addWidget(self.what, 1)
        column.addLayout(row)
        column.addWidget(self._files_card())
        column.addWidget(self._plotter_card(plotter))
        self.bar = QProgressBar()
        self.bar.setAccessibleName(tr("How much is sent"))
        self.bar.setTextVisible(True)
        column.addWidget(self.bar)
        self.words = label("", "soft", wrap=True)
        column.addWidget(self.words)
        foot = QHBoxLayout()
        foot.addStretch()
        self.stop = QPushButton(tr("Stop"))
        self.stop.setToolTip(tr("Ends it after a whole instruction, and lifts the pen"))
        self.stop.clicked.connect(self._stop.set)
        close = QPushButton(tr("Close"))
        close.setToolTip(tr("Close (Esc)"))
        close.setAutoDefault(False)
        close.clicked.connect(self.reject)
        foot.addWidget(self.stop)
        foot.addWidget(close)
        column.addLayout(foot)

    def _files_card(self) -> QWidget:
        frame, column = card()
        column.addWidget(label(tr("As a file"), "heading"))
        grid = QGridLayout()
        column.addLayout(grid)
        self.buttons: dict[str, QPushButton] = {}
        full = tr("Written in millimetres, at full size")
        rows: list[tuple[str, str, str, Callable[[], object]]] = [
            (own.ending, own.words, full, partial(self._ask_file, own)) for own in SENT_AS
        ]
        rows += [
            (".lay.json", tr("Lay file…"), tr("The lay of the cloth above"), self._ask_lay),
            (".csv", tr("List (CSV)…"), tr("Cut list, or the lay-out list"), self._ask_lists),
            (".zip", tr("All in one zip…"), tr("All formats of all of it"), self._ask_zip),
            ("folder", tr("All in a folder…"), tr("All formats of all of it"), self._ask_folder),
        ]
        for k, (key, words, tip, act) in enumerate(rows):
            button = QPushButton(words)
            button.setToolTip(tip)
            button.setAutoDefault(False)
            button.clicked.connect(act)
            grid.addWidget(button, k // 4, k % 4)
            self.buttons[key] = button
        return frame

    def _plotter_card(self, plotter: str) -> QWidget:
        frame, column = card()
        column.addWidget(label(tr("To a plotter"), "heading"))
        row = QHBoxLayout()
        self.address = QLineEdit(plotter)
        self.address.setPlaceholderText("127.0.0.1:9100")
        self.address.setAccessibleName(tr("Address of the plotter"))
        self.address.setToolTip(tr("Host and port; `wickel plotter` opens one to try"))
        words = label(tr("Address"))
        words.setBuddy(self.address)
        self.plot = QPushButton(tr("Plot"))
        self.plot.setObjectName("main")
        self.plot.setToolTip(tr("Sends it as HPGL, at full size"))
        self.plot.setAutoDefault(False)
        self.plot.clicked.connect(self._plot)
        row.addWidget(words)
        row.addWidget(self.address, 1)
        row.addWidget(self.plot)
        column.addLayout(row)
        return frame

    # --- what is chosen ------------------------------------------------------------------------

    def _lay(self) -> Lay | None:
        """The lay that is chosen, None for the pieces."""
        id = self.what.currentData()
        return next((lay for lay in self._work.lays if lay.cloth.id == id), None)

    def _drawing(self) -> Drawing:
        lay = self._lay()
        return sheet_to_send(self._work) if lay is None else lay_to_send(lay)

    def _title(self) -> str:
        return self._work.job.name or tr("job")

    def _ask_name(self, ending: str) -> Path | None:
        lay = self._lay()
        words = [self._title(), "" if lay is None else lay.cloth.shown_name]
        stem = safe_name(" ".join(word for word in words if word), "job")
        name, _ = QFileDialog.getSaveFileName(
            self, tr("Send out"), str(self._folder / f"{stem}{ending}"), f"*{ending}"
        )
        if not name:
            return None
        return Path(name if name.endswith(ending) else name + ending)

    # --- files ---------------------------------------------------------------------------------

    def _ask_file(self, own: Format) -> None:
        path = self._ask_name(own.ending)
        if path is not None:
            self.write(path, own)

    def write(self, path: Path, own: Format) -> None:
        """Write what is chosen in a format."""
        drawing, title = self._drawing(), self._title()
        self._begin(path, lambda: own.made(drawing, title))

    def _ask_lay(self) -> None:
        path = self._ask_name(".lay.json")
        if path is not None:
            self.write_lay(path)

    def write_lay(self, path: Path) -> None:
        """Write the lay that is chosen, or all of them, as a lay file."""
        lay = self._lay()
        lays = self._work.lays if lay is None else (lay,)
        self._begin(path, lambda: lay_text(lays).encode())

    def _ask_lists(self) -> None:
        path = self._ask_name(".csv")
        if path is not None:
            self.write_list(path)

    def write_list(self, path: Path) -> None:
        """Write the cut list, or the lay-out list of the lay that is chosen."""
        from wickel.files.bundle import cut_list_csv, lay_out_csv  # loads slowly

        lay, work = self._lay(), self._work
        self._begin(
            path,
            lambda: (cut_list_csv(work) if lay is None else lay_out_csv(lay, work)).encode(),
        )

    def _ask_zip(self) -> None:
        path = self._ask_name(".zip")
        if path is not None:
            self.write_zip(path)

    def write_zip(self, path: Path) -> None:
        """Write everything into one zip."""
        from wickel.files.bundle import zip_bytes  # loads slowly

        work, tell = self._work, self._tell_files
        self._begin(path, lambda: zip_bytes(work, tell))

    def _ask_folder(self) -> None:
        name = QFileDialog.getExistingDirectory(self, tr("A folder"), str(self._folder))
        if name:
            self.write_folder(Path(name))

    def write_folder(self, folder: Path) -> None:
        """Write everything into a folder of its own within one."""
        from wickel.files.bundle import open_files  # loads slowly

        there = folder / safe_name(self._title(), "job")
        work, tell = self._work, self._tell_files

        def act() -> object:
            files = list(open_files(work))
            for done, own in enumerate(files):
                if not tell(done, len(files)):
                    return tr("Stopped: {count:of file is|files are} written.", count=str(done))
                save_file(there / own.path, own.made())
            return tr("Written: {path}", path=there.name)

        self._start(act)

    def _begin(self, path: Path, made: Callable[[], bytes]) -> None:
        def act() -> object:
            try:
                content = made()
            except InterruptedError:
                return tr("Stopped: nothing is written.")
            save_file(path, content)
            return tr("Written: {path}", path=path.name)

        self._start(act)

    def _tell_files(self, done: int, all: int) -> bool:
        self._told.progress.emit(PlotProgress(done, all))
        return not self._stop.is_set()

    # --- the plotter ---------------------------------------------------------------------------

    def _plot(self) -> None:
        try:
            address = address_of(self.address.text() or self.address.placeholderText())
        except ValueError as reason:
            relabelled(self.words, str(words_of(reason)), "broken")
            return
        self.plotter_said.emit(self.address.text().strip())
        drawing, title = self._drawing(), self._title()
        stopped, tell = self._stop.is_set, self._told.progress.emit

        def act() -> object:
            done = send_plot(_hpgl(drawing, title), address, tell, stopped)
            return tr("It is plotted.") if done else tr("Stopped: the pen is lifted.")

        self._start(act)

    # --- going on ------------------------------------------------------------------------------

    def _start(self, act: Callable[[], object]) -> None:
        self._stop.clear()
        self._busy(True)
        relabelled(self.words, tr("Working …"), "soft")
        self._background.begin(act)

    def _busy(self, yes: bool) -> None:
        self.stop.setEnabled(yes)
        self.bar.setVisible(yes)
        self.bar.setRange(0, 1 if still() else 0)
        for button in (*self.buttons.values(), self.plot, self.what):
            button.setEnabled(not yes)

    def _show_progress(self, own: PlotProgress) -> None:
        if self._background.working:
            self.bar.setRange(0, own.all)
            self.bar.setValue(own.sent)
            words = (
                tr("The plotter is out of paper. Put some in: it goes on by itself.")
                if own.no_paper
                else tr("Working …")
            )
            relabelled(self.words, words, "broken" if own.no_paper else "soft")

    def _done(self, words: object) -> None:
        self._busy(False)
        relabelled(self.words, str(words), "held")
        self.said.emit(str(words))

    def _refused(self, sentence: str) -> None:
        self._busy(False)
        relabelled(self.words, sentence, "broken")

    def done(self, result: int) -> None:
        """Closing stops what is under way."""
        self._stop.set()
        super().done(result)
