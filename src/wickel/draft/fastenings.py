"""Closings and small parts: button stands with their facings, ties, straps, loops, belts,
bindings."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, replace

from wickel.draft.allowances import Allowances
from wickel.draft.facings import edge_facing
from wickel.draft.ledger import Ledger
from wickel.draft.operations import extend
from wickel.draft.parts import Strip, rectangle
from wickel.pattern import BIAS_DEG, Cut, Notch, NotchKind, Piece, PieceRole, edge_length

LEAST_BUTTON_GAP_MM = 70.0
_ROOM = 1.3
"""Buttons lie at least so many times the least gap apart before one more is set."""
_SAME = 1e-6
BINDINGS = {"single": 4, "doubled": 6, "raw": 2}
"""Width of a bias strip as a multiple of the finished binding: both edges turned in, doubled, raw
on knit."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Buttons:
    """Where the buttons of an edge lie, in mm from its upper end: the first, and one every so
    much."""

    first: float
    gap: float

    def places(self, long_mm: float) -> tuple[float, ...]:
        """How far from the upper end each of them lies, on an edge so long; below the last there is
        room for one more."""
        if self.gap <= 0 or self.first >= long_mm:
            return ()
        count = max(1, math.floor((long_mm - 2 * self.first) / self.gap + _SAME))
        return tuple(self.first + k * self.gap for k in range(count))


def usual_gap_mm(long_mm: float, first_mm: float) -> float:
    """From button to button on an edge so long: an even part of it, as wide as is usual."""
    count = max(2, math.floor(long_mm / LEAST_BUTTON_GAP_MM / _ROOM))
    return (long_mm - 2 * first_mm) / count


def buttons_by(ledger: Ledger, long_mm: float) -> Buttons:
    """The buttons of an edge so long, as the maker has them."""
    ledger.know("front_edge", long_mm)
    first = ledger.length("button.first", "1.5 cm", "First button from the upper end", (5, 60))
    gap = ledger.solved(
        "button.gap",
        lambda: usual_gap_mm(long_mm, first),
        "From button to button",
        of=("front_edge", "button_first"),
    )
    return Buttons(first=first, gap=gap)


def button_stand(
    front: Piece,
    stand_mm: float,
    facing_mm: float,
    allow: Allowances,
    buttons: Callable[[float], Buttons],
    *,
    upper: str = "neck",
) -> tuple[Piece, Piece]:
    """A front on the fold as two fronts that overlap by twice the stand, with the facing of edge
    and neck (or what else its ``upper`` edge is).

    Buttonholes are notched on the front edge; ``buttons`` says where, for an edge so long.
    """
    opened = extend(front, "centre", stand_mm, name="front edge", allowance_mm=allow["facing"])
    long = edge_length(opened, "front edge")
    # the front edge runs from the hem up to the neck
    holes = tuple(
        button(k, "front edge", long - at) for k, at in enumerate(buttons(long).places(long), 1)
    )
    opened = replace(opened, notches=(*opened.notches, *holes))
    strip = edge_facing(opened, ("front edge", upper), facing_mm, allow)
    return opened, replace(strip, notches=())


def button(number: int, edge: str, at_mm: float) -> Notch:
    """The mark of a button, so far along an edge."""
    return Notch(name=f"button {number}", edge=edge, at_mm=at_mm, kind=NotchKind.BUTTON)


def tie(
    id: str, name: str, long_mm: float, wide_mm: float, allow: Allowances, *, copies: int = 2
) -> Piece:
    """A tie, belt or loop: a strip of twice its finished width, folded along its middle."""
    strip = Strip(
        id=id,
        name=name,
        part=PieceRole.TIE,
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
            part=PieceRole.BINDING,
            long_mm=long_mm,
            high_mm=BINDINGS["single"] * finished_mm,
            cuts=(Cut(material="main", copies=copies),),
            fold_line=True,
            grain_deg=BIAS_DEG,
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
