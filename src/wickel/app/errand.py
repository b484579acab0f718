"""Work of a page that takes a while: done by a worker of its own, which is only started when it is
first needed."""

from __future__ import annotations

from PySide6.QtCore import QObject, Signal

from wickel.app.runners import Runner
from wickel.job.tasks import Failed, Finished, Message, Task


class Errand(QObject):
    """One task at a time. ``told`` carries what comes of it."""

    told = Signal(object)
    working_changed = Signal(bool)
    trouble = Signal(str)

    def __init__(self, runner: Runner, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._kind = runner
        self._own: Runner | None = None
        self.working = False

    def start(self, task: Task) -> None:
        """Begin a task; one that is running is dropped."""
        if self._own is None:
            self._own = self._kind.another()
            self._own.told.connect(self._told)
            self._own.said.connect(self.trouble)
        self._set_working(True)
        self._own.start(task)

    def stop(self) -> None:
        """End the task; what it has found so far still arrives."""
        if self._own is not None:
            self._own.stop()

    def drop(self) -> None:
        """Drop the task; nothing more is heard of it."""
        if self._own is not None:
            self._own.cancel()
        self._set_working(False)

    def shut(self) -> None:
        """End the worker."""
        self.drop()
        if self._own is not None:
            self._own.shut()
            self._own = None

    def _told(self, message: Message) -> None:
        if isinstance(message, Finished | Failed):
            self._set_working(False)
            if isinstance(message, Failed):
                self.trouble.emit(str(message.sentence))
        else:
            self.told.emit(message)

    def _set_working(self, working: bool) -> None:
        if working != self.working:
            self.working = working
            self.working_changed.emit(working)
