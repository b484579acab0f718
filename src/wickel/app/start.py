"""Opens the window: screen, fonts, theme, worker, studio folder, last job."""

from __future__ import annotations

import contextlib
import os
import sys
from functools import partial
from pathlib import Path

from PySide6.QtCore import QTimer
from PySide6.QtWidgets import QApplication

from wickel.app.book import StudioBook, fill_book
from wickel.app.faults import Faults
from wickel.app.fill import TableFill
from wickel.app.looks import look_as_set
from wickel.app.runners import ProcessRunner, Runner
from wickel.app.session import Session
from wickel.app.settings import SettingsFile
from wickel.app.stage import Stage
from wickel.app.theme import (
    LIGHT,
    apply_theme,
    dress,
    load_fonts,
)
from wickel.app.widgets.dialogs import Notice
from wickel.app.widgets.habits import learn
from wickel.app.window import MainWindow
from wickel.files import TableStore, private_folder, state_folder, sweep
from wickel.studio.folder import StudioFolder, data_folder
from wickel.wording import show_money_in


def _screen_is_there() -> bool:
    if os.environ.get("QT_QPA_PLATFORM", "") in ("offscreen", "minimal", "vnc"):
        return True
    return bool(os.environ.get("DISPLAY") or os.environ.get("WAYLAND_DISPLAY"))


def _tidy(home: Path, studio: Path | None) -> None:
    """Have nobody else read what is kept here, as it may have been kept before, and throw away what
    saves that were killed have left behind."""
    for folder in (home, state_folder()):
        with contextlib.suppress(OSError):
            private_folder(folder)
            sweep(folder)
    if studio is not None:  # chosen by the maker, who says who may read it
        with contextlib.suppress(OSError, ValueError):
            sweep(studio)


def make_window(
    app: QApplication,
    home: Path,
    runner: Runner,
    *,
    demo: bool,
    fresh: bool = False,
    season: bool = False,
) -> MainWindow:
    """The window with its first job open, not yet shown; ``season``: the demo studio is to have a
    whole season behind it."""
    load_fonts()
    learn(app)
    settings = SettingsFile(home / "settings.json")
    values = settings.values
    _tidy(home, Path(values.studio) if values.studio else None)
    look_as_set(app, values)
    show_money_in(values.currency)
    own = Path(values.studio) if values.studio else home / "studio"
    folder = StudioFolder(home / "demo-studio" if demo else own)
    if demo:
        folder.fill_with_demo(fresh=fresh)
    book = StudioBook(folder.path, app, later=True)
    if demo:
        book.opened.connect(partial(fill_book, book))
        if season:
            book.opened.connect(partial(book.fill_with_season, folder))
    fill = TableFill(runner, TableStore(home / "table-cells"), app)
    window = MainWindow(Session(runner, app), folder, settings, book, fill, runner)
    dress(window)
    last = Path(settings.values.last_job) if settings.values.last_job and not fresh else None
    known = folder.orders()
    wanted = [last] if last is not None and last.parent == folder.path and last.exists() else []
    # one that cannot be read is said and left; the window opens in any case, if need be without a
    # job
    next(filter(window.open_path, dict.fromkeys((*wanted, *known))), None)
    window.take_place()
    if not known:
        window.show_stage(Stage.JOBS)
    return window


_NO_SCREEN = (
    "wickel: there is no screen here to open a window on. Start it in a desktop session; or, to "
    "see pictures of it, run  wickel shots DIR ; the command line works without a screen "
    "(wickel --help)."
)


def run_plotter(port: int) -> int:
    """Open the stand-in for a plotter and stay until it is closed; the exit code."""
    from wickel.app.exchange.plotter_window import PlotterWindow

    if not _screen_is_there():
        print(_NO_SCREEN, file=sys.stderr)
        return 1
    app = QApplication([sys.argv[0]])
    load_fonts()
    apply_theme(app, LIGHT)
    try:
        window = PlotterWindow(port)
    except OSError as reason:
        print(f"wickel: port {port} cannot be taken: {reason.strerror}.", file=sys.stderr)
        return 1
    dress(window)
    window.show()
    return app.exec()


def is_first_start(window: MainWindow) -> bool:
    """Whether nobody has worked here yet: the studio has no job, and was not begun."""
    return window.session.path is None and not window.begun


def run_window(
    *, demo: bool, fresh: bool = False, path: Path | None = None, walk: bool = False
) -> int:
    """Open the window, with a file where one is given, and stay until it is closed; the exit
    code."""
    if not _screen_is_there():
        print(_NO_SCREEN, file=sys.stderr)
        return 1
    app = QApplication([sys.argv[0]])
    app.setApplicationName("wickel")
    app.setDesktopFileName("wickel")
    window = make_window(app, data_folder(), ProcessRunner(), demo=demo, fresh=fresh, season=True)
    faults = Faults(state_folder(), window.session.file.save, partial(_say_fault, window))
    faults.install()
    window.show()
    QTimer.singleShot(0, window.book.open)
    QTimer.singleShot(0, window.offer_rescued)
    if path is not None:
        QTimer.singleShot(0, partial(window.files.take, path.absolute()))
    elif walk:
        QTimer.singleShot(0, window.start_walk)
    elif not demo and is_first_start(window):
        QTimer.singleShot(0, window.welcome)
    try:
        return app.exec()
    finally:
        faults.remove()


def _say_fault(window: MainWindow, sentence: str) -> None:
    Notice(window, "A fault in the program", sentence).open()
