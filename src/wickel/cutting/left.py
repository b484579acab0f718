"""What is left of a cloth when its lay is cut: pieces worth keeping, with shape and size."""

from __future__ import annotations

from dataclasses import dataclass

from shapely.geometry import Point as ShapelyPoint
from shapely.geometry import Polygon

from wickel.geometry import Outline, bounds
from wickel.lay import Lay, left_over
from wickel.wording import Sentence, say

WORTH_MM2 = 20_000.0
"""What is smaller than a hand is not offered to be kept."""
MOST = 8


@dataclass(frozen=True, slots=True, kw_only=True)
class LeftPiece:
    """A piece that is left: its outline on the table, the plies that lie there, its area of one
    ply, and the box round it, in mm."""

    outline: Outline
    plies: int
    mm2: float
    long_mm: float
    broad_mm: float

    @property
    def words(self) -> Sentence:
        """Its size in words."""
        plies = (
            say("left.one-ply") if self.plies == 1 else say("left.so-many-plies", count=self.plies)
        )
        return say("left.piece", long=self.long_mm, broad=self.broad_mm, area=self.mm2, plies=plies)


def left_pieces(lay: Lay) -> tuple[LeftPiece, ...]:
    """What is worth keeping of what a lay leaves, the largest first."""
    found = []
    for rest in left_over(lay):
        if rest.mm2 < WORTH_MM2:
            break
        inside = ShapelyPoint(Polygon(rest.outline, rest.holes).representative_point())
        plies = next(
            (
                len(zone.plies)
                for section in lay.spread.sections
                for zone in section.zones
                if Polygon(zone.outline).covers(inside)
            ),
            1,
        )
        box = bounds(rest.outline)
        found.append(
            LeftPiece(
                outline=rest.outline,
                plies=plies,
                mm2=rest.mm2,
                long_mm=box.width,
                broad_mm=box.height,
            )
        )
    return tuple(found[:MOST])
