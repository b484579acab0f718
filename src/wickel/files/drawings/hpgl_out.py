"""HPGL out: a drawing at 1:1 for a plotter, in its units of 0.025 mm, x along the roll.

One instruction a line of the file, so that a sender can stop between two. Each layer has a pen:
1 for what is cut, 2 for what is only marked. What is dashed on screen is drawn dashed.
"""

from __future__ import annotations

from collections.abc import Iterator

import shapely
import shapely.ops

from wickel.drawing import Drawing, Label, Layer, Stroke
from wickel.files.names import plain_text
from wickel.geometry import Outline, flatten

UNITS_PER_MM = 40.0
_FLAT_MM = 0.02
_MARGIN_MM = 5.0
_PENS = {Layer.CUT: 1, Layer.LATER: 1}
_DASHED_MM = {Layer.NET: (8.0, 5.0), Layer.FOLD: (24.0, 8.0), Layer.SELVAGE: (2.0, 6.0)}
_CM_PER_MM = 0.1
_LETTER_WIDE = 0.6
"""How wide a letter is, in parts of its height."""


def hpgl_text(drawing: Drawing) -> str:
    """The drawing as HPGL: start, pens in turn, what each draws from near to far, end."""
    rows = ["IN;", "PA;"]
    for pen in (2, 1):
        strokes = [own for own in drawing.strokes if _PENS.get(own.layer, 2) == pen]
        labels = drawing.labels if pen == 2 else ()
        if strokes or labels:
            rows.append(f"SP{pen};")
            rows += [row for stroke in strokes for row in _stroke(stroke, drawing)]
            rows += [row for label in labels for row in _label(label, drawing)]
    rows += ["PU;", "SP0;", "PG;"]
    return "\n".join(rows) + "\n"


def _unit(x: float, y: float, drawing: Drawing) -> str:
    box = drawing.box
    return (
        f"{round((x - box.min_x + _MARGIN_MM) * UNITS_PER_MM)},"
        f"{round((y - box.min_y + _MARGIN_MM) * UNITS_PER_MM)}"
    )


def _stroke(stroke: Stroke, drawing: Drawing) -> Iterator[str]:
    points = flatten(stroke.path, _FLAT_MM)
    if stroke.closed and points[0] != points[-1]:
        points = (*points, points[0])
    for run in _dashes(points, _DASHED_MM.get(stroke.layer)):
        yield f"PU{_unit(*run[0], drawing)};"
        for point in run[1:]:
            yield f"PD{_unit(*point, drawing)};"


def _dashes(points: Outline, dashed: tuple[float, float] | None) -> Iterator[Outline]:
    """A line whole, or the dashes of it."""
    if dashed is None:
        yield points
        return
    line = shapely.LineString(points)
    drawn, left = dashed
    at = 0.0
    while at < line.length:
        piece = shapely.ops.substring(line, at, min(line.length, at + drawn))
        if isinstance(piece, shapely.LineString):
            yield tuple((float(x), float(y)) for x, y in piece.coords)
        at += drawn + left


def _label(label: Label, drawing: Drawing) -> Iterator[str]:
    """A name, centred on its place; signs that a plotter's own letters lack are left out."""
    words = (
        plain_text(label.text)
        .replace("×", "x")
        .encode("ascii", "ignore")
        .decode()
        .replace("\x03", "")
        .strip()
    )
    if not words:
        return
    high, wide = label.height_mm, label.height_mm * _LETTER_WIDE
    half = len(words) * wide * 1.5 / 2
    x, y = label.at
    start = (x + high / 2, y - half) if label.upright else (x - half, y - high / 2)
    yield f"DI{'0,1' if label.upright else '1,0'};"
    yield f"SI{wide * _CM_PER_MM:.3f},{high * _CM_PER_MM:.3f};"
    yield f"PU{_unit(*start, drawing)};"
    yield f"LB{words}\x03;"
