"""The off-shoulder dress: a fitted bodice without shoulders, sleeves on elastic, a circle skirt.

The sleeve is the set-in sleeve of the same armhole, cut off where the bodice is cut off, and
widened for gathers. Points are (down, across) in mm, down from the neck end of the shoulder, across
from the centre.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import UNBOUNDED, TapeCheck
from wickel.draft.circles import FRACTIONS, Circle, circle_panel, ring_below
from wickel.draft.ledger import Ledger, Rule
from wickel.draft.operations import NewSeam, Opening, Spot, slash_and_spread, split
from wickel.draft.sleeves import SleeveCut, cap_height, nearest_cap, set_in_sleeve
from wickel.draft.straps import Top, strap_piece
from wickel.draft.style import (
    ChoiceOption,
    DraftRefused,
    LengthOption,
    Option,
    Style,
)
from wickel.draft.torso import (
    AT_THE_WAIST,
    CHEST_DEPTH,
    CHEST_LINE,
    MEASURED,
    Torso,
    TorsoCut,
    torso_by,
)
from wickel.draft.torso_checks import side_check
from wickel.draft.usual_checks import (
    AT_ZIP,
    LOWER_ZIP,
    ON_PAST_THE_WAIST,
    alike,
    over_body,
    passes,
    waist_to_body,
)
from wickel.geometry import Cubic, length, parted_at
from wickel.pattern import Notch, Pattern, Piece, Seam, edge_length
from wickel.wording import say

_RULES: Mapping[str, Rule] = {
    "neck.across": "7.2 cm",
    "neck.down": ("8 cm", "2.2 cm"),
    "shoulder.slope": "3.8 cm",
    "waist.down": "2.2 cm + nape_to_waist",
}
LEAST_BELOW_MM = 55.0
"""What must be left of an armhole below the cut."""
_CUTS = 4

OPTIONS: tuple[Option, ...] = (
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=0,
        least=-300,
        most=400,
    ),
    ChoiceOption(
        id="circle",
        question="The skirt is",
        default="half",
        choices={
            "half": "half a circle",
            "three-quarter": "three quarters",
            "full": "a full circle",
        },
    ),
    ChoiceOption(
        id="panels",
        question="in how many panels?",
        default="2",
        choices={"2": "2", "4": "4", "8": "8"},
    ),
    LengthOption(id="ease_mm", question="Ease at bust and waist", default=40, least=10, most=120),
    LengthOption(
        id="drop_mm", question="Cut off below the shoulder point by", default=85, least=60, most=105
    ),
    LengthOption(
        id="sleeve_mm",
        question="Length of the sleeve from the shoulder",
        default=300,
        least=220,
        most=560,
    ),
    LengthOption(
        id="arm_ease_mm", question="Room at the upper arm", default=70, least=30, most=150
    ),
    LengthOption(
        id="fullness_mm", question="Gathers of the sleeve", default=140, least=40, most=300
    ),
    CHEST_LINE,
    CHEST_DEPTH,
)


def steps(ledger: Ledger, allow: Allowances) -> Pattern:
    """Chalk the off-shoulder dress: the bodice cut off, the sleeves cut off with it, the skirt.

    Raises:
        DraftRefused: body and figures disagree.
    """
    halves = torso_by(ledger.ruled(_RULES), TorsoCut(below=AT_THE_WAIST, necks=False))
    ledger.at("Top")
    drop = ledger.length(
        "top.drop", "drop", "Cut off below the shoulder point, along the armhole", (40, 140)
    )
    dip = ledger.both("top.dip", ("2.2 cm", "0.8 cm"), "Top lower at the centre by", (0, 80))
    pieces = [
        strap_piece(
            (half.where, f"{half.where.capitalize()} bodice"),
            half,
            _top(half, drop, dip.of(half.where)),
            allow,
            lower="waist",
        )
        for half in halves
    ]
    sleeve = _sleeve(halves, drop, ledger, allow)
    waist = 2 * sum(half.closed_waist_mm() for half in halves)
    return Pattern(
        style="off-shoulder-dress",
        pieces=(*pieces, sleeve, _skirt(waist, ledger, allow)),
        seams=(
            Seam(name="side seam", one=("front", "side"), other=("back", "side")),
            Seam(name="armhole", one=("sleeve", "cap"), other=("front", "armhole")),
            Seam(name="armhole, back", one=("sleeve", "cap, on"), other=("back", "armhole")),
            Seam(name="sleeve seam", one=("sleeve", "seam"), other=("sleeve", "other seam")),
            Seam(name="waist", one=("front", "hem"), other=("skirt", "waist")),
        ),
    )


def _skirt(waist_mm: float, ledger: Ledger, allow: Allowances) -> Piece:
    """A panel of the skirt; its zip runs on past the waist, which no hip passes, to where it is
    wide enough."""
    ledger.at("Skirt")
    ledger.know("waist_round", waist_mm)
    circle = FRACTIONS[ledger.choice("circle")]
    waist = ledger.length("skirt.round", "waist_round", "Skirt at the waist seam")
    long = ledger.length("skirt.down", "waist_to_knee + below_knee", "Length of the skirt")
    whole = Circle(waist, circle, int(ledger.choice("panels")), long)
    skirt = circle_panel("skirt", "Skirt panel", whole, allow)
    grows = 2 * math.pi * circle
    down = ledger.length(
        "zip.below",
        f"min(max(15 cm, (hip + 2 cm - skirt_round)/{grows!r}), 0.8*skirt_down)",
        "Zip on below the waist",
    )
    return replace(
        skirt,
        notches=(
            Notch(name=ON_PAST_THE_WAIST, edge="side", at_mm=down),
            Notch(name="zip end", edge="other side", at_mm=long - down),
        ),
    )


def _top(half: Torso, drop: float, dip: float) -> Top:
    """The armhole below the cut, and a shallow top edge from the centre to it."""
    below = _below(half, drop)
    start = below[0].start
    centre = (start[0] + dip, 0.0)
    neck = (
        Cubic(centre, (centre[0], 0.5 * start[1]), (start[0] + 0.3 * dip, 0.8 * start[1]), start),
    )
    return Top(neck=neck, armhole=below)


def _below(half: Torso, drop: float) -> tuple[Cubic, ...]:
    armhole = (half.armhole,)
    if length(armhole) < drop + LEAST_BELOW_MM:
        raise DraftRefused(
            say("off_shoulder_dress.armhole-long-one-side-cut", armhole=length(armhole), drop=drop),
            "drop_mm",
            "armhole",
        )
    _, below = parted_at(armhole, drop)
    return tuple(segment for segment in below if isinstance(segment, Cubic))


def _sleeve(halves: tuple[Torso, Torso], drop: float, ledger: Ledger, allow: Allowances) -> Piece:
    """The sleeve of the whole armhole, cut off where the bodice is, gathered above and below."""
    front, _ = halves
    armhole = sum(length((half.armhole,)) for half in halves)
    ledger.at("Sleeve")
    width = ledger.length(
        "sleeve.across", "upper_arm + arm_ease", "Width of the sleeve at the upper arm"
    )
    height = ledger.solved(
        "cap.height",
        lambda: cap_height(armhole, 0.0, width, front.chest),
        "Height of the cap",
        of=("sleeve.across",),
        nearest=lambda: nearest_cap(armhole, 0.0, width, front.chest),
    )
    long = ledger.length("sleeve.down", "sleeve", "Length of the sleeve")
    gathers = ledger.length("sleeve.fullness", "fullness", "Gathers of the sleeve", (20, 400))
    whole = set_in_sleeve(SleeveCut(height=height, width=width, long=long, hem=width), allow)
    cap = edge_length(whole, "cap")
    kept_front, kept_back = (length(_below(half, drop)) for half in halves)
    low, _ = split(
        whole,
        Spot(edge="cap", share=1 - kept_front / cap),
        Spot(edge="cap", share=kept_back / cap),
        NewSeam(allow["hem"], name="top", ids=("sleeve", "cap"), names=("Sleeve", "Cap")),
    )
    each = gathers / _CUTS
    spread = slash_and_spread(
        low,
        "hem",
        "top",
        Opening(
            cuts=_CUTS, open_mm=each, open_opposite_mm=each, gathered=True, gathered_opposite=True
        ),
    )
    return replace(spread, notches=())


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of an off-shoulder dress."""
    front, back, sleeve, skirt = (pattern.piece(id) for id in ("front", "back", "sleeve", "skirt"))
    waist = edge_length(skirt, "waist") * int(options["panels"])
    elastic = 2 * sum(
        edge_length(piece, edge)
        for piece, edge in ((front, "neck"), (back, "neck"), (sleeve, "top"))
    )
    arms = body["across_front"] + body["across_back"] + body["upper_arm"]
    bust = 2 * sum(piece.edge("armhole").end[1] for piece in (front, back))
    return (
        side_check(front, back),
        TapeCheck(
            name="Sleeve to front armhole",
            one="sleeve",
            one_mm=edge_length(sleeve, "cap"),
            other="front armhole",
            other_mm=edge_length(front, "armhole"),
            way_out=say("off_shoulder_dress.cut-sleeve-off-same-length"),
        ),
        TapeCheck(
            name="Sleeve to back armhole",
            one="sleeve",
            one_mm=edge_length(sleeve, "cap, on"),
            other="back armhole",
            other_mm=edge_length(back, "armhole"),
            way_out=say("off_shoulder_dress.cut-sleeve-off-same-length"),
        ),
        alike("Sleeve seam", sleeve, sleeve, "seam", other_edge="other seam"),
        waist_to_body(body, waist, float(options["ease_mm"])),
        TapeCheck(
            name="Over the shoulders",
            one="top edge, elastic stretched",
            one_mm=elastic,
            other="across front and back, and round the arms",
            other_mm=arms,
            least_mm=20.0,
            most_mm=UNBOUNDED,
            way_out=say("off_shoulder_dress.more-gathers-sleeves"),
        ),
        over_body(body, "bust", garment_mm=bust, least_mm=5.0),
        passes(
            body,
            "hip",
            ring_below(skirt, int(options["panels"]), _zip_end(skirt)),
            AT_ZIP,
            LOWER_ZIP,
        ),
    )


def _zip_end(skirt: Piece) -> float:
    """How far below the waist the zip ends; 0 where it ends at the waist."""
    return next((notch.at_mm for notch in skirt.notches if notch.name == ON_PAST_THE_WAIST), 0.0)


STYLE = Style(
    id="off-shoulder-dress",
    name="Off-shoulder dress",
    summary=(
        "A fitted bodice without shoulders, gathered sleeves on elastic, a circle skirt; zip "
        "in the side."
    ),
    charts=("women",),
    required=(*MEASURED, "upper_arm", "waist_to_knee"),
    options=OPTIONS,
    materials=("main",),
    roles=("side", "neck", "waist", "armhole", "hem", "curved_hem"),
    steps=steps,
    checked=checked,
)
