"""The cowl: a front whose shoulder is swung out about the underarm, so that its neck hangs in
folds; its shoulder, its neck, or both may be longer, and laid in pleats.

The neck edge runs straight and square to the centre; a facing is grown on above it, unless a collar
is sewn there. Points are
(down, across) in mm, down from the neck end of the shoulder before it was swung out, across from
the centre.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace

from wickel.draft.allowances import Allowances
from wickel.draft.parts import EdgeRow, bisect, comes_back, edges, line, point
from wickel.draft.skirts import pleat_marks
from wickel.draft.style import DraftRefused
from wickel.draft.torso import SLEEVE_NOTCH_MM, Torso
from wickel.geometry import Affine, Line, Point, length, map_path, rotation, translation
from wickel.pattern import (
    ConstructionPoint,
    Cut,
    InnerLine,
    LineKind,
    Notch,
    Piece,
    PieceRole,
    View,
)
from wickel.wording import say

MOST_SWING_DEG = 38.0
FACING_MM = 50.0
_PLEAT_MM = 15.0
"""A pleat in the neck takes up about twice this."""
FOLD = "neck, fold line"
"""The line along which the facing is folded back: the neck."""

_OUTWARD = -1.0
"""The shoulder, above the underarm, goes outward when it turns clockwise."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Cowl:
    """How a neck hangs, in mm: how much wider it is on each side, what pleats in the shoulder and
    in each half of the neck take up, and whether its facing is grown on."""

    hang: float
    pleats: float = 0.0
    neck_pleats: float = 0.0
    faced: bool = True


def cowl_front(half: Torso, cowl: Cowl, allow: Allowances, *, lower: str = "hem") -> Piece:
    """A front half on the fold whose neck hangs wider on each side than it was.

    The armhole and shoulder turn about the underarm until the neck end of the shoulder lies that
    much further out, and what pleats in the neck take up besides; those in the shoulder lengthen it
    up to the neck.

    Raises:
        DraftRefused: no swing within the bounds gives that much.
    """
    pivot = half.armhole.end
    swing, by = _swing(half, cowl.hang + cowl.neck_pleats)
    inner, shoulder = by(half.neck.base), by(half.shoulder)
    plain = math.dist(inner, shoulder)
    more = cowl.pleats / plain
    base = (inner[0] + more * (inner[0] - shoulder[0]), inner[1] + more * (inner[1] - shoulder[1]))
    armhole = map_path((half.armhole,), by)
    armhole = (*armhole[:-1], replace(armhole[-1], end=pivot))
    centre: Point = (base[0], 0.0)
    out = _facing_end(base, shoulder)
    top: Point = (out[0], 0.0) if cowl.faced else centre
    above: tuple[EdgeRow, ...] = (
        ("facing edge", line(top, out), "facing"),
        ("facing end", line(out, base), "shoulder"),
    )
    fold = InnerLine(name=FOLD, path=(Line(centre, base),), kind=LineKind.FOLD)
    made = Piece(
        id="front",
        name="Front",
        role=PieceRole.BODICE,
        view=View.FRONT,
        edges=edges(
            allow,
            *(above if cowl.faced else (("neck", line(centre, base), "neck"),)),
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
        inner_lines=(*((fold,) if cowl.faced else ()), *_neck_pleats(base, cowl.neck_pleats)),
        points=(
            point("neck centre", centre, "square to the centre from the shoulder"),
            point("shoulder at neck", base, f"swung out about the underarm by {swing:.1f}°"),
            point("shoulder point", shoulder, "swung out with it"),
            *_points_below(half),
        ),
    )
    if cowl.neck_pleats and not cowl.faced:
        made = comes_back(made, "neck", base[1] - cowl.neck_pleats)
    return comes_back(made, "shoulder", plain) if cowl.pleats else made


def _facing_end(base: Point, shoulder: Point) -> Point:
    """Where the facing ends that is folded back along the neck: mirrored on the shoulder."""
    share = min(0.9, FACING_MM / max(1.0, shoulder[0] - base[0]))
    return (
        base[0] - share * (shoulder[0] - base[0]),
        base[1] + share * (shoulder[1] - base[1]),
    )


def _points_below(half: Torso) -> Iterator[ConstructionPoint]:
    yield point("underarm", half.armhole.end, "chest line; quarter of bust and ease")
    yield point("side waist", half.side_waist, "quarter of waist and ease")
    yield point("hem at the side", half.hem_side, "toward the quarter of hip and ease")
    yield point("hem at the centre", (half.hem_centre, 0.0), "length below the waist")


def _neck_pleats(base: Point, taken: float) -> Iterator[InnerLine]:
    """The marks of the pleats that the neck is laid in, down from its edge or its fold."""
    if taken:
        for mark in pleat_marks(base[1] - taken, base[1], _PLEAT_MM):
            yield replace(mark, path=map_path(mark.path, translation(base[0], 0.0)))


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
