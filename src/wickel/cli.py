"""The same work without a window: draft, check, lay, and lists of what there is to choose from.

Results go to standard output, refusals as one sentence to standard error, with the exit codes of
FORMATS §7: 0 done, 1 cannot be laid as asked or breaks a rule, 2 input that cannot be used.
"""

from __future__ import annotations

import json
import sys
from collections.abc import Callable, Iterator
from concurrent.futures import ProcessPoolExecutor
from functools import partial
from pathlib import Path
from time import perf_counter
from typing import Annotated, Any, NoReturn

import typer

from wickel import __version__
from wickel.body import SIZES, size_body
from wickel.cloth import WAYS, BadWay, Cloth, planned, way_name
from wickel.draft import STYLES, DraftRefused, LengthOption, TapeCheck
from wickel.files import (
    UnreadableFile,
    csv_text,
    dumped,
    job_record,
    lay_drawing,
    lay_record,
    piece_drawing,
    read_job,
    save_lays,
    saved,
    svg_text,
)
from wickel.job import (
    BEST,
    CELL_EFFORT,
    Cell,
    Job,
    JobRefused,
    bodies_for,
    cut_pieces,
    drafted,
    jumps,
    lay_job,
    row_of,
)
from wickel.lay import DEFAULT_EFFORT, CutPiece, Lay, LayRefused, LayReport, Level, Stopped
from wickel.units import Unit, UnreadableLength, parsed_length, shown_cloth_length, shown_length
from wickel.yardage import need, shown_buy

app = typer.Typer(
    name="wickel",
    help="From body measurements to a cut plan and an exact length of cloth.",
    no_args_is_help=False,
    add_completion=False,
    pretty_exceptions_enable=False,
    rich_markup_mode=None,
)

REFUSED, UNUSABLE = 1, 2
MOST_SECONDS, ENDLESS = 30.0, 10_000_000
"""How long a search of the usual effort may take at most, and the steps of one that only its time ends."""

JobPath = Annotated[Path, typer.Argument(metavar="JOB", help="A job file, *.wickel.json.")]
AsJson = Annotated[bool, typer.Option("--json", help="Print the result as JSON.")]


def _fail(sentence: object, code: int) -> NoReturn:
    print(f"wickel: {sentence}", file=sys.stderr)
    raise typer.Exit(code)


def _opened(path: Path) -> tuple[Job, tuple[CutPiece, ...]]:
    try:
        job = read_job(path)
        return job, cut_pieces(job)
    except (UnreadableFile, JobRefused, DraftRefused) as reason:
        _fail(reason, UNUSABLE)


def _written(path: Path, content: str | bytes) -> None:
    try:
        saved(path, content)
    except OSError as reason:
        _fail(f"{path.name} cannot be written: {reason.strerror}.", REFUSED)


@app.command()
def draft(
    job_path: JobPath,
    out: Annotated[Path, typer.Option("-o", "--out", help="Folder for the pieces.")],
    as_json: AsJson = False,
) -> None:
    """Draft the pieces of a job: one SVG a piece at 1:1, and all as plain outlines in a job file."""
    job, pieces = _opened(job_path)
    written = []
    for garment in job.garments:
        for piece in drafted(garment).pattern.pieces:
            name = f"{garment.id}-{piece.id}.svg"
            _written(out / name, svg_text(piece_drawing(piece), f"{job.name} · {piece.name}"))
            written.append(name)
    plain = dumped(job_record(Job(name=job.name, unit=job.unit, cloths=job.cloths, pieces=pieces))) + "\n"
    _written(out / "pieces.wickel.json", plain)
    written.append("pieces.wickel.json")
    print(json.dumps({"written": written}) if as_json else "\n".join(written))


@app.command()
def check(job_path: JobPath, as_json: AsJson = False) -> None:
    """Check a job: tape checks and rules of the lay. Exit 1 if one is broken."""
    job, pieces = _opened(job_path)
    checks = [c for garment in job.garments for c in drafted(garment).checks]
    try:
        lays = lay_job(job, pieces, fold=_fold(job.fold))
    except LayRefused as reason:
        _fail(reason, REFUSED)
    findings = [finding for lay in lays for finding in lay.findings]
    if as_json:
        print(
            json.dumps(
                {
                    "checks": [_check_record(c) for c in checks],
                    "findings": [
                        {"level": f.level.value, "code": f.code, "text": f.text, "way_out": f.way_out} for f in findings
                    ],
                }
            )
        )
    else:
        for c in checks:
            print(_check_line(c, job.unit))
        for finding in findings:
            print(f"{finding.level.value}: {finding.text} {finding.way_out}".rstrip())
    if not all(c.held for c in checks) or any(f.level is Level.BROKEN for f in findings):
        raise typer.Exit(REFUSED)


