"""A queue of tasks for one worker: the most wanted first, each under a name, each with somebody who
listens."""

from __future__ import annotations

from collections.abc import Callable, Hashable
from dataclasses import dataclass

from PySide6.QtCore import QObject, Signal

from wickel.app.runners import Runner
from wickel.job.tasks import Failed, Finished, Message, Task

Heard = Callable[[Message], None]


@dataclass(frozen=True, slots=True)
class _Entry:
    name: Hashable
    task: Task
    rank: int
    heard: Heard


class TaskQueue(QObject):
    """Tasks one after another. Whoever puts one in hears its messages, ``Finished`` or ``Failed``
    as the last."""

    moved = Signal()  # another task is in work, or none

    def __init__(self, runner: Runner, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._runner = runner
        self._waiting: list[_Entry] = []
        self._now: _Entry | None = None
        self._beginning = False
        runner.told.connect(self._told)

    @property
    def now(self) -> Hashable | None:
        """The name of the task in work."""
        return None if self._now is None else self._now.name

    def has(self, name: Hashable) -> bool:
        """Whether a task of that name is in work or waits."""
        return self.now == name or any(entry.name == name for entry in self._waiting)

    def put(self, name: Hashable, task: Task, rank: int, heard: Heard) -> None:
        """Have a task done, before all of a higher rank; it takes the place of one of its name."""
        self.drop(name)
        at = next(
            (k for k, entry in enumerate(self._waiting) if entry.rank > rank), len(self._waiting)
        )
        self._waiting.insert(at, _Entry(name, task, rank, heard))
        if self._now is not None and self._now.rank > rank:
            self._put_off()
        self._begin()

    def drop(self, name: Hashable) -> None:
        """Have a task not done; nothing more is heard of it."""
        self._waiting = [entry for entry in self._waiting if entry.name != name]
        if self.now == name:
            self._runner.cancel()
            self._now = None
            self._begin()
            self.moved.emit()

    def drop_all(self) -> None:
        """Have nothing done any more."""
        self._waiting = []
        if self._now is not None:
            self._runner.cancel()
            self._now = None
        self.moved.emit()

    def stop(self) -> None:
        """End the task in work; what it has found so far is still told."""
        if self._now is not None:
            self._runner.stop()

    def _put_off(self) -> None:
        """Take the task in work back into the queue, first of its rank."""
        entry, self._now = self._now, None
        assert entry is not None
        self._runner.cancel()
        at = next(
            (k for k, own in enumerate(self._waiting) if own.rank >= entry.rank), len(self._waiting)
        )
        self._waiting.insert(at, entry)

    def _begin(self) -> None:
        """Begin tasks while none is in work; a runner may do them before it returns."""
        if self._beginning:
            return
        self._beginning = True
        try:
            while self._now is None and self._waiting:
                self._now = self._waiting.pop(0)
                self.moved.emit()
                self._runner.start(self._now.task)
        finally:
            self._beginning = False

    def _told(self, message: Message) -> None:
        entry = self._now
        if entry is None:
            return
        if isinstance(message, Finished | Failed):
            self._now = None
            entry.heard(message)
            self._begin()
            self.moved.emit()
        else:
            entry.heard(message)
