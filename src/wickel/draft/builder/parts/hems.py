"""How the hem is finished: turned up, rolled, faced, bound, with a frill sewn on, or laid in pleats
in a band."""

from __future__ import annotations

import math
from dataclasses import replace

from wickel.draft.builder.lower import hemmed
from wickel.draft.builder.making import Making, Part, Slot
from wickel.draft.facings import edge_facing
from wickel.draft.fastenings import bias_strip, binding_length
from wickel.draft.operations.spots import Spot, inward, spot_point
from wickel.draft.parts import Strip, comes_back, rectangle
from wickel.draft.skirts import PLEAT_MARK_MM, pleat_marks
from wickel.draft.style import DraftRefused
from wickel.geometry import Line, Path
from wickel.pattern import Cut, EdgeKind, Piece, PieceRole, edge_length
from wickel.wording import say, tr

_ROLLED_MM = 10.0
_FRILL = "hem-frill"


def _hem_as(piece: Piece, kind: EdgeKind, allowance_mm: float) -> Piece:
    return replace(
        piece,
        edges=tuple(
            replace(edge, kind=kind, allowance_mm=allowance_mm) if edge.name == "hem" else edge
            for edge in piece.edges
        ),
    )


def _times(piece: Piece) -> float:
    """How often the hem of a piece is in the garment."""
    cut = piece.cuts[0]
    return cut.copies * (2 if cut.on_fold else 1)


def _rolled(making: Making) -> Making:
    made = (_hem_as(piece, EdgeKind.HEM, _ROLLED_MM) for piece in hemmed(making))
    return making.with_pieces(*made)


def _faced(making: Making) -> Making:
    """Each piece with a facing along its hem."""
    ledger = making.ledger
    ledger.at("Hem")
    wide = ledger.length("hem_facing.wide", "5 cm", "Width of the hem facing", (20, 140))
    pieces: list[Piece] = []
    for piece in hemmed(making):
        sewn = _hem_as(piece, EdgeKind.SEAM, making.allow["facing"])
        strip = edge_facing(sewn, ("hem",), wide, making.allow, option="hem_facing.wide")
        named = f"{piece.id}-hem-facing"
        pieces += [sewn, replace(strip, id=named, name=f"{piece.name} hem facing", notches=())]
    return making.with_pieces(*pieces)


def _bound(making: Making) -> Making:
    """All hems bound with one strip on the bias; the net line is the edge."""
    ledger = making.ledger
    ledger.at("Hem")
    wide = ledger.length("hem_binding.wide", "1 cm", "Finished width of the hem binding", (4, 40))
    below = hemmed(making)
    once = sum(_times(piece) * edge_length(piece, "hem") for piece in below)
    count = max(1, math.ceil(once / _MOST_BIAS_MM))
    strip = bias_strip(
        "hem-binding",
        "Hem binding",
        binding_length(once / count, wide),
        wide,
        making.allow,
        copies=count,
    )
    bare = (_hem_as(piece, EdgeKind.HEM, 0.0) for piece in below)
    return making.with_pieces(*bare, strip)


def _frilled(making: Making) -> Making:
    """A straight strip in lengths, gathered to the hem; it adds to the length."""
    ledger = making.ledger
    ledger.at("Hem")
    times = ledger.number("frill.times", 1.6, "Frill longer than the hem, times", (1.1, 4.0))
    high = ledger.length("frill.high", "12 cm", "Height of the frill", (20, 600))
    below = hemmed(making)
    once = sum(_times(piece) * edge_length(piece, "hem") for piece in below)
    ledger.know("hem_round", once)
    lengths = max(1, round(once * times / _MOST_STRIP_MM + 0.5))
    long = ledger.length(
        "frill.long", f"{times!r}*hem_round/{lengths}", "Length of a strip of the frill"
    )
    strip = rectangle(
        Strip(
            id=_FRILL,
            name="Frill",
            part=PieceRole.FRILL,
            long_mm=long,
            high_mm=high,
            cuts=(Cut(material="main", copies=lengths),),
            role="hem",
        ),
        making.allow,
    )
    strip = replace(
        strip,
        edges=tuple(
            replace(e, comes_back_to_mm=once / lengths, kind=EdgeKind.SEAM)
            if e.name == "join"
            else replace(e, kind=EdgeKind.HEM, allowance_mm=_ROLLED_MM)
            if e.name == "inside"
            else e
            for e in strip.edges
        ),
    )
    sewn = (_hem_as(piece, EdgeKind.SEAM, making.allow["band"]) for piece in below)
    return making.with_pieces(*sewn, strip)


