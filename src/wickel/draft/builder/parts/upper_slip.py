"""Hung from straps and cut on the bias: its top runs from the centre up to the straps and down
under the arms, and is faced in one."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from functools import partial

from wickel.body import Body
from wickel.draft.builder.making import NO_SHOULDERS, WHOLE_FRONT, Making, Part, Slot
from wickel.draft.builder.parts.uppers import ASKED, CUT_AWAY, PLAIN, lower_role, torso_of
from wickel.draft.builder.whole import whole
from wickel.draft.checks import TapeCheck
from wickel.draft.facings import edge_facing
from wickel.draft.fastenings import bias_strip
from wickel.draft.ledger import SIDES, Rule
from wickel.draft.straps import strap_piece, strap_top
from wickel.draft.style import LengthOption, Options
from wickel.draft.torso import MEASURED
from wickel.draft.usual_checks import alike, over_body, passes
from wickel.pattern import BIAS_DEG, Pattern, Piece, PieceRole, Seam, edge_length
from wickel.wording import say, tr

BIAS_GIVE = 1.06
"""Cloth on the bias stretches over the body by about a sixteenth."""
_RULES: Mapping[str, Rule] = {
    **CUT_AWAY,
    "waist.across": "max((waist + ease)/4, chest_across - 2.8 cm,"
    f" min(chest_across, bust/{4 * BIAS_GIVE:g}))",
}
ASKED_SLIP = (
    LengthOption(
        id="front_down_mm",
        question="The neck dips below the straps by",
        default=70,
        least=5,
        most=160,
    ),
    LengthOption(
        id="strap_mm", question="Finished width of the straps", default=8, least=5, most=25
    ),
)


def _add(kind: str, making: Making) -> Making:
    ledger = making.ledger
    ruled = replace(making, ledger=ledger.ruled(_RULES))
    made, (front, back) = torso_of(ruled, PLAIN, topless=True, necks=False)
    ledger.at("Straps")
    high = ledger.both(
        "strap.down",
        ("neck_to_bust - 9.5 cm", "chest_down - 0.8 cm"),
        "Strap sewn on below the neck point",
        (40, 400),
    )
    across = ledger.both("strap.across", "bust_span/2", "Strap from the centre", (30, 200))
    dip = ledger.length("neck.dip", "front_down", "The neck dips below the straps by", (0, 220))
    before = strap_top(front, high.front + dip, (high.front, across.front), kind=kind)
    behind = strap_top(back, high.back, (high.back, across.back), kind="straight")
    lower = lower_role(making)
    halves = [
        strap_piece((half.where, half.where.capitalize()), half, top, making.allow, lower=lower)
        for half, top in ((front, before), (back, behind))
    ]
    facings = []
    for half in halves:
        making, wide = making.with_facing(half.id)
        facings.append(edge_facing(half, ("neck", "armhole"), wide, making.allow))
    ledger.at("Straps")
    long = ledger.length("strap.long", "strap_down_front + strap_down_back", "Length of a strap")
    wide = ledger.length("strap.wide", "strap", "Finished width of a strap", (4, 40))
    strap = bias_strip("strap", "Strap", long, wide, making.allow, copies=2)
    straps = replace(strap, role=PieceRole.STRAP)
    seams = (
        Seam(name="side seam", one=("front", "side"), other=("back", "side")),
        Seam(name="front top edge", one=("front", "neck"), other=("front-facing", "neck")),
        Seam(name="back top edge", one=("back", "neck"), other=("back-facing", "neck")),
    )
    pieces = (*(_on_the_bias(piece) for piece in (*halves, *facings)), straps)
    made = replace(making, halves=(front, back), above=made.above, bare={})
    return made.with_pieces(*pieces, seams=seams)


def _on_the_bias(half: Piece) -> Piece:
    """The whole piece at 45°: a half cannot lie with its centre on a fold along the thread."""
    return replace(whole(half), grain_deg=BIAS_DEG)


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    front, back, strap = (pattern.piece(id) for id in (*SIDES, "strap"))
    at = {p.name: (p.down_mm, p.across_mm) for p in front.points}
    behind = {p.name: (p.down_mm, p.across_mm) for p in back.points}
    over = [over_body(body, "bust", garment_mm=BIAS_GIVE * 4 * at["underarm"][1], least_mm=0.0)]
    waist = BIAS_GIVE * 4 * at["side waist"][1]
    way_out = "Add ease, or shape the waist less."
    over.append(passes(body, "bust", waist, "waist, on the bias", way_out))
    if at["hem at the side"][0] - at["side waist"][0] >= body["waist_to_hip"]:
        hip = 4 * at["hem at the side"][1]
        over.append(over_body(body, "hip", garment_mm=BIAS_GIVE * hip, least_mm=0.0))
    faced = (
        ("Front top to facing", front, "neck"),
        ("Back top to facing", back, "neck"),
        ("Front underarm to facing", front, "armhole"),
    )
    return (
        alike("Side seam", front, back, "side"),
        *(alike(name, own, pattern.piece(f"{own.id}-facing"), edge) for name, own, edge in faced),
        TapeCheck(
            name="Straps",
            one="strap",
            one_mm=edge_length(strap, "join"),
            other="over the shoulder, front to back",
            other_mm=at["strap"][0] + behind["strap"][0],
            way_out=say("slip_top.cut-straps-from-front-top"),
        ),
        *(replace(check, on_body=False) for check in over),  # what the bias gives is in it already
    )


PARTS = tuple(
    Part(
        id=id,
        slot=Slot.UPPER,
        name=name,
        add=partial(_add, kind),
        options=(*ASKED, *ASKED_SLIP),
        required=MEASURED,
        without=frozenset(
            {Slot.NECK, Slot.SLEEVE, Slot.COLLAR, Slot.EDGES, Slot.DART, Slot.YOKE, Slot.DRAPE}
        ),
        traits=frozenset({NO_SHOULDERS, WHOLE_FRONT}),
        only_beside={
            Slot.CLOSING: (("side", "none"), say("builder.one-shoulder-at-side")),
            Slot.OPENING: (("none", "sides", "one-side"), say("builder.whole-front-not-parted")),
        },
        checks=_checks,
        roles=("side", "neck", "armhole", "waist", "hem", "facing", "band"),
        place=place,
    )
    for place, (id, kind, name) in enumerate(
        (
            ("slip", "v", tr("nothing, on the bias, hung from straps, V")),
            ("slip-round", "round", tr("nothing, on the bias, hung from straps, hollow")),
        ),
        22,
    )
)
