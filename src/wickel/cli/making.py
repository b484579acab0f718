"""Commands that make things of a job: its pieces, its checks, its lays."""

from __future__ import annotations

import json
import sys
from collections.abc import Callable, Mapping
from datetime import date
from pathlib import Path
from time import perf_counter
from typing import Annotated, Any

import typer

from wickel.cli.common import (
    ENDLESS,
    MOST_SECONDS,
    REFUSED,
    UNUSABLE,
    AsJson,
    JobPath,
    apart,
    app,
    fail,
    open_job,
    read_job_or_fail,
    write_file,
)
from wickel.cloth import BadWay, Spreading
from wickel.draft import NOT_MEASURED, AsFar, TapeCheck
from wickel.drawing import lay_drawing, piece_drawing
from wickel.files import UniqueNames, job_record, json_text, lay_record, save_lays, slug, svg_text
from wickel.job import BEST, Job, cloths_in_use, drafted_series, lay_job
from wickel.job.as_far import FIND_EFFORT, found_as_far
from wickel.job.figures import read_settings
from wickel.job.unheard import unheard
from wickel.job.work import as_cut, in_sizes, with_all_asked
from wickel.lay import (
    DEFAULT_EFFORT,
    PLANNING,
    CutPiece,
    Finding,
    Lay,
    LayRefused,
    LayReport,
    Level,
    Search,
    Stopped,
    taken_up,
)
from wickel.units import Unit, shown_cloth_length, shown_difference, shown_length, shown_short
from wickel.wording import Sentence
from wickel.yardage import need, shown_buy


@app.command()
def draft(
    job_path: JobPath,
    out: Annotated[Path, typer.Option("-o", "--out", help="Folder for the pieces.")],
    settings: Annotated[
        list[str] | None,
        typer.Option(
            "--set",
            help="A figure of your own: [GARMENT:]ID=23cm, =+1cm, =waist/4+2cm. May come again.",
        ),
    ] = None,
    anyway: Annotated[
        bool, typer.Option(help="Draft what can be sewn although a check cannot hold.")
    ] = False,
    as_json: AsJson = False,
) -> None:
    """Draft the pieces of a job: one SVG a piece at 1:1, and all as plain outlines in a job
    file."""
    job, pieces = open_job(job_path, settings=tuple(settings or ()), anyway=anyway)
    for note in _unheard(job):
        print(f"wickel: {note}", file=sys.stderr)
    names = UniqueNames()
    made: dict[str, str] = {}
    for garment in job.garments:
        for done in drafted_series(garment, job):
            for piece in as_cut(done).pattern.pieces:
                name = f"{names.name(f'{done.garment.id}-{piece.id}')}.svg"
                made[name] = svg_text(piece_drawing(piece), f"{job.name} · {piece.name}")
    asked = tuple(map(with_all_asked, pieces))
    plain = Job(name=job.name, unit=job.unit, cloths=job.cloths, pieces=asked)
    made["pieces.wickel.json"] = json_text(job_record(plain)) + "\n"
    files = list(made)
    apart((job_path,), [out / name for name in files])
    for name, text in made.items():
        write_file(out / name, text)
    print(json.dumps({"written": files}) if as_json else "\n".join(files))


def _unheard(job: Job) -> list[Sentence]:
    """What of a job's answers and figures nothing is drawn by."""
    bodies = [made for garment in job.garments for made, _ in in_sizes(garment)[:1]]
    return [note for garment in bodies for note in unheard(garment)]


CHECK_EFFORT = 40
"""Whether a job breaks a rule is seen on a quick lay."""


@app.command()
def check(job_path: JobPath, as_json: AsJson = False) -> None:
    """Check a job: tape checks and rules of the lay. Exit 1 if one is broken."""
    job, pieces = open_job(job_path, to_lay=True)
    checks, notes = _checks_of(job), _unheard(job)
    lays = taken_or_found(job, pieces, CHECK_EFFORT)
    findings = [finding for lay in lays for finding in lay.findings]
    if as_json:
        record = {
            "checks": list(map(_check_record, checks)),
            "notes": list(map(str, notes)),
            "findings": list(map(_finding_record, findings)),
        }
        print(json.dumps(record))
    else:
        for line in (*_check_lines(checks, job.unit), *map("note: {}".format, notes)):
            print(line)
        for finding in findings:
            print(f"{finding.level.value}: {finding.text} {finding.way_out}".rstrip())
    if any(c.broken for c in checks) or any(f.level is Level.BROKEN for f in findings):
        raise typer.Exit(REFUSED)


def _checks_of(job: Job) -> list[TapeCheck]:
    """The tape checks of all garments of a job, in every size that they are made in."""
    return [
        check
        for garment in job.garments
        for done in drafted_series(garment, job)
        for check in done.checks
    ]


def _check_lines(checks: list[TapeCheck], unit: Unit) -> list[str]:
    return [_check_line(check, unit) for check in checks]


