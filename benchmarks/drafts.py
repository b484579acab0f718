"""Drafts: the time for each style and for a formula typed, and a sweep of all sizes × options.

Run with  .venv/bin/python -m benchmarks.drafts [all]
"""

from __future__ import annotations

import statistics
import sys
from collections.abc import Callable
from dataclasses import replace
from time import perf_counter

from wickel.body import CHARTS, Body
from wickel.draft import STYLES, Allowances, ChoiceOption, DraftRefused, Style, draft, tape_checks
from wickel.draft.own import own_from_pattern, style_of
from wickel.geometry import simple_outline
from wickel.pattern import cut_line


def _median_ms(act: Callable[[], object], times: int = 7) -> float:
    took = []
    for _ in range(times):
        started = perf_counter()
        act()
        took.append(perf_counter() - started)
    return 1000 * statistics.median(took)


def _middle(style: Style) -> Body:
    chart = CHARTS[style.charts[0]]
    sizes = list(chart.sizes)
    return chart.body(sizes[len(sizes) // 2])


def times() -> None:
    """A row a style: pieces, draft alone, draft with checks and cut lines, each as a multiple of
    the box dress."""
    yard = _median_ms(
        lambda: draft(STYLES["box-dress"], _middle(STYLES["box-dress"]), {}, Allowances())
    )
    print(
        f"{'style':<20} {'pieces':>6} {'draft ms':>9} {'× box dress':>11} {'with cut lines ms':>18}"
    )
    for style in STYLES.values():
        body = _middle(style)

        def whole(style: Style = style, body: Body = body) -> None:
            pattern = draft(style, body, {}, Allowances())
            tape_checks(style, pattern, body, {})
            cut_line.cache_clear()
            for piece in pattern.pieces:
                cut_line(piece)

        pieces = len(draft(style, body, {}, Allowances()).pieces)
        alone = _median_ms(lambda style=style, body=body: draft(style, body, {}, Allowances()))
        print(
            f"{style.id:<20} {pieces:>6} {alone:>9.1f} {alone / yard:>11.1f} "
            f"{_median_ms(whole):>18.1f}"
        )


def formulas() -> None:
    """One formula of the largest rewritten style changed: what is done at each key before it is
    drawn."""
    style = max(STYLES.values(), key=lambda s: len(draft(s, _middle(s), {}, Allowances()).pieces))
    body = _middle(style)
    own = own_from_pattern("own-bench", "Bench", draft(style, body, {}, Allowances()))
    rows = sum(len(piece.points) for piece in own.pieces)
    typed = iter(range(10**6))

    def key() -> None:
        first = own.pieces[0]
        points = (replace(first.points[0], across=f"{next(typed) % 7 + 1} mm"), *first.points[1:])
        made = replace(own, pieces=(replace(first, points=points), *own.pieces[1:]))
        draft(style_of(made), body, {}, Allowances())

    print(
        f"a formula typed in {style.id} ({len(own.pieces)} pieces, {rows} points): "
        f"{_median_ms(key):.1f} ms"
    )


def sweep() -> None:
    """Every size of every chart × every choice of every option × every length at its bounds, one at
    a time."""
    started, made, refused, unheld = perf_counter(), 0, 0, 0
    for style in STYLES.values():
        for chart in style.charts:
            for size in CHARTS[chart].sizes:
                body = CHARTS[chart].body(size)
                for option in style.options:
                    values = (
                        list(option.choices)
                        if isinstance(option, ChoiceOption)
                        else [option.least, option.most]
                    )
                    for value in values:
                        options = {option.id: value}
                        try:
                            pattern = draft(style, body, options, Allowances())
                        except DraftRefused:
                            refused += 1
                            continue
                        made += 1
                        for piece in pattern.pieces:
                            simple_outline(cut_line(piece))
                        checks = tape_checks(style, pattern, body, options)
                        broken = [
                            c.name for c in checks if not c.held and not c.name.startswith("Over")
                        ]
                        unheld += bool(broken)
                        if broken:
                            print(f"  {style.id} {size} {options}: {', '.join(broken)}")
    print(
        f"{made} drafted, {refused} refused, {unheld} with a check that does not hold; "
        f"{perf_counter() - started:.0f} s"
    )


if __name__ == "__main__":
    times()
    formulas()
    if "all" in sys.argv[1:]:
        sweep()
