"""Skirts that styles and parts share: straight widths drawn in at the waist.

Points are (down, across) in mm from the waist and the centre.
"""

from __future__ import annotations

from dataclasses import replace

from wickel.draft.allowances import Allowances
from wickel.draft.parts import edges, line, point
from wickel.draft.torso import half_cut
from wickel.draft.usual_checks import ZIP
from wickel.geometry import Line
from wickel.pattern import InnerLine, Notch, Piece

ZIP_MM = 180.0
"""How far down a zip ends in a skirt drawn in at the waist."""


def pleat_marks(quarter: float, wide: float, about: float) -> tuple[InnerLine, ...]:
    """Pairs of marks: each pleat folds its first mark onto its second; together they take up all
    the fullness."""
    spare = wide - quarter
    count = max(1, round(spare / (2 * about)))
    taken, shown = spare / count, quarter / count
    marks = []
    for k in range(count):
        start = shown / 2 + k * (shown + taken)
        marks += [
            InnerLine(name=f"pleat {k + 1} from", path=(Line((0.0, start), (60.0, start)),)),
            InnerLine(
                name=f"pleat {k + 1} to", path=(Line((0.0, start + taken), (60.0, start + taken)),)
            ),
        ]
    return tuple(marks)


def gathered_half(
    id: str,
    name: str,
    size: tuple[float, float, float],
    pleats: tuple[InnerLine, ...],
    allow: Allowances,
    *,
    centre: str = "fold",
) -> Piece:
    """A straight front or back, drawn in at the waist; ``size``: a quarter of the waist, how wide
    it is before it is drawn in, and how long, in mm. ``centre`` is the role of its centre."""
    quarter, wide, long = size
    waist, *others = edges(
        allow,
        ("waist", line((0.0, 0.0), (0.0, wide)), "waist"),
        ("side", line((0.0, wide), (long, wide)), "side"),
        ("hem", line((long, wide), (long, 0.0)), "hem"),
        ("centre", line((long, 0.0), (0.0, 0.0)), centre),
    )
    return Piece(
        id=id,
        name=name,
        edges=(replace(waist, comes_back_to_mm=quarter), *others),
        cuts=half_cut(centre),
        notches=(
            Notch(
                name=ZIP if id.endswith("front") else "zip end",
                edge="side",
                at_mm=min(ZIP_MM, 0.8 * long),
            ),
        ),
        inner_lines=pleats,
        points=(
            point(
                "waist at the side", (0.0, wide), "a quarter of waist and ease, times the fullness"
            ),
            point("hem at the side", (long, wide), "straight down"),
            point("hem at the centre", (long, 0.0), "length"),
        ),
    )
