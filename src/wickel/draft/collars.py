"""Collars, each as long as the neck seam it is sewn to: stand, shirt collar on a stand, wrapped
roll.

Drawn as halves with the centre back on the fold. Points are (down, across) in mm: down from the
upper edge, across from the centre back.
"""

from __future__ import annotations

import math

from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.parts import Strip, bisect, edges, line, point, rectangle
from wickel.draft.style import ChoiceOption, LengthOption
from wickel.geometry import Cubic, length
from wickel.pattern import Cut, Notch, Pattern, Piece, edge_length
from wickel.wording import say

COLLARS = {"none": "none", "stand": "a stand", "shirt": "a shirt collar", "roll": "a wrapped roll"}
RISE_MM = 14.0
"""The front end of a stand rises so far above its centre back."""
FALL_RISE_MM = 8.0
LEAN_DEG = 10.0
"""The front end of a stand leans back from the upright."""

COLLAR_OPTIONS = (
    ChoiceOption(id="collar", question="The collar is", default="none", choices=COLLARS),
    LengthOption(id="collar_mm", question="Height of the collar", default=40, least=20, most=90),
)

_TWICE = (
    Cut(material="main", copies=2, on_fold=True),
    Cut(material="interfacing", copies=1, on_fold=True),
)


def collar_pieces(
    kind: str,
    half_neck_mm: float,
    extension_mm: float,
    height_mm: float,
    allow: Allowances,
    *,
    opens_behind: bool = False,
) -> tuple[Piece, ...]:
    """The pieces of a collar (``COLLARS``) for half a neck seam, and what its stand goes on past
    the centre front.

    ``opens_behind``: a stand has its fold at the centre front and runs level, its ends at the
    centre back.
    """
    if kind == "none":
        return ()
    if kind == "roll":
        strip = Strip(
            id="collar",
            name="Roll collar",
            long_mm=2 * half_neck_mm,
            high_mm=4 * height_mm,
            cuts=(Cut(material="main", copies=1),),
            role="neck",
            fold_line=True,
            grain_deg=45.0,
        )
        return (rectangle(strip, allow),)
    if kind == "stand":
        if opens_behind:
            return (_straight_stand(half_neck_mm, height_mm, allow),)
        return (_stand("collar", "Stand collar", half_neck_mm, extension_mm, height_mm, allow),)
    stand_mm = min(height_mm, 32.0)
    return (
        _stand("collar-stand", "Collar stand", half_neck_mm, extension_mm, stand_mm, allow),
        _fall(half_neck_mm, height_mm + 12.0, allow),
    )


def _straight_stand(half_neck: float, height: float, allow: Allowances) -> Piece:
    corner, end = (height, half_neck), (0.0, half_neck)
    return Piece(
        id="collar",
        name="Stand collar",
        edges=edges(
            allow,
            ("neck", line((height, 0.0), corner), "neck"),
            ("back end", line(corner, end), "neck"),
            ("top", line(end, (0.0, 0.0)), "neck"),
            ("centre", line((0.0, 0.0), (height, 0.0)), "fold"),
        ),
        cuts=_TWICE,
        points=(
            point("centre front", (0.0, 0.0), "start"),
            point("centre front, seam", (height, 0.0), "height of the stand"),
            point("centre back, seam", corner, "half the neck seam"),
            point("centre back, top", end, "straight up"),
        ),
    )


def _seam_line(down: float, half_mm: float, rise: float) -> Cubic:
    """The seam edge from the centre back, rising to its front end, exactly as long as asked."""

    def curve(across: float) -> Cubic:
        return Cubic(
            (down, 0.0),
            (down, 0.4 * across),
            (down - 0.4 * rise, 0.75 * across),
            (down - rise, across),
        )

    across = bisect(
        lambda x: length((curve(x),)), half_mm, 0.7 * half_mm, half_mm, tolerance_mm=1e-6
    )
    assert across is not None, "the rise is small beside the length"
    return curve(across)


def _stand(
    id: str, name: str, half_neck: float, extension: float, height: float, allow: Allowances
) -> Piece:
    low = _seam_line(height, half_neck + extension, RISE_MM)
    end = low.end
    lean = math.radians(LEAN_DEG)
    top_front = (end[0] - height * math.cos(lean), end[1] - 0.5 * height * math.sin(lean))
    top = Cubic(
        top_front,
        (top_front[0] + 0.3 * RISE_MM, 0.75 * top_front[1]),
        (0.0, 0.4 * top_front[1]),
        (0.0, 0.0),
    )
    return Piece(
        id=id,
        name=name,
        edges=edges(
            allow,
            ("neck", (low,), "neck"),
            (
                "front",
                (Cubic(end, (end[0] - 0.5 * height, end[1]), (top_front[0], end[1]), top_front),),
                "neck",
            ),
            ("top", (top,), "neck"),
            ("centre", line((0.0, 0.0), (height, 0.0)), "fold"),
        ),
        cuts=_TWICE,
        notches=(Notch(name="centre front", edge="neck", at_mm=half_neck),) if extension else (),
        points=(
            point("centre back", (0.0, 0.0), "start"),
            point("centre back, seam", (height, 0.0), "height of the stand"),
            point(
                "front end of the seam",
                end,
                "solved: half the neck and its extension along the seam",
            ),
            point("front end, top", top_front, "height of the stand, leaning back"),
        ),
    )


def _fall(half_neck: float, height: float, allow: Allowances) -> Piece:
    """The part of a shirt collar that turns down; it ends at the centre front."""
    low = _seam_line(height, half_neck, FALL_RISE_MM)
    deep = 2 * height + 24.0
    end, tip = low.end, (2 * height + 20.0, low.end[1] + 22.0)
    outer = Cubic((deep, 0.0), (deep, 0.4 * end[1]), (deep - 10.0, 0.8 * end[1]), tip)
    return Piece(
        id="collar",
        name="Collar",
        edges=edges(
            allow,
            ("neck", (low.backwards(),), "neck"),
            ("centre", line((height, 0.0), (deep, 0.0)), "fold"),
            ("outer", (outer,), "neck"),
            ("front", line(tip, end), "neck"),
        ),
        cuts=_TWICE,
        points=(
            point("centre back, seam", (height, 0.0), "start"),
            point("centre back, outer", (deep, 0.0), "height of the stand and what covers it"),
            point("front end of the seam", end, "solved: half the neck along the seam"),
            point("point of the collar", tip, "as pointed as you like it"),
        ),
    )


def collar_checks(pattern: Pattern, half_neck_mm: float, extension_mm: float) -> list[TapeCheck]:
    """Collar to neck; none when there is no collar."""
    by_id = {piece.id: piece for piece in pattern.pieces}
    stand = by_id.get("collar-stand") or by_id.get("collar")
    if stand is None:
        return []
    whole = "join" in {edge.name for edge in stand.edges}
    checks = [
        TapeCheck(
            name="Collar to neck",
            one=stand.name.lower() + (" less its extensions" if extension_mm and not whole else ""),
            one_mm=edge_length(stand, "join")
            if whole
            else 2 * (edge_length(stand, "neck") - extension_mm),
            other="neck seam",
            other_mm=2 * half_neck_mm,
            way_out=say("collars.draw-collar"),
        )
    ]
    if "collar-stand" in by_id:
        checks.append(
            TapeCheck(
                name="Collar to its stand",
                one="collar",
                one_mm=2 * edge_length(by_id["collar"], "neck"),
                other="stand from centre to centre",
                other_mm=2 * half_neck_mm,
                way_out=say("collars.draw-collar-as-long-as-2"),
            )
        )
    return checks
