"""The pencil skirt: straight or tapered, darts or none, centre-back closing with a slit, waistband.

Quarter system: a quarter of the waist and of the hip, each with a quarter of its ease; what the
waist is narrower goes into a dart and the side seam. Points are (down, across) in mm: down from the
waist line at the side, across from the centre.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.ledger import SIDES, Ledger
from wickel.draft.parts import (
    BAND_OPTIONS,
    bisect,
    dart_on,
    dart_width,
    edges,
    hip_curve,
    line,
    point,
    waist_within_hip,
    waistband,
)
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Style
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
from wickel.geometry import Cubic, Line, Path, Point, length
from wickel.pattern import (
    ConstructionPoint,
    Cut,
    InnerLine,
    Notch,
    Pattern,
    Piece,
    Seam,
    edge_length,
)
from wickel.wording import say

LEAST_BELOW_HIP_MM = 30.0
"""What must be left of the side seam below the hip to be sewn."""
HEM_FLAT_SHARE = 0.4
"""How far the handles of a raised hem reach, in parts of its width."""
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


@dataclass(frozen=True, slots=True, kw_only=True)
class _Half:
    """The figures of a half, in mm: down from the waist at the side, across from the centre."""

    side: str
    waist: float
    dip: float
    dart: float
    dart_long: float
    dart_place: float | None
    level: float
    hip: float
    long: float
    hem: float
    rise: float

    @property
    def curve(self) -> Cubic:
        """The waist line, as long as the waist and the dart: from the centre, square to it, up to
        the side.

        Raises:
            DraftRefused: it dips lower than it is long.
        """
        whole = self.waist + self.dart
        across = bisect(lambda x: length((_waist_curve(self.dip, x),)), whole, 0.3 * whole, whole)
        if across is None:
            raise DraftRefused(
                say("pencil_skirt.waist-dips-too-low", dip=self.dip, waist=whole), "waist.dip"
            )
        return _waist_curve(self.dip, across)


def steps(ledger: Ledger, allow: Allowances) -> Pattern:
    """Chalk the pencil skirt: waist, hip and hem of front and back, the dart, the band.

    Raises:
        DraftRefused: body and figures disagree.
    """
    halves = _halves(ledger)
    ledger.at("Closing and band")
    slit = ledger.length("slit.long", "slit", "Slit at the centre back", (0, 450))
    zip_long = ledger.length(
        "zip.long", "max(20 cm, hip_down_back)", "Zip below the waist", (140, 300)
    )
    front, back = (_piece(half, slit, zip_long, allow) for half in halves)
    band = ledger.length(
        "band.long",
        "2*waist_across_front + 2*waist_across_back + overlap",
        "Length of the waistband, with its overlap",
    )
    high = ledger.length("band.high", "band", "Finished height of the waistband", (10, 120))
    return Pattern(
        style="pencil-skirt",
        pieces=(front, back, waistband(band, 0.0, high, allow)),
        seams=(
            Seam(name="side seam", one=("front", "side"), other=("back", "side")),
            Seam(name="waist", one=("front", "waist"), other=("waistband", "join")),
        ),
    )


def _halves(ledger: Ledger) -> list[_Half]:
    """The figures of front and back, level by level. Raises ``DraftRefused``."""
    ledger.at("Hip")
    hip = ledger.both("hip.across", "(hip + hip_ease)/4", "A quarter of the hip")
    level = ledger.both("hip.down", "waist_to_hip", "Hip line below the waist", (120, 300))
    ledger.at("Waist")
    waist = ledger.both(
        "waist.across", "(waist + waist_ease)/4", "A quarter of the waist, the dart closed"
    )
    dip = ledger.both(
        "waist.dip", ("0.8 cm", "1.4 cm"), "Waist lower at the centre than at the side", (0, 40)
    )
    for side in SIDES:
        waist_within_hip(ledger.body, waist.of(side), hip.of(side))
    ledger.at("Darts")
    # a dart narrower than 6 mm is not worth sewing; at the sides alone the waist has none
    darts = "worth(min(3.6 cm, 0.45*(hip_across - waist_across)), 0.6 cm)"
    dart = ledger.both(
        "dart.wide",
        "0 cm" if ledger.choice("shape") == "sides" else darts,
        "Width of the dart",
        (0, 40),
    )
    deep = ledger.both("dart.long", ("9.5 cm", "13 cm"), "Length of the dart", (60, 180))
    place = ledger.both(
        "dart.place",
        "(waist_across + dart_wide)/2",
        "Middle of the dart from the centre, along the waist",
    )
    ledger.at("Hem")
    long = ledger.both("hem.down", "waist_to_knee + below_knee", "Length from the waist")
    hem = ledger.both("hem.across", "hip_across - taper", "A quarter at the hem")
    rise = ledger.both("hem.rise", "0 cm", "Hem higher at the side by", (0, 120))
    return [
        _Half(
            side=side,
            waist=waist.of(side),
            dip=dip.of(side),
            dart=dart.of(side),
            dart_long=deep.of(side),
            dart_place=place.of(side),
            level=level.of(side),
            hip=hip.of(side),
            long=long.of(side),
            hem=hem.of(side),
            rise=rise.of(side),
        )
        for side in SIDES
    ]


def _waist_curve(dip: float, across: float) -> Cubic:
    """From the centre, square to it, up to the side."""
    return Cubic((dip, 0.0), (dip, across / 3), (dip * 0.25, across * 0.75), (0.0, across))


def _piece(half: _Half, slit: float, zip_long: float, allow: Allowances) -> Piece:
    """A half of the skirt: the front on the fold, the back with its closing."""
    front = half.side == "front"
    if half.long - half.rise < half.level + LEAST_BELOW_HIP_MM:
        raise DraftRefused(
            say("pencil_skirt.skirt-long-slit-reach-above", long=half.long, slit=slit),
            "below_knee_mm",
            f"hem.down.{half.side}",
        )
    if not front and half.long - half.dip - zip_long < slit:
        raise DraftRefused(
            say("pencil_skirt.skirt-long-slit-reach-above", long=half.long, slit=slit),
            "slit_mm",
            "slit.long",
            "zip.long",
            "below_knee_mm",
        )
    curve = half.curve
    across = curve.end[1]
    hip, corner = (half.level, half.hip), (half.long - half.rise, half.hem)
    side: Path = (hip_curve(across, half.level, half.hip), Line(hip, corner))
    darts: tuple[InnerLine, ...] = ()
    if half.dart > 0 and half.dart_place is not None:
        darts = (dart_on((curve,), half.dart_place, half.dart, half.dart_long),)
    notches: tuple[Notch, ...] = (Notch(name="hip", edge="side", at_mm=length(side[:1])),)
    if not front:
        notches += (
            Notch(name="slit", edge="centre", at_mm=slit),
            Notch(name=ZIP, edge="centre", at_mm=half.long - half.dip - zip_long),
        )
    return Piece(
        id=half.side,
        name=half.side.capitalize(),
        edges=edges(
            allow,
            ("waist", (curve,), "waist"),
            ("side", side, "side"),
            ("hem", _hem(corner, half.long), "hem"),
            ("centre", line((half.long, 0.0), (half.dip, 0.0)), "fold" if front else "closing"),
        ),
        cuts=(
            Cut(material="main", copies=1, on_fold=True)
            if front
            else Cut(material="main", copies=2, pair=True),
        ),
        notches=notches,
        inner_lines=darts,
        points=_points(half, across),
    )


def _points(half: _Half, across: float) -> tuple[ConstructionPoint, ...]:
    return (
        point("centre waist", (half.dip, 0.0), "a little below the side", "waist.dip"),
        point(
            "side waist",
            (0.0, across),
            "quarter of the waist and ease, and the dart, along the curve",
            "dart.wide",
            "waist.across",
        ),
        point(
            "hip",
            (half.level, half.hip),
            "quarter of the hip and ease, at waist to hip",
            "hip.across",
        ),
        point(
            "hem at the side",
            (half.long - half.rise, half.hem),
            "narrower than the hip by the taper",
            "hem.across",
            "hem.rise",
        ),
        point("hem at the centre", (half.long, 0.0), "length", "hem.down"),
    )


def _hem(corner: Point, long: float) -> Path:
    """From the side to the centre: straight across, or raised at the side and square to the
    centre."""
    centre = (long, 0.0)
    if abs(corner[0] - long) < 1e-9:
        return line(corner, centre)
    flat = HEM_FLAT_SHARE * corner[1]
    return (Cubic(corner, (corner[0], corner[1] - flat), (long, flat), centre),)


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
            body,
            "hip",
            garment_mm=2 * sum(piece.edge("side").path[0].end[1] for piece in (front, back)),
            least_mm=OVER_HIP_MM,
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
    steps=steps,
    checked=checked,
)
