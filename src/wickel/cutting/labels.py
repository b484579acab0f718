"""Labels: what is written on every piece as soon as it is cut."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from wickel.cutting.joining import sewn_edges
from wickel.cutting.to_cut import ToCut
from wickel.drawing import worn_side
from wickel.job.laid import shown_garment
from wickel.lay import CutPiece, Lay, flat_copies
from wickel.pattern import Pattern, Piece
from wickel.wording import Text, say

FUSING = "interfacing"


@dataclass(frozen=True, slots=True, kw_only=True)
class Joint:
    """An edge of a piece and the piece that it is sewn to."""

    edge: str
    piece: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Label:
    """One finished copy: its name, which it is of how many and on which side it is worn, its
    garment, size, cloth and initials, what it joins to, whether it is fused, and from which
    placement it comes."""

    name: str
    number: int
    of: int
    side: Text
    garment: str
    size: str
    mark: str
    cloth: str
    joins: tuple[Joint, ...]
    fused: bool
    placement: str

    @property
    def which(self) -> Text:
        """Which copy it is, in words; nothing where there is one."""
        if self.of == 1:
            return self.side
        count = say("labels.which", number=self.number, of=self.of)
        return say("labels.which-side", which=count, side=self.side) if self.side else count


def labels(lay: Lay, work: ToCut) -> tuple[Label, ...]:
    """A label for every copy that a lay gives, piece after piece."""
    marks = work.marks(lay)
    return tuple(
        label for piece in lay.pieces for label in _labels(piece, lay, work, marks[piece.garment])
    )


def _labels(piece: CutPiece, lay: Lay, work: ToCut, mark: str) -> Iterator[Label]:
    own = [placement for placement in lay.placements if placement.piece == piece.id]
    total = sum(placement.yields for placement in own)
    found = work.drafted(piece)
    joined = () if found is None else joints(found.piece, found.done.pattern)
    paired = any(order.pair for order in piece.orders if order.cloth == lay.cloth.id)
    number = 0
    for placement in own:
        for copy in flat_copies(placement, piece, lay.zone(placement)):
            number += 1
            yield Label(
                name=piece.name,
                number=number,
                of=total,
                side=worn_side(piece, copy.hand) if paired and copy.hand else "",
                garment=shown_garment(piece.garment, work.job) if piece.garment else "",
                size=piece.size,
                mark=mark,
                cloth=lay.cloth.shown_name,
                joins=joined,
                fused=found is not None and is_fused(found.piece, piece, lay),
                placement=placement.id,
            )


def is_fused(drafted: Piece, piece: CutPiece, lay: Lay) -> bool:
    """Whether a piece is cut from interfacing too, and this copy is not the interfacing itself."""
    if not any(cut.material == FUSING for cut in drafted.cuts):
        return False
    first = piece.orders[0].cloth
    return len(piece.orders) > 1 and lay.cloth.id == first


def joints(piece: Piece, pattern: Pattern) -> tuple[Joint, ...]:
    """What each edge of a piece is sewn to, in the order of its edges."""
    return tuple(
        dict.fromkeys(
            Joint(edge=edge.name, piece=pattern.piece(other).name)
            for edge, (other, _) in sewn_edges(piece, pattern)
        )
    )
