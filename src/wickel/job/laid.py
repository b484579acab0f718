"""Lays of a job: which is taken, what a search may put in its place, what is kept, what is cut
already, what a piece need not keep to.

The rules by which a search's lay is taken:

1. a cloth without a lay, or whose lay has nothing left on it, takes what comes;
2. where a way was asked for, only lays of that way are taken, else all but stacks of two cloths;
3. a complete lay is taken for one that is not, and a shorter one for a longer one;
4. but a lay that a hand has touched, or that is kept under a name, stays until the maker takes
   another, and so does one that is being cut; what is locked in a lay lies in the next one where
   it lay.

Whatever is found stands among what was ``tried``, for these very pieces.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import replace

from wickel.cloth import STACKED, Cloth
from wickel.job.cards import card_of
from wickel.job.job import BEST, Card, CardGrain, Job, NamedLay, OnCloth, Tried
from wickel.job.work import COPY, called, garment_of
from wickel.lay import (
    CutPiece,
    Grain,
    KeptLay,
    Lay,
    Waived,
    better,
    cut_from,
    flat_copies,
    kept_lay_of,
    lays_alike,
)


def with_offered_lay(job: Job, cloth_id: str, lay: Lay, known: Lay | None) -> Job:
    """The job with a lay that a search has found for a cloth, taken by the rules above or only
    remembered.

    ``known`` is the lay taken as it is on the pieces as they are now, None when there is none.
    """
    on = job.on_cloth(cloth_id)
    found = kept_lay_of(lay)
    locked = frozenset() if on.lay is None else on.lay.locked
    if locked and _same_places(found, on.lay, locked):
        found = replace(found, locked=locked)
    tried = _with_tried(on.tried, Tried(way=lay.way, lay=found))
    begun = cloth_id in job.at_table.begun and known is not None
    taken = not begun and _takes(job.spread_of(cloth_id), on, lay, known, locked == found.locked)
    return job.with_on(cloth_id, replace(on, tried=tried, lay=found if taken else on.lay))


def _same_places(one: KeptLay, other: KeptLay | None, ids: frozenset[str]) -> bool:
    """Whether some placements lie alike in two lays."""
    there = [
        {placement for placement in lay.placements if placement.id in ids}
        for lay in (one, other)
        if lay is not None
    ]
    return len(there) == 2 and there[0] == there[1]


def _takes(spread: str, on: OnCloth, lay: Lay, known: Lay | None, keeps_locked: bool) -> bool:
    """Whether a search's lay is taken."""
    if not is_wanted(spread, lay.way):
        return False
    if on.lay is None or known is None:
        return True
    if not keeps_locked or (is_held(on) and not on.lay.locked):
        return False
    return not is_wanted(spread, on.lay.way) or better(lay, known)


def is_wanted(spread: str, way: str) -> bool:
    """Whether a lay of a way is what was asked for; with the best of all a stack of two cloths is
    not."""
    return way != STACKED if spread == BEST else way == spread


def is_held(on: OnCloth) -> bool:
    """Whether the lay taken stays whatever a search finds: touched by hand, locked, or kept under a
    name."""
    own = on.lay
    return own is not None and (
        own.by_hand or bool(own.locked) or any(one.lay == own for one in on.kept)
    )


def _with_tried(tried: tuple[Tried, ...], new: Tried) -> tuple[Tried, ...]:
    return (*(answer for answer in tried if answer.way != new.way), new)


def with_tried(job: Job, cloth_id: str, new: Tried) -> Job:
    """The job with what a search knows of a way that it has no better lay of: refused, or set
    aside."""
    on = job.on_cloth(cloth_id)
    before = next((answer for answer in on.tried if answer.way == new.way), None)
    if before is not None and new.lay is None:
        new = replace(new, lay=before.lay)
    return job.with_on(cloth_id, replace(on, tried=_with_tried(on.tried, new)))


def with_spread(job: Job, cloth_id: str, way: str, best: str = "") -> Job:
    """The job with a cloth to be spread another way; its lay becomes what is known of that way.

    ``best`` is the way of the shortest lay that is known, for a cloth that is to be spread the best
    way.
    """
    on = job.on_cloth(cloth_id)
    of = best if way == BEST else way
    tried = _with_left(on)
    lay = next((answer.lay for answer in tried if answer.way == of), None)
    return job.with_on(cloth_id, replace(on, spread=way, lay=lay, tried=tried))


