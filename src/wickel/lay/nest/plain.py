"""What ``kernels`` does, with NumPy, for machines that cannot compile: the same signatures, the
same answers."""

from __future__ import annotations

from collections.abc import Iterable

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely.geometry import Polygon

from wickel.lay.nest.arrays import (
    BASE,
    CANDIDATE,
    COLUMN,
    COLUMN_OFF,
    DEPTH_MM,
    ENDED,
    EVERY_COLUMN,
    EVERY_ROW,
    FIRST_COLUMN,
    FIRST_ROW,
    KEPT_AT,
    LEAST,
    MOST_RUNS,
    MOST_STALE,
    OFFSET,
    ROW,
    ROWS,
    RUNS,
    STALE,
    STARTS,
    STOP_AT,
    TIED,
    TOUCHING,
    WIDE,
    Bytes,
    Floats,
    Ints,
    Singles,
    Words,
)
from wickel.lay.nest.problem import NEVER_AGAIN_MM

_EDGE_MM = 1e-6
_JOIN_MM = 1e-6
_WORD = 2**64 - 1


def cut_into_bands(
    xs: Floats, ys: Floats, above: float, high: float, band: Ints, left: Floats, right: Floats
) -> int:
    """See ``kernels.cut_into_bands``; the bands are cut by Shapely."""
    start = ys.min() - above
    count = max(1, int(np.ceil((ys.max() - start) / high - 1e-9)))
    lows = start + np.arange(count) * high
    shape = shapely.make_valid(Polygon(np.column_stack((xs, ys))))
    slabs = shapely.box(xs.min() - 1, lows + _EDGE_MM, xs.max() + 1, lows + high - _EDGE_MM)
    parts, index = shapely.get_parts(shapely.intersection(shape, slabs), return_index=True)
    extent = shapely.bounds(parts)
    some = np.isfinite(
        extent[:, 0]
    )  # a band below the outline, or one that only a point of it reaches into
    extent, index = extent[some], index[some]
    found = 0
    for k in np.lexsort((extent[:, 0], index)):
        if found and band[found - 1] == index[k] and extent[k, 0] <= right[found - 1] + _JOIN_MM:
            right[found - 1] = max(right[found - 1], extent[k, 2])
            continue
        if found >= len(band):
            return -1
        band[found], left[found], right[found] = index[k], extent[k, 0], extent[k, 2]
        found += 1
    return found


def fill_tables(
    pairs: Ints,
    outer_start: Ints,
    outer_band: Ints,
    outer: Floats,
    inner_start: Ints,
    inner_band: Ints,
    inner: Floats,
    bands: int,
    dx: float,
    dy: float,
    where: Ints,
    arena: Bytes,
) -> None:
    """See ``kernels.fill_tables``."""
    for a, b in pairs:
        at, _, _, rows, cols = (int(v) for v in where[a, b])
        if rows <= 0 or cols <= 0:
            continue
        touching, inside = (
            _meet(
                slice(*start[[a, a + 1]]),
                slice(*start[[b, b + 1]]),
                band,
                reach,
                bands,
                dx,
                where[a, b],
            )
            for start, band, reach in (
                (outer_start, outer_band, outer),
                (inner_start, inner_band, inner),
            )
        )
        along = np.minimum(_runs(inside), _runs(inside[:, ::-1])[:, ::-1]) * (dx / DEPTH_MM)
        up, down = _runs(inside.T).T, _runs(inside.T[:, ::-1])[:, ::-1].T
        depth = np.minimum(along, np.minimum(up, down) * (dy / DEPTH_MM))
        deep = np.minimum(TOUCHING + np.maximum(depth, 1.0), 255.0)
        table = np.where(inside, deep, np.where(touching, TOUCHING, 0)).astype(np.uint8).ravel()
        arena[at : at + rows * cols] = table
        if a != b:
            turned = int(where[b, a, STARTS])
            arena[turned : turned + rows * cols] = table[::-1]


