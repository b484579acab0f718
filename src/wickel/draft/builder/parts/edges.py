"""How the edges that are still bare are finished: faced, bound with bias strips, or left."""

from __future__ import annotations

from dataclasses import replace

from wickel.body import Body
from wickel.draft.builder.making import OPENS_IN_FRONT, Making, Part, Slot
from wickel.draft.checks import TapeCheck
from wickel.draft.facings import edge_facing
from wickel.draft.fastenings import bias_strip, binding_length
from wickel.draft.style import LengthOption, Options
from wickel.draft.usual_checks import alike
from wickel.pattern import Pattern, Piece, edge_length
from wickel.wording import tr

_FACING = LengthOption(
    id="facing_mm", question="Width of the facings", default=60, least=40, most=100
)


def _faced(making: Making) -> Making:
    """The neck faced, bare armholes bound."""
    return _with_bindings(_neck_faced(making))


def _neck_faced(making: Making) -> Making:
    """The neck faced, bare armholes left."""
    if "neck" in making.bare:
        making, facing = making.with_facing()
        for where in ("front", "back"):
            whole = making.piece(making.names(where)[0])
            if where == "front" and OPENS_IN_FRONT in making.needs:
                continue  # faced with its button stand
            strip = edge_facing(whole, ("neck",), facing.of(where), making.allow)
            making = making.with_pieces(_named(strip, where))
        making = making.finished("neck")
    return making


def _named(strip: Piece, where: str) -> Piece:
    return replace(strip, id=f"{where}-facing", name=f"{where.capitalize()} facing")


def _with_bindings(making: Making) -> Making:
    """Every edge that is still bare bound: the neck once round, each armhole by itself."""
    if not making.bare:
        return making
    ledger = making.ledger
    ledger.at("Bindings")
    wide = ledger.length("binding.wide", "0.8 cm", "Finished width of the binding", (4, 20))
    for edge, ids in making.bare.items():
        whole = edge == "neck"
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
    return making.finished("neck", "armhole")


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    by_id = {piece.id: piece for piece in pattern.pieces}
    return tuple(
        alike(f"{where.capitalize()} neck to facing", whole, strip, "neck")
        for where in ("front", "back")
        for whole in (by_id.get(where) or by_id[f"{where}-centre"],)
        for strip in (by_id.get(f"{where}-facing") or by_id.get(f"{where}-centre-facing"),)
        if strip is not None
    )


PARTS = (
    Part(
        id="faced",
        slot=Slot.EDGES,
        name=tr("faced at the neck, bound at the armholes"),
        add=_faced,
        options=(_FACING,),
        checks=_checks,
        roles=("facing", "band"),
        place=1,
    ),
    Part(
        id="neck-faced",
        slot=Slot.EDGES,
        name=tr("faced at the neck, the armholes left"),
        add=_neck_faced,
        options=(_FACING,),
        checks=_checks,
        roles=("facing",),
        place=4,
    ),
    Part(
        id="bound",
        slot=Slot.EDGES,
        name=tr("bound with bias strips"),
        add=_with_bindings,
        options=(_FACING,),
        roles=("band",),
        place=2,
    ),
    Part(id="raw", slot=Slot.EDGES, name=tr("left as they are"), options=(_FACING,), place=3),
)
