"""Everything of a job as open files: pieces and lays as DXF, SVG, PDF at 1:1 and HPGL, the job, its
lays, and its lists as tables; in a folder or in one zip."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Callable, Iterator
from dataclasses import dataclass

from wickel.cutting import laid_rows
from wickel.cutting.lay_out import Laid
from wickel.cutting.sending import lay_to_send, pieces_to_send, sheet_to_send
from wickel.cutting.to_cut import ToCut
from wickel.drawing import Drawing
from wickel.files.drawings.dxf_out import dxf_bytes
from wickel.files.drawings.hpgl_out import hpgl_text
from wickel.files.drawings.pdf_out import full_pdf
from wickel.files.drawings.svg_out import svg_text
from wickel.files.job_file import job_text
from wickel.files.lay_file import lay_text
from wickel.files.names import UniqueNames
from wickel.files.saving import csv_text
from wickel.geometry import bounds
from wickel.lay import Lay

_FIXED_TIME = (1980, 1, 1, 0, 0, 0)
"""A zip of the same job has the same bytes."""

CUT_HEADS = (
    "garment", "piece", "name", "size", "cloth", "copies", "pair", "on_fold",
    "grain_deg", "length_mm", "width_mm",
)  # fmt: skip
LAY_HEADS = (
    "number", "piece", "name", "garment", "size", "copies", "section", "head_along_mm",
    "head_across_mm", "tail_along_mm", "tail_across_mm", "across_from", "turn_deg",
    "turned_over", "plies",
)  # fmt: skip


def cut_list_csv(work: ToCut) -> str:
    """What is cut: a row for each piece and cloth."""
    rows = []
    seen: set[tuple[str, str]] = set()
    for lay in work.lays:
        for piece in lay.pieces:
            box = bounds(piece.cut_line)
            for order in piece.orders:
                if order.cloth != lay.cloth.id or (piece.id, order.cloth) in seen:
                    continue
                seen.add((piece.id, order.cloth))
                rows.append(
                    (
                        piece.garment, piece.id, piece.name, piece.size, order.cloth,
                        order.copies, _yes(order.pair), _yes(bool(order.fold_edges)),
                        _mm(piece.grain_deg), _mm(box.width), _mm(box.height),
                    )
                )  # fmt: skip
    return csv_text((CUT_HEADS, *rows))


def lay_out_csv(lay: Lay, work: ToCut) -> str:
    """Where each piece lies: a row for each placement, in the order of laying out."""
    return csv_text((LAY_HEADS, *(_lay_row(row) for row in laid_rows(lay, work))))


def _lay_row(row: Laid) -> tuple[object, ...]:
    return (
        row.number, row.placement, row.name, row.mark, row.size, row.copies, row.section + 1,
        _mm(row.head[0]), _mm(row.head[1]), _mm(row.tail[0]), _mm(row.tail[1]),
        row.across.value, _mm(row.turn_deg), _yes(row.turned_over),
        " ".join(str(ply + 1) for ply in row.plies),
    )  # fmt: skip


def _yes(value: bool) -> str:
    return "yes" if value else "no"


def _mm(value: float) -> str:
    return f"{value:.1f}"


@dataclass(frozen=True, slots=True)
class OpenFile:
    """A file of a bundle: its path in the folder or zip, and what makes it."""

    path: str
    made: Callable[[], bytes]


def open_files(work: ToCut) -> Iterator[OpenFile]:
    """Every file that a job goes out as, none made yet."""
    title = work.job.name or "job"
    yield _text("job.wickel.json", lambda: job_text(work.job))
    yield _text("lays.lay.json", lambda: lay_text(work.lays))
    yield _text("cut-list.csv", lambda: cut_list_csv(work))
    sheet = sheet_to_send(work)
    if sheet.strokes:
        yield from _drawn("pieces/all", sheet, title)
    names = UniqueNames()
    for of, drawing in pieces_to_send(work):
        name = names.name(of.replace("/", "-"))
        yield _text(f"pieces/{name}.svg", _svg(drawing, title))
        yield OpenFile(f"pieces/{name}.dxf", _dxf(drawing))
    for lay in work.lays:
        name = names.name(f"lay-{lay.cloth.id}")
        yield from _drawn(f"lays/{name}", lay_to_send(lay), f"{title} · {lay.cloth.shown_name}")
        yield _text(f"lays/{name}.csv", _lay_out(lay, work))


def _lay_out(lay: Lay, work: ToCut) -> Callable[[], str]:
    return lambda: lay_out_csv(lay, work)


def _svg(drawing: Drawing, title: str) -> Callable[[], str]:
    return lambda: svg_text(drawing, title)


def _dxf(drawing: Drawing) -> Callable[[], bytes]:
    return lambda: dxf_bytes(drawing)


def _drawn(path: str, drawing: Drawing, title: str) -> Iterator[OpenFile]:
    yield _text(f"{path}.svg", _svg(drawing, title))
    yield OpenFile(f"{path}.dxf", _dxf(drawing))
    yield OpenFile(f"{path}.pdf", lambda: full_pdf(drawing, title))
    yield _text(f"{path}.hpgl", lambda: hpgl_text(drawing))


def _text(path: str, made: Callable[[], str]) -> OpenFile:
    return OpenFile(path, lambda: made().encode())


def zip_bytes(work: ToCut, said: Callable[[int, int], bool] = lambda done, all: True) -> bytes:
    """Everything of a job in one zip. ``said`` hears how many files are made of how many, and may
    stop it by saying no.

    Raises:
        InterruptedError: it was stopped.
    """
    files = list(open_files(work))
    buffer = io.BytesIO()
    with zipfile.ZipFile(buffer, "w", zipfile.ZIP_DEFLATED) as made:
        for done, own in enumerate(files):
            if not said(done, len(files)):
                raise InterruptedError("stopped")
            info = zipfile.ZipInfo(own.path, _FIXED_TIME)
            info.compress_type = zipfile.ZIP_DEFLATED
            made.writestr(info, own.made())
    return buffer.getvalue()
