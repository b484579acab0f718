"""Pockets: bags in the side seams, or patches sewn on."""

from __future__ import annotations

from dataclasses import replace

from wickel.body import Body
from wickel.draft.builder.lower import is_below
from wickel.draft.builder.making import (
    DRAWN_IN,
    EQUAL_PANELS,
    GROWN_ON,
    ROUND_PART,
    WAIST_SEAM,
    Making,
    Part,
    Slot,
    has_edge,
)
from wickel.draft.checks import TapeCheck
from wickel.draft.ledger import SIDES
from wickel.draft.parts import Strip, comes_back, rectangle
from wickel.draft.pockets import SeamBag, patch, seam_bag, seam_bag_by, slant, slant_by
from wickel.draft.style import DraftRefused, Options
from wickel.draft.usual_checks import alike
from wickel.geometry import crossing, length
from wickel.pattern import Cut, Notch, Pattern, Piece, PieceRole, edge_length, length_between
from wickel.wording import say, tr

_SIDE = "side"


def _in_seams(making: Making) -> Making:
    """Bags in the side seams, their openings notched where the side is long enough for them."""
    ledger = making.ledger
    ledger.at("Pockets")
    bag = seam_bag_by(ledger)
    whole = GROWN_ON in making.needs and WAIST_SEAM not in making.needs
    if whole:
        down = ledger.length(
            "pocket.down",
            "min(max(back_neck + nape_to_waist + 4 cm, underarm_down_front + 2 cm),"
            " hem_down_front - pocket_opening - pocket_end)",
            "Top of the pocket, below the neck point",
            (200, 900),
        )
    else:
        words = tr("Pocket below the waist, on the side")
        down = ledger.length("pocket.down", "4 cm", words, (0, 120))
    marked = [_marked(piece, _top_at(piece, down), bag) for piece in _sides(making)]
    short = _short_mm(making.piece("front"), down, bag) if whole else 0.0
    if short > 0:
        raise DraftRefused(
            say("box_dress.dress-too-short-pockets-side", short=short),
            "below_knee_mm",
            "pocket.down",
        )
    return making.with_pieces(*marked, seam_bag(making.allow, bag))


def _sides(making: Making) -> list[Piece]:
    """The pieces that have the sides below the waist."""
    if WAIST_SEAM in making.needs:
        return [piece for piece in making.pieces if is_below(piece) and has_edge(piece, _SIDE)]
    return [making.piece(making.outer(side)) for side in SIDES]


def _top_at(piece: Piece, down: float) -> float:
    """How far along a side a pocket begins: below its waist, or where that is not marked on it
    below the neck point."""
    path = piece.edge(_SIDE).path
    if has_edge(piece, "waist"):
        return down
    waist = next(
        (n.at_mm for n in piece.notches if n.name.startswith("waist") and n.edge == _SIDE), None
    )
    if waist is not None:
        return waist + down
    met = crossing(path[-1:], 0, down)
    return length(path[:-1]) + (length(met[0]) if met is not None else 0.0)


def _short_mm(front: Piece, down: float, bag: SeamBag) -> float:
    """How much too short a front is for a pocket that begins so far below the neck point."""
    return down - (front.edge("side").end[0] - bag.opening - bag.end)


def _marked(piece: Piece, top: float, bag: SeamBag) -> Piece:
    """A piece with the opening of a pocket notched on its side, if it goes into it."""
    if top + bag.opening + bag.end > edge_length(piece, _SIDE):
        return piece
    places = (("pocket top", top), ("pocket bottom", top + bag.opening))
    marks = (Notch(name=name, edge=_SIDE, at_mm=at) for name, at in places)
    return replace(piece, notches=(*piece.notches, *marks))


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """A marked opening against its bag."""
    marked = (
        piece
        for piece in pattern.pieces
        if piece.id != "pocket" and any(notch.name == "pocket top" for notch in piece.notches)
    )
    return tuple(
        TapeCheck(
            name="Pocket opening",
            one="side seam",
            one_mm=length_between(piece, "pocket top", "pocket bottom"),
            other="bag",
            other_mm=length_between(pattern.piece("pocket"), "pocket top", "pocket bottom"),
            way_out=say("box_dress.notch-both-same-length"),
        )
        for piece in list(marked)[:1]
    )


def _patches(making: Making) -> Making:
    ledger = making.ledger
    ledger.at("Pockets")
    wide = ledger.length("patch.wide", "14 cm", "Width of a patch pocket", (60, 260))
    high = ledger.length("patch.high", "15 cm", "Height of a patch pocket", (60, 300))
    return making.with_pieces(patch(wide, high, making.allow))


