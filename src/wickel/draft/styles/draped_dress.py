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
from wickel.draft.collars import CollarSize, collar_checks, collar_pieces
from wickel.draft.cowl import cowl_front
from wickel.draft.facings import edge_facing
from wickel.draft.fastenings import bias_strip, binding_length
from wickel.draft.operations import Opening, Spot, slash_and_spread, unfold, with_notch
from wickel.draft.style import (
    ChoiceOption,
    DraftRefused,
    LengthOption,
    Option,
    Style,
    choices,
    lengths,
)
from wickel.draft.torso import (
    CHEST_DEPTH,
    CHEST_LINE,
    MEASURED,
    shoulder_options,
    torso,
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

BINDING_MM = 8.0

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


def drafted(body: Body, options: Mapping[str, float | str], allow: Allowances) -> Pattern:
    """Draft the draped dress. Raises ``DraftRefused`` when body and options disagree."""
    o, choice = lengths(options), choices(options)
    o["below_waist_mm"] = body["waist_to_knee"] + o["below_knee_mm"]
    if o["below_waist_mm"] < body["waist_to_hip"] + o["slit_mm"]:
        raise DraftRefused(
            say("draped_dress.slit-reach-above-hip-shorter", slit=o["slit_mm"]),
            "slit_mm",
            "below_knee_mm",
        )
    front, back = torso(body, o, choice, plain=True)
    cowl = choice["neck"] == "cowl"
    half = cowl_front(front, o["hang_mm"], allow) if cowl else torso_piece(front, allow)
    behind = torso_piece(back, allow, centre="fold" if cowl else "closing")
    whole = replace(unfold(half), cuts=(Cut(material="main", copies=1),))
    side = edge_length(behind, "side")
    to_hip = length(back.side()[:2])
    behind = with_notch(behind, ZIP, Spot(edge="side", share=to_hip / side))
    whole = with_notch(whole, "zip end", Spot(edge="other side", share=1 - to_hip / side))
    slit = Spot(edge="side", share=1 - o["slit_mm"] / side)
    if o["slit_mm"]:
        behind = with_notch(behind, "slit", slit)
        whole = with_notch(whole, "slit", Spot(edge="other side", share=o["slit_mm"] / side))
    draped = _draped(whole, int(choice["folds"]), o["fold_mm"])
    half_neck = length(front.neck.path) + length(back.neck.path)
    armholes = edge_length(half, "armhole") + edge_length(behind, "armhole")
    upper: tuple[Piece, ...] = (
        (edge_facing(behind, ("neck",), o["facing_mm"], allow),)
        if cowl
        else collar_pieces(
            "stand", half_neck, 0.0, CollarSize.usual(o["collar_mm"]), allow, opens_behind=True
        )
    )
    return Pattern(
        style="draped-dress",
        pieces=(
            draped,
            behind,
            *upper,
            bias_strip(
                "binding",
                "Armhole binding",
                binding_length(armholes, BINDING_MM),
                BINDING_MM,
                allow,
                copies=2,
            ),
        ),
        seams=(
            Seam(name="draped side", one=("front", "side"), other=("back", "side")),
            Seam(name="side with the slit", one=("front", "other side"), other=("back", "side")),
            Seam(name="shoulder", one=("front", "shoulder"), other=("back", "shoulder")),
        ),
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
    drafted=drafted,
    checked=checked,
)
