"""Circle arithmetic: arcs, panels of a circle skirt, peplums and flounces.

For a fraction f of a full circle, radius = seam / (2 · π · f). Points are (down, across) in mm from
the centre of the circle, down along the panel's middle.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from wickel.draft.allowances import Allowances
from wickel.draft.parts import edges, line, point
from wickel.draft.style import ChoiceOption, DraftRefused
from wickel.draft.usual_checks import other_zip_end, zip_at
from wickel.geometry import Cubic, Path, Point
from wickel.pattern import (
    BIAS_DEG,
    ConstructionPoint,
    Cut,
    Piece,
    PieceRole,
    edge_length,
)
from wickel.wording import say

MOST_PANEL_DEG = 180.0
_ROUND_DEG = 360
_ARC_DEG = 30.0
_LEAST_ROUND_MM = 5.0
"""The seam of a circle lies at least so far beyond its allowance from the middle."""


def radius(seam_mm: float, fraction: float) -> float:
    """Radius of the seam line of a part of a circle: seam / (2 · π · fraction)."""
    return seam_mm / (2 * math.pi * fraction)


def arc(radius_mm: float, from_deg: float, to_deg: float) -> Path:
    """A circular arc as cubic curves of at most 30° each; 0° is straight down, 90° is across.

    The usual control length 4/3 · tan(step/4) keeps such pieces within a thousandth of a
    millimetre.
    """
    steps = max(1, math.ceil(abs(to_deg - from_deg) / _ARC_DEG))
    each = math.radians((to_deg - from_deg) / steps)
    reach = 4 / 3 * math.tan(each / 4) * radius_mm
    path = []
    for k in range(steps):
        a = math.radians(from_deg) + k * each
        b = a + each
        start, end = _on(radius_mm, a), _on(radius_mm, b)
        path.append(
            Cubic(
                start,
                (start[0] - reach * math.sin(a), start[1] + reach * math.cos(a)),
                (end[0] + reach * math.sin(b), end[1] - reach * math.cos(b)),
                end,
            )
        )
    return tuple(path)


def _on(radius_mm: float, angle: float) -> Point:
    return (radius_mm * math.cos(angle), radius_mm * math.sin(angle))


def _at(radius_mm: float, deg: float) -> Point:
    return _on(radius_mm, math.radians(deg))


FRACTIONS = {"quarter": 0.25, "half": 0.5, "three-quarter": 0.75, "full": 1.0}
"""The parts of a circle that skirts are offered in."""

CIRCLE = ChoiceOption(
    id="circle",
    question="How much of a circle?",
    default="half",
    choices={
        "quarter": "a quarter",
        "half": "half",
        "three-quarter": "three quarters",
        "full": "all of it",
    },
)
GRAIN = ChoiceOption(
    id="grain",
    question="The middle of each panel lies",
    default="straight",
    choices={"straight": "on the straight grain", "bias": "on the bias"},
)


def ring_below(panel: Piece, panels: int, down_mm: float) -> float:
    """How far a circle skirt of equal panels is round so far below its seam, in mm."""
    inner = math.hypot(*panel.edge("waist").start)
    return panels * edge_length(panel, "waist") * (inner + down_mm) / inner


@dataclass(frozen=True, slots=True)
class Circle:
    """A part of a circle in equal panels: the seam that its inner arcs make up, the part of the
    whole circle, how many panels, and how long they are."""

    seam_mm: float
    fraction: float
    panels: int
    long_mm: float

    @property
    def half_deg(self) -> float:
        """Half the angle of a panel."""
        return _ROUND_DEG * self.fraction / self.panels / 2


def circle_panel(
    id: str,
    name: str,
    circle: Circle,
    allow: Allowances,
    *,
    bias: bool = False,
    zip_mm: float = 0.0,
) -> Piece:
    """One of the equal panels of a part of a circle.

    The allowance at the seam is added towards the centre, so that the seam does not come out too
    long. A zip so long is marked on both its sides.

    Raises:
        DraftRefused: a panel would be more than half a circle, or the seam leaves no room for its
        allowance.
    """
    inner, half, long_mm = radius(circle.seam_mm, circle.fraction), circle.half_deg, circle.long_mm
    _check_circle(name, circle, inner, allow)
    return Piece(
        id=id,
        name=name,
        role=PieceRole.SKIRT,
        edges=edges(
            allow,
            ("waist", arc(inner, -half, half), "waist"),
            ("side", line(_at(inner, half), _at(inner + long_mm, half)), "side"),
            (
                "hem",
                tuple(s.backwards() for s in reversed(arc(inner + long_mm, -half, half))),
                "curved_hem",
            ),
            ("other side", line(_at(inner + long_mm, -half), _at(inner, -half)), "side"),
        ),
        cuts=(Cut(material="main", copies=circle.panels),),
        notches=(
            zip_at("side", zip_mm),
            other_zip_end("other side", long_mm - zip_mm),
        )
        if zip_mm
        else (),
        grain_deg=BIAS_DEG if bias else 0.0,
        points=_panel_points(inner, circle),
    )


def circle_half(
    id: str,
    name: str,
    seam_mm: float,
    size: tuple[float, float],
    allow: Allowances,
    *,
    centre: str = "fold",
) -> Piece:
    """Half a front or back cut as a part of a circle, its seam so long; ``size``: the part of the
    whole circle that it is, and how long it is, in mm. ``centre`` is the role of its centre.

    Raises:
        DraftRefused: the seam leaves no room for its allowance.
    """
    part, long_mm = size
    inner, wide = radius(seam_mm, part), _ROUND_DEG * part
    _check_circle(name, Circle(seam_mm, part, 1, long_mm), inner, allow)
    outer = inner + long_mm
    return Piece(
        id=id,
        name=name,
        role=PieceRole.SKIRT,
        edges=edges(
            allow,
            ("waist", arc(inner, 0.0, wide), "waist"),
            ("side", line(_at(inner, wide), _at(outer, wide)), "side"),
            ("hem", tuple(s.backwards() for s in reversed(arc(outer, 0.0, wide))), "curved_hem"),
            ("centre", line((outer, 0.0), (inner, 0.0)), centre),
        ),
        cuts=(
            Cut(material="main", copies=1, on_fold=True)
            if centre == "fold"
            else Cut(material="main", copies=2, pair=True),
        ),
        points=(
            point("waist at the centre", (inner, 0.0), "the radius: seam / (2 · π · part)"),
            point("waist at the side", _at(inner, wide), "on the radius"),
            point("hem at the side", _at(outer, wide), "the radius and the length"),
            point("hem at the centre", (outer, 0.0), "the radius and the length"),
        ),
    )


def _check_circle(name: str, circle: Circle, inner: float, allow: Allowances) -> None:
    """Raises ``DraftRefused``, as ``circle_panel``."""
    if 2 * circle.half_deg > MOST_PANEL_DEG:
        raise DraftRefused(
            say(
                "circles.panel-cannot-more-than-half",
                fraction=math.ceil(_ROUND_DEG * circle.fraction / MOST_PANEL_DEG),
            ),
            "panels",
            "circle",
        )
    if inner <= allow["waist"] + _LEAST_ROUND_MM:
        raise DraftRefused(
            say(
                "circles.drawn-radius-which-leaves",
                name=name.lower(),
                inner=inner,
                waist=allow["waist"],
            ),
            "circle",
            "peplum",
            "waist",
        )


def _panel_points(inner: float, circle: Circle) -> tuple[ConstructionPoint, ...]:
    half, outer = circle.half_deg, inner + circle.long_mm
    return (
        point(
            "middle of the waist", (inner, 0.0), "waist and ease / (2 · π · the part of a circle)"
        ),
        point("end of the waist", _at(inner, half), "half the panel's angle, on the same radius"),
        point("middle of the hem", (outer, 0.0), "the length further out"),
        point("end of the hem", _at(outer, half), "half the panel's angle, on the hem's radius"),
    )


def flounce(
    id: str, name: str, seam_mm: float, long_mm: float, fraction: float, allow: Allowances
) -> tuple[Piece, ...]:
    """A peplum or flounce in two panels, closed where the garment closes. Raises
    ``DraftRefused``."""
    return (circle_panel(id, name, Circle(seam_mm, fraction, 2, long_mm), allow),)
