"""A body: named measurements in mm with a date, and whether they can belong to one person."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace
from types import MappingProxyType

from wickel.body.measurements import MEASUREMENTS
from wickel.wording import Text, say


@dataclass(frozen=True, slots=True, kw_only=True)
class Body:
    """Named measurements of a client or a size, in mm. ``taken`` is an ISO date or empty.

    ``estimated`` names the measurements that were worked out from others and not taken.
    """

    name: str
    measurements_mm: Mapping[str, float] = field(default_factory=dict)
    taken: str = ""
    estimated: frozenset[str] = frozenset()

    def __post_init__(self) -> None:
        plain = {id: float(mm) for id, mm in self.measurements_mm.items()}
        object.__setattr__(self, "measurements_mm", MappingProxyType(plain))

    def __getitem__(self, measurement: str) -> float:
        """A measurement in mm. Raises ``KeyError`` when it was not taken."""
        return self.measurements_mm[measurement]

    def __reduce__(self) -> tuple[object, ...]:
        return (_body, (self.name, dict(self.measurements_mm), self.taken, self.estimated))

    def __hash__(self) -> int:
        return hash((self.name, tuple(sorted(self.measurements_mm.items())), self.taken))


def _body(
    name: str, measurements_mm: dict[str, float], taken: str, estimated: frozenset[str]
) -> Body:
    return Body(name=name, measurements_mm=measurements_mm, taken=taken, estimated=estimated)


def with_measurement(body: Body, measurement: str, mm: float, *, estimated: bool = False) -> Body:
    """The body with one measurement changed, as taken or as estimated.

    Raises:
        KeyError: no such measurement.
    """
    if measurement not in MEASUREMENTS:
        raise KeyError(measurement)
    marks = body.estimated | {measurement} if estimated else body.estimated - {measurement}
    return replace(body, measurements_mm={**body.measurements_mm, measurement: mm}, estimated=marks)


def missing(body: Body, required: Iterable[str]) -> tuple[str, ...]:
    """The required measurements that were not taken, in their order."""
    return tuple(m for m in required if m not in body.measurements_mm)


@dataclass(frozen=True, slots=True, kw_only=True)
class Doubt:
    """A value that can hardly be right. ``impossible`` ones stop the draft."""

    measurements: tuple[str, ...]
    text: Text
    impossible: bool = False


_RELATIONS: tuple[tuple[str, str, float, float], ...] = (
    # (one, other, least and most of one/other): wide of what any adult or child measures
    ("waist", "bust", 0.55, 1.25),
    ("hip", "bust", 0.75, 1.45),
    ("neck", "bust", 0.28, 0.62),
    ("upper_arm", "bust", 0.20, 0.48),
    ("shoulder", "bust", 0.28, 0.60),
    ("head", "bust", 0.32, 1.05),
    ("neck_to_hip", "neck_to_knee", 0.45, 0.80),
    ("under_bust", "bust", 0.70, 1.02),
    ("waist", "hip", 0.50, 1.20),
    ("upper_arm", "armhole", 0.40, 0.95),
    ("wrist", "upper_arm", 0.40, 0.95),
    ("thigh", "hip", 0.42, 0.78),
    ("bust_span", "bust", 0.14, 0.28),
    ("across_front", "shoulder", 0.68, 1.02),
    ("across_back", "shoulder", 0.72, 1.05),
    ("neck_to_bust", "neck_to_waist", 0.48, 0.78),
    ("nape_to_waist", "neck_to_waist", 0.82, 1.05),
    ("waist_to_hip", "waist_to_knee", 0.24, 0.48),
    ("body_rise", "waist_to_ankle", 0.20, 0.42),
    ("crotch_round", "body_rise", 1.9, 3.4),
)


def doubts(body: Body) -> tuple[Doubt, ...]:
    """What is implausible about a body, in plain words; empty when all is well."""
    found = []
    for id, mm in body.measurements_mm.items():
        known = MEASUREMENTS.get(id)
        if known is None:
            continue
        if not math.isfinite(mm) or mm <= 0:
            found.append(
                Doubt(
                    measurements=(id,),
                    text=say("body.must-length-above-zero", known=known.name),
                    impossible=True,
                )
            )
        elif not known.least_mm <= mm <= known.most_mm:
            found.append(
                Doubt(
                    measurements=(id,),
                    text=say(
                        "body.outside-measure-again-check-unit",
                        known=known.name,
                        mm=mm,
                        least=known.least_mm,
                        most=known.most_mm,
                    ),
                    impossible=True,
                )
            )
    if found:
        return tuple(found)
    for one, other, least, most in _RELATIONS:
        if one in body.measurements_mm and other in body.measurements_mm:
            share = body[one] / body[other]
            if not least <= share <= most:
                size = "small" if share < least else "large"
                found.append(
                    Doubt(
                        measurements=(one, other),
                        text=say(
                            "body.very-beside-measure-both-again",
                            name=MEASUREMENTS[one].name,
                            body=body[one],
                            size=size,
                            name_2=MEASUREMENTS[other].name.lower(),
                            body_2=body[other],
                        ),
                    )
                )
    return tuple(found)
