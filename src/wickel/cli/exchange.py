"""Commands that bring drawings in and send them out."""

from __future__ import annotations

import json
from collections.abc import Callable
from dataclasses import replace
from pathlib import Path
from typing import Annotated

import typer

from wickel.cli.common import (
    REFUSED,
    UNUSABLE,
    AsJson,
    JobPath,
    apart,
    app,
    fail,
    length_or_fail,
    write_file,
)
from wickel.cli.cutting import Effort, lay_or_fail, to_cut_or_fail
from wickel.cutting.sending import lay_to_send, sheet_to_send
from wickel.files import UnreadableFile, job_text
from wickel.job.importing import (
    ImportSaid,
    LayerSaid,
    Meaning,
    ReadDrawing,
    proposed,
    read_pieces,
)
from wickel.lay import DEFAULT_EFFORT
from wickel.studio.bringing_in import NotImported, imported, job_of_imported
from wickel.units import FILE_UNITS_MM, Unit, shown_length


@app.command()
def export(
    job_path: JobPath,
    dxf: Annotated[Path | None, typer.Option(help="DXF R2010, in millimetres.")] = None,
    svg: Annotated[Path | None, typer.Option(help="SVG at 1:1.")] = None,
    pdf: Annotated[Path | None, typer.Option(help="PDF at 1:1, on one page.")] = None,
    hpgl: Annotated[Path | None, typer.Option(help="HPGL for a plotter.")] = None,
    zip_: Annotated[
        Path | None, typer.Option("--zip", help="Everything of the job in one zip.")
    ] = None,
    folder: Annotated[Path | None, typer.Option(help="Everything of the job in a folder.")] = None,
    lay: Annotated[
        str, typer.Option(help="The lay of this cloth instead of the pieces, by the cloth's id.")
    ] = "",
    effort: Effort = DEFAULT_EFFORT,
) -> None:
    """The pieces of a job, or a lay, for other programs and for a plotter."""
    from wickel.files.bundle import open_files, zip_bytes  # DXF and PDF load slowly
    from wickel.files.drawings.dxf_out import dxf_bytes
    from wickel.files.drawings.hpgl_out import hpgl_text
    from wickel.files.drawings.pdf_out import full_pdf
    from wickel.files.drawings.svg_out import svg_text

    files = [path for path in (dxf, svg, pdf, hpgl, zip_) if path is not None]
    if not files and folder is None:
        fail("Say what to write: --dxf, --svg, --pdf, --hpgl, --zip or --folder.", UNUSABLE)
    apart((job_path,), files)
    work = to_cut_or_fail(job_path, effort)
    title = work.job.name or job_path.name
    drawing = lay_to_send(lay_or_fail(work, lay)) if lay else sheet_to_send(work)
    asked: list[tuple[Path | None, Callable[[], bytes]]] = [
        (dxf, lambda: dxf_bytes(drawing)),
        (svg, lambda: svg_text(drawing, title).encode()),
        (pdf, lambda: full_pdf(drawing, title)),
        (hpgl, lambda: hpgl_text(drawing).encode()),
        (zip_, lambda: zip_bytes(work)),
    ]
    if folder is not None:
        asked += [(folder / own.path, own.made) for own in open_files(work)]
    try:
        made = [(path, make()) for path, make in asked if path is not None]
    except ValueError as reason:
        fail(f"This cannot be written: {reason}.", REFUSED)
    for path, content in made:
        write_file(path, content)
    print("\n".join(str(path) for path, _ in made))


@app.command(name="import")
def import_(
    path: Annotated[Path, typer.Argument(metavar="FILE", help="An SVG, DXF or PDF file.")],
    out: Annotated[Path, typer.Option("-o", "--out", help="The job file to write.")],
    unit: Annotated[
        str, typer.Option(help="How large the file's unit is: mm, cm, m, in, pt, px, or a length.")
    ] = "",
    seam: Annotated[str, typer.Option(help="The allowance in the cut lines, like 1cm.")] = "",
    hem: Annotated[str, typer.Option(help="The allowance at hems, like 3cm.")] = "",
    layers: Annotated[
        list[str] | None,
        typer.Option(
            "--layer",
            help="What a layer is: NAME=cut, net, both, inner, notch, grain, fold or nothing, "
            "with :SIZE after it. May come again.",
        ),
    ] = None,
    as_json: AsJson = False,
) -> None:
    """The pieces of a drawing as a job; nothing is half imported."""
    from wickel.files.drawings.reading_in import read_drawing

    apart((path,), [out])
    try:
        found = read_drawing(path)
    except UnreadableFile as reason:
        fail(reason, UNUSABLE)
    per_unit = _per_unit(unit) or found.mm_per_unit
    if per_unit is None:
        fail(f"{path.name} does not say its unit: say --unit mm, cm, in, pt, px.", UNUSABLE)
    said = replace(
        proposed(found), mm_per_unit=per_unit, seam_mm=length_or_fail(seam, Unit.CM) or 0.0
    )
    said = replace(said, hem_mm=length_or_fail(hem, Unit.CM))
    said = _with_layers(said, layers or [])
    read = read_pieces(found, said)
    try:
        styles = imported(read, said, path.stem)
    except NotImported as reason:
        fail(reason, REFUSED)
    job = job_of_imported(styles, path.stem)
    write_file(out, job_text(job))
    _tell(read, as_json=as_json)


def _tell(read: ReadDrawing, *, as_json: bool) -> None:
    """Print what has come in, what is doubtful of it, and what is left out."""
    doubts = [str(doubt) for own in read.pieces for doubt in own.doubts]
    left = [str(text) for text in read.left_out]
    if as_json:
        names = [own.name for own in read.pieces]
        print(json.dumps({"pieces": names, "doubts": doubts, "left_out": left}))
        return
    for own in read.pieces:
        xs, ys = zip(*own.outline, strict=True)
        size = f"{_shown(max(xs) - min(xs))} × {_shown(max(ys) - min(ys))}"
        print(" ".join(word for word in (own.name, own.size, size) if word))
    for doubt in doubts:
        print(f"look at: {doubt}")
    for text in left:
        print(f"left out: {text}")


def _shown(mm: float) -> str:
    return shown_length(mm, Unit.CM)


def _per_unit(text: str) -> float | None:
    return FILE_UNITS_MM[text] if text in FILE_UNITS_MM else length_or_fail(text, Unit.CM)


def _with_layers(said: ImportSaid, rows: list[str]) -> ImportSaid:
    layers = dict(said.layers)
    for row in rows:
        name, _, rest = row.rpartition("=")
        word, _, size = rest.partition(":")
        if name not in layers:
            fail(f"There is no layer “{name}”: there are {', '.join(layers)}.", UNUSABLE)
        if word not in set(Meaning):
            fail(f"A layer is {', '.join(Meaning)}, not “{word}”.", UNUSABLE)
        layers[name] = LayerSaid(meaning=Meaning(word), size=size)
    return replace(said, layers=layers)
