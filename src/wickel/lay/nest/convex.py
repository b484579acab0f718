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
    """Convex parts one after another, ready for the loops.

    ``corners`` (n, 2) of all parts, ``sizes`` how many each has; ``normals`` (n, 2) are outward
    units, one a side; ``reach`` (n) is how far the part reaches along each normal; ``boxes``
    (parts, 4).
    """

    corners: Floats
    sizes: tuple[int, ...]
    normals: Floats
    reach: Floats
    boxes: Floats


def hulls(parts: tuple[Outline, ...]) -> Hulls:
    """Convex counter-clockwise parts made ready for ``lines_between``."""
    corners, normals, reach, boxes, sizes = [], [], [], [], []
    for part in parts:
        ring = np.asarray(part)
        along = np.roll(ring, -1, axis=0) - ring
        size = np.hypot(along[:, 0], along[:, 1])
        ring, along, size = ring[size > 1e-9], along[size > 1e-9], size[size > 1e-9]
        units = np.column_stack((along[:, 1], -along[:, 0])) / size[:, None]
        corners.append(ring)
        normals.append(units)
        reach.append((units @ ring.T).max(axis=1))
        boxes.append(np.concatenate((ring.min(axis=0), ring.max(axis=0))))
        sizes.append(len(ring))
    return Hulls(
        np.concatenate(corners),
        tuple(sizes),
        np.concatenate(normals),
        np.concatenate(reach),
        np.array(boxes),
    )
