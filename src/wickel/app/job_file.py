"""The file of the open job: saving by itself, who else has it open, and whether somebody has
changed it meanwhile."""

from __future__ import annotations

from collections.abc import Callable
from itertools import count
from pathlib import Path

from PySide6.QtCore import QObject, QTimer, Signal

from wickel.files import OpenMark, Stamp, save_job, stamp
from wickel.job import Job
from wickel.wording import tr

_SAVE_AFTER_MS, _SAVE_FOUND_AFTER_MS = 250, 3000
"""How long after an edit the job is saved, and after what a search has found, of which more may
come at any moment."""

_ENDING = ".wickel.json"


class JobFile(QObject):
    """Saves a job a moment after it was changed, to its file or, where that is not its own any
    more, to a copy.

    ``changed_outside`` is emitted once when another program has changed the file: nothing is
    written until it was decided which of both goes on. What is changed of a job that is open
    elsewhere goes on in a copy.
    """

    trouble = Signal(str)
    path_changed = Signal()
    changed_outside = Signal()
    saved = Signal()

    def __init__(self, job: Callable[[], Job], parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._job = job
        self.path: Path | None = None
        self.open_elsewhere = False
        self.waits = False
        self._mark = OpenMark()
        self._stamp = Stamp()
        self._timer = QTimer(self, singleShot=True)
        self._timer.timeout.connect(self.save)

    def take(self, path: Path | None) -> None:
        """Take up another file."""
        self._timer.stop()
        self._mark.let_go()
        self.path, self.waits = path, False
        self.open_elsewhere = path is not None and not self._mark.take(path)
        self._stamp = Stamp() if path is None else stamp(path)

    def touch(self, *, found: bool = False) -> None:
        """Have the job saved in a moment: it was edited, or a search has ``found`` something."""
        if self.path is None or (self.open_elsewhere and found):
            return
        if found and self._timer.isActive():
            return
        self._timer.start(_SAVE_FOUND_AFTER_MS if found else _SAVE_AFTER_MS)

    def settle(self) -> None:
        """Save what is not saved yet."""
        if self._timer.isActive():
            self.save()

    def close(self) -> None:
        """Save what is not saved yet, if need be to a copy, and let the file go."""
        self.settle()
        if self.waits:
            self.go_on_as_copy()
        self._mark.let_go()

    def save(self) -> bool:
        """Write the job to its file, and whether it stands there now; what fails is said, and tried
        again."""
        self._timer.stop()
        if self.path is None or self.waits:
            return False
        if self.open_elsewhere:
            self.go_on_as_copy()
            return False
        if not self._stamp.is_still(self.path):
            self.waits = True
            self.changed_outside.emit()
            return False
        try:
            save_job(self._job(), self.path)
        except OSError as reason:
            self.trouble.emit(
                tr(
                    "The job could not be saved to {path}: {strerror}.",
                    path=self.path.name,
                    strerror=reason.strerror,
                )
            )
            return False
        self._stamp = stamp(self.path)
        self.saved.emit()
        return True

    def take_over(self) -> bool:
        """Make the file this window's own, though another window has it open; False when there is
        no file."""
        if self.path is None:
            return False
        self.open_elsewhere = False
        self._mark.take(self.path)
        return True

    def write_over(self) -> bool:
        """Write over what another program has made of the file, which is kept beside it as
        ``.bak``."""
        self.waits = False
        self._stamp = Stamp() if self.path is None else stamp(self.path)
        return self.save()

    def go_on_as_copy(self) -> bool:
        """Go on in a copy beside the file, and whether it could be written."""
        if self.path is None:
            return False
        before = self.path.name
        path = self._copy_path(self.path)
        try:
            save_job(self._job(), path)
        except OSError as reason:
            self.trouble.emit(
                tr(
                    "The job could not be saved to {path}: {strerror}.",
                    path=path.name,
                    strerror=reason.strerror,
                )
            )
            return False
        self.take(path)
        self.trouble.emit(
            tr("{before} stays as it is: yours goes on as {path}.", before=before, path=path.name)
        )
        self.path_changed.emit()
        return True

    @staticmethod
    def _copy_path(path: Path) -> Path:
        """The name of a copy beside a file, that nothing has yet."""
        stem = path.name.removesuffix(_ENDING)
        names = (path.with_name(f"{stem}-copy{number or ''}{_ENDING}") for number in count())
        return next(name for name in names if not name.exists())
