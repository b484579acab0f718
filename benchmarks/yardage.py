"""The yardage table of the box dress: how long it takes, and how near its cells are to long
searches.

Run with  .venv/bin/python -m benchmarks.yardage [--seconds 20] [--sizes 8] [--only-time].
First the table is filled with an empty cache and warm code, by two processes as the window does it,
each row in one of them; then it is found again in the cache; then every cell is laid anew for so
many seconds in all its ways. Prints the times, and the ratio of each cell to its long search.
"""

from __future__ import annotations

import argparse
import statistics
import tempfile
from concurrent.futures import ProcessPoolExecutor
from functools import partial
from pathlib import Path
from time import perf_counter

from benchmarks.ways import clock
from wickel.body import SIZES, size_body
from wickel.cloth import Cloth, Print
from wickel.files import TableStore
from wickel.job import WIDTHS_MM, Garment, Job, alone_ways, cell_key, cell_pieces, row_of
from wickel.lay import Search, lay_ways, shortest
from wickel.lay.nest import warm_up

_ENDLESS = 10**7
CLOTH = Cloth(id="main", usable_width_mm=1400, print=Print.TWO_WAY, reserve_mm=5)


def job_of_size(size: str) -> Job:
    garment = Garment(
        id="d", style="box-dress", body=size_body(size), size=size, cloths={"contrast": "main"}
    )
    return Job(cloths=(CLOTH,), garments=(garment,))


def long_search(size: str, width_mm: float, seconds: float) -> float:
    """The shortest lay of all ways found anew in so many seconds."""
    pieces, cloth = cell_pieces(job_of_size(size), "main", size, size_body(size), width_mm)
    found = lay_ways(
        pieces, cloth, alone_ways(), report=clock(seconds), search=Search(effort=_ENDLESS)
    )
    best = shortest(found)
    assert best is not None
    return best.lay_length_mm


def main() -> None:
    parser = argparse.ArgumentParser()
    parser.add_argument("--seconds", type=float, default=20.0)
    parser.add_argument("--sizes", type=int, default=8)
    parser.add_argument("--only-time", action="store_true")
    asked = parser.parse_args()
    sizes = list(SIZES)[: asked.sizes]
    warm_up()
    job = job_of_size(sizes[0])
    with (
        ProcessPoolExecutor(2, initializer=warm_up) as pool,
        tempfile.TemporaryDirectory() as folder,
    ):
        list(pool.map(size_body, sizes[:2]))  # the processes are there and warm
        fill = partial(row_of, job, "main", widths_mm=WIDTHS_MM)
        started = perf_counter()
        cells = [cell for row in pool.map(fill, sizes, map(size_body, sizes)) for cell in row]
        print(
            f"{len(cells)} cells, every way, from nothing: {perf_counter() - started:.1f} s",
            flush=True,
        )
        store = TableStore(Path(folder))
        for cell in cells:
            store.keep(cell)
        started = perf_counter()
        for cell in cells:
            pieces, cloth = cell_pieces(job, "main", cell.size, size_body(cell.size), cell.width_mm)
            assert store.find(cell_key(pieces, cloth), cell.size, cell.width_mm) == cell
        print(f"found again, sizes drafted anew: {perf_counter() - started:.2f} s", flush=True)
        if asked.only_time:
            return
        search = partial(long_search, seconds=asked.seconds)
        longer = pool.map(search, [cell.size for cell in cells], [cell.width_mm for cell in cells])
        ratios = []
        for cell, anew in zip(cells, longer, strict=True):
            best = cell.best
            assert best is not None
            assert best.length_mm is not None
            ratios.append(best.length_mm / anew)
            print(f"{cell.size:>4} {cell.width_mm / 10:5.0f} cm {best.way:<12} "
f"{best.length_mm:8.1f} {anew:8.1f}"
                  f" {ratios[-1]:.4f}", flush=True)  # fmt: skip
    print(f"median {statistics.median(ratios):.4f}, worst {max(ratios):.4f}")


if __name__ == "__main__":
    main()
