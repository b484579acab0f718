"""The pencil skirt: straight or tapered, darts or none, centre-back closing with a slit, waistband.

Quarter system: a quarter of the waist and of the hip, each with a quarter of its ease; what the
waist is narrower goes into a dart and the side seam. Points are (down, across) in mm: down from the
waist line at the side, across from the centre.
"""

from __future__ import annotations

from collections.abc import Mapping

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.parts import (
    BAND_OPTIONS,
    dart_on,
    dart_width,
    edges,
    hip_curve,
    line,
    point,
    solved,
    waist_within_hip,
    waistband,
)
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Style, lengths
from wickel.draft.usual_checks import (
    AT_ZIP,
    LOWER_ZIP,
    ZIP,
    alike,
    band_to_waist,
    over_body,
    passes,
    ring_at,
    waist_to_body,
    zip_level,
)
from wickel.geometry import Cubic, Line, Path, length
from wickel.pattern import Cut, Notch, Pattern, Piece, Seam, edge_length
from wickel.wording import say

FRONT_DIP_MM, BACK_DIP_MM = 8.0, 14.0
DART_LENGTH_MM = {"front": 95.0, "back": 130.0}
MOST_DART_MM = 36.0
MOST_SIDE_MM = 70.0
ZIP_MM = 200.0
OVER_HIP_MM = 15.0

OPTIONS = (
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=-20,
        least=-350,
        most=350,
    ),
    LengthOption(id="waist_ease_mm", question="Ease at the waist", default=15, least=0, most=80),
    LengthOption(id="hip_ease_mm", question="Ease at the hip", default=40, least=15, most=150),
    LengthOption(
        id="taper_mm",
        question="Narrower at the hem, each quarter (wider: −)",
        default=25,
        least=-120,
        most=50,
    ),
    ChoiceOption(
        id="shape",
        question="The waist is shaped",
        default="darts",
        choices={"darts": "by darts", "sides": "at the sides"},
    ),
    LengthOption(id="slit_mm", question="Slit at the centre back", default=180, least=0, most=400),
    *BAND_OPTIONS,
)


def drafted(body: Body, options: Mapping[str, float | str], allow: Allowances) -> Pattern:
    """Draft a pencil skirt. Raises ``DraftRefused`` when body and options disagree."""
    o = lengths(options)
    waist = (body["waist"] + o["waist_ease_mm"]) / 4
    hip = (body["hip"] + o["hip_ease_mm"]) / 4
    long = body["waist_to_knee"] + o["below_knee_mm"]
    level = body["waist_to_hip"]
    if long < level + 100 + o["slit_mm"]:
        raise DraftRefused(
            say("pencil_skirt.skirt-long-slit-reach-above", long=long, slit=o["slit_mm"]),
            "slit_mm",
            "below_knee_mm",
        )
    dart = min(MOST_DART_MM, max(0.0, 0.45 * (hip - waist))) if options["shape"] == "darts" else 0.0
    if dart < 6:
        dart = 0.0
    if hip - waist - dart > MOST_SIDE_MM:
        raise DraftRefused(
            say("pencil_skirt.quarter-hip-wider-than-quarter", hip=hip - waist),
            "shape",
            "waist",
            "hip",
        )
    waist_within_hip(body, waist, hip)
    hem = hip - o["taper_mm"]
    pieces = (
        _half("front", "Front", waist, hip, level, long, hem, dart, o, allow),
        _half("back", "Back", waist, hip, level, long, hem, dart, o, allow),
        waistband(4 * waist, o["overlap_mm"], o["band_mm"], allow),
    )
    return Pattern(
        style="pencil-skirt",
        pieces=pieces,
        seams=(
            Seam(name="side seam", one=("front", "side"), other=("back", "side")),
            Seam(name="waist", one=("front", "waist"), other=("waistband", "join")),
        ),
    )


def _waist_curve(dip: float, across: float) -> Cubic:
    """From the centre, square to it, up to the side."""
    return Cubic((dip, 0.0), (dip, across / 3), (dip * 0.25, across * 0.75), (0.0, across))


def _half(
    id: str,
    name: str,
    waist: float,
    hip: float,
    level: float,
    long: float,
    hem: float,
    dart: float,
    o: Mapping[str, float],
    allow: Allowances,
) -> Piece:
    front = id == "front"
    dip = FRONT_DIP_MM if front else BACK_DIP_MM
    across = solved(
        lambda x: length((_waist_curve(dip, x),)), waist + dart, 0.5 * waist, waist + dart
    )
    assert across is not None, "the curve is longer than it is wide and shorter than twice that"
    curve = _waist_curve(dip, across)
    side: Path = (
        hip_curve(across, level, hip),
        Line((level, hip), (long, hem)),
    )
    return Piece(
        id=id,
        name=name,
        edges=edges(
            allow,
            ("waist", (curve,), "waist"),
            ("side", side, "side"),
            ("hem", line((long, hem), (long, 0.0)), "hem"),
            ("centre", line((long, 0.0), (dip, 0.0)), "fold" if front else "closing"),
        ),
        cuts=(
            Cut(material="main", copies=1, on_fold=True)
            if front
            else Cut(material="main", copies=2, pair=True),
        ),
        notches=(Notch(name="hip", edge="side", at_mm=length(side[:1])),)
        if front
        else (
            Notch(name="hip", edge="side", at_mm=length(side[:1])),
            Notch(name="slit", edge="centre", at_mm=o["slit_mm"]),
            Notch(name=ZIP, edge="centre", at_mm=long - dip - max(ZIP_MM, level)),
        ),
        inner_lines=(dart_on((curve,), length((curve,)) / 2, dart, DART_LENGTH_MM[id]),)
        if dart
        else (),
        points=(
            point("centre waist", (dip, 0.0), "a little below the side"),
            point(
                "side waist",
                (0.0, across),
                "quarter of the waist and ease, and the dart, along the curve",
            ),
            point("hip", (level, hip), "quarter of the hip and ease, at waist to hip"),
            point("hem at the side", (long, hem), "narrower than the hip by the taper"),
            point("hem at the centre", (long, 0.0), "length"),
        ),
    )


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a pencil skirt."""
    front, back, band = pattern.piece("front"), pattern.piece("back"), pattern.piece("waistband")
    waist = 2 * sum(
        edge_length(piece, "waist") - dart_width(piece, "waist") for piece in (front, back)
    )
    return (
        alike("Side seam", front, back, "side"),
        waist_to_body(body, waist, float(options["waist_ease_mm"])),
        band_to_waist(band, float(options["overlap_mm"]), waist),
        over_body(
            body, "hip", garment_mm=4 * front.edge("side").path[0].end[1], least_mm=OVER_HIP_MM
        ),
        passes(body, "hip", ring_at((front, back), zip_level(back)), AT_ZIP, LOWER_ZIP),
    )


STYLE = Style(
    id="pencil-skirt",
    name="Pencil skirt",
    summary="Front on the fold, back with zip and slit, darts or none, straight waistband.",
    charts=("women",),
    required=("waist", "hip", "waist_to_hip", "waist_to_knee"),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("waist", "side", "hem", "closing", "band"),
    drafted=drafted,
    checked=checked,
)
