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
from wickel.draft.grown_on import GrownOn, grown_on, half_on_fold
from wickel.draft.necklines import Neckline, neck_facing, neckline
from wickel.draft.parts import line
from wickel.draft.style import DraftRefused, LengthOption, Style, lengths
from wickel.draft.usual_checks import OVER_HEAD_EASE_MM, alike, over_body, over_head, wider_neck
from wickel.geometry import length
from wickel.pattern import Cut, Notch, Pattern, Piece, Seam, edge_length
from wickel.wording import say

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


def drafted(body: Body, options: Mapping[str, float | str], allow: Allowances) -> Pattern:
    """Draft the maxi dress. Raises ``DraftRefused`` when body and options disagree."""
    o = lengths(options)
    o["long_mm"] = body["neck_to_floor"] - o["above_floor_mm"]
    frame = grown_on(body, o)
    straight = frame.hem_side[0] - frame.side_top[0]
    if o["slit_mm"] > straight - 250:
        raise DraftRefused(
            say(
                "maxi_dress.slit-leaves-only-side-seam",
                slit=o["slit_mm"],
                straight=straight - o["slit_mm"],
            ),
            "slit_mm",
            "above_floor_mm",
        )
    necks = {id: neckline("round", o[f"{id}_neck_mm"], frame.neck) for id in ("front", "back")}
    return Pattern(
        style="maxi-dress",
        pieces=(
            _half("front", "Front", frame, necks["front"], o["slit_mm"], allow),
            _half("back", "Back", frame, necks["back"], o["slit_mm"], allow),
            *(
                neck_facing(id, neck, frame.overarm, _facing_width(o, frame), allow)
                for id, neck in necks.items()
            ),
        ),
        seams=(
            Seam(name="side seam", one=("front", "side"), other=("back", "side")),
            Seam(name="shoulder", one=("front", "shoulder"), other=("back", "shoulder")),
            Seam(name="front neck", one=("front", "neck"), other=("front-facing", "neck")),
            Seam(name="back neck", one=("back", "neck"), other=("back-facing", "neck")),
        ),
    )


def _facing_width(o: Mapping[str, float], frame: GrownOn) -> float:
    """No wider than the shoulder line itself, less a little."""
    return min(o["facing_mm"], length(line(frame.neck, frame.sleeve_end)) - 20.0)


def _half(
    id: str, name: str, frame: GrownOn, neck: Neckline, slit: float, allow: Allowances
) -> Piece:
    side = frame.side()
    return Piece(
        id=id,
        name=name,
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
    drafted=drafted,
    checked=checked,
)
