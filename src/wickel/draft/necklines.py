"""Necklines: round, V and square, each with the facing that follows it.

Points are (down, across) in mm. A neckline runs from the centre up to the shoulder line.
"""

from __future__ import annotations

from dataclasses import dataclass

from wickel.draft.allowances import Allowances
from wickel.draft.parts import edges, line, point, round_neck
from wickel.draft.style import DraftRefused
from wickel.geometry import Line, Path, Point, smooth
from wickel.pattern import Cut, Piece

KINDS = {"round": "round", "v": "V", "square": "square"}
_V_FACING_MORE = 1.25
"""A V's facing is this much longer at the centre than it is wide at the shoulder."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Neckline:
    """The neck edge from the centre to the shoulder, and its kind."""

    kind: str
    path: Path

    @property
    def centre(self) -> Point:
        """Where it meets the centre."""
        return self.path[0].start

    @property
    def shoulder(self) -> Point:
        """Where it meets the shoulder line."""
        return self.path[-1].end

    def facing_edge(self, outer_top: Point, width_mm: float) -> Path:
        """The outer edge of its facing, from the shoulder line down to the centre."""
        depth = self.centre[0]
        if self.kind == "v":
            return line(outer_top, (depth + _V_FACING_MORE * width_mm, 0.0))
        bottom = (depth + width_mm, 0.0)
        corner = (bottom[0], outer_top[1])
        if self.kind == "square":
            return (Line(outer_top, corner), Line(corner, bottom))
        return (smooth(outer_top, corner, corner, bottom, 0.55),)


def neckline(kind: str, depth_mm: float, shoulder: Point) -> Neckline:
    """A neckline of a kind (``KINDS``).

    Raises:
        DraftRefused: it does not come below the shoulder line.
        KeyError: no such kind.
    """
    curve = round_neck(depth_mm, shoulder)
    start: Point = (depth_mm, 0.0)
    paths: dict[str, Path] = {
        "round": (curve,),
        "v": line(start, shoulder),
        "square": (Line(start, (depth_mm, 0.92 * shoulder[1])), Line((depth_mm, 0.92 * shoulder[1]), shoulder)),
    }
    return Neckline(kind=kind, path=paths[kind])


def neck_facing(
    id: str,
    name: str,
    neck: Neckline,
    overarm: Point,
    width_mm: float,
    allow: Allowances,
    cut: Cut,
    *,
    centre: str = "fold",
) -> Piece:
    """The facing of a neckline. ``overarm`` is the unit vector along the shoulder.

    Raises:
        DraftRefused: the facing would be no wider than the neck is cut into it.
    """
    shoulder = neck.shoulder
    outer_top = (shoulder[0] + overarm[0] * width_mm, shoulder[1] + overarm[1] * width_mm)
    outer = neck.facing_edge(outer_top, width_mm)
    bottom = outer[-1].end
    if bottom[0] <= outer_top[0]:
        raise DraftRefused(
            f"The facing ends {bottom[0] / 10:.1f} cm down at the centre, above its end at the shoulder: "
            "make the neck deeper.",
            "facing_mm",
        )
    return Piece(
        id=id,
        name=name,
        edges=edges(
            allow,
            ("neck", neck.path, "neck"),
            ("shoulder", line(shoulder, outer_top), "shoulder"),
            ("outer", outer, "facing"),
            ("centre", line(bottom, neck.centre), centre),
        ),
        cuts=(cut,),
        points=(
            point("neck centre", neck.centre, "as on the garment"),
            point("shoulder at neck", shoulder, "as on the garment"),
            point("outer, shoulder", outer_top, "facing width along the shoulder"),
            point("outer, centre", bottom, "facing width, a quarter more under a V"),
        ),
    )
