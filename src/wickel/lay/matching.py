"""What it costs in cloth to keep to the print: a lay beside the shortest of the same pieces that
need not.

The figure is *of which*: the length with matching less the best length without, both searched with
the same effort. It is never below nothing, since a lay that keeps to the print is one
of those that need not.
"""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import replace
from typing import NamedTuple

from wickel.cloth import STACKED, Cloth
from wickel.lay.demand import Axes, CutPiece, OnPrint
from wickel.lay.make import make_lay
from wickel.lay.parts import LayRefused
from wickel.lay.searching import LayReport
from wickel.lay.settings import Search
from wickel.lay.ways import lay_ways, shortest


class Wish(NamedTuple):
    """One thing that is asked of the print: what kind of thing, and of which piece, by its id, or
    at which seam."""

    kind: str
    of: str


BORDER, CENTRED, SEAM = "border", "centred", "seams"


def wishes(pieces: tuple[CutPiece, ...], cloth: Cloth) -> tuple[Wish, ...]:
    """What the pieces ask of the print of a cloth, each once: hems on its border, middles on its
    motif, seams.

    What has nothing on the cloth to keep to is left out.
    """
    design = cloth.design
    repeat = design.repeat
    middles = design.motif is not None or (repeat is not None and repeat.across_mm is not None)
    found: dict[Wish, None] = {}
    for piece in pieces:
        asked = piece.on_print
        if design.border is not None and asked.border_edge:
            found[Wish(BORDER, piece.id)] = None
        if middles and asked.centre is not None:
            found[Wish(CENTRED, piece.id)] = None
        for mark in asked.marks:
            if repeat is not None and (mark.axes is not Axes.ALONG or repeat.along_mm is not None):
                found[Wish(SEAM, mark.seam)] = None
    return tuple(found)


def without_wishes(
    pieces: tuple[CutPiece, ...], left_out: Collection[Wish]
) -> tuple[CutPiece, ...]:
    """The pieces without some of their wishes; one whose grain was turned across for a border keeps
    it so."""
    return tuple(_released(piece, left_out) for piece in pieces)


def _released(piece: CutPiece, left_out: Collection[Wish]) -> CutPiece:
    asked = piece.on_print
    return replace(
        piece,
        on_print=OnPrint(
            border_edge=() if Wish(BORDER, piece.id) in left_out else asked.border_edge,
            marks=tuple(mark for mark in asked.marks if Wish(SEAM, mark.seam) not in left_out),
            centre=None if Wish(CENTRED, piece.id) in left_out else asked.centre,
        ),
    )


def length_without(
    pieces: tuple[CutPiece, ...],
    cloth: Cloth,
    ways: tuple[str, ...],
    left_out: Collection[Wish],
    *,
    search: Search,
    report: LayReport | None = None,
) -> float | None:
    """The length of the shortest lay, in any of the ways, that need not keep to what is
    ``left_out`` of the wishes.

    None where no way can hold the pieces then, or only a stack of two cloths is asked for, whose
    lengths hang together.
    """
    free = without_wishes(pieces, left_out)
    alone = tuple(way for way in ways if way != STACKED)
    if len(alone) == 1:
        try:
            lay = make_lay(free, cloth, alone[0], report=report, search=search)
        except LayRefused:
            return None
        return lay.lay_length_mm
    found = lay_ways(free, cloth, alone, report=report, search=search)
    best = shortest(found)
    return None if best is None else best.lay_length_mm
