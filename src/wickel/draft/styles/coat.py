"""The simple unlined coat: hardly shaped, buttons in front, a collar, wide set-in sleeves, patch
pockets, a belt.

Points are (down, across) in mm, down from the neck end of the shoulder, across from the centre.
"""

from __future__ import annotations

from collections.abc import Mapping

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.collars import COLLARS, CollarSize, collar_pieces
from wickel.draft.facings import edge_facing
from wickel.draft.fastenings import button_stand, tie
from wickel.draft.pockets import patch
from wickel.draft.sleeves import MEASURED as SLEEVE_MEASURED
from wickel.draft.sleeves import sleeve_options, sleeve_pieces
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Style, choices, lengths
from wickel.draft.torso import (
    CHEST_DEPTH,
    CHEST_LINE,
    MEASURED,
    shoulder_options,
    torso,
    torso_piece,
)
from wickel.draft.upper import UpperMade, upper_checks, upper_seams
from wickel.draft.usual_checks import over_body
from wickel.geometry import length
from wickel.pattern import Pattern
from wickel.wording import say

STAND_MM = 30.0
BELT_MM = (700.0, 45.0)
DEEPER_MM = 15.0

OPTIONS = (
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=-60,
        least=-300,
        most=350,
    ),
    LengthOption(id="ease_mm", question="Ease", default=190, least=110, most=360),
    LengthOption(
        id="flare_mm", question="Wider at the hem, each quarter", default=30, least=0, most=150
    ),
    CHEST_LINE,
    CHEST_DEPTH,
    *sleeve_options("long", {"long": "long", "bell": "bell-shaped", "cuffed": "long with a cuff"}),
    *shoulder_options(neck_width=78, front_neck=95),
    ChoiceOption(id="collar", question="The collar is", default="shirt", choices=COLLARS),
    LengthOption(id="collar_mm", question="Height of the collar", default=50, least=25, most=90),
    LengthOption(id="facing_mm", question="Width of the facings", default=80, least=50, most=110),
    ChoiceOption(
        id="pockets",
        question="Pockets",
        default="patch",
        choices={"patch": "patch", "none": "none"},
    ),
    ChoiceOption(id="belt", question="A belt", default="yes", choices={"yes": "yes", "no": "no"}),
)


def drafted(body: Body, options: Mapping[str, float | str], allow: Allowances) -> Pattern:
    """Draft the coat. Raises ``DraftRefused`` when body and options disagree."""
    o, choice = lengths(options), choices(options)
    o["below_waist_mm"] = body["waist_to_knee"] + o["below_knee_mm"]
    if o["below_waist_mm"] < body["waist_to_hip"]:
        raise DraftRefused(
            say("coat.coat-end-below-waist-above", below_waist=o["below_waist_mm"]),
            "below_knee_mm",
        )
    front, back = torso(body, o, choice, plain=True)
    opened, strip = button_stand(torso_piece(front, allow), STAND_MM, o["facing_mm"], allow)
    behind = torso_piece(back, allow)
    armhole = length((front.armhole,)) + length((back.armhole,))
    sleeves = sleeve_pieces(choice, armhole, front.chest, body, o, allow)
    half_neck = length(front.neck.path) + length(back.neck.path)
    collar = collar_pieces(
        choice["collar"], half_neck, STAND_MM, CollarSize.usual(o["collar_mm"]), allow
    )
    small = (
        []
        if choice["collar"] != "none"
        else [edge_facing(behind, ("neck",), o["facing_mm"], allow)]
    )
    if choice["pockets"] == "patch":
        small.append(patch(0.18 * body["bust"], 0.20 * body["bust"], allow))
    if choice["belt"] == "yes":
        small.append(tie("belt", "Belt", body["waist"] + BELT_MM[0], BELT_MM[1], allow, copies=1))
    return Pattern(
        style="coat",
        pieces=(opened, behind, *sleeves, strip, *collar, *small),
        seams=upper_seams("darts", sleeves),
    )


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a coat."""
    back = pattern.piece("back")
    (hip,) = (p.across_mm for p in back.points if p.name == "hem at the side")
    return (
        *upper_checks(pattern, body, options, UpperMade(extension_mm=STAND_MM, fitted=False)),
        over_body(body, "hip", garment_mm=4 * hip, least_mm=40.0),
    )


STYLE = Style(
    id="coat",
    name="Simple coat",
    summary=(
        "Unlined, hardly shaped, buttons in front, a collar, set-in sleeves, patch pockets "
        "and a belt."
    ),
    charts=("women", "men"),
    required=(*MEASURED, *SLEEVE_MEASURED, "waist_to_knee"),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("shoulder", "side", "neck", "armhole", "hem", "facing", "band", "pocket"),
    drafted=drafted,
    checked=checked,
)
