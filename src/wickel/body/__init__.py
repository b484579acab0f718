"""Measurements, size charts, plausibility."""

from wickel.body.body import Body, Doubt, doubts, missing, with_measurement
from wickel.body.chart import (
    CHARTS,
    SIZES,
    WOMEN,
    Chart,
    Estimate,
    chart_of,
    estimate,
    estimates_followed,
    nearest_size,
    size_body,
)
from wickel.body.client import (
    Adjustment,
    Client,
    Difference,
    differences,
    with_adjustment,
    with_body,
    without_day,
)
from wickel.body.measurements import MEASUREMENTS, MeasureKind, Measurement

__all__ = [
    "CHARTS",
    "MEASUREMENTS",
    "SIZES",
    "WOMEN",
    "Adjustment",
    "Body",
    "Chart",
    "Client",
    "Difference",
    "Doubt",
    "Estimate",
    "MeasureKind",
    "Measurement",
    "chart_of",
    "differences",
    "doubts",
    "estimate",
    "estimates_followed",
    "missing",
    "nearest_size",
    "size_body",
    "with_adjustment",
    "with_body",
    "with_measurement",
    "without_day",
]
