"""Every seam of a garment: those that its draft names, and those that go without saying, which are
found by the roles of pieces and edges.

A draft names the seams that its checks and its print are about. That a facing is sewn to what it
faces, a waistband to what hangs from it and a centre to its other hand is the same in every
garment, and is put together here, so that the joining card leaves none out.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from itertools import groupby, product

from wickel.pattern.piece import Edge, EdgeKind, Pattern, Piece, Seam
from wickel.pattern.roles import POCKETS, ROUND_THE_NECK, EdgeRole, Layer, PieceRole, View

_BANDS = (PieceRole.WAISTBAND, PieceRole.CASING)
_TUBES = (PieceRole.CUFF, PieceRole.TURN_UP, PieceRole.HEM_BAND)
_TO_ITSELF = (
    *(EdgeRole.CENTRE, EdgeRole.CROTCH, EdgeRole.BAG),
    *(EdgeRole.CROWN, EdgeRole.COLLAR_BEHIND),
)
"""Edges of a piece that is cut as a pair that meet their own in the other hand."""
_ROUND = (EdgeRole.SIDE, EdgeRole.SLEEVE_SEAM, EdgeRole.PANEL)
"""What a piece has twice is sewn to the next like it, or to itself: a panel, a sleeve."""
_ACROSS = (EdgeRole.SHOULDER, EdgeRole.SIDE)
"""Edges that a front has in common with a back, of the cloth, of facings and of linings."""
_NOT_FACED = (*_ACROSS, EdgeRole.PANEL, EdgeRole.OUTER, EdgeRole.CENTRE, EdgeRole.HEM)
"""Edges of a facing that are not those of its piece, or are sewn to other facings."""


def all_seams(pattern: Pattern) -> tuple[Seam, ...]:
    """The seams of a pattern, the named ones first."""
    found = _Found(pattern)
    for rule in _RULES:
        found.add(rule(found))
    return (*pattern.seams, *found.seams)


class _Found:
    """What has been found so far, and which edges are sewn to nothing yet."""

    def __init__(self, pattern: Pattern) -> None:
        self.pieces, self.named = pattern.pieces, pattern.seams
        self.by_id = {piece.id: piece for piece in pattern.pieces}
        self.seams: list[Seam] = []
        self._sewn = {end for seam in pattern.seams for end in (seam.one, seam.other)}

    def add(self, seams: Iterable[Seam]) -> None:
        """Take up seams that a rule has found among what was free."""
        new = list(seams)
        self.seams += new
        self._sewn |= {end for seam in new for end in (seam.one, seam.other)}

    def is_free(self, piece: Piece, edge: Edge) -> bool:
        """Whether an edge is no fold and sewn to nothing."""
        return edge.kind is not EdgeKind.FOLD and (piece.id, edge.name) not in self._sewn

    def free(self, piece: Piece, *roles: EdgeRole) -> tuple[Edge, ...]:
        """The edges of some roles that are free, in the order of the roles."""
        own = (edge for role in roles for edge in piece.edges_of(role))
        return tuple(edge for edge in own if self.is_free(piece, edge))

    def outer(self, *roles: PieceRole) -> Iterator[Piece]:
        """The pieces of some roles, or of any, that are no facing, no lining and no part of a
        pocket."""
        for piece in self.pieces:
            seen = piece.layer is Layer.OUTER and piece.role not in POCKETS
            if seen and (not roles or piece.role in roles):
                yield piece

    def first(self, *roles: PieceRole) -> Piece | None:
        """The first outer piece of the first of some roles that there is."""
        return next((piece for role in roles for piece in self.outer(role)), None)

    def made_for(self, piece: Piece, layer: Layer) -> Iterator[Piece]:
        """What lies behind the same piece as one does, in another layer."""
        return (own for own in self.pieces if own.of == piece.of and own.layer is layer)


def _seam(name: str, one: Piece, edge: Edge, other: Piece, its: Edge) -> Seam:
    return Seam(name=name, one=(one.id, edge.name), other=(other.id, its.name))


def _called(edge: Edge, piece: Piece) -> str:
    return f"{edge.name} of the {piece.name.lower()}"


def _faced(found: _Found) -> Iterator[Seam]:
    """What a facing has in common with its piece is sewn together."""
    for piece in found.pieces:
        of = found.by_id.get(piece.of) if piece.layer is Layer.FACING else None
        theirs = {} if of is None else {edge.name: edge for edge in of.edges}
        for edge in piece.edges:
            its = theirs.get(edge.name)
            if of is None or its is None or edge.role in _NOT_FACED:
                continue
            if found.is_free(piece, edge) and found.is_free(of, its):
                yield _seam(_called(edge, piece), of, its, piece, edge)


def _to_itself(found: _Found) -> Iterator[Seam]:
    """What is cut as a pair, and meets its own in the middle; a panel that goes round."""
    for piece in found.pieces:
        paired = any(cut.pair for cut in piece.cuts) or piece.role is PieceRole.POCKET
        for edge in found.free(piece, *_TO_ITSELF) if paired else ():
            yield _seam(_called(edge, piece), piece, edge, piece, edge)
        for role in _ROUND if piece.role not in POCKETS else ():
            both = found.free(piece, role)
            if len(both) > 1:
                yield _seam(_called(both[0], piece), piece, both[0], piece, both[1])


def _side_by_side(found: _Found) -> Iterator[Seam]:
    """A front and a back, of facings and linings too; a centre panel and its side panel."""
    for piece in found.pieces:
        for role in _ACROSS if piece.view is View.FRONT else ():
            back = _back_of(piece, role, found)
            theirs = () if back is None else back.edges_of(role)
            for k, edge in enumerate(piece.edges_of(role)):
                # a back on the fold has one side for both of a whole front
                if back is not None and theirs and found.is_free(piece, edge):
                    its = theirs[min(k, len(theirs) - 1)]
                    yield _seam(_called(edge, piece), piece, edge, back, its)
    halves = sorted(found.pieces, key=_half_of)
    for _, own in groupby(halves, key=_half_of):
        panels = [(piece, edge) for piece in own for edge in found.free(piece, EdgeRole.PANEL)]
        if len(panels) == 2 and panels[0][0] is not panels[1][0]:
            (one, edge), (other, its) = sorted(panels, key=lambda two: two[0].has(EdgeRole.SIDE))
            yield _seam(_called(edge, one), one, edge, other, its)


def _half_of(piece: Piece) -> tuple[str, str, str]:
    return (piece.role.value, piece.view.value, piece.layer.value)


def _back_of(front: Piece, role: EdgeRole, found: _Found) -> Piece | None:
    """The back that a front is sewn to along edges of a role: where that is in panels, the one that
    lies at the centre as it does."""
    backs = [
        piece
        for piece in found.pieces
        if piece.view is View.BACK
        and (piece.role, piece.layer) == (front.role, front.layer)
        and piece.has(role)
    ]
    middle = (EdgeRole.CENTRE, EdgeRole.OPENING, EdgeRole.WRAP)
    alike = [piece for piece in backs if piece.has(*middle) == front.has(*middle)]
    return next(iter(alike or backs), None)


def _collars(found: _Found) -> Iterator[Seam]:
    """A collar, its stand or a hood to the necks, and a collar to its stand."""
    stand, collar = found.first(PieceRole.COLLAR_STAND), found.first(PieceRole.COLLAR)
    lowest = found.first(*ROUND_THE_NECK)
    if lowest is None:
        return
    for edge in found.free(lowest, EdgeRole.NECK, EdgeRole.JOIN)[:1]:
        for piece in found.outer():
            necks = piece.edges_of(EdgeRole.NECK)
            if necks and piece.role not in ROUND_THE_NECK:
                yield _seam("collar", lowest, edge, piece, necks[0])
    if stand is not None and collar is not None:
        for edge in found.free(collar, EdgeRole.NECK):
            (top,) = stand.edges_of(EdgeRole.TOP)
            yield _seam("collar stand", stand, top, collar, edge)


def _collar_layers(found: _Found) -> Iterator[Seam]:
    """The two layers of a collar, and of its stand, to each other."""
    stand, collar = found.first(PieceRole.COLLAR_STAND), found.first(PieceRole.COLLAR)
    ends = (EdgeRole.OUTER, EdgeRole.TOP, EdgeRole.FRONT_END)
    for layer, roles in ((collar, ends), (stand, ends if collar is None else ends[-1:])):
        if layer is None or layer.cuts[0].copies < 2:
            continue
        for edge in found.free(layer, *roles):
            yield _seam(f"collar, {edge.name} edge", layer, edge, layer, edge)


def _bands(found: _Found) -> Iterator[Seam]:
    """A waistband or a casing to all that hangs from it."""
    band = found.first(*_BANDS)
    joined = () if band is None else found.free(band, EdgeRole.JOIN)
    if band is None or not joined:
        return
    for piece in found.outer():
        if band.view in (View.BOTH, piece.view):
            for edge in found.free(piece, EdgeRole.WAIST):
                yield _seam("waist", band, joined[0], piece, edge)


def _armholes(found: _Found) -> Iterator[Seam]:
    """A sleeve is set into every panel that has a part of its armhole."""
    sleeve = found.first(PieceRole.SLEEVE)
    caps = () if sleeve is None else sleeve.edges_of(EdgeRole.CAP)
    for piece in found.outer() if caps else ():
        for edge in found.free(piece, EdgeRole.ARMHOLE):
            if sleeve is not None and piece is not sleeve:
                yield _seam("armhole", sleeve, caps[0], piece, edge)


def _waists(found: _Found) -> Iterator[Seam]:
    """What hangs from an upper part is sewn to all of it that lies over it."""
    sewn = [seam for seam in found.named if _roles(seam, found) == _AT_WAIST]
    joined = {frozenset((seam.one, seam.other)) for seam in sewn}
    for upper in found.outer(PieceRole.BODICE) if sewn else ():
        for lower in found.outer(PieceRole.SKIRT, PieceRole.LEG):
            if View.BOTH not in (upper.view, lower.view) and upper.view is not lower.view:
                continue
            for edge, its in product(upper.edges_of(EdgeRole.HEM), lower.edges_of(EdgeRole.WAIST)):
                new = frozenset(((upper.id, edge.name), (lower.id, its.name))) not in joined
                if new and (found.is_free(upper, edge) or found.is_free(lower, its)):
                    yield _seam(sewn[0].name, upper, edge, lower, its)


_AT_WAIST = (EdgeRole.HEM, EdgeRole.WAIST)


def _roles(seam: Seam, found: _Found) -> tuple[EdgeRole, EdgeRole]:
    """What the two edges of a seam are."""
    (one, edge), (other, its) = seam.one, seam.other
    return found.by_id[one].edge(edge).role, found.by_id[other].edge(its).role


def _tubes(found: _Found) -> Iterator[Seam]:
    """What goes round the end of a sleeve or a hem: closed to a ring, and sewn on."""
    for tube in found.outer(*_TUBES):
        ends = found.free(tube, EdgeRole.END)
        if len(ends) > 1:
            yield _seam(_called(ends[0], tube), tube, ends[0], tube, ends[1])
        joined = tube.edges_of(EdgeRole.JOIN)
        for piece in found.outer() if joined and tube.role is not PieceRole.HEM_BAND else ():
            for edge in found.free(piece, EdgeRole.SLEEVE_END):
                yield _seam("sleeve end", tube, joined[0], piece, edge)


def _bound(found: _Found) -> Iterator[Seam]:
    """What is bound with a strip."""
    for strip in found.outer(PieceRole.BINDING):
        for joined in found.free(strip, EdgeRole.JOIN):
            for piece in found.outer():
                for edge in found.free(piece, *strip.binds):
                    yield _seam(f"binding, {edge.name}", strip, joined, piece, edge)


def _lined_armholes(found: _Found) -> Iterator[Seam]:
    """The armholes of a lining: its sleeve is set into them, or they are sewn to those of the
    cloth."""
    linings = [piece for piece in found.pieces if piece.layer is Layer.LINING]
    sleeve = next((piece for piece in linings if piece.has(EdgeRole.CAP)), None)
    for piece in linings:
        outer = found.by_id.get(piece.of)
        for edge in found.free(piece, EdgeRole.ARMHOLE):
            if sleeve is not None:
                cap = _cap_for((piece.of, edge.name), sleeve, found)
                yield _seam("armhole of the lining", sleeve, cap, piece, edge)
            elif outer is not None and outer.has(EdgeRole.ARMHOLE):
                its = outer.edges_of(EdgeRole.ARMHOLE)[0]
                yield _seam(_called(edge, piece), outer, its, piece, edge)


def _cap_for(armhole: tuple[str, str], sleeve: Piece, found: _Found) -> Edge:
    """Of the caps of a sleeve lining that which is the one that the sleeve has in an armhole."""
    ends = [(seam.one, seam.other) for seam in found.named]
    own = {one[1] for one, other in ends if one[0] == sleeve.of and other == armhole}
    caps = sleeve.edges_of(EdgeRole.CAP)
    return next((cap for cap in caps if cap.name in own), caps[0])


def _lined_edges(found: _Found) -> Iterator[Seam]:
    """A lining to the facing inside it; where there is none, to the edges of its piece."""
    at_neck = (EdgeRole.OPENING, EdgeRole.NECK)
    for piece in found.pieces:
        if piece.layer is not Layer.LINING or piece.role is PieceRole.SLEEVE:
            continue
        outer = found.by_id.get(piece.of)
        inside = (own for own in found.made_for(piece, Layer.FACING) if own.has(*at_neck))
        facing = next(inside, None)
        for edge in found.free(piece, *at_neck, EdgeRole.WAIST):
            free = () if facing is None else found.free(facing, EdgeRole.OUTER)
            if facing is not None and free and edge.role is not EdgeRole.WAIST:
                yield _seam(f"lining to the {facing.name.lower()}", facing, free[0], piece, edge)
            elif facing is None and outer is not None and outer.has(edge.role):
                its = outer.edges_of(edge.role)[0]
                yield _seam(_called(edge, piece), outer, its, piece, edge)


_RULES = (
    _faced,
    _side_by_side,
    _to_itself,
    _collars,
    _collar_layers,
    _armholes,
    _waists,
    _bands,
    _tubes,
    _bound,
    _lined_armholes,
    _lined_edges,
)
