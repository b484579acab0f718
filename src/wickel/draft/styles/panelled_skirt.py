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
    edges,
    hip_curve,
    level_hem,
    line,
    point,
    swung_down,
    waist_within_hip,
    waistband,
)
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Style, lengths
from wickel.draft.torso import FLARE_LONG
from wickel.draft.usual_checks import (
    AT_ZIP,
    LOWER_ZIP,
    ZIP,
    alike,
    band_to_waist,
    hem_level,
    over_body,
    passes,
    ring_at,
    waist_to_body,
    zip_level,
)
from wickel.geometry import MIRROR as ACROSS_TURNED
from wickel.geometry import Line, Path, backwards, length, map_path
from wickel.pattern import Cut, Notch, Pattern, Piece, Seam, edge_length
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
    panel = _panel(count, (waist, hip), (level, begins, long), flare, allow)
    return Pattern(
        style="panelled-skirt",
        pieces=(panel, waistband(2 * count * waist, o["overlap_mm"], o["band_mm"], allow)),
        seams=(
            Seam(name="panel seam", one=("panel", "side"), other=("panel", "other side")),
            Seam(name="waist", one=("panel", "waist"), other=("waistband", "join")),
        ),
    )


def _panel(
    count: int,
    across: tuple[float, float],
    down: tuple[float, float, float],
    flare: tuple[float, float],
    allow: Allowances,
) -> Piece:
    """One of the panels: ``across`` half of it at waist and hip, ``down`` where the hip, the flare
    and the hem lie, ``flare`` how far above the hem it begins and how wide it swings, in mm."""
    (waist, hip), (level, begins, long) = across, down
    # the seam is as long as the middle, so that the hem hangs level: its corner lies higher
    corner = (begins + swung_down(flare[0], flare[1]), hip + flare[1])
    side: Path = (
        hip_curve(waist, level, hip),
        Line((level, hip), (begins, hip)),
        Line((begins, hip), corner),
    )
    half_hem = level_hem(corner, (corner[0] - begins, flare[1]), (long, 0.0))
    return Piece(
        id="panel",
        name="Panel",
        edges=edges(
            allow,
            ("waist", line((0.0, -waist), (0.0, waist)), "waist"),
            ("side", side, "side"),
            ("hem", (*half_hem, *backwards(map_path(half_hem, ACROSS_TURNED))), "curved_hem"),
            ("other side", backwards(map_path(side, ACROSS_TURNED)), "side"),
        ),
        cuts=(Cut(material="main", copies=count),),
        notches=(
            Notch(name="hip", edge="side", at_mm=length(side[:1])),
            Notch(name=ZIP, edge="side", at_mm=length(side[:1])),
            Notch(name="zip end", edge="other side", at_mm=length(side) - length(side[:1])),
        ),
        points=(
            point("waist", (0.0, waist), "waist and ease / panels / 2"),
            point("hip", (level, hip), "hip and ease / panels / 2, at waist to hip"),
            point("flare begins", (begins, hip), "above the hem"),
            point(
                "hem, at the seam",
                corner,
                "the flare further out, as far along the seam as in the middle",
            ),
            point("hem, in the middle", (long, 0.0), "length"),
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
