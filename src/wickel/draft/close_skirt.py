"""A skirt close over the hip, shaped by a dart and the side; straight, tapered or flared below.

Quarter system: a quarter of the waist and of the hip, each with a quarter of its ease; what the
waist is narrower goes into a dart and the side seam. Points are (down, across) in mm: down from the
waist line at the side, across from the centre.
"""

from __future__ import annotations

from dataclasses import dataclass

from wickel.draft.allowances import Allowances
from wickel.draft.ledger import SIDES, Both, Ledger
from wickel.draft.parts import (
    bisect,
    dart_on,
    edges,
    hip_curve,
    line,
    point,
    waist_within_hip,
)
from wickel.draft.style import DraftRefused
from wickel.draft.torso import half_cut
from wickel.geometry import Cubic, Line, Path, Point, length
from wickel.pattern import ConstructionPoint, InnerLine, Notch, Piece, PieceRole
from wickel.wording import say

LEAST_BELOW_HIP_MM = 30.0
"""What must be left of the side seam below the hip to be sewn."""
HEM_FLAT_SHARE = 0.4
"""How far the handles of a raised hem reach, in parts of its width."""


@dataclass(frozen=True, slots=True, kw_only=True)
class CloseHalf:
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


def close_halves(ledger: Ledger, waist: Both | None = None) -> list[CloseHalf]:
    """The figures of front and back, level by level. A quarter of the ``waist`` is a figure unless
    it is known before. Raises ``DraftRefused``."""
    ledger.at("Hip")
    hip = ledger.both("hip.across", "(hip + hip_ease)/4", "A quarter of the hip")
    level = ledger.both("hip.down", "waist_to_hip", "Hip line below the waist", (120, 300))
    ledger.at("Waist")
    waist = waist or ledger.both(
        "waist.across", "joined", "A quarter of the waist, the dart closed"
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
        darts,
        "Width of the dart",
        (0, 40),
    )
    darted = tuple(side for side in SIDES if dart.of(side) > 0)
    deep = ledger.both(
        "dart.long", ("9.5 cm", "13 cm"), "Length of the dart", (60, 180), only=darted
    )
    place = ledger.both(
        "dart.place",
        "(waist_across + dart_wide)/2",
        "Middle of the dart from the centre, along the waist",
        only=darted,
    )
    ledger.at("Hem")
    long = ledger.both("hem.down", "waist_to_knee + below_knee", "Length from the waist")
    hem = ledger.both("hem.across", "hip_across - taper", "A quarter at the hem")
    rise = ledger.both("hem.rise", "0 cm", "Hem higher at the side by", (0, 120))
    return [
        CloseHalf(
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


def close_side(half: CloseHalf) -> Path:
    """The side seam of a half, over the hip to the hem. Raises ``DraftRefused``."""
    hip, corner = (half.level, half.hip), (half.long - half.rise, half.hem)
    return (hip_curve(half.curve.end[1], half.level, half.hip), Line(hip, corner))


def close_piece(
    half: CloseHalf, called: tuple[str, str], allow: Allowances, *, centre: str = "fold"
) -> Piece:
    """A half of the skirt; ``called``: its id and its name; ``centre``: the role of its centre.

    Raises:
        DraftRefused: it ends too close below the hip.
    """
    if half.long - half.rise < half.level + LEAST_BELOW_HIP_MM:
        raise DraftRefused(
            say("close_skirt.ends-too-close", long=half.long, hip=half.level),
            "below_knee_mm",
            f"hem.down.{half.side}",
        )
    curve = half.curve
    side = close_side(half)
    across, corner = curve.end[1], side[-1].end
    darts: tuple[InnerLine, ...] = ()
    if half.dart > 0 and half.dart_place is not None:
        darts = (dart_on((curve,), half.dart_place, half.dart, half.dart_long),)
    return Piece(
        id=called[0],
        name=called[1],
        role=PieceRole.SKIRT,
        edges=edges(
            allow,
            ("waist", (curve,), "waist"),
            ("side", side, "side"),
            ("hem", _hem(corner, half.long), "hem"),
            ("centre", line((half.long, 0.0), (half.dip, 0.0)), centre),
        ),
        cuts=half_cut(centre),
        notches=(Notch(name="hip", edge="side", at_mm=length(side[:1])),),
        inner_lines=darts,
        points=_points(half, across),
    )


def _points(half: CloseHalf, across: float) -> tuple[ConstructionPoint, ...]:
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
