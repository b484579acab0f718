"""Close over the hip and flared from there, its waist straight and its hem level: a seam that
swings out is as long as the centre.

Points are (down, across) in mm: down from the waist, across from the centre.
"""

from __future__ import annotations

from dataclasses import dataclass

from wickel.draft.allowances import Allowances
from wickel.draft.builder.lower import BELOW_KNEE, added, called, long_rule, lower_checks
from wickel.draft.builder.making import HANGS_CLOSE, WAIST_SEAM, ZIP_GOES_ON, Making, Part, Slot
from wickel.draft.ledger import SIDES, Ledger
from wickel.draft.parts import (
    dart_on,
    edges,
    hip_curve,
    level_hem,
    line,
    point,
    swung_down,
    waist_within_hip,
)
from wickel.draft.style import DraftRefused
from wickel.draft.torso import FLARE_LONG, half_cut
from wickel.geometry import Line, Path, length
from wickel.pattern import Notch, Piece, PieceRole
from wickel.wording import say, tr

LEAST_BELOW_HIP_MM = 20.0
"""What must be left of the skirt below the hip."""


@dataclass(frozen=True, slots=True, kw_only=True)
class _Figures:
    """The figures of a half, in mm: quarters of waist and hip, its dart, how far down hip and hem
    lie, and how much wider it is at the hem."""

    waist: float
    hip: float
    level: float
    dart: float
    dart_long: float
    long: float
    flare: float


def _add(making: Making) -> Making:
    ledger = making.ledger
    ledger.know("joined", making.joined_mm())
    own = making.ledger_of("skirt", {})
    figures = _figures(own, making)
    return added(making, *(_half(side, figures[side], making) for side in SIDES))


def _figures(ledger: Ledger, making: Making) -> dict[str, _Figures]:
    """The figures of front and back. Raises ``DraftRefused``: it ends above the hip."""
    ledger.at("Waist")
    waist = making.quarter or ledger.both(
        "waist.across", "joined", "A quarter of the waist, the dart closed"
    )
    ledger.at("Hip")
    hip = ledger.both("hip.across", "(hip + ease)/4", "A quarter of the hip")
    level = ledger.both(
        "hip.down", long_rule(making, "waist_to_hip"), "Hip line below the waist", (110, 320)
    )
    for side in SIDES:
        waist_within_hip(ledger.body, waist.of(side), hip.of(side))
    ledger.at("Darts")
    dart = ledger.both(
        "dart.wide",
        "worth(min(3.4 cm, max(0 cm, 0.45*(hip_across - waist_across))), 0.6 cm)",
        "Width of the dart",
        (0, 45),
    )
    darted = tuple(side for side in SIDES if dart.of(side) > 0)
    deep = ledger.both("dart.long", "10 cm", "Length of the dart", (60, 180), only=darted)
    ledger.at("Hem")
    long = ledger.both("hem.down", long_rule(making), "Length from the waist")
    flare = ledger.both("hem.flare", "7 cm", "Wider at the hem by", (0, 300))
    for side in SIDES:
        if long.of(side) < level.of(side) + LEAST_BELOW_HIP_MM:
            raise DraftRefused(
                say("wrap_skirt.skirt-only-long-above-hip", long=long.of(side)),
                "below_knee_mm",
                f"{ledger.id_of('hem.down')}.{side}",
            )
    return {
        side: _Figures(
            waist=waist.of(side),
            hip=hip.of(side),
            level=level.of(side),
            dart=dart.of(side),
            dart_long=deep.of(side),
            long=long.of(side),
            flare=flare.of(side),
        )
        for side in SIDES
    }


def _half(side_of: str, own: _Figures, making: Making) -> Piece:
    """A front or back. Raises ``DraftRefused``: its flare does not open."""
    allow: Allowances = making.allow
    below = own.long - own.level
    if below <= FLARE_LONG * own.flare:
        raise DraftRefused(
            say("wrap_skirt.flare-does-not-open-below", flare=own.flare, long=below),
            "flare_mm",
            "below_knee_mm",
        )
    across = own.waist + own.dart
    corner = (own.level + swung_down(below, own.flare), own.hip + own.flare)
    top = line((0.0, 0.0), (0.0, across))
    side: Path = (hip_curve(across, own.level, own.hip), Line((own.level, own.hip), corner))
    hem = level_hem(corner, (corner[0] - own.level, own.flare), (own.long, 0.0))
    id, name = called(making, side_of)
    centre = making.centre(side_of)
    return Piece(
        id=id,
        name=name,
        role=PieceRole.SKIRT,
        edges=edges(
            allow,
            ("waist", top, "waist"),
            ("side", side, "side"),
            ("hem", hem, "curved_hem"),
            ("centre", line((own.long, 0.0), (0.0, 0.0)), centre),
        ),
        cuts=half_cut(centre),
        notches=(Notch(name="hip", edge="side", at_mm=length(side[:1])),),
        inner_lines=(dart_on(top, across / 2, own.dart, own.dart_long),) if own.dart else (),
        points=(
            point("centre waist", (0.0, 0.0), "start"),
            point("side waist", (0.0, across), "quarter of the waist and ease, and the dart"),
            point("hip", (own.level, own.hip), "quarter of the hip and ease"),
            point(
                "hem at the side",
                corner,
                "wider by the flare, as far down the seam as in the middle",
            ),
            point("hem at the centre", (own.long, 0.0), "length"),
        ),
    )


PARTS = (
    Part(
        id="swung",
        slot=Slot.LOWER,
        name=tr("flared from the hip, its hem level"),
        found_by=tr("flared"),
        add=_add,
        options=(BELOW_KNEE,),
        required=("waist_to_knee", "hip", "waist_to_hip"),
        needs=frozenset({WAIST_SEAM, ZIP_GOES_ON, HANGS_CLOSE}),
        checks=lower_checks,
        roles=("curved_hem",),
        place=8,
    ),
)
