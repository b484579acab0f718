"""The block with grown-on sleeves: no armhole, the shoulder line runs on to the sleeve end.

Shared by every style cut so. The underarm is a curve, since a sharp corner tears; side straight
down.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.parts import (
    BASE_NECK_MM,
    CHEST_SIXTH_PLUS_MM,
    EdgeRow,
    edges,
    line,
    neck_within_shoulder,
    point,
)
from wickel.draft.style import DraftRefused
from wickel.geometry import Line, Path, Point, smooth
from wickel.pattern import ConstructionPoint, Edge
from wickel.wording import say

LEAST_UNDERARM_MM = 10.0
"""What must be left of the sleeve outside the side seam."""


@dataclass(frozen=True, slots=True, kw_only=True)
class GrownOn:
    """The points that front and back share, from the neck end of the shoulder to the hem.

    Down from the start line, across from the centre, in mm.
    """

    neck: Point
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
            point("neck centre", neck_centre, "neck depth, on the centre"),
            point("shoulder at neck", self.neck, "start line; neck width from the centre"),
            point("shoulder point", self.shoulder, "half the shoulder across, the slope down"),
            point(
                "sleeve end, top",
                self.sleeve_end,
                "on along the shoulder line by the sleeve length",
            ),
            point(
                "sleeve end, under",
                self.sleeve_under,
                "square to the shoulder line by half the sleeve",
            ),
            point(
                "curve begins", self.curve_start, "back along the sleeve, parallel to the shoulder"
            ),
            point(
                "underarm", self.side_top, "quarter of bust or hip and ease, below the chest line"
            ),
            point("hem at the side", self.hem_side, "straight down to the length"),
            point("hem at the centre", self.hem_centre, "square to the centre"),
        )


def half_on_fold(
    frame: GrownOn, neck: Path, allow: Allowances, *, neck_role: str = "neck"
) -> tuple[Edge, ...]:
    """The edges of a front or back half with its centre on the fold."""
    return edges(
        allow,
        ("neck", neck, neck_role),
        *shoulder_to_side(frame),
        ("hem", line(frame.hem_side, frame.hem_centre), "hem"),
        ("centre", line(frame.hem_centre, neck[0].start), "fold"),
    )


def shoulder_to_side(frame: GrownOn) -> tuple[EdgeRow, ...]:
    """The edges that every half of the block has: shoulder, sleeve end and side."""
    return (
        ("shoulder", line(frame.neck, frame.sleeve_end), "shoulder"),
        ("sleeve end", line(frame.sleeve_end, frame.sleeve_under), "sleeve_end"),
        ("side", frame.side(), "side"),
    )


def grown_on(body: Body, o: Mapping[str, float], *, ease_school: str = "whole") -> GrownOn:
    """The block from body and options ``neck_width_mm``, ``slope_mm``, ``sleeve_mm``,
    ``sleeve_ease_mm``, ``ease_mm`` and the full length ``long_mm``.

    Raises:
        DraftRefused: neck and shoulder, sleeve and body, or length and underarm disagree.
    """
    half_shoulder = body["shoulder"] / 2
    base: Point = (0.0, min(o["neck_width_mm"], BASE_NECK_MM))
    shoulder: Point = (o["slope_mm"], half_shoulder)
    neck_within_shoulder(body, o["neck_width_mm"], least_mm=30.0)
    along = math.dist(base, shoulder)
    u = ((shoulder[0] - base[0]) / along, (shoulder[1] - base[1]) / along)
    neck: Point = (u[0] / u[1] * (o["neck_width_mm"] - base[1]), o["neck_width_mm"])
    sleeve_end = (shoulder[0] + u[0] * o["sleeve_mm"], shoulder[1] + u[1] * o["sleeve_mm"])
    half_opening = (body["upper_arm"] + o["sleeve_ease_mm"]) / 2
    sleeve_under = (sleeve_end[0] + u[1] * half_opening, sleeve_end[1] - u[0] * half_opening)
    ease = o["ease_mm"] / 4 if ease_school == "whole" else o["ease_mm"]
    widest = max(("bust", "hip"), key=lambda m: body[m])
    side_across = body[widest] / 4 + ease
    if sleeve_under[1] < side_across + LEAST_UNDERARM_MM:
        short = side_across + LEAST_UNDERARM_MM - sleeve_under[1]
        raise DraftRefused(
            say(
                "grown_on.sleeve-ends-inside-body-underarm",
                sleeve=o["sleeve_mm"],
                short=short,
                widest=widest,
                longer=short / u[1],
            ),
            "sleeve_mm",
            widest,
            "ease_mm",
        )
    # the sleeve's underarm line runs back parallel to the shoulder until it meets the side seam
    reach = (sleeve_under[1] - side_across) / u[1]
    corner = (sleeve_under[0] - u[0] * reach, side_across)
    chest = body["bust"] / 6 + CHEST_SIXTH_PLUS_MM
    round_mm = min(80.0, reach)
    side_top = (max(corner[0] + 80.0, chest), side_across)
    curve_start = (corner[0] + u[0] * round_mm, corner[1] + u[1] * round_mm)
    full = o["long_mm"]
    if full < side_top[0] + 150:
        raise DraftRefused(
            say("grown_on.dress-end-down-too-close", full=full, side_top=side_top[0]),
            "below_knee_mm",
            "sleeve_ease_mm",
        )
    return GrownOn(
        neck=neck,
        shoulder=shoulder,
        sleeve_end=sleeve_end,
        sleeve_under=sleeve_under,
        curve_start=curve_start,
        side_top=side_top,
        corner=corner,
        hem_side=(full, side_across),
        hem_centre=(full, 0.0),
        chest_mm=chest,
    )
