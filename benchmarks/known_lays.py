"""Random problems made by cutting up a known lay, with every constraint mixed in: how many are
found again.

Run with  .venv/bin/python -m benchmarks.known_lays [--problems 2000] [--effort 12000]. Two
processes. The problems and the judge are those of the tests (tests/lay/test_search.py), which look
at the first two hundred.
"""

from __future__ import annotations

import argparse
from concurrent.futures import ProcessPoolExecutor
from dataclasses import replace
from functools import partial
from time import perf_counter

from tests.lay.test_search import faults, random_problem, until

from wickel.lay.nest import search, warm_up

MORE = 1.15
"""A lay is found again when it is at most that much longer than the known one."""


def tried(seed: int, effort: int) -> tuple[int, float, list[str]]:
    """The length found by that of the known lay, and what the judge says of the solution."""
    problem, length = random_problem(seed)
    solution = search(replace(problem, effort=effort), until(MORE * length))
    return seed, solution.length_mm / length, faults(problem, solution)


def main() -> None:
    parser = argparse.ArgumentParser()
    parser.add_argument("--problems", type=int, default=2000)
    parser.add_argument("--effort", type=int, default=12_000)
    asked = parser.parse_args()
    warm_up()
    started = perf_counter()
    with ProcessPoolExecutor(2) as pool:
        found = list(
            pool.map(partial(tried, effort=asked.effort), range(asked.problems), chunksize=10)
        )
    missed = [(seed, round(ratio, 3)) for seed, ratio, _ in found if ratio > MORE]
    wrong = [(seed, said) for seed, _, said in found if said]
    print(f"{len(found)} problems in {perf_counter() - started:.0f} s")
    print(
        f"found again: {len(found) - len(missed)} ({1 - len(missed) / len(found):.2%}); missed: "
        f"{missed}"
    )
    print(f"solutions with faults: {len(wrong)} {wrong}")


if __name__ == "__main__":
    main()
