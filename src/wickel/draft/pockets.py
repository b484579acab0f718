"""Pockets: a bag in a seam, a patch, and a slant pocket cut into the front.

Points are (down, across) in mm.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from wickel.draft.allowances import Allowances
from wickel.draft.ledger import Ledger
from wickel.draft.operations.seams import NewSeam
from wickel.draft.operations.splitting import split
from wickel.draft.operations.spots import Spot, chain, remade, seam_stretch, spot_point
from wickel.draft.parts import edges, line, point
from wickel.draft.style import DraftRefused
from wickel.geometry import Cubic, Line
from wickel.pattern import Cut, Edge, EdgeRole, Notch, Pattern, Piece, PieceRole, edge_length
from wickel.wording import say

OPENING_MM = 160.0
END_MM = 15.0
_TIP_SHARE, _WIDE_SHARE = 21 / 38, 16 / 19
"""How deep and how wide a bag is, in parts of its mouth: a hand's length and a hand's width."""
_BACK, _SWELL = 17 / 19, 8 / 19
"""Where the back of a bag ends and swells, in parts of its mouth."""
_OUT, _IN = 3 / 7, 10 / 21
"""Where the curves of a bag's lower end begin to turn, in parts of its depth."""
_PAIR = (Cut(material="main", copies=2, pair=True),)


@dataclass(frozen=True, slots=True, kw_only=True)
class SeamBag:
    """A bag in a seam, in mm: its opening, what it has beyond that at each end, how deep it hangs
    below them and how far it reaches from the seam."""

    opening: float = OPENING_MM
    end: float = END_MM
    deep: float = _TIP_SHARE * (OPENING_MM + 2 * END_MM)
    wide: float = _WIDE_SHARE * (OPENING_MM + 2 * END_MM)


def seam_bag_by(ledger: Ledger) -> SeamBag:
    """The figures of a bag in a seam."""
    return SeamBag(
        opening=ledger.length("pocket.opening", "16 cm", "Opening of the pocket", (120, 220)),
        end=ledger.length("pocket.end", "1.5 cm", "Bag beyond the opening, at each end", (5, 40)),
        deep=ledger.length(
            "pocket.deep", "21/38*(pocket_opening + 2*pocket_end)", "Bag below its ends", (60, 200)
        ),
        wide=ledger.length(
            "pocket.wide",
            "16/19*(pocket_opening + 2*pocket_end)",
            "Bag from the seam",
            (90, 240),
        ),
    )


