"""The one-shoulder dress: the neck runs from one shoulder under the other arm, one side seam is
ruched.

Front and back are cut whole. Points are (down, across) in mm, down from the neck end of the
shoulder, across from the centre; the shoulder that stays is at positive across in front.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.facings import edge_facing
from wickel.draft.fastenings import bias_strip, binding_length
from wickel.draft.ledger import Ledger, Rule
from wickel.draft.operations import (
    NewSeam,
    Opening,
    Spot,
    mapped_piece,
    slash_and_spread,
    split,
    spot_point,
    unfold,
    with_notch,
)
from wickel.draft.style import (
    ChoiceOption,
    DraftRefused,
    LengthOption,
    Option,
    Style,
)
from wickel.draft.torso import (
    CHEST_DEPTH,
    CHEST_LINE,
    MEASURED,
    Torso,
    TorsoCut,
    above_hip,
    torso_by,
    torso_piece,
)
from wickel.draft.usual_checks import AT_ZIP, LOWER_ZIP, ZIP, alike, over_body, passes
from wickel.geometry import MIRROR, Cubic, length
from wickel.pattern import Cut, Pattern, Piece, Seam, edge_length, notch_point, sewn_length
from wickel.wording import say, words_of

_RULES: Mapping[str, Rule] = {
    "neck.down": ("6 cm", "3.4 cm"),
    "waist.down": "3.4 cm + nape_to_waist",
}
"""What the neck is drawn with before the slanting edge cuts it away."""

OPTIONS: tuple[Option, ...] = (
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=-60,
        least=-300,
        most=400,
    ),
    LengthOption(id="ease_mm", question="Ease", default=60, least=20, most=180),
    LengthOption(
        id="flare_mm", question="Wider at the hem, each quarter", default=10, least=0, most=150
    ),
    ChoiceOption(
        id="ruched",
        question="Ruched is",
        default="side",
        choices={"side": "the side under the shoulder", "other": "the other side", "none": "none"},
    ),
    LengthOption(
        id="ruche_mm", question="Gathers of the ruched side", default=160, least=40, most=320
    ),
    CHEST_LINE,
    CHEST_DEPTH,
    LengthOption(
        id="neck_width_mm", question="Neck width from the centre", default=80, least=60, most=110
    ),
    LengthOption(id="slope_mm", question="Shoulder slope", default=38, least=10, most=60),
    LengthOption(id="facing_mm", question="Width of the facings", default=50, least=35, most=80),
)
_CUTS = 8


def steps(ledger: Ledger, allow: Allowances) -> Pattern:
    """Chalk the one-shoulder dress: the block whole, its slanting neck, facings, gathers.

    Raises:
        DraftRefused: body and figures disagree.
    """
    cut = TorsoCut(plain=True, below="waist_to_knee + below_knee", deep=())
    halves = torso_by(ledger.ruled(_RULES), cut)
    ends = above_hip(ledger)
    if ends is not None:
        raise DraftRefused(
            say("one_shoulder_dress.dress-end-below-waist-above", below_waist=ends[1]),
            "below_knee_mm",
            f"hem.down.{ends[0]}",
        )
    ledger.at("Neck")
    hollow = ledger.both("neck.hollow", "0.6 cm", "Slanting neck hollowed by", (0, 60))
    front, back = (_one_shoulder(half, hollow.of(half.where), allow) for half in halves)
    # the zip begins at the top edge, under the arm that has no shoulder, and ends at the hip
    front, back = (
        with_notch(
            piece,
            name,
            Spot(edge="other side", share=1 - length(half.side()[:2]) / length(half.side())),
        )
        for piece, name, half in ((front, ZIP, halves[0]), (back, "zip end", halves[1]))
    )
    ledger.at("Facings and bindings")
    facing = ledger.both("facing.wide", "facing", "Width of the facing", (25, 140))
    wide = ledger.length("binding.wide", "0.8 cm", "Finished width of the binding", (4, 20))
    facings = [edge_facing(piece, ("neck",), facing.of(piece.id), allow) for piece in (front, back)]
    ruched = ledger.choice("ruched")
    if ruched != "none":
        ledger.at("Gathers")
        gathers = ledger.length("ruche.whole", "ruche", "Gathers of the ruched side", (20, 400))
        edge, opposite = ("side", "other side") if ruched == "side" else ("other side", "side")
        front, back = (_ruched(piece, edge, opposite, gathers) for piece in (front, back))
    # the back is seen from behind: its shoulder lies on the other side of the centre
    behind = [mapped_piece(piece, MIRROR) for piece in (back, facings[1])]
    armhole = edge_length(front, "armhole") + edge_length(back, "armhole")
    binding = bias_strip("binding", "Armhole binding", binding_length(armhole, wide), wide, allow)
    return Pattern(
        style="one-shoulder-dress",
        pieces=(front, behind[0], facings[0], behind[1], binding),
        seams=(
            Seam(name="side seam", one=("front", "side"), other=("back", "side")),
            Seam(name="other side seam", one=("front", "other side"), other=("back", "other side")),
            Seam(name="shoulder", one=("front", "shoulder"), other=("back", "shoulder")),
        ),
    )


def _one_shoulder(half: Torso, hollow: float, allow: Allowances) -> Piece:
    where = "front" if half.front else "back"
    whole = replace(
        unfold(torso_piece(half, allow)),
        cuts=(Cut(material="main", copies=1),),
    )
    first, last = Spot(edge="shoulder", share=0.0), Spot(edge="other armhole", share=0.0)
    (ax, ay), (bx, by) = spot_point(whole, first), spot_point(whole, last)
    curve = Cubic(
        (ax, ay), (ax + 0.5 * (bx - ax), ay + hollow), (bx, by + 0.45 * (ay - by)), (bx, by)
    )
    try:
        kept, _ = split(
            whole,
            first,
            last,
            NewSeam(
                allow["neck"], name="neck", ids=(where, "rest"), names=(where.capitalize(), "Rest")
            ),
            through=(curve,),
        )
    except DraftRefused as refusal:
        raise DraftRefused(
            say("one_shoulder_dress.neck-narrower-lower-chest-line", refusal=words_of(refusal)),
            "neck_width_mm",
            "chest_depth_mm",
        ) from None
    return kept


def _ruched(piece: Piece, edge: str, opposite: str, whole_mm: float) -> Piece:
    try:
        return slash_and_spread(
            piece,
            edge,
            opposite,
            Opening(cuts=_CUTS, open_mm=whole_mm / _CUTS, gathered=True, between=(0.05, 0.7)),
        )
    except DraftRefused:
        raise DraftRefused(
            say("one_shoulder_dress.gathers-turn-dress-over-itself", whole=whole_mm), "ruche_mm"
        ) from None


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a one-shoulder dress."""
    front, back = pattern.piece("front"), pattern.piece("back")
    at = {p.name: (p.down_mm, p.across_mm) for p in front.points}
    sides = [
        TapeCheck(
            name=name,
            one="front, drawn up",
            one_mm=sewn_length(front, edge),
            other="back, drawn up",
            other_mm=sewn_length(back, edge),
            way_out=say("one_shoulder_dress.ruche-both-one-length"),
        )
        for name, edge in (("Side seam", "side"), ("Other side seam", "other side"))
    ]
    return (
        *sides,
        alike("Shoulder", front, back, "shoulder"),
        alike("Front neck to facing", front, pattern.piece("front-facing"), "neck"),
        alike("Back neck to facing", back, pattern.piece("back-facing"), "neck"),
        over_body(body, "bust", garment_mm=4 * at["underarm"][1]),
        *(
            passes(body, "hip", 4 * _hip_across(front), AT_ZIP, LOWER_ZIP)
            for _ in range(
                front.edge("other side").comes_back_to_mm is None
            )  # else it is drawn up with the gathers
        ),
    )


def _hip_across(front: Piece) -> float:
    """How far from the centre the end of the zip lies, on the side that is not ruched over it."""
    return abs(
        next(
            (notch_point(front, notch)[1] for notch in front.notches if notch.name == ZIP), math.nan
        )
    )


STYLE = Style(
    id="one-shoulder-dress",
    name="One-shoulder dress",
    summary=(
        "The neck runs from one shoulder under the other arm; one side ruched or plain; faced "
        "and bound."
    ),
    charts=("women",),
    required=(*MEASURED, "waist_to_knee"),
    options=OPTIONS,
    materials=("main",),
    roles=("shoulder", "side", "neck", "armhole", "hem", "facing", "band"),
    steps=steps,
    checked=checked,
)
