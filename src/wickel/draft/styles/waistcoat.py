"""The waistcoat: V neck, buttons in front, deep armholes, a lined back and patch pockets.

Points are (down, across) in mm, down from the neck end of the shoulder, across from the centre.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.fastenings import button_stand
from wickel.draft.operations import lining
from wickel.draft.pockets import patch
from wickel.draft.style import ChoiceOption, LengthOption, Option, Style, choices, lengths
from wickel.draft.torso import (
    CHEST_DEPTH,
    CHEST_LINE,
    MEASURED,
    shoulder_options,
    torso,
    torso_piece,
)
from wickel.draft.upper import UpperMade, upper_checks, upper_seams
from wickel.draft.usual_checks import alike
from wickel.pattern import Pattern

STAND_MM = 18.0
DEEPER_MM = 20.0
"""The chest line of a waistcoat lies so much deeper, to be worn over a shirt."""

OPTIONS: tuple[Option, ...] = (
    LengthOption(
        id="below_waist_mm", question="Length below the waist", default=80, least=40, most=220
    ),
    LengthOption(
        id="ease_mm", question="Ease at bust, waist and hip", default=90, least=50, most=200
    ),
    CHEST_LINE,
    CHEST_DEPTH,
    *shoulder_options(neck_width=80, front_neck=240),
    LengthOption(id="facing_mm", question="Width of the facings", default=60, least=40, most=90),
    ChoiceOption(
        id="back",
        question="The back is cut from",
        default="lining",
        choices={"lining": "lining", "main": "main cloth"},
    ),
    ChoiceOption(
        id="pockets",
        question="Pockets",
        default="patch",
        choices={"patch": "patch", "none": "none"},
    ),
)


def drafted(body: Body, options: Mapping[str, float | str], allow: Allowances) -> Pattern:
    """Draft the waistcoat. Raises ``DraftRefused`` when body and options disagree."""
    o, choice = lengths(options), choices(options)
    deeper = {**body.measurements_mm, "armhole": body["armhole"] + 2 * DEEPER_MM}
    front, back = torso(replace(body, measurements_mm=deeper), o, choice, neck="v")
    opened, strip = button_stand(torso_piece(front, allow), STAND_MM, o["facing_mm"], allow)
    behind = torso_piece(back, allow)
    inside = [lining(opened, shorter_mm=0.0), lining(behind, shorter_mm=0.0)]
    if choice["back"] == "lining":
        behind = replace(behind, cuts=tuple(replace(cut, material="lining") for cut in behind.cuts))
    pocket = (
        (patch(0.115 * body["bust"], 0.125 * body["bust"], allow),)
        if choice["pockets"] == "patch"
        else ()
    )
    return Pattern(
        style="waistcoat",
        pieces=(opened, behind, strip, *inside, *pocket),
        seams=upper_seams("darts", ()),
    )


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a waistcoat."""
    return (
        *upper_checks(pattern, body, options, UpperMade(collar=False)),
        alike("Back to its lining", pattern.piece("back"), pattern.piece("back-lining"), "armhole"),
    )


STYLE = Style(
    id="waistcoat",
    name="Waistcoat",
    summary=(
        "V neck, buttons in front, waist darts, deep armholes; lined, the back of lining or "
        "cloth; patch pockets."
    ),
    charts=("women", "men"),
    required=MEASURED,
    options=OPTIONS,
    materials=("main", "lining"),
    roles=("shoulder", "side", "neck", "armhole", "hem", "facing", "pocket"),
    drafted=drafted,
    checked=checked,
)
