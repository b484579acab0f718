"""What each wish that is asked of the print costs in cloth: looked for in the background, after the
lays."""

from __future__ import annotations

from functools import partial

from PySide6.QtCore import QObject, Signal

from wickel.app.lay_search import QUICK_EFFORT, WORKERS
from wickel.app.queue import TaskQueue
from wickel.cloth import STACKED
from wickel.job import BEST, alone_ways
from wickel.job.tasks import Failed, Finished, Message, Priced, PriceTask
from wickel.lay import Lay, Search, Wish, matching_cost, wishes

_MOST_EFFORT_EACH = 5 * QUICK_EFFORT
"""What each wish by itself costs is looked for up to this effort; after a longer search only what
all cost."""

_RANK = 20


class Prices(QObject):
    """The prices of the lay last asked about. ``unmatched`` carries a cloth's id and the length
    without any wish."""

    unmatched = Signal(str, float)
    changed = Signal()
    trouble = Signal(str)

    def __init__(self, queue: TaskQueue, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._queue = queue
        self._without: dict[frozenset[Wish], float] = {}
        self._asked: tuple[object, ...] = ()

    @property
    def working(self) -> bool:
        """Whether something is being looked for."""
        return self._queue.has("price")

    def forget(self) -> None:
        """Know nothing any more."""
        self._queue.drop("price")
        self._without, self._asked = {}, ()

    def ask(self, lay: Lay | None, spread: str) -> None:
        """Look for the prices of a lay of a cloth that is spread so, unless they are known."""
        asked = () if lay is None else wishes(lay.pieces, lay.cloth)
        if lay is None or not asked or lay.way == STACKED:
            return
        now = (lay.cloth.id, spread, lay.effort, lay.pieces)
        if now == self._asked:
            return
        self._asked, self._without = now, {}
        each = len(asked) > 1 and lay.effort <= _MOST_EFFORT_EACH
        task = PriceTask(
            pieces=lay.pieces,
            cloth=lay.cloth,
            ways=alone_ways() if spread == BEST else (lay.way,),
            left_out=(frozenset(asked), *(frozenset((wish,)) for wish in asked if each)),
            search=Search(effort=max(1, lay.effort), seed=lay.seed, workers=WORKERS),
        )
        self._queue.put("price", task, _RANK, partial(self._heard, lay.cloth.id, frozenset(asked)))
        self.changed.emit()

    def of(self, wish: Wish, lay: Lay | None) -> float | None:
        """How much cloth a lay would save without one wish, mm; None while nobody has looked."""
        return (
            None
            if lay is None
            else matching_cost(lay.lay_length_mm, self._without.get(frozenset((wish,))))
        )

    def _heard(self, cloth_id: str, everything: frozenset[Wish], message: Message) -> None:
        if isinstance(message, Priced):
            self._without[message.left_out] = message.length_mm
            if message.left_out == everything:
                self.unmatched.emit(cloth_id, message.length_mm)
        elif isinstance(message, Failed):
            self.trouble.emit(str(message.sentence))
        if isinstance(message, Priced | Failed | Finished):
            self.changed.emit()
