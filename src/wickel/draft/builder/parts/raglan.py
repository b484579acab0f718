"""Raglan: the shoulder is cut off front and back and goes on in the sleeve, which has a seam
over the arm.

What is cut off is laid against the cap at the place where the armhole begins to hollow out, its
shoulder point towards the top of the cap; so the raglan seam of the sleeve is that of the body. The
back is turned about that place until its seam over the arm is as long as the front's. Points are
(down, across) in mm from the top of the cap, the body at negative across.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from wickel.body import Body
from wickel.draft.builder.making import Making, Part, Slot, has_edge
from wickel.draft.checks import TapeCheck
from wickel.draft.ledger import SIDES
from wickel.draft.operations import NewSeam, Spot, split, spot_point
from wickel.draft.parts import bisect, edges, line, point
from wickel.draft.style import DraftRefused, Options
from wickel.draft.torso import SLEEVE_NOTCH_MM, uncrossed
from wickel.draft.usual_checks import alike
from wickel.geometry import (
    MIRROR,
    Affine,
    Cubic,
    Line,
    Path,
    Point,
    backwards,
    length,
    map_path,
    parted_at,
    point_at,
    rotation,
    translation,
)
from wickel.pattern import Cut, EdgeRole, Pattern, Piece, PieceRole, Seam, View, edge_length
from wickel.wording import say, tr

_SEAM = "raglan seam"
_MOST_TURN_DEG = 14.0
_EVEN_MM = 0.001
_LEAST_NECK_MM = 5.0
"""What a raglan seam leaves of the neck of the body at least."""


@dataclass(frozen=True, slots=True, kw_only=True)
class _Half:
    """Half of a raglan sleeve before it is put together: the part of the body, the cap from its top
    to the underarm, where on it the armhole's lower part begins, and the ends of the sleeve."""

    body: Piece
    cap: Path
    long: float
    hem: float

    @property
    def lower(self) -> Path:
        """The cap from where it meets the raglan seam to the underarm."""
        return parted_at(self.cap, length(self.cap) - SLEEVE_NOTCH_MM)[1]

    def placed(self, turn_deg: float) -> Affine:
        """Where the part of the body lies, turned by so much from where its shoulder point is
        towards the top of the cap."""
        armhole = self.body.edge("armhole").path
        tip, foot = armhole[0].start, armhole[-1].end
        at = self.lower[0].start
        wanted = math.atan2(-at[1], -at[0])
        now = math.atan2(tip[1] - foot[1], tip[0] - foot[0])
        deg = math.degrees(wanted - now) + turn_deg
        return translation(*at).after(rotation(deg).after(translation(-foot[0], -foot[1])))

    def overarm(self, turn_deg: float) -> Path:
        """The seam over the arm: the shoulder, rounded into the middle of the sleeve."""
        shoulder = map_path(self.body.edge("shoulder").path, self.placed(turn_deg))
        start, tip = shoulder[-1].start, shoulder[-1].end
        size = math.dist(start, tip)
        ux, uy = (tip[0] - start[0]) / size, (tip[1] - start[1]) / size
        end: Point = (self.cap[-1].end[0], 0.0)
        reach = 0.45 * math.dist(tip, end)
        bend = Cubic(tip, (tip[0] + reach * ux, tip[1] + reach * uy), (end[0] - reach, 0.0), end)
        return (*shoulder, bend, Line(end, (self.long, 0.0)))


def _add(making: Making) -> Making:
    ledger = making.ledger
    ledger.at("Raglan")
    at = ledger.both("raglan.neck", "3 cm", "Raglan seam on the neck, from the shoulder", (8, 90))
    sleeve = making.piece("sleeve")
    back_cap, front_cap = sleeve.edge("cap").path
    caps = {"front": map_path((front_cap,), MIRROR), "back": backwards((back_cap,))}
    halves = {}
    for side in SIDES:
        top, rest = _cut(making.piece(side), at.of(side), making)
        halves[side] = _Half(
            body=top,
            cap=caps[side],
            long=max(e[0] for edge in sleeve.edges for e in (edge.start, edge.end)),
            hem=edge_length(sleeve, "hem"),
        )
        making = making.with_pieces(rest)
    front, back = halves["front"], halves["back"]
    turn = bisect(
        lambda deg: length(back.overarm(deg)),
        length(front.overarm(0.0)),
        -_MOST_TURN_DEG,
        _MOST_TURN_DEG,
        tolerance_mm=_EVEN_MM,
    )
    if turn is None:
        raise DraftRefused(
            say(
                "builder.raglan-shoulders-differ",
                front=length(front.overarm(0.0)),
                back=length(back.overarm(0.0)),
            ),
            "shoulder.slope",
        )
    pieces = [_piece("front", front, 0.0, making), _piece("back", back, turn, making)]
    seams = [
        *(
            Seam(name=f"{side} raglan", one=(side, _SEAM), other=(f"sleeve-{side}", _SEAM))
            for side in SIDES
        ),
        Seam(name="overarm", one=("sleeve-front", "overarm"), other=("sleeve-back", "overarm")),
        Seam(
            name="sleeve seam",
            one=("sleeve-front", "underarm"),
            other=("sleeve-back", "underarm"),
        ),
    ]
    made = making.without("sleeve")
    made = replace(made, seams=tuple(s for s in made.seams if s.name != "shoulder"))
    return made.with_pieces(*pieces, seams=tuple(seams))


