"""What is checked before anything is cut, one thing after another: each is ticked by hand, and the
guide waits until all are."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from wickel.cloth import Print
from wickel.cutting.to_cut import ToCut
from wickel.lay import CutOrder, CutPiece, Lay
from wickel.pattern import EdgeKind, EdgeRole
from wickel.wording import Sentence, say


@dataclass(frozen=True, slots=True, kw_only=True)
class Check:
    """One thing to check: what it is known by, and how it is said."""

    id: str
    words: Sentence


def checks(lay: Lay, work: ToCut) -> tuple[Check, ...]:
    """What is to be checked of a lay: number, pairs, heads, fold edges, what is to meet."""
    return (
        *_numbers(lay),
        *_pairs(lay),
        *_heads(lay),
        *_folds(lay),
        *_off_the_fold(lay, work),
        *_meeting(lay),
        Check(id="length", words=say("checks.length", length=lay.lay_length_mm)),
    )


def _order(piece: CutPiece, lay: Lay) -> CutOrder:
    return next(order for order in piece.orders if order.cloth == lay.cloth.id)


def _numbers(lay: Lay) -> Iterator[Check]:
    """How many papers lie on the cloth, and how often each piece comes out."""
    yield Check(id="number", words=say("checks.number", count=len(lay.placements)))
    for piece in lay.pieces:
        own = [placement for placement in lay.placements if placement.piece == piece.id]
        if not own:
            continue
        copies = _order(piece, lay).copies
        words = (
            say("checks.piece-once", piece=piece.name, copies=copies)
            if len(own) == 1
            else say("checks.piece", piece=piece.name, papers=len(own), copies=copies)
        )
        yield Check(id=f"number:{piece.id}", words=words)


def _pairs(lay: Lay) -> Iterator[Check]:
    """Pairs that are cut singly: as many papers turned over as not; of a pair of which one is cut
    already nothing, its labels say which hand it is."""
    for piece in lay.pieces:
        drawn, mirrored = _order(piece, lay).hands
        if drawn != mirrored:
            continue
        own = [placement for placement in lay.placements if placement.piece == piece.id]
        if own and all(len(placement.cut_plies) == 1 for placement in own):
            yield Check(id=f"pair:{piece.id}", words=say("checks.pair", piece=piece.name))
        elif own:
            yield Check(id=f"pair:{piece.id}", words=say("checks.pair-double", piece=piece.name))


def _heads(lay: Lay) -> Iterator[Check]:
    way = lay.cloth.print_or_assumed
    if way is Print.ONE_WAY:
        at_end = lay.cloth.heads_at_end
        words = say("checks.heads-end" if at_end else "checks.heads-start")
        yield Check(id="heads", words=words)
    elif way is Print.PER_GARMENT:
        yield Check(id="heads", words=say("checks.heads-alike"))
    yield Check(id="grain", words=say("checks.grain"))


def _folds(lay: Lay) -> Iterator[Check]:
    names = [lay.piece(p.piece).name for p in lay.placements if p.on_fold]
    if names:
        yield Check(id="folds", words=say("checks.folds", pieces=", ".join(dict.fromkeys(names))))


def _off_the_fold(lay: Lay, work: ToCut) -> Iterator[Check]:
    """Pieces with a seam at their centre, on folded cloth: that edge is off the fold."""
    if not any(zone.folds for section in lay.spread.sections for zone in section.zones):
        return
    names = []
    for piece in lay.pieces:
        found = work.drafted(piece)
        edges = () if found is None else found.piece.edges
        if any(edge.role is EdgeRole.CENTRE and edge.kind is EdgeKind.SEAM for edge in edges):
            names.append(piece.name)
    if names:
        yield Check(
            id="off-fold", words=say("checks.off-fold", pieces=", ".join(dict.fromkeys(names)))
        )


def _meeting(lay: Lay) -> Iterator[Check]:
    """What is to meet at the seams in the print, what lies on the border or in a motif."""
    if not any(lay.placements):
        return
    laid = {placement.piece for placement in lay.placements}
    seams: dict[str, list[str]] = {}
    for piece in lay.pieces:
        if piece.id in laid:
            for mark in piece.on_print.marks:
                seams.setdefault(mark.seam, []).append(piece.name)
    for seam, pieces in seams.items():
        yield Check(
            id=f"meets:{seam}",
            words=say("checks.meets", seam=seam, pieces=", ".join(dict.fromkeys(pieces))),
        )
    border = [p.name for p in lay.pieces if p.id in laid and p.on_print.border_edge]
    if border:
        words = say("checks.border", pieces=", ".join(dict.fromkeys(border)))
        yield Check(id="border", words=words)
    centred = [p.name for p in lay.pieces if p.id in laid and p.on_print.centre]
    if centred:
        words = say("checks.centred", pieces=", ".join(dict.fromkeys(centred)))
        yield Check(id="centred", words=words)
