"""Commands that say how much to buy: the yardage table, the buying list, what comes out of a
bolt."""

from __future__ import annotations

import json
import sys
from collections.abc import Iterator, Sequence
from concurrent.futures import ProcessPoolExecutor
from functools import partial
from pathlib import Path
from typing import Annotated, Any

import typer

from wickel.body import Body
from wickel.cli.common import (
    REFUSED,
    UNUSABLE,
    AsJson,
    JobPath,
    apart,
    app,
    fail,
    open_job,
    read_job_or_fail,
    ready_to_lay,
    write_file,
)
from wickel.cli.studio import opened_studio
from wickel.cloth import Cloth
from wickel.draft import DraftRefused
from wickel.files import csv_text
from wickel.job import (
    BOLT_EFFORT,
    BUY_EFFORT,
    CELL_EFFORT,
    HEADS,
    BuyingList,
    Cell,
    ClothLine,
    Job,
    JobRefused,
    bodies_for,
    buying_list,
    cost_words,
    fit_of,
    jumps,
    out_of_bolt,
    row_of,
    shopping_rows,
)
from wickel.lay import Search
from wickel.typed import UnreadableLength, parsed_length
from wickel.units import Unit, shown_cloth_length, shown_length, shown_short
from wickel.yardage import shown_buy


@app.command()
def yardage(
    job_path: JobPath,
    sizes: Annotated[
        str, typer.Option(help="Sizes, with commas between them. Default: all of the chart.")
    ] = "",
    widths: Annotated[
        str, typer.Option(help="Usable widths in cm, with commas between them.")
    ] = "110,114,140,150",
    cloth: Annotated[
        str, typer.Option(help="The cloth, by its id. Default: the job's first.")
    ] = "",
    csv: Annotated[Path | None, typer.Option(help="Write the table with a line a cell.")] = None,
    at_hand: Annotated[
        str, typer.Option(help="A length at hand, like '2 yd': say which sizes fit on it.")
    ] = "",
    effort: Annotated[
        int, typer.Option(min=1, max=1_000_000, help="Steps of the search for a cell.")
    ] = CELL_EFFORT,
    as_json: AsJson = False,
) -> None:
    """How much to buy for every size on every width; each figure is a real lay."""
    apart((job_path,), [] if csv is None else [csv])
    job, _ = open_job(job_path)
    ready_to_lay()
    asked, own = _asked(job, sizes, cloth)
    try:
        wide = sorted(parsed_length(text, Unit.CM) for text in widths.split(","))
        have = parsed_length(at_hand, job.unit) if at_hand else None
    except UnreadableLength as reason:
        fail(reason, UNUSABLE)
    fill = partial(row_of, job, own.id, widths_mm=wide, search=Search(effort=effort))
    cells: list[Cell] = []
    with (
        ProcessPoolExecutor(min(2, len(asked))) as pool,
        typer.progressbar(length=len(asked), label="sizes laid", file=sys.stderr) as bar,
    ):
        for row in pool.map(fill, *zip(*asked, strict=True)):
            cells += row
            bar.update(1)
    lines = [_cell_record(cell, own, have) for cell in cells]
    if csv is not None:
        write_file(csv, csv_text(_csv_rows(lines)))
    if as_json:
        print(json.dumps({"cloth": own.id, "cells": lines}))
        return
    _print_table(cells, [size for size, _ in asked], wide, own, job.unit)
    if have is not None:
        for cell in cells:
            print(
                f"{cell.size}, {shown_length(cell.width_mm, job.unit)}: "
                f"{_fit_words(cell, own, have, job.unit)}"
            )


def _asked(job: Job, sizes: str, cloth: str) -> tuple[list[tuple[str, Body]], Cloth]:
    """The sizes that were named with their bodies, all without any, and the cloth; ends where there
    is none such."""
    try:
        bodies = bodies_for(job)
        own = job.cloth(cloth or job.cloths[0].id)
    except JobRefused as reason:
        fail(reason, UNUSABLE)
    except KeyError:
        fail(
            f"The job has no cloth “{cloth}”: there are {', '.join(c.id for c in job.cloths)}.",
            UNUSABLE,
        )
    names = [name.strip() for name in sizes.split(",") if name.strip()] or list(bodies)
    unknown = [name for name in names if name not in bodies]
    if unknown:
        fail(f"There is no size “{unknown[0]}”: there are {', '.join(bodies)}.", UNUSABLE)
    return [(name, bodies[name]) for name in names], own