def _finding_record(finding: Finding) -> dict[str, str]:
    return {
        "level": finding.level.value,
        "code": finding.code,
        "text": str(finding.text),
        "way_out": str(finding.way_out),
    }


def taken_or_found(job: Job, pieces: tuple[CutPiece, ...], effort: int) -> list[Lay]:
    """The lays that the job has taken, looked at anew, and ones found with so much effort for the
    cloths that have none; ends the command when there can be none."""
    lays: list[Lay] = []
    others: set[str] = set()
    for cloth in cloths_in_use(job, pieces):
        own = job.on_cloth(cloth.id).lay
        lay = None if own is None else taken_up(own, pieces, cloth)
        if lay is None:
            others.add(cloth.id)
        else:
            lays.append(lay)
    if not others:
        return lays
    until = _until(perf_counter(), MOST_SECONDS)
    try:
        found = lay_job(
            job, pieces, fold=_ways((), job), report_until=until, search=Search(effort=effort)
        )
    except (LayRefused, BadWay) as reason:
        fail(reason, REFUSED)
    return lays + [lay for lay in found if lay.cloth.id in others]


def _check_record(c: TapeCheck) -> dict[str, Any]:
    return {
        "name": c.name,
        "one": c.one,
        "one_mm": c.one_mm if c.measured else None,
        "other": c.other,
        "other_mm": c.other_mm if c.measured else None,
        "difference_mm": c.difference_mm if c.measured else None,
        "measured": c.measured,
        "held": c.held,
        "way_out": str(c.advice) if c.broken else "",
    }


def _check_line(c: TapeCheck, unit: Unit) -> str:
    if not c.measured:
        return f"unknown {c.name}: {NOT_MEASURED}"
    line = (
        f"{'holds ' if c.held else 'BROKEN'}  {c.name}: {c.one} {shown_length(c.one_mm, unit)}, "
        f"{c.other} {shown_length(c.other_mm, unit)}, difference "
        f"{shown_difference(c.one_mm, c.other_mm, unit)}"
    )
    return line if c.held else f"{line}. {c.advice}"


def _fold(fold: str) -> str:
    if fold != BEST:
        try:
            Spreading(fold)
        except BadWay as reason:
            fail(f"{reason} Or {BEST}.", UNUSABLE)
    return fold


def _ways(asked: tuple[str, ...], job: Job) -> dict[str, str]:
    """The way for each cloth: as asked for it, or for all, else the job's own."""
    ways = {cloth.id: job.spread_of(cloth.id) for cloth in job.cloths}
    for text in sorted(
        asked, key=lambda each: "=" in each
    ):  # what is said of one cloth counts beside what is said of all
        cloth, equals, way = text.rpartition("=")
        if equals and cloth not in ways:
            fail(f"There is no cloth “{cloth}” in the job: there are {', '.join(ways)}.", UNUSABLE)
        ways |= {cloth: way} if equals else dict.fromkeys(ways, way)
    for way in ways.values():
        _fold(way)
    return ways


def _until(started: float, most_s: float) -> Callable[[float], LayReport]:
    """For a part of the time that is left the report that ends a search when that is over.

    A search that has nothing to show yet goes on to its first lay, however long a busy machine
    takes to it: no answer is never what somebody has asked for.
    """
    end = started + most_s

    def until(part: float) -> LayReport:
        now = perf_counter()
        mine = now + part * max(0.0, end - now)

        def report(progress: float, best: object) -> None:
            if (best is not None or progress == PLANNING) and perf_counter() > mine:
                raise Stopped

        return report

    return until


@app.command()
def lay(
    job_path: JobPath,
    out: Annotated[Path | None, typer.Option("-o", "--out", help="Lay file to write.")] = None,
    fold: Annotated[
        list[str] | None,
        typer.Option(
            help=(
                "Way of spreading, or best; CLOTH=WAY for one cloth of several. Default: the "
                "job's own."
            )
        ),
    ] = None,
    seconds: Annotated[
        float | None,
        typer.Option(
            min=0.0, help="Search for so many seconds. Without it: the effort, 30 s at most."
        ),
    ] = None,
    workers: Annotated[
        int, typer.Option(min=1, max=16, help="Searches side by side; 1 gives the same lay again.")
    ] = 1,
    seed: Annotated[int, typer.Option(min=0, help="Seed of the search.")] = 1,
    effort: Annotated[
        int | None,
        typer.Option(
            min=1, max=10_000_000, help="Steps of the search; with --seconds without end."
        ),
    ] = None,
    svg: Annotated[Path | None, typer.Option(help="Write the lay as SVG at 1:1.")] = None,
    pdf: Annotated[Path | None, typer.Option(help="Write the lay on one page.")] = None,
    as_json: AsJson = False,
) -> None:
    """Lay the pieces of a job on its cloths and say how much to buy."""
    job, pieces = open_job(job_path, to_lay=True)
    apart((job_path,), [path for path in (out, svg, pdf) if path is not None])
    steps = effort or (DEFAULT_EFFORT if seconds is None else ENDLESS)
    search = Search(seed=seed, effort=steps, workers=workers)
    most_s = MOST_SECONDS if seconds is None else seconds
    lays = _good_lays(job, pieces, _ways(tuple(fold or ()), job), search, most_s)
    if out is not None:
        try:
            save_lays(lays, out)
        except OSError as reason:
            fail(f"{out.name} cannot be written: {reason.strerror}.", REFUSED)
    _export(lays, job, job_path, svg, pdf)
    if as_json:
        print(json.dumps(lay_record(lays)))
        return
    for one in lays:
        print(_lay_line(one, job.unit))
        short = need(one).short_mm
        if short > 0:
            print(f"  the length at hand is {shown_short(short, job.unit)} too short")
        for finding in one.findings:
            print(f"  {finding.level.value}: {finding.text} {finding.way_out}".rstrip())


