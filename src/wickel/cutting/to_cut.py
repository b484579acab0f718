"""What is to be cut: a job with its garments drafted and the lays of its cloths, which everything
at the cutting table is made from."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Self

from wickel.cloth import OnShelf
from wickel.job import BuyingList, DraftedGarment, Job, bought_for, garment_of
from wickel.job.laid import garment_marks
from wickel.job.work import COPY, as_cut
from wickel.lay import CutPiece, Lay
from wickel.pattern import Piece


@dataclass(frozen=True, slots=True, kw_only=True)
class Drafted:
    """A drafted piece with the garment that it belongs to."""

    done: DraftedGarment
    piece: Piece


@dataclass(frozen=True, slots=True, kw_only=True)
class ToCut:
    """A job, its garments with the pieces that are cut, the lay of every cloth, in the order of
    the cloths, and what the studio has on its shelf; made by ``of_work``."""

    job: Job
    drafts: tuple[DraftedGarment, ...]
    lays: tuple[Lay, ...]
    shelf: tuple[OnShelf, ...] = ()

    @classmethod
    def of_work(
        cls,
        job: Job,
        drafts: Iterable[DraftedGarment],
        lays: Iterable[Lay],
        shelf: Iterable[OnShelf] = (),
    ) -> Self:
        """What is cut of a job: all papers go by this one list."""
        cut = tuple(map(as_cut, drafts))
        return cls(job=job, drafts=cut, lays=tuple(lays), shelf=tuple(shelf))

    @property
    def bought(self) -> BuyingList:
        """Everything there is to buy for it."""
        return bought_for(self.job, self.drafts, self.lays, self.shelf)

    def drafted(self, piece: CutPiece) -> Drafted | None:
        """The drafted piece that a cut piece was made of; None for a plain one."""
        if garment_of(piece.garment, self.job) is None:
            return None
        own = piece.garment.partition(COPY)[0]
        id = piece.id.removeprefix(f"{piece.garment}/")
        for done in self.drafts:
            if done.garment.id == own:
                for drafted in done.pattern.pieces:
                    if drafted.id == id:
                        return Drafted(done=done, piece=drafted)
        return None

    def marks(self, lay: Lay) -> dict[str, str]:
        """The initials of the garments of a lay."""
        return garment_marks(lay, self.job)

    def is_later(self, piece: CutPiece) -> bool:
        """Whether only a place is kept for a piece: it is cut later."""
        found = self.drafted(piece)
        if found is None:
            return False
        card = found.done.garment.cards.get(found.piece.id)
        return card is not None and card.later
