"""The maxi dress in two cloths: grown-on sleeves, centre seams, each half of another cloth, a vent,
lined.

Points are (down, across) in mm, down from the neck end of the shoulder, across from the centre
seam.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.grown_on import GrownOn, grown_on_by, shoulder_to_side
from wickel.draft.ledger import SIDES, Ledger
from wickel.draft.necklines import Neckline, NeckSize, neckline
from wickel.draft.operations import lining, mapped_piece
from wickel.draft.parts import edges, line
from wickel.draft.style import (
    ChoiceOption,
    DraftRefused,
    LengthOption,
    Option,
    Style,
)
from wickel.draft.usual_checks import OVER_HEAD_EASE_MM, alike, over_body, over_head, wider_neck
from wickel.geometry import MIRROR, Line, Path
from wickel.pattern import Cut, Notch, Pattern, Piece, Seam, edge_length
from wickel.wording import say

LEAST_SEWN_MM = 250.0
"""What a vent leaves of the seam below the underarm."""
_AS_GIVEN = NeckSize(as_given=True)

OPTIONS: tuple[Option, ...] = (
    LengthOption(
        id="above_floor_mm", question="Hem above the floor", default=60, least=0, most=450
    ),
    LengthOption(id="vent_mm", question="Vent in the centre back", default=400, least=0, most=700),
    LengthOption(id="ease_mm", question="Ease", default=130, least=40, most=400),
    LengthOption(
        id="sleeve_mm", question="Sleeve from the shoulder point", default=230, least=60, most=450
    ),
    LengthOption(
        id="sleeve_ease_mm",
        question="Room in the sleeve, all round",
        default=150,
        least=40,
        most=400,
    ),
    ChoiceOption(
        id="halves",
        question="The second cloth is on",
        default="side",
        choices={
            "side": "one side, front and back",
            "crossed": "one side in front, the other behind",
        },
    ),
    LengthOption(
        id="neck_width_mm", question="Neck width from the centre", default=125, least=70, most=160
    ),
    LengthOption(id="front_neck_mm", question="Front neck depth", default=150, least=50, most=220),
    LengthOption(id="back_neck_mm", question="Back neck depth", default=40, least=20, most=140),
    LengthOption(id="slope_mm", question="Shoulder slope", default=26, least=5, most=60),
    ChoiceOption(id="lined", question="Lined", default="yes", choices={"yes": "yes", "no": "no"}),
)


def steps(ledger: Ledger, allow: Allowances) -> Pattern:
    """Chalk the dress: the block with its sleeves, its halves as pieces of their own, the vent, the
    lining.

    Raises:
        DraftRefused: body and figures disagree.
    """
    frames = dict(zip(SIDES, grown_on_by(ledger, "neck_to_floor - above_floor"), strict=True))
    ledger.at("Vent")
    vent = ledger.length("vent.long", "vent", "Vent in the centre back", (0, 800))
    wide = ledger.length("vent.wide", "4 cm", "Vent stands out by", (15, 90)) if vent else 0.0
    behind = frames["back"]
    if vent > behind.hem_side[0] - behind.side_top[0] - LEAST_SEWN_MM:
        raise DraftRefused(say("two_cloth_maxi.vent-reach-above-hip-shorter", vent=vent), "vent_mm")
    necks = {
        side: neckline(kind, frames[side].neck_down, frames[side].neck, _AS_GIVEN)
        for side, kind in zip(SIDES, ("v", "round"), strict=True)
    }
    front = _half("front", frames["front"], necks["front"], (0.0, 0.0), allow)
    back = _half("back", behind, necks["back"], (vent, wide), allow)
    second_behind = "right" if ledger.choice("halves") == "side" else "left"
    pieces = [*_in_two("front", front, "right"), *_in_two("back", back, second_behind)]
    if ledger.choice("lined") == "yes":
        ledger.at("Lining")
        less = ledger.length("lining.shorter", "2 cm", "Lining shorter at the hem by", (0, 400))
        plain = _half("back", behind, necks["back"], (0.0, 0.0), allow)
        pieces += [lining(front, shorter_mm=less), lining(plain, shorter_mm=less)]
    seams = [
        Seam(name=f"centre {id}", one=(f"{id}-left", "centre"), other=(f"{id}-right", "centre"))
        for id in SIDES
    ]
    seams += [
        Seam(name=f"{side} {edge}", one=(f"front-{side}", edge), other=(f"back-{side}", edge))
        for side in ("left", "right")
        for edge in ("side", "shoulder")
    ]
    return Pattern(style="two-cloth-maxi", pieces=tuple(pieces), seams=tuple(seams))


def _half(
    id: str, frame: GrownOn, neck: Neckline, size: tuple[float, float], allow: Allowances
) -> Piece:
    """A half with a centre seam; ``size``: how long its vent is, and how far it stands out."""
    vent, wide = size
    long = frame.hem_centre[0]
    foot = (long, -wide if vent else 0.0)
    centre: Path = line(foot, neck.centre)
    if vent:
        turn, top = (long - vent, -wide), (long - vent - wide, 0.0)
        centre = (Line(foot, turn), Line(turn, top), Line(top, neck.centre))
    return Piece(
        id=id,
        name=id.capitalize(),
        edges=edges(
            allow,
            ("neck", neck.path, "neck"),
            *shoulder_to_side(frame),
            ("hem", line(frame.hem_side, foot), "hem"),
            ("centre", centre, "side"),
        ),
        cuts=(Cut(material="main", copies=2, pair=True),),
        notches=(Notch(name="vent", edge="centre", at_mm=vent),) if vent else (),
        points=frame.points(neck.centre),
    )


def _in_two(id: str, half: Piece, second: str) -> tuple[Piece, Piece]:
    """The wearer's left and right half as pieces of their own, each cut once from its cloth.

    A half is drawn with its side at positive across: that is the wearer's left in front and right
    behind.
    """
    drawn = "left" if id == "front" else "right"
    made = []
    for side in ("left", "right"):
        shape = half if side == drawn else mapped_piece(half, MIRROR)
        material = "contrast" if side == second else "main"
        made.append(
            replace(
                shape,
                id=f"{id}-{side}",
                name=f"{half.name}, {side}",
                cuts=(Cut(material=material, copies=1),),
            )
        )
    return made[0], made[1]


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of the dress."""
    halves = {
        id: pattern.piece(id) for id in ("front-left", "front-right", "back-left", "back-right")
    }
    opening = sum(edge_length(piece, "neck") for piece in halves.values())
    short = max(0.0, body["head"] + OVER_HEAD_EASE_MM - opening)
    checks = [
        alike("Left side seam", halves["front-left"], halves["back-left"], "side"),
        alike("Right side seam", halves["front-right"], halves["back-right"], "side"),
        alike("Shoulder", halves["front-left"], halves["back-left"], "shoulder"),
        alike("Centre front", halves["front-left"], halves["front-right"], "centre"),
        alike("Centre back", halves["back-left"], halves["back-right"], "centre"),
        over_head(body, opening, wider_neck(OPTIONS, options, short)),
        over_body(
            body, "bust", "hip", garment_mm=4 * abs(halves["front-left"].edge("hem").start[1])
        ),
    ]
    if options["lined"] == "yes":
        checks.append(
            alike(
                "Front neck to lining", halves["front-left"], pattern.piece("front-lining"), "neck"
            )
        )
    return tuple(checks)


STYLE = Style(
    id="two-cloth-maxi",
    name="Maxi dress in two cloths",
    summary=(
        "Grown-on sleeves and centre seams, each half of another cloth, V neck, a vent "
        "behind; lined."
    ),
    charts=("women",),
    required=("bust", "hip", "shoulder", "upper_arm", "head", "neck_to_floor"),
    options=OPTIONS,
    materials=("main", "contrast", "lining"),
    roles=("shoulder", "side", "neck", "hem", "sleeve_end"),
    steps=steps,
    checked=checked,
)
