"""What the readers of drawings share: lines and texts are collected within bounds, and what is left
out is counted, so that it can be said."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Iterable, Mapping

from wickel.drawing.found import FoundDrawing, FoundLine, FoundText
from wickel.files.names import plain_text
from wickel.files.reading import UnreadableFile
from wickel.geometry import Cubic, Line, Point, Segment
from wickel.wording import Text, say

MOST_LINES, MOST_SEGMENTS, MOST_TEXTS, MOST_TEXT = 20_000, 300_000, 5_000, 200
MOST_DEPTH = 60
FARTHEST = 1e7
"""No place lies farther from the origin, in units of any file."""
_JOINED = 1e-6
_KINDS = {
    "image": "drawings.kind-picture",
    "IMAGE": "drawings.kind-picture",
    "hidden": "drawings.kind-hidden",
    "other-file": "drawings.kind-other-file",
    "use": "drawings.kind-use",
}
"""What is said of what is left out; of the rest what the file calls it."""


class Collector:
    """Collects what one file holds. ``name`` is what the file is called in its sentences."""

    def __init__(self, name: str) -> None:
        self.name = name
        self.lines: list[FoundLine] = []
        self.texts: list[FoundText] = []
        self.pieces: dict[str, Mapping[str, str]] = {}
        self._segments = 0
        self._left: Counter[tuple[str, str]] = Counter()

    def line(
        self,
        segments: Iterable[Segment],
        layer: str,
        *,
        closed: bool = False,
        of: str = "",
        says: Mapping[str, str] | None = None,
    ) -> None:
        """One more line; a closed one is closed by a straight line where its end is not its start.

        Raises:
            UnreadableFile: there are too many, or one lies at a place that is no place.
        """
        path = list(segments)
        if not path:
            return
        start, end = path[0].start, path[-1].end
        if closed and math.dist(start, end) > _JOINED * (1 + abs(start[0]) + abs(start[1])):
            path.append(Line(end, start))
        self._segments += len(path)
        if len(self.lines) >= MOST_LINES or self._segments > MOST_SEGMENTS:
            raise UnreadableFile(
                say("drawings.too-much", name=self.name, lines=MOST_LINES, most=MOST_SEGMENTS)
            )
        for segment in path:
            self._in_bounds(segment)
        closed = closed or (len(path) > 2 and math.dist(start, end) < _JOINED)
        self.lines.append(
            FoundLine(
                path=tuple(path),
                closed=closed,
                layer=_short(layer),
                of=_short(of),
                says={} if says is None else {key: _short(own) for key, own in says.items()},
            )
        )

    def _in_bounds(self, segment: Segment) -> None:
        points = [segment.start, segment.end]
        if isinstance(segment, Cubic):
            points += [segment.control1, segment.control2]
        for x, y in points:
            if not (abs(x) <= FARTHEST and abs(y) <= FARTHEST):  # NaN is neither
                raise UnreadableFile(say("drawings.nowhere", name=self.name, place=f"{x:g}, {y:g}"))

    def text(self, words: str, at: Point, layer: str, of: str = "") -> None:
        """Some words; those that are too many are left out."""
        plain = plain_text(words).strip()[:MOST_TEXT]
        if not plain or not all(abs(value) <= FARTHEST for value in at):
            return
        if len(self.texts) >= MOST_TEXTS:
            self.left("text", layer)
            return
        self.texts.append(FoundText(text=plain, at=at, layer=_short(layer), of=_short(of)))

    def piece(self, of: str, says: Mapping[str, str]) -> None:
        """What is said of a block or group."""
        if says:
            self.pieces[_short(of)] = {key: _short(own) for key, own in says.items()}

    def left(self, kind: str, layer: str = "") -> None:
        """Something that is not taken: its kind, as the file has it, and its layer."""
        self._left[plain_text(kind)[:40], _short(layer)] += 1

    def made(self, mm_per_unit: float | None, *, doubtful: bool = False) -> FoundDrawing:
        """All that was collected."""
        return FoundDrawing(
            lines=tuple(self.lines),
            texts=tuple(self.texts),
            pieces=self.pieces,
            mm_per_unit=mm_per_unit,
            doubtful=doubtful,
            left_out=tuple(
                say("drawings.left-on-layer", count=count, kind=_kind(kind), layer=layer)
                if layer
                else say("drawings.left", count=count, kind=_kind(kind))
                for (kind, layer), count in sorted(self._left.items())
            ),
        )

    def deep(self, depth: int) -> None:
        """Raises ``UnreadableFile`` where groups or blocks lie too deep in one another."""
        if depth > MOST_DEPTH:
            raise UnreadableFile(say("reading.too-deep", name=self.name, most_depth=MOST_DEPTH))


def _kind(kind: str) -> Text:
    return say(_KINDS[kind]) if kind in _KINDS else kind


def _short(text: str) -> str:
    return plain_text(text)[:MOST_TEXT]