def _check_record(c: TapeCheck) -> dict[str, Any]:
    return {
        "name": c.name,
        "one": c.one,
        "one_mm": c.one_mm,
        "other": c.other,
        "other_mm": c.other_mm,
        "difference_mm": c.difference_mm,
        "held": c.held,
        "way_out": "" if c.held else c.way_out,
    }


def _check_line(c: TapeCheck, unit: Unit) -> str:
    line = (
        f"{'holds ' if c.held else 'BROKEN'}  {c.name}: {c.one} {shown_length(c.one_mm, unit)}, "
        f"{c.other} {shown_length(c.other_mm, unit)}, difference {shown_length(c.difference_mm, unit)}"
    )
    return line if c.held else f"{line}. {c.way_out}"


def _fold(fold: str) -> str:
    if fold != BEST:
        try:
            planned(fold)
        except BadWay as reason:
            _fail(f"{reason} Or {BEST}.", UNUSABLE)
    return fold


def _until(started: float, most_s: float) -> Callable[[float], LayReport]:
    """For each share of the time the report that ends a search when that is over."""

    def until(share: float) -> LayReport:
        def report(_progress: float, best: object) -> None:
            if best is not None and perf_counter() - started > most_s * share:
                raise Stopped

        return report

    return until


@app.command()
def lay(
    job_path: JobPath,
    out: Annotated[Path | None, typer.Option("-o", "--out", help="Lay file to write.")] = None,
    fold: Annotated[str, typer.Option(help="Way of spreading, or best. Default: the job's own.")] = "",
    seconds: Annotated[
        float | None, typer.Option(min=0.0, help="Search for so many seconds. Without it: the effort, 30 s at most.")
    ] = None,
    workers: Annotated[int, typer.Option(min=1, max=16, help="Searches side by side; 1 gives the same lay again.")] = 1,
    seed: Annotated[int, typer.Option(min=0, help="Seed of the search.")] = 1,
    effort: Annotated[
        int | None, typer.Option(min=1, max=10_000_000, help="Steps of the search; with --seconds without end.")
    ] = None,
    svg: Annotated[Path | None, typer.Option(help="Write the lay as SVG at 1:1.")] = None,
    pdf: Annotated[Path | None, typer.Option(help="Write the lay on one page.")] = None,
    as_json: AsJson = False,
) -> None:
    """Lay the pieces of a job on its cloths and say how much to buy."""
    job, pieces = _opened(job_path)
    way = _fold(fold or job.fold)
    most_s = MOST_SECONDS if seconds is None else seconds
    steps = effort or (DEFAULT_EFFORT if seconds is None else ENDLESS)
    until = _until(perf_counter(), most_s)
    try:
        lays = lay_job(job, pieces, fold=way, seed=seed, effort=steps, workers=workers, report_until=until)
    except LayRefused as reason:
        _fail(reason, REFUSED)
    broken = [f for one in lays for f in one.broken]
    if broken:
        _fail(f"{broken[0].text} {broken[0].way_out}".rstrip(), REFUSED)
    if out is not None:
        try:
            save_lays(lays, out)
        except OSError as reason:
            _fail(f"{out.name} cannot be written: {reason.strerror}.", REFUSED)
    for one in lays:
        _export(one, job, svg, pdf, several=len(lays) > 1)
    if as_json:
        print(json.dumps(lay_record(lays)))
        return
    for one in lays:
        print(_lay_line(one, job.unit))
        short = need(one).short_mm
        if short > 0:
            print(f"  the length at hand is {shown_length(short, job.unit)} too short")
        for finding in one.findings:
            print(f"  {finding.level.value}: {finding.text} {finding.way_out}".rstrip())


def _lay_line(one: Lay, unit: Unit) -> str:
    needed = need(one)
    return (
        f"{one.cloth.shown_name}, {way_name(one.way).lower()}: lay {shown_cloth_length(one.lay_length_mm, unit)}, "
        + ("" if needed.matching_mm is None else f"of which matching {shown_length(needed.matching_mm, unit)}, ")
        + f"needed {shown_cloth_length(needed.need_mm, unit)}, buy {shown_buy(needed, one.cloth, unit)}, "
        f"{one.used_share:.0%} used"
    )


def _export(one: Lay, job: Job, svg: Path | None, pdf: Path | None, *, several: bool) -> None:
    """Write SVG and PDF; with several cloths each gets the cloth's id before the ending."""

    def named(path: Path) -> Path:
        return path.with_stem(f"{path.stem}-{one.cloth.id}") if several else path

    title = job.name or "Lay"
    if svg is not None:
        _written(named(svg), svg_text(lay_drawing(one), f"{title} · {one.cloth.shown_name}"))
    if pdf is not None:
        from wickel.files.pdf import lay_pdf  # ReportLab takes long to load and few runs need it

        _written(named(pdf), lay_pdf(one, title, job.unit))


