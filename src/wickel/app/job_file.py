"""The file of the open job: saving by itself, who else has it open, and whether somebody has
changed it meanwhile."""

from __future__ import annotations

from collections.abc import Callable
from itertools import count
from pathlib import Path

from PySide6.QtCore import QObject, QTimer, Signal

from wickel.files import (
    JOB_ENDING,
    OpenMark,
    Stamp,
    job_text,
    keep_rescue,
    let_rescue_go,
    save_job,
    stamp,
)
from wickel.job import Job
from wickel.wording import tr

_SAVE_AFTER_MS, _SAVE_FOUND_AFTER_MS = 250, 3000
"""How long after an edit the job is saved, and after what a search has found, of which more may
come at any moment."""

_AGAIN_AFTER_MS = 10_000
"""How long after a failure it is tried again: there may be room then."""


def _not_saved(path: Path, reason: OSError) -> str:
    return tr(
        "The job could not be saved to {path}: {strerror}.",
        path=path.name,
        strerror=reason.strerror,
    )


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
        self.is_unsaved = False
        """Whether there are edits that do not stand in the file: they wait to be saved, or could
        not be."""
        self._mark = OpenMark()
        self._stamp = Stamp()
        self._timer = QTimer(self, singleShot=True)
        self._timer.timeout.connect(self.save)
        self._rescued = ""

    def take(self, path: Path | None) -> None:
        """Take up another file."""
        self._timer.stop()
        self._mark.let_go()
        self.path, self.waits, self.is_unsaved = path, False, False
        self._rescued = ""  # a copy of what was left unsaved there stays until it is taken up
        self.open_elsewhere = path is not None and not self._mark.take(path)
        self._stamp = Stamp() if path is None else stamp(path)

    def touch(self, *, found: bool = False) -> None:
        """Have the job saved in a moment: it was edited, or a search has ``found`` something."""
        if self.path is None or (self.open_elsewhere and found):
            return
        self.is_unsaved = self.is_unsaved or not found
        if found and self._timer.isActive():
            return
        self._timer.start(_SAVE_FOUND_AFTER_MS if found else _SAVE_AFTER_MS)

    def settle(self) -> None:
        """Save what is not saved yet."""
        if self._timer.isActive() or (self.is_unsaved and not self.waits):
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
            self._keep_rescue(reason)
            return False
        self._stamp = stamp(self.path)
        if self._rescued:
            let_rescue_go(self._rescued)
            self._rescued = ""
        self.is_unsaved = False
        self.saved.emit()
        return True

    def give_up(self) -> None:
        """Leave what is not saved as it is."""
        self._timer.stop()
        self.is_unsaved = False

    def save_to(self, path: Path) -> bool:
        """Save to another file and go on there, and whether that could be."""
        before, unsaved, copy = self.path, self.is_unsaved, self._rescued
        self.take(path)
        self._rescued = copy  # of the same job: it goes when that stands here
        if self.save():
            self.path_changed.emit()
            return True
        self.take(before)
        self.is_unsaved, self._rescued = unsaved, copy
        return False

    def _keep_rescue(self, reason: OSError) -> None:
        """Say that the job could not be saved, keep it where there is room, and try again later."""
        assert self.path is not None
        self.is_unsaved = True
        self._timer.start(_AGAIN_AFTER_MS)
        name = self.path.name.removesuffix(JOB_ENDING)
        kept = keep_rescue(job_text(self._job()), name)
        self._rescued = name if kept is not None else ""
        words = _not_saved(self.path, reason)
        if kept is not None:
            words = tr("{words} A rescue copy is in {folder}.", words=words, folder=kept.parent)
        self.trouble.emit(words)

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
            self.trouble.emit(_not_saved(path, reason))
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
        stem = path.name.removesuffix(JOB_ENDING)
        names = (path.with_name(f"{stem}-copy{number or ''}{JOB_ENDING}") for number in count())
        return next(name for name in names if not name.exists())