def _meet(
    i: slice, j: slice, band: Ints, reach: Floats, bands: int, dx: float, where: Ints
) -> NDArray[np.bool_]:
    """The cells of a table, (rows, columns), in which some of the stretches j lie in some of the
    stretches i."""
    _, row0, col0, rows, cols = (int(v) for v in where)
    row, phase = np.divmod(band[i, None] - band[None, j], bands)
    first = np.floor((reach[i, None, 0] - reach[None, j, 1]) / dx + 1e-9).astype(np.int64) + 1
    last = np.ceil((reach[i, None, 1] - reach[None, j, 0]) / dx - 1e-9).astype(np.int64) - 1
    some = (first <= last) & (phase == 0)
    line, size = (row - row0)[some] * (cols + 1), rows * (cols + 1)
    change = np.bincount(line + first[some] - col0, minlength=size)
    change = change - np.bincount(line + last[some] + 1 - col0, minlength=size)
    inside: NDArray[np.bool_] = np.cumsum(change.reshape(rows, cols + 1), axis=1)[:, :-1] > 0
    return inside


def depth_between(
    a: int, row_a: int, col_a: int, b: int, row_b: int, col_b: int, arena: Bytes, where: Ints
) -> int:
    """See ``kernels.depth_between``."""
    base, row0, col0, rows, cols = (int(v) for v in where[a, b])
    r, c = row_b - row_a - row0, col_b - col_a - col0
    return int(arena[base + r * cols + c]) if 0 <= r < rows and 0 <= c < cols else 0


def all_depths(
    places: Ints, items: int, arena: Bytes, where: Ints, ignored: int, depths: Singles
) -> None:
    """See ``kernels.all_depths``."""
    for i in range(items):
        for j in range(i + 1, len(places)):
            depths[i, j] = depths[j, i] = _depth(places[i], places[j], arena, where, ignored)


def drawn(state: Words, below: int) -> int:
    """See ``kernels.drawn``."""
    x = int(state[0])
    x ^= x >> 12
    x = (x ^ x << 25) & _WORD
    x ^= x >> 27
    state[0] = x
    return ((x * 2685821657736338717 & _WORD) >> 33) % below


def _runs(inside: NDArray[np.bool_]) -> Ints:
    """For each cell of a row how many cells up to it are inside without a break."""
    at = np.arange(1, inside.shape[1] + 1)
    last_free = np.maximum.accumulate(np.where(inside, 0, at), axis=1)
    return np.where(inside, at - last_free, 0)


def _allowed(grid: Ints, c: int, rows: int, cols: int) -> NDArray[np.bool_] | None:
    """The cells of a candidate that its repeat allows, or None for all."""
    if grid[c, TIED] == 0:
        return None
    row = np.arange(rows)[:, None] + grid[c, BASE]
    col = np.arange(cols)[None, :]
    fits = np.ones((rows, cols), dtype=np.bool_)
    turn = np.zeros((rows, 1), dtype=np.int64)
    if grid[c, EVERY_ROW] > 0:
        fits &= (row - grid[c, FIRST_ROW]) % grid[c, EVERY_ROW] == 0
        turn = (row - grid[c, FIRST_ROW]) // grid[c, EVERY_ROW]
    if grid[c, EVERY_COLUMN] > 0:
        fits &= (col - grid[c, FIRST_COLUMN] - turn * grid[c, OFFSET]) % grid[c, EVERY_COLUMN] == 0
    return fits


def _slices(
    place: Ints, c: int, rows: int, cols: int, arena: Bytes, where: Ints, grid: Ints
) -> tuple[slice, slice, Bytes] | None:
    """The part of a candidate's map that one placed thing covers, and its depths there."""
    a = place[CANDIDATE]
    base, row0, col0, size_r, size_c = where[a, c]
    if size_r == 0:
        return None
    top, left = int(place[ROW] + row0 - grid[c, BASE]), int(place[COLUMN] + col0)
    r0, r1, c0, c1 = max(0, top), min(rows, top + size_r), max(0, left), min(cols, left + size_c)
    if r0 >= r1 or c0 >= c1:
        return None
    table = arena[base : base + size_r * size_c].reshape(size_r, size_c)
    return slice(r0, r1), slice(c0, c1), table[r0 - top : r1 - top, c0 - left : c1 - left]


