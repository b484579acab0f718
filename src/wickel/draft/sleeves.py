"""The set-in sleeve, shared by every style that has one.

With the armhole and the width at the upper arm given, the cap height is solved so that the cap is as
long as the armhole and its stated ease. Points are (down, across) in mm: down from the top of the
cap, across from its middle, the front at positive across.
"""

from __future__ import annotations

from wickel.draft.allowances import Allowances
from wickel.draft.parts import edges, line, point, solved
from wickel.draft.style import DraftRefused
from wickel.geometry import Cubic, Point, length
from wickel.pattern import Cut, Notch, Piece

CAP_BOUNDS = (0.15, 1.25)
"""Least and most cap height, in parts of the depth of the armhole."""

NOTCH_MM = 75.0
"""Cap and armhole are notched at this distance from the underarm."""


def _half_cap(height: float, half_width: float, hollow: float) -> Cubic:
    """From the top of the cap to the underarm, level at both ends; a larger hollow is cut in deeper."""
    return Cubic((0.0, 0.0), (0.0, 0.42 * half_width), (height, (0.60 - hollow) * half_width), (height, half_width))


def cap(height: float, width: float) -> tuple[Cubic, Cubic]:
    """Front and back half of a cap from its top; the front is hollowed a little more."""
    front = _half_cap(height, width / 2, 0.0)
    back = _half_cap(height, width / 2, 0.06)
    return front, Cubic(*((x, -y) for x, y in (back.start, back.control1, back.control2, back.end)))


def cap_height(armhole_mm: float, ease_mm: float, width_mm: float, depth_mm: float) -> float:
    """The height at which the cap is as long as the armhole and its ease.

    Raises:
        DraftRefused: no height within the bounds will do; names armhole and upper arm.
    """
    wanted = armhole_mm + ease_mm
    least, most = (part * depth_mm for part in CAP_BOUNDS)
    height = solved(lambda h: sum(length((c,)) for c in cap(h, width_mm)), wanted, least, most, tolerance_mm=1e-5)
    if height is None:
        flat = sum(length((c,)) for c in cap(least, width_mm)) > wanted
        raise DraftRefused(
            f"The sleeve is {width_mm / 10:.1f} cm wide at the upper arm and the armhole "
            f"{armhole_mm / 10:.1f} cm round: "
            + (
                "no cap is flat enough. Take room out of the sleeve or deepen the armhole."
                if flat
                else "no cap is high enough. Give the sleeve more room or raise the armhole."
            ),
            "upper_arm",
            "armhole",
        )
    return height


def set_in_sleeve(
    armhole_mm: float,
    ease_mm: float,
    width_mm: float,
    depth_mm: float,
    long_mm: float,
    hem_mm: float,
    allow: Allowances,
) -> Piece:
    """A plain sleeve of one piece, ``long_mm`` from the top of the cap, ``hem_mm`` round at its end.

    Raises:
        DraftRefused: no cap fits, or the sleeve ends within its cap.
    """
    height = cap_height(armhole_mm, ease_mm, width_mm, depth_mm)
    if long_mm < height + 30:
        raise DraftRefused(
            f"The sleeve is {long_mm / 10:.1f} cm long and its cap alone {height / 10:.1f} cm: make it longer.",
            "sleeve_mm",
        )
    front, back = cap(height, width_mm)
    under_front: Point = (height, width_mm / 2)
    under_back: Point = (height, -width_mm / 2)
    hem_front, hem_back = (long_mm, hem_mm / 2), (long_mm, -hem_mm / 2)
    whole = length((front,)) + length((back,))
    return Piece(
        id="sleeve",
        name="Sleeve",
        edges=edges(
            allow,
            ("cap", (back.backwards(), front), "armhole"),
            ("seam", line(under_front, hem_front), "side"),
            ("hem", line(hem_front, hem_back), "hem"),
            ("other seam", line(hem_back, under_back), "side"),
        ),
        cuts=(Cut(material="main", copies=2, pair=True),),
        notches=(
            Notch(name="back", edge="cap", at_mm=NOTCH_MM),
            Notch(name="shoulder", edge="cap", at_mm=length((back,))),
            Notch(name="front", edge="cap", at_mm=whole - NOTCH_MM),
        ),
        points=(
            point("top of the cap", (0.0, 0.0), "start"),
            point("underarm, front", under_front, "cap height solved: cap = armhole and ease"),
            point("underarm, back", under_back, "half the upper arm and its room"),
            point("end, front", hem_front, "sleeve length from the top"),
            point("end, back", hem_back, "half the round of the end"),
        ),
    )