def _banded(making: Making) -> Making:
    """Every hem laid in pleats and sewn into a band, which adds to the length: one for each leg, or
    one all round, in lengths where it is long."""
    ledger = making.ledger
    ledger.at("Hem")
    below = hemmed(making)
    rings = 2 if any(piece.id.startswith("leg-") for piece in below) else 1
    once = sum(_times(piece) * edge_length(piece, "hem") for piece in below) / rings
    ledger.know("hem_round", once)
    around = ledger.length("hem_band.round", "0.6*hem_round", "All round in the band")
    high = ledger.length("hem_band.high", "4 cm", "Finished height of the band", (15, 200))
    if not 0 < around <= once:
        raise DraftRefused(say("builder.hem-band-longer", band=around, hem=once), "hem_band.round")
    lengths = max(1, math.ceil(around / _MOST_STRIP_MM))
    strip = Strip(
        id="hem-band",
        name="Hem band",
        part=PieceRole.HEM_BAND,
        long_mm=around / lengths,
        high_mm=2 * high,
        cuts=(Cut(material="main", copies=rings * lengths),),
        fold_line=True,
    )
    laid = (_pleated(piece, around / once, making.allow["band"]) for piece in below)
    return making.with_pieces(*laid, rectangle(strip, making.allow))


def _pleated(piece: Piece, left: float, allowance_mm: float) -> Piece:
    """A piece whose hem is laid in pleats to a share of its length, their folds marked."""
    sewn = _hem_as(piece, EdgeKind.SEAM, allowance_mm)
    long = edge_length(piece, "hem")
    folds = pleat_marks(left * long, long, _PLEAT_MM) if left < 1 else ()
    marks = tuple(
        replace(mark, name=f"hem {mark.name}", path=_up_from_hem(sewn, mark.path[0].start[1]))
        for mark in folds
    )
    return replace(comes_back(sewn, "hem", left * long), inner_lines=(*sewn.inner_lines, *marks))


def _up_from_hem(piece: Piece, along_mm: float) -> Path:
    """A fold's mark, square to the hem, so far along it."""
    at = Spot(edge="hem", share=along_mm / edge_length(piece, "hem"))
    (x, y), (ux, uy) = spot_point(piece, at), inward(piece, at)
    return (Line((x, y), (x + PLEAT_MARK_MM * ux, y + PLEAT_MARK_MM * uy)),)


_PLEAT_MM = 20.0
"""A pleat in a hem takes up about twice this."""
_MOST_BIAS_MM = 900.0
"""A strip on the bias is about so long at most: what is longer is joined."""
_MOST_STRIP_MM = 1300.0
"""A strip of a frill is about so long at most: it is cut from the width of the cloth."""


PARTS = (
    Part(id="turned", slot=Slot.HEM, name=tr("turned up"), place=0),
    Part(id="rolled", slot=Slot.HEM, name=tr("rolled"), add=_rolled, place=1),
    Part(id="faced", slot=Slot.HEM, name=tr("faced"), add=_faced, roles=("facing",), place=2),
    Part(id="bound", slot=Slot.HEM, name=tr("bound with a bias strip"), add=_bound, place=3),
    Part(
        id="frill",
        slot=Slot.HEM,
        name=tr("with a frill"),
        add=_frilled,
        roles=("hem", "band"),
        place=4,
    ),
    Part(
        id="banded",
        slot=Slot.HEM,
        name=tr("laid in pleats, in a band"),
        add=_banded,
        roles=("band",),
        place=5,
    ),
)
