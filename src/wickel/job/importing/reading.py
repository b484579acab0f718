"""A drawing becomes pieces: net lines with edges and allowances, grain, fold, notches, marks, and
what is doubtful of each.

Where a file has both lines of a piece the allowance of an edge is measured between them; where it
has the cut line alone, the allowances that are said to be in it are taken off, and put on again to
see whether the same line comes out.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

import shapely

from wickel.drawing.found import FoundDrawing, FoundLine
from wickel.geometry import (
    Affine,
    BadOutline,
    CannotTakeOff,
    CutEdge,
    Line,
    Outline,
    Path,
    bounds,
    flatten,
    length,
    map_path,
    rotation,
    simple_outline,
    taken_off,
    translation,
)
from wickel.job.importing.edges import (
    Part,
    along_its_longest,
    apart_mm,
    is_straight,
    lowest,
    notch_on,
    parted,
    pointing_down,
    points_of,
    runs_along,
    with_hems,
)
from wickel.job.importing.facts import (
    MOST_LENGTH_MM,
    allowance_of,
    cuts_of,
    kind_of,
    number_of,
    place_of,
    wider_of,
)
from wickel.job.importing.gathering import Gathered, gathered, scaled
from wickel.job.importing.measured import measured_allowance
from wickel.job.importing.said import EdgeSaid, ImportSaid, Meaning, PieceSaid
from wickel.pattern import (
    BIAS_DEG,
    MATERIALS,
    Cut,
    Edge,
    EdgeKind,
    InnerLine,
    Notch,
    Piece,
    cut_line,
    net_line,
    with_guessed_roles,
)
from wickel.wording import Text, say, words_of

OFF_MM = 0.2
"""A cut line that comes out no farther off is the same."""
_LEAST_GRAIN_MM, _NOTCH_MM = 15.0, 25.0


@dataclass(frozen=True, slots=True, kw_only=True)
class FoundEdge:
    """An edge of a piece that was found: where it lies in the drawing, in mm, what it is, and what
    was in the cut line along it."""

    name: str
    points: Outline
    kind: EdgeKind
    allowance_mm: float
    straight: bool
    long_mm: float


@dataclass(frozen=True, slots=True, kw_only=True)
class ReadPiece:
    """A piece as it would come in. ``drawn`` is None where it cannot, and ``refusal`` says why;
    ``doubts`` is what to look at. ``outline`` is the line of the file, ``net`` the net line, in mm
    of the drawing; ``grains_deg`` are the directions offered for its arrow, the first one taken."""

    key: str
    name: str
    size: str
    layer: str
    garment: str
    outline: Outline
    net: Outline = ()
    edges: tuple[FoundEdge, ...] = ()
    grains_deg: tuple[float, ...] = ()
    drawn: Piece | None = None
    refusal: Text = ""
    doubts: tuple[Text, ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class ReadDrawing:
    """All pieces of a drawing, and what is left out."""

    pieces: tuple[ReadPiece, ...]
    left_out: tuple[Text, ...]


def read_pieces(found: FoundDrawing, said: ImportSaid) -> ReadDrawing:
    """The pieces of a drawing as they would come in."""
    there = scaled(found, said.mm_per_unit)
    together = gathered(there, said)
    made = [_Reading(own, there, said).piece() for own in together.pieces]
    return ReadDrawing(
        pieces=tuple(_named_once(made)), left_out=(*found.left_out, *together.left_out)
    )


def _named_once(pieces: list[ReadPiece]) -> Iterator[ReadPiece]:
    """The pieces with ids of their own within their garment and size."""
    taken: set[tuple[str, str, str]] = set()
    for own in pieces:
        if own.drawn is None:
            yield own
            continue
        id, number = own.drawn.id, 1
        while (own.garment, own.size, id) in taken:
            number += 1
            id = f"{own.drawn.id}-{number}"
        taken.add((own.garment, own.size, id))
        yield replace(own, drawn=replace(own.drawn, id=id))


class _Reading:
    """One piece, while it is read."""

    def __init__(self, own: Gathered, found: FoundDrawing, said: ImportSaid) -> None:
        self._own, self._said = own, said
        ring = own.ring
        self._facts: Mapping[str, str] = found.pieces.get(ring.of) or _facts_of(ring.parts)
        self.key = _key(own)
        self._answer = said.pieces.get(self.key, PieceSaid())
        self._doubts: list[Text] = []

    def piece(self) -> ReadPiece:
        """The piece as it would come in."""
        ring = self._own.ring
        size = self._facts.get("size", "") or ring.size
        made = ReadPiece(
            key=self.key,
            name=self._name(),
            size=size,
            layer=ring.layer,
            garment=self._facts.get("garment", ""),
            outline=ring.outline,
            grains_deg=self._grains(),
        )
        try:
            edges, rows = self._edges(made.grains_deg[0])
        except CannotTakeOff as reason:
            name = self._edge_name(reason.edge)
            refusal = say("importing.cannot-take-off", piece=made.name, edge=name)
            rows = self._as_cut(made.grains_deg[0])
            return replace(made, refusal=refusal, edges=rows)
        net = tuple(point for edge in edges for point in flatten(edge.path)[:-1])
        made = replace(made, edges=rows, net=net)
        try:
            drawn = self._drawn(made, edges)
            simple_outline(net_line(drawn))
        except (BadOutline, ValueError) as reason:
            refusal = say("importing.no-outline", piece=made.name, reason=words_of(reason))
            return replace(made, refusal=refusal)
        return replace(made, drawn=drawn, doubts=tuple(self._doubts))

    # --- names, grain ---------------------------------------------------------------------------

    def _name(self) -> str:
        own = self._own
        said = self._answer.name or self._facts.get("name") or self._facts.get("block")
        texts = sorted(own.texts, key=lambda text: -len(text.text))
        words = next((text.text for text in own.texts if any(map(str.isalpha, text.text))), "")
        return (said or words or next((text.text for text in texts), "") or self.key)[:80]

    def _grains(self) -> tuple[float, ...]:
        """The directions offered for the arrow, from head to hem: what was said, what the file
        says, its grain lines, and the ways that a piece is mostly drawn."""
        offered: list[float] = []
        said = number_of(self._facts, "grain", 3600.0)
        offered += [] if said is None else [said]
        lines = [line for line in self._of_meaning(Meaning.GRAIN) if is_straight(line.path)]
        lines.sort(key=lambda line: -length(line.path))
        for line in lines:
            if length(line.path) >= _LEAST_GRAIN_MM:
                down = pointing_down(line.path)
                offered += [down, (down + 180.0) % 360.0]
        offered += [270.0, 0.0, 90.0, 180.0]
        first = [] if self._answer.grain_deg is None else [self._answer.grain_deg]
        unique: list[float] = []
        for deg in (*first, *offered):
            if all(abs((deg - other + 180.0) % 360.0 - 180.0) > 0.05 for other in unique):
                unique.append(deg)
        return tuple(unique)

    def _of_meaning(self, meaning: Meaning) -> list[FoundLine]:
        layers = self._said.layers
        return [
            line
            for line in self._own.marks
            if line.layer in layers and layers[line.layer].meaning is meaning
        ]

    # --- edges -----------------------------------------------------------------------------------

    def _edges(self, grain_deg: float) -> tuple[list[Edge], tuple[FoundEdge, ...]]:
        """The net edges, in the frame of the drawing. Raises ``CannotTakeOff``."""
        own = self._own
        net = own.net or (own.ring if own.ring.meaning is not Meaning.CUT else None)
        if net is None:
            return self._taken_off(self._as_cut(grain_deg))
        parts = parted(net.parts)
        cut = None if own.net is None else shapely.LinearRing(own.ring.outline)
        edges = [self._net_edge(k, path, says, cut) for k, (path, says) in enumerate(parts)]
        if cut is not None and not any(edge.kind is EdgeKind.HEM for edge in edges):
            edges = with_hems(edges, cut)
        return edges, tuple(_row(edge, edge.path) for edge in edges)

    def _net_edge(
        self, k: int, path: Path, says: Mapping[str, str], cut: shapely.LinearRing | None
    ) -> Edge:
        """An edge of a net line that the file has."""
        name = self._edge_name(k, says)
        answer = self._answer.edges.get(name, EdgeSaid())
        on_fold = self._lies_on_fold(path) if answer.fold is None else answer.fold
        kind = kind_of(says) or EdgeKind.SEAM
        if answer.hem is not None:
            kind = EdgeKind.HEM if answer.hem else EdgeKind.SEAM
        if on_fold and is_straight(path):
            return Edge(
                name=name,
                path=(Line(path[0].start, path[-1].end),),
                allowance_mm=0.0,
                kind=EdgeKind.FOLD,
            )
        if kind is EdgeKind.FOLD:
            kind = EdgeKind.SEAM
        end = allowance_of(says, "allowance-end")
        mm = answer.allowance_mm if answer.allowance_mm is not None else allowance_of(says)
        if mm is None and cut is not None:
            found = measured_allowance(path, cut)
            mm, end = found.start_mm, found.end_mm
            if found.uneven:
                self._doubts.append(say("importing.uneven", edge=name, mm=found.spread_mm))
        return Edge(
            name=name,
            path=path,
            allowance_mm=mm or 0.0,
            kind=kind,
            allowance_end_mm=end,
            comes_back_to_mm=number_of(says, "comes-back", MOST_LENGTH_MM),
            wider=wider_of(says),
        )

    def _as_cut(self, grain_deg: float) -> tuple[FoundEdge, ...]:
        """The edges of a cut line, with what is said to be in it along each."""
        parts = parted(self._own.ring.parts)
        low = lowest([path for path, _ in parts], grain_deg)
        rows = []
        for k, (path, says) in enumerate(parts):
            name = self._edge_name(k, says)
            answer = self._answer.edges.get(name, EdgeSaid())
            fold = self._lies_on_fold(path) if answer.fold is None else answer.fold
            hem = k == low and self._said.hem_mm is not None
            hem = hem if answer.hem is None else answer.hem
            usual = self._said.hem_mm if hem and self._said.hem_mm else self._said.seam_mm
            mm = usual if answer.allowance_mm is None else answer.allowance_mm
            kind = EdgeKind.HEM if hem else EdgeKind.SEAM
            if fold and is_straight(path):
                kind, mm = EdgeKind.FOLD, 0.0
            rows.append(_row(Edge(name=name, path=path, allowance_mm=mm, kind=kind), path))
        return tuple(rows)

    def _taken_off(self, rows: tuple[FoundEdge, ...]) -> tuple[list[Edge], tuple[FoundEdge, ...]]:
        """The net edges under a cut line. Raises ``CannotTakeOff``."""
        if all(row.allowance_mm == 0 for row in rows):
            nets: Sequence[Outline | None] = [row.points for row in rows]
        else:
            nets = taken_off(
                [
                    CutEdge(
                        points=_straight(row),
                        allowance_mm=row.allowance_mm,
                        square=row.kind is EdgeKind.HEM,
                        fold=row.kind is EdgeKind.FOLD,
                    )
                    for row in rows
                ]
            )
        edges, kept = [], []
        for row, net in zip(rows, nets, strict=True):
            if net is None:
                continue
            corners = (net[0], net[-1]) if row.kind is EdgeKind.FOLD else net
            path = tuple(Line(a, b) for a, b in pairwise(corners))
            edges.append(
                Edge(name=row.name, path=path, allowance_mm=row.allowance_mm, kind=row.kind)
            )
            kept.append(row)
        return edges, tuple(kept)

    def _edge_name(self, k: int, says: Mapping[str, str] | None = None) -> str:
        return (says or {}).get("edge") or f"edge {k + 1}"

    def _lies_on_fold(self, path: Path) -> bool:
        """Whether a fold line of the file runs along an edge."""
        return any(runs_along(line.path, path) for line in self._of_meaning(Meaning.FOLD))

    # --- the piece -------------------------------------------------------------------------------

    def _drawn(self, made: ReadPiece, edges: list[Edge]) -> Piece:
        """The piece in its own frame. Raises ``ValueError`` where its edges do not meet."""
        grain = made.grains_deg[0]
        to_own, own_grain = self._frame(edges, grain)
        cuts = self._cuts(any(edge.kind is EdgeKind.FOLD for edge in edges))
        notches = self._notches(edges)
        piece = Piece(
            id=_id(made.name),
            name=made.name,
            edges=tuple(replace(edge, path=map_path(edge.path, to_own)) for edge in edges),
            cuts=cuts,
            grain_deg=own_grain,
            notches=notches,
            inner_lines=tuple(
                InnerLine(name=line.says.get("line", ""), path=map_path(line.path, to_own))
                for line in self._inner()
            ),
        )
        self._compare(piece, to_own)
        return self._with_roles(with_guessed_roles(piece))

    def _with_roles(self, piece: Piece) -> Piece:
        """The piece as what it was said to be, in place of what its names say."""
        said = self._answer
        roles = {name: own.role for name, own in said.edges.items() if own.role is not None}
        return replace(
            piece,
            role=said.role or piece.role,
            view=said.view or piece.view,
            edges=tuple(
                replace(edge, role=roles.get(edge.name, edge.role)) for edge in piece.edges
            ),
        )

    def _frame(self, edges: list[Edge], grain: float) -> tuple[Affine, float]:
        """The map into the piece's own frame, and its grain there: as the file says; else with the
        arrow along x, the top at x = 0 and the fold, or the lowest side, at y = 0."""
        there = place_of(self._facts)
        said = number_of(self._facts, "grain", 3600.0)
        if there is not None and said is not None and self._answer.grain_deg is None:
            start = self._own.ring.path[0].start
            return translation(there[0] - start[0], there[1] - start[1]), said
        bias = abs(grain % 90.0 - BIAS_DEG) < 1e-6
        turned = rotation(-(grain - BIAS_DEG if bias else grain))
        net = [turned(point) for edge in edges for point in flatten(edge.path, 1.0)]
        box = bounds(net)
        fold = next((edge for edge in edges if edge.kind is EdgeKind.FOLD), None)
        low = box.min_y
        if fold is not None:
            a, b = turned(fold.path[0].start), turned(fold.path[-1].end)
            if abs(a[1] - b[1]) < 1.0:
                low = a[1]
        return translation(-box.min_x, -low).after(turned), BIAS_DEG if bias else 0.0

    def _cuts(self, on_fold: bool) -> tuple[Cut, ...]:
        cuts = cuts_of(self._facts) or (Cut(material="main", copies=1, on_fold=on_fold),)
        answer = self._answer
        first = cuts[0]
        copies = first.copies if answer.copies is None else answer.copies
        pair = first.pair if answer.pair is None else answer.pair
        first = replace(
            first,
            material=answer.material or first.material,
            copies=copies,
            pair=pair and copies % 2 == 0 and not on_fold,
            on_fold=on_fold,
        )
        made: dict[str, Cut] = {}
        for own in (first, *(replace(own, on_fold=own.on_fold and on_fold) for own in cuts[1:])):
            material = own.material
            if material not in MATERIALS:
                material = MATERIALS[0]
                self._doubts.append(say("importing.material", material=own.material))
            made.setdefault(material, replace(own, material=material))
        return tuple(made.values())

    def _notches(self, edges: list[Edge]) -> tuple[Notch, ...]:
        made = []
        rings = [ring for ring in (self._own.ring, self._own.net) if ring is not None]
        cut = next((ring.notches for ring in rings if ring.notches), ())
        if cut:
            self._doubts.append(say("importing.notches-cut", count=len(cut)))
        layer = self._own.ring.layer
        lines = [
            FoundLine(path=(Line(own.mouth, own.tip),), closed=False, layer=layer) for own in cut
        ]
        for k, line in enumerate((*self._of_meaning(Meaning.NOTCH), *lines)):
            best = min(
                (notch_on(edge, line) for edge in edges if edge.kind is not EdgeKind.FOLD),
                key=lambda found: (found[2] != line.says.get("edge", found[2]), found[0]),
                default=None,
            )
            name = line.says.get("notch") or f"notch {k + 1}"
            if best is None or best[0] > _NOTCH_MM:
                self._doubts.append(say("importing.notch-nowhere", notch=name))
                continue
            made.append(Notch(name=name, edge=best[2], at_mm=best[1]))
        return tuple(made)

    def _inner(self) -> Iterator[FoundLine]:
        """The lines inside: what is marked, closed lines of the outline's own layer, and fold lines
        that are no edge."""
        layers = self._said.layers
        for line in self._own.marks:
            meaning = layers[line.layer].meaning if line.layer in layers else Meaning.INNER
            if meaning in (Meaning.NOTCH, Meaning.GRAIN, Meaning.NOTHING):
                continue
            if meaning is Meaning.FOLD and any(
                runs_along(line.path, path) for path, _ in parted(self._own.ring.parts)
            ):
                continue
            if meaning is Meaning.FOLD and self._own.net is not None:
                parts = parted(self._own.net.parts)
                if any(runs_along(line.path, path) for path, _ in parts):
                    continue
            yield line

    def _compare(self, piece: Piece, to_own: Affine) -> None:
        """Doubt a piece whose cut line is not the one of the file."""
        own = self._own
        if own.ring.meaning is not Meaning.CUT:
            return
        there = shapely.LinearRing(to_own.all(own.ring.outline))
        off = apart_mm(there, shapely.LinearRing(cut_line(piece)))
        if off > OFF_MM:
            self._doubts.append(say("importing.off", piece=piece.name, off=off))


# --- small questions -----------------------------------------------------------------------------


def _straight(row: FoundEdge) -> Outline:
    """The points of an edge; of one on the fold its two ends along its own line."""
    if row.kind is not EdgeKind.FOLD:
        return row.points
    return along_its_longest(tuple(Line(a, b) for a, b in pairwise(row.points)))


def _facts_of(parts: Sequence[Part]) -> Mapping[str, str]:
    return next((says for _, says in parts if "cuts" in says), {})


def _row(edge: Edge, path: Path) -> FoundEdge:
    return FoundEdge(
        name=edge.name,
        points=points_of(path),
        kind=edge.kind,
        allowance_mm=edge.allowance_mm,
        straight=is_straight(path),
        long_mm=length(path),
    )


def _key(own: Gathered) -> str:
    words = [own.ring.of or f"piece {own.ring.number}", own.ring.size]
    return " ".join(word for word in words if word) if own.ring.of else words[0]


def _id(name: str) -> str:
    kept = "".join(sign if sign.isalnum() else "-" for sign in name.lower())
    while "--" in kept:
        kept = kept.replace("--", "-")
    return kept.strip("-")[:60] or "piece"
