"""The box dress: pulled over the head, straight from chest to hem, sleeves grown on.

Front and back on the fold, front and back neck facings with a slit for the head, pocket bags in
the side seams, and a turn-up band at each sleeve. Points are (down, across) in mm: down from the
neck end of the shoulder, across from the centre fold. The rules are the quarter system.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.facings import edge_facing
from wickel.draft.grown_on import GrownOn, grown_on_by, half_on_fold
from wickel.draft.ledger import SIDES, Ledger
from wickel.draft.necklines import Neckline, neck_facing, neckline
from wickel.draft.parts import Strip, edges, line, point, rectangle
from wickel.draft.pockets import SeamBag, seam_bag, seam_bag_by
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Style
from wickel.draft.usual_checks import (
    OVER_HEAD_EASE_MM,
    Way,
    alike,
    over_body,
    over_head,
    way_within,
)
from wickel.geometry import Cubic, Line, length
from wickel.pattern import (
    Cut,
    InnerLine,
    Notch,
    Pattern,
    Piece,
    Seam,
    edge_length,
    length_between,
)
from wickel.wording import say

KNEE_BELOW_MM, KNEE_ABOVE_MM = 30.0, 20.0
"""The facing is as narrow as beside the slit so far below its width at the neck, and so far above
its end."""
CORNER_SHARE = 0.55
"""How far the handles of a rounded corner reach towards it: a quarter of a circle."""
ON_FOLD = Cut(material="main", copies=1, on_fold=True)

OPTIONS = (
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=-40,
        least=-350,
        most=450,
    ),
    LengthOption(
        id="sleeve_mm", question="Sleeve from the shoulder point", default=200, least=60, most=480
    ),
    LengthOption(
        id="sleeve_ease_mm",
        question="Room in the sleeve, all round",
        default=110,
        least=20,
        most=400,
    ),
    LengthOption(
        id="turn_up_mm", question="Finished depth of the turn-up", default=50, least=20, most=120
    ),
    LengthOption(
        id="turn_up_ease_mm",
        question="Turn-up longer than the sleeve by",
        default=6,
        least=0,
        most=12,
    ),
    LengthOption(id="ease_mm", question="Ease", default=120, least=0, most=500),
    ChoiceOption(
        id="ease_school",
        question="Ease is added",
        default="whole",
        choices={"whole": "to the whole girth", "quarter": "to each quarter"},
    ),
    LengthOption(
        id="neck_width_mm", question="Neck width from the centre", default=78, least=55, most=140
    ),
    LengthOption(id="front_neck_mm", question="Front neck depth", default=85, least=40, most=220),
    LengthOption(id="back_neck_mm", question="Back neck depth", default=22, least=8, most=120),
    LengthOption(id="slope_mm", question="Shoulder slope", default=22, least=5, most=60),
    LengthOption(id="slit_mm", question="Slit for the head", default=140, least=0, most=260),
    LengthOption(id="facing_mm", question="Width of the facings", default=65, least=40, most=110),
    ChoiceOption(
        id="yoke",
        question="A yoke laid over the shoulders",
        default="none",
        choices={"none": "no", "contrast": "in a contrast cloth"},
    ),
    LengthOption(
        id="yoke_mm",
        question="Depth of the yoke below neck and shoulder",
        default=120,
        least=60,
        most=170,
    ),
)


def steps(ledger: Ledger, allow: Allowances) -> Pattern:
    """Chalk the box dress: the shared block, the slit, the pockets, the bands, the facings.

    Raises:
        DraftRefused: body and figures disagree.
    """
    ease = "ease/4" if ledger.choice("ease_school") == "whole" else "ease"
    frames = grown_on_by(ledger, "neck_to_knee + below_knee", ease)
    ledger.at("Slit and pockets")
    slit = ledger.length("slit.long", "slit", "Slit for the head, from the neck down", (0, 260))
    pockets = _pockets(ledger, frames)
    necks = [neckline("round", frame.neck_down, frame.neck) for frame in frames]
    front, back = (
        _main(side, frame, neck, pocket, slit if side == "front" else 0.0, allow)
        for side, frame, neck, pocket in zip(SIDES, frames, necks, pockets, strict=True)
    )
    ledger.at("Facings and bands")
    width = ledger.both("facing.wide", "facing", "Width of the facing", (30, 130))
    yokes = []
    if ledger.choice("yoke") == "contrast":
        deep = ledger.both("yoke.deep", "yoke", "Depth of the yoke below neck and shoulder")
        yokes = [_yoke(front, deep.front, allow), _yoke(back, deep.back, allow)]
    if slit > 0:
        front_facing = _slit_facing(ledger, frames[0], necks[0], width.front, slit, allow)
    else:
        front_facing = _facing("front", frames[0], necks[0], width.front, allow)
    pieces = (
        front,
        back,
        *yokes,
        front_facing,
        _facing("back", frames[1], necks[1], width.back, allow),
        seam_bag(allow, pockets[0].bag),
        _turn_up(ledger, frames, allow),
    )
    return Pattern(style="box-dress", pieces=pieces, seams=_SEAMS)


def _facing(side: str, frame: GrownOn, neck: Neckline, width: float, allow: Allowances) -> Piece:
    """The facing of a neck that has no slit."""
    return neck_facing(side, neck, frame.overarm, width, allow)


def _turn_up(ledger: Ledger, frames: tuple[GrownOn, GrownOn], allow: Allowances) -> Piece:
    """The band at the end of a sleeve, twice its depth, a little longer than the sleeve is
    round."""
    opening = sum(math.dist(frame.sleeve_end, frame.sleeve_under) for frame in frames)
    ledger.know("sleeve_opening", opening)
    long = ledger.length(
        "turn_up.long", "sleeve_opening + turn_up_ease", "Length of the turn-up", (180, 900)
    )
    deep = ledger.length("turn_up.deep", "turn_up", "Finished depth of the turn-up", (15, 150))
    band = Strip(
        id="turn-up",
        name="Turn-up",
        long_mm=long,
        high_mm=2 * deep,
        cuts=(Cut(material="main", copies=2),),
        role="sleeve_end",
        fold_line=True,
    )
    return rectangle(band, allow)


def _yoke(half: Piece, deep_mm: float, allow: Allowances) -> Piece:
    """A strip along neck and shoulder, laid over the half and turned in below."""
    strip = edge_facing(half, ("neck", "shoulder"), deep_mm, allow, option="yoke_mm")
    cut = replace(strip.cuts[0], material="contrast")
    return replace(strip, id=f"{half.id}-yoke", name=f"{half.name} yoke", cuts=(cut,))


@dataclass(frozen=True, slots=True)
class _Pocket:
    """Where the opening of a pocket lies on a side seam, from the sleeve's end on, and how long it
    is, with the end of the bag beyond it."""

    top: float
    bag: SeamBag

    @property
    def opening(self) -> float:
        """How long the opening is."""
        return self.bag.opening


def _pockets(ledger: Ledger, frames: tuple[GrownOn, GrownOn]) -> tuple[_Pocket, _Pocket]:
    """The pockets of front and back, at one height.

    Raises:
        DraftRefused: the side is too short for them.
    """
    down = ledger.length(
        "pocket.down",
        "max(neck_to_hip - 13 cm, underarm_down_front + 2 cm)",
        "Top of the pocket, below the neck point",
        (300, 900),
    )
    bag = seam_bag_by(ledger)
    found = []
    for frame in frames:
        lowest = frame.hem_side[0] - bag.opening - bag.end
        if down > lowest:
            raise DraftRefused(
                say("box_dress.dress-too-short-pockets-side", short=down - lowest),
                "below_knee_mm",
                "pocket.down",
            )
        to_side_top = length(frame.side()[:-1])
        found.append(_Pocket(to_side_top + down - frame.side_top[0], bag))
    return found[0], found[1]


def _main(
    side: str,
    frame: GrownOn,
    neck: Neckline,
    pocket: _Pocket,
    slit: float,
    allow: Allowances,
) -> Piece:
    """A half on the fold."""
    return Piece(
        id=side,
        name=side.capitalize(),
        edges=half_on_fold(frame, neck.path, allow),
        cuts=(ON_FOLD,),
        notches=(
            Notch(name="pocket top", edge="side", at_mm=pocket.top),
            Notch(name="pocket bottom", edge="side", at_mm=pocket.top + pocket.opening),
        ),
        inner_lines=_slit(neck, slit),
        points=frame.points(neck.centre),
    )


def _slit(neck: Neckline, long_mm: float) -> tuple[InnerLine, ...]:
    """The line that the slit is cut along, from the neck down; none when it has no length."""
    if long_mm <= 0:
        return ()
    start = neck.centre
    return (InnerLine(name="slit", path=line(start, (start[0] + long_mm, start[1]))),)


def _slit_facing(
    ledger: Ledger,
    frame: GrownOn,
    neck: Neckline,
    width: float,
    slit: float,
    allow: Allowances,
) -> Piece:
    """A front facing that follows the neck and runs on down the centre, past the slit.

    Raises:
        DraftRefused: it would end below the hem.
    """
    below = ledger.length(
        "slit.facing_below", "7.62 cm", "Facing below the slit", (20, 150), source="3 in"
    )
    half = ledger.length("slit.facing_half", "4.5 cm", "Half the facing beside the slit", (20, 80))
    u, depth = frame.overarm, neck.centre[0]
    lowest = depth + slit + below
    if lowest > frame.hem_centre[0]:
        raise DraftRefused(
            say(
                "box_dress.slit-facing-ends-down-below",
                slit_end=lowest,
                hem_side=frame.hem_centre[0],
            ),
            "slit_mm",
            "slit.long",
            "below_knee_mm",
        )
    outer_top = (frame.neck[0] + u[0] * width, frame.neck[1] + u[1] * width)
    knee = (min(depth + width + KNEE_BELOW_MM, lowest - KNEE_ABOVE_MM), half)
    foot, bottom = (lowest, half), (lowest, 0.0)
    reach = CORNER_SHARE * (knee[0] - outer_top[0])
    bend = Cubic(outer_top, (outer_top[0] + reach, outer_top[1]), (knee[0] - reach, half), knee)
    return Piece(
        id="front-facing",
        name="Front facing",
        edges=edges(
            allow,
            ("neck", neck.path, "neck"),
            ("shoulder", line(frame.neck, outer_top), "shoulder"),
            ("outer", (bend, Line(knee, foot), Line(foot, bottom)), "facing"),
            ("centre", line(bottom, neck.centre), "fold"),
        ),
        cuts=(ON_FOLD,),
        inner_lines=_slit(neck, slit),
        points=(
            point("neck centre", neck.centre, "as on the garment", "neck.down"),
            point("shoulder at neck", frame.neck, "as on the garment", "neck.across"),
            point("outer, shoulder", outer_top, "facing width along the shoulder", "facing.wide"),
            point("outer, centre", bottom, "3 in below the slit", "slit.facing_below"),
        ),
    )


_SEAMS = (
    Seam(name="side seam", one=("front", "side"), other=("back", "side")),
    Seam(name="shoulder", one=("front", "shoulder"), other=("back", "shoulder")),
    Seam(name="front neck", one=("front", "neck"), other=("front-facing", "neck")),
    Seam(name="back neck", one=("back", "neck"), other=("back-facing", "neck")),
    Seam(name="sleeve end", one=("turn-up", "join"), other=("front", "sleeve end")),
)


def _slit_mm(front: Piece) -> float:
    """How long the slit is that is marked on a front."""
    return sum(length(mark.path) for mark in front.inner_lines if mark.name == "slit")


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a box dress."""
    front, back, pocket = pattern.piece("front"), pattern.piece("back"), pattern.piece("pocket")
    opening = 2 * (edge_length(front, "neck") + edge_length(back, "neck")) + 2 * _slit_mm(front)
    short = max(0.0, body["head"] + OVER_HEAD_EASE_MM - opening)
    yokes = [piece for piece in pattern.pieces if piece.id.endswith("-yoke")]
    return (
        alike("Side seam", front, back, "side"),
        alike("Shoulder", front, back, "shoulder"),
        alike("Front neck to facing", front, pattern.piece("front-facing"), "neck"),
        alike("Back neck to facing", back, pattern.piece("back-facing"), "neck"),
        TapeCheck(
            name="Turn-up to sleeve",
            one="turn-up",
            one_mm=edge_length(pattern.piece("turn-up"), "join"),
            other="sleeve opening",
            other_mm=edge_length(front, "sleeve end") + edge_length(back, "sleeve end"),
            least_mm=0.0,
            most_mm=12.0,
            way_out=say("box_dress.cut-turn"),
        ),
        TapeCheck(
            name="Pocket opening",
            one="side seam",
            one_mm=length_between(front, "pocket top", "pocket bottom"),
            other="bag",
            other_mm=length_between(pocket, "pocket top", "pocket bottom"),
            way_out=say("box_dress.notch-both-same-length"),
        ),
        over_head(
            body,
            opening,
            way_within(
                OPTIONS,
                options,
                (
                    Way("slit_mm", short / 2, say("necks.deepen-slit", by=short / 2)),
                    Way("neck_width_mm", short / 4, say("necks.widen", by=short / 4)),
                    Way("", 0.0, say("necks.neck-and-slit")),
                ),
            ),
            opening="neck opening with slit",
        ),
        over_body(body, "bust", "hip", garment_mm=4 * front.edge("hem").start[1]),
        *(alike("Yokes at the shoulder", yokes[0], yokes[1], "shoulder") for _ in yokes[:1]),
    )


STYLE = Style(
    id="box-dress",
    name="Box dress",
    summary=(
        "Pulled over the head, grown-on sleeves with turn-ups, faced neck with a slit, "
        "pockets in the seams."
    ),
    charts=("women",),
    required=("bust", "hip", "shoulder", "upper_arm", "head", "neck_to_hip", "neck_to_knee"),
    options=OPTIONS,
    materials=("main", "contrast"),
    roles=("shoulder", "side", "neck", "hem", "sleeve_end", "facing", "pocket", "band"),
    steps=steps,
    checked=checked,
)
