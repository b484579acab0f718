"""One window for all tests of a worker: brought back to how it opens, and proven to be so.

Building a window takes twice as long as a usual test of it. What a test may have left behind is put
back here; ``proven`` looks at all that a test could leave, and a window that is not as it was when
it was built is thrown away and built anew.
"""

import shutil
from collections import Counter
from pathlib import Path

from PySide6.QtCore import QCoreApplication, QEvent, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import (
    QAbstractButton,
    QApplication,
    QComboBox,
    QDialog,
    QMainWindow,
    QWidget,
)

from wickel.app.first_start import Walk
from wickel.app.looks import look_as_set
from wickel.app.stage import Stage
from wickel.app.start import make_window
from wickel.app.widgets.columns import Columns, TableColumns
from wickel.units import Unit
from wickel.wording import show_in, show_money_in

SIZE = (1280, 800)
SETTLING_TURNS = 60


def build(home, runner, **how):
    """The real window on a studio, its book open, not yet shown."""
    made = make_window(QApplication.instance(), home, runner, demo=True, **how)
    made.book.open_now()
    return made


def toggles(window):
    """What a maker sets on a stage for the sitting, that no job brings with it."""
    draft, lay, jobs, cut, log = window.draft, window.lay, window.jobs, window.cut, window.log
    figures = draft.options.figures
    return (
        *(draft.written, draft.pictures, draft.side),
        *(lay.opened, lay.as_cut),
        *(cut.turn, cut.chalks, cut.pause),
        *(jobs.search, window.cloth.search, log.search),
        *(figures.search, figures.only_mine, figures.only_piece),
    )


def state_of(widget):
    """What a widget is set to."""
    if isinstance(widget, QAbstractButton):
        return widget.isChecked()
    return widget.currentIndex() if isinstance(widget, QComboBox) else widget.text()


def put_back(widget, state):
    """Set a widget to what it was."""
    if state_of(widget) == state:
        return
    if isinstance(widget, QAbstractButton):
        widget.setChecked(state)
    elif isinstance(widget, QComboBox):
        widget.setCurrentIndex(state)
    else:
        widget.setText(state)


def in_sight(window):
    """What is to be read and set in the window now, widget by widget."""
    seen = []
    for widget in window.findChildren(QWidget):
        if not widget.isVisible():
            continue
        words = getattr(widget, "whole", None) or getattr(widget, "text", "")
        words = words() if callable(words) else words
        seen.append((type(widget).__name__, widget.objectName(), widget.isEnabled(), words))
    return seen


def stand_of(home):
    """The files of a home: sizes and when each was written. The settings are put back by
    themselves, and what the database needs only while it is open is left out."""
    return {
        path.relative_to(home): (stat.st_size, stat.st_mtime_ns)
        for path in home.rglob("*")
        if path.is_file() and path.name != "settings.json" and not path.name.endswith("-shm")
        if (stat := path.stat())
    }


