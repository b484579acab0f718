"""Yokes: the top of front or back cut off across, what is below it perhaps wider and gathered; or
laid on along neck and shoulder."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from wickel.body import Body
from wickel.draft.builder.making import (
    GROWN_ON,
    WAIST_SEAM,
    WHOLE_FRONT,
    Making,
    Part,
    Slot,
    has_edge,
    share,
)
from wickel.draft.checks import TapeCheck
from wickel.draft.facings import edge_facing
from wickel.draft.ledger import SIDES, Both
from wickel.draft.operations import NewSeam, Opening, Spot, slash_and_spread, split
from wickel.draft.style import DraftRefused, Options
from wickel.draft.usual_checks import alike
from wickel.geometry import crossing, length
from wickel.pattern import Layer, Pattern, Piece, PieceRole, Seam
from wickel.wording import say, tr

_SEAM = "yoke seam"
_CUTS = 5
_RULES = ("max(neck_deep + 2.5 cm, 0.55*chest_down)", "max(neck_deep + 6 cm, 0.5*chest_down)")


def _add(sides: tuple[str, ...], gathered: bool, making: Making) -> Making:
    """The garment with the yokes of some sides cut off."""
    ledger = making.ledger
    ledger.at("Yoke")
    assert making.necklines is not None, "a yoke has a neck"
    ledger.know("neck_deep", Both(*(neck.centre[0] for neck in making.necklines)))
    down = ledger.both("yoke.down", _RULES, "Yoke below the neck point", (40, 400), only=sides)
    outer = ledger.both(
        "yoke.outer",
        "yoke_down",
        "Yoke at the armhole, below the neck point",
        (20, 400),
        only=sides,
    )
    full = (
        ledger.both("yoke.full", "6 cm", "Wider below the yoke by", (10, 400), only=sides)
        if gathered
        else None
    )
    for side in sides:
        yoke, rest = _cut(making.piece(side), down.of(side), outer.of(side), making)
        if full is not None:
            opened = Opening(
                cuts=_CUTS,
                open_mm=full.of(side) / _CUTS,
                open_opposite_mm=full.of(side) / _CUTS,
                gathered=True,
                gathered_opposite=WAIST_SEAM in making.needs,
            )
            rest = slash_and_spread(rest, _SEAM, "hem", opened, marked=False)
        seam = Seam(name=f"{side} yoke", one=(yoke.id, _SEAM), other=(rest.id, _SEAM))
        making = _sewn_to(yoke, rest, making).with_pieces(rest, yoke, seams=(seam,))
    return making


def _sewn_to(yoke: Piece, rest: Piece, making: Making) -> Making:
    """The garment whose seams of a neck or a shoulder that went to the yoke are those of the
    yoke."""

    def end(own: tuple[str, str]) -> tuple[str, str]:
        went = own[0] == rest.id and not has_edge(rest, own[1]) and has_edge(yoke, own[1])
        return (yoke.id, own[1]) if went else own

    seams = (replace(seam, one=end(seam.one), other=end(seam.other)) for seam in making.seams)
    return replace(making, seams=tuple(seams))


def _cut(whole: Piece, down: float, outer: float, making: Making) -> tuple[Piece, Piece]:
    """The yoke, and what is below it. Raises ``DraftRefused``: the line does not run from the
    centre to the armhole."""
    centre = "front edge" if has_edge(whole, "front edge") else "centre"
    ends = [_at(whole, centre, down), _at(whole, _outer(whole), outer)]
    if ends[0] is None or ends[1] is None:
        raise DraftRefused(
            say("builder.yoke-out-of-place", down=down, piece=whole.name.lower()),
            f"yoke.down.{whole.id}",
        )
    seam = NewSeam(
        making.allow["shoulder"],
        name=_SEAM,
        ids=(f"{whole.id}-yoke", whole.id),
        names=(f"{whole.name} yoke", whole.name),
    )
    return split(whole, ends[0], ends[1], seam)


def _laid_on(making: Making) -> Making:
    """A strip along neck and shoulder of front and back, laid over them and turned in below."""
    ledger = making.ledger
    ledger.at("Yoke")
    deep = ledger.both("yoke.deep", "12 cm", "Depth of the yoke below neck and shoulder", (40, 200))
    for side in SIDES:
        half = making.piece(side)
        along = ("neck", "shoulder")
        strip = edge_facing(half, along, deep.of(side), making.allow, option="yoke.deep")
        cut = replace(strip.cuts[0], material="contrast")
        laid = replace(
            strip,
            id=f"{side}-laid-yoke",
            name=f"{half.name} yoke",
            cuts=(cut,),
            role=PieceRole.YOKE,
            layer=Layer.OUTER,
        )
        making = making.with_pieces(laid)
    return making


def _laid_checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    front, back = (pattern.piece(f"{side}-laid-yoke") for side in SIDES)
    return (alike("Yokes at the shoulder", front, back, "shoulder"),)


def _outer(whole: Piece) -> str:
    return "armhole" if has_edge(whole, "armhole") else "sleeve end"


def _at(piece: Piece, edge: str, down: float) -> Spot | None:
    path = piece.edge(edge).path
    met = crossing(path, 0, down)
    return None if met is None else Spot(edge=edge, share=length(met[0]) / length(path))


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    by_id = {piece.id: piece for piece in pattern.pieces}
    found = []
    for side in SIDES:
        if f"{side}-yoke" in by_id:
            yoke, rest = by_id[f"{side}-yoke"], by_id[side]
            check = alike(f"{side.capitalize()} yoke", yoke, rest, _SEAM)
            # what is drawn up in one side is cut whole below it
            both = check.other_mm * share(rest, _SEAM) / share(yoke, _SEAM)
            found.append(replace(check, other_mm=both))
    return tuple(found)


_BESIDE = {
    Slot.UPPER: (("darts", "plain"), say("builder.yoke-from-one-piece")),
}
_GATHERED_BESIDE = {Slot.UPPER: (("plain",), say("builder.gathers-hang-plain"))}
_CUTS_DART = {
    (Slot.DART, id): say("builder.yoke-cuts-dart")
    for id in ("shoulder", "armhole", "neck", "parted")
}
_AGAINST = {
    (Slot.SLEEVE, GROWN_ON): say("builder.yoke-needs-armhole"),
    (Slot.CLOSING, "wrapped"): say("builder.yoke-not-wrapped"),
    **_CUTS_DART,
    (Slot.NECK, "cowl"): say("builder.yoke-not-wrapped"),
}
_PARTS = (
    ("front", tr("with a yoke in front"), ("front",), False),
    ("back", tr("with a yoke behind"), ("back",), False),
    ("both", tr("with yokes in front and behind"), SIDES, False),
    ("gathered", tr("with yokes, gathered below them"), SIDES, True),
)

PARTS = (
    Part(id="none", slot=Slot.YOKE, name=tr("in one piece"), place=0),
    *(
        Part(
            id=id,
            slot=Slot.YOKE,
            name=name,
            add=partial(_add, sides, gathered),
            checks=_checks,
            only_beside=_GATHERED_BESIDE if gathered else _BESIDE,
            against=_AGAINST,
            place=place,
        )
        for place, (id, name, sides, gathered) in enumerate(_PARTS, 1)
    ),
    Part(
        id="laid-on",
        slot=Slot.YOKE,
        name=tr("with a yoke of another cloth laid on"),
        add=_laid_on,
        checks=_laid_checks,
        only_beside={
            **_BESIDE,
            Slot.CLOSING: (
                ("none", "back", "side", "slit-behind", "laced", "seam-behind"),
                say("builder.yoke-laid-on"),
            ),
        },
        against={
            (Slot.NECK, "cowl"): say("builder.yoke-not-wrapped"),
            (Slot.NECK, WHOLE_FRONT): say("builder.whole-front-not-parted"),
            **_CUTS_DART,
        },
        materials=("contrast",),
        roles=("facing",),
        place=7,
    ),
)
