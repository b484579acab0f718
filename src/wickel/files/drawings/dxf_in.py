"""DXF in, of any version: lines, light and heavy polylines with their bulges, arcs, circles,
ellipses and splines, in blocks of any depth. Files that it refers to are not looked at.

A block reference is a group, numbered where its block comes again; its attributes are what is said
of it, extended data of the application ``WICKEL`` what is said of a line.
"""

from __future__ import annotations

import math
import re
from collections import Counter
from collections.abc import Iterable, Iterator
from pathlib import Path

import ezdxf
from ezdxf import path as paths
from ezdxf import units
from ezdxf.document import Drawing as Document
from ezdxf.entities import DXFEntity, DXFGraphic, Insert, LWPolyline, Polyline
from ezdxf.lldxf.const import DXFError
from ezdxf.path import Command

from wickel.drawing.found import FoundDrawing
from wickel.files.drawings.collecting import Collector
from wickel.files.drawings.dxf_out import APPLICATION
from wickel.files.reading import UnreadableFile
from wickel.geometry import Cubic, Line, Point, Segment, quadratic
from wickel.wording import say

_ARC_PARTS = 16
_LINES = {"LINE", "ARC", "CIRCLE", "ELLIPSE", "SPLINE"}
_WORDS = {"TEXT", "MTEXT"}
_NOT_DRAWN = {"ATTDEF", "ATTRIB", "SEQEND", "VIEWPORT"}
_MOST_INSERTS = 5_000
_LINE_OF = re.compile(r"line:?\s*(\d+)")


def read_dxf(file: Path, name: str) -> FoundDrawing:
    """The drawing of a DXF file. Raises ``UnreadableFile``."""
    try:
        document = ezdxf.readfile(file)
        return _Reader(document, name).read()
    except UnreadableFile:
        raise
    except (DXFError, ValueError, TypeError, KeyError, IndexError) as reason:
        met = _LINE_OF.search(str(reason))
        if met is None:
            raise UnreadableFile(say("drawings.no-dxf", name=name)) from None
        raise UnreadableFile(say("drawings.no-dxf-line", name=name, line=met[1])) from None


class _Reader:
    def __init__(self, document: Document, name: str) -> None:
        self._document, self._found = document, Collector(name)
        self._counted: Counter[str] = Counter()
        self._inserts = 0
        self._off = {
            layer.dxf.name.lower()
            for layer in document.layers
            if layer.is_off() or layer.is_frozen()
        }

    def read(self) -> FoundDrawing:
        self._walk(self._document.modelspace(), "", "0", 0)
        unit = int(self._document.header.get("$INSUNITS", 0))
        known = 0 < unit < len(units.METER_FACTOR) and units.METER_FACTOR[unit] is not None
        metres = units.METER_FACTOR[unit] if known else None
        return self._found.made(None if metres is None else 1000.0 / metres)

    def _walk(self, entities: Iterable[DXFEntity], of: str, layer: str, depth: int) -> None:
        self._found.deep(depth)
        for entity in entities:
            if not isinstance(entity, DXFGraphic):
                self._found.left(entity.dxftype())
                continue
            own = entity.dxf.get("layer", "0")
            own = layer if own == "0" and depth else own  # layer 0 of a block is the reference's
            if own.lower() in self._off or entity.dxf.get("invisible", 0):
                self._found.left("hidden", own)
            elif isinstance(entity, Insert):
                self._insert(entity, own, depth)
            else:
                self._entity(entity, of, own)

    def _insert(self, entity: Insert, layer: str, depth: int) -> None:
        self._inserts += 1
        if self._inserts > _MOST_INSERTS:
            raise UnreadableFile(say("drawings.uses", name=self._found.name, most=_MOST_INSERTS))
        block = self._document.blocks.get(entity.dxf.name)
        if block is None or block.block is None or block.block.is_xref:
            self._found.left("other-file", layer)
            return
        if entity.mcount > 1:
            if entity.mcount > _MOST_INSERTS:
                raise UnreadableFile(
                    say("drawings.uses", name=self._found.name, most=_MOST_INSERTS)
                )
            for single in entity.multi_insert():
                self._insert(single, layer, depth)
            return
        name = entity.dxf.name
        self._counted[name] += 1
        of = name if self._counted[name] == 1 else f"{name} {self._counted[name]}"
        says = {own.dxf.tag.lower(): own.dxf.text for own in entity.attribs}
        self._found.piece(of, {"block": name} | says)

        def left(skipped: DXFGraphic, _: str) -> None:
            self._found.left(skipped.dxftype(), layer)

        self._walk(entity.virtual_entities(skipped_entity_callback=left), of, layer, depth + 1)

    def _entity(self, entity: DXFGraphic, of: str, layer: str) -> None:
        kind = entity.dxftype()
        if kind in _NOT_DRAWN:
            return
        if kind in _WORDS:
            words = entity.plain_text()  # type: ignore[attr-defined]
            at = entity.dxf.get("align_point") or entity.dxf.insert
            self._found.text(words, (at.x, at.y), layer, of)
            return
        says = dict(_said(entity))
        if kind == "POINT":
            at = (entity.dxf.location.x, entity.dxf.location.y)
            self._found.line([Line(at, at)], layer, of=of, says=says)
        elif isinstance(entity, LWPolyline | Polyline):
            if isinstance(entity, Polyline) and not entity.is_2d_polyline:
                self._found.left("3D " + kind, layer)
                return
            closed = bool(entity.closed if isinstance(entity, LWPolyline) else entity.is_closed)
            self._found.line(_polyline(entity), layer, closed=closed, of=of, says=says)
        elif kind in _LINES:
            for segments in _drawn(entity):
                closed = kind in ("CIRCLE", "ELLIPSE", "SPLINE") and _is_round(segments)
                self._found.line(segments, layer, closed=closed, of=of, says=says)
        else:
            self._found.left(kind, layer)


