"""Collars, each as long as the neck seam it is sewn to: stand, shirt collar on a stand, wrapped
roll.

Drawn as halves with the centre back on the fold. Points are (down, across) in mm: down from the
upper edge, across from the centre back.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.ledger import Ledger
from wickel.draft.parts import Strip, bisect, edges, line, point, rectangle
from wickel.draft.style import ChoiceOption, LengthOption
from wickel.geometry import Cubic, length
from wickel.pattern import BIAS_DEG, Cut, Notch, Pattern, Piece, PieceRole, edge_length
from wickel.wording import say

COLLARS = {"none": "none", "stand": "a stand", "shirt": "a shirt collar", "roll": "a wrapped roll"}


@dataclass(frozen=True, slots=True, kw_only=True)
class CollarSize:
    """The figures of a collar, in mm: its height; the stand of a shirt collar; how far the front
    end of a stand rises above its centre back and leans back from the upright; of the part that
    turns down its depth at the centre back, the rise of its seam, and how far its point goes out
    past the front end and lies above the depth."""

    high: float
    stand: float
    rise: float = 14.0
    lean_deg: float = 10.0
    fall: float
    fall_rise: float = 8.0
    point_out: float = 22.0
    point_up: float = 4.0

    @classmethod
    def usual(cls, high_mm: float) -> CollarSize:
        """What is usual for a collar so high."""
        return cls(high=high_mm, stand=min(high_mm, MOST_STAND_MM), fall=high_mm + COVER_MM)


MOST_STAND_MM = 32.0
"""The stand of a shirt collar is usually no higher than this."""
COVER_MM = 36.0
"""A shirt collar is usually so much deeper than it is high, to cover its stand and turn over."""


def collar_by(ledger: Ledger, kind: str, *, level: bool = False) -> CollarSize:
    """The figures of a collar of a kind; those that it has no use for are as usual. A ``level``
    stand, whose ends are behind, does not rise."""
    size = CollarSize.usual(
        ledger.length("collar.high", "collar", "Height of the collar", (15, 120))
    )
    if kind == "shirt":
        size = replace(
            size,
            stand=ledger.length(
                "collar.stand", "min(collar_high, 3.2 cm)", "Height of its stand", (10, 60)
            ),
            fall=ledger.length(
                "collar.fall", "collar_high + 3.6 cm", "Collar at the centre back", (30, 160)
            ),
            fall_rise=ledger.length(
                "collar.fall_rise", "0.8 cm", "Rise of its seam to the front", (0, 40)
            ),
            point_out=ledger.length(
                "collar.point_out", "2.2 cm", "Point of the collar out past its end", (-20, 80)
            ),
            point_up=ledger.length(
                "collar.point_up", "0.4 cm", "Point of the collar above its depth", (-60, 60)
            ),
        )
    if kind == "shirt" or (kind == "stand" and not level):
        size = replace(
            size,
            rise=ledger.length("collar.rise", "1.4 cm", "Rise of the stand to the front", (0, 50)),
            lean_deg=ledger.angle("collar.lean", 10.0, "Front end of the stand leans by", (0, 30)),
        )
    return size


COLLAR_OPTIONS = (
    ChoiceOption(id="collar", question="The collar is", default="none", choices=COLLARS),
    LengthOption(
        id="collar_mm",
        question="Height of the collar",
        default=40,
        least=20,
        most=90,
        only_with=("collar", tuple(kind for kind in COLLARS if kind != "none")),
    ),
)

_TWICE = (
    Cut(material="main", copies=2, on_fold=True),
    Cut(material="interfacing", copies=1, on_fold=True),
)


def collar_pieces(
    kind: str,
    half_neck_mm: float,
    extension_mm: float,
    size: CollarSize,
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
            part=PieceRole.COLLAR_STAND,
            long_mm=2 * half_neck_mm,
            high_mm=4 * size.high,
            cuts=(Cut(material="main", copies=1),),
            role="neck",
            fold_line=True,
            grain_deg=BIAS_DEG,
        )
        return (rectangle(strip, allow),)
    if kind == "stand":
        if opens_behind:
            return (_straight_stand(half_neck_mm, size.high, allow),)
        return (
            _stand(("collar", "Stand collar"), half_neck_mm, extension_mm, size.high, size, allow),
        )
    named = ("collar-stand", "Collar stand")
    return (
        _stand(named, half_neck_mm, extension_mm, size.stand, size, allow),
        _fall(half_neck_mm, size, allow),
    )


def _straight_stand(half_neck: float, height: float, allow: Allowances) -> Piece:
    corner, end = (height, half_neck), (0.0, half_neck)
    return Piece(
        id="collar",
        name="Stand collar",
        role=PieceRole.COLLAR_STAND,
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
    named: tuple[str, str],
    half_neck: float,
    extension: float,
    height: float,
    size: CollarSize,
    allow: Allowances,
) -> Piece:
    id, name = named
    low = _seam_line(height, half_neck + extension, size.rise)
    end = low.end
    lean = math.radians(size.lean_deg)
    top_front = (end[0] - height * math.cos(lean), end[1] - 0.5 * height * math.sin(lean))
    top = Cubic(
        top_front,
        (top_front[0] + 0.3 * size.rise, 0.75 * top_front[1]),
        (0.0, 0.4 * top_front[1]),
        (0.0, 0.0),
    )
    return Piece(
        id=id,
        name=name,
        role=PieceRole.COLLAR_STAND,
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


def _fall(half_neck: float, size: CollarSize, allow: Allowances) -> Piece:
    """The part of a shirt collar that turns down; it ends at the centre front."""
    height = size.fall_rise
    low = _seam_line(height, half_neck, size.fall_rise)
    deep = height + size.fall
    end = low.end
    tip = (deep - size.point_up, end[1] + size.point_out)
    handle = (deep - 2.5 * size.point_up, 0.8 * end[1])
    outer = Cubic((deep, 0.0), (deep, 0.4 * end[1]), handle, tip)
    return Piece(
        id="collar",
        name="Collar",
        role=PieceRole.COLLAR,
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
