"""The session: the open document and what follows from it, and the only writer of the document.

A widget calls ``apply(job, words)``; the session drafts at once, has lays searched, saves, and
tells everyone with one signal each. What a search finds it offers to the document (``job.laid``).
It knows no widgets.
"""

from __future__ import annotations

from collections.abc import Callable, Collection
from dataclasses import replace
from pathlib import Path
from uuid import uuid4

from PySide6.QtCore import QObject, QTimer, Signal

from wickel.app.drafts import Drafts, drafts_of
from wickel.app.hand_search import HandSearch, Work
from wickel.app.job_file import JobFile
from wickel.app.job_view import JobView
from wickel.app.lay_search import QUICK_EFFORT as QUICK_EFFORT
from wickel.app.lay_search import LayRequest, LaySearch, pile_of, ways_of
from wickel.app.lays import Answers, TakenUp
from wickel.app.offers import AcrossOffer, Offers
from wickel.app.prices import Prices
from wickel.app.queue import TaskQueue
from wickel.app.runners import Runner
from wickel.cloth import STACKED, Cloth
from wickel.geometry import Outline
from wickel.job import BEST, Document, Job, Tried
from wickel.job.at_table import with_what_stays
from wickel.job.laid import (
    for_cloth,
    settled,
    with_grain_across,
    with_hand_lay,
    with_lay,
    with_locked,
    with_matching,
    with_offered_lay,
    with_tried,
)
from wickel.job.tasks import HandTask
from wickel.lay import Finding, Lay, Search, Wish, cut_from, kept_lay_of, lays_alike, rank
from wickel.lay.hand import Deed, beside, carried_along
from wickel.wording import show_in, tr

_DONE = {
    Deed.FILL: tr("Filled in"),
    Deed.BETTER: tr("A better lay"),
    Deed.PUSH: tr("Pushed together"),
}
"""What is done with a lay, as a step that can be taken back."""
_SHOW_AFTER_MS = 40
"""How long after a search has found something it is shown, together with what it finds
meanwhile."""


def _overlaps(lay: Lay) -> list[Finding]:
    """Where pieces of a lay lie over each other or off their cloth."""
    return [fault for fault in lay.broken if fault.code in ("overlap", "outside", "flaw")]


