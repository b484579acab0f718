"""What is bought for a garment beside its cloths: zip, elastic, buttons, boning, eyelets, binding,
thread.

Read off the pattern where that says it (notches for buttons, lines for bones, casings for elastic),
else off the style and its options. Rules of thumb are this program's own and stand beside what they
give.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass

from wickel.body import Body
from wickel.draft.style import Options
from wickel.geometry import length
from wickel.pattern import (
    BIAS_DEG,
    COLLARS,
    Edge,
    EdgeKind,
    EdgeRole,
    InnerLine,
    Layer,
    LineKind,
    NotchKind,
    Pattern,
    Piece,
    PieceRole,
    View,
    edge_length,
)
from wickel.wording import Text, say

ZIPS_MM = (100, 120, 150, 180, 200, 220, 250, 300, 350, 400, 450, 500, 550, 600, 700, 800)
"""The lengths that zips are mostly sold in; a longer one can be shortened, a shorter one not
lengthened."""

FLY_MM = 180.0
ELASTIC_SHARE, ELASTIC_JOIN_MM, CASING_ROOM_MM = 0.9, 20.0, 5.0
EYELET_GAP_MM = 25.0
THREAD_PER_SEAM, THREAD_SPARE, REEL_MM = 2.8, 1.25, 100_000.0
"""A lockstitched seam takes about 2.8 times its length of thread, a quarter more goes on tacking
and ends."""

THREAD = "thread"


@dataclass(frozen=True, slots=True, kw_only=True)
class Notion:
    """Something to buy: how many, of what length and width in mm where that matters, and where it
    comes from.

    ``piece`` is the id of the piece that a binding is in the pattern.
    """

    kind: str
    name: str
    count: int
    long_mm: float | None = None
    wide_mm: float | None = None
    why: Text = ""
    piece: str = ""


def notions(style: str, pattern: Pattern, body: Body, options: Options) -> tuple[Notion, ...]:
    """Everything to buy for a garment that is not cut from cloth, and its bindings.

    ``style`` is the id of the style, ``options`` all its options (``full_options``); other styles
    than those of the house get what their pieces say.
    """
    return (
        *_zips(style, pattern, options),
        *_buttons(pattern),
        *_elastics(pattern, body),
        *_bones(pattern),
        *_bindings(pattern),
        *_thread(pattern),
    )


def _piece(pattern: Pattern, *ids: str) -> Piece | None:
    return next((piece for piece in pattern.pieces if piece.id in ids), None)


def _of_role(pattern: Pattern, role: PieceRole) -> Piece | None:
    """The first outer piece of a role."""
    found = (p for p in pattern.pieces if p.role is role and p.layer is Layer.OUTER)
    return next(found, None)


def _zip(needed_mm: float, why: str) -> Notion:
    """The shortest zip that is sold and long enough; one of the length itself where none is."""
    sold = next(
        (float(mm) for mm in ZIPS_MM if mm >= needed_mm - 0.5), 100.0 * math.ceil(needed_mm / 100.0)
    )
    return Notion(
        kind="zip",
        name="Zip",
        count=1,
        long_mm=sold,
        why=say("notions.zip-for", closing=why, needed=needed_mm),
    )


def _zips(style: str, pattern: Pattern, options: Options) -> Iterator[Notion]:
    """The zips of a garment: at the marks on its pieces, and those that its style closes with."""
    for piece in pattern.pieces:
        for notch in piece.notches if piece.layer is Layer.OUTER else ():
            if notch.kind is NotchKind.ZIP:
                edge = piece.edge(notch.edge)
                from_start = edge.start[0] < edge.end[0]  # the edge runs from its upper end down
                long = notch.at_mm if from_start else edge_length(piece, notch.edge) - notch.at_mm
                yield _zip(long, f"from the upper edge to the mark on the {notch.edge}")
    if style in _SIDE_ZIP:
        yield from _body_zip(pattern, options, _SIDE_ZIP[style])
    legs = style == "trousers" and options.get("waist") != "elastic"
    if legs or options.get("closing") == "fly":
        yield _zip(FLY_MM, "the front closing")


_SIDE_ZIP = {"bodice": "none", "from-parts": "side", "off-shoulder-dress": "side"}
"""The styles that close with a zip behind or at the side, and their answer for the side."""


def _body_zip(pattern: Pattern, options: Options, at_side: str) -> Iterator[Notion]:
    """The zip of a body: behind or at the side, on into the skirt where one is sewn on."""
    closing = options.get("closing", at_side)
    back, front = _piece(pattern, "back", "back-centre"), _piece(pattern, "front", "front-side")
    down = pattern.figure_or("zip.below", 0.0)
    on = ", and on into the skirt" if down else ""
    if down and back is not None and back.has(EdgeRole.WAIST):
        return  # that of a skirt is marked on it
    if down and front is None and not _is_marked(pattern):
        yield _zip(down, "from the waist down")
    if closing == "front-zip":
        yield from _front_zip(pattern)
    if _is_marked(pattern):
        return
    if closing == "back" and back is not None:
        yield _zip(edge_length(back, "centre") + down, f"the whole centre back{on}")
    if closing == at_side and front is not None:
        yield _zip(edge_length(front, "side") + down, f"the side seam{on}")


def _front_zip(pattern: Pattern) -> Iterator[Notion]:
    """The zip of a garment that opens in front, all the way down."""
    opened = (
        edge
        for piece in pattern.pieces
        for edge in piece.edges_of(EdgeRole.OPENING)
        if piece.layer is Layer.OUTER
    )
    yield _zip(sum(length(edge.path) for edge in opened), "the whole centre front")


def _is_marked(pattern: Pattern) -> bool:
    """Whether a piece says by itself how long its zip is."""
    return any(notch.kind is NotchKind.ZIP for piece in pattern.pieces for notch in piece.notches)


def _buttons(pattern: Pattern) -> Iterator[Notion]:
    """As many as there are numbers of marks: both fronts, and a lining, have the same ones, and a
    skirt goes on where its bodice ends."""
    marked = {
        notch.name
        for piece in pattern.pieces
        for notch in piece.notches
        if notch.kind is NotchKind.BUTTON
    }
    if marked:
        yield Notion(
            kind="buttons", name="Buttons", count=len(marked), why="the marks on the front edge"
        )


def _elastics(pattern: Pattern, body: Body) -> Iterator[Notion]:
    casing = _piece(pattern, "casing", "casing-back")
    waist = body.measurements_mm.get("waist")
    if casing is not None and waist is not None:
        _, y = zip(
            *(point for edge in casing.edges for point in (edge.start, edge.end)), strict=True
        )
        yield Notion(
            kind="elastic",
            name="Elastic for the waist",
            count=1,
            long_mm=ELASTIC_SHARE * _drawn_to(pattern, casing, waist) + ELASTIC_JOIN_MM,
            wide_mm=(max(y) - min(y)) / 2 - CASING_ROOM_MM,
            why=say("notions.elastic-waist", join=ELASTIC_JOIN_MM),
        )
    sleeve = _of_role(pattern, PieceRole.SLEEVE)
    if sleeve is None or _of_role(pattern, PieceRole.CUFF) is not None:
        return
    for edge in sleeve.edges:
        if edge.comes_back_to_mm is not None and edge.kind is EdgeKind.HEM:
            yield Notion(
                kind="elastic",
                name="Elastic for the sleeves",
                count=_copies(sleeve)
                * (1 + sum(m.kind is LineKind.CASING for m in sleeve.inner_lines)),
                long_mm=edge.comes_back_to_mm + ELASTIC_JOIN_MM,
                why=say("notions.elastic-sleeve", join=ELASTIC_JOIN_MM),
            )
    if sleeve.has(EdgeRole.TOP):
        yield _elastic_of_top(body)


def _drawn_to(pattern: Pattern, casing: Piece, waist_mm: float) -> float:
    """How long a casing is once it is drawn in: the waist, or what a front that lies flat leaves of
    it, at least a quarter."""
    if casing.view is not View.BACK:
        return waist_mm
    front = 2 * pattern.figure_or("waist.quarter.front", waist_mm / 4)
    return max(waist_mm - front, waist_mm / 4)


def _elastic_of_top(body: Body) -> Notion:
    """What holds a top that lies off the shoulders: it goes round chest and arms."""
    arms = body["across_front"] + body["across_back"] + 2 * body["upper_arm"] / math.pi
    return Notion(
        kind="elastic",
        name="Elastic for the top",
        count=1,
        long_mm=ELASTIC_SHARE * arms + ELASTIC_JOIN_MM,
        why=say("notions.elastic-top", join=ELASTIC_JOIN_MM),
    )


def _beside(line: InnerLine) -> bool:
    """Whether a line of a piece on the fold lies beside the fold, so that there are two of it."""
    return abs(line.path[0].start[1]) > 1.0


def _bones(pattern: Pattern) -> Iterator[Notion]:
    for piece in pattern.pieces:
        for line in piece.inner_lines:
            if line.kind is LineKind.BONE:
                (along,) = {abs(segment.start[0] - segment.end[0]) for segment in line.path}
                yield Notion(
                    kind="boning",
                    name=f"Bones for {piece.name.lower()}",
                    count=_copies(piece) * (2 if piece.cuts[0].on_fold and _beside(line) else 1),
                    long_mm=along,
                    why="one in every panel of the outer layer",
                )
    pairs, gap = _eyelets(pattern)
    if pairs:
        yield Notion(
            kind="eyelets",
            name="Eyelets",
            count=2 * pairs,
            why=say("notions.eyelets", gap=gap),
        )
        yield Notion(
            kind="cord",
            name="Lacing cord",
            count=1,
            long_mm=500.0 * math.ceil(pairs * 2 * 60.0 / 500.0) + 1000.0,
            why=say("notions.cord", crossing=60.0, tie=1000.0),
        )


def _eyelets(pattern: Pattern) -> tuple[int, float]:
    """How many pairs of eyelets a lacing has, and how far they are from each other: as they are
    marked, or along the strip behind it."""
    marked = sum(
        notch.kind is NotchKind.EYELET for piece in pattern.pieces for notch in piece.notches
    )
    if marked:
        return marked, pattern.figure_or("eyelet.gap", EYELET_GAP_MM)
    lacing = _of_role(pattern, PieceRole.LACING)
    if lacing is None:
        return 0, EYELET_GAP_MM
    long = max(edge_length(lacing, edge.name) for edge in lacing.edges)
    return math.floor(long / EYELET_GAP_MM), EYELET_GAP_MM


_NO_STRIPS = (*COLLARS, PieceRole.SKIRT, PieceRole.BODICE)
"""What is no strip, although it may be cut on the bias."""


def _bindings(pattern: Pattern) -> Iterator[Notion]:
    """Strips on the bias: their width as they are cut, and all their lengths together."""
    for piece in pattern.pieces:
        if piece.grain_deg % 90.0 != BIAS_DEG or piece.role in _NO_STRIPS:
            continue
        points = [point for edge in piece.edges for point in (edge.start, edge.end)]
        long, wide = (max(p[k] for p in points) - min(p[k] for p in points) for k in (0, 1))
        if piece.role is PieceRole.PIPING:
            yield Notion(
                kind="cord",
                name="Piping cord",
                count=1,
                long_mm=long,
                why=say("notions.piping", edge=piece.name.lower()),
            )
        if wide <= long / 4:
            yield Notion(
                kind="binding",
                name=piece.name,
                count=_copies(piece),
                long_mm=long,
                wide_mm=wide,
                why="cut on the bias",
                piece=piece.id,
            )


def _copies(piece: Piece) -> int:
    """How often a piece is cut from the outer cloth."""
    return next((cut.copies for cut in piece.cuts if cut.material == "main"), piece.cuts[0].copies)


def _thread(pattern: Pattern) -> Iterator[Notion]:
    """From the length of all seams and hems: a seam joins two edges, a hem is sewn once."""
    sewn = 0.0
    for piece in pattern.pieces:
        cuts = sum(
            cut.copies * (2 if cut.on_fold else 1)
            for cut in piece.cuts
            if cut.material != "interfacing"
        )
        sewn += cuts * math.fsum(_sewn_mm(edge, piece) for edge in piece.edges)
    yield thread_of(THREAD_PER_SEAM * THREAD_SPARE * sewn)


def thread_of(long_mm: float) -> Notion:
    """The reels that so much thread takes."""
    return Notion(
        kind=THREAD,
        name="Thread",
        count=math.ceil(long_mm / REEL_MM),
        long_mm=long_mm,
        why=say(
            "notions.thread",
            reel=REEL_MM,
            seams=long_mm / THREAD_PER_SEAM / THREAD_SPARE,
            thread=long_mm,
        ),
    )


def _sewn_mm(edge: Edge, piece: Piece) -> float:
    if edge.kind is EdgeKind.FOLD:
        return 0.0
    long = edge_length(piece, edge.name)
    return long if edge.kind is EdgeKind.HEM else long / 2
