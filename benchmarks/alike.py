"""Whether garments come out as they did: every style in three sizes, with each answer of each
question, before and after a change of the code.

``python -m benchmarks.alike keep FILE`` writes down what is drafted now, as digests;
``python -m benchmarks.alike compare FILE`` drafts all again and names what has become another.
Looked at are net and cut lines, marks and cuts, figures, points, seams, checks, notions, the
joining card with its bundles, labels, how it hangs, and the sketch; each by itself, so that it is
seen which of them has changed. Of a style of many questions random answers are tried together too.
What the program stumbles over is kept as such, and named. ``--sizes`` and ``--styles`` make it
shorter.
"""

from __future__ import annotations

import argparse
import hashlib
import json
from collections import Counter
from collections.abc import Callable, Iterable, Iterator, Mapping
from concurrent.futures import ProcessPoolExecutor
from dataclasses import replace
from itertools import chain
from pathlib import Path

import numpy as np

from wickel.body import CHARTS
from wickel.cutting.cautions import is_flared, is_stiffened, is_trailing
from wickel.cutting.joining import bundles, joins
from wickel.cutting.labels import joints
from wickel.draft import (
    STYLES,
    ChoiceOption,
    DraftRefused,
    Options,
    Style,
    full_options,
    notions,
    tape_checks,
)
from wickel.drawing.sketch import Sketch, sketch
from wickel.geometry import Outline, flatten
from wickel.job import DraftedGarment, Garment, Job, JobRefused, drafted
from wickel.pattern import Piece, cut_line, net_line
from wickel.studio import shelf_cloth

Digests = dict[str, str]
FAULT = "stumbled:"
TOGETHER, TOGETHER_OF = 150, 8
"""How many random answers are tried together of a style of more questions than that."""


def answers(style: Style) -> Iterator[Options]:
    """What is usual, and every other answer of each question by itself."""
    yield {}
    for option in style.options:
        if isinstance(option, ChoiceOption):
            others = [answer for answer in option.choices if answer != option.default]
        else:
            others = sorted({option.least, option.most} - {option.default})
        yield from ({option.id: answer} for answer in others)
    choices = [option for option in style.options if isinstance(option, ChoiceOption)]
    luck = np.random.default_rng(1)
    for _ in range(TOGETHER if len(choices) > TOGETHER_OF else 0):
        asked = luck.choice(len(choices), 3, replace=False)
        yield {choices[k].id: str(luck.choice(list(choices[k].choices))) for k in asked}


def kept(style: str, size: str, options: Options) -> Digests:
    """What comes out of a style, a size and some answers, each part of it as a digest."""
    chart = next(chart for chart in CHARTS.values() if size in chart.sizes)
    body = chart.body(size)
    cloth = "moss-linen"
    materials = dict.fromkeys(("interfacing", "lining", "contrast"), "main")
    garment = Garment(
        id="g", style=style, body=body, options=options, cloths={"main": "main", **materials}
    )
    job = Job(cloths=(replace(shelf_cloth(cloth), id="main"),), garments=(garment,))
    try:
        done = drafted(garment, job)
        return {kind: _looked(look) for kind, look in _looked_at(done, options).items()}
    except (DraftRefused, JobRefused) as reason:
        return {"refused": _digest(str(reason))}


def _looked_at(done: DraftedGarment, options: Options) -> Mapping[str, Callable[[], object]]:
    pattern, body = done.pattern, done.garment.body
    style = STYLES[done.garment.style]
    full = full_options(style, options)
    return {
        "outlines": lambda: [
            (p.id, _near(net_line(p)), _near(cut_line(p))) for p in pattern.pieces
        ],
        "marks": lambda: [_marks(piece) for piece in pattern.pieces],
        "figures": lambda: [(figure.id, round(figure.value, 6)) for figure in pattern.figures],
        "seams": lambda: [(seam.name, seam.one, seam.other) for seam in pattern.seams],
        "checks": lambda: list(map(str, tape_checks(style, pattern, body, options))),
        "notions": lambda: list(map(str, notions(style.id, pattern, body, full))),
        "joining": lambda: list(map(str, joins(done))),
        "bundles": lambda: list(map(str, bundles(done))),
        "labels": lambda: [joints(piece, pattern) for piece in pattern.pieces],
        "hangs": lambda: (is_stiffened(done), is_trailing(done), is_flared(done)),
        "sketch": lambda: _strokes(sketch(pattern)),
    }