def _good_lays(
    job: Job,
    pieces: tuple[CutPiece, ...],
    ways: Mapping[str, str],
    search: Search,
    most_s: float,
) -> tuple[Lay, ...]:
    """The lays of a job, found in so many seconds; ends the command when there are none, or one of
    them breaks a rule."""
    until = _until(perf_counter(), most_s)
    try:
        lays = lay_job(job, pieces, fold=ways, report_until=until, search=search)
    except (LayRefused, BadWay) as reason:
        fail(reason, REFUSED)
    broken = [f for one in lays for f in one.broken]
    if broken:
        fail(f"{broken[0].text} {broken[0].way_out}".rstrip(), REFUSED)
    return lays


def _lay_line(one: Lay, unit: Unit) -> str:
    needed = need(one)
    return (
        (
            f"{one.cloth.shown_name}, {one.way.name.lower()}: lay "
            f"{shown_cloth_length(one.lay_length_mm, unit)}, "
        )
        + (
            ""
            if needed.matching_mm is None
            else f"of which matching {shown_length(needed.matching_mm, unit)}, "
        )
        + f"needed {shown_cloth_length(needed.need_mm, unit)}, buy "
        f"{shown_buy(needed, one.cloth, unit)}, {one.used_share:.0%} used"
    )


def _export(
    lays: tuple[Lay, ...], job: Job, job_path: Path, svg: Path | None, pdf: Path | None
) -> None:
    """Write SVG and PDF of every lay.

    With several each gets the cloth's name before the ending, and those of one cloth, one on each
    length of it, a number.
    """
    title = job.name or "Lay"
    names = UniqueNames()
    for k, one in enumerate(lays):
        same = [n for n, other in enumerate(lays) if other.cloth.id == one.cloth.id]
        number = f"-{same.index(k) + 1}" if len(same) > 1 else ""
        ending = f"-{names.name(slug(one.cloth.shown_name) + number)}" if len(lays) > 1 else ""
        if svg is not None:
            path = svg.with_stem(f"{svg.stem}{ending}")
            apart((job_path,), [path])
            write_file(path, svg_text(lay_drawing(one), f"{title} · {one.cloth.shown_name}"))
        if pdf is not None:
            from wickel.files.papers.lay_sheet import (
                lay_pdf,
                sheet_words,
            )  # ReportLab takes long to load and few runs need it

            path = pdf.with_stem(f"{pdf.stem}{ending}")
            apart((job_path,), [path])
            write_file(
                path,
                lay_pdf(one, title, job.unit, sheet_words(job, one, f"{date.today():%Y-%m-%d}")),
            )


@app.command()
def reach(
    job_path: JobPath,
    settings: Annotated[
        list[str] | None,
        typer.Option("--set", help="A figure that goes as far as the cloth: [GARMENT:]ID=>45cm."),
    ] = None,
    out: Annotated[
        Path | None, typer.Option("-o", "--out", help="Job file to write with what was found.")
    ] = None,
    effort: Annotated[
        int, typer.Option(min=1, max=100_000, help="Steps of the search for each lay.")
    ] = FIND_EFFORT,
    as_json: AsJson = False,
) -> None:
    """Find how far the cloth lets the figures go that are to go as far as it does."""
    apart((job_path,), [out] if out is not None else [])
    try:
        stops: dict[str, str] = {}
        job = found_as_far(
            read_settings(tuple(settings or ()), read_job_or_fail(job_path)),
            Search(effort=effort),
            told=lambda garment, id, why: stops.update({f"{garment}:{id}": str(why)}),
        )
    except (LayRefused, BadWay) as reason:
        fail(reason, REFUSED)
    except ValueError as reason:
        fail(reason, UNUSABLE)
    if out is not None:
        write_file(out, json_text(job_record(job)) + "\n")
    found = {
        f"{garment.id}:{id}": own.found_mm
        for garment in job.garments
        for id, own in garment.figures.items()
        if isinstance(own, AsFar) and own.found_mm is not None
    }
    if as_json:
        print(json.dumps(found))
        return
    for name, mm in found.items():
        print(f"{name}: {shown_length(mm, job.unit)}, {stops[name]}")
