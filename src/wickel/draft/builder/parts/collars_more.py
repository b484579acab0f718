"""Collars that follow the neck: flat, a frill, a bow to tie, a hood."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import replace

from wickel.body import Body
from wickel.draft.builder.making import (
    OPENS_BEHIND,
    OPENS_IN_FRONT,
    Making,
    Part,
    Slot,
    half_neck_mm,
    stand_mm,
)
from wickel.draft.builder.parts.collars import OTHER_NECKS
from wickel.draft.checks import TapeCheck
from wickel.draft.collars import COLLAR_OPTIONS
from wickel.draft.ledger import SIDES
from wickel.draft.necklines import neck_facing
from wickel.draft.operations import join
from wickel.draft.parts import Strip, comes_back, edges, line, point, rectangle
from wickel.draft.style import DraftRefused, Options
from wickel.geometry import Cubic, Line, Point, length
from wickel.pattern import (
    Cut,
    EdgeKind,
    Layer,
    Pattern,
    Piece,
    PieceRole,
    View,
    edge_length,
    sewn_length,
)
from wickel.wording import Text, say, tr


def _half_neck(making: Making) -> float:
    """Half the neck seam, with what the front goes on past its centre."""
    assert making.necklines is not None, "a collar needs a neck"
    return math.fsum(length(neck.path) for neck in making.necklines) + making.stand_mm


def _strip(name: str, long_mm: float, high_mm: float, making: Making) -> Piece:
    """A straight strip, folded to twice its height."""
    strip = Strip(
        id="collar",
        name=name,
        part=PieceRole.COLLAR_STAND,
        long_mm=long_mm,
        high_mm=2 * high_mm,
        cuts=(Cut(material="main", copies=1),),
        role="neck",
        fold_line=True,
    )
    return rectangle(strip, making.allow)


def _frill(making: Making) -> Making:
    """A straight strip, gathered to the neck."""
    ledger = making.ledger
    ledger.at("Collar")
    high = ledger.length("collar.high", "collar", "Height of the collar", (15, 160))
    times = ledger.number("collar.times", 1.8, "Frill longer than the neck, times", (1.1, 4.0))
    around = 2 * _half_neck(making)
    ledger.know("neck_round", around)
    long = ledger.length("collar.long", f"{times!r}*neck_round", "Length of the frill")
    strip = comes_back(_strip("Frill collar", long, high, making), "join", around)
    return making.with_pieces(strip).finished("neck")


def _bow(making: Making) -> Making:
    """A band round the neck that goes on into the ends of a bow."""
    ledger = making.ledger
    ledger.at("Collar")
    high = ledger.length("collar.high", "collar", "Height of the collar", (15, 120))
    ledger.length("bow.end", "45 cm", "Each end of the bow", (150, 900))
    ledger.know("neck_round", 2 * _half_neck(making))
    long = ledger.length("bow.long", "neck_round + 2*bow_end", "Length of the bow collar")
    strip = _strip("Bow collar", long, high, making)
    return making.with_pieces(strip).finished("neck")


def _flat(making: Making) -> Making:
    """A collar that lies flat: front and back along the neck, joined at the shoulder."""
    ledger = making.ledger
    ledger.at("Collar")
    wide = ledger.length("collar.wide", "2*collar", "Width of the flat collar", (20, 240))
    assert making.necklines is not None, "a collar needs a neck"
    front, back = (
        replace(
            neck_facing(where, neck, _overarm(making, where), wide, making.allow), inner_lines=()
        )
        for where, neck in zip(SIDES, making.necklines, strict=True)
    )
    if OPENS_BEHIND in making.needs:
        back = _open(back)
    if OPENS_IN_FRONT in making.needs:
        front = _open(front)
    collar = join((back, "shoulder"), (front, "shoulder"), id="collar", name="Flat collar")
    # of two layers: on the fold where it has one, else in pairs
    cut = (
        Cut(material="main", copies=2, on_fold=True)
        if any(edge.kind is EdgeKind.FOLD for edge in collar.edges)
        else Cut(material="main", copies=4, pair=True)
    )
    made = replace(
        collar, cuts=(cut,), role=PieceRole.COLLAR, view=View.BOTH, layer=Layer.OUTER, of=""
    )
    return making.with_pieces(made).finished("neck")


def _overarm(making: Making, where: str) -> Point:
    """Unit vector along the shoulder, from the neck."""
    if making.halves is not None:
        return making.halves[SIDES.index(where)].overarm
    seam = making.piece(making.inner(where)).edge("shoulder").path[-1]
    (x, y), (a, b) = seam.start, seam.end
    size = math.dist((x, y), (a, b))
    return ((a - x) / size, (b - y) / size)


def _open(half: Piece) -> Piece:
    """The half of a collar with its ends at the centre."""
    return replace(
        half,
        edges=tuple(
            replace(edge, kind=EdgeKind.SEAM, allowance_mm=half.edge("outer").allowance_mm)
            if edge.kind is EdgeKind.FOLD
            else edge
            for edge in half.edges
        ),
    )


def _hood(making: Making) -> Making:
    """A hood of two halves, its seam over the head; its neck edge is solved to half the neck."""
    ledger = making.ledger
    ledger.at("Collar")
    half = _half_neck(making)
    high = ledger.length("hood.high", "0.62*head", "Height of the hood", (260, 480))
    drop = ledger.length("hood.drop", "4 cm", "Hood lower in front by", (0, 100))
    deep = ledger.length("hood.deep", "0.42*head", "Depth of the hood over the head", (160, 340))
    if half <= drop:
        raise DraftRefused(say("builder.hood-neck", neck=2 * half, drop=drop), "hood.drop")
    wide = math.sqrt(half**2 - drop**2)
    back, front = (high, 0.0), (high + drop, wide)
    top = (0.0, max(deep, wide))
    crown = (
        Cubic(top, (0.0, 0.35 * top[1]), (0.18 * high, -0.12 * deep), (0.55 * high, -0.06 * deep)),
        Cubic((0.55 * high, -0.06 * deep), (0.8 * high, -0.02 * deep), (0.9 * high, 0.0), back),
    )
    piece = Piece(
        id="hood",
        name="Hood",
        role=PieceRole.HOOD,
        edges=edges(
            making.allow,
            ("neck", line(back, front), "neck"),
            ("face", (Line(front, top),), "hem"),
            ("crown", crown, "shoulder"),
        ),
        cuts=(Cut(material="main", copies=2, pair=True),),
        points=(
            point("neck, behind", back, "the height of the hood", "hood.high"),
            point("neck, in front", front, "half the neck along the seam", "hood.drop"),
            point("over the forehead", top, "the depth of the hood", "hood.deep"),
        ),
    )
    return making.with_pieces(piece).finished("neck")


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """The collar, drawn in, its ends off, against the neck seam."""
    by_id = {piece.id: piece for piece in pattern.pieces}
    collar = by_id.get("collar") or by_id.get("hood")
    if collar is None:
        return ()
    ends = 2 * pattern.figure_or("bow.end", 0.0)
    whole = any(edge.name == "join" for edge in collar.edges)
    # a flat collar ends at the centre; front and back of it each have a part of the neck
    less = stand_mm(pattern) if pattern.figure_or("collar.wide", 0.0) else 0.0
    necks = [edge.name for edge in collar.edges if edge.name.startswith("neck")]
    half = sum(edge_length(collar, name) for name in necks)
    one = sewn_length(collar, "join") - ends if whole else 2 * half
    return (
        TapeCheck(
            name="Collar to neck",
            one=collar.name.lower(),
            one_mm=one,
            other="neck seam",
            other_mm=2 * (half_neck_mm(pattern) - less),
            way_out=say("collars.draw-collar"),
        ),
    )


_KINDS: dict[str, tuple[Text, Callable[[Making], Making]]] = {
    "flat": (tr("a flat collar"), _flat),
    "frill": (tr("a frill"), _frill),
    "bow": (tr("a band tied in a bow"), _bow),
    "hood": (tr("a hood"), _hood),
}

PARTS = tuple(
    Part(
        id=id,
        slot=Slot.COLLAR,
        name=str(name),
        add=add,
        options=COLLAR_OPTIONS[1:],
        required=("head",) if id == "hood" else (),
        checks=_checks,
        against=OTHER_NECKS,
        roles=("neck", "band"),
        place=place,
    )
    for place, (id, (name, add)) in enumerate(_KINDS.items(), 10)
)
