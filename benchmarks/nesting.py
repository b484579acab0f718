"""Nesting: our drafts on open and folded cloth, and beside the open cases the library spyrrow with
the same turns.

Run with  .venv/bin/python -m benchmarks.nesting [--seconds 10] [--seeds 3] [--quick] [--no-library]
(the library:  .venv/bin/pip install -e .[bench]). Two workers each. A row a case: parts placed,
time to the first lay, length after 1 s, at the end, share used, the least that area and widest
parts allow, and the library's length.
"""

from __future__ import annotations

import argparse
import resource
import statistics
from collections.abc import Iterator
from dataclasses import dataclass, replace
from time import perf_counter

from wickel.body import size_body
from wickel.cloth import WAYS, Cloth, Kind, Print, spread
from wickel.geometry import bounds
from wickel.job import Garment, Job, cut_pieces
from wickel.lay import CutPiece, LayRefused
from wickel.lay.items import items_of
from wickel.lay.nest import Problem, Solution, Stopped, search, warm_up
from wickel.lay.parts import parts_for

GARMENTS: dict[str, tuple[tuple[str, str], ...]] = {
    "box dress": (("box-dress", "96"),),
    "panelled skirt": (("panelled-skirt", "96"),),
    "trousers": (("trousers", "M108"),),
    "circle skirt": (("circle-skirt", "92"),),
    "bodice": (("bodice", "96"),),
    "wrap dress": (("wrap-dress", "100"),),
    "jacket": (("jacket", "96"),),
    "jumpsuit": (("jumpsuit", "92"),),
    "mix of 2": (("bodice", "96"), ("pencil-skirt", "96")),
    "mix of 3": (("bodice", "88"), ("trousers", "M108"), ("box-dress", "106")),
    "mix of 8": tuple(
        (style, size) for style in ("bodice", "box-dress") for size in ("84", "92", "100", "106")
    ),
    "mix of 12": tuple(
        (style, size)
        for style in ("bodice", "jacket", "wrap-dress")
        for size in ("84", "92", "100", "106")
    ),
}
_MATERIALS = ("main", "contrast", "lining", "interfacing")


@dataclass(frozen=True)
class Case:
    name: str
    width_mm: float
    way: str
    problem: Problem


def pieces_of(garments: tuple[tuple[str, str], ...], cloth: Cloth) -> tuple[CutPiece, ...]:
    """All that is cut of the main cloth."""
    other = Cloth(id="other", usable_width_mm=6000, print=Print.ANY, kind=Kind.WOVEN)
    made = tuple(
        Garment(
            id=f"g{k}",
            style=style,
            body=size_body(size),
            size=size,
            cloths={"main": "main"} | dict.fromkeys(_MATERIALS[1:], "other"),
        )
        for k, (style, size) in enumerate(garments)
    )
    pieces = cut_pieces(Job(cloths=(cloth, other), garments=made))
    own = (replace(p, orders=tuple(o for o in p.orders if o.cloth == "main")) for p in pieces)
    return tuple(p for p in own if p.orders)


def cases(
    widths: tuple[float, ...], ways: tuple[str, ...], names: tuple[str, ...]
) -> Iterator[Case]:
    """Every garment or mix on every width in every way that can hold it."""
    for name in names:
        for width in widths:
            cloth = Cloth(id="main", usable_width_mm=width, print=Print.TWO_WAY)
            try:
                pieces = pieces_of(GARMENTS[name], cloth)
            except ValueError:
                continue
            for way in ways:
                depth = f":{width / 3:g}" if WAYS[way].takes_depth else ""
                try:
                    (parts,) = parts_for(pieces, cloth, spread(way + depth, width, 1.0).sections)
                except (LayRefused, ValueError):
                    continue
                yield Case(
                    name, width, way, Problem(items=items_of(parts, 0.0), effort=10**7, workers=2)
                )


def bound_mm(case: Case) -> float:
    """The least length: area over width, or the longest part, or what must lie on a fold end to
    end."""
    items = case.problem.items
    width = max(c.high_mm + bounds(c.outline).max_y for i in items for c in i.candidates)
    area = sum(item.area_mm2 for item in items) / width
    longest = max(min(bounds(c.outline).width for c in i.candidates) for i in items)
    folds: dict[float, float] = {}
    for item in items:
        levels = {c.low_mm for c in item.candidates if c.low_mm == c.high_mm}
        if len(levels) == 1 and all(c.low_mm == c.high_mm for c in item.candidates):
            (level,) = levels
            long = min(bounds(c.outline).width for c in item.candidates)
            folds[level] = folds.get(level, 0.0) + (long if level >= 0 else 0.0)
    return max(area, longest)


