"""The straight maxi dress: boat neck, short grown-on sleeves, long and straight with slits at the
sides.

Front and back on the fold, faced neck, no closing. Points are (down, across) in mm, down from the
neck end of the shoulder, across from the centre.
"""

from __future__ import annotations

from collections.abc import Mapping

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.grown_on import GrownOn, grown_on_by, half_on_fold
from wickel.draft.ledger import SIDES, Both, Ledger
from wickel.draft.necklines import Neckline, NeckSize, neck_facing, neckline
from wickel.draft.parts import line
from wickel.draft.style import DraftRefused, LengthOption, Style
from wickel.draft.usual_checks import OVER_HEAD_EASE_MM, alike, over_body, over_head, wider_neck
from wickel.geometry import length
from wickel.pattern import Cut, Notch, Pattern, Piece, Seam, edge_length
from wickel.wording import say

LEAST_SEWN_MM = 250.0
"""What slits leave of the side seam below the underarm."""
_AS_GIVEN = NeckSize(as_given=True)
ON_FOLD = Cut(material="main", copies=1, on_fold=True)

OPTIONS = (
    LengthOption(
        id="above_floor_mm", question="Hem above the floor", default=40, least=0, most=450
    ),
    LengthOption(id="slit_mm", question="Slits at the sides", default=450, least=0, most=750),
    LengthOption(id="ease_mm", question="Ease", default=110, least=20, most=400),
    LengthOption(
        id="sleeve_mm", question="Sleeve from the shoulder point", default=190, least=60, most=450
    ),
    LengthOption(
        id="sleeve_ease_mm",
        question="Room in the sleeve, all round",
        default=130,
        least=40,
        most=400,
    ),
    LengthOption(
        id="neck_width_mm", question="Neck width from the centre", default=150, least=120, most=170
    ),
    LengthOption(id="front_neck_mm", question="Front neck depth", default=55, least=30, most=140),
    LengthOption(id="back_neck_mm", question="Back neck depth", default=40, least=20, most=140),
    LengthOption(id="slope_mm", question="Shoulder slope", default=26, least=5, most=60),
    LengthOption(id="facing_mm", question="Width of the facings", default=60, least=40, most=100),
)


def steps(ledger: Ledger, allow: Allowances) -> Pattern:
    """Chalk the maxi dress: the block with its sleeves, its necks and their facings, the slits.

    Raises:
        DraftRefused: body and figures disagree.
    """
    frames = dict(zip(SIDES, grown_on_by(ledger, "neck_to_floor - above_floor"), strict=True))
    necks = {side: neckline("round", f.neck_down, f.neck, _AS_GIVEN) for side, f in frames.items()}
    ledger.at("Facings and slits")
    slit = ledger.length("slit.long", "slit", "Slits at the sides", (0, 800))
    for side, frame in frames.items():
        straight = frame.hem_side[0] - frame.side_top[0]
        if slit > straight - LEAST_SEWN_MM:
            raise DraftRefused(
                say("maxi_dress.slit-leaves-only-side-seam", slit=slit, straight=straight - slit),
                "slit_mm",
                "above_floor_mm",
                f"hem.down.{side}",
            )
    shoulder = (length(line(f.neck, f.sleeve_end)) for f in frames.values())
    ledger.know("shoulder_line", Both(*shoulder))
    wide = ledger.both(
        "facing.wide", "min(facing, shoulder_line - 2 cm)", "Width of the facing", (25, 140)
    )
    return Pattern(
        style="maxi-dress",
        pieces=(
            *(_half(side, frames[side], necks[side], slit, allow) for side in SIDES),
            *(
                neck_facing(side, necks[side], frames[side].overarm, wide.of(side), allow)
                for side in SIDES
            ),
        ),
        seams=(
            Seam(name="side seam", one=("front", "side"), other=("back", "side")),
            Seam(name="shoulder", one=("front", "shoulder"), other=("back", "shoulder")),
            Seam(name="front neck", one=("front", "neck"), other=("front-facing", "neck")),
            Seam(name="back neck", one=("back", "neck"), other=("back-facing", "neck")),
        ),
    )


def _half(side_of: str, frame: GrownOn, neck: Neckline, slit: float, allow: Allowances) -> Piece:
    side = frame.side()
    return Piece(
        id=side_of,
        name=side_of.capitalize(),
        edges=half_on_fold(frame, neck.path, allow),
        cuts=(ON_FOLD,),
        notches=(Notch(name="slit", edge="side", at_mm=length(side) - slit),) if slit else (),
        points=frame.points(neck.centre),
    )


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a maxi dress."""
    front, back = pattern.piece("front"), pattern.piece("back")
    opening = 2 * (edge_length(front, "neck") + edge_length(back, "neck"))
    short = max(0.0, body["head"] + OVER_HEAD_EASE_MM - opening)
    return (
        alike("Side seam", front, back, "side"),
        alike("Shoulder", front, back, "shoulder"),
        alike("Front neck to facing", front, pattern.piece("front-facing"), "neck"),
        alike("Back neck to facing", back, pattern.piece("back-facing"), "neck"),
        over_head(body, opening, wider_neck(OPTIONS, options, short)),
        over_body(body, "bust", "hip", garment_mm=4 * front.edge("hem").start[1]),
    )


STYLE = Style(
    id="maxi-dress",
    name="Straight maxi dress",
    summary=(
        "Boat neck, short grown-on sleeves, long and straight with slits at the sides; no closing."
    ),
    charts=("women",),
    required=("bust", "hip", "shoulder", "upper_arm", "head", "neck_to_floor"),
    options=OPTIONS,
    materials=("main",),
    roles=("shoulder", "side", "neck", "hem", "sleeve_end", "facing"),
    steps=steps,
    checked=checked,
)
