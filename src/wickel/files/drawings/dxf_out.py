"""DXF out (R2010): a drawing at 1:1 in millimetres, y up, one layer a meaning, one block a piece.

Straight runs are light polylines, curves splines of degree 3 with the very control points. What is
said of a piece are the attributes of its block reference; what is said of an edge, a notch or an
inner line stands with it as extended data of the application ``WICKEL``, each row ``key=value``.
"""

from __future__ import annotations

from io import BytesIO, TextIOWrapper
from itertools import groupby

import ezdxf
from ezdxf import options, units
from ezdxf.document import Drawing as Document
from ezdxf.entities import DXFGraphic, Spline
from ezdxf.enums import TextEntityAlignment
from ezdxf.layouts import BaseLayout

from wickel.drawing import Drawing, Label, Layer, Stroke
from wickel.files.names import UniqueNames, plain_text
from wickel.geometry import Cubic, Path, Segment

APPLICATION = "WICKEL"
MOST_SAID = 250
"""So many characters at most are said in one row: what the format takes."""
_STYLE: dict[Layer, tuple[int, str]] = {
    # colour by its index, line type
    Layer.CLOTH: (8, "CONTINUOUS"),
    Layer.FOLD: (5, "DASHDOT"),
    Layer.SELVAGE: (8, "DOT"),
    Layer.CUT: (7, "CONTINUOUS"),
    Layer.LATER: (1, "DASHDOT"),
    Layer.NET: (7, "DASHED"),
    Layer.INNER: (1, "CONTINUOUS"),
    Layer.NOTCH: (7, "CONTINUOUS"),
    Layer.GRAIN: (3, "CONTINUOUS"),
    Layer.NAME: (7, "CONTINUOUS"),
}
_NOTE_MM = 2.5


def dxf_bytes(drawing: Drawing) -> bytes:
    """The drawing as a DXF file; the same drawing gives the same bytes."""
    fixed = options.write_fixed_meta_data_for_testing
    options.write_fixed_meta_data_for_testing = True  # no clock, no machine, no new ids
    try:
        buffer = BytesIO()
        with TextIOWrapper(buffer, encoding="utf-8", newline="\r\n") as text:
            _document(drawing).write(text)
            text.flush()
            return buffer.getvalue()
    finally:
        options.write_fixed_meta_data_for_testing = fixed


def _document(drawing: Drawing) -> Document:
    document = ezdxf.new("R2010", setup=["linetypes"])
    document.units = units.MM
    document.header["$MEASUREMENT"] = 1
    document.header["$LTSCALE"] = 10.0
    document.appids.add(APPLICATION)
    for layer, (colour, dashes) in _STYLE.items():
        document.layers.add(layer.value.upper(), color=colour, linetype=dashes)
    space = document.modelspace()
    names = UniqueNames()
    strokes_of: dict[str, list[Stroke]] = {}
    labels_of: dict[str, list[Label]] = {}
    for stroke in drawing.strokes:
        strokes_of.setdefault(stroke.of, []).append(stroke)
    for label in drawing.labels:
        labels_of.setdefault(label.of, []).append(label)
    for of, strokes in strokes_of.items():
        into: BaseLayout = space
        if of:
            name = names.name(of).upper()
            into = document.blocks.new(name)
            _insert(space, name, strokes)
        for stroke in strokes:
            _draw(into, stroke)
        for label in labels_of.pop(of, ()):
            _write(into, label)
    for label in labels_of.pop("", ()):
        _write(space, label)
    return document


def _insert(space: BaseLayout, name: str, strokes: list[Stroke]) -> None:
    """The block where it was drawn, with what is said of the piece as attributes that are not
    shown."""
    reference = space.add_blockref(name, (0.0, 0.0), dxfattribs={"layer": "0"})
    says = next((stroke.says for stroke in strokes if stroke.layer is Layer.CUT), ())
    start = strokes[0].path[0].start
    for key, value in says:
        attribute = reference.add_attrib(
            key.upper(), plain_text(value), insert=start, dxfattribs={"height": _NOTE_MM}
        )
        attribute.is_invisible = True


def _draw(into: BaseLayout, stroke: Stroke) -> None:
    look = {"layer": stroke.layer.value.upper()}
    path: Path = stroke.path
    straight = not any(isinstance(segment, Cubic) for segment in path)
    if straight:
        points = list(stroke.points)
        made: list[DXFGraphic] = [into.add_lwpolyline(points, close=stroke.closed, dxfattribs=look)]
    else:
        made = []
        for curved, group in groupby(path, key=lambda segment: isinstance(segment, Cubic)):
            run = list(group)
            if curved:
                made.append(_spline(into, run, look))
            else:
                corners = [run[0].start, *(segment.end for segment in run)]
                made.append(into.add_lwpolyline(corners, dxfattribs=look))
    rows = [] if stroke.layer is Layer.CUT else stroke.says
    if rows:
        data = [(1000, f"{key}={plain_text(value)}"[:MOST_SAID]) for key, value in rows]
        for entity in made:
            entity.set_xdata(APPLICATION, data)


def _spline(into: BaseLayout, run: list[Segment], look: dict[str, str]) -> Spline:
    """Cubics that follow each other as one spline of degree 3, its inner knots threefold."""
    points = [run[0].start]
    for segment in run:
        assert isinstance(segment, Cubic)
        points += [segment.control1, segment.control2, segment.end]
    count = len(run)
    knots = [0.0, *(float(k) for k in range(count + 1) for _ in range(3)), float(count)]
    spline = into.add_spline(dxfattribs=look)
    spline.dxf.degree = 3
    spline.control_points = [(x, y, 0.0) for x, y in points]
    spline.knots = knots
    return spline


def _write(into: BaseLayout, label: Label) -> None:
    text = into.add_text(
        plain_text(label.text),
        height=label.height_mm,
        rotation=90.0 if label.upright else 0.0,
        dxfattribs={"layer": label.layer.value.upper()},
    )
    text.set_placement(label.at, align=TextEntityAlignment.MIDDLE_CENTER)
