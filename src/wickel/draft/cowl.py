"""The cowl: a front whose shoulder is swung out about the underarm, so that its neck hangs in
folds.

The neck edge runs straight and square to the centre; a facing is grown on above it. Points are
(down, across) in mm, down from the neck end of the shoulder before it was swung out, across from
the centre.
"""

from __future__ import annotations

from dataclasses import replace

from wickel.draft.allowances import Allowances
from wickel.draft.parts import bisect, edges, line, point
from wickel.draft.style import DraftRefused
from wickel.draft.torso import SLEEVE_NOTCH_MM, Torso
from wickel.geometry import Affine, Line, Point, length, map_path, rotation, translation
from wickel.pattern import Cut, InnerLine, Notch, Piece
from wickel.wording import say

MOST_SWING_DEG = 38.0
FACING_MM = 50.0
FOLD = "neck, fold line"
"""The line along which the facing is folded back: the neck."""

_OUTWARD = -1.0
"""The shoulder, above the underarm, goes outward when it turns clockwise."""


def cowl_front(half: Torso, hang_mm: float, allow: Allowances, *, lower: str = "hem") -> Piece:
    """A front half on the fold whose neck is ``hang_mm`` wider on each side than it was.

    The armhole and shoulder turn about the underarm until the neck end of the shoulder lies that
    much further out.

    Raises:
        DraftRefused: no swing within the bounds gives that much.
    """
    pivot = half.armhole.end
    swing, by = _swing(half, hang_mm)
    base, shoulder = by(half.neck.base), by(half.shoulder)
    armhole = map_path((half.armhole,), by)
    armhole = (*armhole[:-1], replace(armhole[-1], end=pivot))
    centre: Point = (base[0], 0.0)
    # the facing is folded back along the neck: its end lies mirrored on the shoulder
    share = min(0.9, FACING_MM / max(1.0, shoulder[0] - base[0]))
    out: Point = (
        base[0] - share * (shoulder[0] - base[0]),
        base[1] + share * (shoulder[1] - base[1]),
    )
    top: Point = (out[0], 0.0)
    return Piece(
        id="front",
        name="Front",
        edges=edges(
            allow,
            ("facing edge", line(top, out), "facing"),
            ("facing end", line(out, base), "shoulder"),
            ("shoulder", line(base, shoulder), "shoulder"),
            ("armhole", armhole, "armhole"),
            ("side", half.side(), "side"),
            ("hem", (half.hem(),), lower),
            ("centre", line((half.hem_centre, 0.0), top), "fold"),
        ),
        cuts=(Cut(material="main", copies=1, on_fold=True),),
        notches=(
            Notch(name="sleeve", edge="armhole", at_mm=length(armhole) - SLEEVE_NOTCH_MM),
            Notch(name="waist", edge="side", at_mm=length(half.side()[:1])),
        ),
        inner_lines=(InnerLine(name=FOLD, path=(Line(centre, base),)),),
        points=(
            point("neck centre", centre, "square to the centre from the shoulder"),
            point("shoulder at neck", base, f"swung out about the underarm by {swing:.1f}°"),
            point("shoulder point", shoulder, "swung out with it"),
            point("underarm", pivot, "chest line; quarter of bust and ease"),
            point("side waist", half.side_waist, "quarter of waist and ease"),
            point("hem at the side", half.hem_side, "toward the quarter of hip and ease"),
            point("hem at the centre", (half.hem_centre, 0.0), "length below the waist"),
        ),
    )


def _swing(half: Torso, hang_mm: float) -> tuple[float, Affine]:
    """By how much armhole and shoulder turn about the underarm, in degrees, and the turn. Raises
    ``DraftRefused``."""
    pivot = half.armhole.end
    wanted = half.neck.base[1] + hang_mm

    def swung(deg: float) -> Affine:
        return translation(*pivot).after(rotation(deg).after(translation(-pivot[0], -pivot[1])))

    def across(deg: float) -> float:
        return swung(_OUTWARD * deg)(half.neck.base)[1]

    swing = bisect(across, wanted, 0.0, MOST_SWING_DEG, tolerance_mm=1e-6)
    if swing is None:
        raise DraftRefused(
            say("cowl.cowl-wider-each-side-swing", hang=hang_mm, most_swing_deg=MOST_SWING_DEG),
            "hang_mm",
            "shoulder",
        )
    return swing, swung(_OUTWARD * swing)
