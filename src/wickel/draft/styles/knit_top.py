"""The knit top: stretch cloth, no darts, a high collar in one strip, set-in sleeves eased in by
nothing, cuffs.

It is narrower than the body by its negative ease and stretches over it. Points are (down, across)
in mm, down from the neck end of the shoulder, across from the centre.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.ledger import Ledger
from wickel.draft.parts import Strip, rectangle
from wickel.draft.sleeves import SleeveCut, cap_height, nearest_cap, set_in_sleeve
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
from wickel.draft.upper import UpperMade, upper_checks, upper_seams
from wickel.draft.usual_checks import Way, over_head, passes, ring_at, way_within
from wickel.geometry import length
from wickel.pattern import Cut, Pattern, Piece, edge_length, sewn_length
from wickel.wording import say

STRETCH = {"25": 1.25, "50": 1.5, "75": 1.75}
OPTIONS: tuple[Option, ...] = (
    LengthOption(
        id="below_waist_mm", question="Length below the waist", default=180, least=60, most=320
    ),
    LengthOption(
        id="ease_mm", question="Ease (narrower than the body: −)", default=-20, least=-120, most=80
    ),
    ChoiceOption(
        id="stretch",
        question="The knit stretches by",
        default="50",
        choices={"25": "a quarter", "50": "a half", "75": "three quarters"},
    ),
    CHEST_LINE,
    CHEST_DEPTH,
    LengthOption(id="arm_ease_mm", question="Room at the upper arm", default=15, least=0, most=80),
    *shoulder_options(neck_width=80, front_neck=100),
    LengthOption(
        id="collar_mm", question="Finished height of the collar", default=90, least=20, most=200
    ),
    LengthOption(
        id="cuff_mm", question="Finished height of the cuffs", default=60, least=20, most=120
    ),
)


def steps(ledger: Ledger, allow: Allowances) -> Pattern:
    """Chalk the knit top: the plain torso, a sleeve without ease, the collar and the cuffs.

    Raises:
        DraftRefused: body and figures disagree.
    """
    front, back = torso_by(ledger, TorsoCut(plain=True))
    ledger.at("Sleeve")
    armhole = length((front.armhole,)) + length((back.armhole,))
    ledger.know("armhole_round", armhole)
    ease = ledger.length("cap.ease", "0 cm", "Cap longer than the armhole by", (-10, 20))
    across = ledger.length(
        "sleeve.across", "upper_arm + arm_ease", "Width of the sleeve at the upper arm"
    )
    height = ledger.solved(
        "cap.height",
        lambda: cap_height(armhole, ease, across, front.chest),
        "Height of the cap",
        of=("sleeve.across", "cap.ease"),
        nearest=lambda: nearest_cap(armhole, ease, across, front.chest),
    )
    down = ledger.length("sleeve.down", "sleeve_length - cuff", "Length of the sleeve")
    cuff = ledger.length("cuff.round", "wrist + 2 cm", "Round of the cuff", (100, 320))
    hem = ledger.length(
        "sleeve.hem", "max(cuff_round, 0.62*sleeve_across)", "Round of the sleeve at its end"
    )
    sleeve = set_in_sleeve(SleeveCut(height=height, width=across, long=down, hem=hem), allow)
    sleeve = replace(
        sleeve,
        edges=tuple(
            replace(e, comes_back_to_mm=cuff, allowance_mm=allow["band"]) if e.name == "hem" else e
            for e in sleeve.edges
        ),
    )
    pieces = (
        torso_piece(front, allow),
        torso_piece(back, allow),
        sleeve,
        _collar(ledger, 2 * (length(front.neck.path) + length(back.neck.path)), allow),
        _cuff(ledger, cuff, allow),
    )
    return Pattern(
        style="knit-top", pieces=pieces, seams=upper_seams("darts", (sleeve, pieces[-1]))
    )


def _collar(ledger: Ledger, neck: float, allow: Allowances) -> Piece:
    """A strip shorter than the neck seam and stretched onto it. Ribs and knits stretch across the
    cloth: collar and cuffs are cut with their length across it."""
    ledger.at("Collar and cuffs")
    ledger.know("neck_seam", neck)
    long = ledger.length("collar.long", "0.92*neck_seam", "Length of the collar")
    high = ledger.length("collar.high", "collar", "Finished height of the collar", (15, 250))
    strip = rectangle(
        Strip(
            id="collar",
            name="High collar",
            long_mm=long,
            high_mm=2 * high,
            cuts=(Cut(material="main", copies=1),),
            fold_line=True,
            grain_deg=90.0,
        ),
        allow,
    )
    stretched = tuple(
        replace(e, comes_back_to_mm=neck) if e.name == "join" else e for e in strip.edges
    )
    return replace(strip, edges=stretched)


def _cuff(ledger: Ledger, long: float, allow: Allowances) -> Piece:
    """The cuff of a sleeve, folded along its middle."""
    high = ledger.length("cuff.high", "cuff", "Finished height of the cuffs", (15, 160))
    return rectangle(
        Strip(
            id="sleeve-band",
            name="Cuff",
            long_mm=long,
            high_mm=2 * high,
            cuts=(Cut(material="main", copies=2),),
            fold_line=True,
            grain_deg=90.0,
        ),
        allow,
    )


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a knit top."""
    stretch = STRETCH[str(options["stretch"])]
    collar = pattern.piece("collar")
    neck = 2 * sum(edge_length(pattern.piece(id), "neck") for id in ("front", "back"))
    opening = edge_length(collar, "join") * stretch
    wider = max(0.0, body["head"] + 20 - opening) / 4 / stretch
    front, back = pattern.piece("front"), pattern.piece("back")
    waist = ring_at((front, back), next(p.down_mm for p in back.points if p.name == "side waist"))
    return (
        *upper_checks(
            pattern, body, options, UpperMade(fitted=False, stretch=stretch, collar=False)
        ),
        TapeCheck(
            name="Collar to neck",
            one="collar, stretched",
            one_mm=sewn_length(collar, "join"),
            other="neck seam",
            other_mm=neck,
            way_out=say("knit_top.cut-collar-anew-from-neck"),
        ),
        replace(
            over_head(
                body,
                opening,
                way_within(
                    OPTIONS,
                    options,
                    (
                        Way("neck_width_mm", wider, say("necks.widen", by=wider)),
                        Way("front_neck_mm", 2 * wider, say("necks.deepen-front", by=2 * wider)),
                        Way("", 0.0, say("necks.or-stretchier")),
                    ),
                ),
                opening="collar, stretched",
            ),
            on_body=False,  # the stretch of the knit is in it already
        ),
        replace(
            passes(
                body, "bust", stretch * waist, "waist, stretched", "Take cloth that stretches more."
            ),
            on_body=False,
        ),
    )


STYLE = Style(
    id="knit-top",
    name="Knit top",
    summary=(
        "Stretch cloth, no darts, a high collar, set-in sleeves and cuffs; pulled over the head."
    ),
    charts=("women", "children"),
    required=(*MEASURED, "upper_arm", "wrist", "sleeve_length", "head"),
    options=OPTIONS,
    materials=("main",),
    roles=("shoulder", "side", "neck", "armhole", "hem", "band"),
    steps=steps,
    checked=checked,
)