def _one_patch(making: Making) -> Making:
    """One patch, in the middle of the front."""
    ledger = making.ledger
    ledger.at("Pockets")
    wide = ledger.length("patch.wide", "0.16*bust", "Width of the pocket", (40, 300))
    high = ledger.length("patch.high", "0.15*bust", "Height of the pocket", (40, 300))
    return making.with_pieces(patch(wide, high, making.allow, copies=1))


def _slant(making: Making) -> Making:
    """A slant cut off the front of a lower part at waist and side, what lies behind it, its bag."""
    id = next((id for id in ("leg-front", "skirt-front", "front") if making.has(id)), None)
    if id is None:
        raise DraftRefused(say("builder.slant-needs-side"), "pockets", "lower")
    making.ledger.at("Pockets")
    whole = making.piece(id)
    drawn_in, before = whole.edge("waist").comes_back_to_mm, edge_length(whole, "waist")
    if drawn_in is not None and drawn_in < _EASED * before:
        raise DraftRefused(say("builder.slant-needs-side"), "pockets", "lower")
    front, *bags = slant(whole, making.allow, slant_by(making.ledger))
    if drawn_in is not None:
        # what lies behind the slant is not eased in with it
        left = drawn_in - (before - edge_length(front, "waist"))
        front = comes_back(front, "waist", left)
    return making.with_pieces(front, *bags)


def _slant_checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    by_id = {piece.id: piece for piece in pattern.pieces}
    front = next((by_id[id] for id in ("leg-front", "skirt-front", "front") if id in by_id), None)
    if front is None or not has_edge(front, "pocket edge"):
        return ()
    return (alike("Pocket edge to its bag", front, pattern.piece("pocket-bag"), "pocket edge"),)


_EASED = 0.9
"""A waist that is drawn in to less of its length than this is gathered, and no pocket is cut off
it."""


def _welt(making: Making) -> Making:
    """A pocket cut into the cloth: a welt and two bags on each side, where the maker places it."""
    ledger = making.ledger
    ledger.at("Pockets")
    wide = ledger.length("welt.wide", "13 cm", "Width of a welt pocket", (60, 220))
    high = ledger.length("welt.high", "2.5 cm", "Finished height of the welt", (8, 60))
    deep = ledger.length("welt.deep", "16 cm", "Depth of its bag", (60, 320))
    across = ledger.length("welt.bag", "welt_wide + 2 cm", "Width of its bag", (80, 260))
    two = (Cut(material="main", copies=2),)
    welt = Strip(
        id="welt",
        name="Welt",
        part=PieceRole.POCKET,
        long_mm=wide,
        high_mm=2 * high,
        cuts=two,
        fold_line=True,
    )
    bag = Strip(
        id="welt-bag",
        name="Bag of the welt pocket",
        part=PieceRole.POCKET,
        long_mm=deep,
        high_mm=across,
        cuts=(Cut(material="main", copies=4),),
        role="pocket",
    )
    return making.with_pieces(rectangle(welt, making.allow), rectangle(bag, making.allow))


PARTS = (
    Part(id="none", slot=Slot.POCKETS, name=tr("none"), place=0),
    Part(
        id="seams",
        slot=Slot.POCKETS,
        name=tr("in the side seams"),
        add=_in_seams,
        checks=_checks,
        roles=("pocket", "side"),
        place=1,
    ),
    Part(
        id="patch",
        slot=Slot.POCKETS,
        name=tr("sewn on"),
        add=_patches,
        roles=("pocket", "hem"),
        place=2,
    ),
    Part(
        id="slant",
        slot=Slot.POCKETS,
        name=tr("slanted, in front"),
        add=_slant,
        checks=_slant_checks,
        against={
            **{
                (Slot.LOWER, id): say("builder.slant-needs-side")
                for id in ("in-one", EQUAL_PANELS, ROUND_PART, DRAWN_IN)
            },
            (Slot.LINING, "all"): say("builder.slant-unlined"),
            (Slot.LINING, "lower"): say("builder.slant-unlined"),
        },
        roles=("pocket",),
        place=3,
    ),
    Part(
        id="one-patch",
        slot=Slot.POCKETS,
        name=tr("one, sewn on in front"),
        add=_one_patch,
        required=("bust",),
        roles=("pocket", "hem"),
        place=5,
    ),
    Part(
        id="welt",
        slot=Slot.POCKETS,
        name=tr("cut in, with a welt"),
        add=_welt,
        roles=("pocket", "band"),
        place=4,
    ),
)
