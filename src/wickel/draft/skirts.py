"""Skirts that styles and parts share: straight widths drawn in at the waist, flared panels.

Points are (down, across) in mm from the waist and the centre.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from wickel.draft.allowances import Allowances
from wickel.draft.parts import edges, hip_curve, level_hem, line, point, swung_down
from wickel.draft.torso import half_cut
from wickel.draft.usual_checks import other_zip_end, zip_at
from wickel.geometry import MIRROR as ACROSS_TURNED
from wickel.geometry import Line, Path, backwards, length, map_path
from wickel.pattern import Cut, InnerLine, LineKind, Notch, Piece, PieceRole

ZIP_MM = 180.0
"""How far down a zip ends in a skirt drawn in at the waist."""
PLEAT_MARK_MM = 60.0
"""How far down the folds of a pleat are marked."""


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
            InnerLine(
                name=f"pleat {k + 1} from",
                path=(Line((0.0, start), (PLEAT_MARK_MM, start)),),
                kind=LineKind.PLEAT,
            ),
            InnerLine(
                name=f"pleat {k + 1} to",
                path=(Line((0.0, start + taken), (PLEAT_MARK_MM, start + taken)),),
                kind=LineKind.PLEAT,
            ),
        ]
    return tuple(marks)


def double_pleat_marks(
    quarter: float, wide: float, about: float, *, inverted: bool
) -> tuple[InnerLine, ...]:
    """Pairs of marks of pleats that are folded from both sides: towards each other (``inverted``)
    or away from each other, as a box. Each half of a pleat folds its first mark onto its second;
    together they take up all the fullness."""
    spare = wide - quarter
    count = max(1, round(spare / (4 * about)))
    half, shown = spare / count / 2, quarter / count
    marks = []
    for k in range(count):
        start = k * (shown + 2 * half)
        # inverted: both halves meet in the middle; a box: its face lies between them
        first = start + (shown / 2 if inverted else shown / 4)
        second = first + half + (0.0 if inverted else shown / 2)
        folds = ((first, first + half), (second + half, second))
        if not inverted:
            folds = ((first + half, first), (second, second + half))
        for n, (at, to) in enumerate(folds, 2 * k + 1):
            marks += [
                InnerLine(
                    name=f"pleat {n} {word}",
                    path=(Line((0.0, x), (PLEAT_MARK_MM, x)),),
                    kind=LineKind.PLEAT,
                )
                for word, x in (("from", at), ("to", to))
            ]
    return tuple(marks)


@dataclass(frozen=True, slots=True)
class Roles:
    """What the centre and the lower edge of a half are: on the fold or where it closes, its hem or
    where something is sewn on (``allowances.ROLES``)."""

    centre: str = "fold"
    lower: str = "hem"


def gathered_half(
    id: str,
    name: str,
    size: tuple[float, float, float],
    pleats: tuple[InnerLine, ...],
    allow: Allowances,
    roles: Roles = Roles(),
) -> Piece:
    """A straight front or back, drawn in at the waist; ``size``: a quarter of the waist, how wide
    it is before it is drawn in, and how long, in mm. ``roles`` are those of its centre and of its
    lower edge."""
    quarter, wide, long = size
    waist, *others = edges(
        allow,
        ("waist", line((0.0, 0.0), (0.0, wide)), "waist"),
        ("side", line((0.0, wide), (long, wide)), "side"),
        ("hem", line((long, wide), (long, 0.0)), roles.lower),
        ("centre", line((long, 0.0), (0.0, 0.0)), roles.centre),
    )
    return Piece(
        id=id,
        name=name,
        role=PieceRole.SKIRT,
        edges=(replace(waist, comes_back_to_mm=quarter), *others),
        cuts=half_cut(roles.centre),
        notches=(
            (zip_at if id.endswith("front") else other_zip_end)("side", min(ZIP_MM, 0.8 * long)),
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


def flared_panel(
    called: tuple[str, str, int],
    across: tuple[float, float],
    down: tuple[float, float, float],
    flare: tuple[float, float],
    allow: Allowances,
) -> Piece:
    """One of equal panels, close over the hip and flared below: ``called`` its id, its name and how
    many are cut, ``across`` half of it at waist and hip, ``down`` where the hip, the flare and the
    hem lie, ``flare`` how far above the hem it begins and how wide it swings, in mm."""
    id, name, count = called
    (waist, hip), (level, begins, long) = across, down
    # the seam is as long as the middle, so that the hem hangs level: its corner lies higher
    corner = (begins + swung_down(flare[0], flare[1]), hip + flare[1])
    side: Path = (
        hip_curve(waist, level, hip),
        Line((level, hip), (begins, hip)),
        Line((begins, hip), corner),
    )
    half_hem = level_hem(corner, (corner[0] - begins, flare[1]), (long, 0.0))
    return Piece(
        id=id,
        name=name,
        role=PieceRole.SKIRT,
        edges=edges(
            allow,
            ("waist", line((0.0, -waist), (0.0, waist)), "waist"),
            ("side", side, "side"),
            ("hem", (*half_hem, *backwards(map_path(half_hem, ACROSS_TURNED))), "curved_hem"),
            ("other side", backwards(map_path(side, ACROSS_TURNED)), "side"),
        ),
        cuts=(Cut(material="main", copies=count),),
        notches=(
            Notch(name="hip", edge="side", at_mm=length(side[:1])),
            zip_at("side", length(side[:1])),
            other_zip_end("other side", length(side) - length(side[:1])),
        ),
        points=(
            point("waist", (0.0, waist), "waist and ease / panels / 2"),
            point("hip", (level, hip), "hip and ease / panels / 2, at waist to hip"),
            point("flare begins", (begins, hip), "above the hem"),
            point(
                "hem, at the seam",
                corner,
                "the flare further out, as far along the seam as in the middle",
            ),
            point("hem, in the middle", (long, 0.0), "length"),
        ),
    )
