"""Closings and small parts: button stands with their facings, ties, straps, loops, belts,
bindings."""

from __future__ import annotations

import math
from dataclasses import replace

from wickel.draft.allowances import Allowances
from wickel.draft.facings import edge_facing
from wickel.draft.operations import extend
from wickel.draft.parts import Strip, rectangle
from wickel.pattern import Cut, Notch, Piece, edge_length

LEAST_BUTTON_GAP_MM = 70.0
BINDINGS = {"single": 4, "doubled": 6, "raw": 2}
"""Width of a bias strip as a multiple of the finished binding: both edges turned in, doubled, raw
on knit."""


def button_stand(
    front: Piece, stand_mm: float, facing_mm: float, allow: Allowances
) -> tuple[Piece, Piece]:
    """A front on the fold as two fronts that overlap by twice the stand, with the facing of edge
    and neck.

    Buttonholes are notched on the front edge, the top one half a gap below the neck.
    """
    opened = extend(front, "centre", stand_mm, name="front edge", allowance_mm=allow["facing"])
    long = edge_length(opened, "front edge")
    count = max(2, math.floor(long / LEAST_BUTTON_GAP_MM / 1.3))
    gap = (long - 30.0) / count
    # the front edge runs from the hem up to the neck
    holes = tuple(
        Notch(name=f"button {k + 1}", edge="front edge", at_mm=long - 15.0 - k * gap)
        for k in range(count)
    )
    opened = replace(opened, notches=(*opened.notches, *holes))
    strip = edge_facing(opened, ("front edge", "neck"), facing_mm, allow)
    return opened, replace(strip, notches=())


def tie(
    id: str, name: str, long_mm: float, wide_mm: float, allow: Allowances, *, copies: int = 2
) -> Piece:
    """A tie, belt or loop: a strip of twice its finished width, folded along its middle."""
    strip = Strip(
        id=id,
        name=name,
        long_mm=long_mm,
        high_mm=2 * wide_mm,
        cuts=(Cut(material="main", copies=copies),),
        fold_line=True,
    )
    return rectangle(strip, allow)


def bias_strip(
    id: str,
    name: str,
    long_mm: float,
    finished_mm: float,
    allow: Allowances,
    *,
    copies: int = 1,
) -> Piece:
    """A strip on the bias for a binding or a strap, both edges turned in: four times as wide as it
    is finished, and no allowance along it."""
    strip = rectangle(
        Strip(
            id=id,
            name=name,
            long_mm=long_mm,
            high_mm=BINDINGS["single"] * finished_mm,
            cuts=(Cut(material="main", copies=copies),),
            fold_line=True,
            grain_deg=45.0,
        ),
        allow,
    )
    return replace(
        strip,
        edges=tuple(
            replace(e, allowance_mm=allow["band"] if "end" in e.name else 0.0) for e in strip.edges
        ),
    )


def binding_length(
    edges_mm: float, finished_mm: float, *, kind: str = "single", joins: int = 1
) -> float:
    """Length of binding for some edges: they, about one strip width for each 45° join, and the
    ends."""
    return edges_mm + (joins + 1) * BINDINGS[kind] * finished_mm