class KeptWindow:
    """A window that goes from test to test."""

    def __init__(self, home, demo_home, runner):
        self.home, self._demo, self._runner = home, demo_home, runner
        self.window = None
        self._is_aside = False
        self.rebuilt = []
        """Why the window had to be built anew, each time."""

    def ready(self, qtbot):
        """The window as it opens: put back, or built anew where that is not enough."""
        if self.window is not None and self._is_alive():
            if self._is_aside:
                with qtbot.waitExposed(self.window):
                    self.window.show()
                self._is_aside = False
            self._reset()
            if (unlike := self.proven()) == "":
                return self.window
            self.rebuilt.append(unlike)
        self.close()
        self._build(qtbot)
        return self.window

    def step_aside(self):
        """Hide the window for a test that has one of its own."""
        if self.window is not None and self._is_alive():
            self.window.hide()
            self._is_aside = True

    def close(self):
        """Have done with the window."""
        if self.window is not None:
            self.window.session.file.give_up()
            self.window.close()
            self.window.deleteLater()
            self.window = None
            _delete_what_is_gone()

    def _is_alive(self):
        try:
            return self._is_aside or self.window.isVisible()
        except RuntimeError:  # a test has deleted it
            self.window = None
            return False

    def _copy_studio(self):
        shutil.rmtree(self.home, ignore_errors=True)
        shutil.copytree(self._demo, self.home)

    def _open_book(self):
        """Open the book, and mark how the studio stands on the disk."""
        self.window.book.open_now()
        self._stood = stand_of(self.home)

    def _put_studio_back(self):
        """A studio as it was at first, its book open: only what was written is put back."""
        book, now = self.window.book, stand_of(self.home)
        other = {path for path in {*now, *self._stood} if now.get(path) != self._stood.get(path)}
        if book._book is None or any("book" in path.parts for path in other):
            book.close()
            self._copy_studio()
            book._refused = False
            book._version, book._factor = -1, (-1, 1.0)
            self._open_book()
            return
        for path in other:
            (self.home / path).unlink(missing_ok=True)
            if (self._demo / path).exists():
                (self.home / path).parent.mkdir(parents=True, exist_ok=True)
                shutil.copy2(self._demo / path, self.home / path)  # written when it was

    def _build(self, qtbot):
        self._copy_studio()
        self.window = window = build(self.home, self._runner)
        with qtbot.waitExposed(window):
            window.show()
        self._stood = {}  # what starting has written is put back, too
        QTest.qWait(200)  # what is shown a moment later is part of how it opens
        self._focus = QApplication.focusWidget() or window
        self._settings = window.settings.values
        self._path = window.session.path
        self._states = [state_of(widget) for widget in toggles(window)]
        self._sight = in_sight(window)

    def _reset(self):
        window, session = self.window, self.window.session
        for other in QApplication.topLevelWidgets():
            stands_over = other.isVisible() and not isinstance(other, QMainWindow)
            if stands_over or isinstance(other, QDialog):
                other.hide()
                other.deleteLater()
        for walk in window.findChildren(Walk):
            walk.deleteLater()
        window.lay.view.cancel()
        window.lay.view.choose("")
        session.file.give_up()
        window.cut.shut()
        if window.cut.paused:
            window.cut.pause_or_go_on()
        session.close_job()
        for dropped in (session.prices, session.offers):
            dropped.forget()
        window.buy.fill.shut()
        window.buy.fill._job = None
        window.jobs.glances.shut()
        window.jobs.glances._known.clear()
        self._put_settings_back()
        show_in(Unit.CM)
        self._put_studio_back()
        window.jobs.shown.setCurrentIndex(min(0, window.jobs.shown.count() - 1))
        for widget, state in zip(toggles(window), self._states, strict=True):
            put_back(widget, state)
        window.draft.options.show_page(0)
        window.setWindowState(Qt.WindowState.WindowNoState)
        window.resize(*SIZE)
        window.show_stage(Stage.CLOTH)  # the stage of the lay is shown once, when all is there
        window.open_path(self._path)
        window._forget_trouble()
        window._trouble_timer.stop()
        window.show_stage(Stage.LAY)
        _delete_what_is_gone()
        window.activateWindow()
        QTest.qWaitForWindowActive(window)
        self._focus.setFocus()
        for _ in range(SETTLING_TURNS):
            QTest.qWait(5)
            if in_sight(window) == self._sight:
                break

    def _put_settings_back(self):
        window = self.window
        if window.settings.values == self._settings:
            return
        window.settings.remember(self._settings)
        for columns in (*window.findChildren(Columns), *window.findChildren(TableColumns)):
            columns.take({})
        look_as_set(QApplication.instance(), window.settings.values)
        show_money_in(window.settings.values.currency)
        window._follow_settings()

    def proven(self):
        """Empty where the window is as it opens; else what is not so."""
        window, session = self.window, self.window.session
        tops = [
            own for own in QApplication.topLevelWidgets() if own.isVisible() and own is not window
        ]
        unlike = {
            "a dialog is open": bool(tops)
            or any(d.isVisible() for d in window.findChildren(QDialog)),
            "a task is in work": session._queue.now is not None or session.searching,
            "another job is open": session.path != self._path,
            "there are steps to undo": session.steps != 0,
            "settings are not as before": window.settings.values != self._settings,
            "the job was written to": _bytes(self._path) != _bytes(self._demo_path()),
            f"set: {self._other_toggles()}": bool(self._other_toggles()),
            "the keys go elsewhere": QApplication.activeWindow() is not window,
            "another size": (window.width(), window.height()) != SIZE,
            f"in sight: {self._other_sight()}": bool(self._other_sight()),
        }
        return "; ".join(words for words, so in unlike.items() if so)

    def _other_toggles(self):
        """What a maker has set on a stage that is not so at first."""
        return [
            f"{type(own).__name__} {own.accessibleName() or own.toolTip()}"
            for own, state in zip(toggles(self.window), self._states, strict=True)
            if state_of(own) != state
        ]

    def _other_sight(self):
        """What is in sight that should not be, and what should be and is not."""
        now, then = Counter(in_sight(self.window)), Counter(self._sight)
        return [*(now - then), *(then - now)][:6]

    def _demo_path(self):
        return self._demo / Path(self._path).relative_to(self.home)


def _bytes(path):
    return path.read_bytes()


def _delete_what_is_gone():
    """Have what was left to be deleted later deleted now."""
    QCoreApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete)
