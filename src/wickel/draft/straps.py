"""Tops that hang from straps: a half without a shoulder, its top edge running from the centre to
the underarm.

Points are (down, across) in mm, down from the neck end of the shoulder, across from the centre.
"""

from __future__ import annotations

from dataclasses import dataclass

from wickel.draft.allowances import Allowances
from wickel.draft.parts import edges, line, point
from wickel.draft.style import DraftRefused
from wickel.draft.torso import Torso, darts, half_cut
from wickel.geometry import Cubic, Path, Point, length
from wickel.pattern import Notch, Piece, PieceRole, View
from wickel.wording import say


@dataclass(frozen=True, slots=True, kw_only=True)
class Top:
    """The top edge of a half: from the centre to where the strap is sewn on, and on to the
    underarm."""

    neck: Path
    armhole: Path

    @property
    def centre(self) -> Point:
        """Where it meets the centre."""
        return self.neck[0].start

    @property
    def strap(self) -> Point:
        """Where the strap is sewn on."""
        return self.neck[-1].end


def strap_top(half: Torso, centre_down: float, strap: Point, *, kind: str = "v") -> Top:
    """A top edge from the centre at a depth up to the strap and down to the underarm.

    ``kind``: ``v`` straight, ``round`` hollow, ``straight`` level from strap to strap.

    Raises:
        DraftRefused: the strap would be sewn on outside the piece or below its own neck.
    """
    under = half.armhole.end
    if not 30.0 < strap[1] < under[1] - 20 or strap[0] > under[0] - 5:
        raise DraftRefused(
            say(
                "straps.strap-sewn-down-across-outside",
                strap=strap[0],
                strap_2=strap[1],
                under=under[0],
                under_2=under[1],
            ),
            "bust_span",
            "neck_to_bust",
            "chest_depth_mm",
        )
    centre: Point = (max(centre_down, strap[0] + 2.0), 0.0)
    if kind == "straight":
        centre = (strap[0], 0.0)
    neck: Path = line(centre, strap)
    if kind == "round":
        neck = (
            Cubic(
                centre,
                (centre[0], 0.6 * strap[1]),
                (strap[0] + 0.5 * (centre[0] - strap[0]), strap[1]),
                strap,
            ),
        )
    fall = under[0] - strap[0]
    armhole = (
        Cubic(
            strap,
            (strap[0] + 0.55 * fall, strap[1] + 0.15 * (under[1] - strap[1])),
            (under[0], strap[1] + 0.45 * (under[1] - strap[1])),
            under,
        ),
    )
    return Top(neck=neck, armhole=armhole)


def strap_piece(
    called: tuple[str, str],
    half: Torso,
    top: Top,
    allow: Allowances,
    *,
    centre: str = "fold",
    lower: str = "hem",
) -> Piece:
    """A half (``called``: its id and its name), on the fold unless its ``centre`` has another role,
    with that top edge: edges ``neck``, ``armhole``, ``side``, ``hem``, ``centre``, darts marked."""
    side = half.side()
    return Piece(
        id=called[0],
        name=called[1],
        role=PieceRole.BODICE,
        view=View(half.where),
        edges=edges(
            allow,
            ("neck", top.neck, "neck"),
            ("armhole", top.armhole, "armhole"),
            ("side", side, "side"),
            ("hem", (half.hem(),), lower),
            ("centre", half.centre(top.centre), centre),
        ),
        cuts=half_cut(centre),
        notches=(Notch(name="waist", edge="side", at_mm=length(side[:1])),),
        inner_lines=darts(half),
        points=(
            point("top at the centre", top.centre, "depth of the top edge"),
            point("strap", top.strap, "over the bust point"),
            point("underarm", half.armhole.end, "chest line; quarter of bust and ease"),
            point("side waist", half.side_waist, "quarter of waist and ease, and the dart"),
            point("hem at the side", half.hem_side, "toward the quarter of hip and ease"),
            point("hem at the centre", (half.hem_centre, 0.0), "length below the waist"),
        ),
    )
