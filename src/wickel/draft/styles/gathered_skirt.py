"""The gathered or pleated skirt: two straight panels drawn in at the waist, with a waistband.

Each panel is a half on the fold. Its waist edge is longer than the waist by the fullness and
remembers what it comes back to. Points are (down, across) in mm from the waist and the centre.
"""

from __future__ import annotations

from collections.abc import Mapping

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.parts import BAND_OPTIONS, waistband
from wickel.draft.skirts import gathered_half, pleat_marks
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Style, lengths
from wickel.draft.usual_checks import (
    AT_ZIP,
    alike,
    band_to_waist,
    over_body,
    passes,
    ring_at,
    waist_to_body,
    zip_level,
)
from wickel.pattern import Pattern, Seam, edge_length, sewn_length
from wickel.wording import say

FULLNESS = {"1.5": 1.5, "2": 2.0, "2.5": 2.5, "3": 3.0}
OVER_HIP_MM = 40.0

OPTIONS = (
    ChoiceOption(
        id="drawn_in",
        question="The waist is drawn in",
        default="gathered",
        choices={"gathered": "by gathers", "pleated": "by pleats"},
    ),
    ChoiceOption(
        id="fullness",
        question="Hem wider than the waist, times",
        default="2",
        choices={"1.5": "1 1/2", "2": "2", "2.5": "2 1/2", "3": "3"},
    ),
    LengthOption(id="pleat_mm", question="A pleat lies over, about", default=30, least=10, most=80),
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=50,
        least=-350,
        most=500,
    ),
    LengthOption(id="waist_ease_mm", question="Ease at the waist", default=15, least=0, most=80),
    *BAND_OPTIONS,
)


def drafted(body: Body, options: Mapping[str, float | str], allow: Allowances) -> Pattern:
    """Draft a gathered skirt. Raises ``DraftRefused`` when it would be too short."""
    o = lengths(options)
    quarter = (body["waist"] + o["waist_ease_mm"]) / 4
    wide = quarter * FULLNESS[str(options["fullness"])]
    long = body["waist_to_knee"] + o["below_knee_mm"]
    if long < 120:
        raise DraftRefused(
            say("gathered_skirt.skirt-only-long-longer-measure", long=long),
            "below_knee_mm",
            "waist_to_knee",
        )
    pleats = pleat_marks(quarter, wide, o["pleat_mm"]) if options["drawn_in"] == "pleated" else ()
    pieces = [
        gathered_half(id, id.capitalize(), (quarter, wide, long), pleats, allow)
        for id in ("front", "back")
    ]
    return Pattern(
        style="gathered-skirt",
        pieces=(*pieces, waistband(4 * quarter, o["overlap_mm"], o["band_mm"], allow)),
        seams=(
            Seam(name="side seam", one=("front", "side"), other=("back", "side")),
            Seam(name="waist", one=("front", "waist"), other=("waistband", "join")),
        ),
    )


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a gathered skirt."""
    front, back, band = (pattern.piece(id) for id in ("front", "back", "waistband"))
    drawn_in = 2 * (sewn_length(front, "waist") + sewn_length(back, "waist"))
    round_hip = 2 * (edge_length(front, "hem") + edge_length(back, "hem"))
    checks = [
        alike("Side seam", front, back, "side"),
        waist_to_body(body, drawn_in, float(options["waist_ease_mm"])),
        band_to_waist(band, float(options["overlap_mm"]), drawn_in),
        over_body(body, "hip", garment_mm=round_hip, least_mm=OVER_HIP_MM),
        passes(
            body, "hip", ring_at((front, back), zip_level(front)), AT_ZIP, "Take more fullness."
        ),
    ]
    if options["drawn_in"] == "pleated":
        at = [inner.path[0].start[1] for inner in front.inner_lines]
        taken = sum(to - start for start, to in zip(at[::2], at[1::2], strict=True))
        checks.append(
            TapeCheck(
                name="Pleats closed",
                one="panel less pleats",
                one_mm=edge_length(front, "waist") - taken,
                other="a quarter of the waist",
                other_mm=sewn_length(front, "waist"),
                way_out=say("gathered_skirt.divide-fullness-among-pleats-again"),
            )
        )
    return tuple(checks)


STYLE = Style(
    id="gathered-skirt",
    name="Gathered or pleated skirt",
    summary=(
        "Two straight panels on the fold, drawn in at the waist by gathers or pleats, "
        "straight waistband."
    ),
    charts=("women", "children"),
    required=("waist", "hip", "waist_to_knee"),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("waist", "side", "hem", "band"),
    drafted=drafted,
    checked=checked,
)
