"""Where a piece of the tray goes: back to where it lay, or to the first place from the start of the
cloth that it fits in."""

from __future__ import annotations

import math
from dataclasses import replace

from wickel.geometry import bounds
from wickel.lay.hand.grip import Grip
from wickel.lay.hand.stances import lacking, put_down, stances
from wickel.lay.placement import Lay, Placement
from wickel.lay.pose import flat_copies, on_table

_MOST_TRIED = 24


def first_place(lay: Lay, piece_id: str, before: Placement | None = None) -> Placement | None:
    """A copy of a piece laid where one lay ``before``, if its place is free still; else where it
    first fits from the start of the cloth on: on a fold before off it, as many copies at once as
    can be. None where it fits nowhere."""
    if before is not None and _is_free(lay, before):
        return before
    best: tuple[float, Placement] | None = None
    found = stances(lay, piece_id)
    most = max((sum(s.lies.gives) for s in found), default=0)
    on_fold = [s for s in found if s.lies.pose.on_fold]
    for stance in (on_fold or [s for s in found if sum(s.lies.gives) == most])[:_MOST_TRIED]:
        made = put_down(lay, piece_id, stance, (lay.spread.sections[stance.section].x_mm, 0.0))
        if made is not None:
            end = bounds(on_table(made, lay.piece(piece_id)).outline).max_x
            best = min(best or (math.inf, made), (end, made), key=lambda each: each[0])
    return None if best is None else best[1]


def _is_free(lay: Lay, before: Placement) -> bool:
    """Whether a placement can lie as it did: nothing lies there, its section is spread as it was,
    and as many of its copies are lacking."""
    sections = lay.spread.sections
    there = before.section < len(sections) and before.zone < len(sections[before.section].zones)
    if not there or any(p.id == before.id for p in lay.placements):
        return False
    again = replace(lay, placements=(*lay.placements, before))
    hands = [c.hand for c in flat_copies(before, lay.piece(before.piece), lay.zone(before))]
    drawn, mirrored = lacking(lay, before.piece)
    if len(hands) > drawn + mirrored or (mirrored and hands.count(-1) > mirrored):
        return False
    return Grip(again, [before.id]).clear((0.0, 0.0))
