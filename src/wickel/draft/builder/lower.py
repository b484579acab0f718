"""What all lower parts share that are sewn on at the waist: their figures, their pieces, the seams
and checks."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace

from wickel.body import Body
from wickel.draft.builder.making import (
    OPENS_BEHIND,
    OPENS_IN_FRONT,
    WRAPPED,
    Making,
    Slot,
    has_edge,
    is_lower,
    lower_edge_mm,
    ruled_quarters_mm,
    share,
    stand_mm,
    upper_half,
)
from wickel.draft.builder.zips import ZIP_KINDS, zip_ends, zip_notch
from wickel.draft.checks import TapeCheck
from wickel.draft.facings import edge_facing
from wickel.draft.fastenings import button, buttons_by
from wickel.draft.ledger import SIDES, Both
from wickel.draft.operations.reshaping import extend
from wickel.draft.parts import comes_back, dart_width
from wickel.draft.pockets import cut_away
from wickel.draft.style import DraftRefused, LengthOption, Options
from wickel.draft.usual_checks import (
    AT_ZIP,
    LOWER_ZIP,
    alike,
    over_body,
    passes,
    ring_at,
    zip_level,
)
from wickel.pattern import (
    Cut,
    EdgeKind,
    EdgeRole,
    Notch,
    Pattern,
    Piece,
    Seam,
    View,
    edge_length,
    sewn_length,
)
from wickel.wording import say

BELOW_KNEE = LengthOption(
    id="below_knee_mm",
    question="Length below the knee (above: −)",
    default=50,
    least=-350,
    most=500,
)


def called(making: Making, side: str) -> tuple[str, str]:
    """The id and the name of the front or back of a lower part: of a garment that begins at the
    waist it is just its front or back."""
    return (f"skirt-{side}", f"Skirt {side}") if making.has_upper else (side, side.capitalize())


def called_panel(making: Making) -> tuple[str, str]:
    """The id and the name of one of equal panels."""
    return ("skirt-panel", "Skirt panel") if making.has_upper else ("panel", "Panel")


def of_lower(pattern: Pattern, *kinds: str) -> Piece:
    """The first piece of those kinds: the front of a skirt is called ``skirt-front``, or ``front``
    where there is no upper part."""
    by_id = {piece.id: piece for piece in pattern.pieces}
    return next(by_id[id] for kind in kinds for id in (f"skirt-{kind}", kind) if id in by_id)


def skirt_figures(making: Making) -> tuple[Both, Both]:
    """The quarters of the waist that a lower part is sewn to, and how long it is, in mm."""
    ledger = making.ledger
    ledger.at("Skirt")
    ledger.know("joined", making.joined_mm())
    waist = ledger.both("skirt.waist", "joined", "A quarter of the skirt at the waist seam")
    long = ledger.both("skirt.down", long_rule(making), "Length of the skirt", (120, 1400))
    for side in SIDES:
        check_long(long.of(side))
    return waist, long


def check_long(long_mm: float) -> None:
    """Raises ``DraftRefused`` for a skirt with nothing left of it."""
    if long_mm < LEAST_LONG_MM:
        raise DraftRefused(
            say("gathered_skirt.skirt-only-long-longer-measure", long=long_mm),
            "below_knee_mm",
            "waist_to_knee",
            "skirt.down",
        )


LEAST_LONG_MM = 50.0
"""A skirt is at least so long."""


def long_rule(making: Making, rule: str = "waist_to_knee + below_knee") -> str:
    """The rule of a length from the waist, for what is sewn on there or above or below it."""
    return f"{rule} + {making.above}" if making.above else rule


def added(making: Making, front: Piece, back: Piece) -> Making:
    """The garment with a front and back sewn to its waist and to each other. Where it opens in
    front, the skirt does too, with its own stand and facing."""
    front, back = (
        _with_zip_end(replace(piece, view=view), making)
        for piece, view in ((front, View.FRONT), (back, View.BACK))
    )
    pieces = [front, back]
    if OPENS_IN_FRONT in making.needs:
        making, facing = making.with_facing("front")
        making = _with_button_above_waist(making)
        pieces[0] = _buttoned(_with_stand(front, making), making)
        if facing > 0:  # else the edge is turned in
            strip = edge_facing(pieces[0], ("front edge",), facing, making.allow)
            pieces.append(replace(strip, notches=()))
    seams = (
        Seam(
            name="skirt side" if making.has_upper else "side seam",
            one=(front.id, "side"),
            other=(back.id, "side"),
        ),
        *(
            Seam(name=f"{side} waist", one=(making.inner(side), "hem"), other=(own.id, "waist"))
            for side, own in zip(SIDES, (front, back), strict=True)
            if making.has_upper
        ),
    )
    return making.with_pieces(*pieces, seams=seams)


def hemmed(making: Making) -> list[Piece]:
    """The outer pieces that end in the hem of the garment."""
    below = [piece for piece in making.pieces if is_below(piece)]
    tiers = [piece for piece in below if piece.id.startswith("tier-")]
    upper = [] if below else [p for side in SIDES for p in upper_half(making.pieces, side)]
    return [piece for piece in tiers or below or upper if has_edge(piece, "hem")]


def is_below(piece: Piece) -> bool:
    """Whether a piece is one of a lower part, of its outer cloth."""
    if piece.id.endswith(("facing", "lining")):
        return False
    return piece.id.startswith(_BELOW) or (piece.id in SIDES and is_lower(piece))


_BELOW = ("skirt-", "tier-", "leg-", "peplum", "godet", "panel")
"""How the ids of the pieces of lower parts begin."""


def with_waist_seam(making: Making, id: str) -> Making:
    """The garment with the seam of a lower part to its upper one, where it has one."""
    if not making.has_upper:
        return making
    sewn = Seam(name="waist", one=(making.inner("front"), "hem"), other=(id, "waist"))
    return making.with_pieces(seams=(sewn,))


def _with_zip_end(piece: Piece, making: Making) -> Piece:
    """The front or back with a notch where the zip ends, on its centre or its side; a mark of its
    own for that is left out."""
    piece = replace(piece, notches=tuple(n for n in piece.notches if n.kind not in ZIP_KINDS))
    behind = OPENS_BEHIND in making.needs
    if making.zip_mm is None or (behind and piece.view is not View.BACK):
        return piece
    edge = "centre" if behind else "side"
    long = edge_length(piece, edge)
    # the centre runs from the hem up
    at = long - making.zip_mm if behind else making.zip_mm
    opened = View.BACK if behind else View.FRONT
    mark = zip_notch(making, edge, at) if piece.view is opened else zip_ends(edge, at)
    if not 0 < at < long:
        raise DraftRefused(say("builder.zip-too-long", down=making.zip_mm, long=long), "zip.below")
    return replace(piece, notches=(*piece.notches, mark))


def _with_stand(front: Piece, making: Making) -> Piece:
    """The front with its stand past the centre; what is drawn in of its waist is so up to there."""
    stand = making.stand_mm
    if not stand:
        return opened_edge(front, making)
    opened = extend(front, "centre", stand, name="front edge", allowance_mm=making.allow["facing"])
    if WRAPPED in making.needs:
        mark = Notch(name="centre front", edge="waist", at_mm=stand)
        opened = replace(opened, notches=(*opened.notches, mark))
    drawn_in = front.edge("waist").comes_back_to_mm
    if drawn_in is None:
        return opened
    return comes_back(opened, "waist", drawn_in + stand)


def _buttoned(front: Piece, making: Making) -> Piece:
    """The front with the buttons of its garment going on down it; of a skirt alone its own."""
    if making.chosen[Slot.CLOSING] != "front":
        return front
    long = edge_length(front, "front edge")
    last = _last_button(making)
    if last is None:
        places = buttons_by(making.ledger, long).places(long)
        count = 0
    else:
        at, count, gap = last
        on = [gap - at + k * gap for k in range(math.floor(long / gap) + 1)] if gap > 0 else []
        places = tuple(mm for mm in on if 0 < mm < long - LAST_BUTTON_MM)
    # the front edge runs from the hem up
    holes = tuple(button(k, "front edge", long - mm) for k, mm in enumerate(places, count + 1))
    return replace(front, notches=(*front.notches, *holes))


LAST_BUTTON_MM = 80.0
"""The last button of a skirt lies at least so far above its hem."""


def _with_button_above_waist(making: Making) -> Making:
    """The upper part with one more button at its lower edge: where it ends in a hem that is left
    out, and where a skirt goes on it is not."""
    last = _last_button(making)
    if last is None:
        return making
    above, count, gap = last
    if not 0 < gap < above:
        return making
    front = making.piece(making.inner("front"))
    one = button(count + 1, "front edge", above - gap)
    return making.with_pieces(replace(front, notches=(*front.notches, one)))


def _last_button(making: Making) -> tuple[float, int, float] | None:
    """How far above the waist the last button of the upper part lies, how many it has, and from
    button to button; None without an upper part."""
    if not making.has_upper:
        return None
    holes = [
        notch.at_mm
        for notch in making.piece(making.inner("front")).notches
        if notch.name.startswith("button ")
    ]
    gaps = sorted(holes)
    gap = gaps[1] - gaps[0] if len(gaps) > 1 else 0.0
    return (gaps[0] if gaps else 0.0, len(gaps), gap)


def opened_edge(front: Piece, making: Making) -> Piece:
    """A front that meets the other edge to edge: its centre is no fold but an edge of its own."""
    return replace(
        front,
        edges=tuple(
            replace(
                edge,
                name="front edge",
                kind=EdgeKind.SEAM,
                role=EdgeRole.OPENING,
                allowance_mm=making.allow["facing"],
            )
            if edge.name == "centre"
            else edge
            for edge in front.edges
        ),
        cuts=(Cut(material="main", copies=2, pair=True),),
        notches=tuple(n for n in front.notches if n.edge != "centre"),
    )


def lower_checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """The side seams of a skirt, and its waist against that of the upper part."""
    front, back = (of_lower(pattern, side) for side in SIDES)
    skirt = sum(
        share(piece, "waist") * (sewn_length(piece, "waist") - dart_width(piece, "waist"))
        for piece in (front, back)
    ) - stand_mm(pattern)
    skirt += cut_away(pattern, "waist") - pattern.figure_or(WRAP_OVER, 0.0)
    return (
        side_with_pocket("Skirt side seam", pattern, front, back),
        waist_check(pattern, "the skirt all round", 2 * skirt),
        *_hip_checks(pattern, body, front, back),
    )


WRAP_OVER = "skirt_wrap.over"
"""The figure of how far each front of a wrapped skirt goes on past its centre."""
OVER_HIP_MM = 15.0
"""A skirt goes over the hip with at least so much room."""


def _hip_checks(pattern: Pattern, body: Body, front: Piece, back: Piece) -> Iterator[TapeCheck]:
    """Of a skirt that begins at the waist and is no part of a circle: it goes over the hip, and so
    does the ring at the end of its zip when it is put on."""
    measured = {"hip", "waist_to_hip"} <= body.measurements_mm.keys()
    straight = front.edge("waist").start[0] < STRAIGHT_MM
    if upper_half(pattern.pieces, "front") or not measured or not straight:
        return
    around = ring_at((front, back), min(body["waist_to_hip"], 0.9 * edge_length(front, "side")))
    yield over_body(body, "hip", garment_mm=around, least_mm=OVER_HIP_MM)
    levels = [level for level in map(zip_level, (front, back)) if not math.isnan(level)]
    if levels:
        ring = ring_at((front, back), levels[0])
        yield passes(body, "hip", ring, AT_ZIP, LOWER_ZIP)


STRAIGHT_MM = 40.0
"""The waist of what is no part of a circle lies no farther down at the centre."""


def side_with_pocket(name: str, pattern: Pattern, front: Piece, back: Piece) -> TapeCheck:
    """Both sides of a lower part; what a slant pocket cut away from the front is on the piece
    behind it."""
    if front.id in SIDES:
        name = "Side seam"
    same = alike(name, front, back, "side")
    return replace(same, one_mm=same.one_mm + cut_away(pattern, "side"))


LOWER_ROUND = "band.lower"
"""The figure of the lower edge of a shaped band, all round: what hangs from it is sewn to that."""


def waist_check(pattern: Pattern, one: str, one_mm: float) -> TapeCheck:
    """What is sewn on at the waist, all round, against the upper part, or against the body."""
    name, way_out = "Waist seam", say("builder.draw-skirt-to-waist")
    lower = pattern.figure_or(LOWER_ROUND, 0.0)
    if lower:
        other, half = "the band, lower edge", lower / 2 - stand_mm(pattern)
    elif upper_half(pattern.pieces, "front"):
        other = "the upper part, darts closed"
        half = sum(lower_edge_mm(pattern.pieces, side) for side in SIDES) - stand_mm(pattern)
    else:
        name, other = "Waist", "waist and ease"
        half = ruled_quarters_mm(pattern)
        way_out = say("builder.draw-waist-to-body")
    return TapeCheck(
        name=name,
        one=one,
        one_mm=one_mm,
        other=other,
        other_mm=2 * half,
        way_out=way_out,
    )
