"""Files that come to the window, dropped on it or named when it was started, taken as what they
are."""

from __future__ import annotations

from pathlib import Path
from typing import cast

from PySide6.QtCore import QEvent, QMimeData, QObject, Signal
from PySide6.QtGui import QDragEnterEvent, QDropEvent
from PySide6.QtWidgets import QWidget

from wickel.files.drawings.reading_in import ENDINGS

PICTURES = (".png", ".jpg", ".jpeg", ".bmp")


def files_of(data: QMimeData) -> tuple[Path, ...]:
    """The files of this machine that are dropped."""
    return tuple(Path(url.toLocalFile()) for url in data.urls() if url.isLocalFile())


class FilesTaken(QObject):
    """Takes files for a window. Each signal carries the path of a file of its kind."""

    job = Signal(object)
    drawing = Signal(object)
    picture = Signal(object)
    zip = Signal(object)

    def __init__(self, window: QWidget) -> None:
        super().__init__(window)
        window.setAcceptDrops(True)
        window.installEventFilter(self)

    def take(self, path: Path) -> None:
        """Take a file as what its ending says; what has none of ours is taken for a job, and
        refused where it is none."""
        kind = path.suffix.lower()
        if kind in ENDINGS:
            self.drawing.emit(path)
        elif kind in PICTURES:
            self.picture.emit(path)
        elif kind == ".zip":
            self.zip.emit(path)
        else:
            self.job.emit(path)

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        """Files may be dropped anywhere on the window."""
        if event.type() not in (QEvent.Type.DragEnter, QEvent.Type.Drop):
            return False
        dropped = cast("QDragEnterEvent | QDropEvent", event)
        paths = files_of(dropped.mimeData())
        if not paths:
            return False
        dropped.acceptProposedAction()
        if event.type() is QEvent.Type.Drop:
            for path in paths:
                self.take(path)
        return True
