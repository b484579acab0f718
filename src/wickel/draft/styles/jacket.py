"""The panelled jacket: panel seams over the bust, an open front with buttons and a stand band,
set-in sleeves, lined.

Points are (down, across) in mm, down from the neck end of the shoulder, across from the centre.
"""

from __future__ import annotations

from collections.abc import Mapping

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.collars import CollarSize, collar_pieces
from wickel.draft.fastenings import button_stand
from wickel.draft.operations import lining
from wickel.draft.sleeves import MEASURED as SLEEVE_MEASURED
from wickel.draft.sleeves import sleeve_options, sleeve_pieces
from wickel.draft.style import ChoiceOption, LengthOption, Style, choices, lengths
from wickel.draft.torso import CHEST_DEPTH, CHEST_LINE, MEASURED, shoulder_options, torso
from wickel.draft.upper import SHAPE, UpperMade, half_pieces, upper_checks, upper_seams
from wickel.draft.usual_checks import alike
from wickel.geometry import length
from wickel.pattern import Pattern

STAND_MM = 20.0
LINING_SHORTER_MM = 20.0
KINDS = {id: name for id, name in SHAPE.choices.items() if id != SHAPE.default}

OPTIONS = (
    ChoiceOption(id="shape", question="The panels begin at the", default="armhole", choices=KINDS),
    LengthOption(
        id="below_waist_mm", question="Length below the waist", default=190, least=60, most=360
    ),
    LengthOption(
        id="ease_mm", question="Ease at bust, waist and hip", default=100, least=60, most=240
    ),
    CHEST_LINE,
    CHEST_DEPTH,
    *sleeve_options("long", {"long": "long", "cuffed": "long with a cuff", "bell": "bell-shaped"}),
    *shoulder_options(neck_width=74, front_neck=88),
    LengthOption(id="facing_mm", question="Width of the facings", default=70, least=50, most=100),
    LengthOption(
        id="collar_mm", question="Height of the stand band", default=35, least=20, most=60
    ),
    ChoiceOption(id="lined", question="Lined", default="yes", choices={"yes": "yes", "no": "no"}),
)


def drafted(body: Body, options: Mapping[str, float | str], allow: Allowances) -> Pattern:
    """Draft the jacket. Raises ``DraftRefused`` when body and options disagree."""
    o, choice = lengths(options), choices(options)
    front, back = torso(body, o, choice)
    middle, side = half_pieces(front, choice["shape"], allow)
    opened, strip = button_stand(middle, STAND_MM, o["facing_mm"], allow)
    armhole = length((front.armhole,)) + length((back.armhole,))
    sleeves = sleeve_pieces(choice, armhole, front.chest, body, o, allow)
    outer = [opened, side, *half_pieces(back, choice["shape"], allow), *sleeves]
    half_neck = length(front.neck.path) + length(back.neck.path)
    linings = (
        [lining(piece, shorter_mm=LINING_SHORTER_MM) for piece in outer if piece.id != "cuff"]
        if choice["lined"] == "yes"
        else []
    )
    collar = collar_pieces("stand", half_neck, STAND_MM, CollarSize.usual(o["collar_mm"]), allow)
    return Pattern(
        style="jacket",
        pieces=(*outer, strip, *collar, *linings),
        seams=upper_seams(choice["shape"], sleeves),
    )


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a jacket."""
    checks = upper_checks(
        pattern, body, options, UpperMade(shape=str(options["shape"]), extension_mm=STAND_MM)
    )
    if options["lined"] == "yes":
        side, lined = pattern.piece("front-side"), pattern.piece("front-side-lining")
        other = pattern.piece("back-side-lining")
        return (
            *checks,
            alike("Lining sides", lined, other, "side"),
            alike("Armhole to lining", side, lined, "armhole"),
        )
    return checks


STYLE = Style(
    id="jacket",
    name="Panelled jacket",
    summary=(
        "Panel seams over the bust, buttons in front, a stand band, set-in sleeves; lined or not."
    ),
    charts=("women",),
    required=(*MEASURED, *SLEEVE_MEASURED),
    options=OPTIONS,
    materials=("main", "interfacing", "lining"),
    roles=("shoulder", "side", "neck", "armhole", "hem", "facing", "band"),
    drafted=drafted,
    checked=checked,
)
