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


_G, _W, _L = MeasureKind.GIRTH, MeasureKind.WIDTH, MeasureKind.LENGTH

_ROWS: tuple[tuple[str, str, MeasureKind, float, float, str], ...] = (
    (
        "bust",
        "Bust",
        _G,
        400,
        2000,
        "Around the fullest part, tape level at the back, snug but not tight.",
    ),
    ("under_bust", "Under bust", _G, 380, 1900, "Around the ribs just under the bust."),
    (
        "waist",
        "Waist",
        _G,
        350,
        2000,
        "Around the narrowest part; tie a cord and let it settle first.",
    ),
    ("hip", "Hip", _G, 400, 2200, "Around the fullest part of the seat, feet together."),
    ("neck", "Neck", _G, 200, 600, "Around the base of the neck, tape standing on its edge."),
    (
        "armhole",
        "Armhole",
        _G,
        200,
        900,
        "Around the arm where it joins the body, over the shoulder point.",
    ),
    ("upper_arm", "Upper arm", _G, 120, 700, "Around the fullest part, arm hanging loosely."),
    ("elbow", "Elbow", _G, 120, 600, "Around the bent elbow."),
    ("wrist", "Wrist", _G, 90, 350, "Around the wrist bone."),
    ("thigh", "Thigh", _G, 200, 1200, "Around the fullest part, close under the seat."),
    ("knee", "Knee", _G, 180, 800, "Around the knee, leg a little bent."),
    ("ankle", "Ankle", _G, 130, 500, "Around the ankle bone."),
    ("head", "Head", _G, 400, 700, "Around the widest part, above the ears."),
    (
        "shoulder",
        "Shoulder, point to point",
        _W,
        180,
        650,
        "Across the back from one shoulder point to the other.",
    ),
    (
        "across_back",
        "Across back",
        _W,
        160,
        600,
        "From arm to arm, halfway down the armhole, at the back.",
    ),
    (
        "across_front",
        "Across front",
        _W,
        150,
        600,
        "From arm to arm, halfway down the armhole, in front.",
    ),
    ("bust_span", "Bust span", _W, 80, 400, "From one bust point to the other."),
    (
        "neck_to_bust",
        "Neck to bust point",
        _L,
        120,
        550,
        "From the neck end of the shoulder down to the bust point.",
    ),
    (
        "neck_to_under_bust",
        "Neck to under bust",
        _L,
        150,
        650,
        "From the neck end of the shoulder, over the bust, to just under it.",
    ),
    (
        "neck_to_waist",
        "Neck to waist, front",
        _L,
        200,
        750,
        "From the neck end of the shoulder, over the bust, to the waist.",
    ),
    (
        "neck_to_hip",
        "Neck to hip, front",
        _L,
        280,
        1000,
        "From the neck end of the shoulder, over the bust, down to the hip line.",
    ),
    (
        "neck_to_knee",
        "Neck to knee, front",
        _L,
        380,
        1500,
        "From the neck end of the shoulder straight down to the knee.",
    ),
    (
        "neck_to_floor",
        "Neck to floor, front",
        _L,
        600,
        2100,
        "From the neck end of the shoulder down to the floor, without shoes.",
    ),
    (
        "nape_to_waist",
        "Nape to waist",
        _L,
        180,
        650,
        "From the bone at the nape down the back to the waist.",
    ),
    (
        "nape_to_floor",
        "Nape to floor",
        _L,
        600,
        2100,
        "From the bone at the nape down to the floor, without shoes.",
    ),
    (
        "waist_to_hip",
        "Waist to hip",
        _L,
        60,
        350,
        "At the side, from the waist to the fullest part of the seat.",
    ),
    (
        "waist_to_knee",
        "Waist to knee",
        _L,
        200,
        900,
        "At the side, from the waist to the middle of the knee.",
    ),
    (
        "waist_to_ankle",
        "Waist to ankle",
        _L,
        350,
        1400,
        "At the side, from the waist to the ankle bone.",
    ),
    (
        "body_rise",
        "Body rise",
        _L,
        120,
        480,
        "Sitting on a flat chair: at the side, from the waist to the seat.",
    ),
    (
        "crotch_round",
        "Crotch round",
        _L,
        350,
        1300,
        "From the waist in front, between the legs, to the waist at the back.",
    ),
    ("inside_leg", "Inside leg", _L, 250, 1100, "From the crotch down to the ankle bone."),
    (
        "sleeve_length",
        "Sleeve length",
        _L,
        200,
        850,
        "From the shoulder point over the bent elbow to the wrist.",
    ),
    (
        "nape_to_sleeve_end",
        "Nape to sleeve end",
        _L,
        300,
        1150,
        "From the nape over the shoulder and the bent elbow to the wrist.",
    ),
)

MEASUREMENTS: dict[str, Measurement] = {
    id: Measurement(id=id, name=name, kind=kind, how=how, least_mm=least, most_mm=most)
    for id, name, kind, least, most, how in _ROWS
}
"""Every measurement by its id, in the order in which a maker takes them."""
