"""The left and the right half as pieces of their own, of two cloths."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from functools import partial

from wickel.body import Body
from wickel.draft.builder.making import (
    GROWN_ON,
    HALVES,
    OPENS_BEHIND,
    Making,
    Part,
    Slot,
    has_edge,
)
from wickel.draft.checks import TapeCheck
from wickel.draft.ledger import SIDES
from wickel.draft.operations import mapped_piece
from wickel.draft.style import Options
from wickel.draft.usual_checks import alike
from wickel.geometry import MIRROR
from wickel.pattern import Cut, EdgeKind, Pattern, Piece, Seam
from wickel.wording import say, tr

_HANDS = ("left", "right")
_EDGES = ("side", "shoulder")
_IDS = ("skirt-front", "skirt-back", *SIDES)


def _add(second: str, making: Making) -> Making:
    """Front and back as left and right halves, the second cloth on the wearer's right in front, and
    behind on the same side or on the other."""
    parted = [id for id in _IDS if making.has(id)]
    halves: list[Piece] = []
    for id in parted:
        behind = id.endswith("back")
        hand = "left" if behind and second == "crossed" else "right"
        halves += _in_two(_seamed(making.piece(id), making), behind=behind, second=hand)
    centres = (
        Seam(name=f"centre {id}", one=(f"{id}-left", "centre"), other=(f"{id}-right", "centre"))
        for id in parted
    )
    seams = (own for seam in making.seams for own in _in_both_hands(seam, parted))
    kept = (piece for piece in making.pieces if piece.id not in parted)
    return replace(making, pieces=(*kept, *halves), seams=(*centres, *seams))


def _in_both_hands(seam: Seam, parted: list[str]) -> Iterator[Seam]:
    """A seam of front or back as those of the left and the right half; another as it is."""
    if not {seam.one[0], seam.other[0]} & {*parted}:
        yield seam
        return

    def of(end: tuple[str, str], hand: str) -> tuple[str, str]:
        return (f"{end[0]}-{hand}", end[1]) if end[0] in parted else end

    for hand in _HANDS:
        name = f"{hand} {seam.name.removesuffix(' seam')}"
        yield replace(seam, name=name, one=of(seam.one, hand), other=of(seam.other, hand))


def _seamed(half: Piece, making: Making) -> Piece:
    """A half whose centre is a seam, with the allowance of one."""
    return replace(
        half,
        edges=tuple(
            replace(edge, kind=EdgeKind.SEAM, allowance_mm=making.allow["side"])
            if edge.name == "centre"
            else edge
            for edge in half.edges
        ),
        cuts=(Cut(material="main", copies=2, pair=True),),
    )


def _in_two(half: Piece, *, behind: bool, second: str) -> tuple[Piece, Piece]:
    """The wearer's left and right half as pieces of their own, each cut once from its cloth.

    A half is drawn with its side at positive across: that is the wearer's left in front and right
    behind.
    """
    drawn = "right" if behind else "left"
    made = []
    for hand in _HANDS:
        shape = half if hand == drawn else mapped_piece(half, MIRROR)
        material = "contrast" if hand == second else "main"
        made.append(
            replace(
                shape,
                id=f"{half.id}-{hand}",
                name=f"{half.name}, {hand}",
                cuts=(Cut(material=material, copies=1),),
            )
        )
    return made[0], made[1]


def _whole_again(pattern: Pattern) -> Pattern:
    """The pattern with front and back as the pairs that they were before."""
    drawn = {f"{id}-{'right' if id.endswith('back') else 'left'}": id for id in _IDS}
    made = []
    for piece in pattern.pieces:
        id = drawn.get(piece.id)
        if id is not None:
            pair = (Cut(material="main", copies=2, pair=True),)
            made.append(replace(piece, id=id, name=piece.name.partition(",")[0], cuts=pair))
        elif not piece.id.endswith(("-left", "-right")):
            made.append(piece)
    return replace(pattern, pieces=tuple(made))


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    by_id = {piece.id: piece for piece in pattern.pieces}
    found = []
    for front, back in (("front", "back"), ("skirt-front", "skirt-back")):
        if f"{front}-left" not in by_id or f"{back}-left" not in by_id:
            continue
        for id in (front, back):
            name = f"Centre {id.replace('-', ' ')}"
            found.append(alike(name, by_id[f"{id}-left"], by_id[f"{id}-right"], "centre"))
        one, other = by_id[f"{front}-left"], by_id[f"{back}-left"]
        found += [
            alike(f"{edge.capitalize()}, left", one, other, edge)
            for edge in _EDGES
            if has_edge(one, edge) and has_edge(other, edge)
        ]
    return tuple(found)


PARTS = (
    Part(id="none", slot=Slot.CLOTHS, name=tr("nowhere by itself"), place=0),
    *(
        Part(
            id=id,
            slot=Slot.CLOTHS,
            name=name,
            add=partial(_add, id),
            needs=frozenset({HALVES, OPENS_BEHIND}),
            checks=_checks,
            measured_as=_whole_again,
            only_beside={
                Slot.UPPER: (("plain", "none"), say("builder.halves-plain")),
                Slot.NECK: (
                    ("round", "boat", "v", "square", "high", "sweetheart"),
                    say("builder.halves-plain"),
                ),
                Slot.CLOSING: (("seam-behind", "back"), say("builder.halves-seam")),
                Slot.LOWER: (
                    ("in-one", "straight", "tapered", "a-line", "swung"),
                    say("builder.halves-plain"),
                ),
                Slot.WAIST: (("plain", "lowered", "under-bust"), say("builder.halves-plain")),
                Slot.YOKE: (("none",), say("builder.halves-plain")),
                Slot.DRAPE: (("none",), say("builder.halves-plain")),
                Slot.POCKETS: (("none", "patch", "welt"), say("builder.halves-plain")),
                Slot.SLEEVE: (("none", GROWN_ON), say("builder.halves-plain")),
                Slot.COLLAR: (("none",), say("builder.halves-plain")),
                Slot.EDGES: (("raw", "bound", "neck-faced", "faced"), say("builder.halves-plain")),
                Slot.OPENING: (("none", "sides", "vent", "behind"), say("builder.halves-seam")),
            },
            materials=("contrast",),
            roles=("side",),
            place=place,
        )
        for place, (id, name) in enumerate(
            (
                ("side", tr("on one side, front and back")),
                ("crossed", tr("on one side in front, the other behind")),
            ),
            1,
        )
    ),
)
