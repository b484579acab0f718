"""The measurements a maker takes: name, how to take it, where it lies on the body."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum


class MeasureKind(StrEnum):
    """How a measurement runs: around the body, across it, or along it."""

    GIRTH = "girth"
    WIDTH = "width"
    LENGTH = "length"


@dataclass(frozen=True, slots=True, kw_only=True)
class Measurement:
    """One measurement. ``least_mm``–``most_mm`` is the range taken for a human body at all."""

    id: str
    name: str
    kind: MeasureKind
    how: str
    least_mm: float
    most_mm: float


def _girth(id: str, name: str, least: float, most: float, how: str) -> Measurement:
    return Measurement(id=id, name=name, kind=MeasureKind.GIRTH, how=how, least_mm=least, most_mm=most)


def _width(id: str, name: str, least: float, most: float, how: str) -> Measurement:
    return Measurement(id=id, name=name, kind=MeasureKind.WIDTH, how=how, least_mm=least, most_mm=most)


def _length(id: str, name: str, least: float, most: float, how: str) -> Measurement:
    return Measurement(id=id, name=name, kind=MeasureKind.LENGTH, how=how, least_mm=least, most_mm=most)


MEASUREMENTS: dict[str, Measurement] = {
    m.id: m
    for m in (
        _girth("bust", "Bust", 400, 2000, "Around the fullest part, tape level at the back, snug but not tight."),
        _girth("waist", "Waist", 350, 2000, "Around the narrowest part; tie a cord and let it settle first."),
        _girth("hip", "Hip", 400, 2200, "Around the fullest part of the seat, feet together."),
        _girth("neck", "Neck", 200, 600, "Around the base of the neck, tape standing on its edge."),
        _girth("upper_arm", "Upper arm", 120, 700, "Around the fullest part, arm hanging loosely."),
        _girth("head", "Head", 400, 700, "Around the widest part, above the ears."),
        _width(
            "shoulder", "Shoulder, point to point", 200, 650, "Across the back from one shoulder point to the other."
        ),
        _length(
            "neck_to_hip",
            "Neck to hip, front",
            300,
            1000,
            "From the neck end of the shoulder, over the bust, down to the hip line.",
        ),
        _length(
            "neck_to_knee",
            "Neck to knee, front",
            400,
            1500,
            "From the neck end of the shoulder straight down to the knee.",
        ),
    )
}
