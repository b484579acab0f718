"""The session: owns the current job and the one undo stack, and is the only writer of both.

A widget calls ``apply(job, text)``; the session drafts at once, asks the worker for lays, saves, and
tells everyone with one signal each. It knows no widgets.
"""

from __future__ import annotations

import os
from dataclasses import replace
from itertools import count
from pathlib import Path

from PySide6.QtCore import QObject, QTimer, Signal
from PySide6.QtGui import QUndoCommand, QUndoStack

from wickel.app.tasks import LayTask, PriceTask, Runner
from wickel.cloth import STACKED, WAYS, Cloth
from wickel.draft import DraftRefused
from wickel.files import OpenMark, Stamp, save_job, stamp
from wickel.job import (
    BEST,
    DraftedGarment,
    Garment,
    Job,
    JobRefused,
    alone_ways,
    checked_pieces,
    cloths_in_use,
    drafted,
    garment_pieces,
    never_fits,
)
from wickel.lay import (
    CutPiece,
    Lay,
    Wish,
    better,
    lays_alike,
    matching_cost,
    on_like_cloth,
    rank,
    stack_partner,
    wishes,
)
from wickel.yardage import Need, need

QUICK_EFFORT = 400
"""Steps of the search for a job that was just changed: a second or two for all ways of a garment."""

LONG_EFFORT = 1_000_000
"""Steps of a search that the maker asked for and will stop."""
_MOST_EFFORT_EACH = 5 * QUICK_EFFORT
"""What each wish by itself costs is looked for up to this effort; after a longer search only what all cost."""

WORKERS = min(2, os.cpu_count() or 1)
_SAVE_AFTER_MS = 250
_ENDING = ".wickel.json"


class _Edit(QUndoCommand):
    """One edit of the job: what was before, what is after. Edits with one merge key become one."""

    def __init__(self, session: Session, before: Job, after: Job, text: str, key: str) -> None:
        super().__init__(text)
        self._session, self._before, self._after, self._key = session, before, after, key

    def id(self) -> int:
        return hash(self._key) & 0x7FFFFFFF if self._key else -1

    def mergeWith(self, other: QUndoCommand) -> bool:
        if not isinstance(other, _Edit) or other._key != self._key:
            return False
        self._after = other._after
        return True

    def redo(self) -> None:
        self._session._take(self._after)

    def undo(self) -> None:
        self._session._take(self._before)


