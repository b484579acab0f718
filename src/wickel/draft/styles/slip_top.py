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
from wickel.draft.ledger import Ledger, Rule
from wickel.draft.operations import unfold
from wickel.draft.straps import strap_piece, strap_top
from wickel.draft.style import ChoiceOption, LengthOption, Style
from wickel.draft.torso import CHEST_DEPTH, CHEST_LINE, MEASURED, TorsoCut, torso_by
from wickel.draft.usual_checks import alike, over_body, passes
from wickel.pattern import Cut, Pattern, Piece, Seam, edge_length
from wickel.wording import say

BIAS_GIVE = 1.06
"""Cloth on the bias stretches over the body by about a sixteenth."""

_QUARTERS = ("front", "other front", "back", "other back")
_SHOULDER: Mapping[str, Rule] = {
    "neck.across": "7.2 cm",
    "neck.down": ("8 cm", "2.2 cm"),
    "shoulder.slope": "3.8 cm",
    "waist.down": "2.2 cm + nape_to_waist",
}

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


def steps(ledger: Ledger, allow: Allowances) -> Pattern:
    """Chalk the slip top: the block without its shoulders, the facings of its top, the straps.

    Raises:
        DraftRefused: body and figures disagree.
    """
    passes_mm = ledger.measured("bust") / len(_QUARTERS) / BIAS_GIVE
    cut = TorsoCut(plain=True, passes_mm=passes_mm, topless=True, necks=False)
    front, back = torso_by(ledger.ruled(_SHOULDER), cut)
    ledger.at("Straps")
    high = ledger.both(
        "strap.down",
        ("neck_to_bust - 9.5 cm", "chest_down - 0.8 cm"),
        "Strap sewn on below the neck point",
        (40, 400),
    )
    across = ledger.both("strap.across", "bust_span/2", "Strap from the centre", (30, 200))
    dip = ledger.length("neck.dip", "front_down", "The neck dips below the straps by", (0, 220))
    before = strap_top(
        front, high.front + dip, (high.front, across.front), kind=ledger.choice("neck")
    )
    behind = strap_top(back, high.back, (high.back, across.back), kind="straight")
    halves = (
        strap_piece(("front", "Front"), front, before, allow),
        strap_piece(("back", "Back"), back, behind, allow),
    )
    facing = ledger.both("facing.wide", "facing", "Width of the facing", (25, 140))
    facings = [edge_facing(half, ("neck", "armhole"), facing.of(half.id), allow) for half in halves]
    long = ledger.length("strap.long", "strap_down_front + strap_down_back", "Length of a strap")
    wide = ledger.length("strap.wide", "strap", "Finished width of a strap", (4, 40))
    straps = bias_strip("strap", "Strap", long, wide, allow, copies=2)
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
    steps=steps,
    checked=checked,
)
