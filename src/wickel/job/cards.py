"""What the cards of pieces do to a drafted pattern: grain, copies, allowances of single pieces."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace

from wickel.draft import DraftRefused
from wickel.draft.operations import (
    Change,
    NewSeam,
    facing,
    fold,
    interfacing,
    lining,
    smaller,
    strip_off,
    unfold,
)
from wickel.job.job import Backing, Card, CardGrain, Centre, End
from wickel.pattern import BIAS_DEG, Edge, EdgeKind, EdgeRole, Layer, Pattern, Piece, Seam
from wickel.wording import say

CENTRE_SEAM_MM = 10.0
"""What is left at the seam of a centre that was on the fold, until its card says more."""
MOST_ALLOWANCE_MM = 300.0
MOST_SPARE_MM = 1000.0


def card_of(cards: Mapping[str, Card], changes: Sequence[Change], id: str) -> Card:
    """The card of a piece: its own, or what it was, or was a part of, before the changes hands down
    to it."""
    if id in cards:
        return cards[id]
    for number in range(len(changes), 0, -1):
        before = changes[number - 1].heirs.get(id)
        if before is not None:
            return _handed_down(card_of(cards, changes[: number - 1], before))
    return Card()


def _handed_down(card: Card) -> Card:
    """What of a card is for a part of its piece, or for a piece that it has become a part of, too.
    What it is called, what is cut of it and how long it is later are not."""
    return replace(card, name="", cut={}, later=False, later_mm=0.0)


def handed_on(
    pattern: Pattern, cards: Mapping[str, Card], changes: Sequence[Change]
) -> Mapping[str, Card]:
    """The cards of the pieces of a pattern after changes: of what is handed down the edges that a
    piece has."""
    handed = {
        piece.id: _fitted(piece, card)
        for piece in pattern.pieces
        if piece.id not in cards and (card := card_of(cards, changes, piece.id)) != Card()
    }
    return {**cards, **handed} if handed else cards


def _fitted(piece: Piece, card: Card) -> Card:
    """A card without what it says of edges that a piece does not have."""
    names = {edge.name for edge in piece.edges}

    def known(backing: Backing | None) -> Backing | None:
        there = backing is None or {backing.edge, backing.outer_edge} - {""} <= names
        return backing if there else None

    return replace(
        card,
        allowances_mm={edge: mm for edge, mm in card.allowances_mm.items() if edge in names},
        runs_out={edge: end for edge, end in card.runs_out.items() if edge in names},
        interfacing=known(card.interfacing),
        lining=known(card.lining),
    )


def with_cards(
    pattern: Pattern, cards: Mapping[str, Card], changes: Sequence[Change] = ()
) -> Pattern:
    """The pattern after some changes with what its cards say; cards of pieces that are not there
    any more are for those that they have become.

    Raises:
        DraftRefused: an edge that a piece does not have, or an allowance that cannot be cut.
    """
    cards = handed_on(pattern, cards, changes)
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


def with_counts(pattern: Pattern, cards: Mapping[str, Card]) -> Pattern:
    """The pattern with its strips cut as often as their cards say: what a strip is sewn to is as
    long as all of them together."""

    def counted(piece: Piece) -> Piece:
        count = cards.get(piece.id, Card()).copies
        if count is None or not piece.has(EdgeRole.JOIN):
            return piece
        return replace(piece, cuts=(replace(piece.cuts[0], copies=count), *piece.cuts[1:]))

    return replace(pattern, pieces=tuple(map(counted, pattern.pieces)))


def _is_kept(piece: Piece, cards: Mapping[str, Card]) -> bool:
    """Whether a piece is still there: a lining of its own is gone with the lining of its piece."""
    if piece.layer is not Layer.LINING:
        return True
    card = cards.get(piece.of)
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
            _known(piece, backing.edge)
            strip = facing(
                piece,
                _both_of(piece, backing.edge),
                backing.deep_mm,
                id=f"{piece.id}-{material}",
                name=f"{piece.name} {material}",
                allowance_mm=0.0,
            )
            made.append(replace(strip, cuts=(replace(piece.cuts[0], material=material),)))
        else:
            made += _whole_backing(made, material, backing)
    return tuple(made)


def _both_of(piece: Piece, edge: str) -> tuple[str, ...]:
    """An edge, and of a piece that has been unfolded its mirror image where that runs on."""
    other = next((own for own in piece.edges if own.name == f"other {edge}"), None)
    if other is None:
        return (edge,)
    if other.start == piece.edge(edge).end:
        return (edge, other.name)
    return (other.name, edge) if other.end == piece.edge(edge).start else (edge,)


def _whole_backing(made: list[Piece], material: str, backing: Backing) -> list[Piece]:
    """The pieces of a backing of the whole first piece; one that is the very piece is cut with it
    instead. Raises ``DraftRefused``."""
    piece = made[0]
    if material != "lining" and not (backing.shorter_mm or backing.smaller_mm):
        made[0] = interfacing(piece)
        return []
    backed = replace(
        lining(piece, shorter_mm=backing.shorter_mm, material=material),
        id=f"{piece.id}-{material}",
        name=f"{piece.name} {material}",
    )
    if backing.smaller_mm:
        backed = smaller(backed, backing.smaller_mm)
    if not backing.outer_edge:
        return [backed]
    _known(piece, backing.outer_edge)
    seam = NewSeam(
        CENTRE_SEAM_MM,
        ids=(f"{backed.id}-strip", backed.id),
        names=(f"{backed.name} strip", backed.name),
    )
    strip, rest = strip_off(backed, backing.outer_edge, backing.outer_mm, seam)
    outer = tuple(replace(cut, material=piece.cuts[0].material) for cut in strip.cuts)
    return [rest, replace(strip, cuts=outer)]


def _known(piece: Piece, *edges: str) -> None:
    """Raises ``DraftRefused`` for an edge that a piece does not have."""
    names = {edge.name for edge in piece.edges}
    for edge in edges:
        if edge not in names:
            text = say("cards.no-edge", piece=piece.name, edge=edge, edges=", ".join(sorted(names)))
            raise DraftRefused(text, piece.id)


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
    for mm in card.allowances_mm.values():
        if not 0 <= mm <= MOST_ALLOWANCE_MM:
            text = say("cards.allowance", piece=piece.name, mm=mm, most=MOST_ALLOWANCE_MM)
            raise DraftRefused(text, piece.id)
    # what is left at an edge holds for its mirror image too; a centre that was on the fold has its
    # allowance when it is there
    drawn = {edge.name for edge in piece.edges if edge.kind is not EdgeKind.FOLD}
    lowest = lowest_edges(piece) if card.spare_mm else ()
    piece = _with_allowances(piece, card, drawn, lowest)
    if card.centre is not None:
        piece = _with_centre(piece, card.centre)
    _known(piece, *({*card.allowances_mm, *card.runs_out} - drawn))
    piece = _with_allowances(piece, card, {edge.name for edge in piece.edges} - drawn, ())
    cuts = piece.cuts
    if card.copies is not None:
        pair = cuts[0].pair and card.copies % 2 == 0
        cuts = (replace(cuts[0], copies=card.copies, pair=pair), *cuts[1:])
    return replace(
        piece,
        name=card.name or piece.name,
        grain_deg=_turned(piece.grain_deg, card),
        cuts=cuts,
    )


def _with_allowances(piece: Piece, card: Card, names: set[str], lowest: tuple[str, ...]) -> Piece:
    """The piece with what its card leaves at some of its edges."""
    edges = tuple(
        _with_allowance(edge, card, lowest) if edge.name in names else edge for edge in piece.edges
    )
    return replace(piece, edges=edges)


def lowest_edges(piece: Piece) -> tuple[str, ...]:
    """The edges that a piece ends with: its hems, or the one that lies lowest."""
    seams = [edge for edge in piece.edges if edge.kind is not EdgeKind.FOLD]
    hems = tuple(edge.name for edge in seams if edge.kind is EdgeKind.HEM)
    return hems or (max(seams, key=lambda edge: (edge.start[0] + edge.end[0]) / 2).name,)


def _with_allowance(edge: Edge, card: Card, lowest: tuple[str, ...]) -> Edge:
    """An edge with what its card leaves there, running out where it says so, and what is spare."""
    if edge.kind is EdgeKind.FOLD:
        return edge
    if edge.name in card.allowances_mm or card.runs_out.get(edge.name):
        edge = replace(edge, wider=None)
    mm = card.allowances_mm.get(edge.name, edge.allowance_mm)
    mm += card.spare_mm if edge.name in lowest else 0.0
    match card.runs_out.get(edge.name):
        case End.START:
            return replace(edge, allowance_mm=0.0, allowance_end_mm=mm)
        case End.END:
            return replace(edge, allowance_mm=mm, allowance_end_mm=0.0)
    return replace(edge, allowance_mm=mm)


def _turned(grain_deg: float, card: Card) -> float:
    """How the grain arrow lies: on the bias or off it, and turned besides. Across is said to the
    lay (``job.work``), since the arrow stays with the piece."""
    on_bias = abs(grain_deg % 90.0 - BIAS_DEG) < 1e-6
    if card.grain is CardGrain.BIAS and not on_bias:
        grain_deg += BIAS_DEG
    elif card.grain in (CardGrain.STRAIGHT, CardGrain.CROSS) and on_bias:
        grain_deg = 0.0
    return grain_deg + card.grain_deg
