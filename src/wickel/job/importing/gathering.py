"""The lines of a drawing put together: closed outlines, and which marks and words lie in them."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace

import numpy as np
import shapely
from shapely.geometry import Polygon

from wickel.drawing.found import FoundDrawing, FoundLine, FoundText
from wickel.geometry import (
    Affine,
    Line,
    Outline,
    Path,
    chained,
    flatten,
    joined,
    map_path,
    signed_area,
    with_start,
    without_repeats,
)
from wickel.job.importing.cut_notches import CutNotch, without_notches
from wickel.job.importing.said import OUTLINES, ImportSaid, Meaning
from wickel.wording import Text, say

JOINED_MM, CLOSED_MM = 0.2, 2.0
"""Ends so near each other are one; a gap of a closed line that is no wider is closed straight."""
LEAST_MM2, _LEAST_SHARE = 100.0, 0.001
"""A closed line that holds less, and so little of what the largest one does, is no piece."""
_NEAR_MM = 20.0
"""A mark belongs to a piece that it lies no farther from."""
_FLAT_MM = 0.05


@dataclass(frozen=True, slots=True)
class Ring:
    """A closed line as the parts that it was drawn in, with what is said of each; counter-clockwise
    unless its allowances are said, which run along it as it was drawn. Notches that were cut into
    it are taken out."""

    parts: tuple[tuple[Path, Mapping[str, str]], ...]
    meaning: Meaning
    layer: str
    size: str
    of: str
    number: int
    notches: tuple[CutNotch, ...] = ()

    @property
    def path(self) -> Path:
        """The whole line."""
        return tuple(segment for path, _ in self.parts for segment in path)

    @property
    def outline(self) -> Outline:
        """The line as points."""
        return without_repeats(flatten(self.path, _FLAT_MM)[:-1])


@dataclass(slots=True, eq=False)
class Gathered:
    """What lies together: the outline of a piece, the other outline of it, and its marks."""

    ring: Ring
    shape: Polygon
    net: Ring | None = None
    marks: list[FoundLine] = field(default_factory=list)
    texts: list[FoundText] = field(default_factory=list)


@dataclass(slots=True)
class Together:
    """All pieces of a drawing, and what belongs to none of them."""

    pieces: list[Gathered]
    left_out: list[Text]


def scaled(found: FoundDrawing, mm_per_unit: float) -> FoundDrawing:
    """The drawing in millimetres."""
    by = Affine(a=mm_per_unit, e=mm_per_unit)
    return replace(
        found,
        lines=tuple(replace(line, path=map_path(line.path, by)) for line in found.lines),
        texts=tuple(replace(own, at=by(own.at)) for own in found.texts),
        mm_per_unit=1.0,
    )


def gathered(found: FoundDrawing, said: ImportSaid) -> Together:
    """The pieces of a drawing in millimetres, as its layers are said to be."""
    left_out: list[Text] = []
    rings = list(_rings(found, said, left_out))
    pieces = _pieces(rings, left_out)
    _place_marks(pieces, found, said, rings, left_out)
    return Together(pieces=pieces, left_out=left_out)


# --- closed lines --------------------------------------------------------------------------------


def _rings(found: FoundDrawing, said: ImportSaid, left_out: list[Text]) -> Iterable[Ring]:
    """The outlines, closed ones as they are, open ones put together by layer and group."""
    number = 0
    open_lines: dict[tuple[str, str], list[FoundLine]] = {}
    for line in found.lines:
        layer = said.layers.get(line.layer)
        if layer is None or layer.meaning not in OUTLINES:
            continue
        if not line.closed:
            open_lines.setdefault((line.layer, line.of), []).append(line)
            continue
        number += 1
        yield _ring([(line.path, line.says)], line, said, number)
    for (layer_name, _), lines in open_lines.items():
        paths = [line.path for line in lines]
        closed, loose = chained(paths, JOINED_MM)
        for chain in closed:
            number += 1
            parts = joined(paths, chain)
            parts[0] = (with_start(parts[0][0], parts[-1][-1].end), *parts[0][1:])
            yield _ring(
                [(path, lines[link.at].says) for path, link in zip(parts, chain, strict=True)],
                lines[chain[0].at],
                said,
                number,
            )
        for chain in loose:
            parts = joined(paths, chain)
            start, end = parts[0][0].start, parts[-1][-1].end
            gap = math.dist(start, end)
            if gap <= CLOSED_MM and len(parts) > 2:
                number += 1
                parts[-1] = (*parts[-1], Line(end, start))
                rows = zip(parts, chain, strict=True)
                yield _ring(
                    [(path, lines[link.at].says) for path, link in rows],
                    lines[chain[0].at],
                    said,
                    number,
                )
            else:
                left_out.append(say("importing.not-closed", layer=layer_name, gap=gap))


def _ring(
    parts: list[tuple[Path, Mapping[str, str]]], line: FoundLine, said: ImportSaid, number: int
) -> Ring:
    layer = said.layers[line.layer]
    points = [point for path, _ in parts for point in flatten(path, 1.0)[:-1]]
    told = all("allowance" in says for _, says in parts)  # along its own direction
    if signed_area(points) < 0 and not told:
        parts = [
            (tuple(own.backwards() for own in reversed(path)), says)
            for path, says in reversed(parts)
        ]
    notches: tuple[CutNotch, ...] = ()
    if not any(says for _, says in parts):
        whole, notches = without_notches(tuple(own for path, _ in parts for own in path))
        parts = [(whole, {})] if notches else parts
    return Ring(tuple(parts), layer.meaning, line.layer, layer.size, line.of, number, notches)


# --- pieces --------------------------------------------------------------------------------------


def _pieces(rings: list[Ring], left_out: list[Text]) -> list[Gathered]:
    """Outlines with what lies in them: of several one in another the outermost are pieces, a net
    line belongs to the cut line around it."""
    shapes = [Polygon(ring.outline) if len(ring.outline) > 2 else Polygon() for ring in rings]
    order = sorted(range(len(rings)), key=lambda k: -abs(shapes[k].area))
    pieces: list[Gathered] = []
    nets: list[tuple[Ring, Polygon]] = []
    for k in order:
        ring, shape = rings[k], shapes[k]
        if shape.area < min(LEAST_MM2, _LEAST_SHARE * shapes[order[0]].area):
            left_out.append(say("importing.too-small", layer=ring.layer))
            continue
        if not shape.is_valid:
            left_out.append(say("importing.crosses-itself", layer=ring.layer))
            continue
        if ring.meaning is Meaning.NET:
            nets.append((ring, shape))
            continue
        around = _around(ring, shape, pieces)
        if around is None:
            pieces.append(Gathered(ring=ring, shape=shape))
        else:
            around.marks.append(_as_mark(ring))
    for ring, shape in nets:
        around = _around(ring, shape, [own for own in pieces if own.net is None], 1.0)
        inside = around is None and _around(ring, shape, pieces, 1.0)
        if around is not None:
            around.net = ring
        elif inside:
            inside.marks.append(_as_mark(ring))
        else:
            pieces.append(Gathered(ring=ring, shape=shape))
    return sorted(pieces, key=lambda own: own.ring.number)


def _around(
    ring: Ring, shape: Polygon, pieces: list[Gathered], reach_mm: float = 0.0
) -> Gathered | None:
    """The smallest piece that holds a ring of its size and group."""
    spot = shape.representative_point()
    found = [
        own
        for own in pieces
        if own.ring.of == ring.of
        and _alike(own.ring.size, ring.size)
        and own.shape.area >= shape.area
        and own.shape.contains(spot)
        and shape.difference(own.shape.buffer(reach_mm)).area < 0.01 * shape.area
    ]
    return min(found, key=lambda own: own.shape.area, default=None)


def _alike(one: str, other: str) -> bool:
    return not one or not other or one == other


def _as_mark(ring: Ring) -> FoundLine:
    return FoundLine(path=ring.path, closed=True, layer=ring.layer, of=ring.of)


# --- marks ---------------------------------------------------------------------------------------


def _place_marks(
    pieces: list[Gathered],
    found: FoundDrawing,
    said: ImportSaid,
    rings: list[Ring],
    left_out: list[Text],
) -> None:
    """Give every mark and every word to the piece that it lies in; of several sizes to each."""
    if not pieces:
        return
    tree = shapely.STRtree([own.shape for own in pieces])
    lost: dict[str, int] = {}
    for line in found.lines:
        layer = said.layers.get(line.layer)
        if layer is None or layer.meaning in (*OUTLINES, Meaning.NOTHING):
            continue
        owners = _owners(line.of, layer.size, _middle(line.path), pieces, tree)
        for own in owners:
            own.marks.append(line)
        if not owners:
            lost[line.layer] = lost.get(line.layer, 0) + 1
    for layer_name, count in lost.items():
        left_out.append(say("importing.in-no-piece", layer=layer_name, count=count))
    for text in found.texts:
        for own in _owners(text.of, "", text.at, pieces, tree):
            own.texts.append(text)


def _middle(path: Path) -> tuple[float, float]:
    box = np.asarray(flatten(path, 1.0))
    middle = (box.min(axis=0) + box.max(axis=0)) / 2
    return (float(middle[0]), float(middle[1]))


def _owners(
    of: str,
    size: str,
    at: tuple[float, float],
    pieces: list[Gathered],
    tree: shapely.STRtree,
) -> list[Gathered]:
    """The pieces that something belongs to: that of its group, else the smallest of each size in or
    near which it lies."""
    grouped = [own for own in pieces if of and own.ring.of == of and _alike(own.ring.size, size)]
    if len(grouped) == 1:
        return grouped
    spot = shapely.Point(at)
    near = [pieces[int(k)] for k in tree.query(spot.buffer(_NEAR_MM))]
    near = [own for own in near if _alike(own.ring.size, size)]
    near = [own for own in near if own in grouped] or near
    best: dict[str, Gathered] = {}
    for own in sorted(near, key=lambda own: (own.shape.distance(spot), own.shape.area)):
        if own.shape.distance(spot) <= _NEAR_MM:
            best.setdefault(own.ring.size, own)
    return list(best.values())
