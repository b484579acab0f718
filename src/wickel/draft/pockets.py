"""Pockets: a bag in a seam, a patch, and a slant pocket cut into the front.

Points are (down, across) in mm.
"""

from __future__ import annotations

from dataclasses import replace

from wickel.draft.allowances import Allowances
from wickel.draft.operations.seams import NewSeam
from wickel.draft.operations.splitting import split
from wickel.draft.operations.spots import Spot, chain, remade, seam_stretch, spot_point
from wickel.draft.parts import edges, line, point
from wickel.draft.style import DraftRefused
from wickel.geometry import Cubic, Line
from wickel.pattern import Cut, Edge, Notch, Piece, edge_length
from wickel.wording import say

OPENING_MM = 160.0
END_MM = 15.0
SLANT_IN_MM = 42.0
SLANT_DOWN_MM = 165.0
BAG_BELOW_MM = 120.0
_PAIR = (Cut(material="main", copies=2, pair=True),)


def seam_bag(allow: Allowances, opening_mm: float = OPENING_MM, end_mm: float = END_MM) -> Piece:
    """A bag as deep as a hand, its opening on the side seam, with an end beyond it on either side;
    larger and smaller bags are like it."""
    mouth = opening_mm + 2 * end_mm
    k = mouth / (OPENING_MM + 2 * END_MM)

    def at(down: float, across: float) -> tuple[float, float]:
        return (mouth + k * down, k * across)

    top, below = (0.0, 0.0), (mouth, 0.0)
    tip, back = at(105.0, 85.0), at(-20.0, 160.0)
    return Piece(
        id="pocket",
        name="Pocket bag",
        edges=(
            Edge(name="opening", path=(Line(top, below),), allowance_mm=allow["side"]),
            Edge(
                name="bag",
                path=(
                    Cubic(below, at(45.0, 0.0), at(105.0, 35.0), tip),
                    Cubic(tip, at(105.0, 135.0), at(50.0, 160.0), back),
                    Cubic(back, at(-110.0, 160.0), (0.0, k * 95.0), top),
                ),
                allowance_mm=allow["pocket"],
            ),
        ),
        cuts=(Cut(material="main", copies=4, pair=True),),
        notches=(
            Notch(name="pocket top", edge="opening", at_mm=end_mm),
            Notch(name="pocket bottom", edge="opening", at_mm=end_mm + opening_mm),
        ),
        points=(
            point("top of the opening", top, "start of the bag"),
            point("end of the opening", below, "opening and both its ends", "pocket.opening"),
            point("finger tip", tip, "a hand's length below the opening"),
            point("back of the bag", back, "a hand's width from the seam"),
        ),
    )


def patch(wide_mm: float, high_mm: float, allow: Allowances, *, copies: int = 2) -> Piece:
    """A patch pocket with a turned-in top and a shallow point below; the same on both sides."""
    half, drop = wide_mm / 2, 0.14 * wide_mm
    return Piece(
        id="patch-pocket",
        name="Patch pocket",
        edges=edges(
            allow,
            ("top", line((0.0, -half), (0.0, half)), "hem"),
            ("side", line((0.0, half), (high_mm, half)), "pocket"),
            (
                "bottom",
                (
                    Line((high_mm, half), (high_mm + drop, 0.0)),
                    Line((high_mm + drop, 0.0), (high_mm, -half)),
                ),
                "pocket",
            ),
            ("other side", line((high_mm, -half), (0.0, -half)), "pocket"),
        ),
        cuts=(Cut(material="main", copies=copies),),
        points=(
            point("top corner", (0.0, half), "half its width"),
            point("lower corner", (high_mm, half), "its height"),
            point("tip", (high_mm + drop, 0.0), "a seventh of the width below"),
        ),
    )


def slant(front: Piece, allow: Allowances) -> tuple[Piece, Piece, Piece]:
    """A front with its corner cut away on a slant, the bag behind it, and the bag with the corner.

    Raises:
        DraftRefused: the front's waist or side is too short for a pocket.
    """
    waist, side = edge_length(front, "waist"), edge_length(front, "side")
    if waist < 2.8 * SLANT_IN_MM or side < SLANT_DOWN_MM + BAG_BELOW_MM + 40:
        raise DraftRefused(
            say(
                "pockets.slant-pocket-needs-waist-side",
                slant_in_mm=2.8 * SLANT_IN_MM,
                slant_down_mm=SLANT_DOWN_MM + BAG_BELOW_MM + 40,
                waist=waist,
                side=side,
            ),
            "pockets",
            "waist",
            "leg_mm",
        )
    top, foot = (
        Spot(edge="waist", share=1 - SLANT_IN_MM / waist),
        Spot(edge="side", share=SLANT_DOWN_MM / side),
    )
    _, cut_away = split(front, top, foot, NewSeam(allow["pocket"], name="pocket edge"))
    # the bag goes along the waist well past the slant, and down the side below it
    inner = Spot(edge="waist", share=1 - min(0.9 * waist, 3.2 * SLANT_IN_MM) / waist)
    lower = Spot(edge="side", share=(SLANT_DOWN_MM + 30.0) / side)
    (ax, ay), (bx, by) = spot_point(front, inner), spot_point(front, lower)
    deep = bx + BAG_BELOW_MM - 30.0
    bottom = (
        Line((bx, by), (deep - 40.0, by)),
        Cubic((deep - 40.0, by), (deep + 14.0, by), (deep + 14.0, ay), (deep - 50.0, ay)),
        Line((deep - 50.0, ay), (ax, ay)),
    )
    whole = remade(
        front,
        (*chain(front, inner, lower), seam_stretch("bag", bottom, allow["pocket"])),
        id="pocket-side",
        name="Pocket side",
        inner_lines=(),
    )
    whole = replace(whole, cuts=_PAIR)
    bag_waist, bag_side = edge_length(whole, "waist"), edge_length(whole, "side")
    _, bag = split(
        whole,
        Spot(edge="waist", share=1 - SLANT_IN_MM / bag_waist),
        Spot(edge="side", share=SLANT_DOWN_MM / bag_side),
        NewSeam(
            allow["pocket"],
            name="pocket edge",
            ids=("corner", "pocket-bag"),
            names=("Corner", "Pocket bag"),
        ),
    )
    kept = replace(cut_away, id=front.id, name=front.name)
    return kept, whole, bag