def _outlines(piece: Piece) -> object:
    return piece.id, _near(net_line(piece)), _near(cut_line(piece))


def _marks(piece: Piece) -> object:
    return (
        *(piece.id, piece.name, str(piece.cuts)),
        [(notch.name, notch.edge, round(notch.at_mm, 5)) for notch in piece.notches],
        [(mark.name, _near(flatten(mark.path))) for mark in piece.inner_lines],
        [(own.name, _near([(own.down_mm, own.across_mm)])) for own in piece.points],
        [(edge.name, edge.kind, edge.allowance_mm) for edge in piece.edges],
    )


def _strokes(drawn: Sketch | None) -> object:
    both = () if drawn is None else (*drawn.front, *drawn.back)
    return [(stroke.ink, stroke.closed, _near(stroke.points)) for stroke in both]


def _looked(look: Callable[[], object]) -> str:
    try:
        return _digest(look())
    except Exception as fault:  # noqa: BLE001 - whatever it is, it is told
        return f"{FAULT} {fault!r}"


def _near(points: Outline) -> list[tuple[float, float]]:
    return [(round(x, 5) + 0.0, round(y, 5) + 0.0) for x, y in points]


def _digest(value: object) -> str:
    return hashlib.blake2b(str(value).encode(), digest_size=8).hexdigest()


def cases(styles: Iterable[str], sizes: int) -> Iterator[tuple[str, str, Options]]:
    """Every style in so many sizes of its first chart, the smallest and the largest among them."""
    for style in styles:
        chart = list(CHARTS[STYLES[style].charts[0]].sizes)
        at = {round(k * (len(chart) - 1) / max(1, sizes - 1)) for k in range(sizes)}
        for options in answers(STYLES[style]):
            yield from ((style, chart[k], options) for k in sorted(at))


def _made(case: tuple[str, str, Options]) -> tuple[str, Digests]:
    style, size, options = case
    said = ",".join(f"{id}={value}" for id, value in options.items())
    return f"{style} {size} {said}".strip(), kept(*case)


def main() -> None:
    parser = argparse.ArgumentParser()
    parser.add_argument("what", choices=("keep", "compare"))
    parser.add_argument("file", type=Path)
    parser.add_argument("--styles", default=",".join(STYLES))
    parser.add_argument("--sizes", type=int, default=3)
    asked = parser.parse_args()
    with ProcessPoolExecutor(2) as pool:
        now = dict(pool.map(_made, cases(asked.styles.split(","), asked.sizes), chunksize=8))
    for key, own in now.items():
        for kind, digest in own.items():
            if digest.startswith(FAULT):
                print(f"{kind} of {key}: {digest}")
    if asked.what == "keep":
        asked.file.write_text(json.dumps(now))
        print(f"{len(now)} drafts kept, {sum('refused' in own for own in now.values())} refused")
        return
    before: dict[str, Digests] = json.loads(asked.file.read_text())
    other = Counter()
    for key in now:
        kinds = set(chain(now[key], before.get(key, ())))
        for kind in sorted(kinds):
            if now[key].get(kind) != before.get(key, {}).get(kind):
                other[kind] += 1
                if other[kind] <= 5:
                    print(f"another {kind}: {key}")
    print(f"{len(now)} drafts compared, {sum(other.values())} parts of them another: {dict(other)}")


if __name__ == "__main__":
    main()
