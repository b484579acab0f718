"""Legs: trousers darted, pleated or drawn in at the waist, wide ones, and culottes."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import partial

from wickel.body import Body
from wickel.draft.builder.lower import side_with_pocket, waist_check
from wickel.draft.builder.making import (
    LEGS,
    OPEN_ALL_DOWN,
    WAIST_SEAM,
    ZIP_GOES_ON,
    Making,
    Part,
    Slot,
)
from wickel.draft.checks import TapeCheck
from wickel.draft.ledger import SIDES, Both
from wickel.draft.legs import (
    MEASURED,
    closed_waist,
    leg_checks,
    leg_options,
    leg_piece,
    legs_by,
)
from wickel.draft.parts import comes_back
from wickel.draft.pockets import cut_away
from wickel.draft.style import LengthOption, Options
from wickel.pattern import Pattern, Piece, Seam, View, edge_length, sewn_length
from wickel.wording import Text, say, tr

_EASED_MM = 12.0
"""The waist of a lifted back is longer by less: it is eased in."""
# both halves of a leg are as wide below: as the front at the crotch, or wider
_WIDE = {
    "knee.across": "max(knee_round/2, hip_across_front + crotch_across_front/2)",
    "hem.across": "knee_across + 2 cm",
}
_CULOTTE = {
    "leg.down": "waist_to_knee + 15 cm",
    "knee.across": "hip_across_front + crotch_across_front",
    "hem.across": "knee_across + 3 cm",
}


@dataclass(frozen=True, slots=True)
class _Kind:
    """A kind of legs: what it is called, how its waist is taken in, and the rules of its own."""

    name: Text
    waist: str
    instead: Mapping[str, str]


_KINDS = {
    "trousers": _Kind(tr("trousers with darts"), "darts", {}),
    "trousers-pleats": _Kind(tr("trousers, pleated in front"), "pleats", {}),
    "trousers-elastic": _Kind(tr("trousers, drawn in at the waist"), "elastic", {}),
    "trousers-wide": _Kind(tr("wide trousers"), "pleats", _WIDE),
    "culotte": _Kind(tr("a culotte"), "darts", _CULOTTE),
}
_ASKED: tuple[LengthOption, ...] = tuple(
    option for option in leg_options() if option.id != "hip_ease_mm"
)


def _id(side: str) -> str:
    return f"leg-{side}"


def _add(kind: _Kind, making: Making) -> Making:
    ledger = making.ledger
    joined = making.joined_mm()
    ledger.know("joined", joined)
    rules = {
        "hip.across": "(hip + ease)/4",
        "leg.quarter": "joined",
        **kind.instead,
    }
    ledger = making.ledger_of("leg", rules)
    legs = legs_by(ledger, kind.waist, "leg.quarter")
    ledger.at("Darts")
    darted = [side for side, leg in zip(SIDES, legs, strict=True) if leg.dart and not leg.pleated]
    deep = ledger.both("dart.long", "10.5 cm", "Length of the dart", (60, 180), only=tuple(darted))
    pieces = [
        _sewn_to(
            joined.of(side),
            replace(
                leg_piece(_id(side), f"{side.capitalize()} leg", leg, making.allow, deep.of(side)),
                view=View(side),
            ),
            drawn_in=kind.waist == "elastic" or not making.has_upper,
        )
        for side, leg in zip(SIDES, legs, strict=True)
    ]
    seams = (
        Seam(name="leg side", one=(_id("front"), "side"), other=(_id("back"), "side")),
        Seam(name="inseam", one=(_id("front"), "inseam"), other=(_id("back"), "inseam")),
        *(
            Seam(name=f"{side} waist", one=(making.inner(side), "hem"), other=(_id(side), "waist"))
            for side in SIDES
            if making.has_upper
        ),
    )
    return making.with_pieces(*pieces, seams=seams)


def _sewn_to(joined_mm: float, leg: Piece, *, drawn_in: bool) -> Piece:
    """The leg drawn or eased in to what it is sewn to: the waist of a lifted back runs aslant."""
    closed = closed_waist(leg)
    if not drawn_in and abs(closed - joined_mm) > _EASED_MM:
        return leg
    return comes_back(leg, "waist", joined_mm + edge_length(leg, "waist") - closed)


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    front, back = (pattern.piece(_id(side)) for side in SIDES)
    (hip,) = (p.across_mm for p in back.points if p.name == "hip")
    taken = Both(*(edge_length(leg, "waist") - closed_waist(leg) for leg in (front, back)))
    waist = sum(
        sewn_length(leg, "waist") - taken.of(side)
        for side, leg in zip(SIDES, (front, back), strict=True)
    )
    # what a slant pocket cut away from the front is on the piece behind it
    waist += cut_away(pattern, "waist")
    return (
        *leg_checks(front, back, body, options, 4 * hip),
        side_with_pocket("Leg side", pattern, front, back),
        waist_check(pattern, "the legs all round", 2 * waist),
    )


_AGAINST = {
    **{(Slot.CLOSING, id): say("builder.legs-not-in-front") for id in OPEN_ALL_DOWN},
    **{(Slot.WAIST, id): say("builder.legs-at-the-waist") for id in ("under-bust", "lowered")},
}

PARTS = tuple(
    Part(
        id=id,
        slot=Slot.LOWER,
        name=str(kind.name),
        add=partial(_add, kind),
        options=_ASKED,
        required=MEASURED,
        needs=frozenset({WAIST_SEAM, ZIP_GOES_ON}),
        checks=_checks,
        against=_AGAINST,
        traits=frozenset({LEGS}),
        roles=("crotch", "side", "hem", "waist"),
        place=place,
    )
    for place, (id, kind) in enumerate(_KINDS.items(), 50)
)
