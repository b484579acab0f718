"""An upper part with one shoulder: its neck slants from there under the other arm."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from wickel.body import Body
from wickel.draft.builder.making import (
    NO_SHOULDERS,
    WHOLE_FRONT,
    Making,
    Part,
    Slot,
)
from wickel.draft.builder.parts.uppers import ASKED, PLAIN, lower_role, torso_of
from wickel.draft.builder.whole import whole
from wickel.draft.checks import TapeCheck
from wickel.draft.ledger import SIDES, Rule
from wickel.draft.operations import NewSeam, Spot, mapped_piece, split, spot_point
from wickel.draft.style import DraftRefused, Options
from wickel.draft.torso import MEASURED, Torso, torso_piece
from wickel.draft.usual_checks import alike, over_body
from wickel.geometry import MIRROR, Cubic
from wickel.pattern import Pattern, Piece, Seam, sewn_length
from wickel.wording import say, tr, words_of

_RULES: Mapping[str, Rule] = {
    "neck.down": ("6 cm", "3.4 cm"),
    "waist.down": "3.4 cm + nape_to_waist",
}
"""What the neck is drawn with before the slanting edge cuts it away."""


def _add(making: Making) -> Making:
    """Front and back whole; the back is seen from behind, so that its shoulder lies on the other
    side of the centre."""
    ruled = replace(making, ledger=making.ledger.ruled(_RULES))
    made, halves = torso_of(ruled, PLAIN, deep=False)
    making = replace(made, ledger=making.ledger, necklines=None)
    ledger = making.ledger
    ledger.at("Neck")
    hollow = ledger.both("neck.hollow", "0.6 cm", "Slanting neck hollowed by", (0, 60))
    front, back = (slanting(half, hollow.of(half.where), making) for half in halves)
    seams = (
        Seam(name="side seam", one=("front", "side"), other=("back", "side")),
        Seam(name="other side seam", one=("front", "other side"), other=("back", "other side")),
        Seam(name="shoulder", one=("front", "shoulder"), other=("back", "shoulder")),
    )
    made = making.with_pieces(front, mapped_piece(back, MIRROR), seams=seams)
    return replace(made, bare={"neck": SIDES, "armhole": SIDES})


def slanting(half: Torso, hollow: float, making: Making) -> Piece:
    """The half cut whole, without what lies above the slant from its shoulder to the other
    underarm. Raises ``DraftRefused``: the neck is narrower than the armhole is deep."""
    where = half.where
    both = whole(torso_piece(half, making.allow, lower=lower_role(making)))
    first, last = Spot(edge="shoulder", share=0.0), Spot(edge="other armhole", share=0.0)
    (ax, ay), (bx, by) = spot_point(both, first), spot_point(both, last)
    curve = Cubic(
        (ax, ay), (ax + 0.5 * (bx - ax), ay + hollow), (bx, by + 0.45 * (ay - by)), (bx, by)
    )
    seam = NewSeam(
        making.allow["neck"],
        name="neck",
        ids=(where, "rest"),
        names=(where.capitalize(), "Rest"),
    )
    try:
        kept, _ = split(both, first, last, seam, through=(curve,))
    except DraftRefused as refusal:
        raise DraftRefused(
            say("one_shoulder_dress.neck-narrower-lower-chest-line", refusal=words_of(refusal)),
            "neck_width_mm",
            "chest_depth_mm",
        ) from None
    return kept


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    front, back = (pattern.piece(where) for where in SIDES)
    across = next(p.across_mm for p in front.points if p.name == "underarm")
    return (
        *(
            TapeCheck(
                name=name,
                one="front, drawn up",
                one_mm=sewn_length(front, edge),
                other="back, drawn up",
                other_mm=sewn_length(back, edge),
                way_out=say("one_shoulder_dress.ruche-both-one-length"),
            )
            for name, edge in (("Side seam", "side"), ("Other side seam", "other side"))
        ),
        alike("Shoulder", front, back, "shoulder"),
        over_body(body, "bust", garment_mm=4 * across),
    )


PARTS = (
    Part(
        id="one-shoulder",
        slot=Slot.UPPER,
        name=tr("nothing, on one shoulder"),
        add=_add,
        options=ASKED,
        required=MEASURED,
        without=frozenset({Slot.NECK, Slot.SLEEVE, Slot.COLLAR, Slot.DART, Slot.YOKE}),
        traits=frozenset({NO_SHOULDERS, WHOLE_FRONT}),
        only_beside={
            Slot.CLOSING: (("side", "none"), say("builder.one-shoulder-at-side")),
            Slot.OPENING: (("none", "sides"), say("builder.whole-front-not-parted")),
        },
        checks=_checks,
        roles=("shoulder", "side", "neck", "armhole", "waist", "hem"),
        place=20,
    ),
)
