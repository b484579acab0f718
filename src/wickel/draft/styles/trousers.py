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
from wickel.draft.legs import (
    MEASURED,
    WAISTS,
    closed_waist,
    drafted_legs,
    leg_checks,
    leg_options,
    leg_piece,
)
from wickel.draft.parts import rectangle, waistband
from wickel.draft.pockets import OPENING_MM, SLANT_DOWN_MM, SLANT_IN_MM, seam_bag, slant
from wickel.draft.style import ChoiceOption, LengthOption, Option, Style, choices, lengths
from wickel.draft.usual_checks import alike, band_to_waist
from wickel.pattern import Cut, Notch, Pattern, Piece, Seam, edge_length
from wickel.wording import say

POCKET_BELOW_WAIST_MM = 40.0

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


def drafted(body: Body, options: Mapping[str, float | str], allow: Allowances) -> Pattern:
    """Draft trousers. Raises ``DraftRefused`` when no back rise or extension meets the crotch
    round."""
    o, choice = lengths(options), choices(options)
    halves = drafted_legs(body, o, choice["waist"])
    front, back = (
        leg_piece(id, name, half, allow)
        for id, name, half in zip(("front", "back"), ("Front leg", "Back leg"), halves, strict=True)
    )
    waist = 2 * (closed_waist(front) + closed_waist(back))
    if choice["waist"] == "elastic":
        one = (Cut(material="main", copies=1),)
        band = rectangle("casing", "Casing", waist, 2 * o["band_mm"], allow, one, fold_line=True)
    else:
        band = waistband(waist, o["overlap_mm"], o["band_mm"], allow)
    bags: tuple[Piece, ...] = ()
    if choice["pockets"] == "slant":
        front, *slanted = slant(front, allow)
        bags = tuple(slanted)
    elif choice["pockets"] == "seam":
        front, back = _with_opening(front), _with_opening(back)
        bags = (seam_bag(allow),)
    return Pattern(
        style="trousers",
        pieces=(front, back, band, *bags),
        seams=(
            Seam(name="side seam", one=("front", "side"), other=("back", "side")),
            Seam(name="inseam", one=("front", "inseam"), other=("back", "inseam")),
        ),
    )


def _with_opening(leg: Piece) -> Piece:
    """The leg with notches for a pocket in its side seam."""
    marks = tuple(
        Notch(name=f"pocket {word}", edge="side", at_mm=at)
        for word, at in (
            ("top", POCKET_BELOW_WAIST_MM),
            ("bottom", POCKET_BELOW_WAIST_MM + OPENING_MM),
        )
    )
    return replace(leg, notches=(*leg.notches, *marks))


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of trousers."""
    front, back, band = pattern.piece("front"), pattern.piece("back"), pattern.pieces[2]
    slanted = options["pockets"] == "slant"
    # what a slant pocket cut away from the front is on the piece behind it
    waist = 2 * (closed_waist(front) + closed_waist(back) + (SLANT_IN_MM if slanted else 0.0))
    overlap = float(options["overlap_mm"]) if band.id == "waistband" else 0.0
    (hip,) = (p.across_mm for p in back.points if p.name == "hip")
    side = TapeCheck(
        name="Side seam",
        one="front and pocket" if slanted else "front",
        one_mm=edge_length(front, "side") + (SLANT_DOWN_MM if slanted else 0.0),
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
    drafted=drafted,
    checked=checked,
)
