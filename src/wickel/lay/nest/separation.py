"""Overlap-minimising search: a lay made too short is freed of its overlaps, again and again
shorter.

All items lie on the grid of one ``Tables``. Items that overlap are moved to where they overlap
least; what stays overlapped weighs more (guided local search). A lay without overlap is made a
little shorter: cut at a place, what is right of it shifted left. One that cannot be freed is
changed by swapping two of its larger items.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wickel.lay.nest.arrays import ENDED, TOUCHING, Ints
from wickel.lay.nest.tables import MANY_ITEMS, Tables, loops

PATIENCE, PATIENCE_EACH = 20, 0.5
"""Sweeps without the total depth falling by 2 % after which a length is given up, and so many more
for each item."""

STRIKES = 3
"""How many times in a row it is gone back to the least depth, with the weights as they have become,
before that."""

NEARLY, NEARLY_TIED = (3.0, 0.05), (12.0, 1.0)
"""A lay whose depths add up to so many steps of depth, and so many more for each item, is worth
pushing apart.

More where touching counts too, as it does for what is bound to a repeat.
"""

AFRESH = 20
"""After so many lengths given up in a row the search begins from another first lay."""

FEW_ITEMS = 16
"""With so few items it then also looks at what touches the other way: ignored, which fits lays that
have been pushed, or taken for an overlap, which fits what only fits exactly."""

NEIGHBOURS = 4
"""With many items the two that are swapped are of nearly one size: so many apart in their order by
area."""

_SHORTER, _FASTER, _SLOWER, _LEAST = 0.005, 1.3, 0.8, 0.001
_FROM_FAILED = 0.7
_LARGER_SHARE = 0.6


@dataclass(frozen=True, slots=True)
class GridLay:
    """Places of all items on the grid, (items, 3): candidate, row, column; and the length they take
    in mm.

    ``free``: no two overlap, not even by rounding.
    """

    places: Ints
    length_mm: float
    free: bool = True


Another = Callable[[np.random.Generator], Ints | None]
"""Places of another first lay, in an order drawn at random; None when there is none."""


class Separation:
    """The search from one lay on, with a seed of its own. ``sweep`` does a few sweeps at a time."""

    def __init__(
        self,
        tables: Tables,
        areas: NDArray[np.float64],
        start: GridLay,
        length_mm: float,
        seed: int,
        another: Another,
    ) -> None:
        self.tables = tables
        self.items = len(tables.first) - 1
        self.best, self.length_mm = start, length_mm
        self._failed: Ints | None = None
        self._cleared = False
        self._ignored = TOUCHING
        self._failures, self._another = 0, another
        self._larger = np.argsort(-areas)[: max(2, round(_LARGER_SHARE * self.items))]
        self._rng = np.random.default_rng(seed)
        self._state = np.array([seed * 0x9E3779B97F4A7C15 % 2**64 or 1], dtype=np.uint64)
        self._step = _SHORTER
        self._cost = np.zeros(1, dtype=np.float32)
        self._begin(start.places)

    def sweep(self, sweeps: int) -> tuple[int, GridLay | None]:
        """Do up to so many sweeps; returns how many were done and the lay that came out, if one
        did.

        The lay is free of all but touching, or so nearly that pushing it may part what still
        overlaps. The caller says with ``shorter`` when it is to be gone on from, and otherwise
        ``refuse``s it.
        """
        if self._most.max() < 0 or self.items < 2:
            return sweeps, None  # nothing can be shorter
        t = self.tables
        done = loops().sweep_out(
            sweeps,
            self._places,
            self._weights,
            self._depths,
            t.first,
            t.owns,
            t.arena,
            t.where,
            t.cells,
            self._most,
            self._cost,
            self._state,
            self._patience,
            self._kept,
            self._ignored,
        )
        ended = int(self._patience[ENDED])
        self._patience[ENDED] = 0
        if ended == 0:
            return done, None
        if ended < 0:
            self._give_up()
            return done, None
        own = self._places[: self.items].copy()
        self._cleared = ended == 1
        return max(1, done), GridLay(own, self._length(own), free=False)

    def refuse(self) -> None:
        """Say that the lay that came out cannot be pushed apart: swept out, there is nothing more
        to sweep in it."""
        if self._cleared:
            self._give_up()

    def _give_up(self) -> None:
        self._failed = self._places[: self.items].copy()
        self._failures += 1
        self._step = max(_LEAST, self._step * _SLOWER)
        afresh = None
        if self._failures % AFRESH == 0:
            if self.items <= FEW_ITEMS:
                self._ignored = TOUCHING - self._ignored
            afresh = self._another(self._rng)
        self._begin(self._swapped() if afresh is None else afresh)

    def shorter(self, lay: GridLay, length_mm: float) -> None:
        """Go on from a lay that takes so much length."""
        self._step = min(0.02, self._step * _FASTER)
        self.best, self.length_mm = lay, min(self.length_mm, length_mm)
        self._failed, self._failures = None, 0
        self._begin(lay.places)

    # --- a new length ------------------------------------------------------------------------

    def _length(self, places: Ints) -> float:
        own = places[: self.items]
        return float((own[:, 2] * self.tables.grid.dx + self.tables.widths[own[:, 0]]).max())

    def _begin(self, places: Ints) -> None:
        """Take up places at the next length: shifted together, clamped, all weights even."""
        t, dx = self.tables, self.tables.grid.dx
        target = self.length_mm * (1 - self._step)
        self._most = np.floor((target - t.widths) / dx + 1e-9).astype(np.int64)
        size = int(
            (t.cells[: len(t.local), 1] * np.maximum(0, self._most[: len(t.local)] + 1)).max(
                initial=1
            )
        )
        if size > len(self._cost):
            self._cost = np.zeros(size, dtype=np.float32)
        made = places.copy()
        shift = int(np.ceil((self._length(made) - target) / dx - 1e-9))
        if shift > 0:
            cut = self._rng.integers(0, max(1, int(made[:, 2].max())))
            right = made[:, 2] > cut
            made[right, 2] = np.maximum(0, made[right, 2] - shift)
        for item in range(self.items):
            made[item] = self._clamped(item, made[item])
        self._places = np.concatenate((made, t.fixed))
        everything = len(self._places)
        self._weights = np.ones((everything, everything), dtype=np.float32)
        self._depths = np.zeros((everything, everything), dtype=np.float32)
        loops().all_depths(self._places, self.items, t.arena, t.where, self._ignored, self._depths)
        least = self._depths[: self.items].sum() + 1.0
        base, each = NEARLY_TIED if t.tied or not self._ignored else NEARLY
        nearly = 2.0 * (base + each * self.items)
        patience = PATIENCE + PATIENCE_EACH * self.items
        self._patience = np.array([least, 0.0, 0.0, patience, nearly, np.inf, STRIKES, 0.0])
        self._kept = self._places.copy()

    def _clamped(self, item: int, place: Ints) -> Ints:
        """A place on the strip and on the candidate's repeat near the one given, of another
        candidate if need be."""
        c, row, col = (int(v) for v in place)
        t = self.tables
        if self._most[c] < 0:
            own = t.owns[t.first[item] : t.first[item + 1]]
            c = int(own[int(self._most[own].argmax())])
        low, rows, along, col0, across, row0, offset, has = (int(v) for v in t.cells[c])
        row = min(max(row, low), low + rows - 1)
        col = min(max(col, 0), max(0, int(self._most[c])))
        if has:
            turn = 0
            if across:
                turn = min(max(round((row - row0) / across), 0), (low + rows - 1 - row0) // across)
                row = row0 + turn * across
            if along:
                lead = (col0 + turn * offset) % along
                k = min(round((col - lead) / along), (int(self._most[c]) - lead) // along)
                col = lead + max(0, k) * along
        return np.array((c, row, col))

    def _swapped(self) -> Ints:
        """The failed places, or the last good ones, with two larger items swapped."""
        failed = self._failed
        base = (
            failed if failed is not None and self._rng.random() < _FROM_FAILED else self.best.places
        )
        made = base.copy()
        if self.items > MANY_ITEMS and self._rng.random() < 0.5:
            return self.best.places.copy()  # cut at another place is change enough
        first = int(self._rng.integers(len(self._larger)))
        reach = len(self._larger) if self.items <= MANY_ITEMS else NEIGHBOURS
        near = [
            k
            for k in range(max(0, first - reach), min(len(self._larger), first + reach + 1))
            if k != first
        ]
        one, other = (
            int(self._larger[first]),
            int(self._larger[near[int(self._rng.integers(len(near)))]]),
        )
        t = self.tables
        for item, there in ((one, base[other]), (other, base[one])):
            own = t.owns[t.first[item] : t.first[item + 1]]
            made[item] = (own[int(self._rng.integers(len(own)))], there[1], there[2])
        return made
