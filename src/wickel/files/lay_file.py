"""Lay files ``*.lay.json`` (docs/formats.md)."""

from __future__ import annotations

from pathlib import Path
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from wickel.cloth import Cloth, Section
from wickel.files.reading import UnreadableFile, first_fault, read_json
from wickel.files.saving import json_text, save_file
from wickel.geometry import Outline
from wickel.lay import Lay, Placement, flat_copies, on_table
from wickel.wording import say
from wickel.yardage import need

FORMAT = "wickel-lay"
VERSION = 1
_DECIMALS = 6

Number = Annotated[float, Field(allow_inf_nan=False)]
Points = list[Annotated[list[Number], Field(min_length=2, max_length=2)]]


class _Record(BaseModel):
    model_config = ConfigDict(strict=True, extra="allow")


class PlyRecord(_Record):
    """A ply: its 2×3 map from the spread to the flat cloth."""

    map: Annotated[
        list[Annotated[list[Number], Field(min_length=3, max_length=3)]],
        Field(min_length=2, max_length=2),
    ]


class ZoneRecord(_Record):
    """A zone of a section."""

    outline_mm: Points
    fold_edges: list[str]
    plies: list[PlyRecord]


class SectionRecord(_Record):
    """A section of the spread."""

    x_mm: Number
    length_mm: Number
    cloth_x_mm: Number
    cloth_length_mm: Number
    way: str
    zones: list[ZoneRecord]


class PlacementRecord(_Record):
    """A placed part, with its outline on the table and every finished copy on the flat cloth."""

    id: str
    piece: str
    section: int
    zone: int
    turn_deg: Number
    mirrored: bool
    on_fold: bool
    cut_plies: list[int]
    yields: int
    cut_line_mm: Points
    unfolded_mm: list[Points]


class FindingRecord(_Record):
    """A finding."""

    level: Literal["broken", "strained", "note"]
    code: str
    text: str
    pieces: list[str]


class OneLayRecord(_Record):
    """The lay of one cloth."""

    cloth: str
    usable_width_mm: Number
    lay_length_mm: Number
    table_mm: Number
    need_mm: Number
    buy_mm: Number
    of_which_matching_mm: Number | None = None
    used_share: Number
    sections: list[SectionRecord]
    placements: list[PlacementRecord]
    findings: list[FindingRecord]
    seed: int
    effort: int
    seconds: Number


class LayFileRecord(_Record):
    """A whole lay file."""

    format: Literal["wickel-lay"]
    version: int
    complete: bool
    lays: list[OneLayRecord]


def lay_record(lays: tuple[Lay, ...]) -> dict[str, Any]:
    """Lays as a lay file writes them, with stable key order."""
    return {
        "format": FORMAT,
        "version": VERSION,
        "complete": all(lay.complete for lay in lays),
        "lays": [_one(lay) for lay in lays],
    }


def _one(lay: Lay) -> dict[str, Any]:
    needed = need(lay)
    return {
        "cloth": lay.cloth.id,
        "usable_width_mm": _number(lay.cloth.lay_width_mm),
        "lay_length_mm": _number(lay.lay_length_mm),
        "table_mm": _number(lay.table_mm),
        "need_mm": _number(needed.need_mm),
        "buy_mm": _number(needed.buy_mm),
        "short_mm": _number(needed.short_mm),
        **(
            {}
            if needed.matching_mm is None
            else {"of_which_matching_mm": _number(needed.matching_mm)}
        ),
        "used_share": _number(lay.used_share),
        "complete": lay.complete,
        "inputs": _inputs(lay.cloth),
        "sections": [_section(section) for section in lay.spread.sections],
        "placements": [_placement(placement, lay) for placement in lay.placements],
        "findings": [
            {
                "level": finding.level.value,
                "code": finding.code,
                "text": str(finding.text),
                "way_out": str(finding.way_out),
                "pieces": list(finding.pieces),
            }
            for finding in lay.findings
        ],
        "seed": lay.seed,
        "effort": lay.effort,
        "seconds": round(lay.seconds, 3),
    }


