"""The ways compared in a short time, against a long search of each way alone.

Run with  .venv/bin/python -m benchmarks.ways [--seconds 10] [--alone 60] [--garment "wrap dress"]
[--widths 1400]. A row a way: its length as compared, alone, the ratio, and the bound it was set
aside by. Two workers each.
"""

from __future__ import annotations

import argparse
from time import perf_counter

from benchmarks.nesting import GARMENTS, pieces_of
from wickel.cloth import Cloth, Print
from wickel.job import alone_ways
from wickel.lay import LayRefused, LayReport, Search, Stopped, lay_ways, make_lay
from wickel.lay.nest import warm_up

_ENDLESS = 10**7


def clock(seconds: float) -> LayReport:
    """A report that ends a search after so many seconds, once there is a lay."""
    started = perf_counter()

    def report(_: float, best: object) -> None:
        if perf_counter() - started > seconds and best is not None:
            raise Stopped

    return report


def main() -> None:
    parser = argparse.ArgumentParser()
    parser.add_argument("--seconds", type=float, default=10.0)
    parser.add_argument("--alone", type=float, default=60.0)
    parser.add_argument("--garment", default="wrap dress")
    parser.add_argument("--widths", default="1400")
    asked = parser.parse_args()
    warm_up()
    for width in (float(mm) for mm in asked.widths.split(",")):
        cloth = Cloth(id="main", usable_width_mm=width, print=Print.TWO_WAY)
        pieces = pieces_of(GARMENTS[asked.garment], cloth)
        started = perf_counter()
        found = lay_ways(
            pieces,
            cloth,
            alone_ways(),
            report=clock(asked.seconds),
            search=Search(effort=_ENDLESS, workers=2),
        )
        took = perf_counter() - started
        print(
            f"{asked.garment} on {width / 10:g} cm, compared in {took:.1f} s, each alone in "
            f"{asked.alone:g} s"
        )
        print(f"{'way':<20} {'compared':>9} {'alone':>9} {'ratio':>6} {'bound':>9}")
        laid = sorted(
            (own for own in found if own.lay is not None), key=lambda own: own.lay.lay_length_mm
        )
        for own in laid:
            assert own.lay is not None
            compared = own.lay.lay_length_mm
            if own.set_aside:
                print(
                    f"{own.way:<20} {compared:>9.1f} {'':>9} {'':>6} {own.least_mm:>9.1f}",
                    flush=True,
                )
                continue
            try:
                alone = make_lay(
                    pieces,
                    cloth,
                    own.way,
                    report=clock(asked.alone),
                    search=Search(effort=_ENDLESS, workers=2),
                ).lay_length_mm
            except LayRefused:
                continue
            print(
                f"{own.way:<20} {compared:>9.1f} {alone:>9.1f} {compared / alone:>6.3f}", flush=True
            )


if __name__ == "__main__":
    main()