def _fit_words(cell: Cell, cloth: Cloth, have: float, unit: Unit) -> str:
    """Whether a cell's garment comes out of a length at hand, in words."""
    fit = fit_of(cell, cloth, have)
    if fit.ways:
        return f"fits on {shown_cloth_length(have, unit)}: {', '.join(fit.ways)}"
    return "cannot be laid" if fit.short_mm is None else f"{shown_short(fit.short_mm, unit)} short"


def _cell_record(cell: Cell, cloth: Cloth, have: float | None = None) -> dict[str, Any]:
    best, needed = cell.best, cell.need(cloth)
    record: dict[str, Any] = {"size": cell.size, "usable_width_mm": cell.width_mm}
    if best is None or needed is None:
        return record | {"refusal": str(cell.refusal)}
    if have is not None:
        fit = fit_of(cell, cloth, have)
        record |= {"fits": list(fit.ways), "short_mm": fit.short_mm}
    return record | {
        "way": best.way,
        "lay_length_mm": best.length_mm,
        "need_mm": needed.need_mm,
        "buy_mm": needed.buy_mm,
        **({} if needed.lengths is None else {"lengths": needed.lengths}),
        **({} if needed.matching_mm is None else {"of_which_matching_mm": needed.matching_mm}),
        "at_least": needed.at_least,
        "used_share": best.used_share,
        "minutes": best.labour.minutes(),
        "ways": {way.way: way.length_mm for way in cell.ways if way.length_mm is not None},
    }


_CSV = (
    "size",
    "usable_width_mm",
    "way",
    "lay_length_mm",
    "need_mm",
    "buy_mm",
    "at_least",
    "used_share",
    "refusal",
)


def _csv_rows(lines: list[dict[str, Any]]) -> Iterator[tuple[object, ...]]:
    yield _CSV
    for line in lines:
        values = (line.get(name, "") for name in _CSV)
        yield tuple(
            f"{value:.1f}" if isinstance(value, float) and value > 1 else value for value in values
        )


def _print_table(
    cells: list[Cell], sizes: list[str], widths: list[float], cloth: Cloth, unit: Unit
) -> None:
    by = {(cell.size, cell.width_mm): cell for cell in cells}
    first = max(len(size) for size in sizes) + 2
    print(" " * first + "".join(f"{shown_length(mm, unit):>24}" for mm in widths))
    for size in sizes:
        row = f"{size:<{first}}"
        for mm in widths:
            best, needed = by[size, mm].best, by[size, mm].need(cloth)
            if best is None or needed is None:
                row += f"{'–':>24}"
                continue
            length = shown_buy(needed, cloth, unit).replace("at least", "≥")
            row += f"{length + ' ' + best.way:>24}"
        print(row)
    for cell in cells:
        if cell.best is None:
            print(f"{cell.size}, {shown_length(cell.width_mm, unit)}: {cell.refusal}")
    for jump in jumps(cells, sizes):
        print(jump.sentence(unit))


@app.command()
def buy(
    job_paths: Annotated[
        list[Path], typer.Argument(metavar="JOB…", help="One job file or several.")
    ],
    csv: Annotated[
        Path | None, typer.Option(help="Write the list with a line for everything.")
    ] = None,
    pdf: Annotated[Path | None, typer.Option(help="Write the list on paper.")] = None,
    effort: Annotated[
        int, typer.Option(min=1, max=1_000_000, help="Steps of the search for a cloth.")
    ] = BUY_EFFORT,
    workers: Annotated[int, typer.Option(min=1, max=16, help="Searches side by side.")] = 1,
    studio: Annotated[
        Path | None, typer.Option(help="The studio's folder: what is reserved there is not bought.")
    ] = None,
    as_json: AsJson = False,
) -> None:
    """Everything to buy for one job or several, which are laid together where they share a
    cloth."""
    apart(job_paths, [path for path in (csv, pdf) if path is not None])
    jobs = [read_job_or_fail(path) for path in job_paths]
    shelf = () if studio is None else opened_studio(studio)[1].shelf.all()
    ready_to_lay()

    def tell(line: ClothLine) -> None:
        print(f"laid: {line.cloth.shown_name}", file=sys.stderr)

    try:
        found = buying_list(
            jobs, shelf=shelf, found=tell, search=Search(effort=effort, workers=workers)
        )
    except (JobRefused, DraftRefused) as reason:
        fail(reason, UNUSABLE)
    words = [row.words for row in shopping_rows(found, jobs[0].unit)]
    if csv is not None:
        write_file(csv, csv_text([HEADS, *words]))
    if pdf is not None:
        from wickel.files.papers.table import (
            buying_pdf,
        )  # ReportLab takes long to load and few runs need it

        names = ", ".join(job.name or path.name for job, path in zip(jobs, job_paths, strict=True))
        write_file(pdf, buying_pdf(names, found, jobs[0].unit))
    if as_json:
        print(json.dumps(_buying_record(found, words)))
    else:
        for row in words:
            print("  ".join(text for text in row if text))
        print(cost_words(found))
    refused = next((line for line in found.cloths if line.refusal), None)
    if refused is not None:
        fail(refused.refusal, REFUSED)


