"""Drapes and gathers: the front opened across or along, and drawn up again in a side, in both, in
its panel seams, on a strip or at the neck."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from functools import partial

from wickel.body import Body
from wickel.draft.builder.making import (
    DRAWN_IN,
    EQUAL_PANELS,
    LEGS,
    OPEN_ALL_DOWN,
    PANELS,
    ROUND_PART,
    WAIST_SEAM,
    WHOLE_FRONT,
    WHOLE_SLOTS,
    Add,
    Making,
    Part,
    Slot,
    has_edge,
    is_lower,
    upper_edge,
)
from wickel.draft.builder.whole import whole
from wickel.draft.builder.zips import ZIP_KINDS
from wickel.draft.checks import TapeCheck
from wickel.draft.operations import Opening, fold, slash_and_spread
from wickel.draft.parts import Strip, comes_back, rectangle
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Options
from wickel.draft.usual_checks import alike
from wickel.geometry import length
from wickel.pattern import Cut, EdgeKind, InnerLine, NotchKind, Pattern, Piece, edge_length
from wickel.wording import Text, say, tr

_CUTS = 8
_ACROSS = (0.05, 0.7)
_FOLDED = (0.12, 0.55)
"""Which part of a side is drawn up, and which in folds."""
_PANEL = "front-centre"
_ON_ONE_SIDE = (*ZIP_KINDS, NotchKind.SLIT)


def _amount(making: Making, rule: str, words: str) -> float:
    ledger = making.ledger
    ledger.at("Gathers")
    return ledger.length("ruche.whole", rule, words, (20, 600))


def _target(making: Making) -> Piece:
    """The front that is drawn up: of a skirt, else of the upper part.

    Raises:
        DraftRefused: there is no front in one piece.
    """
    for id in ("skirt-front", "front"):
        if making.has(id) and has_edge(making.piece(id), "side"):
            front = making.piece(id)
            if not is_lower(front) and any(mark.name == "waist dart" for mark in front.inner_lines):
                raise DraftRefused(say("builder.drape-hangs-plain"), "drape", "shape")
            return front
    raise DraftRefused(say("builder.no-front-to-drape"), "drape", "lower")


def _one_side(edge: str, opposite: str, making: Making) -> Making:
    """Opened at one side alone; the front is cut whole. Where the back is cut whole too, it is
    drawn up with it."""
    more = _amount(making, "ruche", tr("Gathers of the side that is drawn up"))
    made = _with(making, _cut_whole(making, edge), edge, opposite, _across(more, both=False))
    if made.has("back") and has_edge(made.piece("back"), "other side"):
        made = _with(made, made.piece("back"), edge, opposite, _across(more, both=False))
    return made


def _in_folds(making: Making) -> Making:
    """Opened at one side between underarm and hip, and drawn up there in folds, which are
    marked."""
    ledger = making.ledger
    ledger.at("Folds")
    each = ledger.length("fold.takes", "fold", "Each fold takes up", (8, 100))
    folds = int(ledger.choice("folds"))
    opening = Opening(cuts=folds, open_mm=each, gathered=True, between=_FOLDED)
    front = _cut_whole(making, "side")
    try:
        draped = slash_and_spread(front, "side", "other side", opening)
    except DraftRefused:
        raise DraftRefused(
            say("draped_dress.folds-turn-dress-over-itself", folds=folds, each=each),
            "folds",
            "fold_mm",
        ) from None
    return making.with_pieces(draped)


def _cut_whole(making: Making, drawn: str) -> Piece:
    """The front as one piece, the zip or slit that it has in one side on that which is not drawn
    up.

    Raises:
        DraftRefused: it has no fold.
    """
    front = _target(making)
    if not any(own.kind is EdgeKind.FOLD for own in front.edges):
        if has_edge(front, "other side"):
            return front
        raise DraftRefused(say("builder.no-front-to-drape"), "drape", "closing")
    both = whole(front)
    kept = [
        replace(notch, name=notch.name.removeprefix("other "))
        for notch in both.notches
        if notch.edge != drawn or notch.kind not in _ON_ONE_SIDE
    ]
    return replace(both, notches=tuple(kept))


def _both_sides(making: Making) -> Making:
    """Opened across from side to side, and drawn up in both sides."""
    more = _amount(making, "ruche", tr("Gathers of each side"))
    return _symmetric(making, _target(making), "side", more)


def _panel(making: Making) -> Making:
    """The panel at the centre opened across, and drawn up in its seams."""
    more = _amount(making, "ruche", tr("Gathers of each panel seam"))
    return _symmetric(making, making.piece(_PANEL), "panel seam", more)


def _on_strip(making: Making) -> Making:
    """Opened across, drawn up in the sides and along the middle, where a strip is sewn on."""
    more = _amount(making, "ruche", tr("Gathers of the strip and of each side"))
    half = _target(making)
    made = _symmetric(making, half, "side", more)
    opened = made.piece(half.id)
    long = edge_length(half, "centre")
    ledger = making.ledger
    ledger.know("strip_long", long)
    strip = Strip(
        id="drape-strip",
        name="Strip of the gathers",
        long_mm=ledger.length("drape.strip", "strip_long", "Length of the strip", (60, 1600)),
        high_mm=ledger.length("drape.wide", "2 cm", "Finished width of the strip", (6, 80)),
        cuts=(Cut(material="main", copies=1),),
    )
    mark = InnerLine(name="strip", path=opened.edge("centre").path)
    marked = replace(opened, inner_lines=(*opened.inner_lines, mark))
    return made.with_pieces(comes_back(marked, "centre", long), rectangle(strip, making.allow))


def _symmetric(making: Making, half: Piece, edge: str, more_mm: float) -> Making:
    """A half on the fold opened alike on both sides: it is cut whole for that, and folded again."""
    if not any(own.kind is EdgeKind.FOLD for own in half.edges):
        raise DraftRefused(say("builder.no-front-to-drape"), "drape", "closing")
    opening = _across(more_mm, both=True)
    opened = _with(making, whole(half), edge, f"other {edge}", opening).piece(half.id)
    again = fold(opened)
    return making.with_pieces(replace(again, cuts=half.cuts))


def _at_neck(making: Making) -> Making:
    """Opened along, from the neck to the lower edge, and gathered at the neck."""
    more = _amount(making, "0.5*ruche", tr("Gathers of the neck, each half"))
    front = making.piece("front")
    opening = Opening(
        cuts=_CUTS // 2,
        open_mm=2 * more / _CUTS,
        open_opposite_mm=2 * more / _CUTS,
        gathered=True,
        gathered_opposite=WAIST_SEAM in making.needs,
    )
    return _with(making, front, upper_edge(front), "hem", opening)


def _across(more_mm: float, *, both: bool) -> Opening:
    each = more_mm / _CUTS
    return Opening(
        cuts=_CUTS,
        open_mm=each,
        open_opposite_mm=each if both else 0.0,
        gathered=True,
        gathered_opposite=both,
        between=_ACROSS,
    )


def _with(making: Making, front: Piece, edge: str, opposite: str, opening: Opening) -> Making:
    """The garment with its front opened. Raises ``DraftRefused``: it turns over itself."""
    try:
        spread = slash_and_spread(front, edge, opposite, opening, marked=False)
    except DraftRefused:
        more = opening.cuts * opening.open_mm
        raise DraftRefused(
            say("builder.drape-turns-over", more=more, long=length(front.edge(edge).path)),
            "ruche.whole",
            "ruche_mm",
        ) from None
    return making.with_pieces(spread)


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """The side of a front cut whole that is not drawn up, or that is: against the back."""
    by_id = {piece.id: piece for piece in pattern.pieces}
    return tuple(
        alike("Other side seam", front, back, "other side", other_edge=edge)
        for id in ("front", "skirt-front")
        for front, back in ((by_id.get(id), by_id.get(id.replace("front", "back"))),)
        if front is not None and back is not None and has_edge(front, "other side")
        for edge in ("other side" if has_edge(back, "other side") else "side",)
    )


_RUCHE = LengthOption(id="ruche_mm", question="Gathers drawn up", default=160, least=40, most=400)
_PARTS: Mapping[str, tuple[Text, Add]] = {
    "side": (tr("in one side"), partial(_one_side, "side", "other side")),
    "other-side": (tr("in the other side"), partial(_one_side, "other side", "side")),
    "folds": (tr("in one side, in folds"), _in_folds),
    "sides": (tr("in both sides"), _both_sides),
    "panel": (tr("in the panel seams in front"), _panel),
    "strip": (tr("on a strip down the middle, and in both sides"), _on_strip),
    "neck": (tr("at the neck, in gathers"), _at_neck),
}
_NOT_BELOW = {
    (Slot.LOWER, trait): say("builder.no-front-to-drape")
    for trait in (EQUAL_PANELS, ROUND_PART, LEGS, DRAWN_IN)
}
_NOT_OPENED = {
    **{(Slot.CLOSING, id): say("builder.drape-not-in-front") for id in (*OPEN_ALL_DOWN, "placket")},
    (Slot.POCKETS, "slant"): say("builder.drape-no-slant"),
}
_NOT_WHOLE = {(slot, WHOLE_FRONT): say("builder.no-front-to-drape") for slot in WHOLE_SLOTS}
_BESIDE: Mapping[str, Mapping[Slot, tuple[tuple[str, ...], Text]]] = {
    "panel": {Slot.UPPER: ((PANELS,), say("builder.drape-needs-panels"))},
    "neck": {Slot.UPPER: (("plain",), say("builder.drape-neck-round"))},
}


def _against(id: str) -> Mapping[tuple[Slot, str], Text]:
    if id == "panel":
        return _NOT_OPENED
    if id == "neck":
        return {
            **_NOT_OPENED,
            **_NOT_WHOLE,
            (Slot.NECK, "cowl"): say("builder.drape-neck-round"),
            (Slot.UPPER, "none"): say("builder.needs-upper"),
            **{(Slot.YOKE, yoke): say("builder.drape-neck-round") for yoke in _YOKES},
        }
    own = {**_NOT_OPENED, **_NOT_BELOW, (Slot.OPENING, "sides"): say("builder.drape-no-slit")}
    return own if id in _ONE_SIDED else {**own, **_NOT_WHOLE}


_ONE_SIDED = ("side", "other-side", "folds")
FOLDS = (
    ChoiceOption(
        id="folds",
        question="Folds drawn up in the side",
        default="5",
        choices={"3": "3", "5": "5", "7": "7"},
    ),
    LengthOption(id="fold_mm", question="Each fold takes up", default=40, least=15, most=70),
)
_YOKES = ("front", "both", "gathered", "raglan")

PARTS = (
    Part(id="none", slot=Slot.DRAPE, name=tr("nowhere"), place=0),
    *(
        Part(
            id=id,
            slot=Slot.DRAPE,
            name=str(name),
            add=add,
            options=FOLDS if id == "folds" else (_RUCHE,),
            against=_against(id),
            checks=_checks,
            only_beside=_BESIDE.get(id, {}),
            roles=("band",) if id == "strip" else (),
            place=place,
        )
        for place, (id, (name, add)) in enumerate(_PARTS.items(), 1)
    ),
)