def _with_left(on: OnCloth) -> tuple[Tried, ...]:
    """What was tried, with the lay taken, which is about to be left, as that of its way."""
    return on.tried if on.lay is None else _with_tried(on.tried, Tried(way=on.lay.way, lay=on.lay))


def with_lay(job: Job, cloth_id: str, lay: KeptLay | None) -> Job:
    """The job with a lay taken for a cloth by its maker."""
    on = job.on_cloth(cloth_id)
    spread = on.spread if lay is None or is_wanted(job.spread_of(cloth_id), lay.way) else lay.way
    return job.with_on(cloth_id, replace(on, lay=lay, spread=spread, tried=_with_left(on)))


def with_hand_lay(job: Job, cloth_id: str, lay: KeptLay) -> Job:
    """The job with a lay that a hand has made of the one taken. What a search had found of its way
    stays among what was tried; the steps of a hand do not come there."""
    on = job.on_cloth(cloth_id)
    by_search = on.lay is not None and not on.lay.by_hand
    return job.with_on(
        cloth_id, replace(on, lay=lay, tried=_with_left(on) if by_search else on.tried)
    )


def with_kept(job: Job, cloth_id: str, name: str) -> Job:
    """The job with the lay taken of a cloth kept under a name, in the place of one of that name."""
    on = job.on_cloth(cloth_id)
    if on.lay is None:
        return job
    others = tuple(named for named in on.kept if named.name != name)
    return job.with_on(cloth_id, replace(on, kept=(*others, NamedLay(name=name, lay=on.lay))))


def without_kept(job: Job, cloth_id: str, name: str) -> Job:
    """The job without a lay that was kept."""
    on = job.on_cloth(cloth_id)
    return job.with_on(
        cloth_id, replace(on, kept=tuple(named for named in on.kept if named.name != name))
    )


def with_locked(job: Job, cloth_id: str, placement: str) -> Job:
    """The job with a placement of a cloth's lay locked where it is, or let go."""
    on = job.on_cloth(cloth_id)
    if on.lay is None:
        return job
    return job.with_on(
        cloth_id, replace(on, lay=replace(on.lay, locked=on.lay.locked ^ {placement}))
    )


def with_matching(job: Job, cloth_id: str, unmatched_mm: float) -> Job:
    """The job with what the lay of a cloth would be long without its wishes of the print."""
    on = job.on_cloth(cloth_id)
    return (
        job
        if on.lay is None
        else job.with_on(cloth_id, replace(on, lay=replace(on.lay, unmatched_mm=unmatched_mm)))
    )


def settled(
    before: Job, after: Job, pieces_before: Iterable[CutPiece], pieces_after: Iterable[CutPiece]
) -> Job:
    """The edited job without what a search knew of cloths or pieces that the edit has changed.

    Lays that are taken or kept stay as they are: they are carried over when they are next looked
    at.
    """
    then, now = tuple(pieces_before), tuple(pieces_after)
    on = dict(after.on)
    for cloth in after.cloths:
        own = on.get(cloth.id)
        if own is None or not own.tried:
            continue
        old = next((one for one in before.cloths if one.id == cloth.id), None)
        if (
            old is None
            or not lays_alike(old, cloth)
            or for_cloth(then, cloth) != for_cloth(now, cloth)
        ):
            on[cloth.id] = replace(own, tried=())
    known = {cloth.id for cloth in after.cloths}
    on = {id: own for id, own in on.items() if id in known}
    return after if on == after.on else replace(after, on=on)


def alike_but_for_lays(one: Job, other: Job) -> bool:
    """Whether two jobs differ in nothing but what was decided of their cloths."""
    return replace(one, on={}) == replace(other, on={})


def for_cloth(pieces: tuple[CutPiece, ...], cloth: Cloth) -> tuple[CutPiece, ...]:
    """The pieces cut from a cloth, without what no lay depends on: names and lines that are only
    for show."""
    return tuple(
        replace(piece, net_line=None, inner_lines=(), name="") for piece in cut_from(pieces, cloth)
    )


# --- what is cut already, what is waived -----


