"""Circle skirts: a quarter, a half, three quarters or a whole circle, in one to eight panels.

For a fraction f of a full circle, radius = waist / (2 · π · f); the hem lies the length further
out. The allowance at the waist is added towards the centre, so that the waist does not come out too
big. Points are (down, across) in mm from the centre of the circle, down along the panel's middle.
"""

from __future__ import annotations

from collections.abc import Mapping

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.circles import Circle, circle_panel, ring_below, zip_down_mm
from wickel.draft.parts import BAND_OPTIONS, waistband
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Style, lengths
from wickel.draft.usual_checks import (
    AT_ZIP,
    LOWER_ZIP,
    ZIP,
    alike,
    band_to_waist,
    passes,
    waist_to_body,
)
from wickel.pattern import Pattern, Seam, edge_length
from wickel.wording import say

FRACTIONS = {"quarter": 0.25, "half": 0.5, "three-quarter": 0.75, "full": 1.0}

OPTIONS = (
    ChoiceOption(
        id="circle",
        question="How much of a circle?",
        default="half",
        choices={
            "quarter": "a quarter",
            "half": "half",
            "three-quarter": "three quarters",
            "full": "all of it",
        },
    ),
    ChoiceOption(
        id="panels",
        question="In how many panels?",
        default="2",
        choices={str(n): str(n) for n in range(1, 9)},
    ),
    ChoiceOption(
        id="grain",
        question="The middle of each panel lies",
        default="straight",
        choices={"straight": "on the straight grain", "bias": "on the bias"},
    ),
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=-30,
        least=-400,
        most=500,
    ),
    LengthOption(id="waist_ease_mm", question="Ease at the waist", default=10, least=0, most=80),
    *BAND_OPTIONS,
)


def drafted(body: Body, options: Mapping[str, float | str], allow: Allowances) -> Pattern:
    """Draft a circle skirt. Raises ``DraftRefused`` when the options disagree."""
    o = lengths(options)
    circle, count = str(options["circle"]), int(options["panels"])
    long = body["waist_to_knee"] + o["below_knee_mm"]
    if long < 150:
        raise DraftRefused(
            say("circle_skirt.skirt-only-long-longer-measure", long=long),
            "below_knee_mm",
            "waist_to_knee",
        )
    waist = body["waist"] + o["waist_ease_mm"]
    panel = circle_panel(
        "panel",
        "Panel",
        Circle(waist, FRACTIONS[circle], count, long),
        allow,
        bias=options["grain"] == "bias",
        zip_mm=zip_down_mm(waist, FRACTIONS[circle], body.measurements_mm.get("hip"), long),
    )
    return Pattern(
        style="circle-skirt",
        pieces=(panel, waistband(waist, o["overlap_mm"], o["band_mm"], allow)),
        seams=(Seam(name="waist", one=("panel", "waist"), other=("waistband", "join")),),
    )


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a circle skirt."""
    panel, band, count = pattern.piece("panel"), pattern.piece("waistband"), int(options["panels"])
    arcs = edge_length(panel, "waist") * count
    return (
        waist_to_body(body, arcs, float(options["waist_ease_mm"]), f"{count} arcs"),
        band_to_waist(band, float(options["overlap_mm"]), arcs),
        alike("Side seams", panel, panel, "side", other_edge="other side"),
        *(
            passes(body, "hip", ring_below(panel, count, notch.at_mm), AT_ZIP, LOWER_ZIP)
            for notch in panel.notches
            if notch.name == ZIP and "hip" in body.measurements_mm
        ),
    )


STYLE = Style(
    id="circle-skirt",
    name="Circle skirt",
    summary=(
        "A quarter, half, three quarters or all of a circle, in panels, with a straight waistband."
    ),
    charts=("women", "children"),
    required=("waist", "waist_to_knee"),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("waist", "side", "curved_hem", "band"),
    drafted=drafted,
    checked=checked,
)
