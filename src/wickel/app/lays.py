"""Lays as they are on the pieces and cloths of now: each kept lay is taken up once and
remembered."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from wickel.cloth import Cloth
from wickel.job import Job, Tried, cell_key
from wickel.lay import CutPiece, KeptLay, Lay, cut_from, lays_alike, on_like_cloth, taken_up

_MOST, _MOST_ANSWERS = 400, 40


class Answers:
    """What the ways to lay a cloth came to, by what is laid on what: where an edit gives back a
    cloth or pieces that were there before, they are there again, and go into the job's file."""

    def __init__(self) -> None:
        self._known: dict[str, tuple[Tried, ...]] = {}

    def carried(
        self,
        before: Job,
        after: Job,
        pieces_before: tuple[CutPiece, ...],
        pieces_after: tuple[CutPiece, ...],
    ) -> Job:
        """The edited job with the answers that are known of what it has now; what it has no longer
        is remembered."""
        for cloth in before.cloths:
            tried = before.on_cloth(cloth.id).tried
            if tried and not after.on_cloth(cloth.id).tried:
                self._known[cell_key(cut_from(pieces_before, cloth), cloth)] = tried
        while len(self._known) > _MOST_ANSWERS:
            self._known.pop(next(iter(self._known)))
        for cloth in after.cloths if self._known else ():
            on = after.on_cloth(cloth.id)
            if on.tried:
                continue
            found = self._known.get(cell_key(cut_from(pieces_after, cloth), cloth))
            if found is not None:
                after = after.with_on(cloth.id, replace(on, tried=found))
        return after


class TakenUp:
    """Remembers what kept lays have become; the oldest are forgotten."""

    def __init__(self) -> None:
        self._known: dict[int, tuple[KeptLay, tuple[CutPiece, ...], Lay | None]] = {}
        self._pieces: tuple[CutPiece, ...] = ()
        self._parts: dict[str, tuple[CutPiece, ...]] = {}

    def remember(self, kept: KeptLay, lay: Lay) -> None:
        """Say what a kept lay is, as it has just been found."""
        self._put(kept, lay.pieces, lay)

    def known(self, kept: KeptLay, pieces: tuple[CutPiece, ...], cloth: Cloth) -> bool:
        """Whether nothing is to be worked out for a kept lay."""
        return next(self._found(kept, pieces, cloth), None) is not None

    def lay(self, kept: KeptLay, pieces: tuple[CutPiece, ...], cloth: Cloth) -> Lay | None:
        """A kept lay on the pieces and the cloth of now; None when nothing of it is left."""
        for found in self._found(kept, pieces, cloth):
            return found[0]
        own = self._own(pieces, cloth)
        lay = taken_up(kept, own, cloth, self._changed(kept, own)) if own else None
        self._put(kept, own, lay)
        return lay

    def _found(
        self, kept: KeptLay, pieces: tuple[CutPiece, ...], cloth: Cloth
    ) -> Iterator[tuple[Lay | None]]:
        entry = self._known.get(id(kept))
        if entry is None or entry[0] is not kept or entry[1] != self._own(pieces, cloth):
            return
        lay = entry[2]
        if lay is None:
            yield (None,)
        elif lay.cloth == cloth:
            yield (lay,)
        elif lays_alike(lay.cloth, cloth):
            renamed = on_like_cloth(lay, cloth)
            self._put(kept, entry[1], renamed)
            yield (renamed,)

    def _own(self, pieces: tuple[CutPiece, ...], cloth: Cloth) -> tuple[CutPiece, ...]:
        """The pieces that are cut from a cloth; worked out once for the same pieces."""
        if pieces is not self._pieces:
            self._pieces, self._parts = pieces, {}
        if cloth.id not in self._parts:
            self._parts[cloth.id] = cut_from(pieces, cloth)
        return self._parts[cloth.id]

    def _changed(self, kept: KeptLay, pieces: tuple[CutPiece, ...]) -> frozenset[str]:
        """The ids of the pieces that are other ones than when the lay was last looked at."""
        entry = self._known.get(id(kept))
        if entry is None or entry[0] is not kept:
            return frozenset()
        then = {piece.id: piece.cut_line for piece in entry[1]}
        return frozenset(piece.id for piece in pieces if then.get(piece.id) != piece.cut_line)

    def _put(self, kept: KeptLay, pieces: tuple[CutPiece, ...], lay: Lay | None) -> None:
        self._known.pop(id(kept), None)
        self._known[id(kept)] = (kept, pieces, lay)
        while len(self._known) > _MOST:
            self._known.pop(next(iter(self._known)))
