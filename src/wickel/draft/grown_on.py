"""The block with grown-on sleeves: no armhole, the shoulder line runs on to the sleeve end.

Shared by every style cut so. The underarm is a curve, since a sharp corner tears; side straight
down.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from wickel.body import Body
from wickel.draft.ledger import SIDES, Both, Ledger
from wickel.draft.parts import (
    EdgeRow,
    line,
    point,
)
from wickel.draft.style import DraftRefused
from wickel.geometry import Line, Path, Point, smooth
from wickel.pattern import ConstructionPoint
from wickel.wording import say

LEAST_UNDERARM_MM = 10.0
"""What must be left of the sleeve outside the side seam."""

LEAST_BELOW_UNDERARM_MM = 20.0
"""What must be left of the side seam below the underarm to be sewn."""

LEAST_SHOULDER_MM = 5.0
"""What must be left of the shoulder between neck and shoulder point."""


@dataclass(frozen=True, slots=True, kw_only=True)
class GrownOn:
    """The points that front and back share, from the neck end of the shoulder to the hem.

    Down from the start line, across from the centre, in mm.
    """

    neck: Point
    neck_down: float
    shoulder: Point
    sleeve_end: Point
    sleeve_under: Point
    curve_start: Point
    side_top: Point
    corner: Point
    hem_side: Point
    hem_centre: Point
    chest_mm: float

    @property
    def overarm(self) -> Point:
        """Unit vector from the neck point along the shoulder line."""
        size = math.dist(self.neck, self.sleeve_end)
        return (
            (self.sleeve_end[0] - self.neck[0]) / size,
            (self.sleeve_end[1] - self.neck[1]) / size,
        )

    def side(self) -> Path:
        """The side seam from the sleeve end, round the underarm, to the hem."""
        curve = smooth(self.curve_start, self.corner, self.corner, self.side_top)
        straight = Line(self.side_top, self.hem_side)
        if math.dist(self.sleeve_under, self.curve_start) < 1e-6:
            return (curve, straight)
        return (Line(self.sleeve_under, self.curve_start), curve, straight)

    def points(self, neck_centre: Point) -> tuple[ConstructionPoint, ...]:
        """The construction points of a half with this neck, in the order of chalking."""
        return (
            point("neck centre", neck_centre, "neck depth, on the centre", "neck.down"),
            point(
                "shoulder at neck",
                self.neck,
                "start line; neck width from the centre",
                "neck.across",
                "neck.true",
            ),
            point(
                "shoulder point",
                self.shoulder,
                "half the shoulder across, the slope down",
                "shoulder.across",
                "shoulder.slope",
            ),
            point(
                "sleeve end, top",
                self.sleeve_end,
                "on along the shoulder line by the sleeve length",
                "sleeve.long",
            ),
            point(
                "sleeve end, under",
                self.sleeve_under,
                "square to the shoulder line by half the sleeve",
                "sleeve.half",
            ),
            point(
                "curve begins",
                self.curve_start,
                "back along the sleeve, parallel to the shoulder",
                "underarm.along",
            ),
            point(
                "underarm",
                self.side_top,
                "quarter of bust or hip and ease, below the chest line",
                "side.across",
                "underarm.down",
            ),
            point(
                "hem at the side",
                self.hem_side,
                "straight down to the length",
                "hem.across",
                "hem.down",
                "hem.rise",
            ),
            point("hem at the centre", self.hem_centre, "square to the centre", "hem.down"),
        )


def shoulder_to_side(frame: GrownOn) -> tuple[EdgeRow, ...]:
    """The edges that every half of the block has: shoulder, sleeve end and side."""
    return (
        ("shoulder", line(frame.neck, frame.sleeve_end), "shoulder"),
        ("sleeve end", line(frame.sleeve_end, frame.sleeve_under), "sleeve_end"),
        ("side", frame.side(), "side"),
    )


def grown_on_by(
    ledger: Ledger,
    long: str,
    ease: str = "ease/4",
    *,
    necks: tuple[str, ...] = SIDES,
    hemmed: bool = True,
) -> tuple[GrownOn, GrownOn]:
    """The front and the back of the block, every figure from the ledger.

    ``long`` is the rule of the full length; ``ease`` that of what is added to each quarter;
    ``necks`` are the sides whose neck depth is drawn; a block that is not ``hemmed`` is given
    another lower end.

    Raises:
        DraftRefused: neck and shoulder, sleeve and body, or length and underarm disagree.
    """
    tops, depth = _tops(ledger, necks)
    half = ledger.both(
        "sleeve.half", "(upper_arm + sleeve_ease)/2", "Half the sleeve at its end", (90, 420)
    )
    ledger.at("Chest")
    side = ledger.both(
        "side.across",
        f"max(bust, hip)/4 + {ease}",
        "A quarter at bust and hip",
        source="the quarter system",
    )
    chest = ledger.both(
        "chest.down", "bust/6 + 3.81 cm", "Chest line below the neck point", (120, 340)
    )
    ledger.both("underarm.curve", "8 cm", "Length of the underarm curve", (20, 150))
    corners = {
        where: _corner(tops[where], half.of(where), side.of(where), ledger.body) for where in SIDES
    }
    ledger.know("corner_down", Both(*(corners[where][0][0] for where in SIDES)))
    ledger.know("sleeve_under", Both(*(corners[where][1] for where in SIDES)))
    along, down = _underarm_curve(ledger)
    full, hem, rise = _hem(ledger, long, SIDES if hemmed else ())
    front, back = (
        _frame(
            where,
            tops[where],
            corners[where][0],
            _Figures(
                neck_down=depth.of(where),
                half=half.of(where),
                side=side.of(where),
                chest=chest.of(where),
                along=along.of(where),
                down=down.of(where),
                full=full.of(where),
                hem=hem.of(where),
                rise=rise.of(where),
            ),
        )
        for where in SIDES
    )
    return front, back


def _underarm_curve(ledger: Ledger) -> tuple[Both, Both]:
    """How far back on the sleeve the underarm curve begins, and how far down it ends."""
    along = ledger.both(
        "underarm.along", "min(underarm_curve, sleeve_under)", "Underarm curve on the sleeve"
    )
    down = ledger.both(
        "underarm.down",
        "max(corner_down + underarm_curve, chest_down)",
        "Underarm curve ends on the side, below the neck point",
    )
    return along, down


def _hem(ledger: Ledger, long: str, drawn: tuple[str, ...]) -> tuple[Both, Both, Both]:
    """The full length, how wide the hem is and how much higher at the side."""
    ledger.at("Hem")
    full = ledger.both("hem.down", long, "Length from the neck point", (300, 1700))
    hem = ledger.both("hem.across", "side_across", "A quarter at the hem", only=drawn)
    rise = ledger.both("hem.rise", "0 cm", "Hem higher at the side by", (0, 120), only=drawn)
    return full, hem, rise


@dataclass(frozen=True, slots=True, kw_only=True)
class _Figures:
    """The figures of a half below its shoulder line, in mm."""

    neck_down: float
    half: float
    side: float
    chest: float
    along: float
    down: float
    full: float
    hem: float
    rise: float


def _frame(where: str, top: _Top, corner: Point, figures: _Figures) -> GrownOn:
    """The half as it is drawn. Raises ``DraftRefused``: it ends too close below the underarm."""
    if figures.full - figures.rise < figures.down + LEAST_BELOW_UNDERARM_MM:
        raise DraftRefused(
            say(
                "grown_on.dress-end-down-too-close",
                full=figures.full - figures.rise,
                side_top=figures.down,
            ),
            "below_knee_mm",
            f"hem.down.{where}",
            "sleeve_ease_mm",
        )
    u = top.overarm
    return GrownOn(
        neck=top.neck,
        neck_down=figures.neck_down,
        shoulder=top.shoulder,
        sleeve_end=top.sleeve_end,
        sleeve_under=top.under(figures.half),
        curve_start=(corner[0] + u[0] * figures.along, corner[1] + u[1] * figures.along),
        side_top=(figures.down, figures.side),
        corner=corner,
        hem_side=(figures.full - figures.rise, figures.hem),
        hem_centre=(figures.full, 0.0),
        chest_mm=figures.chest,
    )


def _tops(ledger: Ledger, necks: tuple[str, ...]) -> tuple[dict[str, _Top], Both]:
    """Neck, shoulder and sleeve of each side, and how deep the neck is."""
    ledger.at("Neck")
    neck = ledger.both("neck.across", "neck_width", "Neck width from the centre", (50, 150))
    true = ledger.both(
        "neck.true",
        "min(neck_across, 7.8 cm)",
        "True neck point from the centre, from which the shoulder line is drawn",
        (45, 100),
    )
    depth = ledger.both(
        "neck.down",
        ("front_neck", "back_neck"),
        "Neck depth at the centre",
        (5, 260),
        only=necks,
    )
    ledger.at("Shoulder")
    across = ledger.both("shoulder.across", "shoulder/2", "Shoulder point from the centre")
    slope = ledger.both("shoulder.slope", "slope", "Slope of the shoulder", (0, 70))
    sleeve = ledger.both("sleeve.long", "sleeve", "Sleeve on from the shoulder point", (40, 700))
    tops = {
        where: _Top(
            neck.of(where), true.of(where), across.of(where), slope.of(where), sleeve.of(where)
        )
        for where in SIDES
    }
    return tops, depth


@dataclass(frozen=True, slots=True)
class _Top:
    """Neck, shoulder and sleeve of a half, in mm: where the shoulder line runs."""

    neck_across: float
    true_across: float
    shoulder_across: float
    slope: float
    sleeve: float

    @property
    def shoulder(self) -> Point:
        """The shoulder point."""
        return (self.slope, self.shoulder_across)

    @property
    def overarm(self) -> Point:
        """Unit vector along the shoulder line, from the true neck point. Raises
        ``DraftRefused``: the neck is as wide as the shoulder."""
        if self.shoulder_across - max(self.neck_across, self.true_across) < LEAST_SHOULDER_MM:
            raise DraftRefused(
                say(
                    "parts.neck-wide-from-centre",
                    width=max(self.neck_across, self.true_across),
                    half=self.shoulder_across,
                ),
                "neck_width_mm",
                "neck.across",
                "shoulder",
            )
        long = math.hypot(self.slope, self.shoulder_across - self.true_across)
        return (self.slope / long, (self.shoulder_across - self.true_across) / long)

    @property
    def neck(self) -> Point:
        """The neck end of the shoulder: on the shoulder line, where a wide neck is cut into it."""
        u = self.overarm
        return (u[0] / u[1] * (self.neck_across - self.true_across), self.neck_across)

    @property
    def sleeve_end(self) -> Point:
        """The upper end of the sleeve, on along the shoulder line."""
        u = self.overarm
        return (self.slope + u[0] * self.sleeve, self.shoulder_across + u[1] * self.sleeve)

    def under(self, half_mm: float) -> Point:
        """The lower end of the sleeve, square to the shoulder line."""
        u, end = self.overarm, self.sleeve_end
        return (end[0] + u[1] * half_mm, end[1] - u[0] * half_mm)


def _corner(top: _Top, half: float, side: float, body: Body) -> tuple[Point, float]:
    """Where the sleeve's underarm line, parallel to the shoulder, meets the side, and how long it
    is from there to the sleeve's end.

    Raises:
        DraftRefused: the sleeve ends inside the body.
    """
    u, under = top.overarm, top.under(half)
    if under[1] < side + LEAST_UNDERARM_MM:
        short = side + LEAST_UNDERARM_MM - under[1]
        widest = max(("bust", "hip"), key=lambda m: body.measurements_mm.get(m, 0.0))
        raise DraftRefused(
            say(
                "grown_on.sleeve-ends-inside-body-underarm",
                sleeve=top.sleeve,
                short=short,
                widest=widest,
                longer=short / u[1],
            ),
            "sleeve_mm",
            widest,
            "ease_mm",
        )
    reach = (under[1] - side) / u[1]
    return (under[0] - u[0] * reach, side), reach
