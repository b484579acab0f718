"""Facings that follow the edges of a drafted piece, with refusals in the words of a style's own
questions."""

from __future__ import annotations

from dataclasses import dataclass

from wickel.draft.allowances import Allowances
from wickel.draft.ledger import Ledger
from wickel.draft.operations import facing
from wickel.draft.parts import edges, line, point
from wickel.draft.style import DraftRefused
from wickel.geometry import Cubic, Line, length, point_at
from wickel.pattern import Cut, InnerLine, Layer, Piece, PieceRole
from wickel.wording import say, words_of


def edge_facing(
    piece: Piece,
    along: tuple[str, ...],
    width_mm: float,
    allow: Allowances,
    *,
    option: str = "facing_mm",
) -> Piece:
    """The facing along some edges of a piece, called after it.

    ``option`` is the style's option that its width came from.

    Raises:
        DraftRefused: it does not fit; concerns the width of the facings and the neck.
    """
    try:
        return facing(
            piece,
            along,
            width_mm,
            id=f"{piece.id}-facing",
            name=f"{piece.name} facing",
            allowance_mm=allow["facing"],
        )
    except DraftRefused as refusal:
        raise DraftRefused(words_of(refusal), option, "neck_width_mm") from None


KNEE_BELOW_MM, KNEE_ABOVE_MM = 30.0, 20.0
"""The facing is as narrow as beside the slit so far below its width at the neck, and so far above
its end."""
_MOST_SHARE = 0.95
"""Of a shoulder that is parted by a panel seam a facing takes so much at most."""
CORNER_SHARE = 0.55
"""How far the handles of a rounded corner reach towards it: a quarter of a circle."""


@dataclass(frozen=True, slots=True, kw_only=True)
class SlitFacing:
    """A facing that follows the neck and runs on down the centre past a slit, in mm: how wide it is
    along the neck, how far it goes on below the slit, and half its width beside it."""

    wide: float
    below: float
    half: float


def slit_facing_by(ledger: Ledger, front: Piece, slit: InnerLine, wide_mm: float) -> SlitFacing:
    """The figures of the facing of a slit, which is so wide along the neck, and ends above the
    lower edge."""
    long = max(segment.end[0] for segment in slit.path)
    ledger.know("below_slit", _lower_end(front) - long)
    return SlitFacing(
        wide=wide_mm,
        below=ledger.length(
            "slit.facing_below",
            "min(7.62 cm, below_slit - 0.5 cm)",
            "Facing below the slit",
            (20, 150),
            source="3 in",
        ),
        half=ledger.length(
            "slit.facing_half", "4.5 cm", "Half the facing beside the slit", (20, 80)
        ),
    )


def slit_facing(front: Piece, slit: InnerLine, size: SlitFacing, allow: Allowances) -> Piece:
    """The facing of the neck of a front on the fold that is slit, the slit marked on it.

    Raises:
        DraftRefused: it would end below the hem.
    """
    neck = front.edge("neck")
    # of a front in panels its neck may end at a panel seam
    beside = next(e for e in front.edges if e.start == neck.end and e.name != "neck")
    depth, long = neck.start[0], max(segment.end[0] for segment in slit.path)
    lowest, end = long + size.below, _lower_end(front)
    if size.below <= 0 or lowest > end:
        raise DraftRefused(
            say("box_dress.slit-facing-ends-down-below", slit_end=lowest, hem_side=end),
            "slit_mm",
            "slit.long",
            "neck.slit",
            "below_knee_mm",
        )
    wide = min(size.wide, _MOST_SHARE * length(beside.path))
    base, outer_top = beside.start, point_at(beside.path, wide)
    knee_down = min(depth + size.wide + KNEE_BELOW_MM, lowest - KNEE_ABOVE_MM)
    knee, foot, bottom = (knee_down, size.half), (lowest, size.half), (lowest, 0.0)
    reach = CORNER_SHARE * (knee[0] - outer_top[0])
    bend = Cubic(
        outer_top, (outer_top[0] + reach, outer_top[1]), (knee[0] - reach, size.half), knee
    )
    return Piece(
        id=f"{front.id}-facing",
        name=f"{front.name} facing",
        role=PieceRole.BODICE,
        view=front.view,
        layer=Layer.FACING,
        of=front.id,
        edges=edges(
            allow,
            ("neck", neck.path, "neck"),
            (beside.name, line(base, outer_top), "shoulder"),
            ("outer", (bend, Line(knee, foot), Line(foot, bottom)), "facing"),
            ("centre", line(bottom, neck.start), "fold"),
        ),
        cuts=(Cut(material="main", copies=1, on_fold=True),),
        inner_lines=(slit,),
        points=(
            point("neck centre", neck.start, "as on the garment", "neck.down"),
            point("shoulder at neck", base, "as on the garment", "neck.across"),
            point("outer, shoulder", outer_top, "facing width along the shoulder", "facing.wide"),
            point("outer, centre", bottom, "3 in below the slit", "slit.facing_below"),
        ),
    )


def _lower_end(front: Piece) -> float:
    """How far down a front ends in its centre or at its side."""
    return max(front.edge("hem").start[0], front.edge("hem").end[0])
