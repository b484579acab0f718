"""Lays made by hand that are gone on with in the worker: filled in, bettered, pushed together.

What is found takes the place of the lay that it was begun with; where a hand has been at that
meanwhile, it is only offered.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import partial

from PySide6.QtCore import QObject, Signal

from wickel.app.lay_search import IN_SIGHT, WORKERS
from wickel.app.queue import TaskQueue
from wickel.job.tasks import CannotBe, Failed, Finished, HandTask, Improved, Message
from wickel.lay import KeptLay, Lay
from wickel.lay.hand import Deed


@dataclass(slots=True)
class Work:
    """What is being done with the lay of a cloth: the lay it was begun with, and the best so
    far."""

    deed: Deed
    base: KeptLay
    best: Lay | None = None


class HandSearch(QObject):
    """One deed at a time for each cloth. ``ended`` carries the cloth and what was done; ``moved``
    that there is something new to show."""

    ended = Signal(str, object)
    moved = Signal()
    refused = Signal(str)

    def __init__(self, queue: TaskQueue, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._queue = queue
        self._works: dict[str, Work] = {}

    def work(self, cloth_id: str) -> Work | None:
        """What is being done with the lay of a cloth."""
        return self._works.get(cloth_id)

    def begin(self, task: HandTask, base: KeptLay) -> None:
        """Begin a deed with the lay of a cloth, as it is kept; one that runs for the same cloth is
        dropped."""
        cloth_id = task.lay.cloth.id
        self.drop(cloth_id)
        self._works[cloth_id] = Work(task.deed, base)
        task = replace(task, search=replace(task.search, workers=WORKERS))
        self._queue.put(("hand", cloth_id), task, IN_SIGHT, partial(self._heard, cloth_id))

    def stop(self, cloth_id: str) -> None:
        """End the deed for a cloth; its best so far counts."""
        if self._queue.now == ("hand", cloth_id):
            self._queue.stop()
        else:
            self.drop(cloth_id)

    def drop(self, cloth_id: str) -> None:
        """End the deed for a cloth; nothing more is heard of it."""
        if self._works.pop(cloth_id, None) is not None:
            self._queue.drop(("hand", cloth_id))

    def _heard(self, cloth_id: str, message: Message) -> None:
        work = self._works.get(cloth_id)
        if work is None:
            return
        if isinstance(message, Improved):
            work.best = message.lay
            self.moved.emit()
        elif isinstance(message, CannotBe):
            self.refused.emit(str(message.sentence))
        elif isinstance(message, Finished | Failed):
            self._works.pop(cloth_id, None)
            if isinstance(message, Failed):
                self.refused.emit(str(message.sentence))
            self.ended.emit(cloth_id, work)
