"""Pieces as long as they are when they are sewn: what changes by hand take out of an edge, in darts
and pleats or as gathers, is left out of its path.

A style's checks know the darts and gathers that the style draws. Those that a maker adds, or moves
to another edge, are closed here, so that every check measures what is sewn. Only lengths are true
of such a path: it jumps where something was taken out.
"""

from __future__ import annotations

from dataclasses import replace

from wickel.draft.parts import dart_width, mouth_on
from wickel.geometry import Line, Path, length, parted_at
from wickel.pattern import Edge, Notch, Piece

_DART_SEGMENTS = 2


def as_sewn(first: Piece, now: Piece) -> Piece:
    """A piece with what changes have taken out of its edges left out; ``first`` is the piece as its
    style drew it."""
    drawn = {edge.name: edge for edge in first.edges}
    edges: list[Edge] = []
    notches: list[Notch] = []
    closed: set[str] = set()
    for edge in now.edges:
        new = _new_mouths(first, now, edge)
        mouths = sorted(new.values())
        closed |= new.keys()
        path = _without(edge.path, mouths)
        known = drawn.get(edge.name)
        back = edge.comes_back_to_mm
        if back is not None and known is not None and known.comes_back_to_mm is None:
            path, back = _cut_to(path, back - sum(end - start for start, end in mouths)), None
        edges.append(replace(edge, path=path, comes_back_to_mm=back))
        notches += [
            replace(notch, at_mm=notch.at_mm - _taken_before(notch.at_mm, mouths))
            for notch in now.notches
            if notch.edge == edge.name
        ]
    kept = {mark.name for mark in first.inner_lines}
    marks = tuple(m for m in now.inner_lines if m.name in kept or m.name not in closed)
    return replace(now, edges=tuple(edges), notches=tuple(notches), inner_lines=marks)


def _new_mouths(first: Piece, now: Piece, edge: Edge) -> dict[str, tuple[float, float]]:
    """The darts that have their mouth on an edge and had not when the style drew it, each with from
    where to where that reaches."""
    drawn = edge.name in {known.name for known in first.edges}
    found = {}
    for mark in now.inner_lines:
        if "dart" not in mark.name or len(mark.path) != _DART_SEGMENTS:
            continue
        if drawn and dart_width(first, edge.name, name=mark.name) != 0:
            continue
        mouth = mouth_on(edge, mark)
        if mouth is not None:
            found[mark.name] = (min(mouth), max(mouth))
    return found


def _without(path: Path, mouths: list[tuple[float, float]]) -> Path:
    """A path without some stretches of it; it still begins and ends where it did."""
    if not mouths:
        return path
    kept: list[Path] = []
    at = 0.0
    for start, end in mouths:
        if start > at:
            kept.append(parted_at(parted_at(path, start)[0], at)[1])
        at = max(at, end)
    if at < length(path):
        kept.append(parted_at(path, at)[1])
    return _from_to(path, tuple(segment for part in kept for segment in part))


def _cut_to(path: Path, to_mm: float) -> Path:
    """A path no longer than so much; it still begins and ends where it did."""
    if not 0 < to_mm < length(path):
        return path
    return _from_to(path, parted_at(path, to_mm)[0])


def _from_to(whole: Path, part: Path) -> Path:
    """A part of a path between nothing at the start and nothing at the end of the whole."""
    start, end = whole[0].start, whole[-1].end
    return (Line(start, start), *part, Line(end, end))


def _taken_before(at_mm: float, mouths: list[tuple[float, float]]) -> float:
    """How much of what is taken out lies before a place."""
    return sum(min(at_mm, end) - start for start, end in mouths if start < at_mm)
