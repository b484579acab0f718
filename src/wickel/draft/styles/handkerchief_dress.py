"""The handkerchief-hem dress: in one with its sleeves, its skirt a square whose corners hang down.

From the waist the same length is measured down and out to the side, so that the skirts of front and
back lie on each other as squares; their corners hang lowest. Points are (down, across) in mm, down
from the neck end of the shoulder, across from the centre fold.
"""

from __future__ import annotations

from collections.abc import Mapping

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.fastenings import tie
from wickel.draft.grown_on import GrownOn, grown_on_by
from wickel.draft.ledger import SIDES, Both, Ledger
from wickel.draft.necklines import Neckline, NeckSize, neck_facing, neckline
from wickel.draft.parts import edges, line, point
from wickel.draft.style import (
    ChoiceOption,
    DraftRefused,
    LengthOption,
    Option,
    Style,
)
from wickel.draft.usual_checks import OVER_HEAD_EASE_MM, alike, over_body, over_head, wider_neck
from wickel.geometry import Line, Path, length
from wickel.pattern import Cut, Notch, Pattern, Piece, Seam, edge_length
from wickel.wording import say

ON_FOLD = Cut(material="main", copies=1, on_fold=True)
LEAST_ABOVE_WAIST_MM = 20.0
"""What must be left of the side between underarm and waist."""
_AS_GIVEN = NeckSize(as_given=True)

OPTIONS: tuple[Option, ...] = (
    LengthOption(
        id="skirt_mm",
        question="From the waist down, and out to the side",
        default=400,
        least=200,
        most=700,
    ),
    LengthOption(
        id="sleeve_mm", question="Sleeve from the shoulder point", default=220, least=60, most=450
    ),
    LengthOption(
        id="sleeve_ease_mm",
        question="Room in the sleeve, all round",
        default=140,
        least=40,
        most=400,
    ),
    LengthOption(id="ease_mm", question="Ease", default=120, least=40, most=400),
    LengthOption(
        id="neck_width_mm", question="Neck width from the centre", default=125, least=70, most=160
    ),
    LengthOption(id="front_neck_mm", question="Front neck depth", default=140, least=40, most=220),
    LengthOption(id="back_neck_mm", question="Back neck depth", default=40, least=20, most=140),
    LengthOption(id="slope_mm", question="Shoulder slope", default=24, least=5, most=60),
    LengthOption(id="facing_mm", question="Width of the facings", default=60, least=40, most=100),
    ChoiceOption(id="belt", question="A belt", default="yes", choices={"yes": "yes", "no": "no"}),
)


def steps(ledger: Ledger, allow: Allowances) -> Pattern:
    """Chalk the dress: the block with its sleeves down to the waist, the square, the necks and
    their facings, the belt.

    Raises:
        DraftRefused: body and figures disagree.
    """
    long = "neck_to_waist + skirt"
    frames = dict(zip(SIDES, grown_on_by(ledger, long, hemmed=False), strict=True))
    ledger.at("Skirt")
    waist = ledger.both("waist.down", "neck_to_waist", "Waist below the neck point")
    skirt = ledger.both("skirt.long", "hem_down - waist_down", "From the waist down, and out")
    for side, frame in frames.items():
        if frame.side_top[0] > waist.of(side) - LEAST_ABOVE_WAIST_MM:
            raise DraftRefused(
                say(
                    "handkerchief_dress.underarm-lies-down-waist-room",
                    side_top=frame.side_top[0],
                    waist=waist.of(side),
                ),
                "sleeve_ease_mm",
                "neck_to_waist",
            )
    necks = {side: neckline("round", f.neck_down, f.neck, _AS_GIVEN) for side, f in frames.items()}
    shoulder = (frame.sleeve_end[1] - frame.neck[1] for frame in frames.values())
    ledger.know("shoulder_across_line", Both(*shoulder))
    ledger.at("Facings")
    facing = ledger.both(
        "facing.wide", "min(facing, 0.8*shoulder_across_line)", "Width of the facing", (25, 140)
    )
    pieces = [
        _half(side, frames[side], necks[side], waist.of(side), skirt.of(side), allow)
        for side in SIDES
    ]
    pieces += [
        neck_facing(side, necks[side], frames[side].overarm, facing.of(side), allow)
        for side in SIDES
    ]
    if ledger.choice("belt") == "yes":
        ledger.at("Belt")
        round_mm = ledger.length("belt.long", "waist + 70 cm", "Length of the belt", (700, 3200))
        wide = ledger.length("belt.wide", "3.5 cm", "Finished width of the belt", (10, 120))
        pieces.append(tie("belt", "Belt", round_mm, wide, allow, copies=1))
    return Pattern(
        style="handkerchief-dress",
        pieces=tuple(pieces),
        seams=(
            Seam(name="side seam", one=("front", "side"), other=("back", "side")),
            Seam(name="shoulder", one=("front", "shoulder"), other=("back", "shoulder")),
            Seam(name="front neck", one=("front", "neck"), other=("front-facing", "neck")),
            Seam(name="back neck", one=("back", "neck"), other=("back-facing", "neck")),
        ),
    )


