"""What the cards of pieces do to a drafted pattern: grain, copies, allowances of single pieces."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from wickel.draft import DraftRefused
from wickel.draft.operations import facing, fold, interfacing, lining, unfold
from wickel.job.job import Card, CardGrain, Centre
from wickel.pattern import EdgeKind, Pattern, Piece, Seam
from wickel.wording import say

_BIAS_DEG = 45.0
CENTRE_SEAM_MM = 10.0
"""What is left at the seam of a centre that was on the fold, until its card says more."""
MOST_ALLOWANCE_MM = 300.0


def with_cards(pattern: Pattern, cards: Mapping[str, Card]) -> Pattern:
    """The pattern with what its cards say; cards of pieces that are not there are left aside.

    Raises:
        DraftRefused: an edge that a piece does not have, or an allowance that cannot be cut.
    """
    if not any(piece.id in cards for piece in pattern.pieces):
        return pattern
    pieces: list[Piece] = []
    for piece in pattern.pieces:
        card = cards.get(piece.id)
        made = (piece,) if card is None else _with_backings(_with_card(piece, card), card)
        pieces += [piece for piece in made if _is_kept(piece, cards)]
    seams = pattern.seams + tuple(
        Seam(name=f"{id} seam", one=(id, edge), other=(id, edge))
        for id, card in cards.items()
        for edge in _parted(pattern, id, card)
    )
    return replace(pattern, pieces=tuple(pieces), seams=seams)


def _is_kept(piece: Piece, cards: Mapping[str, Card]) -> bool:
    """Whether a piece is still there: a lining of its own is gone with the lining of its piece."""
    if not piece.id.endswith("-lining"):
        return True
    card = cards.get(piece.id.removesuffix("-lining"))
    return card is None or card.lining is None or not card.lining.none


def _parted(pattern: Pattern, id: str, card: Card) -> tuple[str, ...]:
    """The edges on the fold that become a seam between two halves."""
    if card.centre is not Centre.HALVES:
        return ()
    return tuple(
        edge.name
        for piece in pattern.pieces
        if piece.id == id
        for edge in piece.edges
        if edge.kind is EdgeKind.FOLD
    )


def _with_backings(piece: Piece, card: Card) -> tuple[Piece, ...]:
    """The piece and what is cut beside it in interfacing and lining. Raises ``DraftRefused``."""
    made = [piece]
    for material, backing in (("interfacing", card.interfacing), ("lining", card.lining)):
        if backing is None:
            continue
        outer = tuple(cut for cut in made[0].cuts if cut.material != material)
        made[0] = replace(made[0], cuts=outer or made[0].cuts)
        if backing.none:
            continue
        if backing.edge:
            if backing.edge not in {edge.name for edge in piece.edges}:
                names = ", ".join(sorted(edge.name for edge in piece.edges))
                text = say("cards.no-edge", piece=piece.name, edge=backing.edge, edges=names)
                raise DraftRefused(text, piece.id)
            strip = facing(
                piece,
                (backing.edge,),
                backing.deep_mm,
                id=f"{piece.id}-{material}",
                name=f"{piece.name} {material}",
                allowance_mm=0.0,
            )
            made.append(replace(strip, cuts=(replace(piece.cuts[0], material=material),)))
        elif material == "lining":
            made.append(lining(piece, shorter_mm=backing.shorter_mm))
        else:
            made[0] = interfacing(made[0])
    return tuple(made)


def _with_centre(piece: Piece, centre: Centre) -> Piece:
    """The piece cut on the fold, as two halves, or whole. Raises ``DraftRefused``."""
    folds = [edge for edge in piece.edges if edge.kind is EdgeKind.FOLD]
    if centre is Centre.FOLD:
        return piece if folds else fold(piece)
    if not folds:
        return piece
    if centre is Centre.WHOLE:
        return unfold(piece)
    edges = tuple(
        replace(edge, kind=EdgeKind.SEAM, allowance_mm=CENTRE_SEAM_MM) if edge in folds else edge
        for edge in piece.edges
    )
    cuts = tuple(
        replace(cut, copies=2 * cut.copies, on_fold=False, pair=True) if cut.on_fold else cut
        for cut in piece.cuts
    )
    return replace(piece, edges=edges, cuts=cuts)


def _with_card(piece: Piece, card: Card) -> Piece:
    if card.centre is not None:
        piece = _with_centre(piece, card.centre)
    names = {edge.name for edge in piece.edges}
    for edge, mm in card.allowances_mm.items():
        if edge not in names:
            text = say("cards.no-edge", piece=piece.name, edge=edge, edges=", ".join(sorted(names)))
            raise DraftRefused(text, piece.id)
        if not 0 <= mm <= MOST_ALLOWANCE_MM:
            text = say("cards.allowance", piece=piece.name, mm=mm, most=MOST_ALLOWANCE_MM)
            raise DraftRefused(text, piece.id)
    edges = tuple(
        replace(edge, allowance_mm=card.allowances_mm[edge.name])
        if edge.name in card.allowances_mm and edge.kind is not EdgeKind.FOLD
        else edge
        for edge in piece.edges
    )
    cuts = piece.cuts
    if card.copies is not None:
        pair = cuts[0].pair and card.copies % 2 == 0
        cuts = (replace(cuts[0], copies=card.copies, pair=pair), *cuts[1:])
    return replace(
        piece,
        name=card.name or piece.name,
        edges=edges,
        grain_deg=_turned(piece.grain_deg, card),
        cuts=cuts,
    )


def _turned(grain_deg: float, card: Card) -> float:
    """How the grain arrow lies: on the bias or off it, and turned besides. Across is said to the
    lay (``job.work``), since the arrow stays with the piece."""
    on_bias = abs(grain_deg % 90.0 - _BIAS_DEG) < 1e-6
    if card.grain is CardGrain.BIAS and not on_bias:
        grain_deg += _BIAS_DEG
    elif card.grain in (CardGrain.STRAIGHT, CardGrain.CROSS) and on_bias:
        grain_deg = 0.0
    return grain_deg + card.grain_deg
