"""The upper parts on the torso block: with darts, in panels, or plain, and then perhaps in one with
the sleeves."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from functools import partial

from wickel.body import Body
from wickel.draft.builder.making import (
    ASIDE,
    BANDED,
    BIAS_FRONT,
    COWL,
    DROPPED,
    GROWN_ON,
    KNIT,
    LOWERED,
    OPENS_BEHIND,
    PANELS,
    STRETCH,
    UNDER_BUST,
    WAIST_SEAM,
    WRAPPED,
    WRAPPED_BEHIND,
    Making,
    Part,
    Slot,
    has_edge,
)
from wickel.draft.builder.parts.neck_aside import aside
from wickel.draft.builder.whole import whole
from wickel.draft.checks import TapeCheck
from wickel.draft.cowl import Cowl, cowl_front
from wickel.draft.ledger import SIDES, Rule
from wickel.draft.parts import line
from wickel.draft.style import LengthOption, Options
from wickel.draft.torso import (
    AT_THE_WAIST,
    CHEST_DEPTH,
    CHEST_LINE,
    MEASURED,
    Torso,
    TorsoCut,
    torso_by,
)
from wickel.draft.torso_checks import torso_checks, under_bust_check
from wickel.draft.upper import WHOLE, half_pieces, upper_seams
from wickel.draft.usual_checks import alike, over_body
from wickel.pattern import BIAS_DEG, Pattern, Piece, sewn_length
from wickel.wording import say, tr

PLAIN = "plain"
CUT_AWAY: Mapping[str, Rule] = {
    "neck.across": "7.2 cm",
    "neck.down": ("8 cm", "2.2 cm"),
    "shoulder.slope": "3.8 cm",
    "waist.down": "2.2 cm + nape_to_waist",
}
"""What a shoulder is drawn with that is cut away."""
CLOSE = "close"
PANELLED = {"shoulder": "shoulder", "armhole": "armhole", "neck": "neck", CLOSE: "shoulder"}
"""The upper parts that are cut in panels, and where their seams begin."""
_NAMES = {
    WHOLE: tr("darts"),
    "shoulder": tr("panel seams from the shoulder"),
    "armhole": tr("panel seams from the armhole"),
    "neck": tr("panel seams from the neck"),
    CLOSE: tr("panel seams, close under the bust"),
    PLAIN: tr("nothing: it hangs plain"),
}
EASE = LengthOption(
    id="ease_mm", question="Ease at bust, waist and hip", default=60, least=20, most=200
)
ASKED = (EASE, CHEST_LINE, CHEST_DEPTH)
"""What every upper part on the torso block asks."""
UNDER_BUST_MEASURED = ("under_bust", "neck_to_under_bust")
"""What is measured for what lies close under the bust."""
CLOSE_ENDS_BELOW = {(Slot.WAIST, "under-bust"): say("builder.close-ends-below")}
PULLED_ON = ("none", "slit-behind", "placket", "seam-behind")
"""The closings that do not open the waist."""
LOWER_BY = "8 cm"
"""How far below the waist a lowered seam lies by the house's rule."""


def torso_of(
    making: Making, shape: str, *, topless: bool = False, necks: bool = True, deep: bool = True
) -> tuple[Making, tuple[Torso, Torso]]:
    """The points of both halves for the necks, the sleeves and the waist of a garment. ``topless``:
    nothing is drawn above the chest line; without ``necks`` no neck is, and none to its depth
    without ``deep``."""
    neck, back_neck = making.necks
    needs, ledger = making.needs, making.ledger
    below = "below_waist"
    if WAIST_SEAM in needs:
        below = LOWER_BY if LOWERED in needs else AT_THE_WAIST
    cut = TorsoCut(
        neck=neck,
        back_neck=back_neck,
        below=below,
        panels=shape in PANELLED,
        close=shape == CLOSE,
        plain=shape == PLAIN,
        passes_mm=ledger.measured("bust") / 4 if _pulled_on(making, shape) else 0.0,
        raised=UNDER_BUST in needs,
        shoulder="shoulder/2 + drop" if DROPPED in needs else "shoulder/2",
        dropped=DROPPED in needs,
        cowl=COWL in needs,
        necks=necks and not topless,
        deep=deep_sides(making) if deep else (),
        seamed=("back",) if OPENS_BEHIND in needs else (),
        topless=topless,
    )
    front, back = torso_by(ledger, cut)
    made = replace(making, halves=(front, back), necklines=(front.neck, back.neck))
    return with_seam_moved(made, back.level + back.hem_centre - back.centre_waist), (front, back)


def _pulled_on(making: Making, shape: str) -> bool:
    """Whether a plain upper part goes over the bust: it is not opened at the waist."""
    pulled = making.chosen[Slot.CLOSING] in PULLED_ON
    return shape == PLAIN and pulled and KNIT not in making.needs


def deep_sides(making: Making) -> tuple[str, ...]:
    """The sides whose neck is drawn to its depth: that of a cowl, of what is wrapped and of what
    opens between bands is not in front."""
    if WRAPPED_BEHIND in making.needs:
        return ("front",)
    return ("back",) if making.needs & {COWL, WRAPPED, BANDED} else SIDES


