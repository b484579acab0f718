"""Trousers: straight legs, a darted, pleated or elastic waist, pockets; the crotch is solved to the
body.

The legs are ``draft.legs``. Points are (down, across) in mm: down from the waist, across from the
centre line.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.ledger import SIDES, Ledger
from wickel.draft.legs import (
    MEASURED,
    WAISTS,
    closed_waist,
    leg_checks,
    leg_options,
    leg_piece,
    legs_by,
)
from wickel.draft.parts import Strip, rectangle, waistband
from wickel.draft.pockets import cut_away, seam_bag, seam_bag_by, slant, slant_by
from wickel.draft.style import ChoiceOption, LengthOption, Option, Style
from wickel.draft.usual_checks import alike, band_to_waist
from wickel.pattern import Cut, Notch, Pattern, Piece, Seam, edge_length
from wickel.wording import say

OPTIONS: tuple[Option, ...] = (
    *leg_options(),
    LengthOption(id="waist_ease_mm", question="Ease at the waist", default=15, least=0, most=100),
    ChoiceOption(id="waist", question="The waist is", default="darts", choices=WAISTS),
    LengthOption(
        id="band_mm",
        question="Finished height of the band or casing",
        default=35,
        least=15,
        most=90,
    ),
    LengthOption(
        id="overlap_mm", question="Overlap of the waistband", default=30, least=0, most=80
    ),
    ChoiceOption(
        id="pockets",
        question="Pockets",
        default="none",
        choices={"none": "none", "seam": "in the side seams", "slant": "slanted, in front"},
    ),
)


def steps(ledger: Ledger, allow: Allowances) -> Pattern:
    """Chalk the trousers: the legs, the waistband or casing, the pockets.

    Raises:
        DraftRefused: no back rise or extension meets the crotch round, or figures disagree.
    """
    kind, pockets = ledger.choice("waist"), ledger.choice("pockets")
    halves = legs_by(ledger, kind)
    names = zip(("front", "back"), ("Front leg", "Back leg"), halves, strict=True)
    ledger.at("Darts")
    deep = ledger.both(
        "dart.long",
        "10.5 cm",
        "Length of the dart",
        (60, 180),
        only=tuple(
            side
            for side, half in zip(SIDES, halves, strict=True)
            if half.dart > 0 and not half.pleated
        ),
    )
    front, back = (leg_piece(id, name, half, allow, deep.of(id)) for id, name, half in names)
    band = _band(ledger, kind, 2 * (closed_waist(front) + closed_waist(back)), allow)
    bags: tuple[Piece, ...] = ()
    ledger.at("Pockets")
    if pockets == "slant":
        front, *slanted = slant(front, allow, slant_by(ledger))
        bags = tuple(slanted)
    elif pockets == "seam":
        down = ledger.length("pocket.down", "4 cm", "Pocket below the waist, on the side", (0, 120))
        bag = seam_bag_by(ledger)
        front, back = (_with_opening(leg, down, bag.opening) for leg in (front, back))
        bags = (seam_bag(allow, bag),)
    return Pattern(
        style="trousers",
        pieces=(front, back, band, *bags),
        seams=(
            Seam(name="side seam", one=("front", "side"), other=("back", "side")),
            Seam(name="inseam", one=("front", "inseam"), other=("back", "inseam")),
        ),
    )


def _band(ledger: Ledger, kind: str, waist: float, allow: Allowances) -> Piece:
    """The waistband, or the casing of the elastic."""
    ledger.at("Band")
    ledger.know("waist_round", waist)
    high = ledger.length("band.high", "band", "Finished height of the band or casing", (10, 120))
    if kind == "elastic":
        long = ledger.length("band.long", "waist_round", "Length of the casing")
        one = (Cut(material="main", copies=1),)
        casing = Strip(
            id="casing", name="Casing", long_mm=long, high_mm=2 * high, cuts=one, fold_line=True
        )
        return rectangle(casing, allow)
    long = ledger.length(
        "band.long", "waist_round + overlap", "Length of the waistband, with its overlap"
    )
    return waistband(long, 0.0, high, allow)


def _with_opening(leg: Piece, down_mm: float, opening_mm: float) -> Piece:
    """The leg with notches for a pocket in its side seam."""
    places = (("top", down_mm), ("bottom", down_mm + opening_mm))
    marks = (Notch(name=f"pocket {word}", edge="side", at_mm=at) for word, at in places)
    return replace(leg, notches=(*leg.notches, *marks))


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of trousers."""
    front, back, band = pattern.piece("front"), pattern.piece("back"), pattern.pieces[2]
    slanted = options["pockets"] == "slant"
    # what a slant pocket cut away from the front is on the piece behind it
    waist = 2 * (closed_waist(front) + closed_waist(back) + cut_away(pattern, "waist"))
    overlap = float(options["overlap_mm"]) if band.id == "waistband" else 0.0
    (hip,) = (p.across_mm for p in back.points if p.name == "hip")
    side = TapeCheck(
        name="Side seam",
        one="front and pocket" if slanted else "front",
        one_mm=edge_length(front, "side") + cut_away(pattern, "side"),
        other="back",
        other_mm=edge_length(back, "side"),
        way_out=say("trousers.draw-both-edges"),
    )
    checks = [
        *leg_checks(front, back, body, options, 4 * hip),
        side,
        band_to_waist(band, overlap, waist),
    ]
    if slanted:
        checks.append(
            alike("Pocket edge to its bag", front, pattern.piece("pocket-bag"), "pocket edge")
        )
    return tuple(checks)


STYLE = Style(
    id="trousers",
    name="Trousers",
    summary=(
        "Straight legs with a crease; darts, pleats or elastic; pockets; the crotch meets the body."
    ),
    charts=("women", "men", "children"),
    required=MEASURED,
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("waist", "side", "crotch", "hem", "band", "pocket"),
    steps=steps,
    checked=checked,
)
