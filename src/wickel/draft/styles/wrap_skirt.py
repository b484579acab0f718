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
from wickel.draft.style import DraftRefused, LengthOption, Option, Style, lengths
from wickel.draft.torso import FLARE_LONG
from wickel.draft.usual_checks import alike, band_to_waist, hem_level, over_body, waist_to_body
from wickel.geometry import Line, Path, Point, length
from wickel.pattern import ConstructionPoint, Cut, Notch, Pattern, Piece, Seam, edge_length
from wickel.wording import say

DART_LONG_MM = 100.0
MOST_DART_MM = 34.0
TIE_MM = (650.0, 30.0)
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


def drafted(body: Body, options: Mapping[str, float | str], allow: Allowances) -> Pattern:
    """Draft the wrap skirt. Raises ``DraftRefused`` when body and options disagree."""
    o = lengths(options)
    long = body["waist_to_knee"] + o["below_knee_mm"]
    if long < body["waist_to_hip"] + 20:
        raise DraftRefused(say("wrap_skirt.skirt-only-long-above-hip", long=long), "below_knee_mm")
    waist, hip = (body["waist"] + o["waist_ease_mm"]) / 4, (body["hip"] + o["hip_ease_mm"]) / 4
    waist_within_hip(body, waist, hip)
    front, back = (
        _half(
            _Figures(
                front=front,
                waist=waist,
                hip=hip,
                level=body["waist_to_hip"],
                long=long,
                flare=o["flare_mm"],
                overlap=o["overlap_mm"] if front else 0.0,
            ),
            allow,
        )
        for front in (True, False)
    )
    return Pattern(
        style="wrap-skirt",
        pieces=(
            front,
            back,
            waistband(4 * waist + 2 * o["overlap_mm"], 0.0, o["band_mm"], allow),
            tie("tie", "Tie", TIE_MM[0], TIE_MM[1], allow),
        ),
        seams=(
            Seam(name="side seam", one=("front", "side"), other=("back", "side")),
            Seam(name="waist", one=("back", "waist"), other=("waistband", "join")),
        ),
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class _Figures:
    """The figures of a half, in mm: quarters of waist and hip, how far down hip and hem lie, how
    much wider it is at the hem, and how far it goes past the centre."""

    front: bool
    waist: float
    hip: float
    level: float
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
    dart = min(MOST_DART_MM, max(0.0, 0.45 * (hip - waist)))
    dart = dart if dart >= 6 else 0.0
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
        inner_lines=(dart_on(top, middle, dart, DART_LONG_MM),) if dart else (),
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
    overlap = float(options["overlap_mm"])
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
    drafted=drafted,
    checked=checked,
)
