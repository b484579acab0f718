"""The slip top: cut on the bias, hung from bias straps, its top edge faced; as a top or as a slip
dress.

Points are (down, across) in mm, down from the neck end of the shoulder, across from the centre.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.facings import edge_facing
from wickel.draft.fastenings import bias_strip
from wickel.draft.operations import unfold
from wickel.draft.straps import strap_piece, strap_top
from wickel.draft.style import ChoiceOption, LengthOption, Style, choices, lengths
from wickel.draft.torso import CHEST_DEPTH, CHEST_LINE, MEASURED, torso
from wickel.draft.usual_checks import alike, over_body, passes
from wickel.pattern import Cut, Pattern, Piece, Seam, edge_length
from wickel.wording import say

STRAP_ABOVE_BUST_MM = 95.0
BIAS_GIVE = 1.06
"""Cloth on the bias stretches over the body by about a sixteenth."""

_SHOULDER = {"neck_width_mm": 72.0, "front_neck_mm": 80.0, "back_neck_mm": 22.0, "slope_mm": 38.0}

OPTIONS = (
    LengthOption(
        id="below_waist_mm", question="Length below the waist", default=200, least=60, most=800
    ),
    LengthOption(id="ease_mm", question="Ease", default=60, least=0, most=200),
    LengthOption(
        id="flare_mm", question="Wider at the hem, each quarter", default=25, least=0, most=160
    ),
    ChoiceOption(
        id="neck", question="The neck is", default="v", choices={"v": "V", "round": "hollow"}
    ),
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
    CHEST_LINE,
    CHEST_DEPTH,
    LengthOption(id="facing_mm", question="Width of the facings", default=50, least=35, most=80),
)


def drafted(body: Body, options: Mapping[str, float | str], allow: Allowances) -> Pattern:
    """Draft the slip top. Raises ``DraftRefused`` when body and options disagree."""
    o, choice = lengths(options), choices(options)
    front, back = torso(
        body, {**o, **_SHOULDER, "give": BIAS_GIVE}, choice, plain=True, pulled_on=True
    )
    high = body["neck_to_bust"] - STRAP_ABOVE_BUST_MM
    span = body["bust_span"] / 2
    before = strap_top(front, high + o["front_down_mm"], (high, span), kind=choice["neck"])
    low = back.chest - 8.0
    behind = strap_top(back, low, (low, span), kind="straight")
    halves = (
        strap_piece("front", "Front", front, before, allow),
        strap_piece("back", "Back", back, behind, allow),
    )
    facings = [edge_facing(half, ("neck", "armhole"), o["facing_mm"], allow) for half in halves]
    straps = bias_strip("strap", "Strap", high + low, o["strap_mm"], allow, copies=2)
    return Pattern(
        style="slip-top",
        pieces=(*(_on_the_bias(piece) for piece in (*halves, *facings)), straps),
        seams=(
            Seam(name="side seam", one=("front", "side"), other=("back", "side")),
            Seam(name="front top edge", one=("front", "neck"), other=("front-facing", "neck")),
            Seam(name="back top edge", one=("back", "neck"), other=("back-facing", "neck")),
        ),
    )


def _on_the_bias(half: Piece) -> Piece:
    """The whole piece at 45°: a half cannot lie with its centre on a fold along the thread."""
    return replace(unfold(half), grain_deg=45.0, cuts=(Cut(material="main", copies=1),))


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a slip top."""
    front, back, strap = (pattern.piece(id) for id in ("front", "back", "strap"))
    at = {p.name: (p.down_mm, p.across_mm) for p in front.points}
    behind = {p.name: (p.down_mm, p.across_mm) for p in back.points}
    over = [over_body(body, "bust", garment_mm=BIAS_GIVE * 4 * at["underarm"][1], least_mm=0.0)]
    waist = BIAS_GIVE * 4 * at["side waist"][1]
    over.append(
        passes(body, "bust", waist, "waist, on the bias", "Add ease, or shape the waist less.")
    )
    if float(options["below_waist_mm"]) >= body["waist_to_hip"]:
        hip = 4 * at["hem at the side"][1]
        over.append(over_body(body, "hip", garment_mm=BIAS_GIVE * hip, least_mm=0.0))
    return (
        alike("Side seam", front, back, "side"),
        alike("Front top to facing", front, pattern.piece("front-facing"), "neck"),
        alike("Back top to facing", back, pattern.piece("back-facing"), "neck"),
        alike("Front underarm to facing", front, pattern.piece("front-facing"), "armhole"),
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


STYLE = Style(
    id="slip-top",
    name="Bias slip top",
    summary=(
        "Cut on the bias, hung from bias straps, faced at the top; short or as long as a slip "
        "dress."
    ),
    charts=("women",),
    required=MEASURED,
    options=OPTIONS,
    materials=("main",),
    roles=("side", "neck", "armhole", "hem", "facing", "band"),
    drafted=drafted,
    checked=checked,
)