def place_all(
    order: Ints,
    first: Ints,
    owns: Ints,
    arena: Bytes,
    where: Ints,
    grid: Ints,
    widths: Floats,
    dx: float,
    fixed: Ints,
    give_up: float,
    spots: Ints,
) -> float:
    """See ``kernels.place_all``."""
    length = 0.0
    done = [row for row in fixed]
    for item in order:
        best: tuple[float, int, int, int] | None = None
        for c in owns[first[item] : first[item + 1]]:
            rows = int(grid[c, ROWS])
            reach = (
                max(
                    (
                        p[COLUMN]
                        + where[p[CANDIDATE], c, COLUMN_OFF]
                        + where[p[CANDIDATE], c, WIDE]
                        for p in done
                    ),
                    default=0,
                )
                * dx
            )
            again = int(
                grid[c, EVERY_COLUMN]
                if grid[c, EVERY_COLUMN] * dx < NEVER_AGAIN_MM / 2
                else grid[c, FIRST_COLUMN] + 1
            )
            cols = int(max(0.0, reach) / dx) + 2 + again
            free = np.ones((rows, cols), dtype=np.bool_)
            for place in done:
                part = _slices(place, c, rows, cols, arena, where, grid)
                if part is not None:
                    free[part[0], part[1]] &= part[2] == 0
            allowed = _allowed(grid, c, rows, cols)
            if allowed is not None:
                free &= allowed
            columns = free.any(axis=0)
            if not columns.any():
                continue
            col = int(columns.argmax())
            row = int(free[:, col].argmax()) + int(grid[c, BASE])
            key = (max(length, col * dx + widths[c]), col, row, int(c))
            if best is None or key[:3] < best[:3]:
                best = key
        if best is None:
            return float(np.inf)
        length, col, row, c = best
        spots[item] = (c, row, col)
        done.append(np.array((c, row, col)))
        if length > give_up:
            return float(np.inf)
    return float(length)


def _best_place(
    item: int,
    places: Ints,
    weights: Singles,
    first: Ints,
    owns: Ints,
    arena: Bytes,
    where: Ints,
    grid: Ints,
    most: Ints,
) -> tuple[float, tuple[int, int, int] | None]:
    best, found = float(np.inf), None
    for c in owns[first[item] : first[item + 1]]:
        rows, cols = int(grid[c, ROWS]), int(most[c]) + 1
        if cols <= 0:
            continue
        cost = np.zeros((rows, cols), dtype=np.float32)
        for j, place in enumerate(places):
            part = None if j == item else _slices(place, c, rows, cols, arena, where, grid)
            if part is not None:
                cost[part[0], part[1]] += weights[item, j] * part[2]
        allowed = _allowed(grid, c, rows, cols)
        if allowed is not None:
            cost[~allowed] = np.inf
        least = cost.min()
        col = int((cost == least).any(axis=0).argmax())
        row = int((cost[:, col] == least).argmax())
        if least < best or (least == best and found is not None and col < found[COLUMN]):
            best, found = float(least), (int(c), row + int(grid[c, BASE]), col)
    return best, found if np.isfinite(best) else None


def _depth(there: Ints, here: Iterable[int], arena: Bytes, where: Ints, ignored: int) -> int:
    (a, row_a, col_a), (b, row_b, col_b) = ((int(v) for v in place) for place in (there, here))
    return max(depth_between(a, row_a, col_a, b, row_b, col_b, arena, where), ignored) - ignored


