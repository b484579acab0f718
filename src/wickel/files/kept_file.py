"""Kept lays as files have them: one codec for job files and the store of yardage tables.

Placements stand as in a lay file, without their outlines: these are the pieces'. Numbers are
written whole, so that a lay that is read is the lay that was written.
"""

from __future__ import annotations

from typing import Annotated, Any

from pydantic import Field

from wickel.files.records import FileRecord, Name
from wickel.lay import KeptLay, Placement
from wickel.wording import say

MOST_PLACEMENTS = 20_000
MOST_SECTIONS = 8
Number = Annotated[float, Field(allow_inf_nan=False, ge=-1e6, le=1e6)]
"""Millimetres or degrees of a lay, to the last bit."""

Count = Annotated[int, Field(ge=0, le=10_000_000_000)]


class PlacementRecord(FileRecord):
    """A placement; its id and its piece's id are as in the lay file."""

    id: Name
    piece: Name
    section: Annotated[int, Field(ge=0, lt=MOST_SECTIONS)] = 0
    zone: Annotated[int, Field(ge=0, lt=20)] = 0
    x_mm: Number
    y_mm: Number
    turn_deg: Number = 0.0
    mirrored: bool = False
    on_fold: bool = False
    fold: Annotated[str, Field(max_length=20)] = ""
    cut_plies: Annotated[
        list[Annotated[int, Field(ge=0, lt=20)]], Field(min_length=1, max_length=20)
    ]
    yields: Annotated[int, Field(ge=1, le=20)] = 1
    locked: bool = False


class KeptLayRecord(FileRecord):
    """A lay: how the cloth is spread, the lengths of its sections on the table, and where
    everything lies."""

    way: Name
    exact_way: Name
    lay_width_mm: Annotated[float, Field(gt=0, le=1e5, allow_inf_nan=False)]
    lengths_mm: Annotated[list[Number], Field(min_length=1, max_length=MOST_SECTIONS)]
    stack_ply: Annotated[int, Field(ge=0, le=1)] | None = None
    placements: Annotated[list[PlacementRecord], Field(max_length=MOST_PLACEMENTS)]
    seed: Count = 1
    effort: Count = 0
    unmatched_mm: Number | None = None
    by_hand: bool = False


_ELSEWHERE = {"locked", "cut_plies"}


def kept_lay(record: KeptLayRecord) -> KeptLay:
    """The lay of a record. Raises ``ValueError``: a placement in a section that there is not, or
    two of one id."""
    ids = [placement.id for placement in record.placements]
    if len(set(ids)) != len(ids):
        raise ValueError(
            say("kept_file.placement-twice", next=next(id for id in ids if ids.count(id) > 1))
        )
    if any(placement.section >= len(record.lengths_mm) for placement in record.placements):
        raise ValueError(say("kept_file.no-such-section"))
    return KeptLay(
        way=record.way,
        exact_way=record.exact_way,
        lay_width_mm=record.lay_width_mm,
        lengths_mm=tuple(record.lengths_mm),
        stack_ply=record.stack_ply,
        placements=tuple(
            Placement(
                cut_plies=tuple(placement.cut_plies),
                **placement.model_dump(include=set(PlacementRecord.model_fields) - _ELSEWHERE),
            )
            for placement in record.placements
        ),
        seed=record.seed,
        effort=record.effort,
        unmatched_mm=record.unmatched_mm,
        locked=frozenset(placement.id for placement in record.placements if placement.locked),
        by_hand=record.by_hand,
    )


def kept_lay_record(lay: KeptLay) -> dict[str, Any]:
    """A kept lay as files write it, without what is left at its default."""
    record: dict[str, Any] = {
        "way": lay.way,
        "exact_way": lay.exact_way,
        "lay_width_mm": lay.lay_width_mm,
        "lengths_mm": list(lay.lengths_mm),
        "seed": lay.seed,
        "effort": lay.effort,
    }
    if lay.stack_ply is not None:
        record["stack_ply"] = lay.stack_ply
    if lay.unmatched_mm is not None:
        record["unmatched_mm"] = lay.unmatched_mm
    if lay.by_hand:
        record["by_hand"] = True
    record["placements"] = [
        _placement_record(placement, locked=placement.id in lay.locked)
        for placement in lay.placements
    ]
    return record


def _placement_record(placement: Placement, *, locked: bool) -> dict[str, Any]:
    record: dict[str, Any] = {
        "id": placement.id,
        "piece": placement.piece,
        "section": placement.section,
        "zone": placement.zone,
        "x_mm": placement.x_mm,
        "y_mm": placement.y_mm,
        "turn_deg": placement.turn_deg,
        "mirrored": placement.mirrored,
        "on_fold": placement.on_fold,
        "cut_plies": list(placement.cut_plies),
        "yields": placement.yields,
    }
    if placement.fold:
        record["fold"] = placement.fold
    return record | ({"locked": True} if locked else {})
