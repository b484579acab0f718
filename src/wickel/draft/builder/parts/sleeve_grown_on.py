"""Sleeves in one with the front and the back."""

from __future__ import annotations

import math
from dataclasses import replace

from wickel.body import Body
from wickel.draft.builder.making import (
    BANDED,
    GROWN_ON,
    LOWERED,
    SQUARE,
    UNDER_BUST,
    WAIST_SEAM,
    Making,
    Part,
    Slot,
)
from wickel.draft.builder.parts.uppers import (
    LOWER_BY,
    PLAIN,
    centre_role,
    deep_sides,
    lower_role,
    with_halves,
    with_seam_moved,
)
from wickel.draft.checks import TapeCheck
from wickel.draft.grown_on import GrownOn, grown_on_by, shoulder_to_side
from wickel.draft.ledger import SIDES, Both
from wickel.draft.necklines import Neckline, neck_size_by, neckline
from wickel.draft.parts import Strip, edges, line, rectangle
from wickel.draft.style import LengthOption, Options
from wickel.draft.torso import half_cut
from wickel.draft.upper import WHOLE
from wickel.geometry import Line
from wickel.pattern import Cut, Pattern, Piece, PieceRole, Seam, View, edge_length
from wickel.wording import say, tr

_LONG = LengthOption(
    id="sleeve_mm", question="Length of a short sleeve", default=240, least=120, most=450
)
_ROOM = LengthOption(
    id="sleeve_ease_mm",
    question="Sleeve wider than the upper arm by",
    default=120,
    least=40,
    most=400,
)
_WAIST = "back_neck + nape_to_waist"


def _long(making: Making) -> str:
    """The rule of the length of the upper part from the neck point."""
    if SQUARE in making.needs:
        return "neck_to_waist + skirt"
    if WAIST_SEAM not in making.needs:
        return f"{_WAIST} + below_waist"
    if UNDER_BUST in making.needs:
        return "neck_to_under_bust"
    return f"{_WAIST} + {LOWER_BY}" if LOWERED in making.needs else _WAIST


def _add(making: Making) -> Making:
    ledger = making.ledger
    frames = dict(
        zip(
            SIDES,
            grown_on_by(
                ledger,
                _long(making),
                necks=deep_sides(making),
                hemmed=SQUARE not in making.needs,
            ),
            strict=True,
        )
    )
    sizes = neck_size_by(ledger, making.necks, lambda side: frames[side].neck)
    front, back = (
        neckline(kind, frames[side].neck_down, frames[side].neck, size)
        for side, kind, size in zip(SIDES, making.necks, sizes, strict=True)
    )
    shoulder = (math.dist(frames[side].neck, frames[side].sleeve_end) for side in SIDES)
    ledger.know("shoulder_line", Both(*shoulder))
    across = (frames[side].sleeve_end[1] - frames[side].neck[1] for side in SIDES)
    ledger.know("shoulder_across_line", Both(*across))
    pieces = [
        _half(making, side, frames[side], neck)
        for side, neck in zip(SIDES, (front, back), strict=True)
    ]
    made = replace(making, necklines=(front, back))
    made = with_seam_moved(made, frames["back"].hem_centre[0])
    return with_halves(made, pieces, WHOLE)


def _half(making: Making, side: str, frame: GrownOn, neck: Neckline) -> Piece:
    shoulder, *others = shoulder_to_side(frame)
    centre = centre_role(making, side)
    return Piece(
        id=side,
        name=side.capitalize(),
        role=PieceRole.BODICE,
        view=View(side),
        edges=edges(
            making.allow,
            ("neck", neck.path, "band" if BANDED in making.needs else "neck"),
            ("shoulder", (*neck.rise, *shoulder[1]), "shoulder"),
            *others,
            ("hem", (Line(frame.hem_side, frame.hem_centre),), lower_role(making)),
            ("centre", line(frame.hem_centre, neck.centre), centre),
        ),
        cuts=half_cut(centre),
        inner_lines=neck.marks,
        points=frame.points(neck.centre),
    )


def _turned_up(making: Making) -> Making:
    """With a band at the end of each sleeve, twice its depth, a little longer than the sleeve is
    round."""
    made = _add(making)
    ledger = making.ledger
    ledger.know(
        "sleeve_opening", sum(edge_length(made.piece(side), "sleeve end") for side in SIDES)
    )
    ledger.at("Turn-up")
    long = ledger.length(
        "turn_up.long", "sleeve_opening + turn_up_ease", "Length of the turn-up", (180, 900)
    )
    deep = ledger.length("turn_up.deep", "turn_up", "Finished depth of the turn-up", (15, 150))
    band = Strip(
        id="turn-up",
        name="Turn-up",
        part=PieceRole.TURN_UP,
        long_mm=long,
        high_mm=2 * deep,
        cuts=(Cut(material="main", copies=2),),
        role="sleeve_end",
        fold_line=True,
    )
    sewn = Seam(name="sleeve end", one=("turn-up", "join"), other=("front", "sleeve end"))
    return made.with_pieces(rectangle(band, making.allow), seams=(sewn,))


def _turn_up_checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    turned = (piece for piece in pattern.pieces if piece.id == "turn-up")
    return tuple(
        TapeCheck(
            name="Turn-up to sleeve",
            one="turn-up",
            one_mm=edge_length(band, "join"),
            other="sleeve opening",
            other_mm=sum(edge_length(pattern.piece(side), "sleeve end") for side in SIDES),
            least_mm=0.0,
            most_mm=12.0,
            way_out=say("box_dress.cut-turn"),
        )
        for band in turned
    )


TURN_UP = (
    LengthOption(
        id="turn_up_mm", question="Finished depth of the turn-up", default=50, least=20, most=120
    ),
    LengthOption(
        id="turn_up_ease_mm",
        question="Turn-up longer than the sleeve by",
        default=6,
        least=0,
        most=12,
    ),
)
_GROWN_ON = Part(
    id="grown-on",
    slot=Slot.SLEEVE,
    name=tr("in one with front and back"),
    add=_add,
    options=(_LONG, _ROOM),
    required=("upper_arm", "hip"),
    needs=frozenset({GROWN_ON}),
    traits=frozenset({GROWN_ON}),
    only_beside={Slot.UPPER: ((PLAIN,), say("builder.grown-on-plain"))},
    roles=("sleeve_end", "shoulder"),
    place=32,
)

PARTS = (
    _GROWN_ON,
    replace(
        _GROWN_ON,
        id="grown-on-turned",
        name=tr("in one with front and back, turned up"),
        add=_turned_up,
        options=(*_GROWN_ON.options, *TURN_UP),
        checks=_turn_up_checks,
        place=33,
    ),
)
