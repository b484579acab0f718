"""First lays of the box dress: every size, three widths, every way. Prints length, share used,
seconds.

Run with  scripts/wickel --help  once for the set-up, then  .venv/bin/python -m benchmarks.first_lay
[effort]
"""

from __future__ import annotations

import statistics
import sys
from collections.abc import Callable
from time import perf_counter

from wickel.body import WOMEN, size_body
from wickel.cloth import WAYS, Cloth, Print
from wickel.job import Garment, Job, cut_pieces
from wickel.lay import DEFAULT_EFFORT, Lay, LayRefused, Search, make_lay


def main() -> None:
    effort = int(sys.argv[1]) if len(sys.argv) > 1 else DEFAULT_EFFORT
    firsts: list[float] = []
    gains: list[float] = []
    print(
        f"{'size':>5} {'width':>6} {'way':<11} {'first mm':>9} {'first s':>8} {'mm':>8} "
        f"{'used':>5} {'s':>6}"
    )
    for size in WOMEN.sizes:
        body = size_body(size)
        cloth = Cloth(id="main", usable_width_mm=1500, print=Print.ANY)
        pieces = cut_pieces(
            Job(cloths=(cloth,), garments=(Garment(id="dress", style="box-dress", body=body),))
        )
        for width in (1100, 1400, 1500):
            for way in WAYS:
                started = perf_counter()
                first: list[tuple[float, float]] = []

                def report(
                    _: float,
                    best: Callable[[], Lay] | None,
                    first: list[tuple[float, float]] = first,
                    at: float = started,
                ) -> None:
                    if best is not None and not first:
                        first.append((best().lay_length_mm, perf_counter() - at))

                try:
                    cloth = Cloth(id="main", usable_width_mm=width, print=Print.ANY)
                    lay = make_lay(pieces, cloth, way, report=report, search=Search(effort=effort))
                except LayRefused as reason:
                    print(f"{size:>5} {width:>6} {way:<11} {reason}")
                    continue
                seconds = perf_counter() - started
                (first_mm, first_s) = first[0]
                firsts.append(first_s)
                gains.append(first_mm / lay.lay_length_mm)
                print(
                    f"{size:>5} {width:>6} {way:<11} {first_mm:9.1f} {first_s:8.3f} "
                    f"{lay.lay_length_mm:8.1f} {lay.used_share:5.0%} {seconds:6.2f}"
                )
    print(
        f"first checked lay: median {statistics.median(firsts):.3f} s, longest {max(firsts):.3f} "
        f"s; first / best length: median {statistics.median(gains):.3f}, worst {max(gains):.3f}"
    )


if __name__ == "__main__":
    main()
