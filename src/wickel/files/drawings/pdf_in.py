"""PDF in: the paths of its pages, each page beside the one before, with the transforms of the forms
that they lie in.

A PDF has no layers that every program writes: what is drawn in one ink (colour, width, dashes) is
taken for one.
"""

from __future__ import annotations

import ctypes
from collections.abc import Iterator

import pypdfium2
import pypdfium2.raw as raw

from wickel.drawing.found import FoundDrawing
from wickel.files.drawings.collecting import Collector
from wickel.files.drawings.pdf_whole import is_whole
from wickel.files.reading import UnreadableFile
from wickel.geometry import Affine, Cubic, Line, Point, Segment, translation
from wickel.units import MM_PER_INCH
from wickel.wording import say

_MOST_PAGES = 60
_GAP_PT = 40.0
_KINDS = {
    raw.FPDF_PAGEOBJ_IMAGE: "image",
    raw.FPDF_PAGEOBJ_SHADING: "shading",
}


def read_pdf(data: bytes, name: str) -> FoundDrawing:
    """The drawing of a PDF file. Raises ``UnreadableFile``."""
    if not is_whole(data):
        raise UnreadableFile(say("drawings.cut-short", name=name))
    try:
        document = pypdfium2.PdfDocument(data)
    except pypdfium2.PdfiumError:
        raise UnreadableFile(say("drawings.no-pdf", name=name)) from None
    try:
        pages = len(document)
        if pages > _MOST_PAGES:
            raise UnreadableFile(say("drawings.pages", name=name, pages=pages, most=_MOST_PAGES))
        found = Collector(name)
        x = 0.0
        for number in range(pages):
            try:
                page = document[number]
            except pypdfium2.PdfiumError:
                raise UnreadableFile(say("drawings.page", name=name, page=number + 1)) from None
            box = page.get_mediabox()
            wide = max(1.0, box[2] - box[0])
            unit = page.get_width() / wide if page.get_rotation() % 180 == 0 else 1.0
            _Page(page, found).read(Affine(a=unit, e=unit).after(translation(x - box[0], -box[1])))
            x += wide + _GAP_PT
        return found.made(MM_PER_INCH / 72.0)
    finally:
        document.close()


class _Page:
    def __init__(self, page: pypdfium2.PdfPage, found: Collector) -> None:
        self._page, self._found = page, found
        self._text = page.get_textpage()

    def read(self, by: Affine) -> None:
        count = raw.FPDFPage_CountObjects(self._page)
        for k in range(max(0, count)):
            self._object(raw.FPDFPage_GetObject(self._page, k), by, 0)

    def _object(self, own: object, by: Affine, depth: int) -> None:
        self._found.deep(depth)
        kind = raw.FPDFPageObj_GetType(own)
        by = by.after(_matrix(own))
        if kind == raw.FPDF_PAGEOBJ_FORM:
            for k in range(max(0, raw.FPDFFormObj_CountObjects(own))):
                self._object(raw.FPDFFormObj_GetObject(own, k), by, depth + 1)
        elif kind == raw.FPDF_PAGEOBJ_PATH:
            layer = _ink(own)
            if layer:
                for part, closed in _parts(own):
                    self._found.line([segment.mapped(by) for segment in part], layer, closed=closed)
        elif kind == raw.FPDF_PAGEOBJ_TEXT:
            self._found.text(self._words(own), by((0.0, 0.0)), "text")
        else:
            self._found.left(_KINDS.get(kind, "object"))

    def _words(self, own: object) -> str:
        size = raw.FPDFTextObj_GetText(own, self._text, None, 0)
        if not 0 < size < 4000:
            return ""
        buffer = ctypes.create_string_buffer(size)
        raw.FPDFTextObj_GetText(
            own, self._text, ctypes.cast(buffer, ctypes.POINTER(raw.FPDF_WCHAR)), size
        )
        return buffer.raw.decode("utf-16-le", "ignore").rstrip("\x00")


def _matrix(own: object) -> Affine:
    made = raw.FS_MATRIX()
    if not raw.FPDFPageObj_GetMatrix(own, made):
        return Affine()
    return Affine(made.a, made.c, made.e, made.b, made.d, made.f)


def _ink(own: object) -> str:
    """How a path is drawn; nothing where it is not seen."""
    fill, stroked = ctypes.c_int(), raw.FPDF_BOOL()
    raw.FPDFPath_GetDrawMode(own, fill, stroked)
    if stroked.value:
        wide = ctypes.c_float()
        raw.FPDFPageObj_GetStrokeWidth(own, wide)
        dashed = " dashed" if raw.FPDFPageObj_GetDashCount(own) > 0 else ""
        return f"{_colour(raw.FPDFPageObj_GetStrokeColor, own)} {wide.value:.2g} pt{dashed}"
    return f"filled {_colour(raw.FPDFPageObj_GetFillColor, own)}" if fill.value else ""


def _colour(asked: object, own: object) -> str:
    parts = [ctypes.c_uint() for _ in range(4)]
    if not asked(own, *parts):  # type: ignore[operator]
        return "ink"
    return "#" + "".join(f"{part.value:02x}" for part in parts[:3])


def _parts(own: object) -> Iterator[tuple[list[Segment], bool]]:
    """The lines of a path, each with whether it is closed."""
    part: list[Segment] = []
    handles: list[Point] = []
    at: Point = (0.0, 0.0)
    for k in range(max(0, raw.FPDFPath_CountSegments(own))):
        segment = raw.FPDFPath_GetPathSegment(own, k)
        x, y = ctypes.c_float(), ctypes.c_float()
        raw.FPDFPathSegment_GetPoint(segment, x, y)
        there: Point = (x.value, y.value)
        kind = raw.FPDFPathSegment_GetType(segment)
        if kind == raw.FPDF_SEGMENT_MOVETO:
            if part:
                yield part, False
            part, handles, at = [], [], there
        elif kind == raw.FPDF_SEGMENT_BEZIERTO:
            handles.append(there)
            if len(handles) == 3:
                part.append(Cubic(at, handles[0], handles[1], there))
                handles, at = [], there
        elif kind == raw.FPDF_SEGMENT_LINETO:
            if there != at:
                part.append(Line(at, there))
            at = there
        if part and raw.FPDFPathSegment_GetClose(segment):
            yield part, True
            at, part = part[0].start, []
    if part:
        yield part, False
