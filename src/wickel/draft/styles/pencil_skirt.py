"""The pencil skirt: straight or tapered, darts or none, centre-back closing with a slit, waistband.

Quarter system: a quarter of the waist and of the hip, each with a quarter of its ease; what the
waist is narrower goes into a dart and the side seam. Points are (down, across) in mm: down from the
waist line at the side, across from the centre.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.close_skirt import CloseHalf, close_halves, close_piece
from wickel.draft.ledger import Ledger
from wickel.draft.parts import (
    BAND_OPTIONS,
    dart_width,
    waistband,
)
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Style
from wickel.draft.usual_checks import (
    AT_ZIP,
    LOWER_ZIP,
    ZIP,
    alike,
    band_to_waist,
    over_body,
    passes,
    ring_at,
    waist_to_body,
    zip_level,
)
from wickel.pattern import (
    Notch,
    Pattern,
    Piece,
    Seam,
    edge_length,
)
from wickel.wording import say

OVER_HIP_MM = 15.0

OPTIONS = (
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=-20,
        least=-350,
        most=350,
    ),
    LengthOption(id="waist_ease_mm", question="Ease at the waist", default=15, least=0, most=80),
    LengthOption(id="hip_ease_mm", question="Ease at the hip", default=40, least=15, most=150),
    LengthOption(
        id="taper_mm",
        question="Narrower at the hem, each quarter (wider: −)",
        default=25,
        least=-120,
        most=50,
    ),
    ChoiceOption(
        id="shape",
        question="The waist is shaped",
        default="darts",
        choices={"darts": "by darts", "sides": "at the sides"},
    ),
    LengthOption(id="slit_mm", question="Slit at the centre back", default=180, least=0, most=400),
    *BAND_OPTIONS,
)


def steps(ledger: Ledger, allow: Allowances) -> Pattern:
    """Chalk the pencil skirt: waist, hip and hem of front and back, the dart, the band.

    Raises:
        DraftRefused: body and figures disagree.
    """
    halves = close_halves(ledger, darted=ledger.choice("shape") != "sides")
    ledger.at("Closing and band")
    slit = ledger.length("slit.long", "slit", "Slit at the centre back", (0, 450))
    zip_long = ledger.length(
        "zip.long", "max(20 cm, hip_down_back)", "Zip below the waist", (140, 300)
    )
    front, back = (
        close_piece(half, (half.side, half.side.capitalize()), allow, centre=centre)
        for half, centre in zip(halves, ("fold", "closing"), strict=True)
    )
    back = _closed_behind(back, halves[1], slit, zip_long)
    band = ledger.length(
        "band.long",
        "2*waist_across_front + 2*waist_across_back + overlap",
        "Length of the waistband, with its overlap",
    )
    high = ledger.length("band.high", "band", "Finished height of the waistband", (10, 120))
    return Pattern(
        style="pencil-skirt",
        pieces=(front, back, waistband(band, 0.0, high, allow)),
        seams=(
            Seam(name="side seam", one=("front", "side"), other=("back", "side")),
            Seam(name="waist", one=("front", "waist"), other=("waistband", "join")),
        ),
    )


def _closed_behind(back: Piece, half: CloseHalf, slit: float, zip_long: float) -> Piece:
    """The back with its slit and its zip. Raises ``DraftRefused``: they meet."""
    down = half.long - half.dip
    if down - zip_long < slit:
        raise DraftRefused(
            say("pencil_skirt.skirt-long-slit-reach-above", long=half.long, slit=slit),
            "slit_mm",
            "slit.long",
            "zip.long",
            "below_knee_mm",
        )
    marks = (
        Notch(name="slit", edge="centre", at_mm=slit),
        Notch(name=ZIP, edge="centre", at_mm=down - zip_long),
    )
    return replace(back, notches=(*back.notches, *marks))


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a pencil skirt."""
    front, back, band = pattern.piece("front"), pattern.piece("back"), pattern.piece("waistband")
    waist = 2 * sum(
        edge_length(piece, "waist") - dart_width(piece, "waist") for piece in (front, back)
    )
    return (
        alike("Side seam", front, back, "side"),
        waist_to_body(body, waist, float(options["waist_ease_mm"])),
        band_to_waist(band, float(options["overlap_mm"]), waist),
        over_body(
            body,
            "hip",
            garment_mm=2 * sum(piece.edge("side").path[0].end[1] for piece in (front, back)),
            least_mm=OVER_HIP_MM,
        ),
        passes(body, "hip", ring_at((front, back), zip_level(back)), AT_ZIP, LOWER_ZIP),
    )


STYLE = Style(
    id="pencil-skirt",
    name="Pencil skirt",
    summary="Front on the fold, back with zip and slit, darts or none, straight waistband.",
    charts=("women",),
    required=("waist", "hip", "waist_to_hip", "waist_to_knee"),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("waist", "side", "hem", "closing", "band"),
    steps=steps,
    checked=checked,
)