def timed(
    problem: Problem, seconds: float, marks: tuple[float, ...]
) -> tuple[float, list[float], Solution]:
    """Time to the first lay, the lengths at the marks, and the solution at the end."""
    started = perf_counter()
    first, at = [float("inf")], [float("inf")] * len(marks)

    def report(_: float, best: Solution | None) -> None:
        now = perf_counter() - started
        if best is not None:
            first[0] = min(first[0], now)
            for k, mark in enumerate(marks):
                if now <= mark:
                    at[k] = best.length_mm
        if now > seconds:
            raise Stopped

    solution = search(problem, report)
    at = [
        min(mm, solution.length_mm) if mark >= seconds else mm
        for mm, mark in zip(at, marks, strict=True)
    ]
    return first[0], at, solution


def library_mm(case: Case, seconds: float, seed: int) -> float | None:
    """What the library finds on open cloth, with the same turns, time and cores."""
    try:
        import spyrrow
    except ImportError:
        return None
    items = []
    for k, item in enumerate(case.problem.items):
        first = item.candidates[0]
        turns = [0.0, 180.0] if len(item.candidates) > 1 else [0.0]
        items.append(
            spyrrow.Item(
                str(k), [*first.outline, first.outline[0]], demand=1, allowed_orientations=turns
            )
        )
    instance = spyrrow.StripPackingInstance("case", strip_height=case.width_mm, items=items)
    config = spyrrow.StripPackingConfig(
        early_termination=False, total_computation_time=int(seconds), num_workers=2, seed=seed
    )
    return float(instance.solve(config).width)


def main() -> None:
    parser = argparse.ArgumentParser()
    parser.add_argument("--seconds", type=float, default=10.0)
    parser.add_argument("--seeds", type=int, default=3)
    parser.add_argument("--quick", action="store_true", help="one width, the smaller cases")
    parser.add_argument("--ways", default="open,lengthwise,partial,to-middle")
    parser.add_argument("--names", default="")
    parser.add_argument("--widths", default="1100,1400,1500")
    parser.add_argument("--no-library", action="store_true")
    asked = parser.parse_args()
    started = perf_counter()
    warm_up()
    print(f"warm after {perf_counter() - started:.1f} s")
    names = tuple(asked.names.split(",")) if asked.names else tuple(GARMENTS)
    names = names[:10] if asked.quick and not asked.names else names
    widths = (1400.0,) if asked.quick else tuple(float(mm) for mm in asked.widths.split(","))
    print(
        f"{'case':<15} {'cm':>4} {'way':<11} {'parts':>5} {'first s':>8} {'first':>8} {'1 s':>8} "
        f"{'end':>8} {'used':>5} {'least':>8} {'library':>8} {'ratio':>6}"
    )
    ratios = []
    for case in cases(widths, tuple(asked.ways.split(",")), names):
        rows = [
            timed(replace(case.problem, seed=s), asked.seconds, (0.0, 1.0))
            for s in range(1, asked.seeds + 1)
        ]
        firsts = [
            timed(replace(case.problem, effort=6, workers=1, seed=s), 9.0, (9.0,))[2].length_mm
            for s in (1,)
        ]
        end = statistics.median(solution.length_mm for _, _, solution in rows)
        one_s = statistics.median(at[1] for _, at, _ in rows)
        theirs = None
        if case.way == "open" and not asked.no_library:
            found = [library_mm(case, asked.seconds, s) for s in range(1, asked.seeds + 1)]
            theirs = (
                None if None in found else statistics.median(mm for mm in found if mm is not None)
            )
        if theirs:
            ratios.append(end / theirs)
        area = sum(item.area_mm2 for item in case.problem.items)
        height = max(
            c.high_mm + bounds(c.outline).max_y for i in case.problem.items for c in i.candidates
        )
        first_s = statistics.median(first for first, _, _ in rows)
        print(
            f"{case.name:<15} {case.width_mm / 10:>4.0f} {case.way:<11} "
            f"{len(case.problem.items):>5} {first_s:>8.3f} {firsts[0]:>8.1f} {one_s:>8.1f} "
            f"{end:>8.1f} {area / (height * end):>5.3f} {bound_mm(case):>8.1f} "
            f"{theirs or 0:>8.1f} {end / theirs if theirs else 0:>6.3f}",
            flush=True,
        )
    if ratios:
        print(
            f"ours / library on open cloth: median {statistics.median(ratios):.3f}, worst "
            f"{max(ratios):.3f}"
        )
    peak = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    print(f"peak memory {peak:.0f} MB; {perf_counter() - started:.0f} s in all")


if __name__ == "__main__":
    main()
