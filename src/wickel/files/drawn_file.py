"""Records of pieces that are there as they were drawn: edges as paths, what is marked on them, what
is cut."""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated, Any

from pydantic import Field

from wickel.files.drawings.found_file import path_of, path_record
from wickel.files.records import FARTHEST_MM, FileRecord, Name, Number, Text
from wickel.geometry import BadOutline, simple_outline
from wickel.pattern import (
    Cut,
    Edge,
    EdgeKind,
    EdgeRole,
    InnerLine,
    Layer,
    LineKind,
    Notch,
    NotchKind,
    Piece,
    PieceRole,
    View,
    Wider,
    edge_length,
    net_line,
    with_guessed_roles,
)
from wickel.wording import say, words_of

MOST_DRAWN = 200
_MOST_STRETCHES = 20_000
_MOST_COPIES = 1000

PathRecord = Annotated[
    list[Annotated[list[Number], Field(min_length=2, max_length=6)]],
    Field(min_length=2, max_length=_MOST_STRETCHES),
]
"""The start of a path, then for every stretch the point after it, or two handles and the point."""
Allowance = Annotated[float, Field(ge=0, le=FARTHEST_MM, allow_inf_nan=False)]


class WiderRecord(FileRecord):
    """A part of an edge with an allowance of its own."""

    from_mm: Number
    to_mm: Number
    allowance_mm: Allowance


class DrawnEdgeRecord(FileRecord):
    """An edge of the net line."""

    name: Name
    path_mm: PathRecord
    kind: EdgeKind = Field(default=EdgeKind.SEAM, strict=False)
    allowance_mm: Allowance = 0.0
    allowance_end_mm: Allowance | None = None
    comes_back_to_mm: Allowance | None = None
    wider: WiderRecord | None = None
    role: EdgeRole | None = Field(default=None, strict=False)


class DrawnNotchRecord(FileRecord):
    """A notch, so far along an edge."""

    name: Text = ""
    edge: Name
    at_mm: Allowance
    kind: NotchKind | None = Field(default=None, strict=False)


class DrawnLineRecord(FileRecord):
    """A line inside a piece."""

    name: Text = ""
    path_mm: PathRecord
    kind: LineKind | None = Field(default=None, strict=False)


class DrawnCutRecord(FileRecord):
    """What is cut from one material."""

    material: Name
    copies: Annotated[int, Field(ge=1, le=_MOST_COPIES)] = 1
    pair: bool = False
    on_fold: bool = False


class DrawnPieceRecord(FileRecord):
    """A piece as it was drawn."""

    id: Name
    name: Name
    edges: Annotated[list[DrawnEdgeRecord], Field(min_length=1, max_length=500)]
    cuts: Annotated[list[DrawnCutRecord], Field(min_length=1, max_length=50)]
    grain_deg: Number = 0.0
    notches: Annotated[list[DrawnNotchRecord], Field(max_length=500)] = []
    inner_lines: Annotated[list[DrawnLineRecord], Field(max_length=500)] = []
    role: PieceRole | None = Field(default=None, strict=False)
    view: View | None = Field(default=None, strict=False)
    layer: Layer | None = Field(default=None, strict=False)
    of: Text = ""


def drawn_of(record: DrawnPieceRecord) -> Piece:
    """The drawn piece of a record; one of before there were roles has them by its names.

    Raises:
        ValueError: its edges do not meet or cross, or a notch lies beyond its edge.
    """
    piece = Piece(
        id=record.id,
        name=record.name,
        edges=tuple(_edge(edge) for edge in record.edges),
        cuts=tuple(Cut(**own.model_dump(include=_CUT)) for own in record.cuts),
        grain_deg=record.grain_deg,
        notches=tuple(
            Notch(
                name=notch.name,
                edge=notch.edge,
                at_mm=notch.at_mm,
                kind=notch.kind or NotchKind.MATCH,
            )
            for notch in record.notches
        ),
        inner_lines=tuple(
            InnerLine(name=line.name, path=path_of(line.path_mm), kind=line.kind or LineKind.OTHER)
            for line in record.inner_lines
        ),
        role=record.role or PieceRole.OTHER,
        view=record.view or View.BOTH,
        layer=record.layer or Layer.OUTER,
        of=record.of,
    )
    _check(piece)
    return with_guessed_roles(piece) if record.role is None else piece


