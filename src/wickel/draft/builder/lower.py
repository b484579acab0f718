"""What all lower parts share that are sewn on at the waist: their figures, their pieces, the seams
and checks."""

from __future__ import annotations

from dataclasses import dataclass, replace

from wickel.body import Body
from wickel.draft.builder.making import (
    OPENS_BEHIND,
    OPENS_IN_FRONT,
    Making,
    lower_edge_mm,
    stand_mm,
)
from wickel.draft.checks import TapeCheck
from wickel.draft.facings import edge_facing
from wickel.draft.ledger import SIDES, Both
from wickel.draft.operations.reshaping import extend
from wickel.draft.style import DraftRefused, LengthOption, Options
from wickel.draft.usual_checks import alike
from wickel.pattern import Notch, Pattern, Piece, Seam, edge_length, sewn_length
from wickel.wording import say

BELOW_KNEE = LengthOption(
    id="below_knee_mm",
    question="Length below the knee (above: −)",
    default=50,
    least=-350,
    most=500,
)


ZIP_END = "zip ends"
"""The notch of a skirt where the zip of its garment ends."""


@dataclass(frozen=True, slots=True)
class Half:
    """The front or back of a lower part."""

    side: str

    @property
    def id(self) -> str:
        """The id of its piece."""
        return f"skirt-{self.side}"

    @property
    def name(self) -> str:
        """What a maker calls it."""
        return f"Skirt {self.side}"


def skirt_figures(making: Making) -> tuple[Both, Both]:
    """The quarters of the waist that a lower part is sewn to, and how long it is, in mm."""
    ledger = making.ledger
    ledger.at("Skirt")
    ledger.know("joined", making.joined_mm())
    waist = ledger.both("skirt.waist", "joined", "A quarter of the skirt at the waist seam")
    long = ledger.both(
        "skirt.down", "waist_to_knee + below_knee", "Length of the skirt", (120, 1400)
    )
    return waist, long


def added(making: Making, front: Piece, back: Piece) -> Making:
    """The garment with a front and back sewn to its waist and to each other. Where it opens in
    front, the skirt does too, with its own stand and facing."""
    front, back = (_with_zip_end(piece, making) for piece in (front, back))
    pieces = [front, back]
    if OPENS_IN_FRONT in making.needs:
        making, facing = making.with_facing()
        pieces[0] = _with_stand(front, making)
        strip = edge_facing(pieces[0], ("front edge",), facing.front, making.allow)
        pieces.append(replace(strip, notches=()))
    seams = (
        Seam(name="skirt side", one=(front.id, "side"), other=(back.id, "side")),
        *(
            Seam(name=f"{side} waist", one=(making.names(side)[0], "hem"), other=(own.id, "waist"))
            for side, own in zip(SIDES, (front, back), strict=True)
        ),
    )
    return making.with_pieces(*pieces, seams=seams)


def _with_zip_end(piece: Piece, making: Making) -> Piece:
    """The front or back with a notch where the zip ends, on its centre or its side; it has no other
    notches."""
    behind = OPENS_BEHIND in making.needs
    if making.zip_mm is None or (behind and piece.id != Half("back").id):
        return replace(piece, notches=())
    edge = "centre" if behind else "side"
    long = edge_length(piece, edge)
    # the centre runs from the hem up
    at = long - making.zip_mm if behind else making.zip_mm
    if not 0 < at < long:
        raise DraftRefused(say("builder.zip-too-long", down=making.zip_mm, long=long), "zip.below")
    return replace(piece, notches=(Notch(name=ZIP_END, edge=edge, at_mm=at),))


def _with_stand(front: Piece, making: Making) -> Piece:
    """The front with its stand past the centre; what is drawn in of its waist is so up to there."""
    stand = making.stand_mm
    opened = extend(front, "centre", stand, name="front edge", allowance_mm=making.allow["facing"])
    drawn_in = front.edge("waist").comes_back_to_mm
    if drawn_in is None:
        return opened
    return replace(
        opened,
        edges=tuple(
            replace(edge, comes_back_to_mm=drawn_in + stand) if edge.name == "waist" else edge
            for edge in opened.edges
        ),
    )


def lower_checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """The side seams of a skirt, and its waist against that of the upper part."""
    front, back = (pattern.piece(Half(side).id) for side in SIDES)
    skirt = sewn_length(front, "waist") + sewn_length(back, "waist") - stand_mm(pattern)
    return (
        alike("Skirt side seam", front, back, "side"),
        waist_check(pattern, "the skirt all round", 2 * skirt),
    )


def waist_check(pattern: Pattern, one: str, one_mm: float) -> TapeCheck:
    """What is sewn on at the waist, all round, against the upper part."""
    upper = sum(lower_edge_mm(pattern.pieces, side) for side in SIDES) - stand_mm(pattern)
    return TapeCheck(
        name="Waist seam",
        one=one,
        one_mm=one_mm,
        other="the upper part, darts closed",
        other_mm=2 * upper,
        way_out=say("builder.draw-skirt-to-waist"),
    )
