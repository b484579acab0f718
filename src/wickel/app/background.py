"""Work in a thread of this process: for what takes a moment and hands back something large, such as
a document."""

from __future__ import annotations

from collections.abc import Callable
from contextlib import suppress

from PySide6.QtCore import QObject, QRunnable, QThreadPool, Signal, SignalInstance

from wickel.wording import tr, words_of


class _Told(QObject):
    done = Signal(int, object)
    failed = Signal(int, object)


class _Run(QRunnable):
    def __init__(self, number: int, work: Callable[[], object], told: _Told) -> None:
        super().__init__()
        self._number, self._work, self._told = number, work, told

    def run(self) -> None:
        try:
            made = self._work()
        except (ValueError, OSError) as reason:
            self._tell(self._told.failed, words_of(reason))
        except Exception as fault:  # whoever waits for it is told in any case
            words = tr("A fault in the program: {fault}", fault=repr(fault))
            self._tell(self._told.failed, words)
            raise
        else:
            self._tell(self._told.done, made)

    def _tell(self, signal: SignalInstance, what: object) -> None:
        with suppress(RuntimeError):  # the window is gone
            signal.emit(self._number, what)


class Background(QObject):
    """One piece of work at a time counts: the last begun. ``done`` carries what it made,
    ``refused`` one sentence why there is nothing."""

    done = Signal(object)
    refused = Signal(str)

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._number = 0
        self.working = False
        self._told = _Told()  # outlives this while a thread still has something to tell
        self._told.done.connect(self._done)
        self._told.failed.connect(self._failed)

    def begin(self, work: Callable[[], object]) -> None:
        """Begin; what was begun before is not heard of any more."""
        self._number += 1
        self.working = True
        QThreadPool.globalInstance().start(_Run(self._number, work, self._told))

    def _done(self, number: int, made: object) -> None:
        if number == self._number:
            self.working = False
            self.done.emit(made)

    def _failed(self, number: int, sentence: object) -> None:
        if number == self._number:
            self.working = False
            self.refused.emit(str(sentence))
