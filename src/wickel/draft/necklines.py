"""Necklines: round, boat, V, square, sweetheart, high and slit, each with the facing that follows
it.

Points are (down, across) in mm. A neckline runs from the centre up to the shoulder line.
"""

from __future__ import annotations

from dataclasses import dataclass

from wickel.draft.allowances import Allowances
from wickel.draft.parts import edges, line, point, round_neck
from wickel.draft.style import DraftRefused
from wickel.geometry import Cubic, Line, Path, Point, smooth
from wickel.pattern import Cut, InnerLine, Piece
from wickel.wording import say

KINDS = {
    "round": "round",
    "boat": "boat",
    "v": "V",
    "square": "square",
    "sweetheart": "sweetheart",
    "high": "high",
    "slit": "round with a slit",
}
_V_FACING_MORE = 1.25
"""A V's facing is this much longer at the centre than it is wide at the shoulder."""

HIGH_MM = 38.0
"""A high neck rises so far above the base of the neck."""

MOST_HIGH_WIDTH_MM = 95.0

SLIT_MM = 120.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Neckline:
    """The neck edge from the centre to the shoulder, and its kind.

    ``rise`` is what a high neck adds to the shoulder seam before ``base``, the neck end of the
    shoulder itself. ``marks`` are lines inside the piece, such as a slit.
    """

    kind: str
    path: Path
    base: Point
    rise: Path = ()
    marks: tuple[InnerLine, ...] = ()

    @property
    def centre(self) -> Point:
        """Where it meets the centre."""
        return self.path[0].start

    @property
    def shoulder(self) -> Point:
        """Where it meets the shoulder seam."""
        return self.path[-1].end

    def facing_edge(self, outer_top: Point, width_mm: float) -> Path:
        """The outer edge of its facing, from the shoulder line down to the centre."""
        depth = self.centre[0]
        if self.kind == "v":
            return line(outer_top, (depth + _V_FACING_MORE * width_mm, 0.0))
        below = SLIT_MM + 30.0 if self.kind == "slit" else 0.0
        bottom = (depth + below + width_mm, 0.0)
        corner = (bottom[0], outer_top[1])
        if self.kind == "square":
            return (Line(outer_top, corner), Line(corner, bottom))
        return (smooth(outer_top, corner, corner, bottom, 0.55),)


def neckline(kind: str, depth_mm: float, shoulder: Point) -> Neckline:
    """A neckline of a kind (``KINDS``). A boat is no deeper than half its width.

    Raises:
        DraftRefused: it does not come below the shoulder line.
        KeyError: no such kind.
    """
    if kind not in KINDS:
        raise KeyError(kind)
    if kind == "boat":
        depth_mm = min(depth_mm, max(0.45 * shoulder[1], shoulder[0] + 20.0))
    curve = round_neck(depth_mm, shoulder)
    start: Point = (depth_mm, 0.0)
    width = shoulder[1]
    rise = depth_mm - shoulder[0]
    if kind == "high":
        if width > MOST_HIGH_WIDTH_MM:
            raise DraftRefused(
                say(
                    "necklines.high-neck-stands-round-neck",
                    most_high_width_mm=MOST_HIGH_WIDTH_MM,
                    width=width,
                ),
                "neck_width_mm",
                "neck",
            )
        top = (shoulder[0] - HIGH_MM, width - 2.0)
        centre = (max(depth_mm - HIGH_MM - 6.0, top[0] + 12.0), 0.0)
        low = Cubic(
            centre,
            (centre[0], 0.55 * width),
            (top[0] + 0.4 * (centre[0] - top[0]), width - 2.0),
            top,
        )
        return Neckline(kind=kind, path=(low,), base=shoulder, rise=(Line(top, shoulder),))
    if kind == "sweetheart":
        heart = Cubic(
            start,
            (depth_mm - 0.30 * rise, 0.10 * width),
            (depth_mm - 0.34 * rise, 0.62 * width),
            (depth_mm - 0.20 * rise, 0.94 * width),
        )
        return Neckline(kind=kind, path=(heart, Line(heart.end, shoulder)), base=shoulder)
    paths: dict[str, Path] = {
        "round": (curve,),
        "boat": (curve,),
        "slit": (curve,),
        "v": line(start, shoulder),
        "square": (Line(start, (depth_mm, 0.92 * width)), Line((depth_mm, 0.92 * width), shoulder)),
    }
    slit = InnerLine(name="slit", path=line(start, (depth_mm + SLIT_MM, 0.0)))
    return Neckline(
        kind=kind, path=paths[kind], base=shoulder, marks=(slit,) if kind == "slit" else ()
    )


def neck_facing(
    side: str, neck: Neckline, overarm: Point, width_mm: float, allow: Allowances
) -> Piece:
    """The facing of the neckline of a front or back, its centre on the fold. ``overarm`` is the
    unit vector along the shoulder.

    Raises:
        DraftRefused: the facing would be no wider than the neck is cut into it.
    """
    base = neck.base
    outer_top = (base[0] + overarm[0] * width_mm, base[1] + overarm[1] * width_mm)
    outer = neck.facing_edge(outer_top, width_mm)
    bottom = outer[-1].end
    if bottom[0] <= outer_top[0]:
        raise DraftRefused(
            say("necklines.facing-ends-down-centre-above", bottom=bottom[0]),
            "facing_mm",
        )
    return Piece(
        id=f"{side}-facing",
        name=f"{side.capitalize()} facing",
        edges=edges(
            allow,
            ("neck", neck.path, "neck"),
            ("shoulder", (*neck.rise, Line(base, outer_top)), "shoulder"),
            ("outer", outer, "facing"),
            ("centre", line(bottom, neck.centre), "fold"),
        ),
        cuts=(Cut(material="main", copies=1, on_fold=True),),
        inner_lines=neck.marks,
        points=(
            point("neck centre", neck.centre, "as on the garment"),
            point("shoulder at neck", neck.shoulder, "as on the garment"),
            point("outer, shoulder", outer_top, "facing width along the shoulder"),
            point("outer, centre", bottom, "facing width, a quarter more under a V"),
        ),
    )
