"""The studio's size charts: our own figures, made by documented steps from one middle body each.

Each measurement grows in a straight line with the chart's key measure (the bust, the chest, or a
child's height): value = middle + growth · (key − middle key), rounded to the millimetre. The steps
were chosen by us (docs/decisions/0003-size-chart.md).
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from wickel.body.body import Body
from wickel.wording import Text, say


@dataclass(frozen=True, slots=True, kw_only=True)
class Chart:
    """A chart: its sizes with their key measure in mm, and (middle, growth) per measurement."""

    id: str
    name: str
    key: str
    middle_mm: float
    sizes: Mapping[str, float]
    steps: Mapping[str, tuple[float, float]]

    def value(self, measurement: str, key_mm: float) -> float:
        """A measurement in mm for any key measure, not rounded. Raises ``KeyError``."""
        middle, growth = self.steps[measurement]
        return middle + growth * (key_mm - self.middle_mm)

    def body(self, size: str) -> Body:
        """The body of a size. Raises ``KeyError``."""
        key = self.sizes[size]
        return Body(
            name=size, measurements_mm={id: float(round(self.value(id, key))) for id in self.steps}
        )


WOMEN = Chart(
    id="women",
    name="Women",
    key="bust",
    middle_mm=920,
    sizes={str(bust): bust * 10.0 for bust in (80, 84, 88, 92, 96, 100, 106, 112, 118, 124)},
    steps={
        "bust": (920, 1.0),
        "under_bust": (780, 0.95),
        "waist": (740, 1.05),
        "hip": (990, 0.95),
        "neck": (365, 0.20),
        "armhole": (425, 0.42),
        "upper_arm": (288, 0.35),
        "elbow": (262, 0.25),
        "wrist": (162, 0.10),
        "thigh": (572, 0.60),
        "knee": (368, 0.28),
        "ankle": (232, 0.12),
        "head": (565, 0.05),
        "shoulder": (398, 0.16),
        "across_back": (352, 0.17),
        "across_front": (330, 0.20),
        "bust_span": (188, 0.16),
        "neck_to_bust": (272, 0.16),
        "neck_to_under_bust": (346, 0.15),
        "neck_to_waist": (440, 0.13),
        "neck_to_hip": (645, 0.12),
        "neck_to_knee": (1010, 0.10),
        "neck_to_floor": (1450, 0.06),
        "nape_to_waist": (412, 0.08),
        "nape_to_floor": (1432, 0.05),
        "waist_to_hip": (205, 0.02),
        "waist_to_knee": (590, 0.03),
        "waist_to_ankle": (955, 0.02),
        "body_rise": (268, 0.11),
        "crotch_round": (655, 0.36),
        "inside_leg": (745, 0.0),
        "sleeve_length": (595, 0.03),
        "nape_to_sleeve_end": (794, 0.11),
    },
)

MEN = Chart(
    id="men",
    name="Men",
    key="bust",
    middle_mm=1000,
    sizes={f"M{chest}": chest * 10.0 for chest in (88, 92, 96, 100, 104, 108, 114, 120)},
    steps={
        "bust": (1000, 1.0),
        "under_bust": (940, 1.0),
        "waist": (870, 1.10),
        "hip": (1000, 0.80),
        "neck": (398, 0.22),
        "armhole": (478, 0.40),
        "upper_arm": (318, 0.32),
        "elbow": (285, 0.22),
        "wrist": (178, 0.09),
        "thigh": (578, 0.50),
        "knee": (382, 0.22),
        "ankle": (245, 0.10),
        "head": (580, 0.04),
        "shoulder": (452, 0.18),
        "across_back": (402, 0.19),
        "across_front": (385, 0.20),
        "bust_span": (212, 0.16),
        "neck_to_bust": (262, 0.10),
        "neck_to_under_bust": (325, 0.10),
        "neck_to_waist": (468, 0.10),
        "neck_to_hip": (672, 0.10),
        "neck_to_knee": (1065, 0.08),
        "neck_to_floor": (1545, 0.05),
        "nape_to_waist": (455, 0.07),
        "nape_to_floor": (1530, 0.05),
        "waist_to_hip": (200, 0.02),
        "waist_to_knee": (605, 0.02),
        "waist_to_ankle": (1010, 0.02),
        "body_rise": (270, 0.09),
        "crotch_round": (662, 0.31),
        "inside_leg": (795, 0.0),
        "sleeve_length": (645, 0.03),
        "nape_to_sleeve_end": (871, 0.12),
    },
)

CHILDREN = Chart(
    id="children",
    name="Children, by height",
    key="height",
    middle_mm=1280,
    sizes={
        f"H{height}": height * 10.0 for height in (98, 104, 110, 116, 122, 128, 134, 140, 146, 152)
    },
    steps={
        "bust": (640, 0.36),
        "under_bust": (605, 0.33),
        "waist": (580, 0.24),
        "hip": (680, 0.42),
        "neck": (290, 0.12),
        "armhole": (300, 0.20),
        "upper_arm": (200, 0.11),
        "elbow": (196, 0.10),
        "wrist": (138, 0.05),
        "thigh": (395, 0.28),
        "knee": (276, 0.16),
        "ankle": (190, 0.09),
        "head": (530, 0.05),
        "shoulder": (306, 0.20),
        "across_back": (268, 0.17),
        "across_front": (258, 0.16),
        "bust_span": (140, 0.08),
        "neck_to_bust": (180, 0.12),
        "neck_to_under_bust": (230, 0.15),
        "neck_to_waist": (312, 0.20),
        "neck_to_hip": (458, 0.31),
        "neck_to_knee": (745, 0.62),
        "neck_to_floor": (1070, 0.92),
        "nape_to_waist": (300, 0.19),
        "nape_to_floor": (1060, 0.92),
        "waist_to_hip": (150, 0.11),
        "waist_to_knee": (440, 0.40),
        "waist_to_ankle": (705, 0.68),
        "body_rise": (205, 0.11),
        "crotch_round": (492, 0.27),
        "inside_leg": (545, 0.58),
        "sleeve_length": (435, 0.38),
        "nape_to_sleeve_end": (588, 0.48),
    },
)

CHARTS: dict[str, Chart] = {chart.id: chart for chart in (WOMEN, MEN, CHILDREN)}

SIZES: tuple[str, ...] = tuple(size for chart in CHARTS.values() for size in chart.sizes)
"""Every size of every chart: a woman's bust in cm, M and a man's chest, H and a child's height."""


