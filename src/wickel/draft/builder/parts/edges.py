"""How the edges that are still bare are finished: faced, bound with bias strips, or left."""

from __future__ import annotations

from dataclasses import replace

from wickel.body import Body
from wickel.draft.builder.making import (
    FACING,
    Add,
    Making,
    Part,
    Slot,
    half_edge_mm,
    has_edge,
)
from wickel.draft.checks import TapeCheck
from wickel.draft.facings import edge_facing
from wickel.draft.fastenings import bias_strip, binding_length
from wickel.draft.ledger import SIDES
from wickel.draft.operations import NewSeam, Spot, split
from wickel.draft.style import DraftRefused, Options
from wickel.pattern import Pattern, Piece, edge_length
from wickel.wording import say, tr

_LEAST_LEFT_MM = 10.0
"""What a facing in one leaves of a piece at least."""


def _faced(making: Making) -> Making:
    """The neck or top faced, bare armholes bound."""
    return _with_bindings(_neck_faced(making))


def _neck_faced(making: Making) -> Making:
    """The neck or top faced, bare armholes left."""
    for edge in ("neck", "top"):
        for id in making.bare.get(edge, ()):
            piece = making.piece(id)
            if has_edge(piece, "front edge"):
                continue  # faced with that
            where = "front" if id.startswith("front") else "back"
            making, facing = making.with_facing(where)
            strip = edge_facing(piece, (edge,), facing, making.allow)
            making = making.with_pieces(_named(strip, id if edge == "top" else where))
        making = making.finished(edge)
    return making


def _named(strip: Piece, of: str) -> Piece:
    called = of.replace("-", " ").capitalize()
    return replace(strip, id=f"{of}-facing", name=f"{called} facing", notches=strip.notches)


def _all_in_one(making: Making) -> Making:
    """Neck and armhole faced in one: the top of front and back again, down to below the underarm.
    Where neck or armhole is finished otherwise, or in panels, the rest is faced and bound."""
    wholes = [making.piece(making.inner(where)) for where in SIDES if making.has_upper]
    plain = all(
        has_edge(piece, "neck") and has_edge(piece, "armhole") and has_edge(piece, "side")
        for piece in wholes
    )
    if set(making.bare) != {"neck", "armhole"} or not plain:
        return _faced(making)
    if any(has_edge(whole, "front edge") for whole in wholes):
        return _faced(making)
    for where, whole in zip(SIDES, wholes, strict=True):
        making, facing = making.with_facing(where)
        making = making.with_pieces(_top_of(whole, where, facing, making))
    return making.finished("neck", "armhole")


def _top_of(whole: Piece, where: str, wide: float, making: Making) -> Piece:
    """The top of a front or back again, as a facing that reaches so far below neck and underarm.

    Raises:
        DraftRefused: it reaches below the piece.
    """
    centre, side = edge_length(whole, "centre"), edge_length(whole, "side")
    if wide >= min(centre, side) - _LEAST_LEFT_MM:
        raise DraftRefused(
            say("builder.facing-too-wide", wide=wide, long=min(centre, side)), "facing_mm"
        )
    seam = NewSeam(making.allow["facing"], name="outer", ids=("top", "rest"))
    first = Spot(edge="centre", share=1 - wide / centre)
    top, rest = split(whole, first, Spot(edge="side", share=wide / side), seam)
    strip = top if has_edge(top, "neck") else rest
    return _named(replace(strip, inner_lines=(), notches=()), where)


def _with_bindings(making: Making) -> Making:
    """Every edge that is still bare bound: neck or top once round, each armhole by itself."""
    if not making.bare:
        return making
    ledger = making.ledger
    ledger.at("Bindings")
    wide = ledger.length("binding.wide", "0.8 cm", "Finished width of the binding", (4, 20))
    for edge, ids in making.bare.items():
        whole = edge != "armhole"
        once = sum(edge_length(making.piece(id), edge) for id in ids)
        strip = bias_strip(
            f"{edge}-binding",
            f"{edge.capitalize()} binding",
            binding_length(2 * once if whole else once, wide),
            wide,
            making.allow,
            copies=1 if whole else 2,
        )
        making = making.with_pieces(strip)
    return making.finished("neck", "armhole", "top")


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """Each neck against its facing."""
    by_id = {piece.id: piece for piece in pattern.pieces}
    found = []
    for where in SIDES:
        strip = by_id.get(f"{where}-facing") or by_id.get(f"{where}-centre-facing")
        if strip is None or not has_edge(strip, "neck"):
            continue
        found.append(
            TapeCheck(
                name=f"{where.capitalize()} neck to facing",
                one=where,
                one_mm=half_edge_mm(pattern.pieces, where, "neck"),
                other=strip.name.lower(),
                other_mm=edge_length(strip, "neck"),
                way_out="Draw both edges from the same points.",
            )
        )
    return tuple(found)


def _part(id: str, name: str, add: Add, place: int) -> Part:
    return Part(
        id=id,
        slot=Slot.EDGES,
        name=name,
        add=add,
        options=(FACING,),
        checks=_checks,
        roles=("facing", "band"),
        place=place,
    )


PARTS = (
    _part("faced", tr("faced, armholes bound"), _faced, 1),
    _part("bound", tr("bound with bias strips"), _with_bindings, 2),
    _part("raw", tr("left as they are"), lambda making: making, 3),
    _part("neck-faced", tr("faced, armholes left"), _neck_faced, 4),
    _part("all-in-one", tr("neck and armhole faced in one"), _all_in_one, 5),
)
