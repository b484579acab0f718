"""What the cards of pieces do to a drafted pattern: grain, copies, allowances of single pieces."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from wickel.draft import DraftRefused
from wickel.job.job import Card, CardGrain
from wickel.pattern import EdgeKind, Pattern, Piece
from wickel.wording import say

_BIAS_DEG = 45.0
MOST_ALLOWANCE_MM = 300.0


def with_cards(pattern: Pattern, cards: Mapping[str, Card]) -> Pattern:
    """The pattern with what its cards say; cards of pieces that are not there are left aside.

    Raises:
        DraftRefused: an edge that a piece does not have, or an allowance that cannot be cut.
    """
    if not any(piece.id in cards for piece in pattern.pieces):
        return pattern
    pieces = (
        _with_card(piece, cards[piece.id]) if piece.id in cards else piece
        for piece in pattern.pieces
    )
    return replace(pattern, pieces=tuple(pieces))


def _with_card(piece: Piece, card: Card) -> Piece:
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
    on_bias = abs(piece.grain_deg % 90.0 - _BIAS_DEG) < 1e-6
    grain_deg = piece.grain_deg
    if card.grain is CardGrain.BIAS and not on_bias:
        grain_deg += _BIAS_DEG
    elif card.grain in (CardGrain.STRAIGHT, CardGrain.CROSS) and on_bias:
        grain_deg = 0.0
    cuts = piece.cuts
    if card.copies is not None:
        pair = cuts[0].pair and card.copies % 2 == 0
        cuts = (replace(cuts[0], copies=card.copies, pair=pair), *cuts[1:])
    return replace(piece, edges=edges, grain_deg=grain_deg, cuts=cuts)
