"""Equal panels at the waist, close over the hip and flared below, with a seam in every centre."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace
from functools import partial

from wickel.body import Body
from wickel.draft.builder.lower import (
    BELOW_KNEE,
    OVER_HIP_MM,
    called_panel,
    long_rule,
    of_lower,
    waist_check,
    with_waist_seam,
)
from wickel.draft.builder.making import EQUAL_PANELS, WAIST_SEAM, ZIP_GOES_ON, Making, Part, Slot
from wickel.draft.builder.zips import zip_notch
from wickel.draft.checks import TapeCheck
from wickel.draft.parts import waist_within_hip
from wickel.draft.skirts import flared_panel
from wickel.draft.style import DraftRefused, Options
from wickel.draft.torso import FLARE_LONG
from wickel.draft.usual_checks import (
    AT_ZIP,
    LOWER_ZIP,
    alike,
    hem_level,
    other_zip_end,
    over_body,
    passes,
    ring_at,
    zip_level,
)
from wickel.geometry import length
from wickel.pattern import Notch, Pattern, Seam, edge_length
from wickel.wording import say, tr

_COUNTS = {
    "panels-4": (4, tr("four flared panels")),
    "panels-6": (6, tr("six flared panels")),
    "panels-8": (8, tr("eight flared panels")),
    "panels-10": (10, tr("ten flared panels")),
    "panels-12": (12, tr("twelve flared panels")),
}


def _add(count: int, making: Making) -> Making:
    ledger = making.ledger
    ledger.at("Skirt")
    joined = making.joined_mm()
    ledger.know("joined_round", 2 * (joined.front + joined.back))
    waist = ledger.length("panel.waist", f"joined_round/{2 * count}", "Half a panel at the waist")
    hip = ledger.length("panel.hip", f"(hip + ease)/{2 * count}", "Half a panel at the hip")
    waist_within_hip(ledger.body, waist, hip)
    level = ledger.length(
        "panel.hip_down", long_rule(making, "waist_to_hip"), "Hip below the seam", (60, 420)
    )
    long = ledger.length("skirt.down", long_rule(making), "Length of the skirt")
    above = ledger.length(
        "panel.flare_above",
        "min(30 cm, skirt_down - panel_hip_down)",
        "Flare begins above the hem by",
        (80, 700),
    )
    flare = ledger.length("panel.flare", "9 cm", "Flare on each side of a panel", (0, 250))
    if long - above < level:
        raise DraftRefused(
            say("panelled_skirt.flare-begin-below-waist-above", begins=long - above, level=level),
            "below_knee_mm",
            "panel.flare_above",
        )
    if above <= FLARE_LONG * flare:
        raise DraftRefused(
            say("panelled_skirt.flare-does-not-open-above", flare=flare, flare_above=above),
            "panel.flare",
            "panel.flare_above",
            "flare_above_mm",
        )
    panel = flared_panel(
        (*called_panel(making), count),
        (waist, hip),
        (level, long - above, long),
        (above, flare),
        making.allow,
    )
    ends: tuple[Notch, ...] = ()
    if making.zip_mm is not None:
        ends = (zip_notch(making, "side", making.zip_mm),)
        if not making.has_upper:
            up = edge_length(panel, "other side") - making.zip_mm
            ends = (
                *ends,
                other_zip_end("other side", up),
            )
    hip_only = tuple(notch for notch in panel.notches if notch.name == "hip")
    panel = replace(panel, notches=(*hip_only, *ends))
    seams = (
        Seam(
            name=f"{panel.name.lower()} seam",
            one=(panel.id, "side"),
            other=(panel.id, "other side"),
        ),
    )
    return with_waist_seam(making.with_pieces(panel, seams=seams), panel.id)


def _checks(count: int, pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    panel = of_lower(pattern, "panel")
    return (
        alike(f"{panel.name} seams", panel, panel, "side", other_edge="other side"),
        waist_check(pattern, f"{count} panels", count * edge_length(panel, "waist")),
        *_round_checks(count, pattern, body),
    )


def _round_checks(count: int, pattern: Pattern, body: Body) -> Iterator[TapeCheck]:
    """It goes over the hip, hangs level, and passes the hip where its zip ends."""
    panel = of_lower(pattern, "panel")
    side = panel.edge("side").path
    around = 2 * count * side[0].end[1]
    yield over_body(body, "hip", garment_mm=around, least_mm=OVER_HIP_MM)
    below = panel.edge("hem").path[0].end[0] - side[0].end[0]
    yield hem_level(length(side) - length(side[:1]), below, "hip")
    level = zip_level(panel)
    if not math.isnan(level):
        yield passes(body, "hip", count * ring_at((panel,), level), AT_ZIP, LOWER_ZIP)


PARTS = tuple(
    Part(
        id=id,
        slot=Slot.LOWER,
        found_by=tr("flared, swinging"),
        name=name,
        add=partial(_add, count),
        options=(BELOW_KNEE,),
        required=("waist_to_knee", "hip", "waist_to_hip"),
        needs=frozenset({WAIST_SEAM, ZIP_GOES_ON}),
        checks=partial(_checks, count),
        against={(Slot.CLOSING, "front"): say("builder.panels-not-in-front")},
        traits=frozenset({EQUAL_PANELS}),
        roles=("curved_hem",),
        place=place,
    )
    for place, (id, (count, name)) in enumerate(_COUNTS.items(), 30)
)