def with_seam_moved(making: Making, seam_mm: float) -> Making:
    """The garment whose waist seam lies higher or lower: what hangs from it starts at the level of
    the seam, so far below the neck point at the centre back, and not at the waist."""
    if not making.needs & {UNDER_BUST, LOWERED}:
        return making
    ledger = making.ledger
    waist = ledger.measured("nape_to_waist") + float(ledger.options["back_neck_mm"])
    ledger.know("above_waist", waist - seam_mm)
    return replace(making, above="above_waist")


def with_halves(making: Making, pieces: list[Piece], seamed: str) -> Making:
    """The garment with the pieces of its upper part, their necks and armholes still bare."""
    made = making.with_pieces(*pieces, seams=upper_seams(seamed, ()))
    return replace(
        made,
        bare={
            edge: ids
            for edge in ("neck", "armhole")
            if (ids := tuple(piece.id for piece in pieces if has_edge(piece, edge)))
        },
    )


def lower_role(making: Making) -> str:
    """The role of the lower edge of an upper part: its hem, or where something is sewn on."""
    return "waist" if WAIST_SEAM in making.needs else "hem"


def centre_role(making: Making, where: str) -> str:
    """The role of the centre of an upper half, before it is opened in front."""
    return making.seam_behind if where == "back" and OPENS_BEHIND in making.needs else "fold"


def _add(shape: str, making: Making) -> Making:
    """Front and back half, sewn at sides and shoulders, panel seams where it has such."""
    if GROWN_ON in making.needs:
        return making  # drawn with its sleeves
    seamed = PANELLED.get(shape, WHOLE)
    making, halves = torso_of(making, shape)
    pieces = [
        piece
        for half in halves
        for piece in half_pieces(
            half,
            seamed,
            making.allow,
            centre=centre_role(making, half.where),
            lower=lower_role(making),
        )
    ]
    if ASIDE in making.needs:
        making.ledger.at("Neck")
        pieces[0] = aside(pieces[0], making)
    if COWL in making.needs:
        ledger = making.ledger
        ledger.at("Cowl")
        cowl = Cowl(
            hang=ledger.length("cowl.hang", "hang", "Cowl wider on each side by", (15, 140)),
            pleats=ledger.length(
                "cowl.pleats", "0 cm", "Pleats in the shoulder of the cowl take up", (0, 160)
            ),
            neck_pleats=ledger.length(
                "cowl.neck_pleats", "0 cm", "Pleats in each half of its neck take up", (0, 160)
            ),
            faced=making.chosen.get(Slot.COLLAR, "none") == "none",
        )
        pieces[0] = cowl_front(halves[0], cowl, making.allow, lower=lower_role(making))
        if not cowl.faced:
            # as it is sewn: what its pleats take up is laid in before the collar is sewn on
            (down, _), across = pieces[0].edge("neck").start, sewn_length(pieces[0], "neck")
            neck = replace(halves[0].neck, path=line((down, 0.0), (down, across)))
            back = halves[1].neck
            making = replace(making, necklines=(neck, back))
        if BIAS_FRONT in making.needs:
            pieces[0] = replace(whole(pieces[0]), grain_deg=BIAS_DEG)
    return with_halves(making, pieces, seamed)


def _checks(shape: str, pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    front, back = (pattern.piece(where) if _has(pattern, where) else None for where in SIDES)
    if front is not None and back is not None and has_edge(front, "sleeve end"):
        across = next(p.across_mm for p in front.points if p.name == "underarm")
        down_to_hip = "hip" in body.measurements_mm and options.get("lower") == "in-one"
        over = ("bust", "hip") if down_to_hip else ("bust",)
        return (
            alike("Side seam", front, back, "side"),
            alike("Shoulder", front, back, "shoulder"),
            over_body(body, *over, garment_mm=4 * across),
        )
    ease = float(options["ease_mm"])
    at_waist = str(options.get("waist", "plain")) != "under-bust"
    knit = str(options.get("collar")) == "knit"
    stretch = STRETCH[str(options["stretch"])] if knit else 1.0
    fitted = shape != PLAIN and at_waist
    checks = tuple(torso_checks(pattern, body, ease, fitted=fitted, stretch=stretch))
    return (*checks, under_bust_check(pattern, body)) if shape == CLOSE else checks


def _has(pattern: Pattern, id: str) -> bool:
    return any(piece.id == id for piece in pattern.pieces)


PARTS = tuple(
    Part(
        id=shape,
        slot=Slot.UPPER,
        name=name,
        add=partial(_add, shape),
        options=ASKED,
        required=(*MEASURED, *(UNDER_BUST_MEASURED if shape == CLOSE else ())),
        checks=partial(_checks, shape),
        traits=frozenset({PANELS}) if shape in PANELLED else frozenset(),
        against=CLOSE_ENDS_BELOW if shape == CLOSE else {},
        roles=("side", "armhole", "waist", "hem", "closing"),
        place=place,
    )
    for place, (shape, name) in enumerate(_NAMES.items())
)
