"""Commands for the cutting table: the papers, and the pieces or the lay at full size."""

from __future__ import annotations

from datetime import date
from pathlib import Path
from typing import Annotated

import typer

from wickel.cli.common import (
    REFUSED,
    UNUSABLE,
    JobPath,
    apart,
    app,
    fail,
    length_or_fail,
    read_job_or_fail,
    ready_to_lay,
    write_file,
)
from wickel.cli.making import taken_or_found
from wickel.cutting import Studio, ToCut
from wickel.draft import DraftRefused
from wickel.job import JobRefused
from wickel.job.work import drafted_job
from wickel.lay import DEFAULT_EFFORT, Lay, LayRefused
from wickel.wording import show_in


def to_cut_or_fail(path: Path, effort: int) -> ToCut:
    """A job with the lays it has taken, and good ones for the cloths that have none; ends the
    command when it cannot be cut so."""
    job = read_job_or_fail(path)
    ready_to_lay()
    show_in(job.unit, both=job.both_units)
    try:
        drafts, pieces = drafted_job(job)
    except (JobRefused, DraftRefused) as reason:
        fail(reason, UNUSABLE)
    lays = tuple(taken_or_found(job, pieces, effort))
    broken = [finding for lay in lays for finding in lay.broken]
    if broken:
        fail(f"{broken[0].text} {broken[0].way_out}".rstrip(), REFUSED)
    return ToCut.of_work(job, drafts, lays)


def lay_or_fail(work: ToCut, cloth: str) -> Lay:
    """The lay of a cloth, by its id; ends the command where there is none."""
    own = next((one for one in work.lays if one.cloth.id == cloth), None)
    if own is None:
        ids = ", ".join(one.cloth.id for one in work.lays)
        fail(f"There is no lay of “{cloth}”: there are {ids}.", UNUSABLE)
    return own


Effort = Annotated[
    int,
    typer.Option(min=1, max=1_000_000, help="Steps of the search, for a cloth without a lay."),
]


@app.command()
def cut(
    job_path: JobPath,
    pdf: Annotated[Path, typer.Option(help="The papers to write.")],
    paper: Annotated[str, typer.Option(help="A4, A3 or Letter.")] = "A4",
    parts: Annotated[
        str,
        typer.Option(
            help=(
                "Parts, with commas: buy, cautions, plan, fold, lay-out, check, chalk, order, "
                "labels, joining. Default: all."
            )
        ),
    ] = "",
    rotary: Annotated[bool, typer.Option(help="Cut with a rotary cutter, not shears.")] = False,
    table: Annotated[
        str, typer.Option(help="Length of the table, like 1.8m: says where to move on.")
    ] = "",
    effort: Effort = DEFAULT_EFFORT,
) -> None:
    """The papers for the cutting table: plan, folding, lists, order of cutting, labels."""
    from wickel.files.papers.cut_plan import CutPapers, CutPart, cut_pdf  # ReportLab loads slowly
    from wickel.files.papers.sheet import Paper

    apart((job_path,), [pdf])
    size = next((own for own in Paper if own.value.lower() == paper.strip().lower()), None)
    if size is None or size is Paper.A2:
        fail(f"There is no paper “{paper}” for this: there are A4, A3, Letter.", UNUSABLE)
    wanted = [word.strip() for word in parts.split(",") if word.strip()] or list(CutPart)
    unknown = next((word for word in wanted if word not in set(CutPart)), None)
    if unknown is not None:
        fail(f"There is no part “{unknown}”: there are {', '.join(CutPart)}.", UNUSABLE)
    work = to_cut_or_fail(job_path, effort)
    papers = CutPapers(
        studio=Studio(rotary=rotary, table_mm=length_or_fail(table, work.job.unit) or 0.0),
        paper=size,
        parts=tuple(map(CutPart, wanted)),
        printed=f"{date.today():%Y-%m-%d}",
    )
    write_file(pdf, cut_pdf(work, papers))
    print(pdf.name)


@app.command()
def tiles(
    job_path: JobPath,
    out: Annotated[Path, typer.Option("-o", "--out", help="The PDF to write.")],
    paper: Annotated[
        str, typer.Option(help="A4, A3, A2, Letter, or roll:WIDTH, like roll:90cm.")
    ] = "A4",
    lay: Annotated[
        str, typer.Option(help="The lay of this cloth instead of the pieces, by the cloth's id.")
    ] = "",
    effort: Effort = DEFAULT_EFFORT,
) -> None:
    """The pieces, or a lay, at full size over as many pages as it takes."""
    from wickel.files.papers.sheet import Paper  # ReportLab loads slowly
    from wickel.files.papers.tiles import Roll, tiles_pdf

    apart((job_path,), [out])
    work = to_cut_or_fail(job_path, effort)
    size: Paper | Roll | None
    if paper.lower().startswith("roll:"):
        wide = length_or_fail(paper[5:], work.job.unit) or 0.0
        if not 100.0 <= wide <= 3000.0:
            fail("A roll is from 10 cm to 3 m wide.", UNUSABLE)
        size = Roll(wide)
    else:
        size = next((own for own in Paper if own.value.lower() == paper.strip().lower()), None)
    if size is None:
        fail(f"There is no paper “{paper}”: there are {', '.join(Paper)} and roll:WIDTH.", UNUSABLE)
    own = lay_or_fail(work, lay) if lay else None
    try:
        made = tiles_pdf(work, size, work.job.name or job_path.name, own)
    except LayRefused as reason:
        fail(reason, REFUSED)
    write_file(out, made)
    print(out.name)
