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
    share,
)
from wickel.draft.checks import TapeCheck
from wickel.draft.facings import edge_facing, slit_facing, slit_facing_by
from wickel.draft.fastenings import bias_strip, binding_length
from wickel.draft.ledger import SIDES
from wickel.draft.necklines import SLIT_KINDS
from wickel.draft.operations import NewSeam, Spot, split
from wickel.draft.parts import Strip, rectangle
from wickel.draft.style import DraftRefused, Options
from wickel.pattern import (
    BIAS_DEG,
    Cut,
    Layer,
    LineKind,
    Pattern,
    Piece,
    PieceRole,
    Seam,
    View,
    edge_length,
)
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
            if has_edge(piece, "front edge") or has_edge(piece, "wrap edge"):
                continue  # faced with that
            where = piece.view.value
            making, facing = making.with_facing(where)
            strip = _facing_of(piece, edge, facing, making)
            whole = edge == "neck" and id in (where, f"{where}-centre")
            facing_of = _named(strip, where if whole else id)
            sewn = Seam(name=f"{where} {edge}", one=(id, edge), other=(facing_of.id, edge))
            making = making.with_pieces(facing_of, seams=(sewn,) if whole else ())
        making = making.finished(edge)
    return making


def _facing_of(piece: Piece, edge: str, wide: float, making: Making) -> Piece:
    """The facing of a neck or top; that of a slit neck runs on past the slit."""
    slit = next((mark for mark in piece.inner_lines if mark.kind is LineKind.SLIT), None)
    of_the_neck = making.necks[0] in SLIT_KINDS and piece.view is View.FRONT
    if slit is None or edge != "neck" or not of_the_neck:
        return edge_facing(piece, (edge,), wide, making.allow)
    return slit_facing(piece, slit, slit_facing_by(making.ledger, piece, slit, wide), making.allow)


def _named(strip: Piece, of: str) -> Piece:
    called = of.replace("-", " ").capitalize()
    return replace(strip, id=f"{of}-facing", name=f"{called} facing", layer=Layer.FACING)


def _all_in_one(making: Making) -> Making:
    """Neck and armhole faced in one: the top of front and back again, down to below the underarm.
    Where neck or armhole is finished otherwise, or in panels, the rest is faced and bound."""
    wholes = [making.piece(making.inner(where)) for where in SIDES if making.has_upper]
    plain = all(
        all(has_edge(piece, name) for name in ("neck", "armhole", "side", "centre"))
        for piece in wholes
    )
    if set(making.bare) != {"neck", "armhole"} or not plain:
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
    return _named(replace(strip, inner_lines=(), notches=(), of=whole.id), where)


def _with_bindings(making: Making) -> Making:
    """Every edge that is still bare bound: neck or top once round, each armhole by itself."""
    if not making.bare:
        return making
    ledger = making.ledger
    ledger.at("Bindings")
    wide = ledger.length("binding.wide", "0.8 cm", "Finished width of the binding", (4, 20))
    for edge, ids in making.bare.items():
        whole = edge != "armhole"
        once = _once_mm(making, edge, ids)
        strip = bias_strip(
            f"{edge}-binding",
            f"{edge.capitalize()} binding",
            binding_length(2 * once if whole else once, wide),
            wide,
            making.allow,
            copies=1 if whole else _armholes(making.piece(ids[0])),
        )
        bare = (own.role for id in ids for own in making.piece(id).edges if own.name == edge)
        making = making.with_pieces(replace(strip, binds=tuple(dict.fromkeys(bare))))
    return making.finished("neck", "armhole", "top")


def _piped(making: Making) -> Making:
    """Neck, top and bare armholes faced or bound, with a piping let into every such edge of the
    neck or top."""
    edges = {name: ids for name, ids in making.bare.items() if name != "armhole"}
    if edges:
        ledger = making.ledger
        ledger.at("Piping")
        wide = ledger.length("piping.wide", "3 cm", "Width of the strip of the piping", (15, 60))
    for edge, ids in edges.items():
        once = _once_mm(making, edge, ids)
        strip = Strip(
            id=f"{edge}-piping",
            name=f"{edge.capitalize()} piping",
            part=PieceRole.PIPING,
            long_mm=2 * once + wide,
            high_mm=wide,
            cuts=(Cut(material="main", copies=1),),
            fold_line=True,
            grain_deg=BIAS_DEG,
        )
        piping = rectangle(strip, making.allow)
        raw = tuple(replace(edge, allowance_mm=0.0) for edge in piping.edges)
        making = making.with_pieces(replace(piping, edges=raw))
    return _faced(making)


def _once_mm(making: Making, edge: str, ids: tuple[str, ...]) -> float:
    """How long an edge is on all its pieces; of a neck or top, half of it."""
    pieces = [making.piece(id) for id in ids]
    return sum(share(piece, edge) * edge_length(piece, edge) for piece in pieces)


def _armholes(piece: Piece) -> int:
    """How many armholes a garment has, by one of its pieces that has one: one shoulder has one."""
    both = {edge.name for edge in piece.edges} >= {"armhole", "other armhole"}
    (cut, *_) = piece.cuts
    return 2 if both or cut.on_fold or cut.copies > 1 else 1


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """Each neck against its facing."""
    by_id = {piece.id: piece for piece in pattern.pieces}
    found = []
    for where in SIDES:
        ids = (f"{where}-facing", f"{where}-centre-facing", f"{where}-side-facing")
        strips = [by_id[id] for id in ids if id in by_id and has_edge(by_id[id], "neck")]
        if not strips:
            continue
        # beside a front edge only the panel that has it is faced, where a collar does the rest
        faced = pattern.pieces
        if f"{where}-side-facing" not in by_id:
            faced = tuple(piece for piece in faced if piece.id != f"{where}-side")
        found.append(
            TapeCheck(
                name=f"{where.capitalize()} neck to facing",
                one=where,
                one_mm=half_edge_mm(faced, where, "neck"),
                other=strips[0].name.lower(),
                other_mm=sum(share(strip, "neck") * edge_length(strip, "neck") for strip in strips),
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
    _part("piped", tr("faced, a piping along the neck"), _piped, 6),
    _part("all-in-one", tr("neck and armhole faced in one"), _all_in_one, 5),
)
