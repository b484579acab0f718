"""What a maker says of a drawing that comes in: how large its unit is, what its layers mean, and
what cannot be known of a piece."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import StrEnum

from wickel.drawing.found import FoundDrawing, FoundLine
from wickel.geometry import chained, flatten, joined, signed_area
from wickel.pattern import EdgeRole, PieceRole, View


class Meaning(StrEnum):
    """What the lines of a layer are. ``both``: the outline is the net line, and it is cut along it,
    without any allowance."""

    CUT = "cut"
    NET = "net"
    BOTH = "both"
    INNER = "inner"
    NOTCH = "notch"
    GRAIN = "grain"
    FOLD = "fold"
    NOTHING = "nothing"


_SMALL = 200.0
"""A drawing of fewer units is not in millimetres."""
_NET_SHARE = 0.6
"""A net line holds at least so much of what its cut line does."""
OUTLINES = (Meaning.CUT, Meaning.NET, Meaning.BOTH)
"""Meanings of closed lines that a piece is made of."""


@dataclass(frozen=True, slots=True, kw_only=True)
class LayerSaid:
    """What a layer means, and the size that it belongs to, where a file has several."""

    meaning: Meaning
    size: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class EdgeSaid:
    """What is said of one edge: the allowance that is in it, in mm, None as is usual; whether it is
    a hem, or lies on the fold; what it is of the garment, None as its name has it."""

    allowance_mm: float | None = None
    hem: bool | None = None
    fold: bool | None = None
    role: EdgeRole | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class PieceSaid:
    """What is said of one piece; what is left at None is as the file has it, or as is usual: which
    part of the garment it is, and on which side, as its name has it.

    ``grain_deg`` is the direction of its arrow in the drawing, from head to hem.
    """

    take: bool = True
    name: str | None = None
    material: str | None = None
    copies: int | None = None
    pair: bool | None = None
    grain_deg: float | None = None
    role: PieceRole | None = None
    view: View | None = None
    edges: Mapping[str, EdgeSaid] = field(default_factory=dict)


@dataclass(frozen=True, slots=True, kw_only=True)
class ImportSaid:
    """All that is said of a drawing. ``seam_mm`` and ``hem_mm`` are the allowances that are in its
    cut lines where nothing else is said, for all pieces; without ``hem_mm`` no edge is taken for a
    hem by itself."""

    mm_per_unit: float
    layers: Mapping[str, LayerSaid]
    seam_mm: float = 0.0
    hem_mm: float | None = None
    pieces: Mapping[str, PieceSaid] = field(default_factory=dict)


_WORDS: tuple[tuple[str, Meaning], ...] = (
    # first word that is found in the name of a layer
    ("notch", Meaning.NOTCH),
    ("grain", Meaning.GRAIN),
    ("fold", Meaning.FOLD),
    ("net", Meaning.NET),
    ("sew", Meaning.NET),
    ("stitch", Meaning.NET),
    ("seam", Meaning.NET),
    ("inner", Meaning.INNER),
    ("intern", Meaning.INNER),
    ("dart", Meaning.INNER),
    ("drill", Meaning.INNER),
    ("mark", Meaning.INNER),
    ("cut", Meaning.CUT),
    ("outline", Meaning.CUT),
    ("bound", Meaning.CUT),
    ("text", Meaning.NOTHING),
    ("name", Meaning.NOTHING),
    ("dim", Meaning.NOTHING),
    ("cloth", Meaning.NOTHING),
    ("selvage", Meaning.NOTHING),
    ("later", Meaning.NOTHING),
    ("filled", Meaning.NOTHING),
    ("page", Meaning.NOTHING),
)
_NUMBERED = {
    # how layers are numbered in files for the clothing trade (ASTM D6673)
    "1": Meaning.CUT,
    "4": Meaning.NOTCH,
    "6": Meaning.FOLD,
    "7": Meaning.GRAIN,
    "8": Meaning.INNER,
    "11": Meaning.INNER,
    "13": Meaning.INNER,
    "14": Meaning.NET,
}
_SIZE = re.compile(r"(?:^|[\s_·-])(?:size[\s_-]*)?(\d{2}|[2-6]?X{0,3}[SL]|M)$", re.IGNORECASE)


def proposed(found: FoundDrawing, mm_per_unit: float | None = None) -> ImportSaid:
    """What can be guessed of a drawing: its layers by their names and by what lies on them; where
    it does not say its unit, and nobody else does, whether that is a millimetre or a centimetre."""
    names = tuple(dict.fromkeys(line.layer for line in found.lines))
    numbered = len(names) > 1 and all(name.isdigit() and len(name) <= 2 for name in names)
    numbered = numbered and any(int(name) < 15 for name in names)
    layers: dict[str, LayerSaid] = {}
    unknown = []
    for name in names:
        known = _NUMBERED.get(name, Meaning.NOTHING) if numbered else _by_words(name)
        size = "" if numbered else _size_of(name)
        layers[name] = LayerSaid(meaning=known or Meaning.CUT, size=size)
        unknown += [] if known else [name]
    layers |= _by_lines(unknown, layers, found)
    per_unit = found.mm_per_unit or mm_per_unit or _likely_unit(found)
    return ImportSaid(mm_per_unit=per_unit, layers=layers)


def _likely_unit(found: FoundDrawing) -> float:
    """Pieces are some spans large: in a drawing of small numbers those are centimetres."""
    points = [line.path[0].start for line in found.lines]
    sizes = [max(axis) - min(axis) for axis in zip(*points, strict=True)]
    return 10.0 if max(sizes, default=0.0) < _SMALL else 1.0


def _by_words(layer: str) -> Meaning | None:
    small = layer.lower()
    return next((meaning for word, meaning in _WORDS if word in small), None)


def _size_of(layer: str) -> str:
    met = _SIZE.search(layer.strip())
    return met[1].upper() if met else ""


def _by_lines(
    names: list[str], layers: Mapping[str, LayerSaid], found: FoundDrawing
) -> dict[str, LayerSaid]:
    """Layers whose names tell nothing, by what their closed lines hold: of each size the one that
    holds most is cut, one that holds about as much is the net line, the others mark."""
    cuts = {own.size for own in layers.values() if own.meaning is Meaning.CUT}
    holds = {name: _held([line for line in found.lines if line.layer == name]) for name in names}
    made: dict[str, LayerSaid] = {}
    for size in cuts:
        own = sorted((name for name in names if layers[name].size == size), key=lambda n: -holds[n])
        known = any(
            said.meaning in OUTLINES and said.size == size
            for name, said in layers.items()
            if name not in names
        )
        most = holds[own[0]] if own else 0.0
        for k, name in enumerate(own):
            meaning = Meaning.INNER
            if holds[name] > 0 and not known:
                if k == 0:
                    meaning = Meaning.CUT
                elif holds[name] > _NET_SHARE * most:
                    meaning = Meaning.NET
            made[name] = LayerSaid(meaning=meaning, size=size)
    return made


def _held(lines: list[FoundLine]) -> float:
    """How much the closed lines of a layer hold, in square units of the file."""
    paths = [line.path for line in lines if not line.closed]
    size = max((abs(value) for path in paths for value in path[0].start), default=0.0)
    closed, _ = chained(paths, 1e-4 * (1.0 + size))
    rings = [flatten(line.path, 1.0) for line in lines if line.closed]
    rings += [
        tuple(point for part in joined(paths, chain) for point in flatten(part, 1.0)[:-1])
        for chain in closed
    ]
    return sum(abs(signed_area(ring)) for ring in rings if len(ring) > 2)
