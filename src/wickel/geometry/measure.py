"""The greatest common measure of lengths, as far as lengths in floating millimetres have one."""

from __future__ import annotations

import math

_ALIKE_MM = 1e-3


def common_measure(one_mm: float, other_mm: float) -> float:
    """The greatest length that goes into both a whole number of times, to a micrometre (Euclid's
    algorithm)."""
    a, b = one_mm, other_mm
    while b > _ALIKE_MM:
        a, b = b, math.fmod(a, b)
        b = 0.0 if a - b < _ALIKE_MM else b
    return a
