"""A cap sleeve: it lies over the upper part of the armhole alone, which is bound or faced below."""

from __future__ import annotations

from dataclasses import replace

from wickel.body import Body
from wickel.draft.builder.making import Making, Part, Slot, has_edge, upper_half
from wickel.draft.checks import TapeCheck
from wickel.draft.ledger import SIDES, Both
from wickel.draft.parts import bisect, edges, point
from wickel.draft.style import DraftRefused, Options
from wickel.geometry import Cubic, Path, Point, length
from wickel.pattern import Cut, Notch, Pattern, Piece, PieceRole, edge_length
from wickel.wording import say, tr

_END = "cap sleeve ends"


def _half_cap(high: float, wide: float) -> Cubic:
    """From the shoulder to where it ends on the armhole."""
    return Cubic((0.0, 0.0), (0.0, 0.5 * wide), (0.55 * high, 0.9 * wide), (high, wide))


def _add(making: Making) -> Making:
    front, back = making.torso
    ledger = making.ledger
    ledger.at("Sleeve")
    long = Both(length((front.armhole,)), length((back.armhole,)))
    ledger.know("armhole_half", long)
    reach = ledger.both(
        "cap_sleeve.reach", "0.62*armhole_half", "Cap sleeve along the armhole", (60, 260)
    )
    high = ledger.length(
        "cap_sleeve.high",
        "min(6.5 cm, 0.5*cap_sleeve_reach_front)",
        "Cap sleeve out over the arm",
        (15, 160),
    )
    wide = {side: _wide(high, reach.of(side)) for side in SIDES}
    made = making.with_pieces(_sleeve(high, wide, making))
    for side in SIDES:
        if reach.of(side) >= long.of(side):
            raise DraftRefused(
                say("builder.cap-sleeve-too-long", reach=reach.of(side), armhole=long.of(side)),
                f"cap_sleeve.reach.{side}",
            )
        piece = next(p for p in upper_half(made.pieces, side) if has_edge(p, "armhole"))
        at = reach.of(side)
        if at < edge_length(piece, "armhole"):
            mark = Notch(name=_END, edge="armhole", at_mm=at)
            made = made.with_pieces(replace(piece, notches=(*piece.notches, mark)))
    return made


def _wide(high: float, reach: float) -> float:
    """How wide half of it is, so that its edge is so long. Raises ``DraftRefused``: it stands out
    farther than it reaches."""
    wide = bisect(lambda w: length((_half_cap(high, w),)), reach, 1.0, reach)
    if wide is None:
        raise DraftRefused(
            say("builder.cap-sleeve-too-high", high=high, reach=reach), "cap_sleeve.high"
        )
    return wide


def _sleeve(high: float, wide: dict[str, float], making: Making) -> Piece:
    before, behind = _half_cap(high, wide["front"]), _half_cap(high, wide["back"])
    mirrored = Cubic(
        *((x, -y) for x, y in (behind.start, behind.control1, behind.control2, behind.end))
    )
    cap: Path = (mirrored.backwards(), before)
    (x, right), (_, left) = before.end, mirrored.end
    low = 1.12 * high
    hem = (Cubic((x, right), (low, 0.4 * right), (low, 0.4 * left), (x, left)),)
    ends: tuple[Point, Point] = ((x, right), (x, left))
    return Piece(
        id="cap-sleeve",
        name="Cap sleeve",
        role=PieceRole.CAP_SLEEVE,
        edges=edges(making.allow, ("cap", cap, "armhole"), ("hem", hem, "curved_hem")),
        cuts=(Cut(material="main", copies=2, pair=True),),
        notches=(Notch(name="shoulder", edge="cap", at_mm=length(cap[:1])),),
        points=(
            point("shoulder", (0.0, 0.0), "start"),
            point("end, in front", ends[0], "its edge as long as its reach", "cap_sleeve.reach"),
            point("end, behind", ends[1], "its edge as long as its reach", "cap_sleeve.reach"),
        ),
    )


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """Its edge against the part of the armhole that it is sewn to."""
    sleeve = pattern.piece("cap-sleeve")
    return (
        TapeCheck(
            name="Cap sleeve to armhole",
            one="cap sleeve",
            one_mm=edge_length(sleeve, "cap"),
            other="armhole down to its ends",
            other_mm=sum(pattern.figure(f"cap_sleeve.reach.{side}") for side in SIDES),
            way_out="Draw both edges from the same points.",
        ),
    )


PARTS = (
    Part(
        id="cap",
        slot=Slot.SLEEVE,
        name=tr("a cap over the shoulder"),
        add=_add,
        checks=_checks,
        roles=("armhole", "curved_hem"),
        place=33,
    ),
)
