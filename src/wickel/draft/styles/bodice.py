"""The fitted bodice or blouse: darts or panel seams, to the waist or below, any neck, sleeve,
closing, collar.

Quarter system: points are (down, across) in mm, down from the neck end of the shoulder, across from
the centre.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.circles import flounce
from wickel.draft.collars import COLLAR_OPTIONS, collar_by, collar_pieces
from wickel.draft.facings import edge_facing
from wickel.draft.fastenings import button_stand, buttons_by
from wickel.draft.ledger import Both, Ledger
from wickel.draft.necklines import KINDS, SLIT_MM
from wickel.draft.sleeves import MEASURED as SLEEVE_MEASURED
from wickel.draft.sleeves import sleeve_options, sleeve_pieces_by
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Style, choices
from wickel.draft.torso import (
    AT_THE_WAIST,
    CHEST_DEPTH,
    CHEST_LINE,
    MEASURED,
    Torso,
    TorsoCut,
    shoulder_options,
    torso_by,
)
from wickel.draft.upper import (
    SHAPE,
    WHOLE,
    UpperMade,
    half_names,
    half_pieces,
    upper_checks,
    upper_seams,
)
from wickel.draft.usual_checks import over_head
from wickel.geometry import length
from wickel.pattern import Pattern, Piece, edge_length
from wickel.wording import say

STAND_MM = 18.0
"""The button stand by the house's rule."""

OPTIONS = (
    SHAPE,
    LengthOption(
        id="below_waist_mm", question="Length below the waist", default=170, least=0, most=320
    ),
    LengthOption(
        id="ease_mm", question="Ease at bust, waist and hip", default=60, least=20, most=200
    ),
    ChoiceOption(
        id="closing",
        question="It closes",
        default="back",
        choices={
            "back": "in the centre back",
            "front": "with buttons in front",
            "none": "with a zip in the side",
        },
    ),
    CHEST_LINE,
    CHEST_DEPTH,
    *sleeve_options(),
    ChoiceOption(id="neck", question="The front neck is", default="round", choices=KINDS),
    *shoulder_options(),
    LengthOption(id="facing_mm", question="Width of the facings", default=60, least=40, most=100),
    *COLLAR_OPTIONS,
    ChoiceOption(
        id="peplum",
        question="A peplum at the waist",
        default="none",
        choices={"none": "no", "half": "half a circle", "full": "a full circle"},
    ),
    LengthOption(
        id="peplum_mm",
        question="Length of the peplum",
        default=160,
        least=60,
        most=320,
        only_with=("peplum", ("half", "full")),
    ),
)


