"""What would be saved by pieces with their grain across the cloth: looked for in the background
once the lays of a cloth are known, and offered."""

from __future__ import annotations

from dataclasses import dataclass

from PySide6.QtCore import QObject, Signal

from wickel.app.lay_search import QUICK_EFFORT, WORKERS
from wickel.app.queue import TaskQueue
from wickel.cloth import STACKED
from wickel.job.tasks import AcrossTask, Failed, Finished, LaidAcross, Message
from wickel.lay import Lay, Search, groups_across

_LEAST_MM, _LEAST_SHARE = 20.0, 0.03
"""What saves less than either of these, a length and a part of the lay, is not offered."""
_MOST = 2
_RANK = 30
_NAME = "across"


@dataclass(frozen=True, slots=True)
class AcrossOffer:
    """Pieces that would save cloth with their grain across, the length of that lay, and by how much
    it is shorter."""

    pieces: frozenset[str]
    length_mm: float
    saves_mm: float


class Offers(QObject):
    """The offers for the lay last asked about."""

    changed = Signal()
    trouble = Signal(str)

    def __init__(self, queue: TaskQueue, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._queue = queue
        self._found: list[LaidAcross] = []
        self._asked: tuple[object, ...] = ()

    def forget(self) -> None:
        """Know nothing any more."""
        self._queue.drop(_NAME)
        self._found, self._asked = [], ()

    def ask(self, lay: Lay) -> None:
        """Look for what could be saved on a lay, in its way or on open cloth, unless it is
        known."""
        now = (lay.cloth.id, lay.way, lay.pieces)
        if now == self._asked:
            return
        self._asked, self._found = now, []
        groups = groups_across(lay.pieces, lay.cloth)
        if not groups or lay.way == STACKED:
            return
        task = AcrossTask(
            pieces=lay.pieces,
            cloth=lay.cloth,
            ways=tuple(dict.fromkeys((str(lay.way), "open"))),
            groups=groups,
            search=Search(effort=QUICK_EFFORT, seed=lay.seed, workers=WORKERS),
        )
        self._queue.put(_NAME, task, _RANK, self._heard)

    def beside(self, lay: Lay) -> tuple[AcrossOffer, ...]:
        """What saves cloth beside the shortest lay, the most first; of two that save alike the one
        that turns fewer pieces."""
        if self._asked[:1] != (lay.cloth.id,):
            return ()
        least = max(_LEAST_MM, _LEAST_SHARE * lay.lay_length_mm)
        worth = [
            AcrossOffer(found.pieces, found.length_mm, lay.lay_length_mm - found.length_mm)
            for found in self._found
            if lay.lay_length_mm - found.length_mm >= least
        ]
        best = sorted(worth, key=lambda offer: (round(offer.length_mm), len(offer.pieces)))
        return tuple(best[:_MOST])

    def _heard(self, message: Message) -> None:
        if isinstance(message, LaidAcross):
            self._found.append(message)
        elif isinstance(message, Failed):
            self.trouble.emit(str(message.sentence))
        if isinstance(message, Finished | Failed):
            self.changed.emit()