def seam_bag(allow: Allowances, bag: SeamBag | None = None) -> Piece:
    """A bag as deep as a hand, its opening on the side seam, with an end beyond it on either
    side."""
    bag = bag or SeamBag()
    opening_mm, end_mm = bag.opening, bag.end
    mouth = opening_mm + 2 * end_mm

    def at(deep: float, wide: float) -> tuple[float, float]:
        return (mouth + deep * bag.deep, wide * bag.wide)

    top, below = (0.0, 0.0), (mouth, 0.0)
    tip, back = at(1.0, 0.53125), (mouth * _BACK, bag.wide)
    return Piece(
        id="pocket",
        name="Pocket bag",
        role=PieceRole.POCKET,
        edges=(
            Edge(name="opening", path=(Line(top, below),), allowance_mm=allow["side"]),
            Edge(
                name="bag",
                path=(
                    Cubic(below, at(_OUT, 0.0), at(1.0, 0.21875), tip),
                    Cubic(tip, at(1.0, 0.84375), at(_IN, 1.0), back),
                    Cubic(back, (_SWELL * mouth, bag.wide), (0.0, 0.59375 * bag.wide), top),
                ),
                allowance_mm=allow["pocket"],
                role=EdgeRole.BAG,
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
            point("finger tip", tip, "a hand's length below the opening", "pocket.deep"),
            point("back of the bag", back, "a hand's width from the seam", "pocket.wide"),
        ),
    )


def patch(wide_mm: float, high_mm: float, allow: Allowances, *, copies: int = 2) -> Piece:
    """A patch pocket with a turned-in top and a shallow point below; the same on both sides."""
    half, drop = wide_mm / 2, 0.14 * wide_mm
    return Piece(
        id="patch-pocket",
        name="Patch pocket",
        role=PieceRole.PATCH,
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


@dataclass(frozen=True, slots=True, kw_only=True)
class Slant:
    """A slant pocket, in mm: how far in on the waist and how far down the side its edge runs, and
    how far below that its bag hangs."""

    into: float = 42.0
    down: float = 165.0
    below: float = 120.0


def slant_by(ledger: Ledger) -> Slant:
    """The figures of a slant pocket."""
    return Slant(
        into=ledger.length("pocket.in", "4.2 cm", "Pocket on the waist, from the side", (20, 90)),
        down=ledger.length("pocket.down", "16.5 cm", "Pocket down the side", (120, 220)),
        below=ledger.length("pocket.below", "12 cm", "Bag below the pocket's edge", (60, 200)),
    )


def _check_slant(waist: float, side: float, size: Slant) -> None:
    """Raises ``DraftRefused`` where a pocket does not go into a waist and a side so long."""
    least_waist, least_side = 1.2 * size.into, size.down + size.below / 4
    if waist < least_waist or side < least_side:
        raise DraftRefused(
            say(
                "pockets.slant-pocket-needs-waist-side",
                slant_in_mm=least_waist,
                slant_down_mm=least_side,
                waist=waist,
                side=side,
            ),
            "pockets",
            "waist",
            "leg_mm",
        )


def slant(front: Piece, allow: Allowances, size: Slant | None = None) -> tuple[Piece, Piece, Piece]:
    """A front with its corner cut away on a slant, the bag behind it, and the bag with the corner.

    Raises:
        DraftRefused: the front's waist or side is too short for a pocket.
    """
    size = size or Slant()
    waist, side = edge_length(front, "waist"), edge_length(front, "side")
    _check_slant(waist, side, size)
    top, foot = (
        Spot(edge="waist", share=1 - size.into / waist),
        Spot(edge="side", share=size.down / side),
    )
    _, cut_away = split(front, top, foot, NewSeam(allow["pocket"], name="pocket edge"))
    # the bag goes along the waist well past the slant, and down the side below it
    inner = Spot(edge="waist", share=1 - min(0.9 * waist, 3.2 * size.into) / waist)
    lower = Spot(edge="side", share=min(1.0, (size.down + size.below / 4) / side))
    (ax, ay), (bx, by) = spot_point(front, inner), spot_point(front, lower)
    hangs = size.below
    deep = bx + 0.75 * hangs
    turn, swell, end = deep - hangs / 3, deep + 0.1167 * hangs, deep - 0.4167 * hangs
    bottom = (
        Line((bx, by), (turn, by)),
        Cubic((turn, by), (swell, by), (swell, ay), (end, ay)),
        Line((end, ay), (ax, ay)),
    )
    whole = remade(
        front,
        (*chain(front, inner, lower), seam_stretch("bag", bottom, allow["pocket"])),
        id="pocket-side",
        name="Pocket side",
        inner_lines=(),
    )
    whole = replace(whole, cuts=_PAIR, role=PieceRole.POCKET)
    bag_waist, bag_side = edge_length(whole, "waist"), edge_length(whole, "side")
    _, bag = split(
        whole,
        Spot(edge="waist", share=1 - size.into / bag_waist),
        Spot(edge="side", share=size.down / bag_side),
        NewSeam(
            allow["pocket"],
            name="pocket edge",
            ids=("corner", "pocket-bag"),
            names=("Corner", "Pocket bag"),
        ),
    )
    kept = replace(cut_away, id=front.id, name=front.name)
    return kept, whole, bag


def cut_away(pattern: Pattern, edge: str) -> float:
    """How much of an edge of the front a slant pocket has cut away: what the piece behind it has
    more there than the bag."""
    bags = {piece.id: piece for piece in pattern.pieces}
    if "pocket-side" not in bags or "pocket-bag" not in bags:
        return 0.0
    return edge_length(bags["pocket-side"], edge) - edge_length(bags["pocket-bag"], edge)