def _inputs(cloth: Cloth) -> dict[str, Any]:
    """What the lengths were worked out from, as the cloth says it before any shrinking."""
    return {
        "usable_width_mm": cloth.usable_width_mm,
        "print": cloth.print_or_assumed.value,
        "reserve_mm": cloth.reserve_mm,
        "squaring_mm": cloth.squaring_mm,
        "shrink_along": cloth.shrink_along,
        "shrink_across": cloth.shrink_across,
        "step_mm": cloth.step_mm,
    }


def _depths(section: Section) -> dict[str, Any]:
    """The depth of the fold of a section, or of both."""
    depths = [_number(mm) for mm in section.depths_mm]
    if len(depths) > 1:
        return {"depths_mm": depths}
    return {"depth_mm": depths[0]} if depths else {}


def _section(section: Section) -> dict[str, Any]:
    return {
        "x_mm": _number(section.x_mm),
        "length_mm": _number(section.length_mm),
        "cloth_x_mm": _number(section.cloth_x_mm),
        "cloth_length_mm": _number(section.cloth_length_mm),
        "way": section.way,
        **_depths(section),
        "zones": [
            {
                "outline_mm": _points(zone.outline),
                "usable_mm": _points(zone.usable),
                "fold_edges": list(dict.fromkeys(fold.name for fold in zone.folds)),
                "plies": [
                    {"map": [[_number(v) for v in row] for row in ply.map.rows]}
                    for ply in zone.plies
                ],
            }
            for zone in section.zones
        ],
    }


def _placement(placement: Placement, lay: Lay) -> dict[str, Any]:
    piece = lay.piece(placement.piece)
    zone = lay.zone(placement)
    table = on_table(placement, piece)
    copies = flat_copies(placement, piece, zone)
    record: dict[str, Any] = {
        "id": placement.id,
        "piece": placement.piece,
        "name": piece.name,
        "section": placement.section,
        "zone": placement.zone,
        "x_mm": _number(placement.x_mm),
        "y_mm": _number(placement.y_mm),
        "turn_deg": _number(placement.turn_deg),
        "mirrored": placement.mirrored,
        "on_fold": placement.on_fold,
        **({"fold": placement.fold} if placement.on_fold else {}),
        "cut_plies": list(placement.cut_plies),
        "yields": placement.yields,
        "hands": [copy.hand for copy in copies],
        "cut_line_mm": _points(table.outline),
        "unfolded_mm": [_points(copy.outline) for copy in copies],
    }
    if table.holes or any(copy.holes for copy in copies):
        record["holes_mm"] = [_points(hole) for hole in table.holes]
        record["unfolded_holes_mm"] = [[_points(hole) for hole in copy.holes] for copy in copies]
    return record


def _number(value: float) -> float:
    return round(float(value), _DECIMALS) + 0.0  # + 0.0 turns −0.0 into 0.0


def _points(outline: Outline) -> list[list[float]]:
    return [[_number(x), _number(y)] for x, y in outline]


def lay_text(lays: tuple[Lay, ...]) -> str:
    """A lay file's text."""
    return json_text(lay_record(lays)) + "\n"


def save_lays(lays: tuple[Lay, ...], path: Path) -> None:
    """Write a lay file atomically. Raises ``OSError``."""
    save_file(path, lay_text(lays))


def read_lays(path: Path) -> LayFileRecord:
    """Read a lay file as its record. Raises ``UnreadableFile``."""
    value = read_json(path, "lay")
    if value.get("format") != FORMAT:
        raise UnreadableFile(say("lay_file.no-lay-file", path=path.name, format=FORMAT))
    version = value.get("version")
    if isinstance(version, int) and version > VERSION:
        raise UnreadableFile(say("lay_file.newer", path=path.name, version=version))
    try:
        return LayFileRecord.model_validate(value)
    except ValidationError as error:
        raise first_fault(error, path.name) from None