def _said(entity: DXFGraphic) -> Iterator[tuple[str, str]]:
    if entity.has_xdata(APPLICATION):
        for code, value in entity.get_xdata(APPLICATION):
            if code == 1000:
                key, _, words = str(value).partition("=")
                yield key, words


def _is_round(segments: list[Segment]) -> bool:
    """Whether a curve ends where it begins."""
    size = max(math.dist(segment.start, segment.end) for segment in segments)
    return math.dist(segments[0].start, segments[-1].end) < 1e-6 * (1.0 + size)


def _polyline(entity: LWPolyline | Polyline) -> list[Segment]:
    """A polyline, of one with bulges every stretch by itself."""
    if not entity.has_arc:
        return [segment for segments in _drawn(entity) for segment in segments]
    made: list[Segment] = []
    for part in entity.virtual_entities():
        for segments in _drawn(part):
            if made and math.dist(made[-1].end, segments[0].start) > math.dist(
                made[-1].end, segments[-1].end
            ):
                segments = [own.backwards() for own in reversed(segments)]
            elif not made:
                segments = _as_begun(entity, segments)
            made += segments
    return made


def _as_begun(entity: LWPolyline | Polyline, segments: list[Segment]) -> list[Segment]:
    """The first stretch of a polyline from the polyline's own start: an arc always runs
    counter-clockwise by itself."""
    first = next(iter(paths.make_path(entity).flattening(1.0)), None)
    if first is None:
        return segments
    start = (first.x, first.y)
    if math.dist(segments[0].start, start) <= math.dist(segments[-1].end, start):
        return segments
    return [own.backwards() for own in reversed(segments)]


def _drawn(entity: DXFGraphic) -> Iterator[list[Segment]]:
    """The lines of an entity in the plane of the drawing."""
    for part in paths.make_path(entity, segments=_ARC_PARTS).sub_paths():
        at: Point = (part.start.x, part.start.y)
        segments: list[Segment] = []
        for command in part.commands():
            end: Point = (command.end.x, command.end.y)
            if command.type == Command.CURVE4_TO:
                one, two = command.ctrl1, command.ctrl2  # type: ignore[union-attr]
                segments.append(Cubic(at, (one.x, one.y), (two.x, two.y), end))
            elif command.type == Command.CURVE3_TO:
                control = command.ctrl  # type: ignore[union-attr]
                segments.append(quadratic(at, (control.x, control.y), end))
            elif end != at:
                segments.append(Line(at, end))
            at = end
        if segments:
            yield segments
