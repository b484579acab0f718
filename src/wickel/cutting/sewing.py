"""Every seam of a garment: those that its draft names, and those that go without saying, which are
found by what the drafts call pieces and edges.

A draft names the seams that its checks and its print are about. That a facing is sewn to what it
faces, a waistband to what hangs from it and a centre to its other hand is the same in every
garment, and is put together here, so that the joining card leaves none out.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from functools import partial

from wickel.pattern import EdgeKind, Pattern, Piece, Seam

_End = tuple[str, str]
"""A piece and an edge of it, by id and name."""

_DERIVED = ("-facing", "-lining")
_BANDS = ("waistband", "casing", "casing-back", "cord-casing")
_TUBES = ("sleeve-band", "cuff", "turn-up", "hem-band")
_TO_ITSELF = ("centre", "crotch", "bag", "crown", "collar behind")
"""Edges of a piece that is cut as a pair that meet their own in the other hand."""
_ROUND = (("side", "other side"), ("seam", "other seam"), ("panel seam", "other panel seam"))
"""Two edges of one piece: a panel is sewn to the next like it, a sleeve to itself."""
_ACROSS = ("shoulder", "side", "other shoulder", "other side")
"""Edges that a front has in common with a back, of the cloth, of facings and of linings."""
_BESIDE = "panel seam"
"""What a centre panel has in common with its side panel."""


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

    def free(self, piece: Piece | None, edge: str) -> bool:
        """Whether a piece has such an edge, no fold and sewn to nothing."""
        return piece is not None and any(
            own.name == edge
            and own.kind is not EdgeKind.FOLD
            and (piece.id, edge) not in self._sewn
            for own in piece.edges
        )

    def outer(self) -> Iterator[Piece]:
        """The pieces that are no facing, no lining and no part of a pocket."""
        for piece in self.pieces:
            if not piece.id.endswith(_DERIVED) and "pocket" not in piece.id:
                yield piece


def _faced(found: _Found) -> Iterator[Seam]:
    """What a facing has in common with its piece is sewn together."""
    for piece in found.pieces:
        of = found.by_id.get(piece.id.removesuffix("-facing"))
        if of is None or of is piece:
            continue
        for edge in piece.edges:
            shared = edge.name not in (*_ACROSS, _BESIDE, "outer", "centre", "hem")
            if shared and found.free(piece, edge.name) and found.free(of, edge.name):
                name = f"{edge.name} of the {piece.name.lower()}"
                yield Seam(name=name, one=(of.id, edge.name), other=(piece.id, edge.name))


def _to_itself(found: _Found) -> Iterator[Seam]:
    """What is cut as a pair, and meets its own in the middle; a panel that goes round."""
    for piece in found.pieces:
        paired = any(cut.pair for cut in piece.cuts) or piece.id == "pocket"
        for edge in _TO_ITSELF if paired else ():
            if found.free(piece, edge):
                end = (piece.id, edge)
                yield Seam(name=_called(edge, piece), one=end, other=end)
        for one, other in _ROUND:
            if "pocket" not in piece.id and found.free(piece, one) and found.free(piece, other):
                yield Seam(name=_called(one, piece), one=(piece.id, one), other=(piece.id, other))


def _called(edge: str, piece: Piece) -> str:
    return f"{edge} of the {piece.name.lower()}"


def _side_by_side(found: _Found) -> Iterator[Seam]:
    """A front and a back, of facings and linings too; a centre panel and its side panel."""
    for piece in found.pieces:
        back = found.by_id.get(piece.id.replace("front", "back"))
        if back is not None and back is not piece:
            for edge in _ACROSS:
                # a back on the fold has one side for both of a whole front
                there = edge if _has(back, edge) else edge.removeprefix("other ")
                if found.free(piece, edge) and _has(back, there):
                    yield Seam(
                        name=_called(edge, piece), one=(piece.id, edge), other=(back.id, there)
                    )
        beside = found.by_id.get(piece.id.replace("centre", "side"))
        if beside is not piece and found.free(piece, _BESIDE) and found.free(beside, _BESIDE):
            ends = (piece.id, _BESIDE), (piece.id.replace("centre", "side"), _BESIDE)
            yield Seam(name=_called(_BESIDE, piece), one=ends[0], other=ends[1])


def _collars(found: _Found) -> Iterator[Seam]:
    """A collar, its stand or a hood to the necks, and a collar to its stand."""
    stand, collar = found.by_id.get("collar-stand"), found.by_id.get("collar")
    lowest = stand or collar or found.by_id.get("hood")
    if lowest is None:
        return
    necks = [
        piece
        for piece in found.outer()
        if _has(piece, "neck") and not piece.id.startswith(("collar", "hood"))
    ]
    for edge in filter(partial(found.free, lowest), ("neck", "join")):
        for piece in necks:
            yield Seam(name="collar", one=(lowest.id, edge), other=(piece.id, "neck"))
    if stand is not None and collar is not None and found.free(collar, "neck"):
        yield Seam(name="collar stand", one=(stand.id, "top"), other=(collar.id, "neck"))


def _collar_layers(found: _Found) -> Iterator[Seam]:
    """The two layers of a collar, and of its stand, to each other."""
    for id, edges in (("collar", ("outer", "top", "front")), ("collar-stand", ("front",))):
        layer = found.by_id.get(id)
        if layer is None or layer.cuts[0].copies < 2:
            continue
        for edge in filter(partial(found.free, layer), edges):
            end = (layer.id, edge)
            yield Seam(name=f"collar, {edge} edge", one=end, other=end)


def _has(piece: Piece, edge: str) -> bool:
    return any(own.name == edge for own in piece.edges)


def _bands(found: _Found) -> Iterator[Seam]:
    """A waistband or a casing to all that hangs from it."""
    band = next((found.by_id[id] for id in _BANDS if id in found.by_id), None)
    if band is None:
        return
    below = [piece for piece in found.outer() if found.free(piece, "waist")]
    if band.id == "casing-back":
        below = [piece for piece in below if "back" in piece.id]
    edge = next((own for own in ("join", "lower") if found.free(band, own)), None)
    if edge is not None:
        for piece in below:
            yield Seam(name="waist", one=(band.id, edge), other=(piece.id, "waist"))


def _armholes(found: _Found) -> Iterator[Seam]:
    """A sleeve is set into every panel that has a part of its armhole."""
    sleeve = found.by_id.get("sleeve")
    for piece in found.outer() if sleeve is not None and _has(sleeve, "cap") else ():
        if piece is not sleeve and found.free(piece, "armhole"):
            yield Seam(name="armhole", one=("sleeve", "cap"), other=(piece.id, "armhole"))


def _waists(found: _Found) -> Iterator[Seam]:
    """What hangs in one from the front and the back of an upper part is sewn to both."""
    for seam in tuple(found.named):
        if seam.one == ("front", "hem") and "waist" in seam.other[1] and "back" in found.by_id:
            back = found.by_id["back"]
            if found.free(back, "hem") and not seam.other[0].endswith("front"):
                yield Seam(name=seam.name, one=(back.id, "hem"), other=seam.other)


def _tubes(found: _Found) -> Iterator[Seam]:
    """What goes round the end of a sleeve or a hem: closed to a ring, and sewn on."""
    for id in _TUBES:
        tube = found.by_id.get(id)
        if tube is None:
            continue
        if found.free(tube, "end") and found.free(tube, "other end"):
            name = f"end of the {tube.name.lower()}"
            yield Seam(name=name, one=(id, "end"), other=(id, "other end"))
        for piece in found.outer():
            if id != "hem-band" and found.free(piece, "sleeve end"):
                end = (piece.id, "sleeve end")
                yield Seam(name="sleeve end", one=(id, "join"), other=end)


def _bound(found: _Found) -> Iterator[Seam]:
    """What is bound with a strip."""
    for id, edges in (
        ("armhole-binding", ("armhole", "other armhole")),
        ("neck-binding", ("neck",)),
        ("binding", ("armhole", "other armhole", "top", "hem")),
    ):
        strip = found.by_id.get(id)
        if strip is None or not found.free(strip, "join"):
            continue
        for piece in found.outer():
            for edge in edges:
                bare = found.free(piece, edge)
                if bare and (id != "binding" or edge != "hem" or _has(piece, "top")):
                    yield Seam(name=f"binding, {edge}", one=(id, "join"), other=(piece.id, edge))


def _linings(found: _Found) -> Iterator[tuple[Piece, Piece | None]]:
    """Every lining with the piece that it lines; that of a sleeve is set into the others."""
    for piece in found.pieces:
        if piece.id.endswith("-lining") and piece.id != _SLEEVE_LINING:
            yield piece, found.by_id.get(piece.id.removesuffix("-lining"))


_SLEEVE_LINING = "sleeve-lining"


def _lined_armholes(found: _Found) -> Iterator[Seam]:
    """The armholes of a lining: its sleeve is set into them, or they are sewn to those of the
    cloth."""
    sleeve = found.by_id.get(_SLEEVE_LINING)
    for piece, outer in _linings(found):
        if not found.free(piece, "armhole"):
            continue
        end = (piece.id, "armhole")
        if sleeve is not None and _has(sleeve, "cap"):
            yield Seam(name="armhole of the lining", one=(sleeve.id, "cap"), other=end)
        elif outer is not None and _has(outer, "armhole"):
            yield Seam(name=_called("armhole", piece), one=(outer.id, "armhole"), other=end)


def _lined_edges(found: _Found) -> Iterator[Seam]:
    """A lining to the facing inside it; where there is none, to the edges of its piece."""
    for piece, outer in _linings(found):
        facing = found.by_id.get(piece.id.removesuffix("-lining") + "-facing")
        for edge in filter(partial(found.free, piece), ("front edge", "neck", "waist")):
            end = (piece.id, edge)
            if facing is not None and found.free(facing, "outer") and edge != "waist":
                name = f"lining to the {facing.name.lower()}"
                yield Seam(name=name, one=(facing.id, "outer"), other=end)
            elif facing is None and outer is not None and _has(outer, edge):
                yield Seam(name=_called(edge, piece), one=(outer.id, edge), other=end)


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
