"""What is left of a cloth when its lay is cut: pieces worth keeping, with shape and size."""

from __future__ import annotations

from dataclasses import dataclass

from shapely.geometry import Point as ShapelyPoint
from shapely.geometry import Polygon

from wickel.geometry import Outline, bounds
from wickel.lay import Lay, LeftOver, left_over, rectangle_in
from wickel.wording import Sentence, say

WORTH_MM2 = 20_000.0
"""What is smaller than a hand is not offered to be kept."""
MOST = 8
WEB_SHARE = 0.5
"""What fills less of the box round it is a web of strips between pieces: its largest rectangle is
what can be cut from again."""


@dataclass(frozen=True, slots=True, kw_only=True)
class LeftPiece:
    """A piece that is left: its outline on the table, the plies that lie there, its area of one
    ply, and the box round it, in mm; ``of_web`` when it is the largest rectangle of a web of
    strips."""

    outline: Outline
    plies: int
    mm2: float
    long_mm: float
    broad_mm: float
    of_web: bool = False

    @property
    def words(self) -> Sentence:
        """Its size in words."""
        plies = (
            say("left.one-ply") if self.plies == 1 else say("left.so-many-plies", count=self.plies)
        )
        code = "left.rectangle" if self.of_web else "left.piece"
        return say(code, long=self.long_mm, broad=self.broad_mm, area=self.mm2, plies=plies)


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
        found.append(_piece(rest, plies))
    found = [piece for piece in found if piece.mm2 >= WORTH_MM2]
    return tuple(sorted(found, key=lambda piece: -piece.mm2)[:MOST])


def _piece(rest: LeftOver, plies: int) -> LeftPiece:
    """What is left as it is kept: as it is, or of a web its largest rectangle."""
    box, outline, area = bounds(rest.outline), rest.outline, rest.mm2
    inner = rectangle_in(rest) if area < WEB_SHARE * box.width * box.height else None
    if inner is not None:
        box, area = inner, inner.width * inner.height
        outline = (
            (box.min_x, box.min_y),
            (box.max_x, box.min_y),
            (box.max_x, box.max_y),
            (box.min_x, box.max_y),
        )
    return LeftPiece(
        outline=outline,
        plies=plies,
        mm2=area,
        long_mm=box.width,
        broad_mm=box.height,
        of_web=inner is not None,
    )