def _cut(whole: Piece, at_mm: float, making: Making) -> tuple[Piece, Piece]:
    """The part of a half that goes with the sleeve, and the rest of it, its armhole and the seam in
    one edge. Raises ``DraftRefused``: the seam would begin beyond the neck."""
    neck, armhole = edge_length(whole, "neck"), edge_length(whole, "armhole")
    if not 0 < at_mm < neck - _LEAST_NECK_MM:
        raise DraftRefused(
            say("builder.raglan-beyond-neck", at=at_mm, neck=neck), f"raglan.neck.{whole.id}"
        )
    first = Spot(edge="neck", share=1 - at_mm / neck)
    last = Spot(edge="armhole", share=1 - SLEEVE_NOTCH_MM / armhole)
    seam = NewSeam(
        making.allow["armhole"],
        name=_SEAM,
        ids=(f"{whole.id}-top", whole.id),
        names=(whole.name, whole.name),
    )
    one, other = split(whole, first, last, seam, through=_line(whole, first, last))
    return (one, other) if has_edge(one, "shoulder") else (other, one)


def _line(whole: Piece, first: Spot, last: Spot) -> Path:
    """The raglan seam: it arrives at the armhole a little inside the way that this runs there."""
    (x, y), (a, b) = spot_point(whole, first), spot_point(whole, last)
    path = whole.edge("armhole").path
    before = point_at(path, last.share * length(path) - _BEFORE_MM)
    size, far = math.dist(before, (a, b)), math.dist((x, y), (a, b))
    down, out = (a - before[0]) / size, (b - before[1]) / size
    reach = 0.35 * far
    return (
        Cubic(
            (x, y),
            (x + 0.4 * (a - x), y + 0.3 * (b - y)),
            (a - reach * down, b - reach * out - _BESIDE_MM),
            (a, b),
        ),
    )


_BEFORE_MM, _BESIDE_MM = 10.0, 10.0
"""Where the way of the armhole is taken before the seam meets it, and how far beside it that
arrives."""


def _piece(side: str, half: _Half, turn_deg: float, making: Making) -> Piece:
    """The front or back half of the sleeve."""
    by = half.placed(turn_deg)
    neck = map_path(half.body.edge("neck").path, by)
    overarm = half.overarm(turn_deg)
    under = half.cap[-1].end
    hem: Point = (half.long, -half.hem / 2)
    raglan = (*backwards(half.lower), *map_path(half.body.edge(_SEAM).path, by))
    seam = edges(making.allow, ("", raglan, "armhole"))[0]
    made = Piece(
        id=f"sleeve-{side}",
        name=f"Sleeve {side}",
        role=PieceRole.SLEEVE,
        view=View(side),
        edges=(
            *edges(
                making.allow,
                ("neck", neck, "neck"),
                ("overarm", overarm, "shoulder"),
                ("sleeve hem", line(overarm[-1].end, hem), "hem"),
                ("underarm", line(hem, under), "side"),
            ),
            replace(seam, name=_SEAM, role=EdgeRole.RAGLAN),
        ),
        cuts=(Cut(material="main", copies=2, pair=True),),
        points=(
            point("neck at the raglan seam", neck[0].start, "along the neck", "raglan.neck"),
            point("shoulder at neck", neck[-1].end, "as on the block"),
            point("underarm", under, "the cap of the sleeve"),
        ),
    )
    return uncrossed(made)


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    by_id = {piece.id: piece for piece in pattern.pieces}
    if "sleeve-front" not in by_id:
        return ()
    front, back = by_id["sleeve-front"], by_id["sleeve-back"]
    return (
        alike("Over the arm", front, back, "overarm"),
        *(
            TapeCheck(
                name=f"{side.capitalize()} raglan seam",
                one="sleeve",
                one_mm=edge_length(by_id[f"sleeve-{side}"], _SEAM),
                other=side,
                other_mm=edge_length(by_id[side], _SEAM) + edge_length(by_id[side], "armhole"),
                way_out="Draw both edges from the same points.",
            )
            for side in SIDES
        ),
    )


PARTS = (
    Part(
        id="raglan",
        slot=Slot.YOKE,
        name=tr("with raglan seams"),
        add=_add,
        checks=_checks,
        only_beside={
            Slot.UPPER: (("darts", "plain"), say("builder.yoke-from-one-piece")),
            Slot.SLEEVE: (("short", "long"), say("builder.raglan-plain-sleeve")),
            Slot.DART: (("side",), say("builder.yoke-cuts-dart")),
        },
        against={
            (Slot.CLOSING, "wrapped"): say("builder.yoke-not-wrapped"),
            (Slot.NECK, "cowl"): say("builder.yoke-not-wrapped"),
        },
        place=10,
    ),
)
