"""Tables on paper: the yardage table and the buying list, in our typeface, over as many pages as
they need."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from io import BytesIO
from xml.sax.saxutils import escape

from reportlab.lib.colors import HexColor
from reportlab.lib.enums import TA_RIGHT
from reportlab.lib.pagesizes import A4, landscape
from reportlab.lib.styles import ParagraphStyle
from reportlab.platypus import Flowable, Paragraph, SimpleDocTemplate, Spacer, Table, TableStyle

from wickel.files.names import plain_text
from wickel.files.papers.sheet import BOLD, INK, REGULAR, SOFT, PaperCanvas, register_fonts
from wickel.job import HEADS, BuyingList, cost_words, shopping_rows
from wickel.units import Unit

_LINE, _BAND = HexColor("#C9BFAE"), HexColor("#F6F0E3")


@dataclass(frozen=True, slots=True, kw_only=True)
class Page:
    """A table with a title, what it is about, and notes below.

    ``large`` figures are for reading at the table; ``shares`` are the columns' shares of the width,
    else all alike.
    """

    title: str
    about: str
    head: Sequence[str]
    rows: Sequence[Sequence[str]]
    notes: Sequence[str] = ()
    large: bool = False
    shares: Sequence[float] = ()


def table_pdf(page: Page) -> bytes:
    """A table on paper, A4 across; the head is repeated on every page."""
    register_fonts()
    buffer = BytesIO()
    paper = SimpleDocTemplate(
        buffer,
        pagesize=landscape(A4),
        leftMargin=36,
        rightMargin=36,
        topMargin=32,
        bottomMargin=32,
        title=plain_text(page.title),
    )
    size = 12.0 if page.large else 9.5
    cell = ParagraphStyle(
        "cell", fontName=REGULAR, fontSize=size, leading=1.15 * size, textColor=INK
    )
    soft = ParagraphStyle("soft", parent=cell, fontSize=9.5, leading=12.5, textColor=SOFT)
    heading = ParagraphStyle("heading", parent=cell, fontName=BOLD, fontSize=18, leading=24)
    body: list[Flowable] = [
        Paragraph(escape(page.title), heading),
        Paragraph(escape(page.about), soft),
        Spacer(1, 10),
    ]
    if page.rows:
        body.append(_table(page, cell, paper.width))
    body += [Spacer(1, 8), *(Paragraph(escape(note), soft) for note in page.notes)]
    paper.build(body, canvasmaker=PaperCanvas)
    return buffer.getvalue()


def _table(page: Page, cell: ParagraphStyle, width: float) -> Table:
    """The rows under their heads, in so many points of width."""
    strong = ParagraphStyle("strong", parent=cell, fontName=BOLD)
    right = ParagraphStyle("right", parent=cell, alignment=TA_RIGHT)
    bold_right = ParagraphStyle("bold right", parent=right, fontName=BOLD)
    heads = [strong, *([bold_right if page.large else strong] * (len(page.head) - 1))]
    content = [[Paragraph(escape(word), own) for word, own in zip(page.head, heads, strict=True)]]
    for row in page.rows:
        styles = [strong, *([right if page.large else cell] * (len(row) - 1))]
        content.append(
            [Paragraph(_lines(text), own) for text, own in zip(row, styles, strict=True)]
        )
    table = Table(content, colWidths=[width * share for share in page.shares] or None, repeatRows=1)
    table.setStyle(
        TableStyle(
            [
                ("VALIGN", (0, 0), (-1, -1), "TOP"),
                ("LINEBELOW", (0, 0), (-1, -1), 0.5, _LINE),
                ("ROWBACKGROUNDS", (0, 1), (-1, -1), [None, _BAND]),
                ("TOPPADDING", (0, 0), (-1, -1), 3),
                ("BOTTOMPADDING", (0, 0), (-1, -1), 4),
            ]
        )
    )
    return table


def _lines(text: str) -> str:
    """The text of a cell; what stands on further lines is smaller."""
    first, *more = text.split("\n")
    return escape(first) + "".join(
        f'<br/><font size="8.5" color="#5d564c">{escape(line)}</font>' for line in more
    )


def buying_pdf(about: str, found: BuyingList, unit: Unit) -> bytes:
    """A buying list on paper."""
    rows = [row.words for row in shopping_rows(found, unit)]
    return table_pdf(
        Page(
            title="To buy",
            about=about,
            head=HEADS,
            rows=rows,
            notes=[cost_words(found)],
            shares=(0.22, 0.16, 0.2, 0.34, 0.08),
        )
    )
