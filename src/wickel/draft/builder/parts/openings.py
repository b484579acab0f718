"""How a garment opens at its hem: closed, slit at the sides or in front, a vent behind."""

from __future__ import annotations

from dataclasses import replace

from wickel.draft.builder.lower import hemmed
from wickel.draft.builder.making import (
    EQUAL_PANELS,
    LEGS,
    ONE_SLIT,
    OPEN_ALL_DOWN,
    ROUND_PART,
    WAIST_SEAM,
    Making,
    Part,
    Slot,
    has_edge,
)
from wickel.draft.ledger import SIDES
from wickel.draft.operations import Spot
from wickel.draft.operations.corners import VENT_SLANT, add_vent
from wickel.draft.operations.openings import Finish, add_slit
from wickel.draft.style import DraftRefused
from wickel.geometry import length
from wickel.pattern import EdgeKind, Notch, NotchKind, Piece, edge_length
from wickel.wording import say, tr


def lowest(making: Making, where: str, edge: str) -> Piece:
    """The piece of the front or back that ends in the hem and has an edge. Raises
    ``DraftRefused``: there is none, as where it is cut in equal panels."""
    kinds = ("tier-{}", "skirt-{}", "leg-{}", "{}", "{}-centre", "{}-side")
    ids = [kind.format(where) for kind in kinds]
    for piece in sorted((p for p in hemmed(making) if p.id in ids), key=lambda p: ids.index(p.id)):
        if has_edge(piece, edge):
            return piece
    raise DraftRefused(say("builder.no-half-below"), "lower", "opening")


def _slit_sides(making: Making) -> Making:
    """Both side seams left open at their lower ends."""
    ledger = making.ledger
    ledger.at("Hem")
    long = ledger.length("slit.long", "15 cm", "Slit from the hem up", (30, 800))
    for where in SIDES:
        piece = lowest(making, where, "side")
        whole = edge_length(piece, "side")
        if not 0 < long < whole:
            raise DraftRefused(say("builder.slit-too-long", slit=long, long=whole), "slit.long")
        mark = Notch(name="slit", edge="side", at_mm=whole - long, kind=NotchKind.SLIT)
        making = making.with_pieces(replace(piece, notches=(*piece.notches, mark)))
    return making


def _vent(making: Making) -> Making:
    """A vent at the lower end of the centre back seam."""
    ledger = making.ledger
    ledger.at("Hem")
    back = lowest(making, "back", "centre")
    wide = ledger.length("vent.wide", "4 cm", "Vent stands out by", (15, 80))
    ledger.know("vent_room", max(0.0, _room_behind(back) - VENT_SLANT * wide))
    long = ledger.length(
        "vent.long", "min(20 cm, 0.9*vent_room)", "Vent from the hem up", (60, 500)
    )
    return making.with_pieces(add_vent(back, "centre", long, wide))


def _slit_in_front(making: Making) -> Making:
    """A slit up the centre front, faced."""
    ledger = making.ledger
    ledger.at("Hem")
    long = ledger.length("slit.long", "25 cm", "Slit from the hem up", (30, 800))
    wide = ledger.length("slit.facing", "3.5 cm", "Slit facing beyond it", (15, 80))
    fronts = [piece for piece in hemmed(making) if piece.id in ("front", "skirt-front")]
    if any(not has_edge(piece, "centre") for piece in fronts):
        raise DraftRefused(say("builder.no-fold-in-front"), "neck", "opening")
    front = lowest(making, "front", "centre")
    if front.edge("centre").kind is not EdgeKind.FOLD:
        raise DraftRefused(say("builder.no-fold-in-front"), "closing", "opening")
    finish = Finish(
        id="hem-slit-facing",
        name="Facing of the slit",
        wide_mm=wide,
        seam_mm=making.allow["facing"],
    )
    slit, strip = add_slit(front, Spot(edge="hem", share=1.0), long, finish, placket=False)
    return making.with_pieces(slit, strip)


