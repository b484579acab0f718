"""Pieces as they are sent to other programs: every line on its layer, the net line edge by edge,
and what is known of piece, edge and notch said beside its line, so that nothing need be asked when
they come back.

What is said of a piece stands on its cut line: ``name``, ``garment``, ``size``, ``grain`` (the
direction of the arrow from head to hem, in degrees), ``at`` (where the first point of the cut line
lies in the piece frame, mm) and ``cuts``: material, copies and, after colons, ``pair`` or ``fold``,
several with commas. An edge says its name as ``edge``, its ``kind`` and its ``allowance`` in mm,
with ``allowance-end`` where it runs out, ``comes-back`` where it is drawn up, and ``wider`` (from,
to, allowance) where a part of it is. A notch says its name as ``notch`` and its edge.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from wickel.drawing.full_size import joined_drawings, moved_drawing, plain_strokes
from wickel.drawing.names import arrow, grain_size, inside_point, name_label
from wickel.drawing.piece import notch_tick
from wickel.drawing.strokes import Drawing, Layer, Stroke, through
from wickel.geometry import Bounds, bounds, translation
from wickel.lay import CutPiece
from wickel.pattern import Cut, Edge, EdgeKind, Piece, cut_line, notch_point

GAP_MM = 30.0
_ROW_MM = 2000.0

Says = tuple[tuple[str, str], ...]


def number_text(value: float) -> str:
    """A number as files for other programs have it: as short as gives the very number again."""
    return repr(float(value)).removesuffix(".0")


def cuts_text(cuts: Iterable[Cut]) -> str:
    """What is cut of a piece, in one line: *main:2:pair, interfacing:1*."""
    rows = []
    for cut in cuts:
        words = [cut.material.replace(",", " ").replace(":", " "), str(cut.copies)]
        words += ["pair"] * cut.pair + ["fold"] * cut.on_fold
        rows.append(":".join(words))
    return ", ".join(rows)


def piece_to_send(piece: Piece, of: str, garment: str = "", size: str = "") -> Drawing:
    """A drafted piece with all that is known of it, in the piece frame."""
    cut = cut_line(piece)
    says = (
        ("name", piece.name),
        ("garment", garment),
        ("size", size),
        ("grain", number_text(piece.grain_deg)),
        ("cuts", cuts_text(piece.cuts)),
        ("at", " ".join(map(number_text, cut[0]))),
    )
    strokes = [replace(through(Layer.CUT, cut, closed=True, of=of), says=_said(says))]
    strokes += [
        Stroke(layer=Layer.NET, path=edge.path, of=of, says=_edge_says(edge))
        for edge in piece.edges
    ]
    strokes += [
        Stroke(layer=Layer.FOLD, path=edge.path, of=of)
        for edge in piece.edges
        if edge.kind is EdgeKind.FOLD
    ]
    strokes += [
        Stroke(layer=Layer.INNER, path=line.path, of=of, says=_said((("line", line.name),)))
        for line in piece.inner_lines
    ]
    strokes += [
        replace(
            through(Layer.NOTCH, notch_tick(piece, notch_point(piece, notch)), of=of),
            says=_said((("notch", notch.name), ("edge", notch.edge))),
        )
        for notch in piece.notches
    ]
    for line in arrow(inside_point(cut), piece.grain_deg, grain_size(cut, piece.grain_deg)):
        strokes.append(through(Layer.GRAIN, line, of=of))
    words = " ".join(word for word in (piece.name, size) if word)
    return Drawing(box=bounds(cut), strokes=tuple(strokes), labels=(name_label(words, cut, of),))


def plain_to_send(piece: CutPiece, of: str) -> Drawing:
    """A piece that is no draft: its lines as they are known, in the piece frame."""
    cuts = [
        Cut(material=own.cloth, copies=own.copies, pair=own.pair, on_fold=bool(own.fold_edges))
        for own in piece.orders
    ]
    says = (
        ("name", piece.name),
        ("garment", piece.garment),
        ("size", piece.size),
        ("grain", number_text(piece.grain_deg)),
        ("cuts", cuts_text(cuts)),
    )
    cut, *others = plain_strokes(piece, of)
    return Drawing(
        box=bounds(piece.cut_line),
        strokes=(replace(cut, says=_said(says)), *others),
        labels=(name_label(piece.name, piece.cut_line, of),),
    )


def side_by_side(drawings: Iterable[Drawing]) -> Drawing:
    """Drawings beside each other in rows, none over another."""
    placed: list[Drawing] = []
    x = y = high = 0.0
    for drawing in drawings:
        box = drawing.box
        if x > 0 and x + box.width > _ROW_MM:
            x, y, high = 0.0, y - high - GAP_MM, 0.0
        placed.append(moved_drawing(drawing, translation(x - box.min_x, y - box.max_y)))
        x += box.width + GAP_MM
        high = max(high, box.height)
    return (
        joined_drawings(tuple(placed))
        if placed
        else Drawing(box=Bounds(0.0, 0.0, 0.0, 0.0), strokes=(), labels=())
    )


def _edge_says(edge: Edge) -> Says:
    rows = [
        ("edge", edge.name),
        ("kind", edge.kind.value),
        ("allowance", number_text(edge.allowance_mm)),
    ]
    if edge.allowance_end_mm is not None:
        rows.append(("allowance-end", number_text(edge.allowance_end_mm)))
    if edge.comes_back_to_mm is not None:
        rows.append(("comes-back", number_text(edge.comes_back_to_mm)))
    if edge.wider is not None:
        wider = (edge.wider.from_mm, edge.wider.to_mm, edge.wider.allowance_mm)
        rows.append(("wider", " ".join(map(number_text, wider))))
    return _said(rows)


def _said(rows: Iterable[tuple[str, str]]) -> Says:
    return tuple((key, value) for key, value in rows if value)
