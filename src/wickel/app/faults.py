"""The outermost edge of the window: a fault in the program costs no work, is written down, and is
said.

A report says where in the program it happened and with which versions, never what was worked on:
the words of an exception may hold a client's name, so they are left out, and paths are told from
the package on.
"""

from __future__ import annotations

import contextlib
import logging
import platform
import sys
import traceback
from collections.abc import Callable
from datetime import datetime
from logging.handlers import RotatingFileHandler
from pathlib import Path
from types import TracebackType

from PySide6 import __version__ as qt_version
from PySide6.QtCore import QMessageLogContext, QtMsgType, qInstallMessageHandler

from wickel import __version__

MOST_REPORTS, LOG_BYTES = 10, 200_000
_LOG = logging.getLogger("wickel")
_LEVELS = {
    QtMsgType.QtDebugMsg: logging.DEBUG,
    QtMsgType.QtInfoMsg: logging.INFO,
    QtMsgType.QtWarningMsg: logging.WARNING,
    QtMsgType.QtCriticalMsg: logging.ERROR,
    QtMsgType.QtFatalMsg: logging.CRITICAL,
}
Hook = Callable[[type[BaseException], BaseException, TracebackType | None], object]


class Faults:
    """What is done about a fault: ``keep`` saves the work and says whether it could, ``tell`` says
    it to the maker."""

    def __init__(
        self, folder: Path, keep: Callable[[], bool], tell: Callable[[str], object]
    ) -> None:
        self._folder = folder
        self._keep, self._tell = keep, tell
        self._known: set[str] = set()
        self._busy = False
        self._before: Hook = sys.excepthook
        self._handler: RotatingFileHandler | None = None

    def install(self) -> None:
        """Catch what nothing else catches, and Qt's own messages, from now on."""
        with contextlib.suppress(OSError):
            self._folder.mkdir(parents=True, exist_ok=True, mode=0o700)
            self._handler = RotatingFileHandler(
                self._folder / "wickel.log",
                maxBytes=LOG_BYTES,
                backupCount=1,
                encoding="utf-8",
                delay=True,
            )
            self._handler.setFormatter(
                logging.Formatter("%(asctime)s %(levelname)s %(name)s: %(message)s")
            )
            _LOG.addHandler(self._handler)
        self._before, sys.excepthook = sys.excepthook, self.caught
        qInstallMessageHandler(_qt_said)

    def remove(self) -> None:
        """Leave everything as it was."""
        sys.excepthook = self._before
        qInstallMessageHandler(None)
        if self._handler is not None:
            _LOG.removeHandler(self._handler)
            self._handler.close()

    def caught(
        self, kind: type[BaseException], fault: BaseException, trace: TracebackType | None
    ) -> None:
        """Keep the work, write the fault down, say it; the same fault is said once, and none while
        another is."""
        if issubclass(kind, KeyboardInterrupt):
            self._before(kind, fault, trace)
            return
        where = told_without_words(kind, trace)
        _LOG.error("a fault\n%s", where)
        if self._busy:
            return
        self._busy = True
        try:
            kept = self._kept()
            if where not in self._known:
                self._known.add(where)
                self._tell(" ".join((_SORRY, kept, self._report(where))).strip())
        finally:
            self._busy = False

    def _kept(self) -> str:
        try:
            if self._keep():
                return "The job is saved."
        except Exception as reason:  # noqa: BLE001 - the fault is still to be said
            _LOG.error("the work could not be kept: %s", type(reason).__name__)
        return "The job could not be saved: save a copy of it now."

    def _report(self, where: str) -> str:
        now = datetime.now().astimezone()
        path = self._folder / f"fault-{now:%Y-%m-%d-%H%M%S}.txt"
        words = (
            f"Wickel {__version__}, Python {platform.python_version()}, Qt {qt_version}, "
            f"{platform.platform()}\n"
            f"{now:%Y-%m-%d %H:%M:%S %z}\n\n{where}"
        )
        try:
            path.write_text(words, encoding="utf-8")
        except OSError:
            return ""
        for old in sorted(self._folder.glob("fault-*.txt"))[:-MOST_REPORTS]:
            with contextlib.suppress(OSError):
                old.unlink()
        return f"A report without anything of your clients is in {path}."


_SORRY = "Something in the program went wrong, and what you did last may not have been done."


def told_without_words(kind: type[BaseException], trace: TracebackType | None) -> str:
    """Where a fault happened, file by file, and of what kind it was: no values, no words of it, no
    folders."""
    lines = [
        f"  {Path(*_from_package(Path(frame.filename)))}:{frame.lineno} in {frame.name}"
        for frame in traceback.extract_tb(trace)
    ]
    return "\n".join([*lines, kind.__name__])


def _from_package(path: Path) -> tuple[str, ...]:
    parts = path.parts
    return parts[parts.index("wickel") :] if "wickel" in parts else parts[-1:]


def _qt_said(kind: QtMsgType, _: QMessageLogContext, message: str) -> None:
    _LOG.log(_LEVELS.get(kind, logging.WARNING), "Qt: %s", message)
