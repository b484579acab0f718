"""Outlines cut into convex parts, and how far convex parts are apart."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry import Polygon

from wickel.geometry import Outline, Point

Floats = NDArray[np.float64]

_STRAIGHT_MM2 = 1e-9
_CELLS_AT_ONCE = 4_000_000
_FEW_NORMALS = 48
_CLOSE_MM = 1.0
"""Nearer than this, every normal is tried; farther apart, some of many are good enough to part two parts."""


def convex_parts(outline: Outline) -> tuple[Outline, ...]:
    """Convex polygons, counter-clockwise, that together are the outline.

    Triangulates and then drops every diagonal whose two neighbours are convex together
    (Hertel and Mehlhorn 1983: at most four times as many parts as needed).
    """
    triangles = shapely.get_parts(shapely.constrained_delaunay_triangles(Polygon(outline)))
    parts: dict[int, list[Point]] = {}
    owner: dict[tuple[Point, Point], int] = {}
    for k, triangle in enumerate(triangles):
        ring = [(float(x), float(y)) for x, y in triangle.exterior.coords[:-1]]
        if not triangle.exterior.is_ccw:
            ring.reverse()
        parts[k] = ring
        for a, b in zip(ring, [*ring[1:], ring[0]], strict=True):
            owner[a, b] = k
    for a, b in list(owner):
        one, other = owner.get((a, b)), owner.get((b, a))
        if one is None or other is None or one == other:
            continue
        merged = _merged(parts[one], parts[other], a, b)
        if merged is None:
            continue
        del owner[a, b], owner[b, a], parts[other]
        parts[one] = merged
        for start, end in zip(merged, [*merged[1:], merged[0]], strict=True):
            owner[start, end] = one
    return tuple(tuple(ring) for ring in parts.values())


def _merged(one: list[Point], other: list[Point], a: Point, b: Point) -> list[Point] | None:
    """Two counter-clockwise rings joined over the edge a→b of the first, if that is convex."""
    i, j = one.index(a), other.index(b)
    # one without the edge a→b begins at b and ends at a; the other's inside runs on from a to b
    ring = [
        *(one[(i + 1 + k) % len(one)] for k in range(len(one))),
        *(other[(j + 2 + k) % len(other)] for k in range(len(other) - 2)),
    ]
    for corner in (a, b):
        k = ring.index(corner)
        p, q, r = ring[k - 1], ring[k], ring[(k + 1) % len(ring)]
        if (q[0] - p[0]) * (r[1] - q[1]) - (q[1] - p[1]) * (r[0] - q[0]) < -_STRAIGHT_MM2:
            return None
    return ring


@dataclass(frozen=True, slots=True)
class Hulls:
    """Convex parts padded to one number of corners, ready to be compared in bulk.

    ``corners`` (n, m, 2) repeat their last corner; ``normals`` (n, m, 2) are outward units;
    ``reach`` (n, m) is how far the part reaches along each normal; ``boxes`` (n, 4).
    """

    corners: Floats
    normals: Floats
    reach: Floats
    boxes: Floats


def hulls(parts: tuple[Outline, ...]) -> Hulls:
    """Convex counter-clockwise parts made ready for ``separations``."""
    most = max(len(part) for part in parts)
    corners = np.array([[*part, *([part[-1]] * (most - len(part)))] for part in parts])
    normals = np.empty_like(corners)
    for k, part in enumerate(parts):
        ring = np.asarray(part)
        along = np.roll(ring, -1, axis=0) - ring
        size = np.hypot(along[:, 0], along[:, 1])
        units = np.column_stack((along[:, 1], -along[:, 0]))[size > 1e-9] / size[size > 1e-9, None]
        normals[k] = np.concatenate((units, np.repeat(units[-1:], most - len(units), axis=0)))
    reach = np.einsum("nvk,nek->nev", corners, normals).max(axis=2)
    return Hulls(corners, normals, reach, np.concatenate((corners.min(axis=1), corners.max(axis=1)), axis=1))


def separations(a: Hulls, p: NDArray[np.int64], b: Hulls, q: NDArray[np.int64], shift: Floats) -> Floats:
    """For pairs of parts a[p] and b[q] + shift: rows (x, y, distance), shape (pairs, 3).

    (x, y) is the unit direction from a to b along which they are farthest apart; the distance is
    negative when they overlap (separating axis theorem).
    """
    found = np.empty((len(p), 3))
    _fill(found, np.arange(len(p)), a, p, b, q, shift, _FEW_NORMALS)
    close = np.flatnonzero(found[:, 2] < _CLOSE_MM)
    if max(a.normals.shape[1], b.normals.shape[1]) > _FEW_NORMALS:
        _fill(found, close, a, p[close], b, q[close], shift, None)
    return found


def _fill(
    found: Floats,
    at: NDArray[np.int64],
    a: Hulls,
    p: NDArray[np.int64],
    b: Hulls,
    q: NDArray[np.int64],
    shift: Floats,
    normals: int | None,
) -> None:
    """Work out ``found[at]`` in portions, with every normal or with about ``normals`` of each part."""
    every_a, every_b = (1 if normals is None else -(-h.normals.shape[1] // normals) for h in (a, b))
    corners = a.corners.shape[1] * b.corners.shape[1] // max(every_a, every_b)
    portion = max(1, _CELLS_AT_ONCE // max(1, corners))
    for start in range(0, len(p), portion):
        some = slice(start, start + portion)
        found[at[some]] = _separations(a, p[some], every_a, b, q[some], every_b, shift)


def _separations(
    a: Hulls, p: NDArray[np.int64], every_a: int, b: Hulls, q: NDArray[np.int64], every_b: int, shift: Floats
) -> Floats:
    na, nb = a.normals[p, ::every_a], b.normals[q, ::every_b]
    from_a = np.matmul(na, b.corners[q].transpose(0, 2, 1)).min(axis=2) + na @ shift - a.reach[p, ::every_a]
    from_b = np.matmul(nb, a.corners[p].transpose(0, 2, 1)).min(axis=2) - nb @ shift - b.reach[q, ::every_b]
    rows = np.arange(len(p))
    i, j = from_a.argmax(axis=1), from_b.argmax(axis=1)
    best_a, best_b = from_a[rows, i], from_b[rows, j]
    first = best_a >= best_b
    return np.column_stack((np.where(first[:, None], na[rows, i], -nb[rows, j]), np.where(first, best_a, best_b)))
