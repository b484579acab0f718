"""Measurements, size charts, plausibility."""

from wickel.body.body import Body, Doubt, doubts, missing, with_measurement
from wickel.body.chart import SIZES, nearest_size, size_body
from wickel.body.measurements import MEASUREMENTS, MeasureKind, Measurement

__all__ = [
    "MEASUREMENTS",
    "SIZES",
    "Body",
    "Doubt",
    "MeasureKind",
    "Measurement",
    "doubts",
    "missing",
    "nearest_size",
    "size_body",
    "with_measurement",
]