def steps(ledger: Ledger, allow: Allowances) -> Pattern:
    """Chalk the bodice: the torso, then the sleeve into its armhole, closing, collar and peplum.

    Raises:
        DraftRefused: body and figures disagree.
    """
    choice = choices(ledger.options)
    _agree(choice)
    peplum = choice["peplum"] != "none"
    cut = TorsoCut(
        neck=choice["neck"],
        back_neck="high" if choice["neck"] == "high" else "round",
        below=AT_THE_WAIST if peplum else "below_waist",
        panels=choice["shape"] != WHOLE,
    )
    front, back = torso_by(ledger, cut)
    ledger.at("Facings and closing")
    edges = _Edges(
        facing=ledger.both("facing.wide", "facing", "Width of the facing", (25, 140)),
        stand=ledger.length("stand.wide", "1.8 cm", "Button stand beyond the centre", (8, 60))
        if choice["closing"] == "front"
        else 0.0,
        lower="waist" if peplum else "hem",
    )
    pieces = [piece for half in (front, back) for piece in _half(ledger, half, edges, allow)]
    armhole = length((front.armhole,)) + length((back.armhole,))
    sleeves = sleeve_pieces_by(ledger, armhole, front.chest, allow)
    pieces += sleeves
    ledger.at("Collar and peplum")
    if choice["collar"] != "none":
        pieces += collar_pieces(
            choice["collar"],
            length(front.neck.path) + length(back.neck.path),
            edges.stand,
            collar_by(ledger, choice["collar"]),
            allow,
            opens_behind=choice["closing"] == "back",
        )
    if peplum:
        ledger.know("waist_round", 2 * (front.closed_waist_mm() + back.closed_waist_mm()))
        round_mm = ledger.length("peplum.round", "waist_round", "Peplum at the waist")
        long = ledger.length("peplum.long", "peplum", "Length of the peplum", (40, 400))
        part = 0.5 if choice["peplum"] == "half" else 1.0
        pieces += flounce("peplum", "Peplum", round_mm, long, part, allow)
    return Pattern(
        style="bodice", pieces=tuple(pieces), seams=upper_seams(choice["shape"], sleeves)
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class _Edges:
    """How the edges of a bodice are finished: widths of facings and stand in mm, and the role of
    the lower edge."""

    facing: Both
    stand: float
    lower: str


def _agree(choice: Mapping[str, str]) -> None:
    if choice["collar"] != "none" and choice["neck"] not in ("round", "v", "slit"):
        raise DraftRefused(
            say("bodice.collar-sewn-round-v-neck", kinds=KINDS[choice["neck"]]),
            "collar",
            "neck",
        )
    if choice["closing"] == "front" and choice["neck"] in ("slit", "sweetheart"):
        raise DraftRefused(
            say("bodice.neck-no-straight-centre-buttons", kinds=KINDS[choice["neck"]]),
            "closing",
            "neck",
        )


def _half(ledger: Ledger, half: Torso, finish: _Edges, allow: Allowances) -> list[Piece]:
    """The piece or panels of a half, and its neck facing."""
    choice = choices(ledger.options)
    where = "front" if half.front else "back"
    opens = choice["closing"] == where
    centre = "closing" if opens and not half.front else "fold"
    pieces = half_pieces(half, choice["shape"], allow, centre=centre, lower=finish.lower)
    if opens and half.front:
        opened, strip = button_stand(
            pieces[0],
            finish.stand,
            finish.facing.front,
            allow,
            lambda long: buttons_by(ledger, long),
        )
        return [opened, *pieces[1:], strip]
    if choice["collar"] != "none":
        return pieces
    strip = edge_facing(pieces[0], ("neck",), finish.facing.of(where), allow)
    strip = replace(strip, id=f"{where}-facing", name=f"{where.capitalize()} facing")
    return [*pieces, strip]


def _stand_mm(pattern: Pattern, choice: Mapping[str, str]) -> float:
    """What a collar's stand goes on past the centre: only where buttons close it."""
    if choice["closing"] != "front":
        return 0.0
    return pattern.figure_or("stand.wide", STAND_MM)


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a bodice."""
    choice = choices(options)
    checks = upper_checks(
        pattern,
        body,
        options,
        UpperMade(shape=choice["shape"], extension_mm=_stand_mm(pattern, choice)),
    )
    if choice["closing"] != "none" or "head" not in body.measurements_mm:
        return checks
    names = [half_names(choice["shape"], where)[0] for where in ("front", "back")]
    slit = 2 * pattern.figure_or("neck.slit", SLIT_MM) if choice["neck"] == "slit" else 0.0
    opening = 2 * sum(edge_length(pattern.piece(name), "neck") for name in names) + slit
    return (
        *checks,
        over_head(
            body, opening, "Close it behind or in front, or take a wider neck or one with a slit."
        ),
    )


STYLE = Style(
    id="bodice",
    name="Fitted bodice",
    summary=(
        "Darts or panel seams, any neck and sleeve, closing behind, in front or at the side; "
        "collar, peplum."
    ),
    charts=("women",),
    required=(*MEASURED, *SLEEVE_MEASURED),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=(
        "shoulder",
        "side",
        "neck",
        "waist",
        "armhole",
        "hem",
        "curved_hem",
        "closing",
        "facing",
        "band",
    ),
    steps=steps,
    checked=checked,
)