def with_cut(job: Job, lay: Lay, piece_id: str) -> Job:
    """The job with all copies of a piece cut as they lie: they are not asked for any more, and
    their cloth is gone."""
    cloth = job.cloth(lay.cloth.id)
    along, across = 1 - cloth.shrink_along, 1 - cloth.shrink_across
    gone = []
    copies = 0
    for placement in lay.placements:
        if placement.piece == piece_id:
            found = flat_copies(placement, lay.piece(piece_id), lay.zone(placement))
            copies += len(found)
            gone += [tuple((x / along, y / across) for x, y in copy.outline) for copy in found]
    if not copies:
        return job
    emptied = replace(cloth, cut_away=(*cloth.cut_away, *gone))
    job = replace(
        job, cloths=tuple(emptied if bolt.id == cloth.id else bolt for bolt in job.cloths)
    )
    return _with_copies_cut(job, lay.piece(piece_id), cloth.id, copies)


def _with_copies_cut(job: Job, piece: CutPiece, cloth_id: str, copies: int) -> Job:
    def plain(cut_piece: CutPiece) -> CutPiece:
        orders = tuple(
            replace(o, cut=o.cut + copies) if o.cloth == cloth_id else o for o in cut_piece.orders
        )
        return replace(cut_piece, orders=orders)

    def card(card: Card) -> Card:
        return replace(card, cut={**card.cut, cloth_id: card.cut.get(cloth_id, 0) + copies})

    return _with_piece(job, piece, plain, card)


def with_waived(job: Job, piece: CutPiece, waived: frozenset[Waived]) -> Job:
    """The job with what a piece of a lay need not keep to; of a series, in every size."""
    return _with_piece(
        job,
        piece,
        lambda each: replace(each, waive=waived),
        lambda each: replace(each, waive=waived),
    )


def with_grain_across(job: Job, pieces: Iterable[CutPiece]) -> Job:
    """The job with some pieces of a lay across the cloth; of a series, in every size."""
    for piece in pieces:
        job = _with_piece(
            job,
            piece,
            lambda each: replace(each, grain=Grain.CROSS),
            lambda each: replace(each, grain=CardGrain.CROSS),
        )
    return job


def _with_piece(
    job: Job, piece: CutPiece, plain: Callable[[CutPiece], CutPiece], card: Callable[[Card], Card]
) -> Job:
    """The job with a piece of a lay made another: a plain piece itself, one of a garment by its
    card."""
    garment = garment_of(piece.garment, job)
    if garment is None:
        return replace(
            job,
            pieces=tuple(plain(other) if other.id == piece.id else other for other in job.pieces),
        )
    id = piece.id.removeprefix(f"{piece.garment}/")
    cards = {**garment.cards, id: card(card_of(garment.cards, garment.changes, id))}
    made = replace(garment, cards={id: own for id, own in cards.items() if own != Card()})
    return replace(
        job, garments=tuple(made if other.id == garment.id else other for other in job.garments)
    )


# --- what a garment is called on a lay --------------------------------------------------------


def shown_garment(id: str, job: Job) -> str:
    """What a garment of a lay is called: its name, its size, and which of several alike it is."""
    garment = garment_of(id, job)
    if garment is None:
        return id
    rest = id[len(garment.id) :].replace(":", " ").replace(COPY, " no. ")
    return f"{called(garment)}{rest}"


def garment_marks(lay: Lay, job: Job) -> dict[str, str]:
    """Initials for the garments of a lay, no two alike; empty ones where there is only one
    garment."""
    ids = list(dict.fromkeys(piece.garment for piece in lay.pieces))
    if len(ids) < 2:
        return dict.fromkeys(ids, "")
    initials = [_initials(shown_garment(id, job)) for id in ids]
    marks = {}
    for k, (id, own) in enumerate(zip(ids, initials, strict=True)):
        alike = initials.count(own) > 1
        marks[id] = f"{own}{_letter(initials[:k].count(own))}" if alike else own
    return marks


def _letter(number: int) -> str:
    """a, b, c … for the first, the second, the third of several alike; numbers beyond z."""
    return chr(ord("a") + number) if number < 26 else f" {number + 1}"


def _initials(name: str) -> str:
    """The first signs of the words of a name, sizes whole: ``Box dress 92`` is ``BD 92``."""
    words = name.partition(" no. ")[0].split()
    letters = "".join(word[0].upper() for word in words if not word[0].isdigit())[:3]
    sizes = " ".join(word for word in words if word[0].isdigit())
    return f"{letters} {sizes}".strip() or "–"
