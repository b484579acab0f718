"""Every style in every size on a plain, a one-way and a checked cloth, in every way of spreading.

Run with  .venv/bin/python -m benchmarks.every_style [--effort 1] [--styles jacket,coat].
A row a style and cloth: how many of its sizes have two ways or more without a broken rule, and of
the others the first that was refused, with why. Sizes whose pieces are wider than the cloth are
refused before they are laid.
"""

from __future__ import annotations

import argparse
from concurrent.futures import ProcessPoolExecutor
from dataclasses import replace

from wickel.body import CHARTS, size_body
from wickel.draft import STYLES, DraftRefused
from wickel.job import Garment, Job, JobRefused, alone_ways, cut_pieces
from wickel.lay import LayRefused, Search, make_lay
from wickel.studio import shelf_cloth

CLOTHS = ("moss-linen", "barge-cord", "lee-check")


def ways_held(style: str, size: str, cloth_id: str, effort: int) -> tuple[int, str]:
    """In how many ways a garment can be laid without a broken rule, and what was said of the
    others."""
    cloth = replace(shelf_cloth(cloth_id), id="main")
    materials = dict.fromkeys(("interfacing", "lining", "contrast"), "main")
    garment = Garment(id="d", style=style, body=size_body(size), cloths=materials)
    try:
        pieces = cut_pieces(Job(cloths=(cloth,), garments=(garment,)))
    except (JobRefused, DraftRefused) as reason:
        return 0, str(reason)
    held, said = 0, ""
    for way in alone_ways():
        try:
            lay = make_lay(pieces, cloth, way, search=Search(effort=effort))
        except LayRefused as reason:
            said = said or str(reason)
            continue
        held += lay.complete
        said = said or ("" if lay.complete else lay.broken[0].text)
    return held, said


def main() -> None:
    parser = argparse.ArgumentParser()
    parser.add_argument("--effort", type=int, default=1)
    parser.add_argument("--styles", default=",".join(STYLES))
    asked = parser.parse_args()
    with ProcessPoolExecutor(2) as pool:
        for style in asked.styles.split(","):
            charts = [CHARTS[id] for id in STYLES[style].charts if id in CHARTS] or list(
                CHARTS.values()
            )
            sizes = list(dict.fromkeys(size for chart in charts for size in chart.sizes))
            for cloth in CLOTHS:
                n = len(sizes)
                found = list(
                    pool.map(ways_held, [style] * n, sizes, [cloth] * n, [asked.effort] * n)
                )
                well = sum(held >= 2 for held, _ in found)
                why = next(
                    (
                        f"{size}: {said}"
                        for size, (held, said) in zip(sizes, found, strict=True)
                        if held < 2
                    ),
                    "",
                )
                print(f"{style:<20} {cloth:<11} {well:>3} of {n}  {why}", flush=True)


if __name__ == "__main__":
    main()
