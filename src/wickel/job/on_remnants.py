"""The small pieces of a job tried on remnants of its cloth by real laying: which of them a remnant
holds, and by how much that shortens the lay of the rest."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from wickel.cloth import Cloth
from wickel.geometry import area
from wickel.job.cards import card_of
from wickel.job.edits import with_added_cloth, with_piece_card
from wickel.job.job import NOTHING_DECIDED, Job
from wickel.job.work import drafted_job
from wickel.lay import (
    CutPiece,
    Lay,
    LayRefused,
    LayReport,
    Search,
    copies_mm2,
    cut_from,
    kept_lay_of,
    make_lay,
)

MOST_REMNANTS = 4
REMNANT_EFFORT = 40
_LEAST_SAVED_MM = 1.0
_FULLEST = 0.9
"""No remnant is tried with pieces that would cover more of it."""


@dataclass(frozen=True, slots=True, kw_only=True)
class OnRemnant:
    """The pieces that a remnant holds, and their lay on it."""

    remnant: Cloth
    pieces: tuple[CutPiece, ...]
    lay: Lay


@dataclass(frozen=True, slots=True, kw_only=True)
class OnRemnants:
    """What comes of trying: the remnants that hold something, the lay of the rest, and how long
    that of all was before, in mm."""

    held: tuple[OnRemnant, ...]
    rest: Lay
    before_mm: float

    @property
    def after_mm(self) -> float:
        """How long the lay of the rest is."""
        return self.rest.lay_length_mm

    @property
    def saved_mm(self) -> float:
        """By how much the lay is shorter."""
        return max(0.0, self.before_mm - self.after_mm)


def tried_on_remnants(
    job: Job,
    lay: Lay,
    remnants: Sequence[Cloth],
    *,
    search: Search = Search(),
    report: LayReport | None = None,
) -> OnRemnants | None:
    """Try the small pieces of a job's lay on remnants of its cloth, the largest first; None when
    nothing is gained.

    Only pieces of garments are tried, of which the whole is cut from this cloth; the rest is laid
    again in the way of the lay.

    Raises:
        JobRefused, DraftRefused: the job cannot be cut.
        LayStopped: the report stopped it.
    """
    cloth = lay.cloth
    pieces = cut_from(drafted_job(job)[1], cloth)
    waiting = sorted(
        (piece for piece in pieces if _is_movable(piece, job, cloth)),
        key=lambda piece: -copies_mm2((piece,), cloth),
    )
    held: list[OnRemnant] = []
    for remnant in sorted(remnants, key=lambda own: -area(own.remnant))[:MOST_REMNANTS]:
        found = _held(waiting, cloth, remnant, report)
        if found is not None:
            held.append(found)
            taken = {piece.id for piece in found.pieces}
            waiting = [piece for piece in waiting if piece.id not in taken]
    gone = {piece.id for own in held for piece in own.pieces}
    rest = tuple(piece for piece in pieces if piece.id not in gone)
    if not gone or not rest:
        return None
    try:
        after = make_lay(rest, cloth, lay.way, search=search, report=report)
    except LayRefused:
        return None
    found_in_all = OnRemnants(held=tuple(held), rest=after, before_mm=lay.lay_length_mm)
    return found_in_all if found_in_all.saved_mm >= _LEAST_SAVED_MM else None


def _is_movable(piece: CutPiece, job: Job, cloth: Cloth) -> bool:
    """Whether a piece of a garment may be cut from another cloth, as a whole."""
    if len(piece.orders) != 1 or piece.orders[0].cloth != cloth.id or piece.orders[0].cut:
        return False
    garment, _, id = piece.id.partition("/")
    return any(own.id == garment and not own.quantity for own in job.garments) and bool(id)


def _held(
    waiting: Sequence[CutPiece], cloth: Cloth, remnant: Cloth, report: LayReport | None
) -> OnRemnant | None:
    """The pieces that a remnant holds, tried one more at a time, large ones first."""
    room = area(remnant.remnant) * _FULLEST
    best: OnRemnant | None = None
    chosen: tuple[CutPiece, ...] = ()
    for piece in waiting:
        more = (*chosen, _cut_from_it(piece, remnant))
        if copies_mm2(more, remnant) > room:
            continue
        lay = next(_lays(more, remnant, report), None)
        if lay is not None:
            chosen = more
            best = OnRemnant(remnant=remnant, pieces=chosen, lay=lay)
    return best


def _cut_from_it(piece: CutPiece, remnant: Cloth) -> CutPiece:
    return replace(piece, orders=tuple(replace(order, cloth=remnant.id) for order in piece.orders))


def _lays(pieces: tuple[CutPiece, ...], remnant: Cloth, report: LayReport | None) -> Iterator[Lay]:
    """Lays of pieces on a remnant that are good and no longer than it is."""
    try:
        lay = make_lay(pieces, remnant, "open", search=Search(effort=REMNANT_EFFORT), report=report)
    except LayRefused:
        return
    most = remnant.length_at_hand_mm
    if lay.complete and not lay.broken and (most is None or lay.lay_length_mm <= most):
        yield lay


def with_pieces_on(job: Job, found: OnRemnants) -> Job:
    """The job with pieces cut from the remnants that hold them, each a cloth of the job's own, and
    with the lays that were found."""
    id = found.rest.cloth.id
    job = job.with_on(id, replace(job.on_cloth(id), lay=kept_lay_of(found.rest), tried=()))
    for own in found.held:
        job = with_added_cloth(job, own.remnant)
        cloth = job.cloths[-1]
        job = job.with_on(cloth.id, replace(NOTHING_DECIDED, lay=kept_lay_of(own.lay)))
        for piece in own.pieces:
            garment_id, _, name = piece.id.partition("/")
            garment = job.garment(garment_id)
            card = card_of(garment.cards, garment.changes, name)
            job = with_piece_card(job, garment, name, replace(card, cloth=cloth.id))
    return job
