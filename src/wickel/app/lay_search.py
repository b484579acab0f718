"""The search for lays of all the job's cloths, the one in sight first, and what each cloth's search
is about.

It owns no lay: what it finds it offers to whoever listens.
"""

from __future__ import annotations

import os
from dataclasses import dataclass, replace
from functools import partial

from PySide6.QtCore import QObject, Signal

from wickel.app.queue import TaskQueue
from wickel.cloth import STACKED, Cloth, Spreading
from wickel.job import alone_ways
from wickel.job.tasks import Failed, Finished, Improved, LayTask, Message, NoLay, SetAside
from wickel.lay import CutPiece, KeptLay, Lay, Search, stack_partner

QUICK_EFFORT = 400
"""Steps of the search for a job that was just changed: a second or two for all ways of a
garment."""

LONG_EFFORT = 1_000_000
"""Steps of a search that the maker asked for and will stop."""

WORKERS = min(2, os.cpu_count() or 1)
IN_SIGHT, OTHERS = 0, 10
"""The rank of the search for the cloth in sight, and for the others."""


@dataclass(frozen=True, slots=True, kw_only=True)
class LayRequest:
    """What is to be laid: the pieces of a cloth, in some ways, around what is ``locked`` in a lay,
    with some effort."""

    cloth: Cloth
    pieces: tuple[CutPiece, ...]
    ways: tuple[str, ...]
    pile: tuple[Cloth, Cloth] | None = None
    around: KeptLay | None = None
    effort: int = QUICK_EFFORT

    def task(self) -> LayTask:
        """The request as a task."""
        own, search = self.around, Search(effort=self.effort, workers=WORKERS)
        task = LayTask(
            pieces=self.pieces, cloth=self.cloth, ways=self.ways, pile=self.pile, search=search
        )
        if own is None:
            return task
        held = tuple(placement for placement in own.placements if placement.id in own.locked)
        return replace(task, held=held, ways=(own.exact_way,))


class LaySearch(QObject):
    """Searches cloth by cloth. Everything it emits begins with the id of the cloth."""

    found = Signal(str, object)  # a lay
    refused = Signal(str, str, object)  # a cloth, a way, and what is said (wording.Text)
    set_aside = Signal(str, str, float)  # a way and its least length
    ended = Signal(str)
    trouble = Signal(str)

    def __init__(self, queue: TaskQueue, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._queue = queue
        self._asked: dict[str, LayRequest] = {}

    def is_searching(self, cloth_id: str) -> bool:
        """Whether a cloth is searched, or waits to be."""
        return self._queue.has(("lay", cloth_id))

    @property
    def searched(self) -> tuple[str, ...]:
        """The ids of all cloths that are searched or wait to be."""
        return tuple(id for id in self._asked if self.is_searching(id))

    def begin(self, request: LayRequest, *, in_sight: bool) -> None:
        """Search for lays of a cloth; a search for it that runs is dropped."""
        id = request.cloth.id
        self._asked[id] = request
        heard = partial(self._heard, id, request)
        self._queue.put(("lay", id), request.task(), IN_SIGHT if in_sight else OTHERS, heard)

    def bring_forward(self, cloth_id: str) -> None:
        """Search for the lays of a cloth before those of the others, if it waits."""
        if not self.is_searching(cloth_id) or self._queue.now == ("lay", cloth_id):
            return
        self.begin(self._asked[cloth_id], in_sight=True)
        for other in self.searched:
            if self._queue.now == ("lay", other) and other != cloth_id:
                self.begin(self._asked[other], in_sight=False)  # it waits until this one is done

    def put_first(self, cloth_id: str, way: str) -> None:
        """Have a way searched first that the maker has just taken, whatever a search of the same
        cloth is in; the other ways follow."""
        asked = self._asked[cloth_id]
        if asked.ways[0] == way and asked.around is None:
            return
        others = (other for other in asked.ways if other != way)
        in_sight = self._queue.now == ("lay", cloth_id)
        self.begin(replace(asked, ways=(way, *others), around=None), in_sight=in_sight)

    def drop(self, cloth_id: str) -> None:
        """Search for a cloth's lays no more; nothing is heard of it."""
        self._asked.pop(cloth_id, None)
        self._queue.drop(("lay", cloth_id))

    def stop(self, cloth_id: str) -> None:
        """End the search for a cloth's lays; its best so far still comes."""
        if self._queue.now == ("lay", cloth_id):
            self._queue.stop()
        else:
            self.drop(cloth_id)
            self.ended.emit(cloth_id)

    def _heard(self, id: str, request: LayRequest, message: Message) -> None:
        if isinstance(message, Improved):
            self.found.emit(id, _as_asked(message.lay, request))
        elif isinstance(message, NoLay):
            way = request.around.way if request.around is not None else message.way
            self.refused.emit(id, way, message.sentence)
        elif isinstance(message, SetAside):
            self.set_aside.emit(id, message.way, message.least_mm)
        elif isinstance(message, Finished | Failed):
            self._asked.pop(id, None)
            self.ended.emit(id)
            if isinstance(message, Failed):
                self.trouble.emit(str(message.sentence))


def _as_asked(lay: Lay, request: LayRequest) -> Lay:
    """A lay around what is locked has its way as it was asked for, not with the depth of its
    fold."""
    if request.around is None:
        return lay
    return replace(lay, spread=replace(lay.spread, way=Spreading(request.around.way)))


def pile_of(
    pieces: tuple[CutPiece, ...], cloth: Cloth, cloths: tuple[Cloth, ...]
) -> tuple[Cloth, Cloth] | None:
    """The two cloths that a cloth could be stacked in, when there are others that share its
    pieces."""
    return None if len(cloths) < 2 else stack_partner(pieces, cloth, cloths)


def ways_of(pile: tuple[Cloth, Cloth] | None) -> tuple[str, ...]:
    """The ways to lay a cloth: two stacked only where there is another for it."""
    return alone_ways() if pile is None else (*alone_ways(), STACKED)
