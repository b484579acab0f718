"""The studio's size chart: our own figures, made by documented steps from one middle size.

Each measurement grows in a straight line with the bust: value = middle + growth · (bust − 920 mm).
The steps were chosen by us and rounded to the millimetre (docs/decisions/0003-size-chart.md).
"""

from __future__ import annotations

from wickel.body.body import Body

MIDDLE_BUST_MM = 920.0

# measurement: (value at bust 92 cm in mm, growth per mm of bust)
_STEPS: dict[str, tuple[float, float]] = {
    "bust": (920.0, 1.0),
    "waist": (740.0, 1.05),
    "hip": (990.0, 0.95),
    "neck": (365.0, 0.20),
    "upper_arm": (288.0, 0.35),
    "head": (565.0, 0.05),
    "shoulder": (398.0, 0.16),
    "neck_to_hip": (645.0, 0.12),
    "neck_to_knee": (1010.0, 0.10),
}

_BUSTS_CM = (80, 84, 88, 92, 96, 100, 106, 112, 118, 124)

SIZES: tuple[str, ...] = tuple(str(bust) for bust in _BUSTS_CM)
"""Size names: the bust in centimetres."""


def size_body(size: str) -> Body:
    """The body of a size of the chart. Raises ``KeyError`` for an unknown size."""
    if size not in SIZES:
        raise KeyError(size)
    over = float(size) * 10 - MIDDLE_BUST_MM
    return Body(
        name=size,
        measurements_mm={id: float(round(middle + growth * over)) for id, (middle, growth) in _STEPS.items()},
    )


def nearest_size(body: Body) -> str:
    """The size of the chart whose bust is nearest; the middle one when there is no bust."""
    bust = body.measurements_mm.get("bust", MIDDLE_BUST_MM)
    return min(SIZES, key=lambda size: abs(float(size) * 10 - bust))
