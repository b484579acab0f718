"""The panelled skirt: four, six or eight equal panels, close over the hip, flared from the knee.

Each panel takes its part of the waist and of the hip; below the flare line both sides swing out.
Points are (down, across) in mm: down from the waist, across from the middle of the panel.
"""

from __future__ import annotations

from collections.abc import Mapping

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.parts import (
    BAND_OPTIONS,
    waist_within_hip,
    waistband,
)
from wickel.draft.skirts import flared_panel
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Style, lengths
from wickel.draft.torso import FLARE_LONG
from wickel.draft.usual_checks import (
    AT_ZIP,
    LOWER_ZIP,
    alike,
    band_to_waist,
    hem_level,
    over_body,
    passes,
    ring_at,
    waist_to_body,
    zip_level,
)
from wickel.geometry import length
from wickel.pattern import Pattern, Seam, edge_length
from wickel.wording import say

OVER_HIP_MM = 15.0

OPTIONS = (
    ChoiceOption(
        id="panels",
        question="How many panels?",
        default="6",
        choices={"4": "4", "6": "6", "8": "8"},
    ),
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=120,
        least=-350,
        most=500,
    ),
    LengthOption(
        id="flare_above_mm",
        question="Flare begins above the hem by",
        default=300,
        least=80,
        most=700,
    ),
    LengthOption(
        id="flare_mm", question="Flare on each side of a panel", default=90, least=0, most=250
    ),
    LengthOption(id="waist_ease_mm", question="Ease at the waist", default=15, least=0, most=80),
    LengthOption(id="hip_ease_mm", question="Ease at the hip", default=50, least=15, most=150),
    *BAND_OPTIONS,
)


def drafted(body: Body, options: Mapping[str, float | str], allow: Allowances) -> Pattern:
    """Draft a panelled skirt. Raises ``DraftRefused`` when body and options disagree."""
    o = lengths(options)
    count = int(options["panels"])
    waist = (body["waist"] + o["waist_ease_mm"]) / count / 2
    hip = (body["hip"] + o["hip_ease_mm"]) / count / 2
    waist_within_hip(body, waist, hip)
    long, level = body["waist_to_knee"] + o["below_knee_mm"], body["waist_to_hip"]
    begins = long - o["flare_above_mm"]
    if begins < level:
        raise DraftRefused(
            say("panelled_skirt.flare-begin-below-waist-above", begins=begins, level=level),
            "flare_above_mm",
            "below_knee_mm",
        )
    if o["flare_above_mm"] <= FLARE_LONG * o["flare_mm"]:
        raise DraftRefused(
            say(
                "panelled_skirt.flare-does-not-open-above",
                flare=o["flare_mm"],
                flare_above=o["flare_above_mm"],
            ),
            "flare_mm",
            "flare_above_mm",
        )
    flare = (o["flare_above_mm"], o["flare_mm"])
    panel = flared_panel(
        ("panel", "Panel", count), (waist, hip), (level, begins, long), flare, allow
    )
    return Pattern(
        style="panelled-skirt",
        pieces=(panel, waistband(2 * count * waist, o["overlap_mm"], o["band_mm"], allow)),
        seams=(
            Seam(name="panel seam", one=("panel", "side"), other=("panel", "other side")),
            Seam(name="waist", one=("panel", "waist"), other=("waistband", "join")),
        ),
    )


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a panelled skirt."""
    panel, band, count = pattern.piece("panel"), pattern.piece("waistband"), int(options["panels"])
    waist = count * edge_length(panel, "waist")
    round_hip = 2 * count * panel.edge("side").path[0].end[1]
    return (
        alike("Panel seams", panel, panel, "side", other_edge="other side"),
        waist_to_body(body, waist, float(options["waist_ease_mm"]), f"{count} panels"),
        band_to_waist(band, float(options["overlap_mm"]), waist),
        over_body(body, "hip", garment_mm=round_hip, least_mm=OVER_HIP_MM),
        hem_level(
            length(panel.edge("side").path) - length(panel.edge("side").path[:1]),
            panel.edge("hem").path[0].end[0] - panel.edge("side").path[0].end[0],
            "hip",
        ),
        passes(body, "hip", count * ring_at((panel,), zip_level(panel)), AT_ZIP, LOWER_ZIP),
    )


STYLE = Style(
    id="panelled-skirt",
    name="Panelled skirt",
    summary=(
        "Four, six or eight equal panels, close over the hip and flared below, straight waistband."
    ),
    charts=("women", "children"),
    required=("waist", "hip", "waist_to_hip", "waist_to_knee"),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("waist", "side", "curved_hem", "band"),
    drafted=drafted,
    checked=checked,
)
