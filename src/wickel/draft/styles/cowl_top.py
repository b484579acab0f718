"""The cowl top: a front swung out so that its neck hangs in folds, cut on the bias; a plain back,
no sleeves.

Points are (down, across) in mm, down from the neck end of the shoulder, across from the centre.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.cowl import Cowl, cowl_front
from wickel.draft.facings import edge_facing
from wickel.draft.fastenings import bias_strip, binding_length
from wickel.draft.ledger import Ledger
from wickel.draft.operations import unfold
from wickel.draft.style import ChoiceOption, LengthOption, Option, Style
from wickel.draft.torso import (
    CHEST_DEPTH,
    CHEST_LINE,
    MEASURED,
    TorsoCut,
    shoulder_options,
    torso_by,
    torso_piece,
)
from wickel.draft.usual_checks import (
    OVER_HEAD_EASE_MM,
    alike,
    over_body,
    over_head,
    passes,
    wider_cowl,
)
from wickel.pattern import Cut, Pattern, Seam, edge_length
from wickel.wording import say

_QUARTERS = ("front", "other front", "back", "other back")

OPTIONS: tuple[Option, ...] = (
    LengthOption(
        id="below_waist_mm", question="Length below the waist", default=190, least=60, most=360
    ),
    LengthOption(id="ease_mm", question="Ease", default=50, least=20, most=180),
    LengthOption(
        id="hang_mm", question="The cowl is wider on each side by", default=90, least=20, most=110
    ),
    ChoiceOption(
        id="grain",
        question="The front is cut",
        default="bias",
        choices={"bias": "on the bias", "straight": "straight"},
    ),
    CHEST_LINE,
    CHEST_DEPTH,
    *shoulder_options(neck_width=105, front_neck=90),
    LengthOption(
        id="facing_mm", question="Width of the back facing", default=50, least=35, most=80
    ),
)


def steps(ledger: Ledger, allow: Allowances) -> Pattern:
    """Chalk the cowl top: the block, its front swung out, the facing behind, the bindings.

    Raises:
        DraftRefused: body and figures disagree.
    """
    passes_mm = ledger.measured("bust") / len(_QUARTERS)
    front, back = torso_by(
        ledger, TorsoCut(plain=True, passes_mm=passes_mm, cowl=True, deep=("back",))
    )
    ledger.at("Cowl")
    hang = ledger.length("cowl.hang", "hang", "Cowl wider on each side by", (15, 140))
    cowl = cowl_front(front, Cowl(hang=hang), allow)
    if ledger.choice("grain") == "bias":
        cowl = replace(unfold(cowl), grain_deg=45.0, cuts=(Cut(material="main", copies=1),))
    behind = torso_piece(back, allow)
    ledger.at("Facing and bindings")
    facing = ledger.length("facing.wide", "facing", "Width of the facing", (25, 140))
    wide = ledger.length("binding.wide", "0.8 cm", "Finished width of the binding", (4, 20))
    armholes = edge_length(cowl, "armhole") + edge_length(behind, "armhole")
    bindings = bias_strip(
        "binding", "Armhole binding", binding_length(armholes, wide), wide, allow, copies=2
    )
    return Pattern(
        style="cowl-top",
        pieces=(cowl, behind, edge_facing(behind, ("neck",), facing, allow), bindings),
        seams=(
            Seam(name="side seam", one=("front", "side"), other=("back", "side")),
            Seam(name="shoulder", one=("front", "shoulder"), other=("back", "shoulder")),
            Seam(name="back neck", one=("back", "neck"), other=("back-facing", "neck")),
        ),
    )


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a cowl top."""
    front, back = pattern.piece("front"), pattern.piece("back")
    at = {p.name: (p.down_mm, p.across_mm) for p in front.points}
    opening = 2 * (at["shoulder at neck"][1] + edge_length(back, "neck"))
    short = max(0.0, body["head"] + OVER_HEAD_EASE_MM - opening)
    bust = 4 * at["underarm"][1]
    return (
        alike("Side seam", front, back, "side"),
        alike("Shoulder", front, back, "shoulder"),
        alike("Back neck to facing", back, pattern.piece("back-facing"), "neck"),
        TapeCheck(
            name="Binding to armhole",
            one="binding",
            one_mm=edge_length(pattern.piece("binding"), "join"),
            other="armhole",
            other_mm=edge_length(front, "armhole") + edge_length(back, "armhole"),
            least_mm=0.0,
            most_mm=120.0,
            way_out=say("cowl_top.cut-binding-longer"),
        ),
        over_head(
            body,
            opening,
            wider_cowl(OPTIONS, options, short),
        ),
        over_body(body, "bust", garment_mm=bust),
        passes(body, "bust", 4 * at["side waist"][1], "waist", "Add ease."),
    )


STYLE = Style(
    id="cowl-top",
    name="Cowl top",
    summary=(
        "A front on the bias whose neck hangs in folds, a plain back, bound armholes; pulled "
        "over the head."
    ),
    charts=("women",),
    required=(*MEASURED, "head"),
    options=OPTIONS,
    materials=("main",),
    roles=("shoulder", "side", "neck", "armhole", "hem", "facing", "band"),
    steps=steps,
    checked=checked,
)
