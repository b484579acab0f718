"""The hot loops, written to be compiled (``jit.compiled``). Each has a NumPy twin beside its
caller.

Grids: a candidate stands at (row, column); its outline is cut into bands, ``bands`` of them a row.
A table of two candidates holds, for every offset of the second against the first, 0 where they are
free of each other, 1 where they only touch (``SLACK``), and otherwise one more than how deep they
lie in each other, in steps of ``DEPTH_MM``.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

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
    HIGH,
    KEPT_AT,
    LEAST,
    MOST_RUNS,
    MOST_STALE,
    OFFSET,
    ROW,
    ROW_OFF,
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
from wickel.lay.nest.jit import compiled
from wickel.lay.nest.problem import NEVER_AGAIN_MM

STRIDE, ASIDE = 3, 8
"""Of a candidate's rows every so many is looked at in one move, with a first row drawn anew each
time.

Near the best place found all rows are then looked at, and so many columns to each side.
"""


@compiled
def cut_into_bands(
    xs: Floats, ys: Floats, above: float, high: float, band: Ints, left: Floats, right: Floats
) -> int:
    """Cut an outline into bands of height ``high``, the lowest beginning ``above`` below its least
    y.

    Writes, for each stretch of outline in a band, its band and the greatest extent in x it has
    there; returns how many, or −1 when the arrays are too short.
    """
    n = len(xs)
    least, most = ys.min(), ys.max()
    start = least - above
    count = max(1, int(np.ceil((most - start) / high - 1e-9)))
    order = np.argsort(ys)
    crossing = np.empty(n, dtype=np.int64)
    at = np.empty(n, dtype=np.float64)
    found = 0
    first_edge = 0
    for k in range(count):
        y0, y1 = start + k * high, start + (k + 1) * high
        begin = found
        # levels of corners inside the band part it into slabs in which edges run straight through
        while first_edge < n and ys[order[first_edge]] <= y0 + 1e-9:
            first_edge += 1
        levels_from = first_edge
        low = max(y0, least)
        while low < min(y1, most) - 1e-9:
            while levels_from < n and ys[order[levels_from]] <= low + 1e-9:
                levels_from += 1
            top = min(y1, most)
            if levels_from < n and ys[order[levels_from]] < top:
                top = ys[order[levels_from]]
            middle = (low + top) / 2
            m = 0
            for e in range(n):
                a, b = ys[e], ys[(e + 1) % n]
                if (a <= middle) != (b <= middle):
                    x = xs[e] + (xs[(e + 1) % n] - xs[e]) * (middle - a) / (b - a)
                    j = m
                    while j > 0 and at[j - 1] > x:
                        at[j] = at[j - 1]
                        crossing[j] = crossing[j - 1]
                        j -= 1
                    at[j] = x
                    crossing[j] = e
                    m += 1
            for j in range(0, m - 1, 2):
                lo, hi = np.inf, -np.inf
                for side in range(2):
                    e = crossing[j + side]
                    a, b = ys[e], ys[(e + 1) % n]
                    for y in (low, top):
                        x = xs[e] + (xs[(e + 1) % n] - xs[e]) * (y - a) / (b - a)
                        lo, hi = min(lo, x), max(hi, x)
                # joined with what it touches of this band, moved down over the ones it swallows
                place = found
                t = begin
                while t < place:
                    if left[t] <= hi + 1e-6 and lo <= right[t] + 1e-6:
                        lo, hi = min(lo, left[t]), max(hi, right[t])
                        place -= 1
                        left[t], right[t], band[t] = left[place], right[place], band[place]
                        t = begin
                    else:
                        t += 1
                found = place
                if found >= len(band):
                    return -1
                band[found], left[found], right[found] = k, lo, hi
                found += 1
            low = top
    return found


@compiled
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
    """Fill the tables of pairs of candidates, both ways round: the one of a against b is that of b
    against a turned.

    Two sets of stretches, (stretches, 2) from x to x in mm, each with its band, ``bands`` of them a
    row, and the ``start`` (K + 1) of each candidate's: what lies in the outer ones may overlap,
    what lies in the inner ones overlaps so much that it counts. ``arena`` is made of zeros.
    """
    for k in range(len(pairs)):
        a, b = pairs[k, 0], pairs[k, 1]
        at, row0, col0, rows, cols = where[a, b]
        if rows <= 0 or cols <= 0:
            continue
        # where stretches begin and end is counted as +1 and −1; sums along a row then tell how many
        # cover each offset
        touch = np.zeros((rows, cols + 1), dtype=np.int32)
        _meet(a, b, outer_start, outer_band, outer, bands, dx, row0, col0, touch)
        deep = np.zeros((rows, cols + 1), dtype=np.int32)
        _meet(a, b, inner_start, inner_band, inner, bands, dx, row0, col0, deep)
        table = arena[at : at + rows * cols].reshape(rows, cols)
        _fill_depths(deep, dx, dy, table)
        for r in range(rows):
            inside = 0
            for q in range(cols):
                inside += touch[r, q]
                if inside > 0 and table[r, q] == 0:
                    table[r, q] = TOUCHING
        # b against a is the same table read backwards
        if a != b:
            turned = arena[where[b, a, STARTS] : where[b, a, STARTS] + rows * cols]
            flat = arena[at : at + rows * cols]
            for q in range(rows * cols):
                turned[q] = flat[rows * cols - 1 - q]


@compiled
def _meet(
    a: int,
    b: int,
    start: Ints,
    band: Ints,
    reach: Floats,
    bands: int,
    dx: float,
    row0: int,
    col0: int,
    change: NDArray[np.int32],
) -> None:
    """Where, row by row, stretches of b begin and end to lie in stretches of a."""
    inverse = 1.0 / dx
    for i in range(start[a], start[a + 1]):
        low, high = reach[i, 0] * inverse + 1e-9, reach[i, 1] * inverse - 1e-9
        for j in range(start[b], start[b + 1]):
            apart = band[i] - band[j]
            row = apart // bands
            # offsets go by whole rows: only bands that then lie over each other meet
            if row * bands != apart:
                continue
            first = int(np.floor(low - reach[j, 1] * inverse)) + 1
            last = int(np.ceil(high - reach[j, 0] * inverse)) - 1
            if first <= last:
                change[row - row0, first - col0] += 1
                change[row - row0, last + 1 - col0] -= 1


@compiled
def _fill_depths(change: NDArray[np.int32], dx: float, dy: float, table: Bytes) -> None:
    """Depths from where stretches begin and end: the way out along or across, whichever is
    shorter."""
    rows, cols = table.shape
    deep = np.zeros((rows, cols), dtype=np.int32)
    across = np.zeros((rows, cols), dtype=np.int32)
    up = np.zeros(cols, dtype=np.int32)
    # forwards: how far an offset is from where its overlap begins along the row and, in ``across``,
    # from where it begins below
    for r in range(rows):
        inside, run = 0, 0
        for c in range(cols):
            inside += change[r, c]
            run = run + 1 if inside > 0 else 0
            deep[r, c] = run
        # backwards: the nearer of both ends along the row
        run = 0
        for c in range(cols - 1, -1, -1):
            run = run + 1 if deep[r, c] > 0 else 0
            deep[r, c] = min(deep[r, c], run)
        for c in range(cols):
            up[c] = up[c] + 1 if deep[r, c] > 0 else 0
            across[r, c] = up[c]
    along_steps, across_steps = dx / DEPTH_MM, dy / DEPTH_MM
    up[:] = 0
    # downwards: the nearer end across; then the shorter way out of all four
    for r in range(rows - 1, -1, -1):
        for c in range(cols):
            up[c] = up[c] + 1 if deep[r, c] > 0 else 0
            if up[c] > 0:
                depth = min(deep[r, c] * along_steps, min(across[r, c], up[c]) * across_steps)
                table[r, c] = np.uint8(min(255.0, TOUCHING + max(1.0, depth)))


@compiled
def depth_between(
    a: int, row_a: int, col_a: int, b: int, row_b: int, col_b: int, arena: Bytes, where: Ints
) -> int:
    """What the table says of candidate b at its place against candidate a at its own: 0 free, 1
    touching, or deeper."""
    size_r, size_c = where[a, b, HIGH], where[a, b, WIDE]
    r, c = row_b - row_a - where[a, b, ROW_OFF], col_b - col_a - where[a, b, COLUMN_OFF]
    if r < 0 or c < 0 or r >= size_r or c >= size_c:
        return 0
    return int(arena[where[a, b, STARTS] + r * size_c + c])


@compiled
def all_depths(
    places: Ints, items: int, arena: Bytes, where: Ints, ignored: int, depths: Singles
) -> None:
    """How deep each of the first so many places lies in every other, written to ``depths`` both
    ways round.

    ``ignored``: what is no deeper than that in a table counts nothing, and so much less what is.
    """
    for i in range(items):
        for j in range(i + 1, len(places)):
            d = depth_between(
                places[i, CANDIDATE],
                places[i, ROW],
                places[i, COLUMN],
                places[j, CANDIDATE],
                places[j, ROW],
                places[j, COLUMN],
                arena,
                where,
            )
            depths[i, j] = depths[j, i] = max(d, ignored) - ignored


@compiled
def mark(taken: Bytes, depths: Bytes) -> None:
    """Mark what a row of a table takes."""
    for q in range(len(taken)):
        taken[q] |= depths[q]


@compiled
def add_weighted(cost: Singles, depths: Bytes, weight: float) -> None:
    """Add a row of a table, weighted. Slices of one length, so that it is compiled to vector
    instructions."""
    for q in range(len(cost)):
        cost[q] += weight * depths[q]


@compiled
def least_of(bits: NDArray[np.int32]) -> int:
    """The least of a row of costs, which are not negative, seen as whole numbers: those are
    compared many at once."""
    least = bits[0]
    for q in range(len(bits)):
        least = min(least, bits[q])
    return int(least)


@compiled
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
    """Place items in their order, each at its left-most free place; returns the length, or inf
    beyond ``give_up`` mm.

    ``first`` (items + 1) points into ``owns``, the candidates of each item. ``where`` (K, K, 5):
    offset in the arena, first row, first column, rows, columns. ``grid`` (K, 8): lowest row, rows,
    then the lattice: period along and its column, period across and its row, columns a row of the
    lattice is shifted by, whether it has one. ``fixed`` (F, 3): candidates that stand fast, with
    row and column. Writes ``spots`` (items, 3).
    """
    n = len(order)
    length = 0.0
    done = np.empty((n + len(fixed), 3), dtype=np.int64)
    for f in range(len(fixed)):
        done[f] = fixed[f]
    placed = len(fixed)
    for k in range(n):
        item = order[k]
        best_end, best_col, best_row, best_c = np.inf, 1 << 40, 1 << 40, -1
        for o in range(first[item], first[item + 1]):
            c = owns[o]
            rows = grid[c, ROWS]
            reach = 0.0
            for p in range(placed):
                reach = max(
                    reach,
                    (
                        done[p, COLUMN]
                        + where[done[p, CANDIDATE], c, COLUMN_OFF]
                        + where[done[p, CANDIDATE], c, WIDE]
                    )
                    * dx,
                )
            # beyond all that lies there is a free place within one repeat; what never comes again
            # has one place
            again = (
                grid[c, EVERY_COLUMN]
                if grid[c, EVERY_COLUMN] * dx < NEVER_AGAIN_MM / 2
                else grid[c, FIRST_COLUMN] + 1
            )
            cols = int(max(0.0, reach) / dx) + 2 + again
            taken = np.zeros((rows, cols), dtype=np.uint8)
            for p in range(placed):
                a = done[p, CANDIDATE]
                size_r, size_c = where[a, c, HIGH], where[a, c, WIDE]
                if size_r == 0:
                    continue
                top = done[p, ROW] + where[a, c, ROW_OFF] - grid[c, BASE]
                left = done[p, COLUMN] + where[a, c, COLUMN_OFF]
                c_from, c_to = max(0, left), min(cols, left + size_c)
                for r in range(max(0, top), min(rows, top + size_r)):
                    at = where[a, c, STARTS] + (r - top) * size_c + c_from - left
                    mark(taken[r, c_from:c_to], arena[at : at + c_to - c_from])
            stop = False
            for q in range(cols):
                if stop:
                    break
                end = max(length, q * dx + widths[c])
                if end > best_end or (end == best_end and q > best_col):
                    break
                for r in range(rows):
                    if taken[r, q] == 0 and on_lattice(grid, c, r + grid[c, BASE], q):
                        row = r + grid[c, BASE]
                        if end < best_end or q < best_col or (q == best_col and row < best_row):
                            best_end, best_col, best_row, best_c = end, q, row, c
                        stop = True
                        break
        if best_c < 0:
            return np.inf
        spots[item, CANDIDATE], spots[item, ROW], spots[item, COLUMN] = best_c, best_row, best_col
        done[placed, CANDIDATE], done[placed, ROW], done[placed, COLUMN] = (
            best_c,
            best_row,
            best_col,
        )
        placed += 1
        length = best_end
        if length > give_up:
            return np.inf
    return length


@compiled
def on_lattice(grid: Ints, c: int, row: int, col: int) -> bool:
    """Whether a candidate may stand there as far as its repeat goes."""
    if grid[c, TIED] == 0:
        return True
    turn = 0
    if grid[c, EVERY_ROW] > 0:
        if (row - grid[c, FIRST_ROW]) % grid[c, EVERY_ROW] != 0:
            return False
        turn = (row - grid[c, FIRST_ROW]) // grid[c, EVERY_ROW]
    return bool(
        grid[c, EVERY_COLUMN] == 0
        or (col - grid[c, FIRST_COLUMN] - turn * grid[c, OFFSET]) % grid[c, EVERY_COLUMN] == 0
    )


@compiled
def drawn(state: Words, below: int) -> int:
    """A whole number from 0 to below − 1 (xorshift64*, Vigna 2016); the state is one number that is
    not 0."""
    x = state[0]
    x ^= x >> np.uint64(12)
    x ^= x << np.uint64(25)
    x ^= x >> np.uint64(27)
    state[0] = x
    return int((x * np.uint64(2685821657736338717)) >> np.uint64(33)) % below


@compiled
def best_place(
    item: int,
    places: Ints,
    weights: Singles,
    first: Ints,
    owns: Ints,
    arena: Bytes,
    where: Ints,
    grid: Ints,
    most: Ints,
    cost: Singles,
    found: Ints,
    stride: int,
    phase: int,
) -> float:
    """The place of an item with the least weighted depth in all others; written to ``found`` as
    candidate, row, column.

    ``places`` (items + fixed, 3) are where all lie now, ``most`` the last column of each candidate.
    Among equals the left-most is taken.
    """
    best = np.float32(np.inf)
    found[CANDIDATE] = -1
    for o in range(first[item], first[item + 1]):
        c = owns[o]
        rows, cols = grid[c, ROWS], most[c] + 1
        if cols <= 0:
            continue
        # of many rows only every so many are tried: the rest near the best one comes after
        every, begin = (stride, phase) if rows >= 4 * stride and grid[c, TIED] == 0 else (1, 0)
        for r in range(begin, rows, every):
            cost[r * cols : (r + 1) * cols] = 0.0
        for j in range(len(places)):
            if j == item:
                continue
            a = places[j, CANDIDATE]
            size_r, size_c = where[a, c, HIGH], where[a, c, WIDE]
            if size_r == 0:
                continue
            w = weights[item, j]
            top = places[j, ROW] + where[a, c, ROW_OFF] - grid[c, BASE]
            left = places[j, COLUMN] + where[a, c, COLUMN_OFF]
            c_from, c_to = max(0, left), min(cols, left + size_c)
            if c_from >= c_to:
                continue
            # only the rows that are looked at, from the first one inside the table on
            r_from = max(0, top)
            r_from += (begin - r_from) % every
            for r in range(r_from, min(rows, top + size_r), every):
                at = where[a, c, STARTS] + (r - top) * size_c + c_from - left
                to = r * cols
                add_weighted(cost[to + c_from : to + c_to], arena[at : at + c_to - c_from], w)
        # costs are never negative, so that their bits, read as whole numbers, are in the same
        # order: the least is found without a comparison of floats
        bits = cost.view(np.int32)
        for r in range(begin, rows, every):
            to = r * cols
            if grid[c, TIED] == 0:
                least = least_of(bits[to : to + cols])
                q = 0
                while bits[to + q] != least:
                    q += 1
                v = cost[to + q]
                if v < best or (v == best and q < found[COLUMN]):
                    best = v
                    found[CANDIDATE], found[ROW], found[COLUMN] = c, r + grid[c, BASE], q
                continue
            for q in range(cols):
                v = cost[to + q]
                if (v < best or (v == best and q < found[COLUMN])) and on_lattice(
                    grid, c, r + grid[c, BASE], q
                ):
                    best = v
                    found[CANDIDATE], found[ROW], found[COLUMN] = c, r + grid[c, BASE], q
    if found[CANDIDATE] >= 0 and stride > 1 and grid[found[CANDIDATE], TIED] == 0:
        best = best_near(item, places, weights, arena, where, grid, most, best, found, stride)
    return float(best)


@compiled
def best_near(
    item: int,
    places: Ints,
    weights: Singles,
    arena: Bytes,
    where: Ints,
    grid: Ints,
    most: Ints,
    best: np.float32,
    found: Ints,
    reach: int,
) -> np.float32:
    """A still better place within ``reach`` rows and ``ASIDE`` columns of the one found, which it
    replaces."""
    c = found[CANDIDATE]
    row0, col0 = found[ROW] - grid[c, BASE] - reach + 1, found[COLUMN] - ASIDE
    rows, cols = 2 * reach - 1, 2 * ASIDE + 1
    cost = np.zeros((rows, cols), dtype=np.float32)
    for j in range(len(places)):
        a = places[j, CANDIDATE]
        size_r, size_c = where[a, c, HIGH], where[a, c, WIDE]
        if j == item or size_r == 0:
            continue
        top = places[j, ROW] + where[a, c, ROW_OFF] - grid[c, BASE]
        left = places[j, COLUMN] + where[a, c, COLUMN_OFF]
        c_from, c_to = max(col0, left), min(col0 + cols, left + size_c)
        for r in range(max(row0, top), min(row0 + rows, top + size_r)):
            at = where[a, c, STARTS] + (r - top) * size_c - left
            for q in range(c_from, c_to):
                cost[r - row0, q - col0] += weights[item, j] * arena[at + q]
    for r in range(max(row0, 0), min(grid[c, ROWS], row0 + rows)):
        for q in range(max(col0, 0), min(most[c] + 1, col0 + cols)):
            v = cost[r - row0, q - col0]
            if v < best or (v == best and q < found[COLUMN]):
                best = v
                found[ROW], found[COLUMN] = r + grid[c, BASE], q
    return best


@compiled
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
    """Sweep over the items that overlap, each to its best place, weighting what stays overlapped
    (guided local search).

    ``depths`` and ``weights`` (items + fixed, squared); the first ``len(first) − 1`` places are
    items, the others stand fast; ``ignored`` as in ``all_depths``. ``patience`` as its columns say
    (``arrays``). Returns the sweeps done; how it ended is 1 when nothing overlaps any more, −1 when
    patience has run out as often as it may, and 2 when the total depth has fallen to the one to
    stop at, which is then set to less. ``kept`` are the places with the least total depth met; they
    are gone back to whenever patience runs out.
    """
    n, everything = len(first) - 1, len(places)
    order = np.empty(n, dtype=np.int64)
    found = np.empty(3, dtype=np.int64)
    for sweep in range(sweeps):
        # those that overlap anything, in an order drawn anew
        count = 0
        for i in range(n):
            for j in range(everything):
                if depths[i, j] > 0:
                    order[count] = i
                    count += 1
                    break
        if count == 0:
            patience[ENDED] = 1
            return sweep
        for k in range(count - 1, 0, -1):
            j = drawn(state, k + 1)
            order[k], order[j] = order[j], order[k]
        for k in range(count):
            i = order[k]
            now = np.float32(0.0)
            for j in range(everything):
                now += weights[i, j] * depths[i, j]
            if now == 0:
                continue
            best = best_place(
                i,
                places,
                weights,
                first,
                owns,
                arena,
                where,
                grid,
                most,
                cost,
                found,
                STRIDE,
                drawn(state, STRIDE),
            )
            # it goes there even if that is no better than where it is: so it wanders along what is
            # equal
            if found[CANDIDATE] < 0 or best > now:
                continue
            places[i, CANDIDATE], places[i, ROW], places[i, COLUMN] = (
                found[CANDIDATE],
                found[ROW],
                found[COLUMN],
            )
            for j in range(everything):
                if j != i:
                    d = depth_between(
                        places[j, CANDIDATE],
                        places[j, ROW],
                        places[j, COLUMN],
                        found[CANDIDATE],
                        found[ROW],
                        found[COLUMN],
                        arena,
                        where,
                    )
                    depths[i, j] = depths[j, i] = max(d, ignored) - ignored
        total, deepest = np.float32(0.0), np.float32(0.0)
        for i in range(n):
            for j in range(everything):
                total += depths[i, j]
                deepest = max(deepest, depths[i, j])
        if total == 0:
            patience[ENDED] = 1
            return sweep + 1
        for i in range(n):
            for j in range(everything):
                if depths[i, j] > 0:
                    # what stays overlapped weighs more the deeper it is; what is free is slowly
                    # forgotten
                    weights[i, j] *= np.float32(1.2) + np.float32(0.8) * depths[i, j] / deepest
                else:
                    weights[i, j] = max(np.float32(1.0), np.float32(0.95) * weights[i, j])
                # what stands fast never moves, but its row is read too
                if j >= n:
                    weights[j, i] = weights[i, j]
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


@compiled
def near_parts(
    start: Ints, boxes: Floats, item_boxes: Floats, at: Floats, near: float, pairs: Ints
) -> int:
    """Pairs of convex parts of different items whose boxes are nearer than ``near``; how many, or
    −1 when too many.

    ``start`` (items + 1) points into ``boxes`` (parts, 4). Writes rows (item, item, part, part) to
    ``pairs``.
    """
    n = len(start) - 1
    found = 0
    for i in range(n):
        for j in range(i + 1, n):
            dx, dy = at[j, 0] - at[i, 0], at[j, 1] - at[i, 1]
            if (
                item_boxes[i, 0] - near >= item_boxes[j, 2] + dx
                or item_boxes[j, 0] + dx - near >= item_boxes[i, 2]
                or item_boxes[i, 1] - near >= item_boxes[j, 3] + dy
                or item_boxes[j, 1] + dy - near >= item_boxes[i, 3]
            ):
                continue
            for p in range(start[i], start[i + 1]):
                for q in range(start[j], start[j + 1]):
                    if (
                        boxes[p, 0] - near < boxes[q, 2] + dx
                        and boxes[q, 0] + dx - near < boxes[p, 2]
                        and boxes[p, 1] - near < boxes[q, 3] + dy
                        and boxes[q, 1] + dy - near < boxes[p, 3]
                    ):
                        if found >= len(pairs):
                            return -1
                        pairs[found, 0], pairs[found, 1], pairs[found, 2], pairs[found, 3] = (
                            i,
                            j,
                            p,
                            q,
                        )
                        found += 1
    return found


@compiled
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
    """For pairs of convex parts the direction along which they are farthest apart, and how far:
    rows (x, y, distance).

    Separating axis theorem; the distance is negative when they overlap. ``ring`` (parts + 1) points
    into ``corners``, ``normals`` (outward units) and ``reach`` (how far the part reaches along
    each).
    """
    for k in range(count):
        i, j, p, q = pairs[k]
        dx, dy = at[j, 0] - at[i, 0], at[j, 1] - at[i, 1]
        best, bx, by = -np.inf, 1.0, 0.0
        # each side of the one is tried as the line between both, then each side of the other
        for e in range(ring[p], ring[p + 1]):
            nx, ny = normals[e, 0], normals[e, 1]
            least = np.inf
            for v in range(ring[q], ring[q + 1]):
                least = min(least, nx * corners[v, 0] + ny * corners[v, 1])
            apart = least + nx * dx + ny * dy - reach[e]
            if apart > best:
                best, bx, by = apart, nx, ny
        for e in range(ring[q], ring[q + 1]):
            nx, ny = normals[e, 0], normals[e, 1]
            least = np.inf
            for v in range(ring[p], ring[p + 1]):
                least = min(least, nx * corners[v, 0] + ny * corners[v, 1])
            apart = least - nx * dx - ny * dy - reach[e]
            if apart > best:
                best, bx, by = apart, -nx, -ny
        lines[k, 0], lines[k, 1], lines[k, 2] = bx, by, best
