"""The wrap skirt: a back on the fold, two fronts that cross, a waistband that ends in ties; a
little flared.

Points are (down, across) in mm from the waist and the centre.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.fastenings import tie
from wickel.draft.ledger import SIDES, Ledger
from wickel.draft.parts import (
    dart_on,
    dart_width,
    edges,
    hip_curve,
    level_hem,
    line,
    point,
    swung_down,
    waist_within_hip,
    waistband,
)
from wickel.draft.style import DraftRefused, LengthOption, Option, Style
from wickel.draft.torso import FLARE_LONG
from wickel.draft.usual_checks import alike, band_to_waist, hem_level, over_body, waist_to_body
from wickel.geometry import Line, Path, Point, length
from wickel.pattern import ConstructionPoint, Cut, Notch, Pattern, Piece, Seam, edge_length
from wickel.wording import say

LEAST_BELOW_HIP_MM = 20.0
"""What must be left of the skirt below the hip."""
OVER_HIP_MM = 15.0

OPTIONS: tuple[Option, ...] = (
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=60,
        least=-350,
        most=400,
    ),
    LengthOption(
        id="overlap_mm",
        question="Each front crosses the centre by",
        default=130,
        least=60,
        most=170,
    ),
    LengthOption(id="waist_ease_mm", question="Ease at the waist", default=10, least=0, most=60),
    LengthOption(id="hip_ease_mm", question="Ease at the hip", default=50, least=15, most=150),
    LengthOption(
        id="flare_mm", question="Wider at the hem, each quarter", default=70, least=0, most=250
    ),
    LengthOption(
        id="band_mm", question="Finished height of the waistband", default=35, least=15, most=90
    ),
)


def steps(ledger: Ledger, allow: Allowances) -> Pattern:
    """Chalk the wrap skirt: the fronts that cross, the back, the waistband and its ties.

    Raises:
        DraftRefused: body and figures disagree.
    """
    front, back = (_half(figures, allow) for figures in _halves(ledger))
    ledger.at("Waistband and ties")
    long = ledger.length(
        "band.long",
        "2*waist_across_front + 2*waist_across_back + 2*wrap_over",
        "Length of the waistband",
    )
    high = ledger.length("band.high", "band", "Finished height of the waistband", (10, 120))
    tie_long = ledger.length("tie.long", "65 cm", "Length of a tie", (200, 2000))
    tie_wide = ledger.length("tie.wide", "3 cm", "Finished width of the ties", (8, 80))
    return Pattern(
        style="wrap-skirt",
        pieces=(
            front,
            back,
            waistband(long, 0.0, high, allow),
            tie("tie", "Tie", tie_long, tie_wide, allow),
        ),
        seams=(
            Seam(name="side seam", one=("front", "side"), other=("back", "side")),
            Seam(name="waist", one=("back", "waist"), other=("waistband", "join")),
        ),
    )


def _halves(ledger: Ledger) -> list[_Figures]:
    """The figures of front and back. Raises ``DraftRefused``: it ends above the hip."""
    ledger.at("Waist")
    waist = ledger.both(
        "waist.across", "(waist + waist_ease)/4", "A quarter of the waist, the dart closed"
    )
    ledger.at("Hip")
    hip = ledger.both("hip.across", "(hip + hip_ease)/4", "A quarter of the hip")
    level = ledger.both("hip.down", "waist_to_hip", "Hip line below the waist", (110, 320))
    for side in SIDES:
        waist_within_hip(ledger.body, waist.of(side), hip.of(side))
    ledger.at("Darts")
    dart = ledger.both(
        "dart.wide",
        "worth(min(3.4 cm, max(0 cm, 0.45*(hip_across - waist_across))), 0.6 cm)",
        "Width of the dart",
        (0, 45),
    )
    deep = ledger.both("dart.long", "10 cm", "Length of the dart", (60, 180))
    ledger.at("Hem")
    long = ledger.both("hem.down", "waist_to_knee + below_knee", "Length from the waist")
    flare = ledger.both("hem.flare", "flare", "Wider at the hem by", (0, 300))
    ledger.at("Wrap")
    over = ledger.length("wrap.over", "overlap", "Each front crosses the centre by", (40, 300))
    for side in SIDES:
        if long.of(side) < level.of(side) + LEAST_BELOW_HIP_MM:
            raise DraftRefused(
                say("wrap_skirt.skirt-only-long-above-hip", long=long.of(side)),
                "below_knee_mm",
                f"hem.down.{side}",
            )
    return [
        _Figures(
            front=side == "front",
            waist=waist.of(side),
            hip=hip.of(side),
            level=level.of(side),
            dart=dart.of(side),
            dart_long=deep.of(side),
            long=long.of(side),
            flare=flare.of(side),
            overlap=over if side == "front" else 0.0,
        )
        for side in SIDES
    ]


@dataclass(frozen=True, slots=True, kw_only=True)
class _Figures:
    """The figures of a half, in mm: quarters of waist and hip, its dart, how far down hip and hem
    lie, how much wider it is at the hem, and how far it goes past the centre."""

    front: bool
    waist: float
    hip: float
    level: float
    dart: float
    dart_long: float
    long: float
    flare: float
    overlap: float


def _half(figures: _Figures, allow: Allowances) -> Piece:
    """A front with its overlap or the back on the fold. Raises ``DraftRefused``: its flare does not
    open."""
    front, waist, hip, long, level = (
        figures.front,
        figures.waist,
        figures.hip,
        figures.long,
        figures.level,
    )
    inner = -figures.overlap
    id = "front" if front else "back"
    dart = figures.dart
    across = waist + dart
    if long - level <= FLARE_LONG * figures.flare:
        raise DraftRefused(
            say("wrap_skirt.flare-does-not-open-below", flare=figures.flare, long=long - level),
            "flare_mm",
            "below_knee_mm",
        )
    # the side is as long as the centre, so that the hem hangs level: its corner lies higher
    corner = (level + swung_down(long - level, figures.flare), hip + figures.flare)
    top = line((0.0, inner), (0.0, across))
    side: Path = (hip_curve(across, level, hip), Line((level, hip), corner))
    hem = level_hem(corner, (corner[0] - level, figures.flare), (long, 0.0))
    if inner < 0:
        hem = (*hem, Line((long, 0.0), (long, inner)))
    pair = (Cut(material="main", copies=2, pair=True),)
    middle = length(top) - across / 2
    return Piece(
        id=id,
        name=id.capitalize(),
        edges=edges(
            allow,
            ("waist", top, "waist"),
            ("side", side, "side"),
            ("hem", hem, "curved_hem"),
            (
                "front edge" if front else "centre",
                line((long, inner), (0.0, inner)),
                "facing" if front else "fold",
            ),
        ),
        cuts=pair if front else (Cut(material="main", copies=1, on_fold=True),),
        notches=(
            Notch(name="hip", edge="side", at_mm=length(side[:1])),
            *((Notch(name="centre front", edge="waist", at_mm=figures.overlap),) if front else ()),
        ),
        inner_lines=(dart_on(top, middle, dart, figures.dart_long),) if dart else (),
        points=_points(figures, across, corner),
    )


def _points(figures: _Figures, across: float, corner: Point) -> tuple[ConstructionPoint, ...]:
    edge = "over the centre by the overlap" if figures.front else "start"
    return (
        point("waist at the edge", (0.0, -figures.overlap), edge),
        point("waist at the side", (0.0, across), "quarter of the waist and ease, and the dart"),
        point("hip", (figures.level, figures.hip), "quarter of the hip and ease"),
        point(
            "hem at the side", corner, "wider by the flare, as far down the seam as in the middle"
        ),
        point("hem at the edge", (figures.long, -figures.overlap), "length"),
    )


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a wrap skirt."""
    front, back, band = (pattern.piece(id) for id in ("front", "back", "waistband"))
    overlap = pattern.figure_or("wrap.over", float(options["overlap_mm"]))
    whole = 2 * sum(
        edge_length(piece, "waist") - dart_width(piece, "waist") for piece in (front, back)
    )
    return (
        alike("Side seam", front, back, "side"),
        waist_to_body(body, whole - 2 * overlap, float(options["waist_ease_mm"])),
        band_to_waist(band, 0.0, whole),
        over_body(
            body, "hip", garment_mm=4 * front.edge("side").path[0].end[1], least_mm=OVER_HIP_MM
        ),
        hem_level(
            edge_length(back, "side") - length(back.edge("side").path[:1]),
            back.edge("hem").end[0] - back.edge("side").path[0].end[0],
            "hip",
        ),
    )


STYLE = Style(
    id="wrap-skirt",
    name="Wrap skirt",
    summary="A back on the fold and two fronts that cross, a waistband with ties, a little flared.",
    charts=("women",),
    required=("waist", "hip", "waist_to_hip", "waist_to_knee"),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("waist", "side", "curved_hem", "facing", "band"),
    steps=steps,
    checked=checked,
)
