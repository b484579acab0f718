"""SVG in: every shape with the transforms of its groups, nested documents with their ``viewBox``,
and what ``use`` repeats. Nothing outside the file is looked at, and no entity is expanded.

Layers are the named groups that shapes lie in; where a group, or a file without groups, draws in
several inks, each of them is one.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from xml.etree.ElementTree import Element, ParseError

import defusedxml.ElementTree
import svgelements as svg
from defusedxml.common import DefusedXmlException

from wickel.drawing.found import FoundDrawing, FoundLine
from wickel.files.drawings.collecting import Collector
from wickel.files.reading import UnreadableFile
from wickel.geometry import Affine, Cubic, Line, Point, Segment, quadratic, translation
from wickel.units import MM_PER_INCH
from wickel.wording import say

_PX_PER_INCH = 96.0
"""A pixel of CSS is 1/96 inch."""
_IN_PX = {"": 1.0, "px": 1.0, "in": 96.0, "mm": 96 / 25.4, "cm": 96 / 2.54, "pt": 4 / 3, "pc": 16.0}
_LENGTH = re.compile(r"\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?)\s*([a-z%]*)\s*$")
_ARC_PARTS = 16
"""Into so many cubics is a whole turn parted: off by less than a ten-millionth of its radius."""
_HIDDEN = {
    "defs", "symbol", "clipPath", "mask", "pattern", "marker", "metadata", "title", "desc", "style",
    "linearGradient", "radialGradient", "filter", "script", "namedview", "animate", "set",
}  # fmt: skip
_MOST_USES = 5_000


@dataclass(frozen=True, slots=True, kw_only=True)
class _Where:
    """What holds where an element stands: its map to the page, its layer and its ink."""

    by: Affine
    layer: str = ""
    ink: str = ""
    of: str = ""
    depth: int = 0


def read_svg(data: bytes, name: str) -> FoundDrawing:
    """The drawing of an SVG file. Raises ``UnreadableFile``."""
    try:
        root = defusedxml.ElementTree.fromstring(data, forbid_entities=True, forbid_external=True)
    except DefusedXmlException:
        raise UnreadableFile(say("drawings.entities", name=name)) from None
    except (ParseError, ValueError, LookupError) as reason:
        raise UnreadableFile(say("drawings.not-xml", name=name, reason=str(reason)[:80])) from None
    if _tag(root) != "svg":
        raise UnreadableFile(say("drawings.no-svg", name=name))
    return _Reader(root, name).read()


def _tag(element: Element) -> str:
    return element.tag.rpartition("}")[2] if isinstance(element.tag, str) else ""


def _affine(matrix: svg.Matrix) -> Affine:
    return Affine(matrix.a, matrix.c, matrix.e, matrix.b, matrix.d, matrix.f)


class _Reader:
    def __init__(self, root: Element, name: str) -> None:
        self._root, self._found = root, Collector(name)
        self._by_id = {own.get("id", ""): own for own in root.iter() if own.get("id")}
        self._uses = 0
        self._inks: list[str] = []
        """The ink of every line that was found."""

    def read(self) -> FoundDrawing:
        wide, physical = self._size(self._root.get("width"))
        high, also = self._size(self._root.get("height"))
        by = self._viewport(self._root, 0.0, 0.0, wide, high)
        turned_over = Affine(e=-1.0)
        self._children(self._root, _Where(by=turned_over.after(by)))
        self._found.lines = _with_inks(self._found.lines, self._inks)
        known = wide is not None or high is not None
        return self._found.made(
            MM_PER_INCH / _PX_PER_INCH if known else None, doubtful=not (physical or also)
        )

    def _size(self, text: str | None) -> tuple[float | None, bool]:
        """A length in pixels, and whether its unit is one of a ruler."""
        met = _LENGTH.match(text or "")
        if met is None or met[2] not in _IN_PX:
            return None, False
        value = float(met[1]) * _IN_PX[met[2]]
        return (value if value > 0 else None), met[2] not in ("", "px")

    def _viewport(
        self, own: Element, x: float, y: float, wide: float | None, high: float | None
    ) -> Affine:
        box = own.get("viewBox")
        if box is None:
            return translation(x, y)
        try:
            left, top, across, down = (float(part) for part in re.split(r"[\s,]+", box.strip()))
        except ValueError:
            raise UnreadableFile(
                say("drawings.viewbox", name=self._found.name, box=box[:40])
            ) from None
        if across <= 0 or down <= 0:
            raise UnreadableFile(say("drawings.viewbox", name=self._found.name, box=box[:40]))
        if wide is None and high is None:
            return translation(x, y)
        wide = high * across / down if wide is None and high is not None else wide
        high = wide * down / across if high is None and wide is not None else high
        text = svg.Viewbox.viewbox_transform(
            x, y, wide, high, left, top, across, down, own.get("preserveAspectRatio")
        )
        return _affine(svg.Matrix(text))

    # --- the tree ------------------------------------------------------------------------------

    def _children(self, parent: Element, where: _Where) -> None:
        self._found.deep(where.depth)
        for own in parent:
            self._element(own, replace(where, depth=where.depth + 1))

    def _element(self, own: Element, where: _Where) -> None:
        tag = _tag(own)
        if not tag or tag in _HIDDEN:
            return
        if _style(own, "display") == "none" or _style(own, "visibility") in ("hidden", "collapse"):
            self._found.left("hidden", where.layer)
            return
        where = self._into(own, where)
        if tag in ("g", "a", "switch"):
            self._children(own, where)
        elif tag == "svg":
            x, y = (self._number(own, key) for key in ("x", "y"))
            wide, high = (self._size(own.get(key))[0] for key in ("width", "height"))
            self._children(own, _moved(where, self._viewport(own, x, y, wide, high)))
        elif tag == "use":
            self._use(own, where)
        elif tag in ("text", "textPath"):
            self._text(own, where)
        elif tag in _SHAPES:
            self._shape(own, _SHAPES[tag], where)
        else:
            self._found.left(tag, where.layer)

    def _into(self, own: Element, where: _Where) -> _Where:
        text = own.get("transform") or _style(own, "transform")
        by = where.by if not text else where.by.after(self._matrix(text))
        layer, ink = where.layer, where.ink
        if _tag(own) in ("g", "svg"):
            layer = _label(own) or layer
        colour, dashes = _style(own, "stroke"), _style(own, "stroke-dasharray")
        if colour or dashes:
            before = ink.split(" ")
            shade = colour or before[0]
            dashed = "dashed" if dashes not in ("", "none") else ""
            ink = f"{shade} {dashed}".strip()
        return replace(where, by=by, layer=layer, ink=ink, of=own.get("data-of") or where.of)

    def _matrix(self, text: str) -> Affine:
        try:
            made = svg.Matrix(text)
            made.render(ppi=_PX_PER_INCH)
            return _affine(made)
        except (ValueError, TypeError, IndexError, AttributeError, ZeroDivisionError):
            raise UnreadableFile(
                say("drawings.transform", name=self._found.name, text=text[:40])
            ) from None

    def _use(self, own: Element, where: _Where) -> None:
        target = next((value for key, value in own.items() if key.rpartition("}")[2] == "href"), "")
        self._uses += 1
        if self._uses > _MOST_USES:
            raise UnreadableFile(say("drawings.uses", name=self._found.name, most=_MOST_USES))
        there = self._by_id.get(target[1:]) if target.startswith("#") else None
        if there is None:
            self._found.left("use" if target.startswith("#") else "other-file", where.layer)
            return
        x, y = (self._number(own, key) for key in ("x", "y"))
        where = _moved(where, translation(x, y))
        self._found.deep(where.depth)
        if _tag(there) == "symbol":
            wide, high = (self._size(own.get(key))[0] for key in ("width", "height"))
            self._children(there, _moved(where, self._viewport(there, 0.0, 0.0, wide, high)))
        else:
            self._element(there, replace(where, depth=where.depth + 1))

    def _number(self, own: Element, key: str) -> float:
        met = _LENGTH.match(own.get(key, "0"))
        return 0.0 if met is None else float(met[1]) * _IN_PX.get(met[2], 1.0)

    # --- shapes --------------------------------------------------------------------------------

    def _shape(self, own: Element, kind: Callable[..., svg.Shape], where: _Where) -> None:
        said = {key: value for key, value in own.items() if key not in ("transform", "style")}
        try:
            shape = kind(said.get("d", said))
            shape.render(ppi=_PX_PER_INCH, width=1000.0, height=1000.0)
            segments = list(shape.segments(transformed=False))
        except (ValueError, TypeError, IndexError, KeyError, AttributeError, ZeroDivisionError):
            raise UnreadableFile(
                say("drawings.shape", name=self._found.name, shape=own.get("id") or _tag(own))
            ) from None
        says = {
            key.removeprefix("data-"): value
            for key, value in own.items()
            if key.startswith("data-") and key != "data-of"
        }
        if "cuts" in says:
            self._found.piece(where.of, says)
        for part, closed in _parts(segments):
            self._found.line(
                [segment.mapped(where.by) for segment in part],
                where.layer,
                closed=closed,
                of=where.of,
                says=says,
            )
        self._inks += [where.ink] * (len(self._found.lines) - len(self._inks))

    def _text(self, own: Element, where: _Where) -> None:
        words = " ".join(" ".join(own.itertext()).split())
        first = own if own.get("x") else next((part for part in own.iter() if part.get("x")), own)
        at = tuple((first.get(key) or "0").split()[0] for key in ("x", "y"))
        values = [_LENGTH.match(text) for text in at]
        x, y = (0.0 if met is None else float(met[1]) for met in values)
        self._found.text(words, where.by((x, y)), where.layer, where.of)


_SHAPES: dict[str, Callable[..., svg.Shape]] = {
    "path": svg.Path,
    "rect": svg.Rect,
    "circle": svg.Circle,
    "ellipse": svg.Ellipse,
    "line": svg.SimpleLine,
    "polyline": svg.Polyline,
    "polygon": svg.Polygon,
}


def _moved(where: _Where, by: Affine) -> _Where:
    return replace(where, by=where.by.after(by))


def _style(own: Element, key: str) -> str:
    """What an element is styled with, in its style or as an attribute."""
    for row in (own.get("style") or "").split(";"):
        name, _, value = row.partition(":")
        if name.strip() == key:
            return value.strip()
    return (own.get(key) or "").strip()


def _label(own: Element) -> str:
    """What a group is called: its label, or its id."""
    labels = (value for key, value in own.items() if key.startswith("{") and key.endswith("}label"))
    return next(labels, "") or own.get("id") or ""


def _parts(segments: list[svg.PathSegment]) -> Iterator[tuple[list[Segment], bool]]:
    """The lines of a shape, each with whether it is closed."""
    part: list[Segment] = []
    for own in segments:
        if isinstance(own, svg.Move):
            if part:
                yield part, False
            part = []
        elif isinstance(own, svg.Close):
            if own.start is not None and own.end is not None and _at(own.start) != _at(own.end):
                part.append(Line(_at(own.start), _at(own.end)))
            if part:
                yield part, True
            part = []
        else:
            part += _converted(own)
    if part:
        yield part, False


def _at(point: svg.Point) -> Point:
    return (float(point.x), float(point.y))


def _converted(own: svg.PathSegment) -> list[Segment]:
    if isinstance(own, svg.CubicBezier):
        return [Cubic(_at(own.start), _at(own.control1), _at(own.control2), _at(own.end))]
    if isinstance(own, svg.QuadraticBezier):
        return [quadratic(_at(own.start), _at(own.control), _at(own.end))]
    if isinstance(own, svg.Arc):
        parts = max(1, min(64, round(abs(own.sweep) / 6.283185307 * _ARC_PARTS + 0.5)))
        return [part for cubic in own.as_cubic_curves(parts) for part in _converted(cubic)]
    if _at(own.start) == _at(own.end):
        return []
    return [Line(_at(own.start), _at(own.end))]


def _with_inks(lines: list[FoundLine], inks: list[str]) -> list[FoundLine]:
    """Lines on layers named by their groups, and by their inks where a group has several."""
    by_group: dict[str, set[str]] = {}
    for line, ink in zip(lines, inks, strict=True):
        by_group.setdefault(line.layer, set()).add(ink)
    return [
        replace(line, layer=" · ".join(word for word in (line.layer, ink) if word))
        if len(by_group[line.layer]) > 1 or not line.layer
        else line
        for line, ink in zip(lines, inks, strict=True)
    ]