def _slit_behind(making: Making) -> Making:
    """The lower end of the centre back seam left open."""
    ledger = making.ledger
    ledger.at("Hem")
    back = lowest(making, "back", "centre")
    room = _room_behind(back)
    ledger.know("slit_room", room)
    long = ledger.length("slit.long", "min(18 cm, 0.9*slit_room)", "Slit from the hem up", (0, 800))
    if long > room:
        raise DraftRefused(
            say(
                "pencil_skirt.skirt-long-slit-reach-above",
                long=edge_length(back, "centre"),
                slit=long,
            ),
            "slit_mm",
            "slit.long",
            "zip.below",
            "below_knee_mm",
        )
    mark = Notch(name="slit", edge="centre", at_mm=long, kind=NotchKind.SLIT)
    return making.with_pieces(replace(back, notches=(mark, *back.notches)))


def _room_behind(back: Piece) -> float:
    """How long the seam behind is from the hem up to its top, or to what ends in it, as a zip."""
    ends = [notch.at_mm for notch in back.notches if notch.edge == "centre"]
    return min([edge_length(back, "centre"), *ends])


def _slit_one_side(making: Making) -> Making:
    """One side seam left open at its lower end: the wearer's other side where one is drawn up."""
    ledger = making.ledger
    ledger.at("Slit")
    pieces = [lowest(making, where, "side") for where in SIDES]
    room = min(_below_hip_mm(making, piece) for piece in pieces)
    ledger.know("slit_room", room)
    long = ledger.length(
        "slit.long", "min(35 cm, 0.8*slit_room)", "Slit in the other side", (0, 700)
    )
    if long > room:
        raise DraftRefused(
            say("draped_dress.slit-reach-above-hip-shorter", slit=long), "slit_mm", "below_knee_mm"
        )
    for piece in pieces if long else ():
        at = edge_length(piece, "side") - long
        mark = Notch(name=ONE_SLIT, edge="side", at_mm=at, kind=NotchKind.SLIT)
        making = making.with_pieces(replace(piece, notches=(*piece.notches, mark)))
    return making


def _below_hip_mm(making: Making, piece: Piece) -> float:
    """How long a side is below the hip, or where it ends above it below the waist."""
    if WAIST_SEAM in making.needs or making.halves is None:
        return edge_length(piece, "side")
    side = next(half for half in making.halves if half.where in piece.id).side()
    return length(side[-1:])


_AGAINST = {(Slot.LOWER, EQUAL_PANELS): say("builder.no-half-below")}
_AGAINST_BEHIND = {
    **_AGAINST,
    **{(Slot.LOWER, id): say("builder.vent-needs-seam") for id in (ROUND_PART, LEGS)},
}
_SEAM_BEHIND = {Slot.CLOSING: (("back", "laced", "seam-behind"), say("builder.vent-needs-seam"))}
"""What opens in the seam behind stands beside the closings that have one."""

PARTS = (
    Part(id="none", slot=Slot.OPENING, name=tr("nowhere"), place=0),
    Part(
        id="sides",
        slot=Slot.OPENING,
        name=tr("with slits in the sides"),
        add=_slit_sides,
        against=_AGAINST,
        place=1,
    ),
    Part(
        id="vent",
        slot=Slot.OPENING,
        name=tr("with a vent behind"),
        add=_vent,
        against=_AGAINST_BEHIND,
        only_beside=_SEAM_BEHIND,
        place=2,
    ),
    Part(
        id="behind",
        slot=Slot.OPENING,
        name=tr("with a slit behind"),
        add=_slit_behind,
        against=_AGAINST_BEHIND,
        only_beside=_SEAM_BEHIND,
        place=4,
    ),
    Part(
        id="one-side",
        slot=Slot.OPENING,
        name=tr("with a slit in one side"),
        add=_slit_one_side,
        against=_AGAINST,
        place=5,
    ),
    Part(
        id="front",
        slot=Slot.OPENING,
        name=tr("with a slit in front"),
        add=_slit_in_front,
        against={
            **_AGAINST,
            **{(Slot.CLOSING, id): say("builder.no-fold-in-front") for id in OPEN_ALL_DOWN},
            (Slot.LOWER, LEGS): say("builder.no-fold-in-front"),
        },
        roles=("facing",),
        place=3,
    ),
)