_CUT = {"material", "copies", "pair", "on_fold"}


def _edge(record: DrawnEdgeRecord) -> Edge:
    wider = record.wider
    return Edge(
        name=record.name,
        path=path_of(record.path_mm),
        allowance_mm=record.allowance_mm,
        kind=record.kind,
        comes_back_to_mm=record.comes_back_to_mm,
        role=record.role or EdgeRole.OTHER,
        allowance_end_mm=record.allowance_end_mm,
        wider=None
        if wider is None
        else Wider(from_mm=wider.from_mm, to_mm=wider.to_mm, allowance_mm=wider.allowance_mm),
    )


def _check(piece: Piece) -> None:
    """Raises ``ValueError`` for a piece that cannot be cut."""
    try:
        simple_outline(net_line(piece))
    except BadOutline as reason:
        raise ValueError(
            say("drawn_file.no-outline", piece=piece.name, reason=words_of(reason))
        ) from None
    names = {edge.name for edge in piece.edges}
    for notch in piece.notches:
        if notch.edge not in names or notch.at_mm > edge_length(piece, notch.edge) + 0.01:
            raise ValueError(say("drawn_file.notch", piece=piece.name, notch=notch.name))
    for edge in piece.edges:
        if edge.kind is EdgeKind.FOLD and len(edge.path) > 1:
            raise ValueError(say("drawn_file.fold", piece=piece.name, edge=edge.name))


def drawn_record(piece: Piece) -> dict[str, Any]:
    """A drawn piece as files write it, with stable key order."""
    return {
        "id": piece.id,
        "name": piece.name,
        "edges": [_edge_record(edge) for edge in piece.edges],
        "cuts": [
            {
                "material": cut.material,
                "copies": cut.copies,
                **({"pair": True} if cut.pair else {}),
                **({"on_fold": True} if cut.on_fold else {}),
            }
            for cut in piece.cuts
        ],
        "grain_deg": piece.grain_deg,
        **(
            {
                "notches": [
                    {
                        "name": notch.name,
                        "edge": notch.edge,
                        "at_mm": notch.at_mm,
                        **_said(kind=(notch.kind, NotchKind.MATCH)),
                    }
                    for notch in piece.notches
                ]
            }
            if piece.notches
            else {}
        ),
        **(
            {
                "inner_lines": [
                    {
                        "name": line.name,
                        "path_mm": path_record(line.path),
                        **_said(kind=(line.kind, LineKind.OTHER)),
                    }
                    for line in piece.inner_lines
                ]
            }
            if piece.inner_lines
            else {}
        ),
        "role": piece.role.value,
        **_said(view=(piece.view, View.BOTH), layer=(piece.layer, Layer.OUTER)),
        **({"of": piece.of} if piece.of else {}),
    }


def _said(**roles: tuple[StrEnum, StrEnum]) -> dict[str, str]:
    """What is written of roles: those that are not the usual ones, each with that."""
    return {key: role.value for key, (role, usual) in roles.items() if role is not usual}


def _edge_record(edge: Edge) -> dict[str, Any]:
    record: dict[str, Any] = {
        "name": edge.name,
        "path_mm": path_record(edge.path),
        "kind": edge.kind.value,
        "allowance_mm": edge.allowance_mm,
        **_said(role=(edge.role, EdgeRole.OTHER)),
    }
    if edge.allowance_end_mm is not None:
        record["allowance_end_mm"] = edge.allowance_end_mm
    if edge.comes_back_to_mm is not None:
        record["comes_back_to_mm"] = edge.comes_back_to_mm
    if edge.wider is not None:
        record["wider"] = {
            "from_mm": edge.wider.from_mm,
            "to_mm": edge.wider.to_mm,
            "allowance_mm": edge.wider.allowance_mm,
        }
    return record
