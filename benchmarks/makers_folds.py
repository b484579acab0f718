"""What the makers' folds bring: the shortest lay with and without them, how long the first answer
and all ways take, and what front and back together save.

Run with  .venv/bin/python -m benchmarks.makers_folds [--effort 400]. A row a garment and width: the
seconds to the first lay and to all ways, the shortest way with its length, and beside it the ratio
to the shortest without the ways of four plies and two depths; then, in the ways of four plies, the
ratio of the lay with pieces together to the same with every piece in a place of its own.
"""

from __future__ import annotations

import argparse
from dataclasses import replace
from time import perf_counter

from wickel.cloth import Cloth
from wickel.job import alone_ways, cut_pieces
from wickel.lay import CutPiece, LayRefused, Place, Search, lay_ways, make_lay, shortest
from wickel.lay.nest import warm_up
from wickel.studio import new_order

STYLES = ("box-dress", "knit-top", "maxi-dress", "gathered-skirt", "open-robe", "trousers")
WIDTHS_MM = (1500.0, 1850.0)
NEW_WAYS = ("two-folds", "lengthwise-twice", "crosswise-twice")
FOUR_PLIES = ("lengthwise-twice", "four")


def length_mm(pieces: tuple[CutPiece, ...], cloth: Cloth, way: str, search: Search) -> float | None:
    """The length in one way; None where it cannot be."""
    try:
        lay = make_lay(pieces, cloth, way, search=search)
    except LayRefused:
        return None
    return lay.lay_length_mm if lay.complete else None


def main() -> None:
    parser = argparse.ArgumentParser()
    parser.add_argument("--effort", type=int, default=400)
    search = Search(effort=parser.parse_args().effort, workers=2)
    warm_up()
    print(f"{'garment':<16}{'width':>6}{'first s':>9}{'all s':>7}  {'shortest way':<18}"
          f"{'length':>8}{'ratio':>7}  together/apart")  # fmt: skip
    for style in STYLES:
        job = new_order(style)
        for width in WIDTHS_MM:
            cloth = replace(job.cloths[0], usable_width_mm=width, full_width_mm=None)
            pieces = cut_pieces(job)
            began = perf_counter()
            make_lay(pieces, cloth, "open", search=replace(search, effort=1))
            first = perf_counter() - began
            began = perf_counter()
            found = lay_ways(pieces, cloth, alone_ways(), search=search)
            took = perf_counter() - began
            best, without = shortest(found), shortest(f for f in found if f.way not in NEW_WAYS)
            alone = tuple(replace(piece, place=Place.ALONE) for piece in pieces)
            shares = []
            for way in FOUR_PLIES:
                both = length_mm(pieces, cloth, way, search), length_mm(alone, cloth, way, search)
                if both[0] is not None and both[1] is not None:
                    shares.append(f"{way} {both[0] / both[1]:.3f}")
            if best is not None and without is not None:
                long = best.lay_length_mm
                print(
                    f"{style:<16}{width / 10:>6.0f}{first:>9.2f}{took:>7.2f}  {best.way:<18}"
                    f"{long:>8.0f}{long / without.lay_length_mm:>7.3f}  {', '.join(shares)}",
                    flush=True,
                )


if __name__ == "__main__":
    main()
