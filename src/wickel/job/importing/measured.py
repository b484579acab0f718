"""The allowance of an edge, measured between the net line and the cut line of a drawing."""

from __future__ import annotations

import math
import statistics
from dataclasses import dataclass

import numpy as np
import shapely

from wickel.geometry import Path, length, point_at

_SHARES = (0.2, 0.35, 0.5, 0.65, 0.8)
_FAR_MM, _STEP_MM, _EVEN_MM, _TOUCHING_MM = 400.0, 0.5, 0.3, 0.05
_DECIMALS = 1


@dataclass(frozen=True, slots=True)
class MeasuredAllowance:
    """An allowance at the start of its edge, and at its end where it is another there; ``uneven``
    where it follows no straight line, by ``spread_mm`` between its least and its most."""

    start_mm: float
    end_mm: float | None
    uneven: bool
    spread_mm: float


def measured_allowance(path: Path, cut: shapely.LinearRing) -> MeasuredAllowance:
    """How far a cut line lies outside an edge of a counter-clockwise net line."""
    long = length(path)
    values = [_outward(path, share * long, cut) for share in _SHARES]
    spread = max(values) - min(values)
    middle = statistics.median(values)
    if spread <= _EVEN_MM:
        return MeasuredAllowance(round(middle, _DECIMALS), None, False, spread)
    slope, first = np.polyfit(_SHARES, values, 1)
    off = max(abs(first + slope * s - v) for s, v in zip(_SHARES, values, strict=True))
    start, end = (round(max(0.0, float(v)), _DECIMALS) for v in (first, first + slope))
    if off <= _EVEN_MM:
        return MeasuredAllowance(start, end, False, spread)
    return MeasuredAllowance(round(middle, _DECIMALS), None, True, spread)


def _outward(path: Path, at_mm: float, cut: shapely.LinearRing) -> float:
    """From a point of an edge square outward to the cut line."""
    long = length(path)
    step = min(_STEP_MM, long / 10)
    (ax, ay), (bx, by) = point_at(path, at_mm - step), point_at(path, at_mm + step)
    x, y = point_at(path, at_mm)
    spot = shapely.Point(x, y)
    if cut.distance(spot) < _TOUCHING_MM:
        return 0.0
    size = math.hypot(bx - ax, by - ay)
    nx, ny = (by - ay) / size, (ax - bx) / size
    ray = shapely.LineString([(x, y), (x + nx * _FAR_MM, y + ny * _FAR_MM)])
    met = cut.intersection(ray)
    return float(cut.distance(spot)) if met.is_empty else float(met.distance(spot))