class Session(JobView):
    """The open job with everything that follows from it."""

    job_changed = Signal()  # always followed by lays_changed: who shows both needs only the second
    lays_changed = Signal()
    searching_changed = Signal(bool)
    steps_changed = Signal()
    at_table_changed = Signal()
    trouble = Signal(str)

    def __init__(self, runner: Runner, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._runner = runner
        self._queue = TaskQueue(runner, self)
        self.laying = LaySearch(self._queue, self)
        self.by_hand = HandSearch(self._queue, self)
        self.prices = Prices(self._queue, self)
        self.offers = Offers(self._queue, self)
        self.file = JobFile(lambda: self.job, self)
        self._searched: set[str] = set()
        self._offered: dict[str, Lay] = {}
        self._answers = Answers()
        self._was_searching = False
        self._quiet = False
        self.still = False
        """Whether what a search finds is shown only when it is over."""
        self._show_lays_timer = QTimer(self, singleShot=True, interval=_SHOW_AFTER_MS)
        self._show_lays_timer.timeout.connect(self.lays_changed)
        self._take_up_timer = QTimer(self, singleShot=True, interval=0)
        self._take_up_timer.timeout.connect(self._take_up_one)
        self.laying.found.connect(self._found)
        self.laying.refused.connect(
            lambda id, way, said: self._tried(id, Tried(way=way, refusal=said))
        )
        self.laying.set_aside.connect(
            lambda id, way, mm: self._tried(id, Tried(way=way, least_mm=mm, set_aside=True))
        )
        self.laying.ended.connect(self._ended)
        self.by_hand.ended.connect(self._hand_ended)
        self.by_hand.refused.connect(self.trouble)
        self.prices.unmatched.connect(self._unmatched)
        self.prices.changed.connect(self.lays_changed)
        self.offers.changed.connect(self.lays_changed)
        self._queue.moved.connect(self._tell_searching)
        for trouble in (
            self.laying.trouble,
            self.prices.trouble,
            self.offers.trouble,
            self.file.trouble,
            runner.said,
        ):
            trouble.connect(self.trouble)

    # --- the document ----------------------------------------------------------------------

    def open(self, job: Job, path: Path | None) -> None:
        """Take up another job; nothing of the last one can be undone any more."""
        self.close_job()
        self._document = Document(job)
        show_in(job.unit, both=job.both_units)
        self._taken_up, self._answers = TakenUp(), Answers()
        self._offered = {}
        self.file.take(path)
        self._in_hand = {"garment": "", "cloth": ""}
        self._drafts = drafts_of(job)
        self._never = {}
        self._searched = {id for id in job.on if self._is_settled(id)}
        self._follow()
        self.steps_changed.emit()

    def apply(self, job: Job, words: str, merge_key: str = "") -> None:
        """Make an edited job the current one, as one step that can be undone."""
        if job == self.job:
            return
        before, drafts = self.job, self._drafts
        self._drafts = drafts_of(job, drafts)
        pieces = (drafts.pieces, self._drafts.pieces)
        job = self._answers.carried(before, settled(before, job, *pieces), *pieces)
        if self._document.apply(job, words, merge_key):
            self._edited(before, drafts)

    def note(self, job: Job) -> None:
        """Keep how far the job is at the table: no edit, and nothing that could be taken back."""
        if job != self.job:
            self._document.amend(job)
            self.file.touch()
            self.at_table_changed.emit()

    def with_id(self) -> Job:
        """The job with an id of its own, by which the book knows it wherever its file goes."""
        if not self.job.book_id:
            self.note(replace(self.job, book_id=uuid4().hex))
        return self.job

    @property
    def is_begun(self) -> bool:
        """Whether the cloth in hand is being folded, laid out or cut."""
        return self.cloth is not None and self.cloth.id in self.job.at_table.begun

    def undo(self) -> None:
        """Take the last edit back."""
        self._go(self._document.undo)

    def redo(self) -> None:
        """Do again what was taken back last."""
        self._go(self._document.redo)

    def _go(self, step: Callable[[], bool]) -> None:
        before, drafts = self.job, self._drafts
        if step():
            self._document.amend(with_what_stays(self.job, before))
            self._drafts = drafts_of(self.job, drafts)
            self._edited(before, drafts)

    def _edited(self, before: Job, drafts: Drafts) -> None:
        """Follow an edit: cloths whose pieces or rules have changed are searched anew, the others
        are left alone."""
        show_in(self.job.unit, both=self.job.both_units)
        self._quiet = True
        for cloth in self.job.cloths:
            old = next((bolt for bolt in before.cloths if bolt.id == cloth.id), None)
            same = old is not None and lays_alike(old, cloth)
            if not (same and for_cloth(drafts.pieces, cloth) == for_cloth(self.pieces, cloth)):
                self._searched.discard(cloth.id)
                self._never.pop(cloth.id, None)
                self.laying.drop(cloth.id)
                self.by_hand.drop(cloth.id)
                self._offered.pop(cloth.id, None)
                self.prices.forget()
                self.offers.forget()
        self.file.touch()
        self._follow()
        self.steps_changed.emit()

    def _follow(self) -> None:
        """Show the job as it is, and search for what is not known of it.

        While a search begins what was typed is shown first, and the lays a moment later.
        """
        self.job_changed.emit()
        self._search_missing()
        self._quiet = False
        self._tell_searching()
        if self.searching:
            self._show_lays_timer.start()
        else:
            self.lays_changed.emit()
            self._price()
        self._take_up_timer.start()

    def show_again(self) -> None:
        """Have everything drawn anew, as after a change of colours."""
        self.job_changed.emit()
        self.lays_changed.emit()

    def close_job(self) -> None:
        """Save what is not yet saved and stop the search."""
        self.file.settle()
        self._queue.drop_all()

    def shut(self) -> None:
        """Close the job and end the worker."""
        self._queue.drop_all()
        self.file.close()
        self._runner.shut()

    def save_now(self) -> bool:
        """Write the job to its file, and whether it stands there now."""
        return self.file.save()

    @property
    def path(self) -> Path | None:
        """The file of the job."""
        return self.file.path

    # --- what is in hand -------------------------------------------------------------------

    def take_garment(self, id: str) -> None:
        """Take another of the job's garments in hand."""
        if self.garment is not None and id != self.garment.id:
            self._in_hand["garment"] = id
            self.show_again()

    def take_cloth(self, id: str) -> None:
        """Take another of the job's cloths in hand: its lay, its figures."""
        if self.cloth is not None and id != self.cloth.id:
            self._in_hand["cloth"] = id
            self.laying.bring_forward(id)
            self._follow()
            self._tell_searching()

    def hold(self, id: str) -> None:
        """Lock a piece of the lay shown where it lies, or let it go: the search then lays the
        others around it."""
        lay, cloth = self.lay, self.cloth
        if lay is None or cloth is None or all(placement.id != id for placement in lay.placements):
            return
        if self.searching:
            self.stop_search()
        name = lay.piece(lay.placement(id).piece).name
        self.apply(
            with_locked(self.job, cloth.id, id),
            tr("{name} let go", name=name) if id in self.held else tr("{name} held", name=name),
        )

    def lay_by_hand(self, lay: Lay, words: str, merge_key: str = "") -> None:
        """Take a lay that a hand has made of the one shown; it stays until the maker takes
        another. A search that goes on meanwhile only offers what it finds."""
        cloth = self.cloth
        if cloth is None:
            return
        before, job = self.lay, self.job
        partner = self.stacked_with
        if before is not None and partner is not None and lay.way == STACKED:
            other = carried_along(before, lay, partner)
            if len(_overlaps(other)) > len(_overlaps(partner)):
                self.trouble.emit(tr("It would lie over another piece of the other cloth."))
                self.lays_changed.emit()
                return
            job = self._with_lay_by_hand(job, other)
        self.apply(self._with_lay_by_hand(job, lay), words, merge_key)

    def _with_lay_by_hand(self, job: Job, lay: Lay) -> Job:
        """A job with a lay that a hand has made of the one of its cloth."""
        ids = {placement.id for placement in lay.placements}
        own = job.on_cloth(lay.cloth.id).lay
        locked = frozenset() if own is None else own.locked & ids
        kept = replace(kept_lay_of(lay), by_hand=True, locked=locked)
        self._taken_up.remember(kept, lay)
        return with_hand_lay(job, lay.cloth.id, kept)

    @property
    def stacked_with(self) -> Lay | None:
        """The lay of the other cloth where the one shown is stacked with another."""
        lay, cloth = self.lay, self.cloth
        if lay is None or cloth is None or lay.way != STACKED:
            return None
        pile = pile_of(self.pieces, cloth, self.cloths)
        other = next((own for own in pile or () if own.id != cloth.id), None)
        found = None if other is None else self.lay_of(other.id)
        return found if found is not None and found.way == STACKED else None

    def beside(self, ids: Collection[str]) -> tuple[Outline, ...]:
        """What lies in the other of two stacked cloths and is not cut with some placements."""
        lay, partner = self.lay, self.stacked_with
        return () if lay is None or partner is None else beside(lay, partner, ids)

    def go_on(self, deed: Deed, effort: int = QUICK_EFFORT) -> None:
        """Go on with the lay shown as it lies: fill in the tray, look for a better lay around what
        is held, or push it together."""
        lay, cloth, base = self.lay, self.cloth, self.on.lay
        if lay is None or cloth is None or base is None:
            return
        if self.searching:
            self.stop_search()
        self._offered.pop(cloth.id, None)
        task = HandTask(
            lay=lay,
            deed=deed,
            stay=base.locked,
            beside=self.beside([placement.id for placement in lay.placements]),
            search=Search(effort=effort),
        )
        self.by_hand.begin(task, base)
        self._tell_searching()

    def _hand_ended(self, cloth_id: str, work: Work) -> None:
        """Take what was found in the place of the lay that it was begun with; offer it where a hand
        has been at that meanwhile."""
        found, now = work.best, self.job.on_cloth(cloth_id).lay
        lay = None if now is None else self.lay_of(cloth_id)
        if found is not None and lay is not None and rank(found) < rank(lay):
            if now is work.base and self.cloth is not None and self.cloth.id == cloth_id:
                self.lay_by_hand(found, _DONE[work.deed])
            else:
                self._offered[cloth_id] = found
        elif found is not None and now is work.base and work.deed is Deed.PUSH:
            self.lay_by_hand(found, _DONE[work.deed])
        elif found is not None:
            self.trouble.emit(tr("No better lay was found than the one that lies there."))
        self._tell_searching()
        self.lays_changed.emit()

    @property
    def offered(self) -> Lay | None:
        """A lay that was found beside the one that a hand has made, and that is better: it waits
        until the maker takes it."""
        cloth, lay, own = self.cloth, self.lay, self.on.lay
        stays = own is not None and (own.by_hand or self.is_begun)
        if cloth is None or lay is None or not stays:
            return None
        found = [self._offered[cloth.id]] if cloth.id in self._offered else []
        found += [
            known
            for answer in self.on.tried
            if answer.way == lay.way and answer.lay is not None
            for known in (self._taken_up.lay(answer.lay, self.pieces, cloth),)
            if known is not None
        ]
        best = min(found, key=rank, default=None)
        return best if best is not None and rank(best) < rank(lay) else None

    @property
    def kept_lays(self) -> dict[str, Lay]:
        """The lays of the cloth in hand that are kept under names, as they are on the pieces of
        now."""
        cloth = self.cloth
        if cloth is None:
            return {}
        known = {one.name: self._taken_up.lay(one.lay, self.pieces, cloth) for one in self.on.kept}
        return {name: lay for name, lay in known.items() if lay is not None}

    def take_lay(self, lay: Lay, words: str) -> None:
        """Take another lay of the cloth in hand: one that is kept, was found or is offered."""
        cloth = self.cloth
        if cloth is None:
            return
        if lay is self.offered:
            self.lay_by_hand(lay, words)
            self._offered.pop(cloth.id, None)
            return
        known = [one.lay for one in self.on.kept]
        known += [answer.lay for answer in self.on.tried if answer.lay is not None]
        own = next((k for k in known if self._taken_up.lay(k, self.pieces, cloth) is lay), None)
        if own is not None:
            self.apply(with_lay(self.job, cloth.id, own), words)

    # --- the search ------------------------------------------------------------------------

    @property
    def searching(self) -> bool:
        """Whether the cloth in hand is being searched, or its lay gone on with."""
        return self.cloth is not None and (
            self.laying.is_searching(self.cloth.id) or self.by_hand.work(self.cloth.id) is not None
        )

    @property
    def pricing(self) -> bool:
        """Whether it is being looked what keeping to the print costs."""
        return self.prices.working

    def search(self, effort: int, ways: tuple[str, ...] | None = None) -> None:
        """Look for lays of the cloth in hand, of all ways or of some; what is locked stays where it
        is."""
        if self.cloth is not None:
            self._begin(self.cloth, effort, ways)

    def stop_search(self) -> None:
        """End the search for the cloth in hand; the best lay so far stays."""
        if self.cloth is not None and self.by_hand.work(self.cloth.id) is not None:
            self.by_hand.stop(self.cloth.id)
        elif self.cloth is not None:
            self.laying.stop(self.cloth.id)

    def _search_missing(self) -> None:
        """Search for the cloths of which nothing is known, the one in hand first."""
        for cloth in sorted(self.cloths, key=lambda each: each != self.cloth):
            on, spread = self.job.on_cloth(cloth.id), self.job.spread_of(cloth.id)
            is_lacking = (
                on.lay is None
                and spread != BEST
                and all(answer.way != spread for answer in on.tried)
            )
            if self.laying.is_searching(cloth.id):
                if is_lacking:
                    self.laying.put_first(cloth.id, spread)
            elif cloth.id not in self._searched and not self._is_settled(cloth.id):
                self._begin(cloth, QUICK_EFFORT, None)
            elif is_lacking:
                self._begin(cloth, QUICK_EFFORT, (spread,))
            else:
                self._searched.add(cloth.id)

    def _is_settled(self, cloth_id: str) -> bool:
        """Whether what is known of a cloth needs no search: other ways were tried, or its lay is
        complete."""
        on = self.job.on_cloth(cloth_id)
        if on.tried or not any(cloth.id == cloth_id for cloth in self.job.cloths):
            return bool(on.tried)
        if self.steps or on.lay is None:
            return False
        lay = self.lay_of(cloth_id)
        return lay is not None and lay.complete

    def _begin(self, cloth: Cloth, effort: int, ways: tuple[str, ...] | None) -> None:
        pieces = cut_from(self.pieces, cloth)
        if not pieces or self._never_fits(cloth):
            self.laying.drop(cloth.id)
            return
        on = self.job.on_cloth(cloth.id)
        first = self.job.spread_of(cloth.id) if on.lay is None else on.lay.way
        pile = pile_of(self.pieces, cloth, self.cloths)
        order = tuple(dict.fromkeys((*((first,) if first != BEST else ()), *ways_of(pile))))
        around = on.lay if on.lay is not None and on.lay.locked and ways == (on.lay.way,) else None
        own_pieces = self.pieces if pile is not None else pieces
        request = LayRequest(
            cloth=cloth,
            pieces=own_pieces,
            ways=ways or order,
            pile=pile,
            around=around,
            effort=effort,
        )
        self.laying.begin(request, in_sight=cloth == self.cloth)

    def _found(self, cloth_id: str, lay: Lay) -> None:
        """Offer a lay that the search has found to the document."""
        if not any(cloth.id == cloth_id for cloth in self.job.cloths):
            return
        own = next(
            (
                t.lay
                for t in self.job.on_cloth(cloth_id).tried
                if t.way == lay.way and t.lay is not None
            ),
            None,
        )
        cloth = self.job.cloth(cloth_id)
        before = None if own is None else self._taken_up.lay(own, self.pieces, cloth)
        if before is not None and rank(before) <= rank(lay):
            return
        job = with_offered_lay(self.job, cloth_id, lay, self.lay_of(cloth_id))
        on = job.on_cloth(cloth_id)
        found = kept_lay_of(lay)
        for one in (on.lay, *(tried.lay for tried in on.tried if tried.way == lay.way)):
            # folded to a depth that is half the width, all may lie as on cloth folded in half
            if one is not None and (one.way, one.placements) == (found.way, found.placements):
                self._taken_up.remember(one, lay)
        self._amend(job)

    def _tried(self, cloth_id: str, tried: Tried) -> None:
        self._amend(with_tried(self.job, cloth_id, tried))

    def _unmatched(self, cloth_id: str, length_mm: float) -> None:
        """Keep with the lay of a cloth what it would be long without its wishes."""
        lay = self.lay_of(cloth_id)
        job = with_matching(self.job, cloth_id, length_mm)
        own = job.on_cloth(cloth_id).lay
        if lay is not None and own is not None:
            self._taken_up.remember(own, replace(lay, unmatched_mm=length_mm))
            self._amend(job)

    def _amend(self, job: Job) -> None:
        """Put what a search knows into the document: no edit."""
        if job != self.job:
            before = self.on.lay is not None
            self._document.amend(job)
            self.file.touch(found=True)
            if not self._show_lays_timer.isActive() and not (self.still and before):
                self._show_lays_timer.start()

    def _ended(self, cloth_id: str) -> None:
        self._searched.add(cloth_id)
        self._tell_searching()
        self._show_lays_timer.stop()
        self.lays_changed.emit()
        if self.cloth is not None and cloth_id == self.cloth.id:
            self._price()

    def _tell_searching(self) -> None:
        if not self._quiet and self.searching != self._was_searching:
            self._was_searching = self.searching
            self.searching_changed.emit(self._was_searching)

    def _price(self) -> None:
        self.prices.ask(self.lay, self.spread)

    def price_of(self, wish: Wish) -> float | None:
        """How much cloth the lay shown would save without one wish, mm; None while nobody has
        looked."""
        return self.prices.of(wish, self.lay)

    def look_across(self) -> None:
        """Look for what would be saved by pieces across the cloth in hand, once it is searched."""
        lay = self.lay
        if lay is not None and lay.complete and not self.searching and not self.held:
            self.offers.ask(lay)

    @property
    def across(self) -> tuple[AcrossOffer, ...]:
        """What is known to save cloth with its grain across, beside the shortest lay of any way."""
        lay = self.lay
        if lay is None or not lay.complete:
            return ()
        lays = (lay, *(other for other in self.lays.values() if other.complete))
        return self.offers.beside(min(lays, key=rank))

    def turn_across(self, ids: frozenset[str]) -> None:
        """Lay some pieces with their grain across the cloth."""
        turned = [piece for piece in self.pieces if piece.id in ids]
        words = tr("Grain across: {names}", names=", ".join(piece.name for piece in turned))
        self.apply(with_grain_across(self.job, turned), words)

    def _take_up_one(self) -> None:
        """Take up one more of the lays of the cloth in hand that have not been looked at yet, while
        nobody waits."""
        cloth = self.cloth
        if cloth is None:
            return
        for answer in self.on.tried:
            if answer.lay is not None and not self._taken_up.known(answer.lay, self.pieces, cloth):
                self._taken_up.lay(answer.lay, self.pieces, cloth)
                self._take_up_timer.start()
                self.lays_changed.emit()
                return