def sweep_out(
    sweeps: int,
    places: Ints,
    weights: Singles,
    depths: Singles,
    first: Ints,
    owns: Ints,
    arena: Bytes,
    where: Ints,
    grid: Ints,
    most: Ints,
    cost: Singles,
    state: Words,
    patience: Floats,
    kept: Ints,
    ignored: int,
) -> int:
    """See ``kernels.sweep_out``."""
    n, everything = len(first) - 1, len(places)
    for sweep in range(sweeps):
        order = [int(i) for i in np.flatnonzero((depths[:n] > 0).any(axis=1))]
        if not order:
            patience[ENDED] = 1
            return sweep
        for k in range(len(order) - 1, 0, -1):
            j = drawn(state, k + 1)
            order[k], order[j] = order[j], order[k]
        for i in order:
            now = float((weights[i] * depths[i]).sum())
            if now == 0:
                continue
            best, found = _best_place(i, places, weights, first, owns, arena, where, grid, most)
            if found is None or best > now:
                continue
            places[i] = found
            for j in range(everything):
                if j != i:
                    depths[i, j] = depths[j, i] = _depth(places[j], found, arena, where, ignored)
        total = float(depths[:n].sum())
        if total == 0:
            patience[ENDED] = 1
            return sweep + 1
        own = depths[:n]
        risen = weights[:n] * (np.float32(1.2) + np.float32(0.8) * own / own.max())
        weights[:n] = np.where(
            own > 0, risen, np.maximum(np.float32(1.0), np.float32(0.95) * weights[:n])
        )
        weights[n:, :n] = weights[:n, n:].T
        if total < patience[KEPT_AT]:
            patience[KEPT_AT] = total
            kept[:] = places
        if total < 0.98 * patience[LEAST]:
            patience[LEAST], patience[STALE], patience[RUNS] = total, 0, 0
        else:
            patience[STALE] += 1
            if patience[STALE] >= patience[MOST_STALE]:
                patience[STALE] = 0
                patience[RUNS] += 1
                places[:] = kept
                all_depths(places, n, arena, where, ignored, depths)
                if patience[RUNS] >= patience[MOST_RUNS]:
                    patience[ENDED] = -1
                    return sweep + 1
        if total <= patience[STOP_AT]:
            patience[STOP_AT] = 0.6 * total
            patience[ENDED] = 2
            return sweep + 1
    return sweeps


def near_parts(
    start: Ints, boxes: Floats, item_boxes: Floats, at: Floats, near: float, pairs: Ints
) -> int:
    """See ``kernels.near_parts``."""
    found = 0
    n = len(start) - 1
    placed = item_boxes + np.tile(at, 2)
    for i in range(n):
        close = (placed[i, :2] - near < placed[i + 1 :, 2:]).all(axis=1)
        close &= (placed[i + 1 :, :2] - near < placed[i, 2:]).all(axis=1)
        for j in np.flatnonzero(close) + i + 1:
            shift = at[j] - at[i]
            a, b = boxes[start[i] : start[i + 1]], boxes[start[j] : start[j + 1]]
            both = (a[:, None, :2] - near < b[None, :, 2:] + shift).all(axis=2)
            both &= (b[None, :, :2] + shift - near < a[:, None, 2:]).all(axis=2)
            p, q = np.nonzero(both)
            if found + len(p) > len(pairs):
                return -1
            rows = slice(found, found + len(p))
            pairs[rows, 0], pairs[rows, 1], pairs[rows, 2], pairs[rows, 3] = (
                i,
                j,
                p + start[i],
                q + start[j],
            )
            found += len(p)
    return found


def lines_between(
    pairs: Ints,
    count: int,
    corners: Floats,
    normals: Floats,
    reach: Floats,
    ring: Ints,
    at: Floats,
    lines: Floats,
) -> None:
    """See ``kernels.lines_between``."""
    for k in range(count):
        i, j, p, q = pairs[k]
        shift = at[j] - at[i]
        one, other = slice(ring[p], ring[p + 1]), slice(ring[q], ring[q + 1])
        na, nb = normals[one], normals[other]
        from_a = (na @ corners[other].T).min(axis=1) + na @ shift - reach[one]
        from_b = (nb @ corners[one].T).min(axis=1) - nb @ shift - reach[other]
        a, b = int(from_a.argmax()), int(from_b.argmax())
        lines[k] = (*na[a], from_a[a]) if from_a[a] >= from_b[b] else (*-nb[b], from_b[b])
