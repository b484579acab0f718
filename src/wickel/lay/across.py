"""Pieces with their grain across the cloth: what might be turned so, and what it would save.

Cloth hangs and gives another way across than along, so nothing is ever turned by itself: it is
looked for, offered with what it saves, and the maker decides.
"""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import replace

from wickel.cloth import Cloth, Print
from wickel.geometry import area
from wickel.lay.demand import CutPiece, Grain, OnPrint, cut_from
from wickel.lay.searching import LayReport
from wickel.lay.settings import Search
from wickel.lay.ways import lay_ways, shortest

_MOST_SINGLY = 3
"""So many pieces are looked at each by itself: the largest."""


def may_lie_across(piece: CutPiece, cloth: Cloth) -> bool:
    """Whether a piece could be cut across: straight grain with no turns of its own, on cloth whose
    print runs any way, asks nothing of the piece, and that stretches alike both ways."""
    return (
        piece.grain is Grain.STRAIGHT
        and piece.turns_deg is None
        and piece.on_print == OnPrint()
        and cloth.print_or_assumed is Print.ANY
        and cloth.stretch_along == cloth.stretch_across
    )


def turned_across(pieces: tuple[CutPiece, ...], ids: Collection[str]) -> tuple[CutPiece, ...]:
    """The pieces, those of some ids with their grain across the cloth."""
    return tuple(
        replace(piece, grain=Grain.CROSS) if piece.id in ids else piece for piece in pieces
    )


def groups_across(pieces: tuple[CutPiece, ...], cloth: Cloth) -> tuple[frozenset[str], ...]:
    """What is worth looking at: each garment whole, and its largest pieces one by one."""
    able = [piece for piece in cut_from(pieces, cloth) if may_lie_across(piece, cloth)]
    garments: dict[str, set[str]] = {}
    for piece in able:
        garments.setdefault(piece.garment, set()).add(piece.id)
    whole = [frozenset(ids) for ids in garments.values() if len(ids) > 1]
    largest = sorted(able, key=lambda piece: -area(piece.cut_line))[:_MOST_SINGLY]
    return tuple(dict.fromkeys((*whole, *(frozenset((piece.id,)) for piece in largest))))


def length_across(
    pieces: tuple[CutPiece, ...],
    cloth: Cloth,
    ways: tuple[str, ...],
    ids: Collection[str],
    *,
    search: Search,
    report: LayReport | None = None,
) -> float | None:
    """The length of the shortest complete lay, in any of the ways, with some pieces across; None
    where there is none."""
    found = lay_ways(turned_across(pieces, ids), cloth, ways, report=report, search=search)
    best = shortest(found)
    return None if best is None or not best.complete else best.lay_length_mm
