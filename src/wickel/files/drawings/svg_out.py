"""SVG out: a drawing at 1:1 in millimetres, one group a layer, y turned over so that nothing is
mirrored. What belongs to a piece, and what is said of a line, stands beside it as ``data-``."""

from __future__ import annotations

from collections.abc import Callable
from xml.sax.saxutils import escape, quoteattr

from wickel.drawing import Drawing, Label, Layer, Stroke
from wickel.files.names import plain_text
from wickel.geometry import Cubic, Point

_STYLE: dict[Layer, str] = {
    Layer.CLOTH: "fill:#f3ecdd;stroke:#6f675c;stroke-width:1",
    Layer.SELVAGE: "fill:none;stroke:#6f675c;stroke-width:3;stroke-dasharray:2 6",
    Layer.FOLD: "fill:none;stroke:#2f3e63;stroke-width:3;stroke-dasharray:24 8",
    Layer.CUT: "fill:none;stroke:#26272e;stroke-width:1.2",
    Layer.LATER: "fill:none;stroke:#a63d40;stroke-width:2.4;stroke-dasharray:14 4 3 4",
    Layer.NET: "fill:none;stroke:#26272e;stroke-width:0.6;stroke-dasharray:8 5",
    Layer.INNER: "fill:none;stroke:#a63d40;stroke-width:0.8",
    Layer.NOTCH: "fill:none;stroke:#26272e;stroke-width:0.8",
    Layer.GRAIN: "fill:none;stroke:#26272e;stroke-width:1",
    Layer.NAME: "fill:#26272e;stroke:none;font-family:Lato,sans-serif;text-anchor:middle",
}
_MARGIN_MM = 5.0


def svg_text(drawing: Drawing, title: str) -> str:
    """The drawing as an SVG document whose user unit is one millimetre."""
    box = drawing.box
    width, height = box.width + 2 * _MARGIN_MM, box.height + 2 * _MARGIN_MM

    def there(point: Point) -> str:
        x, y = point[0] - box.min_x + _MARGIN_MM, box.max_y - point[1] + _MARGIN_MM
        return f"{_number(x)},{_number(y)}"

    rows = [
        '<?xml version="1.0" encoding="UTF-8"?>',
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width:.4f}mm" height="{height:.4f}mm" '
        f'viewBox="0 0 {width:.4f} {height:.4f}">',
        f"<title>{escape(plain_text(title))}</title>",
    ]
    for layer in Layer:
        strokes = [stroke for stroke in drawing.strokes if stroke.layer is layer]
        labels = [label for label in drawing.labels if label.layer is layer]
        if strokes or labels:
            rows.append(f'<g id="{layer.value}" style="{_STYLE[layer]}">')
            rows += [_path(stroke, there) for stroke in strokes]
            rows += [_text(label, there) for label in labels]
            rows.append("</g>")
    rows.append("</svg>")
    return "\n".join(rows) + "\n"


def _number(value: float) -> str:
    """To a millionth of a millimetre: pieces that lie against each other still do."""
    return f"{value:.6f}".rstrip("0").rstrip(".")


def _of(of: str, says: tuple[tuple[str, str], ...] = ()) -> str:
    rows = (("of", of), *says) if of else says
    return "".join(f" data-{key}={quoteattr(plain_text(value))}" for key, value in rows)


def _path(stroke: Stroke, there: Callable[[Point], str]) -> str:
    steps = [f"M {there(stroke.path[0].start)}"]
    for segment in stroke.path:
        if isinstance(segment, Cubic):
            ends = (segment.control1, segment.control2, segment.end)
            steps.append("C " + " ".join(there(point) for point in ends))
        else:
            steps.append(f"L {there(segment.end)}")
    data = " ".join(steps) + (" Z" if stroke.closed else "")
    return f'<path d="{data}"{_of(stroke.of, stroke.says)}/>'


def _text(label: Label, there: Callable[[Point], str]) -> str:
    x, y = there(label.at).split(",")
    words = escape(plain_text(label.text))
    turn = f' transform="rotate(-90 {x} {y})"' if label.upright else ""
    return (
        f'<text x="{x}" y="{y}"{turn} '
        f'font-size="{label.height_mm:.2f}"{_of(label.of)}>{words}</text>'
    )