def chart_of(size: str) -> Chart:
    """The chart that holds a size. Raises ``KeyError``."""
    for chart in CHARTS.values():
        if size in chart.sizes:
            return chart
    raise KeyError(size)


def size_body(size: str) -> Body:
    """The body of a size of a chart. Raises ``KeyError`` for an unknown size."""
    return chart_of(size).body(size)


def nearest_size(body: Body, chart: Chart = WOMEN) -> str:
    """The size of a chart whose bust is nearest; the middle one when there is no bust."""
    bust = body.measurements_mm.get("bust", chart.steps["bust"][0])
    return min(chart.sizes, key=lambda size: abs(chart.value("bust", chart.sizes[size]) - bust))


@dataclass(frozen=True, slots=True, kw_only=True)
class Estimate:
    """A measurement worked out from others, with the rule it followed."""

    mm: float
    rule: Text


def estimates_followed(before: Body, after: Body, chart: Chart = WOMEN) -> Body:
    """The body after one of its measurements was changed, with what was estimated from that
    estimated again.

    What is marked as an estimate but is not what the rule gave before came from elsewhere: from a
    size, or it was typed. It stays.
    """
    followed = {}
    for id in after.estimated:
        then, now = estimate(before, id, chart), estimate(after, id, chart)
        if then is not None and now is not None and before[id] == then.mm != now.mm:
            followed[id] = now.mm
    return replace(after, measurements_mm={**after.measurements_mm, **followed})


_ANCHORS = ("bust", "hip", "waist", "under_bust", "neck_to_knee", "waist_to_knee")


def estimate(body: Body, measurement: str, chart: Chart = WOMEN) -> Estimate | None:
    """A measurement worked out from what was taken, or None when nothing of use was.

    The rule: find where on the chart the first known of bust, hip, waist, under bust, neck to knee
    and waist to knee lies, one that was taken before one that is an estimate itself, and take the
    chart's figure there.
    """
    if measurement not in chart.steps:
        return None
    for anchor in sorted(_ANCHORS, key=body.estimated.__contains__):
        middle, growth = chart.steps[anchor]
        if anchor != measurement and anchor in body.measurements_mm and growth > 0:
            key = chart.middle_mm + (body[anchor] - middle) / growth
            words = anchor.replace("_", " ")
            return Estimate(
                mm=float(round(chart.value(measurement, key))),
                rule=say("chart.estimate", chart=chart.name, anchor=words, at=body[anchor]),
            )
    return None