def _half(
    id: str, frame: GrownOn, neck: Neckline, waist: float, skirt: float, allow: Allowances
) -> Piece:
    at_waist = (waist, frame.side_top[1])
    out, corner = (waist, at_waist[1] + skirt), (waist + skirt, at_waist[1] + skirt)
    upper = frame.side()[:-1]
    side: Path = (*upper, Line(frame.side_top, at_waist), Line(at_waist, out))
    return Piece(
        id=id,
        name=id.capitalize(),
        edges=edges(
            allow,
            ("neck", neck.path, "neck"),
            ("shoulder", line(frame.neck, frame.sleeve_end), "shoulder"),
            ("sleeve end", line(frame.sleeve_end, frame.sleeve_under), "sleeve_end"),
            ("side", side, "side"),
            ("side hem", line(out, corner), "curved_hem"),
            ("hem", line(corner, (waist + skirt, 0.0)), "curved_hem"),
            ("centre", line((waist + skirt, 0.0), neck.centre), "fold"),
        ),
        cuts=(ON_FOLD,),
        notches=(Notch(name="waist", edge="side", at_mm=length(side[:-1])),),
        points=(
            *(p for p in frame.points(neck.centre) if not p.name.startswith("hem")),
            point("waist", at_waist, "neck to waist, straight down from the underarm"),
            point("side of the square", out, "out from the waist by the length of the skirt"),
            point("corner", corner, "down by the same length: it hangs lowest"),
            point(
                "hem at the centre",
                (waist + skirt, 0.0),
                "down from the waist by the length of the skirt",
            ),
        ),
    )


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of the dress."""
    front, back = pattern.piece("front"), pattern.piece("back")
    at = {p.name: (p.down_mm, p.across_mm) for p in front.points}
    opening = 2 * (edge_length(front, "neck") + edge_length(back, "neck"))
    short = max(0.0, body["head"] + OVER_HEAD_EASE_MM - opening)
    return (
        alike("Side seam", front, back, "side"),
        alike("Shoulder", front, back, "shoulder"),
        alike("Front neck to facing", front, pattern.piece("front-facing"), "neck"),
        alike("Back neck to facing", back, pattern.piece("back-facing"), "neck"),
        TapeCheck(
            name="Square",
            one="down from the waist",
            one_mm=at["hem at the centre"][0] - at["waist"][0],
            other="out to the side",
            other_mm=at["side of the square"][1] - at["waist"][1],
            way_out=say("handkerchief_dress.measure-same-length-down-out"),
        ),
        over_head(body, opening, wider_neck(OPTIONS, options, short)),
        over_body(body, "bust", garment_mm=4 * at["underarm"][1]),
    )


STYLE = Style(
    id="handkerchief-dress",
    name="Handkerchief dress",
    summary=(
        "In one with its sleeves, the skirt a square whose corners hang down; faced neck, a belt."
    ),
    charts=("women",),
    required=("bust", "waist", "hip", "shoulder", "upper_arm", "head", "neck_to_waist"),
    options=OPTIONS,
    materials=("main",),
    roles=("shoulder", "side", "neck", "curved_hem", "sleeve_end", "facing", "band"),
    steps=steps,
    checked=checked,
)
