"""The open job as the stages look at it: the garment and the cloth in hand, their drafts, their
lays."""

from __future__ import annotations

from dataclasses import replace

from PySide6.QtCore import QObject

from wickel.app.drafts import Drafts
from wickel.app.lay_search import pile_of, ways_of
from wickel.app.lays import TakenUp
from wickel.cloth import WAYS, BadWay, Cloth, OnShelf, Spreading, stock_of
from wickel.job import (
    BEST,
    Document,
    DraftedGarment,
    Garment,
    Job,
    OnCloth,
    cloths_in_use,
    never_fits,
)
from wickel.lay import USUAL_RATES, CutPiece, CuttingRates, Lay
from wickel.wording import Text
from wickel.yardage import Need, need, off_the_shelf


class JobView(QObject):
    """What there is to be seen of a document."""

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._document = Document(Job(cloths=()))
        self._drafts = Drafts(job=self.job)
        self._taken_up = TakenUp()
        self._in_hand = {"garment": "", "cloth": ""}
        self._never: dict[str, Text] = {}
        self.shelf: tuple[OnShelf, ...] = ()
        """What the studio has on its shelf."""
        self.own_rates = USUAL_RATES
        """How fast cutting goes by what the studio says."""
        self.minutes_factor = 1.0
        """How many times as long as planned cutting took by the log."""

    @property
    def job(self) -> Job:
        """The job as it is now."""
        return self._document.job

    @property
    def rates(self) -> CuttingRates:
        """How fast cutting goes: as the studio says, else as its log shows."""
        own = self.own_rates
        return own.times(self.minutes_factor) if own == USUAL_RATES else own

    @property
    def undo_words(self) -> str:
        """What would be taken back, empty when nothing can be."""
        return self._document.undo_words

    @property
    def redo_words(self) -> str:
        """What would be done again, empty when nothing can be."""
        return self._document.redo_words

    @property
    def steps(self) -> int:
        """How many edits there are to go back to."""
        return self._document.steps

    # --- what the stages ask ---------------------------------------------------------------

    @property
    def drafts(self) -> tuple[DraftedGarment, ...]:
        """The garments as drafted, each in every body that it is made for."""
        return self._drafts.garments

    @property
    def draft(self) -> DraftedGarment | None:
        """The garment in hand as drafted."""
        return self._in_hand_of(self.drafts)

    @property
    def last_draft(self) -> DraftedGarment | None:
        """The garment in hand as it was last drafted, where it is refused now and is still of that
        style."""
        last = self._in_hand_of(self._drafts.last)
        garment = self.garment
        same = last is not None and garment is not None and last.garment.style == garment.style
        return last if same else None

    def _in_hand_of(self, drafts: tuple[DraftedGarment, ...]) -> DraftedGarment | None:
        garment = self.garment
        if garment is None:
            return None
        own = (garment.id, f"{garment.id}:")
        return next(
            (d for d in drafts if d.garment.id == own[0] or d.garment.id.startswith(own[1])),
            None,
        )

    @property
    def pieces(self) -> tuple[CutPiece, ...]:
        """Every piece as it is cut; none with a refusal."""
        return self._drafts.pieces

    @property
    def refusal(self) -> str:
        """Why the job cannot be drafted or cut, in a sentence; empty when it can."""
        return str(self._drafts.refusal)

    @property
    def refusal_concerns(self) -> tuple[str, ...]:
        """What the refusal is about: measurements, options, or the cloth."""
        return self._drafts.concerns

    @property
    def garment(self) -> Garment | None:
        """The garment in hand: the one taken, else the job's first."""
        taken = [garment for garment in self.job.garments if garment.id == self._in_hand["garment"]]
        return next(iter((*taken, *self.job.garments)), None)

    @property
    def job_in_hand(self) -> Job:
        """The job with the garment in hand as its first, for what is about one garment only."""
        garment = self.garment
        if garment is None:
            return self.job
        others = tuple(other for other in self.job.garments if other.id != garment.id)
        return replace(self.job, garments=(garment, *others))

    @property
    def cloth(self) -> Cloth | None:
        """The cloth in hand: the one taken, else the first that something is cut from, else the
        first."""
        used = self.cloths
        taken = [cloth for cloth in self.job.cloths if cloth.id == self._in_hand["cloth"]]
        return next(iter((*taken, *used, *self.job.cloths)), None)

    @property
    def cloths(self) -> tuple[Cloth, ...]:
        """The cloths that something is cut from."""
        return cloths_in_use(self.job, self.pieces)

    @property
    def on(self) -> OnCloth:
        """What was decided of the cloth in hand."""
        return OnCloth() if self.cloth is None else self.job.on_cloth(self.cloth.id)

    @property
    def spread(self) -> str:
        """The way to spread the cloth in hand that was asked for, or ``best``."""
        return self.job.fold if self.cloth is None else self.job.spread_of(self.cloth.id)

    @property
    def way(self) -> Spreading:
        """The way of spreading shown: what was asked for, or with ``best`` that of the lay
        taken."""
        words = (
            self.spread
            if self.spread != BEST
            else next(iter(WAYS))
            if self.on.lay is None
            else self.on.lay.way
        )
        try:
            return Spreading(words)
        except BadWay:
            return Spreading(next(iter(WAYS)))

    @property
    def lay(self) -> Lay | None:
        """The lay of the cloth in hand, when there is one."""
        return None if self.cloth is None else self.lay_of(self.cloth.id)

    def lay_of(self, cloth_id: str) -> Lay | None:
        """The lay taken for a cloth, as it is on the pieces of now."""
        own, cloth = self.job.on_cloth(cloth_id).lay, self.job.cloth(cloth_id)
        return (
            None if own is None or not self.pieces else self._taken_up.lay(own, self.pieces, cloth)
        )

    @property
    def lays(self) -> dict[str, Lay]:
        """The lays of the cloth in hand by their ways, those that have been looked at since the job
        was opened."""
        cloth, lay = self.cloth, self.lay
        if cloth is None:
            return {}
        known = {
            answer.way: self._taken_up.lay(answer.lay, self.pieces, cloth)
            for answer in self.on.tried
            if answer.lay is not None and self._taken_up.known(answer.lay, self.pieces, cloth)
        }
        if lay is not None:
            known[lay.way] = lay
        return {way: own for way, own in known.items() if own is not None}

    @property
    def lay_refusals(self) -> dict[str, str]:
        """Why ways have no lay on the cloth in hand."""
        if self.never_fits:
            return dict.fromkeys(self.ways, self.never_fits)
        return {answer.way: str(answer.refusal) for answer in self.on.tried if answer.refusal}

    @property
    def set_aside(self) -> dict[str, float]:
        """Ways that were not searched on, with the length below which they cannot go."""
        return {answer.way: answer.least_mm for answer in self.on.tried if answer.set_aside}

    @property
    def never_fits(self) -> str:
        """Why no way could ever hold a piece on the cloth in hand; empty when each could."""
        cloth = self.cloth
        return "" if cloth is None else str(self._never_fits(cloth))

    def _never_fits(self, cloth: Cloth) -> Text:
        if cloth.id not in self._never:
            self._never[cloth.id] = never_fits(self.pieces, cloth)
        return self._never[cloth.id]

    @property
    def need(self) -> Need | None:
        """What the lay shown needs."""
        return None if self.lay is None else self.need_of(self.lay)

    def need_of(self, lay: Lay) -> Need:
        """What a lay needs, and what of that is to be bought beside what is on the shelf."""
        jobs = (self.job.book_id,) if self.job.book_id else ()
        return off_the_shelf(need(lay), stock_of(self.shelf, lay.cloth.shown_name, jobs))

    @property
    def ways(self) -> tuple[str, ...]:
        """The ways to lay the cloth in hand: two cloths stacked only where another cloth shares its
        pieces."""
        return ways_of(
            None if self.cloth is None else pile_of(self.pieces, self.cloth, self.cloths)
        )

    @property
    def held(self) -> frozenset[str]:
        """What is locked in the lay of the cloth in hand."""
        return frozenset() if self.on.lay is None else self.on.lay.locked