class Session(QObject):
    """The open job with everything that follows from it."""

    job_changed = Signal()  # always followed by lays_changed: who shows both needs only the second
    lays_changed = Signal()
    searching_changed = Signal(bool)
    trouble = Signal(str)
    path_changed = Signal()

    def __init__(self, runner: Runner, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self.undo_stack = QUndoStack(self)
        self.path: Path | None = None
        self.open_elsewhere = False
        self._mark = OpenMark()
        self._stamp = Stamp()
        self.job = Job(cloths=())
        self.drafts: tuple[DraftedGarment, ...] = ()
        self.refusal = ""
        self.refusal_concerns: tuple[str, ...] = ()
        self.pieces: tuple[CutPiece, ...] = ()
        self.lays: dict[str, Lay] = {}
        self.lay_refusals: dict[str, str] = {}
        self.never_fits = ""
        self.set_aside: dict[str, float] = {}
        self.held: frozenset[str] = frozenset()
        self.without: dict[frozenset[Wish], float] = {}
        self._priced: tuple[object, ...] = ()
        self.pricing = False
        self.searching = False
        self._cloth_in_hand = ""
        self._pile: tuple[Cloth, Cloth] | None = None
        self._runner = runner
        self._runner.improved.connect(self._improved)
        self._runner.refused.connect(self._refused)
        self._runner.aside.connect(self._set_aside)
        self._runner.priced.connect(self._take_price)
        self._runner.finished.connect(self._finished)
        self._runner.failed.connect(self._failed)
        self._runner.said.connect(self.trouble)
        self._save_timer = QTimer(self, singleShot=True, interval=_SAVE_AFTER_MS)
        self._save_timer.timeout.connect(self.save_now)

    # --- the job ---------------------------------------------------------------------------

    def open(self, job: Job, path: Path | None) -> None:
        """Take up another job; nothing of the last one can be undone any more."""
        self.close_job()
        self.undo_stack.clear()
        self.path = path
        self.open_elsewhere = path is not None and not self._mark.take(path)
        self._stamp = Stamp() if path is None else stamp(path)
        self._cloth_in_hand = ""
        self._take(job, save=False)
        if self.open_elsewhere and path is not None:
            self.trouble.emit(f"{path.name} is open in another window: what you change here is kept as a copy.")

    def apply(self, job: Job, text: str, merge_key: str = "") -> None:
        """Make an edited job the current one, as one step that can be undone."""
        if job != self.job:
            self.undo_stack.push(_Edit(self, self.job, job, text, merge_key))

    def close_job(self) -> None:
        """Save what is not yet saved and stop the search."""
        if self._save_timer.isActive():
            self.save_now()
        self._runner.cancel()
        self._set_searching(False)

    def shut(self) -> None:
        """Close the job and end the worker."""
        self.close_job()
        self._mark.let_go()
        self._runner.shut()

    def show_again(self) -> None:
        """Have everything drawn anew, as after a change of colours."""
        self.job_changed.emit()
        self.lays_changed.emit()

    def save_now(self) -> bool:
        """Write the job to its file, and whether it stands there now; what fails is said, and tried at the next change.

        A file that another program has changed meanwhile, or that another window has open, is not written over: the
        job goes on in a copy beside it.
        """
        self._save_timer.stop()
        if self.path is None:
            return False
        aside = ""
        if self.open_elsewhere:
            aside = "is open in another window"
        elif not self._stamp.is_still(self.path):
            aside = "was changed by another program meanwhile"
        path = self._copy_path(self.path) if aside else self.path
        try:
            save_job(self.job, path)
        except OSError as reason:
            self.trouble.emit(f"The job could not be saved to {path.name}: {reason.strerror}.")
            return False
        if aside:
            self.trouble.emit(f"{self.path.name} {aside}: yours goes on as {path.name}.")
            self.path, self.open_elsewhere = path, not self._mark.take(path)
            self.path_changed.emit()
        self._stamp = stamp(path)
        return not aside

    @staticmethod
    def _copy_path(path: Path) -> Path:
        """The name of a copy beside a file, that nothing has yet."""
        stem = path.name.removesuffix(_ENDING)
        names = (path.with_name(f"{stem}-copy{number or ''}{_ENDING}") for number in count())
        return next(own for own in names if not own.exists())

    def _take(self, job: Job, *, save: bool = True) -> None:
        laid, cloth = self.pieces, self.cloth
        before, self.job = self.job, job
        if before.fold != job.fold:
            self.held = frozenset()
        if save and self.path is not None:
            self._save_timer.start()
        same_parts = before.garments == job.garments and before.pieces == job.pieces and before.cloths == job.cloths
        stays = same_parts and bool(self.lays)
        if not stays:
            self._draft()
            stays = bool(self.lays) and laid == self.pieces and not self.refusal and self._keep_lays(cloth)
            if not stays:
                self._forget_lays()
        self.show_again()
        if not stays:
            self.search(QUICK_EFFORT)
        elif self.way not in self.lays and self.way not in self.lay_refusals:
            self.search(QUICK_EFFORT, (self.way,))
        elif not self.searching:
            self._price()

    def _keep_lays(self, before: Cloth | None) -> bool:
        """Put the lays onto the cloth in hand as it is now, when nothing has changed that a lay depends on."""
        cloth = self.cloth
        if before is None or cloth is None or before.id != cloth.id or not lays_alike(before, cloth):
            return False
        self._stack_anew()
        if cloth != before:
            self.lays = {way: on_like_cloth(lay, cloth) for way, lay in self.lays.items()}
        return True

    def _draft(self) -> None:
        self.drafts, self.pieces, self.refusal, self.refusal_concerns = (), (), "", ()
        try:
            self.drafts = tuple(drafted(garment, self.job) for garment in self.job.garments)
            pieces = tuple(piece for done in self.drafts for piece in garment_pieces(done, self.job))
            self.pieces = checked_pieces((*pieces, *self.job.pieces), self.job)
        except DraftRefused as reason:
            self.refusal, self.refusal_concerns = str(reason), reason.concerns
        except JobRefused as reason:
            self.refusal, self.refusal_concerns = str(reason), ("cloth",)

    def _forget_lays(self) -> None:
        """Begin anew with the cloth in hand: no lays yet, and the two cloths it could be stacked with, if there are."""
        self.lays, self.lay_refusals, self.set_aside, self.held = {}, {}, {}, frozenset()
        self.without, self._priced = {}, ()
        self._stack_anew()

    def _stack_anew(self) -> None:
        cloth, cloths = self.cloth, self.cloths
        self._pile = None if cloth is None or len(cloths) < 2 else stack_partner(self.pieces, cloth, cloths)

    # --- what the stages ask ---------------------------------------------------------------

    @property
    def garment(self) -> Garment | None:
        """The garment in hand: the job's first."""
        return self.job.garments[0] if self.job.garments else None

    @property
    def cloth(self) -> Cloth | None:
        """The cloth in hand: the one taken, else the first that something is cut from, else the first."""
        used = self.cloths
        taken = [cloth for cloth in used if cloth.id == self._cloth_in_hand]
        return next(iter((*taken, *used, *self.job.cloths)), None)

    @property
    def cloths(self) -> tuple[Cloth, ...]:
        """The cloths that something is cut from."""
        return cloths_in_use(self.job, self.pieces)

    def take_cloth(self, id: str) -> None:
        """Take another of the job's cloths in hand: its lay, its figures."""
        if self.cloth is not None and id != self.cloth.id:
            self._cloth_in_hand = id
            self._forget_lays()
            self.show_again()
            self.search(QUICK_EFFORT)

    @property
    def way(self) -> str:
        """The way of spreading shown: the job's own, or with ``best`` the one that takes least cloth."""
        if self.job.fold != BEST:
            return self.job.fold
        if not self.lays:
            return next(iter(WAYS))
        alone = [lay for lay in self.lays.values() if lay.way != STACKED]  # a stack takes its length of both cloths
        return min(alone or self.lays.values(), key=rank).way

    @property
    def lay(self) -> Lay | None:
        """The lay shown, when there is one."""
        return self.lays.get(self.way)

    @property
    def need(self) -> Need | None:
        """What the lay shown needs."""
        return None if self.lay is None else need(self.lay)

    @property
    def ways(self) -> tuple[str, ...]:
        """The ways to lay the cloth in hand: two cloths stacked only where another cloth shares its pieces."""
        return alone_ways() if self._pile is None else (*alone_ways(), STACKED)

    def hold(self, id: str) -> None:
        """Hold a piece of the lay shown where it lies, or let it go: the search then lays the others around it."""
        lay = self.lay
        if lay is None or all(placement.id != id for placement in lay.placements):
            return
        if len(lay.spread.sections) > 1 or lay.way == STACKED:
            self.trouble.emit("Pieces can be held in a lay of one section: take a way without sections first.")
            return
        if self.searching:
            self.stop_search()
        self.held = self.held ^ {id}
        self.lays_changed.emit()

    # --- the search ------------------------------------------------------------------------

    def search(self, effort: int, ways: tuple[str, ...] | None = None) -> None:
        """Look for lays of all ways, or of some, in the background; better ones replace what is there."""
        cloth = self.cloth
        if not self.pieces or cloth is None:
            self._runner.cancel()
            self._set_searching(False)
            return
        self.pricing = False
        self.never_fits = never_fits(self.pieces, cloth)
        if self.never_fits:
            self._runner.cancel()
            self._set_searching(False)
            self.lay_refusals = dict.fromkeys(self.ways, self.never_fits)
            self.lays_changed.emit()
            return
        order = ways or tuple(dict.fromkeys((self.way, *self.ways)))
        self._set_searching(True)
        task = LayTask(pieces=self.pieces, cloth=cloth, ways=order, pile=self._pile, effort=effort, workers=WORKERS)
        if self.held and self.lay is not None and ways == (self.way,):
            held = tuple(placement for placement in self.lay.placements if placement.id in self.held)
            task = replace(task, held=held, ways=(self.lay.spread.exact_way,))
        self._runner.start(task)

    def stop_search(self) -> None:
        """End the search; the best lay so far stays."""
        self._runner.stop()

    def _improved(self, way: str, lay: Lay) -> None:
        if self.held and self.lay is not None and way == self.lay.spread.exact_way:
            way, lay = self.way, replace(lay, spread=replace(lay.spread, way=self.way))
        cloth = self.cloth
        if cloth is None or not lays_alike(lay.cloth, cloth):
            return  # of a cloth that is not in hand any more
        lay = on_like_cloth(lay, cloth)
        known = self.lays.get(way)
        if known is None or better(lay, known):
            self.lays[way] = lay
            self.lays_changed.emit()

    def _set_aside(self, way: str, least_mm: float) -> None:
        self.set_aside[way] = least_mm
        self.lays_changed.emit()

    def _refused(self, way: str, sentence: str) -> None:
        self.lay_refusals[way] = sentence
        self.lays_changed.emit()

    def _finished(self) -> None:
        if self.pricing:
            self.pricing = False
            self.lays_changed.emit()
            return
        self._set_searching(False)
        self.lays_changed.emit()
        self._price()

    # --- what keeping to the print costs -----------------------------------------------------

    def _price(self) -> None:
        """Look, in the background, for the lays without what is asked of the print: without all, and each by itself."""
        lay = self.lay
        asked = () if lay is None else wishes(lay.pieces, lay.cloth)
        if lay is None or not asked or lay.way == STACKED:
            return
        now = (self.job.fold, lay.effort)
        if now == self._priced:
            return
        self._priced, self.pricing, self.without = now, True, {}
        each = len(asked) > 1 and lay.effort <= _MOST_EFFORT_EACH
        left_out = (frozenset(asked), *(frozenset((wish,)) for wish in asked if each))
        ways = alone_ways() if self.job.fold == BEST else (lay.way,)
        self.lays_changed.emit()
        self._runner.start(
            PriceTask(
                pieces=lay.pieces,
                cloth=lay.cloth,
                ways=ways,
                left_out=left_out,
                effort=max(1, lay.effort),
                seed=lay.seed,
                workers=WORKERS,
            )
        )

    def _take_price(self, priced: tuple[frozenset[Wish], float]) -> None:
        """Hear of a lay without some wishes: what all of them cost belongs to the lay shown."""
        left_out, length = priced
        self.without[left_out] = length
        lay = self.lay
        if lay is not None and left_out == frozenset(wishes(lay.pieces, lay.cloth)):
            self.lays[self.way] = replace(lay, unmatched_mm=length)
        self.lays_changed.emit()

    def price_of(self, wish: Wish) -> float | None:
        """How much cloth the lay shown would save without one wish, mm; None while nobody has looked."""
        lay = self.lay
        return None if lay is None else matching_cost(lay.lay_length_mm, self.without.get(frozenset((wish,))))

    def _failed(self, sentence: str) -> None:
        self.pricing = False
        self._set_searching(False)
        self.trouble.emit(sentence)

    def _set_searching(self, searching: bool) -> None:
        if searching != self.searching:
            self.searching = searching
            self.searching_changed.emit(searching)
