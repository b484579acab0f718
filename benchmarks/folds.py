"""Folded cases: what ten seconds find against the best of four seeds in a minute each, on the same
fold.

Run with  .venv/bin/python -m benchmarks.folds [--names "jacket,mix of 3"] [--ways
lengthwise,partial,to-middle] [--widths 1400] [--seconds 10] [--long 60]. A row a case: length in
the short time (two workers), the best of the long searches (one worker each, two at a time), the
ratio, and beside it the length on open cloth in the short time.
"""

from __future__ import annotations

import argparse
from concurrent.futures import ProcessPoolExecutor
from dataclasses import replace

from benchmarks.nesting import GARMENTS, Case, cases, timed
from wickel.lay.nest import warm_up

SEEDS = (11, 12, 13, 14)


def long_mm(case: Case, seed: int, seconds: float) -> float:
    """The length that one seed finds with one worker."""
    return timed(replace(case.problem, seed=seed, workers=1), seconds, ())[2].length_mm


def main() -> None:
    parser = argparse.ArgumentParser()
    parser.add_argument("--names", default="")
    parser.add_argument("--ways", default="lengthwise,partial,to-middle")
    parser.add_argument("--widths", default="1400")
    parser.add_argument("--seconds", type=float, default=10.0)
    parser.add_argument("--long", type=float, default=60.0)
    asked = parser.parse_args()
    warm_up()
    names = tuple(asked.names.split(",")) if asked.names else tuple(GARMENTS)
    widths = tuple(float(mm) for mm in asked.widths.split(","))
    opened = {
        (own.name, own.width_mm): timed(own.problem, asked.seconds, ())[2].length_mm
        for own in cases(widths, ("open",), names)
    }
    print(
        f"{'case':<15} {'cm':>4} {'way':<11} {'parts':>5} {'short':>8} {'long':>8} {'ratio':>6} "
        f"{'open':>8}"
    )
    with ProcessPoolExecutor(2) as pool:
        for case in cases(widths, tuple(asked.ways.split(",")), names):
            short = timed(case.problem, asked.seconds, ())[2].length_mm
            n = len(SEEDS)
            best = min(pool.map(long_mm, [case] * n, SEEDS, [asked.long] * n))
            print(
                f"{case.name:<15} {case.width_mm / 10:>4.0f} {case.way:<11} "
                f"{len(case.problem.items):>5} {short:>8.1f} {best:>8.1f} {short / best:>6.3f} "
                f"{opened[case.name, case.width_mm]:>8.1f}",
                flush=True,
            )


if __name__ == "__main__":
    main()