def _buying_record(found: BuyingList, words: Sequence[Sequence[str]]) -> dict[str, Any]:
    """A buying list as JSON: what is needed of each cloth, the notions as lines of words."""
    small = [dict(zip(HEADS, row, strict=True)) for row in words[len(found.cloths) :]]
    cloths = [_cloth_line_record(line) for line in found.cloths]
    return {"cloths": cloths, "small": small, "cost": found.cost}


def _cloth_line_record(line: ClothLine) -> dict[str, Any]:
    record: dict[str, Any] = {
        "cloth": line.cloth.shown_name,
        "usable_width_mm": line.cloth.usable_width_mm,
        "jobs": list(line.jobs),
    }
    if line.need is None:
        return record | {"refusal": str(line.refusal)}
    return record | {
        "lay_lengths_mm": [lay.lay_length_mm for lay in line.lays],
        "ways": [lay.way for lay in line.lays],
        "need_mm": line.need.need_mm,
        "buy_mm": line.need.buy_mm,
        "at_least": line.need.at_least,
        "apart_mm": line.apart_mm,
        "saved_mm": line.saved_mm,
        "cost": line.need.cost,
        "have_mm": None if line.need.stock is None else line.need.stock.have_mm,
        "reserved_mm": 0.0 if line.need.stock is None else line.need.stock.reserved_mm,
    }


@app.command()
def bolt(
    job_path: JobPath,
    length: Annotated[
        str, typer.Argument(metavar="LENGTH", help="The length of the bolt, like 8m or '10 yd'.")
    ],
    sizes: Annotated[
        str, typer.Option(help="Sizes wanted, with commas; one may stand several times.")
    ] = "",
    cloth: Annotated[
        str, typer.Option(help="The cloth, by its id. Default: the job's first.")
    ] = "",
    effort: Annotated[
        int, typer.Option(min=1, max=1_000_000, help="Steps of the search for a lay.")
    ] = BOLT_EFFORT,
    as_json: AsJson = False,
) -> None:
    """How many garments of the asked sizes come out of a bolt, laid together."""
    job, _ = open_job(job_path)
    ready_to_lay()
    asked, own = _asked(job, sizes, cloth)
    try:
        mm = parsed_length(length, job.unit)
        found = out_of_bolt(job, own.id, asked, mm, search=Search(effort=effort))
    except (JobRefused, DraftRefused, UnreadableLength) as reason:
        fail(reason, UNUSABLE)
    if as_json:
        print(
            json.dumps(
                {
                    "bolt_mm": mm,
                    "sizes": list(found.sizes),
                    "left_out": list(found.left_out),
                    "left_mm": found.left_mm,
                    "way": None if found.lay is None else found.lay.way,
                }
            )
        )
        return
    print(
        f"{len(found.sizes)} of {len(asked)} come out of {shown_cloth_length(mm, job.unit)} of "
        f"{own.shown_name}."
    )
    if found.lay is not None:
        left = shown_cloth_length(found.left_mm, job.unit)
        print(f"{', '.join(found.sizes)}, laid {found.lay.way.name.lower()}; {left} is left.")
    if found.left_out:
        print(f"Not found to fit: {', '.join(found.left_out)}.")
