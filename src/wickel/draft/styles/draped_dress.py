"""The draped dress: a cowl or a stand collar, drapery drawn up in one side seam, a slit in the
other.

The front is cut whole, since one side is not the other. Points are (down, across) in mm, down from
the neck end of the shoulder, across from the centre.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.collars import collar_by, collar_checks, collar_pieces
from wickel.draft.cowl import Cowl, cowl_front
from wickel.draft.facings import edge_facing
from wickel.draft.fastenings import bias_strip, binding_length
from wickel.draft.ledger import SIDES, Ledger
from wickel.draft.operations import Opening, Spot, slash_and_spread, unfold, with_notch
from wickel.draft.style import (
    ChoiceOption,
    DraftRefused,
    LengthOption,
    Option,
    Style,
)
from wickel.draft.torso import (
    CHEST_DEPTH,
    CHEST_LINE,
    MEASURED,
    TorsoCut,
    shoulder_options,
    torso_by,
    torso_piece,
)
from wickel.draft.usual_checks import (
    AT_ZIP,
    LOWER_ZIP,
    OVER_HEAD_EASE_MM,
    ZIP,
    alike,
    over_body,
    over_head,
    passes,
    ring_at,
    wider_cowl,
    zip_level,
)
from wickel.geometry import length
from wickel.pattern import Cut, Pattern, Piece, Seam, edge_length, sewn_length
from wickel.wording import say

OPTIONS: tuple[Option, ...] = (
    ChoiceOption(
        id="neck",
        question="The neck is",
        default="cowl",
        choices={"cowl": "a cowl", "stand": "a stand collar"},
    ),
    LengthOption(
        id="hang_mm", question="The cowl is wider on each side by", default=90, least=20, most=110
    ),
    LengthOption(
        id="collar_mm", question="Height of the stand collar", default=40, least=25, most=70
    ),
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=100,
        least=-200,
        most=500,
    ),
    LengthOption(id="ease_mm", question="Ease", default=70, least=30, most=200),
    LengthOption(
        id="flare_mm", question="Wider at the hem, each quarter", default=20, least=0, most=150
    ),
    ChoiceOption(
        id="folds",
        question="Folds drawn up in the side",
        default="5",
        choices={"3": "3", "5": "5", "7": "7"},
    ),
    LengthOption(id="fold_mm", question="Each fold takes up", default=40, least=15, most=70),
    LengthOption(id="slit_mm", question="Slit in the other side", default=350, least=0, most=600),
    CHEST_LINE,
    CHEST_DEPTH,
    *shoulder_options(neck_width=105, front_neck=90),
    LengthOption(
        id="facing_mm", question="Width of the back facing", default=50, least=35, most=80
    ),
)


def steps(ledger: Ledger, allow: Allowances) -> Pattern:
    """Chalk the draped dress: the block, its front whole, its folds, the slit, neck and bindings.

    Raises:
        DraftRefused: body and figures disagree.
    """
    cowl = ledger.choice("neck") == "cowl"
    front, back = torso_by(
        ledger,
        TorsoCut(
            plain=True,
            below="waist_to_knee + below_knee",
            cowl=cowl,
            deep=("back",) if cowl else SIDES,
        ),
    )
    slit = _slit(ledger)
    if cowl:
        ledger.at("Cowl")
        hang = ledger.length("cowl.hang", "hang", "Cowl wider on each side by", (15, 140))
    half = cowl_front(front, Cowl(hang=hang), allow) if cowl else torso_piece(front, allow)
    behind = torso_piece(back, allow, centre="fold" if cowl else "closing")
    whole = replace(unfold(half), cuts=(Cut(material="main", copies=1),))
    side = edge_length(behind, "side")
    to_hip = length(back.side()[:2])
    behind = with_notch(behind, ZIP, Spot(edge="side", share=to_hip / side))
    whole = with_notch(whole, "zip end", Spot(edge="other side", share=1 - to_hip / side))
    if slit:
        behind = with_notch(behind, "slit", Spot(edge="side", share=1 - slit / side))
        whole = with_notch(whole, "slit", Spot(edge="other side", share=slit / side))
    ledger.at("Folds")
    each = ledger.length("fold.takes", "fold", "Each fold takes up", (8, 100))
    draped = _draped(whole, int(ledger.choice("folds")), each)
    armholes = edge_length(half, "armhole") + edge_length(behind, "armhole")
    half_neck = length(front.neck.path) + length(back.neck.path)
    return Pattern(
        style="draped-dress",
        pieces=(
            draped,
            behind,
            *_neck_pieces(ledger, behind, half_neck, allow),
            _binding(ledger, armholes, allow),
        ),
        seams=(
            Seam(name="draped side", one=("front", "side"), other=("back", "side")),
            Seam(name="side with the slit", one=("front", "other side"), other=("back", "side")),
            Seam(name="shoulder", one=("front", "shoulder"), other=("back", "shoulder")),
        ),
    )


def _slit(ledger: Ledger) -> float:
    """The slit in one side. Raises ``DraftRefused``: it would reach above the hip."""
    ledger.at("Slit")
    slit = ledger.length("slit.long", "slit", "Slit in the other side", (0, 700))
    taken = {figure.id: figure.value for figure in ledger.figures}
    if any(taken[f"hem.down.{side}"] < taken[f"hip.down.{side}"] + slit for side in SIDES):
        raise DraftRefused(
            say("draped_dress.slit-reach-above-hip-shorter", slit=slit), "slit_mm", "below_knee_mm"
        )
    return slit


def _neck_pieces(
    ledger: Ledger, behind: Piece, half_neck: float, allow: Allowances
) -> tuple[Piece, ...]:
    """The facing of the back neck, or the stand collar."""
    if ledger.choice("neck") == "cowl":
        ledger.at("Facing")
        wide = ledger.length("facing.wide", "facing", "Width of the facing", (25, 140))
        return (edge_facing(behind, ("neck",), wide, allow),)
    ledger.at("Collar")
    size = collar_by(ledger, "stand", level=True)
    return collar_pieces("stand", half_neck, 0.0, size, allow, opens_behind=True)


def _binding(ledger: Ledger, armholes: float, allow: Allowances) -> Piece:
    ledger.at("Bindings")
    wide = ledger.length("binding.wide", "0.8 cm", "Finished width of the binding", (4, 20))
    return bias_strip(
        "binding", "Armhole binding", binding_length(armholes, wide), wide, allow, copies=2
    )


def _draped(whole: Piece, folds: int, each_mm: float) -> Piece:
    """Cuts from one side to the other, between underarm and hip, opened at that one side and drawn
    up again."""
    try:
        return slash_and_spread(
            whole,
            "side",
            "other side",
            Opening(cuts=folds, open_mm=each_mm, gathered=True, between=(0.12, 0.55)),
        )
    except DraftRefused:
        raise DraftRefused(
            say("draped_dress.folds-turn-dress-over-itself", folds=folds, each=each_mm),
            "folds",
            "fold_mm",
        ) from None


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a draped dress."""
    front, back = pattern.piece("front"), pattern.piece("back")
    bust = 4 * back.edge("armhole").end[1]
    checks = [
        TapeCheck(
            name="Draped side",
            one="front, folds drawn up",
            one_mm=sewn_length(front, "side"),
            other="back",
            other_mm=edge_length(back, "side"),
            way_out=say("draped_dress.draw-folds-up-length-back"),
        ),
        alike("Side with the slit", front, back, "other side", other_edge="side"),
        alike("Shoulder", front, back, "shoulder"),
        over_body(body, "bust", garment_mm=bust),
        passes(body, "hip", 2 * ring_at((back,), zip_level(back)), AT_ZIP, LOWER_ZIP),
    ]
    if options["neck"] == "stand":
        half_neck = edge_length(front, "neck") + edge_length(back, "neck")
        checks += collar_checks(pattern, half_neck, 0.0)
    else:
        checks.append(alike("Back neck to facing", back, pattern.piece("back-facing"), "neck"))
        across = next(p.across_mm for p in front.points if p.name == "shoulder at neck")
        opening = 2 * (abs(across) + edge_length(back, "neck"))
        short = max(0.0, body["head"] + OVER_HEAD_EASE_MM - opening)
        checks.append(over_head(body, opening, wider_cowl(OPTIONS, options, short)))
    return tuple(checks)


STYLE = Style(
    id="draped-dress",
    name="Draped dress",
    summary=(
        "A cowl or a stand collar, folds drawn up in one side seam, a slit in the other; "
        "bound armholes."
    ),
    charts=("women",),
    required=(*MEASURED, "waist_to_knee", "head"),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("shoulder", "side", "neck", "armhole", "hem", "closing", "facing", "band"),
    steps=steps,
    checked=checked,
)