@app.command()
def yardage(
    job_path: JobPath,
    sizes: Annotated[str, typer.Option(help="Sizes, with commas between them. Default: all of the chart.")] = "",
    widths: Annotated[str, typer.Option(help="Usable widths in cm, with commas between them.")] = "110,114,140,150",
    cloth: Annotated[str, typer.Option(help="The cloth, by its id. Default: the job's first.")] = "",
    csv: Annotated[Path | None, typer.Option(help="Write the table with a line a cell.")] = None,
    effort: Annotated[int, typer.Option(min=1, max=1_000_000, help="Steps of the search for a cell.")] = CELL_EFFORT,
    as_json: AsJson = False,
) -> None:
    """How much to buy for every size on every width; each figure is a real lay."""
    job, _ = _opened(job_path)
    try:
        bodies = bodies_for(job)
        asked = [name.strip() for name in sizes.split(",") if name.strip()] or list(bodies)
        wide = sorted(parsed_length(text, Unit.CM) for text in widths.split(","))
        own = job.cloth(cloth or job.cloths[0].id)
    except (JobRefused, UnreadableLength) as reason:
        _fail(reason, UNUSABLE)
    except KeyError:
        _fail(f"The job has no cloth “{cloth}”: there are {', '.join(c.id for c in job.cloths)}.", UNUSABLE)
    unknown = [size for size in asked if size not in bodies]
    if unknown:
        _fail(f"There is no size “{unknown[0]}”: there are {', '.join(bodies)}.", UNUSABLE)
    fill = partial(row_of, job, own.id, widths_mm=wide, effort=effort)
    cells: list[Cell] = []
    with (
        ProcessPoolExecutor(min(2, len(asked))) as pool,
        typer.progressbar(length=len(asked), label="sizes laid", file=sys.stderr) as bar,
    ):
        for row in pool.map(fill, asked, [bodies[size] for size in asked]):
            cells += row
            bar.update(1)
    lines = [_cell_record(cell, own) for cell in cells]
    if csv is not None:
        _written(csv, csv_text(_csv_rows(lines)))
    if as_json:
        print(json.dumps({"cloth": own.id, "cells": lines}))
        return
    _print_table(cells, asked, wide, own, job.unit)


def _cell_record(cell: Cell, cloth: Cloth) -> dict[str, Any]:
    best, needed = cell.best, cell.need(cloth)
    record: dict[str, Any] = {"size": cell.size, "usable_width_mm": cell.width_mm}
    if best is None or needed is None:
        return record | {"refusal": cell.refusal}
    return record | {
        "way": best.way,
        "lay_length_mm": best.length_mm,
        "need_mm": needed.need_mm,
        "buy_mm": needed.buy_mm,
        **({} if needed.matching_mm is None else {"of_which_matching_mm": needed.matching_mm}),
        "at_least": needed.at_least,
        "used_share": best.used_share,
        "minutes": best.minutes,
        "ways": {own.way: own.length_mm for own in cell.ways if own.length_mm is not None},
    }


_CSV = ("size", "usable_width_mm", "way", "lay_length_mm", "need_mm", "buy_mm", "at_least", "used_share", "refusal")


def _csv_rows(lines: list[dict[str, Any]]) -> Iterator[tuple[object, ...]]:
    yield _CSV
    for line in lines:
        values = (line.get(name, "") for name in _CSV)
        yield tuple(f"{value:.1f}" if isinstance(value, float) and value > 1 else value for value in values)


def _print_table(cells: list[Cell], sizes: list[str], widths: list[float], cloth: Cloth, unit: Unit) -> None:
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
def styles(as_json: AsJson = False) -> None:
    """List the styles with their measurements and options."""
    if as_json:
        print(json.dumps([{"id": s.id, "name": s.name, "required": list(s.required)} for s in STYLES.values()]))
        return
    for style in STYLES.values():
        print(f"{style.id}: {style.name}. {style.summary}")
        print(f"  measures: {', '.join(style.required)}")
        for option in style.options:
            kind = (
                f"{option.least:g} to {option.most:g} mm, {option.default:g}"
                if isinstance(option, LengthOption)
                else f"{', '.join(option.choices)}; {option.default}"
            )
            print(f"  {option.id}: {option.question} ({kind})")


@app.command()
def sizes(as_json: AsJson = False) -> None:
    """List the sizes of the chart with their measurements."""
    chart = {size: dict(size_body(size).measurements_mm) for size in SIZES}
    if as_json:
        print(json.dumps(chart))
        return
    for size, values in chart.items():
        print(f"{size}: " + ", ".join(f"{name} {mm / 10:g} cm" for name, mm in values.items()))


@app.command()
def ways(as_json: AsJson = False) -> None:
    """List the ways of spreading cloth."""
    if as_json:
        print(json.dumps([{"id": w.id, "name": w.name} for w in WAYS.values()]))
        return
    for way in WAYS.values():
        print(f"{way.id}: {way.name}, {way.summary}")


@app.command()
def version() -> None:
    """Print the version."""
    print(__version__)
